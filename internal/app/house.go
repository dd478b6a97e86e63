package app

import (
	"context"
	"maps"
	"slices"

	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/internal/store"
)

// House is how the studio works: its methods, and its own notes beside rules and methods.
type House struct {
	Version int               `json:"version" need:"yes" in:"1..1000000000"`
	Method  method.Choice     `json:"method" need:"yes"`
	Notes   map[string]string `json:"notes" need:"yes"`
}

const longestNote = 2000 // characters

// House reads the studio's methods and notes.
func (a *App) House(ctx context.Context, who Actor) (h House, err error) {
	err = a.in(ctx, who, func(tx pgx.Tx) error {
		s, err := store.StudioOf(ctx, tx)
		h = House{s.Version, method.Choice{}.Over(s.Method), s.Notes}
		return err
	})
	return h, err
}

// SaveHouse changes them; only an owner may. On store.ErrStale the house returned is the one that stands.
func (a *App) SaveHouse(ctx context.Context, who Actor, h House) (House, error) {
	if who.Role != "owner" {
		return House{}, ErrForbidden
	}
	fs := h.Method.Check("method")
	for _, key := range slices.Sorted(maps.Keys(h.Notes)) {
		if !rules.Known(rules.ID(key)) && method.Find(method.Key(key)) == nil {
			fs.Add("notes."+key, neitherNote)
		}
		if n := len([]rune(h.Notes[key])); n > longestNote {
			fs.Add("notes."+key, noteTooLong, "n", n, "most", longestNote)
		}
		if h.Notes[key] == "" {
			delete(h.Notes, key)
		}
	}
	if len(fs) > 0 {
		return House{}, doc.Faults(fs)
	}
	err := a.in(ctx, who, func(tx pgx.Tx) error {
		return store.SaveHouse(ctx, tx, store.Studio{Version: h.Version, Method: h.Method, Notes: h.Notes})
	})
	if err != nil && err != store.ErrStale {
		return House{}, err
	}
	now, readErr := a.House(ctx, who)
	if readErr != nil {
		return House{}, readErr
	}
	return now, err
}
