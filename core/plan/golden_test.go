package plan_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"testing"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

// lines writes a value with one line for each entry of its lists, so that a diff can be read.
func lines(t *testing.T, b *bytes.Buffer, name string, v any) {
	t.Helper()
	text, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	var list []json.RawMessage
	var object map[string]json.RawMessage
	switch {
	case json.Unmarshal(text, &list) == nil:
		for _, e := range list {
			fmt.Fprintf(b, "%s %s\n", name, e)
		}
	case json.Unmarshal(text, &object) == nil:
		for _, k := range face.All.List() { // maps by zone, in order
			if e, there := object[k.String()]; there {
				fmt.Fprintf(b, "%s.%s %s\n", name, k, e)
				delete(object, k.String())
			}
		}
		if len(object) > 0 {
			rest, _ := json.Marshal(object)
			fmt.Fprintf(b, "%s %s\n", name, rest)
		}
	default:
		fmt.Fprintf(b, "%s %s\n", name, text)
	}
}

// whole is a whole plan but its sitting.
func whole(t *testing.T, p *plan.Plan) []byte {
	t.Helper()
	var b bytes.Buffer
	lines(t, &b, "skin", p.Skin)
	lines(t, &b, "areas", p.Zones.Areas)
	lines(t, &b, "limits", p.Zones.Limits)
	lines(t, &b, "countdown", p.Countdown)
	lines(t, &b, "prep", map[string]any{"starts": p.Prep.StartsAt, "ready": p.Prep.ReadyAt, "slack": p.Prep.SlackS,
		"cost": p.Prep.Cost, "second": p.Prep.RunnerUp})
	lines(t, &b, "gave_up", p.Prep.GaveUp)
	lines(t, &b, "prep.steps", p.Prep.Steps)
	lines(t, &b, "at_base", p.Stack.AtBase)
	lines(t, &b, "at_lift", p.Stack.AtLift)
	w := p.Wear
	lines(t, &b, "wear", map[string]any{"dose": w.Dose, "sed": w.DoseSED, "budget": w.BudgetSED, "honest": w.Honest})
	lines(t, &b, "curve", w.Curve)
	lines(t, &b, "shine", w.Shine)
	lines(t, &b, "touch_ups", w.TouchUps)
	lines(t, &b, "bag", w.Bag)
	lines(t, &b, "wear.card", w.Card)
	l := p.Lift
	lines(t, &b, "lift.steps", l.Steps)
	lines(t, &b, "residue", l.Residue)
	lines(t, &b, "peel", l.Peel)
	l.Steps, l.Residue, l.Peel = nil, nil, nil
	lines(t, &b, "lift", l)
	lines(t, &b, "night", p.Aftercare.Steps)
	lines(t, &b, "tomorrow", p.Aftercare.Tomorrow)
	lines(t, &b, "night.card", p.Aftercare.Card)
	lines(t, &b, "findings", p.Findings)
	return b.Bytes()
}

