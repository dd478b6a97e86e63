package plan_test

import (
	"bytes"
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
	"urncloth/demo"
)

func demoSittings(t testing.TB) []sitting.Sitting {
	t.Helper()
	d, err := demo.Read()
	if err != nil {
		t.Fatal(err)
	}
	docs, err := d.Documents()
	if err != nil {
		t.Fatal(err)
	}
	return docs
}

func TestSameInputGivesTheSameBytes(t *testing.T) {
	for _, s := range demoSittings(t) {
		want := plan.Make(&s).JSON()
		for range 5 {
			again, fs := sitting.Read(JSON(t, s))
			if len(fs) > 0 {
				t.Fatal(fs)
			}
			if got := plan.Make(again).JSON(); !bytes.Equal(got, want) {
				t.Fatalf("%s: two plans of one sitting differ", s.Client.Name)
			}
		}
	}
}

func TestCheckingAPlannersPlanChangesNothing(t *testing.T) {
	for _, s := range demoSittings(t) {
		made := plan.Make(&s).JSON()
		read, fs := plan.Read(made)
		if len(fs) > 0 {
			t.Fatal(fs)
		}
		if got := plan.Check(read).JSON(); !bytes.Equal(got, made) {
			t.Errorf("%s: checking the plan changed it:\n%s", s.Client.Name, firstDifference(made, got))
		}
	}
}

func firstDifference(a, b []byte) string {
	la, lb := strings.Split(string(a), "\n"), strings.Split(string(b), "\n")
	for i := range min(len(la), len(lb)) {
		if la[i] != lb[i] {
			return "made:    " + la[i] + "\nchecked: " + lb[i]
		}
	}
	return "one is longer"
}

func TestEveryPartOfAPlanIsThereAndNothingIsNull(t *testing.T) {
	made := plan.Make(Sitting(t)).JSON()
	if bytes.Contains(made, []byte("null")) {
		t.Error("a plan must not hold null")
	}
	var doc map[string]any
	if err := json.Unmarshal(made, &doc); err != nil {
		t.Fatal(err)
	}
	for _, key := range []string{"format", "sitting", "skin", "countdown", "prep", "stack", "wear", "lift",
		"aftercare", "findings"} {
		if _, there := doc[key]; !there {
			t.Errorf("%s is missing", key)
		}
	}
	step := doc["prep"].(map[string]any)["steps"].([]any)[0].(map[string]any)
	for _, key := range []string{"id", "act", "kind", "product", "zones", "grams", "units", "unit", "hand",
		"film_mg_cm2", "how", "start", "hands_s", "set_s", "contact_s",
		"pads", "pad_faces", "buds", "cloths", "because", "say"} {
		if _, there := step[key]; !there {
			t.Errorf("a step lacks %s", key)
		}
	}
	if doc["sitting"].(map[string]any)["day"].(map[string]any)["chair_at"] != "2027-06-19T09:00:00" {
		t.Error("times are written with seconds")
	}
}

func TestCheckSeesWhatAPersonChanged(t *testing.T) {
	made := plan.Make(Sitting(t))
	read := func() *plan.Plan {
		p, fs := plan.Read(made.JSON())
		if len(fs) > 0 {
			t.Fatal(fs)
		}
		return p
	}
	index := func(p *plan.Plan, kind act.Detail) int {
		for i, s := range p.Prep.Steps {
			if s.Kind == kind && s.Act == "apply" {
				return i
			}
		}
		t.Fatalf("no %s", kind)
		return -1
	}
	p := read()
	spf := &p.Prep.Steps[index(p, "sunscreen")]
	spf.Start = made.Prep.Steps[index(made, "moisturiser_lotion")].Start
	if len(Found(plan.Check(p).Findings, "layer-not-set")) == 0 {
		t.Error("sunscreen moved under the moisturiser is not seen")
	}
	p = read()
	spf = &p.Prep.Steps[index(p, "sunscreen")]
	for z := range spf.Film {
		spf.Film[z] = 1
	}
	checked := plan.Check(p)
	if f := Found(checked.Findings, "spf-short"); len(f) != 1 || !strings.Contains(f[0].Say, "7.07") {
		t.Errorf("half of 50 gives about 7: %s", Rules(f))
	}
	if got := checked.Wear.Dose.Grams; got >= made.Wear.Dose.Grams*0.51 {
		t.Errorf("the dose is reckoned anew: %g", float64(got))
	}
	p = read()
	p.Prep.Steps = slices.Delete(p.Prep.Steps, index(p, "moisturiser_lotion"), index(p, "moisturiser_lotion")+1)
	if len(Found(plan.Check(p).Findings, "no-moisture")) == 0 {
		t.Error("the moisturiser taken out is not missed")
	}
}

