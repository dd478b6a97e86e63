package kit

import (
	"math"
	"strconv"
	"strings"

	"urncloth/core/figure"
	"urncloth/core/say"
)

// Amount says a dose all three ways: grams, the product's own unit, and the hand measure.
func Amount(l *say.Language, grams, units float64, unit string) string {
	parts := []string{l.Say(say.Grams, "grams", Weight(grams))}
	if n, ok := Said(units, unit); ok {
		parts = append(parts, l.Say(say.AmountUnits, "n", Quarters(n), "unit", plural(l, unit, n)))
	}
	if hand := Hand(l, grams); hand != "" {
		parts = append(parts, hand)
	}
	return strings.Join(parts, ", ")
}

// Weight rounds grams to what a person at a scale would say: hundredths, and thousandths below a tenth.
func Weight(grams float64) float64 {
	places := 2
	if grams < figure.FineUnderG {
		places = 3
	}
	rounded, _ := strconv.ParseFloat(strconv.FormatFloat(grams, 'f', places, 64), 64)
	return rounded
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

// unitForms is the units that the program knows, one and several; a studio's own word is taken as English.
var unitForms = [][2]string{
	{"pump", "pumps"},
	{"drop", "drops"},
	{"spray second", "spray seconds"},
	{"press", "presses"},
	{"pass", "passes"},
	{"scoop", "scoops"},
	{"unit", "units"},
}

var unitNames = func() map[string]say.ID {
	m := map[string]say.ID{}
	for _, u := range unitForms {
		id := "unit." + strings.ReplaceAll(u[0], " ", "_")
		m[u[0]] = say.Row(id, "{n|"+u[0]+"|"+u[1]+"}")
	}
	return m
}()

func plural(l *say.Language, unit string, n float64) string {
	n = max(n, 1) // half a pump
	switch id, known := unitNames[unit]; {
	case known:
		return l.Say(id, "n", n)
	case n <= 1 || unit == "":
		return unit
	case strings.HasSuffix(unit, "s") || strings.HasSuffix(unit, "h"):
		return unit + "es"
	}
	return unit + "s"
}
