package wear_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/prep"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/sun"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

// Over-makeup products for a kit.
var (
	mist = kit.Product{ID: "haze", Name: "Haze", Kind: "spf_mist", Base: "water", SPF: 30, BroadSpectrum: true,
		EyeSafe: true, Filters: "organic"}
	stick = kit.Product{ID: "stub", Name: "Stub", Kind: "spf_stick", Base: "oil", SPF: 50, BroadSpectrum: true,
		Filters: "organic"}
	cushion = kit.Product{ID: "pat", Name: "Pat", Kind: "spf_cushion", Base: "emulsion", SPF: 50, BroadSpectrum: true,
		EyeSafe: true, Filters: "organic"}
	fluid = kit.Product{ID: "dab", Name: "Dab", Kind: "spf_fluid", Base: "emulsion", SPF: 50, BroadSpectrum: true,
		EyeSafe: true, Filters: "organic"}
	dust = kit.Product{ID: "dust", Name: "Dust", Kind: "spf_powder", Base: "powder", SPF: 30, BroadSpectrum: true,
		EyeSafe: true, Filters: "mineral", Tinted: true}
	papers = kit.Product{ID: "papers", Name: "Papers", Kind: "blotting_paper", Count: P(100)}
	flour  = kit.Product{ID: "flour", Name: "Flour", Kind: "powder", Base: "powder", EyeSafe: true}
	sport  = kit.Product{ID: "sport", Name: "Spray fast", Kind: "sunscreen", Base: "emulsion", Weight: 2, SPF: 50,
		BroadSpectrum: true, EyeSafe: true, Filters: "organic", WaterResistantMin: 80}
)

func planned(s *sitting.Sitting) (wear.Result, *sitting.Case, *stack.Result) {
	c := sitting.Open(s)
	_, res := prep.Plan(c)
	return wear.Plan(c, &res), c, &res
}

// checked evaluates touch-ups made by hand on the planner's prep.
func checked(s *sitting.Sitting, ups ...wear.TouchUp) wear.Result {
	c := sitting.Open(s)
	_, res := prep.Plan(c)
	return wear.Check(c, &res, ups)
}

func segment(t testing.TB, from, to string, place day.Where, change ...func(*day.Segment)) day.Segment {
	s := day.Segment{From: At(t, from), To: At(t, to), Place: place}
	for _, f := range change {
		f(&s)
	}
	return s
}

func active(s *day.Segment)   { s.Activity = "active" }
func swimming(s *day.Segment) { s.Activity = "swim" }
func vow(s *day.Segment)      { s.KeepFree = true }

func towelled(t testing.TB, at string) func(*day.Segment) {
	return func(s *day.Segment) { s.TowelledAt = append(s.TowelledAt, At(t, at)) }
}

// outdoors is a day of segments with a mist in the kit and skin that does not shine.
func outdoors(t testing.TB, segments ...day.Segment) *sitting.Sitting {
	return With(t, func(s *sitting.Sitting) {
		Add(s, mist, papers)
		s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(0), Water: P(2)},
			face.Cheeks: {Oil: P(0), Water: P(2)}}
		s.Day.Segments = segments
	})
}

func clocks(ups []wear.TouchUp) string {
	list := []string{}
	for _, u := range ups {
		list = append(list, u.At.Clock())
	}
	return strings.Join(list, " ")
}

func coat(t testing.TB, clock, product string, more ...wear.TouchStep) wear.TouchUp {
	return wear.TouchUp{At: At(t, clock), Zones: []string{"face", "neck", "ears"},
		Steps: append(slices.Clone(more), wear.TouchStep{Act: "reapply", Product: product, How: "sponge"})}
}

func TestTwoOutdoorHoursAreInTimeAndAMinuteMoreIsNot(t *testing.T) {
	r, _, _ := planned(outdoors(t, segment(t, "12:00", "14:00", "sun")))
	if len(r.Wear.TouchUps) != 0 || len(Found(r.Findings, "reapply-two-hours")) != 0 {
		t.Errorf("two hours need no coat: %s %s", clocks(r.Wear.TouchUps), Rules(r.Findings))
	}
	r, _, _ = planned(outdoors(t, segment(t, "12:00", "14:01", "sun")))
	if len(r.Wear.TouchUps) != 1 || !slices.Contains(r.Wear.TouchUps[0].Because, "reapply-two-hours") {
		t.Errorf("a minute more needs one: %s", clocks(r.Wear.TouchUps))
	}
	if got := r.Wear.TouchUps[0].At.Clock(); got < "12:05" || got > "14:00" {
		t.Errorf("neither side of the coat is more than two hours, got %s", got)
	}
}

func TestNobodyGoesOutAtAHighIndexOnACoatOfMoreThanFourHours(t *testing.T) {
	for _, c := range []struct {
		name, from, to string
		coats          int
	}{
		{"at noon, under four hours after it", "13:00", "13:30", 0},
		{"in the afternoon, five hours after it", "14:30", "15:00", 1},
		{"in the evening, when the index is low", "19:00", "19:30", 0},
	} {
		s := outdoors(t, segment(t, c.from, c.to, "sun"))
		s.Day.WearUntil, s.Day.LiftAt = At(t, "20:30"), At(t, "21:00")
		s.Client.Phototype = 6
		none := checked(s)
		r, _, _ := planned(s)
		coats := 0
		for _, u := range r.Wear.TouchUps {
			if slices.ContainsFunc(u.Steps, func(st wear.TouchStep) bool { return st.Act == "reapply" }) {
				coats++
			}
		}
		if coats != c.coats || (none.Wear.LateMin > 0) != (c.coats > 0) || r.Wear.LateMin != 0 ||
			len(Found(none.Findings, "reapply-two-hours")) != c.coats {
			t.Errorf("%s: %d coats at %s; without any %v minutes late: %s", c.name, coats, clocks(r.Wear.TouchUps),
				none.Wear.LateMin, Rules(none.Findings))
		}
	}
}

