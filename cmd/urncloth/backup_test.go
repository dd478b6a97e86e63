package main

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/cookiejar"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"urncloth/demo"
	"urncloth/internal/pgserver"
)

// inside does something in the private database of a folder, as its owner.
func inside(t *testing.T, data string, work func(ctx context.Context, c *pgx.Conn) error) {
	t.Helper()
	ctx := context.Background()
	s, err := pgserver.Start(ctx, data, false)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = s.Stop() }()
	c, err := pgx.Connect(ctx, s.DSN(database))
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(ctx)
	if err := work(ctx, c); err != nil {
		t.Fatal(err)
	}
}

// sums is a checksum of every table of a database but of those who are signed in.
func sums(t *testing.T, data string) map[string]string {
	t.Helper()
	all := map[string]string{}
	inside(t, data, func(ctx context.Context, c *pgx.Conn) error {
		rows, err := c.Query(ctx, `select relname::text from pg_class
			where relkind = 'r' and relnamespace = 'public'::regnamespace`)
		if err != nil {
			return err
		}
		tables, err := pgx.CollectRows(rows, pgx.RowTo[string])
		if err != nil {
			return err
		}
		for _, table := range tables {
			var sum *string
			if err := c.QueryRow(ctx, `select md5(string_agg(x, '|' order by x)) from (select t::text as x from `+
				pgx.Identifier{table}.Sanitize()+` t) all_of_it`).Scan(&sum); err != nil {
				return fmt.Errorf("%s: %w", table, err)
			}
			all[table] = ""
			if sum != nil {
				all[table] = *sum
			}
		}
		return nil
	})
	return all
}

// recorder records at the chair of a sitting, one event after the other, until it is stopped.
type recorder struct {
	t       *testing.T
	mu      sync.Mutex
	known   []string // acknowledged
	stopped chan struct{}
	all     sync.WaitGroup
}

func (r *recorder) acknowledged() []string {
	r.mu.Lock()
	defer r.mu.Unlock()
	return slices.Clone(r.known)
}

func (r *recorder) stop() { close(r.stopped); r.all.Wait() }

// record lets some devices record at once.
func record(t *testing.T, url string, devices int) *recorder {
	t.Helper()
	jar, err := cookiejar.New(nil)
	if err != nil {
		t.Fatal(err)
	}
	client := &http.Client{Jar: jar, Timeout: 30 * time.Second}
	res, err := client.Post(url+"/api/session", "application/json", strings.NewReader(fmt.Sprintf(
		`{"email": %q, "password": %q}`, demo.Email, demo.Password)))
	if err != nil || res.StatusCode != 200 {
		t.Fatal(res, err)
	}
	res.Body.Close()
	var day struct {
		Sittings []struct{ ID, ChairAt string }
	}
	if res, err = client.Get(url + "/api/today?on=2027-06-19"); err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	if err := json.NewDecoder(res.Body).Decode(&day); err != nil || len(day.Sittings) == 0 {
		t.Fatal(day, err)
	}
	r := &recorder{t: t, stopped: make(chan struct{})}
	for d := range devices {
		r.all.Go(func() {
			for n := 0; ; n++ {
				select {
				case <-r.stopped:
					return
				default:
				}
				id := fmt.Sprintf("d%d-%d", d, n)
				note := fmt.Sprintf(`{"id": %q, "device": "d%d", "seq": %d, "kind": "note", "text": "n", `+
					`"at": "2027-06-19T09:00:00"}`, id, d, n)
				res, err := client.Post(url+"/api/sittings/"+day.Sittings[d%len(day.Sittings)].ID+"/events",
					"application/x-ndjson", strings.NewReader(note))
				if err != nil {
					continue
				}
				res.Body.Close()
				if res.StatusCode == 200 {
					r.mu.Lock()
					r.known = append(r.known, id)
					r.mu.Unlock()
				}
			}
		})
	}
	return r
}

