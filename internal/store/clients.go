package store

import (
	"context"
	"strconv"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/face"
)

// Client is a client's record. Notes are health data.
type Client struct {
	ID      uuid.UUID
	Version int
	Record  face.Client
	Notes   string
}

// ClientLine is a client in a list.
type ClientLine struct {
	ID       uuid.UUID
	Name     string
	Record   face.Client
	Sittings int
	Last     *time.Time
}

// clientLines are clients as lists have them. How many sittings each has is kept, not counted.
const clientLines = `
	select c.id, c.name, c.record,
		coalesce((select b.n from booked b where b.studio_id = c.studio_id and b.client_id = c.id), 0),
		(select s.chair_at from sittings s where s.studio_id = c.studio_id and s.client_id = c.id
			order by s.chair_at desc limit 1)
	from clients c `

// Clients lists the clients whose name, allergies or notes contain words, whatever their case and accents, by name,
// without those of the first pages.
func Clients(ctx context.Context, tx pgx.Tx, words string, skip, limit int) ([]ClientLine, error) {
	where, args := ``, []any{}
	if words != "" {
		where, args = `where position(folded($1) in c.found_by) > 0 `, append(args, words)
	}
	rows, err := tx.Query(ctx, clientLines+where+`order by lower(c.name), c.id`+page(skip, limit), args...)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[ClientLine])
}

// page ends a statement with which rows of a list are asked for. They stand in it as they are: a statement is planned
// once, and how many rows are wanted decides whether to go by an index.
func page(skip, limit int) string {
	text := " limit " + strconv.Itoa(limit)
	if skip > 0 {
		text += " offset " + strconv.Itoa(skip)
	}
	return text
}

// ClientOf reads one client.
func ClientOf(ctx context.Context, tx pgx.Tx, id uuid.UUID) (c Client, err error) {
	err = tx.QueryRow(ctx, `select id, version, record, notes from clients where id = $1`, id).
		Scan(&c.ID, &c.Version, &c.Record, &c.Notes)
	return c, err
}

// ClientHeld reads one record for something that is made of it: it does not change before that is kept.
func ClientHeld(ctx context.Context, tx pgx.Tx, id uuid.UUID) (c Client, err error) {
	err = tx.QueryRow(ctx, `select id, version, record, notes from clients where id = $1 for share`, id).
		Scan(&c.ID, &c.Version, &c.Record, &c.Notes)
	return c, err
}

// AddClient adds a client and returns its id.
func AddClient(ctx context.Context, tx pgx.Tx, record face.Client, notes string) (id uuid.UUID, err error) {
	err = tx.QueryRow(ctx, `insert into clients (name, record, notes) values ($1, $2, $3) returning id`, record.Name,
		record, notes).
		Scan(&id)
	return id, err
}

// SaveClient writes a client that was read at a version, or returns ErrStale where it has changed since.
func SaveClient(ctx context.Context, tx pgx.Tx, c Client) (version int, err error) {
	err = tx.QueryRow(ctx, `
		update clients set name = $3, record = $4, notes = $5, version = version + 1, updated_at = now()
		where id = $1 and version = $2
			returning version`, c.ID, c.Version, c.Record.Name, c.Record, c.Notes).Scan(&version)
	return version, stale(ctx, tx, err, `select true from clients where id = $1`, c.ID)
}

// stale tells a row that is gone from one that has changed.
func stale(ctx context.Context, tx pgx.Tx, err error, exists string, id uuid.UUID) error {
	if err != pgx.ErrNoRows {
		return err
	}
	var there bool
	if err := tx.QueryRow(ctx, exists, id).Scan(&there); err != nil {
		return err
	}
	return ErrStale
}
