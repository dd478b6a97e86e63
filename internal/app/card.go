package app

import (
	"context"
	"crypto/hmac"
	"crypto/sha256"
	"encoding/base64"
	"encoding/binary"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/plan"
	"urncloth/internal/store"
)

// ErrLink is a link that is no longer good, or never was.
var ErrLink = errors.New("app: the link is not good")

// CardLink is what opens the card of a sitting's touch-ups, and until when.
type CardLink struct {
	Token string    `json:"token"`
	Until day.Local `json:"until"`
}

// CardStop is one touch-up as whoever carries the bag sees it.
type CardStop struct {
	ID   string    `json:"id"`
	At   day.Local `json:"at"`
	InS  int       `json:"in_s" doc:"seconds until then, less than 0 where it is over"`
	Do   []string  `json:"do"`
	Done bool      `json:"done"`
}

// BagCard is the touch-ups of one sitting and nothing else of it.
type BagCard struct {
	Stops []CardStop `json:"stops"`
	Until day.Local  `json:"until"`
}

// cardFor is for how long after the makeup comes off a card can be opened.
const cardFor = 2 * time.Hour

// parts of a token: the studio, the sitting, when it ends, and what it is signed with.
const (
	idBytes   = 16
	timeBytes = 8
	macBytes  = sha256.Size
)

// purpose is what a link is for: one that opens one thing opens no other.
type purpose string

const (
	forCard purpose = "card"
	forWear purpose = "wear"
)

// CardLink makes the link by which whoever carries the bag opens the touch-ups of a sitting, that day alone.
func (a *App) CardLink(ctx context.Context, who Actor, sitting uuid.UUID) (CardLink, error) {
	return a.link(ctx, who, sitting, forCard, cardFor)
}

// link makes a link to a sitting that is good for so long after the makeup comes off.
func (a *App) link(ctx context.Context, who Actor, sitting uuid.UUID, of purpose, last time.Duration) (out CardLink,
	err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		p, err := followed(ctx, tx, who, sitting)
		if err != nil {
			return err
		}
		key, err := store.SigningKey(ctx, tx)
		if err != nil {
			return err
		}
		loc, err := p.Sitting.Day.Zone()
		if err != nil {
			return err
		}
		end, _ := p.Sitting.Day.LiftAt.In(loc)
		end = end.Add(last)
		plain := slices.Concat(who.Studio[:], sitting[:], binary.BigEndian.AppendUint64(nil, uint64(end.Unix())))
		out.Token = base64.RawURLEncoding.EncodeToString(append(plain, signed(key, of, plain)...))
		out.Until = day.Wall(end.In(loc))
		return nil
	})
	return out, err
}

func signed(key []byte, of purpose, plain []byte) []byte {
	mac := hmac.New(sha256.New, key)
	mac.Write([]byte(of + "\x00"))
	mac.Write(plain)
	return mac.Sum(nil)
}

// byLink does something of the sitting that a link is for, where it is good, and says of which studio it is.
func (a *App) byLink(ctx context.Context, token string, of purpose,
	work func(tx pgx.Tx, sitting uuid.UUID) error) (studio, sitting uuid.UUID, err error) {
	b, err := base64.RawURLEncoding.DecodeString(token)
	if err != nil || len(b) != 2*idBytes+timeBytes+macBytes {
		return studio, sitting, ErrLink
	}
	plain, mac := b[:len(b)-macBytes], b[len(b)-macBytes:]
	studio, sitting = uuid.UUID(plain[:idBytes]), uuid.UUID(plain[idBytes:2*idBytes])
	end := time.Unix(int64(binary.BigEndian.Uint64(plain[2*idBytes:])), 0)
	err = a.Store.In(ctx, studio, func(tx pgx.Tx) error {
		key, err := store.SigningKey(ctx, tx)
		if err != nil {
			return err
		}
		if !hmac.Equal(mac, signed(key, of, plain)) || a.Now().After(end) {
			return ErrLink
		}
		return work(tx, sitting)
	})
	if errors.Is(err, store.ErrNotFound) { // the sitting was taken out, or its client erased
		return studio, sitting, ErrLink
	}
	return studio, sitting, err
}

