package plan_test

import (
	"slices"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

// doing is one step of one product on one zone, in whichever phase.
type doing struct {
	s    *sitting.Sitting
	p    *kit.Product
	zone face.Zone
	how  act.How
}

// acts is how a product is put to use in each phase by hand.
var acts = map[rules.Phase]struct {
	part plan.Part
	kind kit.Kind
	act  act.Act
}{
	rules.Prep:      {plan.Prep, kit.MoisturiserLotion, act.Apply},
	rules.Wear:      {plan.TouchUps, kit.SPFFluid, act.Apply},
	rules.Lift:      {plan.Removal, kit.GelCleanser, act.Massage},
	rules.Aftercare: {plan.Night, kit.MoisturiserLotion, act.Apply},
}

// found is the findings of a rule in a phase that a step by hand meets.
func found(t *testing.T, phase rules.Phase, rule rules.ID, change func(d *doing)) []rules.Finding {
	t.Helper()
	how := acts[phase]
	d := doing{zone: face.Cheeks, how: act.Pat}
	s := With(t, func(s *sitting.Sitting) {
		d.s, d.p = s, &kit.Product{ID: "x", Name: "X", Kind: how.kind, Base: "emulsion", Weight: 2, EyeSafe: true,
			SPF: 50, BroadSpectrum: true, Filters: "organic", PackG: 50}
		if how.kind != kit.SPFFluid {
			d.p.SPF, d.p.BroadSpectrum, d.p.Filters = 0, false, ""
		}
		s.Day.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: day.InSun}}
		change(&d)
		Add(s, *d.p)
	})
	step := stack.Step{ID: "x", Act: how.act, Kind: act.Detail(d.p.Kind), Product: "x", How: d.how, HandsS: 30,
		ContactS: 45, Zones: []face.Zone{d.zone}, Grams: 0.3}
	made := plan.Made{}
	switch phase {
	case rules.Wear:
		made.TouchUps = []wear.TouchUp{{ID: "t1", At: At(t, "12:30"), Zones: []string{d.zone.String()},
			Steps: []wear.TouchStep{{ID: "t1.1", Act: act.Apply, Product: "x", Coats: 1, How: d.how,
				Zones: []string{d.zone.String()}}}}}
	case rules.Prep:
		step.Start, step.ContactS, step.Film = At(t, "09:10"), 0, map[face.Zone]doc.Num{d.zone: 0.5}
		made.Steps = []stack.Step{step}
	case rules.Lift:
		step.Start, made.Steps = At(t, "17:31"), nil
		made.Steps = []stack.Step{step}
	default:
		step.Start, step.ContactS = At(t, "17:50"), 0
		made.Steps = []stack.Step{step}
	}
	return slices.DeleteFunc(Found(plan.With(s, plan.Hand{how.part: made}).Findings, rule),
		func(f rules.Finding) bool { return f.Phase != phase })
}

