package web

import (
	"context"
	"net/http"
	"strconv"

	"github.com/danielgtaylor/huma/v2"
	"github.com/google/uuid"

	"urncloth/internal/app"
	"urncloth/internal/photo"
	"urncloth/internal/store"
)

// photosPath ends the paths that take a photograph, photoPath begins that of one.
const (
	photosPath = "/photos"
	photoPath  = "/api/photos/"
)

// picture is a photograph as it is answered.
type picture struct {
	ContentType string `header:"Content-Type"`
	Cache       string `header:"Cache-Control"`
	Body        []byte
}

// photographed describes the body of an operation that takes a photograph.
func photographed(op huma.Operation) huma.Operation {
	op.MaxBodyBytes = photo.MaxBytes + 1
	bytes := &huma.MediaType{Schema: &huma.Schema{Type: "string", Format: "binary"}}
	op.RequestBody = &huma.RequestBody{Required: true,
		Description: "at most " + strconv.Itoa(photo.MaxBytes>>20) + " MB",
		Content:     map[string]*huma.MediaType{"image/jpeg": bytes, "image/png": bytes}}
	return op
}

// photos is what was photographed of a client's skin and look.
func (s *server) photos() {
	type handed struct {
		ID      uuid.UUID `path:"id"`
		RawBody []byte
	}
	type list = body[[]store.Photo]
	keep := photographed(operation("keep-photo", http.MethodPost, "/api/sittings/{id}"+photosPath,
		"Keep a photograph of a sitting, turned upright, without metadata"))
	keep.DefaultStatus = http.StatusOK
	huma.Register(s.api, keep, signedIn(s, func(ctx context.Context, who app.Actor, i *handed) (*list, error) {
		out, err := s.App.KeepPhoto(ctx, who, i.ID, i.RawBody)
		return answer(ctx, out, err)
	}))
	reads(s, "list-photos", "/api/clients/{id}/photos", "The photographs of a client, the latest first",
		func(ctx context.Context, who app.Actor, i *byID) ([]store.Photo, error) {
			return s.App.Photos(ctx, who, i.ID)
		})
	type sized struct {
		ID    uuid.UUID `path:"id"`
		Small bool      `query:"small"`
	}
	see := operation("get-photo", http.MethodGet, photoPath+"{id}", "One photograph as JPEG, whole or small")
	huma.Register(s.api, see, signedIn(s, func(ctx context.Context, who app.Actor, i *sized) (*picture, error) {
		b, err := s.App.Photo(ctx, who, i.ID, i.Small)
		if err != nil {
			return nil, problem(ctx, err, nil)
		}
		return &picture{"image/jpeg", "no-store", b}, nil
	}))
	huma.Register(s.api, operation("drop-photo", http.MethodDelete, photoPath+"{id}", "Delete a photograph"),
		signedIn(s, func(ctx context.Context, who app.Actor, i *byID) (*nothing, error) {
			return nil, problem(ctx, s.App.DropPhoto(ctx, who, i.ID), nil)
		}))
	type byToken struct {
		Token   string `path:"token" maxLength:"200"`
		RawBody []byte
	}
	send := photographed(operation("send-photo", http.MethodPost, "/api/wear/{token}"+photosPath,
		"Hand in a photograph by the link that asks of the wear"))
	send.DefaultStatus = http.StatusNoContent
	huma.Register(s.api, send, func(ctx context.Context, i *byToken) (*nothing, error) {
		return nil, problem(ctx, s.App.SendPhoto(ctx, i.Token, i.RawBody), nil)
	})
}
