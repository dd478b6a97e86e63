// Package method holds the house methods: where practitioners disagree the studio picks, a sitting may differ, and
// each option carries its reason. The first option of each is the default.
package method

import (
	"slices"

	"urncloth/core/doc"
	"urncloth/core/say"
)

// Key names a house method.
type Key string

// OptionID names one option of a house method. Methods share words like always and never.
type OptionID string

// Option is one way of doing something, and why somebody would.
type Option struct {
	ID     OptionID `json:"id"`
	Name   string   `json:"name"`
	Reason string   `json:"reason"`
}

// Method is one question practitioners answer differently.
type Method struct {
	Key     Key      `json:"key"`
	Part    string   `json:"part"` // prep, wear, lift or aftercare
	Name    string   `json:"name"`
	Options []Option `json:"options"`
}

// methods is the whole list. Source: the studio's handbook of the trade, [W].
var methods = []Method{
	{EyeOrder, "lift", "When the eyes are cleaned", []Option{
		{EyesFirst, "Eyes first", "Dark pigment is off before the base is touched."},
		{EyesLast, "Eyes last", "Melted with the same balm at the end, so that it is not dragged over the face."}}},
	{EyeRemover, "lift", "What the eyes are cleaned with", []Option{
		{BySolvency, "Whatever dissolves it", "Computed from what is on the lids."},
		{OilFree, "Oil-free only", "Keeps lashes fit to wear again and leaves no greasy film."},
		{AllInOneBalm, "The balm for everything", "One product for the whole face."}}},
	{FirstRemover, "lift", "What the face is cleaned with first", []Option{
		{Computed, "Whatever dissolves it", "Computed from what is on the face."},
		{FirstMicellar, "Micellar water", "No oil, no massage, and skin used to it."},
		{FirstBalm, "Balm", "Dissolves most and stays where it is put."},
		{FirstOil, "Cleansing oil", "Spreads at once and turns milky."},
		{FirstPlantOil, "Plain oil", "Bland, and skin known to like it."},
		{FirstCream, "Cream cleanser", "Mild, for skin that little is worn on."},
		{Mitt, "Water and a mitt", "All that water and fibre can take off, and a remover only for the rest."}}},
	{FirstCleanseOn, "lift", "Skin under the first cleanse", []Option{
		{Dry, "Dry skin, dry hands", "Balm and cleansing oil load best before they meet water."},
		{WarmDamp, "Warm, damp skin", "Plain oils spread and lift on a warm wet face."}}},
	{FirstCleanseOff, "lift", "How the first cleanse comes off", []Option{
		{BySkin, "By skin", "A cloth leaves a soft film on dry skin; oily skin gets emulsify and rinse."},
		{EmulsifyRinse, "Emulsify and rinse", "Leaves least behind."},
		{WarmCloth, "Warm cloth", "Leaves a soft film and needs no basin."}}},
	{SecondCleanse, "lift", "Second cleanse", []Option{
		{ByResidue, "When what is left asks for it", "Computed from the film that stays."},
		{Always, "Always", "A habit that forgives a hasty first cleanse."},
		{Never, "Never", "Skin that a second wash leaves tight."}}},
	{MicellarRinse, "prep", "After micellar water", []Option{
		{Rinse, "Rinse it off", "What cleans is a surfactant, and skin is better without it."},
		{Leave, "Leave it on", "Made to be left on, and quicker."}}},
	{CheckWithMicellar, "lift", "Micellar as the finisher", []Option{
		{No, "No", "A clean dry pad reads well enough."},
		{Yes, "Yes", "Wash first, a micellar pad last, as finisher and check."}}},
	{RemovalTool, "lift", "What lifts it off", []Option{
		{Pads, "Cotton pads", "A clean face for every stroke."},
		{Cloth, "Cloth", "Less waste; counted and washed."},
		{Mitt, "Mitt", "Water and fibre alone; counted and washed."},
		{Sponge, "Sponge", "Soft, and belongs to one client."}}},
	{Wipes, "lift", "Wipes", []Option{
		{Never, "Never", "They need rubbing and leave a film."},
		{TravelOnly, "On the road only", "For trains and tents, and then water after."}}},
	{Massage, "lift", "Massage in the second cleanse", []Option{
		{Brief, "Brief", "Half a minute to a minute."},
		{Long, "Long", "About {lift.long/60:words} minutes, for the client who comes for it."}}},
	{Toner, "lift", "Toner after cleansing", []Option{
		{AsNeeded, "As needed", "Only where skin feels tight."},
		{Always, "Always", "Takes off the last of hard water."},
		{Never, "Never", "One layer fewer."}}},
	{TonerBy, "prep", "Toner by", []Option{
		{Pad, "Pad", "Shows what is still on the skin."},
		{Hands, "Hands", "Wastes less."}}},
	{EyeCreamSlot, "prep", "When eye cream goes on", []Option{
		{AfterSerum, "After serum", "Thin before thick."},
		{BeforeSerum, "Before serum", "First on bare skin, where it is wanted most."},
		{AfterMoisturiser, "After moisturiser", "The thickest last."}}},
	{EyeCreamReach, "prep", "How far eye cream goes", []Option{
		{OrbitalBone, "Along the orbital bone", "It travels to the lash line by blinking."},
		{LidsToo, "Lids too", "Only with an eye-safe product made for them."}}},
	{MoistureDose, "prep", "How much moisturiser", []Option{
		{LeanThenCheck, "Lean, then touch", "A thin coat, a wait, and more only where skin is tight."},
		{Generous, "Generous", "The full film at once, for skin that drinks it."}}},
	{OilSlot, "prep", "Where oil goes", []Option{
		{Last, "Last of the care", "Little passes through it."},
		{MixedWithSerum, "Mixed with the serum", "Spreads thinner and sinks sooner."}}},
	{DampLayering, "prep", "Water layers", []Option{
		{No, "Each sets first", "Nothing pills."},
		{Yes, "One on the other, damp", "Quicker, and thirsty skin holds more."}}},
	{Depuff, "prep", "Puffiness", []Option{
		{None, "Leave it", "Most faces need nothing."},
		{Cold, "Cold pads", "Ten minutes before serum; never on rosacea or after injectables."},
		{MassageUp, "Brief upward massage", "Moves fluid; never on rosacea or after injectables."}}},
	{OilyMoisture, "prep", "Moisture on oily zones", []Option{
		{Separate, "A light moisturiser", "Oily skin still needs moisture."},
		{SPFCounts, "A moisturising sunscreen counts", "One layer fewer where every layer shines."}}},
	{MistHow, "prep", "How mist goes on", []Option{
		{Sponge, "Sprayed on a damp sponge and pressed", "Even, and nothing to breathe in."},
		{Spray, "Sprayed at arm's length", "By the label, eyes and mouth shut."}}},
	{PrimerSplit, "prep", "Primer", []Option{
		{ByZone, "By zone", "Mattifying where it shines, hydrating where it is dry."},
		{ByZoneWithVeil, "By zone, with a veil",
			"A thin veil of the hydrating one over the mattified zones, so that base blends."},
		{None, "None", "Fewer layers."}}},
	{PrimerSPFOrder, "prep", "Primer and sunscreen", []Option{
		{SPFThenPrimer, "Primer last", "Sunscreen closes the care; primer opens the makeup, and base meets it."},
		{PrimerThenSPF, "Sunscreen last", "Nothing lies over the film that protects."}}},
	{SPFLayer, "prep", "How sunscreen is laid", []Option{
		{Separate, "A layer of its own", "The only way to lay the full dose."},
		{MoisturiserWithSPF, "Moisturiser with a factor", "One layer for both, at the sunscreen's dose."},
		{Blended, "Blended in the palm", "Diluted: the factor falls to what is left."}}},
	{SPFMeasure, "prep", "How sunscreen is measured", []Option{
		{AreaDose, "Grams for the area", "{sun.full_dose} mg/cm² of this face."},
		{Spoon, "Half a teaspoon", "Half as much again for face and neck: a safe habit."},
		{TwoFingers, "Two finger strips", "About right for face, neck, ears and chest."}}},
	{SameDayMask, "prep", "Mask on the day", []Option{
		{Never, "Never", "The evening before is the time."},
		{HydratingMask, "Hydrating", "Plumps thirsty skin, rinsed off well before base."},
		{ByZone, "By zone", "Clay where it is oily and hydrating on the rest, at the same time, each rinsed."}}},
	{Facial, "prep", "A facial before a base test", []Option{
		{No, "No", "Prep is about what sits on the skin, not about treating it."},
		{Yes, "Yes", "Polish where allowed, masks by zone, toner, targeted layers."}}},
	{TouchReset, "wear", "A reset half-way through a long wear", []Option{
		{No, "No", "Touch-ups as they fall due are enough."},
		{Midday, "At half time", "Blot, lift what slid, moisten, and renew sunscreen where sun is still to come."}}},
	{SecondCoat, "wear", "Early second coat", []Option{
		{No, "No", "The label's clock is enough."},
		{Early, "{wear.early_from} to {wear.early_until} minutes after going out",
			"Catches what the first coat missed."}}},
	{SameDayPolish, "prep", "Polish on the day", []Option{
		{Never, "Never", "The evening before is the time."},
		{Gentle, "Gentle", "Enzyme or fine polish under light pressure, before everything else."},
		{Full, "Full", "With {prep.full_polish_lead:words} hours in hand, or accepting redness."}}},
	{NightLayers, "aftercare", "Layers at night", []Option{
		{Lean, "Lean", "A serum and a moisturiser."},
		{Layered, "Layered", "Everything the skin asks for, thin to thick."}}},
	{NightExfoliant, "aftercare", "Exfoliant at night", []Option{
		{RoutineOnly, "Her routine's alone", "Nothing exfoliates that the client's own routine does not ask for."},
		{BySkin, "By skin", "A gentle one where nothing speaks against it."}}},
	{LiftMinutes, "lift", "How long removal may take", []Option{
		{Free, "As long as it needs", "Skin sets the pace."},
		{InTwo, "Two minutes", "Between two shows."},
		{InFive, "Five minutes", "At the end of a long day."},
		{InTen, "Ten minutes", "An evening with a chair and a basin."}}},
	{CleanserSpend, "lift", "Where the money goes", []Option{
		{BestSecond, "The better one second", "The second touches skin."},
		{Same, "The same for both", "One product to carry."}}},
	{LipOrder, "lift", "Strong lip colour", []Option{
		{StrongFirst, "Before the base", "So that it is not smeared."},
		{WithBase, "With the base", "One pass fewer."}}},
}

