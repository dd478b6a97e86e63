package lift

import (
	"cmp"
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/num"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// PadReading is what a clean white pad says of a zone.
type PadReading string

// The readings.
const (
	PadClean PadReading = "clean"
	PadTrace PadReading = "trace"
	PadHeavy PadReading = "heavy"
)

// PadReadings lists the readings.
var PadReadings = []PadReading{PadClean, PadTrace, PadHeavy}

// UnmarshalText accepts the words of PadReadings.
func (r *PadReading) UnmarshalText(b []byte) error {
	*r = PadReading(b)
	return doc.OneOf(*r, PadReadings)
}

// Left is what is left of makeup on a zone, the worst binder's share, and what may be; and the same of the remover's
// film.
type Left struct {
	Left    doc.Num    `json:"left"`
	Target  doc.Num    `json:"target"`
	Film    doc.Num    `json:"film"`
	Welcome doc.Num    `json:"welcome"`
	Reads   PadReading `json:"reads"` // as a clean white pad would
}

// Peeled is what is left on each zone after one pass.
type Peeled struct {
	Step string                `json:"step"`
	Left map[face.Zone]doc.Num `json:"left"`
}

// Lift is the removal part of a plan.
type Lift struct {
	Steps    []stack.Step       `json:"steps"`
	Residue  map[face.Zone]Left `json:"residue"`
	Peel     []Peeled           `json:"peel"`
	Pads     int                `json:"pads"`
	PadFaces int                `json:"pad_faces"`
	Buds     int                `json:"buds"`
	Cloths   int                `json:"cloths"`
	Mitts    int                `json:"mitts"`
	Tips     int                `json:"tips"`
	Wipes    int                `json:"wipes"`
	Minutes  doc.Num            `json:"minutes"`
	Passes   int                `json:"passes"`
	Price    doc.Num            `json:"price"`
	Cost     doc.Num            `json:"cost"`    // of the planner's sequence, as the search counts it
	GaveUp   []string           `json:"gave_up"` // in a hurry
	Later    []string           `json:"later"`   // what is put off until before sleep
}

// Empty is a removal that has not been planned.
func Empty() Lift {
	return Lift{Steps: []stack.Step{}, Residue: map[face.Zone]Left{}, Peel: []Peeled{}, GaveUp: []string{},
		Later: []string{}}
}

// Result is an evaluation of removal steps.
type Result struct {
	Lift     Lift
	Findings []rules.Finding
	End      time.Time
	Stuck    face.Set // where a piece is still on
}

// evaluation is the state of removal over time, which the rules read: every step with what it did, and what is left.
type evaluation struct {
	c        *sitting.Case
	res      *Result
	moments  []moment
	on       [face.N]Loads
	binders  [face.N][]look.Binder
	left     [face.N][]float64
	film     [face.N]float64
	pending  [face.N]string // step whose oil or balm has not been taken off yet
	soap     [face.N]string // step whose surfactant has not been rinsed
	foam     [face.N]bool   // of a wash or an emulsion, which nobody leaves on
	dry      [face.N]int    // moment, counted from 1, of pads that have not wiped yet
	skin     *skin
	rubs     [face.N]float64 // seconds of massage and wiping
	passes   [face.N]int
	of       map[string]int // passes of a product on a zone
	off      face.Set       // where a piece on the skin has been lifted
	lensOut  bool
	lashOff  bool // their glue has let go
	lifted   bool // and somebody lifted them off
	touched  face.Set
	checked  face.Set // by a clean pad: a further pass there is a short one
	removers map[kit.Kind]bool
	used     map[string]float64
	unmilked []moment // of step and zones: balms and oils neither emulsified nor clothed off
}

// moment is one step and what it did.
type moment struct {
	*stack.Step
	at       int
	p        *kit.Product
	kind     kit.Kind
	zones    face.Set
	remover  bool // a remover at work
	lensesIn bool
	before   float64 // grams of the product used until then
	used     float64 // and with this step

	short      face.Set // zones on which it works for too short a time
	needed     float64  // the longest that it should work there, in seconds
	rubs       [face.N]float64
	unwiped    face.Set        // zones on which it is neither held nor wiped
	finishes   bool            // it wipes with what the pass before it was made with
	over       face.Set        // zones rubbed for longer than their skin bears
	dose       [face.N]float64 // seconds that a dose of it is massaged there
	did        bool            // something came of it
	waters     face.Set        // where water took something off
	lathered   bool            // and what foams, over which nothing may come
	onLashes   bool            // rubs lids with lashes on
	onPieces   face.Set        // rubs over what is glued on and has not been lifted
	smears     face.Set        // rubs glitter
	foamy      face.Set        // comes on what has not been rinsed
	many       face.Set        // zones that have had more passes than skin bears
	oilsLashes bool            // an oily remover at lashes that are kept and still on
	pulls      bool            // lashes pulled off while their glue holds
	lipsDone   bool            // lips have been passed over by now
}

// Evaluate reckons what removal steps come to on what lies on the skin: what is left on each zone, what is used, and
// the findings. Steps keep their order, starts, seconds and products. First the state over time, then the table of
// rules that reads it. O(steps × zones × binders).
func Evaluate(c *sitting.Case, layers *stack.Layers, steps []stack.Step) Result {
	e := evaluate(c, layers, steps)
	res := *e.res
	res.Findings = rules.Sort(append(res.Findings, e.needless(layers)...))
	return res
}

// evaluate is Evaluate without what could be left out.
func evaluate(c *sitting.Case, layers *stack.Layers, steps []stack.Step) *evaluation {
	res := Result{Lift: Empty(), End: c.Until, Findings: []rules.Finding{}}
	res.Lift.Steps = append(res.Lift.Steps, steps...)
	e := &evaluation{
		c:        c,
		res:      &res,
		moments:  make([]moment, len(steps)),
		on:       On(c, layers),
		skin:     skinOf(c),
		of:       map[string]int{},
		removers: map[kit.Kind]bool{},
		used:     map[string]float64{},
	}
	for z := range face.N {
		e.binders[z] = e.on[z].binders()
		e.left[z] = slices.Repeat([]float64{1}, len(e.binders[z]))
	}
	for i := range e.moments {
		e.moments[i] = moment{Step: &res.Lift.Steps[i], at: i}
		e.step(&e.moments[i])
	}
	e.sum()
	res.Stuck = c.Pieces() &^ e.off
	for i := range e.moments {
		for _, rule := range stepRules {
			rule(e, &e.moments[i])
		}
	}
	for _, rule := range removalRules {
		rule(e)
	}
	res.Findings = rules.Sort(res.Findings)
	return e
}

// kindOf is the kind of remover a step uses: a mitt is used with water.
func kindOf(p *kit.Product) kit.Kind {
	if p != nil && p.Kind == kit.Mitt {
		return kit.WaterMitt
	}
	if p == nil {
		return ""
	}
	return p.Kind
}

// removing is the acts by which a remover works.
var removing = []act.Act{act.Hold, act.Massage, act.Wipe, act.Cleanse}

// step lets one step happen.
func (e *evaluation) step(m *moment) {
	m.Complete()
	m.p, m.zones = e.c.Product(m.Product), face.SetOf(m.Zones...)
	m.kind = kindOf(m.p)
	m.remover = m.p != nil && takes[m.kind] != nil && slices.Contains(removing, m.Act)
	m.lensesIn = e.c.Client.Has(face.LensesStay) || e.c.Client.Has(face.ContactLenses) && !e.lensOut
	l := &e.res.Lift
	l.Pads, l.Buds, l.Cloths = l.Pads+m.Pads, l.Buds+m.Buds, l.Cloths+m.Cloths
	if m.CountWipes(); m.Wipes == 0 { // the faces of wipes are no pad's
		l.PadFaces += m.PadFaces
	}
	l.Mitts, l.Tips, l.Wipes = l.Mitts+m.Mitts, l.Tips+m.Tips, l.Wipes+m.Wipes
	if m.p != nil {
		stack.Measure(e.c, m.Step, m.p, float64(m.Grams))
		m.before = e.used[m.p.ID]
		e.used[m.p.ID] += float64(m.Grams)
		m.used = e.used[m.p.ID]
		l.Price += doc.Num(m.p.PriceOf(float64(m.Grams)))
	}
	if !e.budOnly(m) {
		e.rub(m)
	}
	if m.remover {
		e.pass(m)
	} else if does := doings[m.Act]; does != nil {
		does(e, m)
	}
	if at, ok := m.Start.In(e.c.Loc); ok {
		if end := at.Add(time.Duration(max(m.HandsS, m.ContactS)+m.SetS) * time.Second); end.After(e.res.End) {
			e.res.End = end
		}
	}
}

// doings is what acts without a remover do to what is left.
var doings = map[act.Act]func(e *evaluation, m *moment){
	act.LensOut:   func(e *evaluation, _ *moment) { e.lensOut = true },
	act.LashesOff: (*evaluation).lashesOff,
	act.PadCheck:  func(e *evaluation, m *moment) { e.checked |= m.zones },
	act.LiftPiece: func(e *evaluation, m *moment) {
		zones := e.c.Pieces() & cmp.Or(m.zones, face.All)
		m.did, e.off = zones&^e.off != 0, e.off|zones
	},
	act.Emulsify: func(e *evaluation, m *moment) {
		for _, z := range m.zones.List() {
			if e.pending[z] != "" && e.milky(z) {
				m.did, m.waters = true, m.waters|face.SetOf(z)
				e.film[z], e.pending[z] = min(e.film[z], figure.FilmEmulsify), ""
				e.soap[z], e.foam[z] = m.ID, true
			}
		}
	},
	act.Cloth: func(e *evaluation, m *moment) {
		for _, z := range m.zones.List() {
			m.did = m.did || e.pending[z] != "" || e.soap[z] != ""
			e.film[z], e.pending[z], e.soap[z], e.foam[z] = min(e.film[z], figure.FilmCloth), "", "", false
		}
	},
	act.Wipe: func(e *evaluation, m *moment) {
		for _, z := range m.zones.List() {
			m.did = m.did || e.dry[z] > 0 || pressed(e.c, z) && e.film[z] > welcome(e.c, z)
			if pressed(e.c, z) {
				e.film[z], e.pending[z] = min(e.film[z], figure.FilmPad), ""
			}
			if (m.Pads > 0 || m.Buds > 0 || m.Cloths > 0 || m.Tips > 0) && !watery(e.c, z) { // damp ones of its own
				e.soap[z], e.foam[z] = "", false
			} else if e.dry[z] > 0 {
				m.finishes = true
			}
			e.dry[z] = 0
		}
	},
	act.Rinse: func(e *evaluation, m *moment) {
		for _, z := range m.zones.List() {
			if e.soap[z] != "" {
				m.did, m.waters = true, m.waters|face.SetOf(z)
			}
			m.lathered = m.lathered || e.foam[z]
			e.soap[z], e.foam[z] = "", false
		}
	},
}

// rubbing is the seconds of massage or wiping in a step, 0 where it lays, presses or holds.
func (m *moment) rubbing() float64 {
	switch {
	case m.How == act.LayDamp || m.How == act.Lay || m.How == act.PressPad:
		return 0
	case m.Act == act.Wipe && m.ContactS == 0:
		return float64(figure.WipedS)
	case m.Act == act.Massage || m.Act == act.Wipe:
		return float64(m.ContactS)
	}
	return 0
}

// glittering reports whether glitter is still on a zone.
func (e *evaluation) glittering(z face.Zone) bool {
	held := sparkle(e.c, z)
	for i, b := range e.binders[z] {
		if slices.Contains(held, b) && e.left[z][i] > Target(z)+figure.Same {
			return true
		}
	}
	return false
}

// rub counts the seconds that a step rubs each zone: massage, and wiping, which counts ten where no time is said. A
// pass over the face counts half under the eyes and on the lids.
func (e *evaluation) rub(m *moment) {
	seconds := m.rubbing()
	if seconds == 0 {
		return
	}
	overFace := m.zones&^face.NearEyes != 0
	for _, z := range m.zones.List() {
		s := seconds
		if near(z) && overFace {
			s *= figure.NearTimes
		}
		if e.rubs[z] += s; e.rubs[z] > e.skin.bears[z]+figure.Same {
			m.over |= face.SetOf(z)
		}
		m.rubs[z] = e.rubs[z]
		if e.glittering(z) {
			m.smears |= face.SetOf(z)
		}
	}
	m.onPieces = e.c.Pieces() & m.zones &^ e.off
	m.onLashes = m.zones.Has(face.Eyelids) && hasLashes(e.c) && !e.lifted
}

// milky reports whether what is pending on a zone turns milky with water.
func (e *evaluation) milky(z face.Zone) bool {
	for _, s := range e.res.Lift.Steps {
		if s.ID == e.pending[z] {
			return emulsifies(kindOf(e.c.Product(s.Product)))
		}
	}
	return false
}

// budOnly reports whether a step is a bud, or a tip, at the band of lashes, which reaches the glue alone.
func (e *evaluation) budOnly(m *moment) bool {
	return (m.Buds > 0 || m.How == act.TipOnBand) && m.Pads == 0 && m.Cloths == 0 &&
		m.zones == face.SetOf(face.Eyelids) && hasLashes(e.c) && !e.lashOff
}

// pass takes off what one pass of a remover takes off. On a bud at the lash line it reaches the glue alone.
func (e *evaluation) pass(m *moment) {
	e.removers[m.kind] = true
	budOnly := e.budOnly(m)
	for _, z := range m.zones.List() {
		if films(m.kind) && z == face.Eyelids && !e.lifted && keptLashes(e.c) && m.p.Oily() {
			m.oilsLashes = true
		}
		if len(e.binders[z]) == 0 {
			e.film[z] = afterFilm(e.film[z], m.kind, 1)
		} else {
			e.takeOff(m, z, budOnly)
		}
		e.note(m, z)
	}
	e.res.Lift.Passes++
	m.lipsDone = e.passes[face.Lips] > 0
	e.peel(m.ID)
}

// wayIn is how a remover works on a zone in a step: held against it, or rubbed. What is only pressed is rubbed all the
// same where a step massages it; lids, brows and lips with care alone may go with a pass over the face.
func (e *evaluation) wayIn(m *moment, z face.Zone) way {
	rubbed := m.Act == act.Massage || m.ContactS == 0
	switch {
	case held(z):
		return wayOf(m.kind, !rubbed || !e.on[z].alone())
	case pressed(e.c, z):
		return wayOf(m.kind, !rubbed)
	}
	return wayOf(m.kind, false)
}

// takeOff takes makeup off one zone.
func (e *evaluation) takeOff(m *moment, z face.Zone, budOnly bool) {
	contact, w := float64(m.ContactS), e.wayIn(m, z)
	dose := e.on[z].dose(m.kind, e.worst(z))
	if e.checked.Has(z) {
		dose = min(dose, figure.AgainS)
	}
	needed := 0.0
	m.dose[z] = dose
	for i, b := range e.binders[z] {
		if budOnly && b != look.Adhesive {
			continue
		}
		if w == wayHeld && e.left[z][i] > Target(z) {
			needed = max(needed, t0(b, e.on[z][b]))
		}
		e.left[z][i] *= share(e.c, work{m.kind, w, contact, dose}, e.on[z], b)
	}
	if w == wayWorked {
		needed = dose
	}
	if contact < needed-figure.Same {
		m.short |= face.SetOf(z)
		m.needed = max(m.needed, needed)
	}
	e.letGo(z)
	of := m.p.ID + z.String()
	if !budOnly { // a bud on the band of lashes does not pass over the lid
		e.passes[z]++
		e.of[of]++
		e.touched |= face.SetOf(z)
		e.film[z] = afterFilm(e.film[z], m.kind, 1)
	}
	if e.passes[z] > figure.MostOfAll || e.of[of] > mostOf(z) {
		m.many |= face.SetOf(z)
	}
}

// note keeps what a pass leaves to be taken off: a film, or a surfactant.
func (e *evaluation) note(m *moment, z face.Zone) {
	if e.pending[z] != "" && e.pending[z] != m.ID && !pressed(e.c, z) {
		e.unmilk(e.pending[z], face.SetOf(z))
		e.pending[z] = ""
	}
	if films(m.kind) {
		e.pending[z] = m.ID
	}
	if e.foam[z] && e.wayIn(m, z) != wayHeld {
		m.foamy |= face.SetOf(z)
	}
	e.lather(m, z)
	e.unwiped(z)
	if m.Act == act.Hold && m.ContactS == 0 && e.wayIn(m, z) == wayWiped {
		e.dry[z] = m.at + 1
	}
}

// lather keeps what a pass leaves that has to be rinsed off, whatever wiped it off: a surfactant, or two-phase at
// watery eyes.
func (e *evaluation) lather(m *moment, z face.Zone) {
	switch {
	case m.kind == kit.Biphase && watery(e.c, z):
		e.soap[z], e.foam[z] = m.ID, true
	case m.kind == kit.Micellar || m.kind == kit.Wipe || washes[m.kind] > 0:
		e.soap[z], e.foam[z] = m.ID, e.foam[z] || turnOf(m.kind) == turnWash
	}
}

// unwiped notes that pads were put on a zone and did not wipe it.
func (e *evaluation) unwiped(z face.Zone) {
	if e.dry[z] > 0 {
		e.moments[e.dry[z]-1].unwiped |= face.SetOf(z)
	}
	e.dry[z] = 0
}

// unmilk notes that the balm or oil of a step was neither emulsified nor clothed off on some zones.
func (e *evaluation) unmilk(step string, zones face.Set) {
	i := slices.IndexFunc(e.unmilked, func(m moment) bool { return m.ID == step })
	if i < 0 {
		n := slices.IndexFunc(e.res.Lift.Steps, func(s stack.Step) bool { return s.ID == step })
		i, e.unmilked = len(e.unmilked), append(e.unmilked, moment{Step: &e.res.Lift.Steps[n]})
	}
	e.unmilked[i].zones |= zones
}

// afterFilm is a remover's film on a zone after a pass.
func afterFilm(film float64, kind kit.Kind, counts float64) float64 {
	if films(kind) || effectsRemover(kind) { // an ordinary double cleanse comes after what loosens a piece
		return figure.FilmLeft
	}
	return film * num.Pow(1-washes[kind], counts)
}

// letGo takes a strip lash off once half its glue is dissolved: most of the rest goes with it.
func (e *evaluation) letGo(z face.Zone) {
	if z != face.Eyelids || e.lashOff || !hasStrip(e.c, false) && !hasStrip(e.c, true) {
		return
	}
	if i := slices.Index(e.binders[z], look.Binder(look.Adhesive)); i >= 0 && e.left[z][i] <= figure.LashHalf {
		e.left[z][i] *= 1 - figure.LashTakes
		e.lashOff = true
	}
}

func (e *evaluation) lashesOff(m *moment) {
	i := slices.Index(e.binders[face.Eyelids], look.Binder(look.Adhesive))
	m.pulls = m.Kind != act.MagneticBand && i >= 0 && !e.lashOff &&
		e.left[face.Eyelids][i] > figure.LashHalf && glued(e.c)
	m.did, e.lashOff, e.lifted = !e.lifted, true, true
}

func (e *evaluation) peel(step string) {
	m := map[face.Zone]doc.Num{}
	for z := range face.N {
		if len(e.binders[z]) > 0 {
			m[z] = doc.Num(doc.Round(slices.Max(e.left[z])))
		}
	}
	e.res.Lift.Peel = append(e.res.Lift.Peel, Peeled{step, m})
}

// sum says what is left on each zone, and how long it all took.
func (e *evaluation) sum() {
	l := &e.res.Lift
	for z := range face.N {
		e.unwiped(z)
		if e.pending[z] != "" && !held(z) {
			e.unmilk(e.pending[z], face.SetOf(z))
		}
		if len(e.binders[z]) > 0 {
			worst := e.worst(z)
			l.Residue[z] = Left{
				doc.Num(worst),
				doc.Num(Target(z)),
				doc.Num(e.film[z]),
				doc.Num(welcome(e.c, z)),
				padSays(z, worst),
			}
		}
	}
	if len(l.Steps) > 0 {
		first, _ := l.Steps[0].Start.In(e.c.Loc)
		l.Minutes = doc.Num(e.res.End.Sub(first).Minutes())
	}
	l.Price = doc.Num(doc.Round(float64(l.Price)))
}

// worst is the share left of the worst binder on a zone, 0 where nothing was on it.
func (e *evaluation) worst(z face.Zone) float64 {
	if len(e.left[z]) == 0 {
		return 0
	}
	return slices.Max(e.left[z])
}

// padSays is what a clean white pad says of a zone.
func padSays(z face.Zone, left float64) PadReading {
	switch {
	case left <= Target(z)+figure.Same:
		return PadClean
	case left <= figure.HeavyPad*Target(z)+figure.Same:
		return PadTrace
	}
	return PadHeavy
}

func hasLashes(c *sitting.Case) bool {
	return slices.ContainsFunc(c.Items, func(it look.Item) bool {
		return it.Attach == look.GlueStrip || it.Attach == look.Single || it.Attach == look.Magnetic
	})
}

func keptLashes(c *sitting.Case) bool {
	return slices.ContainsFunc(c.Items, func(it look.Item) bool {
		return it.Keep && (it.Attach == look.GlueStrip || it.Attach == look.Single || it.Attach == look.Magnetic)
	})
}

func strongLips(c *sitting.Case) bool {
	return slices.ContainsFunc(
		c.Items,
		func(it look.Item) bool { return it.Strong && it.Zone.Zones.Has(face.Lips) },
	)
}
