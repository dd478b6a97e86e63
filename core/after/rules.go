package after

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
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
}

// nightRules is the rules that look at the whole night.
var nightRules = []func(e *evaluation){methodNotMet, routineNotMet}

func (e *evaluation) find(rule rules.ID, m *moment, message say.ID, slots ...any) {
	e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rule,
		rules.Place{Phase: rules.Aftercare, Step: m.ID, Zones: m.zones.List()}, message, slots...))
}

// byDayAlone is the rules that only daylight or a camera would see.
var byDayAlone = map[rules.ID]bool{rules.Flashback: true, rules.WhiteCast: true, rules.SPFLow: true}

// objections gathers what speaks against a step's product.
func objections(e *evaluation, m *moment) {
	u := use(e.c, m.p, m.Act)
	u.How = m.How
	for _, met := range u.Over(m.Zones) {
		if !byDayAlone[met.Rule] {
			e.res.Findings = append(e.res.Findings, met.Finding(e.c, rules.Aftercare, m.ID))
		}
	}
}

func spfAfterDark(e *evaluation, m *moment) {
	if m.p.Screens() && !leaves(e.c) {
		e.find(rules.SPFAfterDark, m, say.AtNight, "product", m.p.Name)
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
		return m.acid != "" || m.retinoid != "" || m.p.Kind.Polish()
	}) {
		return
	}
	f := rules.New(e.c.Words, rules.MethodNotMet, rules.Place{Phase: rules.Aftercare}, say.MethodNotMet, "method",
		method.NameOf(method.NightExfoliant), "option", method.OptionName(method.NightExfoliant, method.BySkin), "why",
		stack.WhyNot(e.c, []kit.Kind{kit.EnzymePolish, kit.AcidToner}, act.Treat, skin))
	f.Method = method.NightExfoliant
	e.res.Findings = append(e.res.Findings, f)
}

// routineNotMet names what of the client's own routine is due and not in the kit.
func routineNotMet(e *evaluation) {
	pl := &planner{c: e.c}
	var names []string
	for _, h := range e.c.Client.Routine {
		if _, due := overdue(e.c, h); due && pl.named(h) == nil {
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
	needs := func(o *moment) bool { return o.laysAcid() && neutralised(o.p) && !o.neutralised }
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
