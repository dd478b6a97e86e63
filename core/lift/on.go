package lift

import (
	"slices"
	"strings"

	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/num"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Loads is how much of each binder lies on a zone.
type Loads map[look.Binder]float64

// Held is what holds a layer of a product on the skin, and how much of it there is: care and water-based primers as
// care, silicone primers as silicone film, water-resistant sunscreen as such, powder as powder.
func Held(p *kit.Product, l stack.Layer) (look.Binder, float64) {
	load := float64(l.Film) * l.Kind.Of().Stays / figure.CareFilm
	switch {
	case l.Kind == kit.Powder || l.Kind == kit.SPFPowder:
		return look.Powder, load
	case p != nil && p.Screens() && p.WaterResistantMin > 0:
		return look.SPFFilm, load
	case l.Kind.Of().Group == kit.Primers && l.Base == kit.BaseSilicone:
		return look.SiliconeFilm, load
	}
	return look.Care, load
}

// named reports whether an item goes by one of some words.
func named(item string, words ...string) bool {
	item = strings.ToLower(item)
	return slices.ContainsFunc(words, func(w string) bool { return strings.Contains(item, w) })
}

// Annotate writes onto every layer what holds it and how much of it there is.
func Annotate(c *sitting.Case, all *stack.Layers) {
	for z := range face.N {
		scar := c.Scarred.Has(z)
		for i := range all[z] {
			l := &all[z][i]
			if l.Item == "" {
				b, load := Held(c.Product(l.Product), *l)
				l.Binder, l.Load = b, doc.Num(load)
				continue
			}
			if named(l.Item, "beard") || scar && z.Class() == face.Skin {
				l.Load = max(l.Load, doc.Num(figure.CoverLoad))
			}
		}
	}
}

// fixes reports whether an item is a fixing spray, which makes the film under it harder to take off.
func fixes(item string) bool { return named(item, "fixing spray", "setting spray") }

// On sums what is on each zone by binder, from annotated layers. Extensions stay on and are left out. A fixing spray
// adds one to the film under it.
func On(c *sitting.Case, all *stack.Layers) [face.N]Loads {
	var on [face.N]Loads
	for z := range face.N {
		on[z] = onZone(c, all[z], z)
	}
	return on
}

func onZone(c *sitting.Case, layers []stack.Layer, z face.Zone) Loads {
	m := Loads{}
	fixed, own := false, look.Binder("")
	for _, l := range layers {
		switch {
		case l.Item != "" && stays(c, z, l.Item):
		case l.Item != "" && fixes(l.Item):
			fixed, own = true, l.Binder
		case l.Load > 0:
			m[l.Binder] += float64(l.Load)
		}
	}
	if fixed {
		m[m.heaviest(own)]++
	}
	return m
}

// heaviest is the makeup that a fixing spray lies over: the heaviest binder but care and powder, or else the spray's
// own.
func (m Loads) heaviest(own look.Binder) look.Binder {
	under := look.Binder("")
	for _, b := range look.Binders {
		if b != look.Care && b != look.Powder && m[b] > 0 && (under == "" || m[b] > m[under]) {
			under = b
		}
	}
	if under == "" {
		return own
	}
	return under
}

// stays reports whether a declared item is meant to stay on: lash extensions.
func stays(c *sitting.Case, z face.Zone, item string) bool {
	return slices.ContainsFunc(c.Items, func(it look.Item) bool {
		return it.Item == item && it.Attach == look.Extensions && it.Zone.Zones.Has(z)
	})
}

// binders lists what is on a zone in the order of the table.
func (m Loads) binders() []look.Binder {
	var list []look.Binder
	for _, b := range look.Binders {
		if m[b] > 0 {
			list = append(list, b)
		}
	}
	return list
}

// makeup reports whether anything but care and sunscreen lies there.
func (m Loads) makeup() bool {
	return slices.ContainsFunc(m.binders(), func(b look.Binder) bool { return b != look.Care && b != look.SPFFilm })
}

// t0 is the contact that a binder needs there, by its load.
func t0(b look.Binder, load float64) float64 {
	switch {
	case load <= figure.LightLoad+figure.Same:
		return needs[b] * figure.LightTimes
	case load <= figure.MediumLoad+figure.Same:
		return needs[b]
	}
	return needs[b] * figure.HeavyTimes
}

// longest is the largest t0 of what is on a zone.
func (m Loads) longest() float64 {
	var most float64
	for b, load := range m {
		most = max(most, t0(b, load))
	}
	return most
}

// massage is the seconds that one dose of a remover is massaged there: a wash its own, a balm or an oil by the heaviest
// binder but care.
func (m Loads) massage(k kit.Kind) float64 {
	switch k {
	case kit.CreamCleanser:
		return figure.CreamWashS
	case kit.GelCleanser, kit.FoamCleanser, kit.LashCleanser:
		return figure.WashS
	}
	var heaviest float64
	for b, load := range m {
		if b != look.Care {
			heaviest = max(heaviest, load)
		}
	}
	switch {
	case heaviest <= figure.LightLoad+figure.Same:
		return figure.MassageLight
	case heaviest <= figure.MassageMost+figure.Same:
		return figure.MassageS
	}
	return figure.MassageHeavy
}

// dose is the seconds that one dose is massaged where so much is left of the worst binder: a fresh dose of balm or oil
// on little is short.
func (m Loads) dose(k kit.Kind, worst float64) float64 {
	if films(k) && worst <= figure.LittleLeft+figure.Same {
		return figure.AgainS
	}
	return m.massage(k)
}

// held reports whether a remover is held against a zone rather than wiped or massaged over it.
func held(z face.Zone) bool { return face.Held.Has(z) }

// still reports whether nothing may rub on a zone, so that a wet pad is laid on it for its time and lifted.
func still(c *sitting.Case, z face.Zone) bool { return !held(z) && fit.Still(c).Has(z) }

// pressed reports whether a remover is held on a zone and lifted, never rubbed: lids, brows and lips, skin that nothing
// may rub, skin with glitter on it, and what lies beside extended lashes.
func pressed(c *sitting.Case, z face.Zone) bool {
	return held(z) || still(c, z) || glitter(c, z) || z == face.UnderEyes && c.Extended()
}

// alone reports whether care is all that lies there.
func (m Loads) alone() bool {
	return m[look.Care] > 0 && !slices.ContainsFunc(m.binders(), func(b look.Binder) bool { return b != look.Care })
}

// watery reports whether a zone is the lids of eyes that water.
func watery(c *sitting.Case, z face.Zone) bool { return z == face.Eyelids && len(c.Client.Eyes) > 0 }

// films reports whether a remover leaves a film of itself.
func films(k kit.Kind) bool {
	return k == kit.Balm || k == kit.CleansingOil || k == kit.PlantOil || k == kit.Biphase
}

// emulsifies reports whether a remover turns milky with water.
func emulsifies(k kit.Kind) bool { return k == kit.Balm || k == kit.CleansingOil }

// way is how a remover works on a zone.
type way uint8

// The ways.
const (
	wayHeld   way = iota // held against it for a time and lifted
	wayWorked            // massaged in, and taken up
	wayWiped             // wiped with a pad, a mitt or a wipe
)

// wayOf is how a kind of remover works on a zone where it is rubbed, or held where that is what is done there.
func wayOf(k kit.Kind, held bool) way {
	switch {
	case held || turnOf(k) == turnEffects:
		return wayHeld
	case k.Worked():
		return wayWorked
	}
	return wayWiped
}

// work is one pass of a kind of remover: how it works, for how long, and for how long it should.
type work struct {
	kind            kit.Kind
	way             way
	contact, needed float64
}

// share is what one pass of a remover leaves of a binder. Held: (1 − e)^(t/t0), t/t0
// at most 3 where e ≥ 0.60 and 1.5 where less. Wiped: 1 − e. Massaged for its time: 1 − e too, however much longer, and
// less of it where it is shorter.
func share(c *sitting.Case, w work, on Loads, b look.Binder) float64 {
	e := c.Taken(w.kind, b)
	if e <= 0 {
		return 1
	}
	times := 1.0
	switch {
	case w.way == wayHeld:
		most := figure.MostWrong
		if e >= figure.RightFrom {
			most = figure.MostRight
		}
		times = min(w.contact/t0(b, on[b]), most)
	case w.way == wayWorked && w.contact < w.needed:
		times = w.contact / w.needed
	}
	if learned, ok := c.Client.Learned.Lift[string(w.kind)+"/"+string(b)]; ok {
		times *= learned
	}
	return num.Pow(1-e, times)
}

// welcome is how much of a remover's own film may stay on a zone.
func welcome(c *sitting.Case, z face.Zone) float64 {
	switch {
	case held(z) || c.Type.Type == face.Dry:
		return figure.WelcomeDry
	case c.Type.Type == face.Balanced:
		return figure.WelcomeEven
	}
	return figure.WelcomeOily
}

// Target is the share of makeup that may be left on a zone.
func Target(z face.Zone) float64 {
	switch z {
	case face.Eyelids:
		return figure.TargetLids
	case face.Lips:
		return figure.TargetLips
	}
	return figure.TargetSkin
}

// Removers lists the kinds that take makeup off, and the mitt that does with water.
func Removers() []kit.Kind {
	list := []kit.Kind{kit.Mitt}
	for _, k := range kit.Kinds() {
		if takes[k.ID] != nil && k.ID != kit.WaterMitt {
			list = append(list, k.ID)
		}
	}
	return list
}
