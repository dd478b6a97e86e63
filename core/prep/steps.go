package prep

import (
	"math"
	"slices"
	"strings"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/stack"
)

// how is the way of the hands for a product. Late layers are pressed or patted; nothing is pressed on fresh
// injectables.
func (pl *planner) how(p *kit.Product, zones face.Set) act.How {
	c := pl.c
	how := act.Press
	switch {
	case p.Kind == kit.Toner && c.Method.Is(method.TonerBy, method.Pad):
		how = act.Pad
	case p.Kind == kit.Mist:
		if how = act.Sponge; fit.Sprayed(c) && !p.Aerosol {
			how = act.Spray
		}
	case p.Kind == kit.EyeCream:
		how = act.Tap
	case p.Kind.Moisturiser(), p.Kind == kit.LipBalm:
		how = act.Smooth
	case p.Kind.Of().Group == kit.Primers, p.Kind.Of().Group == kit.Sunscreens:
		how = act.Pat
	}
	if fit.Patted(c)&zones != 0 && slices.Contains(pressing, how) {
		how = act.Pat
	}
	return how
}

// pressing is the ways that skin which nothing may press or rub does not bear.
var pressing = []act.How{act.Press, act.Pad, act.Smooth, act.Sponge}

// layerWords is the message of a layer by the way of the hands.
var layerWords = map[act.How]say.ID{
	act.Press:  say.LayerPressed,
	act.Pad:    say.LayerPad,
	act.Sponge: say.LayerSponge,
	act.Spray:  say.LayerSpray,
	act.Tap:    say.LayerTapped,
	act.Smooth: say.LayerSmoothed,
	act.Pat:    say.LayerPatted,
}

// film is the film to lay of a product on a zone, in mg/cm².
func (pl *planner) film(s slot, p *kit.Product, z face.Zone) float64 {
	f := pl.c.Film(p.Kind, z)
	switch {
	case s == patch:
		f *= figure.SpotShare
	case (s == sunscreen || s == moisturiser) && pl.c.Daylight && pl.c.Method.Is(method.SPFLayer, method.Blended) &&
		table[moisturiser].belongs(pl.c, z):
		screen, cream := pl.c.Film(kit.Sunscreen, z), pl.c.Film(kit.MoisturiserLotion, z)
		f *= screen / (screen + cream) // the blend goes on as thick as the sunscreen alone would have
	}
	return doc.Round(f)
}

// prelude is everything before the first layer. It does not depend on what is chosen, so it is made once.
func (pl *planner) prelude() []*draft {
	if pl.before != nil {
		return pl.before
	}
	c := pl.c
	var list []*draft
	add := func(what act.Act, kind act.Detail, hands int, zones face.Set, say string, because ...rules.ID) *draft {
		list = append(list, &draft{slot: slots, prelude: true, waits: true, zones: zones, with: -1,
			step: stack.Step{Act: what, Kind: kind, Zones: zones.List(), HandsS: hands, Say: say, Because: because}})
		return list[len(list)-1]
	}
	add(act.Setup, act.Consultation, figure.ConsultS, 0, pl.c.Say(say.AskAgain), rules.Allergen, rules.LensIn)
	add(act.Hands, "", figure.HandsS, 0, pl.c.Say(say.WashHands), rules.HandsFirst)
	add(act.Setup, "", figure.SetupS, 0, pl.setupWords())
	at := face.Face | c.Neighbours()
	if barred := c.Barred(); barred.Alone()&at != 0 {
		words := c.Say(say.LeaveAlone, "zones", c.Names(barred.Alone()&at))
		if barred.Contagious|barred.Eye|barred.Broken != 0 {
			words += " " + c.Say(say.ForDoctor)
		}
		add(act.Refer, "", 0, 0, words, rules.LeaveAlone)
	}
	if self := c.Barred().Self & at; self != 0 {
		add(act.Refer, "", 0, 0, c.Say(say.HerOwn, "zones", c.Names(self)), rules.LeaveAlone)
	}
	if nick := c.Within(0, face.Nick) & at &^ c.Barred().All(); nick != 0 {
		add(act.Refer, "", 0, 0, c.Say(say.CloseNick, "zones", c.Names(nick)), rules.BrokenSkin)
	}
	if c.Client.Has(face.ContactLenses) && !c.Client.Has(face.LensesStay) && at&^c.Barred().All() != 0 {
		add(act.LensOut, "", figure.LensS, 0, pl.c.Say(say.LensesOut), rules.LensIn)
	}
	pl.cooling(add)
	pl.cleansing(add)
	pl.polishing(add)
	pl.masking(add)
	pl.before = list
	return list
}

