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
	"urncloth/core/wear"
	"urncloth/internal/app"
	"urncloth/internal/store"
)

func (s *server) routes() {
	s.session()
	s.myself()
	s.studio()
	s.ways()
	s.people()
	s.clients()
	s.kit()
	s.sittings()
	s.days()
	s.chair()
	s.photos()
	s.archive()
	s.papers()
}

func (s *server) studio() {
	reads(s, "catalogue", "/api/catalogue", "Rules, house methods and figures with their sources",
		func(ctx context.Context, who app.Actor, _ *nothing) (plan.Catalogue, error) {
			return plan.Everything(tongue(ctx)), s.App.Here(ctx, who)
		})
	reads(s, "get-house", "/api/house", "The studio's house methods and notes",
		func(ctx context.Context, who app.Actor, _ *nothing) (app.House, error) { return s.App.House(ctx, who) })
	writes(s, "save-house", http.MethodPut, "/api/house", "Change the studio's house methods and notes",
		func(ctx context.Context, who app.Actor, _ *sent, h app.House) (app.House, error) {
			return s.App.SaveHouse(ctx, who, h)
		})
	reads(s, "own-figures", "/api/house/figures",
		"What the studio's log says of the working figures that checks measure, beside the handbook's",
		func(ctx context.Context, who app.Actor, _ *nothing) (app.OwnFigures, error) {
			return s.App.OwnFigures(ctx, who)
		})
	writes(s, "decide-figure", http.MethodPost, "/api/house/figures",
		"Go by the studio's own value of a figure, or by the handbook's",
		func(ctx context.Context, who app.Actor, _ *sent, w app.FigureWord) (app.OwnFigures, error) {
			return s.App.DecideFigure(ctx, who, w)
		})
	writes(s, "reckon-amount", http.MethodPost, "/api/amount", "What an amount of sunscreen really gives",
		func(ctx context.Context, who app.Actor, _ *sent, a wear.Amount) (wear.Gives, error) {
			return wear.Reckon(tongue(ctx), a), s.App.Here(ctx, who)
		})
}

// ways is how the studio and its people have the program.
func (s *server) ways() {
	writes(s, "save-studio", http.MethodPut, "/api/studio", "Change the studio's name, place and ways",
		func(ctx context.Context, who app.Actor, _ *sent, v app.Studio) (app.Me, error) {
			return s.App.SaveStudio(ctx, who, v)
		})
	writes(s, "save-taste", http.MethodPut, "/api/me/taste", "Change one's own language and form",
		func(ctx context.Context, who app.Actor, _ *sent, v app.Taste) (app.Me, error) {
			return s.App.SaveTaste(ctx, who, v)
		})
	reads(s, "list-looks", "/api/looks", "The looks that the studio keeps by name",
		func(ctx context.Context, who app.Actor, _ *nothing) ([]app.Look, error) { return s.App.Looks(ctx, who) })
	writes(s, "keep-look", http.MethodPut, "/api/looks", "Keep a look by a name",
		func(ctx context.Context, who app.Actor, _ *sent, v app.NamedLook) ([]app.Look, error) {
			return s.App.KeepLook(ctx, who, v)
		})
	changes(s, "drop-look", http.MethodDelete, "/api/looks/{id}", "Forget a look",
		func(ctx context.Context, who app.Actor, i *byID) ([]app.Look, error) {
			return s.App.DropLook(ctx, who, i.ID)
		})
}

func (s *server) clients() {
	type find struct {
		Words string `query:"q" maxLength:"200"`
		Skip  int    `query:"skip" minimum:"0" maximum:"1000000" doc:"how many have been read already"`
	}
	reads(s, "list-clients", "/api/clients", "Find clients by a part of their name, allergies or notes",
		func(ctx context.Context, who app.Actor, i *find) ([]app.ClientLine, error) {
			return s.App.Clients(ctx, who, strings.TrimSpace(i.Words), i.Skip)
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
			return nil, problem(ctx, s.App.EraseClient(ctx, who, i.ID), nil)
		}))
	reads(s, "get-skins", "/api/clients/{id}/skins", "A client's skin at every sitting",
		func(ctx context.Context, who app.Actor, i *byID) ([]app.Skin, error) {
			return s.App.Skins(ctx, who, i.ID)
		})
	reads(s, "get-incidents", "/api/clients/{id}/incidents", "What happened to a client at the chair, the latest first",
		func(ctx context.Context, who app.Actor, i *byID) ([]store.Incident, error) {
			return s.App.Incidents(ctx, who, i.ID)
		})
	writes(s, "keep-incident", http.MethodPost, "/api/incidents", "Keep what happened to somebody's skin or eyes",
		func(ctx context.Context, who app.Actor, _ *sent, n app.NewIncident) (store.Incident, error) {
			return s.App.KeepIncident(ctx, who, n)
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
	changes(s, "starter-kit", http.MethodPost, "/api/kit/starter", "Take in a kit of generic kinds to begin with",
		func(ctx context.Context, who app.Actor, _ *nothing) ([]app.Shelved, error) {
			return s.App.StarterKit(ctx, who)
		})
	reads(s, "restock", "/api/kit/restock", "What to buy for the bookings of the coming weeks",
		func(ctx context.Context, who app.Actor, _ *nothing) (app.Restock, error) {
			return s.App.Restock(ctx, who)
		})
	reads(s, "due", "/api/due", "What the studio has to see to: skin tests, what runs out or out of date, what to wash",
		func(ctx context.Context, who app.Actor, _ *nothing) (app.Due, error) { return s.App.Due(ctx, who) })
	type named struct {
		ID string `path:"id" maxLength:"80"`
	}
	reads(s, "get-stock", "/api/kit/{id}/stock", "What was taken of a product and counted of it, the latest first",
		func(ctx context.Context, who app.Actor, i *named) ([]store.Move, error) {
			return s.App.Stock(ctx, who, i.ID)
		})
	changes(s, "washed", http.MethodPost, "/api/kit/{id}/washed", "What was used of a washable is clean again",
		func(ctx context.Context, who app.Actor, i *named) ([]store.Dirty, error) {
			return s.App.Washed(ctx, who, i.ID)
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
			return answer(ctx, out, err)
		}))
	type weigh struct {
		ID    string `path:"id"`
		Fault bool   `query:"fault"`
	}
	huma.Register(s.api, operation("weigh-strokes", http.MethodPost, "/api/kit/{id}/strokes",
		"Weigh ten strokes of a pump on the simulated scale"),
		signedIn(s, func(ctx context.Context, who app.Actor, i *weigh) (*body[app.Calibration], error) {
			out, err := s.App.WeighStrokes(ctx, who, i.ID, i.Fault)
			return answer(ctx, out, err)
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
					fs := doc.Faults{}
					fs.AddError("on", err)
					return app.Today{}, fs
				}
			}
			return s.App.Today(ctx, who, date)
		})
	s.getSitting()
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