func TestWhatSpeaksAgainstAProductOrItsUseIsFoundInEveryPhaseAndOnlyWhereItIsMet(t *testing.T) {
	nothing := func(*doing) {}
	marks := func(m ...face.Mark) func(d *doing) {
		return func(d *doing) { d.s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(2), Marks: m} }
	}
	had := func(kind face.ConditionKind, on string) func(d *doing) {
		return func(d *doing) {
			c := face.Condition{Kind: kind}
			if on != "" {
				c.On = On(t, on)
			}
			d.s.Client.Conditions = []face.Condition{c}
		}
	}
	both := func(list ...func(d *doing)) func(d *doing) {
		return func(d *doing) {
			for _, f := range list {
				f(d)
			}
		}
	}
	tagged := func(tags ...string) func(d *doing) { return func(d *doing) { d.p.Tags = tags } }
	on := func(z face.Zone, how act.How) func(d *doing) { return func(d *doing) { d.zone, d.how = z, how } }
	screens := func(d *doing) { d.p.Kind, d.p.SPF, d.p.BroadSpectrum, d.p.Filters = kit.Sunscreen, 50, true, "organic" }
	all, acid := rules.Phases(), map[string]float64{"salicylic": 2}
	for _, k := range []struct {
		rule     rules.ID
		met, not func(d *doing)
		in       []rules.Phase
	}{
		{rules.Allergen, both(tagged("lanolin"), func(d *doing) { d.s.Client.Allergies = []string{"lanolin"} }),
			tagged("lanolin"), all},
		{rules.Disliked, both(tagged("lanolin"), func(d *doing) { d.s.Client.Dislikes = []string{"lanolin"} }),
			tagged("lanolin"), all},
		{rules.Stung, func(d *doing) { d.s.Client.Learned.Never = []string{"x"} },
			func(d *doing) { d.s.Client.Learned.Never = []string{"y"} }, all},
		{rules.OutOfDate, func(d *doing) { d.p.ExpiresOn = On(t, "2027-06-01") },
			func(d *doing) { d.p.ExpiresOn = On(t, "2027-12-01") }, all},
		{rules.NotEyeSafe, both(on(face.UnderEyes, act.Pat), func(d *doing) { d.p.EyeSafe = false }),
			on(face.UnderEyes, act.Pat), all},
		{rules.PatchTest, func(d *doing) { d.p.FirstUse, d.s.Client.Sensitivity = true, 2 },
			func(d *doing) { d.p.FirstUse, d.s.Client.Sensitivity = false, 2 }, []rules.Phase{rules.Prep, rules.Wear,
				rules.Aftercare}},
		{rules.BrokenSkin, marks(face.Broken), nothing, all},
		{rules.Contagious, marks(face.ColdSore), nothing, all},
		{rules.Presses, both(had(face.Filler, "2027-06-18"), on(face.Cheeks, act.Press)),
			both(had(face.Filler, "2027-06-18"), on(face.Cheeks, act.Pat)), []rules.Phase{rules.Prep, rules.Aftercare}},
		{rules.Presses, had(face.Filler, "2027-06-18"), had(face.Filler, "2027-06-15"), []rules.Phase{rules.Wear}},
		{rules.RecentProcedure, had(face.PeelMedium, "2027-06-17"), had(face.PeelMedium, "2027-04-01"), all},
		{rules.Rosacea, both(had(face.Rosacea, ""), tagged("fragrance")), tagged("fragrance"), all},
		{rules.Eczema, both(had(face.Eczema, ""), tagged("fragrance")), tagged("fragrance"), all},
		{rules.Psoriasis, both(had(face.Psoriasis, ""), on(face.Cheeks, act.Massaged)), had(face.Psoriasis, ""),
			[]rules.Phase{rules.Prep, rules.Aftercare}},
		{rules.Psoriasis, both(had(face.Psoriasis, ""), func(d *doing) { d.p.Kind = kit.Mitt }),
			had(face.Psoriasis, ""), []rules.Phase{rules.Lift}},
		{rules.OilOnExtensions, both(on(face.Eyelids, act.Pat), func(d *doing) {
			d.p.Base, d.s.Client.Wears = "oil", []face.Wear{face.LashExtensions}
		}), both(on(face.Eyelids, act.Pat), func(d *doing) { d.p.Base = "oil" }), all},
		{rules.TooRich, func(d *doing) {
			d.p.Kind, d.p.Weight = kit.MoisturiserRich, 5
			d.s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(3), Water: P(2)}
		}, func(d *doing) {
			d.p.Kind, d.p.Weight = kit.MoisturiserRich, 5
			d.s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(0), Water: P(2)}
		}, []rules.Phase{rules.Prep, rules.Aftercare}},
		{rules.UnderEyeHeavy, both(on(face.UnderEyes, act.Pat), func(d *doing) {
			d.p.Kind, d.p.Weight = kit.MoisturiserRich, 5
		}), both(on(face.Cheeks, act.Pat), func(d *doing) { d.p.Kind, d.p.Weight = kit.MoisturiserRich, 5 }),
			[]rules.Phase{rules.Prep, rules.Aftercare}},
		{rules.WhiteCast, func(d *doing) { d.p.WhiteCast, d.s.Client.Phototype = 3, 6 },
			func(d *doing) { d.p.WhiteCast, d.s.Client.Phototype = 3, 2 }, []rules.Phase{rules.Wear}},
		{rules.Flashback, func(d *doing) { d.p.WhiteCast, d.s.Day.Segments[0].Flash = 3, true },
			func(d *doing) { d.p.WhiteCast = 3 }, []rules.Phase{rules.Wear}},
		{rules.RunsOut, func(d *doing) { d.p.RemainingG = P(0.01) }, func(d *doing) { d.p.RemainingG = P(9.0) }, all},
		{rules.Sunburnt, both(marks(face.Sunburn), func(d *doing) { d.p.Actives = acid }), marks(face.Sunburn),
			[]rules.Phase{rules.Lift, rules.Aftercare}},
		{rules.Sunburnt, both(marks(face.Sunburn), func(d *doing) { d.p.Actives = acid }), marks(face.Sunburn),
			[]rules.Phase{rules.Wear}},
		{rules.Infant, both(screens, func(d *doing) { d.s.Client.Born = On(t, "2027-03-01") }),
			both(screens, func(d *doing) { d.s.Client.Born = On(t, "2025-03-01") }),
			[]rules.Phase{rules.Wear, rules.Aftercare}},
		{rules.AllergyUnknown, func(d *doing) { d.s.Client.Allergies = []string{"zorbium"} }, nothing,
			all},
		{rules.MattifiesDry, both(marks(face.Flaky), func(d *doing) {
			d.p.Kind = kit.PrimerMattifying
		}), func(d *doing) {
			d.p.Kind = kit.PrimerMattifying
			d.s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(3), Water: P(2)}
		}, []rules.Phase{rules.Prep, rules.Wear}},
		{rules.ScrubOnSore, both(marks(face.Irritated), func(d *doing) { d.p.Kind = kit.Scrub }),
			func(d *doing) { d.p.Kind = kit.Scrub }, []rules.Phase{rules.Prep, rules.Wear, rules.Aftercare}},
		{rules.OnLashLine, both(on(face.Eyelids, act.Tap), func(d *doing) { d.p.Kind = kit.EyeCream }),
			both(on(face.UnderEyes, act.Tap), func(d *doing) { d.p.Kind = kit.EyeCream }),
			[]rules.Phase{rules.Prep, rules.Wear, rules.Aftercare}},
		{rules.Minor, func(d *doing) { d.s.Client.Born = On(t, "2015-01-01") },
			func(d *doing) { d.s.Client.Born = On(t, "1990-01-01") }, []rules.Phase{rules.Prep}},
	} {
		for _, phase := range k.in {
			if got := found(t, phase, k.rule, k.met); len(got) == 0 {
				t.Errorf("%s is not found in %s", k.rule, phase)
			}
			if got := found(t, phase, k.rule, k.not); len(got) > 0 {
				t.Errorf("%s is found in %s without cause: %s", k.rule, phase, got[0].Say)
			}
		}
	}
}

