package lift_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/lift"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

func remover(id string, k kit.Kind, change ...func(*kit.Product)) kit.Product {
	p := kit.Product{ID: id, Name: id, Kind: k, EyeSafe: true, Base: "oil"}
	if k == "micellar" || k == "gel_cleanser" || k == "cream_cleanser" || k == "foam_cleanser" {
		p.Base = "water"
	}
	for _, f := range change {
		f(&p)
	}
	return p
}

func on(zone face.Zone, item string, b look.Binder, load int, change ...func(*look.Item)) look.Item {
	it := look.Item{Zone: look.Spot{Zones: face.SetOf(zone)}, Item: item, Binder: b, Load: load}
	for _, f := range change {
		f(&it)
	}
	return it
}

func foundation(b look.Binder, load int) look.Item {
	return look.Item{Zone: look.Spot{Zones: face.BaseArea}, Item: "foundation", Binder: b, Load: load}
}

func kept(it *look.Item)   { it.Keep = true }
func strip(it *look.Item)  { it.Attach = "glue_strip" }
func strong(it *look.Item) { it.Strong = true }

// evening is a full look with a full set of removers.
func evening(t testing.TB, change func(*sitting.Sitting)) *sitting.Sitting {
	return With(t, func(s *sitting.Sitting) {
		Drop(s, "gel-wash")
		Add(s, remover("biphase", "biphase"), remover("balm", "balm"), remover("cream", "cream_cleanser"),
			remover("gel", "gel_cleanser", func(p *kit.Product) { p.EyeSafe = false }),
			kit.Product{ID: "pads", Name: "Pads", Kind: "cotton_pad", Count: P(100)},
			kit.Product{ID: "buds", Name: "Buds", Kind: "cotton_bud", Count: P(100)},
			kit.Product{ID: "cloths", Name: "Cloths", Kind: "cloth", Count: P(10)},
			kit.Product{ID: "mitts", Name: "Mitts", Kind: "mitt", Count: P(3)})
		Add(s, kit.Product{ID: "cream2", Name: "Cream", Kind: "moisturiser_cream", Base: "emulsion", Weight: 3,
			EyeSafe: true})
		s.Look.Items = []look.Item{foundation("silicone_film", 2), on(face.Eyelids, "mascara", "waterproof_film", 2),
			on(face.Lips, "lipstick", "silicone_film", 2, strong)}
		change(s)
	})
}

func none(*sitting.Sitting) {}

func steps(p *plan.Plan, want func(stack.Step) bool) []stack.Step {
	var list []stack.Step
	for _, s := range p.Lift.Steps {
		if want(s) {
			list = append(list, s)
		}
	}
	return list
}

func passes(p *plan.Plan, z face.Zone) []string {
	list := []string{}
	for _, s := range steps(p, func(s stack.Step) bool {
		return (s.Act == "hold" || s.Act == "massage") &&
			slices.Contains(s.Zones, z)
	}) {
		list = append(list, string(s.Kind))
	}
	return list
}

// clean fails where a zone misses its target.
func clean(t *testing.T, name string, p *plan.Plan) {
	t.Helper()
	for z, l := range p.Lift.Residue {
		if l.Left > l.Target+1e-9 {
			t.Errorf("%s: %.3g is left on %s, %.3g may be", name, float64(l.Left), z, float64(l.Target))
		}
	}
	if len(Found(p.Findings, "cannot-dissolve"))+len(Found(p.Findings, "left-on")) > 0 {
		t.Errorf("%s: %s", name, Rules(p.Findings))
	}
}

func TestTheDoubleCleanseComesOutWhereItIsNeededAndNotWhereItIsNot(t *testing.T) {
	p := plan.Make(evening(t, none))
	clean(t, "evening", p)
	if got := passes(p, face.Cheeks); len(got) != 2 || got[0] != "balm" && got[0] != "biphase" || got[1] == got[0] {
		t.Errorf("long-wear base takes a cleanse that dissolves and one that washes: %q", got)
	}
	bare := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Look.Items, s.Look.Base, s.Look.Coverage = nil, "none", "none"
	}))
	clean(t, "bare", bare)
	if got := passes(bare, face.Cheeks); len(got) != 1 {
		t.Errorf("a light, washable sunscreen needs one wash: %q", got)
	}
	if len(bare.Lift.Steps) == 0 || bare.Lift.Residue[face.Cheeks].Target == 0 {
		t.Error("bare skin with sunscreen still needs taking off")
	}
}

func TestWhereNoFacialMassageMayBeARemoverIsWorkedWithFlatFingersAndSaysSo(t *testing.T) {
	for on, want := range map[string]bool{"2027-06-10": true, "2027-04-10": false} {
		s := evening(t, func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: face.Filler, On: On(t, on), Zone: P(face.Chin)}}
		})
		said := false
		for _, st := range steps(plan.Make(s), func(st stack.Step) bool { return st.Act == act.Massage }) {
			on := face.SetOf(st.Zones...).Has(face.Chin)
			flat := strings.Contains(st.Say, "Flat fingers and light: no kneading on ")
			if said = said || flat; flat && !on || want && on && !flat {
				t.Errorf("filler of %s: %s", s.Client.Conditions[0].On, st.Say)
			}
		}
		if said != want {
			t.Errorf("filler of %s: flat fingers are said: %t", on, said)
		}
	}
}

func TestDryAndOilySkinByOneMethod(t *testing.T) {
	skin := func(oil, water int) *plan.Plan {
		return plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(oil), Water: P(water)},
				face.Cheeks: {Oil: P(oil), Water: P(water)}}
		}))
	}
	dry, oily := skin(0, 0), skin(3, 2)
	clean(t, "dry", dry)
	clean(t, "oily", oily)
	act := func(p *plan.Plan, a act.Act) int {
		return len(steps(p, func(s stack.Step) bool { return s.Act == a }))
	}
	if act(dry, "cloth") == 0 || act(dry, "emulsify") != 0 {
		t.Error("a warm cloth leaves dry skin its soft film")
	}
	if act(oily, "emulsify") == 0 || oily.Lift.Residue[face.Cheeks].Film > 0.03 {
		t.Errorf("oily skin is emulsified and rinsed, film %g", float64(oily.Lift.Residue[face.Cheeks].Film))
	}
	if !slices.ContainsFunc(passes(oily, face.Cheeks), func(k string) bool {
		return k == "gel_cleanser" || k == "cream_cleanser"
	}) || slices.ContainsFunc(passes(dry, face.Cheeks),
		func(k string) bool { return k != "balm" && k != "biphase" }) {
		t.Errorf("dry skin is spared the wash: %q, oily %q", passes(dry, face.Cheeks),
			passes(oily, face.Cheeks))
	}
}

func TestKeptStripsAreFreedByAnOilFreeBudBeforeAnythingOily(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Look.Items = append(s.Look.Items, on(face.Eyelids, "liner", "waterproof_film", 3),
			on(face.Eyelids, "strip lashes", "adhesive", 1, strip, kept))
	}))
	clean(t, "stage", p)
	off := slices.IndexFunc(p.Lift.Steps, func(s stack.Step) bool { return s.Act == "lashes_off" })
	if off < 1 || p.Lift.Steps[off-1].Buds == 0 || p.Lift.Steps[off-1].Kind != "micellar" {
		t.Fatalf("a bud with micellar frees them: %v", off)
	}
	for _, s := range p.Lift.Steps[:off] {
		if s.Kind == "balm" || s.Kind == "biphase" {
			t.Error("oil before the lashes are off")
		}
	}
	if len(Found(p.Findings, "oil-on-reused-lashes")) > 0 {
		t.Error(Rules(p.Findings))
	}
}

func TestLensesExtensionsTubingAndMagneticLiner(t *testing.T) {
	stay := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Client.Wears = []face.Wear{"contact_lenses_stay"}
		s.Look.Items[0], s.Look.Items[1] = foundation("emulsion", 1), on(face.Eyelids, "mascara", "wax_oil", 1)
	}))
	clean(t, "lenses that stay", stay)
	for _, k := range passes(stay, face.Eyelids) {
		if k != "micellar" {
			t.Errorf("only lens-safe micellar near lenses, got %s", k)
		}
	}
	if f := Found(stay.Findings, "lens-in"); len(f) == 0 || f[0].Severity != "caution" {
		t.Errorf("lenses in are a caution: %s", Rules(f))
	}
	out := plan.Make(evening(t, func(s *sitting.Sitting) { s.Client.Wears = []face.Wear{"contact_lenses"} }))
	if len(steps(out, func(s stack.Step) bool { return s.Act == "lens_out" })) != 1 ||
		len(Found(out.Findings, "lens-in")) != 0 {
		t.Error("lenses come out before anything oily")
	}
	ext := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Client.Wears = []face.Wear{"lash_extensions"}
		s.Look.Items[1] = on(face.Eyelids, "liner", "wax_oil", 1)
		s.Look.Items = append(s.Look.Items, on(face.Eyelids, "extensions", "adhesive", 2,
			func(it *look.Item) { it.Attach = "extensions" }))
	}))
	clean(t, "extensions", ext)
	for _, s := range steps(ext, func(s stack.Step) bool {
		return slices.Contains(s.Zones, face.Eyelids) &&
			s.Product != ""
	}) {
		if s.Kind == "balm" || s.Kind == "biphase" || s.Pads > 0 && s.Act == "hold" {
			t.Errorf("no oil and no cotton on extensions: %s %d pads", s.Kind, s.Pads)
		}
	}
	tips := steps(ext, func(s stack.Step) bool { return s.Tips > 0 })
	for _, s := range tips {
		if strings.Contains(s.Say, "between the lashes") != slices.Contains(s.Zones, face.Eyelids) {
			t.Errorf("at %v: %s", s.Zones, s.Say)
		}
		if want := doc.Num(0.2 * float64(len(s.Zones))); s.Product != "" && s.Grams != want {
			t.Errorf("at %v tips carry %g g, not %g", s.Zones, s.Grams, want)
		}
	}
	if len(tips) == 0 {
		t.Error("extensions are gone over without tips")
	}
	tubes := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Look.Items[1] = on(face.Eyelids, "tubing mascara",
			"water_film", 1)
	}))
	clean(t, "tubing", tubes)
	if got := passes(tubes, face.Eyelids); !slices.Equal(got, []string{"water_mitt"}) {
		t.Errorf("tubes slide off with warm water, got %q", got)
	}
	magnet := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Look.Items[1] = on(face.Eyelids, "magnetic liner", "magnetic_liner", 2)
		s.Look.Items = append(s.Look.Items, on(face.Eyelids, "lashes", "magnetic_liner", 1,
			func(it *look.Item) { it.Attach, it.Keep = "magnetic", true }))
		Drop(s, "biphase")
	}))
	clean(t, "magnetic", magnet)
	if got := passes(magnet, face.Eyelids); !slices.Contains(got, "micellar") {
		t.Errorf("a balm does not take magnetic liner: %q", got)
	}
	if magnet.Lift.Steps[3].Act != "lashes_off" && magnet.Lift.Steps[2].Act != "lashes_off" {
		t.Error("magnetic lashes are peeled first")
	}
}

