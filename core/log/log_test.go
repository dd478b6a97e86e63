package log_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/log"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

// book is the sittings of one client.
type book struct {
	t    *testing.T
	list []log.Past
}

// sits adds a sitting as it is planned, with events, each the fields beyond those that all have.
func (b *book) sits(change func(s *sitting.Sitting), events ...string) *plan.Plan {
	b.t.Helper()
	s := Sitting(b.t)
	if change != nil {
		change(s)
	}
	return b.sat(plan.Make(s), events...)
}

func (b *book) sat(p *plan.Plan, events ...string) *plan.Plan {
	b.t.Helper()
	past := log.Past{Plan: p}
	for i, e := range events {
		if !strings.Contains(e, `"at"`) {
			e = fmt.Sprintf(`"at": "2027-06-19T09:%02d:00", %s`, i, e)
		}
		event, fs := chair.ReadEvent([]byte(fmt.Sprintf(`{"id": "e%d", "device": "d", "seq": %d, %s}`, i, i, e)), "")
		if len(fs) > 0 {
			b.t.Fatal(fs)
		}
		past.Events = append(past.Events, event)
	}
	b.list = append(b.list, past)
	return p
}

func (b *book) learns(reset map[string]day.Local) *log.Document {
	b.t.Helper()
	d, fs := log.Learn(b.list, reset, say.English)
	if len(fs) > 0 {
		b.t.Fatal(fs)
	}
	return d
}

func near(got, want float64) bool { return math.Abs(got-want) < 0.0006*max(1, want) }

func TestMoistureFollowsTheFirstTouchCheckOfEachSittingAndItsStepsGrowSmaller(t *testing.T) {
	for _, k := range []struct {
		feels []string
		want  float64
	}{
		{[]string{"tight"}, 1.15},
		{[]string{"tacky"}, 0.95},
		{[]string{"greasy"}, 0.85},
		{[]string{"even"}, 1},
		{[]string{"tight", "tight"}, 1.15 * (1 + 0.15/math.Sqrt2)},
		{[]string{"even", "greasy"}, 1 - 0.15/math.Sqrt2},
		{[]string{"tight", "even", "tacky"}, 1.15 * (1 - 0.05/math.Sqrt(3))},
		{slices.Repeat([]string{"tight"}, 30), 2},
		{slices.Repeat([]string{"greasy"}, 40), 0.5},
	} {
		b := &book{t: t}
		for range k.feels {
			b.sits(nil)
		}
		for i, feel := range k.feels {
			b.list[i].Events = (&book{t: t}).touch(feel)
		}
		d := b.learns(nil)
		got, there := d.Moisture[face.Cheeks]
		if there != (math.Abs(k.want-1) > 0.02) || there && !near(float64(got), k.want) {
			t.Errorf("%q: %v, want %.4g", k.feels, d.Moisture, k.want)
		}
		if there && (d.From[0].Key != "moisture/cheeks" || d.From[0].Sittings != len(k.feels) ||
			!near(float64(d.From[0].Factor), k.want) || d.From[0].Say == "") {
			t.Errorf("%q: from %+v", k.feels, d.From)
		}
	}
}

// touch is a touch check of the cheeks, and one later that says otherwise.
func (b *book) touch(feel string) []chair.Event {
	b.sits(nil, fmt.Sprintf(`"kind": "touch", "reads": {"cheeks": %q}`, feel),
		`"kind": "touch", "reads": {"cheeks": "greasy"}`)
	return b.list[len(b.list)-1].Events
}

// worn is one wear report of the forehead, and what else happened.
func worn(report string, more ...string) []string {
	return append(more, fmt.Sprintf(`"at": "2027-06-20T10:00:00", "kind": "wear", "reads": {"forehead": %s}`, report))
}

// shows is when the forehead was clean in a plan, and when it would first shine.
func shows(t *testing.T, p *plan.Plan) (clean, shows time.Time, c *sitting.Case) {
	t.Helper()
	f := p.Foretold()
	return f.Clean[face.Forehead], f.Shows[face.Forehead], f.Case
}

