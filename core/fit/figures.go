package fit

import (
	"urncloth/core/face"
	"urncloth/core/figure"
)

// Figures lists the windows after which skin may be treated as usual again.
func Figures() []figure.Figure {
	const w = "fit"
	list := []figure.Figure{
		figure.W(w, "isotretinoin, no scrub, acid or strong adhesive for", IsotretinoinDays, "days"),
		figure.W(w, "retinoid, the same for", RetinoidDays, "days"),
		figure.W(w, "retinoid on sensitive skin, the same for", RetinoidSensitiveDays, "days"),
		figure.W(w, "injectables, nothing pressed for", InjectablePressDays, "days"),
		figure.W(w, "injectables, no massage or heat for", InjectableMassageDays, "days"),
		figure.P(w, "skin burns more easily after an acid for", PhotosensitiveDays, "days", "FDA guidance on alpha hydroxy acids"),
		figure.W(w, "an acid counts as strong from", StrongAcidPercent, "%"),
		figure.W(w, "a product counts as heavy from weight", HeavyFrom, ""),
		figure.W(w, "a guardian is needed under", GuardianYears, "years"),
	}
	for _, k := range []string{"peel_light", "peel_medium", "peel_deep", "laser", "needling"} {
		list = append(list, figure.W(w, k+", only what the clinic allowed for", float64(Procedures[face.Kind(k)]), "days"))
	}
	return list
}
