package chair_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/chair"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

// room is a sitting as one device follows it.
type room struct {
	*tablet
	t    *testing.T
	plan *plan.Plan
}

// enter plans a sitting, the sample changed, and takes a place at its chair.
func enter(t *testing.T, change func(s *sitting.Sitting)) *room {
	t.Helper()
	p := plan.Make(With(t, change))
	return &room{follows(t, p), t, p}
}

func asItIs(*sitting.Sitting) {}

// find is the first step of a part that is such.
func (r *room) find(part plan.Part, is func(s *stack.Step) bool) *stack.Step {
	r.t.Helper()
	steps := r.plan.StepsOf(part)
	for i := range steps {
		if is(&steps[i]) {
			return &steps[i]
		}
	}
	r.t.Fatalf("no such step: %v", brief(r.t, r.plan))
	return nil
}

func does(a act.Act) func(s *stack.Step) bool { return func(s *stack.Step) bool { return s.Act == a } }

func of(k kit.Kind) func(s *stack.Step) bool {
	return func(s *stack.Step) bool { return s.Act == act.Apply && s.Kind == act.Detail(k) }
}

// until does what was planned of a part before a step, so many seconds late.
func (r *room) until(part plan.Part, step string, late int) time.Time {
	for _, s := range r.plan.StepsOf(part) {
		start, _ := s.Start.In(r.loc)
		start = start.Add(time.Duration(late) * time.Second)
		if s.ID == step {
			return start
		}
		r.step(start, chair.Start, s.ID)
		r.step(start.Add(time.Duration(max(s.HandsS, s.ContactS))*time.Second), chair.Done, s.ID)
	}
	r.t.Fatalf("no step %s", step)
	return time.Time{}
}

func (r *room) clock(words string) time.Time {
	at, _ := At(r.t, words).In(r.loc)
	return at
}

// now is where the sitting stands at a moment, the last event's for the zero one.
func (r *room) now(moment time.Time) *chair.Document {
	r.t.Helper()
	d, fs := chair.Open(r.plan).At(r.events, moment)
	if len(fs) > 0 {
		r.t.Fatal(fs)
	}
	return d
}

func line(d *chair.Document, id string) chair.Step {
	i := slices.IndexFunc(d.Steps, func(s chair.Step) bool { return s.ID == id })
	if i < 0 {
		return chair.Step{}
	}
	return d.Steps[i]
}

func step(d *chair.Document, id string) *stack.Step {
	for _, part := range plan.Parts() {
		steps := d.Plan.StepsOf(part)
		for i := range steps {
			if steps[i].ID == id {
				return &steps[i]
			}
		}
	}
	return &stack.Step{}
}

func after(at time.Time, seconds int) time.Time { return at.Add(time.Duration(seconds) * time.Second) }

func TestAStepDoneWithoutAStartBeganWhenTheStepBeforeEnded(t *testing.T) {
	r := enter(t, asItIs)
	r.step(r.clock("09:02:10"), chair.Done, "p1")
	r.step(r.clock("09:02:50"), chair.Done, "p2")
	d := r.now(time.Time{})
	for id, want := range map[string][2]string{"p1": {"09:00:00", "09:02:10"}, "p2": {"09:02:10", "09:02:50"}} {
		s := line(d, id)
		if s.State != chair.Finish || s.Started == nil || *s.Started != At(t, want[0]) || *s.Ended != At(t, want[1]) {
			t.Errorf("%s: %+v, want %v", id, s, want)
		}
		if got := step(d, id); got.Start != At(t, want[0]) ||
			got.HandsS != int(r.clock(want[1]).Sub(r.clock(want[0])).Seconds()) {
			t.Errorf("%s in the plan: %s, %d s", id, got.Start, got.HandsS)
		}
	}
	if d.Next != "p3" || d.Now.Step != "" || d.Now.State != chair.Waiting {
		t.Errorf("now %+v, next %s", d.Now, d.Next)
	}
}

func TestAStepThatRunsHasItsSecondsLeftAndThoseHeldDoNotCount(t *testing.T) {
	for _, k := range []struct {
		name  string
		does  func(r *room, at time.Time)
		after int
		state chair.State
		left  int
	}{
		{"begun", func(*room, time.Time) {}, 50, chair.Running, 70},
		{"held", func(r *room, at time.Time) { r.step(after(at, 30), chair.Hold, "p1") }, 50, chair.Held, 90},
		{"gone on", func(r *room, at time.Time) {
			r.step(after(at, 30), chair.Hold, "p1")
			r.step(after(at, 45), chair.Resume, "p1")
		}, 50, chair.Running, 85},
		{"over its time", func(*room, time.Time) {}, 500, chair.Running, 0},
		{"begun twice", func(r *room, at time.Time) { r.step(after(at, 30), chair.Start, "p1") }, 50,
			chair.Running, 70},
		{"gone on without a hold", func(r *room, at time.Time) { r.step(after(at, 30), chair.Resume, "p1") }, 50,
			chair.Running, 70},
	} {
		r := enter(t, asItIs)
		at := r.clock("09:00")
		r.step(at, chair.Start, "p1")
		k.does(r, at)
		d := r.now(after(at, k.after))
		if d.Now.Step != "p1" || d.Now.State != k.state || d.Now.LeftS != k.left || line(d, "p1").State != k.state {
			t.Errorf("%s: %+v, want %s and %d s", k.name, d.Now, k.state, k.left)
		}
		if over := line(d, "p1").OverS; (over > 0) != (k.left == 0) || over > 0 && over != k.after-120 {
			t.Errorf("%s: %d s over its time", k.name, over)
		}
		if next := step(d, d.Next); next.Start != At(t, r.clockOf(after(at, k.after+k.left))) {
			t.Errorf("%s: what follows starts at %s", k.name, next.Start)
		}
	}
}

