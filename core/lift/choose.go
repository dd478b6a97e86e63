package lift

import (
	"cmp"
	"math"
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

// pass is one pass of a remover on a group.
type pass struct {
	remover int
	way     way
	along   bool    // goes with the pass of the same remover over the face
	contact float64 // of one that is held; of one that is massaged, once it is known what is left by then
	rubs    float64 // seconds that it rubs the zone
}

// sequence is the passes of one group, what they cost and what they leave.
type sequence struct {
	passes []pass
	set    uint64 // removers used
	rubbed doses  // by passes over the face
	along  doses  // and by those that only go with one
	cost   float64
	pads   int
	faces  int     // of mitts
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
	held     bool      // removers are held there, never rubbed
	piece    bool      // something is glued on there
	glitters bool      // removers are held there until the glitter is off
	sparkle  []int     // the binders that hold glitter
	rides    bool      // it may go with the pass over the face
	allowed  []int
	cautions []float64 // cost of the cautions each allowed remover brings
	uneasy   []bool    // whether a condition's caution is among them
	lifts    []bool    // whether it may come before glitter is off
	weight   float64   // share of the minutes and grams of a pass over the face
	grams    float64   // of a pass over the zone by itself
	delicacy float64
	bears    float64 // seconds
	film     float64 // of removers, before the first pass ahead
	had      int     // passes before it
	washed   bool    // by one of them
}

// chooser holds what the search asks again and again.
type chooser struct {
	c        *sitting.Case
	skin     *skin
	removers []*kit.Product
	rank     []int // place in the kit of each
	oily     []bool
	groups   []*group
	pads     int     // how many there are, -1 for enough
	faces    int     // clean faces of mitts, -1 for enough
	cloths   int     // how many cloths there are, -1 for enough
	wanted   bool    // a second cleanse always
	refused  bool    // never
	one      bool    // one product for both cleanses
	better   bool    // the better one second
	checks   bool    // a pad of micellar water last, as finisher and check
	others   uint64  // removers of a kind of which the studio has its own choice, and which are not it
	beard    bool    // a full one
	riding   float64 // how much dearer the others may get where the face makes none of the passes they could go with
	wish     doses   // passes of the face that others could go along with
	quick    bool    // a cloth rather than emulsifying, in a hurry
	begun    *resumption

	scarceOnes map[string]bool // removers of which all passes together would take more than there is
	mittless   bool            // the house's habit of the mitt would take more of them than there are

	thinned bool // removers were left out for one of their kind
	missed  bool // a group misses its target
}

// choice is what of the kit may be chosen: one in place of its rivals, or only one at all; nil for the whole kit.
type choice struct {
	one, only *kit.Product
	begun     *resumption // of a removal that is under way
}

// newChooser keeps one remover of those that are alike.
func newChooser(c *sitting.Case, on *[face.N]Loads, loosened float64, one *kit.Product) *chooser {
	return chooserOf(c, on, loosened, 1, choice{one: one})
}

// chooserOf keeps so many removers of those that are alike: a second one may be used where the first has been used as
// often as a zone may bear of one product.
func chooserOf(c *sitting.Case, on *[face.N]Loads, loosened float64, alike int, of choice) *chooser {
	ch := &chooser{
		c:       c,
		skin:    skinOf(c),
		pads:    counted(c, kit.CottonPad),
		cloths:  counted(c, kit.Cloth),
		wanted:  c.Method.Is(method.SecondCleanse, method.Always),
		refused: c.Method.Is(method.SecondCleanse, method.Never),
		one:     c.Method.Is(method.CleanserSpend, method.Same),
		better:  c.Method.Is(method.CleanserSpend, method.BestSecond),
		checks:  c.Method.Is(method.CheckWithMicellar, method.Yes),
		beard:   fullBeard(c),
		begun:   of.begun,
	}
	if ch.faces = counted(c, kit.Mitt); ch.faces > 0 {
		ch.faces *= figure.FacesPerMitt
	}
	for i := range c.Kit {
		if p := &c.Kit[i]; of.only == nil || of.only.ID == p.ID {
			ch.offer(p, of.one)
		}
	}
	place := map[*kit.Product]int{}
	for i, p := range ch.removers {
		place[p] = i
	}
	// Oily ones first: what takes off their film comes after them. The better of two balms is the second.
	slices.SortStableFunc(ch.removers, func(a, b *kit.Product) int {
		byPrice := 0
		if ch.better && turnOf(a.Kind) == turnFilm {
			byPrice = cmp.Compare(a.PriceOf(1), b.PriceOf(1))
		}
		return cmp.Or(int(ch.turn(a.Kind)-ch.turn(b.Kind)), byPrice)
	})
	ch.group(on, loosened)
	if ch.wanted && ch.better {
		alike = max(alike, figure.AlikeKept)
	}
	ch.thin(alike)
	for i, p := range ch.removers {
		ch.oily, ch.rank = append(ch.oily, films(p.Kind)), append(ch.rank, place[p])
		if !p.House && slices.ContainsFunc(ch.removers, func(o *kit.Product) bool {
			return o.House &&
				o.Kind == p.Kind
		}) {
			ch.others |= 1 << i
		}
	}
	return ch
}

// counted is how many of a sundry prep leaves, -1 where the kit does not count them.
func counted(c *sitting.Case, kind kit.Kind) int {
	n := -1
	for i := range c.Kit {
		if p := &c.Kit[i]; p.Kind == kind && p.Count != nil {
			n = max(n, 0) + fit.Stock(c, p)
		}
	}
	if n < 0 {
		return n
	}
	return max(0, n-c.UsedUp[kind])
}

// offer takes a product of the kit among the removers; where one is named, its rivals are left out.
func (ch *chooser) offer(p, one *kit.Product) {
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

// turn is when a remover has its turn: effects adhesives first, then what leaves a film of itself, then what takes
// that off.
type turn int

const (
	turnEffects turn = iota
	turnFilm
	turnWater // wipe, water
	turnMicellar
	turnWash
	turnCheck // micellar water where the house finishes with it
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

// effectsRemover reports whether a kind is for effects adhesives.
func effectsRemover(k kit.Kind) bool { return turnOf(k) == turnEffects }

// turn is when a remover has its turn in this house.
func (ch *chooser) turn(k kit.Kind) turn {
	if k == kit.Micellar && ch.checks {
		return turnCheck
	}
	return turnOf(k)
}

// group gathers zones that are alike: those of the face first, since others may go with its passes.
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
			return !held(z) && !held(o.like) && o.alike(g)
		}); i >= 0 {
			ch.groups[i].zones |= g.zones
			ch.groups[i].weight += g.weight
			ch.groups[i].delicacy = max(ch.groups[i].delicacy, g.delicacy)
			continue
		}
		ch.groups = append(ch.groups, g)
	}
	slices.SortStableFunc(ch.groups, func(a, b *group) int { return cmp.Compare(a.turn(), b.turn()) })
}

