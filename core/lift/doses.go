package lift

import (
	"slices"

	"urncloth/core/figure"
)

// doses is which removers make a first, a second and a third pass, by how long they are massaged.
type doses [nths][classes]uint64

// The lengths a massage can have that others may go along with; classes is how many they are.
const (
	_ = iota // short
	_        // middling
	_        // long
	classes
)

// The passes that are told apart; nths is how many they are.
const (
	_ = iota // the first
	_        // the second
	_        // the third
	nths
)

// lengths is the seconds of each: of a balm or oil. A wash and a pad have one each, which counts as the first.
var lengths = [classes]float64{figure.MassageLight, figure.MassageS, figure.MassageHeavy}

// class is the place of a pass among the lengths.
func (ch *chooser) class(k pass) int {
	if !ch.films(k.remover) || k.way != wayWorked {
		return 0
	}
	return max(0, slices.Index(lengths[:], k.contact))
}

// with is d with one more pass of a remover.
func (d doses) with(remover, class int) doses {
	for i := range d {
		var made uint64
		for _, set := range d[i] {
			made |= set
		}
		if made&(1<<remover) == 0 {
			d[i][class] |= 1 << remover
			return d
		}
	}
	return d
}

// within reports whether other makes every pass that d makes, as long.
func (d doses) within(other doses) bool {
	for i := range d {
		for j := range d[i] {
			if d[i][j]&^other[i][j] != 0 {
				return false
			}
		}
	}
	return true
}

// of is those passes of d that other makes too.
func (d doses) of(other doses) doses {
	for i := range d {
		for j := range d[i] {
			d[i][j] &= other[i][j]
		}
	}
	return d
}

// or is the passes of either.
func (d doses) or(other doses) doses {
	for i := range d {
		for j := range d[i] {
			d[i][j] |= other[i][j]
		}
	}
	return d
}

// compare orders doses, for a list that is the same each time.
func (d doses) compare(other doses) int {
	for i := range d {
		if n := slices.Compare(d[i][:], other[i][:]); n != 0 {
			return n
		}
	}
	return 0
}
