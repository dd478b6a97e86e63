// Package device speaks to instruments at the chair. The simulated ones ship with the program; a real one implements
// the same small interfaces.
package device

import (
	"errors"
	"hash/fnv"
	"math/rand/v2"

	"urncloth/core/face"
)

// ErrFault is an instrument that does not give a reading.
var ErrFault = errors.New("device: no reading; check the cable and the tip, and try again")

// Scale weighs what lies on it, in grams.
type Scale interface {
	Weigh() (grams float64, err error)
}

// Reading is what a probe shows on a zone.
type Reading struct {
	SebumUG   float64 // µg/cm²
	Hydration float64 // capacitance units
	SurfaceC  float64
}

// Probe reads skin.
type Probe interface {
	Read(z face.Zone) (Reading, error)
}

// Simulated is a probe and a scale that are not there. Their true values follow from Seed, so that one client or pump
// reads alike again; Noise is the relative error of a reading. With Fault switched on they give none.
type Simulated struct {
	Seed  string
	Noise float64
	Fault bool
	Each  float64 // grams of one stroke of the simulated pump, about
	total float64
}

func (s *Simulated) truth(what string, low, high float64) float64 {
	h := fnv.New64a()
	h.Write([]byte(s.Seed + what))
	return low + (high-low)*float64(h.Sum64()%1000)/999
}

func (s *Simulated) noisy(v float64) float64 { return v * (1 + s.Noise*rand.NormFloat64()) }

// Stroke lets one stroke of the pump fall on the scale.
func (s *Simulated) Stroke() { s.total += s.noisy(s.Each * s.truth("pump", 0.85, 1.15)) }

// Weigh returns what lies on the scale.
func (s *Simulated) Weigh() (float64, error) {
	if s.Fault {
		return 0, ErrFault
	}
	return s.total, nil
}

// Read returns a reading of a zone.
func (s *Simulated) Read(z face.Zone) (Reading, error) {
	if s.Fault {
		return Reading{}, ErrFault
	}
	high := 200.0
	if z.TZone() {
		high = 280
	}
	return Reading{
		s.noisy(s.truth(z.String()+"oil", 25, high)),
		s.noisy(s.truth(z.String()+"water", 22, 62)),
		s.noisy(s.truth("warmth", 31, 34)),
	}, nil
}
