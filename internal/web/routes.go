package web

import (
	"context"
	"encoding/json"
	"errors"
	"net"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/google/uuid"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/wear"
	"urncloth/internal/app"
	"urncloth/internal/store"
)

// body is an answer.
type body[T any] struct{ Body T }

func answer[T any](v T, err error, current any) (*body[T], error) {
	if err != nil {
		return nil, problem(err, current)
	}
	return &body[T]{v}, nil
}

type nothing struct{}

type byID struct {
	ID uuid.UUID `path:"id"`
}

// sent is a request with a JSON body. Bodies are read by the core's strict reader, which names every fault by its
// field.
type sent struct {
	RawBody []byte `contentType:"application/json"`
}

type sentTo struct {
	ID      uuid.UUID `path:"id"`
	RawBody []byte    `contentType:"application/json"`
}

func read[T any](raw []byte) (v T, err error) {
	if fs := doc.Read(raw, &v); len(fs) > 0 {
		return v, problem(fs, nil)
	}
	return v, nil
}

// takes describes the body of an operation by a Go type.
func takes[T any](api huma.API, method, path string) {
	item := api.OpenAPI().Paths[path]
	op := map[string]*huma.Operation{http.MethodPost: item.Post, http.MethodPut: item.Put}[method]
	schema := api.OpenAPI().Components.Schemas.Schema(typeOf[T](), true, "")
	op.RequestBody = &huma.RequestBody{
		Required: true,
		Content:  map[string]*huma.MediaType{"application/json": {Schema: schema}},
	}
}

// Credentials are an e-mail and a password.
type Credentials struct {
	Email    string `json:"email" need:"yes" len:"1..200"`
	Password string `json:"password" need:"yes" len:"1..200"`
}

// Hello is what the sign-in page may know.
type Hello struct {
	Demo *Demo `json:"demo,omitempty"`
}

func (s *server) routes(api huma.API) {
	reads(
		api,
		"hello",
		"/api/hello",
		"What the sign-in page may know",
		func(ctx context.Context, _ *nothing) (*body[Hello], error) {
			return &body[Hello]{Hello{s.Demo}}, nil
		},
	)
	s.session(api)
	reads(api, "me", "/api/me", "Who is signed in", func(ctx context.Context, _ *nothing) (*body[app.Me], error) {
		who, err := s.actor(ctx)
		if err != nil {
			return nil, err
		}
		me, err := s.App.Me(ctx, who)
		return answer(me, err, nil)
	})
	reads(
		api,
		"catalogue",
		"/api/catalogue",
		"Rules, house methods and figures with their sources",
		func(ctx context.Context, _ *nothing) (*body[plan.Catalogue], error) {
			if _, err := s.actor(ctx); err != nil {
				return nil, err
			}
			return &body[plan.Catalogue]{plan.Everything(say.English)}, nil
		},
	)
	reads(
		api,
		"get-house",
		"/api/house",
		"The studio's house methods and notes",
		func(ctx context.Context, _ *nothing) (*body[app.House], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			h, err := s.App.House(ctx, who)
			return answer(h, err, nil)
		},
	)
	writes[app.House](
		api,
		"save-house",
		http.MethodPut,
		"/api/house",
		"Change the studio's house methods and notes",
		func(ctx context.Context, i *sent) (*body[app.House], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			h, err := read[app.House](i.RawBody)
			if err != nil {
				return nil, err
			}
			now, err := s.App.SaveHouse(ctx, who, h)
			return answer(now, err, now)
		},
	)
	writes[wear.Amount](
		api,
		"reckon-amount",
		http.MethodPost,
		"/api/amount",
		"What an amount of sunscreen really gives",
		func(ctx context.Context, i *sent) (*body[wear.Gives], error) {
			if _, err := s.actor(ctx); err != nil {
				return nil, err
			}
			a, err := read[wear.Amount](i.RawBody)
			if err != nil {
				return nil, err
			}
			return &body[wear.Gives]{wear.Reckon(say.English, a)}, nil
		},
	)
	s.clients(api)
	s.people(api)
	s.kit(api)
	s.sittings(api)
}

// download is a file to keep.
type download struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

func reads[I, O any](api huma.API, id, path, summary string, do func(context.Context, *I) (*O, error)) {
	huma.Register(api, huma.Operation{OperationID: id, Method: http.MethodGet, Path: path, Summary: summary}, do)
}

func writes[T, I, O any](api huma.API, id, method, path, summary string, do func(context.Context, *I) (*O, error)) {
	huma.Register(
		api,
		huma.Operation{
			OperationID:      id,
			Method:           method,
			Path:             path,
			Summary:          summary,
			MaxBodyBytes:     maxBody,
			SkipValidateBody: true,
		},
		do,
	)
	takes[T](api, method, path)
}

