package chair_test

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

func withTissues(s *sitting.Sitting) {
	Add(s, kit.Product{ID: "tissue", Name: "Tissue", Kind: "tissue", Count: P(40)})
}

// check is a room in which prep is done to the touch check, which reads some zones.
func check(t *testing.T, change func(s *sitting.Sitting), reads string) (r *room, id string, at time.Time) {
	t.Helper()
	r = enter(t, func(s *sitting.Sitting) { withTissues(s); change(s) })
	id = r.find(plan.Prep, does(act.TouchCheck)).ID
	at = r.until(plan.Prep, id, 0)
	r.step(at, chair.Start, id)
	at = after(at, 20)
	r.says(at, chair.Touch, `"reads": {`+reads+`}`)
	r.step(at, chair.Done, id)
	return r, id, at
}

func TestWhatATouchCheckAsksForIsPattedAndLaidOnSkinThatMustBeLeftStill(t *testing.T) {
	fresh := func(s *sitting.Sitting) {
		s.Client.Conditions = []face.Condition{{Kind: face.Filler, On: On(t, "2027-06-18"), Zone: P(face.Cheeks)}}
	}
	r, id, _ := check(t, fresh, `"cheeks": "tight", "jaw": "tacky", "chin": "greasy", "nose": "greasy"`)
	d := r.now(time.Time{})
	for _, w := range []struct {
		of   string
		zone face.Zone
		how  act.How
		say  string
	}{
		{".tight", face.Cheeks, act.Pat, "pat a little more"}, {".tacky", face.Jaw, act.Press, "press a tissue"},
		{".greasy", face.Chin, act.Press, "press a tissue"},
	} {
		i := slices.IndexFunc(d.Plan.Prep.Steps, func(o stack.Step) bool { return strings.HasPrefix(o.ID, id+w.of) })
		if i < 0 {
			t.Fatalf("%s is not there: %v", w.of, brief(t, d.Plan))
		}
		if s := d.Plan.Prep.Steps[i]; s.How != w.how || !slices.Contains(s.Zones, w.zone) ||
			!strings.Contains(s.Say, w.say) {
			t.Errorf("%s on %v: %s, %s", w.of, s.Zones, s.How, s.Say)
		}
	}
	r, id, _ = check(t, fresh, `"cheeks": "greasy", "jaw": "greasy"`)
	d = r.now(time.Time{})
	still, other := step(d, id+".greasy2"), step(d, id+".greasy")
	if still.How != act.Lay || !slices.Equal(still.Zones, []face.Zone{face.Cheeks}) ||
		!strings.Contains(still.Say, "lift it") || other.How != act.Press {
		t.Errorf("%+v\n%+v", still, other)
	}
	r, id, _ = check(t, fresh, `"cheeks": "tacky"`)
	d = r.now(time.Time{})
	if s := step(d, id+".tacky"); s.How != act.Lay || !strings.Contains(s.Say, "without pressing") {
		t.Errorf("%+v", s)
	}
	for _, f := range d.Plan.Findings {
		if f.Severity == rules.Stop && f.Step == id+".tacky" {
			t.Error(f.Say)
		}
	}
	if say := r.find(plan.Prep, does(act.TouchCheck)).Say; !strings.Contains(say, "only laid on") {
		t.Errorf("the check itself: %s", say)
	}
}

