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

// Pump lets strokes fall on a scale.
type Pump interface {
	Scale
	Stroke()
}

// Bench hands out instruments. Fault is for trying what happens when one gives no reading.
type Bench interface {
	Probe(client string, fault bool) Probe
	Pump(product string, each float64, fault bool) Pump
}

// Simulation is a bench of instruments that are not there.
type Simulation struct{}

// How far a simulated reading is off, as a share of it. [W]
const (
	probeNoise = 0.03
	scaleNoise = 0.02
)

// Probe is a simulated probe, which reads one client alike again.
func (Simulation) Probe(client string, fault bool) Probe {
	return &Simulated{Seed: client, Noise: probeNoise, Fault: fault}
}

// Pump is a simulated pump over a scale, which gives about so many grams a stroke.
func (Simulation) Pump(product string, each float64, fault bool) Pump {
	return &Simulated{Seed: product, Noise: scaleNoise, Fault: fault, Each: each}
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
