// Package kit knows products: what they are, whether they may be used, and how to measure out a dose.
package kit

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/figure"
	"urncloth/core/say"
)

// Filters is the family of a sunscreen's filters.
type Filters string

// The families.
const (
	NoFilters Filters = ""
	Mineral   Filters = "mineral"
	Organic   Filters = "organic"
	Mixed     Filters = "mixed"
)

// FilterFamilies lists the families.
var FilterFamilies = []Filters{NoFilters, Mineral, Organic, Mixed}

// UnmarshalText accepts "", mineral, organic, mixed.
func (f *Filters) UnmarshalText(b []byte) error {
	*f = Filters(b)
	return doc.OneOf(*f, FilterFamilies)
}

// Container is what a product comes in.
type Container string

// The containers.
const (
	NoContainer Container = ""
	Jar         Container = "jar"
	Pump        Container = "pump"
	Tube        Container = "tube"
	Dropper     Container = "dropper"
	SprayCan    Container = "spray"
	Stick       Container = "stick"
)

// Containers lists the containers.
var Containers = []Container{NoContainer, Jar, Pump, Tube, Dropper, SprayCan, Stick}

// UnmarshalText accepts "", jar, pump, tube, dropper, spray, stick.
func (c *Container) UnmarshalText(b []byte) error {
	*c = Container(b)
	return doc.OneOf(*c, Containers)
}

// Product is one entry of the kit. Where RemainingG or Count is absent the stock is not known and is taken as enough.
type Product struct {
	ID                string             `json:"id" need:"yes" len:"1..80"`
	Name              string             `json:"name" need:"yes" len:"1..200"`
	Maker             string             `json:"maker,omitempty" len:"0..200"`
	Kind              Kind               `json:"kind" need:"yes"`
	Base              Base               `json:"base,omitempty"`
	Weight            float64            `json:"weight,omitempty" in:"0..5"`
	Finish            string             `json:"finish,omitempty" len:"0..40"`
	Tags              []string           `json:"tags,omitempty" len:"0..60"`
	Actives           map[string]float64 `json:"actives,omitempty" in:"0..100"`
	EyeSafe           bool               `json:"eye_safe,omitempty"`
	LensSafe          bool               `json:"lens_safe,omitempty"`
	SPF               float64            `json:"spf,omitempty" in:"0..150"`
	BroadSpectrum     bool               `json:"broad_spectrum,omitempty"`
	Filters           Filters            `json:"filters,omitempty"`
	WhiteCast         int                `json:"white_cast,omitempty" in:"0..3"`
	WaterResistantMin int                `json:"water_resistant_min,omitempty" in:"0..80"`
	Suits             []string           `json:"suits,omitempty" len:"0..40"`
	PackG             float64            `json:"pack_g,omitempty" in:"0..100000"`
	RemainingG        *float64           `json:"remaining_g,omitempty" in:"0..100000"`
	Count             *int               `json:"count,omitempty" in:"0..100000"`
	OpenedOn          day.Date           `json:"opened_on,omitzero"`
	PAOMonths         int                `json:"pao_months,omitempty" in:"0..120"`
	ExpiresOn         day.Date           `json:"expires_on,omitzero"`
	Container         Container          `json:"container,omitempty"`
	Unit              string             `json:"unit,omitempty" len:"0..40"`
	GramsPerUnit      float64            `json:"grams_per_unit,omitempty" in:"0..1000"`
	Price             float64            `json:"price,omitempty" in:"0..100000"`
	Density           float64            `json:"density,omitempty" in:"0..5"`
	FirstUse          bool               `json:"first_use,omitempty"`
	Tinted            bool               `json:"tinted,omitempty"`
	Aerosol           bool               `json:"aerosol,omitempty"`
	Flammable         bool               `json:"flammable,omitempty"`
	Unconfirmed       bool               `json:"ingredients_unconfirmed,omitempty"`

	Ingredients          string `json:"ingredients,omitempty" len:"0..20000"` // the list as printed on the pack
	IngredientsConfirmed bool   `json:"ingredients_confirmed,omitempty"`      // somebody has checked that it is whole

	House       bool    `json:"house,omitempty"`                       // the studio's own choice of its kind
	ContactMinS int     `json:"contact_min_s,omitempty" in:"0..14400"` // by the label; 0 for not said
	ContactMaxS int     `json:"contact_max_s,omitempty" in:"0..14400"`
	Neutralise  bool    `json:"neutralise,omitempty"` // the label asks for water when its time is up
	PH          float64 `json:"ph,omitempty" in:"0..14"`
}

// Kit is the products at hand, in the studio's order, which decides ties.
type Kit []Product

