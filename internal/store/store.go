// Package store keeps studios, people, clients, kit and sittings in PostgreSQL.
//
// Every table of a studio is under forced row-level security, and the application works as a role that owns nothing: a
// transaction sees the rows of the one studio it names and no others.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/pgxpool"
	_ "github.com/jackc/pgx/v5/stdlib" // goose speaks database/sql
	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/lock"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Role is the database role the application works as. It owns nothing.
const Role = "urncloth_app"

// Errors that callers tell apart.
var (
	ErrNotFound    = errors.New("store: not found")
	ErrStale       = errors.New("store: changed since it was read")
	ErrUnavailable = errors.New("store: the database does not answer")
	ErrTaken       = errors.New("store: somebody else has it already")
	ErrNobody      = errors.New("store: there is no such person in the studio any more")
)

// Store is a pool of connections that work as Role.
type Store struct{ Pool *pgxpool.Pool }

// Migrate brings the database at dsn up to date, as its owner. Several processes may call it at once.
func Migrate(ctx context.Context, dsn string) error {
	db, err := sql.Open("pgx", dsn)
	if err != nil {
		return err
	}
	defer db.Close()
	// The role must be there before migrations grant to it.
	const create = `do $$ begin
		if not exists (select from pg_roles where rolname = 'urncloth_app') then create role urncloth_app nologin;
			end if;
	exception when duplicate_object or unique_violation then null; end $$`
	if _, err := db.ExecContext(ctx, create); err != nil {
		return fmt.Errorf("create the application role: %w", err)
	}
	if _, err := db.ExecContext(ctx, `grant urncloth_app to current_user`); err != nil &&
		!strings.Contains(err.Error(), "already") {
		return fmt.Errorf("join the application role: %w", err)
	}
	locker, err := lock.NewPostgresSessionLocker()
	if err != nil {
		return err
	}
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	provider, err := goose.NewProvider(goose.DialectPostgres, db, files, goose.WithSessionLocker(locker))
	if err != nil {
		return err
	}
	_, err = provider.Up(ctx)
	return err
}

// Open returns a store on the database at dsn.
func Open(ctx context.Context, dsn string) (*Store, error) {
	cfg, err := pgxpool.ParseConfig(dsn)
	if err != nil {
		return nil, err
	}
	cfg.ConnConfig.ConnectTimeout = 3 * time.Second
	cfg.AfterConnect = func(ctx context.Context, c *pgx.Conn) error {
		_, err := c.Exec(ctx, "set role "+Role)
		return err
	}
	pool, err := pgxpool.NewWithConfig(ctx, cfg)
	if err != nil {
		return nil, err
	}
	return &Store{pool}, nil
}

// Close gives the connections back.
func (s *Store) Close() { s.Pool.Close() }

// As runs work in one transaction that sees only the rows of a studio, on behalf of one of its people, who is read as
// the studio has them now in the round trip that sets it. Where there is no such person any more it is ErrNobody, and
// nothing is done.
func (s *Store) As(ctx context.Context, studio, person uuid.UUID, work func(pgx.Tx, Person) error) error {
	err := pgx.BeginFunc(ctx, s.Pool, func(tx pgx.Tx) error {
		var p Person
		b := &pgx.Batch{}
		b.Queue(`select set_config('app.studio_id', $1, true)`, studio.String())
		b.Queue(`select id, studio_id, email, name, role from people where id = $1`, person).
			QueryRow(func(row pgx.Row) error { return row.Scan(&p.ID, &p.StudioID, &p.Email, &p.Name, &p.Role) })
		if err := tx.SendBatch(ctx, b).Close(); errors.Is(err, pgx.ErrNoRows) {
			return ErrNobody
		} else if err != nil {
			return err
		}
		return work(tx, p)
	})
	return Reason(err)
}

func (s *Store) with(ctx context.Context, setting, value string, work func(pgx.Tx) error) error {
	err := pgx.BeginFunc(ctx, s.Pool, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `select set_config($1, $2, true)`, setting, value); err != nil {
			return err
		}
		return work(tx)
	})
	return Reason(err)
}

// uniqueViolation is PostgreSQL's code for a value that has to be the only one and is not.
const uniqueViolation = "23505"

// Reason turns what the database says into the errors of this package.
func Reason(err error) error {
	if err == nil {
		return nil
	}
	if errors.Is(err, pgx.ErrNoRows) {
		return ErrNotFound
	}
	var connect *pgconn.ConnectError
	var network net.Error
	var server *pgconn.PgError
	if errors.As(err, &server) && server.Code == uniqueViolation {
		return fmt.Errorf("%w: %w", ErrTaken, err)
	}
	stopped := errors.As(err, &server) &&
		(strings.HasPrefix(server.Code, "57P") || strings.HasPrefix(server.Code, "08") || server.Code == "53300")
	if errors.As(err, &connect) || errors.As(err, &network) || stopped ||
		strings.Contains(err.Error(), "conn closed") ||
		strings.Contains(err.Error(), "unexpected EOF") ||
		strings.Contains(err.Error(), "connection reset") {
		return fmt.Errorf("%w: %w", ErrUnavailable, err)
	}
	return err
}
