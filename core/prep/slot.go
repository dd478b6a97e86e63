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
	"urncloth/core/rules"
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

// slotRow is all that there is to a slot: how it is called, which kinds fill it, where it has a place, what leaving it
// empty costs on a zone, how far a product is from what it wants there, how long the hands are at it, the rules that
// its step answers to, and the house methods that shape it.
type slotRow struct {
	name    say.ID
	kinds   []kit.Kind
	belongs func(c *sitting.Case, z face.Zone) bool
	empty   func(c *sitting.Case, z face.Zone) float64
	misfit  func(c *sitting.Case, p *kit.Product, z face.Zone) (cost float64, why reason, ok bool)
	hands   func(zones face.Set, ofSeveral int) int
	because []rules.ID
	methods []method.Key // where one differs from the default, the step says why
}

// table is the slots in order. All costs [W].
var table = [slots]slotRow{
	toner: {
		name:    say.SlotToner,
		kinds:   []kit.Kind{kit.Toner, kit.Mist},
		belongs: offEyesAndLips,
		empty: func(c *sitting.Case, z face.Zone) float64 {
			return pick(thirsty(c, z) || c.Look.Finish == look.Dewy || c.Method.Is(method.Facial, method.Yes),
				figure.NoTonerDry, figure.NoToner)
		},
		misfit: func(c *sitting.Case, p *kit.Product, _ face.Zone) (float64, reason, bool) {
			return 0, reason{}, p.Kind != kit.Mist || !c.Cold // no mist in the cold
		},
		hands:   always(figure.MistS),
		because: []rules.ID{rules.NoMoisture},
		methods: []method.Key{method.TonerBy, method.MistHow, method.DampLayering},
	},
	essence: {
		name:    say.SlotEssence,
		kinds:   []kit.Kind{kit.Essence},
		belongs: offEyesAndLips,
		empty: func(c *sitting.Case, z face.Zone) float64 {
			return pick(thirsty(c, z), figure.NoEssenceDry, figure.NoEssence)
		},
		misfit:  none,
		hands:   always(figure.EssenceS),
		because: []rules.ID{rules.NoMoisture},
		methods: []method.Key{method.DampLayering},
	},
	serum: {
		name:    say.SlotSerum,
		kinds:   []kit.Kind{kit.Serum},
		belongs: offEyesAndLips,
		empty: func(c *sitting.Case, z face.Zone) float64 {
			return pick(thirsty(c, z), figure.NoSerumDry, figure.NoSerum)
		},
		misfit:  serumMisfit,
		hands:   always(figure.SerumS),
		because: []rules.ID{rules.NoMoisture},
		methods: []method.Key{method.DampLayering, method.OilSlot},
	},
	eyeCream: {
		name:  say.SlotEyeCream,
		kinds: []kit.Kind{kit.EyeCream},
		belongs: func(c *sitting.Case, z face.Zone) bool {
			return z == face.UnderEyes || z == face.Eyelids && c.Method.Is(method.EyeCreamReach, method.LidsToo)
		},
		empty:   costs(figure.NoEyeCream),
		misfit:  none,
		hands:   always(figure.EyeCreamS),
		because: []rules.ID{rules.UnderEyeHeavy},
		methods: []method.Key{method.EyeCreamSlot, method.EyeCreamReach},
	},
	moisturiser: {
		name:    say.SlotMoisturiser,
		kinds:   []kit.Kind{kit.MoisturiserGel, kit.MoisturiserLotion, kit.MoisturiserCream, kit.MoisturiserRich},
		belongs: offLidsAndLips,
		empty:   costs(figure.Forbidden),
		misfit:  weightMisfit,
		hands: func(_ face.Set, ofSeveral int) int {
			return max(figure.MoistureS/ofSeveral, figure.LeastPartS)
		},
		because: []rules.ID{rules.NoMoisture},
		methods: []method.Key{method.MoistureDose, method.SPFLayer},
	},
	lips: {
		name:    say.SlotLips,
		kinds:   []kit.Kind{kit.LipBalm},
		belongs: func(_ *sitting.Case, z face.Zone) bool { return z == face.Lips },
		empty:   costs(figure.NoLipBalm),
		misfit:  none,
		hands:   always(figure.LipsS),
		because: []rules.ID{rules.DryPatch},
	},
	patch: {
		name:  say.SlotPatch,
		kinds: []kit.Kind{kit.DryPatchBalm},
		belongs: func(c *sitting.Case, z face.Zone) bool {
			return c.Skin[z].Has(face.Flaky) && offEyesAndLips(c, z)
		},
		empty:   costs(figure.NoPatchBalm),
		misfit:  none,
		hands:   always(figure.PatchS),
		because: []rules.ID{rules.DryPatch},
	},
	oil: {
		name:  say.SlotOil,
		kinds: []kit.Kind{kit.FaceOil},
		belongs: func(c *sitting.Case, z face.Zone) bool {
			return offLidsAndLips(c, z) && !c.Method.Is(method.SPFLayer, method.Blended)
		},
		empty: func(c *sitting.Case, z face.Zone) float64 {
			g := c.Skin[z]
			return pick(g.Oil == 0 && g.Water == 0 && c.Look.Finish != look.Matte, figure.NoOilParched, 0)
		},
		misfit:  none,
		hands:   always(figure.OilS),
		because: []rules.ID{rules.OilTooEarly},
		methods: []method.Key{method.OilSlot},
	},
	primer: {
		name:  say.SlotPrimer,
		kinds: []kit.Kind{kit.PrimerMattifying, kit.PrimerHydrating, kit.PrimerGripping},
		belongs: func(c *sitting.Case, z face.Zone) bool {
			return face.BaseArea.Has(z) && !c.Method.Is(method.PrimerSplit, method.None) && !c.BareFaced() &&
				!c.Bearded().Has(z) && !c.Unmade().Has(z)
		},
		empty: func(c *sitting.Case, z face.Zone) float64 {
			g := c.Skin[z]
			return pick(g.Oil >= figure.OilyFrom && g.Water >= figure.MoistFrom &&
				(!c.Client.Mature || mattifies(c, z)), figure.NoPrimerOily, figure.NoPrimer)
		},
		misfit:  primerMisfit,
		hands:   always(figure.PrimerS),
		because: []rules.ID{rules.MattifiesDry, rules.BaseMismatch},
		methods: []method.Key{method.PrimerSplit, method.PrimerSPFOrder},
	},
	sunscreen: {
		name:    say.SlotSunscreen,
		kinds:   []kit.Kind{kit.Sunscreen, kit.MoisturiserSPF},
		belongs: func(c *sitting.Case, z face.Zone) bool { return c.Daylight && z != face.Lips },
		empty:   costs(figure.Forbidden),
		misfit:  sunscreenMisfit,
		hands:   sunscreenHands,
		because: []rules.ID{rules.SPFMissing, rules.SPFShort},
		methods: []method.Key{method.SPFLayer, method.SPFMeasure, method.OilyMoisture, method.PrimerSPFOrder},
	},
}

