package wear

import (
	"math"
	"slices"
	"sync"
	"sync/atomic"
	"time"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/num"
)

// The search for the touch-ups, coats and blots together. A node is a moment of the grid at which somebody may be
// interrupted; what is minimised is, in this order: minutes under a broken label clock, interruptions inside keep_free,
// windows missed (the early second coat, the reset at half time), dose over the budget in steps, zone-minutes of shine,
// interruptions, unkindness, dose with what a coat costs, earliest.
//
// What labels, keep_free and early coats ask for depends on neighbouring coats alone: a shortest path over the grid,
// exact in O(n²), which also says from every node on how few coats can do. Films and oil depend on every interruption
// before, so the rest is label setting: trails that are worse in all are dropped, and the number of interruptions is
// raised one by one until a trail keeps the budget and lets nothing shine that could have been tended. Beyond its work
// it keeps the most promising trails alone and says how far from the best it may be.

// score is what comes before the dose: seconds late, breaks of keep_free and windows missed, so that they compare in
// that order.
type score int64

const missBits, keepBits, nowhereBit = 8, 10, 54

func pack(late float64, keep, miss int) score {
	whole := score(0)
	if late != 0 {
		whole = score(math.Round(late*60)) << (keepBits + missBits)
	}
	return whole + score(keep)<<missBits + score(miss)
}

// nowhere is the score of a way that nothing takes; some of them can be added up.
const nowhere = score(1) << nowhereBit

// chain is a score and how few coats it takes.
type chain struct {
	score score
	coats int
}

func (a chain) less(b chain) bool {
	return a.score < b.score || a.score == b.score && a.coats < b.coats
}

// group is zones whose films are alike from base on and that are blotted together.
type group struct {
	share float64 // of the covered area
	logs  [3]float64
	cap   float64
	adds  [2][3]float64 // what a coat adds, in still air and in wind
	capTo [2]float64
	class int // which zones' oil it goes with, -1 for none

	from, to int     // its sums of logs
	highest  float64 // what its films hold at most once coated
	calm     float64 // and in still air
}

// class is zones that make oil alike.
type class struct {
	rate    float64 // µg/cm²/min
	free    float64 // at base
	powders bool
	zones   float64 // how many
	set     face.Set
}

// light is what the light meets of a group: the end of its sums, its share of the area, and what its films hold at most
// before they are coated and after.
type light struct {
	to                  int
	share, cap, highest float64
}

type window struct{ from, to time.Time }

// sum is one sum of logs of a group: how it decays, and what a coat adds.
type sum struct {
	group, resists int
	start          float64
	adds           [2]float64
}

// ebb is a piece of the day as a trail meets it: what reaches bare skin in it, and what it leaves of every sum.
type ebb struct {
	sun   float64 // SED
	towel bool
	*ebbing
}

// ebbing is the share that is left of every sum of logs after a piece, and after half of it.
type ebbing struct{ keeps, half [dims]float64 }

// dims and kinds are how many sums of logs and classes of oil a trail holds. Where a face has more, those that are
// nearest count as one in what decides between touch-ups, which is not called proven then; what is reported is
// reckoned by zone.
const dims, kinds = 12, 6

// desk is the room a search works in, cleared and used again by the next one. Trails are kept by number, without a
// pointer in them, so that they are cheap to copy.
type desk struct {
	held   [][]trail
	full   int // chunks of trails that are full
	scores []score
	chains []chain
	leg    leg // that is followed
}

var desks = sync.Pool{New: func() any { return &desk{} }}

// clear makes room for the triangle of steps between so many nodes.
func (d *desk) clear(nodes int) {
	for i := range d.held {
		d.held[i] = d.held[i][:0]
	}
	d.full = 0
	room := (nodes + 1) * (nodes + 2) / 2
	d.scores, d.chains = slices.Grow(d.scores[:0], room), slices.Grow(d.chains[:0], room)
}

// hold keeps a trail; they are made by the hundred.
func (d *desk) hold(m *trail) *trail {
	if d.full < len(d.held) && len(d.held[d.full]) == figure.TrailsHeld {
		d.full++
	}
	if d.full == len(d.held) {
		d.held = append(d.held, make([]trail, 0, figure.TrailsHeld))
	}
	last := &d.held[d.full]
	*last = append(*last, *m)
	kept := &(*last)[len(*last)-1]
	kept.self = d.full*figure.TrailsHeld + len(*last)
	return kept
}

// byNumber is a trail that is held.
func (d *desk) byNumber(n int) *trail {
	return &d.held[(n-1)/figure.TrailsHeld][(n-1)%figure.TrailsHeld]
}

type search struct {
	*course
	end     int // node that stands for the end
	worn    int // nodes before it are before the end of wear
	wear    float64
	wornBy  []float64 // minutes of wear before each moment
	first   standing  // of the first coat
	formWet [2]label  // in still air and in wind
	wind    []int
	unkinds []int
	kept    []bool
	quiet   []bool // nothing runs a label clock from then to the next moment
	open    []bool // a coat can be laid then
	blots   bool   // something can be blotted
	matte   bool   // powder follows every coat
	early   [][2]int
	resets  [][2]int
	groups  []group
	lights  []light
	sums    []sum
	classes []class
	ebbs    [][]ebb // by moment of the grid
	passes  passing
	budget  float64
	steps   [][]score // from a coat to a later one, and last to the end
	best    []chain   // from a coat at a node on
	rest    [][]chain // by the last coat and where one stands
	floor   []float64 // the least dose from a moment on
	bare    []float64 // what would reach bare skin from a moment on
	work    int       // moments let go by so far
	root    trail     // where it begins: at base, or after the last interruption there was
	begin   int       // node before which nothing new may come
	*desk
}

// halt is one interruption: a coat, or a blot alone.
type halt struct {
	node int
	coat bool
}

