package wear_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

func contains(s, part string) bool { return strings.Contains(s, part) }

// worth is what touch-ups come to by the handbook's order of aims, reckoned from the evaluator's figures alone.
type worth struct {
	late   float64
	keep   int
	missed bool // the early second coat
	budget float64
	shown  float64
	count  int
	coats  int
	unkind int
	dose   float64
}

// better reports whether a is the better for certain: dose over the budget counts in whole steps, and where a
// rounding could tip one, it is tipped against a.
func (a worth) better(b worth) bool {
	over, other := a.overBudget(doseWithin), b.overBudget(-doseWithin)
	switch {
	case math.Abs(a.late-b.late) > 0.02:
		return a.late < b.late
	case a.keep != b.keep:
		return a.keep < b.keep
	case a.missed != b.missed:
		return b.missed
	case math.Abs(over-other) > 1e-6:
		return over < other
	case math.Abs(a.shown-b.shown) > 0.01:
		return a.shown < b.shown
	case a.count != b.count:
		return a.count < b.count
	case a.unkind != b.unkind:
		return a.unkind < b.unkind
	}
	return a.costly() < b.costly()-doseWithin
}

// doseWithin is how near the search's dose is to the evaluator's, SED.
const doseWithin = 0.0005

func (a worth) costly() float64 { return a.dose + 0.15*float64(a.coats) }

// overBudget is the dose over the budget, and a little, in steps of a hundredth, with what coats cost then.
func (a worth) overBudget(little float64) float64 {
	steps := math.Ceil((a.dose + little - a.budget) / 0.01)
	if steps <= 0 {
		return 0
	}
	return 0.01*steps + 0.15*float64(a.coats)
}

func weigh(s *sitting.Sitting, r wear.Result) worth {
	w := worth{late: float64(r.Wear.LateMin), shown: float64(r.Wear.ShownMin), dose: float64(r.Wear.DoseSED),
		count: len(r.Wear.TouchUps)}
	w.keep = len(Found(r.Findings, "interrupts"))
	w.budget = float64(r.Wear.BudgetSED)
	first, last := outings(s)
	w.missed = s.Method[method.SecondCoat] == method.Early && !first.IsZero() &&
		first.Add(30).String() <= last.String()
	for _, u := range r.Wear.TouchUps {
		w.unkind += unkind(s, u.At)
		if slices.ContainsFunc(u.Steps, func(st wear.TouchStep) bool { return st.Act == "reapply" }) {
			w.coats++
			at := u.At.String()
			w.missed = w.missed && (at < first.Add(15).String() || at > first.Add(30).String())
		}
	}
	return w
}

// outings is when the client first goes out, and is last out.
func outings(s *sitting.Sitting) (first, last day.Local) {
	for _, g := range s.Day.Segments {
		if !g.Place.Outdoors() {
			continue
		}
		if first.IsZero() || g.From.String() < first.String() {
			first = g.From
		}
		if g.To.String() > last.String() {
			last = g.To
		}
	}
	return first, last
}

func unkind(s *sitting.Sitting, at day.Local) int {
	for _, g := range s.Day.Segments {
		if at == g.From || at == g.To {
			return 0
		}
	}
	for _, g := range s.Day.Segments {
		if at.String() >= g.From.String() && at.String() < g.To.String() {
			switch {
			case g.Activity == "active" || g.Activity == "swim":
				return 3
			case g.Place == "indoors":
				return 0
			}
			return 1
		}
	}
	return 0
}

// shortDay is a wear of three hours and a half with strange segments.
func shortDay(t *testing.T, r *rand.Rand) *sitting.Sitting {
	clock := func(minutes int) day.Local { return At(t, "09:40").Add(minutes) }
	s := outdoors(t)
	s.Client.Phototype = 1 + r.IntN(6)
	s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(r.IntN(4)), Water: P(2)},
		face.Cheeks: {Oil: P(r.IntN(3)), Water: P(2)}}
	s.Look.Finish = []look.Finish{"matte", "satin", "dewy"}[r.IntN(3)]
	if r.IntN(2) == 0 {
		Add(s, flour)
	}
	if r.IntN(3) == 0 {
		s.Method = method.Choice{method.SecondCoat: method.Early}
	}
	s.Day.WearUntil, s.Day.LiftAt = clock(210), clock(215)
	at := 5 * r.IntN(8)
	for at < 205 {
		end := min(210, at+5*(2+r.IntN(24)))
		g := day.Segment{From: clock(at), To: clock(end), Place: []day.Where{"sun", "shade", "indoors", "water",
			"glass"}[r.IntN(5)],
			Activity: []day.Activity{"still", "active", "swim"}[r.IntN(3)], KeepFree: r.IntN(5) == 0}
		if r.IntN(4) == 0 {
			g.TowelledAt = []day.Local{clock(at + 5*r.IntN((end-at)/5))}
		}
		if g.Activity == "swim" && g.Place != "water" {
			g.Activity = "still"
		}
		s.Day.Segments = append(s.Day.Segments, g)
		at = end + 5*r.IntN(6)
	}
	if fs := s.Check("", nil); len(fs) > 0 {
		t.Fatal(fs)
	}
	return s
}

