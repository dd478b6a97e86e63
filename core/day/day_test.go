package day_test

import (
	"strings"
	"testing"
	"time"

	"urncloth/core/day"
	. "urncloth/core/testutil"
)

func TestWallClockBecomesAnInstantInTheDaysZone(t *testing.T) {
	loc, err := day.Day{Timezone: "Europe/Dublin"}.Zone()
	if err != nil {
		t.Fatal(err)
	}
	cases := []struct {
		name, local, utc string
		exists           bool
	}{
		{"summer", "2027-06-19T09:00", "2027-06-19T08:00:00Z", true},
		{"winter", "2027-01-19T09:00", "2027-01-19T09:00:00Z", true},
		{"an hour that comes twice is the first", "2027-10-31T01:30", "2027-10-31T00:30:00Z", true},
		{"an hour the clock skips", "2027-03-28T01:30", "", false},
	}
	for _, c := range cases {
		at, ok := At(t, c.local).In(loc)
		if ok != c.exists || ok && at.UTC().Format(time.RFC3339) != c.utc {
			t.Errorf("%s: %s is %s (%v)", c.name, c.local, at.UTC(), ok)
		}
	}
}

func TestAnImpossibleDayIsRefusedWithTheFieldNamed(t *testing.T) {
	cases := []struct {
		name   string
		change func(d *day.Day)
		want   string
	}{
		{"base before chair", func(d *day.Day) { d.BaseAt = At(t, "08:30") }, "day.base_at: 2027-06-19T08:30:00 is not after chair_at"},
		{"wear ends before it starts", func(d *day.Day) { d.WearUntil = At(t, "09:10") }, "day.wear_until"},
		{"removal before the wear ends", func(d *day.Day) { d.LiftAt = At(t, "16:00") }, "day.lift_at"},
		{"chair on another date", func(d *day.Day) { d.Date = On(t, "2027-06-20") }, "day.chair_at: 2027-06-19T09:00:00 is not on the date"},
		{"no such zone", func(d *day.Day) { d.Timezone = "Europe/Atlantis" }, `day.timezone: "Europe/Atlantis" is not a time zone`},
		{"a file for a zone", func(d *day.Day) { d.Timezone = "/etc/passwd" }, "day.timezone"},
		{"washed after the chair", func(d *day.Day) { d.Washed = &day.Wash{At: At(t, "09:30")} }, "day.washed.at"},
		{"reversed stretch", func(d *day.Day) {
			d.Segments = []day.Segment{{From: At(t, "13:00"), To: At(t, "12:00"), Place: "sun"}}
		}, "day.segments[0].to"},
		{"overlapping stretches", func(d *day.Day) {
			d.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: "sun"}, {From: At(t, "12:30"), To: At(t, "14:00"), Place: "shade"}}
		}, "day.segments[1].from"},
		{"towelled outside its stretch", func(d *day.Day) {
			d.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: "water", TowelledAt: []day.Local{At(t, "13:01")}}}
		}, "day.segments[0].towelled_at[0]"},
		{"a time the clock skips", func(d *day.Day) {
			d.Date, d.ChairAt, d.BaseAt = On(t, "2027-03-28"), At(t, "2027-03-28T01:30"), At(t, "2027-03-28T03:00")
			d.WearUntil, d.LiftAt = At(t, "2027-03-28T09:00"), At(t, "2027-03-28T09:30")
			d.Washed = nil
		}, "day.chair_at: 2027-03-28T01:30:00 does not exist"},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			d := Sitting(t).Day
			c.change(&d)
			if got := d.Check("day").Error(); !strings.HasPrefix(got, c.want) {
				t.Errorf("got %q, want %q", got, c.want)
			}
		})
	}
	ok := Sitting(t).Day
	ok.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: "sun", TowelledAt: []day.Local{At(t, "13:00")}}, {From: At(t, "13:00"), To: At(t, "14:00"), Place: "shade"}}
	if fs := ok.Check("day"); len(fs) > 0 {
		t.Errorf("touching stretches and a towel at the edge are fine: %s", fs.Error())
	}
}

func TestAgeCountsWholeYearsAndAFraction(t *testing.T) {
	born := On(t, "2019-06-19")
	if got := On(t, "2027-06-19").YearsSince(born); got != 8 {
		t.Errorf("on the birthday the age is 8, got %g", got)
	}
	if got := On(t, "2027-06-18").YearsSince(born); got >= 8 || got < 7.99 {
		t.Errorf("the day before it is just under 8, got %g", got)
	}
}

func TestDatesOutsideTheCalendarAreRefused(t *testing.T) {
	for _, text := range []string{"2027-02-30", "2027-13-01", "19-06-2027", "", "1800-01-01"} {
		var d day.Date
		if d.UnmarshalText([]byte(text)) == nil {
			t.Errorf("%q was taken for a date", text)
		}
	}
}