func (pl *planner) setupWords() string {
	jewellery, glasses := stack.Off(pl.c)
	words := say.HairBackCape
	if pl.c.Client.Lacks(face.ScalpHair) {
		words = say.CapeOn
	}
	return pl.c.Say(words, "jewellery", jewellery, "glasses", glasses)
}

type adder func(what act.Act, kind act.Detail, hands int, zones face.Set, say string, because ...rules.ID) *draft

func (pl *planner) cooling(add adder) {
	if p, _ := pl.cleanser(); (p == nil || p.Kind == kit.Mitt) && !pl.lays() {
		return // nothing goes on that heat could spoil
	}
	c := pl.c
	if c.CoolAt.After(c.ChairAt) {
		d := add(act.Cool, "", 0, 0, c.Say(say.CoolUntil, "time", day.Wall(c.CoolAt).Clock()), rules.HotSkin)
		d.cools, d.freeSet = true, c.CoolAt
	}
	shaven := c.Shaven &^ c.Barred().All()
	if c.ShavedAt.IsZero() || c.BaseAt.Sub(c.ShavedAt) >= figure.ShaveBefore {
		shaven = 0
	}
	zones := face.Face &^ c.Barred().All()
	if zones == 0 { // neck and ears are no cooler than a face that must be left alone
		zones = c.Neighbours() & face.Upper &^ c.Barred().All()
	}
	switch {
	case c.Hot && zones != 0:
		seconds, why := coolFor(*c.Day.SurfaceC), []rules.ID{rules.HotSkin}
		if shaven != 0 {
			seconds, why = max(seconds, figure.CoolClothS), append(why, rules.ShavenSkin)
		}
		d := add(act.Cool, act.CoolCloth, 0, zones,
			c.Say(say.CoolClothFace, "minutes", stack.Minutes(c.Words, seconds)), why...)
		d.step.ContactS, d.step.Until = seconds, figure.HotSurfaceC
	case shaven != 0:
		d := add(act.Cool, act.CoolCloth, 0, shaven, c.Say(say.CoolClothShaven), rules.ShavenSkin)
		d.step.ContactS = figure.CoolClothS
	}
}

// coolFor is for how many seconds a cool cloth lies on skin of a temperature, before it is read again.
func coolFor(surfaceC float64) int {
	return figure.CoolEachS * int(math.Ceil((surfaceC-figure.CoolFromC)/figure.CoolStepC-figure.Same))
}

// cleanser picks what the skin is cleaned with: after a recent wash micellar or a mild toner, else the cleanser the
// skin likes. Least misfit, ties by the order of the kit.
func (pl *planner) cleanser() (best *kit.Product, mild bool) {
	least := math.Inf(1)
	for i := range pl.c.Kit {
		p := &pl.c.Kit[i]
		off, is := pl.cleanserFit(p)
		if !is || !pl.mayClean(p) {
			continue
		}
		if off += pl.cleanserCost(p); off < least-figure.Same {
			best, least = p, off
		}
	}
	return best, best != nil && (best.Kind == kit.Micellar || best.Kind == kit.Toner)
}

// cleanserFit is how far a product is from what the skin likes to be cleaned with now.
func (pl *planner) cleanserFit(p *kit.Product) (off float64, is bool) {
	off, is = p.Kind.CleanserFit(pl.c.Type.Type)
	switch refresh := pl.c.FreshlyWashed; {
	case p.Kind == kit.Mitt:
		return figure.MittOnly, true
	case refresh && p.Kind == kit.Micellar:
		return 0, true
	case refresh && p.Kind == kit.Toner:
		return figure.TonerRefresh, true
	case refresh:
		off += figure.FullAfterWash // a full cleanse where nothing milder is at hand
	}
	return off, is
}

// cleanserCost is what else speaks against a cleanser: dislikes, scent on sensitive skin, cautions, too little left.
func (pl *planner) cleanserCost(p *kit.Product) float64 {
	c := pl.c
	off := figure.DislikedCost * float64(p.CountCarried(c.Client.Dislikes))
	if c.Client.Sensitivity >= figure.SensitiveFrom && !p.Bland() {
		off += figure.NotBlandCleanse
	}
	for _, z := range []face.Zone{face.Forehead, face.Cheeks} {
		u := fit.Use{Case: c, Product: p, Act: act.Cleanse, Kind: act.Detail(p.Kind), Zone: z}
		for _, o := range u.Fits() {
			if o.Severity == rules.Caution {
				off += figure.CautionCost
			}
		}
	}
	if p.Short(cleanseGrams(p)) {
		off += figure.CautionCost
	}
	if !p.House && pl.housed[p.Kind] {
		off += figure.NotHouse
	}
	return off
}

