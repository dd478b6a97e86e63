package prep

import (
	"slices"

	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// slot is one place in the order of layers, which one product or none fills in each zone group.
type slot uint8

const (
	toner slot = iota
	essence
	serum
	eyeCream
	moisturiser
	lips
	patch
	oil
	primer
	sunscreen
	slots
)

// slotNames is the message that names each slot.
var slotNames = [slots]say.ID{
	say.SlotToner,
	say.SlotEssence,
	say.SlotSerum,
	say.SlotEyeCream,
	say.SlotMoisturiser,
	say.SlotLips,
	say.SlotPatch,
	say.SlotOil,
	say.SlotPrimer,
	say.SlotSunscreen,
}

// slotKinds lists which kinds fill a slot.
var slotKinds = [slots][]kit.Kind{
	toner:       {kit.Toner, kit.Mist},
	essence:     {kit.Essence},
	serum:       {kit.Serum},
	eyeCream:    {kit.EyeCream},
	moisturiser: {kit.MoisturiserGel, kit.MoisturiserLotion, kit.MoisturiserCream, kit.MoisturiserRich},
	lips:        {kit.LipBalm},
	patch:       {kit.DryPatchBalm},
	oil:         {kit.FaceOil},
	primer:      {kit.PrimerMattifying, kit.PrimerHydrating, kit.PrimerGripping},
	sunscreen:   {kit.Sunscreen, kit.MoisturiserSPF},
}

// Costs of choosing. [W]
const (

	// avoidable is put on every caution a choice would raise, so that a plan carries none that it could have avoided.
	// Large against every other cost.

	// lowFactor is put on a sunscreen under 30 or not of broad spectrum: skin that burns is worse than base that sits
	// badly, so it outweighs a few cautions about looks.

	damp = "dewy"
)

// empty is the cost of leaving a slot empty on a zone. [W]
func empty(c *sitting.Case, s slot, z face.Zone) float64 {
	g := c.Skin[z]
	dry := g.Water <= figure.DryUpTo
	pick := func(is bool, yes, no float64) float64 {
		if is {
			return yes
		}
		return no
	}
	switch s {
	case toner:
		return pick(dry || c.Look.Finish == damp, figure.NoTonerDry, figure.NoToner)
	case essence:
		return pick(dry, figure.NoEssenceDry, figure.NoEssence)
	case serum:
		return pick(dry, figure.NoSerumDry, figure.NoSerum)
	case eyeCream:
		return figure.NoEyeCream
	case moisturiser, sunscreen:
		return figure.Forbidden
	case lips:
		return figure.NoLipBalm
	case patch:
		return figure.NoPatchBalm
	case oil:
		return pick(g.Oil == 0 && g.Water == 0 && c.Look.Finish != look.Matte, figure.NoOilParched, 0)
	case primer:
		return pick(g.Oil >= figure.OilyFrom && g.Water >= figure.MoistFrom && (!c.Client.Mature || mattifies(c, z)),
			figure.NoPrimerOily, figure.NoPrimer)
	}
	return 0
}

// belongs reports whether a slot has a place on a zone at all.
func belongs(c *sitting.Case, s slot, z face.Zone) bool {
	switch s {
	case lips:
		return z == face.Lips
	case patch:
		return c.Skin[z].Has(face.Flaky) && z != face.Lips && z.Class() != face.Eye
	case eyeCream:
		return z == face.UnderEyes || z == face.Eyelids && c.Method.Is(method.EyeCreamReach, method.LidsToo)
	case primer:
		return face.BaseArea.Has(z) && !c.Method.Is(method.PrimerSplit, method.None)
	case sunscreen:
		return c.Daylight && z != face.Lips
	case toner, essence, serum: // the skin round the eyes has its eye cream
		return z.Class() != face.Eye && z != face.Lips
	case oil:
		return z != face.Lips && z != face.Eyelids && !c.Method.Is(method.SPFLayer, method.Blended)
	}
	return z != face.Lips && z != face.Eyelids
}

// dehydratedWants is the active for oily and thirsty skin; it may serve anywhere.
const dehydratedWants = "hyaluronic"

// wants lists the actives a zone's serum should bring.
func wants(s face.State) []string {
	var list []string
	for _, m := range s.Marks {
		list = append(list, fit.Targeted(m)...)
	}
	if s.Dehydrated() {
		list = append(list, dehydratedWants)
	}
	return list
}

// aims reports whether a serum is a targeted one, and whether it belongs on skin in that state.
func aims(p *kit.Product, s face.State) (isTargeted, here bool) {
	for _, t := range fit.TargetedActives {
		if p.Has(t.Actives...) {
			isTargeted = true
			here = here || s.Has(t.Mark)
		}
	}
	return isTargeted, here
}

// misfit is how far a product is from what a slot wants on a zone; ok is false where it has no place there. [W]
func misfit(c *sitting.Case, s slot, p *kit.Product, z face.Zone) (cost float64, why reason, ok bool) {
	g := c.Skin[z]
	switch s {
	case toner:
		return 0, reason{}, p.Kind != kit.Mist || !c.Cold // no mist in the cold
	case serum:
		isTargeted, here := aims(p, g)
		if isTargeted && !here {
			return 0, reason{}, false
		}
		want := wants(g)
		if len(want) > 0 && !p.Has(want...) {
			return figure.WithoutActive, chosenFor(say.WithoutActive), true
		}
		if len(want) > 0 {
			return 0, chosenFor(say.WithActive), true
		}
		return 0, chosenFor(say.PlainSerum), true
	case moisturiser:
		ideal := Ideal(g)
		if c.Cold {
			ideal += figure.ColdWeight
		}
		off := max(p.Weight-ideal, ideal-p.Weight)
		return figure.WeightMisfit * off, chosenFor(say.WeightIdeal, "weight", doc.Round(p.Weight), "ideal",
			doc.Round(ideal)), true
	case primer:
		switch {
		case p.Kind == kit.PrimerMattifying && !mattifies(c, z):
			return figure.MattifyDry, chosenFor(say.MattifiesDry), true
		case p.Kind == kit.PrimerHydrating && mattifies(c, z):
			return figure.HydrateOily, chosenFor(say.HydratesOily), true
		case p.Kind == kit.PrimerGripping && mattifies(c, z):
			return figure.GripOily, chosenFor(say.GripsOily), true
		case p.Kind == kit.PrimerMattifying:
			return 0, chosenFor(say.MattifiesOil, "oil", float64(g.Oil)), true
		}
		return 0, chosenFor(say.PrimerForOil, "oil", float64(g.Oil)), true
	case sunscreen:
		cast := figure.CastCost
		if c.Client.Phototype >= figure.DarkFrom {
			cast = figure.CastDarkCost
		}
		cost = figure.HeavySunscreen*max(0, p.Weight-figure.SunscreenWeight) + cast*float64(p.WhiteCast)
		if c.Swims && p.WaterResistantMin < figure.Label80 {
			cost += figure.NotForSwim
		}
		return cost, chosenFor(say.LabelledSPF, "spf", doc.Round(p.SPF)), true
	}
	return 0, reason{}, true
}

// reason is why a product was chosen, put into words only for those that are.
type reason struct {
	id    say.ID
	slots [2]struct {
		name  string
		value float64
	}
}

// chosenFor is a reason with its slots, each a name and a number.
func chosenFor(id say.ID, slots ...any) (r reason) {
	r.id = id
	for i := range len(slots) / 2 {
		r.slots[i].name, _ = slots[2*i].(string)
		r.slots[i].value, _ = slots[2*i+1].(float64)
	}
	return r
}

func (r reason) in(c *sitting.Case) string {
	a, b := r.slots[0], r.slots[1]
	return c.Say(r.id, a.name, a.value, b.name, b.value)
}

// mattifies reports whether a mattifying primer has a place on a zone: oily and moist, and on mature skin nose and
// chin at most.
func mattifies(c *sitting.Case, z face.Zone) bool {
	return c.Skin[z].WantsMattifying() && (!c.Client.Mature || z == face.Nose || z == face.Chin)
}

// Ideal is the ideal weight of a moisturiser for skin in that state. [W]
func Ideal(g face.State) float64 {
	ideal := figure.IdealWeight[g.Oil]
	switch {
	case g.Water == 0:
		ideal += figure.DryWeight
	case g.Water == figure.DryUpTo && g.Oil < figure.OilyFrom:
		ideal += figure.TightWeight
	}
	return ideal
}

// SuitsOil lists the oil grades of comfortable skin that a moisturiser's weight suits.
func SuitsOil(p *kit.Product) (grades []int) {
	for oil := range figure.IdealWeight {
		ideal := Ideal(face.State{Oil: oil, Water: 2})
		if off := max(p.Weight-ideal, ideal-p.Weight); off <= figure.SuitsWithin {
			grades = append(grades, oil)
		}
	}
	return grades
}

// order is the sequence in which the slots are laid, by the house method.
func order(c *sitting.Case) []slot {
	seq := []slot{toner, essence, serum, moisturiser, lips, patch, oil, primer, sunscreen}
	after := func(s slot) { seq = slices.Insert(seq, slices.Index(seq, s)+1, eyeCream) }
	switch c.Method.Get(method.EyeCreamSlot) {
	case method.BeforeSerum:
		after(essence)
	case method.AfterSerum:
		after(serum)
	default:
		after(moisturiser)
	}
	if c.Method.Is(method.OilSlot, method.MixedWithSerum) {
		seq = slices.DeleteFunc(seq, func(s slot) bool { return s == oil })
		seq = slices.Insert(seq, slices.Index(seq, serum)+1, oil)
	}
	if c.Method.Is(method.PrimerSPFOrder, method.SPFThenPrimer) {
		seq = slices.DeleteFunc(seq, func(s slot) bool { return s == primer })
		seq = append(seq, primer)
	}
	if c.Method.Is(method.SPFLayer, method.Blended) &&
		c.Daylight { // mixed in the palm with the sunscreen, so just before it
		seq = slices.DeleteFunc(seq, func(s slot) bool { return s == moisturiser })
		seq = slices.Insert(seq, slices.Index(seq, sunscreen), moisturiser)
	}
	return seq
}

// Slots lists which kinds stand in for one another, a slot each in the order of laying.
func Slots() [][]kit.Kind { return slices.Clone(slotKinds[:]) }

// Usual is the zones on which a product usually goes: those where its slot has a place and nothing bars it.
func Usual(c *sitting.Case, p *kit.Product) []face.Zone {
	var zones face.Set
	for s := range slots {
		if !slices.Contains(slotKinds[s], p.Kind) {
			continue
		}
		for _, z := range (face.Face | c.Neighbours()).List() {
			if belongs(c, s, z) && stack.Admits(c, p, z) {
				zones |= face.SetOf(z)
			}
		}
	}
	return zones.List()
}
