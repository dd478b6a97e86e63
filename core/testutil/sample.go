// Package testutil builds sittings and hand-made steps for tests of the core.
package testutil

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// P is a pointer to v, for fields where absence means something.
func P[T any](v T) *T { return &v }

// At is a wall-clock time on the sample's day, from "09:00".
func At(t testing.TB, clock string) day.Local {
	t.Helper()
	if len(clock) <= len("15:04:05") {
		clock = "2027-06-19T" + clock
	}
	var l day.Local
	if err := l.UnmarshalText([]byte(clock)); err != nil {
		t.Fatal(err)
	}
	return l
}

// On is a date.
func On(t testing.TB, date string) day.Date {
	t.Helper()
	var d day.Date
	if err := d.UnmarshalText([]byte(date)); err != nil {
		t.Fatal(err)
	}
	return d
}

// Kit is a small, sound kit: one of everything a plain prep needs.
func Kit() kit.Kit {
	return kit.Kit{
		{ID: "micellar", Name: "Micellar", Kind: "micellar", Base: "water", EyeSafe: true, LensSafe: true,
			Tags: []string{"oil_free"}},
		{ID: "gel-wash", Name: "Gel wash", Kind: "gel_cleanser", Base: "water"},
		{ID: "toner", Name: "Toner", Kind: "toner", Base: "water"},
		{ID: "essence", Name: "Essence", Kind: "essence", Base: "water"},
		{ID: "serum", Name: "Serum", Kind: "serum", Base: "water", Actives: map[string]float64{"hyaluronic": 1},
			Container: "dropper"},
		{ID: "eye", Name: "Eye cream", Kind: "eye_cream", Base: "emulsion", Weight: 3, EyeSafe: true},
		{ID: "gel", Name: "Gel", Kind: "moisturiser_gel", Base: "water", Weight: 1, EyeSafe: true},
		{ID: "lotion", Name: "Lotion", Kind: "moisturiser_lotion", Base: "emulsion", Weight: 2, EyeSafe: true,
			Container: "pump", GramsPerUnit: 0.3},
		{ID: "cream", Name: "Cream", Kind: "moisturiser_cream", Base: "emulsion", Weight: 3, EyeSafe: true},
		{ID: "rich", Name: "Rich cream", Kind: "moisturiser_rich", Base: "emulsion", Weight: 5},
		{ID: "oil", Name: "Oil", Kind: "face_oil", Base: "oil"},
		{ID: "salve", Name: "Salve", Kind: "lip_balm", Base: "oil"},
		{ID: "patch", Name: "Patch balm", Kind: "dry_patch_balm", Base: "oil"},
		{ID: "matte", Name: "Matte primer", Kind: "primer_mattifying", Base: "silicone"},
		{ID: "dew", Name: "Dew primer", Kind: "primer_hydrating", Base: "water", EyeSafe: true},
		{ID: "spf", Name: "Day fluid", Kind: "sunscreen", Base: "emulsion", Weight: 2, SPF: 50, BroadSpectrum: true,
			Filters: "organic", EyeSafe: true},
		{ID: "polish", Name: "Polish", Kind: "enzyme_polish", Base: "water"},
		{ID: "spatula", Name: "Spatula", Kind: "spatula", Count: P(10)},
	}
}

// Sitting is a plain sitting by daylight: combination skin, satin look, forty minutes.
func Sitting(t testing.TB) *sitting.Sitting {
	t.Helper()
	return &sitting.Sitting{
		Format: sitting.Format,
		Client: face.Client{Name: "Sample", Phototype: 2, Zones: map[face.Zone]face.Grades{
			face.Forehead: {Oil: P(2), Water: P(2)}, face.Cheeks: {Oil: P(1), Water: P(2)}}},
		Look: look.Look{Finish: "satin", Coverage: "medium", Base: "emulsion", Neckline: "closed"},
		Day: day.Day{Date: On(t, "2027-06-19"), Timezone: "Europe/Dublin", Place: day.Place{Lat: 51.7, Lon: -8.52},
			ChairAt: At(t, "09:00"), BaseAt: At(t, "09:40"), WearUntil: At(t, "17:00"), LiftAt: At(t, "17:30"),
			Washed: &day.Wash{At: At(t, "08:00")}},
		Method: method.Choice{},
		Kit:    Kit(),
	}
}

// With changes a sitting and checks that it is still valid.
func With(t testing.TB, change func(s *sitting.Sitting)) *sitting.Sitting {
	t.Helper()
	s := Sitting(t)
	change(s)
	if fs := s.Check("", nil); len(fs) > 0 {
		t.Fatalf("the changed sitting is not valid:\n%s", fs.Error())
	}
	return s
}

