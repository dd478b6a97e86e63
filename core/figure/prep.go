package figure

// One cost for what every part weighs alike.
const choice chapter = "choice"

var (
	CautionCost  = choice.w("caution", "each caution that could be avoided", 100, "cost")
	DislikedCost = choice.w("disliked", "each disliked tag", 1, "cost")
	CastCost     = choice.w("cast", "each step of white cast", 0.2, "cost")
	WeightMisfit = choice.w("weight_misfit", "moisturiser, each step from the ideal weight", 0.5, "cost")
)

const prep chapter = "prep"

// Costs of choosing.
var (
	LayerCost       = prep.w("layer", "each layer", 0.25, "cost")
	LoadCost        = prep.w("load", "each mg/cm² over the load limit", 10, "cost")
	LowFactor       = prep.w("low_factor", "sunscreen under 30 or not of broad spectrum", 500, "cost")
	DryWeight       = prep.w("dry_weight", "ideal weight of a moisturiser, more where water is 0", 1, "")
	TightWeight     = prep.w("tight_weight", "ideal weight of a moisturiser, more where water is 1", 0.5, "")
	MattifyDry      = prep.w("mattify_dry", "mattifying primer on dry or thirsty skin", 9, "cost")
	HydrateOily     = prep.w("hydrate_oily", "hydrating primer where mattifying is due", 2, "cost")
	GripOily        = prep.w("grip_oily", "gripping primer where mattifying is due", 1, "cost")
	WithoutActive   = prep.w("without_active", "serum without the active its zone wants", 0.4, "cost")
	HeavySunscreen  = prep.w("heavy_sunscreen", "sunscreen, each weight over a fluid's", 0.3, "cost")
	SunscreenWeight = prep.w("sunscreen_weight", "weight of a sunscreen fluid", 2, "")
	CastDarkCost    = prep.w("cast_dark", "sunscreen, each step of white cast on phototype IV–VI", 1, "cost")
	EyeUnscreened   = prep.w("eye_unscreened", "eye zones without an eye-safe sunscreen", 3, "cost")
	VeilFilm        = prep.w("veil", "hydrating veil", 0.2, "mg/cm²")
	SpotShare       = prep.w("spot_share", "share of a flaky zone that is patches", 0.2, "share")
	CrossWorkCost   = prep.w("cross_work", "working elsewhere while a zone sets", 0.1, "cost")
	ColdWeight      = prep.w("cold_weight", "moisturiser, more weight in the cold", 1, "")
	NotResistant    = prep.w("not_resistant", "sunscreen, each class of resistance missing for the day", 1.5, "cost")
	Untinted        = prep.w("untinted", "sunscreen without tint on phototype IV–VI or pigment", 0.2, "cost")
	LipsUnscreened  = prep.w("lips_unscreened", "lip balm without a factor outdoors by day", 1.5, "cost")
	BeardDose       = prep.w("beard_dose", "moisture and sunscreen worked through a beard", 1.5, "times")
	GenerousMost    = prep.w("generous_most", "a generous film of moisturiser, at most", 1.2, "mg/cm²")
	StepCost        = prep.w("step", "each separate hands-on step", 0.1, "cost")
	NotHouse        = prep.w("not_house", "another than the studio's own choice of a kind", 1, "cost")
	IdealWeight     = prep.byGrade("ideal_weight", "ideal weight of a moisturiser where oil is", "", 3, 2, 1.5, 1)
	Forbidden       = prep.w("forbidden", "an empty slot that may not be empty", 1e6, "cost")
	CloseCall       = prep.w("close_call", "two choices are called as good under a difference of", 0.02, "cost")
	DropScrubCost   = prep.w("drop_scrub", "giving up the lip scrub", 0.3, "cost")
	DropMaskCost    = prep.w("drop_mask", "giving up a mask", 0.5, "cost")
	DropPolishCost  = prep.w("drop_polish", "giving up the polish", 0.5, "cost")
	DropDepuffCost  = prep.w("drop_depuff", "giving up depuffing", 0.5, "cost")
	MostJoint       = prep.n("joint", "nodes of the search over which steps there are, at most", 300, "")
	SharedOut       = prep.n("shared_out", "what a step costs is shared out among groups, at each node", 3, "times")
	MostTries       = prep.n("tries", "products that run out are avoided at most so often", 5, "times")
)

