// Package sun reckons where the sun stands and how much of it reddens skin.
package sun

import (
	"math"
	"time"

	"urncloth/core/day"
	"urncloth/core/figure"
	"urncloth/core/num"
)

// Units of angle and time.
const (
	circle         = 360.0 // degrees
	rad            = 2 * math.Pi / circle
	secondsADay    = 86400
	minutesADay    = 1440
	minutesADegree = 4 // that the sun takes
	noon           = 12
	metresAKM      = 1000
)

// Position is the sun seen from a place at an instant, without refraction. Angles in degrees, Equation in minutes.
type Position struct {
	Elevation   float64
	Declination float64
	Equation    float64 // equation of time
}

// At returns the sun's position.
func At(t time.Time, lat, lon float64) Position {
	sine, sinD, eq := standing(lat, lon).sines(t)
	return Position{
		Elevation:   math.Asin(sine) / rad,
		Declination: math.Asin(sinD) / rad,
		Equation:    eq,
	}
}

// spot is a place as the sun's course asks for it.
type spot struct{ lon, sinLat, cosLat float64 }

func standing(lat, lon float64) spot {
	sin, cos := math.Sincos(lat * rad)
	return spot{lon, sin, cos}
}

// within is what is left of x beyond whole turns.
func within(x, turn float64) float64 { return x - turn*math.Trunc(x/turn) }

// sines returns the sines of the sun's elevation and declination, and the equation of time in minutes. Source: NOAA
// Global Monitoring Laboratory, solar calculation details (after Meeus, Astronomical Algorithms); the coefficients are
// the rows of core/figure.
func (s spot) sines(t time.Time) (sine, sinD, eq float64) {
	unix := t.Unix()
	jd := figure.JulianDay
	c := (float64(unix)/secondsADay + jd[0] - jd[1]) / jd[2] // Julian centuries
	l, a, e, k := figure.MeanLong, figure.MeanAnomaly, figure.Eccentricity, figure.Centre
	meanLong := within(l[0]+c*(l[1]+c*l[2]), circle)
	anomaly := (a[0] + c*(a[1]-a[2]*c)) * rad
	ecc := e[0] - c*(e[1]+e[2]*c)
	sinA, cosA := math.Sincos(anomaly)
	// sin 2A and sin 3A by the sines and cosines of A
	centre := sinA*(k[0]-c*(k[1]+k[2]*c)) + 2*sinA*cosA*(k[3]-k[4]*c) + sinA*(3-4*sinA*sinA)*k[5]
	node := (figure.Node[0] - figure.Node[1]*c) * rad
	sinN, cosN := math.Sincos(node)
	apparent := (meanLong + centre - figure.Apparent[0] - figure.Apparent[1]*sinN) * rad
	o := figure.Obliquity
	obliquity := (o[0] + (o[1]+(o[2]-c*(o[3]+c*(o[4]-c*o[5])))/60)/60 + o[6]*cosN) * rad
	sinD = math.Sin(obliquity) * math.Sin(apparent)
	y := math.Tan(obliquity / 2)
	y *= y
	sin2L, cos2L := math.Sincos(2 * meanLong * rad)
	q := figure.EquationOfTime
	eq = minutesADegree / rad * (y*sin2L - q[0]*ecc*sinA +
		q[1]*ecc*y*sinA*cos2L - q[2]*y*y*sin2L*cos2L - q[3]*ecc*ecc*sinA*cosA)
	minutes := float64((unix%secondsADay+secondsADay)%secondsADay) / 60
	hour := (within(minutes+eq+minutesADegree*s.lon+2*minutesADay, minutesADay)/minutesADegree - circle/2) * rad
	sine = s.sinLat*sinD + s.cosLat*math.Sqrt(1-sinD*sinD)*math.Cos(hour)
	return min(max(sine, -1), 1), sinD, eq
}

// Noon is the instant near t at which the sun stands highest at that longitude.
func Noon(t time.Time, lon float64) time.Time {
	u := t.UTC()
	midday := time.Date(u.Year(), u.Month(), u.Day(), noon, 0, 0, 0, time.UTC)
	highest := midday.Add(minutes(-minutesADegree * lon))
	return highest.Add(minutes(-At(highest, 0, lon).Equation))
}

func minutes(m float64) time.Duration { return time.Duration(m * float64(time.Minute)) }

// Daylight reports whether the sun is above the horizon at any moment from one instant to another. The highest moment
// of a stretch is one of its ends or a noon within it.
func Daylight(from, to time.Time, lat, lon float64) bool {
	up := func(t time.Time) bool { return Up(t, day.Place{Lat: lat, Lon: lon}) }
	if up(from) || up(to) {
		return true
	}
	const dayAndHalf = minutesADay * time.Minute * 3 / 2
	for d := from.Add(-dayAndHalf); d.Before(to.Add(dayAndHalf)); d = d.Add(minutesADay * time.Minute) {
		if n := Noon(d, lon); n.After(from) && n.Before(to) && up(n) {
			return true
		}
	}
	return false
}

