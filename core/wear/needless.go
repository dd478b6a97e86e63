package wear

import (
	"math"
	"slices"

	"urncloth/core/act"
	"urncloth/core/figure"
	"urncloth/core/rules"
	"urncloth/core/say"
)

// needless says which coats and blots could be left out: a blot without which nothing shows for longer, a coat without
// which no label clock runs out for longer and no more reaches the skin than it is worth. What a method asked for
// stays.
func (e *evaluation) needless() {
	for i := range e.events {
		v := &e.events[i]
		if slices.Contains(v.up.Because, becauseReset) || slices.Contains(v.up.Because, becauseEarly) {
			continue
		}
		if v.blots != 0 && e.shownBut(i) <= float64(e.res.Wear.ShownMin)+figure.Same && v.shines&v.blots == 0 {
			e.find(rules.Needless, v.up.ID, v.blots, say.BlotForNothing, "at", v.up.At.Clock())
		}
		if len(v.lays) > 0 && !e.earns(i) {
			e.find(rules.Needless, v.up.ID, 0, say.CoatForNothing, "at", v.up.At.Clock())
		}
	}
}

// without is the day with the coats of one touch-up left out.
func (e *evaluation) without(i int) evaluation {
	without := *e
	without.res = &Result{}
	without.events = slices.Clone(e.events)
	without.events[i].lays = nil
	without.breaches = nil
	return without
}

// reasons says of a coat without which the budget would be kept that it is worth what it keeps from the skin.
func (e *evaluation) reasons() {
	budget := Budget(e.c) + figure.Same
	if e.dose > budget {
		return
	}
	for i, v := range e.events {
		n := slices.Index(v.up.Because, rules.DoseOverBudget)
		if n < 0 || len(v.lays) == 0 {
			continue
		}
		if without := e.without(i); without.since(v.at, budget, without.onTime, without.covered,
			without.coats()) <= budget {
			v.up.Because = slices.Clone(v.up.Because)
			v.up.Because[n] = becauseDose
		}
	}
}

// earns reports whether the coats of a touch-up keep a label clock, the budget, or enough from the skin.
func (e *evaluation) earns(i int) bool {
	without := e.without(i)
	if e.dose > Budget(e.c) { // the likelier first
		return e.shields(i, &without) || e.keepsClocks(&without)
	}
	return e.keepsClocks(&without) || e.shields(i, &without)
}

// shields reports whether more reaches the skin without a touch-up's coats than they are worth.
func (e *evaluation) shields(i int, without *evaluation) bool {
	budget := Budget(e.c)
	steps := max(0, math.Ceil((e.dose-budget)/figure.OverStep-figure.SameMinutes))
	enough := budget + (steps+figure.SameMinutes)*figure.OverStep
	if slices.ContainsFunc(e.events[i].steps, func(d done) bool { return d.Act == act.Blot }) { // it comes anyway
		enough = min(enough, e.dose+figure.CoatCostsSED)
	}
	return without.since(e.events[i].at, enough, without.onTime, without.covered, without.coats()) > enough
}

// keepsClocks reports whether a label clock runs out for longer without them, or on more of the face.
func (e *evaluation) keepsClocks(without *evaluation) bool {
	without.clocks()
	if float64(without.res.Wear.LateMin) > float64(e.res.Wear.LateMin)+figure.SameMinutes {
		return true
	}
	return slices.ContainsFunc(without.breaches, func(b breach) bool {
		return !slices.ContainsFunc(e.breaches, func(o breach) bool {
			return o.rule == b.rule && b.zones&^o.zones == 0
		})
	})
}
