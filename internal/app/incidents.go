package app

import (
	"context"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/internal/store"
)

// Harm is what kind of thing happened, as the emergency sheet has them.
type Harm string

// The kinds.
const (
	Stinging Harm = "stinging"
	InEye    Harm = "in_eye"
	Swelling Harm = "swelling"
	Other    Harm = "other"
)

// Harms lists the kinds.
func Harms() []Harm { return []Harm{Stinging, InEye, Swelling, Other} }

// UnmarshalText accepts the words of Harms.
func (h *Harm) UnmarshalText(b []byte) error { *h = Harm(b); return doc.OneOf(*h, Harms()) }

// NewIncident is what happened, as it is told: at a sitting, or to a client, or to nobody that is known here.
type NewIncident struct {
	Kind      Harm       `json:"kind" need:"yes"`
	Note      string     `json:"note,omitempty" len:"0..4000" doc:"what was used, what was done"`
	SittingID *uuid.UUID `json:"sitting_id,omitempty"`
	ClientID  *uuid.UUID `json:"client_id,omitempty"`
}

// KeepIncident keeps what happened. Where a sitting is named, it is its client's.
func (a *App) KeepIncident(ctx context.Context, who Actor, n NewIncident) (out store.Incident, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if n.SittingID != nil {
			s, err := store.StandingOf(ctx, tx, *n.SittingID)
			if err != nil {
				return err
			}
			n.ClientID = &s.ClientID
		}
		out, err = store.KeepIncident(ctx, tx, store.Incident{ClientID: n.ClientID, Kind: string(n.Kind), Note: n.Note,
			At: a.Now(), By: who.Name}, n.SittingID, who.ID)
		if err != nil || n.ClientID == nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "keep incident", *n.ClientID)
	})
	return out, err
}

// Incidents lists what happened to a client, the latest first.
func (a *App) Incidents(ctx context.Context, who Actor, client uuid.UUID) (list []store.Incident, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if _, err := store.ClientOf(ctx, tx, client); err != nil {
			return err
		}
		if list, err = store.IncidentsOf(ctx, tx, client); err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "read incidents", client)
	})
	if list == nil {
		list = []store.Incident{}
	}
	return list, err
}
