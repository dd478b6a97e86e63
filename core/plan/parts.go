package plan

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/after"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/lift"
	"urncloth/core/nature"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

// Part names a part of a plan, which the planner plans or a person makes by hand.
type Part string

// The parts, in order.
const (
	Prep     Part = "prep"
	TouchUps Part = "touch_ups"
	Removal  Part = "lift"
	Night    Part = "aftercare"
)

// Parts lists the parts in the order of the day.
func Parts() []Part {
	list := make([]Part, len(parts))
	for i := range parts {
		list[i] = parts[i].name
	}
	return list
}

// UnmarshalText accepts the words of Parts.
func (p *Part) UnmarshalText(b []byte) error { *p = Part(b); return doc.OneOf(*p, Parts()) }

// Made is one part as it stands: touch-ups for the wear, steps for all others.
type Made struct {
	Steps    []stack.Step
	TouchUps []wear.TouchUp
}

// part is one row of the table: how a part is called and where in the document it stands, and how it is planned,
// evaluated and checked for faults. Each reads what the parts before it came to, and writes what it comes to itself.
type part struct {
	name     Part
	in       string // the field of the document, for faults
	phase    rules.Phase
	empty    func(r *run)
	plan     func(r *run)
	evaluate func(r *run, m Made)
	resume   func(r *run, b *Begun) // as it is under way
	swap     func(c *sitting.Case, s stack.Step, p *kit.Product) stack.Step
	keep     func(r *run, from *Plan) // what only the planner knows, from a plan that it made
	made     func(p *Plan) Made
	check    func(p *Plan, prefix string, m Made) doc.Faults
}

// run is a plan as its parts are made, one after the other.
type run struct {
	c     *sitting.Case
	prep  prep.Prep
	stack stack.Result
	worn  wear.Result
	off   lift.Result
	night after.Result
}

// parts is the table of the parts in the order of the day.
var parts = []part{
	{
		name:   Prep,
		phase:  rules.Prep,
		in:     "prep.",
		empty:  func(*run) {},
		plan:   func(r *run) { r.prep, r.stack = prep.Plan(r.c) },
		resume: resumePrep,
		swap:   prep.Swap,
		evaluate: func(r *run, m Made) {
			r.stack = stack.Prep(r.c, m.Steps)
			r.stack.Findings = append(r.stack.Findings, prep.Needless(r.c, &r.stack)...)
			r.prep = prep.Prep{
				StartsAt: day.Wall(r.stack.StartsAt),
				ReadyAt:  day.Wall(r.stack.ReadyAt),
				SlackS:   r.stack.SlackS,
				GaveUp:   []prep.GaveUp{},
				RunnerUp: prep.RunnerUp{Differs: []prep.Differs{}},
				Steps:    complete(r.stack.Steps),
			}
		},
		keep: func(r *run, from *Plan) {
			r.prep.GaveUp, r.prep.RunnerUp, r.prep.Cost = orEmpty(from.Prep.GaveUp), from.Prep.RunnerUp, from.Prep.Cost
			r.prep.RunnerUp.Differs, r.prep.Gap = orEmpty(r.prep.RunnerUp.Differs), from.Prep.Gap
			r.stack.Findings = prep.WithGivenUp(r.c.Words, r.stack.Findings, r.prep.GaveUp)
		},
		made:  func(p *Plan) Made { return Made{Steps: p.Prep.Steps} },
		check: stepFaults,
	},
	{
		name:  TouchUps,
		phase: rules.Wear,
		in:    "wear.",
		empty: func(r *run) { r.worn.Wear = wear.Empty(r.stack.Dose) },
		plan: func(r *run) {
			r.worn = wear.Plan(r.c, &r.stack)
			lift.Annotate(r.c, &r.worn.Layers)
		},
		resume: resumeTouchUps,
		swap:   swapOnly,
		evaluate: func(r *run, m Made) {
			r.worn = wear.Check(r.c, &r.stack, touchUps(m.TouchUps))
			lift.Annotate(r.c, &r.worn.Layers)
		},
		keep:  func(r *run, from *Plan) { r.worn.Wear.Gap = from.Wear.Gap },
		made:  func(p *Plan) Made { return Made{TouchUps: p.Wear.TouchUps} },
		check: func(p *Plan, prefix string, m Made) doc.Faults { return p.checkTouchUps(prefix, m.TouchUps) },
	},
	{
		name:   Removal,
		phase:  rules.Lift,
		in:     "lift.",
		empty:  func(r *run) { r.off.Lift = lift.Empty() },
		plan:   func(r *run) { r.off = lift.Plan(r.left(Removal), &r.worn.Layers) },
		resume: resumeRemoval,
		swap:   lift.Swap,
		evaluate: func(r *run, m Made) {
			r.off = lift.Evaluate(r.left(Removal), &r.worn.Layers, m.Steps)
		},
		keep: func(r *run, from *Plan) {
			r.off.Lift.Cost = from.Lift.Cost
			r.off.Lift.GaveUp, r.off.Lift.Later = orEmpty(from.Lift.GaveUp), orEmpty(from.Lift.Later)
			r.off.Findings = lift.WithGivenUp(r.c, r.off.Findings, &r.off.Lift)
		},
		made:  func(p *Plan) Made { return Made{Steps: p.Lift.Steps} },
		check: stepFaults,
	},
	{
		name:     Night,
		phase:    rules.Aftercare,
		in:       "aftercare.",
		empty:    func(r *run) { r.night.Aftercare = after.Empty() },
		plan:     func(r *run) { r.night = after.Plan(r.left(Night), r.evening()) },
		resume:   resumeNight,
		swap:     after.Swap,
		evaluate: func(r *run, m Made) { r.night = after.Evaluate(r.left(Night), r.evening(), m.Steps) },
		keep:     func(*run, *Plan) {},
		made:     func(p *Plan) Made { return Made{Steps: p.Aftercare.Steps} },
		check:    stepFaults,
	},
}

