package after

import (
	"math"
	"slices"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/sun"
)

// The client's own routine leads the night: what is due of it goes on its zones, and nothing exfoliates that neither it
// nor the method asks for.

// overdue is for how many days a habit has been due: 7 ÷ per_week days after it was last done. One that is told without
// a number is of every night, one that was never done is due before all others.
func overdue(c *sitting.Case, h face.Habit) (days float64, due bool) {
	every := 1.0
	if h.PerWeek > 0 {
		every = figure.DaysAWeek / h.PerWeek
	}
	if h.LastOn.IsZero() {
		return math.Inf(1), true
	}
	days = float64(c.Day.Date.DaysSince(h.LastOn)) - every
	return days, days >= -figure.Same
}

// actives is the kinds of which a night has one at most.
var actives = []kit.Kind{kit.AcidToner, kit.EnzymePolish, kit.Scrub, kit.MaskClay, kit.Retinoid}

// tonight is the one active of a night: what, where, and whether it is the client's own.
type tonight struct {
	p     *kit.Product
	zones face.Set
	own   bool
	why   method.Key
}

// retinoid is the active where it is one, nil for none.
func (t tonight) retinoid() *kit.Product {
	if t.p != nil && t.p.Retinoid() {
		return t.p
	}
	return nil
}

// active finds the one active of the night: of the routine's that are due the longest overdue; else the retinoid that
// is already the client's; else, by the method, an exfoliant where nothing speaks against it.
func (pl *planner) active(open face.Set) tonight {
	c := pl.c
	best, most := tonight{}, math.Inf(-1)
	for _, h := range c.Client.Routine {
		days, due := overdue(c, h)
		if !due || !pl.acts(h) || days <= most {
			continue
		}
		if p, zones := pl.habit(h, pl.calm(open&skin, true), treats(kit.Kind(h.Kind))); p != nil {
			best, most = tonight{p: p, zones: zones, own: true}, days
		}
	}
	if best.p != nil {
		return best
	}
	if pl.hasHabit(kit.Retinoid) { // its nights are the routine's to say
		return pl.proposed(open)
	}
	if c.Chronic(face.Retinoid) != 0 && c.Within(figure.RetinoidEvery-1, face.Retinoid) == 0 {
		known := func(p *kit.Product) (float64, bool) { return 0, !p.FirstUse }
		if p, zones := pl.find(act.Apply, pl.calm(open&skin, false), known, kit.Retinoid); p != nil {
			return tonight{p: p, zones: zones, own: true}
		}
	}
	return pl.proposed(open)
}

// acts reports whether a habit is one of the actives: by its kind, or a serum that holds one.
func (pl *planner) acts(h face.Habit) bool {
	if slices.Contains(actives, kit.Kind(h.Kind)) {
		return true
	}
	p := pl.named(h)
	return p != nil && (p.Acid() || p.Retinoid())
}

// treats is the act by which a kind is used.
func treats(k kit.Kind) act.Act {
	if k.Of().Group == kit.Rinsed {
		return act.Treat
	}
	return act.Apply
}

func (pl *planner) hasHabit(k kit.Kind) bool { return len(pl.c.Habits(string(k))) > 0 }

// named is the product that a habit names, or whichever of its kind the kit has; nil for none.
func (pl *planner) named(h face.Habit) *kit.Product {
	for i := range pl.c.Kit {
		p := &pl.c.Kit[i]
		if p.Kind == kit.Kind(h.Kind) && !p.Empty() && (h.Product == "" || fit.Names(h.Product, p)) {
			return p
		}
	}
	return nil
}

// habit is the product of a habit and where of some zones it may go: on its own zones alone.
func (pl *planner) habit(h face.Habit, on face.Set, what act.Act) (*kit.Product, face.Set) {
	if len(h.Zones) > 0 {
		on &= face.SetOf(h.Zones...)
	}
	its := func(p *kit.Product) (float64, bool) { return 0, h.Product == "" || fit.Names(h.Product, p) }
	return pl.find(what, on, its, kit.Kind(h.Kind))
}

