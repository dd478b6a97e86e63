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
	asked   bool // by a check: not before its own start
	kept    bool // a step that the plan had ahead, as it was
	under   slot // the layer that comes next, where it is none itself
}

// past is how things stand when the prelude is over.
type past struct {
	set, bare     [face.N]time.Time // when what was laid has set, and when nothing lies on the zone any more
	hands, allSet time.Time
	drafts        int
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

// run is the drafts as they are given their starts.
type run struct {
	*planner
	past
	drafts []*draft
	starts []time.Time
	left   []int // not yet started, in order
}

// clock runs drafts forward from the chair, visits each with its start, and returns when everything has set. In order,
// each waits for the hands and for its own zones; across, hands go on elsewhere while a zone sets, as long as no step
// overtakes another on the same zone. O(n²).
func (pl *planner) clock(drafts []*draft, across bool, visit func(d *draft, at time.Time, setS int)) time.Time {
	r := run{planner: pl, past: past{hands: pl.c.ChairAt, allSet: pl.c.ChairAt}, drafts: drafts}
	if b := pl.begun; b != nil {
		r.set, r.bare, r.hands, r.allSet = b.set, b.bare, b.hands, b.allSet
	}
	if pl.past != nil && visit == nil { // the prelude runs the same every time
		r.past = *pl.past
	}
	r.starts, r.left = make([]time.Time, len(drafts)), make([]int, len(drafts)-r.past.drafts)
	for i := range r.left {
		r.left[i] = r.past.drafts + i
	}
	for len(r.left) > 0 {
		next := drafts[r.left[0]]
		if pl.past == nil && !next.prelude {
			over := r.past
			over.drafts = len(drafts) - len(r.left)
			pl.past = &over
		}
		pick, at := 0, r.when(next)
		if across && !next.prelude && next.with < 0 {
			pick, at = r.earliest()
		}
		n := r.left[pick]
		d := drafts[n]
		if d.with >= 0 {
			at = r.starts[d.with]
		}
		r.starts[n], r.left = at, slices.Delete(r.left, pick, pick+1)
		setS := r.start(d, at)
		if visit != nil {
			visit(d, at, setS)
		}
	}
	return r.allSet
}

// when is the earliest that a draft can start.
func (r *run) when(d *draft) time.Time {
	at, ready := r.hands, &r.bare
	if d.waits || d.touch {
		ready = &r.set
	}
	for z := range face.N {
		if d.zones.Has(z) && ready[z].After(at) {
			at = ready[z]
		}
	}
	if d.step.Product != "" && d.step.Act != act.Setup && r.c.CoolAt.After(at) {
		at = r.c.CoolAt
	}
	if d.asked {
		at = later(at, r.begun.Soonest(r.c, &d.step))
	}
	return at
}

// start starts a draft and returns for how long it sets.
func (r *run) start(d *draft, at time.Time) (setS int) {
	free := at.Add(time.Duration(max(d.step.HandsS, d.step.ContactS)) * time.Second)
	setS = d.step.SetS
	if d.cools && d.freeSet.After(free) {
		setS = int(d.freeSet.Sub(free).Seconds())
	}
	end := free.Add(time.Duration(setS) * time.Second)
	for z := range face.N {
		if d.zones.Has(z) {
			r.set[z], r.bare[z] = later(r.set[z], end), later(r.bare[z], free)
		}
	}
	if busy := at.Add(time.Duration(d.step.HandsS) * time.Second); busy.After(r.hands) {
		r.hands = busy
	}
	if end.After(r.allSet) {
		r.allSet = end
	}
	return setS
}

// earliest picks, of the drafts that no earlier one holds up on a zone, the one that can start first.
func (r *run) earliest() (pick int, at time.Time) {
	pick = -1
	var before face.Set
	for i, n := range r.left {
		d := r.drafts[n]
		if d.zones&before == 0 && (d.zones != 0 || before == 0) && d.with < 0 {
			if t := r.when(d); pick < 0 || t.Before(at) {
				pick, at = i, t
			}
		}
		// what is blended goes straight after its partner
		if pick >= 0 && i+1 < len(r.left) && r.drafts[r.left[i+1]].with == r.left[pick] {
			before |= r.drafts[r.left[i+1]].zones
		}
		before |= d.zones
	}
	if pick < 0 {
		pick, at = 0, r.when(r.drafts[r.left[0]])
	}
	return pick, at
}
