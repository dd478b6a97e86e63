package lift

import (
	"cmp"
	"math"
	"math/bits"
	"slices"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/sitting"
)

// pass is one pass of a remover: how long, and as how many passes it counts.
type pass struct {
	remover int
	contact float64
	counts  int
}

// sequence is the passes of one group, what they cost and what they leave.
type sequence struct {
	passes []pass
	set    uint64 // removers used
	cost   float64
	pads   int
	left   float64 // the worst binder's share
	film   float64
}

// group is zones that are alike in all that removal asks: what is on them, their class, what may go on them.
type group struct {
	zones    face.Set
	like     face.Zone
	on       Loads
	binders  []look.Binder
	start    []float64 // what is left of each binder before the first pass
	strip    int       // index of the glue that lets go at half, -1 for none
	allowed  []int
	cautions []float64 // cost of the cautions each allowed remover brings
	weight   float64   // share of the minutes and grams of a pass over the face; 1 where a zone is done by itself
	grams    float64   // of a pass over the whole face, or of one over the zone
}

// chooser holds what the search asks again and again.
type chooser struct {
	c        *sitting.Case
	removers []*kit.Product
	oily     []bool
	groups   []*group
	pads     int    // how many there are, -1 for enough
	wanted   bool   // a second cleanse always
	refused  bool   // never
	one      bool   // one product for both cleanses
	others   uint64 // removers of a kind of which the studio has its own choice, and which are not it
	beard    bool   // a full one

	scarceOnes map[string]bool // removers of which all passes together would take more than there is

	thinned bool // removers were left out for one of their kind
	missed  bool // a group misses its target
}

// newChooser keeps one remover of those that are alike.
func newChooser(c *sitting.Case, on *[face.N]Loads, loosened float64, one *kit.Product) *chooser {
	return chooserOf(c, on, loosened, one, 1)
}

// chooserOf keeps so many removers of those that are alike: a second one may be used where the first has been used as
// often as a zone may bear of one product.
func chooserOf(c *sitting.Case, on *[face.N]Loads, loosened float64, one *kit.Product, alike int) *chooser {
	ch := &chooser{
		c:       c,
		pads:    -1,
		wanted:  c.Method.Is(method.SecondCleanse, method.Always),
		refused: c.Method.Is(method.SecondCleanse, method.Never),
		one:     c.Method.Is(method.CleanserSpend, method.Same),
		beard:   fullBeard(c),
	}
	for i := range c.Kit {
		ch.offer(&c.Kit[i], one)
	}
	// Oily ones first: what takes off their film comes after them.
	slices.SortStableFunc(ch.removers, func(a, b *kit.Product) int { return int(turnOf(a.Kind) - turnOf(b.Kind)) })
	ch.group(on, loosened)
	ch.thin(alike)
	for _, p := range ch.removers {
		ch.oily = append(ch.oily, films(p.Kind))
	}
	for i, p := range ch.removers {
		if !p.House && slices.ContainsFunc(ch.removers, func(o *kit.Product) bool {
			return o.House &&
				o.Kind == p.Kind
		}) {
			ch.others |= 1 << i
		}
	}
	return ch
}

// offer takes a product of the kit among the removers, or counts it among the pads; where one is named, its rivals are
// left out.
func (ch *chooser) offer(p, one *kit.Product) {
	if p.Kind == kit.CottonPad && p.Count != nil {
		ch.pads = max(ch.pads, 0) + fit.Stock(ch.c, p)
	}
	if p.Empty() {
		return
	}
	if p.Kind == kit.Mitt {
		mitt := func(r *kit.Product) bool { return r.Kind == kit.WaterMitt }
		if !slices.ContainsFunc(ch.removers, mitt) {
			w := *p
			w.Kind = kit.WaterMitt
			ch.removers = append(ch.removers, &w)
		}
		return
	}
	rival := one != nil && p.ID != one.ID && turnOf(p.Kind) == turnOf(one.Kind)
	if takes[p.Kind] != nil && p.Kind != kit.WaterMitt && !rival {
		ch.removers = append(ch.removers, p)
	}
}

