package prep

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

func planned(t testing.TB, change func(s *sitting.Sitting)) (Prep, stack.Result, *sitting.Case) {
	t.Helper()
	c := sitting.Open(With(t, change))
	p, res := Plan(c)
	return p, res, c
}

// on lists the product ids laid on a zone, the lowest first.
func on(res stack.Result, z face.Zone) []string {
	ids := []string{}
	for _, l := range res.Layers[z] {
		ids = append(ids, l.Product)
	}
	return ids
}

func steps(p Prep, what act.Act, kind act.Detail) []stack.Step {
	return slices.DeleteFunc(slices.Clone(p.Steps), func(s stack.Step) bool {
		return s.Act != what || kind != "" &&
			s.Kind != kind
	})
}

func first(t *testing.T, p Prep, what act.Act, kind act.Detail) stack.Step {
	t.Helper()
	list := steps(p, what, kind)
	if len(list) == 0 {
		t.Fatalf("no step %s %s", what, kind)
	}
	return list[0]
}

func TestOilyAndThirstySkinGetsLightMoistureAndNoMattifying(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(1)}
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(2), Water: P(1)}
		s.Look.Finish = "matte"
	})
	for _, z := range []face.Zone{face.Forehead, face.Cheeks} {
		ids := on(res, z)
		if !slices.Contains(ids, "gel") && !slices.Contains(ids, "lotion") {
			t.Errorf("%s has no light moisture: %v", z, ids)
		}
		if slices.Contains(ids, "matte") {
			t.Errorf("%s is mattified although thirsty: %v", z, ids)
		}
		if !slices.Contains(ids, "serum") {
			t.Errorf("%s lacks the serum with hyaluronic: %v", z, ids)
		}
	}
}

func TestADampMarqueeTakesThreeTimesAsLong(t *testing.T) {
	if e, _ := sitting.Drying(32, day.Air{TempC: P(30.0), Humidity: P(0.85)}); e != 3 {
		t.Errorf("30 °C and 85 %% slow evaporation %g times, want 3", e)
	}
	dry, _, _ := planned(t, func(s *sitting.Sitting) {})
	damp, _, _ := planned(t, func(s *sitting.Sitting) { s.Day.Air = day.Air{TempC: P(30.0), Humidity: P(0.85)} })
	a, b := first(t, dry, "apply", "sunscreen"), first(t, damp, "apply", "sunscreen")
	if a.SetS != 300 || b.SetS != 600 {
		t.Errorf("sunscreen sets in 300 s and, half of it evaporating three times slower, 600 s; got %d and %d",
			a.SetS, b.SetS)
	}
}

func TestAShowerTenMinutesAgoWaitsUntilTwentyAreOver(t *testing.T) {
	p, res, c := planned(t, func(s *sitting.Sitting) { s.Day.Washed = &day.Wash{At: At(t, "08:50"), Hot: true} })
	if len(steps(p, "cool", "")) != 1 {
		t.Error("no cooling step")
	}
	for _, s := range p.Steps {
		if at, _ := s.Start.In(c.Loc); s.Product != "" && s.Act != "setup" && at.Before(c.CoolAt) {
			t.Errorf("%s goes on at %s, before the skin is cool", s.Product, s.Start)
		}
	}
	if f := Found(res.Findings, "hot-skin"); len(f) > 0 {
		t.Errorf("the plan waits and still carries %s", Rules(f))
	}
}

func TestTwelveMinutesInsteadOfForty(t *testing.T) {
	p, res, _ := planned(t, func(s *sitting.Sitting) { s.Day.BaseAt = At(t, "09:12") })
	if len(p.GaveUp) == 0 {
		t.Error("nothing was given up")
	}
	if p.SlackS >= 0 {
		t.Errorf("consultation, wash, moisturiser and sunscreen alone take longer than twelve minutes; slack is %d",
			p.SlackS)
	}
	for _, kind := range []act.Detail{"sunscreen"} {
		if len(steps(p, "apply", kind)) == 0 {
			t.Errorf("%s was dropped", kind)
		}
	}
	if !slices.ContainsFunc(p.Steps, func(s stack.Step) bool { return kit.Kind(s.Kind).Moisturiser() }) {
		t.Error("moisturiser was dropped")
	}
	if f := Found(res.Findings, "time-short"); len(f) != 1 ||
		!strings.HasPrefix(f[0].Say, "Skin is ready 3 min 20 s after base, which is at 09:12.") {
		t.Errorf("the minutes missing must be said once: %s", Rules(f))
	}
}

func TestTheCheapestRelaxationIsFoundAndSlackIsKept(t *testing.T) {
	full, _, _ := planned(t, func(s *sitting.Sitting) {})
	needed := 2400 - full.SlackS
	for _, minutes := range []int{20, 22, 24, 26, 28} {
		if minutes*60 >= needed {
			continue
		}
		p, _, c := planned(t, func(s *sitting.Sitting) {
			s.Day.BaseAt = day.Wall(sitting.Open(s).ChairAt.Add(0))
			setBase(t, s, minutes)
		})
		cheapest, cost := exhaustive(c)
		if p.SlackS < 0 {
			if cheapest {
				t.Errorf("%d minutes: something fits and was not found", minutes)
			}
			continue
		}
		if got := float64(p.Cost); got > cost+1e-3*cost {
			t.Errorf("%d minutes: gave up %v at cost %g, cheapest is %g", minutes, p.GaveUp, got, cost)
		}
	}
}

func setBase(t *testing.T, s *sitting.Sitting, minutes int) {
	t.Helper()
	s.Day.BaseAt = At(t, "09:"+map[bool]string{true: "0", false: ""}[minutes < 10]+itoa(minutes))
}

func itoa(n int) string { return strings.TrimSpace(string([]byte{byte('0' + n/10), byte('0' + n%10)})) }

// exhaustive tries every set of moves and returns the least cost that fits.
func exhaustive(c *sitting.Case) (any bool, cost float64) {
	pl := newPlanner(c)
	pl.choose(restrict{})
	ms := pl.moves()
	for mask := range 1 << len(ms) {
		var picked []int
		for i := range ms {
			if mask>>i&1 == 1 {
				picked = append(picked, i)
			}
		}
		if r := pl.try(ms, picked); !r.ready.After(c.BaseAt) && (!any || r.cost < cost) {
			any, cost = true, r.cost
		}
	}
	return any, cost
}

func TestWideningTheClockNeverMakesThePlanWorse(t *testing.T) {
	last := -1.0
	for minutes := 40; minutes >= 14; minutes -= 2 {
		p, _, _ := planned(t, func(s *sitting.Sitting) { setBase(t, s, minutes) })
		if p.SlackS < 0 {
			break
		}
		if float64(p.Cost) < last-1e-9 {
			t.Errorf("at %d minutes the plan costs %g, with two more it cost %g", minutes, float64(p.Cost), last)
		}
		last = float64(p.Cost)
	}
}

func TestAMineralOnlyKitUnderFlashIsUsedAndSaid(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "spf", Name: "Mineral", Kind: "sunscreen", Base: "emulsion", Weight: 3, SPF: 50,
			BroadSpectrum: true, Filters: "mineral", WhiteCast: 2})
		s.Day.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: "sun", Flash: true}}
	})
	if !slices.Contains(on(res, face.Cheeks), "spf") {
		t.Error("by daylight sunscreen may not be left out")
	}
	if len(Found(res.Findings, "flashback")) == 0 {
		t.Error("the flash is not mentioned")
	}
}

