package app_test

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"

	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/log"
	"urncloth/internal/app"
)

// taught adds a client, a sitting at which cheeks were tight and the serum stung, and returns both.
func (h *house) taught() (app.Client, app.Sitting) {
	h.t.Helper()
	c, s := h.added(h.t)
	lines := eventLine("tablet", 1, "10:00:00", chair.Touch, `, "reads": {"cheeks": "tight"}`) +
		eventLine("tablet", 2, "10:01:00", chair.Sting,
			`, "product": "`+s.Plan.Sitting.Kit[0].ID+`", "zones": ["cheeks"]`)
	if _, err := h.Append(h.t.Context(), h.owner, s.ID, []byte(lines), app.Sent{Now: h.now}); err != nil {
		h.t.Fatal(err)
	}
	return c, s
}

// learned is what a client's sittings taught.
func (h *house) learned(ctx context.Context, who app.Actor, client uuid.UUID) (*log.Document, error) {
	all, err := h.Taught(ctx, who, client)
	return all.Learned, err
}

func (h *house) unlearned(c app.Client, key string) (*log.Document, error) {
	all, err := h.Unlearn(h.t.Context(), h.owner, c.ID, app.Key{Key: key})
	return all.Learned, err
}

// next is a new sitting of a client a week later.
func (h *house) next(c app.Client) app.Sitting {
	h.t.Helper()
	s, err := h.AddSitting(h.t.Context(), h.owner, app.NewSitting{ClientID: c.ID,
		ChairAt: wall(h.t, "2026-06-27T10:00"), BaseAt: wall(h.t, "2026-06-27T11:00")})
	if err != nil {
		h.t.Fatal(err)
	}
	return s
}

func TestWhatASittingTaughtIsInTheNextPlanAndGoneWhenItIsReset(t *testing.T) {
	h := open(t)
	c, s := h.taught()
	stung := s.Plan.Sitting.Kit[0].ID
	d, err := h.learned(t.Context(), h.owner, c.ID)
	if err != nil || float64(d.Moisture[face.Cheeks]) != 1.15 || !slices.Equal(d.Never, []string{stung}) ||
		len(d.From) != 2 {
		t.Fatalf("%+v, %v", d, err)
	}
	again, err := h.learned(t.Context(), h.owner, c.ID) // as it was kept
	if err != nil || string(again.JSON()) != string(d.JSON()) {
		t.Errorf("read again: %s, %v", again.JSON(), err)
	}
	n := h.next(c)
	if l := n.Plan.Sitting.Client.Learned; l.Moisture[face.Cheeks] != 1.15 || !slices.Contains(l.Never, stung) {
		t.Errorf("the next sitting is planned with %+v", l)
	}
	if !strings.Contains(fmt.Sprint(n.Plan.LastTime), "because last time") {
		t.Errorf("the next plan says %+v", n.Plan.LastTime)
	}
	copied, err := h.CopySitting(t.Context(), h.owner, s.ID, app.Copy{ChairAt: wall(t, "2026-07-04T10:00")})
	if err != nil || copied.Plan.Sitting.Client.Learned.Moisture[face.Cheeks] != 1.15 {
		t.Errorf("a copy is planned with %+v, %v", copied.Plan.Sitting.Client.Learned, err)
	}
	h.now = h.now.Add(30 * 24 * time.Hour)
	h.owner = h.as(app.Owner)
	d, err = h.unlearned(c, "moisture/cheeks")
	if err != nil || len(d.Moisture) != 0 || len(d.Never) != 1 {
		t.Errorf("reset: %+v, %v", d, err)
	}
	if l := h.next(c).Plan.Sitting.Client.Learned; len(l.Moisture) != 0 || !slices.Contains(l.Never, stung) {
		t.Errorf("after the reset a sitting is planned with %+v", l)
	}
	for _, key := range []string{"", "moisture", "moisture/", "hair/cheeks"} {
		var fs doc.Faults
		if _, err := h.Unlearn(t.Context(), h.owner, c.ID, app.Key{Key: key}); !errors.As(err, &fs) {
			t.Errorf("%q is reset: %v", key, err)
		}
	}
	if _, err := h.Unlearn(t.Context(), h.as(app.Assistant), c.ID, app.Key{Key: "never/" + stung}); !errors.Is(err,
		app.ErrForbidden) {
		t.Errorf("an assistant resets: %v", err)
	}
	out, err := h.ExportClient(t.Context(), h.owner, c.ID)
	if err != nil || len(out.Reset) != 1 || out.Reset[0].Key != "moisture/cheeks" {
		t.Errorf("the client's export says of resets %+v, %v", out.Reset, err)
	}
	if err := h.EraseClient(t.Context(), h.owner, c.ID); err != nil {
		t.Fatal(err)
	}
	for _, table := range []string{"learned", "forgotten"} {
		if left := h.one(t, `select count(*)::text from `+table); left != "0" {
			t.Errorf("%s of %s are left of an erased client", left, table)
		}
	}
}