func TestWhatATouchCheckAskedForLapsesWhereTheNextLayerGoesOnBeforeIt(t *testing.T) {
	r, id, at := check(t, asItIs, `"cheeks": "tight", "eyelids": "greasy", "jaw": "greasy"`)
	spf := r.find(plan.Prep, of(kit.Sunscreen))
	before := step(r.now(time.Time{}), id+".greasy")
	if !slices.Contains(before.Zones, face.Jaw) || !slices.Contains(before.Zones, face.Eyelids) {
		t.Fatalf("%v", before.Zones)
	}
	s := *spf
	s.Zones = slices.DeleteFunc(slices.Clone(spf.Zones), func(z face.Zone) bool { return z == face.Eyelids })
	if len(s.Zones) == len(spf.Zones) {
		t.Fatalf("sunscreen on %v", spf.Zones)
	}
	r.plan.Prep.Steps[slices.IndexFunc(r.plan.Prep.Steps, func(o stack.Step) bool { return o.ID == s.ID })] = s
	r.step(at, chair.Start, s.ID)
	d := r.now(time.Time{})
	if l := line(d, id+".tight"); l.State != chair.Skipped || !strings.Contains(l.Reason, "Day fluid is on over it") {
		t.Errorf("cream over sunscreen: %+v", l)
	}
	if left := step(d, id+".greasy"); !slices.Equal(left.Zones, []face.Zone{face.Eyelids}) ||
		strings.Contains(left.Say, "jaw") || !strings.Contains(left.Say, "eyelids") {
		t.Errorf("of the tissue is left %v: %s", left.Zones, left.Say)
	}
	r, id, at = check(t, asItIs, `"cheeks": "tight", "jaw": "tight"`)
	had := step(r.now(time.Time{}), id+".tight").Grams
	r.step(at, chair.Done, r.find(plan.Prep, of(kit.LipBalm)).ID)
	if now := step(r.now(time.Time{}), id+".tight"); now.Grams != had || len(now.Zones) != 2 {
		t.Errorf("balm on the lips is not over it: %v, %v g", now.Zones, now.Grams)
	}
	slipped := func(s *sitting.Sitting) {
		s.Day.Repairs = []day.Repair{{At: s.Day.BaseAt.Add(5), Zone: "cheeks", Item: "blush"}}
	}
	r, id, at = check(t, slipped, `"cheeks": "tight"`)
	r.step(at, chair.Start, r.find(plan.Prep, does(act.Repair)).ID)
	if l := line(r.now(time.Time{}), id+".tight"); l.State != chair.Waiting {
		t.Errorf("a repair is no layer over it: %+v", l)
	}
}

func TestNoMoreIsAskedForOfWhatMayNotGoThere(t *testing.T) {
	r := enter(t, func(s *sitting.Sitting) {
		s.Kit.Find("cream").ExpiresOn = On(t, "2027-06-01")
	})
	id := r.find(plan.Prep, does(act.TouchCheck)).ID
	moist := r.find(plan.Prep, of(kit.MoisturiserLotion))
	r.says(r.clock("09:05:00"), chair.Swap, fmt.Sprintf(`"step": %q, "product": "cream"`, moist.ID))
	at := r.until(plan.Prep, id, 0)
	r.says(after(at, 20), chair.Touch, `"reads": {"cheeks": "tight"}`)
	d := r.now(time.Time{})
	more := func(o stack.Step) bool { return strings.HasPrefix(o.ID, id+".tight") }
	if slices.ContainsFunc(d.Plan.Prep.Steps, more) ||
		!strings.Contains(strings.Join(d.Says, " "), "nothing moist that may go there") {
		t.Errorf("%v, %v", d.Says, brief(t, d.Plan))
	}
}

