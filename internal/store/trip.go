package store

import (
	"context"
	"errors"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/pgxpool"
)

// trip is a transaction that begins in the round trip of its first questions, and may end in that of its last.
type trip struct {
	conn *pgxpool.Conn
	over bool
}

// begun runs work in a transaction that begins with opening, all of it in one round trip.
func begun(ctx context.Context, pool *pgxpool.Pool, opening func(*pgx.Batch), work func(pgx.Tx) error) (err error) {
	conn, err := pool.Acquire(ctx)
	if err != nil {
		return Reason(err)
	}
	t := &trip{conn: conn}
	defer func() {
		if !t.over {
			_ = t.Rollback(ctx)
		}
		conn.Release() // one whose transaction did not end is not used again
	}()
	var b pgx.Batch
	b.Queue("begin")
	if opening != nil {
		opening(&b)
	}
	if err := conn.SendBatch(ctx, &b).Close(); err != nil {
		return Reason(err)
	}
	if err := work(t); err != nil || t.over {
		return Reason(err)
	}
	return Reason(t.Commit(ctx))
}

// set opens with a setting of the transaction.
func set(name, value string) func(*pgx.Batch) {
	return func(b *pgx.Batch) { b.Queue(`select set_config($1, $2, true)`, name, value) }
}

// last asks the last thing of a transaction and commits it, in one round trip. What it asks must always be answered by
// a row, since an answer that is missing does not take the commit back.
func last(ctx context.Context, tx pgx.Tx, sql string, args []any, into ...any) error {
	t, is := tx.(*trip)
	if !is {
		return tx.QueryRow(ctx, sql, args...).Scan(into...)
	}
	var b pgx.Batch
	b.Queue(sql, args...).QueryRow(func(row pgx.Row) error { return row.Scan(into...) })
	b.Queue("commit").Exec(committed)
	err := t.conn.SendBatch(ctx, &b).Close()
	t.over = err == nil
	return err
}

// committed is an error where the database rolled back what it was to commit.
func committed(tag pgconn.CommandTag) error {
	if tag.String() == "ROLLBACK" {
		return pgx.ErrTxCommitRollback
	}
	return nil
}

// Commit ends the transaction.
func (t *trip) Commit(ctx context.Context) error {
	tag, err := t.conn.Exec(ctx, "commit")
	t.over = err == nil
	return errors.Join(err, committed(tag))
}

// Rollback ends the transaction and leaves nothing of it.
func (t *trip) Rollback(ctx context.Context) error {
	_, err := t.conn.Exec(ctx, "rollback")
	t.over = err == nil
	return err
}

// Prepare makes a statement ready.
func (t *trip) Prepare(ctx context.Context, name, sql string) (*pgconn.StatementDescription, error) {
	return t.conn.Conn().Prepare(ctx, name, sql)
}

// Conn is the connection that the transaction is of.
func (t *trip) Conn() *pgx.Conn { return t.conn.Conn() }

// errNested is a transaction within a transaction.
var errNested = errors.New("store: a transaction within a transaction")

// Begin is refused: nothing here needs a transaction within a transaction.
func (t *trip) Begin(context.Context) (pgx.Tx, error) { return nil, errNested }

// LargeObjects are not used.
func (t *trip) LargeObjects() pgx.LargeObjects { return pgx.LargeObjects{} }

// Exec runs a statement.
func (t *trip) Exec(ctx context.Context, sql string, args ...any) (pgconn.CommandTag, error) {
	return t.conn.Exec(ctx, sql, args...)
}

// Query asks for rows.
func (t *trip) Query(ctx context.Context, sql string, args ...any) (pgx.Rows, error) {
	return t.conn.Query(ctx, sql, args...)
}

// QueryRow asks for a row.
func (t *trip) QueryRow(ctx context.Context, sql string, args ...any) pgx.Row {
	return t.conn.QueryRow(ctx, sql, args...)
}

// SendBatch asks several things in one round trip.
func (t *trip) SendBatch(ctx context.Context, b *pgx.Batch) pgx.BatchResults {
	return t.conn.SendBatch(ctx, b)
}

// CopyFrom copies rows in.
func (t *trip) CopyFrom(ctx context.Context, table pgx.Identifier, columns []string, rows pgx.CopyFromSource) (int64,
	error) {
	return t.conn.CopyFrom(ctx, table, columns, rows)
}
