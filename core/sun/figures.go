package sun

import (
	"urncloth/core/day"
	"urncloth/core/figure"
)

// Factors of the clear-sky model: cloud by US NWS [P], ground and place [W].
var (
	skyFactor    = map[day.Sky]float64{"": 1, "clear": 1, "scattered": 0.89, "broken": 0.73, "overcast": 0.31}
	groundFactor = map[day.Ground]float64{"": 1, "grass": 1.03, "water": 1.1, "sand": 1.15, "snow": 1.8}
	placeFactor  = map[day.Where]float64{"sun": 1, "water": 1, "shade": 0.4, "glass": 0.05, "indoors": 0}
)

// Figures lists the figures of the tables here.
func Figures() []figure.Figure {
	const w = "sun"
	var list []figure.Figure
	for _, s := range []day.Sky{"clear", "scattered", "broken", "overcast"} {
		list = append(list, figure.P(w, "sky_"+string(s), "UV under a "+string(s)+" sky", skyFactor[s], "share", "US NWS"))
	}
	for _, g := range []day.Ground{"grass", "water", "sand", "snow"} {
		list = append(list, figure.W(w, "ground_"+string(g), "UV over "+string(g), groundFactor[g], "times"))
	}
	for _, p := range []day.Where{"sun", "water", "shade", "glass", "indoors"} {
		list = append(list, figure.W(w, "place_"+string(p), "UV in "+string(p), placeFactor[p], "share"))
	}
	return list
}