// trail is a label: how things stand at an interruption, before anything is done there.
type trail struct {
	score  score
	dose   float64
	shown  float64
	count  int
	coats  int
	unkind int
	node   int
	last   int // node of the last coat before
	coat   bool
	coated bool
	logs   [dims]float64
	free   [kinds]float64
	self   int     // its number among those that are held, 0 for none
	before int     // the number of the one before
	hope   float64 // what it promises, once asked
}

// costly is the dose with what its coats cost.
func (m *trail) costly() float64 { return m.dose + figure.CoatCostsSED*float64(m.coats) }

// prepare lays out what every step of the search asks for again and again.
func (s *search) prepare(early, resets []window) {
	n := len(s.grid)
	s.end = n
	s.clear(n)
	s.unkinds, s.kept, s.wind, s.quiet = make([]int, n), make([]bool, n), make([]int, n), make([]bool, n)
	for k := range n {
		s.quiet[k] = !slices.ContainsFunc(s.pieces[k], func(p piece) bool { return !p.dark && p.runs() })
		s.unkinds[k], s.kept[k] = s.unkind(s.grid[k]), s.keptFree(s.grid[k])
		if s.windy(s.grid[k]) {
			s.wind[k] = 1
		}
		if s.grid[k].Before(s.c.WearUntil) {
			s.worn = k + 1
		}
	}
	s.wear, s.wornBy = s.c.WearUntil.Sub(s.grid[0]).Minutes(), make([]float64, n+1)
	for k := range s.wornBy {
		s.wornBy[k] = min(float64(k)*grid, s.wear)
	}
	s.early, s.resets = s.nodes(early), slices.DeleteFunc(s.nodes(resets), s.closed)
	s.list()
	s.lay()
	s.light()
	s.walks()
}

// nodes is windows as first and last node.
func (s *search) nodes(list []window) (out [][2]int) {
	for _, w := range list {
		out = append(out, [2]int{max(s.from(w.from), 1), s.from(w.to.Add(time.Second)) - 1})
	}
	return out
}

// closed reports whether nobody may be interrupted in a window.
func (s *search) closed(w [2]int) bool {
	return !slices.Contains(s.kept[min(w[0], s.end):max(min(w[0], s.end), min(w[1]+1, s.end))], false)
}

// list gathers the sums that ever hold anything.
func (s *search) list() {
	for i := range s.groups {
		g := &s.groups[i]
		g.from = len(s.sums)
		g.calm = max(g.cap, g.capTo[0])
		g.highest = max(g.calm, g.capTo[1])
		for r := range resistances {
			if g.logs[r] == 0 && g.adds[0][r] == 0 && g.adds[1][r] == 0 {
				continue
			}
			s.sums = append(s.sums, sum{i, r, g.logs[r], [2]float64{g.adds[0][r], g.adds[1][r]}})
		}
		g.to = len(s.sums)
		s.lights = append(s.lights, light{g.to, g.share, g.cap, g.highest})
	}
}

// lay notes what every piece of the day does to the sums.
func (s *search) lay() {
	all := make([]ebb, 0, len(s.all))
	s.ebbs = make([][]ebb, s.end)
	var last *decay
	var does *ebbing
	for k := range s.ebbs {
		first := len(all)
		for n := range s.pieces[k] {
			p := &s.pieces[k][n]
			if p.decay != last {
				last, does = p.decay, &ebbing{}
				for i, x := range s.sums {
					does.keeps[i], does.half[i] = p.keeps[x.resists], p.half[x.resists]
				}
			}
			all = append(all, ebb{p.rate * p.minutes / 60, p.towel, does})
		}
		s.ebbs[k] = all[first:len(all):len(all)]
	}
}

// light reckons what reaches bare skin from every moment on, and what reaches it at the least.
func (s *search) light() {
	n := s.end
	s.floor, s.bare = make([]float64, n+1), make([]float64, n+1)
	least, highest := 0.0, 0.0
	for _, g := range s.groups {
		highest = max(highest, g.highest)
		least += g.share * num.Exp(-g.highest)
	}
	s.passes = passingTo(highest)
	for k := n - 1; k >= 0; k-- {
		s.floor[k], s.bare[k] = s.floor[k+1], s.bare[k+1]
		for _, p := range s.ebbs[k] {
			s.floor[k] += p.sun * least
			s.bare[k] += p.sun
		}
	}
}

// from is the first moment of the grid at or after t.
func (s *search) from(t time.Time) int {
	return int((max(0, t.Sub(s.grid[0])) + figure.Grid - 1) / figure.Grid)
}

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

// walks finds the steps between coats and the best chains of them.
func (s *search) walks() {
	n := s.end
	s.steps, s.best, s.rest = make([][]score, n), make([]chain, n+1), make([][]chain, n)
	for i := n - 1; i >= 0; i-- {
		if i > 0 && !s.open[i] {
			continue
		}
		s.steps[i] = s.stepsFrom(i)
		from := len(s.chains)
		s.chains = s.chains[:from+n+1-i]
		s.rest[i] = s.chains[from:]
		rest := chain{s.steps[i][n-i-1], 0}
		s.rest[i][n-i] = rest
		for k := n - 1; k >= i; k-- {
			s.rest[i][k-i] = rest
			if k > i && s.open[k] {
				on := chain{s.steps[i][k-i-1] + s.best[k].score, s.best[k].coats + 1}
				if on.less(rest) {
					rest = on
				}
			}
		}
		s.rest[i][0], s.best[i] = rest, rest
	}
}

