package lift

import (
	"cmp"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/nature"
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
	scarce, alike := map[string]bool{}, 1
	for {
		pl := &planner{c: c, on: &on, at: c.Until}
		pl.loosen()
		pl.chooser = chooserOf(c, &on, pl.loosened, one, alike)
		pl.scarceOnes = scarce
		pl.picked, pl.cost = pl.choose()
		if pl.missed && pl.thinned && alike < figure.AlikeKept {
			alike = figure.AlikeKept
			continue
		}
		pl.write()
		if pl.runsOut(scarce) && len(scarce) <= figure.MostScarce {
			continue
		}
		res := Evaluate(c, layers, pl.steps)
		if math.IsInf(pl.cost, 0) {
			pl.cost = 0
		}
		res.Lift.Cost = doc.Num(pl.cost)
		return res
	}
}

// runsOut marks removers of which the steps take more than there is, and reports whether it found new ones.
func (pl *planner) runsOut(scarce map[string]bool) (found bool) {
	used := map[string]float64{}
	for _, s := range pl.steps {
		used[s.Product] += float64(s.Grams)
	}
	for _, p := range pl.removers {
		if p.Short(used[p.ID]) && !scarce[p.ID] {
			scarce[p.ID], found = true, true
		}
	}
	return found
}

type planner struct {
	*chooser
	c         *sitting.Case
	on        *[face.N]Loads
	picked    []sequence
	cost      float64
	steps     []stack.Step
	at        time.Time
	loosened  float64 // what is left of the lash glue when the lashes to be kept are off, 1 for none
	looseBy   *kit.Product
	looseness int // holds on a bud
}

// loosen finds how the glue of strip lashes to be kept is loosened from the outer corner with an oil-free remover on
// a bud.
func (pl *planner) loosen() {
	pl.loosened = 1
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
			slices.ContainsFunc(objections(pl.c, p, face.Eyelids, pl.c.Client.Has(face.LensesStay)), barring) {
			continue
		}
		left := share(pl.c, p.Kind, face.Eyelids, pl.on[face.Eyelids], look.Adhesive, t)
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
	out := slices.Clone(steps)
	for i := range out {
		s := &out[i]
		p := c.Product(s.Product)
		kind := kindOf(p)
		if p == nil || len(s.Zones) > 0 || takes[kind] == nil {
			continue
		}
		s.Kind, s.Act, s.How = act.Detail(kind), act.Hold, act.Press
		if kind.Worked() {
			s.Act, s.How = act.Massage, act.Massaged
		}
		var zones face.Set
		contact := float64(figure.GripS)
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
		s.Zones, s.ContactS, s.HandsS = zones.List(), int(contact), max(int(contact), figure.WipeS)
		if !kind.Worked() {
			n := 0
			for _, z := range s.Zones {
				n += strokes(z)
			}
			s.Pads = (n + figure.FacesPerPad - 1) / figure.FacesPerPad
			s.PadFaces = figure.FacesPerPad * s.Pads
		}
		s.Complete()
		stack.Measure(c, s, p, kind.PassGrams(true))
		s.Say = c.Say(say.UsualPass, "product", p.Name, "zones", whereabouts(c, zones), "seconds",
			c.Say(say.ShortSeconds, "n", int(contact)))
	}
	return out
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
	pl.at = pl.at.Add(time.Duration(max(s.HandsS, s.ContactS)+s.SetS) * time.Second)
	pl.steps = append(pl.steps, s)
	return &pl.steps[len(pl.steps)-1]
}

