package lift

import (
	"slices"

	"urncloth/core/act"
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

// visit writes the passes that are held on lids, brows and lips, those of one product together: oily ones
// first, then one damp pad that takes them all off, then the others. Lashes are off before anything wipes.
func (pl *planner) visit(list []task) {
	oily := func(k pass) bool { return films(pl.removers[k.remover].Kind) }
	var filmed face.Set
	freed := pl.looseness > 0 || !glued(pl.c)
	for _, films := range []bool{true, false} {
		done := map[face.Zone]int{}
		for n := 0; ; n++ {
			round := pl.round(list, n, func(k pass) bool { return oily(k) == films })
			if len(round) == 0 {
				break
			}
			for _, r := range round {
				pl.hold(pl.removers[r.remover], r.zones, r.contact, r.grams)
				if films {
					filmed |= r.zones
				}
				for _, z := range r.zones.List() {
					done[z]++
				}
			}
			if !freed && pl.letsGo(list) {
				freed = true
				pl.add(stack.Step{Act: act.LashesOff, Kind: act.GluedLashes, Zones: []face.Zone{face.Eyelids},
					HandsS: figure.LashesS, Because: []rules.ID{rules.LeftOn}, Say: pl.c.Say(say.LiftLashes)})
			}
		}
		wipe := filmed
		if !freed {
			wipe &^= face.SetOf(face.Eyelids)
		}
		if wipe != 0 {
			pl.wipeHeld(wipe)
			filmed &^= wipe
		}
	}
	for _, t := range list {
		if t.g.zones.Has(face.Eyelids) {
			pl.roots()
		}
	}
}

// turnHeld is one pass on zones that are held alike.
type turnHeld struct {
	remover int
	contact float64
	zones   face.Set
	grams   float64
}

// round is the nth of some passes of every group, lids and brows of one product together for the longest of their
// times.
func (pl *planner) round(list []task, n int, of func(k pass) bool) (round []turnHeld) {
	for _, t := range list {
		var passes []pass
		for _, k := range t.passes {
			if of(k) {
				passes = append(passes, k)
			}
		}
		if n >= len(passes) {
			continue
		}
		k := passes[n]
		lips := t.g.like == face.Lips
		i := slices.IndexFunc(round, func(r turnHeld) bool {
			return r.remover == k.remover && r.zones.Has(face.Lips) == lips
		})
		if i < 0 {
			i, round = len(round), append(round, turnHeld{remover: k.remover})
		}
		round[i].contact = max(round[i].contact, k.contact)
		round[i].zones |= t.g.zones
		round[i].grams += pl.passGrams(t.g, k)
	}
	return round
}

// letsGo reports whether lashes that were not freed before come off after the passes on the lids so far: a strip once
// half of its glue has gone, single ones at the last pass, if by then it has.
func (pl *planner) letsGo(list []task) bool {
	i := slices.IndexFunc(list, func(t task) bool { return t.g.like == face.Eyelids })
	if i < 0 {
		return false
	}
	left, n := 1.0, 0
	for _, s := range pl.steps {
		if s.Passes > 0 && slices.Contains(s.Zones, face.Eyelids) && s.How != act.Bud {
			n++
			left *= share(pl.c, work{kit.Kind(s.Kind), wayHeld, float64(s.ContactS), 0}, list[i].g.on, look.Adhesive)
		}
	}
	return n > 0 && left <= figure.LashHalf && (hasStrip(pl.c, true) || hasStrip(pl.c, false) ||
		n >= len(list[i].passes))
}

func glued(c *sitting.Case) bool {
	return slices.ContainsFunc(
		c.Items,
		func(it look.Item) bool { return it.Attach == look.GlueStrip || it.Attach == look.Single },
	)
}

// hold writes one pass that is held on lids, brows or lips.
func (pl *planner) hold(p *kit.Product, zones face.Set, contact, grams float64) {
	c := pl.c
	s := stack.Step{Act: act.Hold, Kind: act.Detail(p.Kind), Product: p.ID, Zones: zones.List(),
		ContactS: int(contact), HandsS: int(contact), How: act.Press, Because: pl.because(p, wayHeld)}
	pads := padsHeld(zones)
	slots := []any{"product", itself, "zones", c.Names(zones), "seconds", pl.seconds(contact)}
	switch {
	case p.Kind == kit.LashCleanser:
		s.How, s.Say = act.Brush, c.Say(say.FoamLashes, slots...)
	case slices.ContainsFunc(zones.List(), func(z face.Zone) bool { return tipped(c, p, z) }):
		pl.tips(&s)
		s.Say = c.Say(say.TipBetween, append(slots, "tip", tipWords(&s), "lashes", pl.betweenLashes(zones))...)
	case p.Kind == kit.WaterMitt:
		s.Mitts, s.How, grams = max(1, mittsOver(zones)), act.WithMitt, 0
		s.Say = c.Say(say.MittOn, slots...)
		s.TempC = pl.warmth(zones)
	case p.Kind == kit.Wipe:
		s.PadFaces, s.How = max(2, strokesOver(zones)), act.WithWipe
		s.Say = c.Say(say.HoldWipe, append(slots, "wipes", pl.wipes(&s), "then", pl.eyeWords(zones))...)
	case pl.lifts(p, zones):
		s.Pads, s.PadFaces, s.How = pads, figure.FacesPerPad*pads, act.PressPad
		s.Because, s.Say = append(s.Because, rules.WipedGlitter), c.Say(say.PressGlitter, slots...)
	case films(p.Kind) && p.Kind.Worked():
		s.How, s.Say = act.Palms, c.Say(say.MeltAndHold, slots...)
	default:
		s.Pads, s.PadFaces = pads, figure.FacesPerPad*pads
		s.Say = c.Say(say.SoakAndWait, append(slots, "pads", padWords(zones), "then", pl.eyeWords(zones))...)
	}
	if s.Pads > 0 && fit.Still(c)&zones != 0 {
		s.How = act.Lay
		s.Say = c.Say(say.LayAndLift, slots...)
	}
	st := pl.add(s)
	stack.Measure(c, st, p, doc.Round(grams))
	st.Say = withAmount(c, st, p)
	pl.lather(p, zones)
}

// lifts reports whether a pass of a remover lifts glitter off some zones: one of balm or oil, or, where none may go
// there, of whatever a pad holds.
func (pl *planner) lifts(p *kit.Product, zones face.Set) bool {
	if !glitterOn(pl.c, zones) || p.Kind == kit.WaterMitt {
		return false
	}
	return liftsGlitter(p) || !slices.ContainsFunc(pl.removers, func(o *kit.Product) bool {
		return liftsGlitter(o) && !slices.ContainsFunc(objections(pl.c, o, zones.First(),
			pl.c.Client.Has(face.LensesStay)), barring)
	})
}

// tipped reports whether a remover goes on a zone with lint-free tips.
func tipped(c *sitting.Case, p *kit.Product, z face.Zone) bool {
	return c.Extended() && near(z) && p.Kind != kit.LashCleanser
}

// tips makes a step one with lint-free tips; where the kit has none left, with a clean silicone brush.
func (pl *planner) tips(s *stack.Step) {
	pl.someTips(s, max(figure.TipsPerPass, strokesOver(face.SetOf(s.Zones...))))
}

func (pl *planner) someTips(s *stack.Step, n int) {
	s.How, s.Tips = act.LintFree, n
	if have := counted(pl.c, kit.LintFreeTip); pl.lacks(have, s.Tips, func(o *stack.Step) int { return o.Tips }) {
		s.How, s.Tips = act.Brush, 0
	}
}

// tipWords is what such a step works with.
func tipWords(s *stack.Step) say.ID {
	if s.Tips == 0 {
		return say.ABrush
	}
	return say.ATip
}

// betweenLashes says that a step on the lids reaches between their lashes.
func (pl *planner) betweenLashes(zones face.Set) string {
	if !zones.Has(face.Eyelids) {
		return ""
	}
	return pl.c.Say(say.BetweenToo)
}

// padsHeld is how many pads are held there: half a pad for each eye, and one a zone else.
func padsHeld(zones face.Set) int { return max(1, len(zones.List())) }

// wipeHeld writes what takes an oily remover off lids, brows or lips: a damp pad, a tip where lashes are extended, or
// the corner of a warm cloth where pads run out.
func (pl *planner) wipeHeld(zones face.Set) {
	if near := zones & face.NearEyes; near != 0 && pl.c.Extended() {
		pl.wipeTips(near)
		zones &^= near
	}
	if zones == 0 {
		return
	}
	c, pads := pl.c, padsHeld(zones)
	w := stack.Step{Act: act.Wipe, Zones: zones.List(), ContactS: figure.WipedS,
		HandsS: figure.DampS * len(zones.List()), Pads: pads, PadFaces: figure.FacesPerPad * pads, How: act.DampPad,
		Because: []rules.ID{rules.NeedsSecondCleanse, rules.DirtyFace},
		Say:     c.Say(say.WipeDamp, "zones", c.Names(zones))}
	if fit.Still(c)&zones != 0 || glitterOn(c, zones) {
		w.How, w.ContactS, w.Say = act.LayDamp, 0, c.Say(say.LayDampPad, "zones", c.Names(zones))
	}
	if pl.short(pads) {
		w.Act, w.ContactS, w.Pads, w.PadFaces, w.Cloths, w.How = act.Cloth, 0, 0, 0, 1, act.ClothCorner
		w.TempC = pl.warmth(zones)
		w.Say = c.Say(say.LiftWarmCloth, "zones", c.Names(zones))
		if w.TempC < figure.WarmC {
			w.Say = c.Say(say.LiftLukewarmCloth, "zones", c.Names(zones))
		}
	}
	pl.add(w)
	pl.dampened(zones)
}

// dampened notes that some zones were wiped with something damp: nothing that cleans is left there, but two-phase at
// watery eyes is rinsed all the same.
func (pl *planner) dampened(zones face.Set) {
	if watery(pl.c, face.Eyelids) {
		zones &^= face.SetOf(face.Eyelids)
	}
	pl.soap &^= zones
}

// wipeTips is wipeHeld where lashes are extended.
func (pl *planner) wipeTips(zones face.Set) {
	w := stack.Step{Act: act.Wipe, Zones: zones.List(), ContactS: figure.WipedS,
		HandsS: figure.DampS * len(zones.List()), Because: []rules.ID{rules.NeedsSecondCleanse},
		Say: pl.c.Say(say.WipeTips, "zones", pl.c.Names(zones), "lashes", pl.betweenLashes(zones))}
	pl.tips(&w)
	pl.add(w)
	pl.dampened(zones)
}

// roots adds to the last step on the lids what takes the leftovers at the lash roots: a damp bud for each eye, a tip
// where lashes are extended, or where buds are short the fold of a pad.
func (pl *planner) roots() {
	c := pl.c
	if !pl.on[face.Eyelids].makeup() || fit.Still(c).Has(face.Eyelids) || c.Client.Lacks(face.Lashes) || c.Extended() {
		return
	}
	last := -1
	for i := range pl.steps {
		if s := &pl.steps[i]; slices.Contains(s.Zones, face.Eyelids) &&
			(s.Act == act.Hold && s.Pads > 0 || s.Act == act.Wipe || s.Act == act.Cloth) {
			last = i
		}
	}
	if last < 0 {
		return
	}
	s := &pl.steps[last]
	switch have := counted(c, kit.CottonBud); {
	case !pl.lacks(have, 2, func(o *stack.Step) int { return o.Buds }):
		s.Buds += 2
		s.Say += " " + c.Say(say.RootsBud)
	case s.Pads > 0:
		s.Say += " " + c.Say(say.RootsPad)
	default:
		s.Say += " " + c.Say(say.RootsTissue)
	}
}

// wipes counts the wipes that a pass takes, and says how many.
func (pl *planner) wipes(s *stack.Step) string {
	if s.CountWipes(); s.Wipes == 1 {
		return pl.c.Say(say.OneWipe)
	}
	return pl.c.Say(say.SomeWipes, "n", s.Wipes)
}

func padWords(zones face.Set) say.ID {
	switch {
	case zones == face.SetOf(face.Eyelids):
		return say.HalfPadEach
	case zones.Has(face.Eyelids):
		return say.HalfPadAndMore
	}
	return say.OnePad
}

func (pl *planner) eyeWords(zones face.Set) string {
	if zones.Has(face.Eyelids) && pl.c.Client.Has(face.LensesStay) {
		return pl.c.Say(say.AwayFromWaterline)
	}
	return pl.c.Say(say.FoldClean)
}