// Find returns the product with that id, nil where there is none.
func (k Kit) Find(id string) *Product {
	for i := range k {
		if k[i].ID == id {
			return &k[i]
		}
	}
	return nil
}

// Check returns what is wrong beyond the bounds of single fields.
func (k Kit) Check(path string) doc.Faults {
	var fs doc.Faults
	if len(k) == 0 {
		fs.Add(path, say.NoProduct)
	}
	seen := map[string]int{}
	for i, p := range k {
		at := fmt.Sprintf("%s[%d]", path, i)
		if j, twice := seen[p.ID]; twice && p.ID != "" {
			fs.Add(at+".id", say.IDTwice, "id", p.ID, "path", path, "n", j)
		}
		seen[p.ID] = i
		if w := p.WaterResistantMin; w != 0 && w != figure.Label40 && w != figure.Label80 {
			fs.Add(at+".water_resistant_min", say.NotALabel, "minutes", w)
		}
		if p.ContactMaxS > 0 && p.ContactMinS > p.ContactMaxS {
			fs.Add(at+".contact_min_s", say.LongerThan, "least", p.ContactMinS, "most", p.ContactMaxS)
		}
		if !p.OpenedOn.IsZero() && !p.ExpiresOn.IsZero() &&
			p.ExpiresOn.AddMonths(figure.PackMonths).Before(p.OpenedOn) {
			fs.Add(at+".expires_on", say.FarBeforeOpened, "date", p.ExpiresOn)
		}
	}
	return fs
}

// wishes translates what a client may ask for into the tags it rules out. A wish that is not listed is itself a tag.
// [W]
var wishes = map[string][]string{
	"vegan":         {"bee", "propolis", "beeswax", "lanolin", "snail", "carmine", "animal"},
	"no_alcohol":    {"alcohol_denat"},
	"no alcohol":    {"alcohol_denat"},
	"alcohol_free":  {"alcohol_denat"},
	"no_animal_fat": {"lanolin", "snail", "animal"},
	"no animal fat": {"lanolin", "snail", "animal"},
}

// Carries returns the first of some words that the product holds, families with all they cover, "" for none.
func (p *Product) Carries(words []string) string {
	if len(p.Tags) == 0 && len(p.Actives) == 0 && p.Ingredients == "" && p.Base != BaseSilicone {
		return ""
	}
	for _, w := range words {
		tag, standing := Allergen(w)
		if standing != Known {
			tag = normal(w)
		}
		if p.holds(tag) || slices.ContainsFunc(members[tag], p.holds) {
			return w
		}
	}
	return ""
}

// CountCarried returns how many of the client's words the product meets.
func (p *Product) CountCarried(words []string) int {
	n := 0
	for _, w := range words {
		if p.Carries([]string{w}) != "" {
			n++
		}
	}
	return n
}

// required is what a wish that ends so asks a product to be: without what stands before it.
const required = "_free"

// Breaks returns the first wish that the product goes against, "" for none. Wishes name what must not be in it, or what
// it must be (oil_free): the latter bind what stays on the skin.
func (p *Product) Breaks(wanted []string, stays bool) string {
	for _, w := range wanted {
		word := normal(w)
		tags, known := wishes[word]
		if !known {
			tags, known = wishes[strings.ToLower(strings.TrimSpace(w))]
		}
		switch from, requires := strings.CutSuffix(word, required); {
		case known:
		case requires:
			if stays && !p.Tagged(word) && p.has(from) {
				return w
			}
			continue
		default:
			tags = []string{w}
		}
		if p.Carries(tags) != "" {
			return w
		}
	}
	return ""
}

// oil is what an oil-free product must not have.
const oil = "oil"

// has reports whether a product holds something that a client wishes it free of.
func (p *Product) has(word string) bool {
	if word == oil {
		return p.Oily() || p.Base == BaseEmulsion
	}
	return p.Carries([]string{word}) != ""
}

func (p *Product) holds(tag string) bool {
	for _, t := range p.Tags {
		if n := normal(t); n == tag || synonyms[n] == tag || synonyms[strings.TrimSuffix(n, "s")] == tag ||
			strings.TrimSuffix(n, "s") == tag {
			return true
		}
	}
	for a := range p.Actives {
		if normal(a) == tag {
			return true
		}
	}
	if tag == string(BaseSilicone) && p.Base == BaseSilicone {
		return true
	}
	return p.Ingredients != "" && slices.Contains(contents(p.Ingredients).Holds, tag)
}

func normal(word string) string {
	if !strings.ContainsAny(word, " -") && strings.ToLower(word) == word {
		return word
	}
	return strings.NewReplacer(" ", "_", "-", "_").Replace(strings.ToLower(strings.TrimSpace(word)))
}