// write puts the steps in the handbook's order.
func (pl *planner) write() {
	c := pl.c
	worked := face.Set(0)
	for _, g := range pl.groups {
		worked |= g.zones
	}
	if worked == 0 && !hasLashes(c) {
		return
	}
	pl.add(
		stack.Step{
			Act:     act.Hands,
			HandsS:  figure.HandsS,
			Because: []rules.ID{rules.HandsFirst},
			Say:     pl.c.Say(say.WashHands),
		},
	)
	if c.Client.Has(face.ContactLenses) && !c.Client.Has(face.LensesStay) {
		pl.add(
			stack.Step{
				Act:     act.LensOut,
				HandsS:  figure.LensS,
				Because: []rules.ID{rules.LensIn},
				Say:     pl.c.Say(say.LensesOutFirst),
			},
		)
	}
	pl.add(stack.Step{Act: act.Setup, HandsS: figure.SetupOffS, Because: []rules.ID{}, Say: pl.setupWords()})
	if zones := c.Barred().Alone() & (face.Face | c.Neighbours()); zones != 0 {
		words := c.Say(say.LeaveAloneLift, "zones", c.Names(zones))
		if on := c.Stranded(); on != 0 {
			words += " " + c.Say(say.StrandedLift, "zones", c.Names(on))
		}
		pl.add(stack.Step{Act: act.Refer, Zones: zones.List(), Because: []rules.ID{rules.LeaveAlone}, Say: words})
	}
	pl.lashesFirst()
	pl.effects()
	lips := pl.stage(func(g *group) bool { return g.like == face.Lips })
	eyes := pl.stage(func(g *group) bool { return g.like == face.Eyelids || g.like == face.Brows })
	strong := strongLips(c) && c.Method.Is(method.LipOrder, method.StrongFirst)
	last := c.Method.Is(method.EyeOrder, method.EyesLast)
	if strong {
		pl.heldPasses(lips)
	}
	if !last {
		pl.heldPasses(eyes)
	}
	if !strong {
		pl.heldPasses(lips)
	}
	pl.firstCleanse()
	if last {
		pl.heldPasses(eyes)
	}
	pl.secondCleanse()
	pl.finishUp(worked)
}

func (pl *planner) setupWords() string {
	jewellery, glasses := stack.Off(pl.c)
	words := say.HairBackCovered
	if pl.c.Client.Lacks(face.ScalpHair) {
		words = say.ClothesCovered
	}
	return pl.c.Say(words, "jewellery", jewellery, "glasses", glasses)
}

// lashesFirst peels magnetic lashes and frees those to be kept before anything oily comes near.
func (pl *planner) lashesFirst() {
	c := pl.c
	if !hasLashes(c) || c.Barred().All().Has(face.Eyelids) {
		return
	}
	lids := []face.Zone{face.Eyelids}
	for n := range pl.looseness {
		words := pl.c.Say(say.LoosenGlue, "product", pl.looseBy.Name)
		if n > 0 {
			words = pl.c.Say(say.LoosenAgain)
		}
		s := pl.add(
			stack.Step{
				Act:      act.Hold,
				Kind:     act.Detail(pl.looseBy.Kind),
				Product:  pl.looseBy.ID,
				Zones:    lids,
				ContactS: int(pl.glueS()),
				HandsS:   int(pl.glueS()),
				Buds:     2,
				How:      act.Bud,
				Grams:    doc.Num(figure.BudGrams),
				Because:  []rules.ID{rules.OilOnReusedLashes},
				Say:      words,
			},
		)
		stack.Measure(pl.c, s, pl.looseBy, figure.BudGrams)
	}
	magnetic := slices.ContainsFunc(c.Items, func(it look.Item) bool { return it.Attach == look.Magnetic })
	switch {
	case magnetic:
		pl.add(
			stack.Step{
				Act:     act.LashesOff,
				Kind:    act.MagneticBand,
				Zones:   lids,
				HandsS:  figure.LashesS,
				Because: []rules.ID{rules.OilOnReusedLashes},
				Say:     pl.c.Say(say.PeelMagnetic),
			},
		)
	case pl.looseness > 0:
		pl.add(
			stack.Step{
				Act:     act.LashesOff,
				Kind:    act.StripBand,
				Zones:   lids,
				HandsS:  figure.LashesS,
				Because: []rules.ID{rules.OilOnReusedLashes},
				Say:     pl.c.Say(say.LiftBand),
			},
		)
	}
}

// effects takes effects adhesives off first, by their own remover; then comes an ordinary cleanse.
func (pl *planner) effects() {
	for i, g := range pl.groups {
		for _, k := range pl.picked[i].passes {
			p := pl.removers[k.remover]
			if turnOf(p.Kind) != turnEffects {
				continue
			}
			pads := (max(2*len(g.zones.List()), strokesOver(g.zones)) + figure.FacesPerPad - 1) / figure.FacesPerPad
			s := pl.add(
				stack.Step{
					Act:      act.Hold,
					Kind:     act.Detail(p.Kind),
					Product:  p.ID,
					Zones:    g.zones.List(),
					ContactS: int(k.contact),
					HandsS:   int(k.contact),
					Pads:     pads,
					PadFaces: figure.FacesPerPad * pads,
					How:      act.Press,
					Because: []rules.ID{
						rules.CannotDissolve,
					},
					Say: pl.c.Say(say.HoldEffects, "product", p.Name, "zones", pl.c.Names(g.zones)),
				},
			)
			stack.Measure(pl.c, s, p, pl.passGrams(g, p))
		}
	}
}

// planned is one group with the passes chosen for it.
type planned struct {
	g      *group
	passes []pass
}

