package prep

import (
	"bytes"
	"fmt"
	"math"
	"math/rand"
	"slices"
	"testing"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

// randomSitting makes a client, a look, an air and a small kit of every kind from a seed.
func randomSitting(t testing.TB, seed int64) *sitting.Sitting {
	r := rand.New(rand.NewSource(seed))
	s := Sitting(t)
	for _, z := range []face.Zone{face.Forehead, face.Cheeks, face.Chin} {
		g := face.Grades{Oil: P(r.Intn(4)), Water: P(r.Intn(4))}
		if r.Intn(3) == 0 {
			g.Marks = []face.Mark{[]face.Mark{face.Flaky, face.Breakout, face.Pigment}[r.Intn(3)]}
		}
		s.Client.Zones[z] = g
	}
	s.Client.Phototype = 1 + r.Intn(6)
	s.Client.Sensitivity = r.Intn(3)
	if r.Intn(3) == 0 {
		s.Client.Dislikes = []string{"fragrance"}
	}
	if r.Intn(4) == 0 {
		s.Client.Allergies = []string{"lanolin"}
	}
	s.Look.Finish = []look.Finish{"matte", "satin", "dewy"}[r.Intn(3)]
	s.Look.Base = []look.Base{"water", "silicone", "emulsion", "oil", "none"}[r.Intn(5)]
	s.Look.Coverage = []look.Coverage{"sheer", "medium", "full"}[r.Intn(3)]
	s.Day.Air = day.Air{TempC: P(12 + r.Float64()*20), Humidity: P(0.3 + r.Float64()*0.6)}
	bases := []kit.Base{"water", "emulsion", "silicone", "oil"}
	s.Kit = kit.Kit{{ID: "micellar", Name: "Micellar", Kind: "micellar", Base: "water", EyeSafe: true}}
	for s0 := range slots {
		for n := range r.Intn(3) {
			kinds := table[s0].kinds
			k := kinds[r.Intn(len(kinds))]
			p := kit.Product{ID: fmt.Sprintf("%s-%d", k, n), Name: fmt.Sprintf("%s %d", k, n), Kind: k,
				Base:   bases[r.Intn(len(bases))],
				Weight: float64(r.Intn(6)), EyeSafe: r.Intn(2) == 0, PackG: 50, Price: float64(r.Intn(60)),
				SPF:           []float64{15, 30, 50}[r.Intn(3)],
				BroadSpectrum: r.Intn(3) > 0, WhiteCast: r.Intn(3)}
			if r.Intn(4) == 0 {
				p.Tags = []string{[]string{"fragrance", "lanolin", "oil_free"}[r.Intn(3)]}
			}
			if k == "serum" {
				p.Actives = map[string]float64{[]string{"hyaluronic", "niacinamide", "vitamin_c"}[r.Intn(3)]: 2}
			}
			if s.Kit.Find(p.ID) == nil {
				s.Kit = append(s.Kit, p)
			}
		}
	}
	if fs := s.Check("", nil); len(fs) > 0 {
		t.Fatal(fs)
	}
	return s
}

// strange lays conditions, wears, methods, ages and a hurry over a random sitting.
func strange(t testing.TB, seed int64) *sitting.Sitting {
	r := rand.New(rand.NewSource(seed + 1e6))
	s := randomSitting(t, seed)
	zone := func() *face.Zone {
		if r.Intn(2) == 0 {
			return nil
		}
		return P(face.Zone(r.Intn(int(face.N))))
	}
	for range r.Intn(4) {
		k := face.Condition{Kind: face.ConditionKind(face.Conditions[r.Intn(len(face.Conditions))]), Zone: zone()}
		if r.Intn(2) == 0 {
			k.On = s.Day.Date.AddDays(-r.Intn(40))
		}
		s.Client.Conditions = append(s.Client.Conditions, k)
	}
	for _, w := range face.Wears {
		if r.Intn(4) == 0 {
			s.Client.Wears = append(s.Client.Wears, face.Wear(w))
		}
	}
	for _, m := range method.All(say.English) {
		if r.Intn(3) == 0 {
			s.Method[m.Key] = m.Options[r.Intn(len(m.Options))].ID
		}
	}
	if r.Intn(3) == 0 {
		s.Client.Born = s.Day.Date.AddDays(-r.Intn(30000))
		s.Client.Guardian = r.Intn(2) == 0
	}
	if r.Intn(3) == 0 {
		s.Day.Washed = &day.Wash{At: At(t, "08:55"), Hot: true}
	}
	s.Client.Mature = r.Intn(4) == 0
	s.Look.Neckline = []look.Neckline{"open", "closed"}[r.Intn(2)]
	s.Day.BaseAt = At(t, []string{"09:08", "09:14", "09:20", "09:26", "09:40"}[r.Intn(5)])
	s.Day.Segments = []day.Segment{{From: At(t, "10:00"), To: At(t, "12:00"), Place: "sun", Flash: r.Intn(2) == 0,
		Activity: []day.Activity{"still", "swim"}[r.Intn(2)]}}
	if fs := s.Check("", nil); len(fs) > 0 {
		t.Fatal(fs)
	}
	return s
}

func TestTheStrangestClientsGetAPlanWithoutAStepThatMeetsAStop(t *testing.T) {
	for seed := range int64(1500) {
		s := strange(t, seed)
		c := sitting.Open(s)
		p, res := Plan(c)
		for _, f := range res.Findings {
			if f.Severity == rules.Stop && f.Step != "" {
				t.Fatalf("seed %d: step %s meets a stop: %s, %s\nconditions %+v, method %v", seed, f.Step, f.Rule,
					f.Say, s.Client.Conditions, s.Method)
			}
			if f.Severity == rules.Stop && (f.Rule == "layer-not-set" || f.Rule == "hands-busy") {
				t.Fatalf("seed %d: %s", seed, f.Say)
			}
			if slices.Contains([]rules.ID{"spf-not-last", "oil-too-early", "uncovered-skin", "hands-first",
				"jar-fingers", "on-lash-line", "lens-in"}, f.Rule) && !(f.Rule == "uncovered-skin" && f.Step == "") {
				t.Fatalf("seed %d: a plan carries %s, which it could have avoided: %s (method %v)", seed, f.Rule,
					f.Say, s.Method)
			}
		}
		if again := stack.Prep(c, p.Steps); again.ReadyAt != res.ReadyAt ||
			!bytes.Equal(JSON(t, again.Layers.ByZone()), JSON(t, res.Layers.ByZone())) ||
			!bytes.Equal(JSON(t, again.Steps), JSON(t, p.Steps)) {
			t.Fatalf("seed %d: checking the plan changes it", seed)
		}
		last := p.Steps[len(p.Steps)-1]
		if len(Found(res.Findings, "kit-cannot")) > 0 {
			if last.Act == "ready" {
				t.Fatalf("seed %d: the kit cannot, and it is called ready", seed)
			}
		} else if last.Act != "ready" || last.Start != p.ReadyAt {
			t.Fatalf("seed %d: ends on %s at %s, ready at %s", seed, last.Act, last.Start, p.ReadyAt)
		}
		if (p.SlackS < 0 || len(p.GaveUp) > 0) != (len(Found(res.Findings, "time-short")) == 1) {
			t.Fatalf("seed %d: slack %d, gave up %v, findings %s", seed, p.SlackS, p.GaveUp, Rules(res.Findings))
		}
	}
}

func newPlanner(c *sitting.Case) *planner {
	pl := &planner{c: c, order: order(c), mixed: c.Method.Is("oil_slot", "mixed_with_serum"),
		scarce: map[string]bool{}, seconds: map[[2]int]solved{}, layers: map[layerKey]*draft{},
		tried: map[uint32]relaxed{}, stages: map[*group][][]path{}, memo: map[memoKey]solved{}}
	pl.housed, pl.touchSay = map[kit.Kind]bool{}, map[face.Set]string{}
	for i := range c.Kit {
		pl.housed[c.Kit[i].Kind] = pl.housed[c.Kit[i].Kind] || c.Kit[i].House
	}
	pl.groups = groups(c, nil)
	for _, g := range pl.groups {
		pl.gather(g)
	}
	pl.opens()
	return pl
}

// brute costs every combination of candidates of a group, laying one film over the other from scratch, and visits each
// with what it costs by itself and which steps it takes.
func brute(pl *planner, g *group, visit func(cost float64, steps uint64)) {
	var walk func(i int, cost, residue float64, top surface, steps uint64)
	walk = func(i int, cost, residue float64, top surface, steps uint64) {
		if i == len(pl.order) {
			if residue > g.limit+1e-9 {
				cost += 10*(residue-g.limit) + 100
			}
			if g.base != bare && top != bare {
				under := kit.OverWhat(kit.Base(kit.Bases[g.base]), baseOf(top))
				cost += under
				if under >= 2 {
					cost += 100
				}
			}
			visit(cost, steps)
			return
		}
		for _, k := range g.cands[pl.order[i]] {
			c, r, next, taken := cost+k.cost, residue, top, steps
			for _, n := range k.steps {
				if n >= 0 {
					taken |= 1 << n
				}
			}
			if k.product != nil {
				if top != bare {
					over := kit.OverWhat(baseOf(k.bottom), baseOf(top))
					c += over
					if over >= 3 && k.top != bare && top != thinOil {
						c += 100
					}
				}
				r += k.residue
				if k.top != bare {
					next = k.top
				}
			}
			walk(i+1, c, r, next, taken)
		}
	}
	walk(0, 0, pl.stays(g.like), bare, 0)
}

// together is the cheapest that all groups can come to between them: for every set of steps the cheapest stack of each
// group, and every union of those.
func together(pl *planner) float64 {
	price := func(steps uint64) (sum float64) {
		for n, cost := range pl.openings.cost {
			if steps>>n&1 == 1 {
				sum += cost
			}
		}
		return sum
	}
	all := map[uint64]float64{0: 0}
	for _, g := range pl.groups {
		own, least := map[uint64]float64{}, math.Inf(1)
		brute(pl, g, func(cost float64, steps uint64) {
			if old, there := own[steps]; !there || cost < old {
				own[steps] = cost
			}
			least = min(least, cost)
		})
		dearest := price(math.MaxUint64) // nobody need pay more than every step there is to be as well off
		next := map[uint64]float64{}
		for a, x := range all {
			for b, y := range own {
				if y > least+dearest {
					continue
				}
				if old, there := next[a|b]; !there || x+y < old {
					next[a|b] = x + y
				}
			}
		}
		all = next
	}
	best := math.Inf(1)
	for steps, cost := range all {
		best = min(best, cost+price(steps))
	}
	return best
}

func baseOf(s surface) kit.Base {
	if s == thinOil {
		return "oil"
	}
	return kit.Base(kit.Bases[s])
}

// smallSitting is a random sitting with a kit so small that every combination can be costed.
func smallSitting(t *testing.T, seed int64) *sitting.Sitting {
	s := randomSitting(t, seed)
	r := rand.New(rand.NewSource(seed + 5000))
	for len(s.Kit) > 13 {
		i := r.Intn(len(s.Kit))
		s.Kit = slices.Delete(s.Kit, i, i+1)
	}
	for i := range s.Kit {
		s.Kit[i].House = r.Intn(6) == 0
	}
	return s
}

func TestTheStacksOfAllGroupsTogetherCostWhatBruteForceFindsOnSmallKits(t *testing.T) {
	merged := 0
	for seed := range int64(240) {
		c := sitting.Open(smallSitting(t, seed))
		pl := newPlanner(c)
		if gap := pl.prove(restrict{}); gap != 0 {
			t.Fatalf("seed %d: not proven, %g", seed, gap)
		}
		if got, best := pl.cost(pl.chosen), together(pl); math.Abs(got-best) > 1e-6 {
			t.Fatalf("seed %d: found %.6f, brute force %.6f", seed, got, best)
		}
		if apart := pl.apart(restrict{}); pl.cost(apart) > pl.cost(pl.chosen)+1e-6 {
			merged++
		}
	}
	if merged < 20 {
		t.Errorf("only %d choices are any better for working zones together", merged)
	}
}

// TestAStepIsChargedWhatItCostsAmongAllWhoCouldShareIt is what makes the bound one: were the parts more than the whole,
// choices would be passed over that are cheaper.
func TestAStepIsChargedWhatItCostsAmongAllWhoCouldShareIt(t *testing.T) {
	shared, unwanted := 0, 0
	for seed := range int64(40) {
		pl := newPlanner(sitting.Open(smallSitting(t, seed)))
		p := &proof{planner: pl, state: make([]stepState, len(pl.openings.cost))}
		like := p.apart(restrict{})
		for range 4 {
			p.shareOut(like)
			for n, cost := range pl.openings.cost {
				var sum float64
				parts := 0
				for _, i := range pl.openings.could[n] {
					if sum += pl.toll[i][n]; pl.toll[i][n] > 0 {
						parts++
					}
				}
				if len(pl.openings.could[n]) > 0 && math.Abs(sum-cost) > 1e-9 {
					t.Fatalf("seed %d: step %d costs %g and is charged %g in %d parts", seed, n, cost, sum, parts)
				}
				if parts > 1 {
					shared++
				}
				if parts > 1 && parts == len(pl.openings.could[n]) {
					unwanted++
				}
			}
			now, _, feasible := p.relaxed(0)
			if !feasible {
				break
			}
			like = now
		}
	}
	if shared == 0 || unwanted == 0 {
		t.Errorf("%d were shared, %d by all who could: too few to tell", shared, unwanted)
	}
}

func TestTheSecondChoiceOfAGroupCostsWhatBruteForceFinds(t *testing.T) {
	for seed := range int64(120) {
		c := sitting.Open(smallSitting(t, seed))
		pl := newPlanner(c)
		pl.prove(restrict{})
		pl.rememberStages(restrict{})
		for i, g := range pl.groups {
			own := pl.charge(i)
			best, second := math.Inf(1), math.Inf(1)
			brute(pl, g, func(cost float64, steps uint64) {
				for n, toll := range pl.toll[i] {
					if steps>>n&1 == 1 {
						cost += toll
					}
				}
				if cost < best {
					best, second = cost, best
				} else if cost < second {
					second = cost
				}
			})
			if math.Abs(own-best) > 1e-6 {
				t.Fatalf("seed %d, %s: found %g, brute force %g", seed, c.Names(g.zones), own, best)
			}
			least := math.Inf(1)
			for _, s := range pl.order {
				if l, ok := pl.second(i, s, restrict{}); ok {
					least = min(least, l.cost)
				}
			}
			if second < figure.Forbidden && math.Abs(least-second) > 1e-6 {
				t.Fatalf("seed %d, %s: runner-up %g, brute force %g", seed, c.Names(g.zones), least, second)
			}
		}
	}
}

func TestTakingAProductOutNeverLowersTheCost(t *testing.T) {
	for seed := range int64(40) {
		s := randomSitting(t, seed)
		whole := newPlanner(sitting.Open(s)).choose(restrict{})
		for i := range s.Kit {
			less := *s
			less.Kit = slices.Delete(slices.Clone(s.Kit), i, i+1)
			if len(less.Kit) == 0 {
				continue
			}
			pl := newPlanner(sitting.Open(&less))
			cost := pl.choose(restrict{})
			// A slot that may not be empty costs nothing where nothing at all suits; that is a finding, not a saving.
			if !sameDuty(newPlanner(sitting.Open(s)), pl) {
				continue
			}
			if cost < whole-1e-6 {
				t.Fatalf("seed %d: without %s it costs %g, with it %g", seed, s.Kit[i].ID, cost, whole)
			}
		}
	}
}

// sameDuty reports whether both kits can fill the slots that may not be empty.
func sameDuty(a, b *planner) bool {
	for i := range a.groups {
		for _, s := range []slot{moisturiser, sunscreen} {
			if (len(a.groups[i].cands[s]) > 1) != (len(b.groups[i].cands[s]) > 1) {
				return false
			}
		}
	}
	return true
}

func TestAPlannersPlanCarriesNothingItCouldHaveAvoided(t *testing.T) {
	for seed := range int64(150) {
		s := randomSitting(t, seed)
		c := sitting.Open(s)
		p, res := Plan(c)
		for _, f := range res.Findings {
			if f.Step == "" {
				continue
			}
			i := slices.IndexFunc(p.Steps, func(st stack.Step) bool { return st.ID == f.Step })
			st := p.Steps[i]
			if f.Severity == rules.Stop {
				t.Fatalf("seed %d: a planned step meets a stop: %s %s", seed, f.Rule, f.Say)
			}
			if f.Severity != rules.Caution || slices.Contains([]rules.ID{"beads-on-base", "overloaded"}, f.Rule) {
				continue
			}
			for j := range s.Kit {
				q := &s.Kit[j]
				if q.Kind.Of().Group == s.Kit.Find(st.Product).Kind.Of().Group &&
					sameSlot(q.Kind, kit.Kind(st.Kind)) && clear(c, q, f.Zones) {
					if chosenCheaper(c, f.Zones, q) {
						continue
					}
					t.Fatalf("seed %d: %s on %s, but %s raises nothing there", seed, f.Say,
						c.Names(face.SetOf(f.Zones...)), q.Name)
				}
			}
		}
	}
}

func sameSlot(a, b kit.Kind) bool {
	return slices.ContainsFunc(table[:], func(row slotRow) bool {
		ks := row.kinds
		return slices.Contains(ks, a) &&
			slices.Contains(ks, b)
	})
}

func clear(c *sitting.Case, p *kit.Product, zones []face.Zone) bool {
	for _, z := range zones {
		u := fit.Use{Case: c, Product: p, Act: "apply", Kind: act.Detail(p.Kind), How: "pat", Zone: z}
		if slices.ContainsFunc(u.Fits(), func(o fit.Objection) bool { return o.Severity != rules.Note || o.Bars }) {
			return false
		}
	}
	return true
}

// chosenCheaper reports whether using q there would raise another caution that the search weighed against it: load,
// beading or the foundation.
func chosenCheaper(c *sitting.Case, zones []face.Zone, q *kit.Product) bool {
	only := *c.Sitting
	only.Kit = slices.DeleteFunc(slices.Clone(c.Kit), func(p kit.Product) bool {
		return sameSlot(p.Kind, q.Kind) &&
			p.ID != q.ID
	})
	_, res := Plan(sitting.Open(&only))
	set := face.SetOf(zones...)
	for _, f := range res.Findings {
		if f.Severity != rules.Note && face.SetOf(f.Zones...)&set != 0 {
			return true
		}
	}
	return false
}

// TestAStepThatWasDoneAnswersForOneOfItsOwnActAndKindOnItsZonesOnly: what was done is not planned again, and nothing
// else is taken for done with it.
func TestAStepThatWasDoneAnswersForOneOfItsOwnActAndKindOnItsZonesOnly(t *testing.T) {
	whole, cheeks, chin := []face.Zone{face.Cheeks, face.Chin}, []face.Zone{face.Cheeks}, []face.Zone{face.Chin}
	done := stack.Begun{Done: []stack.Step{{ID: "r", Act: act.Rinse, Zones: whole},
		{ID: "c", Act: act.Cleanse, Kind: act.Detail(kit.Micellar), Zones: whole},
		{ID: "p", Act: act.Treat, Kind: act.Detail(kit.Scrub), Zones: cheeks}}}
	pl := newPlanner(sitting.Open(Sitting(t)))
	pl.begun = &resumption{Begun: &done}
	for _, x := range []struct {
		name string
		step stack.Step
		want string
	}{
		{"the very rinse", stack.Step{Act: act.Rinse, Zones: whole}, "r"},
		{"a rinse of a part of it", stack.Step{Act: act.Rinse, Zones: chin}, "r"},
		{"drying there", stack.Step{Act: act.Dry, Zones: whole}, ""},
		{"a cleanse with another product", stack.Step{Act: act.Cleanse, Kind: act.Detail(kit.GelCleanser),
			Zones: whole}, "c"},
		{"the polish", stack.Step{Act: act.Treat, Kind: act.Detail(kit.Scrub), Zones: cheeks}, "p"},
		{"a mask there", stack.Step{Act: act.Treat, Kind: act.Detail(kit.MaskClay), Zones: cheeks}, ""},
		{"the polish elsewhere", stack.Step{Act: act.Treat, Kind: act.Detail(kit.Scrub), Zones: chin}, ""},
	} {
		got := ""
		if s := pl.answers(&draft{step: x.step, zones: face.SetOf(x.step.Zones...)}, nil); s != nil {
			got = s.ID
		}
		if got != x.want {
			t.Errorf("%s: answered by %q, want %q", x.name, got, x.want)
		}
	}
	rinse := stack.Step{Act: act.Rinse, Zones: whole}
	if s := pl.answers(&draft{step: rinse}, map[*stack.Step]bool{&done.Done[0]: true}); s != nil {
		t.Errorf("it answers once: %s", s.ID)
	}
}

func TestWhatLiesThereAlreadyLeavesItsOwnResidueAndAStepWithoutASlotKeepsItsName(t *testing.T) {
	c := sitting.Open(Sitting(t))
	pl := newPlanner(c)
	g := pl.groups[0]
	cream := c.Product("cream")
	k := pl.laidCandidate(g, moisturiser, settled{standing: laidOut, product: cream, film: 0.5})
	if want := c.OnSkin(g.like, 0.5) * cream.Kind.Of().Stays; want == 0 || math.Abs(k.residue-want) > 1e-12 {
		t.Errorf("%g mg/cm² stay, not %g", want, k.residue)
	}
	cheeks := []face.Zone{face.Cheeks}
	r := &resumption{Begun: &stack.Begun{Ahead: []stack.Step{{ID: "p9", Act: act.Dry, Zones: cheeks}}}}
	for _, what := range []act.Act{act.Rinse, act.Dry} {
		steps := []stack.Step{{ID: "p3", Act: what, Zones: cheeks}}
		if r.named(c, steps); (steps[0].ID == "p9") != (what == act.Dry) {
			t.Errorf("%s is called %s", what, steps[0].ID)
		}
	}
}

func TestAStepThatWasDoneIsSpentAndAVeilLeftOutIsNotLaid(t *testing.T) {
	c := sitting.Open(Sitting(t))
	cheeks := []face.Zone{face.Cheeks}
	pl := newPlanner(c)
	rinse := stack.Step{ID: "r", Act: act.Rinse, Zones: cheeks}
	pl.begun = &resumption{Begun: &stack.Begun{Done: []stack.Step{rinse}}}
	d := &draft{slot: slots, step: rinse, zones: face.SetOf(face.Cheeks)}
	spent := map[*stack.Step]bool{}
	if pl.remaining(d, spent) != nil || pl.remaining(d, spent) != d {
		t.Error("one rinse that was done answers for the first of two, and not for the second")
	}
	veil := stack.Step{Act: act.Apply, Kind: act.Detail(kit.PrimerHydrating), Product: "dew", Zones: cheeks,
		Method: method.PrimerSplit}
	for how, want := range map[standing]standing{laidOut: laidOut, left: left} {
		r := &resumption{Begun: &stack.Begun{}}
		if r.settle(c, &veil, how); r.veils[face.Cheeks] != want {
			t.Errorf("a veil that is %d stands as %d", want, r.veils[face.Cheeks])
		}
	}
}

func TestNothingIsSaidToBeMixedWithAStepThatHasNoProduct(t *testing.T) {
	pl := newPlanner(sitting.Open(Sitting(t)))
	rinse := stack.Step{Act: act.Rinse, Say: "Rinse."}
	cream := stack.Step{Act: act.Apply, Product: "cream", Say: "Cream."}
	pl.mix(&rinse, &cream)
	if pl.mix(&cream, &rinse); rinse.Say != "Rinse." || cream.Say != "Cream." {
		t.Errorf("%s %s", rinse.Say, cream.Say)
	}
}

func TestAVeilOverAPrimerThatLiesThereLeavesItsOwnResidueToo(t *testing.T) {
	c := sitting.Open(Sitting(t))
	pl := newPlanner(c)
	g, matte, dew := pl.groups[0], c.Product("matte"), c.Product("dew")
	on := settled{standing: laidOut, product: matte, film: 0.4}
	pl.begun = &resumption{Begun: &stack.Begun{}}
	pl.begun.slots[primer][g.like] = on
	alone := pl.laidCandidate(g, primer, on).residue
	got := pl.narrowed(g, primer, []candidate{{product: matte, veil: dew}}, 1)[0]
	if want := alone + figure.VeilFilm*dew.Kind.Of().Stays; want == alone || math.Abs(got.residue-want) > 1e-12 ||
		got.veil != dew {
		t.Errorf("%g mg/cm² stay, not %g", want, got.residue)
	}
}

func TestUnderALayerThatIsOnNothingIsLaidAndOverItAllIsOpen(t *testing.T) {
	c := sitting.Open(Sitting(t))
	cheeks := []face.Zone{face.Cheeks}
	done := stack.Step{ID: "m", Act: act.Apply, Kind: act.Detail(kit.MoisturiserLotion), Product: "lotion",
		Zones: cheeks, Film: map[face.Zone]doc.Num{face.Cheeks: 0.5}, Start: At(t, "09:10")}
	r := resuming(c, &stack.Begun{Now: c.ChairAt, Done: []stack.Step{done}}, order(c))
	for s, want := range map[slot]standing{toner: left, serum: left, moisturiser: laidOut, sunscreen: open,
		primer: open} {
		if got := r.slots[s][face.Cheeks].standing; got != want {
			t.Errorf("slot %d stands as %d, want %d", s, got, want)
		}
		if got := r.slots[s][face.Forehead].standing; got != open {
			t.Errorf("slot %d on the forehead stands as %d", s, got)
		}
	}
}

func TestAThinFilmOfSetOilBearsWaterOverItAndAnotherOilyFilmDoesNot(t *testing.T) {
	c := sitting.Open(Sitting(t))
	pl := newPlanner(c)
	g := pl.groups[0]
	for base, caution := range map[kit.Base]bool{kit.BaseOil: false, kit.BaseEmulsion: false} {
		p := *c.Product("oil")
		p.Base = base
		under, _ := pl.candidate(g, oil, &p, 1)
		over := candidate{product: c.Product("dew"), bottom: surfaceOf(kit.BaseWater), top: surfaceOf(kit.BaseWater)}
		var l path
		l.top = bare
		l.take(&under, false)
		before := l.cost
		l.take(&over, false)
		if got := l.cost-before >= figure.CautionCost; got != caution {
			t.Errorf("water over an oil of %s costs %g", base, l.cost-before)
		}
	}
	under := candidate{product: c.Product("salve"), bottom: surfaceOf(kit.BaseOil), top: surfaceOf(kit.BaseOil)}
	over := candidate{product: c.Product("dew"), bottom: surfaceOf(kit.BaseWater), top: surfaceOf(kit.BaseWater)}
	l := path{top: bare}
	l.take(&under, false)
	before := l.cost
	if l.take(&over, false); l.cost-before < figure.CautionCost {
		t.Errorf("water over another oily film costs %g", l.cost-before)
	}
}
