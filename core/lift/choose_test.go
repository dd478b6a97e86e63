package lift

import (
	"math"
	"math/bits"
	"math/rand/v2"
	"testing"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/sitting"
	test "urncloth/core/testutil"
)

// whole is the cheapest that any choice of sequences costs, found by trying all of them: for each group every
// multiset of up to four passes in order, then every combination of groups.
func (ch *chooser) whole() float64 {
	lists := make([][]sequence, len(ch.groups))
	for i, g := range ch.groups {
		best := map[uint64]sequence{}
		var grow func(q sequence, left []float64, from, counts int, film float64)
		grow = func(q sequence, left []float64, from, counts int, film float64) {
			if g.worst(left) <= Target(g.like)+figure.Same {
				r := q
				if film > welcome(ch.c, g.like)+figure.Same {
					r.cost += figure.CautionCost
				}
				if old, there := best[r.set]; !there || r.cost < old.cost {
					best[r.set] = r
				}
			}
			for n := from; n < len(g.allowed); n++ {
				for _, k := range ch.options(g, g.allowed[n]) {
					if counts+k.counts > 4 {
						continue
					}
					p := ch.removers[k.remover]
					next := ch.after(g, left, k)
					nf := film * math.Pow(1-washes[p.Kind], float64(k.counts))
					if films(p.Kind) {
						_, nf = ch.finish(g, p)
					}
					grow(sequence{passes: append(append([]pass{}, q.passes...), k), set: q.set | 1<<k.remover,
						cost: q.cost + ch.price(g, k, len(q.passes) > 0), pads: q.pads + ch.padsFor(g, p)}, next, n,
						counts+k.counts, nf)
				}
			}
		}
		grow(sequence{}, g.start, 0, 0, 0)
		for _, q := range best {
			lists[i] = append(lists[i], q)
		}
	}
	least := math.Inf(1)
	var combine func(i int, set uint64, sum float64)
	combine = func(i int, set uint64, sum float64) {
		if i == len(lists) {
			least = min(least, sum+figure.ProductCost*float64(bits.OnesCount64(set)))
			return
		}
		for _, q := range lists[i] {
			combine(i+1, set|q.set, sum+q.cost)
		}
	}
	combine(0, 0, 0)
	return least
}

func TestTheChoiceIsAsCheapAsAnyThatCouldBeTried(t *testing.T) {
	r := rand.New(rand.NewPCG(8, 8))
	kinds := []kit.Kind{"micellar", "biphase", "balm", "cleansing_oil", "plant_oil", "cream_cleanser", "gel_cleanser",
		"foam_cleanser"}
	binders := []look.Binder{"water_film", "emulsion", "powder", "wax_oil", "silicone_film", "waterproof_film",
		"spf_film", "magnetic_liner"}
	tried := 0
	for n := range 60 {
		s := test.With(t, func(s *sitting.Sitting) {
			s.Kit = kit.Kit{}
			for i, k := range r.Perm(len(kinds))[:3+r.IntN(2)] {
				s.Kit = append(s.Kit, kit.Product{ID: string(kinds[k]), Name: string(kinds[k]), Kind: kinds[k],
					EyeSafe: r.IntN(4) > 0, Price: float64(5 + r.IntN(40)), PackG: 100, FirstUse: i == 9})
			}
			s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: test.P(r.IntN(4)),
				Water: test.P(r.IntN(4))}, face.Cheeks: {Oil: test.P(r.IntN(4)), Water: test.P(r.IntN(4))}}
		})
		c := sitting.Open(s)
		var on [face.N]Loads
		for _, z := range []face.Zone{face.Eyelids, face.Lips, face.Cheeks, face.Neck} {
			if r.IntN(3) > 0 {
				on[z] = Loads{"care": 1, binders[r.IntN(len(binders))]: float64(1 + r.IntN(3))}
			}
		}
		ch := newChooser(c, &on, 1, nil)
		want := ch.whole()
		_, got := ch.choose()
		if math.IsInf(want, 1) {
			continue
		}
		tried++
		if got > want+1e-9 {
			t.Errorf("case %d: the search finds %.4f, trying all %.4f", n, got, want)
		}
	}
	if tried < 30 {
		t.Errorf("only %d of 60 cases could be solved: too few were tried", tried)
	}
}

