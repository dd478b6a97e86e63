package face

import (
	"slices"
	"strconv"
	"strings"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/figure"
	"urncloth/core/say"
)

// Mark is something seen on a zone.
type Mark string

// The marks.
const (
	Flaky     Mark = "flaky"
	Breakout  Mark = "breakout"
	Pigment   Mark = "pigment"
	Scar      Mark = "scar"
	Irritated Mark = "irritated"
	Sunburn   Mark = "sunburn"
	Blister   Mark = "blister"
	Broken    Mark = "broken"
	ColdSore  Mark = "cold_sore"
)

// Marks lists the marks.
var Marks = []Mark{Flaky, Breakout, Pigment, Scar, Irritated, Sunburn, Blister, Broken, ColdSore}

// UnmarshalText accepts the words of Marks.
func (m *Mark) UnmarshalText(b []byte) error { *m = Mark(b); return doc.OneOf(*m, Marks) }

// Grades is what was read on one zone. A grade left out is taken from the zone's neighbour.
type Grades struct {
	Oil       *int   `json:"oil,omitempty" in:"0..3"`
	Water     *int   `json:"water,omitempty" in:"0..3"`
	Marks     []Mark `json:"marks,omitempty" len:"0..9"`
	Phototype *int   `json:"phototype,omitempty" in:"1..6" doc:"where the zone differs from the client"`
	Today     Today  `json:"today,omitempty"`
}

// Today is what a zone is on the day.
type Today string

// What a zone may be.
const (
	AsUsual   Today = ""
	Leave     Today = "leave" // nothing may touch it
	Self      Today = "self"  // the client does it herself
	CleanZone Today = "clean" // no makeup is on it at removal, though the look puts some there
)

// Todays lists what a zone may be.
var Todays = []Today{AsUsual, Leave, Self, CleanZone}

// UnmarshalText accepts the words of Todays.
func (t *Today) UnmarshalText(b []byte) error { *t = Today(b); return doc.OneOf(*t, Todays) }

// ConditionKind is a condition the client tells of.
type ConditionKind string

// The conditions that are not seen on the skin; each mark is one as well.
const (
	Isotretinoin ConditionKind = "isotretinoin"
	Retinoid     ConditionKind = "retinoid"
	PeelLight    ConditionKind = ConditionKind(day.PeelLight)
	PeelMedium   ConditionKind = ConditionKind(day.PeelMedium)
	PeelDeep     ConditionKind = ConditionKind(day.PeelDeep)
	Laser        ConditionKind = ConditionKind(day.Laser)
	Needling     ConditionKind = ConditionKind(day.Needling)
	Injectables  ConditionKind = ConditionKind(day.Injectables) // not known which
	Toxin        ConditionKind = ConditionKind(day.Toxin)
	Filler       ConditionKind = ConditionKind(day.Filler)
	LashLift     ConditionKind = ConditionKind(day.LashLift)
	Rosacea      ConditionKind = "rosacea"
	Eczema       ConditionKind = "eczema"
	Pregnant     ConditionKind = "pregnant"
	Asthma       ConditionKind = "asthma"
	EyeInfection ConditionKind = "eye_infection"
	Exfoliated   ConditionKind = ConditionKind(day.Exfoliated)

	Radiotherapy   ConditionKind = "radiotherapy"
	Chemotherapy   ConditionKind = "chemotherapy"
	EyeSurgery     ConditionKind = "eye_surgery"
	BrowTattoo     ConditionKind = ConditionKind(day.BrowTattoo)
	LipTattoo      ConditionKind = ConditionKind(day.LipTattoo)
	LinerTattoo    ConditionKind = ConditionKind(day.LinerTattoo)
	Waxed          ConditionKind = ConditionKind(day.Waxed)
	Sugared        ConditionKind = ConditionKind(day.Sugared)
	Threaded       ConditionKind = ConditionKind(day.Threaded)
	HairCream      ConditionKind = ConditionKind(day.HairCream)
	Bladed         ConditionKind = ConditionKind(day.Bladed)
	Nick           ConditionKind = "nick"
	Photosensitive ConditionKind = "photosensitive"
	Porphyria      ConditionKind = "porphyria"
	Psoriasis      ConditionKind = "psoriasis"
	BloodThinner   ConditionKind = "blood_thinner"
	ThinSkin       ConditionKind = "thin_skin"
	Keloid         ConditionKind = "keloid"
	SelfTan        ConditionKind = ConditionKind(day.SelfTan)
)

