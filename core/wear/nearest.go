package wear

import (
	"math"

	"urncloth/core/figure"
)

// What a trail holds is bounded. Where a face has more groups of films or classes of oil than that, the nearest are
// taken together until they fit.

// unlike is further apart than any two films or rates of oil are.
const unlike = math.MaxInt16

// fitted is groups whose sums of logs a trail can hold, and whether any had to be taken together.
func fitted(list []group) (fit []group, joined bool) {
	held := func() (n int) {
		for i := range list {
			n += list[i].held()
		}
		return n
	}
	for held() > dims && len(list) > 1 {
		i, j := nearest(len(list), func(i, j int) float64 { return list[i].apart(&list[j]) })
		list[i].join(&list[j])
		list, joined = append(list[:j], list[j+1:]...), true
	}
	return list, joined
}

// fewer is classes of oil that a trail can hold, and whether any had to be taken together.
func fewer(list []class) (few []class, joined bool) {
	for len(list) > kinds {
		i, j := nearest(len(list), func(i, j int) float64 { return list[i].apart(&list[j]) })
		a, b := &list[i], &list[j]
		a.rate, a.free = max(a.rate, b.rate), max(a.free, b.free) // tended as the oilier of the two asks for
		a.powders, a.zones, a.set = a.powders || b.powders, a.zones+b.zones, a.set|b.set
		list, joined = append(list[:j], list[j+1:]...), true
	}
	return list, joined
}

// nearest is the two of n things that are least apart, the first of those that are as near.
func nearest(n int, apart func(i, j int) float64) (first, second int) {
	least := math.Inf(1)
	for i := range n {
		for j := i + 1; j < n; j++ {
			if d := apart(i, j); d < least-figure.SameExactly {
				first, second, least = i, j, d
			}
		}
	}
	return first, second
}

// held is how many sums of logs a group has.
func (g *group) held() (n int) {
	for r := range resistances {
		if g.logs[r] != 0 || g.adds[0][r] != 0 || g.adds[1][r] != 0 {
			n++
		}
	}
	return n
}

// apart is how far two groups are from being alike: by their films, and first of all by the oil that they go with.
func (g *group) apart(o *group) float64 {
	d := math.Abs(g.cap-o.cap) + math.Abs(g.capTo[0]-o.capTo[0]) + math.Abs(g.capTo[1]-o.capTo[1])
	for r := range resistances {
		d += math.Abs(g.logs[r]-o.logs[r]) + math.Abs(g.adds[0][r]-o.adds[0][r]) + math.Abs(g.adds[1][r]-o.adds[1][r])
	}
	if g.class != o.class {
		d += unlike
	}
	return d * min(g.share, o.share)
}

// join takes a group into another: each film as it is in the mean.
func (g *group) join(o *group) {
	mine := g.share / (g.share + o.share)
	mix := func(a *float64, b float64) { *a = float64(*a*mine) + float64(b*(1-mine)) }
	mix(&g.cap, o.cap)
	for r := range resistances {
		mix(&g.logs[r], o.logs[r])
	}
	for i := range g.adds {
		mix(&g.capTo[i], o.capTo[i])
		for r := range resistances {
			mix(&g.adds[i][r], o.adds[i][r])
		}
	}
	if o.share > g.share {
		g.class = o.class
	}
	g.share += o.share
}

// apart is how far two classes are from being alike.
func (k *class) apart(o *class) float64 {
	d := math.Abs(k.rate-o.rate)*60/figure.ShineFrom + math.Abs(k.free-o.free)/figure.ShineFrom
	if k.powders != o.powders {
		d += unlike
	}
	return d
}
