package lift

import (
	"cmp"
	"math"
	"math/bits"
	"slices"

	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/num"
)

// search is the branch and bound of one group.
type search struct {
	*chooser
	g        *group
	open     func(n int) bool  // which of the allowed removers may be used
	first    func(n int) bool  // and which of them first
	best     map[ends]sequence // the cheapest for each set of removers, and what else counts for the whole
	least1   []float64         // what one pass could leave of each binder at the least
	cheap    []cheapest        // the cheapest so far, by what else counts for the whole
	pass1    float64           // no pass costs less
	opts     [][]pass          // by allowed remover
	nodes    int
	target   float64 // the worst binder's share
	parts    bool    // every pass takes its part of the worst binder
	least    bool    // it is only asked how little can be left
	fewest   float64 // and that is it
	fewestBy sequence
}

// ends is what of a sequence matters to the whole.
type ends struct {
	set    uint64
	rubbed doses // of a pass over the face, with which others may go
	along  doses
	pads   int
	faces  int
}

func (ch *chooser) scarce() bool { return ch.pads >= 0 && ch.pads < figure.PadsEnough }

// tier is removers that are tried before others: the house's habit, then those with no condition's caution, two-phase
// on skin and what is cautioned of only where nothing else reaches the target.
type tier struct {
	open, first func(n int) bool
}

func anyOf(int) bool { return true }

// tiers lists the removers that are tried one after another for a group.
func (ch *chooser) tiers(g *group) []tier {
	plain := ch.plain(g).open
	list := []tier{ch.plain(g), {func(n int) bool { return !g.uneasy[n] }, anyOf}, {anyOf, anyOf}}
	if habit := ch.habit(g); habit != nil {
		first := tier{plain, habit}
		if ch.c.Method.Is(method.FirstRemover, method.Mitt) {
			first.open = func(n int) bool { return habit(n) && plain(n) }
		}
		return slices.Insert(list, 0, first)
	}
	return list
}

// plain is the removers that no condition cautions of and that do not run out, two-phase on skin apart.
func (ch *chooser) plain(g *group) tier {
	return tier{func(n int) bool {
		return !ch.lastResort(g, n) && !g.uneasy[n] && !ch.scarceOnes[ch.removers[g.allowed[n]].ID]
	}, anyOf}
}

// lastResort reports whether a remover is used on a group only where nothing else in the kit reaches the target:
// two-phase beyond lids, brows and lips, and on the lids of watery eyes.
func (ch *chooser) lastResort(g *group, n int) bool {
	if ch.removers[g.allowed[n]].Kind != kit.Biphase {
		return false
	}
	return !held(g.like) && !still(ch.c, g.like) || watery(ch.c, g.like)
}

// habits is what each option of the house's first remover comes first with.
var habits = map[method.OptionID]kit.Kind{
	method.FirstMicellar: kit.Micellar,
	method.FirstBalm:     kit.Balm,
	method.FirstOil:      kit.CleansingOil,
	method.FirstPlantOil: kit.PlantOil,
	method.FirstCream:    kit.CreamCleanser,
	method.Mitt:          kit.WaterMitt,
}

// habit is which removers the house comes first with on the face, nil where it has no habit or the group is not part
// of it.
func (ch *chooser) habit(g *group) func(n int) bool {
	kind := habits[ch.c.Method.Get(method.FirstRemover)]
	if kind == "" || held(g.like) || !g.like.OnFace() || g.had > 0 || // its first pass was made
		kind == kit.WaterMitt && ch.mittless {
		return nil
	}
	return func(n int) bool { return ch.removers[g.allowed[n]].Kind == kind }
}

