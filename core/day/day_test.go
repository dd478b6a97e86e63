package day_test

import (
	"math"
	"strings"
	"testing"
	"time"

	"urncloth/core/day"
	"urncloth/core/doc"
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
		if ok != c.exists || ok && at.UTC().Format(time.RFC3339Nano) != c.utc {
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
		{"base before chair", func(d *day.Day) { d.BaseAt = At(t, "08:30") },
			"day.base_at: 2027-06-19T08:30:00 is not after chair_at"},
		{"wear ends before it starts", func(d *day.Day) { d.WearUntil = At(t, "09:10") }, "day.wear_until"},
		{"removal before the wear ends", func(d *day.Day) { d.LiftAt = At(t, "16:00") }, "day.lift_at"},
		{"chair on another date", func(d *day.Day) { d.Date = On(t, "2027-06-20") },
			"day.chair_at: 2027-06-19T09:00:00 is not on the date"},
		{"no such zone", func(d *day.Day) { d.Timezone = "Europe/Atlantis" },
			`day.timezone: "Europe/Atlantis" is not a time zone`},
		{"a file for a zone", func(d *day.Day) { d.Timezone = "/etc/passwd" }, "day.timezone"},
		{"washed after the chair", func(d *day.Day) { d.Washed = &day.Wash{At: At(t, "09:30")} }, "day.washed.at"},
		{"reversed stretch", func(d *day.Day) {
			d.Segments = []day.Segment{{From: At(t, "13:00"), To: At(t, "12:00"), Place: "sun"}}
		}, "day.segments[0].to"},
		{"overlapping stretches", func(d *day.Day) {
			d.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: "sun"},
				{From: At(t, "12:30"), To: At(t, "14:00"), Place: "shade"}}
		}, "day.segments[1].from"},
		{"towelled outside its stretch", func(d *day.Day) {
			d.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: "water",
				TowelledAt: []day.Local{At(t, "13:01")}}}
		}, "day.segments[0].towelled_at[0]"},
		{"a time the clock skips", func(d *day.Day) {
			d.Date, d.ChairAt, d.BaseAt = On(t, "2027-03-28"), At(t, "2027-03-28T01:30"), At(t, "2027-03-28T03:00")
			d.WearUntil, d.LiftAt = At(t, "2027-03-28T09:00"), At(t, "2027-03-28T09:30")
			d.Washed = nil
		}, "day.chair_at: 2027-03-28T01:30:00 does not exist"},
		{"a removal in an hour the clock skips", func(d *day.Day) {
			d.LiftAt = At(t, "2028-03-26T01:30")
		}, "day.lift_at: 2028-03-26T01:30:00 does not exist"},
		{"a stretch in an hour the clock skips", func(d *day.Day) {
			d.Segments = []day.Segment{{From: At(t, "2027-03-28T00:30"), To: At(t, "2027-03-28T01:30"), Place: "sun"}}
		}, "day.segments[0].to: 2027-03-28T01:30:00 does not exist"},
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
	ok.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: "sun",
		TowelledAt: []day.Local{At(t, "13:00")}}, {From: At(t, "13:00"), To: At(t, "14:00"), Place: "shade"}}
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

func TestDatesAndClocksReckonAndComeBackAsWritten(t *testing.T) {
	d := On(t, "2028-02-28")
	for want, got := range map[string]string{"2028-02-29": d.AddDays(1).String(),
		"2028-02-21": d.AddDays(-7).String(), "2028-05-28": d.AddMonths(3).String(),
		"2028-02-28T00:00:00": d.Midnight().String()} {
		if got != want {
			t.Errorf("got %s, want %s", got, want)
		}
	}
	if n := On(t, "2028-03-01").DaysSince(d); n != 2 || d.DaysSince(On(t, "2028-03-01")) != -2 {
		t.Errorf("%d days", n)
	}
	if !d.Before(d.AddDays(1)) || d.Before(d) || d.IsZero() || !(day.Date{}).IsZero() {
		t.Error("a date is before the next, and no date is none")
	}
	if age := On(t, "2028-02-29").YearsSince(On(t, "2024-02-29")); age != 4 {
		t.Errorf("born on a leap day, %g years", age)
	}
	if age := On(t, "2027-12-31").YearsSince(On(t, "2027-07-02")); math.Abs(age-182.0/366) > 1e-9 {
		t.Errorf("half a year is %g", age)
	}
	l := At(t, "2027-06-19T23:50:10")
	if l.Clock() != "23:50" || l.Add(15).String() != "2027-06-20T00:05:10" ||
		l.Add(15).Date().String() != "2027-06-20" || l.Date().String() != "2027-06-19" || l.IsZero() ||
		!(day.Local{}).IsZero() {
		t.Errorf("%s", l.Add(15))
	}
	if b, err := l.MarshalText(); err != nil || string(b) != "2027-06-19T23:50:10" {
		t.Errorf("%s %v", b, err)
	}
	if b, err := d.MarshalText(); err != nil || string(b) != "2028-02-28" {
		t.Errorf("%s %v", b, err)
	}
}

