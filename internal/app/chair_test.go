package app_test

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/chair"
	"urncloth/core/doc"
	"urncloth/internal/app"
	"urncloth/internal/pgtest"
	"urncloth/internal/store"
)

// eventLine is one event of a device on the day of the added sitting.
func eventLine(device string, seq int, clock string, kind chair.Kind, rest string) string {
	return fmt.Sprintf(`{"id": "%s-%d", "device": %q, "seq": %d, "at": "2026-06-20T%s", "kind": %q%s}`+"\n",
		device, seq,
		device, seq, clock, kind, rest)
}

func TestEventsAreKeptOnceHoweverOftenTheyAreSentAndTheChairIsAsTheCommandHasIt(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	lines := eventLine("tablet", 1, "10:00:00", chair.Start, `, "step": "p1"`) +
		eventLine("tablet", 2, "10:02:05", chair.Done, `, "step": "p1"`)
	for n, want := range []app.Heard{{Added: 2}, {Known: 2}} {
		got, err := h.Append(t.Context(), h.owner, s.ID, []byte(lines), app.Sent{Now: h.now})
		if err != nil || got.Added != want.Added || got.Known != want.Known || got.OffsetS != 0 {
			t.Errorf("sent %d times: %+v, %v", n+1, got, err)
		}
	}
	mixed := eventLine("phone", 1, "10:01:00", chair.Note, `, "text": "dry chin"`) + lines
	if got, err := h.Append(t.Context(), h.owner, s.ID, []byte(mixed), app.Sent{Now: h.now}); err != nil ||
		got.Added != 1 || got.Known != 2 {
		t.Errorf("old and new: %+v, %v", got, err)
	}
	out, err := h.EventsAfter(t.Context(), h.owner, s.ID, 0)
	if err != nil || len(out.Events) != 3 || out.Events[2]["text"] != "dry chin" {
		t.Fatalf("%+v %v", out, err)
	}
	if more, err := h.EventsAfter(t.Context(), h.owner, s.ID, out.Last); err != nil || len(more.Events) != 0 ||
		more.Last != out.Last {
		t.Errorf("after the last: %+v %v", more, err)
	}
	for _, at := range []string{"", "2026-06-20T10:01:30"} {
		d, err := h.Follow(t.Context(), h.owner, s.ID, at)
		if err != nil {
			t.Fatal(err)
		}
		events, fs := chair.ReadLines([]byte(mixed))
		p, err := h.FollowedPlan(t.Context(), h.owner, s.ID)
		if err != nil || len(fs) > 0 {
			t.Fatal(fs, err)
		}
		moment := time.Time{}
		if at != "" {
			loc, _ := p.Sitting.Day.Zone()
			moment, _ = wall(t, at).In(loc)
		}
		want, fs := chair.Open(&p).At(events, moment)
		if len(fs) > 0 || !bytes.Equal(d.JSON(), want.JSON()) {
			t.Errorf("at %q: %v, not what the command says", at, fs)
		}
	}
	if _, err := h.Follow(t.Context(), h.owner, s.ID, "noon"); !errors.As(err, new(doc.Faults)) {
		t.Errorf("a moment that is none: %v", err)
	}
}

func TestEventsThatAreSentAreHeardElsewhereAndTheSameSentAgainToo(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	changes, stop, err := h.Changes(t.Context(), h.as(app.Artist))
	if err != nil {
		t.Fatal(err)
	}
	defer stop()
	for n := range 2 { // whoever took them the first time may have been ended before telling
		line := eventLine("tablet", 1, "10:00:00", chair.Start, `, "step": "p1"`)
		if _, err := h.Append(t.Context(), h.owner, s.ID, []byte(line), app.Sent{Now: h.now}); err != nil {
			t.Fatal(err)
		}
		for within, heard := time.After(time.Second), false; !heard; {
			select {
			case c := <-changes:
				heard = c.Kind == "chair" && c.ID == s.ID.String()
			case <-within:
				t.Fatalf("sent %d times: nothing is heard within a second", n+1)
			}
		}
	}
}

