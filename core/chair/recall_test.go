package chair_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/chair"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

func shiny(s *sitting.Sitting) { s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)} }

func TestATouchUpThatWasPlannedAnewCanBeDoneByItsIdOrItsStepsAndNoOtherIsMadeUp(t *testing.T) {
	r := enter(t, shiny)
	first := r.plan.Wear.TouchUps[0]
	at, _ := first.At.In(r.loc)
	r.says(at, chair.Skip, fmt.Sprintf(`"step": %q, "reason": "no time"`, first.ID))
	known := map[string]bool{}
	for _, u := range r.plan.Wear.TouchUps {
		known[u.ID] = true
	}
	anew := r.now(time.Time{}).Plan.Wear.TouchUps
	i := slices.IndexFunc(anew, func(u wear.TouchUp) bool { return !known[u.ID] })
	if i < 0 {
		t.Fatalf("nothing is planned in its place: %v", anew)
	}
	for _, name := range []string{anew[i].ID, anew[i].Steps[0].ID} {
		q := &room{follows(t, r.plan), t, r.plan}
		q.events = slices.Clone(r.events)
		soon := after(at, 30*60)
		q.step(soon, chair.Done, name)
		d := q.now(time.Time{})
		if got := line(d, anew[i].Steps[0].ID); got.State != chair.Finish || got.Part != plan.TouchUps {
			t.Errorf("%s: %+v", name, got)
		}
		if n := strings.Count(fmt.Sprint(d.Steps), string(chair.Finish)+" "); n < 1 {
			t.Errorf("%s: nothing is done", name)
		}
		if !slices.ContainsFunc(d.Plan.Wear.TouchUps, func(u wear.TouchUp) bool {
			return u.ID == anew[i].ID && u.At == At(t, soon.In(r.loc).Format("15:04:05"))
		}) {
			t.Errorf("%s: not at the moment at which it was done: %v", name, d.Plan.Wear.TouchUps)
		}
	}
	q := &room{follows(t, r.plan), t, r.plan}
	q.events = slices.Clone(r.events)
	q.step(after(at, 60), chair.Done, "t99")
	if _, fs := chair.Open(r.plan).At(q.events, time.Time{}); len(fs) != 1 {
		t.Errorf("a touch-up of no plan: %v", fs)
	}
}

func TestTouchUpsMadeByHandStayAheadAtTheirMomentsWhenOneIsDone(t *testing.T) {
	p := plan.Make(With(t, shiny))
	ups := slices.Clone(p.Wear.TouchUps[:2])
	ups[1].At = ups[1].At.Add(7) // a person's moment
	p = plan.With(&p.Sitting, plan.Hand{plan.TouchUps: {TouchUps: ups}})
	r := &room{follows(t, p), t, p}
	at, _ := ups[0].At.In(r.loc)
	r.step(at, chair.Done, ups[0].ID)
	d := r.now(after(at, 60))
	if got := d.Plan.Wear.TouchUps; len(got) != 2 || got[1].ID != ups[1].ID || got[1].At != ups[1].At {
		t.Errorf("ahead are %+v", got)
	}
}

func TestTheMomentIsThatOfTheLastEventAndAnUndoOfNothingIsSaid(t *testing.T) {
	r := enter(t, asItIs)
	r.step(r.clock("09:00:10"), chair.Start, "p1")
	r.says(r.clock("09:00:40"), chair.Undo, fmt.Sprintf(`"of": %q`, r.events[0].ID))
	nothing := say.English.Say(say.NoSuch)
	if d := r.now(time.Time{}); d.At != At(t, "09:00:40") || slices.Contains(d.Says, nothing) {
		t.Errorf("at %s: %q", d.At, d.Says)
	}
	r.says(r.clock("09:00:50"), chair.Undo, `"of": "of nowhere"`)
	if d := r.now(time.Time{}); !slices.Contains(d.Says, nothing) {
		t.Errorf("%q", d.Says)
	}
}

