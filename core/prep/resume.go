package prep

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
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// standing is how a slot stands on a zone.
type standing uint8

const (
	open    standing = iota
	laidOut          // laid
	left             // left out, on purpose or because what goes over it is on
	chosen           // ahead, its product chosen by a person
)

// settled is what is no longer the planner's to choose: one slot on one zone.
type settled struct {
	standing
	product *kit.Product
	film    float64
}

// resumption is what the planner knows of a prep that is under way.
type resumption struct {
	*stack.Begun
	slots  [slots][face.N]settled
	veils  [face.N]standing
	more   [face.N]float64   // what stays of layers beyond one a slot, mg/cm²
	set    [face.N]time.Time // when what was laid there has set
	bare   [face.N]time.Time // when nothing lies there any more
	hands  time.Time         // when they are free
	allSet time.Time
}

// resuming reads what is settled of a prep under way.
func resuming(c *sitting.Case, b *stack.Begun, order []slot) *resumption {
	r := &resumption{Begun: b, hands: b.Now, allSet: c.ChairAt}
	if len(b.Done) == 0 { // the client has not sat down before
		r.hands = later(c.ChairAt, b.Now)
	}
	for i := range b.Left {
		r.settle(c, &b.Left[i], left)
	}
	for i := range b.Done {
		r.settle(c, &b.Done[i], laidOut)
		r.clock(c, &b.Done[i])
	}
	for i := range b.Ahead {
		s := b.Ahead[i]
		if product, is := b.Swaps[s.ID]; is {
			n := slotOf(c, &s)
			for _, z := range s.Zones {
				if n < slots && r.slots[n][z].standing == open {
					r.slots[n][z] = settled{chosen, c.Product(product), 0}
				}
			}
		}
	}
	r.close(order)
	return r
}

