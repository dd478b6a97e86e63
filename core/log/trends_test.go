package log_test

import (
	"fmt"
	"math"
	"slices"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/log"
	"urncloth/core/look"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

func TestEachSittingSaysByItselfHowLongAZoneLastedWithWhatAndWhatStung(t *testing.T) {
	p := plan.Make(With(t, func(s *sitting.Sitting) {
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
		s.Day.Air.TempC = P(27.0)
	}))
	clean, predicted, c := shows(t, p)
	wall := func(at time.Time) string { return day.Wall(at.In(c.Loc)).String() }
	seen := clean.Add(100 * time.Minute)
	up := p.Wear.TouchUps[0]
	at, _ := up.At.In(c.Loc)
	tended := fmt.Sprintf(`"at": %q, "kind": "done", "step": %q`, wall(at), up.ID)
	planned := int(predicted.Sub(clean).Minutes())
	b := &book{t: t}
	b.sat(p, worn(fmt.Sprintf(`{"shone_at": %q}`, wall(seen)), `"kind": "sting", "product": "serum"`,
		`"kind": "touch", "reads": {"chin": "tacky"}`)...)
	b.sat(p, worn(`{}`)...)
	b.sat(p, worn(`{}`, tended)...)
	b.sat(p, worn(fmt.Sprintf(`{"shone_at": %q}`, wall(at.Add(time.Hour))), tended)...)
	b.sat(p)
	_, past, fs := log.Look(b.list, nil, nil, say.English)
	if len(fs) > 0 || len(past) != 5 {
		t.Fatalf("%d, %v", len(past), fs)
	}
	whole, untouched := int(c.WearUntil.Sub(clean).Minutes()), int(at.Sub(clean).Minutes())
	for i, want := range []log.Lasted{{PlannedMin: planned, SeenMin: 100}, {planned, whole, true, ""},
		{planned, untouched, true, ""}, {planned, untouched, true, ""}} {
		got := past[i].Lasted[face.Forehead]
		if want.Primer = got.Primer; got != want {
			t.Errorf("%d: %+v, want %+v", i, got, want)
		}
	}
	name := ""
	for i := range p.Prep.Steps {
		s := &p.Prep.Steps[i]
		if s.Act == act.Apply && kit.Kind(s.Kind).Of().Group == kit.Primers && slices.Contains(s.Zones, face.Forehead) {
			name = p.Sitting.Kit.Find(s.Product).Name
		}
	}
	if past[0].Lasted[face.Forehead].Primer != name {
		t.Errorf("with %q, planned %q", past[0].Lasted[face.Forehead].Primer, name)
	}
	if past[0].TempC != 27 || past[0].Date.String() != "2027-06-19" || past[0].Feels[face.Chin] != chair.Tacky ||
		!slices.Equal(past[0].Stung, []string{"Serum"}) || len(past[4].Lasted) > 0 || len(past[4].Stung) > 0 {
		t.Errorf("%+v\n%+v", past[0], past[4])
	}
}

func TestEachSittingSaysInHowManyPassesAZoneCameOff(t *testing.T) {
	p := plan.Make(Sitting(t))
	f := p.Foretold()
	w := f.Lift[face.Cheeks]
	for n := 1; n <= w.Passes+1; n++ {
		pupil := log.NewPupil()
		pupil.Sitting(p, &chair.Recalled{Prep: p.Prep.Steps, Clean: map[face.Zone]chair.Given{
			face.Cheeks: {Steps: passes(t, p, face.Cheeks, n)}, face.Chin: {Steps: []stack.Step{}}}})
		got := pupil.Past()[0].Took
		if len(got) != 1 || got[face.Cheeks] != (log.Took{Planned: w.Passes, Given: n, Kind: w.Kind,
			Binder: string(w.Binder)}) {
			t.Errorf("%d: %+v", n, got)
		}
	}
}

func TestARemoverTeachesOnceASittingByTheZoneThatAskedForMostAndIsHeld(t *testing.T) {
	p := plan.Make(Sitting(t))
	f := p.Foretold()
	w := f.Lift[face.Cheeks]
	key := "lift/" + string(w.Kind) + "/" + string(w.Binder)
	var alike face.Zone
	for _, z := range []face.Zone{face.Forehead, face.Nose, face.Chin, face.Jaw} {
		if f.Lift[z] == w {
			alike = z
		}
	}
	if f.Lift[alike] != w {
		t.Fatalf("no zone is like the cheeks: %+v", f.Lift)
	}
	given := func(cheeks, other int) *chair.Recalled {
		return &chair.Recalled{Prep: p.Prep.Steps, Clean: map[face.Zone]chair.Given{
			face.Cheeks: {Steps: passes(t, p, face.Cheeks, cheeks)}, alike: {Steps: passes(t, p, alike, other)}}}
	}
	m := w.Passes
	for _, n := range [][2]int{{m, m + 2}, {m + 2, m}, {m + 1, m + 2}} {
		pupil := log.NewPupil()
		pupil.Sitting(p, given(n[0], n[1]))
		if got, want := pupil.Factor(key), math.Sqrt(float64(m)/float64(m+2)); !near(got, want) {
			t.Errorf("%v passes: %.4f, want %.4f once", n, got, want)
		}
	}
	pupil := log.NewPupil()
	for range 12 {
		pupil.Sitting(p, given(m+4, m+4))
	}
	if got := pupil.Factor(key); got != 0.4 {
		t.Errorf("it falls to %g", got)
	}
	primed := f.Lift[face.Forehead] // care and a silicone primer lie there: the primer stays longest
	if primed.Binder != look.SiliconeFilm || primed.Passes < 3 {
		t.Fatalf("%+v", primed)
	}
	pupil.Sitting(p, &chair.Recalled{Prep: p.Prep.Steps, Clean: map[face.Zone]chair.Given{
		face.Forehead: {Steps: passes(t, p, face.Forehead, 1)}}})
	if got := pupil.Factor("lift/" + string(primed.Kind) + "/" + string(primed.Binder)); got != 1.5 {
		t.Errorf("it rises to %g", got)
	}
}