// thin takes out removers that go nowhere, or that so many others of their kind beat everywhere: allowed wherever they
// are, with no more cautions, no dearer, and with plenty left. Of two that are alike the first in the kit stays. What
// is left is numbered anew; beyond the most that a search can tell apart, those with most of their kind before them go.
func (ch *chooser) thin(alike int) {
	gone := map[int]bool{}
	rank := make([]int, len(ch.removers)) // how many of its kind are kept before it
	var kept []int
	for j, p := range ch.removers {
		beaten := 0
		for i := range ch.removers {
			if i != j && !gone[i] && ch.beats(i, j) {
				beaten++
			}
		}
		nowhere := !slices.ContainsFunc(ch.groups, func(g *group) bool { return slices.Contains(g.allowed, j) })
		if gone[j] = nowhere || beaten >= alike; gone[j] {
			ch.thinned = ch.thinned || !nowhere
			continue
		}
		for _, i := range kept {
			if ch.removers[i].Kind == p.Kind {
				rank[j]++
			}
		}
		kept = append(kept, j)
	}
	if len(kept) > figure.MostRemovers {
		slices.SortStableFunc(kept, func(a, b int) int { return rank[a] - rank[b] })
		kept = kept[:figure.MostRemovers]
		slices.Sort(kept)
	}
	ch.number(kept)
}

// number keeps some removers alone, and numbers them anew.
func (ch *chooser) number(kept []int) {
	var removers []*kit.Product
	for _, i := range kept {
		removers = append(removers, ch.removers[i])
	}
	for _, g := range ch.groups {
		var allowed []int
		var cautions []float64
		for n, r := range g.allowed {
			if at, is := slices.BinarySearch(kept, r); is {
				allowed, cautions = append(allowed, at), append(cautions, g.cautions[n])
			}
		}
		g.allowed, g.cautions = allowed, cautions
	}
	ch.removers = removers
}

// beats reports whether one remover does all that another of its kind does: no dearer, of two alike the first, never
// another for the studio's own.
func (ch *chooser) beats(i, j int) bool {
	a, b := ch.removers[i], ch.removers[j]
	if a.Kind != b.Kind || a.Short(figure.PlentyG) || b.House && !a.House {
		return false
	}
	dear, cheap := b.PriceOf(1), a.PriceOf(1)
	return (cheap < dear || cheap == dear && i < j) && ch.everywhere(i, j)
}

// everywhere reports whether remover a may go wherever b may, with no more cautions.
func (ch *chooser) everywhere(a, b int) bool {
	for _, g := range ch.groups {
		n := slices.Index(g.allowed, b)
		if n < 0 {
			continue
		}
		if m := slices.Index(g.allowed, a); m < 0 || g.cautions[m] > g.cautions[n] {
			return false
		}
	}
	return true
}

// turn is when a remover has its turn: effects adhesives first, then what leaves a film of itself, then what takes
// that off.
type turn int

const (
	turnEffects turn = iota
	turnFilm
	turnWater // wipe, water
	turnMicellar
	turnWash
)

func turnOf(k kit.Kind) turn {
	switch {
	case k == kit.FXRemoverEster || k == kit.FXRemoverSilicone:
		return turnEffects
	case films(k):
		return turnFilm
	case washes[k] == 0:
		return turnWater
	case k == kit.Micellar:
		return turnMicellar
	}
	return turnWash
}

// group gathers zones that are alike.
func (ch *chooser) group(on *[face.N]Loads, loosened float64) {
	c := ch.c
	var skin float64
	for z := range face.N {
		if len(on[z]) > 0 && !held(z) && !c.Barred().All().Has(z) && face.Upper.Has(z) {
			skin += c.Area[z]
		}
	}
	if skin == 0 { // the body alone: by the area of a face and neck
		skin = c.Area[face.Neck]
		for _, z := range face.BaseArea.List() {
			skin += c.Area[z]
		}
	}
	for z := range face.N {
		if len(on[z].binders()) == 0 || c.Barred().All().Has(z) {
			continue
		}
		g := ch.groupOf(z, on[z], skin, loosened)
		if i := slices.IndexFunc(ch.groups, func(o *group) bool {
			return !held(z) && !held(o.like) && o.alike(c, g)
		}); i >= 0 {
			ch.groups[i].zones |= g.zones
			ch.groups[i].weight += g.weight
			continue
		}
		ch.groups = append(ch.groups, g)
	}
}

