package say

var (
	LastDeepPeel       = row("countdown.last_deep_peel", "Last day for a deep peel or ablative laser.")
	LastMediumPeel     = row("countdown.last_medium_peel", "Last day for a medium peel or another laser.")
	LastNeedling       = row("countdown.last_needling", "Last day for needling or filler.")
	LastToxin          = row("countdown.last_toxin", "Last day for toxin.")
	LastLightPeel      = row("countdown.last_light_peel", "Last day for a light peel.")
	LastExtraction     = row("countdown.last_extraction", "Last day for extraction.")
	RetinoidBeforeHair = row("countdown.retinoid_before_hair", "Last retinoid before the hair removal that is booked.")
	AcidBeforeHair     = row("countdown.acid_before_hair", "Last acid or scrub before the hair removal that is booked.")
	HairBooked         = row("countdown.hair_booked",
		"Booked: {what}. After it no acid, alcohol, scent or heat for {fit.hair_bare*24} hours.")
	BookedInTime  = row("countdown.booked_in_time", "Booked: {what}, in time ({latest} at the latest).")
	BookedTooLate = row("countdown.booked_too_late", "Booked: {what}, too close to the day; by {latest} at the latest.")
	LastOf        = row("countdown.last_of", "Last {what}.")
	Wax           = row("countdown.wax", "wax")
	Acid          = row("countdown.acid", "acid or scrub")
	Retinoid      = row("countdown.retinoid", "retinoid")
	Extraction    = row("countdown.extraction", "extraction")
	PolishOnly    = row("countdown.polish_only", "an enzyme or fine polish only")
	LipsToo       = row("countdown.lips", "lips")
	MaskNamed     = row("countdown.mask_named", "{product} on {zones} for {minutes}")
	ShaveBy       = row("countdown.shave_by",
		"If there is a shave: by {time}, {sitting.shave_before} minutes before base; nothing with acid, alcohol "+
			"or scent "+
			"after it.")
	NoHotShower   = row("countdown.no_hot_shower", "No hot shower in the last {prep.no_hot_shower} minutes.")
	MaskHydrating = row("countdown.mask_hydrating", "a hydrating mask")
	PatchTestNew  = row("countdown.patch_test_new", "Patch test what is new; no new products from here.")
)

// The evening before.
var (
	EveningBefore  = row("countdown.evening_before", "{what}.")
	FullRemoval    = row("countdown.full_removal", "Full removal")
	PatchTestDue   = row("countdown.patch_test_due", "New to sensitive skin: {products}.")
	PatchTestThese = row("countdown.patch_test_these", "Patch test {products}; no other new products from here.")
)