func later(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

// slotOf is the slot that a step fills, slots for none.
func slotOf(c *sitting.Case, s *stack.Step) slot {
	p := c.Product(s.Product)
	if s.Act != act.Apply || p == nil {
		return slots
	}
	for n := range slots {
		if slices.Contains(table[n].kinds, p.Kind) {
			return n
		}
	}
	return slots
}

// veils reports whether a step is the thin veil of the method over a primer.
func isVeil(s *stack.Step) bool { return s.Act == act.Apply && s.Method == method.PrimerSplit }

// settle notes what a step that was done or left out settles.
func (r *resumption) settle(c *sitting.Case, s *stack.Step, how standing) {
	n := slotOf(c, s)
	if n == slots {
		return
	}
	p := c.Product(s.Product)
	for _, z := range s.Zones {
		film := float64(s.Film[z])
		switch on := &r.slots[n][z]; {
		case isVeil(s):
			r.veils[z] = max(r.veils[z], laidOut)
			if how == left {
				r.veils[z] = left
			}
		case on.standing == laidOut && how == laidOut:
			r.more[z] += c.OnSkin(z, film) * p.Kind.Of().Stays
		case on.standing != laidOut:
			*on = settled{how, p, film}
		}
	}
}

// clock lets a step that was done take its time.
func (r *resumption) clock(c *sitting.Case, s *stack.Step) {
	start, _ := s.Start.In(c.Loc)
	hands := start.Add(time.Duration(s.HandsS) * time.Second)
	sets := stack.SetSeconds(c, s, c.Product(s.Product))
	free := start.Add(time.Duration(max(s.HandsS, s.ContactS)) * time.Second)
	end := free.Add(time.Duration(sets) * time.Second)
	for _, z := range s.Zones {
		r.set[z], r.bare[z] = later(r.set[z], end), later(r.bare[z], free)
	}
	r.hands, r.allSet = later(r.hands, hands), later(r.allSet, end)
}

// close leaves out what should have gone under a layer that is on by now: nobody lays serum over a cream.
func (r *resumption) close(order []slot) {
	for z := range face.N {
		over := false
		for i := len(order) - 1; i >= 0; i-- {
			on := &r.slots[order[i]][z]
			if over && on.standing == open {
				on.standing = left
			}
			over = over || on.standing == laidOut
		}
	}
}

// sign tells zones apart on which different things are settled.
func (r *resumption) sign(z face.Zone) string {
	if r == nil {
		return ""
	}
	words := fmt.Sprint(r.veils[z], r.more[z])
	for s := range slots {
		on := r.slots[s][z]
		id := ""
		if on.product != nil {
			id = on.product.ID
		}
		words += fmt.Sprint(" ", on.standing, id, on.film)
	}
	return words
}

// narrowed is the candidates of a slot where it is no longer the planner's to choose: what was laid costs nothing more,
// what was left out neither, and what a person chose has no rival.
func (pl *planner) narrowed(g *group, s slot, list []candidate, area float64) []candidate {
	if pl.begun == nil {
		return list
	}
	switch on := pl.begun.slots[s][g.like]; on.standing {
	case left:
		return []candidate{{}}
	case laidOut:
		k := pl.laidCandidate(g, s, on)
		for i := range list { // its veil goes over it, where it has one
			if o := &list[i]; o.product == on.product && o.veil != nil && pl.begun.veils[g.like] != left {
				k.veil, k.top, k.residue = o.veil, o.top, k.residue+figure.VeilFilm*o.veil.Kind.Of().Stays
			}
		}
		return []candidate{k}
	case chosen:
		if k, ok := pl.candidate(g, s, on.product, area); ok {
			return []candidate{k}
		}
		on.film = pl.film(s, on.product, g.like)
		return []candidate{pl.laidCandidate(g, s, on)}
	}
	return list
}

// laidCandidate is a product that lies in a slot already.
func (pl *planner) laidCandidate(g *group, s slot, on settled) candidate {
	k := candidate{product: on.product, film: on.film, bottom: surfaceOf(on.product.Base),
		top: surfaceOf(on.product.Base), residue: pl.c.OnSkin(g.like, on.film) * on.product.Kind.Of().Stays}
	switch {
	case on.product.Kind.SpotBalm():
		k.top = bare
	case on.product.Kind == kit.FaceOil && on.product.Base == kit.BaseOil:
		k.top = thinOil
	}
	return k
}

// waiting is the drafts of a whole prep of which nobody has done or left out anything yet, after what checks asked for.
func (pl *planner) waiting(drafts []*draft) []*draft {
	if pl.begun == nil {
		return drafts
	}
	var list, asked []*draft
	for i := range pl.begun.Asked { // at once, or before whatever else goes on their zones
		s := pl.begun.Asked[i]
		s.SetS = stack.SetSeconds(pl.c, &s, pl.c.Product(s.Product))
		d := &draft{slot: slots, zones: face.SetOf(s.Zones...), waits: true, with: -1, step: s, asked: true}
		if pl.begun.Soonest(pl.c, &s).After(pl.begun.Now) {
			asked = append(asked, d)
		} else {
			list = append(list, d)
		}
	}
	before := func(zones face.Set) {
		asked = slices.DeleteFunc(asked, func(d *draft) bool {
			if d.zones&zones != 0 {
				list = append(list, d)
			}
			return d.zones&zones != 0
		})
	}
	at := make([]int, len(drafts))
	spent := map[*stack.Step]bool{}
	for i, d := range drafts {
		at[i] = -1
		rest := d
		if !d.kept {
			rest = pl.remaining(d, spent)
		}
		if rest == nil {
			continue
		}
		if d.with >= 0 {
			w := *rest
			w.with = at[d.with]
			rest = &w
		}
		before(rest.zones)
		at[i] = len(list)
		list = append(list, rest)
	}
	before(face.All)
	return list
}

// remaining is what of a draft is still to be done, nil for nothing. A step that was done answers for one draft.
func (pl *planner) remaining(d *draft, spent map[*stack.Step]bool) *draft {
	if d.slot == slots && d.step.Act != act.TouchCheck {
		if s := pl.answers(d, spent); s != nil {
			spent[s] = true
			return nil
		}
		if pl.covered(d) {
			return nil
		}
		return d
	}
	switch zones := d.zones &^ pl.settledOn(d); {
	case zones == 0:
		return nil
	case zones == d.zones:
		return d
	case d.slot == slots:
		return pl.touched(zones)
	default:
		return pl.part(d, zones)
	}
}

// settledOn is the zones of a layer, or of a touch check, on which it is done or left out.
func (pl *planner) settledOn(d *draft) (zones face.Set) {
	b := pl.begun
	if d.slot == slots {
		b.Settled(func(s *stack.Step) bool {
			if s.Act == act.TouchCheck {
				zones |= face.SetOf(s.Zones...)
			}
			return false
		})
		return zones
	}
	for _, z := range d.zones.List() {
		is := b.slots[d.slot][z].standing
		if d.veil && b.veils[z] != open || !d.veil && is == laidOut || is == left {
			zones |= face.SetOf(z)
		}
	}
	return zones
}

// covered reports whether what should have come over a draft is on already: nobody cleanses skin that has been
// prepared.
func (pl *planner) covered(d *draft) bool {
	for _, s := range pl.order[max(0, slices.Index(pl.order, d.under)):] {
		for _, z := range d.zones.List() {
			if pl.begun.slots[s][z].standing == laidOut {
				return true
			}
		}
	}
	return false
}

// answers is the step, done or left out, that a draft without a layer speaks of; nil for none.
func (pl *planner) answers(d *draft, spent map[*stack.Step]bool) (found *stack.Step) {
	for _, exactly := range []bool{true, false} {
		if pl.begun.Settled(func(s *stack.Step) bool {
			found = s
			alike := s.Act == d.step.Act && (s.Act == act.Cleanse || s.Kind == d.step.Kind)
			return alike && !spent[s] && !pl.stale(s) &&
				(slices.Equal(s.Zones, d.step.Zones) || !exactly && stack.Meet(s, &d.step))
		}) {
			return found
		}
	}
	return nil
}

// stale reports whether a step cooled the skin before the last reading of it, which found it hot still.
func (pl *planner) stale(s *stack.Step) bool {
	start, _ := s.Start.In(pl.c.Loc)
	return s.Act == act.Cool && s.Kind == act.CoolCloth && pl.c.Hot && pl.begun.ReadAt.After(start)
}

// touched is a touch check of some zones.
func (pl *planner) touched(zones face.Set) *draft {
	return &draft{slot: slots, zones: zones, touch: true, waits: true, with: -1,
		step: stack.Step{Act: act.TouchCheck, Zones: zones.List(), HandsS: figure.TouchS, How: act.Touch,
			Because: []rules.ID{rules.LayerNotSet}, Say: pl.touchWords(zones)}}
}

// ahead is the steps that the plan had ahead, as drafts.
func (pl *planner) ahead() []*draft {
	var list []*draft
	place := map[string]int{}
	for i := range pl.begun.Ahead {
		s := pl.begun.Ahead[i]
		if product, is := pl.begun.Swaps[s.ID]; is {
			s = Swap(pl.c, s, pl.c.Product(product))
		}
		s.SetS = stack.SetSeconds(pl.c, &s, pl.c.Product(s.Product)) // in the air as it is now
		d := &draft{slot: slots, zones: face.SetOf(s.Zones...), with: -1, step: s, kept: true,
			waits: slotOf(pl.c, &s) > moisturiser || !pl.c.Method.Is(method.DampLayering, method.Yes)}
		if at, is := place[s.With]; is {
			d.with = at
		}
		place[s.ID] = i
		list = append(list, d)
	}
	return list
}

// Swap is a step with another product: the film that is usual of it there, measured anew.
func Swap(c *sitting.Case, s stack.Step, p *kit.Product) stack.Step {
	s.Product, s.Kind = p.ID, act.Detail(p.Kind)
	had := len(s.Film) > 0
	s.Film = nil
	s.Complete()
	if had {
		for _, z := range s.Zones {
			s.Film[z] = doc.Num(doc.Round(c.Film(p.Kind, z)))
		}
		stack.Measure(c, &s, p, c.Grams(s.Film))
	} else if s.Grams > 0 {
		stack.Measure(c, &s, p, p.Kind.PassGrams(true))
	}
	return s
}

// Resume plans what is ahead of a prep that is under way: what was done and what was left out stands. As long as
// all went as planned and there is time for the rest, the rest stays too; else it is chosen and fitted to the clock
// anew. Steps that stay keep their ids. From is the prep as it was planned.
func Resume(c *sitting.Case, b *stack.Begun, from *Prep) (Prep, stack.Result) {
	p, res := resumed(c, b, from)
	res.Findings = slices.DeleteFunc(res.Findings, func(f rules.Finding) bool {
		return f.Rule == rules.LayerNotSet && slices.ContainsFunc(b.Done, func(s stack.Step) bool {
			start, _ := s.Start.In(c.Loc)
			return s.ID == f.Step && start.Before(b.AirAt)
		})
	})
	return p, res
}

func resumed(c *sitting.Case, b *stack.Begun, from *Prep) (Prep, stack.Result) {
	if b.ByHand || !b.Anew && !heated(c, b) {
		p, res := planning(c, b).kept()
		ready, _ := from.ReadyAt.In(c.Loc)
		late := res.ReadyAt.After(later(c.BaseAt, ready))
		if b.ByHand || !late && (len(from.GaveUp) == 0 || p.SlackS <= max(0, from.SlackS)) {
			p.Cost, p.Gap, p.RunnerUp, p.GaveUp = from.Cost, from.Gap, from.RunnerUp, slices.Clone(from.GaveUp)
			res.Findings = WithGivenUp(c.Words, res.Findings, p.GaveUp)
			return p, res
		}
	}
	return fitted(c, b)
}

// heated reports whether the skin was found hot and nothing that cools it is planned since.
func heated(c *sitting.Case, b *stack.Begun) bool {
	cools := func(s *stack.Step) bool { return s.Act == act.Cool && s.Kind == act.CoolCloth }
	late := func(s *stack.Step) bool {
		start, _ := s.Start.In(c.Loc)
		return cools(s) && !b.ReadAt.After(start)
	}
	return c.Hot && !b.Settled(late) && !slices.ContainsFunc(b.Ahead, func(s stack.Step) bool { return cools(&s) })
}

// kept is what was done and then the steps ahead as they are, as soon as each can be.
func (pl *planner) kept() (Prep, stack.Result) {
	timed := pl.schedule(pl.waiting(pl.ahead()), false)
	steps := slices.Clone(pl.begun.Done)
	for i := range timed {
		steps = append(steps, timed[i].step)
	}
	res := stack.Prep(pl.c, stack.ByStart(pl.c, steps))
	for i := range res.Steps {
		if s := &res.Steps[i]; s.Act == act.Ready &&
			!pl.begun.Settled(func(o *stack.Step) bool { return o.ID == s.ID }) {
			s.Start = day.Wall(later(res.ReadyAt, pl.begun.Now))
		}
	}
	return Prep{StartsAt: day.Wall(res.StartsAt), ReadyAt: day.Wall(res.ReadyAt), SlackS: res.SlackS,
		GaveUp: []GaveUp{}, RunnerUp: RunnerUp{Differs: []Differs{}}, Steps: res.Steps}, res
}

// over is what stays on a zone of layers that no slot speaks of.
func (r *resumption) over(z face.Zone) float64 {
	if r == nil {
		return 0
	}
	return r.more[z]
}

// afterDone is steps ahead after those that were done.
func (pl *planner) afterDone(steps []stack.Step) []stack.Step {
	if pl.begun == nil {
		return steps
	}
	return stack.ByStart(pl.c, append(slices.Clone(pl.begun.Done), steps...))
}

// readied is prep with its last line, when everything has set: ready for base.
func (pl *planner) readied(steps []stack.Step, at time.Time) []stack.Step {
	last := pl.ready(at, len(steps)+1)
	if b := pl.begun; b != nil {
		if b.Settled(func(s *stack.Step) bool { return s.Act == act.Ready }) {
			return steps
		}
		last.Start = day.Wall(later(at, b.Now))
		if i := slices.IndexFunc(b.Ahead, func(s stack.Step) bool { return s.Act == act.Ready }); i >= 0 {
			last.ID = b.Ahead[i].ID
		}
	}
	return append(steps, last)
}

// unrepaired is the repairs that nobody has made yet: one that was made, or left out, stands for the first of its zone.
func (pl *planner) unrepaired(list []stack.Step) []stack.Step {
	if pl.begun == nil {
		return list
	}
	for _, o := range slices.Concat(pl.begun.Done, pl.begun.Left) {
		i := slices.IndexFunc(list, func(s stack.Step) bool { return o.Act == act.Repair && stack.Meet(&s, &o) })
		if i >= 0 {
			list = slices.Delete(list, i, i+1)
		}
	}
	return list
}

// named gives steps ahead the ids that the plan knew them by: the same step its own, and what takes the place of one
// its id too.
func (r *resumption) named(c *sitting.Case, steps []stack.Step) {
	same := func(s, o *stack.Step) bool { return s.Act == o.Act && s.Kind == o.Kind && isVeil(s) == isVeil(o) }
	r.Name(steps, func(s, o *stack.Step) bool { return same(s, o) && slices.Equal(s.Zones, o.Zones) },
		func(s, o *stack.Step) bool { return same(s, o) && stack.Meet(s, o) },
		func(s, o *stack.Step) bool {
			n := slotOf(c, s)
			return n < slots && n == slotOf(c, o) && isVeil(s) == isVeil(o) && stack.Meet(s, o)
		})
}
