package face

import (
	"fmt"

	"urncloth/core/figure"
)

const (
	lundBrowder     = "consistent with Lund & Browder 1944: front of head 3.5 %, neck 2 %"
	lundBrowderBody = "after Lund & Browder 1944: 2.5, 6, 8, 13, 19, 14, 3.5 % of 1.73 m²"
)

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
	Scalp:     {"scalp", "scalp", 15, Skin, false}, // a parting
	Nape:      {"nape", "nape", 120, Skin, false},
	Shoulders: {"shoulders", "shoulders", 900, Skin, false},
	Torso:     {"torso", "torso", 1950, Skin, false},
	Hands:     {"hands", "backs of the hands", 430, Skin, false},
	Forearms:  {"forearms", "forearms", 1040, Skin, false},
	UpperArms: {"upper_arms", "upper arms", 1380, Skin, false},
	Back:      {"back", "back", 2250, Skin, false},
	Thighs:    {"thighs", "thighs", 3290, Skin, false},
	LowerLegs: {"lower_legs", "lower legs", 2420, Skin, false},
	Feet:      {"feet", "tops of the feet", 600, Skin, false},
}

// headGrowth is by how much a child's head is larger for its body than an adult's, by age in years.
var headGrowth = []struct{ age, factor float64 }{{0, 2.7}, {1, 2.4}, {5, 1.86}, {10, 1.57}, {15, 1.29}, {18, 1}}

// Figures lists the figures of the tables here.
func Figures() []figure.Figure {
	const w = "face"
	var list []figure.Figure
	for i, z := range zones {
		f := figure.W(w, "area_"+z.id, "area of the "+z.name, z.cm2, "cm²")
		f.Source = lundBrowder
		if Body.Has(Zone(i)) {
			f.Source = lundBrowderBody
		}
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
