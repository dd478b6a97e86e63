package app

import (
	"context"
	"errors"
	"runtime"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"golang.org/x/time/rate"
)

// How much of the costly work one person may ask for, and how much is done at once. A hand that drags a step asks about
// twenty times a second. [W]
const (
	asksASecond = 60
	asksAtOnce  = 240
	waitsFor    = 3 * time.Second
	mostPeople  = 10_000 // whose asking is remembered
)

// Slow says that somebody asked for more than one person needs, and for how long to wait.
type Slow struct{ Wait time.Duration }

func (s Slow) Error() string { return "app: too much asked at once" }

// ErrBusy says that all hands are full.
var ErrBusy = errors.New("app: too much to plan at once")

// bench is who plans: as many at a time as there are cores, each person in turn.
type bench struct {
	mu     sync.Mutex
	people map[uuid.UUID]*rate.Limiter
	hands  chan struct{}
	pace   rate.Limit
	burst  int
}

var shared = &bench{people: map[uuid.UUID]*rate.Limiter{}, hands: make(chan struct{}, max(2, runtime.NumCPU())),
	pace: asksASecond, burst: asksAtOnce}

// of is somebody's own limit. Where too many are remembered all begin anew.
func (b *bench) of(person uuid.UUID) *rate.Limiter {
	b.mu.Lock()
	defer b.mu.Unlock()
	l := b.people[person]
	if l == nil {
		if len(b.people) >= mostPeople {
			clear(b.people)
		}
		l = rate.NewLimiter(b.pace, b.burst)
		b.people[person] = l
	}
	return l
}

// costly plans something, outside any transaction, in turn.
func (a *App) costly(ctx context.Context, who *Actor, work func() error) error {
	return inTurn(ctx, who, func() error {
		start := time.Now()
		err := work()
		if a.Planned != nil {
			a.Planned(time.Since(start))
		}
		return err
	})
}

// large reads much of a studio on behalf of somebody, in turn.
func (a *App) large(ctx context.Context, who *Actor, right Right, work func(pgx.Tx) error) error {
	if err := a.as(ctx, who, right, func(pgx.Tx) error { return nil }); err != nil {
		return err
	}
	return inTurn(ctx, who, func() error { return a.as(ctx, who, right, work) })
}

// inTurn does work that takes a core for a while: within what one person may ask for, and when a core is free for it.
func inTurn(ctx context.Context, who *Actor, work func() error) error {
	r := shared.of(who.ID).Reserve()
	if wait := r.Delay(); wait > waitsFor {
		r.Cancel()
		return Slow{wait}
	} else if wait > 0 {
		select {
		case <-time.After(wait):
		case <-ctx.Done():
			return ErrBusy
		}
	}
	patient, cancel := context.WithTimeout(ctx, waitsFor)
	defer cancel()
	select {
	case shared.hands <- struct{}{}:
	case <-patient.Done():
		return ErrBusy
	}
	defer func() { <-shared.hands }()
	return work()
}
