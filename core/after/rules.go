package after

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// stepRules is the rules that look at one step of the night, in the order in which they are read for each.
var stepRules = []func(e *evaluation, m *moment){
	objections,
	spfAfterDark,
	twoActives,
	tooOften,
	notNeutralised,
	thickBeforeThin,
	contactTimes,
	runsOut,
	notRinsed,
	twice,
	spfSetTime,
}

// nightRules is the rules that look at the whole night.
var nightRules = []func(e *evaluation){methodNotMet, routineNotMet, routineLeft, forNothing, bareByDay, timeShort}

func (e *evaluation) find(rule rules.ID, m *moment, message say.ID, slots ...any) {
	e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rule,
		rules.Place{Phase: rules.Aftercare, Step: m.ID, Zones: m.zones.List()}, message, slots...))
}

// byDayAlone is the rules that only daylight would see.
var byDayAlone = map[rules.ID]bool{rules.WhiteCast: true, rules.SPFLow: true}

// objections gathers what speaks against a step's product.
func objections(e *evaluation, m *moment) {
	u := use(e.c, m.p, m.Act)
	u.How = m.How
	for _, met := range u.Over(m.Zones) {
		if met.Rule != rules.Flashback && (!byDayAlone[met.Rule] || leaves(e.c)) {
			e.res.Findings = append(e.res.Findings, met.Finding(e.c, rules.Aftercare, m.ID))
		}
	}
}

func spfAfterDark(e *evaluation, m *moment) {
	if m.p.Screens() && !leaves(e.c) {
		e.find(rules.SPFAfterDark, m, say.AtNight, "product", m.p.Name)
	}
}

// spfSetTime warns of sunscreen that has not formed its film when the client goes out by daylight.
func spfSetTime(e *evaluation, m *moment) {
	at, _ := leaving(e.c)
	if done := handsOff(e.c, m.Step); soon(e.c, []stack.Step{*m.Step}) && !done.After(at) {
		e.find(rules.SPFSetTime, m, say.UntilFirstSun, "minutes",
			stack.Minutes(e.c.Words, int(at.Sub(done).Seconds())), "time", day.Wall(at).Clock())
	}
}

func runsOut(e *evaluation, m *moment) {
	if e.c.Short(m.p, m.used) && !e.c.Short(m.p, m.used-float64(m.Grams)) && !m.p.Empty() {
		e.find(rules.RunsOut, m, say.NeedsMore, "product", m.p.Name, "needs", doc.Round(e.used[m.p.ID]), "has",
			doc.Round(e.c.Has(m.p)))
	}
}

func thickBeforeThin(e *evaluation, m *moment) {
	over := stack.Thicker(m.p.Kind)
	if len(over) == 0 || m.Act != act.Apply || e.c.Method.Is(method.DampLayering, method.Yes) {
		return
	}
	var zones face.Set
	for i := range e.moments {
		o := &e.moments[i]
		if o == m {
			break
		}
		if o.Act == act.Apply && slices.Contains(over, o.p.Kind) {
			zones |= o.zones & m.zones
		}
	}
	if zones != 0 {
		e.find(rules.ThickBeforeThin, m, say.ThinOverThick, "product", m.p.Name, "zones", e.c.Names(zones))
	}
}

func contactTimes(e *evaluation, m *moment) {
	if m.Act != act.Treat {
		return
	}
	if rule, message, label := stack.Contact(m.p, m.Kind, max(m.ContactS, m.HandsS)); message != say.None {
		e.find(rule, m, message, "product", m.p.Name, "label", stack.Minutes(e.c.Words, label), "stays",
			stack.Minutes(e.c.Words, max(m.ContactS, m.HandsS)))
	}
}

// methodNotMet says where the method would have skin exfoliated and nothing was.
func methodNotMet(e *evaluation) {
	if !e.c.Method.Is(method.NightExfoliant, method.BySkin) || slices.ContainsFunc(e.moments, func(m moment) bool {
		return m.acid != "" || m.retinoid != "" || m.p.Kind.Polish() && m.p.Kind != kit.LipScrub
	}) {
		return
	}
	why := e.whyCalm()
	f := rules.New(e.c.Words, rules.MethodNotMet, rules.Place{Phase: rules.Aftercare}, say.MethodNotMet, "method",
		method.NameOf(method.NightExfoliant), "option", method.OptionName(method.NightExfoliant, method.BySkin),
		"why", why)
	f = stack.NotBought(e.c, f, why)
	f.Method = method.NightExfoliant
	e.res.Findings = append(e.res.Findings, f)
}

// whyCalm is why nothing exfoliates in a night though the method would have it by skin.
func (e *evaluation) whyCalm() say.ID {
	switch {
	case e.c.Within(figure.ExfoliateEvery-1, face.Exfoliated) != 0:
		return say.WhyExfoliated
	case slices.ContainsFunc(e.moments, func(m moment) bool { return slices.Contains(actives, m.p.Kind) }):
		return say.WhyActive
	}
	return stack.WhyNot(e.c, []kit.Kind{kit.EnzymePolish, kit.AcidToner}, act.Treat, skin)
}

// routineNotMet names what of the client's own routine is due and not in the kit.
func routineNotMet(e *evaluation) {
	pl := &planner{c: e.c}
	var names []string
	for _, h := range e.c.Client.Routine {
		if _, due := overdue(e.c, h); due && pl.named(h) == nil && ofNight(kit.Kind(h.Kind)) {
			name := h.Product
			if name == "" {
				name = look.Plain(h.Kind)
			}
			names = append(names, name)
		}
	}
	if len(names) > 0 {
		e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rules.MethodNotMet,
			rules.Place{Phase: rules.Aftercare}, say.RoutineDue, "products", e.c.List(names)))
	}
}

