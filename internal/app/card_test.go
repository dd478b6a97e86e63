package app_test

import (
	"encoding/json"
	"errors"
	"strings"
	"testing"
	"time"

	"urncloth/internal/app"
)

func TestALinkOpensTheTouchUpsOfOneSittingThatDayAndNothingElse(t *testing.T) {
	h := open(t)
	list := h.week("2027-06-19").Sittings
	s, err := h.Sitting(t.Context(), h.owner, list[0].ID)
	if err != nil || len(s.Plan.Wear.TouchUps) < 2 {
		t.Fatalf("%v, %d touch-ups", err, len(s.Plan.Wear.TouchUps))
	}
	link, err := h.CardLink(t.Context(), h.owner, s.ID)
	if err != nil {
		t.Fatal(err)
	}
	loc, _ := s.Plan.Sitting.Day.Zone()
	h.now, _ = s.Plan.Wear.TouchUps[0].At.In(loc)
	h.now = h.now.Add(-10 * time.Minute)
	card, err := h.OpenCard(t.Context(), link.Token)
	if err != nil || len(card.Stops) < 2 || card.Stops[0].Done {
		t.Fatalf("%v %+v", err, card)
	}
	if first := card.Stops[0]; first.ID != "t1" || first.InS < 1 || first.InS > 3600 || len(first.Do) == 0 {
		t.Errorf("%+v", first)
	}
	b, err := json.Marshal(card)
	if err != nil {
		t.Fatal(err)
	}
	for _, secret := range []string{s.Plan.Sitting.Client.Name, "sensitivity", "allerg", "phototype"} {
		if strings.Contains(string(b), secret) {
			t.Errorf("the card tells %q", secret)
		}
	}
	for _, k := range []struct{ done, want bool }{{true, true}, {true, true}, {false, false}} {
		if err := h.TellCard(t.Context(), link.Token, app.CardSays{ID: "t1", Done: k.done}); err != nil {
			t.Fatal(err)
		}
		if card, err = h.OpenCard(t.Context(), link.Token); err != nil || card.Stops[0].Done != k.want {
			t.Errorf("said %v: %v %+v", k.done, err, card.Stops[0])
		}
	}
	letter := map[bool]string{true: "B", false: "A"}
	for _, at := range []int{0, 10, 30, 60, 90} {
		broken := link.Token[:at] + letter[link.Token[at] == 'A'] + link.Token[at+1:]
		if _, err := h.OpenCard(t.Context(), broken); !errors.Is(err, app.ErrLink) {
			t.Errorf("letter %d changed: %v", at, err)
		}
	}
	h.now, _ = link.Until.In(loc)
	if _, err := h.OpenCard(t.Context(), link.Token); err != nil {
		t.Errorf("in its last minute: %v", err)
	}
	h.now = h.now.Add(time.Minute)
	for name, err := range map[string]error{
		"open": func() error { _, err := h.OpenCard(t.Context(), link.Token); return err }(),
		"tell": h.TellCard(t.Context(), link.Token, app.CardSays{ID: "t1", Done: true}),
		"none": func() error { _, err := h.OpenCard(t.Context(), "none"); return err }(),
	} {
		if !errors.Is(err, app.ErrLink) {
			t.Errorf("%s: %v", name, err)
		}
	}
}
