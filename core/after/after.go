// Package after plans what the skin gets once everything is off, that night and the next morning, and the card that
// goes home with the client. The same rules check steps made by hand.
package after

import (
	"math"
	"slices"
	"strconv"
	"strings"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Aftercare is that night, the next morning, and the card in the client's words.
type Aftercare struct {
	Steps    []stack.Step `json:"steps"`
	Tomorrow []string     `json:"tomorrow"`
	Card     []string     `json:"card"`
}

// Empty is a night that has not been planned.
func Empty() Aftercare {
	return Aftercare{Steps: []stack.Step{}, Tomorrow: []string{}, Card: []string{}}
}

// Day is what of the day matters at night: when removal ended, what took makeup off and with which tools, whether more
// sun than the budget reached the skin, and what could not be lifted off.
type Day struct {
	From     time.Time
	Removers []string // product ids in order
	Cloths   int
	Sunned   bool
	Stuck    face.Set // where a piece is still on
}

// Result is an evaluation of aftercare.
type Result struct {
	Aftercare Aftercare
	Findings  []rules.Finding
	idle      []string // steps that take off where nothing lies that has to come off
}

type planner struct {
	c     *sitting.Case
	hands time.Time         // when they are free
	set   [face.N]time.Time // when each zone has set
	steps []stack.Step
	night Day
	brevity
}

// Plan writes the night: the client's own routine first, one active at most, thin to thick, nothing that the skin
// speaks against.
func Plan(c *sitting.Case, d Day) Result {
	return Evaluate(c, d, inTime(c, d, func(steps []stack.Step) []stack.Step { return steps }))
}

var (
	skin  = face.SetOf(face.Forehead, face.Nose, face.UpperLip, face.Chin, face.Cheeks, face.Jaw)
	whole = skin | face.SetOf(face.Neck)
)

// use is how a product is asked about at night.
func use(c *sitting.Case, p *kit.Product, what act.Act) fit.Use {
	return fit.Use{Case: c, Product: p, Act: what, Kind: act.Detail(p.Kind), How: act.Pat, After: true}
}

// find returns the product that costs least among those of some kinds that nothing but a note speaks against, and
// where it may go.
func (pl *planner) find(
	what act.Act,
	on face.Set,
	misfit func(*kit.Product) (float64, bool),
	kinds ...kit.Kind,
) (*kit.Product, face.Set) {
	var best *kit.Product
	var where face.Set
	least := math.Inf(1)
	for i := range pl.c.Kit {
		p := &pl.c.Kit[i]
		if !slices.Contains(kinds, p.Kind) || p.Empty() {
			continue
		}
		cost, fits := misfit(p)
		if !fits {
			continue
		}
		zones, u := on, use(pl.c, p, what)
		for _, met := range u.Over(on.List()) {
			if met.Bars || met.Severity != rules.Note {
				zones &^= met.Zones
			}
		}
		if zones == 0 || pl.c.Short(p, pl.c.Grams(nightFilm(pl.c, p, zones))) {
			continue
		}
		cost += figure.DislikedCost*float64(p.CountCarried(pl.c.Client.Dislikes)) +
			float64(len(on.List())-len(zones.List()))
		if !p.House && pl.housed(p.Kind) {
			cost += figure.NotHouse
		}
		if cost < least-figure.Same {
			best, where, least = p, zones, cost
		}
	}
	return best, where
}

// housed reports whether the studio has its own choice of a kind.
func (pl *planner) housed(k kit.Kind) bool {
	return slices.ContainsFunc(pl.c.Kit, func(p kit.Product) bool { return p.House && p.Kind == k && !p.Empty() })
}

func whatever(*kit.Product) (float64, bool) { return 0, true }

// laid is what a step lays: a product on zones, as a film on each of them, or in grams; for how long it stays, where it
// is taken off again.
type laid struct {
	p       *kit.Product
	zones   face.Set
	film    map[face.Zone]doc.Num
	grams   float64
	contact int
	why     method.Key
}

// add writes a step as soon as the hands are free and its zones have set; its message has the slots product, zones,
// amount and minutes.
func (pl *planner) add(what act.Act, d laid, hands int, message say.ID, because ...rules.ID) *stack.Step {
	p := d.p
	at := pl.hands
	for _, z := range d.zones.List() {
		if pl.set[z].After(at) {
			at = pl.set[z]
		}
	}
	s := stack.Step{
		ID:       "n" + strconv.Itoa(len(pl.steps)+1),
		Act:      what,
		Zones:    d.zones.List(),
		Film:     d.film,
		HandsS:   hands,
		ContactS: d.contact,
		How:      pl.how(message, d.zones),
		Because:  because,
		Method:   d.why,
		Start:    day.Wall(at),
	}
	name := ""
	if p != nil {
		name, s.Kind, s.Product = p.Name, act.Detail(p.Kind), p.ID
		for _, f := range d.film {
			if what == act.Apply {
				s.SetS = max(s.SetS, pl.c.DryS(p.Kind, float64(f)))
			}
		}
		if d.grams == 0 {
			d.grams = pl.c.Grams(d.film)
		}
		stack.Measure(pl.c, &s, p, d.grams)
	}
	s.Say = pl.c.Say(message, "product", name, "zones", pl.c.Names(d.zones), "amount", s.Amount, "minutes",
		stack.Minutes(pl.c.Words, d.contact), "do", doWords[s.How])
	s.Complete()
	pl.hands = at.Add(time.Duration(hands) * time.Second)
	for _, z := range d.zones.List() {
		pl.set[z] = at.Add(time.Duration(max(hands, d.contact)+s.SetS) * time.Second)
	}
	pl.steps = append(pl.steps, s)
	return &pl.steps[len(pl.steps)-1]
}

// hands is the way of the hands that a message asks for, where it asks for one; all others pat.
var hands = map[say.ID]act.How{say.NightPress: act.Press, say.NightTargeted: act.Press, say.NightOil: act.Press,
	say.NightSmooth: act.Smooth}

// doWords is how each way is said.
var doWords = map[act.How]say.ID{act.Press: say.DoPress, act.Smooth: say.DoSmooth, act.Pat: say.DoPat}

// how is the way of the hands for a message on some zones: patted where nothing may be pressed or rubbed.
func (pl *planner) how(message say.ID, zones face.Set) act.How {
	how, asked := hands[message]
	if !asked || fit.Patted(pl.c)&zones != 0 {
		return act.Pat
	}
	return how
}

// lay writes one layer.
func (pl *planner) lay(p *kit.Product, zones face.Set, hands int, message say.ID, because ...rules.ID) {
	if pl.uses(p) {
		return
	}
	pl.add(act.Apply, laid{p: p, zones: zones, film: nightFilm(pl.c, p, zones)}, hands, message, because...)
}

// nightFilm is the film of a product on zones at night.
func nightFilm(c *sitting.Case, p *kit.Product, zones face.Set) map[face.Zone]doc.Num {
	film := map[face.Zone]doc.Num{}
	for _, z := range zones.List() {
		film[z] = nightly(c, p, z)
	}
	return film
}

// nightly is the film of a product on a zone at night, mg/cm²: of an oil all that it takes.
func nightly(c *sitting.Case, p *kit.Product, z face.Zone) doc.Num {
	f := c.Film(p.Kind, z)
	if p.Kind == kit.FaceOil {
		f = p.Kind.Of().Full
	}
	return doc.Num(doc.Round(f))
}

// uses reports whether the night has a product already.
func (pl *planner) uses(p *kit.Product) bool {
	return slices.ContainsFunc(pl.steps, func(s stack.Step) bool { return s.Product == p.ID })
}

// calm is the zones of some that may have an active tonight: what we propose goes on skin that is calm all over, what
// is the client's own wherever it is not sore.
func (pl *planner) calm(zones face.Set, own bool) face.Set {
	restless := fit.RuledOut(pl.c, nature.Treats)
	switch {
	case pl.night.Sunned, restless != 0 && !own:
		return 0
	}
	return zones &^ restless
}

// closed is the zones on which nothing goes tonight: those left alone, and what a piece still covers.
func (pl *planner) closed() face.Set { return pl.c.Barred().All() | pl.night.Stuck }

// write writes the steps of the night, thin to thick.
func (pl *planner) write() {
	c := pl.c
	open := (whole | c.Neighbours()&face.SetOf(face.Chest)) &^ pl.closed()
	layered := c.Method.Is(method.NightLayers, method.Layered)
	if pl.brevity == barest {
		pl.moisturise(open)
		pl.spots(0, false)
		pl.daylight()
		pl.tools()
		return
	}
	tonight := tonight{}
	if pl.brevity == full {
		tonight = pl.active(open)
		pl.exfoliate(tonight)
		pl.treated(open, tonight)
	}
	pl.routine(open, kit.Toner, figure.NightSpotS, say.NightPress)
	pl.routine(open, kit.Mist, figure.NightSpotS, say.NightPress)
	if !pl.routine(open, kit.Essence, figure.NightSpotS, say.NightPress) && layered && !c.Child() {
		pl.press(open, whatever, kit.Essence, figure.NightSpotS)
	}
	retinoid := tonight.retinoid()
	rest := open
	if !pl.routine(open, kit.Serum, figure.NightHandsS, say.NightTargeted) && !c.Child() {
		if !layered { // one serum a zone is enough: the targeted one where there is a mark
			rest &^= pl.targeted(open, tonight.p != nil)
		}
		pl.press(rest, calming, kit.Serum, figure.NightHandsS)
		if layered {
			pl.targeted(open, tonight.p != nil)
		}
	}
	if under := face.SetOf(face.UnderEyes) &^ pl.closed(); !pl.routine(under, kit.EyeCream, figure.NightHandsS,
		say.NightEyeCream) && layered {
		if p, zones := pl.find(act.Apply, under, whatever, kit.EyeCream); p != nil {
			pl.lay(p, zones, figure.NightHandsS, say.NightEyeCream, rules.UnderEyeHeavy)
		}
	}
	if retinoid != nil {
		pl.add(act.Apply, laid{p: retinoid, zones: tonight.zones, film: spread(c, tonight.zones, figure.RetinoidG),
			grams: figure.RetinoidG}, figure.NightHandsS, say.NightRetinoid, rules.TwoActives)
	}
	pl.moisturise(open)
	pl.spots(open, retinoid != nil)
	pl.lashes()
	pl.daylight()
	pl.tools()
}

// press presses a product of a kind on.
func (pl *planner) press(on face.Set, misfit func(*kit.Product) (float64, bool), kind kit.Kind, hands int) {
	if p, zones := pl.find(act.Apply, on, misfit, kind); p != nil {
		pl.lay(p, zones, hands, say.NightPress, rules.NoMoisture)
	}
}

// calming is the misfit of a serum that calms or hydrates.
func calming(p *kit.Product) (float64, bool) {
	if p.Acid() || p.Retinoid() || p.FirstUse {
		return 0, false
	}
	if p.Has("hyaluronic", "panthenol", "allantoin", "ceramides", "glycerin") {
		return 0, true
	}
	targeted, _ := fit.Aims(p, face.State{})
	return figure.PlainSerum, !targeted
}

// spots puts patches on breakouts, without acid on a night with a retinoid, and balm on lips.
func (pl *planner) spots(open face.Set, retinoid bool) {
	c := pl.c
	bland := func(p *kit.Product) (float64, bool) { return 0, !retinoid || !p.Acid() }
	if p, zones := pl.find(act.Apply, c.Marked(face.Breakout)&open, bland, kit.SpotPatch); p != nil {
		pl.add(act.Apply, laid{p: p, zones: zones, film: map[face.Zone]doc.Num{}}, figure.NightSpotS, say.NightPatch)
	}
	pl.routine(open, kit.DryPatchBalm, figure.NightSpotS, say.NightPress)
	lips := face.SetOf(face.Lips) &^ pl.closed()
	if pl.routine(lips, kit.LipBalm, figure.NightSpotS, say.NightPress) {
		return
	}
	balm := func(p *kit.Product) (cost float64, fits bool) {
		if p.HasFactor() != leaves(c) { // a factor is for daylight alone
			cost = figure.LipsUnscreened
		}
		return cost, true
	}
	if p, zones := pl.find(act.Apply, lips, balm, kit.LipBalm); p != nil {
		pl.lay(p, zones, figure.NightSpotS, say.NightPress, rules.DryPatch)
	}
}

// lashes lays a lash serum: the client's own alone, never at extensions or without lashes.
func (pl *planner) lashes() {
	c, lids := pl.c, face.SetOf(face.Eyelids)&^pl.closed()
	if c.Extended() || c.Client.Lacks(face.Lashes) {
		return
	}
	for _, h := range c.Habits(string(kit.LashSerum)) {
		if _, due := overdue(c, h); !due {
			continue
		}
		if p, zones := pl.habit(h, lids, act.Apply); p != nil && !pl.uses(p) {
			pl.add(act.Apply, laid{p: p, zones: zones, film: map[face.Zone]doc.Num{}, grams: figure.DropG},
				figure.NightSpotS, say.NightLashes, becauseRoutine)
		}
	}
}

// spread is grams spread evenly over zones.
func spread(c *sitting.Case, zones face.Set, grams float64) map[face.Zone]doc.Num {
	var area float64
	for _, z := range zones.List() {
		area += c.Area[z]
	}
	film := map[face.Zone]doc.Num{}
	for _, z := range zones.List() {
		film[z] = doc.Num(doc.Round(kit.Film(grams, area)))
	}
	return film
}

// neutralise is the tag of an acid that has to be taken off with water.
const neutralise = "neutralise"

func neutralised(p *kit.Product) bool { return p.Neutralise || p.Tagged(neutralise) }

// targeted lays each serum only where its marks are, once, and returns where one went.
func (pl *planner) targeted(open face.Set, active bool) (where face.Set) {
	c := pl.c
	var list []laid
	for _, t := range fit.TargetedActives {
		on := c.Marked(t.Mark) & open
		if on == 0 {
			continue
		}
		p, zones := pl.find(act.Apply, on, func(p *kit.Product) (float64, bool) {
			acid := p.Acid() && (active || c.Within(figure.ExfoliateEvery-1, face.Exfoliated) != 0 ||
				pl.calm(open, false) == 0)
			return 0, p.Has(t.Actives...) && !acid && !p.FirstUse && !p.Retinoid()
		}, kit.Serum)
		if p == nil || pl.uses(p) {
			continue
		}
		i := slices.IndexFunc(list, func(l laid) bool { return l.p == p })
		if i < 0 {
			i, list = len(list), append(list, laid{p: p})
		}
		list[i].zones |= zones
	}
	for _, l := range list {
		pl.lay(l.p, l.zones, figure.NightHandsS, say.NightTargeted, rules.TwoActives)
		where |= l.zones
	}
	return where
}

// ideal is the weight of a moisturiser that the skin likes tonight: by its type, rich where dry skin has no water, and
// richer in air that is dry or cold.
func (pl *planner) ideal() float64 {
	c := pl.c
	harsh := c.Day.Air.Temp() < figure.ColdC || c.Day.Air.RH() < figure.DryAir
	parched := slices.ContainsFunc((skin).List(), func(z face.Zone) bool { return c.Skin[z].Water == 0 })
	switch {
	case c.Type.Type == face.Dry && (parched || harsh):
		return figure.RichWeight
	case harsh:
		return idealByType[c.Type.Type] + figure.Richer
	}
	return idealByType[c.Type.Type]
}

func (pl *planner) moisturise(open face.Set) {
	c := pl.c
	ideal := pl.ideal()
	misfit := func(p *kit.Product) (float64, bool) { return figure.WeightMisfit * math.Abs(p.Weight-ideal), true }
	moist := false
	for _, k := range moisturisers {
		moist = pl.routine(open, k, 2*figure.NightHandsS, say.NightSmooth) || moist
	}
	rest := open
	for _, s := range pl.steps {
		if moist && slices.Contains(moisturisers, kit.Kind(s.Kind)) {
			rest &^= face.SetOf(s.Zones...)
		}
	}
	if p, zones := pl.find(act.Apply, rest, misfit, moisturisers...); p != nil {
		pl.lay(p, zones, 2*figure.NightHandsS, say.NightSmooth, rules.NoMoisture)
	}
	var thirsty face.Set // for oil: parched skin, and what a full beard grows on
	for _, z := range (open & skin).List() {
		if s := c.Skin[z]; s.Oil == 0 && s.Water == 0 || c.Client.Beard == face.FullBeard && sitting.Beard.Has(z) {
			thirsty |= face.SetOf(z)
		}
	}
	if pl.routine(open, kit.FaceOil, figure.NightHandsS, say.NightOil) {
		return
	}
	if p, zones := pl.find(act.Apply, thirsty, whatever, kit.FaceOil); p != nil {
		pl.lay(p, zones, figure.NightHandsS, say.NightOil, rules.OilTooEarly)
	}
}

var moisturisers = []kit.Kind{kit.MoisturiserGel, kit.MoisturiserLotion, kit.MoisturiserCream, kit.MoisturiserRich}

// evaluation is the state of a night over time, which the rules read.
type evaluation struct {
	c        *sitting.Case
	night    Day
	res      *Result
	moments  []moment
	acid     string // the last acid laid, "" for none
	retinoid string
	used     map[string]float64 // grams of each product
}

// moment is one step with a product, and what was so by then.
type moment struct {
	*stack.Step
	p              *kit.Product
	zones          face.Set
	acid, retinoid string   // laid by then, this step among them
	watered, off   face.Set // where it was taken off later, with water and by whatever, before anything went over it
	covered        face.Set // where something else went over it
	used           float64
}

// Evaluate looks at the steps of a night as they stand: first the state over time, then the table of rules that reads
// it.
func Evaluate(c *sitting.Case, d Day, steps []stack.Step) Result {
	r := Result{Findings: []rules.Finding{}}
	r.Aftercare.Steps = make([]stack.Step, len(steps))
	copy(r.Aftercare.Steps, steps)
	e := &evaluation{c: c, night: d, res: &r, used: map[string]float64{}}
	for i := range r.Aftercare.Steps {
		e.step(&r.Aftercare.Steps[i])
	}
	for i := range e.moments {
		for _, rule := range stepRules {
			rule(e, &e.moments[i])
		}
	}
	for _, rule := range nightRules {
		rule(e)
	}
	r.Findings = rules.Sort(r.Findings)
	r.Aftercare.Tomorrow = tomorrow(c, e.acid != "", e.retinoid != "", d.Sunned)
	if later := e.deferred(); len(later) > 0 {
		r.Aftercare.Tomorrow = append(r.Aftercare.Tomorrow, c.Say(say.WaitsForTomorrow, "products", c.List(later)))
	}
	r.Aftercare.Card = card(c, d, &r.Aftercare)
	return r
}

// step lets one step happen.
func (e *evaluation) step(s *stack.Step) {
	s.Complete()
	if slices.Contains(takesOff, s.Act) {
		e.takeOff(s)
	}
	p := e.c.Product(s.Product)
	if p == nil {
		return
	}
	if len(s.Film) > 0 {
		s.Grams = doc.Num(e.c.Grams(s.Film))
	}
	stack.Measure(e.c, s, p, float64(s.Grams))
	e.used[p.ID] += float64(s.Grams)
	m := moment{Step: s, p: p, zones: face.SetOf(s.Zones...), used: e.used[p.ID]}
	if m.laysAcid() {
		e.acid = p.Name
	}
	if p.Retinoid() {
		e.retinoid = p.Name
	}
	m.acid, m.retinoid = e.acid, e.retinoid
	for i := range e.moments {
		e.moments[i].covered |= m.zones
	}
	e.moments = append(e.moments, m)
}

// takesOff is the acts that take off what was laid before.
var takesOff = []act.Act{act.Neutralise, act.Rinse, act.Cloth, act.Wipe}

// takeOff takes off what lies on the zones of a step, everywhere where it names none, and has to come off; without any
// such it was for nothing.
func (e *evaluation) takeOff(s *stack.Step) {
	on, idle := face.SetOf(s.Zones...), true
	if on == 0 {
		on = face.All
	}
	for i := range e.moments {
		m := &e.moments[i]
		if s.Act != act.Neutralise {
			idle = idle && !(m.comesOff() && m.zones&on&^m.off != 0)
			m.off |= on &^ m.covered
		}
		if s.Act == act.Neutralise || s.Act == act.Rinse {
			idle = idle && !((m.needsWater() || m.laysAcid()) && m.zones&on&^m.watered != 0)
			m.watered |= on &^ m.covered
		}
	}
	if idle {
		e.res.idle = append(e.res.idle, s.ID)
	}
}

// comesOff reports whether a step leaves something that has to be taken off again.
func (m *moment) comesOff() bool { return m.Act != act.Apply }

// needsWater reports whether a step leaves something that its label wants neutralised.
func (m *moment) needsWater() bool {
	return neutralised(m.p) && m.Act != act.Cleanse && m.Act != act.Massage
}

// laysAcid reports whether a step leaves an acid on the skin, as a wash does not.
func (m *moment) laysAcid() bool { return m.p.Acid() && m.Act != act.Cleanse && m.Act != act.Massage }

// tomorrow is the next morning.
func tomorrow(c *sitting.Case, acid, retinoid, sunned bool) []string {
	list := []string{c.Say(say.MorningRinse), c.Say(say.MorningSunscreen)}
	if acid ||
		c.Within(figure.PhotosensitiveDays, face.Exfoliated, face.PeelLight, face.PeelMedium, face.PeelDeep) != 0 {
		list = append(list, c.Say(say.MorningAcid))
	}
	if retinoid || c.Chronic(face.Retinoid) != 0 {
		list = append(list, c.Say(say.MorningRetinoid))
	}
	if acid || c.Within(figure.ExfoliateEvery-1, face.Exfoliated) != 0 {
		list = append(list, c.Say(say.NoScrubDays))
	}
	if sunned || c.Marked(face.Sunburn) != 0 {
		list = append(list, c.Say(say.OutOfSun))
	}
	if slices.ContainsFunc(
		c.Conditions,
		func(k sitting.Condition) bool { return k.Kind == face.Eczema || k.Kind == face.Rosacea },
	) {
		list = append(list, c.Say(say.OwnEmollient))
	}
	return list
}

// card is what was used, what is next, and when to see somebody.
func card(c *sitting.Case, d Day, a *Aftercare) []string {
	list := []string{}
	names := func(ids []string) []string {
		var out []string
		for _, id := range ids {
			if p := c.Product(id); p != nil && !slices.Contains(out, p.Name) {
				out = append(out, p.Name)
			}
		}
		return out
	}
	if used := names(d.Removers); len(used) > 0 {
		list = append(list, c.Say(say.CardTakenOff, "products", c.List(used)))
	}
	var ids []string
	for _, s := range a.Steps {
		ids = append(ids, s.Product)
	}
	if used := names(ids); len(used) > 0 {
		list = append(list, c.Say(say.CardTonight, "products", c.List(used)))
	}
	list = append(list, c.Say(say.CardTomorrow, "what", strings.Join(a.Tomorrow, " ")))
	if option := c.Method.Get(method.NightLayers); option == method.Lean {
		list = append(list, c.Say(say.CardLittle, "why", method.Reason(c.Words, method.NightLayers, option)))
	}
	return append(list,
		c.Say(say.SeeSomebody),
		c.Say(say.LabelsFirst))
}
