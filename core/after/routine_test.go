package after_test

import (
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/after"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

// habits is the client's own routine, where nothing else exfoliates.
func habits(list ...face.Habit) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) {
		s.Client.Routine = list
		s.Method["night_exfoliant"] = "routine_only"
	}
}

// with is the products of a night in order.
func with(r after.Result) (ids []string) {
	for _, s := range r.Aftercare.Steps {
		if s.Product != "" {
			ids = append(ids, s.Product)
		}
	}
	return ids
}

func TestWhatIsDueOfTheClientsOwnRoutineGoesOnItsZonesTonight(t *testing.T) {
	acid := face.Habit{Kind: "acid_toner", Product: "Acid", Zones: []face.Zone{face.Nose, face.Chin}, PerWeek: 3}
	on := func(h face.Habit, date string) face.Habit { h.LastOn = On(t, date); return h }
	for name, c := range map[string]struct {
		habit face.Habit
		want  bool
	}{
		"three times a week, two days ago":     {on(acid, "2027-06-17"), false},
		"three times a week, three days ago":   {on(acid, "2027-06-16"), true},
		"never yet":                            {acid, true},
		"once a week, six days ago":            {on(face.Habit{Kind: "acid_toner", PerWeek: 1}, "2027-06-13"), false},
		"once a week, seven days ago":          {on(face.Habit{Kind: "acid_toner", PerWeek: 1}, "2027-06-12"), true},
		"every night, yesterday":               {on(face.Habit{Kind: "acid_toner"}, "2027-06-18"), true},
		"by its id, whichever zone":            {face.Habit{Kind: "acid_toner", Product: "acid"}, true},
		"a name that the kit does not hold":    {face.Habit{Kind: "acid_toner", Product: "Elsewhere"}, false},
		"every night, used tonight by herself": {on(face.Habit{Kind: "acid_toner"}, "2027-06-19"), false},
	} {
		r := after1(night(t, habits(c.habit)))
		i := slices.IndexFunc(r.Aftercare.Steps, func(s stack.Step) bool { return s.Product == "acid" })
		if (i >= 0) != c.want {
			t.Errorf("%s: %v", name, with(r))
		}
		if i >= 0 && len(c.habit.Zones) > 0 && !slices.Equal(r.Aftercare.Steps[i].Zones, c.habit.Zones) {
			t.Errorf("%s: on %v", name, r.Aftercare.Steps[i].Zones)
		}
		for _, f := range r.Findings {
			if f.Severity != rules.Note {
				t.Errorf("%s: %s", name, f.Say)
			}
		}
	}
}

func TestOfTwoActivesThatAreDueTheLongerOverdueGoesTonightAndTheOtherWaits(t *testing.T) {
	acid := face.Habit{Kind: "acid_toner", PerWeek: 2, LastOn: On(t, "2027-06-15")}
	reti := face.Habit{Kind: "retinoid", PerWeek: 3, LastOn: On(t, "2027-06-16")}
	for name, c := range map[string]struct {
		list        []face.Habit
		want, waits string
	}{
		"the retinoid by two thirds of a day": {[]face.Habit{acid, reti}, "reti", "Acid"},
		"the acid by days": {[]face.Habit{{Kind: "acid_toner", PerWeek: 2, LastOn: On(t, "2027-06-10")}, reti}, "acid",
			"Reti"},
	} {
		r := after1(night(t, habits(c.list...)))
		ids := with(r)
		if !slices.Contains(ids, c.want) || slices.Contains(ids, strings.ToLower(c.waits)) ||
			!strings.Contains(strings.Join(r.Aftercare.Tomorrow, " "), "left for another night: "+c.waits) {
			t.Errorf("%s: %v %q", name, ids, r.Aftercare.Tomorrow)
		}
	}
}

