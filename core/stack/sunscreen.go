package stack

import (
	"slices"
	"time"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/sun"
)

// Dose is the sunscreen laid as a first coat, beside the measures people know. SpoonML is the teaspoon rule (half a
// teaspoon for face and neck, a whole one with the chest), a safe habit rather than the dose.
type Dose struct {
	Grams          doc.Num `json:"grams"`
	AreaCM2        doc.Num `json:"area_cm2"`
	SpoonML        doc.Num `json:"spoon_ml"`
	FingerStrips   doc.Num `json:"finger_strips"`
	FingertipUnits doc.Num `json:"fingertip_units"`
	Body           *Body   `json:"body,omitempty"` // where the body is bare
}

// Body is the sunscreen laid on the body, beside the day's dose, which is that of head, neck and chest.
type Body struct {
	Grams    doc.Num    `json:"grams"`
	AreaCM2  doc.Num    `json:"area_cm2"`
	Zones    []BodyDose `json:"zones"`
	Worst    string     `json:"worst"`     // the zone that most reaches, "" for none
	WorstSED doc.Num    `json:"worst_sed"` // and how much of it
}

// BodyDose is the sunscreen of one zone of the body, in grams, millilitres and finger strips.
type BodyDose struct {
	Zone         face.Zone `json:"zone"`
	Grams        doc.Num   `json:"grams"`
	AreaCM2      doc.Num   `json:"area_cm2"`
	SpoonML      doc.Num   `json:"spoon_ml"`
	FingerStrips doc.Num   `json:"finger_strips"`
}

// screened is the zones with a coat of sunscreen.
func (e *evaluation) screened() face.Set {
	return zonesWhere(face.All, func(z face.Zone) bool { return len(e.coats[z]) > 0 })
}

// dose reckons the sunscreen laid.
func (e *evaluation) dose() {
	var area, grams float64
	var body Body
	for z := range face.N {
		var here float64
		for _, k := range e.coats[z] {
			here += kit.Grams(k.film, e.c.Area[z])
		}
		switch {
		case len(e.coats[z]) == 0:
		case face.Body.Has(z):
			body.Zones = append(body.Zones, BodyDose{z, doc.Num(here), doc.Num(e.c.Area[z]),
				doc.Num(here / figure.SunscreenDensity), doc.Num(here / figure.FingerStripG)})
			body.Grams, body.AreaCM2 = body.Grams+doc.Num(here), body.AreaCM2+doc.Num(e.c.Area[z])
		default:
			grams, area = grams+here, area+e.c.Area[z]
		}
	}
	laid := e.screened()
	if len(body.Zones) > 0 {
		e.res.Dose.Body = &body
	}
	if laid&face.Upper == 0 {
		return
	}
	spoon := figure.TeaspoonML / 2
	if laid.Has(face.Chest) {
		spoon = figure.TeaspoonML
	}
	e.res.Dose = Dose{
		doc.Num(grams),
		doc.Num(area),
		doc.Num(spoon),
		doc.Num(grams / figure.FingerStripG),
		doc.Num(grams / figure.FingertipUnitG),
		e.res.Dose.Body,
	}
}

// lastCoat is when the last coat went on, and its step.
func (e *evaluation) lastCoat() (at time.Time, step string) {
	for z := range face.N {
		for _, k := range e.coats[z] {
			if k.at.After(at) {
				at, step = k.at, k.step
			}
		}
	}
	return at, step
}

// spfMissing looks for covered zones that daylight will find without sunscreen. Those round the eyes are covered where
// what is on the face may go there.
func spfMissing(e *evaluation) {
	c, laid := e.c, e.screened()
	if !c.Daylight {
		return
	}
	bare := (face.Face&^face.SetOf(face.Lips) | c.Neighbours()) &^ laid
	bare = zonesWhere(bare, func(z face.Zone) bool { return z.Class() != face.Eye || laid == 0 || e.nearEyes(z) })
	lacking := zonesWhere(bare&^c.Unlayered(), e.screenable)
	hopeless := zonesWhere(bare&^lacking, func(z face.Zone) bool { return z.Class() != face.Eye })
	if lacking != 0 {
		f := e.find(rules.SPFMissing, "", lacking, say.NoSunscreenOn, "zones", c.Names(lacking))
		if !c.Strong {
			*f = f.As(rules.Note)
		}
	}
	for _, h := range []struct {
		zones face.Set
		words say.ID
	}{{hopeless &^ c.Unlayered(), say.NothingScreens}, {hopeless & c.Unlayered(), say.NoneGoesThere}} {
		if h.zones != 0 {
			f := e.find(rules.SPFMissing, "", h.zones, h.words, "zones", c.Names(h.zones))
			*f = f.As(rules.Note).Do(c.Say(say.HatAndShade))
		}
	}
}

// nearEyes reports whether a sunscreen that lies on the face is safe near the eyes and may go on such a zone.
func (e *evaluation) nearEyes(z face.Zone) bool {
	for y := range face.N {
		if y.Class() == face.Eye {
			continue
		}
		if slices.ContainsFunc(e.coats[y], func(k coat) bool {
			return k.product.EyeSafe && Admits(e.c, k.product, z)
		}) {
			return true
		}
	}
	return false
}

// screenable reports whether the kit holds a sunscreen that may go on a zone.
func (e *evaluation) screenable(z face.Zone) bool {
	for i := range e.c.Kit {
		if p := &e.c.Kit[i]; p.Kind.Of().Group == kit.Sunscreens && Admits(e.c, p, z) {
			return true
		}
	}
	return false
}

// Resistance is the label for water that a day asks of its sunscreen, in minutes: 0 for any.
func Resistance(c *sitting.Case) int {
	switch {
	case c.Swims:
		return figure.Label80
	case c.ActiveFor >= figure.ActiveLong:
		return figure.Label40
	}
	return 0
}