// All returns every method in the order of the handbook, its words in a language.
func All(l *say.Language) []Method {
	list := slices.Clone(methods)
	for i := range list {
		m := &list[i]
		m.Name, m.Options = l.Say(say.Named(nameID(m.Key))), slices.Clone(m.Options)
		for j := range m.Options {
			o := &m.Options[j]
			o.Name, o.Reason = l.Say(say.Named(optionID(m.Key, o.ID, "name"))),
				l.Say(say.Named(optionID(m.Key, o.ID, "reason")))
		}
	}
	return list
}

var defaults = func() map[Key]OptionID {
	m := map[Key]OptionID{}
	for _, x := range methods {
		m[x.Key] = x.Options[0].ID
	}
	return m
}()

// Choice is what a studio or a sitting picked. A key that is absent means the default.
type Choice map[Key]OptionID

// Is reports whether the option is the one picked for key. An unknown key is a mistake of the program.
func (c Choice) Is(key Key, option OptionID) bool { return c.Get(key) == option }

// Get returns the option picked for key, or the default.
func (c Choice) Get(key Key) OptionID {
	if o, ok := c[key]; ok {
		return o
	}
	d, known := defaults[key]
	if !known {
		panic("method: no house method " + string(key))
	}
	return d
}

// Resolved returns the option of every method, picked or default.
func (c Choice) Resolved() Choice {
	all := make(Choice, len(defaults))
	for key := range defaults {
		all[key] = c.Get(key)
	}
	return all
}