// proposed is the exfoliant that the method would have by skin: only where none was in three days, on calm skin of low
// sensitivity, without a retinoid.
func (pl *planner) proposed(open face.Set) tonight {
	c := pl.c
	if !c.Method.Is(method.NightExfoliant, method.BySkin) || c.Client.Sensitivity >= figure.SensitiveFrom ||
		fit.RuledOut(c, nature.Polishes, rules.ScrubOnSore) != 0 {
		return tonight{}
	}
	gentle := func(p *kit.Product) (float64, bool) { return exfoliants[p.Kind], !p.FirstUse }
	p, zones := pl.find(act.Treat, pl.calm(open&skin, false), gentle, kit.EnzymePolish, kit.AcidToner)
	return tonight{p: p, zones: zones, why: method.NightExfoliant}
}

// exfoliate writes the active where it is an exfoliant: an acid that is left on, waited out and taken off with water if
// it says so; or what is rubbed or laid on and taken off again, a scrub with a cloth of its own.
func (pl *planner) exfoliate(t tonight) {
	p := t.p
	if p == nil || p.Retinoid() {
		return
	}
	film := map[face.Zone]doc.Num{}
	for _, z := range t.zones.List() {
		film[z] = doc.Num(doc.Round(pl.c.Film(p.Kind, z)))
	}
	d := laid{p: p, zones: t.zones, film: film, contact: labelled(p, 0), why: t.why}
	if treats(p.Kind) == act.Apply {
		words := say.NightAcid
		if d.contact > 0 {
			words = say.NightAcidTimed
		}
		pl.add(act.Apply, d, figure.NightHandsS, words, rules.TooOften)
		if neutralised(p) {
			pl.add(act.Neutralise, laid{zones: t.zones}, figure.NeutraliseS, say.NeutraliseWater, rules.NotNeutralised)
		}
		return
	}
	pl.treat(d, rules.TooOften)
}

// treat writes what is laid or rubbed on and taken off again, a scrub with a cloth of its own.
func (pl *planner) treat(d laid, because rules.ID) {
	words, least, off := say.NightPolish, figure.PolishRubS, laid{zones: d.zones}
	if d.p.Kind.Mask() {
		words, least = say.NightMask, figure.MaskS
	}
	d.contact = labelled(d.p, least)
	pl.add(act.Treat, d, figure.NightPolishS, words, because)
	if d.p.Kind != kit.Scrub {
		pl.add(act.Rinse, off, figure.NeutraliseS, say.RinseOff, rules.NotRinsed, rules.TooHot)
		return
	}
	s := pl.add(act.Cloth, off, figure.NeutraliseS, say.ScrubOffCloth, rules.TooHot)
	s.Cloths, s.TempC, s.How = 1, figure.LukewarmC, act.CoolWrung
	if neutralised(d.p) {
		pl.add(act.Neutralise, off, figure.NeutraliseS, say.NeutraliseWater, rules.NotNeutralised)
	}
}

// treated writes what of the routine is due and taken off again but exfoliates nothing: not where clay lies tonight.
func (pl *planner) treated(open face.Set, t tonight) {
	if t.p != nil && t.p.Kind.Mask() {
		open &^= t.zones
	}
	for _, k := range []kit.Kind{kit.MaskHydrating, kit.LipScrub} {
		for _, h := range pl.c.Habits(string(k)) {
			on := open & skin
			if k == kit.LipScrub {
				on = face.SetOf(face.Lips) &^ pl.closed()
			}
			if _, due := overdue(pl.c, h); !due {
				continue
			}
			p, zones := pl.habit(h, on, act.Treat)
			if zones = pl.without(p, zones); zones != 0 {
				pl.treat(laid{p: p, zones: zones, film: nightFilm(pl.c, p, zones)}, becauseRoutine)
			}
		}
	}
}