// groupOf is one zone as a group; skin is the area of all that is passed over together.
func (ch *chooser) groupOf(z face.Zone, on Loads, skin, loosened float64) *group {
	g := &group{zones: face.SetOf(z), like: z, on: on, binders: on.binders(), strip: -1, weight: 1}
	g.start = slices.Repeat([]float64{1}, len(g.binders))
	if i := slices.Index(g.binders, look.Adhesive); i >= 0 && z == face.Eyelids {
		g.start[i] = loosened
		if loosened == 1 && hasStrip(ch.c, false) {
			g.strip = i
		}
	}
	switch z {
	case face.Eyelids:
		g.grams = figure.EyeGrams
	case face.Brows, face.Lips:
		g.grams = figure.SpotGrams
	default:
		g.weight = ch.c.Area[z] / skin
	}
	ch.allow(g)
	return g
}

func (g *group) alike(c *sitting.Case, o *group) bool {
	scar := c.Scarred.Has
	return still(c, g.like) == still(c, o.like) && slices.Equal(g.binders, o.binders) && slices.Equal(g.allowed,
		o.allowed) &&
		slices.Equal(g.cautions, o.cautions) &&
		delicacy(g.like, scar(g.like)) == delicacy(o.like, scar(o.like)) &&
		!slices.ContainsFunc(g.binders, func(b look.Binder) bool { return level(g.on[b]) != level(o.on[b]) })
}

// level is the step of the load that contact times go by; nothing finer matters to the choice.
func level(load float64) int {
	switch {
	case load <= figure.LightLoad+figure.Same:
		return 0
	case load <= figure.MediumLoad+figure.Same:
		return 1
	}
	return 2
}

// hasStrip reports whether strip lashes are on, to be kept or not.
func hasStrip(c *sitting.Case, keep bool) bool {
	return slices.ContainsFunc(
		c.Items,
		func(it look.Item) bool { return it.Attach == look.GlueStrip && it.Keep == keep },
	)
}

// allow lists the removers that may go on a group, with the cost of the cautions each brings and of going against the
// house method for eyes.
func (ch *chooser) allow(g *group) {
	for i, p := range ch.removers {
		cost, may := ch.may(p, g.like, g.on)
		if !may {
			continue
		}
		if !ch.bySideOfMethod(p, g.like) {
			cost += figure.AgainstMethod
		}
		g.allowed = append(g.allowed, i)
		g.cautions = append(g.cautions, cost)
	}
}

// bySideOfMethod reports whether the house method for eyes would use the remover there.
func (ch *chooser) bySideOfMethod(p *kit.Product, z face.Zone) bool {
	if z != face.Eyelids && z != face.Brows {
		return true
	}
	switch ch.c.Method.Get(method.EyeRemover) {
	case method.OilFree:
		return !p.Oily()
	case method.AllInOneBalm:
		return p.Kind == kit.Balm || p.Kind == kit.CleansingOil
	}
	return true
}

// may reports whether a remover may be used on a zone, and the cost of the cautions it brings.
func (ch *chooser) may(p *kit.Product, z face.Zone, on Loads) (caution float64, may bool) {
	c := ch.c
	if !ch.hasPlace(p, z, on) {
		return 0, false
	}
	for _, o := range objections(c, p, z, c.Client.Has(face.LensesStay)) {
		if o.Bars {
			return 0, false
		}
		if o.Severity == rules.Caution {
			caution += figure.CautionCost
		}
	}
	if z == face.Eyelids && p.Oily() && keptSingles(c) {
		caution += figure.CautionCost // oil-on-reused-lashes: they come off with the makeup, not before it
	}
	if p.Kind == kit.PlantOil != c.Method.Is(method.FirstCleanseOn, method.WarmDamp) && films(p.Kind) &&
		p.Kind.Worked() {
		caution += figure.WrongSkin
	}
	return caution, true
}

