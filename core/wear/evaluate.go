package wear

import (
	"slices"
	"strconv"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// done is one step of a touch-up as it is understood.
type done struct {
	*TouchStep
	p     *kit.Product
	zones face.Set
	film  float64
}

// event is one touch-up as it is understood.
type event struct {
	up    *TouchUp
	at    time.Time
	steps []done
	lays  []laid
	blots face.Set

	shines face.Set // what shines as it begins
}

// evaluation is the state of the day over time, which the rules read.
type evaluation struct {
	*course
	res      *Result
	prep     *stack.Result
	forms    *chooser // of what would mend a broken clock
	first    screen
	onTime   screen // of the first coat, what has set by base
	late     []coat // and what sets later
	covered  face.Set
	patted   face.Set         // where hands only pat
	atBase   [face.N]standing // how zones stand with their labels then
	sheens   []sheen
	events   []event // in order of time
	used     map[string]float64
	sheets   map[string]int
	dose     float64
	breaches []breach // of label clocks
}

// evaluate reckons films, dose, shine, bag and findings of touch-ups. O(pieces × zones × films).
func evaluate(c *sitting.Case, prep *stack.Result, course *course, ups []TouchUp, planned bool) Result {
	e := &evaluation{
		course: course,
		res:    &Result{Findings: []rules.Finding{}},
		prep:   prep,
		first:  firstCoat(c, &prep.Layers),
		sheens: sheens(c, &prep.Layers, prep.Steps),
		used:   map[string]float64{},
		sheets: map[string]int{},
	}
	w := &e.res.Wear
	e.covered, e.atBase, e.patted = covered(c, &e.first), e.firstStandings(), fit.Patted(c)
	e.onTime, e.late = laidLate(c, &prep.Layers, e.first)
	w.Dose, w.BudgetSED, w.Shine, w.TouchUps, w.Bag = prep.Dose, doc.Num(Budget(c)), shine(c, e.sheens), ups,
		[]BagItem{}
	if w.TouchUps == nil {
		w.TouchUps = []TouchUp{}
	}
	for i := range w.TouchUps {
		e.understand(&w.TouchUps[i], i)
	}
	slices.SortStableFunc(e.events, func(a, b event) int { return a.at.Compare(b.at) })
	r := e.reckon(e.onTime, e.covered, e.coats(), true)
	e.dose, w.Curve, w.DoseSED = r.dose, r.curve, doc.Num(r.dose)
	for i, v := range e.events {
		v.up.SPF = doc.Num(r.after[len(e.late)+i])
	}
	e.honest(&r)
	e.worstOfBody()
	e.bag()
	e.shine()
	e.clocks()
	e.res.Layers = atLift(c, &prep.Layers, &r.screen, e.events)
	for _, rule := range dayRules {
		rule(e)
	}
	for i := range e.events {
		for _, rule := range touchUpRules {
			rule(e, &e.events[i])
		}
	}
	if !planned {
		e.needless()
	}
	e.reasons()
	e.res.Findings = rules.Sort(e.res.Findings)
	w.Card = card(c, w)
	return *e.res
}

// coats is what is laid after base: the rest of the first coat, and what the touch-ups do to films.
func (e *evaluation) coats() []coat {
	list := slices.Clone(e.late)
	for _, v := range e.events {
		list = append(list, coat{v.at, v.blots, v.lays})
	}
	return list
}

// shine notes what shines as each touch-up begins, and for how long any zone shows.
func (e *evaluation) shine() { e.res.Wear.ShownMin = doc.Num(e.shownBut(-1)) }

// shownBut is for how long any zone shows where one touch-up blots and powders nothing, -1 for none.
func (e *evaluation) shownBut(out int) float64 {
	oil := tend(mattered(e.c, e.sheens), e.c.BaseAt, e.c.WearUntil)
	for i := range e.events {
		v := &e.events[i]
		shines, blots := oil.until(v.at), v.blots
		if i == out {
			blots = 0
		} else if out < 0 {
			v.shines = shines
		}
		var powder face.Set
		for k := range v.steps {
			if d := &v.steps[k]; d.Act == act.Apply && d.p != nil && d.p.Kind == kit.Powder {
				powder |= d.zones
			}
		}
		if i == out {
			powder = 0
		}
		oil.blot(blots, powder)
	}
	oil.until(e.c.Until)
	return oil.shown
}

// zonesOf reads zone ids, "face" being the ten face zones. Unknown words are kept out when a plan is read.
func zonesOf(words []string) (zones face.Set, whole bool) {
	for _, w := range words {
		if w == "face" {
			zones, whole = zones|face.Face, true
			continue
		}
		var z face.Zone
		if z.UnmarshalText([]byte(w)) == nil {
			zones |= face.SetOf(z)
		}
	}
	return zones, whole
}

// understand reads one touch-up: on which zones each step has its place, what it lays and takes.
func (e *evaluation) understand(u *TouchUp, n int) {
	u.complete(n)
	v := event{up: u}
	v.at, _ = u.At.In(e.c.Loc)
	var added [face.N]float64
	var unlaid stack.Layer
	alone := screen{}
	for i := range u.Steps {
		d := e.placed(u, &u.Steps[i])
		switch {
		case d.Act == act.Blot:
			v.blots |= d.zones
		case d.renews():
			e.amount(&d)
			v.lays = append(v.lays, laid{d.p, d.film, d.zones})
			for _, z := range d.zones.List() {
				added[z] += d.film
				alone[z] = append(alone[z], newFilm(&unlaid, d.film, d.p.SPF, 0))
			}
		case d.Act == act.Apply && d.p != nil:
			d.film = d.p.Kind.Of().Film
			if d.p.Kind != kit.Powder {
				d.film *= figure.MoistenShare
			}
			d.Grams = doc.Num(e.grams(d.film, d.zones))
		}
		if d.Say = e.word(&d, &v); i == 0 && d.Say != "" && e.dripping(v.at) {
			d.Say = e.c.Say(say.PatDryFirst) + " " + d.Say
		}
		e.stock(&d, v.at)
		v.steps = append(v.steps, d)
	}
	e.unpressed(u, &v)
	u.Film, u.Alone = e.adds(&added, &alone)
	e.events = append(e.events, v)
}

// unpressed says where a touch-up is done without pressing, at the last step that would, and at its last coat what of
// the covered skin gets none since nothing may press there.
func (e *evaluation) unpressed(u *TouchUp, v *event) {
	lightly, at := face.Set(0), -1
	for i := range v.steps {
		d := &v.steps[i]
		if on := d.zones & e.patted; on != 0 && d.byPressing() && e.verb(d) == say.PressVerb {
			lightly, at = lightly|on, i
		}
	}
	if at >= 0 {
		u.Steps[at].Say += " " + e.c.Say(say.LightlyThere, "zones", e.c.Names(lightly))
	}
	left, last := e.covered&soft(e.c), -1
	for i := range v.steps {
		if v.steps[i].renews() {
			left, last = left&^v.steps[i].zones, i
		}
	}
	if last >= 0 && left != 0 {
		u.Steps[last].Say += " " + e.c.Say(say.NotPressedThere, "zones", e.c.Names(left))
	}
}

// dripping reports whether skin is wet at a moment: in water until then.
func (e *evaluation) dripping(at time.Time) bool {
	s := e.during(at.Add(-time.Minute))
	return s != nil && (s.Place == day.InWater || s.Activity == day.Swim)
}

// complete fills the parts of the n-th touch-up that JSON must never leave out.
func (u *TouchUp) complete(n int) {
	if u.Zones == nil {
		u.Zones = []string{}
	}
	if u.Steps == nil {
		u.Steps = []TouchStep{}
	}
	if u.Because == nil {
		u.Because = []rules.ID{}
	}
	if u.ID == "" {
		u.ID = "t" + strconv.Itoa(n+1)
	}
	for i := range u.Steps {
		if u.Steps[i].ID == "" {
			u.Steps[i].ID = u.ID + "." + strconv.Itoa(i+1)
		}
	}
}

// placed finds the product and the zones of a step. Said of the whole face, it keeps to where it has a place.
func (e *evaluation) placed(u *TouchUp, s *TouchStep) done {
	d := done{TouchStep: s, p: e.c.Product(s.Product)}
	list := s.Zones
	if len(list) == 0 {
		list = u.Zones
	}
	zones, whole := zonesOf(list)
	if whole {
		zones = zones&^face.Face | zones&face.Face&place(e.c, e.covered, s.Act, d.p)
	}
	d.zones = zones
	return d
}

// place is where on a face a step has its place when it is said of the whole face.
func place(c *sitting.Case, covered face.Set, what act.Act, p *kit.Product) face.Set {
	switch {
	case what == act.Reapply:
		zones := covered
		for _, z := range face.NearEyes.List() {
			if p != nil && !stack.Admits(c, p, z) {
				zones &^= face.SetOf(z)
			}
		}
		return zones
	case what == act.Blot:
		return blotted
	case p != nil && (!p.EyeSafe || p.Kind == kit.Powder && c.Client.Mature):
		return face.BaseArea &^ face.SetOf(face.UnderEyes)
	}
	return face.BaseArea
}

// blotted is what is blotted when a face is: not the thin skin under the eyes.
const blotted = face.BaseArea &^ (1 << face.UnderEyes)

// amount makes coats, film and grams of a reapplication agree: coats count, or grams where no coats are named.
func (e *evaluation) amount(d *done) {
	area := e.spreads(d.p, d.zones)
	if d.Coats > 0 || d.Grams <= 0 {
		d.film, d.Coats = delivers(d.p, d.Coats)
	} else {
		most := mostOf(d.p)
		d.film = min(kit.Film(float64(d.Grams), area), most)
	}
	d.Grams = doc.Num(kit.Grams(d.film, area))
}

// spreads is the area that a coat is measured for: what is worked through a beard is half as much again, as in prep.
func (e *evaluation) spreads(p *kit.Product, zones face.Set) (area float64) {
	for _, z := range zones.List() {
		if workedIn(e.c, p).Has(z) {
			area += e.c.Area[z] * figure.BeardDose
		} else {
			area += e.c.Area[z]
		}
	}
	return area
}

// workedIn is the beard, for a sunscreen that does not go on over makeup.
func workedIn(c *sitting.Case, p *kit.Product) face.Set {
	if _, over := forms[p.Kind]; over {
		return 0
	}
	return c.Bearded()
}

func (e *evaluation) grams(film float64, zones face.Set) float64 {
	var g float64
	for _, z := range zones.List() {
		g += kit.Grams(film, e.c.Area[z])
	}
	return g
}

// adds is the film that a touch-up adds through makeup, or elsewhere where it leaves the face alone, and what that
// film would give by itself.
func (e *evaluation) adds(added *[face.N]float64, alone *screen) (film, spf doc.Num) {
	var on face.Set
	for z := range face.N {
		if added[z] > 0 {
			on |= face.SetOf(z)
		}
	}
	if on&face.Face != 0 {
		on &= face.Face
	}
	if on == 0 {
		return 0, 1
	}
	mean, factor := alone.over(e.c, on)
	return doc.Num(mean), doc.Num(factor)
}

// leaves is what leaves the pack so that so much lands.
func (e *evaluation) leaves(p *kit.Product, grams float64, at time.Time) float64 {
	if p.Kind != kit.SPFMist {
		return grams
	}
	if sprayed(e.c) && e.windy(at) {
		return grams / figure.MistInWind
	}
	return grams / figure.MistLands
}

func (e *evaluation) stock(d *done, at time.Time) {
	if d.p == nil {
		return
	}
	if d.p.Kind.Of().Group == kit.Sundries || d.p.Kind == kit.BlottingPaper {
		n := 1
		if d.Act == act.Blot {
			n = figure.SheetsPerFace
		}
		e.sheets[d.p.ID] += n
		return
	}
	e.used[d.p.ID] += e.leaves(d.p, float64(d.Grams), at)
	if needsSponge(e.c, d.p) && d.Act == act.Reapply {
		if sp := e.sundry(kit.Sponge); sp != nil {
			e.sheets[sp.ID] = 1
		}
	}
}

func needsSponge(c *sitting.Case, p *kit.Product) bool {
	return p.Kind == kit.SPFFluid || p.Kind == kit.SPFMist && !sprayed(c)
}

func (w *course) sundry(kinds ...kit.Kind) *kit.Product {
	for _, k := range kinds {
		for i := range w.c.Kit {
			if p := &w.c.Kit[i]; p.Kind == k && !p.Empty() && fit.Bears(w.c, p) {
				return p
			}
		}
	}
	return nil
}

func (e *evaluation) bag() {
	for i := range e.c.Kit {
		p := &e.c.Kit[i]
		if g, n := e.used[p.ID], e.sheets[p.ID]; g > 0 || n > 0 {
			e.res.Wear.Bag = append(e.res.Wear.Bag, BagItem{p.ID, doc.Num(g), n})
		}
	}
}

// worstOfBody names the zone of the body that most reaches.
func (e *evaluation) worstOfBody() {
	from := e.res.Wear.Dose.Body
	bare := e.c.Bare() &^ e.c.Barred().All()
	if from == nil && bare == 0 {
		return
	}
	b := stack.Body{Zones: []stack.BodyDose{}}
	if from != nil {
		b = *from
	}
	b.Worst, b.WorstSED = "", 0
	for _, z := range bare.List() {
		sed := e.reckon(e.onTime, face.SetOf(z), e.coats(), false).dose
		if b.Worst == "" || sed > float64(b.WorstSED)+figure.Same {
			b.Worst, b.WorstSED = z.String(), doc.Num(sed)
		}
	}
	e.res.Wear.Dose.Body = &b
}

// honest gathers the numbers to say aloud.
func (e *evaluation) honest(r *reckoned) {
	h := &e.res.Wear.Honest
	var label float64
	for z := range e.first {
		for _, f := range e.first[z] {
			label = max(label, f.spf)
		}
	}
	h.Label = doc.Num(label)
	_, base := e.first.over(e.c, e.covered)
	h.AtBase, h.Least = doc.Num(base), 0
	var bareDose float64
	for k := range e.pieces {
		for _, p := range e.pieces[k] {
			bareDose += p.rate * p.minutes / 60
		}
		if pt := r.curve[k]; len(e.pieces[k]) > 0 && e.pieces[k][0].outdoor && (h.Least == 0 || pt.SPF < h.Least) {
			h.Least, h.LeastAt = pt.SPF, pt.At
		}
	}
	h.Unscreen = doc.Num(bareDose)
}