func TestSoreSkinHasNoActiveOfTheRoutineEither(t *testing.T) {
	sore := func(s *sitting.Sitting) {
		habits(face.Habit{Kind: "acid_toner"})(s)
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(2), Marks: []face.Mark{face.Irritated}}
	}
	for _, st := range after1(night(t, sore)).Aftercare.Steps {
		if st.Product == "acid" && (slices.Contains(st.Zones, face.Cheeks) || !slices.Contains(st.Zones, face.Nose)) {
			t.Errorf("acid on %v", st.Zones)
		}
	}
}

func TestAScrubComesOffWithAClothOfItsOwnAndAnAcidByItsLabel(t *testing.T) {
	scrubbed := after1(night(t, habits(face.Habit{Kind: "scrub"}))).Aftercare.Steps
	i := slices.IndexFunc(scrubbed, func(s stack.Step) bool { return s.Product == "scrub" })
	if i < 0 || scrubbed[i+1].Act != act.Cloth || scrubbed[i+1].Cloths != 1 {
		t.Fatalf("%+v", scrubbed)
	}
	timed := after1(night(t, func(s *sitting.Sitting) {
		habits(face.Habit{Kind: "acid_toner"})(s)
		p := s.Kit.Find("acid")
		p.Tags, p.Neutralise, p.ContactMaxS = nil, true, 120
	})).Aftercare.Steps
	i = slices.IndexFunc(timed, func(s stack.Step) bool { return s.Product == "acid" })
	if i < 0 || timed[i].ContactS != 120 || timed[i+1].Act != act.Neutralise ||
		!strings.Contains(timed[i].Say, "for 2 min") {
		t.Fatalf("%+v", timed)
	}
	neutral, _ := timed[i+1].Start.In(night(t, plain).Loc)
	laid, _ := timed[i].Start.In(night(t, plain).Loc)
	if neutral.Sub(laid).Seconds() < 120 {
		t.Errorf("taken off after %v", neutral.Sub(laid))
	}
}

func TestZonesOfTheNightAreSetSideBySide(t *testing.T) {
	r := after1(night(t, habits()))
	at := func(kind string) string {
		i := slices.IndexFunc(r.Aftercare.Steps, func(s stack.Step) bool { return string(s.Kind) == kind })
		return r.Aftercare.Steps[i].Start.String()
	}
	i := slices.IndexFunc(r.Aftercare.Steps, func(s stack.Step) bool { return s.Kind == "moisturiser_lotion" })
	moist := r.Aftercare.Steps[i]
	start, _ := moist.Start.In(night(t, plain).Loc)
	lips, _ := r.Aftercare.Steps[i+1].Start.In(night(t, plain).Loc)
	if at("lip_balm") != r.Aftercare.Steps[i+1].Start.String() || int(lips.Sub(start).Seconds()) != moist.HandsS {
		t.Errorf("lips wait for cheeks: %v after %v", lips, start)
	}
}

func TestTheNightEndsWithTheTools(t *testing.T) {
	c := night(t, plain)
	r := after.Plan(c, after.Day{From: c.Until, Cloths: 2, Removers: []string{"micellar"}})
	last := r.Aftercare.Steps[len(r.Aftercare.Steps)-1]
	if last.Kind != act.Tools || !strings.Contains(last.Say, "60 °C") {
		t.Errorf("%+v", last)
	}
}

func TestWhoeverGoesOutByDaylightAfterwardsEndsWithSunscreen(t *testing.T) {
	for name, c := range map[string]struct {
		leaves string
		want   bool
	}{"at six in June": {"18:00", true}, "at eleven at night": {"23:00", false}, "not told": {"", false}} {
		r := after1(night(t, func(s *sitting.Sitting) {
			if c.leaves != "" {
				s.Day.LeavesAt = At(t, c.leaves)
			}
			Add(s, kit.Product{ID: "lips-30", Name: "Lips", Kind: kit.LipBalm, Base: "oil", SPF: 30,
				BroadSpectrum: true})
		}))
		if slices.Contains(with(r), "lips-30") != c.want || !c.want && !slices.Contains(with(r), "salve") ||
			slices.Contains(with(r), "spf") != c.want || len(Found(r.Findings, rules.SPFAfterDark)) > 0 {
			t.Errorf("%s: %v %s", name, with(r), Rules(r.Findings))
		}
	}
}

