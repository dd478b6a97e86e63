package app

import (
	"context"
	"crypto/rand"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/internal/password"
	"urncloth/internal/store"
)

// Person is somebody of the studio.
type Person struct {
	ID         uuid.UUID `json:"id"`
	Name       string    `json:"name"`
	Email      string    `json:"email"`
	Role       Role      `json:"role"`
	Factor     bool      `json:"second_factor"`
	MustChange bool      `json:"must_change" doc:"has a first password that is not changed yet"`
}

// PersonEdit is a person as an owner writes it. No id adds one.
type PersonEdit struct {
	ID    *uuid.UUID `json:"id,omitempty"`
	Name  string     `json:"name" need:"yes" len:"1..200"`
	Email string     `json:"email,omitempty" len:"0..200"`
	Role  Role       `json:"role" need:"yes"`
}

// People is the people of the studio, and a first password where one was made: it is shown this once, and its person
// changes it as they sign in.
type People struct {
	People []Person       `json:"people"`
	Roles  []RoleRights   `json:"roles" doc:"what each role may do"`
	First  *FirstPassport `json:"first,omitempty"`
}

// FirstPassport is how somebody signs in for the first time, or again after their sign-in was reset.
type FirstPassport struct {
	Name     string    `json:"name"`
	Email    string    `json:"email"`
	Password string    `json:"password"`
	Until    time.Time `json:"until"`
}

// firstFor is how long a first password serves. [W]
const firstFor = 3 * 24 * time.Hour

// People lists the people of the studio.
func (a *App) People(ctx context.Context, who Actor) (out People, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		out, err = people(ctx, tx)
		return err
	})
	return out, err
}

func people(ctx context.Context, tx pgx.Tx) (People, error) {
	out := People{People: []Person{}, Roles: rolesRights()}
	rows, err := store.People(ctx, tx)
	for _, p := range rows {
		out.People = append(out.People, Person{p.ID, p.Name, p.Email, Role(p.Role), p.Factor, p.MustChange})
	}
	return out, err
}

// keepPeople changes who belongs to the studio, one at a time, and returns them; one owner always remains.
func (a *App) keepPeople(ctx context.Context, who Actor, kind string,
	change func(tx pgx.Tx) (about string, err error)) (out People, err error) {
	err = a.as(ctx, &who, KeepPeople, func(tx pgx.Tx) error {
		if err := store.HoldStudio(ctx, tx); err != nil {
			return err
		}
		about, err := change(tx)
		if err != nil {
			return err
		}
		n, err := store.Owners(ctx, tx)
		if err == nil && n == 0 {
			return doc.Faults{doc.Wrong("role", ownerNeeded)}
		}
		if err == nil {
			err = store.Note(ctx, tx, who.ID, kind, about)
		}
		if err == nil {
			out, err = people(ctx, tx)
		}
		return err
	})
	if err == nil {
		a.security(kind)
	}
	return out, err
}

// SavePerson adds or changes somebody.
func (a *App) SavePerson(ctx context.Context, who Actor, e PersonEdit) (out People, err error) {
	if fs := e.check(); len(fs) > 0 {
		return out, a.as(ctx, &who, KeepPeople, func(pgx.Tx) error { return fs })
	}
	if e.ID != nil {
		return a.keepPeople(ctx, who, "person changed", func(tx pgx.Tx) (string, error) {
			p := store.Person{ID: *e.ID, Name: e.Name, Role: string(e.Role)}
			return e.Name + ", " + string(e.Role), store.SavePerson(ctx, tx, p)
		})
	}
	first, hash, err := a.firstPassword(ctx, e.Name, e.Email)
	if err != nil {
		return out, err
	}
	out, err = a.keepPeople(ctx, who, "person added", func(tx pgx.Tx) (string, error) {
		id, err := store.AddPerson(ctx, tx, store.Person{Email: e.Email, Name: e.Name, Role: string(e.Role),
			PasswordHash: hash})
		if err != nil {
			return "", err
		}
		return e.Name + ", " + string(e.Role), store.SetPassword(ctx, tx, id, hash, &first.Until)
	})
	if errors.Is(err, store.ErrTaken) {
		return out, doc.Faults{doc.Wrong("email", emailTaken)}
	}
	if err == nil {
		out.First = first
	}
	return out, err
}

