package lift

import (
	"math"
	"slices"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// task is one group with some of the passes chosen for it.
type task struct {
	g      *group
	passes []pass
}

// stage is the passes of the groups that some are asked of, effects removers apart.
func (pl *planner) stage(of func(g *group, k pass) bool) []task {
	var list []task
	for i, g := range pl.groups {
		t := task{g: g}
		for _, k := range pl.picked[i].passes {
			if !effectsRemover(pl.removers[k.remover].Kind) && of(g, k) {
				t.passes = append(t.passes, k)
			}
		}
		if len(t.passes) > 0 {
			list = append(list, t)
		}
	}
	return list
}

// visits reports whether a group is seen to by itself: lids, brows and lips, and what lies beside extended lashes.
func visits(g *group) bool { return held(g.like) || g.held && near(g.like) }

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
	pl.begin()
	pl.leaveAlone()
	stuck := pl.pieces()
	pl.lashesFirst()
	pl.inOrder()
	if pl.idle() || worked == stuck {
		return
	}
	pl.finishUp(worked &^ stuck)
}

// idle reports whether nothing of the kit may go on, and takes back what was begun: nobody is touched for nothing.
func (pl *planner) idle() bool {
	touched := slices.ContainsFunc(pl.steps, func(s stack.Step) bool { return s.Passes > 0 || s.Act == act.LashesOff })
	if !touched {
		pl.steps = slices.DeleteFunc(pl.steps, func(s stack.Step) bool { return s.Act != act.Refer })
	}
	return !touched
}

// inOrder writes the passes: strong lips, eyes first or last as the house has it, the face, its second cleanse.
func (pl *planner) inOrder() {
	c := pl.c
	lips := pl.stage(func(g *group, k pass) bool { return g.like == face.Lips && k.way == wayHeld })
	eyes := pl.stage(func(g *group, k pass) bool { return visits(g) && g.like != face.Lips && k.way == wayHeld })
	strong := strongLips(c) && c.Method.Is(method.LipOrder, method.StrongFirst)
	last := c.Method.Is(method.EyeOrder, method.EyesLast)
	switch {
	case strong && last:
		pl.visit(lips)
	case strong:
		pl.visit(lips)
		pl.visit(eyes)
	case !last:
		pl.visit(append(eyes, lips...))
	}
	pl.skinPasses(true)
	switch {
	case last && strong:
		pl.visit(eyes)
	case last:
		pl.visit(append(eyes, lips...))
	}
	pl.skinPasses(false)
}

// begin is hands, lenses and covers.
func (pl *planner) begin() {
	c := pl.c
	pl.add(stack.Step{Act: act.Hands, HandsS: figure.HandsS, Because: []rules.ID{rules.HandsFirst},
		Say: c.Say(say.WashHands)})
	if c.Client.Has(face.ContactLenses) && !c.Client.Has(face.LensesStay) {
		pl.add(stack.Step{Act: act.LensOut, HandsS: figure.LensS, Because: []rules.ID{rules.LensIn},
			Say: c.Say(say.LensesOutFirst)})
	}
	pl.add(stack.Step{Act: act.Setup, HandsS: figure.SetupOffS, Because: []rules.ID{}, Say: pl.setupWords()})
}

func (pl *planner) setupWords() string {
	jewellery, glasses := stack.Off(pl.c)
	words := say.HairBackCovered
	if pl.c.Client.Lacks(face.ScalpHair) {
		words = say.ClothesCovered
	}
	return pl.c.Say(words, "jewellery", jewellery, "glasses", glasses)
}

// leaveAlone names what is not touched.
func (pl *planner) leaveAlone() {
	c := pl.c
	zones := c.Barred().Alone() & (face.Face | c.Neighbours())
	if zones == 0 {
		return
	}
	words := c.Say(say.LeaveAloneLift, "zones", c.Names(zones))
	if on := c.Stranded(); on != 0 {
		words += " " + c.Say(say.StrandedLift, "zones", c.Names(on))
	}
	pl.add(stack.Step{Act: act.Refer, Zones: zones.List(), Because: []rules.ID{rules.LeaveAlone}, Say: words})
}

// pieces loosens what is glued on along its edge with the effects remover, lifts each piece once it has let go, and
// treats what adhesive is left; then comes an ordinary cleanse. What does not let go stays on.
func (pl *planner) pieces() (on face.Set) {
	on = pl.c.Pieces() &^ pl.begun.off()
	pl.liftOff(&on)
	for nth := range figure.MostOfAll {
		for i, g := range pl.groups {
			var of []pass
			for _, k := range pl.picked[i].passes {
				if effectsRemover(pl.removers[k.remover].Kind) {
					of = append(of, k)
				}
			}
			if nth < len(of) {
				pl.edge(g, of[nth], g.zones&on != 0)
			}
		}
		pl.liftOff(&on)
	}
	return on
}

