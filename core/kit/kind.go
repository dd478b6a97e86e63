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

// OverWhat is the cost of laying a film of base b over one of base under, once that has set. [W]
func OverWhat(b, under Base) float64 { return over[b][under] }