func (e *PersonEdit) check() (fs doc.Faults) {
	if err := doc.OneOf(e.Role, Roles()); err != nil {
		fs.AddError("role", err)
	}
	e.Email = Tidied(e.Email)
	if e.ID == nil && !strings.Contains(e.Email, "@") {
		fs.Add("email", notAnAddress, "text", e.Email)
	}
	return fs
}

// firstPassword makes a password to be said to somebody, and its hash.
func (a *App) firstPassword(ctx context.Context, name, email string) (*FirstPassport, string, error) {
	made := strings.ToLower(rand.Text()[:16])
	made = made[:4] + "-" + made[4:8] + "-" + made[8:12] + "-" + made[12:]
	hash, err := password.Hash(ctx, made)
	return &FirstPassport{name, email, made, a.Now().Add(firstFor)}, hash, err
}

// RemovePerson takes somebody out of the studio. Their sittings stay, signed by name; their sessions end at once.
func (a *App) RemovePerson(ctx context.Context, who Actor, id uuid.UUID) (People, error) {
	return a.keepPeople(ctx, who, "person removed", func(tx pgx.Tx) (string, error) {
		p, err := store.PersonOf(ctx, tx, id)
		if err != nil {
			return "", err
		}
		return p.Name, store.RemovePerson(ctx, tx, id, a.Now())
	})
}

// EndSessionsOf ends all sessions of somebody.
func (a *App) EndSessionsOf(ctx context.Context, who Actor, id uuid.UUID) (People, error) {
	return a.keepPeople(ctx, who, "sessions ended", func(tx pgx.Tx) (string, error) {
		p, err := store.PersonOf(ctx, tx, id)
		if err != nil {
			return "", err
		}
		return p.Name, store.EndSessions(ctx, tx, id, uuid.Nil)
	})
}

// ResetSignIn gives somebody a first password again, without a second factor, ends their sessions and lifts what
// wrong tries have counted.
func (a *App) ResetSignIn(ctx context.Context, who Actor, id uuid.UUID) (out People, err error) {
	if err := a.as(ctx, &who, KeepPeople, func(pgx.Tx) error { return nil }); err != nil {
		return out, err
	}
	first, hash, err := a.firstPassword(ctx, "", "")
	if err != nil {
		return out, err
	}
	out, err = a.keepPeople(ctx, who, "sign-in reset", func(tx pgx.Tx) (string, error) {
		p, err := store.PersonOf(ctx, tx, id)
		if err != nil {
			return "", err
		}
		first.Name, first.Email = p.Name, p.Email
		return p.Name, resetSignIn(ctx, tx, p, hash, &first.Until)
	})
	if err == nil {
		out.First = first
	}
	return out, err
}

func resetSignIn(ctx context.Context, tx pgx.Tx, p store.Person, hash string, until *time.Time) error {
	if err := store.SetPassword(ctx, tx, p.ID, hash, until); err != nil {
		return err
	}
	if err := store.SetFactor(ctx, tx, p.ID, "", "", nil); err != nil {
		return err
	}
	if err := store.EndSessions(ctx, tx, p.ID, uuid.Nil); err != nil {
		return err
	}
	return store.ForgiveTries(ctx, tx, accountKey(p.Email))
}

// Safety is how long a sign-in lasts, whether owners need a second factor, and for how long the studio keeps backups.
type Safety struct {
	IdleMin      int  `json:"idle_min" need:"yes" in:"5..1440" doc:"minutes until a session that lies idle ends"`
	LifeH        int  `json:"life_h" need:"yes" in:"1..720" doc:"hours until any session ends"`
	OwnersFactor bool `json:"owners_factor" need:"yes" doc:"owners need a second factor"`
	BackupDays   int  `json:"backup_days" need:"yes" in:"0..3650" doc:"days for which the studio keeps backups"`
}

