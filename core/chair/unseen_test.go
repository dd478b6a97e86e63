package chair_test

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/chair"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/plan"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

// strangers is how many sittings drawn at random are followed.
const strangers = 150

// rival is another product of a step's slot, "" for none.
func rival(r *rand.Rand, p *plan.Plan, s *stack.Step) string {
	var list []string
	for _, kinds := range prep.Slots() {
		if !slices.Contains(kinds, kit.Kind(s.Kind)) {
			continue
		}
		for i := range p.Sitting.Kit {
			q := &p.Sitting.Kit[i]
			if slices.Contains(kinds, q.Kind) && q.ID != s.Product && q.InDate(p.Sitting.Day.Date) {
				list = append(list, q.ID)
			}
		}
	}
	if len(list) == 0 {
		return ""
	}
	return OneOf(r, list...)
}

// reads is a reading of some of a check's zones.
func reads(r *rand.Rand, zones []face.Zone, words ...string) string {
	var list []string
	for _, z := range zones {
		if r.IntN(3) > 0 {
			list = append(list, fmt.Sprintf("%q: %q", z, OneOf(r, words...)))
		}
	}
	return `"reads": {` + strings.Join(list, ", ") + "}"
}

// takes is a step as it may go at a real chair, from a moment on; it returns when hands are free.
func (d *tablet) takes(r *rand.Rand, p *plan.Plan, s *stack.Step, at time.Time) time.Time {
	step := fmt.Sprintf(`"step": %q`, s.ID)
	if other := rival(r, p, s); other != "" && r.IntN(7) == 0 {
		d.says(at, chair.Swap, fmt.Sprintf(`%s, "product": %q`, step, other))
	}
	if r.IntN(9) == 0 {
		d.says(at, chair.Skip, step)
		return at.Add(time.Second)
	}
	d.says(at, chair.Start, step)
	end := at.Add(time.Duration(max(s.HandsS, s.ContactS)*(80+r.IntN(50))/100) * time.Second)
	if r.IntN(9) == 0 {
		d.says(at.Add(time.Second), chair.Hold, step)
		end = end.Add(time.Minute)
		d.says(at.Add(time.Minute), chair.Resume, step)
	}
	d.says(end, chair.Done, step)
	switch {
	case s.Act == act.TouchCheck:
		d.says(end, chair.Touch, step+", "+reads(r, s.Zones, "tight", "tacky", "greasy", "even"))
	case s.Act == act.PadCheck:
		d.says(end, chair.Pad, step+", "+reads(r, s.Zones, "clean", "clean", "trace", "heavy"))
	case s.Product != "" && r.IntN(7) == 0:
		d.says(end, chair.Took, fmt.Sprintf(`%s, "product": %q, "grams": %g`, step, s.Product,
			float64(s.Grams)*OneOf(r, 0.5, 0.8, 1.5, 3)))
	case s.Product != "" && len(s.Zones) > 0 && r.IntN(30) == 0:
		d.says(end, chair.Sting, fmt.Sprintf(`"product": %q, "zones": [%q]`, s.Product, OneOf(r, s.Zones...)))
	case r.IntN(15) == 0:
		d.says(end, chair.Read, fmt.Sprintf(`"temp_c": %d, "humidity": 0.%d`, 15+r.IntN(15), 3+r.IntN(6)))
	case r.IntN(15) == 0:
		d.says(end, chair.Read, fmt.Sprintf(`"surface_c": %g`, OneOf(r, 33, 34.9, 35.6)))
	}
	return end.Add(time.Duration(r.IntN(20)) * time.Second)
}

// brought fails where a step that is planned from there meets what the planner could have kept away.
func brought(t *testing.T, n int, was *plan.Plan, d *chair.Document) {
	t.Helper()
	before := map[string]bool{}
	for _, f := range was.Findings {
		before[fmt.Sprint(f.Phase, f.Rule, f.Zones)] = true
	}
	for _, f := range d.Plan.Findings {
		avoidable := f.Severity == rules.Stop && f.Rule != rules.LensIn ||
			slices.Contains([]rules.ID{rules.Rubbing, rules.OverMassaged, rules.RunsOut, rules.Needless}, f.Rule)
		if f.Step != "" && avoidable && line(d, f.Step).State == chair.Waiting &&
			!before[fmt.Sprint(f.Phase, f.Rule, f.Zones)] {
			t.Errorf("stranger %d: %s on %v: %s", n, f.Step, f.Zones, f.Say)
		}
	}
}

func TestWhereAHundredAndFiftyStrangersStandAtTheChairDoesNotMoveUnseen(t *testing.T) {
	t.Parallel()
	docs := demoSittings(t)
	var b bytes.Buffer
	b.WriteString("sitting after so many events: chair; prep wear lift night of what is planned from there\n")
	for n := range strangers {
		r := rand.New(rand.NewPCG(uint64(n), 15))
		s := Stranger(t, r, docs)
		part := OneOf(r, plan.Prep, plan.Prep, plan.Prep, plan.Removal)
		if n%3 == 2 {
			Busy(t, r, s)
			part = OneOf(r, plan.Prep, plan.Removal, plan.Night)
		}
		if len(s.Check("", nil)) > 0 {
			continue
		}
		p := plan.Make(s)
		steps := p.StepsOf(part)
		if len(steps) == 0 {
			continue
		}
		c, d := chair.Open(p), follows(t, p)
		at, _ := steps[0].Start.In(d.loc)
		at = at.Add(time.Duration(OneOf(r, 0, 0, 60, 600)) * time.Second)
		for k := range 1 + r.IntN(len(steps)) {
			at = d.takes(r, p, &steps[k], at)
		}
		for _, many := range []int{len(d.events) / 2, len(d.events)} {
			got := c.Bear(d.events[:many], time.Time{})
			brought(t, n, p, got)
			q := got.Plan
			got.Plan = nil
			fmt.Fprintf(&b, "%d %s after %d: %s; %s %s %s %s\n", n, part, many, Sum(t, got), Sum(t, q.Prep),
				Sum(t, q.Wear), Sum(t, q.Lift), Sum(t, q.Aftercare))
		}
	}
	Golden(t, "strangers.txt", b.Bytes())
}
