package plan

import (
	"fmt"
	"slices"
	"strings"

	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/say"
)

// Width of the run sheet in characters, so that it prints on a card.
const sheetWidth = 76

// sheet is a run sheet as it is written.
type sheet struct {
	strings.Builder
	l *say.Language
}

func (b *sheet) line(message say.ID, slots ...any) { fmt.Fprintln(b, b.l.Say(message, slots...)) }

func (b *sheet) rule() { fmt.Fprintln(b, strings.Repeat("─", sheetWidth)) }

// hanging writes a text behind a head, its further lines under the text.
func (b *sheet) hanging(head, text string) {
	wrap(&b.Builder, head, strings.Repeat(" ", len([]rune(head))), text)
}

// Text is a run sheet that can be taped to a mirror: the clock, the steps in order, then what to mind.
func (p *Plan) Text(l *say.Language) string {
	b := &sheet{l: l}
	name := p.Sitting.Client.Name
	if name == "" {
		name = l.Say(say.SheetNobody)
	}
	fmt.Fprintf(b, "%s · %s\n", name, p.Sitting.Day.Date)
	skin := []string{l.Say(say.SheetSkin, "type", say.Word(face.TypeList, p.Skin.Type))}
	for _, o := range p.Skin.Overlays {
		skin = append(skin, l.Say(say.Word(face.OverlayList, o)))
	}
	fmt.Fprintln(b, strings.Join(skin, ", "))
	b.line(say.SheetTimes, "chair", p.Sitting.Day.ChairAt.Clock(), "ready", p.Prep.ReadyAt.Clock(), "base",
		p.Sitting.Day.BaseAt.Clock(), "slack", p.Slack(l))
	b.rule()
	for _, s := range p.Prep.Steps {
		head := s.Start.Clock() + "  "
		b.hanging(head, s.Say)
		if s.SetS > 0 {
			fmt.Fprintln(b, strings.Repeat(" ", len(head))+l.Say(say.SheetSets, "time", prep.Clockface(s.SetS)))
		}
		p.because(b, Prep, s.ID, strings.Repeat(" ", len(head)))
	}
	p.because(b, Prep, "", "")
	for _, g := range p.Prep.GaveUp {
		b.hanging(l.Say(say.SheetGivenUp)+"  ", g.Say)
	}
	if p.Wear.Dose.Grams > 0 {
		b.rule()
		b.line(say.SheetSunscreen, "grams", float64(p.Wear.Dose.Grams), "area", float64(p.Wear.Dose.AreaCM2))
	}
	p.wearText(b)
	p.liftText(b)
	p.findingsText(b)
	if len(p.Countdown) > 0 {
		b.rule()
		for _, d := range p.Countdown {
			b.hanging(d.On.String()+"  ", d.Do)
		}
	}
	fmt.Fprintln(b)
	b.hanging("", l.Say(say.SheetUrgent))
	return b.String()
}

var severityNames = map[rules.Severity]say.ID{
	rules.Stop:    say.SeverityStop,
	rules.Caution: say.SeverityCaution,
	rules.Note:    say.SeverityNote,
}

func (p *Plan) findingsText(b *sheet) {
	if len(p.Findings) > 0 {
		b.rule()
	}
	for i, f := range p.Findings {
		if f.Severity != rules.Stop && slices.ContainsFunc(p.Findings[:i], func(o rules.Finding) bool {
			return o.Rule == f.Rule && o.Say == f.Say && face.SetOf(f.Zones...)&^face.SetOf(o.Zones...) == 0
		}) {
			continue // what prep says of a product, touch-ups need not say again
		}
		head := strings.ToUpper(b.l.Say(severityNames[f.Severity])) + "  "
		text := f.Say
		where := face.Names(b.l, face.SetOf(f.Zones...))
		if where != "" && !strings.Contains(strings.ToLower(text), strings.ToLower(where)) {
			text += " (" + where + ")"
		}
		wrap(&b.Builder, head, "   ", text+" "+f.Because+" "+f.Instead)
	}
}

// wearText is the touch-ups and what to take along.
func (p *Plan) wearText(b *sheet) {
	w := p.Wear
	switch {
	case w.DoseSED > 0 && w.Honest.Least == 0: // behind glass alone
		b.line(say.SheetDoseIn, "dose", float64(w.DoseSED), "budget", float64(w.BudgetSED))
	case w.DoseSED > 0:
		b.line(say.SheetDose, "dose", float64(w.DoseSED), "budget", float64(w.BudgetSED), "least",
			float64(w.Honest.Least))
	}
	for _, u := range w.TouchUps {
		var words []string
		for _, s := range u.Steps {
			words = append(words, s.Say)
		}
		b.hanging(u.At.Clock()+"  ", strings.Join(words, " "))
	}
	p.because(b, TouchUps, "", "")
	var bag []string
	for _, i := range w.Bag {
		q := p.Sitting.Kit.Find(i.Product)
		if q == nil {
			continue
		}
		amount := fmt.Sprintf("%d", i.Count)
		if i.Grams > 0 {
			amount = b.l.Say(say.Grams, "grams", kit.Weight(float64(i.Grams)))
		}
		bag = append(bag, q.Name+" "+amount)
	}
	if len(bag) > 0 {
		b.hanging(b.l.Say(say.SheetBag)+"  ", strings.Join(bag, ", "))
	}
}

// liftText is removal and the night.
func (p *Plan) liftText(b *sheet) {
	l := p.Lift
	if len(l.Steps)+len(p.Aftercare.Steps) == 0 {
		return
	}
	b.rule()
	b.line(say.SheetOff, "time", p.Sitting.Day.LiftAt.Clock(), "minutes", float64(l.Minutes), "pads", l.Pads, "buds",
		l.Buds, "cloths", l.Cloths)
	for _, s := range append(slices.Clone(l.Steps), p.Aftercare.Steps...) {
		head := s.Start.Clock() + "  "
		b.hanging(head, s.Say)
		p.because(b, Removal, s.ID, strings.Repeat(" ", len(head)))
	}
}

// Slack says how much time is left before base, or missing.
func (p *Plan) Slack(l *say.Language) string {
	if p.Prep.SlackS < 0 {
		return l.Say(say.SheetMissing, "time", prep.Clockface(-p.Prep.SlackS))
	}
	return l.Say(say.SheetInHand, "time", prep.Clockface(p.Prep.SlackS))
}

func wrap(b *strings.Builder, head, indent, text string) {
	line := head
	width := len([]rune(head))
	for i, word := range strings.Fields(text) {
		n := len([]rune(word))
		if width+n+1 > sheetWidth && i > 0 {
			fmt.Fprintln(b, strings.TrimRight(line, " "))
			line, width = indent, len([]rune(indent))
		}
		line += word + " "
		width += n + 1
	}
	fmt.Fprintln(b, strings.TrimRight(line, " "))
}