func TestAPlanThatMakesNoSenseIsRefusedWithTheFieldNamed(t *testing.T) {
	made := string(plan.Make(Sitting(t)).JSON())
	cases := []struct{ name, old, new, want string }{
		{"a product that is not in the kit", `"product": "micellar"`, `"product": "nectar"`, "is not in the kit"},
		{"an unknown act", `"act": "hands"`, `"act": "juggle"`, `prep.steps[1].act: "juggle" is not a known word here`},
		{"an id twice", `"id": "p2"`, `"id": "p1"`, `prep.steps[1].id: "p1" is the id of an earlier step`},
		{"an unknown zone", `"neck"`, `"knee"`, `"knee" is not a zone of the face or body`},
		{"hands for a day", `"hands_s": 30`, `"hands_s": 90000`,
			"prep.steps[1].hands_s: 90000 is not between 0 and 14400"},
		{"an unknown field", `"act": "hands"`, `"act": "hands", "mood": 1`, "prep.steps[1].mood: is not a known field"},
		{"a fault of the sitting inside", `"phototype": 2`, `"phototype": 7`,
			"sitting.client.phototype: 7 is not between 1 and 6"},
		{"another version", `"format": "urncloth.plan/1"`, `"format": "urncloth.plan/9"`,
			`format: "urncloth.plan/9" is not urncloth.plan/1`},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			_, fs := plan.Read([]byte(strings.Replace(made, c.old, c.new, 1)))
			if !strings.Contains(fs.Error(), c.want) {
				t.Errorf("got %q, want %q", fs.Error(), c.want)
			}
		})
	}
}

