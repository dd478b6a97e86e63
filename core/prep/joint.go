package prep

import (
	"math"
	"slices"

	"urncloth/core/figure"
	"urncloth/core/kit"
)

// Zones are worked together: each separate step of the hands costs, and so does another product than the studio's own
// choice of its kind, once for all the groups that share it. That ties the groups' stacks to one another.

// opening is one step that the stacks may have: a product in a slot, a veil apart.
type opening struct {
	slot    slot
	product *kit.Product
	veil    bool
}

// jointly is the stacks of all groups, and what they come to between them.
type jointly struct {
	chosen []path
	cost   float64
}

// openings numbers the steps that the candidates of all groups may have, and says what each is and costs, and which
// groups could share it.
type openings struct {
	number map[opening]int
	list   []opening
	cost   []float64
	could  [][]int
}

// opens numbers the steps of every candidate anew.
func (pl *planner) opens() {
	o := openings{number: map[opening]int{}}
	for i, g := range pl.groups {
		g.number = i
		seen := map[int]bool{}
		for s := range slots {
			for n := range g.cands[s] {
				k := &g.cands[s][n]
				k.steps = [2]int{o.of(pl, s, k.product, false), o.of(pl, s, k.veil, true)}
				for _, n := range k.steps {
					if n >= 0 && !seen[n] {
						seen[n] = true
						o.could[n] = append(o.could[n], i)
					}
				}
			}
		}
	}
	pl.openings, pl.toll, pl.zero = o, make([][]float64, len(pl.groups)), make([]int, len(o.cost))
	for i := range pl.toll {
		pl.toll[i] = make([]float64, len(o.cost))
	}
	pl.joint = map[restrict]jointly{}
}

func (o *openings) of(pl *planner, s slot, p *kit.Product, veil bool) int {
	if p == nil {
		return -1
	}
	key := opening{s, p, veil}
	n, known := o.number[key]
	if !known {
		n = len(o.cost)
		o.number[key] = n
		o.list, o.cost, o.could = append(o.list, key), append(o.cost, pl.openCost(p)), append(o.could, nil)
	}
	return n
}

// openCost is what one step with a product costs, however many zones it reaches.
func (pl *planner) openCost(p *kit.Product) float64 {
	if !p.House && pl.housed[p.Kind] {
		return figure.StepCost + figure.NotHouse
	}
	return figure.StepCost
}

// tollOf is what a candidate's steps are charged to its group, infinite where one of them is closed.
func (pl *planner) tollOf(g *group, k *candidate) (toll float64) {
	for _, n := range k.steps {
		if n >= 0 {
			toll += pl.toll[g.number][n]
		}
	}
	return toll
}

// charged charges every group the same for a step.
func (pl *planner) charged(n int, toll float64) {
	for i := range pl.toll {
		pl.toll[i][n] = toll
	}
}

// used counts how many of some stacks have each step. What it returns is good until it is asked again.
func (pl *planner) used(chosen []path) []int {
	count := append(pl.counts[:0], pl.zero...)
	pl.counts = count
	for i := range chosen {
		pl.each(i, &chosen[i], func(n int) { count[n]++ })
	}
	return count
}

// each visits the steps of a group's stack, each once.
func (pl *planner) each(i int, l *path, visit func(n int)) {
	for s := range slots {
		if k := pl.groups[i].pick(s, *l); k != nil {
			for _, n := range k.steps {
				if n >= 0 {
					visit(n)
				}
			}
		}
	}
}

// cost is that of some stacks: each by itself, and the steps that they have between them.
func (pl *planner) cost(chosen []path) float64 {
	var sum float64
	for _, l := range chosen {
		sum += l.cost
	}
	for n, times := range pl.used(chosen) {
		if times > 0 {
			sum += pl.openings.cost[n]
		}
	}
	return sum
}

// bare returns a stack with its own cost, what its steps were charged taken off.
func (l path) bare() path {
	l.cost, l.toll = l.cost-l.toll, 0
	return l
}

