package plan_test

import (
	"strings"
	"testing"

	"urncloth/core/plan"
	"urncloth/core/testutil"
)

func TestASkinTestIsAskedForOnceForAllThatIsNewADayBeforeTheSitting(t *testing.T) {
	s := testutil.Sitting(t)
	s.Client.Sensitivity = 3
	p := plan.Make(s)
	if got, asked := p.Test(); asked {
		t.Errorf("nothing is new, and it asks for %+v", got)
	}
	for i := range s.Kit {
		s.Kit[i].FirstUse = true
	}
	p = plan.Make(s)
	got, asked := p.Test()
	if !asked || !strings.HasPrefix(got.Say, "New to sensitive skin: ") || strings.Count(got.Say, "New to") != 1 {
		t.Errorf("%v %+v", asked, got)
	}
	if want := s.Day.ChairAt.Date().AddDays(-1); got.By != want {
		t.Errorf("by %s, want %s", got.By, want)
	}
	for i := range p.Prep.Steps {
		q := p.Sitting.Kit.Find(p.Prep.Steps[i].Product)
		if q != nil && strings.Count(got.Say, q.Name) > 1 {
			t.Errorf("%s is named twice: %s", q.Name, got.Say)
		}
	}
	s.Client.Sensitivity = 0
	if got, asked := plan.Make(s).Test(); asked {
		t.Errorf("sturdy skin asks for %+v", got)
	}
}
