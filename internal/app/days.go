package app

import (
	"context"
	"errors"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/agenda"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/internal/store"
)

// Days is the sittings of several days, with where one chair is wanted twice and where it stands free.
type Days struct {
	From     day.Date      `json:"from"`
	Days     int           `json:"days"`
	Today    day.Date      `json:"today"`
	Sittings []SittingLine `json:"sittings"`
	Clashes  []Clash       `json:"clashes"`
	Gaps     []Gap         `json:"gaps"`
}

// Clash is two sittings that want one chair at once.
type Clash struct {
	First  uuid.UUID   `json:"first"`
	Second uuid.UUID   `json:"second"`
	Chair  string      `json:"chair"`
	Of     agenda.Work `json:"of"` // what the second is begun for
	From   day.Local   `json:"from"`
	To     day.Local   `json:"to"`
}

// Gap is a time for which a chair stands free between two sittings.
type Gap struct {
	Chair string    `json:"chair"`
	From  day.Local `json:"from"`
	To    day.Local `json:"to"`
}

// mostDays is how many days are looked at at once: a month's page begins and ends with whole weeks.
const mostDays = 42

// Days lists the sittings of some days.
func (a *App) Days(ctx context.Context, who Actor, from day.Date, days int) (out Days, err error) {
	if days < 1 || days > mostDays {
		return out, doc.Faults{doc.Wrong("days", say.NotBetween, "number", days, "low", 1, "high", mostDays)}
	}
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		s, err := store.StudioOf(ctx, tx)
		if err != nil {
			return err
		}
		today, loc := a.today(s)
		if from.IsZero() {
			from = today
		}
		begin, _ := from.Midnight().In(loc)
		end, _ := from.AddDays(days).Midnight().In(loc)
		rows, err := store.SittingsBetween(ctx, tx, begin, end)
		if err != nil {
			return err
		}
		if err := store.NoteOnce(ctx, tx, who.ID, "list sittings", a.Now()); err != nil {
			return err
		}
		out = Days{From: from, Days: days, Today: today, Sittings: sittingLines(rows, loc)}
		out.Clashes, out.Gaps = chairs(rows, loc)
		return nil
	})
	return out, err
}

// chairs is where chairs are wanted twice, and where they stand free.
func chairs(rows []store.SittingLine, loc *time.Location) (clashes []Clash, gaps []Gap) {
	spells := []agenda.Spell{}
	for _, r := range rows {
		if r.Off {
			continue
		}
		id := r.ID.String()
		spells = append(spells, agenda.Spell{Sitting: id, Chair: r.Artist, Work: agenda.Prep, From: r.ChairAt,
			To: r.BaseAt})
		var off day.Local
		if off.UnmarshalText([]byte(r.LiftAt)) == nil && r.LiftMin > 0 {
			at, _ := off.In(loc)
			spells = append(spells, agenda.Spell{Sitting: id, Chair: r.Artist, Work: agenda.Removal, From: at,
				To: at.Add(time.Duration(r.LiftMin * float64(time.Minute)))})
		}
	}
	clashes, gaps = []Clash{}, []Gap{}
	for _, c := range agenda.Clashes(spells) {
		to := c.First.To
		if c.Second.To.Before(to) {
			to = c.Second.To
		}
		clashes = append(clashes, Clash{uuid.MustParse(c.First.Sitting), uuid.MustParse(c.Second.Sitting),
			c.First.Chair,
			c.Second.Work, day.Wall(c.Second.From.In(loc)), day.Wall(to.In(loc))})
	}
	for _, g := range agenda.Gaps(spells, loc) {
		gaps = append(gaps, Gap{g.Chair, day.Wall(g.From.In(loc)), day.Wall(g.To.In(loc))})
	}
	return clashes, gaps
}

// Move asks for a sitting to begin at another time, or in another chair.
type Move struct {
	Version int       `json:"version" need:"yes" in:"1..1000000000"`
	ChairAt day.Local `json:"chair_at" need:"yes"`
	Artist  *string   `json:"artist,omitempty" len:"0..200"`
}

