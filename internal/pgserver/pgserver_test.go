package pgserver_test

import (
	"context"
	"errors"
	"os"
	"os/exec"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"urncloth/internal/pgserver"
	"urncloth/internal/pgtest"
	"urncloth/internal/store"
)

func start(t *testing.T, dir string) *pgserver.Server {
	t.Helper()
	s, err := pgserver.Start(t.Context(), dir, false)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func count(t *testing.T, s *pgserver.Server, sql string) (n int) {
	t.Helper()
	c, err := pgx.Connect(t.Context(), s.DSN("urncloth"))
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(context.Background())
	if err := c.QueryRow(t.Context(), sql).Scan(&n); err != nil {
		t.Fatal(err)
	}
	return n
}

// folder is one that the user postgres may enter.
func folder(t *testing.T) string {
	t.Helper()
	dir, err := os.MkdirTemp("", "urncloth-cluster")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(dir, 0o755); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { os.RemoveAll(dir) })
	return dir
}

func TestWhatWasAcknowledgedSurvivesFiftyKillsOfTheDatabase(t *testing.T) {
	out, err := pgtest.Kills(t.Context(), 50)
	if err != nil || out.Kills != 50 || out.Lost > 0 || out.Acknowledged < 150 {
		t.Errorf("%+v, %v", out, err)
	}
	t.Logf("%+v", out)
}

// pid is the first process of the cluster.
func pid(t *testing.T, dir string) int {
	t.Helper()
	b, err := os.ReadFile(dir + "/pg/postmaster.pid")
	if err != nil {
		t.Fatal(err)
	}
	line, _, _ := strings.Cut(string(b), "\n")
	n, err := strconv.Atoi(strings.TrimSpace(line))
	if err != nil {
		t.Fatal(err)
	}
	return n
}

// alive reports whether a process runs; one that has ended and was not reaped does not.
func alive(pid int) bool {
	stat, err := os.ReadFile("/proc/" + strconv.Itoa(pid) + "/stat")
	_, state, _ := strings.Cut(string(stat), ") ")
	return err == nil && !strings.HasPrefix(state, "Z")
}

func TestOneClusterServesManyAndTheLastToLeaveStopsIt(t *testing.T) {
	dir := folder(t)
	first := start(t, dir)
	if err := first.EnsureDatabase(t.Context(), "urncloth"); err != nil {
		t.Fatal(err)
	}
	n := pid(t, dir)
	var wg sync.WaitGroup
	for range 4 { // commands that come and go, all at once
		wg.Go(func() {
			beside, err := pgserver.Start(t.Context(), dir, false)
			if err != nil {
				t.Error(err)
				return
			}
			if beside.DSN("x") != first.DSN("x") {
				t.Error("a second command has a cluster of its own")
			}
			if err := beside.Stop(); err != nil {
				t.Error(err)
			}
		})
	}
	wg.Wait()
	if !alive(n) || count(t, first, "select 1") != 1 {
		t.Error("a command beside the server stopped it")
	}
	beside := start(t, dir)
	if err := first.Stop(); err != nil {
		t.Fatal(err)
	}
	if count(t, beside, "select 1") != 1 {
		t.Error("the first to leave stopped it")
	}
	if err := beside.Stop(); err != nil {
		t.Fatal(err)
	}
	if alive(n) {
		t.Error("the last to leave did not stop it")
	}
}

func TestAClusterWhoseProgramWasKilledIsTakenOver(t *testing.T) {
	dir := folder(t)
	s := start(t, dir)
	n := pid(t, dir)
	s.Killed()
	again := start(t, dir)
	if pid(t, dir) != n || again.DSN("x") != s.DSN("x") {
		t.Error("a cluster left behind was not taken over")
	}
	if err := again.Stop(); err != nil || alive(n) {
		t.Errorf("it was not stopped: %v", err)
	}
}