// stepsFrom is the score of going from a coat at a node to each later one, and last to the end. A way on which a label
// runs out for longer than on another that is known leads nowhere.
func (s *search) stepsFrom(i int) []score {
	from := len(s.scores)
	s.scores = s.scores[:from+s.end-i]
	list := s.scores[from:]
	known := nowhere
	st := s.first
	if i > 0 {
		st = fresh(time.Duration(i)*figure.Grid, s.formWet[s.wind[i]], s.first.glass)
	}
	late, overdue := 0.0, score(0)
	for j := i + 1; j <= s.end; j++ {
		if more := s.overdue(&st, i, j); more > 0 {
			late += more
			overdue = pack(late, 0, 0)
		}
		if overdue > known {
			for n := range list[j-i-1:] {
				list[j-i-1+n] = nowhere
			}
			break
		}
		keep := 0
		if j < s.end && s.kept[j] {
			keep = 1
		}
		list[j-i-1] = overdue + pack(0, keep, missed(s.early, i, j))
		if j > s.begin && j < s.end && s.open[j] {
			known = min(known, list[j-i-1]+s.best[j].score+pack(0, 0, len(s.resets)))
		}
	}
	return list
}

// overdue is how many of the minutes before a node are under a broken label of the coat at another.
func (s *search) overdue(st *standing, i, j int) (late float64) {
	for n := range s.pieces[j-1] {
		if s.quiet[j-1] && st.calm() {
			break
		}
		p := &s.pieces[j-1][n]
		if i == 0 || j-1 > i || n > 0 { // a coat laid at that very moment comes after a towel
			st.comeDue(p)
		}
		late += st.pass(p, nil)
	}
	return late
}

// missed counts the windows between two nodes.
func missed(windows [][2]int, i, j int) (n int) {
	for _, w := range windows {
		if i < w[0] && j > w[1] {
			n++
		}
	}
	return n
}

// resetMissed counts the windows for the reset between two interruptions.
func (s *search) resetMissed(i, j int) score {
	if len(s.resets) == 0 {
		return 0
	}
	return pack(0, 0, missed(s.resets, i, j))
}

func (s *search) inReset(k int) bool {
	return slices.ContainsFunc(s.resets, func(w [2]int) bool { return k >= w[0] && k <= w[1] })
}

// passing is exp(−l) for logs of factors, between marks: the search asks for it a million times, and a
// hundred-thousandth of it is nothing beside sameDose.
type passing []mark

// mark is what passes at a mark, and how much more at the next.
type mark struct{ is, on float64 }

const passMarks = 256 // to one ln

// longest is the table of the highest factor so far, which serves lower ones too.
var longest atomic.Pointer[passing]

func passingTo(highest float64) passing {
	marks := int(highest*passMarks) + 2
	if p := longest.Load(); p != nil && len(*p) >= marks {
		return *p
	}
	p := make(passing, marks)
	next := 1.0
	for i := range p {
		p[i].is, next = next, num.Exp(-float64(i+1)/passMarks)
		p[i].on = next - p[i].is
	}
	longest.Store(&p)
	return p
}

func (p passing) at(l float64) float64 {
	x := l * passMarks
	i := int(x)
	return p[i].is + (x-float64(i))*p[i].on
}

func (s *search) start() trail {
	var m trail
	for i, x := range s.sums {
		m.logs[i] = x.start
	}
	for i, k := range s.classes {
		m.free[i] = k.free
	}
	return m
}

// towelled takes off what a towel takes at that very moment; a coat laid then comes after it.
func (s *search) towelled(m *trail, k int) {
	if len(s.ebbs[k]) > 0 && s.ebbs[k][0].towel {
		for i := range m.logs {
			m.logs[i] *= figure.KeptTowelled
		}
	}
}

// advance lets the time from one moment of the grid to the next go by.
func (s *search) advance(m *trail, k int) {
	s.work++
	logs := m.logs[:len(s.sums)]
	for n := range s.ebbs[k] {
		p := &s.ebbs[k][n]
		if n > 0 && p.towel {
			for i := range logs {
				logs[i] *= figure.KeptTowelled
			}
		}
		if p.sun > 0 {
			m.dose += p.sun * s.through(m, &p.half)
		}
		for i := range logs {
			logs[i] *= p.keeps[i]
		}
	}
}

// through is the share of the light that films let through when so much is left of each sum.
func (s *search) through(m *trail, left *[dims]float64) (through float64) {
	at := 0
	for i := range s.lights {
		g, l := &s.lights[i], 0.0
		for ; at < g.to && at < dims; at++ {
			l += m.logs[at] * left[at]
		}
		highest := g.cap
		if m.coated {
			highest = g.highest
		}
		if l > highest {
			l = highest
		}
		through += g.share * s.passes.at(l)
	}
	return through
}

// tendedUntil is which classes an interruption blots when the next is so many minutes off: those that shine or would
// before it.
func (s *search) tendedUntil(m *trail, minutes float64) (mask int) {
	if m.node == 0 || !s.blots {
		return 0
	}
	for i := range s.classes {
		if m.free[i]+s.classes[i].rate*minutes > figure.ShineFrom+figure.Same {
			mask |= 1 << i
		}
	}
	return mask
}

// wants reports whether there will ever be anything to do for a blot at a node.
func (s *search) wants(m *trail, j int) bool {
	left := s.wear - s.wornBy[j]
	for i := range s.classes {
		if m.free[i]+s.classes[i].rate*left > figure.ShineFrom+figure.Same {
			return true
		}
	}
	return s.inReset(j)
}

// blotWaits reports whether a search for late blots need not look at one here: the next moment can be had as well, and
// nothing shines until then.
func (s *search) blotWaits(r *run, m *trail, j int) bool {
	if !r.late || j+1 >= s.worn || s.kept[j+1] || s.inReset(j) != s.inReset(j+1) {
		return false
	}
	for i := range s.classes {
		if m.free[i]+s.classes[i].rate*grid > figure.ShineFrom {
			return false
		}
	}
	return true
}

// act does to the films what the interruption does.
func (s *search) act(m *trail, mask int) {
	wind := s.wind[m.node]
	for i := range s.sums {
		x := &s.sums[i]
		if c := s.groups[x.group].class; c >= 0 && mask>>c&1 == 1 {
			m.logs[i] *= figure.KeptBlotted
		}
		if m.coat {
			m.logs[i] += x.adds[wind]
		}
	}
	m.coated = m.coated || m.coat
}

