package sun

import (
	"urncloth/core/day"
	"urncloth/core/figure"
)

// Factors of the clear-sky model: cloud by US NWS [P], ground and place [W].
var (
	skyFactor = map[day.Sky]float64{"": 1, day.Clear: 1, day.Scattered: 0.89, day.BrokenSky: 0.73,
		day.Overcast: 0.31}
	groundFactor = map[day.Ground]float64{"": 1, day.Grass: 1.03, day.OverWater: 1.1, day.Sand: 1.15, day.Snow: 1.8}
	placeFactor  = map[day.Where]float64{day.InSun: 1, day.InWater: 1, day.InShade: 0.4, day.BehindGlass: 0.05,
		day.Indoors: 0}
)

// Figures lists the figures of the tables here.
func Figures() []figure.Figure {
	const w = "sun"
	var list []figure.Figure
	for _, s := range []day.Sky{day.Clear, day.Scattered, day.BrokenSky, day.Overcast} {
		list = append(list, figure.P(w, "sky_"+string(s), "UV under a "+string(s)+" sky", skyFactor[s], "share",
			"US NWS"))
	}
	for _, g := range []day.Ground{day.Grass, day.OverWater, day.Sand, day.Snow} {
		list = append(list, figure.W(w, "ground_"+string(g), "UV over "+string(g), groundFactor[g], "times"))
	}
	for _, p := range []day.Where{day.InSun, day.InWater, day.InShade, day.BehindGlass, day.Indoors} {
		list = append(list, figure.W(w, "place_"+string(p), "UV in "+string(p), placeFactor[p], "share"))
	}
	return list
}
