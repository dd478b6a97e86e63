package say

var (
	MinutesMissing = row("stack.minutes_missing",
		"Skin is ready {minutes} after base, which is at {base}.")
	MinutesMissingBare = row("stack.minutes_missing_bare",
		"Skin is done {minutes} after {base}, when it should be.")
	NotCooled    = row("stack.not_cooled", "{product} goes on {minutes} before the skin has cooled from the wash.")
	SkinReadsHot = row("stack.skin_reads_hot",
		"The skin reads {surface:f1} °C, and {face.hot_surface} is still hot.")
	StillHeld       = row("stack.still_held", "{product} goes on {zones} while something is still held there.")
	StillWet        = row("stack.still_wet", "{product} goes on {zones} while the layer under it is still wet.")
	BeadsOn         = row("stack.beads_on", "{product} beads on what lies under it on {zones}.")
	OverSunscreen   = row("stack.over_sunscreen", "{product} is laid over the sunscreen.")
	BlendedWith     = row("stack.blended_with", "{product} is blended with {other}.")
	NeedsMore       = row("stack.needs_more", "{product} needs {needs:g3} g; {has:g3} g is left.")
	JarNoSpatula    = row("stack.jar_no_spatula", "{product} comes in a jar, and no spatula is planned.")
	OilyLensesIn    = row("stack.oily_lenses_in", "{product} is oily, and contact lenses are in.")
	LensesAway      = row("stack.lenses_away", "Contact lenses are in: keep {product} away from the waterline.")
	HandsBusy       = row("stack.hands_busy", "The hands are still busy with step {step}.")
	HoldsOver       = row("stack.holds_over", "{zone} holds {holds:g3} mg/cm² and its limit is {limit:g3}.")
	FoundationOn    = row("stack.foundation_on", "The {base} foundation does not sit well on what lies on {zones}.")
	WithoutScrub    = row("stack.without_scrub", "{zones} are flaky and not scrubbed.")
	WithoutBalm     = row("stack.without_balm", "No balm on {zones}.")
	NoMoisturiserOn = row("stack.no_moisturiser_on", "No moisturiser on {zones}.")
	NoDaylight      = row("stack.no_daylight", "No daylight in the wear: sunscreen is not needed.")
	UntilFirstSun   = row("stack.until_first_sun", "{minutes} from sunscreen to the first sun at {time}.")
	NoSunscreenOn   = row("stack.no_sunscreen_on", "No sunscreen on {zones}, and there is daylight in the wear.")
	NothingScreens  = row("stack.nothing_screens", "Nothing in the kit may go on {zones} as sunscreen.")
	NoneGoesThere   = row("stack.none_goes_there", "No sunscreen goes on {zones} today.")
	HatAndShade     = row("stack.hat_and_shade", "A hat and shade; keep out of the strongest sun.")
	ThinCoat        = row("stack.thin_coat", "{film:g3} mg/cm² of {product} gives about {gives:g3}, not {label:g}.")
	NoSunscreenGot  = row("stack.no_sunscreen_got", "{zones} got no sunscreen.")
	LeftUnrinsed    = row("stack.left_unrinsed", "{product} is left on {zones} and not taken off.")
	OverUnrinsed    = row("stack.over_unrinsed", "This comes on {zones} over what has not been rinsed off.")
	NotCleansed     = row("stack.not_cleansed", "{zones} {n|was|were} not cleansed.")
	NoWorkCatching  = row("stack.no_work_catching", "No work on {zones}: something catching may be there.")
	NoWorkOpen      = row("stack.no_work_open", "No work on {zones}: the skin is open.")
	SunburntZones   = row("stack.sunburnt_zones", "Sunburn on {zones}: cool and bland only, no actives.")
	ShavedLate      = row("stack.shaved_late",
		"Shaved at {time}, less than {sitting.shave_at_least} minutes before base.")
	NoGuardian = row("stack.no_guardian",
		"The client is {age} {age|year|years} old and no guardian is noted as present and consenting.")
	NotForToddler = row("stack.not_for_toddler", "{item} is not for a child under {fit.toddler:words}.")
	NewAdhesive   = row("stack.new_adhesive", "{item} is a new adhesive.")
	NoWorkEyes    = row("stack.no_work_eyes",
		"No work on {zones} while an eye is infected, nor for a day after: what is on comes off by the client's "+
			"own hands, "+
			"a fresh pad for each eye; lenses are not handled, and eye products that were used are thrown away.")
	NickClosed = row("stack.nick_closed",
		"A nick on {zones}: close it with a clean tissue and leave a finger's breadth around it; nothing with "+
			"alcohol, "+
			"acid or scent beside it. One that still bleeds is left alone.")
	SunburntBlisters = row("stack.sunburnt_blisters", "Sunburn with blisters on {zones}: no work there.")
	TreatmentOpen    = row("stack.treatment_open",
		"The treatment on {zones} has not closed yet: nothing there until the clinic agrees.")
	TreatmentHeals = row("stack.treatment_heals", "A treatment on {zones} is still healing: only what the "+
		"clinic allowed.")
	ByClinician = row("stack.by_clinician",
		"In a clinician's care: {zones}. Ask what was allowed; bland, unscented, lukewarm and patted.")
	HairJustOff = row("stack.hair_just_off",
		"Hair was taken off {zones} within a day: no makeup, acid, alcohol, scent or heat there, and no sun "+
			"without cover.")
	InjectedYesterday = row("stack.injected_yesterday",
		"Injectables on {zones} are a day old or less: no makeup, pressing or rubbing there. Blanching, mottling, "+
			"growing pain or changed sight: emergency care at once.")
	EczemaHere = row("stack.eczema_here",
		"Eczema on {zones}: bland and unscented only, no massage.")
	PorphyriaTold = row("stack.porphyria_told", "Light itself can hurt this skin: no work without the "+
		"clinician's word.")
	LightHarmsMore = row("stack.light_harms_more",
		"Light harms this skin more than most: a factor of {fit.photosensitive_spf}, hat and shade, and at most "+
			"{fit.photosensitive_med:g} of a MED in the day.")
	WholeClient      = row("stack.whole_client", "the whole client")
	LeftAlone        = row("stack.left_alone", "Left alone today, before makeup and after: {zones}.{items}")
	LeftUnmade       = row("stack.left_unmade", "No makeup on {zones} today; bland care only.{items}")
	LeftUnmadePatted = row("stack.left_unmade_patted", "No makeup on {zones} today; bland care, patted on.{items}")
	HersToDo         = row("stack.hers_to_do", "It is the client's own to do.")
	HandItOver       = row("stack.hand_it_over", "Hand over what is needed there, and leave the zone to the client.")
	DoesHerself      = row("stack.does_herself", "{zones}: done by the client without help.{items}")
	BurntUnmade      = row("stack.burnt_unmade", "No makeup on burnt skin ({zones}); care and sunscreen stay.{items}")
	MakeupLeftOut    = row("stack.makeup_left_out", " Left out there: {items}.")
	PullsHere        = row("stack.pulls_here", "Glued to skin that must not be pulled today: {item}.")
	ThinOverThick    = row("stack.thin_over_thick", "{product} goes on {zones} over something thicker.")
	PeelTimesUnknown = row("stack.peel_times_unknown", "A peel whose label times are not known: not without them.")
	LongerThanLabel  = row("stack.longer_than_label", "{product} stays on for {stays}; its label allows {label}.")
	ShorterThanLabel = row("stack.shorter_than_label", "{product} stays on for {stays}; its label asks for {label}.")
	NothingMoistens  = row("stack.nothing_moistens",
		"Nothing in the kit may moisturise {zones}: none is in date, there and allowed. The face is not ready.")
	LabelledForLess = row("stack.labelled_for_less",
		"The sunscreen on {zones} resists water for less than the {want} minutes that the day asks.")
	MethodPartNotMet = row("stack.method_part_not_met",
		"House method “{method}: {option}” is not followed in full, {part}: {why}.")
	PartPolish   = row("stack.part_polish", "no polish")
	PartMasks    = row("stack.part_masks", "no mask")
	NotRepaired  = row("stack.not_repaired", "What slipped on {zone} at {at} is not put right.")
	MethodNotMet = row("stack.method_not_met", "House method “{method}: {option}” is not followed: {why}.")
	LeaveItSo    = row("stack.leave_it_so", "Leave it so today, or choose otherwise for this sitting.")
	WhyNoProduct = row("stack.why_no_product", "nothing of the kind is in the kit")
	WhyGone      = row("stack.why_gone", "what there is of the kind is used up or out of date")
	WhyLittle    = row("stack.why_little", "too little of it is left")
	WhyMayNot    = row("stack.why_may_not", "this client may not have it")
	WhyHairComes = row("stack.why_hair_comes", "hair is to be taken off there within days")
	WhyNoPlace   = row("stack.why_no_place",
		"no zone asks for it today, or the clock or the stock does not allow it")
	WhyNotOne        = row("stack.why_not_one", "one product does not do all that this removal asks for")
	WhySkinMayNot    = row("stack.why_skin_may_not", "a condition keeps this skin from it")
	WhySkin          = row("stack.why_skin", "this skin may not have it, or the clock leaves no time")
	ClaimsFactor     = row("stack.claims_factor", "{item} {spf:g}")
	FactorNotCounted = row("stack.factor_not_counted",
		"What makeup claims is not counted ({items}), and factors do not add: the higher label of the "+
			"sunscreens counts.")
	PullsTears = row("stack.pulls_tears", "{item} pulls at skin that tears easily.")
	PullsThin  = row("stack.pulls_thin", "{item} pulls at skin that is thin after a retinoid.")
)
