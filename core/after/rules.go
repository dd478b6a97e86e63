package after

import (
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// stepRules is the rules that look at one step of the night, in the order in which they are read for each.
var stepRules = []func(e *evaluation, m *moment){
	objections,
	spfAfterDark,
	twoActives,
	tooOften,
	notNeutralised,
}

func (e *evaluation) find(rule rules.ID, m *moment, message say.ID, slots ...any) {
	e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rule,
		rules.Place{Phase: rules.Aftercare, Step: m.ID, Zones: m.zones.List()}, message, slots...))
}

// byDayAlone is the rules that only daylight or a camera would see.
var byDayAlone = map[rules.ID]bool{rules.Flashback: true, rules.WhiteCast: true, rules.SPFLow: true}

// objections gathers what speaks against a step's product.
func objections(e *evaluation, m *moment) {
	for _, met := range fit.Gather(m.Zones, func(z face.Zone) []fit.Objection {
		u := use(e.c, m.p, m.Act, z)
		u.How = m.How
		return u.Fits()
	}) {
		if !byDayAlone[met.Rule] {
			e.res.Findings = append(e.res.Findings, met.Finding(e.c, rules.Aftercare, m.ID))
		}
	}
}

func spfAfterDark(e *evaluation, m *moment) {
	if m.p.Screens() {
		e.find(rules.SPFAfterDark, m, say.AtNight, "product", m.p.Name)
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
	needs := func(o *moment) bool { return o.laysAcid() && o.p.Tagged(neutralise) && !o.neutralised }
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
