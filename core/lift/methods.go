package lift

import (
	"slices"
	"time"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/stack"
)

// asking is a house method that asks something of removal: the options that do, whether it was done, and the kinds of
// product that it takes.
type asking struct {
	key     method.Key
	options []method.OptionID
	met     func(e *evaluation) bool
	kinds   []kit.Kind
	does    nature.Set // what it does to skin, which a condition may rule out
}

// askings is the house methods of removal that ask for something.
var askings = []asking{
	{method.Toner, []method.OptionID{method.Always}, (*evaluation).toned, []kit.Kind{kit.Toner}, 0},
	{method.Toner, []method.OptionID{method.AsNeeded}, (*evaluation).tonedWhereTight, []kit.Kind{kit.Toner}, 0},
	{method.FirstRemover, []method.OptionID{method.FirstMicellar, method.FirstBalm, method.FirstOil,
		method.FirstPlantOil, method.FirstCream, method.Mitt}, (*evaluation).firstByHabit, nil, 0},
	{method.CheckWithMicellar, []method.OptionID{method.Yes}, (*evaluation).finished, []kit.Kind{kit.Micellar}, 0},
	{method.SecondCleanse, []method.OptionID{method.Always}, (*evaluation).washedSkin,
		[]kit.Kind{kit.CreamCleanser, kit.GelCleanser, kit.FoamCleanser, kit.Micellar, kit.Balm, kit.CleansingOil}, 0},
	{method.Wipes, []method.OptionID{method.TravelOnly}, (*evaluation).wipedOff, []kit.Kind{kit.Wipe}, 0},
	{method.Massage, []method.OptionID{method.Long}, (*evaluation).massagedLong,
		[]kit.Kind{kit.CreamCleanser, kit.GelCleanser, kit.FoamCleanser}, nature.Massages},
	{method.RemovalTool, []method.OptionID{method.Cloth, method.Mitt, method.Sponge}, (*evaluation).byTool, nil, 0},
	{method.EyeRemover, []method.OptionID{method.OilFree}, (*evaluation).eyesOilFree, []kit.Kind{kit.Micellar}, 0},
	{method.EyeRemover, []method.OptionID{method.AllInOneBalm}, (*evaluation).eyesByBalm,
		[]kit.Kind{kit.Balm, kit.CleansingOil}, 0},
	{method.FirstCleanseOff, []method.OptionID{method.WarmCloth}, (*evaluation).byWarmCloth, []kit.Kind{kit.Cloth},
		nature.Heats},
	{method.FirstCleanseOff, []method.OptionID{method.EmulsifyRinse}, (*evaluation).emulsified,
		[]kit.Kind{kit.Balm, kit.CleansingOil}, 0},
	{method.FirstCleanseOn, []method.OptionID{method.WarmDamp}, (*evaluation).onWarmSkin, []kit.Kind{kit.PlantOil},
		nature.Heats},
	{method.CleanserSpend, []method.OptionID{method.Same}, (*evaluation).oneForBoth, nil, 0},
}

// methodNotMet names the house methods that asked for something of removal which was not done, and why.
func methodNotMet(e *evaluation) {
	if !slices.ContainsFunc(e.moments, func(m moment) bool { return m.remover }) {
		return
	}
	for _, a := range askings {
		option := e.c.Method.Get(a.key)
		if !slices.Contains(a.options, option) || a.met(e) {
			continue
		}
		why, slots := e.why(&a, option)
		f := rules.New(e.c.Words, rules.MethodNotMet, rules.Place{Phase: rules.Lift}, say.MethodNotMet, "method",
			method.NameOf(a.key), "option", method.OptionName(a.key, option), "why", e.c.Say(why, slots...))
		f = stack.NotBought(e.c, f, why)
		f.Method = a.key
		e.res.Findings = append(e.res.Findings, f)
	}
}

// why says why a method was not followed.
func (e *evaluation) why(a *asking, option method.OptionID) (why say.ID, slots []any) {
	on := e.touched
	switch a.key {
	case method.CleanserSpend:
		return say.WhyNotOne, nil
	case method.FirstRemover:
		return e.whyNotFirst(option)
	case method.EyeRemover:
		if near := on & face.NearEyes; near != 0 {
			on = near
		}
	}
	return stack.WhyNature(e.c, a.does, stack.WhyNot(e.c, a.kinds, act.Remove, on)), nil
}

