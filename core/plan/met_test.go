package plan_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

// doing is one step of one product on one zone, in whichever phase.
type doing struct {
	s    *sitting.Sitting
	p    *kit.Product
	zone face.Zone
	how  act.How
}

// acts is how a product is put to use in each phase by hand.
var acts = map[rules.Phase]struct {
	part plan.Part
	kind kit.Kind
	act  act.Act
}{
	rules.Prep:      {plan.Prep, kit.MoisturiserLotion, act.Apply},
	rules.Wear:      {plan.TouchUps, kit.SPFFluid, act.Apply},
	rules.Lift:      {plan.Removal, kit.GelCleanser, act.Massage},
	rules.Aftercare: {plan.Night, kit.MoisturiserLotion, act.Apply},
}

// found is the findings of a rule in a phase that a step by hand meets.
func found(t *testing.T, phase rules.Phase, rule rules.ID, change func(d *doing)) []rules.Finding {
	t.Helper()
	how := acts[phase]
	d := doing{zone: face.Cheeks, how: act.Pat}
	s := With(t, func(s *sitting.Sitting) {
		d.s, d.p = s, &kit.Product{ID: "x", Name: "X", Kind: how.kind, Base: "emulsion", Weight: 2, EyeSafe: true,
			SPF: 50, BroadSpectrum: true, Filters: "organic", PackG: 50}
		if how.kind != kit.SPFFluid {
			d.p.SPF, d.p.BroadSpectrum, d.p.Filters = 0, false, ""
		}
		s.Day.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: day.InSun}}
		change(&d)
		Add(s, *d.p)
	})
	step := stack.Step{ID: "x", Act: how.act, Kind: act.Detail(d.p.Kind), Product: "x", How: d.how, HandsS: 30,
		ContactS: 45, Zones: []face.Zone{d.zone}, Grams: 0.3}
	made := plan.Made{}
	switch phase {
	case rules.Wear:
		made.TouchUps = []wear.TouchUp{{ID: "t1", At: At(t, "12:30"), Zones: []string{d.zone.String()},
			Steps: []wear.TouchStep{{ID: "t1.1", Act: act.Apply, Product: "x", Coats: 1, How: d.how,
				Zones: []string{d.zone.String()}}}}}
	case rules.Prep:
		step.Start, step.ContactS, step.Film = At(t, "09:10"), 0, map[face.Zone]doc.Num{d.zone: 0.5}
		made.Steps = []stack.Step{step}
	case rules.Lift:
		step.Start, made.Steps = At(t, "17:31"), nil
		made.Steps = []stack.Step{step}
	default:
		step.Start, step.ContactS = At(t, "17:50"), 0
		made.Steps = []stack.Step{step}
	}
	return slices.DeleteFunc(Found(plan.With(s, plan.Hand{how.part: made}).Findings, rule),
		func(f rules.Finding) bool { return f.Phase != phase })
}

