package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/plan"
	"urncloth/internal/store"
)

// ErrBegun is a sitting that has begun at the chair: it stays.
var ErrBegun = fmt.Errorf("app: the sitting has begun at the chair")

// Heard is what came of events that were sent. Those that were known already change nothing.
type Heard struct {
	Added   int `json:"added"`
	Known   int `json:"known"`
	OffsetS int `json:"offset_s" doc:"seconds by which the device's clock was put right, 0 where it is right"`
}

// Happened is the events of a sitting from a number on, each as it is kept.
type Happened struct {
	Events []map[string]any `json:"events"`
	Last   int64            `json:"last"`
	ShiftS int64            `json:"shift_s" doc:"seconds by which the chair's clock was set, for a rehearsal"`
	Begun  bool             `json:"begun"`
	Now    int64            `json:"now" doc:"what the server's clock shows, ms since 1970"`
}

// Sent is how a device sends events: what its clock shows, zero where it does not say, and by how many seconds the
// clock at the chair is set against it, which counts when the sitting begins.
type Sent struct {
	Now    time.Time
	ShiftS int64
}

// clockOff is from how far a device's clock is called wrong: what it says is put right by the server's.
const clockOff = 2 * time.Second

// Append keeps events of a sitting's chair, one JSON object a line, each once however often it is sent. The first
// begins the sitting: from then on its plan is followed as it is.
func (a *App) Append(ctx context.Context, who Actor, sitting uuid.UUID, lines []byte, by Sent) (out Heard,
	err error) {
	events, fs := chair.ReadLines(lines)
	if len(fs) > 0 {
		if err := a.Present(ctx, who); err != nil {
			return out, err
		}
		return out, fs
	}
	off := time.Duration(0)
	if d := a.Now().Sub(by.Now); !by.Now.IsZero() && d.Abs() >= clockOff {
		off = d.Round(time.Second)
	}
	out.OffsetS = int(off.Seconds())
	begun := false
	keep := func(tx pgx.Tx) error {
		list, err := kept(ctx, tx, sitting, events, off)
		if err == nil {
			out.Added, begun, err = store.AppendEvents(ctx, tx, sitting, &who.ID, list)
		}
		return err
	}
	if err = a.as(ctx, &who, Work, keep); err == nil && !begun {
		err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
			if err := a.begin(ctx, tx, who, sitting, by.ShiftS); err != nil {
				return err
			}
			return keep(tx)
		})
	}
	out.Known = len(events) - out.Added
	if err == nil { // of known ones too: whoever kept them may have been ended before telling
		a.tellChair(who.Studio, sitting)
	}
	return out, err
}

// tellChair lets who follows a sitting elsewhere know that there is more.
func (a *App) tellChair(studio, sitting uuid.UUID) {
	a.Store.Tell(store.Change{Studio: studio, Kind: "chair", ID: sitting.String()})
}

// begin keeps the plan that is followed, and notes that the client's record is worked with.
func (a *App) begin(ctx context.Context, tx pgx.Tx, who Actor, sitting uuid.UUID, shiftS int64) error {
	f, err := store.ChairOf(ctx, tx, sitting)
	if err != nil {
		return err
	}
	if err := store.BeginChair(ctx, tx, sitting, shiftS); err != nil {
		return err
	}
	return store.Audit(ctx, tx, who.ID, "begin sitting", f.Client)
}

// kept is events as they are kept: the times of a device whose clock is wrong put right.
func kept(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, events []chair.Event, off time.Duration) ([]store.Event,
	error) {
	list := make([]store.Event, len(events))
	loc := time.UTC
	if off != 0 {
		f, err := store.ChairOf(ctx, tx, sitting)
		if err != nil {
			return nil, err
		}
		var p plan.Plan
		if err := json.Unmarshal(f.Plan, &p); err != nil {
			return nil, err
		}
		if loc, err = p.Sitting.Day.Zone(); err != nil {
			return nil, err
		}
	}
	for i := range events {
		e := &events[i]
		list[i] = store.Event{ID: e.ID, Body: json.RawMessage(e.Line())}
		if off == 0 {
			continue
		}
		at, _ := e.At.In(loc)
		var fields map[string]any
		if err := json.Unmarshal(list[i].Body, &fields); err != nil {
			return nil, err
		}
		list[i].SaidAt, fields["at"] = e.At.String(), day.Wall(at.Add(off).In(loc)).String()
		b, err := json.Marshal(fields)
		if err != nil {
			return nil, err
		}
		list[i].Body = b
	}
	return list, nil
}

