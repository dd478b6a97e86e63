package web

import (
	"bytes"
	"context"
	"crypto/rand"
	"errors"
	"io"
	"mime"
	"net"
	"net/http"
	"net/netip"
	"net/url"
	"os"
	"strconv"
	"strings"
	"time"
	"unicode/utf8"

	"github.com/labstack/echo/v5"

	"urncloth/internal/photo"
)

// What a request has to be before anything is done for it, and what is noted of it afterwards. Nothing here knows who
// asks.

const (
	requestID  = "X-Request-Id"
	answerIn   = 20 * time.Second // all that is done for one request
	maxBody    = 4 << 20
	hstsFor    = "max-age=63072000; includeSubDomains"
	closedHost = "This server does not answer under that name. Who keeps it can add the name: see README, Hosts."
)

// traced gives every request an id and notes what came of it: no bodies, no names, no paths with ids in them.
func (s *server) traced(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		id := rand.Text()
		c.Response().Header().Set(requestID, id)
		start := time.Now()
		err := next(c)
		if err != nil { // answered here, so that its status is known
			c.Echo().HTTPErrorHandler(c, err)
		}
		status, size := http.StatusOK, int64(0)
		if r, unwraps := echo.UnwrapResponse(c.Response()); unwraps == nil {
			status, size = r.Status, r.Size
		}
		route, took := c.Path(), time.Since(start)
		if route == "" {
			route = "none"
		}
		s.Log.Info("request", "id", id, "method", c.Request().Method, "route", route, "status", status, "bytes", size,
			"ms", float64(took.Microseconds())/1000)
		if s.Metrics != nil {
			s.Metrics.Request(c.Request().Method, route, status, took)
		}
		return nil
	}
}

// headOfGet answers HEAD as GET; net/http leaves the body out.
func headOfGet(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method == http.MethodHead {
			get := *r
			get.Method = http.MethodGet
			r = &get
		}
		next.ServeHTTP(w, r)
	})
}

// named turns away requests for hosts that are not this server's: a page elsewhere may have its own name point here.
// Addresses and localhost are always its own.
func (s *server) named(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		host := c.Request().Host
		if name, _, err := net.SplitHostPort(host); err == nil {
			host = name
		}
		host = strings.TrimSuffix(strings.ToLower(strings.Trim(host, "[]")), ".")
		if _, err := netip.ParseAddr(host); err == nil || host == "localhost" || s.hosts[host] {
			return next(c)
		}
		return said(c, http.StatusMisdirectedRequest, closedHost)
	}
}

// said answers with a problem.
func said(c *echo.Context, status int, say string) error {
	writeProblem(c.Response(), status, say)
	return nil
}

// readable turns away paths and queries that are not text, of which no answer can be right.
func readable(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		u := c.Request().URL
		query, err := url.QueryUnescape(u.RawQuery)
		if err != nil || !text(u.Path) || !text(query) {
			return said(c, http.StatusUnprocessableEntity, "The address holds signs that are no text.")
		}
		return next(c)
	}
}

func text(s string) bool { return utf8.ValidString(s) && !strings.ContainsRune(s, 0) }

// bodied reads the body of a request to the API before anything is done for it, so that one that is too large, too
// slow, broken off or of another kind is said as what it is.
func bodied(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		if !strings.HasPrefix(r.URL.Path, "/api/") {
			return next(c)
		}
		most := int64(maxBody)
		if strings.HasSuffix(r.URL.Path, photosPath) {
			most = photo.MaxBytes
		}
		body, err := io.ReadAll(http.MaxBytesReader(c.Response(), r.Body, most))
		var large *http.MaxBytesError
		switch {
		case errors.As(err, &large):
			return said(c, http.StatusRequestEntityTooLarge,
				"This is too large to be taken in: the most is "+strconv.FormatInt(most>>20, 10)+" MB.")
		case errors.Is(err, os.ErrDeadlineExceeded):
			return said(c, http.StatusRequestTimeout, "What was sent did not arrive in time. Send it again.")
		case err != nil:
			return said(c, http.StatusBadRequest, "What was sent broke off, or is no request that can be read.")
		}
		if len(body) > 0 && !kindOf(r, body) {
			return said(c, http.StatusUnsupportedMediaType,
				"Send JSON as application/json, a table as text/csv and events as application/x-ndjson, in UTF-8, "+
					"and a photograph as image/jpeg or image/png.")
		}
		r.Body = io.NopCloser(bytes.NewReader(body))
		if isLive(c) { // lasts as long as its window
			return next(c)
		}
		if isArchive(c) { // lasts as long as the studio is large
			_ = http.NewResponseController(c.Response()).SetWriteDeadline(time.Time{})
			return next(c)
		}
		ctx, cancel := context.WithTimeout(r.Context(), answerIn)
		defer cancel()
		c.SetRequest(r.WithContext(ctx))
		return next(c)
	}
}

// kindOf reports whether a body is of the kind its route takes.
func kindOf(r *http.Request, body []byte) bool {
	kind, params, err := mime.ParseMediaType(r.Header.Get("Content-Type"))
	want := "application/json"
	if strings.HasSuffix(r.URL.Path, ".csv") {
		want = "text/csv"
	} else if strings.HasSuffix(r.URL.Path, eventsPath) {
		want = ndjson
	}
	if strings.HasSuffix(r.URL.Path, photosPath) { // what it really is its bytes say
		return err == nil && (kind == "image/jpeg" || kind == "image/png")
	}
	set := strings.ToLower(params["charset"])
	return err == nil && kind == want && (set == "" || set == "utf-8" || set == "us-ascii")
}

// behind is how the address of who asks is known: from the connection, or behind proxies that are named from the
// addresses that they hand on.
func behind(proxies []netip.Prefix) echo.IPExtractor {
	if len(proxies) == 0 {
		return echo.ExtractIPDirect()
	}
	trust := []echo.TrustOption{echo.TrustLoopback(false), echo.TrustLinkLocal(false), echo.TrustPrivateNet(false)}
	for _, p := range proxies {
		_, block, err := net.ParseCIDR(p.String())
		if err == nil {
			trust = append(trust, echo.TrustIPRange(block))
		}
	}
	return echo.ExtractIPFromXFFHeader(trust...)
}

// neighbourhood is an address as tries at signing in are counted by: of the longer addresses, of which a household has
// millions, its network.
func neighbourhood(address string) string {
	ip, err := netip.ParseAddr(address)
	if err != nil {
		return address
	}
	ip = ip.Unmap().WithZone("")
	if ip.Is4() {
		return ip.String()
	}
	block, _ := ip.Prefix(64)
	return block.String()
}
