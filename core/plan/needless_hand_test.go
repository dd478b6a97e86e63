package plan_test

import (
	"slices"
	"testing"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/plan"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

func TestWhatAHandAddedForNothingIsCalledNeedlessAndWhatItNeedsIsNot(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(0), Water: P(2)}
		Add(s, kit.Product{ID: "balm", Name: "Balm", Kind: kit.Balm, Base: "oil", EyeSafe: true},
			kit.Product{ID: "stick", Name: "Stick", Kind: kit.SPFStick, SPF: 50, BroadSpectrum: true, Base: "oil"})
		s.Look.Items = []look.Item{{Zone: look.Spot{Zones: face.BaseArea}, Item: "foundation", Binder: look.Emulsion,
			Load: 1}}
		s.Day.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "12:20"), Place: day.InShade}}
	})
	made := plan.Make(s)
	last := func(steps []stack.Step, is func(*stack.Step) bool) int {
		for i := len(steps) - 1; i >= 0; i-- {
			if is(&steps[i]) {
				return i
			}
		}
		t.Fatal("no such step")
		return 0
	}
	again := func(steps []stack.Step, i int, shift int) []stack.Step {
		step := steps[i]
		step.ID = "again"
		return slices.Insert(slices.Clone(steps), i+shift, step)
	}
	needless := func(p *plan.Plan) (steps []string) {
		for _, f := range Found(p.Findings, "needless") {
			steps = append(steps, f.Step)
		}
		return steps
	}
	if got := needless(plan.Check(made)); len(got) > 0 {
		t.Fatalf("the planner's own plan: %v", got)
	}
	prep := made.Prep.Steps[:len(made.Prep.Steps)-1]
	cream := last(prep, func(s *stack.Step) bool { return s.Act == act.Apply && kit.Kind(s.Kind).Moisturiser() })
	cleanse := last(prep, func(s *stack.Step) bool { return s.Act == act.Cleanse })
	off := made.Lift.Steps
	pass := last(off, func(s *stack.Step) bool { return s.Act == act.Massage })
	rinse := last(off, func(s *stack.Step) bool { return s.Act == act.Rinse })
	for name, c := range map[string]struct {
		part plan.Part
		made plan.Made
		want bool
	}{
		"a second coat of the same moisturiser": {plan.Prep, plan.Made{Steps: again(prep, cream, 1)}, true},
		"skin cleansed twice":                   {plan.Prep, plan.Made{Steps: again(prep, cleanse, 0)}, true},
		"prep as planned":                       {plan.Prep, plan.Made{Steps: prep}, false},
		"one more pass than the target asks":    {plan.Removal, plan.Made{Steps: again(off, pass, 0)}, true},
		"rinsed twice":                          {plan.Removal, plan.Made{Steps: again(off, rinse, 1)}, true},
		"removal as planned":                    {plan.Removal, plan.Made{Steps: off}, false},
		"a blot at once after base": {plan.TouchUps, plan.Made{TouchUps: []wear.TouchUp{{ID: "again",
			At: At(t, "09:45"), Zones: []string{"cheeks"}, Steps: []wear.TouchStep{{Act: act.Blot,
				Zones: []string{"cheeks"}}}}}}, true},
		"a coat for twenty minutes of shade": {plan.TouchUps, plan.Made{TouchUps: []wear.TouchUp{{ID: "again",
			At: At(t, "11:30"), Zones: []string{"face"}, Steps: []wear.TouchStep{{Act: act.Reapply, Product: "stick",
				Zones: []string{"face"}}}}}}, true},
		"touch-ups as planned": {plan.TouchUps, plan.Made{TouchUps: made.Wear.TouchUps}, false},
	} {
		got := needless(plan.With(s, plan.Hand{c.part: c.made}))
		if (len(got) > 0) != c.want {
			t.Errorf("%s: needless %v, want %t", name, got, c.want)
		}
	}
}