func TestSebumFollowsTheFirstShineThatNobodyTended(t *testing.T) {
	oily := func(s *sitting.Sitting) {
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)}
	}
	b := &book{t: t}
	p := b.sits(oily)
	clean, predicted, c := shows(t, p)
	wall := func(at time.Time) string { return day.Wall(at.In(c.Loc)).String() }
	if !predicted.Before(c.WearUntil) || len(p.Wear.TouchUps) == 0 {
		t.Fatalf("it would not shine: %s", predicted)
	}
	up := p.Wear.TouchUps[0]
	blots := slices.ContainsFunc(up.Steps, func(s wear.TouchStep) bool { return s.Act == act.Blot })
	if !blots {
		t.Fatalf("the first touch-up does not blot: %+v", up)
	}
	at, _ := up.At.In(c.Loc)
	tended := fmt.Sprintf(`"at": %q, "kind": "done", "step": %q`, wall(at), up.ID)
	half := clean.Add(predicted.Sub(clean) / 2).Truncate(time.Second)
	later := clean.Add(predicted.Sub(clean) * 3 / 2).Truncate(time.Second)
	planned := predicted.Sub(clean).Minutes()
	for _, k := range []struct {
		name   string
		events []string
		want   float64
	}{
		{"sooner", worn(fmt.Sprintf(`{"shone_at": %q}`, wall(half))), math.Sqrt(planned / half.Sub(clean).Minutes())},
		{"later", worn(fmt.Sprintf(`{"shone_at": %q}`, wall(later))), math.Sqrt(planned / later.Sub(clean).Minutes())},
		{"not at all", worn(`{}`), math.Sqrt(planned / c.WearUntil.Sub(clean).Minutes())},
		{"not at all, tended", worn(`{}`, tended), 1},
		{"after it was tended", worn(fmt.Sprintf(`{"shone_at": %q}`, wall(at.Add(time.Hour))), tended), 1},
		{"before it was tended", worn(fmt.Sprintf(`{"shone_at": %q}`, wall(half)), tended),
			math.Sqrt(planned / half.Sub(clean).Minutes())},
		{"tended by nobody's word", worn(fmt.Sprintf(`{"shone_at": %q}`, wall(later)),
			fmt.Sprintf(`"at": %q, "kind": "done", "step": %q`, "2027-06-19T22:00:00", p.Lift.Steps[0].ID)),
			math.Sqrt(planned / later.Sub(clean).Minutes())},
		{"before it was clean", worn(fmt.Sprintf(`{"shone_at": %q}`, wall(clean.Add(-time.Minute)))), 1},
		{"said twice, the last holds", append(worn(`{"shone_at": "2027-06-19T09:50:00"}`),
			fmt.Sprintf(`"at": "2027-06-20T11:00:00", "kind": "wear", "reads": {"forehead": {"shone_at": %q}}`,
				wall(half))), math.Sqrt(planned / half.Sub(clean).Minutes())},
		{"at once, held", worn(fmt.Sprintf(`{"shone_at": %q}`, wall(clean.Add(time.Minute)))), 2},
	} {
		b := &book{t: t}
		b.sat(p, k.events...)
		d := b.learns(nil)
		got, there := d.Sebum[face.Forehead]
		if there != (math.Abs(k.want-1) > 0.02) || there && !near(float64(got), k.want) {
			t.Errorf("%s: %v, want %.4g", k.name, d.Sebum, k.want)
		}
		if odd := strings.Contains(k.name, "before it was clean"); odd != (len(d.Says) > 0) {
			t.Errorf("%s: %q", k.name, d.Says)
		}
	}
	dry := &book{t: t}
	q := dry.sits(func(s *sitting.Sitting) {
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(0), Water: P(2)}
	}, worn(`{}`)...)
	if _, shows, c := shows(t, q); shows.Before(c.WearUntil) {
		t.Fatal("a dry forehead would shine")
	}
	if d := dry.learns(nil); len(d.Sebum) > 0 {
		t.Errorf("what was not to shine and did not teaches %v", d.Sebum)
	}
}

