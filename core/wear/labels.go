package wear

import (
	"slices"
	"time"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/rules"
	"urncloth/core/say"
)

// breach is one break of a label clock: which rule, and since when.
type breach struct {
	rule  rules.ID
	since time.Time
	zones face.Set
}

// clock is how zones that are alike stand with their label.
type clock struct {
	zones face.Set
	next  int // the first touch-up that has not been
	standing
}

// standing is what a coat begins anew.
type standing struct {
	coated        bool
	limit         int       // minutes of water that the label names
	outdoors, wet float64   // minutes since
	due           time.Time // a coat is due at once since then
	dueRule       rules.ID
	told          []rules.ID
}

// firstLimit is whether a zone has a first coat, and the minutes of water that its label names.
func (e *evaluation) firstLimit(z face.Zone) (coated bool, limit int) {
	for _, f := range e.first[z] {
		coated, limit = true, max(limit, resistances[f.resists])
	}
	return coated, limit
}

// clocked gathers the zones whose label clocks run alike: the same first coat, and renewed by the same films. Zones
// round the eyes keep none.
func (e *evaluation) clocked() (groups []face.Set) {
	for _, z := range e.covered.List() {
		if z.Class() == face.Eye {
			continue
		}
		if i := slices.IndexFunc(groups, func(g face.Set) bool { return e.runAlike(g.First(), z) }); i >= 0 {
			groups[i] |= face.SetOf(z)
			continue
		}
		groups = append(groups, face.SetOf(z))
	}
	return groups
}

// runAlike reports whether the label clocks of two zones never part.
func (e *evaluation) runAlike(a, b face.Zone) bool {
	ca, la := e.firstLimit(a)
	if cb, lb := e.firstLimit(b); ca != cb || la != lb {
		return false
	}
	return !slices.ContainsFunc(e.events, func(v event) bool {
		return slices.ContainsFunc(v.lays, func(l laid) bool { return l.zones.Has(a) != l.zones.Has(b) })
	})
}

// clocks walks the day by every zone's clock and notes each break once, in the order in which they are met.
func (e *evaluation) clocks() {
	e.towels, e.ends = e.dues()
	for _, zones := range e.clocked() {
		k := clock{zones: zones}
		k.coated, k.limit = e.firstLimit(zones.First())
		for _, ps := range e.pieces {
			for i := range ps {
				k.pass(e, &ps[i])
			}
		}
	}
}

// pass lets a piece of the day go by.
func (k *clock) pass(e *evaluation, p *piece) {
	k.renew(e, p.from, false)
	k.comeDue(e, p.from)
	k.renew(e, p.from, true)
	if !k.coated {
		return
	}
	minutes := func(m float64) time.Duration { return time.Duration(m * float64(time.Minute)) }
	if p.outdoor {
		if over := k.outdoors + p.minutes - figure.TwoHours.Minutes(); over > figure.SameMinutes {
			k.tell(e, rules.ReapplyTwoHours, p.from.Add(minutes(p.minutes-over)))
		}
		k.outdoors += p.minutes
	}
	if p.wet && k.limit > 0 {
		if over := k.wet + p.minutes - float64(k.limit); over > figure.SameMinutes {
			k.tell(e, rules.ReapplyAfterWater, p.from.Add(minutes(p.minutes-over)))
		}
		k.wet += p.minutes
	}
	end := p.from.Add(minutes(p.minutes))
	if !k.due.IsZero() && end.Sub(k.due) >= figure.Grid && end.Before(e.c.Until) &&
		!e.mended(k.zones.First(), k.due, end) {
		k.tell(e, k.dueRule, k.due)
	}
}

// renew lets touch-ups happen before a moment, or also at it.
func (k *clock) renew(e *evaluation, t time.Time, also bool) {
	for ; k.next < len(e.events); k.next++ {
		v := &e.events[k.next]
		if !v.at.Before(t) && !(also && v.at.Equal(t)) {
			return
		}
		for _, l := range v.lays {
			if l.zones.Has(k.zones.First()) {
				k.standing = standing{coated: true, limit: l.product.WaterResistantMin}
			}
		}
	}
}

// comeDue makes a coat due at once after towelling, and after water where the label names none.
func (k *clock) comeDue(e *evaluation, t time.Time) {
	if !k.coated {
		return
	}
	if slices.ContainsFunc(e.towels, t.Equal) {
		k.due, k.dueRule = t, rules.ReapplyAfterTowel
	}
	if k.limit == 0 && k.due.IsZero() && slices.ContainsFunc(e.ends, t.Equal) {
		k.due, k.dueRule = t, rules.ReapplyAfterWater
	}
}

// tell notes a break, once for each rule until the next coat.
func (k *clock) tell(e *evaluation, rule rules.ID, since time.Time) {
	if slices.Contains(k.told, rule) {
		return
	}
	k.told = append(k.told, rule)
	i := slices.IndexFunc(e.breaches, func(b breach) bool { return b.rule == rule && b.since.Equal(since) })
	if i < 0 {
		i, e.breaches = len(e.breaches), append(e.breaches, breach{rule: rule, since: since})
	}
	e.breaches[i].zones |= k.zones
}

// mended reports whether a coat reaches the zone from a moment on within the next five minutes.
func (e *evaluation) mended(z face.Zone, from, to time.Time) bool {
	return slices.ContainsFunc(e.events, func(v event) bool {
		return !v.at.Before(from) && v.at.Sub(from) < figure.Grid && !v.at.After(to) &&
			slices.ContainsFunc(v.lays, func(l laid) bool { return l.zones.Has(z) })
	})
}

// labelClocks says every break of a label clock, and what would mend it.
func labelClocks(e *evaluation) {
	for i := range e.breaches {
		b := &e.breaches[i]
		at, zones := day.Wall(b.since.In(e.c.Loc)).Clock(), e.c.Names(b.zones)
		var f *rules.Finding
		switch b.rule {
		case rules.ReapplyTwoHours:
			f = e.find(b.rule, "", b.zones, say.CoatOld, "time", at, "zones", zones)
		case rules.ReapplyAfterWater:
			f = e.find(b.rule, "", b.zones, say.WetTooLong, "time", at, "zones", zones)
		default:
			f = e.find(b.rule, "", b.zones, say.TowelledAt, "time", at, "zones", zones)
		}
		*f = f.Do(e.mend(b))
	}
}

// mend says what would mend a broken label clock.
func (e *evaluation) mend(b *breach) string {
	ch := chooser{e.c, e.covered, e.wetMinutes() > figure.WetLong, map[bool]*form{}}
	f := ch.face(e.windy(b.since))
	at := day.Wall(b.since.In(e.c.Loc)).Clock()
	if f == nil {
		return e.c.Say(say.NothingRenews)
	}
	if s := e.during(b.since); s != nil && s.KeepFree {
		return e.c.Say(say.BeforeKeptFree, "product", f.product.Name, "time", s.From.Clock())
	}
	return e.c.Say(say.CoatBy, "product", f.product.Name, "time", at)
}