// HairRemovals lists the ways to take hair off that skin needs days to get over.
var HairRemovals = []ConditionKind{Waxed, Sugared, Threaded, HairCream, Bladed}

// Conditions lists the conditions: the marks, and what is not seen on the skin.
var Conditions = func() (list []ConditionKind) {
	for _, m := range Marks {
		list = append(list, ConditionKind(m))
	}
	return append(list, Isotretinoin, Retinoid, PeelLight, PeelMedium, PeelDeep, Laser, Needling, Injectables,
		Toxin, Filler, LashLift, Rosacea, Eczema, Pregnant, Asthma, EyeInfection, Exfoliated, Radiotherapy,
		Chemotherapy, EyeSurgery, BrowTattoo, LipTattoo, LinerTattoo, Waxed, Sugared, Threaded, HairCream, Bladed,
		Nick, Photosensitive, Porphyria, Psoriasis, BloodThinner, ThinSkin, Keloid, SelfTan)
}()

// UnmarshalText accepts the words of Conditions.
func (k *ConditionKind) UnmarshalText(b []byte) error {
	*k = ConditionKind(b)
	return doc.OneOf(*k, Conditions)
}

// Condition is one condition; On is the last date it applied, none meaning that it applies now, and no zone that it
// concerns the whole client.
type Condition struct {
	Kind ConditionKind `json:"kind" need:"yes"`
	On   day.Date      `json:"on,omitzero"`
	Zone *Zone         `json:"zone,omitempty"`
	Note string        `json:"note,omitempty" len:"0..300"`
}

// Wear is something the client has on.
type Wear string

// What clients have on.
const (
	ContactLenses  Wear = "contact_lenses"
	LensesStay     Wear = "contact_lenses_stay"
	LashExtensions Wear = "lash_extensions"
	Glasses        Wear = "glasses"
	Jewellery      Wear = "jewellery"
)

// Wears lists what clients have on.
var Wears = []Wear{ContactLenses, LensesStay, LashExtensions, Glasses, Jewellery}

// UnmarshalText accepts the words of Wears.
func (w *Wear) UnmarshalText(b []byte) error { *w = Wear(b); return doc.OneOf(*w, Wears) }

// EyeShape is what is special about the client's eyes.
type EyeShape string

// The shapes.
const (
	Watery EyeShape = "watery"
	Hooded EyeShape = "hooded"
)

// EyeShapes lists the shapes.
var EyeShapes = []EyeShape{Watery, Hooded}

// UnmarshalText accepts the words of EyeShapes.
func (e *EyeShape) UnmarshalText(b []byte) error {
	*e = EyeShape(b)
	return doc.OneOf(*e, EyeShapes)
}

// Hair is what a face may be without.
type Hair string

// The hair.
const (
	Lashes    Hair = "lashes"
	BrowHair  Hair = "brows"
	ScalpHair Hair = "scalp_hair"
)

// Hairs lists it.
var Hairs = []Hair{Lashes, BrowHair, ScalpHair}

// UnmarshalText accepts the words of Hairs.
func (h *Hair) UnmarshalText(b []byte) error { *h = Hair(b); return doc.OneOf(*h, Hairs) }

// BeardKind is how much beard there is.
type BeardKind string

// The beards.
const (
	BeardNotTold BeardKind = ""
	NoBeard      BeardKind = "none"
	Stubble      BeardKind = "stubble"
	FullBeard    BeardKind = "full"
)

