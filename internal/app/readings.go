package app

import (
	"context"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/say"
	"urncloth/internal/store"
)

// NewReading is a reading to take into a sitting. A probe is read by the program itself.
type NewReading struct {
	Version int          `json:"version" need:"yes" in:"1..1000000000"`
	Reading face.Reading `json:"reading" need:"yes"`
	Fault   bool         `json:"fault,omitempty" doc:"let the simulated probe fail"`
}

// Read takes a reading into a sitting: the grades it gives become the zone's, the reading is kept with its time, and
// the sitting is planned anew; steps made by hand stay and are checked anew. On store.ErrStale the sitting returned
// is the one that stands.
func (a *App) Read(ctx context.Context, who Actor, id uuid.UUID, n NewReading) (Sitting, error) {
	return a.rewrite(
		ctx,
		who,
		id,
		n.Version,
		"read skin",
		func(_ pgx.Tx, _ Actor, studio store.Studio, was store.Sitting) (rewritten, error) {
			r := n.Reading
			r.At = a.wall(studio)
			if r.By == face.ByProbe {
				shown, err := a.Bench.Probe(was.ClientID.String(), n.Fault).Read(r.Zone)
				if err != nil {
					return rewritten{}, err
				}
				r.SebumUG = doc.Round(shown.SebumUG)
				r.Hydration = doc.Round(shown.Hydration)
				r.SurfaceC = doc.Round(shown.SurfaceC)
			}
			if err := r.Grade(); err != nil {
				return rewritten{}, doc.Faults{{Path: "reading.sheet", Say: err.Error()}}
			}
			s := was.Sitting.Sitting
			g := s.Client.Zones[r.Zone]
			if r.Oil != nil {
				g.Oil = r.Oil
			}
			if r.Water != nil {
				g.Water = r.Water
			}
			s.Client.Zones[r.Zone] = g
			s.Client.Readings = append(s.Client.Readings, r)
			if r.By == face.ByProbe && r.Zone == face.Cheeks {
				s.Day.SurfaceC = &r.SurfaceC
			}
			kept, err := handOf(was)
			return rewritten{s, was.Title, was.Artist, kept}, err
		},
	)
}

// Skin is a client's skin as it was at one sitting.
type Skin struct {
	Sitting uuid.UUID                 `json:"sitting"`
	On      day.Date                  `json:"on"`
	Title   string                    `json:"title"`
	Type    face.Type                 `json:"type"`
	Zones   map[face.Zone]face.Grades `json:"zones"`
}

// Skins lists a client's skin at every sitting, the latest first.
func (a *App) Skins(ctx context.Context, who Actor, client uuid.UUID) (list []Skin, err error) {
	list = []Skin{}
	err = a.large(ctx, &who, Work, func(tx pgx.Tx) error {
		if _, err := store.ClientOf(ctx, tx, client); err != nil {
			return err
		}
		all, err := store.WholeSittingsOf(ctx, tx, client)
		for _, s := range all {
			c := s.Sitting.Client
			states := c.States(s.Sitting.Day.Date)
			zones := map[face.Zone]face.Grades{}
			for z := range face.N {
				oil, water := states[z].Oil, states[z].Water
				zones[z] = face.Grades{Oil: &oil, Water: &water, Marks: states[z].Marks}
			}
			list = append(list, Skin{s.ID, s.Sitting.Day.Date, s.Title, c.TypeOf(say.In(who.Tongue), states), zones})
		}
		if err != nil {
			return err
		}
		return store.AuditOnce(ctx, tx, who.ID, "read client", client, a.Now())
	})
	return list, err
}