func TestAPidFileThatIsEmptyOrStaleIsNoServerAndAStrangersProcessIsNeverSignalled(t *testing.T) {
	dir := folder(t)
	s := start(t, dir)
	if err := s.EnsureDatabase(t.Context(), "urncloth"); err != nil {
		t.Fatal(err)
	}
	now, err := os.ReadFile(dir + "/pg/postmaster.pid")
	if err != nil {
		t.Fatal(err)
	}
	_, rest, _ := strings.Cut(string(now), "\n")
	if err := s.Stop(); err != nil {
		t.Fatal(err)
	}
	stranger := exec.Command("sleep", "600")
	if err := stranger.Start(); err != nil {
		t.Fatal(err)
	}
	defer func() { _ = stranger.Process.Kill(); _ = stranger.Wait() }()
	for what, text := range map[string]string{
		"empty": "", "half a line": "12", "not a number": "x\n", "gone": "4194000\n" + rest,
		"a stranger's": strconv.Itoa(stranger.Process.Pid) + "\n" + rest, "the first process": "1\n" + rest,
	} {
		if err := os.WriteFile(dir+"/pg/postmaster.pid", []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
		again, err := pgserver.Start(t.Context(), dir, false)
		if err != nil {
			t.Errorf("%s: %v", what, err)
			continue
		}
		if count(t, again, "select 1") != 1 {
			t.Errorf("%s: does not answer", what)
		}
		if err := again.Stop(); err != nil {
			t.Errorf("%s: %v", what, err)
		}
	}
	if !alive(stranger.Process.Pid) {
		t.Error("a stranger's process was signalled")
	}
}

func TestAFullDiskIsSaidAndOnceThereIsRoomAllIsWellAgain(t *testing.T) {
	dir := folder(t)
	if out, err := exec.Command("mount", "-t", "tmpfs", "-o", "size=120m,mode=755", "tmpfs",
		dir).CombinedOutput(); err != nil {
		t.Fatalf("a small disk takes root: %v: %s", err, out)
	}
	t.Cleanup(func() { exec.Command("umount", "-l", dir).Run() })
	s := start(t, dir)
	s.Watch(func(what string) { t.Log(what) })
	if err := s.EnsureDatabase(t.Context(), "urncloth"); err != nil {
		t.Fatal(err)
	}
	dsn := s.DSN("urncloth")
	write := func() error {
		c, err := pgx.Connect(t.Context(), dsn)
		if err != nil {
			return err
		}
		defer c.Close(context.Background())
		_, err = c.Exec(t.Context(), `create table if not exists kept (n int, text text);
			insert into kept select 1, string_agg(md5(i::text), '') from generate_series(1, 5000) i`)
		return err
	}
	if err := write(); err != nil {
		t.Fatal(err)
	}
	kept := 1
	block := make([]byte, 1<<20)
	f, err := os.Create(dir + "/something large")
	if err != nil {
		t.Fatal(err)
	}
	for {
		if _, err := f.Write(block); err != nil {
			break
		}
	}
	f.Close()
	full := false
	for range 400 { // until what the database still had of its own is used up
		if err := write(); err == nil {
			kept++
		} else if full = errors.Is(store.Reason(err), store.ErrFull) || errors.Is(store.Reason(err),
			store.ErrUnavailable); full {
			break
		} else {
			t.Fatal(err)
		}
	}
	if !full {
		t.Fatal("the disk never was full")
	}
	if err := os.Remove(dir + "/something large"); err != nil {
		t.Fatal(err)
	}
	var last error
	for range 200 {
		if last = write(); last == nil {
			break
		}
		time.Sleep(100 * time.Millisecond)
	}
	if last != nil {
		t.Fatalf("there is room again: %v", last)
	}
	if got := count(t, s, "select count(*) from kept"); got != kept+1 {
		t.Errorf("%d rows are there, %d were acknowledged", got, kept+1)
	}
	if err := s.Stop(); err != nil {
		t.Error(err)
	}
}

func TestAFirstStartThatWasCutShortIsBegunAgain(t *testing.T) {
	dir := folder(t)
	if err := os.MkdirAll(dir+"/pg/base", 0o700); err != nil { // initdb was killed half-way
		t.Fatal(err)
	}
	s := start(t, dir)
	if err := s.EnsureDatabase(t.Context(), "urncloth"); err != nil {
		t.Error(err)
	}
	if err := s.Stop(); err != nil {
		t.Error(err)
	}
}