// liftOff lifts what has let go of the pieces that are on.
func (pl *planner) liftOff(on *face.Set) {
	zones := pl.loose() & *on
	if zones == 0 {
		return
	}
	*on &^= zones
	pl.add(stack.Step{Act: act.LiftPiece, Zones: zones.List(), HandsS: figure.LashesS, How: act.Fingertips,
		Because: []rules.ID{rules.ApplianceOn}, Say: pl.c.Say(say.LiftPiece, "zones", pl.c.Names(zones))})
}

// loose is the zones whose effects adhesive has half let go, by what was done and the passes of effects removers
// written so far.
func (pl *planner) loose() (zones face.Set) {
	for _, g := range pl.groups {
		worst := 0.0
		for i, b := range g.binders {
			if !effects(b) {
				continue
			}
			left := g.start[i]
			for _, s := range pl.steps {
				if s.Passes > 0 && slices.Contains(s.Zones, g.like) {
					left *= share(pl.c, work{kit.Kind(s.Kind), wayHeld, float64(s.ContactS), 0}, g.on, b)
				}
			}
			worst = max(worst, left)
		}
		if worst > 0 && worst <= figure.LashHalf {
			zones |= g.zones
		}
	}
	return zones
}

// edge writes one pass of an effects remover: along the edge of a piece that is on, or on what adhesive is left.
func (pl *planner) edge(g *group, k pass, on bool) {
	p := pl.removers[k.remover]
	s := stack.Step{Act: act.Hold, Kind: act.Detail(p.Kind), Product: p.ID, Zones: g.zones.List(),
		ContactS: int(k.contact), HandsS: int(k.contact), Because: []rules.ID{rules.CannotDissolve}}
	slots := []any{"product", itself, "zones", pl.c.Names(g.zones), "seconds", pl.seconds(k.contact)}
	if pl.c.Extended() && g.zones&face.NearEyes != 0 {
		pl.tips(&s)
		s.Say = pl.c.Say(say.LoosenEdge, slots...)
	} else if on {
		s.How, s.Buds, s.Say = act.Bud, 2, pl.c.Say(say.LoosenEdge, slots...)
		s.Because = append(s.Because, rules.ApplianceOn)
	} else {
		words := say.HoldEffects
		if g.zones&pl.c.Pieces() == 0 {
			words = say.HoldCover
		}
		s.Pads = padsOver(g.zones)
		s.PadFaces, s.How, s.Say = figure.FacesPerPad*s.Pads, act.Press, pl.c.Say(words, slots...)
	}
	st := pl.add(s)
	stack.Measure(pl.c, st, p, pl.passGrams(g, k))
	st.Say = withAmount(pl.c, st, p)
}

// finishUp rinses what cleans, pats dry, tones and checks.
func (pl *planner) finishUp(worked face.Set) {
	c := pl.c
	pl.lashCleanse()
	if pl.soap != 0 {
		pl.rinse(pl.soap, c.Say(say.RinseZones, "zones", whereabouts(c, pl.soap)))
	}
	pl.add(stack.Step{Act: act.Dry, Zones: worked.List(), HandsS: figure.DryS, How: act.Pat, Because: []rules.ID{},
		Say: c.Say(say.PatDryNoRubbing)})
	if !pl.haste.care {
		pl.tone(pl.passed())
	}
	pl.padCheck(worked)
}

// rinse writes water over some zones, after which nothing that cleans is left on them.
func (pl *planner) rinse(zones face.Set, words string) {
	pl.soap &^= zones
	if n := len(pl.steps); n > 0 && pl.steps[n-1].Act == act.Rinse { // one water for both
		last := &pl.steps[n-1]
		last.Zones = (face.SetOf(last.Zones...) | zones).List()
		last.Say = pl.c.Say(say.RinseLukewarm)
		return
	}
	pl.add(stack.Step{Act: act.Rinse, Zones: zones.List(), HandsS: figure.RinseOffS, TempC: figure.LukewarmC,
		How: act.Lukewarm, Because: []rules.ID{rules.NotRinsed, rules.TooHot},
		Say: words})
}

// lashCleanse says how extended lashes dry.
func (pl *planner) lashCleanse() {
	if !pl.c.Extended() || !slices.ContainsFunc(pl.steps, func(s stack.Step) bool {
		return s.Kind == act.Detail(kit.LashCleanser)
	}) {
		return
	}
	pl.rinse(face.SetOf(face.Eyelids), pl.c.Say(say.RinseLashes))
}

