package app

import (
	"context"
	"errors"
	"math"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/chair"
	"urncloth/core/kit"
	"urncloth/core/log"
	"urncloth/core/plan"
	"urncloth/internal/store"
)

// settleAtOnce is how many sittings one look at the kit takes from it; the next look goes on. [W]
const settleAtOnce = 4

// settle looks at what happened at chairs since it was last looked at: it takes from the kit what was done, and keeps
// what that says of figures. What a sitting took is reckoned whole, and the kit is told of the difference: a step that
// is taken back later gives back what it took. A rehearsal on another day takes nothing and says nothing.
func (a *App) settle(ctx context.Context, tx pgx.Tx) error {
	return a.settleSome(ctx, tx, settleAtOnce)
}

func (a *App) settleSome(ctx context.Context, tx pgx.Tx, most int) error {
	list, err := store.ChairsGoneOn(ctx, tx, most)
	if err != nil {
		return err
	}
	for _, c := range list {
		if c.ShiftS == 0 {
			if err := a.lookAt(ctx, tx, c); errors.Is(err, plan.ErrLater) {
				continue // a later program's, which looks at it itself
			} else if err != nil {
				return err
			}
		}
		if err := store.LookedAt(ctx, tx, c.Sitting, c.Last); err != nil {
			return err
		}
	}
	return nil
}

func (a *App) lookAt(ctx context.Context, tx pgx.Tx, c store.GoneOn) error {
	p, err := plan.ReadKept(c.Plan, c.ByHand)
	if err != nil {
		return err
	}
	bodies, _, err := store.EventsOf(ctx, tx, c.Sitting, 0)
	if err != nil {
		return err
	}
	events, err := eventsOf(bodies)
	if err != nil {
		return err
	}
	if c.Takes {
		recalled, _ := chair.Open(p).Recall(events) // what cannot be followed took nothing
		if err := a.takeFrom(ctx, tx, c.Sitting, recalled.Used); err != nil {
			return err
		}
	}
	var says []store.Observed
	for _, s := range log.Observe(p, events) {
		says = append(says, store.Observed(s))
	}
	if err := store.KeepObserved(ctx, tx, c.Sitting, c.Client, says); err != nil {
		return err
	}
	past := log.Past{Plan: p, Events: events}
	d, fs := past.Digest()
	return keepDigest(ctx, tx, c.Sitting, c.Last, d, fs)
}

// kit is what is at hand now, without what is retired.
func (a *App) kit(ctx context.Context, tx pgx.Tx) (kit.Kit, error) {
	if err := a.settle(ctx, tx); err != nil {
		return nil, err
	}
	return store.Kit(ctx, tx)
}

// leastGrams is less than a scale at a chair tells apart: sums differ by rounding.
const leastGrams = 1e-6

func (a *App) takeFrom(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, used []chair.Used) error {
	said, err := store.TakenAt(ctx, tx, sitting)
	if err != nil {
		return err
	}
	was := map[string]store.Move{}
	for _, m := range said {
		was[m.Product] = m
	}
	for _, u := range used {
		if err := a.move(ctx, tx, sitting, was[u.Product], u); err != nil {
			return err
		}
		delete(was, u.Product)
	}
	for _, m := range said {
		if _, back := was[m.Product]; back {
			if err := a.move(ctx, tx, sitting, m, chair.Used{Product: m.Product}); err != nil {
				return err
			}
		}
	}
	return nil
}

// move tells the kit by how much what a sitting took differs from what it was told before.
func (a *App) move(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, was store.Move, u chair.Used) error {
	grams, pieces := -float64(u.Grams)-was.Grams, -u.Count-was.Pieces
	if math.Abs(grams) < leastGrams {
		grams = 0
	}
	if grams == 0 && pieces == 0 {
		return nil
	}
	return store.AddMove(ctx, tx, store.Move{Product: u.Product, Sitting: &sitting, Grams: grams, Pieces: pieces,
		At: a.Now()}, nil)
}

// recount appends that a person counted a product, where what they say differs from what stood there.
func (a *App) recount(ctx context.Context, tx pgx.Tx, who *Actor, was, now *kit.Product) error {
	m := store.Move{Product: now.ID, Grams: value(now.RemainingG) - value(was.RemainingG),
		Pieces: value(now.Count) - value(was.Count), At: a.Now()}
	if m.Grams == 0 && m.Pieces == 0 && (now.RemainingG == nil) == (was.RemainingG == nil) &&
		(now.Count == nil) == (was.Count == nil) {
		return nil
	}
	return store.AddCount(ctx, tx, m, who.ID)
}

func value[N int | float64](n *N) (v N) {
	if n != nil {
		v = *n
	}
	return v
}

// mostMoves is how many lines of a product's stock are shown.
const mostMoves = 50

// Stock is the last that was taken of a product and counted of it, the latest first.
func (a *App) Stock(ctx context.Context, who Actor, product string) (list []store.Move, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if err := a.settle(ctx, tx); err != nil {
			return err
		}
		if _, err := store.ProductOf(ctx, tx, product); err != nil {
			return err
		}
		list, err = store.MovesOf(ctx, tx, product, mostMoves)
		return err
	})
	return list, err
}

// Washed says that what was used of a product is clean again, and back in the kit.
func (a *App) Washed(ctx context.Context, who Actor, product string) (list []store.Dirty, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if err := a.settle(ctx, tx); err != nil {
			return err
		}
		if _, err := store.ProductOf(ctx, tx, product); err != nil {
			return err
		}
		dirty, err := store.ToWash(ctx, tx, washed())
		if err != nil {
			return err
		}
		for _, d := range dirty {
			if d.Product != product {
				continue
			}
			m := store.Move{Product: product, Pieces: d.Pieces, At: a.Now()}
			if err := store.AddMove(ctx, tx, m, &who.ID); err != nil {
				return err
			}
		}
		list, err = store.ToWash(ctx, tx, washed())
		return err
	})
	return list, err
}

func washed() []string {
	list := make([]string, len(kit.Washed))
	for i, k := range kit.Washed {
		list[i] = string(k)
	}
	return list
}