func TestSebumCountsFromTheCleanseAsItWasDone(t *testing.T) {
	b := &book{t: t}
	oily := func(s *sitting.Sitting) { s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)} }
	p := plan.Make(With(t, oily))
	clean, predicted, c := shows(t, p)
	var cleanse *stack.Step
	for i := range p.Prep.Steps {
		if s := &p.Prep.Steps[i]; s.Act == act.Cleanse && slices.Contains(s.Zones, face.Forehead) {
			cleanse = s
		}
	}
	late := clean.Add(20 * time.Minute)
	wall := func(at time.Time) string { return day.Wall(at.In(c.Loc)).String() }
	shone := late.Add(predicted.Sub(clean)) // as long after it as was planned
	b.sat(p, fmt.Sprintf(`"at": %q, "kind": "start", "step": %q`,
		wall(late.Add(-time.Duration(max(cleanse.HandsS, cleanse.ContactS))*time.Second)), cleanse.ID),
		fmt.Sprintf(`"at": %q, "kind": "done", "step": %q`, wall(late), cleanse.ID),
		fmt.Sprintf(`"at": "2027-06-20T10:00:00", "kind": "wear", "reads": {"forehead": {"shone_at": %q}}`,
			wall(shone)))
	if d := b.learns(nil); len(d.Sebum) > 0 {
		t.Errorf("it shone as long after the cleanse as planned, and that teaches %v", d.Sebum)
	}
}

func TestARemoverThatTakesMorePassesThanPlannedIsReckonedWeaker(t *testing.T) {
	p := plan.Make(Sitting(t))
	morePasses(t, p, 1)
	w := p.Foretold().Lift[face.Cheeks]
	fig, _ := sitting.MeasuredBy(sitting.TakesKey(w.Kind, w.Binder))
	morePasses(t, plan.Make(With(t, func(s *sitting.Sitting) {
		s.Figures = sitting.Figures{fig.Key: fig.Value(1.1)}
	})), 1.1)
}

// morePasses gives one pass more than a plan has, which reckons its remover so many times as strong as the book.
func morePasses(t *testing.T, p *plan.Plan, scale float64) {
	t.Helper()
	var check *stack.Step
	for i := range p.Lift.Steps {
		if p.Lift.Steps[i].Act == act.PadCheck {
			check = &p.Lift.Steps[i]
		}
	}
	zone := face.Cheeks
	worked := p.Foretold().Lift[zone]
	if check == nil || worked.Passes == 0 || worked.Kind == "" {
		t.Fatalf("%+v", worked)
	}
	loc, _ := p.Sitting.Day.Zone()
	at, _ := check.Start.In(loc)
	wall := func(s int) string { return day.Wall(at.Add(time.Duration(s) * time.Second).In(loc)).String() }
	read := func(s int, word string) string {
		return fmt.Sprintf(`"at": %q, "kind": "pad", "step": %q, "reads": {"cheeks": %q}`, wall(s), check.ID, word)
	}
	var before []string
	for i := range p.Lift.Steps {
		s := &p.Lift.Steps[i]
		if s.ID == check.ID {
			break
		}
		start, _ := s.Start.In(loc)
		end := start.Add(time.Duration(max(s.HandsS, s.ContactS)) * time.Second)
		before = append(before, fmt.Sprintf(`"at": %q, "kind": "done", "step": %q`, day.Wall(end.In(loc)), s.ID))
	}
	key := string(worked.Kind) + "/" + string(worked.Binder)
	m := float64(worked.Passes)
	b := &book{t: t}
	b.sat(p, slices.Concat(before, []string{read(10, "trace")})...)
	if d := b.learns(nil); len(d.Lift) > 0 {
		t.Errorf("a pad that was never clean teaches %v", d.Lift)
	}
	d, fs := chair.Open(p).At(b.list[0].Events, time.Time{})
	if len(fs) > 0 {
		t.Fatal(fs)
	}
	again := slices.IndexFunc(d.Steps, func(s chair.Step) bool {
		return strings.HasPrefix(s.ID, check.ID+".pad") && s.State == chair.Waiting
	})
	if again < 0 {
		t.Fatal("no further pass is asked for")
	}
	for name, k := range map[string]struct {
		events []string
		want   float64
	}{
		"as planned": {slices.Concat(before, []string{read(10, "clean")}), 1},
		"one more": {slices.Concat(before, []string{read(10, "trace"),
			fmt.Sprintf(`"at": %q, "kind": "done", "step": %q`, wall(70), d.Steps[again].ID),
			fmt.Sprintf(`"at": %q, "kind": "pad", "reads": {"cheeks": "clean"}`, wall(120))}), math.Sqrt(m / (m + 1))},
		"nobody said how the passes went": {[]string{read(10, "clean")}, 1},
	} {
		b := &book{t: t}
		b.sat(p, k.events...)
		d := b.learns(nil)
		if got, there := d.Lift[key]; there != (k.want != 1) || there && !near(float64(got), k.want) {
			t.Errorf("%s: %v, want %s %.4g", name, d.Lift, key, k.want)
		}
		fig, _ := sitting.MeasuredBy(sitting.TakesKey(worked.Kind, worked.Binder))
		if got := fig.Scale(oneSeen(t, b.list[0], fig.Key)); !near(got, scale*k.want*k.want) {
			t.Errorf("%s: it says %s is %.4g of the book's, want %.4g", name, fig.Key, got, scale*k.want*k.want)
		}
	}
}

