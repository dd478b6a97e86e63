// Package lift plans how everything comes off: what lies on each zone at removal, which removers dissolve it in how many
// passes, in what order, with how many pads, buds and cloths, and what is left.
//
// Choosing is a branch and bound over remover sequences: for each group of zones the cheapest sequence for every set of
// products, then the cheapest union of sets over all groups. The same arithmetic reckons planned steps and those made by
// hand.
package lift

import (
	"fmt"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
)

// takes is the share of a binder that one proper pass takes off, by remover and binder, in the order of binders. Effects
// adhesives and alcohol films stand after the handbook's ten. [W], to be calibrated by the pad checks.
var takes = map[kit.Kind]map[look.Binder]float64{
	"water_mitt":     row(.85, .85, .75, .85, .30, .35, .10, .40, 0, .20),
	"micellar":       with(row(.90, .60, .75, .85, .60, .50, .45, .55, .35, .65), .05, .05, .05, 0),
	"biphase":        row(.85, .40, .85, .80, .88, .85, .88, .80, .60, .80),
	"balm":           with(row(.97, .20, .95, .95, .94, .94, .85, .95, .60, .50), .50, .40, .30, .70),
	"cleansing_oil":  row(.97, .20, .95, .95, .94, .95, .88, .95, .65, .55),
	"plant_oil":      row(.85, .10, .85, .85, .85, .75, .65, .75, .50, .40),
	"cream_cleanser": row(.97, .30, .78, .85, .65, .60, .35, .60, .10, .30),
	"gel_cleanser":   row(.985, .50, .65, .80, .35, .40, .20, .50, .05, .30),
	"foam_cleanser":  row(.985, .50, .65, .80, .35, .40, .20, .50, .05, .30),
	"wipe":           row(.70, .30, .55, .65, .50, .40, .35, .40, .15, .35),

	"fx_remover_ester":    with(row(0, 0, 0, 0, 0, 0, 0, 0, 0, 0), .85, .80, .40, .90),
	"fx_remover_silicone": with(row(0, 0, 0, 0, 0, 0, 0, 0, 0, 0), .20, .30, .90, 0),
}

var tabled = []look.Binder{"care", "water_film", "emulsion", "powder", "wax_oil", "silicone_film", "waterproof_film", "spf_film", "adhesive", "magnetic_liner"}

func row(shares ...float64) map[look.Binder]float64 {
	m := map[look.Binder]float64{}
	for i, b := range tabled {
		m[b] = shares[i]
	}
	return m
}

func with(m map[look.Binder]float64, resin, acrylic, silicone, alcohol float64) map[look.Binder]float64 {
	m["fx_resin"], m["fx_acrylic"], m["fx_silicone"], m["alcohol_film"] = resin, acrylic, silicone, alcohol
	return m
}

// needs is the seconds of contact that a binder needs under a held pad, t0. [W]
var needs = map[look.Binder]float64{"water_film": 7, "care": 5, "emulsion": 5, "powder": 5, "wax_oil": 10, "silicone_film": 20,
	"waterproof_film": 30, "spf_film": 10, "magnetic_liner": 20, "adhesive": 45, "fx_resin": 60, "fx_acrylic": 60, "fx_silicone": 60, "alcohol_film": 60}

// Contact. [W]
const (
	rightFrom   = 0.60 // from this share on a remover is the right one for a binder
	mostRight   = 3.0  // t/t0 that still helps with the right one
	mostWrong   = 1.5  // patience does not make a wrong remover right
	lightLoad   = 1.0  // a sum of loads up to this
	mediumLoad  = 2.0  // and up to this
	lightTimes  = 0.7  // t0, by load
	heavyTimes  = 1.5
	massageS    = 60.0 // balms, oils, cream, at a medium load; half of it at a light one, twice at a heavy one
	washTimes   = 0.75 // gel and foam: 45 s
	emulsifyS   = 30
	clothS      = 30
	rinseS      = 30
	wipeS       = 30 // a pad over the face
	dryS        = 15
	twice       = 2.0 // massaged twice as long counts as a second pass
	lashHalf    = 0.5 // a strip lash lifts off by itself when this much of its glue is left
	lashTakes   = 0.7 // and takes this much of the rest with it
	mostOfOne   = 4   // passes of one remover on a zone
	mostOfAll   = 6
	gripS       = 5 // seconds to which a hold is rounded up
	careFilm    = 0.5
	toleranceLR = 1e-9
)

// Targets for makeup left, the worst binder's share. [W]
const (
	targetSkin = 0.04
	targetLids = 0.05
	targetLips = 0.05
	heavyFrom  = 3.0 // times the target, as a pad reads it
)

// What the remover leaves of itself, as a share, and what takes it away. [W]
const (
	filmLeft      = 0.30 // balm, oil, biphase
	filmCloth     = 0.12
	filmEmulsify  = 0.05
	filmPad       = 0.12 // a damp pad on lids and lips
	welcomeDry    = 0.15 // and on lids and lips
	welcomeEven   = 0.04
	welcomeOily   = 0.03
	mostClothC    = 38.0 // °C
	beardRemover  = 1.5  // times as much remover under a full beard
	passDelicacy  = 1.0
	minuteCost    = 0.2
	padCost       = 0.05
	priceCost     = 0.5
	productCost   = 0.3
	cautionCost   = 100.0
	missingCost   = 100.0 // for each pad that is not there
	kindnessCost  = 0.3   // times the misfit of a second cleanse, where the better one comes second
	differentCost = 2.0   // a second product for the face, where the house method is one
)

