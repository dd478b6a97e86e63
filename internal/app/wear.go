package app

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/plan"
	"urncloth/internal/store"
)

// WearAsked is what a client is asked by a link: which studio asks, of which hours, and what was told already. Nothing
// else of the sitting.
type WearAsked struct {
	Studio string                   `json:"studio"`
	From   day.Local                `json:"from" doc:"when the makeup was on"`
	Until  day.Local                `json:"until" doc:"when it came off, as planned"`
	Reads  map[face.Zone]chair.Wore `json:"reads" doc:"what was told by a link already"`
	Text   string                   `json:"text"`
}

// WearTold is how it wore, zone by zone, and how it came off in a person's own words.
type WearTold struct {
	Reads map[face.Zone]chair.Wore `json:"reads" need:"yes"`
	Text  string                   `json:"text,omitempty" len:"0..4000"`
}

// wearAskedFor is for how long after the makeup comes off a client can tell how it wore. [W]
const wearAskedFor = 7 * 24 * time.Hour

// wearDevice is what tells of wear by a link, among the devices of a sitting.
const wearDevice = "wear-link"

// WearLink makes the link by which the client of a sitting tells how it wore.
func (a *App) WearLink(ctx context.Context, who Actor, sitting uuid.UUID) (CardLink, error) {
	return a.link(ctx, who, sitting, forWear, wearAskedFor)
}

// OpenWear is what a link asks.
func (a *App) OpenWear(ctx context.Context, token string) (out WearAsked, err error) {
	_, _, err = a.byLink(ctx, token, forWear, func(tx pgx.Tx, sitting uuid.UUID) error {
		s, err := store.StudioOf(ctx, tx)
		if err != nil {
			return err
		}
		out, _, _, err = worn(ctx, tx, sitting)
		out.Studio = s.Name
		return err
	})
	return out, err
}

// worn is what was told of a sitting's wear by a link, the last word on each zone, in how many events, and its time
// zone.
func worn(ctx context.Context, tx pgx.Tx, sitting uuid.UUID) (out WearAsked, n int, loc *time.Location, err error) {
	f, err := store.ChairOf(ctx, tx, sitting)
	if err != nil {
		return out, 0, nil, err
	}
	p, err := plan.ReadKept(f.Plan, f.ByHand)
	if err != nil {
		return out, 0, nil, err
	}
	if loc, err = p.Sitting.Day.Zone(); err != nil {
		return out, 0, nil, err
	}
	out.From, out.Until, out.Reads = p.Sitting.Day.BaseAt, p.Sitting.Day.LiftAt, map[face.Zone]chair.Wore{}
	bodies, _, err := store.EventsOf(ctx, tx, sitting, 0)
	if err != nil {
		return out, 0, nil, err
	}
	events, err := eventsOf(bodies)
	for _, e := range events {
		if e.Device != wearDevice { // what the studio noted is the studio's
			continue
		}
		n++
		if e.Kind == chair.Note {
			out.Text = e.Text
		}
		for z, w := range e.Wore {
			out.Reads[z] = w
		}
	}
	return out, n, loc, err
}

// TellWear keeps what a client tells by a link. What was told before stays, and the last word on each zone holds.
func (a *App) TellWear(ctx context.Context, token string, told WearTold) error {
	studio, sitting, err := a.byLink(ctx, token, forWear, func(tx pgx.Tx, sitting uuid.UUID) error {
		before, n, loc, err := worn(ctx, tx, sitting)
		if err != nil {
			return err
		}
		var list []store.Event
		add := func(kind chair.Kind, field string, value any) error {
			id := fmt.Sprint(wearDevice, "-", n+len(list))
			b, err := json.Marshal(map[string]any{"id": id, "device": wearDevice, "seq": n + len(list),
				"at": day.Wall(a.Now().In(loc)), "kind": kind, field: value})
			if err != nil {
				return err
			}
			if _, fs := chair.ReadEvent(b, ""); len(fs) > 0 {
				return fs
			}
			list = append(list, store.Event{ID: id, Body: b})
			return nil
		}
		if len(told.Reads) > 0 {
			if err := add(chair.Worn, "reads", told.Reads); err != nil {
				return err
			}
		}
		if told.Text != "" && told.Text != before.Text {
			if err := add(chair.Note, "text", told.Text); err != nil {
				return err
			}
		}
		if len(list) == 0 {
			return doc.Faults{doc.Wrong("reads", nothingTold)}
		}
		if n+len(list) > mostTold {
			return ErrLink
		}
		if err := store.BeginChair(ctx, tx, sitting, 0); err != nil { // where it has not begun
			return err
		}
		_, _, err = store.AppendEvents(ctx, tx, sitting, nil, list)
		return err
	})
	if err == nil {
		a.tellChair(studio, sitting)
	}
	return err
}

// mostTold is how many events one link may make: whoever has it cannot fill the studio's disk.
const mostTold = 60
