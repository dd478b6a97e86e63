package app

import (
	"context"
	"errors"
	"strings"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/internal/password"
	"urncloth/internal/store"
)

// Person is somebody of the studio.
type Person struct {
	ID    uuid.UUID `json:"id"`
	Name  string    `json:"name"`
	Email string    `json:"email"`
	Role  Role      `json:"role"`
}

// PersonEdit is a person as an owner writes it. No id adds one; a password is then needed.
type PersonEdit struct {
	ID       *uuid.UUID `json:"id,omitempty"`
	Name     string     `json:"name" need:"yes" len:"1..200"`
	Email    string     `json:"email,omitempty" len:"0..200"`
	Role     Role       `json:"role" need:"yes"`
	Password string     `json:"password,omitempty" len:"0..200"`
}

// LeastPassword is the least length of a password. Source: NIST SP 800-63B asks for eight; we ask for a little more.
const LeastPassword = 10

// People lists the people of the studio.
func (a *App) People(ctx context.Context, who Actor) (list []Person, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		list, err = people(ctx, tx)
		return err
	})
	return list, err
}

func people(ctx context.Context, tx pgx.Tx) ([]Person, error) {
	list := []Person{}
	rows, err := store.People(ctx, tx)
	for _, p := range rows {
		list = append(list, Person{p.ID, p.Name, p.Email, Role(p.Role)})
	}
	return list, err
}

// SavePerson adds or changes somebody, and returns the people of the studio; one owner always remains.
func (a *App) SavePerson(ctx context.Context, who Actor, e PersonEdit) (list []Person, err error) {
	err = a.as(ctx, &who, KeepPeople, func(tx pgx.Tx) error {
		if fs := e.check(); len(fs) > 0 {
			return fs
		}
		if err := e.save(ctx, tx); err != nil {
			return err
		}
		n, err := store.Owners(ctx, tx)
		if err == nil && n == 0 {
			return doc.Faults{{Path: "role", Say: "the studio needs at least one owner"}}
		}
		if err == nil {
			list, err = people(ctx, tx)
		}
		return err
	})
	if errors.Is(err, store.ErrTaken) {
		return nil, doc.Faults{{Path: "email", Say: "is already somebody's sign-in"}}
	}
	return list, err
}

func (e *PersonEdit) check() (fs doc.Faults) {
	if err := doc.OneOf(e.Role, Roles()); err != nil {
		fs.AddError("role", err)
	}
	e.Email = strings.ToLower(strings.TrimSpace(e.Email))
	if e.ID == nil && !strings.Contains(e.Email, "@") {
		fs.Add("email", notAnAddress, "text", e.Email)
	}
	if len(e.Password) < LeastPassword && (e.ID == nil || e.Password != "") {
		fs.Add("password", passwordTooShort, "least", LeastPassword)
	}
	return fs
}

func (e *PersonEdit) save(ctx context.Context, tx pgx.Tx) (err error) {
	p := store.Person{Email: e.Email, Name: e.Name, Role: string(e.Role)}
	if e.Password != "" {
		if p.PasswordHash, err = password.Hash(e.Password); err != nil {
			return err
		}
	}
	if e.ID == nil {
		return store.AddPerson(ctx, tx, p)
	}
	p.ID = *e.ID
	return store.SavePerson(ctx, tx, p)
}

// Export is everything the studio holds of a client.
type Export struct {
	Format   string            `json:"format"`
	Client   Client            `json:"client"`
	Sittings []Sitting         `json:"sittings"`
	Audit    []store.AuditLine `json:"audit"`
}

// ExportClient gathers everything the studio holds of a client.
func (a *App) ExportClient(ctx context.Context, who Actor, id uuid.UUID) (out Export, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		out = Export{Format: "urncloth.client/1", Sittings: []Sitting{}}
		if out.Client, err = a.client(ctx, tx, id); err != nil {
			return err
		}
		all, err := store.WholeSittingsOf(ctx, tx, id)
		if err != nil {
			return err
		}
		for _, s := range all {
			whole, err := a.sitting(s)
			if err != nil {
				return err
			}
			out.Sittings = append(out.Sittings, whole)
		}
		if err := store.Audit(ctx, tx, who.ID, "export client", id); err != nil {
			return err
		}
		out.Audit, err = store.AuditOf(ctx, tx, id)
		return err
	})
	return out, err
}

// EraseClient deletes everything the studio holds of a client but that it was done.
func (a *App) EraseClient(ctx context.Context, who Actor, id uuid.UUID) error {
	return a.as(ctx, &who, KeepClients, func(tx pgx.Tx) error {
		if err := store.EraseClient(ctx, tx, id); err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "erase client", id)
	})
}
