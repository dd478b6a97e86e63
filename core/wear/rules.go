package wear

import (
	"math"
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/stack"
	"urncloth/core/sun"
)

// dayRules is the rules that look at the whole day.
var dayRules = []func(e *evaluation){
	runsOut,
	labelClocks,
	doseOverBudget,
	powderAlone,
	glassUVA,
}

// touchUpRules is the rules that look at one touch-up.
var touchUpRules = []func(e *evaluation, v *event){
	interrupts,
	objections,
	blotFirst,
	dragsBase,
	mistNearFace,
}

func (e *evaluation) find(rule rules.ID, step string, zones face.Set, message say.ID, slots ...any) *rules.Finding {
	e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rule,
		rules.Place{Phase: rules.Wear, Step: step, Zones: zones.List()}, message, slots...))
	return &e.res.Findings[len(e.res.Findings)-1]
}

// renews reports whether a step is a coat of sunscreen.
func (d *done) renews() bool { return d.Act == act.Reapply && d.p != nil }

// runsOut warns where prep and touch-ups together take more than there is.
func runsOut(e *evaluation) {
	for i := range e.c.Kit {
		p := &e.c.Kit[i]
		before := usedBefore(e.prep, p)
		if used := e.used[p.ID]; used > 0 && p.Short(before+used) {
			e.find(rules.RunsOut, "", 0, say.PrepAndTouchUps, "needs", doc.Round(before+used), "product", p.Name,
				"has", doc.Round(*p.RemainingG))
		}
		if n := e.sheets[p.ID]; p.Count != nil && n > *p.Count {
			e.find(rules.RunsOut, "", 0, say.TouchUpsNeed, "needs", n, "product", p.Name, "has", *p.Count)
		}
	}
}

// doseOverBudget warns where more than the budget reaches the skin, and says what shade or another hour would make of
// it.
func doseOverBudget(e *evaluation) {
	budget := Budget(e.c)
	if e.dose <= budget+figure.Same {
		return
	}
	f := e.find(rules.DoseOverBudget, "", e.covered, say.DoseOver, "dose", e.dose, "budget", budget)
	worst := e.worstStretch()
	if worst < 0 {
		return
	}
	s := e.stretches[worst]
	shade := e.otherwise(worst, day.InShade)
	indoors := e.otherwise(worst, day.Indoors)
	*f = f.Do(e.c.Say(say.ShadeWould, "from", s.seg.From.Clock(), "to", s.seg.To.Clock(), "shade", shade, "indoors",
		indoors))
}

// worstStretch is the stretch out of the shade in which most sun falls, -1 for none.
func (e *evaluation) worstStretch() int {
	worst, most := -1, 0.0
	for i, s := range e.stretches {
		var sum float64
		for _, ps := range e.pieces {
			for _, p := range ps {
				if !p.from.Before(s.from) && p.from.Before(s.to) {
					sum += p.rate * p.minutes
				}
			}
		}
		if sum > most && s.seg.Place != day.InShade {
			worst, most = i, sum
		}
	}
	return worst
}

// otherwise is the dose with one segment spent elsewhere.
func (e *evaluation) otherwise(n int, place day.Where) float64 {
	other := *e.course
	seg := *other.stretches[n].seg
	seg.Place = place
	other.stretches = slices.Clone(other.stretches)
	other.stretches[n].seg = &seg
	other.pieces = make([][]piece, len(e.pieces))
	for k, ps := range e.pieces {
		other.pieces[k] = ps
		if len(ps) == 0 || !ps[0].from.Before(e.stretches[n].to) ||
			ps[0].from.Add(figure.Grid).Before(e.stretches[n].from) {
			continue
		}
		other.pieces[k] = slices.Clone(ps)
		for i, p := range ps {
			other.pieces[k][i] = other.piece(p.from, p.from.Add(time.Duration(p.minutes*float64(time.Minute))))
		}
	}
	return (&other).since(other.stretches[n].from, math.Inf(1), e.onTime, e.covered, e.coats())
}

