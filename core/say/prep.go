package say

var (
	WashHands = row("prep.wash_hands", "Wash your hands.")
	AskAgain  = row("prep.ask_again",
		"Ask again: allergies, lenses, medicines, procedures, anything new on the skin.")
	LensesOut = row("prep.lenses_out",
		"Contact lenses out, by their owner; back in after skin care, before eye makeup.")
	CoolClothShaven = row("prep.cool_cloth_shaven",
		"Lay a cool cloth on the shaven skin for {prep.cool_cloth/60:words} minutes.")
	CoolClothFace = row("prep.cool_cloth_face", "Lay a cool, wrung cloth on the face for {minutes}, then read the "+
		"cheek again; go on when it reads under {face.hot_surface:f1} °C.")
	NoCleanser    = row("prep.no_cleanser", "Nothing in the kit may clean this skin: rinse with lukewarm water.")
	PatDryOnly    = row("prep.pat_dry_only", "Pat dry.")
	PatDryLet     = row("prep.pat_dry_let", "Pat dry and let it dry.")
	RinseOff      = row("prep.rinse_off", "Rinse it off {zones} with lukewarm water of its own.")
	RinseLukewarm = row("prep.rinse_lukewarm", "Rinse with lukewarm water.")
	PolishOn      = row("prep.polish_on", "Polish with {product} under light pressure on {zones}: {amount}. {why}")
	MaskOn        = row("prep.mask_on", "Lay {product} on {zones} for {minutes}: {amount}. {why}")
	ClayOn        = row("prep.clay_on",
		"Lay {product} on {zones} for {minutes}, and take it off still damp: {amount}. {why}")
	MayRedden = row("prep.may_redden",
		"That is less than {prep.facial_lead:words} hours before base: redness may show.")
	RepairBud = row("prep.repair_micellar",
		"Lift the {item} from {zone} with {product} on a pointed bud, then a bud of water; blot, and press on a "+
			"touch of "+
			"moisture.")
	RepairTwoPhase = row("prep.repair_two_phase",
		"Lift the waterproof {item} from {zone} with {product} on a pointed bud, then a bud of water; blot, and "+
			"press on "+
			"a touch of moisture.")
	RepairWater = row("prep.repair_water",
		"Lift the {item} from {zone} with a pointed bud of water; blot, and press on a touch of moisture.")
	RepairZone = row("prep.repair_zone",
		"Take {zone} off altogether and prepare it anew, moisture, sunscreen and primer each set, before it is "+
			"made up "+
			"again.")
	Water     = row("prep.water", "water")
	RepairTip = row("prep.repair_tip",
		"Lift the {item} from {zone} with {product} on a lint-free tip, then a tip of water, no cotton and no oil; "+
			"and press on a touch of moisture.")
	RepairLaid = row("prep.repair_laid",
		"Lay a fold of a pad wet with {product} on the {item} on {zone} and lift it off, then one of water: no "+
			"pressing, no rubbing. Pat on a touch of moisture.")
	RepairScreenPat = row("prep.repair_screen_pat", "Pat sunscreen back there.")
	RepairScreen    = row("prep.repair_screen", "Press sunscreen back there.")
	TouchCheck      = row("prep.touch_check",
		"Touch with the back of a clean finger. Tight: {prep.touch_add} mg/cm² more there, {hand} ({grams} g) for all "+
			"of it. Tacky: "+
			"{prep.touch_wait:words} more minutes, then press a tissue. Greasy: blot, and less next time. Even: go on.")
	TouchAllStill = row("prep.touch_all_still", "The tissue is only laid on and lifted, without pressing.")
	TouchStill    = row("prep.touch_still", "On {zones} the tissue is only laid on and lifted, without pressing.")
	ScrubLips     = row("prep.scrub_lips",
		"Scrub the lips with {product} for a minute, then wipe with a damp cloth: {amount}.")
	ColdPads      = row("prep.cold_pads", "Lay cold pads on {zones} for {prep.cold_pads/60:words} minutes.")
	MassageUp     = row("prep.massage_up", "A brief upward massage of {zones}, a minute, on the damp skin.")
	ReadyForBase  = row("prep.ready_for_base", "Skin is ready for base: never tight, never tacky, never greasy.")
	DoneBare      = row("prep.done_bare", "Done.")
	SpoonChest    = row("prep.spoon_chest", "A level teaspoon is about double; a safe habit.")
	MixIn         = row("prep.mix_in", "Mix {product} into it in the palm first: {amount}.")
	NotMixedOn    = row("prep.not_mixed_on", "Not into what goes on {zones}.")
	GoesOnMixed   = row("prep.goes_on_mixed", "It goes on mixed with {product}, as one.")
	SpoonFace     = row("prep.spoon_face", "By the spoon: half a level teaspoon.")
	FingerStrips  = row("prep.finger_strips", "{strips} finger {n|strip|strips}.")
	ShinyUntilSet = row("prep.shiny_until_set", "It looks shiny until it sets.")
	NothingElse   = row("prep.nothing_else", "Nothing else in the kit suits here.")
	SecondCaution = row("prep.second_caution", "Second choice: {name}, at the price of a caution.")
	SecondAsGood  = row("prep.second_as_good", "Second choice, as good on {zones}: {name}.")
	SecondWorse   = row("prep.second_worse", "Second choice: {name}, {more:f2} worse on {zones}.")
	LeavingOut    = row("prep.leaving_out", "leaving it out")
	GaveCrossWork = row("prep.gave_cross_work", "Hands go on elsewhere while a zone sets")
	GaveQuicker   = row("prep.gave_quicker", "A quicker moisturiser")
	GaveDropped   = row("prep.gave_dropped", "No {what}")
	WaitingStill  = row("prep.waiting_still", "waiting with the hands still")
	WithoutActive = row("prep.without_active", "without the active the zone wants")
	WithActive    = row("prep.with_active", "brings the active the zone wants")
	PlainSerum    = row("prep.plain_serum", "a plain serum for skin without marks")
	MattifiesDry  = row("prep.mattifies_dry", "mattifying on dry or thirsty skin")
	HydratesOily  = row("prep.hydrates_oily", "hydrating where mattifying is due")
	GripsOily     = row("prep.grips_oily", "gripping where mattifying is due")
)