// Beards lists them.
var Beards = []BeardKind{BeardNotTold, NoBeard, Stubble, FullBeard}

// UnmarshalText accepts the words of Beards.
func (k *BeardKind) UnmarshalText(b []byte) error { *k = BeardKind(b); return doc.OneOf(*k, Beards) }

// Habit is one thing of the client's own routine: a kind of product, which one, or "" for whichever of the kind there
// is, on which zones, none for wherever it goes, how many times a week, and when last.
type Habit struct {
	Kind    string   `json:"kind" need:"yes" len:"1..60"`
	Product string   `json:"product,omitempty" len:"0..200"`
	Zones   []Zone   `json:"zones,omitempty" len:"0..24"`
	PerWeek float64  `json:"per_week,omitempty" in:"0.1..14"`
	LastOn  day.Date `json:"last_on,omitzero"`
}

// Learned is what earlier sittings taught: factors by zone, and by remover and binder ("balm/waterproof_film"), and
// which products stung.
type Learned struct {
	Moisture map[Zone]float64   `json:"moisture,omitempty" in:"0.5..2"`
	Sebum    map[Zone]float64   `json:"sebum,omitempty" in:"0.1..10"`
	Lift     map[string]float64 `json:"lift,omitempty" in:"0.1..10"`
	Never    []string           `json:"never,omitempty" len:"0..200"` // ids or names
}

// Client is the person in the chair.
type Client struct {
	Name        string          `json:"name,omitempty" len:"0..200"`
	Born        day.Date        `json:"born,omitzero"`
	HeightCM    float64         `json:"height_cm,omitempty" in:"30..260"`
	WeightKG    float64         `json:"weight_kg,omitempty" in:"1..400"`
	Phototype   int             `json:"phototype" need:"yes" in:"1..6"`
	Sensitivity int             `json:"sensitivity,omitempty" in:"0..3"`
	Mature      bool            `json:"mature,omitempty"`
	Zones       map[Zone]Grades `json:"zones" need:"yes"`
	Allergies   []string        `json:"allergies,omitempty" len:"0..60"`
	Dislikes    []string        `json:"dislikes,omitempty" len:"0..60"`
	Wishes      []string        `json:"wishes,omitempty" len:"0..60"`
	Wears       []Wear          `json:"wears,omitempty" len:"0..5"`
	Eyes        []EyeShape      `json:"eyes,omitempty" len:"0..2"`
	Conditions  []Condition     `json:"conditions,omitempty" len:"0..60"`
	Guardian    bool            `json:"guardian,omitempty"`
	Without     []Hair          `json:"without,omitempty" len:"0..3"`
	Beard       BeardKind       `json:"beard,omitempty"`
	Routine     []Habit         `json:"routine,omitempty" len:"0..40"`
	Readings    []Reading       `json:"readings,omitempty" len:"0..2000"`
	Learned     Learned         `json:"learned,omitzero"`
}

// Age is the client's age in years on a date; known is false without a date of birth.
func (c Client) Age(on day.Date) (years float64, known bool) {
	if c.Born.IsZero() {
		return 0, false
	}
	return on.YearsSince(c.Born), true
}

// Has reports whether the client wears w.
func (c Client) Has(w Wear) bool { return slices.Contains(c.Wears, w) }

// Lacks reports whether the client is without that hair.
func (c Client) Lacks(h Hair) bool { return slices.Contains(c.Without, h) }

// HasBeard reports whether a beard is worn, stubbled or full.
func (c Client) HasBeard() bool { return c.Beard == Stubble || c.Beard == FullBeard }

// PhototypeOf is the phototype of a zone: its own where it differs, else the client's.
func (c Client) PhototypeOf(z Zone) int {
	if g, there := c.Zones[z]; there && g.Phototype != nil {
		return *g.Phototype
	}
	return c.Phototype
}

