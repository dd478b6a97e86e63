package stack

import (
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/sitting"
)

// Retime gives steps new starts in the order they stand, as early as it can be done: when the hands are free, the
// step's own zones have set and the skin has cooled. What is blended keeps its partner's start. Hands-on and contact
// seconds stay. A step of ready comes when everything has set. O(steps × zones).
func Retime(c *sitting.Case, steps []Step) []Step {
	out := make([]Step, len(steps))
	copy(out, steps)
	t := timing{c: c, hands: c.ChairAt, last: c.ChairAt, starts: map[string]time.Time{}}
	for i := range out {
		s := &out[i]
		s.Complete()
		p := c.Product(s.Product)
		fill(c, s, p)
		at := t.when(s, p)
		s.Start = day.Wall(at)
		t.start(s, p, at)
	}
	return out
}

// timing is the clock as steps are given their starts.
type timing struct {
	c           *sitting.Case
	set, bare   [face.N]time.Time // when what was laid has set, and when nothing lies on the zone any more
	hands, last time.Time
	starts      map[string]time.Time
}

// when is the earliest that a step can start.
func (t *timing) when(s *Step, p *kit.Product) time.Time {
	if partner, tied := t.starts[s.With]; tied {
		return later(partner, t.last, s.Act == act.Ready)
	}
	at := t.hands
	damp := p != nil && p.Kind.Of().Group == kit.Care && p.Kind != kit.FaceOil &&
		t.c.Method.Is(method.DampLayering, method.Yes)
	for _, z := range s.Zones {
		at = later(later(at, t.bare[z], true), t.set[z], !damp)
	}
	at = later(at, t.c.CoolAt, p != nil && s.Act != act.Setup)
	return later(at, t.last, s.Act == act.Ready)
}

// start starts a step.
func (t *timing) start(s *Step, p *kit.Product, at time.Time) {
	t.starts[s.ID] = at
	free := at.Add(seconds(max(s.HandsS, s.ContactS)))
	end := free.Add(seconds(SetSeconds(t.c, s, p)))
	for _, z := range s.Zones {
		t.set[z], t.bare[z] = later(t.set[z], end, true), later(t.bare[z], free, true)
	}
	t.hands = later(t.hands, at.Add(seconds(s.HandsS)), true)
	t.last = later(t.last, end, true)
}

// later is the later of two moments, where the second counts.
func later(a, b time.Time, counts bool) time.Time {
	if counts && b.After(a) {
		return b
	}
	return a
}

// fill gives each zone of a layer that has no amount the film usual for its kind.
func fill(c *sitting.Case, s *Step, p *kit.Product) {
	if p == nil || s.Act != act.Apply || s.Grams > 0 && len(s.Film) == 0 {
		return
	}
	film := map[face.Zone]doc.Num{}
	for _, z := range s.Zones {
		film[z] = s.Film[z]
		if _, given := s.Film[z]; !given {
			film[z] = doc.Num(doc.Round(c.Film(p.Kind, z)))
		}
	}
	s.Film = film
	s.Kind = act.Detail(p.Kind)
}

// SetSeconds is how long a step's slowest zone takes to set.
func SetSeconds(c *sitting.Case, s *Step, p *kit.Product) int {
	if p == nil || s.Act != act.Apply && (s.Act != act.Cleanse || len(s.Film) == 0) {
		return s.SetS
	}
	slowest := 0
	for _, z := range s.Zones {
		slowest = max(slowest, c.DryS(p.Kind, float64(s.Film[z])))
	}
	return slowest
}
