package figure

import "time"

const wear chapter = "wear"

// Label clocks.
var (
	TwoHours  = wear.pHours("two_hours", "a coat at least every", 2, "h outdoors", cfr)
	EarlyFrom = duration(wear.p("early_from", "early second coat, from", 15, "min outdoors", "Diffey 2001"),
		time.Minute)
	EarlyUntil = duration(wear.p("early_until", "early second coat, until", 30, "min outdoors", "Diffey 2001"),
		time.Minute)
)

// Loss of a film.
var (
	LossIndoors  = wear.w("loss_indoors", "film lost indoors", 0.03, "share an hour")
	LossOutdoors = wear.w("loss_outdoors", "film lost outdoors, still", 0.12, "share an hour")
	LossActive   = wear.w("loss_active", "film lost active or sweating", 0.35, "share an hour")
	LossActive40 = wear.w("loss_active_40", "film lost active, labelled 40 min", 0.20, "share an hour")
	LossActive80 = wear.w("loss_active_80", "film lost active, labelled 80 min", 0.15, "share an hour")
	KeptInWater  = wear.w("kept_in_water",
		"film kept at the end of the labelled minutes in water (half a factor of 50, as the European test asks)",
		0.82, "share")
	KeptUnlabel  = wear.w("kept_unlabelled", "unlabelled film kept in water after its time", 0.5, "share")
	UnlabelIn    = wear.minutes("unlabelled_in", "time in which unlabelled film goes in water", 15)
	KeptTowelled = wear.w("kept_towelled", "film kept after towelling", 0.40, "share")
	KeptBlotted  = wear.w("kept_blotted", "film kept under a pressed tissue", 0.95, "share")
	KeptRubbed   = wear.w("kept_rubbed", "film kept under a primer that is rubbed or a base that is buffed", 0.90,
		"share")
	KeptUnder = wear.w("kept_under", "film kept under stippled base", 0.97, "share")
)

// Budget of reddening dose; MED by phototype after CIE S 007.
var (
	BudgetMED = wear.w("budget_med", "budget, of a MED", 0.5, "share")
	BudgetSED = wear.w("budget_sed", "budget, at most", 1.75, "SED")
	MED       = wear.byType("med", "MED, phototype", "SED", 2, 2.5, 3.5, 4.5, 6, 10)
)

// Shine: sebum by oil grade and how it follows the skin's temperature, after Cunliffe 1970.
var (
	Sebum          = wear.byGrade("sebum", "sebum where oil is", "µg/cm²/min", 0.1, 0.4, 1.0, 1.8)
	SebumPerDegree = wear.w("sebum_per_degree", "sebum, more for each degree over 32", 0.1, "share")
	SebumLeast     = wear.w("sebum_least", "sebum by temperature, at least", 0.7, "times")
	SebumMost      = wear.w("sebum_most", "sebum by temperature, at most", 1.8, "times")
	SurfacePerC    = wear.w("surface_per_c", "skin warms with the air", 0.3, "°C per °C")
	ShineFrom      = wear.w("shine_from", "shine shows from", 150, "µg/cm²")
	PrimerTakes    = wear.w("primer_takes", "a mattifying primer takes up", 150, "µg/cm²")
	PowderTakes    = wear.w("powder_takes", "each powdering takes up", 100, "µg/cm²")
	BlotTakes      = wear.w("blot_takes", "blotting removes, of what is free", 0.7, "share")
)

// Planning.
var (
	ApartFor      = wear.minutes("apart_for", "a blot follows no sooner, where nothing is the worse for it, than", 20)
	LongWear      = wear.hours("long_wear", "a reset at half time from a wear of", 10)
	ResetWithin   = wear.minutes("reset_within", "the reset, from half time at most", 20)
	GlassLong     = wear.minutes("glass_long", "long behind glass", 60)
	OverStep      = wear.w("over_step", "dose over the budget counted in steps of", 0.01, "SED")
	CoatCostsSED  = wear.w("coat_costs", "a coat that no label asks for has to save", 0.15, "SED")
	StaleCoat     = wear.hours("stale_coat", "nobody goes out on a coat older than", 4)
	StaleFrom     = wear.w("stale_from", "an old coat matters from a UV index of", 3, "")
	UnkindActive  = wear.n("unkind_active", "unkindness while active or swimming", 3, "")
	UnkindStill   = wear.n("unkind_still", "unkindness while still", 1, "")
	WetLong       = wear.w("wet_long", "long in water or sweat", 40, "min")
	MistLands     = wear.w("mist_lands", "of a mist lands", 0.5, "share")
	MistInWind    = wear.w("mist_in_wind", "of a mist lands in wind", 1.0/3, "share")
	MoistenShare  = wear.w("moisten_share", "mist at a reset, of its usual film", 0.25, "share")
	SheetsPerFace = wear.n("sheets", "sheets for one blotting", 2, "")
)

// Costs of choosing a form, against 1 for each mg/cm² it lacks of the full dose.
var (
	WindCost     = wear.w("wind", "a mist sprayed in wind", 1, "cost")
	UntintedCost = wear.w("untinted", "untinted on phototype IV–VI or pigment", 0.3, "cost")
	WetCost      = wear.w("wet", "swimming or sweating for long without the 80-minute label", 0.5, "cost")
	OtherCost    = wear.w("other", "another sunscreen than the one laid first", 0.3, "cost")
)

// The search.
var (
	MoreTouchUps = wear.n("more_touch_ups", "touch-ups tried beyond the fewest", 4, "")
	FewTrails    = wear.n("few_trails", "trails of one moment and as many coats that are followed at first", 1, "")
	SearchWork   = wear.n("search_work", "moments that the searches of a day may let go by", 7000, "")
	MoreTries    = wear.n("more_tries", "tried beyond a number of interruptions neither found nor ruled out", 2, "")
	ExactWork    = wear.n("exact_work", "moments that a search with all trails may let go by", 2300, "")
	ShiftNodes   = wear.n("shift", "moments by which an interruption is shifted at most, nothing proven", 8, "")
	Compared     = wear.n("compared", "trails compared while one moment goes by", 8, "")
	TrailsHeld   = wear.n("trails_held", "trails made at a time", 256, "")
	StrideFrom   = wear.n("stride_from", "a day of more moments is searched for its dose in strides", 48, "")
	DoseStride   = wear.n("dose_stride", "moments of such a stride", 6, "")
	Stride       = wear.n("stride", "and where not all can be had", 3, "")
	AllFrom      = wear.n("all_from", "a day of more moments is searched in them for all", 140, "")
	LongDayNodes = wear.n("long_day", "a day of so many moments is searched with the work said", 170, "")
	Many         = wear.w("many", "so much dose weighs as much as an interruption", 1000, "SED")
	HalfGap      = wear.w("half_gap", "gap where only kindness or dose is not proven", 0.5, "interruptions")
	PromiseShare = wear.w("promise_share", "of the bare dose to come a coat still answers for", 0.3, "share")
	PromiseCount = wear.w("promise_count", "of unkindness in what a label promises", 1e-3, "SED")
	KindestStep  = wear.w("kindest_step", "one unkindness weighs as many minutes from half time", 1000, "min")
)
