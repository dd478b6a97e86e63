package kit_test

import (
	"slices"
	"strings"
	"testing"

	"urncloth/core/kit"
)

func TestCommonWordsLeadToTheProgramsOwn(t *testing.T) {
	for word, want := range map[string]string{
		"nuts": "nut_oil", "Tree nuts": "tree_nut", "Peanuts": "peanut", "perfume": "fragrance", "Rosin": "colophony",
		"aspirin": "salicylate", "sulphates": "sulfate", "Essential oils": "essential_oil", "SLS": "sls",
		"gluten": "wheat", "almonds": "almond", "Brazil-nut": "brazil_nut", "lanolin": "lanolin", "shea": "shea",
		"niacinamide": "niacinamide", "hazelnut": "hazelnut", "latex": "latex", "sunscreen": "filter",
	} {
		if got, standing := kit.Allergen(word); got != want || standing != kit.Known {
			t.Errorf("%s leads to %s, %s; want %s", word, got, standing, want)
		}
	}
	for _, word := range []string{"pollen", "Bee stings", "penicillin", "cats", "ibuprofen"} {
		if got, standing := kit.Allergen(word); standing != kit.Noted {
			t.Errorf("%s is written down, matched with nothing: %s, %s", word, got, standing)
		}
	}
	for _, word := range []string{"wobblewort", "", "blue", "E471"} {
		if _, standing := kit.Allergen(word); standing != kit.Unnamed {
			t.Errorf("%q leads nowhere, got %s", word, standing)
		}
	}
}

func TestEverySynonymAndEveryLabelLeadsToAKnownWord(t *testing.T) {
	for word, to := range kit.Allergies().Synonyms {
		if got, standing := kit.Allergen(to); standing != kit.Known || got != to {
			t.Errorf("%s leads to %s, which is %s", word, to, standing)
		}
	}
	for name, word := range kit.Labels() {
		if _, standing := kit.Allergen(word); word != "" && standing != kit.Known {
			t.Errorf("%s stands for %s, which is %s", name, word, standing)
		}
		if name != strings.ToLower(name) || name == "" {
			t.Errorf("%q is not written as it is looked up", name)
		}
	}
	for _, word := range kit.Allergies().Noted {
		if _, standing := kit.Allergen(word); standing != kit.Noted {
			t.Errorf("%s is noted and %s", word, standing)
		}
	}
}

// TestFamiliesCoverWhatTheHandbookSays pins each family by its members, the members of members among them.
func TestFamiliesCoverWhatTheHandbookSays(t *testing.T) {
	for family, want := range map[string]string{
		"tree_nut":  "almond brazil_nut cashew hazelnut macadamia pecan pine_nut pistachio walnut",
		"seed":      "mustard sesame sunflower",
		"cereal":    "barley oat wheat",
		"bee":       "beeswax honey propolis royal_jelly",
		"milk":      "",
		"egg":       "",
		"soy":       "",
		"fish":      "guanine marine_collagen",
		"shellfish": "chitosan",
		"daisy":     "arnica calendula chamomile",
		"wool":      "lanolin",
		"salicylate": "benzyl_salicylate betaine_salicylate homosalate methyl_salicylate octisalate salicylic " +
			"willow_bark",
		"filter":                "avobenzone homosalate octisalate octocrylene oxybenzone",
		"adhesive":              "acrylate colophony cyanoacrylate latex",
		"dye":                   "carmine ppd",
		"metal":                 "cobalt nickel",
		"sulfate":               "sles sls",
		"surfactant":            "cocamidopropyl_betaine sles sls sulfate",
		"glycol":                "propylene_glycol",
		"isothiazolinone":       "benzisothiazolinone methylchloroisothiazolinone methylisothiazolinone",
		"formaldehyde_releaser": "bronopol diazolidinyl_urea dmdm_hydantoin imidazolidinyl_urea quaternium_15",
	} {
		if got := kit.Covers(family); got[0] != family || strings.Join(got[1:], " ") != want {
			t.Errorf("%s covers %v", family, got)
		}
	}
	nuts := kit.Covers("nut_oil")
	for _, w := range []string{"tree_nut", "almond", "peanut"} {
		if !slices.Contains(nuts, w) {
			t.Errorf("nuts are %s too", w)
		}
	}
	for _, w := range []string{"coconut", "shea", "argan"} {
		if slices.Contains(nuts, w) {
			t.Errorf("%s is a relative, no nut", w)
		}
	}
	if n := len(kit.Covers("fragrance")); n != 30 {
		t.Errorf("fragrance, oils, perfume, balsam of Peru and the 26 named allergens: %d", n)
	}
	for _, w := range []string{"paraben", "bronopol", "methylisothiazolinone"} {
		if !slices.Contains(kit.Covers("preservative"), w) {
			t.Errorf("%s is a preservative", w)
		}
	}
}