func (r *room) clockOf(at time.Time) string { return at.In(r.loc).Format("15:04:05") }

func TestAFilmThatIsLaidSetsZoneByZoneAndIsDoneThen(t *testing.T) {
	r := enter(t, asItIs)
	lotion := r.find(plan.Prep, of("moisturiser_lotion"))
	at := r.until(plan.Prep, lotion.ID, 0)
	r.step(at, chair.Start, lotion.ID)
	end := after(at, 40)
	r.step(end, chair.Done, lotion.ID)
	d := r.now(after(end, 10))
	sets := step(d, lotion.ID).SetS
	if line(d, lotion.ID).State != chair.Sets || sets < 60 {
		t.Fatalf("%+v, %d s", line(d, lotion.ID), sets)
	}
	for _, z := range lotion.Zones {
		i := slices.IndexFunc(d.Setting, func(s chair.Setting) bool { return s.Zone == z })
		if i < 0 || d.Setting[i].Until != At(t, r.clockOf(after(end, sets))) {
			t.Errorf("%s: %+v", z, d.Setting)
		}
	}
	if d := r.now(after(end, sets)); line(d, lotion.ID).State != chair.Finish ||
		slices.ContainsFunc(d.Setting, func(s chair.Setting) bool { return s.Zone == lotion.Zones[0] }) {
		t.Errorf("after it has set: %+v", line(d, lotion.ID))
	}
}

func TestAPartNobodySpokeOfIsDoneAsPlannedOnceALaterOneBegins(t *testing.T) {
	r := enter(t, asItIs)
	first, _ := r.plan.Lift.Steps[0].Start.In(r.loc)
	r.step(first, chair.Start, r.plan.Lift.Steps[0].ID)
	d := r.now(time.Time{})
	for _, s := range r.plan.Prep.Steps {
		if got := line(d, s.ID); got.State != chair.Finish || !got.Assumed || *got.Started != s.Start {
			t.Errorf("%s: %+v, planned for %s", s.ID, got, s.Start)
		}
	}
	if diff := differs(t, r.plan, d.Plan); diff != "" || len(d.Says) != 0 {
		t.Errorf("%s %q", diff, d.Says)
	}
	if d.Part != plan.Removal {
		t.Errorf("at %s", d.Part)
	}

	r = enter(t, asItIs)
	eye := r.find(plan.Prep, of(kit.EyeCream))
	r.until(plan.Prep, eye.ID, 0)
	r.step(first, chair.Start, r.plan.Lift.Steps[0].ID)
	d = r.now(time.Time{})
	if got := line(d, eye.ID); got.State != chair.Finish || !got.Assumed {
		t.Errorf("%+v", got)
	}
	if len(d.Says) != 1 || !strings.Contains(d.Says[0], "Nobody said") || !strings.Contains(d.Says[0], "Eye cream") {
		t.Errorf("what is taken as done is not said: %q", d.Says)
	}
	r.step(after(first, 5), chair.Skip, eye.ID) // somebody says so after all
	if got := line(r.now(time.Time{}), eye.ID); got.State != chair.Skipped {
		t.Errorf("%+v", got)
	}
}

func TestALayerLeftOutIsNotThereWithItsFindings(t *testing.T) {
	r := enter(t, asItIs)
	lotion := r.find(plan.Prep, of("moisturiser_lotion"))
	at := r.until(plan.Prep, lotion.ID, 0)
	r.says(at, chair.Skip, fmt.Sprintf(`"step": %q, "reason": "no time"`, lotion.ID))
	d := r.now(time.Time{})
	if s := line(d, lotion.ID); s.State != chair.Skipped || s.Reason != "no time" {
		t.Errorf("%+v", s)
	}
	if step(d, lotion.ID).ID != "" || len(Found(d.Plan.Findings, rules.NoMoisture)) == 0 {
		t.Errorf("%s", Rules(d.Plan.Findings))
	}
	for _, z := range lotion.Zones {
		for _, l := range d.Plan.Stack.AtBase[z] {
			if l.Kind.Moisturiser() {
				t.Errorf("%s has %s", z, l.Product)
			}
		}
	}
}

