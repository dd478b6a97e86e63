package stack

import (
	"slices"
	"strings"
	"time"

	"urncloth/core/act"
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
)

// stepRules is the rules that look at one step, in the order in which they are read for each.
var stepRules = []func(e *evaluation, m *moment){
	handsFirst,
	hotSkin,
	objections,
	cottonOnExtensions,
	layerNotSet,
	beadsOnBase,
	oilTooEarly,
	thickBeforeThin,
	contactTimes,
	spfNotLast,
	spfDiluted,
	runsOut,
	jarFingers,
}

// sittingRules is the rules that look at the whole of prep.
var sittingRules = []func(e *evaluation){
	handsBusy,
	overloaded,
	baseMismatch,
	dryPatch,
	kitCannot,
	noMoisture,
	notRinsed,
	airTooDamp,
	spfMissing,
	notResistant,
	lipsBare,
	spfShort,
	spfNoSum,
	factorUnknown,
	spfAtNight,
	spfSetTime,
	uncoveredSkin,
	unknownAllergy,
	toolsMet,
	stopsSaid,
	leftAlone,
	scarredSkin,
	shavenSkin,
	minor,
	infant,
	items,
	photosensitised,
	methodNotMet,
	unrepaired,
	timeShort,
}

func (e *evaluation) find(rule rules.ID, step string, zones face.Set, message say.ID, slots ...any) *rules.Finding {
	e.res.Findings = append(e.res.Findings, rules.New(e.c.Words, rule,
		rules.Place{Phase: rules.Prep, Step: step, Zones: zones.List()}, message, slots...))
	return &e.res.Findings[len(e.res.Findings)-1]
}

// on finds a rule met on some zones, and nothing where there are none. The slot zones is filled here.
func (e *evaluation) on(zones face.Set, rule rules.ID, step string, message say.ID, slots ...any) {
	if zones != 0 {
		e.find(rule, step, zones, message, append(slots, "zones", e.c.Names(zones))...)
	}
}

// zonesWhere is the zones of a set on which something holds.
func zonesWhere(zones face.Set, holds func(z face.Zone) bool) (met face.Set) {
	for z := range face.N {
		if zones.Has(z) && holds(z) {
			met |= face.SetOf(z)
		}
	}
	return met
}

// touches reports whether a step touches the client.
func (m *moment) touches() bool {
	return m.p != nil && m.p.Kind.Of().Group != kit.Sundries ||
		m.zones != 0 && m.Act != act.Refer && m.Act != act.Ready
}

func handsFirst(e *evaluation, m *moment) {
	if m.first && !m.washed {
		e.find(rules.HandsFirst, m.ID, 0, say.None)
	}
}

func hotSkin(e *evaluation, m *moment) {
	if m.p == nil || m.p.Kind.Of().Group == kit.Sundries {
		return
	}
	if m.start.Before(e.c.CoolAt) {
		e.find(rules.HotSkin, m.ID, m.zones, say.NotCooled, "product", m.p.Name,
			"minutes", Minutes(e.c.Words, int(e.c.CoolAt.Sub(m.start).Seconds())))
		return
	}
	cooled := e.any(func(o *moment) bool {
		return o.Act == act.Cool && o.Until > 0 && o.Until <= figure.HotSurfaceC && o.start.Before(m.start)
	})
	said := cooled || slices.ContainsFunc(e.res.Findings, func(f rules.Finding) bool {
		return f.Rule == rules.HotSkin && f.Severity == rules.Caution
	})
	if e.c.Hot && !said {
		f := e.find(rules.HotSkin, m.ID, 0, say.SkinReadsHot, "surface", *e.c.Day.SurfaceC)
		*f = f.As(rules.Caution)
	}
}

