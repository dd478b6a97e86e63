package look

import (
	"urncloth/core/say"
)

// The lists of words here, as they are named on a page.
var (
	FinishList   = say.Words("finish", Finishes, nil)
	CoverageList = say.Words("coverage", Coverages, nil)
	BaseList     = say.Words("foundation", Bases, nil)
	NecklineList = say.Words("neckline", Necklines, say.Labels{"open": "open, chest shows"})
	BinderList   = say.Words("binder_word", Binders, nil)
	AttachList   = say.Words("attach", Attaches, say.Labels{"": "no lashes"})
)
