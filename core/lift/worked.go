package lift

import (
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Worked is how a removal works on one zone: in how many passes, which binder keeps it longest, and which kind of
// remover, of those that pass over it, takes most of that.
type Worked struct {
	Passes int
	Binder look.Binder
	Kind   kit.Kind
}

// WorkedOn is how removal steps work on each zone that carries something, by what lies on the skin.
func WorkedOn(c *sitting.Case, layers *stack.Layers, steps []stack.Step) map[face.Zone]Worked {
	e := evaluate(c, layers, steps)
	list := map[face.Zone]Worked{}
	for z := range face.N {
		if e.passes[z] == 0 || len(e.binders[z]) == 0 {
			continue
		}
		w := Worked{Passes: e.passes[z], Binder: e.binders[z][e.worstOf(z)]}
		for i := range e.moments {
			m := &e.moments[i]
			if m.remover && m.zones.Has(z) && !e.budOnly(m) && c.Taken(m.kind, w.Binder) > c.Taken(w.Kind, w.Binder) {
				w.Kind = m.kind
			}
		}
		list[z] = w
	}
	return list
}

// worstOf is the place of the binder of which most is left on a zone.
func (e *evaluation) worstOf(z face.Zone) (worst int) {
	for i := range e.left[z] {
		if e.left[z][i] > e.left[z][worst] {
			worst = i
		}
	}
	return worst
}
