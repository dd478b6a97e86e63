package lift

import (
	"math"
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
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
	Minutes  doc.Num            `json:"minutes"`
	Passes   int                `json:"passes"`
	Price    doc.Num            `json:"price"`
	Cost     doc.Num            `json:"cost"` // of the planner's sequence, as the search counts it
}

// Empty is a removal that has not been planned.
func Empty() Lift {
	return Lift{Steps: []stack.Step{}, Residue: map[face.Zone]Left{}, Peel: []Peeled{}}
}

// Result is an evaluation of removal steps.
type Result struct {
	Lift     Lift
	Findings []rules.Finding
	End      time.Time
}

// run is one evaluation as it goes on.
type run struct {
	c        *sitting.Case
	res      *Result
	on       [face.N]Loads
	binders  [face.N][]look.Binder
	left     [face.N][]float64
	film     [face.N]float64
	pending  [face.N]string // step whose oil or balm has not been taken off yet
	soap     [face.N]string // step whose surfactant has not been rinsed
	passes   [face.N]int
	of       map[string]int // passes of a product on a zone
	lens     bool           // lenses are out
	lashes   bool           // lashes are off
	smeared  bool
	touched  face.Set
	removers map[kit.Kind]bool
	used     map[string]float64
}

// Evaluate reckons what removal steps come to on what lies on the skin: what is left on each zone, what is used, and
// the findings. Steps keep their order, starts, seconds and products. O(steps × zones × binders).
func Evaluate(c *sitting.Case, layers *stack.Layers, steps []stack.Step) Result {
	res := Result{Lift: Empty(), End: c.Until, Findings: []rules.Finding{}}
	res.Lift.Steps = make([]stack.Step, len(steps))
	copy(res.Lift.Steps, steps)
	r := &run{
		c:        c,
		res:      &res,
		on:       On(c, layers),
		of:       map[string]int{},
		removers: map[kit.Kind]bool{},
		used:     map[string]float64{},
	}
	for z := range face.N {
		r.binders[z] = r.on[z].binders()
		r.left[z] = slices.Repeat([]float64{1}, len(r.binders[z]))
	}
	for i := range res.Lift.Steps {
		r.step(&res.Lift.Steps[i])
	}
	r.finish()
	res.Findings = rules.Sort(res.Findings)
	return res
}