// notResistant looks for a coat that water or sweat takes off sooner than the day asks, where the kit has better.
func notResistant(e *evaluation) {
	want := Resistance(e.c)
	if want == 0 || !e.c.Daylight {
		return
	}
	e.on(zonesWhere(e.screened(), func(z face.Zone) bool {
		label := 0
		for _, k := range e.coats[z] {
			label = max(label, k.product.WaterResistantMin)
		}
		return label < want && e.resists(z, label)
	}), rules.NotResistant, "", say.LabelledForLess, "want", want)
}

// resists reports whether the kit holds a sunscreen for a zone with a longer label.
func (e *evaluation) resists(z face.Zone, label int) bool {
	for i := range e.c.Kit {
		p := &e.c.Kit[i]
		if p.WaterResistantMin > label && p.Kind.Of().Group == kit.Sunscreens && Admits(e.c, p, z) {
			return true
		}
	}
	return false
}

// lipsBare notes lips that are outdoors by day without a factor, where they may have one.
func lipsBare(e *evaluation) {
	c := e.c
	if !c.Daylight || c.FirstSun.IsZero() || (c.Unlayered() | fit.RuledOut(c, nature.Screens)).Has(face.Lips) {
		return
	}
	factor := holds(e.res.Layers[face.Lips], func(l *Layer) bool {
		p := c.Product(l.Product)
		return p != nil && p.HasFactor()
	})
	if !factor {
		e.find(rules.LipsBare, "", face.SetOf(face.Lips), say.None)
	}
}

// spfShort says what a first coat under the full dose really gives.
func spfShort(e *evaluation) {
	for i := range e.moments {
		id := e.moments[i].ID
		var zones face.Set
		var worst *coat
		for z := range face.N {
			for n := range e.coats[z] {
				k := &e.coats[z][n]
				if k.step != id || k.film >= figure.FullDose-figure.Same && !k.blended {
					continue
				}
				zones |= face.SetOf(z)
				if worst == nil || k.film < worst.film {
					worst = k
				}
			}
		}
		if worst != nil && worst.film < figure.FullDose-figure.Same {
			e.find(rules.SPFShort, id, zones, say.ThinCoat, "film", doc.Round(worst.film), "product",
				worst.product.Name, "gives", doc.Round(sun.Effective(worst.product.SPF, worst.film)), "label",
				worst.product.SPF)
		}
	}
}

// factorUnknown names the sunscreens of the kit of which no factor is known, on a day that asks for one: no plan takes
// them.
func factorUnknown(e *evaluation) {
	if !e.c.Daylight {
		return
	}
	var names []string
	for i := range e.c.Kit {
		if p := &e.c.Kit[i]; p.Screens() && !p.HasFactor() && !p.Empty() {
			names = append(names, p.Name)
		}
	}
	if len(names) > 0 {
		f := e.find(rules.SPFLow, "", 0, say.NoFactors, "products", e.c.List(names))
		*f = f.As(rules.Note)
	}
}

func spfNoSum(e *evaluation) {
	two := zonesWhere(face.All, func(z face.Zone) bool {
		first := ""
		return holds(e.res.Layers[z], func(l *Layer) bool {
			p := e.c.Product(l.Product)
			if p == nil || !p.HasFactor() {
				return false
			}
			other := first != "" && first != p.ID
			first = p.ID
			return other
		})
	})
	var claims []string
	for i := range e.c.Items {
		if it := &e.c.Items[i]; it.SPF > 1 {
			claims = append(claims, e.c.Say(say.ClaimsFactor, "item", look.Plain(it.Item), "spf", it.SPF))
		}
	}
	switch {
	case len(claims) > 0:
		e.find(rules.SPFNoSum, "", 0, say.FactorNotCounted, "items", e.c.List(claims))
	case two != 0:
		e.find(rules.SPFNoSum, "", 0, say.None)
	}
}

func spfAtNight(e *evaluation) {
	laid := e.screened()
	switch {
	case e.c.Daylight:
	case laid == 0:
		e.find(rules.SPFAtNight, "", 0, say.None)
	default:
		_, step := e.lastCoat()
		e.find(rules.SPFAtNight, step, laid, say.NoDaylight)
	}
}

func spfSetTime(e *evaluation) {
	last, step := e.lastCoat()
	if e.screened() == 0 || e.c.FirstSun.IsZero() || e.c.FirstSun.Sub(last) >= figure.BeforeSun {
		return
	}
	e.find(rules.SPFSetTime, step, 0, say.UntilFirstSun, "minutes",
		Minutes(e.c.Words, max(0, int(e.c.FirstSun.Sub(last).Seconds()))), "time", day.Wall(e.c.FirstSun).Clock())
}

// uncoveredSkin looks for neck, ears or bare chest left out of what the face got.
func uncoveredSkin(e *evaluation) {
	can, laid := e.c.Neighbours()&face.Upper&^e.c.Unlayered(), e.screened()
	if laid&face.Face != 0 {
		e.on(zonesWhere(can&^laid, e.screenable), rules.UncoveredSkin, "", say.NoSunscreenGot)
	}
	if rest := can &^ e.cleansed; e.cleansed&face.Face != 0 {
		e.on(rest, rules.UncoveredSkin, "", say.NotCleansed, "n", len(rest.List()))
	}
	if open := (face.Face | e.c.Neighbours()&face.Upper) &^ e.c.Barred().All(); e.cleansed|e.watered == 0 &&
		len(e.moments) > 0 {
		e.on(open, rules.UncoveredSkin, "", say.NotCleansed, "n", len(open.List()))
	}
}
