package kit

import (
	_ "embed"
	"maps"
	"slices"
	"strings"
)

// Adhesive is the family of glues: what sticks and is not said to be anything else.
const Adhesive = "adhesive"

// families is what people are allergic to, and what each covers. A member may be a family itself. [W]; the fragrance
// allergens are those that EU Cosmetics Regulation 1223/2009, Annex III, has named on labels [P].
var families = map[string][]string{
	"tree_nut": {
		"almond", "hazelnut", "walnut", "macadamia", "cashew", "pistachio", "brazil_nut", "pecan", "pine_nut",
	},
	"nut_oil": {"tree_nut", "peanut"},
	"seed":    {"sesame", "sunflower", "mustard"},
	"cereal":  {"wheat", "oat", "barley"},
	"bee":     {"honey", "propolis", "beeswax", "royal_jelly"},
	"milk":    {},
	"egg":     {},
	"soy":     {},
	"fish":    {"marine_collagen", "guanine"},

	"shellfish": {"chitosan"},
	"daisy":     {"chamomile", "arnica", "calendula"},
	"wool":      {"lanolin"},
	"fragrance": {
		"essential_oil", "parfum", "balsam_of_peru", "limonene", "linalool", "citral", "geraniol", "eugenol",
		"coumarin",
		"citronellol", "cinnamal", "farnesol", "hydroxycitronellal", "benzyl_alcohol", "benzyl_salicylate",
		"isoeugenol",
		"amyl_cinnamal", "amylcinnamyl_alcohol", "anise_alcohol", "benzyl_benzoate", "benzyl_cinnamate",
		"butylphenyl_methylpropional", "cinnamyl_alcohol", "hexyl_cinnamal",
		"hydroxyisohexyl_3_cyclohexene_carboxaldehyde", "methyl_2_octynoate", "alpha_isomethyl_ionone", "oakmoss",
		"treemoss",
	},
	"preservative":    {"isothiazolinone", "formaldehyde_releaser", "paraben"},
	"isothiazolinone": {"methylisothiazolinone", "methylchloroisothiazolinone", "benzisothiazolinone"},
	"paraben":         {"methylparaben", "ethylparaben", "propylparaben", "butylparaben"},
	"salicylate": {
		"salicylic", "betaine_salicylate", "methyl_salicylate", "willow_bark", "benzyl_salicylate", "octisalate",
		"homosalate",
	},
	"filter":     {"oxybenzone", "octocrylene", "avobenzone", "octisalate", "homosalate"},
	"adhesive":   {"latex", "acrylate", "cyanoacrylate", "colophony"},
	"dye":        {"carmine", "ppd"},
	"metal":      {"nickel", "cobalt"},
	"sulfate":    {"sls", "sles"},
	"surfactant": {"sulfate", "cocamidopropyl_betaine"},
	"glycol":     {"propylene_glycol"},
	"retinoid":   {"retinol", "retinal", "retinyl_palmitate"},
	"formaldehyde_releaser": {
		"dmdm_hydantoin", "quaternium_15", "imidazolidinyl_urea", "diazolidinyl_urea", "bronopol",
	},
}

// nutRelatives stand alone: they are no nuts, but somebody allergic to nuts is asked.
var nutRelatives = []string{"coconut", "shea", "argan"}

// alone is what the program knows beside families and their members: tags and actives that it goes by itself.
var alone = []string{
	"coconut", "shea", "argan", string(BaseSilicone),
	"alcohol_denat", "menthol", "snail", "animal", "mineral_oil", "kaolin",
	"salicylic", "glycolic", "lactic", "gluconolactone", "mandelic", "azelaic", "vitamin_c", "vitamin_e",
	"niacinamide",
	"hyaluronic", "ceramides", "zinc_pca", "zinc_oxide", "titanium_dioxide", "urea", "glycerin", "panthenol",
	"allantoin",
}

//go:embed foreign.txt
var foreignText string

