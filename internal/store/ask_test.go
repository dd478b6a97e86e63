package store_test

import (
	"crypto/sha256"
	"errors"
	"testing"

	"github.com/jackc/pgx/v5"

	"urncloth/internal/pgtest"
	"urncloth/internal/store"
)

func TestWhatIsAskedInOneTripIsOfOnesOwnStudioAndLeavesNoStudioOnTheConnection(t *testing.T) {
	ctx := t.Context()
	dsn, err := store.AppDSN(pgtest.DSN(t))
	if err != nil {
		t.Fatal(err)
	}
	s, err := store.OpenWide(ctx, dsn, 1) // the next to work has the very same connection
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(s.Close)
	hash := sha256.Sum256([]byte("a token"))
	if err := in(ctx, s, saltmarsh, func(tx pgx.Tx) error {
		people, err := store.People(ctx, tx)
		if err != nil {
			return err
		}
		return store.AddSession(ctx, tx, hash[:], store.Session{PersonID: people[0].ID, Since: start})
	}); err != nil {
		t.Fatal(err)
	}
	ask := func(token []byte) (n int, err error) {
		_, err = s.AskAs(ctx, token, start, func(b *pgx.Batch) {
			b.Queue(`select count(*) from clients`).QueryRow(func(row pgx.Row) error { return row.Scan(&n) })
		})
		return n, err
	}
	left := func() (studio, session string, clients int) {
		if err := s.Pool.QueryRow(ctx, `select coalesce(current_setting('app.studio_id', true), ''),
			coalesce(current_setting('app.session', true), ''), (select count(*) from clients)`).
			Scan(&studio, &session, &clients); err != nil {
			t.Fatal(err)
		}
		return studio, session, clients
	}
	for range 2 { // once while its statements are made ready, and once when they are
		if n, err := ask(hash[:]); err != nil || n != 8 {
			t.Errorf("%d clients of one's own studio, %v", n, err)
		}
		if studio, session, n := left(); studio != "" || session != "" || n != 0 {
			t.Errorf("studio %q and session %q stay on the connection, and %d clients are seen", studio, session, n)
		}
		other := sha256.Sum256([]byte("another token"))
		if n, err := ask(other[:]); !errors.Is(err, store.ErrNobody) || n != 0 {
			t.Errorf("by a token that is nobody's %d clients are seen, %v", n, err)
		}
	}
	if _, err := s.AskAs(ctx, hash[:], start, func(b *pgx.Batch) {
		b.Queue(`select 1 / 0`).QueryRow(func(row pgx.Row) error { var n int; return row.Scan(&n) })
	}); err == nil {
		t.Error("a question that fails is answered")
	}
	if studio, _, n := left(); studio != "" || n != 0 {
		t.Errorf("after a question that failed studio %q stays, and %d clients are seen", studio, n)
	}
}
