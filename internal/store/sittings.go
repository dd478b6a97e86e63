package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/sitting"
)

// Sitting is one sitting as it is kept: the input document, and the plan that was made of it.
type Sitting struct {
	ID       uuid.UUID
	ClientID uuid.UUID
	Version  int
	Title    string
	Artist   string
	ChairAt  time.Time
	BaseAt   time.Time
	Sitting  sitting.Kept
	Plan     json.RawMessage
	Proposal json.RawMessage // what the planner proposed where the plan was made by hand, else empty
}

// SittingLine is a sitting in a list.
type SittingLine struct {
	ID       uuid.UUID
	ClientID uuid.UUID
	Name     string
	Title    string
	Artist   string
	ChairAt  time.Time
	BaseAt   time.Time
	ReadyAt  string // as the plan has it, local
	SlackS   int
	Skin     string
	Stops    int
	Cautions int
	Told     bool   // allergies were changed in the record since it was planned
	LiftAt   string // local
	LiftMin  float64
	Version  int
	Off      bool // called off
}

const lines = `
	select s.id, s.client_id, coalesce((select c.name from clients c where c.studio_id = s.studio_id and
			c.id = s.client_id), ''), s.title, s.artist, s.chair_at, s.base_at, s.ready_at, s.slack_s, s.skin, s.stops,
		s.cautions, s.told, s.lift_at, s.lift_min, s.version, s.cancelled_at is not null
	from sittings s `

// SittingsBetween lists the sittings whose chair time is in [from, to), by time.
func SittingsBetween(ctx context.Context, tx pgx.Tx, from, to time.Time) ([]SittingLine, error) {
	rows, err := tx.Query(ctx, lines+`where s.chair_at >= $1 and s.chair_at < $2 order by s.chair_at, s.id`, from, to)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[SittingLine])
}

// NextSittingDay is the first chair time from a moment on, or the last one before it; ErrNotFound where there is none.
func NextSittingDay(ctx context.Context, tx pgx.Tx, from time.Time) (at time.Time, err error) {
	err = tx.QueryRow(ctx, `(select chair_at from sittings where chair_at >= $1 order by chair_at limit 1)
		union all (select chair_at from sittings where chair_at < $1
			order by chair_at desc limit 1) limit 1`, from).Scan(&at)
	return at, err
}

// SittingsOf lists a client's sittings, the latest first.
func SittingsOf(ctx context.Context, tx pgx.Tx, client uuid.UUID) ([]SittingLine, error) {
	rows, err := tx.Query(ctx, lines+`where s.client_id = $1 order by s.chair_at desc, s.id`, client)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[SittingLine])
}

// SittingOf reads one sitting.
func SittingOf(ctx context.Context, tx pgx.Tx, id uuid.UUID) (s Sitting, err error) {
	err = tx.QueryRow(ctx, `select id, client_id, version, title, artist, chair_at, base_at, sitting, plan, proposal
		from sittings where id = $1`, id).
		Scan(&s.ID, &s.ClientID, &s.Version, &s.Title, &s.Artist, &s.ChairAt, &s.BaseAt, &s.Sitting, &s.Plan,
			&s.Proposal)
	return s, err
}

// StandingOf reads one sitting for a change: its plan, which is large, only where part of it was made by hand.
func StandingOf(ctx context.Context, tx pgx.Tx, id uuid.UUID) (s Sitting, err error) {
	err = tx.QueryRow(ctx, `select id, client_id, version, title, artist, chair_at, base_at, sitting,
		case when proposal is not null then plan end, proposal
		from sittings where id = $1`, id).
		Scan(&s.ID, &s.ClientID, &s.Version, &s.Title, &s.Artist, &s.ChairAt, &s.BaseAt, &s.Sitting, &s.Plan,
			&s.Proposal)
	return s, err
}

// WholeSittingsOf reads all of a client's sittings, the latest first.
func WholeSittingsOf(ctx context.Context, tx pgx.Tx, client uuid.UUID) ([]Sitting, error) {
	rows, err := tx.Query(
		ctx,
		`select id, client_id, version, title, artist, chair_at, base_at, sitting, plan, proposal from sittings
		where client_id = $1 order by chair_at desc, id`,
		client,
	)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Sitting])
}

// SittingsAhead reads a client's sittings whose makeup has not begun. Nobody else writes them until the transaction
// ends.
func SittingsAhead(ctx context.Context, tx pgx.Tx, client uuid.UUID, now time.Time) ([]Sitting, error) {
	rows, err := tx.Query(
		ctx,
		`select id, client_id, version, title, artist, chair_at, base_at, sitting, plan, proposal from sittings
		where client_id = $1 and base_at > $2 order by id for update`,
		client,
		now,
	)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Sitting])
}

