// Package prep plans the stack of layers before makeup: which product goes on which zone, in what order, by what
// clock.
//
// Choosing is a shortest path over layers for each group of alike zones, exact under the load limit. Fitting the
// clock is a best-first search over what may be given up, the cheapest first. Steps are then scored by package stack,
// the same evaluator that checks steps made by hand.
package prep

import (
	"container/heap"
	"math"
	"slices"
	"strconv"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// GaveUp is one thing left out or changed so that prep fits the clock.
type GaveUp struct {
	What   string  `json:"what"` // the slot or the way of working
	How    GiveUp  `json:"how"`
	Cost   doc.Num `json:"cost"`
	SavesS int     `json:"saves_s"`
	Say    string  `json:"say"`
}

// GiveUp is how something is given up for the clock.
type GiveUp string

// The ways.
const (
	LeaveOut  GiveUp = "drop"
	Quicker   GiveUp = "quicker"    // a product that sets sooner
	CrossWork GiveUp = "cross_work" // the hands go on elsewhere meanwhile
)

// GiveUps lists the ways.
var GiveUps = []GiveUp{LeaveOut, Quicker, CrossWork}

// UnmarshalText accepts the words of GiveUps.
func (g *GiveUp) UnmarshalText(b []byte) error { *g = GiveUp(b); return doc.OneOf(*g, GiveUps) }

// Differs is one slot in which the second-best stack is another.
type Differs struct {
	Slot    string      `json:"slot"`
	Zones   []face.Zone `json:"zones"`
	Chosen  string      `json:"chosen"`    // product id, "" for none
	Instead string      `json:"runner_up"` // product id, "" for none
}

// RunnerUp is the second-best stack: what it would cost in all, and how much more than the one chosen.
type RunnerUp struct {
	Cost    doc.Num   `json:"cost"`
	More    doc.Num   `json:"more"`
	Differs []Differs `json:"differs"`
}

// Prep is the prep part of a plan.
type Prep struct {
	StartsAt day.Local    `json:"starts_at"`
	ReadyAt  day.Local    `json:"ready_at"`
	SlackS   int          `json:"slack_s"`
	Cost     doc.Num      `json:"cost"`
	GaveUp   []GaveUp     `json:"gave_up"`
	Gap      doc.Num      `json:"gap"` // how much dearer the choice may be than the best, 0 where proven
	RunnerUp RunnerUp     `json:"runner_up"`
	Steps    []stack.Step `json:"steps"`
}

type planner struct {
	c          *sitting.Case
	order      []slot
	mixed      bool // oil mixed with serum
	scarce     map[string]bool
	touchSay   map[face.Set]string // the words of each touch check, said once
	screenEyes bool                // what is on the face may go near the eyes, so they are covered too
	groups     []*group
	chosen     []path
	memo       map[memoKey]solved
	paths      []path
	spare      []path
	tolls      []float64
	across     bool
	noScrub    bool
	noDepuff   bool
	skips      skips
	tries      int             // how often it was begun anew for what would run out
	told       map[string]bool // sentences that a step has said for all
	veils      bool            // a veil goes over the primer
	mixes      [slots]bool     // which slots go on mixed into another layer
	seconds    map[[2]int]solved
	layers     map[layerKey]*draft
	stages     map[*group][][]path // paths before each slot, kept for the second choices
	keepStages bool
	past       *past    // how things stand after it
	before     []*draft // the prelude, made once
	tried      map[uint32]relaxed
	housed     map[kit.Kind]bool // kinds of which the studio has its own choice
	openings   openings
	toll       [][]float64 // what each group is charged for each step, infinite for one that is closed
	joint      map[restrict]jointly
	counts     []int // of the steps that stacks have, for reckoning
	zero       []int
	own        []float64 // what each group's stack comes to by itself, for the second choices
	begun      *resumption
}

type memoKey struct {
	group  int
	beside bool
	restrict
}

type solved struct {
	path
	found bool
}

// planning is a planner of a case, its zones in groups; of one that is under way, or nil.
func planning(c *sitting.Case, b *stack.Begun) *planner {
	pl := &planner{
		c:       c,
		order:   order(c),
		mixed:   c.Method.Is(method.OilSlot, method.MixedWithSerum),
		scarce:  map[string]bool{},
		seconds: map[[2]int]solved{},
		layers:  map[layerKey]*draft{},
		tried:   map[uint32]relaxed{},
		stages:  map[*group][][]path{},
		housed:  map[kit.Kind]bool{},

		touchSay: map[face.Set]string{},
		told:     map[string]bool{},
	}
	for i := range c.Kit {
		pl.housed[c.Kit[i].Kind] = pl.housed[c.Kit[i].Kind] || c.Kit[i].House && !c.Kit[i].Empty()
	}
	if b != nil {
		pl.begun = resuming(c, b, pl.order)
	}
	pl.groups = slices.DeleteFunc(groups(c, pl.begun), func(g *group) bool { return c.Unlayered().Has(g.like) })
	return pl
}

// Plan makes the prep plan of a case and what the evaluator says of it.
func Plan(c *sitting.Case) (Prep, stack.Result) { return fitted(c, nil) }

func (pl *planner) plan() (Prep, stack.Result) {
	c := pl.c
	// products that run out over the whole face are avoided at the next try, and so are eye zones left bare
	for range figure.MostTries {
		pl.memo = map[memoKey]solved{}
		for _, g := range pl.groups {
			pl.gather(g)
		}
		pl.opens()
		pl.choose(restrict{})
		scarce, bare := pl.findScarce(), pl.bareEyes()
		if !scarce && !bare {
			break
		}
	}
	gap := pl.prove(restrict{})
	taken := pl.fitClock()
	gap = pl.better(&taken, gap)
	if pl.findScarce() && pl.tries < figure.MostTries { // what the clock leaves would use something up
		return pl.avoiding().plan()
	}
	drafts := pl.schedule(pl.drafted(taken.restrict), pl.across)
	pl.rememberStages(taken.restrict)
	steps := make([]stack.Step, len(drafts))
	for i := range drafts {
		if d := &drafts[i]; d.with >= 0 && d.slot < slots {
			pl.mixes[d.slot] = true
		}
		pl.veils = pl.veils || drafts[i].veil
	}
	for i := range drafts {
		pl.word(&drafts[i])
		steps[i] = drafts[i].step
	}
	pl.number(steps, drafts)
	pl.spatula(steps)
	pl.explain(steps, drafts, taken.restrict)
	res := stack.Prep(c, pl.afterDone(steps))
	p := Prep{
		StartsAt: day.Wall(res.StartsAt),
		ReadyAt:  day.Wall(res.ReadyAt),
		SlackS:   res.SlackS,
		Cost:     doc.Num(pl.cost(pl.chosen) + taken.extra + pl.skips.cost()),
		GaveUp:   append(pl.skipped(), taken.gaveUp...),
		Gap:      doc.Num(gap),
		Steps:    res.Steps,
	}
	p.RunnerUp = pl.runnerUp(taken.restrict, float64(p.Cost))
	if !slices.ContainsFunc(res.Findings, func(f rules.Finding) bool { return f.Rule == rules.KitCannot }) {
		p.Steps = pl.readied(p.Steps, res.ReadyAt)
	}
	if fixed := pl.unrepaired(repairs(c, len(p.Steps)+1, res.ReadyAt)); len(fixed) > 0 {
		again := stack.Prep(c, append(slices.Clone(res.Steps), fixed...))
		res.Findings = again.Findings
		p.Steps = append(p.Steps, fixed...)
	}
	res.Findings = WithGivenUp(c.Words, res.Findings, p.GaveUp)
	res.Steps = p.Steps
	return p, res
}

// WithGivenUp puts what was given up for the clock into the findings, together with the minutes that are still
// missing.
func WithGivenUp(l *say.Language, fs []rules.Finding, gave []GaveUp) []rules.Finding {
	if len(gave) == 0 {
		return fs
	}
	words := make([]string, len(gave))
	for i, g := range gave {
		words[i] = g.words(l)
	}
	given := l.Say(say.GivenUp, "what", l.List(words))
	for i := range fs {
		if fs[i].Rule == rules.TimeShort {
			fs[i].Say += " " + given
			return fs
		}
	}
	return rules.Sort(append(fs, rules.New(l, rules.TimeShort, rules.Place{Phase: rules.Prep}, say.None).Saying(given)))
}

func (g GaveUp) words(l *say.Language) string {
	switch g.How {
	case CrossWork:
		return l.Say(say.WaitingStill)
	case Quicker:
		return l.Say(say.BetterSlower, "what", g.What)
	}
	return g.What
}

func (pl *planner) number(steps []stack.Step, drafts []draft) {
	for i := range steps {
		if steps[i].Complete(); steps[i].ID == "" {
			steps[i].ID = "p" + strconv.Itoa(i+1)
		}
	}
	defer func() {
		if pl.begun != nil {
			pl.begun.named(pl.c, steps)
		}
	}()
	for i, d := range drafts {
		if d.with < 0 {
			continue
		}
		for j := i - 1; j >= 0; j-- {
			if drafts[j].step.Start == d.step.Start && drafts[j].slot != d.slot && drafts[j].zones&d.zones != 0 {
				steps[i].With = steps[j].ID
				pl.mix(&steps[j], &steps[i])
				break
			}
		}
	}
}

// mix says of two steps that they go on as one: what is mixed into the first, and that the other is in it.
func (pl *planner) mix(into, what *stack.Step) {
	a, b := pl.c.Product(into.Product), pl.c.Product(what.Product)
	if a == nil || b == nil { // what a person asked for may be without one, and begin at the same second
		return
	}
	into.Say += " " + pl.c.Say(say.MixIn, "product", b.Name, "amount", what.Amount)
	if alone := face.SetOf(into.Zones...) &^ face.SetOf(what.Zones...); alone != 0 {
		into.Say += " " + pl.c.Say(say.NotMixedOn, "zones", pl.c.Names(alone))
	}
	what.Say += " " + pl.c.Say(say.GoesOnMixed, "product", a.Name)
}

func (pl *planner) ready(at time.Time, n int) stack.Step {
	s := stack.Step{ID: "p" + strconv.Itoa(n), Act: act.Ready, Start: day.Wall(at), Say: pl.c.Say(say.ReadyForBase)}
	if pl.c.BareFaced() || face.BaseArea&^pl.c.Unmade() == 0 { // no base comes after it
		s.Say = pl.c.Say(say.DoneBare)
	}
	s.Complete()
	return s
}

// solved is a group's best by itself under a restriction, as it is charged: nothing, or what is not there already
// beside the free choice.
func (pl *planner) solved(i int, r restrict, beside bool) path {
	g := pl.groups[i]
	for s := range slots { // what the group has no choice in does not matter to it
		r.drop[s] = r.drop[s] && len(g.cands[s]) > 1
	}
	if len(g.cands[moisturiser]) < 2 {
		r.quickly = 0
	}
	k := memoKey{i, beside, r}
	if s, known := pl.memo[k]; known {
		return s.path
	}
	l, found := pl.solve(g, r, slots, 0)
	l = l.bare()
	pl.memo[k] = solved{l, found}
	return l
}

// bareEyes reports whether eye zones were newly found without the sunscreen of the face that may go there.
func (pl *planner) bareEyes() bool {
	if pl.screenEyes {
		return false
	}
	laid := func(i int) *kit.Product {
		if k := pl.groups[i].pick(sunscreen, pl.chosen[i]); k != nil {
			return k.product
		}
		return nil
	}
	for i, g := range pl.groups {
		if g.like.Class() != face.Eye || laid(i) != nil {
			continue
		}
		for j, o := range pl.groups {
			if p := laid(j); p != nil && o.like.Class() != face.Eye && p.EyeSafe && stack.Admits(pl.c, p, g.like) {
				pl.screenEyes = true
			}
		}
	}
	return pl.screenEyes
}

// avoiding is a planner of the same that knows what would run out.
func (pl *planner) avoiding() *planner {
	var b *stack.Begun
	if pl.begun != nil {
		b = pl.begun.Begun
	}
	again := planning(pl.c, b)
	again.skips, again.scarce, again.tries = pl.skips, pl.scarce, pl.tries+1
	return again
}

// findScarce marks products that the whole choice would use up, and reports whether it found new ones.
func (pl *planner) findScarce() bool {
	used := map[*kit.Product]float64{}
	for i, g := range pl.groups {
		for s := range slots {
			if k := g.pick(s, pl.chosen[i]); k != nil && k.product != nil {
				for _, z := range g.zones.List() {
					used[k.product] += kit.Grams(k.film, pl.c.Area[z])
				}
			}
		}
	}
	found := false
	for p, grams := range used {
		if p.Short(grams) && !pl.scarce[p.ID] {
			pl.scarce[p.ID] = true
			found = true
		}
	}
	return found
}

// drafted is the whole prep of a restriction, before its clock.
func (pl *planner) drafted(r restrict) []*draft {
	pl.choose(r)
	before := pl.prelude()
	drafts := append(make([]*draft, 0, len(before)+int(slots)*2), before...)
	for _, d := range pl.laying(pl.chosen) {
		if d.with >= 0 {
			tied := *d
			tied.with += len(before)
			d = &tied
		}
		drafts = append(drafts, d)
	}
	return pl.waiting(drafts)
}

// move is one thing that can be given up. Slots beyond the layers' stand for ways of working.
type move struct {
	how   GiveUp
	slot  slot
	quick int
	cost  float64 // beyond what the choice itself costs
	what  say.ID
}

// relaxed is a set of moves and what it comes to.
type relaxed struct {
	restrict
	across, noScrub, noDepuff bool
	moves                     []int
	last                      int
	cost                      float64
	extra                     float64
	ready                     time.Time
	gaveUp                    []GaveUp
}

// moves lists what this plan could give up, cheapest kinds first.
func (pl *planner) moves() []move {
	list := []move{{how: CrossWork, slot: slots, cost: figure.CrossWorkCost, what: say.Waiting}}
	for _, s := range []slot{essence, toner, serum, oil, lips, patch, eyeCream, primer} {
		if pl.uses(s) {
			list = append(list, move{how: LeaveOut, slot: s, what: table[s].name})
		}
	}
	if stack.LipScrub(pl.c) != nil && pl.uses(lips) {
		list = append(list, move{how: LeaveOut, slot: slots, cost: figure.DropScrubCost, what: say.LipScrub})
	}
	if len(pl.depuff()) > 0 {
		list = append(list, move{how: LeaveOut, slot: slots, cost: figure.DropDepuffCost, what: say.Depuffing})
	}
	for _, set := range pl.settingTimes() {
		list = append(list, move{how: Quicker, slot: moisturiser, quick: set, what: table[moisturiser].name})
	}
	return list
}

// better proves the choice of a set of moves, where that still fits the clock, and returns how far from the best the
// choice may be.
func (pl *planner) better(r *relaxed, gap float64) float64 {
	if r.restrict == (restrict{}) {
		return gap
	}
	before := slices.Clone(pl.chosen)
	gap = pl.prove(r.restrict)
	drafts := pl.drafted(r.restrict)
	if ready := pl.clock(drafts, r.across, nil); ready.After(pl.c.BaseAt) && ready.After(r.ready) {
		gap = max(gap, pl.cost(before)-pl.cost(pl.chosen))
		pl.keep(r.restrict, before)
	}
	return gap
}

func (pl *planner) uses(s slot) bool {
	for i, g := range pl.groups {
		if k := g.pick(s, pl.chosen[i]); k != nil && k.product != nil {
			return true
		}
	}
	return false
}

// settingTimes lists the distinct setting times of moisturisers shorter than the longest one chosen, the longest
// first.
func (pl *planner) settingTimes() []int {
	longest := 0
	var all []int
	for i, g := range pl.groups {
		if k := g.pick(moisturiser, pl.chosen[i]); k != nil && k.product != nil {
			longest = max(longest, k.set)
		}
		for _, k := range g.cands[moisturiser] { // nothing runs out for the clock's sake
			if k.sound() {
				all = append(all, k.set)
			}
		}
	}
	all = slices.DeleteFunc(all, func(s int) bool { return s >= longest })
	slices.Sort(all)
	slices.Reverse(all)
	return slices.Compact(all)
}

// try says what a set of moves comes to, and leaves the planner in that state.
func (pl *planner) try(ms []move, picked []int) relaxed {
	r := relaxed{moves: picked, last: -1}
	var mask uint32
	for _, i := range picked {
		m := ms[i]
		r.last = i
		mask |= 1 << i
		r.extra += m.cost
		switch {
		case m.how == CrossWork:
			r.across = true
		case m.how == Quicker:
			r.quickly = m.quick
		case m.what == say.LipScrub:
			r.noScrub = true
		case m.what == say.Depuffing:
			r.noDepuff = true
		default:
			r.drop[m.slot] = true
		}
	}
	pl.across, pl.noScrub, pl.noDepuff = r.across, r.noScrub, r.noDepuff
	if known, ok := pl.tried[mask]; ok {
		r.ready, r.cost = known.ready, known.cost
		pl.choose(r.restrict)
		return r
	}
	r.ready = pl.clock(pl.drafted(r.restrict), r.across, nil)
	r.cost = pl.cost(pl.chosen) + r.extra
	pl.tried[mask] = r
	return r
}

// byCost is a heap of relaxations, the cheapest first; ties by fewer moves, then by their order.
type byCost []relaxed

func (h byCost) Len() int      { return len(h) }
func (h byCost) Swap(i, j int) { h[i], h[j] = h[j], h[i] }
func (h byCost) Less(i, j int) bool {
	if d := h[i].cost - h[j].cost; math.Abs(d) > figure.Same {
		return d < 0
	}
	if d := len(h[i].moves) - len(h[j].moves); d != 0 {
		return d < 0
	}
	return slices.Compare(h[i].moves, h[j].moves) < 0
}
func (h *byCost) Push(x any) { *h = append(*h, x.(relaxed)) }
func (h *byCost) Pop() any {
	old := *h
	x := old[len(old)-1]
	*h = old[:len(old)-1]
	return x
}

// fitClock finds the cheapest set of moves with which prep fits before base_at. Giving more up never costs less, so
// the first set that fits, cheapest first, is the answer; a set that cannot fit with everything still to give up is
// left. When nothing fits it returns what comes closest: everything given up that saves time.
func (pl *planner) fitClock() relaxed {
	ms := pl.moves()
	start := pl.try(ms, nil)
	start.gaveUp = []GaveUp{}
	fits := func(r relaxed) bool { return !r.ready.After(pl.c.BaseAt) }
	if fits(start) {
		pl.try(ms, nil)
		return start
	}
	rest := func(from int, picked []int) []int {
		all := slices.Clone(picked)
		for i := from; i < len(ms); i++ {
			all = append(all, i)
		}
		return all
	}
	if most := pl.try(ms, rest(0, nil)); !fits(most) {
		return pl.named(ms, pl.needed(ms, most), start)
	}
	queue := &byCost{start}
	for queue.Len() > 0 {
		r := heap.Pop(queue).(relaxed)
		if fits(r) {
			return pl.named(ms, r, start)
		}
		for i := r.last + 1; i < len(ms); i++ {
			picked := append(slices.Clone(r.moves), i)
			n := pl.try(ms, picked)
			if fits(n) || fits(pl.try(ms, rest(i+1, picked))) {
				heap.Push(queue, n)
			}
		}
	}
	return pl.named(ms, start, start)
}

// needed drops, from a set of moves that still does not fit, those that save nothing.
func (pl *planner) needed(ms []move, r relaxed) relaxed {
	for i := 0; i < len(r.moves); {
		fewer := slices.Delete(slices.Clone(r.moves), i, i+1)
		if n := pl.try(ms, fewer); !n.ready.After(r.ready) {
			r = n
			continue
		}
		i++
	}
	return r
}

// named says what a set of moves gives up and what each costs, and leaves the planner in that state.
func (pl *planner) named(ms []move, r, start relaxed) relaxed {
	r.gaveUp = []GaveUp{}
	before := start
	for n := range r.moves {
		m := ms[r.moves[n]]
		now := pl.try(ms, r.moves[:n+1])
		g := GaveUp{
			What:   pl.c.Say(m.what),
			How:    m.how,
			Cost:   doc.Num(now.cost - before.cost),
			SavesS: int(before.ready.Sub(now.ready).Seconds()),
		}
		switch m.how {
		case CrossWork:
			g.Say = pl.c.Say(say.GaveCrossWork)
		case Quicker:
			g.Say = pl.c.Say(say.GaveQuicker)
		default:
			g.Say = pl.c.Say(say.GaveDropped, "what", m.what)
		}
		if g.SavesS > 0 {
			g.Say = pl.c.Say(say.SavesMinutes, "what", g.Say, "minutes", stack.Minutes(pl.c.Words, g.SavesS))
		}
		r.gaveUp = append(r.gaveUp, g)
		before = now
	}
	gave := r.gaveUp
	last := pl.try(ms, r.moves)
	last.gaveUp = gave
	return last
}

// rememberStages solves the chosen restriction once more and keeps the paths before each slot.
func (pl *planner) rememberStages(r restrict) {
	pl.keepStages = true
	pl.own = make([]float64, len(pl.groups))
	for i, g := range pl.groups {
		pl.own[i] = pl.charge(i)
		pl.solve(g, r, slots, 0)
	}
	pl.keepStages = false
}

// second is the best stack of a group that differs from the chosen one in a slot.
func (pl *planner) second(i int, s slot, r restrict) (path, bool) {
	key := [2]int{i, int(s)}
	if known, ok := pl.seconds[key]; ok {
		return known.path, known.found
	}
	pick := pl.chosen[i].picks[s]
	if pick < 0 || len(pl.groups[i].cands[s]) < 2 {
		return path{}, false
	}
	pl.charge(i)
	l, found := pl.solve(pl.groups[i], r, s, int(pick))
	found = found && l.cost < figure.Forbidden
	pl.seconds[key] = solved{l, found}
	return l, found
}

// runnerUp is the cheapest stack that differs anywhere. Every other stack differs from the chosen one in some slot of
// some group, so barring each choice in turn finds it.
func (pl *planner) runnerUp(r restrict, cost float64) RunnerUp {
	up := RunnerUp{Cost: doc.Num(cost), Differs: []Differs{}}
	best := math.Inf(1)
	var at int
	var second path
	for i := range pl.groups {
		for _, s := range pl.order {
			if l, ok := pl.second(i, s, r); ok {
				if more := l.cost - pl.own[i]; more < best-figure.Same {
					best, at, second = more, i, l
				}
			}
		}
	}
	if math.IsInf(best, 1) {
		return up
	}
	up.Cost, up.More = doc.Num(cost+best), doc.Num(best)
	g := pl.groups[at]
	for _, s := range pl.order {
		a, b := g.pick(s, pl.chosen[at]), g.pick(s, second)
		if a.id() != b.id() {
			up.Differs = append(up.Differs, Differs{pl.c.Say(table[s].name), g.zones.List(), a.id(), b.id()})
		}
	}
	return up
}

func (k *candidate) id() string {
	if k == nil || k.product == nil {
		return ""
	}
	return k.product.ID
}

// explain writes into each layer's step why this product, and what was second and by how much.
func (pl *planner) explain(steps []stack.Step, drafts []draft, r restrict) {
	for n := range steps {
		d := &drafts[n]
		if d.slot == slots || steps[n].Product == "" {
			continue
		}
		for i, g := range pl.groups {
			k := g.pick(d.slot, pl.chosen[i])
			if k.id() != steps[n].Product || g.zones&d.zones == 0 {
				continue
			}
			if k.why.id != say.None {
				steps[n].Say += " " + pl.c.Say(say.Chosen, "why", k.why.in(pl.c))
			}
			l, ok := pl.second(i, d.slot, r)
			if !ok {
				steps[n].Second = pl.c.Say(say.NothingElse)
				break
			}
			alt := g.pick(d.slot, l)
			name := pl.c.Say(say.LeavingOut)
			if alt.product != nil {
				name = alt.product.Name
			}
			more := l.cost - pl.own[i]
			if more >= figure.CautionCost/2 {
				steps[n].Second = pl.c.Say(say.SecondCaution, "name", name)
			} else if more < figure.CloseCall {
				steps[n].Second = pl.c.Say(say.SecondAsGood, "zones", pl.c.Names(g.zones), "name", name)
			} else {
				steps[n].Second = pl.c.Say(say.SecondWorse, "name", name, "more", more, "zones", pl.c.Names(g.zones))
			}
			break
		}
	}
}
