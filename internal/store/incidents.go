package store

import (
	"context"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Incident is something that happened to somebody's skin or eyes at the chair.
type Incident struct {
	ID       uuid.UUID  `json:"id"`
	ClientID *uuid.UUID `json:"client_id,omitempty"`
	Kind     string     `json:"kind"`
	Note     string     `json:"note"`
	By       string     `json:"by"`
	At       time.Time  `json:"at"`
}

// KeepIncident keeps what happened, of a client where it is known of whom, as somebody of the studio tells it.
func KeepIncident(ctx context.Context, tx pgx.Tx, i Incident, sitting *uuid.UUID, by uuid.UUID) (Incident, error) {
	err := tx.QueryRow(ctx, `insert into incidents (client_id, sitting_id, kind, note, person_id, at)
		values ($1, $2, $3, $4, $5, $6) returning id`, i.ClientID, sitting, i.Kind, i.Note, by, i.At).Scan(&i.ID)
	return i, err
}

// IncidentsOf lists what happened to a client, the latest first.
func IncidentsOf(ctx context.Context, tx pgx.Tx, client uuid.UUID) ([]Incident, error) {
	rows, err := tx.Query(ctx, `select i.id, i.client_id, i.kind, i.note, coalesce(p.name, ''), i.at from incidents i
		left join people p on p.id = i.person_id where i.client_id = $1 order by i.at desc, i.id`, client)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Incident])
}