func pick(is bool, yes, no float64) float64 {
	if is {
		return yes
	}
	return no
}

func thirsty(c *sitting.Case, z face.Zone) bool { return c.Skin[z].Water <= figure.DryUpTo }

// offEyesAndLips is where most layers have a place: the skin round the eyes has its eye cream.
func offEyesAndLips(_ *sitting.Case, z face.Zone) bool {
	return z.Class() != face.Eye && z != face.Lips
}

func offLidsAndLips(_ *sitting.Case, z face.Zone) bool { return z != face.Lips && z != face.Eyelids }

// costs is the same cost everywhere.
func costs(cost float64) func(*sitting.Case, face.Zone) float64 {
	return func(*sitting.Case, face.Zone) float64 { return cost }
}

// always is the same seconds of hand, whatever the zones.
func always(s int) func(face.Set, int) int { return func(face.Set, int) int { return s } }

// none is the misfit of a slot that wants nothing but its kind.
func none(*sitting.Case, *kit.Product, face.Zone) (float64, reason, bool) { return 0, reason{}, true }

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

func serumMisfit(c *sitting.Case, p *kit.Product, z face.Zone) (float64, reason, bool) {
	isTargeted, here := fit.Aims(p, c.Skin[z])
	if isTargeted && !here {
		return 0, reason{}, false
	}
	want := wants(c.Skin[z])
	switch {
	case len(want) == 0:
		return 0, chosenFor(say.PlainSerum), true
	case p.Has(want...):
		return 0, chosenFor(say.WithActive), true
	}
	return figure.WithoutActive, chosenFor(say.WithoutActive), true
}

