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
	MassageMost  = lift.w("massage_most", "a load massaged as a medium one, up to", 4, "")
	MassageLight = lift.w("massage_light", "massage of a light load", 30, "s")
	MassageS     = lift.w("massage", "massage of a medium load", 60, "s")
	MassageHeavy = lift.w("massage_heavy", "massage of a heavy load", 90, "s")
	CreamWashS   = lift.w("cream_wash", "a cream cleanser is massaged", 60, "s")
	WashS        = lift.w("wash", "gel or foam is massaged", 45, "s")
	AgainS       = lift.w("again", "a fresh dose on little, and a pass after a pad check", 30, "s")
	LittleLeft   = lift.w("little_left", "little is left from", 0.2, "share")
	LashHalf     = lift.w("lash_half", "a strip lash lifts off when this is left of its glue", 0.5, "share")
	LashTakes    = lift.w("lash_takes", "a strip lash takes off, of the rest", 0.7, "share")
	MostOfOne    = lift.n("most_of_one", "most passes of one remover", 3, "")
	MostOnLids   = lift.n("most_on_lids", "most holds of one remover on lids", 4, "")
	MostOfAll    = lift.n("most_of_all", "most passes in all", 5, "")
	LeastTaken   = lift.w("least_taken", "a pass in vain takes off less of the worst than", 0.2, "share")
	MostWashes   = lift.n("most_washes", "most doses of a wash where nothing else came before", 2, "")
	GripS        = lift.n("grip", "holds are rounded up to", 5, "s")
	CareFilm     = lift.w("care_film", "film of care that is a load of 1", 0.5, "mg/cm²")
)

// What skin can bear: seconds of massage and wiping on one zone, summed over an evening.
var (
	BearsSturdy    = lift.w("bears_sturdy", "sturdy skin bears", 150, "s")
	BearsLong      = lift.w("bears_long", "sturdy skin bears, under a long massage", 240, "s")
	BearsSensitive = lift.w("bears_sensitive", "sensitive, mature or a child's skin bears", 120, "s")
	BearsSore      = lift.w("bears_sore", "sore or thin skin bears", 75, "s")
	BearsNear      = lift.w("bears_near", "of that, under the eyes, on lids and on lips", 0.5, "times")
	WipedS         = lift.n("wiped", "a wipe counts on a zone", 10, "s")
	NearTimes      = lift.w("near_times", "a pass over the face counts under the eyes and on lids", 0.5, "times")
	OldFrom        = lift.n("old_from", "old skin from", 70, "years")
	YoungUnder     = lift.n("young_under", "a child's skin under", 12, "years")
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
	FilmLeft     = lift.w("film_left", "film of balm, oil, biphase or a remover for adhesives", 0.30, "share")
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
	TipsGrams    = lift.w("tips_grams", "one pass with lint-free tips at extensions", 0.2, "g")
	BudGrams     = lift.w("bud_grams", "one dip of two buds", 0.1, "g")
	CoverLoad    = lift.w("cover_load", "load of what covers a beard or a scar", 3, "")
	FacesPerPad  = lift.n("faces_per_pad", "clean faces of a pad folded over twice", 4, "")
	FacesPerWipe = lift.n("faces_per_wipe", "clean faces of a wipe folded over twice", 4, "")
	FacesPerMitt = lift.n("faces_per_mitt", "clean faces of a mitt", 4, "")
	ZonesPerPad  = lift.n("zones_per_pad", "zones that one pad checks", 6, "")
	TipsPerPass  = lift.n("tips", "lint-free tips for one pass at extensions", 4, "")
	EdgeML       = lift.w("edge_ml", "effects remover for each cm of a glued edge", 0.2, "ml")
	EdgeCM       = lift.w("edge_cm", "glued edge of a piece where it is not told", 10, "cm")
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
	MissingCost   = lift.w("missing", "each pad or face of a mitt that is not there", 100, "cost")
	KindnessCost  = lift.w("kindness", "misfit of the second cleanse", 0.3, "times")
	DifferentCost = lift.w("different", "a second product where the method is one", 2, "cost")
	AgainstMethod = lift.w("against_method", "a pass against the house method for eyes", 20, "cost")
	WrongSkin     = lift.w("wrong_skin", "a balm on a wet face, a plain oil on a dry one", 0.3, "cost")
	WantedCost    = lift.w("wanted", "no second cleanse where the method always has one", 50, "cost")
	TravelTimes   = lift.w("travel", "a wipe's pass on the road counts for", 0.3, "times")
	MostScarce    = lift.n("most_scarce", "removers that would run out are planned around up to", 4, "")
	AlikeKept     = lift.n("alike_kept", "removers alike that are considered where one misses the target", 2, "")
	MostRemovers  = lift.n("most_removers", "removers that a search can tell apart", 64, "")
	MostNodes     = lift.n("most_nodes", "steps of the search of one group, a guard", 200_000, "")
)

// Delicacy: how much a pass costs the skin of a zone.
var (
	DelicacySkin = lift.w("delicacy_skin", "delicacy of skin", 1, "")
	DelicacyEyes = lift.w("delicacy_eyes", "delicacy of eyes", 3, "")
	DelicacyLips = lift.w("delicacy_lips", "delicacy of lips", 1.5, "")
	DelicacyNeck = lift.w("delicacy_neck", "delicacy of neck and chest", 0.8, "")
	DelicacyScar = lift.w("delicacy_scar", "delicacy of scars", 1.5, "")

	SensitiveTimes     = lift.w("sensitive_times", "delicacy at sensitivity 2", 1.5, "times")
	VerySensitiveTimes = lift.w("very_sensitive_times", "delicacy at sensitivity 3", 2, "times")
	SoreTimes          = lift.w("sore_times", "delicacy of sore skin", 2, "times")
	AgeTimes           = lift.w("age_times", "delicacy of old or a child's skin", 1.5, "times")
)

// Hands-on seconds.
var (
	EmulsifyS = lift.n("emulsify", "emulsify", 30, "s")
	ClothS    = lift.n("cloth", "warm cloth", 20, "s")
	RinseOffS = lift.n("rinse", "rinse", 30, "s")
	WetPadS   = lift.n("wet_pad", "wetting pads before they wipe", 5, "s")
	SetupOffS = lift.n("setup", "set-up for removal", 30, "s")
	LashesS   = lift.n("lashes", "lifting lashes off", 30, "s")
	GlideS    = lift.n("glide", "gliding a pad down and out", 5, "s")
	DampS     = lift.n("damp", "a damp pad over lids or lips", 10, "s")
	TonerS    = lift.n("toner", "toner after cleansing", 15, "s")
	CheckS    = lift.n("check", "pad check", 20, "s")
	LongS     = lift.w("long", "second cleanse by the long method, two fresh doses", 120, "s")
	HurryTwo  = lift.n("hurry_two", "removal by the house's shortest", 2, "min")
	HurryFive = lift.n("hurry_five", "removal by the house's short", 5, "min")
	HurryTen  = lift.n("hurry_ten", "removal by the house's longest", 10, "min")
	BudHolds  = lift.n("bud_holds", "most holds of a bud on lash glue", 4, "")
)
