package pgserver

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"syscall"
	"time"

	"github.com/jackc/pgx/v5"
)

// Pair is two clusters on loopback, one of which follows the other by PostgreSQL's own streaming replication: a write
// is acknowledged when both have it. It stands for two machines, to try what docs/operations.md says of them.
type Pair struct {
	nodes [2]*Server
	first int // the one that is written to
}

// StartPair makes two clusters in a folder.
func StartPair(ctx context.Context, dir string) (*Pair, error) {
	p := &Pair{}
	var err error
	if p.nodes[0], err = Start(ctx, filepath.Join(dir, "a"), false); err != nil {
		return nil, err
	}
	a := p.nodes[0]
	b := &Server{bin: a.bin, dir: filepath.Join(dir, "b"), password: a.password}
	b.data, b.log = filepath.Join(b.dir, "pg"), filepath.Join(b.dir, "postgresql.log")
	if home := filepath.Dir(a.data); home != a.dir { // where the folder is out of the cluster's reach
		b.data, b.log = filepath.Join(home, "second"), filepath.Join(home, "second.log")
	}
	if b.port, err = freePort(); err != nil {
		return nil, errors.Join(err, p.Stop())
	}
	p.nodes[1] = b
	if err := os.MkdirAll(b.dir, 0o755); err != nil {
		return nil, errors.Join(err, p.Stop())
	}
	if err := p.follow(ctx); err != nil {
		return nil, errors.Join(err, p.Stop())
	}
	return p, nil
}

// DSN is the address of a database of both, as their owner, wherever it is written to.
func (p *Pair) DSN(database string) string {
	a, b := p.nodes[0], p.nodes[1]
	return fmt.Sprintf("postgres://%s:%s@127.0.0.1:%d,127.0.0.1:%d/%s?sslmode=disable", owner, a.password, a.port,
		b.port, database)
}

// Primary is the cluster that is written to.
func (p *Pair) Primary() *Server { return p.nodes[p.first] }

// Kill kills the first process of the primary, as a machine dies: without a word.
func (p *Pair) Kill() error {
	pid, err := FirstProcess(p.Primary().data)
	if err != nil {
		return err
	}
	return syscall.Kill(pid, syscall.SIGKILL)
}

// Promote makes the one that follows the one that is written to, alone for now: it waits for nobody's receipt.
func (p *Pair) Promote(ctx context.Context) error {
	p.first = 1 - p.first
	s := p.Primary()
	if err := s.ctl("promote", "-w"); err != nil {
		return err
	}
	return s.waitFor(ctx, "")
}

// Mend makes the one that died follow the other, from a new copy, and returns once writes are acknowledged by both.
func (p *Pair) Mend(ctx context.Context) error { return p.follow(ctx) }

// follow makes the one that is not the primary follow it.
func (p *Pair) follow(ctx context.Context) error {
	from, s := p.Primary(), p.nodes[1-p.first]
	for s.running() {
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(pause):
		}
	}
	if err := os.RemoveAll(s.data); err != nil {
		return err
	}
	if err := os.Mkdir(s.data, 0o700); err != nil {
		return err
	}
	log, err := os.OpenFile(s.log, os.O_CREATE|os.O_APPEND, 0o600)
	if err != nil {
		return err
	}
	if err := errors.Join(log.Close(), handOver(s.data, s.log)); err != nil {
		return err
	}
	if err := run(s.command("pg_basebackup", "-D", s.data, "-d", from.DSN("postgres"), "-R", "-X", "stream", "-c",
		"fast")); err != nil {
		return err
	}
	if err := s.start(); err != nil {
		return err
	}
	return from.waitFor(ctx, "*")
}

// waitFor has commits wait for the receipt of a standby of a name from now on, and returns once one gives it for all
// that was written before; "" waits for none.
func (s *Server) waitFor(ctx context.Context, name string) error {
	c, err := pgx.Connect(ctx, s.DSN("postgres"))
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	for _, sql := range []string{"alter system set synchronous_standby_names = '" + name + "'",
		"select pg_reload_conf()"} {
		if _, err := c.Exec(ctx, sql); err != nil {
			return err
		}
	}
	for name != "" {
		var there bool
		if err := c.QueryRow(ctx, `select exists (select from pg_stat_replication
			where sync_state = 'sync' and flush_lsn >= pg_current_wal_flush_lsn())`).Scan(&there); err != nil || there {
			return err
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(pause / 5):
		}
	}
	return nil
}

// Stop ends both.
func (p *Pair) Stop() error {
	var wrong error
	for _, s := range p.nodes {
		if s != nil && s.running() {
			wrong = errors.Join(wrong, s.ctl("stop", "-m", "immediate", "-w", "-t", "30"))
		}
	}
	return errors.Join(wrong, p.nodes[0].Stop())
}
