package chair

import (
	"fmt"
	"strings"

	"urncloth/core/face"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/stack"
)

// StateList names the states of a step.
var StateList = say.Words("chair_state", States(), say.Labels{"waiting": "to do", "setting": "done, sets"})

// States lists the states of a step.
func States() []State { return []State{Waiting, Running, Held, Sets, Finish, Skipped} }

// sheet is the document as a person reads it.
type sheet struct {
	strings.Builder
	*Document
	l            *say.Language
	says, starts map[string]string
}

func (b *sheet) line(id say.ID, slots ...any) { fmt.Fprintln(b, b.l.Say(id, slots...)) }

// Text is where a sitting stands, for a person to read: what is now and next, what sets, what is said, and every step.
func (d *Document) Text(l *say.Language) string {
	b := &sheet{Document: d, l: l, says: map[string]string{}, starts: map[string]string{}}
	b.learn()
	b.head()
	b.setting()
	for _, words := range d.Says {
		fmt.Fprintln(b, words)
	}
	for _, g := range d.GaveUp {
		fmt.Fprintln(b, g.Say)
	}
	for _, a := range d.Asks {
		fmt.Fprintln(b, a.Say)
	}
	fmt.Fprintln(b)
	for i := range d.Steps {
		b.step(&d.Steps[i])
	}
	return b.String()
}

// learn reads what each step says and when it starts.
func (b *sheet) learn() {
	for _, part := range plan.Parts() {
		for _, s := range b.Plan.StepsOf(part) {
			b.says[s.ID], b.starts[s.ID] = s.Say, s.Start.Clock()
		}
	}
	for _, u := range b.Plan.Wear.TouchUps {
		for _, s := range u.Steps {
			b.says[s.ID], b.starts[s.ID] = s.Say, u.At.Clock()
		}
	}
}

// head is whose sitting it is, what is now and what is next.
func (b *sheet) head() {
	name, slack := b.Plan.Sitting.Client.Name, ""
	if name == "" {
		name = b.l.Say(say.SheetNobody)
	}
	if b.Part == plan.Prep {
		slack = b.Plan.Slack(b.l)
	}
	b.line(say.FollowHead, "client", name, "time", b.At.Clock(), "slack", slack)
	if now := b.Now; now.Step != "" {
		words := say.FollowNow
		if now.State == Held {
			words = say.FollowHeld
		}
		b.line(words, "what", b.says[now.Step], "time", stack.Minutes(b.l, now.LeftS))
	}
	if b.Next != "" {
		b.line(say.FollowNext, "what", b.says[b.Next], "time", b.starts[b.Next])
	}
}

// setting is what sets, zones of one moment together.
func (b *sheet) setting() {
	by := map[string]face.Set{}
	for _, s := range b.Setting {
		by[s.Until.String()] |= face.SetOf(s.Zone)
	}
	for _, s := range b.Setting {
		if zones := by[s.Until.String()]; zones != 0 {
			b.line(say.FollowSets, "zones", face.Names(b.l, zones), "time", s.Until.Clock())
			by[s.Until.String()] = 0
		}
	}
}

func (b *sheet) step(s *Step) {
	clock, what := b.starts[s.ID], b.says[s.ID]
	if s.Started != nil {
		clock = s.Started.Clock()
	}
	if what == "" {
		what = s.Name
	}
	if s.Reason != "" {
		what += " (" + s.Reason + ")"
	}
	b.line(say.FollowState, "time", clock, "state", say.Word(StateList, s.State), "what", what)
}