// Told is the zones that are so today.
func (c Client) Told(t Today) (zones Set) {
	for z := range N {
		if g, there := c.Zones[z]; there && g.Today == t {
			zones |= SetOf(z)
		}
	}
	return zones
}

// Check returns what is wrong beyond the bounds of single fields.
func (c Client) Check(path string, on day.Date) doc.Faults {
	var fs doc.Faults
	for _, z := range []Zone{Forehead, Cheeks} {
		g, there := c.Zones[z]
		at := path + ".zones." + z.String()
		if !there {
			fs.Add(at, say.IsMissing)
			continue
		}
		if g.Oil == nil {
			fs.Add(at+".oil", say.IsMissing)
		}
		if g.Water == nil {
			fs.Add(at+".water", say.IsMissing)
		}
	}
	if !c.Born.IsZero() && !on.IsZero() && on.Before(c.Born) {
		fs.Add(path+".born", say.AfterTheDay, "date", c.Born, "day", on)
	}
	if age, known := c.Age(on); known && age > figure.OldestYears {
		fs.Add(path+".born", say.TooOld, "date", c.Born, "years", int(age))
	}
	for i, word := range c.Allergies {
		if strings.TrimSpace(word) == "" {
			fs.Add(path+".allergies["+strconv.Itoa(i)+"]", say.IsEmpty)
		}
	}
	return fs
}

// State is the skin of one zone with every grade filled in.
type State struct {
	Oil, Water int
	Marks      []Mark
}

// Has reports whether the zone shows the mark.
func (s State) Has(m Mark) bool { return slices.Contains(s.Marks, m) }

// Dehydrated is oily and thirsty at once, the skin most often treated wrongly.
func (s State) Dehydrated() bool { return s.Oil >= figure.OilyFrom && s.Water <= figure.DryUpTo }

// WantsMattifying reports whether a mattifying primer has a place there.
func (s State) WantsMattifying() bool {
	return s.Oil >= figure.OilyFrom && s.Water >= figure.MoistFrom && !s.Has(Flaky)
}

// GradeFrom is the zone whose grades a zone takes that was left out: the forehead's for the oily middle, the neck's for
// the body, else the cheeks'.
func (z Zone) GradeFrom() Zone {
	switch {
	case z.TZone():
		return Forehead
	case Body.Has(z):
		return Neck
	}
	return Cheeks
}

// States fills in every zone: one left out takes oil and water from the forehead (nose, upper lip, chin) or the cheeks
// (all others); marks do not spread. A mark told of as a condition counts where it still applies on that date.
func (c Client) States(on day.Date) [N]State {
	var all [N]State
	for z := range N {
		from := z.GradeFrom()
		all[z] = State{Oil: deref(c.Zones[from].Oil), Water: deref(c.Zones[from].Water)}
		if from == Neck { // which stands before the body's zones
			all[z] = State{Oil: all[Neck].Oil, Water: all[Neck].Water}
		}
		g := c.Zones[z]
		if g.Oil != nil {
			all[z].Oil = *g.Oil
		}
		if g.Water != nil {
			all[z].Water = *g.Water
		}
		all[z].Marks = slices.Clone(g.Marks)
	}
	for _, k := range c.Conditions {
		m := Mark(k.Kind)
		if !slices.Contains(Marks, m) || m != Scar && !k.On.IsZero() && k.On.Before(on) {
			continue
		}
		for z := range N {
			if k.marks(z) && !all[z].Has(m) {
				all[z].Marks = append(all[z].Marks, m)
			}
		}
	}
	for z := range all {
		slices.Sort(all[z].Marks)
		all[z].Marks = slices.Compact(all[z].Marks)
	}
	return all
}

// marks reports whether a mark that was told of as a condition is on a zone: on its own, or without one on the whole
// face, a cold sore on the lips.
func (k Condition) marks(z Zone) bool {
	switch {
	case k.Zone != nil:
		return *k.Zone == z
	case Mark(k.Kind) == ColdSore:
		return z == Lips
	}
	return z.OnFace()
}