func TestAFlareGetsOnlyWhatIsBland(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Client.Conditions = []face.Condition{{Kind: "eczema"}, {Kind: "irritated", Zone: P(face.Cheeks)}}
		Add(s, remover("balm", "balm", func(p *kit.Product) { p.Tags = []string{"fragrance"} }),
			remover("plain-balm", "balm"))
	}))
	clean(t, "flare", p)
	for _, s := range p.Lift.Steps {
		if s.Product == "balm" {
			t.Errorf("a scented balm on eczema: %s", s.Say)
		}
	}
	if f := Found(p.Findings, "eczema"); slices.ContainsFunc(f,
		func(f rules.Finding) bool { return f.Phase == "lift" }) {
		t.Error(Rules(f))
	}
}

func TestResinOnACheekGoesFirstByItsOwnRemover(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Look.Items = append(s.Look.Items, on(face.Cheeks, "scar piece", "fx_resin", 2))
		Add(s, remover("ester", "fx_remover_ester", func(p *kit.Product) { p.EyeSafe = false }))
	}))
	clean(t, "resin", p)
	got := passes(p, face.Cheeks)
	if len(got) < 2 || got[0] != "fx_remover_ester" || got[len(got)-1] == "fx_remover_ester" {
		t.Errorf("its remover, then an ordinary cleanse: %q", got)
	}
	without := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Look.Items = append(s.Look.Items, on(face.Cheeks, "scar piece", "fx_silicone", 3))
	}))
	if f := Found(without.Findings, "cannot-dissolve"); len(f) == 0 || !strings.Contains(f[0].Instead,
		"silicone remover") {
		t.Errorf("a kit that cannot says which kind of product would: %s", Rules(without.Findings))
	}
}

func TestAKitOfOneGelWashRefusesHonestly(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) { Drop(s, "balm", "biphase", "micellar", "cream") }))
	f := Found(p.Findings, "cannot-dissolve")
	if len(f) == 0 || f[0].Severity != "stop" {
		t.Fatalf("a gel wash does not take long-wear off: %s", Rules(p.Findings))
	}
	if !strings.Contains(f[0].Say, "%") || !strings.Contains(f[0].Instead, "balm") || len(f[0].Zones) == 0 {
		t.Errorf("which zone, what is left, which kind would: %+v", f[0])
	}
	for z := range p.Lift.Residue {
		if n := len(passes(p, z)); n > 6 {
			t.Errorf("%d passes on %s", n, z)
		}
	}
}

func TestWhatWouldDoInsteadIsAKindThatThisClientMayHave(t *testing.T) {
	for _, c := range []struct {
		name, want, never string
		change            func(*sitting.Sitting)
	}{
		{"lashes without a care", "balm", "nothing usual", func(*sitting.Sitting) {}},
		{"extensions bear no oil", "micellar", "oil",
			func(s *sitting.Sitting) { s.Client.Wears = []face.Wear{"lash_extensions"} }},
	} {
		t.Run(c.name, func(t *testing.T) {
			p := plan.Make(evening(t, func(s *sitting.Sitting) {
				Drop(s, "micellar", "biphase", "balm", "cream")
				c.change(s)
			}))
			found := slices.IndexFunc(p.Findings, func(f rules.Finding) bool {
				return f.Rule == "cannot-dissolve" && slices.Contains(f.Zones, face.Eyelids)
			})
			if found < 0 {
				t.Fatalf("%s", Rules(p.Findings))
			}
			if say := strings.ToLower(p.Findings[found].Instead); !strings.Contains(say, c.want) ||
				strings.Contains(say, c.never) {
				t.Errorf("%s", say)
			}
		})
	}
}

func TestARemoverWhosePassesTogetherWouldRunOutIsLeftForAnother(t *testing.T) {
	first := func(left float64) plan.Plan {
		return *plan.Make(evening(t, func(s *sitting.Sitting) {
			Drop(s, "biphase", "balm")
			Add(s, remover("oil", "cleansing_oil", func(p *kit.Product) { p.RemainingG = P(left) }),
				remover("spare", "balm", func(p *kit.Product) { p.PackG, p.Price = 10, 20 }))
		}))
	}
	used := func(p plan.Plan) (grams, most float64) {
		for _, s := range p.Lift.Steps {
			if s.Product == "oil" {
				grams, most = grams+float64(s.Grams), max(most, float64(s.Grams))
			}
		}
		return grams, most
	}
	all, most := used(first(50))
	if all <= most {
		t.Fatalf("one pass of %g g is all", all)
	}
	short := first((all + most) / 2) // enough for every pass by itself, not for all of them
	if got, _ := used(short); got >= all || len(Found(short.Findings, "runs-out")) != 0 {
		t.Errorf("%g g of %g: %s", got, all, Rules(short.Findings))
	}
}

func TestATonerThatWouldRunOutIsLeftOut(t *testing.T) {
	for _, left := range []float64{50, 0.01} {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind == "toner" })
			Add(s, kit.Product{ID: "last", Name: "Last", Kind: "toner", Base: "water", EyeSafe: true,
				RemainingG: P(left)})
			s.Method["toner"] = "always"
		}))
		toned := slices.ContainsFunc(p.Lift.Steps, func(s stack.Step) bool { return s.Product == "last" })
		if toned != (left > 1) || slices.ContainsFunc(Found(p.Findings, "runs-out"),
			func(f rules.Finding) bool { return f.Phase == "lift" }) {
			t.Errorf("with %g g left: toned %v, %s", left, toned, Rules(p.Findings))
		}
	}
}

func TestLashRootsAreCleanedWithThePadWhereBudsAreShort(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) { s.Kit.Find("buds").Count = P(0) }))
	roots := slices.IndexFunc(p.Lift.Steps, func(s stack.Step) bool {
		return s.Act == "wipe" &&
			strings.Contains(s.Say, "roots")
	})
	if roots < 0 || p.Lift.Steps[roots].Buds != 0 || p.Lift.Steps[roots].Pads != 1 ||
		len(Found(p.Findings, "runs-out")) != 0 {
		t.Errorf("%+v: %s", p.Lift.Steps[max(roots, 0)], Rules(p.Findings))
	}
}

func TestOnePadLeftIsEnough(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) { s.Kit.Find("pads").Count = P(1) }))
	clean(t, "one pad", p)
	if p.Lift.Pads > 1 || len(Found(p.Findings, "runs-out")) > 0 {
		t.Errorf("%d pads of one: %s", p.Lift.Pads, Rules(p.Findings))
	}
}

func TestEveryHouseMethodOfRemovalChangesThePlan(t *testing.T) {
	change := func(s *sitting.Sitting) {
		s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(1), Water: P(1)},
			face.Cheeks: {Oil: P(1), Water: P(2)}}
		Add(s, remover("oil", "plant_oil"), remover("wipes", "wipe"), kit.Product{ID: "sponge", Name: "Sponge",
			Kind: "sponge", Count: P(3)})
		s.Look.Items[1] = on(face.Eyelids, "mascara", "wax_oil", 2)
	}
	words := func(key method.Key, option method.OptionID) string {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			change(s)
			// what is wiped shows the tool
			if key == "removal_tool" || key == "check_with_micellar" || key == "micellar_rinse" {
				s.Look.Items = []look.Item{foundation("emulsion", 1)}
				Drop(s, "balm", "biphase", "oil", "cream", "gel", "wipes")
			}
			if key == "eye_remover" {
				s.Look.Items[1] = on(face.Eyelids, "liner", "silicone_film", 1)
			}
			if key == "lip_order" {
				s.Look.Items[2].Strong = true
			}
			s.Method[key] = option
		}))
		var b strings.Builder
		for _, st := range p.Lift.Steps {
			b.WriteString(string(st.Act) + " " + string(st.Kind) + " " + string(st.How) + " " + st.Say + "\n")
		}
		return b.String()
	}
	for key, options := range map[method.Key][]method.OptionID{"eye_order": {"eyes_first", "eyes_last"},
		"eye_remover": {"by_solvency", "oil_free", "all_in_one_balm"}, "first_cleanse_on": {"dry", "warm_damp"},
		"first_cleanse_off": {"emulsify_rinse", "warm_cloth"}, "second_cleanse": {"always", "never"},
		"micellar_rinse": {"rinse", "leave"}, "check_with_micellar": {"no", "yes"},
		"removal_tool": {"pads", "cloth", "mitt", "sponge"}, "wipes": {"never", "travel_only"},
		"massage": {"brief", "long"}, "first_remover": {"computed", "plant_oil"},
		"lift_minutes": {"free", "2"}, "toner": {"as_needed", "never"}, "lip_order": {"strong_first", "with_base"}} {
		seen := map[string]string{}
		for _, o := range options {
			w := words(key, o)
			if other, same := seen[w]; same {
				t.Errorf("%s: %s and %s make the same plan", key, other, o)
			}
			seen[w] = string(o)
		}
	}
}

