package plan

import (
	"urncloth/core/kit"
	"urncloth/core/stack"
)

// Use is what of a product one plan takes: grams, or pieces of what is counted.
type Use struct {
	Grams  float64
	Pieces int
}

// Uses is what a plan takes of every product, from the first step to the night and the bag.
func (p *Plan) Uses() map[string]Use {
	uses := map[string]Use{}
	add := func(product string, grams float64, pieces int) {
		if product != "" && (grams > 0 || pieces > 0) {
			u := uses[product]
			u.Grams, u.Pieces = u.Grams+grams, u.Pieces+pieces
			uses[product] = u
		}
	}
	for _, steps := range [][]stack.Step{p.Prep.Steps, p.Lift.Steps, p.Aftercare.Steps} {
		for _, s := range steps {
			add(s.Product, float64(s.Grams), s.Wipes)
		}
	}
	for _, i := range p.Wear.Bag {
		add(i.Product, float64(i.Grams), 0)
		if i.Count > 0 && i.Grams == 0 {
			u := uses[i.Product]
			u.Pieces += i.Count
			uses[i.Product] = u
		}
	}
	l := p.Lift
	for kind, n := range map[kit.Kind]int{kit.CottonPad: l.Pads, kit.CottonBud: l.Buds, kit.LintFreeTip: l.Tips} {
		for _, q := range p.Sitting.Kit { // cloths and mitts are washed and used again
			if q.Kind == kind && n > 0 {
				u := uses[q.ID]
				u.Pieces += n
				uses[q.ID] = u
				break
			}
		}
	}
	return uses
}

// Short is a product of which less is left than bookings take.
type Short struct {
	Product string
	Needs   Use
	Has     Use
}

// Shortages finds what the plans ahead take more of than there is, in the kit's order. What is not known to be left is
// taken as enough, as in a plan.
func Shortages(k kit.Kit, ahead []*Plan) []Short {
	needs := map[string]Use{}
	for _, p := range ahead {
		for id, u := range p.Uses() {
			n := needs[id]
			needs[id] = Use{n.Grams + u.Grams, n.Pieces + u.Pieces}
		}
	}
	list := []Short{}
	for _, p := range k {
		n := needs[p.ID]
		if p.RemainingG != nil && n.Grams > *p.RemainingG {
			list = append(list, Short{p.ID, n, Use{Grams: *p.RemainingG}})
			continue
		}
		if p.Count != nil && n.Pieces > *p.Count {
			list = append(list, Short{p.ID, n, Use{Pieces: *p.Count}})
		}
	}
	return list
}