func TestWhatTheRoutineHasDueAndTheKitHasNotIsNamed(t *testing.T) {
	r := after1(night(t, habits(face.Habit{Kind: "serum", Product: "Her own drops"})))
	f := Found(r.Findings, rules.MethodNotMet)
	if len(f) != 1 || !strings.Contains(f[0].Say, "Her own drops") {
		t.Errorf("%+v", f)
	}
	r = after1(night(t, habits(face.Habit{Kind: "sunscreen", Product: "Morning veil"})))
	if f := Found(r.Findings, rules.MethodNotMet); len(f) != 0 {
		t.Errorf("a habit of the morning: %+v", f)
	}
	r = after1(night(t, func(s *sitting.Sitting) { Drop(s, "polish", "acid") }))
	if f := Found(r.Findings, rules.MethodNotMet); len(f) != 1 || f[0].Method != "night_exfoliant" {
		t.Errorf("an exfoliant by method that is not there: %+v", f)
	}
}

func TestWhatTheRoutineHasDueAndIsLeftOutSaysWhy(t *testing.T) {
	for _, k := range []struct {
		kind, why string
		sunned    bool
		change    func(*sitting.Sitting)
	}{
		{"retinoid", "the skin had more sun today than its budget", true, plain},
		{"moisturiser_rich", "this client may not have it", false, func(s *sitting.Sitting) {
			s.Kit.Find("rich").Tags, s.Client.Allergies = []string{"lanolin"}, []string{"lanolin"}
		}},
		{"moisturiser_rich", "too little of it is left", false, func(s *sitting.Sitting) {
			s.Kit.Find("rich").RemainingG = P(0.01)
		}},
		{"retinoid", "hair is to be taken off there within days", false, hairOff("2027-06-26")},
		{"retinoid", "", false, hairOff("2027-06-27")},
		{"acid_toner", "hair is to be taken off there within days", false, hairOff("2027-06-24")},
		{"acid_toner", "", false, hairOff("2027-06-25")},
		{"spot_patch", "no zone asks for it today", false, plain},
		{"lash_serum", "this client may not have it", false, func(s *sitting.Sitting) {
			s.Client.Wears = []face.Wear{face.LashExtensions}
		}},
		{"mask_hydrating", "", false, plain},
		{"mist", "", false, func(s *sitting.Sitting) { Add(s, kit.Product{ID: "dew2", Name: "Dew", Kind: kit.Mist}) }},
	} {
		c := night(t, func(s *sitting.Sitting) { habits(face.Habit{Kind: k.kind})(s); k.change(s) })
		r := after.Plan(c, after.Day{From: c.Until, Sunned: k.sunned})
		f := Found(r.Findings, rules.MethodNotMet)
		laid := slices.ContainsFunc(r.Aftercare.Steps, func(s stack.Step) bool { return string(s.Kind) == k.kind })
		if laid != (k.why == "") || !laid && (len(f) != 1 || !strings.Contains(f[0].Say, k.why)) {
			t.Errorf("%s, %s: %v %+v", k.kind, k.why, with(r), f)
		}
	}
}

// hairOff is a threading that is booked, of the whole face.
func hairOff(on string) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) {
		b := day.Booked{Kind: day.Threaded}
		if err := b.On.UnmarshalText([]byte(on)); err != nil {
			panic(err)
		}
		s.Day.Planned = []day.Booked{b}
	}
}

func TestWhatMayNotGoTonightIsToldAndWhatRunsOutIsToBeBought(t *testing.T) {
	for kind, change := range map[string]func(*sitting.Sitting){
		"tell the client": hairOff("2027-06-20"),
		"to the kit":      func(s *sitting.Sitting) { s.Kit.Find("rich").RemainingG = P(0.01) },
	} {
		r := after1(night(t, func(s *sitting.Sitting) {
			habits(face.Habit{Kind: "retinoid"}, face.Habit{Kind: "moisturiser_rich"})(s)
			change(s)
		}))
		if f := Found(r.Findings, rules.MethodNotMet); len(f) != 1 || !strings.Contains(f[0].Instead, kind) {
			t.Errorf("%s: %+v", kind, f)
		}
	}
}

