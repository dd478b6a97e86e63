package app

import (
	"context"
	"errors"
	"slices"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/internal/store"
)

// clientsPage is how many clients are read at once.
const clientsPage = 100

// ClientLine is a client in a list.
type ClientLine struct {
	ID        uuid.UUID  `json:"id"`
	Name      string     `json:"name"`
	Skin      face.Type  `json:"skin"`
	Allergies []string   `json:"allergies"`
	Sittings  int        `json:"sittings"`
	Last      *time.Time `json:"last,omitempty"`
}

// Client is one client's record. Notes are health data.
type Client struct {
	ID       uuid.UUID     `json:"id"`
	Version  int           `json:"version"`
	Record   face.Client   `json:"record"`
	Skin     face.Type     `json:"skin"`
	Notes    string        `json:"notes"`
	Sittings []SittingLine `json:"sittings"`
}

// ClientEdit is what a person writes into a record. Version is the one it was read at, 0 for a new client.
type ClientEdit struct {
	Version int         `json:"version,omitempty" in:"0..1000000000"`
	Record  face.Client `json:"record" need:"yes"`
	Notes   string      `json:"notes,omitempty" len:"0..20000"`
}

// Clients finds clients by a part of their name, allergies or notes: a page of them by name, after those that are read
// already.
func (a *App) Clients(ctx context.Context, who Actor, words string, skip int) (list []ClientLine, err error) {
	list = []ClientLine{}
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		s, err := store.StudioOf(ctx, tx)
		if err != nil {
			return err
		}
		today, _ := a.today(s)
		if err := store.NoteOnce(ctx, tx, who.ID, "list clients", a.Now()); err != nil {
			return err
		}
		rows, err := store.Clients(ctx, tx, words, skip, clientsPage)
		for _, r := range rows {
			allergies := r.Record.Allergies
			if allergies == nil {
				allergies = []string{}
			}
			list = append(
				list,
				ClientLine{
					r.ID,
					r.Name,
					r.Record.TypeOf(say.In(who.Tongue), r.Record.States(today)),
					allergies,
					r.Sittings,
					r.Last,
				},
			)
		}
		return err
	})
	return list, err
}

// Client reads a record, and notes that it was read.
func (a *App) Client(ctx context.Context, who Actor, id uuid.UUID) (c Client, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		c, err = a.client(ctx, who, tx, id)
		if err != nil {
			return err
		}
		return store.AuditOnce(ctx, tx, who.ID, "read client", id, a.Now())
	})
	return c, err
}

func (a *App) client(ctx context.Context, who Actor, tx pgx.Tx, id uuid.UUID) (Client, error) {
	s, err := store.StudioOf(ctx, tx)
	if err != nil {
		return Client{}, err
	}
	today, loc := a.today(s)
	r, err := store.ClientOf(ctx, tx, id)
	if err != nil {
		return Client{}, err
	}
	rows, err := store.SittingsOf(ctx, tx, id)
	if err != nil {
		return Client{}, err
	}
	return Client{
		r.ID,
		r.Version,
		r.Record,
		r.Record.TypeOf(say.In(who.Tongue), r.Record.States(today)),
		r.Notes,
		sittingLines(rows, loc),
	}, nil
}

// SaveClient adds a client (id nil) or writes one. On store.ErrStale the client returned is the one that stands. What
// changes of their allergies goes into the sittings that are not yet done, which are planned before anything is written
// and kept together with the record.
func (a *App) SaveClient(ctx context.Context, who Actor, id *uuid.UUID, e ClientEdit) (c Client, err error) {
	if err := a.as(ctx, &who, KeepClients, func(tx pgx.Tx) error { return a.checkClient(ctx, tx, e) }); err != nil {
		return c, err
	}
	if id == nil {
		return a.addClient(ctx, who, e)
	}
	return again(func() (Client, error) { return a.changeClient(ctx, who, *id, e) })
}

func (a *App) checkClient(ctx context.Context, tx pgx.Tx, e ClientEdit) error {
	s, err := store.StudioOf(ctx, tx)
	if err != nil {
		return err
	}
	today, _ := a.today(s)
	var fs doc.Faults
	if e.Record.Name == "" {
		fs.Add("record.name", say.IsEmpty)
	}
	if fs = append(fs, e.Record.Check("record", today)...); len(fs) > 0 {
		return fs
	}
	return nil
}

func (a *App) addClient(ctx context.Context, who Actor, e ClientEdit) (c Client, err error) {
	err = a.as(ctx, &who, KeepClients, func(tx pgx.Tx) error {
		id, err := store.AddClient(ctx, tx, e.Record, e.Notes)
		if err != nil {
			return err
		}
		if err := store.Audit(ctx, tx, who.ID, "add client", id); err != nil {
			return err
		}
		c, err = a.client(ctx, who, tx, id)
		return err
	})
	return c, err
}

// changeClient writes a record that stands, and what changed of its allergies into the sittings that are not yet done.
// Where one of those has changed since it was planned, nothing is written: errMoved.
func (a *App) changeClient(ctx context.Context, who Actor, id uuid.UUID, e ClientEdit) (c Client, err error) {
	var studio store.Studio
	var was store.Client
	var ahead []store.Sitting
	err = a.as(ctx, &who, KeepClients, func(tx pgx.Tx) error {
		if studio, err = store.StudioOf(ctx, tx); err != nil {
			return err
		}
		if was, err = store.ClientOf(ctx, tx, id); err != nil {
			return err
		}
		ahead, err = store.SittingsAhead(ctx, tx, id, a.Now())
		return err
	})
	if err != nil {
		return c, err
	}
	stale := was.Version != e.Version
	var list []store.Sitting
	if had, has := was.Record.Allergies, e.Record.Allergies; !stale {
		if list, err = a.reached(ctx, &who, studio, ahead, sitting.Told{At: a.wall(studio), By: who.Name,
			Added: without(has, had), Removed: without(had, has)}); err != nil {
			return c, err
		}
	}
	err = a.as(ctx, &who, KeepClients, func(tx pgx.Tx) error {
		act := "change client"
		if !stale {
			err := a.keepReached(ctx, tx, id, e, ahead, list)
			if stale = errors.Is(err, store.ErrStale); err != nil && !stale {
				return err
			}
		}
		if stale {
			act = "read client"
		}
		if err := store.Audit(ctx, tx, who.ID, act, id); err != nil {
			return err
		}
		c, err = a.client(ctx, who, tx, id)
		return err
	})
	if err == nil && stale {
		err = store.ErrStale
	}
	return c, err
}

// keepReached writes a record and the sittings that were planned anew with it. The record is held before the sittings,
// as everywhere.
func (a *App) keepReached(ctx context.Context, tx pgx.Tx, id uuid.UUID, e ClientEdit, ahead,
	list []store.Sitting) error {
	if _, err := store.SaveClient(ctx, tx, store.Client{ID: id, Version: e.Version, Record: e.Record,
		Notes: e.Notes}); err != nil {
		return err
	}
	now, err := store.SittingsAhead(ctx, tx, id, a.Now())
	if err != nil {
		return err
	}
	if !slices.EqualFunc(now, ahead, func(x, y store.Sitting) bool { return x.ID == y.ID && x.Version == y.Version }) {
		return errMoved
	}
	for _, s := range list {
		if _, err := store.SaveSitting(ctx, tx, s); err != nil {
			return err
		}
	}
	return nil
}