func TestWhatSpeaksAgainstAProductOrItsUseIsFoundInEveryPhaseAndOnlyWhereItIsMet(t *testing.T) {
	nothing := func(*doing) {}
	marks := func(m ...face.Mark) func(d *doing) {
		return func(d *doing) { d.s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(2), Marks: m} }
	}
	had := func(kind face.ConditionKind, on string) func(d *doing) {
		return func(d *doing) {
			c := face.Condition{Kind: kind}
			if on != "" {
				c.On = On(t, on)
			}
			d.s.Client.Conditions = []face.Condition{c}
		}
	}
	both := func(list ...func(d *doing)) func(d *doing) {
		return func(d *doing) {
			for _, f := range list {
				f(d)
			}
		}
	}
	tagged := func(tags ...string) func(d *doing) { return func(d *doing) { d.p.Tags = tags } }
	on := func(z face.Zone, how act.How) func(d *doing) { return func(d *doing) { d.zone, d.how = z, how } }
	screens := func(d *doing) { d.p.Kind, d.p.SPF, d.p.BroadSpectrum, d.p.Filters = kit.Sunscreen, 50, true, "organic" }
	serum := func(d *doing) { d.p.Kind, d.p.Actives = kit.Serum, map[string]float64{"vitamin_c": 10} }
	all, acid := rules.Phases(), map[string]float64{"salicylic": 2}
	for _, k := range []struct {
		rule     rules.ID
		met, not func(d *doing)
		in       []rules.Phase
	}{
		{rules.Allergen, both(tagged("lanolin"), func(d *doing) { d.s.Client.Allergies = []string{"lanolin"} }),
			tagged("lanolin"), all},
		{rules.Disliked, both(tagged("lanolin"), func(d *doing) { d.s.Client.Dislikes = []string{"lanolin"} }),
			tagged("lanolin"), all},
		{rules.Stung, func(d *doing) { d.s.Client.Learned.Never = []string{"x"} },
			func(d *doing) { d.s.Client.Learned.Never = []string{"y"} }, all},
		{rules.OutOfDate, func(d *doing) { d.p.ExpiresOn = On(t, "2027-06-01") },
			func(d *doing) { d.p.ExpiresOn = On(t, "2027-12-01") }, all},
		{rules.NotEyeSafe, both(on(face.UnderEyes, act.Pat), func(d *doing) { d.p.EyeSafe = false }),
			on(face.UnderEyes, act.Pat), all},
		{rules.PatchTest, func(d *doing) { d.p.FirstUse, d.s.Client.Sensitivity = true, 2 },
			func(d *doing) { d.p.FirstUse, d.s.Client.Sensitivity = false, 2 }, all},
		{rules.BrokenSkin, marks(face.Broken), nothing, all},
		{rules.Contagious, marks(face.ColdSore), nothing, all},
		{rules.Presses, both(had(face.Filler, "2027-06-18"), on(face.Cheeks, act.Press)),
			both(had(face.Filler, "2027-06-18"), on(face.Cheeks, act.Pat)), []rules.Phase{rules.Prep, rules.Aftercare}},
		{rules.Presses, had(face.Filler, "2027-06-18"), had(face.Filler, "2027-06-15"), []rules.Phase{rules.Wear}},
		{rules.RecentProcedure, had(face.PeelMedium, "2027-06-17"), had(face.PeelMedium, "2027-04-01"), all},
		{rules.Rosacea, both(had(face.Rosacea, ""), tagged("fragrance")), tagged("fragrance"), all},
		{rules.Eczema, both(had(face.Eczema, ""), tagged("fragrance")), tagged("fragrance"), all},
		{rules.Psoriasis, both(had(face.Psoriasis, ""), on(face.Cheeks, act.Massaged)), had(face.Psoriasis, ""),
			[]rules.Phase{rules.Prep, rules.Aftercare}},
		{rules.Psoriasis, both(had(face.Psoriasis, ""), func(d *doing) { d.p.Kind = kit.Mitt }),
			had(face.Psoriasis, ""), []rules.Phase{rules.Lift}},
		{rules.OilOnExtensions, both(on(face.Eyelids, act.Pat), func(d *doing) {
			d.p.Base, d.s.Client.Wears = "oil", []face.Wear{face.LashExtensions}
		}), both(on(face.Eyelids, act.Pat), func(d *doing) { d.p.Base = "oil" }), all},
		{rules.TooRich, func(d *doing) {
			d.p.Kind, d.p.Weight = kit.MoisturiserRich, 5
			d.s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(3), Water: P(2)}
		}, func(d *doing) {
			d.p.Kind, d.p.Weight = kit.MoisturiserRich, 5
			d.s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(0), Water: P(2)}
		}, []rules.Phase{rules.Prep, rules.Aftercare}},
		{rules.UnderEyeHeavy, both(on(face.UnderEyes, act.Pat), func(d *doing) {
			d.p.Kind, d.p.Weight = kit.MoisturiserRich, 5
		}), both(on(face.Cheeks, act.Pat), func(d *doing) { d.p.Kind, d.p.Weight = kit.MoisturiserRich, 5 }),
			[]rules.Phase{rules.Prep, rules.Aftercare}},
		{rules.OffItsMark, serum, both(serum, marks(face.Pigment)), []rules.Phase{rules.Prep, rules.Wear,
			rules.Aftercare}},
		{rules.RecentRetinoid, both(had(face.Retinoid, "2027-06-18"), func(d *doing) { d.p.Kind = kit.Scrub }),
			func(d *doing) { d.p.Kind = kit.Scrub }, all},
		{rules.SPFLow, both(screens, func(d *doing) { d.p.SPF = 20 }), screens, []rules.Phase{rules.Prep, rules.Wear}},
		{rules.Photosensitised, both(screens, had(face.Photosensitive, ""), func(d *doing) { d.p.SPF = 30 }),
			both(screens, had(face.Photosensitive, "")), []rules.Phase{rules.Wear}},
		{rules.WhiteCast, func(d *doing) { d.p.WhiteCast, d.s.Client.Phototype = 3, 6 },
			func(d *doing) { d.p.WhiteCast, d.s.Client.Phototype = 3, 2 }, []rules.Phase{rules.Wear}},
		{rules.Flashback, func(d *doing) { d.p.WhiteCast, d.s.Day.Segments[0].Flash = 3, true },
			func(d *doing) { d.p.WhiteCast = 3 }, []rules.Phase{rules.Wear}},
		{rules.RunsOut, func(d *doing) { d.p.RemainingG = P(0.01) }, func(d *doing) { d.p.RemainingG = P(9.0) }, all},
		{rules.Sunburnt, both(marks(face.Sunburn), func(d *doing) { d.p.Actives = acid }), marks(face.Sunburn),
			[]rules.Phase{rules.Lift, rules.Aftercare}},
		{rules.Sunburnt, both(marks(face.Sunburn), func(d *doing) { d.p.Actives = acid }), marks(face.Sunburn),
			[]rules.Phase{rules.Wear}},
		{rules.Infant, both(screens, func(d *doing) { d.s.Client.Born = On(t, "2027-03-01") }),
			both(screens, func(d *doing) { d.s.Client.Born = On(t, "2025-03-01") }), all},
		{rules.AllergyUnknown, func(d *doing) { d.s.Client.Allergies = []string{"zorbium"} }, nothing,
			all},
		{rules.MattifiesDry, both(marks(face.Flaky), func(d *doing) {
			d.p.Kind = kit.PrimerMattifying
		}), func(d *doing) {
			d.p.Kind = kit.PrimerMattifying
			d.s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(3), Water: P(2)}
		}, all},
		{rules.ScrubOnSore, both(marks(face.Irritated), func(d *doing) { d.p.Kind = kit.Scrub }),
			func(d *doing) { d.p.Kind = kit.Scrub }, all},
		{rules.OnLashLine, both(on(face.Eyelids, act.Tap), func(d *doing) { d.p.Kind = kit.EyeCream }),
			both(on(face.UnderEyes, act.Tap), func(d *doing) { d.p.Kind = kit.EyeCream }), all},
		{rules.Minor, func(d *doing) { d.s.Client.Born = On(t, "2015-01-01") },
			func(d *doing) { d.s.Client.Born = On(t, "1990-01-01") }, []rules.Phase{rules.Prep}},
		{rules.Minor, func(d *doing) { d.s.Client.Born, d.p.Actives = On(t, "2017-01-01"), acid },
			func(d *doing) { d.s.Client.Born, d.p.Actives = On(t, "1990-01-01"), acid }, all[1:]},
		{rules.TooOften, both(had(face.Exfoliated, "2027-06-17"), func(d *doing) { d.p.Kind = kit.Scrub }),
			func(d *doing) { d.p.Kind = kit.Scrub }, all},
	} {
		for _, phase := range k.in {
			if got := found(t, phase, k.rule, k.met); len(got) == 0 {
				t.Errorf("%s is not found in %s", k.rule, phase)
			}
			if got := found(t, phase, k.rule, k.not); len(got) > 0 {
				t.Errorf("%s is found in %s without cause: %s", k.rule, phase, got[0].Say)
			}
		}
	}
}

