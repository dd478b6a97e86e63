// Package web serves the application: the API described by its Go types, sign-in, and the built interface.
package web

import (
	"compress/gzip"
	"context"
	"encoding/gob"
	"encoding/json"
	"errors"
	"io/fs"
	"log/slog"
	"net/http"
	"path"
	"reflect"
	"strings"
	"time"

	"github.com/alexedwards/scs/pgxstore"
	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"urncloth/internal/app"
)

// Demo is the sign-in shown on the sign-in page of the demo, and nowhere else.
type Demo struct {
	Email    string `json:"email"`
	Password string `json:"password"`
}

// Options is what a server is made of.
type Options struct {
	App    *app.App
	UI     fs.FS // the built interface, index.html at its root
	Demo   *Demo
	Secure bool // cookies over TLS only
}

// Server is the whole application as an http.Handler. Close ends its background work.
type Server struct {
	http.Handler
	API      huma.API
	sessions *pgxstore.PostgresStore
}

// Close stops the cleaning of expired sessions.
func (s *Server) Close() { s.sessions.StopCleanup() }

const (
	sessionLife  = 14 * 24 * time.Hour
	sessionIdle  = 3 * 24 * time.Hour
	maxBody      = 4 << 20
	actorKey     = "actor"
	assetForever = "public, max-age=31536000, immutable"
)

func init() { gob.Register(app.Actor{}) }

type server struct {
	Options
	api      huma.API
	sessions *scs.SessionManager
}

// New returns the application.
func New(o Options) *Server {
	maskUnexpected()
	huma.DefaultArrayNullable = false
	kept := pgxstore.NewWithCleanupInterval(o.App.Store.Pool, time.Hour)
	s := &server{Options: o, sessions: scs.New()}
	s.sessions.Store = kept
	s.sessions.Lifetime, s.sessions.IdleTimeout = sessionLife, sessionIdle
	s.sessions.Cookie.Name = "urncloth"
	s.sessions.Cookie.HttpOnly, s.sessions.Cookie.Secure = true, o.Secure
	s.sessions.Cookie.SameSite = http.SameSiteStrictMode
	s.sessions.ErrorFunc = func(w http.ResponseWriter, r *http.Request, err error) {
		slog.Error("session", "path", r.URL.Path, "error", err)
		w.Header().Set("Retry-After", "3")
		writeProblem(w, http.StatusServiceUnavailable, sayUnavailable)
	}

	e := echo.New()
	e.HTTPErrorHandler = echo.ProblemDetailsHTTPErrorHandler(false)
	e.Use(middleware.Recover(), headers, middleware.BodyLimit(maxBody),
		middleware.GzipWithConfig(middleware.GzipConfig{Level: gzip.BestSpeed}))
	e.Use(echo.WrapMiddleware(refuseCrossOrigin))
	e.Use(echo.WrapMiddleware(func(next http.Handler) http.Handler {
		inner := s.sessions.LoadAndSave(next)
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if strings.HasPrefix(r.URL.Path, "/api/") { // the interface itself needs no session
				inner.ServeHTTP(w, r)
				return
			}
			next.ServeHTTP(w, r)
		})
	}))

	s.api = huma.NewAPI(config(), adapter{e})
	s.routes()
	e.GET("/healthz", func(c *echo.Context) error {
		ctx, cancel := context.WithTimeout(c.Request().Context(), 2*time.Second)
		defer cancel()
		if err := o.App.Store.Pool.Ping(ctx); err != nil {
			return echo.NewHTTPError(http.StatusServiceUnavailable, "no database")
		}
		return c.NoContent(http.StatusNoContent)
	})
	e.Any("/api/*", func(c *echo.Context) error { return echo.ErrNotFound })
	e.GET("/*", s.page)
	return &Server{Handler: e, API: s.api, sessions: kept}
}

// headers sets what keeps a page to itself.
func headers(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		h := c.Response().Header()
		h.Set(
			"Content-Security-Policy",
			"default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; "+
				"object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'",
		)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("X-Frame-Options", "DENY")
		h.Set("Referrer-Policy", "same-origin")
		h.Set("Permissions-Policy", "camera=(), geolocation=(), microphone=()")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		if strings.HasPrefix(c.Request().URL.Path, "/api/") {
			h.Set("Cache-Control", "no-store")
		}
		return next(c)
	}
}

// refuseCrossOrigin turns away writes that another site's page sends.
func refuseCrossOrigin(next http.Handler) http.Handler {
	p := http.NewCrossOriginProtection()
	p.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		writeProblem(w, http.StatusForbidden, "This was sent from another site's page and is refused.")
	}))
	return p.Handler(next)
}

func writeProblem(w http.ResponseWriter, status int, say string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: say})
}

// page serves the built interface: files as they are, every other path the one page. A missing asset is 404.
func (s *server) page(c *echo.Context) error {
	name := strings.TrimPrefix(path.Clean(c.Request().URL.Path), "/")
	h := c.Response().Header()
	if name != "" && name != "." {
		if f, err := fs.Stat(s.UI, name); err == nil && !f.IsDir() {
			if strings.HasPrefix(name, "assets/") {
				h.Set("Cache-Control", assetForever)
			}
			return c.FileFS(name, s.UI)
		}
		if strings.HasPrefix(name, "assets/") || path.Ext(name) != "" {
			return echo.ErrNotFound
		}
	}
	h.Set("Cache-Control", "no-cache")
	if _, err := fs.Stat(s.UI, "index.html"); errors.Is(err, fs.ErrNotExist) {
		return echo.NewHTTPError(http.StatusServiceUnavailable, "the interface is not built: run make start")
	}
	return c.FileFS("index.html", s.UI)
}

// OpenAPI is the description of the API as JSON, the source of the interface's types.
func OpenAPI() ([]byte, error) {
	maskUnexpected()
	huma.DefaultArrayNullable = false
	s := &server{api: huma.NewAPI(config(), adapter{echo.New()})}
	s.routes()
	nameWords(s.api.OpenAPI().Components.Schemas)
	return json.MarshalIndent(s.api.OpenAPI(), "", "  ")
}

// config is Huma's configuration: no pages of its own, and schemas named by package and type, so that the client of a
// sitting and the client of the list are two.
func config() huma.Config {
	cfg := huma.DefaultConfig("Urn Cloth", "1")
	cfg.CreateHooks, cfg.DocsPath, cfg.OpenAPIPath, cfg.SchemasPath = nil, "", "", ""
	cfg.Components = &huma.Components{
		Schemas: huma.NewMapRegistry("#/components/schemas/", func(t reflect.Type, hint string) string {
			name := huma.DefaultSchemaNamer(t, hint)
			if pkg := path.Base(t.PkgPath()); t.Name() != "" && pkg != "." && pkg != "web" && pkg != "v2" {
				return strings.ToUpper(pkg[:1]) + pkg[1:] + name
			}
			return name
		}),
	}
	return cfg
}

func typeOf[T any]() reflect.Type { return reflect.TypeFor[T]() }
