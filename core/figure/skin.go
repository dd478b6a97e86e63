package figure

const face chapter = "face"

// Body. Skin area by Mosteller 1987: sqrt(cm·kg/3600).
var (
	ReferenceBSA = face.p("reference_bsa", "skin area the zones are given for", 1.73, "m²",
		"Mosteller 1987: sqrt(cm·kg/3600)")
	Mosteller = face.p("mosteller", "height × weight under the root", 3600, "cm·kg/m⁴",
		"Mosteller 1987: sqrt(cm·kg/3600)")
	BSALow      = face.w("bsa_low", "least ratio of skin areas, adults", 0.85, "")
	BSAHigh     = face.w("bsa_high", "greatest ratio of skin areas, adults", 1.2, "")
	AdultYears  = face.w("adult", "adult from", 18, "years")
	BaldScalp   = face.w("bald_scalp", "area of a bald scalp", 250, "cm²")
	OldestYears = face.w("oldest", "nobody is older than", 130, "years")
)

// Readings.
var (
	SebumMiddleLow   = face.w("sebum_middle_low", "sebum, middle of the face, up to oil 1", 100, "µg/cm²")
	SebumMiddleHigh  = face.w("sebum_middle_high", "sebum, middle of the face, up to oil 2", 220, "µg/cm²")
	SebumCheeksLow   = face.w("sebum_cheeks_low", "sebum, cheeks, up to oil 1", 70, "µg/cm²")
	SebumCheeksHigh  = face.w("sebum_cheeks_high", "sebum, cheeks, up to oil 2", 180, "µg/cm²")
	SebumNone        = face.w("sebum_none", "oil is 0 under the sebum up to oil 1, divided by", 3, "")
	WaterTight       = face.w("water_tight", "hydration under which water is 0", 30, "units")
	WaterComfortable = face.w("water_comfortable", "hydration under which water is 1", 40, "units")
	WaterPlump       = face.w("water_plump", "hydration up to which water is 2", 55, "units")
	HotSurfaceC      = face.w("hot_surface", "surface at which skin is still hot", 35, "°C")
	PhototypeMost    = face.n("phototype_most", "darkest phototype", 6, "")
	GradeMost        = face.n("grade_most", "highest grade of oil and of water", 3, "grade")
)

// Skin types and what counts as what.
var (
	OilyFrom        = face.n("oily_from", "skin counts as oily from oil", 2, "grade")
	DryUpTo         = face.n("dry_up_to", "skin counts as dry up to oil, and thirsty up to water", 1, "grade")
	MoistFrom       = face.n("moist_from", "skin counts as moist enough to mattify from water", 2, "grade")
	CombinationFrom = face.w("combination_from", "combination from a T-zone mean oil of", 1.5, "grade")
	SensitiveFrom   = face.n("sensitive_from", "skin counts as sensitive from sensitivity", 2, "grade")
	DarkFrom        = face.n("dark_from", "white cast shows, and tint matters, from phototype", 4, "")
	DarkerFrom      = face.n("darker_from", "any white cast shows from phototype", 5, "")
	CastOnDark      = face.n("cast_on_dark", "white cast that shows on phototype IV", 2, "grade")
	CastOnDarker    = face.n("cast_on_darker", "white cast that shows on phototypes V and VI", 1, "grade")
	CastInFlash     = face.n("cast_in_flash", "white cast that flashes back", 2, "grade")
)

const sitting chapter = "sitting"

// The room, drying and the state in which the client comes.
var (
	RoomTempC    = sitting.w("room_temp", "reference air, temperature", 21, "°C")
	RoomHumidity = sitting.w("room_humidity", "reference air, humidity", 0.45, "share")
	SkinC        = sitting.w("skin_temp", "skin surface that was not read", 32, "°C")
	Magnus       = sitting.formula("magnus", "vapour pressure over water: a·exp(b·T/(c + T))", "hPa, –, °C",
		"Magnus formula, WMO guide", 6.112, 17.62, 243.12)
	FanTimes     = sitting.w("fan", "a fan makes water leave, more by", 1.5, "times")
	EvaporateMin = sitting.w("evaporate_least", "least slowing of evaporation", 0.5, "times")
	EvaporateMax = sitting.w("evaporate_most", "greatest slowing of evaporation", 3, "times")
	CoolDown     = sitting.minutes("cool_down", "cool-down after a hot wash", 20)
	CoolFromC    = sitting.w("cool_from", "a cool cloth lies longer with each half degree above", 34.5, "°C")
	CoolStepC    = sitting.w("cool_step", "half a degree of that", 0.5, "°C")
	CleanFor     = sitting.hours("clean_for", "washed within this needs only a refresh", 2)
	ShaveBefore  = sitting.minutes("shave_before", "shave before base", 60)
	ShaveAtLeast = sitting.minutes("shave_at_least", "shave before base, at least", 30)
	ShavenFor    = sitting.hours("shaven_for", "no acid, alcohol or scent on shaven skin for", 12)
	ColdBelowC   = sitting.w("cold_below", "cold air, under", 5, "°C")
	FirstYear    = sitting.n("first_year", "earliest year of a date", 1900, "")
	LastYear     = sitting.n("last_year", "latest year of a date", 2200, "")
	LongestDay   = sitting.hours("longest_day", "longest from chair to removal", 48)
	PackMonths   = sitting.n("pack_months", "an expiry this long before opening is a slip of the pen", 240, "months")
)

// Moisture and load.
var (
	LeanByOil     = sitting.byGrade("lean_oil", "lean moisturiser where oil is", "times", 1.3, 1.0, 0.8, 0.6)
	LeanWater0    = sitting.w("lean_water_0", "lean moisturiser, more where water is 0", 0.3, "times")
	LeanWater1    = sitting.w("lean_water_1", "lean moisturiser, more where water is 1", 0.15, "times")
	LeanMature    = sitting.w("lean_mature", "lean moisturiser, more on mature skin", 0.15, "times")
	LimitOily     = sitting.w("limit_oily", "load limit where oil is 2 or 3", 1.5, "mg/cm²")
	LimitLittle   = sitting.w("limit_little", "load limit where oil is 1", 2.0, "mg/cm²")
	LimitNone     = sitting.w("limit_none", "load limit where oil is 0", 2.6, "mg/cm²")
	LimitFullLess = sitting.w("limit_full_less", "load limit, less under full coverage", 0.3, "mg/cm²")
)
