package store

import (
	"context"
	"encoding/json"
	"log/slog"
	"sync"
	"time"

	"github.com/jackc/pgx/v5/pgxpool"
)

// teller tells the database's listeners of changes that are committed, many in one statement. A transaction that
// notifies holds a lock of the whole server while it commits: were each to notify by itself, they would commit one by
// one.
type teller struct {
	mu     sync.Mutex
	next   map[Change]bool
	flying sync.WaitGroup
	closed bool
}

const (
	tellEvery  = 10 * time.Millisecond // statements that tell are at least so far apart
	tellAgain  = time.Second           // after one that failed
	tellWithin = 5 * time.Second
)

// Tell lets whoever listens know of a change that has been committed, within some milliseconds. What a server is ended
// before telling, it makes up for when it starts again: see Open.
func (s *Store) Tell(c Change) {
	t := &s.teller
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.closed {
		return
	}
	if t.next == nil {
		t.next = map[Change]bool{}
		t.flying.Go(func() { t.fly(s.Pool) })
	}
	t.next[c] = true
}

// fly tells until there is nothing more to tell.
func (t *teller) fly(pool *pgxpool.Pool) {
	for {
		t.mu.Lock()
		now := t.next
		if t.next = nil; len(now) > 0 {
			t.next = map[Change]bool{}
		}
		t.mu.Unlock()
		if len(now) == 0 {
			return
		}
		pause := tellEvery
		if err := send(pool, now); err != nil {
			slog.Warn("a change is not told just now", "error", err)
			pause = t.back(now)
		}
		time.Sleep(pause)
	}
}

// back takes back what could not be told, and returns for how long to wait. A store that is being closed forgets it.
func (t *teller) back(list map[Change]bool) time.Duration {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.closed {
		return 0
	}
	for c := range list {
		t.next[c] = true
	}
	return tellAgain
}

// end waits until everything is told.
func (t *teller) end() {
	t.mu.Lock()
	t.closed = true
	t.mu.Unlock()
	t.flying.Wait()
}

// send is one statement: it keeps nothing, and so does not wait for the disk.
func send(pool *pgxpool.Pool, list map[Change]bool) error {
	ctx, stop := context.WithTimeout(context.Background(), tellWithin)
	defer stop()
	words := make([]string, 0, len(list))
	for c := range list {
		b, err := json.Marshal(c)
		if err != nil {
			return err
		}
		words = append(words, string(b))
	}
	_, err := pool.Exec(ctx, `select set_config('synchronous_commit', 'off', true), pg_notify('urncloth', word)
		from unnest($1::text[]) word`, words)
	return Reason(err)
}