// What is given up for the clock.
var (
	GivenUp      = row("prep.given_up", "Given up for the clock: {what}.")
	BetterSlower = row("prep.better_slower", "the better, slower {what}")
	SavesMinutes = row("prep.saves_minutes", "{what}, {minutes} saved")
	Waiting      = row("prep.waiting", "waiting")
	LipScrub     = row("prep.lip_scrub", "lip scrub")
	Depuffing    = row("prep.depuffing", "depuffing")
	Mask         = row("prep.mask", "mask")
	Polish       = row("prep.polish", "polish")
)

// Slots, in the order of laying.
var (
	SlotToner       = row("prep.slot.toner", "toner or mist")
	SlotEssence     = row("prep.slot.essence", "essence")
	SlotSerum       = row("prep.slot.serum", "serum")
	SlotEyeCream    = row("prep.slot.eye_cream", "eye cream")
	SlotMoisturiser = row("prep.slot.moisturiser", "moisturiser")
	SlotLips        = row("prep.slot.lips", "lip balm")
	SlotPatch       = row("prep.slot.patch", "balm on dry patches")
	SlotOil         = row("prep.slot.oil", "oil")
	SlotPrimer      = row("prep.slot.primer", "primer")
	SlotSunscreen   = row("prep.slot.sunscreen", "sunscreen")
)

// Why a product was chosen.
var (
	Chosen       = row("prep.chosen", "Chosen: {why}.")
	WeightIdeal  = row("prep.weight_ideal", "weight {weight} where {ideal} is ideal")
	MattifiesOil = row("prep.mattifies_oil", "mattifying where oil is {oil}")
	PrimerForOil = row("prep.primer_for_oil", "the primer for oil {oil}")
	LabelledSPF  = row("prep.labelled_spf", "labelled {spf}")
)