func TestAllergiesAreMetByFamilyAndByWordBothWays(t *testing.T) {
	tagged := func(tags ...string) kit.Product {
		return kit.Product{Kind: kit.MoisturiserCream, Name: "Cream", Tags: tags}
	}
	confirmed := tagged("nut_oil")
	confirmed.Ingredients, confirmed.IngredientsConfirmed = "Aqua, Corylus Avellana Seed Oil", true
	listed := kit.Product{Kind: kit.MoisturiserCream, Name: "Cream", Ingredients: "Aqua, Sesamum Indicum Seed Oil"}
	silicone := kit.Product{Kind: kit.MoisturiserCream, Name: "Cream", Base: kit.BaseSilicone}
	closed := kit.Product{Kind: kit.MoisturiserCream, Name: "Cream", Ingredients: "Aqua", IngredientsConfirmed: true}
	named := closed
	named.Name = "Wobblewort cream"
	empty := kit.Product{Kind: kit.MoisturiserCream, Name: "Cream", IngredientsConfirmed: true}
	for _, c := range []struct {
		name    string
		p       kit.Product
		allergy string
		by      string
		kind    kit.Meeting
	}{
		{"the very word", tagged("almond"), "almonds", "almond", kit.Holds},
		{"a member of the family", tagged("almond"), "nuts", "almond", kit.HoldsMember},
		{"the family alone", tagged("nut_oil"), "walnut", "nut_oil", kit.NamesFamily},
		{"the family, and a whole list without it", confirmed, "walnut", "", ""},
		{"the family, and a whole list with it", confirmed, "hazelnut", "hazelnut", kit.Holds},
		{"a list", listed, "seeds", "sesame", kit.HoldsMember},
		{"a common word as a tag", tagged("perfume"), "fragrance", "fragrance", kit.Holds},
		{"a plural as a tag", tagged("Almonds"), "nuts", "almond", kit.HoldsMember},
		{"a sister", tagged("almond"), "walnut", "", ""},
		{"a relative", tagged("shea"), "nuts", "", ""},
		{"a base", silicone, "silicone", "silicone", kit.Holds},
		{"a noted word", tagged("pollen"), "pollen", "", ""},
		{"a word unknown and a list nobody confirmed", tagged(), "wobblewort", "", kit.MayHold},
		{"a word unknown and in a tag", tagged("oil of wobblewort"), "wobblewort", "wobblewort", kit.Holds},
		{"a word unknown and in the name", named, "wobblewort", "wobblewort", kit.Holds},
		{"a word unknown and a whole list without it", closed, "wobblewort", "", ""},
		{"a word unknown and no list, confirmed", empty, "wobblewort", "", kit.MayHold},
		{"a word unknown and a sundry", kit.Product{Kind: kit.CottonPad, Name: "Pads"}, "wobblewort", "", ""},
		{"a word unknown and water", kit.Product{Kind: kit.WaterMitt, Name: "Mitt"}, "wobblewort", "", ""},
	} {
		m, is := c.p.Meets([]string{"latex", c.allergy})
		if is != (c.kind != "") || m.By != c.by || m.Kind != c.kind || is && m.Word != c.allergy {
			t.Errorf("%s: %+v", c.name, m)
		}
	}
}

func TestARelativeOfNutsIsAskedOnlyOfWhoeverIsAllergicToNuts(t *testing.T) {
	for _, by := range []string{"shea", "coconut", "argan"} {
		p := kit.Product{Tags: []string{by}}
		for _, allergy := range []string{"nuts", "peanuts", "walnut", "tree nuts"} {
			if got := p.Relative([]string{"latex", allergy}); got != by {
				t.Errorf("%s and %s: %q", by, allergy, got)
			}
		}
		if got := p.Relative([]string{"sesame"}); got != "" {
			t.Errorf("sesame is no nut: %s", got)
		}
	}
}

