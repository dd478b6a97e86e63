package lift

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/stack"
)

// needless says which steps could be left out: those without which nothing new is found. A pass costs skin, so less of
// it is never worse. It reckons anew only where a step did nothing, or where every target would be met without it.
func (e *evaluation) needless(layers *stack.Layers) (list []rules.Finding) {
	for i := range e.moments {
		m := &e.moments[i]
		if m.did || m.Method != "" || m.Asked() || slices.Contains(stack.Exempt, m.Act) || m.remover && !e.spares(m) {
			continue
		}
		without := slices.Delete(slices.Clone(e.res.Lift.Steps), i, i+1)
		if m.remover { // and what only finishes it
			for i < len(without) && finishes(&without[i], m) {
				without = slices.Delete(without, i, i+1)
			}
		}
		if !rules.Worse(evaluate(e.c, layers, without).res.Findings, e.res.Findings) {
			list = append(list, rules.New(e.c.Words, rules.Needless,
				rules.Place{Phase: rules.Lift, Step: m.ID, Zones: m.Zones}, say.None))
		}
	}
	return list
}

// finishes reports whether a step only takes off again what a pass put on.
func finishes(s *stack.Step, m *moment) bool {
	return s.Product == "" && slices.Contains([]act.Act{act.Wipe, act.Emulsify, act.Rinse, act.Cloth}, s.Act) &&
		face.SetOf(s.Zones...)&^m.zones == 0
}

// spares reports whether every zone of a pass would meet its target without it.
func (e *evaluation) spares(m *moment) bool {
	for _, z := range m.zones.List() {
		for i, b := range e.binders[z] {
			one := share(e.c, work{m.kind, e.wayIn(m, z), float64(m.ContactS), m.dose[z]}, e.on[z], b)
			if one <= 0 || e.left[z][i]/one > Target(z)+figure.Same {
				return false
			}
		}
	}
	return true
}