// whyNotFirst says why the habit of a first remover was not followed: by what it would have left.
func (e *evaluation) whyNotFirst(option method.OptionID) (why say.ID, slots []any) {
	kind := habits[option]
	if kind == kit.WaterMitt {
		kind = kit.Mitt
	}
	why = stack.WhyNot(e.c, []kit.Kind{kind}, act.Remove, e.touched)
	if why != say.WhyNoPlace {
		return why, nil
	}
	if have := counted(e.c, kit.Mitt); kind == kit.Mitt && have >= 0 && have < mittsOver(e.touched&face.BaseArea) {
		return say.WhyLittle, nil
	}
	ch := newChooser(e.c, &e.on, 1, nil)
	var worst sequence
	var on *group
	for _, g := range ch.groups {
		first := ch.habit(g)
		if first == nil || g.turn() > 0 || !g.like.OnFace() {
			continue
		}
		q := ch.honest(g, tier{ch.plain(g).open, first}, 0, figure.MostOfAll)[0]
		if on == nil || q.left > worst.left {
			worst, on = q, g
		}
	}
	if on == nil {
		return why, nil
	}
	if worst.left <= Target(on.like)+figure.Same {
		return say.WhyLittle, nil
	}
	return say.WouldLeave, []any{"left", worst.left, "zones", e.c.Names(on.zones), "target", Target(on.like)}
}

// any reports whether a step is such, all whether every one is.
func (e *evaluation) any(is func(m *moment) bool) bool {
	for i := range e.moments {
		if is(&e.moments[i]) {
			return true
		}
	}
	return false
}

func (e *evaluation) all(is func(m *moment) bool) bool {
	return !e.any(func(m *moment) bool { return !is(m) })
}

// onSkin reports whether a step is a pass over skin beyond lids, brows and lips.
func (m *moment) onSkin() bool { return m.remover && m.zones&^face.Held != 0 }

func (e *evaluation) toned() bool {
	return e.any(func(m *moment) bool { return m.Act == act.Apply && m.kind == kit.Toner })
}

// finished reports whether micellar came last of all the passes, and on all skin that may have it.
func (e *evaluation) finished() bool {
	var on [face.N]kit.Kind
	last := kit.Kind("")
	for i := range e.moments {
		if m := &e.moments[i]; m.remover {
			last = m.kind
			for _, z := range m.zones.List() {
				on[z] = m.kind
			}
		}
	}
	skin := e.touched &^ face.Held &^ e.c.Barred().All()
	return last == kit.Micellar && !slices.ContainsFunc(skin.List(), func(z face.Zone) bool {
		return on[z] != kit.Micellar && len(e.binders[z]) > 0 &&
			stack.WhyNot(e.c, []kit.Kind{kit.Micellar}, act.Remove, face.SetOf(z)) == say.WhyNoPlace
	})
}

// tonedWhereTight reports whether a toner of the kit went on, where skin is tight and may have it.
func (e *evaluation) tonedWhereTight() bool {
	most, bound := limit(e.c)
	busy := figure.TonerS
	for i := range e.moments {
		busy += max(e.moments[i].HandsS, e.moments[i].ContactS) + e.moments[i].SetS
	}
	if e.toned() || bound && time.Duration(busy)*time.Second > most {
		return true
	}
	for i := range e.c.Kit {
		p := &e.c.Kit[i]
		on := map[face.Zone]doc.Num{}
		for _, z := range (toned(e.c, p) & e.touched).List() {
			on[z] = doc.Num(p.Kind.Of().Film)
		}
		if len(on) > 0 && !e.c.Short(p, e.c.Grams(on)) {
			return false
		}
	}
	return true
}

