package web

import (
	"fmt"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"

	"urncloth/core/act"
	"urncloth/internal/app"
)

// alarmBefore is how long before a touch-up its alarm sounds. [W]
const alarmBefore = 5 * time.Minute

// touchUps is the touch-ups of a sitting as iCalendar, in the client's words, with an alarm for each. Times are
// instants in UTC, so that they are right wherever the calendar is read.
func touchUps(s app.Sitting, now time.Time) []byte {
	c := ics.NewCalendarFor("Urn Cloth")
	c.SetMethod(ics.MethodPublish)
	loc, err := s.Plan.Sitting.Day.Zone()
	if err != nil {
		return []byte(c.Serialize())
	}
	for _, u := range s.Plan.Wear.TouchUps {
		at, _ := u.At.In(loc)
		words := []string{}
		coat := false
		for _, st := range u.Steps {
			words = append(words, st.Say)
			coat = coat || st.Act == act.Reapply
		}
		say := "Blot"
		if coat {
			say = "Sunscreen"
		}
		e := c.AddEvent(fmt.Sprintf("%s-touch-up-%s@urncloth", s.ID, u.ID))
		e.SetDtStampTime(now.UTC())
		e.SetStartAt(at.UTC())
		e.SetEndAt(at.Add(alarmBefore).UTC())
		e.SetSummary(say)
		e.SetDescription(strings.Join(words, " "))
		a := e.AddAlarm()
		a.SetAction(ics.ActionDisplay)
		a.SetTrigger(fmt.Sprintf("-PT%dM", int(alarmBefore.Minutes())))
		a.SetProperty(ics.ComponentPropertyDescription, say)
	}
	return []byte(c.Serialize())
}

// countdown is what is due before a sitting as iCalendar (RFC 5545): a whole-day entry each, with stable ids, so that
// taking it in twice changes nothing.
func countdown(s app.Sitting, now time.Time) []byte {
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
		e.SetSummary(d.Do)
		e.SetDescription(fmt.Sprintf("Before the sitting of %s.", s.Plan.Sitting.Day.Date))
	}
	return []byte(c.Serialize())
}