func (pl *planner) stage(of func(*group) bool) []planned {
	var list []planned
	for i, g := range pl.groups {
		if of(g) {
			p := planned{g: g}
			for _, k := range pl.picked[i].passes {
				if turnOf(pl.removers[k.remover].Kind) != turnEffects {
					p.passes = append(p.passes, k)
				}
			}
			list = append(list, p)
		}
	}
	return list
}

// heldPasses writes the passes on lids, brows and lips. Passes of one product and time are done together.
func (pl *planner) heldPasses(list []planned) {
	longest := 0
	for _, p := range list {
		longest = max(longest, len(p.passes))
	}
	freed := false
	for n := range longest {
		type key struct {
			remover int
			contact float64
		}
		var order []key
		zones := map[key]face.Set{}
		for _, p := range list {
			if n >= len(p.passes) {
				continue
			}
			k := key{p.passes[n].remover, p.passes[n].contact}
			if zones[k] == 0 {
				order = append(order, k)
			}
			zones[k] |= p.g.zones
		}
		for _, k := range order {
			pl.hold(pl.removers[k.remover], zones[k], k.contact)
		}
		if !freed && pl.letsGo(list, n) {
			freed = true
			pl.add(
				stack.Step{
					Act:     act.LashesOff,
					Kind:    act.GluedLashes,
					Zones:   []face.Zone{face.Eyelids},
					HandsS:  figure.LashesS,
					Because: []rules.ID{rules.LeftOn},
					Say:     pl.c.Say(say.LiftLashes),
				},
			)
		}
	}
}

// letsGo reports whether lashes that were not freed before come off after the nth pass on the lids: a strip once half
// of its glue has gone, single ones at the last pass, if by then it has.
func (pl *planner) letsGo(list []planned, n int) bool {
	i := slices.IndexFunc(list, func(p planned) bool { return p.g.like == face.Eyelids })
	if i < 0 || pl.looseness > 0 || !glued(pl.c) || n >= len(list[i].passes) {
		return false
	}
	left := 1.0
	for _, k := range list[i].passes[:n+1] {
		left *= share(pl.c, pl.removers[k.remover].Kind, face.Eyelids, list[i].g.on, look.Adhesive, k.contact)
	}
	return left <= figure.LashHalf && (hasStrip(pl.c, true) || hasStrip(pl.c, false) || n+1 == len(list[i].passes))
}

func glued(c *sitting.Case) bool {
	return slices.ContainsFunc(
		c.Items,
		func(it look.Item) bool { return it.Attach == look.GlueStrip || it.Attach == look.Single },
	)
}

// hold writes one pass on lids, brows or lips and what finishes it.
func (pl *planner) hold(p *kit.Product, zones face.Set, contact float64) {
	c := pl.c
	s := stack.Step{
		Act:      act.Hold,
		Kind:     act.Detail(p.Kind),
		Product:  p.ID,
		Zones:    zones.List(),
		ContactS: int(contact),
		HandsS:   int(contact),
		How:      act.Press,
		Because:  pl.because(p, zones),
	}
	if p.Kind.Worked() {
		s.Act, s.How = act.Massage, act.Fingertips
	}
	grams := 0.0
	for _, z := range s.Zones {
		grams += map[bool]float64{true: figure.EyeGrams, false: figure.SpotGrams}[z == face.Eyelids]
	}
	pads := padsHeld(zones)
	seconds := pl.seconds(contact)
	switch {
	case p.Kind == kit.WaterMitt:
		s.Cloths, s.How, grams = 1, act.WithMitt, 0
		s.Say = c.Say(say.MittOn, "product", p.Name, "zones", c.Names(zones), "seconds", seconds)
		s.TempC = pl.warmth(zones)
	case extended(c) && zones.Has(face.Eyelids):
		s.Buds, s.How = figure.TipsPerPass, act.LintFree
		s.Say = c.Say(say.TipBetween, "product", p.Name, "seconds", seconds)
	case s.Act == act.Massage:
		s.Say = c.Say(say.MeltOver, "product", p.Name, "zones", c.Names(zones), "seconds", seconds)
	default:
		s.Pads, s.PadFaces = pads, figure.FacesPerPad*pads
		s.Say = c.Say(say.SoakAndWait, "pads", padWords(zones), "product", p.Name, "zones", c.Names(zones),
			"seconds", seconds, "then", pl.eyeWords(zones))
	}
	if s.Pads > 0 && fit.Still(c)&zones != 0 {
		s.How = act.Lay
		s.Say = c.Say(say.LayAndLift, "product", p.Name, "zones", c.Names(zones), "seconds", seconds)
	}
	st := pl.add(s)
	stack.Measure(c, st, p, grams)
	switch {
	case films(p.Kind):
		pl.wipeHeld(zones, s.Buds > 0)
	case s.Act == act.Massage: // a wash is rinsed off
		pl.add(
			stack.Step{
				Act:     act.Rinse,
				Zones:   zones.List(),
				HandsS:  figure.RinseOffS,
				TempC:   figure.LukewarmC,
				How:     act.Lukewarm,
				Because: []rules.ID{rules.NotRinsed, rules.TooHot},
				Say:     c.Say(say.RinseZones, "zones", c.Names(zones)),
			},
		)
	}
}