// mangled is the planner's removal of an evening look after somebody changed it.
func mangled(t *testing.T, s *sitting.Sitting, change func([]stack.Step) []stack.Step) *plan.Plan {
	t.Helper()
	made := plan.Make(s)
	list := change(slices.Clone(made.Lift.Steps))
	return plan.With(s, plan.Hand{plan.Removal: {Steps: list}})
}

func without(what act.Act) func([]stack.Step) []stack.Step {
	return func(l []stack.Step) []stack.Step {
		return slices.DeleteFunc(l, func(s stack.Step) bool { return s.Act == what })
	}
}

func same(l []stack.Step) []stack.Step { return l }

// TestNoPlanMissesATargetWithoutAFinding tries strange looks on strange kits.
func TestNoPlanMissesATargetWithoutAFinding(t *testing.T) {
	r := rand.New(rand.NewPCG(6, 6))
	all := []kit.Kind{"micellar", "biphase", "balm", "cleansing_oil", "plant_oil", "cream_cleanser", "gel_cleanser",
		"foam_cleanser", "wipe", "mitt", "fx_remover_ester", "cotton_pad", "cloth", "toner"}
	marks := []face.Mark{"flaky", "breakout", "scar", "irritated", "sunburn", "broken", "cold_sore", "blister"}
	for n := range 600 {
		s := With(t, func(s *sitting.Sitting) {
			s.Kit = kit.Kit{{ID: "spf", Name: "spf", Kind: "sunscreen", SPF: 50, BroadSpectrum: true,
				Base: "emulsion", EyeSafe: r.IntN(2) == 0, WaterResistantMin: []int{0, 40, 80}[r.IntN(3)]}}
			for i, k := range all {
				if r.IntN(2) == 0 {
					p := kit.Product{ID: string(k), Name: string(k), Kind: k, EyeSafe: r.IntN(3) > 0,
						LensSafe: r.IntN(2) == 0, Price: float64(i), PackG: 50}
					if r.IntN(4) == 0 {
						p.Tags = []string{"fragrance", "latex"}[:1+r.IntN(2)]
					}
					if k == "cotton_pad" || k == "cloth" || k == "mitt" {
						p.Count = P(r.IntN(6))
					}
					s.Kit = append(s.Kit, p)
				}
			}
			for range r.IntN(6) {
				it := on(face.Zone(r.IntN(int(face.N))), "thing",
					look.Binder(look.Binders[r.IntN(len(look.Binders))]), 1+r.IntN(3))
				if it.Binder == "magnetic_liner" {
					it.Zone.Zones = face.SetOf(face.Eyelids)
				}
				if it.Zone.Zones.Has(face.Eyelids) && r.IntN(2) == 0 {
					it.Attach, it.Binder, it.Keep = []look.Attach{"glue_strip", "single", "magnetic",
						"extensions"}[r.IntN(4)], "adhesive", r.IntN(2) == 0
				}
				switch {
				case r.IntN(6) == 0:
					it.Item = "glitter"
				case it.Attach == "" && r.IntN(8) == 0:
					it.Attach, it.Binder = []look.Attach{"appliance", "lace"}[r.IntN(2)], "fx_resin"
				}
				s.Look.Items = append(s.Look.Items, it)
			}
			s.Client.Sensitivity = r.IntN(4)
			s.Method = method.Choice{"first_remover": []method.OptionID{"computed", "micellar", "balm",
				"mitt"}[r.IntN(4)],
				"second_cleanse": []method.OptionID{"by_residue", "always", "never"}[r.IntN(3)],
				"massage":        []method.OptionID{"brief", "long"}[r.IntN(2)],
				"removal_tool":   []method.OptionID{"pads", "cloth", "mitt"}[r.IntN(3)]}
			s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(r.IntN(4)), Water: P(r.IntN(4))},
				face.Cheeks: {Oil: P(r.IntN(4)), Water: P(r.IntN(4)), Marks: []face.Mark{marks[r.IntN(len(marks))]}}}
			s.Client.Allergies = [][]string{nil, {"latex"}, {"fragrance"}}[r.IntN(3)]
			s.Client.Wears = [][]face.Wear{nil, {"contact_lenses"}, {"contact_lenses_stay"},
				{"lash_extensions"}}[r.IntN(4)]
		})
		p := plan.Make(s)
		for z, l := range p.Lift.Residue {
			if l.Left <= l.Target+1e-9 {
				continue
			}
			if !slices.ContainsFunc(Found(p.Findings, "cannot-dissolve"),
				func(f rules.Finding) bool { return slices.Contains(f.Zones, z) }) {
				t.Errorf("plan %d: %.3g is left on %s and nobody says so", n, float64(l.Left), z)
			}
		}
		for _, f := range p.Findings {
			if f.Severity == "stop" && f.Step != "" && (f.Phase == "lift" || f.Phase == "aftercare") {
				t.Errorf("plan %d: a planned step meets a stop: %s", n, Rules([]rules.Finding{f}))
			}
			if f.Phase == "lift" && slices.Contains([]rules.ID{"rubbing", "not-emulsified", "dirty-face", "lip-smear",
				"not-rinsed", "too-hot", "over-massaged", "lashes-under-rubbing", "cotton-on-extensions",
				"wiped-glitter",
				"appliance-on", "biphase-on-skin", "time-short"}, f.Rule) {
				t.Errorf("plan %d: avoidable: %s", n, Rules([]rules.Finding{f}))
			}
		}
		made := p.JSON()
		read, fs := plan.Read(made)
		if len(fs) > 0 {
			t.Fatalf("plan %d cannot be read back: %s", n, fs.Error())
		}
		if got := plan.Check(read).JSON(); string(got) != string(made) {
			t.Errorf("plan %d: checking it changes it: %s, not %s", n, Rules(plan.Check(read).Findings),
				Rules(p.Findings))
		}
	}
}

func TestAnItemWhereItCannotBeIsRefused(t *testing.T) {
	for _, c := range []struct{ item, path string }{
		{`{"zone":"knee","item":"x","binder":"powder","load":1}`, "look.items[0].zone"},
		{`{"zone":"lips","item":"x","binder":"jam","load":1}`, "look.items[0].binder"},
		{`{"zone":"lips","item":"x","binder":"powder","load":0}`, "look.items[0].load"},
		{`{"zone":"lips","item":"lashes","binder":"adhesive","load":1,"attach":"glue_strip"}`, "look.items[0].attach"},
		{`{"zone":"cheeks","item":"extensions","binder":"adhesive","load":1,"attach":"extensions"}`,
			"look.items[0].attach"},
	} {
		text := strings.Replace(string(JSON(t, Sitting(t))), `"neckline":"closed"`,
			`"neckline":"closed","items":[`+c.item+`]`, 1)
		_, fs := sitting.Read([]byte(text))
		if !slices.ContainsFunc(fs, func(f doc.Fault) bool { return f.Path == c.path }) {
			t.Errorf("%s: want a fault at %s, got %v", c.item, c.path, fs)
		}
	}
}

var _ = lift.Target

func TestARemovalThroughTheHourThatComesTwiceIsThatOfAnyOtherNight(t *testing.T) {
	night := func(evening, morning string) *plan.Plan {
		return plan.Make(smallHours(t, evening, morning))
	}
	usual, twice := night("2027-10-23", "2027-10-24"), night("2027-10-30", "2027-10-31")
	if twice.Lift.Minutes != usual.Lift.Minutes || len(twice.Lift.Steps) != len(usual.Lift.Steps) {
		t.Errorf("%v minutes in %d steps, on another night %v in %d", twice.Lift.Minutes, len(twice.Lift.Steps),
			usual.Lift.Minutes, len(usual.Lift.Steps))
	}
	if a, b := Rules(usual.Findings), Rules(twice.Findings); a != b {
		t.Errorf("found %s, on another night %s", b, a)
	}
	again := plan.With(&twice.Sitting, plan.Hand{plan.Removal: {Steps: twice.Lift.Steps}})
	if again.Lift.Minutes != twice.Lift.Minutes || Rules(again.Findings) != Rules(twice.Findings) {
		t.Errorf("read back: %v minutes, %s", again.Lift.Minutes, Rules(again.Findings))
	}
	last := twice.Lift.Steps[len(twice.Lift.Steps)-1].Start.String()
	if !strings.HasSuffix(last, "+00:00") {
		t.Errorf("the last step starts at %s", last)
	}
}

