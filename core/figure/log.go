package figure

const logbook chapter = "log"

// What a sitting teaches.
var (
	LearnTight  = logbook.w("tight", "moisture: tight at the touch check makes it so much more", 0.15, "share")
	LearnTacky  = logbook.w("tacky", "moisture: tacky at the touch check makes it so much less", 0.05, "share")
	LearnGreasy = logbook.w("greasy", "moisture: greasy at the touch check makes it so much less", 0.15, "share")

	LearnLeast     = logbook.w("least", "the least factor of moisture and sebum", 0.5, "")
	LearnMost      = logbook.w("most", "the greatest factor of moisture and sebum", 2, "")
	LearnLiftLeast = logbook.w("lift_least", "the least factor of a remover on a binder", 0.4, "")
	LearnLiftMost  = logbook.w("lift_most", "the greatest factor of a remover on a binder", 1.5, "")
	LearnNothing   = logbook.w("nothing", "a factor so near to 1 is left out", 0.02, "share")
)

// A studio's own values of working figures.
var (
	OwnSeen    = logbook.n("own_seen", "a studio's own value says something from", 8, "observations")
	OwnClients = logbook.n("own_clients", "a studio's own value says something from", 5, "clients")
	OwnSure    = logbook.w("own_sure", "a studio's own value differs where the handbook's is further than", 2.8,
		"standard errors")
	OwnTimes      = logbook.w("own_times", "a studio's own value is at most so far from the handbook's", 4, "times")
	OwnLeastTaken = logbook.w("own_least_taken", "a remover of a studio's own takes at least", 0.02, "share")
	OwnMostTaken  = logbook.w("own_most_taken", "a remover of a studio's own takes at most", 0.995, "share")
	OwnLeastLean  = logbook.w("own_least_lean", "the least that a touch check can say of what skin wants", 0.1, "times")
)
