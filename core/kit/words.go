package kit

import (
	"urncloth/core/say"
)

// The lists of words here, as they are named on a page.
var (
	KindList      = say.Words("kind", kindIDs(), nil)
	BaseList      = say.Words("base", Bases, say.Labels{"": "not known, or none"})
	FilterList    = say.Words("filters", FilterFamilies, say.Labels{"": "none"})
	StockList     = say.Words("stock", States, say.Labels{"soon": "soon out", "out": "out of date"})
	LayerList     = say.Words("layer", kindIDs(), layerLabels)
	ContainerList = say.Words("container", Containers, say.Labels{"": "not known"})
)

// layerLabels says in a word what a layer of a kind is there for.
var layerLabels = func() say.Labels {
	labels := say.Labels{
		"toner":             "tone",
		"eye_cream":         "eyes",
		"lip_balm":          "lips",
		"dry_patch_balm":    "patches",
		"face_oil":          "oil",
		"primer_mattifying": "mattify",
		"primer_hydrating":  "hydrate",
		"primer_gripping":   "grip",
		"sunscreen":         "protect",
		"moisturiser_spf":   "protect",
		"lip_scrub":         "scrub lips",
	}
	for _, k := range kindIDs() {
		if k.Moisturiser() {
			labels[string(k)] = "moisturise"
		}
	}
	return labels
}()

func kindIDs() []Kind {
	list := make([]Kind, len(kinds))
	for i, k := range kinds {
		list[i] = k.ID
	}
	return list
}
