// Package method holds the house methods: where practitioners disagree the studio picks, a sitting may differ, and each
// option carries its reason. The first option of each is the default.
package method

import (
	"fmt"

	"urncloth/core/doc"
)

// Option is one way of doing something, and why somebody would.
type Option struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Reason string `json:"reason"`
}

// Method is one question practitioners answer differently.
type Method struct {
	Key     string   `json:"key"`
	Part    string   `json:"part"` // prep, wear, lift or aftercare
	Name    string   `json:"name"`
	Options []Option `json:"options"`
}

// methods is the whole list. Source: the studio's handbook of the trade, [W].
var methods = []Method{
	{"eye_order", "lift", "When the eyes are cleaned", []Option{
		{"eyes_first", "Eyes first", "Dark pigment is off before the base is touched."},
		{"eyes_last", "Eyes last", "Melted with the same balm at the end, so that it is not dragged over the face."}}},
	{"eye_remover", "lift", "What the eyes are cleaned with", []Option{
		{"by_solvency", "Whatever dissolves it", "Computed from what is on the lids."},
		{"oil_free", "Oil-free only", "Keeps lashes fit to wear again and leaves no greasy film."},
		{"all_in_one_balm", "The balm for everything", "One product for the whole face."}}},
	{"first_cleanse_on", "lift", "Skin under the first cleanse", []Option{
		{"dry", "Dry skin, dry hands", "Balm and cleansing oil load best before they meet water."},
		{"warm_damp", "Warm, damp skin", "Plain oils spread and lift on a warm wet face."}}},
	{"first_cleanse_off", "lift", "How the first cleanse comes off", []Option{
		{"by_skin", "By skin", "A cloth leaves a soft film on dry skin; oily skin gets emulsify and rinse."},
		{"emulsify_rinse", "Emulsify and rinse", "Leaves least behind."},
		{"warm_cloth", "Warm cloth", "Leaves a soft film and needs no basin."}}},
	{"second_cleanse", "lift", "Second cleanse", []Option{
		{"by_residue", "When what is left asks for it", "Computed from the film that stays."},
		{"always", "Always", "A habit that forgives a hasty first cleanse."},
		{"never", "Never", "Skin that a second wash leaves tight."}}},
	{"micellar_rinse", "prep", "After micellar water", []Option{
		{"rinse", "Rinse it off", "What cleans is a surfactant, and skin is better without it."},
		{"leave", "Leave it on", "Made to be left on, and quicker."}}},
	{"check_with_micellar", "lift", "Micellar as the finisher", []Option{
		{"no", "No", "A clean dry pad reads well enough."},
		{"yes", "Yes", "Wash first, a micellar pad last, as finisher and check."}}},
	{"removal_tool", "lift", "What lifts it off", []Option{
		{"pads", "Cotton pads", "A clean face for every stroke."},
		{"cloth", "Cloth", "Less waste; counted and washed."},
		{"mitt", "Mitt", "Water and fibre alone; counted and washed."},
		{"sponge", "Sponge", "Soft, and belongs to one client."}}},
	{"wipes", "lift", "Wipes", []Option{
		{"never", "Never", "They need rubbing and leave a film."},
		{"travel_only", "On the road only", "For trains and tents, and then water after."}}},
	{"massage", "lift", "Massage in the second cleanse", []Option{
		{"brief", "Brief", "Half a minute to a minute."},
		{"long", "Long", "About two minutes, for the client who comes for it."}}},
	{"toner", "lift", "Toner after cleansing", []Option{
		{"as_needed", "As needed", "Only where skin feels tight."},
		{"always", "Always", "Takes off the last of hard water."},
		{"never", "Never", "One layer fewer."}}},
	{"toner_by", "prep", "Toner by", []Option{
		{"pad", "Pad", "Shows what is still on the skin."},
		{"hands", "Hands", "Wastes less."}}},
	{"eye_cream_slot", "prep", "When eye cream goes on", []Option{
		{"after_serum", "After serum", "Thin before thick."},
		{"before_serum", "Before serum", "First on bare skin, where it is wanted most."},
		{"after_moisturiser", "After moisturiser", "The thickest last."}}},
	{"eye_cream_reach", "prep", "How far eye cream goes", []Option{
		{"orbital_bone", "Along the orbital bone", "It travels to the lash line by blinking."},
		{"lids_too", "Lids too", "Only with an eye-safe product made for them."}}},
	{"moisture_dose", "prep", "How much moisturiser", []Option{
		{"lean_then_check", "Lean, then touch", "A thin coat, a wait, and more only where skin is tight."},
		{"generous", "Generous", "The full film at once, for skin that drinks it."}}},
	{"oil_slot", "prep", "Where oil goes", []Option{
		{"last", "Last of the care", "Little passes through it."},
		{"mixed_with_serum", "Mixed with the serum", "Spreads thinner and sinks sooner."}}},
	{"damp_layering", "prep", "Water layers", []Option{
		{"no", "Each sets first", "Nothing pills."},
		{"yes", "One on the other, damp", "Quicker, and thirsty skin holds more."}}},
	{"depuff", "prep", "Puffiness", []Option{
		{"none", "Leave it", "Most faces need nothing."},
		{"cold", "Cold pads", "Ten minutes before serum; never on rosacea or after injectables."},
		{"massage", "Brief upward massage", "Moves fluid; never on rosacea or after injectables."}}},
	{"oily_moisture", "prep", "Moisture on oily zones", []Option{
		{"separate", "A light moisturiser", "Oily skin still needs moisture."},
		{"spf_counts", "A moisturising sunscreen counts", "One layer fewer where every layer shines."}}},
	{"mist_how", "prep", "How mist goes on", []Option{
		{"sponge", "Sprayed on a damp sponge and pressed", "Even, and nothing to breathe in."},
		{"spray", "Sprayed at arm's length", "By the label, eyes and mouth shut."}}},
	{"primer_split", "prep", "Primer", []Option{
		{"by_zone", "By zone", "Mattifying where it shines, hydrating where it is dry."},
		{"by_zone_with_veil", "By zone, with a veil", "A thin veil of the hydrating one over the mattified zones, so that base blends."},
		{"none", "None", "Fewer layers."}}},
	{"primer_spf_order", "prep", "Primer and sunscreen", []Option{
		{"primer_then_spf", "Sunscreen last", "Nothing lies over the film that protects."},
		{"spf_then_primer", "Primer last", "Base meets the primer made for it."}}},
	{"spf_layer", "prep", "How sunscreen is laid", []Option{
		{"separate", "A layer of its own", "The only way to lay the full dose."},
		{"moisturiser_with_spf", "Moisturiser with a factor", "One layer for both, at the sunscreen's dose."},
		{"blended", "Blended in the palm", "Diluted: the factor falls to what is left."}}},
	{"spf_measure", "prep", "How sunscreen is measured", []Option{
		{"area_dose", "Grams for the area", "2 mg/cm² of this face."},
		{"spoon", "Half a teaspoon", "Half as much again for face and neck: a safe habit."},
		{"two_fingers", "Two finger strips", "About right for face, neck, ears and chest."}}},
	{"second_coat", "wear", "Early second coat", []Option{
		{"no", "No", "The label's clock is enough."},
		{"early", "15 to 30 minutes after going out", "Catches what the first coat missed."}}},
	{"same_day_polish", "prep", "Polish on the day", []Option{
		{"never", "Never", "The evening before is the time."},
		{"gentle", "Gentle", "Enzyme or fine polish under light pressure, before everything else."},
		{"full", "Full", "With twelve hours in hand, or accepting redness."}}},
	{"night_layers", "aftercare", "Layers at night", []Option{
		{"lean", "Lean", "A serum and a moisturiser."},
		{"layered", "Layered", "Everything the skin asks for, thin to thick."}}},
	{"cleanser_spend", "lift", "Where the money goes", []Option{
		{"best_second", "The better one second", "The second touches skin."},
		{"same", "The same for both", "One product to carry."}}},
	{"lip_order", "lift", "Strong lip colour", []Option{
		{"strong_first", "Before the base", "So that it is not smeared."},
		{"with_base", "With the base", "One pass fewer."}}},
}

