package after

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Resume plans what is ahead of a night that is under way: what was done and what was left out stands, the rest is what
// the night would be planned to be now. Steps that stay keep their ids.
func Resume(c *sitting.Case, d Day, b *stack.Begun) Result {
	ahead := slices.Clone(b.Ahead)
	if !b.ByHand {
		rest := func(steps []stack.Step) []stack.Step { return unsettled(steps, slices.Concat(b.Done, b.Left)) }
		ahead = rest(inTime(c, d, func(steps []stack.Step) []stack.Step {
			return b.OneByOne(c, slices.Concat(b.Asked, rest(slices.Clone(steps))))
		}))
		b.Name(ahead, likenesses...)
	}
	for i := range ahead {
		if p := c.Product(b.Swaps[ahead[i].ID]); p != nil {
			ahead[i] = Swap(c, ahead[i], p)
		}
	}
	res := Evaluate(c, d, b.OneByOne(c, slices.Concat(b.Asked, ahead)))
	if idle := res.idle; !b.ByHand && len(idle) > 0 { // the rinse of a mask that was left out goes with it
		ahead = slices.DeleteFunc(ahead, func(s stack.Step) bool { return slices.Contains(idle, s.ID) })
		res = Evaluate(c, d, b.OneByOne(c, slices.Concat(b.Asked, ahead)))
	}
	res.Findings = slices.DeleteFunc(res.Findings, func(f rules.Finding) bool { // what was done is done
		return f.Rule == rules.Needless &&
			slices.ContainsFunc(b.Done, func(s stack.Step) bool { return s.ID == f.Step })
	})
	return res
}

// likenesses is how a step that was done, or known before, is told among those of a night, the closest first.
var likenesses = []func(s, o *stack.Step) bool{stack.Same,
	func(s, o *stack.Step) bool { return s.Act == o.Act && s.Product == o.Product && stack.Meet(s, o) },
	func(s, o *stack.Step) bool { return s.Act == o.Act && s.Kind == o.Kind && stack.Meet(s, o) },
	func(s, o *stack.Step) bool {
		return s.Act == o.Act && place(s) != 0 && place(s) == place(o) && stack.Meet(s, o)
	},
}

// place is which of several kinds that take each other's place at night a step lays, 0 for none of them.
func place(s *stack.Step) int {
	return 1 + slices.IndexFunc([][]kit.Kind{moisturisers, {kit.Toner, kit.Mist}},
		func(kinds []kit.Kind) bool { return slices.Contains(kinds, kit.Kind(s.Kind)) })
}

// unsettled is the steps of a night without those that were done or left out: each of these stands for one, so that the
// rinse of a polish is not that of the mask after it.
func unsettled(whole, settled []stack.Step) []stack.Step {
	settled = slices.DeleteFunc(settled, func(o stack.Step) bool { return o.Asked() })
	for _, alike := range likenesses {
		settled = slices.DeleteFunc(settled, func(o stack.Step) bool {
			i := slices.IndexFunc(whole, func(s stack.Step) bool { return alike(&s, &o) })
			if i >= 0 {
				whole = slices.Delete(whole, i, i+1)
			}
			return i >= 0
		})
	}
	return whole
}

// Swap is a step of the night with another product: the film that is usual of it there.
func Swap(c *sitting.Case, s stack.Step, p *kit.Product) stack.Step {
	s.Product, s.Kind, s.Film = p.ID, act.Detail(p.Kind), nil
	s.Complete()
	for _, z := range s.Zones {
		s.Film[z] = nightly(c, p, z)
	}
	stack.Measure(c, &s, p, c.Grams(s.Film))
	return s
}
