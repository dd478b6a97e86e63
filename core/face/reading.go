package face

// A reading turns what an instrument or a sheet shows into the same grades that touch and sight give.

// Blot is how a blotting sheet looks after ten seconds on the zone. The words stand in the order of the oil grades 0–3.
var Blot = []string{"clear", "specks", "half_translucent", "translucent"}

// BlotGrade is the oil grade of a blotting sheet, ok false for a word that is not in Blot.
func BlotGrade(sheet string) (oil int, ok bool) {
	for i, w := range Blot {
		if w == sheet {
			return i, true
		}
	}
	return 0, false
}

// Limits of the probe [W]: sebum in µg/cm² on the middle of the face and elsewhere, hydration in capacitance units.
const (
	SebumMiddleLow, SebumMiddleHigh = 100.0, 220.0
	SebumCheeksLow, SebumCheeksHigh = 70.0, 180.0
	WaterTight, WaterComfortable    = 30.0, 40.0
	WaterPlump                      = 55.0
	HotSurfaceC                     = 35.0 // a cheek that reads this is still hot
)

// SebumGrade is the oil grade of a sebum reading in µg/cm²: 1 below the low limit (0 below a third of it [W]), 2 up to the
// high one, 3 above.
func SebumGrade(z Zone, sebum float64) int {
	low, high := SebumCheeksLow, SebumCheeksHigh
	if z.TZone() {
		low, high = SebumMiddleLow, SebumMiddleHigh
	}
	switch {
	case sebum < low/3:
		return 0
	case sebum < low:
		return 1
	case sebum <= high:
		return 2
	}
	return 3
}

// WaterGrade is the water grade of a hydration reading in capacitance units.
func WaterGrade(hydration float64) int {
	switch {
	case hydration < WaterTight:
		return 0
	case hydration < WaterComfortable:
		return 1
	case hydration <= WaterPlump:
		return 2
	}
	return 3
}

// BareWait reads half an hour without product: tightness (0 none to 3 painful) is dryness, shine (0 none to 3 all over) is
// oil. Both are held to the range of the grades.
func BareWait(tightness, shine int) (oil, water int) {
	return min(max(shine, 0), 3), 3 - min(max(tightness, 0), 3)
}
