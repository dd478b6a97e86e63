// Package store keeps studios, people, clients, kit and sittings in PostgreSQL.
//
// Every table of a studio is under forced row-level security, and the application works as a role that owns nothing: a
// transaction sees the rows of the one studio it names and no others.
package store

import (
	"context"
	"crypto/hmac"
	"crypto/sha256"
	"database/sql"
	"embed"
	"encoding/hex"
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"net"
	"net/url"
	"slices"
	"strconv"
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
	ErrNobody      = errors.New("store: nobody is signed in by that token, or not any more")
	ErrFull        = errors.New("store: the disk of the database is full")
	ErrAgain       = errors.New("store: somebody else was in the way; try again")
)

// Store is the connections to the database, all of which sign in as Role: Pool for what people do, and a few apart, so
// that signing in and asking whether the database answers never wait behind work.
type Store struct {
	Pool *pgxpool.Pool
	Live Live // what others change
	door *pgxpool.Pool
	stop func()

	teller teller
}

// AppDSN is the address at which the application signs in to the database whose owner's address it is given: as Role,
// with a password that follows from the owner's, so that every process that may bring the database up to date makes
// the same and nothing more has to be kept.
func AppDSN(owner string) (string, error) {
	cfg, err := pgx.ParseConfig(owner)
	if err != nil {
		return "", err
	}
	return within(owner, Role, appPassword(cfg.Password))
}

func appPassword(owners string) string {
	mac := hmac.New(sha256.New, []byte(owners))
	mac.Write([]byte("the application's role"))
	return hex.EncodeToString(mac.Sum(nil))
}

// Writable is an address of a database that may name several hosts: the one of them that can be written to is meant,
// unless it says otherwise. A standby beside it is passed over until it is promoted.
func Writable(dsn string) (string, error) {
	cfg, err := pgx.ParseConfig(dsn)
	if err != nil {
		return "", err
	}
	const name, value = "target_session_attrs", "read-write"
	if cfg.ValidateConnect != nil || strings.Contains(dsn, name) {
		return dsn, nil
	}
	u, err := url.Parse(dsn)
	if err != nil || u.Scheme == "" {
		return dsn + " " + name + "=" + value, nil
	}
	q := u.Query()
	q.Set(name, value)
	u.RawQuery = q.Encode()
	return u.String(), nil
}

// within is an address with another user and password in it.
func within(dsn, user, password string) (string, error) {
	u, err := url.Parse(dsn)
	if err != nil || u.Scheme == "" {
		return dsn + " user=" + user + " password=" + password, nil // words and values; the last of a word holds
	}
	q := u.Query()
	q.Del("user")
	q.Del("password")
	u.RawQuery, u.User = q.Encode(), url.UserPassword(user, password)
	return u.String(), nil
}

