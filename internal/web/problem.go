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

// problem turns an error of the layers below into an answer. current is what stands now, for a stale edit.
func problem(err error, current any) error {
	var faults doc.Faults
	var many app.TooMany
	var slow app.Slow
	if said, is := codeProblem(err); is {
		return said
	}
	switch {
	case err == nil:
		return nil
	case errors.As(err, &faults):
		return faulty(faults)
	case errors.Is(err, store.ErrNotFound):
		return huma.Error404NotFound("There is nothing here, or it belongs to another studio.")
	case errors.Is(err, store.ErrStale):
		return &stale{huma.ErrorModel{Status: http.StatusConflict, Title: http.StatusText(http.StatusConflict),
			Detail: "Somebody changed this since you opened it. Both versions are shown; nothing was overwritten."},
			current}
	case errors.Is(err, app.ErrForbidden):
		return huma.Error403Forbidden("Your role does not include this. The owner of the studio can change that.")
	case errors.Is(err, app.ErrFirst):
		return huma.Error403Forbidden("Your own sign-in comes first: choose a password of your own, and a second step " +
			"where the studio asks for one.")
	case errors.Is(err, app.ErrSignedOut):
		return huma.Error401Unauthorized("Sign in first.")
	case errors.Is(err, app.ErrSignIn):
		return huma.Error401Unauthorized("That e-mail and password do not belong together.")
	case errors.As(err, &many):
		return huma.ErrorWithHeaders(huma.Error429TooManyRequests("Too many failed tries. Wait a quarter of an "+
			"hour, or ask an owner to reset the sign-in."), after(many.Wait))
	case errors.As(err, &slow):
		return huma.ErrorWithHeaders(huma.Error429TooManyRequests("That is more at once than one pair of hands needs. "+
			"Wait a moment."), after(slow.Wait))
	case errors.Is(err, app.ErrBusy), errors.Is(err, password.ErrBusy), errors.Is(err, store.ErrAgain):
		return huma.ErrorWithHeaders(huma.Error503ServiceUnavailable(sayBusy), after(time.Second))
	case errors.Is(err, store.ErrFull):
		return huma.ErrorWithHeaders(huma.NewError(http.StatusInsufficientStorage, sayFull), after(fullAfter))
	case errors.Is(err, plan.ErrLater):
		return huma.Error503ServiceUnavailable("A later version of the program wrote this, and this server cannot " +
			"read it yet. Nothing is lost.")
	case errors.Is(err, device.ErrFault):
		return huma.NewError(http.StatusBadGateway,
			"The instrument gives no reading: check the cable and the tip, and try again.")
	case errors.Is(err, store.ErrUnavailable), errors.Is(err, context.DeadlineExceeded):
		return huma.ErrorWithHeaders(huma.Error503ServiceUnavailable(sayUnavailable), after(awayAfter))
	}
	return err
}

// after is when to try again.
func after(wait time.Duration) http.Header {
	return http.Header{"Retry-After": {strconv.Itoa(int(math.Ceil(max(wait, time.Second).Seconds())))}}
}

const (
	awayAfter = 3 * time.Second
	fullAfter = time.Minute
)

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
