package say

var (
	LastDeepPeel   = row("countdown.last_deep_peel", "Last day for a deep peel.")
	LastMediumPeel = row("countdown.last_medium_peel", "Last day for a medium peel.")
	LastRetinoid   = row("countdown.last_retinoid", "Last retinoid, if waxing is planned.")
	LastLightPeel  = row("countdown.last_light_peel", "Last day for a light peel.")
	LastWax        = row("countdown.last_wax", "Last wax, acid or retinoid.")
	ShaveBy        = row("countdown.shave_by",
		"Shave by {time}, {sitting.shave_before} minutes before base; nothing with acid, alcohol or scent after it.")
	NoHotShower   = row("countdown.no_hot_shower", "No hot shower in the last {prep.no_hot_shower} minutes.")
	MaskHydrating = row("countdown.mask_hydrating", "a hydrating mask")
	PatchTestNew  = row("countdown.patch_test_new", "Patch test what is new; no new products from here.")
)

// The evening before.
var (
	EveningBefore     = row("countdown.evening_before", "{removal}, {mask}, lips.")
	FullRemoval       = row("countdown.full_removal", "Full removal")
	FullRemovalPolish = row("countdown.full_removal_polish", "Full removal, an enzyme or fine polish only")
	MaskWithClay      = row("countdown.mask_with_clay", "a hydrating mask, clay on {zones} only")
	PatchTestThese    = row("countdown.patch_test_these", "Patch test {products}; no other new products from here.")
)
