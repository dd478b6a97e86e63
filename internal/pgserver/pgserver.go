// Package pgserver runs a private PostgreSQL cluster in a folder: loopback only, on a free port, with a password that
// never leaves the folder.
package pgserver

import (
	"bytes"
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"net"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"sort"
	"strconv"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
)

const owner = "urncloth"

// Server is a running cluster.
type Server struct {
	bin, data, log, password string
	port                     int
	fast                     bool
}

// ErrNoPostgres says what to install.
var ErrNoPostgres = errors.New("PostgreSQL is not installed: install the Debian package postgresql-15 (as root: " +
	"apt-get install postgresql-15)")

// Start runs the cluster kept in dir, making it where there is none. A cluster left running by a process that was
// killed is taken over; one that was killed itself recovers. Unsafe drops durability, for tests alone.
func Start(ctx context.Context, dir string, unsafe bool) (*Server, error) {
	bin, err := binaries()
	if err != nil {
		return nil, err
	}
	if dir, err = filepath.Abs(dir); err != nil {
		return nil, err
	}
	if err := os.MkdirAll(dir, 0o755); err != nil {
		return nil, err
	}
	s := &Server{bin: bin, data: filepath.Join(dir, "pg"), log: filepath.Join(dir, "postgresql.log"), fast: unsafe}
	if os.Geteuid() == 0 && !reachable(dir) {
		sum := sha256.Sum256([]byte(dir))
		home := filepath.Join("/var/lib/urncloth", hex.EncodeToString(sum[:6]))
		if err := os.MkdirAll(home, 0o755); err != nil {
			return nil, err
		}
		s.data, s.log = filepath.Join(home, "pg"), filepath.Join(home, "postgresql.log")
	}
	if err := s.secret(filepath.Join(dir, "owner.password")); err != nil {
		return nil, err
	}
	if _, err := os.Stat(filepath.Join(s.data, "PG_VERSION")); err != nil {
		if err := s.initialise(ctx); err != nil {
			return nil, err
		}
	}
	s.bury()
	if s.running() {
		if s.adopt(ctx) {
			return s, nil
		}
		if !s.bury() {
			_ = s.ctl("stop", "-m", "fast", "-w")
		}
	}
	if s.port, err = freePort(); err != nil {
		return nil, err
	}
	if err := s.start(); err != nil {
		return nil, err
	}
	return s, s.wait(ctx)
}

// DSN is the address of a database of the cluster, as its owner.
func (s *Server) DSN(database string) string {
	return fmt.Sprintf("postgres://%s:%s@127.0.0.1:%d/%s?sslmode=disable", owner, s.password, s.port, database)
}

// Stop shuts the cluster down cleanly.
func (s *Server) Stop() error { return s.ctl("stop", "-m", "fast", "-w", "-t", "30") }

// Again starts a stopped cluster on the same port, for tests of an interruption.
func (s *Server) Again(ctx context.Context) error {
	if err := s.start(); err != nil {
		return err
	}
	return s.wait(ctx)
}

func binaries() (string, error) {
	if path, err := exec.LookPath("initdb"); err == nil {
		return filepath.Dir(path), nil
	}
	found, _ := filepath.Glob("/usr/lib/postgresql/*/bin/initdb")
	if len(found) == 0 {
		return "", ErrNoPostgres
	}
	sort.Strings(found)
	return filepath.Dir(found[len(found)-1]), nil
}

// reachable reports whether the user postgres may enter dir.
func reachable(dir string) bool {
	return exec.Command("runuser", "-u", "postgres", "--", "test", "-x", dir).Run() == nil
}

func (s *Server) secret(path string) error {
	if b, err := os.ReadFile(path); err == nil {
		s.password = strings.TrimSpace(string(b))
		return nil
	}
	s.password = rand.Text()
	return os.WriteFile(path, []byte(s.password+"\n"), 0o600)
}

// command runs a PostgreSQL program: as root in the name of postgres, since it refuses to run as root.
func (s *Server) command(name string, args ...string) *exec.Cmd {
	path := filepath.Join(s.bin, name)
	cmd := exec.Command(path, args...)
	if os.Geteuid() == 0 {
		cmd = exec.Command("runuser", append([]string{"-u", "postgres", "--", path}, args...)...)
	}
	cmd.Dir = "/"
	return cmd
}

func run(cmd *exec.Cmd) error {
	var out bytes.Buffer
	cmd.Stdout, cmd.Stderr = &out, &out
	if err := cmd.Run(); err != nil {
		return fmt.Errorf("%s: %w: %s", filepath.Base(cmd.Path), err, strings.TrimSpace(out.String()))
	}
	return nil
}

