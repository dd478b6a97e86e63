package look

import "urncloth/core/kit"

// Takes is the share of a binder that one proper pass takes off, by remover and binder, in the order of binders.
// Effects adhesives and alcohol films stand after the handbook's ten. [W], to be calibrated by the pad checks.
var Takes = map[kit.Kind]map[Binder]float64{
	kit.WaterMitt:     taken(.85, .85, .75, .85, .30, .35, .10, .40, 0, .20),
	kit.Micellar:      with(taken(.90, .60, .75, .85, .60, .50, .45, .55, .35, .65), .05, .05, .05, 0),
	kit.Biphase:       taken(.85, .40, .85, .80, .88, .85, .88, .80, .60, .80),
	kit.Balm:          with(taken(.97, .20, .95, .95, .94, .94, .85, .95, .60, .50), .50, .40, .30, .70),
	kit.CleansingOil:  taken(.97, .20, .95, .95, .94, .95, .88, .95, .65, .55),
	kit.PlantOil:      taken(.85, .10, .85, .85, .85, .75, .65, .75, .50, .40),
	kit.CreamCleanser: taken(.97, .30, .78, .85, .65, .60, .35, .60, .10, .30),
	kit.GelCleanser:   taken(.985, .50, .65, .80, .35, .40, .20, .50, .05, .30),
	kit.FoamCleanser:  taken(.985, .50, .65, .80, .35, .40, .20, .50, .05, .30),
	kit.LashCleanser:  taken(.985, .50, .65, .80, .35, .40, .20, .50, .05, .30), // as foam
	kit.Wipe:          taken(.70, .30, .55, .65, .50, .40, .35, .40, .15, .35),

	kit.FXRemoverEster:    with(taken(0, 0, 0, 0, 0, 0, 0, 0, 0, 0), .85, .80, .40, .90),
	kit.FXRemoverSilicone: with(taken(0, 0, 0, 0, 0, 0, 0, 0, 0, 0), .20, .30, .90, 0),
}

// tabled is the binders in the order of the columns.
var tabled = Binders[:10]

func taken(shares ...float64) map[Binder]float64 {
	m := map[Binder]float64{}
	for i, b := range tabled {
		m[b] = shares[i]
	}
	return m
}

func with(m map[Binder]float64, resin, acrylic, silicone, alcohol float64) map[Binder]float64 {
	m[FXResin], m[FXAcrylic], m[FXSilicone], m[AlcoholFilm] = resin, acrylic, silicone, alcohol
	return m
}