// synonyms leads common words, of other languages too, to those above.
var synonyms = func() map[string]string {
	all := maps.Clone(common)
	for name, word := range foreign {
		if !slices.Contains(noted, word) {
			all[name] = word
		}
	}
	return all
}()

// foreign is the words of foreign.txt as tags, with their accents and without.
var foreign = func() map[string]string {
	all := map[string]string{}
	for name, word := range wordTable(foreignText) {
		all[strings.ReplaceAll(name, " ", "_")] = word
		all[strings.ReplaceAll(bare.Replace(name), " ", "_")] = word
	}
	return all
}()

// bare writes letters without their accents, as somebody in a hurry does.
var bare = strings.NewReplacer("á", "a", "é", "e", "í", "i", "ó", "o", "ú", "u", "ü", "u", "ñ", "n")

// common is the common English words.
var common = map[string]string{
	"nut": "nut_oil", "tree_nuts": "tree_nut", "groundnut": "peanut", "perfume": "fragrance", "scent": "fragrance",
	"rosin": "colophony", "kolophonium": "colophony", "aspirin": "salicylate", "acetylsalicylic_acid": "salicylate",
	"salicylic_acid": "salicylic", "bha": "salicylic", "sulphate": "sulfate", "sodium_lauryl_sulfate": "sls",
	"sodium_laureth_sulfate": "sles", "wax": "beeswax", "bee_product": "bee", "wool_wax": "lanolin",
	"wool_alcohol": "lanolin", "dairy": "milk", "gluten": "wheat", "oats": "oat", "soya": "soy",
	"seafood":    "shellfish",
	"chamomille": "chamomile", "camomile": "chamomile", "compositae": "daisy", "glue": "adhesive",
	"plaster":   "adhesive",
	"superglue": "cyanoacrylate", "super_glue": "cyanoacrylate", "nail_glue": "cyanoacrylate",
	"eyelash_glue": "cyanoacrylate", "sticking_plaster": "adhesive", "tape": "adhesive", "gel_nail": "acrylate",
	"lash_glue": "cyanoacrylate", "rubber": "latex", "cochineal": "carmine", "hair_dye": "ppd",
	"formaldehyde": "formaldehyde_releaser", "mi": "methylisothiazolinone", "mci": "methylchloroisothiazolinone",
	"cinnamon": "cinnamal", "alcohol": "alcohol_denat", "ethanol": "alcohol_denat", "linseed": "seed",
	"essential_oils": "essential_oil", "retinols": "retinol", "vitamin_a": "retinoid", "ascorbic_acid": "vitamin_c",
	string(Sunscreen): "filter", "chemical_filter": "filter", "peru_balsam": "balsam_of_peru",
	"betaine": "cocamidopropyl_betaine",
}

// noted is what is written down and matched with nothing: what is breathed in, stings, or is swallowed.
var noted = []string{
	"pollen", "hay_fever", "grass", "birch", "ragweed", "dust", "house_dust", "dust_mite", "mould", "cat", "dog",
	"horse",
	"animal_hair", "bee_sting", "wasp_sting", "wasp", "insect_sting", "penicillin", "antibiotic", "amoxicillin",
	"ibuprofen",
	"paracetamol", "codeine", "iodine", "anaesthetic", "strawberry", "tomato", "kiwi", "banana", "lactose",
}

//go:embed labels.txt
var labelText string

// labels is the names of labels.txt and the word each stands for, "" for what is placed and matters to nobody here.
var labels = wordTable(labelText)

// wordTable reads a table of words, each with the names that stand for it.
func wordTable(text string) map[string]string {
	all := map[string]string{}
	for line := range strings.Lines(text) {
		word, names, is := strings.Cut(line, ":")
		if !is || strings.HasPrefix(line, "#") {
			continue
		}
		for name := range strings.SplitSeq(names, ";") {
			all[strings.TrimSpace(name)] = word
		}
	}
	return all
}
