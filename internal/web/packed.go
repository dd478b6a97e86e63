package web

import (
	"bytes"
	"compress/gzip"
	"context"
	"io"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/google/uuid"
	"github.com/labstack/echo/v5"

	"urncloth/internal/app"
)

const sittingPath = "/api/sittings/{id}"

// packed is an answer as it is kept: packed for whoever takes it so, and not sent again to who has it.
type packed struct {
	Status   int
	Type     string `header:"Content-Type"`
	Encoding string `header:"Content-Encoding"`
	Tag      string `header:"ETag"`
	Body     []byte
}

// known is what whoever asks has already, and how an answer may be packed.
type known struct {
	ID    uuid.UUID `path:"id"`
	Known string    `header:"If-None-Match" doc:"the ETag of what is known: then it is answered by 304 where it stands"`
	Takes string    `header:"Accept-Encoding" hidden:"true"`
}

// getSitting answers with a sitting as it is kept packed.
func (s *server) getSitting() {
	op := operation("get-sitting", http.MethodGet, sittingPath, "One sitting with its plan")
	schema := s.api.OpenAPI().Components.Schemas.Schema(typeOf[app.Sitting](), true, "")
	op.Responses = map[string]*huma.Response{
		"200": {Description: "OK", Content: map[string]*huma.MediaType{"application/json": {Schema: schema}}},
		"304": {Description: "It is as it is known"},
		"default": {Description: "Error", Content: map[string]*huma.MediaType{"application/problem+json": {
			Schema: s.api.OpenAPI().Components.Schemas.Schema(typeOf[huma.ErrorModel](), true, "")}}},
	}
	huma.Register(s.api, op, signedIn(s, func(ctx context.Context, who app.Actor, i *known) (*packed, error) {
		had := strings.Trim(strings.TrimPrefix(i.Known, "W/"), `"`)
		p, err := s.App.SittingPacked(ctx, who, i.ID, had)
		if err != nil {
			return nil, problem(ctx, err, nil)
		}
		out := &packed{Status: http.StatusOK, Type: "application/json", Tag: `"` + p.Tag + `"`, Body: p.Body}
		switch {
		case p.Body == nil:
			return &packed{Status: http.StatusNotModified, Tag: out.Tag}, nil
		case takesGzip(i.Takes):
			out.Encoding = "gzip"
		default:
			if out.Body, err = unpacked(p.Body); err != nil {
				return nil, problem(ctx, err, nil)
			}
		}
		return out, nil
	}))
}

// takesGzip reports whether a header names gzip and does not refuse it.
func takesGzip(header string) bool {
	for one := range strings.SplitSeq(header, ",") {
		name, weight, weighed := strings.Cut(strings.ReplaceAll(one, " ", ""), ";q=")
		if name == "gzip" {
			return !weighed || strings.Trim(weight, "0.") != ""
		}
	}
	return false
}

func unpacked(body []byte) ([]byte, error) {
	r, err := gzip.NewReader(bytes.NewReader(body))
	if err != nil {
		return nil, err
	}
	return io.ReadAll(r)
}

// isKept reports whether what is asked for is kept packed.
func isKept(c *echo.Context) bool {
	r := c.Request()
	id, is := strings.CutPrefix(r.URL.Path, strings.TrimSuffix(sittingPath, "{id}"))
	return is && r.Method == http.MethodGet && !strings.Contains(id, "/")
}
