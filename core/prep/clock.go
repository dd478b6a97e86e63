package prep

import (
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/stack"
)

// draft is a step whose start is not yet known.
type draft struct {
	step    stack.Step
	slot    slot // slots for what fills none
	zones   face.Set
	waits   bool // for its zones to have set
	prelude bool // before anything is laid, in order
	touch   bool // needs every zone it touches to have set
	with    int  // index of the draft it is blended with, -1 for none
	freeSet time.Time
	cools   bool
	veil    bool
}

// past is how things stand when the prelude is over.
type past struct {
	set          [face.N]time.Time
	hands, ready time.Time
	drafts       int
}

// schedule returns drafts in order of start, each with its start and, for cooling, its wait.
func (pl *planner) schedule(drafts []*draft, across bool) []draft {
	out := make([]draft, 0, len(drafts))
	pl.clock(drafts, across, func(d *draft, at time.Time, setS int) {
		timed := *d
		timed.step.Start, timed.step.SetS = day.Wall(at), setS
		out = append(out, timed)
	})
	return out
}

// clock runs drafts forward from the chair, visits each with its start, and returns when everything has set. In order,
// each waits for the hands and for its own zones; across, hands go on elsewhere while a zone sets, as long as no step
// overtakes another on the same zone. O(n²).
func (pl *planner) clock(drafts []*draft, across bool, visit func(d *draft, at time.Time, setS int)) time.Time {
	set, hands, ready := [face.N]time.Time{}, pl.c.ChairAt, pl.c.ChairAt
	done := 0
	if p := pl.past; p != nil && visit == nil { // the prelude runs the same every time
		set, hands, ready, done = p.set, p.hands, p.ready, p.drafts
	}
	starts := make([]time.Time, len(drafts))
	left := make([]int, len(drafts)-done)
	for i := range left {
		left[i] = done + i
	}
	when := func(d *draft) time.Time {
		at := hands
		if d.waits || d.touch {
			for z := range face.N {
				if d.zones.Has(z) && set[z].After(at) {
					at = set[z]
				}
			}
		}
		if d.step.Product != "" && d.step.Act != act.Setup && pl.c.CoolAt.After(at) {
			at = pl.c.CoolAt
		}
		return at
	}
	for len(left) > 0 {
		if pl.past == nil && !drafts[left[0]].prelude {
			pl.past = &past{set, hands, ready, len(drafts) - len(left)}
		}
		pick, at := 0, when(drafts[left[0]])
		if across && !drafts[left[0]].prelude && drafts[left[0]].with < 0 {
			pick, at = pl.earliest(drafts, left, when)
		}
		d := drafts[left[pick]]
		if d.with >= 0 {
			at = starts[d.with]
		}
		starts[left[pick]] = at
		left = slices.Delete(left, pick, pick+1)
		free := at.Add(time.Duration(max(d.step.HandsS, d.step.ContactS)) * time.Second)
		setS := d.step.SetS
		if d.cools && d.freeSet.After(free) {
			setS = int(d.freeSet.Sub(free).Seconds())
		}
		end := free.Add(time.Duration(setS) * time.Second)
		for z := range face.N {
			if d.zones.Has(z) && end.After(set[z]) {
				set[z] = end
			}
		}
		if busy := at.Add(time.Duration(d.step.HandsS) * time.Second); busy.After(hands) {
			hands = busy
		}
		if end.After(ready) {
			ready = end
		}
		if visit != nil {
			visit(d, at, setS)
		}
	}
	return ready
}

// earliest picks, of the drafts that no earlier one holds up on a zone, the one that can start first.
func (pl *planner) earliest(drafts []*draft, left []int, when func(*draft) time.Time) (pick int, at time.Time) {
	pick = -1
	var before face.Set
	for i, n := range left {
		d := drafts[n]
		if d.zones&before == 0 && (d.zones != 0 || before == 0) && d.with < 0 {
			if t := when(d); pick < 0 || t.Before(at) {
				pick, at = i, t
			}
		}
		// what is blended goes straight after its partner
		if pick >= 0 && i+1 < len(left) && drafts[left[i+1]].with == left[pick] {
			before |= drafts[left[i+1]].zones
		}
		before |= d.zones
	}
	if pick < 0 {
		pick, at = 0, when(drafts[left[0]])
	}
	return pick, at
}