// padsHeld is how many pads are held there: half a pad for each eye, or one a zone.
func padsHeld(zones face.Set) int {
	if zones.Has(face.Eyelids) {
		return 1
	}
	return max(1, len(zones.List()))
}

// wipeHeld writes what takes an oily remover off lids, brows or lips: a damp pad, a tip where lashes are extended, or
// the corner of a warm cloth where pads run out.
func (pl *planner) wipeHeld(zones face.Set, tips bool) {
	c, pads := pl.c, padsHeld(zones)
	w := stack.Step{
		Act:      act.Wipe,
		Zones:    zones.List(),
		HandsS:   figure.DampS,
		Pads:     pads,
		PadFaces: figure.FacesPerPad * pads,
		How:      act.DampPad,
		Because:  []rules.ID{rules.DirtyFace},
		Say:      c.Say(say.WipeDamp, "zones", c.Names(zones)),
	}
	if fit.Still(c)&zones != 0 {
		w.How, w.Say = act.LayDamp, c.Say(say.LayDampPad, "zones", c.Names(zones))
	}
	if tips {
		w.Pads, w.PadFaces, w.Buds = 0, 0, figure.TipsPerPass
		if w.How != act.LayDamp {
			w.How = act.DampTip
		}
	} else if pl.short(pads) {
		w.Act, w.Pads, w.PadFaces, w.Cloths, w.How, w.TempC = act.Cloth, 0, 0, 1, act.ClothCorner, pl.warmth(zones)
		w.Say = c.Say(say.LiftWarmCloth, "zones", c.Names(zones))
		if w.TempC < figure.WarmC {
			w.Say = c.Say(say.LiftLukewarmCloth, "zones", c.Names(zones))
		}
	}
	pl.add(w)
}

// short reports whether so many more pads are not there.
func (pl *planner) short(more int) bool {
	if pl.pads < 0 {
		return false
	}
	for _, s := range pl.steps {
		more += s.Pads
	}
	return more > pl.pads
}

func padWords(zones face.Set) say.ID {
	if zones.Has(face.Eyelids) {
		return say.HalfPadEach
	}
	return say.OnePad
}

func (pl *planner) eyeWords(zones face.Set) string {
	if !zones.Has(face.Eyelids) {
		return pl.c.Say(say.FoldClean)
	}
	if pl.c.Client.Has(face.LensesStay) {
		return pl.c.Say(say.AwayFromWaterline)
	}
	return pl.c.Say(say.FoldAndWaterline)
}

func (pl *planner) seconds(s float64) string { return pl.c.Say(say.ShortSeconds, "n", int(s)) }

// because names the rules and methods behind a pass.
func (pl *planner) because(p *kit.Product, zones face.Set) []rules.ID {
	list := []rules.ID{rules.CannotDissolve}
	if held(zones.List()[0]) {
		list = append(list, rules.Rubbing)
	}
	if films(p.Kind) && !held(zones.List()[0]) {
		list = append(list, rules.NotEmulsified)
	}
	return list
}

// firstCleanse writes the oily passes on skin; secondCleanse what comes after them.
func (pl *planner) firstCleanse() { pl.skin(true) }

func (pl *planner) secondCleanse() { pl.skin(false) }