// smallHours is an evening in London that ends in the small hours.
func smallHours(t *testing.T, on, next string) *sitting.Sitting {
	return evening(t, func(s *sitting.Sitting) {
		s.Day.Timezone, s.Day.Date, s.Day.Segments = "Europe/London", On(t, on), nil
		s.Day.ChairAt, s.Day.BaseAt = At(t, on+"T20:00"), At(t, on+"T20:40")
		s.Day.WearUntil, s.Day.LiftAt = At(t, next+"T01:30"), At(t, next+"T01:56")
	})
}

func TestTwoAlikeGoOnWhereOneMayNotBeUsedAgain(t *testing.T) {
	with := func(ids ...string) *plan.Plan {
		return plan.Make(evening(t, func(s *sitting.Sitting) {
			Drop(s, "biphase", "balm", "cream", "gel", "micellar")
			for _, id := range ids {
				Add(s, remover(id, kit.Micellar))
			}
			s.Look.Items = []look.Item{foundation(look.SiliconeFilm, 1)}
		}))
	}
	if one := with("a"); len(Found(one.Findings, "cannot-dissolve")) == 0 {
		t.Errorf("three passes of one leave an eighth: %s", Rules(one.Findings))
	}
	two := with("a", "b")
	used := map[string]int{}
	for _, s := range steps(two, func(s stack.Step) bool { return slices.Contains(s.Zones, face.Cheeks) }) {
		used[s.Product]++
	}
	if len(Found(two.Findings, "cannot-dissolve")) > 0 || used["a"] == 0 || used["b"] == 0 {
		t.Errorf("five passes of two, %v: %s", used, Rules(two.Findings))
	}
}

func TestEveryRemoverOfALargeKitIsConsidered(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		Drop(s, "biphase", "balm", "cream", "gel", "micellar")
		for i := range 70 {
			Add(s, remover("m"+strconv.Itoa(i), kit.Micellar, func(p *kit.Product) { p.RemainingG = P(30.0) }))
		}
		Add(s, remover("last", kit.Balm), remover("wash", kit.CreamCleanser))
		s.Look.Items = []look.Item{foundation(look.SiliconeFilm, 1)}
	}))
	if !slices.Contains(passes(p, face.Cheeks), "balm") {
		t.Errorf("the balm at the end of the kit is not read: %v %s", passes(p, face.Cheeks), Rules(p.Findings))
	}
	clean(t, "seventy-two removers", p)
}

func TestLashesToBeKeptComeOffWithoutCottonWhereThereAreExtensions(t *testing.T) {
	for _, tips := range []int{10, 0} {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Client.Wears = []face.Wear{face.LashExtensions}
			s.Look.Items = append(s.Look.Items, on(face.Eyelids, "strip lashes", "adhesive", 1, strip, kept))
			Add(s, kit.Product{ID: "tips", Name: "Tips", Kind: kit.LintFreeTip, Count: P(tips)})
		}))
		i := slices.IndexFunc(p.Lift.Steps, func(s stack.Step) bool { return s.How == act.TipOnBand })
		if i < 0 {
			t.Fatalf("%v tips: the glue is not loosened: %s", tips, Rules(p.Findings))
		}
		if s := p.Lift.Steps[i]; s.Buds > 0 || s.Tips != min(tips, 2) ||
			strings.Contains(s.Say, "lint-free") != (tips > 0) {
			t.Errorf("%v tips: %+v", tips, s)
		}
		if len(Found(p.Findings, rules.CottonOnExtensions))+len(Found(p.Findings, rules.Rubbing)) > 0 {
			t.Errorf("%v tips: %s", tips, Rules(p.Findings))
		}
	}
}

func TestABudOrATipOnABandReachesTheGlueAlone(t *testing.T) {
	p := mangled(t, evening(t, func(s *sitting.Sitting) {
		s.Client.Wears = []face.Wear{face.LashExtensions}
		s.Look.Items = append(s.Look.Items, on(face.Eyelids, "strip lashes", "adhesive", 1, strip, kept))
	}), func(l []stack.Step) []stack.Step {
		seen := false
		return slices.DeleteFunc(l, func(s stack.Step) bool {
			lids := slices.Contains(s.Zones, face.Eyelids) && s.Product != ""
			first := lids && !seen
			seen = seen || lids
			return lids && !first
		})
	})
	if !slices.ContainsFunc(Found(p.Findings, "cannot-dissolve"), func(f rules.Finding) bool {
		return slices.Contains(f.Zones, face.Eyelids)
	}) {
		t.Errorf("a bud at the band took the mascara off: %s", Rules(p.Findings))
	}
}

func TestWateryEyesGetTwoPhaseHeldAndRinsedOnlyWhereNothingElseReaches(t *testing.T) {
	lids := func(binder look.Binder) (kinds []string, rinsed bool, p *plan.Plan) {
		p = plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Client.Eyes = []face.EyeShape{"watery"}
			s.Look.Items[1] = on(face.Eyelids, "liner", binder, 1)
		}))
		rinsed = slices.ContainsFunc(p.Lift.Steps, func(s stack.Step) bool {
			return s.Act == "rinse" && slices.Contains(s.Zones, face.Eyelids)
		})
		return passes(p, face.Eyelids), rinsed, p
	}
	if kinds, rinsed, p := lids(look.Adhesive); !slices.Contains(kinds, "biphase") || !rinsed {
		t.Errorf("glue: %v, rinsed %v: %s", kinds, rinsed, Rules(p.Findings))
	}
	if kinds, _, p := lids(look.WaterFilm); slices.Contains(kinds, "biphase") || len(Found(p.Findings,
		"on-lash-line")) > 0 {
		t.Errorf("tubing: %v: %s", kinds, Rules(p.Findings))
	}
}

func TestInAHurryWhatIsGivenUpIsNamedAndTargetsAreKept(t *testing.T) {
	free := plan.Make(evening(t, none))
	p := plan.Make(evening(t, func(s *sitting.Sitting) { s.Method["lift_minutes"] = "5" }))
	if p.Lift.Minutes >= free.Lift.Minutes || len(p.Lift.GaveUp) == 0 {
		t.Errorf("%v minutes, %v without a limit; gave up %v", p.Lift.Minutes, free.Lift.Minutes, p.Lift.GaveUp)
	}
	f := Found(p.Findings, "time-short")
	if len(f) != 1 || !strings.Contains(f[0].Say, "Given up") {
		t.Errorf("%s", Rules(p.Findings))
	}
	clean(t, "hurried", p)
	again := plan.Check(p)
	if !slices.Equal(again.Lift.GaveUp, p.Lift.GaveUp) || Rules(again.Findings) != Rules(p.Findings) {
		t.Errorf("checked: %v, %s", again.Lift.GaveUp, Rules(again.Findings))
	}
	if easy := plan.Make(evening(t,
		func(s *sitting.Sitting) { s.Method["lift_minutes"] = "10" })); free.Lift.Minutes <= 10 &&
		(len(easy.Lift.GaveUp) > 0 || easy.Lift.Minutes != free.Lift.Minutes) {
		t.Errorf("ten minutes are enough, and %v is given up", easy.Lift.GaveUp)
	}
}

func TestAPieceIsLoosenedLiftedAndItsGlueTreatedAndWithoutItsRemoverRefused(t *testing.T) {
	with := func(kinds ...kit.Kind) *plan.Plan {
		return plan.Make(evening(t, func(s *sitting.Sitting) {
			for _, k := range kinds {
				Add(s, remover(string(k), k))
			}
			s.Look.Items = append(s.Look.Items, on(face.Chin, "chin piece", look.FXResin, 2,
				func(it *look.Item) { it.Attach, it.EdgeCM = look.Appliance, 25 }))
		}))
	}
	p := with(kit.FXRemoverEster)
	clean(t, "piece", p)
	order := []string{}
	for _, s := range p.Lift.Steps {
		if slices.Contains(s.Zones, face.Chin) && (s.Product != "" || s.Act == act.LiftPiece) {
			order = append(order, string(s.Act)+" "+string(s.Kind))
		}
	}
	if len(order) < 3 || order[0] != "hold fx_remover_ester" || order[1] != "lift_piece " {
		t.Errorf("%q", order)
	}
	first := steps(p, func(s stack.Step) bool { return s.Kind == act.Detail(kit.FXRemoverEster) })[0]
	if first.Buds == 0 || first.Grams != 5 {
		t.Errorf("25 cm of edge take 5 ml on a bud or brush: %g g, %d buds", float64(first.Grams), first.Buds)
	}
	if len(p.Stack.AtBase[face.Chin]) != 0 {
		t.Errorf("nothing goes under the glue: %v", p.Stack.AtBase[face.Chin])
	}
	refused := with()
	for _, s := range refused.Lift.Steps {
		if s.Product != "" && slices.Contains(s.Zones, face.Chin) {
			t.Errorf("%s of %s over a piece that nothing loosens", s.Act, s.Product)
		}
	}
	f := Found(refused.Findings, "cannot-dissolve")
	if len(f) == 0 || !strings.Contains(f[0].Instead, "ester remover") || !strings.Contains(f[0].Say, "chin piece") {
		t.Errorf("%s", Rules(refused.Findings))
	}
}

