package face

import (
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/figure"
)

// A reading turns what an instrument or a sheet shows into the same grades that touch and sight give.

// Sheet is how a blotting sheet looks after ten seconds on the zone.
type Sheet string

// The looks of a sheet.
const (
	Clear           Sheet = "clear"
	Specks          Sheet = "specks"
	HalfTranslucent Sheet = "half_translucent"
	Translucent     Sheet = "translucent"
)

// Sheets lists the looks in the order of the oil grades 0–3.
var Sheets = []Sheet{Clear, Specks, HalfTranslucent, Translucent}

// BlotGrade is the oil grade of a blotting sheet, ok false for a word that is not in Sheets.
func BlotGrade(sheet Sheet) (oil int, ok bool) {
	for i, w := range Sheets {
		if w == sheet {
			return i, true
		}
	}
	return 0, false
}

// SebumGrade is the oil grade of a sebum reading in µg/cm²: 1 below the low limit (0 below a third of it [W]), 2 up
// to the high one, 3 above.
func SebumGrade(z Zone, sebum float64) int {
	low, high := figure.SebumCheeksLow, figure.SebumCheeksHigh
	if z.TZone() {
		low, high = figure.SebumMiddleLow, figure.SebumMiddleHigh
	}
	switch {
	case sebum < low/figure.SebumNone:
		return 0
	case sebum < low:
		return 1
	case sebum <= high:
		return 2
	}
	return figure.GradeMost
}

// WaterGrade is the water grade of a hydration reading in capacitance units.
func WaterGrade(hydration float64) int {
	switch {
	case hydration < figure.WaterTight:
		return 0
	case hydration < figure.WaterComfortable:
		return 1
	case hydration <= figure.WaterPlump:
		return 2
	}
	return figure.GradeMost
}

// BareWait reads half an hour without product: tightness (0 none to 3 painful) is dryness, shine (0 none to 3 all
// over) is oil. Both are held to the range of the grades.
func BareWait(tightness, shine int) (oil, water int) {
	most := figure.GradeMost
	return min(max(shine, 0), most), most - min(max(tightness, 0), most)
}

// By is how a zone was read.
type By string

// The ways to read.
const (
	ByTouch    By = "touch"
	ByBlot     By = "blot"
	ByBareWait By = "bare_wait"
	ByProbe    By = "probe"
)

// Bys lists the ways.
var Bys = []By{ByTouch, ByBlot, ByBareWait, ByProbe}

// UnmarshalText accepts the words of Bys.
func (b *By) UnmarshalText(t []byte) error { *b = By(t); return doc.OneOf(*b, Bys) }

// Reading is one look at a zone: what was seen or shown, and the grades it gives. Earlier ones are kept.
type Reading struct {
	Zone      Zone      `json:"zone" need:"yes"`
	By        By        `json:"by" need:"yes"`
	At        day.Local `json:"at,omitzero"`
	Sheet     Sheet     `json:"sheet,omitempty" len:"0..20"`   // blot: clear, specks, half_translucent, translucent
	Tightness int       `json:"tightness,omitempty" in:"0..3"` // bare_wait: none to painful
	Shine     int       `json:"shine,omitempty" in:"0..3"`     // bare_wait: none to all over
	SebumUG   float64   `json:"sebum_ug_cm2,omitempty" in:"0..2000"`
	Hydration float64   `json:"hydration,omitempty" in:"0..200"`
	SurfaceC  float64   `json:"surface_c,omitempty" in:"0..60"`
	Oil       *int      `json:"oil,omitempty" in:"0..3"`
	Water     *int      `json:"water,omitempty" in:"0..3"`
}

// Grade fills in the grades that a reading gives; touch gives them itself. A blotting sheet says nothing of water.
func (r *Reading) Grade() error {
	grade := func(oil, water int) { r.Oil, r.Water = &oil, &water }
	switch r.By {
	case ByBlot:
		oil, ok := BlotGrade(r.Sheet)
		if !ok {
			return doc.OneOf(r.Sheet, Sheets)
		}
		r.Oil, r.Water = &oil, nil
	case ByBareWait:
		grade(BareWait(r.Tightness, r.Shine))
	case ByProbe:
		grade(SebumGrade(r.Zone, r.SebumUG), WaterGrade(r.Hydration))
	}
	return nil
}
