// Package pgtest gives tests a real PostgreSQL: one cluster a process, one database a test, cloned from a migrated
// template.
package pgtest

import (
	"context"
	"fmt"
	"os"
	"sync"
	"sync/atomic"
	"testing"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/internal/demoload"
	"urncloth/internal/password"
	"urncloth/internal/pgserver"
	"urncloth/internal/store"
)

const template = "template_urncloth"

var (
	once   sync.Once
	server *pgserver.Server
	failed error
	count  atomic.Int64
	dir    string
)

// Main runs a package's tests and stops the cluster they used.
func Main(m *testing.M) {
	code := m.Run()
	if server != nil {
		if err := server.Stop(); err != nil {
			fmt.Fprintln(os.Stderr, err)
			code = 1
		}
		os.RemoveAll(dir)
	}
	os.Exit(code)
}

// Server is the process's cluster.
func Server(t testing.TB) *pgserver.Server {
	t.Helper()
	once.Do(func() { failed = start(context.Background()) })
	if failed != nil {
		t.Fatal(failed)
	}
	return server
}

func start(ctx context.Context) (err error) {
	if dir, err = os.MkdirTemp("", "urncloth-test"); err != nil {
		return err
	}
	if err = os.Chmod(dir, 0o755); err != nil {
		return err
	}
	if server, err = pgserver.Start(ctx, dir, true); err != nil {
		return err
	}
	if err = server.EnsureDatabase(ctx, template); err != nil {
		return err
	}
	if err = store.Migrate(ctx, server.DSN(template)); err != nil {
		return err
	}
	return demoload.Load(ctx, server.DSN(template))
}

// DSN is the address, as owner, of a fresh database with the demo studio in it.
func DSN(t testing.TB) string {
	t.Helper()
	ctx := context.Background()
	s := Server(t)
	name := fmt.Sprintf("test_%d", count.Add(1))
	c, err := pgx.Connect(ctx, s.DSN("postgres"))
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(ctx)
	if _, err := c.Exec(ctx, "create database "+name+" template "+template); err != nil {
		t.Fatal(err)
	}
	return s.DSN(name)
}

// Empty is the address, as owner, of a fresh database without a studio.
func Empty(t testing.TB) string {
	t.Helper()
	dsn := DSN(t)
	Owning(t, dsn, func(tx pgx.Tx) error {
		_, err := tx.Exec(context.Background(), `truncate studios cascade`)
		return err
	})
	return dsn
}

// Owning does something in a database as its owner.
func Owning(t testing.TB, dsn string, work func(tx pgx.Tx) error) {
	t.Helper()
	ctx := context.Background()
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(ctx)
	if err := pgx.BeginFunc(ctx, c, work); err != nil {
		t.Fatal(err)
	}
}

// The account of the studio that AddStudio adds.
const (
	OtherEmail    = "o@other.example"
	OtherPassword = "another-house"
)

// AddStudio adds a second studio with one owner, and returns it.
func AddStudio(t testing.TB, dsn string) uuid.UUID {
	t.Helper()
	ctx := context.Background()
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(ctx)
	hash, err := password.Hash(ctx, OtherPassword)
	if err != nil {
		t.Fatal(err)
	}
	id := uuid.New()
	err = pgx.BeginFunc(ctx, c, func(tx pgx.Tx) error {
		if err := store.AddStudio(ctx, tx, store.Studio{ID: id, Name: "Other", Timezone: "UTC"}); err != nil {
			return err
		}
		_, err := store.AddPerson(ctx, tx, store.Person{Email: OtherEmail, Name: "O", Role: "owner",
			PasswordHash: hash})
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	return id
}

// Store is a store on a fresh database.
func Store(t testing.TB) *store.Store { t.Helper(); return Open(t, DSN(t)) }

// Open is a store on the database whose owner's address it is given.
func Open(t testing.TB, dsn string) *store.Store {
	t.Helper()
	s, err := store.OpenBeside(context.Background(), dsn)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(s.Close)
	return s
}
