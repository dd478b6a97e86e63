package prep

import (
	"fmt"
	"math"
	"slices"
	"strconv"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// group is zones that are alike in everything a choice depends on.
type group struct {
	number int // its place among the groups
	zones  face.Set
	like   face.Zone // any of them
	cands  [slots][]candidate
	limit  float64
	rest   [slots]float64 // the most that the slots after one can still leave on the skin
	base   surface        // of the foundation over it, bare for none
}

// candidate is one way to fill a slot: a product, for primers perhaps with a veil over it, or nothing.
type candidate struct {
	product *kit.Product
	veil    *kit.Product
	film    float64
	cost    float64 // all of it but what depends on the layers below
	residue float64
	bottom  surface // what meets the layer below
	top     surface // what the next layer meets, bare to leave it as it was
	set     int     // nominal seconds to set, which rank the kinds
	order   int     // in the kit
	steps   [2]int  // by number: its own, and that of its veil; -1 for none
	why     reason
}

// path is a path through the first slots of a group.
type path struct {
	cost    float64 // what its steps are charged among it
	toll    float64 // which is so much
	residue float64
	top     surface
	picks   [slots]int16 // index of the candidate; -1 not reached
}

// restrict narrows what the search may choose: slots that must stay empty where they may, and the longest setting time
// for a moisturiser.
type restrict struct {
	drop    [slots]bool
	quickly int // seconds, 0 for any
}

// groups partitions the zones by grades, marks, eye or lip class, place on the face, and whatever condition or learned
// factor tells them apart.
func groups(c *sitting.Case, begun *resumption) []*group {
	index := map[string]*group{}
	var list []*group
	for _, z := range (face.Face | c.Neighbours()).List() {
		s := c.Skin[z]
		class := z.Class()
		onBody := face.Body.Has(z)
		if class == face.Brow { // brows are handled as the skin around them
			class = face.Skin
		}
		key := fmt.Sprint(s.Oil, s.Water, s.Marks, class, face.BaseArea.Has(z), z == face.Eyelids,
			c.Client.Learned.Moisture[z], mattifies(c, z), c.Shaven.Has(z), onBody, c.Unmade().Has(z),
			c.Scarred.Has(z), c.Client.PhototypeOf(z), c.Bearded().Has(z),
			fit.Sign(c, z))
		key += strconv.FormatBool(c.Unlayered().Has(z)) + begun.sign(z)
		g := index[key]
		if g == nil {
			g = &group{like: z, limit: c.Limit(z)}
			if c.BareFaced() { // there is no makeup to slide
				g.limit = math.Inf(1)
			}
			if face.BaseArea.Has(z) && c.Look.Coverage != look.NoCoverage && !c.Unmade().Has(z) {
				g.base = surfaceOf(c.Look.Base.Film())
			}
			index[key] = g
			list = append(list, g)
		}
		g.zones |= face.SetOf(z)
	}
	return list
}

// childs is what a child gets: cleansed, light moisture, sunscreen, balm.
var childs = [slots]bool{moisturiser: true, lips: true, patch: true, sunscreen: true}

// gather fills in the candidates of every slot of a group: suitable products in the order of the kit, and nothing
// last.
func (pl *planner) gather(g *group) {
	c := pl.c
	var area float64
	for _, z := range g.zones.List() {
		area += c.Area[z]
	}
	for s := range slots {
		dry := s == oil && !pl.mixed && len(g.cands[moisturiser]) < 2 // oil goes over a moisturiser or not at all
		if !table[s].belongs(c, g.like) || dry || face.Body.Has(g.like) && s != sunscreen || c.Child() && !childs[s] {
			g.cands[s] = []candidate{{order: math.MaxInt32}}
			continue
		}
		list := pl.candidates(g, s, area)
		g.cands[s] = pl.narrowed(g, s, append(pl.worthwhile(list), pl.nothing(g, s, list)), area)
	}
	var most float64
	for i := len(pl.order) - 1; i >= 0; i-- {
		s := pl.order[i]
		g.rest[s] = most
		heaviest := 0.0
		for _, k := range g.cands[s] {
			heaviest = max(heaviest, k.residue)
		}
		most += heaviest
	}
}

// candidates is the products of the kit that may fill a slot in a group, as the methods and the day would have it.
func (pl *planner) candidates(g *group, s slot, area float64) (list []candidate) {
	c := pl.c
	for i := range c.Kit {
		p := &c.Kit[i]
		if !slices.Contains(table[s].kinds, p.Kind) {
			continue
		}
		if k, ok := pl.candidate(g, s, p, area); ok {
			k.order = i
			list = append(list, k)
		}
	}
	if s == primer && c.Method.Is(method.PrimerSplit, method.ByZoneWithVeil) {
		list = pl.veiled(g, list, area)
	}
	list = pl.byMethod(g, s, list)
	switch s {
	case sunscreen:
		return resistant(c, list)
	case lips:
		return screening(c, list)
	}
	return list
}

// resistant charges a caution for every sunscreen that water takes off sooner than the day asks, where another would
// do better.
func resistant(c *sitting.Case, list []candidate) []candidate {
	want, best := stack.Resistance(c), 0
	for i := range list {
		best = max(best, list[i].product.WaterResistantMin)
	}
	for i := range list {
		if label := list[i].product.WaterResistantMin; label < want && label < best {
			list[i].cost += figure.CautionCost
		}
	}
	return list
}

// screening charges every lip balm without a factor outdoors by day, where another would bring one.
func screening(c *sitting.Case, list []candidate) []candidate {
	factor := func(k candidate) bool { return k.product.HasFactor() }
	if !c.Daylight || c.FirstSun.IsZero() || !slices.ContainsFunc(list, factor) {
		return list
	}
	for i := range list {
		if !factor(list[i]) {
			list[i].cost += figure.LipsUnscreened
		}
	}
	return list
}

// worthwhile drops candidates that two others beat in every respect, even if they had to be opened for it: neither the
// best nor the second-best stack can hold them.
func (pl *planner) worthwhile(list []candidate) []candidate {
	kept := make([]candidate, 0, len(list)+1)
	for i := range list {
		k, beaten := &list[i], 0
		for j := range list {
			o := &list[j]
			if i != j && o.bottom == k.bottom && o.top == k.top && o.set <= k.set && o.residue <= k.residue &&
				o.cost+pl.openCost(o.product)+pl.veilCost(o) < k.cost {
				beaten++
			}
		}
		if beaten < 2 {
			kept = append(kept, *k)
		}
	}
	return kept
}

// veilCost is what the veil of a candidate would cost as a step, 0 for none.
func (pl *planner) veilCost(k *candidate) float64 {
	if k.veil == nil {
		return 0
	}
	return pl.openCost(k.veil)
}

// candidate costs a product in a slot; ok is false where something bars it.
func (pl *planner) candidate(g *group, s slot, p *kit.Product, area float64) (candidate, bool) {
	c := pl.c
	off, why, ok := table[s].misfit(c, p, g.like)
	if !ok {
		return candidate{}, false
	}
	use := fit.Use{Case: c, Product: p, Act: act.Apply, Kind: act.Detail(p.Kind), How: pl.how(p, face.SetOf(g.like)),
		Zone: g.like}
	k := candidate{
		product: p,
		film:    pl.film(s, p, g.like),
		bottom:  surfaceOf(p.Base),
		top:     surfaceOf(p.Base),
		why:     why,
	}
	k.cost = figure.LayerCost + off + figure.DislikedCost*float64(p.CountCarried(c.Client.Dislikes))
	for _, o := range use.Fits() {
		if o.Bars {
			return candidate{}, false
		}
		switch {
		case o.Rule == rules.SPFLow:
			k.cost += figure.LowFactor
		case o.Severity == rules.Caution:
			k.cost += figure.CautionCost
		}
	}
	grams := kit.Grams(k.film, area)
	k.cost += p.PriceOf(grams)
	if p.Short(grams) || pl.scarce[p.ID] {
		k.cost += figure.CautionCost
	}
	k.residue = c.OnSkin(g.like, k.film) * p.Kind.Of().Stays
	k.set = int(p.Kind.Of().SetS)
	switch {
	case p.Kind.SpotBalm():
		k.top = bare
	case p.Kind == kit.FaceOil && p.Base == kit.BaseOil:
		k.top = thinOil
	}
	return k, true
}

// veiled adds, for each mattifying primer, the thin hydrating veil of the method over it.
func (pl *planner) veiled(g *group, list []candidate, area float64) []candidate {
	for i := range list {
		if list[i].product.Kind != kit.PrimerMattifying {
			continue
		}
		var best *candidate
		for j := range list {
			h := &list[j]
			if h.product.Kind == kit.PrimerHydrating && (best == nil || h.cost < best.cost) {
				best = h
			}
		}
		if best == nil {
			continue
		}
		h := best.product
		list[i].veil = h
		list[i].cost += figure.LayerCost + h.PriceOf(kit.Grams(figure.VeilFilm, area))
		list[i].residue += figure.VeilFilm * h.Kind.Of().Stays
		list[i].top = surfaceOf(h.Base)
	}
	return list
}

// byMethod narrows a slot to what the house method wants there.
func (pl *planner) byMethod(g *group, s slot, list []candidate) []candidate {
	c := pl.c
	withSPF := c.Daylight && (c.Method.Is(method.SPFLayer, method.MoisturiserWithSPF) ||
		c.Method.Is(method.OilyMoisture, method.SPFCounts) && c.Skin[g.like].Oil >= figure.OilyFrom)
	if !withSPF || s != sunscreen && s != moisturiser {
		return list
	}
	if !pl.sound(g, kit.MoisturiserSPF) {
		return list
	}
	if s == moisturiser {
		return nil
	}
	return slices.DeleteFunc(list, func(k candidate) bool { return k.product.Kind != kit.MoisturiserSPF })
}

// sound reports whether the kit has a product of a kind that may be the sunscreen of a group without a caution: a
// method asks for no less.
func (pl *planner) sound(g *group, kind kit.Kind) bool {
	for i := range pl.c.Kit {
		p := &pl.c.Kit[i]
		if p.Kind != kind {
			continue
		}
		if k, ok := pl.candidate(g, sunscreen, p, 1); ok && k.cost < figure.CautionCost {
			return true
		}
	}
	return false
}

// nothing is the empty candidate of a slot. A slot that may not be empty may be where nothing suits at all.
func (pl *planner) nothing(g *group, s slot, others []candidate) candidate {
	none := candidate{order: math.MaxInt32, cost: table[s].empty(pl.c, g.like)}
	if none.cost == figure.Forbidden && len(others) == 0 {
		none.cost = 0
	}
	if s == sunscreen && g.like.Class() == face.Eye && !pl.screenEyes && pl.betterOnFace(others) {
		none.cost = min(none.cost, figure.EyeUnscreened)
	}
	return none
}

// betterOnFace reports whether every sunscreen that may go near the eyes raises a caution while one that may not is
// free of any: then the face gets the latter, and the eye zones are left to glasses and shade.
func (pl *planner) betterOnFace(nearEyes []candidate) bool {
	if slices.ContainsFunc(nearEyes, func(k candidate) bool { return k.cost < figure.CautionCost }) {
		return false
	}
	cheeks := &group{like: face.Cheeks, zones: face.SetOf(face.Cheeks)}
	for i := range pl.c.Kit {
		p := &pl.c.Kit[i]
		if p.EyeSafe || !slices.Contains(table[sunscreen].kinds, p.Kind) {
			continue
		}
		if k, ok := pl.candidate(cheeks, sunscreen, p, 1); ok && k.cost < figure.CautionCost {
			return true
		}
	}
	return false
}

// solve finds the cheapest path over the slots of a group: label-setting shortest path with the load as a resource. A
// path falls when another with the same topmost base costs no more and weighs no more. banned is one candidate of one
// slot that may not be taken, slot slots for none. Cost: slots × candidates × paths, the paths being few.
func (pl *planner) solve(g *group, r restrict, bannedSlot slot, banned int) (path, bool) {
	paths, from := pl.firstPaths(g, bannedSlot)
	next := pl.spare[:0]
	tolls := pl.tolls[:0]
	for n, s := range pl.order[from:] {
		if pl.keepStages && bannedSlot == slots {
			pl.stages[g] = append(pl.stages[g][:n:n], slices.Clone(paths))
		}
		next = next[:0]
		cands, quickest := g.cands[s], r.quickest(s, g.cands[s])
		drop := r.drop[s] && len(cands) > 1
		tolls = tolls[:0]
		for i := range cands {
			tolls = append(tolls, pl.tollOf(g, &cands[i]))
		}
		for l := range paths {
			for i := range cands {
				k := &cands[i]
				if s == bannedSlot && i == banned || k.product != nil && (drop || k.set > quickest) ||
					math.IsInf(tolls[i], 1) {
					continue
				}
				on := paths[l]
				on.picks[s] = int16(i)
				on.take(k, s == oil && pl.mixed)
				on.cost, on.toll = on.cost+tolls[i], on.toll+tolls[i]
				next = keep(next, on, g.limit-g.rest[s])
			}
		}
		paths, next = next, paths
	}
	pl.paths, pl.spare, pl.tolls = paths, next, tolls
	return pl.best(g, paths)
}

// best is the cheapest of whole paths.
func (pl *planner) best(g *group, paths []path) (best path, found bool) {
	for _, l := range paths {
		l.cost += pl.ending(g, l)
		if !found || better(&l, &best) {
			best, found = l, true
		}
	}
	return best, found
}

// firstPaths is where a search begins: at the first slot, or, up to a banned slot, where the unbanned search stood,
// since nothing differs before it.
func (pl *planner) firstPaths(g *group, bannedSlot slot) (paths []path, from int) {
	paths = pl.paths[:0]
	if bannedSlot < slots && pl.stages[g] != nil {
		from = slices.Index(pl.order, bannedSlot)
		return append(paths, pl.stages[g][from]...), from
	}
	return append(paths, path{picks: noPicks, residue: pl.stays(g.like) + pl.begun.over(g.like)}), 0
}

// quickest is the longest that a product in a slot may take to set: no bound where none is that quick.
func (r *restrict) quickest(s slot, cands []candidate) int {
	quick := func(k candidate) bool { return k.sound() && k.set <= r.quickly }
	if s == moisturiser && r.quickly > 0 && slices.ContainsFunc(cands, quick) {
		return r.quickly
	}
	return math.MaxInt
}

// sound reports whether a candidate is a product that brings no caution.
func (k *candidate) sound() bool { return k.product != nil && k.cost < figure.CautionCost }

// take lays a candidate on the path. What is mixed into another layer does not lie on what is below.
func (l *path) take(k *candidate, mixed bool) {
	l.cost += k.cost
	if k.product == nil {
		return
	}
	l.residue += k.residue
	if mixed {
		return
	}
	if l.top != bare {
		over := laying[k.bottom][l.top]
		l.cost += over
		if over >= figure.BeadsFrom && k.top != bare && l.top != thinOil {
			l.cost += figure.CautionCost
		}
	}
	if k.top != bare {
		l.top = k.top
	}
}

// ending is what the whole stack costs once it is laid: load over the limit, and the foundation over the topmost film.
func (pl *planner) ending(g *group, l path) float64 {
	var cost float64
	if over := l.residue - g.limit; over > figure.Same {
		cost += figure.LoadCost*over + figure.CautionCost
	}
	if g.base != bare && l.top != bare {
		under := laying[g.base][l.top]
		cost += under
		if under >= figure.MismatchFrom {
			cost += figure.CautionCost
		}
	}
	return cost
}

// surface is the base of a film as a small number, for the search.
type surface uint8

// bare is no film; the others are the bases of the kit in their order, and a thin face oil last, which costs what oil
// costs but does not count as beading.
const bare surface = 0

var thinOil = surface(len(kit.Bases))

func surfaceOf(b kit.Base) surface { return surface(slices.Index(kit.Bases, b)) }

// laying is kit.OverWhat by number.
var laying = func() (table [8][8]float64) {
	for i, row := range kit.Bases {
		for j, column := range kit.Bases {
			table[i][j] = kit.OverWhat(row, column)
		}
		table[i][thinOil] = kit.OverWhat(row, kit.BaseOil)
	}
	return table
}()

// better orders paths by cost; ties fall by the order of the kit.
func better(a, b *path) bool {
	if d := a.cost - b.cost; math.Abs(d) > figure.Same {
		return d < 0
	}
	return slices.Compare(a.picks[:], b.picks[:]) < 0
}

// keep adds a path unless one dominates it, and drops those it dominates. A path up to free cannot come over the
// load limit any more, whatever follows, so that its load no longer counts against it.
func keep(list []path, n path, free float64) []path {
	weight := func(l *path) float64 {
		if l.residue <= free {
			return 0
		}
		return l.residue
	}
	w := weight(&n)
	for i := range list {
		l := &list[i]
		if l.top == n.top && l.cost <= n.cost+figure.Same && weight(l) <= w+figure.SameExactly &&
			(l.cost < n.cost-figure.Same || slices.Compare(l.picks[:], n.picks[:]) <= 0) {
			return list
		}
	}
	out := list[:0]
	for i := range list {
		l := list[i]
		if l.top == n.top && n.cost <= l.cost+figure.Same && w <= weight(&l)+figure.SameExactly &&
			(n.cost < l.cost-figure.Same || slices.Compare(n.picks[:], l.picks[:]) <= 0) {
			continue
		}
		out = append(out, l)
	}
	return append(out, n)
}
