package wear

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// dust is a film that a touch-up laid on some zones beside sunscreen: powder and the like.
type dust struct {
	layer stack.Layer
	zones face.Set
}

// atLift is everything that lies on the skin at removal: the layers of prep, sunscreen thinned by the wear, every
// film a touch-up laid, and the declared makeup in its place over prep.
func atLift(c *sitting.Case, base *stack.Layers, end *screen, events []event) stack.Layers {
	var all stack.Layers
	dusted, most := dusts(events), 0
	for z := range base {
		most = max(most, len(base[z])+len(end[z])+len(c.Items)+len(dusted))
	}
	list := make([]stack.Layer, 0, most)
	for z := range face.N {
		films := end[z]
		list = list[:0]
		for _, l := range base[z] {
			if l.Kind.Of().Group == kit.Sunscreens && len(films) > 0 && films[0].layer.Product == l.Product &&
				films[0].layer.SetAt == l.SetAt {
				l = thinned(l, films[0].left)
				films = films[1:]
			}
			list = append(list, l)
		}
		for _, it := range c.Items {
			if it.Zone.Zones.Has(z) {
				list = append(list, stack.Layer{Item: it.Item, Binder: it.Binder, Load: doc.Num(it.Load),
					SetAt: c.Day.BaseAt})
			}
		}
		for _, f := range films {
			list = append(list, thinned(*f.layer, f.left))
		}
		for _, d := range dusted {
			if d.zones.Has(z) {
				list = append(list, d.layer)
			}
		}
		all[z] = shared(all[:z], list)
	}
	return all
}

// shared is layers as they lie on another zone, where they lie on one alike: nobody changes them any more.
func shared(others [][]stack.Layer, list []stack.Layer) []stack.Layer {
	for _, o := range others {
		if slices.Equal(o, list) {
			return o
		}
	}
	return slices.Clone(list)
}

// dusts is what touch-ups laid beside sunscreen.
func dusts(events []event) (list []dust) {
	for i := range events {
		v := &events[i]
		for k := range v.steps {
			d := &v.steps[k]
			if d.Act != act.Apply || d.p == nil || d.film <= 0 {
				continue
			}
			list = append(list, dust{stack.Layer{
				Product: d.p.ID,
				Kind:    d.p.Kind,
				Base:    d.p.Base,
				Film:    doc.Num(d.film),
				Residue: doc.Num(d.film * d.p.Kind.Of().Stays),
				SetAt:   v.up.At,
			}, d.zones})
		}
	}
	return list
}

func thinned(l stack.Layer, left float64) stack.Layer {
	l.Film = doc.Num(left)
	l.Residue = doc.Num(left * l.Kind.Of().Stays)
	return l
}
