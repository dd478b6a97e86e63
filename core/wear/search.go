package wear

import (
	"math"
	"slices"
	"time"

	"urncloth/core/figure"
)

// The search for the touch-ups that renew sunscreen. A node is a moment of the grid at which a coat may be laid; what
// is minimised is, in this order: minutes of label breaks, coats inside keep_free, windows missed (the early second
// coat, the reset at half time), SED over budget, interruptions, unkindness, dose, earliest. Where no touch-ups keep
// the budget, each one beyond what the labels ask has to save a tenth of a SED.
//
// All but the dose depend on neighbouring coats alone, so they are a shortest path over the grid, exact in O(n²). The
// dose depends on every coat before, so it is found by label setting over (dose, what is left of the films), where a
// label that is worse in all is dropped. Only paths that are still best in what comes before are followed.

// score packs label minutes, keep_free, windows, interruptions and unkindness so that they compare in that order.
type score int64

const (
	unkindBits, countBits, missBits, keepBits = 13, 11, 5, 10
	countShift                                = unkindBits
	missShift                                 = countShift + countBits
	keepShift                                 = missShift + missBits
	breakShift                                = keepShift + keepBits
)

func pack(label, keep, miss, count, unkind int) score {
	return score(label)<<breakShift + score(keep)<<keepShift + score(miss)<<missShift + score(count)<<countShift +
		score(unkind)
}

// graver is the part of a score that comes before the dose over budget.
func (s score) graver() score { return s >> missShift }
func (s score) count() int    { return int(s>>countShift) & (1<<countBits - 1) }
func (s score) unkind() int   { return int(s) & (1<<unkindBits - 1) }

// group is zones whose films are alike from base on: one weight, one sum of logs for each resistance, one cap.
type group struct {
	share float64 // of the covered area
	logs  [3]float64
	cap   float64
	adds  [2][3]float64 // what a coat adds, in still air and in wind
	capTo [2]float64
	blots bool
}

type window struct{ from, to time.Time }

type search struct {
	*course
	last      int // index of the last moment of the grid at which a coat may be laid
	outdoors  []float64
	wet       []float64
	end       int // node that stands for the end
	towels    []int
	waterEnds []int
	firstWet  label
	formWet   [2]label // in still air and in wind
	coated    bool     // there is a first coat
	wary      bool     // coats raise a caution
	wind      []int
	blots     []int
	unkinds   []int
	kept      []bool
	open      []bool // a coat can be laid then
	windows   [][2]int
	groups    []group
	sums      []sum
	passes    passing
	budget    float64
	best      []score   // least score from a node on
	floor     []float64 // the least dose from a moment on
	bare      []float64 // what would reach bare skin from a moment on
	sunEnd    int
}

// prepare lays out what every step of the search asks for again and again.
func (s *search) prepare(towels, waterEnds []time.Time, windows []window) {
	n := len(s.grid)
	s.end = n
	s.outdoors, s.wet = make([]float64, n+1), make([]float64, n+1)
	s.unkinds, s.kept, s.wind = make([]int, n), make([]bool, n), make([]int, n)
	for k := range n {
		s.outdoors[k+1], s.wet[k+1] = s.outdoors[k], s.wet[k]
		for _, p := range s.pieces[k] {
			if p.outdoor {
				s.outdoors[k+1] += p.minutes
				s.sunEnd = k + 1
			}
			if p.wet {
				s.wet[k+1] += p.minutes
			}
		}
		s.unkinds[k], s.kept[k] = s.unkind(s.grid[k]), s.keptFree(s.grid[k])
		if s.windy(s.grid[k]) {
			s.wind[k] = 1
		}
		if s.grid[k].Before(s.c.WearUntil) {
			s.last = k
		}
	}
	for _, t := range towels {
		s.towels = append(s.towels, s.from(t))
	}
	for _, t := range waterEnds {
		s.waterEnds = append(s.waterEnds, s.from(t))
	}
	for _, w := range windows {
		a, b := s.from(w.from), s.from(w.to.Add(time.Second))-1
		if a <= b && b <= s.last {
			s.windows = append(s.windows, [2]int{max(a, 1), b})
		}
	}
	s.list()
	s.floor = make([]float64, n+1)
	least, highest := 0.0, 0.0
	for _, g := range s.groups {
		highest = max(highest, g.cap, g.capTo[0], g.capTo[1])
		least += g.share * math.Exp(-max(g.cap, g.capTo[0], g.capTo[1]))
	}
	s.passes = newPassing(highest)
	s.bare = make([]float64, n+1)
	for k := n - 1; k >= 0; k-- {
		s.floor[k], s.bare[k] = s.floor[k+1], s.bare[k+1]
		for _, p := range s.pieces[k] {
			s.floor[k] += p.rate * p.minutes / 60 * least
			s.bare[k] += p.rate * p.minutes / 60
		}
	}
}

