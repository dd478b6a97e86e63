package stack

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// The rules of care layers: in which order they lie, on what they belong, and for how long they stay.

// thin and thick are the care kinds that go on early, and those that nothing so thin gets through.
var (
	thin  = []kit.Kind{kit.Toner, kit.AcidToner, kit.Mist, kit.Essence, kit.Serum}
	thick = []kit.Kind{kit.EyeCream, kit.MoisturiserGel, kit.MoisturiserLotion, kit.MoisturiserCream,
		kit.MoisturiserRich,
		kit.FaceOil}
)

// Thicker is the kinds that a thinner care layer must not lie over.
func Thicker(k kit.Kind) []kit.Kind {
	if slices.Contains(thin, k) {
		return thick
	}
	return nil
}

func thickBeforeThin(e *evaluation, m *moment) {
	over := Thicker(kindOf(m.p))
	if m.lays == 0 || len(over) == 0 || m.With != "" || e.dampAllowed(m.p) {
		return
	}
	e.on(zonesWhere(m.lays, func(z face.Zone) bool {
		return holds(m.under[z], func(l *Layer) bool { return slices.Contains(over, l.Kind) })
	}), rules.ThickBeforeThin, m.ID, say.ThinOverThick, "product", productName(m.p))
}

func kindOf(p *kit.Product) kit.Kind {
	if p == nil {
		return ""
	}
	return p.Kind
}

// Contact says what is wrong with how long a mask, polish or peel stays on, None for nothing. A peel whose label times
// are not known is refused.
func Contact(p *kit.Product, kind act.Detail, seconds int) (rule rules.ID, message say.ID, label int) {
	switch {
	case kind == act.Peel && (p == nil || p.ContactMaxS == 0):
		return rules.ContactTooLong, say.PeelTimesUnknown, 0
	case p == nil || p.Kind.Of().Group != kit.Rinsed && kind != act.Peel:
		return "", say.None, 0
	case p.ContactMaxS > 0 && seconds > p.ContactMaxS:
		return rules.ContactTooLong, say.LongerThanLabel, p.ContactMaxS
	case p.ContactMinS > 0 && seconds < p.ContactMinS:
		return rules.ContactTooShort, say.ShorterThanLabel, p.ContactMinS
	}
	return "", say.None, 0
}

func contactTimes(e *evaluation, m *moment) {
	if m.Act != act.Treat {
		return
	}
	if rule, message, label := Contact(m.p, m.Kind, max(m.ContactS, m.HandsS)); message != say.None {
		e.find(rule, m.ID, m.zones, message, "product", productName(m.p), "label", Minutes(e.c.Words, label), "stays",
			Minutes(e.c.Words, max(m.ContactS, m.HandsS)))
	}
}

func airTooDamp(e *evaluation) {
	if e.c.Damp {
		e.find(rules.AirTooDamp, "", 0, say.None)
	}
}

// kitCannot says what must be done and nothing in the kit may do: nothing is called ready then.
func kitCannot(e *evaluation) {
	dry := zonesWhere(DrySkin&^e.c.Unlayered(), func(z face.Zone) bool {
		return !moistened(e.res.Layers[z]) && !CanMoisten(e.c, z)
	})
	e.on(dry, rules.KitCannot, "", say.NothingMoistens)
}

// CanMoisten reports whether the kit holds a moisturiser that may go on a zone.
func CanMoisten(c *sitting.Case, z face.Zone) bool {
	for i := range c.Kit {
		p := &c.Kit[i]
		if (p.Kind.Moisturiser() || p.Kind == kit.MoisturiserSPF && c.Daylight) && Admits(c, p, z) {
			return true
		}
	}
	return false
}

// asking is a house method that asks for something of its own: the options that do, whether it was done, and the kinds
// of product that it takes, where on.
type asking struct {
	key     method.Key
	options []method.OptionID
	met     func(e *evaluation) bool
	kinds   []kit.Kind
	what    act.Act
	on      face.Set
	does    nature.Set // what the way of working does, which a condition may rule out
	part    say.ID     // which part of the method, None for all of it
}

