package store

import (
	"context"
	"math"
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

// TrailLine is one entry of the trail of a studio.
type TrailLine struct {
	ID     int64      `json:"id"`
	At     time.Time  `json:"at"`
	By     string     `json:"by"`
	Act    string     `json:"act"`
	Client *uuid.UUID `json:"client_id,omitempty"`
	Name   string     `json:"client"` // "" for one that was erased
	About  string     `json:"about"`
}

// Audit notes who did what with which client's record.
func Audit(ctx context.Context, tx pgx.Tx, person uuid.UUID, act string, client uuid.UUID) error {
	_, err := tx.Exec(ctx, `insert into audit (person_id, act, client_id) values ($1, $2, $3)`, person, act, client)
	return err
}

// onceIn is how often it is noted that somebody does the same with the same, when they do it many times over.
const onceIn = 10 * time.Minute

// AuditOnce is Audit for what is done many times over: it is noted where the same person has not done the same with
// the same record lately.
func AuditOnce(ctx context.Context, tx pgx.Tx, person uuid.UUID, act string, client uuid.UUID, now time.Time) error {
	_, err := tx.Exec(ctx, `insert into audit (person_id, act, client_id, at) select $1, $2, $3, $4 where not exists
		(select from audit where client_id = $3 and person_id = $1 and act = $2 and at > $5)`, person, act,
		client, now, now.Add(-onceIn))
	return err
}

// Note notes what somebody did that is about no client.
func Note(ctx context.Context, tx pgx.Tx, person uuid.UUID, act, about string) error {
	_, err := tx.Exec(ctx, `insert into audit (person_id, act, about) values ($1, $2, $3)`, person, act, about)
	return err
}

// NoteOnce is Note for what is done many times over.
func NoteOnce(ctx context.Context, tx pgx.Tx, person uuid.UUID, act string, now time.Time) error {
	_, err := tx.Exec(ctx, `insert into audit (person_id, act, at) select $1, $2, $3 where not exists (select from audit
		where studio_id = current_studio() and person_id = $1 and act = $2 and client_id is null and at > $4)`,
		person, act, now, now.Add(-onceIn))
	return err
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

// Trail lists what happened in the transaction's studio before an entry, the latest first; 0 begins with the last.
func Trail(ctx context.Context, tx pgx.Tx, before int64, limit int) ([]TrailLine, error) {
	if before == 0 {
		before = math.MaxInt64
	}
	rows, err := tx.Query(ctx, `select a.id, a.at,
			coalesce((select p.name from people p where p.studio_id = a.studio_id and p.id = a.person_id), ''), a.act,
			a.client_id,
			coalesce((select c.name from clients c where c.studio_id = a.studio_id and c.id = a.client_id), ''), a.about
		from audit a
		where a.studio_id = current_studio() and a.id < $1 order by a.id desc`+page(0, limit), before)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[TrailLine])
}
