package house

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/chair"
	"urncloth/core/log"
	"urncloth/core/plan"
	"urncloth/demo"
	"urncloth/internal/password"
)

// Size is how much a crowd of studios has, in all.
type Size struct{ Studios, Sittings, Events int }

// Crowd is what stands in a server for a crowd of studios.
type Crowd struct {
	Size
	Emails   []string // their owners', one a studio; their password is the demo's
	Database string   // its size, in words
}

// perDay is how many sittings a studio of the crowd has a day, clientsOf how many sittings each client has, and ahead
// how many days are booked.
const (
	perDay    = 4
	clientsOf = 8
	ahead     = 14
)

// crowded fills a database that has the demo in it with studios of the demo's sittings, each with its clients and kit,
// the same from run to run but for their ids. What lies in the past has happened: every step of it, two touch checks
// and how it wore. It is begun anew from the demo's own rows, packed as they are, so that it is quick.
func crowded(ctx context.Context, dsn string, want Size) (out Crowd, err error) {
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return out, err
	}
	defer c.Close(ctx)
	hash, err := password.Hash(ctx, demo.Password)
	if err != nil {
		return out, err
	}
	each := want.Sittings / want.Studios
	past := each - ahead*perDay
	if err := templates(ctx, c, (want.Events+want.Studios*past-1)/(want.Studios*past)); err != nil {
		return out, err
	}
	for i := range want.Studios {
		email := fmt.Sprintf("owner-%d@crowd.example", i+1)
		out.Emails = append(out.Emails, email)
		if err := pgx.BeginFunc(ctx, c, func(tx pgx.Tx) error {
			return crowdStudio(ctx, tx, i, each, email, hash)
		}); err != nil {
			return out, err
		}
	}
	out.Studios = want.Studios
	if _, err := c.Exec(ctx, "vacuum analyze"); err != nil {
		return out, err
	}
	err = c.QueryRow(ctx, `select max(case relname when 'sittings' then reltuples end)::int,
			max(case relname when 'events' then reltuples end)::int,
			pg_size_pretty(pg_database_size(current_database()))
		from pg_class where relname in ('sittings', 'events')`).Scan(&out.Sittings, &out.Events, &out.Database)
	return out, err
}

// templates keeps the demo's rows, and what happens at each of its sittings, for this connection.
func templates(ctx context.Context, c *pgx.Conn, events int) error {
	d, err := demo.Read()
	if err != nil {
		return err
	}
	if _, err := c.Exec(ctx, `select set_config('app.studio_id', $1, false)`, d.Studio.ID); err != nil {
		return err
	}
	for _, sql := range []string{
		`create temp table one as select row_number() over (order by chair_at, id)::int - 1 as k, title, artist,
			sitting, plan from sittings where studio_id = current_studio()`,
		`create temp table kit as select id, position, product from products
			where studio_id = current_studio()`,
		`create temp table happens (k int, n int, body jsonb)`,
		`create temp table taught (k int, stamp text, body jsonb)`,
	} {
		if _, err := c.Exec(ctx, sql); err != nil {
			return err
		}
	}
	rows, err := c.Query(ctx, `select plan from one order by k`)
	if err != nil {
		return err
	}
	plans, err := pgx.CollectRows(rows, pgx.RowTo[json.RawMessage])
	if err != nil {
		return err
	}
	for k, text := range plans {
		p, err := plan.ReadKept(text, false)
		if err != nil {
			return err
		}
		past := log.Past{Plan: p}
		for n, body := range happened(p, events) {
			text, err := json.Marshal(body)
			if err != nil {
				return err
			}
			e, fs := chair.ReadEvent(text, "")
			if len(fs) > 0 {
				return fs
			}
			past.Events = append(past.Events, e)
			if _, err := c.Exec(ctx, `insert into happens values ($1, $2, $3)`, k, n+1, body); err != nil {
				return err
			}
		}
		d, fs := past.Digest()
		if len(fs) > 0 {
			return fs
		}
		stamp := fmt.Sprint(events, " ", log.DigestEdition)
		if _, err := c.Exec(ctx, `insert into taught values ($1, $2, $3)`, k, stamp, d); err != nil {
			return err
		}
	}
	return nil
}

