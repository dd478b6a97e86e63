package figure

const fit chapter = "fit"

// Windows after which skin may be treated as usual again, and ages.
var (
	IsotretinoinDays      = fit.n("isotretinoin", "isotretinoin, no scrub, acid or strong adhesive for", 183, "days")
	RetinoidDays          = fit.n("retinoid", "retinoid, the same for", 3, "days")
	RetinoidSensitiveDays = fit.n("retinoid_sensitive", "retinoid on sensitive skin, the same for", 7, "days")
	ExfoliateEvery        = fit.n("exfoliate_every", "exfoliant again after", 3, "days")
	ProcedureFirstDays    = fit.n("procedure_first", "no makeup after a procedure for", 1, "days")
	PeelMediumCloses      = fit.n("peel_medium_closes", "a medium peel, no makeup for, at least", 7, "days")
	PeelDeepCloses        = fit.n("peel_deep_closes", "a deep peel, no makeup for, at least", 14, "days")
	TattooCloses          = fit.n("tattoo_closes", "brow, liner or lip tattoo, left alone for", 10, "days")
	TattooDays            = fit.n("tattoo", "brow, liner or lip tattoo, no acid, oil or rubbing for", 28, "days")
	EyeInfectionDays      = fit.n("eye_infection", "an eye infection, left alone after its discharge for", 1, "days")
	ScarDays              = fit.n("scar", "a scar, only with a clinician's agreement for", 91, "days")
	HairBareDays          = fit.n("hair_bare", "hair taken off, no makeup, acid, alcohol, scent or heat for", 1, "days")
	HairPolishDays        = fit.n("hair_polish", "hair taken off, no polish for", 2, "days")
	RadiotherapyDays      = fit.n("radiotherapy", "radiotherapy, by the clinician's word alone for", 28, "days")
	EyeSurgeryDays        = fit.n("eye_surgery", "eye surgery, the same for", 28, "days")
	ChemotherapyDays      = fit.n("chemotherapy", "chemotherapy, the same for", 90, "days")
	RecentDays            = fit.n("recent", "a procedure after which any sun at all matters, for", 28, "days")
	SelfTanDays           = fit.n("self_tan", "self-tan, no oil, acid or mitt for", 3, "days")
	PhotosensitiveSPF     = fit.w("photosensitive_spf", "factor for skin that light harms, at least", 50, "")
	PhotosensitiveMED     = fit.w("photosensitive_med", "budget of skin that light harms, at most", 0.25, "MED")
	InjectablePressDays   = fit.n("injectables_press", "injectables, nothing pressed for", 1, "days")
	ToxinMassageDays      = fit.n("toxin_massage", "toxin, no massage, heat or polish for", 14, "days")
	InjectableMassageDays = fit.n("injectables_massage", "filler, or not known which, the same for", 28, "days")
	LashLiftDays          = fit.n("lash_lift", "lash lift, no oil, steam or rubbing for", 2, "days")
	PhotosensitiveDays    = int(fit.p("photosensitive", "skin burns more easily after an acid for", 7, "days",
		"FDA guidance on alpha hydroxy acids"))
	InfantYears       = fit.w("infant", "no sunscreen under", 0.5, "years")
	ToddlerYears      = fit.w("toddler", "no glitter, no adhesive under", 3, "years")
	GuardianYears     = fit.w("guardian", "a guardian is needed under", 16, "years")
	PatchTestEarliest = fit.hours("patch_test_earliest", "patch test ahead, at most", 48)
	PatchTestLatest   = fit.hours("patch_test_latest", "patch test ahead, at least", 24)
)