func TestOfTwoSunscreensUnderFlashTheOneWithoutCastIsTaken(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Kit = append(kit.Kit{{ID: "mineral", Name: "Mineral", Kind: "sunscreen", Base: "emulsion", Weight: 1,
			SPF: 50, BroadSpectrum: true, Filters: "mineral", WhiteCast: 2, EyeSafe: true}}, s.Kit...)
		s.Day.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: "indoors", Flash: true}}
	})
	if got := on(res, face.Cheeks); slices.Contains(got, "mineral") || len(Found(res.Findings, "flashback")) > 0 {
		t.Errorf("took %v", got)
	}
}

func TestAVeryDarkSkinGetsTheSunscreenWithoutCast(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Client.Phototype = 6
		s.Kit = append(kit.Kit{{ID: "chalky", Name: "Chalky", Kind: "sunscreen", Base: "emulsion", SPF: 50,
			BroadSpectrum: true, WhiteCast: 1, EyeSafe: true}}, s.Kit...)
	})
	if got := on(res, face.Cheeks); !slices.Contains(got, "spf") || len(Found(res.Findings, "white-cast")) > 0 {
		t.Errorf("took %v: %s", got, Rules(res.Findings))
	}
}

func TestEverythingScentedForAClientAllergicToScentIsAnHonestRefusal(t *testing.T) {
	p, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Client.Allergies = []string{"fragrance"}
		for i := range s.Kit {
			if s.Kit[i].Count == nil {
				s.Kit[i].Tags = append(s.Kit[i].Tags, "fragrance")
			}
		}
	})
	for _, s := range p.Steps {
		if s.Act == "ready" {
			t.Error("such a face is called ready")
		}
		if s.Product != "" && s.Act != "setup" {
			t.Errorf("%s %s goes on all the same", s.Act, s.Product)
		}
	}
	for _, rule := range []rules.ID{"kit-cannot", "spf-missing"} {
		if len(Found(res.Findings, rule)) == 0 {
			t.Errorf("the plan does not say %s: %s", rule, Rules(res.Findings))
		}
	}
}

func TestIsotretinoinGetsNoPolishEvenWhereTheMethodAllowsOne(t *testing.T) {
	allowed := func(s *sitting.Sitting) { s.Method["same_day_polish"] = "gentle" }
	p, _, _ := planned(t, allowed)
	if len(steps(p, "treat", "enzyme_polish")) != 1 {
		t.Fatal("the gentle method should polish calm skin")
	}
	p, res, _ := planned(t, func(s *sitting.Sitting) {
		allowed(s)
		s.Client.Conditions = []face.Condition{{Kind: "isotretinoin", On: On(t, "2027-03-01")}}
	})
	if len(steps(p, "treat", "")) != 0 || len(Found(res.Findings, "isotretinoin")) != 0 {
		t.Errorf("polished after isotretinoin: %s", Rules(res.Findings))
	}
}

func TestLashExtensionsKeepOilOffTheLids(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Client.Wears = []face.Wear{"lash_extensions"}
		Add(s, kit.Product{ID: "spf", Name: "Oil fluid", Kind: "sunscreen", Base: "oil", SPF: 50, BroadSpectrum: true,
			EyeSafe: true})
	})
	if got := on(res, face.Eyelids); len(got) != 0 {
		t.Errorf("on the lids: %v", got)
	}
	if f := Found(res.Findings, "spf-missing"); len(f) != 0 {
		t.Errorf("the lids cannot be covered and are no fault: %s", Rules(f))
	}
}

func TestAChildOfEightIsPlannedForItsOwnFaceAndAsksForAGuardian(t *testing.T) {
	child := func(s *sitting.Sitting) {
		s.Client.Born, s.Client.HeightCM, s.Client.WeightKG = On(t, "2019-03-01"), 128, 26
	}
	p, res, c := planned(t, child)
	if f := Found(res.Findings, "minor"); len(f) != 1 || f[0].Severity != rules.Stop {
		t.Errorf("no stop for a child alone: %s", Rules(res.Findings))
	}
	var area float64
	for _, z := range covered(c, c.Kit.Find("spf")).List() {
		area += c.Area[z]
	}
	if got := float64(first(t, p, "apply", "sunscreen").Grams); doc.Round(got) != doc.Round(2*area/1000) {
		t.Errorf("%g g for %g cm²", got, area)
	}
}

func TestBarredZonesAreLeftAloneAndSaid(t *testing.T) {
	p, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Client.Conditions = []face.Condition{{Kind: "cold_sore", Zone: P(face.Lips)}, {Kind: "eye_infection"},
			{Kind: "broken", Zone: P(face.Jaw)}}
	})
	barred := []face.Zone{face.Lips, face.UpperLip, face.Chin, face.Eyelids, face.UnderEyes, face.Jaw}
	for _, s := range p.Steps {
		for _, z := range s.Zones {
			if slices.Contains(barred, z) {
				t.Errorf("step %s %s works on %s", s.Act, s.Product, z)
			}
		}
	}
	if len(steps(p, "refer", "")) != 1 {
		t.Error("nobody is referred")
	}
	if len(Found(res.Findings, "contagious")) == 0 || len(Found(res.Findings, "broken-skin")) == 0 {
		t.Errorf("what stops work must be said although the plan avoids it: %s", Rules(res.Findings))
	}
}

func TestAfterSunsetNoSunscreenIsPlanned(t *testing.T) {
	p, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Day.ChairAt, s.Day.BaseAt, s.Day.WearUntil, s.Day.LiftAt = At(t, "22:30"), At(t, "23:10"), At(t, "23:50"),
			At(t, "2027-06-20T00:10")
	})
	if len(steps(p, "apply", "sunscreen")) != 0 || len(Found(res.Findings, "spf-at-night")) != 1 ||
		res.Dose.Grams != 0 {
		t.Errorf("sunscreen at night: %s", Rules(res.Findings))
	}
}

func TestSunscreenIsTwoMilligramsOnEveryCoveredZone(t *testing.T) {
	for name, change := range map[string]func(*sitting.Sitting){
		"eye-safe": func(*sitting.Sitting) {},
		"not eye-safe": func(s *sitting.Sitting) {
			s.Kit.Find("spf").EyeSafe = false
		},
		"open neckline": func(s *sitting.Sitting) { s.Look.Neckline = "open" },
	} {
		p, res, c := planned(t, change)
		st := first(t, p, "apply", "sunscreen")
		want := covered(c, c.Kit.Find("spf"))
		if face.SetOf(st.Zones...) != want {
			t.Errorf("%s: laid on %v, want %v", name, st.Zones, want.List())
		}
		for _, z := range st.Zones {
			if st.Film[z] != 2 {
				t.Errorf("%s: %g mg/cm² on %s", name, float64(st.Film[z]), z)
			}
		}
		if name == "eye-safe" && (res.Dose.AreaCM2 != 798 || doc.Round(float64(res.Dose.Grams)) != 1.596 ||
			res.Dose.SpoonML != 2.5) {
			t.Errorf("face, neck and ears without lips take 1.596 g over 798 cm²: %+v", res.Dose)
		}
	}
}

func TestLeanMoistureFollowsTheZone(t *testing.T) {
	for _, c := range []struct {
		oil, water int
		mature     bool
		learned    float64
		method     method.OptionID
		want       float64
	}{{3, 2, false, 0, "", 0.3}, {2, 2, false, 0, "", 0.4}, {1, 1, false, 0, "", 0.575}, {0, 0, false, 0, "", 0.8},
		{0, 0, true, 0, "", 0.875},
		{1, 2, false, 1.15, "", 0.575}, {1, 2, false, 0, "generous", 1.2}} {
		s := With(t, func(s *sitting.Sitting) {
			s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(c.oil), Water: P(c.water)}
			s.Client.Mature = c.mature
			if c.learned > 0 {
				s.Client.Learned.Moisture = map[face.Zone]float64{face.Cheeks: c.learned}
			}
			if c.method != "" {
				s.Method["moisture_dose"] = c.method
			}
		})
		if got := doc.Round(sitting.Open(s).Film("moisturiser_lotion", face.Cheeks)); got != c.want {
			t.Errorf("oil %d, water %d, mature %v, learned %g, %s: %g mg/cm², want %g", c.oil, c.water, c.mature,
				c.learned, c.method, got, c.want)
		}
	}
}

