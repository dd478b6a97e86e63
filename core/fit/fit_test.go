package fit_test

import (
	"slices"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

var (
	lotion = kit.Product{ID: "l", Name: "Lotion", Kind: kit.MoisturiserLotion, Base: kit.BaseEmulsion, Weight: 2}
	scrub  = kit.Product{ID: "s", Name: "Scrub", Kind: kit.Scrub}
	screen = kit.Product{ID: "f", Name: "Fluid", Kind: kit.Sunscreen, SPF: 30, BroadSpectrum: true, EyeSafe: true}
)

func with(p kit.Product, change func(p *kit.Product)) *kit.Product { change(&p); return &p }

// told is a sitting of somebody who told of a condition, on a date or now.
func told(kind face.ConditionKind, on string, zone ...face.Zone) func(s *sitting.Sitting) {
	return func(s *sitting.Sitting) {
		c := face.Condition{Kind: kind}
		if on != "" {
			var d day.Date
			_ = d.UnmarshalText([]byte(on))
			c.On = d
		}
		if len(zone) > 0 {
			c.Zone = &zone[0]
		}
		s.Client.Conditions = append(s.Client.Conditions, c)
	}
}

func born(date string) func(s *sitting.Sitting) {
	return func(s *sitting.Sitting) { _ = s.Client.Born.UnmarshalText([]byte(date)); s.Client.Guardian = true }
}

// avoided is the rules that planners never go against, though what they say may be a caution.
var avoided = []rules.ID{rules.Sunburnt, rules.Pregnancy, rules.Minor}

// TestEdgesOfWhoMayHaveWhat tries each window and threshold on both sides, by the phases that ask fit: before makeup,
// and after it.
func TestEdgesOfWhoMayHaveWhat(t *testing.T) {
	polish := func(s *sitting.Sitting) { s.Method[method.SameDayPolish] = method.Full }
	both := func(a, b func(s *sitting.Sitting)) func(s *sitting.Sitting) {
		return func(s *sitting.Sitting) { a(s); b(s) }
	}
	apply, treat, lay := fit.Use{Act: act.Apply, How: act.Pat}, fit.Use{Act: act.Treat},
		fit.Use{Act: act.Apply, How: act.Press}
	for _, c := range []struct {
		name     string
		rule     rules.ID
		change   func(s *sitting.Sitting)
		use      fit.Use
		product  *kit.Product
		zone     face.Zone
		severity rules.Severity // "" for nothing
	}{
		{"isotretinoin at 183 days", rules.Isotretinoin, both(polish, told(face.Isotretinoin, "2026-12-18")), treat,
			&scrub, face.Cheeks, rules.Stop},
		{"isotretinoin at 184 days", rules.Isotretinoin, both(polish, told(face.Isotretinoin, "2026-12-17")), treat,
			&scrub, face.Cheeks, ""},
		{"retinoid at three days", rules.RecentRetinoid, both(polish, told(face.Retinoid, "2027-06-16")), treat,
			&scrub, face.Cheeks, rules.Stop},
		{"retinoid at four days", rules.RecentRetinoid, both(polish, told(face.Retinoid, "2027-06-15")), treat,
			&scrub, face.Cheeks, ""},
		{"retinoid at seven days, sensitive", rules.RecentRetinoid, both(told(face.Retinoid, "2027-06-12"),
			func(s *sitting.Sitting) { s.Client.Sensitivity = 2 }), treat, &scrub, face.Cheeks, rules.Stop},
		{"retinoid at eight days, sensitive", rules.RecentRetinoid, both(told(face.Retinoid, "2027-06-11"),
			func(s *sitting.Sitting) { s.Client.Sensitivity = 2 }), treat, &scrub, face.Cheeks, ""},
		{"a lotion after a retinoid", rules.RecentRetinoid, told(face.Retinoid, "2027-06-18"), apply, &lotion,
			face.Cheeks, ""},
		{"injectables pressed a day later", rules.Injectables, told(face.Injectables, "2027-06-18"), lay, &lotion,
			face.Cheeks, rules.Stop},
		{"injectables pressed two days later", rules.Injectables, told(face.Injectables, "2027-06-17"), lay, &lotion,
			face.Cheeks, ""},
		{"injectables patted", rules.Injectables, told(face.Injectables, "2027-06-19"), apply, &lotion, face.Cheeks,
			""},
		{"injectables massaged at twenty-eight days", rules.Injectables, told(face.Injectables, "2027-05-22"),
			fit.Use{Act: act.Massage}, nil, face.Cheeks, rules.Stop},
		{"injectables massaged at twenty-nine days", rules.Injectables, told(face.Injectables, "2027-05-21"),
			fit.Use{Act: act.Massage}, nil, face.Cheeks, ""},
		{"filler massaged at twenty-eight days", rules.Injectables, told(face.Filler, "2027-05-22"),
			fit.Use{Act: act.Massage}, nil, face.Cheeks, rules.Stop},
		{"toxin massaged at fourteen days", rules.Injectables, told(face.Toxin, "2027-06-05"),
			fit.Use{Act: act.Massage}, nil, face.Cheeks, rules.Stop},
		{"toxin massaged at fifteen days", rules.Injectables, told(face.Toxin, "2027-06-04"),
			fit.Use{Act: act.Massage}, nil, face.Cheeks, ""},
		{"toxin pressed a day later", rules.Injectables, told(face.Toxin, "2027-06-18"), lay, &lotion, face.Cheeks,
			rules.Stop},
		{"warmed the day after a lash lift", rules.Heats, told(face.LashLift, "2027-06-18"),
			fit.Use{Act: act.Rinse, TempC: 36}, nil, face.Eyelids, rules.Stop},
		{"warmed in the second week after filler", rules.Heats, told(face.Filler, "2027-06-08"),
			fit.Use{Act: act.Rinse, TempC: 36}, nil, face.Cheeks, rules.Stop},
		{"warmed on rosacea", rules.Heats, told(face.Rosacea, ""), fit.Use{Act: act.Rinse, TempC: 36}, nil, face.Cheeks,
			rules.Caution},
		{"lukewarm on rosacea", rules.Heats, told(face.Rosacea, ""), fit.Use{Act: act.Rinse, TempC: 35}, nil,
			face.Cheeks, ""},
		{"factor forty-nine where light harms", rules.Photosensitised, told(face.Photosensitive, ""), apply,
			&kit.Product{ID: "a", Name: "A", Kind: kit.Sunscreen, Base: kit.BaseEmulsion, SPF: 49}, face.Cheeks,
			rules.Caution},
		{"factor fifty where light harms", rules.Photosensitised, told(face.Photosensitive, ""), apply,
			&kit.Product{ID: "a", Name: "A", Kind: kit.Sunscreen, Base: kit.BaseEmulsion, SPF: 50}, face.Cheeks, ""},
		{"weight four under the eyes", rules.UnderEyeHeavy, func(*sitting.Sitting) {}, apply,
			&kit.Product{ID: "a", Name: "A", Kind: kit.MoisturiserCream, Base: kit.BaseEmulsion, Weight: 4,
				EyeSafe: true}, face.UnderEyes, rules.Caution},
		{"weight three under the eyes", rules.UnderEyeHeavy, func(*sitting.Sitting) {}, apply,
			&kit.Product{ID: "a", Name: "A", Kind: kit.MoisturiserCream, Base: kit.BaseEmulsion, Weight: 3,
				EyeSafe: true}, face.UnderEyes, ""},
		{"polish at a facial", rules.StripsBeforeMakeup,
			func(s *sitting.Sitting) { s.Method[method.Facial] = method.Yes }, treat,
			&kit.Product{ID: "a", Name: "A", Kind: kit.EnzymePolish}, face.Cheeks, ""},
		{"polish and no facial", rules.StripsBeforeMakeup, func(*sitting.Sitting) {}, treat,
			&kit.Product{ID: "a", Name: "A", Kind: kit.EnzymePolish}, face.Cheeks, rules.Stop},
		{"a coarse scrub at a facial", rules.StripsBeforeMakeup,
			func(s *sitting.Sitting) { s.Method[method.Facial] = method.Yes }, treat, &scrub, face.Cheeks, rules.Stop},
		{"clay wiped off the day after injectables", rules.Injectables, told(face.Injectables, "2027-06-18"), treat,
			&kit.Product{ID: "a", Name: "A", Kind: kit.MaskClay}, face.Cheeks, rules.Stop},
		{"clay two days after injectables", rules.Injectables, told(face.Injectables, "2027-06-17"), treat,
			&kit.Product{ID: "a", Name: "A", Kind: kit.MaskClay}, face.Cheeks, ""},
		{"filler steamed in the second week", rules.Injectables, told(face.Filler, "2027-06-08"),
			fit.Use{Act: act.Treat, Kind: act.Steam}, nil, face.Cheeks, rules.Stop},
		{"injectables elsewhere", rules.Injectables, told(face.Injectables, "2027-06-18", face.Forehead), lay,
			&lotion, face.Cheeks, ""},
		{"a light peel at seven days", rules.RecentProcedure, both(polish, told(face.PeelLight, "2027-06-12")), treat,
			&scrub, face.Cheeks, rules.Stop},
		{"a light peel at eight days", rules.RecentProcedure, both(polish, told(face.PeelLight, "2027-06-11")), treat,
			&scrub, face.Cheeks, ""},
		{"a medium peel at twenty-eight days", rules.RecentProcedure, both(polish, told(face.PeelMedium, "2027-05-22")),
			treat, &scrub, face.Cheeks, rules.Stop},
		{"a medium peel at twenty-nine days", rules.RecentProcedure, both(polish, told(face.PeelMedium, "2027-05-21")),
			treat, &scrub, face.Cheeks, ""},
		{"a deep peel at ninety days", rules.RecentProcedure, both(polish, told(face.PeelDeep, "2027-03-21")), treat,
			&scrub, face.Cheeks, rules.Stop},
		{"a deep peel at ninety-one days", rules.RecentProcedure, both(polish, told(face.PeelDeep, "2027-03-20")),
			treat, &scrub, face.Cheeks, ""},
		{"laser at twenty-eight days", rules.RecentProcedure, told(face.Laser, "2027-05-22"), fit.Use{Act: act.Massage},
			nil, face.Cheeks, rules.Stop},
		{"laser at twenty-nine days", rules.RecentProcedure, told(face.Laser, "2027-05-21"), fit.Use{Act: act.Massage},
			nil, face.Cheeks, ""},
		{"needling at fifteen days", rules.RecentProcedure, told(face.Needling, "2027-06-04"),
			fit.Use{Act: act.Massage}, nil, face.Cheeks, ""},
		{"a lotion the day after laser", rules.RecentProcedure, told(face.Laser, "2027-06-18"), apply, &lotion,
			face.Cheeks, rules.Stop},
		{"a lotion two days after laser", rules.RecentProcedure, told(face.Laser, "2027-06-17"), apply, &lotion,
			face.Cheeks, ""},
		{"a retinoid on healing skin", rules.RecentProcedure, told(face.Laser, "2027-06-10"), apply,
			with(lotion, func(p *kit.Product) { p.Actives = map[string]float64{"retinal": 0.1} }), face.Cheeks,
			rules.Stop},
		{"exfoliated two days ago", rules.TooOften, told(face.Exfoliated, "2027-06-17"), treat, &scrub, face.Cheeks,
			rules.Caution},
		{"exfoliated three days ago", rules.TooOften, told(face.Exfoliated, "2027-06-16"), treat, &scrub, face.Cheeks,
			""},
		{"an acid of two per cent in pregnancy", rules.Pregnancy, told(face.Pregnant, ""), apply,
			with(lotion, func(p *kit.Product) { p.Actives = map[string]float64{"glycolic": 2} }), face.Cheeks,
			rules.Caution},
		{"a weaker one", rules.Pregnancy, told(face.Pregnant, ""), apply,
			with(lotion, func(p *kit.Product) { p.Actives = map[string]float64{"glycolic": 1.9} }), face.Cheeks, ""},
		{"a retinoid in pregnancy", rules.Pregnancy, told(face.Pregnant, ""), apply,
			with(lotion, func(p *kit.Product) { p.Actives = map[string]float64{"retinol": 0.1} }), face.Cheeks,
			rules.Stop},
		{"sunscreen under six months", rules.Infant, born("2027-01-01"), apply, &screen, face.Cheeks, rules.Stop},
		{"a lip balm with a factor under six months", rules.Infant, born("2027-01-01"), apply,
			&kit.Product{ID: "b", Name: "Balm", Kind: kit.LipBalm, SPF: 30}, face.Lips, rules.Stop},
		{"a lip balm without one", rules.Infant, born("2027-01-01"), apply,
			&kit.Product{ID: "b", Name: "Balm", Kind: kit.LipBalm}, face.Lips, ""},
		{"sunscreen at six months", rules.Infant, born("2026-12-18"), apply, &screen, face.Cheeks, ""},
		{"a rich cream on oil 2", rules.TooRich, nil, apply, with(lotion, func(p *kit.Product) { p.Weight = 4 }),
			face.Forehead, rules.Caution},
		{"a cream on oil 2", rules.TooRich, nil, apply, with(lotion, func(p *kit.Product) { p.Weight = 3.9 }),
			face.Forehead, ""},
		{"a rich cream on oil 1", rules.TooRich, nil, apply, with(lotion, func(p *kit.Product) { p.Weight = 5 }),
			face.Cheeks, ""},
		{"factor 30", rules.SPFLow, nil, apply, &screen, face.Cheeks, ""},
		{"factor 29", rules.SPFLow, nil, apply, with(screen, func(p *kit.Product) { p.SPF = 29 }), face.Cheeks,
			rules.Caution},
		{"factor 29 over makeup", rules.SPFLow, nil, fit.Use{Act: act.Reapply},
			with(screen, func(p *kit.Product) { p.SPF = 29 }), face.Cheeks, rules.Caution},
		{"factor 29 taken off", rules.SPFLow, nil, fit.Use{Act: act.Massage},
			with(screen, func(p *kit.Product) { p.SPF = 29 }), face.Cheeks, ""},
		{"narrow", rules.SPFLow, nil, apply, with(screen, func(p *kit.Product) { p.BroadSpectrum = false }),
			face.Cheeks, rules.Caution},
		{"cast 2 on type IV", rules.WhiteCast, func(s *sitting.Sitting) { s.Client.Phototype = 4 }, apply,
			with(screen, func(p *kit.Product) { p.WhiteCast = 2 }), face.Cheeks, rules.Caution},
		{"cast 1 on type IV", rules.WhiteCast, func(s *sitting.Sitting) { s.Client.Phototype = 4 }, apply,
			with(screen, func(p *kit.Product) { p.WhiteCast = 1 }), face.Cheeks, ""},
		{"cast 1 on type V", rules.WhiteCast, func(s *sitting.Sitting) { s.Client.Phototype = 5 }, apply,
			with(screen, func(p *kit.Product) { p.WhiteCast = 1 }), face.Cheeks, rules.Caution},
		{"cast 3 on type III", rules.WhiteCast, func(s *sitting.Sitting) { s.Client.Phototype = 3 }, apply,
			with(screen, func(p *kit.Product) { p.WhiteCast = 3 }), face.Cheeks, ""},
		{"no cast on type VI", rules.WhiteCast, func(s *sitting.Sitting) { s.Client.Phototype = 6 }, apply, &screen,
			face.Cheeks, ""},
		{"a peel without a licence", rules.LicensedOnly, nil, fit.Use{Act: act.Treat, Kind: act.Suction}, nil,
			face.Cheeks, rules.Stop},
		{"with one", rules.LicensedOnly, func(s *sitting.Sitting) { s.Day.Licensed = []string{"suction"} },
			fit.Use{Act: act.Treat, Kind: act.Suction}, nil, face.Cheeks, ""},
		{"a peel just before makeup", rules.StripsBeforeMakeup, nil, fit.Use{Act: act.Treat, Kind: act.Peel}, nil,
			face.Cheeks, rules.Stop},
		{"a peel at night", rules.StripsBeforeMakeup, nil, fit.Use{Act: act.Treat, Kind: act.Peel, After: true}, nil,
			face.Cheeks, ""},
		{"a scrub where the method is gentle", rules.StripsBeforeMakeup,
			func(s *sitting.Sitting) { s.Method[method.SameDayPolish] = method.Gentle }, treat, &scrub, face.Cheeks,
			rules.Stop},
		{"a fine scrub where the method is gentle", rules.StripsBeforeMakeup,
			func(s *sitting.Sitting) { s.Method[method.SameDayPolish] = method.Gentle }, treat,
			with(scrub, func(p *kit.Product) { p.Tags = []string{"fine"} }), face.Cheeks, ""},
		{"a new active", rules.StripsBeforeMakeup, nil, apply, with(lotion,
			func(p *kit.Product) { p.FirstUse, p.Actives = true, map[string]float64{"vitamin_c": 10} }), face.Cheeks,
			rules.Stop},
		{"a new soothing one", rules.StripsBeforeMakeup, nil, apply, with(lotion,
			func(p *kit.Product) { p.FirstUse, p.Actives = true, map[string]float64{"urea": 5} }), face.Cheeks, ""},
		{"scent on an eczema", rules.Eczema, told(face.Eczema, ""), apply,
			with(lotion, func(p *kit.Product) { p.Tags = []string{"fragrance"} }), face.Cheeks, rules.Caution},
		{"a bland lotion on an eczema", rules.Eczema, told(face.Eczema, ""), apply, &lotion, face.Cheeks, ""},
		{"menthol on rosacea", rules.Rosacea, told(face.Rosacea, ""), apply,
			with(lotion, func(p *kit.Product) { p.Tags = []string{"menthol"} }), face.Cheeks, rules.Caution},
		{"cold on rosacea", rules.Rosacea, told(face.Rosacea, ""), fit.Use{Act: act.Hold, Kind: act.ColdPads}, nil,
			face.Cheeks, rules.Caution},
		{"a lotion on rosacea", rules.Rosacea, told(face.Rosacea, ""), apply, &lotion, face.Cheeks, ""},
		{"sensitivity 2 and a first time", rules.PatchTest, func(s *sitting.Sitting) { s.Client.Sensitivity = 2 },
			apply, with(lotion, func(p *kit.Product) { p.FirstUse = true }), face.Cheeks, rules.Caution},
		{"sensitivity 1", rules.PatchTest, func(s *sitting.Sitting) { s.Client.Sensitivity = 1 }, apply,
			with(lotion, func(p *kit.Product) { p.FirstUse = true }), face.Cheeks, ""},
		{"an aerosol with asthma", rules.AsthmaAerosol, told(face.Asthma, ""), apply,
			with(lotion, func(p *kit.Product) { p.Aerosol = true }), face.Cheeks,
			rules.Get(rules.AsthmaAerosol).Severity},
		{"cast 2 under flash", rules.Flashback, func(s *sitting.Sitting) {
			s.Day.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: day.Indoors, Flash: true}}
		}, apply, with(screen, func(p *kit.Product) { p.Filters, p.WhiteCast = kit.Organic, 2 }), face.Cheeks,
			rules.Caution},
		{"cast 1 under flash", rules.Flashback, func(s *sitting.Sitting) {
			s.Day.Segments = []day.Segment{{From: At(t, "12:00"), To: At(t, "13:00"), Place: day.Indoors, Flash: true}}
		}, apply, with(screen, func(p *kit.Product) { p.Filters, p.WhiteCast = kit.Organic, 1 }), face.Cheeks, ""},
	} {
		t.Run(c.name, func(t *testing.T) {
			u := c.use
			if c.change == nil {
				c.change = func(*sitting.Sitting) {}
			}
			u.Case, u.Product, u.Zone = sitting.Open(With(t, c.change)), c.product, c.zone
			if u.Kind == "" && c.product != nil {
				u.Kind = act.Detail(c.product.Kind)
			}
			got := rules.Severity("")
			for _, o := range u.Fits() {
				if o.Rule == c.rule {
					got = o.Severity
					barred := o.Severity == rules.Stop || slices.Contains(avoided, c.rule)
					if o.Bars != barred && c.rule != rules.Disliked {
						t.Errorf("a %s bars: %t", o.Severity, o.Bars)
					}
				}
			}
			if got != c.severity {
				t.Errorf("%s is %q, want %q", c.rule, got, c.severity)
			}
		})
	}
}

