package app

import (
	"context"
	"slices"

	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/core/log"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/internal/store"
)

// OwnFigures is the working figures that checks measure: the studio's own values beside the handbook's.
type OwnFigures struct {
	Figures []OwnFigure `json:"figures"`
	Waiting int         `json:"waiting" doc:"sittings that are not counted yet: ask again"`
}

// OwnFigure is one of them, and what the studio said of it.
type OwnFigure struct {
	log.Own
	Said *store.Decided `json:"said,omitempty"`
}

// readAtOnce is how many sittings one look at the figures reads for what they say. [W]
const readAtOnce = 40

// ownFigures reckons what the studio's log says, in a language.
func (a *App) ownFigures(ctx context.Context, tx pgx.Tx, tongue say.Tag) (out OwnFigures, err error) {
	out.Figures = []OwnFigure{}
	if err := a.settleSome(ctx, tx, readAtOnce); err != nil {
		return out, err
	}
	rows, waiting, err := store.ObservedAll(ctx, tx)
	if err != nil {
		return out, err
	}
	out.Waiting = waiting
	seen := make([]log.Seen, len(rows))
	for i, r := range rows {
		seen[i] = log.Seen(r)
	}
	said, err := store.DecidedAll(ctx, tx)
	if err != nil {
		return out, err
	}
	for _, o := range log.Estimate(seen, say.In(tongue.Named())) {
		f := OwnFigure{Own: o}
		if i := slices.IndexFunc(said, func(d store.Decided) bool { return d.Key == o.Key }); i >= 0 {
			f.Said = &said[i]
		}
		out.Figures = append(out.Figures, f)
	}
	return out, nil
}

// OwnFigures is what the studio's log says of the working figures that checks measure.
func (a *App) OwnFigures(ctx context.Context, who Actor) (out OwnFigures, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		out, err = a.ownFigures(ctx, tx, who.Tongue)
		return err
	})
	return out, err
}

// FigureWord is an owner's word on the studio's own value of a figure: new sittings go by it, or by the handbook's.
type FigureWord struct {
	Key   string `json:"key" need:"yes" len:"1..200"`
	Taken bool   `json:"taken" need:"yes"`
}

// DecideFigure keeps an owner's word. What is taken is the value as it stands now; it does not move by itself after.
func (a *App) DecideFigure(ctx context.Context, who Actor, w FigureWord) (out OwnFigures, err error) {
	err = a.as(ctx, &who, KeepHouse, func(tx pgx.Tx) error {
		all, err := a.ownFigures(ctx, tx, who.Tongue)
		if err != nil {
			return err
		}
		i := slices.IndexFunc(all.Figures, func(f OwnFigure) bool { return f.Key == w.Key })
		switch {
		case i < 0:
			return doc.Faults{doc.Wrong("key", say.NotMeasured, "key", w.Key)}
		case w.Taken && !all.Figures[i].Enough:
			return doc.Faults{doc.Wrong("taken", tooLittle)}
		}
		f := all.Figures[i]
		if err := store.Decide(ctx, tx, store.Decided{Key: f.Key, Value: f.Value, Spread: f.Spread, Seen: f.Seen,
			Clients: f.Clients, Taken: w.Taken, At: a.Now()}, who.ID); err != nil {
			return err
		}
		if err := store.Note(ctx, tx, who.ID, "own figure", f.Key); err != nil {
			return err
		}
		out, err = a.ownFigures(ctx, tx, who.Tongue)
		return err
	})
	return out, err
}

// figures is the own values that new sittings go by, nil for none.
func figures(ctx context.Context, tx pgx.Tx) (sitting.Figures, error) {
	all, err := store.TakenFigures(ctx, tx)
	if err != nil || len(all) == 0 {
		return nil, err
	}
	return all, nil
}
