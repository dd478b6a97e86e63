package say

var (
	TooHotC         = row("lift.too_hot_c", "{temp:g3} °C is too hot.")
	NoCleanCloth    = row("lift.no_clean_cloth", "A cloth step without a clean cloth.")
	BeforeLashesOff = row("lift.before_lashes_off", "{product} before the lashes to be kept are off.")
	TooShort        = row("lift.too_short", "{product} is on {zones} for too short a time.")
	TooManyPasses   = row("lift.too_many_passes",
		"More passes on {zones} than skin should have: {lift.most_of_one:words} of one remover, "+
			"{lift.most_of_all:words} in all.")
	StrongLipsOn     = row("lift.strong_lips_on", "Strong lip colour is still on when the base is cleansed.")
	NotMilked        = row("lift.not_milked", "{product} was neither emulsified nor lifted with a cloth on {zones}.")
	LashesPulled     = row("lift.lashes_pulled", "The lashes are pulled before half of their glue has let go.")
	StrokesAndFaces  = row("lift.strokes_and_faces", "{strokes} strokes and {faces} clean faces.")
	NoStepCleaned    = row("lift.no_step_cleaned", "Something is on {zones}, and no step cleaned there.")
	FilmLeftOn       = row("lift.film_left_on", "A film of remover is left on {zones}.")
	SurfactantLeft   = row("lift.surfactant_left", "What cleans is still on {zones}.")
	MakeupLeft       = row("lift.makeup_left", "Makeup is left on {zones}.")
	LashesLeft       = row("lift.lashes_left", "The lashes are left on.")
	OnceMoreWith     = row("lift.once_more_with", "{product}, held or massaged for its time, and once more.")
	NothingUsual     = row("lift.nothing_usual", "Nothing usual takes it off; ask who put it on.")
	FreshInjectables = row("lift.fresh_injectables",
		"Injectables are less than {fit.injectables_massage/7:words} weeks old (toxin: {fit.toxin_massage/7:words}): "+
			"nothing massaged there.")
	HealingNoMassage = row("lift.healing_no_massage",
		"Skin is still healing from a treatment: nothing massaged there.")
	UsualPass      = row("lift.usual_pass", "{product} on {zones} for {seconds}.")
	LensesOutFirst = row("lift.lenses_out_first", "Lenses out, by their owner, before anything oily.")
	LoosenGlue     = row("lift.loosen_glue",
		"Run {product} on a bud along the glue from the outer corner and hold it there; one bud, one dip, for "+
			"each eye.")
	LoosenAgain  = row("lift.loosen_again", "Once more along the glue with fresh buds.")
	PeelMagnetic = row("lift.peel_magnetic",
		"Peel the magnetic lashes off by their band and lay them in their case in shape; the liner comes off after.")
	LiftBand = row("lift.lift_band",
		"Lift the band from the outer corner; it comes by itself. Lay the lashes back in their case in shape.")
	HoldEffects = row("lift.hold_effects",
		"Hold {product} on the edge of the piece on {zones} and let it work; never near the eye, no acetone.")
	LiftLashes = row("lift.lift_lashes",
		"Lift the lashes off from the outer corner as their glue lets go; no pulling.")
	MittOn = row("lift.mitt_on",
		"Lay {product}, wet with warm water, on {zones} for {seconds} and draw it down; the film slides off.")
	TipBetween = row("lift.tip_between",
		"{product} on a lint-free tip, between the lashes, for {seconds}; no cotton, no oil.")
	MeltOver = row("lift.melt_over",
		"Melt {product} over {zones} with the ring finger for {seconds}, no pulling.")
	SoakAndWait = row("lift.soak_and_wait",
		"Soak {pads} with {product}, press on {zones} and wait {seconds}; then glide down and out. {then}")
	HalfPadEach       = row("lift.half_pad_each", "half a pad for each eye")
	OnePad            = row("lift.one_pad", "a pad")
	FoldClean         = row("lift.fold_clean", "Fold to a clean face for the next stroke.")
	AwayFromWaterline = row("lift.away_from_waterline", "Away from the waterline: the lenses stay in.")
	FoldAndWaterline  = row("lift.fold_and_waterline",
		"Fold to a clean face for the next stroke; the waterline with a damp bud.")
	OnDrySkin    = row("lift.on_dry_skin", "on dry skin with dry hands")
	WithLukewarm = row("lift.with_lukewarm", "with lukewarm water")
	OnWarmFace   = row("lift.on_warm_face", "on the warm, damp face")
	MassageOver  = row("lift.massage_over",
		"Massage {product} over {zones} for {seconds}, {on}: up and out, outer corner inwards under the eye.")
	WipeMitt   = row("lift.wipe_mitt", "Wipe {zones} with {product} and warm water, turning to a clean side.")
	PressWipe  = row("lift.press_wipe", "Press a wipe on {zones}, wait, and lift; water after.")
	WipeFresh  = row("lift.wipe_fresh", "Wipe {zones} with {product} on a fresh {tool}.")
	WipeSponge = row("lift.wipe_sponge", "Wipe {zones} with {product} on the client's own sponge.")
	PressPads  = row("lift.press_pads",
		"Press {product} on pads on {zones}, wait, and lift; a clean face for every stroke.")
	WipeCloth = row("lift.wipe_cloth",
		"Wipe {zones} with {product} on a fresh cloth; the pads are for the eyes.")
	RinseOnceMore   = row("lift.rinse_once_more", "Rinse once more with lukewarm water: micellar is a surfactant.")
	PatDryNoRubbing = row("lift.pat_dry_no_rubbing", "Pat dry, no rubbing.")
	PadCheck        = row("lift.pad_check",
		"A clean white pad over each zone: clean, trace or heavy. Go round until it reads clean.")
	TissueCheck = row("lift.tissue_check",
		"A clean white tissue over each zone: clean, trace or heavy. Go round until it reads clean.")
	RootsBud = row("lift.roots_bud", "Leftovers at the lash roots with a damp bud, one for each eye.")
	RootsPad = row("lift.roots_pad",
		"Leftovers at the lash roots with the fold of a damp pad, a clean fold for each eye.")
	RootsTissue = row("lift.roots_tissue",
		"Leftovers at the lash roots with the corner of a damp tissue, a clean one for each eye.")
)

