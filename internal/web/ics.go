package web

import (
	"fmt"
	"strings"
	"time"
	"unicode"

	ics "github.com/arran4/golang-ical"

	"urncloth/core/act"
	"urncloth/core/say"
	"urncloth/internal/app"
)

// alarmBefore is how long before a touch-up its alarm sounds. [W]
const alarmBefore = 5 * time.Minute

// touchUps is the touch-ups of a sitting as iCalendar, in the client's words, with an alarm for each. Times are
// instants in UTC, so that they are right wherever the calendar is read.
func touchUps(l *say.Language, s app.Sitting, now time.Time) []byte {
	c := ics.NewCalendarFor("Urn Cloth")
	c.SetMethod(ics.MethodPublish)
	loc, err := s.Plan.Sitting.Day.Zone()
	if err != nil {
		return serialized(c)
	}
	for _, u := range s.Plan.Wear.TouchUps {
		at, _ := u.At.In(loc)
		said := []string{}
		coat := false
		for _, st := range u.Steps {
			said = append(said, st.Say)
			coat = coat || st.Act == act.Reapply
		}
		what := entryBlot
		if coat {
			what = entryScreen
		}
		words := l.Say(entryOf, "what", what, "client", clientOf(l, s))
		e := c.AddEvent(fmt.Sprintf("%s-touch-up-%s@urncloth", s.ID, u.ID))
		e.SetDtStampTime(now.UTC())
		e.SetStartAt(at.UTC())
		e.SetEndAt(at.Add(alarmBefore).UTC())
		e.SetSummary(plainly(words))
		e.SetDescription(plainly(strings.Join(said, " ")))
		a := e.AddAlarm()
		a.SetAction(ics.ActionDisplay)
		a.SetTrigger(fmt.Sprintf("-PT%dM", int(alarmBefore.Minutes())))
		a.SetProperty(ics.ComponentPropertyDescription, plainly(words))
	}
	return serialized(c)
}

// countdown is what is due before a sitting as iCalendar (RFC 5545): a whole-day entry each, with stable ids, so that
// taking it in twice changes nothing.
func countdown(l *say.Language, s app.Sitting, now time.Time) []byte {
	c := ics.NewCalendarFor("Urn Cloth")
	c.SetMethod(ics.MethodPublish)
	for i, d := range s.Plan.Countdown {
		on, err := time.Parse(time.DateOnly, d.On.String())
		if err != nil {
			continue
		}
		e := c.AddEvent(fmt.Sprintf("%s-countdown-%d@urncloth", s.ID, i+1))
		e.SetDtStampTime(now.UTC())
		e.SetAllDayStartAt(on)
		e.SetAllDayEndAt(on.AddDate(0, 0, 1))
		e.SetSummary(plainly(l.Say(entryOf, "what", d.Do, "client", clientOf(l, s))))
		e.SetDescription(l.Say(entryBefore, "date", s.Plan.Sitting.Day.Date))
	}
	return serialized(c)
}

// What a calendar says. Entries name the client: a day may hold several.
var (
	entryBlot   = say.Row("web.entry_blot", "Blot")
	entryScreen = say.Row("web.entry_screen", "Sunscreen")
	entryOf     = say.Row("web.entry_of", "{client}: {what}")
	entryBefore = say.Row("web.entry_before", "Before the sitting of {date}.")
)

func clientOf(l *say.Language, s app.Sitting) string {
	if name := s.Plan.Sitting.Client.Name; name != "" {
		return name
	}
	return l.Say(say.SheetNobody)
}

// plainly is a text without signs that no calendar may hold: control characters, and what ends lines besides the one
// that is escaped.
func plainly(s string) string {
	return strings.Map(func(r rune) rune {
		switch {
		case r == '\n':
			return r
		case unicode.IsControl(r) || unicode.In(r, unicode.Zl, unicode.Zp):
			return ' '
		}
		return r
	}, strings.ReplaceAll(s, "\r\n", "\n"))
}

// Lines of a calendar: RFC 5545, 3.1. The library folds a line before it sets the space that marks the next one.
const (
	calendarLine = 74
	calendarEnd  = "\r\n"
)

func serialized(c *ics.Calendar) []byte {
	return []byte(c.Serialize(ics.WithNewLine(calendarEnd), ics.WithLineLength(calendarLine)))
}