// MoveSitting moves a sitting with everything in it, and plans it anew.
func (a *App) MoveSitting(ctx context.Context, who Actor, id uuid.UUID, m Move) (Sitting, error) {
	return a.rewrite(ctx, who, id, m.Version, "move sitting",
		func(_ pgx.Tx, _ Actor, _ store.Studio, was store.Sitting) (rewritten, error) {
			s := was.Sitting.Sitting
			s.Day = s.Day.Moved(m.ChairAt)
			now := rewritten{s, was.Title, was.Artist, nil}
			if m.Artist != nil {
				now.artist = *m.Artist
			}
			return now, nil
		})
}

// Copy asks for a sitting like another: of the same client or another, at another time.
type Copy struct {
	ClientID *uuid.UUID `json:"client_id,omitempty"`
	ChairAt  day.Local  `json:"chair_at" need:"yes"`
}

// CopySitting plans a new sitting with the look, the day's shape and the method of another. What was said and read of
// the client that day is asked anew.
func (a *App) CopySitting(ctx context.Context, who Actor, id uuid.UUID, c Copy) (Sitting, error) {
	return again(func() (Sitting, error) {
		return a.newSitting(ctx, who, func(tx pgx.Tx, studio store.Studio) (s newly, err error) {
			like, err := store.StandingOf(ctx, tx, id)
			if err != nil {
				return s, err
			}
			s.client, s.title, s.artist = like.ClientID, like.Title, like.Artist
			if c.ClientID != nil {
				s.client = *c.ClientID
			}
			client, err := store.ClientOf(ctx, tx, s.client)
			if err != nil {
				return s, err
			}
			s.version = client.Version
			s.sitting = sitting.Sitting{Format: sitting.Format, Client: client.Record, Look: like.Sitting.Look,
				Day: like.Sitting.Day.Moved(c.ChairAt), Method: like.Sitting.Method}
			s.sitting.Client.Zones, err = lastZones(ctx, tx, s.client, client.Record.Zones)
			if err != nil {
				return s, err
			}
			if s.sitting.Client.Learned, err = learnedInto(ctx, tx, client); err != nil {
				return s, err
			}
			if s.sitting.Figures, err = figures(ctx, tx); err != nil {
				return s, err
			}
			s.sitting.Kit, err = a.kit(ctx, tx)
			return s, err
		})
	})
}

// lastZones is a client's skin as it was read last.
func lastZones(ctx context.Context, tx pgx.Tx, client uuid.UUID, record map[face.Zone]face.Grades) (
	map[face.Zone]face.Grades, error) {
	last, err := store.LatestSittingOf(ctx, tx, client)
	if errors.Is(err, pgx.ErrNoRows) {
		return record, nil
	}
	return last.Sitting.Client.Zones, err
}

// CallOff asks for a sitting to be called off, or on again.
type CallOff struct {
	Version int  `json:"version" need:"yes" in:"1..1000000000"`
	Off     bool `json:"off" need:"yes"`
}

// CallOffSitting calls a sitting off, or on again.
func (a *App) CallOffSitting(ctx context.Context, who Actor, id uuid.UUID, c CallOff) (out Sitting, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		now, act := a.Now(), "call off sitting"
		at := &now
		if !c.Off {
			at, act = nil, "call on sitting"
		}
		if err := store.CallOff(ctx, tx, id, c.Version, at); err != nil {
			return err
		}
		s, err := store.SittingOf(ctx, tx, id)
		if err != nil {
			return err
		}
		if out, err = a.sitting(who, s); err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, act, s.ClientID)
	})
	return out, err
}

// putBackFor is how long a sitting that was taken out can be put back. [W]
const putBackFor = 7 * 24 * time.Hour

// TakeOutSitting takes a sitting out of the days. It can be put back for a week.
func (a *App) TakeOutSitting(ctx context.Context, who Actor, id uuid.UUID) error {
	return a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if begun, err := store.Begun(ctx, tx, id); err != nil || begun {
			return begunOr(err)
		}
		client, err := store.TakeOut(ctx, tx, id, a.Now(), a.Now().Add(-putBackFor))
		if err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "take out sitting", client)
	})
}

// PutBackSitting puts back a sitting that was taken out.
func (a *App) PutBackSitting(ctx context.Context, who Actor, id uuid.UUID) error {
	return a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		client, err := store.PutBack(ctx, tx, id)
		if err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "put back sitting", client)
	})
}
