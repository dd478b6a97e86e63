package device_test

import (
	"errors"
	"math"
	"testing"

	"urncloth/core/face"
	"urncloth/internal/device"
)

var (
	_ device.Probe = (*device.Simulated)(nil)
	_ device.Scale = (*device.Simulated)(nil)
)

func TestASimulatedProbeReadsOneClientAlikeAndTwoApart(t *testing.T) {
	one, again, other := device.Simulated{Seed: "one"}, device.Simulated{Seed: "one"}, device.Simulated{Seed: "other"}
	differ := false
	for z := range face.N {
		a, errA := one.Read(z)
		b, errB := again.Read(z)
		c, errC := other.Read(z)
		if err := errors.Join(errA, errB, errC); err != nil {
			t.Fatal(err)
		}
		if a != b {
			t.Errorf("%s: %+v, then %+v", z, a, b)
		}
		differ = differ || a != c
	}
	if !differ {
		t.Error("two clients have the same skin everywhere")
	}
}

func TestASimulatedProbeStaysWithinWhatSkinShows(t *testing.T) {
	oilier := false
	for _, seed := range []string{"a", "b", "c", "d", "e", "f", "g", "h", "i", "j", "k", "l"} {
		probe := device.Simulated{Seed: seed}
		for z := range face.N {
			r, err := probe.Read(z)
			high := 200.0
			if z.TZone() {
				high = 280
				oilier = oilier || r.SebumUG > 200
			}
			if err != nil || r.SebumUG < 25 || r.SebumUG > high || r.Hydration < 22 || r.Hydration > 62 ||
				r.SurfaceC < 31 || r.SurfaceC > 34 {
				t.Errorf("%s of %s: %+v, %v", z, seed, r, err)
			}
		}
	}
	if !oilier {
		t.Error("no T-zone is oilier than a cheek can be")
	}
}

func TestTheNoiseOfAProbeIsRelativeToWhatItReads(t *testing.T) {
	exact, err := (&device.Simulated{Seed: "x"}).Read(face.Cheeks)
	if err != nil {
		t.Fatal(err)
	}
	probe := device.Simulated{Seed: "x", Noise: 0.03}
	const n = 4000
	var sum, squares float64
	for range n {
		r, err := probe.Read(face.Cheeks)
		if err != nil {
			t.Fatal(err)
		}
		e := r.Hydration/exact.Hydration - 1
		sum += e
		squares += e * e
	}
	if mean := sum / n; math.Abs(mean) > 0.003 {
		t.Errorf("the readings lie off by %.4f", mean)
	}
	if spread := math.Sqrt(squares / n); spread < 0.027 || spread > 0.033 {
		t.Errorf("they spread by %.4f, should by 0.03", spread)
	}
}

func TestStrokesAddUpOnTheScale(t *testing.T) {
	s := device.Simulated{Seed: "pump", Each: 0.3}
	if g, err := s.Weigh(); g != 0 || err != nil {
		t.Fatalf("an empty scale shows %g, %v", g, err)
	}
	s.Stroke()
	one, _ := s.Weigh()
	if one < 0.85*0.3 || one > 1.15*0.3 {
		t.Errorf("a stroke of a pump of about 0.3 g weighs %g", one)
	}
	s.Stroke()
	s.Stroke()
	if three, _ := s.Weigh(); math.Abs(three-3*one) > 1e-12 {
		t.Errorf("three strokes weigh %g, one %g", three, one)
	}
}

func TestAnInstrumentWithAFaultGivesNoReading(t *testing.T) {
	s := device.Simulated{Seed: "x", Each: 0.3, Fault: true}
	s.Stroke()
	if g, err := s.Weigh(); g != 0 || !errors.Is(err, device.ErrFault) {
		t.Errorf("the scale shows %g, %v", g, err)
	}
	if r, err := s.Read(face.Nose); r != (device.Reading{}) || !errors.Is(err, device.ErrFault) {
		t.Errorf("the probe shows %+v, %v", r, err)
	}
}