// sequences finds, for every set of removers that can win, the cheapest sequence that reaches the target. Where none
// does it returns the one that leaves least, and reached is false.
func (ch *chooser) sequences(g *group) (list []sequence, reached bool) {
	if len(g.allowed) == 0 {
		return []sequence{{left: g.worst(g.start)}}, g.worst(g.start) <= Target(g.like)+figure.Same
	}
	for _, t := range ch.tiers(g) {
		if list = ch.searched(g, t); len(list) > 0 {
			return list, true
		}
	}
	return ch.honest(g, tier{anyOf, anyOf}, g.film, figure.MostOfAll-g.had), false
}

// honest is the sequences of which none leaves less, where no pass may take less than its part of the worst binder:
// how little can be left is found first, and then the cheapest ways to it.
func (ch *chooser) honest(g *group, t tier, film float64, most int) []sequence {
	s := ch.searchOf(g, t)
	s.least, s.target = true, 0
	s.walk(node{left: g.start, film: film}, most)
	ways := ch.searchOf(g, t)
	ways.parts, ways.target = true, s.fewest
	if list := ways.run(film, most); len(list) > 0 {
		return list
	}
	return []sequence{s.fewestBy} // as far as it was looked
}

func (ch *chooser) searchOf(g *group, t tier) *search {
	s := &search{
		chooser:  ch,
		g:        g,
		open:     t.open,
		first:    ch.firstOn(g, t.first),
		best:     map[ends]sequence{},
		pass1:    math.Inf(1),
		target:   Target(g.like),
		fewest:   g.worst(g.start),
		fewestBy: sequence{left: g.worst(g.start)},
		least1:   slices.Repeat([]float64{1}, len(g.binders)),
	}
	for n, r := range g.allowed {
		opts := ch.options(g, r)
		s.opts = append(s.opts, opts)
		if !s.open(n) {
			continue
		}
		for _, o := range opts {
			k := ch.timed(g, o, 0)
			s.pass1 = min(s.pass1, ch.price(g, k, false, true), ch.price(g, k, true, true))
			for i, b := range g.binders {
				s.least1[i] = min(s.least1[i], ch.leaves(g, k, b, 0))
			}
		}
	}
	return s
}

// firstOn is what may come first on a group: where a piece is glued on, what loosens it.
func (ch *chooser) firstOn(g *group, first func(n int) bool) func(n int) bool {
	if !g.piece {
		return first
	}
	return func(n int) bool { return effectsRemover(ch.removers[g.allowed[n]].Kind) }
}

// leaves is what one pass leaves of a binder, where so much is left of the worst.
func (ch *chooser) leaves(g *group, k pass, b look.Binder, worst float64) float64 {
	kind := ch.removers[k.remover].Kind
	return share(ch.c, work{kind, k.way, k.contact, g.on.dose(kind, worst)}, g.on, b)
}

// searched is the cheapest sequences of a tier, none where it does not reach the target.
func (ch *chooser) searched(g *group, t tier) (list []sequence) {
	return ch.searchOf(g, t).run(g.film, figure.MostOfAll-g.had)
}

// run is the cheapest sequences of at most so many passes that reach the target.
func (s *search) run(film float64, most int) (list []sequence) {
	start, most := node{left: s.g.start, film: film}, max(0, most)
	for deep := 0; deep <= most && len(s.best) == 0; deep++ { // a first answer, to measure the rest by
		s.walk(start, deep)
	}
	if len(s.best) == 0 {
		return nil
	}
	s.walk(start, most)
	for _, q := range s.best {
		if q.cost <= s.bound(&q) {
			list = append(list, q)
		}
	}
	s.sort(list)
	return s.undominated(list)
}

// undominated leaves out what another does for as little with no more of anything that is shared, and for the others
// that may go along.
func (s *search) undominated(list []sequence) []sequence {
	kept := list[:0]
	for i := range list {
		q := &list[i]
		if !slices.ContainsFunc(kept, func(o sequence) bool {
			return o.set&^q.set == 0 && o.pads <= q.pads && o.faces <= q.faces && o.along.within(q.along) &&
				q.rubbed.of(s.wish).within(o.rubbed)
		}) {
			kept = append(kept, *q)
		}
	}
	return kept
}

