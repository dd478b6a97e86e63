package wear_test

import (
	"math/rand/v2"
	"testing"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/look"
	"urncloth/core/prep"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

// longDays are wears of fourteen hours, from the kind to the unkind.
func longDays(t testing.TB) map[string]*sitting.Sitting {
	long := func(change func(*sitting.Sitting), segments ...day.Segment) *sitting.Sitting {
		s := outdoors(t, segments...)
		s.Day.ChairAt, s.Day.BaseAt, s.Day.WearUntil, s.Day.LiftAt = At(t, "06:00"), At(t, "06:40"), At(t, "20:40"),
			At(t, "21:00")
		s.Day.Washed = nil
		change(s)
		return s
	}
	none := func(*sitting.Sitting) {}
	fair := func(s *sitting.Sitting) { s.Client.Phototype = 1 }
	return map[string]*sitting.Sitting{
		"mixed": long(none, segment(t, "09:00", "11:30", "sun"),
			segment(t, "12:00", "13:00", "sun", vow), segment(t, "13:00", "16:00", "shade", active),
			segment(t, "17:00", "19:00", "glass")),
		"all day in the sun":            long(none, segment(t, "07:00", "20:00", "sun")),
		"all day in the sun, very fair": long(fair, segment(t, "07:00", "20:00", "sun")),
		"work and walks, very fair": long(fair, segment(t, "07:00", "09:00", "sun"),
			segment(t, "10:00", "12:30", "sun", active), segment(t, "13:00", "16:00", "water"),
			segment(t, "16:10", "20:00", "shade")),
		"work and walks, very fair and oily": long(func(s *sitting.Sitting) {
			fair(s)
			s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(3), Water: P(2)},
				face.Cheeks: {Oil: P(2), Water: P(2)}}
		}, segment(t, "07:00", "09:00", "sun"), segment(t, "10:00", "12:30", "sun", active),
			segment(t, "13:00", "16:00", "water"), segment(t, "16:10", "20:00", "shade")),
		"budget of a tenth": long(func(s *sitting.Sitting) { s.Day.BudgetMED = P(0.1) },
			segment(t, "09:00", "11:30", "sun"), segment(t, "12:00", "13:00", "sun"),
			segment(t, "13:30", "16:00", "shade", active)),
	}
}

func BenchmarkWearOfFourteenHours(b *testing.B) {
	for name, s := range longDays(b) {
		b.Run(name, func(b *testing.B) {
			c := sitting.Open(s)
			_, res := prep.Plan(c)
			P99(b, func() { wear.Plan(c, &res) })
		})
	}
}

// A hundred strange days of fourteen hours, hardly one of which can keep all that is asked of it: one after another, so
// that a hundredth of the plans are those of the worst of them.
func BenchmarkWearOfAHundredStrangeDaysOfFourteenHours(b *testing.B) {
	cases, preps := make([]*sitting.Case, 100), make([]stack.Result, 100)
	for i := range cases {
		cases[i] = sitting.Open(strangeDay(b, rand.New(rand.NewPCG(uint64(i), 14))))
		_, preps[i] = prep.Plan(cases[i])
	}
	n := 0
	P99(b, func() {
		wear.Plan(cases[n%len(cases)], &preps[n%len(cases)])
		n++
	})
}

// strangeDay is a wear of fourteen hours with strange segments.
func strangeDay(t testing.TB, r *rand.Rand) *sitting.Sitting {
	base := At(t, "06:40")
	s := outdoors(t)
	s.Day.ChairAt, s.Day.BaseAt, s.Day.WearUntil, s.Day.LiftAt = At(t, "06:00"), base, At(t, "20:40"), At(t, "21:00")
	s.Day.Washed = nil
	s.Client.Phototype = 1 + r.IntN(4)
	s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(r.IntN(4)), Water: P(2)},
		face.Cheeks: {Oil: P(r.IntN(3)), Water: P(2)}}
	s.Look.Finish = []look.Finish{"matte", "satin", "dewy"}[r.IntN(3)]
	if r.IntN(3) == 0 {
		s.Day.BudgetMED = P([]float64{0.05, 0.1, 0.2}[r.IntN(3)])
	}
	for at := r.IntN(90); at < 780; at += 5 * r.IntN(20) {
		until := min(at+20+5*r.IntN(40), 830)
		g := day.Segment{From: base.Add(at), To: base.Add(until),
			Place: []day.Where{"sun", "sun", "shade", "indoors", "glass", "water"}[r.IntN(6)], KeepFree: r.IntN(8) == 0}
		if r.IntN(4) == 0 {
			g.Activity = "active"
		}
		s.Day.Segments, at = append(s.Day.Segments, g), until
	}
	return s
}

func BenchmarkCheckOfFourteenHours(b *testing.B) {
	s := longDays(b)["mixed"]
	c := sitting.Open(s)
	_, res := prep.Plan(c)
	ups := wear.Plan(c, &res).Wear.TouchUps
	for b.Loop() {
		wear.Check(c, &res, ups)
	}
}
