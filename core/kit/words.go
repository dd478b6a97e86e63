package kit

import (
	"urncloth/core/say"
)

// The lists of words here, as they are named on a page.
var (
	KindList      = say.Words("kind", kindIDs(), nil)
	BaseList      = say.Words("base", Bases, say.Labels{"": "not known, or none"})
	FilterList    = say.Words("filters", FilterFamilies, say.Labels{"": "none"})
	ContainerList = say.Words("container", Containers, say.Labels{"": "not known"})
)

func kindIDs() []Kind {
	list := make([]Kind, len(kinds))
	for i, k := range kinds {
		list[i] = k.ID
	}
	return list
}