func TestWhatStungIsNeverUsedAgainUntilItIsReset(t *testing.T) {
	b := &book{t: t}
	b.sits(nil, `"kind": "sting", "product": "serum", "zones": ["cheeks"]`,
		`"kind": "touch", "reads": {"cheeks": "tight"}`)
	d := b.learns(nil)
	if !slices.Equal(d.Never, []string{"serum"}) || len(d.From) != 2 || d.From[1].Key != "never/serum" ||
		d.From[1].Factor != 0 || !strings.Contains(d.From[1].Say, "Serum stung on 2027-06-19") {
		t.Errorf("%+v", d)
	}
	after := At(t, "12:00")
	if d := b.learns(map[string]day.Local{"never/serum": after}); len(d.Never) > 0 || len(d.Moisture) != 1 {
		t.Errorf("reset: %+v", d)
	}
	if d := b.learns(map[string]day.Local{"moisture/cheeks": after}); len(d.Never) != 1 || len(d.Moisture) > 0 {
		t.Errorf("the other reset: %+v", d)
	}
	if d := b.learns(map[string]day.Local{"never/serum": At(t, "08:00")}); len(d.Never) != 1 {
		t.Errorf("reset before it stung: %+v", d)
	}
	s := Sitting(t)
	s.Client.Learned = d.Client()
	if p := plan.Make(s); slices.ContainsFunc(p.Prep.Steps, func(s stack.Step) bool { return s.Product == "serum" }) {
		t.Error("the next plan takes what stung")
	}
}

func TestAsMuchAsSixteenDocumentsIsReadAtOnceAndNoMore(t *testing.T) {
	for size, refused := range map[int]bool{16 * doc.MaxBytes: false, 16*doc.MaxBytes + 1: true} {
		_, fs := log.Read(bytes.Repeat([]byte(" "), size))
		if got := len(fs) > 0; got != refused {
			t.Errorf("%d bytes: %v", size, fs)
		}
	}
}

