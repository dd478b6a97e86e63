package say

// Words that stand in sentences.
var (
	TheFace     = row("word.the_face", "the face")
	TypeBecause = row("word.type_because",
		"middle of the face oil {middle:g3}, cheeks oil {cheeks}, mean water {water:g3}")
	OilyAndThirsty = row("word.oily_and_thirsty",
		"oil {face.oily_from} or more with water {face.dry_up_to} or less on {zones}")
	SensitivityIs = row("word.sensitivity_is", "sensitivity {grade}")
	AsNoted       = row("word.as_noted", "as noted for the client")
	BreakoutsOn   = row("word.breakouts_on", "breakouts on {zones}")
)

// Times.
var (
	Seconds           = row("time.seconds", "{n} {n|second|seconds}")
	ShortSeconds      = row("time.short_seconds", "{n} s")
	Minutes           = row("time.minutes", "{n} {n|minute|minutes}")
	MinutesAndSeconds = row("time.minutes_and_seconds", "{minutes} min {seconds} s")
)

// Amounts.
var (
	Grams           = row("amount.grams", "{grams} g")
	AmountUnits     = row("amount.units", "{n} {unit}")
	BrowBones       = row("zone.brow_bones", "brow bones")
	LessThanRice    = row("amount.less_than_rice", "less than a rice grain: what stays on a fingertip")
	BetweenCounts   = row("amount.between_counts", "{less:words} to {more:words} {measures}")
	BetweenMeasures = row("amount.between", "between {less} and {more}")
	MeasuresMany    = row("amount.many", "{n} {measures}")
	MeasuresTwo     = row("amount.two", "two {measures}")
	MeasuresThree   = row("amount.three", "three {measures}")
	MeasuresFour    = row("amount.four", "four {measures}")
)

// Looks of our own.
var (
	LookBare     = row("look.bare", "Bare skin, cared for")
	LookDaylight = row("look.daylight", "Quiet daylight")
	LookOutdoors = row("look.outdoors", "Outdoors, all weathers")
	LookEvening  = row("look.evening", "Long evening")
	LookStage    = row("look.stage", "Stage, floodlit")
)

// Whole numbers that are written out where a slot asks for words.
var _ = []ID{
	row("number.1", "one"),
	row("number.2", "two"),
	row("number.3", "three"),
	row("number.4", "four"),
	row("number.5", "five"),
	row("number.6", "six"),
	row("number.7", "seven"),
	row("number.8", "eight"),
	row("number.9", "nine"),
	row("number.10", "ten"),
	row("number.11", "eleven"),
	row("number.12", "twelve"),
	row("number.20", "twenty"),
}