// padCheck reads every zone with a clean white pad, lids first: each eye by a face of its own, then a pad for every six
// zones. Lids with extensions are looked at.
func (pl *planner) padCheck(worked face.Set) {
	c := pl.c
	looked := face.Set(0)
	if c.Extended() {
		looked = worked & face.NearEyes
	}
	padded := worked &^ looked
	zones := padded.List()
	pads := (len(zones) + figure.ZonesPerPad - 1) / figure.ZonesPerPad
	if padded.Has(face.Eyelids) {
		zones = append([]face.Zone{face.Eyelids}, (padded &^ face.SetOf(face.Eyelids)).List()...)
		pads = 1 + (len(zones)-1+figure.ZonesPerPad-1)/figure.ZonesPerPad
	}
	s := stack.Step{Act: act.PadCheck, Zones: zones, HandsS: figure.CheckS, Pads: pads,
		PadFaces: figure.FacesPerPad * pads, How: act.WhitePad,
		Because: []rules.ID{rules.CannotDissolve, rules.LeftOn}, Say: c.Say(say.PadCheck)}
	what := say.APad
	if padded.Has(face.Eyelids) {
		s.Say = c.Say(say.PadCheckLids) + " " + s.Say
	}
	if pl.short(pads) {
		s.Pads, s.PadFaces, s.How, what = 0, 0, act.WhiteTissue, say.ATissue
		s.Say = c.Say(say.TissueCheck)
	}
	if unlisted(c)&padded != 0 {
		s.Say += " " + c.Say(say.BaseUnlisted, "what", what)
	}
	if looked != 0 {
		s.Say += " " + c.Say(say.LookAtLashes)
	}
	pl.add(s)
}

// unlisted is where the look has a base that stands nowhere among what comes off.
func unlisted(c *sitting.Case) face.Set {
	if c.Look.Base == look.NoBase || c.Look.Coverage == look.NoCoverage ||
		slices.ContainsFunc(c.Items, func(it look.Item) bool { return it.Zone.Zones&face.BaseArea != 0 }) {
		return 0
	}
	return face.BaseArea &^ c.Unmade()
}

// passed is the zones that a remover went over.
func (pl *planner) passed() (zones face.Set) {
	for i := range pl.steps {
		if pl.steps[i].Passes > 0 {
			zones |= face.SetOf(pl.steps[i].Zones...)
		}
	}
	return zones
}

// toner is the toner for removal and its films: of those that are enough, the one with least that the client would
// rather avoid, the studio's own before others; nil for none.
func (pl *planner) toner(passed face.Set) (best *kit.Product, film map[face.Zone]doc.Num) {
	c, least := pl.c, math.Inf(1)
	own := slices.ContainsFunc(c.Kit, func(p kit.Product) bool { return p.Kind == kit.Toner && p.House && !p.Empty() })
	for i := range c.Kit {
		p := &c.Kit[i]
		zones := map[face.Zone]doc.Num{}
		for _, z := range (toned(c, p) & passed).List() {
			zones[z] = doc.Num(p.Kind.Of().Film)
		}
		off := figure.DislikedCost * float64(p.CountCarried(c.Client.Dislikes))
		if own && !p.House {
			off += figure.NotHouse
		}
		if len(zones) > 0 && !c.Short(p, c.Grams(zones)) && off < least-figure.Same {
			best, film, least = p, zones, off
		}
	}
	return best, film
}

// tone adds toner by the house method: always, or where skin is tight.
func (pl *planner) tone(passed face.Set) {
	c := pl.c
	p, film := pl.toner(passed)
	if p == nil {
		return
	}
	on := toned(c, p) & passed
	s := stack.Step{
		Act:     act.Apply,
		Kind:    act.Detail(kit.Toner),
		Product: p.ID,
		Zones:   on.List(),
		Film:    film,
		HandsS:  figure.TonerS,
		SetS:    c.DryS(kit.Toner, p.Kind.Of().Film),
		How:     act.Press,
		Because: []rules.ID{},
		Method:  method.Toner,
		Say:     pl.c.Say(say.PressOn, "press", say.PressVerb, "product", itself, "zones", pl.c.Names(on)),
	}
	still := fit.Patted(c)&on != 0
	if still {
		s.How, s.Say = act.Pat, pl.c.Say(say.PatOn, "product", itself, "zones", pl.c.Names(on))
	}
	if c.Method.Is(method.TonerBy, method.Pad) && !pl.short(1) && !still {
		s.Pads, s.PadFaces, s.How = 1, figure.FacesPerPad, act.Pad
	}
	st := pl.add(s)
	stack.Measure(pl.c, st, p, c.Grams(film))
	st.Say = withAmount(c, st, p)
}

