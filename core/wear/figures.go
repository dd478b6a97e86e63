// Package wear plans what happens between base and removal: how much sun reaches the skin through films that wear off, when
// each zone would shine, and the touch-ups that put both right through finished makeup.
//
// One evaluator reckons films, dose and shine for planned touch-ups and for those made by hand alike. The planner finds
// touch-ups by an exact search over a five-minute grid.
package wear

import (
	"fmt"
	"time"

	"urncloth/core/figure"
	"urncloth/core/kit"
)

// Label clocks. Source: 21 CFR 201.327 [P]; the early second coat: Diffey 2001 [P].
const (
	TwoHours   = 120 * time.Minute // outdoors, since the last coat
	earlyFrom  = 15 * time.Minute  // method second_coat: after going out
	earlyUntil = 30 * time.Minute
)

// Loss of a film. [W]
const (
	lossIndoors  = 0.03 // share lost an hour
	lossOutdoors = 0.12
	lossActive   = 0.35
	lossActive40 = 0.20 // labelled 40 minutes
	lossActive80 = 0.15 // labelled 80 minutes
	keptInWater  = 0.82 // at the end of the labelled minutes; half the factor of 50, as the European test asks
	keptUnlabel  = 0.5  // unlabelled, in water
	unlabelIn    = 15 * time.Minute
	keptTowelled = 0.40
	keptBlotted  = 0.95 // a tissue pressed on
	keptUnder    = 0.97 // base stippled over it
)

// Budget of reddening dose. MED by phototype I–VI in SED [W, after CIE S 007]; the share and the ceiling [W].
var med = [6]float64{2, 2.5, 3.5, 4.5, 6, 10}

const (
	budgetMED = 0.5
	budgetSED = 1.75
)

// Shine. Sebum by oil grade in µg/cm²/min and how it follows the skin's temperature: after Cunliffe 1970 [W].
var sebum = [4]float64{0.1, 0.4, 1.0, 1.8}

const (
	sebumPerDegree = 0.1 // more for each °C over 32
	sebumLeast     = 0.7
	sebumMost      = 1.8
	surfaceAt      = 21.0 // air in which skin is at 32 °C
	surfacePerC    = 0.3  // skin warms by this for each °C of air
	ShineFrom      = 150.0
	primerTakes    = 150.0
	powderTakes    = 100.0
	blotTakes      = 0.7 // share of what is free
)

// Planning. [W]
const (
	Grid         = 5 * time.Minute
	MergeWithin  = 20 * time.Minute // a blot this near a coat is done with it
	longWear     = 10 * time.Hour   // from here a reset at half time
	resetWithin  = 20 * time.Minute // of half time
	glassLong    = 60 * time.Minute // behind glass in daylight, before it is worth a word
	overStep     = 0.1              // SED; less than this over the budget is not worth an interruption
	idleDose     = 0.01             // SED; a coat that only takes a blot's place has to save this much
	unkindActive = 3
	unkindStill  = 1
	lastBlot     = 20 * time.Minute // before the end of wear nobody is blotted any more
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
	"spf_fluid":   {1.0, 1.0, 1, 0.5, 0, "press"},
	"spf_cushion": {0.8, 0.8, 1, 0, 0, "press"},
	"spf_stick":   {0.2, 0.8, 4, 0, 0.3, "pass"},
	"spf_mist":    {0.2, 0.6, 3, 0, 0, "coat"},
	"spf_powder":  {0.1, 0.35, 4, 0, 0, "pass"},
}

// What lands of a mist, and the costs of choosing a form, against 1 for each mg/cm² it lacks of the full dose. [W]
const (
	mistLands     = 0.5
	mistLandsWind = 1.0 / 3
	windCost      = 1.0
	untintedCost  = 0.3 // on phototype IV–VI or pigment
	castCost      = 0.2
	cautionCost   = 100.0
	dislikedCost  = 1.0
)

