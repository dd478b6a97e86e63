package plan_test

import (
	"math/rand/v2"
	"slices"
	"testing"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

// oneOf draws from a list.
func oneOf[T any](r *rand.Rand, list ...T) T { return list[r.IntN(len(list))] }

// stranger is a client, a day, a look, a kit and house methods drawn from a demo sitting and changed at random in
// everything that a planner has to mind.
func stranger(t testing.TB, r *rand.Rand, docs []sitting.Sitting) *sitting.Sitting {
	t.Helper()
	s := docs[r.IntN(len(docs))]
	s.Kit = slices.Clone(s.Kit)
	s.Kit = slices.DeleteFunc(s.Kit, func(kit.Product) bool { return r.IntN(4) == 0 })
	tags := []string{"fragrance", "essential_oil", "nut_oil", "alcohol_denat", "lanolin", "beeswax", "latex",
		"menthol", "oil_free"}
	for i := range s.Kit {
		p := &s.Kit[i]
		for r.IntN(4) == 0 {
			p.Tags = append(slices.Clone(p.Tags), oneOf(r, tags...))
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
			p.RemainingG = P(oneOf(r, 0, 0.1, 1.0, 3.0))
		}
		if p.Kind == "cloth" || p.Kind == "cotton_pad" || p.Kind == "cotton_bud" || p.Kind == "mitt" {
			p.Count = P(oneOf(r, 0, 1, 3, 50))
		}
	}
	if len(s.Kit) == 0 {
		s.Kit = kit.Kit{{ID: "one", Name: "One", Kind: "gel_cleanser", Base: "water"}}
	}
	c := &s.Client
	c.Phototype, c.Sensitivity, c.Mature = 1+r.IntN(6), r.IntN(4), r.IntN(4) == 0
	c.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(r.IntN(4)), Water: P(r.IntN(4))},
		face.Cheeks: {Oil: P(r.IntN(4)), Water: P(r.IntN(4))}}
	for r.IntN(3) > 0 {
		z := face.Zone(r.IntN(int(face.N)))
		g := c.Zones[z]
		var m face.Mark
		if err := m.UnmarshalText([]byte(oneOf(r, face.Marks...))); err != nil {
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
	c.Allergies, c.Dislikes, c.Wishes = nil, nil, nil
	for r.IntN(2) == 0 {
		c.Allergies = append(c.Allergies, oneOf(r, tags...))
	}
	if r.IntN(3) == 0 {
		c.Dislikes = []string{oneOf(r, tags...)}
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
		k := face.Condition{Kind: face.ConditionKind(oneOf(r, face.Conditions...))}
		if r.IntN(2) == 0 {
			k.On = On(t, oneOf(r, "2027-06-19", "2027-06-18", "2027-06-17", "2027-06-14", "2027-06-01", "2027-02-01",
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
		g.Today = oneOf(r, face.Todays...)
		if r.IntN(3) == 0 {
			g.Phototype = P(1 + r.IntN(6))
		}
		c.Zones[z] = g
	}
	c.Without, c.Beard, c.Learned.Never = nil, "", nil
	if r.IntN(5) == 0 {
		c.Without = []face.Hair{oneOf(r, face.Hairs...)}
	}
	if r.IntN(5) == 0 {
		c.Beard = oneOf(r, face.Beards...)
	}
	if r.IntN(8) == 0 {
		c.Learned.Never = []string{oneOf(r, s.Kit...).ID}
	}
	s.Day.Bare, s.Day.AlreadyOn = nil, nil
	for r.IntN(6) == 0 {
		s.Day.Bare = append(s.Day.Bare, oneOf(r, day.BodyZones...))
	}
	if r.IntN(6) == 0 {
		s.Day.AlreadyOn = []string{face.Zone(r.IntN(int(face.N))).String()}
	}
	s.Day.Air.Fan = r.IntN(6) == 0
	if r.IntN(4) == 0 {
		c.Born, c.Guardian = On(t, oneOf(r, "2027-03-01", "2025-06-01", "2019-01-01", "2012-05-05", "1950-01-01")),
			r.IntN(2) == 0
	}
	s.Method = method.Choice{}
	for _, m := range method.All(say.English) {
		if r.IntN(3) == 0 {
			s.Method[m.Key] = oneOf(r, m.Options...).ID
		}
	}
	s.Look.Finish, s.Look.Coverage = look.Finish(oneOf(r, "matte", "satin", "dewy")),
		look.Coverage(oneOf(r, "none", "sheer", "medium", "full"))
	s.Look.Base = look.Base(oneOf(r, "water", "silicone", "oil", "emulsion", "powder", "none"))
	s.Day.Air.TempC, s.Day.Air.Humidity = P(oneOf(r, -5.0, 12, 21, 34)), P(oneOf(r, 0.1, 0.45, 0.9))
	if r.IntN(4) == 0 {
		s.Day.SurfaceC = P(oneOf(r, 30.0, 34.9, 35.5))
	}
	s.Overrides = nil
	return &s
}

func TestNoPlanForAStrangerTakesAStepThatAStopSpeaksAgainst(t *testing.T) {
	docs := demoSittings(t)
	r := rand.New(rand.NewPCG(20, 27))
	valid := 0
	for n := range 250 {
		s := stranger(t, r, docs)
		if len(s.Check("", nil)) > 0 {
			continue
		}
		valid++
		p := plan.Make(s)
		for _, f := range p.Findings {
			avoidable := f.Phase == "lift" && slices.Contains([]rules.ID{"rubbing", "not-emulsified", "dirty-face",
				"lip-smear", "not-rinsed", "too-hot"}, f.Rule)
			if f.Severity == rules.Stop && (f.Step != "" || f.Rule == "spf-missing") || avoidable {
				t.Errorf("stranger %d: %s step %s on %v: %s", n, f.Phase, f.Step, f.Zones, f.Say)
			}
		}
		made := p.JSON()
		read, fs := plan.Read(made)
		if len(fs) > 0 {
			t.Fatalf("stranger %d: the plan cannot be read back: %s", n, fs.Error())
		}
		if string(plan.Check(read).JSON()) != string(made) {
			t.Errorf("stranger %d: checking the plan changes it", n)
		}
	}
	if valid < 200 {
		t.Errorf("only %d strangers could be read at all", valid)
	}
}