func (pl *planner) mayClean(p *kit.Product) bool {
	open := (face.Face | pl.c.Neighbours()&face.Upper) &^ pl.c.Barred().All()
	for _, z := range open.List() {
		if like := fit.Alike(pl.c, z); like != z && open.Has(like) {
			continue
		}
		if z.Class() != face.Eye && !pl.clears(p, z) {
			return false
		}
	}
	return true
}

func (pl *planner) clears(p *kit.Product, z face.Zone) bool {
	u := fit.Use{Case: pl.c, Product: p, Act: act.Cleanse, Kind: act.Detail(p.Kind), Zone: z}
	return !slices.ContainsFunc(u.Fits(), func(o fit.Objection) bool { return o.Bars })
}

// cleanseGrams is what a cleanse or refresh takes: a pass over the face, or a padful of toner.
func cleanseGrams(p *kit.Product) float64 {
	if p.Kind == kit.Toner {
		return figure.PadHoldsG
	}
	return p.Kind.PassGrams(true)
}

// stays is what the prelude leaves on a zone: what a refresh that is not rinsed off leaves of itself.
func (pl *planner) stays(z face.Zone) (residue float64) {
	for _, d := range pl.prelude() {
		switch {
		case d.step.Act == act.Treat && d.zones.Has(z):
			residue = 0
		case d.step.Act == act.Cleanse:
			residue = float64(d.step.Film[z]) * kit.Kind(d.step.Kind).Of().Stays
		}
	}
	return residue
}

func (pl *planner) cleansing(add adder) {
	c := pl.c
	open := (face.Face | c.Neighbours()&face.Upper) &^ c.Barred().All()
	if open == 0 {
		return
	}
	p, mild := pl.cleanser()
	if p == nil {
		open &^= face.SetOf(face.Eyelids)
		add(act.Rinse, "", figure.RinseS, open, pl.c.Say(say.NoCleanser), rules.UncoveredSkin)
		add(act.Dry, "", figure.DryS, open, pl.c.Say(say.PatDryOnly))
		return
	}
	zones := pl.cleared(p, open)
	grams := cleanseGrams(p)
	words, hands := say.CleanseWith, figure.CleanseS
	if mild {
		words, hands = say.RefreshWith, figure.RefreshS
	}
	d := add(act.Cleanse, act.Detail(p.Kind), hands, zones, "", rules.UncoveredSkin)
	s := &d.step
	s.Product = p.ID
	if p.Kind == kit.Mitt || p.Kind == kit.WaterMitt {
		s.Kind, s.Cloths, words = act.Detail(kit.WaterMitt), 1, say.CleanseMitt
	}
	stack.Measure(pl.c, s, p, doc.Round(grams))
	if mild {
		s.Pads = int(math.Ceil(grams / figure.PadHoldsG))
		s.PadFaces = figure.PadFaces * s.Pads
	}
	pl.sayCleanse(s, p, words, zones)
	if p.Kind == kit.Micellar && c.Method.Is(method.MicellarRinse, method.Leave) || p.Kind == kit.Toner {
		film := p.Kind.Of().Film
		s.Film = map[face.Zone]doc.Num{}
		for _, z := range zones.List() {
			s.Film[z] = doc.Num(film)
		}
		s.SetS = c.DryS(p.Kind, film)
		d.step.Because = append(d.step.Because, rules.NotRinsed)
		return
	}
	if p.Kind != kit.Mitt && p.Kind != kit.WaterMitt {
		add(act.Rinse, "", figure.RinseS, zones, pl.c.Say(say.RinseLukewarm), rules.NotRinsed, rules.TooHot)
	}
	add(act.Dry, "", figure.DryS, zones, pl.c.Say(say.PatDryLet))
}

