package plan

import (
	"slices"
	"strings"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/lift"
	"urncloth/core/look"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// LastTime is something of a plan that is as it is because of what earlier sittings taught: at which step, "" for none
// alone, and what it says.
type LastTime struct {
	Part Part   `json:"part"`
	Step string `json:"step" len:"0..50"`
	Say  string `json:"say" len:"0..1000"`
}

// lastTime lists what earlier sittings changed.
func (p *Plan) lastTime(r *run) (list []LastTime) {
	l := &p.Sitting.Client.Learned
	list = append(list, p.moistened(r.c, l)...)
	shines := map[bool]face.Set{}
	for _, s := range p.Wear.Shine {
		if f, is := l.Sebum[s.Zone]; is && f != 1 {
			shines[f > 1] |= face.SetOf(s.Zone)
		}
	}
	for _, sooner := range []bool{true, false} {
		if zones := shines[sooner]; zones != 0 {
			id := say.BecauseLater
			if sooner {
				id = say.BecauseSooner
			}
			list = append(list, LastTime{TouchUps, "", r.c.Say(id, "zones", r.c.Names(zones))})
		}
	}
	list = append(list, p.removed(r, l)...)
	for _, id := range l.Never {
		if q := p.Sitting.Kit.Find(id); q != nil {
			list = append(list, LastTime{Prep, "", r.c.Say(say.BecauseStung, "product", q.Name)})
		}
	}
	return append(list, p.own(r)...)
}

// own is which of the studio's own values of figures the plan is reckoned by, each said once.
func (p *Plan) own(r *run) (list []LastTime) {
	if len(p.Sitting.Figures) == 0 {
		return nil
	}
	var lean face.Set
	for i := range p.Prep.Steps {
		if s := &p.Prep.Steps[i]; s.Act == act.Apply && kit.Kind(s.Kind).Moisturiser() {
			lean |= face.SetOf(s.Zones...)
		}
	}
	graded := func(zones face.Set, oil int) bool {
		return slices.ContainsFunc(zones.List(), func(z face.Zone) bool { return r.c.Skin[z].Oil == oil })
	}
	on := lift.On(r.c, &r.worn.Layers)
	for _, key := range doc.Keys(p.Sitting.Figures) {
		m, _ := sitting.MeasuredBy(key)
		l := LastTime{Part: TouchUps}
		value, of := p.Sitting.Figures[key], say.OwnSebum
		switch {
		case m.Takes():
			if len(p.meets(on, string(m.Kind), m.Binder).List()) == 0 {
				continue
			}
			l.Part, of = Removal, say.OwnTakes
		case key == sitting.LeanKey(m.Grade):
			if !graded(lean, m.Grade) {
				continue
			}
			l.Part, of = Prep, say.OwnLean
		case !graded(face.BaseArea, m.Grade):
			continue
		}
		slots := []any{"grade", m.Grade, "value", value, "book", m.Book}
		if m.Takes() {
			slots = append(slots, "kind", say.Capital(r.c.Say(say.Word(kit.KindList, m.Kind))), "binder",
				say.Word(look.BinderList, m.Binder))
		}
		l.Say = r.c.Say(of, slots...)
		list = append(list, l)
	}
	return list
}

// moistened is where a moisturiser is laid thicker or thinner.
func (p *Plan) moistened(c *sitting.Case, l *face.Learned) (list []LastTime) {
	for i := range p.Prep.Steps {
		s := &p.Prep.Steps[i]
		if s.Act != act.Apply || !kit.Kind(s.Kind).Moisturiser() {
			continue
		}
		by := map[bool]face.Set{}
		for _, z := range s.Zones {
			if f, is := l.Moisture[z]; is && f != 1 {
				by[f > 1] |= face.SetOf(z)
			}
		}
		var words []string
		if by[true] != 0 {
			words = append(words, c.Say(say.BecauseMoist, "zones", c.Names(by[true])))
		}
		if by[false] != 0 {
			words = append(words, c.Say(say.BecauseLean, "zones", c.Names(by[false])))
		}
		if len(words) > 0 {
			list = append(list, LastTime{Prep, s.ID, strings.Join(words, " ")})
		}
	}
	return list
}

// removed is where a remover is reckoned otherwise than the table says, on a binder that it meets.
func (p *Plan) removed(r *run, l *face.Learned) (list []LastTime) {
	if len(l.Lift) == 0 {
		return nil
	}
	on := lift.On(r.c, &r.worn.Layers)
	for _, key := range doc.Keys(l.Lift) {
		kind, binder, _ := strings.Cut(key, "/")
		factor := l.Lift[key]
		if factor == 1 {
			continue
		}
		zones := p.meets(on, kind, look.Binder(binder))
		if zones == 0 {
			continue
		}
		step := p.Lift.Steps[slices.IndexFunc(p.Lift.Steps, func(s stack.Step) bool {
			return removes(&s, kind) && face.SetOf(s.Zones...)&zones != 0
		})].ID
		id := say.BecauseHarder
		if factor > 1 {
			id = say.BecauseEasier
		}
		list = append(list, LastTime{Removal, step, r.c.Say(id, "kind", say.Capital(r.c.Say(say.Word(kit.KindList,
			kit.Kind(kind)))), "zones", r.c.Names(zones))})
	}
	return list
}

// meets is the zones on which a kind of remover meets a binder.
func (p *Plan) meets(on [face.N]lift.Loads, kind string, binder look.Binder) (zones face.Set) {
	for i := range p.Lift.Steps {
		s := &p.Lift.Steps[i]
		if !removes(s, kind) {
			continue
		}
		for _, z := range s.Zones {
			if on[z][binder] > 0 {
				zones |= face.SetOf(z)
			}
		}
	}
	return zones
}

// removes reports whether a step is a pass of a kind of remover.
func removes(s *stack.Step, kind string) bool {
	return string(s.Kind) == kind && slices.Contains([]act.Act{act.Hold, act.Massage, act.Cleanse}, s.Act)
}

// because prints what earlier sittings changed of a part, at one step or, for "", at none alone.
func (p *Plan) because(b *sheet, part Part, step, indent string) {
	for _, l := range p.LastTime {
		if l.Part == part && l.Step == step {
			b.hanging(indent, l.Say)
		}
	}
}