// hasPlace reports whether method, makeup and zone leave a place for a remover at all.
func (ch *chooser) hasPlace(p *kit.Product, z face.Zone, on Loads) bool {
	c := ch.c
	switch {
	case p.Kind == kit.WaterMitt:
		if !c.Method.Is(method.RemovalTool, method.Mitt) && !(z == face.Eyelids && onlyWater(on)) {
			return false
		}
	case p.Kind == kit.Wipe:
		if !c.Method.Is(method.Wipes, method.TravelOnly) {
			return false
		}
	case turnOf(p.Kind) == turnEffects:
		if !slices.ContainsFunc(on.binders(), effects) || z.Class() == face.Eye {
			return false
		}
	}
	return !glitter(c, z) || p.Kind.Worked()
}

// keptSingles reports whether single lashes are on that are to be kept.
func keptSingles(c *sitting.Case) bool {
	return slices.ContainsFunc(c.Items, func(it look.Item) bool { return it.Keep && it.Attach == look.Single })
}

func effects(b look.Binder) bool {
	return b == look.FXResin || b == look.FXAcrylic || b == look.FXSilicone || b == look.AlcoholFilm
}

// onlyWater reports whether the makeup there is held by water film alone, over care.
func onlyWater(on Loads) bool {
	return on[look.WaterFilm] > 0 &&
		!slices.ContainsFunc(on.binders(), func(b look.Binder) bool { return b != look.WaterFilm && b != look.Care })
}

func glitter(c *sitting.Case, z face.Zone) bool {
	return slices.ContainsFunc(
		c.Items,
		func(it look.Item) bool { return named(it.Item, "glitter") && it.Zone.Zones.Has(z) },
	)
}

// objections lists what speaks against a remover on a zone after makeup.
func objections(c *sitting.Case, p *kit.Product, z face.Zone, lensesIn bool) []fit.Objection {
	u := fit.Use{Case: c, Product: p, Act: act.Remove, Kind: act.Detail(p.Kind), Zone: z, After: true,
		LensesIn: lensesIn}
	return u.Fits()
}

// holds is how long a remover may be held, in times of t0: from once to as long as helps.
var holds = func() (list []float64) {
	for m := 1.0; m <= figure.MostRight; m += figure.HoldStep {
		list = append(list, m)
	}
	return list
}()

// grip rounds seconds up to what can be counted in the hand.
func grip(seconds float64) float64 {
	step := float64(figure.GripS)
	return math.Ceil(seconds/step-figure.Same) * step
}

// options lists the ways a remover may make one pass on a group.
func (ch *chooser) options(g *group, i int) []pass {
	p := ch.removers[i]
	if held(g.like) || still(ch.c, g.like) && !p.Kind.Worked() || turnOf(p.Kind) == turnEffects {
		longest := g.on.longest()
		var list []pass
		for _, m := range holds {
			list = append(list, pass{i, grip(longest * m), 1})
		}
		return list
	}
	if p.Kind.Worked() {
		s := g.on.massage(p.Kind)
		return []pass{{i, s, 1}, {i, 2 * s, 2}}
	}
	return []pass{{i, float64(figure.GripS), 1}}
}

// strokes is how many clean faces one wiping of a zone takes.
func strokes(z face.Zone) int { return max(1, manyStrokes[z]) }

