package prep

import (
	"slices"
	"strconv"

	"urncloth/core/act"
	"urncloth/core/doc"
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

// repairs is the steps that put right what slipped while making up: the spot is lifted with a pointed bud, wiped with
// water and blotted, a touch of moisture, and sunscreen pressed back where the client goes outdoors. A whole zone gone
// wrong is taken off and prepped anew.
func repairs(c *sitting.Case, from int) (steps []stack.Step) {
	for _, r := range c.Day.Repairs {
		var z face.Zone
		if z.UnmarshalText([]byte(r.Zone)) != nil || c.Barred().All().Has(z) {
			continue
		}
		waterproof := slices.ContainsFunc(c.Items, func(it look.Item) bool {
			return it.Zone.Zones.Has(z) && it.Item == r.Item && it.Binder == look.WaterproofFilm
		})
		var p *kit.Product
		words := say.RepairWater
		if waterproof {
			p = repairer(c, z, kit.Biphase)
			words = say.RepairTwoPhase
		}
		if p == nil {
			p, words = repairer(c, z, kit.Micellar), say.RepairMicellar
		}
		s := stack.Step{ID: "p" + strconv.Itoa(from+len(steps)), Act: act.Repair, Zones: []face.Zone{z},
			HandsS: figure.RepairS, Buds: 2, How: act.Bud, Start: r.At, Because: []rules.ID{becauseRepair}}
		name := ""
		if p == nil {
			words = say.RepairWater
		} else {
			s.Product, s.Kind, s.Grams, name = p.ID, act.Detail(p.Kind), doc.Num(figure.BudGrams), p.Name
			stack.Measure(c, &s, p, figure.BudGrams)
		}
		item := look.Plain(r.Item)
		if item == "" {
			s.HandsS, words = figure.RepairZoneS, say.RepairZone
		}
		s.Say = c.Say(words, "product", name, "zone", z.NameIn(c.Words), "item", item)
		if c.Daylight && !c.FirstSun.IsZero() {
			s.Say += " " + c.Say(say.RepairScreen)
		}
		s.Complete()
		steps = append(steps, s)
	}
	slices.SortStableFunc(steps, func(a, b stack.Step) int {
		at, _ := a.Start.In(c.Loc)
		bt, _ := b.Start.In(c.Loc)
		return at.Compare(bt)
	})
	for i := range steps {
		steps[i].ID = "p" + strconv.Itoa(from+i)
	}
	return steps
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
