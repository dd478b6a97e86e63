package say

// At the chair.
var (
	LineAt        = row("chair.line", "line {n}")
	NotAStep      = row("chair.not_a_step", "{id:q} is not a step of the plan")
	NotCarried    = row("chair.not_carried", "is nothing that {kind} carries")
	TooManyEvents = row("chair.too_many", "more than {most} events at once")

	TightMore = row("chair.tight",
		"Tight: press a little more {product} on {zones}: {amount}.")
	TackyWait = row("chair.tacky",
		"Tacky: nothing more on {zones} for {chair.tacky_wait/60:words} minutes, then press a tissue on.")
	GreasyBlot = row("chair.greasy", "Greasy: press a tissue on {zones}. A little less next time.")
	TightPat   = row("chair.tight_pat", "Tight: pat a little more {product} on {zones}: {amount}.")
	TackyLay   = row("chair.tacky_lay",
		"Tacky: nothing more on {zones} for {chair.tacky_wait/60:words} minutes, then lay a tissue on and lift it, "+
			"without pressing.")
	GreasyLay = row("chair.greasy_lay",
		"Greasy: lay a tissue on {zones} and lift it, without pressing. A little less next time.")
	NoMoreOf = row("chair.no_more_of",
		"Tight on {zones}, and nothing moist that may go there again lies there: lay moisturiser before you go on.")
	CoveredNow = row("chair.covered", "{what} is on over it")
	PadAgain   = row("chair.pad_again",
		"The pad is not clean on {zones}: one more pass, then read it again.")
	PadStops = row("chair.pad_stops",
		"Stop on {zones}: skin bears no more rubbing tonight, or nothing in the kit takes more off. Say what is left; "+
			"a gentle cleanse tomorrow, no more tonight.")
	StungNow = row("chair.stung",
		"{product} stung: stop, rinse with lukewarm water. It is not used again on this client. Pain, or sight that "+
			"changes: urgent help.")
	ItStung     = row("chair.it_stung", "it stung")
	TakenAsDone = row("chair.taken_as_done", "Nobody said how {what} went: taken as done as planned.")
	LeftBehind  = row("chair.left_behind", "Left out from here: {what}.")
	ComesBack   = row("chair.comes_back", "There is time again: {what}.")
	Missing     = row("chair.missing",
		"{time} missing before base: ready at {ready}. Nothing more can be given up without a caution.")
	CheckAsked = row("chair.check_asked", "a check asked for it.")
	MayGoToo   = row("chair.may_go",
		"Leaving out {what} would save {time}, at a price: {price}")
	NotInPlan   = row("chair.not_in_plan", "Something was tapped that is in no plan any more: {what}.")
	NoSuch      = row("chair.undo_nothing", "An undo names something that is not here yet.")
	NotRepeated = row("chair.not_repeated", "A touch-up is not repeated by itself: what is ahead is planned from what "+
		"was done.")
	AllDone = row("chair.all_done", "Everything is done.")

	FollowHead  = row("chair.head", "{client}   {time}   {slack}")
	FollowNow   = row("chair.now", "now, {time} to go: {what}")
	FollowHeld  = row("chair.now_held", "held, {time} to go: {what}")
	FollowNext  = row("chair.next", "next, at {time}: {what}")
	FollowSets  = row("chair.sets", "setting: {zones} until {time}")
	FollowState = row("chair.state", "{time}  {state}  {what}")
)