// TestCoatsAndBlotsTogetherAreAsGoodAsAnyThatCouldBeTried lays up to two interruptions, coats or blots, at every pair
// of moments of short days and compares by the handbook's order.
func TestCoatsAndBlotsTogetherAreAsGoodAsAnyThatCouldBeTried(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 12))
	tryAll(t, 340, 200, func() *sitting.Sitting { return shortDay(t, r) })
}

// TestWhereNoPlanKeepsTheBudgetWhatIsPlannedIsAsGoodAsAny does so on days with a budget out of reach: dose over it,
// and coats beyond those that labels ask for, are weighed against each other.
func TestWhereNoPlanKeepsTheBudgetWhatIsPlannedIsAsGoodAsAny(t *testing.T) {
	r := rand.New(rand.NewPCG(6, 12))
	tryAll(t, 400, 200, func() *sitting.Sitting {
		for {
			s := shortDay(t, r)
			s.Client.Phototype = 1 + r.IntN(2)
			s.Day.BudgetMED = P(0.01 + 0.1*r.Float64())
			s.Day.WearUntil, s.Day.LiftAt = At(t, "09:40").Add(110), At(t, "09:40").Add(120)
			s.Day.Segments = slices.DeleteFunc(s.Day.Segments, func(g day.Segment) bool {
				return g.To.String() > s.Day.WearUntil.String()
			})
			if got, _, _ := planned(s); got.Wear.DoseSED > got.Wear.BudgetSED {
				return s
			}
		}
	})
}

// tryAll holds the plans of some days against all that could be done with as many interruptions, two at most, and
// asks for so many days on which that could be tried, and that nine in ten of them are proven.
func tryAll(t *testing.T, days, atLeast int, next func() *sitting.Sitting) {
	t.Helper()
	tried, proven := 0, 0
	for n := range days {
		if testing.Short() && n == 40 {
			return
		}
		s := next()
		got, c, res := planned(s)
		mine := weigh(s, got)
		if len(got.Wear.TouchUps) > 2 { // more than brute force can try
			continue
		}
		tried++
		if got.Wear.Gap == 0 {
			proven++
		}
		write := wear.Writer(c, res)
		try := func(halts ...wear.Halt) {
			ups, ok := write(halts...)
			if !ok {
				return
			}
			if other := weigh(s, wear.Check(c, res, ups)); other.better(mine) {
				t.Logf("day %d %s: %v are better than %s (gap %v): %+v, not %+v", n, JSON(t, s.Day.Segments), halts,
					clocks(got.Wear.TouchUps), got.Wear.Gap, other, mine)
			}
		}
		try()
		end := int(c.WearUntil.Sub(c.BaseAt).Minutes())
		for a := 5; a < end; a += 5 {
			for _, coatA := range []bool{true, false} {
				first := wear.Halt{At: c.BaseAt.Add(time.Duration(a) * time.Minute), Coat: coatA}
				try(first)
				for b := a + 5; b < end && len(got.Wear.TouchUps) == 2; b += 5 {
					for _, coatB := range []bool{true, false} {
						try(first, wear.Halt{At: c.BaseAt.Add(time.Duration(b) * time.Minute), Coat: coatB})
					}
				}
			}
		}
	}
	if tried < atLeast || proven < tried*9/10 {
		t.Errorf("%d days were tried, %d of them proven", tried, proven)
	}
}

func TestTheSearchReckonsDoseAndShineAsTheEvaluatorDoes(t *testing.T) {
	r := rand.New(rand.NewPCG(8, 3))
	for n := range 60 {
		s := shortDay(t, r)
		got, c, res := planned(s)
		dose, shown, ok := wear.Searched(c, res)
		if d := dose - float64(got.Wear.DoseSED); !ok || math.Abs(d) > 1e-3*(1e-3+dose) {
			t.Errorf("day %d: the search says %v SED, the evaluator %v", n, dose, got.Wear.DoseSED)
		}
		if d := shown - float64(got.Wear.ShownMin); math.Abs(d) > 0.01 {
			t.Errorf("day %d: the search says %v zone-minutes, the evaluator %v", n, shown, got.Wear.ShownMin)
		}
	}
}

