package lift

import (
	"math"
	"math/rand/v2"
	"strconv"
	"testing"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/say"
	"urncloth/core/sitting"
	test "urncloth/core/testutil"
)

// whole is the cheapest that any choice of sequences costs, found by trying all of them: for each group every
// multiset of up to four passes in order, then every combination of groups.
func (ch *chooser) whole() float64 {
	lists := make([][]sequence, len(ch.groups))
	for i, g := range ch.groups {
		for _, t := range ch.tiers(g) {
			if lists[i] = ch.everySequence(g, t, false); len(lists[i]) > 0 {
				break
			}
		}
		if len(lists[i]) == 0 { // nothing reaches the target: what leaves least
			lists[i] = ch.everySequence(g, tier{anyOf, anyOf}, true)
		}
	}
	least := math.Inf(1)
	var combine func(i int, at partial)
	combine = func(i int, at partial) {
		if i == len(lists) {
			least = min(least, at.cost+ch.shared(&at))
			return
		}
		for _, q := range lists[i] {
			if !q.along.within(at.rubbed) {
				continue
			}
			next := at
			next.set, next.cost, next.pads = at.set|q.set, at.cost+q.cost, at.pads+q.pads
			next.faces = at.faces + q.faces
			if !ch.groups[i].held {
				next.skin |= q.set
			}
			if ch.groups[i].carries() {
				next.rubbed = at.rubbed.or(q.rubbed)
			}
			combine(i+1, next)
		}
	}
	combine(0, partial{})
	if math.IsInf(least, 1) { // what could only go along with passes that the face does not make
		var riding []*group
		for _, g := range ch.groups {
			if g.rides {
				riding = append(riding, g)
			}
		}
		if ch.apart() {
			least = ch.whole()
		}
		for _, g := range riding {
			g.rides = true
		}
	}
	return least
}

// everySequence is the cheapest sequence that reaches the target for each set of removers, and of those that go along,
// of every multiset of up to five passes in order that skin bears. In vain it is those that leave least, each pass of
// which takes its part.
func (ch *chooser) everySequence(g *group, t tier, vain bool) []sequence {
	best := map[ends]sequence{}
	least := math.Inf(1)
	first := ch.firstOn(g, t.first)
	house := ch.searchOf(g, t) // what the house asks of a sequence
	var grow func(q sequence, left []float64, from int, film, rubs float64, filmed bool, washed int)
	grow = func(q sequence, left []float64, from int, film, rubs float64, filmed bool, washed int) {
		before := g.worst(left)
		if vain && before < least-figure.Same {
			least = before
			clear(best)
		}
		if before <= Target(g.like)+figure.Same || vain && before <= least+figure.Same {
			r := q
			if film > welcome(ch.c, g.like)+figure.Same {
				r.cost += figure.CautionCost
			}
			if house.wants() && !house.second(r) {
				r.cost += figure.WantedCost
			}
			if house.unchecked(r) {
				r.cost += figure.WantedCost
			}
			at := ends{set: r.set, along: r.along, rubbed: r.rubbed}
			if ch.scarce() {
				at.pads = r.pads
			}
			if ch.faces >= 0 {
				at.faces = r.faces
			}
			if old, there := best[at]; !there || r.cost < old.cost {
				best[at] = r
			}
		}
		if len(q.passes) == figure.MostOfAll {
			return
		}
		for n := from; n < len(g.allowed); n++ {
			if !t.open(n) || len(q.passes) == 0 && !first(n) {
				continue
			}
			for _, option1 := range ch.options(g, g.allowed[n]) {
				if !ch.fits(g, q.passes, option1, left) {
					continue
				}
				k := ch.timed(g, option1, before)
				r := g.allowed[n]
				p := ch.removers[r]
				used := 0
				for _, other := range q.passes {
					if other.remover == r {
						used++
					}
				}
				wash := k.way == wayWorked && turnOf(p.Kind) == turnWash
				tooMany := wash && (washed >= 2 || washed >= 1 && washed < len(q.passes))
				if used >= mostOf(g.like) || rubs+k.rubs > g.bears+figure.Same || tooMany ||
					wash && ch.refused && film > 0 {
					continue
				}
				next := make([]float64, len(left))
				for i, b := range g.binders {
					next[i] = left[i] * ch.leaves(g, k, b, before)
				}
				if vain && g.worst(next) > (1-figure.LeastTaken)*before+figure.Same {
					continue
				}
				nf := film * (1 - washes[p.Kind])
				held := filmed
				if films(p.Kind) {
					_, nf = ch.finish(g, k)
					held = k.way == wayHeld
				}
				with := sequence{pads: q.pads + ch.padsFor(g, k, filmed), set: q.set | 1<<r, rubbed: q.rubbed,
					faces:  q.faces + ch.facesFor(g, k),
					passes: append(append([]pass{}, q.passes...), k),
					along:  q.along, cost: q.cost + ch.price(g, k, len(q.passes) > 0, filmed)}
				switch {
				case k.along:
					with.along = q.along.with(r, ch.class(k))
				case k.way != wayHeld:
					with.rubbed = q.rubbed.with(r, ch.class(k))
				}
				more := washed
				if wash {
					more++
				}
				grow(with, next, n, nf, rubs+k.rubs, held, more)
			}
		}
	}
	grow(sequence{}, g.start, 0, 0, 0, false, 0)
	var list []sequence
	for _, q := range best {
		list = append(list, q)
	}
	return list
}

