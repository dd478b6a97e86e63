package nature_test

import (
	"testing"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/nature"
)

func TestEveryActAndProductHasItsNature(t *testing.T) {
	serum := kit.Product{Kind: kit.Serum, Base: kit.BaseWater}
	acid := kit.Product{Kind: kit.Serum, Actives: map[string]float64{"glycolic": 2}}
	mild := kit.Product{Kind: kit.Serum, Actives: map[string]float64{"glycolic": 1.9}}
	balm := kit.Product{Kind: kit.Balm, Base: kit.BaseOil}
	const n = nature.Touches
	for _, c := range []struct {
		name string
		got  nature.Set
		want nature.Set
	}{
		{"hands alone", nature.Of(nil, act.Hands, "", ""), n},
		{"a pressed serum", nature.Of(&serum, act.Apply, "serum", act.Press), n | nature.Leaves | nature.Presses},
		{"a patted serum", nature.Of(&serum, act.Apply, "serum", act.Pat), n | nature.Leaves},
		{"a serum at work as no layer", nature.Of(&serum, act.Treat, "serum", act.Pat), n},
		{"a strong acid", nature.Of(&acid, act.Apply, "serum", act.Pat),
			n | nature.Leaves | nature.Harsh | nature.Acid | nature.StrongAcid},
		{"an acid under the figure", nature.Of(&mild, act.Apply, "serum", act.Pat),
			n | nature.Leaves | nature.Harsh | nature.Acid},
		{"an acid toner", nature.OfProduct(&kit.Product{Kind: kit.AcidToner}),
			nature.Harsh | nature.Acid | nature.StrongAcid | nature.AcidToner},
		{"a balm at removal", nature.Of(&balm, act.Remove, "balm", ""),
			n | nature.Oily | nature.Removes | nature.Works | nature.Rubs},
		{"a balm that cleanses before makeup", nature.Of(&balm, act.Cleanse, "balm", act.Press),
			n | nature.Oily | nature.Removes | nature.Presses},
		{"micellar at removal", nature.Of(&kit.Product{Kind: kit.Micellar, LensSafe: true}, act.Remove, "", ""),
			n | nature.LensSafe | nature.Removes},
		{"water and a mitt", nature.OfProduct(&kit.Product{Kind: kit.WaterMitt}),
			nature.LensSafe | nature.Fibres | nature.Rubs},
		{"a mitt", nature.OfProduct(&kit.Product{Kind: kit.Mitt}), nature.LensSafe | nature.Fibres | nature.Rubs},
		{"an eye cream", nature.OfProduct(&kit.Product{Kind: kit.EyeCream}), nature.EyeCream},
		{"a lip balm", nature.OfProduct(&kit.Product{Kind: kit.LipBalm}), nature.Spots},
		{"a balm for dry patches", nature.OfProduct(&kit.Product{Kind: kit.DryPatchBalm}), nature.Spots | nature.Oily},
		{"a moisturiser", nature.OfProduct(&kit.Product{Kind: kit.MoisturiserGel}), nature.Moistens},
		{"a sunscreen", nature.Of(&kit.Product{Kind: kit.Sunscreen}, act.Apply, "", ""),
			n | nature.Screens | nature.Leaves},
		{"a primer", nature.Of(&kit.Product{Kind: kit.PrimerHydrating}, act.Apply, "", ""),
			n | nature.Leaves | nature.Primes},
		{"a mattifying primer", nature.OfProduct(&kit.Product{Kind: kit.PrimerMattifying}), nature.Primes},
		{"a gripping primer", nature.OfProduct(&kit.Product{Kind: kit.PrimerGripping}), nature.Primes},
		{"a serum for lashes", nature.OfProduct(&kit.Product{Kind: kit.LashSerum}), nature.ForLashes},
		{"a wipe", nature.OfProduct(&kit.Product{Kind: kit.Wipe}), nature.Rubs},
		{"powder", nature.OfProduct(&kit.Product{Kind: kit.Powder}), nature.Dusts},
		{"sunscreen powder", nature.OfProduct(&kit.Product{Kind: kit.SPFPowder}), nature.Dusts | nature.Screens},
		{"a scrub", nature.OfProduct(&kit.Product{Kind: kit.Scrub}),
			nature.Polishes | nature.Harsh | nature.Rubs},
		{"an enzyme polish", nature.OfProduct(&kit.Product{Kind: kit.EnzymePolish}), nature.Polishes | nature.Harsh},
		{"a lip scrub", nature.OfProduct(&kit.Product{Kind: kit.LipScrub}),
			nature.Polishes | nature.ForLips | nature.Harsh | nature.Rubs},
		{"scent", nature.OfProduct(&kit.Product{Kind: kit.Serum, Tags: []string{"essential_oil"}}),
			nature.Scent | nature.Harsh},
		{"alcohol", nature.OfProduct(&kit.Product{Kind: kit.Serum, Tags: []string{"alcohol_denat"}}),
			nature.Alcohol | nature.Harsh},
		{"menthol", nature.OfProduct(&kit.Product{Kind: kit.Serum, Tags: []string{"menthol"}}),
			nature.Menthol | nature.Harsh},
		{"a retinoid", nature.OfProduct(&kit.Product{Kind: kit.Retinoid}), nature.Retinoid | nature.Harsh},
		{"a mask that is peeled off", nature.OfProduct(&kit.Product{Kind: kit.MaskClay, Tags: []string{"peel_off"}}),
			nature.Peels | nature.Pulls | nature.Rubs},
		{"an aerosol", nature.OfProduct(&kit.Product{Kind: kit.Mist, Aerosol: true}), nature.Aerosol},
		{"a facial massage", nature.Of(nil, act.Massage, "", ""), n | nature.Massages | nature.Rubs},
		{"massaging hands", nature.Of(nil, act.Apply, "", act.Massaged),
			n | nature.Massages | nature.Rubs},
		{"a massage by kind", nature.Of(nil, act.Treat, act.Massaging, ""),
			n | nature.Massages | nature.Rubs},
		{"a peel", nature.Of(nil, act.Treat, act.Peel, ""), n | nature.Peels},
		{"blading", nature.Of(nil, act.Treat, act.Blading, ""), n | nature.Peels | nature.Pierces},
		{"extraction", nature.Of(nil, act.Treat, act.Extraction, ""), n | nature.Pierces},
		{"needling", nature.Of(nil, act.Treat, act.Needling, ""), n | nature.Pierces},
		{"tape", nature.Of(nil, act.Treat, act.Tape, ""), n | nature.Pulls},
		{"suction", nature.Of(nil, act.Treat, act.Suction, ""), n | nature.Sucks | nature.Pulls},
		{"steam", nature.Of(nil, act.Treat, act.Steam, ""), n | nature.Heats},
		{"cold pads", nature.Of(nil, act.Hold, act.ColdPads, act.Press), n | nature.Chills | nature.Presses},
		{"a warm cloth", nature.Of(nil, act.Cloth, "", act.WarmWrung), n | nature.Heats},
		{"a warm wet face", nature.Of(&balm, act.Massage, "balm", act.WarmDamp) & nature.Heats, nature.Heats},
		{"a lukewarm cloth", nature.Of(nil, act.Cloth, "", act.CoolWrung), n},
		{"wiping", nature.Of(nil, act.Wipe, "", act.DampPad), n | nature.Rubs},
		{"a damp pad laid on and lifted", nature.Of(nil, act.Wipe, "", act.LayDamp), n},
		{"with a mitt", nature.Of(nil, act.Hold, "", act.WithMitt), n | nature.Fibres},
		{"water of 36 degrees", nature.OfWarmth(36), nature.Heats},
		{"water of 35.9 degrees", nature.OfWarmth(35.9), 0},
	} {
		if c.got != c.want {
			t.Errorf("%s is %032b, want %032b", c.name, c.got, c.want)
		}
	}
}