// happened is so many events of a sitting: every step begun and done, touch checks, how it wore, and notes.
func happened(p *plan.Plan, events int) (list []map[string]any) {
	add := func(at, kind, field string, value any) {
		n := len(list) + 1
		list = append(list, map[string]any{"id": fmt.Sprintf("e%d", n), "device": "tablet", "seq": n,
			"at": at, "kind": kind, field: value})
	}
	day := &p.Sitting.Day
	add(day.BaseAt.String(), "touch", "reads", map[string]string{"cheeks": "tight", "forehead": "greasy"})
	add(day.WearUntil.String(), "wear", "reads", map[string]any{"forehead": map[string]string{
		"shone_at": day.BaseAt.Date().String() + "T13:30:00"}, "nose": map[string]string{}})
	for _, s := range p.Prep.Steps {
		add(s.Start.String(), "start", "step", s.ID)
		add(s.Start.String(), "done", "step", s.ID)
	}
	for _, s := range p.Lift.Steps {
		add(s.Start.String(), "done", "step", s.ID)
	}
	for len(list) < events {
		add(day.LiftAt.String(), "note", "text", "as planned")
	}
	return list[:events]
}

// crowdStudio adds one studio.
func crowdStudio(ctx context.Context, tx pgx.Tx, number, sittings int, email, hash string) error {
	id := uuid.New()
	first := Morning.AddDate(0, 0, -(sittings/perDay - ahead)).Truncate(24 * time.Hour).Add(9 * time.Hour)
	for _, q := range []struct {
		sql  string
		args []any
	}{
		{`select set_config('app.studio_id', $1, true)`, []any{id.String()}},
		{`insert into studios (id, name, timezone) values ($1, $2, 'Europe/Dublin')`, []any{id, fmt.Sprint("Studio ",
			number+1)}},
		{`insert into people (studio_id, email, name, role, password_hash) values ($1, $2, 'Owner', 'owner', $3)`,
			[]any{id, email, hash}},
		{`insert into products (id, position, product) select id, position, product from kit`, nil},
		{`insert into clients (name, record) select 'Client ' || i, one.sitting->'client'
			from generate_series(1, $1) i join one on one.k = i % (select count(*) from one)`,
			[]any{sittings / clientsOf}},
		{`insert into sittings (client_id, title, artist, chair_at, base_at, sitting, plan)
			select c.id, one.title, one.artist, $2::timestamptz + make_interval(days => i / $3, hours => 3 * (i % $3)),
				$2::timestamptz + make_interval(days => i / $3, hours => 3 * (i % $3) + 1), one.sitting, one.plan
			from generate_series(0, $1 - 1) i join one on one.k = i % (select count(*) from one)
				join (select id, row_number() over (order by id) - 1 as n from clients
					where studio_id = current_studio()) c on c.n = i % $4`, []any{sittings, first, perDay,
			sittings / clientsOf}},
		{`insert into chairs (sitting_id, plan, by_hand, last, stocked, seen)
			select id, plan, false, (select max(n) from happens), (select max(n) from happens),
				(select max(n) from happens)
			from sittings where studio_id = current_studio() and chair_at < $1`, []any{Morning}},
		{`insert into events (sitting_id, id, n, body) select s.id, 'e' || h.n, h.n, h.body
			from sittings s join one on one.title = s.title join happens h on h.k = one.k
			where s.studio_id = current_studio() and s.chair_at < $1`,
			[]any{Morning}},
		{`insert into audit (person_id, act, client_id, at)
			select (select id from people where studio_id = current_studio()), 'read sitting', client_id,
				chair_at + make_interval(mins => n)
			from sittings, generate_series(1, 20) n where studio_id = current_studio() and chair_at < $1`,
			[]any{Morning}},
		{`insert into stock (product_id, sitting_id, grams, left_g, at)
			select kit.id, s.id, -1, 20, s.chair_at from sittings s, kit
			where s.studio_id = current_studio() and s.chair_at < $1 and kit.position <= 8`, []any{Morning}},
		{`insert into digests (sitting_id, stamp, body) select s.id, taught.stamp, taught.body
			from sittings s join one on one.title = s.title join taught on taught.k = one.k
			where s.studio_id = current_studio() and s.chair_at < $1`, []any{Morning}},
		{`insert into observed (sitting_id, client_id, key, value)
			select id, client_id, 'wear.sebum_' || n, 1 + 0.1 * n from sittings, generate_series(0, 3) n
			where studio_id = current_studio() and chair_at < $1`, []any{Morning}},
	} {
		if _, err := tx.Exec(ctx, q.sql, q.args...); err != nil {
			return fmt.Errorf("%.60s: %w", q.sql, err)
		}
	}
	return nil
}