func TestWhatTheMorningTookIsNotThereForRemovalAndNight(t *testing.T) {
	used := func(p *plan.Plan, part plan.Part, product string) (grams float64) {
		for _, s := range p.StepsOf(part) {
			if s.Product == product {
				grams += float64(s.Grams)
			}
		}
		return grams
	}
	for product, part := range map[string]plan.Part{"lotion": plan.Night, "micellar": plan.Removal} {
		with := func(left float64) *sitting.Sitting {
			return With(t, func(s *sitting.Sitting) {
				Add(s, kit.Product{ID: "wash", Name: "Wash", Kind: "cream_cleanser", Base: "emulsion", PackG: 50,
					Price: 90, EyeSafe: true})
				s.Method["check_with_micellar"] = "yes"
				s.Kit.Find(product).RemainingG = P(left)
			})
		}
		free := plan.Make(with(90))
		morning, later := used(free, plan.Prep, product), used(free, part, product)
		if morning == 0 || later == 0 {
			t.Fatalf("%s: %g g in the morning, %g g later", product, morning, later)
		}
		s := with(max(morning, later) + min(morning, later)/2)
		p := plan.Make(s)
		if f := Found(p.Findings, rules.RunsOut); len(f) > 0 || used(p, part, product) >= later {
			t.Errorf("%s: %g g of it later; %s", product, used(p, part, product), Rules(f))
		}
		byHand := plan.With(s, plan.Hand{part: {Steps: free.StepsOf(part)}})
		f := slices.DeleteFunc(Found(byHand.Findings, rules.RunsOut),
			func(f rules.Finding) bool { return f.Phase == rules.Prep })
		if len(f) != 1 || f[0].Step == "" {
			t.Errorf("%s by hand: %s", product, Rules(byHand.Findings))
		}
	}
}