func TestDeclaredMakeupSticksPullsAndGlitters(t *testing.T) {
	item := func(zone face.Zone, it look.Item) *look.Item {
		it.Zone.Zones = face.SetOf(zone)
		return &it
	}
	for _, c := range []struct {
		name string
		it   *look.Item
		want nature.Set
	}{
		{"lipstick", item(face.Lips, look.Item{Binder: look.WaxOil}), 0},
		{"lash glue", item(face.Eyelids, look.Item{Binder: look.Adhesive}), nature.Sticks},
		{"glue on cheeks", item(face.Cheeks, look.Item{Binder: look.Adhesive}),
			nature.Sticks | nature.StrongGlue | nature.Pulls},
		{"resin", item(face.Cheeks, look.Item{Binder: look.FXResin}),
			nature.Sticks | nature.StrongGlue | nature.Pulls},
		{"acrylic", item(face.Eyelids, look.Item{Binder: look.FXAcrylic}),
			nature.Sticks | nature.StrongGlue | nature.Pulls},
		{"silicone", item(face.Chin, look.Item{Binder: look.FXSilicone}),
			nature.Sticks | nature.StrongGlue | nature.Pulls},
		{"skin tape", item(face.Cheeks, look.Item{Item: "lift tape"}), nature.Pulls},
		{"strip", item(face.Eyelids, look.Item{Attach: look.GlueStrip}), nature.Sticks},
		{"singles", item(face.Eyelids, look.Item{Attach: look.Single}), nature.Sticks},
		{"extensions", item(face.Eyelids, look.Item{Attach: look.Extensions}), nature.Sticks},
		{"magnetic", item(face.Eyelids, look.Item{Attach: look.Magnetic}), 0},
		{"glitter", item(face.Cheeks, look.Item{Item: "glitter"}), nature.Glitters},
	} {
		if got := nature.OfItem(c.it); got != c.want {
			t.Errorf("%s is %032b, want %032b", c.name, got, c.want)
		}
	}
}
