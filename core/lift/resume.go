package lift

import (
	"slices"
	"strconv"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// resumption is what the planner knows of a removal that is under way.
type resumption struct {
	*stack.Begun
	e *evaluation // of what was done, of what was asked for since, and of what takes that up
	c *sitting.Case

	finish []stack.Step // steps ahead that take up what the last pass has put on
	took   int          // how many of those ahead were looked at for that
}

// Resume plans what is ahead of a removal that is under way. What was done stands. As long as all went as planned the
// rest of the plan is the best there is, and only its times are new; where it did not, or where time has run short, the
// passes ahead are chosen anew from what is left on each zone. Steps that stay keep their ids. From is the removal
// as it was planned.
func Resume(c *sitting.Case, layers *stack.Layers, b *stack.Begun, from *Lift) Result {
	r := &resumption{Begun: b, c: c}
	r.begin(layers)
	on := On(c, layers)
	var res Result
	if b.Anew && !b.ByHand {
		res = planned(c, layers, &on, haste{begun: r})
	} else {
		res = Evaluate(c, layers, r.OneByOne(c, slices.Concat(b.Asked, r.swapped(b.Ahead))))
		res.Lift.Cost, res.Lift.GaveUp, res.Lift.Later = from.Cost, slices.Clone(from.GaveUp), slices.Clone(from.Later)
		res.Findings = WithGivenUp(c, res.Findings, &res.Lift)
		if end := lastOf(c, from.Steps); !res.End.After(end) { // as quick as it was planned to be
			return res
		}
	}
	if most, bound := limit(c); bound && !b.ByHand && res.late(c, most) {
		res = hurried(c, layers, &on, haste{begun: r}, res, most)
	}
	return res
}

// begin reckons how things stand once what was put on has been taken up. A step that would take up nothing, its pass
// left out, is not one of those that do.
func (r *resumption) begin(layers *stack.Layers) {
	r.finish = r.finishing()
	r.took = len(r.finish)
	r.e = evaluate(r.c, layers, slices.Concat(r.Done, r.Asked, r.finish))
	first := len(r.Done) + len(r.Asked)
	did := r.finish[:0]
	for i, s := range r.finish {
		if r.e.moments[first+i].did {
			did = append(did, s)
		}
	}
	r.finish = did
}

// late reports whether a removal takes longer than it may, or ends later.
func (r *Result) late(c *sitting.Case, most time.Duration) bool {
	by, said := c.Day.LiftBy.In(c.Loc)
	return r.over(most) || said && !c.Day.LiftBy.IsZero() && r.End.After(by)
}

// passes reports whether a step puts a remover on.
func passes(s *stack.Step) bool {
	return s.Product != "" && (s.Act == act.Hold || s.Act == act.Massage || s.Act == act.Cleanse)
}

// finishing is the steps ahead that take up the last pass that was made: up to the next pass or check.
func (r *resumption) finishing() (list []stack.Step) {
	if !slices.ContainsFunc(r.Done, func(s stack.Step) bool { return passes(&s) }) {
		return nil
	}
	for i := range r.Ahead {
		s := &r.Ahead[i]
		if passes(s) || !slices.Contains([]act.Act{act.Wipe, act.Emulsify, act.Cloth, act.Rinse}, s.Act) {
			break
		}
		list = append(list, *s)
	}
	return list
}

// swapped is steps ahead with the products that somebody chose for them.
func (r *resumption) swapped(steps []stack.Step) []stack.Step {
	steps = slices.Clone(steps)
	for i := range steps {
		if p := r.c.Product(r.Swaps[steps[i].ID]); p != nil {
			steps[i] = Swap(r.c, steps[i], p)
		}
	}
	return steps
}

// Swap is a pass with another remover: held or massaged as that one works.
func Swap(c *sitting.Case, s stack.Step, p *kit.Product) stack.Step {
	kind := kindOf(p)
	s.Product, s.Kind = p.ID, act.Detail(kind)
	if kind.Worked() && s.Act == act.Hold && !pressedAll(c, s.Zones) {
		s.Act, s.How = act.Massage, act.Massaged
	} else if !kind.Worked() && s.Act == act.Massage {
		s.Act, s.How = act.Hold, act.Press
	}
	stack.Measure(c, &s, p, float64(s.Grams))
	return s
}

func pressedAll(c *sitting.Case, zones []face.Zone) bool {
	return !slices.ContainsFunc(zones, func(z face.Zone) bool { return !pressed(c, z) })
}

// lastOf is when the last of some steps is over.
func lastOf(c *sitting.Case, steps []stack.Step) (end time.Time) {
	for i := range steps {
		if e := stack.Ends(c, &steps[i]); e.After(end) {
			end = e
		}
	}
	return end
}

// onceOnly is the acts that are not done again in one removal.
var onceOnly = []act.Act{act.Hands, act.LensOut, act.Setup, act.Refer, act.LashesOff, act.LiftPiece}

// rest is the steps of a removal planned anew that are to be done still: what takes up the last pass first; and the
// plan's own end where no pass is needed any more.
func (r *resumption) rest(steps []stack.Step) []stack.Step {
	settled := func(s stack.Step) bool {
		return slices.Contains(onceOnly, s.Act) && r.Settled(func(o *stack.Step) bool {
			return o.Act == s.Act && (s.Act != act.LiftPiece || stack.Meet(&s, o))
		})
	}
	list := slices.DeleteFunc(slices.Clone(steps), settled)
	if !slices.ContainsFunc(list, func(s stack.Step) bool { return passes(&s) }) {
		list = nil
		for _, s := range r.Ahead[r.took:] {
			if !passes(&s) && s.Act != act.Wipe && s.Act != act.Emulsify && s.Act != act.Cloth {
				list = append(list, s)
			}
		}
	}
	r.name(list)
	return slices.Concat(r.Asked, r.finish, list)
}

// name gives steps the ids that the plan knew them by; what takes up the last pass keeps its own.
func (r *resumption) name(steps []stack.Step) {
	b := *r.Begun
	b.Done = slices.Concat(b.Done, r.finish)
	b.Name(steps, func(s, o *stack.Step) bool {
		return s.Act == o.Act && s.Product == o.Product && slices.Equal(s.Zones, o.Zones)
	}, func(s, o *stack.Step) bool { return s.Act == o.Act && stack.Meet(s, o) })
}

// begins is where a group stands when removal is under way: what is left, what its skin bears still, what it has had.
func (r *resumption) begins(g *group) {
	if r == nil {
		return
	}
	z := g.like
	copy(g.start, r.e.left[z])
	g.film, g.had = r.e.film[z], r.e.passes[z]
	g.bears -= r.e.rubs[z]
	g.piece = g.piece && !r.e.off.Has(z)
	if r.e.lashOff {
		g.strip = -1
	}
	for i := range r.Done {
		s := &r.Done[i]
		if turnOf(kit.Kind(s.Kind)) == turnWash && passes(s) && slices.Contains(s.Zones, z) {
			g.washed = true
		}
	}
}

// off is where a piece has been lifted already.
func (r *resumption) off() face.Set {
	if r == nil {
		return 0
	}
	return r.e.off
}

// before is how often a zone has had a remover already.
func (r *resumption) before(p *kit.Product, z face.Zone) int {
	if r == nil {
		return 0
	}
	return r.e.of[p.ID+z.String()]
}

// Further is what a pad that does not read clean asks for: one more pass on some zones by the remover that leaves least
// of what is likeliest left, taken up, rinsed and dried as it needs, and another check. It gives none, and why, where
// skin bears no more or nothing would do.
func Further(c *sitting.Case, layers *stack.Layers, done []stack.Step, zones face.Set, id string) (steps []stack.Step,
	none face.Set) {
	e := evaluate(c, layers, done)
	on := On(c, layers)
	pl := &planner{c: c, on: &on, at: c.Until}
	pl.chooser = newChooser(c, &on, 1, nil)
	pl.picked = make([]sequence, len(pl.groups)) // nothing else is to be written
	by := map[int]face.Set{}
	var order []int
	for _, z := range zones.List() {
		r := pl.strongest(e, z)
		if r < 0 {
			none |= face.SetOf(z)
			continue
		}
		if by[r] == 0 {
			order = append(order, r)
		}
		by[r] |= face.SetOf(z)
	}
	slices.Sort(order)
	for _, r := range order {
		pl.again(r, by[r])
	}
	if len(pl.steps) == 0 {
		return nil, none
	}
	worked := zones &^ none
	if pl.soap != 0 {
		pl.rinse(pl.soap, c.Say(say.RinseZones, "zones", whereabouts(c, pl.soap)))
	}
	pl.add(stack.Step{Act: act.Dry, Zones: worked.List(), HandsS: figure.DryS, How: act.Pat, Because: []rules.ID{},
		Say: c.Say(say.PatDryNoRubbing)})
	pl.padCheck(worked)
	for i := range pl.steps {
		pl.steps[i].ID = id + "." + strconv.Itoa(i+1)
		pl.steps[i].Start = day.Local{}
	}
	return pl.steps, none
}

// strongest is the remover that leaves least of what is likeliest left on a zone, in one more dose that its skin bears
// and no rule speaks against; -1 for none.
func (pl *planner) strongest(e *evaluation, z face.Zone) int {
	i := slices.IndexFunc(pl.groups, func(g *group) bool { return g.zones.Has(z) })
	if i < 0 || len(e.left[z]) == 0 || e.passes[z] >= figure.MostOfAll {
		return -1
	}
	g := pl.groups[i]
	worst := e.worstOf(z)
	best, least := -1, 1-figure.LeastTaken
	for n, r := range g.allowed {
		p := pl.removers[r]
		if g.uneasy[n] || effectsRemover(p.Kind) || e.of[p.ID+z.String()] >= mostOf(z) {
			continue
		}
		k := pl.once(e, g, z, p)
		grams := p.Kind.PassGrams(true) * pl.c.Area[z] / areaOf(pl.c, face.Face)
		if e.rubs[z]+k.rubs > pl.skin.bears[z]+figure.Same || pl.c.Short(p, e.used[p.ID]+grams) {
			continue
		}
		if left := share(pl.c, work{p.Kind, k.way, k.contact, k.contact}, g.on,
			g.binders[worst]); left < least-figure.Same {
			best, least = r, left
		}
	}
	return best
}

// once is one more pass of a remover on a zone after a pad check: held for its time, or a short dose.
func (pl *planner) once(e *evaluation, g *group, z face.Zone, p *kit.Product) pass {
	k := pass{way: wayOf(p.Kind, pressed(pl.c, z))}
	switch k.way {
	case wayHeld:
		for i, b := range g.binders {
			if e.left[z][i] > 0 {
				k.contact = max(k.contact, t0(b, g.on[b]))
			}
		}
	case wayWorked:
		k.contact, k.rubs = figure.AgainS, figure.AgainS
	default:
		k.rubs = float64(figure.WipedS)
	}
	if k.way == wayHeld {
		k.rubs = float64(figure.WipedS)
	}
	return k
}

// again writes one more pass of a remover over some zones, and takes it up.
func (pl *planner) again(r int, zones face.Set) {
	p := pl.removers[r]
	lids := where(func(z face.Zone) bool { return zones.Has(z) && pressed(pl.c, z) })
	for _, z := range lids.List() {
		var contact float64
		for b, load := range pl.on[z] {
			contact = max(contact, t0(b, load))
		}
		grams := figure.SpotGrams
		if tipped(pl.c, p, z) {
			grams = figure.TipsGrams
		}
		pl.hold(p, face.SetOf(z), grip(contact), grams)
		pl.wipeHeld(face.SetOf(z))
		pl.lather(p, face.SetOf(z))
	}
	skin := zones &^ lids
	if skin == 0 {
		return
	}
	k := over{remover: r, zones: skin, way: wayOf(p.Kind, false), contact: figure.AgainS,
		grams: p.Kind.PassGrams(true) * areaOf(pl.c, skin) / areaOf(pl.c, face.Face)}
	if k.way == wayWiped {
		pl.wipeOver(p, skin, k.grams)
	} else {
		pl.massage(p, &k, "")
	}
	pl.takeOff(p, skin)
}

// areaOf is the area of some zones together, cm².
func areaOf(c *sitting.Case, zones face.Set) (area float64) {
	for _, z := range zones.List() {
		area += c.Area[z]
	}
	return area
}
