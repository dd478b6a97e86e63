// Package web serves the application: the API described by its Go types, sign-in, and the built interface.
package web

import (
	"compress/gzip"
	"context"
	"encoding/json"
	"errors"
	"io/fs"
	"log/slog"
	"net/http"
	"net/netip"
	"path"
	"reflect"
	"strings"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"urncloth/internal/app"
	"urncloth/internal/metrics"
)

// Demo is the sign-in shown on the sign-in page of the demo, and nowhere else.
type Demo struct {
	Email    string `json:"email"`
	Password string `json:"password"`
}

// Options is what a server is made of.
type Options struct {
	App     *app.App
	UI      fs.FS // the built interface, index.html at its root
	Demo    *Demo
	Secure  bool           // served over TLS alone
	Hosts   []string       // names it answers under, beside addresses and localhost
	Proxies []netip.Prefix // whose word for the address of who asks is taken
	Metrics *metrics.Metrics
	Log     *slog.Logger // of requests, nil for none
}

// Server is the whole application as an http.Handler.
type Server struct {
	http.Handler
	API     huma.API
	once    sync.Once
	closing chan struct{}
}

// packet is how many bytes go into one packet of a network: to pack an answer that fits gains nothing.
const packet = 1400

const assetForever = "public, max-age=31536000, immutable"

type server struct {
	Options
	api     huma.API
	hosts   map[string]bool
	closing chan struct{}
}

// New returns the application.
func New(o Options) *Server {
	maskUnexpected()
	huma.DefaultArrayNullable = false
	s := &server{Options: o, hosts: map[string]bool{}, closing: make(chan struct{})}
	if s.Log == nil {
		s.Log = slog.New(slog.DiscardHandler)
	}
	for _, name := range o.Hosts {
		s.hosts[strings.ToLower(name)] = true
	}
	e := echo.New()
	e.HTTPErrorHandler = echo.ProblemDetailsHTTPErrorHandler(false)
	e.IPExtractor = behind(o.Proxies)
	e.Use(s.traced, middleware.Recover(), s.headers, s.named, readable,
		middleware.GzipWithConfig(middleware.GzipConfig{Level: gzip.BestSpeed, MinLength: packet,
			Skipper: isFileOrLive}),
		middleware.GzipWithConfig(middleware.GzipConfig{Level: gzip.BestCompression, Skipper: isAnswerOrPacked}),
		echo.WrapMiddleware(refuseCrossOrigin), bodied, spoken, s.bearing)

	s.api = huma.NewAPI(config(), adapter{e})
	s.routes()
	// Alive is that the process answers; ready that it can do its work.
	e.GET("/healthz", func(c *echo.Context) error { return c.NoContent(http.StatusNoContent) })
	e.GET("/readyz", func(c *echo.Context) error {
		ctx, cancel := context.WithTimeout(c.Request().Context(), readyWithin)
		defer cancel()
		if err := o.App.Store.Ready(ctx); err != nil {
			return echo.NewHTTPError(http.StatusServiceUnavailable, "no database")
		}
		return c.NoContent(http.StatusNoContent)
	})
	e.GET(livePath, s.live)
	e.Any("/api/*", func(c *echo.Context) error { return echo.ErrNotFound })
	e.GET("/*", s.page)
	return &Server{Handler: headOfGet(e), API: s.api, closing: s.closing}
}

// An answer is packed quickly, each anew, but for what is packed by itself; a file of the interface well, since a
// device keeps it, or is packed already.
func isAnswer(c *echo.Context) bool { return strings.HasPrefix(c.Request().URL.Path, "/api/") }
func isPacked(c *echo.Context) bool { return strings.HasSuffix(c.Request().URL.Path, ".gz") }
func isFileOrLive(c *echo.Context) bool {
	return !isAnswer(c) || isLive(c) || isArchive(c) || isKept(c) || strings.HasPrefix(c.Request().URL.Path, photoPath)
}
func isAnswerOrPacked(c *echo.Context) bool { return isAnswer(c) || isPacked(c) }

// Closing ends what would last as long as its window does.
func (s *Server) Closing() { s.once.Do(func() { close(s.closing) }) }

const readyWithin = 2 * time.Second

// headers sets what keeps a page to itself.
func (s *server) headers(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		h := c.Response().Header()
		h.Set(
			"Content-Security-Policy",
			"default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; img-src 'self' data: blob:; "+
				"style-src 'self' 'unsafe-inline'; object-src 'none'; base-uri 'self'; form-action 'self'; "+
				"frame-ancestors 'none'",
		)
		if s.Secure {
			h.Set("Strict-Transport-Security", hstsFor)
		}
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
			h.Set("Cache-Control", "no-cache")
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
