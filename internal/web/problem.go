package web

import (
	"context"
	"errors"
	"log/slog"
	"math"
	"net/http"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"urncloth/core/doc"
	"urncloth/core/plan"
	"urncloth/internal/app"
	"urncloth/internal/device"
	"urncloth/internal/password"
	"urncloth/internal/store"
)

// What is said where nothing more may be.
const (
	sayBroken = "Something went wrong here. What was saved before is safe."
	sayBusy   = "All hands are full just now. What you typed is kept; this tries again."
	sayFull   = "The disk of the studio’s records is full. What was saved is safe; nothing more can be saved until " +
		"somebody makes room."
	sayUnavailable = "The database does not answer just now. What you typed is kept; this tries again."
)

// maskUnexpected keeps the text of unexpected errors in the log and out of answers.
func maskUnexpected() {
	plain := huma.NewError
	huma.NewErrorWithContext = func(c huma.Context, status int, say string, errs ...error) huma.StatusError {
		if status != http.StatusInternalServerError {
			return plain(status, say, errs...)
		}
		path := ""
		if c != nil {
			u := c.URL()
			path = u.Path
		}
		slog.Error("unexpected", "path", path, "say", say, "errors", errors.Join(errs...))
		return plain(status, sayBroken)
	}
}

// stale is a 409 that carries what stands now beside what was sent.
type stale struct {
	huma.ErrorModel
	Current any `json:"current"`
}

// answers says what is answered to an error of the layers below: the first row that knows it. What no row knows is a
// fault of ours.
var answers = []struct {
	of    error
	make  func(say string, details ...error) huma.StatusError
	after time.Duration // when to try again, 0 for not at all
	say   string
}{
	{store.ErrNotFound, huma.Error404NotFound, 0, "There is nothing here, or it belongs to another studio."},
	{app.ErrForbidden, huma.Error403Forbidden, 0,
		"Your role does not include this. The owner of the studio can change that."},
	{app.ErrFirst, huma.Error403Forbidden, 0, "Your own sign-in comes first: choose a password of your own, and a " +
		"second step where the studio asks for one."},
	{app.ErrSignedOut, huma.Error401Unauthorized, 0, "Sign in first."},
	{app.ErrCode, huma.Error401Unauthorized, 0, "This sign-in has a second step."},
	{app.ErrSignIn, huma.Error401Unauthorized, 0, "That e-mail and password do not belong together."},
	{app.ErrBusy, huma.Error503ServiceUnavailable, time.Second, sayBusy},
	{password.ErrBusy, huma.Error503ServiceUnavailable, time.Second, sayBusy},
	{store.ErrAgain, huma.Error503ServiceUnavailable, time.Second, sayBusy},
	{store.ErrFull, fullDisk, time.Minute, sayFull},
	{plan.ErrLater, huma.Error503ServiceUnavailable, 0, "A later version of the program wrote this, and this server " +
		"cannot read it yet. Nothing is lost."},
	{device.ErrFault, huma.Error502BadGateway, 0,
		"The instrument gives no reading: check the cable and the tip, and try again."},
	{store.ErrUnavailable, huma.Error503ServiceUnavailable, awayAfter, sayUnavailable},
	{context.DeadlineExceeded, huma.Error503ServiceUnavailable, awayAfter, sayUnavailable},
}

const awayAfter = 3 * time.Second

func fullDisk(say string, details ...error) huma.StatusError {
	return huma.NewError(http.StatusInsufficientStorage, say, details...)
}

// problem turns an error of the layers below into an answer. current is what stands now, for a stale edit.
func problem(err error, current any) error {
	var faults doc.Faults
	var many app.TooMany
	var slow app.Slow
	switch {
	case err == nil:
		return nil
	case errors.As(err, &many):
		return huma.ErrorWithHeaders(huma.Error429TooManyRequests("Too many failed tries. Wait a quarter of an "+
			"hour, or ask an owner to reset the sign-in."), after(many.Wait))
	case errors.As(err, &slow):
		return huma.ErrorWithHeaders(huma.Error429TooManyRequests("That is more at once than one pair of hands needs. "+
			"Wait a moment."), after(slow.Wait))
	case errors.Is(err, store.ErrStale):
		return &stale{huma.ErrorModel{Status: http.StatusConflict, Title: http.StatusText(http.StatusConflict),
			Detail: "Somebody changed this since you opened it. Both versions are shown; nothing was overwritten."},
			current}
	}
	for _, row := range answers {
		if !errors.Is(err, row.of) {
			continue
		}
		made := row.make(row.say, details(err)...)
		if row.after > 0 {
			return huma.ErrorWithHeaders(made, after(row.after))
		}
		return made
	}
	if errors.As(err, &faults) {
		return faulty(faults)
	}
	return err
}

// after is when to try again.
func after(wait time.Duration) http.Header {
	return http.Header{"Retry-After": {strconv.Itoa(int(math.Ceil(max(wait, time.Second).Seconds())))}}
}

// faulty says every fault with its field: 400 where the body is no JSON at all, else 422.
func faulty(faults doc.Faults) error {
	if faults[0].Path == "" {
		return huma.Error400BadRequest("The document "+faults[0].Say+".", details(faults)...)
	}
	return huma.Error422UnprocessableEntity("Some fields need another look.", details(faults)...)
}

// details is the faults in an error, each with its field.
func details(err error) (list []error) {
	var faults doc.Faults
	errors.As(err, &faults)
	for _, f := range faults {
		list = append(list, &huma.ErrorDetail{Location: f.Path, Message: f.Say})
	}
	return list
}
