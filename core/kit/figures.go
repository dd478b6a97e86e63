package kit

import (
	"strings"

	"urncloth/core/figure"
)

// Figures lists the figures this package holds.
func Figures() []figure.Figure {
	const w = "kit"
	var list []figure.Figure
	for _, k := range kinds {
		name := strings.ReplaceAll(string(k.ID), "_", " ")
		if k.Film > 0 {
			list = append(list, figure.W(w, name+", film", k.Film, "mg/cm²"))
		}
		if k.Full > k.Film {
			list = append(list, figure.W(w, name+", full film", k.Full, "mg/cm²"))
		}
		if k.SetS > 0 {
			list = append(list, figure.W(w, name+", sets in", k.SetS, "s"), figure.W(w, name+", of that evaporation", k.Evaporation, "share"))
		}
		if k.Stays > 0 {
			list = append(list, figure.W(w, name+", stays on the skin", k.Stays, "share"))
		}
	}
	for _, k := range kinds {
		if g := removerGrams[k.ID]; g > 0 {
			list = append(list, figure.W(w, strings.ReplaceAll(string(k.ID), "_", " ")+", one pass over the face", g, "g"))
		}
	}
	list = append(list, figure.W(w, "neck, more of a pass", NeckShare, "share"))
	for _, row := range Bases {
		for _, column := range Bases {
			if cost := OverWhat(Base(row), Base(column)); cost > 0 {
				list = append(list, figure.W(w, row+" over "+column, cost, "cost"))
			}
		}
	}
	list = append(list, figure.W(w, "over a layer that has not set, times", UnsetTimes, ""))
	for _, m := range measures {
		list = append(list, figure.W(w, m.one, m.grams, "g"))
	}
	return append(list,
		figure.W(w, "a drop", DropG, "g"),
		figure.P(w, "fingertip unit", FingertipUnitG, "g", "Long & Finlay 1991"),
		figure.W(w, "strip along one finger", FingerStripG, "g"),
		figure.W(w, "teaspoon", TeaspoonML, "ml"),
		figure.W(w, "a cotton pad holds", PadHoldsG, "g"))
}