// Has reports whether the product contains any of the actives: as set by hand, or in its list of ingredients.
func (p *Product) Has(actives ...string) bool {
	for _, a := range actives {
		if percent, set := p.Actives[a]; percent > 0 ||
			!set && p.Ingredients != "" && slices.Contains(contents(p.Ingredients).Holds, a) {
			return true
		}
	}
	return false
}

// Tagged reports whether the product carries the tag itself.
func (p *Product) Tagged(tag string) bool { return slices.Contains(p.Tags, tag) }

// Acids are the actives that peel. "acid" alone is counted wherever the kind says so.
var Acids = []string{"salicylic", "glycolic", "lactic", "gluconolactone", "mandelic", "azelaic"}

// AHAs are the acids after which skin burns more easily. Source: FDA guidance on alpha hydroxy acids.
var AHAs = []string{"glycolic", "lactic", "mandelic"}

// Acid reports whether the product is there to peel.
func (p *Product) Acid() bool { return p.Kind == AcidToner || p.Has(Acids...) }

// Strongest is the per cent of its strongest acid, 0 without any.
func (p *Product) Strongest() (percent float64) {
	if len(p.Actives) == 0 {
		return 0
	}
	for _, a := range Acids {
		percent = max(percent, p.Actives[a])
	}
	return percent
}

// Retinoid reports whether the product holds a retinoid.
func (p *Product) Retinoid() bool {
	return p.Kind == Retinoid || p.Has("retinoid", "retinol", "retinal")
}

// soothing actives may stay on skin that must have no actives. [W]
var soothing = []string{
	"hyaluronic",
	"ceramides",
	"glycerin",
	"panthenol",
	"urea",
	"allantoin",
	"vitamin_e",
	"zinc_oxide",
}

var stinging = []string{"fragrance", "alcohol_denat", "menthol"}

// Screens reports whether the product is there for its factor: sunscreens, and what re-protects over makeup.
func (p *Product) Screens() bool {
	switch p.Kind {
	case SPFMist, SPFStick, SPFCushion, SPFPowder, SPFFluid:
		return true
	}
	return p.Kind.Of().Group == Sunscreens
}

// HasFactor reports whether a factor is known of the product that keeps any of the sun off.
func (p *Product) HasFactor() bool { return p.SPF > 1 }

// Bland reports whether the product has neither scent nor alcohol nor any active beyond the soothing ones.
func (p *Product) Bland() bool {
	if p.Carries(stinging) != "" || p.Retinoid() || p.Kind == AcidToner || p.Kind.Polish() {
		return false
	}
	for a, percent := range p.Actives {
		if percent > 0 && !slices.Contains(soothing, a) {
			return false
		}
	}
	return true
}

// Oily reports whether the product is oil by nature: removers that dissolve, balms, oils, and anything on an oil base.
func (p *Product) Oily() bool {
	if p.Tagged("oil_free") {
		return false
	}
	switch p.Kind {
	case Biphase, Balm, CleansingOil, PlantOil, FaceOil, DryPatchBalm:
		return true
	}
	return p.Base == BaseOil
}

// UseBy is the last date on which the product may be used: the day before its expiry or the end of its period after
// opening, whichever comes first; ok is false where neither is known. In date means before both.
func (p *Product) UseBy() (last day.Date, ok bool) {
	if !p.ExpiresOn.IsZero() {
		last, ok = p.ExpiresOn.AddDays(-1), true
	}
	if !p.OpenedOn.IsZero() && p.PAOMonths > 0 {
		if end := p.OpenedOn.AddMonths(p.PAOMonths).AddDays(-1); !ok || end.Before(last) {
			last, ok = end, true
		}
	}
	return last, ok
}

// InDate reports whether the product may still be used on that date.
func (p *Product) InDate(on day.Date) bool {
	last, known := p.UseBy()
	return !known || !last.Before(on)
}

// Empty reports whether nothing is left.
func (p *Product) Empty() bool {
	if p.Count != nil {
		return *p.Count <= 0
	}
	return p.RemainingG != nil && *p.RemainingG <= 0
}

// Short reports whether grams is more than what is left.
func (p *Product) Short(grams float64) bool {
	return p.Count == nil && p.RemainingG != nil && grams > *p.RemainingG+figure.Same
}

// PriceOf is what that many grams cost, 0 where the pack is not known.
func (p *Product) PriceOf(grams float64) float64 {
	if p.PackG <= 0 {
		return 0
	}
	return p.Price * grams / p.PackG
}

