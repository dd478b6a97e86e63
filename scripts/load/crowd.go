package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"math/rand/v2"
	"net/http"
	"net/http/cookiejar"
	"slices"
	"time"

	"github.com/jackc/pgx/v5"

	"urncloth/demo"
	"urncloth/e2e/house"
	"urncloth/internal/app"
	"urncloth/internal/store"
)

var studios = flag.Int("studios", 200, "of the crowd, with 500 sittings and 25,000 events each; 0 for no crowd")

// What a crowd is asked for, and the most that a look may take at the server, and one in twenty more: the day, the log
// and trends; and what is due, for which every plan of the coming weeks is read.
const (
	visited    = 12 // studios
	looksAt    = 4  // of each thing in each
	mostTook   = 100 * time.Millisecond
	mostDue    = 250 * time.Millisecond
	allowedOff = 0.05
)

// crowd measures the day, the log and trends of studios among many, and that no large table is read through for them.
func crowd() error {
	if *studios == 0 {
		return nil
	}
	ctx := context.Background()
	began := time.Now()
	size := house.Size{Studios: *studios, Sittings: 500 * *studios, Events: 25_000 * *studios}
	return house.WithCrowd(ctx, size, func(c house.Crowd, url, dsn string) error {
		fmt.Printf("%d studios, %d sittings, %d events, %s, made in %v\n", c.Studios, c.Sittings, c.Events, c.Database,
			time.Since(began).Round(time.Second))
		before, err := readThrough(ctx, dsn, large)
		if err != nil {
			return err
		}
		took := map[string][]time.Duration{}
		r := rand.New(rand.NewPCG(1, 2))
		for range min(visited, c.Studios) {
			if err := visit(url, c.Emails[r.IntN(len(c.Emails))], r, took); err != nil {
				return err
			}
		}
		var wrong error
		for _, what := range crowdLooks {
			report(what, took[what])
			most := mostTook
			if what == "what is due" {
				most = mostDue
			}
			over := slices.IndexFunc(took[what], func(d time.Duration) bool { return d >= most })
			if over >= 0 && float64(len(took[what])-over) > allowedOff*float64(len(took[what])) {
				wrong = errors.Join(wrong, fmt.Errorf("%s: more than one look in twenty takes %v", what, most))
			}
		}
		return errors.Join(wrong, untouched(ctx, dsn, large, before))
	})
}

// untouched is an error where one of some tables was read from end to end since it was counted before.
func untouched(ctx context.Context, dsn string, tables []string, before map[string]int64) (wrong error) {
	after, err := readThrough(ctx, dsn, tables)
	if err != nil {
		return err
	}
	for table, n := range after {
		if n > before[table] {
			wrong = errors.Join(wrong, fmt.Errorf("%s was read through %d times", table, n-before[table]))
		}
	}
	if wrong == nil {
		fmt.Printf("no table of %v was read through\n", tables)
	}
	return wrong
}

// crowdLooks is what is looked at, in order.
var crowdLooks = []string{"today", "what is due", "log: where it stood", "log: what happened", "trends, reckoned anew",
	"trends, as kept", "own figures"}

// visit looks at the things of one studio.
func visit(root, email string, r *rand.Rand, took map[string][]time.Duration) error {
	jar, err := cookiejar.New(nil)
	if err != nil {
		return err
	}
	client := &http.Client{Jar: jar, Timeout: 30 * time.Second}
	if err := call(client, "POST", root+"/api/session", map[string]string{"email": email,
		"password": demo.Password}, nil); err != nil {
		return err
	}
	look := func(what, path string, out any) error {
		from := time.Now()
		err := call(client, "GET", root+path, nil, out)
		took[what] = append(took[what], time.Since(from))
		return err
	}
	var clients []app.ClientLine
	if err := call(client, "GET", root+"/api/clients", nil, &clients); err != nil {
		return err
	}
	for range looksAt {
		var d app.Today
		on := house.Morning.AddDate(0, 0, -r.IntN(90)).Format(time.DateOnly)
		if err := look("today", "/api/today", &d); err != nil {
			return err
		}
		if err := call(client, "GET", root+"/api/today?on="+on, nil, &d); err != nil {
			return err
		}
		s := "/api/sittings/" + d.Sittings[r.IntN(len(d.Sittings))].ID.String()
		c := "/api/clients/" + clients[r.IntN(len(clients))].ID.String() + "/learned"
		if err := errors.Join(look("log: where it stood", s+"/chair", nil),
			look("log: what happened", s+"/events", nil),
			look("trends, reckoned anew", c, nil), look("trends, as kept", c, nil),
			look("own figures", "/api/house/figures", nil), look("what is due", "/api/due", nil)); err != nil {
			return err
		}
	}
	return nil
}

// large is the tables that grow with every day.
var large = []string{"sittings", "chairs", "events", "observed", "stock", "photos", "audit", "booked"}

// readThrough is how often each of some tables was read from end to end so far.
func readThrough(ctx context.Context, dsn string, tables []string) (map[string]int64, error) {
	time.Sleep(2 * time.Second) // until the counts of those who have looked are told
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return nil, store.Reason(err)
	}
	defer c.Close(ctx)
	rows, err := c.Query(ctx, `select relname::text, seq_scan from pg_stat_user_tables where relname = any ($1)`,
		tables)
	if err != nil {
		return nil, err
	}
	all := map[string]int64{}
	var table string
	var n int64
	_, err = pgx.ForEachRow(rows, []any{&table, &n}, func() error { all[table] = n; return nil })
	return all, err
}
