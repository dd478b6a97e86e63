package store

import (
	"context"
	"fmt"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"

	"urncloth/core/day"
	"urncloth/core/method"
)

// Person is somebody of a studio.
type Person struct {
	ID           uuid.UUID
	StudioID     uuid.UUID
	Email        string
	Name         string
	Role         string
	PasswordHash string
	MustChange   bool // the password is a first one, to be changed before anything else
	Factor       bool // a second factor is asked for
}

// Studio is a studio and how it works.
type Studio struct {
	ID       uuid.UUID
	Name     string
	Timezone string
	Place    day.Place
	Method   method.Choice
	Notes    map[string]string // by rule id or method key
	Version  int
	Safety
	Ways
}

// Ways is how the studio writes and pays, and whom it calls where it works.
type Ways struct {
	Region    string // BCP 47
	Currency  string // ISO 4217
	Emergency string // telephone number, "" where nobody has set it
}

// Safety is how long a sign-in lasts idle and altogether, whether owners need a second factor, and for how long the
// studio keeps backups.
type Safety struct {
	IdleMin      int
	LifeH        int
	OwnersFactor bool
	BackupDays   int
}

const studioColumns = `id, name, timezone, place, method, notes, version, idle_min, life_h, owners_factor,
	backup_days, region, currency, emergency from studios where id = current_studio()`

func (s *Studio) columns() []any {
	return []any{&s.ID, &s.Name, &s.Timezone, &s.Place, &s.Method, &s.Notes, &s.Version, &s.IdleMin, &s.LifeH,
		&s.OwnersFactor, &s.BackupDays, &s.Region, &s.Currency, &s.Emergency}
}

// StudioOf reads the transaction's studio.
func StudioOf(ctx context.Context, tx pgx.Tx) (s Studio, err error) {
	err = tx.QueryRow(ctx, `select `+studioColumns).Scan(s.columns()...)
	return s, err
}

// QueueHouse asks for the studio and the names of its people, by name.
func QueueHouse(b *pgx.Batch, s *Studio, names *[]string) {
	b.Queue(`select array(select name from people where removed_at is null order by name), ` + studioColumns).
		QueryRow(gone(func(row pgx.Row) error { return row.Scan(append([]any{names}, s.columns()...)...) }))
}

// gone reads a row that is not there where nobody is signed in: then there is nothing to be told either.
func gone(scan func(pgx.Row) error) func(pgx.Row) error {
	return func(row pgx.Row) error {
		if err := scan(row); err != pgx.ErrNoRows {
			return err
		}
		return nil
	}
}

// SaveHouse writes the studio's methods and notes, read at a version, or returns ErrStale where they have changed
// since.
func SaveHouse(ctx context.Context, tx pgx.Tx, s Studio) error {
	tag, err := tx.Exec(ctx, `update studios set method = $2, notes = $3, version = version + 1
		where id = current_studio() and version = $1`, s.Version, s.Method, s.Notes)
	if err == nil && tag.RowsAffected() == 0 {
		return ErrStale
	}
	return err
}

// SaveStudio writes the studio's name, zone, place and ways.
func SaveStudio(ctx context.Context, tx pgx.Tx, s Studio) error {
	return one(tx.Exec(ctx, `update studios set name = $1, timezone = $2, place = $3, region = $4, currency = $5,
		emergency = $6 where id = current_studio()`, s.Name, s.Timezone, s.Place, s.Region, s.Currency, s.Emergency))
}

// SaveTaste writes in which language and form somebody has the program.
func SaveTaste(ctx context.Context, tx pgx.Tx, id uuid.UUID, language, form string) error {
	return one(tx.Exec(ctx, `update people set language = $2, form = $3 where id = $1`, id, language, form))
}

// SaveSafety writes how long a sign-in of the transaction's studio lasts and what it needs.
func SaveSafety(ctx context.Context, tx pgx.Tx, s Safety) error {
	_, err := tx.Exec(ctx, `update studios set idle_min = $1, life_h = $2, owners_factor = $3, backup_days = $4
		where id = current_studio()`, s.IdleMin, s.LifeH, s.OwnersFactor, s.BackupDays)
	return err
}