func TestSunscreenThatSetsAfterBaseProtectsFromThenOn(t *testing.T) {
	s := outdoors(t, segment(t, "09:40", "11:00", "sun"))
	c := sitting.Open(s)
	at := func(clock string) wear.Result {
		res := stack.Prep(c, []stack.Step{Apply(t, "a", "spf", clock, 2, face.Forehead, face.Nose, face.UpperLip,
			face.Chin, face.Cheeks, face.Jaw, face.Brows, face.Neck, face.Ears)})
		return wear.Check(c, &res, nil)
	}
	early, late := at("09:10"), at("10:20")
	if late.Wear.DoseSED < early.Wear.DoseSED*10 || late.Wear.DoseSED > late.Wear.Honest.Unscreen {
		t.Errorf("in time %v SED, forty minutes late %v, bare %v", early.Wear.DoseSED, late.Wear.DoseSED,
			late.Wear.Honest.Unscreen)
	}
	for _, p := range late.Wear.Curve {
		if bare := p.At.Clock() < "10:20"; bare != (p.SPF == 1) && p.At.Clock() != "10:20" && p.At.Clock() != "10:25" {
			t.Errorf("at %s the factor is %v", p.At.Clock(), p.SPF)
		}
	}
}

func TestAFilmIsLostByTheMinuteHoweverADayIsCut(t *testing.T) {
	whole := outdoors(t, segment(t, "12:00", "16:00", "sun", active))
	cut := outdoors(t, segment(t, "12:00", "13:03", "sun", active), segment(t, "13:03", "16:00", "sun", active))
	for name, up := range map[string]wear.TouchUp{"a coat": coat(t, "13:03", "mist"),
		"a coat of a slower film": coat(t, "13:03", "spf")} {
		a, b := checked(whole, up), checked(cut, up)
		if d := a.Wear.DoseSED - b.Wear.DoseSED; a.Wear.DoseSED < 0.1 || d > 1e-9 || d < -1e-9 {
			t.Errorf("%s between two moments of the grid: %v SED, and %v where the day is cut there", name,
				a.Wear.DoseSED, b.Wear.DoseSED)
		}
	}
	wet := func(clocks ...string) doc.Num {
		return checked(outdoors(t, segment(t, "12:00", "16:00", "sun", swimming, func(s *day.Segment) {
			for _, c := range clocks {
				towelled(t, c)(s)
			}
		}))).Wear.DoseSED
	}
	if wet("13:00", "15:00") != wet("15:00", "13:00") || wet("13:00", "15:00") == wet("13:00") {
		t.Error("the order in which towelling was told counts, or the second time does not")
	}
}

func TestSkinThatAHandMadePrepLeavesBareCountsInTheDose(t *testing.T) {
	s := outdoors(t, segment(t, "12:00", "14:00", "sun"))
	c := sitting.Open(s)
	none := stack.Prep(c, nil)
	nose := stack.Prep(c, []stack.Step{Apply(t, "a", "spf", "09:10", 2, face.Nose)})
	bare, one := wear.Check(c, &none, nil), wear.Check(c, &nose, nil)
	if d := bare.Wear.DoseSED - bare.Wear.Honest.Unscreen; d > 1e-3 || d < -1e-3 ||
		one.Wear.DoseSED < bare.Wear.DoseSED*0.8 {
		t.Errorf("nothing laid %v of %v, the nose alone %v", bare.Wear.DoseSED, bare.Wear.Honest.Unscreen,
			one.Wear.DoseSED)
	}
}

func TestSweatIndoorsIsNoStopThatNothingCanMend(t *testing.T) {
	hall := outdoors(t, segment(t, "10:00", "13:00", "indoors", active))
	if r, _, _ := planned(hall); len(r.Findings) != 0 || r.Wear.LateMin != 0 || len(r.Wear.TouchUps) != 0 {
		t.Errorf("three hours of dancing indoors: %s at %s", Rules(r.Findings), clocks(r.Wear.TouchUps))
	}
	field := outdoors(t, segment(t, "10:00", "11:30", "sun", active))
	field.Kit.Find("spf").WaterResistantMin = 40
	if r := checked(field); len(Found(r.Findings, "reapply-after-water")) == 0 || r.Wear.LateMin == 0 {
		t.Errorf("ninety minutes of sport outdoors under a label of forty: %s", Rules(r.Findings))
	}
}

func TestSunBetweenTheEndOfWearAndRemovalIsReckonedAndRenewedFor(t *testing.T) {
	s := outdoors(t, segment(t, "12:00", "15:00", "sun"))
	s.Day.WearUntil, s.Day.LiftAt = At(t, "13:30"), At(t, "15:30")
	r, _, _ := planned(s)
	if len(Found(r.Findings, "reapply-two-hours")) != 0 || r.Wear.LateMin != 0 || len(r.Wear.TouchUps) != 1 {
		t.Errorf("three hours of sun, an hour and a half of them after the wear: %s %s", clocks(r.Wear.TouchUps),
			Rules(r.Findings))
	}
}

func TestTimeIndoorsStopsTheTwoHourClock(t *testing.T) {
	r, _, _ := planned(outdoors(t, segment(t, "10:00", "11:00", "sun"), segment(t, "12:30", "13:30", "shade")))
	if len(r.Wear.TouchUps) != 0 {
		t.Errorf("two hours in all are in time: %s", clocks(r.Wear.TouchUps))
	}
}

func TestAVowPutOverAReapplicationMovesIt(t *testing.T) {
	before, _, _ := planned(outdoors(t, segment(t, "12:00", "12:30", "sun"), segment(t, "12:30", "13:30", "sun"),
		segment(t, "13:30", "15:00", "sun")))
	at := before.Wear.TouchUps[0].At.Clock()
	if at != "13:30" && at != "12:30" && at != "12:00" || len(before.Wear.TouchUps) != 1 {
		t.Fatalf("one coat at a segment's edge: %s", clocks(before.Wear.TouchUps))
	}
	after, _, _ := planned(outdoors(t, segment(t, "12:00", "12:30", "sun", vow),
		segment(t, "12:30", "13:30", "sun", vow), segment(t, "13:30", "15:00", "sun", vow)))
	for _, u := range after.Wear.TouchUps {
		if u.At.Clock() >= "12:00" && u.At.Clock() < "15:00" && len(Found(after.Findings,
			"reapply-two-hours")) == 0 && len(Found(after.Findings, "interrupts")) == 0 {
			t.Errorf("inside the time kept free and not said: %s", clocks(after.Wear.TouchUps))
		}
	}
	moved, _, _ := planned(outdoors(t, segment(t, "12:00", "13:25", "sun"), segment(t, "13:25", "14:30", "sun", vow)))
	if got := clocks(moved.Wear.TouchUps); got == "13:25" || len(moved.Wear.TouchUps) != 1 ||
		len(Found(moved.Findings, "interrupts")) != 0 {
		t.Errorf("the coat is laid before the vow begins, got %s", got)
	}
}