// powderAlone says what powder gives where it is the only reapplication.
func powderAlone(e *evaluation) {
	var powder *done
	step := ""
	for i := range e.events {
		v := &e.events[i]
		for k := range v.steps {
			d := &v.steps[k]
			switch {
			case !d.renews():
			case d.p.Kind == kit.SPFPowder:
				powder, step = d, v.up.ID
			case d.zones&face.Face != 0:
				return
			}
		}
	}
	if powder != nil {
		e.find(rules.PowderAlone, step, powder.zones, say.PowderGives, "film", doc.Round(powder.film), "product",
			powder.p.Name, "gives", sun.Effective(powder.p.SPF, powder.film), "label", powder.p.SPF)
	}
}

func glassUVA(e *evaluation) {
	var minutes float64
	for _, ps := range e.pieces {
		for _, p := range ps {
			if s := e.during(p.from); s != nil && s.Place == day.BehindGlass && sun.Up(p.from, e.c.Day.Place) {
				minutes += p.minutes
			}
		}
	}
	if minutes >= figure.GlassLong.Minutes() {
		e.find(rules.GlassUVA, "", 0, say.BehindGlass, "minutes", stack.Minutes(e.c.Words, int(math.Round(minutes*60))))
	}
}

func interrupts(e *evaluation, v *event) {
	if e.keptFree(v.at) {
		e.find(rules.Interrupts, v.up.ID, 0, say.InKeptFree, "time", v.up.At.Clock())
	}
}

// objections gathers what speaks against each product of a touch-up into one finding a rule.
func objections(e *evaluation, v *event) {
	for i := range v.steps {
		d := &v.steps[i]
		use := fit.Use{Case: e.c, Product: d.p, Act: d.Act, How: d.presses(), After: true}
		if d.p != nil {
			use.Kind = act.Detail(d.p.Kind)
		}
		for _, m := range use.Over(d.zones.List()) {
			e.res.Findings = append(e.res.Findings, m.Finding(e.c, rules.Wear, v.up.ID))
		}
	}
}

// presses is the way of the hands that a step counts as: whatever is not sprayed at the face or laid on is pressed.
func (d *done) presses() act.How {
	if d.How == act.Lay || d.How == act.Shielded && d.p != nil && d.p.Kind == kit.SPFMist {
		return d.How
	}
	return act.Press
}

// blotFirst looks for a coat over shine that was not blotted before it.
func blotFirst(e *evaluation, v *event) {
	var blotted, unblotted face.Set
	for i := range v.steps {
		switch d := &v.steps[i]; {
		case d.Act == act.Blot:
			blotted |= d.zones
		case d.renews():
			unblotted |= v.shines & d.zones &^ blotted
		}
	}
	if unblotted != 0 {
		e.find(rules.BlotFirst, v.up.ID, unblotted, say.ShinesAt, "zones", e.c.Names(unblotted), "time",
			v.up.At.Clock())
	}
}

// dragsBase looks for a stick drawn over matte or powdered base.
func dragsBase(e *evaluation, v *event) {
	for i := range v.steps {
		d := &v.steps[i]
		if !d.renews() || d.p.Kind != kit.SPFStick {
			continue
		}
		var dragged face.Set
		for _, z := range (d.zones & face.BaseArea).List() {
			if powdery(e.c, z) {
				dragged |= face.SetOf(z)
			}
		}
		if dragged != 0 {
			e.find(rules.DragsBase, v.up.ID, dragged, say.DragsBase, "product", d.p.Name)
		}
	}
}

func mistNearFace(e *evaluation, v *event) {
	for i := range v.steps {
		d := &v.steps[i]
		if d.renews() && d.p.Kind == kit.SPFMist && d.How != act.Sponge && d.How != act.Lay &&
			d.How != act.Shielded {
			e.find(rules.MistNearFace, v.up.ID, d.zones, say.MistNear, "product", d.p.Name)
		}
	}
}