func TestASheetSaysWhatIsNotPressedOnSkinInjectedTheDayBefore(t *testing.T) {
	said := func(on string, kinds ...kit.Kind) (cleanse, coat string, p *plan.Plan) {
		p = plan.Make(With(t, func(s *sitting.Sitting) {
			s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind.Of().Group == kit.Over })
			for _, k := range kinds {
				name := map[kit.Kind]string{"spf_mist": "Haze", "spf_fluid": "Veil"}[k]
				Add(s, kit.Product{ID: string(k), Name: name, Kind: k, Base: "water", SPF: 30, BroadSpectrum: true})
			}
			s.Client.Conditions = []face.Condition{{Kind: face.Filler, On: On(t, on), Zone: P(face.Cheeks)}}
			s.Day.Segments = []day.Segment{{From: At(t, "11:00"), To: At(t, "16:00"), Place: day.InSun}}
		}))
		for _, s := range p.Prep.Steps {
			if s.Act == act.Cleanse {
				cleanse = s.Say
			}
		}
		for _, u := range p.Wear.TouchUps {
			for _, s := range u.Steps {
				if s.Act == act.Reapply {
					coat += s.Say
				}
			}
		}
		return cleanse, coat, p
	}
	const (
		fresh, older = "2027-06-18", "2027-06-15"
		laid         = "on cheeks, the sponge only laid on and lifted"
		alone        = "Haze on cheeks, a minute between them: 0.23 g, a pea, sprayed on a damp sponge, laid on"
		shade        = "On cheeks nothing is pressed today: shade"
	)
	for _, c := range []struct {
		on         string
		kinds      []kit.Kind
		says, less string
	}{{fresh, []kit.Kind{"spf_mist"}, laid, shade}, {fresh, []kit.Kind{"spf_fluid"}, shade, laid},
		{fresh, []kit.Kind{"spf_fluid", "spf_mist"}, alone, shade}, {older, []kit.Kind{"spf_mist"}, "the face", laid},
		{older, []kit.Kind{"spf_fluid"}, "the face", shade}} {
		cleanse, coat, p := said(c.on, c.kinds...)
		if cleanse == "" || strings.Contains(cleanse, "no pressing") != (c.on == fresh) ||
			!strings.Contains(coat, c.says) || strings.Contains(coat, c.less) {
			t.Errorf("%s, filler on %s: %s\n%s", c.kinds, c.on, cleanse, coat)
		}
		late := Found(p.Findings, rules.ReapplyTwoHours)
		if stands := c.says == shade; stands != (len(late) > 0) ||
			stands && !strings.Contains(late[0].Instead, "no mist to lay on") {
			t.Errorf("%s, filler on %s: %+v", c.kinds, c.on, late)
		}
	}
	_, _, p := said(fresh, "spf_mist")
	ups := p.Wear.TouchUps
	for i := range ups[0].Steps {
		ups[0].Steps[i].How = act.Sponge
	}
	pressed := plan.With(&p.Sitting, plan.Hand{plan.TouchUps: {TouchUps: ups}})
	if f := Found(pressed.Findings, rules.Injectables); !slices.ContainsFunc(f, func(f rules.Finding) bool {
		return f.Phase == rules.Wear && slices.Equal(f.Zones, []face.Zone{face.Cheeks})
	}) {
		t.Errorf("pressed on by hand: %s", Rules(pressed.Findings))
	}
	_, _, p = said(fresh, "spf_fluid", "spf_mist")
	for i := range p.Wear.TouchUps {
		u := &p.Wear.TouchUps[i]
		u.Steps = slices.DeleteFunc(u.Steps, func(s wear.TouchStep) bool { return s.Product == "spf_mist" })
	}
	bare := plan.With(&p.Sitting, plan.Hand{plan.TouchUps: {TouchUps: p.Wear.TouchUps}})
	f := Found(bare.Findings, rules.ReapplyTwoHours)
	if len(f) != 1 || !slices.Equal(f[0].Zones, []face.Zone{face.Cheeks}) ||
		!strings.HasPrefix(f[0].Instead, "A coat of Haze") {
		t.Errorf("no mist on the cheeks: %s", Rules(bare.Findings))
	}
}

