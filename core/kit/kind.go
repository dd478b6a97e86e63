package kit

import (
	"fmt"

	"urncloth/core/doc"
)

// Kind is what sort of product something is.
type Kind string

// Group is the part of the work a kind belongs to.
type Group uint8

// Groups of kinds.
const (
	Remover Group = iota
	Care
	Rinsed // masks, polishes and scrubs: treated and taken off again
	Primer
	Sunscreen
	Over // over finished makeup
	Sundry
)

// KindFigures is what is known of a kind: its nominal film in mg/cm² (lean and full where they differ), how long it sets
// in seconds at 21 °C and 45 % humidity, the share of that which is evaporation, and the share of the film that stays on
// the skin. Source of every figure: the studio's working table, [W].
type KindFigures struct {
	ID          Kind
	Group       Group
	Film        float64
	Full        float64
	SetS        float64
	Evaporation float64
	Stays       float64
}

// kinds holds every kind in the order of the handbook; all figures [W].
var kinds = []KindFigures{
	{"water_mitt", Remover, 0, 0, 60, 1, 0},
	{"micellar", Remover, 1.0, 1.0, 60, 1.0, 0.02}, // film and setting count where it is left on
	{"biphase", Remover, 0, 0, 0, 0, 0},
	{"balm", Remover, 0, 0, 0, 0, 0},
	{"cleansing_oil", Remover, 0, 0, 0, 0, 0},
	{"plant_oil", Remover, 0, 0, 0, 0, 0},
	{"cream_cleanser", Remover, 0, 0, 0, 0, 0},
	{"gel_cleanser", Remover, 0, 0, 0, 0, 0},
	{"foam_cleanser", Remover, 0, 0, 0, 0, 0},
	{"wipe", Remover, 0, 0, 0, 0, 0},

	{"toner", Care, 0.8, 0.8, 60, 1.0, 0.03},
	{"acid_toner", Care, 0.8, 0.8, 60, 1.0, 0.03},
	{"mist", Care, 0.8, 0.8, 60, 1.0, 0.03},
	{"essence", Care, 0.8, 0.8, 60, 0.8, 0.05},
	{"serum", Care, 0.3, 0.3, 90, 0.7, 0.10},
	{"eye_cream", Care, 0.8, 0.8, 120, 0.3, 0.35},
	{"moisturiser_gel", Care, 0.5, 1.2, 120, 0.8, 0.20},
	{"moisturiser_lotion", Care, 0.5, 1.2, 180, 0.6, 0.25},
	{"moisturiser_cream", Care, 0.5, 1.2, 300, 0.4, 0.40},
	{"moisturiser_rich", Care, 0.5, 1.2, 480, 0.2, 0.60},
	{"face_oil", Care, 0.15, 0.3, 300, 0, 1.00}, // the fuller film is for the night
	{"lip_balm", Care, 1.0, 1.0, 120, 0, 0.90},
	{"dry_patch_balm", Care, 1.0, 1.0, 120, 0, 0.90},
	{"retinoid", Care, 0.3, 0.3, 90, 0.7, 0.10},   // as a serum
	{"spot_patch", Care, 0, 0, 0, 0, 0},           // a sticker, no film
	{"lash_serum", Care, 0.3, 0.3, 90, 0.7, 0.10}, // as a serum
	{"lip_scrub", Rinsed, 3.0, 3.0, 0, 0, 0},
	{"mask_clay", Rinsed, 5.0, 5.0, 0, 0, 0},
	{"mask_hydrating", Rinsed, 5.0, 5.0, 0, 0, 0},
	{"scrub", Rinsed, 3.0, 3.0, 0, 0, 0},
	{"enzyme_polish", Rinsed, 3.0, 3.0, 0, 0, 0},

	{"primer_mattifying", Primer, 0.4, 0.4, 90, 0.6, 0.50},
	{"primer_hydrating", Primer, 0.5, 0.5, 120, 0.7, 0.20},
	{"primer_gripping", Primer, 0.4, 0.4, 90, 0.6, 0.50},
	{"sunscreen", Sunscreen, 2.0, 2.0, 300, 0.5, 0.45},
	{"moisturiser_spf", Sunscreen, 2.0, 2.0, 300, 0.5, 0.45},

	{"spf_mist", Over, 0.2, 0.2, 60, 1, 0.45},
	{"spf_stick", Over, 0.8, 0.8, 60, 0, 0.90},
	{"spf_cushion", Over, 0.8, 0.8, 120, 0.5, 0.45},
	{"spf_powder", Over, 0.1, 0.1, 0, 0, 1.0},
	{"spf_fluid", Over, 1.0, 1.0, 300, 0.5, 0.45},
	{"blotting_paper", Over, 0, 0, 0, 0, 0},
	{"powder", Over, 0.2, 0.2, 0, 0, 1.0},
	{"setting_spray", Over, 0.3, 0.3, 60, 1, 0.2},

	{"fx_remover_ester", Remover, 0, 0, 0, 0, 0},
	{"fx_remover_silicone", Remover, 0, 0, 0, 0, 0},

	{"cotton_pad", Sundry, 0, 0, 0, 0, 0},
	{"cotton_bud", Sundry, 0, 0, 0, 0, 0},
	{"cloth", Sundry, 0, 0, 0, 0, 0},
	{"mitt", Sundry, 0, 0, 0, 0, 0},
	{"sponge", Sundry, 0, 0, 0, 0, 0},
	{"spatula", Sundry, 0, 0, 0, 0, 0},
	{"tissue", Sundry, 0, 0, 0, 0, 0},
}