func TestWhatIsDoneOnceMoreComesNextAndHasAnIdOfItsOwn(t *testing.T) {
	r := enter(t, asItIs)
	eye := r.find(plan.Prep, of(kit.EyeCream))
	at := r.until(plan.Prep, eye.ID, 0)
	r.step(at, chair.Start, eye.ID)
	r.step(after(at, 30), chair.Done, eye.ID)
	r.step(after(at, 31), chair.Repeat, eye.ID)
	d := r.now(time.Time{})
	again := eye.ID + ".again"
	if d.Next != again || step(d, again).Product != eye.Product || !slices.Contains(step(d, again).Because, "repeat") {
		t.Fatalf("next %s: %+v", d.Next, step(d, again))
	}
	r.step(after(at, 130), chair.Done, again)
	if d = r.now(time.Time{}); line(d, again).State == chair.Waiting {
		t.Errorf("%+v", line(d, again))
	}
	layers := 0
	for _, l := range d.Plan.Stack.AtBase[eye.Zones[0]] {
		if l.Product == eye.Product {
			layers++
		}
	}
	if layers != 2 {
		t.Errorf("%d layers of it", layers)
	}
}

func TestAnotherProductTakesTheStepsPlaceBeforeItIsDoneAndAfter(t *testing.T) {
	for _, done := range []bool{false, true} {
		r := enter(t, asItIs)
		lotion := r.find(plan.Prep, of("moisturiser_lotion"))
		at := r.until(plan.Prep, lotion.ID, 0)
		r.says(at, chair.Swap, fmt.Sprintf(`"step": %q, "product": "cream"`, lotion.ID))
		if done {
			r.step(at, chair.Start, lotion.ID)
			r.step(after(at, 60), chair.Done, lotion.ID)
		}
		d := r.now(time.Time{})
		got := step(d, lotion.ID)
		if got.Product != "cream" || got.Kind != "moisturiser_cream" || line(d, lotion.ID).Product != "cream" {
			t.Fatalf("done %v: %+v", done, got)
		}
		if want := kit.Film(float64(got.Grams), area(r, got.Zones)); got.Grams <= 0 || want < 0.3 || want > 1 {
			t.Errorf("done %v: %v g, %v mg/cm²", done, got.Grams, want)
		}
		for _, s := range d.Plan.Prep.Steps {
			if s.Product == "lotion" && face.SetOf(s.Zones...)&face.SetOf(lotion.Zones...) != 0 {
				t.Errorf("done %v: the one it stands in for is still there: %+v", done, s)
			}
		}
		if touch := r.find(plan.Prep, does(act.TouchCheck)); step(d, touch.ID).Start == touch.Start {
			t.Errorf("done %v: the cream sets no longer than the lotion", done)
		}
	}
}

func area(r *room, zones []face.Zone) (cm2 float64) {
	c := sitting.Open(&r.plan.Sitting)
	for _, z := range zones {
		cm2 += c.Area[z]
	}
	return cm2
}

func TestWhatWasReallyTakenIsInTheStepThePlanAndTheLog(t *testing.T) {
	r := enter(t, asItIs)
	lotion := r.find(plan.Prep, of("moisturiser_lotion"))
	at := r.until(plan.Prep, lotion.ID, 0)
	r.step(at, chair.Start, lotion.ID)
	r.says(after(at, 20), chair.Took, fmt.Sprintf(`"step": %q, "product": "lotion", "grams": 0.9`, lotion.ID))
	r.step(after(at, 60), chair.Done, lotion.ID)
	r.says(after(at, 61), chair.Took, `"product": "spatula", "count": 2`)
	d := r.now(time.Time{})
	if got := step(d, lotion.ID); got.Grams != 0.9 || line(d, lotion.ID).Grams != 0.9 {
		t.Errorf("%+v", got)
	}
	used := map[string]chair.Used{}
	for _, u := range d.Log.Used {
		used[u.Product] = u
	}
	if used["lotion"].Grams != 0.9 || used["spatula"].Count < 2 || used["gel"].Grams != 0 {
		t.Errorf("%+v", d.Log.Used)
	}
	for _, s := range d.Plan.Prep.Steps {
		want := doc.Num(0)
		if line(d, s.ID).State == chair.Waiting || r.plan.Sitting.Kit.Find(s.Product) == nil ||
			s.Product == "spatula" || s.ID == lotion.ID {
			continue
		}
		for _, o := range d.Plan.Prep.Steps {
			if o.Product == s.Product && line(d, o.ID).State != chair.Waiting {
				want += o.Grams
			}
		}
		if math.Abs(float64(used[s.Product].Grams-want)) > 1e-3 {
			t.Errorf("%s: %v in the log, %v in the steps", s.Product, used[s.Product].Grams, want)
		}
	}
}