// OpenCard is the card that a link opens.
func (a *App) OpenCard(ctx context.Context, token string) (out BagCard, err error) {
	out.Stops = []CardStop{}
	_, _, err = a.byLink(ctx, token, forCard, func(tx pgx.Tx, sitting uuid.UUID) error {
		d, loc, err := a.chairNow(ctx, tx, sitting)
		if err != nil {
			return err
		}
		state := map[string]chair.State{}
		for _, s := range d.Steps {
			state[s.ID] = s.State
		}
		now, _ := d.At.In(loc)
		for _, u := range d.Plan.Wear.TouchUps {
			at, _ := u.At.In(loc)
			stop := CardStop{ID: u.ID, At: u.At, InS: int(at.Sub(now).Seconds()), Do: []string{}, Done: true}
			for _, s := range u.Steps {
				stop.Do = append(stop.Do, s.Say)
				stop.Done = stop.Done && state[s.ID] == chair.Finish
			}
			out.Stops = append(out.Stops, stop)
		}
		out.Until = d.Plan.Sitting.Day.LiftAt
		return nil
	})
	return out, err
}

// chairNow is where a sitting stands now, as the clock at its chair goes.
func (a *App) chairNow(ctx context.Context, tx pgx.Tx, sitting uuid.UUID) (*chair.Document, *time.Location, error) {
	f, err := store.ChairOf(ctx, tx, sitting)
	if err != nil {
		return nil, nil, err
	}
	p, err := plan.ReadKept(f.Plan, f.ByHand)
	if err != nil {
		return nil, nil, err
	}
	loc, err := p.Sitting.Day.Zone()
	if err != nil {
		return nil, nil, err
	}
	bodies, _, err := store.EventsOf(ctx, tx, sitting, 0)
	if err != nil {
		return nil, nil, err
	}
	events, err := eventsOf(bodies)
	if err != nil {
		return nil, nil, err
	}
	now := a.Now().Add(time.Duration(f.ShiftS) * time.Second)
	if len(events) == 0 { // nobody follows it at the chair: all goes as planned
		d := chair.Open(p).Bear(nil, time.Time{})
		d.At, d.Plan = day.Wall(now.In(loc)), p
		return d, loc, nil
	}
	return chair.Open(p).Bear(events, now), loc, nil
}

// eventsOf reads events as they are kept.
func eventsOf(bodies []json.RawMessage) (events []chair.Event, err error) {
	for _, body := range bodies {
		e, fs := chair.ReadEvent(body, "")
		if len(fs) > 0 { // every one was read before it was kept
			return nil, fs
		}
		events = append(events, e)
	}
	return events, nil
}

// CardSays is what whoever carries the bag says of a touch-up: that it was done, or that it was not after all.
type CardSays struct {
	ID   string `json:"id" need:"yes" len:"1..60"`
	Done bool   `json:"done"`
}

// TellCard keeps what was said of a touch-up on a card.
func (a *App) TellCard(ctx context.Context, token string, says CardSays) error {
	studio, sitting, err := a.byLink(ctx, token, forCard, func(tx pgx.Tx, sitting uuid.UUID) error {
		d, loc, err := a.chairNow(ctx, tx, sitting)
		if err != nil {
			return err
		}
		bodies, _, err := store.EventsOf(ctx, tx, sitting, 0)
		if err != nil {
			return err
		}
		events, err := eventsOf(bodies)
		if err != nil {
			return err
		}
		last, n := onCards(events, says.ID)
		if says.Done == (last != "") {
			return nil
		}
		now, _ := d.At.In(loc)
		e := map[string]any{"id": fmt.Sprint(cardDevice, "-", says.ID, "-", n), "device": cardDevice, "seq": n,
			"at": day.Wall(now), "kind": chair.Done, "step": says.ID}
		if !says.Done {
			delete(e, "step")
			e["kind"], e["of"] = chair.Undo, last
		}
		b, err := json.Marshal(e)
		if err != nil {
			return err
		}
		list := []store.Event{{ID: e["id"].(string), Body: b}}
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

// onCards is the event by which a card says that a touch-up was done, where that stands, and how many events cards
// made.
func onCards(events []chair.Event, id string) (last string, n int) {
	for _, e := range events {
		if e.Device != cardDevice {
			continue
		}
		n++
		if e.Kind == chair.Done && e.Step == id {
			last = e.ID
		} else if e.Kind == chair.Undo && e.Of == last {
			last = ""
		}
	}
	return last, n
}

// cardDevice is how a card is called among devices.
const cardDevice = "card"
