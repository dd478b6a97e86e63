package plan_test

import (
	"math/rand/v2"
	"slices"
	"testing"

	"urncloth/core/kit"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

// inPlan is the products of every step of every part.
func inPlan(p *plan.Plan) (ids []string) {
	for _, st := range slices.Concat(p.Prep.Steps, p.Lift.Steps, p.Aftercare.Steps) {
		ids = append(ids, st.Product)
	}
	for _, u := range p.Wear.TouchUps {
		for _, st := range u.Steps {
			ids = append(ids, st.Product)
		}
	}
	slices.Sort(ids)
	return slices.DeleteFunc(slices.Compact(ids), func(id string) bool { return id == "" })
}

// TestNobodyIsTouchedByWhatTheyAreAllergicToInAnyPart reckons anew, from the lists of words alone, what each client may
// not have, and looks for it in prep, touch-ups, removal and aftercare.
func TestNobodyIsTouchedByWhatTheyAreAllergicToInAnyPart(t *testing.T) {
	t.Parallel()
	words := kit.Allergies()
	r := rand.New(rand.NewPCG(11, 4))
	told := []string{"nuts", "walnut", "perfume", "linalool", "aspirin", "bees", "Latex", "seeds", "rosin", "sulphates",
		"fragrance", "wool", "niacinamide", "pollen"}
	packs := []string{"Aqua, Glycerin", "Aqua; Prunus Amygdalus Dulcis Oil", "Aqua, Parfum, Linalool",
		"Aqua, Helianthus Annuus Seed Oil, Wobblewort Extract", "Aqua, Sodium Laureth Sulfate", "Cera Alba, Lanolin"}
	docs := demoSittings(t)
	valid, met, unknown := 0, 0, 0
	for n := range 2200 {
		if testing.Short() && n == 300 {
			break
		}
		s := Stranger(t, r, docs)
		s.Client.Allergies = []string{OneOf(r, told...)}
		if r.IntN(8) == 0 {
			s.Client.Allergies = append(s.Client.Allergies, "wobblewort")
		}
		for i := range s.Kit {
			p := &s.Kit[i]
			if r.IntN(3) == 0 {
				p.Ingredients, p.IngredientsConfirmed = OneOf(r, packs...), r.IntN(2) == 0
			}
		}
		if len(s.Check("", nil)) > 0 {
			continue
		}
		valid++
		for _, id := range inPlan(plan.Make(s)) {
			p := s.Kit.Find(id)
			if why := mayNot(p, s.Client.Allergies, words); why != "" {
				t.Errorf("stranger %d, allergic to %v, is touched by %s: %s", n, s.Client.Allergies, p.Name, why)
			}
		}
		for i := range s.Kit {
			if mayNot(&s.Kit[i], s.Client.Allergies, words) != "" {
				met++
			}
		}
		if slices.Contains(s.Client.Allergies, "wobblewort") {
			unknown++
		}
	}
	if !testing.Short() && (valid < 2000 || met < valid || unknown < 100) {
		t.Errorf("too few: %d strangers, %d products that they may not have, %d with a word unknown", valid, met,
			unknown)
	}
}

// mayNot says why a product may not touch somebody; "" where it may.
func mayNot(p *kit.Product, allergies []string, words kit.AllergyWords) string {
	holds := slices.Concat(p.Tags, kit.ReadIngredients(p.Ingredients).Holds)
	for a, percent := range p.Actives {
		if percent > 0 {
			holds = append(holds, a)
		}
	}
	if p.Unconfirmed {
		return "nobody knows what is in it"
	}
	whole := p.IngredientsConfirmed && p.Ingredients != ""
	for _, a := range allergies {
		to, standing := kit.Allergen(a)
		for _, h := range holds {
			switch {
			case h == to, slices.Contains(words.Families[to], h):
				return h
			case !whole && slices.Contains(words.Families[h], to):
				return "it names the family " + h
			}
		}
		if standing == kit.Unnamed && !whole && p.Kind.Of().Group != kit.Sundries && p.Kind != kit.WaterMitt {
			return "what it holds is not known, nor what the word means"
		}
	}
	return ""
}

func TestAWordThatLeadsNowhereIsSaidWhateverTheKitHolds(t *testing.T) {
	for _, demo := range demoSittings(t) {
		demo.Client.Allergies = []string{"wobblewort"}
		p := plan.Make(&demo)
		said := 0
		for _, f := range p.Findings {
			if f.Rule == rules.AllergyUnknown {
				said++
			}
		}
		if said != 1 {
			t.Errorf("%s: said %d times", demo.Client.Name, said)
		}
		for _, id := range inPlan(p) {
			if k := demo.Kit.Find(id).Kind; k.Of().Group != kit.Sundries && k != kit.WaterMitt {
				t.Errorf("%s: %s is used", demo.Client.Name, id)
			}
		}
	}
}

func TestHerYesToARelativeOfNutsLetsThePlannerChooseAsForAnybody(t *testing.T) {
	demo := demoSittings(t)[0]
	demo.Kit = slices.Clone(demo.Kit)
	for i := range demo.Kit {
		demo.Kit[i].Tags = append(slices.Clone(demo.Kit[i].Tags), "shea")
	}
	free := inPlan(plan.Make(&demo))
	demo.Client.Allergies = []string{"walnuts"}
	demo.Overrides = []sitting.Override{{Rule: rules.NutRelative, Reason: "she said yes"}}
	p := plan.Make(&demo)
	if got := inPlan(p); !slices.Equal(got, free) {
		t.Errorf("with her yes %v, without an allergy %v", got, free)
	}
	for _, f := range p.Findings {
		if f.Rule == rules.NutRelative && (f.Severity != rules.Note || f.Override != "she said yes") {
			t.Errorf("%s: %s %q", f.Phase, f.Severity, f.Override)
		}
	}
}