func deref(p *int) int {
	if p == nil {
		return 0
	}
	return *p
}

// TypeName is what a skin is called by its oil.
type TypeName string

// The skin types.
const (
	Oily        TypeName = "oily"
	Combination TypeName = "combination"
	Balanced    TypeName = "balanced"
	Dry         TypeName = "dry"
)

// Types lists the skin types.
func Types() []TypeName { return []TypeName{Oily, Combination, Balanced, Dry} }

// UnmarshalText accepts the words of Types.
func (t *TypeName) UnmarshalText(b []byte) error { *t = TypeName(b); return doc.OneOf(*t, Types()) }

// Overlay is what lies over a skin type.
type Overlay string

// The overlays.
const (
	Dehydrated    Overlay = "dehydrated" // oily and thirsty
	Sensitive     Overlay = "sensitive"
	Mature        Overlay = "mature"
	BreakoutProne Overlay = "breakout-prone"
)

// Overlays lists the overlays.
var Overlays = []Overlay{Dehydrated, Sensitive, Mature, BreakoutProne}

// UnmarshalText accepts the words of Overlays.
func (o *Overlay) UnmarshalText(b []byte) error { *o = Overlay(b); return doc.OneOf(*o, Overlays) }

// tzones is how many zones belong to the oily middle of the face.
var tzones = func() (n float64) {
	for z := range N {
		if z.TZone() {
			n++
		}
	}
	return n
}()

// Type is what a skin is called, derived from its grades and never typed in.
type Type struct {
	Type     TypeName  `json:"type"`
	Overlays []Overlay `json:"overlays"`
	Because  []string  `json:"because"`
}

// TypeOf derives the type: oily where T-zone mean and cheeks ≥ 2; combination where the mean is ≥ 1.5 and cheeks ≤ 1;
// dry where all oil ≤ 1 and mean water ≤ 1 over the ten face zones; else balanced. Overlays lie over any of them.
func (c Client) TypeOf(l *say.Language, states [N]State) Type {
	var middle, water, oiliest float64
	var thirsty, spotty Set
	for z := Zone(0); z < Neck; z++ {
		s := states[z]
		if z.TZone() {
			middle += float64(s.Oil) / tzones
		}
		water += float64(s.Water) / float64(Neck)
		oiliest = max(oiliest, float64(s.Oil))
		if s.Dehydrated() {
			thirsty |= SetOf(z)
		}
		if s.Has(Breakout) {
			spotty |= SetOf(z)
		}
	}
	cheeks := states[Cheeks].Oil
	oily, dry := float64(figure.OilyFrom), float64(figure.DryUpTo)
	t := Type{Overlays: []Overlay{}, Because: []string{}}
	switch {
	case middle >= oily && cheeks >= figure.OilyFrom:
		t.Type = Oily
	case middle >= figure.CombinationFrom && cheeks <= figure.DryUpTo:
		t.Type = Combination
	case oiliest <= dry && water <= dry:
		t.Type = Dry
	default:
		t.Type = Balanced
	}
	t.Because = append(t.Because, l.Say(say.TypeBecause, "middle", middle, "cheeks", cheeks, "water", water))
	add := func(is bool, name Overlay, why say.ID, slots ...any) {
		if is {
			t.Overlays = append(t.Overlays, name)
			t.Because = append(t.Because, l.Say(say.Word("overlay", name))+": "+l.Say(why, slots...))
		}
	}
	add(thirsty != 0, Dehydrated, say.OilyAndThirsty, "zones", Names(l, thirsty))
	add(c.Sensitivity >= figure.SensitiveFrom, Sensitive, say.SensitivityIs, "grade", c.Sensitivity)
	add(c.Mature, Mature, say.AsNoted)
	add(spotty != 0, BreakoutProne, say.BreakoutsOn, "zones", Names(l, spotty))
	return t
}
