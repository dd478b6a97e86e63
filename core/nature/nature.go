// Package nature says what acts and products do to skin. Every phase reads the same rows: a condition rules out
// natures, never steps.
package nature

import (
	"strings"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
)

// Set is several natures.
type Set uint64

// The natures.
const (
	Touches    Set = 1 << iota // whatever it is, it touches the zone
	Leaves                     // leaves a film
	Removes                    // a remover at work
	Moistens                   // a plain moisturiser
	Spots                      // a balm pressed on small spots
	Screens                    // is there for its factor
	EyeCream                   // made for the eyes
	Oily                       // oil by nature
	LensSafe                   // may reach a lens
	Harsh                      // scent, alcohol or an active beyond the soothing ones
	Scent                      // fragrance
	Alcohol                    // drying alcohol
	Menthol                    // cools by stinging
	Acid                       // is there to peel
	StrongAcid                 // from the figure on
	AcidToner                  // an acid that is left on, as a toner
	Retinoid                   // holds one
	Polishes                   // rubs or dissolves dead skin away
	ForLips                    // on lips alone
	Peels                      // takes or pulls skin away
	Presses                    // by the hands or a pad
	Massages                   // a facial massage
	Works                      // a remover massaged in
	Chills                     // cold
	Heats                      // steam or heat
	Sucks                      // suction
	Aerosol                    // sprayed from a can
	Dusts                      // loose powder
	Sticks                     // held by glue
	StrongGlue                 // glue that pulls at skin
	Glitters                   // loose or pressed glitter
	Treats                     // an exfoliant or retinoid that a night would propose
	Rubs                       // wiped, scrubbed or worked over the skin
	Pulls                      // tape, strong glue, what is peeled off
	Pierces                    // opens the skin
	Fibres                     // a microfibre mitt
	Primes                     // a primer
	ForLashes                  // a serum for lashes
	TwoPhase                   // oil over water, held and rinsed
)

// Scours is all that takes skin away.
const Scours = Peels | Polishes | Acid

// Has reports whether s holds any of the natures.
func (s Set) Has(any Set) bool { return s&any != 0 }

// ofAct is the nature of what is done, whatever it is done with.
var ofAct = map[act.Act]Set{act.Massage: Massages | Rubs, act.Wipe: Rubs}

// withProduct is the nature of what is done with a product.
var withProduct = map[act.Act]Set{act.Cleanse: Removes, act.Remove: Removes}

// ofDoing is the nature of acts that have no product.
var ofDoing = map[act.Detail]Set{
	act.Peel:       Peels,
	act.Blading:    Peels | Pierces,
	act.Extraction: Pierces,
	act.Needling:   Pierces,
	act.Massaging:  Massages | Rubs,
	act.Suction:    Sucks | Pulls,
	act.Steam:      Heats,
	act.ColdPads:   Chills,
	act.Tape:       Pulls,
}

// ofHow is the nature of a way of the hands.
var ofHow = map[act.How]Set{
	act.Press:     Presses,
	act.Massaged:  Massages | Rubs,
	act.Smooth:    Rubs,
	act.WarmWrung: Heats,
	act.WarmDamp:  Heats,
	act.WithMitt:  Fibres,
}

// ofKind is the nature of a kind of product, beyond what its group and properties say.
var ofKind = map[kit.Kind]Set{
	kit.EyeCream:     EyeCream,
	kit.LipBalm:      Spots,
	kit.DryPatchBalm: Spots,
	kit.AcidToner:    Acid | StrongAcid | AcidToner,
	kit.Scrub:        Polishes | Rubs,
	kit.EnzymePolish: Polishes,
	kit.LipScrub:     Polishes | ForLips | Rubs,
	kit.MaskClay:     Rubs, // it is wiped off
	kit.LashSerum:    ForLashes,
	kit.Wipe:         Rubs,
	kit.Powder:       Dusts,
	kit.SPFPowder:    Dusts,

	kit.PrimerMattifying: Primes,
	kit.PrimerHydrating:  Primes,
	kit.PrimerGripping:   Primes,

	kit.WaterMitt: LensSafe | Fibres | Rubs,
	kit.Biphase:   TwoPhase,
	kit.Mitt:      LensSafe | Fibres | Rubs,
}