// objections gathers what speaks against the step on each of its zones into one finding a rule and reason.
func objections(e *evaluation, m *moment) {
	if m.Act == act.Refer || m.Act == act.Ready || m.Act == act.Setup || m.Act == act.LensOut {
		return
	}
	list := m.zones.List()
	if len(list) == 0 { // a step on no zone answers for its product or act alone
		open := (face.BaseArea &^ e.c.Unlayered()).List()
		if m.p == nil && m.Act != act.Treat || len(open) == 0 {
			return
		}
		list = open[:1]
	}
	use := fit.Use{Case: e.c, Product: m.p, Act: m.Act, Kind: m.Kind, How: m.How, LensesIn: m.lensesIn}
	for _, met := range use.Over(list) {
		met.Zones &= m.zones
		e.res.Findings = append(e.res.Findings, met.Finding(e.c, rules.Prep, m.ID))
	}
}

func cottonOnExtensions(e *evaluation, m *moment) {
	if m.CottonOnExtensions(e.c) {
		e.on(face.SetOf(face.Eyelids), rules.CottonOnExtensions, m.ID, say.None)
	}
}

func layerNotSet(e *evaluation, m *moment) {
	e.on(zonesWhere(m.lays, func(z face.Zone) bool { return m.onWet(z) && !e.dampAllowed(m.p) }),
		rules.LayerNotSet, m.ID, say.StillWet, "product", productName(m.p))
	e.on(m.overPads, rules.LayerNotSet, m.ID, say.StillHeld, "product", productName(m.p))
}

func productName(p *kit.Product) string {
	if p == nil {
		return ""
	}
	return p.Name
}

// onWet reports whether the step starts over a layer that has not set.
func (m *moment) onWet(z face.Zone) bool {
	top := topmost(m.under[z])
	return top != nil && m.With == "" && top.setAt.After(m.start)
}

func beadsOnBase(e *evaluation, m *moment) {
	e.on(zonesWhere(m.lays, func(z face.Zone) bool {
		top := topmost(m.under[z])
		if top == nil || m.With != "" || m.p.Kind.SpotBalm() || e.veil(m.p, top) {
			return false
		}
		setOil := top.Kind == kit.FaceOil && float64(top.Film) <= figure.SetOilFilm+figure.Same && !m.onWet(z)
		return kit.OverWhat(m.p.Base, top.Base) >= figure.BeadsFrom && !setOil
	}), rules.BeadsOnBase, m.ID, say.BeadsOn, "product", productName(m.p))
}

// veil reports whether p is the method's thin hydrating veil over a mattified zone.
func (e *evaluation) veil(p *kit.Product, under *Layer) bool {
	return p.Kind == kit.PrimerHydrating && under.Kind == kit.PrimerMattifying &&
		e.c.Method.Is(method.PrimerSplit, method.ByZoneWithVeil)
}

// dampAllowed reports whether the method lets a water layer follow another damp.
func (e *evaluation) dampAllowed(p *kit.Product) bool {
	g := p.Kind.Of().Group
	return e.c.Method.Is(method.DampLayering, method.Yes) && g == kit.Care && p.Kind != kit.FaceOil
}

// underOil is the kinds of care that oil must not lie under.
var underOil = []kit.Kind{
	kit.Toner,
	kit.Mist,
	kit.Essence,
	kit.Serum,
	kit.EyeCream,
	kit.MoisturiserGel,
	kit.MoisturiserLotion,
	kit.MoisturiserCream,
	kit.MoisturiserRich,
}

func oilTooEarly(e *evaluation, m *moment) {
	if m.lays == 0 || e.c.Method.Is(method.OilSlot, method.MixedWithSerum) {
		return
	}
	early := zonesWhere(m.lays, func(z face.Zone) bool {
		oiled := holds(m.under[z], func(l *Layer) bool { return l.Kind == kit.FaceOil })
		return oiled && slices.Contains(underOil, m.p.Kind) || m.p.Kind == kit.FaceOil && !moistened(m.under[z])
	})
	if early != 0 {
		e.find(rules.OilTooEarly, m.ID, early, say.None)
	}
}

