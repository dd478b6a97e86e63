package after_test

import (
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/after"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

// night is a sitting with everything for the night in the kit, thin to thick.
func night(t testing.TB, change func(*sitting.Sitting)) *sitting.Case {
	return sitting.Open(With(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "acid", Name: "Acid", Kind: "acid_toner", Base: "water",
			Actives: map[string]float64{"glycolic": 5}, Tags: []string{"neutralise"}},
			kit.Product{ID: "reti", Name: "Reti", Kind: "retinoid", Base: "emulsion",
				Actives: map[string]float64{"retinoid": 0.3}},
			kit.Product{ID: "scrub", Name: "Scrub", Kind: "scrub"}, kit.Product{ID: "patches", Name: "Patches",
				Kind: "spot_patch", Count: P(10)},
			kit.Product{ID: "bright", Name: "Bright", Kind: "serum", Base: "water",
				Actives: map[string]float64{"vitamin_c": 10}},
			kit.Product{ID: "mask", Name: "Mask", Kind: kit.MaskHydrating, Base: "emulsion", ContactMinS: 300,
				ContactMaxS: 600},
			kit.Product{ID: "lash", Name: "Lash", Kind: "lash_serum", EyeSafe: true})
		s.Method["night_layers"], s.Method["night_exfoliant"] = "layered", "by_skin"
		change(s)
	}))
}

func plain(*sitting.Sitting) {}

func after1(c *sitting.Case) after.Result { return after.Plan(c, after.Day{From: c.Until}) }

func kinds(r after.Result) []string {
	list := []string{}
	for _, s := range r.Aftercare.Steps {
		list = append(list, string(s.Kind))
	}
	return list
}

func told(kind face.ConditionKind, on string) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) {
		k := face.Condition{Kind: kind}
		if on != "" {
			var d day.Date
			_ = d.UnmarshalText([]byte(on))
			k.On = d
		}
		s.Client.Conditions = append(s.Client.Conditions, k)
	}
}

func TestTheMoistureOfTheNightFollowsTheSkin(t *testing.T) {
	skin := func(oil, water int) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(oil), Water: P(water)},
				face.Cheeks: {Oil: P(oil), Water: P(water)}}
		}
	}
	for name, c := range map[string]struct {
		change func(*sitting.Sitting)
		want   string
	}{
		"gel for oily":        {skin(3, 2), "moisturiser_gel"},
		"a light one between": {skin(1, 2), "moisturiser_lotion"},
		"cream for dry":       {skin(0, 1), "moisturiser_cream"},
		"richer in cold air": {func(s *sitting.Sitting) { skin(1, 2)(s); s.Day.Air.TempC = P(4.0) },
			"moisturiser_cream"},
		"no richer in cool air": {func(s *sitting.Sitting) { skin(1, 2)(s); s.Day.Air.TempC = P(5.0) },
			"moisturiser_lotion"},
		"rich for dry skin without water": {func(s *sitting.Sitting) {
			skin(0, 0)(s)
			s.Kit.Find("rich").Weight = 5
		}, "moisturiser_rich"},
		"no richer in air that is just damp enough": {func(s *sitting.Sitting) {
			skin(1, 2)(s)
			s.Day.Air.Humidity = P(0.35)
		}, "moisturiser_lotion"},
		"richer in dry air": {func(s *sitting.Sitting) { skin(1, 2)(s); s.Day.Air.Humidity = P(0.2) },
			"moisturiser_cream"},
	} {
		if got := kinds(after1(night(t, c.change))); !slices.Contains(got, c.want) {
			t.Errorf("%s: %q", name, got)
		}
	}
	parched := kinds(after1(night(t, skin(0, 0))))
	if i := slices.Index(parched, "face_oil"); i < slices.Index(parched, "moisturiser_rich") {
		t.Errorf("oil comes last where skin is parched: %q", parched)
	}
}