// turn is when a group is chosen for.
func (g *group) turn() int {
	if g.held || g.rides {
		return 1
	}
	return 0
}

// carries reports whether others may go with the passes over the group: those of the face.
func (g *group) carries() bool { return g.turn() == 0 && g.like.OnFace() }

// groupOf is one zone as a group; skin is the area of all that is passed over together.
func (ch *chooser) groupOf(z face.Zone, on Loads, skin, loosened float64) *group {
	g := &group{zones: face.SetOf(z), like: z, on: on, binders: on.binders(), strip: -1, held: pressed(ch.c, z),
		sparkle: sparkleAmong(on.binders(), sparkle(ch.c, z)),
		weight:  ch.c.Area[z] / skin, delicacy: ch.skin.delicacy[z], bears: ch.skin.bears[z],
		piece: ch.c.Pieces().Has(z)}
	g.rides = (z == face.UnderEyes || held(z) && on.alone() && !(near(z) && ch.c.Extended())) && !glitter(ch.c, z) &&
		!fit.Still(ch.c).Has(z)
	g.glitters = glitter(ch.c, z) && !held(z) && !fit.Still(ch.c).Has(z)
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
	case face.Brows, face.Lips, face.UnderEyes:
		g.grams = figure.SpotGrams
	}
	ch.begun.begins(g)
	ch.allow(g)
	return g
}

// alike reports whether two zones are one group; neck, ears and body are wiped in one go.
func (g *group) alike(o *group) bool {
	return g.piece == o.piece && g.glitters == o.glitters && g.held == o.held && g.rides == o.rides &&
		slices.Equal(g.binders, o.binders) &&
		slices.Equal(g.allowed, o.allowed) && slices.Equal(g.cautions, o.cautions) &&
		(math.Abs(g.delicacy-o.delicacy) < figure.Same || !g.like.OnFace() && !o.like.OnFace()) &&
		math.Abs(g.bears-o.bears) < figure.Same && g.standsAs(o) &&
		g.on.massage(kit.Balm) == o.on.massage(kit.Balm) &&
		!(g.held && slices.ContainsFunc(g.binders,
			func(b look.Binder) bool { return level(g.on[b]) != level(o.on[b]) }))
}

