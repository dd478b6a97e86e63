package app

import (
	"context"
	"errors"
	"fmt"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/internal/photo"
	"urncloth/internal/store"
)

// How many photographs are kept of one sitting, and how many of them may come by a link. [W]
const (
	mostPhotos = 24
	mostByLink = 6
)

// darkroom is where one photograph at a time is made fit to keep: each takes memory for all of its points.
var darkroom = make(chan struct{}, 1)

// develop makes a photograph fit to keep, or says what is wrong with it.
func develop(ctx context.Context, data []byte) (p photo.Photo, err error) {
	patient, cancel := context.WithTimeout(ctx, waitsFor)
	defer cancel()
	select {
	case darkroom <- struct{}{}:
	case <-patient.Done():
		return p, ErrBusy
	}
	defer func() { <-darkroom }()
	p, err = photo.Clean(data)
	switch {
	case errors.Is(err, photo.ErrKind):
		err = doc.Faults{doc.Wrong("photo", notAPhoto)}
	case errors.Is(err, photo.ErrBytes):
		err = doc.Faults{doc.Wrong("photo", photoBytes, "most", photo.MaxBytes>>20)}
	case errors.Is(err, photo.ErrPixels):
		err = doc.Faults{doc.Wrong("photo", photoPixels, "most", photo.MaxPixels/1_000_000)}
	case errors.Is(err, photo.ErrBroken):
		err = doc.Faults{doc.Wrong("photo", photoBroken)}
	}
	return p, err
}

// KeepPhoto keeps a photograph of a sitting, and answers with all of its client's.
func (a *App) KeepPhoto(ctx context.Context, who Actor, sitting uuid.UUID, data []byte) (list []store.Photo,
	err error) {
	if err := a.Here(ctx, who); err != nil {
		return nil, err
	}
	p, err := develop(ctx, data)
	if err != nil {
		return nil, err
	}
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		s, err := store.StandingOf(ctx, tx, sitting)
		if err != nil {
			return err
		}
		if err := a.keepPhoto(ctx, tx, sitting, p, &who.ID); err != nil {
			return err
		}
		if err := store.Audit(ctx, tx, who.ID, "keep photograph", s.ClientID); err != nil {
			return err
		}
		list, err = store.PhotosOf(ctx, tx, s.ClientID)
		return err
	})
	return list, err
}

// photoRoom is a fault where a sitting has as many photographs as are kept of one.
func photoRoom(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, byLink bool) error {
	all, linked, err := store.PhotosKept(ctx, tx, sitting)
	switch {
	case err != nil:
		return err
	case all >= mostPhotos:
		return doc.Faults{doc.Wrong("photo", photosFull, "most", mostPhotos)}
	case byLink && linked >= mostByLink:
		return doc.Faults{doc.Wrong("photo", photosFull, "most", mostByLink)}
	}
	return nil
}

func (a *App) keepPhoto(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, p photo.Photo, person *uuid.UUID) error {
	if err := photoRoom(ctx, tx, sitting, person == nil); err != nil {
		return err
	}
	_, err := store.KeepPhoto(ctx, tx, store.NewPhoto{Sitting: sitting, Width: p.Width, Height: p.Height, Body: p.Body,
		Small: p.Small, Person: person, At: a.Now()})
	return err
}

// SendPhoto keeps a photograph that the client hands in by the link that asks of the wear. Nothing that is kept is
// shown to whoever has the link.
func (a *App) SendPhoto(ctx context.Context, token string, data []byte) error {
	if _, _, err := a.byLink(ctx, token, forWear, func(tx pgx.Tx, sitting uuid.UUID) error {
		return photoRoom(ctx, tx, sitting, true) // before it takes any work
	}); err != nil {
		return err
	}
	p, err := develop(ctx, data)
	if err != nil {
		return err
	}
	_, _, err = a.byLink(ctx, token, forWear, func(tx pgx.Tx, sitting uuid.UUID) error {
		return a.keepPhoto(ctx, tx, sitting, p, nil)
	})
	return err
}

// Photos lists the photographs of a client.
func (a *App) Photos(ctx context.Context, who Actor, client uuid.UUID) (list []store.Photo, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if _, err := store.ClientOf(ctx, tx, client); err != nil {
			return err
		}
		if list, err = store.PhotosOf(ctx, tx, client); err != nil {
			return err
		}
		return store.AuditOnce(ctx, tx, who.ID, "read client", client, a.Now())
	})
	return list, err
}

// Photo is one photograph, whole or small.
func (a *App) Photo(ctx context.Context, who Actor, id uuid.UUID, small bool) (body []byte, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		var client uuid.UUID
		if body, client, err = store.PhotoOf(ctx, tx, id, small); err != nil || small {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "see photograph", client)
	})
	return body, err
}

// DropPhoto deletes a photograph: what a client does not want kept is gone.
func (a *App) DropPhoto(ctx context.Context, who Actor, id uuid.UUID) error {
	return a.as(ctx, &who, KeepClients, func(tx pgx.Tx) error {
		_, client, err := store.DropPhoto(ctx, tx, id)
		if err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "delete photograph", client)
	})
}

// Pictured is a photograph as it is handed out with everything else that is held of a client.
type Pictured struct {
	store.Photo
	JPEG []byte `json:"jpeg" doc:"base64"`
}

// photographed reads the photographs of a client, whole.
func photographed(ctx context.Context, tx pgx.Tx, client uuid.UUID) ([]Pictured, error) {
	list, err := store.PhotosOf(ctx, tx, client)
	out := make([]Pictured, len(list))
	for i := range list {
		body, _, wrong := store.PhotoOf(ctx, tx, list[i].ID, false)
		if err = errors.Join(err, wrong); err != nil {
			return nil, fmt.Errorf("photograph %s: %w", list[i].ID, err)
		}
		out[i] = Pictured{list[i], body}
	}
	return out, err
}
