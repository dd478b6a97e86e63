// Package plan runs the path from a sitting to a plan, and checks a plan that a person made or edited. A plan is made
// of parts, which stand in one table: making, checking, mixing by hand and comparing walk it.
package plan

import (
	"bytes"
	"encoding/json"
	"fmt"
	"slices"

	"urncloth/core/after"
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
	Edition   int             `json:"edition" in:"0..1000"`
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
	ByHand    []Part          `json:"by_hand,omitempty"` // the parts a person made
	LastTime  []LastTime      `json:"last_time,omitempty"`
}

// Make plans a valid sitting.
func Make(s *sitting.Sitting) *Plan { return With(s, nil) }

// With plans a valid sitting around the parts that a person made, which are checked and kept as they are. Each part is
// planned on what the one before comes to.
func With(s *sitting.Sitting, h Hand) *Plan { return Until(s, h, Night) }

// Until is With as far as a part; the parts after it are there and empty.
func Until(s *sitting.Sitting, h Hand, last Part) *Plan {
	c := sitting.Open(s)
	p := blank(c)
	p.ByHand = h.Parts()
	p.take(made(c, h, last))
	return p
}

// Check recomputes a plan whose steps a person made or edited: clock, stack, residue, dose and findings anew; order,
// starts, hands-on seconds, products and touch-ups as they stand.
func Check(from *Plan) *Plan {
	c := sitting.Open(&from.Sitting)
	p := blank(c)
	p.ByHand = from.ByHand
	r := &run{c: c}
	for i := range parts {
		parts[i].evaluate(r, parts[i].made(from))
		parts[i].keep(r, from)
	}
	p.take(r)
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
	for _, z := range (face.Upper | c.Bare()).List() {
		zones.Areas[z], zones.Limits[z] = doc.Num(c.Area[z]), doc.Num(c.Limit(z))
	}
	s := *c.Sitting
	s.Method = s.Method.Resolved()
	return &Plan{Zones: zones, Format: Format, Edition: Edition, Sitting: s, Skin: c.Type, Countdown: prep.Countdown(c),
		Prep: prep.Prep{
			GaveUp:   []prep.GaveUp{},
			RunnerUp: prep.RunnerUp{Differs: []prep.Differs{}},
			Steps:    []stack.Step{},
		},
		Stack:    Stack{AtBase: map[face.Zone][]stack.Layer{}, AtLift: map[face.Zone][]stack.Layer{}},
		Findings: []rules.Finding{}}
}

func (p *Plan) take(r *run) {
	p.Prep, p.Wear, p.Lift, p.Aftercare = r.prep, r.worn.Wear, r.off.Lift, r.night.Aftercare
	p.Stack.AtBase, p.Stack.AtLift = r.stack.Layers.ByZone(), r.worn.Layers.ByZone()
	p.Findings = rules.Sort(orEmpty(slices.Concat(r.stack.Findings, r.worn.Findings, r.off.Findings,
		r.night.Findings)))
	sitting.Overrule(&p.Sitting, p.Findings)
	p.LastTime = p.lastTime(r)
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
	for i := range parts {
		fs = append(fs, parts[i].check(&p, parts[i].in, parts[i].made(&p))...)
	}
	if len(fs) > 0 {
		return nil, fs
	}
	return &p, nil
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