// oil lets the oil of every class run on for some minutes after an interruption, of which those before the end of wear
// may show.
func (s *search) oil(m *trail, mask int, minutes, worn float64) {
	for i := range s.classes {
		k := &s.classes[i]
		after, _ := afterBlot(m.free[i], k.rate, minutes, mask>>i&1 == 1, k.powders, s.matte && m.coat)
		m.shown += k.zones * shownFor(after, k.rate, worn)
		m.free[i] = after + k.rate*minutes
	}
}

// aim is what one search for a trail keeps to and what it makes least.
type aim struct {
	score  score
	dose   float64
	shown  float64
	count  int
	coats  int
	least  func(m *trail) [2]float64 // compared in order, then earliest
	width  int
	work   int
	plain  bool     // no blots but for the reset
	stride int      // coats at every so many moments of the grid, 0 for at each
	best   *trail   // a whole trail that is known
	each   []*trail // room for the whole trail with the least dose of every number of coats, in place of one
	// tended says that nothing may shine but what would whatever is blotted
	tended bool
	late   bool // a blot alone comes when it can wait no longer
}

// found is the best whole trail of a search, and whether nothing was left out in finding it.
type found struct {
	trail *trail
	whole bool
}

func kindest(m *trail) [2]float64   { return [2]float64{float64(m.unkind), m.costly()} }
func leastDose(m *trail) [2]float64 { return [2]float64{m.dose, 0} }
func leastShown(m *trail) [2]float64 {
	return [2]float64{m.shown, float64(m.count) + m.costly()/figure.Many}
}

// run is the state of one search.
type run struct {
	aim
	at    [][]*trail
	value [2]float64
	whole bool
	until int
	// strides says of every moment whether a search in strides looks at it
	strides []bool
}

// find searches for the best trail under an aim.
func (s *search) find(a aim) found {
	r := &run{aim: a, at: make([][]*trail, s.end), whole: a.stride <= 1 && !a.late, until: s.work + a.work}
	if a.best != nil {
		r.value = a.least(a.best)
	}
	if r.stride > 1 {
		r.strides = make([]bool, s.end)
		for k := 0; k < s.end; k += r.stride {
			r.strides[k] = true
		}
	}
	r.at[s.root.node] = []*trail{s.hold(&s.root)}
	for k := s.root.node; k < s.end; k++ {
		for _, m := range r.at[k] {
			s.follow(r, m)
		}
	}
	return found{r.best, r.whole && s.work <= r.until}
}

// leg is the way from an interruption to a later one: what is blotted hangs on when that is.
type leg struct {
	from *trail
	last int // node of the last coat
	mask int // the classes that are blotted
	on   trail
	at   int   // how far on has come
	next trail // at the node it was last led to
}

var grid = figure.Grid.Minutes()

// endless is an aim that nothing misses.
var endless = aim{score: math.MaxInt64, dose: math.Inf(1), shown: math.Inf(1)}

// leave begins the way from an interruption.
func (l *leg) leave(m *trail) {
	l.from, l.last, l.mask = m, m.last, -1
	if m.coat {
		l.last = m.node
	}
}

// leaving is the way from an interruption.
func (s *search) leaving(m *trail) (l leg) {
	l.leave(m)
	return l
}

// gone is how many minutes a leg takes to a node, and how many of them are before the end of wear.
func (l *leg) gone(s *search, j int) (minutes, worn float64) {
	if worn = s.wornBy[j] - s.wornBy[l.from.node]; j == s.end {
		return worn, worn
	}
	return float64(j-l.from.node) * grid, worn
}

// to leads a leg on to a node and arrives there; ok is false where neither that node nor any later one can be had
// within the aim.
func (l *leg) to(s *search, r *run, j int) (ok bool) { return l.travel(s, r, j) && l.arrive(s, r, j) }

// travel lets the time until a node go by; ok is false where neither that node nor any later one can be had within the
// dose.
func (l *leg) travel(s *search, r *run, j int) (ok bool) {
	k := l.from.node
	if now := s.tendedUntil(l.from, s.wornBy[j]-s.wornBy[k]); now != l.mask {
		l.mask, l.on, l.at = now, *l.from, k
		s.towelled(&l.on, k)
		s.act(&l.on, l.mask)
	}
	for ; l.at < min(j, s.sunEnd); l.at++ { // after the sun films matter no more
		if l.at > k {
			s.towelled(&l.on, l.at)
		}
		s.advance(&l.on, l.at)
	}
	return l.on.dose+s.floor[j] <= r.dose
}

// arrive is how things stand at the node that a leg was led to, before anything is done there; ok is false where more
// shines than may, there and at any later one.
func (l *leg) arrive(s *search, r *run, j int) (ok bool) {
	minutes, worn := l.gone(s, j)
	next := &l.next
	*next = l.on
	s.oil(next, l.mask, minutes, worn)
	next.score += s.resetMissed(l.from.node, j)
	next.before, next.last = l.from.self, l.last
	return next.shown <= r.shown+figure.SameMinutes
}

// useful reports whether there is anything to do at the interruption the leg begins with.
func (l *leg) useful(s *search) bool {
	return l.from.node == s.root.node || l.from.coat || l.mask > 0 || s.inReset(l.from.node)
}

// first is the first node that a leg can lead to.
func (l *leg) first(s *search, r *run) int {
	m := l.from
	first := max(m.node+1, s.begin)
	if m.count >= r.count {
		first = s.end
	}
	if !l.useful(s) { // but to blot what would shine before a moment that is far enough off
		for first <= s.end && s.tendedUntil(m, s.wornBy[first]-s.wornBy[m.node]) == 0 {
			first++
		}
	}
	return first
}

