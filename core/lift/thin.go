package lift

import (
	"cmp"
	"math"
	"slices"

	"urncloth/core/figure"
	"urncloth/core/kit"
)

// thin takes out removers that go nowhere, or that so many others of their kind beat everywhere: allowed wherever they
// are, with no more cautions, no dearer, and with plenty left. Of two that are alike the first in the kit stays. What
// is left is numbered anew; beyond the most that a search can tell apart, those with most of their kind before them go.
func (ch *chooser) thin(alike int) {
	costs := ch.cautionsOf()
	gone := map[int]bool{}
	rank := make([]int, len(ch.removers)) // how many of its kind are kept before it
	ofKind := map[kit.Kind][]int{}        // of each kind, cheapest first
	for i, p := range ch.removers {
		ofKind[p.Kind] = append(ofKind[p.Kind], i)
	}
	for _, list := range ofKind {
		slices.SortStableFunc(list, func(a, b int) int {
			return cmp.Compare(ch.removers[a].PriceOf(1), ch.removers[b].PriceOf(1))
		})
	}
	var kept []int
	before := map[kit.Kind]int{}
	for j, p := range ch.removers {
		if !slices.ContainsFunc(costs[j], func(cost float64) bool { return cost < math.MaxFloat64 }) {
			continue // it goes nowhere
		}
		beaten := 0
		for _, i := range ofKind[p.Kind] {
			if i == j || beaten >= alike { // dearer ones follow
				break
			}
			if !gone[i] && ch.beats(i, j) && everywhere(costs[i], costs[j]) {
				beaten++
			}
		}
		if gone[j] = beaten >= alike; gone[j] {
			ch.thinned = true
			continue
		}
		rank[j] = before[p.Kind]
		before[p.Kind]++
		kept = append(kept, j)
	}
	if len(kept) > figure.MostRemovers {
		slices.SortStableFunc(kept, func(a, b int) int { return rank[a] - rank[b] })
		kept = kept[:figure.MostRemovers]
		slices.Sort(kept)
	}
	ch.number(kept)
}

// cautionsOf is the cost of the cautions that each remover brings on each group, the greatest number where it may not
// go.
func (ch *chooser) cautionsOf() [][]float64 {
	costs := make([][]float64, len(ch.removers))
	for i := range costs {
		costs[i] = slices.Repeat([]float64{math.MaxFloat64}, len(ch.groups))
	}
	for n, g := range ch.groups {
		for k, r := range g.allowed {
			costs[r][n] = g.cautions[k]
		}
	}
	return costs
}

// everywhere reports whether a remover of some costs may go wherever another may, with no more cautions.
func everywhere(a, b []float64) bool {
	for n := range a {
		if b[n] < math.MaxFloat64 && a[n] > b[n] {
			return false
		}
	}
	return true
}

// number keeps some removers alone, and numbers them anew.
func (ch *chooser) number(kept []int) {
	var removers []*kit.Product
	for _, i := range kept {
		removers = append(removers, ch.removers[i])
	}
	for _, g := range ch.groups {
		var allowed []int
		var cautions []float64
		var uneasy []bool
		for n, r := range g.allowed {
			if at, is := slices.BinarySearch(kept, r); is {
				allowed, cautions = append(allowed, at), append(cautions, g.cautions[n])
				uneasy = append(uneasy, g.uneasy[n])
			}
		}
		g.allowed, g.cautions, g.uneasy = allowed, cautions, uneasy
	}
	ch.removers = removers
}

// beats reports whether one remover may stand for another of its kind: no dearer, of two alike the first, with plenty
// left, never another for the studio's own.
func (ch *chooser) beats(i, j int) bool {
	a, b := ch.removers[i], ch.removers[j]
	if a.Kind != b.Kind || ch.c.Short(a, figure.PlentyG) || b.House && !a.House {
		return false
	}
	dear, cheap := b.PriceOf(1), a.PriceOf(1)
	return cheap < dear || cheap == dear && i < j
}
