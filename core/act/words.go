package act

import (
	"urncloth/core/say"
)

// The list of words here, as they are named on a page; and what a house method has things done with.
var (
	ActList = say.Words(
		"act",
		Acts(),
		say.Labels{"hands": "wash hands", "setup": "set up", "lens_out": "lenses out", "dry": "pat dry",
			"touch_check": "touch", "refer": "leave alone", "hold": "press and hold", "cloth": "warm cloth",
			"repair": "put right"},
	)
	ToolList = say.Words("tool", []How{WithCloth, WithMitt, Sponge}, nil)
)