// More.
var (
	NotForLenses    = row("lift.not_for_lenses", "{product} is not made for eyes with lenses in.")
	LeaveAloneLift  = row("lift.leave_alone", "Leave {zones} alone.")
	HairBackCovered = row("lift.hair_back", "Hair back, clothes covered{jewellery}{glasses}.")
	RinseZones      = row("lift.rinse_zones", "Rinse {zones} with lukewarm water.")
	WipeDamp        = row("lift.wipe_damp", "Wipe {zones} with a damp pad, a clean face for every stroke.")
	StrandedLift    = row("lift.stranded",
		"The makeup on {zones} stays as it is: the client lifts it off by touch alone, or a pharmacist or doctor does.")
	LiftLukewarmCloth = row("lift.lift_lukewarm_cloth",
		"Lift it from {zones} with the corner of a lukewarm, wrung cloth.")
	LiftWarmCloth   = row("lift.lift_warm_cloth", "Lift it from {zones} with the corner of a warm, wrung cloth.")
	HairlineToo     = row("lift.hairline_too", "Hairline and behind the ears too.")
	SupportSkin     = row("lift.support_skin", "Support the skin.")
	ProductAmount   = row("lift.product_amount", "{product} ({amount})")
	LukewarmClothOn = row("lift.lukewarm_cloth_on",
		"A fresh lukewarm, wrung cloth, laid on before it lifts: no warm one on this skin.")
	ClothesCovered = row("lift.clothes_covered", "Clothes covered{jewellery}{glasses}.")
	PatOn          = row("lift.pat_on", "Pat {product} on {zones}.")
	LayAndLift     = row("lift.lay_and_lift",
		"Lay pads wet with {product} on {zones}, wait {seconds}, and lift them off: no pressing, no wiping.")
	LayDampPad = row("lift.lay_damp_pad", "Lay a damp pad on {zones} and lift it off, without drawing it "+
		"over the skin.")
	WarmClothOn   = row("lift.warm_cloth_on", "Lay a warm, wrung cloth on, wait a breath, and lift it off. {why}")
	Emulsify      = row("lift.emulsify", "Wet hands over it until it turns milky. {why}")
	BySkin        = row("lift.by_skin", "By skin: {why}")
	MicellarLast  = row("lift.micellar_last", "{product} on pads last, as finisher and check.")
	MicellarCloth = row("lift.micellar_cloth", "{product} on a fresh white cloth last, as finisher and check.")
	IsLeft        = row("lift.is_left",
		"On {zones} {left*100:f0} % of the {binder} is left; {target*100:f0} % may be.")
	ThisWould    = row("lift.this_would", "Nothing in this kit does; this would: {kinds}.")
	RemovalNeeds = row("lift.removal_needs", "Removal needs {n} {what}, and {has} are at hand.")
	ItPronoun    = row("lift.it", "It")
)

// What removal uses up.
var (
	PadsN   = row("lift.pads", "{n|pad|pads}")
	BudsN   = row("lift.buds", "{n|bud|buds}")
	ClothsN = row("lift.cloths", "{n|clean cloth|clean cloths}")
)
