package wear

import (
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/rules"
	"urncloth/core/sitting"
)

// bare reports whether there is no makeup base to go through, so that an ordinary sunscreen can be laid again.
func bare(c *sitting.Case) bool {
	return c.Look.Base == look.NoBase || c.Look.Coverage == look.NoCoverage
}

// unmasked is the skin of the face that no makeup lies on, though the rest may wear a base: it can take the ordinary
// sunscreen again.
func unmasked(c *sitting.Case) face.Set {
	zones := c.Unmade()
	if c.Client.Beard == face.FullBeard {
		zones |= sitting.Beard
	}
	return zones & face.Face
}

// powdery reports whether the finished base is matte or powdered there, so that a stick drags it.
func powdery(c *sitting.Case, z face.Zone) bool {
	if bare(c) {
		return false
	}
	if c.Look.Finish == look.Matte || c.Look.Base == look.BasePowder {
		return true
	}
	return slices.ContainsFunc(
		c.Items,
		func(it look.Item) bool { return it.Binder == look.Powder && it.Zone.Zones.Has(z) },
	)
}

// form is what renews the face at some moment: a product, how many coats of it, and where it goes.
type form struct {
	product *kit.Product
	coats   int
	film    float64
	zones   face.Set
	wary    bool // it raises a caution
}

// delivers is the film in mg/cm² that so many coats of a product bring, 0 coats meaning as many as are usual.
func delivers(p *kit.Product, coats int) (film float64, used int) {
	d, over := forms[p.Kind]
	if !over {
		return figure.FullDose, max(coats, 1)
	}
	if coats <= 0 {
		coats = d.coats
	}
	return min(d.perCoat*float64(coats), d.most), coats
}

// mostOf is the most film in mg/cm² that a product can bring through makeup.
func mostOf(p *kit.Product) float64 {
	if d, over := forms[p.Kind]; over {
		return d.most
	}
	return figure.FullDose
}

// screenable is the zones of some that a product may renew, and the cost of the cautions it brings there.
func screenable(c *sitting.Case, p *kit.Product, on face.Set) (zones face.Set, cost float64) {
	cautions := map[rules.ID]bool{}
	for _, z := range on.List() {
		u := fit.Use{Case: c, Product: p, Act: act.Reapply, Kind: act.Detail(p.Kind), How: lightest(c, p), Zone: z}
		met := u.Fits()
		if slices.ContainsFunc(met, func(o fit.Objection) bool { return o.Bars }) {
			continue
		}
		zones |= face.SetOf(z)
		for _, o := range met {
			if o.Severity == rules.Caution {
				cautions[o.Rule] = true
			}
		}
	}
	return zones, figure.CautionCost * float64(len(cautions))
}

// lightest is the way of the hands that asks least of skin: a sponge with mist can be laid on, all else is pressed.
func lightest(c *sitting.Case, p *kit.Product) act.How {
	switch {
	case p.Kind != kit.SPFMist:
		return act.Press
	case sprayed(c):
		return act.Shielded
	}
	return act.Lay
}

// sprayed reports whether a mist is sprayed at the face rather than on a sponge.
func sprayed(c *sitting.Case) bool { return fit.Sprayed(c) }

// chooser picks the form for each moment: the same wherever wind is the same.
type chooser struct {
	c      *sitting.Case
	on     face.Set
	wet    bool            // long in water or sweat
	scarce map[string]bool // products that the touch-ups would use up
	known  map[bool]*form
}

// face is the form that renews the face in that air, nil where the kit has none.
func (f *chooser) face(windy bool) *form {
	if known, asked := f.known[windy]; asked {
		return known
	}
	best := f.best(windy, f.on&face.Face, f.renews)
	f.known[windy] = best
	return best
}

// laidOn is the mist for skin that what renews the rest may not be pressed on, nil where the kit has none that brings
// no caution.
func (f *chooser) laidOn(windy bool, on face.Set) *form {
	m := f.best(windy, on, func(p *kit.Product) bool { return p.Kind == kit.SPFMist && f.renews(p) })
	if m == nil || m.wary {
		return nil
	}
	return m
}

// best is the form that renews some zones in that air with one of the products that may, nil where the kit has none.
func (f *chooser) best(windy bool, on face.Set, may func(p *kit.Product) bool) *form {
	best, least := (*form)(nil), 0.0
	for i := range f.c.Kit {
		p := &f.c.Kit[i]
		if !may(p) {
			continue
		}
		if k, cost := f.consider(p, windy, on); k != nil && (best == nil || cost < least-figure.Same) {
			best, least = k, cost
		}
	}
	return best
}