func TestLinesAreReadWithEveryFaultAtItsLineAndOldestFirst(t *testing.T) {
	p := plan.Make(Sitting(t)).JSON()
	one := new(strings.Builder)
	compact := json.RawMessage(p)
	b, err := json.Marshal(map[string]any{"plan": compact, "events": []any{}})
	if err != nil {
		t.Fatal(err)
	}
	one.Write(b)
	for text, want := range map[string]string{
		one.String() + "\n\n" + one.String(): "",
		"{":                                  "line 1",
		one.String() + "\n[]":                "line 2",
		`{"plan": {}, "events": []}`:         "line 1: plan.",
		`{"events": []}`:                     "line 1: plan",
		`{"plan": {}, "event": []}`:          "line 1: event",
		strings.Replace(one.String(), `"events":[]`, `"events":[{"id": "e"}]`, 1): "line 1: events[0]",
	} {
		_, fs := log.Read([]byte(text))
		if (want == "") != (len(fs) == 0) || want != "" && !strings.HasPrefix(fs[0].Path, want) {
			t.Errorf("%.60s: %v, want %q", text, fs, want)
		}
	}
	list, fs := log.Read([]byte(one.String() + "\n" + one.String()))
	if len(fs) > 0 {
		t.Fatal(fs)
	}
	later := *list[1].Plan
	later.Sitting.Day.ChairAt = At(t, "2027-06-18T09:00")
	list[1].Plan = &later
	if _, fs := log.Learn(list, nil, say.English); len(fs) != 1 || !strings.HasPrefix(fs[0].Path, "line 2") {
		t.Errorf("the newest first: %v", fs)
	}
	if d, fs := log.Learn(nil, nil, say.English); len(fs) > 0 || !strings.Contains(string(d.JSON()), `"never": []`) {
		t.Errorf("no sittings: %v", fs)
	}
	list[1].Plan = list[0].Plan
	e, _ := chair.ReadEvent([]byte(`{"id": "e", "device": "d", "at": "2027-06-19T09:00", "kind": "done",
		"step": "zz"}`), "")
	list[1].Events = []chair.Event{e}
	if _, fs := log.Learn(list, nil, say.English); len(fs) != 1 || !strings.HasPrefix(fs[0].Path, "line 2: events") {
		t.Errorf("an event of no step: %v", fs)
	}
}

// A client whose forehead makes oil by another factor than its grade says, seen with noise of 0.08 in the logarithm of
// time: after twelve sittings, each planned with what the ones before taught, the mean is within a tenth and nineteen
// of twenty runs within a fifth.
func TestAfterTwelveSittingsTheOilOfAClientIsKnown(t *testing.T) {
	runs := 60
	if testing.Short() {
		runs = 20
	}
	for _, truth := range []float64{0.65, 0.9, 1.3, 1.8} {
		r := rand.New(rand.NewPCG(7, uint64(truth*100)))
		sum, wide := 0.0, 0
		for range runs {
			f := learnsOil(t, r, truth)
			sum += f / truth
			if math.Abs(f/truth-1) > 0.2 {
				wide++
			}
		}
		if mean := sum / float64(runs); math.Abs(mean-1) > 0.1 || float64(wide) > 0.05*float64(runs) {
			t.Errorf("%g: the mean is %.3f of it, %d of %d runs are off by more than a fifth", truth, mean, wide, runs)
		}
	}
}

// learnsOil is the factor after twelve sittings.
func learnsOil(t *testing.T, r *rand.Rand, truth float64) float64 {
	pupil := log.NewPupil()
	const key = "sebum/forehead"
	for range 12 {
		s := Sitting(t)
		s.Client.Zones[face.Forehead] = face.Grades{Oil: P(2), Water: P(2)}
		s.Client.Learned.Sebum = map[face.Zone]float64{face.Forehead: pupil.Factor(key)}
		p := plan.Until(s, nil, plan.TouchUps)
		clean, predicted, c := shows(t, p)
		minutes := predicted.Sub(clean).Minutes() * pupil.Factor(key) / truth * math.Exp(0.08*r.NormFloat64())
		shone := clean.Add(time.Duration(minutes * float64(time.Minute))).Truncate(time.Second)
		wore := chair.Wore{ShoneAt: day.Wall(shone.In(c.Loc))}
		if shone.After(c.WearUntil) {
			wore = chair.Wore{}
		}
		pupil.Sitting(p, &chair.Recalled{Prep: p.Prep.Steps, Wore: map[face.Zone]chair.Wore{face.Forehead: wore}})
	}
	return pupil.Factor(key)
}

