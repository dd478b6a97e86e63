package web

import (
	"context"
	"crypto/tls"
	"io"
	"mime/multipart"
	"net/http"
	"net/url"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/labstack/echo/v5"
)

// adapter lets Huma register its operations on Echo v5, for which Huma has no adapter of its own yet.
type adapter struct{ echo *echo.Echo }

const formMemory = 8 << 10

func (a adapter) ServeHTTP(w http.ResponseWriter, r *http.Request) { a.echo.ServeHTTP(w, r) }

// Handle registers an operation; {param} becomes :param.
func (a adapter) Handle(op *huma.Operation, handler func(huma.Context)) {
	path := strings.NewReplacer("{", ":", "}", "").Replace(op.Path)
	a.echo.Add(op.Method, path, func(c *echo.Context) error {
		handler(&humaContext{op: op, echo: c})
		return nil
	})
}

// humaContext is a request as Huma wants to see it.
type humaContext struct {
	op     *huma.Operation
	echo   *echo.Context
	status int
}

var _ huma.Context = (*humaContext)(nil)

func (c *humaContext) Operation() *huma.Operation { return c.op }
func (c *humaContext) Context() context.Context   { return c.echo.Request().Context() }
func (c *humaContext) Method() string             { return c.echo.Request().Method }
func (c *humaContext) Host() string               { return c.echo.Request().Host }
func (c *humaContext) RemoteAddr() string         { return c.echo.RealIP() }
func (c *humaContext) URL() url.URL               { return *c.echo.Request().URL }
func (c *humaContext) Param(name string) string   { return c.echo.Param(name) }
func (c *humaContext) Query(name string) string   { return c.echo.QueryParam(name) }
func (c *humaContext) Header(name string) string  { return c.echo.Request().Header.Get(name) }
func (c *humaContext) BodyReader() io.Reader      { return c.echo.Request().Body }
func (c *humaContext) TLS() *tls.ConnectionState  { return c.echo.Request().TLS }
func (c *humaContext) Status() int                { return c.status }
func (c *humaContext) BodyWriter() io.Writer      { return c.echo.Response() }

func (c *humaContext) EachHeader(visit func(name, value string)) {
	for name, values := range c.echo.Request().Header {
		for _, v := range values {
			visit(name, v)
		}
	}
}

func (c *humaContext) GetMultipartForm() (*multipart.Form, error) {
	r := c.echo.Request()
	err := r.ParseMultipartForm(formMemory)
	return r.MultipartForm, err
}

func (c *humaContext) SetReadDeadline(at time.Time) error {
	return http.NewResponseController(c.echo.Response()).SetReadDeadline(at)
}

func (c *humaContext) SetStatus(code int) {
	c.status = code
	c.echo.Response().WriteHeader(code)
}

func (c *humaContext) AppendHeader(name, value string) { c.echo.Response().Header().Add(name, value) }
func (c *humaContext) SetHeader(name, value string)    { c.echo.Response().Header().Set(name, value) }

func (c *humaContext) Version() huma.ProtoVersion {
	r := c.echo.Request()
	return huma.ProtoVersion{Proto: r.Proto, ProtoMajor: r.ProtoMajor, ProtoMinor: r.ProtoMinor}
}