func TestWhatIsSentToASittingOfAnotherStudioIsRefused(t *testing.T) {
	dsn := pgtest.DSN(t)
	h := openOn(t, dsn)
	_, s := h.added(t)
	pgtest.AddStudio(t, dsn)
	other, err := h.knock(pgtest.OtherEmail, pgtest.OtherPassword, "chair")
	if err != nil {
		t.Fatal(err)
	}
	line := []byte(eventLine("x", 1, "10:00:00", chair.Note, `, "text": "mine"`))
	for name, id := range map[string]uuid.UUID{"another studio's": s.ID, "nobody's": uuid.New()} {
		if _, err := h.Append(t.Context(), other, id, line, app.Sent{Now: h.now}); !errors.Is(err, store.ErrNotFound) {
			t.Errorf("%s: %v", name, err)
		}
		if _, err := h.EventsAfter(t.Context(), other, id, 0); !errors.Is(err, store.ErrNotFound) {
			t.Errorf("%s read: %v", name, err)
		}
	}
	if _, err := h.Append(t.Context(), h.owner, s.ID, line, app.Sent{Now: h.now}); err != nil {
		t.Fatal(err)
	}
	if _, err := h.Append(t.Context(), other, s.ID, []byte(eventLine("x", 2, "10:00:00", chair.Note,
		`, "text": "mine"`)),
		app.Sent{Now: h.now}); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("once it has begun: %v", err)
	}
}

func TestADeviceWhoseClockIsWrongIsPutRightAndWhatItSaidIsKept(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	line := []byte(eventLine("tablet", 1, "11:00:00", chair.Start, `, "step": "p1"`))
	got, err := h.Append(t.Context(), h.owner, s.ID, line, app.Sent{Now: h.now.Add(time.Hour)})
	if err != nil || got.OffsetS != -3600 {
		t.Fatalf("%+v %v", got, err)
	}
	out, err := h.EventsAfter(t.Context(), h.owner, s.ID, 0)
	if err != nil || out.Events[0]["at"] != "2026-06-20T10:00:00" || out.Events[0]["step"] != "p1" {
		t.Errorf("%v %v", out.Events, err)
	}
	if said := h.one(t, `select said_at from events`); said != "2026-06-20T11:00:00" {
		t.Errorf("the clock said %q", said)
	}
	if got, err := h.Append(t.Context(), h.owner, s.ID, line,
		app.Sent{Now: h.now.Add(time.Hour)}); err != nil || got.Known != 1 {
		t.Errorf("again: %+v %v", got, err)
	}
	second := []byte(eventLine("tablet", 2, "10:02:00", chair.Done, `, "step": "p1"`))
	if got, err := h.Append(t.Context(), h.owner, s.ID, second,
		app.Sent{Now: h.now.Add(-time.Second)}); err != nil || got.OffsetS != 0 {
		t.Errorf("a second is not wrong: %+v %v", got, err)
	}
}

// one is the one text that a query over the demo studio gives.
func (h *house) one(t *testing.T, sql string) (text string) {
	t.Helper()
	if err := h.Store.In(t.Context(), h.owner.Studio, func(tx pgx.Tx) error {
		return tx.QueryRow(t.Context(), sql).Scan(&text)
	}); err != nil {
		t.Fatal(err)
	}
	return text
}

func TestTenThousandEventsReplayedAreTakenInOnceAndOutOfOrderIsInOrder(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	var lines strings.Builder
	for n := range 10_000 {
		at := 10*3600 + (n*7919)%10_000/4 // in no order
		lines.WriteString(eventLine("tablet", n, fmt.Sprintf("%02d:%02d:%02d", at/3600, at/60%60, at%60), chair.Note,
			`, "text": "n"`))
	}
	for n, want := range []int{10_000, 0} {
		start := time.Now()
		got, err := h.Append(t.Context(), h.owner, s.ID, []byte(lines.String()), app.Sent{Now: h.now})
		if err != nil || got.Added != want || got.Known != 10_000-want {
			t.Errorf("time %d: %+v %v", n, got, err)
		}
		if took := time.Since(start); took > 5*time.Second {
			t.Errorf("time %d took %s", n, took)
		}
	}
	d, err := h.Follow(t.Context(), h.owner, s.ID, "")
	if err != nil || d.At.String() != "2026-06-20T10:41:39" {
		t.Errorf("%v: at %s", err, d.At)
	}
	if _, err := h.Append(t.Context(), h.owner, s.ID, []byte(`{"id": "1"}`),
		app.Sent{Now: h.now}); !errors.As(err, new(doc.Faults)) {
		t.Errorf("what is no event: %v", err)
	}
}

