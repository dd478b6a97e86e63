package lift

import (
	"cmp"
	"slices"
	"strings"

	"urncloth/core/act"
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

// region is what one pass goes over in one go.
type region uint8

const (
	regionFace region = iota
	regionEyes        // under the eyes, by themselves
	regionNeck        // neck, ears and body
)

// over is one pass on skin: of which remover, which dose of it, where, and how.
type over struct {
	remover, nth int
	where        region
	way          way
	contact      float64
	zones        face.Set
	grams        float64
}

// skinPasses writes the passes on skin, product by product over all zones that have one: the oily ones first, what
// comes after them second.
func (pl *planner) skinPasses(first bool) {
	order := pl.gathered(first)
	pl.merge(&order)
	slices.SortStableFunc(order, func(a, b over) int {
		return cmp.Or(a.remover-b.remover, a.nth-b.nth, cmp.Compare(a.where, b.where), cmp.Compare(b.contact,
			a.contact))
	})
	var long []over
	if !first {
		long = pl.long(order)
	}
	for i := 0; i < len(order); {
		n := i + 1
		for n < len(order) && order[n].remover == order[i].remover && order[n].nth == order[i].nth {
			n++
		}
		if len(long) > 0 && long[0].remover == order[i].remover && long[0].nth == order[i].nth {
			pl.dosed(long, method.Massage)
			pl.dosed(long, method.Massage)
		} else {
			from := len(pl.steps)
			pl.dosed(order[i:n], "")
			if pl.checks && pl.removers[order[i].remover].Kind == kit.Micellar {
				pl.finisher(pl.steps[from:], order[n:])
			}
		}
		i = n
	}
}

// finisher says of steps that they are the house's finisher and check, unless a pass comes after on all of their zones.
func (pl *planner) finisher(steps []stack.Step, after []over) {
	var again face.Set
	for _, k := range after {
		again |= k.zones
	}
	for i := range steps {
		s := &steps[i]
		if face.SetOf(s.Zones...)&^again == 0 {
			continue
		}
		if s.Method = method.CheckWithMicellar; s.Act == act.Hold {
			s.Say += " " + pl.c.Say(say.MicellarLast)
		}
	}
}

// dosed writes one dose of a remover over all that gets it, and takes it off again.
func (pl *planner) dosed(passes []over, asked method.Key) {
	var done face.Set
	p := pl.removers[passes[0].remover]
	for i := range passes {
		k := &passes[i]
		switch k.way {
		case wayHeld:
			pl.laid(p, k)
			if turnOf(p.Kind) != turnWash || !pl.lifts(p, k.zones) { // else it is worked there next
				continue
			}
		case wayWiped:
			pl.wipeOver(p, k.zones, k.grams)
		default:
			pl.massage(p, k, asked)
		}
		done |= k.zones
	}
	pl.takeOff(p, done)
}

// gathered is every pass on skin of one stage, zones with the same one together.
func (pl *planner) gathered(first bool) (order []over) {
	list := pl.stage(func(g *group, k pass) bool { return k.along || !visits(g) })
	anyFirst := slices.ContainsFunc(list, func(t task) bool {
		return slices.ContainsFunc(t.passes, func(k pass) bool { return films(pl.removers[k.remover].Kind) })
	})
	for _, t := range list {
		nth := map[int]int{}
		for _, k := range t.passes {
			q := pl.removers[k.remover]
			early := films(q.Kind) || !anyFirst && pl.turn(q.Kind) < turnWash
			at := over{remover: k.remover, nth: nth[k.remover], where: pl.region(t.g, k), way: k.way,
				contact: k.contact}
			nth[k.remover]++
			if early != first {
				continue
			}
			i := slices.IndexFunc(order, func(o over) bool {
				return o.remover == at.remover && o.nth == at.nth && o.where == at.where && o.way == at.way &&
					o.contact == at.contact
			})
			if i < 0 {
				i, order = len(order), append(order, at)
			}
			order[i].zones |= t.g.zones
			order[i].grams += pl.passGrams(t.g, k)
		}
	}
	return order
}

// region is what a pass is made with in one go.
func (pl *planner) region(g *group, k pass) region {
	switch {
	case k.along || pl.haste.folded && !near(g.like):
		return regionFace
	case near(g.like):
		return regionEyes
	case g.like.OnFace():
		return regionFace
	}
	return regionNeck
}

// merge makes one pass over the face of those that differ in time alone, as long as the longest, where every zone
// bears it; and lets the neck go with the face where both take the same time.
func (pl *planner) merge(order *[]over) {
	pl.spared()
	list := *order
	slices.SortStableFunc(list, func(a, b over) int { return cmp.Compare(b.contact, a.contact) })
	for i := 0; i < len(list); i++ {
		for j := len(list) - 1; j > i; j-- {
			a, b := &list[i], &list[j]
			alike := a.where == b.where || a.where != regionEyes && b.where != regionEyes && a.contact == b.contact
			if !a.alike(b) || !alike || !pl.bear(b.zones, a.contact-b.contact) {
				continue
			}
			a.where = min(a.where, b.where)
			a.zones, a.grams = a.zones|b.zones, a.grams+b.grams
			list = slices.Delete(list, j, j+1)
		}
	}
	*order = list
}

// alike reports whether two passes are the same dose of one remover.
func (k *over) alike(o *over) bool {
	return k.remover == o.remover && k.nth == o.nth && k.way == o.way && k.way != wayHeld
}

// spared reckons once what each zone bears beyond the passes chosen for it.
func (pl *planner) spared() {
	if pl.spare != nil {
		return
	}
	pl.spare = map[face.Zone]float64{}
	for i, g := range pl.groups {
		var sum float64
		for _, k := range pl.picked[i].passes {
			sum += k.rubs
		}
		for _, z := range g.zones.List() {
			pl.spare[z] = g.bears - sum
		}
	}
}

// bear takes more seconds of what some zones can bear, where all of them can.
func (pl *planner) bear(zones face.Set, more float64) bool {
	take := func(z face.Zone) float64 {
		if near(z) {
			return more * figure.NearTimes
		}
		return more
	}
	for _, z := range zones.List() {
		if take(z) > pl.spare[z]+figure.Same {
			return false
		}
	}
	for _, z := range zones.List() {
		pl.spare[z] -= take(z)
	}
	return true
}

// laid writes one pass on skin that nothing may rub: a wet pad is laid on for its time and lifted, and an oily one
// followed by a damp pad the same way. Glitter is pressed and lifted so, by balm on a pad.
func (pl *planner) laid(p *kit.Product, k *over) {
	c, pads := pl.c, padsOver(k.zones)
	words, how := say.LayAndLift, act.Lay
	if pl.lifts(p, k.zones) && fit.Still(c)&k.zones == 0 {
		words, how = say.PressGlitter, act.PressPad
	}
	s := stack.Step{Act: act.Hold, Kind: act.Detail(p.Kind), Product: p.ID, Zones: k.zones.List(),
		ContactS: int(k.contact), HandsS: int(k.contact), Pads: pads, PadFaces: figure.FacesPerPad * pads, How: how,
		Because: append(pl.because(p, wayHeld), rules.Presses),
		Say: c.Say(words, "product", itself, "zones", whereabouts(c, k.zones), "seconds",
			pl.seconds(k.contact))}
	if how == act.PressPad {
		s.Because = append(pl.because(p, wayHeld), rules.WipedGlitter)
	}
	st := pl.add(s)
	stack.Measure(c, st, p, doc.Round(k.grams))
	st.Say = withAmount(c, st, p)
	if films(p.Kind) {
		pl.add(stack.Step{Act: act.Wipe, Zones: k.zones.List(), HandsS: figure.DampS, Pads: pads,
			PadFaces: figure.FacesPerPad * pads, How: act.LayDamp,
			Because: []rules.ID{rules.DirtyFace, rules.Presses},
			Say:     c.Say(say.LayDampPad, "zones", whereabouts(c, k.zones))})
	}
	pl.lather(p, k.zones)
}

// itself stands for the product in what a step says until its dose is known.
const itself = "\uE000"

// withAmount puts the product into what a step says, with its dose behind it.
func withAmount(c *sitting.Case, s *stack.Step, p *kit.Product) string {
	name := p.Name
	if s.Grams != 0 {
		name = c.Say(say.ProductAmount, "product", p.Name, "amount", s.Amount)
	}
	return strings.Replace(s.Say, itself, name, 1)
}

// massage writes one pass that is massaged in.
func (pl *planner) massage(p *kit.Product, k *over, asked method.Key) {
	c := pl.c
	s := stack.Step{Act: act.Massage, Kind: act.Detail(p.Kind), Product: p.ID, Zones: k.zones.List(), How: act.Massaged,
		ContactS: int(k.contact), HandsS: int(k.contact), Because: pl.because(p, wayWorked), Method: asked}
	on := c.Say(say.OnDrySkin)
	if slices.ContainsFunc(pl.steps, func(o stack.Step) bool {
		return o.Act == act.Rinse && face.SetOf(o.Zones...)&k.zones != 0
	}) {
		on = c.Say(say.OnDriedSkin)
	}
	if !films(p.Kind) {
		on = c.Say(say.WithLukewarm)
	} else if c.Method.Is(method.FirstCleanseOn, method.WarmDamp) && pl.warmth(k.zones) == figure.WarmC {
		on = c.Say(say.OnWarmFace)
		s.How = act.WarmDamp
	}
	s.Say = c.Say(say.MassageOver, "product", itself, "zones", whereabouts(c, k.zones), "seconds",
		pl.seconds(k.contact), "on", on)
	if flat := k.zones & fit.RuledOut(c, nature.Massages); flat != 0 { // cleansed, but no facial massage
		words, where := say.FlatFingers, whereabouts(c, flat)
		if flat == k.zones {
			words = say.FlatFingersAll
		}
		s.Say += " " + c.Say(words, "zones", where)
	}
	if k.zones.Has(face.UnderEyes) {
		s.Say += " " + c.Say(say.UnderEyeRing)
	}
	if turnOf(p.Kind) == turnWash && !c.Client.Lacks(face.ScalpHair) && k.zones.Has(face.Forehead) {
		s.Say += " " + c.Say(say.HairlineToo)
	}
	if c.Client.Mature {
		s.Say += " " + c.Say(say.SupportSkin)
	}
	if pl.beard && k.zones&sitting.Beard != 0 {
		s.Say += " " + c.Say(say.CombThrough)
	}
	st := pl.add(s)
	stack.Measure(c, st, p, doc.Round(k.grams))
	st.Say = withAmount(c, st, p)
	pl.lather(p, k.zones)
}

// wipeOver writes one pass that is wiped with the house's tool: cloth, mitt, sponge or pads, and a cloth where pads run
// out; and its wipe.
func (pl *planner) wipeOver(p *kit.Product, zones face.Set, grams float64) {
	c := pl.c
	s := stack.Step{Act: act.Hold, Kind: act.Detail(p.Kind), Product: p.ID, Zones: zones.List(), How: act.Press,
		HandsS: figure.WetPadS, Because: pl.because(p, wayWiped)}
	slots := []any{"product", itself, "zones", whereabouts(c, zones)}
	switch tool := c.Method.Get(method.RemovalTool); {
	case p.Kind == kit.WaterMitt:
		s.Mitts, s.How, s.TempC, s.Say = mittsOver(zones), act.WithMitt, pl.warmth(zones), c.Say(say.WetMitt, slots...)
	case p.Kind == kit.Wipe:
		s.PadFaces, s.How = max(2, strokesOver(zones)), act.WithWipe
		s.Say = c.Say(say.PressWipe, append(slots, "wipes", pl.wipes(&s))...)
	case tool == method.Cloth && !pl.lacks(pl.cloths, 1, clothsOf),
		tool == method.Pads && pl.short(padsOver(zones)):
		s.Cloths, s.How, s.Say = 1, act.WithCloth, c.Say(say.WetCloth, slots...)
	case tool == method.Mitt && !pl.mittsShort(zones):
		s.Mitts, s.How, s.Say = mittsOver(zones), act.WithMitt, c.Say(say.WetMittWith, slots...)
	case tool == method.Sponge:
		s.How, s.Say = act.Sponge, c.Say(say.WetSponge, slots...)
	default:
		s.Pads = padsOver(zones)
		s.PadFaces, s.Say = figure.FacesPerPad*s.Pads, c.Say(say.WetPads, slots...)
	}
	st := pl.add(s)
	if grams > 0 && p.Kind != kit.WaterMitt {
		stack.Measure(c, st, p, doc.Round(grams))
	}
	st.Say = withAmount(c, st, p)
	w := wipeAfter(c, zones, "")
	pl.add(w)
	pl.lather(p, zones)
}

func clothsOf(s *stack.Step) int { return s.Cloths }

// mittsShort reports whether there are not mitts enough to go over some zones.
func (pl *planner) mittsShort(zones face.Set) bool {
	have := -1
	if pl.faces >= 0 {
		have = pl.faces / figure.FacesPerMitt
	}
	return fit.RuledOut(pl.c, nature.Fibres)&zones != 0 ||
		pl.lacks(have, mittsOver(zones)+pl.soaked(), func(s *stack.Step) int { return s.Mitts })
}

// soaked is how many mitts the passes with water take that are not written yet.
func (pl *planner) soaked() (n int) {
	for i, g := range pl.groups {
		for _, k := range pl.picked[i].passes {
			if pl.removers[k.remover].Kind == kit.WaterMitt {
				n += max(1, mittsOver(g.zones))
			}
		}
	}
	for _, s := range pl.steps {
		if s.Kind == act.Detail(kit.WaterMitt) {
			n -= s.Mitts
		}
	}
	return max(0, n)
}

// long is the second cleanse where the method makes it two fresh doses of a minute each and every zone bears them; none
// where it does not.
func (pl *planner) long(order []over) (long []over) {
	c, last := pl.c, -1
	for i := range order {
		if order[i].way == wayWorked {
			last = i
		}
	}
	if !c.Method.Is(method.Massage, method.Long) || last < 0 {
		return nil
	}
	p, each := pl.removers[order[last].remover], figure.LongS/2
	for _, k := range order {
		if k.remover != order[last].remover || k.nth != order[last].nth {
			continue
		}
		if k.way != wayWorked || fit.RuledOut(c, nature.Massages)&k.zones != 0 || !pl.bearsLong(p, &k, each) {
			return nil
		}
		k.contact = each
		long = append(long, k)
	}
	return long
}

// bearsLong reports whether every zone of a pass bears two doses of so many seconds in its place.
func (pl *planner) bearsLong(p *kit.Product, k *over, each float64) bool {
	for _, z := range k.zones.List() {
		need := 2*each - k.contact
		if near(z) && k.zones&^face.NearEyes != 0 {
			need *= figure.NearTimes
		}
		if pl.spare[z] < need-figure.Same || len(pl.on[z].binders()) > 0 && !pl.room(p, z) {
			return false
		}
	}
	return true
}

// room reports whether a zone may have one more pass of a remover than was chosen.
func (pl *planner) room(p *kit.Product, z face.Zone) bool {
	for i, g := range pl.groups {
		if !g.zones.Has(z) {
			continue
		}
		of := 0
		for _, k := range pl.picked[i].passes {
			if pl.removers[k.remover] == p {
				of++
			}
		}
		return of < mostOf(z) && len(pl.picked[i].passes) < figure.MostOfAll
	}
	return true
}

// warmth is how warm a cloth or a mitt is on some zones: warm, or lukewarm where heat is ruled out.
func (pl *planner) warmth(zones face.Set) float64 {
	if fit.RuledOut(pl.c, nature.Heats)&zones != 0 {
		return figure.LukewarmC
	}
	return figure.WarmC
}

// takeOff writes what takes a remover off skin again.
func (pl *planner) takeOff(p *kit.Product, zones face.Set) {
	c := pl.c
	if zones == 0 {
		return
	}
	switch {
	case films(p.Kind) && (pl.byCloth(p.Kind) && !pl.lacks(pl.cloths, 1, clothsOf) || !emulsifies(p.Kind)):
		pl.clothOff(p, zones)
		pl.soap &^= zones
	case films(p.Kind):
		pl.add(stack.Step{Act: act.Emulsify, Zones: zones.List(), HandsS: figure.EmulsifyS, How: act.WetHands,
			Because: []rules.ID{rules.NotEmulsified}, Say: strings.TrimSpace(c.Say(say.Emulsify, "why",
				pl.offWords(p)))})
		pl.rinse(zones, c.Say(say.RinseLukewarm))
	case turnOf(p.Kind) == turnWash, p.Kind == kit.Wipe:
		pl.rinse(zones, c.Say(say.RinseLukewarm))
	}
}

// clothOff writes the cloth that lifts an oily remover: warm, or lukewarm where heat is ruled out; the mitt where the
// house works with it.
func (pl *planner) clothOff(p *kit.Product, zones face.Set) {
	c := pl.c
	s := stack.Step{Act: act.Cloth, Zones: zones.List(), HandsS: figure.ClothS, Cloths: 1, TempC: pl.warmth(zones),
		How: act.WarmWrung, Because: []rules.ID{rules.NotEmulsified, rules.TooHot}}
	switch {
	case byMitt(c) && !pl.mittsShort(zones):
		s.Cloths, s.Mitts, s.How, s.Say = 0, mittsOver(zones), act.WithMitt, c.Say(say.MittOff)
	case s.TempC < figure.WarmC:
		s.How, s.Because[1], s.Say = act.CoolWrung, rules.Heats, c.Say(say.LukewarmClothOn)
	default:
		s.Say = strings.TrimSpace(c.Say(say.WarmClothOn, "why", pl.offWords(p)))
	}
	pl.add(s)
}

// whereabouts names zones, those of the base together as the face.
func whereabouts(c *sitting.Case, zones face.Set) string {
	if zones&face.BaseArea != face.BaseArea && zones&face.BaseArea != face.BaseArea&^face.SetOf(face.UnderEyes) {
		return c.Names(zones)
	}
	words := []string{c.Say(say.TheFace)}
	for _, z := range (zones &^ face.BaseArea).List() {
		words = append(words, z.NameIn(c.Words))
	}
	return c.List(words)
}

// offWords is the house's reason for the way in which a remover is taken off, once, where there are two ways for it.
func (pl *planner) offWords(p *kit.Product) string {
	if pl.said || pl.quick || !emulsifies(p.Kind) {
		return ""
	}
	pl.said = true
	option := pl.c.Method.Get(method.FirstCleanseOff)
	reason := method.Reason(pl.c.Words, method.FirstCleanseOff, option)
	if option != method.BySkin {
		return reason
	}
	return pl.c.Say(say.BySkin, "why", lowerFirst(reason))
}

func lowerFirst(s string) string { return strings.ToLower(s[:1]) + s[1:] }