// washes is the share of a remover's film that a second cleanse takes. [W]
var washes = map[kit.Kind]float64{"cream_cleanser": .80, "gel_cleanser": .90, "foam_cleanser": .92, "micellar": .60}

// delicacy is how much a pass costs the skin of a zone. [W]
func delicacy(z face.Zone, scarred bool) float64 {
	d := 1.0
	switch {
	case z.Class() == face.Eye:
		d = 3
	case z.Class() == face.Lip:
		d = 1.5
	case z == face.Neck || z == face.Chest:
		d = 0.8
	}
	if scarred {
		d = max(d, 1.5)
	}
	return d
}

// Target is the share of makeup that may be left on a zone.
func Target(z face.Zone) float64 {
	switch z {
	case face.Eyelids:
		return targetLids
	case face.Lips:
		return targetLips
	}
	return targetSkin
}

// Removers lists the kinds that take makeup off, and the mitt that does with water.
func Removers() []kit.Kind {
	list := []kit.Kind{"mitt"}
	for _, k := range kit.Kinds() {
		if takes[k.ID] != nil && k.ID != "water_mitt" {
			list = append(list, k.ID)
		}
	}
	return list
}

// Figures lists the figures this package holds.
func Figures() []figure.Figure {
	const w = "lift"
	var list []figure.Figure
	for _, k := range kit.Kinds() {
		for _, b := range look.Binders {
			if e := takes[k.ID][look.Binder(b)]; e > 0 {
				list = append(list, figure.W(w, fmt.Sprintf("%s takes off %s", k.ID, b), e, "share"))
			}
		}
	}
	for _, b := range look.Binders {
		list = append(list, figure.W(w, "contact under a held pad, "+b, needs[look.Binder(b)], "s"))
	}
	for _, k := range kit.Kinds() {
		if s := washes[k.ID]; s > 0 {
			list = append(list, figure.W(w, string(k.ID)+" takes off a remover's film", s, "share"))
		}
	}
	return append(list,
		figure.W(w, "a remover is the right one from", rightFrom, "share"),
		figure.W(w, "longest useful hold, right remover", mostRight, "times t0"),
		figure.W(w, "longest useful hold, wrong remover", mostWrong, "times t0"),
		figure.W(w, "contact at a light load", lightTimes, "times"),
		figure.W(w, "contact at a heavy load", heavyTimes, "times"),
		figure.W(w, "massage at a medium load", massageS, "s"),
		figure.W(w, "gel and foam, of that", washTimes, "times"),
		figure.W(w, "emulsify", emulsifyS, "s"), figure.W(w, "warm cloth", clothS, "s"), figure.W(w, "rinse", rinseS, "s"),
		figure.W(w, "a pad over the face", wipeS, "s"), figure.W(w, "pat dry", dryS, "s"),
		figure.W(w, "a strip lash lifts off when this is left of its glue", lashHalf, "share"),
		figure.W(w, "a strip lash takes off, of the rest", lashTakes, "share"),
		figure.W(w, "most passes of one remover", mostOfOne, ""), figure.W(w, "most passes in all", mostOfAll, ""),
		figure.W(w, "target for skin", targetSkin, "share"), figure.W(w, "target for lids and lashes", targetLids, "share"),
		figure.W(w, "target for lips", targetLips, "share"), figure.W(w, "heavy on a pad from", heavyFrom, "times the target"),
		figure.W(w, "film of balm, oil or biphase", filmLeft, "share"), figure.W(w, "film after a warm cloth", filmCloth, "share"),
		figure.W(w, "film after emulsifying and rinsing", filmEmulsify, "share"), figure.W(w, "film after a damp pad on lids and lips", filmPad, "share"),
		figure.W(w, "film welcome on dry skin, lids and lips", welcomeDry, "share"), figure.W(w, "film welcome on balanced skin", welcomeEven, "share"),
		figure.W(w, "film welcome on combination and oily skin", welcomeOily, "share"), figure.W(w, "warmest cloth", mostClothC, "°C"),
		figure.W(w, "remover under a full beard", beardRemover, "times"),
		figure.W(w, "each pass, times delicacy", passDelicacy, "cost"), figure.W(w, "each minute", minuteCost, "cost"), figure.W(w, "each pad", padCost, "cost"),
		figure.W(w, "price of what is used", priceCost, "times"), figure.W(w, "each different product", productCost, "cost"),
		figure.W(w, "each avoidable caution", cautionCost, "cost"), figure.W(w, "misfit of the second cleanse", kindnessCost, "times"),
		figure.W(w, "a pass against the house method for eyes", againstMethod, "cost"),
		figure.W(w, "a balm on a wet face, a plain oil on a dry one", wrongSkin, "cost"),
		figure.W(w, "a wipe's pass on the road counts for", travelTimes, "times"),
		figure.W(w, "one pass over both eyes", eyeGrams, "g"), figure.W(w, "one pass over brows or lips", spotGrams, "g"),
		figure.W(w, "load of what covers a beard or a scar", coverLoad, ""), figure.W(w, "clean faces of a pad", facesPerPad, ""),
		figure.W(w, "a second product where the method is one", differentCost, "cost"),
		figure.W(w, "delicacy of eyes", delicacy(face.Eyelids, false), ""), figure.W(w, "delicacy of lips", delicacy(face.Lips, false), ""),
		figure.W(w, "delicacy of neck and chest", delicacy(face.Neck, false), ""), figure.W(w, "delicacy of scars", delicacy(face.Cheeks, true), ""))
}
