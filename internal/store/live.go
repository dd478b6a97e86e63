package store

import (
	"context"
	"encoding/json"
	"log/slog"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Change is that something of a studio was changed: what kind of thing, and which one where that matters. Nothing of
// what is in it.
type Change struct {
	Studio uuid.UUID `json:"studio"`
	Kind   string    `json:"kind"`
	ID     string    `json:"id"`
}

// Live hands on what the database tells of changes to whoever listens, by studio.
type Live struct {
	mu        sync.Mutex
	listeners map[uuid.UUID]map[chan Change]bool
}

// mostWaiting is how many changes wait for one listener; one that lags that far behind is told to look at everything.
const mostWaiting = 32

// Everything is the kind of a change that may be anything: changes were missed.
const Everything = "everything"

// Listen returns the changes of a studio from now on, until stop is called.
func (l *Live) Listen(studio uuid.UUID) (changes <-chan Change, stop func()) {
	c := make(chan Change, mostWaiting)
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.listeners == nil {
		l.listeners = map[uuid.UUID]map[chan Change]bool{}
	}
	if l.listeners[studio] == nil {
		l.listeners[studio] = map[chan Change]bool{}
	}
	l.listeners[studio][c] = true
	return c, func() {
		l.mu.Lock()
		defer l.mu.Unlock()
		delete(l.listeners[studio], c)
		if len(l.listeners[studio]) == 0 {
			delete(l.listeners, studio)
		}
	}
}

func (l *Live) tell(c Change) {
	if c.Studio == uuid.Nil {
		l.all()
		return
	}
	l.mu.Lock()
	defer l.mu.Unlock()
	for who := range l.listeners[c.Studio] {
		hand(who, c)
	}
}

// hand gives a change to a listener without waiting for it: what one that lags has missed becomes one change that may
// be anything.
func hand(who chan Change, c Change) {
	select {
	case who <- c:
	default:
		for len(who) > 0 {
			<-who
		}
		who <- Change{Studio: c.Studio, Kind: Everything}
	}
}

// all tells every listener that changes were missed.
func (l *Live) all() {
	l.mu.Lock()
	defer l.mu.Unlock()
	for studio, list := range l.listeners {
		for who := range list {
			hand(who, Change{Studio: studio, Kind: Everything})
		}
	}
}

// listenAgain is how long it is until a lost connection is made again.
const listenAgain = time.Second

// run listens at the database at dsn until ctx ends. A connection that is lost is made again, and everybody told that
// something may have been missed meanwhile.
func (l *Live) run(ctx context.Context, dsn string) {
	for ctx.Err() == nil {
		if err := l.listen(ctx, dsn); err != nil && ctx.Err() == nil {
			slog.Warn("changes are not heard of just now", "error", err)
		}
		select {
		case <-ctx.Done():
		case <-time.After(listenAgain):
		}
	}
}

func (l *Live) listen(ctx context.Context, dsn string) error {
	conn, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return err
	}
	defer conn.Close(context.WithoutCancel(ctx))
	if _, err := conn.Exec(ctx, "listen urncloth"); err != nil {
		return err
	}
	l.all()
	for {
		n, err := conn.WaitForNotification(ctx)
		if err != nil {
			return err
		}
		var c Change
		if err := json.Unmarshal([]byte(n.Payload), &c); err == nil {
			l.tell(c)
		}
	}
}
