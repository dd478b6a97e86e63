package figure

const chair chapter = "chair"

// At the chair.
var (
	TackyWait   = chair.n("tacky_wait", "tacky at the touch check: nothing more there for", 120, "s")
	PressTissue = chair.n("press_tissue", "hands-on: a tissue pressed on", 15, "s")
)
