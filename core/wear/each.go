package wear

import (
	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/sun"
)

// each looks at every touch-up: whether it may be then, on shine, with that product, in that way.
func (e *evaluation) each() {
	oil := tend(e.sheens, e.c.BaseAt, e.powdered())
	renewed, powder := false, (*done)(nil)
	var with *TouchUp
	for _, v := range e.events {
		if e.keptFree(v.at) {
			e.find(rules.Interrupts, v.up.ID, 0, say.InKeptFree, "time", v.up.At.Clock())
		}
		shines := oil.until(v.at)
		blotted, unblotted, powdered := face.Set(0), face.Set(0), false
		for i := range v.steps {
			d := &v.steps[i]
			e.objections(v.up, d)
			switch {
			case d.Act == act.Blot:
				blotted |= d.zones
			case d.Act == act.Apply && d.p != nil && d.p.Kind == kit.Powder:
				powdered = true
			case d.Act == act.Reapply && d.p != nil:
				unblotted |= shines & d.zones &^ blotted
				if d.p.Kind == kit.SPFPowder {
					powder, with = d, v.up
				} else if d.zones&face.Face != 0 {
					renewed = true
				}
				e.manner(v.up, d)
			}
		}
		if unblotted != 0 {
			e.find(rules.BlotFirst, v.up.ID, unblotted, say.ShinesAt, "zones", e.c.Names(unblotted), "time",
				v.up.At.Clock())
		}
		oil.blot(blotted, powdered)
	}
	if powder != nil && !renewed {
		e.find(rules.PowderAlone, with.ID, powder.zones, say.PowderGives, "film", doc.Round(powder.film), "product",
			powder.p.Name, "gives", sun.Effective(powder.p.SPF, powder.film), "label", powder.p.SPF)
	}
}

// powdered is the zones that a powdering in a touch-up reaches.
func (e *evaluation) powdered() face.Set {
	if zones := powders(e.c); zones != 0 {
		return zones
	}
	return face.BaseArea &^ face.SetOf(face.UnderEyes)
}

// manner looks at how a form goes on.
func (e *evaluation) manner(u *TouchUp, d *done) {
	switch d.p.Kind {
	case kit.SPFStick:
		var dragged face.Set
		for _, z := range d.zones.List() {
			if face.BaseArea.Has(z) && powdery(e.c, z) {
				dragged |= face.SetOf(z)
			}
		}
		if dragged != 0 {
			e.find(rules.DragsBase, u.ID, dragged, say.DragsBase, "product", d.p.Name)
		}
	case kit.SPFMist:
		if d.How != act.Sponge && d.How != act.Shielded {
			e.find(rules.MistNearFace, u.ID, d.zones, say.MistNear, "product", d.p.Name)
		}
	}
}

// objections gathers what speaks against a product of a touch-up into one finding a rule.
func (e *evaluation) objections(u *TouchUp, d *done) {
	if d.zones == 0 || d.p == nil {
		return
	}
	for _, m := range fit.Gather(d.zones.List(), func(z face.Zone) []fit.Objection {
		use := fit.Use{Case: e.c, Product: d.p, Act: d.Act, Kind: act.Kind(d.p.Kind), How: act.Press, Zone: z,
			After: true}
		return use.Fits()
	}) {
		e.res.Findings = append(e.res.Findings, m.Finding(e.c, rules.Wear, u.ID))
	}
}

// atLift is everything that lies on the skin at removal: the layers of prep, sunscreen thinned by the wear, every
// film a touch-up laid, and the declared makeup in its place over prep.
func atLift(c *sitting.Case, base *stack.Layers, end *screen, events []event) stack.Layers {
	var all stack.Layers
	var dusted []stack.Layer // powder and the like, laid by touch-ups on some zones
	var onto []face.Set
	for _, v := range events {
		for _, d := range v.steps {
			if d.Act == act.Apply && d.p != nil && d.film > 0 {
				k := d.p.Kind
				dusted = append(
					dusted,
					stack.Layer{
						Product: d.p.ID,
						Kind:    k,
						Base:    d.p.Base,
						Film:    doc.Num(d.film),
						Residue: doc.Num(d.film * k.Of().Stays),
						SetAt:   v.up.At,
					},
				)
				onto = append(onto, d.zones)
			}
		}
	}
	for z := range face.N {
		films := end[z]
		room := len(base[z]) + len(films)
		for i := range c.Look.Items {
			if c.Look.Items[i].Zone.Zones.Has(z) {
				room++
			}
		}
		for _, zones := range onto {
			if zones.Has(z) {
				room++
			}
		}
		all[z] = make([]stack.Layer, 0, room)
		for _, l := range base[z] {
			if l.Kind.Of().Group == kit.Sunscreens && len(films) > 0 && films[0].layer.Product == l.Product &&
				films[0].layer.SetAt == l.SetAt {
				l = thinned(l, films[0].left)
				films = films[1:]
			}
			all[z] = append(all[z], l)
		}
		for _, it := range c.Look.Items {
			if it.Zone.Zones.Has(z) {
				all[z] = append(all[z], stack.Layer{Item: it.Item, Binder: it.Binder, Load: doc.Num(it.Load),
					SetAt: c.Day.BaseAt})
			}
		}
		for _, f := range films {
			all[z] = append(all[z], thinned(f.layer, f.left))
		}
		for i, l := range dusted {
			if onto[i].Has(z) {
				all[z] = append(all[z], l)
			}
		}
	}
	return all
}

func thinned(l stack.Layer, left float64) stack.Layer {
	l.Film = doc.Num(left)
	l.Residue = doc.Num(left * l.Kind.Of().Stays)
	return l
}