func TestMoreFilmNeverDriesFasterAndDamperAirNeverSooner(t *testing.T) {
	for _, k := range kit.Kinds() {
		last := -1
		for film := 0.1; film < 3; film += 0.1 {
			c := sitting.Open(Sitting(t))
			if s := c.DryS(k.ID, film); s < last {
				t.Errorf("%s dries faster with more film", k.ID)
			} else {
				last = s
			}
		}
		last = -1
		for rh := 0.0; rh <= 1; rh += 0.05 {
			c := sitting.Open(With(t, func(s *sitting.Sitting) { s.Day.Air.Humidity = &rh }))
			if s := c.DryS(k.ID, 0.5); s < last {
				t.Errorf("%s dries sooner in damper air", k.ID)
			} else {
				last = s
			}
		}
	}
}

func TestWaterUnderSetTableAtTheReference(t *testing.T) {
	c := sitting.Open(Sitting(t))
	for kind, want := range map[kit.Kind]int{"moisturiser_gel": 120, "moisturiser_lotion": 180,
		"moisturiser_cream": 300, "moisturiser_rich": 480, "serum": 90, "sunscreen": 300, "primer_mattifying": 90,
		"face_oil": 300} {
		if got := c.DryS(kind, kind.Of().Film); got != want {
			t.Errorf("%s at its nominal film and the reference air sets in %d s, want %d", kind, got, want)
		}
	}
}

func TestEveryHouseMethodOfPrepChangesThePlan(t *testing.T) {
	base := func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "both", Name: "Day cream 50", Kind: "moisturiser_spf", Base: "emulsion", Weight: 2,
			SPF: 50, BroadSpectrum: true, EyeSafe: true},
			kit.Product{ID: "mist", Name: "Mist", Kind: "mist", Base: "water"})
		Drop(s, "toner")
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(0), Water: P(0)}
		s.Look.Base = "none"
		s.Look.Finish = "dewy"
	}
	plan := func(key method.Key, option method.OptionID) string {
		p, _, _ := planned(t, func(s *sitting.Sitting) {
			base(s)
			if key == "toner_by" {
				Drop(s, "mist")
				Add(s, kit.Product{ID: "toner", Name: "Toner", Kind: "toner", Base: "water"})
			}
			if key == "oil_slot" {
				s.Day.ChairAt, s.Day.BaseAt, s.Day.WearUntil, s.Day.LiftAt = At(t, "22:30"), At(t, "23:20"),
					At(t, "23:50"), At(t, "2027-06-20T00:10")
			}
			s.Method[key] = option
		})
		b, err := json.Marshal(p.Steps)
		if err != nil {
			t.Fatal(err)
		}
		return string(b)
	}
	for key, options := range map[method.Key][]method.OptionID{
		"micellar_rinse": {"rinse", "leave"}, "toner_by": {"pad", "hands"},
		"eye_cream_slot":  {"after_serum", "before_serum", "after_moisturiser"},
		"eye_cream_reach": {"orbital_bone", "lids_too"}, "moisture_dose": {"lean_then_check", "generous"},
		"oil_slot":      {"last", "mixed_with_serum"},
		"damp_layering": {"no", "yes"}, "depuff": {"none", "cold", "massage"},
		"oily_moisture": {"separate", "spf_counts"}, "mist_how": {"sponge", "spray"},
		"primer_split": {"by_zone", "by_zone_with_veil", "none"}, "primer_spf_order": {"primer_then_spf",
			"spf_then_primer"},
		"spf_layer": {"separate", "moisturiser_with_spf", "blended"}, "spf_measure": {"area_dose", "spoon",
			"two_fingers"}, "same_day_polish": {"never", "gentle"},
	} {
		seen := map[string]string{}
		for _, o := range options {
			p := plan(key, o)
			if other, same := seen[p]; same {
				t.Errorf("%s: %s plans the same as %s", key, o, other)
			}
			seen[p] = string(o)
		}
	}
}

func TestColdPadsAreOffBeforeAnythingGoesOnUnderThemHoweverDampLayersFollow(t *testing.T) {
	for _, damp := range []method.OptionID{method.No, method.Yes} {
		p, _, c := planned(t, func(s *sitting.Sitting) {
			s.Method["depuff"], s.Method["damp_layering"] = "cold", damp
			s.Day.BaseAt = At(t, "10:40")
		})
		cold, off := face.Set(0), time.Time{}
		for _, s := range p.Steps {
			at, _ := s.Start.In(c.Loc)
			if s.Kind == act.ColdPads {
				cold, off = face.SetOf(s.Zones...), at.Add(time.Duration(s.ContactS)*time.Second)
			} else if cold&face.SetOf(s.Zones...) != 0 && at.Before(off) {
				t.Errorf("damp %s: %s of %s at %s, the pads lie until %s", damp, s.Act, s.Product, s.Start, off)
			}
		}
		if cold == 0 {
			t.Errorf("damp %s: no cold pads", damp)
		}
	}
}

func TestDepuffingNeverTouchesRosaceaOrFreshInjectables(t *testing.T) {
	for _, kind := range []face.ConditionKind{"rosacea", "injectables"} {
		p, res, _ := planned(t, func(s *sitting.Sitting) {
			s.Method["depuff"] = "massage"
			s.Client.Conditions = []face.Condition{{Kind: kind, On: On(t, "2027-06-12")}}
		})
		if len(steps(p, "massage", "")) != 0 {
			t.Errorf("massaged in spite of %s: %s", kind, Rules(res.Findings))
		}
	}
}

func TestATargetedSerumGoesOnItsMarkedZonesAlone(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(1), Water: P(1)}
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(1), Marks: []face.Mark{face.Pigment}}
		Add(s, kit.Product{ID: "bright", Name: "Bright", Kind: "serum", Base: "water",
			Actives: map[string]float64{"vitamin_c": 10}})
	})
	if got := on(res, face.Cheeks); !slices.Contains(got, "bright") {
		t.Errorf("marked cheeks got %v", got)
	}
	if got := on(res, face.Forehead); slices.Contains(got, "bright") || !slices.Contains(got, "serum") {
		t.Errorf("the forehead got %v", got)
	}
}

func TestAProductThatRunsOutIsLeftForOneThatLasts(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Kit.Find("spf").RemainingG = P(0.4)
		Add(s, kit.Product{ID: "spare", Name: "Spare fluid", Kind: "sunscreen", Base: "emulsion", Weight: 4, SPF: 30,
			BroadSpectrum: true, EyeSafe: true})
	})
	if len(Found(res.Findings, "runs-out")) != 0 || !slices.Contains(on(res, face.Cheeks), "spare") {
		t.Errorf("%v: %s", on(res, face.Cheeks), Rules(res.Findings))
	}
}

// due is the lines of a countdown, each with its date.
func due(s *sitting.Sitting) (lines []string) {
	for _, d := range Countdown(sitting.Open(s)) {
		lines = append(lines, d.On.String()+" "+d.Do)
	}
	return lines
}