func TestTowellingAsksForACoatAtOnce(t *testing.T) {
	r, _, _ := planned(outdoors(t, segment(t, "12:00", "13:30", "sun", towelled(t, "12:40"))))
	if got := clocks(r.Wear.TouchUps); got != "12:40" || !slices.Contains(r.Wear.TouchUps[0].Because,
		"reapply-after-towel") {
		t.Errorf("got %s", got)
	}
	r, _, _ = planned(outdoors(t, segment(t, "12:00", "13:00", "sun", towelled(t, "13:00"))))
	if got := clocks(r.Wear.TouchUps); got != "" {
		t.Errorf("nobody who stays indoors for the rest of the day needs a coat, got %s", got)
	}
}

func TestWaterIsCountedByTheLabel(t *testing.T) {
	swim := outdoors(t, segment(t, "12:00", "14:00", "water", swimming))
	Add(swim, sport)
	Drop(swim, "spf")
	far := mist
	far.WaterResistantMin = 80
	Add(swim, far)
	r, _, _ := planned(swim)
	if len(r.Wear.TouchUps) != 1 || !slices.Contains(r.Wear.TouchUps[0].Because, "reapply-after-water") {
		t.Errorf("80 of 120 minutes: one coat, got %s %s", clocks(r.Wear.TouchUps), Rules(r.Findings))
	}
	none := outdoors(t, segment(t, "12:00", "12:30", "water", swimming), segment(t, "13:00", "14:00", "sun"))
	none.Day.Sky = "overcast"
	r, _, _ = planned(none)
	if got := clocks(r.Wear.TouchUps); got != "12:30" {
		t.Errorf("an unlabelled coat is renewed on coming out of the water, got %q", got)
	}
}

func TestLostFilmsFollowTheFigures(t *testing.T) {
	film := func(change func(s *sitting.Sitting), at string) float64 {
		s := outdoors(t)
		s.Look.Base = "none"
		change(s)
		r, _, _ := planned(s)
		for _, p := range r.Wear.Curve {
			if p.At.Clock() == at {
				return float64(p.Film)
			}
		}
		t.Fatalf("no point at %s", at)
		return 0
	}
	still := film(func(s *sitting.Sitting) {}, "12:00")
	for name, c := range map[string]struct {
		segment day.Segment
		want    float64 // of what an hour indoors leaves
	}{
		"indoors":            {segment(t, "12:00", "13:00", "indoors"), 0.97},
		"outdoors, still":    {segment(t, "12:00", "13:00", "sun"), 0.88},
		"active":             {segment(t, "12:00", "13:00", "sun", active), 0.65},
		"active indoors":     {segment(t, "12:00", "13:00", "indoors", active), 0.65},
		"unlabelled, water":  {segment(t, "12:00", "12:15", "water", swimming), 0.5 * math.Pow(0.97, 0.75)},
		"towelled, indoors":  {segment(t, "12:00", "13:00", "indoors", towelled(t, "12:30")), 0.4 * 0.97},
		"behind glass":       {segment(t, "12:00", "13:00", "glass"), 0.97},
		"on water, standing": {segment(t, "12:00", "12:15", "water"), 0.5 * math.Pow(0.97, 0.75)},
	} {
		s := outdoors(t, c.segment)
		s.Look.Base = "none"
		Drop(s, "haze")
		s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.ID == "spf" })
		only := sport
		only.ID, only.WaterResistantMin = "spf", 0
		Add(s, only)
		cs := sitting.Open(s)
		_, res := prep.Plan(cs)
		r := wear.Check(cs, &res, nil)
		var got float64
		for _, p := range r.Wear.Curve {
			if p.At.Clock() == "13:00" {
				got = float64(p.Film)
			}
		}
		if math.Abs(got/still-c.want) > 0.004 {
			t.Errorf("%s: %.4f of the film at noon, want %.4f", name, got/still, c.want)
		}
	}
}

func TestFactorsOfSeveralFilmsAddUpInTheirLogsAndNeverPassTheHighestLabel(t *testing.T) {
	s := outdoors(t, segment(t, "12:00", "13:00", "sun"))
	r := checked(s, coat(t, "12:00", "haze"), coat(t, "12:05", "haze"), coat(t, "12:10", "haze"))
	if last := r.Wear.TouchUps[2].SPF; last > 50 || last < 45 {
		t.Errorf("films past the full dose give the label at most, got %g", float64(last))
	}
	one := r.Wear.TouchUps[0]
	if got, want := float64(one.Alone), math.Pow(30, 0.3); math.Abs(got-want) > 0.01 || one.Film != 0.6 {
		t.Errorf("three coats of mist are 0.6 mg/cm² and give %.3g by themselves, got %g and %g", want,
			float64(one.Film), got)
	}
}

func TestHalfABottleOfHonestNumbers(t *testing.T) {
	for _, c := range []struct{ label, film, want float64 }{{50, 2, 50}, {50, 1, 7.071}, {30, 0.35, 1.813},
		{50, 3, 50}, {1, 1, 1}, {50, 0, 1}} {
		got := wear.Reckon(say.English, wear.Amount{Label: c.label, Film: c.film})
		if math.Abs(float64(got.Gives)-c.want) > 0.001 {
			t.Errorf("%g mg/cm² of %g gives %g, got %g", c.film, c.label, c.want, float64(got.Gives))
		}
	}
	spoon := wear.Reckon(say.English, wear.Amount{Label: 50, Grams: 0.8, Zones: "face_neck"})
	if spoon.Film <= 1 || spoon.Film >= 1.2 || spoon.Full < 1.4 || spoon.Full > 1.6 {
		t.Errorf("0.8 g over face and neck: %+v", spoon)
	}
}

