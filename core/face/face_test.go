package face_test

import (
	"math"
	"slices"
	"testing"

	"urncloth/core/face"
	"urncloth/core/say"
	. "urncloth/core/testutil"
)

func TestAreasScaleWithTheBody(t *testing.T) {
	day := On(t, "2027-06-19")
	sum := func(c face.Client) (area float64) {
		for z, a := range c.Areas(day) {
			if face.Zone(z).OnFace() {
				area += a
			}
		}
		return area
	}
	near := func(what string, got, want float64) {
		if math.Abs(got-want) > 0.01*want {
			t.Errorf("%s: %g cm², want %g", what, got, want)
		}
	}
	near("a face of unknown size", sum(face.Client{}), 530)
	near("a tall adult", sum(face.Client{HeightCM: 185, WeightKG: 85}), 530*math.Sqrt(185*85/3600.0)/1.73)
	near("a very large adult is held", sum(face.Client{HeightCM: 200, WeightKG: 160}), 530*1.2)
	near("a very small adult is held", sum(face.Client{HeightCM: 140, WeightKG: 35}), 530*0.85)
	child := face.Client{Born: On(t, "2019-06-19"), HeightCM: 128, WeightKG: 26}
	near("a child of eight has a large head and is not held", sum(child), 530*math.Sqrt(128*26/3600.0)/1.73*(1.86+(1.57-1.86)*3/5))
	if neck := child.Areas(day)[face.Neck]; math.Abs(neck-220*math.Sqrt(128*26/3600.0)/1.73) > 1 {
		t.Errorf("the child's neck grows with the body alone: %g", neck)
	}
}

func TestAZoneLeftOutTakesItsNeighboursGradesButNotItsMarks(t *testing.T) {
	c := face.Client{Zones: map[face.Zone]face.Grades{
		face.Forehead: {Oil: P(3), Water: P(1), Marks: []face.Mark{face.Breakout}},
		face.Cheeks:   {Oil: P(0), Water: P(2)},
		face.Chin:     {Marks: []face.Mark{face.Flaky}},
	}}
	s := c.States(On(t, "2027-06-19"))
	if s[face.Nose].Oil != 3 || s[face.Nose].Water != 1 || len(s[face.Nose].Marks) != 0 {
		t.Errorf("nose: %+v", s[face.Nose])
	}
	if s[face.Neck].Oil != 0 || s[face.Neck].Water != 2 {
		t.Errorf("neck: %+v", s[face.Neck])
	}
	if !s[face.Chin].Has(face.Flaky) || s[face.Chin].Oil != 3 {
		t.Errorf("a zone with marks alone keeps them and borrows the grades: %+v", s[face.Chin])
	}
}

func TestSkinTypeIsDerivedFromTheGrades(t *testing.T) {
	cases := []struct {
		name           string
		forehead, nose [2]int
		cheeks         [2]int
		want           face.TypeName
		overlay        face.Overlay
	}{
		{"oil everywhere", [2]int{2, 2}, [2]int{2, 2}, [2]int{2, 2}, "oily", ""},
		{"oily and thirsty", [2]int{3, 1}, [2]int{3, 1}, [2]int{2, 1}, "oily", "dehydrated"},
		{"oily middle", [2]int{2, 2}, [2]int{2, 2}, [2]int{1, 2}, "combination", ""},
		{"mean of exactly one and a half", [2]int{1, 2}, [2]int{3, 2}, [2]int{1, 2}, "combination", ""},
		{"dry all over", [2]int{1, 1}, [2]int{1, 1}, [2]int{0, 0}, "dry", ""},
		{"dry but plump is balanced", [2]int{1, 3}, [2]int{1, 3}, [2]int{1, 3}, "balanced", ""},
		{"oily cheeks alone are balanced", [2]int{1, 2}, [2]int{1, 2}, [2]int{3, 2}, "balanced", ""},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			g := func(v [2]int) face.Grades { return face.Grades{Oil: P(v[0]), Water: P(v[1])} }
			cl := face.Client{Zones: map[face.Zone]face.Grades{face.Forehead: g(c.forehead), face.Nose: g(c.nose), face.Cheeks: g(c.cheeks)}}
			if c.name == "mean of exactly one and a half" {
				cl.Zones[face.UpperLip], cl.Zones[face.Chin] = g([2]int{1, 2}), g([2]int{1, 2})
			}
			got := cl.TypeOf(say.English, cl.States(On(t, "2027-06-19")))
			if got.Type != c.want {
				t.Errorf("type is %s, want %s (%v)", got.Type, c.want, got.Because)
			}
			if c.overlay != "" && !slices.Contains(got.Overlays, c.overlay) {
				t.Errorf("overlays %v lack %s", got.Overlays, c.overlay)
			}
		})
	}
}

func TestReadingsOfEveryKindFillTheSameGrades(t *testing.T) {
	for word, want := range map[face.Sheet]int{"clear": 0, "specks": 1, "half_translucent": 2, "translucent": 3} {
		if got, ok := face.BlotGrade(word); !ok || got != want {
			t.Errorf("a sheet that is %s is oil %d, got %d", word, want, got)
		}
	}
	if _, ok := face.BlotGrade("soaked"); ok {
		t.Error("an unknown word of a sheet was graded")
	}
	for _, c := range []struct {
		zone  face.Zone
		sebum float64
		want  int
	}{{face.Forehead, 20, 0}, {face.Forehead, 99, 1}, {face.Forehead, 100, 2}, {face.Forehead, 220, 2}, {face.Forehead, 221, 3},
		{face.Cheeks, 69, 1}, {face.Cheeks, 70, 2}, {face.Cheeks, 180, 2}, {face.Cheeks, 181, 3}} {
		if got := face.SebumGrade(c.zone, c.sebum); got != c.want {
			t.Errorf("%s at %g µg/cm² is oil %d, got %d", c.zone, c.sebum, c.want, got)
		}
	}
	for reading, want := range map[float64]int{29: 0, 30: 1, 39: 1, 40: 2, 55: 2, 56: 3} {
		if got := face.WaterGrade(reading); got != want {
			t.Errorf("%g units is water %d, got %d", reading, want, got)
		}
	}
	if oil, water := face.BareWait(3, 1); oil != 1 || water != 0 {
		t.Errorf("painfully tight and a little shiny is oil 1, water 0: %d, %d", oil, water)
	}
}

func TestMarksToldOfAsConditionsCountUntilTheirDate(t *testing.T) {
	c := face.Client{Zones: Sitting(t).Client.Zones, Conditions: []face.Condition{
		{Kind: "breakout", Zone: P(face.Chin)}, {Kind: "cold_sore", On: On(t, "2027-05-01")}}}
	s := c.States(On(t, "2027-06-19"))
	if !s[face.Chin].Has(face.Breakout) || s[face.Nose].Has(face.Breakout) {
		t.Error("a breakout told of on the chin belongs to the chin")
	}
	if s[face.Lips].Has(face.ColdSore) {
		t.Error("last month's cold sore has healed")
	}
}
