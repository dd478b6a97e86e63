package plan

import (
	"time"

	"urncloth/core/act"
	"urncloth/core/after"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/lift"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

// Begun is one part of a plan that is under way: touch-ups for the wear, steps for all others.
type Begun struct {
	Steps    stack.Begun
	TouchUps wear.Begun
	From     *Plan // as it was planned
}

// Resume is the plan of a sitting that is under way: what is behind stands as it was done, what is ahead is planned
// anew from there by each part's own planner.
func Resume(c *sitting.Case, begun map[Part]*Begun) *Plan {
	p := blank(c)
	r := &run{c: c}
	for i := range parts {
		parts[i].resume(r, begun[parts[i].name])
	}
	p.take(r)
	return p
}

// ResumeUntil is Resume as far as a part. The parts after it are those of a plan that was made before: what is
// shown until they have been planned anew too.
func ResumeUntil(c *sitting.Case, begun map[Part]*Begun, last Part, before *Plan) *Plan {
	p := blank(c)
	r := &run{c: c}
	later := map[rules.Phase]bool{}
	over := false
	for i := range parts {
		if over {
			later[parts[i].phase] = true
		} else {
			parts[i].resume(r, begun[parts[i].name])
		}
		over = over || parts[i].name == last
	}
	p.take(r)
	if later[rules.Wear] {
		p.Wear, p.Stack.AtLift = before.Wear, before.Stack.AtLift
	}
	if later[rules.Lift] {
		p.Lift = before.Lift
	}
	if later[rules.Aftercare] {
		p.Aftercare = before.Aftercare
	}
	for _, f := range before.Findings {
		if later[f.Phase] {
			p.Findings = append(p.Findings, f)
		}
	}
	p.Findings = rules.Sort(p.Findings)
	return p
}

func resumePrep(r *run, b *Begun) { r.prep, r.stack = prep.Resume(r.c, &b.Steps, &b.From.Prep) }

func resumeTouchUps(r *run, b *Begun) {
	r.worn = wear.Resume(r.c, &r.stack, &b.TouchUps)
	lift.Annotate(r.c, &r.worn.Layers)
}

func resumeRemoval(r *run, b *Begun) {
	now, from := b.Steps, b.From.Lift
	c := r.left(Removal)
	switch {
	case now.ByHand || touched(&now):
	case !now.Now.After(c.Until):
		r.off = lift.Plan(c, &r.worn.Layers)
		return
	default: // late, and nobody has begun: what would be planned, from now on
		from = lift.Plan(c, &r.worn.Layers).Lift
		now.Ahead = from.Steps
	}
	if len(now.Done) == 0 {
		now.Now = later(now.Now, c.Until)
	}
	r.off = lift.Resume(c, &r.worn.Layers, &now, &from)
}

func resumeNight(r *run, b *Begun) {
	now := b.Steps
	c := r.left(Night)
	switch {
	case now.ByHand || touched(&now):
	case !now.Now.After(r.off.End):
		r.night = after.Plan(c, r.evening())
		return
	default:
		now.Ahead = after.Plan(c, r.evening()).Aftercare.Steps
	}
	if len(now.Done) == 0 {
		now.Now = later(now.Now, r.off.End)
	}
	r.night = after.Resume(c, r.evening(), &now)
}

// Swap is a step of a part with another product of the kit: the amount that is usual of it there.
func Swap(c *sitting.Case, name Part, s stack.Step, product string) stack.Step {
	p := c.Product(product)
	for i := range parts {
		if parts[i].name == name && p != nil {
			return parts[i].swap(c, s, p)
		}
	}
	return s
}

func swapOnly(_ *sitting.Case, s stack.Step, p *kit.Product) stack.Step {
	s.Product, s.Kind = p.ID, act.Detail(p.Kind)
	return s
}

// Further is what a pad check asks for that did not read clean on some zones, as core/lift has it: on the layers
// that lie there by then, after the steps of removal that were done.
func Further(c *sitting.Case, begun map[Part]*Begun, zones face.Set, id string) (steps []stack.Step, none face.Set) {
	r := &run{c: c}
	for i := range parts {
		if parts[i].name == Removal {
			break
		}
		parts[i].resume(r, begun[parts[i].name])
	}
	return lift.Further(r.left(Removal), &r.worn.Layers, begun[Removal].Steps.Done, zones, id)
}

// touched reports whether anything is known of a part beside what was planned.
func touched(b *stack.Begun) bool { return len(b.Done)+len(b.Left)+len(b.Asked)+len(b.Swaps) > 0 }

func later(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

// StepsOf is the steps of a part, in order; those of the wear are its touch-ups' steps.
func (p *Plan) StepsOf(name Part) []stack.Step {
	for i := range parts {
		if parts[i].name == name {
			return parts[i].made(p).Steps
		}
	}
	return nil
}

// Starts is when a part of a plan begins by itself: prep at its first step, the wear at base, removal and the night at
// their first step.
func (p *Plan) Starts(name Part) day.Local {
	if name == TouchUps {
		return p.Sitting.Day.BaseAt
	}
	if steps := p.StepsOf(name); len(steps) > 0 {
		return steps[0].Start
	}
	return p.Sitting.Day.LiftAt
}

// ByPlanner reports whether a part of a plan is what the planner makes of its sitting.
func (p *Plan) ByPlanner() map[Part]bool {
	planned, is := Make(&p.Sitting), map[Part]bool{}
	for i := range parts {
		is[parts[i].name] = alike(parts[i].made(p), parts[i].made(planned))
		if !is[parts[i].name] { // what follows was planned on it
			planned = With(&p.Sitting, Hand{parts[i].name: parts[i].made(p)}.Or(p.handBut(is), nil))
		}
	}
	return is
}

// handBut is the parts of a plan known to be a person's.
func (p *Plan) handBut(planned map[Part]bool) Hand {
	h := Hand{}
	for i := range parts {
		if is, known := planned[parts[i].name]; known && !is {
			h[parts[i].name] = parts[i].made(p)
		}
	}
	return h
}

// alike reports whether two makes of a part do the same at the same times.
func alike(a, b Made) bool {
	if len(a.Steps) != len(b.Steps) || len(a.TouchUps) != len(b.TouchUps) {
		return false
	}
	for i := range a.Steps {
		s, o := &a.Steps[i], &b.Steps[i]
		if !stack.Same(s, o) || s.Start != o.Start || s.HandsS != o.HandsS || s.ContactS != o.ContactS {
			return false
		}
	}
	for i := range a.TouchUps {
		u, o := &a.TouchUps[i], &b.TouchUps[i]
		if u.At != o.At || len(u.Steps) != len(o.Steps) {
			return false
		}
		for k := range u.Steps {
			if u.Steps[k].Act != o.Steps[k].Act || u.Steps[k].Product != o.Steps[k].Product {
				return false
			}
		}
	}
	return true
}