// Migrate brings the database at dsn up to date, as its owner. Several processes may call it at once.
func Migrate(ctx context.Context, dsn string) error {
	cfg, err := pgx.ParseConfig(dsn)
	if err != nil {
		return err
	}
	db, err := sql.Open("pgx", dsn)
	if err != nil {
		return err
	}
	defer db.Close()
	if err := makeRole(ctx, db, cfg.Password); err != nil {
		return err
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

// roleLock is the key of the lock under which the role is made: roles belong to all databases of a server.
const roleLock = 0x75726e

// makeRole makes the role the application signs in as, before migrations grant to it. It owns nothing and is a member
// of nothing. Where the owner of the database may not make roles, somebody has made it already, and its address is
// told beside the owner's.
func makeRole(ctx context.Context, db *sql.DB, ownersPassword string) error {
	tx, err := db.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer func() { _ = tx.Rollback() }()
	if _, err := tx.ExecContext(ctx, `select pg_advisory_xact_lock($1)`, roleLock); err != nil {
		return err
	}
	var there, may bool
	if err := tx.QueryRowContext(ctx, `select exists (select from pg_roles where rolname = $1),
		(select rolsuper or rolcreaterole from pg_roles where rolname = current_user)`, Role).
		Scan(&there, &may); err != nil {
		return err
	}
	if !may {
		if !there {
			return errors.New("store: the owner of the database may not make roles, and there is no " + Role +
				": have it made with a password, and name its address in DATABASE_APP_URL")
		}
		return tx.Commit()
	}
	verb := "create"
	if there {
		verb = "alter"
	}
	if _, err := tx.ExecContext(ctx, fmt.Sprintf(`%s role %s login nosuperuser nocreaterole nocreatedb nobypassrls
		password '%s'`, verb, Role, appPassword(ownersPassword))); err != nil {
		return fmt.Errorf("make the role %s: %w", Role, err)
	}
	return tx.Commit()
}

// How long the database may be busy with one thing, and how many connections there are of each kind.
const (
	connectWithin   = 3 * time.Second
	statementWithin = 8 * time.Second
	lockWithin      = 4 * time.Second
	idleWithin      = 10 * time.Second // of a transaction that does nothing
	doorkeepers     = 4

	// Workers is how many connections work at once, unless somebody says otherwise.
	Workers = 12
)

// planning is how the database plans: each statement once on a connection, since all of them go by their indexes
// whatever they are asked with, and planning one takes longer than doing it; and without compiling it.
var planning = map[string]string{"plan_cache_mode": "force_generic_plan", "jit": "off"}

// Open returns a store on the database at dsn, the address of AppDSN. It refuses one at which it would sign in as
// somebody who owns tables or could become who does.
func Open(ctx context.Context, dsn string) (*Store, error) { return OpenWide(ctx, dsn, Workers) }

// OpenWide is Open with so many connections for work.
func OpenWide(ctx context.Context, dsn string, workers int32) (*Store, error) {
	s := &Store{}
	for pool, most := range map[**pgxpool.Pool]int32{&s.Pool: workers, &s.door: doorkeepers} {
		cfg, err := pgxpool.ParseConfig(dsn)
		if err != nil {
			return nil, err
		}
		cfg.ConnConfig.ConnectTimeout, cfg.MaxConns = connectWithin, most
		for name, within := range map[string]time.Duration{"statement_timeout": statementWithin,
			"lock_timeout": lockWithin, "idle_in_transaction_session_timeout": idleWithin} {
			cfg.ConnConfig.RuntimeParams[name] = strconv.FormatInt(within.Milliseconds(), 10)
		}
		maps.Copy(cfg.ConnConfig.RuntimeParams, planning)
		if *pool, err = pgxpool.NewWithConfig(ctx, cfg); err != nil {
			return nil, err
		}
	}
	if err := s.humble(ctx); err != nil {
		s.Close()
		return nil, err
	}
	s.Tell(Change{Kind: Everything}) // it may have been ended before telling something
	hearing, stop := context.WithCancel(context.WithoutCancel(ctx))
	done := make(chan struct{})
	s.stop = func() { stop(); <-done }
	go func() {
		defer close(done)
		s.Live.run(hearing, dsn)
	}()
	return s, nil
}

// OpenBeside is Open on the database whose owner's address it is given.
func OpenBeside(ctx context.Context, owner string) (*Store, error) {
	dsn, err := AppDSN(owner)
	if err != nil {
		return nil, err
	}
	return Open(ctx, dsn)
}

// humble reports an error where the application is more than it should be.
func (s *Store) humble(ctx context.Context) error {
	var who string
	var could bool
	err := s.door.QueryRow(ctx, `select current_user, r.rolsuper or r.rolcreaterole or r.rolbypassrls or exists (
		select from pg_class c join pg_namespace n on n.oid = c.relnamespace
		where n.nspname = 'public' and c.relkind = 'r' and pg_has_role(current_user, c.relowner, 'member'))
		from pg_roles r where r.rolname = current_user`).Scan(&who, &could)
	if err == nil && could {
		return fmt.Errorf("store: the application may not work as %s, who owns tables or could become who does", who)
	}
	return Reason(err)
}

// Ready reports whether the database answers.
func (s *Store) Ready(ctx context.Context) error { return Reason(s.door.Ping(ctx)) }

// Stats is how busy the pools are, by what they are for.
func (s *Store) Stats() map[string]*pgxpool.Stat {
	return map[string]*pgxpool.Stat{"work": s.Pool.Stat(), "door": s.door.Stat()}
}

// Close gives the connections back.
func (s *Store) Close() {
	s.teller.end()
	if s.stop != nil {
		s.stop()
	}
	for _, p := range []*pgxpool.Pool{s.Pool, s.door} {
		if p != nil {
			p.Close()
		}
	}
}

// In runs work in one transaction that sees only the rows of a studio, which is set in the round trip that begins it.
func (s *Store) In(ctx context.Context, studio uuid.UUID, work func(pgx.Tx) error) error {
	return begun(ctx, s.Pool, set("app.studio_id", studio.String()), work)
}

// InOneMoment is In for work that reads much and has to see all of it as it was at one moment.
func (s *Store) InOneMoment(ctx context.Context, studio uuid.UUID, work func(pgx.Tx) error) error {
	return begun(ctx, s.Pool, func(b *pgx.Batch) {
		b.Queue("set transaction isolation level repeatable read, read only")
		b.Queue("set local statement_timeout = 0")
		set("app.studio_id", studio.String())(b)
	}, work)
}

// Newest is the last migration that this program knows.
func Newest() (n int64) {
	files, _ := migrations.ReadDir("migrations")
	for _, f := range files {
		if v, err := goose.NumericComponent(f.Name()); err == nil {
			n = max(n, v)
		}
	}
	return n
}

// PostgreSQL's codes of what the application tells apart.
const (
	uniqueViolation  = "23505"
	foreignViolation = "23503" // the row that something belongs to is gone
	tooManyClients   = "53300"
	diskFull         = "53100"
)

// inTheWay are the codes of what goes well when it is tried once more: a deadlock, a lock or a statement that took too
// long.
var inTheWay = []string{"40001", "40P01", "55P03", "57014"}

// Deadlocked reports whether a transaction was given up since it and another waited for each other: nothing of it was
// kept, and done once more it goes well.
func Deadlocked(err error) bool {
	var server *pgconn.PgError
	return errors.As(err, &server) && (server.Code == "40P01" || server.Code == "40001")
}

// Reason turns what the database says into the errors of this package.
func Reason(err error) error {
	if err == nil {
		return nil
	}
	var connect *pgconn.ConnectError
	var network net.Error
	var server *pgconn.PgError
	code := ""
	if errors.As(err, &server) {
		code = server.Code
	}
	switch {
	case errors.Is(err, pgx.ErrNoRows), code == foreignViolation:
		return fmt.Errorf("%w: %w", ErrNotFound, err)
	case code == uniqueViolation:
		return fmt.Errorf("%w: %w", ErrTaken, err)
	case code == diskFull:
		return fmt.Errorf("%w: %w", ErrFull, err)
	case slices.Contains(inTheWay, code):
		return fmt.Errorf("%w: %w", ErrAgain, err)
	case errors.As(err, &connect), errors.As(err, &network), code == tooManyClients,
		strings.HasPrefix(code, "57P"), strings.HasPrefix(code, "08"),
		strings.Contains(err.Error(), "conn closed"), strings.Contains(err.Error(), "unexpected EOF"),
		strings.Contains(err.Error(), "connection reset"), strings.Contains(err.Error(), "broken pipe"):
		return fmt.Errorf("%w: %w", ErrUnavailable, err)
	}
	return err
}
