package face

import (
	"fmt"

	"urncloth/core/figure"
)

// Figures lists the figures this package holds.
func Figures() []figure.Figure {
	const w = "face"
	var list []figure.Figure
	for _, z := range zones {
		list = append(list, figure.Figure{Where: w, Name: "area of the " + z.name, Value: z.cm2, Unit: "cm²", Mark: "W", Source: "consistent with Lund & Browder 1944"})
	}
	list = append(list,
		figure.P(w, "skin area the zones are given for", ReferenceBSA, "m²", "Mosteller 1987: sqrt(cm·kg/3600)"),
		figure.W(w, "least ratio of skin areas, adults", bsaLow, ""),
		figure.W(w, "greatest ratio of skin areas, adults", bsaHigh, ""))
	for _, g := range headGrowth {
		list = append(list, figure.Figure{Where: w, Name: fmt.Sprintf("head of a child at %g years, times an adult's", g.age), Value: g.factor, Mark: "W", Source: "after Lund & Browder 1944"})
	}
	return append(list,
		figure.W(w, "sebum, middle of the face, up to oil 1", SebumMiddleLow, "µg/cm²"),
		figure.W(w, "sebum, middle of the face, up to oil 2", SebumMiddleHigh, "µg/cm²"),
		figure.W(w, "sebum, cheeks, up to oil 1", SebumCheeksLow, "µg/cm²"),
		figure.W(w, "sebum, cheeks, up to oil 2", SebumCheeksHigh, "µg/cm²"),
		figure.W(w, "hydration under which water is 0", WaterTight, "units"),
		figure.W(w, "hydration under which water is 1", WaterComfortable, "units"),
		figure.W(w, "hydration up to which water is 2", WaterPlump, "units"),
		figure.W(w, "surface at which skin is still hot", HotSurfaceC, "°C"))
}