// firstByHabit reports whether the first pass over all of the face is by the house's own remover.
func (e *evaluation) firstByHabit() bool {
	kind := habits[e.c.Method.Get(method.FirstRemover)]
	rubbed := where(func(z face.Zone) bool { return len(e.binders[z]) > 0 && !pressed(e.c, z) })
	for _, z := range (rubbed & face.BaseArea &^ face.NearEyes &^ e.c.Barred().All()).List() {
		if kind == kit.WaterMitt { // what water cannot take off has its remover first, lifted with the mitt
			if !e.any(func(m *moment) bool { return m.Mitts > 0 && m.zones.Has(z) }) {
				return false
			}
			continue
		}
		i := slices.IndexFunc(e.moments, func(m moment) bool {
			return m.remover && m.zones.Has(z) && !effectsRemover(m.kind)
		})
		if i < 0 || e.moments[i].kind != kind {
			return false
		}
	}
	return true
}

// washedSkin reports whether all skin but under the eyes had a second cleanse: a wash, or the better of two balms or
// oils; micellar water where no wash may go on.
func (e *evaluation) washedSkin() bool {
	washes := []kit.Kind{kit.CreamCleanser, kit.GelCleanser, kit.FoamCleanser}
	mild := stack.WhyNot(e.c, washes, act.Remove, e.touched) != say.WhyNoPlace
	skin := where(func(z face.Zone) bool { return len(e.binders[z]) > 0 })
	for _, z := range (skin &^ face.Held &^ face.NearEyes &^ e.c.Barred().All()).List() {
		var first *kit.Product
		second := pressed(e.c, z)
		for i := range e.moments {
			m := &e.moments[i]
			if !m.remover || !m.zones.Has(z) || effectsRemover(m.kind) {
				continue
			}
			second = second || turnOf(m.kind) == turnWash || first != nil && (mild && m.kind == kit.Micellar ||
				betterThan(m.p, first))
			if first == nil {
				first = m.p
			}
		}
		if !second {
			return false
		}
	}
	return true
}

func (e *evaluation) wipedOff() bool {
	return e.any(func(m *moment) bool { return m.remover && m.kind == kit.Wipe })
}

func (e *evaluation) massagedLong() bool {
	var seconds, asked [face.N]float64
	for i := range e.moments {
		m := &e.moments[i]
		if !m.onSkin() || !m.kind.Worked() || turnOf(m.kind) != turnWash && m.Method != method.Massage {
			continue
		}
		for _, z := range m.zones.List() {
			seconds[z] += float64(m.ContactS)
			if m.Method == method.Massage {
				asked[z] += float64(m.ContactS)
			}
		}
	}
	for z := range face.N {
		if asked[z] > 0 && asked[z] < figure.LongS-figure.Same {
			return false
		}
	}
	return slices.Max(seconds[:]) >= figure.LongS-figure.Same
}

// byTool reports whether no pads wiped skin where the house has another tool.
func (e *evaluation) byTool() bool {
	last := e.c.Method.Is(method.CheckWithMicellar, method.Yes)
	return e.all(func(m *moment) bool {
		return !m.onSkin() || m.Pads == 0 || m.How == act.Lay || m.How == act.PressPad || last && m.kind == kit.Micellar
	})
}

func (m *moment) onLids() bool { return m.remover && m.zones.Has(face.Eyelids) }

func (e *evaluation) eyesOilFree() bool {
	return e.all(func(m *moment) bool { return !m.onLids() || !m.p.Oily() })
}

func (e *evaluation) eyesByBalm() bool {
	return e.all(func(m *moment) bool { return !m.onLids() || m.kind == kit.Balm || m.kind == kit.CleansingOil })
}

// filmed reports whether an oily remover was worked into skin at all.
func (e *evaluation) filmed() bool {
	return e.any(func(m *moment) bool { return m.onSkin() && films(m.kind) && m.kind.Worked() })
}

func (e *evaluation) byWarmCloth() bool {
	return !e.filmed() || e.any(func(m *moment) bool {
		return m.Act == act.Cloth && (m.How == act.WarmWrung ||
			m.How == act.WithMitt)
	})
}

func (e *evaluation) emulsified() bool {
	return !e.filmed() || e.any(func(m *moment) bool { return m.Act == act.Emulsify })
}

func (e *evaluation) onWarmSkin() bool {
	return !e.filmed() || e.any(func(m *moment) bool { return m.How == act.WarmDamp })
}

func (e *evaluation) oneForBoth() bool {
	used := map[string]bool{}
	for i := range e.moments {
		if m := &e.moments[i]; m.onSkin() {
			used[m.Product] = true
		}
	}
	return len(used) <= 1
}
