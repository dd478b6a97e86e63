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
	"urncloth/core/num"
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
	overMassaged,
	lashesUnderRubbing,
	cottonOnExtensions,
	wipedGlitter,
	applianceOn,
	dirtyFace,
}

// removalRules is the rules that look at the whole of removal.
var removalRules = []func(e *evaluation){
	lipSmear,
	notEmulsified,
	kitCannot,
	cannotDissolve,
	missedSkin,
	needsSecondCleanse,
	notRinsed,
	wipeOnly,
	leftOn,
	biphaseOnSkin,
	sundryShort,
	timeShort,
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
	use := fit.Use{Case: e.c, Product: m.p, Act: what, Kind: m.Kind, How: how, TempC: m.TempC, After: true,
		LensesIn: m.lensesIn}
	for _, met := range use.Over(m.zones.List()) {
		e.res.Findings = append(e.res.Findings, met.Finding(e.c, rules.Lift, m.ID))
	}
}

func runsOut(e *evaluation, m *moment) {
	if p := m.p; p != nil && e.c.Short(p, m.used) && !e.c.Short(p, m.before) {
		e.find(rules.RunsOut, m.ID, 0, say.NeedsMore, "product", p.Name, "needs", doc.Round(e.used[p.ID]), "has",
			doc.Round(e.c.Has(p)))
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
		e.find(rules.Rubbing, m.ID, m.short, say.TooShort, "product", m.p.Name, "zones", e.c.Names(m.short),
			"seconds", m.needed, "is", m.ContactS)
	}
	if m.unwiped != 0 {
		e.find(rules.Rubbing, m.ID, m.unwiped, say.NeitherHeldNorWiped, "product", m.p.Name, "zones",
			e.c.Names(m.unwiped))
	}
	e.met(m.many, rules.Rubbing, m.ID, say.TooManyPasses)
	if m.pulls {
		e.find(rules.Rubbing, m.ID, face.SetOf(face.Eyelids), say.LashesPulled)
	}
}

func overMassaged(e *evaluation, m *moment) {
	e.met(m.over, rules.OverMassaged, m.ID, say.RubbedTooLong, "bears", e.bears(m.over), "rubs", e.rubbed(m))
}

// bears is the least that some zones bear, rubbed the most that they have been rubbed with a step.
func (e *evaluation) bears(zones face.Set) (least float64) {
	least = math.Inf(1)
	for _, z := range zones.List() {
		least = min(least, e.skin.bears[z])
	}
	return least
}

func (e *evaluation) rubbed(m *moment) (most float64) {
	for _, z := range m.over.List() {
		most = max(most, m.rubs[z])
	}
	return most
}

func lashesUnderRubbing(e *evaluation, m *moment) {
	if m.onLashes {
		e.find(rules.LashesUnderRubbing, m.ID, face.SetOf(face.Eyelids), say.None)
	}
}

func cottonOnExtensions(e *evaluation, m *moment) {
	if m.CottonOnExtensions(e.c) {
		e.find(rules.CottonOnExtensions, m.ID, face.SetOf(face.Eyelids), say.None)
	}
}

func wipedGlitter(e *evaluation, m *moment) {
	e.met(m.smears, rules.WipedGlitter, m.ID, say.GlitterRubbed)
}

func applianceOn(e *evaluation, m *moment) {
	e.met(m.onPieces, rules.ApplianceOn, m.ID, say.PieceStillOn)
}

// biphaseOnSkin says where two-phase was used though another remover of the kit reaches the target.
func biphaseOnSkin(e *evaluation) {
	var zones face.Set
	step := ""
	for i := range e.moments {
		m := &e.moments[i]
		if m.remover && m.kind == kit.Biphase {
			if on := m.zones &^ face.Held; on != 0 && step == "" {
				step = m.ID
			}
			zones |= m.zones &^ face.Held
		}
	}
	if zones == 0 {
		return
	}
	ch := newChooser(e.c, &e.on, 1, nil)
	ch.apart()
	ch.scarceOnes = map[string]bool{}
	for _, p := range ch.removers { // of which one pass there would take more than there is
		ch.scarceOnes[p.ID] = e.c.Short(p, p.Kind.PassGrams(true)*areaOf(e.c, zones)/areaOf(e.c, face.Face))
	}
	var without face.Set
	for _, g := range ch.groups {
		if g.zones&zones != 0 && !still(e.c, g.like) && len(ch.searched(g, ch.plain(g))) > 0 {
			without |= g.zones & zones
		}
	}
	e.met(without, rules.BiphaseOnSkin, step, say.AnotherReaches)
}

