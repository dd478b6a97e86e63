package kit

import (
	"strings"

	"urncloth/core/face"
	"urncloth/core/figure"
)

// kinds holds every kind in the order of the handbook; all figures [W].
var kinds = []KindFigures{
	{"water_mitt", Remover, 0, 0, 60, 1, 0},
	{"micellar", Remover, 1.0, 1.0, 60, 1.0, 0.02}, // film and setting count where it is left on
	{"biphase", Remover, 0, 0, 0, 0, 0},
	{"balm", Remover, 0, 0, 0, 0, 0},
	{"cleansing_oil", Remover, 0, 0, 0, 0, 0},
	{"plant_oil", Remover, 0, 0, 0, 0, 0},
	{"cream_cleanser", Remover, 0, 0, 0, 0, 0},
	{"gel_cleanser", Remover, 0, 0, 0, 0, 0},
	{"foam_cleanser", Remover, 0, 0, 0, 0, 0},
	{"wipe", Remover, 0, 0, 0, 0, 0},

	{"toner", Care, 0.8, 0.8, 60, 1.0, 0.03},
	{"acid_toner", Care, 0.8, 0.8, 60, 1.0, 0.03},
	{"mist", Care, 0.8, 0.8, 60, 1.0, 0.03},
	{"essence", Care, 0.8, 0.8, 60, 0.8, 0.05},
	{"serum", Care, 0.3, 0.3, 90, 0.7, 0.10},
	{"eye_cream", Care, 0.8, 0.8, 120, 0.3, 0.35},
	{"moisturiser_gel", Care, 0.5, 1.2, 120, 0.8, 0.20},
	{"moisturiser_lotion", Care, 0.5, 1.2, 180, 0.6, 0.25},
	{"moisturiser_cream", Care, 0.5, 1.2, 300, 0.4, 0.40},
	{"moisturiser_rich", Care, 0.5, 1.2, 480, 0.2, 0.60},
	{"face_oil", Care, 0.15, 0.3, 300, 0, 1.00}, // the fuller film is for the night
	{"lip_balm", Care, 1.0, 1.0, 120, 0, 0.90},
	{"dry_patch_balm", Care, 1.0, 1.0, 120, 0, 0.90},
	{"retinoid", Care, 0.3, 0.3, 90, 0.7, 0.10},   // as a serum
	{"spot_patch", Care, 0, 0, 0, 0, 0},           // a sticker, no film
	{"lash_serum", Care, 0.3, 0.3, 90, 0.7, 0.10}, // as a serum
	{"lip_scrub", Rinsed, 3.0, 3.0, 0, 0, 0},
	{"mask_clay", Rinsed, 5.0, 5.0, 0, 0, 0},
	{"mask_hydrating", Rinsed, 5.0, 5.0, 0, 0, 0},
	{"scrub", Rinsed, 3.0, 3.0, 0, 0, 0},
	{"enzyme_polish", Rinsed, 3.0, 3.0, 0, 0, 0},

	{"primer_mattifying", Primer, 0.4, 0.4, 90, 0.6, 0.50},
	{"primer_hydrating", Primer, 0.5, 0.5, 120, 0.7, 0.20},
	{"primer_gripping", Primer, 0.4, 0.4, 90, 0.6, 0.50},
	{"sunscreen", Sunscreen, 2.0, 2.0, 300, 0.5, 0.45},
	{"moisturiser_spf", Sunscreen, 2.0, 2.0, 300, 0.5, 0.45},

	{"spf_mist", Over, 0.2, 0.2, 60, 1, 0.45},
	{"spf_stick", Over, 0.8, 0.8, 60, 0, 0.90},
	{"spf_cushion", Over, 0.8, 0.8, 120, 0.5, 0.45},
	{"spf_powder", Over, 0.1, 0.1, 0, 0, 1.0},
	{"spf_fluid", Over, 1.0, 1.0, 300, 0.5, 0.45},
	{"blotting_paper", Over, 0, 0, 0, 0, 0},
	{"powder", Over, 0.2, 0.2, 0, 0, 1.0},
	{"setting_spray", Over, 0.3, 0.3, 60, 1, 0.2},

	{"fx_remover_ester", Remover, 0, 0, 0, 0, 0},
	{"fx_remover_silicone", Remover, 0, 0, 0, 0, 0},

	{"cotton_pad", Sundry, 0, 0, 0, 0, 0},
	{"cotton_bud", Sundry, 0, 0, 0, 0, 0},
	{"cloth", Sundry, 0, 0, 0, 0, 0},
	{"mitt", Sundry, 0, 0, 0, 0, 0},
	{"sponge", Sundry, 0, 0, 0, 0, 0},
	{"spatula", Sundry, 0, 0, 0, 0, 0},
	{"tissue", Sundry, 0, 0, 0, 0, 0},
}

