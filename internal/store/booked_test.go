package store_test

import (
	"context"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"urncloth/internal/store"
)

func TestHowManySittingsAClientHasIsKeptThroughAllThatComesAndGoes(t *testing.T) {
	inside(t, func(ctx context.Context, tx pgx.Tx) {
		client, ids := addSittings(t, ctx, tx, start, 5, 9, 7)
		has := func(n int, last time.Time) {
			t.Helper()
			list, err := store.Clients(ctx, tx, "sits", 0, 10)
			if err != nil || len(list) != 1 || list[0].ID != client {
				t.Fatalf("%+v, %v", list, err)
			}
			if c := list[0]; c.Sittings != n || (c.Last == nil) != last.IsZero() ||
				c.Last != nil && !c.Last.Equal(last) {
				t.Errorf("%d sittings, the last %v; not %d and %v", c.Sittings, c.Last, n, last)
			}
		}
		has(3, start.Add(9*time.Hour))
		for _, id := range ids {
			if _, err := store.TakeOut(ctx, tx, id, start, start.AddDate(0, 0, -1)); err != nil {
				t.Fatal(err)
			}
		}
		has(0, time.Time{})
		if _, err := store.PutBack(ctx, tx, ids[2]); err != nil {
			t.Fatal(err)
		}
		has(1, start.Add(7*time.Hour))
		var wrong int
		if err := tx.QueryRow(ctx, `select count(*) from clients c left join booked b on b.client_id = c.id
			where coalesce(b.n, 0) <> (select count(*) from sittings s where s.client_id = c.id)`).
			Scan(&wrong); err != nil || wrong != 0 {
			t.Errorf("%d clients are counted wrong, %v", wrong, err)
		}
	})
}
