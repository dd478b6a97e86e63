package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"maps"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"golang.org/x/sync/errgroup"

	"urncloth/core/plan"
	"urncloth/core/sitting"
	"urncloth/core/testutil"
	"urncloth/demo"
	"urncloth/e2e/house"
	"urncloth/internal/app"
	"urncloth/internal/pgserver"
	"urncloth/internal/store"
)

// How rates are measured: by so many clients at once, in turns, each for so long.
const (
	atOnce = 8
	turns  = 3
	turn   = time.Second
)

// sizes is how many sittings studios have whose lists are measured.
var sizes = []int{100, 1_000, 10_000, 100_000, 1_000_000}

// figures is where the ratios of before are kept, and allowed how much of one may be lost.
const (
	figures = "docs/performance.md"
	allowed = 0.25
)

// ratio is one measured against what bounds it, in the same run; more is better.
type ratio struct {
	name string
	is   float64
}

// ratios measures how near the server comes to what an empty answer and the database leave together, plans beside
// reading, whether lists stay as quick while a studio grows, and how quickly events are kept; and compares it all with
// what is kept.
func ratios() error {
	ctx := context.Background()
	list := planning()
	kept, err := appends()
	if err != nil {
		return err
	}
	list = append(list, kept...)
	err = house.WithDatabase(ctx, func(url, dsn string) error {
		for _, measure := range []func() ([]ratio, error){
			func() ([]ratio, error) { return nearest(ctx, url, dsn) },
			func() ([]ratio, error) { return beside(url) },
			func() ([]ratio, error) { return flat(ctx, url, dsn) },
		} {
			out, err := measure()
			if list = append(list, out...); err != nil {
				return err
			}
		}
		return nil
	})
	text, unread := os.ReadFile(figures)
	return errors.Join(err, unread, held(list, text))
}

// planning compares a full plan, and the check of one, with a fixed computation.
func planning() (list []ratio) {
	for _, work := range []struct {
		name string
		of   func(s *sitting.Sitting) func()
	}{
		{"a fixed computation over a full plan", func(s *sitting.Sitting) func() { return func() { plan.Make(s) } }},
		{"a fixed computation over a full check", func(s *sitting.Sitting) func() {
			p := plan.Make(s)
			return func() { plan.Check(p) }
		}},
	} {
		var before, after time.Duration
		took := testing.Benchmark(func(b *testing.B) {
			do := work.of(testutil.FullDay(b))
			before = testutil.Reference()
			for b.Loop() {
				do()
			}
			after = testutil.Reference()
		})
		fixed := (before + after) / 2
		fmt.Printf("%-40s %8.2f ms, %.2f ms\n", work.name, fixed.Seconds()*1000, float64(took.NsPerOp())/1e6)
		list = append(list, ratio{work.name, float64(fixed.Nanoseconds()) / float64(took.NsPerOp())})
	}
	return list
}

// nearest compares one sitting and a small row as the API answers them with what is left by an empty answer and by the
// database's own benchmark reading the same under the same walls, all in one round trip.
func nearest(ctx context.Context, url, dsn string) ([]ratio, error) {
	who, err := enter(url, demo.Email)
	if err != nil {
		return nil, err
	}
	var today app.Today
	if err := call(who, "GET", url+"/api/today?on=2027-06-19", nil, &today); err != nil {
		return nil, err
	}
	id := today.Sittings[0].ID.String()
	if err := call(who, "GET", url+"/api/sittings/"+id, nil, nil); err != nil { // it is kept from now on
		return nil, err
	}
	empty := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		w.WriteHeader(http.StatusNoContent)
	}))
	defer empty.Close()
	as, err := store.AppDSN(dsn)
	if err != nil {
		return nil, err
	}
	studio, err := studioOf(ctx, dsn, id)
	if err != nil {
		return nil, err
	}
	rate := map[string]float64{}
	for range turns {
		for name, path := range map[string]string{"empty": empty.URL, "me": url + "/api/me",
			"sitting": url + "/api/sittings/" + id} {
			r, err := rateOf(who, []string{path})
			if err != nil {
				return nil, err
			}
			rate[name] += r / turns
		}
		for name, sql := range map[string]string{
			"a small row": `select name, timezone from studios where id = current_studio()`,
			"its plan": `select id, client_id, version, title, artist, sitting, plan from sittings
				where id = '` + id + `'`,
			"as kept": `select k.body from sittings s join answers k on k.studio_id = s.studio_id and
				k.sitting_id = s.id where s.id = '` + id + `'`,
		} {
			for _, w := range ways {
				r, err := benched(ctx, as, w.mode, fmt.Sprintf(w.lines, studio, strings.ReplaceAll(sql, "\n", " ")))
				if err != nil {
					return nil, err
				}
				rate[name+w.name] += r / turns
			}
		}
	}
	for _, name := range slices.Sorted(maps.Keys(rate)) {
		fmt.Printf("%-40s %8.0f/s\n", name, rate[name])
	}
	var list []ratio
	for _, w := range ways {
		of := func(ours, row string) float64 { return rate[ours] * (1/rate["empty"] + 1/rate[row+w.name]) }
		list = append(list, ratio{"/api/me" + w.name, of("me", "a small row")},
			ratio{"one sitting" + w.name, min(of("sitting", "its plan"), of("sitting", "as kept"))}) // the quicker row
	}
	return list, nil
}

