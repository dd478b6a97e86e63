package figure

const kit chapter = "kit"

// Products and measures.
var (
	NeckShare        = kit.w("neck_share", "neck, more of a pass", 0.5, "share")
	DropG            = kit.w("drop", "a drop", 0.03, "g")
	FingertipUnitG   = kit.p("fingertip_unit", "fingertip unit", 0.5, "g", "Long & Finlay 1991")
	FingerStripG     = kit.w("finger_strip", "strip along one finger", 1, "g")
	SunscreenDensity = kit.w("sunscreen_density", "a sunscreen weighs", 1, "g/ml")
	TeaspoonML       = kit.p("teaspoon", "teaspoon; half of it for face and neck", 5, "ml", "Schneider 2002")
	PadHoldsG        = kit.w("pad_holds", "a cotton pad holds", 2, "g")
	PadFaces         = kit.n("pad_faces", "clean faces of a pad", 2, "")
	SoonMonths       = kit.n("soon", "a product goes out soon within", 1, "months")
	MostScatter      = kit.w("most_scatter", "a calibration scatters at most", 0.1, "share")
	MostCounted      = kit.n("most_counted", "hand measures are counted up to", 4, "")
	CountedOff       = kit.w("counted_off", "each further one of a hand measure counts as off by", 0.03, "share")
	GrapesFrom       = kit.w("grapes_from", "from this many of the greatest hand measure it is counted on", 4.5, "")
	UnitParts        = kit.w("unit_parts", "units are said in parts of one", 4, "")
	UnitHalves       = kit.w("unit_halves", "and above one in parts of", 2, "")
	SaidWithin       = kit.w("said_within", "a measure is said only within, of the grams", 0.15, "share")
	FineUnderG       = kit.w("fine_under", "grams are said in thousandths under", 0.1, "g")
	Label40          = kit.n("label_40", "labelled water-resistant", 40, "min")
	Label80          = kit.n("label_80", "labelled very water-resistant; what swimmers and long sweat ask for", 80,
		"min")
	StrongAcid  = kit.w("strong_acid", "an acid counts as strong from", 2, "%")
	SuitsWithin = kit.w("suits_within", "a moisturiser suits skin whose ideal weight is within", 0.5, "weight")
	HeavyFrom   = kit.w("heavy_from", "a product counts as heavy from weight", 4, "")
)
