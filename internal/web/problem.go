package web

import (
	"errors"
	"log/slog"
	"net/http"
	"strconv"

	"github.com/danielgtaylor/huma/v2"

	"urncloth/core/doc"
	"urncloth/core/plan"
	"urncloth/internal/app"
	"urncloth/internal/device"
	"urncloth/internal/store"
)

// What is said where nothing more may be.
const (
	sayBroken      = "Something went wrong here. What was saved before is safe."
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
	case errors.Is(err, app.ErrSignedOut):
		return huma.Error401Unauthorized("Sign in first.")
	case errors.Is(err, app.ErrSignIn):
		return huma.Error401Unauthorized("That e-mail and password do not belong together.")
	case errors.As(err, &many):
		return huma.ErrorWithHeaders(huma.Error429TooManyRequests("Too many failed sign-ins. Wait a quarter of an "+
			"hour, or ask the owner."), http.Header{"Retry-After": {strconv.Itoa(int(many.Wait.Seconds()) + 1)}})
	case errors.Is(err, plan.ErrLater):
		return huma.Error503ServiceUnavailable("A later version of the program wrote this, and this server cannot " +
			"read it yet. Nothing is lost.")
	case errors.Is(err, device.ErrFault):
		return huma.NewError(http.StatusBadGateway,
			"The instrument gives no reading: check the cable and the tip, and try again.")
	case errors.Is(err, store.ErrUnavailable):
		return huma.ErrorWithHeaders(huma.Error503ServiceUnavailable(sayUnavailable), http.Header{"Retry-After": {"3"}})
	}
	return err
}

// faulty says every fault with its field: 400 where the body is no JSON at all, else 422.
func faulty(faults doc.Faults) error {
	details := make([]error, len(faults))
	for i, f := range faults {
		details[i] = &huma.ErrorDetail{Location: f.Path, Message: f.Say}
	}
	if faults[0].Path == "" {
		return huma.Error400BadRequest("The document "+faults[0].Say+".", details...)
	}
	return huma.Error422UnprocessableEntity("Some fields need another look.", details...)
}