// standsAs reports whether as much is left on two zones by now, after as many passes, and glitter is held alike.
func (g *group) standsAs(o *group) bool {
	return slices.Equal(g.sparkle, o.sparkle) && slices.Equal(g.start, o.start) && g.film == o.film &&
		g.had == o.had && g.washed == o.washed
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
// house method for eyes. Glitter is pressed off with balm before anything else; where there is none, with whatever a
// pad holds.
func (ch *chooser) allow(g *group) {
	for i, p := range ch.removers {
		cost, uneasy, may := ch.may(p, g.like, g.on)
		if !may {
			continue
		}
		if !ch.bySideOfMethod(p, g.like) {
			cost += figure.AgainstMethod
		}
		g.allowed = append(g.allowed, i)
		g.cautions = append(g.cautions, cost)
		g.uneasy = append(g.uneasy, uneasy)
		g.lifts = append(g.lifts, liftsGlitter(p) || effectsRemover(p.Kind))
	}
	if !slices.ContainsFunc(g.allowed, func(r int) bool { return liftsGlitter(ch.removers[r]) }) {
		g.lifts = slices.Repeat([]bool{true}, len(g.allowed))
	}
	if g.piece && !slices.ContainsFunc(g.allowed, func(r int) bool { return effectsRemover(ch.removers[r].Kind) }) {
		g.allowed, g.cautions, g.uneasy, g.lifts = nil, nil, nil, nil // nothing loosens it, so nothing may rub there
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

// may reports whether a remover may be used on a zone, the cost of the cautions it brings, and whether one of them is
// a condition's.
func (ch *chooser) may(p *kit.Product, z face.Zone, on Loads) (caution float64, uneasy, may bool) {
	c := ch.c
	if !ch.hasPlace(p, z, on) {
		return 0, false, false
	}
	for _, o := range objections(c, p, z, c.Client.Has(face.LensesStay)) {
		if o.Bars {
			return 0, false, false
		}
		if o.Severity == rules.Caution {
			caution += figure.CautionCost
			uneasy = uneasy || o.Rule != rules.LensIn // with lenses that stay in, every remover is a caution
		}
	}
	if z == face.Eyelids && p.Oily() && keptSingles(c) {
		caution += figure.CautionCost // oil-on-reused-lashes: they come off with the makeup, not before it
	}
	if p.Kind == kit.PlantOil != c.Method.Is(method.FirstCleanseOn, method.WarmDamp) && films(p.Kind) &&
		p.Kind.Worked() {
		caution += figure.WrongSkin
	}
	return caution, uneasy, true
}

// hasPlace reports whether method, makeup and zone leave a place for a remover at all.
func (ch *chooser) hasPlace(p *kit.Product, z face.Zone, on Loads) bool {
	c := ch.c
	if is, asked := places[p.Kind]; asked {
		return is(c, z, on)
	}
	if effectsRemover(p.Kind) {
		return slices.ContainsFunc(on.binders(), effects) && (z.Class() != face.Eye || p.EyeSafe)
	}
	if still(c, z) || z == face.Eyelids && c.Extended() {
		return !p.Kind.Worked()
	}
	return held(z) || ch.cloths != 0 || emulsifies(p.Kind) || !films(p.Kind) // else nothing would take it up
}

// places is where removers have a place that have not one everywhere.
var places = map[kit.Kind]func(c *sitting.Case, z face.Zone, on Loads) bool{
	kit.WaterMitt: func(c *sitting.Case, z face.Zone, on Loads) bool {
		return (byMitt(c) || z == face.Eyelids && onlyWater(on)) && !still(c, z) && !glitter(c, z)
	},
	kit.Wipe: func(c *sitting.Case, z face.Zone, _ Loads) bool {
		return c.Method.Is(method.Wipes, method.TravelOnly) && !still(c, z) && !glitter(c, z)
	},
	kit.LashCleanser: func(c *sitting.Case, z face.Zone, _ Loads) bool { return z == face.Eyelids && c.Extended() },
}

// byMitt reports whether the house takes makeup off with water and a mitt.
func byMitt(c *sitting.Case) bool {
	return c.Method.Is(method.RemovalTool, method.Mitt) || c.Method.Is(method.FirstRemover, method.Mitt)
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

// glitterOn reports whether glitter is on any of some zones.
func glitterOn(c *sitting.Case, zones face.Set) bool {
	return slices.ContainsFunc(zones.List(), func(z face.Zone) bool { return glitter(c, z) })
}

func glitter(c *sitting.Case, z face.Zone) bool { return len(sparkle(c, z)) > 0 }

// sparkle is the binders that hold glitter on a zone.
func sparkle(c *sitting.Case, z face.Zone) (list []look.Binder) {
	for i := range c.Items {
		if it := &c.Items[i]; named(it.Item, "glitter") && it.Zone.Zones.Has(z) {
			list = append(list, it.Binder)
		}
	}
	return list
}

// sparkleAmong is the places of some binders among all.
func sparkleAmong(all, some []look.Binder) (at []int) {
	for i, b := range all {
		if slices.Contains(some, b) {
			at = append(at, i)
		}
	}
	return at
}

// liftsGlitter reports whether a remover presses glitter off: balm or oil on a pad.
func liftsGlitter(p *kit.Product) bool { return films(p.Kind) && p.Kind.Worked() }

// glittering reports whether glitter is on where so much is left of each binder.
func (g *group) glittering(left []float64) bool {
	return slices.ContainsFunc(g.sparkle, func(i int) bool { return left[i] > Target(g.like)+figure.Same })
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

// options lists the ways a remover may make one pass on a group: held for a time, worked or wiped, or going with the
// pass over the face.
func (ch *chooser) options(g *group, i int) []pass {
	p := ch.removers[i]
	var list []pass
	switch w := wayOf(p.Kind, g.held); w {
	case wayHeld:
		if !ch.holds(g, p.Kind) {
			break
		}
		longest := g.on.longest()
		for _, m := range holds {
			list = append(list, pass{remover: i, way: wayHeld, contact: grip(longest * m)})
		}
	default:
		list = append(list, pass{remover: i, way: w})
	}
	if g.glitters && turnOf(p.Kind) == turnWash {
		list = append(list, pass{remover: i, way: wayWorked})
	}
	if ch.mayRide(g, p) {
		k := pass{remover: i, way: wayOf(p.Kind, false), along: true}
		if k.way != wayWorked || !films(p.Kind) {
			return append(list, k)
		}
		for i := range lengths { // a later dose is never the longer one
			k.contact = lengths[len(lengths)-1-i]
			list = append(list, k)
		}
	}
	return list
}

// mayRide reports whether a group may go along with the passes of a remover over the face: not with its pads beside
// extended lashes.
func (ch *chooser) mayRide(g *group, p *kit.Product) bool {
	wiped := wayOf(p.Kind, false) == wayWiped
	return g.rides && turnOf(p.Kind) != turnEffects && p.Kind != kit.Biphase &&
		!(wiped && near(g.like) && ch.c.Extended())
}

// holds reports whether a kind of remover is held on a group: lather is never held on skin, nor cream beside extended
// lashes.
func (ch *chooser) holds(g *group, k kit.Kind) bool {
	return k != kit.GelCleanser && k != kit.FoamCleanser && !(k == kit.CreamCleanser && near(g.like) && ch.c.Extended())
}

// timed is a pass where so much is left of the worst binder: its seconds, and how many of them rub.
func (ch *chooser) timed(g *group, k pass, worst float64) pass {
	if k.way == wayHeld {
		return k
	}
	kind := ch.removers[k.remover].Kind
	k.rubs = float64(figure.WipedS)
	if k.way == wayWorked {
		k.contact = max(k.contact, g.on.dose(kind, worst))
		k.rubs = k.contact
	}
	if k.along && near(g.like) {
		k.rubs *= figure.NearTimes
	}
	return k
}

// fits reports whether a pass may follow some: every dose of a remover goes along with the face's, or none; and one
// that does, which lasts as long as the face's, is no shorter than the group needs.
func (ch *chooser) fits(g *group, passes []pass, k pass, left []float64) bool {
	for i := range passes {
		if passes[i].remover == k.remover && passes[i].along != k.along {
			return false
		}
	}
	if g.glittering(left) && (g.glitters && k.way != wayHeld || !g.lifts[slices.Index(g.allowed, k.remover)]) {
		return false // not before the glitter is off
	}
	return !k.along || k.contact == 0 ||
		k.contact >= g.on.dose(ch.removers[k.remover].Kind, g.worst(left))-figure.Same
}

// films reports whether a remover leaves a film of itself.
func (ch *chooser) films(remover int) bool { return films(ch.removers[remover].Kind) }

// glued reports whether a piece has not let go of the skin: until it has, nothing but what loosens it may work there.
func (g *group) glued(left []float64) bool {
	if !g.piece {
		return false
	}
	most := 0.0
	for i, b := range g.binders {
		if effects(b) {
			most = max(most, left[i])
		}
	}
	return most == 0 || most > figure.LashHalf
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