func TestSkinThatReadsHotAtTheChairIsCooledBeforeAnythingElseGoesOn(t *testing.T) {
	hot := func(surface string, before ...string) (*chair.Document, *room) {
		r := enter(t, asItIs)
		cleanse := r.find(plan.Prep, does(act.Cleanse)).ID
		at := r.until(plan.Prep, cleanse, 0)
		r.says(at, chair.Read, `"surface_c": `+surface)
		for _, again := range before {
			r.says(after(at, 600), chair.Read, `"surface_c": `+again)
		}
		return r.now(time.Time{}), r
	}
	cloths := func(d *chair.Document) (list []stack.Step) {
		for _, s := range d.Plan.Prep.Steps {
			if s.Act == act.Cool {
				list = append(list, s)
			}
		}
		return list
	}
	d, _ := hot("35.6")
	list := cloths(d)
	if len(list) != 1 || list[0].ContactS != 3*figure.CoolEachS || d.Next != list[0].ID {
		t.Fatalf("%v, next %s", brief(t, d.Plan), d.Next)
	}
	if f := Found(d.Plan.Findings, rules.HotSkin); len(f) > 0 {
		t.Errorf("cooled, and still: %s", f[0].Say)
	}
	for _, surface := range []string{"34.9", "33"} {
		if d, _ := hot(surface); len(cloths(d)) > 0 {
			t.Errorf("%s °C is cool enough: %v", surface, brief(t, d.Plan))
		}
	}
	if d, _ := hot("35.6", "34.2"); len(cloths(d)) > 0 {
		t.Errorf("read again and cool: %v", brief(t, d.Plan))
	}
	d, r := hot("35.6")
	id := cloths(d)[0].ID
	at, _ := r.events[len(r.events)-1].At.In(r.loc)
	r.step(at, chair.Start, id)
	r.step(after(at, 360), chair.Done, id)
	if d = r.now(time.Time{}); step(d, d.Next).Act == act.Cool {
		t.Error("cooled once, and asked again before anybody read it")
	}
	r.says(after(at, 370), chair.Read, `"surface_c": 35.1`)
	if d = r.now(time.Time{}); step(d, d.Next).Act != act.Cool || step(d, d.Next).ContactS != 2*figure.CoolEachS {
		t.Errorf("hot still, and next is %s", d.Next)
	}
}

func TestFilmsAheadSetAsLongAsTheAirOfTheMomentLets(t *testing.T) {
	r := enter(t, asItIs)
	moist := r.find(plan.Prep, of(kit.MoisturiserLotion))
	cleanse := r.find(plan.Prep, does(act.Cleanse)).ID
	at := r.until(plan.Prep, cleanse, 0)
	r.says(at, chair.Read, `"temp_c": 29, "humidity": 0.8`)
	d := r.now(time.Time{})
	now := step(d, moist.ID)
	if now.SetS <= moist.SetS*3/2 {
		t.Fatalf("%d s in damp air, %d in dry", now.SetS, moist.SetS)
	}
	if f := Found(d.Plan.Findings, rules.LayerNotSet); len(f) > 0 {
		t.Errorf("laid on wet skin: %s", f[0].Say)
	}
	check := step(d, r.find(plan.Prep, does(act.TouchCheck)).ID)
	begins, _ := check.Start.In(r.loc)
	laid, _ := now.Start.In(r.loc)
	if begins.Before(after(laid, now.HandsS+now.SetS)) {
		t.Errorf("touched at %s, laid at %s, sets %d s", check.Start.Clock(), now.Start.Clock(), now.SetS)
	}
}

func TestAPassAfterAPadIsAShortOneThatIsNeitherTooShortNorNeedless(t *testing.T) {
	r := enter(t, asItIs)
	id := r.find(plan.Removal, does(act.PadCheck)).ID
	at := r.until(plan.Removal, id, 0)
	r.says(after(at, 20), chair.Pad, fmt.Sprintf(`"step": %q, "reads": {"cheeks": "heavy", "neck": "trace"}`, id))
	d := r.now(time.Time{})
	var asked int
	for _, s := range d.Plan.Lift.Steps {
		if s.Asked() && s.Act == act.Massage {
			asked++
			if float64(s.ContactS) != figure.AgainS {
				t.Errorf("%s for %d s", s.ID, s.ContactS)
			}
		}
	}
	if asked == 0 {
		t.Fatalf("nothing more is massaged: %v", brief(t, d.Plan))
	}
	for _, f := range d.Plan.Findings {
		if f.Phase == rules.Lift && slices.Contains([]rules.ID{rules.Rubbing, rules.Needless}, f.Rule) {
			t.Errorf("%s %s: %s", f.Rule, f.Step, f.Say)
		}
	}
}

