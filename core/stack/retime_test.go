package stack_test

import (
	"maps"
	"testing"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

func TestRetimingWaitsForHandsZonesAndCooling(t *testing.T) {
	c := sitting.Open(With(t, func(s *sitting.Sitting) { s.Day.Washed = &day.Wash{At: At(t, "08:45"), Hot: true} }))
	steps := stack.Retime(c, []stack.Step{
		Do(t, "h", By("hands", ""), "12:00", 30),
		Apply(t, "a", "toner", "12:00", 0.8, face.Cheeks),
		Apply(t, "b", "toner", "12:00", 0.8, face.Forehead),
		Apply(t, "c", "lotion", "12:00", 0.5, face.Cheeks),
		Do(t, "r", By("ready", ""), "12:00", 0),
	})
	for i, want := range []string{"09:00:00", "09:05:00", "09:05:30", "09:06:30", "09:10:00"} {
		if got := steps[i].Start.String()[11:]; got != want {
			t.Errorf("%s starts at %s, want %s", steps[i].ID, got, want)
		}
	}
	res := stack.Prep(c, steps)
	for _, rule := range []rules.ID{"layer-not-set", "hands-busy", "hot-skin"} {
		if f := Found(res.Findings, rule); len(f) > 0 {
			t.Errorf("the new starts still meet %s: %s", rule, Rules(f))
		}
	}
}

func TestRetimingKeepsWhatIsBlendedTogether(t *testing.T) {
	b := Apply(t, "b", "spf", "12:00", 1.5, face.Cheeks)
	b.With = "a"
	steps := stack.Retime(sitting.Open(Sitting(t)), []stack.Step{Apply(t, "a", "lotion", "12:00", 0.5, face.Cheeks), b})
	if steps[0].Start != steps[1].Start {
		t.Errorf("starts %s and %s", steps[0].Start, steps[1].Start)
	}
}

func TestRetimingCountsTheSettingOfWhatIsLaidAndOfARefreshThatStays(t *testing.T) {
	c := sitting.Open(Sitting(t))
	left := Do(t, "m", By("cleanse", "micellar"), "12:00", 60, face.Cheeks)
	left.Film = map[face.Zone]doc.Num{face.Cheeks: 1}
	rinsed := Do(t, "m", By("cleanse", "micellar"), "12:00", 60, face.Cheeks)
	for name, x := range map[string]struct {
		first stack.Step
		want  string
	}{
		"left on": {left, "09:02:00"}, "to be rinsed": {rinsed, "09:01:00"},
		"a tool": {Do(t, "s", By("hold", "spatula"), "12:00", 60, face.Cheeks), "09:01:00"},
	} {
		steps := stack.Retime(c, []stack.Step{x.first, Apply(t, "a", "lotion", "12:00", 0.5, face.Cheeks)})
		if got := steps[1].Start.String()[11:]; got != x.want {
			t.Errorf("%s: what follows starts at %s, want %s", name, got, x.want)
		}
	}
}

func TestALayerWithoutAnAmountGetsTheUsualFilmAndOneInGramsKeepsThem(t *testing.T) {
	c := sitting.Open(Sitting(t))
	bare := stack.Step{ID: "a", Act: "apply", Product: "spf", Zones: []face.Zone{face.Cheeks}, Start: At(t, "12:00")}
	grams := bare
	grams.Grams = 0.2
	for name, x := range map[string]struct {
		step stack.Step
		want map[face.Zone]doc.Num
	}{"bare": {bare, map[face.Zone]doc.Num{face.Cheeks: 2}}, "grams": {grams, map[face.Zone]doc.Num{}}} {
		if got := stack.Retime(c, []stack.Step{x.step})[0].Film; !maps.Equal(got, x.want) {
			t.Errorf("%s: %v, want %v", name, got, x.want)
		}
	}
}

func TestWhatACleanseLeavesSetsAsLongAsTheAirLetsWhateverItsStepSays(t *testing.T) {
	c := sitting.Open(Sitting(t))
	for _, said := range []int{0, 600} {
		left := Do(t, "m", By("cleanse", "micellar"), "09:02", 60, face.Cheeks)
		left.Film, left.SetS = map[face.Zone]doc.Num{face.Cheeks: 1}, said
		res := stack.Prep(c, []stack.Step{left, Apply(t, "a", "lotion", "09:04", 0.5, face.Cheeks)})
		if res.Steps[0].SetS != 60 || len(Found(res.Findings, "layer-not-set")) > 0 {
			t.Errorf("said %d s: sets %d s, %s", said, res.Steps[0].SetS, Rules(res.Findings))
		}
	}
}

func TestNothingIsLaidWherePadsAreStillHeldHoweverDampLayersFollow(t *testing.T) {
	c := sitting.Open(With(t, func(s *sitting.Sitting) { s.Method["damp_layering"] = "yes" }))
	got := stack.Retime(c, []stack.Step{coldPads(face.Cheeks), Apply(t, "b", "serum", "12:00", 0.3, face.Forehead),
		Apply(t, "c", "serum", "12:00", 0.3, face.Cheeks)})
	first, _ := got[0].Start.In(c.Loc)
	for i, after := range []int{0, 30, 600} {
		if at, _ := got[i].Start.In(c.Loc); int(at.Sub(first).Seconds()) != after {
			t.Errorf("%s after %s, not %d s", got[i].ID, at.Sub(first), after)
		}
	}
}