// ways is how the database's own benchmark does a transaction of a studio: as it is used to, line by line; with lines
// that are planned once; and those sent in one go, as this program does, which leaves most.
var ways = []struct{ name, mode, lines string }{
	{"", "simple", transaction},
	{", prepared", "prepared", transaction},
	{", prepared and in one go", "prepared", "\\startpipeline\n" + transaction + "\\endpipeline\n"},
}

const transaction = "begin;\nselect set_config('app.studio_id', '%s', true);\n%s;\ncommit;\n"

// What is read beside plan requests, so many times a second, and the most that one of them in twenty may take.
const (
	readPerSecond = 50
	mostPlanned   = 40 * time.Millisecond
)

// beside measures plan requests while the day, a sitting and who is signed in are read. The ratio is the bar over the
// p95.
func beside(url string) ([]ratio, error) {
	who, err := enter(url, demo.Email)
	if err != nil {
		return nil, err
	}
	var today app.Today
	if err := call(who, "GET", url+"/api/today?on=2027-06-19", nil, &today); err != nil {
		return nil, err
	}
	paths := []string{"/api/me", "/api/today?on=2027-06-19", "/api/sittings/" + today.Sittings[1].ID.String()}
	done, failed := make(chan struct{}), make(chan error)
	go func() {
		var all errgroup.Group
		tick := time.NewTicker(time.Second / readPerSecond)
		defer tick.Stop()
		for n := 0; ; n++ {
			select {
			case <-tick.C:
				all.Go(func() error { return fetched(who, url+paths[n%len(paths)]) })
			case <-done:
				failed <- all.Wait()
				return
			}
		}
	}()
	took, err := plans(url)
	close(done)
	if err = errors.Join(err, <-failed); err != nil {
		return nil, err
	}
	report(fmt.Sprintf("plan request, %d/s, beside %d/s that are read", perSecond, readPerSecond), took)
	slices.Sort(took)
	p95 := took[len(took)*95/100]
	return []ratio{{"plans beside reading: 40 ms over their p95", mostPlanned.Seconds() / p95.Seconds()}}, nil
}

// studioOf is the studio of a sitting.
func studioOf(ctx context.Context, dsn, sitting string) (id string, err error) {
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return "", err
	}
	defer c.Close(ctx)
	err = c.QueryRow(ctx, `select studio_id::text from sittings where id = $1`, sitting).Scan(&id)
	return id, err
}

// benched is how often a second the database's own benchmark does some lines as the application's role.
func benched(ctx context.Context, dsn, mode, text string) (float64, error) {
	script := filepath.Join(os.TempDir(), fmt.Sprintf("urncloth-%d.sql", os.Getpid()))
	if err := os.WriteFile(script, []byte(text), 0o600); err != nil {
		return 0, err
	}
	defer os.Remove(script)
	pgbench, err := pgserver.Program("pgbench")
	if err != nil {
		return 0, err
	}
	out, err := exec.CommandContext(ctx, pgbench, "-n", "-M", mode, "-c", strconv.Itoa(atOnce), "-j", "2", "-T",
		strconv.Itoa(int(turn.Seconds())), "-f", script, dsn).CombinedOutput()
	tps := regexp.MustCompile(`tps = ([0-9.]+)`).FindSubmatch(out)
	if err != nil || tps == nil {
		return 0, fmt.Errorf("pgbench: %w: %s", err, out)
	}
	return strconv.ParseFloat(string(tps[1]), 64)
}

// enter signs somebody in.
func enter(url, email string) (*http.Client, error) {
	jar, err := cookiejar.New(nil)
	if err != nil {
		return nil, err
	}
	who := &http.Client{Jar: jar, Timeout: 30 * time.Second, Transport: &http.Transport{MaxIdleConnsPerHost: atOnce,
		DisableCompression: true}}
	return who, call(who, "POST", url+"/api/session", map[string]string{"email": email, "password": demo.Password}, nil)
}

