// Package look holds the makeup that is declared, because it is what lies on the skin later and comes off again.
package look

import (
	"fmt"
	"strings"

	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/say"
)

// Finish is how the finished face should shine.
type Finish string

// The finishes.
const (
	Matte Finish = "matte"
	Satin Finish = "satin"
	Dewy  Finish = "dewy"
)

// Finishes lists them.
var Finishes = []Finish{Matte, Satin, Dewy}

// UnmarshalText accepts the words of Finishes.
func (f *Finish) UnmarshalText(b []byte) error { *f = Finish(b); return doc.OneOf(*f, Finishes) }

// Coverage is how much the base hides.
type Coverage string

// The coverages.
const (
	NoCoverage Coverage = "none"
	Sheer      Coverage = "sheer"
	Medium     Coverage = "medium"
	Full       Coverage = "full"
)

// Coverages lists them.
var Coverages = []Coverage{NoCoverage, Sheer, Medium, Full}

// UnmarshalText accepts the words of Coverages.
func (c *Coverage) UnmarshalText(b []byte) error {
	*c = Coverage(b)
	return doc.OneOf(*c, Coverages)
}

// Base is what the foundation is built on, or none.
type Base string

// The bases.
const (
	BaseWater    Base = "water"
	BaseSilicone Base = "silicone"
	BaseOil      Base = "oil"
	BaseEmulsion Base = "emulsion"
	BasePowder   Base = "powder"
	NoBase       Base = "none"
)

// Bases lists them.
var Bases = []Base{BaseWater, BaseSilicone, BaseOil, BaseEmulsion, BasePowder, NoBase}

// UnmarshalText accepts the words of Bases.
func (b *Base) UnmarshalText(t []byte) error { *b = Base(t); return doc.OneOf(*b, Bases) }

// Film is the base as a film of the kit, "" for none.
func (b Base) Film() kit.Base {
	if b == NoBase {
		return ""
	}
	return kit.Base(b)
}

// Neckline says whether the chest shows.
type Neckline string

// The necklines.
const (
	ClosedNeck Neckline = "closed"
	OpenNeck   Neckline = "open"
)

// Necklines lists the necklines.
var Necklines = []Neckline{ClosedNeck, OpenNeck}

// UnmarshalText accepts closed and open.
func (n *Neckline) UnmarshalText(b []byte) error {
	*n = Neckline(b)
	return doc.OneOf(*n, Necklines)
}

// Binder is what holds a makeup item on the skin, and so what dissolves it.
type Binder string

// The binders, in the order of the handbook; effects adhesives and alcohol films last.
const (
	Care           Binder = "care"
	WaterFilm      Binder = "water_film"
	Emulsion       Binder = "emulsion"
	Powder         Binder = "powder"
	WaxOil         Binder = "wax_oil"
	SiliconeFilm   Binder = "silicone_film"
	WaterproofFilm Binder = "waterproof_film"
	SPFFilm        Binder = "spf_film"
	Adhesive       Binder = "adhesive"
	MagneticLiner  Binder = "magnetic_liner"
	FXResin        Binder = "fx_resin"
	FXAcrylic      Binder = "fx_acrylic"
	FXSilicone     Binder = "fx_silicone"
	AlcoholFilm    Binder = "alcohol_film"
)

// Binders lists the binders.
var Binders = []Binder{
	Care,
	WaterFilm,
	Emulsion,
	Powder,
	WaxOil,
	SiliconeFilm,
	WaterproofFilm,
	SPFFilm,
	Adhesive,
	MagneticLiner,
	FXResin,
	FXAcrylic,
	FXSilicone,
	AlcoholFilm,
}

// UnmarshalText accepts the words of Binders.
func (b *Binder) UnmarshalText(t []byte) error { *b = Binder(t); return doc.OneOf(*b, Binders) }

// Attach is how lashes, or a piece on the skin, are held.
type Attach string

// The ways to hold lashes; a piece of effects or hair lace is glued to the skin.
const (
	NoAttach   Attach = ""
	GlueStrip  Attach = "glue_strip"
	Single     Attach = "single"
	Magnetic   Attach = "magnetic"
	Extensions Attach = "extensions"
	Appliance  Attach = "appliance"
	Lace       Attach = "lace"
)