// actor is who is signed in, or a 401.
func (s *server) actor(ctx context.Context) (app.Actor, error) {
	who, ok := s.sessions.Get(ctx, actorKey).(app.Actor)
	if !ok {
		return app.Actor{}, huma.Error401Unauthorized("Sign in first.")
	}
	who, err := s.App.Fresh(ctx, who)
	if errors.Is(err, store.ErrNotFound) {
		return app.Actor{}, huma.Error401Unauthorized("Sign in first.")
	}
	return who, problem(err, nil)
}

func (s *server) session(api huma.API) {
	writes[Credentials](
		api,
		"sign-in",
		http.MethodPost,
		"/api/session",
		"Sign in",
		func(ctx context.Context, i *signIn) (*body[app.Me], error) {
			c, err := read[Credentials](i.RawBody)
			if err != nil {
				return nil, err
			}
			who, err := s.App.SignIn(ctx, strings.ToLower(strings.TrimSpace(c.Email)), c.Password, i.address)
			if err != nil {
				return nil, problem(err, nil)
			}
			if err := s.sessions.RenewToken(ctx); err != nil {
				return nil, problem(err, nil)
			}
			s.sessions.Put(ctx, actorKey, who)
			me, err := s.App.Me(ctx, who)
			return answer(me, err, nil)
		},
	)
	huma.Register(
		api,
		huma.Operation{
			OperationID:   "sign-out",
			Method:        http.MethodDelete,
			Path:          "/api/session",
			Summary:       "Sign out",
			DefaultStatus: http.StatusNoContent,
		},
		func(ctx context.Context, _ *nothing) (*nothing, error) {
			return nil, problem(s.sessions.Destroy(ctx), nil)
		},
	)
}

// signIn also learns the address, for the throttle.
type signIn struct {
	address string
	RawBody []byte `contentType:"application/json"`
}

// Resolve takes the address of the connection. Behind a proxy that is the proxy's, which throttles all together.
func (i *signIn) Resolve(c huma.Context) []error {
	host, _, err := net.SplitHostPort(c.RemoteAddr())
	if err != nil {
		host = c.RemoteAddr()
	}
	i.address = host
	return nil
}

func (s *server) clients(api huma.API) {
	type find struct {
		Words string `query:"q" maxLength:"200"`
	}
	reads(
		api,
		"list-clients",
		"/api/clients",
		"Find clients by a part of the name",
		func(ctx context.Context, i *find) (*body[[]app.ClientLine], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			list, err := s.App.Clients(ctx, who, strings.TrimSpace(i.Words))
			return answer(list, err, nil)
		},
	)
	reads(
		api,
		"get-client",
		"/api/clients/{id}",
		"One client's record",
		func(ctx context.Context, i *byID) (*body[app.Client], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			c, err := s.App.Client(ctx, who, i.ID)
			return answer(c, err, nil)
		},
	)
	save := func(ctx context.Context, id *uuid.UUID, raw []byte) (*body[app.Client], error) {
		who, err := s.actor(ctx)
		if err != nil {
			return nil, err
		}
		e, err := read[app.ClientEdit](raw)
		if err != nil {
			return nil, err
		}
		c, err := s.App.SaveClient(ctx, who, id, e)
		return answer(c, err, c)
	}
	writes[app.ClientEdit](api, "add-client", http.MethodPost, "/api/clients", "Add a client",
		func(ctx context.Context, i *sent) (*body[app.Client], error) { return save(ctx, nil, i.RawBody) })
	writes[app.ClientEdit](api, "save-client", http.MethodPut, "/api/clients/{id}", "Change a client's record",
		func(ctx context.Context, i *sentTo) (*body[app.Client], error) { return save(ctx, &i.ID, i.RawBody) })
}