func TestOneActiveANightAndOnlyOnCalmSkin(t *testing.T) {
	active := func(change func(*sitting.Sitting)) []string {
		return slices.DeleteFunc(kinds(after1(night(t, change))), func(k string) bool {
			return k != "acid_toner" && k != "retinoid" && k != "enzyme_polish" && k != "scrub"
		})
	}
	for name, c := range map[string]struct {
		change func(*sitting.Sitting)
		want   []string
	}{
		"a gentle polish where nothing speaks against it": {plain, []string{"enzyme_polish"}},
		"the client's own retinoid, on its night":         {told("retinoid", "2027-06-17"), []string{"retinoid"}},
		"not two nights running":                          {told("retinoid", "2027-06-18"), nil},
		"none within three days of the last":              {told("exfoliated", "2027-06-17"), nil},
		"again on the third day": {told("exfoliated", "2027-06-16"),
			[]string{"enzyme_polish"}},
		"none on sensitive skin": {func(s *sitting.Sitting) { s.Client.Sensitivity = 2 }, nil},
		"none on redness":        {told("irritated", ""), nil},
		"none with rosacea":      {told("rosacea", ""), nil},
		"none after a peel":      {told("peel_light", "2027-06-15"), nil},
		"no retinoid in pregnancy": {func(s *sitting.Sitting) {
			told("retinoid", "2027-06-10")(s)
			told("pregnant", "")(s)
			Drop(s, "polish", "acid")
		}, nil},
		"none that neither routine nor method asks for": {func(s *sitting.Sitting) {
			s.Method["night_exfoliant"] = "routine_only"
		}, nil},
	} {
		if got := active(c.change); !slices.Equal(got, c.want) && len(got)+len(c.want) > 0 {
			t.Errorf("%s: %q, want %q", name, got, c.want)
		}
	}
	c := night(t, plain)
	if got := after.Plan(c, after.Day{From: c.Until, Sunned: true}); slices.Contains(kinds(got), "enzyme_polish") {
		t.Error("none after more sun than the budget")
	}
}

func TestTargetedCareGoesOnlyWhereTheMarkIs(t *testing.T) {
	r := after1(night(t, func(s *sitting.Sitting) {
		s.Client.Zones[face.Chin] = face.Grades{Oil: P(2), Water: P(2), Marks: []face.Mark{"breakout"}}
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(2), Marks: []face.Mark{"pigment"}}
	}))
	for _, s := range r.Aftercare.Steps {
		if s.Kind == "spot_patch" && !slices.Equal(s.Zones, []face.Zone{face.Chin}) || s.Product == "bright" &&
			!slices.Equal(s.Zones, []face.Zone{face.Cheeks}) {
			t.Errorf("%s on %v", s.Product, s.Zones)
		}
	}
	if got := kinds(r); !slices.Contains(got, "spot_patch") || slices.Index(got, "spot_patch") < slices.Index(got,
		"moisturiser_lotion") {
		t.Errorf("%q", got)
	}
}

func TestASerumForTwoMarksGoesOnBothInOneStep(t *testing.T) {
	r := after1(night(t, func(s *sitting.Sitting) {
		s.Kit[slices.IndexFunc(s.Kit, func(p kit.Product) bool { return p.ID == "bright" })].Actives =
			map[string]float64{"niacinamide": 5}
		s.Client.Zones[face.Chin] = face.Grades{Oil: P(2), Water: P(2), Marks: []face.Mark{"breakout"}}
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(2), Marks: []face.Mark{"pigment"}}
	}))
	var on [][]face.Zone
	for _, s := range r.Aftercare.Steps {
		if s.Product == "bright" {
			on = append(on, s.Zones)
		}
	}
	if len(on) != 1 || !slices.Equal(on[0], []face.Zone{face.Chin, face.Cheeks}) {
		t.Errorf("on %v", on)
	}
}

func TestALeanNightLaysOneSerumAZoneTheTargetedOneWhereTheMarkIs(t *testing.T) {
	r := after1(night(t, func(s *sitting.Sitting) {
		delete(s.Method, "night_layers")
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(2), Marks: []face.Mark{"pigment"}}
	}))
	var serums [face.N]string
	for _, s := range r.Aftercare.Steps {
		if s.Kind != "serum" {
			continue
		}
		for _, z := range s.Zones {
			if serums[z] != "" {
				t.Errorf("%s and %s on %s", serums[z], s.Product, z)
			}
			serums[z] = s.Product
		}
	}
	if serums[face.Cheeks] != "bright" || serums[face.Forehead] == "" || serums[face.Forehead] == "bright" {
		t.Errorf("cheeks %q, forehead %q", serums[face.Cheeks], serums[face.Forehead])
	}
}