func TestShineComesWhenTheOilOfTheZoneHasPassedWhatIsTakenUp(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(1)} // too thirsty for a mattifying primer
		s.Day.SurfaceC = P(32.0)
		s.Client.Learned.Sebum = map[face.Zone]float64{face.Nose: 2}
	})
	r, c, res := planned(s)
	clean := c.ChairAt
	for _, st := range res.Steps {
		if st.Act == "cleanse" {
			at, _ := st.Start.In(c.Loc)
			clean = at.Add(time.Duration(st.HandsS) * time.Second)
		}
	}
	at := map[face.Zone]time.Time{}
	for _, x := range r.Wear.Shine {
		at[x.Zone], _ = x.At.In(c.Loc)
	}
	for z, want := range map[face.Zone]float64{face.Forehead: 150 / 1.8, face.Nose: 150 / 3.6, face.Cheeks: 150 / 0.4} {
		if got := at[z].Sub(clean).Minutes(); math.Abs(got-want) > 0.1 {
			t.Errorf("%s shines after %.1f minutes, want %.1f", z, got, want)
		}
	}
	hot := With(t, func(h *sitting.Sitting) { *h = *s; h.Day.SurfaceC = P(34.0) })
	if r, _, _ := planned(hot); len(r.Wear.Shine) == 0 || r.Wear.Shine[0].At.String() >= wearShine(r, face.Cheeks) {
		t.Error("a warmer skin makes more oil")
	}
	matte := With(t, func(s *sitting.Sitting) {
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
		s.Look.Items = []look.Item{{Zone: look.Spot{Zones: face.BaseArea}, Item: "powder", Binder: "powder", Load: 1}}
		s.Day.SurfaceC = P(32.0)
	})
	r, c, _ = planned(matte)
	first, _ := r.Wear.Shine[0].At.In(c.Loc)
	if got := first.Sub(clean).Minutes(); math.Abs(got-400/1.8) > 0.2 {
		t.Errorf("primer takes up 150 and powder 100: shine after %.1f minutes, want %.1f", got, 400/1.8)
	}
}

func wearShine(r wear.Result, z face.Zone) string {
	for _, x := range r.Wear.Shine {
		if x.Zone == z {
			return x.At.String()
		}
	}
	return "9"
}

func TestABlotWithinTwentyMinutesOfACoatIsMergedWithIt(t *testing.T) {
	oily := func(segments ...day.Segment) *sitting.Sitting {
		s := outdoors(t, segments...)
		s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(2), Water: P(1)},
			face.Cheeks: {Oil: P(0), Water: P(2)}}
		return s
	}
	alone, _, _ := planned(oily())
	if len(alone.Wear.TouchUps) < 2 {
		t.Fatalf("an oily middle is blotted through the day: %s", clocks(alone.Wear.TouchUps))
	}
	both, c, _ := planned(oily(segment(t, "10:00", "11:30", "sun"), segment(t, "12:00", "13:30", "shade")))
	var last time.Time
	for _, u := range both.Wear.TouchUps {
		at, _ := u.At.In(c.Loc)
		if !last.IsZero() && at.Sub(last) <= 20*time.Minute {
			t.Errorf("two interruptions within twenty minutes: %s", clocks(both.Wear.TouchUps))
		}
		last = at
		for i, s := range u.Steps {
			if s.Act == "reapply" && (i == 0 || u.Steps[0].Act != "blot") {
				t.Errorf("a coat is laid over shine at %s", u.At.Clock())
			}
		}
	}
}

func TestTheFormFollowsFinishSkinWindAndMethod(t *testing.T) {
	form := func(change func(*sitting.Sitting)) string {
		s := outdoors(t, segment(t, "12:00", "15:00", "sun"))
		Drop(s, "haze")
		change(s)
		r, _, _ := planned(s)
		for _, u := range r.Wear.TouchUps {
			for _, st := range u.Steps {
				if st.Act == "reapply" {
					return st.Product
				}
			}
		}
		return ""
	}
	for name, c := range map[string]struct {
		want   string
		change func(*sitting.Sitting)
	}{
		"a fluid delivers most": {"dab", func(s *sitting.Sitting) {
			Add(s, mist, stick, cushion,
				fluid, dust)
		}},
		"a cushion spares a matte base": {"pat", func(s *sitting.Sitting) {
			Add(s, mist, stick, cushion,
				fluid, dust)
			s.Look.Finish = "matte"
		}},
		"a stick glides on a dewy face": {"stub", func(s *sitting.Sitting) {
			Add(s, mist, stick,
				dust)
			s.Look.Finish = "dewy"
		}},
		"a stick drags a matte base": {"haze", func(s *sitting.Sitting) {
			Add(s, mist, stick,
				dust)
			s.Look.Finish = "matte"
		}},
		"powder only where nothing else is": {"dust", func(s *sitting.Sitting) { Add(s, dust) }},
		"bare skin gets the ordinary sunscreen": {"spf", func(s *sitting.Sitting) {
			Add(s, mist, fluid)
			s.Look.Base,
				s.Look.Coverage = "none", "none"
		}},
		"no mist in the cold": {"stub", func(s *sitting.Sitting) {
			Add(s, mist,
				stick)
			s.Day.Air.TempC = P(2.0)
			s.Look.Finish = "matte"
		}},
		"a mist in the wind gives way": {"pat", func(s *sitting.Sitting) {
			weak := cushion
			weak.Tags = []string{"fragrance"}
			Add(s, mist, weak)
			s.Client.Dislikes = []string{"fragrance"}
			s.Method["mist_how"] = "spray"
			s.Day.Segments[0].Wind = true
		}},
		"nothing allergic": {"haze", func(s *sitting.Sitting) {
			bad := fluid
			bad.Tags = []string{"latex"}
			Add(s, bad, mist)
			s.Client.Allergies = []string{"latex"}
		}},
		"tinted on a dark skin": {"tint", func(s *sitting.Sitting) {
			tinted := fluid
			tinted.ID, tinted.Tinted = "tint", true
			Add(s, fluid, tinted)
			s.Client.Phototype = 5
		}},
	} {
		if got := form(c.change); got != c.want {
			t.Errorf("%s: got %q, want %q", name, got, c.want)
		}
	}
}

func TestTheBagHoldsWhatLeavesTheNozzle(t *testing.T) {
	grams := func(wind bool) (lands, bag float64) {
		s := outdoors(t, segment(t, "12:00", "15:00", "sun"))
		s.Method["mist_how"] = "spray"
		s.Day.Segments[0].Wind = wind
		r, _, _ := planned(s)
		for _, u := range r.Wear.TouchUps {
			for _, st := range u.Steps {
				if st.Product == "haze" {
					lands += float64(st.Grams)
				}
			}
		}
		for _, b := range r.Wear.Bag {
			if b.Product == "haze" {
				bag = float64(b.Grams)
			}
		}
		return lands, bag
	}
	if lands, bag := grams(false); lands == 0 || math.Abs(bag-2*lands) > 0.001 {
		t.Errorf("half lands: %g of %g", lands, bag)
	}
	if lands, bag := grams(true); lands > 0 && math.Abs(bag-3*lands) > 0.001 && math.Abs(bag-2*lands) > 0.001 {
		t.Errorf("a third lands in wind: %g of %g", lands, bag)
	}
}