func TestTheCountdownIsBuiltBackFromTheDateAndDropsWhatIsTooLate(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) { s.Kit[7].FirstUse = true })
	want := []string{"2026-12-19 Last day for a deep peel or ablative laser.",
		"2027-05-08 Last day for a medium peel or another laser.", "2027-05-22 Last day for needling or filler.",
		"2027-05-29 Last day for toxin.", "2027-06-05 Last day for a light peel.",
		"2027-06-05 Patch test Lotion; no other new products from here.", "2027-06-12 Last day for extraction.",
		"2027-06-16 Last wax.", "2027-06-18 Full removal, an enzyme or fine polish only, a hydrating mask, lips.",
		"2027-06-19 No hot shower in the last 30 minutes."}
	if got := due(s); !slices.Equal(got, want) {
		t.Errorf("%q", got)
	}
	s.Day.PlannedOn = On(t, "2027-06-10")
	if got := due(s); !slices.Equal(got, want[6:]) {
		t.Errorf("what is too late still stands: %q", got)
	}
}

func TestTheCountdownSaysOnlyWhatConcernsThisClient(t *testing.T) {
	booked := func(kind, on string) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) { s.Day.Planned = []day.Booked{{Kind: day.BookedKind(kind), On: On(t, on)}} }
	}
	routine := func(kinds ...string) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			for _, k := range kinds {
				s.Client.Routine = append(s.Client.Routine, face.Habit{Kind: k})
			}
		}
	}
	for name, c := range map[string]struct {
		change      func(*sitting.Sitting)
		says, never []string
	}{
		"a child": {func(s *sitting.Sitting) { s.Client.Born, s.Client.Guardian = On(t, "2018-01-01"), true },
			[]string{"2027-06-18 Full removal, lips."}, []string{"peel", "wax", "toxin", "extraction", "polish",
				"mask"}},
		"a pregnant client": {func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: "pregnant"}, {Kind: "retinoid", On: On(t, "2027-01-01")}}
		}, []string{"Last wax."}, []string{"peel", "toxin", "filler", "etinoid"}},
		"a client with a retinoid and an acid": {routine("retinoid", "acid_toner"),
			[]string{"2027-06-16 Last wax, acid or scrub and retinoid."}, nil},
		"isotretinoin": {func(s *sitting.Sitting) { s.Client.Conditions = []face.Condition{{Kind: "isotretinoin"}} },
			nil,
			[]string{"peel", "wax", "polish"}},
		"chemotherapy": {func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: "chemotherapy", On: On(t, "2027-06-01")}}
		}, []string{"No hot shower"}, []string{"peel", "filler", "toxin", "extraction"}},
		"radiotherapy of the neck": {func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: "radiotherapy", Zone: P(face.Neck), On: On(t, "2027-06-01")}}
		}, []string{"filler"}, nil},
		"keloids": {func(s *sitting.Sitting) { s.Client.Conditions = []face.Condition{{Kind: "keloid"}} },
			[]string{"light peel"}, []string{"needling", "extraction", "toxin"}},
		"waxing booked": {func(s *sitting.Sitting) {
			routine("retinoid", "acid_toner")(s)
			booked("waxed", "2027-06-16")(s)
		}, []string{"2027-06-09 Last retinoid before the hair removal that is booked.",
			"2027-06-11 Last acid or scrub before the hair removal that is booked.", "2027-06-16 Booked: waxed."}, nil},
		"waxing booked without a retinoid": {booked("waxed", "2027-06-16"), []string{"2027-06-16 Booked: waxed."},
			[]string{"etinoid", "acid or scrub"}},
		"a peel booked in time": {booked("peel_light", "2027-06-05"),
			[]string{"Booked: peel light, in time (2027-06-05 at the latest)."}, nil},
		"a peel booked too late": {booked("peel_light", "2027-06-06"),
			[]string{"Booked: peel light, too close to the day; by 2027-06-05 at the latest."}, nil},
		"masks of the kit by name and minutes": {func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "clay", Name: "Clay", Kind: "mask_clay", ContactMinS: 420},
				kit.Product{ID: "dewmask", Name: "Dew mask", Kind: "mask_hydrating", ContactMaxS: 240})
		}, []string{"Clay on forehead, nose, upper lip and chin for 7 minutes, Dew mask on cheeks and jaw for 4 " +
			"minutes, lips."},
			[]string{"a hydrating mask"}},
		"no clay on a peeled face": {func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "clay", Name: "Clay", Kind: "mask_clay"})
			s.Client.Conditions = []face.Condition{{Kind: "peel_light", On: On(t, "2027-06-15")}}
		}, nil, []string{"Clay"}},
		"a beard under no cover": {func(s *sitting.Sitting) { s.Client.Beard = face.FullBeard }, nil,
			[]string{"shave"}},
	} {
		all := strings.Join(due(With(t, c.change)), "\n")
		for _, w := range c.says {
			if !strings.Contains(all, w) {
				t.Errorf("%s: no %q in\n%s", name, w, all)
			}
		}
		for _, w := range c.never {
			if strings.Contains(all, w) {
				t.Errorf("%s: %q in\n%s", name, w, all)
			}
		}
	}
}

func TestHairRemovalThatIsBookedAndOverByTheDayCountsLikeAProcedure(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		s.Day.Planned = []day.Booked{{Kind: "waxed", Zone: "chin", On: On(t, "2027-06-18")},
			{Kind: "threaded", Zone: "brows", On: On(t, "2027-06-20")}}
	})
	if c := sitting.Open(s); c.Unmade() != face.SetOf(face.Chin) {
		t.Errorf("%v", c.Unmade().List())
	}
}

func TestASlipWhileMakingUpIsPutRightInAMinuteWithoutMovingTheClock(t *testing.T) {
	for name, c := range map[string]struct {
		change  func(*sitting.Sitting)
		product string
		hands   int
		says    string
	}{
		"fallout": {func(s *sitting.Sitting) {
			s.Day.Repairs = []day.Repair{{At: At(t, "09:52"), Zone: "under_eyes", Item: "shadow_fallout"}}
		}, "micellar", 60, "Lift the shadow fallout from under eyes with Micellar"},
		"a waterproof liner": {func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "twin", Name: "Twin", Kind: "biphase", Base: "oil", EyeSafe: true})
			s.Look.Items = []look.Item{{Zone: look.Spot{Zones: face.SetOf(face.Eyelids)}, Item: "liner",
				Binder: look.WaterproofFilm, Load: 1}}
			s.Day.Repairs = []day.Repair{{At: At(t, "09:52"), Zone: "eyelids", Item: "liner"}}
		}, "twin", 60, "Lift the waterproof liner"},
		"nothing that may go there": {func(s *sitting.Sitting) {
			Drop(s, "micellar")
			s.Day.Repairs = []day.Repair{{At: At(t, "09:52"), Zone: "cheeks", Item: "mascara"}}
		}, "", 60, "pointed bud of water"},
		"a whole zone": {func(s *sitting.Sitting) { s.Day.Repairs = []day.Repair{{At: At(t, "09:52"), Zone: "chin"}} },
			"micellar", 420, "Take chin off altogether"},
	} {
		plain, _, _ := planned(t, func(*sitting.Sitting) {})
		p, res, _ := planned(t, c.change)
		last := p.Steps[len(p.Steps)-1]
		if last.Act != act.Repair || last.Product != c.product || last.HandsS != c.hands || last.Buds != 2 ||
			!strings.Contains(last.Say, c.says) || last.Start != At(t, "09:52") {
			t.Errorf("%s: %+v", name, last)
		}
		if p.ReadyAt != plain.ReadyAt && name != "nothing that may go there" || len(Found(res.Findings,
			"time-short")) > 0 {
			t.Errorf("%s: ready %s, without it %s", name, p.ReadyAt, plain.ReadyAt)
		}
	}
	p, _, _ := planned(t, func(s *sitting.Sitting) {
		s.Day.Repairs = []day.Repair{{At: At(t, "09:52"), Zone: "chin", Item: "liner"}}
		s.Client.Zones[face.Chin] = face.Grades{Today: face.Leave}
	})
	if len(steps(p, "repair", "")) > 0 {
		t.Error("a zone to leave is put right")
	}
	p, _, _ = planned(t, func(s *sitting.Sitting) {
		s.Day.Repairs = []day.Repair{{At: At(t, "09:52"), Zone: "chin", Item: "liner"}}
		s.Day.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: "sun"}}
	})
	if !strings.HasSuffix(p.Steps[len(p.Steps)-1].Say, "Press sunscreen back there.") {
		t.Error("outdoors sunscreen is pressed back")
	}
}

