package store_test

import (
	"context"
	"errors"
	"testing"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/face"
	"urncloth/internal/pgtest"
	"urncloth/internal/store"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

var saltmarsh = uuid.MustParse("5a17ab5e-0000-4000-8000-000000000001")

func open(t *testing.T, dsn string) *store.Store {
	t.Helper()
	s, err := store.Open(t.Context(), dsn)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(s.Close)
	return s
}

func TestAStudioSeesItsOwnRowsAndNoOthers(t *testing.T) {
	dsn := pgtest.DSN(t)
	other := pgtest.AddStudio(t, dsn)
	s := open(t, dsn)
	ctx := t.Context()
	var theirs uuid.UUID
	err := s.In(ctx, saltmarsh, func(tx pgx.Tx) error {
		list, err := store.Clients(ctx, tx, "", 100)
		if err != nil || len(list) != 8 {
			t.Fatalf("%d clients, %v", len(list), err)
		}
		theirs = list[0].ID
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	err = s.In(ctx, other, func(tx pgx.Tx) error {
		for _, table := range []string{"clients", "products", "sittings", "people", "audit", "studios"} {
			var n int
			if err := tx.QueryRow(ctx, "select count(*) from "+table).Scan(&n); err != nil {
				t.Fatal(err)
			}
			if want := map[string]int{"studios": 1, "people": 1}[table]; n != want {
				t.Errorf("the other studio sees %d rows of %s", n, table)
			}
		}
		if _, err := store.ClientOf(ctx, tx, theirs); !errors.Is(err, pgx.ErrNoRows) {
			t.Errorf("a client of another studio: %v", err)
		}
		tag, err := tx.Exec(ctx, "update clients set notes = 'mine' where id = $1", theirs)
		if err != nil || tag.RowsAffected() != 0 {
			t.Errorf("changed %d rows of another studio, %v", tag.RowsAffected(), err)
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	if err := s.In(ctx, other, func(tx pgx.Tx) error {
		_, err := tx.Exec(ctx, `insert into clients (studio_id, name, record) values ($1, 'x', '{}')`, saltmarsh)
		return err
	}); err == nil {
		t.Error("a row was put into another studio")
	}
	var n int
	if err := s.Pool.QueryRow(ctx, "select count(*) from clients").Scan(&n); err != nil || n != 0 {
		t.Errorf("outside a studio %d clients are seen, %v", n, err)
	}
}

func TestTheApplicationRoleOwnsNothingAndEveryTableOfAStudioForcesItsPolicy(t *testing.T) {
	s := pgtest.Store(t)
	var role string
	if err := s.Pool.QueryRow(t.Context(), "select current_user").Scan(&role); err != nil || role != store.Role {
		t.Fatalf("works as %s, %v", role, err)
	}
	rows, err := s.Pool.Query(t.Context(), `
		select c.relname, c.relrowsecurity and c.relforcerowsecurity, pg_get_userbyid(c.relowner) = $1,
			exists (select from pg_attribute a where a.attrelid = c.oid and a.attname = 'studio_id')
		from pg_class c join pg_namespace n on n.oid = c.relnamespace where n.nspname = 'public' and c.relkind = 'r'`, store.Role)
	if err != nil {
		t.Fatal(err)
	}
	type table struct {
		Name                   string
		Forced, Owns, OfStudio bool
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByPos[table])
	if err != nil || len(list) < 8 {
		t.Fatalf("%d tables, %v", len(list), err)
	}
	for _, x := range list {
		if x.Owns {
			t.Errorf("the application role owns %s", x.Name)
		}
		if (x.OfStudio || x.Name == "studios") && !x.Forced {
			t.Errorf("%s does not force row-level security", x.Name)
		}
	}
}

func TestAStaleEditIsToldApartFromAMissingRow(t *testing.T) {
	s := pgtest.Store(t)
	ctx := t.Context()
	err := s.In(ctx, saltmarsh, func(tx pgx.Tx) error {
		id, err := store.AddClient(ctx, tx, face.Client{Name: "New", Phototype: 1}, "")
		if err != nil {
			return err
		}
		c, err := store.ClientOf(ctx, tx, id)
		if err != nil {
			return err
		}
		if v, err := store.SaveClient(ctx, tx, c); err != nil || v != 2 {
			t.Errorf("first save: version %d, %v", v, err)
		}
		if _, err := store.SaveClient(ctx, tx, c); !errors.Is(err, store.ErrStale) {
			t.Errorf("second save from the same read: %v", err)
		}
		c.ID = uuid.New()
		if _, err := store.SaveClient(ctx, tx, c); !errors.Is(err, pgx.ErrNoRows) {
			t.Errorf("a client that is not there: %v", err)
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
}

func TestASignInReadsThatOneAccountAlone(t *testing.T) {
	s := pgtest.Store(t)
	p, err := s.PersonByEmail(t.Context(), "mirrin@saltmarsh.example")
	if err != nil || p.Role != "owner" || p.StudioID != saltmarsh {
		t.Errorf("%+v, %v", p, err)
	}
	if _, err := s.PersonByEmail(t.Context(), "nobody@saltmarsh.example"); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("nobody: %v", err)
	}
}

func TestAFailedTransactionLeavesNothingBehind(t *testing.T) {
	s := pgtest.Store(t)
	ctx := t.Context()
	boom := errors.New("boom")
	err := s.In(ctx, saltmarsh, func(tx pgx.Tx) error {
		if _, err := store.AddClient(ctx, tx, face.Client{Name: "Half", Phototype: 1}, ""); err != nil {
			return err
		}
		return boom
	})
	if !errors.Is(err, boom) {
		t.Fatal(err)
	}
	_ = s.In(ctx, saltmarsh, func(tx pgx.Tx) error {
		if list, _ := store.Clients(ctx, tx, "half", 10); len(list) != 0 {
			t.Error("half a client was kept")
		}
		return nil
	})
}

func TestMigratingTwiceAtOnceIsHarmless(t *testing.T) {
	dsn := pgtest.DSN(t)
	errs := make(chan error, 3)
	for range cap(errs) {
		go func() { errs <- store.Migrate(context.Background(), dsn) }()
	}
	for range cap(errs) {
		if err := <-errs; err != nil {
			t.Error(err)
		}
	}
}