func TestTheTouchCheckAsksForWhatSkinNeedsAndForNothingWhereItIsEven(t *testing.T) {
	for _, k := range []struct {
		reads   chair.Feel
		id      string
		act     act.Act
		product string
		wait    int
		hands   int
		set     int // of 0.2 mg/cm² of the lotion in that room
	}{
		{chair.Tight, ".tight", act.Apply, "lotion", 0, 30, 115},
		{chair.Tacky, ".tacky", act.Blot, "tissue", 120, 15, 0},
		{chair.Greasy, ".greasy", act.Blot, "tissue", 0, 15, 0},
		{chair.Even, "", "", "", 0, 0, 0},
	} {
		r := enter(t, func(s *sitting.Sitting) {
			Add(s, kit.Product{ID: "tissue", Name: "Tissue", Kind: "tissue", Count: P(40)})
		})
		check := r.find(plan.Prep, does(act.TouchCheck))
		at := r.until(plan.Prep, check.ID, 0)
		r.step(at, chair.Start, check.ID)
		at = after(at, 20)
		r.says(at, chair.Touch, fmt.Sprintf(`"reads": {"cheeks": %q}`, k.reads))
		r.step(at, chair.Done, check.ID)
		d := r.now(time.Time{})
		if k.reads == chair.Even {
			if diff := differs(t, r.plan, d.Plan); diff != "" {
				t.Errorf("even: %s", diff)
			}
			continue
		}
		s := step(d, check.ID+k.id)
		if s.Act != k.act || s.Product != k.product || !slices.Equal(s.Zones, []face.Zone{face.Cheeks}) ||
			!slices.Contains(s.Because, "touch_check") {
			t.Fatalf("%s: %+v", k.reads, s)
		}
		if begins, _ := s.Start.In(r.loc); !begins.Equal(after(at, k.wait)) {
			t.Errorf("%s: at %s, read at %s", k.reads, s.Start.Clock(), r.clockOf(at))
		}
		if s.HandsS != k.hands || s.SetS != k.set {
			t.Errorf("%s: %d s of hands, sets %d s", k.reads, s.HandsS, s.SetS)
		}
		if k.reads == chair.Tight && (s.Film[face.Cheeks] != 0.2 || math.Abs(float64(s.Grams)-0.2*area(r,
			s.Zones)/1000) > 1e-4) {
			t.Errorf("tight: %v mg/cm², %v g", s.Film, s.Grams)
		}
		for _, o := range d.Plan.Prep.Steps { // nothing else on that skin before it
			begins, _ := o.Start.In(r.loc)
			asked, _ := s.Start.In(r.loc)
			if o.ID != s.ID && slices.Contains(o.Zones, face.Cheeks) && !begins.Before(at) && begins.Before(asked) {
				t.Errorf("%s: %s goes on before", k.reads, o.ID)
			}
		}
		if next, _ := step(d, d.Next).Start.In(r.loc); next.Before(at) {
			t.Errorf("%s: next at %s", k.reads, r.clockOf(next))
		}
	}
}

func TestACheckOfWhichEveryZoneWasReadIsOverAndSaidToBeOverLaterItIs(t *testing.T) {
	r := enter(t, asItIs)
	check := r.find(plan.Prep, does(act.TouchCheck))
	at := r.until(plan.Prep, check.ID, 0)
	r.step(at, chair.Start, check.ID)
	var reads []string
	for _, z := range check.Zones {
		reads = append(reads, fmt.Sprintf("%q: \"even\"", z.String()))
	}
	r.says(after(at, 12), chair.Touch, `"reads": {`+reads[0]+`}`)
	if s := line(r.now(time.Time{}), check.ID); s.State != chair.Running {
		t.Errorf("one zone read: %+v", s)
	}
	r.says(after(at, 15), chair.Touch, `"reads": {`+strings.Join(reads, ", ")+`}`)
	if s := line(r.now(time.Time{}), check.ID); s.State != chair.Finish || *s.Ended != At(t, r.clockOf(after(at, 15))) {
		t.Errorf("all read: %+v", s)
	}
	r.step(after(at, 22), chair.Done, check.ID)
	if s := line(r.now(time.Time{}), check.ID); *s.Ended != At(t, r.clockOf(after(at, 22))) {
		t.Errorf("said to be over: %+v", s)
	}
}

func TestAPadThatIsNotCleanAsksForOneMorePassAndAnotherCheck(t *testing.T) {
	r := enter(t, asItIs)
	check := r.find(plan.Removal, does(act.PadCheck))
	zone := face.Forehead
	at := r.until(plan.Removal, check.ID, 0)
	r.step(at, chair.Start, check.ID)
	at = after(at, 20)
	r.says(at, chair.Pad, fmt.Sprintf(`"reads": {%q: "trace", "cheeks": "clean"}`, zone))
	r.step(at, chair.Done, check.ID)
	d := r.now(time.Time{})
	var asked []stack.Step
	for _, s := range d.Plan.Lift.Steps {
		if slices.Contains(s.Because, "pad_check") {
			asked = append(asked, s)
		}
	}
	if len(asked) < 3 || d.Next != asked[0].ID || asked[0].Product == "" || asked[len(asked)-1].Act != act.PadCheck {
		t.Fatalf("%v, next %s", brief(t, d.Plan), d.Next)
	}
	for _, s := range asked {
		if !slices.Equal(s.Zones, []face.Zone{zone}) {
			t.Errorf("%s on %v", s.ID, s.Zones)
		}
	}
	k := r.plan.Sitting.Kit.Find(asked[0].Product).Kind
	rinses := slices.ContainsFunc(asked, func(s stack.Step) bool { return s.Act == act.Rinse })
	if k == kit.GelCleanser && (!rinses || asked[0].ContactS != 30) {
		t.Errorf("a wash after a pad check is 30 s and rinsed: %+v", asked)
	}
	r.step(at, chair.Done, asked[0].ID) // and round again
	last := asked[len(asked)-1].ID
	for _, s := range asked[1 : len(asked)-1] {
		at = after(at, 30)
		r.step(at, chair.Done, s.ID)
	}
	r.says(after(at, 20), chair.Pad, fmt.Sprintf(`"step": %q, "reads": {%q: "clean"}`, last, zone))
	if d = r.now(time.Time{}); line(d, last).State != chair.Finish || strings.HasPrefix(d.Next, check.ID) {
		t.Errorf("clean, and next is %s: %+v", d.Next, line(d, last))
	}
}

