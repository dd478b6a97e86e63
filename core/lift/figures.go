// Package lift plans how everything comes off: what lies on each zone at removal, which removers dissolve it in how
// many passes, in what order, with how many pads, buds and cloths, and what is left.
//
// Choosing is a branch and bound over remover sequences: for each group of zones the cheapest sequence for every set
// of products, then the cheapest union of sets over all groups. The same arithmetic reckons planned steps and those
// made by hand.
package lift

import (
	"fmt"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/say"
)

// takes is the share of a binder that one proper pass takes off, by remover and binder, in the order of binders.
// Effects adhesives and alcohol films stand after the handbook's ten. [W], to be calibrated by the pad checks.
var takes = map[kit.Kind]map[look.Binder]float64{
	kit.WaterMitt:     row(.85, .85, .75, .85, .30, .35, .10, .40, 0, .20),
	kit.Micellar:      with(row(.90, .60, .75, .85, .60, .50, .45, .55, .35, .65), .05, .05, .05, 0),
	kit.Biphase:       row(.85, .40, .85, .80, .88, .85, .88, .80, .60, .80),
	kit.Balm:          with(row(.97, .20, .95, .95, .94, .94, .85, .95, .60, .50), .50, .40, .30, .70),
	kit.CleansingOil:  row(.97, .20, .95, .95, .94, .95, .88, .95, .65, .55),
	kit.PlantOil:      row(.85, .10, .85, .85, .85, .75, .65, .75, .50, .40),
	kit.CreamCleanser: row(.97, .30, .78, .85, .65, .60, .35, .60, .10, .30),
	kit.GelCleanser:   row(.985, .50, .65, .80, .35, .40, .20, .50, .05, .30),
	kit.FoamCleanser:  row(.985, .50, .65, .80, .35, .40, .20, .50, .05, .30),
	kit.LashCleanser:  row(.985, .50, .65, .80, .35, .40, .20, .50, .05, .30), // as foam
	kit.Wipe:          row(.70, .30, .55, .65, .50, .40, .35, .40, .15, .35),

	kit.FXRemoverEster:    with(row(0, 0, 0, 0, 0, 0, 0, 0, 0, 0), .85, .80, .40, .90),
	kit.FXRemoverSilicone: with(row(0, 0, 0, 0, 0, 0, 0, 0, 0, 0), .20, .30, .90, 0),
}

// tabled is the binders in the order of the columns.
var tabled = look.Binders[:10]

func row(shares ...float64) map[look.Binder]float64 {
	m := map[look.Binder]float64{}
	for i, b := range tabled {
		m[b] = shares[i]
	}
	return m
}

func with(m map[look.Binder]float64, resin, acrylic, silicone, alcohol float64) map[look.Binder]float64 {
	m[look.FXResin], m[look.FXAcrylic], m[look.FXSilicone], m[look.AlcoholFilm] = resin, acrylic, silicone, alcohol
	return m
}

// needs is the seconds of contact that a binder needs under a held pad, t0. [W]
var needs = map[look.Binder]float64{look.WaterFilm: 7, look.Care: 5, look.Emulsion: 5, look.Powder: 5,
	look.WaxOil: 10, look.SiliconeFilm: 20,
	look.WaterproofFilm: 30, look.SPFFilm: 10, look.MagneticLiner: 20, look.Adhesive: 45, look.FXResin: 60,
	look.FXAcrylic: 60, look.FXSilicone: 60, look.AlcoholFilm: 60}

// washes is the share of a remover's film that a second cleanse takes. [W]
var washes = map[kit.Kind]float64{kit.CreamCleanser: .80, kit.GelCleanser: .90, kit.FoamCleanser: .92,
	kit.LashCleanser: .92, kit.Micellar: .60}

// strokes is how many clean faces one wiping of a zone takes, where it is more than one. [W]
var manyStrokes = map[face.Zone]int{face.Cheeks: 2, face.Jaw: 2, face.UnderEyes: 2, face.Eyelids: 2, face.Brows: 2,
	face.Neck: 2, face.Ears: 2, face.Chest: 2, face.Shoulders: 6, face.Torso: 13, face.Hands: 3, face.Forearms: 7,
	face.UpperArms: 9, face.Back: 15, face.Thighs: 22, face.LowerLegs: 16, face.Feet: 4}

// Figures lists the figures of the tables here.
func Figures() []figure.Figure {
	const w = "lift"
	var list []figure.Figure
	for _, k := range kit.Kinds() {
		for _, b := range look.Binders {
			if e := takes[k.ID][b]; e > 0 {
				key, name := string(k.ID)+"_takes_"+string(b), fmt.Sprintf("%s takes off %s", k.ID, b)
				list = append(list, figure.W(w, key, name, e, "share"))
			}
		}
	}
	for _, b := range look.Binders {
		list = append(list, figure.W(w, "needs_"+string(b), "contact under a held pad, "+string(b), needs[b], "s"))
	}
	for _, k := range kit.Kinds() {
		if s := washes[k.ID]; s > 0 {
			list = append(list, figure.W(w, string(k.ID)+"_washes", string(k.ID)+" takes off a remover's film", s,
				"share"))
		}
	}
	for z := range face.N {
		list = append(list, figure.W(w, "strokes_"+z.String(), "strokes to wipe the "+z.NameIn(say.English),
			float64(strokes(z)), ""))
	}
	return list
}