func TestASittingIsRefusedWithEveryFaultNamed(t *testing.T) {
	sound := string(JSON(t, Sitting(t)))
	cases := []struct{ name, old, new, want string }{
		{"grade", `"oil":2`, `"oil":4`, "client.zones.forehead.oil: 4 is not between 0 and 3"},
		{"impossible date", `"date":"2027-06-19"`, `"date":"2027-06-31"`,
			`day.date: "2027-06-31" is not a date like 2027-06-19`},
		{"latitude", `"lat":51.7`, `"lat":91`, "day.place.lat: 91 is not between -90 and 90"},
		{"empty kit", sound[strings.Index(sound, `"kit":`):], `"kit":[]}`,
			"kit: is empty; a plan needs at least one product"},
		{"no cheeks", `"cheeks":`, `"chest":`, "client.zones.cheeks: is missing"},
		{"unknown kind", `"kind":"toner"`, `"kind":"nectar"`, `kit[2].kind: "nectar" is not a kind of product`},
		{"unknown method", `"kit":`, `"method":{"moon":"full"},"kit":`, "method.moon: is not a house method"},
		{"unknown option", `"kit":`, `"method":{"depuff":"hammer"},"kit":`,
			`method.depuff: "hammer" is not one of none, cold, massage`},
		{"unknown condition", `"phototype":2`, `"phototype":2,"conditions":[{"kind":"gloom"}]`,
			`client.conditions[0].kind: "gloom" is not a known word here`},
		{"load 0", `"neckline":"closed"`,
			`"neckline":"closed","items":[{"zone":"face","item":"powder","binder":"powder","load":0}]`,
			"look.items[0].load: 0 is not between 1 and 3"},
		{"unknown binder", `"neckline":"closed"`,
			`"neckline":"closed","items":[{"zone":"face","item":"powder","binder":"glitter","load":1}]`,
			`look.items[0].binder: "glitter" is not one of`},
		{"a zone's phototype", `"phototype":2`, `"phototype":2,"x":1`, "client.x: is not a known field"},
		{"a zone's own phototype", `"oil":2`, `"phototype":7,"oil":2`,
			"client.zones.forehead.phototype: 7 is not between 1 and 6"},
		{"what a zone is today", `"oil":2`, `"today":"gone","oil":2`,
			`client.zones.forehead.today: "gone" is not one of`},
		{"without what", `"phototype":2`, `"phototype":2,"without":["nose"]`,
			`client.without[0]: "nose" is not one of lashes, brows, scalp_hair`},
		{"a beard", `"phototype":2`, `"phototype":2,"beard":"long"`, `client.beard: "long" is not one of`},
		{"a habit of no kind", `"phototype":2`, `"phototype":2,"routine":[{"per_week":2}]`,
			"client.routine[0].kind: is missing"},
		{"a habit of an unknown kind", `"phototype":2`, `"phototype":2,"routine":[{"kind":"nectar"}]`,
			`client.routine[0].kind: "nectar" is not a kind of product`},
		{"a habit of no nights", `"phototype":2`, `"phototype":2,"routine":[{"kind":"retinoid","per_week":20}]`,
			"client.routine[0].per_week: 20 is not between 0.1 and 14"},
		{"a habit's last night", `"phototype":2`, `"phototype":2,"routine":[{"kind":"retinoid","last_on":"soon"}]`,
			`client.routine[0].last_on: "soon" is not a date`},
		{"a habit's zone", `"phototype":2`, `"phototype":2,"routine":[{"kind":"retinoid","zones":["knee"]}]`,
			`client.routine[0].zones[0]: "knee" is not a zone`},
		{"bare what", `"timezone":`, `"bare":["knees"],"timezone":`, `day.bare[0]: "knees" is not one of`},
		{"a fan of words", `"timezone":`, `"air":{"fan":"yes"},"timezone":`, "day.air.fan: needs true or false"},
		{"a segment's air", `"timezone":`,
			`"segments":[{"from":"2027-06-19T12:00","to":"2027-06-19T13:00","place":"sun",` +
				`"air":{"temp_c":90}}],"timezone":`,
			"day.segments[0].air.temp_c: 90 is not between -30 and 55"},
		{"leaves before removal", `"timezone":`, `"leaves_at":"2027-06-19T12:00","timezone":`,
			"day.leaves_at: 2027-06-19T12:00:00 is not after lift_at"},
		{"on what zone already", `"timezone":`, `"already_on":["knee"],"timezone":`,
			`day.already_on[0]: "knee" is not a zone`},
		{"a repair before base", `"timezone":`, `"repairs":[{"at":"2027-06-19T09:00","zone":"chin"}],"timezone":`,
			"day.repairs[0].at: 2027-06-19T09:00:00 is not after base_at"},
		{"a repair after wear", `"timezone":`, `"repairs":[{"at":"2027-06-19T17:10","zone":"chin"}],"timezone":`,
			"day.repairs[0].at: 2027-06-19T17:10:00 is after wear_until"},
		{"a repair nowhere", `"timezone":`, `"repairs":[{"at":"2027-06-19T10:00","zone":"knee"}],"timezone":`,
			`day.repairs[0].zone: "knee" is not a zone`},
		{"booked what", `"timezone":`, `"planned":[{"kind":"picnic","on":"2027-06-10"}],"timezone":`,
			`day.planned[0].kind: "picnic" is not a known word here`},
		{"booked when", `"timezone":`, `"planned":[{"kind":"waxed"}],"timezone":`, "day.planned[0].on: is missing"},
		{"booked where", `"timezone":`, `"planned":[{"kind":"waxed","zone":"knee","on":"2027-06-10"}],"timezone":`,
			`day.planned[0].zone: "knee" is not a zone`},
		{"a foundation's factor", `"neckline":"closed"`,
			`"neckline":"closed","items":[{"zone":"face","item":"base","binder":"emulsion","load":1,"spf":500}]`,
			"look.items[0].spf: 500 is not between 0 and 150"},
		{"a house of words", `"kind":"toner"`, `"kind":"toner","house":"ours"`, "kit[2].house: needs true or false"},
		{"a contact below nought", `"kind":"toner"`, `"kind":"toner","contact_min_s":-1`,
			"kit[2].contact_min_s: -1 is not between 0 and 14400"},
		{"a contact the wrong way round", `"kind":"toner"`, `"kind":"toner","contact_min_s":300,"contact_max_s":60`,
			"kit[2].contact_min_s: 300 is more than contact_max_s (60)"},
		{"a label's acidity", `"kind":"toner"`, `"kind":"toner","ph":15`, "kit[2].ph: 15 is not between 0 and 14"},
		{"what stung", `"phototype":2`, `"phototype":2,"learned":{"never":"lotion"}`,
			"client.learned.never: needs a list"},
		{"born after the day", `"phototype":2`, `"phototype":2,"born":"2030-01-01"`,
			"client.born: 2030-01-01 is after the day 2027-06-19"},
		{"a rule that cannot be lifted because there is none", `"kit":`,
			`"lifted":[{"rule":"luck","reason":"x"}],"kit":`, `lifted[0].rule: "luck" is not a rule`},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			s, fs := sitting.Read([]byte(strings.Replace(sound, c.old, c.new, 1)))
			if s != nil || !strings.Contains(fs.Error(), c.want) {
				t.Errorf("got %q, want %q", fs.Error(), c.want)
			}
		})
	}
}

