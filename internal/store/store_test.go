package store_test

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
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

func TestAStudioSeesItsOwnRowsAndNoOthers(t *testing.T) {
	dsn := pgtest.DSN(t)
	other := pgtest.AddStudio(t, dsn)
	s := pgtest.Open(t, dsn)
	ctx := t.Context()
	var theirs uuid.UUID
	err := in(ctx, s, saltmarsh, func(tx pgx.Tx) error {
		list, err := store.Clients(ctx, tx, "", 0, 100)
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

// only is the one account of an address.
func only(t *testing.T, s *store.Store, email string) store.Account {
	t.Helper()
	list, err := s.Accounts(t.Context(), email)
	if err != nil || len(list) != 1 {
		t.Fatalf("%d accounts, %v", len(list), err)
	}
	return list[0]
}

func TestASignInReadsTheAccountsOfThatAddressAlone(t *testing.T) {
	dsn := pgtest.DSN(t)
	other := pgtest.AddStudio(t, dsn)
	s, ctx := pgtest.Open(t, dsn), t.Context()
	if p := only(t, s, "mirrin@saltmarsh.example"); p.Role != "owner" || p.StudioID != saltmarsh {
		t.Errorf("%+v", p)
	}
	if list, err := s.Accounts(ctx, "nobody@saltmarsh.example"); err != nil || len(list) != 0 {
		t.Errorf("nobody: %d, %v", len(list), err)
	}
	if list, err := s.Accounts(ctx, "' or true --"); err != nil || len(list) != 0 {
		t.Errorf("a quote: %d, %v", len(list), err)
	}
	err := in(ctx, s, other, func(tx pgx.Tx) error {
		_, err := store.AddPerson(ctx, tx, store.Person{Email: "mirrin@saltmarsh.example", Name: "M", Role: "artist"})
		return err
	})
	if list, readErr := s.Accounts(ctx, "mirrin@saltmarsh.example"); err != nil || readErr != nil || len(list) != 2 {
		t.Errorf("the same address in two studios: %d accounts, %v, %v", len(list), err, readErr)
	}
}

func TestASessionIsKeptByTheHashOfItsTokenAndEndsIdleOrOld(t *testing.T) {
	dsn := pgtest.DSN(t)
	s, ctx := pgtest.Open(t, dsn), t.Context()
	other := pgtest.AddStudio(t, dsn)
	p := only(t, s, "mirrin@saltmarsh.example")
	hash, wrong := make([]byte, 32), make([]byte, 32)
	hash[0], wrong[0] = 7, 8
	if err := s.Enter(ctx, saltmarsh, func(tx pgx.Tx) error {
		return store.AddSession(ctx, tx, hash, store.Session{PersonID: p.ID, Since: start, Device: "a slate"})
	}); err != nil {
		t.Fatal(err)
	}
	at := func(hash []byte, now time.Time) error {
		return s.As(ctx, hash, now, func(tx pgx.Tx, b store.Bearer) error {
			if b.ID != p.ID || b.StudioID != saltmarsh || b.Role != "owner" || b.Session.Device != "a slate" ||
				len(b.Seal) != 32 {
				t.Errorf("%+v", b)
			}
			var n int
			if err := tx.QueryRow(ctx, `select count(*) from studios`).Scan(&n); err != nil || n != 1 {
				t.Errorf("%d studios, %v", n, err)
			}
			return nil
		})
	}
	steps := []struct {
		what string
		hash []byte
		at   time.Duration
		want error
	}{
		{"at once", hash, 0, nil},
		{"another token", wrong, 0, store.ErrNobody},
		{"after 29 minutes", hash, 29 * time.Minute, nil},
		{"used since, half an hour later", hash, 58 * time.Minute, nil},
		{"idle for half an hour", hash, 58*time.Minute + 30*time.Minute + time.Second, store.ErrNobody},
	}
	for _, x := range steps {
		if err := at(x.hash, start.Add(x.at)); !errors.Is(err, x.want) {
			t.Errorf("%s: %v", x.what, err)
		}
	}
	for now := start.Add(58 * time.Minute); now.Before(start.Add(12 * time.Hour)); now = now.Add(20 * time.Minute) {
		if err := at(hash, now); err != nil {
			t.Fatalf("used all day, at %s: %v", now, err)
		}
	}
	if err := at(hash, start.Add(12*time.Hour+time.Minute)); !errors.Is(err, store.ErrNobody) {
		t.Errorf("after twelve hours: %v", err)
	}
	err := s.Enter(ctx, other, func(tx pgx.Tx) error { return store.EndSession(ctx, tx, p.ID, uuid.New()) })
	if !errors.Is(err, store.ErrNotFound) {
		t.Errorf("another studio ends it: %v", err)
	}
	var seen string
	if err := s.Pool.QueryRow(ctx, `select count(*)::text from sessions`).Scan(&seen); err != nil || seen != "0" {
		t.Errorf("outside a studio %s sessions are seen, %v", seen, err)
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
		if list, _ := store.Clients(ctx, tx, "half", 0, 10); len(list) != 0 {
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

func TestClientsAreFoundByNameAllergyOrNoteWithoutCaseAndAccents(t *testing.T) {
	inside(t, func(ctx context.Context, tx pgx.Tx) {
		for _, name := range []string{"zed 100%_a", "Abel", "abbot"} {
			if _, err := store.AddClient(ctx, tx, face.Client{Name: name, Phototype: 1}, ""); err != nil {
				t.Fatal(err)
			}
		}
		told := face.Client{Name: "Łucja Żółw-Ibáñez", Phototype: 1, Allergies: []string{"tree nut", "bálsam"}}
		if _, err := store.AddClient(ctx, tx, told, "Sings in the Zürich choir"); err != nil {
			t.Fatal(err)
		}
		found := func(words string, limit int) (names []string) {
			list, err := store.Clients(ctx, tx, words, 0, limit)
			if err != nil {
				t.Fatal(err)
			}
			for _, c := range list {
				names = append(names, c.Name)
			}
			return names
		}
		for words, want := range map[string][]string{"AB": {"abbot", "Abel"}, "0%_": {"zed 100%_a"},
			"%": {"zed 100%_a"}, "';--": nil, "lucja zolw": {told.Name}, "IBÁÑ": {told.Name}, "ŻÓŁW": {told.Name},
			"balsam": {told.Name}, "Nut": {told.Name}, "zurich": {told.Name}, "[": nil, "\"": nil, "nutbalsam": nil} {
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

func TestTriesAreCountedInAWindowTakenBackWhenTheyGoWellAndForgotten(t *testing.T) {
	s, ctx := pgtest.Store(t), t.Context()
	const window = 10 * time.Minute
	try := func(minute int, who string, most int) time.Duration {
		t.Helper()
		wait, err := s.Tries(ctx, "account", start.Add(time.Duration(minute)*time.Minute), window,
			[]store.Try{{Who: who, Most: most}})
		if err != nil {
			t.Fatal(err)
		}
		return wait
	}
	for i, want := range []time.Duration{0, 0, 8 * time.Minute, 7 * time.Minute} { // a try turned away prolongs nothing
		if wait := try(i, "x", 2); wait != want {
			t.Errorf("try %d: wait %s, want %s", i+1, wait, want)
		}
	}
	if wait := try(3, "y", 2); wait != 0 {
		t.Errorf("another: wait %s", wait)
	}
	if wait := try(10, "x", 2); wait != 0 {
		t.Errorf("a new window: wait %s", wait)
	}
	if err := s.WentWell(ctx, start.Add(11*time.Minute), []string{"x", "y"}); err != nil {
		t.Fatal(err)
	}
	if a, b, c := try(11, "x", 2), try(11, "x", 2), try(11, "x", 2); a != 0 || b != 0 || c == 0 {
		t.Errorf("after it went well: %s, %s, %s", a, b, c)
	}
	for moment, want := range map[int]bool{10: true, 11: false} {
		well, err := s.WentWellSince(ctx, "x", start.Add(time.Duration(moment)*time.Minute))
		if err != nil || well != want {
			t.Errorf("went well since minute %d: %t, %v", moment, well, err)
		}
	}
	if err := s.In(ctx, saltmarsh, func(tx pgx.Tx) error {
		return store.ForgiveTries(ctx, tx,
			"account")
	}); err != nil {
		t.Fatal(err)
	}
	if wait := try(12, "x", 1); wait != 0 {
		t.Errorf("forgiven: wait %s", wait)
	}
	if err := s.ForgetTries(ctx, start.Add(11*time.Minute+time.Second)); err != nil {
		t.Fatal(err)
	}
	if well, err := s.WentWellSince(ctx, "x", start); err != nil || well {
		t.Errorf("long ago is not forgotten: %t, %v", well, err)
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

func TestAPersonIsChangedGivenAPasswordAndRemovedAndOwnersAreCounted(t *testing.T) {
	s, ctx := pgtest.Store(t), t.Context()
	was := only(t, s, "mirrin@saltmarsh.example")
	change := func(do func(tx pgx.Tx) error) (owners int) {
		t.Helper()
		err := in(ctx, s, saltmarsh, func(tx pgx.Tx) (err error) {
			if err := do(tx); err != nil {
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
	role := func(role string) func(tx pgx.Tx) error {
		return func(tx pgx.Tx) error {
			return store.SavePerson(ctx, tx, store.Person{ID: was.ID, Name: "M", Role: role})
		}
	}
	if n := change(role("artist")); n != 0 {
		t.Errorf("%d owners once the only one is none", n)
	}
	if now := only(t, s, was.Email); now.PasswordHash != was.PasswordHash || now.Name != "M" || now.Role != "artist" {
		t.Errorf("%+v", now)
	}
	if n := change(role("owner")); n != 1 {
		t.Errorf("%d owners", n)
	}
	until := start.Add(time.Hour)
	change(func(tx pgx.Tx) error { return store.SetPassword(ctx, tx, was.ID, "first", &until) })
	if now := only(t, s, was.Email); now.PasswordHash != "first" || !now.MustChange || !now.FirstUntil.Equal(until) {
		t.Errorf("a first password: %+v", now)
	}
	change(func(tx pgx.Tx) error { return store.SetPassword(ctx, tx, was.ID, "own", nil) })
	if now := only(t, s, was.Email); now.PasswordHash != "own" || now.MustChange || now.FirstUntil != nil {
		t.Errorf("a password of their own: %+v", now)
	}
	if n := change(func(tx pgx.Tx) error { return store.RemovePerson(ctx, tx, was.ID, start) }); n != 0 {
		t.Errorf("%d owners once the only one is removed", n)
	}
	if list, err := s.Accounts(ctx, was.Email); err != nil || len(list) != 0 {
		t.Errorf("somebody removed has %d accounts, %v", len(list), err)
	}
	_ = in(ctx, s, saltmarsh, func(tx pgx.Tx) error {
		if err := store.RemovePerson(ctx, tx, was.ID, start); !errors.Is(err, pgx.ErrNoRows) {
			t.Errorf("removed twice: %v", err)
		}
		if _, err := store.PersonOf(ctx, tx, was.ID); !errors.Is(err, pgx.ErrNoRows) {
			t.Errorf("somebody removed is read: %v", err)
		}
		return nil
	})
}

func TestTheApplicationsRoleCannotBecomeTheOwnerAndOwnersAreTurnedAway(t *testing.T) {
	dsn := pgtest.DSN(t)
	s, ctx := pgtest.Open(t, dsn), t.Context()
	for _, try := range []string{"reset role", "set role urncloth", "set session authorization urncloth",
		"alter role urncloth_app superuser", "create table mine ()", "drop table clients",
		"alter table clients disable row level security",
		"create function f() returns int language sql security definer as 'select 1'", "truncate clients",
		"select * from goose_db_version", "copy clients to program 'cat'"} {
		var who string
		_, err := s.Pool.Exec(ctx, try)
		if asked := s.Pool.QueryRow(ctx, "select current_user").Scan(&who); asked != nil || who != store.Role {
			t.Errorf("after %q it works as %s, %v", try, who, asked)
		}
		if err == nil && try != "reset role" {
			t.Errorf("%q is let through", try)
		}
	}
	if owner, err := store.Open(ctx, dsn); err == nil {
		owner.Close()
		t.Error("the owner of the tables may serve")
	}
}

func TestEveryConnectionHasItsTimes(t *testing.T) {
	s := pgtest.Store(t)
	for name, want := range map[string]string{"statement_timeout": "8s", "lock_timeout": "4s",
		"idle_in_transaction_session_timeout": "10s"} {
		var got string
		if err := s.Pool.QueryRow(t.Context(), "show "+name).Scan(&got); err != nil || got != want {
			t.Errorf("%s is %s, %v", name, got, err)
		}
	}
}

func TestAnAddressForTheApplicationIsTheOwnersWithAnotherSignIn(t *testing.T) {
	for owner, want := range map[string]string{
		"postgres://o:p@127.0.0.1:5/x?sslmode=disable": "postgres://urncloth_app:",
		"host=127.0.0.1 user=o password=p dbname=x": "host=127.0.0.1 user=o password=p dbname=x " +
			"user=urncloth_app password=",
	} {
		got, err := store.AppDSN(owner)
		again, _ := store.AppDSN(owner)
		if err != nil || !strings.HasPrefix(got, want) || got != again || strings.HasSuffix(got, "password=") {
			t.Errorf("%s becomes %s, %v", owner, got, err)
		}
		cfg, err := pgx.ParseConfig(got)
		if err != nil || cfg.User != store.Role || cfg.Password == "p" || cfg.Database != "x" {
			t.Errorf("%s is read as %s, %v", got, cfg.User, err)
		}
	}
}

func TestOfSeveralHostsTheOneIsMeantThatCanBeWrittenToUnlessAnAddressSaysOtherwise(t *testing.T) {
	for given, want := range map[string]string{
		"postgres://o:p@10.0.0.1:5,10.0.0.2:6/x?sslmode=disable":        "10.0.0.1:5 10.0.0.2:6 read-write",
		"postgres://o:p@a.example/x?sslmode=disable":                    "a.example:5432 read-write",
		"host=a,b port=5,6 user=o password=p dbname=x sslmode=disable":  "a:5 b:6 read-write",
		"postgres://o:p@a,b/x?sslmode=disable&target_session_attrs=any": "a:5432 b:5432 ",
		"host=a user=o sslmode=disable target_session_attrs=read-only":  "a:5432 ",
	} {
		t.Setenv("PGPORT", "5432")
		writable, err := store.Writable(given)
		if err != nil {
			t.Errorf("%s: %v", given, err)
			continue
		}
		app, err := store.AppDSN(writable)
		if err != nil {
			t.Errorf("%s: %v", given, err)
		}
		for _, dsn := range []string{writable, app} {
			cfg, err := pgx.ParseConfig(dsn)
			if err != nil {
				t.Errorf("%s becomes %s: %v", given, dsn, err)
				continue
			}
			got := fmt.Sprintf("%s:%d ", cfg.Host, cfg.Port)
			for _, f := range cfg.Fallbacks {
				got += fmt.Sprintf("%s:%d ", f.Host, f.Port)
			}
			if strings.Contains(dsn, "read-write") {
				got += "read-write"
			}
			if got != want {
				t.Errorf("%s is read as %s, not %s", dsn, got, want)
			}
		}
	}
	if _, err := store.Writable("postgres://o@a:port/x"); err == nil {
		t.Error("nonsense is taken for an address")
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
	for code, want := range map[string]error{"53100": store.ErrFull, "23503": store.ErrNotFound,
		"40P01": store.ErrAgain,
		"57014": store.ErrAgain, "57P01": store.ErrUnavailable} {
		if err := store.Reason(&pgconn.PgError{Code: code}); !errors.Is(err, want) {
			t.Errorf("%s: %v", code, err)
		}
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
	return s.In(ctx, studio, work)
}