// asOfOld is the defaults of the first edition: what a kept document means by a method that it does not name. A method
// that came later goes here with what was done before it came. Nothing here changes when a default does.
var asOfOld = Choice{
	EyeOrder:          EyesFirst,
	EyeRemover:        BySolvency,
	FirstRemover:      Computed,
	LiftMinutes:       Free,
	TouchReset:        Midday,
	FirstCleanseOn:    Dry,
	FirstCleanseOff:   BySkin,
	SecondCleanse:     ByResidue,
	MicellarRinse:     Rinse,
	CheckWithMicellar: No,
	RemovalTool:       Pads,
	Wipes:             Never,
	Massage:           Brief,
	Toner:             AsNeeded,
	TonerBy:           Pad,
	EyeCreamSlot:      AfterSerum,
	EyeCreamReach:     OrbitalBone,
	MoistureDose:      LeanThenCheck,
	OilSlot:           Last,
	DampLayering:      No,
	Depuff:            None,
	OilyMoisture:      Separate,
	MistHow:           Sponge,
	PrimerSplit:       ByZone,
	PrimerSPFOrder:    PrimerThenSPF,
	SPFLayer:          Separate,
	SPFMeasure:        AreaDose,
	SecondCoat:        No,
	SameDayPolish:     Never,
	SameDayMask:       Never,
	Facial:            No,
	NightExfoliant:    BySkin,
	NightLayers:       Lean,
	CleanserSpend:     BestSecond,
	LipOrder:          StrongFirst,
}

