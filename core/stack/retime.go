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
	var set [face.N]time.Time
	hands, last := c.ChairAt, c.ChairAt
	starts := map[string]time.Time{}
	for i := range out {
		s := &out[i]
		s.Complete()
		p := c.Product(s.Product)
		fill(c, s, p)
		at := hands
		damp := p != nil && p.Kind.Of().Group == kit.Care && p.Kind != kit.FaceOil &&
			c.Method.Is(method.DampLayering, method.Yes)
		for _, z := range s.Zones {
			if set[z].After(at) && !damp {
				at = set[z]
			}
		}
		if p != nil && s.Act != act.Setup && c.CoolAt.After(at) {
			at = c.CoolAt
		}
		if partner, tied := starts[s.With]; tied {
			at = partner
		}
		if s.Act == act.Ready && last.After(at) {
			at = last
		}
		s.Start = day.Wall(at)
		starts[s.ID] = at
		free := at.Add(seconds(max(s.HandsS, s.ContactS)))
		end := free.Add(seconds(setSeconds(c, s, p)))
		for _, z := range s.Zones {
			if end.After(set[z]) {
				set[z] = end
			}
		}
		if busy := at.Add(seconds(s.HandsS)); busy.After(hands) {
			hands = busy
		}
		if end.After(last) {
			last = end
		}
	}
	return out
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
	s.Kind = act.Kind(p.Kind)
}

// setSeconds is how long a step's slowest zone takes to set.
func setSeconds(c *sitting.Case, s *Step, p *kit.Product) int {
	if p == nil || s.Act != act.Apply && (s.Act != act.Cleanse || len(s.Film) == 0) {
		return s.SetS
	}
	slowest := 0
	for _, z := range s.Zones {
		slowest = max(slowest, c.DryS(p.Kind, float64(s.Film[z])))
	}
	return slowest
}
