package say

var (
	BlotForNothing = row("wear.blot_for_nothing", "At {at} nothing shines, and nothing would before the next touch-up.")
	CoatForNothing = row("wear.coat_for_nothing", "The coat at {at} keeps no label clock and no budget.")
	InKeptFree     = row("wear.in_kept_free", "The touch-up at {time} falls into a time kept free.")
	ShinesAt       = row("wear.shines_at", "{zones} shines at {time}: blot before the coat.")
	PowderGives    = row("wear.powder_gives",
		"{film:g3} mg/cm² of {product} gives about {gives:g2} by itself; its label says {label:g}.")
	DragsBase       = row("wear.drags_base", "{product} drags the matte or powdered base.")
	MistNear        = row("wear.mist_near", "{product} near the face, and no precautions in the step.")
	PrepAndTouchUps = row("wear.prep_and_touch_ups",
		"Prep and touch-ups need {needs:g3} g of {product}, and {has:g3} g are left.")
	TouchUpsNeed = row("wear.touch_ups_need", "The touch-ups need {needs} of {product} and have {has}.")
	CoatOld      = row("wear.coat_old",
		"From {time} on the last coat on {zones} is more than {wear.two_hours:words} outdoor hours old.")
	CoatStale = row("wear.coat_stale",
		"Goes out at {time} on a coat more than four hours old: {zones}.")
	WetTooLong = row("wear.wet_too_long",
		"From {time} on {zones} has been in water or sweat for longer than the label allows.")
	TowelledAt    = row("wear.towelled_at", "Towelled at {time}, and no coat on {zones} at once.")
	NothingRenews = row("wear.nothing_renews",
		"Nothing in the kit renews sunscreen over this base: a fluid, cushion, stick or mist with a factor would. "+
			"Until then indoors or shade, a hat and clothing.")
	NothingPressed = row("wear.nothing_pressed",
		"Nothing is pressed there today, and the kit has no mist to lay on: indoors or shade from {time} on, and "+
			"a hat.")
	BeforeKeptFree = row("wear.before_kept_free",
		"{product} by {time}, before the time kept free, or that time begun later or in shade indoors.")
	CoatBy     = row("wear.coat_by", "A coat of {product} by {time}, or indoors from then on.")
	DoseOver   = row("wear.dose_over", "About {dose:g2} SED reach the skin; the budget is {budget:g2}.")
	ShadeWould = row("wear.shade_would",
		"A hat and clothing count before any coat. Shade from {from} to {to} would bring it to about {shade:g2} "+
			"SED, indoors to {indoors:g2}.")
	BehindGlass  = row("wear.behind_glass", "{minutes} behind glass by daylight.")
	BlotWith     = row("wear.blot_with", "{press} {product} on {zones}; do not rub.")
	BlotTissue   = row("wear.blot_tissue", "{press} a clean tissue on {zones}; do not rub.")
	LiftSlid     = row("wear.lift_slid", "Lift what has slid with {product} on a bud, one bud a dip, and press dry.")
	PressOn      = row("wear.press_on", "{press} {product} on {zones}.")
	PressWhenSet = row("wear.press_when_set", "{press} {product} on {zones} when the sunscreen has set.")
	MoistenWith  = row("wear.moisten_with", "{press} a little {product} on {zones} with a damp sponge.")
	PressVerb    = row("wear.press", "Press")
	PatVerb      = row("wear.pat", "Pat")
	LayVerb      = row("wear.lay", "Lay")
	LightlyThere = row("wear.lightly_there", "On {zones} all of it without pressing.")
	MistShielded = row("wear.mist_shielded", ", eyes and mouth shut, breath held, at arm's length and by its label")
	MistSponge   = row("wear.mist_sponge", ", sprayed on a damp sponge and pressed, eyes and mouth shut")
	MistLaid     = row("wear.mist_laid",
		", sprayed on a damp sponge, laid on and lifted without pressing, eyes and mouth shut")
	MistLaidToo = row("wear.mist_laid_too",
		"As many coats on {zones}, the sponge only laid on and lifted: {amount}.")
	FluidOn = row("wear.fluid_on",
		"{press} {product} on {zones} with a damp sponge: {amount}. Wait until it has set.")
	CushionOn   = row("wear.cushion_on", "{press} {product} on {zones}, a second time where it thins: {amount}.")
	PatDryFirst = row("wear.pat_dry_first", "Pat the wet skin dry first.")
	StickOn     = row("wear.stick_on", "Glide {product} over {zones}, {passes} passes, no pulling: {amount}. "+
		"The client's own stick; "+
		"any other is scraped to a palette and pressed on with a clean sponge.")
	SPFPowderOn = row("wear.spfpowder_on", "{press} {product} over {zones}, {passes} full passes.")
	SunscreenOn = row("wear.sunscreen_on", "Pat {product} on {zones} at the full dose: {amount}.")
	NoTouchUp   = row("wear.no_touch_up",
		"No touch-up is planned. Should the day change, renew sunscreen at least every {wear.two_hours:words} "+
			"hours outdoors, and at once after towelling.")
	NotPressedThere = row("wear.not_pressed", "On {zones} nothing is pressed today: shade and a hat.")
	ShadeFirst      = row("wear.shade_first",
		"Shade, a hat and clothing come first; the label decides when they and this card differ.")
	LetsLess = row("wear.lets_less",
		"Sunscreen lets less through. It does not make any length of time in the sun harmless.")
	StingingCard = row("wear.stinging_card",
		"Stinging: take it off with lukewarm water. Swelling of lips, tongue or eyes, wheeze or faintness: the "+
			"emergency number at once.")
)

// A mist, and how many coats of it.
var (
	MistOn = row("wear.mist_on",
		"{coats} of {product} on {zones}, a minute between them: {amount}{how}. Never near a flame.")
	MistPlainly = row("wear.mist_plainly", "")
	CoatOne     = row("wear.coat_one", "One coat")
	CoatsTwo    = row("wear.coats_two", "Two coats")
	CoatsThree  = row("wear.coats_three", "Three coats")
	CoatsMany   = row("wear.coats_many", "{n} coats")
	TheFaceAnd  = row("wear.the_face_and", "the face, {zones}")
)
