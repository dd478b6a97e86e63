package testutil

import (
	"math/rand/v2"
	"testing"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/sitting"
)

// Busy gives a stranger what the demo's days and looks have little of: other makeup, another place, odd hours,
// stretches of every kind, repairs, bookings, a routine and what was learned.
func Busy(t testing.TB, r *rand.Rand, s *sitting.Sitting) {
	t.Helper()
	busyLook(r, s)
	c, d := &s.Client, &s.Day
	one := func(in int, do func()) {
		if r.IntN(in) == 0 {
			do()
		}
	}
	one(3, func() {
		d.Timezone = OneOf(r, "Europe/Dublin", "Pacific/Auckland", "America/Lima", "Asia/Kolkata")
		d.Place = day.Place{Lat: OneOf(r, -36.8, 0, 51, 69.0), Lon: OneOf(r, 174.7, -77, -8, 20.0)}
	})
	d.BaseAt = d.ChairAt.Add(OneOf(r, 5, 15, 40, 90, 240))
	d.WearUntil = d.BaseAt.Add(OneOf(r, 1, 30, 240, 600, 840))
	d.LiftAt = d.WearUntil.Add(OneOf(r, 0, 10, 180))
	busyDay(r, d)
	d.Washed = nil
	one(3, func() { d.Washed = &day.Wash{At: d.ChairAt.Add(-r.IntN(200)), Hot: r.IntN(2) == 0} })
	one(4, func() { d.LiftBy = d.LiftAt.Add(1 + r.IntN(12)) })
	one(4, func() { d.LeavesAt = d.LiftAt.Add(OneOf(r, 1, 8, 15, 60, 600)) })
	one(4, func() {
		d.Repairs = []day.Repair{{At: d.BaseAt.Add(1), Zone: face.Zone(r.IntN(int(face.N))).String(), Item: "eyeliner"}}
	})
	one(5, func() { d.Planned = []day.Booked{{Kind: "waxed", Zone: "upper_lip", On: On(t, "2027-06-16")}} })
	one(5, func() {
		c.Learned.Moisture = map[face.Zone]float64{face.Cheeks: OneOf(r, 0.5, 2)}
		c.Learned.Sebum = map[face.Zone]float64{face.Forehead: OneOf(r, 0.5, 2)}
		c.Learned.Lift = map[string]float64{"balm/waterproof_film": 0.5, "cleansing_oil/silicone_film": 1.4}
	})
	one(4, func() { c.Wishes = []string{OneOf(r, "vegan", "no_alcohol", "no_animal_fat")} })
	one(5, func() { c.HeightCM, c.WeightKG = OneOf(r, 60.0, 120, 198), OneOf(r, 5.0, 30, 140) })
	for range r.IntN(3) {
		c.Routine = append(c.Routine, face.Habit{Kind: string(OneOf(r, kit.Kinds()...).ID),
			PerWeek: OneOf(r, 0, 1, 3.0), LastOn: On(t, OneOf(r, "2027-06-17", "2027-06-11"))})
	}
}

// busyLook is items of any binder and attachment, where they may be.
func busyLook(r *rand.Rand, s *sitting.Sitting) {
	s.Look.Items = nil
	for range r.IntN(7) {
		it := look.Item{
			Item:   OneOf(r, "foundation", "lipstick", "glitter", "piece", "powder", "brow gel", "tattoo cover"),
			Binder: OneOf(r, look.Binders...), Load: 1 + r.IntN(3), Strong: r.IntN(4) == 0, Keep: r.IntN(3) == 0,
			FirstUse: r.IntN(6) == 0, Zone: look.Spot{Zones: face.SetOf(face.Zone(r.IntN(int(face.N))))}}
		switch r.IntN(6) {
		case 0, 1:
			it.Zone = look.Spot{Zones: face.BaseArea}
		case 2:
			it.Attach, it.EdgeCM = OneOf(r, look.Appliance, look.Lace), float64(r.IntN(40))
		case 3:
			it.Attach = OneOf(r, look.Single, look.GlueStrip, look.Magnetic)
			it.Zone = look.Spot{Zones: face.SetOf(face.Eyelids)}
		}
		s.Look.Items = append(s.Look.Items, it)
	}
}

// busyDay is stretches of every kind from base on.
func busyDay(r *rand.Rand, d *day.Day) {
	d.Segments = nil
	at := d.BaseAt
	for range r.IntN(5) {
		from := at.Add(r.IntN(120))
		at = from.Add(5 + r.IntN(180))
		seg := day.Segment{From: from, To: at, Place: OneOf(r, day.Places...), Flash: r.IntN(6) == 0,
			KeepFree: r.IntN(4) == 0, Wind: r.IntN(4) == 0}
		if seg.Place.Outdoors() {
			seg.Ground = OneOf(r, day.Grass, day.Snow, day.Sand, "")
			seg.Activity = OneOf(r, day.Activity("still"), "active", "swim")
			if r.IntN(4) == 0 {
				seg.TowelledAt = []day.Local{from.Add(3)}
			}
		}
		d.Segments = append(d.Segments, seg)
	}
}
