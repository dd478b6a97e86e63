package lift_test

import (
	"fmt"
	"math"
	"os"
	"slices"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/look"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

// skins is who the table in the docs is for, and how many seconds of massage and wiping they bear.
var skins = []struct {
	name   string
	bears  float64
	change func(s *sitting.Sitting)
}{
	{"sturdy", 150, none},
	{"sensitive", 120, func(s *sitting.Sitting) { s.Client.Sensitivity = 2 }},
	{"sore", 75, func(s *sitting.Sitting) {
		for z, g := range s.Client.Zones {
			g.Marks = append(g.Marks, face.Irritated)
			s.Client.Zones[z] = g
		}
	}},
}

// bases is what they wear.
var bases = []struct {
	name   string
	binder look.Binder
	load   int
}{
	{"ordinary base", look.Emulsion, 1}, {"ordinary base, heavy", look.Emulsion, 3}, {"cream base", look.WaxOil, 2},
	{"long-wear base", look.SiliconeFilm, 2}, {"long-wear base, heavy", look.SiliconeFilm, 3},
	{"waterproof base", look.WaterproofFilm, 2},
}

func TestEveryBaseOfTheTableReachesFourPerCentWithinWhatSkinBears(t *testing.T) {
	var b strings.Builder
	b.WriteString("| base | skin | passes on the cheeks | left | rubbed, of what it bears |\n|---|---|---|---|---|\n")
	for _, base := range bases {
		for _, skin := range skins {
			p := plan.Make(evening(t, func(s *sitting.Sitting) {
				s.Look.Items = []look.Item{foundation(base.binder, base.load)}
				skin.change(s)
			}))
			left, rubs, list := p.Lift.Residue[face.Cheeks], 0.0, []string{}
			for _, s := range p.Lift.Steps {
				if !slices.Contains(s.Zones, face.Cheeks) || s.Act != act.Hold && s.Act != act.Massage &&
					s.Act != act.Wipe {
					continue
				}
				if s.Act != act.Hold {
					rubs += float64(s.ContactS)
				}
				if s.Act != act.Wipe {
					list = append(list, strings.ReplaceAll(string(s.Kind), "_", " "))
				}
			}
			if left.Left > 0.04 || rubs > skin.bears || len(Found(p.Findings, rules.OverMassaged)) > 0 {
				t.Errorf("%s on %s skin: %.3g left after %g of %g s", base.name, skin.name, float64(left.Left), rubs,
					skin.bears)
			}
			fmt.Fprintf(&b, "| %s | %s | %s | %.2g %% | %g of %g s |\n", base.name, skin.name, strings.Join(list, ", "),
				math.Round(float64(left.Left)*1e4)/100, rubs, skin.bears)
		}
	}
	docs, err := os.ReadFile("../../docs/removal.md")
	if err != nil || !strings.Contains(string(docs), b.String()) {
		t.Errorf("docs/removal.md does not hold the table, which is now:\n%s", b.String())
	}
}
