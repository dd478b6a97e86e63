package wear_test

import (
	"testing"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/look"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

// sunDay is two and a half hours in the sun with everything over makeup in the kit.
func sunDay(t *testing.T) *sitting.Sitting {
	s := outdoors(t, segment(t, "12:00", "14:30", "sun"))
	Add(s, stick, fluid, dust, flour)
	return s
}

func blot() wear.TouchStep { return wear.TouchStep{Act: "blot", Product: "papers"} }

func TestEveryWearRuleFiresWhereItIsMetAndNotWhereItIsNot(t *testing.T) {
	oily := func(s *sitting.Sitting) {
		s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(3), Water: P(1)},
			face.Cheeks: {Oil: P(0), Water: P(2)}}
	}
	towel := func(s *sitting.Sitting) {
		s.Day.Segments[0].To = At(t, "13:30")
		s.Day.Segments[0].TowelledAt = []day.Local{At(t, "12:40")}
	}
	swim := func(s *sitting.Sitting) {
		s.Day.Segments = []day.Segment{segment(t, "12:00", "13:30", "water", swimming)}
		wet := sport
		wet.ID = "spf"
		Add(s, wet)
	}
	matte := func(s *sitting.Sitting) { s.Look.Finish = "matte" }
	keepFree := func(s *sitting.Sitting) {
		s.Day.Segments = append(s.Day.Segments, segment(t, "15:00", "15:30", "indoors", vow))
	}
	none := func(*sitting.Sitting) {}
	leaveChin := func(s *sitting.Sitting) { s.Client.Zones[face.Chin] = face.Grades{Today: face.Leave} }
	filled := func(on string) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: "filler", On: On(t, on), Zone: P(face.Cheeks)}}
		}
	}
	stings := func(s *sitting.Sitting) { s.Client.Learned.Never = []string{"dab"} }
	for _, c := range []struct {
		name     string
		rule     rules.ID
		change   func(*sitting.Sitting)
		ups      []wear.TouchUp
		fires    bool
		severity rules.Severity
	}{
		{"two and a half hours without a coat", "reapply-two-hours", none, nil, true, "stop"},
		{"a coat after an hour", "reapply-two-hours", none, []wear.TouchUp{coat(t, "13:00", "dab")}, false, ""},
		{"a coat only on the face", "reapply-two-hours", none, []wear.TouchUp{{At: At(t, "13:00"),
			Zones: []string{"face"}, Steps: []wear.TouchStep{{Act: "reapply", Product: "dab"}}}}, true, "stop"},
		{"ninety minutes in water under a label of eighty", "reapply-after-water", swim, nil, true, "stop"},
		{"a coat on the way", "reapply-after-water", swim, []wear.TouchUp{coat(t, "13:00", "spf")}, false, ""},
		{"towelled and dry", "reapply-after-towel", towel, nil, true, "stop"},
		{"a coat five minutes late", "reapply-after-towel", towel, []wear.TouchUp{coat(t, "12:50", "dab")}, true,
			"stop"},
		{"a coat at once", "reapply-after-towel", towel, []wear.TouchUp{coat(t, "12:40", "dab")}, false, ""},
		{"a small budget", "dose-over-budget", func(s *sitting.Sitting) { s.Day.BudgetMED = P(0.05) }, nil, true,
			"caution"},
		{"a short walk", "dose-over-budget", func(s *sitting.Sitting) { s.Day.Segments[0].To = At(t, "12:30") }, nil,
			false, ""},
		{"powder and nothing else", "powder-alone", none, []wear.TouchUp{coat(t, "13:00", "dust")}, true, "caution"},
		{"powder after a fluid", "powder-alone", none, []wear.TouchUp{coat(t, "13:00", "dab"),
			coat(t, "14:00", "dust")}, false, ""},
		{"a stick on a matte base", "drags-base", matte, []wear.TouchUp{coat(t, "13:00", "stub")}, true, "caution"},
		{"a stick on powder", "drags-base", func(s *sitting.Sitting) {
			s.Look.Items = []look.Item{{Zone: look.Spot{Zones: face.BaseArea}, Item: "powder", Binder: "powder",
				Load: 1}}
		}, []wear.TouchUp{coat(t, "13:00", "stub")}, true, "caution"},
		{"a stick on a satin base", "drags-base", none, []wear.TouchUp{coat(t, "13:00", "stub")}, false, ""},
		{"a mist and no word of care", "mist-near-face", none, []wear.TouchUp{{At: At(t, "13:00"),
			Zones: []string{"face"}, Steps: []wear.TouchStep{{Act: "reapply", Product: "haze", Coats: 3}}}}, true,
			"caution"},
		{"a mist on a sponge", "mist-near-face", none, []wear.TouchUp{coat(t, "13:00", "haze")}, false, ""},
		{"a coat over shine", "blot-first", oily, []wear.TouchUp{coat(t, "13:30", "dab")}, true, "note"},
		{"blotted first", "blot-first", oily, []wear.TouchUp{coat(t, "13:30", "dab", blot())}, false, ""},
		{"skin that does not shine", "blot-first", none, []wear.TouchUp{coat(t, "13:30", "dab")}, false, ""},
		{"during the vow", "interrupts", keepFree, []wear.TouchUp{coat(t, "15:10", "dab")}, true, "caution"},
		{"as the vow ends", "interrupts", keepFree, []wear.TouchUp{coat(t, "15:30", "dab")}, false, ""},
		{"an hour behind glass", "glass-uva", func(s *sitting.Sitting) {
			s.Day.Segments = []day.Segment{segment(t,
				"12:00", "13:00", "glass")}
		}, nil, true, "note"},
		{"a short drive", "glass-uva", func(s *sitting.Sitting) {
			s.Day.Segments = []day.Segment{segment(t, "12:00",
				"12:30", "glass")}
		}, nil, false, ""},
		{"what the client is allergic to", "allergen", func(s *sitting.Sitting) {
			bad := fluid
			bad.Tags = []string{"latex"}
			Add(s, bad)
			s.Client.Allergies = []string{"latex"}
		}, []wear.TouchUp{coat(t, "13:00", "dab")}, true, "stop"},
		{"an aerosol with asthma", "asthma-aerosol", func(s *sitting.Sitting) {
			can := mist
			can.Aerosol = true
			Add(s, can)
			s.Client.Conditions = []face.Condition{{Kind: "asthma"}}
		}, []wear.TouchUp{coat(t, "13:00", "haze")}, true, "stop"},
		{"more than is left", "runs-out", func(s *sitting.Sitting) {
			little := fluid
			little.RemainingG = P(0.2)
			Add(s, little)
		}, []wear.TouchUp{coat(t, "13:00", "dab")}, true, "caution"},
		{"a chin that was to be left alone", "leave-alone", leaveChin, []wear.TouchUp{{At: At(t, "13:00"),
			Zones: []string{"chin"}, Steps: []wear.TouchStep{{Act: "reapply", Product: "dab"}}}}, true, "stop"},
		{"a tissue on a chin that was to be left alone", "leave-alone", leaveChin, []wear.TouchUp{{At: At(t, "13:00"),
			Zones: []string{"chin"}, Steps: []wear.TouchStep{{Act: "blot"}}}}, true, "stop"},
		{"a nose beside it", "leave-alone", leaveChin, []wear.TouchUp{{At: At(t, "13:00"),
			Zones: []string{"nose"}, Steps: []wear.TouchStep{{Act: "reapply", Product: "dab"}}}}, false, ""},
		{"pressed on the day after filler", "injectables", filled("2027-06-18"),
			[]wear.TouchUp{coat(t, "13:00", "dab")}, true, "stop"},
		{"pressed on a month after filler", "injectables", filled("2027-05-18"),
			[]wear.TouchUp{coat(t, "13:00", "dab")}, false, ""},
		{"an active on skin that stings", "stung", stings, []wear.TouchUp{coat(t, "13:00", "dab")}, true, "stop"},
		{"another name", "stung", func(s *sitting.Sitting) { s.Client.Learned.Never = []string{"flour"} },
			[]wear.TouchUp{coat(t, "13:00", "dab")}, false, ""},
		{"more than is left, but there is enough", "runs-out", none, []wear.TouchUp{coat(t, "13:00", "dab")}, false,
			""},
	} {
		s := sunDay(t)
		c := c
		s = With(t, func(n *sitting.Sitting) { *n = *s; c.change(n) })
		found := Found(checked(s, c.ups...).Findings, c.rule)
		if (len(found) > 0) != c.fires {
			t.Errorf("%s: %s fires %t, want %t", c.name, c.rule, len(found) > 0, c.fires)
			continue
		}
		if c.fires && found[0].Severity != c.severity {
			t.Errorf("%s: %s is a %s, want a %s", c.name, c.rule, found[0].Severity, c.severity)
		}
	}
}