func TestPeopleWhoAreNoExceptions(t *testing.T) {
	t.Run("a child", func(t *testing.T) {
		p, res, _ := planned(t, func(s *sitting.Sitting) {
			s.Client.Born, s.Client.Guardian = On(t, "2018-05-01"), true
			s.Kit.Find("lotion").Tags = []string{"fragrance"}
		})
		for _, st := range p.Steps {
			if k := string(st.Kind); k == "eye_cream" || strings.HasPrefix(k, "primer") || st.Product == "lotion" {
				t.Errorf("%s: %s", st.Act, st.Say)
			}
		}
		if len(Found(res.Findings, "minor")) > 0 || len(res.Layers[face.Cheeks]) == 0 {
			t.Errorf("%s", Rules(res.Findings))
		}
	})
	t.Run("a beard", func(t *testing.T) {
		p, res, c := planned(t, func(s *sitting.Sitting) { s.Client.Beard = face.FullBeard })
		grain := false
		for _, st := range p.Steps {
			if strings.HasPrefix(string(st.Kind), "primer") && slices.Contains(st.Zones, face.Jaw) {
				t.Errorf("primer in the beard: %s", st.Say)
			}
			grain = grain || strings.Contains(st.Say, "with the grain")
		}
		film := res.Layers[face.Jaw][len(res.Layers[face.Jaw])-1]
		if !grain || float64(film.Film) != 3 || len(Found(res.Findings, "overloaded")) > 0 || c.Shaven != 0 {
			t.Errorf("%t %+v %s", grain, film, Rules(res.Findings))
		}
	})
	t.Run("a bare face", func(t *testing.T) {
		p, res, _ := planned(t, func(s *sitting.Sitting) { s.Look.Coverage, s.Look.Items = look.NoCoverage, nil })
		for _, st := range p.Steps {
			if strings.HasPrefix(string(st.Kind), "primer") || strings.Contains(st.Say, "colour") {
				t.Errorf("%s", st.Say)
			}
		}
		if last := p.Steps[len(p.Steps)-1]; last.Say != "Done." || len(Found(res.Findings, "base-mismatch")) > 0 {
			t.Errorf("%s %s", last.Say, Rules(res.Findings))
		}
	})
	t.Run("without hair, brows and lashes", func(t *testing.T) {
		p, _, _ := planned(t, func(s *sitting.Sitting) {
			s.Client.Without = []face.Hair{face.Lashes, face.BrowHair, face.ScalpHair}
		})
		for _, st := range p.Steps {
			if words := strings.ToLower(st.Say); strings.Contains(words, "lash") || strings.Contains(words, "hair") ||
				strings.Contains(words, "brows") {
				t.Errorf("%s", st.Say)
			}
		}
	})
	t.Run("bare shoulders", func(t *testing.T) {
		p, res, c := planned(t, func(s *sitting.Sitting) { s.Day.Bare = []day.BodyZone{"shoulders", "scalp"} })
		st := first(t, p, "apply", "sunscreen")
		if !slices.Contains(st.Zones, face.Shoulders) || !strings.Contains(st.Say,
			"Scalp less than a rice grain: what stays on a fingertip and shoulders 2 finger strips, 2 ml.") {
			t.Errorf("%s", st.Say)
		}
		if b := res.Dose.Body; b == nil || len(b.Zones) != 2 || float64(b.AreaCM2) != 915 ||
			float64(b.Zones[1].Grams) != 1.8 ||
			float64(res.Dose.AreaCM2) > 812 {
			t.Errorf("%+v of %v", b, res.Dose)
		}
		for _, l := range res.Layers[face.Shoulders] {
			if l.Kind != "sunscreen" {
				t.Errorf("%s on the shoulders", l.Kind)
			}
		}
		if c.Neighbours()&face.Body != face.SetOf(face.Shoulders, face.Scalp) {
			t.Errorf("%v", c.Neighbours().List())
		}
	})
}

func TestEveryStepSaysItsAmountAndWhy(t *testing.T) {
	p, _, _ := planned(t, func(s *sitting.Sitting) { s.Look.Neckline = look.Neckline("open") })
	for _, s := range p.Steps {
		if s.Say == "" {
			t.Errorf("step %s says nothing", s.ID)
		}
		if s.Act == "apply" && (s.Grams <= 0 || s.Hand == "" || s.Second == "" || len(s.Because) == 0) {
			t.Errorf("step %s lacks an amount, a reason or a second choice: %+v", s.ID, s)
		}
		for _, b := range s.Because {
			if !rules.Known(b) {
				t.Errorf("step %s answers to %q, which is no rule", s.ID, b)
			}
		}
	}
}

func TestFreshlyShavenSkinIsCooledAndSkinShavenTheEveningBeforeIsNot(t *testing.T) {
	for at, cooled := range map[string]int{"2027-06-19T09:20": 1, "2027-06-18T21:40": 0, "": 0} {
		p, _, _ := planned(t, func(s *sitting.Sitting) {
			if at != "" {
				s.Day.ShavedAt = At(t, at)
			}
		})
		if got := len(steps(p, "cool", act.CoolCloth)); got != cooled {
			t.Errorf("shaved at %q: %d cool cloths", at, got)
		}
	}
}

func TestABeardCoverKeepsShavenSkinBlandAndTellsWhenToShave(t *testing.T) {
	cover := func(s *sitting.Sitting) {
		s.Look.Items = []look.Item{{Zone: look.Spot{Zones: face.SetOf(face.Jaw)}, Item: "beard cover",
			Binder: "silicone_film", Load: 3}}
		s.Kit = append(kit.Kit{{ID: "scented", Name: "Scented lotion", Kind: "moisturiser_lotion", Base: "emulsion",
			Weight: 2.2, Tags: []string{"fragrance"}}}, s.Kit...)
	}
	_, res, c := planned(t, cover)
	for _, z := range sitting.Beard.List() {
		if slices.Contains(on(res, z), "scented") {
			t.Errorf("scent on shaven %s", z)
		}
	}
	if list := Countdown(c); !slices.ContainsFunc(list, func(d Due) bool {
		return strings.HasPrefix(d.Do, "If there is a shave: by 08:40")
	}) {
		t.Errorf("nobody is told when to shave: %v", list)
	}
	p, _, _ := planned(t, func(s *sitting.Sitting) { cover(s); s.Day.ShavedAt = At(t, "08:55") })
	if first(t, p, "cool", "cloth").ContactS != 300 {
		t.Error("a shave three quarters of an hour before base gets a cool cloth for five minutes")
	}
}

func TestMatureSkinIsMattifiedOnNoseAndChinAtMost(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Client.Mature = true
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
		s.Look.Base = "silicone"
	})
	if slices.Contains(on(res, face.Forehead), "matte") || !slices.Contains(on(res, face.Nose), "matte") {
		t.Errorf("forehead %v, nose %v", on(res, face.Forehead), on(res, face.Nose))
	}
}

func TestColdAirBringsARicherCreamAndNoMist(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		Drop(s, "toner")
		Add(s, kit.Product{ID: "mist", Name: "Mist", Kind: "mist", Base: "water"})
		s.Look.Finish = "dewy"
		s.Day.Air.TempC = P(2.0)
	})
	if got := on(res, face.Cheeks); slices.Contains(got, "mist") || !slices.Contains(got, "cream") {
		t.Errorf("cheeks at 2 °C: %v", got)
	}
}