// routineLeft names what of the client's own routine is due, in the kit and not in this night, and why. What waits for
// another active stands with tomorrow.
func routineLeft(e *evaluation) {
	pl := &planner{c: e.c, night: e.night}
	active := slices.ContainsFunc(e.moments, func(m moment) bool {
		return slices.Contains(actives, m.p.Kind) || m.p.Acid() || m.p.Retinoid()
	})
	gave := e.gaveUp()
	for _, h := range e.c.Client.Routine {
		_, due := overdue(e.c, h)
		p := pl.named(h)
		if !due || p == nil || !ofNight(p.Kind) || active && pl.acts(h) || e.meets(h) || slices.Contains(gave, p.Name) {
			continue
		}
		why := pl.whyLeft(h, p)
		f := rules.New(e.c.Words, rules.MethodNotMet, rules.Place{Phase: rules.Aftercare}, say.RoutineLeft, "product",
			p.Name, "why", why)
		if why != say.WhyLittle && why != say.WhyNothing { // more of it would not help
			f = f.Do(e.c.Say(say.LeaveOutTonight))
		}
		e.res.Findings = append(e.res.Findings, f)
	}
}

// ofNight reports whether a kind of a routine has its place at night: not what cleanses, primes or screens.
func ofNight(k kit.Kind) bool { return k.Of().Group == kit.Care || k.Of().Group == kit.Rinsed }

// whyLeft is why a product of the client's own routine is not in a night.
func (pl *planner) whyLeft(h face.Habit, p *kit.Product) say.ID {
	on := face.All &^ pl.closed()
	if len(h.Zones) > 0 {
		on &= face.SetOf(h.Zones...)
	}
	if on == 0 {
		return say.WhyNoPlace
	}
	if pl.acts(h) {
		if pl.night.Sunned {
			return say.WhySunned
		}
		on = pl.calm(on, true)
	}
	if found, _ := pl.habit(h, on, treats(p.Kind)); found != nil {
		switch p.Kind {
		case kit.SpotPatch: // without a spot
			return say.WhyNoPlace
		case kit.LashSerum: // with extensions, or without lashes
			return say.WhyMayNot
		}
		return say.WhyNothing
	}
	why := stack.WhyNot(pl.c, []kit.Kind{p.Kind}, treats(p.Kind), on)
	if why == say.WhyNoPlace { // where it may go there is enough for a zone, and not for all
		return say.WhyLittle
	}
	return why
}

// notRinsed looks for what has to come off and stays on.
func notRinsed(e *evaluation, m *moment) {
	if left := m.zones &^ m.off; m.comesOff() && left != 0 {
		e.find(rules.NotRinsed, m, say.LeftUnrinsed, "product", m.p.Name, "zones", e.c.Names(left))
	}
}

// twice looks for what was laid already wherever it is laid again.
func twice(e *evaluation, m *moment) {
	if m.Asked() {
		return
	}
	hers := slices.ContainsFunc(m.Zones, func(z face.Zone) bool { return fit.OfRoutine(e.c, m.p, z) })
	before := m.zones
	for i := range e.moments {
		o := &e.moments[i]
		if o == m {
			break
		}
		moist := m.p.Kind.Moisturiser() && o.p.Kind.Moisturiser() && !hers
		if o.Act == m.Act && (o.Product == m.Product || moist) {
			before &^= o.zones
		}
	}
	if before == 0 && m.zones != 0 {
		e.find(rules.Needless, m, say.None)
	}
}

// forNothing names what takes off where nothing has to come off.
func forNothing(e *evaluation) {
	for i := range e.res.Aftercare.Steps {
		if s := &e.res.Aftercare.Steps[i]; slices.Contains(e.res.idle, s.ID) {
			e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rules.Needless,
				rules.Place{Phase: rules.Aftercare, Step: s.ID, Zones: s.Zones}, say.None))
		}
	}
}

// bareByDay says where a client goes out by daylight without the sunscreen that the kit has.
func bareByDay(e *evaluation) {
	if slices.ContainsFunc(e.moments, func(m moment) bool { return m.p.Screens() }) {
		return
	}
	pl := &planner{c: e.c, night: e.night}
	if pl.daylight(); len(pl.steps) > 0 {
		e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rules.SPFMissing,
			rules.Place{Phase: rules.Aftercare, Zones: pl.steps[0].Zones}, say.BareByDay).As(rules.Note))
	}
}

func twoActives(e *evaluation, m *moment) {
	if m.acid != "" && m.retinoid != "" && (m.p.Acid() || m.p.Retinoid()) {
		e.find(rules.TwoActives, m, say.InOneNight, "acid", m.acid, "retinoid", m.retinoid)
	}
}

// tooOften is the third scrub in a week. That skin was exfoliated lately is for the conditions to say.
func tooOften(e *evaluation, m *moment) {
	if m.p.Kind == kit.Scrub && scrubsIn(e.c, figure.WeekDays) >= figure.ScrubsAWeek {
		e.find(rules.TooOften, m, say.ThirdScrub)
	}
}

// notNeutralised looks for an acid that needs water and never got any: the last one laid answers for all.
func notNeutralised(e *evaluation, m *moment) {
	needs := func(o *moment) bool { return o.needsWater() && o.zones&^o.watered != 0 }
	for i := len(e.moments) - 1; i >= 0; i-- {
		if o := &e.moments[i]; needs(o) {
			if o == m {
				e.find(rules.NotNeutralised, m, say.NeutraliseNeeded, "product", m.p.Name)
			}
			return
		}
	}
}

// scrubsIn counts the exfoliations told of within so many days.
func scrubsIn(c *sitting.Case, days int) (n int) {
	for _, k := range c.Conditions {
		if k.Kind == face.Exfoliated && k.Days < days {
			n++
		}
	}
	return n
}
