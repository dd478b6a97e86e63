package store_test

import (
	"context"
	"encoding/json"
	"errors"
	"slices"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"

	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/sitting"
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
	err := in(ctx, s, saltmarsh, func(tx pgx.Tx) error {
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
	err = in(ctx, s, other, func(tx pgx.Tx) error {
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
	if err := in(ctx, s, other, func(tx pgx.Tx) error {
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
		from pg_class c join pg_namespace n on n.oid = c.relnamespace where n.nspname = 'public'
			and c.relkind = 'r'`, store.Role)
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
	err := in(ctx, s, saltmarsh, func(tx pgx.Tx) error {
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
	err := in(ctx, s, saltmarsh, func(tx pgx.Tx) error {
		if _, err := store.AddClient(ctx, tx, face.Client{Name: "Half", Phototype: 1}, ""); err != nil {
			return err
		}
		return boom
	})
	if !errors.Is(err, boom) {
		t.Fatal(err)
	}
	_ = in(ctx, s, saltmarsh, func(tx pgx.Tx) error {
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

// inside runs work in the demo studio of a fresh database.
func inside(t *testing.T, work func(ctx context.Context, tx pgx.Tx)) {
	t.Helper()
	err := in(t.Context(), pgtest.Store(t), saltmarsh, func(tx pgx.Tx) error {
		work(t.Context(), tx)
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
}

func TestClientsAreFoundByAnyPartOfTheNameInEitherCaseByName(t *testing.T) {
	inside(t, func(ctx context.Context, tx pgx.Tx) {
		for _, name := range []string{"zed 100%_a", "Abel", "abbot"} {
			if _, err := store.AddClient(ctx, tx, face.Client{Name: name, Phototype: 1}, ""); err != nil {
				t.Fatal(err)
			}
		}
		found := func(words string, limit int) (names []string) {
			list, err := store.Clients(ctx, tx, words, limit)
			if err != nil {
				t.Fatal(err)
			}
			for _, c := range list {
				names = append(names, c.Name)
			}
			return names
		}
		for words, want := range map[string][]string{"AB": {"abbot", "Abel"}, "0%_": {"zed 100%_a"},
			"%": {"zed 100%_a"}, "'": nil} {
			if got := found(words, 100); !slices.Equal(got, want) {
				t.Errorf("%q finds %q, not %q", words, got, want)
			}
		}
		if got := found("", 2); !slices.Equal(got, []string{"abbot", "Abel"}) {
			t.Errorf("the first two are %q", got)
		}
	})
}

// addSittings adds sittings of a new client at hours from a moment, and returns the client and the sittings.
func addSittings(t *testing.T, ctx context.Context, tx pgx.Tx, from time.Time, hours ...int) (uuid.UUID, []uuid.UUID) {
	t.Helper()
	client, err := store.AddClient(ctx, tx, face.Client{Name: "Sits", Phototype: 1}, "")
	if err != nil {
		t.Fatal(err)
	}
	var document []byte // any that is whole
	if err := tx.QueryRow(ctx, "select sitting from sittings limit 1").Scan(&document); err != nil {
		t.Fatal(err)
	}
	var whole sitting.Sitting
	if err := json.Unmarshal(document, &whole); err != nil {
		t.Fatal(err)
	}
	var ids []uuid.UUID
	for _, h := range hours {
		chair := from.Add(time.Duration(h) * time.Hour)
		id, err := store.AddSitting(ctx, tx, store.Sitting{
			ClientID: client, Title: "t", Sitting: sitting.Kept{Sitting: whole}, Artist: "a", ChairAt: chair,
			BaseAt: chair.Add(time.Hour),
			Plan: []byte(`{"prep": {"ready_at": "x", "slack_s": 7}, "skin": {"type": "oily"}, "findings": [
				{"severity": "stop"}, {"severity": "stop", "lifted": {}}, {"severity": "caution"},
					{"severity": "caution"},
				{"severity": "caution"}, {"severity": "note"}]}`),
		})
		if err != nil {
			t.Fatal(err)
		}
		ids = append(ids, id)
	}
	return client, ids
}

// start is after every sitting of the demo.
var start = time.Date(2040, 5, 1, 0, 0, 0, 0, time.UTC)

func TestADaysSittingsAreThoseThatBeginInItByTime(t *testing.T) {
	inside(t, func(ctx context.Context, tx pgx.Tx) {
		_, ids := addSittings(t, ctx, tx, start, 20, 0, -1, 24)
		list, err := store.SittingsBetween(ctx, tx, start, start.Add(24*time.Hour))
		if err != nil || len(list) != 2 || list[0].ID != ids[1] || list[1].ID != ids[0] {
			t.Fatalf("%+v, %v", list, err)
		}
		l := list[0]
		if l.Name != "Sits" || l.ReadyAt != "x" || l.SlackS != 7 || l.Skin != "oily" || l.Stops != 1 ||
			l.Cautions != 3 ||
			!l.BaseAt.Equal(start.Add(time.Hour)) {
			t.Errorf("%+v", l)
		}
	})
}

func TestTheNearestDayIsTheNextAndElseTheLast(t *testing.T) {
	inside(t, func(ctx context.Context, tx pgx.Tx) {
		addSittings(t, ctx, tx, start, 0, 48)
		for hour, want := range map[int]int{0: 0, 1: 48, 48: 48, 49: 48} {
			at, err := store.NextSittingDay(ctx, tx, start.Add(time.Duration(hour)*time.Hour))
			if err != nil || !at.Equal(start.Add(time.Duration(want)*time.Hour)) {
				t.Errorf("from hour %d: %s, %v", hour, at, err)
			}
		}
		if _, err := tx.Exec(ctx, "delete from sittings"); err != nil {
			t.Fatal(err)
		}
		if _, err := store.NextSittingDay(ctx, tx, start); !errors.Is(err, pgx.ErrNoRows) {
			t.Errorf("with no sittings: %v", err)
		}
	})
}

func TestAClientsSittingsAreTheirsAloneTheLatestFirst(t *testing.T) {
	inside(t, func(ctx context.Context, tx pgx.Tx) {
		client, ids := addSittings(t, ctx, tx, start, 5, 9, 7)
		addSittings(t, ctx, tx, start, 8)
		want := []uuid.UUID{ids[1], ids[2], ids[0]}
		lines, err := store.SittingsOf(ctx, tx, client)
		whole, errWhole := store.WholeSittingsOf(ctx, tx, client)
		last, errLast := store.LatestSittingOf(ctx, tx, client)
		if err := errors.Join(err, errWhole, errLast); err != nil {
			t.Fatal(err)
		}
		var a, b []uuid.UUID
		for i := range lines {
			a, b = append(a, lines[i].ID), append(b, whole[i].ID)
		}
		if !slices.Equal(a, want) || !slices.Equal(b, want) || len(whole) != 3 || last.ID != ids[1] {
			t.Errorf("lines %v, whole %v, latest %v, not %v", a, b, last.ID, want)
		}
		if _, err := store.LatestSittingOf(ctx, tx, uuid.New()); !errors.Is(err, pgx.ErrNoRows) {
			t.Errorf("of nobody: %v", err)
		}
	})
}

func TestAPlanIsReadForAChangeOnlyWhereItWasMadeByHand(t *testing.T) {
	inside(t, func(ctx context.Context, tx pgx.Tx) {
		_, ids := addSittings(t, ctx, tx, start, 0)
		s, err := store.StandingOf(ctx, tx, ids[0])
		if err != nil || len(s.Plan) != 0 || len(s.Proposal) != 0 || s.Version != 1 {
			t.Fatalf("the planner's: %+v, %v", s, err)
		}
		s.Plan, s.Proposal, s.Title = []byte(`{"mine":1}`), []byte(`{"its":1}`), "new"
		if v, err := store.SaveSitting(ctx, tx, s); v != 2 || err != nil {
			t.Fatalf("version %d, %v", v, err)
		}
		now, err := store.StandingOf(ctx, tx, ids[0])
		if err != nil || len(now.Plan) == 0 || len(now.Proposal) == 0 || now.Title != "new" || now.Version != 2 {
			t.Errorf("by hand: %+v, %v", now, err)
		}
		if _, err := store.SaveSitting(ctx, tx, s); !errors.Is(err, store.ErrStale) {
			t.Errorf("from an old read: %v", err)
		}
		now.Proposal = nil
		if _, err := store.SaveSitting(ctx, tx, now); err != nil {
			t.Fatal(err)
		}
		if back, err := store.StandingOf(ctx, tx, ids[0]); err != nil || len(back.Plan) != 0 || back.Proposal != nil {
			t.Errorf("given up: %+v, %v", back, err)
		}
	})
}

func TestAKitIsInItsOrderWithoutWhatIsRetiredAndAShelfHoldsBoth(t *testing.T) {
	inside(t, func(ctx context.Context, tx pgx.Tx) {
		before, err := store.Shelf(ctx, tx)
		if err != nil {
			t.Fatal(err)
		}
		n, err := store.AddProducts(ctx, tx, kit.Kit{
			{ID: "zz", Kind: kit.Toner}, {ID: "aa", Kind: kit.Toner}, {ID: before[0].Product.ID, Kind: kit.Toner},
		})
		if n != 2 || err != nil {
			t.Fatalf("%d added, %v", n, err)
		}
		shelf, err := store.Shelf(ctx, tx)
		if err != nil || len(shelf) != len(before)+2 || shelf[0].Product.Name != before[0].Product.Name ||
			shelf[len(before)].Product.ID != "zz" || shelf[len(before)+1].Product.ID != "aa" {
			t.Fatalf("%d products, %v", len(shelf), err)
		}
		zz := shelf[len(before)]
		zz.Retired = true
		if err := store.SaveProduct(ctx, tx, zz); err != nil {
			t.Fatal(err)
		}
		if err := store.SaveProduct(ctx, tx, zz); !errors.Is(err, store.ErrStale) {
			t.Errorf("from an old read: %v", err)
		}
		if err := store.SaveProduct(ctx, tx, store.Shelved{Product: kit.Product{ID: "none",
			Kind: kit.Toner}}); !errors.Is(err, pgx.ErrNoRows) {
			t.Errorf("one that is not there: %v", err)
		}
		k, err := store.Kit(ctx, tx)
		if err != nil || k.Find("zz") != nil || k.Find("aa") == nil {
			t.Errorf("retired %v, kept %v, %v", k.Find("zz"), k.Find("aa"), err)
		}
		if err := store.PutProducts(ctx, tx, kit.Kit{{ID: "zz", Kind: kit.Serum},
			{ID: "new", Kind: kit.Serum}}); err != nil {
			t.Fatal(err)
		}
		back, err := store.ProductOf(ctx, tx, "zz")
		if err != nil || back.Retired || back.Product.Kind != kit.Serum || back.Version != 3 {
			t.Errorf("put again: %+v, %v", back, err)
		}
	})
}

func TestFailuresAreCountedSinceAMomentAndTheOldForgotten(t *testing.T) {
	s, ctx := pgtest.Store(t), t.Context()
	note := func(minute int) {
		at := start.Add(time.Duration(minute) * time.Minute)
		if err := s.NoteFailedSignIn(ctx, at, at.Add(-10*time.Minute), "account:x", "address:y"); err != nil {
			t.Fatal(err)
		}
	}
	note(0)
	note(5)
	note(8)
	n, oldest, err := s.FailedSignIns(ctx, "account:x", start.Add(time.Minute))
	if n != 2 || !oldest.Equal(start.Add(5*time.Minute)) || err != nil {
		t.Errorf("since minute 1: %d from %s, %v", n, oldest, err)
	}
	note(11) // forgets minute 0
	if n, oldest, err := s.FailedSignIns(ctx, "address:y", start.Add(-time.Hour)); n != 3 ||
		!oldest.Equal(start.Add(5*time.Minute)) || err != nil {
		t.Errorf("all: %d from %s, %v", n, oldest, err)
	}
	if err := s.ForgetFailedSignIns(ctx, "account:x"); err != nil {
		t.Fatal(err)
	}
	n, oldest, _ = s.FailedSignIns(ctx, "account:x", start)
	if other, _, _ := s.FailedSignIns(ctx, "address:y", start); n != 0 || !oldest.IsZero() || other != 3 {
		t.Errorf("forgotten: %d of the account, %d of the address", n, other)
	}
}

func TestAnErasedClientTakesTheirSittingsAndLeavesTheTrail(t *testing.T) {
	inside(t, func(ctx context.Context, tx pgx.Tx) {
		client, ids := addSittings(t, ctx, tx, start, 0, 1)
		person, err := store.People(ctx, tx)
		if err != nil {
			t.Fatal(err)
		}
		for _, what := range []string{"read client", "erase client"} {
			if err := store.Audit(ctx, tx, person[0].ID, what, client); err != nil {
				t.Fatal(err)
			}
		}
		if err := store.EraseClient(ctx, tx, client); err != nil {
			t.Fatal(err)
		}
		if _, err := store.SittingOf(ctx, tx, ids[1]); !errors.Is(err, pgx.ErrNoRows) {
			t.Errorf("a sitting of theirs: %v", err)
		}
		if err := store.EraseClient(ctx, tx, client); !errors.Is(err, pgx.ErrNoRows) {
			t.Errorf("erased twice: %v", err)
		}
		trail, err := store.AuditOf(ctx, tx, client)
		if err != nil || len(trail) != 2 || trail[0].Act != "read client" || trail[1].By != person[0].Name ||
			trail[0].At.IsZero() {
			t.Errorf("%+v, %v", trail, err)
		}
	})
}

func TestAPersonIsChangedWithoutAPasswordAndOwnersAreCounted(t *testing.T) {
	s, ctx := pgtest.Store(t), t.Context()
	was, err := s.PersonByEmail(ctx, "mirrin@saltmarsh.example")
	if err != nil {
		t.Fatal(err)
	}
	change := func(p store.Person) (owners int) {
		err := in(ctx, s, saltmarsh, func(tx pgx.Tx) (err error) {
			if err := store.SavePerson(ctx, tx, p); err != nil {
				return err
			}
			owners, err = store.Owners(ctx, tx)
			return err
		})
		if err != nil {
			t.Fatal(err)
		}
		return owners
	}
	if n := change(store.Person{ID: was.ID, Name: "M", Role: "artist"}); n != 0 {
		t.Errorf("%d owners once the only one is none", n)
	}
	if now, err := s.PersonByEmail(ctx, was.Email); err != nil || now.PasswordHash != was.PasswordHash ||
		now.Name != "M" || now.Role != "artist" {
		t.Errorf("%+v, %v", now, err)
	}
	if n := change(store.Person{ID: was.ID, Name: "M", Role: "owner", PasswordHash: "new"}); n != 1 {
		t.Errorf("%d owners", n)
	}
	if now, _ := s.PersonByEmail(ctx, was.Email); now.PasswordHash != "new" {
		t.Error("the new password was not kept")
	}
}

func TestAHouseIsWrittenOnceForEachTimeItIsRead(t *testing.T) {
	inside(t, func(ctx context.Context, tx pgx.Tx) {
		s, err := store.StudioOf(ctx, tx)
		if err != nil || s.ID != saltmarsh || s.Timezone == "" || s.Place.Lat == 0 {
			t.Fatalf("%+v, %v", s, err)
		}
		s.Method, s.Notes = method.Choice{method.EyeOrder: "eyes_first"}, map[string]string{"x": "y"}
		if err := store.SaveHouse(ctx, tx, s); err != nil {
			t.Fatal(err)
		}
		if err := store.SaveHouse(ctx, tx, s); !errors.Is(err, store.ErrStale) {
			t.Errorf("from an old read: %v", err)
		}
		now, err := store.StudioOf(ctx, tx)
		if err != nil || now.Version != s.Version+1 || now.Notes["x"] != "y" ||
			now.Method[method.EyeOrder] != "eyes_first" {
			t.Errorf("%+v, %v", now, err)
		}
	})
}

func TestWhatTheDatabaseSaysBecomesAnErrorOfTheStore(t *testing.T) {
	if err := store.Reason(nil); err != nil {
		t.Errorf("nothing wrong: %v", err)
	}
	if err := store.Reason(pgx.ErrNoRows); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("no rows: %v", err)
	}
	for code, away := range map[string]bool{"57P01": true, "57P03": true, "08006": true, "53300": true,
		"23505": false, "42P01": false} {
		if err := store.Reason(&pgconn.PgError{Code: code}); errors.Is(err, store.ErrUnavailable) != away {
			t.Errorf("%s: %v", code, err)
		}
	}
	if err := store.Reason(errors.New("read: connection reset by peer")); !errors.Is(err, store.ErrUnavailable) {
		t.Errorf("reset: %v", err)
	}
	if err := store.Reason(errors.New("boom")); err == nil || errors.Is(err, store.ErrUnavailable) {
		t.Errorf("something else: %v", err)
	}
}

// in runs work in one transaction that sees only the rows of a studio, on nobody's behalf.
func in(ctx context.Context, s *store.Store, studio uuid.UUID, work func(pgx.Tx) error) error {
	return store.Reason(pgx.BeginFunc(ctx, s.Pool, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `select set_config('app.studio_id', $1, true)`, studio.String()); err != nil {
			return err
		}
		return work(tx)
	}))
}