func weightMisfit(c *sitting.Case, p *kit.Product, z face.Zone) (float64, reason, bool) {
	ideal := Ideal(c.Skin[z])
	if c.Cold {
		ideal += figure.ColdWeight
	}
	off := max(p.Weight-ideal, ideal-p.Weight)
	return figure.WeightMisfit * off, chosenFor(say.WeightIdeal, "weight", doc.Round(p.Weight), "ideal",
		doc.Round(ideal)), true
}

func primerMisfit(c *sitting.Case, p *kit.Product, z face.Zone) (float64, reason, bool) {
	oil := float64(c.Skin[z].Oil)
	switch matte := mattifies(c, z); {
	case p.Kind == kit.PrimerMattifying && !matte:
		return figure.MattifyDry, chosenFor(say.MattifiesDry), true
	case p.Kind == kit.PrimerHydrating && matte:
		return figure.HydrateOily, chosenFor(say.HydratesOily), true
	case p.Kind == kit.PrimerGripping && matte:
		return figure.GripOily, chosenFor(say.GripsOily), true
	case p.Kind == kit.PrimerMattifying:
		return 0, chosenFor(say.MattifiesOil, "oil", oil), true
	}
	return 0, chosenFor(say.PrimerForOil, "oil", oil), true
}

func sunscreenMisfit(c *sitting.Case, p *kit.Product, z face.Zone) (float64, reason, bool) {
	cast := figure.CastCost
	if c.Client.Phototype >= figure.DarkFrom {
		cast = figure.CastDarkCost
	}
	cost := figure.HeavySunscreen*max(0, p.Weight-figure.SunscreenWeight) + cast*float64(p.WhiteCast)
	for _, label := range []int{figure.Label40, figure.Label80} {
		if label <= stack.Resistance(c) && p.WaterResistantMin < label {
			cost += figure.NotResistant
		}
	}
	if !p.Tinted && (c.Client.PhototypeOf(z) >= figure.DarkFrom || c.Skin[z].Has(face.Pigment)) {
		cost += figure.Untinted
	}
	return cost, chosenFor(say.LabelledSPF, "spf", doc.Round(p.SPF)), true
}

func sunscreenHands(zones face.Set, ofSeveral int) int {
	t := 0
	if zones&face.Face != 0 {
		t = max(figure.FaceSPFS/ofSeveral, figure.LeastPartS)
	}
	t += figure.BodySPFS * len((zones & face.Body).List())
	for z, extra := range map[face.Zone]int{face.Neck: figure.NeckSPFS, face.Ears: figure.EarsSPFS,
		face.Chest: figure.ChestSPFS} {
		if zones.Has(z) {
			t += extra
		}
	}
	return t
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
func Slots() (kinds [][]kit.Kind) {
	for _, row := range table {
		kinds = append(kinds, row.kinds)
	}
	return kinds
}

// Usual is the zones on which a product usually goes: those where its slot has a place and nothing bars it.
func Usual(c *sitting.Case, p *kit.Product) []face.Zone {
	var zones face.Set
	for s := range slots {
		if !slices.Contains(table[s].kinds, p.Kind) {
			continue
		}
		for _, z := range (face.Face | c.Neighbours()).List() {
			if table[s].belongs(c, z) && stack.Admits(c, p, z) {
				zones |= face.SetOf(z)
			}
		}
	}
	return zones.List()
}