func TestKeptSingleLashesAreSparedOilWhereSomethingElseReaches(t *testing.T) {
	single := func(keep bool) []string {
		return passes(plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Look.Items[1] = on(face.Eyelids, "single lashes", look.WaxOil, 1, func(it *look.Item) {
				it.Attach, it.Keep = look.Single, keep
			})
			s.Kit.Find("micellar").Price, s.Kit.Find("micellar").PackG = 400, 50 // dear, so that oil would be taken
		})), face.Eyelids)
	}
	if got := single(true); slices.ContainsFunc(got, func(k string) bool { return k == "balm" || k == "biphase" }) {
		t.Errorf("kept: %v", got)
	}
	if got := single(false); !slices.ContainsFunc(got, func(k string) bool { return k == "balm" || k == "biphase" }) {
		t.Errorf("thrown away: %v", got)
	}
}

func TestTheFirstRemoverOfTheHouseIsFollowedOnTheFaceOrItIsSaidWhatItWouldLeave(t *testing.T) {
	first := func(option method.OptionID, change func(*sitting.Sitting)) (string, []rules.Finding) {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Method["first_remover"] = option
			change(s)
		}))
		return passes(p, face.Cheeks)[0], slices.DeleteFunc(Found(p.Findings, "method-not-met"),
			func(f rules.Finding) bool { return f.Method != method.FirstRemover })
	}
	eyes := func(s *sitting.Sitting) { s.Look.Items[1] = on(face.Eyelids, "liner", "adhesive", 3) } // not balm's
	if kind, not := first("balm", eyes); kind != "balm" || len(not) > 0 {
		t.Errorf("balm on the face, whatever the eyes take: %s, %s", kind, Rules(not))
	}
	if kind, not := first("plant_oil", func(s *sitting.Sitting) {
		Add(s, remover("oil", "plant_oil"))
		s.Look.Items[0] = foundation("emulsion", 1)
		s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind.Of().Group == kit.Primers })
	}); kind !=
		"plant_oil" || len(not) > 0 {
		t.Errorf("plain oil: %s, %s", kind, Rules(not))
	}
	kind, not := first("micellar", none)
	if kind == "micellar" || len(not) != 1 || !strings.Contains(not[0].Say, "it would leave") {
		t.Errorf("micellar on a long-wear base: %s, %s", kind, Rules(not))
	}
	if _, not := first("plant_oil", none); len(not) != 1 || !strings.Contains(not[0].Say, "in the kit") {
		t.Errorf("none there: %s", Rules(not))
	}
}

func TestTiesFallByKitOrder(t *testing.T) {
	first := func(order ...kit.Kind) string {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind.Of().Group == kit.Removers })
			for _, k := range order {
				Add(s, remover(string(k), k))
			}
			s.Look.Items = []look.Item{foundation("emulsion", 2)}
		}))
		return passes(p, face.Cheeks)[0]
	}
	if a := first("balm", "cleansing_oil", "cream_cleanser"); a != "balm" {
		t.Errorf("balm comes first in the kit, and %s is taken", a)
	}
	if a := first("cleansing_oil", "balm", "cream_cleanser"); a != "cleansing_oil" {
		t.Errorf("oil comes first in the kit, and %s is taken", a)
	}
}

func TestPadsThatAreFewGoToTheEyesAndWhatNeedsNoneCleansTheFace(t *testing.T) {
	with := func(pads int) *plan.Plan {
		return plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Kit.Find("pads").Count = P(pads)
			s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.ID == "balm" })
			Add(s, remover("dear", "balm", func(p *kit.Product) { p.Price, p.PackG = 900, 30 }))
			s.Look.Items = []look.Item{foundation("emulsion", 1), on(face.Eyelids, "mascara", "waterproof_film", 2)}
		}))
	}
	many, few := with(100), with(3)
	if got := passes(many, face.Cheeks); !slices.Contains(got, "micellar") {
		t.Errorf("with pads enough the face is wiped: %v", got)
	}
	if got := passes(few, face.Cheeks); slices.Contains(got, "micellar") && few.Lift.Pads > 3 {
		t.Errorf("three pads, and %d are planned: %v", few.Lift.Pads, got)
	}
	if len(Found(few.Findings, "sundry-short")) > 0 {
		t.Errorf("%s", Rules(few.Findings))
	}
	clean(t, "few pads", few)
}

func TestRemovalThatTakesItsTimeToTheSecondGivesNothingUp(t *testing.T) {
	free := plan.Make(evening(t, none))
	end := free.Sitting.Day.LiftAt
	at, _ := end.In(sitting.Open(&free.Sitting).Loc)
	for shift, gives := range map[time.Duration]bool{0: false, -time.Second: true} {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			seconds := math.Round(float64(free.Lift.Minutes) * 60)
			s.Day.LiftBy = day.Wall(at.Add(time.Duration(seconds)*time.Second + shift))
		}))
		if got := len(p.Lift.GaveUp) > 0 || len(Found(p.Findings, "time-short")) > 0; got != gives {
			t.Errorf("%v beside the time it takes: %v %s", shift, p.Lift.GaveUp, Rules(p.Findings))
		}
	}
}

func TestWhatWouldDoIsThereAndReachesTheTarget(t *testing.T) {
	instead := func(change func(*sitting.Sitting)) string {
		p := mangled(t, evening(t, func(s *sitting.Sitting) {
			Drop(s, "balm")
			change(s)
		}), func(l []stack.Step) []stack.Step {
			return slices.DeleteFunc(l, func(s stack.Step) bool { return slices.Contains(s.Zones, face.Eyelids) })
		})
		for _, f := range Found(p.Findings, "cannot-dissolve") {
			if slices.Contains(f.Zones, face.Eyelids) {
				return f.Instead
			}
		}
		return ""
	}
	if got := instead(none); !strings.HasPrefix(got, "Biphase") {
		t.Errorf("two-phase is there: %q", got)
	}
	if got := instead(func(s *sitting.Sitting) { s.Kit.Find("biphase").RemainingG = P(0.0) }); strings.HasPrefix(got,
		"Biphase") || !strings.Contains(got, "two-phase") {
		t.Errorf("two-phase is used up: %q", got)
	}
	if got := instead(func(s *sitting.Sitting) { s.Kit.Find("biphase").EyeSafe = false }); strings.HasPrefix(got,
		"Biphase") || !strings.Contains(got, "labelled for eyes, this would: ") || !strings.Contains(got, "two-phase") {
		t.Errorf("two-phase is not for eyes: %q", got)
	}
}

func TestLensesThatStayAreNamedWhereTheyStandInTheWayAndNowhereElse(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Client.Wears = []face.Wear{face.LensesStay}
		Drop(s, "balm", "biphase", "cream", "gel")
		s.Look.Items = []look.Item{on(face.UnderEyes, "concealer", look.WaterproofFilm, 2),
			on(face.Chin, "glue", look.Adhesive, 3)}
	}))
	for _, f := range Found(p.Findings, "cannot-dissolve") {
		if lenses := strings.Contains(f.Instead, "lenses out first"); lenses != slices.Contains(f.Zones,
			face.UnderEyes) {
			t.Errorf("%v: %q", f.Zones, f.Instead)
		}
	}
	if len(Found(p.Findings, "cannot-dissolve")) < 2 {
		t.Errorf("%s", Rules(p.Findings))
	}
	both := plan.Make(evening(t, func(s *sitting.Sitting) { // the same is left on both, and not the same to be done
		s.Client.Wears = []face.Wear{face.LensesStay}
		s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind.Of().Group == kit.Removers })
		s.Look.Items = []look.Item{on(face.UnderEyes, "foundation", look.SiliconeFilm, 2),
			on(face.Cheeks, "foundation", look.SiliconeFilm, 2)}
	}))
	for _, f := range Found(both.Findings, "cannot-dissolve") {
		if lenses := strings.Contains(f.Instead, "lenses out first"); lenses !=
			slices.Equal(f.Zones, []face.Zone{face.UnderEyes}) {
			t.Errorf("%v: %q", f.Zones, f.Instead)
		}
	}
}

func TestGlitterIsPressedAndLiftedAndSaidSo(t *testing.T) {
	sparkling := func(s *sitting.Sitting) {
		s.Look.Items = append(s.Look.Items, on(face.Cheeks, "glitter", "wax_oil", 1))
	}
	held := steps(plan.Make(evening(t, sparkling)), func(s stack.Step) bool {
		return s.Act == act.Hold && slices.Contains(s.Zones, face.Cheeks)
	})
	if len(held) != 1 || held[0].How != act.PressPad ||
		!strings.Contains(held[0].Say, "lift the glitter off; never wipe") {
		t.Errorf("%+v", held)
	}
}

func TestABalmForEverythingIsRefusedAtExtensionsForTheirSake(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Method[method.EyeRemover] = method.AllInOneBalm
		s.Look.Items = append(s.Look.Items, on(face.Eyelids, "extensions", "adhesive", 2,
			func(it *look.Item) { it.Attach = "extensions" }))
	}))
	said := slices.ContainsFunc(Found(p.Findings, "method-not-met"), func(f rules.Finding) bool {
		return f.Method == method.EyeRemover && strings.Contains(f.Say, "this client may not have it")
	})
	if !said {
		t.Errorf("not said why: %+v", Found(p.Findings, "method-not-met"))
	}
}

