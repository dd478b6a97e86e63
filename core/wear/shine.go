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
	var list []sheen
	for _, z := range face.BaseArea.List() {
		s := sheen{zone: z, from: washed, rate: figure.Sebum[c.Skin[z].Oil] * warmth}
		if learned, ok := c.Client.Learned.Sebum[z]; ok {
			s.rate *= learned
		}
		for i := range steps {
			if steps[i].Act == act.Cleanse && slices.Contains(steps[i].Zones, z) {
				start, _ := steps[i].Start.In(c.Loc)
				s.from = start.Add(time.Duration(max(steps[i].HandsS, steps[i].ContactS)) * time.Second)
			}
		}
		for _, l := range layers[z] {
			if l.Kind == kit.PrimerMattifying {
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

// tended follows the free oil of every zone through blotting.
type tended struct {
	zones  []sheen
	free   []float64
	at     time.Time
	powder face.Set // zones powdered after each blot
}

func tend(zones []sheen, base time.Time, powder face.Set) *tended {
	zones = slices.DeleteFunc(slices.Clone(zones), func(s sheen) bool { return !blotted.Has(s.zone) })
	t := &tended{zones: zones, free: make([]float64, len(zones)), at: base, powder: powder}
	for i, s := range zones {
		t.free[i] = s.rate*base.Sub(s.from).Minutes() - s.takes
	}
	return t
}

// until lets the oil run on and returns the zones that shine then.
func (t *tended) until(at time.Time) face.Set {
	var shines face.Set
	minutes := at.Sub(t.at).Minutes()
	t.at = at
	for i, s := range t.zones {
		t.free[i] += s.rate * minutes
		if t.free[i] >= figure.ShineFrom-figure.Same {
			shines |= face.SetOf(s.zone)
		}
	}
	return shines
}

// blot takes up what is free on some zones, and powders those that are powdered.
func (t *tended) blot(on face.Set, powdered bool) {
	for i, s := range t.zones {
		if !on.Has(s.zone) {
			continue
		}
		t.free[i] -= figure.BlotTakes * max(0, t.free[i])
		if powdered && t.powder.Has(s.zone) {
			t.free[i] -= figure.PowderTakes
		}
	}
}

// blots are the moments of the grid at which somebody has to blot, given the coats that blot as well: the first
// moment at which a zone shines, unless a coat follows within 20 minutes or the moment may not be interrupted.
func (w *course) blots(t *tended, coats []time.Time) []time.Time {
	var list []time.Time
	last := w.c.WearUntil.Add(-figure.LastBlot)
	next := 0
	for _, at := range w.grid[1:] {
		if !at.Before(last) {
			break
		}
		shines := t.until(at)
		if next < len(coats) && !coats[next].After(at) {
			t.blot(blotted, true)
			next++
			continue
		}
		seg := w.during(at)
		soon := next < len(coats) && coats[next].Sub(at) <= figure.MergeWithin
		if shines == 0 || soon || seg != nil && (seg.KeepFree || inWater(seg)) {
			continue
		}
		t.blot(blotted, true)
		list = append(list, at)
	}
	return list
}