func TestNothingOfTheRoutineGoesWhereAPieceIsStillOnAndThatIsNoLackOfIt(t *testing.T) {
	c := night(t, habits(face.Habit{Kind: "toner", Zones: []face.Zone{face.Chin}}))
	for _, stuck := range []face.Set{0, face.SetOf(face.Chin)} {
		r := after.Plan(c, after.Day{From: c.Until, Stuck: stuck})
		var on face.Set
		for _, s := range r.Aftercare.Steps {
			on |= face.SetOf(s.Zones...)
		}
		f := Found(r.Findings, rules.MethodNotMet)
		if on.Has(face.Chin) == (stuck != 0) || (len(f) > 0) != (stuck != 0) ||
			len(f) > 0 && !strings.Contains(f[0].Say, "no zone asks for it today") {
			t.Errorf("a piece on %v: steps on %v, %+v", stuck.List(), on.List(), f)
		}
	}
}

func TestAHabitOfOneZoneGoesOnThatZoneAlone(t *testing.T) {
	r := after1(night(t, habits(face.Habit{Kind: "toner", Zones: []face.Zone{face.Chin}})))
	i := slices.IndexFunc(r.Aftercare.Steps, func(s stack.Step) bool { return s.Kind == act.Detail(kit.Toner) })
	if i < 0 || !slices.Equal(r.Aftercare.Steps[i].Zones, []face.Zone{face.Chin}) {
		t.Errorf("%+v", r.Aftercare.Steps)
	}
}

func TestAMethodThatExfoliatesByNightSaysWhyItDoesNot(t *testing.T) {
	for why, change := range map[string]func(*sitting.Sitting){
		"exfoliated within three days": told("exfoliated", "2027-06-17"),
		"another active": func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "clay", Name: "Clay", Kind: kit.MaskClay, Base: "water"})
			s.Client.Routine = []face.Habit{{Kind: "mask_clay"}}
		},
		"nothing of the kind": func(s *sitting.Sitting) { Drop(s, "acid", "enzyme", "polish") },
	} {
		f := Found(after1(night(t, change)).Findings, rules.MethodNotMet)
		if len(f) != 1 || f[0].Method != "night_exfoliant" || !strings.Contains(f[0].Say, why) {
			t.Errorf("%s: %+v", why, f)
		}
	}
}

func TestTheStudiosOwnChoiceIsTakenUnlessSomethingSpeaksAgainstIt(t *testing.T) {
	house := func(weight float64) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			habits()(s)
			Drop(s, "gel", "cream", "rich")
			Add(s, kit.Product{ID: "ours", Name: "Ours", Kind: "moisturiser_lotion", Base: "emulsion", Weight: weight,
				EyeSafe: true, House: true})
		}
	}
	if ids := with(after1(night(t, house(3)))); !slices.Contains(ids, "ours") {
		t.Errorf("half a step of weight is worth the studio's own: %v", ids)
	}
	if ids := with(after1(night(t, house(5)))); slices.Contains(ids, "ours") {
		t.Errorf("three steps are not: %v", ids)
	}
	of := func(gone bool) []string { // half a step off, and of another kind one that fits
		return with(after1(night(t, func(s *sitting.Sitting) {
			house(3)(s)
			Drop(s, "lotion")
			Add(s, kit.Product{ID: "fits", Name: "Fits", Kind: kit.MoisturiserCream, Base: "emulsion", Weight: 2,
				EyeSafe: true})
			if gone {
				Add(s, kit.Product{ID: "gone", Name: "Gone", Kind: kit.MoisturiserCream, Base: "emulsion", House: true,
					RemainingG: P(0.0)})
			}
		})))
	}
	for _, gone := range []bool{false, true} {
		if ids := of(gone); !slices.Contains(ids, "fits") {
			t.Errorf("the studio has no choice of creams left: %v", ids)
		}
	}
}

