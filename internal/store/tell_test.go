package store_test

import (
	"context"
	"errors"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/internal/pgtest"
	"urncloth/internal/store"
)

// hears waits for a change of a kind and reports whether it came within a second.
func hears(changes <-chan store.Change, kind string) bool {
	within := time.After(time.Second)
	for {
		select {
		case c := <-changes:
			if c.Kind == kind {
				return true
			}
		case <-within:
			return false
		}
	}
}

func TestWhatIsToldIsHeardByEveryServerOfTheDatabaseAndOnlyInItsStudio(t *testing.T) {
	dsn := pgtest.DSN(t)
	here, there := pgtest.Open(t, dsn), pgtest.Open(t, dsn)
	one, other := uuid.New(), uuid.New()
	changes, stop := there.Live.Listen(one)
	defer stop()
	elsewhere, quiet := there.Live.Listen(other)
	defer quiet()
	for !hears(changes, store.Everything) { // it has begun to listen
	}
	for hears(elsewhere, store.Everything) {
	}
	for range 3 { // at once, and again after a while
		for range 100 {
			here.Tell(store.Change{Studio: one, Kind: "chair", ID: "s"})
		}
		if !hears(changes, "chair") {
			t.Error("nothing is heard within a second")
		}
	}
	if len(elsewhere) > 0 {
		t.Errorf("another studio hears %v", <-elsewhere)
	}
	for len(changes) > 0 {
		<-changes
	}
	pgtest.Open(t, dsn) // one that starts may have been ended before telling something
	if !hears(changes, store.Everything) {
		t.Error("a server that starts tells nobody to look")
	}
}

func TestAStoreThatIsClosedHasToldWhatItWasTo(t *testing.T) {
	dsn := pgtest.DSN(t)
	there := pgtest.Open(t, dsn)
	studio := uuid.New()
	changes, stop := there.Live.Listen(studio)
	defer stop()
	for !hears(changes, store.Everything) {
	}
	own, err := store.OpenBeside(t.Context(), dsn)
	if err != nil {
		t.Fatal(err)
	}
	own.Tell(store.Change{Studio: studio, Kind: "first"})
	own.Tell(store.Change{Studio: studio, Kind: "second"})
	own.Close()
	if !hears(changes, "second") {
		t.Error("what was to be told is lost")
	}
	own.Tell(store.Change{Studio: studio, Kind: "third"}) // nothing happens, and nothing breaks
}

func TestATransactionThatFailsLeavesNothingAndItsConnectionServesTheNext(t *testing.T) {
	dsn := pgtest.DSN(t)
	s, studio := pgtest.Open(t, dsn), pgtest.AddStudio(t, dsn)
	boom := errors.New("boom")
	for _, work := range []func(ctx context.Context, tx pgx.Tx) error{
		func(context.Context, pgx.Tx) error { return boom },
		func(ctx context.Context, tx pgx.Tx) error { _, err := tx.Exec(ctx, `select 1 / 0`); return err },
		func(ctx context.Context, tx pgx.Tx) error { _, _ = tx.Exec(ctx, `select 1 / 0`); return nil },
		func(ctx context.Context, tx pgx.Tx) error { _, err := tx.Begin(ctx); return err },
	} {
		for range 20 { // more than there are connections
			err := s.In(t.Context(), studio, func(tx pgx.Tx) error {
				if _, err := tx.Exec(t.Context(), `update studios set name = 'half'`); err != nil {
					return err
				}
				return work(t.Context(), tx)
			})
			if err == nil {
				t.Fatal("it is taken for done")
			}
		}
	}
	left := ""
	if err := s.In(t.Context(), studio, func(tx pgx.Tx) error {
		return tx.QueryRow(t.Context(), `select name from studios`).Scan(&left)
	}); err != nil || left == "half" {
		t.Errorf("%q is left, %v", left, err)
	}
	ctx, stop := context.WithCancel(t.Context())
	if err := s.In(ctx, studio, func(tx pgx.Tx) error { stop(); return ctx.Err() }); err == nil {
		t.Error("what was given up is taken for done")
	}
	func() {
		defer func() { _ = recover() }()
		_ = s.In(t.Context(), studio, func(pgx.Tx) error { panic("boom") })
	}()
	if err := s.In(t.Context(), studio, func(tx pgx.Tx) error { return nil }); err != nil {
		t.Errorf("afterwards: %v", err)
	}
}
