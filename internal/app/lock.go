package app

import (
	"context"
	"errors"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/internal/password"
	"urncloth/internal/store"
)

// ErrLocked says that the screen at which something is asked is locked.
var ErrLocked = errors.New("app: the screen is locked")

// ShortCode is the code by which the screen of a device at a chair is unlocked.
type ShortCode struct {
	Code string `json:"code" need:"yes" len:"1..20"`
}

// How long a short code is, and until when in the morning a day at the chair goes on: a wedding ends after midnight.
// [W]
const (
	shortest = 4
	longest  = 8
	dayEndsH = 4
)

// wrong finds what is wrong with a code that somebody chose.
func (c ShortCode) wrong() (fs doc.Faults) {
	if n := len(c.Code); n < shortest || n > longest || strings.Trim(c.Code, "0123456789") != "" {
		fs.Add("code", notShort, "least", shortest, "most", longest)
		return fs
	}
	for step := -1; step <= 1; step++ { // 1111, 1234, 4321
		same := true
		for i := 1; i < len(c.Code); i++ {
			same = same && int(c.Code[i])-int(c.Code[i-1]) == step
		}
		if same {
			fs.Add("code", tooPlain)
		}
	}
	return fs
}

// StayAtChair keeps somebody signed in on a device at the chair for its day, with a code that unlocks it.
func (a *App) StayAtChair(ctx context.Context, who Actor, c ShortCode) error {
	if err := a.as(ctx, &who, self, func(pgx.Tx) error { return nil }); err != nil {
		return err
	}
	if fs := c.wrong(); len(fs) > 0 {
		return fs
	}
	hash, err := password.Hash(ctx, c.Code)
	if err != nil {
		return err
	}
	return a.as(ctx, &who, self, func(tx pgx.Tx) error {
		s, err := store.StudioOf(ctx, tx)
		if err != nil {
			return err
		}
		if err := store.StayAtChair(ctx, tx, who.session, a.dayEnds(s), hash); err != nil {
			return err
		}
		return store.Note(ctx, tx, who.ID, "device stays at the chair", "")
	})
}

// dayEnds is when the studio's day is over: in the small hours that come next.
func (a *App) dayEnds(s store.Studio) time.Time {
	_, loc := a.today(s)
	now := a.Now().In(loc)
	end := time.Date(now.Year(), now.Month(), now.Day(), dayEndsH, 0, 0, 0, loc)
	if !end.After(now) {
		end = end.AddDate(0, 0, 1)
	}
	return end
}

// LockChair locks the screen of a device at the chair.
func (a *App) LockChair(ctx context.Context, who Actor) error {
	return a.as(ctx, &who, door, func(tx pgx.Tx) error { return store.LockChair(ctx, tx, who.session, true) })
}

// UnlockChair unlocks the screen of a device at the chair by its code. After too many wrong ones the session is over:
// then it takes the password.
func (a *App) UnlockChair(ctx context.Context, who Actor, c ShortCode) error {
	nothing := func(pgx.Tx) error { return nil }
	if err := a.as(ctx, &who, door, nothing); err != nil {
		return err
	}
	if who.chair.Code == "" {
		return store.ErrNotFound
	}
	key := tried("chair", who.session.String())
	wait, err := a.Store.Tries(ctx, accountKey(who.Email), a.Now(), triesWindow, []store.Try{{Who: key,
		Most: pairTries}})
	if err != nil {
		return err
	}
	if wait > 0 {
		a.security("chair code refused")
		return errors.Join(a.SignOut(ctx, who), ErrSignedOut)
	}
	matches, err := password.Matches(ctx, c.Code, who.chair.Code)
	if err != nil {
		return err
	}
	if !matches {
		return doc.Faults{doc.Wrong("code", notTheCode)}
	}
	if err := a.as(ctx, &who, door, func(tx pgx.Tx) error {
		return store.LockChair(ctx, tx, who.session, false)
	}); err != nil {
		return err
	}
	return a.Store.WentWell(ctx, a.Now(), []string{key})
}