// sayCleanse says a cleanse with its amount, and where it goes otherwise: patted where nothing is pressed or rubbed,
// with a lint-free tip beside extended lashes.
func (pl *planner) sayCleanse(s *stack.Step, p *kit.Product, words say.ID, zones face.Set) {
	c, also := pl.c, ""
	if beside := zones &^ face.Face; beside != 0 {
		also = c.Say(say.AlsoThere, "zones", c.Names(beside))
	}
	s.How, s.Say = act.Press, c.Say(words, "product", p.Name, "amount", s.Amount, "also", also)
	if still := fit.Patted(c) & zones; still != 0 {
		patted := c.Say(say.CleansePatted, "zones", c.Names(still))
		if still == zones {
			patted = c.Say(say.CleanseAllPatted)
		}
		s.How, s.Say = act.Pat, s.Say+" "+patted
	}
	if near := zones & face.NearEyes; s.Pads > 0 && c.Extended() && near != 0 {
		s.Tips, s.Say = figure.TipsPerPass, s.Say+" "+c.Say(say.CleanseTips, "zones", c.Names(near))
	}
}

// lays reports whether any slot could be filled at all.
func (pl *planner) lays() bool {
	return slices.ContainsFunc(pl.groups, func(g *group) bool {
		for s := range g.cands {
			if slices.ContainsFunc(g.cands[s], func(k candidate) bool { return k.product != nil }) {
				return true
			}
		}
		return false
	})
}

// cleared is the zones of some that a cleanser may go on: not near lenses that stay in.
func (pl *planner) cleared(p *kit.Product, open face.Set) (zones face.Set) {
	if pl.c.Client.Has(face.LensesStay) {
		open &^= face.NearEyes
	}
	for _, z := range open.List() {
		if pl.clears(p, z) {
			zones |= face.SetOf(z)
		}
	}
	return zones
}

// treat adds a step that treats some zones with a product for some seconds; its message has the slots product, zones,
// amount and minutes.
func (pl *planner) treat(add adder, p *kit.Product, zones face.Set, contact int, why method.Key, words say.ID) *draft {
	c := pl.c
	d := add(act.Treat, act.Detail(p.Kind), figure.PolishS, zones, "", rules.StripsBeforeMakeup)
	d.step.Product, d.step.How, d.step.ContactS, d.step.Method = p.ID, act.Light, contact, why
	d.step.Film = map[face.Zone]doc.Num{}
	for _, z := range zones.List() {
		d.step.Film[z] = doc.Num(p.Kind.Of().Film)
	}
	stack.Measure(c, &d.step, p, stack.TreatGrams(c, p, zones))
	d.step.Say = c.Say(words, "product", p.Name, "zones", c.Names(zones), "amount", d.step.Amount, "minutes",
		stack.Minutes(c.Words, contact), "why", method.Reason(c.Words, why, c.Method.Get(why)))
	return d
}

// contactOf is for how long a product that is taken off again stays on: as short as its label allows, or the working
// time where it says nothing.
func contactOf(p *kit.Product, otherwise int) int {
	s := max(otherwise, p.ContactMinS)
	if p.ContactMaxS > 0 {
		s = min(s, p.ContactMaxS)
	}
	return s
}

// polishing adds the polish that the method asks for on the day, before everything else.
func (pl *planner) polishing(add adder) {
	t, why := stack.Polish(pl.c)
	p, zones := t.Product, t.Zones
	if p == nil || pl.skips.polish {
		return
	}
	contact := contactOf(p, figure.PolishRubS)
	d := pl.treat(add, p, zones, contact, why, say.PolishOn)
	d.step.HandsS = max(figure.PolishS, contact)
	pl.rinsed(add, zones)
}

// rinsed adds the rinse of what was taken off with its own water, and a pat dry.
func (pl *planner) rinsed(add adder, zones face.Set) {
	add(act.Rinse, "", figure.RinseS, zones, pl.c.Say(say.RinseOff, "zones", pl.c.Names(zones)), rules.NotRinsed,
		rules.TooHot)
	add(act.Dry, "", figure.DryS, zones, pl.c.Say(say.PatDryLet))
}

// masking adds the masks that the method asks for on the day: hydrating on all, or clay where it is oily at the same
// time, each for its label's minutes and rinsed off with its own water, the clay still damp.
func (pl *planner) masking(add adder) {
	c := pl.c
	masks, why := stack.Masks(c)
	if pl.skips.masks {
		return
	}
	for _, m := range masks {
		words := say.MaskOn
		if m.Product.Kind == kit.MaskClay {
			words = say.ClayOn
		}
		d := pl.treat(add, m.Product, m.Zones, contactOf(m.Product, figure.MaskS), why, words)
		if c.BaseAt.Sub(c.ChairAt) < figure.FacialLead && why == method.Facial {
			d.step.Say += " " + c.Say(say.MayRedden)
		}
	}
	for _, m := range masks {
		pl.rinsed(add, m.Zones)
	}
}