func TestWhatTakesUpAPassGoesWithThePassThatIsLeftOut(t *testing.T) {
	r := enter(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "balm", Name: "Balm", Kind: "balm", Base: "oil"})
		s.Look.Items = nil
	})
	steps := r.plan.Lift.Steps
	i := slices.IndexFunc(steps, func(s stack.Step) bool { return s.Act == act.Massage })
	if i < 0 || i+1 == len(steps) || steps[i+1].Product != "" {
		t.Fatalf("%v", brief(t, r.plan))
	}
	at := r.until(plan.Removal, steps[i].ID, 0)
	r.step(at, chair.Skip, steps[i].ID)
	d := r.now(time.Time{})
	if next := step(d, d.Next); next.Product == "" {
		t.Errorf("next is %s: nothing was put on that it could take up", next.Say)
	}
}

func TestTheHousesFirstRemoverIsNotAskedForAgainOnceItsPassWasMade(t *testing.T) {
	r := enter(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "melt", Name: "Melting oil", Kind: "cleansing_oil", Base: "oil"})
		s.Method["first_remover"] = "cleansing_oil"
	})
	oils := func(p *plan.Plan) (list []stack.Step) {
		for _, s := range p.Lift.Steps {
			if s.Product == "melt" && slices.Contains(s.Zones, face.Cheeks) {
				list = append(list, s)
			}
		}
		return list
	}
	first := oils(r.plan)
	i := slices.IndexFunc(r.plan.Lift.Steps, func(s stack.Step) bool { return s.Act == act.Rinse })
	if len(first) != 1 || i < 0 {
		t.Fatalf("%v", brief(t, r.plan))
	}
	after := r.until(plan.Removal, r.plan.Lift.Steps[i+1].ID, 0)
	r.says(after, chair.Took, fmt.Sprintf(`"step": %q, "product": "melt", "grams": 4`, first[0].ID))
	if d := r.now(time.Time{}); len(oils(d.Plan)) != 1 {
		t.Errorf("%v", brief(t, d.Plan))
	}
}

func TestAPadThatIsNotCleanIsFollowedByAMittWhereTheHouseLiftsWithMitts(t *testing.T) {
	r := enter(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "melt", Name: "Melting oil", Kind: "cleansing_oil", Base: "oil"},
			kit.Product{ID: "mitts", Name: "Mitts", Kind: "mitt", Count: P(6)})
		s.Method["removal_tool"] = "mitt"
	})
	id := r.find(plan.Removal, does(act.PadCheck)).ID
	at := r.until(plan.Removal, id, 0)
	r.says(after(at, 20), chair.Pad, fmt.Sprintf(`"step": %q, "reads": {"forehead": "heavy"}`, id))
	mitts := 0
	for _, s := range r.now(time.Time{}).Plan.Lift.Steps {
		if s.Asked() {
			mitts += s.Mitts
		}
	}
	if mitts == 0 {
		t.Errorf("no mitt: %v", brief(t, r.now(time.Time{}).Plan))
	}
}

func TestWhatWasAskedForSetsInTheAirOfTheMomentToo(t *testing.T) {
	r, id, at := check(t, asItIs, `"cheeks": "tight"`)
	dry := step(r.now(time.Time{}), id+".tight").SetS
	r.says(after(at, 1), chair.Read, `"temp_c": 29, "humidity": 0.8`)
	d := r.now(time.Time{})
	if damp := step(d, id+".tight").SetS; damp <= dry*3/2 {
		t.Errorf("%d s in damp air, %d in dry", damp, dry)
	}
	if f := Found(d.Plan.Findings, rules.LayerNotSet); len(f) > 0 {
		t.Errorf("laid on wet skin: %s", f[0].Say)
	}
}

