package figure

const lift chapter = "lift"

// Contact.
var (
	RightFrom    = lift.w("right_from", "a remover is the right one from", 0.60, "share")
	MostRight    = lift.w("most_right", "longest useful hold, right remover", 3, "times t0")
	MostWrong    = lift.w("most_wrong", "longest useful hold, wrong remover", 1.5, "times t0")
	HoldStep     = lift.w("hold_step", "holds are tried in steps of", 0.5, "times t0")
	LightLoad    = lift.w("light_load", "a light load, up to", 1, "")
	MediumLoad   = lift.w("medium_load", "a medium load, up to", 2, "")
	LightTimes   = lift.w("light_times", "contact at a light load", 0.7, "times")
	HeavyTimes   = lift.w("heavy_times", "contact at a heavy load", 1.5, "times")
	MassageS     = lift.w("massage", "massage at a medium load; half of it at a light, twice at a heavy one", 60, "s")
	WashTimes    = lift.w("wash_times", "gel and foam, of that", 0.75, "times")
	MassageTwice = lift.w("massage_twice", "massaged so long counts as a second pass", 2, "times")
	LashHalf     = lift.w("lash_half", "a strip lash lifts off when this is left of its glue", 0.5, "share")
	LashTakes    = lift.w("lash_takes", "a strip lash takes off, of the rest", 0.7, "share")
	MostOfOne    = lift.n("most_of_one", "most passes of one remover", 4, "")
	MostOfAll    = lift.n("most_of_all", "most passes in all", 6, "")
	GripS        = lift.n("grip", "holds are rounded up to", 5, "s")
	CareFilm     = lift.w("care_film", "film of care that is a load of 1", 0.5, "mg/cm²")
)

// Targets for makeup left, the worst binder's share.
var (
	TargetSkin = lift.w("target_skin", "target for skin", 0.04, "share")
	TargetLids = lift.w("target_lids", "target for lids and lashes", 0.05, "share")
	TargetLips = lift.w("target_lips", "target for lips", 0.05, "share")
	HeavyPad   = lift.w("heavy_pad", "heavy on a pad from", 3, "times the target")
)

// What the remover leaves of itself, and what takes it away.
var (
	FilmLeft     = lift.w("film_left", "film of balm, oil or biphase", 0.30, "share")
	FilmCloth    = lift.w("film_cloth", "film after a warm cloth", 0.12, "share")
	FilmEmulsify = lift.w("film_emulsify", "film after emulsifying and rinsing", 0.05, "share")
	FilmPad      = lift.w("film_pad", "film after a damp pad on lids and lips", 0.12, "share")
	WelcomeDry   = lift.w("welcome_dry", "film welcome on dry skin, lids and lips", 0.15, "share")
	WelcomeEven  = lift.w("welcome_even", "film welcome on balanced skin", 0.04, "share")
	WelcomeOily  = lift.w("welcome_oily", "film welcome on combination and oily skin", 0.03, "share")
)

// Grams, pads and heat.
var (
	WarmestC     = lift.w("warmest", "warmest cloth", 38, "°C")
	WarmC        = lift.w("warm", "warm water or cloth", 37, "°C")
	HeatsFromC   = lift.w("heats_from", "water or a cloth counts as heat from", 36, "°C")
	LukewarmC    = lift.w("lukewarm", "lukewarm water", 32, "°C")
	BeardRemover = lift.w("beard_remover", "remover under a full beard", 1.5, "times")
	EyeGrams     = lift.w("eye_grams", "one pass over both eyes", 1, "g")
	SpotGrams    = lift.w("spot_grams", "one pass over brows or lips", 0.5, "g")
	BudGrams     = lift.w("bud_grams", "one dip of two buds", 0.1, "g")
	CoverLoad    = lift.w("cover_load", "load of what covers a beard or a scar", 3, "")
	FacesPerPad  = lift.n("faces_per_pad", "clean faces of a pad folded over twice", 4, "")
	TipsPerPass  = lift.n("tips", "lint-free tips for one pass at extensions", 4, "")
	PlentyG      = lift.w("plenty", "a remover cannot run out in one removal from", 15, "g")
	PadsEnough   = lift.n("pads_enough", "pads enough that no choice hangs on them", 24, "")
)

// Costs of a sequence.
var (
	PassDelicacy  = lift.w("pass", "each pass, times delicacy", 1, "cost")
	MinuteCost    = lift.w("minute", "each minute", 0.2, "cost")
	PadCost       = lift.w("pad", "each pad", 0.05, "cost")
	PriceCost     = lift.w("price", "price of what is used", 0.5, "times")
	ProductCost   = lift.w("product", "each different product", 0.3, "cost")
	MissingCost   = lift.w("missing", "each pad that is not there", 100, "cost")
	KindnessCost  = lift.w("kindness", "misfit of the second cleanse", 0.3, "times")
	DifferentCost = lift.w("different", "a second product where the method is one", 2, "cost")
	AgainstMethod = lift.w("against_method", "a pass against the house method for eyes", 20, "cost")
	WrongSkin     = lift.w("wrong_skin", "a balm on a wet face, a plain oil on a dry one", 0.3, "cost")
	WantedCost    = lift.w("wanted", "no second cleanse where the method always has one", 50, "cost")
	TravelTimes   = lift.w("travel", "a wipe's pass on the road counts for", 0.3, "times")
	MergeSlack    = lift.w("merge_slack", "a sequence may be dearer by so many products and still win by sharing", 3,
		"products")
	MostScarce   = lift.n("most_scarce", "removers that would run out are planned around up to", 4, "")
	AlikeKept    = lift.n("alike_kept", "removers alike that are considered where one misses the target", 2, "")
	MostRemovers = lift.n("most_removers", "removers that a search can tell apart", 64, "")
	MostNodes    = lift.n("most_nodes", "steps of the search of one group, a guard", 200_000, "")
)

// Delicacy: how much a pass costs the skin of a zone.
var (
	DelicacySkin = lift.w("delicacy_skin", "delicacy of skin", 1, "")
	DelicacyEyes = lift.w("delicacy_eyes", "delicacy of eyes", 3, "")
	DelicacyLips = lift.w("delicacy_lips", "delicacy of lips", 1.5, "")
	DelicacyNeck = lift.w("delicacy_neck", "delicacy of neck and chest", 0.8, "")
	DelicacyScar = lift.w("delicacy_scar", "delicacy of scars", 1.5, "")
)

// Hands-on seconds.
var (
	EmulsifyS = lift.n("emulsify", "emulsify", 30, "s")
	ClothS    = lift.n("cloth", "warm cloth", 30, "s")
	RinseOffS = lift.n("rinse", "rinse", 30, "s")
	WipeS     = lift.n("wipe", "a pad over the face", 30, "s")
	SetupOffS = lift.n("setup", "set-up for removal", 30, "s")
	LashesS   = lift.n("lashes", "lifting lashes off", 30, "s")
	RootsS    = lift.n("roots", "lash roots", 20, "s")
	GlideS    = lift.n("glide", "gliding a pad down and out", 5, "s")
	DampS     = lift.n("damp", "a damp pad over lids or lips", 10, "s")
	TonerS    = lift.n("toner", "toner after cleansing", 15, "s")
	CheckS    = lift.n("check", "pad check", 20, "s")
	LongS     = lift.w("long", "massage by the long method", 120, "s")
	BudHolds  = lift.n("bud_holds", "most holds of a bud on lash glue", 4, "")
)
