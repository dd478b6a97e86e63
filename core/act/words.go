package act

import (
	"urncloth/core/say"
)

// The list of words here, as they are named on a page; and what a house method has things done with.
var (
	ActList  = say.Words("act", Acts(), nil)
	ToolList = say.Words("tool", []How{WithCloth, WithMitt, Sponge}, nil)
)