func TestWhatWasReallyTakenCountsForWhatTheRestWouldUseUp(t *testing.T) {
	oily := func(left float64) *room {
		return enter(t, func(s *sitting.Sitting) {
			Drop(s, "gel-wash", "micellar")
			Add(s, kit.Product{ID: "melt", Name: "Melting oil", Kind: "cleansing_oil", Base: "oil",
				RemainingG: P(left)},
				kit.Product{ID: "balm", Name: "Balm", Kind: "balm", Base: "oil", PackG: 50, Price: 40})
			s.Look.Items = []look.Item{{Zone: look.Spot{Zones: face.BaseArea}, Item: "foundation",
				Binder: look.SiliconeFilm, Load: 2}}
		})
	}
	r := oily(50)
	first := r.find(plan.Removal, does(act.Massage))
	var all float64
	for _, s := range r.plan.Lift.Steps {
		if s.Product == "melt" {
			all += float64(s.Grams)
		}
	}
	if first.Product != "melt" || all < float64(first.Grams)*1.3 {
		t.Fatalf("%v", brief(t, r.plan))
	}
	r = oily(all * 1.05)
	at := r.until(plan.Removal, first.ID, 0)
	r.step(at, chair.Start, first.ID)
	at = after(at, first.ContactS)
	r.step(at, chair.Done, first.ID)
	r.says(at, chair.Took, fmt.Sprintf(`"step": %q, "product": "melt", "grams": %g`, first.ID, all))
	if d := r.now(time.Time{}); len(Found(d.Plan.Findings, rules.RunsOut)) > 0 {
		t.Errorf("%s\n%v", Rules(d.Plan.Findings), brief(t, d.Plan))
	}
	id := r.find(plan.Removal, does(act.PadCheck)).ID
	at = r.until(plan.Removal, id, 0)
	r.says(after(at, 20), chair.Pad, fmt.Sprintf(`"step": %q, "reads": {"forehead": "heavy"}`, id))
	for _, s := range r.now(time.Time{}).Plan.Lift.Steps {
		if s.Asked() && s.Product == "melt" {
			t.Errorf("%s of what is used up", s.Amount)
		}
	}
}

func TestAPieceThatIsStillOnIsLiftedThoughAnotherIsOffAlready(t *testing.T) {
	piece := func(z face.Zone, b look.Binder, a look.Attach) look.Item {
		return look.Item{Zone: look.Spot{Zones: face.SetOf(z)}, Item: "piece", Binder: b, Load: 1, Attach: a}
	}
	r := enter(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "fx", Name: "Loosener", Kind: kit.FXRemoverSilicone, Base: "silicone"},
			kit.Product{ID: "balm", Name: "Balm", Kind: kit.Balm, Base: "oil", EyeSafe: true})
		s.Look.Items = []look.Item{piece(face.Nose, "fx_silicone", look.Appliance),
			piece(face.Forehead, "fx_acrylic", look.Lace)}
	})
	lace := r.find(plan.Removal, func(s *stack.Step) bool {
		return s.Act == act.LiftPiece && s.Zones[0] == face.Forehead
	})
	dose := func(n int) string {
		return r.find(plan.Removal, func(s *stack.Step) bool { return s.Passes == n && s.Zones[0] == face.Forehead }).ID
	}
	second, third := dose(2), dose(3)
	for name, c := range map[string]struct {
		before string
		then   func(r *room, at time.Time)
		first  string // what comes first on the forehead
	}{
		"as planned":           {lace.ID, func(*room, time.Time) {}, "lift_piece"},
		"its last dose is out": {lace.ID, func(r *room, at time.Time) { r.step(at, chair.Skip, third) }, "lift_piece"},
		"a dose is left out":   {second, func(r *room, at time.Time) { r.step(at, chair.Skip, second) }, "hold"},
		"what loosens it stings": {second, func(r *room, at time.Time) {
			r.says(at, chair.Sting, `"product": "fx", "zones": ["forehead"]`)
		}, ""},
	} {
		r := &room{follows(t, r.plan), t, r.plan}
		c.then(r, r.until(plan.Removal, c.before, 1200))
		d, ahead := r.now(time.Time{}), []string{}
		for _, s := range d.Plan.Lift.Steps {
			if line(d, s.ID).State == chair.Waiting && slices.Contains(s.Zones, face.Forehead) {
				ahead = append(ahead, string(s.Act))
			}
		}
		off, rubbed := slices.Index(ahead, "lift_piece"), slices.Index(ahead, "massage")
		if cmp.Or(ahead...) != c.first || rubbed >= 0 && off < 0 || off > rubbed && rubbed >= 0 {
			t.Errorf("%s: %q", name, ahead)
		}
	}
}
