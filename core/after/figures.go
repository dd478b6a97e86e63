package after

import (
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
)

// idealByType is the weight of a moisturiser that a skin type likes at night. [W]
var idealByType = map[face.TypeName]float64{face.Oily: 1, face.Combination: 2, face.Balanced: 2, face.Dry: 3}

// exfoliants is what an exfoliant of the night costs, the gentler the less. [W]
var exfoliants = map[kit.Kind]float64{kit.EnzymePolish: 0, kit.AcidToner: 0.5}

// Figures lists the figures of the tables here.
func Figures() []figure.Figure {
	const w = "after"
	var list []figure.Figure
	for _, t := range face.Types() {
		name := string(t)
		list = append(list, figure.W(w, "ideal_"+name, "ideal weight at night, "+name, idealByType[t], ""))
	}
	for _, k := range []kit.Kind{kit.EnzymePolish, kit.AcidToner} {
		list = append(list, figure.W(w, "exfoliant_"+string(k), string(k)+" to exfoliate at night", exfoliants[k],
			"cost"))
	}
	return list
}
