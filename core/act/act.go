// Package act holds the words for what is done in a step: the act itself, its kind where that is no product's, and
// the way of the hands.
package act

import "urncloth/core/doc"

// Act is what is done in a step.
type Act string

// The acts.
const (
	Hands      Act = "hands"
	Setup      Act = "setup"
	LensOut    Act = "lens_out"
	Cool       Act = "cool"
	Cleanse    Act = "cleanse"
	Rinse      Act = "rinse"
	Cloth      Act = "cloth"
	Dry        Act = "dry"
	Treat      Act = "treat"
	Neutralise Act = "neutralise"
	Apply      Act = "apply"
	TouchCheck Act = "touch_check"
	Blot       Act = "blot"
	Reapply    Act = "reapply"
	LashesOff  Act = "lashes_off"
	Hold       Act = "hold"
	Wipe       Act = "wipe"
	Massage    Act = "massage"
	Emulsify   Act = "emulsify"
	PadCheck   Act = "pad_check"
	Refer      Act = "refer"
	Ready      Act = "ready"
	Repair     Act = "repair"
	LiftPiece  Act = "lift_piece"
)

// Acts lists the acts.
func Acts() []Act {
	return []Act{
		Hands,
		Setup,
		LensOut,
		Cool,
		Cleanse,
		Rinse,
		Cloth,
		Dry,
		Treat,
		Neutralise,
		Apply,
		TouchCheck,
		Blot,
		Reapply,
		LashesOff,
		Hold,
		Wipe,
		Massage,
		Emulsify,
		PadCheck,
		Refer,
		Ready,
		Repair,
		LiftPiece,
	}
}

// UnmarshalText accepts the words of Acts.
func (a *Act) UnmarshalText(b []byte) error { *a = Act(b); return doc.OneOf(*a, Acts()) }

// Remove is a pass of a remover as fit is asked about it: not a step's act, but what hold, massage and wipe have in
// common.
const Remove Act = "remove"

// Detail is what is used or done, closer than the act: the kind of a product, or one of the words here. A step that a
// person wrote may name another.
type Detail string

// Kinds of acts without a product of that kind.
const (
	Consultation Detail = "consultation"
	CoolCloth    Detail = "cloth"
	ColdPads     Detail = "cold"
	Massaging    Detail = "massage"
	Steam        Detail = "steam"
	Tape         Detail = "tape"
	Tools        Detail = "tools"
	Extraction   Detail = "extraction"
	Suction      Detail = "suction"
	Needling     Detail = "needling"
	LightDevice  Detail = "light_device"
	Peel         Detail = "peel"
	Blading      Detail = "blading"
	MagneticBand Detail = "magnetic"
	StripBand    Detail = "glue_strip"
	GluedLashes  Detail = "glue"
)

// Licensed lists the kinds that only a licensed person may do.
func Licensed() []Detail { return []Detail{Extraction, Suction, Needling, LightDevice, Peel, Blading} }

// How is the way of the hands. A step that a person wrote may name another.
type How string

// The ways.
const (
	Press       How = "press"
	Pat         How = "pat"
	Smooth      How = "smooth"
	Tap         How = "tap"
	Pad         How = "pad"
	Sponge      How = "sponge"
	Spray       How = "spray"
	Shielded    How = "shielded"
	Glide       How = "glide"
	Light       How = "light"
	Touch       How = "touch"
	Massaged    How = "massage"
	WarmDamp    How = "warm damp"
	Fingertips  How = "fingertips"
	Palms       How = "palms"
	Brush       How = "soft brush"
	PressPad    How = "press and lift"
	WithWipe    How = "wipe"
	Bud         How = "bud"
	DampBud     How = "damp bud"
	LintFree    How = "lint-free tip"
	DampTip     How = "damp lint-free tip"
	TipOnBand   How = "tip along the band" // of lashes, beside extensions: a bud there is cotton
	DampPad     How = "damp pad"
	PadFold     How = "fold of a damp pad"
	DampTissue  How = "damp tissue"
	WhitePad    How = "white pad"
	WhiteTissue How = "white tissue"
	WithCloth   How = "cloth"
	ClothCorner How = "corner of a cloth"
	WarmWrung   How = "warm, wrung"
	CoolWrung   How = "lukewarm, wrung"
	Lay         How = "lay and lift"
	LayDamp     How = "lay a damp pad and lift"
	WithMitt    How = "mitt"
	WetHands    How = "wet hands"
	Lukewarm    How = "lukewarm"
)
