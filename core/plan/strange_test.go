package plan_test

import (
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/say"
	. "urncloth/core/testutil"
)

// oddly changes products of a kit to what somebody might have typed, or left out.
func oddly(r *rand.Rand, list kit.Kit) {
	for i := range list {
		p := &list[i]
		for range r.IntN(3) {
			switch r.IntN(9) {
			case 0:
				p.SPF = OneOf(r, 0, 1, 0.5, 150)
			case 1:
				p.Base, p.Weight = OneOf(r, kit.Base(""), "oil", "water", "silicone"), OneOf(r, 0, 1, 5.0)
			case 2:
				p.PackG, p.RemainingG = 0, P(OneOf(r, 0, 0.001, 1e5))
			case 3:
				p.Unit, p.GramsPerUnit = "", 0
			case 4:
				p.Kind = OneOf(r, kit.Kinds()...).ID
			case 5:
				p.Count = P(r.IntN(3))
			case 6:
				p.ContactMinS = r.IntN(2000)
				p.ContactMaxS = p.ContactMinS + r.IntN(300)
			case 7:
				p.Tinted, p.EyeSafe, p.House = r.IntN(2) == 0, r.IntN(2) == 0, r.IntN(2) == 0
			default:
				p.FirstUse, p.Aerosol, p.Price = r.IntN(2) == 0, r.IntN(2) == 0, OneOf(r, 0, 99999.0)
			}
		}
	}
}

func TestNoPlanForAStrangerTakesAStepThatAStopSpeaksAgainst(t *testing.T) {
	docs := demoSittings(t)
	r := rand.New(rand.NewPCG(20, 27))
	valid := 0
	for n := range 400 {
		s := Stranger(t, r, docs)
		if n >= 250 {
			oddly(r, s.Kit)
			Busy(t, r, s)
		}
		if n%4 == 3 {
			s.Client.Wears = append(s.Client.Wears, face.LashExtensions)
		}
		if len(s.Check("", nil)) > 0 {
			continue
		}
		valid++
		p := plan.Make(s)
		glued := slices.ContainsFunc(s.Look.Items, func(it look.Item) bool { return it.Attach == look.GlueStrip })
		if f := Found(p.Findings, rules.CottonOnExtensions); len(f) > 0 && !glued { // a bud reaches the band of a strip
			t.Errorf("stranger %d: %s %s: %s", n, f[0].Phase, f[0].Step, f[0].Say)
		}
		for _, f := range p.Findings {
			avoidable := f.Phase == "lift" && slices.Contains([]rules.ID{"rubbing", "not-emulsified", "dirty-face",
				"lip-smear", "not-rinsed", "too-hot"}, f.Rule)
			if f.Severity == rules.Stop && (f.Step != "" || f.Rule == "spf-missing") || avoidable {
				t.Errorf("stranger %d: %s step %s on %v: %s", n, f.Phase, f.Step, f.Zones, f.Say)
			}
		}
		for _, f := range Found(p.Findings, rules.MethodNotMet) {
			if f.Method == "" {
				continue
			}
			reason := method.Reason(say.English, f.Method, s.Method.Get(f.Method))
			for _, st := range p.Prep.Steps {
				if f.Phase == rules.Prep && reason != "" && strings.Contains(st.Say, say.English.Say(say.HouseMethod,
					"reason", reason)) {
					t.Errorf("stranger %d: %s gives a reason of what is not followed: %s", n, st.ID, f.Say)
				}
			}
		}
		made := p.JSON()
		read, fs := plan.Read(made)
		if len(fs) > 0 {
			t.Fatalf("stranger %d: the plan cannot be read back: %s", n, fs.Error())
		}
		if string(plan.Check(read).JSON()) != string(made) {
			t.Errorf("stranger %d: checking the plan changes it", n)
		}
	}
	if valid < 300 {
		t.Errorf("only %d strangers could be read at all", valid)
	}
}
