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
	"urncloth/core/stack"
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
	} else {
		d.contact = labelled(p, figure.PolishRubS)
		pl.add(act.Treat, d, figure.NightPolishS, say.NightPolish, rules.TooOften)
		off := laid{zones: t.zones}
		if p.Kind == kit.Scrub {
			s := pl.add(act.Cloth, off, figure.NeutraliseS, say.ScrubOffCloth, rules.TooHot)
			s.Cloths, s.TempC, s.How = 1, figure.LukewarmC, act.CoolWrung
		} else {
			pl.add(act.Rinse, off, figure.NeutraliseS, say.RinseLukewarm, rules.TooHot)
		}
	}
	if neutralised(p) {
		pl.add(act.Neutralise, laid{zones: t.zones}, figure.NeutraliseS, say.NeutraliseWater, rules.NotNeutralised)
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
		if p, zones := pl.habit(h, open, act.Apply); p != nil && !pl.uses(p) {
			pl.lay(p, zones, hands, words, becauseRoutine)
			any = true
		}
	}
	return any
}

// becauseRoutine is why a step is there that the client's own routine asks for.
const becauseRoutine rules.ID = "routine"

// leaves reports whether the client goes out by daylight once it is all done.
func leaves(c *sitting.Case) bool {
	at, ok := c.Day.LeavesAt.In(c.Loc)
	return ok && !c.Day.LeavesAt.IsZero() && sun.Up(at, c.Day.Place)
}

// daylight ends the night of a client who goes out by daylight afterwards with sunscreen.
func (pl *planner) daylight() {
	c := pl.c
	if !leaves(c) {
		return
	}
	on := (face.Face&^face.SetOf(face.Lips) | c.Neighbours()) &^ c.Barred().All()
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
func deferred(c *sitting.Case, steps []stack.Step) (names []string) {
	pl := &planner{c: c}
	for _, h := range c.Client.Routine {
		if _, due := overdue(c, h); !due || !pl.acts(h) {
			continue
		}
		p := pl.named(h)
		if p != nil && !slices.ContainsFunc(steps, func(s stack.Step) bool { return s.Product == p.ID }) {
			names = append(names, p.Name)
		}
	}
	return names
}