func (pl *planner) sundry(kind kit.Kind) *kit.Product {
	for i := range pl.c.Kit {
		if p := &pl.c.Kit[i]; p.Kind == kind && !p.Empty() && fit.Bears(pl.c, p) {
			return p
		}
	}
	return nil
}

// spatula puts a clean spatula into the set-up where any step dips into a jar.
func (pl *planner) spatula(steps []stack.Step) {
	p := pl.sundry(kit.Spatula)
	jar := slices.ContainsFunc(steps, func(s stack.Step) bool {
		q := pl.c.Product(s.Product)
		return q != nil && q.Container == kit.Jar
	})
	for i := range steps {
		if s := &steps[i]; p != nil && jar && s.Act == act.Setup && s.Kind == "" {
			s.Product = p.ID
			s.Say += " " + pl.c.Say(say.SpatulaForJars)
			s.Because = append(slices.Clone(s.Because), rules.JarFingers)
			return
		}
	}
}

func (g *group) pick(s slot, l path) *candidate {
	if l.picks[s] < 0 {
		return nil
	}
	return &g.cands[s][l.picks[s]]
}

// laying makes the layer steps of a choice in order: one step for each product in a slot, over all its zones.
func (pl *planner) laying(chosen []path) []*draft {
	list := make([]*draft, 0, int(slots)*2)
	blended := pl.c.Method.Is(method.SPFLayer, method.Blended) && pl.c.Daylight
	for _, s := range pl.order {
		if s == serum {
			list = append(list, pl.depuff()...)
		}
		first := len(list)
		laid := pl.laidIn(s, chosen)
		for _, u := range laid {
			if s == lips {
				list = append(list, pl.scrubLips()...)
			}
			list = append(list, pl.layer(layerKey{s, u.p, u.zones, u.veil, len(laid)}))
		}
		switch {
		case s == oil && pl.mixed:
			list = pl.blend(list, serum, first)
		case s == sunscreen && blended:
			list = pl.blend(list, moisturiser, first)
			if len(list) > first {
				list = append(list, pl.touch(creams(list))...)
			}
		case s == moisturiser && len(list) > first && !blended:
			list = append(list, pl.touch(list[first:])...)
		}
	}
	return list
}

// creams is the steps that lay moisturiser or sunscreen.
func creams(list []*draft) []*draft {
	return slices.DeleteFunc(
		slices.Clone(list),
		func(d *draft) bool { return d.slot != moisturiser && d.slot != sunscreen },
	)
}

// laidOn is one product of a slot and all the zones it goes on.
type laidOn struct {
	p     *kit.Product
	veil  bool
	zones face.Set
}

// laidIn gathers what the groups chose in a slot, in the order of the hands.
func (pl *planner) laidIn(s slot, chosen []path) (list []laidOn) {
	take := func(p *kit.Product, veil bool, zones face.Set) {
		if p == nil {
			return
		}
		i := slices.IndexFunc(list, func(u laidOn) bool { return u.p == p && u.veil == veil })
		if i < 0 {
			list = append(list, laidOn{p, veil, zones})
			return
		}
		list[i].zones |= zones
	}
	for i, g := range pl.groups {
		if k := g.pick(s, chosen[i]); k != nil {
			take(k.product, false, g.zones)
			take(k.veil, true, g.zones)
		}
	}
	slices.SortStableFunc(list, func(a, b laidOn) int {
		switch {
		case a.veil != b.veil:
			return map[bool]int{false: -1, true: 1}[a.veil]
		case s == moisturiser: // cheeks first
			return firstWith(a.zones, b.zones, face.Cheeks)
		}
		return 0
	})
	return list
}

func firstWith(a, b face.Set, z face.Zone) int {
	switch {
	case a.Has(z) && !b.Has(z):
		return -1
	case b.Has(z) && !a.Has(z):
		return 1
	}
	return 0
}

// layerKey is all that a layer's step depends on.
type layerKey struct {
	slot
	p         *kit.Product
	zones     face.Set
	veil      bool
	ofSeveral int
}

// layer is the step that lays one product on its zones. The search asks for the same ones again and again.
func (pl *planner) layer(k layerKey) *draft {
	if d, known := pl.layers[k]; known {
		return d
	}
	d := pl.newLayer(k)
	pl.layers[k] = d
	return d
}

