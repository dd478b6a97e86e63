// Package figure is how a figure of the trade presents itself: each package lists the ones it holds, so that a person can
// read them all in one place and argue with them.
package figure

// Figure is one number of the trade. Mark is P for a published one, with its source, W for a working figure of ours.
type Figure struct {
	Where  string  `json:"where"` // the package that holds it
	Name   string  `json:"name"`
	Value  float64 `json:"value"`
	Unit   string  `json:"unit"`
	Mark   string  `json:"mark"`
	Source string  `json:"source"`
}

// Working is the source of a working figure.
const Working = "working figure, to be calibrated by the log"

// W makes a working figure.
func W(where, name string, value float64, unit string) Figure {
	return Figure{where, name, value, unit, "W", Working}
}

// P makes a published one.
func P(where, name string, value float64, unit, source string) Figure {
	return Figure{where, name, value, unit, "P", source}
}