func TestASunscreenOfWhichNoFactorIsKnownIsNotChosenForIt(t *testing.T) {
	for spf, bars := range map[float64]bool{0: true, 1: true, 1.5: false} {
		c := sitting.Open(Sitting(t))
		p := kit.Product{ID: "a", Name: "A", Kind: kit.Sunscreen, SPF: spf}
		for _, what := range []act.Act{act.Apply, act.Reapply} {
			u := fit.Use{Case: c, Product: &p, Act: what, Kind: act.Detail(p.Kind), Zone: face.Cheeks}
			i := slices.IndexFunc(u.Fits(), func(o fit.Objection) bool { return o.Rule == rules.SPFLow })
			if i < 0 || u.Fits()[i].Bars != bars {
				t.Errorf("factor %g, %s: %+v", spf, what, u.Fits())
			}
		}
	}
}

func TestObjectionsOfSeveralZonesArePutTogetherByRuleAndReason(t *testing.T) {
	c := sitting.Open(Sitting(t))
	met := fit.Gather(c, []face.Zone{face.Forehead, face.Nose, face.Cheeks}, func(z face.Zone) []fit.Objection {
		if z == face.Cheeks {
			return []fit.Objection{{Rule: rules.TooRich, Severity: rules.Note, Say: "other"}}
		}
		return []fit.Objection{{Rule: rules.TooRich, Severity: rules.Caution, Final: true}}
	})
	if len(met) != 2 || met[0].Zones != face.SetOf(face.Forehead, face.Nose) ||
		met[1].Zones != face.SetOf(face.Cheeks) {
		t.Fatalf("%+v", met)
	}
	f, g := met[0].Finding(c, rules.Prep, "p1"), met[1].Finding(c, rules.Lift, "r1")
	if f.Say != "The moisturiser is too rich for an oily zone." || f.Overridable || f.Severity != rules.Caution ||
		f.Step != "p1" || g.Say != "Other" || g.Phase != rules.Lift || g.Severity != rules.Note {
		t.Errorf("%+v\n%+v", f, g)
	}
}