// measureNames is the messages that name each hand measure, one and several of it.
var measureNames = func() (ids [][2]say.ID) {
	for _, m := range measures {
		id := "measure." + strings.ReplaceAll(m.many, " ", "_")
		ids = append(ids, [2]say.ID{say.Row(id+".one", m.one), say.Row(id+".many", m.many)})
	}
	return ids
}()

var counted = []say.ID{say.None, say.None, say.MeasuresTwo, say.MeasuresThree, say.MeasuresFour}

// handful is so many of one hand measure.
type handful struct {
	grams        float64
	which, count int
}

// handfuls is every hand measure one to four times, the lightest first; of two alike the one with fewer to count.
var handfuls = func() (list []handful) {
	for i, m := range measures {
		for n := 1; n <= figure.MostCounted; n++ {
			list = append(list, handful{m.grams * float64(n), i, n})
		}
	}
	slices.SortStableFunc(list, func(a, b handful) int {
		return cmp.Or(cmp.Compare(a.grams, b.grams),
			a.count-b.count)
	})
	return slices.CompactFunc(list, func(a, b handful) bool { return math.Abs(a.grams-b.grams) < figure.Same })
}()

func (h handful) said(l *say.Language) string {
	if h.count == 1 {
		return l.Say(measureNames[h.which][0])
	}
	return l.Say(counted[h.count], "measures", l.Say(measureNames[h.which][1]))
}

// Hand says grams as a measure in the hand: the nearest of one to four of a thing, where it is near enough to be true,
// or else the two that it lies between.
func Hand(l *say.Language, grams float64) string {
	if grams <= 0 {
		return ""
	}
	if grams < measures[0].grams && !True(measures[0].grams, grams) {
		return l.Say(say.LessThanRice)
	}
	if last := len(measures) - 1; grams > measures[last].grams*figure.GrapesFrom {
		n := math.RoundToEven(grams / measures[last].grams)
		return l.Say(say.MeasuresMany, "n", n, "measures", l.Say(measureNames[last][1]))
	}
	best, nearest := math.Inf(1), handful{}
	above := len(handfuls) - 1
	for i := len(handfuls) - 1; i >= 0; i-- {
		h := handfuls[i]
		if h.grams >= grams {
			above = i
		}
		if off := math.Abs(
			grams-h.grams)/h.grams + figure.CountedOff*float64(h.count-1); off <= best+figure.SameExactly {
			best, nearest = off, h
		}
	}
	if True(nearest.grams, grams) {
		return nearest.said(l)
	}
	less, more := handfuls[above-1], handfuls[above]
	if less.which == more.which {
		return l.Say(say.BetweenCounts, "less", less.count, "more", more.count, "measures",
			l.Say(measureNames[more.which][1]))
	}
	return l.Say(say.BetweenMeasures, "less", less.said(l), "more", more.said(l))
}

// True reports whether a measure of so many grams may be said for others: within 15 % of them.
func True(said, grams float64) bool {
	return math.Abs(said-grams) <= figure.SaidWithin*grams+figure.Same
}

// Said is how many of a unit are said for an exact number of them: whole drops, halves above one, quarters below; ok is
// false where that would not be true.
func Said(units float64, unit string) (n float64, ok bool) {
	parts := figure.UnitParts
	switch {
	case unit == perStroke[Dropper]:
		parts = 1
	case units > 1:
		parts = figure.UnitHalves
	}
	n = math.Round(units*parts) / parts
	return n, n > 0 && True(n, units)
}

// perStroke is what a container gives by the stroke.
var perStroke = map[Container]string{Pump: "pump", Dropper: "drop", SprayCan: "spray second", Stick: "pass",
	Jar: "scoop"}

// Units is grams in the product's own unit: pumps, drops, sprays. A dropper without a weighed drop counts drops of
// 0.03 g.
func (p *Product) Units(grams float64) (n float64, unit string) {
	switch {
	case p.GramsPerUnit > 0:
		unit = p.Unit
		if unit == "" {
			unit = perStroke[p.Container]
		}
		if unit == "" {
			unit = "unit"
		}
		return grams / p.GramsPerUnit, unit
	case p.Container == Dropper:
		return grams / figure.DropG, perStroke[Dropper]
	}
	return 0, ""
}

// mgPerG is milligrams in a gram.
const mgPerG = 1000

// Grams is what a film in mg/cm² over an area in cm² weighs.
func Grams(film, area float64) float64 { return film * area / mgPerG }

// Film is the film in mg/cm² that grams give over an area in cm².
func Film(grams, area float64) float64 {
	if area <= 0 {
		return 0
	}
	return grams * mgPerG / area
}