func TestALongWearIsResetAtHalfTime(t *testing.T) {
	long := outdoors(t)
	Add(long, kit.Product{ID: "water-mist", Name: "Dew", Kind: "mist", Base: "water"})
	long.Day.WearUntil, long.Day.LiftAt = At(t, "19:40"), At(t, "20:00")
	if r, _, _ := planned(long); len(r.Wear.TouchUps) != 0 {
		t.Errorf("nobody asked for a reset: %s", clocks(r.Wear.TouchUps))
	}
	long.Method = method.Choice{method.TouchReset: method.Midday}
	r, _, _ := planned(long)
	if len(r.Wear.TouchUps) != 1 || r.Wear.TouchUps[0].At.Clock() != "14:40" ||
		!slices.Contains(r.Wear.TouchUps[0].Because, "reset") {
		t.Fatalf("ten hours are reset at half time, got %s", clocks(r.Wear.TouchUps))
	}
	acts := ""
	for _, s := range r.Wear.TouchUps[0].Steps {
		acts += string(s.Act) + " "
	}
	if acts != "cleanse apply " {
		t.Errorf("spot cleanse and moisten; dry skin is not blotted: %s", acts)
	}
	long.Day.WearUntil = At(t, "19:45")
	if r, _, _ := planned(long); clocks(r.Wear.TouchUps) != "14:40" {
		t.Errorf("of two moments as near to 14:42:30 the earlier, got %s", clocks(r.Wear.TouchUps))
	}
	long.Day.WearUntil = At(t, "19:35")
	if r, _, _ := planned(long); len(r.Wear.TouchUps) != 0 {
		t.Errorf("under ten hours nothing is reset: %s", clocks(r.Wear.TouchUps))
	}
}

func TestSkinWithoutAFirstCoatIsLateFromTheFirstMinuteOutdoors(t *testing.T) {
	late := func(drop ...string) string {
		s := outdoors(t, segment(t, "18:45", "19:30", "sun")) // the sun is low, no old coat matters
		Drop(s, drop...)
		s.Day.WearUntil, s.Day.LiftAt = At(t, "20:00"), At(t, "20:30")
		r, _, _ := planned(s)
		return clocks(r.Wear.TouchUps)
	}
	if with, without := late(), late("spf", "low"); with != "" || without == "" || without > "18:45" {
		t.Errorf("with a first coat %q, without %q", with, without)
	}
}

func TestStretchesOfTheDayMayBeToldInAnyOrder(t *testing.T) {
	told := func(order ...int) (why string) {
		parts := []day.Segment{segment(t, "11:00", "11:30", "sun"), segment(t, "11:30", "12:00", "water", swimming),
			segment(t, "12:00", "12:30", "water", swimming), segment(t, "12:30", "15:00", "shade")}
		s := outdoors(t)
		for i := range s.Kit {
			s.Kit[i].WaterResistantMin = 0 // a coat is due when they come out of the water
		}
		for _, i := range order {
			s.Day.Segments = append(s.Day.Segments, parts[i])
		}
		r, _, _ := planned(s)
		for _, u := range r.Wear.TouchUps {
			why += fmt.Sprint(u.At.Clock(), u.Because, " ")
		}
		return why
	}
	if a, b := told(0, 1, 2, 3), told(2, 3, 0, 1); a == "" || a != b {
		t.Errorf("in order %s, mixed %s", a, b)
	}
}

func TestTouchUpsAheadKeepTheirNamesAndNewOnesGoOnCounting(t *testing.T) {
	b := wear.Begun{Done: []wear.TouchUp{{ID: "t1"}}, Ahead: []wear.TouchUp{{ID: "t2"}, {ID: "t4"}}}
	if got := strings.Join(b.IDs(4), " "); got != "t2 t4 t5 t6" {
		t.Errorf("got %s", got)
	}
}

func TestAnEarlySecondCoatByMethod(t *testing.T) {
	s := outdoors(t, segment(t, "12:00", "13:00", "sun"))
	s.Method["second_coat"] = "early"
	r, _, _ := planned(s)
	if got := clocks(r.Wear.TouchUps); got < "12:15" || got > "12:30" ||
		!slices.Contains(r.Wear.TouchUps[0].Because, "second_coat") {
		t.Errorf("15 to 30 minutes after going out, got %q", got)
	}
}

func TestNightAndPolarNightNeedNothingAndPolarDayDoes(t *testing.T) {
	at := func(lat float64, date string) wear.Result {
		s := With(t, func(s *sitting.Sitting) {
			Add(s, mist)
			s.Day.Place = day.Place{Lat: lat, Lon: 20}
			s.Day.Date, s.Day.Timezone = On(t, date), "Europe/Oslo"
			s.Day.ChairAt, s.Day.BaseAt, s.Day.WearUntil, s.Day.LiftAt = At(t, date+"T19:00"), At(t, date+"T19:40"),
				At(t, date+"T23:50"), At(t, date+"T23:55")
			s.Day.Washed = nil
			s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(0), Water: P(2)},
				face.Cheeks: {Oil: P(0), Water: P(2)}}
			s.Day.Segments = []day.Segment{{From: At(t, date+"T20:00"), To: At(t, date+"T23:00"), Place: "sun"}}
		})
		r, _, _ := planned(s)
		return r
	}
	if r := at(69.6, "2027-12-21"); r.Wear.DoseSED != 0 || len(r.Wear.TouchUps) != 0 || r.Wear.Dose.Grams != 0 {
		t.Errorf("polar night: %g SED, %s", float64(r.Wear.DoseSED), clocks(r.Wear.TouchUps))
	}
	if r := at(69.6, "2027-06-21"); r.Wear.DoseSED <= 0 || len(r.Wear.TouchUps) != 1 {
		t.Errorf("midnight sun: %g SED, %s", float64(r.Wear.DoseSED), clocks(r.Wear.TouchUps))
	}
	if r := at(-33.9, "2027-12-21"); r.Wear.Curve[0].UVI != 0 {
		t.Logf("evening in the south: %g", float64(r.Wear.Curve[0].UVI))
	}
}

