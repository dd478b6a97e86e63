package main

import (
	"bytes"
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"net/http"
	"net/http/cookiejar"
	"slices"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"urncloth/demo"
	"urncloth/internal/pgserver"
)

// deaths is how often the primary dies; writersAtOnce how many people write meanwhile, half of them at each server.
var deaths = flag.Int("deaths", 20, "deaths of the primary under writers")

const writersAtOnce = 20

// writing is people who add clients at two servers, each one again until it is acknowledged.
type writing struct {
	mu   sync.Mutex
	said []string // what was acknowledged
	n    atomic.Int64
	last atomic.Int64 // when something was, ns

	who   *http.Client
	wrong atomic.Value // what else than "try again" was answered
}

// post sends something, and reports whether it was done; "try again" is no fault.
func (w *writing) post(url, path string, body any) bool {
	b, _ := json.Marshal(body)
	res, err := w.who.Post(url+path, "application/json", bytes.NewReader(b))
	if err != nil {
		return false
	}
	res.Body.Close()
	if res.StatusCode >= 300 && res.StatusCode != http.StatusServiceUnavailable {
		w.wrong.Store(path + " is answered by " + res.Status)
	}
	return res.StatusCode < 300
}

func (w *writing) at(ctx context.Context, url string) {
	dry := map[string]int{"oil": 1, "water": 2}
	for ctx.Err() == nil {
		name := fmt.Sprintf("Kept %d", w.n.Add(1))
		if !w.post(url, "/api/clients", map[string]any{"record": map[string]any{"name": name, "phototype": 2,
			"zones": map[string]any{"forehead": dry, "cheeks": dry}}}) {
			time.Sleep(5 * time.Millisecond)
			continue
		}
		w.mu.Lock()
		w.said = append(w.said, name)
		w.mu.Unlock()
		w.last.Store(time.Now().UnixNano())
	}
}

// again waits until something was acknowledged after a moment, and returns how long that took.
func (w *writing) again(t *testing.T, since time.Time) time.Duration {
	t.Helper()
	for w.last.Load() <= since.UnixNano() {
		if wrong := w.wrong.Load(); wrong != nil || time.Since(since) > time.Minute {
			t.Fatalf("nothing is acknowledged any more: %v", wrong)
		}
		time.Sleep(2 * time.Millisecond)
	}
	return time.Since(since)
}

func TestTwoServersOnTwoDatabasesLoseNothingAcknowledgedThroughTwentyDeathsOfThePrimary(t *testing.T) {
	ctx, stop := context.WithTimeout(t.Context(), 20*time.Minute)
	defer stop()
	pair, err := pgserver.StartPair(ctx, folder(t))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = pair.Stop() })
	if err := pair.Primary().EnsureDatabase(ctx, "own"); err != nil {
		t.Fatal(err)
	}
	t.Setenv("URNCLOTH_TEST_DATABASE", pair.DSN("own"))
	first, second := launched(t, folder(t), "--demo"), launched(t, folder(t), "--demo")
	jar, err := cookiejar.New(nil)
	if err != nil {
		t.Fatal(err)
	}
	w := writing{who: &http.Client{Jar: jar, Timeout: 10 * time.Second}}
	if !w.post(first.url, "/api/session", map[string]string{"email": demo.Email, "password": demo.Password}) {
		t.Fatal(w.wrong.Load())
	}
	var people sync.WaitGroup
	working, end := context.WithCancel(ctx)
	for i := range writersAtOnce {
		people.Go(func() { w.at(working, []string{first.url, second.url}[i%2]) })
	}
	w.again(t, time.Now())
	var took []time.Duration
	for range *deaths {
		time.Sleep(50 * time.Millisecond)
		died := time.Now()
		if err := pair.Kill(); err != nil {
			t.Fatal(err)
		}
		if err := pair.Promote(ctx); err != nil {
			t.Fatal(err)
		}
		w.again(t, time.Now())
		took = append(took, time.Since(died))
		if err := pair.Mend(ctx); err != nil {
			t.Fatal(err)
		}
		w.again(t, time.Now())
	}
	end()
	people.Wait()
	c, err := pgx.Connect(ctx, pair.Primary().DSN("own"))
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(ctx)
	rows, err := c.Query(ctx, `select name from clients`)
	if err != nil {
		t.Fatal(err)
	}
	kept, err := pgx.CollectRows(rows, pgx.RowTo[string])
	if err != nil {
		t.Fatal(err)
	}
	slices.Sort(kept)
	lost := 0
	for _, name := range w.said {
		if _, is := slices.BinarySearch(kept, name); !is {
			lost++
		}
	}
	slices.Sort(took)
	t.Logf("%d deaths, %d writes acknowledged, %d lost; until one was again: median %v, longest %v", len(took),
		len(w.said), lost, took[len(took)/2].Round(time.Millisecond), took[len(took)-1].Round(time.Millisecond))
	if lost > 0 || len(took) != *deaths || len(w.said) < 20**deaths {
		t.Errorf("%d of %d acknowledged writes are lost after %d deaths", lost, len(w.said), len(took))
	}
}
