package prep

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Needless says which of some prep steps could be left out: those without which nothing new is found and the stack
// costs no more. It reckons anew only where a step gains nothing by what the slots cost, or repeats another.
func Needless(c *sitting.Case, res *stack.Result) (list []rules.Finding) {
	gains := Gains(c, res.Steps)
	for i := range res.Steps {
		s := &res.Steps[i]
		if gains[i] > figure.Same || s.Method != "" || s.Asked() || slices.Contains(stack.Exempt, s.Act) {
			continue
		}
		without := stack.Prep(c, slices.Delete(slices.Clone(res.Steps), i, i+1))
		if !rules.Worse(without.Findings, res.Findings) {
			list = append(list, rules.New(c.Words, rules.Needless,
				rules.Place{Phase: rules.Prep, Step: s.ID, Zones: s.Zones}, say.None))
		}
	}
	return list
}

// Gains is what leaving out each step would cost, by the costs of the slots: more than 0 for a step that is worth it,
// or that no slot speaks of.
func Gains(c *sitting.Case, steps []stack.Step) []float64 {
	pl := planning(c, nil)
	filled := make([][slots]bool, len(pl.groups))
	gains := make([]float64, len(steps))
	for i := range steps {
		s := &steps[i]
		switch {
		case s.Act == act.Apply && s.With == "":
			gains[i] = pl.gain(s, filled)
		case repeats(steps[:i], s):
			gains[i] = -figure.StepCost
		default:
			gains[i] = figure.StepCost
		}
	}
	return gains
}

// repeats reports whether a step does again what one before it did, on no other zones.
func repeats(before []stack.Step, s *stack.Step) bool {
	return slices.ContainsFunc(before, func(o stack.Step) bool {
		return o.Act == s.Act && o.Product == s.Product && o.Kind == s.Kind &&
			face.SetOf(s.Zones...)&^face.SetOf(o.Zones...) == 0
	})
}

// gain is what a layer is worth in the groups that it lies on: what the empty slot would cost, less the layer.
func (pl *planner) gain(s *stack.Step, filled [][slots]bool) float64 {
	p := pl.c.Product(s.Product)
	if p == nil {
		return figure.StepCost
	}
	in := slices.IndexFunc(table[:], func(r slotRow) bool { return slices.Contains(r.kinds, p.Kind) })
	if in < 0 {
		return figure.StepCost
	}
	gain := -figure.StepCost
	veil := p.Kind == kit.PrimerHydrating
	for n, g := range pl.groups {
		on := g.zones & face.SetOf(s.Zones...)
		switch {
		case on == 0:
		case filled[n][in]:
			if gain -= figure.LayerCost; veil {
				return figure.StepCost // the veil of the method over another primer
			}
		case !table[in].belongs(pl.c, g.like):
			gain -= figure.LayerCost
		default:
			filled[n][in] = true
			empty := table[in].empty(pl.c, g.like)
			if empty == figure.Forbidden { // worth it whatever it costs
				gain += empty
				continue
			}
			var area float64
			for _, z := range on.List() {
				area += pl.c.Area[z]
			}
			k, may := pl.candidate(g, slot(in), p, area)
			if !may {
				return figure.StepCost // a stop says so
			}
			gain += empty - k.cost
		}
	}
	return gain
}
