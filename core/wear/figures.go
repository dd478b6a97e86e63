// Package wear plans what happens between base and removal: how much sun reaches the skin through films that wear
// off, when each zone would shine, and the touch-ups that put both right through finished makeup.
//
// One evaluator reckons films, dose and shine for planned touch-ups and for those made by hand alike. The planner
// finds coats and blots together over a five-minute grid, and says how far from the best they may be.
package wear

import (
	"urncloth/core/figure"
	"urncloth/core/kit"
)

// delivery is what a form can bring through finished makeup. [W]
type delivery struct {
	perCoat float64 // mg/cm²
	most    float64 // mg/cm²
	coats   int     // as planned
	powders float64 // cost of what it does to a matte or powdered base
	waxy    float64 // cost on oily skin
	sheet   string  // what one coat is called
}

var forms = map[kit.Kind]delivery{
	kit.SPFFluid:   {1.0, 1.0, 1, 0.5, 0, "press"},
	kit.SPFCushion: {0.8, 0.8, 1, 0, 0, "press"},
	kit.SPFStick:   {0.2, 0.8, 4, 0, 0.3, "pass"},
	kit.SPFMist:    {0.2, 0.6, 3, 0, 0, "coat"},
	kit.SPFPowder:  {0.1, 0.35, 4, 0, 0, "pass"},
}

// Figures lists the figures of the table here.
func Figures() []figure.Figure {
	const w = "wear"
	var list []figure.Figure
	for _, k := range kit.Kinds() {
		f, over := forms[k.ID]
		if !over {
			continue
		}
		id := string(k.ID)
		list = append(list,
			figure.W(w, id+"_coat", id+", each "+f.sheet, f.perCoat, "mg/cm²"),
			figure.W(w, id+"_most", id+", at most", f.most, "mg/cm²"),
			figure.W(w, id+"_coats", id+", as planned", float64(f.coats), f.sheet))
		if f.powders > 0 {
			list = append(list, figure.W(w, id+"_powders", id+", on a matte or powdered base", f.powders, "cost"))
		}
		if f.waxy > 0 {
			list = append(list, figure.W(w, id+"_waxy", id+", on oily skin", f.waxy, "cost"))
		}
	}
	return list
}