func TestNoSunscreenAtNightAndTheCardSaysWhenToSeeSomebody(t *testing.T) {
	r := after1(night(t, plain))
	if slices.Contains(kinds(r), "sunscreen") {
		t.Error("sunscreen at night")
	}
	card := strings.Join(r.Aftercare.Card, " ")
	for _, want := range []string{"Tonight", "Tomorrow", "emergency number", "pharmacist or doctor", "Labels"} {
		if !strings.Contains(card, want) {
			t.Errorf("the card does not say %q", want)
		}
	}
	if len(r.Aftercare.Tomorrow) == 0 {
		t.Error("nothing for tomorrow")
	}
	last := time.Time{}
	c := night(t, plain)
	for _, s := range r.Aftercare.Steps {
		at, _ := s.Start.In(c.Loc)
		if at.Before(last) {
			t.Errorf("%s starts before the step before it", s.ID)
		}
		last = at
	}
}

func TestEveryAftercareRuleFiresWhereItIsMetAndNotWhereItIsNot(t *testing.T) {
	step := func(id, product string, zones ...face.Zone) stack.Step {
		act := act.Act("apply")
		if product == "scrub" || product == "polish" {
			act = "treat"
		}
		return stack.Step{ID: id, Act: act, Product: product, Zones: zones, Start: At(t, "23:00"), How: "pat"}
	}
	rinse := stack.Step{ID: "w", Act: "neutralise", Zones: []face.Zone{face.Cheeks}, Start: At(t, "23:01")}
	sore := func(s *sitting.Sitting) {
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(2), Marks: []face.Mark{"breakout"}}
	}
	twice := func(s *sitting.Sitting) {
		told("exfoliated", "2027-06-13")(s)
		told("exfoliated", "2027-06-15")(s)
	}
	leaveChin := func(s *sitting.Sitting) { s.Client.Zones[face.Chin] = face.Grades{Today: face.Leave} }
	dark := func(s *sitting.Sitting) {
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(2), Marks: []face.Mark{face.Pigment}}
	}
	born := func(on string) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) { s.Client.Born, s.Client.Guardian = On(t, on), true }
	}
	stays := func(seconds int) []stack.Step {
		s := step("m", "mask", face.Cheeks)
		s.Act, s.Kind, s.ContactS = act.Treat, act.Detail(kit.MaskHydrating), seconds
		return []stack.Step{s}
	}
	wash := rinse
	wash.Act = act.Rinse
	first := func(a act.Act) stack.Step {
		return stack.Step{ID: "w", Act: a, Zones: []face.Zone{0}, Start: At(t, "23:01")}
	}
	byDay := func(s *sitting.Sitting) { s.Day.LeavesAt = At(t, "18:00") }
	weak := func(s *sitting.Sitting) {
		s.Kit[slices.IndexFunc(s.Kit, func(p kit.Product) bool { return p.ID == "spf" })].SPF = 20
	}
	weakByDay := func(s *sitting.Sitting) { weak(s); byDay(s) }
	for _, c := range []struct {
		name     string
		rule     rules.ID
		change   func(*sitting.Sitting)
		steps    []stack.Step
		fires    bool
		severity rules.Severity
	}{
		{"a scrub on a breakout", "scrub-on-sore", sore, []stack.Step{step("a", "scrub", face.Cheeks)}, true, "stop"},
		{"a scrub beside it", "scrub-on-sore", sore, []stack.Step{step("a", "scrub", face.Jaw)}, false, ""},
		{"acid and retinoid", "two-actives", plain, []stack.Step{step("a", "acid", face.Cheeks), rinse,
			step("b", "reti", face.Cheeks)}, true, "stop"},
		{"retinoid alone", "two-actives", plain, []stack.Step{step("b", "reti", face.Cheeks)}, false, ""},
		{"a polish two days after the last", "too-often", told("exfoliated", "2027-06-17"),
			[]stack.Step{step("a", "polish", face.Cheeks)}, true, "caution"},
		{"an acid two days after the last", "too-often", told("exfoliated", "2027-06-17"),
			[]stack.Step{step("a", "acid", face.Cheeks), rinse}, true, "caution"},
		{"a polish three days after", "too-often", told("exfoliated", "2027-06-16"),
			[]stack.Step{step("a", "polish", face.Cheeks)}, false, ""},
		{"a third scrub in a week", "too-often", twice, []stack.Step{step("a", "scrub", face.Cheeks)}, true, "caution"},
		{"an acid left on", "not-neutralised", plain, []stack.Step{step("a", "acid", face.Cheeks)}, true, "caution"},
		{"an acid rinsed", "not-neutralised", plain, []stack.Step{step("a", "acid", face.Cheeks), rinse}, false, ""},
		{"sunscreen", "spf-after-dark", plain, []stack.Step{step("a", "spf", face.Cheeks)}, true, "note"},
		{"no sunscreen", "spf-after-dark", plain, []stack.Step{step("a", "lotion", face.Cheeks)}, false, ""},
		{"retinoid in pregnancy", "pregnancy", told("pregnant", ""), []stack.Step{step("a", "reti", face.Cheeks)},
			true, "stop"},
		{"acid within isotretinoin", "isotretinoin", told("isotretinoin", "2027-03-01"),
			[]stack.Step{step("a", "acid", face.Cheeks), rinse}, true, "stop"},
		{"a chin that was to be left alone", "leave-alone", leaveChin,
			[]stack.Step{step("a", "lotion", face.Chin)}, true, "stop"},
		{"a jaw beside it", "leave-alone", leaveChin, []stack.Step{step("a", "lotion", face.Jaw)}, false, ""},
		{"a retinoid on a child", "minor", born("2015-06-19"), []stack.Step{step("a", "reti", face.Cheeks)}, true,
			"caution"},
		{"lotion on a child", "minor", born("2015-06-19"), []stack.Step{step("a", "lotion", face.Cheeks)}, false, ""},
		{"a mask left on for longer than it says", "contact-too-long", plain, stays(601), true, "stop"},
		{"a mask left on for as long as it says", "contact-too-long", plain, stays(600), false, ""},
		{"a mask taken off before its time", "contact-too-short", plain, stays(299), true, "caution"},
		{"a mask left on for its time", "contact-too-short", plain, stays(300), false, ""},
		{"a serum over a cream", "thick-before-thin", plain, []stack.Step{step("a", "cream", face.Cheeks),
			step("b", "bright", face.Cheeks)}, true, "caution"},
		{"a serum under a cream", "thick-before-thin", plain, []stack.Step{step("b", "bright", face.Cheeks),
			step("a", "cream", face.Cheeks)}, false, ""},
		{"a serum beside a cream", "thick-before-thin", plain, []stack.Step{step("a", "cream", face.Jaw),
			step("b", "bright", face.Cheeks)}, false, ""},
		{"a brightener where nothing is dark", "off-its-mark", plain, []stack.Step{step("b", "bright", face.Cheeks)},
			true, "note"},
		{"a brightener on a dark mark", "off-its-mark", dark, []stack.Step{step("b", "bright", face.Cheeks)}, false,
			""},
		{"an acid neutralised wherever it is", "not-neutralised", plain, []stack.Step{step("a", "acid", face.Cheeks,
			face.Jaw), {ID: "w", Act: act.Neutralise, Start: At(t, "23:01")}}, false, ""},
		{"an acid rinsed beside it", "not-neutralised", plain, []stack.Step{step("a", "acid", face.Cheeks, face.Jaw),
			rinse}, true, "caution"},
		{"an acid rinsed under a cream", "not-neutralised", plain, []stack.Step{step("a", "acid", face.Cheeks),
			step("b", "cream", face.Cheeks), rinse}, true, "caution"},
		{"a polish left on", "not-rinsed", plain, []stack.Step{step("a", "polish", face.Cheeks)}, true, "note"},
		{"a polish rinsed", "not-rinsed", plain, []stack.Step{step("a", "polish", face.Cheeks), wash}, false, ""},
		{"a cream twice", "needless", plain, []stack.Step{step("a", "cream", face.Cheeks),
			step("b", "cream", face.Cheeks)}, true, "note"},
		{"a cream on one zone and on another", "needless", plain, []stack.Step{step("a", "cream", face.Cheeks),
			step("b", "cream", face.Cheeks, face.Jaw)}, false, ""},
		{"a cream over a lotion", "needless", plain, []stack.Step{step("a", "lotion", face.Cheeks),
			step("b", "cream", face.Cheeks)}, true, "note"},
		{"her own cream over a lotion", "needless", habits(face.Habit{Kind: "moisturiser_cream"}),
			[]stack.Step{step("a", "lotion", face.Cheeks), step("b", "cream", face.Cheeks)}, false, ""},
		{"a rinse of nothing", "needless", plain, []stack.Step{step("a", "lotion", face.Cheeks), rinse}, true, "note"},
		{"water for an acid on the first zone there is", "needless", plain,
			[]stack.Step{step("a", "acid", face.Zone(0)), first(act.Neutralise)}, false, ""},
		{"water for a polish on the first zone there is", "needless", plain,
			[]stack.Step{step("a", "polish", face.Zone(0)), first(act.Rinse)}, false, ""},
		{"a rinse of a polish", "needless", plain, []stack.Step{step("a", "polish", face.Cheeks), wash}, false, ""},
		{"her toner that nobody laid", "method-not-met", habits(face.Habit{Kind: "toner"}), nil, true, "note"},
		{"her toner", "method-not-met", habits(face.Habit{Kind: "toner"}),
			[]stack.Step{step("a", "toner", face.Cheeks)}, false, ""},
		{"out by day without sunscreen", "spf-missing", byDay, []stack.Step{step("a", "cream", face.Cheeks)}, true,
			"note"},
		{"out by day with sunscreen", "spf-missing", byDay, []stack.Step{step("a", "spf", face.Cheeks)}, false, ""},
		{"a weak factor out by day", "spf-low", weakByDay, []stack.Step{step("a", "spf", face.Cheeks)}, true,
			"caution"},
		{"a weak factor at night", "spf-low", weak, []stack.Step{step("a", "spf", face.Cheeks)}, false, ""},
		{"a mask does not count as stripping now", "strips-before-makeup", plain,
			[]stack.Step{step("a", "acid", face.Cheeks), rinse}, false, ""},
	} {
		cs := night(t, c.change)
		found := Found(after.Evaluate(cs, after.Day{From: cs.Until}, c.steps).Findings, c.rule)
		if (len(found) > 0) != c.fires {
			t.Errorf("%s: %s fires %t, want %t", c.name, c.rule, len(found) > 0, c.fires)
			continue
		}
		if c.fires && found[0].Severity != c.severity {
			t.Errorf("%s: a %s, want a %s", c.name, found[0].Severity, c.severity)
		}
	}
	// left-on: with removal
	tried := []rules.ID{"scrub-on-sore", "two-actives", "too-often", "not-neutralised", "spf-after-dark", "left-on"}
	for _, r := range rules.All(say.English) {
		if r.Phase == "aftercare" && !slices.Contains(tried, r.ID) {
			t.Errorf("%s is not tried", r.ID)
		}
	}
}

