package app

import (
	"errors"
	"testing"

	"github.com/jackc/pgx/v5/pgconn"

	"urncloth/internal/store"
)

func TestWhatADeadlockGaveUpIsDoneOnceMoreAndWhatTookTooLongIsNot(t *testing.T) {
	for code, want := range map[string]int{"40P01": 2, "40001": 2, "57014": 1, "23505": 1} {
		times := 0
		got, err := again(func() (string, error) {
			if times++; times == 1 {
				return "", store.Reason(&pgconn.PgError{Code: code})
			}
			return "done", nil
		})
		if times != want || (got == "done") != (want == 2) || (err == nil) != (want == 2) {
			t.Errorf("%s: tried %d times, %q, %v", code, times, got, err)
		}
	}
	if _, err := again(func() (int, error) {
		return 0, store.Reason(&pgconn.PgError{Code: "40P01"})
	}); !errors.Is(err, store.ErrAgain) {
		t.Errorf("in the way for good: %v", err)
	}
}
