// Package fit says what speaks against a product, or an act, on one zone of one client on one day. Planners leave out
// what a stop speaks against and avoid the rest; the checker reports it.
package fit

import (
	"slices"
	"strings"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// Use is a product or an act on a zone. Product is nil for an act without one.
type Use struct {
	Case    *sitting.Case
	Product *kit.Product
	Act     act.Act
	Kind    act.Detail
	How     act.How
	Zone    face.Zone
	After   bool // after makeup: nothing that only matters before it

	LensesIn bool       // contact lenses are in
	TempC    float64    // of water or a cloth, 0 for not told
	nature   nature.Set // once asked for
	doing    nature.Set // of the act alone, once asked for
	known    *known     // of the client on the day
	product  *standing  // of the product, once asked for
}

// Objection is one rule that speaks against a use. Bars is set where planners must not propose it.
type Objection struct {
	Rule     rules.ID
	Severity rules.Severity
	Say      string
	Final    bool
	Bars     bool
}

// Met is one objection and the zones on which it is met.
type Met struct {
	Objection
	Zones face.Set
}

// Over is what speaks against the use on each of some zones.
func (u *Use) Over(zones []face.Zone) []Met {
	return Gather(u.Case, zones, func(z face.Zone) []Objection {
		u.Zone = z
		return u.Fits()
	})
}

// Gather puts the objections of several zones together: one for each rule and reason. Zones that are alike are asked
// once.
func Gather(c *sitting.Case, zones []face.Zone, of func(face.Zone) []Objection) []Met {
	var list []Met
	var asked [face.N][]Objection
	var told face.Set
	known := sitting.Memo(c, hold)
	for _, z := range zones {
		like := known.alike[z]
		if !told.Has(like) {
			asked[like] = of(z)
			told |= face.SetOf(like)
		}
		for _, o := range asked[like] {
			i := slices.IndexFunc(list, func(m Met) bool { return m.Objection == o })
			if i < 0 {
				i, list = len(list), append(list, Met{Objection: o})
			}
			list[i].Zones |= face.SetOf(z)
		}
	}
	return list
}

// Finding is what was met, as a finding of one step in one phase of a case.
func (m Met) Finding(c *sitting.Case, phase rules.Phase, step string) rules.Finding {
	f := rules.New(c.Words, m.Rule, rules.Place{Phase: phase, Step: step, Zones: m.Zones.List()}, say.None)
	if m.Say != "" {
		f = f.Saying(m.Say)
	}
	if m.Final {
		f = f.NoReason()
	}
	if m.Rule == rules.LeaveAlone && m.Zones&^c.Barred().Self == 0 {
		f = Hers(c, f)
	}
	return f.As(m.Severity)
}

// Hers is a finding on zones that the client does without help: nothing is wrong there, it is not for other hands.
func Hers(c *sitting.Case, f rules.Finding) rules.Finding {
	return f.For(c.Say(say.HersToDo)).Do(c.Say(say.HandItOver))
}

// check is one rule: its rows of the conditions come first, then its test, nil for none.
type check struct {
	rule rules.ID
	test func(u *Use) *Objection
}

// held is a condition and the zones on which it holds that day.
type held struct {
	*condition
	zones face.Set
}

// known is what is asked of a client on a day again and again: the conditions that hold, by the place of their rule
// among the checks, and how each product stands to the client's allergies.
type known struct {
	held     [][]held
	still    face.Set       // where nothing may rub
	sign     [face.N]uint64 // which conditions hold on each zone
	alike    [face.N]face.Zone
	products map[*kit.Product]*standing
}

// standing is how a product stands to a client, whichever zone it is for: each is asked for once a day.
type standing struct {
	nature  nature.Set // however it is used, 0 until asked for
	allergy *allergy
	avoided *string // what it carries that the client would rather not have
}

// of is how a product stands to the client.
func (k *known) of(p *kit.Product) *standing {
	s := k.products[p]
	if s == nil {
		s = &standing{}
		k.products[p] = s
	}
	return s
}

// standing is how the use's product stands to the client.
func (u *Use) standing() *standing {
	if u.product == nil {
		u.product = u.known.of(u.Product)
	}
	return u.product
}

// allergy is how a product stands to a client's allergies.
type allergy struct {
	met      kit.Met
	is       bool
	relative string
}

func hold(c *sitting.Case) *known {
	k := &known{held: make([][]held, len(checks)), still: RuledOut(c, nature.Rubs),
		products: map[*kit.Product]*standing{}}
	for i := range conditions {
		row := &conditions[i]
		zones := row.where(c)
		for _, z := range zones.List() {
			k.sign[z] |= 1 << i
		}
		n := slices.IndexFunc(checks, func(c check) bool { return c.rule == row.rule })
		if n >= 0 && zones != 0 {
			k.held[n] = append(k.held[n], held{row, zones})
		}
	}
	for z := range face.N {
		k.alike[z] = z
		for y := c.Alike(z); y < z; y++ {
			if c.Alike(y) == c.Alike(z) && k.sign[y] == k.sign[z] {
				k.alike[z] = y
				break
			}
		}
	}
	return k
}

// Alike is the first zone on which nothing that is asked about a single zone differs, conditions too.
func Alike(c *sitting.Case, z face.Zone) face.Zone { return sitting.Memo(c, hold).alike[z] }

// Sign is a number that two zones share only where the same conditions hold on both.
func Sign(c *sitting.Case, z face.Zone) uint64 { return sitting.Memo(c, hold).sign[z] }

// Still is the zones on which nothing may rub: what comes off there is held and lifted.
func Still(c *sitting.Case) face.Set { return sitting.Memo(c, hold).still }

// Patted is the zones on which hands pat and lay on, and neither press nor rub.
func Patted(c *sitting.Case) face.Set { return RuledOut(c, nature.Presses) | Still(c) | ByClinician(c) }

// Fits returns every objection to a use, in the order of the table.
func (u *Use) Fits() []Objection {
	var list []Objection
	u.known = sitting.Memo(u.Case, hold)
	rows := u.known.held
	for i := range checks {
		c := &checks[i]
		var o *Objection
		if len(rows[i]) > 0 {
			o = u.condition(rows[i])
		}
		if o == nil && c.test != nil {
			o = c.test(u)
		}
		if o != nil {
			o.Rule = c.rule
			if o.Severity == "" {
				o.Severity = rules.Get(o.Rule).Severity
			}
			o.Bars = o.Bars || o.Severity == rules.Stop
			list = append(list, *o)
		}
	}
	return list
}

// when objects where is holds, in the words of a message, or where that is "" in the rule's own. The slot product is
// filled here.
func (u *Use) when(is bool, message say.ID, slots ...any) *Objection {
	if !is {
		return nil
	}
	if message == say.None {
		return &Objection{}
	}
	if u.Product != nil {
		slots = append(slots, "product", u.Product.Name)
	}
	return &Objection{Say: u.Case.Say(message, slots...)}
}

func (o *Objection) as(s rules.Severity) *Objection {
	if o != nil {
		o.Severity = s
	}
	return o
}

func (o *Objection) bars() *Objection {
	if o != nil {
		o.Bars = true
	}
	return o
}

// Bears reports whether nothing in a product, a tool too, is known to be against the client's allergies.
func Bears(c *sitting.Case, p *kit.Product) bool {
	u := Use{Case: c, Product: p, known: sitting.Memo(c, hold)}
	return !u.allergy().is && !(p.Unconfirmed && len(c.Client.Allergies) > 0)
}

// Stock is how many of a counted sundry may be used for a client: none of one that is kept away.
func Stock(c *sitting.Case, p *kit.Product) int {
	if !Bears(c, p) {
		return 0
	}
	return *p.Count
}

// Sprayed reports whether mist is sprayed at the face and not on a sponge: by method, or with no sponge in the kit.
func Sprayed(c *sitting.Case) bool {
	return c.Method.Is(method.MistHow, method.Spray) || Without(c, kit.Sponge)
}

// Without reports whether the kit lists a sundry and has none of it left for a client.
func Without(c *sitting.Case, kind kit.Kind) (none bool) {
	for i := range c.Kit {
		if p := &c.Kit[i]; p.Kind == kind {
			if !p.Empty() && Bears(c, p) {
				return false
			}
			none = true
		}
	}
	return none
}

// Nature is what an act with a product does to skin.
func Nature(c *sitting.Case, p *kit.Product, what act.Act, kind act.Detail, how act.How) nature.Set {
	u := Use{Case: c, Product: p, Act: what, Kind: kind, How: how, known: sitting.Memo(c, hold)}
	return u.Nature()
}

// Nature is what the use does to skin.
func (u *Use) Nature() nature.Set {
	if u.nature == 0 {
		u.nature = nature.With(u.ofProduct(), u.Product, u.Act, u.Kind, u.How) | nature.OfWarmth(u.TempC)
	}
	return u.nature
}

// ofProduct is the nature of the product, looked up once on a day.
func (u *Use) ofProduct() nature.Set {
	switch {
	case u.Product == nil:
		return 0
	case u.known == nil:
		return nature.OfProduct(u.Product)
	}
	s := u.standing()
	if s.nature == 0 {
		s.nature = nature.OfProduct(u.Product)
	}
	return s.nature
}

// own reports whether the use is of the client's own routine.
func (u *Use) own() bool { return u.Product != nil && OfRoutine(u.Case, u.Product, u.Zone) }

// leaves reports whether the use leaves a film on the skin.
func (u *Use) leaves() bool { return u.Act == act.Apply && u.Product != nil && nature.Stays(u.Product) }

// screens reports whether a sunscreen is laid to protect, as a first coat or over makeup.
func (u *Use) screens() bool {
	return u.Product != nil && u.Product.Screens() && (u.leaves() || u.Act == act.Reapply)
}

func (u *Use) state() face.State { return u.Case.Skin[u.Zone] }

// condition is the objection of the first of some rows that rules out what the use does on its zone.
func (u *Use) condition(rows []held) *Objection {
	for i := range rows {
		k := &rows[i]
		if k.zones.Has(u.Zone) && (!k.lenses || u.LensesIn) && k.meets(u.Nature()) && !(k.proposed && u.own()) {
			o := u.when(true, k.say)
			o.Severity, o.Final, o.Bars = k.severity, k.final, k.bars
			return o
		}
	}
	return nil
}

// checks is the table: one row a rule, tested for one product or act on one zone.
var checks = []check{
	{rules.OutOfDate, func(u *Use) *Objection {
		p := u.Product
		if p == nil || p.InDate(u.Case.Day.Date) {
			return nil
		}
		last, _ := p.UseBy()
		return u.when(true, say.CouldBeUsedUntil, "date", last.String())
	}},
	{rules.RunsOut, func(u *Use) *Objection {
		return u.when(u.Product != nil && u.Product.Empty(), say.NothingLeftOf).bars()
	}},
	{rules.Allergen, func(u *Use) *Objection {
		if a := u.allergy(); a.is && a.met.Kind != kit.MayHold {
			return u.when(true, AllergySaid(a.met), "word", a.met.Word, "by", kit.Plain(a.met.By))
		}
		p := u.Product
		return u.when(p != nil && p.Unconfirmed && len(u.Case.Client.Allergies) > 0, say.NotConfirmed)
	}},
	{rules.AllergyUnknown, func(u *Use) *Objection {
		a := u.allergy()
		return u.when(a.is && a.met.Kind == kit.MayHold, say.NotConfirmedUnknown, "word", a.met.Word)
	}},
	{rules.NutRelative, func(u *Use) *Objection {
		by := u.allergy().relative
		o := u.when(by != "", say.RelativeOfNuts, "by", by)
		if o != nil && u.Case.Lifted(rules.NutRelative, u.Zone) != "" {
			return o.as(rules.Note)
		}
		return o
	}},
	{rules.ApplianceOn, func(u *Use) *Objection {
		return u.when(!u.After && u.leaves() && u.Case.Pieces().Has(u.Zone), say.UnderPiece).bars()
	}},
	{rules.Disliked, func(u *Use) *Objection {
		c, p := u.Case.Client, u.Product
		if p == nil {
			return nil
		}
		if w := p.Breaks(c.Wishes, u.leaves()); w != "" {
			return u.when(true, say.AgainstWish, "wish", w).as(rules.Caution).bars()
		}
		w := u.avoided()
		return u.when(w != "", say.WouldAvoid, "word", strings.ReplaceAll(w, "_", " "))
	}},
	{rules.PatchTest, func(u *Use) *Objection {
		return u.when(u.Product != nil && u.Product.FirstUse && u.Case.Client.Sensitivity >= figure.SensitiveFrom,
			say.NewToSensitive)
	}},
	{rules.Contagious, nil},
	{rules.BrokenSkin, nil},
	{rules.LeaveAlone, nil},
	{rules.Sunburnt, nil},
	{rules.StripsBeforeMakeup, strips},
	{rules.ScrubOnSore, nil},
	{rules.TooOften, nil},
	{rules.ShavenSkin, nil},
	{rules.Isotretinoin, nil},
	{rules.RecentRetinoid, nil},
	{rules.RecentProcedure, nil},
	{rules.Injectables, nil},
	{rules.Rosacea, nil},
	{rules.Eczema, nil},
	{rules.Psoriasis, nil},
	{rules.Minor, nil},
	{rules.Pregnancy, nil},
	{rules.Infant, nil},
	{rules.AsthmaAerosol, nil},
	{rules.Heats, byNature(nature.Heats, say.HeatsThere)},
	{rules.Pulls, byNature(nature.Pulls|nature.Sucks, say.PullsThere)},
	{rules.Presses, byNature(nature.Presses|nature.Rubs|nature.Massages, say.PressesThere)},
	{rules.Stung, func(u *Use) *Objection {
		p := u.Product
		if p == nil {
			return nil
		}
		for _, w := range u.Case.Client.Learned.Never {
			if Names(w, p) {
				return u.when(true, say.StungBefore)
			}
		}
		return nil
	}},
	{rules.OffItsMark, func(u *Use) *Objection {
		p := u.Product
		if p == nil || u.Act != act.Apply || !slices.Contains(Aimed, p.Kind) || OfRoutine(u.Case, p, u.Zone) {
			return nil
		}
		targeted, here := Aims(p, u.state())
		return u.when(targeted && !here, say.AimsElsewhere)
	}},
	{rules.Photosensitised, func(u *Use) *Objection {
		p := u.Product
		return u.when(u.screens() && p.SPF < figure.PhotosensitiveSPF && LightHarms(u.Case),
			say.FactorTooLow).as(rules.Caution)
	}},
	{rules.LicensedOnly, func(u *Use) *Objection {
		if u.Act != act.Treat || !slices.Contains(act.Licensed(), u.Kind) ||
			slices.Contains(u.Case.Day.Licensed, string(u.Kind)) {
			return nil
		}
		return u.when(true, say.NotLicensed, "kind", string(u.Kind))
	}},
	{rules.NotEyeSafe, func(u *Use) *Objection {
		p := u.Product
		// At removal a mitt with water is as kind to eyes as to cheeks.
		water := u.Act == act.Remove && p != nil && (p.Kind == kit.WaterMitt || p.Kind == kit.Mitt)
		return u.when(p != nil && u.Zone.Class() == face.Eye && !p.EyeSafe && !water, say.NearEyes)
	}},
	{rules.LensIn, nil},
	{rules.OilOnExtensions, nil},
	{rules.TooRich, func(u *Use) *Objection {
		p := u.Product
		return u.when(
			u.leaves() && p.Weight >= figure.HeavyFrom && u.state().Oil >= figure.OilyFrom && !p.Kind.SpotBalm() &&
				p.Kind != kit.EyeCream,
			say.TooRichOily,
		)
	}},
	{rules.UnderEyeHeavy, func(u *Use) *Objection {
		p := u.Product
		return u.when(
			u.leaves() && u.Zone == face.UnderEyes &&
				(p.Weight >= figure.HeavyFrom && p.Kind != kit.EyeCream || !p.EyeSafe),
			say.HeavyUnderEyes,
		)
	}},
	{rules.OnLashLine, func(u *Use) *Objection {
		p := u.Product
		if p == nil || u.Zone != face.Eyelids {
			return nil
		}
		allowed := u.Case.Method.Is(method.EyeCreamReach, method.LidsToo) && p.EyeSafe
		return u.when(p.Kind == kit.EyeCream && !allowed, say.None)
	}},
	{rules.MattifiesDry, func(u *Use) *Objection {
		s := u.state()
		return u.when(
			u.Product != nil && u.Product.Kind == kit.PrimerMattifying &&
				(s.Oil <= figure.DryUpTo || s.Water <= figure.DryUpTo || s.Has(face.Flaky)),
			say.None,
		)
	}},
	{rules.SPFLow, func(u *Use) *Objection {
		switch {
		case !u.screens() || u.Product.SPF >= figure.LeastSPF && u.Product.BroadSpectrum:
			return nil
		case !u.Product.HasFactor():
			return u.when(true, say.NoFactor).bars()
		}
		narrow := ""
		if !u.Product.BroadSpectrum {
			narrow = u.Case.Say(say.NotBroad)
		}
		return u.when(true, say.LabelledLow, "spf", u.Product.SPF, "narrow", narrow)
	}},
	{rules.Flashback, func(u *Use) *Objection {
		p := u.Product
		return u.when(
			u.Case.Flash && p != nil && p.Filters != "" &&
				(p.WhiteCast >= figure.CastInFlash || p.Filters == kit.Mineral && !p.Tinted),
			say.MayFlash,
		)
	}},
	{rules.WhiteCast, func(u *Use) *Objection {
		p, dark := u.Product, u.Case.Client.Phototype
		return u.when(
			p != nil &&
				(dark == figure.DarkFrom && p.WhiteCast >= figure.CastOnDark || dark >= figure.DarkerFrom &&
					p.WhiteCast >= figure.CastOnDarker),
			say.LeavesCast,
		)
	}},
}

// byNature objects to an act, whatever product it is done with, where a condition rules out what the act itself does.
func byNature(n nature.Set, message say.ID) func(u *Use) *Objection {
	return func(u *Use) *Objection {
		if u.doing == 0 {
			u.doing = nature.Of(nil, u.Act, u.Kind, u.How) | nature.OfWarmth(u.TempC)
		}
		act := u.doing
		if !act.Has(n) {
			return nil
		}
		for _, rows := range u.known.held {
			for i := range rows {
				if k := &rows[i]; k.zones.Has(u.Zone) && k.rulesOut&nature.Touches == 0 && k.rulesOut.Has(act&n) &&
					!k.lenses {
					o := u.when(true, message)
					o.Severity, o.Bars = k.severity, k.bars
					if o.Severity == "" {
						o.Severity = rules.Get(k.rule).Severity
					}
					return o
				}
			}
		}
		return nil
	}
}

// LightHarms reports whether the client has a condition, or takes a medicine, with which light does more harm.
func LightHarms(c *sitting.Case) bool {
	return c.Chronic(face.Photosensitive)|c.Chronic(face.Porphyria) != 0
}

// allergySaid is how each way in which a product meets an allergy is said.
var allergySaid = map[kit.Meeting]say.ID{
	kit.Holds: say.CarriesAllergen, kit.HoldsMember: say.HoldsOfFamily, kit.NamesFamily: say.FamilyAlone,
}

// AllergySaid is how it is said that something meets an allergy: slots product, word and by.
func AllergySaid(m kit.Met) say.ID { return allergySaid[m.Kind] }

// allergy is how the product stands to the client's allergies.
func (u *Use) allergy() allergy {
	p, told := u.Product, u.Case.Client.Allergies
	if p == nil || len(told) == 0 {
		return allergy{}
	}
	s := u.standing()
	if s.allergy == nil {
		a := allergy{relative: p.Relative(told)}
		a.met, a.is = p.Meets(told)
		s.allergy = &a
	}
	return *s.allergy
}

// avoided is what the product carries that the client would rather not have, "" for nothing.
func (u *Use) avoided() string {
	s := u.standing()
	if s.avoided == nil {
		w := u.Product.Carries(u.Case.Client.Dislikes)
		s.avoided = &w
	}
	return *s.avoided
}

// treatments is the polish that the methods of a sitting allow on the day, and whether clay.
func treatments(m method.Choice) (polish method.OptionID, clay bool) {
	polish, clay = m.Get(method.SameDayPolish), m.Is(method.SameDayMask, method.ByZone)
	if m.Is(method.Facial, method.Yes) {
		clay = true
		if polish == method.Never {
			polish = method.Gentle
		}
	}
	return polish, clay
}

func strips(u *Use) *Objection {
	if u.Kind == act.Peel && !u.After {
		return u.when(true, say.PeelBefore)
	}
	p := u.Product
	if p == nil || u.After {
		return nil
	}
	polish, clay := treatments(u.Case.Method)
	switch {
	case OfRoutine(u.Case, p, u.Zone):
		return nil
	case p.Kind == kit.MaskClay:
		return u.when(!clay, say.StripsBefore)
	case p.Kind == kit.AcidToner, p.Retinoid():
		return u.when(true, say.StripsBefore)
	case p.Kind == kit.EnzymePolish, p.Kind == kit.Scrub && p.Tagged("fine"):
		return u.when(polish == method.Never, say.PolishNever)
	case p.Kind == kit.Scrub:
		return u.when(polish != method.Full, say.ScrubNotAllowed)
	}
	return u.when(p.FirstUse && len(p.Actives) > 0 && !p.Bland(), say.NewActive)
}

// TargetedActives are actives that go on their marked zones and never serve as the general serum; in the order in
// which they are laid at night.
var TargetedActives = []struct {
	Mark    face.Mark
	Actives []string
}{
	{face.Pigment, []string{"vitamin_c", "niacinamide"}},
	{face.Breakout, []string{"salicylic", "niacinamide", "zinc_pca"}},
}

// Aimed is the kinds whose targeted actives go on their marks alone.
var Aimed = []kit.Kind{kit.Toner, kit.AcidToner, kit.Essence, kit.Serum}

// Aims reports whether a product brings a targeted active, and whether skin in that state has a mark that it is for.
func Aims(p *kit.Product, s face.State) (targeted, here bool) {
	for _, t := range TargetedActives {
		if p.Has(t.Actives...) {
			targeted, here = true, here || s.Has(t.Mark)
		}
	}
	return targeted, here
}

// OfRoutine reports whether a product belongs to the client's own routine on a zone.
func OfRoutine(c *sitting.Case, p *kit.Product, z face.Zone) bool {
	return slices.ContainsFunc(c.Client.Routine, func(h face.Habit) bool {
		return h.Kind == string(p.Kind) && (h.Product == "" || Names(h.Product, p)) &&
			(len(h.Zones) == 0 || slices.Contains(h.Zones, z))
	})
}

// Names reports whether words name a product, by its id or its name.
func Names(words string, p *kit.Product) bool {
	return words == p.ID || strings.EqualFold(strings.TrimSpace(words), p.Name)
}

// Targeted lists the actives that a mark asks for.
func Targeted(m face.Mark) []string {
	for _, t := range TargetedActives {
		if t.Mark == m {
			return t.Actives
		}
	}
	return nil
}
