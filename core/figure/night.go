package figure

const after chapter = "after"

// The night.
var (
	ScrubsAWeek   = after.n("scrubs", "scrubs a week, at most", 2, "")
	WeekDays      = after.n("week", "a week", 7, "days")
	RetinoidEvery = after.n("retinoid_every", "retinoid again after (two to three nights a week)", 2, "days")
	RetinoidG     = after.w("retinoid", "retinoid for a face, a pea", 0.25, "g")
	ColdC         = after.w("cold", "a richer moisturiser in air under", 5, "°C")
	DryAir        = after.w("dry_air", "a richer moisturiser in air drier than", 0.35, "share")
	RichWeight    = after.w("rich", "weight for dry skin without water, or in such air", 5, "")
	DaysAWeek     = after.w("days_a_week", "a habit is due after so many days, by times a week", 7, "days")
	ToolsS        = after.n("tools", "hands-on: tools, surfaces and hands at the end", 60, "s")
	Richer        = after.w("richer", "richer by a weight of", 1, "")
	PlainSerum    = after.w("plain_serum", "a serum without a calming active", 0.4, "cost")
	NightHandsS   = after.n("hands", "hands-on: a layer at night", 30, "s")
	NightSpotS    = after.n("spot", "hands-on: a spot at night", 20, "s")
	NightPolishS  = after.n("polish", "hands-on: a polish at night", 60, "s")
	NeutraliseS   = after.n("neutralise", "hands-on: rinse or neutralise at night", 30, "s")
)
