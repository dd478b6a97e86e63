package kit

import (
	"strings"

	"urncloth/core/face"
	"urncloth/core/figure"
)

// kinds holds every kind in the order of the handbook; all figures [W].
var kinds = []KindFigures{
	{WaterMitt, Removers, 0, 0, 60, 1, 0},
	{Micellar, Removers, 1.0, 1.0, 60, 1.0, 0.02}, // film and setting count where it is left on
	{Biphase, Removers, 0, 0, 0, 0, 0},
	{Balm, Removers, 0, 0, 0, 0, 0},
	{CleansingOil, Removers, 0, 0, 0, 0, 0},
	{PlantOil, Removers, 0, 0, 0, 0, 0},
	{CreamCleanser, Removers, 0, 0, 0, 0, 0},
	{GelCleanser, Removers, 0, 0, 0, 0, 0},
	{FoamCleanser, Removers, 0, 0, 0, 0, 0},
	{Wipe, Removers, 0, 0, 0, 0, 0},

	{Toner, Care, 0.8, 0.8, 60, 1.0, 0.03},
	{AcidToner, Care, 0.8, 0.8, 60, 1.0, 0.03},
	{Mist, Care, 0.8, 0.8, 60, 1.0, 0.03},
	{Essence, Care, 0.8, 0.8, 60, 0.8, 0.05},
	{Serum, Care, 0.3, 0.3, 90, 0.7, 0.10},
	{EyeCream, Care, 0.8, 0.8, 120, 0.3, 0.35},
	{MoisturiserGel, Care, 0.5, 1.2, 120, 0.8, 0.20},
	{MoisturiserLotion, Care, 0.5, 1.2, 180, 0.6, 0.25},
	{MoisturiserCream, Care, 0.5, 1.2, 300, 0.4, 0.40},
	{MoisturiserRich, Care, 0.5, 1.2, 480, 0.2, 0.60},
	{FaceOil, Care, 0.15, 0.3, 300, 0, 1.00}, // the fuller film is for the night
	{LipBalm, Care, 1.0, 1.0, 120, 0, 0.90},
	{DryPatchBalm, Care, 1.0, 1.0, 120, 0, 0.90},
	{Retinoid, Care, 0.3, 0.3, 90, 0.7, 0.10},  // as a serum
	{SpotPatch, Care, 0, 0, 0, 0, 0},           // a sticker, no film
	{LashSerum, Care, 0.3, 0.3, 90, 0.7, 0.10}, // as a serum
	{LipScrub, Rinsed, 3.0, 3.0, 0, 0, 0},
	{MaskClay, Rinsed, 5.0, 5.0, 0, 0, 0},
	{MaskHydrating, Rinsed, 5.0, 5.0, 0, 0, 0},
	{Scrub, Rinsed, 3.0, 3.0, 0, 0, 0},
	{EnzymePolish, Rinsed, 3.0, 3.0, 0, 0, 0},

	{PrimerMattifying, Primers, 0.4, 0.4, 90, 0.6, 0.50},
	{PrimerHydrating, Primers, 0.5, 0.5, 120, 0.7, 0.20},
	{PrimerGripping, Primers, 0.4, 0.4, 90, 0.6, 0.50},
	{Sunscreen, Sunscreens, 2.0, 2.0, 300, 0.5, 0.45},
	{MoisturiserSPF, Sunscreens, 2.0, 2.0, 300, 0.5, 0.45},

	{SPFMist, Over, 0.2, 0.2, 60, 1, 0.45},
	{SPFStick, Over, 0.8, 0.8, 60, 0, 0.90},
	{SPFCushion, Over, 0.8, 0.8, 120, 0.5, 0.45},
	{SPFPowder, Over, 0.1, 0.1, 0, 0, 1.0},
	{SPFFluid, Over, 1.0, 1.0, 300, 0.5, 0.45},
	{BlottingPaper, Over, 0, 0, 0, 0, 0},
	{Powder, Over, 0.2, 0.2, 0, 0, 1.0},
	{SettingSpray, Over, 0.3, 0.3, 60, 1, 0.2},

	{FXRemoverEster, Removers, 0, 0, 0, 0, 0},
	{FXRemoverSilicone, Removers, 0, 0, 0, 0, 0},
	{LashCleanser, Removers, 0, 0, 0, 0, 0},

	{CottonPad, Sundries, 0, 0, 0, 0, 0},
	{CottonBud, Sundries, 0, 0, 0, 0, 0},
	{Cloth, Sundries, 0, 0, 0, 0, 0},
	{Mitt, Sundries, 0, 0, 0, 0, 0},
	{Sponge, Sundries, 0, 0, 0, 0, 0},
	{Spatula, Sundries, 0, 0, 0, 0, 0},
	{Tissue, Sundries, 0, 0, 0, 0, 0},
	{LintFreeTip, Sundries, 0, 0, 0, 0, 0},
}

// over is the cost of laying the row over the column, once set. Pairs not listed cost nothing. [W]
var over = map[Base]map[Base]float64{
	BaseWater:    {BaseSilicone: 3, BaseOil: 4},
	BaseEmulsion: {BaseSilicone: 1.5, BaseOil: 2},
	BaseSilicone: {BaseOil: 2, BaseWater: 0.3, BaseEmulsion: 0.3},
	BaseOil:      {BaseWater: 0.3, BaseEmulsion: 0.3, BasePowder: 0.3, BaseSilicone: 1.5},
	BasePowder:   {BaseOil: 3},
}

// cleanserFit is how far a cleanser is from what a skin type likes before makeup, less being better. [W]: the handbook
// says only "a cleanser the skin likes".
var cleanserFit = map[Kind]map[face.TypeName]float64{
	CreamCleanser: {face.Oily: 0.8, face.Combination: 0.4, face.Balanced: 0.1, face.Dry: 0},
	GelCleanser:   {face.Oily: 0, face.Combination: 0, face.Balanced: 0, face.Dry: 0.6},
	FoamCleanser:  {face.Oily: 0.1, face.Combination: 0.3, face.Balanced: 0.4, face.Dry: 1.2},
	Micellar:      {face.Oily: 0.5, face.Combination: 0.5, face.Balanced: 0.5, face.Dry: 0.5},
	WaterMitt:     {face.Oily: 1, face.Combination: 0.9, face.Balanced: 0.8, face.Dry: 0.7},
}

// removerGrams is what one pass over the face takes, in grams; the neck takes half as much again. [W]
var removerGrams = map[Kind]float64{
	Micellar: 2, Balm: 1.5, CleansingOil: 2, PlantOil: 2, CreamCleanser: 2, GelCleanser: 1,
	FoamCleanser: 1, Biphase: 1,
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
	for _, over := range Bases {
		for _, under := range Bases {
			row, column := string(over), string(under)
			if cost := OverWhat(over, under); cost > 0 {
				add(row+"_over_"+column, row+" over "+column, cost, "cost")
			}
		}
	}
	for _, m := range measures {
		add("measure_"+strings.ReplaceAll(m.many, " ", "_"), m.one, m.grams, "g")
	}
	return list
}
