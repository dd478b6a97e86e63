package plan

import (
	"bytes"
	"encoding/json"

	"slices"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/lift"
	"urncloth/core/prep"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

// Hand is the parts of a plan that a person made. A part that is not there is the planner's.
type Hand map[Part]Made

// Parts names what is by hand, in the order of the day.
func (h Hand) Parts() []Part {
	var list []Part
	for _, name := range Parts() {
		if _, is := h[name]; is {
			list = append(list, name)
		}
	}
	return list
}

// Or is the hand with the parts of another laid under it, but for those named.
func (h Hand) Or(kept Hand, but []Part) Hand {
	both := Hand{}
	for name, m := range kept {
		if !slices.Contains(but, name) {
			both[name] = m
		}
	}
	for name, m := range h {
		both[name] = m
	}
	return both
}

// Hand is the hand of a plan that names its parts made by hand.
func (p *Plan) Hand() Hand {
	h := Hand{}
	for i := range parts {
		if slices.Contains(p.ByHand, parts[i].name) {
			h[parts[i].name] = parts[i].made(p)
		}
	}
	return h
}

// CheckHand returns what is wrong with parts made by hand for this plan's sitting, beyond the bounds of single fields.
func (p *Plan) CheckHand(prefix string, h Hand) doc.Faults {
	var fs doc.Faults
	for i := range parts {
		if m, is := h[parts[i].name]; is {
			fs = append(fs, parts[i].check(p, prefix, m)...)
		}
	}
	return fs
}

// Usual fills in touch-ups that are only a moment, as the planner would write them.
func Usual(s *sitting.Sitting, h Hand) []wear.TouchUp {
	ups := touchUps(h[TouchUps].TouchUps)
	if !slices.ContainsFunc(ups, func(u wear.TouchUp) bool { return len(u.Steps) == 0 }) {
		return ups
	}
	r := made(sitting.Open(s), h, Prep)
	for i, u := range ups {
		if len(u.Steps) == 0 {
			ups[i] = wear.Usual(r.c, &r.stack, u.At)
			ups[i].ID = u.ID
		}
	}
	return ups
}

// Layers gives layers that are only a product the zones on which it usually goes, and all steps of prep new starts.
func Layers(s *sitting.Sitting, steps []stack.Step) []stack.Step {
	c := sitting.Open(s)
	steps = slices.Clone(steps)
	for i := range steps {
		if p := c.Product(steps[i].Product); p != nil && steps[i].Act == act.Apply && len(steps[i].Zones) == 0 {
			steps[i].Zones = prep.Usual(c, p)
		}
	}
	return stack.Retime(c, steps)
}

// Passes fills in removal passes that are only a product, as they are usually made, and gives all steps new starts.
func Passes(s *sitting.Sitting, h Hand) []stack.Step {
	c := sitting.Open(s)
	steps := h[Removal].Steps
	if slices.ContainsFunc(steps, func(s stack.Step) bool { return s.Product != "" && len(s.Zones) == 0 }) {
		steps = lift.Usual(c, &made(c, h, TouchUps).worn.Layers, steps)
	}
	return lift.Retime(c, steps)
}

// Same reports whether a plan with parts made by hand comes to the very plan that the planner makes.
func (p *Plan) Same(planned *Plan) bool {
	mine := *p
	mine.ByHand = planned.ByHand
	a, errA := json.Marshal(&mine)
	b, errB := json.Marshal(planned)
	return errA == nil && errB == nil && bytes.Equal(a, b)
}
