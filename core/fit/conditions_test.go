package fit_test

import (
	"slices"
	"testing"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

// marked is a sitting of somebody with a mark on the chin.
func marked(m face.Mark) func(s *sitting.Sitting) {
	return func(s *sitting.Sitting) {
		s.Client.Zones[face.Chin] = face.Grades{Oil: P(1), Water: P(1), Marks: []face.Mark{m}}
	}
}

// today says what the chin is that day.
func today(is face.Today) func(s *sitting.Sitting) {
	return func(s *sitting.Sitting) {
		s.Client.Zones[face.Chin] = face.Grades{Oil: P(1), Water: P(1), Today: is}
	}
}

// booked is a treatment that is to come.
func booked(kind day.BookedKind, on, zone string) func(s *sitting.Sitting) {
	return func(s *sitting.Sitting) {
		b := day.Booked{Kind: kind, Zone: zone}
		if err := b.On.UnmarshalText([]byte(on)); err != nil {
			panic(err)
		}
		s.Day.Planned = append(s.Day.Planned, b)
	}
}

func bornOn(date string) func(s *sitting.Sitting) {
	return func(s *sitting.Sitting) {
		if err := s.Client.Born.UnmarshalText([]byte(date)); err != nil {
			panic(err)
		}
	}
}

// TestWhatAConditionRulesOutHoldsWhereItIs asks the table as planners do, in whichever phase: which zones a nature is
// ruled out on.
func TestWhatAConditionRulesOutHoldsWhereItIs(t *testing.T) {
	chin, all, lids, brows := face.SetOf(face.Chin), face.All, face.SetOf(face.Eyelids), face.SetOf(face.Brows)
	about := face.SetOf(face.UpperLip, face.Chin, face.Cheeks, face.Jaw, face.Lips, face.Neck)
	none := func(*sitting.Sitting) {}
	sensitive := func(s *sitting.Sitting) { s.Client.Sensitivity = 2 }
	for _, c := range []struct {
		name   string
		change func(s *sitting.Sitting)
		nature nature.Set
		want   face.Set
	}{
		{"nobody: polish", none, nature.Polishes, 0},
		{"nobody: an active tonight", none, nature.Treats, 0},
		{"rosacea: cold", told(face.Rosacea, "", face.Chin), nature.Chills, chin},
		{"rosacea: heat", told(face.Rosacea, "", face.Chin), nature.Heats, chin},
		{"rosacea: suction", told(face.Rosacea, "", face.Chin), nature.Sucks, chin},
		{"rosacea: massage", told(face.Rosacea, "", face.Chin), nature.Massages, chin},
		{"rosacea: menthol", told(face.Rosacea, "", face.Chin), nature.Menthol, chin},
		{"rosacea: a strong acid", told(face.Rosacea, "", face.Chin), nature.StrongAcid, chin},
		{"rosacea: pressing", told(face.Rosacea, "", face.Chin), nature.Presses, 0},
		{"rosacea: an active tonight", told(face.Rosacea, "", face.Chin), nature.Treats, chin},
		{"eczema: an active tonight", told(face.Eczema, "", face.Chin), nature.Treats, chin},
		{"irritated: an active tonight", marked(face.Irritated), nature.Treats, chin},
		{"sunburnt: an active tonight", marked(face.Sunburn), nature.Treats, chin},
		{"broken: an active tonight", marked(face.Broken), nature.Treats, chin},
		{"blistered: an active tonight", marked(face.Blister), nature.Treats, chin},
		{"breakout: an active tonight", marked(face.Breakout), nature.Treats, 0},
		{"breakout: polish", marked(face.Breakout), nature.Polishes, chin},
		{"sensitive: polish", sensitive, nature.Polishes, all},
		{"peel of the day before: an active tonight", told(face.PeelLight, "2027-06-18", face.Chin), nature.Treats,
			chin},
		{"injectables of the day: pressing", told(face.Injectables, "2027-06-19", face.Chin), nature.Presses, chin},
		{"injectables of the day: suction", told(face.Injectables, "2027-06-19", face.Chin), nature.Sucks, about},
		{"injectables of the day before: a remover massaged in", told(face.Injectables, "2027-06-18", face.Chin),
			nature.Works, chin},
		{"injectables of the day before: rubbing", told(face.Filler, "2027-06-18", face.Chin), nature.Rubs, chin},
		{"injectables: two days on flat fingers may loosen a remover", told(face.Injectables, "2027-06-17", face.Chin),
			nature.Works | nature.Rubs, 0},
		{"injectables in lips: a remover held there", told(face.Injectables, "2027-06-18", face.Lips), nature.Works, 0},
		{"toxin: polish, beside it too", told(face.Toxin, "2027-06-10", face.Chin), nature.Polishes, about},
		{"filler in the fourth week: suction", told(face.Filler, "2027-05-24", face.Chin), nature.Sucks, about},
		{"filler in the fifth week", told(face.Filler, "2027-05-21", face.Chin), nature.Sucks | nature.Polishes, 0},
		{"a lash lift, no zone named: oil", told(face.LashLift, "2027-06-17"), nature.Oily, lids},
		{"a lash lift: steam", told(face.LashLift, "2027-06-17"), nature.Heats, lids},
		{"a lash lift: a remover massaged in", told(face.LashLift, "2027-06-17"), nature.Works, lids},
		{"a lash lift: a film", told(face.LashLift, "2027-06-17"), nature.Leaves, 0},
		{"a lash lift three days ago: oil", told(face.LashLift, "2027-06-16"), nature.Oily, 0},
		{"a fresh peel: anything at all", told(face.PeelLight, "2027-06-18", face.Chin), nature.Touches, chin},
		{"a light peel two days ago: a film", told(face.PeelLight, "2027-06-17", face.Chin), nature.Leaves, 0},
		{"a medium peel a week ago: anything", told(face.PeelMedium, "2027-06-12", face.Chin), nature.Touches, chin},
		{"a medium peel eight days ago", told(face.PeelMedium, "2027-06-11", face.Chin), nature.Touches, 0},
		{"a deep peel two weeks ago: anything", told(face.PeelDeep, "2027-06-05", face.Chin), nature.Touches, chin},
		{"a deep peel fifteen days ago", told(face.PeelDeep, "2027-06-04", face.Chin), nature.Touches, 0},
		{"a peel two days ago: rubbing", told(face.PeelLight, "2027-06-17", face.Chin), nature.Rubs, chin},
		{"a peel two days ago: a mitt", told(face.PeelLight, "2027-06-17", face.Chin), nature.Fibres, chin},
		{"a brow tattoo ten days ago: anything", told(face.BrowTattoo, "2027-06-09"), nature.Touches, brows},
		{"a brow tattoo eleven days ago: oil", told(face.BrowTattoo, "2027-06-08"), nature.Oily, brows},
		{"a brow tattoo eleven days ago: anything", told(face.BrowTattoo, "2027-06-08"), nature.Touches, 0},
		{"a lip tattoo four weeks ago: acid", told(face.LipTattoo, "2027-05-22"), nature.Acid, face.SetOf(face.Lips)},
		{"a liner tattoo four weeks ago: a remover worked in", told(face.LinerTattoo, "2027-05-22"), nature.Works,
			lids},
		{"a liner tattoo longer ago", told(face.LinerTattoo, "2027-05-21"), nature.Works | nature.Acid, 0},
		{"waxed the day before: scent", told(face.Waxed, "2027-06-18", face.Chin), nature.Scent, chin},
		{"sugared the day before: acid", told(face.Sugared, "2027-06-18", face.Chin), nature.Acid, chin},
		{"threaded the day before: alcohol", told(face.Threaded, "2027-06-18", face.Chin), nature.Alcohol, chin},
		{"hair cream the day before: heat", told(face.HairCream, "2027-06-18", face.Chin), nature.Heats, chin},
		{"bladed two days before: polish", told(face.Bladed, "2027-06-17", face.Chin), nature.Polishes, chin},
		{"waxed two days before: scent", told(face.Waxed, "2027-06-17", face.Chin), nature.Scent, 0},
		{"waxed three days before: polish", told(face.Waxed, "2027-06-16", face.Chin), nature.Polishes, 0},
		{"to be waxed in five days: acid", booked(day.Waxed, "2027-06-24", "chin"), nature.Acid, chin},
		{"to be waxed in six days: acid", booked(day.Waxed, "2027-06-25", "chin"), nature.Acid, 0},
		{"to be threaded in a week, no zone named: retinoid", booked(day.Threaded, "2027-06-26", ""), nature.Retinoid,
			all},
		{"to be threaded in eight days: retinoid", booked(day.Threaded, "2027-06-27", "chin"), nature.Retinoid, 0},
		{"to be waxed tomorrow: scent and polish", booked(day.Waxed, "2027-06-20", "chin"), nature.Scent |
			nature.Polishes, 0},
		{"a peel that is booked: acid", booked(day.PeelLight, "2027-06-24", "chin"), nature.Acid, 0},
		{"told of as waxed on a day to come: acid", told(face.Waxed, "2027-06-22", face.Chin), nature.Acid, chin},
		{"told of as waxed on a day to come: scent", told(face.Waxed, "2027-06-22", face.Chin), nature.Scent, 0},
		{"a nick: alcohol", told(face.Nick, "", face.Chin), nature.Alcohol, chin},
		{"a nick: a film", told(face.Nick, "", face.Chin), nature.Leaves | nature.Touches, 0},
		{"psoriasis: tape", told(face.Psoriasis, "", face.Chin), nature.Pulls, chin},
		{"psoriasis: massage", told(face.Psoriasis, "", face.Chin), nature.Massages, chin},
		{"psoriasis: a remover loosened", told(face.Psoriasis, "", face.Chin), nature.Works, 0},
		{"vitiligo: polish", func(s *sitting.Sitting) {
			s.Client.Phototype = 4
			s.Client.Zones[face.Chin] = face.Grades{Oil: P(1), Water: P(1), Phototype: P(1)}
		}, nature.Polishes, chin},
		{"thin skin: tape", told(face.ThinSkin, "", face.Chin), nature.Pulls, chin},
		{"blood thinners: suction", told(face.BloodThinner, ""), nature.Sucks, all},
		{"keloids: what opens the skin", told(face.Keloid, "", face.Chin), nature.Pierces, all},
		{"self-tan three days ago: oil", told(face.SelfTan, "2027-06-16", face.Chin), nature.Oily, chin},
		{"self-tan four days ago: oil", told(face.SelfTan, "2027-06-15", face.Chin), nature.Oily, 0},
		{"radiotherapy four weeks ago: adhesive", told(face.Radiotherapy, "2027-05-22", face.Chin), nature.Sticks,
			chin},
		{"radiotherapy longer ago", told(face.Radiotherapy, "2027-05-21", face.Chin), nature.Sticks, 0},
		{"chemotherapy 90 days ago: scent", told(face.Chemotherapy, "2027-03-21"), nature.Scent, all},
		{"chemotherapy 91 days ago: scent", told(face.Chemotherapy, "2027-03-20"), nature.Scent, 0},
		{"eye surgery: adhesive", told(face.EyeSurgery, "2027-06-01"), nature.Sticks, face.NearEyes},
		{"eye infection until yesterday: anything", told(face.EyeInfection, "2027-06-18"), nature.Touches,
			face.NearEyes},
		{"eye infection until two days ago", told(face.EyeInfection, "2027-06-17"), nature.Touches, 0},
		{"a zone to leave", today(face.Leave), nature.Touches, chin},
		{"a zone she does herself", today(face.Self), nature.Touches, chin},
		{"a zone without makeup", today(face.CleanZone), nature.Touches, 0},
		{"sunburn: a polish", marked(face.Sunburn), nature.Polishes, chin},
		{"irritated: a mitt", marked(face.Irritated), nature.Fibres, chin},
		{"a child: primer", bornOn("2019-03-01"), nature.Primes, all},
		{"a child: scent", bornOn("2019-03-01"), nature.Scent, all},
		{"sixteen: primer", bornOn("2011-06-19"), nature.Primes | nature.Acid, 0},
		{"seventeen: a lash serum", bornOn("2010-01-01"), nature.ForLashes, all},
		{"eighteen: a lash serum", bornOn("2009-06-19"), nature.ForLashes, 0},
		{"radiotherapy: harsh", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Harsh, chin},
		{"radiotherapy: scent", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Scent, chin},
		{"radiotherapy: polishes", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Polishes, chin},
		{"radiotherapy: heats", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Heats, chin},
		{"radiotherapy: massages", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Massages, chin},
		{"radiotherapy: retinoid", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Retinoid, chin},
		{"radiotherapy: sticks", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Sticks, chin},
		{"radiotherapy: pulls", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Pulls, chin},
		{"radiotherapy: sucks", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Sucks, chin},
		{"radiotherapy: fibres", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Fibres, chin},
		{"radiotherapy: moisture", told(face.Radiotherapy, "2027-06-01", face.Chin), nature.Moistens, 0},
		{"pregnant: a lash serum", told(face.Pregnant, ""), nature.ForLashes, all},
		{"rosacea: a mitt", told(face.Rosacea, "", face.Chin), nature.Fibres, chin},
		{"rosacea: scent", told(face.Rosacea, "", face.Chin), nature.Scent, chin},
		{"eczema: massage", told(face.Eczema, "", face.Chin), nature.Massages, chin},
		{"a peel two days ago: massage", told(face.PeelLight, "2027-06-17", face.Chin), nature.Massages, chin},
		{"a peel two days ago: a retinoid", told(face.PeelLight, "2027-06-17", face.Chin), nature.Retinoid, chin},
		{"isotretinoin: glue", told(face.Isotretinoin, "2027-06-01"), nature.StrongGlue, all},
		{"a retinoid: glue", told(face.Retinoid, "2027-06-18", face.Chin), nature.StrongGlue, chin},
		{"exfoliated: an acid toner", told(face.Exfoliated, "2027-06-17", face.Chin), nature.AcidToner, chin},
		{"exfoliated three days ago", told(face.Exfoliated, "2027-06-16", face.Chin), nature.AcidToner, 0},
		{"exfoliated: lips", told(face.Exfoliated, "2027-06-17", face.Chin), nature.Polishes | nature.ForLips, 0},
		{"pregnant: a retinoid anywhere", told(face.Pregnant, "", face.Chin), nature.Retinoid, all},
		{"pregnant until yesterday: a strong acid", told(face.Pregnant, "2027-06-18"), nature.StrongAcid, 0},
		{"pregnant now: a strong acid", told(face.Pregnant, ""), nature.StrongAcid, all},
		{"asthma: an aerosol anywhere", told(face.Asthma, "", face.Chin), nature.Aerosol, all},
		{"asthma: powder anywhere", told(face.Asthma, "", face.Chin), nature.Dusts, all},
		{"watery eyes: eye cream", func(s *sitting.Sitting) { s.Client.Eyes = []face.EyeShape{face.Watery} },
			nature.EyeCream, lids},
		{"extensions: oil", func(s *sitting.Sitting) { s.Client.Wears = []face.Wear{face.LashExtensions} },
			nature.Oily, face.NearEyes},
		{"lenses are for those who know whether they are in", func(s *sitting.Sitting) {
			s.Client.Wears = []face.Wear{face.LensesStay}
		}, nature.Oily | nature.Removes, 0},
	} {
		if got := fit.RuledOut(sitting.Open(With(t, c.change)), c.nature); got != c.want {
			t.Errorf("%s: ruled out on %v, want %v", c.name, got.List(), c.want.List())
		}
	}
}

func TestPlannersKeepOffTheWarmthThatACautionOfTheTableBars(t *testing.T) {
	warm := func(change func(*sitting.Sitting)) []fit.Objection {
		u := fit.Use{Case: sitting.Open(With(t, change)), Act: act.Rinse, TempC: 36, Zone: face.Chin}
		return slices.DeleteFunc(u.Fits(), func(o fit.Objection) bool { return o.Rule != rules.Heats })
	}
	if burnt := warm(marked(face.Sunburn)); len(burnt) != 1 || !burnt[0].Bars {
		t.Errorf("sunburnt skin: %+v", burnt)
	}
	if calm := warm(func(*sitting.Sitting) {}); len(calm) != 0 {
		t.Errorf("calm skin: %+v", calm)
	}
}

func TestRulesThatAreNotAskedRuleNothingOut(t *testing.T) {
	c := sitting.Open(With(t, marked(face.Breakout)))
	if got := fit.RuledOut(c, nature.Polishes, rules.ScrubOnSore); got != 0 {
		t.Errorf("%v", got.List())
	}
}

func TestGlueIsSpokenAgainstByEveryConditionOnItsZones(t *testing.T) {
	c := sitting.Open(With(t, func(s *sitting.Sitting) {
		told(face.Isotretinoin, "2027-06-01", face.Chin)(s)
		told(face.Retinoid, "2027-06-18", face.Chin)(s)
	}))
	want := []rules.ID{rules.Isotretinoin, rules.RecentRetinoid}
	if got := fit.Against(c, nature.StrongGlue, face.SetOf(face.Chin, face.Nose)); !slices.Equal(got, want) {
		t.Errorf("%v", got)
	}
	if got := fit.Against(c, nature.StrongGlue, face.SetOf(face.Nose)); len(got) != 0 {
		t.Errorf("elsewhere: %v", got)
	}
	if got := fit.Against(c, 0, face.All); len(got) != 0 {
		t.Errorf("what has no nature: %v", got)
	}
}

// TestLensesThatAreInAreMindedBeforeMakeupAndAtRemovalAlike asks about a remover near the eyes in both phases.
func TestLensesThatAreInAreMindedBeforeMakeupAndAtRemovalAlike(t *testing.T) {
	c := sitting.Open(Sitting(t))
	oil := kit.Product{ID: "o", Name: "Oil", Kind: kit.CleansingOil, Base: kit.BaseOil, EyeSafe: true}
	safe := kit.Product{ID: "m", Name: "Micellar", Kind: kit.Micellar, EyeSafe: true, LensSafe: true}
	plain := kit.Product{ID: "p", Name: "Plain", Kind: kit.Micellar, EyeSafe: true}
	for _, what := range []act.Act{act.Cleanse, act.Remove} {
		for _, x := range []struct {
			p        *kit.Product
			zone     face.Zone
			in       bool
			severity rules.Severity
		}{
			{&oil, face.Eyelids, true, rules.Stop}, {&plain, face.UnderEyes, true, rules.Stop},
			{&safe, face.Eyelids, true, rules.Caution}, {&safe, face.Eyelids, false, ""},
			{&oil, face.Eyelids, false, ""}, {&oil, face.Cheeks, true, ""},
		} {
			u := fit.Use{Case: c, Product: x.p, Act: what, Zone: x.zone, LensesIn: x.in, After: true}
			got := rules.Severity("")
			for _, o := range u.Fits() {
				if o.Rule == rules.LensIn {
					got = o.Severity
				}
			}
			if got != x.severity {
				t.Errorf("%s of %s on %s, lenses in %v: %q, want %q", what, x.p.Name, x.zone, x.in, got, x.severity)
			}
		}
	}
}

// TestWhatGoesAgainstAWishIsBarredWhereADislikeIsOnlyNoted tells the two apart.
func TestWhatGoesAgainstAWishIsBarredWhereADislikeIsOnlyNoted(t *testing.T) {
	waxed := kit.Product{ID: "w", Name: "Waxed", Kind: kit.MoisturiserLotion, Tags: []string{"beeswax"}}
	for _, c := range []struct {
		change   func(s *sitting.Sitting)
		severity rules.Severity
		bars     bool
	}{
		{func(s *sitting.Sitting) { s.Client.Wishes = []string{"vegan"} }, rules.Caution, true},
		{func(s *sitting.Sitting) { s.Client.Dislikes = []string{"beeswax"} }, rules.Note, false},
	} {
		use := fit.Use{Case: sitting.Open(With(t, c.change)), Product: &waxed, Act: act.Apply, How: act.Pat,
			Zone: face.Cheeks}
		i := slices.IndexFunc(use.Fits(), func(o fit.Objection) bool { return o.Rule == rules.Disliked })
		if i < 0 || use.Fits()[i].Severity != c.severity || use.Fits()[i].Bars != c.bars {
			t.Errorf("%+v, want %s, bars %v", use.Fits(), c.severity, c.bars)
		}
	}
}

func TestZonesAreAlikeOnlyWhereTheSameConditionsHold(t *testing.T) {
	c := sitting.Open(With(t, func(s *sitting.Sitting) {
		s.Client.Conditions = []face.Condition{{Kind: face.Filler, On: On(t, "2027-06-10"), Zone: P(face.Chin)},
			{Kind: face.BrowTattoo, On: On(t, "2027-06-01")}}
	}))
	// the forehead is not beside the chin; upper lip and cheeks are; brows heal from their tattoo
	for _, z := range []face.Zone{face.UpperLip, face.Brows} {
		if like := fit.Alike(c, z); fit.Sign(c, like) != fit.Sign(c, z) || like == face.Forehead {
			t.Errorf("%s is like %s", z, like)
		}
	}
	if fit.Alike(c, face.Nose) != face.Forehead {
		t.Errorf("the nose is like %s", fit.Alike(c, face.Nose))
	}
}
