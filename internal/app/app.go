// Package app is what people of a studio can do: sign in, keep clients, plan sittings. It knows who may do what, and
// leaves the trade to core and the keeping to store.
package app

import (
	"context"
	"crypto/sha256"
	"encoding/base64"
	"errors"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/method"
	"urncloth/core/say"
	"urncloth/internal/device"
	"urncloth/internal/store"
)

// Errors that callers tell apart, beside those of store and doc.Faults.
var (
	ErrSignIn    = errors.New("app: e-mail or password is wrong")
	ErrForbidden = errors.New("app: this is not for this role")
	ErrSignedOut = errors.New("app: nobody is signed in")
	ErrFirst     = errors.New("app: something of one's own sign-in comes first")
)

// App is the use-cases over one store. Now tells the time; Bench hands out the instruments at the chair; Happened and
// Planned, where they are set, are told of what has to do with who may come in, by a few words of its kind, and of how
// long planning took.
type App struct {
	Store    *store.Store
	Now      func() time.Time
	Bench    device.Bench
	Happened func(kind string)
	Planned  func(took time.Duration)
	Demo     bool // it runs on the demo's data, for trying out
}

// security tells that something happened that has to do with who may come in.
func (a *App) security(kind string) {
	if a.Happened != nil {
		a.Happened(kind)
	}
}

// Actor is somebody on whose behalf something is done, known by the token of their session; who that is, their name
// and role are read as the studio has them in the transaction of what they do. Token is set once, at sign-in.
type Actor struct {
	ID     uuid.UUID
	Studio uuid.UUID
	Name   string
	Email  string
	Role   Role
	Token  string
	Tongue say.Tag // in which they are answered

	hash    []byte // of the token
	session uuid.UUID
	studio  string
	safety  store.Safety
	first   []First
	factor  bool
	seal    []byte
	taste   Taste
	chair   store.Chair
}

// Bearing is whoever a token belongs to, if anybody.
func Bearing(token string) Actor {
	sum := sha256.Sum256([]byte(token))
	return Actor{hash: sum[:]}
}

// First is something of one's own sign-in that comes before anything else.
type First string

// What may come first.
const (
	FirstPassword First = "password"      // the password is a first one
	FirstFactor   First = "second_factor" // the studio asks its owners for one
)

// Firsts lists what may come first.
func Firsts() []First { return []First{FirstPassword, FirstFactor} }

// UnmarshalText accepts the words of Firsts.
func (f *First) UnmarshalText(b []byte) error { *f = First(b); return doc.OneOf(*f, Firsts()) }

// Present is an error where nobody is signed in by that token any more.
func (a *App) Present(ctx context.Context, who Actor) error {
	return a.as(ctx, &who, self, func(pgx.Tx) error { return nil })
}

// Here is an error where who asks may not work in the studio.
func (a *App) Here(ctx context.Context, who Actor) error {
	return a.as(ctx, &who, Work, func(pgx.Tx) error { return nil })
}

// Me is the signed-in person and the studio. Seal is the key that seals drafts which a window keeps for them.
type Me struct {
	ID         uuid.UUID     `json:"id"`
	Name       string        `json:"name"`
	Email      string        `json:"email"`
	Role       Role          `json:"role"`
	May        []Right       `json:"may"`
	First      []First       `json:"first" doc:"what has to be done before anything else"`
	Factor     bool          `json:"second_factor"`
	Seal       string        `json:"seal" doc:"32 bytes, base64"`
	IdleMin    int           `json:"idle_min" doc:"minutes until a session that lies idle ends"`
	BackupDays int           `json:"backup_days" doc:"days for which the studio keeps backups"`
	Studio     string        `json:"studio"`
	Timezone   string        `json:"timezone"`
	People     []string      `json:"people"`
	Method     method.Choice `json:"method"`
	Place      day.Place     `json:"place"`
	Demo       bool          `json:"demo" doc:"this is the demo, which has a day of its own"`
	ChairUntil *time.Time    `json:"chair_until,omitempty" doc:"until when this device stays signed in at a chair"`
	Ways
	Taste
}

