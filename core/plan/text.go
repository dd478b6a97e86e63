package plan

import (
	"fmt"
	"strings"

	"urncloth/core/face"
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
	say("%s", strings.Join(append([]string{"skin: " + p.Skin.Type}, p.Skin.Overlays...), ", "))
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
