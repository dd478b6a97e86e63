package face_test

import (
	"encoding"
	"math"
	"slices"
	"strings"
	"testing"

	"urncloth/core/doc"
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
	near("a child of eight has a large head and is not held", sum(child),
		530*math.Sqrt(128*26/3600.0)/1.73*(1.86+(1.57-1.86)*3/5))
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
		{"dry at the edge of both", [2]int{1, 1}, [2]int{1, 1}, [2]int{1, 1}, "dry", ""},
		{"dry but plump is balanced", [2]int{1, 3}, [2]int{1, 3}, [2]int{1, 3}, "balanced", ""},
		{"oily cheeks alone are balanced", [2]int{1, 2}, [2]int{1, 2}, [2]int{3, 2}, "balanced", ""},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			g := func(v [2]int) face.Grades { return face.Grades{Oil: P(v[0]), Water: P(v[1])} }
			cl := face.Client{Zones: map[face.Zone]face.Grades{face.Forehead: g(c.forehead), face.Nose: g(c.nose),
				face.Cheeks: g(c.cheeks)}}
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
	}{{face.Forehead, 20, 0}, {face.Forehead, 99, 1}, {face.Forehead, 100, 2}, {face.Forehead, 220, 2},
		{face.Forehead, 221, 3},
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

func TestSkinAreaFollowsMosteller(t *testing.T) {
	for _, c := range []struct{ cm, kg, want float64 }{{170, 70, 1.81812}, {168, 61, 1.68721}, {110, 19, 0.761942},
		{60, 6, 0.316228}} {
		if got := face.BSA(c.cm, c.kg); math.Abs(got-c.want) > 5e-6 {
			t.Errorf("%g cm and %g kg have %.6f m², want %g", c.cm, c.kg, got, c.want)
		}
	}
}

func TestAChildsHeadIsLargeForItsBodyByAge(t *testing.T) {
	for age, want := range map[float64]float64{0: 2.7, 0.5: 2.55, 1: 2.4, 3: 2.13, 5: 1.86, 7.5: 1.715, 10: 1.57,
		15: 1.29, 16.5: 1.145, 18: 1, 40: 1} {
		if got := face.HeadFactor(age); math.Abs(got-want) > 1e-9 {
			t.Errorf("at %g years %g, want %g", age, got, want)
		}
	}
	on := On(t, "2027-06-19")
	grown := face.Client{Born: On(t, "2009-06-19"), HeightCM: 140, WeightKG: 35}.Areas(on)
	if math.Abs(grown[face.Ears]-60*0.85) > 1e-9 || math.Abs(grown[face.Forehead]-90*0.85) > 1e-9 {
		t.Errorf("at eighteen somebody is grown up, and held: %v", grown)
	}
	baby := face.Client{Born: On(t, "2027-06-19")}.Areas(on)
	if math.Abs(baby[face.Ears]-60*2.7) > 1e-9 || baby[face.Neck] != 220 || math.Abs(baby[face.Lips]-12*2.7) > 1e-9 {
		t.Errorf("ears grow with the head, the neck with the body: %v", baby)
	}
	short := face.Client{HeightCM: 170}.Areas(on)
	if short[face.Chest] != 300 {
		t.Error("without a weight the ratio is taken as one")
	}
}

func TestZonesKnowTheirAreaClassAndPlace(t *testing.T) {
	areas := face.Client{}.Areas(On(t, "2027-06-19"))
	want := [face.N]float64{90, 30, 12, 33, 190, 120, 18, 15, 10, 12, 220, 60, 300, 15, 120, 900, 1950, 430, 1040,
		1380, 2250, 3290, 2420, 600}
	if areas != want {
		t.Errorf("%v", areas)
	}
	bald := face.Client{Without: []face.Hair{face.ScalpHair}, HeightCM: 170, WeightKG: 70}
	if got, ratio := bald.Areas(On(t, "2027-06-19"))[face.Scalp], face.BSA(170,
		70)/1.73; math.Abs(got-250*ratio) > 1e-9 {
		t.Errorf("a bald scalp has %g cm²", got)
	}
	for z := range face.N {
		if z.TZone() != (z <= face.Chin) || z.OnFace() != (z < face.Neck) ||
			(z.Class() == face.Eye) != (z == face.UnderEyes || z == face.Eyelids) {
			t.Errorf("%s: %t %t %d", z, z.TZone(), z.OnFace(), z.Class())
		}
		var again face.Zone
		if b, _ := z.MarshalText(); again.UnmarshalText(b) != nil || again != z {
			t.Errorf("%s does not come back", z)
		}
		if from := z.GradeFrom(); (from == face.Neck) != face.Body.Has(z) || z.TZone() != (from == face.Forehead) {
			t.Errorf("%s takes its grades from %s", z, from)
		}
	}
	var z face.Zone
	if err := z.UnmarshalText([]byte("knee")); err == nil || err.Error() != `"knee" is not a zone of the face or body` {
		t.Errorf("%v", err)
	}
	s := face.SetOf(face.Chin, face.Nose)
	if s.First() != face.Nose || face.Set(0).First() != face.N || !s.Has(face.Chin) || s.Has(face.Lips) ||
		!slices.Equal(s.List(), []face.Zone{face.Nose, face.Chin}) {
		t.Errorf("%v", s.List())
	}
}

func TestZonesAreNamedAsAnArtistWould(t *testing.T) {
	for want, set := range map[string]face.Set{"": 0, "nose": face.SetOf(face.Nose),
		"nose and upper lip": face.SetOf(face.UpperLip, face.Nose),
		"the face":           face.Face, "the face, neck and ears": face.Face | face.SetOf(face.Neck, face.Ears),
		"forehead, cheeks and under eyes": face.SetOf(face.Cheeks, face.UnderEyes, face.Forehead)} {
		if got := face.Names(say.English, set); got != want {
			t.Errorf("got %q, want %q", got, want)
		}
	}
}

func TestSkinIsCalledByItsGradesAndSaysWhy(t *testing.T) {
	c := face.Client{Sensitivity: 2, Mature: true, Zones: map[face.Zone]face.Grades{face.Forehead: {Oil: P(2),
		Water: P(1), Marks: []face.Mark{face.Breakout}}, face.Cheeks: {Oil: P(1), Water: P(2)}}}
	got := c.TypeOf(say.English, c.States(On(t, "2027-06-19")))
	if got.Type != face.Combination || !slices.Equal(got.Overlays, face.Overlays) ||
		!slices.Equal(got.Because, []string{
			"middle of the face oil 2, cheeks oil 1, mean water 1.6",
			"dehydrated: oil 2 or more with water 1 or less on forehead, nose, upper lip and chin",
			"sensitive: sensitivity 2", "mature: as noted for the client", "breakout-prone: breakouts on forehead"}) {
		t.Errorf("%+v", got)
	}
	c.Sensitivity, c.Mature = 1, false
	c.Zones[face.Forehead] = face.Grades{Oil: P(1), Water: P(1)}
	if got := c.TypeOf(say.English, c.States(On(t, "2027-06-19"))); len(got.Overlays) != 0 {
		t.Errorf("%v", got.Overlays)
	}
	for _, s := range []struct {
		state           face.State
		thirsty, mattes bool
	}{{face.State{Oil: 2, Water: 1}, true, false}, {face.State{Oil: 2, Water: 2}, false, true},
		{face.State{Oil: 1, Water: 1}, false, false}, {face.State{Oil: 1, Water: 2}, false, false},
		{face.State{Oil: 3, Water: 3, Marks: []face.Mark{face.Flaky}}, false, false}} {
		if s.state.Dehydrated() != s.thirsty || s.state.WantsMattifying() != s.mattes {
			t.Errorf("%+v: %t %t", s.state, s.state.Dehydrated(), s.state.WantsMattifying())
		}
	}
}

func TestMarksAndScarsFillAZonesState(t *testing.T) {
	on := On(t, "2027-06-19")
	c := face.Client{Zones: map[face.Zone]face.Grades{face.Forehead: {Oil: P(3), Water: P(1)},
		face.Cheeks: {Oil: P(2), Water: P(2)}, face.Chin: {Marks: []face.Mark{face.Scar}},
		face.Nose: {Oil: P(2), Marks: []face.Mark{face.Scar, face.Flaky, face.Flaky}}},
		Conditions: []face.Condition{{Kind: face.ConditionKind(face.ColdSore)},
			{Kind: face.ConditionKind(face.Irritated)},
			{Kind: face.ConditionKind(face.Pigment), On: on, Zone: P(face.Neck)}, {Kind: face.Rosacea}}}
	s := c.States(on)
	if s[face.Chin].Oil != 3 || s[face.Nose].Oil != 2 || s[face.Nose].Water != 1 {
		t.Errorf("a scar without a date is skin like any: %+v %+v", s[face.Chin], s[face.Nose])
	}
	if !slices.Equal(s[face.Nose].Marks, []face.Mark{face.Flaky, face.Irritated, face.Scar}) ||
		!slices.Equal(s[face.Lips].Marks, []face.Mark{face.ColdSore, face.Irritated}) {
		t.Errorf("%v %v", s[face.Nose].Marks, s[face.Lips].Marks)
	}
	if s[face.Neck].Has(face.Irritated) || !s[face.Neck].Has(face.Pigment) || s[face.Forehead].Has(face.ColdSore) {
		t.Errorf("a mark told of without a zone is of the face, a cold sore of the lips: %v", s[face.Neck].Marks)
	}
}

func TestAClientThatMakesNoSenseIsRefusedWithTheFieldNamed(t *testing.T) {
	on := On(t, "2027-06-19")
	whole := map[face.Zone]face.Grades{face.Forehead: {Oil: P(1), Water: P(1)}, face.Cheeks: {Oil: P(1), Water: P(1)}}
	for want, c := range map[string]face.Client{
		"": {Zones: whole, Born: on},
		"client.zones.forehead: is missing\nclient.zones.cheeks: is missing": {},
		"client.zones.cheeks.oil: is missing": {Zones: map[face.Zone]face.Grades{face.Forehead: whole[face.Forehead],
			face.Cheeks: {Water: P(1)}}},
		"client.zones.cheeks.water: is missing": {Zones: map[face.Zone]face.Grades{face.Forehead: whole[face.Forehead],
			face.Cheeks: {Oil: P(1)}}},
		"client.born: 2027-06-20 is after the day 2027-06-19": {Zones: whole, Born: On(t, "2027-06-20")},
		"client.allergies[1]: is empty":                       {Zones: whole, Allergies: []string{"latex", "  "}},
		"client.born: 1901-01-01 is no":                       {Zones: whole},
	} {
		if strings.HasSuffix(want, "is no") {
			continue
		}
		if got := c.Check("client", on).Error(); got != want {
			t.Errorf("got %q, want %q", got, want)
		}
	}
	if got := (face.Client{Zones: whole, Born: On(t, "1901-01-01")}).Check("client",
		On(t, "2032-01-01")).Error(); got != "client.born: 1901-01-01 would make the client 131 years old" {
		t.Errorf("got %q", got)
	}
	if got := (face.Client{Zones: whole, Born: On(t, "1901-01-01")}).Check("client",
		On(t, "2031-01-01")); len(got) != 0 {
		t.Errorf("a hundred and thirty is old, and possible: %v", got)
	}
	if _, known := (face.Client{}).Age(on); known {
		t.Error("an age out of nothing")
	}
	if !(face.Client{Wears: []face.Wear{face.Glasses}}).Has(face.Glasses) || (face.Client{}).Has(face.Glasses) {
		t.Error("what is worn is worn")
	}
}

func TestAReadingFillsTheGradesOfItsWay(t *testing.T) {
	for _, c := range []struct {
		r          face.Reading
		oil, water int // -1 for none
	}{
		{face.Reading{By: face.ByBlot, Sheet: face.HalfTranslucent, Water: P(3)}, 2, -1},
		{face.Reading{By: face.ByBareWait, Tightness: 2, Shine: 3}, 3, 1},
		{face.Reading{By: face.ByBareWait, Tightness: 9, Shine: -1}, 0, 0},
		{face.Reading{By: face.ByProbe, Zone: face.Cheeks, SebumUG: 75, Hydration: 35}, 2, 1},
		{face.Reading{By: face.ByProbe, Zone: face.Forehead, SebumUG: 33.4, Hydration: 60}, 1, 3},
		{face.Reading{By: face.ByProbe, Zone: face.Forehead, SebumUG: 33.3, Hydration: 10}, 0, 0},
		{face.Reading{By: face.ByTouch, Oil: P(1), Water: P(2)}, 1, 2},
	} {
		if err := c.r.Grade(); err != nil {
			t.Fatal(err)
		}
		if c.r.Oil == nil || *c.r.Oil != c.oil || (c.water < 0) != (c.r.Water == nil) || c.r.Water != nil &&
			*c.r.Water != c.water {
			t.Errorf("%+v", c.r)
		}
	}
	bad := face.Reading{By: face.ByBlot, Sheet: "soaked"}
	if err := bad.Grade(); err == nil {
		t.Error("an unknown look of a sheet was graded")
	}
}

func TestWordsOfAFaceAreReadStrictlyAndKept(t *testing.T) {
	var client face.Client
	data := `{"phototype":2,"zones":{"chin":{"marks":["scar"]}},"conditions":[{"kind":"laser","zone":"nose"}],
		"wears":["glasses"],"eyes":["hooded"],
		"readings":[{"zone":"nose","by":"blot","sheet":"specks"}]}`
	if fs := doc.Read([]byte(data), &client); len(fs) > 0 {
		t.Fatal(fs)
	}
	if client.Zones[face.Chin].Marks[0] != face.Scar || client.Conditions[0].Kind != face.Laser ||
		*client.Conditions[0].Zone != face.Nose || client.Wears[0] != face.Glasses ||
		client.Eyes[0] != face.Hooded || client.Readings[0].By != face.ByBlot ||
		client.Readings[0].Sheet != face.Specks {
		t.Errorf("%+v", client)
	}
	for word, into := range map[string]encoding.TextUnmarshaler{"mark": new(face.Mark), "kind": new(face.ConditionKind),
		"wear": new(face.Wear), "eyes": new(face.EyeShape), "by": new(face.By),
		"type": new(face.TypeName), "overlay": new(face.Overlay)} {
		if into.UnmarshalText([]byte("none of them")) == nil {
			t.Errorf("%s takes any word", word)
		}
	}
	var k face.TypeName
	var o face.Overlay
	if k.UnmarshalText([]byte("dry")) != nil || k != face.Dry || o.UnmarshalText([]byte("mature")) != nil ||
		o != face.Mature {
		t.Errorf("%s %s", k, o)
	}
}
