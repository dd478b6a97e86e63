package sitting

import (
	"strings"

	"urncloth/core/doc"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/num"
	"urncloth/core/say"
)

// Figures is a studio's own values of working figures, by their keys in the catalogue. Those can be its own that checks
// at the chair measure: how much oil a grade makes, how much moisturiser a grade wants, what removers take off.
type Figures map[string]float64

// Measured is a working figure that checks can measure, with the handbook's value.
type Measured struct {
	Key    string
	Book   float64
	Grade  int // of oil, for the first two families
	Kind   kit.Kind
	Binder look.Binder
}

// The families of figures that checks measure: what their keys begin with, or hold.
const (
	sebumOf = "wear.sebum_"
	leanOf  = "sitting.lean_oil_"
	liftOf  = "lift."
	takesOf = "_takes_"
)

// SebumKey, LeanKey and TakesKey are the keys of figures that checks measure.
func SebumKey(oil int) string { return sebumOf + itoa(oil) }

// LeanKey is the key of how much moisturiser an oil grade wants.
func LeanKey(oil int) string { return leanOf + itoa(oil) }

// TakesKey is the key of what a pass of a remover takes off a binder.
func TakesKey(k kit.Kind, b look.Binder) string { return liftOf + string(k) + takesOf + string(b) }

// MeasuredBy finds the figure with a key, false where checks measure none of that key.
func MeasuredBy(key string) (m Measured, is bool) {
	grades := func(of string, values []float64) (Measured, bool) {
		for oil, v := range values {
			if key == of+itoa(oil) {
				return Measured{Key: key, Book: v, Grade: oil}, true
			}
		}
		return Measured{}, false
	}
	if m, is = grades(sebumOf, figure.Sebum); is {
		return m, true
	}
	if m, is = grades(leanOf, figure.LeanByOil); is {
		return m, true
	}
	kind, binder, takes := strings.Cut(strings.TrimPrefix(key, liftOf), takesOf)
	if !takes || !strings.HasPrefix(key, liftOf) {
		return m, false
	}
	m = Measured{Key: key, Kind: kit.Kind(kind), Binder: look.Binder(binder)}
	m.Book = look.Takes[m.Kind][m.Binder]
	return m, m.Book > 0
}

// Takes reports whether the figure is what a remover takes off.
func (m Measured) Takes() bool { return m.Kind != "" }

// Check returns what is wrong with a studio's own values: a key that nothing measures, a value that is nothing like the
// handbook's.
func (f Figures) Check(path string) (fs doc.Faults) {
	for _, key := range doc.Keys(f) {
		m, is := MeasuredBy(key)
		at := path + "." + key
		switch {
		case !is:
			fs.Add(at, say.NotMeasured, "key", key)
		case m.Takes() && (f[key] < figure.OwnLeastTaken || f[key] > figure.OwnMostTaken):
			fs.Add(at, say.NotBetween, "number", f[key], "low", figure.OwnLeastTaken, "high", figure.OwnMostTaken)
		case !m.Takes() && (f[key] < m.Book/figure.OwnTimes || f[key] > m.Book*figure.OwnTimes):
			fs.Add(at, say.NotBetween, "number", f[key], "low", m.Book/figure.OwnTimes, "high", m.Book*figure.OwnTimes)
		}
	}
	return fs
}

// own is the studio's value of a figure, the handbook's where it has none.
func (f Figures) own(key string, book float64) float64 {
	if v, is := f[key]; is {
		return v
	}
	return book
}

// Sebum is how much oil skin of a grade makes, in µg/cm²/min at the reference.
func (s *Sitting) Sebum(oil int) float64 {
	if len(s.Figures) == 0 {
		return figure.Sebum[oil]
	}
	return s.Figures.own(SebumKey(oil), figure.Sebum[oil])
}

// LeanByOil is how much moisturiser skin of an oil grade wants, times the lean film.
func (s *Sitting) LeanByOil(oil int) float64 {
	if len(s.Figures) == 0 {
		return figure.LeanByOil[oil]
	}
	return s.Figures.own(LeanKey(oil), figure.LeanByOil[oil])
}

// Taken is the share of a binder that one proper pass of a remover takes off.
func (s *Sitting) Taken(k kit.Kind, b look.Binder) float64 {
	e := look.Takes[k][b]
	if len(s.Figures) == 0 || e == 0 {
		return e
	}
	return s.Figures.own(TakesKey(k, b), e)
}

// Scale is a figure as it is compared: of what is a share the exponent of what stays, 1 − e = (1 − book)^scale; of
// everything else how many times the handbook's it is.
func (m Measured) Scale(value float64) float64 {
	if m.Takes() {
		return num.Log(1-value) / num.Log(1-m.Book)
	}
	return value / m.Book
}

// Value is Scale the other way round.
func (m Measured) Value(scale float64) float64 {
	if m.Takes() {
		return 1 - num.Pow(1-m.Book, scale)
	}
	return m.Book * scale
}

// Held is Value, no further from the handbook's than a studio may take.
func (m Measured) Held(scale float64) float64 {
	if m.Takes() {
		return min(max(m.Value(scale), figure.OwnLeastTaken), figure.OwnMostTaken)
	}
	return m.Book * min(max(scale, 1/figure.OwnTimes), figure.OwnTimes)
}