func TestALinkTellsHowItWoreForAWeekAndShowsNothingElse(t *testing.T) {
	h := open(t)
	c, s := h.added(t)
	link, err := h.WearLink(t.Context(), h.owner, s.ID)
	if err != nil {
		t.Fatal(err)
	}
	asked, err := h.OpenWear(t.Context(), link.Token)
	if err != nil || asked.Studio == "" || len(asked.Reads) != 0 {
		t.Fatalf("%+v, %v", asked, err)
	}
	if text := fmt.Sprintf("%+v", asked); strings.Contains(text, c.Record.Name) {
		t.Errorf("it tells whose it is: %s", text)
	}
	shone := s.Plan.Sitting.Day.BaseAt.Add(90)
	told := app.WearTold{Reads: map[face.Zone]chair.Wore{face.Forehead: {ShoneAt: shone}, face.Nose: {Creased: true}},
		Text: "one pad more at the lids"}
	if err := h.TellWear(t.Context(), link.Token, told); err != nil {
		t.Fatal(err)
	}
	told = app.WearTold{Reads: map[face.Zone]chair.Wore{face.Nose: {}}, Text: told.Text}
	if err := h.TellWear(t.Context(), link.Token, told); err != nil {
		t.Fatal(err)
	}
	asked, err = h.OpenWear(t.Context(), link.Token)
	if err != nil || asked.Reads[face.Forehead].ShoneAt != shone || asked.Reads[face.Nose].Creased ||
		asked.Text != told.Text {
		t.Errorf("told: %+v, %v", asked, err)
	}
	noted := eventLine("tablet", 1, "20:00:00", chair.Worn, `, "reads": {"cheeks": {"broke_out": true}}`)
	if _, err := h.Append(t.Context(), h.owner, s.ID, []byte(noted), app.Sent{Now: h.now}); err != nil {
		t.Fatal(err)
	}
	if asked, err := h.OpenWear(t.Context(), link.Token); err != nil || asked.Reads[face.Cheeks].BrokeOut {
		t.Errorf("the link shows what the studio noted: %+v, %v", asked, err)
	}
	d, err := h.learned(t.Context(), h.owner, c.ID)
	if err != nil || d.Sebum[face.Forehead] == 0 {
		t.Errorf("it teaches %+v, %v", d, err)
	}
	var fs doc.Faults
	if err := h.TellWear(t.Context(), link.Token, app.WearTold{}); !errors.As(err, &fs) {
		t.Errorf("nothing told: %v", err)
	}
	card, err := h.CardLink(t.Context(), h.owner, s.ID)
	if err != nil {
		t.Fatal(err)
	}
	altered := []byte(link.Token)
	altered[len(altered)/2] ^= 1
	for name, token := range map[string]string{"a card's": card.Token, "one altered": string(altered), "none": "",
		"half of it": link.Token[:len(link.Token)/2]} {
		if _, err := h.OpenWear(t.Context(), token); !errors.Is(err, app.ErrLink) {
			t.Errorf("%s link opens: %v", name, err)
		}
		if err := h.TellWear(t.Context(), token, told); !errors.Is(err, app.ErrLink) {
			t.Errorf("%s link tells: %v", name, err)
		}
	}
	if _, err := h.OpenCard(t.Context(), link.Token); !errors.Is(err, app.ErrLink) {
		t.Errorf("it opens the card: %v", err)
	}
	for range 80 { // whoever has it cannot fill the disk
		err = h.TellWear(t.Context(), link.Token, app.WearTold{Reads: map[face.Zone]chair.Wore{face.Chin: {}}})
	}
	if !errors.Is(err, app.ErrLink) {
		t.Errorf("it tells without end: %v", err)
	}
	end, _ := link.Until.In(time.UTC)
	h.now = end.Add(-26 * time.Hour) // in whatever zone
	if _, err := h.OpenWear(t.Context(), link.Token); err != nil {
		t.Errorf("a day before its end: %v", err)
	}
	h.now = end.Add(24 * time.Hour)
	if _, err := h.OpenWear(t.Context(), link.Token); !errors.Is(err, app.ErrLink) {
		t.Errorf("a day late it opens: %v", err)
	}
}

func TestASittingThatIsOverIsAskedAboutForAWeekUntilSomebodyTellsHowItWore(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	due := func() bool {
		t.Helper()
		h.owner = h.as(app.Owner)
		today, err := h.Today(t.Context(), h.owner, day.Date{})
		if err != nil {
			t.Fatal(err)
		}
		return slices.ContainsFunc(today.WearDue, func(l app.SittingLine) bool { return l.ID == s.ID })
	}
	loc, _ := s.Plan.Sitting.Day.Zone()
	lift, _ := s.Plan.Sitting.Day.LiftAt.In(loc)
	for name, k := range map[string]struct {
		at   time.Time
		want bool
	}{"while it is worn": {lift.Add(-time.Minute), false}, "when it is over": {lift.Add(time.Minute), true},
		"six days later": {lift.AddDate(0, 0, 6), true}, "eight days later": {lift.AddDate(0, 0, 8), false}} {
		if h.now = k.at; due() != k.want {
			t.Errorf("%s: due is %v", name, !k.want)
		}
	}
	h.now = lift.Add(time.Hour)
	h.owner = h.as(app.Owner) // whoever signed in on another day may be forgotten by now
	line := eventLine("tablet", 1, "22:00:00", chair.Worn, `, "reads": {"chin": {}}`)
	if _, err := h.Append(t.Context(), h.owner, s.ID, []byte(line), app.Sent{Now: h.now}); err != nil {
		t.Fatal(err)
	}
	if due() {
		t.Error("it is told, and asked about still")
	}
}
