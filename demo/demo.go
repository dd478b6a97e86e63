// Package demo holds the demo studio, Saltmarsh Row on the day of the Lantern Regatta, as data files. Every name, maker
// and place in it is invented.
package demo

import (
	"context"
	"embed"
	"encoding/json"
	"fmt"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/sitting"
	"urncloth/internal/app"
	"urncloth/internal/store"
)

//go:embed data/*.json
var data embed.FS

// The demo sign-in, shown in the terminal and on the demo's own sign-in page.
const (
	Email    = "mirrin@saltmarsh.example"
	Password = "lantern-regatta"
)

// Studio is the demo studio as its file has it.
type Studio struct {
	ID       uuid.UUID     `json:"id"`
	Name     string        `json:"name"`
	Timezone string        `json:"timezone"`
	Place    day.Place     `json:"place"`
	Method   method.Choice `json:"method"`
	People   []struct {
		Name  string `json:"name"`
		Email string `json:"email"`
		Role  string `json:"role"`
	} `json:"people"`
}

// Client is a client of the demo, by a key that its sittings use.
type Client struct {
	Key    string      `json:"key"`
	Notes  string      `json:"notes"`
	Record face.Client `json:"record"`
}

// Sitting is a sitting of the demo.
type Sitting struct {
	Client string    `json:"client"`
	Title  string    `json:"title"`
	Artist string    `json:"artist"`
	Look   look.Look `json:"look"`
	Day    day.Day   `json:"day"`
}

// Data is the whole demo.
type Data struct {
	Studio   Studio
	Kit      kit.Kit
	Clients  []Client
	Sittings []Sitting
}

// Read reads the demo's files as strictly as any other document.
func Read() (d Data, err error) {
	raw := func(name string) []byte {
		b, e := data.ReadFile("data/" + name + ".json")
		if e != nil && err == nil {
			err = e
		}
		return b
	}
	wrapped := []byte(fmt.Sprintf(`{"studio":%s,"kit":%s,"clients":%s,"sittings":%s}`, raw("studio"), raw("kit"), raw("clients"), raw("sittings")))
	if err != nil {
		return d, err
	}
	var all struct {
		Studio   Studio    `json:"studio"`
		Kit      kit.Kit   `json:"kit"`
		Clients  []Client  `json:"clients"`
		Sittings []Sitting `json:"sittings"`
	}
	if fs := doc.Read(wrapped, &all); len(fs) > 0 {
		return d, fs
	}
	return Data(all), nil
}

// Documents is the demo's sittings as documents, in order, for tests and benchmarks.
func (d Data) Documents() ([]sitting.Sitting, error) {
	byKey := map[string]face.Client{}
	for _, c := range d.Clients {
		byKey[c.Key] = c.Record
	}
	list := make([]sitting.Sitting, len(d.Sittings))
	for i, s := range d.Sittings {
		list[i] = sitting.Sitting{Format: sitting.Format, Client: byKey[s.Client], Look: s.Look, Day: s.Day, Method: d.Studio.Method, Kit: d.Kit}
		if fs := list[i].Check("", nil); len(fs) > 0 {
			return nil, fmt.Errorf("sitting of %s: %w", s.Client, fs)
		}
	}
	return list, nil
}

// Loaded reports whether the demo studio is in the database at dsn.
func Loaded(ctx context.Context, dsn string) (bool, error) {
	d, err := Read()
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
		if _, err := tx.Exec(ctx, `select set_config('app.studio_id', $1, true)`, d.Studio.ID.String()); err != nil {
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
	d, err := Read()
	if err != nil {
		return err
	}
	docs, err := d.Documents()
	if err != nil {
		return err
	}
	hash, err := app.HashPassword(Password)
	if err != nil {
		return err
	}
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	return pgx.BeginFunc(ctx, c, func(tx pgx.Tx) error {
		if err := store.AddStudio(ctx, tx, store.Studio{ID: d.Studio.ID, Name: d.Studio.Name, Timezone: d.Studio.Timezone, Place: d.Studio.Place, Method: d.Studio.Method}); err != nil {
			return err
		}
		for _, p := range d.Studio.People {
			if err := store.AddPerson(ctx, tx, store.Person{Email: p.Email, Name: p.Name, Role: p.Role, PasswordHash: hash}); err != nil {
				return err
			}
		}
		if _, err := store.AddProducts(ctx, tx, d.Kit); err != nil {
			return err
		}
		ids := map[string]uuid.UUID{}
		for _, cl := range d.Clients {
			if ids[cl.Key], err = store.AddClient(ctx, tx, cl.Record, cl.Notes); err != nil {
				return err
			}
		}
		for i, s := range d.Sittings {
			text, err := json.Marshal(plan.Make(&docs[i]))
			if err != nil {
				return err
			}
			chair, base := instants(s.Day)
			if _, err := store.AddSitting(ctx, tx, store.Sitting{ClientID: ids[s.Client], Title: s.Title, Artist: s.Artist, ChairAt: chair, BaseAt: base, Sitting: docs[i], Plan: text}); err != nil {
				return err
			}
		}
		return nil
	})
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