// people are clients, days, looks and methods as far apart as a studio meets them.
func people(t *testing.T) map[string]*sitting.Sitting {
	t.Helper()
	docs := demoSittings(t)
	from := func(n int, change func(s *sitting.Sitting)) *sitting.Sitting {
		s := docs[n%len(docs)]
		s.Kit = append(kit.Kit{}, s.Kit...)
		s.Method = method.Choice{}.Over(s.Method)
		s.Look.Items = append([]look.Item{}, s.Look.Items...)
		s.Day.Segments = append([]day.Segment{}, s.Day.Segments...)
		change(&s)
		if fs := s.Check("", nil); len(fs) > 0 {
			t.Fatal(fs)
		}
		return &s
	}
	same := func(*sitting.Sitting) {}
	oil := func(oil, water int, marks ...face.Mark) face.Grades {
		return face.Grades{Oil: P(oil), Water: P(water), Marks: marks}
	}
	all := map[string]*sitting.Sitting{}
	for n := range docs {
		all[fmt.Sprintf("demo-%d", n+1)] = from(n, same)
	}
	all["child"] = from(0, func(s *sitting.Sitting) {
		s.Client = face.Client{Born: On(t, "2019-02-03"), HeightCM: 124, WeightKG: 24, Phototype: 1, Guardian: true,
			Sensitivity: 2,
			Zones:       map[face.Zone]face.Grades{face.Forehead: oil(0, 2), face.Cheeks: oil(0, 1, face.Flaky)}}
		s.Method[method.MoistureDose], s.Method[method.SPFMeasure], s.Method[method.DampLayering] = method.Generous,
			method.Spoon, method.Yes
	})
	all["parched-night"] = from(1, func(s *sitting.Sitting) {
		s.Client = face.Client{Phototype: 6, Mature: true, Sensitivity: 3, HeightCM: 181, WeightKG: 92,
			Dislikes: []string{"fragrance"}, Wishes: []string{"vegan"},
			Zones: map[face.Zone]face.Grades{face.Forehead: oil(0, 0), face.Cheeks: oil(0, 0, face.Flaky),
				face.Chin: oil(1, 1, face.Scar)},
			Conditions: []face.Condition{{Kind: face.Eczema, Zone: P(face.Cheeks)},
				{Kind: face.Retinoid, On: On(t, "2027-06-16")}, {Kind: face.Asthma}}}
		s.Day.ChairAt, s.Day.BaseAt, s.Day.WearUntil, s.Day.LiftAt = At(t, "21:30"), At(t, "22:40"),
			At(t, "2027-06-20T03:30"), At(t, "2027-06-20T03:45")
		s.Day.Segments, s.Day.Washed = nil, nil
		s.Day.Air = day.Air{TempC: P(3.0), Humidity: P(0.25)}
		s.Method[method.NightLayers], s.Method[method.OilSlot], s.Method[method.FirstCleanseOn] = method.Layered,
			method.MixedWithSerum, method.WarmDamp
	})
	all["swimmer"] = from(2, func(s *sitting.Sitting) {
		s.Client.Phototype = 2
		s.Client.Learned = face.Learned{Moisture: map[face.Zone]float64{face.Cheeks: 1.2},
			Sebum: map[face.Zone]float64{face.Forehead: 1.4},
			Lift:  map[string]float64{"balm/waterproof_film": 0.7}}
		s.Day.Segments = []day.Segment{
			{From: At(t, "11:00"), To: At(t, "12:10"), Place: day.InWater, Activity: day.Swim, Ground: day.OverWater,
				TowelledAt: []day.Local{At(t, "12:10")}},
			{From: At(t, "12:10"), To: At(t, "14:00"), Place: day.InSun, Ground: day.Sand, Wind: true},
			{From: At(t, "14:00"), To: At(t, "14:30"), Place: day.InShade, KeepFree: true},
			{From: At(t, "14:30"), To: At(t, "16:00"), Place: day.InSun, Activity: day.Active, Flash: true}}
		s.Day.ChairAt, s.Day.BaseAt, s.Day.WearUntil, s.Day.LiftAt = At(t, "09:00"), At(t, "10:00"), At(t, "17:00"),
			At(t, "17:20")
		s.Day.BudgetMED, s.Day.Sky, s.Day.OzoneDU, s.Day.Place.HeightM = P(0.3), day.Scattered, P(310.0), 850
		s.Method[method.SecondCoat], s.Method[method.MistHow] = method.Early, method.Spray
	})
	all["hurried-beard"] = from(3, func(s *sitting.Sitting) {
		s.Client = face.Client{Phototype: 3, Zones: map[face.Zone]face.Grades{face.Forehead: oil(3, 2, face.Breakout),
			face.Cheeks: oil(2, 1, face.Pigment), face.Chin: oil(3, 3)},
			Wears:      []face.Wear{face.ContactLenses, face.Glasses},
			Conditions: []face.Condition{{Kind: face.Injectables, On: On(t, "2027-06-12"), Zone: P(face.Forehead)}}}
		s.Look.Items = append(s.Look.Items, look.Item{Zone: spot(t, "jaw"), Item: "beard cover",
			Binder: look.AlcoholFilm, Load: 3},
			look.Item{Zone: spot(t, "forehead"), Item: "fixing spray", Binder: look.SiliconeFilm, Load: 1})
		s.Day.ChairAt, s.Day.BaseAt, s.Day.ShavedAt = At(t, "09:00"), At(t, "09:22"), At(t, "08:40")
		s.Day.Washed = &day.Wash{At: At(t, "08:50"), Hot: true}
		s.Method[method.SecondCleanse], s.Method[method.RemovalTool], s.Method[method.PrimerSplit] = method.Always,
			method.Cloth, method.ByZoneWithVeil
	})
	all["kept-lashes"] = from(4, func(s *sitting.Sitting) {
		s.Client.Wears, s.Client.Conditions = []face.Wear{face.LensesStay, face.Jewellery},
			[]face.Condition{{Kind: face.ConditionKind(face.ColdSore)}, {Kind: face.Rosacea}}
		s.Look.Items = append(s.Look.Items, look.Item{Zone: spot(t, "eyelids"), Item: "strip lashes",
			Binder: look.Adhesive, Load: 1, Attach: look.GlueStrip, Keep: true},
			look.Item{Zone: spot(t, "lips"), Item: "stain", Binder: look.SiliconeFilm, Load: 3, Strong: true})
		s.Method[method.EyeOrder], s.Method[method.Depuff], s.Method[method.EyeRemover] = method.EyesLast,
			method.Cold, method.OilFree
	})
	all["effects"] = from(5, func(s *sitting.Sitting) {
		s.Client.Sensitivity, s.Client.Conditions = 1, []face.Condition{{Kind: face.Isotretinoin,
			On: On(t, "2027-03-01")}, {Kind: face.Pregnant}}
		s.Look.Items = append(s.Look.Items, look.Item{Zone: spot(t, "cheeks"), Item: "scar piece",
			Binder: look.FXResin, Load: 2, FirstUse: true},
			look.Item{Zone: spot(t, "eyelids"), Item: "glitter", Binder: look.WaxOil, Load: 2})
		s.Method[method.SPFLayer], s.Method[method.Massage], s.Method[method.CheckWithMicellar] = method.Blended,
			method.Long, method.Yes
	})
	return all
}

