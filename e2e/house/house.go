// Package house opens the whole application on a cluster of its own with the demo in it, for pictures and load
// figures.
package house

import (
	"context"
	"net/http/httptest"
	"os"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/demo"
	"urncloth/internal/app"
	"urncloth/internal/demoload"
	"urncloth/internal/device"
	"urncloth/internal/password"
	"urncloth/internal/pgserver"
	"urncloth/internal/store"
	"urncloth/internal/web"
	"urncloth/ui"
)

// Morning is the moment it is in the house: the morning of the regatta.
var Morning = time.Date(2027, 6, 19, 8, 12, 0, 0, time.UTC)

// A studio on its first day stands beside the demo's, and this is its owner's sign-in.
const (
	NewEmail    = "tamsin@dyehouse.example"
	NewPassword = "madder-weld-and-woad"
)

// begun adds it.
func begun(ctx context.Context, dsn string) error {
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	hash, err := password.Hash(ctx, NewPassword)
	if err != nil {
		return err
	}
	return pgx.BeginFunc(ctx, c, func(tx pgx.Tx) error {
		s := store.Studio{ID: uuid.New(), Name: "The Dyehouse", Timezone: "Europe/Dublin"}
		if err := store.AddStudio(ctx, tx, s); err != nil {
			return err
		}
		_, err := store.AddPerson(ctx, tx, store.Person{Email: NewEmail, Name: "Tamsin Weir", Role: "owner",
			PasswordHash: hash})
		return err
	})
}

// With opens a house, runs work against its address, and closes it again. Unsafe drops durability: not for load
// figures.
func With(ctx context.Context, unsafe bool, work func(url string) error) error {
	return on(ctx, unsafe, func(string) error { return nil }, func(url, _ string) error { return work(url) })
}

// WithDatabase is With, with durability and the address of the database, as its owner.
func WithDatabase(ctx context.Context, work func(url, dsn string) error) error {
	return on(ctx, false, func(string) error { return nil }, work)
}

// WithCrowd opens a house that has a crowd of studios in it; dsn is its database, as owner.
func WithCrowd(ctx context.Context, size Size, work func(c Crowd, url, dsn string) error) error {
	var c Crowd
	return on(ctx, true, func(dsn string) (err error) { c, err = crowded(ctx, dsn, size); return err },
		func(url, dsn string) error { return work(c, url, dsn) })
}

func on(ctx context.Context, unsafe bool, fill func(dsn string) error, work func(url, dsn string) error) error {
	dir, err := os.MkdirTemp("", "urncloth-house")
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	if err := os.Chmod(dir, 0o755); err != nil {
		return err
	}
	cluster, err := pgserver.Start(ctx, dir, unsafe)
	if err != nil {
		return err
	}
	defer cluster.Stop()
	const database = "house"
	if err := cluster.EnsureDatabase(ctx, database); err != nil {
		return err
	}
	dsn := cluster.DSN(database)
	if err := store.Migrate(ctx, dsn); err != nil {
		return err
	}
	if err := demoload.Load(ctx, dsn); err != nil {
		return err
	}
	if err := begun(ctx, dsn); err != nil {
		return err
	}
	if err := fill(dsn); err != nil {
		return err
	}
	kept, err := store.OpenBeside(ctx, dsn)
	if err != nil {
		return err
	}
	defer kept.Close()
	began := time.Now()
	handler := web.New(
		web.Options{App: &app.App{Store: kept, Bench: device.Simulation{},
			Now: func() time.Time { return Morning.Add(time.Since(began)) }, Demo: true}, UI: ui.Files(),
			Demo: &web.Demo{Email: demo.Email, Password: demo.Password}},
	)
	server := httptest.NewServer(handler)
	defer server.Close()
	return work(server.URL, dsn)
}
