package chair

import (
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/plan"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

// resumed is the whole plan as it stands at a moment: what is behind as it was done, what is ahead planned anew.
func (f *fold) resumed(at time.Time) *plan.Plan {
	p := plan.Resume(f.open(), f.begun(at))
	p.ByHand = f.plan.ByHand
	return p
}

// shown is the plan to show at a moment: the whole, or where only what is worked at is planned anew, that.
func (f *fold) shown(at time.Time) *plan.Plan {
	if f.last == nil {
		return f.resumed(at)
	}
	p := plan.ResumeUntil(f.open(), f.begun(at), f.current, f.last.Plan)
	p.ByHand = f.plan.ByHand
	return p
}

// begun is how far each part has come at a moment.
func (f *fold) begun(at time.Time) map[plan.Part]*plan.Begun {
	c := f.open()
	list := map[plan.Part]*plan.Begun{}
	for _, part := range plan.Parts() {
		b := &plan.Begun{From: f.plan}
		b.Steps = f.partBegun(c, part, at)
		if part == plan.TouchUps {
			b.TouchUps = f.wearBegun(at)
		}
		list[part] = b
	}
	return list
}

// partBegun is how far a part of steps has come.
func (f *fold) partBegun(c *sitting.Case, part plan.Part, at time.Time) stack.Begun {
	b := stack.Begun{Now: at, Swaps: map[string]string{}, ReadAt: f.read, AirAt: f.aired, ByHand: !f.byPlanner(part)}
	for _, id := range f.order {
		p := f.steps[id]
		if p.part != part || p.up != "" {
			continue
		}
		switch {
		case p.state == Skipped && f.hasStung(p.uses()): // another takes its place
			b.Anew = true
		case p.state == Skipped:
			b.Left = append(b.Left, p.step)
			b.Anew = b.Anew || !slices.Contains(stack.Exempt, p.step.Act)
		case p.state != Waiting:
			s := f.asDone(c, p, at)
			b.Done = append(b.Done, s)
			if p.product != "" { // nothing else is wanted in the place of what it stands in for
				b.Left = append(b.Left, p.step)
			}
			b.Anew = b.Anew || f.otherwise(p, &s)
		case slices.Contains(f.asked, id):
			b.Asked = append(b.Asked, p.step)
		default:
			b.Ahead = append(b.Ahead, p.step)
			if p.product != "" {
				b.Swaps[id], b.Anew = p.product, true
			}
			b.Anew = b.Anew || f.hasStung(p.uses())
		}
	}
	stack.ByStart(c, b.Done)
	return b
}

// hasStung reports whether a product has stung.
func (f *fold) hasStung(product string) bool {
	return product != "" && slices.ContainsFunc(f.stung, func(s Stung) bool { return s.Product == product })
}

// otherwise reports whether a step was done otherwise than planned in what counts for what is ahead.
func (f *fold) otherwise(p *progress, s *stack.Step) bool {
	return p.product != "" || p.weighed || slices.Contains(f.asked, s.ID) || p.state == Finish &&
		s.ContactS < p.step.ContactS-1
}

// left is how long a step that runs goes on yet, negative where its time is over.
func (p *progress) left(at time.Time) time.Duration {
	held := p.held
	if p.state == Held {
		held += at.Sub(p.heldAt)
	}
	return takes(&p.step) - at.Sub(p.started) + held
}

// asDone is a step as it was done; one that runs as it is going to end.
func (f *fold) asDone(c *sitting.Case, p *progress, at time.Time) stack.Step {
	s := p.step
	if p.product != "" {
		s = f.swapped(p)
	}
	ended, held := p.ended, p.held
	if p.state != Finish {
		ended = at.Add(max(0, p.left(at)))
		if p.state == Held {
			held += at.Sub(p.heldAt)
		}
	}
	s.Start = day.Wall(p.started.In(f.loc))
	total := int(ended.Sub(p.started).Seconds())
	works := total - int(held.Seconds())
	switch {
	case s.ContactS < s.HandsS: // each zone has its part of the time
		s.HandsS, s.ContactS = total, s.ContactS*works/s.HandsS
	case held > 0:
		s.HandsS, s.ContactS = total, works
	default:
		s.HandsS, s.ContactS = min(s.HandsS, total), total
	}
	if s.Act == act.Cool {
		s.SetS = 0
	}
	if p.weighed {
		weigh(c, &s, p.grams)
	}
	return s
}

// weigh is a step of which so many grams were really taken: every zone got its share.
func weigh(c *sitting.Case, s *stack.Step, grams float64) {
	was := c.Grams(s.Film)
	film := map[face.Zone]doc.Num{}
	for z, q := range s.Film {
		if was > 0 {
			film[z] = doc.Num(doc.Round(float64(q) * grams / was))
		}
	}
	if s.Film = film; c.Product(s.Product) != nil {
		stack.Measure(c, s, c.Product(s.Product), grams)
	}
}

// swapped is a step with the product that was chosen at the chair.
func (f *fold) swapped(p *progress) stack.Step { return plan.Swap(f.open(), p.part, p.step, p.product) }

// ofTouchUp is what a step of a touch-up has in common with other steps.
func ofTouchUp(s wear.TouchStep, at day.Local) stack.Step {
	o := stack.Step{ID: s.ID, Act: s.Act, Product: s.Product, Grams: s.Grams, How: s.How, Start: at, Say: s.Say}
	o.Complete()
	return o
}

// wearBegun is how far the wear has come.
func (f *fold) wearBegun(at time.Time) wear.Begun {
	b := wear.Begun{Now: at, ByHand: !f.byPlanner(plan.TouchUps)}
	for _, u := range f.touchUps() {
		if done := f.touchedUp(u); len(done.Steps) > 0 {
			b.Done = append(b.Done, done)
		} else if !f.allSkipped(u) {
			b.Ahead = append(b.Ahead, u)
		}
	}
	slices.SortStableFunc(b.Done, func(a, o wear.TouchUp) int {
		x, _ := a.At.In(f.loc)
		y, _ := o.At.In(f.loc)
		return x.Compare(y)
	})
	return b
}

// touchUps is every touch-up that is known: the plan's, and those of later plans that somebody worked by.
func (f *fold) touchUps() []wear.TouchUp {
	list := slices.Clone(f.plan.Wear.TouchUps)
	return append(list, f.later...)
}

// touchedUp is a touch-up as it was done, without the steps that were not.
func (f *fold) touchedUp(u wear.TouchUp) wear.TouchUp {
	var steps []wear.TouchStep
	var first time.Time
	for _, s := range u.Steps {
		p := f.steps[s.ID]
		if p == nil || p.state != Finish && p.state != Running && p.state != Held {
			continue
		}
		if p.product != "" {
			s.Product, s.Coats, s.Grams = p.product, 0, 0
		}
		if p.weighed {
			s.Coats, s.Grams = 0, doc.Num(p.grams)
		}
		if first.IsZero() || p.started.Before(first) {
			first = p.started
		}
		steps = append(steps, s)
	}
	u.Steps = steps
	if !first.IsZero() && !f.assumed(u) {
		u.At = day.Wall(first.In(f.loc))
	}
	return u
}

// assumed reports whether nobody said that a touch-up was done.
func (f *fold) assumed(u wear.TouchUp) bool {
	return !slices.ContainsFunc(u.Steps, func(s wear.TouchStep) bool { return !f.steps[s.ID].assumed })
}

func (f *fold) allSkipped(u wear.TouchUp) bool {
	return !slices.ContainsFunc(u.Steps, func(s wear.TouchStep) bool {
		return f.steps[s.ID] == nil || f.steps[s.ID].state != Skipped
	})
}
