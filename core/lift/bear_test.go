package lift

import (
	"math"
	"strings"
	"testing"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	test "urncloth/core/testutil"
)

func TestWhatSkinBearsAndHowMuchAPassCostsGoesByWhatItIsToday(t *testing.T) {
	marked := func(marks ...face.Mark) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			g := s.Client.Zones[face.Cheeks]
			g.Marks = marks
			s.Client.Zones[face.Cheeks] = g
		}
	}
	told := func(kind face.ConditionKind, on string) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: kind, On: test.On(t, on)}}
		}
	}
	born := func(on string) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) { s.Client.Born = test.On(t, on) }
	}
	for name, c := range map[string]struct {
		change          func(*sitting.Sitting)
		bears, delicacy float64 // of the cheeks
	}{
		"sturdy skin":              {func(*sitting.Sitting) {}, 150, 1},
		"a long massage":           {func(s *sitting.Sitting) { s.Method = method.Choice{"massage": "long"} }, 240, 1},
		"sensitivity 1":            {func(s *sitting.Sitting) { s.Client.Sensitivity = 1 }, 150, 1},
		"sensitivity 2":            {func(s *sitting.Sitting) { s.Client.Sensitivity = 2 }, 120, 1.5},
		"sensitivity 3":            {func(s *sitting.Sitting) { s.Client.Sensitivity = 3 }, 120, 2},
		"mature":                   {func(s *sitting.Sitting) { s.Client.Mature = true }, 120, 1},
		"seventy today":            {born("1957-06-19"), 120, 1.5},
		"seventy tomorrow":         {born("1957-06-20"), 150, 1},
		"twelve today":             {born("2015-06-19"), 150, 1},
		"twelve tomorrow":          {born("2015-06-20"), 120, 1.5},
		"irritated":                {marked(face.Irritated), 75, 2},
		"sunburnt":                 {marked(face.Sunburn), 75, 1},
		"flaky":                    {marked(face.Flaky), 150, 1},
		"rosacea":                  {told(face.Rosacea, "2027-06-19"), 75, 2},
		"eczema":                   {told(face.Eczema, "2027-06-19"), 75, 2},
		"psoriasis":                {told(face.Psoriasis, "2027-06-19"), 75, 1},
		"blood thinners":           {told(face.BloodThinner, "2027-06-19"), 75, 1},
		"thin skin":                {told(face.ThinSkin, "2027-06-19"), 75, 1},
		"isotretinoin last month":  {told(face.Isotretinoin, "2027-05-19"), 75, 1},
		"isotretinoin last year":   {told(face.Isotretinoin, "2026-05-19"), 150, 1},
		"radiotherapy last week":   {told(face.Radiotherapy, "2027-06-12"), 75, 1},
		"chemotherapy last month":  {told(face.Chemotherapy, "2027-05-20"), 75, 1},
		"laser two weeks ago":      {told(face.Laser, "2027-06-05"), 75, 2},
		"a retinoid and no flakes": {told(face.Retinoid, "2027-06-18"), 150, 1},
		"a retinoid and flakes": {func(s *sitting.Sitting) {
			marked(face.Flaky)(s)
			told(face.Retinoid, "2027-06-18")(s)
		}, 150, 2},
		"sore and sensitive, the larger alone": {func(s *sitting.Sitting) {
			marked(face.Irritated)(s)
			s.Client.Sensitivity = 2
		}, 75, 2},
	} {
		s := skinOf(sitting.Open(test.With(t, c.change)))
		if s.bears[face.Cheeks] != c.bears || math.Abs(s.delicacy[face.Cheeks]-c.delicacy) > 1e-9 {
			t.Errorf("%s: bears %g s at %g, want %g at %g", name, s.bears[face.Cheeks], s.delicacy[face.Cheeks],
				c.bears,
				c.delicacy)
		}
	}
	s := skinOf(sitting.Open(test.Sitting(t)))
	for z, want := range map[face.Zone][2]float64{face.Eyelids: {75, 3}, face.UnderEyes: {75, 3}, face.Lips: {75, 1.5},
		face.Brows: {150, 1}, face.Neck: {150, 0.8}, face.Chest: {150, 0.8}, face.Ears: {150, 1}} {
		if s.bears[z] != want[0] || s.delicacy[z] != want[1] {
			t.Errorf("%s bears %g s at %g, want %g", z, s.bears[z], s.delicacy[z], want)
		}
	}
}

