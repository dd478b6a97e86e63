package pgtest

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"syscall"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/face"
	"urncloth/demo"
	"urncloth/internal/app"
	"urncloth/internal/demoload"
	"urncloth/internal/device"
	"urncloth/internal/pgserver"
	"urncloth/internal/store"
)

// Killed is what came of killing a database under people's hands.
type Killed struct {
	Kills        int
	Acknowledged int
	Lost         int           // of those
	Longest      time.Duration // from a kill until something was acknowledged again
}

const (
	writers = 4 // people who write meanwhile
	between = 3 // writes acknowledged from one kill to the next, however slow the machine
)

// Kills opens a studio on a durable cluster of its own, lets people add clients to it, and kills the database again and
// again: its first process, or one that works for somebody. It says how much of what was acknowledged is not there
// afterwards.
func Kills(ctx context.Context, kills int) (out Killed, err error) {
	err = durable(ctx, "kills", func(ctx context.Context, h open) error {
		out, err = killing(ctx, h.app, h.owner, h.dir, kills)
		return err
	})
	return out, err
}

// open is the demo studio on a durable cluster of its own.
type open struct {
	app    *app.App
	owner  app.Actor
	server *pgserver.Server
	dir    string
}

// durable opens one, works in it and takes it away.
func durable(ctx context.Context, name string, work func(context.Context, open) error) error {
	dir, err := os.MkdirTemp("", "urncloth-"+name)
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	if err := os.Chmod(dir, 0o755); err != nil {
		return err
	}
	server, err := pgserver.Start(ctx, dir, false)
	if err != nil {
		return err
	}
	defer server.Stop()
	server.Watch(func(string) {})
	if err := server.EnsureDatabase(ctx, name); err != nil {
		return err
	}
	dsn := server.DSN(name)
	if err := errors.Join(store.Migrate(ctx, dsn), demoload.Load(ctx, dsn)); err != nil {
		return err
	}
	kept, err := store.OpenBeside(ctx, dsn)
	if err != nil {
		return err
	}
	defer kept.Close()
	a := &app.App{Store: kept, Bench: device.Simulation{}, Now: time.Now}
	owner, err := a.SignIn(ctx, app.Knock{Email: demo.Email, Password: demo.Password})
	if err != nil {
		return err
	}
	return work(ctx, open{a, owner, server, dir})
}

func killing(ctx context.Context, a *app.App, owner app.Actor, dir string, kills int) (out Killed, err error) {
	var mu sync.Mutex
	var said []string // names that were acknowledged
	var n, last, kept atomic.Int64
	ctx, stop := context.WithCancel(ctx)
	defer stop()
	var wg sync.WaitGroup
	for range writers {
		wg.Go(func() {
			for ctx.Err() == nil {
				name := fmt.Sprintf("Kept %d", n.Add(1))
				one, two := 1, 2
				_, err := a.SaveClient(ctx, owner, nil, app.ClientEdit{Record: face.Client{Name: name, Phototype: 2,
					Zones: map[face.Zone]face.Grades{face.Forehead: {Oil: &one, Water: &two},
						face.Cheeks: {Oil: &one, Water: &two}}}})
				if err != nil {
					time.Sleep(5 * time.Millisecond)
					continue
				}
				mu.Lock()
				said = append(said, name)
				mu.Unlock()
				kept.Add(1)
				last.Store(time.Now().UnixNano())
			}
		})
	}
	for range kills {
		at := time.Now()
		for kill(dir, out.Kills%2 == 1) != nil { // it is being started this very moment
			if time.Since(at) > time.Minute {
				return out, errors.New("there is no database to kill")
			}
			time.Sleep(2 * time.Millisecond)
		}
		at = time.Now()
		before := kept.Load()
		out.Kills++
		for last.Load() < at.Add(20*time.Millisecond).UnixNano() || kept.Load() < before+between { // works again
			if time.Since(at) > time.Minute {
				return out, errors.New("the database does not come back")
			}
			time.Sleep(2 * time.Millisecond)
		}
		out.Longest = max(out.Longest, time.Since(at))
	}
	stop()
	wg.Wait()
	out.Acknowledged = len(said)
	for at := time.Now(); ; time.Sleep(20 * time.Millisecond) { // the last kill may still be felt
		out.Lost, err = lost(context.WithoutCancel(ctx), a, owner.Studio, said)
		if err == nil || time.Since(at) > time.Minute {
			return out, err
		}
	}
}

// lost counts the names of clients that were acknowledged and are not there.
func lost(ctx context.Context, a *app.App, studio uuid.UUID, said []string) (n int, err error) {
	err = a.Store.In(ctx, studio, func(tx pgx.Tx) error {
		rows, err := tx.Query(ctx, `select name from clients`)
		if err != nil {
			return err
		}
		names, err := pgx.CollectRows(rows, pgx.RowTo[string])
		there := map[string]bool{}
		for _, name := range names {
			there[name] = true
		}
		for _, name := range said {
			if !there[name] {
				n++
			}
		}
		return err
	})
	return n, err
}

// kill kills the first process of the cluster in a folder, or one of those that work for somebody.
func kill(dir string, worker bool) error {
	pid, err := pgserver.FirstProcess(filepath.Join(dir, "pg"))
	if err != nil {
		return err
	}
	if worker {
		list, err := os.ReadFile(fmt.Sprintf("/proc/%d/task/%d/children", pid, pid))
		if err != nil {
			return err
		}
		children := strings.Fields(string(list))
		if len(children) > 0 {
			if pid, err = strconv.Atoi(children[len(children)-1]); err != nil {
				return err
			}
		}
	}
	return syscall.Kill(pid, syscall.SIGKILL)
}
