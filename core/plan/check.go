package plan

import (
	"fmt"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/say"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

// checkSteps returns what is wrong with steps on this plan's sitting beyond the bounds of single fields; prefix is put
// before each field.
func (p *Plan) checkSteps(prefix string, steps []stack.Step) doc.Faults {
	var fs doc.Faults
	loc, err := p.Sitting.Day.Zone()
	seen := map[string]bool{}
	for i, s := range steps {
		at := fmt.Sprintf("%ssteps[%d]", prefix, i)
		if seen[s.ID] && s.ID != "" {
			fs.Add(at+".id", say.StepIDTwice, "id", s.ID)
		}
		if s.With != "" && !seen[s.With] {
			fs.Add(at+".with", say.NoEarlierStep, "id", s.With)
		}
		seen[s.ID] = true
		if s.Product != "" && p.Sitting.Kit.Find(s.Product) == nil {
			fs.Add(at+".product", say.NotInKit, "id", s.Product)
		}
		if s.Act == act.Apply && s.Product == "" {
			fs.Add(at+".product", say.ApplyNeeds)
		}
		if err == nil && !s.Start.IsZero() {
			if _, ok := s.Start.In(loc); !ok {
				fs.Add(at+".start", say.ClockSkips, "time", s.Start, "zone", p.Sitting.Day.Timezone)
			}
		}
	}
	return fs
}

// checkTouchUps returns what is wrong with touch-ups beyond the bounds of single fields.
func (p *Plan) checkTouchUps(prefix string, ups []wear.TouchUp) doc.Faults {
	var fs doc.Faults
	seen := map[string]bool{}
	for i, u := range ups {
		at := fmt.Sprintf("%stouch_ups[%d]", prefix, i)
		if seen[u.ID] && u.ID != "" {
			fs.Add(at+".id", say.TouchUpIDTwice, "id", u.ID)
		}
		seen[u.ID] = true
		checkZones(&fs, at+".zones", u.Zones)
		for j, s := range u.Steps {
			step := fmt.Sprintf("%s.steps[%d]", at, j)
			checkZones(&fs, step+".zones", s.Zones)
			if s.Product != "" && p.Sitting.Kit.Find(s.Product) == nil {
				fs.Add(step+".product", say.NotInKit, "id", s.Product)
			}
			if s.Act == act.Reapply && s.Product == "" {
				fs.Add(step+".product", say.ReapplyNeeds)
			}
		}
		p.checkMoment(&fs, at+".at", u.At)
	}
	return fs
}

// checkZones finds words that are neither a zone nor the face.
func checkZones(fs *doc.Faults, at string, list []string) {
	for i, w := range list {
		var z face.Zone
		if w != "face" && z.UnmarshalText([]byte(w)) != nil {
			fs.Add(fmt.Sprintf("%s[%d]", at, i), say.NeitherZone, "word", w)
		}
	}
}

// checkMoment finds a moment that the clock skips, or that is not between base and removal.
func (p *Plan) checkMoment(fs *doc.Faults, at string, l day.Local) {
	d := &p.Sitting.Day
	loc, err := d.Zone()
	if err != nil || l.IsZero() {
		return
	}
	moment, ok := l.In(loc)
	base, _ := d.BaseAt.In(loc)
	lift, _ := d.LiftAt.In(loc)
	switch {
	case !ok:
		fs.Add(at, say.ClockSkips, "time", l, "zone", d.Timezone)
	case moment.Before(base) || moment.After(lift):
		fs.Add(at, say.NotInWear, "time", l, "base", d.BaseAt, "lift", d.LiftAt)
	}
}
