package plan_test

import (
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

// closed reckons anew, from what was told alone, which zones nothing may touch that day.
func closed(s *sitting.Sitting) face.Set {
	var zones face.Set
	days := map[face.ConditionKind]int{"peel_light": 1, "needling": 1, "laser": 1, "peel_medium": 7, "peel_deep": 14}
	tattoo := map[face.ConditionKind]face.Zone{"brow_tattoo": face.Brows, "lip_tattoo": face.Lips,
		"liner_tattoo": face.Eyelids}
	mark := func(m string, z face.Zone) {
		switch m {
		case "broken", "blister":
			zones |= face.SetOf(z)
		case "cold_sore":
			zones |= face.SetOf(z, face.Lips, face.UpperLip, face.Chin)
		}
	}
	for z, g := range s.Client.Zones {
		if g.Today == face.Leave || g.Today == face.Self {
			zones |= face.SetOf(z)
		}
		for _, m := range g.Marks {
			mark(string(m), z)
		}
	}
	for _, k := range s.Client.Conditions {
		ago := 0
		if !k.On.IsZero() {
			ago = s.Day.Date.DaysSince(k.On)
		}
		for z := range face.N {
			if k.Zone != nil && *k.Zone != z {
				continue
			}
			if within, is := days[k.Kind]; is && ago <= within {
				zones |= face.SetOf(z)
			}
			if where, is := tattoo[k.Kind]; is && where == z && ago <= 10 {
				zones |= face.SetOf(z)
			}
			if ago <= 0 && z.OnFace() && (k.Kind != "cold_sore" || k.Zone != nil || z == face.Lips) {
				mark(string(k.Kind), z)
			}
			if ago <= 0 && !z.OnFace() && k.Zone != nil {
				mark(string(k.Kind), z)
			}
		}
		if k.Kind == "eye_infection" && ago <= 1 {
			zones |= face.NearEyes
		}
	}
	return zones
}

// hands is every step of a plan that touches the client, with its zones.
func hands(p *plan.Plan) (steps []stack.Step) {
	for _, st := range slices.Concat(p.Prep.Steps, p.Lift.Steps, p.Aftercare.Steps) {
		if st.Act != act.Refer && st.Act != act.Setup {
			steps = append(steps, st)
		}
	}
	for _, u := range p.Wear.TouchUps {
		for _, st := range u.Steps {
			words := st.Zones
			if len(words) == 0 {
				words = u.Zones
			}
			s := stack.Step{ID: u.ID, Act: st.Act, Product: st.Product}
			for _, w := range words {
				var z face.Zone
				if z.UnmarshalText([]byte(w)) == nil {
					s.Zones = append(s.Zones, z)
				} else {
					s.Zones = append(s.Zones, face.Face.List()...)
				}
			}
			steps = append(steps, s)
		}
	}
	return steps
}

// followed looks for the step that each house method asked for, or for the finding that names the method.
func followed(t *testing.T, n int, p *plan.Plan) {
	t.Helper()
	named := map[method.Key]bool{}
	for _, f := range p.Findings {
		if f.Rule == rules.MethodNotMet {
			named[f.Method] = true
		}
	}
	did := map[string]bool{}
	for _, st := range p.Prep.Steps {
		did[string(st.Act)+" "+string(st.Kind)] = true
	}
	for _, st := range p.Lift.Steps {
		did["off "+string(st.Kind)] = true
	}
	for _, st := range p.Aftercare.Steps {
		did["night "+string(st.Kind)] = true
	}
	some := func(steps ...string) bool {
		return slices.ContainsFunc(steps, func(s string) bool { return did[s] })
	}
	for _, m := range []struct {
		key    method.Key
		option method.OptionID
		done   bool
	}{
		{method.SameDayPolish, method.Gentle, some("treat enzyme_polish", "treat scrub")},
		{method.SameDayPolish, method.Full, some("treat enzyme_polish", "treat scrub")},
		{method.SameDayMask, method.HydratingMask, some("treat mask_hydrating", "treat mask_clay")},
		{method.SameDayMask, method.ByZone, some("treat mask_hydrating", "treat mask_clay")},
		{method.Facial, method.Yes, some("treat mask_hydrating", "treat mask_clay")},
		{method.Depuff, method.Cold, some("hold cold")},
		{method.Depuff, method.MassageUp, some("massage massage")},
		{method.Toner, method.Always, some("off toner") || len(p.Lift.Steps) == 0 || !removes(p)},
		{method.Wipes, method.TravelOnly, some("off wipe") || !removes(p)},
		{method.SecondCleanse, method.Always, some("off cream_cleanser", "off gel_cleanser", "off foam_cleanser",
			"off micellar") || better(p) || !removes(p)},
		{method.CheckWithMicellar, method.Yes, some("off micellar") || !removes(p)},
		{method.NightExfoliant, method.BySkin, some("night enzyme_polish", "night acid_toner", "night retinoid",
			"night scrub")},
	} {
		if p.Sitting.Method.Is(m.key, m.option) && !m.done && !named[m.key] {
			t.Errorf("stranger %d: the method %s, %s, is neither followed nor named", n, m.key, m.option)
		}
	}
}

// better reports whether two balms or oils took off what was on, the dearer after the cheaper.
func better(p *plan.Plan) bool {
	var oils []string
	for _, s := range p.Lift.Steps {
		if s.Act == act.Massage && (s.Kind == "balm" || s.Kind == "cleansing_oil" || s.Kind == "plant_oil") {
			oils = append(oils, s.Product)
		}
	}
	return len(oils) > 1 && oils[0] != oils[len(oils)-1]
}

// consistent looks for sentences that contradict the fields of their own step.
func consistent(t *testing.T, n int, p *plan.Plan) {
	t.Helper()
	bald := p.Sitting.Client.Lacks(face.ScalpHair)
	for _, st := range slices.Concat(p.Prep.Steps, p.Lift.Steps, p.Aftercare.Steps) {
		words := strings.ToLower(st.Say)
		has := func(some ...string) bool {
			return slices.ContainsFunc(some, func(w string) bool { return strings.Contains(words, w) })
		}
		for what, wrong := range map[string]bool{
			"patted or laid, and pressed or wiped": (st.How == act.Pat || st.How == act.Lay || st.How == act.LayDamp) &&
				has("press ", "wipe ", "massage ", "smooth ") && !has("no pressing"),
			"cool, and warm": st.TempC > 0 && st.TempC < 36 && has("warm cloth", "warm, wrung") &&
				!has("lukewarm", "no warm one"),
			"warm, and lukewarm": st.TempC >= 36 && has("lukewarm"),
			"pads, and none counted": has(" pad ", " pads ") && st.Pads == 0 && st.PadFaces == 0 && st.Buds == 0 &&
				!has("the pads are for"),
			"hair, and none there": bald && has("hair"),
			"an amount that is another": st.Amount != "" && st.Act == act.Apply && !has(strings.ToLower(st.Amount)) &&
				has(" g,"),
			"a bald amount": strings.Contains(st.Say, "{") || strings.Contains(st.Say, "  "),
		} {
			if wrong {
				t.Errorf("stranger %d, %s: %s: %s (%s, %g °C)", n, st.ID, what, st.Say, st.How, st.TempC)
			}
		}
	}
}

// removes reports whether a remover is used at all.
func removes(p *plan.Plan) bool { return p.Lift.Passes > 0 }

func TestNoPhaseTouchesAZoneThatMustBeLeftAlone(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(11, 10))
	docs := demoSittings(t)
	valid, met := 0, 0
	for n := range 2200 {
		if testing.Short() && n == 300 {
			break
		}
		s := Stranger(t, r, docs)
		if len(s.Check("", nil)) > 0 {
			continue
		}
		valid++
		alone := closed(s)
		p := plan.Make(s)
		for _, st := range hands(p) {
			if bad := face.SetOf(st.Zones...) & alone; bad != 0 {
				t.Errorf("stranger %d: %s of %q (%s) touches %v", n, st.Act, st.Product, st.ID, bad.List())
			}
		}
		for _, f := range p.Findings {
			if f.Step != "" && slices.Contains([]rules.ID{rules.Heats, rules.Pulls, rules.Presses, rules.LeaveAlone},
				f.Rule) {
				t.Errorf("stranger %d: %s step %s on %v: %s", n, f.Phase, f.Step, f.Zones, f.Say)
			}
		}
		followed(t, n, p)
		consistent(t, n, p)
		shows := face.Face | sitting.Open(s).Neighbours()
		if alone&shows == 0 {
			continue
		}
		met++
		said := 0
		for _, f := range p.Findings {
			if f.Rule == rules.LeaveAlone && f.Severity == rules.Stop {
				said++
			}
		}
		if said > 1 {
			t.Errorf("stranger %d: said %d times that zones are left alone", n, said)
		}
	}
	if !testing.Short() && (valid < 2000 || met < 300) {
		t.Errorf("only %d strangers, %d with a zone to leave", valid, met)
	}
}

