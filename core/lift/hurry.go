package lift

import (
	"math"
	"slices"
	"time"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// haste is what is given up for the clock.
type haste struct {
	one    *kit.Product // stands in for its rivals, nil for none
	care   bool         // toner
	folded bool         // the neck goes with the face's pass
	only   *kit.Product // one remover for all
	cloth  bool         // a cloth instead of emulsifying and rinsing

	begun *resumption // of a removal that is under way
}

// minutes is what each option of the house allows removal.
var minutes = map[method.OptionID]time.Duration{
	method.InTwo:  time.Duration(figure.HurryTwo) * time.Minute,
	method.InFive: time.Duration(figure.HurryFive) * time.Minute,
	method.InTen:  time.Duration(figure.HurryTen) * time.Minute,
}

// limit is how long removal may take, by the day and by the house method.
func limit(c *sitting.Case) (most time.Duration, bound bool) {
	most, bound = minutes[c.Method.Get(method.LiftMinutes)]
	if by, said := c.Day.LiftBy.In(c.Loc); said && !c.Day.LiftBy.IsZero() {
		if left := by.Sub(c.Until); !bound || left < most {
			return left, true
		}
	}
	return most, bound
}

func (r *Result) over(most time.Duration) bool { return r.took() > most }

func (r *Result) took() time.Duration {
	return time.Duration(math.Round(float64(r.Lift.Minutes)*float64(time.Minute/time.Second))) * time.Second
}

// cut is one thing to give up for the clock.
type cut struct {
	what  say.ID
	later say.ID // what is put off by it, None for nothing
	by    func(*haste)
}

// hurried gives up one thing after another until removal fits; what saves no time is not given up. Targets are kept.
func hurried(c *sitting.Case, layers *stack.Layers, on *[face.N]Loads, h haste, free Result,
	most time.Duration) Result {
	best := free
	cuts := []cut{
		{say.GiveUpToner, say.LaterToner, func(h *haste) { h.care = true }},
		{say.GiveUpNeck, say.None, func(h *haste) { h.folded = true }},
		{say.GiveUpRemovers, say.LaterSecond, nil},
		{say.GiveUpRinse, say.None, func(h *haste) { h.cloth = true }},
	}
	given := make([]bool, len(cuts))
	for i := range cuts {
		if !best.late(c, most) {
			break
		}
		var next Result
		tried := h
		if by := cuts[i].by; by != nil {
			by(&tried)
			next = planned(c, layers, on, tried)
		} else {
			tried, next = oneForAll(c, layers, on, h, best)
		}
		if next.took() < best.took() && !worse(&next, &best) {
			best, h, given[i] = next, tried, true
		}
		if tried.cloth && best.late(c, most) && h.only == nil { // what saved nothing by itself may with the cloth
			if tried, next = oneForAll(c, layers, on, tried, best); tried.only != nil {
				best, h, given[i-1], given[i] = next, tried, true, true
			}
		}
	}
	var gave, later []string
	for i, x := range cuts {
		if given[i] {
			gave = append(gave, c.Say(x.what))
		}
		if given[i] && x.later != say.None {
			later = append(later, c.Say(x.later))
		}
	}
	best.Lift.GaveUp, best.Lift.Later = append(best.Lift.GaveUp, gave...), append(best.Lift.Later, later...)
	best.Findings = WithGivenUp(c, best.Findings, &best.Lift)
	return best
}

// oneForAll is the quickest plan with one remover for everything, of those that miss nothing more.
func oneForAll(c *sitting.Case, layers *stack.Layers, on *[face.N]Loads, h haste, now Result) (haste, Result) {
	best, with := now, h
	for _, p := range newChooser(c, on, 1, nil).removers { // what others of its kind beat is not asked
		if p.Kind == kit.WaterMitt || effectsRemover(p.Kind) {
			continue
		}
		tried := h
		tried.one, tried.only = nil, p
		if next := planned(c, layers, on, tried); next.took() < best.took() && !worse(&next, &now) {
			best, with = next, tried
		}
	}
	return with, best
}

// worse reports whether a removal misses a target, or brings a stop or a caution, that another does not. That it takes
// long, and that a second cleanse is put off, is what is given up.
func worse(a, b *Result) bool {
	missed := func(r *Result) (n int) {
		for _, l := range r.Lift.Residue {
			if l.Left > l.Target+figure.Same {
				n++
			}
		}
		return n
	}
	return missed(a) > missed(b) || met(a.Findings, rules.Stop) > met(b.Findings, rules.Stop) ||
		met(a.Findings, rules.Caution, rules.TimeShort, rules.NeedsSecondCleanse) >
			met(b.Findings, rules.Caution, rules.TimeShort, rules.NeedsSecondCleanse)
}

// met is how many findings of a severity there are, some rules apart.
func met(fs []rules.Finding, severity rules.Severity, but ...rules.ID) (n int) {
	for i := range fs {
		if fs[i].Severity == severity && !slices.Contains(but, fs[i].Rule) {
			n++
		}
	}
	return n
}

// WithGivenUp says what removal gave up for the clock, beside how many minutes are missing.
func WithGivenUp(c *sitting.Case, fs []rules.Finding, l *Lift) []rules.Finding {
	if len(l.GaveUp) == 0 {
		return fs
	}
	given := c.Say(say.GivenUp, "what", c.List(l.GaveUp))
	if len(l.Later) > 0 {
		given += " " + c.Say(say.BeforeSleep, "what", c.List(l.Later))
	}
	for i := range fs {
		if fs[i].Rule == rules.TimeShort {
			fs[i].Say += " " + given
			return fs
		}
	}
	return rules.Sort(append(fs,
		rules.New(c.Words, rules.TimeShort, rules.Place{Phase: rules.Lift},
			say.None).Saying(given).Do(c.Say(say.MoreTime))))
}

// timeShort says the minutes that are missing where removal is bound.
func timeShort(e *evaluation) {
	most, bound := limit(e.c)
	if bound && len(e.moments) > 0 && e.res.over(most) {
		f := e.find(rules.TimeShort, "", 0, say.RemovalTakes, "takes", e.res.took().Minutes(), "has",
			max(0, most.Minutes()))
		*f = f.Do(e.c.Say(say.MoreTime))
	}
}
