package chair_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/plan"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
	"urncloth/core/testutil/streams"
	"urncloth/demo"
)

func demoSittings(t testing.TB) []sitting.Sitting {
	t.Helper()
	data, err := demo.Read()
	if err != nil {
		t.Fatal(err)
	}
	list, err := data.Documents()
	if err != nil {
		t.Fatal(err)
	}
	return list
}

// tablet makes events as they happen on one device.
type tablet struct {
	t      testing.TB
	loc    *time.Location
	name   string
	events []chair.Event
}

func follows(t testing.TB, p *plan.Plan) *tablet {
	t.Helper()
	loc, err := p.Sitting.Day.Zone()
	if err != nil {
		t.Fatal(err)
	}
	return &tablet{t: t, loc: loc, name: "tablet"}
}

// says records an event; rest is its fields beyond those that all have, as JSON.
func (d *tablet) says(at time.Time, kind chair.Kind, rest string) {
	d.t.Helper()
	if rest != "" {
		rest = ", " + rest
	}
	n := len(d.events) + 1
	line := fmt.Sprintf(`{"id": "%s-%d", "device": %q, "seq": %d, "at": %q, "kind": %q%s}`, d.name, n, d.name, n,
		day.Wall(at.In(d.loc)), kind, rest)
	e, fs := chair.ReadEvent([]byte(line), "")
	if len(fs) > 0 {
		d.t.Fatal(fs, line)
	}
	d.events = append(d.events, e)
}

func (d *tablet) step(at time.Time, kind chair.Kind, id string) {
	d.t.Helper()
	d.says(at, kind, fmt.Sprintf(`"step": %q`, id))
}

// does records every step of a part as it was planned.
func (d *tablet) does(p *plan.Plan, part plan.Part) {
	for _, s := range p.StepsOf(part) {
		start, _ := s.Start.In(d.loc)
		d.step(start, chair.Start, s.ID)
		d.step(start.Add(time.Duration(max(s.HandsS, s.ContactS))*time.Second), chair.Done, s.ID)
	}
}

// brief is what matters of a plan's steps, for comparing and for messages.
func brief(t testing.TB, p *plan.Plan) []string {
	t.Helper()
	var list []string
	for _, part := range plan.Parts() {
		for _, s := range p.StepsOf(part) {
			list = append(list, fmt.Sprint(s.ID, " ", s.Act, " ", s.Product, " ", s.Zones, " ", s.Start.Clock(), " ",
				s.HandsS, " ", s.ContactS))
		}
	}
	for _, u := range p.Wear.TouchUps {
		steps, err := json.Marshal(u.Steps)
		if err != nil {
			t.Fatal(err)
		}
		list = append(list, fmt.Sprint(u.ID, " ", u.At, " ", string(steps)))
	}
	return list
}

// differs says where two plans first differ, "" for nowhere.
func differs(t testing.TB, a, b *plan.Plan) string {
	t.Helper()
	x, y := brief(t, a), brief(t, b)
	for i := range max(len(x), len(y)) {
		switch {
		case i >= len(x):
			return "more: " + y[i]
		case i >= len(y):
			return "missing: " + x[i]
		case x[i] != y[i]:
			return x[i] + "\nis now\n" + y[i]
		}
	}
	return ""
}

func TestASittingThatIsDoneAsPlannedStaysAsPlannedToTheEnd(t *testing.T) {
	docs := demoSittings(t)
	r := rand.New(rand.NewPCG(15, 1))
	for n := range 60 {
		s := &docs[n%len(docs)]
		if n >= len(docs) {
			s = Stranger(t, r, docs)
		}
		p := plan.Make(s)
		c := chair.Open(p)
		d := follows(t, p)
		for _, part := range plan.Parts() {
			d.does(p, part)
		}
		for k := 0; k < len(d.events); k += 1 + len(d.events)/12 {
			at, _ := d.events[k].At.In(d.loc)
			got, fs := c.At(d.events, at)
			if len(fs) > 0 {
				t.Fatal(n, fs)
			}
			if diff := differs(t, p, got.Plan); diff != "" {
				t.Errorf("sitting %d, at %s: %s", n, got.At, diff)
				break
			}
		}
	}
}

func TestTheFoldIsTheSameForEveryOrderAndRepetitionOfTheSameEvents(t *testing.T) {
	docs := demoSittings(t)
	docs = append(docs, *Sitting(t))
	var chairs []*chair.Chair
	var plans []*plan.Plan
	for i := range docs {
		plans = append(plans, plan.Make(&docs[i]))
		chairs = append(chairs, chair.Open(plans[i]))
	}
	r := rand.New(rand.NewPCG(15, 2))
	many := 5000
	if testing.Short() {
		many = 300
	}
	for n := range many {
		k := r.IntN(len(docs))
		if n%8 > 0 {
			k = len(docs) - 1 // a short day indoors, which is quick to plan
		}
		events, _ := chair.ReadLines([]byte(strings.Join(streams.Lines(r, plans[k]), "\n")))
		mixed := slices.Clone(events)
		for range len(events) / 3 {
			mixed = append(mixed, OneOf(r, events...))
		}
		r.Shuffle(len(mixed), func(i, j int) { mixed[i], mixed[j] = mixed[j], mixed[i] })
		a, b := chairs[k].Bear(events, time.Time{}), chairs[k].Bear(mixed, time.Time{})
		if !bytes.Equal(a.JSON(), b.JSON()) {
			t.Fatalf("stream %d: not the same", n)
		}
		if n%40 > 0 {
			continue
		}
		grown := chair.Open(plans[k]) // one event after the other, as a device has them
		var last *chair.Document
		for i := range mixed {
			last = grown.Bear(mixed[:i+1], time.Time{})
		}
		if !bytes.Equal(a.JSON(), last.JSON()) {
			t.Fatalf("stream %d: not the same when it grows", n)
		}
	}
}
