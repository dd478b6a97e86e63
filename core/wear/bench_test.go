package wear_test

import (
	"slices"
	"testing"
	"time"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/prep"
	"urncloth/core/sitting"
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
			var took []time.Duration
			for b.Loop() {
				at := time.Now()
				wear.Plan(c, &res)
				took = append(took, time.Since(at))
			}
			slices.Sort(took)
			worst := took[len(took)-1]
			b.ReportMetric(float64(took[len(took)*99/100].Microseconds())/1000, "p99-ms")
			b.ReportMetric(float64(worst.Microseconds())/1000, "worst-ms")
			b.ReportMetric(float64(worst)/float64(Reference()), "worst-refs")
		})
	}
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