func TestPadsAreFollowedByNoMorePassesThanSkinBears(t *testing.T) {
	r := enter(t, asItIs)
	check := r.find(plan.Removal, does(act.PadCheck))
	at := r.until(plan.Removal, check.ID, 0)
	id := check.ID
	var said string
	for n := range 12 {
		at = after(at, 60)
		r.says(at, chair.Pad, fmt.Sprintf(`"step": %q, "reads": {"forehead": "heavy"}`, id))
		d := r.now(time.Time{})
		if said = strings.Join(d.Says, " "); strings.Contains(said, "Stop on forehead") {
			if n == 0 {
				t.Error("not one more pass")
			}
			if len(Found(d.Plan.Findings, rules.OverMassaged)) > 0 {
				t.Errorf("more than skin bears: %s", Rules(d.Plan.Findings))
			}
			return
		}
		for d.Next != "" && step(d, d.Next).Act != act.PadCheck {
			next := step(d, d.Next)
			r.step(at, chair.Start, d.Next)
			at = after(at, max(next.HandsS, next.ContactS))
			r.step(at, chair.Done, d.Next)
			d = r.now(time.Time{})
		}
		id = d.Next
	}
	t.Errorf("it never says to stop: %q", said)
}

func TestWhatStungIsUsedNoMoreNeitherNowNorAtNight(t *testing.T) {
	r := enter(t, func(s *sitting.Sitting) { s.Client.Zones[face.Cheeks] = face.Grades{Oil: P(1), Water: P(1)} })
	lotion := r.find(plan.Prep, of("moisturiser_lotion"))
	at := r.until(plan.Prep, lotion.ID, 0)
	r.step(at, chair.Start, lotion.ID)
	r.says(after(at, 10), chair.Sting, `"product": "lotion", "zones": ["cheeks"]`)
	d := r.now(time.Time{})
	if line(d, lotion.ID).State != chair.Skipped || !strings.Contains(strings.Join(d.Says, " "),
		"rinse with lukewarm water") {
		t.Errorf("%+v %q", line(d, lotion.ID), d.Says)
	}
	for _, part := range plan.Parts() {
		for _, s := range d.Plan.StepsOf(part) {
			if s.Product == "lotion" {
				t.Errorf("%s: %s has it", part, s.ID)
			}
		}
	}
	moist := step(d, d.Next)
	if !kit.Kind(moist.Kind).Moisturiser() || !slices.Contains(moist.Zones, face.Cheeks) {
		t.Errorf("nothing takes its place: %+v", moist)
	}
	if !slices.Contains(d.Plan.Sitting.Client.Learned.Never, "lotion") || len(d.Log.Stung) != 1 ||
		d.Log.Stung[0].Product != "lotion" {
		t.Errorf("%v %v", d.Plan.Sitting.Client.Learned.Never, d.Log.Stung)
	}
	if slices.Contains(r.plan.Sitting.Client.Learned.Never, "lotion") {
		t.Error("the plan that is followed was changed")
	}
}

func TestAnUndoTakesBackAnEventOfAnyDeviceAndAnUndoOfThatBringsItBack(t *testing.T) {
	r := enter(t, asItIs)
	phone := follows(t, r.plan)
	phone.name = "phone"
	r.step(r.clock("09:00"), chair.Start, "p1")
	r.step(r.clock("09:02"), chair.Done, "p1")
	for _, k := range []struct {
		undo string
		want chair.State
	}{{"tablet-2", chair.Running}, {"phone-1", chair.Finish}, {"phone-2", chair.Running}} {
		phone.says(r.clock("09:03"), chair.Undo, fmt.Sprintf(`"of": %q`, k.undo))
		all := slices.Concat(r.events, phone.events)
		if d, _ := chair.Open(r.plan).At(all, time.Time{}); line(d, "p1").State != k.want {
			t.Errorf("after an undo of %s: %s", k.undo, line(d, "p1").State)
		}
	}
	r.says(r.clock("09:04"), chair.Undo, `"of": "not-here"`)
	if d := r.now(time.Time{}); len(d.Says) != 1 || !strings.Contains(d.Says[0], "not here yet") {
		t.Errorf("an undo of nothing is passed over: %q", d.Says)
	}
}

