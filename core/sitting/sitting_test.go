package sitting_test

import (
	"math"
	"testing"
	"time"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

func six(t *testing.T, what string, got, want float64) {
	t.Helper()
	if math.Abs(got-want) > 5e-6*math.Abs(want) {
		t.Errorf("%s is %.7g, want %.6g", what, got, want)
	}
}

// Magnus formula of the WMO guide, worked by hand to six digits.
func TestVapourFollowsMagnus(t *testing.T) {
	for temp, want := range map[float64]float64{0: 6.112, 20: 23.3260, 32: 47.4505, -10: 2.87031, 45: 95.7971} {
		six(t, "vapour pressure", sitting.Vapour(temp), want)
	}
}

func TestEvaporationIsSetAgainstTheReferenceAndHeld(t *testing.T) {
	for _, c := range []struct {
		skin, air, humidity, want float64
		damp                      bool
	}{
		{32, 21, 0.45, 1, false}, {32, 19, 0.70, 1.13022, false}, {32, 21, 0.90, 1.44439, false},
		{35, 25, 0.60, 0.976279, false}, {32, 5, 0.20, 0.793892, false},
		{32, 30, 0.85, 3, false}, // 3.165 is held to three
		{45, 5, 0, 0.5, false},   // and 0.379 to a half
		{20, 45, 0.9, 3, true},   // nothing evaporates
		{32, 32, 1, 3, true},     // nor where skin and air are even
	} {
		got, damp := sitting.Drying(c.skin, day.Air{TempC: &c.air, Humidity: &c.humidity})
		six(t, "slowing", got, c.want)
		if damp != c.damp {
			t.Errorf("%v: damp is %t", c, damp)
		}
	}
}

func TestDryingIsAbsorbingAsItIsAndEvaporatingByFilmAndAir(t *testing.T) {
	c := sitting.Open(Sitting(t))
	for _, x := range []struct {
		kind kit.Kind
		film float64
		want int
	}{{kit.MoisturiserLotion, 0.5, 180}, {kit.MoisturiserLotion, 1.0, 288}, {kit.MoisturiserLotion, 0, 72},
		{kit.FaceOil, 0.3, 300},
		{kit.Toner, 0.4, 30}, {kit.Balm, 1, 0}, {kit.LipScrub, 3, 0}} {
		if got := c.DryS(x.kind, x.film); got != x.want {
			t.Errorf("%s at %g sets in %d s, want %d", x.kind, x.film, got, x.want)
		}
	}
	damp := sitting.Open(With(t, func(s *sitting.Sitting) { s.Day.Air = day.Air{TempC: P(30.0), Humidity: P(0.85)} }))
	if got := damp.DryS(kit.MoisturiserLotion, 0.5); got != 180*4/10+180*6/10*3 {
		t.Errorf("in a damp marquee a lotion sets in %d s", got)
	}
}

func TestACaseKnowsTheClockOfItsDay(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		s.Day.Washed = &day.Wash{At: At(t, "08:45"), Hot: true}
		s.Day.ShavedAt = At(t, "08:30")
		s.Day.SurfaceC = P(35.0)
		s.Day.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "12:10"), Place: day.InSun, Flash: true,
			Activity: day.Swim}}
	})
	c := sitting.Open(s)
	at := func(clock string) time.Time { x, _ := At(t, clock).In(c.Loc); return x }
	if !c.ChairAt.Equal(at("09:00")) || !c.BaseAt.Equal(at("09:40")) || !c.WearUntil.Equal(at("17:00")) ||
		!c.Until.Equal(at("17:30")) {
		t.Errorf("%s %s %s %s", c.ChairAt, c.BaseAt, c.WearUntil, c.Until)
	}
	if !c.CoolAt.Equal(at("09:05")) || !c.FreshlyWashed || !c.Hot || !c.Flash || !c.Swims || !c.Daylight || c.Cold {
		t.Errorf("cool at %s, %+v", c.CoolAt, c)
	}
	if !c.FirstSun.Equal(at("12:00")) || !c.Strong || c.Shaven != sitting.Beard || !c.ShavedAt.Equal(at("08:30")) {
		t.Errorf("first sun %s, strong %t, shaven %v", c.FirstSun, c.Strong, c.Shaven.List())
	}
	plain := sitting.Open(Sitting(t))
	if !plain.CoolAt.IsZero() || plain.Hot || plain.Flash || plain.Swims || plain.Shaven != 0 || plain.Strong ||
		!plain.FreshlyWashed {
		t.Errorf("%+v", plain)
	}
}