func (pl *planner) newLayer(k layerKey) *draft {
	c, s, p, zones, veil, ofSeveral := pl.c, k.slot, k.p, k.zones, k.veil, k.ofSeveral
	d := draft{slot: s, zones: zones, with: -1}
	d.waits = s > moisturiser || !c.Method.Is(method.DampLayering, method.Yes)
	st := stack.Step{
		Act:     act.Apply,
		Kind:    act.Detail(p.Kind),
		Product: p.ID,
		Zones:   zones.List(),
		How:     pl.how(p, zones),
		Film:    map[face.Zone]doc.Num{},
	}
	for _, z := range zones.List() {
		f := pl.film(s, p, z)
		if veil {
			f = figure.VeilFilm
		}
		st.Film[z] = doc.Num(f)
		st.SetS = max(st.SetS, c.DryS(p.Kind, f))
	}
	st.Grams = doc.Num(c.Grams(st.Film))
	st.HandsS = table[s].hands(zones, ofSeveral)
	if st.How == act.Pad {
		st.Pads, st.PadFaces = 1, figure.PadFaces
	}
	st.Because = table[s].because
	if s == primer && p.Kind != kit.PrimerMattifying {
		st.Because = []rules.ID{rules.BaseMismatch}
	}
	if veil {
		st.Method = method.PrimerSplit
	}
	d.step, d.veil = st, veil
	return &d
}

// word says a layer's step in words. It comes last, when the clock is settled.
func (pl *planner) word(d *draft) {
	s, st := d.slot, &d.step
	p := pl.c.Product(st.Product)
	if s == slots || p == nil {
		return
	}
	zones := d.zones
	stack.Measure(pl.c, st, p, float64(st.Grams))
	words := layerWords[st.How]
	if st.How == act.Pat && s == sunscreen && fit.Patted(pl.c)&zones == 0 {
		words = say.LayerSpread
	}
	c := pl.c
	said := []string{c.Say(words, "product", p.Name, "zones", c.Names(zones), "amount", st.Amount)}
	said = append(said, pl.manner(d)...)
	for _, key := range table[s].methods {
		option := c.Method.Get(key)
		if option != method.Default(key) && !(d.veil && key == method.PrimerSplit) && pl.follows(d, p, key) {
			said = append(said, pl.once(c.Say(say.HouseMethod, "reason", method.Reason(c.Words, key, option))))
		}
	}
	st.Say = strings.Join(slices.DeleteFunc(said, func(w string) bool { return w == "" }), " ")
}

// follows reports whether a layer does what a house method asks of its slot: how mist goes on is no matter of a toner,
// and what was not done needs no reason.
func (pl *planner) follows(d *draft, p *kit.Product, key method.Key) bool {
	switch key {
	case method.MistHow:
		return p.Kind == kit.Mist
	case method.TonerBy:
		return p.Kind == kit.Toner
	case method.EyeCreamReach:
		return d.zones.Has(face.Eyelids)
	case method.OilSlot:
		return pl.mixes[oil]
	case method.OilyMoisture:
		return p.Kind == kit.MoisturiserSPF && slices.ContainsFunc(d.zones.List(), func(z face.Zone) bool {
			return stack.DrySkin.Has(z) && pl.c.Skin[z].WantsMattifying()
		})
	case method.PrimerSplit:
		return pl.veils
	case method.SPFLayer:
		return pl.c.Method.Is(key, method.Blended) && pl.mixes[sunscreen] || p.Kind == kit.MoisturiserSPF
	}
	return true
}

// once is a sentence that is true of every step alike, "" where one before has said it.
func (pl *planner) once(sentence string) string {
	if pl.told[sentence] {
		return ""
	}
	pl.told[sentence] = true
	return sentence
}

// manner says what the hands mind at a layer.
func (pl *planner) manner(d *draft) (said []string) {
	c := pl.c
	switch s := d.slot; {
	case s == moisturiser && d.zones.Has(face.Cheeks) && d.zones&middle != 0:
		said = append(said, c.Say(say.CheeksFirst))
	case s == eyeCream:
		said = append(said, pl.boneWords())
	case s == sunscreen:
		said = append(said, pl.screenWords(d)...)
	case s == lips && c.Look.Coverage != look.NoCoverage:
		said = append(said, c.Say(say.BlotBeforeColour))
	case d.veil:
		said = append(said, method.Reason(c.Words, method.PrimerSplit, method.ByZoneWithVeil))
	}
	if d.zones&c.Bearded() != 0 && (d.slot == moisturiser || d.slot == sunscreen) {
		said = append(said, c.Say(say.WithTheGrain))
	}
	return slices.DeleteFunc(said, func(w string) bool { return w == "" })
}