func (s *server) sittings(api huma.API) {
	type on struct {
		Date string `query:"on" maxLength:"10"`
	}
	reads(
		api,
		"today",
		"/api/today",
		"The sittings of a day",
		func(ctx context.Context, i *on) (*body[app.Today], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			var date day.Date
			if i.Date != "" {
				if err := date.UnmarshalText([]byte(i.Date)); err != nil {
					return nil, problem(doc.Faults{{Path: "on", Say: err.Error()}}, nil)
				}
			}
			t, err := s.App.Today(ctx, who, date)
			return answer(t, err, nil)
		},
	)
	reads(
		api,
		"get-sitting",
		"/api/sittings/{id}",
		"One sitting with its plan",
		func(ctx context.Context, i *byID) (*body[app.Sitting], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			out, err := s.App.Sitting(ctx, who, i.ID)
			return answer(out, err, nil)
		},
	)
	reads(
		api,
		"get-countdown",
		"/api/sittings/{id}/countdown.ics",
		"What is due before a sitting, as iCalendar",
		func(ctx context.Context, i *byID) (*download, error) {
			return s.about(
				ctx,
				i.ID,
				"text/calendar; charset=utf-8",
				"countdown.ics",
				func(out app.Sitting) ([]byte, error) { return countdown(out, s.App.Now()), nil },
			)
		},
	)
	reads(
		api,
		"get-touch-ups",
		"/api/sittings/{id}/touch-ups.ics",
		"The touch-ups of a sitting as iCalendar, with an alarm for each",
		func(ctx context.Context, i *byID) (*download, error) {
			return s.about(
				ctx,
				i.ID,
				"text/calendar; charset=utf-8",
				"touch-ups.ics",
				func(out app.Sitting) ([]byte, error) { return touchUps(out, s.App.Now()), nil },
			)
		},
	)
	reads(
		api,
		"get-touch-up-card",
		"/api/sittings/{id}/touch-ups.pdf",
		"The touch-up card in the client's words",
		func(ctx context.Context, i *byID) (*download, error) {
			return s.about(ctx, i.ID, "application/pdf", "touch-ups.pdf", func(out app.Sitting) ([]byte, error) {
				return card("Touch-ups", out, out.Plan.Wear.Card)
			})
		},
	)
	reads(
		api,
		"get-aftercare-card",
		"/api/sittings/{id}/aftercare.pdf",
		"The aftercare card in the client's words",
		func(ctx context.Context, i *byID) (*download, error) {
			return s.about(ctx, i.ID, "application/pdf", "aftercare.pdf", func(out app.Sitting) ([]byte, error) {
				return card("Tonight and tomorrow", out, out.Plan.Aftercare.Card)
			})
		},
	)
	writes[app.Comparison](
		api,
		"compare-removal",
		http.MethodPost,
		"/api/sittings/{id}/compare",
		"What other ways of taking a face down come to",
		func(ctx context.Context, i *sentTo) (*body[[]plan.Compared], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			q, err := read[app.Comparison](i.RawBody)
			if err != nil {
				return nil, err
			}
			list, err := s.App.Compare(ctx, who, i.ID, q)
			return answer(list, err, nil)
		},
	)
	writes[app.NewSitting](
		api,
		"add-sitting",
		http.MethodPost,
		"/api/sittings",
		"Plan a new sitting of a client",
		func(ctx context.Context, i *sent) (*body[app.Sitting], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			n, err := read[app.NewSitting](i.RawBody)
			if err != nil {
				return nil, err
			}
			out, err := s.App.AddSitting(ctx, who, n)
			return answer(out, err, nil)
		},
	)
	writes[app.SittingEdit](
		api,
		"save-sitting",
		http.MethodPut,
		"/api/sittings/{id}",
		"Change a sitting and plan it anew",
		func(ctx context.Context, i *sentTo) (*body[app.Sitting], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			e, err := read[app.SittingEdit](i.RawBody)
			if err != nil {
				return nil, err
			}
			out, err := s.App.SaveSitting(ctx, who, i.ID, e)
			return answer(out, err, out)
		},
	)
	writes[app.Trial](
		api,
		"try-steps",
		http.MethodPost,
		"/api/sittings/{id}/check",
		"What steps made by hand come to, without keeping them",
		func(ctx context.Context, i *sentTo) (*body[plan.Plan], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			t, err := read[app.Trial](i.RawBody)
			if err != nil {
				return nil, err
			}
			out, err := s.App.Try(ctx, who, i.ID, t)
			return answer(out, err, nil)
		},
	)
}

// about is a file to keep that is made of a sitting.
func (s *server) about(
	ctx context.Context,
	id uuid.UUID,
	kind, name string,
	of func(app.Sitting) ([]byte, error),
) (*download, error) {
	who, err := s.actor(ctx)
	if err != nil {
		return nil, err
	}
	out, err := s.App.Sitting(ctx, who, id)
	if err != nil {
		return nil, problem(err, nil)
	}
	b, err := of(out)
	if err != nil {
		return nil, problem(err, nil)
	}
	return &download{kind, `attachment; filename="` + name + `"`, b}, nil
}