// padsFor is how many pads one pass takes there: half a pad for each eye, one for lips or brows, as many as there are
// strokes elsewhere, but only where the house works with pads.
func (ch *chooser) padsFor(g *group, p *kit.Product) int {
	if held(g.like) {
		if p.Kind == kit.WaterMitt || p.Kind.Worked() && !films(p.Kind) {
			return 0
		}
		return 1
	}
	if p.Kind.Worked() || p.Kind == kit.Wipe || p.Kind == kit.WaterMitt ||
		!ch.c.Method.Is(method.RemovalTool, method.Pads) && !still(ch.c, g.like) {
		return 0
	}
	n := 0
	for _, z := range g.zones.List() {
		n += strokes(z)
	}
	return (n + figure.FacesPerPad - 1) / figure.FacesPerPad
}

// finish is what takes a remover off again: seconds, and the share of its film that is left.
func (ch *chooser) finish(g *group, p *kit.Product) (seconds int, film float64) {
	switch {
	case (held(g.like) || still(ch.c, g.like)) && films(p.Kind):
		return figure.DampS, figure.FilmPad
	case held(g.like) && p.Kind.Worked():
		return figure.RinseOffS, 0
	case held(g.like), still(ch.c, g.like):
		return figure.GlideS, 0
	case films(p.Kind) && ch.byCloth(p.Kind):
		return figure.ClothS, figure.FilmCloth
	case films(p.Kind):
		return figure.EmulsifyS + figure.RinseOffS, figure.FilmEmulsify
	case p.Kind.Worked():
		return figure.RinseOffS, 0
	}
	return figure.WipeS, 0
}

// byCloth reports whether an oily remover is lifted with a warm cloth rather than emulsified: by the house method,
// dry skin by a cloth, and always what has no emulsifier.
func (ch *chooser) byCloth(k kit.Kind) bool { return byCloth(ch.c, k) }

func byCloth(c *sitting.Case, k kit.Kind) bool {
	switch {
	case !emulsifies(k):
		return true
	case c.Method.Is(method.FirstCleanseOff, method.WarmCloth):
		return true
	case c.Method.Is(method.FirstCleanseOff, method.EmulsifyRinse):
		return false
	}
	return c.Type.Type == face.Dry
}

// price is the cost of one pass, all of it.
func (ch *chooser) price(g *group, k pass, second bool) float64 {
	p := ch.removers[k.remover]
	seconds, _ := ch.finish(g, p)
	d := delicacy(g.like, ch.c.Scarred.Has(g.like))
	if ch.c.Method.Is(method.Wipes, method.TravelOnly) && p.Kind == kit.Wipe {
		d *= figure.TravelTimes
	}
	grams := ch.passGrams(g, p)
	cost := figure.PassDelicacy*d*float64(k.counts) + figure.MinuteCost*(k.contact+float64(seconds))/60*g.weight +
		figure.PadCost*float64(ch.padsFor(g, p)) + figure.PriceCost*p.PriceOf(grams)
	if p.Short(grams) || ch.scarceOnes[p.ID] {
		cost += figure.CautionCost
	}
	if misfit, is := p.Kind.CleanserFit(ch.c.Type.Type); is && second && !held(g.like) && !ch.one {
		cost += figure.KindnessCost * misfit
	}
	return cost + g.cautions[slices.Index(g.allowed, k.remover)]
}

func (ch *chooser) passGrams(g *group, p *kit.Product) float64 {
	if p.Kind == kit.WaterMitt || p.Kind == kit.Wipe {
		return 0
	}
	if g.grams > 0 {
		return g.grams
	}
	grams := p.Kind.PassGrams(true) * g.weight
	if g.zones&sitting.Beard != 0 && ch.beard {
		grams *= figure.BeardRemover
	}
	return grams
}

func fullBeard(c *sitting.Case) bool {
	return c.Client.Beard == face.FullBeard || slices.ContainsFunc(c.Items,
		func(it look.Item) bool { return named(it.Item, "full beard") })
}

// worst is the share left of the worst binder. A strip lash takes most of its glue with it once half has let go.
func (g *group) worst(left []float64) float64 {
	var most float64
	for i, l := range left {
		if i == g.strip && l <= figure.LashHalf {
			l *= 1 - figure.LashTakes
		}
		most = max(most, l)
	}
	return most
}

