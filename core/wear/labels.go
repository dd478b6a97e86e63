package wear

import (
	"math"
	"slices"
	"time"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/rules"
	"urncloth/core/say"
)

// breach is one break of a label clock: which rule, and since when.
type breach struct {
	rule  rules.ID
	since time.Time
	stale bool // went out on an old coat
	zones face.Set
}

// never is the time since base of what has not been.
const never time.Duration = math.MinInt64 / 2

// standing is how a coat stands with its label; the next one begins it anew. Its moments are times since base.
type standing struct {
	coated        bool
	limit         label
	glass         bool          // glass runs the clock too
	laid          time.Duration // when the coat was laid
	outdoors, wet float64       // minutes since
	due           time.Duration // a coat is due at once since then
	dueRule       rules.ID
	stale         time.Duration // went out on an old coat then
}

// fresh is how a coat stands when it was laid.
func fresh(laid time.Duration, limit label, glass bool) standing {
	return standing{coated: true, limit: limit, glass: glass, laid: laid, due: never, stale: never}
}

// comeDue makes a coat due at once after towelling, and after water where the label names none.
func (st *standing) comeDue(p *piece) {
	switch {
	case p.due == rules.ReapplyAfterTowel:
		st.due, st.dueRule = p.at, p.due
	case p.due == rules.ReapplyAfterWater && st.limit.none && st.due == never:
		st.due, st.dueRule = p.at, p.due
	}
}

// tell is told of a broken clock: by which rule, and how long after base it broke.
type tell func(rule rules.ID, since time.Duration)

// pass lets a piece of the day go by and returns how many of its minutes were under a broken clock. What no sun
// follows breaks none.
func (st *standing) pass(p *piece, tell tell) (late float64) {
	if st.rests(p) {
		return 0
	}
	out := p.outdoor || p.glass && st.glass
	if !st.coated && out {
		return p.minutes
	}
	if !st.coated {
		return 0
	}
	broken := func(over float64, rule rules.ID) {
		if over > figure.SameMinutes {
			over = min(over, p.minutes)
			if late = max(late, over); tell != nil {
				tell(rule, p.at+minutes(p.minutes-over))
			}
		}
	}
	st.goOut(p)
	if st.stale != never {
		broken(p.minutes, rules.ReapplyTwoHours)
	}
	if out {
		st.outdoors += p.minutes
		broken(st.outdoors-figure.TwoHours.Minutes(), rules.ReapplyTwoHours)
	}
	if p.wet && st.limit.minutes > 0 {
		st.wet += p.minutes
		broken(st.wet-float64(st.limit.minutes), rules.ReapplyAfterWater)
	}
	if st.due != never {
		broken((p.at + minutes(p.minutes) - onGrid(st.due)).Minutes(), st.dueRule)
	}
	return late
}

// rests reports whether nothing of a piece of the day breaks a clock or brings one on.
func (st *standing) rests(p *piece) bool { return p.dark || st.coated && st.calm() && !p.runs() }

// calm reports whether nothing is due.
func (st *standing) calm() bool { return st.due == never && st.stale == never }

// runs reports whether a piece of the day runs a label clock, or makes a coat due.
func (p *piece) runs() bool { return p.outdoor || p.glass || p.wet || p.goesOut || p.due != "" }

// goOut notes whether the client goes out on an old coat.
func (st *standing) goOut(p *piece) {
	if p.goesOut && st.stale == never && p.at-st.laid > figure.StaleCoat {
		st.stale = p.at
	}
}

func minutes(m float64) time.Duration { return time.Duration(m * float64(time.Minute)) }

// onGrid is the first moment of the grid from a time since base on: the soonest that a coat can be laid.
func onGrid(d time.Duration) time.Duration {
	if over := d % figure.Grid; over > 0 {
		return d - over + figure.Grid
	}
	return d
}

// clock is how zones that are alike stand with their label.
type clock struct {
	zones face.Set
	next  int // the first touch-up that has not been
	told  []rules.ID
	standing
}

// firstStandings is how every zone stands at base.
func (e *evaluation) firstStandings() (list [face.N]standing) {
	for z := range face.N {
		list[z] = e.firstStanding(z)
	}
	return list
}

func (e *evaluation) firstStanding(z face.Zone) standing {
	st := fresh(never, label{}, e.c.Skin[z].Has(face.Pigment))
	st.coated = false
	for _, f := range e.first[z] {
		st.coated, st.limit.minutes = true, max(st.limit.minutes, resistances[f.resists])
		at, _ := f.layer.SetAt.In(e.c.Loc)
		st.laid = max(st.laid, at.Sub(e.c.BaseAt))
	}
	st.limit.none = st.limit.minutes == 0
	return st
}