func TestASwimmerGetsTheEightyMinuteLabel(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "sea", Name: "Sea", Kind: "sunscreen", Base: "emulsion", Weight: 4, SPF: 50,
			BroadSpectrum: true, EyeSafe: true, WaterResistantMin: 80})
		s.Day.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: "water", Activity: "swim"}}
	})
	if got := on(res, face.Cheeks); !slices.Contains(got, "sea") {
		t.Errorf("cheeks of a swimmer: %v", got)
	}
}

func BenchmarkPrepPlanOf80Products(b *testing.B) {
	c := bigCase(b, 40)
	P99(b, func() { Plan(c) })
}

func BenchmarkPrepPlanSqueezed(b *testing.B) {
	c := bigCase(b, 20)
	P99(b, func() { Plan(c) })
}

func BenchmarkPrepCheckOf80Products(b *testing.B) {
	c := bigCase(b, 40)
	p, _ := Plan(c)
	P99(b, func() { stack.Prep(c, p.Steps) })
}

func bigCase(b *testing.B, minutes int) *sitting.Case {
	s := Sitting(b)
	s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(1), Marks: []face.Mark{face.Flaky}}
	s.Client.Zones[face.Chin] = face.Grades{Oil: P(3), Water: P(2), Marks: []face.Mark{face.Breakout}}
	s.Look.Neckline = "open"
	for n := 0; len(s.Kit) < 80; n++ {
		p := s.Kit[n%17]
		p.ID, p.Price, p.PackG = p.ID+string(rune('a'+n/17)), float64(5+n%13), 50
		s.Kit = append(s.Kit, p)
	}
	s.Day.BaseAt = At(b, "09:"+itoa(minutes))
	return sitting.Open(s)
}

func TestWhatARefreshLeavesOnTheSkinCountsTowardsTheLoad(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		Drop(s, "micellar")
		Add(s, kit.Product{ID: "toner", Name: "Toner", Kind: "toner", Base: "water"})
		s.Look.Coverage = "full"
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(2), Water: P(2)}
	})
	if l := res.Layers[face.Forehead]; len(l) == 0 || l[0].Kind != "toner" {
		t.Fatalf("the refresh leaves no toner: %v", on(res, face.Forehead))
	}
	if over := Found(res.Findings, "overloaded"); len(over) != 0 {
		t.Errorf("%v: %s", on(res, face.Forehead), Rules(over))
	}
}

func TestASunscreenUnderThirtyIsNotTakenForTheSakeOfLooks(t *testing.T) {
	_, res, _ := planned(t, func(s *sitting.Sitting) {
		cast := *s.Kit.Find("spf")
		cast.WhiteCast = 2
		low := cast
		low.ID, low.Name, low.SPF, low.WhiteCast = "low", "Low", 20, 0
		Add(s, low, cast)
		s.Client.Phototype = 5
	})
	if got := on(res, face.Cheeks); !slices.Contains(got, "spf") || slices.Contains(got, "low") ||
		len(Found(res.Findings, "spf-low")) != 0 ||
		len(Found(res.Findings, "white-cast")) == 0 {
		t.Errorf("%v: %s", got, Rules(res.Findings))
	}
}

func TestWhatIsBlendedGoesRightBeforeItsSunscreenAndAfterThePrimers(t *testing.T) {
	p, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Method = method.Choice{method.SPFLayer: method.Blended}
	})
	layers := on(res, face.Cheeks)
	at := slices.Index(layers, "spf")
	if at < 1 || !slices.Contains([]string{"gel", "lotion", "cream", "rich"}, layers[at-1]) {
		t.Fatalf("the cheeks got %v", layers)
	}
	i := slices.IndexFunc(p.Steps, func(s stack.Step) bool { return s.Product == layers[at-1] })
	next := p.Steps[i+1]
	if next.Product != "spf" {
		t.Errorf("after %s comes %s %s", layers[at-1], next.Act, next.Product)
	}
	if first := p.Steps[i].Say; !strings.Contains(first, "Mix Day fluid into it in the palm first: "+next.Amount+".") ||
		strings.Contains(first, "Not into what goes on") !=
			(face.SetOf(p.Steps[i].Zones...)&^face.SetOf(next.Zones...) != 0) ||
		!strings.Contains(next.Say, "It goes on mixed with ") {
		t.Errorf("nobody is told to mix:\n%s\n%s", first, next.Say)
	}
	for _, once := range []string{"House method: Diluted", "sunglasses"} {
		n := 0
		for _, s := range p.Steps {
			n += strings.Count(s.Say, once)
		}
		if n > 1 {
			t.Errorf("%q is said %d times", once, n)
		}
	}
}

func TestEyesStayWithoutSunscreenOnlyWhereTheFaceGetsABetterOneThatIsNotForThem(t *testing.T) {
	cast := func(s *sitting.Sitting) { // the one for eyes shows on dark skin
		s.Client.Phototype = 6
		spf := s.Kit.Find("spf")
		spf.EyeSafe, spf.WhiteCast = true, 3
	}
	clear := kit.Product{ID: "clear", Name: "Clear", Kind: "sunscreen", Base: "emulsion", Weight: 2, SPF: 50,
		BroadSpectrum: true}
	under := func(change ...func(*sitting.Sitting)) []string {
		_, res, _ := planned(t, func(s *sitting.Sitting) {
			for _, f := range change {
				f(s)
			}
		})
		return on(res, face.UnderEyes)
	}
	if got := under(cast); !slices.Contains(got, "spf") {
		t.Errorf("with nothing better the eyes get %v", got)
	}
	if got := under(cast, func(s *sitting.Sitting) { Add(s, clear) }); slices.Contains(got, "spf") ||
		slices.Contains(got, "clear") {
		t.Errorf("beside a better one for the face they get %v", got)
	}
	safe := clear
	safe.EyeSafe = true
	if got := under(cast, func(s *sitting.Sitting) { Add(s, safe) }); !slices.Contains(got, "clear") {
		t.Errorf("beside a better one for eyes too they get %v", got)
	}
}

func TestAMoisturiserSuitsTheSkinWhoseIdealWeightIsWithinHalfAStep(t *testing.T) {
	for oil := range 4 {
		ideal := Ideal(face.State{Oil: oil, Water: 2})
		for off, want := range map[float64]bool{-0.51: false, -0.5: true, 0: true, 0.5: true, 0.51: false} {
			if got := slices.Contains(SuitsOil(&kit.Product{Weight: ideal + off}), oil); got != want {
				t.Errorf("weight %g where %g is ideal suits oil %d: %t", ideal+off, ideal, oil, got)
			}
		}
	}
}

// covered is the zones a sunscreen belongs on: all of the face but the lips, and eyelids and under the eyes only where
// the product is eye-safe; ears, neck, and the chest where it shows.
func covered(c *sitting.Case, p *kit.Product) face.Set {
	zones := face.Face&^face.SetOf(face.Lips) | c.Neighbours()
	if !p.EyeSafe {
		zones &^= face.NearEyes
	}
	return zones
}

func TestDepuffingIsGivenUpForTheClockWhereItWasToBeDoneAndNowhereElse(t *testing.T) {
	gave := func(how method.OptionID, minutes int) bool {
		p, _, _ := planned(t, func(s *sitting.Sitting) {
			s.Method = method.Choice{method.Depuff: how}
			s.Day.BaseAt = At(t, fmt.Sprintf("09:%02d", minutes))
		})
		return slices.ContainsFunc(p.GaveUp, func(g GaveUp) bool { return strings.Contains(g.What, "depuff") })
	}
	given := false
	for minutes := 12; minutes < 45; minutes++ {
		given = given || gave(method.Cold, minutes)
		if gave(method.None, minutes) {
			t.Errorf("at %d minutes a client who gets none gives up depuffing", minutes)
		}
	}
	if !given {
		t.Error("however short the time, cold pads are kept")
	}
}