func TestABaseThatStandsNowhereAmongWhatComesOffIsNotPassedOverSilently(t *testing.T) {
	for name, tt := range map[string]struct {
		change func(*sitting.Sitting)
		said   bool
	}{
		"listed":            {func(*sitting.Sitting) {}, false},
		"only lashes are":   {func(s *sitting.Sitting) { s.Look.Items = s.Look.Items[1:2] }, true},
		"no base goes on":   {func(s *sitting.Sitting) { s.Look.Items, s.Look.Base = nil, "none" }, false},
		"none of it covers": {func(s *sitting.Sitting) { s.Look.Items, s.Look.Coverage = nil, "none" }, false},
		"nothing is listed": {func(s *sitting.Sitting) { s.Look.Items = nil }, true},
	} {
		p := plan.Make(evening(t, tt.change))
		text := p.Text(say.In(""))
		if got := strings.Contains(strings.Join(strings.Fields(text), " "), "No base is listed"); got != tt.said {
			t.Errorf("%s: said %v in\n%s", name, got, text)
		}
	}
}

func TestTheHousesFirstRemoverThatWouldRunOutGivesWayAndItIsSaid(t *testing.T) {
	for left, want := range map[float64]string{40: "balm", 1: "little"} {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Kit.Find("balm").RemainingG = P(left)
			s.Method["first_remover"] = "balm"
		}))
		not := slices.DeleteFunc(Found(p.Findings, "method-not-met"),
			func(f rules.Finding) bool { return f.Method != method.FirstRemover })
		first := passes(p, face.Cheeks)[0]
		if len(Found(p.Findings, "runs-out")) > 0 {
			t.Errorf("%g g: %s", left, Rules(p.Findings))
		}
		if want == "balm" && (first != want || len(not) > 0) || want == "little" && (first == "balm" || len(not) != 1 ||
			!strings.Contains(not[0].Say, "too little")) {
			t.Errorf("%g g: %s, %v", left, first, not)
		}
	}
}

func TestAHurryBringsNoCautionThatTheWholePlanDoesNotHave(t *testing.T) {
	hurry := func(minutes method.OptionID) *plan.Plan {
		return plan.Make(evening(t, func(s *sitting.Sitting) {
			Drop(s, "balm")
			Add(s, remover("micellar", "micellar"))
			s.Look.Items[0] = foundation("emulsion", 1)
			s.Method["lift_minutes"] = minutes
		}))
	}
	free := hurry("free")
	if len(Found(free.Findings, rules.BiphaseOnSkin)) > 0 || free.Lift.Minutes <= 2 {
		t.Fatalf("%v min, %s", free.Lift.Minutes, Rules(free.Findings))
	}
	for _, minutes := range []method.OptionID{"2", "5"} {
		if p := hurry(minutes); len(Found(p.Findings, rules.BiphaseOnSkin)) > 0 {
			t.Errorf("%s minutes: two-phase for all, %s", minutes, Rules(p.Findings))
		}
	}
}

func TestAMittIsNotDrawnOverSkinThatNothingMayRub(t *testing.T) {
	mitts := func(on string) (n int) {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Method["first_remover"], s.Look.Items = "mitt", []look.Item{foundation("emulsion", 1)}
			s.Kit.Find("mitts").Count = P(30)
			s.Client.Conditions = []face.Condition{{Kind: face.Filler, On: On(t, on), Zone: P(face.Cheeks)}}
		}))
		for _, s := range p.Lift.Steps {
			if s.Mitts > 0 && slices.Contains(s.Zones, face.Cheeks) && s.How != "lay and lift" {
				n++
			}
		}
		return n
	}
	if got := mitts("2027-06-18"); got > 0 {
		t.Errorf("%d mitts over cheeks injected the day before", got)
	}
	if mitts("2027-01-18") == 0 {
		t.Error("months later the house's mitt is not used either")
	}
}

func TestTheHousesFirstRemoverIsForTheFaceAndNotForcedOnTheNeck(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		Add(s, remover("micellar", "micellar"))
		s.Look.Items = []look.Item{foundation("emulsion", 2)}
		s.Method["first_remover"] = "micellar"
	}))
	if face, neck := passes(p, face.Cheeks), passes(p, face.Neck); face[0] != "micellar" ||
		slices.Contains(neck, "micellar") {
		t.Errorf("face %q, neck %q", face, neck)
	}
}

func TestTwoPhaseOnSkinIsNoCautionWhereTheOtherRemoverHasRunLow(t *testing.T) {
	for left, found := range map[float64]int{60: 1, 0.2: 0} {
		s := evening(t, func(s *sitting.Sitting) {
			s.Kit.Find("balm").RemainingG = P(left)
			Drop(s, "cream", "micellar")
		})
		by := remover("biphase", "biphase")
		p := plan.Make(s)
		list := slices.Clone(p.Lift.Steps)
		for i := range list {
			if list[i].Product == "balm" {
				list[i].Product, list[i].Kind, list[i].Act, list[i].How = by.ID, "biphase", "hold", "press"
			}
		}
		p = plan.With(s, plan.Hand{plan.Removal: {Steps: list}})
		if got := Found(p.Findings, rules.BiphaseOnSkin); len(got) != found {
			t.Errorf("%g g of balm: %s\n%s", left, Rules(p.Findings), passes(p, face.Cheeks))
		}
	}
}

func TestTheShortestRemovalIsBalmPalmsOnShutLidsAndTwoCloths(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Look.Items = []look.Item{foundation("emulsion", 1), on(face.Eyelids, "mascara", "wax_oil", 1)}
		s.Method["lift_minutes"] = "2"
	}))
	clean(t, "two minutes", p)
	cloths, seconds := 0, 0
	for _, s := range p.Lift.Steps {
		if s.Product != "" && s.Product != "balm" {
			t.Errorf("%s too: %s", s.Product, s.Say)
		}
		switch s.Act {
		case "hands", "setup", "dry", "pad_check":
		default:
			cloths, seconds = cloths+s.Cloths, seconds+s.HandsS
		}
	}
	lids := steps(p, func(s stack.Step) bool { return slices.Contains(s.Zones, face.Eyelids) && s.Product != "" })
	if len(lids) != 1 || lids[0].How != "palms" || cloths != 2 || seconds > 120 {
		t.Errorf("%d s, %d cloths, %v", seconds, cloths, p.Lift.Steps)
	}
	got := p.Lift.GaveUp
	if len(got) != 2 || !strings.Contains(got[0], "one remover") || !strings.Contains(got[1], "rinse") {
		t.Errorf("gave up %q", got)
	}
}

func TestTheTonerAfterCleansingIsOneThatTheClientLikesOrElseTheStudiosOwn(t *testing.T) {
	toner := func(change func(a, b *kit.Product, s *sitting.Sitting)) string {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			a := kit.Product{ID: "first", Name: "First", Kind: "toner", Base: "water", Tags: []string{"fragrance"}}
			b := kit.Product{ID: "second", Name: "Second", Kind: "toner", Base: "water"}
			Drop(s, "toner")
			change(&a, &b, s)
			Add(s, a, b)
			s.Method["toner"] = "always"
		}))
		for _, s := range p.Lift.Steps {
			if s.Kind == "toner" {
				return s.Product
			}
		}
		return ""
	}
	for name, k := range map[string]struct {
		want   string
		change func(a, b *kit.Product, s *sitting.Sitting)
	}{
		"the first in the kit": {"first", func(_, _ *kit.Product, _ *sitting.Sitting) {}},
		"disliked": {"second", func(_, _ *kit.Product, s *sitting.Sitting) {
			s.Client.Dislikes = []string{"fragrance"}
		}},
		"the studio's own": {"second", func(_, b *kit.Product, _ *sitting.Sitting) { b.House = true }},
		"all but empty":    {"second", func(a, _ *kit.Product, _ *sitting.Sitting) { a.RemainingG = P(0.01) }},
	} {
		if got := toner(k.change); got != k.want {
			t.Errorf("%s: %q, want %q", name, got, k.want)
		}
	}
}

func TestAPadThatIsPressedOnLiftsWhatTheOneBeforeItLeft(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Look.Items = append(s.Look.Items, on(face.Cheeks, "glitter", "fx_silicone", 2))
	}))
	held, laid, last := 0, 0, 0
	for i, s := range p.Lift.Steps {
		switch {
		case !slices.Contains(s.Zones, face.Cheeks):
		case s.How == act.PressPad:
			held, last = held+1, i
		case s.How == act.LayDamp:
			if laid++; i < last || laid > 1 {
				t.Errorf("laid off before the last pad: %s", s.ID)
			}
		}
	}
	if held < 2 || laid != 1 {
		t.Errorf("%d pads pressed, %d laid off", held, laid)
	}
}

func TestALongMassageIsTwoDosesBesideWhateverCleansedBefore(t *testing.T) {
	s := evening(t, func(s *sitting.Sitting) { s.Method[method.Massage] = method.Long })
	made := plan.Make(s)
	doses := 0
	for i, st := range made.Lift.Steps {
		if st.Method != method.Massage || st.Product == "" {
			continue
		}
		doses++
		first := slices.Clone(made.Lift.Steps)
		first[i].Method = "" // the first cleanse, as it were
		for name, steps := range map[string][]stack.Step{"without": slices.Delete(slices.Clone(first), i, i+1),
			"before": first} {
			less := plan.With(s, plan.Hand{plan.Removal: {Steps: steps}})
			if !slices.ContainsFunc(Found(less.Findings, rules.MethodNotMet), func(f rules.Finding) bool {
				return f.Method == method.Massage
			}) {
				t.Errorf("%s %s: %s", name, st.ID, Rules(less.Findings))
			}
		}
	}
	if doses != 2 {
		t.Errorf("%d doses", doses)
	}
}