// clocked gathers the zones whose label clocks run alike: the same first coat, and renewed by the same films.
func (e *evaluation) clocked() (groups []face.Set) {
	for _, z := range clocked(e.covered).List() {
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
	if e.atBase[a] != e.atBase[b] {
		return false
	}
	return !slices.ContainsFunc(e.events, func(v event) bool {
		return slices.ContainsFunc(v.lays, func(l laid) bool { return l.zones.Has(a) != l.zones.Has(b) })
	})
}

// clocks walks the day by every zone's clock, notes each break once, in the order in which they are met, and adds up
// the minutes under a broken one.
func (e *evaluation) clocks() {
	groups := e.clocked()
	coated := slices.ContainsFunc(groups, func(g face.Set) bool { return e.atBase[g.First()].coated })
	late := e.broken[:0] // by piece, of whichever zone is the latest
	for _, zones := range groups {
		k := clock{zones: zones, standing: e.atBase[zones.First()]}
		n := 0
		for _, ps := range e.pieces {
			for i := range ps {
				if n == len(late) {
					late = append(late, 0)
				}
				if m := k.pass(e, &ps[i]); k.coated || !coated {
					late[n] = max(late[n], m)
				}
				n++
			}
		}
	}
	for _, m := range late {
		e.res.Wear.LateMin += doc.Num(m)
	}
	e.broken = late
}

// pass lets a piece of the day go by, touch-ups of its moment first.
func (k *clock) pass(e *evaluation, p *piece) float64 {
	k.renew(e, p.from, false)
	k.comeDue(p)
	k.renew(e, p.from, true)
	return k.standing.pass(p, func(rule rules.ID, since time.Duration) { k.tell(e, rule, since) })
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
				var limit label
				limit.with(l.product.WaterResistantMin)
				k.told = nil
				k.standing = fresh(v.at.Sub(e.c.BaseAt), limit, k.glass)
			}
		}
	}
}

// tell notes a break, once for each rule until the next coat.
func (k *clock) tell(e *evaluation, rule rules.ID, after time.Duration) {
	if slices.Contains(k.told, rule) {
		return
	}
	k.told = append(k.told, rule)
	stale := rule == rules.ReapplyTwoHours && after == k.stale
	if k.due != never && rule == k.dueRule {
		after = k.due
	}
	since := e.c.BaseAt.Add(after)
	i := slices.IndexFunc(e.breaches,
		func(b breach) bool { return b.rule == rule && b.since.Equal(since) && b.stale == stale })
	if i < 0 {
		i, e.breaches = len(e.breaches), append(e.breaches, breach{rule: rule, since: since, stale: stale})
	}
	e.breaches[i].zones |= k.zones
}

// labelClocks says every break of a label clock, and what would mend it: where something would apart from where
// nothing does.
func labelClocks(e *evaluation) {
	for i := range e.breaches {
		b := &e.breaches[i]
		var can face.Set
		for _, z := range b.zones.List() {
			if e.mender(b.since, face.SetOf(z)) != nil {
				can |= face.SetOf(z)
			}
		}
		for _, zones := range []face.Set{can, b.zones &^ can} {
			if zones != 0 {
				e.overdue(b, zones)
			}
		}
	}
}

// overdue says a break of a label clock on some of its zones.
func (e *evaluation) overdue(b *breach, on face.Set) {
	at, zones := day.Wall(b.since.In(e.c.Loc)).Clock(), e.c.Names(on)
	words := say.TowelledAt
	switch {
	case b.stale:
		words = say.CoatStale
	case b.rule == rules.ReapplyTwoHours:
		words = say.CoatOld
	case b.rule == rules.ReapplyAfterWater:
		words = say.WetTooLong
	}
	f := e.find(b.rule, "", on, words, "time", at, "zones", zones)
	*f = f.Do(e.mend(b.since, on))
}

// mend says what would mend a broken label clock.
func (e *evaluation) mend(since time.Time, on face.Set) string {
	at := day.Wall(since.In(e.c.Loc)).Clock()
	f := e.mender(since, on)
	switch {
	case f == nil && on&^soft(e.c) == 0:
		return e.c.Say(say.NothingPressed, "time", at)
	case f == nil:
		return e.c.Say(say.NothingRenews)
	}
	if s := e.during(since); s != nil && s.KeepFree {
		return e.c.Say(say.BeforeKeptFree, "product", f.product.Name, "time", s.From.Clock())
	}
	return e.c.Say(say.CoatBy, "product", f.product.Name, "time", at)
}

// mender is what would renew sunscreen where a label clock is broken: the form of the face, a mist laid on where
// nothing may be pressed, the ordinary one on skin without makeup; nil for nothing.
func (e *evaluation) mender(since time.Time, on face.Set) *form {
	if e.forms == nil {
		e.forms = &chooser{e.c, e.covered, e.wetMinutes() > figure.WetLong, nil, map[bool]*form{}}
	}
	windy := e.windy(since)
	f := e.forms.face(windy)
	switch {
	case f != nil && on&f.zones != 0:
		return f
	case on&face.Face != 0 && on&face.Face&^soft(e.c) == 0:
		return e.forms.laidOn(windy, on)
	case on&face.Face&^unmasked(e.c) != 0:
		return nil
	}
	if own := e.forms.ordinary(&e.first, on); own != nil || f == nil {
		return own
	}
	if zones, _ := screenable(e.c, f.product, on); zones == 0 {
		return nil
	}
	return f
}