func TestInNoStrangersNightIsAStepForNothingOrAHabitPassedOver(t *testing.T) {
	docs, r := []sitting.Sitting{*FullDay(t), *Sitting(t)}, rand.New(rand.NewPCG(41, 12))
	habitual := []kit.Kind{kit.AcidToner, kit.EnzymePolish, kit.Scrub, kit.MaskClay, kit.MaskHydrating, kit.Retinoid,
		kit.Toner, kit.Mist, kit.Essence, kit.Serum, kit.EyeCream, kit.MoisturiserCream, kit.MoisturiserGel,
		kit.FaceOil, kit.LipBalm, kit.DryPatchBalm, kit.SpotPatch, kit.LashSerum, kit.LipScrub, kit.Sunscreen}
	for n := range 2000 {
		s := Stranger(t, r, docs)
		Add(s, kit.Product{ID: "acid", Name: "Acid", Kind: kit.AcidToner, Tags: []string{"neutralise"}},
			kit.Product{ID: "scrub", Name: "Scrub", Kind: kit.Scrub, Neutralise: true, Base: "water"})
		for _, k := range habitual {
			Add(s, kit.Product{ID: "own_" + string(k), Name: "Her " + string(k), Kind: k, Base: "water",
				EyeSafe: r.IntN(2) == 0, PackG: 30, Tags: OneOf(r, nil, []string{"fragrance"})})
		}
		for range r.IntN(4) {
			s.Client.Routine = append(s.Client.Routine, face.Habit{Kind: string(OneOf(r, habitual...)),
				PerWeek: OneOf(r, 0, 2, 7.0), LastOn: On(t, OneOf(r, "2027-06-18", "2027-06-12"))})
		}
		c, d := sitting.Open(s), after.Day{Sunned: r.IntN(4) == 0}
		d.From = c.Until
		whole := after.Plan(c, d)
		for _, rule := range []rules.ID{rules.Needless, rules.NotRinsed, rules.SPFMissing} {
			for _, f := range Found(whole.Findings, rule) {
				t.Errorf("%d: %s in the planner's own night: %s %s", n, rule, f.Step, f.Say)
			}
		}
		for i, st := range whole.Aftercare.Steps {
			hers := slices.Contains(st.Because, "routine")
			if slices.Contains(stack.Exempt, st.Act) || st.Act == act.Apply && !hers {
				continue
			}
			less := after.Evaluate(c, d, slices.Delete(slices.Clone(whole.Aftercare.Steps), i, i+1))
			waits := strings.Join(less.Aftercare.Tomorrow, " ") != strings.Join(whole.Aftercare.Tomorrow, " ")
			if !rules.Worse(less.Findings, whole.Findings) && !waits {
				t.Errorf("%d: without %s %s %s on %v nothing is lost", n, st.ID, st.Act, st.Kind, st.Zones)
			}
		}
		k := r.IntN(len(whole.Aftercare.Steps) + 1)
		begun := &stack.Begun{Now: c.Until, Done: slices.Clone(whole.Aftercare.Steps[:k]),
			Ahead: slices.Clone(whole.Aftercare.Steps[k:])}
		if on := kinds(after.Resume(c, d, begun)); !slices.Equal(on, kinds(whole)) {
			t.Errorf("%d: with %d done it goes on to %v, planned were %v", n, k, on, kinds(whole))
		}
		theirs := kinds(whole)
		said := strings.Join(whole.Aftercare.Tomorrow, " ")
		for _, f := range Found(whole.Findings, rules.MethodNotMet) {
			said += " " + f.Say
		}
		for _, h := range s.Client.Routine {
			i := slices.IndexFunc(s.Kit, func(p kit.Product) bool { return p.Kind == kit.Kind(h.Kind) && !p.Empty() })
			days := float64(c.Day.Date.DaysSince(h.LastOn))
			if i < 0 || h.Kind == string(kit.Sunscreen) || h.PerWeek > 0 && days < 7/h.PerWeek ||
				h.PerWeek == 0 && days < 1 {
				continue
			}
			laid := slices.Contains(theirs, h.Kind)
			if !laid && !strings.Contains(said, s.Kit[i].Name) {
				t.Errorf("%d: %s is due and nobody speaks of it: %s", n, h.Kind, said)
			}
		}
	}
}

