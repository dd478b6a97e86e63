package kit

import (
	"math"
	"strconv"
	"strings"

	"urncloth/core/figure"
)

// Say says a dose all three ways: grams, the product's own unit, and the hand measure.
func Say(grams, units float64, unit string) string {
	parts := []string{Weight(grams) + " g"}
	if units > 0 {
		n := max(1/figure.UnitParts, math.Round(units*figure.UnitParts)/figure.UnitParts)
		parts = append(parts, Quarters(n)+" "+plural(unit, n))
	}
	if hand := Hand(grams); hand != "" {
		parts = append(parts, hand)
	}
	return strings.Join(parts, ", ")
}

// Weight writes grams as a person at a scale would: hundredths, and thousandths below a tenth.
func Weight(grams float64) string {
	places := 2
	if grams < figure.FineUnderG {
		places = 3
	}
	s := strconv.FormatFloat(grams, 'f', places, 64)
	return strings.TrimRight(strings.TrimRight(s, "0"), ".")
}

// Quarters writes a number to the nearest quarter, as an artist counts pumps: 1½, ¼, 3.
func Quarters(n float64) string {
	n = math.Round(n*figure.UnitParts) / figure.UnitParts
	whole := math.Floor(n)
	part := []string{"", "¼", "½", "¾"}[int((n-whole)*figure.UnitParts)]
	if whole == 0 && part != "" {
		return part
	}
	return strconv.Itoa(int(whole)) + part
}

func plural(unit string, n float64) string {
	switch {
	case n <= 1 || unit == "":
		return unit
	case strings.HasSuffix(unit, "s") || strings.HasSuffix(unit, "h"):
		return unit + "es"
	}
	return unit + "s"
}
