package lift

import (
	"math"
	"math/bits"

	"urncloth/core/figure"
)

// partial is where the choice stands: what the groups so far use together.
type partial struct {
	set, skin   uint64
	rubbed      doses
	cost        float64
	pads, faces int
}

// choose picks one sequence for each group so that the whole costs least: what each costs, and what they use together.
func (ch *chooser) choose() (picked []sequence, cost float64) {
	j := &joint{chooser: ch, lists: ch.listed(), cost: math.Inf(1)}
	j.floor = make([]float64, len(j.lists)+1)
	for i := len(j.lists) - 1; i >= 0; i-- {
		j.floor[i] = j.floor[i+1] + j.lists[i][0].cost
	}
	j.now, j.best = make([]int, len(j.lists)), make([]int, len(j.lists))
	j.at = make([]partial, len(j.lists)+1)
	j.try(0)
	if math.IsInf(j.cost, 1) && ch.apart() {
		return ch.choose()
	}
	for i := range j.lists {
		picked = append(picked, j.lists[i][j.best[i]])
	}
	return picked, j.cost
}

// joint is the branch and bound over the groups.
type joint struct {
	*chooser
	lists     [][]sequence
	floor     []float64 // the least that the groups from one on cost, each by itself
	now, best []int
	at        []partial // where it stands before each group
	cost      float64   // of the best
}

// try takes one sequence after another for the groups from one on.
func (j *joint) try(i int) {
	at := &j.at[i]
	shared := j.shared(at)
	least := at.cost + j.floor[i] + shared
	if least >= j.cost-figure.SameExactly {
		return
	}
	settled := i > 0 && i < len(j.lists) && j.groups[i].turn() > 0 && j.groups[i-1].turn() == 0
	if settled && at.cost+j.along(i, at)+shared >= j.cost-figure.SameExactly {
		return
	}
	if i == len(j.lists) {
		j.cost = least
		copy(j.best, j.now)
		return
	}
	for n := range j.lists[i] {
		q := &j.lists[i][n]
		if at.cost+q.cost+j.floor[i+1]+shared >= j.cost-figure.SameExactly {
			break // dearer ones follow
		}
		if !q.along.within(at.rubbed) {
			continue // nothing on the face that it could go with
		}
		j.now[i] = n
		next := &j.at[i+1]
		*next = *at
		next.set, next.cost, next.pads, next.faces = at.set|q.set, at.cost+q.cost, at.pads+q.pads, at.faces+q.faces
		if !j.groups[i].held {
			next.skin |= q.set
		}
		if j.groups[i].carries() {
			next.rubbed = at.rubbed.or(q.rubbed)
		}
		j.try(i + 1)
	}
}

// along is the least that the groups from one on cost where the passes over the face are settled.
func (j *joint) along(i int, at *partial) (cost float64) {
	for ; i < len(j.lists); i++ {
		least := math.Inf(1)
		for n := range j.lists[i] {
			if q := &j.lists[i][n]; q.along.within(at.rubbed) {
				least = q.cost
				break
			}
		}
		cost += least
	}
	return cost
}

// listed is the sequences of each group that can win. Those that may go along are asked first: how much dearer they may
// get where the face makes none of the passes they could go with, and which passes those are.
func (ch *chooser) listed() [][]sequence {
	lists := make([][]sequence, len(ch.groups))
	ch.riding, ch.wish = 0, doses{}
	for i := len(ch.groups) - 1; i >= 0; i-- {
		reached := false
		lists[i], reached = ch.sequences(ch.groups[i])
		ch.missed = ch.missed || !reached
		if ch.groups[i].turn() == 0 {
			continue
		}
		ch.riding += ch.astray(lists[i])
		for n := range lists[i] {
			ch.wish = ch.wish.or(lists[i][n].along)
		}
	}
	return lists
}

// astray is how much more a group may cost where the face makes none of the passes that it could go with, with the
// pads and mitts that it then needs of its own and that may not be there.
func (ch *chooser) astray(list []sequence) float64 {
	own := math.Inf(1)
	for i := range list {
		if q := &list[i]; q.along == (doses{}) {
			cost := q.cost + ch.alone(q.set)
			if ch.scarce() {
				cost += figure.MissingCost * float64(q.pads)
			}
			if ch.faces >= 0 {
				cost += figure.MissingCost * float64(q.faces)
			}
			own = min(own, cost)
		}
	}
	return own - list[0].cost
}

// apart lets no group go with the passes over the face any more, and reports whether one did.
func (ch *chooser) apart() (did bool) {
	for _, g := range ch.groups {
		did = did || g.rides
		g.rides = false
	}
	return did
}

// shared is the cost of what all groups use together: products, pads and mitts that are not there, a second product
// where the method is one.
func (ch *chooser) shared(at *partial) float64 {
	cost := figure.ProductCost*float64(bits.OnesCount64(at.set)) +
		figure.NotHouse*float64(bits.OnesCount64(at.set&ch.others))
	if ch.pads >= 0 && at.pads > ch.pads {
		cost += figure.MissingCost * float64(at.pads-ch.pads)
	}
	if ch.faces >= 0 && at.faces > ch.faces {
		cost += figure.MissingCost * float64(at.faces-ch.faces)
	}
	if n := bits.OnesCount64(at.skin); ch.one && n > 1 {
		cost += figure.DifferentCost * float64(n-1)
	}
	return cost
}