func (r *run) find(rule rules.ID, step string, zones face.Set, message say.ID, slots ...any) *rules.Finding {
	phase := rules.Get(rule).Phase
	if phase != rules.Aftercare {
		phase = rules.Lift
	}
	r.res.Findings = append(r.res.Findings, rules.New(r.c.Words, rule, phase, step, zones.List(), message, slots...))
	return &r.res.Findings[len(r.res.Findings)-1]
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

func (r *run) step(s *stack.Step) {
	s.Complete()
	p := r.c.Product(s.Product)
	zones := face.SetOf(s.Zones...)
	l := &r.res.Lift
	l.Pads, l.PadFaces, l.Buds, l.Cloths = l.Pads+s.Pads, l.PadFaces+s.PadFaces, l.Buds+s.Buds, l.Cloths+s.Cloths
	if s.TempC > figure.WarmestC {
		r.find(rules.TooHot, s.ID, zones, say.TooHotC, "temp", s.TempC)
	}
	kind := kindOf(p)
	remover := p != nil && takes[kind] != nil &&
		(s.Act == act.Hold || s.Act == act.Massage || s.Act == act.Wipe || s.Act == act.Cleanse)
	if p != nil {
		stack.Measure(r.c, s, p, float64(s.Grams))
		r.object(s, p, zones, remover)
		r.stock(s, p)
	}
	switch {
	case s.Act == act.LensOut:
		r.lens = true
	case s.Act == act.LashesOff:
		r.lashesOff(s)
	case remover:
		r.pass(s, p, kind, zones)
	case s.Act == act.Emulsify:
		for _, z := range zones.List() {
			if r.pending[z] != "" && r.milky(z) {
				r.film[z], r.pending[z] = min(r.film[z], figure.FilmEmulsify), ""
			}
		}
	case s.Act == act.Cloth:
		for _, z := range zones.List() {
			r.film[z], r.pending[z], r.soap[z] = min(r.film[z], figure.FilmCloth), "", ""
		}
		if s.Cloths == 0 {
			r.find(rules.DirtyFace, s.ID, zones, say.NoCleanCloth)
		}
	case s.Act == act.Wipe:
		for _, z := range zones.List() {
			if held(z) {
				r.film[z], r.pending[z] = min(r.film[z], figure.FilmPad), ""
			}
			r.soap[z] = ""
		}
		r.faces(s, zones)
	case s.Act == act.Rinse:
		for _, z := range zones.List() {
			r.soap[z] = ""
		}
	}
	if at, ok := s.Start.In(r.c.Loc); ok {
		if end := at.Add(time.Duration(max(s.HandsS, s.ContactS)+s.SetS) * time.Second); end.After(r.res.End) {
			r.res.End = end
		}
	}
}

// milky reports whether what is pending on a zone turns milky with water.
func (r *run) milky(z face.Zone) bool {
	for _, s := range r.res.Lift.Steps {
		if s.ID == r.pending[z] {
			return emulsifies(kindOf(r.c.Product(s.Product)))
		}
	}
	return false
}

// object gathers what speaks against a product into one finding a rule.
func (r *run) object(s *stack.Step, p *kit.Product, zones face.Set, remover bool) {
	in := r.c.Client.Has(face.LensesStay) || r.c.Client.Has(face.ContactLenses) && !r.lens
	for _, m := range fit.Gather(zones.List(), func(z face.Zone) []fit.Objection {
		if !remover && z.Class() != face.Eye && s.Act != act.Apply {
			return nil
		}
		return objections(r.c, p, z, in)
	}) {
		r.res.Findings = append(r.res.Findings, m.Finding(r.c, rules.Lift, s.ID))
	}
}

func (r *run) stock(s *stack.Step, p *kit.Product) {
	before := r.used[p.ID]
	r.used[p.ID] += float64(s.Grams)
	if p.Short(r.used[p.ID]) && !p.Short(before) {
		r.find(rules.RunsOut, s.ID, 0, say.NeedsMore, "product", p.Name, "needs", doc.Round(r.used[p.ID]), "has",
			doc.Round(*p.RemainingG))
	}
	r.res.Lift.Price += doc.Num(p.PriceOf(float64(s.Grams)))
}

// pass takes off what one pass of a remover takes off. On a bud at the lash line it reaches the glue alone.
func (r *run) pass(s *stack.Step, p *kit.Product, kind kit.Kind, zones face.Set) {
	r.removers[kind] = true
	budOnly := s.Buds > 0 && s.Pads == 0 && s.Cloths == 0 && zones == face.SetOf(face.Eyelids) && hasLashes(r.c) &&
		!r.lashes &&
		!extended(r.c)
	var short, many face.Set
	for _, z := range zones.List() {
		if films(kind) && z == face.Eyelids && !r.lashes && keptLashes(r.c) && p.Oily() {
			r.find(rules.OilOnReusedLashes, s.ID, face.SetOf(z), say.BeforeLashesOff, "product", p.Name)
		}
		if len(r.binders[z]) == 0 {
			r.film[z] = afterFilm(r.film[z], kind, 1)
			r.note(s, kind, z)
			continue
		}
		counts := counted(r.on[z], kind, z, float64(s.ContactS))
		needed := 0.0
		for i, b := range r.binders[z] {
			if budOnly && b != look.Adhesive {
				continue
			}
			if r.left[z][i] > Target(z) {
				needed = max(needed, t0(b, r.on[z][b]))
			}
			r.left[z][i] *= share(r.c, kind, z, r.on[z], b, float64(s.ContactS))
		}
		switch {
		case held(z) || turnOf(kind) == turnEffects:
			if float64(s.ContactS) < needed-figure.Same {
				short |= face.SetOf(z)
			}
		case kind.Worked():
			if float64(s.ContactS) < r.on[z].massage(kind)-figure.Same {
				short |= face.SetOf(z)
			}
		}
		r.letGo(z)
		if !budOnly { // a bud on the band of lashes does not pass over the lid
			r.passes[z] += counts
			r.of[p.ID+z.String()] += counts
		}
		if r.passes[z] > figure.MostOfAll || r.of[p.ID+z.String()] > figure.MostOfOne {
			many |= face.SetOf(z)
		}
		if !budOnly {
			r.touched |= face.SetOf(z)
			r.film[z] = afterFilm(r.film[z], kind, float64(counts))
		}
		r.note(s, kind, z)
	}
	r.res.Lift.Passes++
	if short != 0 {
		r.find(rules.Rubbing, s.ID, short, say.TooShort, "product", p.Name, "zones", r.c.Names(short))
	}
	if many != 0 {
		r.find(rules.Rubbing, s.ID, many, say.TooManyPasses, "zones", r.c.Names(many))
	}
	if zones.Has(face.Cheeks) && zones&face.BaseArea != 0 && !r.smeared && strongLips(r.c) &&
		r.passes[face.Lips] == 0 &&
		!r.c.Barred().All().Has(face.Lips) &&
		r.c.Method.Is(method.LipOrder, method.StrongFirst) &&
		!zones.Has(face.Lips) {
		r.smeared = true
		r.find(rules.LipSmear, s.ID, face.SetOf(face.Lips), say.StrongLipsOn)
	}
	if s.Act == act.Hold || s.Act == act.Wipe {
		r.faces(s, zones)
	}
	r.peel(s.ID)
}

// counted is as how many passes a contact counts on a zone: twice as long a massage is two.
func counted(on Loads, kind kit.Kind, z face.Zone, contact float64) int {
	if !kind.Worked() || held(z) {
		return 1
	}
	return max(1, int(math.Round(contact/on.massage(kind))))
}

// note keeps what a pass leaves to be taken off: a film, or a surfactant.
func (r *run) note(s *stack.Step, kind kit.Kind, z face.Zone) {
	if r.pending[z] != "" && r.pending[z] != s.ID && !films(kind) && !held(z) {
		r.unmilked(r.pending[z], face.SetOf(z))
		r.pending[z] = ""
	}
	if films(kind) {
		r.pending[z] = s.ID
	}
	if kind == kit.Micellar || kind == kit.Wipe || washes[kind] > 0 {
		r.soap[z] = s.ID
	}
}

// unmilked says that a balm or oil was neither emulsified nor clothed off, once a step.
func (r *run) unmilked(step string, zones face.Set) {
	for i := range r.res.Findings {
		if f := &r.res.Findings[i]; f.Rule == rules.NotEmulsified && f.Step == step {
			all := face.SetOf(f.Zones...) | zones
			*f = rules.New(r.c.Words, rules.NotEmulsified, rules.Lift, step, all.List(), say.NotMilked, "product",
				r.nameOf(step), "zones", r.c.Names(all))
			return
		}
	}
	r.find(rules.NotEmulsified, step, zones, say.NotMilked, "product", r.nameOf(step), "zones", r.c.Names(zones))
}

func (r *run) nameOf(step string) string {
	for _, s := range r.res.Lift.Steps {
		if p := r.c.Product(s.Product); s.ID == step && p != nil {
			return p.Name
		}
	}
	return r.c.Say(say.ItPronoun)
}

// afterFilm is a remover's film on a zone after a pass.
func afterFilm(film float64, kind kit.Kind, counts float64) float64 {
	if films(kind) {
		return figure.FilmLeft
	}
	return film * math.Pow(1-washes[kind], counts)
}

// letGo takes a strip lash off once half its glue is dissolved: most of the rest goes with it.
func (r *run) letGo(z face.Zone) {
	if z != face.Eyelids || r.lashes || !hasStrip(r.c, false) && !hasStrip(r.c, true) {
		return
	}
	if i := slices.Index(r.binders[z], look.Binder(look.Adhesive)); i >= 0 && r.left[z][i] <= figure.LashHalf {
		r.left[z][i] *= 1 - figure.LashTakes
		r.lashes = true
	}
}

func (r *run) lashesOff(s *stack.Step) {
	if i := slices.Index(r.binders[face.Eyelids], look.Binder(look.Adhesive)); s.Kind != act.MagneticBand && i >= 0 &&
		!r.lashes &&
		r.left[face.Eyelids][i] > figure.LashHalf &&
		glued(r.c) {
		r.find(rules.Rubbing, s.ID, face.SetOf(face.Eyelids), say.LashesPulled)
	}
	r.lashes = true
}

// faces warns where more strokes are made than there are clean faces.
func (r *run) faces(s *stack.Step, zones face.Set) {
	n := 0
	for _, z := range zones.List() {
		n += strokes(z)
	}
	clean := s.PadFaces + s.Buds
	if s.Cloths > 0 || s.How == act.Sponge {
		return
	}
	if clean < n {
		r.find(rules.DirtyFace, s.ID, zones, say.StrokesAndFaces, "strokes", n, "faces", clean)
	}
}

func (r *run) peel(step string) {
	m := map[face.Zone]doc.Num{}
	for z := range face.N {
		if len(r.binders[z]) > 0 {
			m[z] = doc.Num(doc.Round(slices.Max(r.left[z])))
		}
	}
	r.res.Lift.Peel = append(r.res.Lift.Peel, Peeled{step, m})
}

// reads is what a clean white pad says of a zone.
func reads(z face.Zone, left float64) PadReading {
	switch {
	case left <= Target(z)+figure.Same:
		return PadClean
	case left <= figure.HeavyPad*Target(z)+figure.Same:
		return PadTrace
	}
	return PadHeavy
}

// finish says what is left, and everything that speaks of the whole.
func (r *run) finish() {
	l := &r.res.Lift
	var missed, heavy, dirty, film face.Set
	pendings := map[string]face.Set{}
	var order []string
	soap, soapy := face.Set(0), ""
	for z := range face.N {
		if r.pending[z] != "" && !held(z) {
			if pendings[r.pending[z]] == 0 {
				order = append(order, r.pending[z])
			}
			pendings[r.pending[z]] |= face.SetOf(z)
		}
		if r.soap[z] != "" {
			soap, soapy = soap|face.SetOf(z), r.soap[z]
		}
		if r.film[z] > welcome(r.c, z)+figure.Same {
			film |= face.SetOf(z)
		}
		if len(r.binders[z]) == 0 {
			continue
		}
		worst := slices.Max(r.left[z])
		l.Residue[z] = Left{
			doc.Num(worst),
			doc.Num(Target(z)),
			doc.Num(r.film[z]),
			doc.Num(welcome(r.c, z)),
			reads(z, worst),
		}
		if worst > Target(z)+figure.Same {
			missed |= face.SetOf(z)
			if reads(z, worst) == PadHeavy {
				heavy |= face.SetOf(z)
			}
		}
		if !r.touched.Has(z) && !r.c.Barred().All().Has(z) &&
			(z == face.Neck || z == face.Ears || z == face.Chest || z == face.Lips || z == face.Jaw ||
				z == face.Forehead) {
			dirty |= face.SetOf(z)
		}
	}
	for _, step := range order {
		r.unmilked(step, pendings[step])
	}
	r.lacking(missed)
	if dirty != 0 {
		r.find(rules.MissedSkin, "", dirty, say.NoStepCleaned, "zones", r.c.Names(dirty))
	}
	if film != 0 {
		r.find(rules.NeedsSecondCleanse, "", film, say.FilmLeftOn, "zones", r.c.Names(film))
	}
	if soap != 0 && r.c.Method.Is(method.MicellarRinse, method.Rinse) {
		f := r.find(rules.NotRinsed, soapy, soap, say.SurfactantLeft, "zones", r.c.Names(soap))
		f.Phase = rules.Lift
	}
	if r.removers[kit.Wipe] && len(r.removers) == 1 {
		r.find(rules.WipeOnly, "", 0, say.None)
	}
	if heavy != 0 {
		r.find(rules.LeftOn, "", heavy, say.MakeupLeft, "zones", r.c.Names(heavy))
	}
	if hasLashes(r.c) && !r.lashes {
		r.find(rules.LeftOn, "", face.SetOf(face.Eyelids), say.LashesLeft)
	}
	r.sundries()
	if n := len(l.Steps); n > 0 {
		first, _ := l.Steps[0].Start.In(r.c.Loc)
		l.Minutes = doc.Num(r.res.End.Sub(first).Minutes())
	}
	l.Price = doc.Num(doc.Round(float64(l.Price)))
}

// lacking says, for each zone that misses its target, what is left and which kind of product would take it off.
func (r *run) lacking(missed face.Set) {
	type lack struct {
		b            look.Binder
		left, target float64
	}
	said := map[string]face.Set{}
	worsts := map[string]lack{}
	instead := map[string]string{}
	var order []string
	for _, z := range missed.List() {
		worst := lack{target: Target(z)}
		for i, b := range r.binders[z] {
			if r.left[z][i] > worst.left {
				worst.b, worst.left = b, r.left[z][i]
			}
		}
		words := r.c.Say(say.IsLeft, "zones", "", "left", worst.left, "binder", binderNames[worst.b], "target",
			worst.target)
		if said[words] == 0 {
			order = append(order, words)
		}
		said[words] |= face.SetOf(z)
		worsts[words], instead[words] = worst, r.wouldDo(z, worst.b)
	}
	for _, words := range order {
		zones, w := said[words], worsts[words]
		f := r.find(rules.CannotDissolve, "", zones, say.IsLeft, "zones", r.c.Names(zones), "left", w.left, "binder",
			binderNames[w.b], "target", w.target)
		*f = f.Do(instead[words])
	}
}

// manages reports whether the plainest product of a kind might be used on a zone and would take a binder off within
// four passes.
func (r *run) manages(k kit.Kind, z face.Zone, b look.Binder) bool {
	if takes[k] == nil || k == kit.Wipe || k == kit.PlantOil || k == kit.WaterMitt && !onlyWater(r.on[z]) {
		return false
	}
	p := kit.Product{Kind: k, EyeSafe: true, LensSafe: true}
	for _, o := range objections(r.c, &p, z, r.c.Client.Has(face.LensesStay)) {
		if o.Bars {
			return false
		}
	}
	contact := figure.MostRight * t0(b, r.on[z][b])
	if k.Worked() && !held(z) {
		contact = r.on[z].massage(k)
	}
	return math.Pow(share(r.c, k, z, r.on[z], b, contact), float64(figure.MostOfOne)) <= Target(z)+figure.Same
}

// wouldDo names what would take a binder off: a product of the kit that may be used there, or else the kind to get.
func (r *run) wouldDo(z face.Zone, b look.Binder) string {
	if r.c.Barred().All().Has(z) {
		return r.c.Say(say.LeftAsItIs)
	}
	best, least := (*kit.Product)(nil), figure.RightFrom-figure.Same
	for i := range r.c.Kit {
		p := &r.c.Kit[i]
		if e := takes[p.Kind][b]; e > least && !p.Empty() &&
			!slices.ContainsFunc(
				objections(r.c, p, z, r.c.Client.Has(face.LensesStay)),
				func(o fit.Objection) bool { return o.Bars },
			) {
			best, least = p, e
		}
	}
	if best != nil {
		return r.c.Say(say.OnceMoreWith, "product", best.Name)
	}
	var kinds []string
	for _, k := range kit.Kinds() {
		if r.manages(k.ID, z, b) {
			kinds = append(kinds, r.c.Say(kindNames[k.ID]))
		}
	}
	if len(kinds) == 0 {
		return r.c.Say(say.NothingUsual)
	}
	return r.c.Say(say.ThisWould, "kinds", r.c.List(kinds))
}

// sundries compares pads, buds and cloths with what is at hand.
func (r *run) sundries() {
	l := &r.res.Lift
	for _, n := range []struct {
		kinds []kit.Kind
		need  int
		name  say.ID
	}{{[]kit.Kind{kit.CottonPad}, l.Pads, say.PadsN}, {[]kit.Kind{kit.CottonBud}, l.Buds, say.BudsN},
		{[]kit.Kind{kit.Cloth, kit.Mitt}, l.Cloths, say.ClothsN}} {
		have, known := 0, false
		for i := range r.c.Kit {
			if p := &r.c.Kit[i]; slices.Contains(n.kinds, p.Kind) && p.Count != nil {
				have, known = have+*p.Count, true
			}
		}
		if known && n.need > have {
			r.find(rules.RunsOut, "", 0, say.RemovalNeeds, "n", n.need, "what", n.name, "has", have)
		}
	}
}

func hasLashes(c *sitting.Case) bool {
	return slices.ContainsFunc(c.Look.Items, func(it look.Item) bool {
		return it.Attach == look.GlueStrip || it.Attach == look.Single || it.Attach == look.Magnetic
	})
}

func keptLashes(c *sitting.Case) bool {
	return slices.ContainsFunc(c.Look.Items, func(it look.Item) bool {
		return it.Keep && (it.Attach == look.GlueStrip || it.Attach == look.Single || it.Attach == look.Magnetic)
	})
}

func extended(c *sitting.Case) bool {
	return c.Client.Has(face.LashExtensions) ||
		slices.ContainsFunc(c.Look.Items, func(it look.Item) bool { return it.Attach == look.Extensions })
}

func strongLips(c *sitting.Case) bool {
	return slices.ContainsFunc(
		c.Look.Items,
		func(it look.Item) bool { return it.Strong && it.Zone.Zones.Has(face.Lips) },
	)
}
