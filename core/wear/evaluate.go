package wear

import (
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
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/sun"
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
}

// wear is one evaluation as it goes on.
type evaluation struct {
	*course
	res     *Result
	prep    *stack.Result
	first   screen
	covered face.Set
	sheens  []sheen
	events  []event // in order of time
	used    map[string]float64
	sheets  map[string]int
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
	e.covered = covered(c, &e.first)
	w.Dose, w.BudgetSED, w.Shine, w.TouchUps, w.Bag = prep.Dose, doc.Num(Budget(c)), shine(c, e.sheens), ups,
		[]BagItem{}
	if w.TouchUps == nil {
		w.TouchUps = []TouchUp{}
	}
	for i := range w.TouchUps {
		e.understand(&w.TouchUps[i], i)
	}
	slices.SortStableFunc(e.events, func(a, b event) int { return a.at.Compare(b.at) })
	coats := make([]coat, len(e.events))
	for i, v := range e.events {
		coats[i] = coat{v.at, v.blots, v.lays}
	}
	r := e.reckon(e.first, e.covered, coats, true)
	w.Curve, w.DoseSED = r.curve, doc.Num(r.dose)
	for i, v := range e.events {
		v.up.SPF = doc.Num(r.after[i])
	}
	e.honest(&r)
	e.bag()
	e.res.Layers = atLift(c, &prep.Layers, &r.screen, e.events)
	e.labels()
	e.budget(&r, coats)
	e.each()
	e.behindGlass()
	e.res.Findings = rules.Sort(e.res.Findings)
	w.Card = card(c, w)
	return *e.res
}

func (e *evaluation) find(rule rules.ID, step string, zones face.Set, message say.ID, slots ...any) *rules.Finding {
	e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rule, rules.Wear, step, zones.List(), message,
		slots...))
	return &e.res.Findings[len(e.res.Findings)-1]
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

func (e *evaluation) understand(u *TouchUp, n int) {
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
	v := event{up: u}
	v.at, _ = u.At.In(e.c.Loc)
	var added [face.N]float64
	alone := screen{}
	for i := range u.Steps {
		s := &u.Steps[i]
		d := done{TouchStep: s, p: e.c.Product(s.Product)}
		list := s.Zones
		if len(list) == 0 {
			list = u.Zones
		}
		zones, whole := zonesOf(list)
		if whole { // said of the whole face, a step keeps to where it has a place
			zones = zones&^face.Face | zones&face.Face&place(e.c, e.covered, s.Act, d.p)
		}
		d.zones = zones
		switch {
		case s.Act == act.Blot:
			v.blots |= zones
		case s.Act == act.Reapply && d.p != nil:
			e.coats(&d)
			v.lays = append(v.lays, laid{d.p, d.film, zones})
			for _, z := range zones.List() {
				added[z] += d.film
				alone[z] = append(alone[z], newFilm(stack.Layer{}, d.film, d.p.SPF, 0))
			}
		case s.Act == act.Apply && d.p != nil:
			d.film = d.p.Kind.Of().Film
			if d.p.Kind != kit.Powder {
				d.film *= figure.MoistenShare
			}
			s.Grams = doc.Num(e.grams(d.film, zones))
		}
		s.Say = e.word(&d, v.at, len(v.lays) > 0)
		e.stock(&d, v.at)
		v.steps = append(v.steps, d)
	}
	u.Film, u.Alone = e.adds(&added, &alone)
	e.events = append(e.events, v)
}

