package house

import (
	"context"
	"fmt"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/demo"
	"urncloth/internal/password"
	"urncloth/internal/store"
)

// Large is a studio of many sittings: the same days as a small one has, with ever more of them behind. Its plans are
// cut down to what lists say of a sitting, which stands beside them, so that a million fit: no list reads a plan.
type Large struct {
	Sittings int
	Email    string // its owner's; the password is the demo's
	dsn      string
	studio   uuid.UUID
}

// perLargeDay is how many sittings it has a day; firstClients have one each, those after them clientsOf.
const (
	perLargeDay  = 6
	firstClients = 100
)

// clientOf is the number of the client of a sitting by its number.
func clientOf(sitting int) int {
	if sitting < firstClients {
		return sitting
	}
	return firstClients + (sitting-firstClients)/clientsOf
}

// AddLarge adds a studio of so many sittings.
func AddLarge(ctx context.Context, dsn string, sittings int) (*Large, error) {
	l := &Large{Sittings: sittings, Email: fmt.Sprintf("owner-of-%d@large.example", sittings), dsn: dsn,
		studio: uuid.New()}
	hash, err := password.Hash(ctx, demo.Password)
	if err != nil {
		return nil, err
	}
	if err := l.as(ctx, func(tx pgx.Tx) error {
		if err := store.AddStudio(ctx, tx, store.Studio{ID: l.studio, Name: fmt.Sprint("A room of ", sittings),
			Timezone: "Europe/Dublin"}); err != nil {
			return err
		}
		_, err := store.AddPerson(ctx, tx, store.Person{Email: l.Email, Name: "Owner", Role: "owner",
			PasswordHash: hash})
		return err
	}); err != nil {
		return nil, err
	}
	return l, l.fill(ctx)
}

// fill adds the sittings, with a client to some of them and a line in the trail for each.
func (l *Large) fill(ctx context.Context) error {
	last := Morning.Truncate(24 * time.Hour).Add(9 * time.Hour)
	if err := l.as(ctx, func(tx pgx.Tx) error {
		for _, q := range []struct {
			sql  string
			args []any
		}{
			{`set local session_replication_role = replica`, nil}, // nobody has to be told of each
			{`create temp table own on commit drop as select md5($1::text || i)::uuid as client, i
				from generate_series($2::int, $3::int) i`, []any{l.studio, 0, clientOf(l.Sittings - 1)}},
			{`insert into clients (id, name, record) select client, 'Client ' || i, d.record
				from own, (select '{"name": "Client", "phototype": 2}'::jsonb as record) d`, nil},
			{`insert into sittings (client_id, title, artist, chair_at, base_at, sitting, plan)
				select own.client, 'A day', 'Owner', at, at + interval '1 hour',
					jsonb_build_object('day', jsonb_build_object('lift_at', to_char(at + interval '8 hours',
						'YYYY-MM-DD"T"HH24:MI:SS'))),
					'{"prep": {"ready_at": "2027-06-19T09:29:00", "slack_s": 660}, "skin": {"type": "oily"},
						"lift": {"minutes": 14}, "findings": [{"severity": "caution"}]}'
				from generate_series($1::int, $2::int - 1) k
					join own on own.i = case when k < $6 then k else $6 + (k - $6) / $3 end,
					lateral (select $4::timestamptz - make_interval(days => k / $5, hours => k % $5) as at) t`,
				[]any{0, l.Sittings, clientsOf, last, perLargeDay, firstClients}},
			{`insert into booked select studio_id, client_id, count(*) from sittings where studio_id = $1
				group by studio_id, client_id`, []any{l.studio}},
			{`insert into audit (person_id, act, client_id) select p.id, 'read client', own.client
				from people p, own, generate_series(1, $1) where p.studio_id = $2`, []any{clientsOf, l.studio}},
		} {
			if _, err := tx.Exec(ctx, q.sql, q.args...); err != nil {
				return fmt.Errorf("%.60s: %w", q.sql, err)
			}
		}
		return nil
	}); err != nil {
		return err
	}
	c, err := pgx.Connect(ctx, l.dsn)
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	for _, sql := range []string{"vacuum analyze", "checkpoint"} {
		if _, err := c.Exec(ctx, sql); err != nil {
			return err
		}
	}
	return nil
}

// as does something in the studio as the owner of the database.
func (l *Large) as(ctx context.Context, work func(pgx.Tx) error) error {
	c, err := pgx.Connect(ctx, l.dsn)
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	return pgx.BeginFunc(ctx, c, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `select set_config('app.studio_id', $1, true)`, l.studio.String()); err != nil {
			return err
		}
		return work(tx)
	})
}
