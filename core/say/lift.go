package say

var (
	TooHotC         = row("lift.too_hot_c", "{temp:g3} °C is too hot.")
	NoCleanCloth    = row("lift.no_clean_cloth", "A cloth step without a clean cloth.")
	BeforeLashesOff = row("lift.before_lashes_off", "{product} before the lashes to be kept are off.")
	TooShort        = row("lift.too_short",
		"{product} is on {zones} for {is} s and needs {seconds} s there.")
	NeitherHeldNorWiped = row("lift.neither", "{product} is put on {zones} and neither held nor wiped.")
	TooManyPasses       = row("lift.too_many_passes",
		"More passes on {zones} than skin should have: {lift.most_of_one:words} of one remover "+
			"({lift.most_on_lids:words} holds on lids), {lift.most_of_all:words} in all.")
	RubbedTooLong = row("lift.rubbed_too_long",
		"By then {zones} have been rubbed for {rubs:f0} s; this skin bears {bears:f0} s in an evening.")
	GlitterRubbed   = row("lift.glitter_rubbed", "Glitter is on {zones} while this rubs there.")
	PieceStillOn    = row("lift.piece_still_on", "A piece is glued on {zones} and has not been lifted.")
	AnotherReaches  = row("lift.another_reaches", "On {zones} another remover of this kit takes it off.")
	RemovalTakes    = row("lift.removal_takes", "Removal takes {takes:f1} min and has {has:f0} min.")
	MoreTime        = row("lift.more_time", "More time for removal, or less on the face.")
	NothingTakesOff = row("lift.nothing_takes_off",
		"Nothing in the kit may take anything off {zones}: none is in date, there and allowed.")
	GiveUpToner     = row("lift.give_up_toner", "toner")
	GiveUpNeck      = row("lift.give_up_neck", "a pass of its own for the neck")
	GiveUpRemovers  = row("lift.give_up_removers", "more than one remover")
	GiveUpRinse     = row("lift.give_up_rinse", "the rinse, for a warm cloth")
	LaterToner      = row("lift.later_toner", "toner where skin is tight")
	LaterSecond     = row("lift.later_second", "a second cleanse")
	BeforeSleep     = row("lift.before_sleep", "Before sleep: {what}.")
	StrongLipsOn    = row("lift.strong_lips_on", "Strong lip colour is still on when the base is cleansed.")
	NotMilked       = row("lift.not_milked", "{product} was neither emulsified nor lifted with a cloth on {zones}.")
	LashesPulled    = row("lift.lashes_pulled", "The lashes are pulled before half of their glue has let go.")
	StrokesAndFaces = row("lift.strokes_and_faces", "{strokes} strokes and {faces} clean faces.")
	NoStepCleaned   = row("lift.no_step_cleaned", "Something is on {zones}, and no step cleaned there.")
	FilmLeftOn      = row("lift.film_left_on", "A film of remover is left on {zones}.")
	SurfactantLeft  = row("lift.surfactant_left", "What cleans is still on {zones}.")
	OverSurfactant  = row("lift.over_surfactant", "This comes on {zones} over what has not been rinsed off.")
	MakeupLeft      = row("lift.makeup_left", "Makeup is left on {zones}.")
	PieceLeft       = row("lift.piece_left", "The piece on {zones} is left on.")
	LashesLeft      = row("lift.lashes_left", "The lashes are left on.")
	OnceMoreWith    = row("lift.once_more_with", "{product}, held or massaged for its time, and once more.")
	LensesInTheWay  = row("lift.lenses_in_the_way", "Nothing that may go near lenses takes it off: lenses out "+
		"first, by their owner.")
	NothingUsual = row("lift.nothing_usual", "Nothing that suits this skin takes all of it off: do without it there, "+
		"or leave the rest rather than rub. It goes with the client's own next washes.")
	GlueStays = row("lift.glue_stays", "Nothing that suits this skin takes the rest of the glue off: leave it, do not "+
		"pull, and ask who put it on.")
	FreshInjectables = row("lift.fresh_injectables",
		"Injectables are less than {fit.injectables_massage/7:words} weeks old (toxin: {fit.toxin_massage/7:words}): "+
			"nothing massaged there.")
	HealingNoMassage = row("lift.healing_no_massage",
		"Skin is still healing from a treatment: nothing massaged there.")
	UsualPass      = row("lift.usual_pass", "{product} on {zones} for {seconds}.")
	LensesOutFirst = row("lift.lenses_out_first", "Lenses out, by their owner, before anything oily.")
	LoosenGlue     = row("lift.loosen_glue",
		"Run {product} along the glue from the outer corner with {with} and hold it there for {seconds}; a clean one "+
			"and one dip for each eye.")
	LoosenEdge = row("lift.loosen_edge",
		"Work {product} under the edge of the piece on {zones} with a brush or a bud, {seconds} of contact, away from "+
			"the eye; no acetone.")
	LiftPiece    = row("lift.lift_piece", "Lift the piece off {zones} as its edge lets go; no pulling.")
	LoosenAgain  = row("lift.loosen_again", "Once more along the glue, {seconds} again, with a clean one for each eye.")
	PeelMagnetic = row("lift.peel_magnetic",
		"Peel the magnetic lashes off by their band and lay them in their case in shape; the liner comes off after.")
	LiftBand = row("lift.lift_band",
		"Lift the band from the outer corner; it comes by itself. Lay the lashes back in their case in shape.")
	HoldEffects = row("lift.hold_effects",
		"Hold {product} on the adhesive that is left on {zones} for {seconds}; away from the eye, no acetone.")
	HoldCover = row("lift.hold_cover",
		"Hold {product} on a pad on {zones} for {seconds}; away from the eye, no acetone.")
	LiftLashes = row("lift.lift_lashes",
		"Lift the lashes off from the outer corner as their glue lets go; no pulling.")
	MittOn = row("lift.mitt_on",
		"Lay {product}, wet with warm water, on {zones} for {seconds} and draw it down; the film slides off.")
	TipBetween = row("lift.tip_between",
		"{product} on {tip}, on {zones}{lashes}, for {seconds}; no cotton, no oil.")
	BetweenToo = row("lift.between_too", ", between the lashes too")
	ABud       = row("lift.a_bud", "a bud")
	ATip       = row("lift.a_tip", "lint-free tips")
	ABrush     = row("lift.a_brush", "a clean silicone brush or the fingertips")
	FoamLashes = row("lift.foam_lashes",
		"Foam {product} over {zones} with a soft brush for {seconds}, lids shut; not in the lashes' first 24 hours.")
	RinseLashes  = row("lift.rinse_lashes", "Rinse with the lids shut, dry with cool air, comb the lashes.")
	PressGlitter = row("lift.press_glitter",
		"Press {product} on a pad on {zones}, wait {seconds}, and lift the glitter off; never wipe it.")
	MeltAndHold = row("lift.melt_and_hold",
		"Melt {product} in the palms, lay them on {zones} and hold {seconds}; no rubbing.")
	SoakAndWait = row("lift.soak_and_wait",
		"Soak {pads} with {product}, press on {zones} and wait {seconds}; then glide down and out. {then}")
	HalfPadEach       = row("lift.half_pad_each", "half a pad for each eye")
	HalfPadAndMore    = row("lift.half_pad_and_more", "half a pad for each eye and one for each other place")
	OnePad            = row("lift.one_pad", "a pad")
	FoldClean         = row("lift.fold_clean", "Fold to a clean face for the next stroke.")
	AwayFromWaterline = row("lift.away_from_waterline", "Away from the waterline: the lenses stay in.")
	OnDrySkin         = row("lift.on_dry_skin", "on dry skin with dry hands")
	OnDriedSkin       = row("lift.on_dried_skin", "on skin patted dry, with dry hands")
	WithLukewarm      = row("lift.with_lukewarm", "with lukewarm water")
	OnWarmFace        = row("lift.on_warm_face", "on the warm, damp face")
	MassageOver       = row("lift.massage_over", "Massage {product} over {zones} for {seconds}, {on}, up and out.")
	FlatFingers       = row("lift.flat_fingers", "Flat fingers and light: no kneading on {zones}.")
	FlatFingersAll    = row("lift.flat_fingers_all", "Flat fingers and light: no kneading.")
	UnderEyeRing      = row("lift.ring_finger", "Under the eye with the ring finger, from the outer corner inwards.")
	WetMitt           = row("lift.wet_mitt", "Wet the mitt with warm water for {zones}; each of its four sides once.")
	WetMittWith       = row("lift.wet_mitt_with", "Put {product} on a wet mitt for {zones}; each of its four "+
		"sides once.")
	PressWipe = row("lift.press_wipe", "Press {wipes} on {zones}, wait, and lift.")
	HoldWipe  = row("lift.hold_wipe",
		"Press {wipes} on {zones} and wait {seconds}; then glide down and out. {then}")
	OneWipe   = row("lift.one_wipe", "a wipe")
	SomeWipes = row("lift.some_wipes", "{n} wipes")
	WetSponge = row("lift.wet_sponge", "Put {product} on the client's own sponge for {zones}.")
	WetPads   = row("lift.wet_pads", "Wet pads with {product} for {zones}.")
	WipeOff   = row("lift.wipe_off", "Wipe {zones}, {seconds} each, a clean face for every stroke; no "+
		"pressure.")
	WipeOffOne = row("lift.wipe_off_one",
		"Wipe {zones} for {seconds}, a clean face for every stroke; no pressure.")
	UsualPads       = row("lift.usual_pads", "{product} on pads for {zones}.")
	WetCloth        = row("lift.wet_cloth", "Put {product} on a fresh damp cloth for {zones}.")
	PatDryNoRubbing = row("lift.pat_dry_no_rubbing", "Pat dry, no rubbing.")
	PadCheck        = row("lift.pad_check",
		"A clean white pad over each zone: clean, trace or heavy. Go round until it reads clean.")
	BaseUnlisted = row("lift.base_unlisted",
		"No base is listed among what comes off: where colour shows on {what}, take it off once more.")
	APad         = row("lift.a_pad", "a pad")
	ATissue      = row("lift.a_tissue", "a tissue")
	PadCheckLids = row("lift.pad_check_lids", "Lids first, each eye with its own clean damp face of a pad.")
	LookAtLashes = row("lift.look_at_lashes", "The lashes are looked at, not padded.")
	TissueCheck  = row("lift.tissue_check",
		"A clean white tissue over each zone: clean, trace or heavy. Go round until it reads clean.")
	RootsBud    = row("lift.roots_bud", "Finish the lash roots with a damp bud, one for each eye.")
	RootsPad    = row("lift.roots_pad", "Finish the lash roots with the fold of the pad, a clean fold for each eye.")
	RootsTissue = row("lift.roots_tissue",
		"Finish the lash roots with the corner of a damp tissue, a clean one for each eye.")
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
	CombThrough     = row("lift.comb_through", "Comb it through the beard.")
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
	WarmClothOn  = row("lift.warm_cloth_on", "Lay a warm, wrung cloth on, wait a breath, and lift it off. {why}")
	MittOff      = row("lift.mitt_off", "Lift it off with a wet mitt, each of its four sides once.")
	Emulsify     = row("lift.emulsify", "Wet hands over it until it turns milky. {why}")
	BySkin       = row("lift.by_skin", "By skin: {why}")
	MicellarLast = row("lift.micellar_last", "Last, as finisher and check.")
	IsLeft       = row("lift.is_left",
		"On {zones} {left*100:g3} % of the {binder}{items} is left; {target*100:f0} % may be.")
	WouldLeave = row("lift.would_leave",
		"it would leave {left*100:g3} % on {zones}, and {target*100:f0} % may be")
	WipeTips          = row("lift.wipe_tips", "Draw it off {zones}{lashes}, with damp lint-free tips.")
	OfItems           = row("lift.of_items", " ({items})")
	ThisWould         = row("lift.this_would", "Nothing in this kit does; this would: {kinds}.")
	ThisOnceConfirmed = row("lift.this_once_confirmed",
		"Nothing in this kit does; this would, once all that is in it is confirmed: {kinds}.")
	ThisNearEyes = row("lift.this_near_eyes",
		"Nothing in this kit that may go so near the eye does; labelled for eyes, this would: {kinds}.")
	RemovalNeeds = row("lift.removal_needs", "Removal needs {n} {what} and has {has}.")
	ItPronoun    = row("lift.it", "It")
)

// What removal uses up.
var (
	PadsN   = row("lift.pads", "{n|pad|pads}")
	BudsN   = row("lift.buds", "{n|bud|buds}")
	ClothsN = row("lift.cloths", "{n|clean cloth|clean cloths}")
	MittsN  = row("lift.mitts", "{n|mitt|mitts}")
	TipsN   = row("lift.tips", "{n|lint-free tip|lint-free tips}")
	WipesN  = row("lift.wipes", "{n|wipe|wipes}")
)