func TestWhatIsHeldDoesNotWorkOnEachZonesShare(t *testing.T) {
	r := enter(t, asItIs)
	wipe := r.find(plan.Removal, func(s *stack.Step) bool {
		return s.Act == act.Wipe && s.ContactS > 0 && s.ContactS < s.HandsS
	})
	at := r.until(plan.Removal, wipe.ID, 0)
	r.step(at, chair.Start, wipe.ID)
	r.step(after(at, 10), chair.Hold, wipe.ID)
	r.step(after(at, 40), chair.Resume, wipe.ID)
	r.step(after(at, 30+wipe.HandsS), chair.Done, wipe.ID)
	if got := step(r.now(time.Time{}), wipe.ID); got.HandsS != wipe.HandsS+30 || got.ContactS != wipe.ContactS {
		t.Errorf("%d s of hands and %d on each zone, planned %d and %d", got.HandsS, got.ContactS, wipe.HandsS,
			wipe.ContactS)
	}
}

func TestALogOfNothingIsEmptyListsAndADoneTouchUpCanNotBeRepeatedWithoutAWord(t *testing.T) {
	r := enter(t, shiny)
	if text := string(r.now(r.clock("09:01")).JSON()); !strings.Contains(text, `"stung": []`) ||
		!strings.Contains(text, `"used": []`) {
		t.Error("a log of nothing is not empty lists")
	}
	up := r.plan.Wear.TouchUps[0]
	at, _ := up.At.In(r.loc)
	r.step(at, chair.Done, up.ID)
	r.says(after(at, 60), chair.Repeat, fmt.Sprintf(`"step": %q, "reason": "wiped off"`, up.Steps[0].ID))
	if d := r.now(time.Time{}); !slices.Contains(d.Says, say.English.Say(say.NotRepeated)) {
		t.Errorf("%q", d.Says)
	}
}

// What is remembered of a sitting.

func TestRecallHasTheFirstTouchCheckTheLastWordOnTheWearAndWhatWasTended(t *testing.T) {
	r := enter(t, shiny)
	at := r.clock("09:20")
	r.says(at, chair.Touch, `"reads": {"cheeks": "tight", "chin": "even"}`)
	r.says(after(at, 60), chair.Touch, `"reads": {"cheeks": "even", "nose": "greasy"}`)
	up := r.plan.Wear.TouchUps[0]
	noon, _ := up.At.In(r.loc)
	r.step(after(noon, 120), chair.Done, up.ID)
	r.says(r.clock("20:00"), chair.Worn, `"reads": {"forehead": {"creased": true}, "nose": {"slid": true}}`)
	r.says(r.clock("21:00"), chair.Worn, `"reads": {"forehead": {"patchy": true}}`)
	r.says(r.clock("21:05"), chair.Worn, `"reads": {"forehead": {"stung": true}}`)
	r.says(r.clock("21:06"), chair.Undo, fmt.Sprintf(`"of": %q`, r.events[len(r.events)-1].ID))
	got, fs := chair.Open(r.plan).Recall(r.events)
	if len(fs) > 0 || got.Feels[face.Cheeks] != chair.Tight || got.Feels[face.Nose] != chair.Greasy ||
		len(got.Feels) != 3 {
		t.Errorf("%v, %v", got.Feels, fs)
	}
	if w := got.Wore[face.Forehead]; !w.Patchy || w.Creased || w.Stung || !got.Wore[face.Nose].Slid {
		t.Errorf("%+v", got.Wore)
	}
	if tended := got.Tended[face.Forehead]; tended.Before(noon) || tended.After(after(noon, 120)) ||
		len(got.Tended) == 0 {
		t.Errorf("tended at %v", got.Tended)
	}
	silent := &room{follows(t, r.plan), t, r.plan}
	silent.step(r.clock("22:00"), chair.Done, r.plan.Lift.Steps[0].ID)
	if got, _ := chair.Open(r.plan).Recall(silent.events); len(got.Tended) > 0 ||
		len(got.Prep) != len(r.plan.Prep.Steps) {
		t.Errorf("nobody said so, and it was tended at %v", got.Tended)
	}
}