func TestWhatCannotBeFollowedIsAFaultThatNamesItsLine(t *testing.T) {
	p := plan.Make(Sitting(t))
	c := chair.Open(p)
	base := `{"id": "a", "device": "d", "at": "2027-06-19T09:00", `
	for _, k := range []struct{ name, line, says string }{
		{"a step of no plan", base + `"kind": "start", "step": "p99"}`, "line 2: step: “p99” is not a step"},
		{"no step", base + `"kind": "done"}`, "line 2: step: is missing"},
		{"an unknown kind", base + `"kind": "dance", "step": "p1"}`, "line 2: kind: "},
		{"an unknown field", base + `"kind": "start", "step": "p1", "mood": "good"}`, "line 2: mood: "},
		{"a field of another kind", base + `"kind": "start", "step": "p1", "grams": 2}`,
			"line 2: grams: is nothing that start carries"},
		{"a word no check reads", base + `"kind": "touch", "reads": {"cheeks": "soft"}}`, "line 2: reads.cheeks: "},
		{"a pad's word at a touch check", base + `"kind": "touch", "reads": {"cheeks": "trace"}}`,
			"line 2: reads.cheeks: "},
		{"no such zone", base + `"kind": "pad", "reads": {"elbow": "clean"}}`, "line 2: reads.elbow: "},
		{"nothing of the kit", base + `"kind": "swap", "step": "p4", "product": "moon"}`, "line 2: product: "},
		{"no time", `{"id": "a", "device": "d", "kind": "start", "step": "p1"}`, "line 2: at: is missing"},
		{"no id", `{"device": "d", "at": "2027-06-19T09:00", "kind": "start", "step": "p1"}`, "line 2: id: is missing"},
		{"too hot", base + `"kind": "read", "surface_c": 80}`, "line 2: surface_c: "},
		{"no JSON", `{"id"`, "line 2"},
		{"a list", `[1]`, "line 2"},
	} {
		events, fs := chair.ReadLines([]byte("\n" + k.line + "\n"))
		if len(fs) == 0 {
			_, fs = c.At(events, time.Time{})
		}
		if len(fs) == 0 || !strings.Contains(strings.ReplaceAll(fs.Error(), "\"", "“"), strings.Split(k.says, "”")[0]) {
			t.Errorf("%s: %q, want %q", k.name, fs.Error(), k.says)
		}
	}
	summer := With(t, func(s *sitting.Sitting) { s.Day.Timezone = "Europe/Dublin" })
	skipped := `{"id": "a", "device": "d", "at": "2027-03-28T01:30", "kind": "start", "step": "p1"}`
	events, _ := chair.ReadLines([]byte(skipped))
	if _, fs := chair.Open(plan.Make(summer)).At(events, time.Time{}); len(fs) == 0 {
		t.Error("a time that the clock skips is followed")
	}
	if _, fs := chair.ReadLines([]byte(strings.Repeat(base+`"kind": "start", "step": "p1"}`+"\n",
		chair.MaxEvents+1))); len(fs) == 0 {
		t.Error("any number of events is read")
	}
}

func TestWhatIsLateGivesUpWhatThePlannerWouldAndSaysTheMinutesThatAreMissing(t *testing.T) {
	base := func(s *sitting.Sitting) { s.Day.BaseAt = At(t, "09:24:00") }
	for _, k := range []struct {
		name    string
		late    int
		given   bool
		missing bool
		asks    string
	}{{"in time", 0, false, false, "[]"}, {"somewhat late", 150, true, false, "[]"},
		{"seconds too late", 540, true, true, "[{p9 180 [no-moisture]}]"},
		{"far too late", 1200, true, true, "[{p9 180 [no-moisture]}]"}} {
		r := enter(t, base)
		if r.plan.Prep.SlackS < 0 || len(r.plan.Prep.GaveUp) > 0 {
			t.Fatalf("the plan does not fit by itself: %d %v", r.plan.Prep.SlackS, r.plan.Prep.GaveUp)
		}
		r.until(plan.Prep, "p7", k.late)
		d := r.now(time.Time{})
		if got := len(d.GaveUp) > 0; got != k.given {
			t.Errorf("%s: gave up %v, slack %d", k.name, d.GaveUp, d.SlackS)
		}
		if got := d.SlackS < 0; got != k.missing || k.missing != strings.Contains(strings.Join(d.Says, " "),
			"missing before base") {
			t.Errorf("%s: slack %d, %q", k.name, d.SlackS, d.Says)
		}
		type ask struct {
			step  string
			saves int
			rules []rules.ID
		}
		asks := []ask{}
		for _, a := range d.Asks {
			asks = append(asks, ask{a.Step, a.SavesS, a.Rules})
		}
		if got := fmt.Sprint(asks); got != k.asks { // only what saves time, only at the price of a caution
			t.Errorf("%s: asks %s", k.name, got)
		}
		for _, f := range d.Plan.Findings {
			if f.Phase == rules.Prep && f.Severity != rules.Note && f.Rule != rules.TimeShort {
				t.Errorf("%s: %s %s", k.name, f.Rule, f.Say)
			}
		}
	}
}

