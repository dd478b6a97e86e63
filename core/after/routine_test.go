package after_test

import (
	"slices"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/after"
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
			!strings.Contains(strings.Join(r.Aftercare.Tomorrow, " "), c.waits+": due too") {
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
		}))
		if slices.Contains(with(r), "spf") != c.want || len(Found(r.Findings, rules.SPFAfterDark)) > 0 {
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
	r = after1(night(t, func(s *sitting.Sitting) { Drop(s, "polish", "acid") }))
	if f := Found(r.Findings, rules.MethodNotMet); len(f) != 1 || f[0].Method != "night_exfoliant" {
		t.Errorf("an exfoliant by method that is not there: %+v", f)
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
}
