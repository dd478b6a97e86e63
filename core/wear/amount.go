package wear

import (
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/say"
	"urncloth/core/sun"
)

// Amount is what somebody would put on: a film in mg/cm², or grams over an area.
type Amount struct {
	Label float64 `json:"label" need:"yes" in:"1..150"`
	Film  float64 `json:"film_mg_cm2,omitempty" in:"0..20"`
	Grams float64 `json:"grams,omitempty" in:"0..100"`
	Zones string  `json:"zones,omitempty" len:"0..40" doc:"face, face_neck (the default) or face_neck_chest"`
}

// Gives is what an amount comes to: its film, the factor that film really gives, the grams of a full dose over the
// same area, and the hand measure of either.
type Gives struct {
	AreaCM2  doc.Num `json:"area_cm2"`
	Film     doc.Num `json:"film_mg_cm2"`
	Grams    doc.Num `json:"grams"`
	Hand     string  `json:"hand"`
	Gives    doc.Num `json:"spf_effective"`
	Full     doc.Num `json:"full_grams"`
	FullHand string  `json:"full_hand"`
}

// Reckon is the calculator that needs no sitting: an adult of 1.73 m², lips left out. Grams win over a film.
func Reckon(l *say.Language, a Amount) Gives {
	zones := face.Face&^face.SetOf(face.Lips) | face.SetOf(face.Neck, face.Ears)
	switch a.Zones {
	case "face":
		zones = face.Face &^ face.SetOf(face.Lips)
	case "face_neck_chest":
		zones |= face.SetOf(face.Chest)
	}
	var area float64
	for z, cm2 := range (face.Client{}).Areas(day.Date{}) {
		if zones.Has(face.Zone(z)) {
			area += cm2
		}
	}
	film := a.Film
	if a.Grams > 0 {
		film = kit.Film(a.Grams, area)
	}
	grams, full := kit.Grams(film, area), kit.Grams(figure.FullDose, area)
	return Gives{
		doc.Num(area),
		doc.Num(film),
		doc.Num(grams),
		kit.Hand(l, grams),
		doc.Num(sun.Effective(a.Label, film)),
		doc.Num(full),
		kit.Hand(l, full),
	}
}