func spfNotLast(e *evaluation, m *moment) {
	if m.lays == 0 ||
		m.p.Kind.Of().Group == kit.Primers && e.c.Method.Is(method.PrimerSPFOrder, method.SPFThenPrimer) {
		return
	}
	e.on(zonesWhere(m.lays, func(z face.Zone) bool {
		return holds(m.under[z], func(l *Layer) bool {
			return l.Kind.Of().Group == kit.Sunscreens && l.step != m.With
		})
	}), rules.SPFNotLast, m.ID, say.OverSunscreen, "product", m.p.Name)
}

func spfDiluted(e *evaluation, m *moment) {
	if o := e.partner(m); o != nil {
		e.find(rules.SPFDiluted, m.ID, m.zones, say.BlendedWith, "product", m.p.Name, "other", o.p.Name)
	}
}

func runsOut(e *evaluation, m *moment) {
	if p := m.p; p != nil && m.Act != act.Setup && p.Short(m.used) && !p.Short(m.before) && !p.Empty() {
		e.find(rules.RunsOut, m.ID, 0, say.NeedsMore, "product", p.Name, "needs", doc.Round(e.used[p.ID]), "has",
			doc.Round(*p.RemainingG))
	}
}

func jarFingers(e *evaluation, m *moment) {
	if m.p != nil && m.Act != act.Setup && m.p.Container == kit.Jar && !e.spatula {
		e.find(rules.JarFingers, m.ID, 0, say.JarNoSpatula, "product", m.p.Name)
	}
}

// handsBusy warns where two steps need the hands at once.
func handsBusy(e *evaluation) {
	var busyUntil time.Time
	var last string
	for i := range e.moments {
		m := &e.moments[i]
		if m.HandsS == 0 || m.With != "" {
			continue
		}
		if m.start.Before(busyUntil) {
			e.find(rules.HandsBusy, m.ID, m.zones, say.HandsBusy, "step", last)
		}
		if end := m.start.Add(seconds(m.HandsS)); end.After(busyUntil) {
			busyUntil, last = end, m.ID
		}
	}
}

func overloaded(e *evaluation) {
	if e.c.BareFaced() { // there is no makeup to slide
		return
	}
	for _, z := range face.All.List() {
		if residue, limit := e.res.Layers.Residue(z), e.c.Limit(z); residue > limit+figure.Same {
			e.find(rules.Overloaded, "", face.SetOf(z), say.HoldsOver, "zone", z.NameIn(e.c.Words), "holds",
				doc.Round(residue), "limit", limit)
		}
	}
}

func baseMismatch(e *evaluation) {
	base := e.c.Look.Base
	if e.c.Look.Coverage == look.NoCoverage {
		return
	}
	e.on(zonesWhere(face.BaseArea&^e.c.Unmade(), func(z face.Zone) bool {
		top := topmost(e.res.Layers[z])
		return top != nil && kit.OverWhat(base.Film(), top.Base) >= figure.MismatchFrom
	}), rules.BaseMismatch, "", say.FoundationOn, "base", say.Word(look.BaseList, base))
}

func dryPatch(e *evaluation) {
	open := (face.Face | e.c.Neighbours()&face.Upper) &^ e.c.Unlayered() &^ e.balmed
	e.on(zonesWhere(open, func(z face.Zone) bool { return e.c.Skin[z].Has(face.Flaky) || z == face.Lips }),
		rules.DryPatch, "", say.WithoutBalm)
	if LipScrub(e.c) != nil && !treated(kit.LipScrub)(e) {
		e.on(face.SetOf(face.Lips), rules.DryPatch, "", say.WithoutScrub)
	}
}

func noMoisture(e *evaluation) {
	e.on(zonesWhere(DrySkin&^e.c.Unlayered(), func(z face.Zone) bool {
		return !moistened(e.res.Layers[z]) && CanMoisten(e.c, z)
	}), rules.NoMoisture, "", say.NoMoisturiserOn)
}

