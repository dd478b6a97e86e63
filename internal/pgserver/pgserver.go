// Package pgserver runs a private PostgreSQL cluster in a folder: loopback only, on a free port, with a password that
// never leaves the folder. Any number of processes use it side by side; the last one to leave stops it.
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
	"sync"
	"time"

	"github.com/gofrs/flock"
	"github.com/jackc/pgx/v5"
)

const owner = "urncloth"

// Server is a running cluster, as one process uses it.
type Server struct {
	bin, dir, data, log, password string
	port                          int
	fast                          bool
	using                         *flock.Flock // shared, for as long as the process uses the cluster
	quiet                         context.CancelFunc
	watching                      sync.WaitGroup
}

// ErrNoPostgres says what to install.
var ErrNoPostgres = errors.New("PostgreSQL is not installed: install the Debian package postgresql-15 (as root: " +
	"apt-get install postgresql-15)")

// Start runs the cluster kept in dir, making it where there is none, or uses the one that runs already: another
// process's, or one left behind by a process that was killed. One that was killed itself recovers. Unsafe drops
// durability, for tests alone.
func Start(ctx context.Context, dir string, unsafe bool) (*Server, error) {
	s, done, err := prepared(ctx, dir)
	if err != nil {
		return nil, err
	}
	defer done()
	s.fast = unsafe
	if err := s.using.RLock(); err != nil {
		return nil, err
	}
	if err := s.up(ctx); err != nil {
		_ = s.using.Close()
		return nil, err
	}
	return s, nil
}

// prepared is the cluster of a folder that nobody else starts or stops until done is called, not started yet.
func prepared(ctx context.Context, dir string) (s *Server, done func(), err error) {
	bin, err := binaries()
	if err != nil {
		return nil, nil, err
	}
	if dir, err = filepath.Abs(dir); err != nil {
		return nil, nil, err
	}
	if err := os.MkdirAll(dir, 0o755); err != nil {
		return nil, nil, err
	}
	s = &Server{bin: bin, dir: dir, data: filepath.Join(dir, "pg"), log: filepath.Join(dir, "postgresql.log"),
		using: flock.New(filepath.Join(dir, "using.lock"))}
	if done, err = s.alone(ctx); err != nil {
		return nil, nil, err
	}
	if os.Geteuid() == 0 && !reachable(s.dir) {
		sum := sha256.Sum256([]byte(s.dir))
		home := filepath.Join("/var/lib/urncloth", hex.EncodeToString(sum[:6]))
		if err := os.MkdirAll(home, 0o755); err != nil {
			done()
			return nil, nil, err
		}
		s.data, s.log = filepath.Join(home, "pg"), filepath.Join(home, "postgresql.log")
	}
	return s, done, nil
}

// patience is how long one process waits while another starts or stops the cluster.
const patience = 2 * time.Minute

// alone lets nobody else start or stop the cluster until done is called.
func (s *Server) alone(ctx context.Context) (done func(), err error) {
	ctx, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	l := flock.New(filepath.Join(s.dir, "change.lock"))
	if _, err := l.TryLockContext(ctx, pause); err != nil {
		return nil, fmt.Errorf("another process is starting or stopping the database in %s: %w", s.dir, err)
	}
	return func() { _ = l.Close() }, nil
}

// up makes the cluster where there is none and starts it where it does not run.
func (s *Server) up(ctx context.Context) (err error) {
	if err := s.secret(filepath.Join(s.dir, "owner.password")); err != nil {
		return err
	}
	if _, err := os.Stat(filepath.Join(s.data, "PG_VERSION")); err != nil {
		if err := s.initialise(ctx); err != nil {
			return err
		}
	}
	return s.adopt(ctx)
}

// fresh starts the server anew, on the port that it had.
func (s *Server) fresh() (err error) {
	s.bury()
	if s.port == 0 {
		if s.port, err = freePort(); err != nil {
			return err
		}
	}
	return s.start()
}

// Watch starts the cluster again whenever it has died, until Stop. Say is told of it.
func (s *Server) Watch(say func(string)) {
	ctx, quiet := context.WithCancel(context.Background())
	s.quiet = quiet
	s.watching.Go(func() {
		said := ""
		for {
			select {
			case <-ctx.Done():
				return
			case <-time.After(look):
			}
			if s.running() {
				said = ""
				continue
			}
			what := "The database had stopped and was started again. Nothing that was saved is lost."
			if err := s.revive(ctx); err != nil {
				what = "The database has stopped and does not start: " + err.Error()
			}
			if what != said && ctx.Err() == nil {
				say(what)
			}
			said = what
		}
	})
}

// look is how often it is looked whether the cluster runs.
const look = time.Second

func (s *Server) revive(ctx context.Context) error {
	done, err := s.alone(ctx)
	if err != nil {
		return err
	}
	defer done()
	return s.up(ctx)
}

// DSN is the address of a database of the cluster, as its owner.
func (s *Server) DSN(database string) string {
	return fmt.Sprintf("postgres://%s:%s@127.0.0.1:%d/%s?sslmode=disable", owner, s.password, s.port, database)
}

