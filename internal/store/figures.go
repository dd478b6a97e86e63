package store

import (
	"context"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Observed is what one sitting says of one working figure.
type Observed struct {
	Key    string
	Client string
	Value  float64
}

// KeepObserved writes what a sitting says, over what it said before.
func KeepObserved(ctx context.Context, tx pgx.Tx, sitting, client uuid.UUID, list []Observed) error {
	keys, values := make([]string, len(list)), make([]float64, len(list))
	for i, o := range list {
		keys[i], values[i] = o.Key, o.Value
	}
	if _, err := tx.Exec(ctx, `delete from observed where sitting_id = $1`, sitting); err != nil || len(list) == 0 {
		return err
	}
	_, err := tx.Exec(ctx, `insert into observed (sitting_id, client_id, key, value)
		select $1, $2, key, value from unnest($3::text[], $4::double precision[]) as o (key, value)`,
		sitting, client, keys, values)
	return err
}

// ObservedAll reads what all sittings say, and how many sittings were not read for it yet.
func ObservedAll(ctx context.Context, tx pgx.Tx) (list []Observed, waiting int, err error) {
	if err := tx.QueryRow(ctx, `select count(*) from chairs
		where studio_id = current_studio() and least(stocked, seen) < last`).Scan(&waiting); err != nil {
		return nil, 0, err
	}
	rows, err := tx.Query(ctx, `select key, client_id::text, value from observed order by key, client_id, sitting_id`)
	if err != nil {
		return nil, 0, err
	}
	list, err = pgx.CollectRows(rows, pgx.RowToStructByPos[Observed])
	return list, waiting, err
}

// Decided is a studio's word on its own value of a figure.
type Decided struct {
	Key     string    `json:"key"`
	Value   float64   `json:"value" doc:"as it was when that was said; it stays until somebody says otherwise"`
	Spread  float64   `json:"spread"`
	Seen    int       `json:"seen"`
	Clients int       `json:"clients"`
	Taken   bool      `json:"taken"`
	By      string    `json:"by"`
	At      time.Time `json:"at"`
}

// DecidedAll reads a studio's words on its own values.
func DecidedAll(ctx context.Context, tx pgx.Tx) ([]Decided, error) {
	rows, err := tx.Query(ctx, `select f.key, f.value, f.spread, f.seen, f.clients, f.taken, p.name, f.at
		from own_figures f join people p on p.id = f.person_id order by f.key`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Decided])
}

// Decide keeps a studio's word on a figure, over what it said before.
func Decide(ctx context.Context, tx pgx.Tx, d Decided, person uuid.UUID) error {
	_, err := tx.Exec(ctx, `insert into own_figures (key, value, spread, seen, clients, taken, person_id, at)
		values ($1, $2, $3, $4, $5, $6, $7, $8)
		on conflict (studio_id, key) do update set value = excluded.value, spread = excluded.spread,
			seen = excluded.seen, clients = excluded.clients,
			taken = excluded.taken, person_id = excluded.person_id, at = excluded.at`,
		d.Key, d.Value, d.Spread, d.Seen, d.Clients, d.Taken, person, d.At)
	return err
}

// TakenFigures reads the values that a studio goes by.
func TakenFigures(ctx context.Context, tx pgx.Tx) (map[string]float64, error) {
	rows, err := tx.Query(ctx, `select key, value from own_figures where taken order by key`)
	if err != nil {
		return nil, err
	}
	all := map[string]float64{}
	var key string
	var value float64
	_, err = pgx.ForEachRow(rows, []any{&key, &value}, func() error { all[key] = value; return nil })
	return all, err
}