// painted is a sitting with makeup on face, lids and lips, and one zone of which something is told.
func painted(t *testing.T, change func(s *sitting.Sitting)) *sitting.Sitting {
	return With(t, func(s *sitting.Sitting) {
		item := func(z string, name string, b look.Binder) look.Item {
			it := look.Item{Item: name, Binder: b, Load: 2}
			if err := it.Zone.UnmarshalText([]byte(z)); err != nil {
				t.Fatal(err)
			}
			return it
		}
		s.Look.Items = []look.Item{item("face", "foundation", look.Emulsion), item("lips", "lipstick", look.WaxOil),
			item("brows", "brow_pencil", look.WaxOil)}
		Add(s, kit.Product{ID: "balm", Name: "Balm", Kind: kit.Balm, Base: "oil", EyeSafe: true})
		change(s)
	})
}

func TestLeftAloneMeansNoMakeupThereEitherAndIsSaidOnce(t *testing.T) {
	for _, c := range []struct {
		name      string
		change    func(s *sitting.Sitting)
		zone      face.Zone
		left      string // makeup that is named as left out
		severity  rules.Severity
		care      bool // care goes there all the same
		unstacked bool
	}{
		{"a zone to leave", func(s *sitting.Sitting) { s.Client.Zones[face.Lips] = face.Grades{Today: face.Leave} },
			face.Lips, "lipstick", rules.Stop, false, true},
		{"a zone she does herself",
			func(s *sitting.Sitting) { s.Client.Zones[face.Brows] = face.Grades{Today: face.Self} },
			face.Brows, "brow pencil", rules.Note, false, true},
		{"a wound",
			func(s *sitting.Sitting) { s.Client.Zones[face.Chin] = face.Grades{Marks: []face.Mark{face.Broken}} },
			face.Chin, "foundation", rules.Stop, false, true},
		{"a cold sore", func(s *sitting.Sitting) { s.Client.Conditions = []face.Condition{{Kind: "cold_sore"}} },
			face.Lips, "foundation and lipstick", rules.Stop, false, true},
		{"sunburn: care stays, makeup does not", func(s *sitting.Sitting) {
			s.Client.Zones[face.Nose] = face.Grades{Marks: []face.Mark{face.Sunburn}}
		}, face.Nose, "foundation", rules.Caution, true, true},
		{"filler of yesterday", func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: "filler", On: On(t, "2027-06-18"), Zone: P(face.Cheeks)}}
		}, face.Cheeks, "foundation", rules.Stop, true, true},
		{"waxed yesterday", func(s *sitting.Sitting) {
			s.Client.Conditions = []face.Condition{{Kind: "waxed", On: On(t, "2027-06-18"), Zone: P(face.Chin)}}
		}, face.Chin, "foundation", rules.Stop, true, true},
	} {
		t.Run(c.name, func(t *testing.T) {
			p := plan.Make(painted(t, c.change))
			var said []rules.Finding
			for _, f := range p.Findings {
				if f.Rule == rules.LeaveAlone {
					said = append(said, f)
				}
			}
			if len(said) != 1 || said[0].Severity != c.severity || !slices.Contains(said[0].Zones, c.zone) ||
				!strings.Contains(said[0].Say, "Left out there: "+c.left+".") || said[0].Phase != rules.Prep {
				t.Fatalf("%+v", said)
			}
			if own := said[0].Because == "It is the client's own to do."; own != (c.severity == rules.Note) ||
				own == strings.Contains(said[0].Instead, "doctor") {
				t.Errorf("%+v", said[0])
			}
			care := false
			for _, st := range p.Prep.Steps {
				care = care || st.Act == act.Apply && slices.Contains(st.Zones, c.zone)
			}
			if care != c.care {
				t.Errorf("care is %t there", care)
			}
			for _, l := range p.Stack.AtLift[c.zone] {
				if l.Item != "" {
					t.Errorf("%s lies there at removal", l.Item)
				}
			}
			for _, f := range p.Findings {
				if f.Rule == rules.LeftOn || f.Rule == rules.MissedSkin || f.Rule == rules.CannotDissolve {
					t.Errorf("%s: %s", f.Rule, f.Say)
				}
			}
		})
	}
}