func TestEdgesOfWashingShavingColdAndHeat(t *testing.T) {
	for name, c := range map[string]struct {
		change func(s *sitting.Sitting)
		is     func(c *sitting.Case) bool
	}{
		"washed two hours ago is fresh": {func(s *sitting.Sitting) { s.Day.Washed.At = At(t, "07:00") },
			func(c *sitting.Case) bool { return c.FreshlyWashed }},
		"a minute longer is not": {func(s *sitting.Sitting) { s.Day.Washed.At = At(t, "06:59") },
			func(c *sitting.Case) bool { return !c.FreshlyWashed }},
		"not washed is not fresh": {func(s *sitting.Sitting) { s.Day.Washed = nil },
			func(c *sitting.Case) bool { return !c.FreshlyWashed }},
		"shaved twelve hours ago is shaven": {func(s *sitting.Sitting) { s.Day.ShavedAt = At(t, "2027-06-18T21:40") },
			func(c *sitting.Case) bool { return c.Shaven == sitting.Beard }},
		"a minute longer is stubble": {func(s *sitting.Sitting) { s.Day.ShavedAt = At(t, "2027-06-18T21:39") },
			func(c *sitting.Case) bool { return c.Shaven == 0 }},
		"five degrees is not cold": {func(s *sitting.Sitting) { s.Day.Air.TempC = P(5.0) },
			func(c *sitting.Case) bool { return !c.Cold }},
		"less is": {func(s *sitting.Sitting) { s.Day.Air.TempC = P(4.9) },
			func(c *sitting.Case) bool { return c.Cold }},
		"a cheek just under thirty-five": {func(s *sitting.Sitting) { s.Day.SurfaceC = P(34.9) },
			func(c *sitting.Case) bool { return !c.Hot }},
		"a warm surface dries sooner": {func(s *sitting.Sitting) { s.Day.SurfaceC = P(34.0) },
			func(c *sitting.Case) bool { return c.Evaporation < 1 }},
	} {
		t.Run(name, func(t *testing.T) {
			if got := sitting.Open(With(t, c.change)); !c.is(got) {
				t.Errorf("%+v", got)
			}
		})
	}
}

func TestConditionsCountByDaysAndZones(t *testing.T) {
	c := sitting.Open(With(t, func(s *sitting.Sitting) {
		s.Client.Conditions = []face.Condition{{Kind: face.Retinoid, On: On(t, "2027-06-16")},
			{Kind: face.Injectables, On: On(t, "2027-06-18"), Zone: P(face.Forehead)},
			{Kind: face.Rosacea}, {Kind: face.Pregnant, On: On(t, "2027-07-01")}}
	}))
	if c.Within(2, face.Retinoid) != 0 || c.Within(3, face.Retinoid) != face.All ||
		c.Within(1, face.Injectables) != face.SetOf(face.Forehead) || c.Within(0, face.Injectables) != 0 {
		t.Error("days since are counted to the day")
	}
	if c.Within(0, face.Laser) != 0 || c.Within(3, face.Laser, face.Retinoid) != face.All ||
		c.Chronic(face.Rosacea) != face.All || c.Chronic(face.Eczema) != 0 {
		t.Error("kinds are told apart")
	}
	if !c.Conditions[3].Now || !c.Conditions[2].Now || c.Conditions[0].Now || c.Conditions[0].Days != 3 {
		t.Errorf("%+v", c.Conditions)
	}
}

func TestBarredZonesByWhatBarsThem(t *testing.T) {
	open := func(change func(s *sitting.Sitting)) sitting.Barred { return sitting.Open(With(t, change)).Barred() }
	marked := func(z face.Zone, m ...face.Mark) func(s *sitting.Sitting) {
		return func(s *sitting.Sitting) { s.Client.Zones[z] = face.Grades{Oil: P(1), Water: P(2), Marks: m} }
	}
	if b := open(marked(face.Nose, face.ColdSore)); b.Contagious != face.SetOf(face.Lips, face.UpperLip, face.Chin,
		face.Nose) || b.All() != b.Contagious {
		t.Errorf("a cold sore on the nose bars %v", b.Contagious.List())
	}
	infected := func(s *sitting.Sitting) { s.Client.Conditions = []face.Condition{{Kind: face.EyeInfection}} }
	if b := open(infected); b.Eye != face.SetOf(face.Eyelids, face.UnderEyes) || b.All() != b.Eye {
		t.Errorf("%v", b)
	}
	if b := open(marked(face.Chin, face.Broken)); b.Broken != face.SetOf(face.Chin) || b.Burnt != 0 {
		t.Errorf("%v", b)
	}
	if b := open(marked(face.Nose, face.Sunburn, face.Blister)); b.Burnt != face.SetOf(face.Nose) ||
		b.Broken != face.SetOf(face.Nose) {
		t.Errorf("%v", b)
	}
	if b := open(marked(face.Nose, face.Sunburn)); b.All() != 0 {
		t.Errorf("sunburn without blisters bars nothing: %v", b)
	}
}

