package sitting

import (
	"fmt"

	"urncloth/core/day"
	"urncloth/core/figure"
	"urncloth/core/look"
)

// Figures lists the figures of drying, moisture and load.
func Figures() []figure.Figure {
	const w = "sitting"
	list := []figure.Figure{
		figure.W(w, "cool-down after a hot wash", CoolDown.Minutes(), "min"),
		figure.W(w, "washed within this needs only a refresh", CleanFor.Hours(), "h"),
		figure.W(w, "skin surface that was not read", SkinC, "°C"),
		figure.W(w, "reference air, temperature", day.RoomTempC, "°C"),
		figure.W(w, "reference air, humidity", day.RoomHumidity, "share"),
		figure.W(w, "shave before base", ShaveBefore.Minutes(), "min"),
		figure.W(w, "shave before base, at least", ShaveAtLeast.Minutes(), "min"),
		figure.W(w, "no acid, alcohol or scent on shaven skin for", ShavenFor.Hours(), "h"),
		figure.W(w, "cold air, under", ColdBelowC, "°C"),
		figure.P(w, "vapour over water at 0 °C", 6.112, "hPa", "Magnus formula, WMO guide"),
		figure.W(w, "least slowing of evaporation", evaporateMin, "times"),
		figure.W(w, "greatest slowing of evaporation", evaporateMax, "times"),
	}
	for oil, times := range leanByOil {
		list = append(list, figure.W(w, fmt.Sprintf("lean moisturiser where oil is %d", oil), times, "times"))
	}
	return append(list,
		figure.W(w, "lean moisturiser, more where water is 0", leanWater0, "times"),
		figure.W(w, "lean moisturiser, more where water is 1", leanWater1, "times"),
		figure.W(w, "lean moisturiser, more on mature skin", leanMature, "times"),
		figure.W(w, "load limit where oil is 2 or 3", look.LimitOily, "mg/cm²"),
		figure.W(w, "load limit where oil is 1", look.LimitLittle, "mg/cm²"),
		figure.W(w, "load limit where oil is 0", look.LimitNone, "mg/cm²"),
		figure.W(w, "load limit, less under full coverage", look.LimitFullLess, "mg/cm²"))
}
