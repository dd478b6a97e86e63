package wear_test

import (
	"math"
	"slices"
	"testing"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/prep"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

// Over-makeup products for a kit.
var (
	mist    = kit.Product{ID: "mist-spf", Name: "Haze", Kind: "spf_mist", Base: "water", SPF: 30, BroadSpectrum: true, EyeSafe: true, Filters: "organic"}
	stick   = kit.Product{ID: "stick", Name: "Stub", Kind: "spf_stick", Base: "oil", SPF: 50, BroadSpectrum: true, Filters: "organic"}
	cushion = kit.Product{ID: "cushion", Name: "Pat", Kind: "spf_cushion", Base: "emulsion", SPF: 50, BroadSpectrum: true, EyeSafe: true, Filters: "organic"}
	fluid   = kit.Product{ID: "fluid", Name: "Dab", Kind: "spf_fluid", Base: "emulsion", SPF: 50, BroadSpectrum: true, EyeSafe: true, Filters: "organic"}
	dust    = kit.Product{ID: "dust", Name: "Dust", Kind: "spf_powder", Base: "powder", SPF: 30, BroadSpectrum: true, EyeSafe: true, Filters: "mineral", Tinted: true}
	papers  = kit.Product{ID: "papers", Name: "Papers", Kind: "blotting_paper", Count: P(100)}
	powder  = kit.Product{ID: "powder", Name: "Flour", Kind: "powder", Base: "powder", EyeSafe: true}
)

func planned(s *sitting.Sitting) (wear.Result, stack.Result) {
	c := sitting.Open(s)
	_, res := prep.Plan(c)
	return wear.Plan(c, &res), res
}

func segment(t testing.TB, from, to string, place day.Where, change ...func(*day.Segment)) day.Segment {
	s := day.Segment{From: At(t, from), To: At(t, to), Place: place}
	for _, f := range change {
		f(&s)
	}
	return s
}

func active(s *day.Segment)   { s.Activity = "active" }
func swimming(s *day.Segment) { s.Activity = "swim" }
func vow(s *day.Segment)      { s.KeepFree = true }

// outdoors is a day of segments with a mist in the kit.
func outdoors(t testing.TB, segments ...day.Segment) *sitting.Sitting {
	return With(t, func(s *sitting.Sitting) {
		Add(s, mist, papers)
		s.Day.Segments = segments
	})
}

func clocks(ups []wear.TouchUp) []string {
	list := []string{}
	for _, u := range ups {
		list = append(list, u.At.Clock())
	}
	return list
}

func coats(ups []wear.TouchUp) []string {
	list := []string{}
	for _, u := range ups {
		if slices.ContainsFunc(u.Steps, func(s wear.TouchStep) bool { return s.Act == "reapply" }) {
			list = append(list, u.At.Clock())
		}
	}
	return list
}

var _ = math.Abs
var _ = look.Look{}
var _ = face.Face