// skin writes the passes on skin, product by product over all zones that have one.
func (pl *planner) skin(first bool) {
	list := pl.stage(func(g *group) bool { return !held(g.like) })
	type key struct {
		remover, nth int
		contact      float64
		still        bool
	}
	var order []key
	zones := map[key]face.Set{}
	grams := map[key]float64{}
	anyFirst := pl.hasFirst(list)
	for _, p := range list {
		nth := map[int]int{}
		for _, k := range p.passes {
			q := pl.removers[k.remover]
			early := films(q.Kind) || !anyFirst && turnOf(q.Kind) < turnWash
			at := key{k.remover, nth[k.remover], k.contact, still(pl.c, p.g.like)}
			nth[k.remover]++
			if early != first {
				continue
			}
			if zones[at] == 0 {
				order = append(order, at)
			}
			zones[at] |= p.g.zones
			grams[at] += pl.passGrams(p.g, q)
		}
	}
	slices.SortStableFunc(order, func(a, b key) int {
		return cmp.Or(a.remover-b.remover, a.nth-b.nth, cmp.Compare(b.contact, a.contact))
	})
	var done face.Set
	for n, k := range order {
		p := pl.removers[k.remover]
		if k.still {
			pl.laid(p, zones[k], k.contact, grams[k])
		} else {
			pl.cleanse(p, zones[k], k.contact, grams[k], !first && n+1 == len(order))
		}
		if !k.still || !films(p.Kind) {
			done |= zones[k]
		}
		if n+1 == len(order) || order[n+1].remover != k.remover {
			pl.takeOff(p, done)
			done = 0
		}
	}
}

// hasFirst reports whether any zone has a pass that dissolves with oil.
func (pl *planner) hasFirst(list []planned) bool {
	return slices.ContainsFunc(list, func(p planned) bool {
		return slices.ContainsFunc(p.passes, func(k pass) bool { return films(pl.removers[k.remover].Kind) })
	})
}

// laid writes one pass on skin that nothing may rub: a wet pad is laid on for its time and lifted, and an oily one
// followed by a damp pad the same way.
func (pl *planner) laid(p *kit.Product, zones face.Set, contact, grams float64) {
	c := pl.c
	pads := (strokesOver(zones) + figure.FacesPerPad - 1) / figure.FacesPerPad
	s := stack.Step{
		Act:      act.Hold,
		Kind:     act.Detail(p.Kind),
		Product:  p.ID,
		Zones:    zones.List(),
		ContactS: int(contact),
		HandsS:   int(contact),
		Pads:     pads,
		PadFaces: figure.FacesPerPad * pads,
		How:      act.Lay,
		Because:  append(pl.because(p, zones), rules.Presses),
		Say: c.Say(say.LayAndLift, "product", p.Name, "zones", whereabouts(c, zones), "seconds",
			pl.seconds(contact)),
	}
	st := pl.add(s)
	stack.Measure(c, st, p, doc.Round(grams))
	if films(p.Kind) {
		pl.add(stack.Step{
			Act:      act.Wipe,
			Zones:    zones.List(),
			HandsS:   figure.DampS,
			Pads:     pads,
			PadFaces: figure.FacesPerPad * pads,
			How:      act.LayDamp,
			Because:  []rules.ID{rules.DirtyFace, rules.Presses},
			Say:      c.Say(say.LayDampPad, "zones", whereabouts(c, zones)),
		})
	}
}

// cleanse writes one pass on skin.
func (pl *planner) cleanse(p *kit.Product, zones face.Set, contact, grams float64, last bool) {
	c := pl.c
	s := stack.Step{
		Act:     act.Hold,
		Kind:    act.Detail(p.Kind),
		Product: p.ID,
		Zones:   zones.List(),
		How:     act.Press,
		Because: pl.because(p, zones),
	}
	if last && p.Kind.Worked() && c.Method.Is(method.Massage, method.Long) &&
		fit.RuledOut(c, nature.Massages)&zones == 0 {
		contact = max(contact, min(figure.LongS, pl.longest(p, zones)))
	}
	s.ContactS, s.HandsS = int(contact), figure.WipeS
	switch {
	case p.Kind.Worked():
		pl.worked(&s, p, last)
	case p.Kind == kit.WaterMitt:
		s.Cloths, s.How, s.TempC = 1, act.WithMitt, pl.warmth(zones)
		s.Say = c.Say(say.WipeMitt, "zones", whereabouts(c, zones), "product", p.Name)
	case p.Kind == kit.Wipe:
		s.PadFaces, s.How = max(2, strokesOver(zones)), act.WithWipe
		s.Say = c.Say(say.PressWipe, "zones", whereabouts(c, zones))
	default:
		pl.wiped(&s, p, zones)
	}
	st := pl.add(s)
	if grams > 0 {
		stack.Measure(pl.c, st, p, doc.Round(grams))
		st.Say = strings.Replace(st.Say, p.Name, c.Say(say.ProductAmount, "product", p.Name, "amount", st.Amount), 1)
	}
}

// strokesOver is how many strokes wipe some zones.
func strokesOver(zones face.Set) (n int) {
	for _, z := range zones.List() {
		n += strokes(z)
	}
	return n
}

