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
	"urncloth/core/fit"
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
	still, waited := fit.Patted(c), at.Add(time.Duration(figure.TackyWait)*time.Second)
	f.tissue(c, id+".tacky", by[Tacky]&^still, act.Press, waited, say.TackyWait)
	f.tissue(c, id+".tacky", by[Tacky]&still, act.Lay, waited, say.TackyLay)
	f.tissue(c, id+".greasy", by[Greasy]&^still, act.Press, at, say.GreasyBlot)
	f.tissue(c, id+".greasy", by[Greasy]&still, act.Lay, at, say.GreasyLay)
}

// tight asks for a little more of what moistens each zone, one step a product.
func (f *fold) tight(c *sitting.Case, id string, zones face.Set, at time.Time) {
	by := map[string]face.Set{}
	for _, z := range zones.List() {
		by[f.moistened(c, z)] |= face.SetOf(z)
	}
	for _, name := range doc.Keys(by) {
		p := c.Product(name)
		if p == nil {
			f.says = append(f.says, f.words.Say(say.NoMoreOf, "zones", c.Names(by[name])))
			continue
		}
		f.more(id, p, by[name]&^fit.Patted(c), act.Press, at, say.TightMore)
		f.more(id, p, by[name]&fit.Patted(c), act.Pat, at, say.TightPat)
	}
}

// more asks for a little more of a moisturiser.
func (f *fold) more(id string, p *kit.Product, on face.Set, how act.How, at time.Time, words say.ID) {
	if on == 0 {
		return
	}
	c := f.open()
	s := stack.Step{ID: f.fresh(id + ".tight"), Act: act.Apply, Kind: act.Detail(p.Kind), Product: p.ID,
		Zones: on.List(), Film: map[face.Zone]doc.Num{}, How: how, HandsS: figure.LeastPartS,
		Start: day.Wall(at), Because: []rules.ID{stack.ByTouch, rules.NoMoisture}}
	for _, z := range on.List() {
		s.Film[z] = doc.Num(figure.TouchAddFilm)
		s.SetS = max(s.SetS, c.DryS(p.Kind, figure.TouchAddFilm))
	}
	f.asking(c, s, words)
}

// asking asks for what a touch check says, in a sentence.
func (f *fold) asking(c *sitting.Case, s stack.Step, words say.ID) {
	f.ask(plan.Prep, f.sentence(c, s, words))
	f.steps[s.ID].asks = words
}

// sentence is a step that a touch check asks for with its measure and its words.
func (f *fold) sentence(c *sitting.Case, s stack.Step, words say.ID) stack.Step {
	p := c.Product(s.Product)
	if len(s.Film) > 0 && p != nil {
		stack.Measure(c, &s, p, c.Grams(s.Film))
	}
	s.Say = f.words.Say(words, "product", f.title(&s), "zones", c.Names(face.SetOf(s.Zones...)), "amount", s.Amount)
	return s
}

// narrow leaves of what a touch check asked for some zones alone.
func (f *fold) narrow(p *progress, zones face.Set) {
	s := p.step
	s.Zones = zones.List()
	if film := s.Film; len(film) > 0 {
		s.Film = map[face.Zone]doc.Num{}
		for _, z := range s.Zones {
			s.Film[z] = film[z]
		}
	}
	p.step = f.sentence(f.open(), s, p.asks)
}

// moistened is the moisturiser that was laid last on a zone and may go there, "" for none.
func (f *fold) moistened(c *sitting.Case, z face.Zone) (id string) {
	var last time.Time
	for _, name := range f.order {
		p := f.steps[name]
		q := c.Product(p.uses())
		if p.state != Finish || q == nil || !q.Kind.Moisturiser() && q.Kind != kit.MoisturiserSPF ||
			p.step.Act != act.Apply || !slices.Contains(p.step.Zones, z) || p.ended.Before(last) ||
			!stack.Admits(c, q, z) {
			continue
		}
		id, last = q.ID, p.ended
	}
	return id
}

// tissue asks for a tissue, pressed on or laid on.
func (f *fold) tissue(c *sitting.Case, id string, zones face.Set, how act.How, at time.Time, words say.ID) {
	if zones == 0 {
		return
	}
	s := stack.Step{ID: f.fresh(id), Act: act.Blot, Kind: act.Detail(kit.Tissue), Zones: zones.List(), How: how,
		HandsS: figure.PressTissue, Start: day.Wall(at), Because: []rules.ID{stack.ByTouch}}
	for i := range c.Kit {
		if p := &c.Kit[i]; p.Kind == kit.Tissue && !p.Empty() {
			s.Product = p.ID
			break
		}
	}
	f.asking(c, s, words)
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
		if steps[i].Because = append([]rules.ID{stack.ByPad}, steps[i].Because...); i == 0 {
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