// from is the first moment of the grid at or after t.
func (s *search) from(t time.Time) int {
	return int((max(0, t.Sub(s.grid[0])) + figure.Grid - 1) / figure.Grid)
}

var near = int(figure.MergeWithin / figure.Grid)

// label is what the labels of one coat's products say of water: the fewest minutes that any of them names, 0 where
// none does, and whether any names none.
type label struct {
	minutes int
	none    bool
}

func (l *label) with(minutes int) {
	switch {
	case minutes == 0:
		l.none = true
	case l.minutes == 0 || minutes < l.minutes:
		l.minutes = minutes
	}
}

// labelled is the label of the coat laid at a node.
func (s *search) labelled(i int) label {
	if i == 0 {
		return s.firstWet
	}
	return s.formWet[s.wind[i]]
}

// breaks is the minutes of label breaks between a coat and the next, or the end.
func (s *search) breaks(i, j int) int {
	clock := figure.TwoHours.Minutes()
	if i == 0 && !s.coated {
		clock = 0
	}
	whole := func(x float64) int { return int(math.Ceil(max(0, x) - figure.SameMinutes)) }
	sum := whole(s.outdoors[j] - s.outdoors[i] - clock)
	limit := s.labelled(i)
	due := func(at int) {
		if at > i && at < j {
			sum += max(0, (min(j, s.sunEnd)-at)*int(figure.Grid/time.Minute))
		}
	}
	if limit.minutes > 0 {
		sum += whole(s.wet[j] - s.wet[i] - float64(limit.minutes))
	}
	if limit.none {
		for _, e := range s.waterEnds {
			due(e)
		}
	}
	for _, e := range s.towels {
		due(e)
	}
	return sum
}

// step is the score of going from a coat to the next, or to the end.
func (s *search) step(i, j int) score {
	miss := 0
	for _, w := range s.windows {
		if i < w[0] && j > w[1] {
			miss++
		}
	}
	total := pack(s.breaks(i, j), 0, miss, 0, 0)
	if j == s.end {
		return total
	}
	keep := 0
	if s.kept[j] {
		keep = 1
	}
	total += pack(0, keep, 0, 1, s.unkinds[j])
	for _, b := range s.blots { // a blot near the coat is done with it
		if abs(j-b) <= near && (i == 0 || abs(i-b) > near) {
			total -= pack(0, 0, 0, 1, s.unkinds[b])
		}
	}
	return total
}

func abs(x int) int { return max(x, -x) }

// settle finds coats and blots by turns: a coat blots too, and so puts off when skin shines next. It begins with the
// blots of a day without coats; then with those that its coats left over, as long as that makes the day better. Blots
// says where skin still has to be blotted beside some coats.
func (s *search) settle(blots func(coats []time.Time) []time.Time) (coats []time.Time) {
	at := func(list []time.Time) {
		s.blots = s.blots[:0]
		for _, t := range list {
			s.blots = append(s.blots, s.from(t))
		}
	}
	at(blots(nil))
	var best trail
	for round := range figure.MostRounds {
		nodes := s.needed(s.plan())
		next := make([]time.Time, len(nodes))
		for i, k := range nodes {
			next[i] = s.grid[k]
		}
		at(blots(next))
		m := s.value(nodes)
		if round > 0 && !s.better(&m, &best) {
			break
		}
		if coats, best = next, m; m.dose > s.budget || round == 0 && !s.spare(nodes, &m) {
			break
		}
	}
	return coats
}

// spare reports whether a coat is there for a blot's sake alone: neither labels nor windows nor the budget ask for it.
func (s *search) spare(coats []int, with *trail) bool {
	for i := range coats {
		m := s.value(slices.Delete(slices.Clone(coats), i, i+1))
		if m.score.graver() == with.score.graver() && m.dose <= s.budget {
			return true
		}
	}
	return false
}

// better reports whether a is the better day, by the order of aims.
func (s *search) better(a, b *trail) bool {
	over := func(m *trail) float64 { return max(0, m.dose-s.budget) }
	for _, d := range []float64{float64(a.score.graver() - b.score.graver()), over(a) - over(b),
		float64(a.score.count() - b.score.count()),
		float64(a.score.unkind() - b.score.unkind()), a.dose - b.dose} {
		if math.Abs(d) > figure.SameDose {
			return d < 0
		}
	}
	return false
}

