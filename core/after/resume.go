package after

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/kit"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Resume plans what is ahead of a night that is under way: what was done and what was left out stands, the rest is what
// the night would be planned to be now. Steps that stay keep their ids.
func Resume(c *sitting.Case, d Day, b *stack.Begun) Result {
	ahead := slices.Clone(b.Ahead)
	if !b.ByHand {
		whole := Plan(c, d).Aftercare.Steps
		ahead = slices.DeleteFunc(whole, func(s stack.Step) bool {
			return b.Settled(func(o *stack.Step) bool {
				return s.Act == o.Act && s.Kind == o.Kind &&
					stack.Meet(&s, o)
			})
		})
		b.Name(ahead, stack.Same, func(s, o *stack.Step) bool {
			return s.Act == o.Act && s.Kind == o.Kind && stack.Meet(s, o)
		})
	}
	for i := range ahead {
		if p := c.Product(b.Swaps[ahead[i].ID]); p != nil {
			ahead[i] = Swap(c, ahead[i], p)
		}
	}
	return Evaluate(c, d, b.OneByOne(c, slices.Concat(b.Asked, ahead)))
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