func TestMoreOfALotionThanPlannedSetsLongerAndIsCalledSettingSoLong(t *testing.T) {
	until := func(grams float64) (s chair.Setting) {
		r := enter(t, asItIs)
		lotion := r.find(plan.Prep, of("moisturiser_lotion"))
		at := r.until(plan.Prep, lotion.ID, 0)
		r.step(at, chair.Start, lotion.ID)
		r.says(after(at, 20), chair.Took, fmt.Sprintf(`"step": %q, "product": "lotion", "grams": %g`, lotion.ID, grams))
		r.step(after(at, 60), chair.Done, lotion.ID)
		d := r.now(after(at, 65))
		for _, s := range d.Setting {
			if s.Zone == lotion.Zones[0] {
				return s
			}
		}
		t.Fatalf("%g g do not set: %+v", grams, d.Setting)
		return s
	}
	little, much := until(0.3), until(1.5)
	if little.Until.String() >= much.Until.String() {
		t.Errorf("0.3 g set until %s, 1.5 g until %s", little.Until, much.Until)
	}
}

func TestWhatIsBlendedInThePalmIsDoneWithWhatItIsBlendedInto(t *testing.T) {
	r := enter(t, func(s *sitting.Sitting) { s.Method = method.Choice{method.SPFLayer: method.Blended} })
	i := slices.IndexFunc(r.plan.Prep.Steps, func(s stack.Step) bool { return s.With != "" })
	if i < 0 {
		t.Fatal("nothing is blended")
	}
	one := r.plan.Prep.Steps[i]
	for _, named := range []string{one.ID, one.With} { // whichever is named, both are on
		q := &room{follows(t, r.plan), t, r.plan}
		at := q.until(plan.Prep, one.With, 0)
		q.step(at, chair.Start, named)
		q.step(after(at, 60), chair.Done, named)
		d := q.now(after(at, 61))
		for _, id := range []string{one.ID, one.With} {
			if s := line(d, id).State; s != chair.Finish && s != chair.Sets {
				t.Errorf("%s was done, and %s is %s", named, id, s)
			}
		}
	}
}

func TestAPlanMadeByHandStaysOneAtTheChair(t *testing.T) {
	p := plan.Make(With(t, asItIs))
	p = plan.With(&p.Sitting, plan.Hand{plan.Prep: {Steps: p.Prep.Steps[:len(p.Prep.Steps)-2]}})
	r := &room{follows(t, p), t, p}
	if len(p.ByHand) == 0 {
		t.Fatal("it is by nobody's hand")
	}
	r.step(r.clock("09:00:10"), chair.Start, p.Prep.Steps[0].ID)
	for name, d := range map[string]*chair.Document{"while it runs": r.now(time.Time{}),
		"later": r.now(r.clock("09:05"))} {
		if !slices.Equal(d.Plan.ByHand, p.ByHand) {
			t.Errorf("%s it is made by hand: %v, was %v", name, d.Plan.ByHand, p.ByHand)
		}
	}
}

func TestOfTwoChecksThatWereDoneAReadingMeansTheLater(t *testing.T) {
	r := enter(t, asItIs)
	check := r.find(plan.Prep, func(s *stack.Step) bool { return s.Act == act.TouchCheck })
	at := r.until(plan.Prep, check.ID, 0)
	r.step(at, chair.Start, check.ID)
	r.says(after(at, 10), chair.Touch, fmt.Sprintf(`"step": %q, "reads": {"cheeks": "tight"}`, check.ID))
	r.step(after(at, 20), chair.Done, check.ID)
	d := r.now(after(at, 21))
	added := slices.IndexFunc(d.Steps, func(s chair.Step) bool {
		return strings.HasPrefix(s.ID, check.ID+".") && s.State == chair.Waiting
	})
	if added < 0 {
		t.Fatalf("tight asks for nothing: %+v", d.Steps)
	}
	id := d.Steps[added].ID
	r.step(after(at, 30), chair.Start, id)
	r.step(after(at, 60), chair.Done, id)
	before := len(r.now(after(at, 61)).Steps)
	r.says(after(at, 70), chair.Touch, `"reads": {"cheeks": "tight"}`) // of the check that was done last
	d = r.now(after(at, 71))
	if len(d.Steps) <= before {
		t.Errorf("read again without a step it asks for nothing: %d steps, were %d", len(d.Steps), before)
	}
}

