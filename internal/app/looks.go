package app

import (
	"context"
	"strings"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/look"
	"urncloth/internal/store"
)

// Look is a look that the studio keeps by a name, to begin a sitting from.
type Look struct {
	ID   uuid.UUID `json:"id"`
	Name string    `json:"name"`
	Look look.Look `json:"look"`
}

// NamedLook is a look to be kept.
type NamedLook struct {
	Name string    `json:"name" need:"yes" len:"1..80"`
	Look look.Look `json:"look" need:"yes"`
}

// Looks lists the looks of the studio by name.
func (a *App) Looks(ctx context.Context, who Actor) (list []Look, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		list, err = looks(ctx, tx)
		return err
	})
	return list, err
}

func looks(ctx context.Context, tx pgx.Tx) ([]Look, error) {
	list := []Look{}
	rows, err := store.Looks(ctx, tx)
	for _, r := range rows {
		list = append(list, Look(r))
	}
	return list, err
}

// KeepLook keeps a look by its name, over one that had the name before, and returns all.
func (a *App) KeepLook(ctx context.Context, who Actor, n NamedLook) (list []Look, err error) {
	err = a.as(ctx, &who, KeepKit, func(tx pgx.Tx) error {
		if fs := n.Look.Check("look"); len(fs) > 0 {
			return fs
		}
		if err := store.KeepLook(ctx, tx, strings.TrimSpace(n.Name), n.Look); err != nil {
			return err
		}
		list, err = looks(ctx, tx)
		return err
	})
	return list, err
}

// DropLook forgets a look, and returns those that are left.
func (a *App) DropLook(ctx context.Context, who Actor, id uuid.UUID) (list []Look, err error) {
	err = a.as(ctx, &who, KeepKit, func(tx pgx.Tx) error {
		if err := store.DropLook(ctx, tx, id); err != nil {
			return err
		}
		list, err = looks(ctx, tx)
		return err
	})
	return list, err
}