// TestTheChoiceIsAsCheapAsAnyThatCouldBeTried takes draws that notice when a pass that is wished for is not looked at,
// pads that are missing are not counted in it, or a pass may take less than its part.
func TestTheChoiceIsAsCheapAsAnyThatCouldBeTried(t *testing.T) {
	for _, draw := range []uint64{18, 38} {
		asCheapAsAny(t, rand.New(rand.NewPCG(8, draw)))
	}
}

func asCheapAsAny(t *testing.T, r *rand.Rand) {
	t.Helper()
	kinds := []kit.Kind{"micellar", "biphase", "balm", "cleansing_oil", "plant_oil", "cream_cleanser", "gel_cleanser",
		"foam_cleanser"}
	binders := []look.Binder{"water_film", "emulsion", "powder", "wax_oil", "silicone_film", "waterproof_film",
		"spf_film", "magnetic_liner"}
	tried, vain := 0, 0
	for n := range 460 {
		if testing.Short() && n == 100 {
			return
		}
		s := test.With(t, func(s *sitting.Sitting) {
			s.Client.Sensitivity = r.IntN(4)
			s.Kit = kit.Kit{}
			for i, k := range append([]int{2 + r.IntN(2)}, r.Perm(len(kinds))[:2+r.IntN(2)]...) {
				if i > 0 && (k == 2 || k == 3) {
					continue
				}
				s.Kit = append(s.Kit, kit.Product{ID: string(kinds[k]), Name: string(kinds[k]), Kind: kinds[k],
					EyeSafe: r.IntN(6) > 0, Price: float64(5 + r.IntN(40)), PackG: 100})
			}
			s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: test.P(r.IntN(4)),
				Water: test.P(r.IntN(4))}, face.Cheeks: {Oil: test.P(r.IntN(4)), Water: test.P(r.IntN(4))}}
		})
		if n%3 == 0 {
			s.Kit = append(s.Kit, kit.Product{ID: "pads", Name: "pads", Kind: kit.CottonPad, Count: test.P(r.IntN(5))})
		}
		if n%2 == 0 {
			anyHabits(r, s)
		}
		c := sitting.Open(s)
		var on [face.N]Loads
		zones := []face.Zone{face.Eyelids, face.Lips, face.Cheeks, face.UnderEyes, face.Neck, face.Brows}
		for i, k := range r.Perm(len(zones)) {
			if z := zones[k]; i < 3 {
				on[z] = Loads{"care": 1, binders[r.IntN(len(binders))]: float64(1 + r.IntN(3))}
			}
		}
		ch := newChooser(c, &on, 1, nil)
		want := ch.whole()
		_, got := ch.choose()
		tried++
		if ch.missed {
			vain++
		}
		if math.Abs(got-want) > 1e-9 {
			t.Errorf("case %d: the search finds %.4f, trying all %.4f", n, got, want)
		}
	}
	if tried-vain < 220 || vain < 100 {
		t.Errorf("of %d cases %d cannot be solved: too few of either were tried", tried, vain)
	}
}

