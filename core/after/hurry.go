package after

import (
	"slices"
	"strings"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// A client who goes out afterwards bounds the care that removal is followed by: what takes minutes goes first, then all
// but what moistens and screens.

// brevity is how much of a night is given up for the clock.
type brevity uint8

// The lengths of a night, each shorter than the one before.
const (
	full   brevity = iota
	brief          // nothing that is waited for and taken off again, nothing that exfoliates
	barest         // moisturiser, lips and sunscreen
)

// written is the steps of a night of some length.
func written(c *sitting.Case, d Day, b brevity) []stack.Step {
	pl := &planner{c: c, hands: d.From, night: d, brevity: b}
	for z := range pl.set {
		pl.set[z] = d.From
	}
	pl.write()
	return pl.steps
}

// inTime is the longest night that is over when the client leaves and has its sunscreen early enough for the sun; else
// the longest that is over by then, else the shortest. Taken is its steps as they are done.
func inTime(c *sitting.Case, d Day, taken func(steps []stack.Step) []stack.Step) (steps []stack.Step) {
	over := func(b brevity) (whole, screened bool) {
		steps = written(c, d, b)
		done := taken(steps)
		return !late(c, done), !soon(c, done)
	}
	longest := barest
	for b := full; b <= barest; b++ {
		whole, screened := over(b)
		if whole && screened {
			return steps
		}
		if whole {
			longest = min(longest, b)
		}
	}
	return written(c, d, longest)
}

// soon reports whether sunscreen goes on too short a time before the client goes out by daylight.
func soon(c *sitting.Case, steps []stack.Step) bool {
	at, _ := leaving(c)
	return leaves(c) && slices.ContainsFunc(steps, func(s stack.Step) bool {
		p := c.Product(s.Product)
		return p != nil && p.Screens() && at.Sub(handsOff(c, &s)) < figure.BeforeSun
	})
}

// handsOff is when the hands are done with a step.
func handsOff(c *sitting.Case, s *stack.Step) time.Time {
	at, _ := s.Start.In(c.Loc)
	return at.Add(time.Duration(max(s.HandsS, s.ContactS)) * time.Second)
}

// leaving is when the client goes out afterwards, where that is told.
func leaving(c *sitting.Case) (at time.Time, told bool) {
	at, told = c.Day.LeavesAt.In(c.Loc)
	return at, told && !c.Day.LeavesAt.IsZero()
}

// late reports whether a client would have left before some care is over.
func late(c *sitting.Case, steps []stack.Step) bool {
	at, told := leaving(c)
	return told && over(c, steps).After(at)
}

// over is when the care of the client is over: what is cleaned and put away comes after.
func over(c *sitting.Case, steps []stack.Step) (end time.Time) {
	for i := range steps {
		if at := handsOff(c, &steps[i]); steps[i].Act != act.Setup && at.After(end) {
			end = at
		}
	}
	return end
}

// timeShort says that care takes longer than the client stays, and what was given up so that it does not.
func timeShort(e *evaluation) {
	at, told := leaving(e.c)
	steps := e.res.Aftercare.Steps
	if !told || len(steps) == 0 {
		return
	}
	var words []string
	if end := over(e.c, steps); end.After(at) {
		words = append(words, e.c.Say(say.CareTooLong, "end", day.Wall(end).Clock(), "leaves",
			day.Wall(at).Clock()))
	}
	if gave := e.gaveUp(); len(gave) > 0 {
		words = append(words, e.c.Say(say.GivenUp, "what", e.c.List(gave)))
	}
	if len(words) > 0 {
		e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rules.TimeShort,
			rules.Place{Phase: rules.Aftercare}, say.None).Saying(strings.Join(words, " ")).Do(e.c.Say(say.LessCare)))
	}
}

// gaveUp is the products that a night without a bound would have, where that is over too late.
func (e *evaluation) gaveUp() (names []string) {
	if _, told := leaving(e.c); !told {
		return nil
	}
	steps := written(e.c, e.night, full)
	if !late(e.c, steps) && !soon(e.c, steps) {
		return nil
	}
	for _, s := range steps {
		p := e.c.Product(s.Product)
		if p != nil && !p.Screens() && !e.has(p) && !slices.Contains(names, p.Name) {
			names = append(names, p.Name)
		}
	}
	return names
}

// has reports whether a night uses a product, or another that takes its place.
func (e *evaluation) has(p *kit.Product) bool {
	return slices.ContainsFunc(e.moments, func(m moment) bool { return m.p.Kind == p.Kind })
}
