package wear

import (
	"slices"
	"strings"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// What a touch-up is for beside the rules that would break without it.
const (
	becauseReset rules.ID = "reset"
	becauseShine rules.ID = "shine"
	becauseEarly rules.ID = "second_coat"
	becauseDose  rules.ID = "less_dose"
)

// Reasons lists what a touch-up may be for, and BecauseList names it in a word or two.
var (
	Reasons = []rules.ID{
		rules.ReapplyTwoHours,
		rules.ReapplyAfterWater,
		rules.ReapplyAfterTowel,
		rules.DoseOverBudget,
		becauseShine,
		becauseReset,
		becauseEarly,
		becauseDose,
	}
	BecauseList = say.Words("touch_because", Reasons, say.Labels{"reapply-two-hours": "two outdoor hours",
		"reapply-after-water": "water or sweat, by the label", "reapply-after-towel": "towelled",
		"dose-over-budget": "the day’s budget",
		"reset":            "half time of a long wear", "second_coat": "an early second coat, by method",
		"less_dose": "less sun on the skin"})
)

// write makes the steps of a touch-up: blot, then sunscreen, then powder; at a reset clean and moisten spots between.
func (p *planner) write(e stop, id string) TouchUp {
	u := TouchUp{ID: id, At: day.Wall(e.at.In(p.c.Loc)), Steps: []TouchStep{}, Because: []rules.ID{}}
	zones := e.blot | e.powder
	if e.blot != 0 {
		u.Steps = append(u.Steps, p.blot(e.blot))
	}
	if e.reset {
		u.Because = append(u.Because, becauseReset)
		for _, s := range p.resetSteps() {
			on, _ := zonesOf(s.Zones)
			zones |= on
			u.Steps = append(u.Steps, s)
		}
	}
	if e.coat {
		for _, l := range p.lays(p.windy(e.at)) {
			u.Steps = append(u.Steps, p.coat(l)...)
			zones |= l.zones
		}
	}
	if q := p.powder(); q != nil && e.powder != 0 {
		s := TouchStep{Act: act.Apply, Product: q.ID, How: act.Press}
		s.Zones = p.names(e.powder, place(p.c, p.covered, act.Apply, q))
		u.Steps = append(u.Steps, s)
	}
	u.Zones = p.names(zones, face.BaseArea)
	return u
}

// coat is the steps that lay one film of a coat: by the usual way, and laid on where nothing is pressed.
func (p *planner) coat(l laid) (list []TouchStep) {
	usual, light, laid := p.how(l.product), lightest(p.c, l.product), p.soft
	if usual == light {
		laid = 0
	}
	for _, on := range []struct {
		how   act.How
		zones face.Set
	}{{usual, l.zones &^ laid}, {light, l.zones & laid}} {
		if on.zones == 0 {
			continue
		}
		s := TouchStep{Act: act.Reapply, Product: l.product.ID, How: on.how,
			Zones: p.names(on.zones, place(p.c, p.covered, act.Reapply, l.product))}
		_, s.Coats = delivers(l.product, 0)
		list = append(list, s)
	}
	return list
}

// blot takes up what shines, with whatever the kit has for it that this client may be touched with.
func (p *planner) blot(on face.Set) TouchStep {
	s := TouchStep{Act: act.Blot, Zones: p.names(on, blotted)}
	for _, kind := range []kit.Kind{kit.BlottingPaper, kit.Tissue} {
		for i := range p.c.Kit {
			if q := &p.c.Kit[i]; q.Kind == kind && !q.Empty() {
				if zones, cost := screenable(p.c, q, on); zones == on && cost == 0 {
					s.Product = q.ID
					return s
				}
			}
		}
	}
	return s
}

// soft is the skin that nothing may be pressed on.
func soft(c *sitting.Case) face.Set { return fit.RuledOut(c, nature.Presses) }

// pressable is the zones that a sheet or a puff may be pressed on.
func pressable(c *sitting.Case) face.Set { return face.All &^ c.Unlayered() &^ soft(c) }

// names writes zones one by one where any of the face is left alone.
func (p *planner) names(zones, whole face.Set) []string {
	if pressable(p.c)&face.Face != face.Face {
		whole = 0
	}
	return names(zones, whole)
}

// names writes zones one by one, but "face" where those of the face are all of the whole that the word stands for.
func names(zones, whole face.Set) []string {
	list := []string{}
	if whole&face.Face != 0 && zones&whole&face.Face == whole&face.Face {
		list = append(list, "face")
		zones &^= face.Face
	}
	for _, z := range zones.List() {
		list = append(list, z.String())
	}
	return list
}

func (p *planner) how(q *kit.Product) act.How {
	switch {
	case q.Kind == kit.SPFMist && sprayed(p.c):
		return act.Shielded
	case q.Kind == kit.SPFMist || q.Kind == kit.SPFFluid:
		return act.Sponge
	case q.Kind == kit.SPFStick:
		return act.Glide
	}
	return act.Press
}

// resetSteps clean what has slid and moisten what has dried, half-way through a long wear.
func (p *planner) resetSteps() []TouchStep {
	c := p.c
	var list []TouchStep
	for i := range c.Kit {
		if q := &c.Kit[i]; q.Kind == kit.Micellar && !q.Empty() {
			if zones, cost := screenable(c, q, face.SetOf(face.Nose, face.Chin)); zones != 0 && cost == 0 {
				list = append(list, TouchStep{Act: act.Cleanse, Product: q.ID, Zones: names(zones, 0), How: act.Bud})
				break
			}
		}
	}
	if c.Cold || fit.Without(c, kit.Sponge) {
		return list
	}
	for i := range c.Kit {
		if q := &c.Kit[i]; q.Kind == kit.Mist && !q.Empty() {
			if zones, cost := screenable(c, q, face.SetOf(face.Cheeks, face.Jaw)); zones != 0 && cost == 0 {
				return append(list, TouchStep{Act: act.Apply, Product: q.ID, Zones: names(zones, 0), How: act.Sponge})
			}
		}
	}
	return list
}

// explain names, for each touch-up, the rules that would break without it.
func (p *planner) explain(ups []TouchUp, coats []time.Time) {
	for i := range ups {
		u := &ups[i]
		at, _ := u.At.In(p.c.Loc)
		n := slices.IndexFunc(coats, at.Equal)
		add := func(id rules.ID) {
			if !slices.Contains(u.Because, id) {
				u.Because = append(u.Because, id)
			}
		}
		if n < 0 {
			if !slices.Contains(u.Because, becauseReset) {
				add(becauseShine)
			}
			continue
		}
		before := p.c.BaseAt
		if n > 0 {
			before = coats[n-1]
		}
		after := p.c.Until
		if n+1 < len(coats) {
			after = coats[n+1]
		}
		for _, rule := range p.broken(before, after) {
			add(rule)
		}
		if len(u.Because) == 0 {
			switch {
			case p.c.Method.Is(method.SecondCoat, method.Early) && !at.Before(p.c.FirstSun.Add(figure.EarlyFrom)) &&
				!at.After(p.c.FirstSun.Add(figure.EarlyUntil)):
				add(becauseEarly)
			default:
				add(rules.DoseOverBudget)
			}
		}
		if len(u.Steps) > 0 && u.Steps[0].Act == act.Blot {
			add(becauseShine)
		}
	}
}

// broken lists the label rules that would break between two coats were there none between them.
func (p *planner) broken(before, after time.Time) (list []rules.ID) {
	st := p.firstStanding()
	if before.After(p.c.BaseAt) {
		st = fresh(before.Sub(p.c.BaseAt), p.coatLabel(p.windy(before)), p.glass())
	}
	bare := !st.coated
	for _, ps := range p.pieces {
		for i := range ps {
			q := &ps[i]
			if q.from.Before(before) || !q.from.Before(after) {
				continue
			}
			if q.from.After(before) {
				st.comeDue(q)
			}
			late := st.pass(q, func(rule rules.ID, _ time.Duration) {
				if !slices.Contains(list, rule) {
					list = append(list, rule)
				}
			})
			if bare && late > 0 && len(list) == 0 {
				list = append(list, rules.ReapplyTwoHours)
			}
		}
	}
	return list
}

// byPressing reports whether a step presses something on.
func (d *done) byPressing() bool {
	switch {
	case d.Act == act.Blot, d.Act == act.Apply && d.p != nil:
		return true
	case d.Act != act.Reapply || d.p == nil:
		return false
	}
	return d.p.Kind == kit.SPFFluid || d.p.Kind == kit.SPFCushion || d.p.Kind == kit.SPFPowder ||
		d.p.Kind == kit.SPFMist && d.How == act.Sponge
}

// verb is what the hands do in a step that presses: skin that is only patted is patted, or something laid on it.
func (e *evaluation) verb(d *done) say.ID {
	switch {
	case d.zones&e.patted == 0, d.zones&^e.patted&^face.Held&^face.NearEyes != 0:
		return say.PressVerb
	case d.Act == act.Blot:
		return say.LayVerb
	}
	return say.PatVerb
}

// word says the next step of a touch-up for whoever holds the bag; over a coat just laid, powder waits until it has
// set.
func (e *evaluation) word(d *done, v *event) string {
	where, coated, verb := e.whereabouts(d.zones), len(v.lays) > 0, e.verb(d)
	switch {
	case d.Act == act.Blot && d.p != nil:
		return e.c.Say(say.BlotWith, "press", verb, "product", d.p.Name, "zones", where)
	case d.Act == act.Blot:
		return e.c.Say(say.BlotTissue, "press", verb, "zones", where)
	case d.p == nil:
		return ""
	case d.Act == act.Cleanse:
		return e.c.Say(say.LiftSlid, "product", d.p.Name)
	case d.Act == act.Apply && d.p.Kind == kit.Powder && !coated:
		return e.c.Say(say.PressOn, "press", verb, "product", d.p.Name, "zones", where)
	case d.Act == act.Apply && d.p.Kind == kit.Powder:
		return e.c.Say(say.PressWhenSet, "press", verb, "product", d.p.Name, "zones", where)
	case d.Act == act.Apply:
		return e.c.Say(say.MoistenWith, "press", verb, "product", d.p.Name, "zones", where)
	case d.Act == act.Reapply:
		last := len(v.steps) - 1
		return e.coatWord(d, v.at, where, last >= 0 && v.steps[last].p == d.p)
	}
	return ""
}

// whereabouts names zones, the face as one where it is whole.
func (e *evaluation) whereabouts(zones face.Set) string {
	if zones&face.BaseArea != face.BaseArea && zones&face.BaseArea != face.BaseArea&^face.SetOf(face.UnderEyes) {
		return e.c.Names(zones)
	}
	if rest := zones &^ face.Face; rest != 0 {
		return e.c.Say(say.TheFaceAnd, "zones", e.c.Names(rest))
	}
	return e.c.Say(say.TheFace)
}

// coatWord says a coat of sunscreen, again where the step before laid the same.
func (e *evaluation) coatWord(d *done, at time.Time, where string, again bool) string {
	n, unit := d.p.Units(e.leaves(d.p, float64(d.Grams), at))
	amount := kit.Amount(e.c.Words, e.leaves(d.p, float64(d.Grams), at), n, unit)
	switch d.p.Kind {
	case kit.SPFMist:
		how := say.MistPlainly
		switch d.How {
		case act.Sponge:
			if how = say.MistSponge; e.verb(d) != say.PressVerb {
				how = say.MistLaid
			}
		case act.Shielded:
			how = say.MistShielded
		case act.Lay:
			how = say.MistLaid
			if again {
				return e.c.Say(say.MistLaidToo, "zones", where, "amount", amount)
			}
		}
		return e.c.Say(say.MistOn, "coats", coatWords(e.c, d.Coats), "product", d.p.Name, "zones", where, "amount",
			amount, "how", how)
	case kit.SPFFluid:
		return e.c.Say(say.FluidOn, "press", e.verb(d), "product", d.p.Name, "zones", where, "amount", amount)
	case kit.SPFCushion:
		return e.c.Say(say.CushionOn, "press", e.verb(d), "product", d.p.Name, "zones", where, "amount", amount)
	case kit.SPFStick:
		return e.c.Say(say.StickOn, "product", d.p.Name, "zones", where, "passes", max(d.Coats, 1), "amount", amount)
	case kit.SPFPowder:
		return e.c.Say(say.SPFPowderOn, "press", e.verb(d), "product", d.p.Name, "zones", where, "passes",
			max(d.Coats, 1))
	}
	words := e.c.Say(say.SunscreenOn, "product", d.p.Name, "zones", where, "amount", amount)
	if workedIn(e.c, d.p)&d.zones != 0 {
		words += " " + e.c.Say(say.WithTheGrain)
	}
	return words
}

var coatCounts = []say.ID{say.None, say.CoatOne, say.CoatsTwo, say.CoatsThree}

func coatWords(c *sitting.Case, n int) string {
	if n < 1 || n >= len(coatCounts) {
		return c.Say(say.CoatsMany, "n", n)
	}
	return c.Say(coatCounts[n])
}

// card is the touch-ups in the client's words, and what they cannot do.
func card(c *sitting.Case, w *Wear) []string {
	list := []string{}
	for _, u := range w.TouchUps {
		var parts []string
		for _, s := range u.Steps {
			if s.Say != "" {
				parts = append(parts, s.Say)
			}
		}
		list = append(list, u.At.Clock()+"  "+strings.Join(parts, " "))
	}
	if c.Daylight {
		if len(w.TouchUps) == 0 {
			list = append(list, c.Say(say.NoTouchUp))
		}
		list = append(list,
			c.Say(say.ShadeFirst),
			c.Say(say.LetsLess))
	}
	return append(list, c.Say(say.StingingCard))
}
