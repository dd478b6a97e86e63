package wear_test

import (
	"math"
	"math/rand/v2"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

// What a coat is worth is reckoned from its moment on, and no further than it is sure; the day without it is checked
// here from base to removal.
func TestACoatByHandIsNeedlessJustWhereTheDayWithoutItIsNoWorse(t *testing.T) {
	labels := []rules.ID{"reapply-two-hours", "reapply-after-water", "reapply-after-towel"}
	broken := func(r wear.Result) (n int) {
		for _, f := range r.Findings {
			if slices.Contains(labels, f.Rule) {
				n++
			}
		}
		return n
	}
	over := func(r wear.Result) float64 {
		steps := (float64(r.Wear.DoseSED) - float64(r.Wear.BudgetSED)) / figure.OverStep
		return max(0, math.Ceil(steps-figure.SameMinutes))
	}
	judged := map[bool]int{}
	for i := range 60 {
		r := rand.New(rand.NewPCG(uint64(i), 29))
		c := sitting.Open(strangeDay(t, r))
		_, res := prep.Plan(c)
		var ups []wear.TouchUp
		for at := 10 + 5*r.IntN(40); at < 800; at += 20 + 5*r.IntN(40) {
			ups = append(ups, coat(t, At(t, "06:40").Add(at).Clock(), "haze"))
		}
		whole := wear.Check(c, &res, ups)
		for k, u := range whole.Wear.TouchUps {
			without := wear.Check(c, &res, slices.Delete(slices.Clone(ups), k, k+1))
			if without.Wear.LateMin != whole.Wear.LateMin || broken(without) != broken(whole) {
				continue // a label asks for it
			}
			worth := over(without) > over(whole)
			said := slices.ContainsFunc(whole.Findings, func(f rules.Finding) bool {
				return f.Rule == rules.Needless && f.Step == u.ID && len(f.Zones) == 0
			})
			if judged[worth]++; said == worth {
				t.Errorf("day %d, %s: %v SED with it, %v without, budget %v; needless: %t", i, u.At.Clock(),
					whole.Wear.DoseSED, without.Wear.DoseSED, whole.Wear.BudgetSED, said)
			}
		}
	}
	if judged[true] < 50 || judged[false] < 50 {
		t.Errorf("judged: %v", judged)
	}
}

func TestWhatShadeAndIndoorsWouldMakeOfTheDoseIsThatOfADaySpentThere(t *testing.T) {
	said, tried := regexp.MustCompile(`from (\d\d:\d\d) to \d\d:\d\d .* ([\d.]+) SED, indoors to ([\d.]+)\.$`), 0
	roughly := func(x float64) string { return strconv.FormatFloat(x, 'g', 2, 64) }
	for i := range 60 {
		s := strangeDay(t, rand.New(rand.NewPCG(uint64(i), 31)))
		s.Day.BudgetMED = P(0.05)
		c := sitting.Open(s)
		_, res := prep.Plan(c)
		ups := []wear.TouchUp{coat(t, "10:05", "haze"), coat(t, "15:20", "haze")}
		for _, f := range Found(wear.Check(c, &res, ups).Findings, "dose-over-budget") {
			if f.Instead == "" {
				continue
			}
			m := said.FindStringSubmatch(f.Instead)
			if m == nil {
				t.Fatalf("says %q", f.Instead)
			}
			for k, place := range []day.Where{day.InShade, day.Indoors} {
				other := *s
				other.Day.Segments = slices.Clone(s.Day.Segments)
				n := slices.IndexFunc(other.Day.Segments, func(g day.Segment) bool { return g.From.Clock() == m[1] })
				other.Day.Segments[n].Place = place
				dose := float64(wear.Check(sitting.Open(&other), &res, ups).Wear.DoseSED)
				is, err := strconv.ParseFloat(m[2+k], 64)
				if err != nil || roughly(is) != roughly(dose) {
					t.Errorf("day %d, %s: %s SED said of %s, %v true", i, m[1], m[2+k], place, dose)
				}
				tried++
			}
		}
	}
	if tried < 60 {
		t.Errorf("%d tried", tried)
	}
}

func TestACoatIsForTheBudgetJustWhereTheDayWithoutItIsOverIt(t *testing.T) {
	judged := map[bool]int{}
	for i := range 400 {
		got, c, res := planned(shortDay(t, rand.New(rand.NewPCG(uint64(i), 37))))
		if got.Wear.DoseSED > got.Wear.BudgetSED {
			continue
		}
		for k, u := range got.Wear.TouchUps {
			for _, reason := range u.Because {
				if reason != "dose-over-budget" && reason != "less_dose" {
					continue
				}
				ups := slices.Clone(got.Wear.TouchUps)
				ups[k].Steps = slices.DeleteFunc(slices.Clone(u.Steps),
					func(s wear.TouchStep) bool { return s.Act == "reapply" })
				without := wear.Check(c, res, ups)
				over := without.Wear.DoseSED > without.Wear.BudgetSED
				if judged[over]++; over != (reason == "dose-over-budget") {
					t.Errorf("day %d, %s: %s, and %v of %v SED without it", i, u.At.Clock(), reason,
						without.Wear.DoseSED, without.Wear.BudgetSED)
				}
			}
		}
	}
	if judged[true] < 5 || judged[false] < 5 {
		t.Errorf("judged: %v", judged)
	}
}

func TestSkinThatIsOnlyPattedIsNotPressedThroughTheDayEither(t *testing.T) {
	for name, k := range map[string]struct {
		told  face.Condition
		never string
		says  []string
	}{
		"the whole face": {face.Condition{Kind: face.PeelMedium, On: On(t, "2027-06-09")}, "ress",
			[]string{"Lay ", "Pat ", "laid on and lifted without"}},
		"one zone": {face.Condition{Kind: face.PeelMedium, Zone: P(face.Forehead), On: On(t, "2027-06-09")},
			"Lay ", []string{"Press ", "On forehead all of it without pressing."}},
		"no zone": {face.Condition{}, "without pressing", []string{"Press "}},
	} {
		s := outdoors(t, segment(t, "12:00", "16:00", "sun"))
		Add(s, flour)
		s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(3), Water: P(2)},
			face.Cheeks: {Oil: P(2), Water: P(2)}}
		if k.told.Kind != "" {
			s.Client.Conditions = []face.Condition{k.told}
		}
		got, _, _ := planned(s)
		said := ""
		for _, u := range got.Wear.TouchUps {
			for _, st := range u.Steps {
				said += strings.ReplaceAll(st.Say, "without pressing, eyes", "without") + "\n"
			}
		}
		for _, want := range k.says {
			if !strings.Contains(said, want) || strings.Contains(said, k.never) {
				t.Errorf("%s: want %q, never %q: %s", name, want, k.never, said)
			}
		}
	}
}

func TestWithoutASpongeMistIsSprayedAndNoFluidPressedOn(t *testing.T) {
	for _, sponges := range []int{0, 1} {
		s := outdoors(t, segment(t, "12:00", "16:00", "sun"))
		Add(s, mist, fluid, kit.Product{ID: "sponges", Name: "Sponges", Kind: kit.Sponge, Count: P(sponges)})
		got, _, _ := planned(s)
		fluids, sprayed := 0, 0
		for _, u := range got.Wear.TouchUps {
			for _, st := range u.Steps {
				if st.Product == fluid.ID {
					fluids++
				}
				if st.How == act.Shielded {
					sprayed++
				}
			}
		}
		if (fluids > 0) != (sponges > 0) || (sprayed > 0) == (sponges > 0) {
			t.Errorf("%d sponges: fluid %d times, sprayed %d: %+v", sponges, fluids, sprayed, got.Wear.TouchUps)
		}
	}
}