// TestALongerOutingNeverNeedsFewerTouchUps is a property of the clocks.
func TestALongerOutingNeverNeedsFewerTouchUps(t *testing.T) {
	last := 0
	for _, to := range []string{"11:00", "12:30", "14:00", "15:00", "16:30"} {
		s := outdoors(t, segment(t, "10:00", to, "shade"))
		s.Client.Phototype = 6
		r, _, _ := planned(s)
		if n := len(r.Wear.TouchUps); n < last {
			t.Errorf("until %s: %d touch-ups, fewer than %d", to, n, last)
		} else {
			last = n
		}
	}
}

// TestStrangeDaysNeverBreakALabelThatACoatCouldKeep tries many days; whatever they are, the planner's touch-ups keep
// the label clocks and stay out of what is kept free unless the label needs it.
func TestStrangeDaysNeverBreakALabelThatACoatCouldKeep(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 9))
	for n := range 80 {
		s := outdoors(t)
		s.Client.Phototype = 1 + r.IntN(6)
		s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(r.IntN(4)), Water: P(r.IntN(4))},
			face.Cheeks: {Oil: P(r.IntN(4)), Water: P(r.IntN(4))}}
		s.Look.Finish = []look.Finish{"matte", "satin", "dewy"}[r.IntN(3)]
		start := At(t, "09:40")
		at := r.IntN(90)
		for at < 420 {
			end := min(440, at+3+r.IntN(160))
			g := day.Segment{From: start.Add(at), To: start.Add(end), Place: []day.Where{"sun", "shade", "indoors",
				"water", "glass"}[r.IntN(5)],
				Activity: []day.Activity{"still", "active", "swim"}[r.IntN(3)], KeepFree: r.IntN(6) == 0}
			if r.IntN(4) == 0 {
				g.TowelledAt = []day.Local{start.Add(at + r.IntN(end-at))}
			}
			s.Day.Segments = append(s.Day.Segments, g)
			at = end + r.IntN(50)
		}
		got, c, res := planned(s)
		for _, f := range got.Findings {
			if strings.HasPrefix(string(f.Rule), "reapply-") || f.Rule == "blot-first" ||
				f.Rule == "mist-near-face" || f.Rule == "drags-base" {
				t.Errorf("day %d %s: %s at %s", n, JSON(t, s.Day.Segments), Rules(got.Findings),
					clocks(got.Wear.TouchUps))
				break
			}
		}
		again := wear.Check(c, res, slices.Clone(got.Wear.TouchUps))
		again.Wear.Gap = got.Wear.Gap // only a search knows it
		if string(JSON(t, again.Wear)) != string(JSON(t, got.Wear)) || Rules(again.Findings) != Rules(got.Findings) {
			t.Errorf("day %d: checking the planner's touch-ups changes them", n)
		}
	}
}

// hopeless is a day of fair skin in and out of the sun, whose budget can seldom be kept.
func hopeless(t testing.TB, n uint64, hours int) *sitting.Sitting {
	rng := rand.New(rand.NewPCG(n, 5))
	s := outdoors(t)
	s.Day.ChairAt, s.Day.BaseAt, s.Day.Washed = At(t, "06:00"), At(t, "06:40"), nil
	s.Day.WearUntil = s.Day.BaseAt.Add(60 * hours)
	s.Day.LiftAt = s.Day.WearUntil.Add(20)
	s.Client.Phototype = 1
	for at := s.Day.BaseAt.Add(25); ; {
		to := at.Add(30 + 5*rng.IntN(40))
		if to.String() > s.Day.WearUntil.String() {
			return s
		}
		place := []day.Where{day.InSun, day.InSun, day.InShade, day.InWater}[rng.IntN(4)]
		s.Day.Segments = append(s.Day.Segments, day.Segment{From: at, To: to, Place: place})
		at = to.Add(5 * rng.IntN(12))
	}
}

