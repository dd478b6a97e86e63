package web

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/google/uuid"

	"urncloth/core/chair"
	"urncloth/core/plan"
	"urncloth/internal/app"
)

// Events come as JSON Lines, to a path that ends so.
const (
	ndjson     = "application/x-ndjson"
	eventsPath = "/events"
)

// chair is a sitting as it is worked at the chair.
func (s *server) chair() {
	type lines struct {
		ID      uuid.UUID `path:"id"`
		Now     int64     `query:"now" doc:"what the device's clock shows, ms since 1970; 0 where it does not say"`
		ShiftS  int64     `query:"shift" doc:"seconds by which the chair's clock is set against it, for a rehearsal"`
		RawBody []byte    `contentType:"application/x-ndjson"`
	}
	send := operation("send-events", http.MethodPost, "/api/sittings/{id}/events",
		"Keep what happened at the chair: urncloth.event/1, one JSON object a line, each once however often it is sent")
	type heard = body[app.Heard]
	huma.Register(s.api, send, signedIn(s, func(ctx context.Context, who app.Actor, i *lines) (*heard, error) {
		by := app.Sent{ShiftS: i.ShiftS}
		if i.Now != 0 {
			by.Now = time.UnixMilli(i.Now)
		}
		out, err := s.App.Append(ctx, who, i.ID, i.RawBody, by)
		return answer(ctx, out, err)
	}))
	type after struct {
		ID    uuid.UUID `path:"id"`
		After int64     `query:"after" minimum:"0" doc:"number of the last event that is known"`
	}
	reads(s, "list-events", "/api/sittings/{id}/events", "What happened at the chair, in the order of keeping",
		func(ctx context.Context, who app.Actor, i *after) (app.Happened, error) {
			return s.App.EventsAfter(ctx, who, i.ID, i.After)
		})
	reads(s, "get-followed-plan", "/api/sittings/{id}/followed", "The plan that is followed at the chair",
		func(ctx context.Context, who app.Actor, i *byID) (plan.Plan, error) {
			return s.App.FollowedPlan(ctx, who, i.ID)
		})
	link := operation("make-card-link", http.MethodPost, "/api/sittings/{id}/card-link",
		"A link to the touch-ups of a sitting for whoever carries the bag, that day alone")
	link.DefaultStatus = http.StatusOK
	huma.Register(s.api, link,
		signedIn(s, func(ctx context.Context, who app.Actor, i *byID) (*body[app.CardLink], error) {
			out, err := s.App.CardLink(ctx, who, i.ID)
			return answer(ctx, out, err)
		}))
	s.card()
	s.worn()
	type moment struct {
		ID uuid.UUID `path:"id"`
		At string    `query:"at" maxLength:"40" doc:"the moment, local; that of the last event where it is left out"`
	}
	reads(s, "follow-sitting", "/api/sittings/{id}/chair", "Where a sitting stands: urncloth.chair/1",
		func(ctx context.Context, who app.Actor, i *moment) (out chair.Document, err error) {
			d, err := s.App.Follow(ctx, who, i.ID, i.At)
			if err == nil {
				out = *d
			}
			return out, err
		})
}

// card is what a link opens without a sign-in: the touch-ups of one sitting, and nothing else.
func (s *server) card() {
	opens(s, "open-card", "/api/card/{token}", "The touch-ups that a link opens", s.App.OpenCard)
	tells(s, "tell-card", "/api/card/{token}", "Say that a touch-up was done, or was not", s.App.TellCard)
}

// opens is an operation of a link that answers with a document.
func opens[O any](s *server, id, path, summary string, do func(ctx context.Context, token string) (O, error)) {
	type link struct {
		Token string `path:"token" maxLength:"200"`
	}
	huma.Register(s.api, operation(id, http.MethodGet, path, summary),
		func(ctx context.Context, i *link) (*body[O], error) {
			out, err := do(ctx, i.Token)
			return answer(ctx, out, err)
		})
}

// tells is an operation of a link that takes a document.
func tells[T any](s *server, id, path, summary string, do func(ctx context.Context, token string, v T) error) {
	type link struct {
		Token string `path:"token" maxLength:"200"`
		sent
	}
	huma.Register(s.api, operation(id, http.MethodPost, path, summary),
		func(ctx context.Context, i *link) (*nothing, error) {
			v, err := read[T](i.raw())
			if err != nil {
				return nil, problem(ctx, err, nil)
			}
			return nil, problem(ctx, do(ctx, i.Token, v), nil)
		})
	takes[T](s.api, http.MethodPost, path)
}

// worn is how a sitting wore, told by its client through a link, and what sittings taught.
func (s *server) worn() {
	link := operation("make-wear-link", http.MethodPost, "/api/sittings/{id}/wear-link",
		"A link by which the client tells how it wore, good for a week")
	link.DefaultStatus = http.StatusOK
	huma.Register(s.api, link,
		signedIn(s, func(ctx context.Context, who app.Actor, i *byID) (*body[app.CardLink], error) {
			out, err := s.App.WearLink(ctx, who, i.ID)
			return answer(ctx, out, err)
		}))
	opens(s, "open-wear", "/api/wear/{token}", "What a link asks of the wear", s.App.OpenWear)
	tells(s, "tell-wear", "/api/wear/{token}", "Tell how it wore", s.App.TellWear)
	reads(s, "get-learned", "/api/clients/{id}/learned",
		"What the sittings of a client taught, and what each says by itself",
		func(ctx context.Context, who app.Actor, i *byID) (app.Taught, error) {
			return s.App.Taught(ctx, who, i.ID)
		})
	writes(s, "unlearn", http.MethodPost, "/api/clients/{id}/learned/reset", "Reset one thing that was learned",
		func(ctx context.Context, who app.Actor, i *sentTo, k app.Key) (app.Taught, error) {
			return s.App.Unlearn(ctx, who, i.ID, k)
		})
}
