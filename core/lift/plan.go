package lift

import (
	"math"
	"slices"
	"strconv"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Plan chooses the removers and writes the steps in order. Layers are those at removal, annotated.
func Plan(c *sitting.Case, layers *stack.Layers) Result { return PlanWith(c, layers, nil) }

// PlanWith plans as if removers that stand in for one were not in the kit: the other oily ones for an oily one, the
// other washes for a wash. It is nil for the whole kit.
func PlanWith(c *sitting.Case, layers *stack.Layers, one *kit.Product) Result {
	on := On(c, layers)
	calm := haste{one: one}
	free := planned(c, layers, &on, calm)
	most, bound := limit(c)
	if !bound || !free.over(most) {
		return free
	}
	return hurried(c, layers, &on, calm, free, most)
}

// planned is one plan at one haste.
func planned(c *sitting.Case, layers *stack.Layers, on *[face.N]Loads, h haste) Result {
	scarce, alike, mittless := map[string]bool{}, 1, false
	for {
		pl := &planner{c: c, on: on, at: c.Until, haste: h}
		pl.loosen()
		pl.chooser = chooserOf(c, on, pl.loosened, alike, choice{h.one, h.only, h.begun})
		if h.cloth {
			pl.quick = true
		}
		pl.scarceOnes, pl.mittless = scarce, mittless
		pl.picked, pl.cost = pl.choose()
		if pl.missed && pl.thinned && alike < figure.AlikeKept {
			alike = figure.AlikeKept
			continue
		}
		pl.write()
		if h.begun != nil {
			pl.steps = h.begun.rest(pl.steps)
		}
		if pl.runsOut(scarce) && len(scarce) <= figure.MostScarce {
			continue
		}
		if !mittless && pl.lacks(counted(c, kit.Mitt), 0, func(s *stack.Step) int { return s.Mitts }) {
			mittless = true
			continue
		}
		res := pl.pruned(layers)
		if math.IsInf(pl.cost, 0) {
			pl.cost = 0
		}
		res.Lift.Cost = doc.Num(pl.cost)
		return res
	}
}

// pruned is the steps reckoned, without those that turned out to be needless: a hold that lasts as long as a neighbour
// needs takes more off than was counted on. What was done is done.
func (pl *planner) pruned(layers *stack.Layers) Result {
	for cut := false; ; cut = true {
		e := evaluate(pl.c, layers, pl.timed())
		i, m := -1, (*moment)(nil)
		for _, f := range e.needless(layers) {
			if i = slices.IndexFunc(pl.steps, func(s stack.Step) bool { return s.ID == f.Step }); i >= 0 {
				m = &e.moments[slices.IndexFunc(e.moments, func(m moment) bool { return m.ID == f.Step })]
				break
			}
		}
		switch {
		case m == nil && cut && pl.haste.begun == nil:
			return pl.narrowed(layers, e)
		case m == nil:
			return *e.res
		}
		steps := slices.Delete(slices.Clone(pl.steps), i, i+1)
		for m.remover && i < len(steps) && finishes(&steps[i], m) {
			steps = slices.Delete(steps, i, i+1)
		}
		if pl.steps = steps; pl.haste.begun == nil {
			pl.steps, pl.at = nil, pl.c.Until
			for _, s := range steps {
				s.Passes = 0
				pl.add(s)
			}
		}
	}
}

// timed is the steps as they follow one another, after those that were done.
func (pl *planner) timed() []stack.Step {
	if r := pl.haste.begun; r != nil {
		return r.OneByOne(pl.c, pl.steps)
	}
	return pl.steps
}

// narrowed is the steps reckoned with water only where it still takes something off, now that passes are gone.
func (pl *planner) narrowed(layers *stack.Layers, e *evaluation) Result {
	steps := slices.Clone(pl.steps)
	for i := range steps {
		s, on := &steps[i], e.moments[i].waters
		if s.Act != act.Emulsify && s.Act != act.Rinse || on == 0 || on == face.SetOf(s.Zones...) {
			continue
		}
		if s.Zones = on.List(); s.Act == act.Rinse {
			s.Say = pl.c.Say(say.RinseZones, "zones", whereabouts(pl.c, on))
		}
	}
	less := evaluate(pl.c, layers, steps).res
	if rules.Worse(less.Findings, e.res.Findings) {
		return *e.res
	}
	return *less
}

// runsOut marks removers of which the steps take more than there is, and reports whether it found new ones.
func (pl *planner) runsOut(scarce map[string]bool) (found bool) {
	used, wipes := map[string]float64{}, map[string]int{}
	steps := pl.steps
	if r := pl.haste.begun; r != nil {
		steps = slices.Concat(r.Done, steps)
	}
	for i := range steps {
		used[steps[i].Product] += float64(steps[i].Grams)
		wipes[steps[i].Product] += steps[i].Wipes
	}
	for _, p := range pl.removers {
		short := pl.c.Short(p, used[p.ID]) || p.Count != nil && wipes[p.ID] > *p.Count
		if short && !scarce[p.ID] {
			scarce[p.ID], found = true, true
		}
	}
	return found
}

type planner struct {
	*chooser
	c         *sitting.Case
	on        *[face.N]Loads
	haste     haste
	picked    []sequence
	cost      float64
	steps     []stack.Step
	at        time.Time
	spare     map[face.Zone]float64 // seconds that skin bears beyond what was chosen
	said      bool                  // why a remover is taken off as it is
	soap      face.Set              // where what cleans has to be rinsed off
	loosened  float64               // what is left of the lash glue when the lashes to be kept are off, 1 for none
	looseBy   *kit.Product
	looseness int // holds on a bud
}

// loosen finds how the glue of strip lashes to be kept is loosened from the outer corner with an oil-free remover on
// a bud.
func (pl *planner) loosen() {
	pl.loosened = 1
	if r := pl.haste.begun; r != nil && r.e.lashOff {
		return
	}
	load := pl.on[face.Eyelids][look.Adhesive]
	if !hasStrip(pl.c, true) || load == 0 || pl.c.Barred().All().Has(face.Eyelids) {
		return
	}
	best := pl.loosener()
	if pl.looseBy == nil {
		return
	}
	left := 1.0
	for left > figure.LashHalf && pl.looseness < figure.BudHolds {
		left *= best
		pl.looseness++
	}
	if left > figure.LashHalf {
		pl.looseness, pl.looseBy = 0, nil
		return
	}
	pl.loosened = left * (1 - figure.LashTakes)
}

// loosener finds the oil-free remover that leaves least of the glue, and how much one hold of it leaves.
func (pl *planner) loosener() float64 {
	t, best := pl.glueS(), 1.0
	for i := range pl.c.Kit {
		p := &pl.c.Kit[i]
		if takes[p.Kind][look.Adhesive] == 0 || p.Oily() || p.Kind == kit.Wipe || p.Kind.Worked() || p.Empty() ||
			p.Kind == kit.LashCleanser ||
			slices.ContainsFunc(objections(pl.c, p, face.Eyelids, pl.c.Client.Has(face.LensesStay)), barring) {
			continue
		}
		left := share(pl.c, work{p.Kind, wayHeld, t, 0}, pl.on[face.Eyelids], look.Adhesive)
		if left < best-figure.Same {
			best, pl.looseBy = left, p
		}
	}
	return best
}

// glueS is how long a bud is held on the glue: as long as helps.
func (pl *planner) glueS() float64 {
	return grip(t0(look.Adhesive, pl.on[face.Eyelids][look.Adhesive]) * figure.MostWrong)
}

// Usual fills in passes that are only a product: on all the skin that has something on and that the product may go
// on, for its time.
func Usual(c *sitting.Case, layers *stack.Layers, steps []stack.Step) []stack.Step {
	on := On(c, layers)
	var out []stack.Step
	for _, s := range steps {
		p := c.Product(s.Product)
		kind := kindOf(p)
		if p == nil || len(s.Zones) > 0 || takes[kind] == nil {
			out = append(out, s)
			continue
		}
		s.Kind, s.Act, s.How = act.Detail(kind), act.Hold, act.Press
		if kind.Worked() {
			s.Act, s.How = act.Massage, act.Massaged
		}
		var zones face.Set
		contact := 0.0
		for z := range face.N {
			if len(on[z].binders()) == 0 || held(z) || c.Barred().All().Has(z) ||
				slices.ContainsFunc(objections(c, p, z, c.Client.Has(face.LensesStay)), barring) {
				continue
			}
			zones |= face.SetOf(z)
			if kind.Worked() {
				contact = max(contact, on[z].massage(kind))
			}
		}
		s.Zones, s.ContactS, s.HandsS = zones.List(), int(contact), max(int(contact), figure.WetPadS)
		if !kind.Worked() {
			s.Pads = padsOver(zones)
			s.PadFaces = figure.FacesPerPad * s.Pads
		}
		s.Complete()
		stack.Measure(c, &s, p, kind.PassGrams(true))
		if kind.Worked() {
			s.Say = c.Say(say.UsualPass, "product", p.Name, "zones", whereabouts(c, zones), "seconds",
				c.Say(say.ShortSeconds, "n", int(contact)))
			out = append(out, s)
			continue
		}
		s.Say = c.Say(say.UsualPads, "product", p.Name, "zones", whereabouts(c, zones))
		w := wipeAfter(c, zones, s.ID)
		w.Complete()
		out = append(out, s, w)
	}
	return out
}

// wipeAfter is the wipe that finishes a pass of pads, a cloth or a mitt.
func wipeAfter(c *sitting.Case, zones face.Set, after string) stack.Step {
	words := say.WipeOff
	if len(zones.List()) == 1 {
		words = say.WipeOffOne
	}
	s := stack.Step{Act: act.Wipe, Zones: zones.List(), ContactS: figure.WipedS, How: act.Glide,
		HandsS:  figure.WipedS * len(zones.List()),
		Because: []rules.ID{rules.CannotDissolve},
		Say: c.Say(words, "zones", whereabouts(c, zones), "seconds", c.Say(say.ShortSeconds, "n",
			figure.WipedS))}
	if after != "" {
		s.ID = after + "w"
	}
	return s
}

// Retime gives removal steps new starts, one after the other in the order they stand.
func Retime(c *sitting.Case, steps []stack.Step) []stack.Step {
	at := c.Until
	out := slices.Clone(steps)
	for i := range out {
		out[i].Start = day.Wall(at)
		at = at.Add(time.Duration(max(out[i].HandsS, out[i].ContactS)+out[i].SetS) * time.Second)
	}
	return out
}

func barring(o fit.Objection) bool { return o.Bars }

// uneasy reports whether an objection is more than a note.
func uneasy(o fit.Objection) bool { return o.Severity != rules.Note }

func (pl *planner) add(s stack.Step) *stack.Step {
	s.ID = "r" + strconv.Itoa(len(pl.steps)+1)
	s.Start = day.Wall(pl.at)
	s.Complete()
	if s.Product != "" && (s.Act == act.Hold || s.Act == act.Massage) {
		s.Passes = pl.dose(s.Product, s.Zones)
	}
	pl.at = pl.at.Add(time.Duration(max(s.HandsS, s.ContactS)+s.SetS) * time.Second)
	pl.steps = append(pl.steps, s)
	return &pl.steps[len(pl.steps)-1]
}

// dose is which dose of a remover comes next on some zones.
func (pl *planner) dose(product string, zones []face.Zone) int {
	most := 0
	for _, z := range zones {
		n := 0
		for _, s := range pl.steps {
			if s.Product == product && s.Passes > 0 && slices.Contains(s.Zones, z) {
				n++
			}
		}
		most = max(most, n)
	}
	return most + 1
}