// least is the least that so many passes could leave of each binder, each by the remover that is best for it.
func (ch *chooser) least(g *group, left []float64, passes int) []float64 {
	best := slices.Clone(left)
	for i, b := range g.binders {
		share1 := 1.0
		for _, r := range g.allowed {
			for _, k := range ch.options(g, r) {
				share1 = min(share1, math.Pow(share(ch.c, ch.removers[r].Kind, g.like, g.on, b, k.contact),
					1/float64(k.counts)))
			}
		}
		best[i] *= math.Pow(share1, float64(passes))
	}
	return best
}

// search is the branch and bound of one group.
type search struct {
	*chooser
	g      *group
	best   map[ends]sequence // the cheapest for each set of removers, and number of pads where those are scarce
	least1 []float64         // what one pass could leave of each binder at the least
	cheap  []float64         // the cheapest so far of any set, by pads used where those are scarce
	pass1  float64           // no pass costs less
	opts   [][]pass
	shares [][][]float64 // by allowed remover, option and binder
	nodes  int
	check  float64        // what the method's last pad of micellar leaves of a remover's film, 1 for no such pad
	pads1  []int          // of one pass, by allowed remover
	prices [][][2]float64 // by allowed remover and option: as the first pass, and as a later one
}

type ends struct {
	set  uint64
	pads int
}

func (ch *chooser) scarce() bool { return ch.pads >= 0 && ch.pads < figure.PadsEnough }

// sequences finds, for every set of removers that can win, the cheapest sequence that reaches the target. Where none
// does it returns the one that leaves least, and reached is false.
func (ch *chooser) sequences(g *group) (list []sequence, reached bool) {
	s := &search{
		chooser: ch,
		g:       g,
		best:    map[ends]sequence{},
		cheap:   slices.Repeat([]float64{math.Inf(1)}, figure.PadsEnough+1),
		pass1:   math.Inf(1),
	}
	s.check = 1
	if micellar := slices.ContainsFunc(g.allowed,
		func(r int) bool { return ch.removers[r].Kind == kit.Micellar }); micellar &&
		!held(g.like) &&
		ch.c.Method.Is(method.CheckWithMicellar, method.Yes) {
		s.check -= washes[kit.Micellar]
	}
	if len(g.allowed) == 0 {
		return []sequence{{left: g.worst(g.start)}}, g.worst(g.start) <= Target(g.like)+figure.Same
	}
	s.least1 = ch.least(g, slices.Repeat([]float64{1}, len(g.binders)), 1)
	for _, r := range g.allowed {
		opts := ch.options(g, r)
		var rows [][]float64
		var prices [][2]float64
		for _, k := range opts {
			row := make([]float64, len(g.binders))
			for i, b := range g.binders {
				row[i] = share(ch.c, ch.removers[r].Kind, g.like, g.on, b, k.contact)
			}
			rows = append(rows, row)
			both := [2]float64{ch.price(g, k, false), ch.price(g, k, true)}
			prices = append(prices, both)
			s.pass1 = min(s.pass1, both[0]/float64(k.counts))
		}
		s.pads1 = append(s.pads1, ch.padsFor(g, ch.removers[r]))
		s.opts, s.shares, s.prices = append(s.opts, opts), append(s.shares, rows), append(s.prices, prices)
	}
	for deep := 1; deep <= figure.MostOfAll && len(s.best) == 0; deep++ { // a first answer, to measure the rest by
		s.walk(node{left: g.start}, deep)
	}
	if len(s.best) == 0 {
		return []sequence{s.honest()}, false
	}
	s.walk(node{left: g.start}, figure.MostOfAll)
	for _, q := range s.best {
		if q.cost <= s.bound(q.pads) {
			list = append(list, q)
		}
	}
	slices.SortFunc(list, func(a, b sequence) int {
		// ties fall by kit order
		return cmp.Or(cmp.Compare(a.cost, b.cost), cmp.Compare(bits.Reverse64(b.set), bits.Reverse64(a.set)),
			a.pads-b.pads)
	})
	return list, true
}