// Figures lists the figures this package holds.
func Figures() []figure.Figure {
	const w = "wear"
	list := []figure.Figure{
		figure.P(w, "a coat at least every", TwoHours.Hours(), "h outdoors", "21 CFR 201.327"),
		figure.P(w, "early second coat, from", earlyFrom.Minutes(), "min outdoors", "Diffey 2001"),
		figure.P(w, "early second coat, until", earlyUntil.Minutes(), "min outdoors", "Diffey 2001"),
		figure.W(w, "film lost indoors", lossIndoors, "share an hour"),
		figure.W(w, "film lost outdoors, still", lossOutdoors, "share an hour"),
		figure.W(w, "film lost active or sweating", lossActive, "share an hour"),
		figure.W(w, "film lost active, labelled 40 min", lossActive40, "share an hour"),
		figure.W(w, "film lost active, labelled 80 min", lossActive80, "share an hour"),
		figure.W(w, "film kept at the end of the labelled minutes in water", keptInWater, "share"),
		figure.W(w, "unlabelled film kept after 15 minutes in water", keptUnlabel, "share"),
		figure.W(w, "film kept after towelling", keptTowelled, "share"),
		figure.W(w, "film kept under a pressed tissue", keptBlotted, "share"),
		figure.W(w, "film kept under stippled base", keptUnder, "share"),
		figure.W(w, "budget, of a MED", budgetMED, "share"),
		figure.W(w, "budget, at most", budgetSED, "SED"),
		figure.W(w, "sebum, more for each degree over 32", sebumPerDegree, "share"),
		figure.W(w, "sebum by temperature, at least", sebumLeast, "times"),
		figure.W(w, "sebum by temperature, at most", sebumMost, "times"),
		figure.W(w, "skin warms with the air", surfacePerC, "°C per °C"),
		figure.W(w, "shine shows from", ShineFrom, "µg/cm²"),
		figure.W(w, "a mattifying primer takes up", primerTakes, "µg/cm²"),
		figure.W(w, "each powdering takes up", powderTakes, "µg/cm²"),
		figure.W(w, "blotting removes, of what is free", blotTakes, "share"),
		figure.W(w, "grid of the search", Grid.Minutes(), "min"),
		figure.W(w, "a blot is merged with a coat within", MergeWithin.Minutes(), "min"),
		figure.W(w, "a reset at half time from a wear of", longWear.Hours(), "h"),
		figure.W(w, "the reset, from half time at most", resetWithin.Minutes(), "min"),
		figure.W(w, "long behind glass", glassLong.Minutes(), "min"),
		figure.W(w, "dose over the budget counted in steps of", overStep, "SED"),
		figure.W(w, "least dose a coat in a blot's place has to save", idleDose, "SED"),
		figure.W(w, "swimming or sweating for long without the 80-minute label", wetCost, "cost"),
		figure.W(w, "another sunscreen than the one laid first", otherCost, "cost"),
		figure.W(w, "sheets for one blotting", sheetsPerFace, ""),
		figure.W(w, "mist at a reset, of its usual film", moistenShare, "share"),
		figure.W(w, "unkindness while active or swimming", unkindActive, ""),
		figure.W(w, "unkindness while still", unkindStill, ""),
		figure.W(w, "no blotting before the end of wear", lastBlot.Minutes(), "min"),
		figure.W(w, "of a mist lands", mistLands, "share"),
		figure.W(w, "of a mist lands in wind", doc3(mistLandsWind), "share"),
		figure.W(w, "a mist sprayed in wind", windCost, "cost"),
		figure.W(w, "untinted on phototype IV–VI or pigment", untintedCost, "cost"),
		figure.W(w, "each step of white cast over makeup", castCost, "cost"),
		figure.W(w, "a form that brings a caution", cautionCost, "cost"),
	}
	for i, m := range med {
		list = append(list, figure.W(w, fmt.Sprintf("MED, phototype %d", i+1), m, "SED"))
	}
	for i, r := range sebum {
		list = append(list, figure.W(w, fmt.Sprintf("sebum where oil is %d", i), r, "µg/cm²/min"))
	}
	for _, k := range kit.Kinds() {
		if f, over := forms[k.ID]; over {
			list = append(list, figure.W(w, string(k.ID)+", each "+f.sheet, f.perCoat, "mg/cm²"), figure.W(w, string(k.ID)+", at most", f.most, "mg/cm²"))
		}
	}
	return list
}

func doc3(x float64) float64 { return float64(int(x*1000+0.5)) / 1000 }