// sort puts sequences in order of cost; ties fall by kit order.
func (ch *chooser) sort(list []sequence) {
	slices.SortFunc(list, func(a, b sequence) int {
		return cmp.Or(cmp.Compare(a.cost, b.cost), cmp.Compare(ch.order(b.set), ch.order(a.set)),
			a.pads-b.pads, a.faces-b.faces, a.along.compare(b.along), a.rubbed.compare(b.rubbed))
	})
}

// order is greater for the set of removers that come earlier in the kit.
func (ch *chooser) order(set uint64) (order uint64) {
	for i, at := range ch.rank {
		if set&(1<<i) != 0 && at < figure.MostRemovers {
			order |= 1 << at
		}
	}
	return bits.Reverse64(order)
}

// cheapest is a sequence that can stand in for any that asks for as much or more of what is shared: whatever the other
// groups use, it costs at most so much.
type cheapest struct {
	along       doses
	pads, faces int
	atMost      float64
}

// bound is the most that a sequence may cost and still win.
func (s *search) bound(q *sequence) float64 {
	least := math.Inf(1)
	for i := range s.cheap {
		if c := &s.cheap[i]; c.atMost < least && c.along.within(q.along) && (!s.scarce() || c.pads <= q.pads) &&
			(s.faces < 0 || c.faces <= q.faces) {
			least = c.atMost
		}
	}
	return least
}

// alone is the most that a set of removers costs beyond its passes, where no other group uses any of them.
func (ch *chooser) alone(set uint64) float64 {
	cost := figure.ProductCost*float64(bits.OnesCount64(set)) +
		figure.NotHouse*float64(bits.OnesCount64(set&ch.others))
	if ch.one {
		cost += figure.DifferentCost * float64(bits.OnesCount64(set))
	}
	return cost
}

// rival notes a sequence among the cheapest.
func (s *search) rival(q *sequence, at ends) {
	most := q.cost + s.alone(q.set)
	if s.g.carries() {
		most += s.riding
	}
	i := slices.IndexFunc(s.cheap, func(c cheapest) bool {
		return c.along == at.along && c.pads == at.pads && c.faces == at.faces
	})
	if i < 0 {
		i, s.cheap = len(s.cheap), append(s.cheap, cheapest{at.along, at.pads, at.faces, most})
	}
	s.cheap[i].atMost = min(s.cheap[i].atMost, most)
}

// node is where the search stands: the passes so far, what they leave, and where in the order of removers and options
// the next one may begin.
type node struct {
	sequence
	left         []float64
	from, option int
	film         float64 // what the remover leaves of itself
	filmed       bool    // an oily remover was held
	rubs         float64 // seconds of massage and wiping
	over         bool    // nothing more is needed here
	washes       int     // doses of a wash that is massaged
}

// walk tries every next pass that may come at or after the last remover and option in order, as deep as so many passes.
func (s *search) walk(q node, deep int) {
	g := s.g
	if s.nodes++; s.nodes > figure.MostNodes {
		return
	}
	if s.least {
		s.keepFewest(&q)
	} else if g.worst(q.left) <= s.target+figure.Same && s.ends(&q) {
		return
	}
	if len(q.passes) >= deep {
		return
	}
	for n := q.from; n < len(g.allowed); n++ {
		if !s.may(&q, n) {
			continue
		}
		first := 0
		if n == q.from {
			first = q.option
		}
		if s.least { // nothing held for less time leaves less
			first = s.longestHold(n, first)
		}
		for o := first; o < len(s.opts[n]); o++ {
			if next, worth := s.next(&q, n, o, deep); worth {
				s.walk(next, deep)
			}
		}
	}
}

// may reports whether the next pass may be one of an allowed remover.
func (s *search) may(q *node, n int) bool {
	return s.open(n) && (len(q.passes) > 0 || s.first(n)) && s.used(q, s.g.allowed[n]) < s.most() &&
		(!s.g.glued(q.left) || effectsRemover(s.removers[s.g.allowed[n]].Kind))
}