func TestAPieceThatHasNotLetGoIsLoosenedFurtherAndNeverRubbedOver(t *testing.T) {
	for load := 1; load <= 3; load++ {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			Add(s, remover("silicone", kit.FXRemoverSilicone)) // takes a part of resin at a time
			s.Look.Items = []look.Item{on(face.Chin, "chin piece", "fx_resin", load,
				func(it *look.Item) { it.Attach = look.Appliance })}
		}))
		lifted := false
		for _, s := range p.Lift.Steps {
			lifted = lifted || s.Act == act.LiftPiece
			if !lifted && slices.Contains(s.Zones, face.Chin) && (s.Act == act.Massage || s.Act == act.Wipe) {
				t.Errorf("load %d: %s %s over the piece", load, s.ID, s.Act)
			}
		}
		if f := Found(p.Findings, rules.ApplianceOn); len(f) > 0 || load == 1 && !lifted {
			t.Errorf("load %d: lifted %t, %s", load, lifted, Rules(f))
		}
	}
}

func TestWaterThatComesOnceMoreInAnyCaseComesOnce(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Method[method.Wipes] = method.TravelOnly
		s.Kit = slices.DeleteFunc(s.Kit, func(p kit.Product) bool { return p.Kind.Of().Group == kit.Removers })
		Add(s, remover("towel", kit.Wipe), remover("micellar", kit.Micellar))
		s.Look.Items = []look.Item{on(face.Cheeks, "base", "silicone_film", 2)}
	}))
	rinsed, passes := 0, 0
	for _, s := range p.Lift.Steps {
		if slices.Contains(s.Zones, face.Cheeks) && s.Act == act.Rinse {
			rinsed++
		}
		if slices.Contains(s.Zones, face.Cheeks) && s.Product != "" {
			passes++
		}
	}
	if passes < 2 || rinsed != 1 {
		t.Errorf("%d passes over the cheeks and %d rinses", passes, rinsed)
	}
}

// twoPieces is an evening with a piece that lets go at the first dose and one that takes two.
func twoPieces(t testing.TB) *sitting.Sitting {
	return evening(t, func(s *sitting.Sitting) {
		Add(s, remover("silicone", kit.FXRemoverSilicone))
		s.Look.Items = []look.Item{
			on(face.Nose, "nose piece", "fx_silicone", 1, func(it *look.Item) { it.Attach = look.Appliance }),
			on(face.Forehead, "hair lace", "fx_acrylic", 1, func(it *look.Item) { it.Attach = look.Lace })}
	})
}

func TestNothingIsPaddedNorGoesOnAtNightWhereAPieceIsStillOn(t *testing.T) {
	for _, there := range []bool{true, false} {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Look.Items = append(s.Look.Items, on(face.Chin, "chin piece", "fx_silicone", 1,
				func(it *look.Item) { it.Attach = look.Appliance }))
			if there {
				Add(s, remover("silicone", kit.FXRemoverSilicone))
			}
		}))
		last := p.Lift.Steps[len(p.Lift.Steps)-1]
		night := 0
		for _, s := range p.Aftercare.Steps {
			if slices.Contains(s.Zones, face.Chin) {
				night++
			}
		}
		if last.Act != act.PadCheck || slices.Contains(last.Zones, face.Chin) != there || (night > 0) != there {
			t.Errorf("can be lifted %t: the pad check on %v, %d steps on the chin at night", there, last.Zones, night)
		}
	}
}

func TestEachOfTwoPiecesIsLiftedOnceItHasLetGo(t *testing.T) {
	p := plan.Make(twoPieces(t))
	lifted := steps(p, func(s stack.Step) bool { return s.Act == act.LiftPiece })
	if len(lifted) != 2 || !slices.Equal(lifted[0].Zones, []face.Zone{face.Nose}) ||
		!slices.Equal(lifted[1].Zones, []face.Zone{face.Forehead}) {
		t.Fatalf("%+v", lifted)
	}
	if len(Found(p.Findings, rules.LeftOn))+len(Found(p.Findings, rules.ApplianceOn)) > 0 {
		t.Errorf("%s", Rules(p.Findings))
	}
	for i, off := range [2]face.Zone{face.Nose, face.Forehead} {
		without := steps(p, func(s stack.Step) bool { return s.ID != lifted[i].ID })
		less := plan.With(&p.Sitting, plan.Hand{plan.Removal: {Steps: without}})
		on := Found(less.Findings, rules.LeftOn)
		if len(on) != 1 || !slices.Equal(on[0].Zones, []face.Zone{off}) {
			t.Errorf("the piece on %s was not lifted: %s", off, Rules(less.Findings))
		}
	}
	rubbed := slices.Clone(p.Lift.Steps) // with the lace on still, though the other piece is off
	i := slices.IndexFunc(rubbed, func(s stack.Step) bool { return s.ID == lifted[1].ID })
	rubbed = append(slices.Delete(rubbed, i, i+1), lifted[1])
	over := plan.With(&p.Sitting, plan.Hand{plan.Removal: {Steps: rubbed}})
	f := Found(over.Findings, rules.ApplianceOn)
	if len(f) == 0 || !slices.Equal(f[0].Zones, []face.Zone{face.Forehead}) {
		t.Errorf("rubbed over: %s", Rules(over.Findings))
	}
}

func washes(s stack.Step) bool {
	return slices.Contains([]kit.Kind{kit.CreamCleanser, kit.GelCleanser, kit.FoamCleanser}, kit.Kind(s.Kind))
}

func TestWhatLoosensAPieceIsWashedOffAfterwards(t *testing.T) {
	s := twoPieces(t)
	s.Look.Items = s.Look.Items[:1]
	p := plan.Make(s)
	washed := steps(p, func(s stack.Step) bool {
		return washes(s) && slices.Contains(s.Zones, face.Nose)
	})
	if left := p.Lift.Residue[face.Nose]; len(washed) == 0 || left.Film <= 0 || left.Film > left.Welcome {
		t.Fatalf("%d washes leave a film of %v, %v is welcome", len(washed), left.Film, left.Welcome)
	}
	unwashed := slices.Clone(p.Lift.Steps)
	for i := range unwashed {
		if washes(unwashed[i]) {
			unwashed[i].Zones = slices.DeleteFunc(slices.Clone(unwashed[i].Zones),
				func(z face.Zone) bool { return z == face.Nose })
		}
	}
	less := plan.With(&p.Sitting, plan.Hand{plan.Removal: {Steps: unwashed}})
	if f := Found(less.Findings, rules.NeedsSecondCleanse); less.Lift.Residue[face.Nose].Film != 0.3 || len(f) == 0 ||
		!slices.Equal(f[0].Zones, []face.Zone{face.Nose}) {
		t.Errorf("unwashed it leaves %v: %s", less.Lift.Residue[face.Nose].Film, Rules(less.Findings))
	}
}

func TestOnceGlitterIsOffWhatLiesBesideItComesOffAsElsewhere(t *testing.T) {
	beside := func(zone face.Zone, binder look.Binder) *plan.Plan {
		return plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Look.Items = []look.Item{on(zone, "paint", binder, 1), on(zone, "glitter", "wax_oil", 1)}
		}))
	}
	for _, zone := range []face.Zone{face.Cheeks, face.Eyelids} {
		p := beside(zone, look.WaterFilm)
		kinds := passes(p, zone)
		if len(kinds) == 0 || !slices.Contains([]string{"balm", "cleansing_oil"}, kinds[0]) {
			t.Errorf("%s: glitter is not pressed off with balm or oil first: %v", zone, kinds)
		}
		if !slices.ContainsFunc(kinds, func(k string) bool { return k != "balm" && k != "cleansing_oil" }) {
			t.Errorf("%s: nothing but %v goes on paint that water takes off", zone, kinds)
		}
		for _, rule := range []rules.ID{rules.CannotDissolve, rules.LeftOn, rules.WipedGlitter} {
			if bad := Found(p.Findings, rule); len(bad) > 0 {
				t.Errorf("%s: %s", zone, Rules(bad))
			}
		}
	}
	p := mangled(t, evening(t, func(s *sitting.Sitting) {
		s.Look.Items = []look.Item{on(face.Cheeks, "paint", "water_film", 1), on(face.Cheeks, "glitter", "wax_oil", 1)}
	}), func(l []stack.Step) []stack.Step {
		return slices.DeleteFunc(l, func(s stack.Step) bool { return s.How == act.PressPad })
	})
	if len(Found(p.Findings, rules.WipedGlitter)) == 0 {
		t.Errorf("glitter that was not pressed off first is massaged: %s", Rules(p.Findings))
	}
}

func TestAPieceWithGlitterOnItIsLiftedBeforeTheGlitterIsPressedOff(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		Add(s, remover("ester", kit.FXRemoverEster))
		s.Look.Items = []look.Item{on(face.Chin, "chin piece", look.FXResin, 2,
			func(it *look.Item) { it.Attach = look.Appliance }), on(face.Chin, "glitter", "wax_oil", 1)}
	}))
	kinds := passes(p, face.Chin)
	if len(kinds) < 2 || kinds[0] != "fx_remover_ester" || !slices.Contains(kinds[1:], "balm") ||
		len(Found(p.Findings, rules.LeftOn)) > 0 {
		t.Errorf("%v: %s", kinds, Rules(p.Findings))
	}
}