func TestARepairKeepsCottonOffExtensionsAndNeitherPressesNorRubsWhatMustBeLeftStill(t *testing.T) {
	extended := func(s *sitting.Sitting) { s.Client.Wears = []face.Wear{face.LashExtensions} }
	injected := func(s *sitting.Sitting) {
		s.Client.Conditions = []face.Condition{{Kind: face.Toxin, On: On(t, "2027-06-18"), Zone: P(face.Forehead)}}
	}
	for name, c := range map[string]struct {
		change           func(*sitting.Sitting)
		zone, item       string
		buds, tips, pads int
		says, less       string
	}{
		"lids with extensions":        {extended, "eyelids", "liner", 0, 2, 0, "on a lint-free tip", "bud"},
		"under them":                  {extended, "under_eyes", "liner", 0, 2, 0, "on a lint-free tip", "bud"},
		"all of a lid, extended":      {extended, "eyelids", "", 0, 2, 0, "Take eyelids off altogether", "bud"},
		"the chin of somebody who is": {extended, "chin", "liner", 2, 0, 0, "on a pointed bud", "tip"},
		"injected the day before":     {injected, "forehead", "liner", 0, 0, 1, "and lift it off", "Press"},
		"beside what was injected":    {injected, "chin", "liner", 2, 0, 0, "on a pointed bud", "Lay"},
	} {
		p, res, _ := planned(t, func(s *sitting.Sitting) {
			c.change(s)
			s.Day.Repairs = []day.Repair{{At: At(t, "09:52"), Zone: c.zone, Item: c.item}}
			s.Day.Segments = []day.Segment{{From: At(t, "11:00"), To: At(t, "11:30"), Place: day.InSun}}
		})
		last := p.Steps[len(p.Steps)-1]
		if last.Act != act.Repair || last.Buds != c.buds || last.Tips != c.tips || last.Pads != c.pads ||
			!strings.Contains(last.Say, c.says) || strings.Contains(last.Say, c.less) ||
			strings.Contains(last.Say, "Pat sunscreen") != (c.pads > 0) {
			t.Errorf("%s: %d buds, %d tips, %d pads: %s", name, last.Buds, last.Tips, last.Pads, last.Say)
		}
		for _, f := range res.Findings {
			if f.Step == last.ID {
				t.Errorf("%s: %s %s", name, f.Rule, f.Say)
			}
		}
	}
}

func TestColdPadsStayAwayFromLashExtensions(t *testing.T) {
	for _, extended := range []bool{false, true} {
		p, _, _ := planned(t, func(s *sitting.Sitting) {
			s.Method["depuff"], s.Day.BaseAt = "cold", At(t, "10:40")
			if extended {
				s.Client.Wears = []face.Wear{face.LashExtensions}
			}
		})
		pads := steps(p, "hold", "")
		if len(pads) != 1 || slices.Contains(pads[0].Zones, face.UnderEyes) == extended ||
			!slices.Contains(pads[0].Zones, face.Cheeks) {
			t.Errorf("extended %t: %+v", extended, pads)
		}
	}
}

func TestRepairsWaitForThePrepAndForOneAnother(t *testing.T) {
	p, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Day.BaseAt = At(t, "09:05") // prep takes longer
		s.Day.Repairs = []day.Repair{{At: At(t, "09:07"), Zone: "chin", Item: "liner"},
			{At: At(t, "09:06"), Zone: "eyelids", Item: "mascara"}}
	})
	mends := steps(p, act.Repair, "")
	if len(mends) != 2 || mends[0].Zones[0] != face.Eyelids || mends[0].Start != p.ReadyAt ||
		len(Found(res.Findings, rules.HandsBusy)) > 0 {
		t.Fatalf("ready at %s: %+v %s", p.ReadyAt, mends, Rules(res.Findings))
	}
	first, _ := mends[0].Start.In(time.UTC)
	if next, _ := mends[1].Start.In(time.UTC); !next.Equal(first.Add(time.Duration(mends[0].HandsS) * time.Second)) {
		t.Errorf("%s is followed by %s", mends[0].Start, mends[1].Start)
	}
}

func TestWhatIsReckonedOnFromIsEveryStepOfThePlan(t *testing.T) {
	p, res, _ := planned(t, func(s *sitting.Sitting) {
		s.Day.Repairs = []day.Repair{{At: At(t, "09:50"), Zone: "eyelids", Item: "mascara"}}
	})
	ids := func(list []stack.Step) (all []string) {
		for _, s := range list {
			all = append(all, s.ID+" "+s.Start.String())
		}
		return all
	}
	if !slices.Equal(ids(p.Steps), ids(res.Steps)) {
		t.Errorf("the plan has %v, wear goes on from %v", ids(p.Steps), ids(res.Steps))
	}
}

func TestACoolClothLiesTwoMinutesForEachHalfDegreeBegunOnWhateverMayBeTouched(t *testing.T) {
	cool := func(surface float64, change func(s *sitting.Sitting)) (stack.Step, stack.Result) {
		p, res, _ := planned(t, func(s *sitting.Sitting) {
			s.Day.SurfaceC = P(surface)
			change(s)
		})
		list := steps(p, "cool", act.CoolCloth)
		if len(list) > 1 {
			t.Errorf("%g °C: %d cloths", surface, len(list))
		}
		return append(list, stack.Step{})[0], res
	}
	as := func(*sitting.Sitting) {}
	for surface, seconds := range map[float64]int{34.9: 0, 35: 120, 35.1: 240, 35.5: 240, 35.6: 360, 36: 360,
		37.2: 720} {
		if s, res := cool(surface, as); s.ContactS != seconds || len(Found(res.Findings, rules.HotSkin)) > 0 {
			t.Errorf("%g °C: %d s, want %d; %s", surface, s.ContactS, seconds, Rules(res.Findings))
		}
	}
	if s, _ := cool(35.5, as); !strings.Contains(s.Say, "for 4 min") || s.Until != 35 {
		t.Errorf("until %g: %s", float64(s.Until), s.Say)
	}
	shaved := func(s *sitting.Sitting) { s.Day.ShavedAt = At(t, "2027-06-19T09:20") }
	for surface, seconds := range map[float64]int{35: 300, 36: 360} {
		if s, _ := cool(surface, shaved); s.ContactS != seconds || !slices.Contains(s.Zones, face.Forehead) ||
			!slices.Contains(s.Because, rules.ShavenSkin) {
			t.Errorf("shaven and %g °C: %d s on %v", surface, s.ContactS, s.Zones)
		}
	}
	alone := func(s *sitting.Sitting) {
		for _, z := range face.Face.List() {
			g := s.Client.Zones[z]
			g.Today = face.Leave
			s.Client.Zones[z] = g
		}
	}
	if s, res := cool(36, alone); !slices.Equal(s.Zones, []face.Zone{face.Neck, face.Ears}) ||
		len(Found(res.Findings, rules.HotSkin)) > 0 {
		t.Errorf("a face to leave alone: %v, %s", s.Zones, Rules(res.Findings))
	}
}