func FuzzSittingsAreReadOrRefusedAndAlwaysPlanned(f *testing.F) {
	for _, s := range demoSittings(f) {
		f.Add(JSON(f, s))
	}
	f.Add([]byte(`{"format":"urncloth.sitting/1"}`))
	f.Fuzz(func(t *testing.T, in []byte) {
		s, fs := sitting.Read(in)
		if (s == nil) == (len(fs) == 0) {
			t.Fatal("neither a sitting nor a fault")
		}
		if s == nil {
			return
		}
		made := plan.Make(s).JSON()
		if _, fs := plan.Read(made); len(fs) > 0 {
			t.Fatalf("a plan that cannot be read back: %s", fs.Error())
		}
	})
}

func FuzzPlansAreReadOrRefusedAndAlwaysChecked(f *testing.F) {
	for _, s := range demoSittings(f)[:2] {
		f.Add(plan.Make(&s).JSON())
	}
	f.Fuzz(func(t *testing.T, in []byte) {
		if p, fs := plan.Read(in); len(fs) == 0 {
			plan.Check(p).JSON()
		}
	})
}

func TestTheRunSheetCarriesClockAmountsAndCautions(t *testing.T) {
	text := plan.Make(With(t, func(s *sitting.Sitting) {
		s.Client.Name = "Ottoline Pryce"
		s.Day.BaseAt = At(t, "09:14")
	})).Text(say.English)
	for _, want := range []string{"Ottoline Pryce · 2027-06-19", "chair 09:00", "base 09:14", "missing",
		"Wash your hands", "sunscreen 1.6 g over 798 cm²", "CAUTION", "emergency number"} {
		if !strings.Contains(text, want) {
			t.Errorf("the sheet lacks %q:\n%s", want, text)
		}
	}
	for _, line := range strings.Split(text, "\n") {
		if len([]rune(line)) > 80 {
			t.Errorf("too wide for the mirror: %q", line)
		}
	}
}

func TestASheetNamesTheLeastFactorOutdoorsOnlyWhereSomebodyIsOutdoors(t *testing.T) {
	for place, want := range map[day.Where]bool{day.BehindGlass: false, day.InSun: true} {
		sheet := plan.Make(With(t, func(s *sitting.Sitting) {
			s.Day.Segments = []day.Segment{{From: At(t, "11:00"), To: At(t, "13:00"), Place: place}}
		})).Text(say.In(""))
		if !strings.Contains(sheet, "to the skin ") || strings.Contains(sheet, "least factor outdoors") != want {
			t.Errorf("%s: %s", place, sheet)
		}
	}
}

func TestTheCatalogueNamesMarkAndSourceOfEverything(t *testing.T) {
	all := plan.Everything(say.English)
	ids := map[rules.ID]bool{}
	for _, r := range all.Rules {
		if r.ID == "" || ids[r.ID] || r.When == "" || r.Say == "" || r.Because == "" || r.Instead == "" ||
			r.Source == "" || r.Basis != "P" && r.Basis != "W" {
			t.Errorf("rule %q is incomplete or stands twice", r.ID)
		}
		ids[r.ID] = true
		if r.Method != "" && !slices.ContainsFunc(all.Methods,
			func(m method.Method) bool { return m.Key == r.Method }) {
			t.Errorf("rule %s names the method %s, which there is not", r.ID, r.Method)
		}
	}
	if len(all.Rules) < 75 || len(all.Methods) != 35 {
		t.Errorf("%d rules and %d methods", len(all.Rules), len(all.Methods))
	}
	for _, f := range all.Figures {
		if f.Name == "" || f.Source == "" || f.Basis != "P" && f.Basis != "W" {
			t.Errorf("figure %+v is incomplete", f)
		}
	}
}

func TestTheDemoIsSoundAndPlansWithoutAStop(t *testing.T) {
	docs := demoSittings(t)
	if len(docs) != 6 || len(docs[0].Kit) < 38 {
		t.Fatalf("%d sittings, %d products", len(docs), len(docs[0].Kit))
	}
	for _, s := range docs {
		p := plan.Make(&s)
		for _, f := range p.Findings {
			if f.Severity == "stop" {
				t.Errorf("%s: %s", s.Client.Name, f.Say)
			}
		}
		if p.Prep.SlackS < 0 {
			t.Errorf("%s is not ready in time", s.Client.Name)
		}
	}
}

func TestAMinimalSittingPlans(t *testing.T) {
	s := With(t, func(s *sitting.Sitting) {
		s.Client = face.Client{Phototype: 3, Zones: s.Client.Zones}
		s.Kit = kit.Kit{{ID: "a", Name: "A", Kind: "moisturiser_lotion"}}
		s.Day.Washed = nil
	})
	p := plan.Make(s)
	if len(p.Prep.Steps) == 0 || p.Prep.Steps[len(p.Prep.Steps)-1].Act != "ready" {
		t.Errorf("steps: %+v", p.Prep.Steps)
	}
}
