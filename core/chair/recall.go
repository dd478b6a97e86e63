package chair

import (
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/lift"
	"urncloth/core/plan"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

// Recalled is what of a sitting is remembered: how prep went, what was read of it, how it wore and how it came off.
type Recalled struct {
	Prep   []stack.Step            // as it was done; as it was planned where nobody spoke of it
	Feels  map[face.Zone]Feel      // the first touch check of each zone
	Wore   map[face.Zone]Wore      // the last word on each zone
	Tended map[face.Zone]time.Time // when a touch-up first took its oil off, where somebody said that it was done
	Clean  map[face.Zone]Given     // the zones whose pad read clean in the end
	Used   []Used                  // what was taken, in the order of the kit
	Stung  []Stung
}

// Given is the passes over a zone by the time its pad read clean.
type Given struct {
	At    time.Time
	Steps []stack.Step
}

// Recall is what of a sitting is remembered after its events. What cannot be followed is a fault, and left aside.
func (c *Chair) Recall(events []Event) (*Recalled, doc.Faults) {
	f, fs := c.fold(events, time.Time{})
	r := &Recalled{Feels: map[face.Zone]Feel{}, Wore: map[face.Zone]Wore{}, Tended: map[face.Zone]time.Time{},
		Clean: map[face.Zone]Given{}, Used: f.log().Used, Stung: f.stung}
	if r.Prep = c.plan.Prep.Steps; f.began[plan.Prep] {
		r.Prep = f.doneOf(plan.Prep, f.at)
	}
	list := c.sorted(events)
	gone := void(list)
	var pads []Event
	for i := range list {
		e := &list[i]
		if gone[e.ID] {
			continue
		}
		for z, feel := range e.Feels {
			if _, read := r.Feels[z]; !read {
				r.Feels[z] = feel
			}
		}
		for z, wore := range e.Wore {
			r.Wore[z] = wore
		}
		if len(e.Pads) > 0 {
			pads = append(pads, *e)
		}
	}
	f.tended(r)
	for z := range face.N {
		if at, is := c.clean(pads, z); is {
			r.Clean[z] = Given{at, f.doneOf(plan.Removal, at)}
		}
	}
	return r, fs
}

// doneOf is the steps of a part that were done by a moment, as they were done. A pass before a pad check that was read
// was made, though nobody said so; and who asks after prep has seen it worn.
func (f *fold) doneOf(part plan.Part, by time.Time) (list []stack.Step) {
	c := f.open()
	read := -1
	for i, id := range f.order {
		if p := f.steps[id]; p.part == part && p.step.Act == act.PadCheck && p.read != 0 && !p.started.After(by) {
			read = i
		}
	}
	for i, id := range f.order {
		p := f.steps[id]
		if p.part != part || p.up != "" {
			continue
		}
		switch {
		case p.state == Finish && !p.ended.After(by):
			list = append(list, f.asDone(c, p, by))
		case p.state == Waiting && (i < read || part == plan.Prep):
			list = append(list, p.step)
		}
	}
	stack.ByStart(c, list)
	return list
}

// tended finds when touch-ups took the oil off each zone.
func (f *fold) tended(r *Recalled) {
	c := f.open()
	for _, u := range f.touchUps() {
		for i := range u.Steps {
			p := f.steps[u.Steps[i].ID]
			if p == nil || p.state != Finish || p.assumed {
				continue
			}
			s := u.Steps[i]
			s.Product = p.uses()
			for _, z := range wear.Tended(c, &u, &s).List() {
				if at, is := r.Tended[z]; !is || p.started.Before(at) {
					r.Tended[z] = p.started
				}
			}
		}
	}
}

// clean is when the pad first read clean on a zone and never otherwise after.
func (c *Chair) clean(pads []Event, z face.Zone) (at time.Time, is bool) {
	for i := range slices.Backward(pads) {
		reads, there := pads[i].Pads[z]
		if !there {
			continue
		}
		if reads != lift.PadClean {
			break
		}
		at, is = pads[i].At.In(c.loc)
	}
	return at, is
}