// What is read in steps settles where one reading cannot tell it from right any more.
func TestMoistureSettlesWithinWhatOneTouchCheckCanTell(t *testing.T) {
	for _, truth := range []float64{0.7, 0.85, 1, 1.2, 1.5} {
		pupil := log.NewPupil()
		const key = "moisture/cheeks"
		for range 20 {
			feel := chair.Even
			switch share := pupil.Factor(key) / truth; {
			case share < 0.92:
				feel = chair.Tight
			case share > 1.15:
				feel = chair.Greasy
			case share > 1.05:
				feel = chair.Tacky
			}
			p := plan.Until(Sitting(t), nil, plan.Prep)
			pupil.Sitting(p, &chair.Recalled{Prep: p.Prep.Steps, Feels: map[face.Zone]chair.Feel{face.Cheeks: feel}})
		}
		if share := pupil.Factor(key) / truth; share < 0.92 || share > 1.05 {
			t.Errorf("%g: it settles at %.3f of that", truth, share)
		}
	}
}

// A remover that takes less, or more, of what a client wears than the table says: once the plan has as many passes as
// it takes, it has them from then on.
func TestARemoverSettlesWhereThePlanHasThePassesThatItTakes(t *testing.T) {
	const zone = face.Cheeks
	for _, truth := range []float64{0.55, 0.75, 1, 1.3} {
		pupil := log.NewPupil()
		key := ""
		var off []int
		for range 14 {
			s := Sitting(t)
			if key != "" {
				s.Client.Learned.Lift = map[string]float64{strings.TrimPrefix(key, "lift/"): pupil.Factor(key)}
			}
			p := plan.Make(s)
			f := p.Foretold()
			w := f.Lift[zone]
			if key == "" {
				key = "lift/" + string(w.Kind) + "/" + string(w.Binder)
			}
			r := p.Lift.Residue[zone] // what one pass takes by the plan, and how many it takes in truth
			each := math.Log(float64(r.Left)) / float64(w.Passes) / pupil.Factor(key)
			needed := max(1, int(math.Ceil(math.Log(float64(r.Target))/(each*truth)-1e-9)))
			pupil.Sitting(p, &chair.Recalled{Prep: p.Prep.Steps, Clean: map[face.Zone]chair.Given{
				zone: {Steps: passes(t, p, zone, needed)}}})
			off = append(off, w.Passes-needed)
		}
		if last := off[len(off)-4:]; slices.ContainsFunc(last, func(n int) bool { return n != 0 }) {
			t.Errorf("%g: passes planned less those it takes, sitting by sitting: %v, factor %.3f", truth, off,
				pupil.Factor(key))
		}
	}
}

// passes is so many passes over a zone, as the plan makes them.
func passes(t *testing.T, p *plan.Plan, zone face.Zone, n int) (list []stack.Step) {
	t.Helper()
	for len(list) < n {
		for _, s := range p.Lift.Steps {
			if s.Product != "" && slices.Contains(s.Zones, zone) && slices.Contains([]act.Act{act.Hold, act.Massage,
				act.Cleanse}, s.Act) && len(list) < n {
				s.ID = fmt.Sprint(s.ID, ".", len(list))
				list = append(list, s)
			}
		}
	}
	return list
}

func TestAStudioWithFiguresOfItsOwnAndNoSittingYetHasLearnedNothing(t *testing.T) {
	d, points, fs := log.Look(nil, nil, &sitting.Figures{}, say.English)
	if len(fs) > 0 || len(points) > 0 || !strings.Contains(string(d.JSON()), `"never": []`) {
		t.Errorf("%s, %v, %v", d.JSON(), points, fs)
	}
}
