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

// takes is the share of a binder that one proper pass takes off, by the handbook.
var takes = look.Takes

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
