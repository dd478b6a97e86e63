package app

import (
	"context"
	"errors"
	"strings"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"

	"urncloth/core/doc"
	"urncloth/internal/store"
)

// Person is somebody of the studio. An owner may do everything, an artist all but house methods and people, an
// assistant runs sittings and edits no client record and no product.
type Person struct {
	ID    uuid.UUID `json:"id"`
	Name  string    `json:"name"`
	Email string    `json:"email"`
	Role  string    `json:"role"`
}

// PersonEdit is a person as an owner writes it. No id adds one; a password is then needed.
type PersonEdit struct {
	ID       *uuid.UUID `json:"id,omitempty"`
	Name     string     `json:"name" need:"yes" len:"1..200"`
	Email    string     `json:"email,omitempty" len:"0..200"`
	Role     string     `json:"role" need:"yes"`
	Password string     `json:"password,omitempty" len:"0..200"`
}

// LeastPassword is the least length of a password. Source: NIST SP 800-63B asks for eight; we ask for a little more.
const LeastPassword = 10

var roles = []string{"owner", "artist", "assistant"}

// Fresh is the actor as the studio has them now: a role that was changed holds at once.
func (a *App) Fresh(ctx context.Context, who Actor) (Actor, error) {
	err := a.in(ctx, who, func(tx pgx.Tx) error {
		p, err := store.PersonOf(ctx, tx, who.ID)
		who.Name, who.Role = p.Name, p.Role
		return err
	})
	return who, err
}

// People lists the people of the studio.
func (a *App) People(ctx context.Context, who Actor) (list []Person, err error) {
	list = []Person{}
	err = a.in(ctx, who, func(tx pgx.Tx) error {
		rows, err := store.People(ctx, tx)
		for _, p := range rows {
			list = append(list, Person{p.ID, p.Name, p.Email, p.Role})
		}
		return err
	})
	return list, err
}

// SavePerson adds or changes somebody; only an owner may, and one owner always remains.
func (a *App) SavePerson(ctx context.Context, who Actor, e PersonEdit) ([]Person, error) {
	if who.Role != "owner" {
		return nil, ErrForbidden
	}
	var fs doc.Faults
	if err := doc.OneOf(e.Role, roles); err != nil {
		fs.AddError("role", err)
	}
	e.Email = strings.ToLower(strings.TrimSpace(e.Email))
	if e.ID == nil && !strings.Contains(e.Email, "@") {
		fs.Add("email", notAnAddress, "text", e.Email)
	}
	if len(e.Password) < LeastPassword && (e.ID == nil || e.Password != "") {
		fs.Add("password", passwordTooShort, "least", LeastPassword)
	}
	if len(fs) > 0 {
		return nil, fs
	}
	hash := ""
	if e.Password != "" {
		var err error
		if hash, err = HashPassword(e.Password); err != nil {
			return nil, err
		}
	}
	err := a.in(ctx, who, func(tx pgx.Tx) error {
		if e.ID == nil {
			return store.AddPerson(ctx, tx, store.Person{Email: e.Email, Name: e.Name, Role: e.Role,
				PasswordHash: hash})
		}
		if err := store.SavePerson(ctx, tx, store.Person{ID: *e.ID, Name: e.Name, Role: e.Role,
			PasswordHash: hash}); err != nil {
			return err
		}
		n, err := store.Owners(ctx, tx)
		if err == nil && n == 0 {
			return doc.Faults{{Path: "role", Say: "the studio needs at least one owner"}}
		}
		return err
	})
	var taken *pgconn.PgError
	if errors.As(err, &taken) && taken.Code == "23505" {
		return nil, doc.Faults{{Path: "email", Say: "is already somebody's sign-in"}}
	}
	if err != nil {
		return nil, err
	}
	return a.People(ctx, who)
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
	err = a.in(ctx, who, func(tx pgx.Tx) error {
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
	if who.Role == "assistant" {
		return ErrForbidden
	}
	return a.in(ctx, who, func(tx pgx.Tx) error {
		if err := store.EraseClient(ctx, tx, id); err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "erase client", id)
	})
}