// Attaches lists the ways.
var Attaches = []Attach{NoAttach, GlueStrip, Single, Magnetic, Extensions, Appliance, Lace}

// UnmarshalText accepts the words for lashes.
func (a *Attach) UnmarshalText(b []byte) error {
	*a = Attach(b)
	return doc.OneOf(*a, Attaches)
}

// Spot is where an item lies: one zone, or the face without eyelids, brows and lips.
type Spot struct{ Zones face.Set }

// UnmarshalText reads a zone's id or "face".
func (s *Spot) UnmarshalText(b []byte) error {
	if string(b) == "face" {
		s.Zones = face.BaseArea
		return nil
	}
	var z face.Zone
	if err := z.UnmarshalText(b); err != nil {
		return say.Err(say.NeitherZone, "word", b)
	}
	s.Zones = face.SetOf(z)
	return nil
}

// MarshalText writes a zone's id or "face".
func (s Spot) MarshalText() ([]byte, error) {
	if s.Zones == face.BaseArea {
		return []byte("face"), nil
	}
	return []byte(s.Zones.List()[0].String()), nil
}

// Item is one piece of makeup, as declared.
type Item struct {
	Zone     Spot     `json:"zone" need:"yes"`
	Item     string   `json:"item" need:"yes" len:"1..80"`
	Binder   Binder   `json:"binder" need:"yes"`
	Load     int      `json:"load" need:"yes" in:"1..3"`
	Attach   Attach   `json:"attach,omitempty"`
	Keep     bool     `json:"keep,omitempty"`
	Strong   bool     `json:"strong,omitempty"`
	Tags     []string `json:"tags,omitempty" len:"0..30"`
	FirstUse bool     `json:"first_use,omitempty"`
	EdgeCM   float64  `json:"edge_cm,omitempty" in:"0..500" doc:"length of the glued edge of a piece"`
	SPF      float64  `json:"spf,omitempty" in:"0..150" doc:"what a foundation claims; never counted"`
}

// Look is the finish and what it is made of.
type Look struct {
	Finish   Finish   `json:"finish" need:"yes"`
	Coverage Coverage `json:"coverage,omitempty"`
	Base     Base     `json:"base" need:"yes"`
	Neckline Neckline `json:"neckline" need:"yes"`
	Items    []Item   `json:"items,omitempty" len:"0..60"`
}

// Check returns what is wrong beyond the bounds of single fields: lashes and magnetic liner belong on the lids.
func (l Look) Check(path string) doc.Faults {
	var fs doc.Faults
	lids := face.SetOf(face.Eyelids)
	for i, it := range l.Items {
		at := fmt.Sprintf("%s.items[%d]", path, i)
		if it.Zone.Zones == 0 {
			continue
		}
		if it.Attach != "" && !it.Piece() && it.Zone.Zones != lids {
			fs.Add(at+".attach", say.LashesElsewhere, "zone", it.Zone)
		}
		if it.Binder == MagneticLiner && it.Zone.Zones != lids {
			fs.Add(at+".binder", say.MagneticElsewhere, "zone", it.Zone)
		}
	}
	return fs
}

// Piece reports whether an item is an appliance or lace, glued to the skin by its edge.
func (it *Item) Piece() bool { return it.Attach == Appliance || it.Attach == Lace }

func (s Spot) String() string {
	b, _ := s.MarshalText()
	return string(b)
}

// Plain is an item's name in plain words: what stands for a space becomes one.
func Plain(item string) string { return strings.ReplaceAll(item, "_", " ") }

// Open reports whether the chest shows.
func (l Look) Open() bool { return l.Neckline == OpenNeck }

// CoversBeard reports whether an item covers a shaved beard.
func (l Look) CoversBeard() bool {
	for _, it := range l.Items {
		if strings.Contains(strings.ToLower(it.Item), "beard") {
			return true
		}
	}
	return false
}

// Limit is the load limit of a zone with that oil grade under this look.
func (l Look) Limit(oil int) float64 {
	limit := figure.LimitOily
	switch oil {
	case 0:
		limit = figure.LimitNone
	case 1:
		limit = figure.LimitLittle
	}
	if l.Coverage == Full {
		limit -= figure.LimitFullLess
	}
	return limit
}