// worked makes a pass one that is massaged in.
func (pl *planner) worked(s *stack.Step, p *kit.Product, last bool) {
	c := pl.c
	s.Act, s.How, s.HandsS = act.Massage, act.Massaged, s.ContactS
	on := c.Say(say.OnDrySkin)
	if !films(p.Kind) {
		on = c.Say(say.WithLukewarm)
	} else if c.Method.Is(method.FirstCleanseOn, method.WarmDamp) &&
		pl.warmth(face.SetOf(s.Zones...)) == figure.WarmC {
		on = c.Say(say.OnWarmFace)
		s.How = act.WarmDamp
	}
	s.Say = c.Say(say.MassageOver, "product", p.Name, "zones", whereabouts(c, face.SetOf(s.Zones...)), "seconds",
		pl.seconds(float64(s.ContactS)), "on", on)
	if last && !c.Client.Lacks(face.ScalpHair) {
		s.Say += " " + c.Say(say.HairlineToo)
	}
	if c.Client.Mature {
		s.Say += " " + c.Say(say.SupportSkin)
	}
}

// wiped makes a pass one with the house's tool: cloth, mitt, sponge or pads, and a cloth where pads run out.
func (pl *planner) wiped(s *stack.Step, p *kit.Product, zones face.Set) {
	c, where := pl.c, whereabouts(pl.c, zones)
	switch tool := c.Method.Get(method.RemovalTool); tool {
	case method.Cloth, method.Mitt:
		s.Cloths, s.How = 1, act.How(tool)
		s.Say = c.Say(say.WipeFresh, "zones", where, "product", p.Name, "tool", say.Word(act.ToolList, tool))
	case method.Sponge:
		s.How = act.Sponge
		s.Say = c.Say(say.WipeSponge, "zones", where, "product", p.Name)
	default:
		s.Pads = (strokesOver(zones) + figure.FacesPerPad - 1) / figure.FacesPerPad
		s.PadFaces = figure.FacesPerPad * s.Pads
		s.Say = c.Say(say.PressPads, "product", p.Name, "zones", where)
		if pl.short(s.Pads) {
			s.Pads, s.PadFaces, s.Cloths, s.How = 0, 0, 1, act.WithCloth
			s.Say = c.Say(say.WipeCloth, "zones", where, "product", p.Name)
		}
	}
}

// room is how many more passes a zone may have of a remover, after those written so far.
func (pl *planner) room(p *kit.Product, z face.Zone) int {
	of, all := 0, 0
	for _, s := range pl.steps {
		if s.Product == "" || s.ContactS == 0 || !slices.Contains(s.Zones, z) || len(pl.on[z].binders()) == 0 {
			continue
		}
		n := counted(pl.on[z], kit.Kind(s.Kind), z, float64(s.ContactS))
		if all += n; s.Product == p.ID {
			of += n
		}
	}
	return min(figure.MostOfOne-of, figure.MostOfAll-all)
}

// longest is how long a massage may last before it counts as more passes than any of the zones should have.
func (pl *planner) longest(p *kit.Product, zones face.Set) float64 {
	most := math.Inf(1)
	for _, z := range zones.List() {
		if len(pl.on[z].binders()) > 0 {
			most = min(most, float64(pl.room(p, z))*pl.on[z].massage(p.Kind))
		}
	}
	return most
}

// warmth is how warm a cloth or a mitt is on some zones: warm, or lukewarm where heat is ruled out.
func (pl *planner) warmth(zones face.Set) float64 {
	if fit.RuledOut(pl.c, nature.Heats)&zones != 0 {
		return figure.LukewarmC
	}
	return figure.WarmC
}

// takeOff writes what takes a remover off skin again.
func (pl *planner) takeOff(p *kit.Product, zones face.Set) {
	c, list := pl.c, zones.List()
	if zones == 0 {
		return
	}
	switch {
	case films(p.Kind) && pl.byCloth(p.Kind):
		pl.clothOff(zones)
	case films(p.Kind):
		pl.add(
			stack.Step{
				Act:     act.Emulsify,
				Zones:   list,
				HandsS:  figure.EmulsifyS,
				How:     act.WetHands,
				Because: []rules.ID{rules.NotEmulsified},
				Say:     c.Say(say.Emulsify, "why", pl.offWords()),
			},
		)
		pl.add(
			stack.Step{
				Act:     act.Rinse,
				Zones:   list,
				HandsS:  figure.RinseOffS,
				TempC:   figure.LukewarmC,
				How:     act.Lukewarm,
				Because: []rules.ID{rules.TooHot},
				Say:     pl.c.Say(say.RinseLukewarm),
			},
		)
	case p.Kind.Worked() || p.Kind == kit.Wipe || p.Kind == kit.Micellar &&
		c.Method.Is(method.MicellarRinse, method.Rinse):
		pl.add(
			stack.Step{
				Act:     act.Rinse,
				Zones:   list,
				HandsS:  figure.RinseOffS,
				TempC:   figure.LukewarmC,
				How:     act.Lukewarm,
				Because: []rules.ID{rules.NotRinsed, rules.TooHot},
				Say:     pl.c.Say(say.RinseLukewarm),
			},
		)
	}
}