// Safety reads it.
func (a *App) Safety(ctx context.Context, who Actor) (out Safety, err error) {
	err = a.as(ctx, &who, KeepPeople, func(pgx.Tx) error { return nil })
	return Safety(who.safety), err
}

// SaveSafety changes it; it holds for every session at once.
func (a *App) SaveSafety(ctx context.Context, who Actor, s Safety) (Safety, error) {
	err := a.as(ctx, &who, KeepPeople, func(tx pgx.Tx) error {
		if err := store.SaveSafety(ctx, tx, store.Safety(s)); err != nil {
			return err
		}
		return store.Note(ctx, tx, who.ID, "safety changed", fmt.Sprintf("%d min, %d h, second factor %t, "+
			"backups %d days",
			s.IdleMin, s.LifeH, s.OwnersFactor, s.BackupDays))
	})
	if err == nil {
		a.security("safety changed")
	}
	return s, err
}

// Happening is one entry of what happened in the studio.
type Happening = store.TrailLine

// trailPage is how many entries are read at once.
const trailPage = 100

// Trail lists what happened in the studio before an entry, the latest first; 0 begins with the last.
func (a *App) Trail(ctx context.Context, who Actor, before int64) (list []Happening, err error) {
	err = a.as(ctx, &who, KeepPeople, func(tx pgx.Tx) error {
		list, err = store.Trail(ctx, tx, before, trailPage)
		return err
	})
	if list == nil {
		list = []Happening{}
	}
	return list, err
}

// Export is everything the studio holds of a client.
type Export struct {
	Format   string            `json:"format"`
	Client   Client            `json:"client"`
	Sittings []Sitting         `json:"sittings"`
	Chairs   []AtChair         `json:"chairs"`
	Happened []store.Incident  `json:"incidents"`
	Reset    []store.Forgotten `json:"reset" doc:"what was learned and is forgotten"`
	Photos   []Pictured        `json:"photographs"`
	Audit    []store.AuditLine `json:"audit"`
}

// ExportClient gathers everything the studio holds of a client.
func (a *App) ExportClient(ctx context.Context, who Actor, id uuid.UUID) (out Export, err error) {
	err = a.large(ctx, &who, Work, func(tx pgx.Tx) error {
		out = Export{Format: "urncloth.client/1", Sittings: []Sitting{}, Chairs: []AtChair{}}
		if out.Client, err = a.client(ctx, who, tx, id); err != nil {
			return err
		}
		all, err := store.WholeSittingsOf(ctx, tx, id)
		if err != nil {
			return err
		}
		for _, s := range all {
			whole, err := a.sitting(who, s)
			if err != nil {
				return err
			}
			out.Sittings = append(out.Sittings, whole)
			at, begun, err := atChair(ctx, tx, s.ID)
			if err != nil {
				return err
			}
			if begun {
				out.Chairs = append(out.Chairs, at)
			}
		}
		if out.Happened, err = store.IncidentsOf(ctx, tx, id); err != nil {
			return err
		}
		if out.Reset, err = store.ForgottenOf(ctx, tx, id); err != nil {
			return err
		}
		if out.Photos, err = photographed(ctx, tx, id); err != nil {
			return err
		}
		if err := store.Audit(ctx, tx, who.ID, "export client", id); err != nil {
			return err
		}
		out.Audit, err = store.AuditOf(ctx, tx, id)
		return err
	})
	if err == nil {
		a.security("export client")
	}
	return out, err
}

// EraseClient deletes everything the studio holds of a client but that it was done.
func (a *App) EraseClient(ctx context.Context, who Actor, id uuid.UUID) error {
	_, err := again(func() (struct{}, error) { // whoever plans for the client meanwhile may be in the way
		return struct{}{}, a.as(ctx, &who, KeepClients, func(tx pgx.Tx) error {
			if err := store.EraseClient(ctx, tx, id); err != nil {
				return err
			}
			return store.Audit(ctx, tx, who.ID, "erase client", id)
		})
	})
	if err == nil {
		a.security("erase client")
	}
	return err
}