// plan returns the nodes at which to lay a coat, none where nothing is to be renewed.
func (s *search) plan() []int {
	steps := s.steps()
	start := pack(0, 0, 0, len(s.blots), 0)
	for _, b := range s.blots {
		start += pack(0, 0, 0, 0, s.unkinds[b])
	}
	t := &tries{search: s, steps: steps, start: start, total: start + s.best[0],
		runs: make([]lowest, figure.MoreTouchUps+1)}
	least := s.most()
	if least <= s.budget {
		best := t.walk(s.budget+figure.Same, func(sum score) bool { return sum == t.total })
		if found, _ := s.paths(best); found != nil {
			return found
		}
		for more := range figure.MoreTouchUps + 1 {
			if t.lowest(more) > s.budget*figure.Hopeless {
				continue
			}
			if found := t.within(s.budget, more); found != nil {
				return found
			}
		}
	}
	// The budget cannot be kept: touch-ups beyond what the labels ask go on while each saves a tenth of a SED.
	more := 0
	for more < figure.MoreTouchUps && t.lowest(more+1) <= t.lowest(more)-figure.OverStep {
		more++
	}
	limit := s.budget + figure.OverStep*math.Ceil((t.lowest(more)-s.budget)/figure.OverStep)
	if kinder := t.within(limit, more); kinder != nil {
		return kinder
	}
	return t.runs[more].nodes
}

// steps is the score from each node to each later one, and last to the end. best becomes the best from each node on.
func (s *search) steps() [][]score {
	s.best = make([]score, s.end+1)
	steps := make([][]score, s.end)
	for i := s.last; i >= 0; i-- {
		if i > 0 && !s.open[i] {
			continue
		}
		steps[i] = make([]score, s.last-i+1)
		s.best[i] = s.step(i, s.end)
		steps[i][s.last-i] = s.best[i]
		for j := i + 1; j <= s.last; j++ {
			if !s.open[j] {
				continue
			}
			st := s.step(i, j)
			steps[i][j-i-1] = st
			s.best[i] = min(s.best[i], st+s.best[j])
		}
	}
	return steps
}

// tries is the searches of one plan, with more touch-ups each time.
type tries struct {
	*search
	steps        [][]score
	start, total score
	runs         []lowest
}

// lowest is the least dose that so many more touch-ups bring.
type lowest struct {
	nodes []int
	dose  float64
}

// upTo allows paths with no graver break than the best, and so many more touch-ups.
func (t *tries) upTo(more int) func(score) bool {
	return func(sum score) bool {
		return sum.graver() == t.total.graver() && sum.count() <= t.total.count()+more
	}
}

// lowest searches for the least dose that so many more touch-ups bring.
func (t *tries) lowest(more int) float64 {
	r := &t.runs[more]
	if r.nodes == nil {
		w := t.walk(math.Inf(1), t.upTo(more))
		w.doseAlone = true
		r.nodes, r.dose = t.paths(w)
	}
	return r.dose
}

// within searches for the kindest day of no more than a dose, with so many more touch-ups.
func (t *tries) within(dose float64, more int) []int {
	found, _ := t.paths(t.walk(dose+figure.Same, t.upTo(more)))
	return found
}

func (t *tries) walk(limit float64, may func(score) bool) walk {
	return walk{steps: t.steps, start: t.start, gravest: t.total >> breakShift, limit: limit, may: may}
}

// needed drops the coats that only took the place of a blot and bring next to nothing: without them nothing but the
// dose is worse, and that by less than a hundredth of a SED. Where coats raise a caution, it drops all that neither
// labels nor the budget ask for.
func (s *search) needed(coats []int) []int {
	for i := len(coats) - 1; i >= 0; i-- {
		less := slices.Delete(slices.Clone(coats), i, i+1)
		was, is := s.value(coats), s.value(less)
		idle := is.score <= was.score && is.dose-was.dose < figure.IdleDose && is.dose <= max(s.budget, was.dose)
		if idle || s.wary && is.score.graver() <= was.score.graver() && is.dose <= s.budget {
			coats = less
		}
	}
	return coats
}