// askings is the house methods of prep that ask for something.
var askings = []asking{
	{method.Facial, []method.OptionID{method.Yes}, polishedOrNot, []kit.Kind{kit.EnzymePolish, kit.Scrub}, act.Treat,
		face.BaseArea, 0, say.PartPolish},
	{method.Facial, []method.OptionID{method.Yes}, masked, masks, act.Treat, face.BaseArea, 0, say.PartMasks},
	{method.SameDayPolish, []method.OptionID{method.Gentle, method.Full}, polished,
		[]kit.Kind{kit.EnzymePolish, kit.Scrub}, act.Treat, face.BaseArea, 0, say.None},
	{method.SameDayMask, []method.OptionID{method.HydratingMask, method.ByZone}, masked, masks, act.Treat,
		face.BaseArea, 0, say.None},
	{method.Depuff, []method.OptionID{method.Cold}, done(act.ColdPads), nil, act.Hold, face.BaseArea,
		nature.Chills | nature.Presses, say.None},
	{method.Depuff, []method.OptionID{method.MassageUp}, done(act.Massaging), nil, act.Massage, face.BaseArea,
		nature.Massages, say.None},
	{method.EyeCreamReach, []method.OptionID{method.LidsToo}, laidOn(kit.EyeCream, face.Eyelids),
		[]kit.Kind{kit.EyeCream}, act.Apply, face.SetOf(face.Eyelids), 0, say.None},
	{method.OilSlot, []method.OptionID{method.MixedWithSerum}, mixed(kit.FaceOil), []kit.Kind{kit.FaceOil, kit.Serum},
		act.Apply, face.BaseArea, 0, say.None},
	{method.SPFLayer, []method.OptionID{method.MoisturiserWithSPF}, screenedBy(kit.MoisturiserSPF),
		[]kit.Kind{kit.MoisturiserSPF}, act.Apply, face.BaseArea, 0, say.None},
	{method.SPFLayer, []method.OptionID{method.Blended}, blendedOrDark, kit.ScreenKinds, act.Apply, face.BaseArea, 0,
		say.None},
	{method.OilyMoisture, []method.OptionID{method.SPFCounts}, oilyScreened, []kit.Kind{kit.MoisturiserSPF}, act.Apply,
		face.BaseArea, 0, say.None},
	{method.PrimerSplit, []method.OptionID{method.ByZoneWithVeil}, veiledOrUnprimed, []kit.Kind{kit.PrimerHydrating},
		act.Apply, face.BaseArea, 0, say.None},
	{method.MistHow, []method.OptionID{method.Spray}, sprayedMist, []kit.Kind{kit.Mist}, act.Apply, face.BaseArea, 0,
		say.None},
}

var masks = []kit.Kind{kit.MaskHydrating, kit.MaskClay}

// any reports whether a step is such.
func (e *evaluation) any(is func(m *moment) bool) bool {
	for i := range e.moments {
		if is(&e.moments[i]) {
			return true
		}
	}
	return false
}

func treated(kinds ...kit.Kind) func(e *evaluation) bool {
	return func(e *evaluation) bool {
		return e.any(func(m *moment) bool { return m.Act == act.Treat && slices.Contains(kinds, kindOf(m.p)) })
	}
}

func done(kind act.Detail) func(e *evaluation) bool {
	return func(e *evaluation) bool { return e.any(func(m *moment) bool { return m.Kind == kind }) }
}

func laidOn(k kit.Kind, z face.Zone) func(e *evaluation) bool {
	return func(e *evaluation) bool {
		return e.any(func(m *moment) bool { return kindOf(m.p) == k && m.zones.Has(z) })
	}
}

// mixed reports whether what is laid of a kind is mixed into another layer, or none is laid.
func mixed(k kit.Kind) func(e *evaluation) bool {
	return func(e *evaluation) bool {
		return !e.any(func(m *moment) bool { return m.lays != 0 && kindOf(m.p) == k && m.With == "" })
	}
}

// screenedBy reports whether a kind is the sunscreen of the day, where one has a place.
func screenedBy(k kit.Kind) func(e *evaluation) bool {
	return func(e *evaluation) bool {
		return !e.c.Daylight || e.any(func(m *moment) bool { return m.lays != 0 && kindOf(m.p) == k })
	}
}

func blendedOrDark(e *evaluation) bool {
	return !e.c.Daylight || e.any(func(m *moment) bool { return e.partner(m) != nil })
}

// oilyScreened reports whether the oily zones have a moisturising sunscreen for their moisture, by day.
func oilyScreened(e *evaluation) bool {
	oily := zonesWhere(DrySkin&^e.c.Unlayered(), func(z face.Zone) bool { return e.c.Skin[z].WantsMattifying() })
	return !e.c.Daylight || oily == 0 || zonesWhere(oily, func(z face.Zone) bool {
		return holds(e.res.Layers[z], func(l *Layer) bool { return l.Kind == kit.MoisturiserSPF })
	}) != 0
}