func spot(t *testing.T, zone string) (s look.Spot) {
	t.Helper()
	if err := s.UnmarshalText([]byte(zone)); err != nil {
		t.Fatal(err)
	}
	return s
}

func TestADozenPeopleGetTheVeryPlansThatWereRead(t *testing.T) {
	all := people(t)
	if len(all) != 12 {
		t.Fatalf("%d people", len(all))
	}
	for name, s := range all {
		p := plan.Make(s)
		Golden(t, name+".txt", whole(t, p))
		if got := plan.Check(p); !bytes.Equal(whole(t, got), whole(t, p)) {
			t.Errorf("checking the plan of %s changes it", name)
		}
	}
	Golden(t, "sheet.txt",
		[]byte(plan.Make(all["swimmer"]).Text(say.English)+plan.Make(all["hurried-beard"]).Text(say.English)))
}

func TestTheCatalogueIsTheOneThatWasRead(t *testing.T) {
	c := plan.Everything(say.English)
	var b bytes.Buffer
	lines(t, &b, "rule", c.Rules)
	lines(t, &b, "method", c.Methods)
	lines(t, &b, "figure", c.Figures)
	lines(t, &b, "preset", c.Presets)
	lines(t, &b, "kind", c.Kinds)
	lines(t, &b, "remover", c.Removers)
	lines(t, &b, "slot", c.Slots)
	lines(t, &b, "allergies", c.Allergy)
	lines(t, &b, "words", c.Words)
	Golden(t, "catalogue.txt", b.Bytes())
	var m bytes.Buffer
	for _, id := range say.IDs() {
		fmt.Fprintf(&m, "%s %v\n", id, say.English.Slots(id))
	}
	Golden(t, "messages.txt", m.Bytes())
}