func TestYearsAreReadFrom1900To2200(t *testing.T) {
	var d day.Date
	var l day.Local
	for year, ok := range map[string]bool{"1899": false, "1900": true, "2200": true, "2201": false} {
		if (d.UnmarshalText([]byte(year+"-01-01")) == nil) != ok ||
			(l.UnmarshalText([]byte(year+"-01-01T10:00")) == nil) != ok {
			t.Errorf("%s is read: %t", year, !ok)
		}
	}
	for _, bad := range []string{"2027-06-19T9:00", "2027-06-19 09:00", "2027-06-19T09:00:00Zulu", "2027-06-19T25:00",
		""} {
		if err := l.UnmarshalText([]byte(bad)); err == nil || !strings.Contains(err.Error(),
			"is not a time like 2027-06-19T09:00") {
			t.Errorf("%q: %v", bad, err)
		}
	}
	if l.UnmarshalText([]byte("2027-06-19T09:00:30")) != nil || l.String() != "2027-06-19T09:00:30" {
		t.Errorf("seconds are kept: %s", l)
	}
}

func TestTheSecondOfTwoEqualTimesIsWrittenWithItsOffset(t *testing.T) {
	london, err := time.LoadLocation("Europe/London")
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct{ instant, written string }{
		{"2027-10-30T23:59:00Z", "2027-10-31T00:59:00"},
		{"2027-10-31T00:45:00Z", "2027-10-31T01:45:00"},
		{"2027-10-31T01:00:00Z", "2027-10-31T01:00:00+00:00"},
		{"2027-10-31T01:45:00Z", "2027-10-31T01:45:00+00:00"},
		{"2027-10-31T02:00:00Z", "2027-10-31T02:00:00"},
		{"2027-03-28T01:00:00Z", "2027-03-28T02:00:00"},
	} {
		at, _ := time.Parse(time.RFC3339, c.instant)
		l := day.Wall(at.In(london))
		if l.String() != c.written {
			t.Errorf("%s is written %s, want %s", c.instant, l, c.written)
		}
		var again day.Local
		if err := again.UnmarshalText([]byte(l.String())); err != nil || again != l {
			t.Errorf("%s is read as %s: %v", l, again, err)
		}
		if back, ok := again.In(london); !ok || !back.Equal(at) {
			t.Errorf("%s is %s, want %s", again, back, at)
		}
	}
}

func TestATimeWithAnOffsetIsUnderstoodAndWrittenByTheClockOfThePlace(t *testing.T) {
	d := day.Day{Timezone: "Europe/London", ChairAt: At(t, "2027-06-19T09:00:00+01:00"),
		BaseAt: At(t, "2027-06-19T08:40Z"), WearUntil: At(t, "2027-06-19T22:00:00+02:00"),
		LiftAt: At(t, "2027-06-19T21:30"), ShavedAt: At(t, "2027-06-19T02:00:00-05:00"),
		LeavesAt: At(t, "2027-06-20T00:00:00+02:00"), Washed: &day.Wash{At: At(t, "2027-06-19T07:00:00Z")},
		Repairs: []day.Repair{{At: At(t, "2027-06-19T09:00:00Z")}},
		Segments: []day.Segment{{From: At(t, "2027-06-19T11:00:00Z"), To: At(t, "2027-06-19T14:00:00+01:00"),
			TowelledAt: []day.Local{At(t, "2027-06-19T13:30:00+01:30")}}}}
	d.Settle()
	got := []day.Local{d.ChairAt, d.BaseAt, d.WearUntil, d.LiftAt, d.ShavedAt, d.LeavesAt, d.Washed.At, d.Repairs[0].At,
		d.Segments[0].From, d.Segments[0].To, d.Segments[0].TowelledAt[0]}
	for i, want := range []string{"09:00", "09:40", "21:00", "21:30", "08:00", "23:00", "08:00", "10:00", "12:00",
		"14:00", "13:00"} {
		if got[i].String() != "2027-06-19T"+want+":00" {
			t.Errorf("the %d. time is %s, want %s", i+1, got[i], want)
		}
	}
}

func TestTimesAreComparedAsInstantsWhereTheClockGoesBack(t *testing.T) {
	d := day.Day{Timezone: "Europe/London", Date: On(t, "2027-10-30"), ChairAt: At(t, "2027-10-30T20:00"),
		BaseAt: At(t, "2027-10-30T20:30"), WearUntil: At(t, "2027-10-31T01:50"),
		LiftAt: At(t, "2027-10-31T01:10:00+00:00"), Segments: []day.Segment{{From: At(t, "2027-10-31T01:40"),
			To: At(t, "2027-10-31T01:05:00+00:00"), Place: day.Indoors}}}
	if fs := d.Check("day"); len(fs) > 0 {
		t.Errorf("an evening past the hour that comes twice: %v", fs)
	}
	d.LiftAt = At(t, "2027-10-31T01:10")
	if fs := d.Check("day"); len(fs) != 1 || fs[0].Path != "day.lift_at" {
		t.Errorf("a removal before the wear ends: %v", fs)
	}
}

