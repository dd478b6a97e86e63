// Package figure holds the figures of the trade, a row each: its value, unit, mark, source and name stand together,
// the code reads the value that the row returns, and the catalogue lists the rows. A figure that is one of a table by
// zone, kind or binder stands in that table, in the figures.go of the package that owns the words, and is listed from
// there.
package figure

import (
	"fmt"
	"time"
)

// Basis says where a figure comes from.
type Basis string

// The marks.
const (
	Published Basis = "P" // its source is named
	Working   Basis = "W" // a working figure of ours, to be calibrated by the log
)

// UnmarshalText accepts P and W.
func (m *Basis) UnmarshalText(b []byte) error {
	if *m = Basis(b); *m != Published && *m != Working {
		return fmt.Errorf("%q is not P or W", b)
	}
	return nil
}

// Bases lists the words.
func Bases() []Basis { return []Basis{Published, Working} }

// Figure is one number of the trade, or the coefficients of one published formula in Values. Key is stable and
// unique; it is how words and documents name the figure.
type Figure struct {
	Key    string    `json:"key"`
	Where  string    `json:"where"` // the part of the work it belongs to
	Name   string    `json:"name"`
	Value  float64   `json:"value"`
	Values []float64 `json:"values,omitempty"`
	Unit   string    `json:"unit"`
	Basis  Basis     `json:"mark"`
	Source string    `json:"source"`
}

// working is the source of a working figure.
const working = "working figure, to be calibrated by the log"

// W is a working figure, for tables that stand elsewhere.
func W(where, key, name string, value float64, unit string) Figure {
	return Figure{Key: where + "." + key, Where: where, Name: name, Value: value, Unit: unit, Basis: Working,
		Source: working}
}

// P is a published figure, for tables that stand elsewhere.
func P(where, key, name string, value float64, unit, source string) Figure {
	return Figure{Key: where + "." + key, Where: where, Name: name, Value: value, Unit: unit, Basis: Published,
		Source: source}
}

// rows is every row of this package, chapter by chapter; byKey finds them.
var (
	rows  []Figure
	byKey = map[string]int{}
)

func add(f Figure) {
	if _, twice := byKey[f.Key]; twice {
		panic("figure: two rows " + f.Key)
	}
	byKey[f.Key] = len(rows)
	rows = append(rows, f)
}

// Rows returns the rows of this package whose Where is one of some parts, in order; all of them where none is named.
func Rows(where ...string) []Figure {
	var list []Figure
	for _, f := range rows {
		for _, w := range where {
			if f.Where == w {
				list = append(list, f)
			}
		}
	}
	if len(where) == 0 {
		list = append(list, rows...)
	}
	return list
}

// Find returns the row with that key.
func Find(key string) (f Figure, ok bool) {
	at, ok := byKey[key]
	if !ok {
		return Figure{}, false
	}
	return rows[at], true
}

// chapter makes the rows of one part of the work. Each method adds a row and returns what the code reads.
type chapter string

// w is a working figure.
func (c chapter) w(key, name string, value float64, unit string) float64 {
	add(W(string(c), key, name, value, unit))
	return value
}

// n is a working figure that is a whole number.
func (c chapter) n(key, name string, value int, unit string) int {
	return int(c.w(key, name, float64(value), unit))
}

// minutes is a working figure that is a time in minutes.
func (c chapter) minutes(key, name string, value float64) time.Duration {
	return duration(c.w(key, name, value, "min"), time.Minute)
}

// hours is a working figure that is a time in hours.
func (c chapter) hours(key, name string, value float64) time.Duration {
	return duration(c.w(key, name, value, "h"), time.Hour)
}

// p is a published figure.
func (c chapter) p(key, name string, value float64, unit, source string) float64 {
	add(P(string(c), key, name, value, unit, source))
	return value
}

// pMinutes is a published figure that is a time in minutes.
func (c chapter) pMinutes(key, name string, value float64, source string) time.Duration {
	return duration(c.p(key, name, value, "min", source), time.Minute)
}

// pHours is a published figure that is a time in hours.
func (c chapter) pHours(key, name string, value float64, unit, source string) time.Duration {
	return duration(c.p(key, name, value, unit, source), time.Hour)
}

// byGrade is working figures for the grades 0, 1, 2, … of something.
func (c chapter) byGrade(key, name, unit string, values ...float64) []float64 {
	for grade, v := range values {
		add(W(string(c), fmt.Sprintf("%s_%d", key, grade), fmt.Sprintf("%s %d", name, grade), v, unit))
	}
	return values
}

// byType is working figures for the phototypes I to VI.
func (c chapter) byType(key, name, unit string, values ...float64) []float64 {
	for n, v := range values {
		add(W(string(c), fmt.Sprintf("%s_%d", key, n+1), fmt.Sprintf("%s %d", name, n+1), v, unit))
	}
	return values
}

// formula is the coefficients of a published formula: one row, a list.
func (c chapter) formula(key, name, unit, source string, values ...float64) []float64 {
	f := P(string(c), key, name, values[0], unit, source)
	f.Values = values
	add(f)
	return values
}

func duration(n float64, unit time.Duration) time.Duration { return time.Duration(n * float64(unit)) }

// What floating point may be off by. These are no figures of the trade.
const (
	Same        = 1e-9  // sums nearer than this are one
	SameExactly = 1e-12 // sums of the very same terms
	SameMinutes = 1e-6  // minutes reckoned from instants
)