// choose picks the stacks of all groups under a restriction and returns the total cost: the best that was found for it,
// or, under a restriction that has not been proven, every group's own best beside the steps of the free choice.
func (pl *planner) choose(r restrict) float64 {
	j, known := pl.joint[r]
	switch free, done := pl.joint[restrict{}]; {
	case known:
	case done:
		j = pl.keep(r, pl.beside(r, free.chosen))
	default:
		j = pl.keep(r, pl.merged(r, pl.apart(r)))
	}
	pl.chosen = j.chosen
	return j.cost
}

// keep keeps the stacks that were chosen under a restriction.
func (pl *planner) keep(r restrict, chosen []path) jointly {
	j := jointly{chosen, pl.cost(chosen)}
	pl.joint[r] = j
	return j
}

// apart solves every group by itself, as if steps cost nothing.
func (pl *planner) apart(r restrict) []path {
	for n := range pl.openings.cost {
		pl.charged(n, 0)
	}
	chosen := make([]path, len(pl.groups))
	for i := range pl.groups {
		chosen[i] = pl.solved(i, r, false)
	}
	return chosen
}

// beside solves every group by itself, where the steps of some stacks are there already.
func (pl *planner) beside(r restrict, like []path) []path {
	count := pl.used(like)
	for n, cost := range pl.openings.cost {
		if count[n] > 0 {
			cost = 0
		}
		pl.charged(n, cost)
	}
	chosen := make([]path, len(pl.groups))
	for i := range pl.groups {
		chosen[i] = pl.solved(i, r, true)
	}
	return chosen
}

// having is how many of all steps are used.
func having(count []int) (n int) {
	for _, times := range count {
		if times > 0 {
			n++
		}
	}
	return n
}

// merged closes one step after the other where the stacks do better without it, or as well with fewer steps.
func (pl *planner) merged(r restrict, chosen []path) []path {
	best := pl.cost(chosen)
	for better := true; better; {
		better = false
		count := slices.Clone(pl.used(chosen))
		for n, times := range count {
			if times == 0 {
				continue
			}
			for m, cost := range pl.openings.cost {
				if count[m] > 0 {
					cost = 0
				}
				pl.charged(m, cost)
			}
			pl.charged(n, math.Inf(1))
			other, found := pl.without(n, r, chosen)
			if !found {
				continue
			}
			cost := pl.cost(other)
			if cost < best-figure.Same || cost < best+figure.Same && having(pl.used(other)) < having(count) {
				chosen, best, better = other, cost, true
				break
			}
		}
	}
	return chosen
}

// without solves the groups that have a step anew, as they are charged now.
func (pl *planner) without(n int, r restrict, chosen []path) (other []path, found bool) {
	other = slices.Clone(chosen)
	for i := range chosen {
		has := false
		pl.each(i, &chosen[i], func(m int) { has = has || m == n })
		if !has {
			continue
		}
		l, ok := pl.solve(pl.groups[i], r, slots, 0)
		if !ok || math.IsInf(l.cost, 1) {
			return nil, false
		}
		other[i] = l.bare()
	}
	return other, true
}

// proof is the branch and bound over which steps there are.
type proof struct {
	*planner
	r     restrict
	best  []path
	cost  float64
	nodes int
	state []stepState
	gap   float64 // how far a node that was not looked into may be from the best
}

// stepState is whether a step may be had: it is charged in parts, paid for, or closed.
type stepState uint8

const (
	stepFree stepState = iota
	stepPaid
	stepClosed
)

// prove finds the cheapest stacks of all groups together, and how far they may be from the best, 0 where proven. Branch
// and bound over the steps: what a step that is still free costs is charged in parts to groups that could share it, so
// that no choice costs less than the groups do under those charges, each by itself.
func (pl *planner) prove(r restrict) (gap float64) {
	first := pl.keep(r, pl.merged(r, pl.apart(r)))
	p := &proof{planner: pl, r: r, best: first.chosen, cost: first.cost,
		state: make([]stepState, len(pl.openings.cost))}
	p.branch(0, p.apart(r))
	if p.cost < first.cost {
		p.best = pl.merged(r, p.best)
	}
	pl.chosen = pl.keep(r, p.best).chosen
	return p.gap
}