func TestPowderThatIsSwappedForASprayAtATouchUpTendsNoOil(t *testing.T) {
	r := enter(t, func(s *sitting.Sitting) {
		shiny(s)
		Add(s, kit.Product{ID: "chalk", Name: "Chalk", Kind: kit.Powder, PackG: 20},
			kit.Product{ID: "setter", Name: "Setter", Kind: kit.SettingSpray})
	})
	u := r.plan.Wear.TouchUps[0]
	i := slices.IndexFunc(u.Steps, func(s wear.TouchStep) bool { return s.Product == "chalk" })
	if i < 0 {
		t.Fatalf("nothing is powdered: %+v", u.Steps)
	}
	at, _ := u.At.In(r.loc)
	tended := func(events ...string) bool {
		q := &room{follows(t, r.plan), t, r.plan}
		for n, e := range events {
			kind, rest, _ := strings.Cut(e, " ")
			q.says(after(at, 10*n), chair.Kind(kind), fmt.Sprintf(`"step": %q%s`, u.Steps[i].ID, rest))
		}
		got, fs := chair.Open(r.plan).Recall(q.events)
		if len(fs) > 0 {
			t.Fatal(fs)
		}
		_, is := got.Tended[face.Forehead]
		return is
	}
	if !tended("done") {
		t.Error("powdered, the forehead is not tended")
	}
	if tended(`swap , "product": "setter"`, "done") {
		t.Error("sprayed instead, it is tended")
	}
}

func TestAStepThatAStingTakesFromWhatIsAheadIsSaidToBeLeftOut(t *testing.T) {
	r := enter(t, asItIs)
	toner := r.find(plan.Prep, of("toner"))
	r.step(r.clock("09:00:10"), chair.Start, "p1")
	left := func(s string) bool { return strings.HasPrefix(s, "Left out from here: ") }
	if d := r.now(time.Time{}); slices.ContainsFunc(d.Says, left) {
		t.Errorf("nothing is left out yet: %q", d.Says)
	}
	r.says(r.clock("09:00:20"), chair.Sting, fmt.Sprintf(`"product": %q, "zones": ["cheeks"]`, toner.Product))
	d := r.now(time.Time{})
	if slices.ContainsFunc(d.Steps, func(s chair.Step) bool { return s.ID == toner.ID }) {
		t.Fatalf("%s stung and is still ahead", toner.Product)
	}
	if !slices.ContainsFunc(d.Says, left) {
		t.Errorf("%q", d.Says)
	}
}

func TestMeanwhileHandsGoOnOnlyOnSkinThatHasSetAndInTheOrderOfThePlan(t *testing.T) {
	docs, met, held := demoSittings(t), 0, 0
	for n := range docs {
		p := plan.Make(&docs[n])
		c, d := chair.Open(p), follows(t, p)
		steps := p.StepsOf(plan.Prep)
		for i := range steps {
			start, _ := steps[i].Start.In(d.loc)
			ended := start.Add(time.Duration(max(steps[i].HandsS, steps[i].ContactS)) * time.Second)
			d.step(start, chair.Start, steps[i].ID)
			d.step(ended, chair.Done, steps[i].ID)
			now, fs := c.At(d.events, after(ended, 1))
			if len(fs) > 0 {
				t.Fatal(n, fs)
			}
			var wet, before face.Set
			for _, w := range now.Setting {
				wet |= face.SetOf(w.Zone)
			}
			for _, s := range steps[i+1:] {
				zones := face.SetOf(s.Zones...)
				is := slices.Contains(now.While, s.ID)
				if is && zones&(wet|before) != 0 {
					t.Errorf("sitting %d after %s: %s on %v, of which %v wait", n, steps[i].ID, s.ID, zones.List(),
						(zones & (wet | before)).List())
				}
				if is {
					met++
				} else if zones != 0 && s.ID != now.Next && zones&wet == 0 && zones&before != 0 {
					held++ // an earlier step goes on first
				}
				before |= zones
			}
		}
	}
	if met == 0 || held == 0 {
		t.Errorf("%d steps could go on, %d waited for an earlier one: too few of either to tell", met, held)
	}
}