func TestSkinThatNoMakeupLiesOnIsRenewedThoughNothingInTheKitRenewsTheBase(t *testing.T) {
	beard := face.SetOf(face.UpperLip, face.Chin, face.Jaw)
	for name, c := range map[string]struct {
		change func(*sitting.Sitting)
		more   face.Set // of the face, beside neck and ears
	}{
		"a made-up face":         {func(*sitting.Sitting) {}, 0},
		"makeup over stubble":    {func(s *sitting.Sitting) { s.Client.Beard = face.Stubble }, 0},
		"a full beard":           {func(s *sitting.Sitting) { s.Client.Beard = face.FullBeard }, beard},
		"left out where it hurt": {func(s *sitting.Sitting) { s.Client.Conditions = waxed(t) }, face.SetOf(face.Brows)},
	} {
		p := plan.Make(With(t, func(s *sitting.Sitting) {
			s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind.Of().Group == kit.Over })
			s.Day.Segments = []day.Segment{{From: At(t, "11:00"), To: At(t, "15:00"), Place: day.InSun}}
			c.change(s)
		}))
		want := c.more | face.SetOf(face.Neck, face.Ears)
		coats := 0
		for i := range p.Wear.TouchUps {
			u := &p.Wear.TouchUps[i]
			for j := range u.Steps {
				if s := &u.Steps[j]; s.Act == act.Reapply {
					if coats++; s.Product != "spf" || !slices.Equal(s.Zones, names(want)) {
						t.Errorf("%s: %s on %q", name, s.Product, s.Zones)
					}
					s.Zones = names(want &^ face.SetOf(face.Neck))
				}
			}
		}
		late := Found(p.Findings, rules.ReapplyTwoHours)
		if coats == 0 || len(late) != 1 || face.SetOf(late[0].Zones...)&want != 0 ||
			!strings.HasPrefix(late[0].Instead, "Nothing in the kit renews") {
			t.Errorf("%s: %d coats, %+v", name, coats, late)
		}
		less := plan.With(&p.Sitting, plan.Hand{plan.TouchUps: {TouchUps: p.Wear.TouchUps}})
		if !slices.ContainsFunc(Found(less.Findings, rules.ReapplyTwoHours), func(f rules.Finding) bool {
			return slices.Equal(f.Zones, []face.Zone{face.Neck}) && strings.HasPrefix(f.Instead, "A coat of Day fluid")
		}) {
			t.Errorf("%s, the neck left out: %s", name, Rules(less.Findings))
		}
	}
}

