package web

import (
	"context"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/labstack/echo/v5"
	"github.com/mileusna/useragent"

	"urncloth/internal/app"
	"urncloth/internal/store"
)

// Credentials are an e-mail and a password, and a code where the account has a second factor.
type Credentials struct {
	Email    string `json:"email" need:"yes" len:"1..200"`
	Password string `json:"password" need:"yes" len:"1..1000"`
	Code     string `json:"code,omitempty" len:"0..60"`
}

// Hello is what the sign-in page may know.
type Hello struct {
	Demo *Demo `json:"demo,omitempty"`
}

// tokenKey is where a request's token lies in its context.
type tokenKey struct{}

// cookieName is what the cookie of a session is called: over TLS one that no other host can set.
func (s *server) cookieName() string {
	if s.Secure {
		return "__Host-urncloth"
	}
	return "urncloth"
}

// cookie holds a token until the window's program is closed, or until a moment where a device stays at the chair; how
// long it serves the server says. None takes it back.
func (s *server) cookie(token string, until *time.Time) string {
	c := http.Cookie{Name: s.cookieName(), Value: token, Path: "/", HttpOnly: true, Secure: s.Secure,
		SameSite: http.SameSiteStrictMode}
	if token == "" {
		c.MaxAge = -1
	} else if until != nil {
		c.Expires = *until
	}
	return c.String()
}

// unattended is the header by which a window says that nobody has touched it lately.
const unattended = "X-Unattended"

// bearing puts the token of a request into its context.
func (s *server) bearing(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		if kept, err := c.Cookie(s.cookieName()); err == nil && kept.Value != "" {
			r := c.Request()
			ctx := context.WithValue(r.Context(), tokenKey{}, kept.Value)
			if r.Header.Get(unattended) != "" {
				ctx = store.Unattended(ctx)
			}
			c.SetRequest(r.WithContext(ctx))
		}
		return next(c)
	}
}

// bearer is whoever the request's token belongs to, if anybody; ok is false where there is none.
func bearer(ctx context.Context) (who app.Actor, ok bool) {
	token, ok := ctx.Value(tokenKey{}).(string)
	who = app.Bearing(token)
	who.Tongue = tongue(ctx).Tag
	return who, ok
}

// signIn also learns the address, for the throttle, and the device.
type signIn struct {
	sent
	address, device string
}

// Resolve takes both from the connection.
func (i *signIn) Resolve(c huma.Context) []error {
	i.address = neighbourhood(c.RemoteAddr())
	ua := useragent.Parse(c.Header("User-Agent"))
	i.device = strings.TrimSpace(strings.Join([]string{ua.Name, "on", ua.OS}, " "))
	if ua.Name == "" || ua.OS == "" {
		i.device = "an unknown device"
	}
	return nil
}

// entered is the answer to a sign-in, with the cookie.
type entered struct {
	SetCookie string `header:"Set-Cookie"`
	Body      app.Me
}

// left is the answer to a sign-out.
type left struct {
	SetCookie string `header:"Set-Cookie"`
}

// session is what somebody may do who is not signed in, and signing out.
func (s *server) session() {
	huma.Register(s.api, operation("hello", http.MethodGet, "/api/hello", "What the sign-in page may know"),
		func(context.Context, *nothing) (*body[Hello], error) { return &body[Hello]{Hello{s.Demo}}, nil })
	huma.Register(s.api, operation("sign-in", http.MethodPost, "/api/session", "Sign in"), s.signIn)
	takes[Credentials](s.api, http.MethodPost, "/api/session")
	huma.Register(s.api, operation("sign-out", http.MethodDelete, "/api/session", "Sign out"),
		func(ctx context.Context, _ *nothing) (*left, error) {
			if who, is := bearer(ctx); is {
				if err := s.App.SignOut(ctx, who); err != nil {
					return nil, problem(ctx, err, nil)
				}
			}
			return &left{s.cookie("", nil)}, nil
		})
}

func (s *server) signIn(ctx context.Context, i *signIn) (*entered, error) {
	c, err := read[Credentials](i.RawBody)
	if err != nil {
		return nil, problem(ctx, err, nil)
	}
	if before, is := bearer(ctx); is { // whoever was signed in here is not any more
		if err := s.App.SignOut(ctx, before); err != nil {
			return nil, problem(ctx, err, nil)
		}
	}
	who, err := s.App.SignIn(ctx, app.Knock{Email: c.Email, Password: c.Password, Code: c.Code, Address: i.address,
		Device: i.device})
	if err != nil {
		return nil, problem(ctx, err, nil)
	}
	me, err := s.App.Me(ctx, who)
	if err != nil {
		return nil, problem(ctx, err, nil)
	}
	return &entered{s.cookie(who.Token, nil), me}, nil
}