// UpFor reports whether the sun is above the horizon for so long from one instant to another: the grid of the day, its
// crossings found to the second.
func UpFor(long time.Duration, from, to time.Time, lat, lon float64) bool {
	sum := time.Duration(0)
	up := func(t time.Time) bool { return Up(t, day.Place{Lat: lat, Lon: lon}) }
	was := up(from)
	for t := from; t.Before(to) && sum < long; {
		next := t.Add(figure.Grid)
		if next.After(to) {
			next = to
		}
		is := up(next)
		switch {
		case was && is:
			sum += next.Sub(t)
		case was != is:
			a, b := t, next
			for b.Sub(a) > time.Second {
				if m := a.Add(b.Sub(a) / 2); up(m) == was {
					a = m
				} else {
					b = m
				}
			}
			if was {
				sum += a.Sub(t)
			} else {
				sum += next.Sub(b)
			}
		}
		t, was = next, is
	}
	return sum >= long
}

// Place is how much of the open-sky index reaches the client there. [W]
func Place(w day.Where) float64 { return placeFactor[w] }

// Service gives the open-sky UV index. ClearSky is the one that ships with the program; it needs no network.
type Service interface {
	Index(at time.Time, ground day.Ground) float64
}

// ClearSky is the simulated UV service: the clear-sky model under one sky at one place.
type ClearSky struct {
	spot
	thins  float64 // what ozone adds to the logarithm of the index
	height float64 // factor of the height
	sky    float64 // factor of the cloud
}

// Under is the service of one place under a sky, with so much ozone in DU.
func Under(p day.Place, sky day.Sky, ozone float64) ClearSky {
	return ClearSky{
		spot:   standing(p.Lat, p.Lon),
		thins:  figure.UVIOzone * num.Log(ozone/figure.ReferenceO3),
		height: 1 + figure.HeightPerKM*max(p.HeightM, 0)/metresAKM,
		sky:    skyFactor[sky],
	}
}

// Over is the simulated service for a day, with its ozone or, where none is given, that of the climatology at that
// instant.
func Over(d day.Day, at time.Time) ClearSky {
	ozone := Ozone(at, d.Place.Lat, d.Place.Lon)
	if d.OzoneDU != nil {
		ozone = *d.OzoneDU
	}
	return Under(d.Place, d.Sky, ozone)
}

// Index is the open-sky UV index at an instant over that ground: 12.5·μ0^2.42·(O3/300)^−1.23 times height, sky and
// ground. Source: Madronich 2007. Zero while the sun is down.
func (s ClearSky) Index(at time.Time, ground day.Ground) float64 {
	mu, _, _ := s.sines(at)
	if mu <= 0 {
		return 0
	}
	clear := num.Exp(figure.UVIZenith*num.Log(mu) + s.thins)
	return figure.UVIScale * clear * s.height * s.sky * groundFactor[ground]
}

// Up reports whether the sun is above the horizon.
func Up(at time.Time, p day.Place) bool {
	sine, _, _ := standing(p.Lat, p.Lon).sines(at)
	return sine > horizon
}

var horizon = math.Sin(figure.Horizon * rad)

// Ozone is the climatological ozone column in DU. Source: Van Heuklon 1979; the coefficients are rows of core/figure.
func Ozone(t time.Time, lat, lon float64) float64 {
	half := figure.OzoneNorth
	i := half[6]
	if lon > 0 {
		i = half[5]
	}
	if lat < 0 {
		half = figure.OzoneSouth
		i = half[5]
	}
	a, beta, c, f, h := half[0], half[1], half[2], half[3], half[4]
	mean, perDay, byLongitude := figure.OzoneWave[0], figure.OzoneWave[1], figure.OzoneWave[2]
	e := float64(t.UTC().YearDay())
	wave := a + c*math.Sin(perDay*(e+f)*rad) + byLongitude*math.Sin(h*(lon+i)*rad)
	return mean + wave*num.Pow(math.Sin(beta*lat*rad), 2)
}

// Effective is the factor a thinner film really gives: label^(q/2) for q ≤ 2 mg/cm². Source: Faurschou & Wulf 2007.
func Effective(label, film float64) float64 {
	if label <= 1 || film <= 0 {
		return 1
	}
	return num.Pow(label, min(film, figure.FullDose)/figure.FullDose)
}

// SomeOutdoors reports whether the client is outdoors at any moment at which the open-sky index is as high as that.
func SomeOutdoors(d day.Day, loc *time.Location, from, until time.Time, index float64) (met bool) {
	sky := Over(d, from)
	eachOutdoors(d, loc, from, until, func(t time.Time, _ time.Duration, s day.Segment) {
		met = met || sky.Index(t, s.Ground) >= index
	})
	return met
}

// FirstOutdoors is the first moment of the day's segments that is outdoors with the sun up; ok is false for none.
func FirstOutdoors(d day.Day, loc *time.Location, from, until time.Time) (first time.Time, ok bool) {
	eachOutdoors(d, loc, from, until, func(t time.Time, _ time.Duration, s day.Segment) {
		if (!ok || t.Before(first)) && Up(t, d.Place) {
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
		if sky.Index(t, s.Ground) >= figure.StrongUVI {
			sum += part
		}
	})
	return sum
}

func eachOutdoors(
	d day.Day,
	loc *time.Location,
	from, until time.Time,
	visit func(time.Time, time.Duration, day.Segment),
) {
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
		for t := start; t.Before(end); t = t.Add(figure.Grid) {
			visit(t, min(figure.Grid, end.Sub(t)), s)
		}
	}
}