func TestABackupUnderWritingLoadHoldsWhatWasAcknowledgedBeforeItAndAQuietOneIsTheSameInEveryTable(t *testing.T) {
	t.Setenv("DATABASE_URL", "")
	here, under, quiet := folder(t), folder(t), folder(t)
	server := launched(t, here, "--demo")
	writing := record(t, server.url, 4)
	for len(writing.acknowledged()) < 100 {
		time.Sleep(10 * time.Millisecond)
	}
	before := writing.acknowledged()
	loaded := filepath.Join(t.TempDir(), "loaded.backup")
	if out, errs, code := program(t, "", "backup", "--data", here, loaded); code != 0 ||
		!strings.Contains(out, "health data") {
		t.Fatalf("backup: %d %s%s", code, out, errs)
	}
	during := len(writing.acknowledged()) - len(before)
	writing.stop()
	if during == 0 {
		t.Error("nothing was written while the backup was taken")
	}
	if info, err := os.Stat(loaded); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("the file is %v, %v", info, err)
	}
	if out, errs, code := program(t, "", "restore", "--data", under, loaded); code != 0 {
		t.Fatalf("restore: %d %s%s", code, out, errs)
	}
	inside(t, under, func(ctx context.Context, c *pgx.Conn) error {
		rows, err := c.Query(ctx, `select id from events`)
		if err != nil {
			return err
		}
		there, err := pgx.CollectRows(rows, pgx.RowTo[string])
		for _, id := range before {
			if !slices.Contains(there, id) {
				t.Errorf("%s was acknowledged before the backup began, and is not in it", id)
			}
		}
		return err
	})
	_ = server.cmd.Process.Signal(os.Interrupt)
	_ = server.cmd.Wait()
	whole := filepath.Join(t.TempDir(), "whole.backup")
	if out, errs, code := program(t, "", "backup", "--data", here, whole); code != 0 {
		t.Fatalf("backup: %d %s%s", code, out, errs)
	}
	if out, errs, code := program(t, "", "restore", "--data", quiet, whole); code != 0 {
		t.Fatalf("restore: %d %s%s", code, out, errs)
	}
	want, got := sums(t, here), sums(t, quiet)
	for table, sum := range want {
		if got[table] != sum {
			t.Errorf("%s differs", table)
		}
	}
	if len(want) < 15 || len(got) != len(want) {
		t.Errorf("%d tables, restored %d", len(want), len(got))
	}
	if status := launched(t, quiet).status(demo.Email, demo.Password); status != 200 {
		t.Errorf("where it was restored its people sign in: %d", status)
	}
}

func TestARestoreThatCannotBeIsRefusedClearlyAndChangesNothing(t *testing.T) {
	t.Setenv("DATABASE_URL", "")
	here, there := folder(t), folder(t)
	if _, errs, code := program(t, "", "demo", "--data", here); code != 0 {
		t.Fatal(errs)
	}
	dir := t.TempDir()
	good := filepath.Join(dir, "good.backup")
	if out, errs, code := program(t, "", "backup", "--data", here, good); code != 0 {
		t.Fatalf("backup: %d %s%s", code, out, errs)
	}
	data, err := os.ReadFile(good)
	if err != nil {
		t.Fatal(err)
	}
	file := func(name string, data []byte) string {
		path := filepath.Join(dir, name)
		if err := os.WriteFile(path, data, 0o600); err != nil {
			t.Fatal(err)
		}
		return path
	}
	inside(t, here, func(ctx context.Context, c *pgx.Conn) error {
		_, err := c.Exec(ctx, `insert into goose_db_version (version_id, is_applied) values (9999, true)`)
		return err
	})
	later := filepath.Join(dir, "later.backup")
	if out, errs, code := program(t, "", "backup", "--data", here, later); code != 0 {
		t.Fatalf("backup: %d %s%s", code, out, errs)
	}
	cut := file("cut.backup", data[:len(data)*2/3])
	if _, errs, code := program(t, "", "restore", "--data", there, cut); code != 2 {
		t.Errorf("cut off: %d %s", code, errs)
	}
	empty := sums(t, there)
	if n := empty["studios"]; n != "" {
		t.Error("of a backup that was cut off something is there")
	}
	for _, x := range []struct {
		file, says string
	}{
		{file("none.backup", []byte("not a backup")), "no backup"},
		{filepath.Join(dir, "nowhere"), "nowhere"},
		{later, "later version"},
	} {
		if out, errs, code := program(t, "", "restore", "--data", there, x.file); code != 2 ||
			!strings.Contains(errs, x.says) {
			t.Errorf("%s: %d %s%s", x.file, code, out, errs)
		}
	}
	if now := sums(t, there); fmt.Sprint(now) != fmt.Sprint(empty) {
		t.Error("what was refused changed something")
	}
	if _, errs, code := program(t, "", "restore", "--data", there, good); code != 0 {
		t.Fatalf("after all that: %s", errs)
	}
	whole := sums(t, there)
	if _, errs, code := program(t, "", "restore", "--data", there, good); code != 2 || !strings.Contains(errs,
		"studios here already") {
		t.Errorf("over what is there: %d %s", code, errs)
	}
	if now := sums(t, there); fmt.Sprint(now) != fmt.Sprint(whole) {
		t.Error("a restore over what is there changed something")
	}
	inside(t, there, func(ctx context.Context, c *pgx.Conn) error {
		for _, address := range []string{
			strings.Replace(c.Config().ConnString(), c.Config().Password, "wrong", 1),
			fmt.Sprintf("host=%s port=%d user=%s dbname=%s password='not it'", c.Config().Host, c.Config().Port,
				c.Config().User, c.Config().Database)} {
			t.Setenv("DATABASE_URL", address)
			if _, errs, code := program(t, "", "backup", filepath.Join(dir, "x")); code == 0 || !strings.Contains(errs,
				"password") {
				t.Errorf("with a wrong password: %d %s", code, errs)
			}
		}
		return nil
	})
	if left, _ := filepath.Glob(filepath.Join(dir, "x*")); len(left) > 0 {
		t.Errorf("a refused backup leaves %q", left)
	}
}

