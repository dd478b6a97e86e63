package stack

import (
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// Result is what an evaluation of prep steps gives.
type Result struct {
	Steps    []Step // with set times, grams, units and hand measures made anew
	Layers   Layers
	StartsAt time.Time
	ReadyAt  time.Time
	SlackS   int
	Findings []rules.Finding
	Dose     Dose
}

// evaluation is the state of prep over time, which the rules read: every step with what was so when it began, and what
// lies on the skin at the end.
type evaluation struct {
	c        *sitting.Case
	res      *Result
	moments  []moment // in order of their starts, then as listed
	spatula  bool
	touched  bool
	cleansed face.Set
	watered  face.Set // rinsed with water for want of a cleanser
	balmed   face.Set
	unrinsed [face.N]*moment   // step that left something which has to be rinsed off
	held     [face.N]time.Time // until when something is held there
	coats    [face.N][]coat
	used     map[string]float64
}

// moment is one step and what was so when it began.
type moment struct {
	*Step
	p           *kit.Product
	zones       face.Set
	start, done time.Time
	washed      bool // hands are washed
	lensesIn    bool
	first       bool     // the first to touch the client
	under       *Layers  // as it began, where it lays something
	lays        face.Set // zones on which it lays a film
	used        float64  // grams of the product, this step among them
	before      float64  // and without it
	overSoap    face.Set // zones on which it comes over what was to be rinsed off
	overPads    face.Set // zones on which something is still held
}

// coat is one film of sunscreen.
type coat struct {
	product *kit.Product
	film    float64
	at      time.Time
	step    string
	blended bool
}

// Prep evaluates prep steps in the order of their starts and returns clock, layers, dose and findings. The steps'
// order, starts, hands-on and contact seconds and products are kept. Where film and grams disagree film wins; a step
// with grams but no film is taken as spread evenly. First the state over time, then the table of rules that reads it.
// O(steps × zones × rules).
func Prep(c *sitting.Case, steps []Step) Result {
	res := Result{
		Steps:    slices.Clone(steps),
		StartsAt: c.ChairAt,
		ReadyAt:  c.ChairAt,
		Findings: []rules.Finding{},
	}
	e := &evaluation{c: c, res: &res, used: map[string]float64{}}
	e.sequence()
	for i := range e.moments {
		e.step(i)
	}
	e.blends()
	e.dose()
	res.SlackS = int(c.BaseAt.Sub(res.ReadyAt).Seconds())
	for i := range e.moments {
		for _, rule := range stepRules {
			rule(e, &e.moments[i])
		}
	}
	for _, rule := range sittingRules {
		rule(e)
	}
	sitting.Overrule(c.Sitting, res.Findings)
	res.Findings = rules.Sort(res.Findings)
	return res
}

// Minutes says seconds as minutes and seconds.
func Minutes(l *say.Language, s int) string {
	switch {
	case s < 60:
		return l.Say(say.Seconds, "n", s)
	case s%60 == 0:
		return l.Say(say.Minutes, "n", s/60)
	}
	return l.Say(say.MinutesAndSeconds, "minutes", s/60, "seconds", s%60)
}

// sequence puts the steps into the order of their starts.
func (e *evaluation) sequence() {
	e.moments = make([]moment, len(e.res.Steps))
	for i := range e.res.Steps {
		s := &e.res.Steps[i]
		s.Complete()
		m := moment{Step: s, p: e.c.Product(s.Product), zones: face.SetOf(s.Zones...)}
		m.start, _ = s.Start.In(e.c.Loc)
		e.moments[i] = m
		e.spatula = e.spatula || m.p != nil && m.p.Kind == kit.Spatula
	}
	slices.SortStableFunc(e.moments, func(a, b moment) int { return a.start.Compare(b.start) })
	if len(e.moments) > 0 {
		e.res.StartsAt = e.moments[0].start
		e.res.ReadyAt = e.moments[0].start // begun early, ready early
	}
}

// step lets one step happen.
func (e *evaluation) step(n int) {
	m := &e.moments[n]
	e.asBefore(m, n)
	m.done = m.start.Add(seconds(max(m.HandsS, m.ContactS)))
	e.unwashed(m)
	switch m.Act {
	case act.Apply:
		if m.p != nil {
			e.apply(m)
		}
	case act.Cleanse:
		e.cleanse(m)
	case act.Rinse, act.Wipe, act.Cloth:
		e.rinse(m)
	case act.Treat:
		for _, z := range m.zones.List() {
			if e.res.Layers[z] = nil; m.p != nil && m.p.Kind.Of().Group == kit.Rinsed && m.p.Kind != kit.LipScrub {
				e.unrinsed[z] = m
			}
		}
	}
	if m.p != nil && m.Act != act.Setup {
		m.before = e.used[m.p.ID]
		e.used[m.p.ID] += float64(m.Grams)
		m.used = e.used[m.p.ID]
	}
	if end := m.done.Add(seconds(m.SetS)); end.After(e.res.ReadyAt) && m.Act != act.Repair {
		e.res.ReadyAt = end
	}
}

// unwashed notes where a step works over what should have been rinsed off before, or what is still held there.
func (e *evaluation) unwashed(m *moment) {
	if m.Act == act.Hold {
		for _, z := range m.zones.List() {
			e.held[z] = m.done
		}
	}
	if m.Act != act.Apply && m.Act != act.Treat && m.Act != act.Cleanse {
		return
	}
	for _, z := range m.zones.List() {
		if e.held[z].After(m.start) {
			m.overPads |= face.SetOf(z)
		}
		if o := e.unrinsed[z]; o != nil && e.rinses(o) {
			m.overSoap |= face.SetOf(z)
		}
	}
}

// rinses reports whether what a step left has to be rinsed off: micellar water by method, anything else always.
func (e *evaluation) rinses(m *moment) bool {
	return m.p.Kind != kit.Micellar || e.c.Method.Is(method.MicellarRinse, method.Rinse)
}

// asBefore notes what is so as a step begins.
func (e *evaluation) asBefore(m *moment, n int) {
	lensesOut := m.Act == act.LensOut
	m.washed = m.Act == act.Hands
	if n > 0 {
		last := &e.moments[n-1]
		m.washed = m.washed || last.washed
		lensesOut = lensesOut || !last.lensesIn
	}
	m.lensesIn = e.c.Client.Has(face.LensesStay) || e.c.Client.Has(face.ContactLenses) && !lensesOut
	if m.Act == act.Apply && m.p != nil {
		under := e.res.Layers
		m.under = &under
	}
	if m.touches() && !e.touched {
		m.first, e.touched = true, true
	}
}

func seconds(s int) time.Duration { return time.Duration(s) * time.Second }

// apply lays a film on each zone of a step.
func (e *evaluation) apply(m *moment) {
	e.measure(m)
	kind := m.p.Kind.Of()
	m.SetS = SetSeconds(e.c, m.Step, m.p)
	for _, z := range m.zones.List() {
		film := float64(m.Film[z])
		if m.p.Kind.SpotBalm() {
			e.balmed |= face.SetOf(z)
		}
		if film <= 0 {
			continue
		}
		m.lays |= face.SetOf(z)
		e.lay(m, z, film, kind.Stays)
		if kind.Group == kit.Sunscreens {
			e.coats[z] = append(e.coats[z], coat{m.p, film, m.done, m.ID, m.With != ""})
		}
	}
}

// usualLayers is how many layers there is room for on a zone before more is made.
const usualLayers = 6

// lay puts one film on a zone, of which a share stays.
func (e *evaluation) lay(m *moment, z face.Zone, film, stays float64) {
	set, residue := m.done.Add(seconds(m.SetS)), e.c.OnSkin(z, film)*stays
	if e.res.Layers[z] == nil {
		e.res.Layers[z] = make([]Layer, 0, usualLayers)
	}
	e.res.Layers[z] = append(e.res.Layers[z], Layer{Product: m.p.ID, Kind: m.p.Kind, Base: m.p.Base,
		Film: doc.Num(film), Residue: doc.Num(residue), SetAt: day.Wall(set), setAt: set, step: m.ID,
		rubbed: slices.Contains(rubs, m.How)})
}

// rubs is the ways of the hands that rub one layer over another.
var rubs = []act.How{act.Smooth, act.Massaged, act.Glide}

// cleanse takes off what lay there; what is left on stays as a film.
func (e *evaluation) cleanse(m *moment) {
	e.cleansed |= m.zones
	for _, z := range m.zones.List() {
		e.res.Layers[z], e.unrinsed[z] = nil, nil
		if m.p != nil && (m.p.Kind == kit.Micellar || m.p.Kind.Worked()) {
			e.unrinsed[z] = m
		}
	}
	if m.p == nil {
		return
	}
	m.SetS = SetSeconds(e.c, m.Step, m.p)
	for _, z := range m.zones.List() {
		if film := float64(m.Film[z]); film > 0 {
			e.lay(m, z, film, m.p.Kind.Of().Stays)
		}
	}
}

// rinse takes off a micellar that was left on.
func (e *evaluation) rinse(m *moment) {
	if slices.Contains(m.Because, rules.UncoveredSkin) {
		e.watered |= m.zones
	}
	for _, z := range m.zones.List() {
		e.unrinsed[z] = nil
		if len(e.res.Layers[z]) == 1 && e.res.Layers[z][0].Kind == kit.Micellar {
			e.res.Layers[z] = nil
		}
	}
}

// measure makes film, grams, units and hand measure agree. Film wins.
func (e *evaluation) measure(m *moment) {
	for z := range m.Film {
		if !m.zones.Has(z) {
			delete(m.Film, z)
		}
	}
	if len(m.Film) == 0 && m.Grams > 0 {
		var area float64
		for _, z := range m.zones.List() {
			area += e.c.Area[z]
		}
		for _, z := range m.zones.List() {
			m.Film[z] = doc.Num(kit.Film(float64(m.Grams), area))
		}
	}
	Measure(e.c, m.Step, m.p, e.c.Grams(m.Film))
}

// Measure says grams in all three ways: grams, the product's own unit, and the hand measure. What is said is what is
// written, so that a plan read back says the same.
func Measure(c *sitting.Case, s *Step, p *kit.Product, grams float64) {
	grams = doc.Round(grams)
	s.Grams = doc.Num(grams)
	n, unit := p.Units(grams)
	s.Units, s.Unit, s.Hand = doc.Num(n), unit, kit.Hand(c.Words, grams)
	s.Amount = kit.Amount(c.Words, grams, n, unit)
}

// blends marks every coat that is mixed with another product.
func (e *evaluation) blends() {
	for i := range e.moments {
		m := &e.moments[i]
		other := e.partner(m)
		if other == nil {
			continue
		}
		for z := range e.coats {
			for k := range e.coats[z] {
				if step := e.coats[z][k].step; step == other.ID || step == m.ID {
					e.coats[z][k].blended = true
				}
			}
		}
	}
}

// partner is the step that one is blended with, where one of the two is a sunscreen; nil for none.
func (e *evaluation) partner(m *moment) *moment {
	if m.With == "" || m.Act != act.Apply || m.p == nil || m.zones == 0 {
		return nil
	}
	i := slices.IndexFunc(e.moments, func(o moment) bool { return o.ID == m.With })
	if i < 0 || e.moments[i].p == nil {
		return nil
	}
	o := &e.moments[i]
	if m.p.Kind.Of().Group != kit.Sunscreens && o.p.Kind.Of().Group != kit.Sunscreens {
		return nil
	}
	return o
}

// topmost is the layer that the next one lies on: spot balms cover spots only and do not count.
func topmost(layers []Layer) *Layer {
	for i := len(layers) - 1; i >= 0; i-- {
		if !layers[i].Kind.SpotBalm() {
			return &layers[i]
		}
	}
	return nil
}

func moistened(layers []Layer) bool {
	return holds(layers, func(l *Layer) bool { return l.Kind.Moisturiser() || l.Kind == kit.MoisturiserSPF })
}

// holds reports whether any of the layers is such.
func holds(layers []Layer, is func(l *Layer) bool) bool {
	for i := range layers {
		if is(&layers[i]) {
			return true
		}
	}
	return false
}

// DrySkin is the zones that every prepared face gets moisturiser on.
var DrySkin = face.SetOf(face.Forehead, face.Nose, face.UpperLip, face.Chin, face.Cheeks, face.Jaw)

// Admits reports whether nothing bars a product on a zone.
func Admits(c *sitting.Case, p *kit.Product, z face.Zone) bool {
	u := fit.Use{Case: c, Product: p, Act: act.Apply, Kind: act.Detail(p.Kind), How: act.Pat, Zone: z}
	return !slices.ContainsFunc(u.Fits(), func(o fit.Objection) bool { return o.Bars })
}
