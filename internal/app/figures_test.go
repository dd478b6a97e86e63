package app_test

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/jackc/pgx/v5"

	"urncloth/core/chair"
	"urncloth/core/doc"
	"urncloth/core/sitting"
	"urncloth/internal/app"
	"urncloth/internal/store"
)

// own is what the studio's log says of a figure.
func (h *house) own(t *testing.T, key string) (f app.OwnFigure, there bool) {
	t.Helper()
	all, err := h.OwnFigures(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range all.Figures {
		if f.Key == key {
			return f, true
		}
	}
	return f, false
}

func TestWhatHappenedAtAChairSaysSomethingOfAFigureAndNoLongerWhenItIsTakenBack(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	key := "wear.sebum_1" // as the house has her forehead
	if _, there := h.own(t, key); there {
		t.Fatal("nothing has happened yet")
	}
	h.happens(t, s, eventLine("tablet", 1, "22:00:00", chair.Worn,
		`, "reads": {"forehead": {"shone_at": "2026-06-20T12:30"}}`))
	f, there := h.own(t, key)
	if !there || f.Seen != 1 || f.Clients != 1 || f.Enough || f.Value <= f.Book || f.Book != 0.4 {
		t.Errorf("it shone early: %v %+v", there, f)
	}
	_, err := h.DecideFigure(t.Context(), h.owner, app.FigureWord{Key: key, Taken: true})
	if fs := (doc.Faults{}); !errors.As(err, &fs) || fs[0].Path != "taken" {
		t.Errorf("of one observation it is taken: %v", err)
	}
	h.happens(t, s, eventLine("tablet", 2, "22:01:00", chair.Undo, `, "of": "tablet-1"`))
	if f, there := h.own(t, key); there {
		t.Errorf("taken back, it says %+v", f)
	}
}

func TestAnOwnValueIsTakenByAnOwnerAloneIsInNewSittingsAndSaidAndGivenUpAgain(t *testing.T) {
	h := open(t)
	_, first := h.added(t)
	key := sitting.SebumKey(1)
	for n := range 5 {
		c, err := h.SaveClient(t.Context(), h.owner, nil, ordinary(fmt.Sprint("Client ", n)))
		if err != nil {
			t.Fatal(err)
		}
		for range 2 {
			s, err := h.AddSitting(t.Context(), h.owner, app.NewSitting{ClientID: c.ID,
				ChairAt: wall(t, "2026-06-20T10:00"), BaseAt: wall(t, "2026-06-20T11:00")})
			if err != nil {
				t.Fatal(err)
			}
			if err := h.Store.In(t.Context(), h.owner.Studio, func(tx pgx.Tx) error {
				return store.KeepObserved(t.Context(), tx, s.ID, c.ID,
					[]store.Observed{{Key: key, Value: 0.6 + 0.01*float64(n)}})
			}); err != nil {
				t.Fatal(err)
			}
		}
	}
	f, _ := h.own(t, key)
	if !f.Enough || !f.Differs || f.Seen != 10 || f.Clients != 5 || f.Value < 0.6 || f.Value > 0.64 || f.Said != nil {
		t.Fatalf("%+v", f)
	}
	word := app.FigureWord{Key: key, Taken: true}
	if _, err := h.DecideFigure(t.Context(), h.as(app.Artist), word); !errors.Is(err, app.ErrForbidden) {
		t.Errorf("an artist decides: %v", err)
	}
	if _, err := h.DecideFigure(t.Context(), h.owner, word); err != nil {
		t.Fatal(err)
	}
	says := func(s app.Sitting) bool {
		for _, l := range s.Plan.LastTime {
			if strings.Contains(l.Say, "by this studio's own log") {
				return true
			}
		}
		return false
	}
	_, next := h.added(t)
	if got := next.Plan.Sitting.Figures[key]; got != f.Value || !says(next) {
		t.Errorf("a new sitting goes by %g, %+v", got, next.Plan.LastTime)
	}
	saved, err := h.SaveSitting(t.Context(), h.owner, first.ID, app.SittingEdit{Version: first.Version,
		Title: first.Title, Client: first.Plan.Sitting.Client,
		Look: first.Plan.Sitting.Look, Day: first.Plan.Sitting.Day,
		Method: first.Plan.Sitting.Method})
	if err != nil || len(saved.Plan.Sitting.Figures) != 0 {
		t.Errorf("one that was planned by the book goes by %v, %v", saved.Plan.Sitting.Figures, err)
	}
	copied, err := h.CopySitting(t.Context(), h.owner, first.ID, app.Copy{ChairAt: wall(t, "2026-06-22T10:00")})
	if err != nil || copied.Plan.Sitting.Figures[key] != f.Value {
		t.Errorf("a copy goes by %v, %v", copied.Plan.Sitting.Figures, err)
	}
	word.Taken = false
	all, err := h.DecideFigure(t.Context(), h.owner, word)
	if err != nil || all.Figures[0].Said == nil || all.Figures[0].Said.Taken {
		t.Errorf("%+v %v", all, err)
	}
	if _, last := h.added(t); len(last.Plan.Sitting.Figures) != 0 || says(last) {
		t.Errorf("given up, a new sitting goes by %v", last.Plan.Sitting.Figures)
	}
}
