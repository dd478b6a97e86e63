package testutil

import (
	"testing"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// FullDay is a long evening look after a day in the open, with a kit of eighty products: every kind of remover, and
// everything over makeup.
func FullDay(t testing.TB) *sitting.Sitting {
	s := Sitting(t)
	s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(1), Marks: []face.Mark{face.Flaky}}
	s.Client.Zones[face.Chin] = face.Grades{Oil: P(3), Water: P(2), Marks: []face.Mark{face.Breakout}}
	s.Look = look.Presets(say.English)[4].Look
	s.Day.WearUntil, s.Day.LiftAt = At(t, "22:30"), At(t, "23:00")
	s.Day.Segments = []day.Segment{{From: At(t, "11:00"), To: At(t, "13:00"), Place: "sun"},
		{From: At(t, "13:00"), To: At(t, "13:30"), Place: "sun", KeepFree: true},
		{From: At(t, "15:00"), To: At(t, "17:00"), Place: "shade", Activity: "active"}}
	for _, k := range []kit.Kind{"biphase", "balm", "cleansing_oil", "plant_oil", "cream_cleanser", "foam_cleanser",
		"wipe", "mitt", "spf_mist", "spf_stick", "spf_fluid", "spf_cushion", "blotting_paper", "powder", "cotton_pad",
		"cotton_bud", "cloth"} {
		p := kit.Product{ID: string(k), Name: string(k), Kind: k, EyeSafe: true, Price: 12, PackG: 60}
		if p.Screens() {
			p.SPF, p.BroadSpectrum = 50, true
		}
		s.Kit = append(s.Kit, p)
	}
	for n := 0; len(s.Kit) < 80; n++ {
		p := s.Kit[n%35]
		p.ID, p.Price, p.PackG = p.ID+string(rune('a'+n/35)), float64(5+n%13), 50
		s.Kit = append(s.Kit, p)
	}
	return s
}