func TestAWearPastMidnightAndOverAChangeOfTheClockIsAsLongAsItReallyIs(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		Add(s, mist)
		s.Day.Date, s.Day.Place = On(t, "2027-10-30"), day.Place{Lat: 51.7, Lon: -8.5}
		s.Day.ChairAt, s.Day.BaseAt, s.Day.WearUntil, s.Day.LiftAt = At(t, "2027-10-30T21:00"),
			At(t, "2027-10-30T22:00"), At(t, "2027-10-31T04:00"), At(t, "2027-10-31T04:00")
		s.Day.Washed = nil
	})
	r, _, _ := planned(s)
	if got, want := len(r.Wear.Curve), 7*12+1; got != want { // six hours by the wall, seven in truth
		t.Errorf("%d points, want %d", got, want)
	}
}

func TestMoreFilmFewerHoursAndShadeNeverLetMoreThrough(t *testing.T) {
	dose := func(change func(s *sitting.Sitting)) float64 {
		s := outdoors(t, segment(t, "11:00", "12:45", "sun"))
		change(s)
		r, _, _ := planned(s)
		return float64(r.Wear.DoseSED)
	}
	sunny := dose(func(s *sitting.Sitting) {})
	for name, change := range map[string]func(s *sitting.Sitting){
		"shade":      func(s *sitting.Sitting) { s.Day.Segments[0].Place = "shade" },
		"glass":      func(s *sitting.Sitting) { s.Day.Segments[0].Place = "glass" },
		"overcast":   func(s *sitting.Sitting) { s.Day.Sky = "overcast" },
		"an hour":    func(s *sitting.Sitting) { s.Day.Segments[0].To = At(t, "12:00") },
		"more ozone": func(s *sitting.Sitting) { s.Day.OzoneDU = P(450.0) },
	} {
		if got := dose(change); got >= sunny {
			t.Errorf("%s: %g SED, not less than %g", name, got, sunny)
		}
	}
	if got := dose(func(s *sitting.Sitting) { s.Day.Segments[0].Ground = "snow" }); got <= sunny {
		t.Errorf("snow: %g SED, not more than %g", got, sunny)
	}
}

func TestNoWordPromisesSafety(t *testing.T) {
	for name, s := range longDays(t) {
		r, _, _ := planned(s)
		said := strings.Join(r.Wear.Card, " ")
		for _, f := range r.Findings {
			said += " " + f.Say + " " + f.Because + " " + f.Instead
		}
		for _, u := range r.Wear.TouchUps {
			for _, st := range u.Steps {
				said += " " + st.Say
			}
		}
		if strings.Contains(strings.ToLower(said), "safe") {
			t.Errorf("%s: %s", name, said)
		}
		if !strings.Contains(said, "Shade, a hat and clothing come first") {
			t.Errorf("%s: the card does not say that shade and cover come first", name)
		}
	}
}

func TestBudgetIsHalfAMEDAndNeverMoreThanTheCeiling(t *testing.T) {
	for _, c := range []struct {
		phototype int
		med       *float64
		want      float64
	}{{1, nil, 1}, {2, nil, 1.25}, {3, nil, 1.75}, {6, nil, 1.75}, {6, P(0.1), 1}, {2, P(0.0), 0}} {
		s := With(t, func(s *sitting.Sitting) { s.Client.Phototype, s.Day.BudgetMED = c.phototype, c.med })
		if got := wear.Budget(sitting.Open(s)); math.Abs(got-c.want) > 1e-9 {
			t.Errorf("phototype %d: %g SED, want %g", c.phototype, got, c.want)
		}
	}
}

func TestTheDoseIsWhatTheIndexAndTheFactorMakeOfIt(t *testing.T) {
	s := outdoors(t, segment(t, "12:00", "13:00", "sun"))
	r, c, _ := planned(s)
	uv := sun.Over(s.Day, c.BaseAt)
	var want float64
	for _, p := range r.Wear.Curve {
		if clock := p.At.Clock(); clock >= "12:00" && clock < "13:00" {
			at, _ := p.At.In(c.Loc)
			want += 0.9 * uv.Index(at.Add(150*time.Second), "") * 5 / 60 / float64(p.SPF)
		}
	}
	if got := float64(r.Wear.DoseSED); math.Abs(got/want-1) > 0.02 {
		t.Errorf("%g SED, by the curve %g", got, want)
	}
	for i := 1; i < len(r.Wear.Curve); i++ {
		if r.Wear.Curve[i].DoseSED < r.Wear.Curve[i-1].DoseSED {
			t.Fatal("the dose never falls")
		}
	}
}

func TestACoatIsNotPutWhereItInterruptsUnkindlyOnlyToSaveABlotThatAnotherCoatHasPutOff(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		Add(s, cushion, papers, flour, sport)
		Drop(s, "spf")
		s.Look.Finish = "matte"
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
		s.Day.BaseAt, s.Day.WearUntil, s.Day.LiftAt = At(t, "09:50"), At(t, "22:30"), At(t, "23:00")
		s.Day.Segments = []day.Segment{segment(t, "12:00", "14:30", "sun", active, towelled(t, "13:10"))}
	})
	res, c, prepped := planned(s)
	if !strings.Contains(clocks(res.Wear.TouchUps), "13:10") {
		t.Fatalf("nothing after the towel: %s", clocks(res.Wear.TouchUps))
	}
	for i, u := range res.Wear.TouchUps {
		at := u.At.Clock()
		if at <= "12:00" || at >= "14:30" || at == "13:10" {
			continue
		}
		// Only the budget may ask for it, and then the coat has to save what it costs.
		ups := slices.Delete(slices.Clone(res.Wear.TouchUps), i, i+1)
		without := wear.Check(c, prepped, ups)
		saves := without.Wear.DoseSED - max(res.Wear.DoseSED, res.Wear.BudgetSED)
		if !slices.Contains(u.Because, "dose-over-budget") || saves < 0.14 {
			t.Errorf("somebody who sweats is stopped at %s for %v, which saves %v SED", at, u.Because, saves)
		}
	}
}

