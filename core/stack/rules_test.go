package stack_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

// ruleCase is one rule met (or not) by steps made by hand.
type ruleCase struct {
	name     string
	rule     rules.ID
	change   func(s *sitting.Sitting)
	steps    func(t *testing.T) []stack.Step
	fires    bool
	severity rules.Severity // where fires
	step     string         // the step it must name, "" for any
}

var everywhere = []face.Zone{face.Forehead, face.Nose, face.UpperLip, face.Chin, face.Cheeks, face.Jaw}

// sound is a short prep against which nothing in particular speaks.
func sound(t *testing.T) []stack.Step {
	covered := append(append([]face.Zone{}, everywhere...), face.UnderEyes, face.Eyelids, face.Brows, face.Neck,
		face.Ears)
	return []stack.Step{
		Do(t, "hands", By("hands", ""), "09:00", 30),
		Do(t, "clean", By("cleanse", "micellar"), "09:01", 60, append(covered, face.Lips)...),
		Do(t, "rinse", By("rinse", ""), "09:02", 40, append(covered, face.Lips)...),
		Apply(t, "moist", "lotion", "09:03", 0.5, everywhere...),
		Apply(t, "lips", "salve", "09:08", 1, face.Lips),
		Apply(t, "spf", "spf", "09:10", 2, covered...),
	}
}

func one(steps ...stack.Step) func(*testing.T) []stack.Step {
	return func(*testing.T) []stack.Step { return steps }
}

func sunny(s *sitting.Sitting) {
	s.Day.Segments = []day.Segment{{From: at("12:00"), To: at("14:00"), Place: "sun"}}
}

func extended(s *sitting.Sitting) { s.Client.Wears = []face.Wear{face.LashExtensions} }

// bud mends a spot on some zones with a bud of water.
func bud(on ...face.Zone) func(*testing.T) []stack.Step {
	return func(*testing.T) []stack.Step {
		return []stack.Step{{ID: "mend", Act: act.Repair, Zones: on, HandsS: 60, Buds: 2, Start: at("09:52")}}
	}
}

// coldPads lie from 09:02 for ten minutes.
func coldPads(on ...face.Zone) stack.Step {
	return stack.Step{ID: "a", Act: act.Hold, Kind: act.ColdPads, Zones: on, HandsS: 30, ContactS: 600,
		Start: at("09:02")}
}

func at(clock string) day.Local {
	var l day.Local
	if err := l.UnmarshalText([]byte("2027-06-19T" + clock)); err != nil {
		panic(err)
	}
	return l
}

func marked(z face.Zone, ms ...face.Mark) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) {
		g := s.Client.Zones[z]
		g.Marks = ms
		s.Client.Zones[z] = g
	}
}

func today(z face.Zone, is face.Today) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) {
		g := s.Client.Zones[z]
		g.Today = is
		s.Client.Zones[z] = g
	}
}

func stung(by string) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) { s.Client.Learned.Never = []string{by} }
}

func habit(kind, product string) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) { s.Client.Routine = []face.Habit{{Kind: kind, Product: product}} }
}

func air(tempC, humidity float64) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) { s.Day.Air.TempC, s.Day.Air.Humidity = &tempC, &humidity }
}

// rowing is forty minutes of it.
func rowing(s *sitting.Sitting) {
	s.Day.Segments = []day.Segment{{From: at("12:00"), To: at("12:40"), Place: "sun", Activity: day.Active}}
}

// cutting is the sound prep without one step, washing with another cleanser, rinsed or not.
func cutting(id string) func(*testing.T) []stack.Step {
	return func(t *testing.T) []stack.Step {
		return slices.DeleteFunc(sound(t), func(s stack.Step) bool { return s.ID == id })
	}
}

func washing(product string, rinsed bool) func(*testing.T) []stack.Step {
	return func(t *testing.T) []stack.Step {
		steps := sound(t)
		steps[1] = Do(t, "clean", By("cleanse", product), "09:01", 60, steps[1].Zones...)
		if !rinsed {
			steps = slices.Delete(steps, 2, 3)
		}
		return steps
	}
}

// glued is a piece on the cheeks.
func glued(s *sitting.Sitting) {
	s.Look.Items = append(s.Look.Items, look.Item{Zone: look.Spot{Zones: face.SetOf(face.Cheeks)}, Item: "scar piece",
		Binder: look.FXResin, Load: 2, Attach: look.Appliance})
}

var lipScrub = kit.Product{ID: "lip-scrub", Name: "Lip scrub", Kind: "lip_scrub", Base: "oil"}

// treating leaves a product on the cheeks for so many seconds.
func treating(product string, seconds int) func(*testing.T) []stack.Step {
	return func(t *testing.T) []stack.Step {
		st := Do(t, "a", By("treat", product), "09:05", 60, face.Cheeks)
		st.ContactS = seconds
		return []stack.Step{Do(t, "h", By("hands", ""), "09:00", 30), st}
	}
}

var (
	bright = kit.Product{ID: "bright", Name: "Bright", Kind: "serum", Base: "water",
		Actives: map[string]float64{"vitamin_c": 10}}
	mask = kit.Product{ID: "mask", Name: "Mask", Kind: "mask_hydrating", Base: "water", ContactMinS: 300,
		ContactMaxS: 600}
	forty = kit.Product{ID: "forty", Name: "Forty", Kind: "sunscreen", Base: "emulsion", Weight: 2, SPF: 50,
		BroadSpectrum: true, EyeSafe: true, WaterResistantMin: 40}
)

// thirty is a sunscreen of factor thirty.
var thirty = kit.Product{ID: "thirty", Name: "Thirty", Kind: "sunscreen", Base: "emulsion", Weight: 2, SPF: 30,
	BroadSpectrum: true, EyeSafe: true}

func told(kind face.ConditionKind, ago int) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) {
		s.Client.Conditions = []face.Condition{{Kind: kind, On: s.Day.Date.AddDays(-ago)}}
	}
}

func both(changes ...func(*sitting.Sitting)) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) {
		for _, c := range changes {
			c(s)
		}
	}
}

func adding(p kit.Product) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) { Add(s, p) }
}

func picking(key method.Key, option method.OptionID) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) { s.Method[key] = option }
}

func grading(oil, water int) func(*sitting.Sitting) {
	return func(s *sitting.Sitting) {
		for _, z := range []face.Zone{face.Forehead, face.Cheeks} {
			s.Client.Zones[z] = face.Grades{Oil: P(oil), Water: P(water)}
		}
	}
}

func lay(product, clock string, film float64, zones ...face.Zone) func(*testing.T) []stack.Step {
	return func(t *testing.T) []stack.Step {
		return []stack.Step{Do(t, "h", By("hands", ""), "09:00", 30), Apply(t, "a", product, clock, film, zones...)}
	}
}

// over lays one product and then another on the cheeks, well after the first has set.
func over(first, second string, filmFirst, filmSecond float64) func(*testing.T) []stack.Step {
	return func(t *testing.T) []stack.Step {
		return []stack.Step{Apply(t, "a", first, "09:02", filmFirst, face.Cheeks),
			Apply(t, "b", second, "09:20", filmSecond, face.Cheeks)}
	}
}

func doing(a act.Act, kind act.Detail, product string, zones ...face.Zone) func(*testing.T) []stack.Step {
	return func(t *testing.T) []stack.Step {
		s := Do(t, "a", By(a, product), "09:05", 60, zones...)
		s.Kind = kind
		return []stack.Step{s}
	}
}

var scented = kit.Product{ID: "scented", Name: "Scented lotion", Kind: "moisturiser_lotion", Base: "emulsion",
	Weight: 2, Tags: []string{"essential_oil"}}

