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

// A float64's exponent, and the powers of two by which exp is multiplied as they stand.
const (
	mantissa    = 52
	exponentOf1 = 1023
	leastNormal = -1021
	mostNormal  = 1022
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
	sum := 1 + (r + series(r))
	if k < leastNormal || k > mostNormal {
		return math.Ldexp(sum, int(k))
	}
	return float64(sum * math.Float64frombits(uint64(int(k)+exponentOf1)<<mantissa))
}

// series is r²/2! + r³/3! + …, its terms taken in pairs, pairs of these and so on: fewer of them wait for another than
// one by one.
func series(r float64) float64 {
	r2 := float64(r * r)
	r4 := float64(r2 * r2)
	r8 := float64(r4 * r4)
	low := added(r2, pair(4, r), pair(2, r))
	middle := added(r2, pair(expTerms-6, r), pair(expTerms-8, r))
	high := added(r2, pair(expTerms-2, r), pair(expTerms-4, r))
	all := added(r8, added(r4, inverse[expTerms], high), added(r4, middle, low))
	return float64(r2 * all)
}

// pair is two terms next to each other, without the power of r that both have.
func pair(n int, r float64) float64 { return added(r, inverse[n+1], inverse[n]) }

// inverse is one over the factorial of every number of the series, from 2 on.
var inverse = func() (list [expTerms + 1]float64) {
	factorial := 1.0
	for n := 2; n <= expTerms; n++ {
		factorial *= float64(n)
		list[n] = 1 / factorial
	}
	return list
}()

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
