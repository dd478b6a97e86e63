package plan_test

import (
	"math/rand/v2"
	"slices"
	"testing"

	"urncloth/core/plan"
	"urncloth/core/rules"
	. "urncloth/core/testutil"
)

func TestNoPlanForAStrangerTakesAStepThatAStopSpeaksAgainst(t *testing.T) {
	docs := demoSittings(t)
	r := rand.New(rand.NewPCG(20, 27))
	valid := 0
	for n := range 250 {
		s := Stranger(t, r, docs)
		if len(s.Check("", nil)) > 0 {
			continue
		}
		valid++
		p := plan.Make(s)
		for _, f := range p.Findings {
			avoidable := f.Phase == "lift" && slices.Contains([]rules.ID{"rubbing", "not-emulsified", "dirty-face",
				"lip-smear", "not-rinsed", "too-hot"}, f.Rule)
			if f.Severity == rules.Stop && (f.Step != "" || f.Rule == "spf-missing") || avoidable {
				t.Errorf("stranger %d: %s step %s on %v: %s", n, f.Phase, f.Step, f.Zones, f.Say)
			}
		}
		made := p.JSON()
		read, fs := plan.Read(made)
		if len(fs) > 0 {
			t.Fatalf("stranger %d: the plan cannot be read back: %s", n, fs.Error())
		}
		if string(plan.Check(read).JSON()) != string(made) {
			t.Errorf("stranger %d: checking the plan changes it", n)
		}
	}
	if valid < 200 {
		t.Errorf("only %d strangers could be read at all", valid)
	}
}