// boneWords says where eye cream goes.
func (pl *planner) boneWords() string {
	if pl.c.Client.Lacks(face.Lashes) {
		return pl.c.Say(say.AlongBone)
	}
	return pl.c.Say(say.OrbitalBone)
}

// screenWords says what the hands mind at sunscreen, and how much it is.
func (pl *planner) screenWords(d *draft) []string {
	if d.zones&^face.NearEyes == 0 {
		return []string{pl.c.Say(say.RingFinger)}
	}
	return []string{pl.once(pl.edges(d.zones)), pl.once(pl.measureWords(float64(d.step.Grams), d.zones)),
		pl.bodyWords(d), pl.once(pl.glasses(d))}
}

// middle is the oily middle of the face.
var middle = face.SetOf(face.Forehead, face.Nose, face.UpperLip, face.Chin)

// edges says where sunscreen is easily forgotten.
func (pl *planner) edges(zones face.Set) string {
	if zones&face.Face&^face.NearEyes == 0 {
		return ""
	}
	if pl.c.Client.Lacks(face.ScalpHair) {
		return pl.c.Say(say.BesideNose)
	}
	return pl.c.Say(say.IntoHairline)
}

// bodyWords says the sunscreen of each zone of the body in finger strips and millilitres.
func (pl *planner) bodyWords(d *draft) string {
	var list []string
	for _, z := range (d.zones & face.Body).List() {
		grams := kit.Grams(float64(d.step.Film[z]), pl.c.Area[z])
		strips, ok := kit.Said(grams/figure.FingerStripG, "")
		ml, too := kit.Said(grams/figure.SunscreenDensity, "")
		if ok && too {
			list = append(list, pl.c.Say(say.BodyMeasure, "zone", z.NameIn(pl.c.Words), "strips", kit.Quarters(strips),
				"n", math.Ceil(strips), "ml", kit.Quarters(ml)))
		} else {
			list = append(list, pl.c.Say(say.BodyByHand, "zone", z.NameIn(pl.c.Words), "hand",
				kit.Hand(pl.c.Words, grams)))
		}
	}
	if len(list) == 0 {
		return ""
	}
	return say.Capital(pl.c.List(list)) + "."
}

// glasses asks for sunglasses and a brim where strong sun meets skin round the eyes without sunscreen, and over snow or
// water always.
func (pl *planner) glasses(d *draft) string {
	c := pl.c
	if d.zones&face.Face&^face.NearEyes == 0 || !c.Strong {
		return ""
	}
	var near face.Set
	for i, g := range pl.groups {
		if k := g.pick(sunscreen, pl.chosen[i]); k != nil && k.product != nil {
			near |= g.zones & face.NearEyes
		}
	}
	if near == face.NearEyes && !c.OverSnowOrWater {
		return ""
	}
	return c.Say(say.Sunglasses)
}

// measureWords says the sunscreen dose as the house measures it.
func (pl *planner) measureWords(grams float64, zones face.Set) string {
	switch pl.c.Method.Get(method.SPFMeasure) {
	case method.Spoon:
		if zones.Has(face.Chest) {
			return pl.c.Say(say.SpoonChest)
		}
		return pl.c.Say(say.SpoonFace)
	case method.TwoFingers:
		if n, ok := kit.Said(grams/figure.FingerStripG, ""); ok {
			return pl.c.Say(say.FingerStrips, "strips", kit.Quarters(n), "n", math.Ceil(n))
		}
	}
	return pl.c.Say(say.ShinyUntilSet)
}

// touch is the check after the moisturiser has set: one for all zones, or across the clock one for each product.
func (pl *planner) touch(laid []*draft) []*draft {
	check := func(zones face.Set) *draft {
		return &draft{
			slot:  slots,
			zones: zones,
			touch: true,
			waits: true,
			with:  -1,
			step: stack.Step{Act: act.TouchCheck, Zones: zones.List(), HandsS: figure.TouchS,
				How: act.Touch, Because: []rules.ID{rules.LayerNotSet},
				Say: pl.touchWords(zones)},
		}
	}
	var zones face.Set
	var each []*draft
	for _, d := range laid {
		zones |= d.zones
		each = append(each, check(d.zones))
	}
	if pl.across {
		return each
	}
	return []*draft{check(zones)}
}