// days is the sittings of several days, and what is done with one as a whole.
func (s *server) days() {
	type span struct {
		From string `query:"from" maxLength:"10" doc:"today where none is given"`
		Days int    `query:"days" default:"7"`
	}
	reads(s, "list-days", "/api/days", "The sittings of several days, where a chair is wanted twice or stands free",
		func(ctx context.Context, who app.Actor, i *span) (app.Days, error) {
			var from day.Date
			if err := from.UnmarshalText([]byte(i.From)); err != nil && i.From != "" {
				fs := doc.Faults{}
				fs.AddError("from", err)
				return app.Days{}, fs
			}
			return s.App.Days(ctx, who, from, i.Days)
		})
	writes(s, "move-sitting", http.MethodPost, "/api/sittings/{id}/move", "Move a sitting with everything in it",
		func(ctx context.Context, who app.Actor, i *sentTo, m app.Move) (app.Sitting, error) {
			return s.App.MoveSitting(ctx, who, i.ID, m)
		})
	writes(s, "copy-sitting", http.MethodPost, "/api/sittings/{id}/copy", "Plan a new sitting like another",
		func(ctx context.Context, who app.Actor, i *sentTo, c app.Copy) (app.Sitting, error) {
			return s.App.CopySitting(ctx, who, i.ID, c)
		})
	writes(s, "call-off-sitting", http.MethodPost, "/api/sittings/{id}/off", "Call a sitting off, or on again",
		func(ctx context.Context, who app.Actor, i *sentTo, c app.CallOff) (app.Sitting, error) {
			return s.App.CallOffSitting(ctx, who, i.ID, c)
		})
	huma.Register(s.api, operation("take-out-sitting", http.MethodDelete, "/api/sittings/{id}",
		"Take a sitting out of the days; it can be put back for a week"),
		signedIn(s, func(ctx context.Context, who app.Actor, i *byID) (*nothing, error) {
			return nil, problem(ctx, s.App.TakeOutSitting(ctx, who, i.ID), nil)
		}))
	back := operation("put-back-sitting", http.MethodPost, "/api/sittings/{id}/back",
		"Put back a sitting that was taken out")
	back.DefaultStatus = http.StatusNoContent
	huma.Register(s.api, back, signedIn(s, func(ctx context.Context, who app.Actor, i *byID) (*nothing, error) {
		return nil, problem(ctx, s.App.PutBackSitting(ctx, who, i.ID), nil)
	}))
}

// papers is what is made of a sitting to be kept or handed over.
func (s *server) papers() {
	const calendar = "text/calendar; charset=utf-8"
	type asked = func(context.Context, app.Actor, *byID) ([]byte, error)
	of := func(make func(context.Context, app.Sitting) ([]byte, error)) asked {
		return func(ctx context.Context, who app.Actor, i *byID) ([]byte, error) {
			out, err := s.App.Sitting(ctx, who, i.ID)
			if err != nil {
				return nil, err
			}
			return make(ctx, out)
		}
	}
	files(s, "get-countdown", "/api/sittings/{id}/countdown.ics", "What is due before a sitting, as iCalendar",
		paper{calendar, "countdown.ics"},
		of(func(ctx context.Context, out app.Sitting) ([]byte, error) {
			return countdown(tongue(ctx), out, s.App.Now()), nil
		}))
	files(s, "get-touch-ups", "/api/sittings/{id}/touch-ups.ics",
		"The touch-ups of a sitting as iCalendar, with an alarm for each", paper{calendar, "touch-ups.ics"},
		of(func(ctx context.Context, out app.Sitting) ([]byte, error) {
			return touchUps(tongue(ctx), out, s.App.Now()), nil
		}))
	files(s, "get-touch-up-card", "/api/sittings/{id}/touch-ups.pdf", "The touch-up card in the client's words",
		paper{"application/pdf", "touch-ups.pdf"},
		of(func(ctx context.Context, out app.Sitting) ([]byte, error) {
			return card(tongue(ctx), cardTouchUps, out, out.Plan.Wear.Card)
		}))
	files(s, "get-aftercare-card", "/api/sittings/{id}/aftercare.pdf", "The aftercare card in the client's words",
		paper{"application/pdf", "aftercare.pdf"},
		of(func(ctx context.Context, out app.Sitting) ([]byte, error) {
			return card(tongue(ctx), cardAftercare, out, out.Plan.Aftercare.Card)
		}))
}
