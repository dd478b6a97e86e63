// Package demoload puts the demo studio into a database.
package demoload

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/day"
	"urncloth/core/plan"
	"urncloth/core/sitting"
	"urncloth/demo"
	"urncloth/internal/password"
	"urncloth/internal/store"
)

// Loaded reports whether the demo studio is in the database at dsn.
func Loaded(ctx context.Context, dsn string) (bool, error) {
	d, err := demo.Read()
	if err != nil {
		return false, err
	}
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return false, err
	}
	defer c.Close(ctx)
	var there bool
	err = pgx.BeginFunc(ctx, c, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `select set_config('app.studio_id', $1, true)`, d.Studio.ID); err != nil {
			return err
		}
		return tx.QueryRow(ctx, `select exists (select from studios where id = $1)`, d.Studio.ID).Scan(&there)
	})
	return there, err
}

// Load puts the demo into the database at dsn, as its owner, once: where it is already there nothing is done.
func Load(ctx context.Context, dsn string) error {
	there, err := Loaded(ctx, dsn)
	if err != nil || there {
		return err
	}
	d, err := demo.Read()
	if err != nil {
		return err
	}
	id, err := uuid.Parse(d.Studio.ID)
	if err != nil {
		return err
	}
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	return pgx.BeginFunc(ctx, c, func(tx pgx.Tx) error {
		if err := people(ctx, tx, id, d.Studio); err != nil {
			return err
		}
		if _, err := store.AddProducts(ctx, tx, d.Kit); err != nil {
			return err
		}
		return sittings(ctx, tx, d)
	})
}

// people adds the studio and who works there.
func people(ctx context.Context, tx pgx.Tx, id uuid.UUID, s demo.Studio) error {
	hash, err := password.Hash(ctx, demo.Password)
	if err != nil {
		return err
	}
	if err := store.AddStudio(ctx, tx, store.Studio{ID: id, Name: s.Name, Timezone: s.Timezone, Place: s.Place,
		Method: s.Method}); err != nil {
		return err
	}
	for _, p := range s.People {
		if _, err := store.AddPerson(ctx, tx, store.Person{Email: p.Email, Name: p.Name, Role: p.Role,
			PasswordHash: hash}); err != nil {
			return err
		}
	}
	return nil
}

// sittings adds the clients and their sittings, planned.
func sittings(ctx context.Context, tx pgx.Tx, d demo.Data) error {
	docs, err := d.Documents()
	if err != nil {
		return err
	}
	ids := map[string]uuid.UUID{}
	for _, c := range d.Clients {
		if ids[c.Key], err = store.AddClient(ctx, tx, c.Record, c.Notes); err != nil {
			return err
		}
	}
	for i, s := range d.Sittings {
		text, err := json.Marshal(plan.Make(&docs[i]))
		if err != nil {
			return err
		}
		chair, base := instants(s.Day)
		docs[i].Method = docs[i].Method.Resolved()
		if _, err := store.AddSitting(ctx, tx, store.Sitting{ClientID: ids[s.Client], Title: s.Title,
			Artist: s.Artist, ChairAt: chair, BaseAt: base, Sitting: sitting.Kept{Sitting: docs[i]}, Plan: text,
		}); err != nil {
			return err
		}
	}
	return nil
}

func instants(d day.Day) (chair, base time.Time) {
	loc, err := d.Zone()
	if err != nil {
		loc = time.UTC
	}
	chair, _ = d.ChairAt.In(loc)
	base, _ = d.BaseAt.In(loc)
	return chair, base
}
