package store

import (
	"context"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Photo is a photograph as it is listed.
type Photo struct {
	ID      uuid.UUID `json:"id"`
	Sitting uuid.UUID `json:"sitting_id"`
	Title   string    `json:"title"`
	Day     time.Time `json:"day" doc:"when the sitting began"`
	Width   int       `json:"width"`
	Height  int       `json:"height"`
	By      string    `json:"by" doc:"who kept it, empty for the client by a link"`
	KeptAt  time.Time `json:"kept_at"`
}

// NewPhoto is a photograph to keep; Person is nil where a link handed it in.
type NewPhoto struct {
	Sitting       uuid.UUID
	Width, Height int
	Body, Small   []byte
	Person        *uuid.UUID
	At            time.Time
}

// KeepPhoto keeps a photograph of a sitting.
func KeepPhoto(ctx context.Context, tx pgx.Tx, n NewPhoto) (id uuid.UUID, err error) {
	err = tx.QueryRow(ctx, `insert into photos (sitting_id, width, height, body, small, person_id, kept_at)
		select id, $2, $3, $4, $5, $6, $7 from sittings where id = $1 returning id`,
		n.Sitting, n.Width, n.Height, n.Body, n.Small, n.Person, n.At).Scan(&id)
	return id, err
}

// PhotosOf lists the photographs of a client, the latest first.
func PhotosOf(ctx context.Context, tx pgx.Tx, client uuid.UUID) ([]Photo, error) {
	rows, err := tx.Query(ctx, `select p.id, p.sitting_id, s.title, s.chair_at, p.width, p.height,
			coalesce(w.name, ''), p.kept_at
		from photos p join sittings s on s.id = p.sitting_id left join people w on w.id = p.person_id
		where s.client_id = $1 order by p.kept_at desc, p.id`, client)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Photo])
}

// PhotosKept counts the photographs of a sitting: all, and those that came by a link. The sitting is held, so that two
// who hand in at once do not both find room.
func PhotosKept(ctx context.Context, tx pgx.Tx, sitting uuid.UUID) (all, byLink int, err error) {
	if _, err := tx.Exec(ctx, `select from sittings where id = $1 for no key update`, sitting); err != nil {
		return 0, 0, err
	}
	err = tx.QueryRow(ctx, `select count(*), count(*) filter (where person_id is null) from photos
		where sitting_id = $1`, sitting).Scan(&all, &byLink)
	return all, byLink, err
}

// PhotoOf reads a photograph, whole or small, and whose it is.
func PhotoOf(ctx context.Context, tx pgx.Tx, id uuid.UUID, small bool) (body []byte, client uuid.UUID, err error) {
	err = tx.QueryRow(ctx, `select case when $2 then p.small else p.body end, s.client_id
		from photos p join sittings s on s.id = p.sitting_id where p.id = $1`, id, small).Scan(&body, &client)
	return body, client, err
}

// DropPhoto deletes a photograph, and says of which sitting and client it was.
func DropPhoto(ctx context.Context, tx pgx.Tx, id uuid.UUID) (sitting, client uuid.UUID, err error) {
	err = tx.QueryRow(ctx, `with gone as (delete from photos where id = $1 returning sitting_id)
		select s.id, s.client_id from gone join sittings s on s.id = gone.sitting_id`, id).Scan(&sitting, &client)
	return sitting, client, err
}