func TestEveryPrepRuleFiresWhereItShouldAndNotElsewhere(t *testing.T) {
	mineral := kit.Product{ID: "mineral", Name: "Mineral", Kind: "sunscreen", Base: "emulsion", Weight: 2, SPF: 50,
		BroadSpectrum: true, Filters: "mineral", WhiteCast: 2, EyeSafe: true}
	tinted := kit.Product{ID: "tinted", Name: "Tinted", Kind: "sunscreen", Base: "emulsion", Weight: 2, SPF: 50,
		BroadSpectrum: true, Filters: "mineral", Tinted: true, EyeSafe: true}
	weak := kit.Product{ID: "weak", Name: "Weak", Kind: "sunscreen", Base: "emulsion", SPF: 20, BroadSpectrum: true,
		EyeSafe: true}
	narrow := kit.Product{ID: "narrow", Name: "Narrow", Kind: "sunscreen", Base: "emulsion", SPF: 50, EyeSafe: true}
	scrub := kit.Product{ID: "scrub", Name: "Scrub", Kind: "scrub", Base: "water"}
	retinol := kit.Product{ID: "retinol", Name: "Retinol", Kind: "serum", Base: "water",
		Actives: map[string]float64{"retinoid": 0.3}}
	acid := kit.Product{ID: "acid", Name: "Acid toner", Kind: "acid_toner", Base: "water"}
	strong := kit.Product{ID: "strong", Name: "Strong acid serum", Kind: "serum", Base: "water",
		Actives: map[string]float64{"glycolic": 8}}
	menthol := kit.Product{ID: "menthol", Name: "Menthol gel", Kind: "moisturiser_gel", Base: "water", Weight: 1,
		Tags: []string{"menthol"}}
	can := kit.Product{ID: "can", Name: "Mist can", Kind: "mist", Base: "water", Aerosol: true}
	jar := kit.Product{ID: "jar", Name: "Jar cream", Kind: "moisturiser_cream", Base: "emulsion", Weight: 3,
		Container: "jar"}
	flash := func(s *sitting.Sitting) {
		s.Day.Segments = []day.Segment{{From: at("12:00"), To: at("12:30"), Place: "indoors", Flash: true}}
	}
	dark := func(n int) func(*sitting.Sitting) { return func(s *sitting.Sitting) { s.Client.Phototype = n } }
	aged := func(born string) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) { s.Client.Born = On(t, born) }
	}
	guarded := func(s *sitting.Sitting) { s.Client.Guardian = true }
	glue := func(s *sitting.Sitting) {
		var spot look.Spot
		_ = spot.UnmarshalText([]byte("cheeks"))
		s.Look.Items = []look.Item{{Zone: spot, Item: "prosthetic", Binder: "fx_resin", Load: 2, FirstUse: true}}
	}
	wearing := func(w face.Wear) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) { s.Client.Wears = []face.Wear{w} }
	}
	sensitive := func(s *sitting.Sitting) { s.Client.Sensitivity = 2 }
	night := func(s *sitting.Sitting) {
		s.Day.ChairAt, s.Day.BaseAt, s.Day.WearUntil, s.Day.LiftAt = At(t, "22:30"), At(t, "23:10"), At(t, "23:50"),
			At(t, "2027-06-20T00:10")
		s.Day.Washed = nil
	}
	cases := []ruleCase{
		{name: "touching before washing hands", rule: "hands-first", steps: one(Apply(t, "a", "lotion", "09:00", 0.5,
			face.Cheeks)), fires: true, severity: rules.Note, step: "a"},
		{name: "hands washed first", rule: "hands-first", steps: sound},
		{name: "shower ten minutes ago", rule: "hot-skin",
			change: func(s *sitting.Sitting) { s.Day.Washed = &day.Wash{At: at("08:50"), Hot: true} },
			steps:  lay("lotion", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Stop, step: "a"},
		{name: "hot wash waits twenty minutes", rule: "hot-skin",
			change: func(s *sitting.Sitting) { s.Day.Washed = &day.Wash{At: at("08:50"), Hot: true} },
			steps:  lay("lotion", "09:10", 0.5, face.Cheeks)},
		{name: "lukewarm wash needs no wait", rule: "hot-skin",
			change: func(s *sitting.Sitting) { s.Day.Washed = &day.Wash{At: at("08:58")} },
			steps:  lay("lotion", "09:05", 0.5, face.Cheeks)},
		{name: "cheek reads 35.0", rule: "hot-skin", change: func(s *sitting.Sitting) { s.Day.SurfaceC = P(35.0) },
			steps: lay("lotion", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "cheek reads 35.0 and is cooled until it does not", rule: "hot-skin",
			change: func(s *sitting.Sitting) { s.Day.SurfaceC = P(35.0) }, steps: func(t *testing.T) []stack.Step {
				cool := Do(t, "cool", By("cool", "cloth"), "08:58", 60, face.Cheeks)
				cool.Until = 34.5
				return append([]stack.Step{cool}, sound(t)...)
			}},
		{name: "cheek reads 34.9", rule: "hot-skin", change: func(s *sitting.Sitting) { s.Day.SurfaceC = P(34.9) },
			steps: lay("lotion", "09:05", 0.5, face.Cheeks)},
		{name: "acid toner on the day", rule: "strips-before-makeup", change: adding(acid),
			steps: lay("acid", "09:05", 0.8, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "retinoid on the day", rule: "strips-before-makeup", change: adding(retinol),
			steps: lay("retinol", "09:05", 0.3, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "polish where the method says never", rule: "strips-before-makeup",
			steps: doing("treat", "enzyme_polish", "polish", face.Cheeks), fires: true, severity: rules.Stop},
		{name: "gentle polish by method", rule: "strips-before-makeup", change: picking("same_day_polish", "gentle"),
			steps: doing("treat", "enzyme_polish", "polish", face.Cheeks)},
		{name: "coarse scrub by the gentle method", rule: "strips-before-makeup",
			change: both(adding(scrub), picking("same_day_polish", "gentle")),
			steps:  doing("treat", "scrub", "scrub", face.Cheeks), fires: true, severity: rules.Stop},
		{name: "no moisturiser on oily skin", rule: "no-moisture", change: grading(3, 2),
			steps: lay("toner", "09:05", 0.8, everywhere...), fires: true, severity: rules.Caution},
		{name: "moisturiser everywhere", rule: "no-moisture", steps: sound},
		{name: "rich cream on an oily zone", rule: "too-rich", change: grading(2, 2),
			steps: lay("rich", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "rich cream on a dry zone", rule: "too-rich", change: grading(0, 0),
			steps: lay("rich", "09:05", 0.5, face.Cheeks)},
		{name: "rich cream under the eyes", rule: "under-eye-heavy", steps: lay("rich", "09:05", 0.5, face.UnderEyes),
			fires: true, severity: rules.Caution},
		{name: "heavy eye cream made for it", rule: "under-eye-heavy", change: adding(kit.Product{ID: "eye",
			Name: "Heavy eye cream", Kind: "eye_cream", Base: "emulsion", Weight: 5, EyeSafe: true}),
			steps: lay("eye", "09:05", 0.8, face.UnderEyes)},
		{name: "lotion over wet toner", rule: "layer-not-set", steps: func(t *testing.T) []stack.Step {
			return []stack.Step{Apply(t, "a", "toner", "09:02", 0.8, face.Cheeks),
				Apply(t, "b", "lotion", "09:02:45", 0.5, face.Cheeks)}
		}, fires: true, severity: rules.Stop, step: "b"},
		{name: "lotion elsewhere while toner dries", rule: "layer-not-set", steps: func(t *testing.T) []stack.Step {
			return []stack.Step{Apply(t, "a", "toner", "09:02", 0.8, face.Cheeks),
				Apply(t, "b", "lotion", "09:02:45", 0.5, face.Forehead)}
		}},
		{name: "damp layering lets water follow water", rule: "layer-not-set",
			change: picking("damp_layering", "yes"), steps: func(t *testing.T) []stack.Step {
				return []stack.Step{Apply(t, "a", "toner", "09:02", 0.8, face.Cheeks),
					Apply(t, "b", "serum", "09:02:45", 0.3, face.Cheeks)}
			}},
		{name: "damp layering still guards sunscreen", rule: "layer-not-set", change: picking("damp_layering", "yes"),
			steps: func(t *testing.T) []stack.Step {
				return []stack.Step{Apply(t, "a", "lotion", "09:02", 0.5, face.Cheeks),
					Apply(t, "b", "spf", "09:02:45", 2, face.Cheeks)}
			}, fires: true, severity: rules.Stop, step: "b"},
		{name: "a bud at lash extensions", rule: "cotton-on-extensions", change: extended, steps: bud(face.Eyelids),
			fires: true, severity: rules.Caution, step: "mend"},
		{name: "a bud beside lash extensions", rule: "cotton-on-extensions", change: extended, steps: bud(face.Chin)},
		{name: "a bud at lashes of her own", rule: "cotton-on-extensions", steps: bud(face.Eyelids)},
		{name: "serum under cold pads that still lie", rule: "layer-not-set", change: picking("damp_layering", "yes"),
			steps: func(t *testing.T) []stack.Step {
				return []stack.Step{coldPads(face.Cheeks), Apply(t, "b", "serum", "09:11:59", 0.3, face.Cheeks)}
			}, fires: true, severity: rules.Stop, step: "b"},
		{name: "serum once cold pads are off", rule: "layer-not-set", steps: func(t *testing.T) []stack.Step {
			return []stack.Step{coldPads(face.Cheeks), Apply(t, "b", "serum", "09:12", 0.3, face.Cheeks)}
		}},
		{name: "serum beside cold pads", rule: "layer-not-set", steps: func(t *testing.T) []stack.Step {
			return []stack.Step{coldPads(face.Cheeks), Apply(t, "b", "serum", "09:03", 0.3, face.Forehead)}
		}},
		{name: "two steps at once", rule: "hands-busy", steps: func(t *testing.T) []stack.Step {
			return []stack.Step{Apply(t, "a", "toner", "09:02", 0.8, face.Cheeks),
				Apply(t, "b", "lotion", "09:02:10", 0.5, face.Forehead)}
		}, fires: true, severity: rules.Stop, step: "b"},
		{name: "one step after the other", rule: "hands-busy", steps: func(t *testing.T) []stack.Step {
			return []stack.Step{Apply(t, "a", "toner", "09:02", 0.8, face.Cheeks),
				Apply(t, "b", "lotion", "09:02:30", 0.5, face.Forehead)}
		}},
		{name: "water over silicone beads", rule: "beads-on-base", steps: over("matte", "dew", 0.4, 0.5), fires: true,
			severity: rules.Caution, step: "b"},
		{name: "water over thin set oil is excepted", rule: "beads-on-base", steps: over("oil", "dew", 0.15, 0.5)},
		{name: "water over thick oil beads", rule: "beads-on-base", steps: over("oil", "dew", 0.3, 0.5), fires: true,
			severity: rules.Caution},
		{name: "the veil of the method does not count as beading", rule: "beads-on-base",
			change: picking("primer_split", "by_zone_with_veil"), steps: over("matte", "dew", 0.4, 0.2)},
		{name: "water foundation over silicone primer", rule: "base-mismatch",
			change: func(s *sitting.Sitting) { s.Look.Base = "water" }, steps: lay("matte", "09:05", 0.4,
				face.Forehead), fires: true, severity: rules.Caution},
		{name: "silicone foundation over silicone primer", rule: "base-mismatch",
			change: func(s *sitting.Sitting) { s.Look.Base = "silicone" },
			steps:  lay("matte", "09:05", 0.4, face.Forehead)},
		{name: "three coats of cream on an oily zone", rule: "overloaded", change: grading(3, 2),
			steps: lay("cream", "09:05", 4, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "the same on a zone without oil", rule: "overloaded", change: grading(0, 2),
			steps: lay("cream", "09:05", 4, face.Cheeks)},
		{name: "mattifying on thirsty skin", rule: "mattifies-dry", change: grading(3, 1),
			steps: lay("matte", "09:05", 0.4, face.Forehead), fires: true, severity: rules.Caution},
		{name: "mattifying on oily, moist skin", rule: "mattifies-dry", change: grading(3, 2),
			steps: lay("matte", "09:05", 0.4, face.Forehead)},
		{name: "toner on the lids", rule: "not-eye-safe", steps: lay("toner", "09:05", 0.8, face.Eyelids),
			fires: true, severity: rules.Stop},
		{name: "eye-safe lotion on the lids", rule: "not-eye-safe", steps: lay("lotion", "09:05", 0.5, face.Eyelids)},
		{name: "eye cream on the lids", rule: "on-lash-line", steps: lay("eye", "09:05", 0.8, face.Eyelids),
			fires: true, severity: rules.Caution},
		{name: "eye cream on the lids by method", rule: "on-lash-line", change: picking("eye_cream_reach",
			"lids_too"), steps: lay("eye", "09:05", 0.8, face.Eyelids)},
		{name: "oil before moisturiser", rule: "oil-too-early", steps: over("oil", "lotion", 0.15, 0.5), fires: true,
			severity: rules.Caution},
		{name: "oil after moisturiser", rule: "oil-too-early", steps: over("lotion", "oil", 0.5, 0.15)},
		{name: "two hours of strong sun without sunscreen", rule: "spf-missing", change: sunny,
			steps: lay("lotion", "09:05", 0.5, everywhere...), fires: true, severity: rules.Stop},
		{name: "indoors by day without sunscreen is a note", rule: "spf-missing",
			steps: lay("lotion", "09:05", 0.5, everywhere...), fires: true, severity: rules.Note},
		{name: "sunscreen on every covered zone", rule: "spf-missing", change: sunny, steps: sound},
		{name: "no admissible sunscreen is a note", rule: "spf-missing",
			change: both(sunny, func(s *sitting.Sitting) { Drop(s, "spf") }),
			steps:  lay("lotion", "09:05", 0.5, everywhere...), fires: true, severity: rules.Note},
		{name: "half the dose", rule: "spf-short", steps: lay("spf", "09:05", 1, face.Cheeks), fires: true,
			severity: rules.Caution, step: "a"},
		{name: "the full dose", rule: "spf-short", steps: lay("spf", "09:05", 2, face.Cheeks)},
		{name: "label of 20", rule: "spf-low", change: adding(weak), steps: lay("weak", "09:05", 2, face.Cheeks),
			fires: true, severity: rules.Caution},
		{name: "not broad spectrum", rule: "spf-low", change: adding(narrow),
			steps: lay("narrow", "09:05", 2, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "label of 50, broad spectrum", rule: "spf-low", steps: sound},
		{name: "a sunscreen of the kit without a factor", rule: "spf-low", change: adding(kit.Product{ID: "blank",
			Name: "Blank", Kind: kit.SPFStick, SPF: 1}), steps: sound, fires: true, severity: rules.Note},
		{name: "one without a factor at night", rule: "spf-low", change: both(night, adding(kit.Product{ID: "blank",
			Name: "Blank", Kind: kit.SPFStick})), steps: sound},
		{name: "one without a factor of which nothing is left", rule: "spf-low", change: adding(kit.Product{ID: "blank",
			Name: "Blank", Kind: kit.SPFStick, RemainingG: P(0.0)}), steps: sound},
		{name: "moisturiser over sunscreen", rule: "spf-not-last", steps: over("spf", "lotion", 2, 0.5), fires: true,
			severity: rules.Caution, step: "b"},
		{name: "primer over sunscreen by method", rule: "spf-not-last", change: picking("primer_spf_order",
			"spf_then_primer"), steps: over("spf", "dew", 2, 0.5)},
		{name: "moisturiser over sunscreen, whatever the primer's method", rule: "spf-not-last",
			change: picking("primer_spf_order", "spf_then_primer"), steps: over("spf", "lotion", 2, 0.5), fires: true,
			severity: rules.Caution, step: "b"},
		{name: "primer over sunscreen against the method", rule: "spf-not-last",
			change: picking("primer_spf_order", "primer_then_spf"), steps: over("spf", "dew", 2, 0.5), fires: true,
			severity: rules.Caution, step: "b"},
		{name: "two factors on one zone", rule: "spf-no-sum", change: adding(tinted),
			steps: over("spf", "tinted", 2, 2), fires: true, severity: rules.Note},
		{name: "one factor", rule: "spf-no-sum", steps: sound},
		{name: "a primer with a factor of one", rule: "spf-no-sum", change: func(s *sitting.Sitting) {
			s.Kit.Find("dew").SPF = 1
		}, steps: func(t *testing.T) []stack.Step {
			return append(sound(t), Apply(t, "p", "dew", "09:30", 0.5, face.Forehead))
		}},
		{name: "a mask left on", rule: "not-rinsed", change: adding(kit.Product{ID: "mask", Name: "Mask",
			Kind: kit.MaskHydrating}), steps: doing("treat", "mask_hydrating", "mask", face.Cheeks), fires: true,
			severity: rules.Note},
		{name: "blended in the palm", rule: "spf-diluted", steps: func(t *testing.T) []stack.Step {
			b := Apply(t, "b", "spf", "09:02", 1.5, face.Cheeks)
			b.With = "a"
			return []stack.Step{Apply(t, "a", "lotion", "09:02", 0.5, face.Cheeks), b}
		}, fires: true, severity: rules.Caution, step: "b"},
		{name: "a layer of its own", rule: "spf-diluted", steps: sound},
		{name: "out at once", rule: "spf-set-time", change: func(s *sitting.Sitting) {
			s.Day.Segments = []day.Segment{{From: at("09:50"), To: at("11:00"), Place: "shade"}}
		}, steps: lay("spf", "09:38", 2, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "out at once, on the forehead alone", rule: "spf-set-time", change: func(s *sitting.Sitting) {
			s.Day.Segments = []day.Segment{{From: at("09:50"), To: at("11:00"), Place: "shade"}}
		}, steps: lay("spf", "09:38", 2, face.Forehead), fires: true, severity: rules.Caution},
		{name: "a quarter of an hour before sun", rule: "spf-set-time", change: func(s *sitting.Sitting) {
			s.Day.Segments = []day.Segment{{From: at("09:50"), To: at("11:00"), Place: "shade"}}
		}, steps: lay("spf", "09:34:30", 2, face.Cheeks)},
		{name: "after sunset", rule: "spf-at-night", change: night, steps: one(), fires: true, severity: rules.Note},
		{name: "by day", rule: "spf-at-night", steps: sound},
		{name: "mineral under flash", rule: "flashback", change: both(flash, adding(mineral)),
			steps: lay("mineral", "09:05", 2, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "tinted mineral under flash", rule: "flashback", change: both(flash, adding(tinted)),
			steps: lay("tinted", "09:05", 2, face.Cheeks)},
		{name: "mineral without flash", rule: "flashback", change: adding(mineral),
			steps: lay("mineral", "09:05", 2, face.Cheeks)},
		{name: "white cast 2 on phototype IV", rule: "white-cast", change: both(dark(4), adding(mineral)),
			steps: lay("mineral", "09:05", 2, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "white cast 2 on phototype III", rule: "white-cast", change: both(dark(3), adding(mineral)),
			steps: lay("mineral", "09:05", 2, face.Cheeks)},
		{name: "no cast on phototype VI", rule: "white-cast", change: both(dark(6), adding(tinted)),
			steps: lay("tinted", "09:05", 2, face.Cheeks)},
		{name: "neck forgotten", rule: "uncovered-skin", steps: lay("spf", "09:05", 2, face.Cheeks, face.Ears),
			fires: true, severity: rules.Note},
		{name: "neck and ears taken along", rule: "uncovered-skin", steps: sound},
		{name: "nothing cleansed at all", rule: "uncovered-skin", steps: cutting("clean"), fires: true,
			severity: rules.Note},
		{name: "washed and not rinsed", rule: "not-rinsed", steps: washing("gel-wash", false), fires: true,
			severity: rules.Note},
		{name: "washed and rinsed", rule: "not-rinsed", steps: washing("gel-wash", true)},
		{name: "micellar not rinsed", rule: "not-rinsed", steps: washing("micellar", false), fires: true,
			severity: rules.Note},
		{name: "micellar left on by method", rule: "not-rinsed", change: picking("micellar_rinse", "leave"),
			steps: washing("micellar", false)},
		{name: "a wash left on by no method", rule: "not-rinsed", change: picking("micellar_rinse", "leave"),
			steps: washing("gel-wash", false), fires: true, severity: rules.Note},
		{name: "a mask not rinsed off", rule: "not-rinsed", change: adding(mask), steps: treating("mask", 300),
			fires: true, severity: rules.Note},
		{name: "flaky lips not scrubbed", rule: "dry-patch", change: both(marked(face.Lips, face.Flaky),
			adding(lipScrub)),
			steps: sound, fires: true, severity: rules.Note},
		{name: "flaky lips and nothing to scrub them with", rule: "dry-patch", change: marked(face.Lips, face.Flaky),
			steps: sound},
		{name: "a lotion under what is glued on", rule: "appliance-on", change: glued, steps: sound, fires: true,
			severity: rules.Stop},
		{name: "a lotion where nothing is glued on", rule: "appliance-on", steps: sound},
		{name: "open neckline leaves the chest", rule: "uncovered-skin",
			change: func(s *sitting.Sitting) { s.Look.Neckline = "open" }, steps: sound, fires: true,
			severity: rules.Note},
		{name: "flaky cheeks without balm", rule: "dry-patch", change: marked(face.Cheeks, face.Flaky), steps: sound,
			fires: true, severity: rules.Note},
		{name: "lips with balm, no flakes", rule: "dry-patch", steps: sound},
		{name: "expired", rule: "out-of-date", change: adding(kit.Product{ID: "old", Name: "Old",
			Kind: "moisturiser_lotion", ExpiresOn: On(t, "2027-06-18")}),
			steps: lay("old", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "the day of expiry is too late", rule: "out-of-date", change: adding(kit.Product{ID: "old",
			Name: "Old", Kind: "moisturiser_lotion", ExpiresOn: On(t, "2027-06-19")}),
			steps: lay("old", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "opened twelve months ago less a day", rule: "out-of-date",
			change: adding(kit.Product{ID: "old", Name: "Old", Kind: "moisturiser_lotion",
				OpenedOn: On(t, "2026-06-20"), PAOMonths: 12}), steps: lay("old", "09:05", 0.5, face.Cheeks)},
		{name: "opened thirteen months ago", rule: "out-of-date", change: adding(kit.Product{ID: "old", Name: "Old",
			Kind: "moisturiser_lotion", OpenedOn: On(t, "2026-05-19"), PAOMonths: 12}),
			steps: lay("old", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "more than is left", rule: "runs-out", change: adding(kit.Product{ID: "end", Name: "End",
			Kind: "moisturiser_lotion", RemainingG: P(0.05)}), steps: lay("end", "09:05", 0.5, face.Cheeks),
			fires: true, severity: rules.Caution},
		{name: "enough is left", rule: "runs-out", change: adding(kit.Product{ID: "end", Name: "End",
			Kind: "moisturiser_lotion", RemainingG: P(0.5)}), steps: lay("end", "09:05", 0.5, face.Cheeks)},
		{name: "essential oil for somebody allergic to scent", rule: "allergen",
			change: both(adding(scented), func(s *sitting.Sitting) { s.Client.Allergies = []string{"fragrance"} }),
			steps:  lay("scented", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "scent for somebody allergic to latex", rule: "allergen",
			change: both(adding(scented), func(s *sitting.Sitting) { s.Client.Allergies = []string{"latex"} }),
			steps:  lay("scented", "09:05", 0.5, face.Cheeks)},
		{name: "unconfirmed ingredients with any allergy", rule: "allergen",
			change: both(adding(kit.Product{ID: "mystery", Name: "Mystery", Kind: "moisturiser_lotion",
				Unconfirmed: true}), func(s *sitting.Sitting) { s.Client.Allergies = []string{"latex"} }),
			steps: lay("mystery", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "scent alone for somebody allergic to one scent", rule: "allergen",
			change: both(adding(kit.Product{ID: "scented", Name: "Scented", Kind: "moisturiser_lotion",
				Tags: []string{"fragrance"}}),
				func(s *sitting.Sitting) { s.Client.Allergies = []string{"Linalool"} }),
			steps: lay("scented", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "scent in a list that is confirmed and without that one", rule: "allergen",
			change: both(adding(kit.Product{ID: "scented", Name: "Scented", Kind: "moisturiser_lotion",
				Tags: []string{"fragrance"}, Ingredients: "Aqua, Parfum, Limonene", IngredientsConfirmed: true}),
				func(s *sitting.Sitting) { s.Client.Allergies = []string{"Linalool"} }),
			steps: lay("scented", "09:05", 0.5, face.Cheeks)},
		{name: "almond in the list for somebody allergic to nuts", rule: "allergen",
			change: both(adding(kit.Product{ID: "rich", Name: "Rich", Kind: "moisturiser_lotion",
				Ingredients: "Aqua; Prunus Amygdalus Dulcis Oil"}),
				func(s *sitting.Sitting) { s.Client.Allergies = []string{"Nuts"} }),
			steps: lay("rich", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "glue not named for somebody allergic to latex", rule: "allergen",
			change: both(glue, func(s *sitting.Sitting) { s.Client.Allergies = []string{"latex"} }), steps: sound,
			fires: true, severity: rules.Stop},
		{name: "acrylic glue for somebody allergic to latex", rule: "allergen",
			change: both(glue, func(s *sitting.Sitting) {
				s.Client.Allergies = []string{"latex"}
				for i := range s.Look.Items {
					s.Look.Items[i].Tags = []string{"acrylate"}
				}
			}), steps: sound},
		{name: "a word that leads nowhere, carried by nothing", rule: "allergy-unknown",
			change: func(s *sitting.Sitting) { s.Client.Allergies = []string{"wobblewort"} },
			steps:  func(*testing.T) []stack.Step { return nil }, fires: true, severity: rules.Stop},
		{name: "a word that leads nowhere, and a product nobody has confirmed", rule: "allergy-unknown", step: "a",
			change: func(s *sitting.Sitting) { s.Client.Allergies = []string{"wobblewort"} },
			steps:  lay("lotion", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "a word that is written down only", rule: "allergy-unknown",
			change: func(s *sitting.Sitting) { s.Client.Allergies = []string{"Pollen", "bee stings", "penicillin"} },
			steps:  lay("lotion", "09:05", 0.5, face.Cheeks)},
		{name: "shea for somebody allergic to peanuts", rule: "nut-relative", change: both(adding(sheaLotion),
			func(s *sitting.Sitting) { s.Client.Allergies = []string{"peanuts"} }),
			steps: lay("shea", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "shea for somebody allergic to wool", rule: "nut-relative", change: both(adding(sheaLotion),
			func(s *sitting.Sitting) { s.Client.Allergies = []string{"wool"} }),
			steps: lay("shea", "09:05", 0.5, face.Cheeks)},
		{name: "latex sponges in the kit of somebody allergic to latex", rule: "allergen",
			change: both(adding(kit.Product{ID: "sponges", Name: "Sponges", Kind: "sponge", Tags: []string{"latex"}}),
				func(s *sitting.Sitting) { s.Client.Allergies = []string{"latex"} }), steps: sound, fires: true,
			severity: rules.Note},
		{name: "latex sponges in the kit of somebody allergic to wool", rule: "allergen",
			change: both(adding(kit.Product{ID: "sponges", Name: "Sponges", Kind: "sponge", Tags: []string{"latex"}}),
				func(s *sitting.Sitting) { s.Client.Allergies = []string{"wool"} }), steps: sound},
		{name: "lash glue for somebody allergic to adhesive", rule: "allergen",
			change: both(glue, func(s *sitting.Sitting) { s.Client.Allergies = []string{"adhesive"} }), steps: sound,
			fires: true, severity: rules.Stop},
		{name: "scent somebody would rather avoid", rule: "disliked", change: both(adding(scented),
			func(s *sitting.Sitting) { s.Client.Dislikes = []string{"fragrance"} }),
			steps: lay("scented", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Note},
		{name: "nothing disliked in it", rule: "disliked",
			change: func(s *sitting.Sitting) { s.Client.Dislikes = []string{"fragrance"} }, steps: sound},
		{name: "new product on sensitive skin", rule: "patch-test", change: both(sensitive,
			adding(kit.Product{ID: "new", Name: "New", Kind: "moisturiser_lotion", FirstUse: true})),
			steps: lay("new", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "new product on calm skin", rule: "patch-test", change: adding(kit.Product{ID: "new", Name: "New",
			Kind: "moisturiser_lotion", FirstUse: true}), steps: lay("new", "09:05", 0.5, face.Cheeks)},
		{name: "new adhesive", rule: "patch-test", change: glue, steps: sound, fires: true, severity: rules.Caution},
		{name: "jar by fingers", rule: "jar-fingers", change: adding(jar),
			steps: lay("jar", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Note},
		{name: "jar with a spatula", rule: "jar-fingers", change: adding(jar), steps: func(t *testing.T) []stack.Step {
			return []stack.Step{Do(t, "s", By("setup", "spatula"), "09:00", 60),
				Apply(t, "a", "jar", "09:05", 0.5, face.Cheeks)}
		}},
		{name: "ready after base", rule: "time-short",
			change: func(s *sitting.Sitting) { s.Day.BaseAt = at("09:08") },
			steps:  lay("spf", "09:05", 2, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "ready before base", rule: "time-short", steps: sound},
		{name: "cold sore: work on the chin", rule: "contagious", change: marked(face.Lips, face.ColdSore),
			steps: lay("lotion", "09:05", 0.5, face.Chin), fires: true, severity: rules.Stop, step: "a"},
		{name: "cold sore is said even when avoided", rule: "contagious", change: marked(face.Lips, face.ColdSore),
			steps: lay("lotion", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "eye infection last month", rule: "contagious", change: told("eye_infection", 30), steps: sound},
		{name: "razor nick", rule: "broken-skin", change: marked(face.Jaw, face.Broken),
			steps: lay("lotion", "09:05", 0.5, face.Jaw), fires: true, severity: rules.Stop, step: "a"},
		{name: "whole skin", rule: "broken-skin", steps: sound},
		{name: "active on sunburn", rule: "sunburnt", change: both(marked(face.Cheeks, face.Sunburn), adding(strong)),
			steps: lay("strong", "09:05", 0.3, face.Cheeks), fires: true, severity: rules.Caution, step: "a"},
		{name: "sunburn with blisters", rule: "sunburnt", change: marked(face.Cheeks, face.Sunburn, face.Blister),
			steps: sound, fires: true, severity: rules.Stop},
		{name: "bland lotion on sunburn is a caution", rule: "sunburnt", change: marked(face.Cheeks, face.Sunburn),
			steps: lay("lotion", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "skin that is not burnt", rule: "sunburnt", steps: sound},
		{name: "scent on a jaw shaved this morning", rule: "shaven-skin",
			change: both(adding(scented), func(s *sitting.Sitting) { s.Day.ShavedAt = at("08:00") }),
			steps:  lay("scented", "09:05", 0.5, face.Jaw), fires: true, severity: rules.Caution, step: "a"},
		{name: "shaved twenty minutes before base", rule: "shaven-skin",
			change: func(s *sitting.Sitting) { s.Day.ShavedAt = at("09:20") }, steps: sound, fires: true,
			severity: rules.Caution},
		{name: "scent on the cheeks above the shave", rule: "shaven-skin",
			change: both(adding(scented), func(s *sitting.Sitting) { s.Day.ShavedAt = at("08:00") }),
			steps:  lay("scented", "09:05", 0.5, face.Cheeks)},
		{name: "a scar on the cheek", rule: "scarred-skin", change: told("scar", 91), steps: sound,
			fires: true, severity: rules.Note},
		{name: "a scar of the last year", rule: "scarred-skin", change: told("scar", 92), steps: sound},
		{name: "a scar without a date", rule: "scarred-skin", change: marked(face.Cheeks, face.Scar), steps: sound},
		{name: "a mask by method and none in the kit", rule: "method-not-met",
			change: picking("same_day_mask", "hydrating"), steps: sound, fires: true, severity: rules.Note},
		{name: "a veil by method over no primer", rule: "method-not-met",
			change: picking("primer_split", "by_zone_with_veil"), steps: sound},
		{name: "a veil by method that is not there", rule: "method-not-met",
			change: picking("primer_split", "by_zone_with_veil"), steps: lay("matte", "09:05", 0.4, face.Nose),
			fires:    true,
			severity: rules.Note},
		{name: "a polish by method, polished", rule: "method-not-met", change: picking("same_day_polish", "gentle"),
			steps: doing("treat", "enzyme_polish", "polish", face.Cheeks)},
		{name: "a polish by method, and none", rule: "method-not-met", change: picking("same_day_polish", "gentle"),
			steps: sound, fires: true, severity: rules.Note},
		{name: "cold pads by method, and none", rule: "method-not-met", change: picking("depuff", "cold"), steps: sound,
			fires: true, severity: rules.Note},
		{name: "massage by method, massaged", rule: "method-not-met", change: picking("depuff", "massage"),
			steps: doing("massage", "massage", "", face.Cheeks)},
		{name: "eye cream on lids by method, and none", rule: "method-not-met",
			change: picking("eye_cream_reach", "lids_too"), steps: sound, fires: true, severity: rules.Note},
		{name: "oil mixed by method, laid alone", rule: "method-not-met",
			change: picking("oil_slot", "mixed_with_serum"), steps: lay("oil", "09:05", 0.15, face.Cheeks), fires: true,
			severity: rules.Note},
		{name: "a moisturiser with a factor by method, and none", rule: "method-not-met",
			change: picking("spf_layer", "moisturiser_with_spf"), steps: sound, fires: true, severity: rules.Note},
		{name: "blended by method, and not", rule: "method-not-met", change: picking("spf_layer", "blended"),
			steps: sound, fires: true, severity: rules.Note},
		{name: "oily zones without their moisturising sunscreen", rule: "method-not-met",
			change: picking("oily_moisture", "spf_counts"), steps: sound, fires: true, severity: rules.Note},
		{name: "a mist sprayed by method on a sponge", rule: "method-not-met", change: both(picking("mist_how",
			"spray"),
			adding(kit.Product{ID: "dew-mist", Name: "Dew", Kind: "mist", Base: "water"})),
			steps: lay("dew-mist", "09:05", 0.8, face.Cheeks), fires: true, severity: rules.Note},
		{name: "nothing asked for", rule: "method-not-met", steps: sound},
		{name: "serum over cream", rule: "thick-before-thin", steps: over("cream", "serum", 0.5, 0.3), fires: true,
			severity: rules.Caution, step: "b"},
		{name: "serum over oil", rule: "thick-before-thin", steps: over("oil", "serum", 0.15, 0.3), fires: true,
			severity: rules.Caution, step: "b"},
		{name: "cream over serum", rule: "thick-before-thin", steps: over("serum", "cream", 0.3, 0.5)},
		{name: "serum over cream, damp", rule: "thick-before-thin", change: picking("damp_layering", "yes"),
			steps: over("cream", "serum", 0.5, 0.3)},
		{name: "a serum for pigment on plain cheeks", rule: "off-its-mark", change: adding(bright),
			steps: lay("bright", "09:05", 0.3, face.Cheeks), fires: true, severity: rules.Note, step: "a"},
		{name: "a serum for pigment on its mark", rule: "off-its-mark", change: both(adding(bright),
			marked(face.Cheeks, face.Pigment)), steps: lay("bright", "09:05", 0.3, face.Cheeks)},
		{name: "a serum for pigment of her own routine", rule: "off-its-mark", change: both(adding(bright),
			habit("serum", "Bright")), steps: lay("bright", "09:05", 0.3, face.Cheeks)},
		{name: "a mask past its time", rule: "contact-too-long", change: adding(mask),
			steps: treating("mask", 601), fires: true, severity: rules.Stop, step: "a"},
		{name: "a peel of unknown time", rule: "contact-too-long", steps: doing("treat", "peel", "", face.Cheeks),
			fires: true, severity: rules.Stop, step: "a"},
		{name: "a mask at its time", rule: "contact-too-long", change: adding(mask), steps: treating("mask", 600)},
		{name: "a mask before its time", rule: "contact-too-short", change: adding(mask), steps: treating("mask", 299),
			fires: true, severity: rules.Caution, step: "a"},
		{name: "a mask when its time has come", rule: "contact-too-short", change: adding(mask),
			steps: treating("mask", 300)},
		{name: "air as damp as skin", rule: "air-too-damp", change: air(36, 0.9), steps: sound, fires: true,
			severity: rules.Caution},
		{name: "a damp marquee", rule: "air-too-damp", change: air(30, 0.85), steps: sound},
		{name: "a day's rowing on a plain sunscreen", rule: "not-resistant", change: both(rowing, adding(forty)),
			steps: sound, fires: true, severity: rules.Caution},
		{name: "a day's rowing and no better sunscreen", rule: "not-resistant", change: rowing, steps: sound},
		{name: "a day's rowing on forty minutes", rule: "not-resistant", change: both(rowing, adding(forty)),
			steps: lay("forty", "09:05", 2, face.Cheeks)},
		{name: "lips in the sun under a plain balm", rule: "lips-bare", change: sunny, steps: sound, fires: true,
			severity: rules.Note},
		{name: "lips in the sun under a factor", rule: "lips-bare", change: both(sunny, adding(kit.Product{ID: "salve",
			Name: "Salve", Kind: "lip_balm", Base: "oil", SPF: 30})), steps: sound},
		{name: "lips indoors", rule: "lips-bare", steps: sound},
		{name: "lips of a baby, who may have no factor", rule: "lips-bare", change: both(sunny, aged("2027-02-10"),
			guarded), steps: sound},
		{name: "no moisturiser that may go on", rule: "kit-cannot", change: func(s *sitting.Sitting) {
			Drop(s, "gel", "lotion", "cream", "rich")
		}, steps: one(), fires: true, severity: rules.Stop},
		{name: "a moisturiser that is not used", rule: "kit-cannot", steps: one()},
		{name: "a zone to leave", rule: "leave-alone", change: today(face.Chin, face.Leave), steps: sound, fires: true,
			severity: rules.Stop},
		{name: "a zone that the client does", rule: "leave-alone", change: today(face.Chin, face.Self),
			steps: lay("lotion", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Note},
		{name: "a zone without makeup", rule: "leave-alone", change: today(face.Chin, face.CleanZone), steps: sound},
		{name: "a scrub on psoriasis", rule: "psoriasis", change: both(told("psoriasis", 0), adding(scrub)),
			steps: doing("treat", "scrub", "scrub", face.Cheeks), fires: true, severity: rules.Caution, step: "a"},
		{name: "lotion on psoriasis", rule: "psoriasis", change: told("psoriasis", 0), steps: sound},
		{name: "steam on rosacea", rule: "heats", change: told("rosacea", 0),
			steps: doing("treat", "steam", "", face.Cheeks), fires: true, severity: rules.Caution, step: "a"},
		{name: "steam on anybody", rule: "heats", steps: doing("treat", "steam", "", face.Cheeks)},
		{name: "suction on blood thinners", rule: "pulls", change: told("blood_thinner", 0),
			steps: doing("treat", "suction", "", face.Cheeks), fires: true, severity: rules.Stop, step: "a"},
		{name: "blading with keloids", rule: "pulls", change: told("keloid", 0),
			steps: doing("treat", "blading", "", face.Cheeks), fires: true, severity: rules.Stop, step: "a"},
		{name: "suction on anybody", rule: "pulls", steps: doing("treat", "suction", "", face.Cheeks)},
		{name: "a massage the day after filler", rule: "presses", change: told("filler", 1),
			steps: doing("massage", "massage", "", face.Cheeks), fires: true, severity: rules.Stop, step: "a"},
		{name: "a massage on anybody", rule: "presses", steps: doing("massage", "massage", "", face.Cheeks)},
		{name: "what stung before", rule: "stung", change: stung("Lotion"), steps: sound, fires: true,
			severity: rules.Stop},
		{name: "what did not", rule: "stung", change: stung("cream"), steps: sound},
		{name: "a nick", rule: "broken-skin", change: told("nick", 0), steps: sound, fires: true,
			severity: rules.Caution},
		{name: "waxed yesterday", rule: "recent-procedure", change: told("waxed", 1), steps: sound, fires: true,
			severity: rules.Caution},
		{name: "waxed two days ago", rule: "recent-procedure", change: told("waxed", 2), steps: sound},
		{name: "radiotherapy", rule: "recent-procedure", change: told("radiotherapy", 20), steps: sound, fires: true,
			severity: rules.Caution},
		{name: "a factor of thirty where light harms", rule: "photosensitised",
			change: both(told("photosensitive", 0), adding(thirty)), steps: lay("thirty", "09:05", 2, face.Cheeks),
			fires: true, severity: rules.Caution},
		{name: "porphyria", rule: "photosensitised", change: told("porphyria", 0), steps: sound, fires: true,
			severity: rules.Stop},
		{name: "primer on a child", rule: "minor", change: both(aged("2019-03-01"), guarded),
			steps: lay("dew", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "eye cream on watery lids in spite of the method", rule: "on-lash-line",
			change: both(picking("eye_cream_reach", "lids_too"),
				func(s *sitting.Sitting) { s.Client.Eyes = []face.EyeShape{"watery"} }),
			steps: lay("eye", "09:05", 0.8, face.Eyelids), fires: true, severity: rules.Caution},
		{name: "scrub five months after isotretinoin", rule: "isotretinoin",
			change: both(told("isotretinoin", 150), adding(scrub)), steps: doing("treat", "scrub", "scrub",
				face.Cheeks), fires: true, severity: rules.Stop},
		{name: "scrub seven months after", rule: "isotretinoin", change: both(told("isotretinoin", 210),
			adding(scrub)), steps: doing("treat", "scrub", "scrub", face.Cheeks)},
		{name: "lotion after isotretinoin", rule: "isotretinoin", change: told("isotretinoin", 10), steps: sound},
		{name: "acid three days after retinoid", rule: "recent-retinoid",
			change: both(told("retinoid", 3), adding(acid)), steps: lay("acid", "09:05", 0.8, face.Cheeks),
			fires: true, severity: rules.Stop},
		{name: "acid four days after retinoid", rule: "recent-retinoid",
			change: both(told("retinoid", 4), adding(acid)), steps: lay("acid", "09:05", 0.8, face.Cheeks)},
		{name: "sensitive skin waits seven days", rule: "recent-retinoid",
			change: both(told("retinoid", 7), sensitive, adding(acid)), steps: lay("acid", "09:05", 0.8, face.Cheeks),
			fires: true, severity: rules.Stop},
		{name: "light peel a week ago", rule: "recent-procedure", change: told("peel_light", 7), steps: sound,
			fires: true, severity: rules.Caution},
		{name: "light peel eight days ago", rule: "recent-procedure", change: told("peel_light", 8), steps: sound},
		{name: "laser this morning", rule: "recent-procedure", change: told("laser", 0), steps: sound, fires: true,
			severity: rules.Stop},
		{name: "massage a week after injectables", rule: "injectables", change: told("injectables", 7),
			steps: doing("massage", "massage", "", face.Cheeks), fires: true, severity: rules.Stop},
		{name: "patting the day after injectables", rule: "injectables", change: told("injectables", 2), steps: sound},
		{name: "anything at all the day after injectables", rule: "injectables", change: told("injectables", 1),
			steps: sound, fires: true, severity: rules.Stop},
		{name: "massage five weeks after", rule: "injectables", change: told("injectables", 35),
			steps: doing("massage", "massage", "", face.Cheeks)},
		{name: "massage three weeks after toxin", rule: "injectables", change: told("toxin", 21),
			steps: doing("massage", "massage", "", face.Cheeks)},
		{name: "massage three weeks after filler", rule: "injectables", change: told("filler", 21),
			steps: doing("massage", "massage", "", face.Cheeks), fires: true, severity: rules.Stop},
		{name: "menthol on rosacea", rule: "rosacea", change: both(told("rosacea", 0), adding(menthol)),
			steps: lay("menthol", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "lotion on rosacea", rule: "rosacea", change: told("rosacea", 0), steps: sound},
		{name: "scent on eczema", rule: "eczema", change: both(told("eczema", 0), adding(scented)),
			steps: lay("scented", "09:05", 0.5, face.Cheeks), fires: true, severity: rules.Caution},
		{name: "bland lotion on eczema is said too", rule: "eczema", change: told("eczema", 0), steps: sound,
			fires:    true,
			severity: rules.Caution},
		{name: "lotion without eczema", rule: "eczema", steps: sound},
		{name: "retinoid in pregnancy", rule: "pregnancy", change: both(told("pregnant", 0), adding(retinol)),
			steps: lay("retinol", "09:05", 0.3, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "strong acid in pregnancy is a caution", rule: "pregnancy",
			change: both(told("pregnant", 0), adding(strong)), steps: lay("strong", "09:05", 0.3, face.Cheeks),
			fires: true, severity: rules.Caution},
		{name: "lotion in pregnancy", rule: "pregnancy", change: told("pregnant", 0), steps: sound},
		{name: "child of eight alone", rule: "minor", change: aged("2019-03-01"), steps: sound, fires: true,
			severity: rules.Stop},
		{name: "child of eight with a guardian", rule: "minor", change: both(aged("2019-03-01"), guarded),
			steps: sound},
		{name: "sixteen today", rule: "minor", change: aged("2011-06-19"), steps: sound},
		{name: "sunscreen on a baby of four months", rule: "infant", change: both(aged("2027-02-10"), guarded),
			steps: sound, fires: true, severity: rules.Stop},
		{name: "sunscreen on a child of eight", rule: "infant", change: both(aged("2019-03-01"), guarded),
			steps: sound},
		{name: "adhesive on a child of two", rule: "infant", change: both(aged("2025-03-01"), guarded, glue),
			steps: sound, fires: true, severity: rules.Stop},
		{name: "aerosol with asthma", rule: "asthma-aerosol", change: both(told("asthma", 0), adding(can)),
			steps: lay("can", "09:05", 0.8, face.Cheeks), fires: true, severity: rules.Stop},
		{name: "aerosol without asthma", rule: "asthma-aerosol", change: adding(can),
			steps: lay("can", "09:05", 0.8, face.Cheeks)},
		{name: "acid two days ago and a day out", rule: "photosensitised", change: told("exfoliated", 2),
			steps: sound, fires: true, severity: rules.Note},
		{name: "acid two weeks ago", rule: "photosensitised", change: told("exfoliated", 14), steps: sound},
		{name: "extraction by nobody licensed", rule: "licensed-only", steps: doing("treat", "extraction", "",
			face.Nose), fires: true, severity: rules.Stop},
		{name: "extraction by a licensed person", rule: "licensed-only",
			change: func(s *sitting.Sitting) { s.Day.Licensed = []string{"extraction"} },
			steps:  doing("treat", "extraction", "", face.Nose)},
		{name: "balm near the eyes with lenses in", rule: "lens-in", change: both(wearing("contact_lenses"),
			adding(kit.Product{ID: "balm", Name: "Balm", Kind: "balm", Base: "oil", EyeSafe: true})),
			steps: doing("cleanse", "balm", "balm", face.Eyelids), fires: true, severity: rules.Stop},
		{name: "lens-safe micellar there is a caution", rule: "lens-in", change: wearing("contact_lenses_stay"),
			steps: doing("cleanse", "micellar", "micellar", face.Eyelids), fires: true, severity: rules.Caution},
		{name: "lenses out first", rule: "lens-in", change: wearing("contact_lenses"),
			steps: func(t *testing.T) []stack.Step {
				return []stack.Step{Do(t, "l", By("lens_out", ""), "09:00", 60),
					Do(t, "c", By("cleanse", "micellar"), "09:02", 60, face.Eyelids)}
			}},
		{name: "oil on extensions", rule: "oil-on-extensions", change: both(wearing("lash_extensions"),
			adding(kit.Product{ID: "eyeoil", Name: "Eye oil", Kind: "eye_cream", Base: "oil", EyeSafe: true})),
			steps: lay("eyeoil", "09:05", 0.8, face.Eyelids), fires: true, severity: rules.Stop},
		{name: "water-based near extensions", rule: "oil-on-extensions", change: wearing("lash_extensions"),
			steps: doing("cleanse", "micellar", "micellar", face.Eyelids)},
		{name: "polish on a breakout", rule: "scrub-on-sore", change: both(marked(face.Cheeks, face.Breakout),
			picking("same_day_polish", "gentle")), steps: doing("treat", "enzyme_polish", "polish", face.Cheeks),
			fires: true, severity: rules.Stop},
		{name: "polish on calm skin", rule: "scrub-on-sore", change: picking("same_day_polish", "gentle"),
			steps: doing("treat", "enzyme_polish", "polish", face.Cheeks)},
		{name: "micellar left on where the method rinses", rule: "not-rinsed",
			steps: doing("cleanse", "micellar", "micellar", everywhere...), fires: true, severity: rules.Note},
		{name: "micellar left on by method", rule: "not-rinsed", change: picking("micellar_rinse", "leave"),
			steps: doing("cleanse", "micellar", "micellar", everywhere...)},
		{name: "micellar rinsed", rule: "not-rinsed", steps: sound},
	}
	seen := map[rules.ID]map[bool]bool{}
	for _, c := range cases {
		if seen[c.rule] == nil {
			seen[c.rule] = map[bool]bool{}
		}
		seen[c.rule][c.fires] = true
		t.Run(string(c.rule)+"/"+c.name, func(t *testing.T) {
			s := With(t, func(s *sitting.Sitting) {
				if c.change != nil {
					c.change(s)
				}
			})
			res := stack.Prep(sitting.Open(s), c.steps(t))
			found := Found(res.Findings, c.rule)
			if (len(found) > 0) != c.fires {
				t.Fatalf("fires is %v, want %v; all findings: %s", len(found) > 0, c.fires, Rules(res.Findings))
			}
			if c.fires && found[0].Severity != c.severity {
				t.Errorf("severity is %s, want %s", found[0].Severity, c.severity)
			}
			if c.step != "" && found[0].Step != c.step {
				t.Errorf("names step %q, want %q", found[0].Step, c.step)
			}
			for _, f := range found {
				if f.Say == "" || f.Because == "" || f.Instead == "" {
					t.Errorf("a finding must say what, why and what to do instead: %+v", f)
				}
			}
		})
	}
	for _, r := range rules.All(say.English) {
		if r.Phase == "prep" && !(seen[r.ID][true] && seen[r.ID][false]) {
			t.Errorf("rule %s of prep needs a case that fires and one that does not", r.ID)
		}
	}
}

func TestAStopIsLiftedOnlyByAWrittenReasonAndTheFinalOnesNever(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		s.Client.Allergies = []string{"fragrance"}
		Add(s, scented)
		s.Overrides = []sitting.Override{{Rule: "allergen", Reason: "she says it is fine"},
			{Rule: "layer-not-set", Reason: "pressed dry with a tissue"}}
	})
	res := stack.Prep(sitting.Open(s), []stack.Step{Apply(t, "a", "toner", "09:02", 0.8, face.Cheeks),
		Apply(t, "b", "scented", "09:02:40", 0.5, face.Cheeks)})
	if f := Found(res.Findings, "layer-not-set"); len(f) != 1 || f[0].Override != "pressed dry with a tissue" {
		t.Errorf("the written reason must stand with the lifted stop: %+v", f)
	}
	if f := Found(res.Findings, "allergen"); len(f) != 1 || f[0].Override != "" || f[0].Overridable {
		t.Errorf("no reason lifts an allergy: %+v", f)
	}
}

func TestNoReasonLiftsAnEyeInfectionWhileOneLiftsAColdSore(t *testing.T) {
	sore := face.ConditionKind(face.ColdSore)
	for kind, lifted := range map[face.ConditionKind]bool{face.EyeInfection: false, sore: true} {
		s := With(t, told(kind, 0))
		s.Overrides = []sitting.Override{{Rule: "contagious", Reason: "seen by a pharmacist"}}
		f := Found(stack.Prep(sitting.Open(s), nil).Findings, "contagious")
		if len(f) != 1 || f[0].Overridable != lifted || (f[0].Override != "") != lifted {
			t.Errorf("%s: %+v", kind, f)
		}
	}
}

func TestWhyNothingWasDoneIsTheNearestReason(t *testing.T) {
	toner := func(change func(*kit.Product)) func(*sitting.Sitting) {
		return func(s *sitting.Sitting) {
			s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind == kit.Toner })
			if change != nil {
				p := kit.Product{ID: "x", Name: "X", Kind: kit.Toner, Base: kit.BaseWater}
				change(&p)
				Add(s, p)
			}
		}
	}
	for name, c := range map[string]struct {
		change func(*sitting.Sitting)
		want   say.ID
	}{
		"none":        {toner(nil), say.WhyNoProduct},
		"none left":   {toner(func(p *kit.Product) { p.RemainingG = P(0.0) }), say.WhyGone},
		"hardly any":  {toner(func(p *kit.Product) { p.RemainingG = P(0.01) }), say.WhyLittle},
		"out of date": {toner(func(p *kit.Product) { p.ExpiresOn = On(t, "2027-01-01") }), say.WhyGone},
		"may not": {func(s *sitting.Sitting) {
			toner(func(p *kit.Product) { p.Tags = []string{"latex"} })(s)
			s.Client.Allergies = []string{"latex"}
		}, say.WhyMayNot},
		"may": {toner(func(*kit.Product) {}), say.WhyNoPlace},
	} {
		got := stack.WhyNot(sitting.Open(With(t, c.change)), []kit.Kind{kit.Toner}, act.Apply, face.SetOf(face.Cheeks))
		if got != c.want {
			t.Errorf("%s: %s, want %s", name, got, c.want)
		}
	}
}

var sheaLotion = kit.Product{ID: "shea", Name: "Shea", Kind: "moisturiser_lotion", Tags: []string{"shea"}}

func TestHerYesToARelativeOfNutsIsKeptAndLiftsTheCaution(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		s.Client.Allergies = []string{"nuts"}
		Add(s, sheaLotion)
		s.Overrides = []sitting.Override{{Rule: "nut-relative", Reason: "she wears shea every day"}}
	})
	res := stack.Prep(sitting.Open(s), []stack.Step{Apply(t, "a", "shea", "09:05", 0.5, face.Cheeks)})
	f := Found(res.Findings, "nut-relative")
	if len(f) != 1 || f[0].Severity != rules.Note || f[0].Override != "she wears shea every day" {
		t.Errorf("her yes stands with the rule, and no caution is left: %+v", f)
	}
}

func TestWordsThatLeadNowhereAreSaidOnceForTheSitting(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		s.Client.Allergies = []string{"wobble_wort", "latex", "grumbleroot", "Wobble wort"}
	})
	f := Found(stack.Prep(sitting.Open(s), nil).Findings, "allergy-unknown")
	if len(f) != 1 || !strings.Contains(f[0].Say, ": wobble wort and grumbleroot.") || len(f[0].Zones) != 0 {
		t.Errorf("both words, once: %+v", f)
	}
}

func TestWhatRunsOutIsSaidOnceOfAllThatIsTaken(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "end", Name: "End", Kind: "moisturiser_lotion", RemainingG: P(0.05)})
	})
	f := Found(stack.Prep(sitting.Open(s), []stack.Step{Apply(t, "a", "end", "09:05", 0.5, face.Cheeks),
		Apply(t, "b", "end", "09:15", 0.5, face.Cheeks)}).Findings, "runs-out")
	if len(f) != 1 || f[0].Step != "a" || f[0].Say != "End needs 0.19 g; 0.05 g is left." {
		t.Errorf("twice 0.095 g: %+v", f)
	}
}

func TestFilmWinsOverGramsAndGramsAloneAreSpreadEvenly(t *testing.T) {
	c := sitting.Open(Sitting(t))
	step := Apply(t, "a", "lotion", "09:05", 0.5, face.Cheeks)
	step.Grams = 9
	res := stack.Prep(c, []stack.Step{step})
	if got := float64(res.Steps[0].Grams); doc.Round(got) != 0.095 {
		t.Errorf("0.5 mg/cm² on 190 cm² is 0.095 g, got %g", got)
	}
	step = Do(t, "a", By("apply", "lotion"), "09:05", 30, face.Cheeks)
	step.Grams = 0.19
	res = stack.Prep(c, []stack.Step{step})
	if got := float64(res.Steps[0].Film[face.Cheeks]); doc.Round(got) != 1 {
		t.Errorf("0.19 g on 190 cm² is 1 mg/cm², got %g", got)
	}
	if u, unit := res.Steps[0].Units, res.Steps[0].Unit; doc.Round(float64(u)) != 0.6333 || unit != "pump" {
		t.Errorf("0.19 g of a 0.3 g pump is 0.6333 pump, got %g %s", float64(u), unit)
	}
}

func TestARepairOfTheDayThatNoStepMakesIsNamed(t *testing.T) {
	twice := func(s *sitting.Sitting) {
		s.Day.Repairs = []day.Repair{{At: at("09:50"), Zone: "chin"}, {At: at("10:20"), Zone: "chin"}}
	}
	for made, want := range map[int]string{0: "chin at 09:50", 1: "chin at 10:20", 2: ""} {
		steps := sound(t)
		for range made {
			steps = append(steps, Do(t, "mend", By(act.Repair, ""), "09:52", 60, face.Chin))
		}
		f := Found(stack.Prep(sitting.Open(With(t, twice)), steps).Findings, rules.MethodNotMet)
		if len(f) != 2-made || made < 2 && !strings.Contains(f[len(f)-1].Say+f[0].Say, want) {
			t.Errorf("%d made: %s", made, Rules(f))
		}
	}
	left := With(t, func(s *sitting.Sitting) {
		twice(s)
		s.Client.Zones[face.Chin] = face.Grades{Today: face.Leave}
	})
	if f := Found(stack.Prep(sitting.Open(left), sound(t)).Findings, rules.MethodNotMet); len(f) > 0 {
		t.Errorf("on skin that is left alone: %s", Rules(f))
	}
}

func TestSkinThatACleanseOfTheFaceLeftOutIsNamed(t *testing.T) {
	cleansed := func(zones ...face.Zone) []rules.Finding {
		steps := []stack.Step{Do(t, "c", By(act.Cleanse, "micellar"), "09:05", 60, zones...)}
		res := stack.Prep(sitting.Open(Sitting(t)), steps)
		if day.Wall(res.StartsAt) != steps[0].Start {
			t.Errorf("one step starts at %s, the prep at %s", res.Steps[0].Start, res.StartsAt)
		}
		return slices.DeleteFunc(Found(res.Findings, rules.UncoveredSkin), func(f rules.Finding) bool {
			return !strings.HasSuffix(f.Say, "not cleansed.")
		})
	}
	if found := cleansed(face.Forehead); len(found) != 1 || !slices.Equal(found[0].Zones,
		[]face.Zone{face.Neck, face.Ears}) {
		t.Errorf("the face alone: %+v", found)
	}
	if found := cleansed(face.Forehead, face.Neck); len(found) != 1 || !slices.Equal(found[0].Zones,
		[]face.Zone{face.Ears}) {
		t.Errorf("face and neck: %+v", found)
	}
	if found := cleansed(face.Forehead, face.Neck, face.Ears); len(found) != 0 {
		t.Errorf("all: %+v", found)
	}
}

func TestAThinBlendIsThinWhereverItIsBlended(t *testing.T) {
	c := sitting.Open(Sitting(t))
	a := Apply(t, "a", "lotion", "09:05", 0.5, face.Cheeks, face.Jaw)
	b := Apply(t, "b", "spf", "09:05", 2, face.Cheeks, face.Jaw)
	b.Film[face.Jaw] = 1.5
	for with, want := range map[string][]face.Zone{"": {face.Jaw}, "a": {face.Cheeks, face.Jaw}} {
		b.With = with
		f := Found(stack.Prep(c, []stack.Step{a, b}).Findings, rules.SPFShort)
		if len(f) != 1 || !slices.Equal(f[0].Zones, want) {
			t.Errorf("with %q: %+v, want %v", with, f, want)
		}
	}
	a.With, b.With = "b", "" // it is the lotion that is mixed in
	f := Found(stack.Prep(c, []stack.Step{b, a}).Findings, rules.SPFShort)
	if len(f) != 1 || !slices.Equal(f[0].Zones, []face.Zone{face.Cheeks, face.Jaw}) {
		t.Errorf("lotion mixed into it: %+v", f)
	}
}

func TestWhatStopsAZoneIsSaidOnceAndNotAgainByALesserRow(t *testing.T) {
	p := stack.Prep(sitting.Open(With(t, func(s *sitting.Sitting) {
		s.Client.Conditions = []face.Condition{{Kind: face.Needling, On: s.Day.Date, Zone: P(face.Cheeks)},
			{Kind: face.Radiotherapy, On: s.Day.Date, Zone: P(face.Cheeks)}}
	})), sound(t)[:1])
	said := 0
	for _, f := range p.Findings {
		if f.Rule == rules.RecentProcedure && slices.Contains(f.Zones, face.Cheeks) && f.Step == "" {
			said++
		}
	}
	if said != 1 {
		t.Errorf("said %d times: %s", said, Rules(p.Findings))
	}
}

func TestADoseIsSaidInStripsOfAGramAndFingertipUnitsOfHalfOne(t *testing.T) {
	d := stack.Prep(sitting.Open(With(t, func(*sitting.Sitting) {})), sound(t)).Dose
	if d.Grams <= 0 || math.Abs(float64(d.FingerStrips-d.Grams)) > 1e-9 ||
		math.Abs(float64(d.FingertipUnits-2*d.Grams)) > 1e-9 {
		t.Errorf("%+v", d)
	}
}

func TestAStepOnNoZoneIsSpokenOfWithoutOne(t *testing.T) {
	x := Do(t, "x", By("treat", ""), "09:20", 60)
	x.Kind = act.Needling
	p := stack.Prep(sitting.Open(With(t, func(*sitting.Sitting) {})), append(sound(t), x))
	f := Found(p.Findings, "licensed-only")
	if len(f) != 1 || len(f[0].Zones) != 0 {
		t.Errorf("%+v", f)
	}
}

func TestACoatMixedInThePalmIsShortOnAllOfItsZonesAndOneByItselfWhereItIsThin(t *testing.T) {
	for _, with := range []string{"a", ""} {
		coat := Apply(t, "b", "spf", "09:10", 2, face.Chin, face.Cheeks)
		coat.Film[face.Chin], coat.With = 1, with
		p := stack.Prep(sitting.Open(With(t, func(*sitting.Sitting) {})), []stack.Step{
			Do(t, "hands", By("hands", ""), "09:00", 30), Apply(t, "a", "lotion", "09:10", 0.5, face.Cheeks), coat})
		want := []face.Zone{face.Chin}
		if with != "" {
			want = append(want, face.Cheeks)
		}
		if f := Found(p.Findings, "spf-short"); len(f) != 1 || !slices.Equal(f[0].Zones, want) {
			t.Errorf("with %q: %+v", with, f)
		}
	}
}
