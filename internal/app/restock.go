package app

import (
	"context"
	"math"
	"runtime"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"golang.org/x/sync/errgroup"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/kit"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/internal/store"
)

// Restock is what bookings take more of than there is, and what goes out of date before they are done.
type Restock struct {
	Days  int           `json:"days"`
	Short []RestockLine `json:"short"`
	Stale []RestockLine `json:"stale"`
}

// RestockLine is a product of which there is not enough. Grams, or pieces of what is counted.
type RestockLine struct {
	Product string  `json:"product"`
	Name    string  `json:"name"`
	Needs   doc.Num `json:"needs"`
	Has     doc.Num `json:"has"`
	Pieces  bool    `json:"pieces"`
	Packs   int     `json:"packs" doc:"how many packs cover it, 0 where the pack is not known"`
	Until   string  `json:"until" doc:"the last day it may be used, where it is no longer in date for a booking"`
}

// restockDays is how many days of bookings are looked at. [W]
const restockDays = 28

// Restock reckons what to buy for the bookings of the coming weeks.
func (a *App) Restock(ctx context.Context, who Actor) (Restock, error) {
	due, err := a.Due(ctx, who)
	return Restock{restockDays, due.Short, due.Stale}, err
}

// Due is what a studio has to see to beside its sittings.
type Due struct {
	Tests []DueTest     `json:"tests" doc:"skin tests that clients need before their sittings"`
	Short []RestockLine `json:"short" doc:"what bookings take more of than there is"`
	Stale []RestockLine `json:"stale" doc:"what is out of date, or will be before the bookings are done"`
	Wash  []store.Dirty `json:"wash" doc:"what was used and goes to the wash"`
}

// DueTest is a skin test: by when, why, and for which sitting.
type DueTest struct {
	Sitting uuid.UUID `json:"sitting_id"`
	Client  string    `json:"client"`
	At      day.Local `json:"at" doc:"when the sitting begins"`
	By      day.Date  `json:"by" doc:"the last day on which the test says enough"`
	Say     string    `json:"say"`
}

// Due reckons what a studio has to see to for the bookings of the coming weeks.
func (a *App) Due(ctx context.Context, who Actor) (out Due, err error) {
	out = Due{[]DueTest{}, []RestockLine{}, []RestockLine{}, []store.Dirty{}}
	var ahead []store.Ahead
	var shelf []store.Shelved
	var today day.Date
	err = a.large(ctx, &who, Work, func(tx pgx.Tx) error {
		if err := a.settle(ctx, tx); err != nil {
			return err
		}
		s, err := store.StudioOf(ctx, tx)
		if err != nil {
			return err
		}
		today, _ = a.today(s)
		if shelf, err = store.Shelf(ctx, tx); err != nil {
			return err
		}
		if out.Wash, err = store.ToWash(ctx, tx, washed()); err != nil {
			return err
		}
		if err := store.NoteOnce(ctx, tx, who.ID, "list sittings", a.Now()); err != nil {
			return err
		}
		ahead, err = store.PlansAhead(ctx, tx, a.Now(), a.Now().AddDate(0, 0, restockDays))
		return err
	})
	if err != nil {
		return out, err
	}
	return out, a.costly(ctx, &who, func() error { return out.reckon(ahead, shelf, today, who.Tongue) })
}

func (d *Due) reckon(ahead []store.Ahead, shelf []store.Shelved, today day.Date, tongue say.Tag) error {
	plans := make([]*plan.Plan, len(ahead))
	var all errgroup.Group
	all.SetLimit(runtime.NumCPU())
	for i := range ahead {
		all.Go(func() (err error) {
			plans[i], err = plan.ReadKept(ahead[i].Plan, false)
			return err
		})
	}
	if err := all.Wait(); err != nil {
		return err
	}
	for i, p := range plans {
		if _, asked := p.Test(); asked {
			p = p.In(tongue)
			t, _ := p.Test()
			d.Tests = append(d.Tests, DueTest{ahead[i].ID, ahead[i].Client, p.Sitting.Day.ChairAt, t.By, t.Say})
		}
	}
	k := kit.Kit{}
	for _, s := range shelf {
		if !s.Retired {
			k = append(k, s.Product)
		}
	}
	for _, s := range plan.Shortages(k, plans) {
		p := k.Find(s.Product)
		line := RestockLine{Product: p.ID, Name: p.Name, Needs: doc.Num(s.Needs.Grams), Has: doc.Num(s.Has.Grams)}
		if s.Needs.Pieces > 0 && p.Count != nil {
			line.Needs, line.Has, line.Pieces = doc.Num(s.Needs.Pieces), doc.Num(s.Has.Pieces), true
		} else if p.PackG > 0 {
			line.Packs = int(math.Ceil((s.Needs.Grams - s.Has.Grams) / p.PackG))
		}
		d.Short = append(d.Short, line)
	}
	for i := range k {
		if last, dated := k[i].UseBy(); dated && last.Before(today.AddDays(restockDays)) {
			d.Stale = append(d.Stale, RestockLine{Product: k[i].ID, Name: k[i].Name, Until: last.String()})
		}
	}
	return nil
}