// AddStudio adds a studio and makes it the transaction's own. It takes the owner of the database.
func AddStudio(ctx context.Context, tx pgx.Tx, s Studio) error {
	if _, err := tx.Exec(ctx, `select set_config('app.studio_id', $1, true)`, s.ID.String()); err != nil {
		return err
	}
	_, err := tx.Exec(ctx, `insert into studios (id, name, timezone, place, method) values ($1, $2, $3, $4, $5)`,
		s.ID, s.Name, s.Timezone, s.Place, method.Choice{}.Over(s.Method))
	return err
}

// AddPerson adds somebody to the transaction's studio.
func AddPerson(ctx context.Context, tx pgx.Tx, p Person) (id uuid.UUID, err error) {
	err = tx.QueryRow(ctx, `insert into people (studio_id, email, name, role, password_hash)
		values (current_studio(), $1, $2, $3, $4) returning id`, p.Email, p.Name, p.Role, p.PasswordHash).Scan(&id)
	return id, err
}

const personColumns = `id, studio_id, email, name, role, '', must_change, totp is not null`

// People lists the people of the transaction's studio by name.
func People(ctx context.Context, tx pgx.Tx) ([]Person, error) {
	rows, err := tx.Query(ctx, `select `+personColumns+` from people where removed_at is null order by name, id`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Person])
}

// PersonOf reads somebody of the transaction's studio.
func PersonOf(ctx context.Context, tx pgx.Tx, id uuid.UUID) (Person, error) {
	rows, err := tx.Query(ctx, `select `+personColumns+` from people where id = $1 and removed_at is null`, id)
	if err != nil {
		return Person{}, err
	}
	return pgx.CollectExactlyOneRow(rows, pgx.RowToStructByPos[Person])
}

// SavePerson changes a person's name and role.
func SavePerson(ctx context.Context, tx pgx.Tx, p Person) error {
	return one(tx.Exec(ctx, `update people set name = $2, role = $3 where id = $1 and removed_at is null`, p.ID, p.Name,
		p.Role))
}

// RemovePerson takes somebody out of the transaction's studio: their name stays beside what they did, their sign-in
// and their sessions do not.
func RemovePerson(ctx context.Context, tx pgx.Tx, id uuid.UUID, now time.Time) error {
	if err := one(tx.Exec(ctx, `update people set removed_at = $2, email = 'removed:' || id, password_hash = '',
		totp = null, totp_new = null, recovery = '{}', role = 'assistant' where id = $1 and removed_at is null`, id,
		now)); err != nil {
		return err
	}
	return EndSessions(ctx, tx, id, uuid.Nil)
}

// HoldStudio lets nobody else change who belongs to the transaction's studio until it ends.
func HoldStudio(ctx context.Context, tx pgx.Tx) error {
	_, err := tx.Exec(ctx, `select true from studios where id = current_studio() for update`)
	return err
}

// Owners counts the owners of the transaction's studio.
func Owners(ctx context.Context, tx pgx.Tx) (n int, err error) {
	err = tx.QueryRow(ctx, `select count(*) from people where role = 'owner' and removed_at is null`).Scan(&n)
	return n, err
}

// one is pgx.ErrNoRows where nothing was changed.
func one(tag pgconn.CommandTag, err error) error {
	if err == nil && tag.RowsAffected() == 0 {
		return pgx.ErrNoRows
	}
	return err
}

// NameStudio makes a studio the transaction's own, by its id or its name. It takes the owner of the database, who for
// that one question looks over the wall.
func NameStudio(ctx context.Context, tx pgx.Tx, name string) error {
	if _, err := tx.Exec(ctx, `alter table studios no force row level security`); err != nil {
		return err
	}
	rows, err := tx.Query(ctx, `select id from studios where id::text = lower($1) or name = $1`, name)
	if err != nil {
		return err
	}
	ids, err := pgx.CollectRows(rows, pgx.RowTo[uuid.UUID])
	if err != nil {
		return err
	}
	if _, err := tx.Exec(ctx, `alter table studios force row level security`); err != nil {
		return err
	}
	switch len(ids) {
	case 0:
		return fmt.Errorf("none is called %q", name)
	case 1:
		_, err := tx.Exec(ctx, `select set_config('app.studio_id', $1, true)`, ids[0].String())
		return err
	}
	return fmt.Errorf("%d are called %q: name one by its id", len(ids), name)
}