func TestAPrepThatBeginsHoursEarlyHasTheHoursInHand(t *testing.T) {
	r := enter(t, asItIs)
	const early = 2 * 60 * 60
	first := &r.plan.Prep.Steps[0]
	start, _ := first.Start.In(r.loc)
	r.step(after(start, -early), chair.Start, first.ID)
	d := r.now(after(start, -early+5))
	if won := d.SlackS - r.plan.Prep.SlackS; won < early-30 || won > early+30 {
		t.Errorf("begun %d s early, %d s more are in hand", early, won)
	}
}

func TestTimeThatIsWonBringsBackWhatThePlanGaveUp(t *testing.T) {
	r := enter(t, func(s *sitting.Sitting) { s.Day.BaseAt = At(t, "09:17:30") })
	if len(r.plan.Prep.GaveUp) == 0 || r.plan.Prep.SlackS < 0 {
		t.Fatalf("the plan gives up nothing: %d", r.plan.Prep.SlackS)
	}
	for n, s := range r.plan.Prep.Steps[:6] {
		r.step(r.clock(fmt.Sprintf("09:00:%02d", 5*n)), chair.Done, s.ID)
	}
	d := r.now(time.Time{})
	if len(d.GaveUp) >= len(r.plan.Prep.GaveUp) || !strings.Contains(strings.Join(d.Says, " "), "There is time again") {
		t.Errorf("given up before %v, now %v: %q", r.plan.Prep.GaveUp, d.GaveUp, d.Says)
	}
	if d.SlackS < 0 {
		t.Errorf("%d s missing", -d.SlackS)
	}
}

func TestAirThatIsReadAgainChangesHowLongFilmsSet(t *testing.T) {
	r := enter(t, asItIs)
	lotion := r.find(plan.Prep, of("moisturiser_lotion"))
	at := r.until(plan.Prep, lotion.ID, 0)
	dry := step(r.now(at), lotion.ID).SetS
	r.says(at, chair.Read, `"temp_c": 30, "humidity": 0.85`)
	d := r.now(time.Time{})
	if damp := step(d, lotion.ID).SetS; damp <= dry || *d.Plan.Sitting.Day.Air.Humidity != 0.85 {
		t.Errorf("%d s in damp air, %d s before", damp, dry)
	}
	if r.plan.Sitting.Day.Air.Humidity != nil && *r.plan.Sitting.Day.Air.Humidity == 0.85 {
		t.Error("the plan that is followed was changed")
	}
}

func TestWhatComesAfterTheMomentHasNotHappened(t *testing.T) {
	r := enter(t, asItIs)
	r.step(r.clock("09:00"), chair.Start, "p1")
	r.step(r.clock("09:02"), chair.Done, "p1")
	if d := r.now(r.clock("09:01")); d.Now.Step != "p1" || d.Now.LeftS != 60 || d.At != At(t, "09:01:00") {
		t.Errorf("%+v", d.Now)
	}
	if d := r.now(time.Time{}); d.At != At(t, "09:02:00") {
		t.Errorf("without a moment it is %s", d.At)
	}
}

func TestAStepOfALaterPlanIsFollowedUnderTheIdThatItHadThere(t *testing.T) {
	r := enter(t, asItIs)
	lotion := r.find(plan.Prep, of("moisturiser_lotion"))
	at := r.until(plan.Prep, lotion.ID, 0)
	r.says(at, chair.Sting, `"product": "lotion"`)
	r.step(after(at, 1), chair.Skip, lotion.ID)
	id := r.now(after(at, 2)).Next
	if !strings.HasPrefix(id, "new-") {
		t.Fatalf("next is %s", id)
	}
	r.step(after(at, 2), chair.Start, id)
	r.step(after(at, 50), chair.Done, id)
	if d := r.now(time.Time{}); line(d, id).State != chair.Sets {
		t.Errorf("%+v", line(d, id))
	}
}

