package fit

import (
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
)

// Procedures and for how many days only what the treating clinic allowed may be done. [W]
var Procedures = map[face.ConditionKind]int{face.PeelLight: 7, face.PeelMedium: 28, face.PeelDeep: 90, face.Laser: 28,
	face.Needling: 14}

// Figures lists the figures of the table here.
func Figures() []figure.Figure {
	var list []figure.Figure
	for _, k := range doc.Keys(Procedures) {
		name := string(k) + ", only what the clinic allowed for"
		list = append(list, figure.W("fit", "procedure_"+string(k), name, float64(Procedures[k]), "days"))
	}
	return list
}