// bound is the most that a sequence with so many pads may cost and still win.
func (s *search) bound(pads int) float64 {
	if !s.scarce() {
		return s.cheap[0] + figure.MergeSlack*figure.ProductCost
	}
	return slices.Min(s.cheap[:min(pads, figure.PadsEnough)+1]) + figure.MergeSlack*figure.ProductCost
}

// node is where the search stands: the passes so far, what they leave, and where in the order of removers and options
// the next one may begin.
type node struct {
	sequence
	left         []float64
	from, option int
	done         int     // as how many passes they count
	film         float64 // what the remover leaves of itself
}

// walk tries every next pass that may come at or after the last remover and option in order, as deep as so many passes.
func (s *search) walk(q node, deep int) {
	g := s.g
	if s.nodes++; s.nodes > figure.MostNodes {
		return
	}
	if g.worst(q.left) <= Target(g.like)+figure.Same && s.ends(&q) {
		return
	}
	for n := q.from; n < len(g.allowed); n++ {
		used := q.used(g.allowed[n])
		first := 0
		if n == q.from {
			first = q.option
		}
		for o := first; o < len(s.opts[n]); o++ {
			k := s.opts[n][o]
			if used+k.counts > figure.MostOfOne || q.done+k.counts > deep {
				continue
			}
			if next, worth := s.next(&q, n, o, deep); worth {
				s.walk(next, deep)
			}
		}
	}
}

// ends notes a sequence that reaches the target and reports whether nothing more can help it.
func (s *search) ends(q *node) bool {
	end := q.film
	if q.done < figure.MostOfAll { // there is room for the last pad
		end *= s.check
	}
	s.arrive(q.sequence, q.left, end)
	return end <= welcome(s.c, s.g.like)+figure.Same && (!s.wanted || held(s.g.like) || s.washed(q.sequence))
}

// used is how many passes of a remover a node has.
func (q *node) used(remover int) (counts int) {
	for _, k := range q.passes {
		if k.remover == remover {
			counts += k.counts
		}
	}
	return counts
}

// next is the node after one more pass; it is not worth following where it is refused, too dear, or without hope.
func (s *search) next(q *node, n, o, deep int) (next node, worth bool) {
	g, k := s.g, s.opts[n][o]
	r := g.allowed[n]
	p := s.removers[r]
	if s.refused && !held(g.like) && !s.oily[r] && q.film > 0 && turnOf(p.Kind) == turnWash {
		return next, false
	}
	cost := q.cost + s.prices[n][o][min(len(q.passes), 1)]
	pads := q.pads + s.pads1[n]
	if cost > s.bound(pads) {
		return next, false
	}
	left := make([]float64, len(q.left))
	for i := range left {
		left[i] = q.left[i] * s.shares[n][o][i]
	}
	if g.worst(left) > Target(g.like)+figure.Same &&
		(cost+s.pass1 > s.bound(pads) || !s.hope(left, deep-q.done-k.counts)) {
		return next, false
	}
	film := q.film * math.Pow(1-washes[p.Kind], float64(k.counts))
	if films(p.Kind) {
		_, film = s.finish(g, p)
	}
	return node{
		sequence: sequence{passes: append(slices.Clip(q.passes), k), set: q.set | 1<<r, cost: cost, pads: pads},
		left:     left,
		from:     n,
		option:   o,
		done:     q.done + k.counts,
		film:     film,
	}, true
}

// washed reports whether a sequence ends in a wash.
func (s *chooser) washed(q sequence) bool {
	return len(q.passes) > 0 && turnOf(s.removers[q.passes[len(q.passes)-1].remover].Kind) == turnWash
}