func TestAZoneSaidToBeCleanCarriesNoMakeupAndNobodySpeaksOfIt(t *testing.T) {
	p := plan.Make(painted(t,
		func(s *sitting.Sitting) { s.Client.Zones[face.Lips] = face.Grades{Today: face.CleanZone} }))
	for _, l := range p.Stack.AtLift[face.Lips] {
		if l.Item != "" {
			t.Errorf("%s lies there", l.Item)
		}
	}
	if len(Found(p.Findings, rules.LeaveAlone)) > 0 || len(p.Stack.AtBase[face.Lips]) == 0 {
		t.Errorf("care stays and nothing is said: %s", Rules(p.Findings))
	}
}

func TestMakeupThatIsOnAZoneToLeaveStaysForTheClientOrAClinician(t *testing.T) {
	p := plan.Make(painted(t, func(s *sitting.Sitting) {
		s.Client.Zones[face.Lips] = face.Grades{Today: face.Leave}
		s.Day.AlreadyOn = []string{"lips"}
	}))
	refers := slices.ContainsFunc(p.Lift.Steps, func(st stack.Step) bool {
		return st.Act == act.Refer && strings.Contains(st.Say, "makeup on lips stays")
	})
	if !refers || len(Found(p.Findings, rules.LeftOn)) > 0 || len(Found(p.Findings, rules.CannotDissolve)) > 0 {
		t.Errorf("%t %s", refers, Rules(p.Findings))
	}
}