func TestAFlareIsEczemaThatIsIrritatedNow(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		told(face.Eczema, "", face.Cheeks)(s)
		s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(1), Marks: []face.Mark{face.Irritated}}
		s.Client.Zones[face.Nose] = face.Grades{Oil: P(1), Water: P(1), Marks: []face.Mark{face.Irritated}}
	})
	c := sitting.Open(s)
	for kind, only := range map[kit.Kind]face.Set{kit.Essence: face.SetOf(face.Cheeks), kit.SPFFluid: 0,
		kit.DryPatchBalm: 0, kit.MoisturiserLotion: 0} {
		p := kit.Product{ID: "e", Name: "It", Kind: kind, Base: kit.BaseWater}
		for _, z := range []face.Zone{face.Cheeks, face.Nose} {
			use := fit.Use{Case: c, Zone: z, Act: act.Apply, How: act.Pat, Product: &p}
			is := slices.ContainsFunc(use.Fits(), func(o fit.Objection) bool { return o.Rule == rules.Eczema })
			if is != only.Has(z) {
				t.Errorf("%s, %s: %+v", kind, z, use.Fits())
			}
		}
	}
}

func TestAnEyeInfectionIsLiftedByNoReasonAndAColdSoreByOne(t *testing.T) {
	for _, c := range []struct {
		kind  face.ConditionKind
		zone  face.Zone
		final bool
	}{{face.EyeInfection, face.Eyelids, true}, {face.ConditionKind(face.ColdSore), face.Lips, false}} {
		open := sitting.Open(With(t, told(c.kind, "")))
		use := fit.Use{Case: open, Zone: c.zone, Act: act.Apply, How: act.Pat, Product: &lotion}
		i := slices.IndexFunc(use.Fits(), func(o fit.Objection) bool { return o.Rule == rules.Contagious })
		if i < 0 || use.Fits()[i].Final != c.final {
			t.Errorf("%s: %+v", c.kind, use.Fits())
		}
	}
}

func TestWhatIsTheClientsOwnToDoIsNoMatterForADoctor(t *testing.T) {
	for _, today := range []face.Today{face.Self, face.Leave} {
		c := sitting.Open(With(t, func(s *sitting.Sitting) { s.Client.Zones[face.Chin] = face.Grades{Today: today} }))
		use := fit.Use{Case: c, Product: &lotion, Act: act.Apply, How: act.Pat}
		for _, met := range use.Over([]face.Zone{face.Chin}) {
			f := met.Finding(c, rules.Prep, "p1")
			if f.Rule == rules.LeaveAlone && strings.Contains(f.Instead, "doctor") != (today == face.Leave) {
				t.Errorf("%s: %s %s", today, f.Because, f.Instead)
			}
		}
		if len(use.Over([]face.Zone{face.Chin})) == 0 {
			t.Errorf("%s: nothing speaks against it", today)
		}
	}
}