func TestPowderWaitsForACoatOnlyWhereThereIsOne(t *testing.T) {
	s := outdoors(t)
	Add(s, cushion, flour)
	dusting := wear.TouchStep{Act: "apply", Product: "flour"}
	blotted, coated := coat(t, "11:00", "pat"), coat(t, "13:00", "pat")
	blotted.Steps = []wear.TouchStep{{Act: "blot", Product: "papers"}, dusting}
	coated.Steps = append(coated.Steps, dusting)
	res := checked(s, blotted, coated)
	for i, waits := range []bool{false, true} {
		steps := res.Wear.TouchUps[i].Steps
		if say := steps[len(steps)-1].Say; strings.Contains(say, "when the sunscreen has set") != waits {
			t.Errorf("touch-up %d: %s", i+1, say)
		}
	}
}

func TestAPowderThatWouldRunOutStaysBehindAndBlottingHasToDo(t *testing.T) {
	for _, left := range []float64{20, 0.01} {
		s := With(t, func(s *sitting.Sitting) {
			little := flour
			little.RemainingG = P(left)
			Add(s, papers, little)
			s.Look.Finish = "matte"
			s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
		})
		res, _, _ := planned(s)
		carried := slices.ContainsFunc(res.Wear.Bag, func(b wear.BagItem) bool { return b.Product == "flour" })
		if carried != (left > 1) || len(Found(res.Findings, "runs-out")) != 0 || len(res.Wear.TouchUps) == 0 {
			t.Errorf("with %g g left: carried %v, %s at %s", left, carried, Rules(res.Findings),
				clocks(res.Wear.TouchUps))
		}
	}
}

func TestBlottingKeepsOffBarredSkinAndTakesWhatTheClientMayBeTouchedWith(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		scented := papers
		scented.Tags = []string{"fragrance"}
		Add(s, scented)
		s.Client.Allergies = []string{"fragrance"}
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
		s.Client.Zones[face.Chin] = face.Grades{Oil: P(3), Water: P(2), Marks: []face.Mark{"broken"}}
	})
	res, _, _ := planned(s)
	if len(res.Wear.TouchUps) == 0 {
		t.Fatal("an oily forehead is never blotted")
	}
	for _, u := range res.Wear.TouchUps {
		if b := u.Steps[0]; b.Act != "blot" || b.Product != "" || slices.Contains(b.Zones, "chin") ||
			slices.Contains(b.Zones, "face") {
			t.Errorf("%s: %+v", u.At.Clock(), b)
		}
	}
}

func TestACoatThatDragsTheBaseIsLaidOnlyWhereLabelOrBudgetAskForIt(t *testing.T) {
	for _, c := range []struct {
		name, until string
		coats       int
	}{{"a short walk", "13:00", 0}, {"more than two hours out", "15:00", 1}} {
		t.Run(c.name, func(t *testing.T) {
			s := outdoors(t, segment(t, "12:00", c.until, "sun"))
			Drop(s, "haze")
			Add(s, stick)
			s.Look.Finish = "matte"
			s.Method["second_coat"] = "early"
			res, _, _ := planned(s)
			coats := 0
			for _, u := range res.Wear.TouchUps {
				if slices.ContainsFunc(u.Steps, func(st wear.TouchStep) bool { return st.Act == "reapply" }) {
					coats++
				}
			}
			if coats != c.coats || len(Found(res.Findings, "drags-base")) != min(coats, 1) {
				t.Errorf("%d coats at %s: %s", coats, clocks(res.Wear.TouchUps), Rules(res.Findings))
			}
		})
	}
}

func TestTheReasonOfACoatIsTheRuleThatWouldBreakWithoutIt(t *testing.T) {
	for _, c := range []struct {
		name    string
		segment day.Segment
		want    string
	}{
		{"out for more than two hours", segment(t, "11:00", "13:30", "sun"), "reapply-two-hours"},
		{"out late on the first coat", segment(t, "14:30", "15:00", "sun"), "reapply-two-hours"},
		{"towelled", segment(t, "12:00", "13:00", "sun", towelled(t, "12:30")), "reapply-after-towel"},
		{"in water under a label of forty", segment(t, "11:00", "12:30", "water", swimming), "reapply-after-water"},
	} {
		s := outdoors(t, c.segment)
		s.Client.Phototype = 6
		s.Kit.Find("spf").WaterResistantMin = 40
		s.Kit.Find("haze").WaterResistantMin = 80
		r, _, _ := planned(s)
		if len(r.Wear.TouchUps) == 0 || string(r.Wear.TouchUps[0].Because[0]) != c.want {
			t.Errorf("%s: %+v", c.name, r.Wear.TouchUps)
		}
	}
}

func TestNoBlotFollowsWithinTwentyMinutesForNothing(t *testing.T) {
	s := outdoors(t, segment(t, "15:30", "16:00", "sun"))
	Add(s, flour)
	s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(3), Water: P(2)},
		face.Cheeks: {Oil: P(1), Water: P(2)}}
	s.Day.WearUntil, s.Day.LiftAt = At(t, "17:10"), At(t, "17:30")
	r, c, _ := planned(s)
	last := c.BaseAt
	for _, u := range r.Wear.TouchUps {
		at, _ := u.At.In(c.Loc)
		if at.Sub(last) <= 20*time.Minute {
			t.Errorf("two interruptions within twenty minutes: %s", clocks(r.Wear.TouchUps))
		}
		last = at
	}
	coats := 0
	for _, u := range r.Wear.TouchUps {
		if slices.ContainsFunc(u.Steps, func(st wear.TouchStep) bool { return st.Act == "reapply" }) {
			coats++
		}
	}
	if coats != 1 || r.Wear.ShownMin != 0 || r.Wear.LateMin != 0 {
		t.Errorf("one coat before going out, and nothing shows: %d coats at %s, %v shown, %v late", coats,
			clocks(r.Wear.TouchUps), r.Wear.ShownMin, r.Wear.LateMin)
	}
}

func TestWhatPrepUsedIsNotThereForTouchUpsWhileAnotherIs(t *testing.T) {
	first := func(left float64) string {
		s := outdoors(t, segment(t, "11:00", "16:00", "sun"))
		s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind.Of().Group == kit.Over })
		Add(s, kit.Product{ID: "fluid", Name: "Fluid", Kind: kit.SPFFluid, SPF: 50, BroadSpectrum: true,
			Base:    "emulsion",
			EyeSafe: true, RemainingG: P(left)},
			kit.Product{ID: "mist", Name: "Mist", Kind: kit.SPFMist, SPF: 50, BroadSpectrum: true, Base: "water",
				EyeSafe: true})
		r, _, _ := planned(s)
		for _, u := range r.Wear.TouchUps {
			for _, st := range u.Steps {
				if st.Act == "reapply" && (st.Product == "fluid" || st.Product == "mist") {
					return st.Product
				}
			}
		}
		return ""
	}
	if first(50) != "fluid" || first(0.1) != "mist" {
		t.Errorf("with plenty %s, with too little %s", first(50), first(0.1))
	}
}

