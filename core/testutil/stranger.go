package testutil

import (
	"math/rand/v2"
	"slices"
	"testing"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// OneOf draws from a list.
func OneOf[T any](r *rand.Rand, list ...T) T { return list[r.IntN(len(list))] }

// Stranger is a client, a day, a look, a kit and house methods drawn from a demo sitting and changed at random in
// everything that a planner has to mind.
func Stranger(t testing.TB, r *rand.Rand, docs []sitting.Sitting) *sitting.Sitting {
	t.Helper()
	s := docs[r.IntN(len(docs))]
	strangeKit(t, r, &s)
	strangeSkin(t, r, &s.Client)
	strangeClient(t, r, &s)
	strangeDay(t, r, &s)
	s.Method = method.Choice{}
	for _, m := range method.All(say.English) {
		if r.IntN(3) == 0 {
			s.Method[m.Key] = OneOf(r, m.Options...).ID
		}
	}
	s.Look.Finish, s.Look.Coverage = look.Finish(OneOf(r, "matte", "satin", "dewy")),
		look.Coverage(OneOf(r, "none", "sheer", "medium", "full"))
	s.Look.Base = look.Base(OneOf(r, "water", "silicone", "oil", "emulsion", "powder", "none"))
	s.Day.Air.TempC, s.Day.Air.Humidity = P(OneOf(r, -5.0, 12, 21, 34)), P(OneOf(r, 0.1, 0.45, 0.9))
	if r.IntN(4) == 0 {
		s.Day.SurfaceC = P(OneOf(r, 30.0, 34.9, 35.5))
	}
	s.Overrides = nil
	return &s
}

// strangeTags is what a stranger's products may be tagged with, and the stranger be allergic to.
var strangeTags = []string{"fragrance", "essential_oil", "nut_oil", "alcohol_denat", "lanolin", "beeswax", "latex",
	"menthol", "oil_free"}

func strangeKit(t testing.TB, r *rand.Rand, s *sitting.Sitting) {
	t.Helper()
	s.Kit = slices.Clone(s.Kit)
	s.Kit = slices.DeleteFunc(s.Kit, func(kit.Product) bool { return r.IntN(4) == 0 })
	for i := range s.Kit {
		p := &s.Kit[i]
		for r.IntN(4) == 0 {
			p.Tags = append(slices.Clone(p.Tags), OneOf(r, strangeTags...))
		}
		if r.IntN(6) == 0 {
			p.EyeSafe = !p.EyeSafe
		}
		p.FirstUse = r.IntN(10) == 0
		p.Unconfirmed = r.IntN(12) == 0
		if r.IntN(12) == 0 {
			p.ExpiresOn = On(t, "2027-06-01")
		}
		if r.IntN(8) == 0 && p.Count == nil {
			p.RemainingG = P(OneOf(r, 0, 0.1, 1.0, 3.0))
		}
		if p.Kind == "cloth" || p.Kind == "cotton_pad" || p.Kind == "cotton_bud" || p.Kind == "mitt" {
			p.Count = P(OneOf(r, 0, 1, 3, 50))
		}
	}
	if len(s.Kit) == 0 {
		s.Kit = kit.Kit{{ID: "one", Name: "One", Kind: "gel_cleanser", Base: "water"}}
	}
}

func strangeSkin(t testing.TB, r *rand.Rand, c *face.Client) {
	t.Helper()
	c.Phototype, c.Sensitivity, c.Mature = 1+r.IntN(6), r.IntN(4), r.IntN(4) == 0
	c.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(r.IntN(4)), Water: P(r.IntN(4))},
		face.Cheeks: {Oil: P(r.IntN(4)), Water: P(r.IntN(4))}}
	for r.IntN(3) > 0 {
		z := face.Zone(r.IntN(int(face.N)))
		g := c.Zones[z]
		var m face.Mark
		if err := m.UnmarshalText([]byte(OneOf(r, face.Marks...))); err != nil {
			t.Fatal(err)
		}
		if !slices.Contains(g.Marks, m) {
			g.Marks = append(slices.Clone(g.Marks), m)
		}
		if g.Oil == nil {
			g.Oil, g.Water = P(r.IntN(4)), P(r.IntN(4))
		}
		c.Zones[z] = g
	}
}

func strangeClient(t testing.TB, r *rand.Rand, s *sitting.Sitting) {
	t.Helper()
	c := &s.Client
	c.Allergies, c.Dislikes, c.Wishes = nil, nil, nil
	for r.IntN(2) == 0 {
		c.Allergies = append(c.Allergies, OneOf(r, strangeTags...))
	}
	if r.IntN(3) == 0 {
		c.Dislikes = []string{OneOf(r, strangeTags...)}
	}
	c.Wears = nil
	for _, w := range face.Wears {
		if r.IntN(4) == 0 {
			c.Wears = append(c.Wears, face.Wear(w))
		}
	}
	if c.Has("lash_extensions") {
		s.Look.Items = slices.DeleteFunc(slices.Clone(s.Look.Items), func(it look.Item) bool { return it.Attach != "" })
	}
	c.Conditions = nil
	for r.IntN(2) == 0 {
		k := face.Condition{Kind: face.ConditionKind(OneOf(r, face.Conditions...))}
		if r.IntN(2) == 0 {
			k.On = On(t, OneOf(r, "2027-06-19", "2027-06-18", "2027-06-17", "2027-06-14", "2027-06-01", "2027-02-01",
				"2026-06-01"))
		}
		if r.IntN(3) == 0 {
			k.Zone = P(face.Zone(r.IntN(int(face.N))))
		}
		c.Conditions = append(c.Conditions, k)
	}
	for r.IntN(3) == 0 {
		z := face.Zone(r.IntN(int(face.N)))
		g := c.Zones[z]
		g.Today = OneOf(r, face.Todays...)
		if r.IntN(3) == 0 {
			g.Phototype = P(1 + r.IntN(6))
		}
		c.Zones[z] = g
	}
	c.Without, c.Beard, c.Learned.Never = nil, "", nil
	if r.IntN(5) == 0 {
		c.Without = []face.Hair{OneOf(r, face.Hairs...)}
	}
	if r.IntN(5) == 0 {
		c.Beard = OneOf(r, face.Beards...)
	}
	if r.IntN(8) == 0 {
		c.Learned.Never = []string{OneOf(r, s.Kit...).ID}
	}
}

func strangeDay(t testing.TB, r *rand.Rand, s *sitting.Sitting) {
	t.Helper()
	c := &s.Client
	s.Day.Bare, s.Day.AlreadyOn = nil, nil
	for r.IntN(6) == 0 {
		s.Day.Bare = append(s.Day.Bare, OneOf(r, day.BodyZones...))
	}
	if r.IntN(6) == 0 {
		s.Day.AlreadyOn = []string{face.Zone(r.IntN(int(face.N))).String()}
	}
	s.Day.Air.Fan = r.IntN(6) == 0
	if r.IntN(4) == 0 {
		c.Born, c.Guardian = On(t, OneOf(r, "2027-03-01", "2025-06-01", "2019-01-01", "2012-05-05", "1950-01-01")),
			r.IntN(2) == 0
	}
}