func TestAirIsTheReferenceWhereNoneWasRead(t *testing.T) {
	if a := (day.Air{}); a.Temp() != 21 || a.RH() != 0.45 {
		t.Errorf("%g %g", a.Temp(), a.RH())
	}
	if a := (day.Air{TempC: P(0.0), Humidity: P(1.0)}); a.Temp() != 0 || a.RH() != 1 {
		t.Errorf("%g %g", a.Temp(), a.RH())
	}
}

func TestWordsOfADayAreReadStrictlyAndKept(t *testing.T) {
	var d day.Day
	data := `{"date":"2027-06-19","timezone":"UTC","place":{"lat":1,"lon":2},"sky":"broken",
		"chair_at":"2027-06-19T09:00","base_at":"2027-06-19T10:00","wear_until":"2027-06-19T11:00",
		"lift_at":"2027-06-19T12:00",
		"segments":[{"from":"2027-06-19T10:00","to":"2027-06-19T10:30","place":"water",
		"ground":"snow","activity":"swim"}]}`
	if fs := doc.Read([]byte(data), &d); len(fs) > 0 {
		t.Fatal(fs)
	}
	if s := d.Segments[0]; d.Sky != day.BrokenSky || s.Place != day.InWater || s.Ground != day.Snow ||
		s.Activity != day.Swim {
		t.Errorf("%+v", d)
	}
	for what, err := range map[string]error{"sky": new(day.Sky).UnmarshalText([]byte("fog")),
		"place": new(day.Where).UnmarshalText([]byte("moon")), "ground": new(day.Ground).UnmarshalText([]byte("lava")),
		"activity": new(day.Activity).UnmarshalText([]byte("doze"))} {
		if err == nil {
			t.Errorf("%s takes any word", what)
		}
	}
	for w, out := range map[day.Where]bool{day.InSun: true, day.InShade: true, day.InWater: true, day.Indoors: false,
		day.BehindGlass: false} {
		if w.Outdoors() != out {
			t.Errorf("%s is outdoors: %t", w, w.Outdoors())
		}
	}
}

func TestEdgesOfADay(t *testing.T) {
	for name, c := range map[string]struct {
		change func(d *day.Day)
		want   string
	}{
		"removal at the end of wear": {func(d *day.Day) { d.LiftAt = d.WearUntil }, ""},
		"base at chair": {func(d *day.Day) { d.BaseAt = d.ChairAt },
			"day.base_at: 2027-06-19T09:00:00 is not after chair_at (2027-06-19T09:00:00)"},
		"forty-eight hours": {func(d *day.Day) { d.LiftAt = At(t, "2027-06-21T09:00") }, ""},
		"a minute more": {func(d *day.Day) { d.LiftAt = At(t, "2027-06-21T09:01") },
			"day.lift_at: 2027-06-21T09:01:00 is more than 48 hours after chair_at"},
		"washed at chair": {func(d *day.Day) { d.Washed.At = d.ChairAt }, ""},
		"shaved at base":  {func(d *day.Day) { d.ShavedAt = d.BaseAt }, ""},
		"shaved after base": {func(d *day.Day) { d.ShavedAt = At(t, "09:41") },
			"day.shaved_at: 2027-06-19T09:41:00 is after base_at (2027-06-19T09:40:00)"},
		"a stretch of no time": {func(d *day.Day) {
			d.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "12:00"), Place: day.InSun}}
		}, "day.segments[0].to: 2027-06-19T12:00:00 is not after from (2027-06-19T12:00:00)"},
		"a stretch without a start": {func(d *day.Day) {
			d.Segments = []day.Segment{{To: At(t, "12:00"),
				Place: day.InSun}}
		}, ""},
		"a towel before its stretch": {func(d *day.Day) {
			d.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"),
				TowelledAt: []day.Local{At(t, "12:10"), At(t, "11:59")}}}
		}, "day.segments[0].towelled_at[1]: 2027-06-19T11:59:00 is outside its segment"},
		"no zone at all": {func(d *day.Day) { d.Timezone = "" },
			`day.timezone: "" is not a time zone like Europe/Dublin`},
		"the machine's own": {func(d *day.Day) { d.Timezone = "Local" },
			`day.timezone: "Local" is not a time zone like Europe/Dublin`},
		"overlap by the one before last": {func(d *day.Day) {
			d.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00")},
				{From: At(t, "14:00"), To: At(t, "15:00")}, {From: At(t, "12:30"), To: At(t, "12:40")}}
		}, "day.segments[2].from: 2027-06-19T12:30:00 to 2027-06-19T12:40:00 overlaps segments[0]"},
	} {
		t.Run(name, func(t *testing.T) {
			d := Sitting(t).Day
			c.change(&d)
			if got := d.Check("day").Error(); got != c.want {
				t.Errorf("got %q, want %q", got, c.want)
			}
		})
	}
	at := time.Date(2027, 10, 31, 1, 30, 5, 0, time.UTC)
	if day.Wall(at).String() != "2027-10-31T01:30:05" || day.Wall(at.In(time.FixedZone("",
		5400))).String() != "2027-10-31T03:00:05" {
		t.Errorf("%s", day.Wall(at))
	}
}
