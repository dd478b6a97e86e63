package store

import (
	"context"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/look"
)

// Look is a look that the studio keeps by a name.
type Look struct {
	ID   uuid.UUID
	Name string
	Look look.Look
}

// Looks lists the looks of the studio by name.
func Looks(ctx context.Context, tx pgx.Tx) ([]Look, error) {
	rows, err := tx.Query(ctx, `select id, name, look from looks order by lower(name), id`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Look])
}

// KeepLook keeps a look by its name, over one that had the name before.
func KeepLook(ctx context.Context, tx pgx.Tx, name string, l look.Look) error {
	_, err := tx.Exec(ctx, `insert into looks (name, look) values ($1, $2)
		on conflict (studio_id, name) do update set look = excluded.look`, name, l)
	return err
}

// DropLook forgets a look.
func DropLook(ctx context.Context, tx pgx.Tx, id uuid.UUID) error {
	return one(tx.Exec(ctx, `delete from looks where id = $1`, id))
}
