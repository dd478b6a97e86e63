package fit

import (
	"slices"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// condition is one row of what skin cannot bear: on which zones it holds that day, the natures that it rules out, and
// how that is said. Every phase reads the same rows, through Fits or RuledOut. Of the rows of one rule the first that
// is met is said.
type condition struct {
	rule     rules.ID
	where    where
	rulesOut nature.Set
	but      nature.Set     // what it bears all the same
	only     nature.Set     // where not 0, it speaks of what has one of these too
	severity rules.Severity // "" for the rule's own
	final    bool           // no reason lifts it
	bars     bool           // planners must not, though it is no stop
	lenses   bool           // while contact lenses are in
	proposed bool           // it binds what we propose, not what the client's own routine has
	say      say.ID
}

// where is the zones on which a condition holds.
type where func(c *sitting.Case) face.Set

// conditions is the table of every condition, in the order in which they are asked.
var conditions = []condition{
	{rule: rules.Contagious, where: infectedEyes, rulesOut: nature.Touches, final: true},
	{rule: rules.Contagious, where: catching, rulesOut: nature.Touches},
	{rule: rules.BrokenSkin, where: open, rulesOut: nature.Touches},
	{rule: rules.BrokenSkin, where: nicked, rulesOut: nature.Alcohol | nature.Acid | nature.Scent,
		say: say.NickStings},
	{rule: rules.LeaveAlone, where: toLeave, rulesOut: nature.Touches, say: say.ToldToLeave},
	{rule: rules.LeaveAlone, where: herself, rulesOut: nature.Touches, severity: rules.Caution, bars: true,
		say: say.DoneByClient},
	{rule: rules.Sunburnt, where: blistered, rulesOut: nature.Touches, severity: rules.Stop, say: say.SunburntBland},
	{rule: rules.Sunburnt, where: marked(face.Sunburn), rulesOut: nature.Harsh, bars: true, say: say.SunburntBland},
	{rule: rules.Sunburnt, where: marked(face.Sunburn), rulesOut: nature.Polishes | nature.Massages | nature.Heats,
		bars: true, say: say.SunburntBland},

	{rule: rules.ScrubOnSore, where: sore, rulesOut: nature.Polishes, say: say.ScrubsSore},
	{rule: rules.ScrubOnSore, where: marked(face.Irritated), rulesOut: nature.Fibres, severity: rules.Caution,
		bars: true,
		say:  say.MittOnSore},
	{rule: rules.ScrubOnSore, where: keloid, rulesOut: nature.Polishes, only: nature.Rubs, say: say.ScrubsDarkMarks},
	{rule: rules.TooOften, where: exfoliated, rulesOut: nature.Polishes | nature.AcidToner, but: nature.ForLips,
		proposed: true, say: say.ExfoliatedLately},
	{rule: rules.ShavenSkin, where: shaven, rulesOut: nature.Acid | nature.Scent | nature.Alcohol, only: nature.Leaves,
		proposed: true,
		say:      say.ShavenStings},

	{rule: rules.Isotretinoin, where: isotretinoin, rulesOut: nature.Scours | nature.StrongGlue | nature.Pulls},
	{rule: rules.RecentRetinoid, where: retinoid, rulesOut: nature.Acid, proposed: true},
	{rule: rules.RecentRetinoid, where: retinoid, rulesOut: nature.Peels | nature.Polishes | nature.StrongGlue |
		nature.Pulls},
	{rule: rules.RecentRetinoid, where: retinoid, rulesOut: nature.Fibres, severity: rules.Caution, bars: true,
		say: say.MittOnSore},
	{rule: rules.RecentProcedure, where: closed, rulesOut: nature.Touches, severity: rules.Stop,
		say: say.TreatmentFresh},
	{rule: rules.RecentProcedure, where: healing, rulesOut: nature.Scours | nature.Massages | nature.Retinoid |
		nature.Pulls | nature.Sucks | nature.Fibres, severity: rules.Stop, say: say.TreatmentHealing},
	{rule: rules.RecentProcedure, where: but(healing, face.Held), rulesOut: nature.Works | nature.Rubs,
		severity: rules.Stop, say: say.HealingNoMassage},
	{rule: rules.RecentProcedure, where: ByClinician, rulesOut: nature.Harsh | nature.Scent | nature.Scours |
		nature.Heats | nature.Massages |
		nature.Retinoid | nature.Sticks | nature.Pulls | nature.Sucks | nature.Fibres, bars: true,
		say: say.ByClinicianBland},
	{rule: rules.RecentProcedure, where: tattooed, rulesOut: nature.Acid | nature.Oily | nature.Polishes |
		nature.Retinoid | nature.Massages | nature.Works, bars: true, say: say.TattooHeals},
	{rule: rules.RecentProcedure, where: bared(figure.HairBareDays), rulesOut: nature.Acid | nature.Alcohol |
		nature.Scent | nature.Heats | nature.Retinoid, bars: true, say: say.HairTakenOff},
	{rule: rules.RecentProcedure, where: bared(figure.HairPolishDays), rulesOut: nature.Polishes, bars: true,
		say: say.HairTakenOff},
	{rule: rules.RecentProcedure, where: toBare(figure.AcidBeforeHair), rulesOut: nature.Acid, bars: true,
		say: say.HairComesOff},
	{rule: rules.RecentProcedure, where: toBare(figure.RetinoidBeforeHair), rulesOut: nature.Retinoid, bars: true,
		say: say.HairComesOff},
	{rule: rules.RecentProcedure, where: within(figure.SelfTanDays, face.SelfTan), rulesOut: nature.Oily | nature.Acid |
		nature.Fibres, say: say.TanFades},
	{rule: rules.Injectables, where: pressing, rulesOut: nature.Presses | nature.Rubs, say: say.InjectablesPress},
	{rule: rules.Injectables, where: injected,
		rulesOut: nature.Massages | nature.Sucks | nature.Heats | nature.Polishes,
		say:      say.InjectablesMassage},
	{rule: rules.Injectables, where: but(pressing, face.Held), rulesOut: nature.Works, severity: rules.Stop,
		say: say.FreshInjectables},
	{rule: rules.RecentProcedure, where: lashLift,
		rulesOut: nature.Oily | nature.Heats | nature.Massages | nature.Works | nature.Rubs,
		severity: rules.Stop, say: say.LashLiftFresh},

	{rule: rules.Rosacea, where: chronic(face.Rosacea), rulesOut: nature.Polishes | nature.Menthol |
		nature.StrongAcid | nature.Massages | nature.Chills | nature.Heats | nature.Sucks | nature.Alcohol |
		nature.Scent | nature.Fibres},
	{rule: rules.Eczema, where: flare, rulesOut: nature.Leaves, but: nature.Moistens | nature.Screens | nature.Spots,
		say: say.OnFlare},
	{rule: rules.Eczema, where: chronic(face.Eczema), rulesOut: nature.Harsh, say: say.StingsEczema},
	{rule: rules.Eczema, where: chronic(face.Eczema), rulesOut: nature.Massages, say: say.NoMassageEczema},
	{rule: rules.Psoriasis, where: patches, rulesOut: nature.Polishes | nature.Massages | nature.Pulls | nature.Fibres},
	{rule: rules.Pulls, where: thin, rulesOut: nature.Pulls | nature.Sucks, severity: rules.Stop,
		say: say.PullsThinSkin},
	{rule: rules.Pulls, where: keloid, rulesOut: nature.Pierces, severity: rules.Stop, say: say.PiercesKeloid},
	{rule: rules.Pregnancy, where: anywhere(within(0, face.Pregnant)), rulesOut: nature.Retinoid,
		say: say.HoldsRetinoid},
	{rule: rules.Pregnancy, where: anywhere(within(0, face.Pregnant)), rulesOut: nature.ForLashes,
		severity: rules.Caution, bars: true, say: say.LashesPregnant},
	{rule: rules.Pregnancy, where: anywhere(within(0, face.Pregnant)), rulesOut: nature.StrongAcid,
		severity: rules.Caution, bars: true, say: say.StrongAcid},
	{rule: rules.Minor, where: child, rulesOut: nature.EyeCream | nature.Primes | nature.Acid | nature.Retinoid |
		nature.Peels | nature.Polishes | nature.Scent, severity: rules.Caution, bars: true, say: say.NotForChild},
	{rule: rules.Minor, where: minor, rulesOut: nature.ForLashes, severity: rules.Caution, bars: true,
		say: say.NotForChild},
	{rule: rules.Infant, where: infant, rulesOut: nature.Screens, say: say.UnderInfant},
	{rule: rules.AsthmaAerosol, where: anywhere(chronic(face.Asthma)), rulesOut: nature.Aerosol,
		say: say.AerosolAsthma},
	{rule: rules.AsthmaAerosol, where: anywhere(chronic(face.Asthma)), rulesOut: nature.Dusts,
		severity: rules.Caution, say: say.PowderAsthma},

	{rule: rules.LensIn, where: nearEyes, lenses: true, rulesOut: nature.Oily, only: nature.Removes,
		say: say.OilyLensesIn},
	{rule: rules.LensIn, where: nearEyes, lenses: true, rulesOut: nature.Removes, but: nature.LensSafe,
		say: say.NotForLenses},
	{rule: rules.LensIn, where: nearEyes, lenses: true, rulesOut: nature.Removes, severity: rules.Caution,
		say: say.LensesAway},
	{rule: rules.OilOnExtensions, where: extended, rulesOut: nature.Oily,
		say: say.OilyExtensions},
	{rule: rules.OnLashLine, where: watery, rulesOut: nature.Oily, but: nature.TwoPhase, only: nature.Removes,
		severity: rules.Stop,
		say:      say.WateryLids},
	{rule: rules.OnLashLine, where: watery, rulesOut: nature.EyeCream, say: say.WateryLids},
	{rule: rules.OnLashLine, where: watery, rulesOut: nature.Oily, only: nature.Leaves, say: say.WateryLids},

	// What binds the planner alone: nothing that treats is proposed for such skin.
	{rule: rules.TwoActives, where: restless, rulesOut: nature.Treats},
}

// meets reports whether the row speaks against a nature.
func (k *condition) meets(n nature.Set) bool {
	return n.Has(k.rulesOut) && !n.Has(k.but) && (k.only == 0 || n.Has(k.only))
}

// RuledOut is the zones on which some condition rules out one of the natures; those of some rules are not asked.
func RuledOut(c *sitting.Case, n nature.Set, unasked ...rules.ID) (zones face.Set) {
	for i := range conditions {
		if k := &conditions[i]; !k.lenses && k.meets(n) && !slices.Contains(unasked, k.rule) {
			zones |= k.where(c)
		}
	}
	return zones
}

// Against is what the conditions of some zones say against a nature: the rows that are met, each on all of the zones.
func Against(c *sitting.Case, n nature.Set, zones face.Set) (list []rules.ID) {
	for i := range conditions {
		if k := &conditions[i]; k.meets(n) && k.where(c)&zones != 0 {
			list = append(list, k.rule)
		}
	}
	return list
}

func within(days int, kinds ...face.ConditionKind) where {
	return func(c *sitting.Case) face.Set { return c.Within(days, kinds...) }
}

func chronic(kind face.ConditionKind) where {
	return func(c *sitting.Case) face.Set { return c.Chronic(kind) }
}

func marked(m face.Mark) where { return func(c *sitting.Case) face.Set { return c.Marked(m) } }

// anywhere is the whole client where a condition holds on any zone.
func anywhere(w where) where {
	return func(c *sitting.Case) face.Set { return wholly(w(c) != 0) }
}

func but(w where, zones face.Set) where {
	return func(c *sitting.Case) face.Set { return w(c) &^ zones }
}

func extended(c *sitting.Case) face.Set { return wholly(c.Extended()) & face.NearEyes }

func wholly(is bool) face.Set {
	if is {
		return face.All
	}
	return 0
}

func nearEyes(*sitting.Case) face.Set { return face.NearEyes }

func infectedEyes(c *sitting.Case) face.Set { return c.Barred().Eye }

func catching(c *sitting.Case) face.Set { return c.Barred().Contagious }

func open(c *sitting.Case) face.Set { return c.Barred().Broken }

func blistered(c *sitting.Case) face.Set { return c.Barred().Burnt }

func shaven(c *sitting.Case) face.Set { return c.Shaven }

func toLeave(c *sitting.Case) face.Set { return c.Barred().Leave }

func herself(c *sitting.Case) face.Set { return c.Barred().Self }

func closed(c *sitting.Case) face.Set { return c.Barred().Fresh }

func nicked(c *sitting.Case) face.Set { return c.Within(0, face.Nick) }

func keloid(c *sitting.Case) face.Set { return wholly(c.Chronic(face.Keloid) != 0) }

func patches(c *sitting.Case) face.Set { return c.Patches() }

// thin is skin that nothing may pull at: thin, or bruising easily.
func thin(c *sitting.Case) face.Set { return c.Chronic(face.ThinSkin) | c.Chronic(face.BloodThinner) }

// ByClinician is skin that is worked on by its clinician's word alone, and then bland and patted: the field of a
// radiotherapy, the eyes after surgery, everybody after chemotherapy.
func ByClinician(c *sitting.Case) face.Set {
	return c.Within(figure.RadiotherapyDays, face.Radiotherapy) | c.Within(figure.ChemotherapyDays, face.Chemotherapy) |
		c.Within(figure.EyeSurgeryDays, face.EyeSurgery)&face.NearEyes
}

// tattooed is brows, lips or lids while a tattoo heals.
func tattooed(c *sitting.Case) face.Set {
	return c.Within(figure.TattooDays, face.BrowTattoo)&face.SetOf(face.Brows) |
		c.Within(figure.TattooDays, face.LipTattoo)&face.SetOf(face.Lips) |
		c.Within(figure.TattooDays, face.LinerTattoo)&face.SetOf(face.Eyelids)
}

// bared is where hair was taken off within so many days.
func bared(days int) where { return within(days, face.HairRemovals...) }

// BeforeHair is where a product may not go because hair is to be taken off there.
func BeforeHair(c *sitting.Case, p *kit.Product) (zones face.Set) {
	if p.Acid() {
		zones |= toBare(figure.AcidBeforeHair)(c)
	}
	if p.Retinoid() {
		zones |= toBare(figure.RetinoidBeforeHair)(c)
	}
	return zones
}

// toBare is where hair is to be taken off within so many days.
func toBare(days int) where {
	return func(c *sitting.Case) face.Set { return c.Ahead(days, face.HairRemovals...) }
}

func child(c *sitting.Case) face.Set { return wholly(c.Child()) }

func minor(c *sitting.Case) face.Set {
	age, known := c.Client.Age(c.Day.Date)
	return wholly(known && age < figure.AdultYears)
}

// pressing is the points of injectables in their first day.
func pressing(c *sitting.Case) face.Set {
	return c.Within(figure.InjectablePressDays, face.Injectables, face.Toxin, face.Filler)
}

// sore is skin that nothing may scrub: broken out, irritated, sensitive, or thin after a retinoid.
func sore(c *sitting.Case) face.Set {
	return c.Marked(face.Breakout) | c.Marked(face.Irritated) |
		wholly(c.Client.Sensitivity >= figure.SensitiveFrom) | retinoid(c)
}

func exfoliated(c *sitting.Case) face.Set { return c.Within(figure.ExfoliateEvery-1, face.Exfoliated) }

func isotretinoin(c *sitting.Case) face.Set {
	return c.Within(figure.IsotretinoinDays, face.Isotretinoin)
}

func retinoid(c *sitting.Case) face.Set { return c.Within(RetinoidWindow(c), face.Retinoid) }

// injected is where a toxin or filler was set lately, and the zones beside.
func injected(c *sitting.Case) face.Set {
	return face.Around(c.Within(figure.InjectableMassageDays, face.Injectables, face.Filler) |
		c.Within(figure.ToxinMassageDays, face.Toxin))
}

// lashLift is the lids while lifted lashes may bear no oil, steam or rubbing.
func lashLift(c *sitting.Case) face.Set {
	if c.Within(figure.LashLiftDays, face.LashLift) == 0 {
		return 0
	}
	return face.SetOf(face.Eyelids)
}

func healing(c *sitting.Case) face.Set { return Healing(c) }

// flare is where eczema is irritated now.
func flare(c *sitting.Case) face.Set { return c.Chronic(face.Eczema) & c.Marked(face.Irritated) }

func infant(c *sitting.Case) face.Set {
	age, known := c.Client.Age(c.Day.Date)
	return wholly(known && age < figure.InfantYears)
}

// watery is the lids of watery or hooded eyes.
func watery(c *sitting.Case) face.Set {
	if len(c.Client.Eyes) > 0 {
		return face.SetOf(face.Eyelids)
	}
	return 0
}

// restless is skin that may have no active tonight: sore, healing, with rosacea or eczema.
func restless(c *sitting.Case) face.Set {
	return c.Marked(face.Irritated) | c.Marked(face.Sunburn) | c.Marked(face.Blister) | c.Marked(face.Broken) |
		healing(c) | c.Chronic(face.Rosacea) | c.Chronic(face.Eczema)
}

// Photosensitising is what makes skin burn more easily for some days.
var Photosensitising = []face.ConditionKind{face.Retinoid, face.Isotretinoin, face.Exfoliated, face.PeelLight,
	face.PeelMedium, face.PeelDeep}

// RetinoidWindow is for how many days after a retinoid nothing may scour.
func RetinoidWindow(c *sitting.Case) int {
	if c.Client.Sensitivity >= figure.SensitiveFrom {
		return figure.RetinoidSensitiveDays
	}
	return figure.RetinoidDays
}

// Healing is the zones on which a procedure is still healing.
func Healing(c *sitting.Case) (healing face.Set) {
	for _, k := range c.Conditions {
		if days, is := Procedures[k.Kind]; is && k.Days <= days {
			healing |= k.Zone
		}
	}
	return healing
}