func TestAPlannedNightMeetsNothingButNotes(t *testing.T) {
	for _, k := range []face.ConditionKind{"isotretinoin", "retinoid", "rosacea", "eczema", "pregnant", "asthma",
		"sunburn",
		"injectables", "laser", "exfoliated", "irritated"} {
		for _, f := range after1(night(t, told(k, ""))).Findings {
			if f.Severity != rules.Note {
				t.Errorf("%s: %s", k, Rules([]rules.Finding{f}))
			}
		}
	}
}

func TestAnAcidIsLaidAndLeftAndAPolishIsRubbedAndRinsed(t *testing.T) {
	for _, c := range []struct {
		drop, product string
		act           act.Act
	}{{"polish", "acid", act.Apply}, {"acid", "polish", act.Treat}} {
		steps := after1(night(t, func(s *sitting.Sitting) { Drop(s, c.drop, "reti", "scrub") })).Aftercare.Steps
		i := slices.IndexFunc(steps, func(s stack.Step) bool { return s.Product == c.product })
		if i < 0 {
			t.Fatalf("no %s in %+v", c.product, steps)
		}
		rinsed := i+1 < len(steps) && steps[i+1].Act == act.Rinse
		if steps[i].Act != c.act || rinsed != (c.act == act.Treat) || steps[i].Grams == 0 {
			t.Errorf("%s: %s of %v g, rinsed %t", c.product, steps[i].Act, steps[i].Grams, rinsed)
		}
	}
}

