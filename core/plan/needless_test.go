package plan_test

import (
	"math/rand/v2"
	"slices"
	"testing"

	"urncloth/core/act"
	"urncloth/core/lift"
	"urncloth/core/plan"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

// leavesMore reports whether more is left where the target is missed.
func leavesMore(now, before *lift.Result) bool {
	for z, l := range now.Lift.Residue {
		if l.Left > l.Target && l.Left > before.Lift.Residue[z].Left+1e-9 {
			return true
		}
	}
	return false
}

func TestNothingStandsInAPlanThatCouldBeLeftOut(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(31, 7))
	docs := demoSittings(t)
	sittings, steps := 0, 0
	for n := range 2400 {
		if testing.Short() && n == 200 {
			return
		}
		s := Stranger(t, r, docs)
		if n%2 == 1 {
			Busy(t, r, s)
		}
		if fs := s.Check("", nil); len(fs) > 0 {
			continue
		}
		sittings++
		ran := plan.Run(s)
		gains := prep.Gains(ran.Case, ran.Prep.Steps)
		for i, st := range ran.Prep.Steps {
			waits := st.Act == act.Cool && len(st.Zones) == 0 // the starts of what comes after keep it
			if slices.Contains(stack.Exempt, st.Act) || waits || st.Act == act.Apply && gains[i] > 1e-9 {
				continue
			}
			steps++
			less := stack.Prep(ran.Case, slices.Delete(slices.Clone(ran.Prep.Steps), i, i+1))
			if !rules.Worse(less.Findings, ran.Prep.Findings) {
				t.Errorf("sitting %d: prep without %s %s %s %v loses nothing (%s)", n, st.ID, st.Act, st.Kind, st.Zones,
					st.Method)
			}
		}
		for i, st := range ran.Off.Lift.Steps {
			if slices.Contains(stack.Exempt, st.Act) {
				continue
			}
			steps++
			less := lift.Evaluate(ran.Left, &ran.Worn.Layers, slices.Delete(slices.Clone(ran.Off.Lift.Steps), i, i+1))
			if !rules.Worse(less.Findings, ran.Off.Findings) && !leavesMore(&less, &ran.Off) {
				t.Errorf("sitting %d: removal without %s %s %s %v loses nothing (%s)", n, st.ID, st.Act, st.Kind,
					st.Zones,
					st.Method)
			}
		}
		for _, f := range wear.Check(ran.Case, &ran.Prep, ran.Worn.Wear.TouchUps).Findings {
			if f.Rule == rules.Needless {
				t.Errorf("sitting %d: %s", n, f.Say)
			}
		}
	}
	if sittings < 2000 || steps < 20000 {
		t.Errorf("only %d sittings and %d steps were tried", sittings, steps)
	}
}
