package plan

import (
	"urncloth/core/after"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/lift"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sun"
	"urncloth/core/wear"
)

// Catalogue is everything the program goes by: rules, house methods and figures, with their marks and sources.
type Catalogue struct {
	Rules    []rules.Rule      `json:"rules"`
	Methods  []method.Method   `json:"methods"`
	Figures  []figure.Figure   `json:"figures"`
	Allergy  kit.AllergyWords  `json:"allergies"`
	Presets  []look.Preset     `json:"presets"`
	Kinds    []kit.Kind        `json:"kinds"`
	Removers []kit.Kind        `json:"removers"` // kinds that take makeup off; a mitt does with water
	Words    map[string][]Word `json:"words"`    // every list of words, by name
	Bounds   Bounds            `json:"bounds"`   // figures that a page draws by
	Slots    [][]kit.Kind      `json:"slots"`    // kinds that stand in for one another when a step is changed by hand
}

// Bounds is figures that a page draws by, so that none is written there again.
type Bounds struct {
	CloseCall    float64                 `json:"close_call"`    // cost under which two choices are as good
	FullDose     float64                 `json:"full_dose"`     // mg/cm² of sunscreen
	RoomTempC    float64                 `json:"room_temp_c"`   // reference air
	RoomHumidity float64                 `json:"room_humidity"` // reference air, 0 to 1
	HotSurfaceC  float64                 `json:"hot_surface_c"` // a cheek that reads this is still hot
	GradeFrom    map[face.Zone]face.Zone `json:"grade_from"`    // whose grades a zone left out takes
}

func bounds() Bounds {
	b := Bounds{
		figure.CloseCall,
		figure.FullDose,
		figure.RoomTempC,
		figure.RoomHumidity,
		figure.HotSurfaceC,
		map[face.Zone]face.Zone{},
	}
	for z := range face.N {
		b.GradeFrom[z] = z.GradeFrom()
	}
	return b
}

// figureParts is the parts of the work in the order of the handbook, with the tables that stand beside the single
// figures.
var figureParts = []struct {
	where  string
	tables func() []figure.Figure
}{
	{
		"face",
		face.Figures,
	}, {"kit", kit.Figures}, {"sitting", nil}, {"choice", nil}, {"prep", nil}, {"stack", nil}, {"fit", fit.Figures},
	{"sun", sun.Figures}, {"wear", wear.Figures}, {"lift", lift.Figures}, {"after", after.Figures},
	{"chair", nil},
	{"log", nil},
}

// Everything returns the catalogue, its words in a language.
func Everything(l *say.Language) Catalogue {
	c := Catalogue{
		Rules:    rules.All(l),
		Methods:  method.All(l),
		Slots:    prep.Slots(),
		Allergy:  kit.Allergies(),
		Presets:  look.Presets(l),
		Removers: lift.Removers(),
		Words:    named(l),
		Bounds:   bounds(),
	}
	for _, part := range figureParts {
		c.Figures = append(c.Figures, figure.Rows(part.where)...)
		if part.tables != nil {
			c.Figures = append(c.Figures, part.tables()...)
		}
	}
	for _, k := range kit.Kinds() {
		c.Kinds = append(c.Kinds, k.ID)
	}
	return c
}