// value is the score and the dose of laying coats at some nodes.
func (s *search) value(coats []int) trail {
	m := s.first()
	m.score = pack(0, 0, 0, len(s.blots), 0)
	for _, b := range s.blots {
		m.score += pack(0, 0, 0, 0, s.unkinds[b])
	}
	at := 0
	for k := range s.grid {
		s.towelled(&m, k)
		if len(coats) > 0 && coats[0] == k {
			m.score += s.step(at, k)
			s.coat(&m, k)
			at, coats = k, coats[1:]
		}
		s.advance(&m, k)
	}
	m.score += s.step(at, s.end)
	return m
}

// most is the dose with a coat at every moment that may be interrupted: no plan brings less.
func (s *search) most() float64 {
	l := s.first()
	for k := range s.grid {
		s.towelled(&l, k)
		if k > 0 && k <= s.last && s.open[k] && !s.kept[k] {
			s.coat(&l, k)
		}
		s.advance(&l, k)
	}
	return l.dose
}

// trail is a label: how things stand just after a coat at a node.
type trail struct {
	score   score
	dose    float64
	logs    [dims]float64 // sums of logs, as the search lists them
	node    int
	promise float64 // what keep goes by where there are too many
	coated  bool    // the highest label is that of first coat and form together
	before  *trail
}

// dims is how many sums of logs a label holds: groups by the resistances that occur in them. Nobody lays that many
// different first coats; beyond it the last zones are left out of the dose that decides between touch-ups, not of the
// one reported.
const dims = 12

// passing is exp(−l) for logs of factors, between marks: the search asks for it a million times, and a
// hundred-thousandth of it is nothing beside sameDose.
type passing []float64

const passMarks = 256 // to one ln

func newPassing(highest float64) passing {
	p := make(passing, int(highest*passMarks)+3)
	for i := range p {
		p[i] = math.Exp(-float64(i) / passMarks)
	}
	return p
}

func (p passing) at(l float64) float64 {
	x := l * passMarks
	i := int(x)
	return p[i] + (x-float64(i))*(p[i+1]-p[i])
}

// sum is one sum of logs: whose it is, and how it decays.
type sum struct {
	group, resists int
	start          float64
	adds           [2]float64
	blots          bool
}

// list gathers the sums that ever hold anything.
func (s *search) list() {
	for i, g := range s.groups {
		for r := range resistances {
			if g.logs[r] == 0 && g.adds[0][r] == 0 && g.adds[1][r] == 0 {
				continue
			}
			s.sums = append(s.sums, sum{i, r, g.logs[r], [2]float64{g.adds[0][r], g.adds[1][r]}, g.blots})
		}
	}
	if len(s.sums) > dims {
		s.sums = s.sums[:dims]
	}
}

func (s *search) first() trail {
	var m trail
	for i, x := range s.sums {
		m.logs[i] = x.start
	}
	return m
}

func (s *search) coat(m *trail, k int) {
	wind := s.wind[k]
	for i := range s.sums {
		x := &s.sums[i]
		if x.blots {
			m.logs[i] *= figure.KeptBlotted
		}
		m.logs[i] += x.adds[wind]
	}
	m.coated = true
}

// towelled takes off what a towel takes at that very moment; a coat laid then comes after it.
func (s *search) towelled(m *trail, k int) {
	if len(s.pieces[k]) > 0 && s.pieces[k][0].towel {
		for i := range m.logs {
			m.logs[i] *= figure.KeptTowelled
		}
	}
}

// advance lets the time from one moment of the grid to the next go by.
func (s *search) advance(m *trail, k int) {
	for n := range s.pieces[k] {
		p := &s.pieces[k][n]
		if n > 0 && p.towel {
			for i := range m.logs {
				m.logs[i] *= figure.KeptTowelled
			}
		}
		if p.rate > 0 {
			through, at := 0.0, 0
			for i := range s.groups {
				g, l := &s.groups[i], 0.0
				for ; at < len(s.sums) && s.sums[at].group == i; at++ {
					l += m.logs[at] * p.half[s.sums[at].resists]
				}
				highest := g.cap
				if m.coated {
					highest = max(g.cap, g.capTo[0], g.capTo[1])
				}
				through += g.share * s.passes.at(min(l, highest))
			}
			m.dose += p.rate * p.minutes / 60 * through
		}
		for i := range s.sums {
			m.logs[i] *= p.keeps[s.sums[i].resists]
		}
	}
}

// walk is one search for a path: the scores it goes by, how grave a break it may hold, the dose it may bring, and which
// paths may be followed; or, where the dose alone counts, that.
type walk struct {
	steps     [][]score
	start     score
	gravest   score
	limit     float64
	doseAlone bool
	may       func(score) bool

	at  [][]*trail // by node
	end *trail     // the best whole path so far
}