// notRinsed looks for what was left on the skin that cleans or treats it, in the end or under what came next.
func notRinsed(e *evaluation) {
	var left face.Set
	for i := range e.moments {
		m := &e.moments[i]
		on := zonesWhere(m.zones, func(z face.Zone) bool { return e.unrinsed[z] == m && e.rinses(m) })
		if left |= on; on != 0 && m.p.Kind != kit.Micellar {
			e.on(on, rules.NotRinsed, m.ID, say.LeftUnrinsed, "product", m.p.Name)
		} else {
			e.on(on, rules.NotRinsed, m.ID, say.None)
		}
	}
	for i := range e.moments {
		e.on(e.moments[i].overSoap&^left, rules.NotRinsed, e.moments[i].ID, say.OverUnrinsed)
	}
}

// unknownAllergy says, once, which of the client's words for an allergy lead nowhere.
func unknownAllergy(e *evaluation) {
	if words := kit.UnnamedAmong(e.c.Client.Allergies); len(words) > 0 {
		e.find(rules.AllergyUnknown, "", 0, say.UnknownAllergy, "words", e.c.List(words))
	}
}

// toolsMet names the tools at hand that hold what the client is allergic to: no plan takes them, nor must a hand.
func toolsMet(e *evaluation) {
	var names []string
	for i := range e.c.Kit {
		p := &e.c.Kit[i]
		if tool := p.Kind.Of().Group == kit.Sundries || p.Kind == kit.Sponge; tool && !p.Empty() && !fit.Bears(e.c, p) {
			names = append(names, p.Name)
		}
	}
	if len(names) > 0 {
		f := e.find(rules.Allergen, "", 0, say.ToolsKeptAway, "products", e.c.List(names))
		*f = f.As(rules.Note)
	}
}

// standing is one condition that is always said, even where the plan avoids its zones: on which it holds, and how
// grave it is there.
type standing struct {
	rule     rules.ID
	where    func(c *sitting.Case) face.Set
	severity rules.Severity
	say      say.ID
	final    bool
	always   bool // also where a step has met the rule
}

// standings is the conditions that stop or shape the work, in the order in which they are said. Of two rows of one rule
// the graver stands first; what one has said the next leaves out.
var standings = []standing{
	{rule: rules.Contagious, where: func(c *sitting.Case) face.Set { return c.Barred().Eye }, severity: rules.Stop,
		say: say.NoWorkEyes, final: true},
	{rule: rules.Contagious, where: func(c *sitting.Case) face.Set { return c.Barred().Contagious },
		severity: rules.Stop, say: say.NoWorkCatching},
	{rule: rules.BrokenSkin, where: func(c *sitting.Case) face.Set { return c.Barred().Broken }, severity: rules.Stop,
		say: say.NoWorkOpen},
	{rule: rules.BrokenSkin, where: func(c *sitting.Case) face.Set { return c.Within(0, face.Nick) },
		severity: rules.Caution, say: say.NickClosed, always: true},
	{rule: rules.Sunburnt, where: func(c *sitting.Case) face.Set { return c.Barred().Burnt }, severity: rules.Stop,
		say: say.SunburntBlisters},
	{rule: rules.Sunburnt, where: func(c *sitting.Case) face.Set { return c.Marked(face.Sunburn) &^ c.Barred().Burnt },
		severity: rules.Caution, say: say.SunburntZones, always: true},
	{rule: rules.RecentProcedure, where: func(c *sitting.Case) face.Set { return c.Barred().Fresh },
		severity: rules.Stop, say: say.TreatmentOpen},
	{rule: rules.RecentProcedure, where: func(c *sitting.Case) face.Set { return fit.Healing(c) &^ c.Barred().Fresh },
		severity: rules.Caution, say: say.TreatmentHeals, always: true},
	{rule: rules.RecentProcedure, where: fit.ByClinician, severity: rules.Caution, say: say.ByClinician, always: true},
	{rule: rules.RecentProcedure, where: func(c *sitting.Case) face.Set {
		return c.Within(figure.HairBareDays, face.HairRemovals...)
	}, severity: rules.Caution, say: say.HairJustOff, always: true},
	{rule: rules.Injectables, where: func(c *sitting.Case) face.Set {
		return c.Within(figure.InjectablePressDays, face.Injectables, face.Toxin, face.Filler)
	}, severity: rules.Stop, say: say.InjectedYesterday},
	{rule: rules.Eczema, where: func(c *sitting.Case) face.Set { return c.Chronic(face.Eczema) },
		severity: rules.Caution, say: say.EczemaHere},
	{rule: rules.Photosensitised, where: func(c *sitting.Case) face.Set { return c.Chronic(face.Porphyria) },
		severity: rules.Stop, say: say.PorphyriaTold},
	{rule: rules.Photosensitised, where: func(c *sitting.Case) face.Set { return c.Chronic(face.Photosensitive) },
		severity: rules.Note, say: say.LightHarmsMore},
}

