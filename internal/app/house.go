package app

import (
	"context"
	"errors"
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
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		h, err = house(ctx, tx)
		return err
	})
	return h, err
}

func house(ctx context.Context, tx pgx.Tx) (House, error) {
	s, err := store.StudioOf(ctx, tx)
	return House{s.Version, method.Choice{}.Over(s.Method), s.Notes}, err
}

// SaveHouse changes them. On store.ErrStale the house returned is the one that stands.
func (a *App) SaveHouse(ctx context.Context, who Actor, h House) (now House, err error) {
	stale := false
	err = a.as(ctx, &who, KeepHouse, func(tx pgx.Tx) error {
		if fs := h.check(); len(fs) > 0 {
			return fs
		}
		err := store.SaveHouse(ctx, tx, store.Studio{Version: h.Version, Method: h.Method, Notes: h.Notes})
		if stale = errors.Is(err, store.ErrStale); err != nil && !stale {
			return err
		}
		now, err = house(ctx, tx)
		return err
	})
	if err == nil && stale {
		err = store.ErrStale
	}
	return now, err
}

// check finds what is wrong, and takes out notes that are empty.
func (h *House) check() doc.Faults {
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
	return fs
}