// myself is what everybody may do with their own sign-in.
func (s *server) myself() {
	reads(s, "me", "/api/me", "Who is signed in",
		func(ctx context.Context, who app.Actor, _ *nothing) (app.Me, error) { return s.App.Me(ctx, who) })
	writes(s, "change-password", http.MethodPut, "/api/me/password",
		"Change one's own password; all other sessions of one's own end",
		func(ctx context.Context, who app.Actor, _ *sent, n app.NewPassword) (app.Me, error) {
			if err := s.App.ChangePassword(ctx, who, n); err != nil {
				return app.Me{}, err
			}
			return s.App.Me(ctx, who)
		})
	reads(s, "list-sessions", "/api/me/sessions", "One's own sessions",
		func(ctx context.Context, who app.Actor, _ *nothing) ([]app.Session, error) {
			return s.App.Sessions(ctx, who)
		})
	huma.Register(s.api, operation("end-session", http.MethodDelete, "/api/me/sessions/{id}",
		"End one session of one's own"),
		signedIn(s, func(ctx context.Context, who app.Actor, i *byID) (*nothing, error) {
			return nil, problem(ctx, s.App.EndMySession(ctx, who, i.ID), nil)
		}))
	huma.Register(s.api, operation("stay-at-chair", http.MethodPut, "/api/me/chair",
		"Stay signed in on this device at the chair for its day, with a short code that unlocks it"),
		signedIn(s, s.stay))
	takes[app.ShortCode](s.api, http.MethodPut, "/api/me/chair")
	huma.Register(s.api, operation("lock-chair", http.MethodPost, "/api/me/chair/lock",
		"Lock this device at the chair"),
		signedIn(s, func(ctx context.Context, who app.Actor, _ *nothing) (*nothing, error) {
			return nil, problem(ctx, s.App.LockChair(ctx, who), nil)
		}))
	writes(s, "unlock-chair", http.MethodPost, "/api/me/chair/unlock", "Unlock this device at the chair by its code",
		func(ctx context.Context, who app.Actor, _ *sent, c app.ShortCode) (app.Me, error) {
			if err := s.App.UnlockChair(ctx, who, c); err != nil {
				return app.Me{}, err
			}
			return s.App.Me(ctx, who)
		})
	changes(s, "begin-second-factor", http.MethodPost, "/api/me/second-factor", "Make a secret for a second factor",
		func(ctx context.Context, who app.Actor, _ *nothing) (app.Secret, error) {
			return s.App.BeginFactor(ctx, who)
		})
	writes(s, "confirm-second-factor", http.MethodPut, "/api/me/second-factor",
		"Let a second factor hold, against a code of it",
		func(ctx context.Context, who app.Actor, _ *sent, c app.FactorCode) (app.Recovery, error) {
			return s.App.ConfirmFactor(ctx, who, c)
		})
	writes(s, "end-second-factor", http.MethodPost, "/api/me/second-factor/end",
		"Take one's second factor away, against a code of it",
		func(ctx context.Context, who app.Actor, _ *sent, c app.FactorCode) (app.Me, error) {
			if err := s.App.EndFactor(ctx, who, c); err != nil {
				return app.Me{}, err
			}
			return s.App.Me(ctx, who)
		})
}

func (s *server) stay(ctx context.Context, who app.Actor, i *sent) (*entered, error) {
	c, err := read[app.ShortCode](i.RawBody)
	if err != nil {
		if out := s.App.Present(ctx, who); out != nil {
			err = out
		}
		return nil, problem(ctx, err, nil)
	}
	if err := s.App.StayAtChair(ctx, who, c); err != nil {
		return nil, problem(ctx, err, nil)
	}
	me, err := s.App.Me(ctx, who)
	if err != nil {
		return nil, problem(ctx, err, nil)
	}
	token, _ := ctx.Value(tokenKey{}).(string)
	return &entered{s.cookie(token, me.ChairUntil), me}, nil
}

// people is who belongs to the studio, and what of their doing is on record.
func (s *server) people() {
	reads(s, "list-people", "/api/people", "The people of the studio",
		func(ctx context.Context, who app.Actor, _ *nothing) (app.People, error) {
			return s.App.People(ctx, who)
		})
	writes(s, "save-person", http.MethodPut, "/api/people", "Add or change somebody of the studio",
		func(ctx context.Context, who app.Actor, _ *sent, e app.PersonEdit) (app.People, error) {
			return s.App.SavePerson(ctx, who, e)
		})
	for _, x := range []struct {
		id, method, path, summary string
		do                        func(context.Context, app.Actor, *byID) (app.People, error)
	}{
		{"remove-person", http.MethodDelete, "/api/people/{id}", "Take somebody out of the studio",
			func(ctx context.Context, who app.Actor, i *byID) (app.People, error) {
				return s.App.RemovePerson(ctx, who, i.ID)
			}},
		{"end-sessions", http.MethodDelete, "/api/people/{id}/sessions", "End all sessions of somebody",
			func(ctx context.Context, who app.Actor, i *byID) (app.People, error) {
				return s.App.EndSessionsOf(ctx, who, i.ID)
			}},
		{"reset-sign-in", http.MethodPost, "/api/people/{id}/reset", "Give somebody a first password again",
			func(ctx context.Context, who app.Actor, i *byID) (app.People, error) {
				return s.App.ResetSignIn(ctx, who, i.ID)
			}},
	} {
		changes(s, x.id, x.method, x.path, x.summary, x.do)
	}
	reads(s, "get-safety", "/api/safety", "How long a sign-in lasts, and what it needs",
		func(ctx context.Context, who app.Actor, _ *nothing) (app.Safety, error) {
			return s.App.Safety(ctx, who)
		})
	writes(s, "save-safety", http.MethodPut, "/api/safety", "Change how long a sign-in lasts, and what it needs",
		func(ctx context.Context, who app.Actor, _ *sent, v app.Safety) (app.Safety, error) {
			return s.App.SaveSafety(ctx, who, v)
		})
	type before struct {
		Before int64 `query:"before" minimum:"0"`
	}
	reads(s, "list-trail", "/api/trail", "What happened in the studio, the latest first",
		func(ctx context.Context, who app.Actor, i *before) ([]app.Happening, error) {
			return s.App.Trail(ctx, who, i.Before)
		})
}
