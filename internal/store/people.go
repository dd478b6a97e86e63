package store

import (
	"context"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

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
}

// PersonByEmail finds an account at sign-in, before a studio is known.
func (s *Store) PersonByEmail(ctx context.Context, email string) (p Person, err error) {
	err = s.with(ctx, "app.sign_in", email, func(tx pgx.Tx) error {
		return tx.QueryRow(ctx, `select id, studio_id, email, name, role, password_hash from people where email = $1`,
			email).
			Scan(&p.ID, &p.StudioID, &p.Email, &p.Name, &p.Role, &p.PasswordHash)
	})
	return p, err
}

// StudioOf reads the transaction's studio.
func StudioOf(ctx context.Context, tx pgx.Tx) (s Studio, err error) {
	err = tx.QueryRow(ctx,
		`select id, name, timezone, place, method, notes, version from studios where id = current_studio()`).
		Scan(&s.ID, &s.Name, &s.Timezone, &s.Place, &s.Method, &s.Notes, &s.Version)
	return s, err
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

// PeopleNames lists the people of the transaction's studio by name.
func PeopleNames(ctx context.Context, tx pgx.Tx) ([]string, error) {
	rows, err := tx.Query(ctx, `select name from people order by name`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowTo[string])
}

// FailedSignIns counts the failures of each of who since a moment, and when the oldest of them was.
func (s *Store) FailedSignIns(ctx context.Context, who string, since time.Time) (n int, oldest time.Time, err error) {
	var first *time.Time
	err = s.Pool.QueryRow(ctx, `select count(*), min(at) from failed_sign_ins where who = $1 and at > $2`, who, since).
		Scan(&n, &first)
	if first != nil {
		oldest = *first
	}
	return n, oldest, Reason(err)
}

// NoteFailedSignIn remembers a failure at a moment for each of who and forgets those of before.
func (s *Store) NoteFailedSignIn(ctx context.Context, at, before time.Time, who ...string) error {
	for _, w := range who {
		if _, err := s.Pool.Exec(ctx, `insert into failed_sign_ins (who, at) values ($1, $2)`, w, at); err != nil {
			return Reason(err)
		}
	}
	_, err := s.Pool.Exec(ctx, `delete from failed_sign_ins where at < $1`, before)
	return Reason(err)
}

// ForgetFailedSignIns clears an account's failures once it has signed in.
func (s *Store) ForgetFailedSignIns(ctx context.Context, who string) error {
	_, err := s.Pool.Exec(ctx, `delete from failed_sign_ins where who = $1`, who)
	return Reason(err)
}

// Audit notes who did what with which client's record.
func Audit(ctx context.Context, tx pgx.Tx, person uuid.UUID, act string, client uuid.UUID) error {
	_, err := tx.Exec(ctx, `insert into audit (person_id, act, client_id) values ($1, $2, $3)`, person, act, client)
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
func AddPerson(ctx context.Context, tx pgx.Tx, p Person) error {
	_, err := tx.Exec(ctx,
		`insert into people (studio_id, email, name, role, password_hash) values (current_studio(), $1, $2, $3, $4)`,
		p.Email, p.Name, p.Role, p.PasswordHash)
	return err
}

// People lists the people of the transaction's studio by name.
func People(ctx context.Context, tx pgx.Tx) ([]Person, error) {
	rows, err := tx.Query(ctx, `select id, studio_id, email, name, role, '' from people order by name, id`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Person])
}

// SavePerson changes a person's name, role and, where a hash is given, password.
func SavePerson(ctx context.Context, tx pgx.Tx, p Person) error {
	tag, err := tx.Exec(ctx, `update people set name = $2, role = $3, password_hash = coalesce(nullif($4, ''),
		password_hash) where id = $1`, p.ID, p.Name, p.Role, p.PasswordHash)
	if err == nil && tag.RowsAffected() == 0 {
		return pgx.ErrNoRows
	}
	return err
}

// Owners counts the owners of the transaction's studio.
func Owners(ctx context.Context, tx pgx.Tx) (n int, err error) {
	err = tx.QueryRow(ctx, `select count(*) from people where role = 'owner'`).Scan(&n)
	return n, err
}
