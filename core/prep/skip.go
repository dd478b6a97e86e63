package prep

import (
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// skips is what is left out for the clock of what a method does to the skin before the first layer.
type skips struct{ masks, polish bool }

// cost is what leaving that out costs beyond the layers.
func (s skips) cost() (sum float64) {
	if s.masks {
		sum += figure.DropMaskCost
	}
	if s.polish {
		sum += figure.DropPolishCost
	}
	return sum
}

// fitted is the best prep of a case, of one that is under way or nil. Where the clock makes it give something up,
// what a method does before the first layer may be left out as well: what fits is preferred, then what costs the
// least; where nothing fits, what is ready the soonest.
func fitted(c *sitting.Case, b *stack.Begun) (Prep, stack.Result) {
	pl := planning(c, b)
	best, res := pl.plan()
	if best.SlackS >= 0 && len(best.GaveUp) == 0 {
		return best, res
	}
	masks, polishes := pl.treats(kit.Kind.Mask), pl.treats(kit.Kind.Polish)
	for _, s := range []skips{{masks: true}, {polish: true}, {true, true}} {
		if s.masks && !masks || s.polish && !polishes {
			continue
		}
		less := planning(c, b)
		less.skips = s
		if p, r := less.plan(); p.better(&best) {
			best, res = p, r
		}
	}
	return best, res
}

func (p *Prep) better(than *Prep) bool {
	switch fits, other := p.SlackS >= 0, than.SlackS >= 0; {
	case fits != other:
		return fits
	case fits:
		return float64(p.Cost) < float64(than.Cost)-figure.Same
	}
	return p.SlackS > than.SlackS
}

// treats reports whether a treatment of some kinds is still to come before the first layer.
func (pl *planner) treats(of func(kit.Kind) bool) bool {
	return slices.ContainsFunc(pl.waiting(pl.prelude()), func(d *draft) bool {
		return d.step.Act == act.Treat && of(kit.Kind(d.step.Kind))
	})
}

// skipped says what is left out before the first layer, and what that saves.
func (pl *planner) skipped() []GaveUp {
	list := []GaveUp{}
	before := skips{}
	give := func(what say.ID, cost float64, now skips) {
		g := GaveUp{What: pl.c.Say(what), How: LeaveOut, Cost: doc.Num(cost),
			SavesS: int(pl.preludeEnds(before).Sub(pl.preludeEnds(now)).Seconds())}
		g.Say = pl.c.Say(say.SavesMinutes, "what", pl.c.Say(say.GaveDropped, "what", what), "minutes",
			stack.Minutes(pl.c.Words, g.SavesS))
		list, before = append(list, g), now
	}
	if pl.skips.masks {
		give(say.Mask, figure.DropMaskCost, skips{masks: true})
	}
	if pl.skips.polish {
		give(say.Polish, figure.DropPolishCost, pl.skips)
	}
	return list
}

// preludeEnds is when the first layer could begin without some of what comes before it.
func (pl *planner) preludeEnds(without skips) time.Time {
	skips, before, past := pl.skips, pl.before, pl.past
	defer func() { pl.skips, pl.before, pl.past = skips, before, past }()
	pl.skips, pl.before, pl.past = without, nil, nil
	return pl.clock(pl.waiting(pl.prelude()), false, nil)
}