// Ways is how the studio writes dates and numbers, in what it pays, and whom it calls where it works.
type Ways struct {
	Region    string `json:"region" need:"yes" len:"2..20" doc:"BCP 47"`
	Currency  string `json:"currency" need:"yes" len:"3..3" doc:"ISO 4217"`
	Emergency string `json:"emergency" len:"0..40" doc:"the number called in an emergency where the studio works"`
}

// Taste is in which language and form somebody has the program; "" is as their device has it.
type Taste struct {
	Language string `json:"language" len:"0..10"`
	Form     string `json:"form" len:"0..5" doc:"light or dark"`
}

// Me tells a person who they are, as the studio has it now.
func (a *App) Me(ctx context.Context, who Actor) (me Me, err error) {
	var s store.Studio
	var names []string
	if err := a.glance(ctx, &who, self, func(b *pgx.Batch) { store.QueueHouse(b, &s, &names) }); err != nil {
		return Me{}, err
	}
	me = Me{who.ID, who.Name, who.Email, who.Role, who.Role.Rights(), who.first, who.factor,
		base64.StdEncoding.EncodeToString(who.seal), who.safety.IdleMin, who.safety.BackupDays, s.Name, s.Timezone,
		names, method.Choice{}.Over(s.Method), s.Place, a.Demo, nil, Ways(s.Ways), who.taste}
	if until := who.chair.Until; !until.IsZero() {
		me.ChairUntil = &until
	}
	return me, nil
}

// as does something on behalf of somebody, in one transaction of their studio, where their role includes it and nothing
// comes before it. Who they are and may do is read in that transaction, so that a role that was changed holds at once.
func (a *App) as(ctx context.Context, who *Actor, right Right, work func(pgx.Tx) error) error {
	enter := a.Store.As
	if right == self || right == door {
		enter = a.Store.AsOneself
	}
	err := enter(ctx, who.hash, a.Now(), func(tx pgx.Tx, b store.Bearer) error {
		if err := who.is(&b, right); err != nil {
			return err
		}
		return work(tx)
	})
	if errors.Is(err, store.ErrNobody) {
		return ErrSignedOut
	}
	return err
}

// glance asks questions on behalf of somebody, in one round trip, where their role includes it and nothing comes
// before it. Without an error the answers may be told.
func (a *App) glance(ctx context.Context, who *Actor, right Right, questions func(*pgx.Batch)) error {
	ask := a.Store.AskAs
	if right == self {
		ask = a.Store.AskAsOneself
	}
	b, err := ask(ctx, who.hash, a.Now(), questions)
	if errors.Is(err, store.ErrNobody) {
		return ErrSignedOut
	}
	if err != nil {
		return err
	}
	return who.is(&b, right)
}

// is says who somebody is, as the studio has it now, and is an error where they may not do what they are about to.
func (who *Actor) is(b *store.Bearer, right Right) error {
	who.ID, who.Studio, who.Name, who.Email, who.Role = b.ID, b.StudioID, b.Name, b.Email, Role(b.Role)
	who.session, who.studio, who.safety, who.factor, who.seal = b.Session.ID, b.Studio, b.Safety, b.Factor, b.Seal
	who.taste = Taste{b.Language, b.Form}
	who.first = []First{}
	if b.MustChange {
		who.first = append(who.first, FirstPassword)
	}
	if b.OwnersFactor && who.Role == Owner && !b.Factor {
		who.first = append(who.first, FirstFactor)
	}
	who.chair = b.Chair
	switch {
	case right == door:
		return nil
	case b.Chair.Locked:
		return ErrLocked
	case right != self && len(who.first) > 0:
		return ErrFirst
	case right != self && !who.Role.May(right):
		return ErrForbidden
	}
	return nil
}

// today is the date in the studio's time zone.
func (a *App) today(s store.Studio) (day.Date, *time.Location) {
	loc, err := time.LoadLocation(s.Timezone)
	if err != nil {
		loc = time.UTC
	}
	return day.Wall(a.Now().In(loc)).Date(), loc
}
