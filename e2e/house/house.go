// Package house opens the whole application on a cluster of its own with the demo in it, for pictures and load
// figures.
package house

import (
	"context"
	"net/http/httptest"
	"os"
	"time"

	"urncloth/demo"
	"urncloth/internal/app"
	"urncloth/internal/demoload"
	"urncloth/internal/device"
	"urncloth/internal/pgserver"
	"urncloth/internal/store"
	"urncloth/internal/web"
	"urncloth/ui"
)

// Morning is the moment it is in the house: the morning of the regatta.
var Morning = time.Date(2027, 6, 19, 8, 12, 0, 0, time.UTC)

// With opens a house, runs work against its address, and closes it again. Unsafe drops durability: not for load
// figures.
func With(ctx context.Context, unsafe bool, work func(url string) error) error {
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
	kept, err := store.OpenBeside(ctx, dsn)
	if err != nil {
		return err
	}
	defer kept.Close()
	handler := web.New(
		web.Options{App: &app.App{Store: kept, Bench: device.Simulation{},
			Now: func() time.Time { return Morning }}, UI: ui.Files(),
			Demo: &web.Demo{Email: demo.Email, Password: demo.Password}},
	)
	server := httptest.NewServer(handler)
	defer server.Close()
	return work(server.URL)
}