// hope reports whether so many more passes could still reach the target.
func (s *search) hope(left []float64, more int) bool {
	for i, l := range left {
		l *= math.Pow(s.least1[i], float64(more))
		if i == s.g.strip && l <= figure.LashHalf {
			l *= 1 - figure.LashTakes
		}
		if l > Target(s.g.like)+figure.Same {
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
	if s.wanted && !held(s.g.like) && !s.washed(q) {
		q.cost += figure.WantedCost
	}
	at := ends{set: q.set}
	if s.scarce() {
		at.pads = q.pads
	}
	if old, there := s.best[at]; !there || q.cost < old.cost-figure.SameExactly {
		s.best[at] = q
		s.cheap[min(at.pads, figure.PadsEnough)] = min(s.cheap[min(at.pads, figure.PadsEnough)], q.cost)
	}
}

// honest is the best that can be done where nothing reaches the target: pass by pass what leaves least of the worst
// binder.
func (s *search) honest() sequence {
	left, q := s.g.start, sequence{}
	used := map[int]int{}
	for done := 0; done < figure.MostOfAll; {
		least, bestN, bestO := s.g.worst(left), -1, 0
		for n, r := range s.g.allowed {
			for o, k := range s.opts[n] {
				if used[r]+k.counts > figure.MostOfOne || done+k.counts > figure.MostOfAll {
					continue
				}
				next := make([]float64, len(left))
				for i := range left {
					next[i] = left[i] * s.shares[n][o][i]
				}
				if w := s.g.worst(next); w < least-figure.Same {
					least, bestN, bestO = w, n, o
				}
			}
		}
		if bestN < 0 {
			break
		}
		k := s.opts[bestN][bestO]
		for i := range left {
			left = slices.Clone(left)
			left[i] *= s.shares[bestN][bestO][i]
		}
		q.cost += s.price(s.g, k, len(q.passes) > 0)
		q.passes = append(q.passes, k)
		q.set |= 1 << k.remover
		q.pads += s.padsFor(s.g, s.removers[k.remover])
		used[k.remover] += k.counts
		done += k.counts
	}
	slices.SortStableFunc(q.passes, func(a, b pass) int { return a.remover - b.remover })
	q.left = s.g.worst(left)
	return q
}

// choose picks one sequence for each group so that the whole costs least: what each costs, and 0.3 for each different
// product. Branch and bound over the groups.
func (ch *chooser) choose() (picked []sequence, cost float64) {
	lists := make([][]sequence, len(ch.groups))
	floor := make([]float64, len(ch.groups)+1)
	for i, g := range ch.groups {
		reached := false
		lists[i], reached = ch.sequences(g)
		ch.missed = ch.missed || !reached
	}
	for i := len(lists) - 1; i >= 0; i-- {
		floor[i] = floor[i+1] + lists[i][0].cost
	}
	cost = math.Inf(1)
	now := make([]int, len(lists))
	best := make([]int, len(lists))
	var try func(i int, set, skin uint64, sum float64, pads int)
	try = func(i int, set, skin uint64, sum float64, pads int) {
		total := sum + floor[i] + ch.shared(set, skin, pads)
		if total >= cost-figure.SameExactly {
			return
		}
		if i == len(lists) {
			cost = total
			copy(best, now)
			return
		}
		for n, q := range lists[i] {
			if sum+q.cost+floor[i+1] >= cost {
				break // dearer ones follow
			}
			now[i] = n
			on := skin
			if !held(ch.groups[i].like) {
				on |= q.set
			}
			try(i+1, set|q.set, on, sum+q.cost, pads+q.pads)
		}
	}
	try(0, 0, 0, 0, 0)
	for i := range lists {
		picked = append(picked, lists[i][best[i]])
	}
	return picked, cost
}

// shared is the cost of what all groups use together: products, pads that are not there, a second product where the
// method is one.
func (ch *chooser) shared(set, skin uint64, pads int) float64 {
	cost := figure.ProductCost*float64(bits.OnesCount64(set)) +
		figure.NotHouse*float64(bits.OnesCount64(set&ch.others))
	if ch.pads >= 0 && pads > ch.pads {
		cost += figure.MissingCost * float64(pads-ch.pads)
	}
	if n := bits.OnesCount64(skin); ch.one && n > 1 {
		cost += figure.DifferentCost * float64(n-1)
	}
	return cost
}