func stepFaults(p *Plan, prefix string, m Made) doc.Faults { return p.checkSteps(prefix, m.Steps) }

// made makes the parts of a case as far as one of them: those by hand are evaluated, the others planned.
func made(c *sitting.Case, h Hand, last Part) *run {
	r := &run{c: c}
	over := false
	for i := range parts {
		m, byHand := h[parts[i].name]
		switch {
		case over:
			parts[i].empty(r)
		case byHand:
			parts[i].evaluate(r, m)
		default:
			parts[i].plan(r)
		}
		over = over || parts[i].name == last
	}
	return r
}

// left is the case as a part finds it, with what the parts before it take of each product.
func (r *run) left(next Part) *sitting.Case {
	spent, pieces := map[string]float64{}, map[kit.Kind]int{}
	take := func(steps []stack.Step) {
		for i := range steps {
			spent[steps[i].Product] += float64(steps[i].Grams)
			for _, of := range stack.Pieces {
				pieces[of.Kind] += of.Of(&steps[i])
			}
		}
	}
	take(r.prep.Steps)
	for _, b := range r.worn.Wear.Bag {
		spent[b.Product] += float64(b.Grams)
	}
	if next == Night {
		take(r.off.Lift.Steps)
	}
	c := *r.c
	c.Spent, c.UsedUp = spent, pieces
	if next == Night {
		if zones := r.exfoliated(); zones != 0 {
			return c.Since(sitting.Condition{Kind: face.Exfoliated, Dated: true, Zone: zones})
		}
	}
	return &c
}

// exfoliated is where prep has exfoliated the skin that day already.
func (r *run) exfoliated() (zones face.Set) {
	for i := range r.prep.Steps {
		s := &r.prep.Steps[i]
		is := fit.Nature(r.c, r.c.Product(s.Product), s.Act, s.Kind, s.How)
		if is.Has(nature.Scours|nature.AcidToner) && !is.Has(nature.ForLips) {
			zones |= face.SetOf(s.Zones...)
		}
	}
	return zones
}

// evening is what of the day matters to the night.
func (r *run) evening() after.Day {
	d := after.Day{From: r.off.End, Cloths: r.off.Lift.Cloths,
		Sunned: float64(r.worn.Wear.DoseSED) > float64(r.worn.Wear.BudgetSED), Stuck: r.off.Stuck}
	for _, s := range r.off.Lift.Steps {
		if s.Product != "" && (s.Act == act.Hold || s.Act == act.Massage) {
			d.Removers = append(d.Removers, s.Product)
		}
	}
	return d
}

// touchUps is a copy that an evaluation may write into.
func touchUps(ups []wear.TouchUp) []wear.TouchUp {
	list := slices.Clone(ups)
	for i := range list {
		list[i].Steps = slices.Clone(list[i].Steps)
	}
	return list
}