func TestWhereTheBudgetCannotBeKeptAQuickLookSavesWhatAWideOneSaves(t *testing.T) {
	few, from, all := figure.FewTrails, figure.StrideFrom, figure.AllFrom
	defer func() { figure.FewTrails, figure.StrideFrom, figure.AllFrom = few, from, all }()
	over := func(s *sitting.Sitting) float64 {
		r, _, _ := planned(s)
		return weigh(s, r).overBudget(0)
	}
	var quick, wide float64
	days := 0
	for n := range 24 {
		s := hopeless(t, uint64(n), 6+n%9)
		figure.FewTrails, figure.StrideFrom, figure.AllFrom = few, from, all
		a := over(s)
		if a == 0 {
			continue
		}
		figure.FewTrails, figure.StrideFrom, figure.AllFrom = 4, 1000, 1000
		b := over(s)
		if a > b+0.2 {
			t.Errorf("day %d: %.2f over the budget, %.2f can be had", n, a, b)
		}
		quick, wide, days = quick+a, wide+b, days+1
	}
	if days < 10 || quick > 1.02*wide {
		t.Errorf("%d days: %.2f over the budget in all, %.2f can be had", days, quick, wide)
	}
}

func TestWhatIsAheadOfALateWearBreaksTheLabelsClockNoLongerThanItMust(t *testing.T) {
	late := 0
	for _, swim := range []int{84, 125, 144, 170} {
		for _, minutes := range []int{40, 80} {
			for _, by := range []int{5, 20, 45, 70} {
				s := outdoors(t, segment(t, "12:00", At(t, "12:00").Add(swim).Clock(), "water", swimming))
				s.Kit.Find("spf").WaterResistantMin = minutes
				for i := range s.Kit {
					if s.Kit[i].Kind == "spf_mist" {
						s.Kit[i].WaterResistantMin = minutes
					}
				}
				before, c, res := planned(s)
				if len(before.Wear.TouchUps) < 2 {
					continue
				}
				at, _ := before.Wear.TouchUps[0].At.In(c.Loc)
				b := wear.Begun{Now: at.Add(time.Duration(by) * time.Minute), Ahead: before.Wear.TouchUps}
				got := wear.Resume(c, res, &b)
				if got.Wear.LateMin > before.Wear.LateMin {
					late++
				}
				for i := range got.Wear.TouchUps {
					for shift := -60; shift <= 60; shift += 5 {
						ups := slices.Clone(got.Wear.TouchUps)
						ups[i].At = ups[i].At.Add(shift)
						if moved, _ := ups[i].At.In(c.Loc); moved.Before(b.Now) {
							continue
						}
						if other := wear.Check(c, res, ups); other.Wear.LateMin < got.Wear.LateMin {
							t.Fatalf("%d min in water, label %d, %d late: %v min at %s, %v with one %d min later", swim,
								minutes, by, got.Wear.LateMin, clocks(got.Wear.TouchUps), other.Wear.LateMin, shift)
						}
					}
				}
			}
		}
	}
	if late < 6 {
		t.Errorf("late only %d times", late)
	}
}

func TestWhatIsPlannedOnFromATouchUpThatWasDoneIsNeverCalledProven(t *testing.T) {
	before, c, res := planned(outdoors(t, segment(t, "11:00", "16:30", "sun")))
	at, _ := before.Wear.TouchUps[0].At.In(c.Loc)
	for done, want := range map[int]bool{0: true, 1: false} {
		b := wear.Begun{Now: at.Add(-time.Hour), Done: before.Wear.TouchUps[:done], Ahead: before.Wear.TouchUps[done:]}
		if done > 0 {
			b.Now = at.Add(time.Minute)
		}
		if got := wear.Resume(c, res, &b); (got.Wear.Gap == 0) != want {
			t.Errorf("%d done: gap %v", done, got.Wear.Gap)
		}
	}
}

// Dose over the budget comes before shine, and where it is searched for skin is not blotted: oily skin costs the film
// that its blots take, and no more.
func TestOilySkinGetsHardlyMoreThanDrySkinOnDaysThatCannotKeepTheirBudget(t *testing.T) {
	sum := [2]float64{}
	for i := range 60 {
		dose := [2]float64{}
		for k, oil := range []int{0, 3} {
			s := strangeDay(t, rand.New(rand.NewPCG(uint64(i), 41)))
			s.Day.BudgetMED = P(0.05)
			s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(oil), Water: P(2)},
				face.Cheeks: {Oil: P(oil), Water: P(2)}}
			r, _, _ := planned(s)
			dose[k] = float64(r.Wear.DoseSED)
			sum[k] += dose[k]
		}
		if dose[1] > 1.5*dose[0] {
			t.Errorf("day %d: %.2f SED on oily skin, %.2f on dry", i, dose[1], dose[0])
		}
	}
	if sum[1] > 1.05*sum[0] {
		t.Errorf("%.1f SED on oily skin in all, %.1f on dry", sum[1], sum[0])
	}
}
