package plan

import (
	"fmt"
	"slices"
	"strings"

	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/prep"
)

// Width of the run sheet in characters, so that it prints on a card. [W]
const sheetWidth = 76

// Text is a run sheet that can be taped to a mirror: the clock, the steps in order, then what to mind.
func (p *Plan) Text() string {
	var b strings.Builder
	say := func(format string, args ...any) { fmt.Fprintf(&b, format+"\n", args...) }
	name := p.Sitting.Client.Name
	if name == "" {
		name = "Client"
	}
	say("%s · %s", name, p.Sitting.Day.Date)
	skin := []string{"skin: " + string(p.Skin.Type)}
	for _, o := range p.Skin.Overlays {
		skin = append(skin, string(o))
	}
	say("%s", strings.Join(skin, ", "))
	say("chair %s   ready %s   base %s   %s", p.Sitting.Day.ChairAt.Clock(), p.Prep.ReadyAt.Clock(), p.Sitting.Day.BaseAt.Clock(), p.Slack())
	say("%s", strings.Repeat("─", sheetWidth))
	for _, s := range p.Prep.Steps {
		head := s.Start.Clock() + "  "
		wrap(&b, head, strings.Repeat(" ", len(head)), s.Say)
		if s.SetS > 0 {
			say("%ssets %s", strings.Repeat(" ", len(head)), prep.Clockface(s.SetS))
		}
	}
	for _, g := range p.Prep.GaveUp {
		wrap(&b, "given up  ", "          ", g.Say)
	}
	if p.Wear.Dose.Grams > 0 {
		say("%s", strings.Repeat("─", sheetWidth))
		say("sunscreen %.3g g over %.0f cm²", float64(p.Wear.Dose.Grams), float64(p.Wear.Dose.AreaCM2))
	}
	p.wearText(&b, say)
	p.liftText(&b, say)
	if len(p.Findings) > 0 {
		say("%s", strings.Repeat("─", sheetWidth))
	}
	for _, f := range p.Findings {
		head := strings.ToUpper(string(f.Severity)) + "  "
		text := f.Say
		if len(f.Zones) > 0 && !strings.Contains(text, face.Names(f.Zones)) {
			text += " (" + face.Names(f.Zones) + ")"
		}
		wrap(&b, head, "   ", text+" "+f.Because+" "+f.Instead)
	}
	if len(p.Countdown) > 0 {
		say("%s", strings.Repeat("─", sheetWidth))
		for _, d := range p.Countdown {
			wrap(&b, d.On.String()+"  ", "            ", d.Do)
		}
	}
	say("")
	say("Stinging: stop, rinse with lukewarm water. Swelling of lips, tongue or eyes,")
	say("wheeze or faintness: the emergency number at once. Label, licence and clinician")
	say("come first.")
	return b.String()
}

// wearText is the touch-ups and what to take along.
func (p *Plan) wearText(b *strings.Builder, say func(string, ...any)) {
	w := p.Wear
	if w.DoseSED > 0 {
		say("to the skin %.2g SED of %.2g; the least factor outdoors %.2g", float64(w.DoseSED), float64(w.BudgetSED), float64(w.Honest.Least))
	}
	for _, u := range w.TouchUps {
		head := u.At.Clock() + "  "
		var words []string
		for _, s := range u.Steps {
			words = append(words, s.Say)
		}
		wrap(b, head, strings.Repeat(" ", len(head)), strings.Join(words, " "))
	}
	var bag []string
	for _, i := range w.Bag {
		q := p.Sitting.Kit.Find(i.Product)
		if q == nil {
			continue
		}
		amount := fmt.Sprintf("%d", i.Count)
		if i.Grams > 0 {
			amount = kit.Weight(float64(i.Grams)) + " g"
		}
		bag = append(bag, q.Name+" "+amount)
	}
	if len(bag) > 0 {
		wrap(b, "bag  ", "     ", strings.Join(bag, ", "))
	}
}

// liftText is removal and the night.
func (p *Plan) liftText(b *strings.Builder, say func(string, ...any)) {
	l := p.Lift
	if len(l.Steps)+len(p.Aftercare.Steps) == 0 {
		return
	}
	say("%s", strings.Repeat("─", sheetWidth))
	say("off at %s   %.0f min   %d pads, %d buds, %d cloths", p.Sitting.Day.LiftAt.Clock(), float64(l.Minutes), l.Pads, l.Buds, l.Cloths)
	for _, s := range append(slices.Clone(l.Steps), p.Aftercare.Steps...) {
		head := s.Start.Clock() + "  "
		wrap(b, head, strings.Repeat(" ", len(head)), s.Say)
	}
}

// Slack says how much time is left before base, or missing.
func (p *Plan) Slack() string {
	if p.Prep.SlackS < 0 {
		return prep.Clockface(-p.Prep.SlackS) + " missing"
	}
	return prep.Clockface(p.Prep.SlackS) + " in hand"
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