// rateOf is how many answers a second some clients at once get from addresses in turn. They take what is packed as it
// is.
func rateOf(who *http.Client, paths []string) (float64, error) {
	var n atomic.Int64
	failed := make([]error, atOnce)
	began := time.Now()
	var all sync.WaitGroup
	for i := range atOnce {
		all.Go(func() {
			for time.Since(began) < turn && failed[i] == nil {
				failed[i] = fetched(who, paths[int(n.Add(1))%len(paths)])
			}
		})
	}
	all.Wait()
	return float64(n.Load()) / time.Since(began).Seconds(), errors.Join(failed...)
}

func fetched(who *http.Client, path string) error {
	r, err := http.NewRequest("GET", path, nil)
	if err != nil {
		return err
	}
	r.Header.Set("Accept-Encoding", "gzip")
	res, err := who.Do(r)
	if err != nil {
		return err
	}
	defer res.Body.Close()
	if _, err := io.Copy(io.Discard, res.Body); err != nil {
		return err
	}
	if res.StatusCode >= http.StatusBadRequest {
		return fmt.Errorf("%s: %s", path, res.Status)
	}
	return nil
}

// lists is what is looked at in a studio, by what it is.
func lists(url string, clients []app.ClientLine) map[string][]string {
	day := func(n int) string { return house.Morning.AddDate(0, 0, -n).Format(time.DateOnly) }
	of := func(n int) string { return url + "/api/clients/" + clients[n].ID.String() }
	return map[string][]string{
		"today":               {url + "/api/today?on=" + day(1), url + "/api/today?on=" + day(3)},
		"a week":              {url + "/api/days?days=7&from=" + day(7)},
		"clients":             {url + "/api/clients"},
		"a client's sittings": {of(0), of(3)},
		"trail":               {url + "/api/trail"},
	}
}

// flat measures the lists of studios of all sizes, in turn. Each ratio is the rate of the largest over the best of the
// others.
func flat(ctx context.Context, url, dsn string) (out []ratio, err error) {
	people, looks := map[int]*http.Client{}, map[int]map[string][]string{}
	for _, n := range sizes {
		l, err := house.AddLarge(ctx, dsn, n)
		if err != nil {
			return nil, err
		}
		if people[n], err = enter(url, l.Email); err != nil {
			return nil, err
		}
		var clients []app.ClientLine
		if err := call(people[n], "GET", url+"/api/clients", nil, &clients); err != nil {
			return nil, err
		}
		looks[n] = lists(url, clients)
	}
	grown := []string{"sittings", "clients", "booked", "audit"} // the others are small here
	before, err := readThrough(ctx, dsn, grown)
	if err != nil {
		return nil, err
	}
	rates := map[string]map[int]float64{}
	for range turns + 1 {
		for name := range looks[sizes[0]] {
			if rates[name] == nil {
				rates[name] = map[int]float64{}
			}
			for _, n := range sizes {
				rate, err := rateOf(people[n], looks[n][name])
				if err != nil {
					return nil, err
				}
				rates[name][n] += rate / (turns + 1)
			}
		}
	}
	if err := untouched(ctx, dsn, grown, before); err != nil {
		return nil, err
	}
	fmt.Printf("%-22s", "a client by a word") // every client's record is read for it: no ratio
	for _, n := range sizes {
		rate, err := rateOf(people[n], []string{url + "/api/clients?q=nobody"})
		if err != nil {
			return nil, err
		}
		fmt.Printf(" %8d: %.0f/s", n, rate)
	}
	fmt.Println()
	for _, name := range slices.Sorted(maps.Keys(rates)) {
		best := 0.0
		fmt.Printf("%-22s", name)
		for _, n := range sizes {
			fmt.Printf(" %8d: %.0f/s", n, rates[name][n])
			if n != sizes[len(sizes)-1] {
				best = max(best, rates[name][n])
			}
		}
		fmt.Println()
		out = append(out, ratio{"flat: " + name, rates[name][sizes[len(sizes)-1]] / best})
	}
	return out, nil
}

// held compares ratios with those that are kept in a text, and is an error where one has lost too much, or is not kept.
func held(list []ratio, text []byte) (wrong error) {
	for _, r := range list {
		row := regexp.MustCompile(`(?m)^\| ` + regexp.QuoteMeta(r.name) + ` \| ([0-9.]+) \|`).FindSubmatch(text)
		if row == nil {
			wrong = errors.Join(wrong, fmt.Errorf("%s: %.2f is not kept in %s", r.name, r.is, figures))
			continue
		}
		was, err := strconv.ParseFloat(string(row[1]), 64)
		if err == nil && r.is < was*(1-allowed) {
			err = fmt.Errorf("%s: %.2f, and %.2f is kept in %s", r.name, r.is, was, figures)
		}
		wrong = errors.Join(wrong, err)
		fmt.Printf("%-42s %6.2f (kept %.2f)\n", r.name, r.is, was)
	}
	return wrong
}