func TestAPasswordIsInNoArgumentOfAnotherProgram(t *testing.T) {
	for dsn, want := range map[string]string{
		"postgres://ash:secret@db:5433/urn?sslmode=require":      "postgres://ash@db:5433/urn?sslmode=require",
		"postgres://ash@db/urn?password=secret&sslmode=disable":  "postgres://ash@db/urn?sslmode=disable",
		"host=db user=ash password=secret dbname=urn":            "host=db user=ash  dbname=urn",
		`host=db password='se\'cret word' user=ash`:              "host=db  user=ash",
		"host=db user=ash dbname=urn PASSWORD = secret port=543": "host=db user=ash dbname=urn  port=543",
	} {
		if got := plain(dsn); got != want {
			t.Errorf("%s: %q, want %q", dsn, got, want)
		}
	}
}

func TestAnArchiveRestoresToAMomentAndToItsLastAndSaysWhatItCannot(t *testing.T) {
	t.Setenv("DATABASE_URL", "")
	here, archive := folder(t), folder(t)+"/kept"
	if _, errs, code := program(t, "", "demo", "--data", here); code != 0 {
		t.Fatal(errs)
	}
	early := time.Now()
	time.Sleep(1100 * time.Millisecond)
	if out, errs, code := program(t, "", "archive", "--data", here, archive); code != 0 ||
		!strings.Contains(out, "health") {
		t.Fatalf("archive: %d %s%s", code, out, errs)
	}
	notes := func(data string) (list []string) {
		inside(t, data, func(ctx context.Context, c *pgx.Conn) error {
			rows, err := c.Query(ctx, `select about from audit where act = 'mark' order by id`)
			if err == nil {
				list, err = pgx.CollectRows(rows, pgx.RowTo[string])
			}
			return err
		})
		return list
	}
	var between time.Time
	inside(t, here, func(ctx context.Context, c *pgx.Conn) error {
		mark := func(about string) error {
			_, err := c.Exec(ctx, `insert into audit (studio_id, person_id, act, about)
				select studio_id, id, 'mark', $1 from people limit 1`, about)
			return err
		}
		if err := mark("first"); err != nil {
			return err
		}
		time.Sleep(1100 * time.Millisecond)
		between = time.Now()
		time.Sleep(1100 * time.Millisecond)
		if err := mark("second"); err != nil {
			return err
		}
		_, err := c.Exec(ctx, `select pg_switch_wal()`)
		return err
	})
	last, then := folder(t), folder(t)
	if out, errs, code := program(t, "", "restore", "--data", last, "--archive", archive); code != 0 {
		t.Fatalf("to the last: %d %s%s", code, out, errs)
	}
	if got := notes(last); !slices.Equal(got, []string{"first", "second"}) {
		t.Errorf("to the last it has %q", got)
	}
	if want, got := sums(t, here), sums(t, last); fmt.Sprint(want) != fmt.Sprint(got) {
		t.Error("to the last it differs from what it is of")
	}
	if out, errs, code := program(t, "", "restore", "--data", then, "--archive", archive, "--at",
		between.Format(time.RFC3339Nano)); code != 0 {
		t.Fatalf("to a moment: %d %s%s", code, out, errs)
	}
	if got := notes(then); !slices.Equal(got, []string{"first"}) {
		t.Errorf("to the moment between it has %q", got)
	}
	if status := launched(t, then).status(demo.Email, demo.Password); status != 200 {
		t.Errorf("where it was restored its people sign in: %d", status)
	}
	running := launched(t, here)
	for _, x := range []struct {
		args []string
		says string
	}{
		{[]string{"restore", "--data", last, "--archive", archive}, "a database already"},
		{[]string{"restore", "--data", folder(t), "--archive", archive, "--at", early.Format(time.RFC3339)},
			"no copy from before"},
		{[]string{"restore", "--data", folder(t), "--archive", archive, "--at", "2999-01-01T00:00:00Z"},
			"does not reach"},
		{[]string{"restore", "--data", folder(t), "--archive", archive, "--at", "noon"}, "not a moment"},
		{[]string{"restore", "--data", folder(t), "--archive", archive + "-not"}, "no such file"},
		{[]string{"restore", "--data", folder(t), "--archive", archive, "file"}, "not both"},
		{[]string{"archive", "--data", here, archive}, "in use"},
		{[]string{"archive", "--data", last, folder(t) + "/with a space"}, "letters, figures"},
	} {
		if out, errs, code := program(t, "", x.args...); code != 2 || !strings.Contains(errs, x.says) {
			t.Errorf("%q: %d %s%s", x.args, code, out, errs)
		}
	}
	if status := running.status(demo.Email, demo.Password); status != 200 {
		t.Errorf("the server beside all that: %d", status)
	}
}
