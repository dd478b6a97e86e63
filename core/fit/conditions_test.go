package fit_test

import (
	"slices"
	"testing"

	"urncloth/core/act"
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

// TestWhatAConditionRulesOutHoldsWhereItIs asks the table as planners do, in whichever phase: which zones a nature is
// ruled out on.
func TestWhatAConditionRulesOutHoldsWhereItIs(t *testing.T) {
	chin, all, lids := face.SetOf(face.Chin), face.All, face.SetOf(face.Eyelids)
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
		{"injectables of the day: suction", told(face.Injectables, "2027-06-19", face.Chin), nature.Sucks, chin},
		{"injectables: a remover massaged in", told(face.Injectables, "2027-06-05", face.Chin), nature.Works, chin},
		{"injectables in lips: a remover held there", told(face.Injectables, "2027-06-05", face.Lips), nature.Works, 0},
		{"toxin: polish", told(face.Toxin, "2027-06-10", face.Chin), nature.Polishes, chin},
		{"filler in the fourth week: suction", told(face.Filler, "2027-05-24", face.Chin), nature.Sucks, chin},
		{"a lash lift, no zone named: oil", told(face.LashLift, "2027-06-17"), nature.Oily, lids},
		{"a lash lift: steam", told(face.LashLift, "2027-06-17"), nature.Heats, lids},
		{"a lash lift: a remover massaged in", told(face.LashLift, "2027-06-17"), nature.Works, lids},
		{"a lash lift: a film", told(face.LashLift, "2027-06-17"), nature.Leaves, 0},
		{"a lash lift three days ago: oil", told(face.LashLift, "2027-06-16"), nature.Oily, 0},
		{"a fresh peel: a film", told(face.PeelLight, "2027-06-18", face.Chin), nature.Leaves, chin},
		{"a peel two days ago: a film", told(face.PeelLight, "2027-06-17", face.Chin), nature.Leaves, 0},
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
			nature.Oily, lids},
		{"lenses are for those who know whether they are in", func(s *sitting.Sitting) {
			s.Client.Wears = []face.Wear{face.LensesStay}
		}, nature.Oily | nature.Removes, 0},
	} {
		if got := fit.RuledOut(sitting.Open(With(t, c.change)), c.nature); got != c.want {
			t.Errorf("%s: ruled out on %v, want %v", c.name, got.List(), c.want.List())
		}
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
