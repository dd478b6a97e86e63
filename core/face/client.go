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
	Oil   *int   `json:"oil,omitempty" in:"0..3"`
	Water *int   `json:"water,omitempty" in:"0..3"`
	Marks []Mark `json:"marks,omitempty" len:"0..9"`
}

// ConditionKind is a condition the client tells of.
type ConditionKind string

// The conditions that are not seen on the skin; each mark is one as well.
const (
	Isotretinoin ConditionKind = "isotretinoin"
	Retinoid     ConditionKind = "retinoid"
	PeelLight    ConditionKind = "peel_light"
	PeelMedium   ConditionKind = "peel_medium"
	PeelDeep     ConditionKind = "peel_deep"
	Laser        ConditionKind = "laser"
	Needling     ConditionKind = "needling"
	Injectables  ConditionKind = "injectables" // not known which
	Toxin        ConditionKind = "toxin"
	Filler       ConditionKind = "filler"
	LashLift     ConditionKind = "lash_lift"
	Rosacea      ConditionKind = "rosacea"
	Eczema       ConditionKind = "eczema"
	Pregnant     ConditionKind = "pregnant"
	Asthma       ConditionKind = "asthma"
	EyeInfection ConditionKind = "eye_infection"
	Exfoliated   ConditionKind = "exfoliated"
)

// Conditions lists the conditions: the marks, and what is not seen on the skin.
var Conditions = func() (list []ConditionKind) {
	for _, m := range Marks {
		list = append(list, ConditionKind(m))
	}
	return append(list, Isotretinoin, Retinoid, PeelLight, PeelMedium, PeelDeep, Laser, Needling, Injectables,
		Toxin, Filler, LashLift, Rosacea, Eczema, Pregnant, Asthma, EyeInfection, Exfoliated)
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

// Learned is what earlier sittings taught: factors by zone, and by remover and binder ("balm/waterproof_film").
type Learned struct {
	Moisture map[Zone]float64   `json:"moisture,omitempty" in:"0.5..2"`
	Sebum    map[Zone]float64   `json:"sebum,omitempty" in:"0.1..10"`
	Lift     map[string]float64 `json:"lift,omitempty" in:"0.1..10"`
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

// GradeFrom is the zone whose grades a zone takes that was left out: the forehead's for the oily middle, else the
// cheeks'.
func (z Zone) GradeFrom() Zone {
	if z.TZone() {
		return Forehead
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
		if !slices.Contains(Marks, m) || (!k.On.IsZero() && k.On.Before(on)) {
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
		if all[z].Has(Scar) && c.Zones[Zone(z)].Oil == nil { // scars make no oil
			all[z].Oil = 0
		}
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
