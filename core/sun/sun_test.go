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
	near(t, "elevation", p.Elevation, 90-50.11, 0.03)
	near(t, "equation of time", p.Equation, 14.64, 0.02)
	near(t, "declination", sun.At(time.Date(1992, 10, 13, 0, 0, 0, 0, time.UTC), 0, 0).Declination, -7.785, 0.005)
}

func TestNoonAgreesWithTheHighestMomentFoundByLooking(t *testing.T) {
	for _, place := range []struct{ lat, lon float64 }{{51.7, -8.52}, {-33.9, 151.2}, {64.1, -21.9}, {1.3, 103.8}} {
		start := time.Date(2027, 6, 19, 0, 0, 0, 0,
			time.UTC).Add(time.Duration(-place.lon * 240 * float64(time.Second)))
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
	clear := sun.Under(sea, "clear", 300).Index(noon, "")
	mu := math.Sin(sun.At(noon, sea.Lat, sea.Lon).Elevation * math.Pi / 180)
	near(t, "clear noon", clear, 12.5*math.Pow(mu, 2.42), 1e-9)
	near(t, "scattered", sun.Under(sea, "scattered", 300).Index(noon, "")/clear, 0.89, 1e-9)
	near(t, "over water", sun.Under(sea, "clear", 300).Index(noon, "water")/clear, 1.1, 1e-9)
	high := day.Place{Lat: 51.7, Lon: -8.52, HeightM: 1000}
	near(t, "a km up", sun.Under(high, "clear", 300).Index(noon, "")/clear, 1.1,
		1e-9)
	near(t, "thin ozone", sun.Under(sea, "clear", 250).Index(noon, "")/clear, math.Pow(250.0/300, -1.23), 1e-9)
	if sun.Under(sea, "clear", 300).Index(noon.Add(12*time.Hour), "") != 0 {
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
	d.Segments = []day.Segment{{From: At(t, "13:00"), To: At(t, "13:07"), Place: "sun"},
		{From: At(t, "13:30"), To: At(t, "15:00"), Place: "glass"}}
	if got := sun.StrongOutdoors(d, loc, base, until); got != 7*time.Minute {
		t.Errorf("seven minutes in the sun, counted %s", got)
	}
	if first, ok := sun.FirstOutdoors(d, loc, base, until); !ok || day.Wall(first.In(loc)).Clock() != "13:00" {
		t.Errorf("first out at 13:00, got %s %v", first, ok)
	}
}

// NOAA's solar calculation with the multiple angles left as they stand, worked apart from the program to six
// decimals; the first line is Meeus, Astronomical Algorithms, examples 25.a and 28.b.
func TestTheSunStandsWhereItStood(t *testing.T) {
	for _, c := range []struct {
		at                                         time.Time
		lat, lon, elevation, declination, equation float64
	}{
		{time.Date(1992, 10, 13, 0, 0, 0, 0, time.UTC), 0, 0, -81.497990, -7.785070, 13.710887},
		{time.Date(2027, 6, 19, 12, 0, 0, 0, time.UTC), 51.7, -8.52, 60.913345, 23.422472, -1.338320},
		{time.Date(2027, 12, 21, 9, 30, 0, 0, time.UTC), -33.87, 151.21, -5.224137, -23.435092, 2.096935},
		{time.Date(2024, 3, 20, 3, 6, 0, 0, time.UTC), 0, 0, -45.350182, 0.000473, -7.400727},
		{time.Date(2010, 6, 21, 18, 6, 0, 0, time.UTC), 40, -105, 69.680817, 23.438224, -1.814967},
		{time.Date(2027, 6, 19, 23, 30, 0, 0, time.UTC), 68, 18.8, 1.786580, 23.428575, -1.442698},
		{time.Date(2035, 1, 5, 6, 15, 0, 0, time.UTC), 35.7, 139.7, 13.620339, -22.619543, -5.184733},
		{time.Date(1969, 7, 20, 20, 17, 0, 0, time.UTC), 28.5, -80.6, 0, 0, 0},
	} {
		p := sun.At(c.at, c.lat, c.lon)
		if c.at.Year() == 1969 { // before the epoch: only that the clock runs on
			near(t, "declination of July", p.Declination, 20.6, 0.1)
			near(t, "afternoon", p.Elevation, 51, 0.5)
			continue
		}
		near(t, "elevation", p.Elevation, c.elevation, 2e-6)
		near(t, "declination", p.Declination, c.declination, 2e-6)
		near(t, "equation of time", p.Equation, c.equation, 2e-6)
		near(t, "elevation", p.Elevation, c.elevation, 2e-6)
	}
}

// Van Heuklon's formula, worked apart from the program to six digits.
func TestOzoneFollowsVanHeuklon(t *testing.T) {
	for _, c := range []struct {
		lat, lon float64
		day      int
		want     float64
	}{{51.7, -8.52, 170, 375.656}, {40, 10, 100, 360.942}, {-33.9, 151.2, 15, 305.271}, {0, 0, 80, 235},
		{65, -20, 300, 326.460}} {
		near(t, "ozone", sun.Ozone(time.Date(2027, 1, c.day, 12, 0, 0, 0, time.UTC), c.lat, c.lon), c.want, 6e-4)
	}
	d := Sitting(t).Day
	at := time.Date(2027, 6, 19, 12, 0, 0, 0, time.UTC)
	if by := sun.Over(d, at); by != sun.Under(d.Place, d.Sky, sun.Ozone(at, d.Place.Lat, d.Place.Lon)) {
		t.Errorf("by the climatology: %+v", by)
	}
	d.OzoneDU, d.Sky = P(321.0), day.Overcast
	if as := sun.Over(d, at); as != sun.Under(d.Place, day.Overcast, 321) {
		t.Errorf("as given: %+v", as)
	}
}

// Madronich 2007 at an elevation the program did not choose: UV index 12.5·μ0^2.42·(O3/300)^−1.23, to six digits.
func TestTheIndexFollowsMadronich(t *testing.T) {
	at := time.Date(2027, 6, 19, 12, 0, 0, 0, time.UTC) // elevation 60.913345°, μ0 0.873876
	sea := day.Place{Lat: 51.7, Lon: -8.52}
	near(t, "at 300 DU", sun.Under(sea, day.Clear, 300).Index(at, day.PlainGround), 9.020486, 1e-5)
	near(t, "at 400 DU", sun.Under(sea, "", 400).Index(at, ""), 9.020486*0.701981, 2e-5)
	for sky, share := range map[day.Sky]float64{day.Scattered: 0.89, day.BrokenSky: 0.73, day.Overcast: 0.31} {
		near(t, string(sky), sun.Under(sea, sky, 300).Index(at, ""), 9.020486*share, 1e-5)
	}
	for ground, times := range map[day.Ground]float64{day.Grass: 1.03, day.OverWater: 1.1, day.Sand: 1.15,
		day.Snow: 1.8} {
		near(t, string(ground), sun.Under(sea, day.Clear, 300).Index(at, ground),
			9.020486*times, 2e-5)
	}
	up := day.Place{Lat: 51.7, Lon: -8.52, HeightM: 500}
	near(t, "half a km up", sun.Under(up, "", 300).Index(at, ""), 9.020486*1.05,
		1e-5)
	below := day.Place{Lat: 51.7, Lon: -8.52, HeightM: -300}
	near(t, "below the sea", sun.Under(below, "", 300).Index(at, ""), 9.020486,
		1e-5)
	for where, share := range map[day.Where]float64{day.InSun: 1, day.InWater: 1, day.InShade: 0.4,
		day.BehindGlass: 0.05, day.Indoors: 0} {
		near(t, string(where), sun.Place(where), share, 0)
	}
}

// Faurschou and Wulf 2007: label^(q/2), to six digits.
func TestTheFactorFollowsFaurschouAndWulf(t *testing.T) {
	for _, c := range []struct{ label, film, want float64 }{{50, 1, 7.07107}, {50, 0.5, 2.65915}, {30, 1.5, 12.8186},
		{15, 2, 15}, {50, 3, 50},
		{50, 0.2, 1.47876}, {1, 2, 1}, {0, 2, 1}, {50, 0, 1}, {50, -1, 1}} {
		near(t, "factor", sun.Effective(c.label, c.film), c.want, 5e-5)
	}
}

func TestStretchesOutdoorsAreCutToTheWearAndCountedToTheMinute(t *testing.T) {
	d := Sitting(t).Day
	loc, _ := d.Zone()
	at := func(clock string) time.Time { x, _ := At(t, clock).In(loc); return x }
	d.Segments = []day.Segment{{From: At(t, "14:00"), To: At(t, "18:00"), Place: day.InShade},
		{From: At(t, "09:00"), To: At(t, "10:12"), Place: day.InWater},
		{From: At(t, "11:00"), To: At(t, "12:00"), Place: day.Indoors}}
	if got := sun.StrongOutdoors(d, loc, at("14:58"), at("15:09")); got != 11*time.Minute {
		t.Errorf("cut to the wear it is eleven minutes, not %s", got)
	}
	if first, ok := sun.FirstOutdoors(d, loc, at("09:40"), at("17:00")); !ok || !first.Equal(at("09:40")) {
		t.Errorf("out from base on: %s", first)
	}
	if _, ok := sun.FirstOutdoors(d, loc, at("10:30"), at("13:00")); ok {
		t.Error("indoors is not out")
	}
	if sun.StrongOutdoors(d, loc, at("09:40"), at("09:40")) != 0 || !sun.Up(at("12:00"), d.Place) ||
		sun.Up(at("01:00"), d.Place) {
		t.Error("nothing of no time; up by day, down by night")
	}
}