// All returns every method in the order of the handbook.
func All() []Method { return methods }

var defaults = func() map[string]string {
	m := map[string]string{}
	for _, x := range methods {
		m[x.Key] = x.Options[0].ID
	}
	return m
}()

// Choice is what a studio or a sitting picked. A key that is absent means the default.
type Choice map[string]string

// Is reports whether the option is the one picked for key. An unknown key is a mistake of the program.
func (c Choice) Is(key, option string) bool { return c.Get(key) == option }

// Get returns the option picked for key, or the default.
func (c Choice) Get(key string) string {
	if o, ok := c[key]; ok {
		return o
	}
	d, known := defaults[key]
	if !known {
		panic("method: no house method " + key)
	}
	return d
}

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
			fs.Add(path+"."+key, "is not a house method")
			continue
		}
		ids := make([]string, len(m.Options))
		for i, o := range m.Options {
			ids[i] = o.ID
		}
		if err := doc.OneOf(c[key], ids); err != nil {
			fs.Add(path+"."+key, "%s", err)
		}
	}
	return fs
}

// Find returns the method with that key, nil where there is none.
func Find(key string) *Method {
	for i := range methods {
		if methods[i].Key == key {
			return &methods[i]
		}
	}
	return nil
}

// Reason returns why somebody picks the option, for a step's explanation.
func Reason(key, option string) string {
	if m := Find(key); m != nil {
		for _, o := range m.Options {
			if o.ID == option {
				return o.Reason
			}
		}
	}
	panic(fmt.Sprintf("method: no option %s of %s", option, key))
}