// stopsSaid says what stops or shapes work on a zone even where the plan avoids the zone.
func stopsSaid(e *evaluation) {
	c := e.c
	met := map[rules.ID]face.Set{}
	for _, f := range e.res.Findings {
		met[f.Rule] |= face.SetOf(f.Zones...)
	}
	said := map[rules.ID]face.Set{}
	for _, k := range standings {
		zones := k.where(c) &^ said[k.rule]
		said[k.rule] |= zones
		if !k.always {
			zones &^= met[k.rule]
		}
		if shown(c, zones) == 0 {
			continue
		}
		f := e.find(k.rule, "", shown(c, zones), k.say, "zones", whereabouts(c, zones))
		*f = f.As(k.severity)
		if k.final {
			*f = f.NoReason()
		}
	}
}

// shown is the zones that a finding lists: those that are worked on at all.
func shown(c *sitting.Case, zones face.Set) face.Set {
	return zones & (face.Face | c.Neighbours() | c.Barred().All())
}

// whereabouts names the zones of a condition, or the whole client.
func whereabouts(c *sitting.Case, zones face.Set) string {
	if zones&face.Upper == face.Upper {
		return c.Say(say.WholeClient)
	}
	return c.Names(shown(c, zones))
}

// leftAlone says once what is left alone that day, and which makeup is left out with it.
func leftAlone(e *evaluation) {
	c := e.c
	self := c.Barred().Self
	alone := shown(c, c.Barred().Alone())
	var unmade face.Set
	for _, l := range c.LeftOut {
		unmade |= l.Zones &^ self &^ c.Barred().Alone() &^ c.Marked(face.Sunburn)
	}
	var said []string
	if alone != 0 {
		said = append(said, c.Say(say.LeftAlone, "zones", c.Names(alone), "items", leftOut(c, alone)))
	}
	for _, u := range []struct {
		zones face.Set
		words say.ID
	}{{unmade & fit.Patted(c), say.LeftUnmadePatted}, {unmade &^ fit.Patted(c), say.LeftUnmade}} {
		if u.zones != 0 {
			said = append(said, c.Say(u.words, "zones", c.Names(u.zones), "items", leftOut(c, u.zones)))
		}
	}
	if len(said) > 0 {
		f := e.find(rules.LeaveAlone, "", alone|unmade, say.None)
		*f = f.Saying(strings.Join(said, " "))
	}
	if zones := shown(c, self); zones != 0 {
		f := e.find(rules.LeaveAlone, "", zones, say.DoesHerself, "zones", c.Names(zones), "items", leftOut(c, self))
		*f = fit.Hers(c, f.As(rules.Note))
	}
	if burnt := c.Marked(face.Sunburn) &^ c.Barred().All(); leftOut(c, burnt) != "" {
		f := e.find(rules.LeaveAlone, "", burnt, say.BurntUnmade, "zones", c.Names(burnt), "items", leftOut(c, burnt))
		*f = f.As(rules.Caution)
	}
}

// leftOut names the makeup that is left out on some zones, "" for none.
func leftOut(c *sitting.Case, zones face.Set) string {
	var names []string
	for _, l := range c.LeftOut {
		if name := look.Plain(l.Item.Item); l.Zones&zones != 0 && !slices.Contains(names, name) {
			names = append(names, name)
		}
	}
	if len(names) == 0 {
		return ""
	}
	return c.Say(say.MakeupLeftOut, "items", c.List(names), "n", len(names))
}