func TestWhatTwoZonesAskForAfterAPadComesInTheOrderOfRemoversNotOfZones(t *testing.T) {
	order := func(forehead, cheeks look.Binder) (kinds []string) {
		s := evening(t, func(s *sitting.Sitting) {
			s.Look.Items = []look.Item{on(face.Forehead, "paint", forehead, 1), on(face.Cheeks, "paint", cheeks, 1)}
		})
		c := sitting.Open(s)
		_, prepped := prep.Plan(c)
		worn := wear.Plan(c, &prepped)
		steps, none := lift.Further(c, &worn.Layers, nil, face.SetOf(face.Forehead, face.Cheeks), "x")
		if none != 0 {
			t.Fatalf("nothing for %v", none.List())
		}
		for _, st := range steps {
			if st.Product != "" {
				kinds = append(kinds, string(st.Kind))
			}
		}
		return kinds
	}
	one, other := order(look.WaterFilm, look.WaterproofFilm), order(look.WaterproofFilm, look.WaterFilm)
	if len(one) < 2 || one[0] == one[1] || !slices.Equal(one, other) {
		t.Errorf("%v, and %v with the zones the other way round", one, other)
	}
}

func TestTheFinisherGoesLastOverAllSkinThatMayHaveItAndIsNamedOnEach(t *testing.T) {
	for _, off := range []method.OptionID{method.EmulsifyRinse, method.WarmCloth} {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			Drop(s, "cream")
			s.Kit.Find("balm").Name = "Massage"
			s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(2), Water: P(1)},
				face.Cheeks: {Oil: P(1), Water: P(1)}}
			s.Look.Items = []look.Item{foundation("emulsion", 1), on(face.Eyelids, "mascara", "wax_oil", 1)}
			s.Method[method.CheckWithMicellar], s.Method[method.SecondCleanse] = method.Yes, method.Always
			s.Method[method.FirstCleanseOff] = off
		}))
		var last [face.N]stack.Step
		for _, s := range p.Lift.Steps {
			for _, z := range s.Zones {
				if s.Product != "" && s.Act != act.Apply {
					last[z] = s
				}
			}
			if s.Act == act.Massage && s.Product == "balm" && !strings.HasPrefix(s.Say, "Massage Massage (") {
				t.Errorf("of a balm of that name: %s", s.Say)
			}
		}
		for _, z := range (face.BaseArea | face.SetOf(face.Neck, face.Ears)).List() {
			if s := last[z]; s.Product != "micellar" || s.Method != method.CheckWithMicellar ||
				!strings.Contains(s.Say, "Last, as finisher") {
				t.Errorf("%s, %s: %s: %s", off, z, s.Product, s.Say)
			}
		}
		if f := Found(p.Findings, rules.MethodNotMet); len(f) > 0 {
			t.Errorf("%s: %s", off, f[0].Say)
		}
		p.Lift.Steps = slices.DeleteFunc(p.Lift.Steps, func(s stack.Step) bool {
			return s.Method == method.CheckWithMicellar && len(s.Zones) > 1
		})
		if f := plan.Check(p).Findings; len(Found(f, rules.MethodNotMet)) == 0 {
			t.Errorf("%s: left out but under the eyes, and not a word: %s", off, Rules(f))
		}
	}
}

func TestAWipeIsHeldByItselfAndNoMoreOfThemAreTakenThanThereAre(t *testing.T) {
	on := func(wipes int) *plan.Plan {
		return plan.Make(evening(t, func(s *sitting.Sitting) {
			Drop(s, "balm", "biphase", "cream", "gel")
			s.Method[method.Wipes] = method.TravelOnly
			Add(s, remover("towel", kit.Wipe, func(p *kit.Product) { p.Count = P(wipes) }))
			s.Look.Items = []look.Item{foundation("powder", 1), on(face.Lips, "tint", "powder", 1)}
		}))
	}
	many, few := on(40), on(2)
	taken := 0
	for _, s := range many.Lift.Steps {
		if s.Product != "towel" {
			continue
		}
		if taken += s.Wipes; s.Pads != 0 || s.Wipes != (s.PadFaces+3)/4 || strings.Contains(s.Say, "Soak") {
			t.Errorf("%d wipes, %d pads: %s", s.Wipes, s.Pads, s.Say)
		}
	}
	if taken < 3 || many.Lift.Wipes != taken || few.Lift.Wipes > 2 || len(Found(few.Findings, rules.SundryShort)) > 0 {
		t.Errorf("of 40 %d, of 2 %d: %s", taken, few.Lift.Wipes, Rules(few.Findings))
	}
	if l := many.Lift; l.PadFaces != 4*l.Pads {
		t.Errorf("%d pads have %d faces", l.Pads, l.PadFaces)
	}
	if got := many.Uses()["towel"].Pieces; got != taken {
		t.Errorf("%d are taken, %d used up", taken, got)
	}
	many.Sitting.Kit.Find("towel").Count = P(taken - 1)
	if f := plan.Check(many).Findings; len(Found(f, rules.SundryShort)) == 0 {
		t.Errorf("one too few is not said: %s", Rules(f))
	}
}

func TestAFullBeardIsCombedThroughAndOiledAfterwardsAndABareChinIsNot(t *testing.T) {
	for _, beard := range []face.BeardKind{face.FullBeard, face.Stubble} {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Client.Beard = beard
			s.Client.Zones = map[face.Zone]face.Grades{face.Forehead: {Oil: P(1), Water: P(2)},
				face.Cheeks: {Oil: P(1), Water: P(2)}}
		}))
		combed, massaged, oiled := 0, 0, false
		for _, s := range p.Lift.Steps {
			if s.Act == act.Massage && slices.Contains(s.Zones, face.Jaw) {
				massaged++
				if strings.Contains(s.Say, "Comb it through the beard.") {
					combed++
				}
			}
		}
		for _, s := range p.Aftercare.Steps {
			oiled = oiled || s.Kind == act.Detail(kit.FaceOil) &&
				slices.Equal(s.Zones, []face.Zone{face.UpperLip, face.Chin, face.Jaw})
		}
		if full := beard == face.FullBeard; massaged == 0 || (combed == massaged) != full || (combed > 0) != full ||
			oiled != full {
			t.Errorf("%s: %d of %d combed, oiled %v", beard, combed, massaged, oiled)
		}
	}
}

func TestTheHabitOfTheMittTakesNoMoreMittsThanThereAreAndIsNamedWhereItGivesWay(t *testing.T) {
	for mitts, kept := range map[int]bool{0: false, 2: false, 30: true} {
		p := plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Kit.Find("mitts").Count = P(mitts)
			s.Method["first_remover"], s.Look.Items = "mitt", []look.Item{foundation("emulsion", 1)}
		}))
		not := slices.ContainsFunc(Found(p.Findings, rules.MethodNotMet),
			func(f rules.Finding) bool { return f.Method == method.FirstRemover })
		var by face.Set
		for _, s := range p.Lift.Steps {
			if s.Mitts > 0 {
				by |= face.SetOf(s.Zones...)
			}
		}
		skin := face.BaseArea &^ face.NearEyes
		if p.Lift.Mitts > mitts || (skin&^by == 0) != kept || not == kept ||
			len(Found(p.Findings, rules.SundryShort)) > 0 {
			t.Errorf("of %d mitts %d are used on %v, named %v: %s", mitts, p.Lift.Mitts, by.List(), not,
				Rules(p.Findings))
		}
	}
}

func TestWhatPrepTakesOfPadsIsNotThereForRemoval(t *testing.T) {
	at := func(pads int) *plan.Plan {
		return plan.Make(evening(t, func(s *sitting.Sitting) {
			s.Method[method.TonerBy], s.Method[method.Toner] = method.Pad, method.Never
			s.Kit.Find("pads").Count = P(pads)
		}))
	}
	whole, prepped := at(100), 0
	for _, s := range whole.Prep.Steps {
		prepped += s.Pads
	}
	all := prepped + whole.Lift.Pads
	if prepped == 0 || at(all).Lift.Pads != whole.Lift.Pads || at(all-1).Lift.Pads >= whole.Lift.Pads {
		t.Errorf("prep takes %d, removal %d; of %d removal takes %d, of one less %d", prepped, whole.Lift.Pads, all,
			at(all).Lift.Pads, at(all-1).Lift.Pads)
	}
	whole.Sitting.Kit.Find("pads").Count = P(all - 1)
	if f := plan.Check(whole).Findings; len(Found(f, rules.SundryShort)) == 0 {
		t.Errorf("one pad too few for both is not said: %s", Rules(f))
	}
}

func TestTheFinisherIsNamedOnTheFaceWhereTheNeckHasOneMore(t *testing.T) {
	p := plan.Make(evening(t, func(s *sitting.Sitting) {
		s.Look.Items = []look.Item{foundation("emulsion", 1)}
		s.Kit.Find("balm").Price, s.Kit.Find("balm").PackG = 60, 50
		s.Method[method.CheckWithMicellar] = method.Yes
	}))
	var named, twice face.Set
	neck := 0
	for _, s := range p.Lift.Steps {
		if s.Product == "micellar" && slices.Contains(s.Zones, face.Neck) {
			neck++
			twice |= face.SetOf(s.Zones...)
		}
		if s.Method == method.CheckWithMicellar {
			named |= face.SetOf(s.Zones...)
		}
	}
	if neck < 2 || !twice.Has(face.Forehead) || face.BaseArea&^named != 0 {
		t.Errorf("%d over the neck, with %v; named on %v", neck, twice.List(), named.List())
	}
}
