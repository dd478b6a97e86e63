package web

import (
	"context"
	"errors"
	"io"
	"net/http"
	"os"
	"strconv"

	"github.com/danielgtaylor/huma/v2"
	"github.com/labstack/echo/v5"

	"urncloth/internal/app"
)

// archivePath is where an owner takes the whole studio out.
const archivePath = "/api/studio/archive"

func isArchive(c *echo.Context) bool { return c.Request().URL.Path == archivePath }

// archive is the whole studio as a file. It is written aside first, so that a fault is said and not cut into a file.
func (s *server) archive() {
	op := operation("export-studio", http.MethodPost, archivePath,
		"Everything of the studio as a zip of JSON Lines, for an owner who says their password once more")
	op.DefaultStatus = http.StatusOK
	type file = huma.StreamResponse
	huma.Register(s.api, op, signedIn(s, func(ctx context.Context, who app.Actor, i *sent) (*file, error) {
		proof, err := read[app.Proof](i.raw())
		if err != nil {
			if out := s.App.Present(ctx, who); out != nil {
				err = out
			}
			return nil, problem(ctx, err, nil)
		}
		aside, err := os.CreateTemp("", "urncloth-studio-*.zip")
		if err != nil {
			return nil, problem(ctx, err, nil)
		}
		gone := func() error { return errors.Join(aside.Close(), os.Remove(aside.Name())) }
		if err := s.App.WriteStudio(ctx, who, proof, aside); err != nil {
			return nil, problem(ctx, errors.Join(err, gone()), nil)
		}
		size, err := aside.Seek(0, io.SeekCurrent)
		if _, back := aside.Seek(0, io.SeekStart); err != nil || back != nil {
			return nil, problem(ctx, errors.Join(err, back, gone()), nil)
		}
		return &file{Body: func(c huma.Context) {
			defer func() { _ = gone() }()
			c.SetHeader("Content-Type", "application/zip")
			c.SetHeader("Content-Length", strconv.FormatInt(size, 10))
			c.SetHeader("Content-Disposition", `attachment; filename="studio.zip"`)
			_, _ = io.Copy(c.BodyWriter(), aside) // whoever asked may have gone
		}}, nil
	}))
	takes[app.Proof](s.api, http.MethodPost, archivePath)
}