func (s *Server) initialise(ctx context.Context) error {
	if err := os.RemoveAll(s.data); err != nil { // left over from a first start that was cut short
		return err
	}
	if err := os.Mkdir(s.data, 0o700); err != nil {
		return err
	}
	secret, err := os.CreateTemp("", "urncloth")
	if err != nil {
		return err
	}
	defer os.Remove(secret.Name())
	if _, err := secret.WriteString(s.password); err != nil {
		return err
	}
	secret.Close()
	log, err := os.OpenFile(s.log, os.O_CREATE|os.O_APPEND, 0o600)
	if err != nil {
		return err
	}
	log.Close()
	if os.Geteuid() == 0 {
		u, err := user.Lookup("postgres")
		if err != nil {
			return fmt.Errorf("%w (there is no user postgres)", ErrNoPostgres)
		}
		uid, _ := strconv.Atoi(u.Uid)
		gid, _ := strconv.Atoi(u.Gid)
		for _, path := range []string{s.data, secret.Name(), s.log} {
			if err := os.Chown(path, uid, gid); err != nil {
				return err
			}
		}
	}
	args := []string{
		"-D",
		s.data,
		"-U",
		owner,
		"--pwfile",
		secret.Name(),
		"--auth=scram-sha-256",
		"-E",
		"UTF8",
		"--locale=C.UTF-8",
	}
	if s.fast {
		args = append(args, "--no-sync")
	}
	return run(s.command("initdb", args...))
}

func (s *Server) start() error {
	options := fmt.Sprintf("-c listen_addresses=127.0.0.1 -c port=%d -c unix_socket_directories=''", s.port)
	if s.fast {
		options += " -c fsync=off -c synchronous_commit=off -c full_page_writes=off"
	}
	var err error
	for range 5 { // the children of a killed server take a moment to let go of its memory
		if err = s.ctl("start", "-w", "-t", "60", "-l", s.log, "-o", options); err == nil {
			return nil
		}
		time.Sleep(time.Second)
	}
	return err
}

func (s *Server) ctl(verb string, args ...string) error {
	cmd := s.command("pg_ctl", append([]string{verb, "-D", s.data}, args...)...)
	// The server keeps the standard streams it is given; with files instead of pipes nothing waits for it to close
	// them.
	out, err := os.CreateTemp("", "urncloth")
	if err != nil {
		return err
	}
	defer os.Remove(out.Name())
	defer out.Close()
	cmd.Stdout, cmd.Stderr = out, out
	if err := cmd.Run(); err != nil {
		said, _ := os.ReadFile(out.Name())
		return fmt.Errorf("pg_ctl %s: %w: %s", verb, err, strings.TrimSpace(string(said)))
	}
	return nil
}

// bury removes the pid file of a postmaster that was killed but that nobody has reaped, and reports whether it did:
// its process id still answers, and neither pg_ctl nor the server itself would start over it. The server still
// refuses to start while a child of the dead one holds its shared memory, whose key is the data folder's own.
func (s *Server) bury() bool {
	file := filepath.Join(s.data, "postmaster.pid")
	b, err := os.ReadFile(file)
	if err != nil {
		return false
	}
	pid, _, _ := strings.Cut(string(b), "\n")
	stat, err := os.ReadFile(filepath.Join("/proc", strings.TrimSpace(pid), "stat"))
	if err != nil {
		return false // gone altogether, or no /proc: the server deals with that
	}
	_, state, ok := strings.Cut(string(stat), ") ")
	return ok && strings.HasPrefix(state, "Z") && os.Remove(file) == nil
}

func (s *Server) running() bool { return s.ctl("status") == nil }

// adopt takes over a cluster that is already running, at the port that the fourth line of its pid file names. One
// that was killed this very moment may still look alive: it is given up as soon as it stops doing so.
func (s *Server) adopt(ctx context.Context) bool {
	b, err := os.ReadFile(filepath.Join(s.data, "postmaster.pid"))
	if err != nil {
		return false
	}
	lines := strings.Split(string(b), "\n")
	if len(lines) < 4 {
		return false
	}
	if s.port, err = strconv.Atoi(strings.TrimSpace(lines[3])); err != nil {
		return false
	}
	for range 20 {
		if s.answers(ctx) == nil {
			return true
		}
		if s.bury() || !s.running() {
			return false
		}
		time.Sleep(pause)
	}
	return false
}

const pause = 100 * time.Millisecond

func (s *Server) answers(ctx context.Context) error {
	c, err := pgx.Connect(ctx, s.DSN("postgres"))
	if err != nil {
		return err
	}
	return c.Close(ctx)
}

func (s *Server) wait(ctx context.Context) error {
	var last error
	for range 100 {
		if last = s.answers(ctx); last == nil {
			return nil
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(pause):
		}
	}
	return fmt.Errorf("the cluster does not answer: %w", last)
}

func freePort() (int, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 0, err
	}
	defer l.Close()
	return l.Addr().(*net.TCPAddr).Port, nil
}

// EnsureDatabase creates a database of the cluster where there is none.
func (s *Server) EnsureDatabase(ctx context.Context, name string) error {
	c, err := pgx.Connect(ctx, s.DSN("postgres"))
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	var there bool
	if err := c.QueryRow(ctx, `select exists (select from pg_database where datname = $1)`,
		name).Scan(&there); err != nil ||
		there {
		return err
	}
	_, err = c.Exec(ctx, `create database `+pgx.Identifier{name}.Sanitize())
	return err
}
