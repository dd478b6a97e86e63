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
	"urncloth/core/say"
	"urncloth/internal/app"
	"urncloth/internal/device"
	"urncloth/internal/password"
	"urncloth/internal/store"
)

// What is said of a request that comes to nothing.
var (
	sayBroken = say.Row("web.broken", "Something went wrong here. What was saved before is safe.")
	sayBusy   = say.Row("web.busy", "All hands are full just now. What you typed is kept; this tries again.")
	sayFull   = say.Row("web.full", "The disk of the studio’s records is full. What was saved is safe; nothing "+
		"more can be saved until somebody makes room.")
	sayUnavailable = say.Row("web.unavailable",
		"The database does not answer just now. What you typed is kept; this tries again.")
	sayNothing   = say.Row("web.nothing", "There is nothing here, or it belongs to another studio.")
	sayForbidden = say.Row("web.forbidden",
		"Your role does not include this. The owner of the studio can change that.")
	sayFirst = say.Row("web.first", "Your own sign-in comes first: choose a password of your own, and a second step "+
		"where the studio asks for one.")
	sayLocked = say.Row("web.locked", "This screen is locked. Its code opens it.")
	saySignIn = say.Row("web.sign_in", "Sign in first.")
	sayCode   = say.Row("web.code", "This sign-in has a second step.")
	sayWrong  = say.Row("web.wrong", "That e-mail and password do not belong together.")
	sayLater  = say.Row("web.later", "A later version of the program wrote this, and this server cannot read it yet. "+
		"Nothing is lost.")
	sayDevice = say.Row("web.device",
		"The instrument gives no reading: check the cable and the tip, and try again.")
	sayMany = say.Row("web.many",
		"Too many failed tries. Wait a quarter of an hour, or ask an owner to reset the sign-in.")
	saySlow  = say.Row("web.slow", "That is more at once than one pair of hands needs. Wait a moment.")
	sayLink  = say.Row("web.link", "This link is not good any more. Ask whoever gave it to you for a new one.")
	sayBegun = say.Row("web.begun",
		"Something was recorded at this sitting, and stays with it. The sitting can be called off.")
	sayStale = say.Row("web.stale",
		"Somebody changed this since you opened it. Both versions are shown; nothing was overwritten.")
	sayDocument = say.Row("web.document", "The document {fault}.")
	sayFields   = say.Row("web.fields", "Some fields need another look.")
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
		ctx := context.Background()
		if c != nil {
			ctx = c.Context()
		}
		return plain(status, tongue(ctx).Say(sayBroken))
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
	say   say.ID
}{
	{store.ErrNotFound, huma.Error404NotFound, 0, sayNothing},
	{app.ErrLink, huma.Error404NotFound, 0, sayLink},
	{app.ErrBegun, huma.Error409Conflict, 0, sayBegun},
	{app.ErrForbidden, huma.Error403Forbidden, 0, sayForbidden},
	{app.ErrFirst, huma.Error403Forbidden, 0, sayFirst},
	{app.ErrSignedOut, huma.Error401Unauthorized, 0, saySignIn},
	{app.ErrLocked, locked, 0, sayLocked},
	{app.ErrCode, huma.Error401Unauthorized, 0, sayCode},
	{app.ErrSignIn, huma.Error401Unauthorized, 0, sayWrong},
	{app.ErrBusy, huma.Error503ServiceUnavailable, time.Second, sayBusy},
	{password.ErrBusy, huma.Error503ServiceUnavailable, time.Second, sayBusy},
	{store.ErrAgain, huma.Error503ServiceUnavailable, time.Second, sayBusy},
	{store.ErrFull, fullDisk, time.Minute, sayFull},
	{plan.ErrLater, huma.Error503ServiceUnavailable, 0, sayLater},
	{device.ErrFault, huma.Error502BadGateway, 0, sayDevice},
	{store.ErrUnavailable, huma.Error503ServiceUnavailable, awayAfter, sayUnavailable},
	{context.Canceled, huma.Error503ServiceUnavailable, 0, sayBusy}, // whoever asked has gone
	{context.DeadlineExceeded, huma.Error503ServiceUnavailable, awayAfter, sayUnavailable},
}

const awayAfter = 3 * time.Second

func locked(say string, details ...error) huma.StatusError {
	return huma.NewError(http.StatusLocked, say, details...)
}

func fullDisk(say string, details ...error) huma.StatusError {
	return huma.NewError(http.StatusInsufficientStorage, say, details...)
}

// problem turns an error of the layers below into an answer. current is what stands now, for a stale edit.
func problem(ctx context.Context, err error, current any) error {
	l := tongue(ctx)
	var faults doc.Faults
	var many app.TooMany
	var slow app.Slow
	switch {
	case err == nil:
		return nil
	case errors.As(err, &many):
		return huma.ErrorWithHeaders(huma.Error429TooManyRequests(l.Say(sayMany)), after(many.Wait))
	case errors.As(err, &slow):
		return huma.ErrorWithHeaders(huma.Error429TooManyRequests(l.Say(saySlow)), after(slow.Wait))
	case errors.Is(err, store.ErrStale):
		return &stale{huma.ErrorModel{Status: http.StatusConflict, Title: http.StatusText(http.StatusConflict),
			Detail: l.Say(sayStale)},
			current}
	}
	for _, row := range answers {
		if !errors.Is(err, row.of) {
			continue
		}
		made := row.make(l.Say(row.say), details(l, err)...)
		if row.after > 0 {
			return huma.ErrorWithHeaders(made, after(row.after))
		}
		return made
	}
	if errors.As(err, &faults) {
		return faulty(l, faults)
	}
	return err
}

// after is when to try again.
func after(wait time.Duration) http.Header {
	return http.Header{"Retry-After": {strconv.Itoa(int(math.Ceil(max(wait, time.Second).Seconds())))}}
}

// faulty says every fault with its field: 400 where the body is no JSON at all, else 422.
func faulty(l *say.Language, faults doc.Faults) error {
	if faults[0].Path == "" {
		return huma.Error400BadRequest(l.Say(sayDocument, "fault", faults[0].Words(l)), details(l, faults)...)
	}
	return huma.Error422UnprocessableEntity(l.Say(sayFields), details(l, faults)...)
}

// details is the faults in an error, each with its field.
func details(l *say.Language, err error) (list []error) {
	var faults doc.Faults
	errors.As(err, &faults)
	for _, f := range faults {
		list = append(list, &huma.ErrorDetail{Location: f.Path, Message: f.Words(l)})
	}
	return list
}
