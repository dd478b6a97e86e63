package web

import (
	"context"
	"encoding/json"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/wear"
	"urncloth/internal/app"
)

func (s *server) routes() {
	s.session()
	s.myself()
	s.studio()
	s.people()
	s.clients()
	s.kit()
	s.sittings()
	s.papers()
}

func (s *server) studio() {
	reads(s, "catalogue", "/api/catalogue", "Rules, house methods and figures with their sources",
		func(ctx context.Context, who app.Actor, _ *nothing) (plan.Catalogue, error) {
			return plan.Everything(say.English), s.App.Here(ctx, who)
		})
	reads(s, "get-house", "/api/house", "The studio's house methods and notes",
		func(ctx context.Context, who app.Actor, _ *nothing) (app.House, error) { return s.App.House(ctx, who) })
	writes(s, "save-house", http.MethodPut, "/api/house", "Change the studio's house methods and notes",
		func(ctx context.Context, who app.Actor, _ *sent, h app.House) (app.House, error) {
			return s.App.SaveHouse(ctx, who, h)
		})
	writes(s, "reckon-amount", http.MethodPost, "/api/amount", "What an amount of sunscreen really gives",
		func(ctx context.Context, who app.Actor, _ *sent, a wear.Amount) (wear.Gives, error) {
			return wear.Reckon(say.English, a), s.App.Here(ctx, who)
		})
}

func (s *server) clients() {
	type find struct {
		Words string `query:"q" maxLength:"200"`
	}
	reads(s, "list-clients", "/api/clients", "Find clients by a part of their name, allergies or notes",
		func(ctx context.Context, who app.Actor, i *find) ([]app.ClientLine, error) {
			return s.App.Clients(ctx, who, strings.TrimSpace(i.Words))
		})
	reads(s, "get-client", "/api/clients/{id}", "One client's record",
		func(ctx context.Context, who app.Actor, i *byID) (app.Client, error) {
			return s.App.Client(ctx, who, i.ID)
		})
	writes(s, "add-client", http.MethodPost, "/api/clients", "Add a client",
		func(ctx context.Context, who app.Actor, _ *sent, e app.ClientEdit) (app.Client, error) {
			return s.App.SaveClient(ctx, who, nil, e)
		})
	writes(s, "save-client", http.MethodPut, "/api/clients/{id}", "Change a client's record",
		func(ctx context.Context, who app.Actor, i *sentTo, e app.ClientEdit) (app.Client, error) {
			return s.App.SaveClient(ctx, who, &i.ID, e)
		})
	huma.Register(s.api, operation("erase-client", http.MethodDelete, "/api/clients/{id}",
		"Erase a client and all their sittings"),
		signedIn(s, func(ctx context.Context, who app.Actor, i *byID) (*nothing, error) {
			return nil, problem(s.App.EraseClient(ctx, who, i.ID), nil)
		}))
	reads(s, "get-skins", "/api/clients/{id}/skins", "A client's skin at every sitting",
		func(ctx context.Context, who app.Actor, i *byID) ([]app.Skin, error) {
			return s.App.Skins(ctx, who, i.ID)
		})
	files(s, "export-client", "/api/clients/{id}/export.json", "Everything the studio holds of a client",
		paper{"application/json", "client.json"},
		func(ctx context.Context, who app.Actor, i *byID) ([]byte, error) {
			out, err := s.App.ExportClient(ctx, who, i.ID)
			if err != nil {
				return nil, err
			}
			return json.MarshalIndent(out, "", "  ")
		})
}

func (s *server) kit() {
	reads(s, "list-kit", "/api/kit", "The studio's products",
		func(ctx context.Context, who app.Actor, _ *nothing) ([]app.Shelved, error) {
			return s.App.Shelf(ctx, who)
		})
	writes(s, "save-product", http.MethodPut, "/api/kit", "Add or change a product",
		func(ctx context.Context, who app.Actor, _ *sent, e app.ProductEdit) (app.Shelved, error) {
			return s.App.SaveProduct(ctx, who, e)
		})
	writes(s, "allergies", http.MethodPost, "/api/allergies", "What words for allergies mean, and what each rules out",
		func(ctx context.Context, who app.Actor, _ *sent, told app.ToldWords) ([]app.Allergy, error) {
			return s.App.Allergies(ctx, who, told)
		})
	files(s, "export-kit", "/api/kit.csv", "The kit as a table (RFC 4180)", paper{"text/csv; charset=utf-8", "kit.csv"},
		func(ctx context.Context, who app.Actor, _ *nothing) ([]byte, error) { return s.App.KitCSV(ctx, who) })
	type table struct {
		Take     bool   `query:"take"`
		GoodOnly bool   `query:"good_only"`
		RawBody  []byte `contentType:"text/csv"`
	}
	huma.Register(s.api, operation("take-kit", http.MethodPost, "/api/kit.csv",
		"Preview a table of products, and take it in where asked"),
		signedIn(s, func(ctx context.Context, who app.Actor, i *table) (*body[app.Preview], error) {
			out, err := s.App.TakeCSV(ctx, who, i.RawBody, i.Take, i.GoodOnly)
			return answer(out, err)
		}))
	type weigh struct {
		ID    string `path:"id"`
		Fault bool   `query:"fault"`
	}
	huma.Register(s.api, operation("weigh-strokes", http.MethodPost, "/api/kit/{id}/strokes",
		"Weigh ten strokes of a pump on the simulated scale"),
		signedIn(s, func(ctx context.Context, who app.Actor, i *weigh) (*body[app.Calibration], error) {
			out, err := s.App.WeighStrokes(ctx, who, i.ID, i.Fault)
			return answer(out, err)
		}))
}

