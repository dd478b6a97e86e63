package app_test

import (
	"errors"
	"testing"
	"time"

	"urncloth/core/doc"
	"urncloth/internal/app"
)

func TestADeviceAtTheChairStaysForItsDayHoweverIdleAndNoLonger(t *testing.T) {
	h := open(t)
	who := h.as(app.Artist)
	if err := h.StayAtChair(t.Context(), who, app.ShortCode{Code: "4071"}); err != nil {
		t.Fatal(err)
	}
	me, err := h.Me(t.Context(), who)
	if err != nil || me.ChairUntil == nil || me.ChairUntil.Hour() != 4 && me.ChairUntil.UTC().Minute() != 0 {
		t.Fatalf("until %v, %v", me.ChairUntil, err)
	}
	if left := me.ChairUntil.Sub(h.now); left <= 0 || left > 24*time.Hour {
		t.Errorf("it stays for %s", left)
	}
	h.now = me.ChairUntil.Add(-time.Second)
	if _, err := h.Me(t.Context(), who); err != nil {
		t.Errorf("before its day is over: %v", err)
	}
	h.now = me.ChairUntil.Add(time.Second)
	if _, err := h.Me(t.Context(), who); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("after it: %v", err)
	}
}

func TestALockedDeviceDoesNothingUntilItsCodeIsSaidAndAfterFiveWrongOnesItTakesThePassword(t *testing.T) {
	h := open(t)
	who := h.as(app.Artist)
	if err := h.UnlockChair(t.Context(), who, app.ShortCode{Code: "4071"}); err == nil {
		t.Error("a device without a code is unlocked")
	}
	if err := h.StayAtChair(t.Context(), who, app.ShortCode{Code: "4071"}); err != nil {
		t.Fatal(err)
	}
	if err := h.LockChair(t.Context(), who); err != nil {
		t.Fatal(err)
	}
	locked := func() (list []error) {
		_, me := h.Me(t.Context(), who)
		_, clients := h.Clients(t.Context(), who, "", 0)
		_, sessions := h.Sessions(t.Context(), who)
		again := h.StayAtChair(t.Context(), who, app.ShortCode{Code: "5820"})
		return []error{me, clients, sessions, again}
	}
	for i, err := range locked() {
		if !errors.Is(err, app.ErrLocked) {
			t.Errorf("locked, %d: %v", i, err)
		}
	}
	for range 3 {
		var fs doc.Faults
		if err := h.UnlockChair(t.Context(), who, app.ShortCode{Code: "4072"}); !errors.As(err, &fs) {
			t.Errorf("a wrong code: %v", err)
		}
	}
	if err := h.UnlockChair(t.Context(), who, app.ShortCode{Code: "4071"}); err != nil {
		t.Fatal(err)
	}
	if _, err := h.Me(t.Context(), who); err != nil {
		t.Errorf("unlocked: %v", err)
	}
	_ = h.LockChair(t.Context(), who)
	for range 5 { // those before it went well do not count
		if err := h.UnlockChair(t.Context(), who, app.ShortCode{Code: "0000"}); errors.Is(err, app.ErrSignedOut) {
			t.Fatal("it is over before five")
		}
	}
	if err := h.UnlockChair(t.Context(), who, app.ShortCode{Code: "4071"}); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("the right one after five wrong ones: %v", err)
	}
	if _, err := h.Me(t.Context(), who); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("and then: %v", err)
	}
}

func TestAShortCodeIsFiguresAndNotOneThatIsTriedFirst(t *testing.T) {
	h := open(t)
	who := h.as(app.Artist)
	for code, good := range map[string]bool{"407": false, "4071": true, "40715820": true, "407158203": false,
		"40a1": false, "1111": false, "1234": false, "9876": false, "1235": true, "": false} {
		var fs doc.Faults
		if err := h.StayAtChair(t.Context(), who, app.ShortCode{Code: code}); (err == nil) != good ||
			err != nil && !errors.As(err, &fs) {
			t.Errorf("%q: %v", code, err)
		}
	}
}
