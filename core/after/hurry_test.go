package after_test

import (
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/after"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

// leaving is a night with a mask due whose client goes out so many minutes after removal.
func leaving(t *testing.T, minutes int) (*sitting.Case, after.Result) {
	c := night(t, func(s *sitting.Sitting) {
		habits(face.Habit{Kind: "mask_hydrating"})(s)
		s.Day.LeavesAt = s.Day.LiftAt.Add(minutes)
	})
	return c, after1(c)
}

// over is how many seconds after removal the care of a night is over.
func over(c *sitting.Case, r after.Result) (seconds int) {
	for _, s := range r.Aftercare.Steps {
		if at, _ := s.Start.In(c.Loc); s.Act != act.Setup {
			seconds = max(seconds, int(at.Sub(c.Until)/time.Second)+max(s.HandsS, s.ContactS))
		}
	}
	return seconds
}

func TestAClientWhoLeavesSoonGetsTheCareThatFitsAndIsToldWhatWasGivenUp(t *testing.T) {
	_, whole := leaving(t, 600)
	if f := Found(whole.Findings, rules.TimeShort); len(f) > 0 || !slices.Contains(kinds(whole), "mask_hydrating") {
		t.Fatalf("ten hours: %q %+v", kinds(whole), f)
	}
	lengths := map[string]int{}
	c, shortest := leaving(t, 0)
	least := over(c, shortest)
	for minutes := range 45 {
		c, r := leaving(t, minutes)
		got, took, f := kinds(r), over(c, r), Found(r.Findings, rules.TimeShort)
		said := ""
		if len(f) > 0 {
			said = f[0].Say
		}
		mask, serum := slices.Contains(got, "mask_hydrating"), slices.Contains(got, "serum")
		late := took > minutes*60
		if !slices.ContainsFunc(got, func(k string) bool { return kit.Kind(k).Moisturiser() }) ||
			!slices.Contains(got, "sunscreen") || mask && !serum {
			t.Errorf("%d min: %q", minutes, got)
		}
		if late && serum || late != strings.Contains(said, "Care ends at") ||
			!mask != strings.Contains(said, "Given up for the clock: Mask") {
			t.Errorf("%d min: over after %d s, %q: %s", minutes, took, got, said)
		}
		soon := len(Found(r.Findings, rules.SPFSetTime)) > 0
		if forms := minutes*60 - took; soon != (!late && forms < 900) || soon && minutes*60-least >= 900 {
			t.Errorf("%d min: sunscreen forms for %d s, said %v", minutes, forms, soon)
		}
		if len(Found(r.Findings, rules.MethodNotMet)) > 0 {
			t.Errorf("%d min: what the clock took is said twice: %s", minutes, Rules(r.Findings))
		}
		again := after.Evaluate(c, after.Day{From: c.Until}, r.Aftercare.Steps)
		if Rules(again.Findings) != Rules(r.Findings) {
			t.Errorf("%d min: looked at again: %s", minutes, Rules(again.Findings))
		}
		lengths[map[bool]string{true: "full", false: "short"}[mask]+map[bool]string{true: " serum"}[serum]]++
	}
	if len(lengths) != 3 {
		t.Errorf("nights of %v", lengths)
	}
}

func TestCareByHandThatOutlastsTheClientIsSaidAndCareInTimeIsNot(t *testing.T) {
	c, whole := leaving(t, 600)
	for minutes, want := range map[int]bool{1: true, 60: false} {
		d := *c.Sitting
		d.Day.LeavesAt = d.Day.LiftAt.Add(minutes)
		r := after.Evaluate(sitting.Open(&d), after.Day{From: c.Until}, slices.Clone(whole.Aftercare.Steps))
		f := Found(r.Findings, rules.TimeShort)
		if (len(f) > 0) != want || want && strings.Contains(f[0].Say, "Given up") {
			t.Errorf("leaves after %d min: %+v", minutes, f)
		}
	}
	if r := after.Evaluate(c, after.Day{From: c.Until}, []stack.Step{}); len(Found(r.Findings, rules.TimeShort)) > 0 {
		t.Errorf("no care at all outlasts nobody")
	}
}
