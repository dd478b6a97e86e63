package stack

import (
	"slices"
	"strconv"
	"time"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/rules"
	"urncloth/core/sitting"
)

// Why a step is there that nobody planned: somebody or a check asked for it. It stands first among its reasons.
const (
	Repeated rules.ID = "repeat"
	ByTouch  rules.ID = "touch_check"
	ByPad    rules.ID = "pad_check"
)

// Asked reports whether somebody or a check asked for a step that nobody planned.
func (s *Step) Asked() bool {
	return len(s.Because) > 0 && slices.Contains([]rules.ID{Repeated, ByTouch, ByPad}, s.Because[0])
}

// Begun is a part of a plan, of steps, that is under way.
type Begun struct {
	Now    time.Time         // nothing ahead starts before it
	Done   []Step            // as they were done, by their starts; what runs as it is going to end
	Left   []Step            // what was left out on purpose
	Ahead  []Step            // what the plan had ahead, in order
	Asked  []Step            // what checks asked for and nobody has done yet, each not before its start
	Swaps  map[string]string // steps ahead by id, and the product that somebody chose for them
	ReadAt time.Time         // of the last reading of the skin, zero for none
	AirAt  time.Time         // of the last reading of skin or air: what was done before it set in other air
	ByHand bool              // the steps ahead are a person's: they keep their order, products and zones
	Anew   bool              // something went otherwise than planned, so that what is ahead is chosen anew
}

// Settled reports whether a step of which something holds was done, or left out on purpose.
func (b *Begun) Settled(is func(s *Step) bool) bool {
	for _, list := range [][]Step{b.Done, b.Left} {
		for i := range list {
			if is(&list[i]) {
				return true
			}
		}
	}
	return false
}

// Asks reports whether a check asked for the step of that id.
func (b *Begun) Asks(id string) bool {
	return slices.ContainsFunc(b.Asked, func(s Step) bool { return s.ID == id })
}

// Soonest is the moment before which a step cannot start, whatever else: its own start, where a check asked for it.
func (b *Begun) Soonest(c *sitting.Case, s *Step) time.Time {
	if !b.Asks(s.ID) || s.Start.IsZero() {
		return b.Now
	}
	at, _ := s.Start.In(c.Loc)
	if at.Before(b.Now) {
		return b.Now
	}
	return at
}

// Name gives steps ahead the ids that the plan knew them by: by the first of some likenesses that holds, each id once;
// and what is like none an id that says what is done and where. Steps that checks asked for keep theirs.
func (b *Begun) Name(steps []Step, alike ...func(s, o *Step) bool) {
	taken, names := map[string]bool{}, make([]string, len(steps))
	for _, list := range [][]Step{b.Done, b.Left, b.Asked} {
		for i := range list {
			taken[list[i].ID] = true
		}
	}
	for i := range steps {
		if b.Asks(steps[i].ID) {
			names[i] = steps[i].ID
		}
	}
	for _, is := range alike {
		for i := range steps {
			for j := range b.Ahead {
				if o := &b.Ahead[j]; names[i] == "" && !taken[o.ID] && is(&steps[i], o) {
					names[i], taken[o.ID] = o.ID, true
				}
			}
		}
	}
	was := map[string]string{}
	for i := range steps {
		if names[i] == "" {
			names[i] = fresh(&steps[i], taken)
		}
		was[steps[i].ID], steps[i].ID = names[i], names[i]
	}
	for i := range steps {
		if steps[i].With != "" {
			steps[i].With = was[steps[i].With]
		}
	}
}

// longestID is the letters that an id is made of at most, its number apart.
const longestID = 36

// fresh is an id that no step has.
func fresh(s *Step, taken map[string]bool) string {
	words := "new-" + string(s.Act)
	if s.Kind != "" {
		words = "new-" + string(s.Kind)
	}
	if len(s.Zones) > 0 {
		words += "-" + s.Zones[0].String()
	}
	words = words[:min(len(words), longestID)]
	id := words
	for n := 2; taken[id]; n++ {
		id = words + "-" + strconv.Itoa(n)
	}
	taken[id] = true
	return id
}

// Same reports whether two steps do the same to the same zones.
func Same(s, o *Step) bool {
	return s.Act == o.Act && s.Kind == o.Kind && s.Product == o.Product && slices.Equal(s.Zones, o.Zones)
}

// Meet reports whether two steps have a zone in common, or neither has any.
func Meet(s, o *Step) bool {
	return len(s.Zones) == 0 && len(o.Zones) == 0 || face.SetOf(s.Zones...)&face.SetOf(o.Zones...) != 0
}

// Ends is when a step is over and has set.
func Ends(c *sitting.Case, s *Step) time.Time {
	start, _ := s.Start.In(c.Loc)
	return start.Add(seconds(max(s.HandsS, s.ContactS) + s.SetS))
}

// ByStart puts steps into the order of their starts.
func ByStart(c *sitting.Case, steps []Step) []Step {
	slices.SortStableFunc(steps, func(a, b Step) int {
		at, _ := a.Start.In(c.Loc)
		bt, _ := b.Start.In(c.Loc)
		return at.Compare(bt)
	})
	return steps
}

// OneByOne is what was done, and then other steps as soon as the hands are free and their zones have set.
func (b *Begun) OneByOne(c *sitting.Case, ahead []Step) []Step {
	steps := slices.Clone(b.Done)
	hands := b.Now
	var set [face.N]time.Time
	take := func(s *Step) {
		start, _ := s.Start.In(c.Loc)
		hands = later(hands, start.Add(seconds(s.HandsS)), true)
		for _, z := range s.Zones {
			set[z] = later(set[z], Ends(c, s), true)
		}
	}
	for i := range steps {
		take(&steps[i])
	}
	for _, s := range ahead {
		at := later(hands, b.Soonest(c, &s), true)
		for _, z := range s.Zones {
			at = later(at, set[z], true)
		}
		s.Start = day.Wall(at)
		take(&s)
		steps = append(steps, s)
	}
	return steps
}
