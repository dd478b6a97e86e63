package sun_test

import (
	"math"
	"testing"
	"time"

	"urncloth/core/day"
	"urncloth/core/sun"
	. "urncloth/core/testutil"
)

func near(t *testing.T, what string, got, want, within float64) {
	t.Helper()
	if math.Abs(got-want) > within {
		t.Errorf("%s is %.4f, want %.4f within %g", what, got, want, within)
	}
}

func TestSolarPositionMeetsPublishedValues(t *testing.T) {
	p := sun.At(time.Date(2003, 10, 17, 12, 30, 30, 0, time.FixedZone("", -7*3600)), 39.742476, -105.1786)
	near(t, "zenith", p.Zenith(), 50.11, 0.03)
	near(t, "equation of time", p.Equation, 14.64, 0.02)
	near(t, "declination", sun.At(time.Date(1992, 10, 13, 0, 0, 0, 0, time.UTC), 0, 0).Declination, -7.785, 0.005)
}

func TestNoonAgreesWithTheHighestMomentFoundByLooking(t *testing.T) {
	for _, place := range []struct{ lat, lon float64 }{{51.7, -8.52}, {-33.9, 151.2}, {64.1, -21.9}, {1.3, 103.8}} {
		start := time.Date(2027, 6, 19, 0, 0, 0, 0, time.UTC).Add(time.Duration(-place.lon * 240 * float64(time.Second)))
		best, at := -90.0, start
		for m := range 24 * 60 {
			when := start.Add(time.Duration(m) * time.Minute)
			if e := sun.At(when, place.lat, place.lon).Elevation; e > best {
				best, at = e, when
			}
		}
		noon := sun.Noon(at, place.lon)
		if off := noon.Sub(at).Abs(); off > 90*time.Second {
			t.Errorf("%v: noon is %s, highest at %s", place, noon, at)
		}
	}
}

func TestDaylightAtEveryEdgeOfTheDay(t *testing.T) {
	utc := func(s string) time.Time {
		at, err := time.Parse("2006-01-02T15:04", s)
		if err != nil {
			t.Fatal(err)
		}
		return at
	}
	cases := []struct {
		name     string
		from, to string
		lat, lon float64
		want     bool
	}{
		{"a summer afternoon", "2027-06-19T12:00", "2027-06-19T16:00", 51.7, -8.5, true},
		{"after sunset", "2027-06-19T22:30", "2027-06-19T23:50", 51.7, -8.5, false},
		{"through the night into the morning", "2027-06-19T22:30", "2027-06-20T06:00", 51.7, -8.5, true},
		{"midnight sun", "2027-06-19T23:00", "2027-06-20T01:00", 70, 25, true},
		{"polar night", "2027-12-20T08:00", "2027-12-20T16:00", 75, 25, false},
		{"a whole day indoors in winter holds a noon", "2027-12-19T22:00", "2027-12-20T22:00", 51.7, -8.5, true},
		{"southern winter noon between two dark ends", "2027-06-18T08:00", "2027-06-19T08:30", -54.8, -68.3, true},
	}
	for _, c := range cases {
		if got := sun.Daylight(utc(c.from), utc(c.to), c.lat, c.lon); got != c.want {
			t.Errorf("%s: daylight is %v", c.name, got)
		}
	}
}

func TestIndexFollowsSkyGroundHeightAndOzone(t *testing.T) {
	noon := time.Date(2027, 6, 19, 12, 35, 0, 0, time.UTC)
	sea := day.Place{Lat: 51.7, Lon: -8.52}
	clear := sun.Index(noon, sea, "clear", "", 300)
	mu := math.Sin(sun.At(noon, sea.Lat, sea.Lon).Elevation * math.Pi / 180)
	near(t, "clear noon", clear, 12.5*math.Pow(mu, 2.42), 1e-9)
	near(t, "scattered", sun.Index(noon, sea, "scattered", "", 300)/clear, 0.89, 1e-9)
	near(t, "over water", sun.Index(noon, sea, "clear", "water", 300)/clear, 1.1, 1e-9)
	near(t, "a km up", sun.Index(noon, day.Place{Lat: 51.7, Lon: -8.52, HeightM: 1000}, "clear", "", 300)/clear, 1.1, 1e-9)
	near(t, "thin ozone", sun.Index(noon, sea, "clear", "", 250)/clear, math.Pow(250.0/300, -1.23), 1e-9)
	if sun.Index(noon.Add(12*time.Hour), sea, "clear", "", 300) != 0 {
		t.Error("there is no index at night")
	}
}

func TestHalfTheDoseOfFiftyIsAboutSeven(t *testing.T) {
	near(t, "half of 50", sun.Effective(50, 1), math.Sqrt(50), 1e-9)
	near(t, "full 50", sun.Effective(50, 2), 50, 1e-9)
	near(t, "more than the dose", sun.Effective(50, 3), 50, 1e-9)
	near(t, "nothing", sun.Effective(50, 0), 1, 0)
}

func TestClimatologicalOzoneStaysWithinWhatIsMeasured(t *testing.T) {
	for m := 1; m <= 12; m++ {
		for _, lat := range []float64{-70, -35, 0, 35, 70} {
			if o := sun.Ozone(time.Date(2027, time.Month(m), 15, 12, 0, 0, 0, time.UTC), lat, 10); o < 200 || o > 480 {
				t.Errorf("month %d at %g: %g DU", m, lat, o)
			}
		}
	}
}

func TestStrongSunCountsOnlyMinutesOutdoors(t *testing.T) {
	d := Sitting(t).Day
	loc, _ := d.Zone()
	base, _ := d.BaseAt.In(loc)
	until, _ := d.WearUntil.In(loc)
	d.Segments = []day.Segment{{From: At(t, "13:00"), To: At(t, "13:07"), Place: "sun"}, {From: At(t, "13:30"), To: At(t, "15:00"), Place: "glass"}}
	if got := sun.StrongOutdoors(d, loc, base, until); got != 7*time.Minute {
		t.Errorf("seven minutes in the sun, counted %s", got)
	}
	if first, ok := sun.FirstOutdoors(d, loc, base, until); !ok || day.Wall(first.In(loc)).Clock() != "13:00" {
		t.Errorf("first out at 13:00, got %s %v", first, ok)
	}
}
