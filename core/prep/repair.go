package prep

import (
	"slices"
	"strconv"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// becauseRepair is why a step is there that puts a mistake right.
const becauseRepair rules.ID = "repair"

// repairs is the steps that put right what slipped while making up, none before a moment and one after the other: the
// spot is lifted with a pointed bud, wiped with water and blotted, a touch of moisture, and sunscreen pressed back
// where the client goes outdoors. A whole zone gone wrong is taken off and prepped anew.
func repairs(c *sitting.Case, from int, ready time.Time) (steps []stack.Step) {
	for _, r := range c.Day.Repairs {
		var z face.Zone
		if z.UnmarshalText([]byte(r.Zone)) == nil && !c.Barred().All().Has(z) {
			steps = append(steps, repair(c, &r, z))
		}
	}
	slices.SortStableFunc(steps, func(a, b stack.Step) int {
		at, _ := a.Start.In(c.Loc)
		bt, _ := b.Start.In(c.Loc)
		return at.Compare(bt)
	})
	for i := range steps {
		s := &steps[i]
		at, _ := s.Start.In(c.Loc)
		at = later(at, ready)
		s.ID, s.Start, ready = "p"+strconv.Itoa(from+i), day.Wall(at), at.Add(time.Duration(s.HandsS)*time.Second)
	}
	return steps
}

// repair is the step that puts one slip right on a zone.
func repair(c *sitting.Case, r *day.Repair, z face.Zone) stack.Step {
	waterproof := slices.ContainsFunc(c.Items, func(it look.Item) bool {
		return it.Zone.Zones.Has(z) && it.Item == r.Item && it.Binder == look.WaterproofFilm
	})
	var p *kit.Product
	if waterproof {
		p = repairer(c, z, kit.Biphase)
	}
	if p == nil {
		p = repairer(c, z, kit.Micellar)
	}
	s := stack.Step{Act: act.Repair, Zones: []face.Zone{z}, HandsS: figure.RepairS, Buds: 2, How: act.Bud, Start: r.At,
		Because: []rules.ID{becauseRepair}}
	name := c.Say(say.Water)
	if p != nil {
		s.Product, s.Kind, name = p.ID, act.Detail(p.Kind), p.Name
		stack.Measure(c, &s, p, figure.BudGrams)
	}
	words, screen, soft := say.RepairBud, say.RepairScreen, fit.Patted(c).Has(z)
	switch {
	case c.Extended() && face.NearEyes.Has(z):
		s.Buds, s.Tips, s.How, words = 0, s.Buds, act.LintFree, say.RepairTip
	case soft:
		s.Buds, s.Pads, s.How, words = 0, 1, act.Lay, say.RepairLaid
	case p == nil:
		words = say.RepairWater
	case p.Kind == kit.Biphase:
		words = say.RepairTwoPhase
	}
	if r.Item == "" {
		s.HandsS, words = figure.RepairZoneS, say.RepairZone
	}
	s.Say = c.Say(words, "product", name, "zone", z.NameIn(c.Words), "item", look.Plain(r.Item))
	if soft {
		screen = say.RepairScreenPat
	}
	if c.Daylight && !c.FirstSun.IsZero() {
		s.Say += " " + c.Say(screen)
	}
	s.Complete()
	return s
}

// repairer is the first product of a kind that may lift a spot on a zone, with lenses in.
func repairer(c *sitting.Case, z face.Zone, k kit.Kind) *kit.Product {
	for i := range c.Kit {
		p := &c.Kit[i]
		if p.Kind != k || p.Empty() {
			continue
		}
		u := fit.Use{Case: c, Product: p, Act: act.Repair, Kind: act.Detail(k), How: act.Bud, Zone: z,
			LensesIn: c.Client.Has(face.LensesStay)}
		if !slices.ContainsFunc(u.Fits(), func(o fit.Objection) bool { return o.Bars }) {
			return p
		}
	}
	return nil
}
