package lift

import (
	"slices"

	"urncloth/core/act"
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
	{method.CheckWithMicellar, []method.OptionID{method.Yes}, (*evaluation).finished, []kit.Kind{kit.Micellar}, 0},
	{method.SecondCleanse, []method.OptionID{method.Always}, (*evaluation).washedSkin,
		[]kit.Kind{kit.CreamCleanser, kit.GelCleanser, kit.FoamCleanser}, 0},
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
		f := rules.New(e.c.Words, rules.MethodNotMet, rules.Place{Phase: rules.Lift}, say.MethodNotMet, "method",
			method.NameOf(a.key), "option", method.OptionName(a.key, option), "why",
			stack.WhyNature(e.c, a.does, stack.WhyNot(e.c, a.kinds, act.Remove, e.touched)))
		f.Method = a.key
		e.res.Findings = append(e.res.Findings, f)
	}
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

// finished reports whether micellar came last of all the passes.
func (e *evaluation) finished() bool {
	last := kit.Kind("")
	for i := range e.moments {
		if e.moments[i].remover {
			last = e.moments[i].kind
		}
	}
	return last == kit.Micellar
}

func (e *evaluation) washedSkin() bool {
	return e.any(func(m *moment) bool { return m.onSkin() && turnOf(m.kind) == turnWash })
}

func (e *evaluation) wipedOff() bool {
	return e.any(func(m *moment) bool { return m.remover && m.kind == kit.Wipe })
}

func (e *evaluation) massagedLong() bool {
	return e.any(func(m *moment) bool { return m.onSkin() && m.kind.Worked() && float64(m.ContactS) >= figure.LongS })
}

// byTool reports whether no pads wiped skin where the house has another tool.
func (e *evaluation) byTool() bool {
	last := e.c.Method.Is(method.CheckWithMicellar, method.Yes)
	return e.all(func(m *moment) bool {
		return !m.onSkin() || m.Pads == 0 || m.How == act.Lay || last && m.kind == kit.Micellar
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
	return !e.filmed() || e.any(func(m *moment) bool { return m.Act == act.Cloth && m.How == act.WarmWrung })
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