func TestTheGramsOfAStepByHandAreThoseOfItsFilm(t *testing.T) {
	c := night(t, plain)
	film := map[face.Zone]doc.Num{face.Cheeks: 1}
	for want, s := range map[doc.Num]stack.Step{
		doc.Num(c.Grams(film)): {ID: "a", Act: act.Apply, Product: "bright", Zones: []face.Zone{face.Cheeks},
			Film: film},
		0.4: {ID: "b", Act: act.Apply, Product: "bright", Zones: []face.Zone{face.Cheeks},
			Grams: 0.4},
	} {
		got := after.Evaluate(c, after.Day{From: c.Until}, []stack.Step{s}).Aftercare.Steps[0].Grams
		if d := got - want; d > 1e-3 || d < -1e-3 || got == 0 {
			t.Errorf("%s: %v g, want %v", s.ID, got, want)
		}
	}
}

func TestALashSerumIsTheClientsOwnAndNeverAtExtensions(t *testing.T) {
	own := func(s *sitting.Sitting) { s.Client.Routine = []face.Habit{{Kind: "lash_serum"}} }
	extensions := func(s *sitting.Sitting) { own(s); s.Client.Wears = []face.Wear{face.LashExtensions} }
	bald := func(s *sitting.Sitting) { own(s); s.Client.Without = []face.Hair{face.Lashes} }
	expecting := func(s *sitting.Sitting) { own(s); told("pregnant", "")(s) }
	young := func(s *sitting.Sitting) { own(s); s.Client.Born, s.Client.Guardian = On(t, "2012-01-01"), true }
	for name, c := range map[string]struct {
		change func(*sitting.Sitting)
		want   bool
	}{"her own": {own, true}, "nobody's": {plain, false}, "extensions": {extensions, false}, "no lashes": {bald, false},
		"pregnant": {expecting, false}, "under eighteen": {young, false}} {
		r := after1(night(t, c.change))
		i := slices.IndexFunc(r.Aftercare.Steps, func(s stack.Step) bool { return s.Kind == "lash_serum" })
		if (i >= 0) != c.want {
			t.Errorf("%s: %q", name, kinds(r))
		}
		if i >= 0 && (r.Aftercare.Steps[i].Grams != 0.03 ||
			!slices.Equal(r.Aftercare.Steps[i].Zones, []face.Zone{face.Eyelids})) {
			t.Errorf("%s: %+v", name, r.Aftercare.Steps[i])
		}
	}
}