// keepFewest notes what leaves less than anything before.
func (s *search) keepFewest(q *node) {
	if left := s.g.worst(q.left); left < s.fewest {
		s.fewest, s.fewestBy = left, q.sequence
		s.fewestBy.left, s.fewestBy.film = left, q.film
	}
}

// longestHold is the option of the longest hold, at or after one.
func (s *search) longestHold(n, from int) int {
	for o := len(s.opts[n]) - 1; o >= from; o-- {
		if s.opts[n][o].way == wayHeld {
			return o
		}
	}
	return from
}

// most is how many passes of one remover a zone of the group may have.
func (s *search) most() int { return mostOf(s.g.like) }

// ends notes a sequence that reaches the target and reports whether nothing more can help it, nor those that could go
// along with a further pass.
func (s *search) ends(q *node) bool {
	s.arrive(q.sequence, q.left, q.film)
	q.over = q.film <= welcome(s.c, s.g.like)+figure.Same && (!s.wants() || s.second(q.sequence)) &&
		!s.unchecked(q.sequence)
	return q.over && !(s.g.carries() && !s.wish.within(q.rubbed))
}

// used is how many passes of a remover the group has by a node, those before the search among them.
func (s *search) used(q *node, remover int) int {
	n := s.begun.before(s.removers[remover], s.g.like)
	for _, k := range q.passes {
		if k.remover == remover {
			n++
		}
	}
	return n
}

// next is the node after one more pass; it is not worth following where it is refused, more than skin can bear, too
// dear, or without hope.
func (s *search) next(q *node, n, o, deep int) (next node, worth bool) {
	g, before := s.g, s.g.worst(q.left)
	k := s.timed(g, s.opts[n][o], before)
	r := g.allowed[n]
	p := s.removers[r]
	if !s.fits(g, q.passes, s.opts[n][o], q.left) {
		return next, false
	}
	if s.outOfPlace(q, k, p.Kind) || q.rubs+k.rubs > g.bears+figure.Same {
		return next, false
	}
	with := s.longer(q, k)
	if q.over && with.rubbed.of(s.wish).within(q.rubbed) { // not a pass that others could go along with
		return next, false
	}
	bound := s.bound(&with)
	if with.cost > bound {
		return next, false
	}
	left := make([]float64, len(q.left))
	for i, b := range g.binders {
		left[i] = q.left[i] * s.leaves(g, k, b, before)
	}
	if !s.promising(left, before, with.cost+s.pass1 <= bound, deep-len(q.passes)-1) {
		return next, false
	}
	with.passes = append(slices.Clip(q.passes), k)
	next = node{
		sequence: with,
		left:     left, from: n, option: o, film: q.film * (1 - washes[p.Kind]), filmed: q.filmed,
		rubs:   q.rubs + k.rubs,
		over:   q.over,
		washes: q.washes,
	}
	switch {
	case films(p.Kind):
		_, next.film = s.finish(g, k)
		next.filmed = k.way == wayHeld
	case effectsRemover(p.Kind):
		next.film = figure.FilmLeft
	}
	if k.way == wayWorked && turnOf(p.Kind) == turnWash {
		next.washes++
	}
	return next, true
}

// promising reports whether a pass is worth following by what it leaves: where nothing reaches the target, as long as
// it takes its part of the worst; and as long as so many more passes, which must be affordable, could still reach what
// is sought.
func (s *search) promising(left []float64, before float64, affordable bool, more int) bool {
	after := s.g.worst(left)
	if (s.parts || s.least) && after > (1-figure.LeastTaken)*before+figure.Same {
		return false
	}
	return s.least || after <= s.target+figure.Same || affordable && s.hope(left, more)
}

