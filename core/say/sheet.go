package say

// The run sheet.
var (
	SheetNobody    = row("sheet.nobody", "Client")
	SheetSkin      = row("sheet.skin", "skin: {type}")
	SheetTimes     = row("sheet.times", "chair {chair}   ready {ready}   base {base}   {slack}")
	SheetSets      = row("sheet.sets", "sets {time}")
	SheetGivenUp   = row("sheet.given_up", "given up")
	SheetSunscreen = row("sheet.sunscreen", "sunscreen {grams:g3} g over {area:f0} cm²")
	SheetDoseIn    = row("sheet.dose_in", "to the skin {dose:g2} SED of {budget:g2}")
	SheetDose      = row("sheet.dose", "to the skin {dose:g2} SED of {budget:g2}; the least factor outdoors {least:g2}")
	SheetBag       = row("sheet.bag", "bag")
	SheetOff       = row("sheet.off",
		"off at {time}   {minutes:f0} min   {pads} {pads|pad|pads}, {buds} {buds|bud|buds}, {cloths} "+
			"{cloths|cloth|cloths}")
	SheetMissing = row("sheet.missing", "{time} missing")
	SheetInHand  = row("sheet.in_hand", "{time} in hand")
	SheetUrgent  = row("sheet.urgent",
		"Stinging: stop, rinse with lukewarm water. Swelling of lips, tongue or eyes, wheeze or faintness: the "+
			"emergency number at once. Label, licence and clinician come first.")
)

// Severities, as a sheet heads them.
var (
	SeverityStop    = row("severity.stop", "stop")
	SeverityCaution = row("severity.caution", "caution")
	SeverityNote    = row("severity.note", "note")
)
