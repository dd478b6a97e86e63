package prep

import (
	"fmt"

	"urncloth/core/figure"
)

// Figures lists the costs of choosing and the hands-on times.
func Figures() []figure.Figure {
	const w = "prep"
	list := []figure.Figure{
		figure.W(w, "each layer", layerCost, "cost"),
		figure.W(w, "each disliked tag", dislikedCost, "cost"),
		figure.W(w, "each mg/cm² over the load limit", loadCost, "cost"),
		figure.W(w, "each caution that could be avoided", avoidable, "cost"),
		figure.W(w, "sunscreen under 30 or not of broad spectrum", lowFactor, "cost"),
		figure.W(w, "moisturiser, each step from the ideal weight", weightMisfit, "cost"),
		figure.W(w, "mattifying primer on dry or thirsty skin", mattifyDry, "cost"),
		figure.W(w, "hydrating primer where mattifying is due", hydrateOily, "cost"),
		figure.W(w, "gripping primer where mattifying is due", gripOily, "cost"),
		figure.W(w, "serum without the active its zone wants", withoutActive, "cost"),
		figure.W(w, "sunscreen, each weight over 2", heavySunscreen, "cost"),
		figure.W(w, "sunscreen, each step of white cast", castCost, "cost"),
		figure.W(w, "sunscreen, each step of white cast on phototype IV–VI", castDarkCost, "cost"),
		figure.W(w, "eye zones without an eye-safe sunscreen", eyeUnscreened, "cost"),
		figure.W(w, "working elsewhere while a zone sets", crossWorkCost, "cost"),
		figure.W(w, "moisturiser, more weight in the cold", coldWeight, ""),
		figure.W(w, "sunscreen under the 80-minute label for a swimmer", notForSwim, "cost"),
		figure.W(w, "hydrating veil", veilFilm, "mg/cm²"),
		figure.W(w, "share of a flaky zone that is patches", spotShare, "share"),
	}
	for oil, weight := range idealWeight {
		list = append(list, figure.W(w, fmt.Sprintf("ideal weight of a moisturiser where oil is %d", oil), weight, ""))
	}
	for _, h := range []struct {
		name string
		s    int
	}{{"consultation", consultS}, {"hands", handsS}, {"set-up", setupS}, {"lenses out", lensS}, {"refresh", refreshS}, {"cleanse", cleanseS},
		{"rinse", rinseS}, {"pat dry", dryS}, {"mist or toner", mistS}, {"essence", essenceS}, {"serum", serumS}, {"eye cream", eyeCreamS},
		{"moisturiser", moistureS}, {"touch check", touchS}, {"lips", lipsS}, {"lip scrub", lipScrubS}, {"dry patches", patchS}, {"oil", oilS},
		{"each primer", primerS}, {"sunscreen, face", faceSPFS}, {"sunscreen, neck", neckSPFS}, {"sunscreen, ears", earsSPFS}, {"sunscreen, chest", chestSPFS},
		{"polish", polishS}, {"cold pads", coldPadS}, {"massage", massageS}, {"cool cloth", coolClothS}} {
		list = append(list, figure.W(w, "hands-on: "+h.name, float64(h.s), "s"))
	}
	return list
}
