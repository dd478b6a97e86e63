package face

import (
	"fmt"

	"urncloth/core/figure"
)

const lundBrowder = "consistent with Lund & Browder 1944: front of head 3.5 %, neck 2 %"

// zones is every zone: its area in cm² for an adult with 1.73 m² of skin, both sides together.
var zones = [N]struct {
	id    string
	name  string
	cm2   float64
	class Class
	tzone bool
}{
	Forehead:  {"forehead", "forehead", 90, Skin, true},
	Nose:      {"nose", "nose", 30, Skin, true},
	UpperLip:  {"upper_lip", "upper lip", 12, Skin, true},
	Chin:      {"chin", "chin", 33, Skin, true},
	Cheeks:    {"cheeks", "cheeks", 190, Skin, false},
	Jaw:       {"jaw", "jaw", 120, Skin, false},
	UnderEyes: {"under_eyes", "under eyes", 18, Eye, false},
	Eyelids:   {"eyelids", "eyelids", 15, Eye, false},
	Brows:     {"brows", "brows", 10, Brow, false},
	Lips:      {"lips", "lips", 12, Lip, false},
	Neck:      {"neck", "neck", 220, Skin, false},
	Ears:      {"ears", "ears", 60, Skin, false},
	Chest:     {"chest", "chest", 300, Skin, false},
}

// headGrowth is by how much a child's head is larger for its body than an adult's, by age in years.
var headGrowth = []struct{ age, factor float64 }{{0, 2.7}, {1, 2.4}, {5, 1.86}, {10, 1.57}, {15, 1.29}, {18, 1}}

// Figures lists the figures of the tables here.
func Figures() []figure.Figure {
	const w = "face"
	var list []figure.Figure
	for _, z := range zones {
		f := figure.W(w, "area_"+z.id, "area of the "+z.name, z.cm2, "cm²")
		f.Source = lundBrowder
		list = append(list, f)
	}
	for _, g := range headGrowth {
		name := fmt.Sprintf("head of a child at %g years, times an adult's", g.age)
		f := figure.W(w, fmt.Sprintf("head_%g", g.age), name, g.factor, "times")
		f.Source = "after Lund & Browder 1944"
		list = append(list, f)
	}
	return list
}
