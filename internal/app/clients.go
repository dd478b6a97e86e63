package app

import (
	"context"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/internal/store"
)

const listLimit = 200

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

// Clients finds clients by a part of the name.
func (a *App) Clients(ctx context.Context, who Actor, words string) (list []ClientLine, err error) {
	list = []ClientLine{}
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		s, err := store.StudioOf(ctx, tx)
		if err != nil {
			return err
		}
		today, _ := a.today(s)
		rows, err := store.Clients(ctx, tx, words, listLimit)
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
					r.Record.TypeOf(say.English, r.Record.States(today)),
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
		c, err = a.client(ctx, tx, id)
		if err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "read client", id)
	})
	return c, err
}

func (a *App) client(ctx context.Context, tx pgx.Tx, id uuid.UUID) (Client, error) {
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
		r.Record.TypeOf(say.English, r.Record.States(today)),
		r.Notes,
		sittingLines(rows, loc),
	}, nil
}

// SaveClient adds a client (id nil) or writes one. On store.ErrStale the client returned is the one that stands.
func (a *App) SaveClient(ctx context.Context, who Actor, id *uuid.UUID, e ClientEdit) (c Client, err error) {
	stale := false
	err = a.as(ctx, &who, KeepClients, func(tx pgx.Tx) error {
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
		act := "change client"
		if id == nil {
			added, err := store.AddClient(ctx, tx, e.Record, e.Notes)
			if err != nil {
				return err
			}
			id, act = &added, "add client"
		} else if err := a.changeClient(ctx, tx, who, s, *id, e); err == store.ErrStale {
			stale, act = true, "read client"
		} else if err != nil {
			return err
		}
		if err := store.Audit(ctx, tx, who.ID, act, *id); err != nil {
			return err
		}
		c, err = a.client(ctx, tx, *id)
		return err
	})
	if err == nil && stale {
		err = store.ErrStale
	}
	return c, err
}

// changeClient writes a record that stands, and what changed of its allergies into the sittings that are not yet done.
func (a *App) changeClient(ctx context.Context, tx pgx.Tx, who Actor, s store.Studio, id uuid.UUID,
	e ClientEdit) error {
	was, err := store.ClientOf(ctx, tx, id)
	if err != nil {
		return err
	}
	if _, err := store.SaveClient(ctx, tx, store.Client{ID: id, Version: e.Version, Record: e.Record,
		Notes: e.Notes}); err != nil {
		return err
	}
	had, has := was.Record.Allergies, e.Record.Allergies
	return a.reach(ctx, tx, s, id, sitting.Told{At: a.wall(s), By: who.Name, Added: without(has, had),
		Removed: without(had, has)})
}