func TestEveryWearRuleOfTheCatalogueIsTriedBothWays(t *testing.T) {
	tried := map[rules.ID]bool{"reapply-two-hours": true, "reapply-after-water": true, "reapply-after-towel": true,
		"dose-over-budget": true, "powder-alone": true,
		"drags-base": true, "mist-near-face": true, "blot-first": true, "interrupts": true, "glass-uva": true}
	for _, r := range rules.All(say.English) {
		if r.Phase == "wear" && !tried[r.ID] {
			t.Errorf("%s is not tried", r.ID)
		}
	}
}

func TestWhatCannotHoldSaysWhatWouldMendIt(t *testing.T) {
	s := outdoors(t, segment(t, "12:00", "15:00", "sun"))
	Drop(s, "haze")
	r, _, _ := planned(s)
	f := Found(r.Findings, "reapply-two-hours")
	if len(f) != 1 || f[0].Instead == "" || f[0].Instead == rules.Get("reapply-two-hours").Instead {
		t.Fatalf("a kit with nothing over makeup says what would do: %s", Rules(r.Findings))
	}
	s.Day.BudgetMED = P(0.02)
	r, _, _ = planned(s)
	if f := Found(r.Findings, "dose-over-budget"); len(f) != 1 || !contains(f[0].Instead, "hat") ||
		!contains(f[0].Instead, "Shade from 12:00 to 15:00") {
		t.Errorf("the budget says hat, shade and what they bring: %s", Rules(r.Findings))
	}
}