// dirtyFace warns where more strokes are made than there are clean faces, or a cloth is named and none counted.
func dirtyFace(e *evaluation, m *moment) {
	if m.Act == act.Cloth && !m.remover {
		if m.Cloths == 0 && m.Mitts == 0 {
			e.find(rules.DirtyFace, m.ID, m.zones, say.NoCleanCloth)
		}
		return
	}
	n := strokesOver(m.zones)
	if clean := m.PadFaces + m.Buds + m.Tips; m.strokes() && clean < n {
		e.find(rules.DirtyFace, m.ID, m.zones, say.StrokesAndFaces, "strokes", n, "faces", clean)
	}
}

// cleanWays is the ways of the hands that need no clean face for each stroke.
var cleanWays = []act.How{act.Sponge, act.Palms, act.Brush}

// strokes reports whether a step wipes or presses with faces of something of its own: not what finishes a pass, nor
// what is worked under an edge, nor a cloth or mitt.
func (m *moment) strokes() bool {
	if m.finishes || effectsRemover(m.kind) && m.Pads == 0 || m.Cloths > 0 || m.Mitts > 0 ||
		slices.Contains(cleanWays, m.How) {
		return false
	}
	return m.Act == act.Wipe || m.remover && m.Act == act.Hold
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
	})&^e.beyond(), rules.MissedSkin, "", say.NoStepCleaned)
}

func needsSecondCleanse(e *evaluation) {
	e.met(where(func(z face.Zone) bool { return e.film[z] > welcome(e.c, z)+figure.Same }),
		rules.NeedsSecondCleanse, "", say.FilmLeftOn)
}

func notRinsed(e *evaluation) {
	last := ""
	soap := where(func(z face.Zone) bool {
		is := e.soap[z] != "" && (e.foam[z] || e.c.Method.Is(method.MicellarRinse, method.Rinse))
		if is {
			last = e.soap[z]
		}
		return is
	})
	e.met(soap, rules.NotRinsed, last, say.SurfactantLeft)
	for i := range e.moments {
		e.met(e.moments[i].foamy, rules.NotRinsed, e.moments[i].ID, say.OverSurfactant)
	}
}

func wipeOnly(e *evaluation) {
	if e.removers[kit.Wipe] && len(e.removers) == 1 {
		e.find(rules.WipeOnly, "", 0, say.None)
	}
}

func leftOn(e *evaluation) {
	e.met(where(func(z face.Zone) bool { return e.missed(z) && padSays(z, e.worst(z)) == PadHeavy })&^
		e.c.Barred().All(), rules.LeftOn, "", say.MakeupLeft)
	e.met(e.c.Pieces()&^e.c.Barred().All()&^e.off, rules.LeftOn, "", say.PieceLeft)
	if hasLashes(e.c) && !e.lifted && !e.c.Barred().All().Has(face.Eyelids) {
		e.find(rules.LeftOn, "", face.SetOf(face.Eyelids), say.LashesLeft)
	}
}

// missed reports whether a zone misses its target.
func (e *evaluation) missed(z face.Zone) bool { return e.worst(z) > Target(z)+figure.Same }

// kitCannot says that nothing in the kit may take anything off.
func kitCannot(e *evaluation) { e.met(e.beyond(), rules.KitCannot, "", say.NothingTakesOff) }

// beyond is the zones with something on them where nothing in the kit may take anything off any zone.
func (e *evaluation) beyond() (on face.Set) {
	if e.any(func(m *moment) bool { return m.remover }) {
		return 0
	}
	for _, g := range newChooser(e.c, &e.on, 1, nil).groups {
		if len(g.allowed) > 0 {
			return 0
		}
		on |= g.zones
	}
	return on
}

// lack is what is left where the target is missed: the same words for all of its zones.
type lack struct {
	words, items string
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
			if e.left[z][i] >= w.left-figure.Same { // of two alike the stronger binder
				w.b, w.left = b, e.left[z][i]
			}
		}
		w.items = e.itemsOf(z, w.b)
		w.words = e.c.Say(say.IsLeft, "zones", "", "left", w.left, "binder", binderNames[w.b], "target", w.target,
			"items", w.items)
		w.instead = e.wouldDo(z, w.b)
		i := slices.IndexFunc(list, func(o lack) bool { return o.words == w.words && o.instead == w.instead })
		if i < 0 {
			i, list = len(list), append(list, w)
		}
		list[i].zones |= face.SetOf(z)
	}
	for _, w := range list {
		f := e.find(rules.CannotDissolve, "", w.zones, say.IsLeft, "zones", e.c.Names(w.zones), "left", w.left,
			"binder", binderNames[w.b], "target", w.target, "items", w.items)
		*f = f.Do(w.instead)
	}
}

