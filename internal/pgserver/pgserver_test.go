package pgserver_test

import (
	"context"
	"os"
	"os/exec"
	"strconv"
	"strings"
	"syscall"
	"testing"

	"github.com/jackc/pgx/v5"

	"urncloth/internal/pgserver"
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

func TestWhatWasAcknowledgedSurvivesAKilledServerAndAKilledCluster(t *testing.T) {
	dir := folder(t)
	s := start(t, dir)
	if err := s.EnsureDatabase(t.Context(), "urncloth"); err != nil {
		t.Fatal(err)
	}
	count(t, s, "with x as (select 1) select 1 from x")
	c, err := pgx.Connect(t.Context(), s.DSN("urncloth"))
	if err != nil {
		t.Fatal(err)
	}
	if _, err := c.Exec(t.Context(), "create table kept as select generate_series(1, 100) as n"); err != nil {
		t.Fatal(err)
	}
	c.Close(context.Background())

	// The program was killed and left its cluster running: the next start takes it over.
	again := start(t, dir)
	if again.DSN("urncloth") != s.DSN("urncloth") || count(t, again, "select count(*) from kept") != 100 {
		t.Error("a running cluster was not taken over")
	}

	// The cluster itself is killed: the next start recovers it.
	pid, err := exec.Command("head", "-1", dir+"/pg/postmaster.pid").Output()
	if err != nil {
		t.Fatal(err)
	}
	n, err := strconv.Atoi(strings.TrimSpace(string(pid)))
	if err != nil {
		t.Fatal(err)
	}
	if err := syscall.Kill(n, syscall.SIGKILL); err != nil {
		t.Fatal(err)
	}
	recovered := start(t, dir)
	if got := count(t, recovered, "select count(*) from kept"); got != 100 {
		t.Errorf("%d rows after the kill", got)
	}
	if err := recovered.Stop(); err != nil {
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