func TestWetSkinIsPattedDryBeforeACoatAndDrySkinIsNot(t *testing.T) {
	for _, place := range []day.Where{day.InWater, day.InSun} {
		r := checked(outdoors(t, segment(t, "12:00", "13:00", place)), wear.TouchUp{At: At(t, "13:00"),
			Zones: []string{"face"}, Steps: []wear.TouchStep{{Act: "blot", Zones: []string{"cheeks"}}}})
		if got := strings.Contains(r.Wear.TouchUps[0].Steps[0].Say, "wet skin dry"); got != (place == day.InWater) {
			t.Errorf("after an hour in %s: %q", place, r.Wear.TouchUps[0].Steps[0].Say)
		}
		if r.Wear.TouchUps[0].Steps[0].ID != "t1.1" {
			t.Errorf("the step goes by %q", r.Wear.TouchUps[0].Steps[0].ID)
		}
	}
}

func TestSkinThatWearsNoMakeupTodayIsNotBlotted(t *testing.T) {
	oily := func(threaded bool) *sitting.Sitting {
		s := outdoors(t)
		s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(3), Water: P(2)},
			face.Cheeks: {Oil: P(3), Water: P(2)}}
		if threaded {
			s.Client.Conditions = append(s.Client.Conditions, face.Condition{Kind: face.Threaded, On: s.Day.Date})
		}
		return s
	}
	if r, _, _ := planned(oily(false)); len(r.Wear.TouchUps) == 0 {
		t.Fatal("an oily base is blotted")
	}
	s := oily(true)
	r, c, prep := planned(s)
	if len(r.Wear.TouchUps) > 0 || r.Wear.ShownMin != 0 {
		t.Errorf("threaded today, no makeup on: blotted at %s, %v shown", clocks(r.Wear.TouchUps), r.Wear.ShownMin)
	}
	blot := wear.TouchUp{ID: "t1", At: c.Sitting.Day.BaseAt.Add(60), Zones: []string{"forehead"},
		Steps: []wear.TouchStep{{ID: "t1.1", Act: "blot", Zones: []string{"forehead"}}}}
	if got := wear.Check(c, prep, []wear.TouchUp{blot}); len(Found(got.Findings, "needless")) == 0 {
		t.Errorf("a blot there is for nothing: %s", Rules(got.Findings))
	}
}

func TestWhatIsDoneToAFaceReachesUnderTheEyesOnlyWhereItMay(t *testing.T) {
	safe, unsafe := kit.Product{Kind: kit.Mist, EyeSafe: true}, kit.Product{Kind: kit.Mist}
	loose := kit.Product{Kind: kit.Powder, EyeSafe: true}
	for _, x := range []struct {
		name   string
		what   act.Act
		p      *kit.Product
		mature bool
		under  bool
	}{
		{"a mist that is eye-safe", act.Apply, &safe, false, true},
		{"one that is not", act.Apply, &unsafe, false, false},
		{"eye-safe powder", act.Apply, &loose, false, true},
		{"eye-safe powder on mature skin", act.Apply, &loose, true, false},
		{"an eye-safe mist on mature skin", act.Apply, &safe, true, true},
		{"a sheet", act.Blot, nil, false, false},
		{"nothing but hands", act.Apply, nil, false, true},
	} {
		c := sitting.Open(With(t, func(s *sitting.Sitting) { s.Client.Mature = x.mature }))
		if got := wear.Place(c, face.Face, x.what, x.p).Has(face.UnderEyes); got != x.under {
			t.Errorf("%s: under the eyes %v, want %v", x.name, got, x.under)
		}
	}
}

func TestAClockThatNoCoatCanBeginAnewAsksForNone(t *testing.T) {
	reapplies := func(change func(s *sitting.Sitting), segments ...day.Segment) (n int) {
		s := outdoors(t, segments...)
		change(s)
		res, _, _ := planned(s)
		for _, u := range res.Wear.TouchUps {
			if slices.ContainsFunc(u.Steps, func(st wear.TouchStep) bool { return st.Act == act.Reapply }) {
				n++
			}
		}
		return n
	}
	dark := func(z face.Zone) func(s *sitting.Sitting) {
		return func(s *sitting.Sitting) {
			s.Client.Zones[z] = face.Grades{Oil: P(0), Water: P(2), Marks: []face.Mark{face.Pigment}}
		}
	}
	window := segment(t, "10:00", "14:00", day.BehindGlass)
	if cheeks, eyes := reapplies(dark(face.Cheeks), window), reapplies(dark(face.UnderEyes), window); cheeks == 0 ||
		eyes != 0 {
		t.Errorf("behind glass: %d coats for cheeks with pigment, %d for what keeps no clock", cheeks, eyes)
	}
	// the neck has a coat that is no match for water, and may have no other
	neck := func(marks ...face.Mark) func(s *sitting.Sitting) {
		return func(s *sitting.Sitting) {
			s.Kit.Find("spf").WaterResistantMin, s.Kit.Find("spf").Tags = 80, []string{"fragrance"}
			Add(s, kit.Product{ID: "bland", Name: "Bland", Kind: kit.Sunscreen, Base: "emulsion", SPF: 50, Price: 1,
				BroadSpectrum: true, Filters: "mineral", EyeSafe: true, PackG: 50})
			s.Client.Zones[face.Neck] = face.Grades{Oil: P(0), Water: P(2), Marks: marks}
			Drop(s, "haze")
			Add(s, kit.Product{ID: "float", Name: "Float", Kind: kit.SPFMist, Base: "water", SPF: 30,
				BroadSpectrum: true, WaterResistantMin: 80})
		}
	}
	swim, sun := segment(t, "12:00", "12:40", day.InWater, swimming), segment(t, "12:40", "13:10", day.InSun)
	if got := reapplies(neck(face.Sunburn), swim, sun); got != 0 {
		t.Errorf("for a burnt neck that nothing may renew: %d coats", got)
	}
}
