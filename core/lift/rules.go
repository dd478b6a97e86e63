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
)

// stepRules is the rules that look at one step, in the order in which they are read for each.
var stepRules = []func(e *evaluation, m *moment){
	tooHot,
	objected,
	runsOut,
	oilOnReusedLashes,
	rubbing,
	dirtyFace,
}

// removalRules is the rules that look at the whole of removal.
var removalRules = []func(e *evaluation){
	lipSmear,
	notEmulsified,
	cannotDissolve,
	missedSkin,
	needsSecondCleanse,
	notRinsed,
	wipeOnly,
	leftOn,
	sundryShort,
	methodNotMet,
}

func (e *evaluation) find(rule rules.ID, step string, zones face.Set, message say.ID, slots ...any) *rules.Finding {
	phase := rules.Get(rule).Phase
	if phase != rules.Aftercare {
		phase = rules.Lift
	}
	e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rule,
		rules.Place{Phase: phase, Step: step, Zones: zones.List()}, message, slots...))
	return &e.res.Findings[len(e.res.Findings)-1]
}

// met finds a rule met on some zones, and nothing where there are none. The slot zones is filled here.
func (e *evaluation) met(zones face.Set, rule rules.ID, step string, message say.ID, slots ...any) {
	if zones != 0 {
		e.find(rule, step, zones, message, append(slots, "zones", e.c.Names(zones))...)
	}
}

// untouching is the acts that touch nobody, or only to see.
var untouching = []act.Act{act.Hands, act.Setup, act.LensOut, act.Refer, act.Ready, act.PadCheck, act.Dry}

func tooHot(e *evaluation, m *moment) {
	if m.TempC > figure.WarmestC {
		e.find(rules.TooHot, m.ID, m.zones, say.TooHotC, "temp", m.TempC)
	}
}

// objected gathers what speaks against a step into one finding a rule.
func objected(e *evaluation, m *moment) {
	if slices.Contains(untouching, m.Act) {
		return
	}
	what, how := m.Act, m.How
	if m.remover {
		what = act.Remove
		if m.Act == act.Massage { // loosening a remover with flat fingers is no facial massage
			how = ""
		}
	}
	for _, met := range fit.Gather(m.zones.List(), func(z face.Zone) []fit.Objection {
		u := fit.Use{Case: e.c, Product: m.p, Act: what, Kind: m.Kind, How: how, TempC: m.TempC, Zone: z, After: true,
			LensesIn: m.lensesIn}
		return u.Fits()
	}) {
		e.res.Findings = append(e.res.Findings, met.Finding(e.c, rules.Lift, m.ID))
	}
}

func runsOut(e *evaluation, m *moment) {
	if p := m.p; p != nil && p.Short(m.used) && !p.Short(m.before) {
		e.find(rules.RunsOut, m.ID, 0, say.NeedsMore, "product", p.Name, "needs", doc.Round(m.used), "has",
			doc.Round(*p.RemainingG))
	}
}

func oilOnReusedLashes(e *evaluation, m *moment) {
	if m.oilsLashes {
		e.find(rules.OilOnReusedLashes, m.ID, face.SetOf(face.Eyelids), say.BeforeLashesOff, "product", m.p.Name)
	}
}

// rubbing is work of too short a time, or too much of it, or lashes pulled.
func rubbing(e *evaluation, m *moment) {
	if m.short != 0 {
		e.find(rules.Rubbing, m.ID, m.short, say.TooShort, "product", m.p.Name, "zones", e.c.Names(m.short))
	}
	e.met(m.many, rules.Rubbing, m.ID, say.TooManyPasses)
	if m.pulls {
		e.find(rules.Rubbing, m.ID, face.SetOf(face.Eyelids), say.LashesPulled)
	}
}