// Stop ends this process's use of the cluster, and shuts it down cleanly where nobody else uses it.
func (s *Server) Stop() error {
	if s.quiet != nil {
		s.quiet()
		s.watching.Wait()
	}
	done, err := s.alone(context.Background())
	if err != nil {
		return err
	}
	defer done()
	defer s.using.Close()
	if err := s.using.Unlock(); err != nil {
		return err
	}
	last, err := s.using.TryLock()
	if err != nil || !last || !s.running() {
		return err
	}
	return s.ctl("stop", "-m", "fast", "-w", "-t", "30")
}

// Again starts a stopped cluster on the same port, for tests of an interruption.
func (s *Server) Again(ctx context.Context) error {
	done, err := s.alone(ctx)
	if err != nil {
		return err
	}
	defer done()
	s.using = flock.New(filepath.Join(s.dir, "using.lock"))
	if err := s.using.RLock(); err != nil {
		return err
	}
	return s.up(ctx)
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

// Program is where one of PostgreSQL's own programs is: of the newest version here, else wherever it is found.
func Program(name string) (string, error) {
	found, _ := filepath.Glob(filepath.Join("/usr/lib/postgresql/*/bin", name))
	if len(found) > 0 {
		sort.Strings(found)
		return found[len(found)-1], nil
	}
	if path, err := exec.LookPath(name); err == nil {
		return path, nil
	}
	return "", ErrNoPostgres
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
	if _, err := os.Stat(path); err != nil { // a link to some of them alone
		path, _ = Program(name)
	}
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
	if err := handOver(s.data, secret.Name(), s.log); err != nil {
		return err
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

// handOver gives files to the user that the cluster runs as, where that is another.
func handOver(paths ...string) error {
	if os.Geteuid() != 0 {
		return nil
	}
	u, err := user.Lookup("postgres")
	if err != nil {
		return fmt.Errorf("%w (there is no user postgres)", ErrNoPostgres)
	}
	uid, _ := strconv.Atoi(u.Uid)
	gid, _ := strconv.Atoi(u.Gid)
	for _, path := range paths {
		if err := os.Chown(path, uid, gid); err != nil {
			return err
		}
	}
	return nil
}

func (s *Server) start() error {
	options := fmt.Sprintf("-c listen_addresses=127.0.0.1 -c port=%d -c unix_socket_directories=''", s.port) +
		s.archiving()
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

// bury removes a pid file that stands for no server of this folder: one that is empty, one whose process is gone or
// was killed and is not reaped yet, one whose number a stranger's process has now. Neither pg_ctl nor the server itself
// would start over it, and pg_ctl would stop the stranger. The server still refuses to start while a child of a dead
// one holds its shared memory, whose key is the data folder's own. Nobody else starts the server meanwhile: see alone.
func (s *Server) bury() { _ = os.Remove(filepath.Join(s.data, "postmaster.pid")) }

// FirstProcess is the number of the first process of the cluster whose data lie in a folder, as its pid file has it.
func FirstProcess(data string) (int, error) {
	b, err := os.ReadFile(filepath.Join(data, "postmaster.pid"))
	if err != nil {
		return 0, err
	}
	line, _, _ := strings.Cut(string(b), "\n")
	return strconv.Atoi(strings.TrimSpace(line))
}

// running reports whether the server of this folder runs: its pid file names a process that lives and works in it. No
// other process is ever signalled.
func (s *Server) running() bool {
	pid, err := FirstProcess(s.data)
	if err != nil || pid <= 1 {
		return false
	}
	proc := filepath.Join("/proc", strconv.Itoa(pid))
	stat, err := os.ReadFile(filepath.Join(proc, "stat"))
	if err != nil {
		if _, none := os.Stat("/proc/self/stat"); none != nil { // no /proc to ask
			return s.ctl("status") == nil
		}
		return false
	}
	_, state, ok := strings.Cut(string(stat), ") ")
	if !ok || strings.HasPrefix(state, "Z") {
		return false
	}
	cwd, err := os.Readlink(filepath.Join(proc, "cwd"))
	data, linked := filepath.EvalSymlinks(s.data)
	return err == nil && linked == nil && cwd == data
}

// adopt uses a cluster that runs already, at the port that the fourth line of its pid file names, and starts one that
// does not. One that was killed this very moment may still look alive, and one that recovers may take its time: it is
// waited for while it runs.
func (s *Server) adopt(ctx context.Context) (err error) {
	for range waits {
		if !s.running() { // never was, or has died this moment
			if err := s.fresh(); err != nil {
				return err
			}
		}
		if b, read := os.ReadFile(filepath.Join(s.data, "postmaster.pid")); read == nil {
			if lines := strings.Split(string(b), "\n"); len(lines) >= 4 {
				s.port, _ = strconv.Atoi(strings.TrimSpace(lines[3]))
			}
		}
		if err = s.answers(ctx); err == nil {
			return nil
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(pause):
		}
	}
	return fmt.Errorf("the database in %s runs and does not answer: %w", s.dir, err)
}

// waits is how often it is asked whether the cluster answers.
const waits = 600

const pause = 100 * time.Millisecond

func (s *Server) answers(ctx context.Context) error {
	c, err := pgx.Connect(ctx, s.DSN("postgres"))
	if err != nil {
		return err
	}
	return c.Close(ctx)
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
