// Package num has the few functions of analysis that the core needs, written so that they give the same bits on every
// machine and in the browser: those of the standard library are assembly on some processors and differ in the last
// place. Products are rounded before they are added, so that no machine may fuse the two.
package num

import "math"

// The natural logarithm of two in two parts, the first so short that its multiples by whole numbers are exact.
const (
	ln2High = 0x1.62e42feep-1
	ln2Low  = 0x1.a39ef35793c76p-33
	log2e   = 1 / math.Ln2
)

// Long before these exp is infinite, or nothing; within them its power of two is a number that an int holds.
const (
	mostExp  = math.MaxInt16
	leastExp = math.MinInt16
)

// terms of the series of exp and of log: what the next one would add is less than half of the last place.
const (
	expTerms = 14
	logTerms = 23
)

// mostTimes is how often a number is multiplied by itself at most for a power of it.
const mostTimes = 16

// added is a·b + c with the product rounded first.
func added(a, b, c float64) float64 { return float64(a*b) + c }

// Exp is e to the x: by powers of two, and a series on what is left, which is at most half of ln 2.
func Exp(x float64) float64 {
	if math.IsNaN(x) {
		return x
	}
	x = min(max(x, leastExp), mostExp)
	k := math.Round(float64(x * log2e))
	r := (x - float64(k*ln2High)) - float64(k*ln2Low)
	sum := 1.0
	for n := expTerms; n >= 1; n-- {
		sum = added(float64(r/float64(n)), sum, 1)
	}
	return math.Ldexp(sum, int(k))
}

// Log is the natural logarithm: that of a power of two, and of what is left twice the series of the area tangent.
func Log(x float64) float64 {
	switch {
	case !(x <= math.MaxFloat64): // no number, or no end
		return x
	case x < 0:
		return math.NaN()
	case x == 0:
		return math.Inf(-1)
	}
	m, k := math.Frexp(x)
	if m < math.Sqrt2/2 {
		m, k = 2*m, k-1
	}
	s := (m - 1) / (m + 1)
	z, sum := float64(s*s), 0.0
	for n := logTerms; n >= 3; n -= 2 {
		sum = float64(z * (sum + 1/float64(n)))
	}
	twice := 2 * s
	return added(float64(k), ln2High, twice+(float64(twice*sum)+float64(float64(k)*ln2Low)))
}

// Pow is x to the y, for x of 0 or more.
func Pow(x, y float64) float64 {
	switch {
	case y == 0 || x == 1:
		return 1
	case y == math.Trunc(y) && y >= 1 && y <= mostTimes:
		product := x
		for range int(y) - 1 {
			product = float64(product * x)
		}
		return product
	}
	return Exp(float64(y * Log(x)))
}