func TestTheCalmingSerumIsNoAcidNoRetinoidAndNothingNew(t *testing.T) {
	for name, p := range map[string]kit.Product{
		"acid":     {Actives: map[string]float64{"lactic": 1}},
		"retinoid": {Actives: map[string]float64{"retinol": 0.1}},
		"new":      {Actives: map[string]float64{"panthenol": 2}, FirstUse: true},
		"vitamin":  {Actives: map[string]float64{"vitamin_c": 5}},
	} {
		r := after1(night(t, func(s *sitting.Sitting) {
			p.ID, p.Name, p.Kind, p.Base = "first", "First", kit.Serum, kit.BaseWater
			s.Kit = append(kit.Kit{p}, s.Kit...)
		}))
		for _, s := range r.Aftercare.Steps {
			if s.Product == "first" {
				t.Errorf("%s: %s on %v", name, s.Product, s.Zones)
			}
		}
	}
}

func TestATargetedAcidKeepsOffARetinoidAnExfoliationAndRestlessSkin(t *testing.T) {
	broken := func(also ...func(*sitting.Sitting)) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "clear", Name: "Clear", Kind: kit.Serum, Base: kit.BaseWater,
				Actives: map[string]float64{"salicylic": 1}})
			s.Client.Zones[face.Chin] = face.Grades{Oil: P(2), Water: P(2), Marks: []face.Mark{face.Breakout}}
			s.Method["night_layers"], s.Method["night_exfoliant"] = "lean", "routine_only"
			for _, change := range also {
				change(s)
			}
		}
	}
	for name, c := range map[string]struct {
		change func(*sitting.Sitting)
		want   bool
	}{
		"on its mark":               {broken(), true},
		"a retinoid tonight":        {broken(told(face.Retinoid, "2027-06-10")), false},
		"exfoliated yesterday":      {broken(told(face.Exfoliated, "2027-06-18")), false},
		"exfoliated three days ago": {broken(told(face.Exfoliated, "2027-06-16")), true},
		"with rosacea elsewhere":    {broken(told(face.Rosacea, "")), false},
	} {
		r := after1(night(t, c.change))
		laid := slices.ContainsFunc(r.Aftercare.Steps, func(s stack.Step) bool { return s.Product == "clear" })
		if laid != c.want {
			t.Errorf("%s: %v, steps %q", name, laid, kinds(r))
		}
	}
}
