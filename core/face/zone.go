// Package face knows the zones of a face, their areas, the grades of a skin and what follows from them.
package face

import (
	"math"
	"math/bits"

	"urncloth/core/day"
	"urncloth/core/figure"
	"urncloth/core/say"
)

// Zone is one of the areas of skin that are planned separately.
type Zone uint16

// The zones, in the order in which every list of zones stands.
const (
	Forehead Zone = iota
	Nose
	UpperLip
	Chin
	Cheeks
	Jaw
	UnderEyes
	Eyelids
	Brows
	Lips
	Neck
	Ears
	Chest

	// The body's zones, used only where they are bare or carry makeup.
	Scalp
	Nape
	Shoulders
	Torso
	Hands
	Forearms
	UpperArms
	Back
	Thighs
	LowerLegs
	Feet

	N // how many there are
)

// Class is what is special about a zone.
type Class uint8

// Classes of zones.
const (
	Skin Class = iota
	Eye        // thin skin near the eye
	Brow
	Lip
)

func (z Zone) String() string { return zones[z].id }

// Class returns what is special about the zone.
func (z Zone) Class() Class { return zones[z].class }

// TZone reports whether the zone belongs to the oily middle of the face.
func (z Zone) TZone() bool { return zones[z].tzone }

// OnFace reports whether "face" includes the zone.
func (z Zone) OnFace() bool { return z <= Lips }

// MarshalText writes the zone's id.
func (z Zone) MarshalText() ([]byte, error) { return []byte(z.String()), nil }

// UnmarshalText reads a zone's id; "face" is not a zone.
func (z *Zone) UnmarshalText(text []byte) error {
	for i, d := range zones {
		if d.id == string(text) {
			*z = Zone(i)
			return nil
		}
	}
	return say.Err(say.NotOnFace, "word", text)
}

// Set is a set of zones.
type Set uint32

// SetOf gathers zones.
func SetOf(zs ...Zone) Set {
	var s Set
	for _, z := range zs {
		s |= 1 << z
	}
	return s
}

// Face is the ten zones called face, Body those that only bare skin brings in, and All every zone.
const (
	Face  Set = 1<<Neck - 1
	Upper Set = 1<<Scalp - 1 // face, neck, ears and chest, to which the day's dose and factor belong
	Body  Set = All &^ Upper
	All   Set = 1<<N - 1
)

// BaseArea is where a makeup item on "face" lies: the face without eyelids, brows and lips.
const BaseArea = Face &^ Held

// Held is where a remover is held against the skin rather than wiped or massaged over it.
const Held Set = 1<<Eyelids | 1<<Brows | 1<<Lips

// NearEyes is the lids and the skin under them.
const NearEyes Set = 1<<Eyelids | 1<<UnderEyes

// beside is the zones that touch each one, so far as a hand that works there reaches them.
var beside = [N]Set{
	Forehead:  SetOf(Brows, Eyelids, Nose, Jaw, Scalp),
	Nose:      SetOf(Forehead, Cheeks, UnderEyes, UpperLip),
	UpperLip:  SetOf(Nose, Cheeks, Lips, Chin),
	Chin:      SetOf(UpperLip, Lips, Jaw, Cheeks, Neck),
	Cheeks:    SetOf(Nose, UpperLip, Chin, Jaw, UnderEyes, Ears),
	Jaw:       SetOf(Forehead, Cheeks, Chin, Neck, Ears),
	UnderEyes: SetOf(Nose, Cheeks, Eyelids),
	Eyelids:   SetOf(Forehead, UnderEyes, Brows),
	Brows:     SetOf(Forehead, Eyelids),
	Lips:      SetOf(UpperLip, Chin),
	Neck:      SetOf(Chin, Jaw, Ears, Chest, Nape),
	Ears:      SetOf(Cheeks, Jaw, Neck),
	Chest:     SetOf(Neck, Shoulders, Torso),
}

// Around is some zones and those that touch them.
func Around(s Set) Set {
	all := s
	for _, z := range s.List() {
		all |= beside[z]
	}
	return all
}

// Has reports whether z is in s.
func (s Set) Has(z Zone) bool { return s&(1<<z) != 0 }

// First is the first zone of s, N where there is none.
func (s Set) First() Zone {
	if s == 0 {
		return N
	}
	return Zone(bits.TrailingZeros32(uint32(s)))
}

// List returns the zones of s in order, never nil.
func (s Set) List() []Zone {
	list := make([]Zone, 0, bits.OnesCount32(uint32(s)))
	for z := Zone(0); z < N; z++ {
		if s.Has(z) {
			list = append(list, z)
		}
	}
	return list
}

// BSA is the body's skin area in m², sqrt(cm·kg/3600). Source: Mosteller 1987.
func BSA(heightCM, weightKG float64) float64 {
	return math.Sqrt(heightCM * weightKG / figure.Mosteller)
}

// HeadFactor is by how much the head of a child of that age in years is larger for its body than an adult's.
func HeadFactor(age float64) float64 {
	for i := 1; i < len(headGrowth); i++ {
		a, b := headGrowth[i-1], headGrowth[i]
		if age < b.age {
			return a.factor + (b.factor-a.factor)*(age-a.age)/(b.age-a.age)
		}
	}
	return 1
}

// Areas returns the area of each zone in cm² for this client on that date. Without height and weight the ratio of skin
// areas is taken as 1; without a date of birth the client is an adult.
func (c Client) Areas(on day.Date) [N]float64 {
	ratio, head := 1.0, 1.0
	age, known := c.Age(on)
	if !known {
		age = figure.AdultYears
	}
	if c.HeightCM > 0 && c.WeightKG > 0 {
		ratio = BSA(c.HeightCM, c.WeightKG) / figure.ReferenceBSA
		if age >= figure.AdultYears {
			ratio = min(max(ratio, figure.BSALow), figure.BSAHigh)
		}
	}
	if age < figure.AdultYears {
		head = HeadFactor(age)
	}
	var areas [N]float64
	for z := range N {
		areas[z] = zones[z].cm2 * ratio
		if z == Scalp && c.Lacks(ScalpHair) {
			areas[z] = figure.BaldScalp * ratio
		}
		if z.OnFace() || z == Ears {
			areas[z] *= head
		}
	}
	return areas
}
