// Package sun reckons where the sun stands and how much of it reddens skin.
package sun

import (
	"math"
	"time"

	"urncloth/core/day"
)

const rad = math.Pi / 180

// Position is the sun seen from a place at an instant, without refraction. Angles in degrees, Equation in minutes.
type Position struct {
	Elevation   float64
	Declination float64
	Equation    float64 // equation of time
}

// Zenith is the angle from straight up, in degrees.
func (p Position) Zenith() float64 { return 90 - p.Elevation }

// At returns the sun's position. Source: NOAA Global Monitoring Laboratory, solar calculation details (after Meeus,
// Astronomical Algorithms).
func At(t time.Time, lat, lon float64) Position {
	const day = 86400 // s
	unix := t.Unix()
	c := (float64(unix)/day + 2440587.5 - 2451545) / 36525 // Julian centuries
	meanLong := math.Mod(280.46646+c*(36000.76983+c*0.0003032), 360)
	anomaly := (357.52911 + c*(35999.05029-0.0001537*c)) * rad
	ecc := 0.016708634 - c*(0.000042037+0.0000001267*c)
	sinA, cosA := math.Sincos(anomaly)
	centre := sinA*(1.914602-c*(0.004817+0.000014*c)) + 2*sinA*cosA*(0.019993-0.000101*c) + sinA*(3-4*sinA*sinA)*0.000289
	node := (125.04 - 1934.136*c) * rad
	sinN, cosN := math.Sincos(node)
	apparent := (meanLong + centre - 0.00569 - 0.00478*sinN) * rad
	obliquity := (23 + (26+(21.448-c*(46.815+c*(0.00059-c*0.001813)))/60)/60 + 0.00256*cosN) * rad
	decl := math.Asin(math.Sin(obliquity) * math.Sin(apparent))
	y := math.Tan(obliquity / 2)
	y *= y
	sin2L, cos2L := math.Sincos(2 * meanLong * rad)
	eq := 4 / rad * (y*sin2L - 2*ecc*sinA + 4*ecc*y*sinA*cos2L - y*y*sin2L*cos2L - 2.5*ecc*ecc*sinA*cosA)
	minutes := float64((unix%day+day)%day) / 60
	hour := (math.Mod(minutes+eq+4*lon+2880, 1440)/4 - 180) * rad
	sinP, cosP := math.Sincos(lat * rad)
	sinD, cosD := math.Sincos(decl)
	sine := sinP*sinD + cosP*cosD*math.Cos(hour)
	return Position{
		Elevation:   math.Asin(min(max(sine, -1), 1)) / rad,
		Declination: decl / rad,
		Equation:    eq,
	}
}

// Horizon is the sun's elevation at sunrise and sunset, in degrees: refraction and half the disc. Source: NOAA.
const Horizon = -0.833

// Noon is the instant near t at which the sun stands highest at that longitude.
func Noon(t time.Time, lon float64) time.Time {
	u := t.UTC()
	midday := time.Date(u.Year(), u.Month(), u.Day(), 12, 0, 0, 0, time.UTC)
	noon := midday.Add(minutes(-4 * lon))
	noon = noon.Add(minutes(-At(noon, 0, lon).Equation))
	return noon
}

func minutes(m float64) time.Duration { return time.Duration(m * float64(time.Minute)) }

// Daylight reports whether the sun is above the horizon at any moment from one instant to another. The highest moment of
// a stretch is one of its ends or a noon within it.
func Daylight(from, to time.Time, lat, lon float64) bool {
	up := func(t time.Time) bool { return At(t, lat, lon).Elevation > Horizon }
	if up(from) || up(to) {
		return true
	}
	for d := from.Add(-36 * time.Hour); d.Before(to.Add(36 * time.Hour)); d = d.Add(24 * time.Hour) {
		if noon := Noon(d, lon); noon.After(from) && noon.Before(to) && up(noon) {
			return true
		}
	}
	return false
}

// Factors of the clear-sky model. UV index by Madronich 2007 [P], height by WHO 2002 [P], cloud by US NWS [P], ground [W].
var (
	skyFactor    = map[day.Sky]float64{"": 1, "clear": 1, "scattered": 0.89, "broken": 0.73, "overcast": 0.31}
	groundFactor = map[day.Ground]float64{"": 1, "grass": 1.03, "water": 1.1, "sand": 1.15, "snow": 1.8}
	placeFactor  = map[day.Where]float64{"sun": 1, "water": 1, "shade": 0.4, "glass": 0.05, "indoors": 0}
)

// Figures of the clear-sky model.
const (
	HeightPerKM   = 0.10 // more per km of height [P WHO 2002]
	StrongUVI     = 3.0  // from here on sunscreen is due outdoors [P WHO 2002]
	ReferenceO3   = 300.0
	SEDPerUVIHour = 0.9
	uviScale      = 12.5
	uviZenith     = 2.42
	uviOzone      = -1.23
)

