package web

import (
	"fmt"
	"time"

	ics "github.com/arran4/golang-ical"

	"urncloth/internal/app"
)

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
