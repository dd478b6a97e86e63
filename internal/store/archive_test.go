package store_test

import (
	"archive/zip"
	"bytes"
	"context"
	"errors"
	"io"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/internal/pgtest"
	"urncloth/internal/store"
)

// demoStudio is the id of the demo studio.
const demoStudio = "5a17ab5e-0000-4000-8000-000000000001"

// owning does something as the owner of a database, in the studio of the demo.
func owning(t *testing.T, dsn string, work func(tx pgx.Tx) error) error {
	t.Helper()
	c, err := pgx.Connect(t.Context(), dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(context.Background())
	return pgx.BeginFunc(t.Context(), c, func(tx pgx.Tx) error {
		if _, err := tx.Exec(t.Context(), `select set_config('app.studio_id', $1, true)`, demoStudio); err != nil {
			return err
		}
		return work(tx)
	})
}

func archived(t *testing.T, dsn string) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := owning(t, dsn, func(tx pgx.Tx) error {
		return store.WriteStudio(t.Context(), tx, store.Newest(), &b)
	}); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func takeIn(t *testing.T, dsn string, archive []byte) (id uuid.UUID, err error) {
	t.Helper()
	z, err := zip.NewReader(bytes.NewReader(archive), int64(len(archive)))
	if err != nil {
		return id, err
	}
	return id, owning(t, dsn, func(tx pgx.Tx) error { id, err = store.ReadStudio(t.Context(), tx, z); return err })
}

// files is an archive's files by name.
func files(t *testing.T, archive []byte) map[string]string {
	t.Helper()
	z, err := zip.NewReader(bytes.NewReader(archive), int64(len(archive)))
	if err != nil {
		t.Fatal(err)
	}
	all := map[string]string{}
	for _, f := range z.File {
		r, err := f.Open()
		if err != nil {
			t.Fatal(err)
		}
		b, err := io.ReadAll(r)
		if err != nil {
			t.Fatal(err)
		}
		all[f.Name] = string(b)
	}
	return all
}

// zipped makes an archive of files.
func zipped(t *testing.T, all map[string]string) []byte {
	t.Helper()
	var b bytes.Buffer
	z := zip.NewWriter(&b)
	for name, text := range all {
		f, err := z.Create(name)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := io.WriteString(f, text); err != nil {
			t.Fatal(err)
		}
	}
	if err := z.Close(); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func TestAStudioGoesOutAndInWithoutLossAndNothingOfAnotherGoesWithIt(t *testing.T) {
	dsn := pgtest.DSN(t)
	pgtest.AddStudio(t, dsn)
	if err := owning(t, dsn, func(tx pgx.Tx) error { // something of the chair, and odd letters
		_, err := tx.Exec(t.Context(), `with c as (insert into chairs (sitting_id, plan, by_hand) select id, plan, false
				from sittings order by id limit 1 returning sitting_id)
			insert into events (sitting_id, n, id, body)
			select sitting_id, 1, 'e', '{"text": "a \"quote\", ü, \\n"}' from c`)
		return err
	}); err != nil {
		t.Fatal(err)
	}
	out := archived(t, dsn)
	all := files(t, out)
	for name, text := range all {
		if strings.Contains(text, "other") && strings.Contains(text, pgtest.OtherEmail) {
			t.Errorf("%s holds something of another studio", name)
		}
	}
	if len(all) < 10 || strings.Count(all["sittings.jsonl"], "\n") < 3 || all["events.jsonl"] == "" {
		t.Fatalf("%d files", len(all))
	}
	empty := pgtest.Empty(t)
	id, err := takeIn(t, empty, out)
	if err != nil || id.String() != demoStudio {
		t.Fatalf("%s, %v", id, err)
	}
	for name, text := range files(t, archived(t, empty)) {
		if text != all[name] {
			t.Errorf("%s is not the same after it went out and in", name)
		}
	}
	if _, err := takeIn(t, empty, out); !errors.Is(err, store.ErrArchive) {
		t.Errorf("taken in twice: %v", err)
	}
}

func TestAnArchiveThatIsDamagedOrOfAnotherVersionChangesNothing(t *testing.T) {
	out := files(t, archived(t, pgtest.DSN(t)))
	empty := pgtest.Empty(t)
	for name, change := range map[string]func(all map[string]string){
		"no manifest": func(all map[string]string) { delete(all, "manifest.json") },
		"no clients":  func(all map[string]string) { delete(all, "clients.jsonl") },
		"another format": func(all map[string]string) {
			swap(all, "manifest.json", "urncloth.studio/1", "urncloth.studio/2")
		},
		"a later version": func(all map[string]string) { swap(all, "manifest.json", `"database": `, `"database": 9`) },
		"an earlier one":  func(all map[string]string) { swap(all, "manifest.json", `"database": `, `"database": -`) },
		"cut off": func(all map[string]string) {
			all["sittings.jsonl"] = all["sittings.jsonl"][:len(all["sittings.jsonl"])/2]
		},
		"a word changed": func(all map[string]string) { swap(all, "clients.jsonl", "Ottoline", "Ottolina") },
		"a row too many": func(all map[string]string) { all["looks.jsonl"] += "{}\n" },
		"another studio's": func(all map[string]string) {
			swap(all, "people.jsonl", demoStudio, "00000000-0000-4000-8000-000000000000")
		},
		"another table": func(all map[string]string) { swap(all, "manifest.json", `"looks"`, `"pg_authid"`) },
	} {
		all := map[string]string{}
		for n, text := range out {
			all[n] = text
		}
		change(all)
		if _, err := takeIn(t, empty, zipped(t, all)); err == nil {
			t.Errorf("%s: it is taken in", name)
		}
		var left int
		if err := owning(t, empty, func(tx pgx.Tx) error {
			return tx.QueryRow(t.Context(), `select (select count(*) from studios) + (select count(*) from clients)`).
				Scan(&left)
		}); err != nil || left != 0 {
			t.Errorf("%s: %d rows are left, %v", name, left, err)
		}
	}
	if _, err := takeIn(t, empty, []byte("no zip")); err == nil {
		t.Error("what is no zip is taken in")
	}
}

func swap(all map[string]string, name, from, to string) {
	all[name] = strings.Replace(all[name], from, to, 1)
}
