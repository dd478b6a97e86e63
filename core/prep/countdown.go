package prep

import (
	"fmt"
	"slices"
	"strings"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Due is one thing to do before the day.
type Due struct {
	On   day.Date `json:"on"`
	Do   string   `json:"do"`
	Rule rules.ID `json:"rule"`
}

// lastDay is the last day, so many days before, for something that skin has to get over.
type lastDay struct {
	kinds  []face.ConditionKind // as they may be booked
	before int
	does   nature.Set // what of it skin may not bear at all
	adult  bool
	rule   rules.ID
	say    say.ID
}

// lastDays is the last days for treatments, the earliest first.
var lastDays = []lastDay{
	{[]face.ConditionKind{face.PeelDeep}, figure.LastDeepPeel, nature.Peels, true, rules.RecentProcedure,
		say.LastDeepPeel},
	{[]face.ConditionKind{face.PeelMedium, face.Laser}, figure.LastMediumPeel, nature.Peels, true,
		rules.RecentProcedure,
		say.LastMediumPeel},
	{[]face.ConditionKind{face.Needling, face.Filler, face.Injectables}, figure.LastNeedling, nature.Pierces, true,
		rules.RecentProcedure, say.LastNeedling},
	{[]face.ConditionKind{face.Toxin}, figure.LastToxin, nature.Pierces, true, rules.RecentProcedure, say.LastToxin},
	{[]face.ConditionKind{face.PeelLight}, figure.LastLightPeel, nature.Peels, true, rules.RecentProcedure,
		say.LastLightPeel},
	{[]face.ConditionKind{extraction}, figure.LastExtraction, nature.Pierces, true, rules.RecentProcedure,
		say.LastExtraction},
}

// extraction may be booked, though no condition is called so.
const extraction = face.ConditionKind(day.Extraction)

// countdown is the list as it is built back from the date.
type countdown struct {
	c    *sitting.Case
	list []Due
}

// on adds a line for a date, unless that is over.
func (d *countdown) on(at day.Date, rule rules.ID, message say.ID, slots ...any) {
	if first := d.c.Day.PlannedOn; !first.IsZero() && at.Before(first) || d.c.Day.Date.Before(at) {
		return
	}
	d.list = append(d.list, Due{at, d.c.Say(message, slots...), rule})
}

func (d *countdown) before(days int, rule rules.ID, message say.ID, slots ...any) {
	d.on(d.c.Day.Date.AddDays(-days), rule, message, slots...)
}

// Countdown lists what this client is to do before the day, the earliest first: nothing that age, pregnancy, a
// condition, the skin or the client's own routine rules out. Entries before the date on which the sitting was planned
// are dropped; where that date is not given all of them stand.
func Countdown(c *sitting.Case) []Due {
	d := &countdown{c: c, list: []Due{}}
	for i := range lastDays {
		if d.concerns(&lastDays[i]) {
			d.before(lastDays[i].before, lastDays[i].rule, lastDays[i].say)
		}
	}
	if fresh := firstTimes(c); len(fresh) > 0 && len(fresh) <= figure.FewNew {
		d.before(figure.PatchTestBefore, rules.PatchTest, say.PatchTestThese, "products", c.List(fresh))
	} else {
		d.before(figure.PatchTestBefore, rules.PatchTest, say.PatchTestNew)
	}
	for _, b := range c.Day.Planned {
		d.booked(b)
	}
	d.lastActives()
	d.evening()
	if c.Look.CoversBeard() && c.ShavedAt.IsZero() && !c.Client.HasBeard() {
		d.before(0, rules.ShavenSkin, say.ShaveBy, "time", day.Wall(c.BaseAt.Add(-figure.ShaveBefore)).Clock())
	}
	d.before(0, rules.HotSkin, say.NoHotShower)
	slices.SortStableFunc(d.list, func(a, b Due) int {
		switch {
		case a.On.Before(b.On):
			return -1
		case b.On.Before(a.On):
			return 1
		}
		return 0
	})
	return d.list
}

// concerns reports whether a treatment is anything for this client: not for children, nor in pregnancy, nor where a
// condition rules it out, nor for whoever is in a clinician's care all over.
func (d *countdown) concerns(l *lastDay) bool {
	c := d.c
	return !(l.adult && c.Child()) && c.Within(0, face.Pregnant) == 0 && fit.RuledOut(c, l.does) == 0 &&
		face.Face&^fit.ByClinician(c) != 0
}

// ownRetinoid reports whether a retinoid is the client's own, ownAcid whether an acid is.
func (d *countdown) ownRetinoid() bool {
	return d.c.Chronic(face.Retinoid) != 0 || len(d.c.Habits(string(kit.Retinoid))) > 0
}

func (d *countdown) ownAcid() bool {
	return d.c.Chronic(face.Exfoliated) != 0 ||
		len(d.c.Habits(string(kit.AcidToner), string(kit.Scrub), string(kit.EnzymePolish))) > 0
}

// booked says what goes before hair removal that is booked, and of a treatment that it comes too late.
func (d *countdown) booked(b day.Booked) {
	kind := face.ConditionKind(b.Kind)
	if slices.Contains(face.HairRemovals, kind) {
		if d.ownRetinoid() {
			d.on(b.On.AddDays(-figure.RetinoidBeforeHair), rules.RecentRetinoid, say.RetinoidBeforeHair)
		}
		if d.ownAcid() {
			d.on(b.On.AddDays(-figure.AcidBeforeHair), rules.RecentProcedure, say.AcidBeforeHair)
		}
		d.on(b.On, rules.RecentProcedure, say.HairBooked, "what", say.Word(face.ConditionList, kind))
		return
	}
	for i := range lastDays {
		l := &lastDays[i]
		if !slices.Contains(l.kinds, kind) {
			continue
		}
		latest := d.c.Day.Date.AddDays(-l.before)
		words := say.BookedInTime
		if latest.Before(b.On) {
			words = say.BookedTooLate
		}
		what := d.c.Say(say.Extraction)
		if kind != extraction {
			what = d.c.Say(say.Word(face.ConditionList, kind))
		}
		d.on(b.On, l.rule, words, "what", what, "latest", latest.String())
	}
}

// lastActives is the last days for what takes skin away, of what this client uses at all.
func (d *countdown) lastActives() {
	c := d.c
	if c.Child() {
		return
	}
	var what []string
	if fit.RuledOut(c, nature.Peels) == 0 {
		what = append(what, c.Say(say.Wax))
	}
	if d.ownAcid() && fit.RuledOut(c, nature.Acid, rules.TooOften) == 0 {
		what = append(what, c.Say(say.Acid))
	}
	if d.ownRetinoid() && c.Within(0, face.Pregnant) == 0 {
		what = append(what, c.Say(say.Retinoid))
	}
	if len(what) > 0 {
		d.before(figure.LastWax, rules.RecentRetinoid, say.LastOf, "what", c.List(what))
	}
}

// evening is the evening before: removal, and polish and masks where the skin allows, lips.
func (d *countdown) evening() {
	c := d.c
	parts := []string{c.Say(say.FullRemoval)}
	calm := c.Client.Sensitivity < figure.SensitiveFrom && !c.Child() &&
		fit.RuledOut(c, nature.Polishes, rules.ScrubOnSore, rules.TooOften) == 0 // what is sore today may have healed
	if calm {
		parts = append(parts, c.Say(say.PolishOnly))
	}
	d.before(1, rules.StripsBeforeMakeup, say.EveningBefore, "what",
		strings.Join(append(append(parts, d.masks()...), c.Say(say.LipsToo)), ", "))
}

// wary reports whether an objection is more than a note.
func wary(o fit.Objection) bool { return o.Bars || o.Severity != rules.Note }

// mask is the first mask of a kind that nothing but a note speaks against the evening before, and where.
func (d *countdown) mask(k kit.Kind, on face.Set) (p *kit.Product, zones face.Set) {
	for i := range d.c.Kit {
		p := &d.c.Kit[i]
		if p.Kind != k || p.Empty() {
			continue
		}
		for _, z := range on.List() {
			u := fit.Use{Case: d.c, Product: p, Act: act.Treat, Kind: act.Detail(k), How: act.Pat, Zone: z, After: true}
			if !slices.ContainsFunc(u.Fits(), wary) {
				zones |= face.SetOf(z)
			}
		}
		if zones != 0 {
			return p, zones
		}
	}
	return nil, 0
}

// masks says which mask goes where: clay where it is oily and nothing speaks against it, hydrating on the rest; by name
// and minutes where the kit has one.
func (d *countdown) masks() (list []string) {
	c := d.c
	rest := face.Set(stack.Treated) &^ c.Barred().All()
	peeled := fit.Healing(c)
	var oily face.Set
	for _, z := range (rest &^ peeled).List() {
		if s := c.Skin[z]; s.Oil >= figure.OilyFrom && s.Water >= figure.MoistFrom && !s.Has(face.Flaky) {
			oily |= face.SetOf(z)
		}
	}
	if c.Child() {
		return nil
	}
	if p, zones := d.mask(kit.MaskClay, oily); p != nil {
		rest &^= zones
		list = append(list, c.Say(say.MaskNamed, "product", p.Name, "zones", c.Names(zones), "minutes",
			stack.Minutes(c.Words, contactOf(p, figure.MaskS))))
	}
	if p, zones := d.mask(kit.MaskHydrating, rest); p != nil {
		return append(list, c.Say(say.MaskNamed, "product", p.Name, "zones", c.Names(zones), "minutes",
			stack.Minutes(c.Words, contactOf(p, figure.MaskS))))
	}
	if rest == 0 {
		return list
	}
	return append(list, c.Say(say.MaskHydrating))
}

// firstTimes names the products that are new to this client.
func firstTimes(c *sitting.Case) []string {
	var fresh []string
	for _, p := range c.Kit {
		if p.FirstUse {
			fresh = append(fresh, p.Name)
		}
	}
	return fresh
}

// Clockface writes seconds as minutes and seconds, 3:20.
func Clockface(s int) string { return fmt.Sprintf("%d:%02d", s/60, s%60) }