func TestOfANightUnderWayNothingIsLaidTwiceAndTheRinseOfWhatWasLeftOutGoesWithIt(t *testing.T) {
	c := night(t, func(s *sitting.Sitting) {
		habits(face.Habit{Kind: string(kit.EnzymePolish)}, face.Habit{Kind: string(kit.MaskHydrating)},
			face.Habit{Kind: string(kit.Toner)}, face.Habit{Kind: string(kit.MoisturiserCream)})(s)
		Add(s, kit.Product{ID: "haar", Name: "Haar", Kind: kit.Mist})
	})
	whole := after1(c).Aftercare.Steps
	goesOn := func(done, left []stack.Step, rest []stack.Step) (on []string) {
		r := after.Resume(c, after.Day{From: c.Until}, &stack.Begun{Now: c.Until, Done: done, Left: left, Ahead: rest})
		for _, s := range r.Aftercare.Steps[len(done):] {
			on = append(on, strings.TrimSpace(string(s.Act)+" "+string(s.Kind)))
		}
		if f := Found(r.Findings, rules.Needless); len(f) > 0 {
			t.Errorf("%v: %s", on, Rules(f))
		}
		return on
	}
	planned := goesOn(nil, nil, whole)
	want := []string{"treat enzyme_polish", "rinse", "treat mask_hydrating", "rinse", "apply toner"}
	if len(planned) < 7 || !slices.Equal(planned[:5], want) || slices.Index(planned, "apply moisturiser_cream") < 5 {
		t.Fatalf("%v", planned)
	}
	if on := goesOn(whole[:2], whole[2:3], whole[3:]); !slices.Equal(on, planned[4:]) {
		t.Errorf("the mask left out: %v", on)
	}
	if on := goesOn(whole[:4], nil, whole[4:]); !slices.Equal(on, planned[4:]) {
		t.Errorf("after the mask: %v", on)
	}
	for kind, other := range map[string]string{"toner": "haar", "moisturiser_cream": "lotion"} {
		i := slices.IndexFunc(whole, func(s stack.Step) bool { return string(s.Kind) == kind })
		done := slices.Clone(whole[:i+1])
		done[i] = after.Swap(c, done[i], c.Product(other))
		if on := goesOn(done, nil, whole[i+1:]); !slices.Equal(on, planned[i+1:]) {
			t.Errorf("%s for %s: %v, planned were %v", other, kind, on, planned[i+1:])
		}
	}
	rinsed := slices.Delete(slices.Clone(whole[:2]), 0, 1)
	if on := goesOn(rinsed, whole[:1], whole[2:]); !slices.Equal(on, planned[2:]) {
		t.Errorf("a rinse that was done for nothing: %v", on)
	}
}

func TestASerumLaidOnceMoreStandsForNoOtherSerumOfTheNight(t *testing.T) {
	c := night(t, func(s *sitting.Sitting) {
		s.Method["night_exfoliant"] = "routine_only"
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(2), Marks: []face.Mark{face.Pigment}}
	})
	whole := after1(c).Aftercare.Steps
	calms := slices.IndexFunc(whole, func(s stack.Step) bool { return s.Product == "serum" })
	aims := slices.IndexFunc(whole, func(s stack.Step) bool { return s.Product == "bright" })
	if calms < 0 || aims < calms {
		t.Fatalf("%v", with(after1(c)))
	}
	again := whole[calms]
	again.ID, again.Because = "again", []rules.ID{stack.Repeated}
	r := after.Resume(c, after.Day{From: c.Until}, &stack.Begun{Now: c.Until, Ahead: whole[calms+1:],
		Done: append(slices.Clone(whole[:calms+1]), again)})
	if got := with(r); !slices.Contains(got, "bright") {
		t.Errorf("after the calming serum and once more: %v", got)
	}
}