// follow leads a trail on to every later interruption, and to the end.
func (s *search) follow(r *run, m *trail) {
	if s.work > r.until {
		return
	}
	l := &s.leg
	l.leave(m)
	for j := l.first(s, r); j <= s.end; j++ {
		if !l.travel(s, r, j) {
			return
		}
		blot, coat := l.may(s, r, j)
		stops := j == s.end || blot || coat
		if (stops || !math.IsInf(r.shown, 1)) && !l.arrive(s, r, j) {
			return
		}
		if j == s.end {
			l.next.score += s.steps[l.last][s.end-l.last-1]
			s.finish(r, &l.next)
			return
		}
		if stops {
			s.interrupt(r, &l.next, j, blot && s.wants(&l.next, j) && !s.blotWaits(r, &l.next, j), coat)
		}
		if m.score+s.rest[l.last][j-l.last].score > r.score { // labels cannot wait any longer
			return
		}
	}
}

// may reports what of a blot and a coat at a node can lead where the aim is.
func (l *leg) may(s *search, r *run, j int) (blot, coat bool) {
	if j == s.end {
		return false, false
	}
	m := l.from
	score := m.score + s.resetMissed(m.node, j)
	blot = s.blots && j < s.worn && !s.kept[j] && (!r.plain || s.inReset(j)) &&
		r.leads(score, m.count+1, m.coats, s.rest[l.last][j-l.last])
	coat = s.open[j] && !s.canWait(r, score, l.last, j) &&
		r.leads(score+s.steps[l.last][j-l.last-1], m.count+1, m.coats+1, s.best[j])
	return blot, coat
}

// canWait reports whether a search in strides need not look at a coat here: the next moment is one of its own, and
// labels wait until then.
func (s *search) canWait(r *run, score score, last, j int) bool {
	return r.stride > 1 && !r.strides[j] && j+1 < s.end && s.open[j+1] && j+1-last < len(s.rest[last]) &&
		score+s.rest[last][j+1-last].score <= r.score
}

// interrupt keeps the trails that a blot and a coat at a node lead on to.
func (s *search) interrupt(r *run, m *trail, j int, blot, coat bool) {
	m.node, m.coat = j, false
	m.count++
	m.unkind += s.unkinds[j]
	if blot {
		s.keep(r, m)
	}
	if coat {
		m.coat = true
		m.coats++
		m.score += s.steps[m.last][j-m.last-1]
		s.keep(r, m)
	}
}

// finish keeps a whole trail where it is the best so far.
func (s *search) finish(r *run, m *trail) {
	if m.score > r.score || m.dose > r.dose || m.shown > r.shown+figure.SameMinutes {
		return
	}
	if r.each != nil {
		if o := r.each[m.coats]; o == nil || m.dose < o.dose-figure.SameExactly {
			c := *m
			r.each[m.coats] = &c
		}
		return
	}
	v := r.least(m)
	if r.best == nil || v[0] < r.value[0]-figure.SameExactly ||
		v[0] <= r.value[0]+figure.SameExactly && v[1] < r.value[1]-figure.SameExactly {
		c := *m
		r.best, r.value = &c, v
	}
}

// leads reports whether a trail with so many interruptions and coats can lead where the aim is, by the best chain of
// coats that may follow it.
func (r *run) leads(score score, count, coats int, rest chain) bool {
	if score+rest.score > r.score || count > r.count || coats > r.coats {
		return false
	}
	return score+rest.score < r.score || count+rest.coats <= r.count && coats+rest.coats <= r.coats
}

// keep adds a trail to those of its node unless one of them is no worse in all; it drops those that it beats.
func (s *search) keep(r *run, m *trail) {
	if r.best != nil && s.hopeless(r, m) || r.tended && s.blotsLeft(m, r.count-m.count) > r.count-m.count {
		return
	}
	list := r.at[m.node]
	s.work += 1 + len(list)/figure.Compared
	beaten := false
	for _, o := range list {
		if o.dose <= m.dose+figure.SameExactly && s.beats(o, m) {
			return
		}
		beaten = beaten || m.dose <= o.dose+figure.SameExactly && m.coat == o.coat && m.coats <= o.coats
	}
	kept := list
	if beaten {
		kept = slices.DeleteFunc(list, func(o *trail) bool { return s.beats(m, o) })
	}
	r.at[m.node] = s.among(r, m, kept)
}

// among puts a trail with the others of its node; where too many of as many coats are there the most promising stay.
func (s *search) among(r *run, m *trail, kept []*trail) []*trail {
	if r.width == math.MaxInt32 {
		return append(kept, s.hold(m))
	}
	m.hope = s.promise(r, m)
	worst, alike := -1, 0
	for i, o := range kept {
		if o.coats != m.coats {
			continue
		}
		if alike++; worst < 0 || o.hope > kept[worst].hope {
			worst = i
		}
	}
	if alike < r.width {
		return append(kept, s.hold(m))
	}
	r.whole = false
	if m.hope < kept[worst].hope {
		kept[worst] = s.hold(m)
	}
	return kept
}

// hopeless reports whether a trail cannot become better than the best.
func (s *search) hopeless(r *run, m *trail) bool {
	dose := m.dose
	m.dose += s.floor[m.node]
	v := r.least(m)
	m.dose = dose
	return v[0] > r.value[0]+figure.SameExactly ||
		v[0] >= r.value[0]-figure.SameExactly && v[1] >= r.value[1]-figure.SameExactly
}

// promise is the dose so far and a guess of what is still to come, were the films to stay as they are; and the shine,
// but where nothing is done about it.
func (s *search) promise(r *run, m *trail) float64 {
	through := 0.0
	for i := range s.groups {
		l := 0.0
		for at := s.groups[i].from; at < s.groups[i].to; at++ {
			l += m.logs[at]
			if m.coat {
				l += s.sums[at].adds[s.wind[m.node]]
			}
		}
		if highest := s.groups[i].calm; l > highest {
			l = highest
		}
		through += s.groups[i].share * s.passes.at(l)
	}
	hope := m.dose + through*s.bare[m.node]*figure.PromiseShare +
		float64(m.unkind+figure.UnkindActive*m.count)*figure.PromiseCount
	if !r.plain {
		hope += m.shown
	}
	return hope
}

