package lift

import (
	"math"
	"slices"
	"strings"

	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Loads is how much of each binder lies on a zone.
type Loads map[look.Binder]float64

// Held is what holds a layer of a product on the skin, and how much of it there is: care and water-based primers as care,
// silicone primers as silicone film, water-resistant sunscreen as such, powder as powder.
func Held(p *kit.Product, l stack.Layer) (look.Binder, float64) {
	load := float64(l.Film) * l.Kind.Of().Stays / careFilm
	switch {
	case l.Kind == "powder" || l.Kind == "spf_powder":
		return "powder", load
	case p != nil && p.Screens() && p.WaterResistantMin > 0:
		return "spf_film", load
	case l.Kind.Of().Group == kit.Primer && l.Base == "silicone":
		return "silicone_film", load
	}
	return "care", load
}

// named reports whether an item goes by one of some words.
func named(item string, words ...string) bool {
	item = strings.ToLower(item)
	return slices.ContainsFunc(words, func(w string) bool { return strings.Contains(item, w) })
}

// coverLoad is the load of what covers a beard or a scar. [W]
const coverLoad = 3

// Annotate writes onto every layer what holds it and how much of it there is.
func Annotate(c *sitting.Case, all *stack.Layers) {
	for z := range face.N {
		scar := c.Skin[z].Has(face.Scar)
		for i := range all[z] {
			l := &all[z][i]
			if l.Item == "" {
				b, load := Held(c.Product(l.Product), *l)
				l.Binder, l.Load = b, doc.Num(load)
				continue
			}
			if named(l.Item, "beard") || scar && z.Class() == face.Skin {
				l.Load = max(l.Load, coverLoad)
			}
		}
	}
}

// fixes reports whether an item is a fixing spray, which makes the film under it harder to take off.
func fixes(item string) bool { return named(item, "fixing spray", "setting spray") }

// On sums what is on each zone by binder, from annotated layers. Extensions stay on and are left out. A fixing spray adds
// one to the film under it.
func On(c *sitting.Case, all *stack.Layers) [face.N]Loads {
	var on [face.N]Loads
	for z := range face.N {
		m := Loads{}
		fixed, own := false, look.Binder("")
		for _, l := range all[z] {
			if l.Item != "" && stays(c, z, l.Item) {
				continue
			}
			if l.Item != "" && fixes(l.Item) {
				fixed, own = true, l.Binder
				continue
			}
			if l.Load > 0 {
				m[l.Binder] += float64(l.Load)
			}
		}
		if fixed {
			under := look.Binder("")
			for _, b := range look.Binders {
				if b := look.Binder(b); b != "care" && b != "powder" && m[b] > 0 && (under == "" || m[b] > m[under]) {
					under = b
				}
			}
			if under == "" {
				under = own
			}
			m[under]++
		}
		on[z] = m
	}
	return on
}

// stays reports whether a declared item is meant to stay on: lash extensions.
func stays(c *sitting.Case, z face.Zone, item string) bool {
	return slices.ContainsFunc(c.Look.Items, func(it look.Item) bool {
		return it.Item == item && it.Attach == "extensions" && it.Zone.Zones.Has(z)
	})
}

// binders lists what is on a zone in the order of the table.
func (m Loads) binders() []look.Binder {
	var list []look.Binder
	for _, b := range look.Binders {
		if m[look.Binder(b)] > 0 {
			list = append(list, look.Binder(b))
		}
	}
	return list
}

// t0 is the contact that a binder needs there, by its load.
func t0(b look.Binder, load float64) float64 {
	switch {
	case load <= lightLoad+1e-9:
		return needs[b] * lightTimes
	case load <= mediumLoad+1e-9:
		return needs[b]
	}
	return needs[b] * heavyTimes
}

// longest is the largest t0 of what is on a zone.
func (m Loads) longest() float64 {
	var most float64
	for b, load := range m {
		most = max(most, t0(b, load))
	}
	return most
}

// massage is the seconds that a remover is massaged there, by the heaviest load.
func (m Loads) massage(k kit.Kind) float64 {
	var heaviest float64
	for _, load := range m {
		heaviest = max(heaviest, load)
	}
	s := massageS
	switch {
	case heaviest <= lightLoad+1e-9:
		s /= 2
	case heaviest > mediumLoad+1e-9:
		s *= 2
	}
	if k == "gel_cleanser" || k == "foam_cleanser" {
		s *= washTimes
	}
	return math.Ceil(s)
}

// held reports whether a remover is held against a zone rather than wiped or massaged over it.
func held(z face.Zone) bool { return z == face.Eyelids || z == face.Brows || z == face.Lips }

// rubbed reports whether a remover is massaged in: balms, oils and washes. The others are on a pad or mitt.
func rubbed(k kit.Kind) bool {
	switch k {
	case "balm", "cleansing_oil", "plant_oil", "cream_cleanser", "gel_cleanser", "foam_cleanser":
		return true
	}
	return false
}

// films reports whether a remover leaves a film of itself.
func films(k kit.Kind) bool {
	return k == "balm" || k == "cleansing_oil" || k == "plant_oil" || k == "biphase"
}

// emulsifies reports whether a remover turns milky with water.
func emulsifies(k kit.Kind) bool { return k == "balm" || k == "cleansing_oil" }

// Share is what one pass of a remover leaves of a binder on a zone, after so many seconds of contact. Held on lids, brows
// and lips: (1 − e)^(t/t0), t/t0 at most 3 where e ≥ 0.60 and 1.5 where less. Elsewhere a pad leaves 1 − e, and what is
// massaged (1 − e)^(t/massage), twice at most.
func share(c *sitting.Case, k kit.Kind, z face.Zone, on Loads, b look.Binder, contact float64) float64 {
	e := takes[k][b]
	if e <= 0 {
		return 1
	}
	var times float64
	switch {
	case held(z) || strings.HasPrefix(string(k), "fx_"):
		most := mostWrong
		if e >= rightFrom {
			most = mostRight
		}
		times = min(contact/t0(b, on[b]), most)
	case rubbed(k):
		times = min(contact/on.massage(k), twice)
	default:
		times = 1
	}
	if learned, ok := c.Client.Learned.Lift[string(k)+"/"+string(b)]; ok {
		times *= learned
	}
	return math.Pow(1-e, times)
}

// welcome is how much of a remover's own film may stay on a zone.
func welcome(c *sitting.Case, z face.Zone) float64 {
	switch {
	case held(z) || c.Type.Type == "dry":
		return welcomeDry
	case c.Type.Type == "balanced":
		return welcomeEven
	}
	return welcomeOily
}