// dirtyFace warns where more strokes are made than there are clean faces, or a cloth is named and none counted.
func dirtyFace(e *evaluation, m *moment) {
	switch {
	case m.Act == act.Cloth && !m.remover:
		if m.Cloths == 0 {
			e.find(rules.DirtyFace, m.ID, m.zones, say.NoCleanCloth)
		}
		return
	case m.Act == act.Wipe, m.remover && m.Act == act.Hold:
	default:
		return
	}
	n := 0
	for _, z := range m.zones.List() {
		n += strokes(z)
	}
	if clean := m.PadFaces + m.Buds; m.Cloths == 0 && m.How != act.Sponge && clean < n {
		e.find(rules.DirtyFace, m.ID, m.zones, say.StrokesAndFaces, "strokes", n, "faces", clean)
	}
}

// lipSmear looks for the first pass over the base while a strong lip colour is still on.
func lipSmear(e *evaluation) {
	if !strongLips(e.c) || e.c.Barred().All().Has(face.Lips) || !e.c.Method.Is(method.LipOrder, method.StrongFirst) {
		return
	}
	i := slices.IndexFunc(e.moments, func(m moment) bool {
		return m.remover && m.zones.Has(face.Cheeks) && !m.zones.Has(face.Lips) && !m.lipsDone
	})
	if i >= 0 {
		e.find(rules.LipSmear, e.moments[i].ID, face.SetOf(face.Lips), say.StrongLipsOn)
	}
}

// notEmulsified says, once a step, that a balm or oil was neither emulsified nor clothed off.
func notEmulsified(e *evaluation) {
	for _, m := range e.unmilked {
		name := e.c.Say(say.ItPronoun)
		if p := e.c.Product(m.Product); p != nil {
			name = p.Name
		}
		e.find(rules.NotEmulsified, m.ID, m.zones, say.NotMilked, "product", name, "zones", e.c.Names(m.zones))
	}
}

// where is the zones on which something holds.
func where(holds func(z face.Zone) bool) (zones face.Set) {
	for z := range face.N {
		if holds(z) {
			zones |= face.SetOf(z)
		}
	}
	return zones
}

// wiped is the skin that is cleaned whenever anything is on it.
const wiped = 1<<face.Neck | 1<<face.Ears | 1<<face.Chest | 1<<face.Lips | 1<<face.Jaw | 1<<face.Forehead

func missedSkin(e *evaluation) {
	e.met(where(func(z face.Zone) bool {
		return len(e.binders[z]) > 0 && !e.touched.Has(z) && !e.c.Barred().All().Has(z) && face.Set(wiped).Has(z)
	}), rules.MissedSkin, "", say.NoStepCleaned)
}

func needsSecondCleanse(e *evaluation) {
	e.met(where(func(z face.Zone) bool { return e.film[z] > welcome(e.c, z)+figure.Same }),
		rules.NeedsSecondCleanse, "", say.FilmLeftOn)
}

func notRinsed(e *evaluation) {
	if !e.c.Method.Is(method.MicellarRinse, method.Rinse) {
		return
	}
	last := ""
	soap := where(func(z face.Zone) bool {
		if e.soap[z] != "" {
			last = e.soap[z]
		}
		return e.soap[z] != ""
	})
	e.met(soap, rules.NotRinsed, last, say.SurfactantLeft)
}

func wipeOnly(e *evaluation) {
	if e.removers[kit.Wipe] && len(e.removers) == 1 {
		e.find(rules.WipeOnly, "", 0, say.None)
	}
}

func leftOn(e *evaluation) {
	e.met(where(func(z face.Zone) bool { return e.missed(z) && padSays(z, e.worst(z)) == PadHeavy })&^
		e.c.Barred().All(), rules.LeftOn, "", say.MakeupLeft)
	if hasLashes(e.c) && !e.lashOff && !e.c.Barred().All().Has(face.Eyelids) {
		e.find(rules.LeftOn, "", face.SetOf(face.Eyelids), say.LashesLeft)
	}
}

// missed reports whether a zone misses its target.
func (e *evaluation) missed(z face.Zone) bool { return e.worst(z) > Target(z)+figure.Same }

// lack is what is left where the target is missed: the same words for all of its zones.
type lack struct {
	words        string
	zones        face.Set
	b            look.Binder
	left, target float64
	instead      string
}

