package app

import (
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/log"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/internal/store"
)

// Taught is what the sittings of a client taught, and what each says by itself.
type Taught struct {
	Learned *log.Document `json:"learned"`
	Past    []log.Point   `json:"past"`
}

// taught is what the sittings of a client taught, said in a language: as it was reckoned last, or anew where something
// has happened since.
func taught(ctx context.Context, tx pgx.Tx, client uuid.UUID, tongue say.Tag) (out Taught, err error) {
	stamp, err := store.LearnedFrom(ctx, tx, client)
	if err != nil {
		return out, err
	}
	own, err := figures(ctx, tx)
	if err != nil {
		return out, err
	}
	stamp += " " + string(tongue)
	for _, key := range doc.Keys(own) {
		stamp += fmt.Sprint(" ", key, " ", own[key])
	}
	kept, is, err := store.LearnedOf(ctx, tx, client, stamp)
	if err != nil {
		return out, err
	}
	if is {
		return out, json.Unmarshal(kept, &out)
	}
	if out, err = reckoned(ctx, tx, client, own, tongue); err != nil {
		return out, err
	}
	if kept, err = json.Marshal(out); err != nil {
		return out, err
	}
	return out, store.KeepLearned(ctx, tx, client, stamp, kept)
}

func reckoned(ctx context.Context, tx pgx.Tx, client uuid.UUID, own sitting.Figures, tongue say.Tag) (out Taught,
	err error) {
	rows, err := store.PastOf(ctx, tx, client)
	if err != nil {
		return out, err
	}
	gone, err := store.ForgottenOf(ctx, tx, client)
	if err != nil {
		return out, err
	}
	l := say.In(tongue.Named())
	list := make([]log.Digest, len(rows))
	var says []string
	for i, row := range rows {
		d, fs, err := digested(ctx, tx, row)
		if err != nil {
			return out, err
		}
		list[i] = d
		for _, f := range fs { // a product or a step that is no more
			says = append(says, f.Words(l))
		}
	}
	reset := map[string]day.Local{}
	if len(list) > 0 {
		loc, err := time.LoadLocation(list[len(list)-1].Timezone)
		if err != nil {
			return out, err
		}
		for _, f := range gone {
			reset[f.Key] = day.Wall(f.At.In(loc))
		}
	}
	d, past := log.Teach(list, reset, &own, l)
	d.Says = append(d.Says, says...)
	return Taught{d, past}, nil
}

// digested is what of a sitting teaches, as it was kept or, where more has happened, anew. What cannot be followed is
// said every time.
func digested(ctx context.Context, tx pgx.Tx, row store.Past) (d log.Digest, fs doc.Faults, err error) {
	if row.Stamp == digestStamp(row.Last) {
		return d, nil, json.Unmarshal(row.Digest, &d)
	}
	f, err := store.ChairOf(ctx, tx, row.Sitting)
	if err != nil {
		return d, nil, err
	}
	past := log.Past{}
	if past.Plan, err = plan.ReadKept(f.Plan, f.ByHand); err != nil {
		return d, nil, err
	}
	bodies, _, err := store.EventsOf(ctx, tx, row.Sitting, 0)
	if err != nil {
		return d, nil, err
	}
	if past.Events, err = eventsOf(bodies); err != nil {
		return d, nil, err
	}
	d, fs = past.Digest()
	return d, fs, keepDigest(ctx, tx, row.Sitting, row.Last, d, fs)
}

// digestStamp is of which events and by which program something was digested.
func digestStamp(last int64) string { return fmt.Sprint(last, " ", log.DigestEdition) }

// keepDigest keeps what teaches, where all of it could be followed.
func keepDigest(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, last int64, d log.Digest, fs doc.Faults) error {
	if len(fs) > 0 {
		return nil
	}
	return store.KeepDigest(ctx, tx, sitting, digestStamp(last), d)
}

// learnedInto is what a new sitting of a client is planned with: what the record says, and over it what was learned.
func learnedInto(ctx context.Context, tx pgx.Tx, client store.Client) (l face.Learned, err error) {
	all, err := taught(ctx, tx, client.ID, "")
	if err != nil {
		return l, err
	}
	own, taught := client.Record.Learned, all.Learned.Client()
	l = face.Learned{Moisture: over(own.Moisture, taught.Moisture), Sebum: over(own.Sebum, taught.Sebum),
		Lift: over(own.Lift, taught.Lift), Never: slices.Clone(own.Never)}
	for _, id := range taught.Never {
		if !slices.Contains(l.Never, id) {
			l.Never = append(l.Never, id)
		}
	}
	return l, nil
}

// over is one table laid over another, nil where both are empty.
func over[K comparable](under, above map[K]float64) map[K]float64 {
	if len(under)+len(above) == 0 {
		return nil
	}
	all := maps.Clone(under)
	if all == nil {
		all = map[K]float64{}
	}
	maps.Copy(all, above)
	return all
}

// Taught is what the sittings of a client taught, from what, and what each says by itself.
func (a *App) Taught(ctx context.Context, who Actor, client uuid.UUID) (out Taught, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if _, err := store.ClientOf(ctx, tx, client); err != nil {
			return err
		}
		if out, err = taught(ctx, tx, client, who.Tongue); err != nil {
			return err
		}
		return store.AuditOnce(ctx, tx, who.ID, "read client", client, a.Now())
	})
	return out, err
}

// Key is one thing that was learned: moisture/cheeks, sebum/forehead, lift/balm/wax, never/serum.
type Key struct {
	Key string `json:"key" need:"yes" len:"1..200"`
}

// Unlearn resets one thing that was learned of a client: what happened until now does not teach it any more.
func (a *App) Unlearn(ctx context.Context, who Actor, client uuid.UUID, k Key) (out Taught, err error) {
	kind, name, _ := strings.Cut(k.Key, "/")
	if !slices.Contains([]string{log.Moisture, log.Sebum, log.Lift, log.Never}, kind) || name == "" {
		return out, doc.Faults{doc.Wrong("key", notLearned, "key", k.Key)}
	}
	err = a.as(ctx, &who, KeepClients, func(tx pgx.Tx) error {
		if _, err := store.ClientHeld(ctx, tx, client); err != nil {
			return err
		}
		if err := store.Forget(ctx, tx, client, who.ID, k.Key, a.Now()); err != nil {
			return err
		}
		if out, err = taught(ctx, tx, client, who.Tongue); err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "reset learned", client)
	})
	return out, err
}