// itemsOf names the declared makeup that a binder holds on a zone.
func (e *evaluation) itemsOf(z face.Zone, b look.Binder) string {
	var names []string
	for i := range e.c.Items {
		if it := &e.c.Items[i]; it.Binder == b && it.Zone.Zones.Has(z) {
			names = append(names, look.Plain(it.Item))
		}
	}
	if len(names) == 0 {
		return ""
	}
	return e.c.Say(say.OfItems, "items", e.c.List(names))
}

// worthGetting reports whether a kind of remover is one to get for a binder on a zone.
func (e *evaluation) worthGetting(k kit.Kind, z face.Zone, b look.Binder) bool {
	switch k {
	case kit.Wipe, kit.PlantOil, kit.LashCleanser:
		return false
	case kit.GelCleanser, kit.FoamCleanser:
		if held(z) {
			return false
		}
	case kit.WaterMitt:
		return onlyWater(e.on[z])
	case kit.Biphase:
		return held(z) || b == look.WaterproofFilm
	}
	if near(z) && e.c.Client.Has(face.LensesStay) && k != kit.Micellar {
		return false // nothing else is made for lenses
	}
	return takes[k] != nil && !(still(e.c, z) && k.Worked())
}

// manages reports whether the plainest product of a kind might be used on a zone and would take a binder off within as
// many passes as skin bears.
func (e *evaluation) manages(k kit.Kind, z face.Zone, b look.Binder) bool {
	p := kit.Product{Kind: k, EyeSafe: true, LensSafe: true}
	if !e.worthGetting(k, z, b) ||
		slices.ContainsFunc(objections(e.c, &p, z, e.c.Client.Has(face.LensesStay)), func(o fit.Objection) bool {
			return barring(o) && o.Rule != rules.AllergyUnknown // one may be got of which all is known
		}) {
		return false
	}
	w := work{kind: k, way: wayOf(k, pressed(e.c, z)), contact: figure.MostRight * t0(b, e.on[z][b])}
	passes, rubs := mostOf(z), 0.0
	switch w.way {
	case wayWorked:
		w.contact = e.on[z].massage(k)
		rubs = w.contact
		if turnOf(k) == turnWash {
			passes = figure.MostWashes
		}
	case wayWiped:
		rubs = float64(figure.WipedS)
	}
	w.needed = w.contact
	if near(z) {
		rubs *= figure.NearTimes
	}
	if rubs > 0 {
		passes = min(passes, int(e.skin.bears[z]/rubs))
	}
	return num.Pow(share(e.c, w, e.on[z], b), float64(passes)) <= Target(z)+figure.Same
}

// wouldDo names what would take a binder off: a product of the kit that may be used there, or else the kind to get.
func (e *evaluation) wouldDo(z face.Zone, b look.Binder) string {
	best, least := (*kit.Product)(nil), figure.RightFrom-figure.Same
	for i := range e.c.Kit {
		p := &e.c.Kit[i]
		if share := takes[p.Kind][b]; share > least && !p.Empty() && e.manages(p.Kind, z, b) &&
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
		if near(z) && e.c.Client.Has(face.LensesStay) {
			return e.c.Say(say.LensesInTheWay)
		}
		if b == look.Adhesive {
			return e.c.Say(say.GlueStays)
		}
		return e.c.Say(say.NothingUsual)
	}
	if near(z) { // the kit may have one of the kind that is not for eyes
		return e.c.Say(say.ThisNearEyes, "kinds", e.c.List(kinds))
	}
	if len(kit.UnnamedAmong(e.c.Client.Allergies)) > 0 {
		return e.c.Say(say.ThisOnceConfirmed, "kinds", e.c.List(kinds))
	}
	return e.c.Say(say.ThisWould, "kinds", e.c.List(kinds))
}

// sundryShort compares what is used up with what is at hand, and names what the kit does not list at all.
func sundryShort(e *evaluation) {
	l := &e.res.Lift
	for _, n := range []struct {
		kind kit.Kind
		need int
		name say.ID
	}{{kit.CottonPad, l.Pads, say.PadsN}, {kit.CottonBud, l.Buds, say.BudsN}, {kit.Cloth, l.Cloths, say.ClothsN},
		{kit.Mitt, l.Mitts, say.MittsN}, {kit.LintFreeTip, l.Tips, say.TipsN},
		{kit.Wipe, l.Wipes, say.WipesN}} {
		if have := counted(e.c, n.kind); have >= 0 && n.need > have {
			e.find(rules.SundryShort, "", 0, say.RemovalNeeds, "n", n.need, "what", n.name, "has", have)
		}
	}
}
