package say

var (
	UnderPiece = row("fit.under_piece", "{product} would lie under what is glued on: skin there is clean, "+
		"degreased and dry, with a "+
		"barrier film at most.")
	CouldBeUsedUntil = row("fit.could_be_used_until", "{product} could be used until {date}.")
	NothingLeftOf    = row("fit.nothing_left_of", "Nothing is left of {product}.")
	CarriesAllergen  = row("fit.carries_allergen", "{product} carries {word}, which the client is allergic to.")
	HoldsOfFamily    = row("fit.holds_of_family", "{product} holds {by}, and the client is allergic to {word}.")
	FamilyAlone      = row("fit.family_alone",
		"{product} names {by} and not what of it; the client is allergic to {word}, which may be in there.")
	ToolsKeptAway = row("fit.tools_kept_away",
		"Kept away from this client, who is allergic: {products}. Bring another.")
	NotConfirmedUnknown = row("fit.not_confirmed_unknown",
		"Nobody has confirmed what is in {product}, and what {word} is, is not known here.")
	RelativeOfNuts = row("fit.relative_of_nuts", "{product} holds {by}, and the client is allergic to nuts.")
	UnknownAllergy = row("fit.unknown_allergy",
		"The client is allergic to something this program does not know: {words}.")
	NotConfirmed = row("fit.not_confirmed",
		"What is in {product} is not confirmed, and the client has allergies.")
	AgainstWish = row("fit.against_wish",
		"The client asked for none of this: {wish}. {product} goes against it.")
	WouldAvoid       = row("fit.would_avoid", "The client would rather avoid {word}; {product} has it.")
	NewToSensitive   = row("fit.new_to_sensitive", "{product} is new to this sensitive skin.")
	SunburntBland    = row("fit.sunburnt_bland", "Sunburnt skin takes only what is cool and bland.")
	ScrubsSore       = row("fit.scrubs_sore", "{product} would scrub skin that is sore or thin.")
	ExfoliatedLately = row("fit.exfoliated_lately",
		"This skin was exfoliated within {fit.exfoliate_every:words} days.")
	ShavenStings = row("fit.shaven_stings",
		"{product} holds acid, alcohol or scent, and the skin there is shaven.")
	TreatmentFresh = row("fit.treatment_fresh",
		"A treatment is less than a day or so old: only what the clinic allowed.")
	TreatmentHealing   = row("fit.treatment_healing", "Skin is still healing from a treatment.")
	InjectablesPress   = row("fit.injectables_press", "Injectables are a day old or less: nothing pressed there.")
	InjectablesMassage = row("fit.injectables_massage",
		"Injectables are less than {fit.injectables_massage/7:words} weeks old (toxin: {fit.toxin_massage/7:words}): "+
			"no massage, stones, suction, heat or polish there.")
	NickStings       = row("fit.nick_stings", "{product} holds alcohol, acid or scent, and the skin there is nicked.")
	ToldToLeave      = row("fit.told_to_leave", "This zone is to be left alone today.")
	DoneByClient     = row("fit.done_by_client", "The client does this zone without help.")
	MittOnSore       = row("fit.mitt_on_sore", "A mitt is too rough for skin that is sore or thin.")
	ScrubsDarkMarks  = row("fit.scrubs_dark_marks", "The client scars thickly or darkly: no scrub.")
	ByClinicianBland = row("fit.by_clinician_bland",
		"Skin that its clinician still looks after: bland, unscented, lukewarm and patted only.")
	TattooHeals  = row("fit.tattoo_heals", "The tattoo there is still healing: no acid, oil or rubbing.")
	HairTakenOff = row("fit.hair_taken_off",
		"Hair was taken off there: no acid, alcohol, scent or heat for {fit.hair_bare*24} hours, no polish for "+
			"{fit.hair_polish*24}.")
	HairComesOff = row("fit.hair_comes_off",
		"Hair is to be taken off there: no acid in the {prep.acid_before_hair} days before, "+
			"no retinoid in the {prep.retinoid_before_hair}.")
	TanFades        = row("fit.tan_fades", "Self-tan fades in patches under oil, acid or a mitt.")
	NoMassageEczema = row("fit.no_massage_eczema", "No facial massage on eczema.")
	PullsThinSkin   = row("fit.pulls_thin_skin", "The skin is thin or bruises easily: nothing that pulls.")
	PiercesKeloid   = row("fit.pierces_keloid", "The client scars thickly: nothing that opens the skin.")
	LashesPregnant  = row("fit.lashes_pregnant", "{product}: no lash serum while pregnant or nursing.")
	NotForChild     = row("fit.not_for_child", "{product} is not for a child.")
	HeatsThere      = row("fit.heats_there", "Warmth, on skin that must not be warmed today.")
	PullsThere      = row("fit.pulls_there", "It pulls, at skin that must not be pulled today.")
	PressesThere    = row("fit.presses_there", "It presses or rubs, on skin that must be left still today.")
	AimsElsewhere   = row("fit.aims_elsewhere", "{product} is aimed at a mark that this zone has not.")
	StungBefore     = row("fit.stung_before", "{product} stung the client before.")
	FactorTooLow    = row("fit.factor_too_low",
		"Light harms this skin more than most: {product} is labelled under {fit.photosensitive_spf}.")
	LashLiftFresh = row("fit.lash_lift_fresh",
		"The lash lift is less than {fit.lash_lift*24} hours old: no oil, steam or rubbing there.")
	OnFlare = row("fit.on_flare",
		"On a flare only the client's own emollient or prescription: not {product}.")
	StingsEczema  = row("fit.stings_eczema", "{product} is not bland, and eczema stings.")
	HoldsRetinoid = row("fit.holds_retinoid", "{product} holds a retinoid.")
	StrongAcid    = row("fit.strong_acid", "{product} is a strong acid: for the client's clinician to say.")
	UnderInfant   = row("fit.under_infant",
		"Under {fit.infant*12:words} months: shade and clothing, no sunscreen unless a clinician says so.")
	AerosolAsthma  = row("fit.aerosol_asthma", "{product} is an aerosol, and the client has asthma.")
	PowderAsthma   = row("fit.powder_asthma", "Loose powder with asthma: pressed on, not puffed.")
	NotLicensed    = row("fit.not_licensed", "No licensed person is recorded for {kind}.")
	NearEyes       = row("fit.near_eyes", "{product} is not safe near the eyes.")
	OilyExtensions = row("fit.oily_extensions", "{product} is oily, and oil dissolves the glue of lash extensions.")
	TooRichOily    = row("fit.too_rich_oily", "{product} is too rich for oily skin.")
	HeavyUnderEyes = row("fit.heavy_under_eyes", "{product} is heavy, or not made, for the skin under the eyes.")
	WateryLids     = row("fit.watery_lids",
		"{product} on the lids of watery or hooded eyes: no cream or oil there.")
	LabelledLow = row("fit.labelled_low", "{product} is labelled {spf:g}{narrow}.")
	NoFactor    = row("fit.no_factor", "No factor is known of {product}: it counts for nothing against sun.")
	NoFactors   = row("fit.no_factors",
		"No factor is known of {products}, so nothing is planned with them against sun; {sun.least_spf} is the least.")
	NotBroad        = row("fit.not_broad", " and not broad spectrum")
	MayFlash        = row("fit.may_flash", "{product} may flash back white in photographs.")
	LeavesCast      = row("fit.leaves_cast", "{product} leaves a white cast on this skin.")
	PeelBefore      = row("fit.peel_before", "A peel just before makeup.")
	StripsBefore    = row("fit.strips_before", "{product} strips the skin just before makeup.")
	PolishNever     = row("fit.polish_never", "{product} is a polish, and the house method is none on the day.")
	ScrubNotAllowed = row("fit.scrub_not_allowed",
		"{product} is a scrub, and the house method does not allow one on the day.")
	NewActive = row("fit.new_active", "{product} brings an active that is new to this skin.")
)