// consider is a product as a form of renewing some zones in that air, and what it costs; nil where it is none.
func (f *chooser) consider(p *kit.Product, windy bool, on face.Set) (*form, float64) {
	zones, cost := screenable(f.c, p, on)
	if zones&face.BaseArea == 0 {
		return nil, 0
	}
	film, coats := delivers(p, 0)
	cost += figure.FullDose - film
	for _, c := range formCosts {
		cost += c(f, p, zones, windy)
	}
	if f.scarce[p.ID] {
		cost += figure.CautionCost
	}
	return &form{p, coats, film, zones, cost >= figure.CautionCost}, cost
}

// renews reports whether a product can renew the face at all: made for it, or the ordinary sunscreen of a bare face;
// no mist in the cold, and nothing that a sponge presses on where there is none.
func (f *chooser) renews(p *kit.Product) bool {
	_, over := forms[p.Kind]
	return p.HasFactor() && (over || bare(f.c) && p.Kind == kit.Sunscreen) && !p.Empty() &&
		!(p.Kind == kit.SPFMist && f.c.Cold) && !(p.Kind == kit.SPFFluid && fit.Without(f.c, kit.Sponge))
}

// formCosts is what speaks against a form, a row each.
var formCosts = []func(f *chooser, p *kit.Product, zones face.Set, windy bool) float64{
	func(f *chooser, p *kit.Product, zones face.Set, _ bool) float64 { // on powdered base
		if !anyOf(zones, func(z face.Zone) bool { return powdery(f.c, z) }) {
			return 0
		}
		cost := forms[p.Kind].powders
		if p.Kind == kit.SPFStick {
			cost += figure.CautionCost
		}
		return cost
	},
	func(f *chooser, p *kit.Product, zones face.Set, _ bool) float64 { // waxy on oily skin
		if !anyOf(zones, func(z face.Zone) bool { return f.c.Skin[z].Oil >= figure.OilyFrom }) {
			return 0
		}
		return forms[p.Kind].waxy
	},
	func(_ *chooser, p *kit.Product, _ face.Set, _ bool) float64 { // powder alone
		if p.Kind != kit.SPFPowder {
			return 0
		}
		return figure.CautionCost
	},
	func(f *chooser, p *kit.Product, _ face.Set, windy bool) float64 { // mist in wind
		if p.Kind != kit.SPFMist || !windy || !sprayed(f.c) {
			return 0
		}
		return figure.WindCost
	},
	func(f *chooser, p *kit.Product, zones face.Set, _ bool) float64 { // dark or marked skin: tint, and no white cast
		marked := anyOf(zones, func(z face.Zone) bool { return f.c.Skin[z].Has(face.Pigment) })
		if f.c.Client.Phototype < figure.DarkFrom && !marked {
			return 0
		}
		cost := figure.CastCost * float64(p.WhiteCast)
		if !p.Tinted {
			cost += figure.UntintedCost
		}
		return cost
	},
	func(f *chooser, p *kit.Product, _ face.Set, _ bool) float64 { // what the client would rather avoid
		return figure.DislikedCost * float64(p.CountCarried(f.c.Client.Dislikes))
	},
	func(f *chooser, p *kit.Product, _ face.Set, _ bool) float64 { // a long time in water
		if !f.wet || p.WaterResistantMin >= figure.Label80 {
			return 0
		}
		return figure.WetCost
	},
}

func anyOf(zones face.Set, is func(z face.Zone) bool) bool {
	return slices.ContainsFunc(zones.List(), is)
}

// ordinary is the sunscreen that ears, neck and chest get at the full dose: the one laid first there, else the first
// that may go on them.
func (f *chooser) ordinary(first *screen, on face.Set) *form {
	var best *form
	c := f.c
	least := 0.0
	for i := range c.Kit {
		p := &c.Kit[i]
		if p.Kind.Of().Group != kit.Sunscreens || p.Empty() {
			continue
		}
		zones, cost := screenable(c, p, on)
		if zones == 0 {
			continue
		}
		was := false
		for _, z := range zones.List() {
			was = was || slices.ContainsFunc(first[z], func(f film) bool { return f.layer.Product == p.ID })
		}
		if !was {
			cost += figure.OtherCost
		}
		if f.wet && p.WaterResistantMin < figure.Label80 {
			cost += figure.WetCost
		}
		if f.scarce[p.ID] {
			cost += figure.CautionCost
		}
		if best == nil || cost < least {
			best, least = &form{p, 1, figure.FullDose, zones, cost >= figure.CautionCost}, cost
		}
	}
	return best
}

// windy reports whether the client stands in wind at a moment.
func (w *course) windy(t time.Time) bool {
	s := w.during(t)
	return s != nil && s.Wind && s.Place.Outdoors()
}
