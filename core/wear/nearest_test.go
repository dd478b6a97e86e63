package wear

import (
	"math"
	"slices"
	"testing"
)

func TestGroupsAndClassesBeyondWhatATrailHoldsAreTakenTogetherTheNearestFirst(t *testing.T) {
	many := func(n int, far ...int) (list []group) {
		for i := range n {
			g := group{share: 1 / float64(n), cap: 3.9, capTo: [2]float64{3.9, 3.9}, class: i % 2}
			g.logs[0], g.adds[0][1], g.adds[1][1] = 2+float64(i)/1000, 3.4, 3.4
			if slices.Contains(far, i) {
				g.logs[0] = 1
			}
			list = append(list, g)
		}
		return list
	}
	if list, joined := fitted(many(dims / 2)); joined || len(list) != dims/2 {
		t.Errorf("what fits is joined: %d", len(list))
	}
	list, joined := fitted(many(dims, 3))
	share, held, least := 0.0, 0, math.Inf(1)
	for i := range list {
		share, held, least = share+list[i].share, held+list[i].held(), min(least, list[i].logs[0])
	}
	if !joined || held > dims || len(list) != dims/2 || math.Abs(share-1) > 1e-12 || least != 1 {
		t.Errorf("%d groups, %d sums, shares %g, the thinnest %g: %+v", len(list), held, share, least, list)
	}
	for i := range list {
		if list[i].logs[0] > 1 && math.Abs(list[i].logs[0]-2) > 0.02 {
			t.Errorf("unlike films are joined: %+v", list[i])
		}
	}
	a, b := group{share: 0.3, class: 1, cap: 1}, group{share: 0.1, class: 2, cap: 3}
	a.logs[2], b.logs[2], b.adds[0][0], b.capTo[1] = 1, 2, 4, 8
	near := func(a, b float64) bool { return math.Abs(a-b) < 1e-12 }
	if a.join(&b); !near(a.logs[2], 1.25) || !near(a.adds[0][0], 1) || !near(a.capTo[1], 2) || !near(a.cap, 1.5) ||
		a.class != 1 || !near(a.share, 0.4) {
		t.Errorf("%+v", a)
	}

	var oils []class
	for i := range kinds + 2 {
		oils = append(oils, class{rate: float64(i + 1), free: float64(i), zones: 1, set: 1 << i, powders: i == 0})
	}
	oils[4].rate, oils[4].free = 4.1, 3.1
	few, joined := fewer(slices.Clone(oils[:kinds+1]))
	if !joined || len(few) != kinds || few[0] != oils[0] || few[3].set != 1<<3|1<<4 || few[3].rate != 4.1 ||
		few[3].free != 3.1 || few[3].zones != 2 {
		t.Errorf("%+v", few)
	}
	if few, _ := fewer(slices.Clone(oils)); len(few) != kinds {
		t.Errorf("%d classes", len(few))
	}
	if _, joined := fewer(oils[:kinds]); joined {
		t.Error("what fits is joined")
	}
}