func scarredSkin(e *evaluation) {
	if scar := e.c.Scarred; scar != 0 {
		e.find(rules.ScarredSkin, "", scar, say.None)
	}
}

func shavenSkin(e *evaluation) {
	if c := e.c; !c.ShavedAt.IsZero() && c.BaseAt.Sub(c.ShavedAt) < figure.ShaveAtLeast {
		e.find(rules.ShavenSkin, "", c.Shaven, say.ShavedLate, "time", c.Day.ShavedAt.Clock())
	}
}

func minor(e *evaluation) {
	age, known := e.c.Client.Age(e.c.Day.Date)
	if known && age < figure.GuardianYears && !e.c.Client.Guardian {
		e.find(rules.Minor, "", 0, say.NoGuardian, "age", int(age))
	}
}

func infant(e *evaluation) {
	age, known := e.c.Client.Age(e.c.Day.Date)
	if known && age < figure.InfantYears && e.c.Daylight {
		e.find(rules.Infant, "", 0, say.UnderInfant)
	}
}

// items looks at the declared makeup: what sticks or glitters is a matter for prep too.
func items(e *evaluation) {
	for i := range e.c.Items {
		it := &e.c.Items[i]
		for _, rule := range itemRules {
			rule(e, it, nature.OfItem(it))
		}
	}
}

// itemTags is an item's tags; that of glue too where it sticks and they do not say what its glue is made of.
func itemTags(it *look.Item, n nature.Set) []string {
	if !n.Has(nature.Sticks) || kit.NamesGlue(it.Tags) {
		return it.Tags
	}
	return append(slices.Clone(it.Tags), kit.Adhesive)
}

// itemRules is the rules that look at one item of declared makeup.
var itemRules = []func(e *evaluation, it *look.Item, n nature.Set){
	func(e *evaluation, it *look.Item, n nature.Set) {
		if met, is := kit.TagsMeet(itemTags(it, n), e.c.Client.Allergies); is {
			e.find(rules.Allergen, "", it.Zone.Zones, fit.AllergySaid(met), "product", it.Item, "word", met.Word,
				"by", kit.Plain(met.By))
		}
	},
	func(e *evaluation, it *look.Item, n nature.Set) {
		age, known := e.c.Client.Age(e.c.Day.Date)
		if known && age < figure.ToddlerYears && n.Has(nature.Sticks|nature.Glitters) {
			e.find(rules.Infant, "", it.Zone.Zones, say.NotForToddler, "item", it.Item)
		}
	},
	func(e *evaluation, it *look.Item, n nature.Set) {
		if it.FirstUse && n.Has(nature.Sticks) {
			e.find(rules.PatchTest, "", it.Zone.Zones, say.NewAdhesive, "item", it.Item)
		}
	},
	func(e *evaluation, it *look.Item, n nature.Set) {
		for _, rule := range fit.Against(e.c, n&(nature.StrongGlue|nature.Pulls|nature.Sticks), it.Zone.Zones) {
			words := say.PullsHere
			switch rule {
			case rules.Isotretinoin:
				words = say.PullsTears
			case rules.RecentRetinoid:
				words = say.PullsThin
			}
			e.find(rule, "", it.Zone.Zones, words, "item", it.Item)
		}
	},
}

func photosensitised(e *evaluation) {
	if e.c.Daylight && !fit.LightHarms(e.c) && e.c.Within(figure.PhotosensitiveDays, fit.Photosensitising...) != 0 {
		e.find(rules.Photosensitised, "", 0, say.None)
	}
}

func timeShort(e *evaluation) {
	if late := -e.res.SlackS; late > 0 {
		words := say.MinutesMissing
		if e.c.BareFaced() {
			words = say.MinutesMissingBare
		}
		e.find(rules.TimeShort, "", 0, words, "minutes", Minutes(e.c.Words, late),
			"base", e.c.Day.BaseAt.Clock())
	}
}