// place is where on a face a step has its place when it is said of the whole face.
func place(c *sitting.Case, covered face.Set, what act.Act, p *kit.Product) face.Set {
	switch {
	case what == act.Reapply:
		zones := covered
		for _, z := range []face.Zone{face.Eyelids, face.UnderEyes} {
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

// coats makes coats, film and grams of a reapplication agree: coats count, or grams where no coats are named.
func (e *evaluation) coats(d *done) {
	var area float64
	for _, z := range d.zones.List() {
		area += e.c.Area[z]
	}
	if d.Coats > 0 || d.Grams <= 0 {
		d.film, d.Coats = delivers(d.p, d.Coats)
	} else {
		most := mostOf(d.p)
		d.film = min(kit.Film(float64(d.Grams), area), most)
	}
	d.Grams = doc.Num(kit.Grams(d.film, area))
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
			if p := &w.c.Kit[i]; p.Kind == k && !p.Empty() {
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
		before := 0.0
		for _, s := range e.prep.Steps {
			if s.Product == p.ID {
				before += float64(s.Grams)
			}
		}
		if e.used[p.ID] > 0 && p.Short(before+e.used[p.ID]) && !p.Short(before) {
			e.find(rules.RunsOut, "", 0, say.PrepAndTouchUps, "needs", doc.Round(before+e.used[p.ID]), "product",
				p.Name, "has", doc.Round(*p.RemainingG))
		}
		if n := e.sheets[p.ID]; p.Count != nil && n > *p.Count {
			e.find(rules.RunsOut, "", 0, say.TouchUpsNeed, "needs", n, "product", p.Name, "has", *p.Count)
		}
	}
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

// clock is how one zone stands with its label.
type clock struct {
	coated        bool
	outdoors, wet float64
	limit         int
	due           time.Time // a coat is due at once since then
	dueRule       rules.ID
	told          map[rules.ID]bool
}

// breach is one break of a label clock: which rule, since when, and until when nothing mended it.
type breach struct {
	rule  rules.ID
	since time.Time
}

// firstLimit is whether a zone has a first coat, and the minutes of water that its label names.
func (e *evaluation) firstLimit(z face.Zone) (coated bool, limit int) {
	for _, f := range e.first[z] {
		coated, limit = true, max(limit, resistances[f.resists])
	}
	return coated, limit
}

// clocked gathers the zones whose label clocks run alike: the same first coat, and renewed by the same films. Zones
// round the eyes keep none.
func (e *evaluation) clocked() (groups []face.Set) {
	same := func(a, b face.Zone) bool {
		ca, la := e.firstLimit(a)
		if cb, lb := e.firstLimit(b); ca != cb || la != lb {
			return false
		}
		for i := range e.events {
			for _, l := range e.events[i].lays {
				if l.zones.Has(a) != l.zones.Has(b) {
					return false
				}
			}
		}
		return true
	}
	for _, z := range e.covered.List() {
		if z.Class() == face.Eye {
			continue
		}
		if i := slices.IndexFunc(groups, func(g face.Set) bool { return same(g.First(), z) }); i >= 0 {
			groups[i] |= face.SetOf(z)
			continue
		}
		groups = append(groups, face.SetOf(z))
	}
	return groups
}

// labels walks the day by every zone's clock and reports each break once.
func (e *evaluation) labels() {
	towels, ends := e.dues()
	met := map[breach]face.Set{}
	var order []breach
	tell := func(k *clock, zones face.Set, rule rules.ID, since time.Time) {
		if k.told[rule] {
			return
		}
		k.told[rule] = true
		b := breach{rule, since}
		if met[b] == 0 {
			order = append(order, b)
		}
		met[b] |= zones
	}
	for _, zones := range e.clocked() {
		z := zones.First()
		k := clock{told: map[rules.ID]bool{}}
		k.coated, k.limit = e.firstLimit(z)
		next := 0
		at := func(t time.Time, also bool) {
			for ; next < len(e.events) && (e.events[next].at.Before(t) || also && e.events[next].at.Equal(t)); next++ {
				for _, l := range e.events[next].lays {
					if l.zones.Has(z) {
						k = clock{coated: true, limit: l.product.WaterResistantMin, told: map[rules.ID]bool{}}
					}
				}
			}
		}
		for _, ps := range e.pieces {
			for i := range ps {
				p := &ps[i]
				at(p.from, false)
				for _, t := range towels {
					if t.Equal(p.from) && k.coated {
						k.due, k.dueRule = t, rules.ReapplyAfterTowel
					}
				}
				for _, t := range ends {
					if t.Equal(p.from) && k.coated && k.limit == 0 && k.due.IsZero() {
						k.due, k.dueRule = t, rules.ReapplyAfterWater
					}
				}
				at(p.from, true)
				if !k.coated {
					continue
				}
				if p.outdoor {
					if over := k.outdoors + p.minutes - figure.TwoHours.Minutes(); over > figure.SameMinutes {
						tell(&k, zones, rules.ReapplyTwoHours,
							p.from.Add(time.Duration((p.minutes-over)*float64(time.Minute))))
					}
					k.outdoors += p.minutes
				}
				if p.wet && k.limit > 0 {
					if over := k.wet + p.minutes - float64(k.limit); over > figure.SameMinutes {
						tell(&k, zones, rules.ReapplyAfterWater,
							p.from.Add(time.Duration((p.minutes-over)*float64(time.Minute))))
					}
					k.wet += p.minutes
				}
				if end := p.from.Add(time.Duration(p.minutes * float64(time.Minute))); !k.due.IsZero() &&
					end.Sub(k.due) >= figure.Grid &&
					end.Before(e.c.Until) &&
					!e.mended(z, k.due, end) {
					tell(&k, zones, k.dueRule, k.due)
				}
			}
		}
	}
	for _, b := range order {
		zones, at := met[b], day.Wall(b.since.In(e.c.Loc)).Clock()
		var f *rules.Finding
		switch b.rule {
		case rules.ReapplyTwoHours:
			f = e.find(b.rule, "", zones, say.CoatOld, "time", at, "zones", e.c.Names(zones))
		case rules.ReapplyAfterWater:
			f = e.find(b.rule, "", zones, say.WetTooLong, "time", at, "zones", e.c.Names(zones))
		default:
			f = e.find(b.rule, "", zones, say.TowelledAt, "time", at, "zones", e.c.Names(zones))
		}
		*f = f.Do(e.mend(b))
	}
}

// mended reports whether a coat reaches the zone from a moment on within the next five minutes.
func (e *evaluation) mended(z face.Zone, from, to time.Time) bool {
	return slices.ContainsFunc(e.events, func(v event) bool {
		return !v.at.Before(from) && v.at.Sub(from) < figure.Grid && !v.at.After(to) &&
			slices.ContainsFunc(v.lays, func(l laid) bool { return l.zones.Has(z) })
	})
}

// mend says what would mend a broken label clock.
func (e *evaluation) mend(b breach) string {
	ch := chooser{e.c, e.covered, e.wetMinutes() > figure.WetLong, map[bool]*form{}}
	f := ch.face(e.windy(b.since))
	at := day.Wall(b.since.In(e.c.Loc)).Clock()
	if f == nil {
		return e.c.Say(say.NothingRenews)
	}
	if s := e.during(b.since); s != nil && s.KeepFree {
		return e.c.Say(say.BeforeKeptFree, "product", f.product.Name, "time", s.From.Clock())
	}
	return e.c.Say(say.CoatBy, "product", f.product.Name, "time", at)
}

// budget warns where more than the budget reaches the skin, and says what shade or another hour would make of it.
func (e *evaluation) budget(r *reckoned, coats []coat) {
	budget := Budget(e.c)
	if r.dose <= budget+figure.Same {
		return
	}
	f := e.find(rules.DoseOverBudget, "", e.covered, say.DoseOver, "dose", r.dose, "budget", budget)
	worst, most := -1, 0.0
	for i, s := range e.stretches {
		var sum float64
		for _, ps := range e.pieces {
			for _, p := range ps {
				if !p.from.Before(s.from) && p.from.Before(s.to) {
					sum += p.rate * p.minutes
				}
			}
		}
		if sum > most && s.seg.Place != day.InShade {
			worst, most = i, sum
		}
	}
	if worst < 0 {
		return
	}
	s := e.stretches[worst]
	shade := e.otherwise(worst, day.InShade, coats)
	indoors := e.otherwise(worst, day.Indoors, coats)
	*f = f.Do(e.c.Say(say.ShadeWould, "from", s.seg.From.Clock(), "to", s.seg.To.Clock(), "shade", shade, "indoors",
		indoors))
}

// otherwise is the dose with one segment spent elsewhere.
func (e *evaluation) otherwise(n int, place day.Where, coats []coat) float64 {
	other := *e.course
	seg := *other.stretches[n].seg
	seg.Place = place
	other.stretches = slices.Clone(other.stretches)
	other.stretches[n].seg = &seg
	other.pieces = make([][]piece, len(e.pieces))
	for k, ps := range e.pieces {
		other.pieces[k] = ps
		if len(ps) == 0 || !ps[len(ps)-1].from.Before(e.stretches[n].to) ||
			ps[0].from.Add(figure.Grid).Before(e.stretches[n].from) {
			continue
		}
		other.pieces[k] = slices.Clone(ps)
		for i, p := range ps {
			other.pieces[k][i] = other.piece(p.from, p.from.Add(time.Duration(p.minutes*float64(time.Minute))))
		}
	}
	return (&other).reckon(e.first, e.covered, coats, false).dose
}

func (e *evaluation) behindGlass() {
	var minutes float64
	for _, ps := range e.pieces {
		for _, p := range ps {
			if s := e.during(p.from); s != nil && s.Place == day.BehindGlass && sun.Up(p.from, e.c.Day.Place) {
				minutes += p.minutes
			}
		}
	}
	if minutes >= figure.GlassLong.Minutes() {
		e.find(rules.GlassUVA, "", 0, say.BehindGlass, "minutes", stack.Minutes(e.c.Words, int(math.Round(minutes*60))))
	}
}
