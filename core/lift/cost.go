package lift

import (
	"slices"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/sitting"
)

// strokes is how many clean faces one wiping of a zone takes.
func strokes(z face.Zone) int { return max(1, manyStrokes[z]) }

// padsFor is how many pads one pass takes there: half a pad for each eye, one for lips or brows, as many as there are
// strokes elsewhere, but only where the house works with pads. One more takes an oily remover off what is held.
func (ch *chooser) padsFor(g *group, k pass, filmed bool) int {
	p := ch.removers[k.remover]
	if k.along {
		return 0
	}
	many := padsOver(g.zones)
	if held(g.like) {
		many = 1
	}
	switch {
	case near(g.like) && ch.c.Extended(), p.Kind == kit.WaterMitt, p.Kind == kit.Wipe:
		return 0
	case k.way == wayHeld && films(p.Kind):
		return ch.padsHeld(p, many, filmed)
	case k.way == wayWorked, k.way == wayWiped && !ch.c.Method.Is(method.RemovalTool, method.Pads):
		return 0
	}
	return many
}

// padsHeld is the pads of an oily remover that is held: those it is held with, but balm and oil under the palms, and as
// many again that take the first of them off.
func (ch *chooser) padsHeld(p *kit.Product, many int, filmed bool) (n int) {
	if !p.Kind.Worked() {
		n = many
	}
	if !filmed {
		n += many
	}
	return n
}

// facesFor is how many clean faces of a mitt a pass takes.
func (ch *chooser) facesFor(g *group, k pass) int {
	if ch.removers[k.remover].Kind != kit.WaterMitt {
		return 0
	}
	return strokesOver(g.zones)
}

// finish is what takes a remover off again: seconds, and the share of its film that is left.
func (ch *chooser) finish(g *group, k pass) (seconds float64, film float64) {
	p, w := ch.removers[k.remover], g.share(k)
	switch {
	case k.way == wayHeld && films(p.Kind):
		return float64(figure.DampS * len(g.zones.List())), figure.FilmPad
	case k.way == wayHeld && p.Kind.Worked():
		return float64(figure.RinseOffS), 0
	case k.way == wayHeld:
		return float64(figure.GlideS), 0
	case films(p.Kind) && ch.byCloth(p.Kind):
		return float64(figure.ClothS) * w, figure.FilmCloth
	case films(p.Kind):
		return float64(figure.EmulsifyS+figure.RinseOffS) * w, figure.FilmEmulsify
	case k.way == wayWorked:
		return float64(figure.RinseOffS) * w, 0
	}
	return 0, 0
}

// byCloth reports whether an oily remover is lifted with a warm cloth rather than emulsified: by the house method,
// dry skin by a cloth, and always what has no emulsifier; never where there is no cloth.
func (ch *chooser) byCloth(k kit.Kind) bool {
	return (ch.quick || byCloth(ch.c, k)) && (ch.cloths != 0 || !emulsifies(k))
}

func byCloth(c *sitting.Case, k kit.Kind) bool {
	switch {
	case !emulsifies(k):
		return true
	case c.Method.Is(method.FirstCleanseOff, method.WarmCloth), byMitt(c):
		return true
	case c.Method.Is(method.FirstCleanseOff, method.EmulsifyRinse):
		return false
	}
	return c.Type.Type == face.Dry
}

// price is the cost of one pass with its time, all of it. Filmed is whether an oily remover was held there before it:
// one damp pad takes them all off.
func (ch *chooser) price(g *group, k pass, second, filmed bool) float64 {
	p := ch.removers[k.remover]
	seconds := ch.seconds(g, k, filmed)
	d := g.delicacy
	if ch.c.Method.Is(method.Wipes, method.TravelOnly) && p.Kind == kit.Wipe {
		d *= figure.TravelTimes
	}
	grams := ch.passGrams(g, k)
	cost := figure.PassDelicacy*d + figure.MinuteCost*seconds/60 +
		figure.PadCost*float64(ch.padsFor(g, k, filmed)) + figure.PriceCost*p.PriceOf(grams)
	if ch.c.Short(p, grams) || ch.scarceOnes[p.ID] {
		cost += figure.CautionCost
	}
	if misfit, is := p.Kind.CleanserFit(ch.c.Type.Type); is && second && !g.held && !ch.one {
		cost += figure.KindnessCost * misfit
	}
	return cost + g.cautions[slices.Index(g.allowed, k.remover)]
}

// share is the part of a pass over the face that one on the group is: all of it under the eyes by themselves.
func (g *group) share(k pass) float64 {
	if g.rides && !k.along {
		return 1
	}
	return g.weight
}

// seconds is the seconds of hand that a pass takes, with what finishes it.
func (ch *chooser) seconds(g *group, k pass, filmed bool) float64 {
	seconds, _ := ch.finish(g, k)
	if k.way == wayHeld && filmed && ch.films(k.remover) {
		seconds = 0
	}
	switch k.way {
	case wayHeld:
		seconds += k.contact
	case wayWorked:
		seconds += k.contact * g.share(k)
	case wayWiped:
		if seconds += float64(figure.WipedS * len(g.zones.List())); !k.along {
			seconds += float64(figure.WetPadS)
		}
	}
	return seconds
}

// passGrams is what one pass takes of its remover: under the eyes their share of the face's dose; lids, brows and lips
// that only go along take none.
func (ch *chooser) passGrams(g *group, k pass) float64 {
	p := ch.removers[k.remover]
	switch {
	case p.Kind == kit.WaterMitt || p.Kind == kit.Wipe || k.along && held(g.like):
		return 0
	case turnOf(p.Kind) == turnEffects:
		return edgeGrams(ch.c, p, g.zones)
	case g.grams > 0 && !k.along && tipped(ch.c, p, g.like):
		return figure.TipsGrams
	case g.grams > 0 && !k.along:
		return g.grams
	}
	grams := p.Kind.PassGrams(true) * g.weight
	if g.zones&sitting.Beard != 0 && ch.beard {
		grams *= figure.BeardRemover
	}
	return grams
}

// edgeGrams is what effects remover one pass along the glued edges on some zones takes.
func edgeGrams(c *sitting.Case, p *kit.Product, zones face.Set) float64 {
	var cm float64
	for i := range c.Items {
		it := &c.Items[i]
		if !effects(it.Binder) || it.Zone.Zones&zones == 0 {
			continue
		}
		if it.EdgeCM > 0 {
			cm += it.EdgeCM
		} else {
			cm += figure.EdgeCM
		}
	}
	density := p.Density
	if density <= 0 {
		density = 1
	}
	return cm * figure.EdgeML * density
}

func fullBeard(c *sitting.Case) bool {
	return c.Client.Beard == face.FullBeard || slices.ContainsFunc(c.Items,
		func(it look.Item) bool { return named(it.Item, "full beard") })
}