// Steps before the first layer.
var (
	LeaveAlone = row("prep.leave_alone", "Leave {zones} alone today.")
	ForDoctor  = row("prep.for_doctor", "What it looks like is for a pharmacist or doctor to say.")
	HerOwn     = row("prep.her_own", "The client does this without help: {zones}.")
	CloseNick  = row("prep.close_nick",
		"Close the nick with a clean tissue ({zones}), and leave a finger's breadth around it alone.")
	CapeOn           = row("prep.cape_on", "Cape on{jewellery}{glasses}.")
	HairBackCape     = row("prep.hair_back_cape", "Hair back{jewellery}{glasses}, cape on.")
	JewelleryOff     = row("prep.jewellery_off", ", jewellery off")
	GlassesOff       = row("prep.glasses_off", ", glasses off")
	CoolUntil        = row("prep.cool_until", "Wait for the skin to cool until {time}; lukewarm water only.")
	CleanseWith      = row("prep.cleanse_with", "Cleanse with {product}: {amount}. Up and out{also}.")
	CleanseMitt      = row("prep.cleanse_mitt", "Cleanse with lukewarm water and {product}. Up and out{also}.")
	RefreshWith      = row("prep.refresh_with", "Refresh with {product}: {amount}. Up and out{also}.")
	AlsoThere        = row("prep.also_there", ", {zones} too")
	CleanseTips      = row("prep.cleanse_tips", "On {zones} with a lint-free tip: no cotton near the lashes.")
	CleanseAllPatted = row("prep.cleanse_all_patted", "It is only patted on and off: no pressing, no rubbing.")
	CleansePatted    = row("prep.cleanse_patted", "On {zones} it is only patted on and off: no pressing, no rubbing.")
	SpatulaForJars   = row("prep.spatula", "A clean spatula for every jar.")
)

// A layer, by the way of the hands, and what is said after it.
var (
	LayerPressed = row("prep.layer.press", "Press {product} on {zones}: {amount}.")
	LayerPad     = row("prep.layer.pad", "Wipe {product} on with a pad, over {zones}: {amount}.")
	LayerSponge  = row("prep.layer.sponge", "Spray on a damp sponge and press {product} on {zones}: {amount}.")
	LayerSpray   = row("prep.layer.spray",
		"Spray at arm's length, eyes and mouth shut, {product} on {zones}: {amount}.")
	LayerTapped      = row("prep.layer.tap", "Tap {product} on {zones}: {amount}.")
	LayerSmoothed    = row("prep.layer.smooth", "Smooth {product} on {zones}: {amount}.")
	LayerPatted      = row("prep.layer.pat", "Pat {product} on {zones}: {amount}.")
	LayerSpread      = row("prep.layer.spread", "Spread and pat {product} on {zones}: {amount}.")
	CheeksFirst      = row("prep.cheeks_first", "Cheeks first, what is left over the middle.")
	AlongBone        = row("prep.along_bone", "Ring finger, along the orbital bone.")
	OrbitalBone      = row("prep.orbital_bone", "Ring finger, along the orbital bone, not on the lash line.")
	RingFinger       = row("prep.ring_finger", "Ring finger, no rubbing.")
	IntoHairline     = row("prep.into_hairline", "Into the hairline, beside the nose and behind the ears.")
	Sunglasses       = row("prep.sunglasses", "Outdoors with sunglasses and a brim.")
	BesideNose       = row("prep.beside_nose", "Beside the nose and behind the ears.")
	WithTheGrain     = row("prep.with_the_grain", "Through the beard, worked to the skin with the grain.")
	BodyMeasure      = row("prep.body_measure", "{zone} {strips} finger {n|strip|strips}, {ml} ml")
	BodyByHand       = row("prep.body_by_hand", "{zone} {hand}")
	BlotBeforeColour = row("prep.blot_before_colour", "Blot it before colour.")
	HouseMethod      = row("prep.house_method", "House method: {reason}")
)
