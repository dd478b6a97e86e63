package wear

import (
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// sheen is how one zone makes oil: when it was clean, how much it makes, and how much is taken up before any shows.
type sheen struct {
	zone  face.Zone
	from  time.Time
	rate  float64 // µg/cm²/min
	takes float64 // µg/cm²
}

// shows is when the zone would first shine if nobody tended it.
func (s sheen) shows() time.Time {
	return s.from.Add(time.Duration((figure.ShineFrom + s.takes) / s.rate * float64(time.Minute)).Truncate(time.Second))
}

// sheens reckons every zone of the base. The clock starts at the last cleanse of the zone in prep, else at the last
// wash, else at the chair.
func sheens(c *sitting.Case, layers *stack.Layers, steps []stack.Step) []sheen {
	surface := figure.SkinC + figure.SurfacePerC*(c.Day.Air.Temp()-figure.RoomTempC)
	if c.Day.SurfaceC != nil {
		surface = *c.Day.SurfaceC
	}
	warmth := min(max(1+figure.SebumPerDegree*(surface-figure.SkinC), figure.SebumLeast), figure.SebumMost)
	washed := c.ChairAt
	if c.Day.Washed != nil {
		washed, _ = c.Day.Washed.At.In(c.Loc)
	}
	list := make([]sheen, 0, face.N)
	for _, z := range face.BaseArea.List() {
		s := sheen{zone: z, from: washed, rate: c.Sebum(c.Skin[z].Oil) * warmth}
		if learned, ok := c.Client.Learned.Sebum[z]; ok {
			s.rate *= learned
		}
		for i := range steps {
			if steps[i].Act == act.Cleanse && slices.Contains(steps[i].Zones, z) {
				start, _ := steps[i].Start.In(c.Loc)
				s.from = start.Add(time.Duration(max(steps[i].HandsS, steps[i].ContactS)) * time.Second)
			}
		}
		for i := range layers[z] {
			if layers[z][i].Kind == kit.PrimerMattifying {
				s.takes = figure.PrimerTakes
			}
		}
		for _, it := range c.Items {
			if it.Binder == look.Powder && it.Zone.Zones.Has(z) {
				s.takes += figure.PowderTakes
				break
			}
		}
		list = append(list, s)
	}
	return list
}

// shine lists the zones that would show before removal.
func shine(c *sitting.Case, zones []sheen) []Shine {
	list := []Shine{}
	for _, s := range zones {
		if at := s.shows(); at.Before(c.Until) {
			list = append(list, Shine{s.zone, day.Wall(at.In(c.Loc))})
		}
	}
	return list
}

// mattered is the zones on which shine is minded: not those that are left alone, nor skin without makeup or under a
// full beard.
func mattered(c *sitting.Case, zones []sheen) []sheen {
	out := c.Unlayered() | c.Unmade() | unmasked(c)
	return slices.DeleteFunc(slices.Clone(zones), func(s sheen) bool { return out.Has(s.zone) })
}

// afterBlot is the free oil of a zone after an interruption whose next is so many minutes off: blotted or not, and
// powdered where it would shine before the next all the same, or always.
func afterBlot(free, rate, minutes float64, blotted, powders, always bool) (after float64, powdered bool) {
	if blotted {
		free -= figure.BlotTakes * max(0, free)
	}
	if powders && (always || blotted && free+rate*minutes > figure.ShineFrom+figure.Same) {
		return free - figure.PowderTakes, true
	}
	return free, false
}

// shownFor is how many of so many minutes a zone shines.
func shownFor(free, rate, minutes float64) float64 {
	return max(0, minutes-max(0, (figure.ShineFrom-free)/rate))
}

// tended follows the free oil of every zone through blotting, and how long any of them shows before wear ends.
type tended struct {
	zones []sheen
	free  []float64
	at    time.Time
	worn  time.Time
	shown float64 // zone-minutes
}

func tend(zones []sheen, base, worn time.Time) *tended {
	zones = slices.DeleteFunc(zones, func(s sheen) bool { return !blotted.Has(s.zone) })
	t := &tended{zones: zones, free: make([]float64, len(zones)), at: base, worn: worn}
	for i, s := range zones {
		t.free[i] = s.rate*base.Sub(s.from).Minutes() - s.takes
	}
	return t
}

// oily is one zone with its free oil.
type oily struct {
	sheen
	free float64
}

func (t *tended) list() (list []oily) {
	for i, s := range t.zones {
		list = append(list, oily{s, t.free[i]})
	}
	return list
}

// until lets the oil run on and returns the zones that shine then.
func (t *tended) until(at time.Time) face.Set {
	var shines face.Set
	minutes := at.Sub(t.at).Minutes()
	worn := minutes
	if at.After(t.worn) {
		worn = max(0, t.worn.Sub(t.at).Minutes())
	}
	t.at = at
	for i, s := range t.zones {
		t.shown += shownFor(t.free[i], s.rate, worn)
		t.free[i] += s.rate * minutes
		if t.free[i] >= figure.ShineFrom-figure.Same {
			shines |= face.SetOf(s.zone)
		}
	}
	return shines
}

// needs is the zones to blot and to powder at an interruption so that nothing shines before the next: those that shine
// or would, and of these the powdered ones where a blot alone does not last; after a coat on a matte look all of them.
func (t *tended) needs(next time.Time, powders face.Set, always bool) (blot, powder face.Set) {
	if next.After(t.worn) {
		next = t.worn
	}
	minutes := max(0, next.Sub(t.at).Minutes())
	for i, s := range t.zones {
		z := face.SetOf(s.zone)
		shines := t.free[i]+s.rate*minutes > figure.ShineFrom+figure.Same
		if shines {
			blot |= z
		}
		if _, powdered := afterBlot(t.free[i], s.rate, minutes, shines, powders&z != 0, always); powdered {
			powder |= z
		}
	}
	return blot, powder
}

// blot takes up what is free on some zones, and powders some.
func (t *tended) blot(on, powder face.Set) {
	for i, s := range t.zones {
		if on.Has(s.zone) {
			t.free[i] -= figure.BlotTakes * max(0, t.free[i])
		}
		if powder.Has(s.zone) {
			t.free[i] -= figure.PowderTakes
		}
	}
}
