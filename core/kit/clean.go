package kit

// cleanserFit is how far a cleanser is from what a skin type likes before makeup, less being better. [W]: the handbook
// says only "a cleanser the skin likes".
var cleanserFit = map[Kind]map[string]float64{
	"cream_cleanser": {"oily": 0.8, "combination": 0.4, "balanced": 0.1, "dry": 0},
	"gel_cleanser":   {"oily": 0, "combination": 0, "balanced": 0, "dry": 0.6},
	"foam_cleanser":  {"oily": 0.1, "combination": 0.3, "balanced": 0.4, "dry": 1.2},
	"micellar":       {"oily": 0.5, "combination": 0.5, "balanced": 0.5, "dry": 0.5},
	"water_mitt":     {"oily": 1, "combination": 0.9, "balanced": 0.8, "dry": 0.7},
}

// CleanserFit is the misfit of a cleanser for a skin type; ok is false for what is no cleanser before makeup.
func (k Kind) CleanserFit(skinType string) (misfit float64, ok bool) {
	row, ok := cleanserFit[k]
	return row[skinType], ok
}

// removerGrams is what one pass over the face takes, in grams; the neck takes half as much again. [W]
var removerGrams = map[Kind]float64{
	"micellar": 2, "balm": 1.5, "cleansing_oil": 2, "plant_oil": 2, "cream_cleanser": 2, "gel_cleanser": 1,
	"foam_cleanser": 1, "biphase": 1,
}

// NeckShare is what the neck adds to a pass over the face. [W]
const NeckShare = 0.5

// PassGrams is what one pass of a remover takes over the face, and the neck where it is done too.
func (k Kind) PassGrams(neck bool) float64 {
	g := removerGrams[k]
	if neck {
		g *= 1 + NeckShare
	}
	return g
}
