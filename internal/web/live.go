package web

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"time"

	"github.com/labstack/echo/v5"

	"urncloth/internal/app"
	"urncloth/internal/store"
)

// aliveEvery is how often a stream of changes says that it is alive, and looks whether its person still may listen.
const aliveEvery = 15 * time.Second

// livePath is where a window hears of changes.
const livePath = "/api/live"

func isLive(c *echo.Context) bool { return c.Request().URL.Path == livePath }

// live sends what others change in the studio as it happens (server-sent events): the kind of thing and which one. A
// window fetches anew what it shows of it. A stream does not keep a session from lying idle.
func (s *server) live(c *echo.Context) error {
	ctx := store.Unattended(c.Request().Context())
	who, is := bearer(ctx)
	if !is {
		return echo.NewHTTPError(http.StatusUnauthorized, tongue(ctx).Say(saySignIn))
	}
	changes, stop, err := s.App.Changes(ctx, who)
	if err != nil {
		return echo.NewHTTPError(http.StatusUnauthorized, tongue(ctx).Say(saySignIn))
	}
	defer stop()
	w := c.Response()
	w.Header().Set("Content-Type", "text/event-stream")
	w.Header().Set("X-Accel-Buffering", "no")
	flush := http.NewResponseController(w)
	_ = flush.SetWriteDeadline(time.Time{})
	w.WriteHeader(http.StatusOK)
	return s.stream(ctx, who, changes, func(line string) error {
		if _, err := fmt.Fprint(w, line); err != nil {
			return err
		}
		return flush.Flush()
	})
}

func (s *server) stream(ctx context.Context, who app.Actor, changes <-chan store.Change,
	send func(string) error) error {
	if err := send(": here\n\n"); err != nil {
		return nil
	}
	alive := time.NewTicker(aliveEvery)
	defer alive.Stop()
	for {
		line := ": alive\n\n"
		select {
		case <-ctx.Done():
			return nil
		case <-s.closing:
			return nil
		case <-alive.C:
			if s.App.Present(ctx, who) != nil {
				return nil
			}
		case change := <-changes:
			data, err := json.Marshal(map[string]string{"kind": change.Kind, "id": change.ID})
			if err != nil {
				return err
			}
			line = "data: " + string(data) + "\n\n"
		}
		if send(line) != nil {
			return nil
		}
	}
}
