// Package plan runs the path from a sitting to a plan, and checks a plan that a person made or edited.
package plan

import (
	"bytes"
	"encoding/json"
	"fmt"
	"slices"

	"urncloth/core/act"
	"urncloth/core/after"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/lift"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

// Format is the name and version of the document.
const Format = "urncloth.plan/1"

// Skin is what the client's skin is called.
type Skin = face.Type

// Zones is the area and the load limit of each zone of this client under this look.
type Zones struct {
	Areas  map[face.Zone]doc.Num `json:"areas"`  // cm²
	Limits map[face.Zone]doc.Num `json:"limits"` // mg/cm² of what stays
}

// Stack is what lies on each zone at base and at removal.
type Stack struct {
	AtBase map[face.Zone][]stack.Layer `json:"at_base"`
	AtLift map[face.Zone][]stack.Layer `json:"at_lift"`
}

// Plan is the whole document. Every part is there, empty where nothing is planned.
type Plan struct {
	Format    string          `json:"format" need:"yes"`
	Sitting   sitting.Sitting `json:"sitting" need:"yes"`
	Skin      Skin            `json:"skin"`
	Zones     Zones           `json:"zones"`
	Countdown []prep.Due      `json:"countdown"`
	Prep      prep.Prep       `json:"prep"`
	Stack     Stack           `json:"stack"`
	Wear      wear.Wear       `json:"wear"`
	Lift      lift.Lift       `json:"lift"`
	Aftercare after.Aftercare `json:"aftercare"`
	Findings  []rules.Finding `json:"findings"`
	ByHand    []string        `json:"by_hand,omitempty"` // the parts a person made: prep, touch_ups
}

// Hand is the parts of a plan that a person made. A part that is nil is the planner's.
type Hand struct {
	Prep     []stack.Step
	TouchUps *[]wear.TouchUp
	Lift     *[]stack.Step
	Night    *[]stack.Step // aftercare
}

// Parts names what is by hand.
func (h Hand) Parts() []string {
	var list []string
	if h.Prep != nil {
		list = append(list, "prep")
	}
	if h.TouchUps != nil {
		list = append(list, "touch_ups")
	}
	if h.Lift != nil {
		list = append(list, "lift")
	}
	if h.Night != nil {
		list = append(list, "aftercare")
	}
	return list
}

// Or is the hand with the parts of another laid under it, but for those named.
func (h Hand) Or(kept Hand, but []string) Hand {
	if h.Prep == nil && !slices.Contains(but, "prep") {
		h.Prep = kept.Prep
	}
	if h.TouchUps == nil && !slices.Contains(but, "touch_ups") {
		h.TouchUps = kept.TouchUps
	}
	if h.Lift == nil && !slices.Contains(but, "lift") {
		h.Lift = kept.Lift
	}
	if h.Night == nil && !slices.Contains(but, "aftercare") {
		h.Night = kept.Night
	}
	return h
}

// CheckHand returns what is wrong with parts made by hand for this plan's sitting, beyond the bounds of single fields.
func (p *Plan) CheckHand(prefix string, h Hand) doc.Faults {
	fs := p.CheckSteps(prefix, h.Prep)
	if h.TouchUps != nil {
		fs = append(fs, p.CheckTouchUps(prefix, *h.TouchUps)...)
	}
	if h.Lift != nil {
		fs = append(fs, p.CheckSteps(prefix, *h.Lift)...)
	}
	if h.Night != nil {
		fs = append(fs, p.CheckSteps(prefix, *h.Night)...)
	}
	return fs
}

// Hand is the hand of a plan that names its parts made by hand.
func (p *Plan) Hand() Hand {
	var h Hand
	if slices.Contains(p.ByHand, "prep") {
		h.Prep = p.Prep.Steps
	}
	if slices.Contains(p.ByHand, "touch_ups") {
		h.TouchUps = &p.Wear.TouchUps
	}
	if slices.Contains(p.ByHand, "lift") {
		h.Lift = &p.Lift.Steps
	}
	if slices.Contains(p.ByHand, "aftercare") {
		h.Night = &p.Aftercare.Steps
	}
	return h
}

// Usual fills in touch-ups that are only a moment, as the planner would write them.
func Usual(s *sitting.Sitting, h Hand) []wear.TouchUp {
	ups := touchUps(*h.TouchUps)
	var c *sitting.Case
	var res stack.Result
	for i, u := range ups {
		if len(u.Steps) > 0 {
			continue
		}
		if c == nil {
			if c = sitting.Open(s); h.Prep != nil {
				res = stack.Prep(c, h.Prep)
			} else {
				_, res = prep.Plan(c)
			}
		}
		ups[i] = wear.Usual(c, &res, u.At)
		ups[i].ID = u.ID
	}
	return ups
}

// Passes fills in removal passes that are only a product, as they are usually made, and gives all steps new starts.
func Passes(s *sitting.Sitting, h Hand) []stack.Step {
	c := sitting.Open(s)
	steps := *h.Lift
	if slices.ContainsFunc(steps, func(s stack.Step) bool { return s.Product != "" && len(s.Zones) == 0 }) {
		w := dayOf(c, h)
		steps = lift.Usual(c, &w.Layers, steps)
	}
	return lift.Retime(c, steps)
}

// dayOf is prep and wear as they stand, with what lies on the skin at removal.
func dayOf(c *sitting.Case, h Hand) wear.Result {
	var res stack.Result
	if h.Prep != nil {
		res = stack.Prep(c, h.Prep)
	} else {
		_, res = prep.Plan(c)
	}
	var w wear.Result
	if h.TouchUps != nil {
		w = wear.Check(c, &res, touchUps(*h.TouchUps))
	} else {
		w = wear.Plan(c, &res)
	}
	lift.Annotate(c, &w.Layers)
	return w
}

// Make plans a valid sitting.
func Make(s *sitting.Sitting) *Plan { return With(s, Hand{}) }

// With plans a valid sitting around the parts that a person made, which are checked and kept as they are. Each part is
// planned on what the one before comes to.
func With(s *sitting.Sitting, h Hand) *Plan { return Until(s, h, Night) }

// Part is how far a plan is made.
type Part int

// The parts, in order.
const (
	Prepared Part = iota
	Worn
	Lifted
	Night
)

// Until is With as far as a part; the parts after it are there and empty.
func Until(s *sitting.Sitting, h Hand, last Part) *Plan {
	c := sitting.Open(s)
	p := blank(c)
	p.ByHand = h.Parts()
	var res stack.Result
	var w wear.Result
	var l lift.Result
	var n after.Result
	if h.Prep != nil {
		res = p.checkPrep(c, h.Prep)
	} else {
		p.Prep, res = prep.Plan(c)
	}
	w.Wear = wear.Empty(res.Dose)
	l.Lift = lift.Empty()
	n.Aftercare = after.Empty()
	if last >= Worn {
		if h.TouchUps != nil {
			w = wear.Check(c, &res, touchUps(*h.TouchUps))
		} else {
			w = wear.Plan(c, &res)
		}
		lift.Annotate(c, &w.Layers)
	}
	if last >= Lifted {
		if h.Lift != nil {
			l = lift.Evaluate(c, &w.Layers, slices.Clone(*h.Lift))
		} else {
			l = lift.Plan(c, &w.Layers)
		}
	}
	if last >= Night {
		if night := evening(c, &w, &l); h.Night != nil {
			n = after.Evaluate(c, night, *h.Night)
		} else {
			n = after.Plan(c, night)
		}
	}
	p.take(&res, &w, &l, &n)
	return p
}

// evening is what of the day matters to the night.
func evening(c *sitting.Case, w *wear.Result, l *lift.Result) after.Day {
	d := after.Day{From: l.End, Sunned: float64(w.Wear.DoseSED) > float64(w.Wear.BudgetSED)}
	for _, s := range l.Lift.Steps {
		if s.Product != "" && (s.Act == act.Hold || s.Act == act.Massage) {
			d.Removers = append(d.Removers, s.Product)
		}
	}
	return d
}

// checkPrep evaluates prep steps made by hand.
func (p *Plan) checkPrep(c *sitting.Case, steps []stack.Step) stack.Result {
	res := stack.Prep(c, steps)
	p.Prep.Steps = complete(res.Steps)
	p.Prep.StartsAt, p.Prep.ReadyAt, p.Prep.SlackS = day.Wall(res.StartsAt), day.Wall(res.ReadyAt), res.SlackS
	return res
}

// Check recomputes a plan whose steps a person made or edited: clock, stack, residue, dose and findings anew; order,
// starts, hands-on seconds, products and touch-ups as they stand.
func Check(from *Plan) *Plan {
	c := sitting.Open(&from.Sitting)
	p := blank(c)
	p.ByHand = from.ByHand
	p.Prep.GaveUp, p.Prep.RunnerUp, p.Prep.Cost = orEmpty(from.Prep.GaveUp), from.Prep.RunnerUp, from.Prep.Cost
	p.Prep.RunnerUp.Differs = orEmpty(from.Prep.RunnerUp.Differs)
	res := p.checkPrep(c, from.Prep.Steps)
	res.Findings = prep.WithGivenUp(c.Words, res.Findings, p.Prep.GaveUp)
	w := wear.Check(c, &res, touchUps(from.Wear.TouchUps))
	lift.Annotate(c, &w.Layers)
	l := lift.Evaluate(c, &w.Layers, from.Lift.Steps)
	l.Lift.Cost = from.Lift.Cost
	n := after.Evaluate(c, evening(c, &w, &l), from.Aftercare.Steps)
	p.take(&res, &w, &l, &n)
	return p
}

func complete(steps []stack.Step) []stack.Step {
	steps = orEmpty(steps)
	for i := range steps {
		steps[i].Complete()
	}
	return steps
}

func orEmpty[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

func blank(c *sitting.Case) *Plan {
	zones := Zones{map[face.Zone]doc.Num{}, map[face.Zone]doc.Num{}}
	for z := range face.N {
		zones.Areas[z], zones.Limits[z] = doc.Num(c.Area[z]), doc.Num(c.Limit(z))
	}
	return &Plan{Zones: zones, Format: Format, Sitting: *c.Sitting, Skin: c.Type, Countdown: prep.Countdown(c),
		Prep: prep.Prep{
			GaveUp:   []prep.GaveUp{},
			RunnerUp: prep.RunnerUp{Differs: []prep.Differs{}},
			Steps:    []stack.Step{},
		},
		Stack:    Stack{AtBase: map[face.Zone][]stack.Layer{}, AtLift: map[face.Zone][]stack.Layer{}},
		Findings: []rules.Finding{}}
}

// touchUps is a copy that an evaluation may write into.
func touchUps(ups []wear.TouchUp) []wear.TouchUp {
	list := slices.Clone(ups)
	for i := range list {
		list[i].Steps = slices.Clone(list[i].Steps)
	}
	return list
}

func (p *Plan) take(res *stack.Result, w *wear.Result, l *lift.Result, n *after.Result) {
	p.Stack.AtBase = res.Layers.ByZone()
	p.Stack.AtLift = w.Layers.ByZone()
	p.Wear, p.Lift, p.Aftercare = w.Wear, l.Lift, n.Aftercare
	p.Findings = rules.Sort(orEmpty(slices.Concat(res.Findings, w.Findings, l.Findings, n.Findings)))
	sitting.Overrule(&p.Sitting, p.Findings)
}

// Read reads a plan and returns every fault found in it. What the checker computes anew may be absent.
func Read(data []byte) (*Plan, doc.Faults) {
	var p Plan
	fs := doc.Read(data, &p)
	if len(fs) > 0 && fs[0].Path == "" {
		return nil, fs
	}
	fs = append(fs, p.Sitting.Check("sitting.", fs)...)
	if p.Format != Format && p.Format != "" {
		fs.Add("format", say.NotFormat, "word", p.Format, "format", Format)
	}
	fs = append(fs, p.CheckSteps("prep.", p.Prep.Steps)...)
	fs = append(fs, p.CheckTouchUps("wear.", p.Wear.TouchUps)...)
	fs = append(fs, p.CheckSteps("lift.", p.Lift.Steps)...)
	fs = append(fs, p.CheckSteps("aftercare.", p.Aftercare.Steps)...)
	if len(fs) > 0 {
		return nil, fs
	}
	return &p, nil
}

// CheckSteps returns what is wrong with steps on this plan's sitting beyond the bounds of single fields; prefix is put
// before each field.
func (p *Plan) CheckSteps(prefix string, steps []stack.Step) doc.Faults {
	var fs doc.Faults
	loc, err := p.Sitting.Day.Zone()
	seen := map[string]bool{}
	for i, s := range steps {
		at := fmt.Sprintf("%ssteps[%d]", prefix, i)
		if seen[s.ID] && s.ID != "" {
			fs.Add(at+".id", say.StepIDTwice, "id", s.ID)
		}
		if s.With != "" && !seen[s.With] {
			fs.Add(at+".with", say.NoEarlierStep, "id", s.With)
		}
		seen[s.ID] = true
		if s.Product != "" && p.Sitting.Kit.Find(s.Product) == nil {
			fs.Add(at+".product", say.NotInKit, "id", s.Product)
		}
		if s.Act == act.Apply && s.Product == "" {
			fs.Add(at+".product", say.ApplyNeeds)
		}
		if err == nil && !s.Start.IsZero() {
			if _, ok := s.Start.In(loc); !ok {
				fs.Add(at+".start", say.ClockSkips, "time", s.Start, "zone", p.Sitting.Day.Timezone)
			}
		}
	}
	return fs
}

// CheckTouchUps returns what is wrong with touch-ups beyond the bounds of single fields.
func (p *Plan) CheckTouchUps(prefix string, ups []wear.TouchUp) doc.Faults {
	var fs doc.Faults
	seen := map[string]bool{}
	for i, u := range ups {
		at := fmt.Sprintf("%stouch_ups[%d]", prefix, i)
		if seen[u.ID] && u.ID != "" {
			fs.Add(at+".id", say.TouchUpIDTwice, "id", u.ID)
		}
		seen[u.ID] = true
		checkZones(&fs, at+".zones", u.Zones)
		for j, s := range u.Steps {
			step := fmt.Sprintf("%s.steps[%d]", at, j)
			checkZones(&fs, step+".zones", s.Zones)
			if s.Product != "" && p.Sitting.Kit.Find(s.Product) == nil {
				fs.Add(step+".product", say.NotInKit, "id", s.Product)
			}
			if s.Act == act.Reapply && s.Product == "" {
				fs.Add(step+".product", say.ReapplyNeeds)
			}
		}
		p.checkMoment(&fs, at+".at", u.At)
	}
	return fs
}

// checkZones finds words that are neither a zone nor the face.
func checkZones(fs *doc.Faults, at string, list []string) {
	for i, w := range list {
		var z face.Zone
		if w != "face" && z.UnmarshalText([]byte(w)) != nil {
			fs.Add(fmt.Sprintf("%s[%d]", at, i), say.NeitherZone, "word", w)
		}
	}
}

// checkMoment finds a moment that the clock skips, or that is not between base and removal.
func (p *Plan) checkMoment(fs *doc.Faults, at string, l day.Local) {
	d := &p.Sitting.Day
	loc, err := d.Zone()
	if err != nil || l.IsZero() {
		return
	}
	moment, ok := l.In(loc)
	base, _ := d.BaseAt.In(loc)
	lift, _ := d.LiftAt.In(loc)
	switch {
	case !ok:
		fs.Add(at, say.ClockSkips, "time", l, "zone", d.Timezone)
	case moment.Before(base) || moment.After(lift):
		fs.Add(at, say.NotInWear, "time", l, "base", d.BaseAt, "lift", d.LiftAt)
	}
}

// JSON writes the plan, indented, the same bytes for the same plan.
func (p *Plan) JSON() []byte {
	var b bytes.Buffer
	enc := json.NewEncoder(&b)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	if err := enc.Encode(p); err != nil {
		panic(fmt.Sprintf("plan: %v", err)) // every number a plan holds is finite
	}
	return b.Bytes()
}
