package pgtest

import (
	"context"
	"errors"
	"fmt"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"sync"
	"sync/atomic"
	"time"

	"urncloth/core/day"
	"urncloth/internal/app"
	"urncloth/internal/pgserver"
)

const (
	appenders = 8  // devices that record at once, and clients of the database's own benchmark
	scale     = 10 // of that benchmark: a million rows
	stretches = 3  // of each, in turn
)

// Appends keeps events of the demo's sittings one by one, eight devices at once, in turn with the database's own
// benchmark and its own transaction on the same cluster, and returns how many of each were done a second.
func Appends(ctx context.Context, each time.Duration) (ours, theirs float64, err error) {
	err = durable(ctx, "appends", func(ctx context.Context, h open) error {
		if err := h.server.EnsureDatabase(ctx, "own"); err != nil {
			return err
		}
		if _, err := pgbench(ctx, h.server, "-i", "-q", "-s", strconv.Itoa(scale)); err != nil {
			return err
		}
		today, err := h.app.Today(ctx, h.owner, day.Wall(time.Date(2027, 6, 19, 9, 0, 0, 0, time.UTC)).Date())
		if err != nil {
			return err
		}
		var n atomic.Int64
		for range stretches {
			from, began := n.Load(), time.Now()
			if err := appending(ctx, h, today.Sittings, &n, each); err != nil {
				return err
			}
			ours += float64(n.Load()-from) / time.Since(began).Seconds() / stretches
			out, err := pgbench(ctx, h.server, "-n", "-c", strconv.Itoa(appenders), "-j", "2", "-T",
				strconv.Itoa(int(each.Seconds())))
			if err != nil {
				return err
			}
			tps := regexp.MustCompile(`tps = ([0-9.]+)`).FindSubmatch(out)
			if tps == nil {
				return fmt.Errorf("no rate in %s", out)
			}
			rate, err := strconv.ParseFloat(string(tps[1]), 64)
			if err != nil {
				return err
			}
			theirs += rate / stretches
		}
		return nil
	})
	return ours, theirs, err
}

func appending(ctx context.Context, h open, sittings []app.SittingLine, n *atomic.Int64, each time.Duration) error {
	ctx, stop := context.WithTimeout(ctx, each)
	defer stop()
	var wg sync.WaitGroup
	failed := make([]error, appenders)
	for i := range appenders {
		wg.Go(func() {
			for failed[i] == nil && ctx.Err() == nil {
				k := n.Add(1)
				line := fmt.Sprintf(`{"id": "a%d", "device": "d%d", "seq": %d, "at": "2027-06-19T09:00:00", `+
					`"kind": "note", "text": "a line"}`, k, i, k)
				_, err := h.app.Append(context.WithoutCancel(ctx), h.owner, sittings[i%len(sittings)].ID, []byte(line),
					app.Sent{})
				failed[i] = err
			}
		})
	}
	wg.Wait()
	return errors.Join(failed...)
}

// pgbench runs the database's own benchmark.
func pgbench(ctx context.Context, server *pgserver.Server, args ...string) ([]byte, error) {
	path, err := exec.LookPath("pgbench")
	if err != nil {
		found, _ := filepath.Glob("/usr/lib/postgresql/*/bin/pgbench")
		if len(found) == 0 {
			return nil, err
		}
		path = found[len(found)-1]
	}
	out, err := exec.CommandContext(ctx, path, append(args, server.DSN("own"))...).CombinedOutput()
	if err != nil {
		err = fmt.Errorf("pgbench: %w: %s", err, out)
	}
	return out, err
}