func TestUnderAClinicianCareIsPattedInPrepAndAtNightAndSaysSoOnce(t *testing.T) {
	p := plan.Make(With(t, func(s *sitting.Sitting) {
		s.Client.Conditions = []face.Condition{{Kind: face.Chemotherapy, On: On(t, "2027-05-19")}}
		s.Day.Segments = []day.Segment{{From: At(t, "10:30"), To: At(t, "15:00"), Place: day.InSun}}
	}))
	for _, s := range append(slices.Clone(p.Prep.Steps), p.Aftercare.Steps...) {
		rubbed := slices.Contains([]act.How{act.Press, act.Smooth, act.Pad, act.Sponge, act.Massaged}, s.How)
		if s.Product != "" && rubbed || strings.Contains(s.Say, "Spread") {
			t.Errorf("%s, %s: %s", s.Act, s.How, s.Say)
		}
		if strings.Contains(s.Say, "no pressing") && strings.Count(s.Say, "cheeks") > 0 {
			t.Errorf("zones are said of what holds on all of them: %s", s.Say)
		}
	}
}

func TestAFullBeardGetsTheOrdinarySunscreenWorkedInAndIsNeitherMistedNorBlotted(t *testing.T) {
	beard := []string{"upper_lip", "chin", "jaw"}
	grams := map[face.BeardKind]float64{}
	for _, kind := range []face.BeardKind{"", face.FullBeard} {
		p := plan.Make(With(t, func(s *sitting.Sitting) {
			s.Client.Beard = kind
			s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
			Add(s, kit.Product{ID: "haze", Name: "Haze", Kind: "spf_mist", Base: "water", SPF: 50, BroadSpectrum: true},
				kit.Product{ID: "paper", Name: "Paper", Kind: kit.BlottingPaper})
			s.Day.Segments = []day.Segment{{From: At(t, "11:00"), To: At(t, "15:00"), Place: day.InSun}}
		}))
		coats := 0
		for _, u := range p.Wear.TouchUps {
			for _, s := range u.Steps {
				on := slices.ContainsFunc(beard, func(z string) bool { return slices.Contains(s.Zones, z) })
				if kind == face.FullBeard && on && s.Product != "spf" {
					t.Errorf("%s on a full beard: %+v", s.Act, s)
				}
				if s.Product == "spf" {
					coats++
					grams[kind] = float64(s.Grams)
				}
				if s.Product == "spf" && strings.Contains(s.Say, "with the grain") != on {
					t.Errorf("%q", s.Say)
				}
			}
		}
		if coats == 0 {
			t.Errorf("%q: no coat of the ordinary one", kind)
		}
	}
	area := With(t, func(*sitting.Sitting) {}).Client.Areas(On(t, "2027-06-19"))
	want := grams[""] + 1.5*kit.Grams(2, area[face.UpperLip]+area[face.Chin]+area[face.Jaw])
	if got := grams[face.FullBeard]; math.Abs(got-want) > 0.002 {
		t.Errorf("%.3f g, want %.3f: half as much again in the beard", got, want)
	}
}

func TestNoZoneGetsTwoFilmsInOneCoat(t *testing.T) {
	p := plan.Make(With(t, func(s *sitting.Sitting) {
		s.Client.Beard = face.FullBeard
		Add(s, kit.Product{ID: "haze", Name: "Haze", Kind: "spf_mist", Base: "water", SPF: 30, BroadSpectrum: true})
		s.Day.Segments = []day.Segment{{From: At(t, "11:00"), To: At(t, "15:00"), Place: day.InSun}}
	}))
	coats := 0
	for _, u := range p.Wear.TouchUps {
		var on []string
		for _, s := range u.Steps {
			if s.Act == act.Reapply {
				on = append(on, s.Zones...)
				coats++
			}
		}
		slices.Sort(on)
		twice := len(slices.Compact(slices.Clone(on))) < len(on)
		if twice || slices.Contains(on, "face") && slices.Contains(on, "chin") {
			t.Errorf("%s: %q", u.ID, on)
		}
	}
	if coats < 2 {
		t.Errorf("%d coats", coats)
	}
}

func waxed(t testing.TB) []face.Condition {
	return []face.Condition{{Kind: "waxed", On: On(t, "2027-06-18"), Zone: P(face.Brows)}}
}

func names(zones face.Set) (list []string) {
	for _, z := range zones.List() {
		list = append(list, z.String())
	}
	return list
}