func TestWhatAPassCostsIsItsDelicacyItsMinutesItsPadsAndItsPrice(t *testing.T) {
	c := sitting.Open(test.With(t, func(s *sitting.Sitting) {
		s.Client.Sensitivity = 2
		s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: test.P(3), Water: test.P(2)},
			face.Cheeks: {Oil: test.P(3), Water: test.P(2)}}
		s.Kit = kit.Kit{{ID: "balm", Name: "balm", Kind: kit.Balm, EyeSafe: true, Price: 20, PackG: 50},
			{ID: "micellar", Name: "micellar", Kind: kit.Micellar, EyeSafe: true},
			{ID: "gel", Name: "gel", Kind: kit.GelCleanser},
			{ID: "two", Name: "two", Kind: kit.Biphase, EyeSafe: true, Price: 20, PackG: 50}}
	}))
	on := [face.N]Loads{face.Cheeks: {look.SiliconeFilm: 2}, face.Eyelids: {look.WaxOil: 2}}
	ch := newChooser(c, &on, 1, nil)
	find := func(z face.Zone, id string) (*group, int) {
		for _, g := range ch.groups {
			if g.zones.Has(z) {
				for i, p := range ch.removers {
					if p.ID == id {
						return g, i
					}
				}
			}
		}
		t.Fatalf("no %s on %s", id, z)
		return nil, 0
	}
	cost := func(z face.Zone, id string, k pass, second, filmed bool) float64 {
		g, i := find(z, id)
		k.remover = i
		return ch.price(g, k, second, filmed)
	}
	for name, x := range map[string]struct{ got, want float64 }{
		// 1.5 of delicacy, 60 s and emulsify and rinse of 60 s, 2.25 g at 0.4 by half
		"a massage": {cost(face.Cheeks, "balm", pass{way: wayWorked, contact: 60}, false, false),
			1.5 + 0.2*2 + 0.5*0.4*2.25},
		// 45 s and a rinse of 30 s; what is kind to oily skin costs nothing more second
		"a wash second": {cost(face.Cheeks, "gel", pass{way: wayWorked, contact: 45}, true, false), 1.5 + 0.2*75/60.0},
		// 5 s to wet a pad and 10 s for the one zone
		"a wipe": {cost(face.Cheeks, "micellar", pass{way: wayWiped}, false, false), 1.5 + 0.2*15/60.0 + 0.05},
		// lids: 3 × 1.5, 20 s held and a damp pad of 10 s, a pad each, 1 g
		"an oily hold": {cost(face.Eyelids, "two", pass{way: wayHeld, contact: 20}, false, false),
			4.5 + 0.2*30/60.0 + 0.1 + 0.5*0.4},
		"one more, and the damp pad is counted": {cost(face.Eyelids, "two", pass{way: wayHeld, contact: 20}, false,
			true),
			4.5 + 0.2*20/60.0 + 0.05 + 0.5*0.4},
		// 20 s held and 5 s to glide off
		"a hold that leaves no film": {cost(face.Eyelids, "micellar", pass{way: wayHeld, contact: 20}, false, false),
			4.5 + 0.2*25/60.0 + 0.05},
	} {
		if math.Abs(x.got-x.want) > 1e-9 {
			t.Errorf("%s costs %.5f, want %.5f", name, x.got, x.want)
		}
	}
}

func TestRemovalIsBoundByTheDayAndByTheHouseWhicheverIsLess(t *testing.T) {
	for _, x := range []struct {
		by     string
		method method.OptionID
		want   float64
	}{{"", "free", -1}, {"", "2", 2}, {"", "5", 5}, {"", "10", 10}, {"17:37", "free", 7}, {"17:37", "10", 7},
		{"17:37", "5", 5}} {
		s := test.With(t, func(s *sitting.Sitting) {
			s.Method = method.Choice{method.LiftMinutes: x.method}
			if x.by != "" {
				s.Day.LiftBy = test.At(t, x.by)
			}
		})
		most, bound := limit(sitting.Open(s))
		if bound != (x.want >= 0) || bound && most.Minutes() != x.want {
			t.Errorf("by %q and %q: %v minutes, %v", x.by, x.method, most.Minutes(), bound)
		}
	}
}

func TestABodyAloneIsPassedOverByTheAreaOfAFaceAndNeck(t *testing.T) {
	c := sitting.Open(test.With(t, func(s *sitting.Sitting) { s.Day.Bare = []day.BodyZone{"forearms"} }))
	on := [face.N]Loads{face.Forearms: {look.Care: 1}}
	of := c.Area[face.Neck]
	for _, z := range face.BaseArea.List() {
		of += c.Area[z]
	}
	if g := newChooser(c, &on, 1, nil).groups[0]; math.Abs(g.weight-c.Area[face.Forearms]/of) > 1e-9 {
		t.Errorf("forearms weigh %g, want %g", g.weight, c.Area[face.Forearms]/of)
	}
}

func TestWhatNothingTakesOffIsLeftRatherThanRubbedAndGlueIsNotPulled(t *testing.T) {
	e := evaluate(sitting.Open(test.Sitting(t)), &stack.Layers{}, nil)
	for b, want := range map[look.Binder]string{
		look.WaterFilm: "leave the rest rather than rub",
		look.Adhesive:  "do not pull, and ask who put it on",
	} {
		e.on[face.Chin] = Loads{b: 1e4, look.Emulsion: 1} // a mitt alone does not take a base
		if got := e.wouldDo(face.Chin, b); !strings.Contains(got, want) {
			t.Errorf("%s: %s", b, got)
		}
	}
	e.on[face.Chin] = Loads{look.WaterFilm: 3}
	if got := e.wouldDo(face.Chin, look.WaterFilm); strings.Contains(got, "leave the rest") {
		t.Errorf("paint that comes off is left: %s", got)
	}
	e = evaluate(sitting.Open(test.With(t, func(s *sitting.Sitting) { s.Client.Allergies = []string{"unheard-of"} })),
		&stack.Layers{}, nil)
	e.on[face.Chin] = Loads{look.WaterFilm: 3}
	if got := e.wouldDo(face.Chin, look.WaterFilm); !strings.Contains(got, "once all that is in it is confirmed: ") {
		t.Errorf("of an allergy that nobody knows: %s", got)
	}
	e.on[face.Eyelids] = Loads{look.WaxOil: 1}
	if got := e.wouldDo(face.Eyelids, look.WaxOil); !strings.Contains(got, "labelled for eyes") {
		t.Errorf("near the eyes, of an allergy that nobody knows: %s", got)
	}
}