// EventsAfter is the events of a sitting that were kept after a number.
func (a *App) EventsAfter(ctx context.Context, who Actor, sitting uuid.UUID, after int64) (out Happened, err error) {
	out.Events, out.Now = []map[string]any{}, a.Now().UnixMilli()
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		f, err := store.ChairOf(ctx, tx, sitting)
		if err != nil {
			return err
		}
		out.ShiftS, out.Begun = f.ShiftS, f.Begun
		if out.Events, out.Last, err = bodiesOf(ctx, tx, sitting, after); err != nil {
			return err
		}
		if after == 0 {
			return store.Audit(ctx, tx, who.ID, "read sitting", f.Client)
		}
		return nil
	})
	return out, err
}

// bodiesOf reads the events of a sitting after a number, and the last number.
func bodiesOf(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, after int64) ([]map[string]any, int64, error) {
	list, last, err := store.EventsOf(ctx, tx, sitting, after)
	out := make([]map[string]any, len(list))
	for i := range list {
		err = errors.Join(err, json.Unmarshal(list[i], &out[i]))
	}
	return out, last, err
}

// AtChair is what happened at the chair of one sitting, and the plan it was followed by.
type AtChair struct {
	SittingID uuid.UUID        `json:"sitting_id"`
	Plan      map[string]any   `json:"plan" doc:"urncloth.plan/1 as it was when the sitting began"`
	Events    []map[string]any `json:"events"`
}

// atChair reads what is held of a sitting's chair, false where it has not begun.
func atChair(ctx context.Context, tx pgx.Tx, sitting uuid.UUID) (out AtChair, begun bool, err error) {
	f, err := store.ChairOf(ctx, tx, sitting)
	if err != nil || !f.Begun {
		return out, false, err
	}
	out = AtChair{SittingID: sitting}
	if err := json.Unmarshal(f.Plan, &out.Plan); err != nil {
		return out, true, err
	}
	out.Events, _, err = bodiesOf(ctx, tx, sitting, 0)
	return out, true, err
}

// followed reads the plan by which a sitting is worked at the chair, in the language of who asks.
func followed(ctx context.Context, tx pgx.Tx, who Actor, sitting uuid.UUID) (*plan.Plan, error) {
	f, err := store.ChairOf(ctx, tx, sitting)
	if err != nil {
		return nil, err
	}
	kept, err := plan.ReadKept(f.Plan, f.ByHand)
	if err != nil {
		return nil, err
	}
	return kept.In(who.Tongue), store.Audit(ctx, tx, who.ID, "read sitting", f.Client)
}

// FollowedPlan is the plan by which a sitting is worked at the chair.
func (a *App) FollowedPlan(ctx context.Context, who Actor, sitting uuid.UUID) (p plan.Plan, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		kept, err := followed(ctx, tx, who, sitting)
		if err == nil {
			p = *kept
		}
		return err
	})
	return p, err
}

// Follow is where a sitting stands at a moment, the last event's for none: what `urncloth follow` says of the same plan
// and the same events.
func (a *App) Follow(ctx context.Context, who Actor, sitting uuid.UUID, moment string) (*chair.Document, error) {
	var l day.Local
	if moment != "" {
		if err := l.UnmarshalText([]byte(moment)); err != nil {
			fs := doc.Faults{}
			fs.AddError("at", err)
			return nil, fs
		}
	}
	var p *plan.Plan
	var bodies []json.RawMessage
	if err := a.as(ctx, &who, Work, func(tx pgx.Tx) (err error) {
		if p, err = followed(ctx, tx, who, sitting); err == nil {
			bodies, _, err = store.EventsOf(ctx, tx, sitting, 0)
		}
		return err
	}); err != nil {
		return nil, err
	}
	at := time.Time{}
	if loc, err := p.Sitting.Day.Zone(); err == nil && moment != "" {
		at, _ = l.In(loc)
	}
	events, err := eventsOf(bodies)
	if err != nil {
		return nil, err
	}
	return chair.Open(p).Bear(events, at), nil
}

// begunOr is what keeps a sitting where it is: a failure, or that it has begun.
func begunOr(err error) error {
	if err != nil {
		return err
	}
	return ErrBegun
}
