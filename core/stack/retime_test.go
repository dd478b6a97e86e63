package stack_test

import (
	"testing"

	"urncloth/core/day"
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
