package day

import (
	"urncloth/core/say"
)

// The lists of words here, as they are named on a page.
var (
	SkyList      = say.Words("sky", Skies, nil)
	PlaceList    = say.Words("place", Places, say.Labels{"glass": "behind glass"})
	GroundList   = say.Words("ground", Grounds, say.Labels{"": "plain ground"})
	ActivityList = say.Words("activity", Activities, say.Labels{"": "still"})
	BookedList   = say.Words("booked", BookedKinds, nil)
	BodyList     = say.Words("body", BodyZones, nil)
)
