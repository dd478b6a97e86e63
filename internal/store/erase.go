package store

import (
	"context"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// AuditLine is one entry of the audit trail of a client.
type AuditLine struct {
	At  time.Time `json:"at"`
	By  string    `json:"by"`
	Act string    `json:"act"`
}

// AuditOf lists who read or changed a client's record, the earliest first.
func AuditOf(ctx context.Context, tx pgx.Tx, client uuid.UUID) ([]AuditLine, error) {
	rows, err := tx.Query(ctx, `select a.at, coalesce(p.name, ''), a.act from audit a left
		join people p on p.id = a.person_id where a.client_id = $1 order by a.id`, client)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[AuditLine])
}

// EraseClient deletes a client and all their sittings. The audit trail keeps that it was done, under an id that no
// longer leads anywhere.
func EraseClient(ctx context.Context, tx pgx.Tx, id uuid.UUID) error {
	if _, err := tx.Exec(ctx, `delete from sittings where client_id = $1`, id); err != nil {
		return err
	}
	tag, err := tx.Exec(ctx, `delete from clients where id = $1`, id)
	if err == nil && tag.RowsAffected() == 0 {
		return pgx.ErrNoRows
	}
	return err
}
