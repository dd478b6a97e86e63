package kit_test

import (
	"math"
	"testing"

	"urncloth/core/kit"
	"urncloth/core/say"
	. "urncloth/core/testutil"
)

func TestHandMeasuresAreTheNearestOfAFewThings(t *testing.T) {
	for grams, want := range map[float64]string{0: "", 0.01: "less than a rice grain", 0.05: "a rice grain", 0.1: "two rice grains", 0.25: "a pea", 0.5: "a bean",
		0.6: "a 20 mm coin", 0.75: "three peas", 1: "a hazelnut", 2: "a grape", 4.1: "two grapes", 20: "10 grapes"} {
		if got := kit.Hand(say.English, grams); got != want {
			t.Errorf("%g g is %q, want %q", grams, got, want)
		}
	}
}

func TestADoseIsSaidAllThreeWays(t *testing.T) {
	p := kit.Product{Container: "pump", GramsPerUnit: 0.3}
	n, unit := p.Units(0.46)
	if got := kit.Amount(say.English, 0.46, n, unit); got != "0.46 g, 1½ pumps, a bean" {
		t.Errorf("got %q", got)
	}
	drops := kit.Product{Container: "dropper"}
	if n, unit := drops.Units(0.24); math.Abs(n-8) > 1e-9 || unit != "drop" {
		t.Errorf("0.24 g is eight drops of 0.03 g: %g %s", n, unit)
	}
	if n, unit := (&kit.Product{}).Units(1); n != 0 || unit != "" {
		t.Errorf("a product without a unit has none: %g %q", n, unit)
	}
}

func TestGramsAndFilmAreInverse(t *testing.T) {
	if g := kit.Grams(2, 798); math.Abs(g-1.596) > 1e-9 {
		t.Errorf("2 mg/cm² on face, neck and ears without lips is 1.596 g, got %g", g)
	}
	if f := kit.Film(1.596, 798); math.Abs(f-2) > 1e-9 {
		t.Errorf("got %g", f)
	}
}

func TestTagsImplyOthers(t *testing.T) {
	cases := []struct {
		tag, allergy string
		want         bool
	}{{"essential_oil", "fragrance", true}, {"fragrance", "essential_oil", false}, {"beeswax", "bee", true}, {"argan", "nut_oil", true},
		{"latex", "adhesive", true}, {"lanolin", "bee", false}, {"Alcohol Denat", "alcohol_denat", true}}
	for _, c := range cases {
		p := kit.Product{Tags: []string{c.tag}}
		if got := p.Carries([]string{c.allergy}) != ""; got != c.want {
			t.Errorf("%s for somebody allergic to %s: %v", c.tag, c.allergy, got)
		}
	}
	active := kit.Product{Actives: map[string]float64{"niacinamide": 5}}
	if active.Carries([]string{"niacinamide"}) == "" {
		t.Error("an allergy to an active is an allergy")
	}
	waxed := kit.Product{Tags: []string{"beeswax"}}
	if waxed.Breaks([]string{"vegan"}) == "" || waxed.Breaks([]string{"no_alcohol"}) != "" {
		t.Error("vegan rules out beeswax, no alcohol does not")
	}
}

func TestInDateMeansBeforeExpiryAndBeforeTheEndOfPAO(t *testing.T) {
	day := On(t, "2027-06-19")
	cases := []struct {
		name string
		p    kit.Product
		want bool
	}{
		{"nothing known", kit.Product{}, true},
		{"expires tomorrow", kit.Product{ExpiresOn: On(t, "2027-06-20")}, true},
		{"expires today", kit.Product{ExpiresOn: On(t, "2027-06-19")}, false},
		{"six months from December", kit.Product{OpenedOn: On(t, "2026-12-20"), PAOMonths: 6}, true},
		{"six months are over", kit.Product{OpenedOn: On(t, "2026-12-19"), PAOMonths: 6}, false},
		{"PAO ends before expiry", kit.Product{OpenedOn: On(t, "2026-12-01"), PAOMonths: 6, ExpiresOn: On(t, "2030-01-01")}, false},
		{"never opened", kit.Product{PAOMonths: 6}, true},
	}
	for _, c := range cases {
		if got := c.p.InDate(day); got != c.want {
			t.Errorf("%s: in date is %v", c.name, got)
		}
	}
}

func TestOverWhatIsTheHandbooksTable(t *testing.T) {
	for _, c := range []struct {
		over, under kit.Base
		want        float64
	}{{"water", "silicone", 3}, {"water", "oil", 4}, {"emulsion", "silicone", 1.5}, {"emulsion", "oil", 2}, {"silicone", "oil", 2},
		{"silicone", "water", 0.3}, {"silicone", "emulsion", 0.3}, {"oil", "emulsion", 0.3}, {"oil", "silicone", 1.5}, {"powder", "oil", 3},
		{"water", "water", 0}, {"powder", "emulsion", 0}, {"water", "emulsion", 0}, {"", "oil", 0}} {
		if got := kit.OverWhat(c.over, c.under); got != c.want {
			t.Errorf("%q over %q is %g, want %g", c.over, c.under, got, c.want)
		}
	}
}

func TestAKitIsRefusedWithTheFieldNamed(t *testing.T) {
	for want, k := range map[string]kit.Kit{
		"kit: is empty; a plan needs at least one product":  {},
		`kit[1].id: "a" is already the id of kit[0]`:        {{ID: "a", Name: "A", Kind: "toner"}, {ID: "a", Name: "B", Kind: "mist"}},
		"kit[0].water_resistant_min: 30 is not 0, 40 or 80": {{ID: "a", Name: "A", Kind: "sunscreen", WaterResistantMin: 30}},
	} {
		if got := k.Check("kit").Error(); got != want {
			t.Errorf("got %q, want %q", got, want)
		}
	}
}
