package say

var (
	NeutraliseWater  = row("after.neutralise_water", "Neutralise with water when its time is up.")
	AtNight          = row("after.at_night", "{product} at night.")
	InOneNight       = row("after.in_one_night", "{acid} and {retinoid} in one night.")
	CareTooLong      = row("after.care_too_long", "Care ends at {end}, and the client leaves at {leaves}.")
	LessCare         = row("after.less_care", "An earlier removal, or leaving later.")
	ThirdScrub       = row("after.third_scrub", "More than {after.scrubs:words} scrubs within a week.")
	NeutraliseNeeded = row("after.neutralise_needed", "{product} has to be neutralised with water.")
	MorningRinse     = row("after.morning_rinse", "Rinse with lukewarm water, then moisturise.")
	MorningSunscreen = row("after.morning_sunscreen",
		"Sunscreen before daylight, and a hat: skin that was cleaned well burns as easily as any.")
	MorningAcid = row("after.morning_acid",
		"After an acid or a polish skin burns more easily for {fit.photosensitive:words} days: sunscreen every day.")
	MorningRetinoid = row("after.morning_retinoid",
		"Wash the retinoid off in the morning and wear sunscreen; no acid the same night.")
	NoScrubDays  = row("after.no_scrub_days", "No scrub or acid for {fit.exfoliate_every:words} days.")
	OutOfSun     = row("after.out_of_sun", "Keep out of the sun tomorrow; cool, bland care until the skin is calm.")
	OwnEmollient = row("after.own_emollient", "Your own emollient or prescription comes first.")
	SeeSomebody  = row("after.see_somebody",
		"See somebody  Redness, swelling or itching that lasts past tomorrow: a pharmacist or doctor. Pain or "+
			"altered sight, swelling of lips, tongue or eyes, wheeze or faintness: the emergency number at once.")
	LabelsFirst = row("after.labels_first", "Labels, and what your own clinician says, come first.")
)

// Steps of the night.
var (
	NightPress    = row("after.night.press", "{do} {product} on {zones}: {amount}.")
	DoPress       = row("after.do.press", "Press")
	DoSmooth      = row("after.do.smooth", "Smooth")
	DoPat         = row("after.do.pat", "Pat")
	NightEyeCream = row("after.night.eye_cream",
		"{product} with the ring finger along the orbital bone, {zones}: {amount}.")
	NightAcid      = row("after.night.acid", "{product} on {zones}: {amount}. Wait its time.")
	NightAcidTimed = row("after.night.acid_timed", "{product} on {zones} for {minutes}: {amount}.")
	ScrubOffCloth  = row("after.night.scrub_off", "Take the scrub off with a lukewarm, wrung cloth of its own.")
	LeavesByDay    = row("after.night.leaves_by_day",
		"The client goes out by daylight: {product} on {zones}, {amount}.")
	ToolsAway   = row("after.night.tools", "Tools and surfaces cleaned, hands washed.")
	ToolsWashed = row("after.night.tools_washed",
		"Cloths and mitt rinsed and to the wash at 60 °C, the sponge to its owner, surfaces cleaned, hands washed.")
	WaitsForTomorrow = row("after.waits_for_tomorrow", "Due too, and left for another night: {products}.")
	RoutineDue       = row("after.routine_due", "Due tonight by the client's own routine, and not in the kit: "+
		"{products}.")
	RoutineLeft = row("after.routine_left",
		"{product} is due tonight by the client's own routine and left out: {why}.")
	WhySunned       = row("after.why_sunned", "the skin had more sun today than its budget")
	LeaveOutTonight = row("after.leave_out_tonight", "Leave it out tonight, and tell the client why.")
	WhyExfoliated   = row("after.why_exfoliated", "this skin was exfoliated within {fit.exfoliate_every:words} days")
	WhyActive       = row("after.why_active", "another active has this night")
	WhyNothing      = row("after.why_nothing", "nothing speaks against it")
	BareByDay       = row("after.bare_by_day", "The client goes out by daylight and no sunscreen is on.")

	NightTargeted = row("after.night.targeted", "{do} {product} on {zones} only: {amount}.")
	NightSmooth   = row("after.night.smooth", "{do} {product} on {zones}: {amount}.")
	NightOil      = row("after.night.oil", "{do} {product} on {zones} last: {amount}.")
	NightRetinoid = row("after.night.retinoid", "A pea of {product} on {zones}, away from eyes and lips: {amount}.")
	NightPatch    = row("after.night.patch", "{product} on the spots of {zones}; it stays overnight.")
	NightLashes   = row("after.night.lashes", "{product} along the lash line, by its label: {amount}.")
	NightMask     = row("after.night.mask", "{product} on {zones} for {minutes}: {amount}.")
	NightPolish   = row("after.night.polish", "{product} on {zones}, light pressure: {amount}.")
)

// The card. Two spaces part its heads from what they say.
var (
	CardTakenOff = row("after.card.taken_off", "Taken off with  {products}.")
	CardTonight  = row("after.card.tonight", "Tonight  {products}.")
	CardTomorrow = row("after.card.tomorrow", "Tomorrow  {what}")
	CardLittle   = row("after.card.little", "Little is enough  {why}")
)
