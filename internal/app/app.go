// Package app is what people of a studio can do: sign in, keep clients, plan sittings. It knows who may do what, and
// leaves the trade to core and the keeping to store.
package app

import (
	"context"
	"errors"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/day"
	"urncloth/core/method"
	"urncloth/internal/device"
	"urncloth/internal/password"
	"urncloth/internal/store"
)

// Errors that callers tell apart, beside those of store and doc.Faults.
var (
	ErrSignIn    = errors.New("app: e-mail or password is wrong")
	ErrForbidden = errors.New("app: this is not for this role")
	ErrSignedOut = errors.New("app: nobody is signed in")
)

// TooMany says that sign-in is throttled, and for how long.
type TooMany struct{ Wait time.Duration }

func (t TooMany) Error() string { return "app: too many failed sign-ins" }

// App is the use-cases over one store. Now tells the time; Bench hands out the instruments at the chair.
type App struct {
	Store *store.Store
	Now   func() time.Time
	Bench device.Bench
}

// Actor is the signed-in person on whose behalf something is done, with name and role as the studio has them.
type Actor struct {
	ID     uuid.UUID
	Studio uuid.UUID
	Name   string
	Role   Role
}

// Sign-in throttle.
const (
	throttleWindow     = 15 * time.Minute
	failuresPerAccount = 5
	failuresPerAddress = 20
)

// nobody is compared against where there is no such account, so that both cases take as long. Made at the first
// sign-in: a command that needs no accounts does not wait for it.
var nobody = sync.OnceValues(func() (string, error) { return password.Hash("no such account") })

// SignIn checks an e-mail and password and returns who it is.
func (a *App) SignIn(ctx context.Context, email, given, address string) (Actor, error) {
	none, err := nobody()
	if err != nil {
		return Actor{}, err
	}
	account, from := "account:"+email, "address:"+address
	since := a.Now().Add(-throttleWindow)
	for who, most := range map[string]int{account: failuresPerAccount, from: failuresPerAddress} {
		n, oldest, err := a.Store.FailedSignIns(ctx, who, since)
		if err != nil {
			return Actor{}, err
		}
		if n >= most {
			return Actor{}, TooMany{Wait: max(time.Second, oldest.Add(throttleWindow).Sub(a.Now()))}
		}
	}
	p, err := a.Store.PersonByEmail(ctx, email)
	hash := p.PasswordHash
	if errors.Is(err, store.ErrNotFound) {
		hash = none
	} else if err != nil {
		return Actor{}, err
	}
	matches, err := password.Matches(given, hash)
	if err != nil {
		return Actor{}, err
	}
	if !matches || hash == none {
		if err := a.Store.NoteFailedSignIn(ctx, a.Now(), since, account, from); err != nil {
			return Actor{}, err
		}
		return Actor{}, ErrSignIn
	}
	if err := a.Store.ForgetFailedSignIns(ctx, account); err != nil {
		return Actor{}, err
	}
	return Actor{p.ID, p.StudioID, p.Name, Role(p.Role)}, nil
}

// Me is the signed-in person and the studio.
type Me struct {
	Name     string        `json:"name"`
	Role     Role          `json:"role"`
	May      []Right       `json:"may"`
	Studio   string        `json:"studio"`
	Timezone string        `json:"timezone"`
	People   []string      `json:"people"`
	Method   method.Choice `json:"method"`
}

// Me tells a person who they are, as the studio has it now.
func (a *App) Me(ctx context.Context, who Actor) (me Me, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		s, err := store.StudioOf(ctx, tx)
		if err != nil {
			return err
		}
		names, err := store.PeopleNames(ctx, tx)
		me = Me{who.Name, who.Role, who.Role.Rights(), s.Name, s.Timezone, names, method.Choice{}.Over(s.Method)}
		return err
	})
	return me, err
}

// as does something on behalf of somebody, in one transaction of their studio, where their role includes it. Who they
// are and may do is read in that transaction, so that a role that was changed holds at once.
func (a *App) as(ctx context.Context, who *Actor, right Right, work func(pgx.Tx) error) error {
	err := a.Store.As(ctx, who.Studio, who.ID, func(tx pgx.Tx, p store.Person) error {
		who.Name, who.Role = p.Name, Role(p.Role)
		if !who.Role.May(right) {
			return ErrForbidden
		}
		return work(tx)
	})
	if errors.Is(err, store.ErrNobody) {
		return ErrSignedOut
	}
	return err
}

// today is the date in the studio's time zone.
func (a *App) today(s store.Studio) (day.Date, *time.Location) {
	loc, err := time.LoadLocation(s.Timezone)
	if err != nil {
		loc = time.UTC
	}
	return day.Wall(a.Now().In(loc)).Date(), loc
}