// paths finds, among the paths that may be followed, the one of least unkindness and then dose that brings no more
// than the limit; or, where the dose alone counts, the one that brings least. It returns nil where there is none.
func (s *search) paths(w walk) (nodes []int, dose float64) {
	w.at = make([][]*trail, s.last+1)
	zero := s.first()
	zero.score = w.start
	s.towelled(&zero, 0)
	w.at[0] = []*trail{&zero}
	for i := 0; i <= s.last; i++ {
		for _, m := range w.at[i] {
			s.follow(&w, m, i)
		}
	}
	if w.end == nil {
		return nil, 0
	}
	nodes = []int{}
	for m := w.end.before; m.before != nil; m = m.before {
		nodes = append(nodes, m.node)
	}
	slices.Reverse(nodes)
	return nodes, w.end.dose
}

// follow leads a path that stands at a node on to every later one, and to the end.
func (s *search) follow(w *walk, m *trail, i int) {
	width := figure.MostTrails
	if w.doseAlone {
		width = figure.FewTrails
	}
	on := *m
	for j := i + 1; ; j++ {
		s.advance(&on, j-1)
		if on.dose+s.floor[j] > w.limit {
			return
		}
		if j > s.last {
			s.finish(w, m, on, m.score+w.steps[i][s.last-i])
			return
		}
		s.towelled(&on, j)
		if !s.open[j] {
			continue
		}
		sum := m.score + w.steps[i][j-i-1]
		if sum>>breakShift > w.gravest { // breaks only grow with the wait
			return
		}
		if !w.may(sum + s.best[j]) {
			continue
		}
		next := on
		next.score, next.node, next.before = sum, j, m
		s.coat(&next, j)
		w.at[j] = s.keep(w.at[j], &next, width)
	}
}

// finish lets the rest of the day go by and keeps the path where it is the best so far.
func (s *search) finish(w *walk, m *trail, on trail, sum score) {
	for k := s.last + 1; k < len(s.grid); k++ {
		s.towelled(&on, k)
		s.advance(&on, k)
	}
	if !w.may(sum) || on.dose > w.limit {
		return
	}
	kinder := w.end != nil && !w.doseAlone && sum.unkind() < w.end.score.unkind()
	less := w.end == nil ||
		(w.doseAlone || sum.unkind() == w.end.score.unkind()) && on.dose < w.end.dose-figure.SameExactly
	if kinder || less {
		w.end = &trail{score: sum, dose: on.dose, before: m}
	}
}

// keep adds a label to those of its node unless one of them is no worse in all, and drops those that it beats.
func (s *search) keep(list []*trail, m *trail, width int) []*trail {
	for _, o := range list {
		if s.beats(o, m) {
			return list
		}
	}
	kept := list[:0]
	for _, o := range list {
		if !s.beats(m, o) {
			kept = append(kept, o)
		}
	}
	m.promise = 0
	if len(kept) < width {
		c := *m
		return append(kept, &c)
	}
	m.promise = s.promise(m)
	worst := kept[0]
	for _, o := range kept {
		if o.promise == 0 {
			o.promise = s.promise(o)
		}
		if o.promise > worst.promise {
			worst = o
		}
	}
	if m.promise < worst.promise {
		*worst = *m
	}
	return kept
}

// promise is the dose so far and a guess of what is still to come, were the films to stay as they are.
func (s *search) promise(m *trail) float64 {
	through, at := 0.0, 0
	for i := range s.groups {
		l := 0.0
		for ; at < len(s.sums) && s.sums[at].group == i; at++ {
			l += m.logs[at]
		}
		through += s.groups[i].share * s.passes.at(min(l, max(s.groups[i].cap, s.groups[i].capTo[0])))
	}
	return m.dose + through*s.bare[m.node]*figure.PromiseShare +
		float64(m.score.unkind()+figure.UnkindActive*m.score.count())*figure.PromiseCount
}

// beats reports whether m is no worse than o in everything that still matters.
func (s *search) beats(m, o *trail) bool {
	if m.dose > o.dose+figure.SameDose || m.score.graver() > o.score.graver() || m.score.count() > o.score.count() ||
		m.score.unkind() > o.score.unkind() {
		return false
	}
	for i := range s.sums {
		if m.logs[i] < o.logs[i]-figure.SameLog {
			return false
		}
	}
	return true
}
