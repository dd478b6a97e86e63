package store

import (
	"context"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// EraseClient deletes a client and all their sittings. The audit trail keeps that it was done, under an id that no
// longer leads anywhere. The record is held first, so that nobody adds a sitting to it meanwhile.
func EraseClient(ctx context.Context, tx pgx.Tx, id uuid.UUID) error {
	var held bool
	if err := tx.QueryRow(ctx, `select true from clients where id = $1 for update`, id).Scan(&held); err != nil {
		return err
	}
	if _, err := tx.Exec(ctx, `delete from sittings where client_id = $1`, id); err != nil {
		return err
	}
	for _, table := range []string{"gone_sittings", "incidents"} {
		if _, err := tx.Exec(ctx, `delete from `+table+` where client_id = $1`, id); err != nil {
			return err
		}
	}
	_, err := tx.Exec(ctx, `delete from clients where id = $1`, id)
	return err
}