func TestSkinThatPrepExfoliatedIsNotExfoliatedAgainTheSameNightUnlessTheClientsOwnRoutineDoes(t *testing.T) {
	for name, c := range map[string]struct {
		change func(*sitting.Sitting)
		night  bool
	}{
		"not polished by day": {func(*sitting.Sitting) {}, true},
		"polished by day":     {func(s *sitting.Sitting) { s.Method[method.SameDayPolish] = "gentle" }, false},
		"polished, and her own by now": {func(s *sitting.Sitting) {
			s.Method[method.SameDayPolish] = "gentle"
			s.Client.Routine = []face.Habit{{Kind: string(kit.EnzymePolish), PerWeek: 7, LastOn: On(t, "2027-06-12")}}
		}, true},
	} {
		p := plan.Make(With(t, func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "balm", Name: "Balm", Kind: kit.Balm, Base: "oil", EyeSafe: true})
			s.Method[method.NightExfoliant] = method.BySkin
			s.Day.BaseAt = At(t, "10:40")
			c.change(s)
		}))
		polishes := func(s stack.Step) bool { return s.Kind == act.Detail(kit.EnzymePolish) }
		if got := slices.ContainsFunc(p.Aftercare.Steps, polishes); got != c.night {
			t.Errorf("%s: polished at night %t", name, got)
		}
		said := Found(p.Findings, rules.MethodNotMet)
		if !c.night && !slices.ContainsFunc(said, func(f rules.Finding) bool {
			return f.Method == method.NightExfoliant && strings.Contains(f.Say, "exfoliated within three days")
		}) {
			t.Errorf("%s: %s", name, Rules(said))
		}
		if !slices.ContainsFunc(p.Prep.Steps, polishes) {
			continue
		}
		again := p.Prep.Steps[slices.IndexFunc(p.Prep.Steps, polishes)]
		again.Start, again.ID = day.Local{}, "again"
		byHand := plan.With(&p.Sitting, plan.Hand{plan.Night: {Steps: []stack.Step{again}}})
		if f := Found(byHand.Findings, rules.TooOften); (len(f) > 0) == c.night {
			t.Errorf("%s, by hand: %s", name, Rules(byHand.Findings))
		}
	}
}

func TestOnlyWhatPrepExfoliatedCountsAsExfoliatedThatNight(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "balm", Name: "Balm", Kind: kit.Balm, Base: "oil", EyeSafe: true},
			kit.Product{ID: "sugar", Name: "Sugar", Kind: kit.LipScrub, Base: "oil"},
			kit.Product{ID: "enzyme", Name: "Enzyme", Kind: kit.EnzymePolish, Base: "powder"})
	})
	treat := func(product string, kind kit.Kind, on ...face.Zone) stack.Step {
		return stack.Step{ID: product, Act: act.Treat, Kind: act.Detail(kind), Product: product, Zones: on, HandsS: 60,
			Start: At(t, "09:20")}
	}
	tonight := plan.Made{Steps: []stack.Step{treat("enzyme", kit.EnzymePolish, face.Forehead, face.Nose)}}
	for name, c := range map[string]struct {
		prep stack.Step
		on   []face.Zone
	}{
		"the lips":     {treat("sugar", kit.LipScrub, face.Lips), nil},
		"the forehead": {treat("enzyme", kit.EnzymePolish, face.Forehead), []face.Zone{face.Forehead}},
	} {
		p := plan.With(s, plan.Hand{plan.Prep: {Steps: []stack.Step{c.prep}}, plan.Night: tonight})
		var on []face.Zone
		for _, f := range Found(p.Findings, rules.TooOften) {
			on = append(on, f.Zones...)
		}
		if !slices.Equal(on, c.on) {
			t.Errorf("%s polished in prep: too often on %v", name, on)
		}
		s.Method[method.NightExfoliant] = method.BySkin
		planned := plan.With(s, plan.Hand{plan.Prep: {Steps: []stack.Step{c.prep}}})
		got := slices.ContainsFunc(planned.Aftercare.Steps, func(s stack.Step) bool { return s.Act == act.Treat })
		if got != (c.on == nil) {
			t.Errorf("%s polished in prep: polished at night %t", name, got)
		}
	}
}
