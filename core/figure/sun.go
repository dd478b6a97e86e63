package figure

const sun chapter = "sun"

const (
	noaa = "NOAA Global Monitoring Laboratory, solar calculation (after Meeus, Astronomical Algorithms)"
	cfr  = "21 CFR 201.327"
)

// Where the sun stands. NOAA's solar calculation, in its own order.
var (
	Horizon   = sun.p("horizon", "sunrise and sunset elevation", -0.833, "°", noaa)
	JulianDay = sun.formula("julian", "Julian day of the Unix epoch; of J2000.0; days in a century", "days",
		noaa, 2440587.5, 2451545, 36525)
	MeanLong = sun.formula("mean_longitude", "geometric mean longitude of the sun", "°", noaa, 280.46646,
		36000.76983, 0.0003032)
	MeanAnomaly = sun.formula("mean_anomaly", "geometric mean anomaly of the sun", "°", noaa, 357.52911,
		35999.05029, 0.0001537)
	Eccentricity = sun.formula("eccentricity", "eccentricity of the earth's orbit", "", noaa, 0.016708634,
		0.000042037, 0.0000001267)
	Centre = sun.formula("centre", "equation of the sun's centre", "°", noaa, 1.914602, 0.004817, 0.000014,
		0.019993, 0.000101, 0.000289)
	Node      = sun.formula("node", "longitude of the moon's node", "°", noaa, 125.04, 1934.136)
	Apparent  = sun.formula("apparent", "apparent longitude of the sun", "°", noaa, 0.00569, 0.00478)
	Obliquity = sun.formula("obliquity", "obliquity of the ecliptic", "°, ′, ″", noaa, 23, 26, 21.448, 46.815,
		0.00059, 0.001813, 0.00256)
	EquationOfTime = sun.formula("equation_of_time", "equation of time, from its Fourier terms", "", noaa, 2, 4, 1, 2.5)
)

// How strong it is, and what reaches the client.
var (
	UVIScale    = sun.p("uvi_scale", "UV index scale", 12.5, "", "Madronich 2007")
	UVIZenith   = sun.p("uvi_zenith", "UV index, power of the zenith cosine", 2.42, "", "Madronich 2007")
	UVIOzone    = sun.p("uvi_ozone", "UV index, power of ozone", -1.23, "", "Madronich 2007")
	ReferenceO3 = sun.p("reference_ozone", "ozone the UV index is given for", 300, "DU", "Madronich 2007")
	HeightPerKM = sun.p("height", "UV index, more per km of height", 0.10, "share", "WHO 2002")
	OzoneNorth  = sun.formula("ozone_north", "ozone of the northern half: a, β, c, f, h, i east, i west",
		"DU, –, DU, d, –, °, °", "Van Heuklon 1979", 150, 1.28, 40, -30, 3, 20, 0)
	OzoneSouth = sun.formula("ozone_south", "ozone of the southern half: a, β, c, f, h, i", "DU, –, DU, d, –, °",
		"Van Heuklon 1979", 100, 1.5, 30, 152.625, 2, -75)
	OzoneWave = sun.formula("ozone_wave", "ozone, mean, days to degrees, and the wave by longitude",
		"DU, °/d, DU", "Van Heuklon 1979", 235, 0.9865, 20)
	StrongUVI     = sun.p("strong", "UV index from which sunscreen is due outdoors", 3, "", "WHO 2002")
	SomeUVI       = sun.w("some", "UV index from which any time outdoors is daylight", 1, "")
	DaylightFor   = sun.minutes("daylight_for", "sun above the horizon that counts as daylight", 60)
	StrongFor     = sun.minutes("strong_for", "for how long outdoors", 10)
	SEDPerUVIHour = sun.w("sed_per_uvi", "reddening dose of one UV index", 0.9, "SED/h")
	Grid          = sun.minutes("grid", "grid of the day", 5)
)

// Labels.
var (
	FullDose   = sun.p("full_dose", "sunscreen dose", 2, "mg/cm²", "ISO 24444")
	LeastSPF   = sun.w("least_spf", "least label factor", 30, "")
	ActiveLong = sun.minutes("active_long", "activity or sweat that asks for a label for water", 40)
	BeforeSun  = sun.pMinutes("before_sun", "sunscreen before sun", 15, cfr)
)