func (s *server) sittings() {
	type on struct {
		Date string `query:"on" maxLength:"10"`
	}
	reads(s, "today", "/api/today", "The sittings of a day",
		func(ctx context.Context, who app.Actor, i *on) (app.Today, error) {
			var date day.Date
			if i.Date != "" {
				if err := date.UnmarshalText([]byte(i.Date)); err != nil {
					return app.Today{}, doc.Faults{{Path: "on", Say: err.Error()}}
				}
			}
			return s.App.Today(ctx, who, date)
		})
	reads(s, "get-sitting", "/api/sittings/{id}", "One sitting with its plan",
		func(ctx context.Context, who app.Actor, i *byID) (app.Sitting, error) {
			return s.App.Sitting(ctx, who, i.ID)
		})
	writes(s, "add-sitting", http.MethodPost, "/api/sittings", "Plan a new sitting of a client",
		func(ctx context.Context, who app.Actor, _ *sent, n app.NewSitting) (app.Sitting, error) {
			return s.App.AddSitting(ctx, who, n)
		})
	writes(s, "save-sitting", http.MethodPut, "/api/sittings/{id}", "Change a sitting and plan it anew",
		func(ctx context.Context, who app.Actor, i *sentTo, e app.SittingEdit) (app.Sitting, error) {
			return s.App.SaveSitting(ctx, who, i.ID, e)
		})
	writes(s, "try-steps", http.MethodPost, "/api/sittings/{id}/check",
		"What steps made by hand come to, without keeping them",
		func(ctx context.Context, who app.Actor, i *sentTo, t app.Trial) (plan.Plan, error) {
			return s.App.Try(ctx, who, i.ID, t)
		})
	writes(s, "compare-removal", http.MethodPost, "/api/sittings/{id}/compare",
		"What other ways of taking a face down come to",
		func(ctx context.Context, who app.Actor, i *sentTo, q app.Comparison) ([]plan.Compared, error) {
			return s.App.Compare(ctx, who, i.ID, q)
		})
	writes(s, "read-skin", http.MethodPost, "/api/sittings/{id}/readings", "Take a skin reading into a sitting",
		func(ctx context.Context, who app.Actor, i *sentTo, n app.NewReading) (app.Sitting, error) {
			return s.App.Read(ctx, who, i.ID, n)
		})
}

// papers is what is made of a sitting to be kept or handed over.
func (s *server) papers() {
	const calendar = "text/calendar; charset=utf-8"
	of := func(make func(app.Sitting) ([]byte, error)) func(context.Context, app.Actor, *byID) ([]byte, error) {
		return func(ctx context.Context, who app.Actor, i *byID) ([]byte, error) {
			out, err := s.App.Sitting(ctx, who, i.ID)
			if err != nil {
				return nil, err
			}
			return make(out)
		}
	}
	files(s, "get-countdown", "/api/sittings/{id}/countdown.ics", "What is due before a sitting, as iCalendar",
		paper{calendar, "countdown.ics"},
		of(func(out app.Sitting) ([]byte, error) { return countdown(out, s.App.Now()), nil }))
	files(s, "get-touch-ups", "/api/sittings/{id}/touch-ups.ics",
		"The touch-ups of a sitting as iCalendar, with an alarm for each", paper{calendar, "touch-ups.ics"},
		of(func(out app.Sitting) ([]byte, error) { return touchUps(out, s.App.Now()), nil }))
	files(s, "get-touch-up-card", "/api/sittings/{id}/touch-ups.pdf", "The touch-up card in the client's words",
		paper{"application/pdf", "touch-ups.pdf"},
		of(func(out app.Sitting) ([]byte, error) { return card("Touch-ups", out, out.Plan.Wear.Card) }))
	files(s, "get-aftercare-card", "/api/sittings/{id}/aftercare.pdf", "The aftercare card in the client's words",
		paper{"application/pdf", "aftercare.pdf"},
		of(func(out app.Sitting) ([]byte, error) {
			return card("Tonight and tomorrow", out, out.Plan.Aftercare.Card)
		}))
}
