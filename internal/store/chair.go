package store

import (
	"context"
	"encoding/json"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Event is one thing that happened at a chair: its id, made on the device; the event itself; and what the device's
// clock said where that was wrong.
type Event struct {
	ID     string
	Body   json.RawMessage
	SaidAt string
}

// Followed is the plan by which a sitting is worked at the chair, and the number of the last event.
type Followed struct {
	Client uuid.UUID
	Plan   json.RawMessage
	ByHand bool
	Last   int64
	ShiftS int64
	Begun  bool
}

// ChairOf reads the plan that is followed at a sitting's chair: as it was when it began there, or as it stands where
// nothing has happened yet.
func ChairOf(ctx context.Context, tx pgx.Tx, sitting uuid.UUID) (f Followed, err error) {
	err = tx.QueryRow(ctx, `select s.client_id, coalesce(c.plan, s.plan), coalesce(c.by_hand, s.proposal is not null),
			coalesce(c.last, 0), coalesce(c.shift_s, 0), c.sitting_id is not null
		from sittings s left join chairs c on c.sitting_id = s.id where s.id = $1`, sitting).
		Scan(&f.Client, &f.Plan, &f.ByHand, &f.Last, &f.ShiftS, &f.Begun)
	return f, err
}

// BeginChair keeps the plan of a sitting as the one that is followed, where nobody has begun, and by how many
// seconds the clock at its chair was set.
func BeginChair(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, shiftS int64) error {
	_, err := tx.Exec(ctx, `insert into chairs (sitting_id, plan, by_hand, shift_s)
		select id, plan, proposal is not null, $2 from sittings where id = $1 on conflict do nothing`, sitting, shiftS)
	return err
}

// Begun reports whether anything of a sitting was recorded: at its chair, or in a photograph.
func Begun(ctx context.Context, tx pgx.Tx, sitting uuid.UUID) (is bool, err error) {
	err = tx.QueryRow(ctx, `select exists (select from chairs where sitting_id = $1)
		or exists (select from photos where sitting_id = $1)`, sitting).Scan(&is)
	return is, err
}

// AppendEvents appends what is not there yet and returns how many. It is the last thing of its transaction, and commits
// it. It is false where the sitting has not begun at the chair, and nothing is appended.
func AppendEvents(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, person *uuid.UUID, list []Event) (added int,
	begun bool, err error) {
	ids, bodies, said := make([]string, len(list)), make([]string, len(list)), make([]string, len(list))
	for i, e := range list {
		ids[i], bodies[i], said[i] = e.ID, string(e.Body), e.SaidAt
	}
	err = last(ctx, tx, `with chair as (
			update chairs set last = last + cardinality($2::text[]) where sitting_id = $1 returning last
		), fresh as (
			insert into events (sitting_id, n, id, body, said_at, person_id)
			select $1, chair.last - cardinality($2::text[]) + e.place, e.id, e.body::jsonb, e.said, $5
			from chair, unnest($2::text[], $3::text[], $4::text[]) with ordinality as e (id, body, said, place)
			on conflict (studio_id, sitting_id, id) do nothing returning id
		) select (select count(*) from fresh), exists (select from chair)`,
		[]any{sitting, ids, bodies, said, person}, &added, &begun)
	return added, begun, err
}

// EventsOf reads the events of a sitting after a number, in order, and the last number.
func EventsOf(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, after int64) (list []json.RawMessage, last int64,
	err error) {
	rows, err := tx.Query(ctx, `select n, body from events where sitting_id = $1 and n > $2 order by n`, sitting, after)
	if err != nil {
		return nil, 0, err
	}
	defer rows.Close()
	last = after
	for rows.Next() {
		var body json.RawMessage
		if err := rows.Scan(&last, &body); err != nil {
			return nil, 0, err
		}
		list = append(list, body)
	}
	return list, last, rows.Err()
}

// SigningKey is what links are signed with, in any studio's transaction.
func SigningKey(ctx context.Context, tx pgx.Tx) (key []byte, err error) {
	err = tx.QueryRow(ctx, `select key from signing`).Scan(&key)
	return key, err
}