// Add puts products at the end of the kit, replacing those of the same id.
func Add(s *sitting.Sitting, products ...kit.Product) {
	for _, p := range products {
		if old := s.Kit.Find(p.ID); old != nil {
			*old = p
			continue
		}
		s.Kit = append(s.Kit, p)
	}
}

// Drop takes products out of the kit.
func Drop(s *sitting.Sitting, ids ...string) {
	kept := kit.Kit{}
	for _, p := range s.Kit {
		gone := false
		for _, id := range ids {
			gone = gone || p.ID == id
		}
		if !gone {
			kept = append(kept, p)
		}
	}
	s.Kit = kept
}

// Apply is a step that lays a product on zones at a film in mg/cm².
func Apply(t testing.TB, id, product, clock string, film float64, zones ...face.Zone) stack.Step {
	t.Helper()
	s := stack.Step{ID: id, Act: "apply", Product: product, Zones: zones, Start: At(t, clock), HandsS: 30, How: "pat",
		Film: map[face.Zone]doc.Num{}}
	for _, z := range zones {
		s.Film[z] = doc.Num(film)
	}
	return s
}

// Doing is an act with a product.
type Doing struct {
	what    act.Act
	product string
}

// By is an act with a product, "" for none.
func By(what act.Act, product string) Doing { return Doing{what, product} }

// Do is a step of an act without a film.
func Do(t testing.TB, id string, d Doing, clock string, hands int, zones ...face.Zone) stack.Step {
	t.Helper()
	return stack.Step{ID: id, Act: d.what, Product: d.product, Zones: zones, Start: At(t, clock), HandsS: hands}
}

// Found returns the findings of a rule.
func Found(fs []rules.Finding, rule rules.ID) []rules.Finding {
	var list []rules.Finding
	for _, f := range fs {
		if f.Rule == rule {
			list = append(list, f)
		}
	}
	return list
}

// Rules lists the ids of findings, for messages.
func Rules(fs []rules.Finding) string {
	list := make([]string, len(fs))
	for i, f := range fs {
		list[i] = fmt.Sprintf("%s (%s) %s", f.Rule, f.Severity, f.Say)
	}
	return fmt.Sprintf("%q", list)
}

// JSON writes v for a test of the readers.
func JSON(t testing.TB, v any) []byte {
	t.Helper()
	b, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// P99 runs work and reports, beside the mean, the time that 99 of 100 runs stay under and the worst, also in
// references, which run in between.
func P99(b *testing.B, work func()) {
	b.Helper()
	var took, references []time.Duration
	since := time.Duration(0)
	for b.Loop() {
		start := time.Now()
		work()
		one := time.Since(start)
		took = append(took, one)
		if since += one; since > 20*time.Millisecond {
			b.StopTimer()
			since, references = 0, append(references, reference())
			b.StartTimer()
		}
	}
	slices.Sort(took)
	p99, worst, is := took[len(took)*99/100], took[len(took)-1], float64(middle(append(references, reference())))
	b.ReportMetric(float64(p99.Microseconds())/1000, "p99-ms")
	b.ReportMetric(float64(p99)/is, "p99-refs")
	b.ReportMetric(float64(worst.Microseconds())/1000, "worst-ms")
}

// Reference is how long a fixed computation takes here and now, the median of some runs: what a benchmark takes in its
// terms means the same on a slow or a busy machine.
func Reference() time.Duration {
	var took []time.Duration
	for range 21 {
		took = append(took, reference())
	}
	return middle(took)
}

// quietReference is that computation on a machine of two cores with nothing else to do.
const quietReference = 3100 * time.Microsecond

// Slower is how many times as long as on such a machine it takes just now, 1 at the least. Bars of time are held
// against it, since a machine that has other things to do says nothing of the program.
func Slower() float64 { return max(1, float64(Reference())/float64(quietReference)) }

func middle(took []time.Duration) time.Duration {
	slices.Sort(took)
	return took[len(took)/2]
}

// reference is one run of it.
func reference() time.Duration {
	start, sum := time.Now(), 0.0
	list := make([]float64, 1<<15)
	for i := range list {
		list[i] = math.Exp(-float64(i*7919%(1<<15)) / (1 << 12))
	}
	slices.Sort(list)
	for _, x := range list {
		sum += x
	}
	if sum < 0 {
		panic("a sum of exponentials below nought")
	}
	return time.Since(start)
}