// longer is the sequence of a node with one more pass, what it leaves and its passes apart.
func (s *search) longer(q *node, k pass) sequence {
	with, r := q.sequence, k.remover
	with.set, with.cost = q.set|1<<r, q.cost+s.price(s.g, k, len(q.passes) > 0, q.filmed)
	with.pads, with.faces = q.pads+s.padsFor(s.g, k, q.filmed), q.faces+s.facesFor(s.g, k)
	switch {
	case k.along:
		with.along = q.along.with(r, s.class(k))
	case k.way != wayHeld:
		with.rubbed = q.rubbed.with(r, s.class(k))
	}
	return with
}

// outOfPlace reports whether a pass has no place after those before it: a second cleanse that is never wanted, or a
// wash once more than it is ever dosed.
func (s *search) outOfPlace(q *node, k pass, kind kit.Kind) bool {
	if k.way == wayHeld || turnOf(kind) != turnWash {
		return false
	}
	if s.refused && q.film > 0 {
		return true
	}
	most := 1
	if q.washes == len(q.passes) {
		most = figure.MostWashes
	}
	return q.washes >= most
}

// wants reports whether the house wants a second cleanse of the group: of skin, but under the eyes.
func (s *search) wants() bool { return s.wanted && !s.g.held && !near(s.g.like) && !s.g.washed }

// second reports whether a sequence ends in a second cleanse: a wash, or the better of two balms or oils; micellar
// water where nothing else is allowed.
func (s *search) second(q sequence) bool {
	passes := q.passes
	if n := len(passes); s.checks && n > 0 && s.removers[passes[n-1].remover].Kind == kit.Micellar {
		passes = passes[:n-1]
	}
	if len(passes) < 1 {
		return false
	}
	last := s.removers[passes[len(passes)-1].remover]
	switch turnOf(last.Kind) {
	case turnWash:
		return true
	case turnMicellar:
		return !slices.ContainsFunc(s.g.allowed, func(r int) bool { return turnOf(s.removers[r].Kind) == turnWash })
	case turnFilm:
		return s.better && betterThan(last, s.removers[q.passes[0].remover])
	}
	return false
}

// unchecked reports whether the house's last pad of micellar water is missing where it may go.
func (s *search) unchecked(q sequence) bool {
	if !s.checks || s.g.held || !slices.ContainsFunc(s.g.allowed, func(r int) bool {
		return s.removers[r].Kind == kit.Micellar
	}) {
		return false
	}
	return len(q.passes) == 0 || s.removers[q.passes[len(q.passes)-1].remover].Kind != kit.Micellar
}

// betterThan reports whether a balm or oil is the dearer of two.
func betterThan(a, b *kit.Product) bool {
	return films(a.Kind) && films(b.Kind) && a.Kind.Worked() && b.Kind.Worked() &&
		a.PriceOf(1) > b.PriceOf(1)+figure.SameExactly
}

// hope reports whether so many more passes could still reach the target.
func (s *search) hope(left []float64, more int) bool {
	for i, l := range left {
		l *= num.Pow(s.least1[i], float64(more))
		if i == s.g.strip && l <= figure.LashHalf {
			l *= 1 - figure.LashTakes
		}
		if l > s.target+figure.Same {
			return false
		}
	}
	return true
}

// arrive notes a sequence that reaches the target.
func (s *search) arrive(q sequence, left []float64, film float64) {
	q.left, q.film = s.g.worst(left), film
	if film > welcome(s.c, s.g.like)+figure.Same {
		q.cost += figure.CautionCost
	}
	if s.wants() && !s.second(q) {
		q.cost += figure.WantedCost
	}
	if s.unchecked(q) {
		q.cost += figure.WantedCost
	}
	at := ends{set: q.set, along: q.along}
	if s.g.carries() && s.riding > 0 {
		at.rubbed = q.rubbed.of(s.wish)
	}
	if s.scarce() {
		at.pads = q.pads
	}
	if s.faces >= 0 {
		at.faces = q.faces
	}
	if old, there := s.best[at]; !there || q.cost < old.cost-figure.SameExactly {
		s.best[at] = q
		s.rival(&q, at)
	}
}