// labelled is for how long a product stays on by its label, or otherwise where it says nothing.
func labelled(p *kit.Product, otherwise int) int {
	s := max(otherwise, p.ContactMinS)
	if p.ContactMaxS > 0 {
		s = min(s, p.ContactMaxS)
		if otherwise == 0 && p.ContactMinS == 0 {
			s = p.ContactMaxS
		}
	}
	return s
}

// routine writes what of the client's own routine is due of a kind, but for the active, and reports whether any was.
func (pl *planner) routine(open face.Set, k kit.Kind, hands int, words say.ID) (any bool) {
	for _, h := range pl.c.Habits(string(k)) {
		if _, due := overdue(pl.c, h); !due || pl.acts(h) {
			continue
		}
		p, zones := pl.habit(h, open, act.Apply)
		if p == nil {
			continue
		}
		if zones = pl.without(p, zones); zones != 0 {
			said := words
			if words == say.NightTargeted && len(h.Zones) == 0 { // it is for all of the face
				said = say.NightPress
			}
			pl.add(act.Apply, laid{p: p, zones: zones, film: nightFilm(pl.c, p, zones)}, hands, said, becauseRoutine)
		}
		any = true
	}
	return any
}

// without is the zones of some that do not have a product yet.
func (pl *planner) without(p *kit.Product, zones face.Set) face.Set {
	for _, s := range pl.steps {
		if p != nil && s.Product == p.ID {
			zones &^= face.SetOf(s.Zones...)
		}
	}
	return zones
}

// becauseRoutine is why a step is there that the client's own routine asks for.
const becauseRoutine rules.ID = "routine"

// leaves reports whether the client goes out by daylight once it is all done.
func leaves(c *sitting.Case) bool {
	at, told := leaving(c)
	return told && sun.Up(at, c.Day.Place)
}

// daylight ends the night of a client who goes out by daylight afterwards with sunscreen.
func (pl *planner) daylight() {
	c := pl.c
	if !leaves(c) {
		return
	}
	on := (face.Face&^face.SetOf(face.Lips) | c.Neighbours()) &^ pl.closed()
	misfit := func(p *kit.Product) (float64, bool) {
		return figure.HeavySunscreen * max(0, p.Weight-figure.SunscreenWeight), p.SPF >= figure.LeastSPF &&
			p.BroadSpectrum
	}
	if p, zones := pl.find(act.Apply, on, misfit, kit.Sunscreen, kit.MoisturiserSPF); p != nil {
		pl.lay(p, zones, 2*figure.NightHandsS, say.LeavesByDay, rules.SPFMissing)
	}
}

// tools ends the night: what was used is rinsed and goes to the wash or to its owner.
func (pl *planner) tools() {
	if len(pl.steps) == 0 && len(pl.night.Removers) == 0 {
		return
	}
	words := say.ToolsAway
	if pl.night.Cloths > 0 {
		words = say.ToolsWashed
	}
	s := pl.add(act.Setup, laid{}, figure.ToolsS, words, rules.HandsFirst)
	s.Kind = act.Tools
}

// deferred names the actives of the routine that are due tonight and wait for tomorrow.
func (e *evaluation) deferred() (names []string) {
	pl := &planner{c: e.c}
	for _, h := range e.c.Client.Routine {
		_, due := overdue(e.c, h)
		if p := pl.named(h); due && p != nil && pl.acts(h) && !e.meets(h) && !slices.Contains(names, p.Name) {
			names = append(names, p.Name)
		}
	}
	return names
}

// meets reports whether a night has what a habit is.
func (e *evaluation) meets(h face.Habit) bool {
	return slices.ContainsFunc(e.moments, func(m moment) bool {
		return m.p.Kind == kit.Kind(h.Kind) && (h.Product == "" || fit.Names(h.Product, m.p))
	})
}
