package plan_test

import (
	"strings"
	"testing"

	"urncloth/core/face"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

func TestAPlanSaysWhatItDoesOtherwiseBecauseOfLastTimeAndWhere(t *testing.T) {
	base := plan.Make(With(t, func(*sitting.Sitting) {}))
	if len(base.LastTime) > 0 {
		t.Errorf("nothing was learned, and it says %+v", base.LastTime)
	}
	worked := base.Foretold().Lift[face.Cheeks]
	remover := string(worked.Kind) + "/" + string(worked.Binder)
	oily := func(s *sitting.Sitting, factor float64) {
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
		s.Client.Learned.Sebum = map[face.Zone]float64{face.Forehead: factor}
	}
	for name, k := range map[string]struct {
		change func(s *sitting.Sitting)
		part   plan.Part
		says   string
	}{
		"moister": {func(s *sitting.Sitting) { s.Client.Learned.Moisture = map[face.Zone]float64{face.Cheeks: 1.2} },
			plan.Prep, "More on cheeks, because last time it was tight there."},
		"leaner": {func(s *sitting.Sitting) { s.Client.Learned.Moisture = map[face.Zone]float64{face.Cheeks: 0.8} },
			plan.Prep, "Less on cheeks, because last time it was too much there."},
		"sooner": {func(s *sitting.Sitting) { oily(s, 1.2) }, plan.TouchUps, "sooner, because last time"},
		"later":  {func(s *sitting.Sitting) { oily(s, 0.9) }, plan.TouchUps, "later, because last time"},
		"weaker": {func(s *sitting.Sitting) { s.Client.Learned.Lift = map[string]float64{remover: 0.8} }, plan.Removal,
			"weaker on"},
		"stronger": {func(s *sitting.Sitting) { s.Client.Learned.Lift = map[string]float64{remover: 1.2} },
			plan.Removal, "stronger on"},
		"stung": {func(s *sitting.Sitting) { s.Client.Learned.Never = []string{"serum"} }, plan.Prep,
			"Serum stays in the kit, because last time it stung."},
	} {
		p := plan.Make(With(t, k.change))
		if len(p.LastTime) != 1 || p.LastTime[0].Part != k.part || !strings.Contains(p.LastTime[0].Say, k.says) {
			t.Errorf("%s: %+v", name, p.LastTime)
			continue
		}
		if strings.Count(strings.Join(strings.Fields(p.Text(say.English)), " "), p.LastTime[0].Say) != 1 {
			t.Errorf("%s: the sheet does not say it once: %s", name, p.LastTime[0].Say)
		}
		found := p.LastTime[0].Step == ""
		for _, s := range p.StepsOf(k.part) {
			found = found || s.ID == p.LastTime[0].Step
		}
		if !found {
			t.Errorf("%s: at %q, which is no step", name, p.LastTime[0].Step)
		}
		if again := plan.Check(p); len(again.LastTime) != 1 || again.LastTime[0] != p.LastTime[0] {
			t.Errorf("%s, checked: %+v", name, again.LastTime)
		}
	}
	one := plan.Make(With(t, func(s *sitting.Sitting) {
		s.Client.Learned.Moisture = map[face.Zone]float64{face.Cheeks: 1}
		s.Client.Learned.Lift = map[string]float64{remover: 1, "biphase/wax": 0.5}
		s.Client.Learned.Never = []string{"gone"}
	}))
	if len(one.LastTime) > 0 {
		t.Errorf("nothing is changed, and it says %+v", one.LastTime)
	}
}