// CallOff calls a sitting off at a moment, or on again where there is none, where it stands at a version.
func CallOff(ctx context.Context, tx pgx.Tx, id uuid.UUID, version int, at *time.Time) error {
	tag, err := tx.Exec(ctx, `update sittings set cancelled_at = $3, version = version + 1, updated_at = now()
		where id = $1 and version = $2`, id, version, at)
	if err == nil && tag.RowsAffected() == 0 {
		err = pgx.ErrNoRows
	}
	return stale(ctx, tx, err, `select true from sittings where id = $1`, id)
}

const wholeSitting = `id, studio_id, client_id, version, title, artist, chair_at, base_at, sitting, plan, updated_at,
	proposal, cancelled_at`

// TakeOut takes a sitting out of the days, to lie where PutBack finds it, and returns whose it was. Others that have
// lain there since before a moment are forgotten.
func TakeOut(ctx context.Context, tx pgx.Tx, id uuid.UUID, now, before time.Time) (client uuid.UUID, err error) {
	if _, err := tx.Exec(ctx, `delete from gone_sittings where gone_at < $1`, before); err != nil {
		return client, err
	}
	err = tx.QueryRow(ctx, `with gone as (delete from sittings where id = $1 returning `+wholeSitting+`)
		insert into gone_sittings (`+wholeSitting+`, gone_at) select `+wholeSitting+`, $2 from gone
		returning client_id`, id, now).Scan(&client)
	return client, err
}

// PutBack puts back a sitting that was taken out.
func PutBack(ctx context.Context, tx pgx.Tx, id uuid.UUID) (client uuid.UUID, err error) {
	err = tx.QueryRow(ctx, `with gone as (delete from gone_sittings where id = $1 returning `+wholeSitting+`)
		insert into sittings (`+wholeSitting+`) select `+wholeSitting+` from gone returning client_id`, id).
		Scan(&client)
	return client, err
}

// Ahead is a sitting that is still to come, with its plan.
type Ahead struct {
	ID      uuid.UUID
	Client  string
	ChairAt time.Time
	Plan    json.RawMessage
}

// PlansAhead reads the sittings that are not called off and begin within a time, in order.
func PlansAhead(ctx context.Context, tx pgx.Tx, from, to time.Time) ([]Ahead, error) {
	rows, err := tx.Query(ctx, `select s.id, c.name, s.chair_at,
			(s.plan #- '{wear,curve}') - '{stack,countdown,zones}'::text[] -- without what is large, and not asked
		from sittings s join clients c on c.id = s.client_id
		where s.base_at >= $1 and s.base_at < $2 and s.cancelled_at is null order by s.base_at, s.id`, from, to)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Ahead])
}

// LatestSittingOf reads a client's latest sitting.
func LatestSittingOf(ctx context.Context, tx pgx.Tx, client uuid.UUID) (s Sitting, err error) {
	var id uuid.UUID
	if err := tx.QueryRow(ctx, `select id from sittings where client_id = $1 order by chair_at desc, id limit 1`,
		client).Scan(&id); err != nil {
		return s, err
	}
	return SittingOf(ctx, tx, id)
}

// AddSitting adds a sitting and returns its id.
func AddSitting(ctx context.Context, tx pgx.Tx, s Sitting) (id uuid.UUID, err error) {
	err = tx.QueryRow(ctx, `
		insert into sittings (client_id, title, artist, chair_at, base_at, sitting, plan) values ($1, $2, $3, $4,
			$5, $6, $7) returning id`,
		s.ClientID, s.Title, s.Artist, s.ChairAt, s.BaseAt, s.Sitting, s.Plan).Scan(&id)
	return id, err
}

// SaveSitting writes a sitting that was read at a version, or returns ErrStale where it has changed since.
func SaveSitting(ctx context.Context, tx pgx.Tx, s Sitting) (version int, err error) {
	err = tx.QueryRow(ctx, `
		update sittings set title = $3, artist = $4, chair_at = $5, base_at = $6, sitting = $7, plan = $8,
			proposal = $9, version = version + 1, updated_at = now()
		where id = $1 and version = $2 returning version`,
		s.ID, s.Version, s.Title, s.Artist, s.ChairAt, s.BaseAt, s.Sitting, s.Plan, orNull(s.Proposal)).Scan(&version)
	return version, stale(ctx, tx, err, `select true from sittings where id = $1`, s.ID)
}

func orNull(j json.RawMessage) any {
	if len(j) == 0 {
		return nil
	}
	return j
}