// Kept returns the option of every method as a kept document meant it, which may name only those that were picked.
func (c Choice) Kept() Choice { return asOfOld.Over(c) }

// Over returns c with the choices of a sitting laid over it.
func (c Choice) Over(sitting Choice) Choice {
	both := Choice{}
	for k, v := range c {
		both[k] = v
	}
	for k, v := range sitting {
		both[k] = v
	}
	return both
}

// Check returns a fault for each key or option that does not exist, in order of key.
func (c Choice) Check(path string) doc.Faults {
	var fs doc.Faults
	for _, key := range doc.Keys(c) {
		m := Find(key)
		if m == nil {
			fs.Add(path+"."+string(key), say.NotAMethod)
			continue
		}
		ids := make([]OptionID, len(m.Options))
		for i, o := range m.Options {
			ids[i] = o.ID
		}
		if err := doc.OneOf(c[key], ids); err != nil {
			fs.AddError(path+"."+string(key), err)
		}
	}
	return fs
}

// Find returns the method with that key, nil where there is none.
func Find(key Key) *Method {
	for i := range methods {
		if methods[i].Key == key {
			return &methods[i]
		}
	}
	return nil
}

// Default is the option of a method that holds where nobody picked one.
func Default(key Key) OptionID { return defaults[key] }

// Reason returns why somebody picks the option, for a step's explanation. An unknown one is a mistake of the program.
func Reason(l *say.Language, key Key, option OptionID) string {
	return l.Say(say.Named(optionID(key, option, "reason")))
}

// NameOf is the message that names a method, OptionName the one that names an option of it.
func NameOf(key Key) say.ID { return say.Named(nameID(key)) }

// OptionName is the message that names an option.
func OptionName(key Key, option OptionID) say.ID { return say.Named(optionID(key, option, "name")) }

func optionID(key Key, option OptionID, what string) string {
	return "method." + string(key) + "." + string(option) + "." + what
}

func nameID(key Key) string { return "method." + string(key) + ".name" }

// The words of every method and option are message rows.
func init() {
	for _, m := range methods {
		say.Row(nameID(m.Key), m.Name)
		for _, o := range m.Options {
			say.Row(optionID(m.Key, o.ID, "name"), o.Name)
			say.Row(optionID(m.Key, o.ID, "reason"), o.Reason)
		}
	}
}