func TestTakingARemoverOutNeverLowersTheCostAndMoreLoadNeverShortensRemoval(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 7))
	for n := range 60 {
		s := test.With(t, func(s *sitting.Sitting) {
			s.Kit = kit.Kit{}
			for _, k := range []kit.Kind{"micellar", "biphase", "balm", "cleansing_oil", "cream_cleanser",
				"gel_cleanser"} {
				s.Kit = append(s.Kit, kit.Product{ID: string(k), Name: string(k), Kind: k, EyeSafe: true,
					Price: float64(5 + r.IntN(40)), PackG: 100})
			}
		})
		on := [face.N]Loads{face.Eyelids: {"waterproof_film": float64(1 + r.IntN(2)), "care": 1},
			face.Cheeks: {"silicone_film": float64(1 + r.IntN(2))}, face.Lips: {"wax_oil": 1}}
		solve := func(s *sitting.Sitting, on *[face.N]Loads) (float64, bool) {
			ch := newChooser(sitting.Open(s), on, 1, nil)
			picked, cost := ch.choose()
			for i, q := range picked {
				if q.left > Target(ch.groups[i].like)+figure.Same {
					return math.Inf(1), false
				}
			}
			return cost, true
		}
		cost, ok := solve(s, &on)
		if !ok {
			t.Fatalf("case %d cannot be solved", n)
		}
		for _, p := range s.Kit {
			less := *s
			less.Kit = append(kit.Kit{}, s.Kit...)
			test.Drop(&less, p.ID)
			if without, _ := solve(&less, &on); without < cost-1e-9 {
				t.Errorf("case %d: without %s it costs %.3f, less than %.3f", n, p.ID, without, cost)
			}
		}
		more := on
		for z, m := range on {
			more[z] = Loads{}
			for b, l := range m {
				more[z][b] = l + 1
			}
		}
		if heavier, _ := solve(s, &more); heavier < cost-1e-9 {
			t.Errorf("case %d: with more on it costs %.3f, less than %.3f", n, heavier, cost)
		}
	}
}

func TestPatienceDoesNotMakeAWrongRemoverRight(t *testing.T) {
	c := sitting.Open(test.Sitting(t))
	on := Loads{"waterproof_film": 2}
	for _, x := range []struct {
		kind    kit.Kind
		contact float64
		want    float64
	}{
		{"balm", 30, 0.15}, {"balm", 60, 0.15 * 0.15}, {"balm", 600, math.Pow(0.15, 3)}, {"micellar", 30, 0.55},
		{"micellar", 600, math.Pow(0.55, 1.5)}, {"balm", 15, math.Sqrt(0.15)},
	} {
		if got := share(c, x.kind, face.Eyelids, on, "waterproof_film", x.contact); math.Abs(got-x.want) > 1e-9 {
			t.Errorf("%s held %g s leaves %g, want %g", x.kind, x.contact, got, x.want)
		}
	}
	if got := share(c, "balm", face.Cheeks, Loads{"emulsion": 1}, "emulsion", 60); math.Abs(got-0.05*0.05) > 1e-9 {
		t.Errorf("massaged twice as long counts as a second pass: %g", got)
	}
	if got := share(c, "balm", face.Cheeks, Loads{"emulsion": 1}, "emulsion", 600); math.Abs(got-0.05*0.05) > 1e-9 {
		t.Errorf("and no longer: %g", got)
	}
	c.Client.Learned.Lift = map[string]float64{"balm/waterproof_film": 0.5}
	if got := share(c, "balm", face.Eyelids, on, "waterproof_film", 30); math.Abs(got-math.Sqrt(0.15)) > 1e-9 {
		t.Errorf("what was learned multiplies the exponent: %g", got)
	}
	if t0("waterproof_film", 1) != 21 || t0("waterproof_film", 2) != 30 || t0("waterproof_film", 2.1) != 45 {
		t.Error("the load makes the contact 0.7, 1 and 1.5 times")
	}
}

// after is what a pass leaves of what was left.
func (ch *chooser) after(g *group, left []float64, k pass) []float64 {
	next := make([]float64, len(left))
	for i, b := range g.binders {
		next[i] = left[i] * share(ch.c, ch.removers[k.remover].Kind, g.like, g.on, b, k.contact)
	}
	return next
}
