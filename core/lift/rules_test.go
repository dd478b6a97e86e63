package lift_test

import (
	"slices"
	"testing"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

func TestEveryLiftRuleFiresWhereItIsMetAndNotWhereItIsNot(t *testing.T) {
	oily := func(s *sitting.Sitting) {
		s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(3), Water: P(2)},
			face.Cheeks: {Oil: P(3), Water: P(2)}}
	}
	lashes := func(s *sitting.Sitting) {
		s.Look.Items = append(s.Look.Items, on(face.Eyelids, "strip lashes", "adhesive", 1, strip, kept))
	}
	only := func(kinds ...kit.Kind) func([]stack.Step) []stack.Step {
		return func(l []stack.Step) []stack.Step {
			return slices.DeleteFunc(l, func(s stack.Step) bool {
				return (s.Act == "hold" || s.Act == "massage") && !slices.Contains(kinds, kit.Kind(s.Kind))
			})
		}
	}
	swap := func(to string) func([]stack.Step) []stack.Step {
		return func(l []stack.Step) []stack.Step {
			for i := range l {
				if slices.Contains(l[i].Zones, face.Eyelids) && l[i].Product != "" {
					l[i].Product, l[i].Kind = to, act.Detail(to)
				}
			}
			return l
		}
	}
	rosacea := func(s *sitting.Sitting) { s.Client.Conditions = []face.Condition{{Kind: face.Rosacea}} }
	filled := func(on string) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: "filler", On: On(t, on), Zone: P(face.Cheeks)}}
		}
	}
	chin := func(s *sitting.Sitting) { s.Client.Zones[face.Chin] = face.Grades{Today: face.Leave} }
	by := func(how act.How, temp float64, acts ...act.Act) func([]stack.Step) []stack.Step {
		return func(l []stack.Step) []stack.Step {
			for i := range l {
				if slices.Contains(acts, l[i].Act) && slices.Contains(l[i].Zones, face.Cheeks) {
					l[i].How, l[i].TempC = how, temp
				}
			}
			return l
		}
	}
	wiped := func(l []stack.Step) []stack.Step {
		last := l[len(l)-1]
		last.ID, last.Act, last.How, last.Zones = "by-hand", act.Wipe, act.WithWipe, []face.Zone{face.Cheeks}
		return append(l, last)
	}
	tooFar := func(l []stack.Step) []stack.Step {
		for i := range l {
			if l[i].Product != "" && slices.Contains(l[i].Zones, face.Cheeks) {
				l[i].Zones = append(slices.Clone(l[i].Zones), face.Chin)
			}
		}
		return l
	}
	toned := func(s *sitting.Sitting) { s.Method["toner"] = "always" }
	noToner := func(s *sitting.Sitting) {
		toned(s)
		s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind == kit.Toner })
	}
	extended := func(s *sitting.Sitting) { s.Client.Wears = []face.Wear{face.LashExtensions} }
	sparkling := func(s *sitting.Sitting) {
		s.Look.Items = append(s.Look.Items, on(face.Cheeks, "glitter", "wax_oil", 1))
	}
	piece := func(s *sitting.Sitting) {
		Add(s, remover("ester", kit.FXRemoverEster))
		s.Look.Items = append(s.Look.Items, on(face.Chin, "chin piece", "fx_resin", 2,
			func(it *look.Item) { it.Attach = look.Appliance }))
	}
	longer := func(times int, zone face.Zone) func([]stack.Step) []stack.Step {
		return func(l []stack.Step) []stack.Step {
			for i := range l {
				if l[i].Act == act.Massage && slices.Contains(l[i].Zones, zone) {
					l[i].ContactS *= times
				}
			}
			return l
		}
	}
	early := func(zone face.Zone) func([]stack.Step) []stack.Step {
		return func(l []stack.Step) []stack.Step {
			w := l[2]
			w.ID, w.Act, w.Zones, w.How, w.Pads, w.PadFaces = "by-hand", act.Wipe, []face.Zone{zone}, act.DampPad, 1, 4
			return slices.Insert(l, 2, w)
		}
	}
	bareKit := func(s *sitting.Sitting) {
		s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool {
			return p.Kind.Of().Group == kit.Removers || p.Kind == kit.Mitt
		})
	}
	hurried := func(minutes string) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) { s.Day.LiftBy = At(t, minutes) }
	}
	for _, c := range []struct {
		name     string
		rule     rules.ID
		sitting  func(*sitting.Sitting)
		change   func([]stack.Step) []stack.Step
		fires    bool
		severity rules.Severity
	}{
		{"nobody took the lenses out", "lens-in",
			func(s *sitting.Sitting) { s.Client.Wears = []face.Wear{"contact_lenses"} }, without("lens_out"), true,
			"stop"},
		{"lenses out first", "lens-in", func(s *sitting.Sitting) { s.Client.Wears = []face.Wear{"contact_lenses"} },
			same, false, ""},
		{"balm on extensions", "oil-on-extensions",
			func(s *sitting.Sitting) { s.Client.Wears = []face.Wear{"lash_extensions"} }, swap("balm"), true, "stop"},
		{"balm on extensions that stand among the look", "oil-on-extensions", func(s *sitting.Sitting) {
			s.Look.Items = append(s.Look.Items, on(face.Eyelids, "extensions", "adhesive", 2,
				func(it *look.Item) { it.Attach = "extensions" }))
		}, swap("balm"), true, "stop"},
		{"micellar on extensions", "oil-on-extensions",
			func(s *sitting.Sitting) { s.Client.Wears = []face.Wear{"lash_extensions"} }, swap("micellar"), false, ""},
		{"balm before the lashes are off", "oil-on-reused-lashes", lashes, func(l []stack.Step) []stack.Step {
			return swap("balm")(slices.DeleteFunc(l, func(s stack.Step) bool {
				return s.Act == "lashes_off" ||
					s.How == "bud"
			}))
		}, true, "caution"},
		{"lashes off first", "oil-on-reused-lashes", lashes, same, false, ""},
		{"the base before the lips", "lip-smear", none, func(l []stack.Step) []stack.Step {
			return slices.DeleteFunc(l, func(s stack.Step) bool {
				return slices.Equal(s.Zones,
					[]face.Zone{face.Lips})
			})
		}, true, "note"},
		{"the lips first", "lip-smear", none, same, false, ""},
		{"a short hold", "rubbing", none, func(l []stack.Step) []stack.Step {
			for i := range l {
				if slices.Contains(l[i].Zones, face.Eyelids) && l[i].Product != "" {
					l[i].ContactS = 5
				}
			}
			return l
		}, true, "caution"},
		{"a hold for its time", "rubbing", none, same, false, ""},
		{"strip lashes pulled off their glue", "rubbing", lashes, func(l []stack.Step) []stack.Step {
			return slices.DeleteFunc(l, func(s stack.Step) bool {
				return s.Product != "" && slices.Contains(s.Zones, face.Eyelids)
			})
		}, true, "caution"},
		{"strip lashes freed first", "rubbing", lashes, same, false, ""},
		{"the eyes left out", "cannot-dissolve", none, func(l []stack.Step) []stack.Step {
			return slices.DeleteFunc(l, func(s stack.Step) bool {
				return slices.Contains(s.Zones, face.Eyelids) &&
					s.Product != ""
			})
		}, true, "stop"},
		{"the eyes done", "cannot-dissolve", none, same, false, ""},
		{"nothing emulsified", "not-emulsified", oily, without("emulsify"), true, "caution"},
		{"emulsified", "not-emulsified", oily, same, false, ""},
		{"a balm and no wash on oily skin", "needs-second-cleanse", oily, only("balm", "biphase"), true, "caution"},
		{"a balm and a wash", "needs-second-cleanse", oily, same, false, ""},
		{"wipes and nothing else", "wipe-only", func(s *sitting.Sitting) { Add(s, remover("wipe", "wipe")) },
			func(l []stack.Step) []stack.Step {
				for i := range l {
					if l[i].Act == "hold" || l[i].Act == "massage" {
						l[i].Act, l[i].Product, l[i].Kind, l[i].PadFaces = "hold", "wipe", "wipe", 40
					}
				}
				return l
			}, true, "caution"},
		{"no wipes", "wipe-only", none, same, false, ""},
		{"one face for every stroke is not there", "dirty-face", none, func(l []stack.Step) []stack.Step {
			for i := range l {
				if l[i].Act == "wipe" && l[i].Pads > 0 {
					l[i].PadFaces = 0
				}
			}
			return l
		}, true, "caution"},
		{"clean faces enough", "dirty-face", none, same, false, ""},
		{"hot water", "too-hot", none, func(l []stack.Step) []stack.Step {
			for i := range l {
				if l[i].Act == "rinse" {
					l[i].TempC = 41
				}
			}
			return l
		}, true, "caution"},
		{"lukewarm water", "too-hot", none, same, false, ""},
		{"the neck forgotten", "missed-skin", none, func(l []stack.Step) []stack.Step {
			for i := range l {
				l[i].Zones = slices.DeleteFunc(slices.Clone(l[i].Zones),
					func(z face.Zone) bool { return z == face.Neck })
			}
			return l
		}, true, "caution"},
		{"the neck too", "missed-skin", none, same, false, ""},
		{"no rinse after micellar", "not-rinsed", func(s *sitting.Sitting) {
			Drop(s, "balm", "biphase", "gel", "cream")
			s.Look.Items = []look.Item{foundation("emulsion", 1)}
		}, without("rinse"), true, "note"},
		{"rinsed after micellar", "not-rinsed", func(s *sitting.Sitting) {
			Drop(s, "balm", "biphase", "gel", "cream")
			s.Look.Items = []look.Item{foundation("emulsion", 1)}
		}, same, false, ""},
		{"nothing done at all", "left-on", none, func([]stack.Step) []stack.Step { return []stack.Step{} }, true,
			"stop"},
		{"all of it done", "left-on", none, same, false, ""},
		{"lashes left on", "left-on", lashes, func(l []stack.Step) []stack.Step {
			return slices.DeleteFunc(l, func(s stack.Step) bool {
				return s.Act == "lashes_off" || slices.Contains(s.Zones, face.Eyelids) && s.Product != ""
			})
		}, true, "stop"},
		{"more pads than there are", "sundry-short", func(s *sitting.Sitting) { s.Kit.Find("pads").Count = P(1) },
			func(l []stack.Step) []stack.Step {
				l[len(l)-1].Pads = 5
				return l
			}, true, "caution"},
		{"pads enough", "sundry-short", none, same, false, ""},
		{"a warm cloth on rosacea", "heats", rosacea, by(act.WarmWrung, 38, act.Cloth, act.Rinse), true, "caution"},
		{"a lukewarm rinse on rosacea", "heats", rosacea, same, false, ""},
		{"water of 36 °C on rosacea", "heats", rosacea, by(act.Lukewarm, 36, act.Rinse), true, "caution"},
		{"water of 35 °C on rosacea", "heats", rosacea, by(act.Lukewarm, 35, act.Rinse), false, ""},
		{"warm water on quiet skin", "heats", none, by(act.Lukewarm, 36, act.Rinse), false, ""},
		{"wiped the day after filler", "presses", filled("2027-06-18"), wiped, true, "stop"},
		{"patted the day after filler", "presses", filled("2027-06-18"), same, false, ""},
		{"wiped a month after filler", "presses", filled("2027-05-18"), wiped, false, ""},
		{"massaged three days after filler", "injectables", filled("2027-06-16"),
			func(l []stack.Step) []stack.Step {
				for i := range l {
					if l[i].Act == act.Dry {
						l[i].Act, l[i].How = act.Massage, act.Massaged
					}
				}
				return l
			}, true, "stop"},
		{"the usual removal a month after filler", "injectables", filled("2027-05-18"), same, false, ""},
		{"a chin that was to be left alone", "leave-alone", chin, tooFar, true, "stop"},
		{"a chin left alone", "leave-alone", chin, same, false, ""},
		{"a toner asked for and none there", "method-not-met", noToner, same, true, "note"},
		{"a toner asked for and used", "method-not-met", toned, same, false, ""},
		{"a toner taken out by hand", "method-not-met", toned, func(l []stack.Step) []stack.Step {
			return slices.DeleteFunc(l, func(s stack.Step) bool { return s.Kind == act.Detail(kit.Toner) })
		}, true, "note"},
		{"massaged four times as long", "over-massaged", none, longer(4, face.Cheeks), true, "caution"},
		{"massaged for its time", "over-massaged", none, same, false, ""},
		{"lids wiped with lashes on", "lashes-under-rubbing", lashes, early(face.Eyelids), true, "caution"},
		{"cheeks wiped with lashes on", "lashes-under-rubbing", lashes, early(face.Cheeks), false, ""},
		{"lids wiped with none on", "lashes-under-rubbing", none, early(face.Eyelids), false, ""},
		{"lids wiped once they are off", "lashes-under-rubbing", lashes, same, false, ""},
		{"cotton at extensions", "cotton-on-extensions", extended, early(face.Eyelids), true, "caution"},
		{"cotton on the cheeks", "cotton-on-extensions", extended, early(face.Cheeks), false, ""},
		{"tips at extensions, looked at in the end", "cotton-on-extensions", extended, same, false, ""},
		{"glitter wiped", "wiped-glitter", sparkling, early(face.Cheeks), true, "caution"},
		{"skin beside glitter wiped", "wiped-glitter", sparkling, early(face.Jaw), false, ""},
		{"glitter pressed and lifted", "wiped-glitter", sparkling, same, false, ""},
		{"rubbed over a piece", "appliance-on", piece, early(face.Chin), true, "stop"},
		{"rubbed beside it", "appliance-on", piece, early(face.Cheeks), false, ""},
		{"the piece lifted first", "appliance-on", piece, same, false, ""},
		{"a piece left on", "left-on", piece, without("lift_piece"), true, "stop"},
		{"two-phase where balm would do", "biphase-on-skin", none, func(l []stack.Step) []stack.Step {
			for i := range l {
				if l[i].Act == act.Massage && slices.Contains(l[i].Zones, face.Cheeks) {
					l[i].Act, l[i].ContactS, l[i].Product, l[i].Kind = act.Hold, 0, "biphase", "biphase"
				}
			}
			return l
		}, true, "caution"},
		{"two-phase on lids and lips alone", "biphase-on-skin", none, same, false, ""},
		{"a kit that takes nothing off", "kit-cannot", bareKit, same, true, "stop"},
		{"a kit that takes nothing off, and hairline and lips", "missed-skin", bareKit, same, false, ""},
		{"a kit that does, and nobody used it", "kit-cannot", none, func([]stack.Step) []stack.Step {
			return []stack.Step{}
		}, false, ""},
		{"a kit that does", "kit-cannot", none, same, false, ""},
		{"no time at all", "time-short", hurried("17:31"), same, true, "caution"},
		{"time enough", "time-short", hurried("17:59"), same, false, ""},
	} {
		p := mangled(t, evening(t, c.sitting), c.change)
		var found []rules.Finding
		for _, f := range Found(p.Findings, c.rule) {
			if f.Phase != "prep" {
				found = append(found, f)
			}
		}
		if (len(found) > 0) != c.fires {
			t.Errorf("%s: %s fires %t, want %t: %s", c.name, c.rule, len(found) > 0, c.fires, Rules(p.Findings))
			continue
		}
		if c.fires && found[0].Severity != c.severity {
			t.Errorf("%s: %s is a %s, want a %s", c.name, c.rule, found[0].Severity, c.severity)
		}
	}
	tried := []rules.ID{"lens-in", "oil-on-extensions", "oil-on-reused-lashes", "lip-smear", "rubbing",
		"cannot-dissolve", "not-emulsified", "needs-second-cleanse", "wipe-only", "dirty-face", "too-hot",
		"missed-skin", "not-rinsed", "sundry-short", "over-massaged", "lashes-under-rubbing", "cotton-on-extensions",
		"wiped-glitter", "appliance-on", "biphase-on-skin"}
	for _, r := range rules.All(say.English) {
		if r.Phase == "lift" && r.ID != "needless" && !slices.Contains(tried, r.ID) {
			t.Errorf("%s is not tried", r.ID)
		}
	}
}
