package stack

import (
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
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
	"urncloth/core/sun"
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

// Dose is the sunscreen laid as a first coat, beside the measures people know. SpoonML is the teaspoon rule (half a
// teaspoon for face and neck, a whole one with the chest), a safe habit rather than the dose.
type Dose struct {
	Grams          doc.Num `json:"grams"`
	AreaCM2        doc.Num `json:"area_cm2"`
	SpoonML        doc.Num `json:"spoon_ml"`
	FingerStrips   doc.Num `json:"finger_strips"`
	FingertipUnits doc.Num `json:"fingertip_units"`
}

// underOil is the kinds of care that oil must not lie under.
var underOil = []kit.Kind{
	kit.Toner,
	kit.Mist,
	kit.Essence,
	kit.Serum,
	kit.EyeCream,
	kit.MoisturiserGel,
	kit.MoisturiserLotion,
	kit.MoisturiserCream,
	kit.MoisturiserRich,
}

// run is one evaluation as it goes on.
type run struct {
	c        *sitting.Case
	res      *Result
	order    []int // steps by start, then as listed
	starts   []time.Time
	washed   bool
	lensOut  bool
	touched  bool
	warned   bool // of hot skin
	spatula  bool
	cleansed face.Set
	unrinsed map[face.Zone]string
	balmed   face.Set
	used     map[string]float64
	short    map[string]bool
	coats    map[face.Zone][]coat
}

type coat struct {
	product *kit.Product
	film    float64
	at      time.Time
	step    string
	blended bool
}

// Prep evaluates prep steps in the order of their starts and returns clock, layers, dose and findings. The steps'
// order, starts, hands-on and contact seconds and products are kept. Where film and grams disagree film wins; a step
// with grams but no film is taken as spread evenly. O(steps × zones × rules).
func Prep(c *sitting.Case, steps []Step) Result {
	res := Result{
		Steps:    make([]Step, len(steps)),
		StartsAt: c.ChairAt,
		ReadyAt:  c.ChairAt,
		Findings: []rules.Finding{},
	}
	copy(res.Steps, steps)
	r := &run{
		c:        c,
		res:      &res,
		unrinsed: map[face.Zone]string{},
		used:     map[string]float64{},
		short:    map[string]bool{},
		coats:    map[face.Zone][]coat{},
	}
	r.sequence()
	for _, n := range r.order {
		r.step(&res.Steps[n], r.starts[n])
	}
	r.hands()
	res.SlackS = int(c.BaseAt.Sub(res.ReadyAt).Seconds())
	r.base()
	r.sunscreen()
	r.whole()
	if res.SlackS < 0 {
		r.find(rules.TimeShort, "", 0, say.MinutesMissing, "minutes", Minutes(r.c.Words, -res.SlackS), "ready",
			day.Wall(res.ReadyAt).Clock(), "base", c.Day.BaseAt.Clock())
	}
	sitting.LiftStops(c.Sitting, res.Findings)
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

func (r *run) sequence() {
	r.order = make([]int, len(r.res.Steps))
	r.starts = make([]time.Time, len(r.order))
	for i := range r.order {
		r.order[i] = i
		r.starts[i], _ = r.res.Steps[i].Start.In(r.c.Loc)
	}
	slices.SortStableFunc(r.order, func(a, b int) int { return r.starts[a].Compare(r.starts[b]) })
	if len(r.order) > 0 {
		r.res.StartsAt = r.starts[r.order[0]]
	}
	for _, s := range r.res.Steps {
		if p := r.c.Product(s.Product); p != nil && p.Kind == kit.Spatula {
			r.spatula = true
		}
	}
}

func (r *run) find(rule rules.ID, step string, zones face.Set, message say.ID, slots ...any) *rules.Finding {
	r.res.Findings = append(r.res.Findings, rules.New(r.c.Words, rule, rules.Prep, step, zones.List(), message,
		slots...))
	return &r.res.Findings[len(r.res.Findings)-1]
}

func (r *run) step(s *Step, start time.Time) {
	s.Complete()
	p := r.c.Product(s.Product)
	zones := face.SetOf(s.Zones...)
	if s.Act == act.Hands {
		r.washed = true
	}
	if s.Act == act.LensOut {
		r.lensOut = true
	}
	touches := p != nil && p.Kind.Of().Group != kit.Sundries || zones != 0 && s.Act != act.Refer && s.Act != act.Ready
	if touches && !r.touched {
		r.touched = true
		if !r.washed {
			r.find(rules.HandsFirst, s.ID, 0, say.None)
		}
	}
	r.hot(s, p, start)
	r.objections(s, p, zones)
	done := start.Add(seconds(max(s.HandsS, s.ContactS)))
	if s.Act == act.Apply && p != nil {
		r.apply(s, p, zones, start, done)
	}
	r.clean(s, p, zones, done)
	if s.Act == act.Treat {
		for _, z := range zones.List() {
			r.res.Layers[z] = nil
		}
	}
	if p != nil && s.Act != act.Setup {
		r.stock(s, p)
	}
	end := done.Add(seconds(s.SetS))
	if end.After(r.res.ReadyAt) {
		r.res.ReadyAt = end
	}
}

func seconds(s int) time.Duration { return time.Duration(s) * time.Second }

func (r *run) hot(s *Step, p *kit.Product, start time.Time) {
	if p == nil || p.Kind.Of().Group == kit.Sundries {
		return
	}
	if start.Before(r.c.CoolAt) {
		r.find(rules.HotSkin, s.ID, face.SetOf(s.Zones...), say.NotCooled, "product", p.Name,
			"minutes", Minutes(r.c.Words, int(r.c.CoolAt.Sub(start).Seconds())))
	} else if r.c.Hot && !r.warned {
		r.warned = true
		f := r.find(rules.HotSkin, s.ID, 0, say.SkinReadsHot, "surface", *r.c.Day.SurfaceC)
		*f = f.As(rules.Caution)
	}
}

// objections gathers what speaks against the step on each of its zones into one finding a rule and reason.
func (r *run) objections(s *Step, p *kit.Product, zones face.Set) {
	if s.Act == act.Refer || s.Act == act.Ready || s.Act == act.Setup || s.Act == act.LensOut {
		return
	}
	list := zones.List()
	if len(list) == 0 { // a step on no zone answers for its product or act alone
		open := (face.BaseArea &^ r.c.Barred().All()).List()
		if p == nil && s.Act != act.Treat || len(open) == 0 {
			return
		}
		list = open[:1]
	}
	var known [face.N][]fit.Objection // by the first zone that is alike
	var asked face.Set
	for _, m := range fit.Gather(list, func(z face.Zone) []fit.Objection {
		like := r.c.Alike(z)
		if !asked.Has(like) {
			u := fit.Use{Case: r.c, Product: p, Act: s.Act, Kind: s.Kind, How: s.How, Zone: z, LensesIn: r.lensesIn()}
			known[like], asked = u.Fits(), asked|face.SetOf(like)
		}
		return known[like]
	}) {
		m.Zones &= zones
		r.res.Findings = append(r.res.Findings, m.Finding(r.c, rules.Prep, s.ID))
	}
}

func (r *run) apply(s *Step, p *kit.Product, zones face.Set, start, done time.Time) {
	figures := p.Kind.Of()
	r.measure(s, p, zones)
	s.SetS = 0
	for _, z := range zones.List() {
		s.SetS = max(s.SetS, r.c.DryS(p.Kind, float64(s.Film[z])))
	}
	if len(zones.List()) == 0 {
		return
	}
	set := done.Add(seconds(s.SetS))
	shown := day.Wall(set)
	var wet, beads, early, over face.Set
	for _, z := range zones.List() {
		film := float64(s.Film[z])
		if p.Kind.SpotBalm() {
			r.balmed |= face.SetOf(z)
		}
		if film <= 0 {
			continue
		}
		layers := r.res.Layers[z]
		if top := topmost(layers); top != nil && s.With == "" {
			unset := top.setAt.After(start)
			if unset && !r.dampAllowed(p) {
				wet |= face.SetOf(z)
			}
			if cost := kit.OverWhat(p.Base, top.Base); cost >= figure.BeadsFrom &&
				!(top.Kind == kit.FaceOil && float64(top.Film) <= figure.SetOilFilm+figure.Same && !unset) &&
				!p.Kind.SpotBalm() &&
				!r.veil(p, top) {
				beads |= face.SetOf(z)
			}
		}
		for _, l := range layers {
			if l.Kind == kit.FaceOil && figures.Group == kit.Care && slices.Contains(underOil, p.Kind) &&
				!r.c.Method.Is(method.OilSlot, method.MixedWithSerum) {
				early |= face.SetOf(z)
			}
			if l.Kind.Of().Group == kit.Sunscreens && l.step != s.With &&
				!(figures.Group == kit.Primers && r.c.Method.Is(method.PrimerSPFOrder, method.SPFThenPrimer)) {
				over |= face.SetOf(z)
			}
		}
		if p.Kind == kit.FaceOil && !r.c.Method.Is(method.OilSlot, method.MixedWithSerum) && !moistened(layers) {
			early |= face.SetOf(z)
		}
		residue := film * figures.Stays
		r.res.Layers[z] = append(layers, Layer{Product: p.ID, Kind: p.Kind, Base: p.Base, Film: doc.Num(film),
			Residue: doc.Num(residue), SetAt: shown, setAt: set, residue: residue, step: s.ID})
		if figures.Group == kit.Sunscreens {
			r.coats[z] = append(r.coats[z], coat{p, film, done, s.ID, s.With != ""})
		}
	}
	if wet != 0 {
		r.find(rules.LayerNotSet, s.ID, wet, say.StillWet, "product", p.Name, "zones", r.c.Names(wet))
	}
	if beads != 0 {
		r.find(rules.BeadsOnBase, s.ID, beads, say.BeadsOn, "product", p.Name, "zones", r.c.Names(beads))
	}
	if early != 0 {
		r.find(rules.OilTooEarly, s.ID, early, say.None)
	}
	if over != 0 {
		r.find(rules.SPFNotLast, s.ID, over, say.OverSunscreen, "product", p.Name)
	}
	r.blend(s, p, zones)
}

// veil reports whether p is the method's thin hydrating veil over a mattified zone.
func (r *run) veil(p *kit.Product, under *Layer) bool {
	return p.Kind == kit.PrimerHydrating && under.Kind == kit.PrimerMattifying &&
		r.c.Method.Is(method.PrimerSplit, method.ByZoneWithVeil)
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
	return slices.ContainsFunc(
		layers,
		func(l Layer) bool { return l.Kind.Moisturiser() || l.Kind == kit.MoisturiserSPF },
	)
}

// dampAllowed reports whether the method lets a water layer follow another damp.
func (r *run) dampAllowed(p *kit.Product) bool {
	g := p.Kind.Of().Group
	return r.c.Method.Is(method.DampLayering, method.Yes) && g == kit.Care && p.Kind != kit.FaceOil
}

// blend warns of sunscreen mixed with another product.
func (r *run) blend(s *Step, p *kit.Product, zones face.Set) {
	if s.With == "" {
		return
	}
	for _, o := range r.res.Steps {
		if o.ID != s.With {
			continue
		}
		q := r.c.Product(o.Product)
		if q == nil || p.Kind.Of().Group != kit.Sunscreens && q.Kind.Of().Group != kit.Sunscreens {
			return
		}
		r.find(rules.SPFDiluted, s.ID, zones, say.BlendedWith, "product", p.Name, "other", q.Name)
		for z, coats := range r.coats {
			for i := range coats {
				if coats[i].step == o.ID || coats[i].step == s.ID {
					r.coats[z][i].blended = true
				}
			}
		}
	}
}

// measure makes film, grams, units and hand measure agree. Film wins.
func (r *run) measure(s *Step, p *kit.Product, zones face.Set) {
	for z := range s.Film {
		if !zones.Has(z) {
			delete(s.Film, z)
		}
	}
	if len(s.Film) == 0 && s.Grams > 0 {
		var area float64
		for _, z := range zones.List() {
			area += r.c.Area[z]
		}
		for _, z := range zones.List() {
			s.Film[z] = doc.Num(kit.Film(float64(s.Grams), area))
		}
	}
	Measure(r.c, s, p, r.c.Grams(s.Film))
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

func (r *run) clean(s *Step, p *kit.Product, zones face.Set, done time.Time) {
	switch s.Act {
	case act.Cleanse:
		r.cleansed |= zones
		for _, z := range zones.List() {
			r.res.Layers[z] = nil
			delete(r.unrinsed, z)
			if p != nil && p.Kind == kit.Micellar {
				r.unrinsed[z] = s.ID
			}
		}
		if p == nil || len(s.Film) == 0 {
			return
		}
		for _, z := range zones.List() {
			film := float64(s.Film[z])
			if film <= 0 {
				continue
			}
			s.SetS = max(s.SetS, r.c.DryS(p.Kind, film))
			residue := film * p.Kind.Of().Stays
			set := done.Add(seconds(s.SetS))
			r.res.Layers[z] = append(
				r.res.Layers[z],
				Layer{Product: p.ID, Kind: p.Kind, Base: p.Base, Film: doc.Num(film),
					Residue: doc.Num(residue), SetAt: day.Wall(set), setAt: set, residue: residue, step: s.ID},
			)
		}
	case act.Rinse, act.Wipe, act.Cloth:
		for _, z := range zones.List() {
			delete(r.unrinsed, z)
			if len(r.res.Layers[z]) == 1 && r.res.Layers[z][0].Kind == kit.Micellar {
				r.res.Layers[z] = nil
			}
		}
	}
}

// lensesIn reports whether contact lenses are in by now.
func (r *run) lensesIn() bool {
	return r.c.Client.Has(face.LensesStay) || r.c.Client.Has(face.ContactLenses) && !r.lensOut
}

func (r *run) stock(s *Step, p *kit.Product) {
	r.used[p.ID] += float64(s.Grams)
	if p.Short(r.used[p.ID]) && !r.short[p.ID] && !p.Empty() {
		r.short[p.ID] = true
		r.find(rules.RunsOut, s.ID, 0, say.NeedsMore, "product", p.Name, "needs", doc.Round(r.used[p.ID]), "has",
			doc.Round(*p.RemainingG))
	}
	if p.Container == kit.Jar && !r.spatula {
		r.find(rules.JarFingers, s.ID, 0, say.JarNoSpatula, "product", p.Name)
	}
}

// hands warns where two steps need the hands at once.
func (r *run) hands() {
	var busyUntil time.Time
	var last string
	for _, n := range r.order {
		s := &r.res.Steps[n]
		start := r.starts[n]
		if s.HandsS == 0 || s.With != "" {
			continue
		}
		if start.Before(busyUntil) {
			r.find(rules.HandsBusy, s.ID, face.SetOf(s.Zones...), say.HandsBusy, "step", last)
		}
		if end := start.Add(seconds(s.HandsS)); end.After(busyUntil) {
			busyUntil, last = end, s.ID
		}
	}
}

// base looks at what the foundation will lie on.
func (r *run) base() {
	var mismatch, full, dry face.Set
	for _, z := range face.All.List() {
		layers := r.res.Layers[z]
		limit := r.c.Limit(z)
		if r.res.Layers.Residue(z) > limit+figure.Same {
			full |= face.SetOf(z)
		}
		if top := topmost(layers); top != nil && face.BaseArea.Has(z) &&
			kit.OverWhat(r.c.Look.Base.Film(), top.Base) >= figure.MismatchFrom {
			mismatch |= face.SetOf(z)
		}
		s := r.c.Skin[z]
		if (s.Has(face.Flaky) || z == face.Lips) && !r.balmed.Has(z) && !r.c.Barred().All().Has(z) && r.shown(z) {
			dry |= face.SetOf(z)
		}
	}
	for _, z := range full.List() {
		r.find(rules.Overloaded, "", face.SetOf(z), say.HoldsOver, "zone", z.NameIn(r.c.Words), "holds",
			doc.Round(r.res.Layers.Residue(z)), "limit", r.c.Limit(z))
	}
	if mismatch != 0 {
		r.find(rules.BaseMismatch, "", mismatch, say.FoundationOn, "base", say.Word(look.BaseList, r.c.Look.Base),
			"zones", r.c.Names(mismatch))
	}
	if dry != 0 {
		r.find(rules.DryPatch, "", dry, say.WithoutBalm, "zones", r.c.Names(dry))
	}
	var bare face.Set
	for _, z := range DrySkin.List() {
		if !moistened(r.res.Layers[z]) && !r.c.Barred().All().Has(z) {
			bare |= face.SetOf(z)
		}
	}
	if bare != 0 {
		r.find(rules.NoMoisture, "", bare, say.NoMoisturiserOn, "zones", r.c.Names(bare))
	}
	for _, z := range face.All.List() {
		if id := r.unrinsed[z]; id != "" && r.c.Method.Is(method.MicellarRinse, method.Rinse) {
			f := r.find(rules.NotRinsed, id, 0, say.None)
			f.Phase = rules.Prep
			break
		}
	}
}

// DrySkin is the zones that every prepared face gets moisturiser on.
var DrySkin = face.SetOf(face.Forehead, face.Nose, face.UpperLip, face.Chin, face.Cheeks, face.Jaw)

func (r *run) shown(z face.Zone) bool { return z != face.Chest || r.c.Look.Open() }

// Covered is the zones a sunscreen belongs on: all of the face but the lips, and eyelids and under the eyes only where
// the product is eye-safe; ears, neck, and the chest where it shows.
func Covered(c *sitting.Case, p *kit.Product) face.Set {
	zones := face.Face&^face.SetOf(face.Lips) | c.Neighbours()
	if !p.EyeSafe {
		zones &^= face.SetOf(face.Eyelids, face.UnderEyes)
	}
	return zones
}

// Admits reports whether nothing bars a product on a zone.
func Admits(c *sitting.Case, p *kit.Product, z face.Zone) bool {
	u := fit.Use{Case: c, Product: p, Act: act.Apply, Kind: act.Kind(p.Kind), How: act.Pat, Zone: z}
	return !slices.ContainsFunc(u.Fits(), func(o fit.Objection) bool { return o.Bars })
}

func (r *run) sunscreen() {
	c := r.c
	var laid face.Set
	var area, grams float64
	var nearEyes []*kit.Product // laid on skin, and safe near the eyes
	var last time.Time
	lastStep := ""
	for z := range face.N {
		for _, k := range r.coats[z] {
			laid |= face.SetOf(z)
			grams += kit.Grams(k.film, c.Area[z])
			if k.product.EyeSafe && z.Class() != face.Eye && !slices.Contains(nearEyes, k.product) {
				nearEyes = append(nearEyes, k.product)
			}
			if k.at.After(last) {
				last, lastStep = k.at, k.step
			}
		}
		if len(r.coats[z]) > 0 {
			area += c.Area[z]
		}
	}
	if laid != 0 {
		spoon := figure.TeaspoonML / 2
		if laid.Has(face.Chest) {
			spoon = figure.TeaspoonML
		}
		r.res.Dose = Dose{
			doc.Num(grams),
			doc.Num(area),
			doc.Num(spoon),
			doc.Num(grams / figure.FingerStripG),
			doc.Num(grams / figure.FingertipUnitG),
		}
	}
	r.missing(laid, nearEyes)
	r.thin()
	if r.twoFactors() {
		r.find(rules.SPFNoSum, "", 0, say.None)
	}
	if !c.Daylight && laid == 0 {
		r.find(rules.SPFAtNight, "", 0, say.None)
	} else if !c.Daylight {
		r.find(rules.SPFAtNight, lastStep, laid, say.NoDaylight)
	}
	if laid != 0 && !c.FirstSun.IsZero() && c.FirstSun.Sub(last) < figure.BeforeSun {
		r.find(rules.SPFSetTime, lastStep, 0, say.UntilFirstSun, "minutes",
			Minutes(r.c.Words, max(0, int(c.FirstSun.Sub(last).Seconds()))), "time", day.Wall(c.FirstSun).Clock())
	}
	r.uncovered(laid)
}

// missing looks for covered zones that daylight will find without sunscreen. Those round the eyes are covered where
// what is on the face may go there.
func (r *run) missing(laid face.Set, nearEyes []*kit.Product) {
	c := r.c
	if !c.Daylight {
		return
	}
	barred := c.Barred().All()
	var lacking, hopeless face.Set
	for _, z := range (face.Face&^face.SetOf(face.Lips) | c.Neighbours()).List() {
		if laid.Has(z) {
			continue
		}
		if z.Class() == face.Eye && laid != 0 &&
			!slices.ContainsFunc(nearEyes, func(p *kit.Product) bool { return Admits(c, p, z) }) {
			continue
		}
		can := !barred.Has(z) && r.screenable(z)
		switch {
		case can:
			lacking |= face.SetOf(z)
		case z.Class() != face.Eye:
			hopeless |= face.SetOf(z)
		}
	}
	if lacking != 0 {
		f := r.find(rules.SPFMissing, "", lacking, say.NoSunscreenOn, "zones", r.c.Names(lacking))
		if !c.Strong {
			*f = f.As(rules.Note)
		}
	}
	if hopeless != 0 {
		f := r.find(rules.SPFMissing, "", hopeless, say.NothingScreens, "zones", r.c.Names(hopeless))
		*f = f.As(rules.Note).Do(r.c.Say(say.HatAndShade))
	}
}

// screenable reports whether the kit holds a sunscreen that may go on a zone.
func (r *run) screenable(z face.Zone) bool {
	for i := range r.c.Kit {
		if p := &r.c.Kit[i]; p.Kind.Of().Group == kit.Sunscreens && Admits(r.c, p, z) {
			return true
		}
	}
	return false
}

// thin says what a first coat under the full dose really gives.
func (r *run) thin() {
	groups := map[string]face.Set{}
	worst := map[string]coat{}
	for z := range face.N {
		for _, k := range r.coats[z] {
			if k.film < figure.FullDose-figure.Same || k.blended {
				groups[k.step] |= face.SetOf(z)
				if old, seen := worst[k.step]; !seen || k.film < old.film {
					worst[k.step] = k
				}
			}
		}
	}
	for _, n := range r.order {
		id := r.res.Steps[n].ID
		if k, is := worst[id]; is && k.film < figure.FullDose-figure.Same {
			r.find(rules.SPFShort, id, groups[id], say.ThinCoat, "film", doc.Round(k.film), "product", k.product.Name,
				"gives", doc.Round(sun.Effective(k.product.SPF, k.film)), "label", k.product.SPF)
		}
	}
}

func (r *run) twoFactors() bool {
	for z := range face.N {
		seen := ""
		for _, l := range r.res.Layers[z] {
			p := r.c.Product(l.Product)
			if p == nil || p.SPF <= 0 {
				continue
			}
			if seen != "" && seen != p.ID {
				return true
			}
			seen = p.ID
		}
	}
	return false
}

// uncovered looks for neck, ears or bare chest left out of what the face got.
func (r *run) uncovered(laid face.Set) {
	can := r.c.Neighbours() &^ r.c.Barred().All()
	if laid&face.Face != 0 && can&^laid != 0 {
		var lacking face.Set
		for _, z := range (can &^ laid).List() {
			if r.screenable(z) {
				lacking |= face.SetOf(z)
			}
		}
		if lacking != 0 {
			r.find(rules.UncoveredSkin, "", lacking, say.NoSunscreenGot, "zones", r.c.Names(lacking))
		}
	}
	if r.cleansed&face.Face != 0 && can&^r.cleansed != 0 {
		r.find(rules.UncoveredSkin, "", can&^r.cleansed, say.NotCleansed, "zones", r.c.Names(can&^r.cleansed), "n",
			len((can &^ r.cleansed).List()))
	}
}

// whole looks at the sitting itself: what stops work on a zone is said even when the plan avoids the zone.
func (r *run) whole() {
	c := r.c
	said := func(rule rules.ID) face.Set {
		var zones face.Set
		for _, f := range r.res.Findings {
			if f.Rule == rule {
				zones |= face.SetOf(f.Zones...)
			}
		}
		return zones
	}
	b := c.Barred()
	if rest := (b.Contagious | b.Eye) &^ said(rules.Contagious); rest != 0 {
		f := r.find(rules.Contagious, "", rest, say.NoWorkCatching, "zones", r.c.Names(rest))
		if b.Eye != 0 {
			*f = f.NoReason()
		}
	}
	if rest := b.Broken &^ said(rules.BrokenSkin); rest != 0 {
		r.find(rules.BrokenSkin, "", rest, say.NoWorkOpen, "zones", r.c.Names(rest))
	}
	if rest := c.Marked(face.Sunburn) &^ said(rules.Sunburnt); rest != 0 {
		f := r.find(rules.Sunburnt, "", rest, say.SunburntZones, "zones", r.c.Names(rest))
		if b.Burnt == 0 {
			*f = f.As(rules.Caution)
		}
	}
	healing, fresh := fit.Healing(c)
	if rest := healing &^ said(rules.RecentProcedure); rest != 0 {
		f := r.find(rules.RecentProcedure, "", rest, say.None)
		if fresh != 0 {
			*f = f.As(rules.Stop)
		}
	}
	if scar := c.Marked(face.Scar); scar != 0 {
		r.find(rules.ScarredSkin, "", scar, say.None)
	}
	if !c.ShavedAt.IsZero() && c.BaseAt.Sub(c.ShavedAt) < figure.ShaveAtLeast {
		r.find(rules.ShavenSkin, "", c.Shaven, say.ShavedLate, "time", c.Day.ShavedAt.Clock())
	}
	r.age()
	r.items()
	if c.Daylight &&
		c.Within(figure.PhotosensitiveDays, face.Retinoid, face.Isotretinoin, face.Exfoliated, face.PeelLight,
			face.PeelMedium, face.PeelDeep) != 0 {
		r.find(rules.Photosensitised, "", 0, say.None)
	}
}

func (r *run) age() {
	age, known := r.c.Client.Age(r.c.Day.Date)
	if known && age < figure.GuardianYears && !r.c.Client.Guardian {
		r.find(rules.Minor, "", 0, say.NoGuardian, "age", int(age))
	}
	if known && age < figure.InfantYears && r.c.Daylight {
		r.find(rules.Infant, "", 0, say.UnderInfant)
	}
}

// items looks at the declared makeup: what sticks or glitters is a matter for prep too.
func (r *run) items() {
	c := r.c
	age, known := c.Client.Age(c.Day.Date)
	for _, it := range c.Look.Items {
		zones := it.Zone.Zones
		sticks := it.Binder == look.Adhesive || it.Attach == look.GlueStrip || it.Attach == look.Single ||
			it.Attach == look.Extensions
		strong := slices.Contains([]look.Binder{look.FXResin, look.FXAcrylic, look.FXSilicone}, it.Binder) ||
			it.Binder == look.Adhesive && !zones.Has(face.Eyelids)
		p := kit.Product{Tags: it.Tags}
		if sticks || strong {
			p.Tags = append(slices.Clone(it.Tags), "adhesive")
		}
		if w := p.Carries(c.Client.Allergies); w != "" {
			r.find(rules.Allergen, "", zones, say.CarriesAllergen, "product", it.Item, "word", w)
		}
		if known && age < figure.ToddlerYears && (sticks || strong || it.Item == "glitter") {
			r.find(rules.Infant, "", zones, say.NotForToddler, "item", it.Item)
		}
		if it.FirstUse && (sticks || strong) {
			r.find(rules.PatchTest, "", zones, say.NewAdhesive, "item", it.Item)
		}
		if strong && c.Within(figure.IsotretinoinDays, face.Isotretinoin)&zones != 0 {
			r.find(rules.Isotretinoin, "", zones, say.PullsTears, "item", it.Item)
		}
		if strong && c.Within(fit.RetinoidWindow(c), face.Retinoid)&zones != 0 {
			r.find(rules.RecentRetinoid, "", zones, say.PullsThin, "item", it.Item)
		}
	}
}