func TestTouchUpsAreFollowedByWhatWasReallyDone(t *testing.T) {
	r := enter(t, func(s *sitting.Sitting) {
		s.Day.WearUntil, s.Day.LiftAt = At(t, "22:00"), At(t, "22:30")
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
		Add(s, kit.Product{ID: "paper", Name: "Paper", Kind: "blotting_paper", Count: P(60)},
			kit.Product{ID: "powder", Name: "Powder", Kind: "powder", Base: "powder"})
	})
	if len(r.plan.Wear.TouchUps) < 2 {
		t.Fatalf("%v", r.plan.Wear.TouchUps)
	}
	first, second := r.plan.Wear.TouchUps[0], r.plan.Wear.TouchUps[1]
	at, _ := first.At.In(r.loc)
	early := after(at, -40*60)
	r.step(early, chair.Start, first.ID)
	r.step(after(early, 60), chair.Done, first.ID)
	d := r.now(time.Time{})
	ups := d.Plan.Wear.TouchUps
	if len(ups) == 0 || ups[0].ID != first.ID || ups[0].At != At(t, r.clockOf(early)) {
		t.Fatalf("%+v", ups)
	}
	for _, s := range first.Steps {
		if got := line(d, s.ID); got.State != chair.Finish || got.Part != plan.TouchUps {
			t.Errorf("%+v", got)
		}
	}
	if ups[1].ID != second.ID || ups[1].At == second.At {
		t.Errorf("the next one stays at %s, as if the first had been at its time", ups[1].At)
	}
	if line(d, "p3").State != chair.Finish || d.Part != plan.TouchUps || line(d, d.Next).Part != plan.TouchUps {
		t.Errorf("at %s, next %s", d.Part, d.Next)
	}
	missed := enter(t, func(s *sitting.Sitting) { *s = r.plan.Sitting })
	missed.until(plan.Prep, "p3", 0)
	missed.step(missed.clock("09:39"), chair.Done, missed.plan.Prep.Steps[len(missed.plan.Prep.Steps)-1].ID)
	for _, s := range missed.plan.Prep.Steps {
		missed.step(missed.clock("09:39"), chair.Done, s.ID)
	}
	late := after(at, 30*60)
	if d := missed.now(late); d.Next != first.Steps[0].ID || d.Plan.Wear.TouchUps[0].At.String() < At(t,
		missed.clockOf(late)).String() {
		t.Errorf("half an hour late: next %s, at %s", d.Next, d.Plan.Wear.TouchUps[0].At)
	}
}

func TestARemovalThatRunsLateGivesUpInItsOrderAndKeepsItsTargets(t *testing.T) {
	t.Run("by the clock, begun late", func(t *testing.T) {
		late(t, func(s *sitting.Sitting) { s.Day.LiftBy = At(t, "17:42") }, 8*60, 30)
	})
	t.Run("by its minutes, begun in time", func(t *testing.T) {
		late(t, func(s *sitting.Sitting) { s.Method = method.Choice{method.LiftMinutes: "10"} }, 0, 8*60)
	})
}

// late runs a removal that begins so many seconds late and whose first step takes so long.
func late(t *testing.T, bound func(s *sitting.Sitting), begins, takes int) {
	t.Helper()
	r := enter(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "balm", Name: "Balm", Kind: "balm", Base: "oil", EyeSafe: true},
			kit.Product{ID: "cloth", Name: "Cloth", Kind: "cloth", Count: P(9)})
		bound(s)
	})
	first := r.plan.Lift.Steps[0]
	at, _ := first.Start.In(r.loc)
	if len(r.plan.Lift.GaveUp) > 0 {
		t.Fatalf("given up as planned: %v", r.plan.Lift.GaveUp)
	}
	r.step(after(at, begins), chair.Start, first.ID)
	r.step(after(at, begins+takes), chair.Done, first.ID)
	d := r.now(time.Time{})
	if len(d.Plan.Lift.GaveUp) == 0 || !slices.ContainsFunc(d.GaveUp,
		func(g chair.GaveUp) bool { return g.Part == plan.Removal }) {
		t.Errorf("nothing is given up: slack %d, %v", d.SlackS, brief(t, d.Plan))
	}
	for z, l := range d.Plan.Lift.Residue {
		if l.Left > l.Target+1e-9 {
			t.Errorf("%s: %v left of %v", z, l.Left, l.Target)
		}
	}
}

func TestWhatIsBlendedStaysWithItsPartnerThoughTheRestIsPlannedAnew(t *testing.T) {
	r := enter(t, func(s *sitting.Sitting) {
		s.Method = method.Choice{method.SPFLayer: method.Blended}
		s.Day.BaseAt = At(t, "10:10")
	})
	steps := r.plan.Prep.Steps
	i := slices.IndexFunc(steps, func(s stack.Step) bool { return s.With != "" })
	if i < 0 {
		t.Fatalf("nothing is blended: %v", brief(t, r.plan))
	}
	j := slices.IndexFunc(steps, func(s stack.Step) bool { return s.ID == steps[i].With })
	at, _ := steps[0].Start.In(r.loc)
	for k := range min(i, j) {
		what := chair.Done
		if steps[k].Act == act.Apply {
			what = chair.Skip // which has the rest planned anew
		}
		r.step(at, what, steps[k].ID)
	}
	d := r.now(time.Time{})
	now := d.Plan.Prep.Steps
	k := slices.IndexFunc(now, func(s stack.Step) bool { return s.With != "" })
	if k < 0 {
		t.Fatalf("nothing is blended any more: %v", brief(t, d.Plan))
	}
	with := slices.IndexFunc(now, func(s stack.Step) bool { return s.ID == now[k].With })
	if with < 0 || now[with].Product != steps[j].Product || now[k].Product != steps[i].Product {
		t.Errorf("%s is blended with %d of %v", now[k].ID, with, brief(t, d.Plan))
	}
}
