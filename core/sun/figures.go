package sun

import (
	"urncloth/core/day"
	"urncloth/core/figure"
)

// Figures lists the figures this package holds.
func Figures() []figure.Figure {
	const w = "sun"
	list := []figure.Figure{
		figure.P(w, "sunrise and sunset elevation", Horizon, "°", "NOAA solar calculation"),
		figure.P(w, "UV index scale", uviScale, "", "Madronich 2007"),
		figure.P(w, "UV index, power of the zenith cosine", uviZenith, "", "Madronich 2007"),
		figure.P(w, "UV index, power of ozone", uviOzone, "", "Madronich 2007"),
		figure.P(w, "UV index, more per km of height", HeightPerKM, "share", "WHO 2002"),
		figure.P(w, "UV index from which sunscreen is due outdoors", StrongUVI, "", "WHO 2002"),
		figure.W(w, "for how long outdoors", StrongFor.Minutes(), "min"),
		figure.W(w, "reddening dose of one UV index", SEDPerUVIHour, "SED/h"),
		figure.P(w, "sunscreen dose", FullDose, "mg/cm²", "ISO 24444"),
		figure.W(w, "least label factor", LeastSPF, ""),
		figure.P(w, "sunscreen before sun", BeforeSun.Minutes(), "min", "21 CFR 201.327"),
	}
	for _, s := range []string{"clear", "scattered", "broken", "overcast"} {
		list = append(list, figure.P(w, "UV under a "+s+" sky", skyFactor[day.Sky(s)], "share", "US NWS"))
	}
	for _, g := range []string{"grass", "water", "sand", "snow"} {
		list = append(list, figure.W(w, "UV over "+g, groundFactor[day.Ground(g)], "times"))
	}
	for _, p := range []string{"sun", "water", "shade", "glass", "indoors"} {
		list = append(list, figure.W(w, "UV in "+p, placeFactor[day.Where(p)], "share"))
	}
	return list
}