// veiledOrUnprimed reports whether every mattified zone has its veil.
func veiledOrUnprimed(e *evaluation) bool {
	return zonesWhere(face.BaseArea, func(z face.Zone) bool {
		l := e.res.Layers[z]
		return holds(l, func(l *Layer) bool { return l.Kind == kit.PrimerMattifying }) &&
			!holds(l, func(l *Layer) bool { return l.Kind == kit.PrimerHydrating })
	}) == 0
}

func sprayedMist(e *evaluation) bool {
	return !e.any(func(m *moment) bool { return m.lays != 0 && kindOf(m.p) == kit.Mist && m.How != act.Spray })
}

// methodNotMet names the house methods that asked for something which was not done, and why.
func methodNotMet(e *evaluation) {
	for _, a := range askings {
		option := e.c.Method.Get(a.key)
		if !slices.Contains(a.options, option) || a.met(e) {
			continue
		}
		why := WhyNature(e.c, a.does, WhyNot(e.c, a.kinds, a.what, a.on))
		slots := []any{"method", method.NameOf(a.key), "option", method.OptionName(a.key, option), "why", why}
		words := say.MethodNotMet
		if a.part != say.None {
			words, slots = say.MethodPartNotMet, append(slots, "part", a.part)
		}
		f := e.find(rules.MethodNotMet, "", 0, words, slots...)
		*f = NotBought(e.c, *f, why)
		f.Method = a.key
	}
}

// lacks is why something was not used that more of a product would help.
var lacks = []say.ID{say.WhyNoProduct, say.WhyGone, say.WhyLittle, say.WhyNothing}

// NotBought takes the advice to get what is missing out of a finding whose reason is another.
func NotBought(c *sitting.Case, f rules.Finding, why say.ID) rules.Finding {
	if slices.Contains(lacks, why) {
		return f
	}
	return f.Do(c.Say(say.LeaveItSo))
}

// WhyNot is why nothing of some kinds was used on some zones: none in the kit, none in date, none that this client may
// have there, too little of it, or no place or time for it.
func WhyNot(c *sitting.Case, kinds []kit.Kind, what act.Act, on face.Set) say.ID {
	if len(kinds) == 0 {
		return say.WhySkin
	}
	why, little := say.WhyNoProduct, false
	for i := range c.Kit {
		p := &c.Kit[i]
		if !slices.Contains(kinds, p.Kind) {
			continue
		}
		if p.Empty() || !p.InDate(c.Day.Date) {
			if why == say.WhyNoProduct {
				why = say.WhyGone
			}
			continue
		}
		for _, z := range (on &^ c.Barred().All()).List() {
			u := fit.Use{Case: c, Product: p, Act: what, Kind: act.Detail(p.Kind), How: act.Pat, Zone: z}
			if slices.ContainsFunc(u.Fits(), func(o fit.Objection) bool { return o.Bars }) {
				continue
			}
			if !p.Short(least(c, p, what, z)) {
				return say.WhyNoPlace
			}
			little = true
		}
		if why = say.WhyMayNot; on&^c.Barred().All()&^fit.BeforeHair(c, p) == 0 {
			why = say.WhyHairComes
		}
	}
	if little {
		return say.WhyLittle
	}
	return why
}

// least is what a product is used for at the least: a pass over a small spot, or its film on a zone.
func least(c *sitting.Case, p *kit.Product, what act.Act, z face.Zone) float64 {
	if what == act.Remove {
		return figure.SpotGrams
	}
	return kit.Grams(p.Kind.Of().Film, c.Area[z])
}

// WhyNature is WhyNot for a way of working that does something to skin.
func WhyNature(c *sitting.Case, does nature.Set, why say.ID) say.ID {
	if does != 0 && fit.RuledOut(c, does) != 0 {
		return say.WhySkinMayNot
	}
	return why
}

// unrepaired names the repairs of the day that no step makes.
func unrepaired(e *evaluation) {
	var made [face.N]int
	for i := range e.moments {
		if m := &e.moments[i]; m.Act == act.Repair {
			for _, z := range m.zones.List() {
				made[z]++
			}
		}
	}
	for _, r := range e.c.Day.Repairs {
		var z face.Zone
		if z.UnmarshalText([]byte(r.Zone)) != nil || e.c.Barred().All().Has(z) {
			continue
		}
		if made[z]--; made[z] < 0 {
			e.find(rules.MethodNotMet, "", face.SetOf(z), say.NotRepaired, "zone", z.NameIn(e.c.Words), "at",
				r.At.Clock())
		}
	}
}
