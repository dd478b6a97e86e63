package wear

import (
	"time"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Oiled is when a zone was clean, and when it would first shine if nobody tended it.
type Oiled struct {
	Zone        face.Zone
	From, Shows time.Time
}

// Oil is how the zones of the base make oil, by what lies on them and the steps of prep.
func Oil(c *sitting.Case, layers *stack.Layers, steps []stack.Step) (list []Oiled) {
	for _, s := range sheens(c, layers, steps) {
		list = append(list, Oiled{s.zone, s.from, s.shows()})
	}
	return list
}

// Tended is the zones on which a step of a touch-up takes oil off or takes it up.
func Tended(c *sitting.Case, u *TouchUp, s *TouchStep) face.Set {
	e := evaluation{course: &course{c: c}}
	d := e.placed(u, s)
	if d.Act == act.Blot || d.Act == act.Apply && d.p != nil && d.p.Kind == kit.Powder {
		return d.zones
	}
	return 0
}
