package figure

const fit chapter = "fit"

// Windows after which skin may be treated as usual again, and ages.
var (
	IsotretinoinDays      = fit.n("isotretinoin", "isotretinoin, no scrub, acid or strong adhesive for", 183, "days")
	RetinoidDays          = fit.n("retinoid", "retinoid, the same for", 3, "days")
	RetinoidSensitiveDays = fit.n("retinoid_sensitive", "retinoid on sensitive skin, the same for", 7, "days")
	ExfoliateEvery        = fit.n("exfoliate_every", "exfoliant again after", 3, "days")
	ProcedureFirstDays    = fit.n("procedure_first", "no makeup after a procedure for", 1, "days")
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