// touchWords says the touch check of some zones, and how much a little more on all of them would be.
func (pl *planner) touchWords(zones face.Set) string {
	if words, known := pl.touchSay[zones]; known {
		return words
	}
	var grams float64
	for _, z := range zones.List() {
		grams += kit.Grams(figure.TouchAddFilm, pl.c.Area[z])
	}
	words := pl.c.Say(say.TouchCheck, "grams", kit.Weight(grams), "hand", kit.Hand(pl.c.Words, grams))
	if still := zones & fit.Patted(pl.c); still != 0 {
		laid := pl.c.Say(say.TouchStill, "zones", pl.c.Names(still))
		if still == zones {
			laid = pl.c.Say(say.TouchAllStill)
		}
		words += " " + laid
	}
	pl.touchSay[zones] = words
	return words
}

func (pl *planner) scrubLips() []*draft {
	p := stack.LipScrub(pl.c)
	if p == nil || pl.noScrub {
		return nil
	}
	on := face.SetOf(face.Lips)
	st := stack.Step{
		Act:     act.Treat,
		Kind:    act.Detail(kit.LipScrub),
		Product: p.ID,
		Zones:   on.List(),
		HandsS:  figure.LipScrubS,
		How:     act.Light,
		Cloths:  1,
		Film:    map[face.Zone]doc.Num{face.Lips: doc.Num(p.Kind.Of().Film)},
		Because: []rules.ID{rules.DryPatch},
	}
	stack.Measure(pl.c, &st, p, kit.Grams(p.Kind.Of().Film, pl.c.Area[face.Lips]))
	st.Say = pl.c.Say(say.ScrubLips, "product", p.Name, "amount", st.Amount)
	return []*draft{{slot: slots, under: lips, zones: on, waits: true, with: -1, step: st}}
}

// depuff is the method's cold pads or massage before serum, never on rosacea or after injectables.
func (pl *planner) depuff() []*draft {
	c := pl.c
	how := c.Method.Get(method.Depuff)
	if how == method.None || pl.noDepuff {
		return nil
	}
	zones := face.SetOf(face.Cheeks, face.Jaw, face.UnderEyes) &^ c.Barred().All() &^
		fit.RuledOut(c, nature.Massages|nature.Chills)
	if c.Extended() { // no cotton near them
		zones &^= face.NearEyes
	}
	if zones == 0 {
		return nil
	}
	st := stack.Step{Zones: zones.List(), Because: []rules.ID{rules.Rosacea, rules.Injectables}}
	if how == method.Cold {
		st.Method = method.Depuff
		st.Act, st.Kind, st.HandsS, st.ContactS, st.Pads, st.How = act.Hold, act.ColdPads, figure.LeastPartS,
			figure.ColdPadS, 2, act.Press
		st.Say = pl.c.Say(say.ColdPads, "zones", pl.c.Names(zones))
	} else {
		st.Method = method.Depuff
		st.Act, st.Kind, st.HandsS, st.How = act.Massage, act.Massaging, figure.MassageUpS, act.Massaged
		st.Say = pl.c.Say(say.MassageUp, "zones", pl.c.Names(zones))
	}
	return []*draft{{slot: slots, under: serum, zones: zones, waits: true, with: -1, step: st}}
}

// blend splits what the method mixes in the palm by its partner's steps: each part goes straight after its partner and
// starts with it; what has no partner stays a step of its own, last.
func (pl *planner) blend(list []*draft, partner slot, first int) []*draft {
	out := list[:0:0]
	rest := slices.Clone(list[first:])
	for _, d := range list[:first] {
		out = append(out, d)
		if d.slot != partner {
			continue
		}
		at := len(out) - 1
		for i, b := range rest {
			shared := b.zones & d.zones
			if shared == 0 {
				continue
			}
			part := pl.part(b, shared)
			part.with = at
			out = append(out, part)
			rest[i] = pl.part(b, b.zones&^shared)
		}
	}
	for _, b := range rest {
		if b.zones != 0 {
			out = append(out, b)
		}
	}
	return out
}

// part is a layer's draft on some of its zones.
func (pl *planner) part(d *draft, zones face.Set) *draft {
	if zones == 0 {
		return &draft{slot: d.slot, with: -1}
	}
	p := *pl.layer(layerKey{d.slot, pl.c.Product(d.step.Product), zones, d.veil, 1})
	return &p
}