func TestZonesAreAlikeOnlyWhereNoRuleCanTellThemApart(t *testing.T) {
	c := sitting.Open(Sitting(t))
	if c.Alike(face.Nose) != face.Forehead || c.Alike(face.Jaw) != face.Cheeks || c.Alike(face.Lips) != face.Lips ||
		c.Alike(face.Eyelids) != face.Eyelids || c.Alike(face.Brows) != face.Cheeks {
		t.Error("the middle is alike, the cheeks are alike, eyes and lips are like nothing else")
	}
	for name, change := range map[string]func(s *sitting.Sitting){
		"a grade": func(s *sitting.Sitting) { s.Client.Zones[face.Nose] = face.Grades{Oil: P(2), Water: P(1)} },
		"oil":     func(s *sitting.Sitting) { s.Client.Zones[face.Nose] = face.Grades{Oil: P(1)} },
		"a mark": func(s *sitting.Sitting) {
			s.Client.Zones[face.Nose] = face.Grades{Marks: []face.Mark{face.Pigment}}
		},
		"a condition": func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: face.Laser, Zone: P(face.Nose)}}
		},
	} {
		if c := sitting.Open(With(t, change)); c.Alike(face.Nose) != face.Nose {
			t.Errorf("%s tells the nose from the forehead", name)
		}
	}
	shaven := sitting.Open(With(t, func(s *sitting.Sitting) { s.Day.ShavedAt = At(t, "08:00") }))
	if shaven.Alike(face.Jaw) == face.Cheeks || shaven.Alike(face.Chin) == face.Forehead {
		t.Error("shaven skin is told apart")
	}
}

func TestFilmGramsAndLimitOfAZone(t *testing.T) {
	c := sitting.Open(With(t, func(s *sitting.Sitting) { s.Look.Neckline = "open" }))
	six(t, "a lean lotion on cheeks of oil 1", c.Film(kit.MoisturiserLotion, face.Cheeks), 0.5)
	six(t, "sunscreen", c.Film(kit.Sunscreen, face.Cheeks), 2)
	six(t, "2 mg/cm² on forehead and nose", c.Grams(map[face.Zone]doc.Num{face.Forehead: 2, face.Nose: 2}), 0.24)
	six(t, "limit of oil 1", c.Limit(face.Cheeks), figure.LimitLittle)
	six(t, "limit of oil 2", c.Limit(face.Forehead), figure.LimitOily)
	if c.Neighbours() != face.SetOf(face.Neck, face.Ears, face.Chest) ||
		sitting.Open(Sitting(t)).Neighbours() != face.SetOf(face.Neck, face.Ears) {
		t.Error("the chest belongs to the face where it shows")
	}
	if c.Product("spf") == nil || c.Product("spf").Name != "Day fluid" || c.Product("") != nil ||
		c.Product("none") != nil {
		t.Error("products are found by their ids")
	}
	generous := sitting.Open(With(t, func(s *sitting.Sitting) {
		s.Method[method.MoistureDose] = method.Generous
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(0), Water: P(0)}
	}))
	six(t, "a generous lotion on parched cheeks, at most", generous.Film(kit.MoisturiserLotion, face.Cheeks), 1.2)
	six(t, "a generous lotion on the forehead", generous.Film(kit.MoisturiserLotion, face.Forehead), 1.2*0.8)
	bearded := sitting.Open(With(t, func(s *sitting.Sitting) { s.Client.Beard = face.Stubble }))
	six(t, "sunscreen through a beard", bearded.Film(kit.Sunscreen, face.Chin), 3)
	six(t, "what of it reaches the skin", bearded.OnSkin(face.Chin, 3), 2)
	six(t, "sunscreen beside the beard", bearded.Film(kit.Sunscreen, face.Cheeks), 2)
	six(t, "a primer through a beard", bearded.Film(kit.PrimerHydrating, face.Chin), 0.5)
}

func TestAWrittenReasonLiftsAStopItNamesOnItsZoneAndNoOther(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		s.Overrides = []sitting.Override{{Rule: rules.LayerNotSet, Reason: "fan", Zone: "nose"},
			{Rule: rules.HandsBusy, Reason: "two artists"}}
	})
	of := func(id rules.ID, zones ...face.Zone) rules.Finding {
		return rules.New(say.English, id, rules.Place{Phase: rules.Prep, Step: "p1", Zones: zones}, say.None)
	}
	fs := []rules.Finding{of(rules.LayerNotSet, face.Nose), of(rules.LayerNotSet, face.Chin), of(rules.HandsBusy),
		of(rules.Overloaded), of(rules.HandsBusy).NoReason()}
	sitting.Overrule(s, fs)
	for i, want := range []string{"fan", "", "two artists", "", ""} {
		if fs[i].Override != want {
			t.Errorf("finding %d is lifted by %q, want %q", i, fs[i].Override, want)
		}
	}
}