// Empty slots.
var (
	NoTonerDry   = prep.w("no_toner_dry", "no toner or mist on thirsty skin or under a dewy look", 1, "cost")
	NoToner      = prep.w("no_toner", "no toner or mist elsewhere", 0.3, "cost")
	NoEssenceDry = prep.w("no_essence_dry", "no essence on thirsty skin", 0.6, "cost")
	NoEssence    = prep.w("no_essence", "no essence elsewhere", 0.1, "cost")
	NoSerumDry   = prep.w("no_serum_dry", "no serum on thirsty skin", 1.2, "cost")
	NoSerum      = prep.w("no_serum", "no serum elsewhere", 0.2, "cost")
	NoEyeCream   = prep.w("no_eye_cream", "no eye cream", 0.8, "cost")
	NoLipBalm    = prep.w("no_lip_balm", "no lip balm", 0.6, "cost")
	NoPatchBalm  = prep.w("no_patch_balm", "no balm on dry patches", 1.5, "cost")
	NoOilParched = prep.w("no_oil", "no oil on parched skin, matte looks excepted", 0.8, "cost")
	NoPrimerOily = prep.w("no_primer_oily", "no primer where mattifying is due", 3, "cost")
	NoPrimer     = prep.w("no_primer", "no primer elsewhere", 1, "cost")
)

// The first cleanse, against the misfit of a cleanser.
var (
	TonerRefresh    = prep.w("toner_refresh", "a refresh with toner instead of micellar", 0.2, "cost")
	FullAfterWash   = prep.w("full_after_wash", "a full cleanse after a recent wash", 10, "cost")
	MittOnly        = prep.w("mitt_only", "water and a mitt instead of a cleanser", 20, "cost")
	NotBlandCleanse = prep.w("not_bland_cleanse", "a cleanser that is not bland on sensitive skin", 0.5, "cost")
	TouchAddFilm    = prep.w("touch_add", "more moisturiser where skin is tight at the touch check", 0.2, "mg/cm²")
	TouchWait       = prep.minutes("touch_wait", "wait where skin is tacky at the touch check", 2)
	NoHotShower     = prep.minutes("no_hot_shower", "no hot shower before the chair for", 30)
	FacialLead      = prep.hours("facial_lead", "a facial is at least so long before base", 2)
	FullPolishLead  = prep.hours("full_polish_lead", "a full polish is at least so long before", 12)
)