func TestWhereNothingMayRubMakeupIsLaidOffWithWetPads(t *testing.T) {
	p := plan.Make(painted(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "twin", Name: "Twin", Kind: "biphase", Base: "oil", EyeSafe: true},
			kit.Product{ID: "melt", Name: "Melt", Kind: "balm", Base: "oil", EyeSafe: true})
		s.Client.Conditions = []face.Condition{{Kind: "filler", On: On(t, "2027-06-18"), Zone: P(face.Cheeks)}}
		s.Day.AlreadyOn = []string{"cheeks"}
	}))
	laid := 0
	for _, st := range p.Lift.Steps {
		if !slices.Contains(st.Zones, face.Cheeks) {
			continue
		}
		switch st.Act {
		case act.Hold, act.Wipe:
			if st.How != act.Lay && st.How != act.LayDamp || st.Pads == 0 {
				t.Errorf("%s %s: %s", st.Act, st.How, st.Say)
			}
			if st.Act == act.Hold {
				laid++
			}
		case act.Massage, act.Emulsify, act.Cloth:
			t.Errorf("%s: %s", st.Act, st.Say)
		}
	}
	if left := p.Lift.Residue[face.Cheeks]; laid == 0 || left.Left > left.Target {
		t.Errorf("%d pads laid, %v left", laid, left.Left)
	}
}

func TestAFaceThatIsLeftAloneIsNotCalledReadyForBaseNorIsTheKitBlamedForItsSunscreen(t *testing.T) {
	leave := func(zones ...face.Zone) *plan.Plan {
		return plan.Make(painted(t, func(s *sitting.Sitting) {
			for _, z := range zones {
				g := s.Client.Zones[z]
				g.Today = face.Leave
				s.Client.Zones[z] = g
			}
			s.Client.Wears = []face.Wear{face.ContactLenses}
		}))
	}
	for _, c := range []struct {
		p     *plan.Plan
		last  string
		alone int
	}{{leave(face.Chin), "Skin is ready for base", 1}, {leave(face.Upper.List()...), "Done.", 9}} {
		last := c.p.Prep.Steps[len(c.p.Prep.Steps)-1]
		if last.Act != act.Ready || !strings.HasPrefix(last.Say, c.last) {
			t.Errorf("ends with %s: %s", last.Act, last.Say)
		}
		out := slices.ContainsFunc(c.p.Prep.Steps, func(s stack.Step) bool { return s.Act == act.LensOut })
		if out != (c.alone == 1) {
			t.Errorf("lenses out: %t, with %d zones alone", out, c.alone)
		}
		for _, f := range Found(c.p.Findings, rules.SPFMissing) {
			if !strings.HasPrefix(f.Say, "No sunscreen goes on ") || len(f.Zones) < c.alone {
				t.Errorf("%v: %s", f.Zones, f.Say)
			}
		}
		if len(Found(c.p.Findings, rules.SPFMissing)) != 1 {
			t.Errorf("%s", Rules(c.p.Findings))
		}
	}
}