func TestTheChairFollowsThePlanItBeganWithWhateverIsPlannedLater(t *testing.T) {
	h := open(t)
	c, s := h.added(t)
	if _, err := h.Append(t.Context(), h.owner, s.ID,
		[]byte(eventLine("tablet", 1, "10:00:00", chair.Start, `, "step": "p1"`)), app.Sent{Now: h.now}); err != nil {
		t.Fatal(err)
	}
	before, err := h.FollowedPlan(t.Context(), h.owner, s.ID)
	if err != nil {
		t.Fatal(err)
	}
	e := app.SittingEdit{Version: s.Version, Client: s.Plan.Sitting.Client, Look: s.Plan.Sitting.Look,
		Day: s.Plan.Sitting.Day}
	e.Look.Finish, e.Look.Coverage = "matte", "full"
	if _, err := h.SaveSitting(t.Context(), h.owner, s.ID, e); err != nil {
		t.Fatal(err)
	}
	after, err := h.FollowedPlan(t.Context(), h.owner, s.ID)
	if err != nil || !bytes.Equal(before.JSON(), after.JSON()) {
		t.Errorf("the plan at the chair has changed: %v", err)
	}
	if err := h.TakeOutSitting(t.Context(), h.owner, s.ID); !errors.Is(err, app.ErrBegun) {
		t.Errorf("a sitting that has begun is taken out: %v", err)
	}
	if err := h.EraseClient(t.Context(), h.owner, c.ID); err != nil {
		t.Fatal(err)
	}
	for _, table := range []string{"chairs", "events"} {
		if left := h.one(t, `select count(*)::text from `+table); left != "0" {
			t.Errorf("%s of %s are left of an erased client", left, table)
		}
	}
}

func TestEventsOfTwoDevicesAtOnceAreAllThereAndReadInTheOrderInWhichTheyWereKept(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	var wg sync.WaitGroup
	stop, seen := make(chan struct{}), map[string]bool{}
	var reader sync.WaitGroup
	reader.Go(func() { // reads on from the last number it knows, as a device does
		last := int64(0)
		for done := false; !done; {
			select {
			case <-stop:
				done = true
			default:
			}
			out, err := h.EventsAfter(t.Context(), h.owner, s.ID, last)
			if err != nil {
				t.Error(err)
				return
			}
			for _, e := range out.Events {
				seen[e["id"].(string)] = true
			}
			last = out.Last
		}
	})
	for _, device := range []string{"tablet", "phone", "laptop"} {
		wg.Go(func() {
			for n := range 40 {
				if _, err := h.Append(t.Context(), h.owner, s.ID,
					[]byte(eventLine(device, n, "10:00:00", chair.Note, `, "text": "n"`)),
					app.Sent{Now: h.now}); err != nil {
					t.Error(err)
				}
			}
		})
	}
	wg.Wait()
	close(stop)
	reader.Wait()
	if len(seen) != 120 {
		t.Errorf("a device that reads on sees %d of 120", len(seen))
	}
}

func TestWhatCannotBeFollowedAnyMoreIsAbsorbedAndSaid(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	if _, err := h.Append(t.Context(), h.owner, s.ID, []byte(eventLine("tablet", 1, "10:00:00", chair.Start,
		`, "step": "p1"`)+eventLine("tablet", 2, "10:00:10", chair.Done, `, "step": "gone"`)+
		eventLine("tablet", 3, "10:00:20", chair.Swap, `, "step": "p9", "product": "retired-long-ago"`)),
		app.Sent{Now: h.now}); err != nil {
		t.Fatal(err)
	}
	d, err := h.Follow(t.Context(), h.owner, s.ID, "")
	said := strings.Join(d.Says, " ")
	if err != nil || d.Now.Step != "p1" || !strings.Contains(said, "gone") || !strings.Contains(said,
		"retired-long-ago") {
		t.Errorf("%v, now %+v: %q", err, d.Now, d.Says)
	}
	var kept []map[string]any
	if out, err := h.EventsAfter(t.Context(), h.owner, s.ID, 0); err == nil {
		kept = out.Events
	}
	if b, _ := json.Marshal(kept); len(kept) != 3 {
		t.Errorf("kept: %s", b)
	}
}
