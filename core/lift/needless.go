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
		if m.did && !e.laidOffAgain(i) || m.Method != "" || m.Asked() || slices.Contains(stack.Exempt, m.Act) ||
			m.remover && !e.spares(m) {
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

// laidOffAgain reports whether a step takes off what would come off later in any case: a remover on which the next pad
// is pressed before anything else happens there, which lifts it; or what does not foam, where water comes once more.
func (e *evaluation) laidOffAgain(i int) bool {
	m := &e.moments[i]
	waters := m.Act == act.Rinse && !m.lathered
	lays := (m.Act == act.Wipe || m.Act == act.Cloth) && !m.remover && pressedAll(e.c, m.Zones)
	if !waters && !lays {
		return false
	}
	left := m.zones
	for j := i + 1; j < len(e.moments) && left != 0; j++ {
		switch o := &e.moments[j]; {
		case o.zones&left == 0:
		case waters && o.Act == act.Rinse, !waters && o.Act == act.Hold && o.remover:
			left &^= o.zones
		case !waters:
			return false
		}
	}
	return left == 0
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