// Hands-on seconds. Those named "of ours" are ours where the handbook names none.
var (
	ConsultS    = prep.n("consult", "hands-on: consultation", 120, "s")
	HandsS      = prep.n("hands", "hands-on: hands", 30, "s")
	SetupS      = prep.n("setup", "hands-on: set-up", 60, "s")
	LensS       = prep.n("lenses", "hands-on: lenses out, by their owner (ours)", 60, "s")
	RefreshS    = prep.n("refresh", "hands-on: refresh", 60, "s")
	CleanseS    = prep.n("cleanse", "hands-on: cleanse", 60, "s")
	RinseS      = prep.n("rinse", "hands-on: rinse", 40, "s")
	DryS        = prep.n("dry", "hands-on: pat dry (ours)", 15, "s")
	MistS       = prep.n("mist", "hands-on: mist or toner", 15, "s")
	EssenceS    = prep.n("essence", "hands-on: essence", 20, "s")
	SerumS      = prep.n("serum", "hands-on: serum", 30, "s")
	EyeCreamS   = prep.n("eye_cream", "hands-on: eye cream", 30, "s")
	MoistureS   = prep.n("moisturiser", "hands-on: moisturiser", 60, "s")
	TouchS      = prep.n("touch_check", "hands-on: touch check", 20, "s")
	LipsS       = prep.n("lips", "hands-on: lips", 30, "s")
	LipScrubS   = prep.n("lip_scrub", "hands-on: lip scrub", 90, "s")
	PatchS      = prep.n("patches", "hands-on: dry patches", 20, "s")
	OilS        = prep.n("oil", "hands-on: oil", 30, "s")
	PrimerS     = prep.n("primer", "hands-on: each primer", 30, "s")
	FaceSPFS    = prep.n("sunscreen_face", "hands-on: sunscreen, face", 60, "s")
	NeckSPFS    = prep.n("sunscreen_neck", "hands-on: sunscreen, neck", 20, "s")
	EarsSPFS    = prep.n("sunscreen_ears", "hands-on: sunscreen, ears", 15, "s")
	ChestSPFS   = prep.n("sunscreen_chest", "hands-on: sunscreen, chest", 20, "s")
	BodySPFS    = prep.n("sunscreen_body", "hands-on: sunscreen, each zone of the body (ours)", 30, "s")
	PolishS     = prep.n("polish", "hands-on: polish", 60, "s")
	PolishRubS  = prep.n("polish_rub", "a polish is rubbed, where its label says nothing", 45, "s")
	MaskS       = prep.n("mask", "a mask stays on, where its label says nothing", 300, "s")
	ColdPadS    = prep.n("cold_pads", "cold pads lie", 600, "s")
	MassageUpS  = prep.n("massage_up", "hands-on: brief upward massage (ours)", 60, "s")
	RepairS     = prep.n("repair", "hands-on: a slip put right", 60, "s")
	RepairZoneS = prep.n("repair_zone", "hands-on: a zone taken off and prepped anew (ours)", 420, "s")
	LeastPartS  = prep.n("least_part", "the least for one of several products in a slot (ours)", 30, "s")
	CoolClothS  = prep.n("cool_cloth", "a cool cloth lies on shaven skin", 300, "s")
	CoolEachS   = prep.n("cool_each", "a cool cloth lies, for each half degree begun above what is cool", 120, "s")
)

// Days before the day.
var (
	LastDeepPeel       = prep.n("last_deep_peel", "last day for a deep peel or ablative laser", 182, "days before")
	LastMediumPeel     = prep.n("last_medium_peel", "last day for a medium peel or other laser", 42, "days before")
	LastNeedling       = prep.n("last_needling", "last day for needling or filler", 28, "days before")
	LastToxin          = prep.n("last_toxin", "last day for toxin", 21, "days before")
	LastLightPeel      = prep.n("last_light_peel", "last day for a light peel", 14, "days before")
	LastExtraction     = prep.n("last_extraction", "last day for extraction", 7, "days before")
	RetinoidBeforeHair = prep.n("retinoid_before_hair", "retinoid off before hair removal", 7, "days before")
	AcidBeforeHair     = prep.n("acid_before_hair", "acid off before hair removal", 5, "days before")
	PatchTestBefore    = prep.n("patch_test_before", "patch test what is new", 14, "days before")
	LastWax            = prep.n("last_wax", "last wax, acid or retinoid", 3, "days before")
	FewNew             = prep.n("few_new", "new products are named in the countdown up to", 3, "")
)

const stack chapter = "stack"

// Layers over layers.
var (
	BeadsFrom    = stack.w("beads_from", "a film beads from a cost of laying over of", 3, "cost")
	MismatchFrom = stack.w("mismatch_from", "foundation does not sit from a cost of laying over of", 2, "cost")
	SetOilFilm   = stack.w("set_oil", "set oil that does not count as beading, up to", 0.15, "mg/cm²")
)
