package plan_test

import (
	"math"
	"testing"

	"urncloth/core/kit"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

func TestWhatAPlanUsesIsEveryStepsGramsTheBagAndThePiecesOfRemoval(t *testing.T) {
	var p plan.Plan
	p.Prep.Steps = []stack.Step{{Product: "gel", Grams: 0.5}, {Product: "", Grams: 9}, {Product: "wash"}}
	p.Lift.Steps = []stack.Step{{Product: "gel", Grams: 0.25}}
	p.Aftercare.Steps = []stack.Step{{Product: "gel", Grams: 0.125}}
	p.Wear.Bag = []wear.BagItem{{Product: "paper", Count: 3}, {Product: "mist", Grams: 1.5, Count: 2}}
	p.Lift.Pads, p.Lift.Cloths = 8, 2
	p.Sitting.Kit = kit.Kit{{ID: "cloths", Kind: kit.Cloth}, {ID: "pads", Kind: kit.CottonPad},
		{ID: "more-pads", Kind: kit.CottonPad}}
	want := map[string]plan.Use{"gel": {Grams: 0.875}, "paper": {Pieces: 3}, "mist": {Grams: 1.5}, "pads": {Pieces: 8}}
	got := p.Uses()
	if len(got) != len(want) {
		t.Errorf("got %v, want %v", got, want)
	}
	for id, w := range want {
		if g := got[id]; math.Abs(g.Grams-w.Grams) > 1e-9 || g.Pieces != w.Pieces {
			t.Errorf("%s: %v, want %v", id, g, w)
		}
	}
}

func TestWhatBookingsTakeMoreOfThanThereIsIsListedInTheKitsOrder(t *testing.T) {
	one := &plan.Plan{}
	one.Prep.Steps = []stack.Step{{Product: "a", Grams: 2}, {Product: "b", Grams: 2}, {Product: "c", Grams: 2},
		{Product: "gone", Grams: 5}}
	one.Wear.Bag = []wear.BagItem{{Product: "paper", Count: 3}}
	k := kit.Kit{{ID: "paper", Count: P(5)}, {ID: "b", RemainingG: P(3.5)}, {ID: "a", RemainingG: P(4.0)}, {ID: "c"}}
	got := plan.Shortages(k, []*plan.Plan{one, one})
	if len(got) != 2 || got[0].Product != "paper" || got[0].Needs.Pieces != 6 || got[1].Product != "b" ||
		got[1].Needs.Grams != 4 || got[1].Has.Grams != 3.5 {
		t.Errorf("got %+v", got)
	}
	if got := plan.Shortages(k, nil); len(got) != 0 {
		t.Errorf("without bookings nothing runs short: %+v", got)
	}
}

func TestAStudioPlansWithTheStarterKitOnItsFirstDay(t *testing.T) {
	for _, tag := range say.Whole {
		k := kit.Starter(say.In(tag))
		if fs := k.Check("kit"); len(fs) > 0 {
			t.Fatal(fs)
		}
		s := demoSittings(t)[0]
		s.Kit, s.Client.Allergies, s.Client.Conditions = k, nil, nil
		p := plan.Make(&s)
		for _, f := range p.Findings {
			if f.Rule == "kit-cannot" || f.Rule == "sunscreen-missing" {
				t.Errorf("%s: %s", tag, f.Say)
			}
		}
		if len(p.Prep.Steps) < 8 || len(p.Lift.Steps) < 4 {
			t.Errorf("%s: %d steps of prep, %d of removal", tag, len(p.Prep.Steps), len(p.Lift.Steps))
		}
		for _, q := range k {
			if q.IngredientsConfirmed {
				t.Errorf("nobody has read what is in %s", q.Name)
			}
		}
	}
}