// cannotDissolve says, for each zone that misses its target, what is left and which kind of product would take it off.
func cannotDissolve(e *evaluation) {
	var list []lack
	for _, z := range (where(e.missed) &^ e.c.Barred().All()).List() {
		w := lack{target: Target(z)}
		for i, b := range e.binders[z] {
			if e.left[z][i] > w.left {
				w.b, w.left = b, e.left[z][i]
			}
		}
		w.words = e.c.Say(say.IsLeft, "zones", "", "left", w.left, "binder", binderNames[w.b], "target", w.target)
		i := slices.IndexFunc(list, func(o lack) bool { return o.words == w.words })
		if i < 0 {
			i, list = len(list), append(list, w)
		}
		list[i].zones |= face.SetOf(z)
		list[i].b, list[i].left, list[i].target, list[i].instead = w.b, w.left, w.target, e.wouldDo(z, w.b)
	}
	for _, w := range list {
		f := e.find(rules.CannotDissolve, "", w.zones, say.IsLeft, "zones", e.c.Names(w.zones), "left", w.left,
			"binder", binderNames[w.b], "target", w.target)
		*f = f.Do(w.instead)
	}
}

// manages reports whether the plainest product of a kind might be used on a zone and would take a binder off within
// four passes.
func (e *evaluation) manages(k kit.Kind, z face.Zone, b look.Binder) bool {
	if takes[k] == nil || k == kit.Wipe || k == kit.PlantOil || k == kit.WaterMitt && !onlyWater(e.on[z]) {
		return false
	}
	p := kit.Product{Kind: k, EyeSafe: true, LensSafe: true}
	for _, o := range objections(e.c, &p, z, e.c.Client.Has(face.LensesStay)) {
		if o.Bars {
			return false
		}
	}
	contact := figure.MostRight * t0(b, e.on[z][b])
	if k.Worked() && !held(z) {
		contact = e.on[z].massage(k)
	}
	return math.Pow(share(e.c, k, z, e.on[z], b, contact), float64(figure.MostOfOne)) <= Target(z)+figure.Same
}

// wouldDo names what would take a binder off: a product of the kit that may be used there, or else the kind to get.
func (e *evaluation) wouldDo(z face.Zone, b look.Binder) string {
	best, least := (*kit.Product)(nil), figure.RightFrom-figure.Same
	for i := range e.c.Kit {
		p := &e.c.Kit[i]
		if share := takes[p.Kind][b]; share > least && !p.Empty() &&
			!slices.ContainsFunc(
				objections(e.c, p, z, e.c.Client.Has(face.LensesStay)),
				func(o fit.Objection) bool { return o.Bars },
			) {
			best, least = p, share
		}
	}
	if best != nil {
		return e.c.Say(say.OnceMoreWith, "product", best.Name)
	}
	var kinds []string
	for _, k := range kit.Kinds() {
		if e.manages(k.ID, z, b) {
			kinds = append(kinds, e.c.Say(kindNames[k.ID]))
		}
	}
	if len(kinds) == 0 {
		return e.c.Say(say.NothingUsual)
	}
	return e.c.Say(say.ThisWould, "kinds", e.c.List(kinds))
}

// sundryShort compares pads, buds and cloths with what is at hand.
func sundryShort(e *evaluation) {
	l := &e.res.Lift
	for _, n := range []struct {
		kinds []kit.Kind
		need  int
		name  say.ID
	}{{[]kit.Kind{kit.CottonPad}, l.Pads, say.PadsN}, {[]kit.Kind{kit.CottonBud}, l.Buds, say.BudsN},
		{[]kit.Kind{kit.Cloth, kit.Mitt}, l.Cloths, say.ClothsN}} {
		have, known := 0, false
		for i := range e.c.Kit {
			if p := &e.c.Kit[i]; slices.Contains(n.kinds, p.Kind) && p.Count != nil {
				have, known = have+fit.Stock(e.c, p), true
			}
		}
		if known && n.need > have {
			e.find(rules.SundryShort, "", 0, say.RemovalNeeds, "n", n.need, "what", n.name, "has", have)
		}
	}
}
