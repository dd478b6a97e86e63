// Package fit says what speaks against a product, or an act, on one zone of one client on one day. Planners leave out
// what a stop speaks against and avoid the rest; the checker reports it.
package fit

import (
	"slices"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// Use is a product or an act on a zone. Product is nil for an act without one.
type Use struct {
	Case    *sitting.Case
	Product *kit.Product
	Act     act.Act
	Kind    act.Kind
	How     act.How
	Zone    face.Zone
	After   bool // after makeup: nothing that only matters before it
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

// Gather puts the objections of several zones together: one for each rule and reason.
func Gather(zones []face.Zone, of func(face.Zone) []Objection) []Met {
	var list []Met
	for _, z := range zones {
		for _, o := range of(z) {
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
	f := rules.New(c.Words, m.Rule, phase, step, m.Zones.List(), say.None)
	if m.Say != "" {
		f = f.Saying(m.Say)
	}
	if m.Final {
		f = f.NoReason()
	}
	return f.As(m.Severity)
}

type check struct {
	rule rules.ID
	test func(u *Use) *Objection
}

// Fits returns every objection to a use, in the order of the table.
func (u *Use) Fits() []Objection {
	var list []Objection
	for _, c := range checks {
		if o := c.test(u); o != nil {
			if o.Rule == "" {
				o.Rule = c.rule
			}
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

// leaves reports whether the use leaves a film on the skin.
func (u *Use) leaves() bool {
	if u.Product == nil || u.Act != act.Apply {
		return false
	}
	g := u.Product.Kind.Of().Group
	return g == kit.Care || g == kit.Primers || g == kit.Sunscreens
}

// scours reports whether the use peels, rubs or dissolves skin away, or pulls at it.
func (u *Use) scours() bool {
	if u.Kind == act.Peel || u.Kind == act.Blading {
		return true
	}
	return u.Product != nil && (u.Product.Kind.Polish() || u.Product.Acid() || u.Product.Tagged("peel_off"))
}

func (u *Use) strongAcid() bool {
	p := u.Product
	if p == nil {
		return false
	}
	for _, a := range kit.Acids {
		if p.Actives[a] >= figure.StrongAcid {
			return true
		}
	}
	return p.Kind == kit.AcidToner || u.Kind == act.Peel
}

var scentAndAlcohol = []string{"fragrance", "alcohol_denat"}

var menthol = []string{"menthol"}

func (u *Use) sunscreen() bool { return u.Product != nil && u.Product.Screens() }

// told reports whether the client told of any condition; most clients tell of none.
func (u *Use) told() bool { return len(u.Case.Conditions) > 0 }

func (u *Use) state() face.State { return u.Case.Skin[u.Zone] }

func (u *Use) on(zones face.Set) bool { return zones.Has(u.Zone) }

// RetinoidWindow is for how many days after a retinoid nothing may scour.
func RetinoidWindow(c *sitting.Case) int {
	if c.Client.Sensitivity >= figure.SensitiveFrom {
		return figure.RetinoidSensitiveDays
	}
	return figure.RetinoidDays
}

// Healing returns the zones on which a procedure is still healing, and those in the first day after it.
func Healing(c *sitting.Case) (healing, fresh face.Set) {
	for _, k := range c.Conditions {
		if days, is := Procedures[k.Kind]; is && k.Days <= days {
			healing |= k.Zone
			if k.Days <= figure.ProcedureFirstDays {
				fresh |= k.Zone
			}
		}
	}
	return healing, fresh
}

// Flare returns the zones where eczema is irritated now.
func Flare(c *sitting.Case) face.Set { return c.Chronic(face.Eczema) & c.Marked(face.Irritated) }

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
		c, p := u.Case.Client, u.Product
		if p == nil || len(c.Allergies) == 0 {
			return nil
		}
		if w := p.Carries(c.Allergies); w != "" {
			return u.when(true, say.CarriesAllergen, "word", w)
		}
		return u.when(p.Unconfirmed, say.NotConfirmed)
	}},
	{rules.Disliked, func(u *Use) *Objection {
		c, p := u.Case.Client, u.Product
		if p == nil {
			return nil
		}
		if w := p.Breaks(c.Wishes); w != "" {
			return u.when(true, say.AgainstWish, "wish", w).as(rules.Caution).bars()
		}
		w := p.Carries(c.Dislikes)
		return u.when(w != "", say.WouldAvoid, "word", w)
	}},
	{rules.PatchTest, func(u *Use) *Objection {
		return u.when(u.Product != nil && u.Product.FirstUse && u.Case.Client.Sensitivity >= figure.SensitiveFrom,
			say.NewToSensitive)
	}},
	{rules.Contagious, func(u *Use) *Objection {
		b := u.Case.Barred()
		o := u.when(u.on(b.Contagious|b.Eye), say.None)
		if o != nil {
			o.Final = u.on(b.Eye)
		}
		return o
	}},
	{rules.BrokenSkin, func(u *Use) *Objection { return u.when(u.on(u.Case.Barred().Broken), say.None) }},
	{rules.Sunburnt, func(u *Use) *Objection {
		if !u.state().Has(face.Sunburn) {
			return nil
		}
		harsh := u.Product != nil && !u.Product.Bland()
		return u.when(harsh || u.state().Has(face.Blister), say.SunburntBland)
	}},
	{rules.StripsBeforeMakeup, strips},
	{rules.ScrubOnSore, func(u *Use) *Objection {
		if u.Product == nil || !u.Product.Kind.Polish() {
			return nil
		}
		s := u.state()
		retinoid := u.on(u.Case.Within(RetinoidWindow(u.Case), face.Retinoid))
		return u.when(
			s.Has(face.Breakout) || s.Has(face.Irritated) || u.Case.Client.Sensitivity >= figure.SensitiveFrom ||
				retinoid,
			say.ScrubsSore,
		)
	}},
	{rules.TooOften, func(u *Use) *Objection {
		return u.when(u.Product != nil && u.Product.Kind.Polish() && u.Product.Kind != kit.LipScrub &&
			u.on(u.Case.Within(figure.ExfoliateEvery-1, face.Exfoliated)), say.ExfoliatedLately)
	}},
	{rules.ShavenSkin, func(u *Use) *Objection {
		p := u.Product
		return u.when(u.on(u.Case.Shaven) && u.leaves() && (p.Acid() || p.Carries(scentAndAlcohol) != ""),
			say.ShavenStings)
	}},
	{rules.Isotretinoin, func(u *Use) *Objection {
		return u.when(u.told() && u.on(u.Case.Within(figure.IsotretinoinDays, face.Isotretinoin)) && u.scours(),
			say.None)
	}},
	{rules.RecentRetinoid, func(u *Use) *Objection {
		return u.when(u.told() && u.on(u.Case.Within(RetinoidWindow(u.Case), face.Retinoid)) && u.scours(), say.None)
	}},
	{rules.RecentProcedure, func(u *Use) *Objection {
		if !u.told() {
			return nil
		}
		healing, fresh := Healing(u.Case)
		if u.on(fresh) && u.leaves() {
			return u.when(true, say.TreatmentFresh).as(rules.Stop)
		}
		harsh := u.scours() || u.Act == act.Massage || u.Product != nil && u.Product.Retinoid()
		return u.when(u.on(healing) && harsh, say.TreatmentHealing).as(rules.Stop)
	}},
	{rules.Injectables, func(u *Use) *Objection {
		if u.How == act.Press && u.on(u.Case.Within(figure.InjectablePressDays, face.Injectables)) {
			return u.when(true, say.InjectablesPress)
		}
		rubs := u.Act == act.Massage || u.How == act.Massaged || u.Kind == act.Massaging || u.Kind == act.Suction
		return u.when(rubs && u.on(u.Case.Within(figure.InjectableMassageDays, face.Injectables)),
			say.InjectablesMassage)
	}},
	{rules.Rosacea, func(u *Use) *Objection {
		if !u.told() || !u.on(u.Case.Chronic(face.Rosacea)) {
			return nil
		}
		p := u.Product
		harsh := p != nil && (p.Kind.Polish() || p.Carries(menthol) != "") || u.strongAcid()
		return u.when(
			harsh || u.Act == act.Massage ||
				slices.Contains([]act.Kind{act.ColdPads, act.Steam, act.Massaging, act.Suction}, u.Kind),
			say.None,
		)
	}},
	{rules.Eczema, func(u *Use) *Objection {
		p := u.Product
		if p == nil || !u.on(u.Case.Chronic(face.Eczema)) {
			return nil
		}
		if u.on(Flare(u.Case)) && u.leaves() && !p.Kind.Moisturiser() && !u.sunscreen() && !p.Kind.SpotBalm() {
			return u.when(true, say.OnFlare)
		}
		return u.when(!p.Bland(), say.StingsEczema)
	}},
	{rules.Pregnancy, func(u *Use) *Objection {
		if u.Case.Within(0, face.Pregnant) == 0 || u.Product == nil {
			return nil
		}
		if u.Product.Retinoid() {
			return u.when(true, say.HoldsRetinoid)
		}
		return u.when(u.strongAcid(), say.StrongAcid).as(rules.Caution)
	}},
	{rules.Infant, func(u *Use) *Objection {
		age, known := u.Case.Client.Age(u.Case.Day.Date)
		return u.when(known && age < figure.InfantYears && u.sunscreen(), say.UnderInfant)
	}},
	{rules.AsthmaAerosol, func(u *Use) *Objection {
		if u.Product == nil || u.Case.Chronic(face.Asthma) == 0 {
			return nil
		}
		if u.Product.Aerosol {
			return u.when(true, say.AerosolAsthma)
		}
		return u.when(u.Product.Kind == kit.Powder || u.Product.Kind == kit.SPFPowder, say.PowderAsthma).
			as(rules.Caution)
	}},
	{rules.LicensedOnly, func(u *Use) *Objection {
		if u.Act != act.Treat || !slices.Contains(act.Licensed(), u.Kind) ||
			slices.Contains(u.Case.Day.Licensed, string(u.Kind)) {
			return nil
		}
		return u.when(true, say.NotLicensed, "kind", string(u.Kind))
	}},
	{rules.NotEyeSafe, func(u *Use) *Objection {
		return u.when(u.Product != nil && u.Zone.Class() == face.Eye && !u.Product.EyeSafe, say.NearEyes)
	}},
	{rules.OilOnExtensions, func(u *Use) *Objection {
		return u.when(u.Product != nil && u.Zone == face.Eyelids && u.Case.Client.Has(face.LashExtensions) &&
			u.Product.Oily(), say.OilyExtensions)
	}},
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
		creamy := p.Kind == kit.EyeCream || u.leaves() && p.Oily()
		if creamy && len(u.Case.Client.Eyes) > 0 {
			return u.when(true, say.WateryLids)
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
		if !u.sunscreen() || !u.leaves() || u.Product.SPF >= figure.LeastSPF && u.Product.BroadSpectrum {
			return nil
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

func strips(u *Use) *Objection {
	if u.Kind == act.Peel && !u.After {
		return u.when(true, say.PeelBefore)
	}
	p := u.Product
	if p == nil || u.After {
		return nil
	}
	polish := u.Case.Method.Get(method.SameDayPolish)
	switch {
	case p.Kind == kit.AcidToner, p.Kind == kit.MaskClay, p.Retinoid():
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

// Targeted lists the actives that a mark asks for.
func Targeted(m face.Mark) []string {
	for _, t := range TargetedActives {
		if t.Mark == m {
			return t.Actives
		}
	}
	return nil
}
