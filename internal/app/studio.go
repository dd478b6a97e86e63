package app

import (
	"context"
	"regexp"
	"slices"

	"github.com/jackc/pgx/v5"
	"golang.org/x/text/currency"
	"golang.org/x/text/language"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/say"
	"urncloth/internal/store"
)

// Studio is what a studio is called, where it is, and how it writes and pays.
type Studio struct {
	Name     string    `json:"name" need:"yes" len:"1..200"`
	Timezone string    `json:"timezone" need:"yes" len:"1..60"`
	Place    day.Place `json:"place" need:"yes"`
	Ways
}

// telephone is what a number to call may be written with.
var telephone = regexp.MustCompile(`^[0-9 +()/-]*$`)

func (s *Studio) check() (fs doc.Faults) {
	if _, err := (day.Day{Timezone: s.Timezone}).Zone(); err != nil {
		fs.AddError("timezone", err)
	}
	if _, err := language.Parse(s.Region); err != nil {
		fs.Add("region", notARegion, "text", s.Region)
	}
	if _, err := currency.ParseISO(s.Currency); err != nil {
		fs.Add("currency", notACurrency, "text", s.Currency)
	}
	if !telephone.MatchString(s.Emergency) {
		fs.Add("emergency", notANumber, "text", s.Emergency)
	}
	return fs
}

// SaveStudio changes them.
func (a *App) SaveStudio(ctx context.Context, who Actor, s Studio) (Me, error) {
	err := a.as(ctx, &who, KeepHouse, func(tx pgx.Tx) error {
		if fs := s.check(); len(fs) > 0 {
			return fs
		}
		if err := store.SaveStudio(ctx, tx, store.Studio{Name: s.Name, Timezone: s.Timezone, Place: s.Place,
			Ways: store.Ways(s.Ways)}); err != nil {
			return err
		}
		return store.Note(ctx, tx, who.ID, "studio changed", s.Name)
	})
	if err != nil {
		return Me{}, err
	}
	return a.Me(ctx, who)
}

// SaveTaste changes in which language and form somebody has the program.
func (a *App) SaveTaste(ctx context.Context, who Actor, t Taste) (Me, error) {
	err := a.as(ctx, &who, self, func(tx pgx.Tx) error {
		var fs doc.Faults
		var tag say.Tag
		if err := tag.UnmarshalText([]byte(t.Language)); err != nil && t.Language != "" {
			fs.AddError("language", err)
		}
		if !slices.Contains([]string{"", "light", "dark"}, t.Form) {
			fs.Add("form", notAForm, "text", t.Form)
		}
		if len(fs) > 0 {
			return fs
		}
		return store.SaveTaste(ctx, tx, who.ID, t.Language, t.Form)
	})
	if err != nil {
		return Me{}, err
	}
	return a.Me(ctx, who)
}

// Changes is what others change in the studio from now on, until stop is called.
func (a *App) Changes(ctx context.Context, who Actor) (changes <-chan store.Change, stop func(), err error) {
	if err := a.as(ctx, &who, Work, func(pgx.Tx) error { return nil }); err != nil {
		return nil, nil, err
	}
	changes, stop = a.Store.Live.Listen(who.Studio)
	return changes, stop, nil
}