// beats reports whether m is no worse than o in everything that still matters.
func (s *search) beats(m, o *trail) bool {
	return m.coat == o.coat && (m.coat || m.last == o.last) && m.coated == o.coated && m.score <= o.score &&
		m.count <= o.count && m.coats <= o.coats && m.unkind <= o.unkind && m.dose <= o.dose+figure.SameExactly &&
		m.shown <= o.shown+figure.SameExactly && s.filmsAsGood(m, o) && s.oilAsGood(m, o)
}

func (s *search) filmsAsGood(m, o *trail) bool {
	for i := range s.sums {
		if m.logs[i] < o.logs[i]-figure.SameExactly {
			return false
		}
	}
	return true
}

// oilAsGood reports whether the oil is the same, or will never show again: where there is less, it is blotted later,
// and that may be the better or the worse moment.
func (s *search) oilAsGood(m, o *trail) bool {
	left := s.wear - float64(m.node)*figure.Grid.Minutes()
	for i := range s.classes {
		d := m.free[i] - o.free[i]
		if d > figure.SameExactly ||
			d < -figure.SameExactly && m.free[i]+s.classes[i].rate*left > figure.ShineFrom {
			return false
		}
	}
	return true
}

// tending is the zone-minutes of shine that stay whatever is blotted, how many blots it takes at the least, and at
// the most. Where labels break keep_free, what is laid then tends shine too.
func (s *search) tending(broken bool) (shown float64, least, most int) {
	for i := range s.classes {
		k := &s.classes[i]
		free, at := k.free, 0
		for j := 1; j <= s.worn && s.blots; j++ {
			if j < s.worn && (s.kept[j] && !broken || j >= s.end) {
				continue
			}
			end := min(float64(j)*grid, s.wear)
			minutes := end - float64(at)*grid
			blot := at > 0 && free+k.rate*minutes > figure.ShineFrom+figure.Same
			after, _ := afterBlot(free, k.rate, minutes, blot, k.powders, false)
			if blot {
				most++
			}
			shown += k.zones * shownFor(after, k.rate, minutes)
			free, at = after+k.rate*minutes, j
		}
		if !s.blots {
			shown += k.zones * shownFor(free, k.rate, s.wear)
		}
		least = max(least, s.fewest(k, 0, k.free, false, math.MaxInt))
	}
	return shown, least, max(least, most)
}

// fewest is how few blots keep a class from shining from a node on, were every moment free for them; told no further
// than to one more than enough.
func (s *search) fewest(k *class, node int, free float64, blotsNow bool, enough int) (n int) {
	if !s.blots {
		return 0
	}
	at := float64(node) * grid
	if blotsNow && free+k.rate*(s.wear-at) > figure.ShineFrom {
		free, _ = afterBlot(free, k.rate, s.wear, true, k.powders, false)
	}
	for n <= enough {
		shows := at + (figure.ShineFrom-free)/k.rate
		if shows >= s.wear-figure.SameMinutes {
			return n
		}
		next := math.Floor(shows/grid+figure.SameMinutes) * grid
		if next <= at {
			return n
		}
		free, _ = afterBlot(free+k.rate*(next-at), k.rate, s.wear, true, k.powders, false)
		at, n = next, n+1
	}
	return n
}

// blotsLeft is how few interruptions the oil asks for after a trail's, told no further than to one more than enough.
func (s *search) blotsLeft(m *trail, enough int) (n int) {
	for i := range s.classes {
		if n = max(n, s.fewest(&s.classes[i], m.node, m.free[i], true, enough)); n > enough {
			break
		}
	}
	return n
}

// plan finds the interruptions, and how far from the best they may be: so many interruptions, or half of one where
// only the kindness or the dose of as many is not proven. What is not proven is made better by hand.
func (s *search) plan() (list []halt, gap float64) {
	list, gap = s.chosen()
	if gap > 0 {
		list = s.polished(list)
	}
	return s.spread(list), gap
}

// polished takes coats out, makes blots of them or shifts an interruption a little where that makes the day better,
// from the first to the last.
func (s *search) polished(list []halt) []halt {
	best := s.value(list)
	before := s.root // where one stands before the interruption that is looked at
	for i := 0; i < len(list) && best != nil; i++ {
		gone := false
		for _, other := range s.others(list[i:]) {
			if v := s.valueFrom(before, other, s.within(best)); v != nil && s.better(v, best) {
				fewer := len(list) - i - len(other)
				list, best = append(list[:i:i], other...), v
				if gone = fewer > 0; gone {
					break
				}
			}
		}
		if gone {
			i--
		} else if on, ok := s.next(&run{aim: endless}, before, list[i]); ok {
			before = on
		}
	}
	return list
}

// others is some interruptions with another first one, without it, or with the first two as one.
func (s *search) others(list []halt) (all [][]halt) {
	for _, h := range s.variants(list[0]) {
		other := slices.Clone(list)
		if other[0] = h; h.node == 0 {
			other = other[1:]
		}
		all = append(all, other)
	}
	if len(list) > 1 && list[1].node-list[0].node <= figure.ShiftNodes {
		a, b := list[0], list[1]
		for _, node := range []int{a.node, (a.node + b.node) / 2, b.node} {
			other := slices.Clone(list[1:])
			other[0] = halt{node, a.coat || b.coat}
			all = append(all, other)
		}
	}
	return all
}

// variants is what an interruption might be instead; node 0 stands for leaving it out.
func (s *search) variants(h halt) []halt {
	list := []halt{{}}
	if h.coat {
		list = append(list, halt{h.node, false})
	}
	for d := 1; d <= figure.ShiftNodes; d *= 2 {
		list = append(list, halt{h.node - d, h.coat}, halt{h.node + d, h.coat})
	}
	if s.unkinds[h.node] > 0 { // the nearest kind moments
		for _, by := range []int{-1, 1} {
			k := h.node + by
			for k > 0 && k < s.end && s.unkinds[k] > 0 {
				k += by
			}
			list = append(list, halt{k, h.coat}, halt{k, false})
		}
	}
	return list
}