// toned is the zones on which the house wants a toner, and which bear this one: all of the skin, or where it is tight.
func toned(c *sitting.Case, p *kit.Product) (on face.Set) {
	want := c.Method.Get(method.Toner)
	if want == method.Never || p.Kind != kit.Toner || p.Empty() {
		return 0
	}
	for _, z := range (face.Upper &^ face.SetOf(face.Eyelids, face.UnderEyes, face.Lips, face.Brows)).List() {
		if want == method.AsNeeded && c.Skin[z].Water > 1 ||
			slices.ContainsFunc(objections(c, p, z, false), uneasy) {
			continue
		}
		on |= face.SetOf(z)
	}
	return on
}

// short reports whether so many more pads are not there.
func (pl *planner) short(more int) bool {
	return pl.lacks(pl.pads, more, func(s *stack.Step) int { return s.Pads })
}

// lacks reports whether so many more of what is counted in some way are not there.
func (pl *planner) lacks(have, more int, of func(s *stack.Step) int) bool {
	if have < 0 {
		return false
	}
	for i := range pl.steps {
		more += of(&pl.steps[i])
	}
	return more > have
}

func (pl *planner) seconds(s float64) string { return pl.c.Say(say.ShortSeconds, "n", int(s)) }

// because names the rules behind a pass.
func (pl *planner) because(p *kit.Product, w way) []rules.ID {
	list := []rules.ID{rules.CannotDissolve}
	if w == wayHeld {
		list = append(list, rules.Rubbing)
	}
	if films(p.Kind) && w == wayWorked {
		list = append(list, rules.NotEmulsified)
	}
	return list
}

// strokesOver is how many strokes wipe some zones, padsOver how many pads have so many clean faces.
func strokesOver(zones face.Set) (n int) {
	for _, z := range zones.List() {
		n += strokes(z)
	}
	return n
}

func padsOver(zones face.Set) int {
	return (strokesOver(zones) + figure.FacesPerPad - 1) / figure.FacesPerPad
}

func mittsOver(zones face.Set) int {
	return (strokesOver(zones) + figure.FacesPerMitt - 1) / figure.FacesPerMitt
}

// lashesFirst peels magnetic lashes and frees those to be kept before anything oily comes near.
func (pl *planner) lashesFirst() {
	c := pl.c
	if !hasLashes(c) || c.Barred().All().Has(face.Eyelids) {
		return
	}
	lids := []face.Zone{face.Eyelids}
	for n := range pl.looseness {
		pl.alongBand(n > 0)
	}
	off := func(kind act.Detail, words say.ID) {
		pl.add(stack.Step{Act: act.LashesOff, Kind: kind, Zones: lids, HandsS: figure.LashesS,
			Because: []rules.ID{rules.OilOnReusedLashes}, Say: c.Say(words)})
	}
	switch {
	case slices.ContainsFunc(c.Items, func(it look.Item) bool { return it.Attach == look.Magnetic }):
		off(act.MagneticBand, say.PeelMagnetic)
	case pl.looseness > 0:
		off(act.StripBand, say.LiftBand)
	}
}

// alongBand writes one hold on the glue of lashes to be kept, with a bud; beside extensions with a tip.
func (pl *planner) alongBand(again bool) {
	c := pl.c
	s := stack.Step{Act: act.Hold, Kind: act.Detail(pl.looseBy.Kind), Product: pl.looseBy.ID,
		Zones: []face.Zone{face.Eyelids}, ContactS: int(pl.glueS()), HandsS: int(pl.glueS()), Buds: 2, How: act.Bud,
		Because: []rules.ID{rules.OilOnReusedLashes}}
	words, with := say.LoosenGlue, any(say.ABud)
	if again {
		words = say.LoosenAgain
	}
	if c.Extended() {
		pl.someTips(&s, s.Buds)
		s.Buds, s.How, with = 0, act.TipOnBand, tipWords(&s)
		s.Because = append(s.Because, rules.CottonOnExtensions)
	}
	s.Say = c.Say(words, "product", pl.looseBy.Name, "seconds", pl.seconds(pl.glueS()), "with", with)
	st := pl.add(s)
	stack.Measure(c, st, pl.looseBy, figure.BudGrams)
	pl.lather(pl.looseBy, face.SetOf(face.Eyelids))
}

// lather notes where a remover leaves what cleans.
func (pl *planner) lather(p *kit.Product, zones face.Set) {
	if p.Kind == kit.Wipe || p.Kind == kit.Biphase && watery(pl.c, face.Eyelids) && zones.Has(face.Eyelids) ||
		turnOf(p.Kind) == turnWash ||
		p.Kind == kit.Micellar && pl.c.Method.Is(method.MicellarRinse, method.Rinse) {
		pl.soap |= zones
	}
}
