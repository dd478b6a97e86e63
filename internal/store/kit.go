package store

import (
	"context"

	"github.com/jackc/pgx/v5"

	"urncloth/core/kit"
)

// Shelved is a product as it is kept.
type Shelved struct {
	Product kit.Product
	Version int
	Retired bool
}

// Kit reads the studio's kit in its order, without what is retired.
func Kit(ctx context.Context, tx pgx.Tx) (kit.Kit, error) {
	rows, err := tx.Query(ctx, `select product from products where not retired order by position, id`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowTo[kit.Product])
}

// Shelf reads every product of the studio in its order.
func Shelf(ctx context.Context, tx pgx.Tx) ([]Shelved, error) {
	rows, err := tx.Query(ctx, `select product, version, retired from products order by position, id`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Shelved])
}

// ProductOf reads one product.
func ProductOf(ctx context.Context, tx pgx.Tx, id string) (s Shelved, err error) {
	err = tx.QueryRow(ctx, `select product, version, retired from products where id = $1`, id).
		Scan(&s.Product, &s.Version, &s.Retired)
	return s, err
}

// ProductHeld reads one product, and holds it: what is left of it stands still meanwhile.
func ProductHeld(ctx context.Context, tx pgx.Tx, id string) (s Shelved, err error) {
	err = tx.QueryRow(ctx, `select product, version, retired from products where id = $1 for update`, id).
		Scan(&s.Product, &s.Version, &s.Retired)
	return s, err
}

// AddProducts adds products to the studio's kit, after those that are there. One whose id is taken is left as it is,
// and not counted.
func AddProducts(ctx context.Context, tx pgx.Tx, k kit.Kit) (added int, err error) {
	var last int
	if err := tx.QueryRow(ctx, `select coalesce(max(position), 0) from products`).Scan(&last); err != nil {
		return 0, err
	}
	batch := &pgx.Batch{}
	for i, p := range k {
		batch.Queue(`insert into products (id, position, product) values ($1, $2, $3) on conflict do nothing`, p.ID,
			last+i+1, p)
	}
	results := tx.SendBatch(ctx, batch)
	defer results.Close()
	for range k {
		tag, err := results.Exec()
		if err != nil {
			return added, err
		}
		added += int(tag.RowsAffected())
	}
	return added, nil
}

// PutProducts adds products or, where their id is known, writes over them and puts them back on the shelf.
func PutProducts(ctx context.Context, tx pgx.Tx, k kit.Kit) error {
	var last int
	if err := tx.QueryRow(ctx, `select coalesce(max(position), 0) from products`).Scan(&last); err != nil {
		return err
	}
	batch := &pgx.Batch{}
	for i, p := range k {
		batch.Queue(`insert into products (id, position, product) values ($1, $2, $3)
			on conflict (studio_id, id) do update set product = excluded.product, version = products.version + 1,
				retired = false`, p.ID, last+i+1, p)
	}
	return tx.SendBatch(ctx, batch).Close()
}

// SaveProduct writes a product read at a version, or returns ErrStale where it has changed since.
func SaveProduct(ctx context.Context, tx pgx.Tx, s Shelved) error {
	tag, err := tx.Exec(ctx,
		`update products set product = $3, retired = $4, version = version + 1 where id = $1 and version = $2`,
		s.Product.ID, s.Version, s.Product, s.Retired)
	if err != nil || tag.RowsAffected() == 1 {
		return err
	}
	if _, err := ProductOf(ctx, tx, s.Product.ID); err != nil {
		return err
	}
	return ErrStale
}

// Products counts the products of the transaction's studio, those it retired included.
func Products(ctx context.Context, tx pgx.Tx) (n int, err error) {
	err = tx.QueryRow(ctx, `select count(*) from products`).Scan(&n)
	return n, err
}
