package wear

import (
	"math"
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/num"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Point is one moment of the wear: the open-sky UV index, where the client is, the mean film over the covered zones,
// the factor it really gives, and the reddening dose so far in SED.
type Point struct {
	At      day.Local `json:"at"`
	UVI     doc.Num   `json:"uvi"`
	Place   day.Where `json:"place"`
	Film    doc.Num   `json:"film_mg_cm2"`
	SPF     doc.Num   `json:"spf_effective"`
	DoseSED doc.Num   `json:"dose_sed"`
}

// Shine is when a zone would first show if nobody tended it.
type Shine struct {
	Zone face.Zone `json:"zone"`
	At   day.Local `json:"at"`
}

// TouchStep is one short step of a touch-up. Grams is what lands; Zones is empty where it is the touch-up's own.
type TouchStep struct {
	ID      string   `json:"id,omitempty" len:"0..50"`
	Act     act.Act  `json:"act" need:"yes"`
	Product string   `json:"product,omitempty" len:"0..80"`
	Coats   int      `json:"coats,omitempty" in:"0..20"`
	Grams   doc.Num  `json:"grams,omitempty" in:"0..1000"`
	Zones   []string `json:"zones,omitempty" len:"0..24"`
	How     act.How  `json:"how,omitempty" len:"0..60"`
	Say     string   `json:"say,omitempty" len:"0..1000"`
}

// TouchUp is one interruption of the wear. Film is what it adds through makeup, SPF the factor of all covered zones
// just after it, Alone what the film it adds would give by itself.
type TouchUp struct {
	ID      string      `json:"id,omitempty" len:"0..40"`
	At      day.Local   `json:"at" need:"yes"`
	Zones   []string    `json:"zones" len:"0..24"`
	Steps   []TouchStep `json:"steps" len:"0..20"`
	Film    doc.Num     `json:"film_mg_cm2" in:"0..100"`
	SPF     doc.Num     `json:"spf_effective" in:"0..1000"`
	Alone   doc.Num     `json:"spf_alone" in:"0..1000"`
	Because []rules.ID  `json:"because" len:"0..40"`
}

// BagItem is something to take along: grams as they leave the pack, or pieces.
type BagItem struct {
	Product string  `json:"product"`
	Grams   doc.Num `json:"grams"`
	Count   int     `json:"count"`
}

// Honest is the numbers to say aloud: what the label says, what the first coat gives at base, and the least that the
// client stands outdoors with.
type Honest struct {
	Label    doc.Num   `json:"label"`
	AtBase   doc.Num   `json:"at_base"`
	Least    doc.Num   `json:"least"`
	LeastAt  day.Local `json:"least_at,omitzero"`
	Unscreen doc.Num   `json:"unscreened_sed"` // what would reach bare skin that day
}

// Wear is the wear part of a plan.
type Wear struct {
	Dose      stack.Dose `json:"dose"`
	Curve     []Point    `json:"curve"`
	DoseSED   doc.Num    `json:"dose_sed"`
	BudgetSED doc.Num    `json:"budget_sed"`
	Honest    Honest     `json:"honest"`
	LateMin   doc.Num    `json:"late_min" doc:"minutes under a broken label clock"`
	ShownMin  doc.Num    `json:"shown_min" doc:"zone-minutes of shine showing before wear ends"`
	Gap       doc.Num    `json:"gap" doc:"interruptions a better plan might save; 0.5: kinder ones; 0: proven"`
	Shine     []Shine    `json:"shine"`
	TouchUps  []TouchUp  `json:"touch_ups"`
	Bag       []BagItem  `json:"bag"`
	Card      []string   `json:"card"` // the touch-ups in the client's words
}

// Empty is a wear that has not been planned, with the dose that prep laid.
func Empty(d stack.Dose) Wear {
	return Wear{
		Dose:     d,
		Curve:    []Point{},
		Shine:    []Shine{},
		TouchUps: []TouchUp{},
		Bag:      []BagItem{},
		Card:     []string{},
	}
}

// Result is the wear and what lies on the skin at its end.
type Result struct {
	Wear     Wear
	Layers   stack.Layers // every layer, films thinned and topped up, as at removal
	Findings []rules.Finding
}

// Plan finds the touch-ups of a day and evaluates them. Prep is the evaluated prep that goes before.
func Plan(c *sitting.Case, prep *stack.Result) Result { return plan(c, prep, nil) }

// plan is Plan for a day that is under way, or nil.
func plan(c *sitting.Case, prep *stack.Result, b *Begun) Result {
	scarce := map[string]bool{}
	for {
		res := planned(c, prep, scarce, b)
		if !runsShort(c, prep, &res, scarce) || len(scarce) > figure.MostScarce {
			return res
		}
	}
}

// runsShort marks the products of which prep leaves less than the touch-ups take, and reports whether it found new
// ones.
func runsShort(c *sitting.Case, prep *stack.Result, res *Result, scarce map[string]bool) (found bool) {
	for _, b := range res.Wear.Bag {
		p := c.Product(b.Product)
		if p != nil && !scarce[p.ID] && p.Short(float64(b.Grams)+usedBefore(prep, p)) {
			scarce[p.ID], found = true, true
		}
	}
	return found
}

// usedBefore is what prep takes of a product.
func usedBefore(prep *stack.Result, p *kit.Product) (grams float64) {
	for i := range prep.Steps {
		if prep.Steps[i].Product == p.ID {
			grams += float64(prep.Steps[i].Grams)
		}
	}
	return grams
}

// planned is one plan, with products that would run out passed over while another is free of cautions.
func planned(c *sitting.Case, prep *stack.Result, scarce map[string]bool, b *Begun) Result {
	p := newPlanner(c, prep, b)
	defer p.done()
	p.scarce = scarce
	res := p.spared(prep, p.touchUps())
	if q := p.powder(); q != nil &&
		slices.ContainsFunc(
			res.Wear.Bag,
			func(b BagItem) bool { return b.Product == q.ID && q.Short(float64(b.Grams)) },
		) {
		p.unpowdered = true // the rest of a powder would not last: blotting has to do
		res = p.spared(prep, p.touchUps())
	}
	if b != nil && len(b.Done) > 0 { // what was done is searched on from as if its blots had been those of a plan
		p.gap = max(p.gap, figure.HalfGap)
	}
	res.Wear.Gap = doc.Num(p.gap)
	return res
}

// spared is touch-ups evaluated, without the coats and blots that a search which had to stop did not see to be
// needless.
func (p *planner) spared(prep *stack.Result, ups []TouchUp) Result {
	for {
		res := evaluate(p.c, prep, p.course, slices.Clone(ups), p.gap == 0)
		var idle []rules.Finding
		res.Findings = slices.DeleteFunc(res.Findings, func(f rules.Finding) bool {
			if f.Rule == rules.Needless && !p.begun.done(f.Step) {
				idle = append(idle, f)
			}
			return f.Rule == rules.Needless
		})
		if len(idle) == 0 {
			return res
		}
		i := slices.IndexFunc(ups, func(u TouchUp) bool { return u.ID == idle[0].Step })
		coat := len(idle[0].Zones) == 0
		u := ups[i]
		u.Steps = slices.DeleteFunc(slices.Clone(u.Steps),
			func(s TouchStep) bool { return (s.Act == act.Reapply) == coat })
		var zones face.Set
		for _, s := range u.Steps {
			on, _ := zonesOf(s.Zones)
			zones |= on
		}
		u.Zones = p.names(zones, face.BaseArea)
		if ups = slices.Clone(ups); len(u.Steps) == 0 {
			ups = slices.Delete(ups, i, i+1)
		} else {
			ups[i] = u
		}
	}
}

// Check evaluates touch-ups as they stand: their moments, products and coats are kept, films, grams, factors, dose and
// findings computed anew.
func Check(c *sitting.Case, prep *stack.Result, ups []TouchUp) Result {
	var cuts []time.Time
	for _, u := range ups {
		at, _ := u.At.In(c.Loc)
		cuts = append(cuts, at)
	}
	w := newCourse(c, cuts...)
	defer w.done()
	return evaluate(c, prep, w, ups, false)
}

// Usual is a touch-up as the planner would write it for a moment: blot, renew the sunscreen by day, powder.
func Usual(c *sitting.Case, prep *stack.Result, at day.Local) TouchUp {
	p := newPlanner(c, prep, nil)
	defer p.done()
	p.choose()
	moment, _ := at.In(c.Loc)
	oil := tend(p.tendable(), p.c.BaseAt, p.c.WearUntil)
	oil.until(moment)
	e := stop{at: moment, coat: p.renews(moment) && !p.lastSun.IsZero()}
	e.blot, e.powder = oil.needs(p.c.WearUntil, p.powdered(), p.c.Look.Finish == look.Matte)
	up := p.write(e, "")
	up.At = at
	return up
}

type planner struct {
	scarce map[string]bool // products that run out
	*course
	c       *sitting.Case
	first   screen
	covered face.Set
	wide    face.Set // and the body's zones
	sheens  []sheen
	form    chooser
	body    *form
	soft    face.Set  // where nothing may be pressed
	coats   [2][]laid // what a coat lays, and that in wind

	unpowdered bool // no powder is carried
	gap        float64
	joined     bool   // more groups or classes than a trail holds were taken together
	begun      *Begun // of a day that is under way
}

func newPlanner(c *sitting.Case, prep *stack.Result, b *Begun) *planner {
	p := &planner{
		c:      c,
		begun:  b,
		course: newCourse(c, b.moments(c)...),
		first:  firstCoat(c, &prep.Layers),
		sheens: sheens(c, &prep.Layers, prep.Steps),
	}
	p.covered, p.wide = covered(c, &p.first), wide(c, &p.first)
	return p
}

// choose settles what renews the face, and what neck, ears and chest.
func (p *planner) choose() {
	wet := p.wetMinutes() > figure.WetLong
	p.form = chooser{p.c, p.covered, wet, p.scarce, map[bool]*form{}}
	p.soft = soft(p.c)
	p.body = p.form.ordinary(&p.first, p.wide&^face.Face|p.covered&unmasked(p.c))
	p.coats = [2][]laid{p.laysIn(false), p.laysIn(true)}
}

// powders are the zones powdered after a blot: matte looks, and oily zones of all but dewy ones; never under mature
// eyes.
func powders(c *sitting.Case) face.Set {
	if bare(c) || c.Look.Finish == look.Dewy {
		return 0
	}
	var zones face.Set
	for _, z := range face.BaseArea.List() {
		if z.Class() != face.Eye &&
			(c.Look.Finish == look.Matte || c.Skin[z].Oil >= figure.OilyFrom && c.Skin[z].Water >= figure.MoistFrom) {
			zones |= face.SetOf(z)
		}
	}
	return zones & pressable(c) &^ unmasked(c)
}

func (p *planner) powder() *kit.Product {
	for i := range p.c.Kit {
		q := &p.c.Kit[i]
		if q.Kind != kit.Powder || q.Empty() || p.unpowdered {
			continue
		}
		if zones, cost := screenable(p.c, q, face.BaseArea&^p.c.Unlayered()); zones != 0 && cost == 0 {
			return q
		}
	}
	return nil
}

// stop is one interruption: a coat, a blot alone, or the midday reset.
type stop struct {
	at           time.Time
	coat, reset  bool
	blot, powder face.Set
}

// touchUps searches for coats and blots together, and writes each out in steps.
func (p *planner) touchUps() []TouchUp {
	p.choose()
	s := p.search()
	list, gap := s.plan()
	desks.Put(s.desk)
	if p.gap = gap; p.joined {
		p.gap = max(gap, figure.HalfGap)
	}
	var stops []stop
	coats := p.coatsDone()
	for _, h := range list {
		stops = append(stops, stop{at: p.grid[h.node], coat: h.coat})
		if h.coat {
			coats = append(coats, p.grid[h.node])
		}
	}
	p.tend(stops)
	stops = slices.DeleteFunc(stops, func(e stop) bool { return !e.coat && e.blot == 0 }) // the reset alone
	stops = p.reset(stops)
	p.tend(stops)
	ups, ids := make([]TouchUp, len(stops)), p.ids(len(stops))
	for i, e := range stops {
		ups[i] = p.write(e, ids[i])
	}
	p.explain(ups, coats)
	if p.begun != nil {
		return append(slices.Clone(p.begun.Done), ups...)
	}
	return ups
}

// tend settles what is blotted and powdered at each stop.
func (p *planner) tend(stops []stop) {
	oil := p.soFar()
	for i := range stops {
		e, next := &stops[i], p.c.WearUntil
		if i+1 < len(stops) {
			next = stops[i+1].at
		}
		oil.until(e.at)
		e.blot, e.powder = oil.needs(next, p.powdered(), e.coat && p.c.Look.Finish == look.Matte)
		oil.blot(e.blot, e.powder)
	}
}

// tendable is the zones that may be blotted: that wear a base today, where a sheet may be pressed on.
func (p *planner) tendable() []sheen {
	may := pressable(p.c) &^ p.c.Unmade() &^ unmasked(p.c)
	if p.c.BareFaced() {
		may = 0
	}
	return slices.DeleteFunc(slices.Clone(p.sheens), func(s sheen) bool { return !may.Has(s.zone) })
}

// powdered is the zones that are powdered where a blot alone does not last.
func (p *planner) powdered() face.Set {
	q := p.powder()
	if q == nil {
		return 0
	}
	on, _ := screenable(p.c, q, powders(p.c))
	return on
}

// search lays out the search of this day.
func (p *planner) search() *search {
	s := &search{course: p.course, desk: desks.Get().(*desk), budget: Budget(p.c), open: make([]bool, len(p.grid)),
		matte: p.c.Look.Finish == look.Matte, first: p.firstStanding()}
	s.classes, s.groups, p.joined = p.fitting()
	s.blots = len(s.classes) > 0
	coats := !p.lastSun.IsZero()
	for i, windy := range []bool{false, true} {
		s.formWet[i] = p.coatLabel(windy)
	}
	for k, t := range p.grid {
		s.open[k] = coats && k > 0 && t.Before(p.c.Until) && p.renews(t)
	}
	var early, resets []window
	if first := p.c.FirstSun; coats && !p.wary() && p.c.Method.Is(method.SecondCoat, method.Early) && !first.IsZero() &&
		!p.lastSun.Before(first.Add(figure.EarlyUntil)) { // a shorter outing is nearly over by then
		early = append(early, window{first.Add(figure.EarlyFrom), first.Add(figure.EarlyUntil)})
	}
	if p.long() && s.blots {
		half := p.halfTime()
		resets = append(resets, window{half.Add(-figure.ResetWithin), half.Add(figure.ResetWithin)})
	}
	if p.begun != nil { // what is over can be missed no more
		over := func(w window) bool { return w.to.Before(p.begun.Now) }
		early, resets = slices.DeleteFunc(early, over), slices.DeleteFunc(resets, over)
	}
	s.begin = p.begin(s)
	s.prepare(early, resets)
	s.root = s.start()
	if p.begun != nil {
		s.resume(p.pins(s))
	}
	return s
}

// fitting is the classes of oil and groups of films of the face as a trail can hold them, and whether any had to be
// taken together.
func (p *planner) fitting() (oils []class, films []group, joined bool) {
	oils, joined = fewer(p.classes())
	films, more := fitted(p.groups(oils))
	return oils, films, joined || more
}

// classes gathers the zones that may be blotted by how they make oil.
func (p *planner) classes() (list []class) {
	powdered := p.powdered()
	for _, z := range tend(p.tendable(), p.c.BaseAt, p.c.WearUntil).list() {
		k := class{rate: z.rate, free: z.free, powders: powdered.Has(z.zone)}
		i := slices.IndexFunc(list, func(o class) bool {
			return o.rate == k.rate && o.free == k.free && o.powders == k.powders
		})
		if i < 0 {
			i, list = len(list), append(list, k)
		}
		list[i].zones++
		list[i].set |= face.SetOf(z.zone)
	}
	return list
}

// firstStanding is how the first coat stands with its labels at base.
func (p *planner) firstStanding() standing {
	st := fresh(never, p.firstLabel(), p.glass())
	st.coated = p.coated()
	for _, z := range p.clocked().List() {
		for _, f := range p.first[z] {
			at, _ := f.layer.SetAt.In(p.c.Loc)
			if d := at.Sub(p.c.BaseAt); st.laid == never || d < st.laid {
				st.laid = d
			}
		}
	}
	return st
}

// halfTime is the middle of the wear.
func (p *planner) halfTime() time.Time { return p.c.BaseAt.Add(p.c.WearUntil.Sub(p.c.BaseAt) / 2) }

// long reports whether the house resets wears as long as this one at half time.
func (p *planner) long() bool {
	return p.c.Method.Is(method.TouchReset, method.Midday) && p.c.WearUntil.Sub(p.c.BaseAt) >= figure.LongWear
}

// reset makes the interruption nearest to half time the reset of a long wear, a coat before a blot; where there is
// none near, the kindest moment is one more.
func (p *planner) reset(stops []stop) []stop {
	byTime := func(a, b stop) int { return a.at.Compare(b.at) }
	slices.SortFunc(stops, byTime)
	if !p.long() || p.begun != nil && p.begun.Now.After(p.halfTime()) {
		return stops
	}
	half := p.halfTime()
	near, best := -1, figure.ResetWithin+time.Second
	for i, e := range stops {
		if d := e.at.Sub(half).Abs(); d < best && (e.coat || near < 0 || !stops[near].coat) {
			near, best = i, d
		}
	}
	if near >= 0 {
		stops[near].reset = true
	} else if at, found := p.kindest(half); found {
		stops = append(stops, stop{at: at, reset: true})
	}
	slices.SortFunc(stops, byTime)
	return stops
}

// wary reports whether coats raise a caution, so that only those are laid which the labels or the budget ask for.
func (p *planner) wary() bool {
	for _, windy := range []bool{false, true} {
		if f := p.form.face(windy); f != nil && f.wary {
			return true
		}
	}
	return p.body != nil && p.body.wary
}

// kindest is the moment nearest to half time, the kindest within twenty minutes of it.
func (p *planner) kindest(half time.Time) (best time.Time, found bool) {
	least := math.Inf(1)
	for _, t := range p.grid[1:] {
		d := t.Sub(half).Abs()
		over := p.begun != nil && t.Before(p.begun.Now)
		if d > figure.ResetWithin || over || p.keptFree(t) || !t.Before(p.c.WearUntil) {
			continue
		}
		if cost := float64(p.unkind(t))*figure.KindestStep + d.Minutes(); cost < least {
			best, least, found = t, cost, true
		}
	}
	return best, found
}

func (p *planner) coated() bool {
	return slices.ContainsFunc(p.first[:], func(fs []film) bool { return len(fs) > 0 })
}

// clocked is the zones that keep a label clock: covered ones of head, neck and chest, but for those round the eyes.
func clocked(covered face.Set) (zones face.Set) {
	for _, z := range covered.List() {
		if z.Class() != face.Eye {
			zones |= face.SetOf(z)
		}
	}
	return zones
}

// clocked is the zones that keep a label clock which a coat can begin anew.
func (p *planner) clocked() (zones face.Set) {
	for _, windy := range []bool{false, true} {
		for _, k := range p.lays(windy) {
			zones |= k.zones
		}
	}
	return zones & clocked(p.covered)
}

// glass reports whether glass runs a label clock: there is pigment on a zone that keeps one.
func (p *planner) glass() bool { return p.clocked()&p.c.Marked(face.Pigment) != 0 }

// firstLabel is what the labels of the first coat say of water.
func (p *planner) firstLabel() (l label) {
	for _, z := range p.clocked().List() {
		for _, f := range p.first[z] {
			l.with(resistances[f.resists])
		}
	}
	return l
}

// coatLabel is what the labels of a coat in that air say of water.
func (p *planner) coatLabel(windy bool) (l label) {
	for _, k := range p.lays(windy) {
		if k.zones&clocked(p.covered) != 0 {
			l.with(k.product.WaterResistantMin)
		}
	}
	return l
}

// groups gathers covered zones whose films go the same way all day, blots included.
func (p *planner) groups(classes []class) []group {
	var list []group
	var area float64
	for _, z := range p.covered.List() {
		area += p.c.Area[z]
	}
	for _, z := range p.covered.List() {
		g := group{share: p.c.Area[z] / area}
		g.class = slices.IndexFunc(classes, func(k class) bool { return k.set.Has(z) })
		for _, f := range p.first[z] {
			g.logs[f.resists] += min(f.left, figure.FullDose) / figure.FullDose * f.log
			g.cap = max(g.cap, f.log)
		}
		for i, windy := range []bool{false, true} {
			for _, l := range p.lays(windy) {
				if l.zones.Has(z) {
					r := resistance(l.product.WaterResistantMin)
					g.adds[i][r] += l.film / figure.FullDose * num.Log(l.product.SPF)
					g.capTo[i] = max(g.capTo[i], num.Log(l.product.SPF))
				}
			}
		}
		like := slices.IndexFunc(list, func(o group) bool {
			o.share = g.share
			return o == g
		})
		if like >= 0 {
			list[like].share += g.share
			continue
		}
		list = append(list, g)
	}
	return list
}

// renews reports whether a coat at a moment would lay anything.
func (p *planner) renews(at time.Time) bool { return len(p.lays(p.windy(at))) > 0 }

// lays is the films of a coat in that air.
func (p *planner) lays(windy bool) []laid {
	if windy {
		return p.coats[1]
	}
	return p.coats[0]
}

// laysIn settles the films of a coat in that air: what renews the face through its makeup, the ordinary sunscreen
// where there is none, and a mist that is laid on where nothing may be pressed.
func (p *planner) laysIn(windy bool) (list []laid) {
	rest := p.wide &^ face.Face
	if f := p.form.face(windy); f != nil {
		list = append(list, laid{f.product, f.film, f.zones})
		if p.body == nil {
			zones, _ := screenable(p.c, f.product, rest)
			list[0].zones |= zones
		} else { // a beard and skin without makeup need not be content with what goes on over makeup
			list[0].zones &^= p.body.zones & unmasked(p.c)
		}
	}
	reached := func() (zones face.Set) {
		for _, l := range list {
			zones |= l.zones
		}
		return zones
	}
	if p.body != nil {
		list = with(list, laid{p.body.product, p.body.film, p.body.zones & (rest | unmasked(p.c)) &^ reached()})
	}
	if left := p.covered & face.BaseArea & p.soft &^ reached(); left != 0 {
		if m := p.form.laidOn(windy, left); m != nil {
			list = with(list, laid{m.product, m.film, m.zones})
		}
	}
	return list
}

// with is films with one more, together with that of the same product.
func with(list []laid, l laid) []laid {
	i := slices.IndexFunc(list, func(o laid) bool { return o.product == l.product && o.film == l.film })
	switch {
	case l.zones == 0:
		return list
	case i < 0:
		return append(list, l)
	}
	list[i].zones |= l.zones
	return list
}