// value is what some interruptions come to, nil where they cannot be.
func (s *search) value(list []halt) *trail { return s.valueFrom(s.root, list, endless) }

// within is the aim that whatever is better than a day keeps to.
func (s *search) within(best *trail) aim {
	a := endless
	a.score, a.dose = best.score, s.budget+s.over(best)+figure.OverStep
	return a
}

// valueFrom is value from an interruption on, nil also where it comes to more than an aim.
func (s *search) valueFrom(m trail, list []halt, a aim) *trail {
	r := &run{aim: a}
	for _, h := range list {
		next, ok := s.next(r, m, h)
		if !ok || next.score > a.score {
			return nil
		}
		m = next
	}
	l := &s.leg
	l.leave(&m)
	if !l.to(s, r, s.end) || !l.useful(s) {
		return nil
	}
	end := l.next
	end.score += s.steps[l.last][s.end-l.last-1]
	return &end
}

// next leads a trail on to an interruption; ok is false where it cannot be.
func (s *search) next(r *run, m trail, h halt) (on trail, ok bool) {
	if h.node <= m.node || h.node < s.begin || h.node >= s.end {
		return m, false
	}
	l := &s.leg
	l.leave(&m)
	if !l.to(s, r, h.node) || !l.useful(s) {
		return m, false
	}
	ok = s.stand(&l.next, h)
	return l.next, ok
}

// stand puts a trail at an interruption; ok is false where it cannot be.
func (s *search) stand(m *trail, h halt) (ok bool) {
	if h.coat && !s.open[h.node] || !h.coat && (s.kept[h.node] || h.node >= s.worn) {
		return false
	}
	m.node, m.coat = h.node, h.coat
	m.count++
	m.unkind += s.unkinds[h.node]
	if h.coat {
		m.coats++
		m.score += s.steps[m.last][h.node-m.last-1]
	}
	return true
}

// spread lets a blot that follows within twenty minutes of another interruption wait until then, where nothing is the
// worse for it.
func (s *search) spread(list []halt) []halt {
	best := s.value(list)
	for i := 1; i < len(list) && best != nil; i++ {
		later := list[i-1].node + int(figure.ApartFor/figure.Grid) + 1
		if list[i].coat || list[i].node >= later {
			continue
		}
		other := slices.Clone(list)
		other[i].node = later
		if v := s.value(other); v != nil && !s.better(best, v) {
			list, best = other, v
		}
	}
	return list
}

// over is the dose over the budget in whole steps, with what coats cost that no label asks for.
func (s *search) over(m *trail) float64 {
	steps := max(0, math.Ceil((m.dose-s.budget)/figure.OverStep-figure.SameMinutes)) * figure.OverStep
	if steps > 0 {
		steps += figure.CoatCostsSED * float64(max(0, m.coats-s.best[0].coats))
	}
	return steps
}

// better reports whether a is the better day by the order of aims.
func (s *search) better(a, b *trail) bool {
	for _, d := range []float64{float64(a.score - b.score), s.over(a) - s.over(b), a.shown - b.shown,
		float64(a.count - b.count), float64(a.unkind - b.unkind), a.costly() - b.costly()} {
		if math.Abs(d) > figure.SameMinutes {
			return d < 0
		}
	}
	return false
}

// chosen searches for the interruptions.
func (s *search) chosen() (list []halt, gap float64) {
	chain := s.ahead()
	shown, least, blots := s.tending(chain.score>>missBits&(1<<keepBits-1) > 0)
	few := chain.coats
	if shown == 0 { // where some shine cannot be helped, fewer blots may do as well
		few = max(few, least)
	}
	a := aim{score: chain.score, shown: shown, tended: shown == 0}

	unproven := 0.0
	more, whole, sure := s.affords(&a, chain)
	if !whole {
		unproven = figure.HalfGap
	}
	open, most, tries := -1, chain.coats+more+blots+len(s.resets), figure.MoreTries
	if a.dose > s.budget+figure.Same { // to the hundredth of a SED: found at once or hardly at all
		tries = 0
	}
	for n := few; n <= most && (open < 0 || n-open <= tries); n++ {
		a.count, a.least, a.late = n, kindest, open >= 0
		f := s.thorough(a)
		switch {
		case f.trail == nil:
			if !f.whole && open < 0 {
				open = n
			}
			continue
		case open >= 0:
			return s.halts(f.trail), float64(n - open)
		case !f.whole:
			return s.halts(f.trail), figure.HalfGap
		}
		return s.halts(f.trail), unproven
	}
	a.best = sure
	return s.anyhow(a, most, max(few, open)) // fewer than that were seen not to do
}

// anyhow gives up, one by one, what cannot all be had: the fewest interruptions, the least shine, the reset, the
// budget; and in the end lays the fewest coats that labels ask for, and blots when skin is about to shine.
func (s *search) anyhow(a aim, most, few int) (list []halt, gap float64) {
	a.tended, a.least, a.count = false, leastShown, most
	a.width, a.work, a.stride = figure.FewTrails, math.MaxInt32, s.stride(figure.Stride, figure.StrideFrom)
	a.late = a.stride > 1
	for _, give := range []func(){
		func() {},
		func() { a.shown = math.Inf(1) },
		func() { a.score += pack(0, 0, len(s.resets)) },
		func() { a.dose, a.coats = math.Inf(1), math.MaxInt32 },
	} {
		give()
		if f := s.find(a); f.trail != nil {
			if f.whole { // of the least shine; how kind it is was not compared
				return s.halts(f.trail), figure.HalfGap
			}
			return s.safer(s.halts(f.trail)), float64(max(f.trail.count-few, 1))
		}
	}
	list = s.plainly()
	return list, float64(max(len(list)-few, 1))
}