// clothOff writes the cloth that lifts an oily remover: warm, or lukewarm where heat is ruled out.
func (pl *planner) clothOff(zones face.Set) {
	s := stack.Step{
		Act:     act.Cloth,
		Zones:   zones.List(),
		HandsS:  figure.ClothS,
		Cloths:  1,
		TempC:   pl.warmth(zones),
		How:     act.WarmWrung,
		Because: []rules.ID{rules.NotEmulsified, rules.TooHot},
	}
	if s.TempC < figure.WarmC {
		s.How, s.Because[1], s.Say = act.CoolWrung, rules.Heats, pl.c.Say(say.LukewarmClothOn)
	} else {
		s.Say = pl.c.Say(say.WarmClothOn, "why", pl.offWords())
	}
	pl.add(s)
}

// whereabouts names zones, those of the base together as the face.
func whereabouts(c *sitting.Case, zones face.Set) string {
	if zones&face.BaseArea != face.BaseArea && zones&face.BaseArea != face.BaseArea&^face.SetOf(face.UnderEyes) {
		return c.Names(zones)
	}
	words := []string{c.Say(say.TheFace)}
	for _, z := range (zones &^ face.BaseArea).List() {
		words = append(words, z.NameIn(c.Words))
	}
	return c.List(words)
}

func (pl *planner) offWords() string {
	option := pl.c.Method.Get(method.FirstCleanseOff)
	reason := method.Reason(pl.c.Words, method.FirstCleanseOff, option)
	if option != method.BySkin {
		return reason
	}
	return pl.c.Say(say.BySkin, "why", lowerFirst(reason))
}

func lowerFirst(s string) string { return strings.ToLower(s[:1]) + s[1:] }

// finishUp cleans the roots, takes off what micellar left, pats dry, tones and checks.
func (pl *planner) finishUp(worked face.Set) {
	c := pl.c
	list := worked.List()
	if worked.Has(face.Eyelids) && pl.on[face.Eyelids].makeup() && !fit.Still(c).Has(face.Eyelids) &&
		!c.Client.Lacks(face.Lashes) {
		pl.roots()
	}
	if c.Method.Is(method.CheckWithMicellar, method.Yes) {
		pl.micellarCheck(worked)
	}
	soaped := false
	for _, s := range pl.steps {
		soaped = soaped || s.Kind == act.Detail(kit.Micellar) || s.Kind == act.Detail(kit.Wipe)
	}
	if soaped && c.Method.Is(method.MicellarRinse, method.Rinse) {
		pl.add(
			stack.Step{
				Act:     act.Rinse,
				Zones:   list,
				HandsS:  figure.RinseOffS,
				TempC:   figure.LukewarmC,
				How:     act.Lukewarm,
				Because: []rules.ID{rules.NotRinsed, rules.TooHot},
				Say:     pl.c.Say(say.RinseOnceMore),
			},
		)
	}
	pl.add(
		stack.Step{
			Act:     act.Dry,
			Zones:   list,
			HandsS:  figure.DryS,
			How:     act.Pat,
			Because: []rules.ID{},
			Say:     pl.c.Say(say.PatDryNoRubbing),
		},
	)
	pl.tone(worked)
	s := stack.Step{
		Act:      act.PadCheck,
		Zones:    list,
		HandsS:   figure.CheckS,
		Pads:     1,
		PadFaces: figure.FacesPerPad,
		How:      act.WhitePad,
		Because:  []rules.ID{rules.CannotDissolve, rules.LeftOn},
		Say:      pl.c.Say(say.PadCheck),
	}
	if pl.short(1) {
		s.Pads, s.PadFaces, s.How = 0, 0, act.WhiteTissue
		s.Say = pl.c.Say(say.TissueCheck)
	}
	pl.add(s)
}

