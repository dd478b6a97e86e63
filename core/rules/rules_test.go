package rules_test

import (
	"slices"
	"strings"
	"testing"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
)

func of(id rules.ID, step string, zones ...face.Zone) rules.Finding {
	return rules.New(say.English, id, rules.Place{Phase: rules.Get(id).Phase, Step: step, Zones: zones}, say.None)
}

func TestAFindingHasItsRulesWordsUnlessMoreIsKnown(t *testing.T) {
	f := rules.New(say.English, rules.SPFShort, rules.Place{Phase: rules.Prep, Step: "p3"}, say.None)
	if f.Severity != rules.Caution || f.Step != "p3" || f.Zones == nil || !f.Overridable ||
		f.Say != "The sunscreen is thinner than its label was tested at." ||
		f.Instead != "Lay the full 2 mg/cm²." {
		t.Errorf("%+v", f)
	}
	g := rules.New(say.English, rules.Allergen,
		rules.Place{Phase: rules.Lift, Step: "r1", Zones: []face.Zone{face.Chin}}, say.CarriesAllergen,
		"product", "this", "word", "nuts")
	if g.Say != "This carries nuts, which the client is allergic to." || g.Overridable || g.Phase != rules.Lift ||
		!slices.Equal(g.Zones, []face.Zone{face.Chin}) {
		t.Errorf("%+v", g)
	}
	h := f.As(rules.Note).NoReason().Do("wait").Saying("so")
	if h.Severity != rules.Note || h.Overridable || h.Instead != "Wait" || h.Say != "So" ||
		f.Severity != rules.Caution {
		t.Errorf("%+v", h)
	}
	if f.Saying("").Say != "" {
		t.Error("nothing stays nothing")
	}
}

func TestFindingsStandByGravityThenByTheHandbook(t *testing.T) {
	got := rules.Sort([]rules.Finding{of(rules.SPFNoSum, ""), of(rules.TooRich, ""), of(rules.HandsBusy, ""),
		of(rules.NoMoisture, ""), of(rules.HotSkin, "")})
	var ids []rules.ID
	for _, f := range got {
		ids = append(ids, f.Rule)
	}
	if want := []rules.ID{rules.HotSkin, rules.HandsBusy, rules.NoMoisture, rules.TooRich,
		rules.SPFNoSum}; !slices.Equal(ids, want) {
		t.Errorf("%v", ids)
	}
	for s, want := range map[rules.Severity]int{rules.Stop: 0, rules.Caution: 1, rules.Note: 2} {
		if s.Rank() != want {
			t.Errorf("%s ranks %d", s, s.Rank())
		}
	}
}

func TestTheSameCautionIsSaidOnceForTheZonesOfAllAndAStopForEachStep(t *testing.T) {
	got := rules.Sort([]rules.Finding{of(rules.TooRich, "p1", face.Nose), of(rules.TooRich, "p2", face.Forehead),
		of(rules.TooRich, "p3", face.Nose).Saying("other words"),
		of(rules.TooRich, "p4", face.Forehead)})
	if len(got) != 2 || got[0].Step != "p1" || !slices.Equal(got[0].Zones, []face.Zone{face.Forehead, face.Nose}) {
		t.Errorf("%+v", got)
	}
	stops := rules.Sort([]rules.Finding{of(rules.HotSkin, "p1", face.Nose), of(rules.HotSkin, "p2", face.Nose),
		of(rules.HotSkin, "p1", face.Nose), of(rules.HotSkin, "p1", face.Chin)})
	if len(stops) != 3 {
		t.Errorf("%d stops", len(stops))
	}
	lift := of(rules.TooRich, "r1", face.Nose)
	lift.Phase = rules.Lift
	if got := rules.Sort([]rules.Finding{of(rules.TooRich, "p1", face.Nose), lift,
		of(rules.TooRich, "p2", face.Nose).As(rules.Note)}); len(got) != 3 {
		t.Errorf("phases and severities are told apart: %+v", got)
	}
}

func TestEveryRuleIsWholeAndKnownByItsID(t *testing.T) {
	all := rules.All(say.English)
	if len(all) != 76 && len(all) < 70 {
		t.Errorf("%d rules", len(all))
	}
	for i, r := range all {
		if rules.Get(r.ID).ID != r.ID || !rules.Known(r.ID) || !slices.Contains(rules.Phases(), r.Phase) ||
			!slices.Contains(rules.Severities(), r.Severity) {
			t.Errorf("%+v", r)
		}
		if strings.ContainsAny(r.When+r.Say+r.Because+r.Instead, "{}%") || r.When == "" || r.Say == "" ||
			r.Because == "" || r.Instead == "" || r.Source == "" {
			t.Errorf("the words of %s: %+v", r.ID, r)
		}
		if r.Basis != figure.Published && r.Basis != figure.Working || r.Method != "" && method.Find(r.Method) == nil {
			t.Errorf("%s: mark %s, method %s", r.ID, r.Basis, r.Method)
		}
		if slices.IndexFunc(all, func(o rules.Rule) bool { return o.ID == r.ID }) != i {
			t.Errorf("%s stands twice", r.ID)
		}
	}
	if rules.Known("no-such-rule") {
		t.Error("a rule nobody wrote is known")
	}
	defer func() {
		if recover() == nil {
			t.Error("an unknown rule is a mistake of the program")
		}
	}()
	rules.Get("no-such-rule")
}
