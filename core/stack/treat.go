package stack

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/sitting"
)

// Treatment is a product that a method asks for before makeup, and where it goes.
type Treatment struct {
	Product *kit.Product
	Zones   face.Set
}

// Treated is where skin is treated before makeup at all: not under the eyes.
const Treated = face.BaseArea &^ (1 << face.UnderEyes)

// treatable is the zones on which nothing but a note speaks against treating skin with a product.
func treatable(c *sitting.Case, p *kit.Product, on face.Set) (zones face.Set) {
	for _, z := range (on &^ c.Unlayered()).List() {
		u := fit.Use{Case: c, Product: p, Act: act.Treat, Kind: act.Detail(p.Kind), How: act.Light, Zone: z}
		if !slices.ContainsFunc(u.Fits(), func(o fit.Objection) bool { return o.Bars || o.Severity != rules.Note }) {
			zones |= face.SetOf(z)
		}
	}
	return zones
}

// treatment finds the first product of some kinds, the studio's own before others, that may treat some zones and of
// which there is enough, and where.
func treatment(c *sitting.Case, on face.Set, kinds ...kit.Kind) Treatment {
	for _, house := range []bool{true, false} {
		for i := range c.Kit {
			p := &c.Kit[i]
			if p.House != house || !slices.Contains(kinds, p.Kind) || p.Empty() {
				continue
			}
			if zones := treatable(c, p, on); zones != 0 && !p.Short(TreatGrams(c, p, zones)) {
				return Treatment{p, zones}
			}
		}
	}
	return Treatment{}
}

// TreatGrams is what treating some zones takes of a product.
func TreatGrams(c *sitting.Case, p *kit.Product, zones face.Set) (grams float64) {
	for _, z := range zones.List() {
		grams += kit.Grams(p.Kind.Of().Film, c.Area[z])
	}
	return grams
}

// Polish is the polish that a method asks for on the day, and which method; none where none does or nothing may.
func Polish(c *sitting.Case) (t Treatment, why method.Key) {
	why = method.SameDayPolish
	if c.Method.Is(method.Facial, method.Yes) {
		why = method.Facial
	} else if c.Method.Is(why, method.Never) {
		return t, why
	}
	return treatment(c, Treated, kit.EnzymePolish, kit.Scrub), why
}

// Masks is the masks that a method asks for on the day, and which method: hydrating on all, or clay where it is oily at
// the same time.
func Masks(c *sitting.Case) (list []Treatment, why method.Key) {
	why = method.SameDayMask
	byZone := c.Method.Is(why, method.ByZone)
	if c.Method.Is(method.Facial, method.Yes) {
		why, byZone = method.Facial, true
	} else if c.Method.Is(why, method.Never) {
		return nil, why
	}
	rest := face.Set(Treated)
	if byZone {
		oily := zonesWhere(rest, func(z face.Zone) bool {
			return c.Skin[z].Oil >= figure.OilyFrom && !c.Skin[z].Has(face.Flaky)
		})
		if t := treatment(c, oily, kit.MaskClay); t.Product != nil {
			list, rest = append(list, t), rest&^t.Zones
		}
	}
	if t := treatment(c, rest, kit.MaskHydrating); t.Product != nil {
		list = append(list, t)
	}
	return list, why
}

// LipScrub is what flaky lips are scrubbed with, nil where they need none or nothing may.
func LipScrub(c *sitting.Case) *kit.Product {
	if !c.Skin[face.Lips].Has(face.Flaky) || c.Unlayered().Has(face.Lips) {
		return nil
	}
	for i := range c.Kit {
		p := &c.Kit[i]
		u := fit.Use{Case: c, Product: p, Act: act.Treat, Kind: act.Detail(kit.LipScrub), Zone: face.Lips}
		if p.Kind == kit.LipScrub &&
			!slices.ContainsFunc(u.Fits(), func(o fit.Objection) bool { return o.Severity != rules.Note }) {
			return p
		}
	}
	return nil
}

// masked reports whether every mask that the method asks for went on where it may.
func masked(e *evaluation) bool {
	list, _ := Masks(e.c)
	if len(list) == 0 {
		return treated(masks...)(e)
	}
	for _, t := range list {
		var on face.Set
		for i := range e.moments {
			if m := &e.moments[i]; m.Act == act.Treat && kindOf(m.p) == t.Product.Kind {
				on |= m.zones
			}
		}
		if t.Zones&^on != 0 {
			return false
		}
	}
	return true
}

// polished reports whether the polish that the method asks for was used.
func polished(e *evaluation) bool { return treated(kit.EnzymePolish, kit.Scrub)(e) }

// polishedOrNot reports whether the polish of a facial was used where it may be.
func polishedOrNot(e *evaluation) bool {
	t, _ := Polish(e.c)
	return t.Product == nil || polished(e)
}