// roots takes what is left at the lash roots on a damp bud, one for each eye, or where buds are short on the fold of
// a pad.
func (pl *planner) roots() {
	s := stack.Step{
		Act:     act.Wipe,
		Zones:   []face.Zone{face.Eyelids},
		HandsS:  figure.RootsS,
		Buds:    2,
		How:     act.DampBud,
		Because: []rules.ID{rules.CannotDissolve},
		Say:     pl.c.Say(say.RootsBud),
	}
	have, known, need := 0, false, s.Buds
	for i := range pl.c.Kit {
		if p := &pl.c.Kit[i]; p.Kind == kit.CottonBud && p.Count != nil {
			have, known = have+fit.Stock(pl.c, p), true
		}
	}
	for _, o := range pl.steps {
		need += o.Buds
	}
	switch {
	case !known || need <= have:
	case !pl.short(1):
		s.Buds, s.Pads, s.PadFaces, s.How = 0, 1, figure.FacesPerPad, act.PadFold
		s.Say = pl.c.Say(say.RootsPad)
	default:
		s.Buds, s.PadFaces, s.How = 0, figure.FacesPerPad, act.DampTissue
		s.Say = pl.c.Say(say.RootsTissue)
	}
	pl.add(s)
}

// micellarCheck is the method's last pad of micellar water over the skin, as finisher and check.
func (pl *planner) micellarCheck(worked face.Set) {
	for i, p := range pl.removers {
		if p.Kind != kit.Micellar {
			continue
		}
		var zones face.Set
		for _, g := range pl.groups {
			if !held(g.like) && !still(pl.c, g.like) && slices.Contains(g.allowed, i) && pl.room(p, g.like) > 0 {
				zones |= g.zones
			}
		}
		if zones == 0 {
			continue
		}
		n := 0
		for _, z := range zones.List() {
			n += strokes(z)
		}
		pads := (n + figure.FacesPerPad - 1) / figure.FacesPerPad
		s := pl.add(
			stack.Step{
				Act:      act.Hold,
				Kind:     act.Detail(kit.Micellar),
				Product:  p.ID,
				Zones:    zones.List(),
				ContactS: figure.GripS,
				HandsS:   figure.WipeS,
				Pads:     pads,
				PadFaces: figure.FacesPerPad * pads,
				How:      act.Press,
				Because:  []rules.ID{rules.CannotDissolve},
				Say:      pl.c.Say(say.MicellarLast, "product", p.Name),
			},
		)
		if pl.short(0) {
			s.Pads, s.PadFaces, s.Cloths, s.How = 0, 0, 1, act.WithCloth
			s.Say = pl.c.Say(say.MicellarCloth, "product", p.Name)
		}
		stack.Measure(pl.c, s, p, p.Kind.PassGrams(true))
		return
	}
}

// tone adds toner by the house method: always, or where skin is tight.
func (pl *planner) tone(worked face.Set) {
	c := pl.c
	want := c.Method.Get(method.Toner)
	if want == method.Never {
		return
	}
	for i := range c.Kit {
		p := &c.Kit[i]
		if p.Kind != kit.Toner || p.Empty() {
			continue
		}
		zones := map[face.Zone]doc.Num{}
		var on face.Set
		skin := worked & face.Upper &^ face.SetOf(face.Eyelids, face.UnderEyes, face.Lips, face.Brows)
		for _, z := range skin.List() {
			if want == method.AsNeeded && c.Skin[z].Water > 1 ||
				slices.ContainsFunc(objections(c, p, z, false), uneasy) {
				continue
			}
			on |= face.SetOf(z)
			zones[z] = doc.Num(p.Kind.Of().Film)
		}
		if on == 0 {
			continue
		}
		if p.Short(c.Grams(zones)) {
			continue
		}
		s := stack.Step{
			Act:     act.Apply,
			Kind:    act.Detail(kit.Toner),
			Product: p.ID,
			Zones:   on.List(),
			Film:    zones,
			HandsS:  figure.TonerS,
			SetS:    c.DryS(kit.Toner, p.Kind.Of().Film),
			How:     act.Press,
			Because: []rules.ID{},
			Say:     pl.c.Say(say.PressOn, "product", p.Name, "zones", pl.c.Names(on)),
		}
		still := fit.RuledOut(c, nature.Presses)&on != 0
		if still {
			s.How, s.Say = act.Pat, pl.c.Say(say.PatOn, "product", p.Name, "zones", pl.c.Names(on))
		}
		if c.Method.Is(method.TonerBy, method.Pad) && !pl.short(1) && !still {
			s.Pads, s.PadFaces, s.How = 1, figure.FacesPerPad, act.Pad
		}
		st := pl.add(s)
		stack.Measure(pl.c, st, p, c.Grams(zones))
		return
	}
}