// branch looks into one node; paid is what its paid steps cost, and like stacks by which to share out the rest.
func (p *proof) branch(paid float64, like []path) {
	var chosen []path
	bound := paid
	for range figure.SharedOut {
		p.shareOut(like)
		now, sum, feasible := p.relaxed(paid)
		if !feasible || sum >= p.cost-figure.Same {
			return
		}
		if cost := p.planner.cost(now); cost < p.cost-figure.Same {
			p.best, p.cost = now, cost
		}
		if sum > bound {
			bound, chosen = sum, now
		}
		like = now
	}
	if bound >= p.cost-figure.Same {
		return
	}
	n := p.widest(chosen)
	if n < 0 {
		return
	}
	if p.nodes++; p.nodes > figure.MostJoint {
		p.gap = max(p.gap, p.cost-bound)
		return
	}
	for _, is := range []stepState{stepPaid, stepClosed} {
		p.state[n] = is
		more := 0.0
		if is == stepPaid {
			more = p.openings.cost[n]
		}
		p.branch(paid+more, chosen)
	}
	p.state[n] = stepFree
}

// relaxed solves every group by itself under the charges, and adds up what that comes to.
func (p *proof) relaxed(paid float64) (chosen []path, sum float64, feasible bool) {
	chosen, sum = make([]path, len(p.groups)), paid
	for i, g := range p.groups {
		l, found := p.solve(g, p.r, slots, 0)
		if sum += l.cost; !found || sum >= p.cost-figure.Same {
			return nil, sum, false
		}
		chosen[i] = l.bare()
	}
	return chosen, sum, true
}

// shareOut charges every free step to those groups that have one of its kind there in some stacks, or where none has
// to all that could.
func (p *proof) shareOut(like []path) {
	for n, is := range p.state {
		switch is {
		case stepPaid:
			p.charged(n, 0)
			continue
		case stepClosed:
			p.charged(n, math.Inf(1))
			continue
		}
		p.charged(n, 0)
		o := p.openings.list[n]
		could, share := p.openings.could[n], 0
		alike := func(i int) bool {
			k := p.groups[i].pick(o.slot, like[i])
			if k == nil {
				return false
			}
			laid := k.product
			if o.veil {
				laid = k.veil
			}
			return laid != nil && laid.Kind == o.product.Kind
		}
		for _, i := range could {
			if alike(i) {
				share++
			}
		}
		for _, i := range could {
			if share == 0 || alike(i) {
				p.toll[i][n] = p.openings.cost[n] / float64(max(share, 1))
			}
			if share == 0 {
				p.toll[i][n] = p.openings.cost[n] / float64(len(could))
			}
		}
	}
}

// widest is the free step whose cost is furthest from what the groups that have it were charged, -1 for none.
func (p *proof) widest(chosen []path) int {
	charged := make([]float64, len(p.state))
	for i := range chosen {
		p.each(i, &chosen[i], func(n int) { charged[n] += p.toll[i][n] })
	}
	widest, most := -1, figure.Same
	for n, times := range p.used(chosen) {
		if times == 0 || p.state[n] != stepFree {
			continue
		}
		if off := p.openings.cost[n] - charged[n]; off > most {
			widest, most = n, off
		}
	}
	return widest
}

// charge charges a group for the steps that no other group has, and returns what its own stack comes to then.
func (pl *planner) charge(i int) float64 {
	others := slices.Clone(pl.chosen)
	others[i] = path{picks: noPicks}
	count := pl.used(others)
	for n, cost := range pl.openings.cost {
		if count[n] > 0 {
			cost = 0
		}
		pl.toll[i][n] = cost
	}
	own := pl.chosen[i].cost
	pl.each(i, &pl.chosen[i], func(n int) { own += pl.toll[i][n] })
	return own
}

// noPicks is a stack in which no slot has been reached.
var noPicks = func() (picks [slots]int16) {
	for s := range picks {
		picks[s] = -1
	}
	return picks
}()