func TestAListOfIngredientsIsReadAsItIsPrinted(t *testing.T) {
	c := kit.ReadIngredients("INGREDIENTS: Aqua (Water), *Prunus Amygdalus Dulcis Oil; 1,2-Hexanediol • PARFUM\n" +
		"Limonene, Cetearyl Alcohol, Alcohol Denat., Blue Wobblewort Extract, CI 77891, Limonene, Niacinamide.")
	if got := strings.Join(c.Holds, " "); got != "almond parfum limonene alcohol_denat niacinamide" {
		t.Errorf("holds %s", got)
	}
	if got := strings.Join(c.Unplaced, "|"); got != "Blue Wobblewort Extract" {
		t.Errorf("could not place %s", got)
	}
	if c := kit.ReadIngredients(" , ;\n"); len(c.Holds)+len(c.Unplaced) != 0 || c.Holds == nil || c.Unplaced == nil {
		t.Errorf("nothing printed, nothing read: %+v", c)
	}
	for text, want := range map[string]string{
		"Aqua, Organic Almond Oil":                              "almond",
		"Aqua; Hydrolyzed Wheat Protein; Rice Wax":              "wheat",
		"Aqua, Sodium\nLauryl Sulfate, Glycerin":                "sls glycerin",
		"Aqua\nGlycerin, Parfum":                                "parfum glycerin",
		"Aqua\nPeanut Oil\nLatex":                               "peanut latex",
		"Talc. May contain [+/-]: CI 75470":                     "carmine",
		"Talc, May contain [+/-]: CI 75470":                     "carmine",
		"Limnanthes Alba (Meadowfoam) Seed Oil":                 "",
		"Imidazolidinyl Urea":                                   "imidazolidinyl_urea",
		"Emulsifying Base (with Shea), Eggplant, Milk Proteins": "shea milk",
		"Cetearyl Alcohol, Aqua/Water/Eau, Aroma":               "parfum",
	} {
		if got := strings.Join(kit.ReadIngredients(text).Holds, " "); got != want {
			t.Errorf("%q holds %q, want %q", text, got, want)
		}
	}
	if c := kit.ReadIngredients("Alcoholic Wobble"); len(c.Holds) != 0 || len(c.Unplaced) != 1 {
		t.Errorf("a name is placed by whole words: %+v", c)
	}
	if c := kit.ReadIngredients("PEG-8, Polysorbate 20"); len(c.Unplaced) != 0 {
		t.Errorf("a hyphen may end a name: %+v", c)
	}
}

func TestActivesAreFoundInTheListUnlessSetByHand(t *testing.T) {
	p := kit.Product{Ingredients: "Aqua, Salicylic Acid"}
	if !p.Has("salicylic") || p.Has("glycolic") {
		t.Error("an acid in the list is an active")
	}
	p.Actives = map[string]float64{"salicylic": 0}
	if p.Has("salicylic") {
		t.Error("what is set by hand goes before the list")
	}
}

func TestAWordOfAnotherLanguageLeadsToTheSameAllergen(t *testing.T) {
	for word, want := range map[string]string{"Frutos secos": "nut_oil", "nueces": "tree_nut", "látex": "latex",
		"latex": "latex", "maní": "peanut", "mani": "peanut", "Bálsamo del Perú": "balsam_of_peru",
		"aceites esenciales": "essential_oil", "níquel": "nickel"} {
		if got, standing := kit.Allergen(word); got != want || standing != kit.Known {
			t.Errorf("%s leads to %s, %s", word, got, standing)
		}
	}
	if got, standing := kit.Allergen("polen"); got != "pollen" || standing != kit.Noted {
		t.Errorf("polen leads to %s, %s", got, standing)
	}
	if _, standing := kit.Allergen("cosa rara"); standing != kit.Unnamed {
		t.Errorf("what nobody knows is passed over: %s", standing)
	}
	for name, word := range kit.Allergies().Synonyms {
		if _, standing := kit.Allergen(word); standing == kit.Unnamed {
			t.Errorf("%s leads to %s, which leads nowhere", name, word)
		}
	}
}
