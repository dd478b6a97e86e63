package web

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/google/uuid"

	"urncloth/core/doc"
	"urncloth/internal/app"
)

// body is an answer.
type body[T any] struct{ Body T }

// answer is an answer, or the problem; what came back with it is what stands, for an edit that was stale.
func answer[T any](ctx context.Context, v T, err error) (*body[T], error) {
	if err != nil {
		return nil, problem(ctx, err, v)
	}
	return &body[T]{v}, nil
}

type nothing struct{}

type byID struct {
	ID uuid.UUID `path:"id"`
}

// sent is a request with a JSON body. Bodies are read by the core's strict reader, which names every fault by its
// field.
type sent struct {
	RawBody []byte `contentType:"application/json"`
}

func (s *sent) raw() []byte { return s.RawBody }

type sentTo struct {
	ID uuid.UUID `path:"id"`
	sent
}

// sending is a request that carries a body.
type sending interface{ raw() []byte }

func read[T any](raw []byte) (v T, err error) {
	if fs := doc.Read(raw, &v); len(fs) > 0 {
		return v, fs
	}
	return v, nil
}

// takes describes the body of an operation by a Go type.
func takes[T any](api huma.API, method, path string) {
	item := api.OpenAPI().Paths[path]
	op := map[string]*huma.Operation{http.MethodPost: item.Post, http.MethodPut: item.Put}[method]
	schema := api.OpenAPI().Components.Schemas.Schema(typeOf[T](), true, "")
	op.RequestBody = &huma.RequestBody{
		Required: true,
		Content:  map[string]*huma.MediaType{"application/json": {Schema: schema}},
	}
}

// operation is one row of the API. What is deleted answers with nothing; bodies are checked by their own reader.
func operation(id, method, path, summary string) huma.Operation {
	op := huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary}
	switch method {
	case http.MethodDelete:
		op.DefaultStatus = http.StatusNoContent
	case http.MethodPost, http.MethodPut:
		op.MaxBodyBytes, op.SkipValidateBody = maxBody, true
	}
	return op
}

// signedIn is a handler for somebody who is signed in; all others get 401. Whose token it is and what they may do the
// application decides, in the transaction of what they do.
func signedIn[I, O any](
	s *server,
	do func(ctx context.Context, who app.Actor, in *I) (*O, error),
) func(context.Context, *I) (*O, error) {
	return func(ctx context.Context, in *I) (*O, error) {
		who, is := bearer(ctx)
		if !is {
			return nil, problem(ctx, app.ErrSignedOut, nil)
		}
		return do(ctx, who, in)
	}
}

// reads is an operation that answers with a document.
func reads[I, O any](
	s *server,
	id, path, summary string,
	do func(ctx context.Context, who app.Actor, in *I) (O, error),
) {
	huma.Register(s.api, operation(id, http.MethodGet, path, summary),
		signedIn(s, func(ctx context.Context, who app.Actor, in *I) (*body[O], error) {
			out, err := do(ctx, who, in)
			return answer(ctx, out, err)
		}))
}

// writes is an operation that takes a document and answers with one.
func writes[T, I, O any, P interface {
	*I
	sending
}](
	s *server,
	id, method, path, summary string,
	do func(ctx context.Context, who app.Actor, in P, v T) (O, error),
) {
	huma.Register(s.api, operation(id, method, path, summary),
		signedIn(s, func(ctx context.Context, who app.Actor, in *I) (*body[O], error) {
			v, err := read[T](P(in).raw())
			if err != nil { // said to people of the studio alone
				if out := s.App.Present(ctx, who); out != nil {
					err = out
				}
				return nil, problem(ctx, err, nil)
			}
			out, err := do(ctx, who, in, v)
			return answer(ctx, out, err)
		}))
	takes[T](s.api, method, path)
}

// changes is an operation without a document that answers with one.
func changes[I, O any](
	s *server,
	id, method, path, summary string,
	do func(ctx context.Context, who app.Actor, in *I) (O, error),
) {
	op := operation(id, method, path, summary)
	op.DefaultStatus = http.StatusOK
	huma.Register(s.api, op, signedIn(s, func(ctx context.Context, who app.Actor, in *I) (*body[O], error) {
		out, err := do(ctx, who, in)
		return answer(ctx, out, err)
	}))
}

// paper is what a file is and how it is called.
type paper struct{ kind, name string }

// download is a file to keep.
type download struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

// files is an operation that answers with a file to keep.
func files[I any](
	s *server,
	id, path, summary string,
	p paper,
	do func(ctx context.Context, who app.Actor, in *I) ([]byte, error),
) {
	huma.Register(s.api, operation(id, http.MethodGet, path, summary),
		signedIn(s, func(ctx context.Context, who app.Actor, in *I) (*download, error) {
			b, err := do(ctx, who, in)
			if err != nil {
				return nil, problem(ctx, err, nil)
			}
			return &download{p.kind, `attachment; filename="` + p.name + `"`, b}, nil
		}))
}