func (s *server) kit(api huma.API) {
	reads(
		api,
		"list-kit",
		"/api/kit",
		"The studio's products",
		func(ctx context.Context, _ *nothing) (*body[[]app.Shelved], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			list, err := s.App.Shelf(ctx, who)
			return answer(list, err, nil)
		},
	)
	writes[app.ProductEdit](
		api,
		"save-product",
		http.MethodPut,
		"/api/kit",
		"Add or change a product",
		func(ctx context.Context, i *sent) (*body[app.Shelved], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			e, err := read[app.ProductEdit](i.RawBody)
			if err != nil {
				return nil, err
			}
			out, err := s.App.SaveProduct(ctx, who, e)
			return answer(out, err, out)
		},
	)
	reads(
		api,
		"export-kit",
		"/api/kit.csv",
		"The kit as a table (RFC 4180)",
		func(ctx context.Context, _ *nothing) (*download, error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			b, err := s.App.KitCSV(ctx, who)
			if err != nil {
				return nil, problem(err, nil)
			}
			return &download{"text/csv; charset=utf-8", `attachment; filename="kit.csv"`, b}, nil
		},
	)
	type table struct {
		Take     bool   `query:"take"`
		GoodOnly bool   `query:"good_only"`
		RawBody  []byte `contentType:"text/csv"`
	}
	huma.Register(
		api,
		huma.Operation{
			OperationID:      "take-kit",
			Method:           http.MethodPost,
			Path:             "/api/kit.csv",
			Summary:          "Preview a table of products, and take it in where asked",
			MaxBodyBytes:     maxBody,
			SkipValidateBody: true,
		},
		func(ctx context.Context, i *table) (*body[app.Preview], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			out, err := s.App.TakeCSV(ctx, who, i.RawBody, i.Take, i.GoodOnly)
			return answer(out, err, nil)
		},
	)
	type weigh struct {
		ID    string `path:"id"`
		Fault bool   `query:"fault"`
	}
	huma.Register(
		api,
		huma.Operation{
			OperationID: "weigh-strokes",
			Method:      http.MethodPost,
			Path:        "/api/kit/{id}/strokes",
			Summary:     "Weigh ten strokes of a pump on the simulated scale",
		},
		func(ctx context.Context, i *weigh) (*body[app.Calibration], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			out, err := s.App.WeighStrokes(ctx, who, i.ID, i.Fault)
			return answer(out, err, nil)
		},
	)
}

func (s *server) people(api huma.API) {
	reads(
		api,
		"list-people",
		"/api/people",
		"The people of the studio",
		func(ctx context.Context, _ *nothing) (*body[[]app.Person], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			list, err := s.App.People(ctx, who)
			return answer(list, err, nil)
		},
	)
	writes[app.PersonEdit](
		api,
		"save-person",
		http.MethodPut,
		"/api/people",
		"Add or change somebody of the studio",
		func(ctx context.Context, i *sent) (*body[[]app.Person], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			e, err := read[app.PersonEdit](i.RawBody)
			if err != nil {
				return nil, err
			}
			list, err := s.App.SavePerson(ctx, who, e)
			return answer(list, err, nil)
		},
	)
	reads(
		api,
		"get-skins",
		"/api/clients/{id}/skins",
		"A client's skin at every sitting",
		func(ctx context.Context, i *byID) (*body[[]app.Skin], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			list, err := s.App.Skins(ctx, who, i.ID)
			return answer(list, err, nil)
		},
	)
	reads(
		api,
		"export-client",
		"/api/clients/{id}/export.json",
		"Everything the studio holds of a client",
		func(ctx context.Context, i *byID) (*download, error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			out, err := s.App.ExportClient(ctx, who, i.ID)
			if err != nil {
				return nil, problem(err, nil)
			}
			text, err := json.MarshalIndent(out, "", "  ")
			return &download{"application/json", `attachment; filename="client.json"`, text}, err
		},
	)
	huma.Register(
		api,
		huma.Operation{
			OperationID:   "erase-client",
			Method:        http.MethodDelete,
			Path:          "/api/clients/{id}",
			Summary:       "Erase a client and all their sittings",
			DefaultStatus: http.StatusNoContent,
		},
		func(ctx context.Context, i *byID) (*nothing, error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			return nil, problem(s.App.EraseClient(ctx, who, i.ID), nil)
		},
	)
	writes[app.NewReading](
		api,
		"read-skin",
		http.MethodPost,
		"/api/sittings/{id}/readings",
		"Take a skin reading into a sitting",
		func(ctx context.Context, i *sentTo) (*body[app.Sitting], error) {
			who, err := s.actor(ctx)
			if err != nil {
				return nil, err
			}
			n, err := read[app.NewReading](i.RawBody)
			if err != nil {
				return nil, err
			}
			out, err := s.App.Read(ctx, who, i.ID, n)
			return answer(out, err, out)
		},
	)
}
