package kit

import (
	"urncloth/core/face"
	"urncloth/core/figure"
)

// CleanserFit is the misfit of a cleanser for a skin type; ok is false for what is no cleanser before makeup.
func (k Kind) CleanserFit(skinType face.TypeName) (misfit float64, ok bool) {
	row, ok := cleanserFit[k]
	return row[skinType], ok
}

// PassGrams is what one pass of a remover takes over the face, and the neck where it is done too.
func (k Kind) PassGrams(neck bool) float64 {
	g := removerGrams[k]
	if neck {
		g *= 1 + figure.NeckShare
	}
	return g
}
