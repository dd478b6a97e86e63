package kit

import (
	"urncloth/core/doc"
	"urncloth/core/say"
)

// Kind is what sort of product something is.
type Kind string

// The kinds, in the order of the handbook.
const (
	WaterMitt         Kind = "water_mitt"
	Micellar          Kind = "micellar"
	Biphase           Kind = "biphase"
	Balm              Kind = "balm"
	CleansingOil      Kind = "cleansing_oil"
	PlantOil          Kind = "plant_oil"
	CreamCleanser     Kind = "cream_cleanser"
	GelCleanser       Kind = "gel_cleanser"
	FoamCleanser      Kind = "foam_cleanser"
	Wipe              Kind = "wipe"
	Toner             Kind = "toner"
	AcidToner         Kind = "acid_toner"
	Mist              Kind = "mist"
	Essence           Kind = "essence"
	Serum             Kind = "serum"
	EyeCream          Kind = "eye_cream"
	MoisturiserGel    Kind = "moisturiser_gel"
	MoisturiserLotion Kind = "moisturiser_lotion"
	MoisturiserCream  Kind = "moisturiser_cream"
	MoisturiserRich   Kind = "moisturiser_rich"
	FaceOil           Kind = "face_oil"
	LipBalm           Kind = "lip_balm"
	DryPatchBalm      Kind = "dry_patch_balm"
	Retinoid          Kind = "retinoid"
	SpotPatch         Kind = "spot_patch"
	LashSerum         Kind = "lash_serum"
	LipScrub          Kind = "lip_scrub"
	MaskClay          Kind = "mask_clay"
	MaskHydrating     Kind = "mask_hydrating"
	Scrub             Kind = "scrub"
	EnzymePolish      Kind = "enzyme_polish"
	PrimerMattifying  Kind = "primer_mattifying"
	PrimerHydrating   Kind = "primer_hydrating"
	PrimerGripping    Kind = "primer_gripping"
	Sunscreen         Kind = "sunscreen"
	MoisturiserSPF    Kind = "moisturiser_spf"
	SPFMist           Kind = "spf_mist"
	SPFStick          Kind = "spf_stick"
	SPFCushion        Kind = "spf_cushion"
	SPFPowder         Kind = "spf_powder"
	SPFFluid          Kind = "spf_fluid"
	BlottingPaper     Kind = "blotting_paper"
	Powder            Kind = "powder"
	SettingSpray      Kind = "setting_spray"
	FXRemoverEster    Kind = "fx_remover_ester"
	FXRemoverSilicone Kind = "fx_remover_silicone"
	LashCleanser      Kind = "lash_cleanser"
	CottonPad         Kind = "cotton_pad"
	CottonBud         Kind = "cotton_bud"
	Cloth             Kind = "cloth"
	Mitt              Kind = "mitt"
	Sponge            Kind = "sponge"
	Spatula           Kind = "spatula"
	Tissue            Kind = "tissue"
	LintFreeTip       Kind = "lint_free_tip"
)

// Group is the part of the work a kind belongs to.
type Group uint8

// Groups of kinds.
const (
	Removers Group = iota
	Care
	Rinsed // masks, polishes and scrubs: treated and taken off again
	Primers
	Sunscreens
	Over // over finished makeup
	Sundries
)

// KindFigures is what is known of a kind: its nominal film in mg/cm² (lean and full where they differ), how long it
// sets in seconds at 21 °C and 45 % humidity, the share of that which is evaporation, and the share of the film that
// stays on the skin. Source of every figure: the studio's working table, [W].
type KindFigures struct {
	ID          Kind
	Group       Group
	Film        float64
	Full        float64
	SetS        float64
	Evaporation float64
	Stays       float64
}

var byKind = func() map[Kind]*KindFigures {
	m := map[Kind]*KindFigures{}
	for i := range kinds {
		m[kinds[i].ID] = &kinds[i]
	}
	return m
}()

// Kinds returns every kind in the order of the handbook.
func Kinds() []KindFigures { return kinds }

// Of returns the figures of a kind, nothing for one that is not known.
func (k Kind) Of() KindFigures {
	if f := byKind[k]; f != nil {
		return *f
	}
	return KindFigures{}
}

// UnmarshalText accepts the id of a kind.
func (k *Kind) UnmarshalText(b []byte) error {
	*k = Kind(b)
	if _, known := byKind[*k]; !known {
		return say.Err(say.NotAKind, "word", b)
	}
	return nil
}

// Moisturiser reports whether the kind is one of the four plain moisturisers.
func (k Kind) Moisturiser() bool {
	switch k {
	case MoisturiserGel, MoisturiserLotion, MoisturiserCream, MoisturiserRich:
		return true
	}
	return false
}

// ScreenKinds is the kinds of sunscreen that are a first coat.
var ScreenKinds = []Kind{Sunscreen, MoisturiserSPF}

// SpotBalm reports whether the kind is pressed on small spots only, so that what comes later does not lie on it.
func (k Kind) SpotBalm() bool { return k == LipBalm || k == DryPatchBalm }

// Mask reports whether the kind is a mask.
func (k Kind) Mask() bool { return k == MaskClay || k == MaskHydrating }

// Polish reports whether the kind rubs or dissolves skin away.
func (k Kind) Polish() bool { return k == Scrub || k == EnzymePolish || k == LipScrub }

// Worked reports whether a remover is massaged in: balms, oils and washes. The others are on a pad or mitt.
func (k Kind) Worked() bool {
	switch k {
	case Balm, CleansingOil, PlantOil, CreamCleanser, GelCleanser, FoamCleanser:
		return true
	}
	return false
}

// Base is what a product is built on.
type Base string

// The bases.
const (
	NoBase       Base = "" // not known, or none
	BaseWater    Base = "water"
	BaseOil      Base = "oil"
	BaseSilicone Base = "silicone"
	BaseEmulsion Base = "emulsion"
	BasePowder   Base = "powder"
)

// Bases lists the bases.
var Bases = []Base{NoBase, BaseWater, BaseOil, BaseSilicone, BaseEmulsion, BasePowder}

// UnmarshalText accepts the words of Bases.
func (b *Base) UnmarshalText(t []byte) error { *b = Base(t); return doc.OneOf(*b, Bases) }

// OverWhat is the cost of laying a film of base b over one of base under, once that has set. [W]
func OverWhat(b, under Base) float64 { return over[b][under] }