// ofProduct is the nature of a product by what it holds or is.
var ofProduct = []struct {
	nature Set
	is     func(p *kit.Product) bool
}{
	{Moistens, func(p *kit.Product) bool { return p.Kind.Moisturiser() }},
	{Screens, func(p *kit.Product) bool { return p.Screens() || p.HasFactor() }},
	{Oily, (*kit.Product).Oily},
	{LensSafe, func(p *kit.Product) bool { return p.LensSafe }},
	{Harsh, func(p *kit.Product) bool { return !p.Bland() }},
	{Scent, func(p *kit.Product) bool { return p.Carries(scent) != "" }},
	{Alcohol, func(p *kit.Product) bool { return p.Carries(alcohol) != "" }},
	{Menthol, func(p *kit.Product) bool { return p.Carries(menthol) != "" }},
	{Acid, (*kit.Product).Acid},
	{StrongAcid, func(p *kit.Product) bool { return p.Strongest() >= figure.StrongAcid }},
	{Retinoid, (*kit.Product).Retinoid},
	{Peels | Pulls, func(p *kit.Product) bool { return p.Tagged("peel_off") }},
	{Aerosol, func(p *kit.Product) bool { return p.Aerosol }},
}

var (
	scent   = []string{"fragrance"}
	alcohol = []string{"alcohol_denat"}
	menthol = []string{"menthol"}
)

// Of is the nature of an act with a product, nil for none.
func Of(p *kit.Product, what act.Act, kind act.Detail, how act.How) Set {
	if p == nil {
		return With(0, nil, what, kind, how)
	}
	return With(OfProduct(p), p, what, kind, how)
}

// With is the nature of an act with a product whose own is known.
func With(own Set, p *kit.Product, what act.Act, kind act.Detail, how act.How) Set {
	s := Touches | ofAct[what] | ofDoing[kind] | ofHow[how]
	if how == act.Lay || how == act.LayDamp {
		s &^= Rubs
	}
	if p == nil {
		return s
	}
	s |= own | withProduct[what]
	if what == act.Apply && Stays(p) {
		s |= Leaves
	}
	if what == act.Remove && p.Kind.Worked() {
		s |= Works | Rubs
	}
	return s
}

// OfWarmth is the nature of water or a cloth of that temperature, °C; 0 for not told.
func OfWarmth(tempC float64) Set {
	if tempC >= figure.HeatsFromC {
		return Heats
	}
	return 0
}

// Stays reports whether a film of a product stays when it is applied.
func Stays(p *kit.Product) bool {
	g := p.Kind.Of().Group
	return g == kit.Care || g == kit.Primers || g == kit.Sunscreens
}

// OfProduct is the nature of a product however it is used.
func OfProduct(p *kit.Product) Set {
	s := ofKind[p.Kind]
	for i := range ofProduct {
		if ofProduct[i].is(p) {
			s |= ofProduct[i].nature
		}
	}
	return s
}

// OfItem is the nature of declared makeup.
func OfItem(it *look.Item) Set {
	glued := it.Binder == look.Adhesive
	s := ofBinder[it.Binder] | ofAttach[it.Attach]
	if glued && !it.Zone.Zones.Has(face.Eyelids) {
		s |= StrongGlue
	}
	if s.Has(StrongGlue) {
		s |= Pulls
	}
	if glued || s.Has(StrongGlue) {
		s |= Sticks
	}
	if strings.Contains(strings.ToLower(it.Item), "tape") {
		s |= Pulls
	}
	if it.Item == "glitter" {
		s |= Glitters
	}
	return s
}

// ofBinder is the nature of what holds effects on the skin.
var ofBinder = map[look.Binder]Set{
	look.FXResin:    StrongGlue,
	look.FXAcrylic:  StrongGlue,
	look.FXSilicone: StrongGlue,
}

// ofAttach is the nature of how lashes are attached.
var ofAttach = map[look.Attach]Set{look.GlueStrip: Sticks, look.Single: Sticks, look.Extensions: Sticks}
