package kit

import (
	"maps"
	"math"
	"slices"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
)

// State is how a product stands with its dates.
type State string

// States of a product.
const (
	InDate State = "in_date"
	Soon   State = "soon" // goes out within a month
	Out    State = "out"
	Gone   State = "empty"
)

// States lists them.
var States = []State{InDate, Soon, Out, Gone}

// Standing is how a product stands on a date.
func (p *Product) Standing(on day.Date) State {
	last, known := p.UseBy()
	switch {
	case p.Empty():
		return Gone
	case known && last.Before(on):
		return Out
	case known && last.Before(on.AddMonths(figure.SoonMonths)):
		return Soon
	}
	return InDate
}

// Washed is the kinds that are washed and used again: what is taken of them goes to the wash, not out of the kit.
var Washed = []Kind{Cloth, Mitt}

// RulesOut is the allergies that this product is ruled out by: its tags and actives, and the tags that include them.
func (p *Product) RulesOut() []string {
	out := map[string]bool{}
	for _, t := range p.Tags {
		out[t] = true
	}
	for a := range p.Actives {
		out[a] = true
	}
	if p.Ingredients != "" {
		for _, w := range contents(p.Ingredients).Holds {
			out[w] = true
		}
	}
	delete(out, "oil_free")
	for _, w := range slices.Collect(maps.Keys(out)) {
		for _, family := range ancestors[w] {
			out[family] = true
		}
	}
	return slices.Sorted(maps.Keys(out))
}

// FaceGrams is what one typical face takes: a pass of a remover, or the kind's film on an adult's face.
func (p *Product) FaceGrams() float64 {
	if g := p.Kind.PassGrams(false); g > 0 {
		return g
	}
	var area float64
	zones := face.BaseArea
	switch p.Kind {
	case LipBalm, LipScrub:
		zones = face.SetOf(face.Lips)
	case EyeCream:
		zones = face.SetOf(face.UnderEyes)
	}
	for z, a := range (face.Client{}).Areas(day.Date{}) {
		if zones.Has(face.Zone(z)) {
			area += a
		}
	}
	return Grams(p.Kind.Of().Film, area)
}

// FacePrice is what one typical face costs, 0 where price or pack is not known.
func (p *Product) FacePrice() float64 { return p.PriceOf(p.FaceGrams()) }

// Calibrate is the grams of one unit from strokes weighed one by one: their mean, and how far they scatter (standard
// deviation ÷ mean). Good weighing scatters little; above a tenth it should be done again. [W]
func Calibrate(strokes []float64) (gramsPerUnit, scatter float64) {
	if len(strokes) == 0 {
		return 0, 0
	}
	for _, g := range strokes {
		gramsPerUnit += g / float64(len(strokes))
	}
	for _, g := range strokes {
		scatter += (g - gramsPerUnit) * (g - gramsPerUnit) / float64(len(strokes))
	}
	if gramsPerUnit <= 0 {
		return 0, 0
	}
	return gramsPerUnit, math.Sqrt(scatter) / gramsPerUnit
}
