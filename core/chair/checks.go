package chair

import (
	"fmt"
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/lift"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// touch asks for what a touch check says: where it is tight a little more of the moisturiser that lies there, where it
// is tacky a wait and a tissue, where it is greasy a tissue.
func (f *fold) touch(e *Event, at time.Time) {
	p := f.check(e, act.TouchCheck)
	id := string(act.TouchCheck)
	if p != nil {
		id = p.step.ID
	}
	by := map[Feel]face.Set{}
	var all face.Set
	for z := range face.N {
		if feel, is := e.Feels[z]; is {
			by[feel] |= face.SetOf(z)
			all |= face.SetOf(z)
		}
	}
	f.noted(p, all, at)
	c := f.open()
	f.tight(c, id, by[Tight], at)
	if zones := by[Tacky]; zones != 0 {
		f.tissue(c, f.fresh(id+".tacky"), zones, at.Add(time.Duration(figure.TackyWait)*time.Second), say.TackyWait)
	}
	if zones := by[Greasy]; zones != 0 {
		f.tissue(c, f.fresh(id+".greasy"), zones, at, say.GreasyBlot)
	}
}

// tight asks for a little more of what moistens each zone, one step a product.
func (f *fold) tight(c *sitting.Case, id string, zones face.Set, at time.Time) {
	by := map[string]face.Set{}
	for _, z := range zones.List() {
		by[f.moistened(c, z)] |= face.SetOf(z)
	}
	for _, name := range doc.Keys(by) {
		on, p := by[name], c.Product(name)
		if p == nil {
			f.says = append(f.says, f.words.Say(say.NoMoreOf, "zones", c.Names(on)))
			continue
		}
		s := stack.Step{ID: f.fresh(id + ".tight"), Act: act.Apply, Kind: act.Detail(p.Kind), Product: p.ID,
			Zones: on.List(), Film: map[face.Zone]doc.Num{}, How: act.Press, HandsS: figure.LeastPartS,
			Start: day.Wall(at), Because: []rules.ID{becauseTouch, rules.NoMoisture}}
		for _, z := range on.List() {
			s.Film[z] = doc.Num(figure.TouchAddFilm)
			s.SetS = max(s.SetS, c.DryS(p.Kind, figure.TouchAddFilm))
		}
		stack.Measure(c, &s, p, c.Grams(s.Film))
		s.Say = f.words.Say(say.TightMore, "product", p.Name, "zones", c.Names(on), "amount", s.Amount)
		f.ask(plan.Prep, s)
	}
}

// moistened is the moisturiser that was laid last on a zone, "" for none.
func (f *fold) moistened(c *sitting.Case, z face.Zone) (id string) {
	var last time.Time
	for _, name := range f.order {
		p := f.steps[name]
		q := c.Product(p.uses())
		if p.state != Finish || q == nil || !q.Kind.Moisturiser() && q.Kind != kit.MoisturiserSPF ||
			p.step.Act != act.Apply || !slices.Contains(p.step.Zones, z) || p.ended.Before(last) {
			continue
		}
		id, last = q.ID, p.ended
	}
	return id
}

// tissue asks for a tissue pressed on.
func (f *fold) tissue(c *sitting.Case, id string, zones face.Set, at time.Time, words say.ID) {
	s := stack.Step{ID: id, Act: act.Blot, Kind: act.Detail(kit.Tissue), Zones: zones.List(), How: act.Press,
		HandsS: figure.PressTissue, Start: day.Wall(at), Because: []rules.ID{becauseTouch},
		Say: f.words.Say(words, "zones", c.Names(zones))}
	for i := range c.Kit {
		if p := &c.Kit[i]; p.Kind == kit.Tissue && !p.Empty() {
			s.Product = p.ID
			break
		}
	}
	f.ask(plan.Prep, s)
}

// pad asks for what a pad check says: where it is not clean one more pass and another check, as long as skin bears it.
func (f *fold) pad(e *Event, at time.Time) {
	p := f.check(e, act.PadCheck)
	id := string(act.PadCheck)
	if p != nil {
		id = p.step.ID
	}
	var all, dirty face.Set
	for z := range face.N {
		if reads, is := e.Pads[z]; is {
			all |= face.SetOf(z)
			if reads != lift.PadClean {
				dirty |= face.SetOf(z)
			}
		}
	}
	f.noted(p, all, at)
	if dirty == 0 {
		return
	}
	c := f.open()
	steps, none := plan.Further(c, f.begun(at), dirty, f.freshStem(id+".pad"))
	for i := range steps {
		if steps[i].Because = append([]rules.ID{becausePad}, steps[i].Because...); i == 0 {
			steps[i].Start = day.Wall(at)
			steps[i].Say = f.words.Say(say.PadAgain, "zones", c.Names(dirty&^none)) + " " + steps[i].Say
		}
		f.ask(plan.Removal, steps[i])
	}
	if none != 0 {
		f.says = append(f.says, f.words.Say(say.PadStops, "zones", c.Names(none)))
	}
}

// freshStem is what the ids of several steps may begin with.
func (f *fold) freshStem(words string) string {
	stem := words
	for n := 2; f.steps[stem+".1"] != nil; n++ {
		stem = fmt.Sprint(words, n)
	}
	return stem
}

// open is the sitting as it is known by now.
func (f *fold) open() *sitting.Case {
	s := f.sitting
	return sitting.Open(&s)
}