var byKind = func() map[Kind]KindFigures {
	m := map[Kind]KindFigures{}
	for _, k := range kinds {
		m[k.ID] = k
	}
	return m
}()

// Kinds returns every kind in the order of the handbook.
func Kinds() []KindFigures { return kinds }

// Of returns the figures of a kind.
func (k Kind) Of() KindFigures { return byKind[k] }

// UnmarshalText accepts the id of a kind.
func (k *Kind) UnmarshalText(b []byte) error {
	*k = Kind(b)
	if _, known := byKind[*k]; !known {
		return fmt.Errorf("%q is not a kind of product", b)
	}
	return nil
}

// Moisturiser reports whether the kind is one of the four plain moisturisers.
func (k Kind) Moisturiser() bool {
	switch k {
	case "moisturiser_gel", "moisturiser_lotion", "moisturiser_cream", "moisturiser_rich":
		return true
	}
	return false
}

// SpotBalm reports whether the kind is pressed on small spots only, so that what comes later does not lie on it.
func (k Kind) SpotBalm() bool { return k == "lip_balm" || k == "dry_patch_balm" }

// Polish reports whether the kind rubs or dissolves skin away.
func (k Kind) Polish() bool { return k == "scrub" || k == "enzyme_polish" || k == "lip_scrub" }

// Base is what a product is built on.
type Base string

// Bases lists the words; "" is not known or none.
var Bases = []string{"", "water", "oil", "silicone", "emulsion", "powder"}

// UnmarshalText accepts the words of Bases.
func (b *Base) UnmarshalText(t []byte) error { *b = Base(t); return doc.OneOf(string(t), Bases) }

// over is the cost of laying the row over the column, once set. Pairs not listed cost nothing. [W]
var over = map[Base]map[Base]float64{
	"water":    {"silicone": 3, "oil": 4},
	"emulsion": {"silicone": 1.5, "oil": 2},
	"silicone": {"oil": 2, "water": 0.3, "emulsion": 0.3},
	"oil":      {"water": 0.3, "emulsion": 0.3, "powder": 0.3, "silicone": 1.5},
	"powder":   {"oil": 3},
}

// UnsetTimes multiplies the cost of laying over a layer that has not set. [W]
const UnsetTimes = 3

// OverWhat is the cost of laying a film of base b over one of base under, once that has set. [W]
func OverWhat(b, under Base) float64 { return over[b][under] }

// Overs returns the table of OverWhat, row then column.
func Overs() map[Base]map[Base]float64 { return over }
