package plan

import (
	"slices"
	"time"

	"urncloth/core/day"
	"urncloth/core/figure"
	"urncloth/core/rules"
	"urncloth/core/say"
)

// Test is the skin test that a plan asks for: of what, and the last day on which it says enough before the sitting.
type Test struct {
	By  day.Date
	Say string
}

// Test is the skin test that the plan asks for, false where it asks for none. Products that are new are named together.
func (p *Plan) Test() (t Test, asked bool) {
	l := say.In(p.Sitting.Language.Named())
	products := map[string]string{} // by step
	for _, part := range parts {
		for _, s := range part.made(p).Steps {
			if q := p.Sitting.Kit.Find(s.Product); q != nil {
				products[s.ID] = q.Name
			}
		}
	}
	var fresh, says []string
	for i := range p.Findings {
		f := &p.Findings[i]
		if f.Rule != rules.PatchTest {
			continue
		}
		if name := products[f.Step]; name == "" {
			says = append(says, f.Say)
		} else if !slices.Contains(fresh, name) {
			fresh = append(fresh, name)
		}
	}
	if len(fresh) > 0 {
		says = append([]string{l.Say(say.PatchTestDue, "products", l.List(fresh))}, says...)
	}
	for n, text := range slices.Compact(says) {
		if n > 0 {
			t.Say += " "
		}
		t.Say += text
	}
	loc, err := p.Sitting.Day.Zone()
	if err != nil || len(says) == 0 {
		return t, false
	}
	at, _ := p.Sitting.Day.ChairAt.In(loc)
	t.By = day.Wall(at.Add(-time.Duration(figure.PatchTestLatest))).Date()
	return t, true
}