func TestWhatTheMorningTookIsNotThereForRemovalAndNight(t *testing.T) {
	used := func(p *plan.Plan, part plan.Part, product string) (grams float64) {
		for _, s := range p.StepsOf(part) {
			if s.Product == product {
				grams += float64(s.Grams)
			}
		}
		return grams
	}
	for product, part := range map[string]plan.Part{"lotion": plan.Night, "micellar": plan.Removal} {
		with := func(left float64) *sitting.Sitting {
			return With(t, func(s *sitting.Sitting) {
				Add(s, kit.Product{ID: "wash", Name: "Wash", Kind: "cream_cleanser", Base: "emulsion", PackG: 50,
					Price: 90, EyeSafe: true})
				s.Method["check_with_micellar"] = "yes"
				s.Kit.Find(product).RemainingG = P(left)
			})
		}
		free := plan.Make(with(90))
		morning, later := used(free, plan.Prep, product), used(free, part, product)
		if morning == 0 || later == 0 {
			t.Fatalf("%s: %g g in the morning, %g g later", product, morning, later)
		}
		s := with(max(morning, later) + min(morning, later)/2)
		p := plan.Make(s)
		if f := Found(p.Findings, rules.RunsOut); len(f) > 0 || used(p, part, product) >= later {
			t.Errorf("%s: %g g of it later; %s", product, used(p, part, product), Rules(f))
		}
		byHand := plan.With(s, plan.Hand{part: {Steps: free.StepsOf(part)}})
		f := slices.DeleteFunc(Found(byHand.Findings, rules.RunsOut),
			func(f rules.Finding) bool { return f.Phase == rules.Prep })
		if len(f) != 1 || f[0].Step == "" {
			t.Errorf("%s by hand: %s", product, Rules(byHand.Findings))
		}
	}
}

func TestASheetSaysWhatIsNotPressedOnSkinInjectedTheDayBefore(t *testing.T) {
	said := func(on string) (cleanse, coat string) {
		p := plan.Make(With(t, func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "haze", Name: "Haze", Kind: "spf_mist", Base: "water", SPF: 30, BroadSpectrum: true})
			s.Client.Conditions = []face.Condition{{Kind: face.Filler, On: On(t, on), Zone: P(face.Cheeks)}}
			s.Day.Segments = []day.Segment{{From: At(t, "11:00"), To: At(t, "16:00"), Place: day.InSun}}
		}))
		for _, s := range p.Prep.Steps {
			if s.Act == act.Cleanse {
				cleanse = s.Say
			}
		}
		for _, u := range p.Wear.TouchUps {
			for _, s := range u.Steps {
				if s.Act == act.Reapply {
					coat += s.Say
				}
			}
		}
		return cleanse, coat
	}
	for on, want := range map[string]bool{"2027-06-18": true, "2027-06-15": false} {
		cleanse, coat := said(on)
		if cleanse == "" || strings.Contains(cleanse, "no pressing") != want ||
			coat == "" || strings.Contains(coat, "On cheeks nothing is pressed today: shade") != want {
			t.Errorf("filler on %s: %s\n%s", on, cleanse, coat)
		}
	}
}
