// Package agenda reads the days of a studio: where one chair is wanted twice at once, and where it stands free.
package agenda

import (
	"slices"
	"strings"
	"time"
)

// Work is what a chair is taken for.
type Work string

// The kinds of work: the skin before makeup, and taking it off.
const (
	Prep    Work = "prep"
	Removal Work = "removal"
)

// Spell is a time for which a chair is taken, [From, To).
type Spell struct {
	Sitting string
	Chair   string // whose: the artist; nobody's spells meet nothing
	Work    Work
	From    time.Time
	To      time.Time
}

// Clash is two spells of one chair at once, the earlier first.
type Clash struct{ First, Second Spell }

// Gap is a time between two spells of one chair on one day.
type Gap struct {
	Chair    string
	From, To time.Time
}

// ordered is the spells of each chair by time, the chairs by name. Names are compared without case and blanks around.
func ordered(spells []Spell) map[string][]Spell {
	byChair := map[string][]Spell{}
	for _, s := range spells {
		if key := strings.ToLower(strings.TrimSpace(s.Chair)); key != "" && s.From.Before(s.To) {
			byChair[key] = append(byChair[key], s)
		}
	}
	for _, list := range byChair {
		slices.SortFunc(list, earlier)
	}
	return byChair
}

func earlier(a, b Spell) int {
	if c := a.From.Compare(b.From); c != 0 {
		return c
	}
	return strings.Compare(a.Sitting+string(a.Work), b.Sitting+string(b.Work))
}

// Clashes finds every two spells of one chair that overlap, by time.
func Clashes(spells []Spell) []Clash {
	found := []Clash{}
	for _, list := range ordered(spells) {
		for i, a := range list {
			for _, b := range list[i+1:] {
				if !b.From.Before(a.To) {
					break
				}
				found = append(found, Clash{a, b})
			}
		}
	}
	slices.SortFunc(found, func(a, b Clash) int {
		if c := earlier(a.Second, b.Second); c != 0 {
			return c
		}
		return earlier(a.First, b.First)
	})
	return found
}

// Gaps finds the times between spells of one chair within a day of the place, by time.
func Gaps(spells []Spell, loc *time.Location) []Gap {
	found := []Gap{}
	for _, list := range ordered(spells) {
		until := list[0]
		for _, s := range list[1:] {
			if until.To.Before(s.From) && sameDay(until.To.In(loc), s.From.In(loc)) {
				found = append(found, Gap{s.Chair, until.To, s.From})
			}
			if s.To.After(until.To) {
				until = s
			}
		}
	}
	slices.SortFunc(found, func(a, b Gap) int {
		if c := a.From.Compare(b.From); c != 0 {
			return c
		}
		return strings.Compare(a.Chair, b.Chair)
	})
	return found
}

func sameDay(a, b time.Time) bool {
	return a.Year() == b.Year() && a.YearDay() == b.YearDay()
}
