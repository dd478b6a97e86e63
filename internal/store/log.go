package store

import (
	"context"
	"encoding/json"
	"errors"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Past is one sitting of a client at whose chair something happened: the number of the last event, and what was kept
// of what teaches, by its stamp.
type Past struct {
	Sitting uuid.UUID
	Last    int64
	Stamp   string
	Digest  json.RawMessage
}

// PastOf reads what is kept of the sittings of a client, the oldest first.
func PastOf(ctx context.Context, tx pgx.Tx, client uuid.UUID) ([]Past, error) {
	rows, err := tx.Query(ctx, `select c.sitting_id, c.last, coalesce(d.stamp, ''), d.body
		from sittings s join chairs c on s.studio_id = c.studio_id and s.id = c.sitting_id
			left join digests d on d.studio_id = c.studio_id and d.sitting_id = c.sitting_id
		where s.client_id = $1 order by s.chair_at, s.id`, client)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Past])
}

// KeepDigest keeps what of a sitting teaches.
func KeepDigest(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, stamp string, body any) error {
	_, err := tx.Exec(ctx, `insert into digests (sitting_id, stamp, body) values ($1, $2, $3)
		on conflict (studio_id, sitting_id) do update set stamp = excluded.stamp, body = excluded.body`, sitting, stamp,
		body)
	return err
}

// Forgotten is a key of what was learned that somebody reset.
type Forgotten struct {
	Key string    `json:"key"`
	At  time.Time `json:"at"`
}

// ForgottenOf reads what was reset of a client, by key.
func ForgottenOf(ctx context.Context, tx pgx.Tx, client uuid.UUID) ([]Forgotten, error) {
	rows, err := tx.Query(ctx, `select key, at from forgotten where client_id = $1 order by key`, client)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Forgotten])
}

// Forget resets a key of what was learned of a client.
func Forget(ctx context.Context, tx pgx.Tx, client, person uuid.UUID, key string, at time.Time) error {
	_, err := tx.Exec(ctx, `insert into forgotten (client_id, person_id, key, at) values ($1, $2, $3, $4)
		on conflict (studio_id, client_id, key) do update set at = excluded.at, person_id = excluded.person_id`,
		client, person, key, at)
	return err
}

// LearnedFrom says of which events and resets what was learned of a client would be reckoned now.
func LearnedFrom(ctx context.Context, tx pgx.Tx, client uuid.UUID) (stamp string, err error) {
	err = tx.QueryRow(ctx, `select md5(coalesce((select string_agg(s.id || ' ' || c.last || ' ' || s.chair_at, ','
				order by s.id) from chairs c join sittings s on s.studio_id = c.studio_id and s.id = c.sitting_id
				where s.client_id = $1), '') || '|' ||
			coalesce((select string_agg(key || ' ' || at, ',' order by key) from forgotten where client_id = $1), ''))`,
		client).Scan(&stamp)
	return stamp, err
}

// LearnedOf reads what was learned of a client as it was reckoned last, where that was by a stamp.
func LearnedOf(ctx context.Context, tx pgx.Tx, client uuid.UUID, stamp string) (document []byte, is bool, err error) {
	err = tx.QueryRow(ctx, `select document from learned where client_id = $1 and stamp = $2`, client, stamp).
		Scan(&document)
	if errors.Is(err, pgx.ErrNoRows) {
		return nil, false, nil
	}
	return document, err == nil, err
}

// KeepLearned keeps what was learned of a client.
func KeepLearned(ctx context.Context, tx pgx.Tx, client uuid.UUID, stamp string, document []byte) error {
	_, err := tx.Exec(ctx, `insert into learned (client_id, stamp, document) values ($1, $2, $3)
		on conflict (studio_id, client_id) do update set stamp = excluded.stamp, document = excluded.document`,
		client, stamp, document)
	return err
}

// WearDue lists the sittings whose chair time is in [from, to), over by a moment in the studio's time, of which nobody
// has told how they wore: the latest first, some at most.
func WearDue(ctx context.Context, tx pgx.Tx, from, to time.Time, now string, most int) ([]SittingLine, error) {
	rows, err := tx.Query(ctx, lines+`where s.chair_at >= $1 and s.chair_at < $2 and s.cancelled_at is null
			and s.lift_at < $3
			and not exists (select from events e where e.studio_id = s.studio_id and e.sitting_id = s.id
				and e.body ->> 'kind' = 'wear')
		order by s.chair_at desc, s.id`+page(0, most), from, to, now)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[SittingLine])
}