// Place is how much of the open-sky index reaches the client there. [W]
func Place(w day.Where) float64 { return placeFactor[w] }

// Index is the open-sky UV index at an instant: 12.5·μ0^2.42·(O3/300)^−1.23 times height, sky and ground. Source:
// Madronich 2007. Zero while the sun is down.
func Index(t time.Time, p day.Place, sky day.Sky, ground day.Ground, ozone float64) float64 {
	mu := math.Sin(At(t, p.Lat, p.Lon).Elevation * rad)
	if mu <= 0 {
		return 0
	}
	return uviScale * math.Pow(mu, uviZenith) * math.Pow(ozone/ReferenceO3, uviOzone) *
		(1 + HeightPerKM*max(p.HeightM, 0)/1000) * skyFactor[sky] * groundFactor[ground]
}

// Service gives the open-sky UV index. ClearSky is the one that ships with the program; it needs no network.
type Service interface {
	Index(at time.Time, ground day.Ground) float64
}

// ClearSky is the simulated UV service: the clear-sky model under one sky at one place.
type ClearSky struct {
	Place day.Place
	Sky   day.Sky
	Ozone float64 // DU
}

// Over is the simulated service for a day, with its ozone or, where none is given, that of the climatology at that instant.
func Over(d day.Day, at time.Time) ClearSky {
	s := ClearSky{d.Place, d.Sky, Ozone(at, d.Place.Lat, d.Place.Lon)}
	if d.OzoneDU != nil {
		s.Ozone = *d.OzoneDU
	}
	return s
}

// Index is the open-sky UV index at an instant over that ground.
func (s ClearSky) Index(at time.Time, ground day.Ground) float64 {
	return Index(at, s.Place, s.Sky, ground, s.Ozone)
}

// Up reports whether the sun is above the horizon.
func Up(at time.Time, p day.Place) bool { return At(at, p.Lat, p.Lon).Elevation > Horizon }

// Ozone is the climatological ozone column in DU. Source: Van Heuklon 1979.
func Ozone(t time.Time, lat, lon float64) float64 {
	a, beta, c, f, h, i := 150.0, 1.28, 40.0, -30.0, 3.0, 0.0
	if lon > 0 {
		i = 20
	}
	if lat < 0 {
		a, beta, c, f, h, i = 100, 1.5, 30, 152.625, 2, -75
	}
	e := float64(t.UTC().YearDay())
	wave := a + c*math.Sin(0.9865*(e+f)*rad) + 20*math.Sin(h*(lon+i)*rad)
	return 235 + wave*math.Pow(math.Sin(beta*lat*rad), 2)
}

// Label figures of sunscreen.
const (
	FullDose    = 2.0              // mg/cm², ISO 24444 [P]
	LeastSPF    = 30.0             // least label factor to plan with [W]
	BeforeSun   = 15 * time.Minute // from coat to sun, 21 CFR 201.327 [P]
	StrongFor   = 10 * time.Minute // outdoors at StrongUVI for this long makes sunscreen due [W]
	gridMinutes = 5
)

// Effective is the factor a thinner film really gives: label^(q/2) for q ≤ 2 mg/cm². Source: Faurschou & Wulf 2007.
func Effective(label, film float64) float64 {
	if label <= 1 || film <= 0 {
		return 1
	}
	return math.Pow(label, min(film, FullDose)/FullDose)
}

// FirstOutdoors is the first moment of the day's segments that is outdoors with the sun up; ok is false for none.
func FirstOutdoors(d day.Day, loc *time.Location, from, until time.Time) (first time.Time, ok bool) {
	eachOutdoors(d, loc, from, until, func(t time.Time, _ time.Duration, s day.Segment) {
		if (!ok || t.Before(first)) && At(t, d.Place.Lat, d.Place.Lon).Elevation > Horizon {
			first, ok = t, true
		}
	})
	return first, ok
}

// StrongOutdoors is how long the client is outdoors while the open-sky index is 3 or more, on a five-minute grid.
func StrongOutdoors(d day.Day, loc *time.Location, from, until time.Time) time.Duration {
	var sum time.Duration
	sky := Over(d, from)
	eachOutdoors(d, loc, from, until, func(t time.Time, part time.Duration, s day.Segment) {
		if sky.Index(t, s.Ground) >= StrongUVI {
			sum += part
		}
	})
	return sum
}

func eachOutdoors(d day.Day, loc *time.Location, from, until time.Time, visit func(time.Time, time.Duration, day.Segment)) {
	for _, s := range d.Segments {
		if !s.Place.Outdoors() {
			continue
		}
		start, _ := s.From.In(loc)
		end, _ := s.To.In(loc)
		if start.Before(from) {
			start = from
		}
		if end.After(until) {
			end = until
		}
		for t := start; t.Before(end); t = t.Add(gridMinutes * time.Minute) {
			visit(t, min(gridMinutes*time.Minute, end.Sub(t)), s)
		}
	}
}