// anyHabits picks any option for some methods of removal, with a mitt or two.
func anyHabits(r *rand.Rand, s *sitting.Sitting) {
	s.Method = method.Choice{}
	for _, m := range method.All(say.English) {
		if m.Part == "lift" && r.IntN(3) == 0 {
			s.Method[m.Key] = m.Options[r.IntN(len(m.Options))].ID
		}
	}
	if r.IntN(2) == 0 {
		s.Kit = append(s.Kit, kit.Product{ID: "mitt", Name: "mitt", Kind: kit.Mitt, Count: test.P(1 + r.IntN(2))})
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
		if got := share(c, work{x.kind, wayHeld, x.contact, 0}, on, "waterproof_film"); math.Abs(got-x.want) > 1e-9 {
			t.Errorf("%s held %g s leaves %g, want %g", x.kind, x.contact, got, x.want)
		}
	}
	base := Loads{"emulsion": 1}
	for contact, want := range map[float64]float64{30: 0.05, 60: 0.05, 600: 0.05, 15: math.Sqrt(0.05)} {
		if got := share(c, work{"balm", wayWorked, contact, 30}, base, "emulsion"); math.Abs(got-want) > 1e-9 {
			t.Errorf("one dose massaged %g s instead of 30 leaves %g, want %g", contact, got, want)
		}
	}
	if got := share(c, work{"micellar", wayWiped, 0, 0}, on, "waterproof_film"); math.Abs(got-0.55) > 1e-9 {
		t.Errorf("a pad that wipes takes its share: %g is left", got)
	}
	c.Client.Learned.Lift = map[string]float64{"balm/waterproof_film": 0.5}
	if got := share(c, work{"balm", wayHeld, 30, 0}, on, "waterproof_film"); math.Abs(got-math.Sqrt(0.15)) > 1e-9 {
		t.Errorf("what was learned multiplies the exponent: %g", got)
	}
	if t0("waterproof_film", 1) != 21 || t0("waterproof_film", 2) != 30 || t0("waterproof_film", 2.1) != 45 {
		t.Error("the load makes the contact 0.7, 1 and 1.5 times")
	}
}

func TestADoseIsMassagedByTheHeaviestBinderButCareAndAWashForItsOwnTime(t *testing.T) {
	for _, x := range []struct {
		on    Loads
		kind  kit.Kind
		worst float64
		want  float64
	}{
		{Loads{"care": 5, "powder": 1}, "balm", 1, 30}, {Loads{"powder": 1.01}, "balm", 1, 60},
		{Loads{"silicone_film": 4}, "cleansing_oil", 1, 60}, {Loads{"silicone_film": 4.1}, "balm", 1, 90},
		{Loads{"silicone_film": 6}, "balm", 0.2, 30}, {Loads{"silicone_film": 6}, "balm", 0.21, 90},
		{Loads{"silicone_film": 6}, "cream_cleanser", 1, 60}, {Loads{"care": 1}, "gel_cleanser", 1, 45},
		{Loads{"care": 1}, "foam_cleanser", 0.1, 45},
	} {
		if got := x.on.dose(x.kind, x.worst); got != x.want {
			t.Errorf("%s on %v with %g left: %g s, want %g", x.kind, x.on, x.worst, got, x.want)
		}
	}
}

func TestACheaperEqualNeverMakesRemovalDearerUnderAnyMethod(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 14))
	kinds := []kit.Kind{"micellar", "biphase", "balm", "cleansing_oil", "cream_cleanser", "gel_cleanser"}
	for _, m := range method.All(say.English) {
		if m.Part != "lift" && m.Key != method.MicellarRinse {
			continue
		}
		for _, o := range m.Options {
			if m.Key == method.SecondCleanse && o.ID == method.Always {
				continue // two balms are a second cleanse, which one is not
			}
			for n := range 6 {
				s := test.With(t, func(s *sitting.Sitting) {
					s.Kit = kit.Kit{}
					for _, k := range kinds {
						s.Kit = append(s.Kit, kit.Product{ID: string(k), Name: string(k), Kind: k, EyeSafe: true,
							Price: float64(10 + r.IntN(40)), PackG: 100, House: r.IntN(4) == 0})
					}
					s.Method = method.Choice{m.Key: o.ID}
				})
				on := [face.N]Loads{face.Eyelids: {"waterproof_film": 1, "care": 1}, face.Lips: {"care": 1},
					face.Cheeks: {"silicone_film": float64(1 + r.IntN(2))}, face.UnderEyes: {"silicone_film": 1}}
				_, cost := newChooser(sitting.Open(s), &on, 1, nil).choose()
				more := *s
				twin := s.Kit[n]
				twin.ID, twin.Price = "twin", twin.Price/2
				more.Kit = append(append(kit.Kit{}, s.Kit...), twin)
				if _, with := newChooser(sitting.Open(&more), &on, 1, nil).choose(); with > cost+1e-9 {
					t.Errorf("%s %s: beside a cheaper %s it costs %.4f, without %.4f", m.Key, o.ID, twin.Kind, with,
						cost)
				}
			}
		}
	}
}

