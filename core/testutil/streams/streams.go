// Package streams draws events of the chair at random.
package streams

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"time"

	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/plan"
	"urncloth/core/testutil"
)

// device makes events as they happen on it.
type device struct {
	name  string
	lines []string
	ids   []string
}

func (d *device) says(at time.Time, kind chair.Kind, rest string) {
	n := len(d.lines) + 1
	id := fmt.Sprint(d.name, "-", n)
	d.ids = append(d.ids, id)
	d.lines = append(d.lines, fmt.Sprintf(`{"id": %q, "device": %q, "seq": %d, "at": %q, "kind": %q, %s}`, id,
		d.name, n,
		day.Wall(at), kind, rest))
}

// Lines is events of two devices at one sitting as they might come, one a line: steps begun, held, done and left out,
// checks read, things tried and taken back.
func Lines(r *rand.Rand, p *plan.Plan) []string {
	devices := []*device{{name: "tablet"}, {name: "phone"}}
	loc, _ := p.Sitting.Day.Zone()
	var steps []string
	for _, part := range plan.Parts() {
		for _, s := range p.StepsOf(part) {
			steps = append(steps, s.ID)
		}
	}
	for _, u := range p.Wear.TouchUps {
		steps = append(steps, u.ID)
	}
	at, _ := p.Starts(plan.Prep).In(loc)
	first := r.IntN(len(steps))
	for n := range 3 + r.IntN(24) {
		at = at.Add(time.Duration(r.IntN(90)-10) * time.Second)
		id := steps[(first+n/2)%len(steps)]
		if r.IntN(6) == 0 {
			id = testutil.OneOf(r, steps...)
		}
		happens(r, p, devices, at, id)
	}
	return append(devices[0].lines, devices[1].lines...)
}

// happens lets one thing happen at a step, or beside it.
func happens(r *rand.Rand, p *plan.Plan, devices []*device, at time.Time, id string) {
	d := devices[r.IntN(2)]
	step, product := fmt.Sprintf(`"step": %q`, id), testutil.OneOf(r, p.Sitting.Kit...).ID
	zone := testutil.OneOf(r, "forehead", "cheeks", "nose", "eyelids", "lips", "neck")
	switch n := r.IntN(16); {
	case n < 4:
		d.says(at, chair.Start, step)
	case n < 8:
		d.says(at, chair.Done, step)
	case n == 8:
		d.says(at, testutil.OneOf(r, chair.Hold, chair.Resume), step)
	case n == 9:
		d.says(at, testutil.OneOf(r, chair.Skip, chair.Repeat), step)
	case n == 10:
		d.says(at, chair.Swap, fmt.Sprintf(`%s, "product": %q`, step, product))
	case n == 11:
		d.says(at, chair.Touch, fmt.Sprintf(`"reads": {%q: %q}`, zone, testutil.OneOf(r, chair.Feels()...)))
	case n == 12:
		d.says(at, chair.Pad, fmt.Sprintf(`"reads": {%q: %q}`, zone, testutil.OneOf(r, "clean", "trace", "heavy")))
	case n == 13:
		d.says(at, chair.Sting, fmt.Sprintf(`"product": %q, "zones": [%q]`, product, zone))
	case n == 14:
		d.says(at, chair.Read, fmt.Sprintf(`"temp_c": %d, "humidity": 0.%d`, 15+r.IntN(15), 3+r.IntN(6)))
	default:
		if all := strings.Join(append(devices[0].ids, devices[1].ids...), " "); all != "" {
			d.says(at, chair.Undo, fmt.Sprintf(`"of": %q`, testutil.OneOf(r, strings.Fields(all)...)))
		}
	}
}