// over is the cost of laying the row over the column, once set. Pairs not listed cost nothing. [W]
var over = map[Base]map[Base]float64{
	"water":    {"silicone": 3, "oil": 4},
	"emulsion": {"silicone": 1.5, "oil": 2},
	"silicone": {"oil": 2, "water": 0.3, "emulsion": 0.3},
	"oil":      {"water": 0.3, "emulsion": 0.3, "powder": 0.3, "silicone": 1.5},
	"powder":   {"oil": 3},
}

// cleanserFit is how far a cleanser is from what a skin type likes before makeup, less being better. [W]: the handbook
// says only "a cleanser the skin likes".
var cleanserFit = map[Kind]map[face.TypeName]float64{
	"cream_cleanser": {face.Oily: 0.8, face.Combination: 0.4, face.Balanced: 0.1, face.Dry: 0},
	"gel_cleanser":   {face.Oily: 0, face.Combination: 0, face.Balanced: 0, face.Dry: 0.6},
	"foam_cleanser":  {face.Oily: 0.1, face.Combination: 0.3, face.Balanced: 0.4, face.Dry: 1.2},
	"micellar":       {face.Oily: 0.5, face.Combination: 0.5, face.Balanced: 0.5, face.Dry: 0.5},
	"water_mitt":     {face.Oily: 1, face.Combination: 0.9, face.Balanced: 0.8, face.Dry: 0.7},
}

// removerGrams is what one pass over the face takes, in grams; the neck takes half as much again. [W]
var removerGrams = map[Kind]float64{
	"micellar": 2, "balm": 1.5, "cleansing_oil": 2, "plant_oil": 2, "cream_cleanser": 2, "gel_cleanser": 1,
	"foam_cleanser": 1, "biphase": 1,
}

// Measures in the hand, in grams. [W], fingertip unit [P Long & Finlay 1991].
var measures = []struct {
	one, many string
	grams     float64
}{
	{"a rice grain", "rice grains", 0.05},
	{"a pea", "peas", 0.25},
	{"a bean", "beans", 0.5},
	{"a 20 mm coin", "20 mm coins", 0.6},
	{"a hazelnut", "hazelnuts", 1},
	{"a grape", "grapes", 2},
}

// Figures lists the figures of the tables here.
func Figures() []figure.Figure {
	var list []figure.Figure
	add := func(key, name string, value float64, unit string) {
		list = append(list, figure.W("kit", key, name, value, unit))
	}
	for _, k := range kinds {
		id, name := string(k.ID), strings.ReplaceAll(string(k.ID), "_", " ")
		if k.Film > 0 {
			add(id+"_film", name+", film", k.Film, "mg/cm²")
		}
		if k.Full > k.Film {
			add(id+"_full", name+", full film", k.Full, "mg/cm²")
		}
		if k.SetS > 0 {
			add(id+"_sets", name+", sets in", k.SetS, "s")
			add(id+"_evaporation", name+", of that evaporation", k.Evaporation, "share")
		}
		if k.Stays > 0 {
			add(id+"_stays", name+", stays on the skin", k.Stays, "share")
		}
		if g := removerGrams[k.ID]; g > 0 {
			add(id+"_pass", name+", one pass over the face", g, "g")
		}
		for _, t := range face.Types() {
			if off, is := cleanserFit[k.ID][t]; is {
				add(id+"_fit_"+string(t), name+", misfit for skin that is "+string(t), off, "cost")
			}
		}
	}
	for _, row := range Bases {
		for _, column := range Bases {
			if cost := OverWhat(Base(row), Base(column)); cost > 0 {
				add(row+"_over_"+column, row+" over "+column, cost, "cost")
			}
		}
	}
	for _, m := range measures {
		add("measure_"+strings.ReplaceAll(m.many, " ", "_"), m.one, m.grams, "g")
	}
	return list
}
