// Package stack holds steps, the layers they leave on each zone, and the evaluator that reckons clock, drying, load,
// dose and findings. Planners and the checker share it: a planner proposes steps, the same evaluator scores them.
package stack

import (
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// Step is one thing to do. Film is in mg/cm² by zone, times in seconds; SetS is the longest of the step's zones.
type Step struct {
	ID       string                `json:"id" need:"yes" len:"1..40"`
	Act      act.Act               `json:"act" need:"yes"`
	Kind     act.Detail            `json:"kind" len:"0..60"`
	Product  string                `json:"product" len:"0..80"`
	Zones    []face.Zone           `json:"zones" len:"0..24"`
	Grams    doc.Num               `json:"grams" in:"0..1000"`
	Units    doc.Num               `json:"units" in:"0..100000"`
	Unit     string                `json:"unit" len:"0..40"`
	Hand     string                `json:"hand" len:"0..200"`
	Film     map[face.Zone]doc.Num `json:"film_mg_cm2" in:"0..100"`
	How      act.How               `json:"how" len:"0..60"`
	Start    day.Local             `json:"start" need:"yes"`
	HandsS   int                   `json:"hands_s" in:"0..14400"`
	SetS     int                   `json:"set_s" in:"0..86400"`
	ContactS int                   `json:"contact_s" in:"0..14400"`
	Pads     int                   `json:"pads" in:"0..200"`
	PadFaces int                   `json:"pad_faces" in:"0..800"`
	Buds     int                   `json:"buds" in:"0..200"`
	Cloths   int                   `json:"cloths" in:"0..100"`
	Mitts    int                   `json:"mitts,omitempty" in:"0..100"`
	Tips     int                   `json:"tips,omitempty" in:"0..200"` // lint-free tips, at extended lashes
	Wipes    int                   `json:"wipes,omitempty" in:"0..100"`
	Passes   int                   `json:"passes,omitempty" in:"0..100"` // which dose of a remover this is
	Because  []rules.ID            `json:"because" len:"0..40"`
	Say      string                `json:"say" len:"0..1000"`
	Amount   string                `json:"amount" len:"0..200"`           // the dose said all three ways
	TempC    float64               `json:"temp_c,omitempty" in:"0..100"`  // of water or a cloth, °C
	With     string                `json:"with,omitempty" len:"0..40"`    // blended with the step of that id
	Second   string                `json:"second,omitempty" len:"0..300"` // what was second, and by how much
	Until    float64               `json:"until,omitempty" in:"0..45"`    // °C that skin is to read before it goes on
	Method   method.Key            `json:"method,omitempty"`              // the house method that asked for the step
}

// Pieces is which sundry of the kit each count of a step is of.
var Pieces = []struct {
	Kind kit.Kind
	Of   func(s *Step) int
}{
	{kit.CottonPad, func(s *Step) int { return s.Pads }},
	{kit.CottonBud, func(s *Step) int { return s.Buds }},
	{kit.Cloth, func(s *Step) int { return s.Cloths }},
	{kit.Mitt, func(s *Step) int { return s.Mitts }},
	{kit.LintFreeTip, func(s *Step) int { return s.Tips }},
}

// Exempt is the acts that stand in a plan whatever they gain: they touch nobody, or only to see.
var Exempt = []act.Act{act.Hands, act.Setup, act.LensOut, act.Dry, act.TouchCheck, act.PadCheck, act.Ready, act.Refer}

// CountWipes reckons how many wipes a pass takes, each turned face by face.
func (s *Step) CountWipes() {
	if s.Wipes = 0; s.Act == act.Hold && kit.Kind(s.Kind) == kit.Wipe {
		s.Wipes = max(1, (s.PadFaces+figure.FacesPerWipe-1)/figure.FacesPerWipe)
	}
}

// CottonOnExtensions reports whether cotton comes near lash extensions. Where a step has lint-free tips too, they are
// for there.
func (s *Step) CottonOnExtensions(c *sitting.Case) bool {
	cotton := s.Tips == 0 && (s.Pads > 0 || s.Buds > 0 || s.Act == act.PadCheck)
	return cotton && c.Extended() && slices.Contains(s.Zones, face.Eyelids)
}

// Complete fills the parts of a step that JSON must never leave out.
func (s *Step) Complete() {
	if s.Zones == nil {
		s.Zones = []face.Zone{}
	}
	if s.Film == nil {
		s.Film = map[face.Zone]doc.Num{}
	}
	if s.Because == nil {
		s.Because = []rules.ID{}
	}
}

// Layer is one film lying on a zone.
type Layer struct {
	Product string      `json:"product"`
	Kind    kit.Kind    `json:"kind,omitempty"`
	Base    kit.Base    `json:"base"`
	Film    doc.Num     `json:"film_mg_cm2"`
	Residue doc.Num     `json:"residue_mg_cm2"`
	SetAt   day.Local   `json:"set_at"`
	Item    string      `json:"item,omitempty"`   // declared makeup, which is no product of the kit
	Binder  look.Binder `json:"binder,omitempty"` // at removal: what holds it
	Load    doc.Num     `json:"load,omitempty"`   // at removal: how much of it there is

	setAt  time.Time
	step   string
	rubbed bool // rubbed on rather than patted
}

// Rubbed reports whether the layer was rubbed over what lies under it.
func (l Layer) Rubbed() bool { return l.rubbed }

// Set is the instant at which the layer had set.
func (l Layer) Set() time.Time { return l.setAt }

// Layers is the stack of every zone, the lowest layer first.
type Layers [face.N][]Layer

// Residue is what stays on a zone before makeup, in mg/cm².
func (l *Layers) Residue(z face.Zone) float64 {
	var sum float64
	for i := range l[z] {
		sum += float64(l[z][i].Residue)
	}
	return sum
}

// ByZone returns the zones that have layers.
func (l *Layers) ByZone() map[face.Zone][]Layer {
	m := map[face.Zone][]Layer{}
	for z := range face.N {
		if len(l[z]) > 0 {
			m[z] = l[z]
		}
	}
	return m
}

// Off says what comes off before hands go to the face.
func Off(c *sitting.Case) (jewellery, glasses string) {
	if c.Client.Has(face.Jewellery) {
		jewellery = c.Say(say.JewelleryOff)
	}
	if c.Client.Has(face.Glasses) {
		glasses = c.Say(say.GlassesOff)
	}
	return jewellery, glasses
}