func TestNothingIsUsedUpForTheSakeOfTheClock(t *testing.T) {
	press := func(left float64, minutes int) (Prep, stack.Result) {
		p, res, _ := planned(t, func(s *sitting.Sitting) {
			Drop(s, "gel", "rich")
			s.Kit.Find("lotion").RemainingG = P(left)
			s.Kit.Find("lotion").House, s.Kit.Find("cream").House = false, true
			s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(0), Water: P(1)}
			setBase(t, s, minutes)
		})
		return p, res
	}
	grams := func(p Prep) (all, most float64) {
		for _, s := range p.Steps {
			if s.Product == "lotion" {
				all, most = all+float64(s.Grams), max(most, float64(s.Grams))
			}
		}
		return all, most
	}
	p, res := press(50, 21)
	all, _ := grams(p)
	if all == 0 || !slices.ContainsFunc(p.GaveUp, func(g GaveUp) bool { return g.How == Quicker }) {
		t.Fatalf("%v, %g g of lotion, %s", p.GaveUp, all, Rules(res.Findings))
	}
	for _, left := range []float64{all * 0.9, all * 0.1} {
		for _, minutes := range []int{21, 10} { // it can be done in time, and not at all
			p, res := press(left, minutes)
			if len(Found(res.Findings, rules.RunsOut)) > 0 {
				got, _ := grams(p)
				t.Errorf("%d min: %g g of the %g g there are: %s", minutes, got, left, Rules(res.Findings))
			}
		}
	}
}

func TestMoistureThatCountsAsSunscreenStandsForBothWhereTheMethodWantsIt(t *testing.T) {
	kinds := func(key method.Key, option method.OptionID) (oily, other []string) {
		_, res, _ := planned(t, func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "both", Name: "Day cream 50", Kind: "moisturiser_spf", Base: "emulsion", Weight: 2,
				SPF: 50, BroadSpectrum: true, EyeSafe: true})
			s.Client.Zones[face.Forehead] = face.Grades{Oil: P(2), Water: P(2)}
			s.Method[key] = option
		})
		return on(res, face.Forehead), on(res, face.Cheeks)
	}
	for _, w := range []struct {
		key         method.Key
		option      method.OptionID
		oily, other bool
	}{{"spf_layer", "separate", false, false}, {"spf_layer", "moisturiser_with_spf", true, true},
		{"oily_moisture", "spf_counts", true, false}} {
		oily, other := kinds(w.key, w.option)
		for zone, got := range map[string][]string{"oily": oily, "other": other} {
			want := w.oily
			if zone == "other" {
				want = w.other
			}
			if slices.Contains(got, "lotion") == want || want && (!slices.Contains(got, "both") ||
				slices.Contains(got, "spf")) {
				t.Errorf("%s %s, %s skin: %q", w.key, w.option, zone, got)
			}
		}
	}
}

func TestFlakyLipsAreScrubbedBeforeTheirBalmAndSoreOnesAreNot(t *testing.T) {
	scrubbed := func(change func(s *sitting.Sitting)) (steps []string) {
		p, _, _ := planned(t, func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "grit", Name: "Grit", Kind: "lip_scrub", Base: "oil"})
			s.Client.Zones[face.Lips] = face.Grades{Oil: P(0), Water: P(1), Marks: []face.Mark{face.Flaky}}
			change(s)
		})
		for _, s := range p.Steps {
			if slices.Contains(s.Zones, face.Lips) && len(s.Zones) == 1 {
				steps = append(steps, s.Product)
			}
		}
		return steps
	}
	if got := scrubbed(func(*sitting.Sitting) {}); !slices.Equal(got, []string{"grit", "salve"}) {
		t.Errorf("flaky: %q", got)
	}
	for name, change := range map[string]func(s *sitting.Sitting){
		"smooth": func(s *sitting.Sitting) { delete(s.Client.Zones, face.Lips) },
		"retinoid": func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: face.Retinoid, On: On(t, "2027-06-18")}}
		},
		"filled": func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: face.Filler, On: On(t, "2027-06-10"), Zone: P(face.Lips)}}
		},
	} {
		if got := scrubbed(change); slices.Contains(got, "grit") {
			t.Errorf("%s lips are scrubbed: %q", name, got)
		}
	}
}

func TestRednessIsSpokenOfOnlyWhereAFacialIsLessThanTwoHoursBeforeBase(t *testing.T) {
	for base, said := range map[string]bool{"10:59": true, "11:00": false} {
		p, _, _ := planned(t, func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "wet", Name: "Wet mask", Kind: "mask_hydrating", Base: "water"})
			s.Method["facial"] = "yes"
			s.Day.BaseAt = At(t, base)
		})
		masks := slices.DeleteFunc(slices.Clone(p.Steps), func(s stack.Step) bool { return !kit.Kind(s.Kind).Mask() })
		if len(masks) == 0 || strings.Contains(masks[0].Say, "redness") != said {
			t.Errorf("base at %s: %v", base, masks)
		}
	}
}

func TestUsualZonesAreThoseOfTheProductsSlotThatNothingBars(t *testing.T) {
	c := sitting.Open(With(t, func(s *sitting.Sitting) {
		s.Client.Zones[face.Chin] = face.Grades{Marks: []face.Mark{face.Broken}}
	}))
	if got := Usual(c, c.Product("eye")); !slices.Equal(got, []face.Zone{face.UnderEyes}) {
		t.Errorf("eye cream goes on %v", got)
	}
	if got := Usual(c, c.Product("lotion")); slices.Contains(got, face.Chin) || !slices.Contains(got, face.Neck) ||
		slices.Contains(got, face.Lips) {
		t.Errorf("lotion goes on %v", got)
	}
}

func TestACleanseNamesNoSkinThatIsLeftAloneAndATonerNoMethodOfMists(t *testing.T) {
	said := func(what act.Act, kind act.Detail, change func(s *sitting.Sitting)) string {
		p, _, _ := planned(t, func(s *sitting.Sitting) {
			s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(0)}
			s.Method["mist_how"], s.Method["toner_by"] = "spray", "pad"
			change(s)
		})
		for _, s := range p.Steps {
			if s.Act == what && (kind == "" || s.Kind == kind) {
				return s.Say
			}
		}
		return ""
	}
	as := func(*sitting.Sitting) {}
	if got := said("cleanse", "", as); !strings.Contains(got, "out, neck and ears too.") {
		t.Errorf("all of it: %s", got)
	}
	if got := said("cleanse", "", func(s *sitting.Sitting) {
		s.Client.Zones[face.Neck] = face.Grades{Marks: []face.Mark{face.Broken}}
	}); !strings.Contains(got, "out, ears too.") {
		t.Errorf("the neck is left alone: %s", got)
	}
	if got := said("apply", "toner", as); !strings.Contains(got, "on with a pad") ||
		strings.Contains(got, "eyes and mouth") {
		t.Errorf("toner: %s", got)
	}
	if got := said("apply", "mist", func(s *sitting.Sitting) {
		Drop(s, "toner")
		Add(s, kit.Product{ID: "mist", Name: "Mist", Kind: "mist", Base: "water"})
	}); !strings.Contains(got, "eyes and mouth shut") || strings.Contains(got, "pad") {
		t.Errorf("mist: %s", got)
	}
}

func TestAMittCleansWithWaterAndTakesNoGrams(t *testing.T) {
	for _, k := range []kit.Kind{kit.Mitt, kit.WaterMitt} {
		p, _, _ := planned(t, func(s *sitting.Sitting) {
			s.Day.Washed = nil
			s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool {
				return p.Kind.Of().Group == kit.Removers || p.Kind == kit.Toner
			})
			Add(s, kit.Product{ID: "fibre", Name: "Fibre mitt", Kind: k, EyeSafe: true, Count: P(4)})
		})
		s := first(t, p, act.Cleanse, "")
		said := strings.HasPrefix(s.Say, "Cleanse with lukewarm water and Fibre mitt.")
		if s.Product != "fibre" || s.Grams != 0 || !said {
			t.Errorf("%s: %s, %g g: %s", k, s.Product, s.Grams, s.Say)
		}
	}
}
