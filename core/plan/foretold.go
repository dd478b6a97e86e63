package plan

import (
	"time"

	"urncloth/core/face"
	"urncloth/core/lift"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

// Foretold is what a plan says will happen that a log can be held against.
type Foretold struct {
	Case  *sitting.Case
	Clean [face.N]time.Time         // when a zone of the base was last clean, zero elsewhere
	Shows [face.N]time.Time         // when it would first shine if nobody tended it
	Lift  map[face.Zone]lift.Worked // how it comes off
	prep  stack.Result
	worn  wear.Result
}

// Foretold is what the plan says will happen.
func (p *Plan) Foretold() *Foretold {
	r := &run{c: sitting.Open(&p.Sitting)}
	for i := range parts {
		if parts[i].name == Night {
			break
		}
		parts[i].evaluate(r, parts[i].made(p))
	}
	f := &Foretold{Case: r.c, prep: r.stack, worn: r.worn}
	f.Clean = f.Cleaned(p.Prep.Steps)
	for _, o := range wear.Oil(r.c, &r.stack.Layers, p.Prep.Steps) {
		f.Shows[o.Zone] = o.Shows
	}
	for _, s := range p.Wear.Shine { // as it stands in the plan
		f.Shows[s.Zone], _ = s.At.In(r.c.Loc)
	}
	f.Lift = f.Worked(p.Lift.Steps)
	return f
}

// Cleaned is when each zone of the base was last clean where prep went by these steps.
func (f *Foretold) Cleaned(steps []stack.Step) (at [face.N]time.Time) {
	for _, o := range wear.Oil(f.Case, &f.prep.Layers, steps) {
		at[o.Zone] = o.From
	}
	return at
}

// Worked is how what the plan has put on comes off by these steps.
func (f *Foretold) Worked(steps []stack.Step) map[face.Zone]lift.Worked {
	return lift.WorkedOn(f.Case, &f.worn.Layers, steps)
}
