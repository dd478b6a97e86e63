package plan

import (
	"urncloth/core/lift"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

// Ran is the parts of a plan as they were reckoned.
type Ran struct {
	Case *sitting.Case
	Left *sitting.Case // as removal finds it
	Prep stack.Result
	Worn wear.Result
	Off  lift.Result
}

// Run makes every part of a plan.
func Run(s *sitting.Sitting) Ran {
	r := made(sitting.Open(s), nil, Night)
	return Ran{r.c, r.left(Removal), r.stack, r.worn, r.off}
}
