package wear

import (
	"time"

	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Halt is an interruption by hand: a coat, or a blot alone.
type Halt struct {
	At   time.Time
	Coat bool
}

// Writer writes interruptions as the planner would: what shines is blotted, and what does not is not. Ok is false where
// one of them would have nothing to do.
func Writer(c *sitting.Case, prep *stack.Result) func(halts ...Halt) (ups []TouchUp, ok bool) {
	p := newPlanner(c, prep, nil)
	p.choose()
	return func(halts ...Halt) (ups []TouchUp, ok bool) {
		var stops []stop
		for _, h := range halts {
			stops = append(stops, stop{at: h.At, coat: h.Coat})
		}
		p.tend(stops)
		for _, e := range stops {
			if !e.coat && e.blot == 0 || e.coat && (p.lastSun.IsZero() || !p.renews(e.at)) {
				return nil, false
			}
			ups = append(ups, p.write(e, ""))
		}
		return ups, true
	}
}

// Searched is the dose and the zone-minutes of shine that the search reckons for the interruptions it chose.
func Searched(c *sitting.Case, prep *stack.Result) (dose, shown float64, ok bool) {
	p := newPlanner(c, prep, nil)
	p.choose()
	s := p.search()
	list, _ := s.plan()
	v := s.value(list)
	if v == nil {
		return 0, 0, false
	}
	return v.dose, v.shown, true
}

// IDs is how the touch-ups ahead of a wear under way are called.
func (b *Begun) IDs(n int) []string { return b.ids(n) }

// Place is where on a face a step has its place when it is said of the whole face.
var Place = place