func TestWhereNothingReachesTheTargetWhatIsPlannedLeavesTheLeast(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 9))
	weak := []kit.Kind{"micellar", "cream_cleanser", "gel_cleanser", "plant_oil", "foam_cleanser"}
	tried := 0
	for n := range 600 {
		s := test.With(t, func(s *sitting.Sitting) {
			s.Client.Sensitivity = r.IntN(4)
			s.Kit = kit.Kit{}
			for _, k := range r.Perm(len(weak))[:1+r.IntN(3)] {
				s.Kit = append(s.Kit, kit.Product{ID: string(weak[k]), Name: string(weak[k]), Kind: weak[k],
					EyeSafe: r.IntN(4) > 0, Price: float64(5 + r.IntN(40)), PackG: 100})
			}
		})
		zone := []face.Zone{face.Eyelids, face.Lips, face.Cheeks, face.UnderEyes}[r.IntN(4)]
		var on [face.N]Loads
		on[zone] = Loads{"care": 1, []look.Binder{"silicone_film", "waterproof_film",
			"spf_film"}[r.IntN(3)]: float64(1 +
			r.IntN(3))}
		ch := newChooser(sitting.Open(s), &on, 1, nil)
		g := ch.groups[0]
		list, reached := ch.sequences(g)
		if reached {
			continue
		}
		tried++
		if want := ch.leastLeft(g); math.Abs(list[0].left-want) > 1e-9 {
			t.Errorf("case %d: %.5f is left on %s, trying all %.5f", n, list[0].left, zone, want)
		}
	}
	if tried < 200 {
		t.Errorf("only %d of 600 cases were beyond the kit", tried)
	}
}

// leastLeft is the least of the worst binder that any sequence leaves, of passes that each take a fifth of it.
func (ch *chooser) leastLeft(g *group) float64 {
	least := g.worst(g.start)
	var grow func(passes []pass, left []float64, from int, rubs float64, washed int)
	grow = func(passes []pass, left []float64, from int, rubs float64, washed int) {
		before := g.worst(left)
		least = min(least, before)
		if len(passes) == figure.MostOfAll {
			return
		}
		for n := from; n < len(g.allowed); n++ {
			r := g.allowed[n]
			for _, o := range ch.options(g, r) {
				if !ch.fits(g, passes, o, left) {
					continue
				}
				k, used := ch.timed(g, o, before), 0
				for _, other := range passes {
					if other.remover == r {
						used++
					}
				}
				wash := k.way == wayWorked && turnOf(ch.removers[r].Kind) == turnWash
				if used >= mostOf(g.like) || rubs+k.rubs > g.bears+figure.Same ||
					wash && (washed >= 2 || washed >= 1 && washed < len(passes)) {
					continue
				}
				next := make([]float64, len(left))
				for i, b := range g.binders {
					next[i] = left[i] * ch.leaves(g, k, b, before)
				}
				if g.worst(next) > 0.8*before+1e-9 {
					continue
				}
				more := washed
				if wash {
					more++
				}
				grow(append(append([]pass{}, passes...), k), next, n, rubs+k.rubs, more)
			}
		}
	}
	grow(nil, g.start, 0, 0, 0)
	return least
}

func TestAKitOfThousandsIsThinnedToWhatCanWinAndCostsTheSame(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 4))
	kinds := []kit.Kind{"micellar", "biphase", "balm", "cleansing_oil", "cream_cleanser", "gel_cleanser"}
	s := test.With(t, func(s *sitting.Sitting) {
		s.Kit = kit.Kit{}
		for n := range 3000 {
			s.Kit = append(s.Kit, kit.Product{ID: "p" + strconv.Itoa(n), Name: "p", Kind: kinds[r.IntN(len(kinds))],
				EyeSafe: r.IntN(3) > 0, Price: float64(5 + r.IntN(4000)), PackG: 100})
		}
	})
	on := [face.N]Loads{face.Eyelids: {"waterproof_film": 1}, face.Cheeks: {"silicone_film": 2}, face.Lips: {"care": 1}}
	ch := newChooser(sitting.Open(s), &on, 1, nil)
	if len(ch.removers) > 2*len(kinds) {
		t.Fatalf("%d removers are left", len(ch.removers))
	}
	_, cost := ch.choose()
	for _, p := range ch.removers { // each is the cheapest of its kind, of all or of those for the eyes
		for i := range s.Kit {
			if o := &s.Kit[i]; o.Kind == p.Kind && o.Price < p.Price && (o.EyeSafe || !p.EyeSafe) {
				t.Errorf("%s at %g is kept, and %s is there at %g", p.Kind, p.Price, o.ID, o.Price)
			}
		}
	}
	few := *s
	few.Kit = nil
	for _, p := range ch.removers {
		few.Kit = append(few.Kit, *p)
	}
	if _, again := newChooser(sitting.Open(&few), &on, 1, nil).choose(); math.Abs(again-cost) > 1e-9 {
		t.Errorf("of all %.4f, of those that are left %.4f", cost, again)
	}
}
