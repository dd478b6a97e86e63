package plan_test

import (
	"slices"
	"strings"
	"testing"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

func TestASheetSaysOfZonesWhatHoldsOnThemAndOnce(t *testing.T) {
	told := func(kind face.ConditionKind, on face.Zone) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: kind, On: On(t, "2027-06-18"), Zone: P(on)}}
			s.Look.Items = []look.Item{{Zone: look.Spot{Zones: face.BaseArea}, Item: "foundation", Binder: "emulsion",
				Load: 1}}
		}
	}
	routine := func(zones ...face.Zone) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			s.Client.Routine = []face.Habit{{Kind: "serum", PerWeek: 7, LastOn: On(t, "2027-06-18"), Zones: zones}}
		}
	}
	item := func(on face.Zone, b look.Binder) look.Item {
		return look.Item{Zone: look.Spot{Zones: face.SetOf(on)}, Item: "paint", Binder: b, Load: 2}
	}
	for name, c := range map[string]struct {
		change     func(*sitting.Sitting)
		says, less string
	}{
		"waxed, not patted": {told("waxed", face.UpperLip), "upper lip today; bland care only. Left out",
			"bland care, patted on"},
		"injected, patted": {told(face.Toxin, face.Forehead), "forehead today; bland care, patted on. Left out",
			"bland care only"},
		"eczema, not patted": {told(face.Eczema, face.Cheeks), "on cheeks: bland and unscented only, no massage.",
			"no kneading on the face"},
		"flat fingers everywhere": {func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: face.Rosacea}}
		}, "Flat fingers and light: no kneading. ", "no kneading on"},
		"a serum for all of the face": {routine(), "Press Serum on forehead, nose", " only:"},
		"a serum for some of it":      {routine(face.Chin), "Press Serum on chin only:", "Press Serum on forehead"},
		"one coat of one sunscreen": {func(s *sitting.Sitting) {
			s.Look.Base, s.Look.Items = look.NoBase, nil
			s.Day.Segments = []day.Segment{{From: At(t, "11:00"), To: At(t, "15:00"), Place: day.InSun}}
		}, "on the face, neck and ears at the full dose", "on neck and ears at the full dose"},
		"one zone wiped": {func(s *sitting.Sitting) {
			s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind.Of().Group == kit.Primers })
			s.Look.Base, s.Look.Items = look.NoBase, []look.Item{item(face.Forehead, "water_film")}
		}, "Wipe forehead for 10 s, a clean face", "Wipe forehead, 10 s"},
		"a cloth where there is no other way": {func(s *sitting.Sitting) {
			Drop(s, "gel-wash")
			Add(s, kit.Product{ID: "plain", Name: "Plain oil", Kind: kit.PlantOil, Base: "oil"},
				kit.Product{ID: "cloth", Name: "Cloth", Kind: kit.Cloth, Count: P(9)})
			s.Look.Items = []look.Item{item(face.Forehead, "silicone_film")}
		}, "Lay a warm, wrung cloth on, wait a breath, and lift it off. ", "By skin"},
	} {
		text := strings.Join(strings.Fields(plan.Make(With(t, c.change)).Text(say.In(""))), " ")
		if !strings.Contains(text, c.says) || strings.Contains(text, c.less) {
			t.Errorf("%s: lacks %q or says %q: %s", name, c.says, c.less, text)
		}
	}
}

func TestAMethodThatTheClientMayNotHaveIsNotToBeBought(t *testing.T) {
	for _, c := range []struct {
		name, says string
		change     func(*sitting.Sitting)
	}{
		{"an exfoliant for skin on isotretinoin", "Leave it so today", func(s *sitting.Sitting) {
			s.Method["night_exfoliant"] = "by_skin"
			s.Client.Conditions = []face.Condition{{Kind: face.Isotretinoin}}
		}},
		{"an exfoliant that is not there", "Add what is missing", func(s *sitting.Sitting) {
			s.Method["night_exfoliant"] = "by_skin"
			s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool {
				return p.Kind == kit.AcidToner || p.Kind == kit.EnzymePolish
			})
		}},
	} {
		s := FullDay(t)
		c.change(s)
		f := slices.DeleteFunc(Found(plan.Make(s).Findings, rules.MethodNotMet), func(f rules.Finding) bool {
			return f.Method != "night_exfoliant"
		})
		if len(f) != 1 || !strings.Contains(f[0].Instead, c.says) {
			t.Errorf("%s: %+v", c.name, f)
		}
	}
}