// safer is the better of some interruptions and of the plain ones.
func (s *search) safer(list []halt) []halt {
	plain := s.plainly()
	a, b := s.value(list), s.value(plain)
	if b != nil && (a == nil || s.better(b, a)) {
		return plain
	}
	return list
}

// plainly is the fewest coats that the labels ask for, and a blot wherever skin would shine before the next moment.
func (s *search) plainly() (list []halt) {
	m := s.root
	first := s.leaving(&m)
	coat := s.nextCoat(first.last)
	from := 0
	if s.begin > 1 {
		if from = s.begin; !first.to(s, &run{aim: endless}, from) {
			return nil
		}
		m = first.next
	}
	for k := from; k < s.worn; k++ {
		m.node, m.coat = k, k == coat
		mask := s.tendedUntil(&m, figure.Grid.Minutes())
		if m.coat || mask != 0 && !s.kept[k] {
			list = append(list, halt{k, m.coat})
		} else {
			mask = 0
		}
		if m.coat {
			coat = s.nextCoat(k)
		}
		s.oil(&m, mask, figure.Grid.Minutes(), figure.Grid.Minutes())
	}
	for ; coat > 0; coat = s.nextCoat(coat) {
		if coat >= s.worn {
			list = append(list, halt{coat, true})
		}
	}
	return list
}

// nextCoat is the node of the coat that follows another on the best chain, 0 for none.
func (s *search) nextCoat(i int) int {
	if i < s.begin-1 {
		want := s.rest[i][s.begin-1-i]
		for j := s.begin; j < s.end; j++ {
			if s.open[j] && (chain{s.steps[i][j-i-1] + s.best[j].score, s.best[j].coats + 1}) == want {
				return j
			}
		}
		return 0
	}
	for j := i + 1; j < s.end; j++ {
		if s.open[j] && (chain{s.steps[i][j-i-1] + s.best[j].score, s.best[j].coats + 1}) == s.best[i] {
			return j
		}
	}
	return 0
}

// allowed is how many moments may go by in a search: more on a short day, whose searches take less each.
func (s *search) allowed(work int) int {
	short := max(1, float64(figure.LongDayNodes)/float64(s.end))
	return int(float64(work) * short * short)
}

// thorough looks with few trails first, on a long day in strides, and then with all as far as its work goes.
func (s *search) thorough(a aim) found {
	quick := a
	quick.width, quick.work, quick.stride = figure.FewTrails, math.MaxInt32, s.stride(figure.Stride, figure.AllFrom)
	quick.late = a.late && quick.stride > 1
	return s.prove(a, s.find(quick))
}

// prove looks with all trails for a better one than a quick search found, where there is work left to do so.
func (s *search) prove(a aim, quick found) found {
	if quick.whole || s.work > s.allowed(figure.SearchWork) {
		return quick
	}
	a.width, a.work, a.late = math.MaxInt32, s.allowed(figure.ExactWork), false
	if quick.trail != nil {
		a.best = quick.trail
	}
	full := s.find(a)
	if full.trail == nil {
		full.trail = quick.trail
	}
	return full
}

// stride is a number of moments on a day of more than some, else one.
func (s *search) stride(moments, from int) int {
	if s.end > from {
		return moments
	}
	return 1
}

// affords settles the dose and the coats of an aim: the budget where a few coats beyond what labels ask keep it; else
// the least over it, each coat more saving what it costs. It says how many more coats that takes.
func (s *search) affords(a *aim, labels chain) (more int, whole bool, sure *trail) {
	least := math.Inf(1)
	d := aim{score: labels.score + pack(0, 0, len(s.resets)), dose: math.Inf(1), shown: math.Inf(1),
		count: labels.coats + s.root.count - s.root.coats, coats: labels.coats, least: leastDose, plain: true}
	quick := s.doses(d)
	whole = true
	for n := range figure.MoreTouchUps + 1 {
		f := s.prove(d, quick(n))
		d.coats, d.count, whole = d.coats+1, d.count+1, whole && f.whole
		if f.trail == nil {
			continue
		}
		d.best, d.dose = f.trail, f.trail.dose
		if f.trail.dose <= s.budget+figure.Same {
			a.dose, a.coats = s.budget+figure.Same, labels.coats+figure.MoreTouchUps
			return n, true, f.trail
		}
		over := math.Ceil((f.trail.dose-s.budget)/figure.OverStep-figure.SameMinutes) * figure.OverStep
		if with := over + figure.CoatCostsSED*float64(n); with < least-figure.Same {
			least, a.dose, a.coats, more, sure = with, s.budget+over+figure.Same, labels.coats+n, n, f.trail
		} else if f.trail.dose > s.budget+figure.CoatCostsSED { // a further coat saves less yet
			break
		}
	}
	if math.IsInf(least, 1) {
		a.dose, a.coats = math.Inf(1), math.MaxInt32
		return figure.MoreTouchUps, false, nil
	}
	return more, whole, sure
}

// doses looks with few trails for the least dose with the coats of an aim, and, once more than those are asked for,
// with all numbers beyond them at once.
func (s *search) doses(a aim) func(more int) found {
	few := a.coats
	a.width, a.work, a.stride = figure.FewTrails, math.MaxInt32, s.stride(figure.DoseStride, figure.StrideFrom)
	return func(more int) (f found) {
		switch more {
		case 0:
			return s.find(a)
		case 1:
			a.coats, a.count = a.coats+figure.MoreTouchUps, a.count+figure.MoreTouchUps
			a.each = make([]*trail, a.coats+1)
			s.find(a)
		}
		for _, m := range a.each[:few+more+1] {
			if m != nil && (f.trail == nil || m.dose < f.trail.dose) {
				f.trail = m
			}
		}
		return f
	}
}

// halts is the interruptions of a whole trail.
func (s *search) halts(m *trail) (list []halt) {
	for n := m.before; n > 0; {
		m = s.byNumber(n)
		if n = m.before; n > 0 {
			list = append(list, halt{m.node, m.coat})
		}
	}
	slices.Reverse(list)
	return list
}
