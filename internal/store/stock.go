package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Move is one line of what was taken of a product or counted of it.
type Move struct {
	Product string     `json:"product"`
	Sitting *uuid.UUID `json:"sitting_id,omitempty" doc:"at which it was taken; none where a person counted"`
	By      string     `json:"by" doc:"who counted, or who had the sitting"`
	Grams   float64    `json:"grams" doc:"what was added; what was taken is below 0"`
	Pieces  int        `json:"pieces"`
	LeftG   *float64   `json:"left_g,omitempty" doc:"what was left then; under 0: more was taken than said"`
	LeftN   *int       `json:"left_pieces,omitempty"`
	At      time.Time  `json:"at"`
}

// GoneOn is a sitting whose chair has gone on since it was looked at for what it took and what it says.
type GoneOn struct {
	Sitting uuid.UUID
	Client  uuid.UUID
	Last    int64
	ShiftS  int64
	Takes   bool // from the stock: what was done before there was one is not taken from it
	Plan    json.RawMessage
	ByHand  bool
}

// ChairsGoneOn reads some sittings whose chairs have gone on, and holds them. One at a time does so in a studio:
// whoever else asks meanwhile finds none.
func ChairsGoneOn(ctx context.Context, tx pgx.Tx, most int) ([]GoneOn, error) {
	var mine bool
	if err := tx.QueryRow(ctx, `select case when exists (select from chairs
			where studio_id = current_studio() and least(stocked, seen) < last)
		then pg_try_advisory_xact_lock(hashtext('stock'), hashtext(current_studio()::text)) else false end`).
		Scan(&mine); err != nil || !mine {
		return nil, err
	}
	rows, err := tx.Query(ctx, `select c.sitting_id, s.client_id, c.last, c.shift_s, c.stocked < c.last, c.plan,
			c.by_hand
		from chairs c join sittings s on s.id = c.sitting_id
		where c.studio_id = current_studio() and least(c.stocked, c.seen) < c.last order by c.sitting_id limit $1
		for no key update of c skip locked`, most)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[GoneOn])
}

// LookedAt notes up to which event a chair's sitting was looked at.
func LookedAt(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, last int64) error {
	_, err := tx.Exec(ctx, `update chairs set stocked = greatest(stocked, $2), seen = $2 where sitting_id = $1`,
		sitting, last)
	return err
}

// TakenAt is what a sitting has added to each product so far: below 0 what it took.
func TakenAt(ctx context.Context, tx pgx.Tx, sitting uuid.UUID) ([]Move, error) {
	rows, err := tx.Query(ctx, `select product_id, sitting_id, '', sum(grams), sum(pieces)::int, null::double precision,
		null::int, max(at) from stock where sitting_id = $1 group by product_id, sitting_id`, sitting)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Move])
}

// AddMove appends a line, and sets what is left of its product, where that is known. Lines of one product follow each
// other: the product's row is held.
func AddMove(ctx context.Context, tx pgx.Tx, m Move, person *uuid.UUID) error {
	_, err := tx.Exec(ctx, `with p as (
			select product, coalesce((select s.left_g from stock s where s.product_id = $1 order by id desc limit 1),
					(product->>'remaining_g')::double precision) + $3 as g,
				coalesce((select s.left_n from stock s where s.product_id = $1 order by id desc limit 1),
					(product->>'count')::int) + $4 as n
			from products where id = $1 for update
		), kept as (
			update products set product = p.product
				|| case when p.product ? 'remaining_g'
					then jsonb_build_object('remaining_g', greatest(0, p.g)) else '{}' end
				|| case when p.product ? 'count' then jsonb_build_object('count', greatest(0, p.n)) else '{}' end
			from p where products.id = $1
		) insert into stock (product_id, sitting_id, person_id, grams, pieces, left_g, left_n, at)
			select $1, $2, $5, $3, $4, p.g, p.n, $6 from p`, m.Product, m.Sitting, m.Grams, m.Pieces, person, m.At)
	return err
}

// AddCount appends that a person counted what stands in the product now; it was what the move says it was left before.
func AddCount(ctx context.Context, tx pgx.Tx, m Move, person uuid.UUID) error {
	_, err := tx.Exec(ctx, `insert into stock (product_id, person_id, grams, pieces, left_g, left_n, at)
		select id, $2, $3, $4, (product->>'remaining_g')::double precision, (product->>'count')::int, $5
		from products where id = $1`, m.Product, person, m.Grams, m.Pieces, m.At)
	return err
}

// MovesOf reads the last lines of a product, the latest first.
func MovesOf(ctx context.Context, tx pgx.Tx, product string, most int) ([]Move, error) {
	rows, err := tx.Query(ctx, `select m.product_id, m.sitting_id, coalesce(p.name, s.artist, ''), m.grams, m.pieces,
			m.left_g, m.left_n, m.at
		from stock m left join people p on p.id = m.person_id left join sittings s on s.id = m.sitting_id
		where m.product_id = $1 order by m.id desc`+page(0, most), product)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Move])
}

// Dirty is a washable of which some have been used since it was last said that they are clean.
type Dirty struct {
	Product string `json:"product"`
	Name    string `json:"name"`
	Pieces  int    `json:"pieces"`
}

// ToWash counts what of some kinds was used since somebody last counted what is clean.
func ToWash(ctx context.Context, tx pgx.Tx, kinds []string) ([]Dirty, error) {
	rows, err := tx.Query(ctx, `select p.id, p.product->>'name', -sum(s.pieces)::int
		from products p join stock s on s.product_id = p.id and s.sitting_id is not null and s.id > coalesce((
			select max(c.id) from stock c where c.product_id = p.id and c.sitting_id is null), 0)
		where not p.retired and p.product->>'kind' = any ($1)
		group by p.id, p.position, p.product having sum(s.pieces) < 0 order by p.position, p.id`, kinds)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Dirty])
}
