package pgserver

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/gofrs/flock"
	"github.com/jackc/pgx/v5"
)

// An archive is a folder that holds copies of a cluster (base-<moment>), every change since the first of them (wal),
// and the owner's password. It restores to any moment since its first copy ended.
const (
	archivePath = "archive.path" // in a cluster's folder: where its archive is
	copyNamed   = "base-20060102T150405Z"
	lostAtMost  = 300 // seconds of changes that are not in the archive yet [W]
)

// What stands in the way of archiving and of restoring from an archive.
var (
	ErrInUse      = errors.New("pgserver: the database is in use: stop what uses it first")
	ErrThere      = errors.New("pgserver: there is a database already")
	ErrNoCopy     = errors.New("pgserver: the archive has no copy from before that moment")
	ErrNotReached = errors.New("pgserver: the archive does not reach that moment")
	ErrUnwritten  = errors.New("pgserver: the database cannot write into that folder")
	ErrPath       = errors.New("pgserver: an archive's path holds letters, figures and . _ - / alone")
)

var safePath = regexp.MustCompile(`^[A-Za-z0-9_./-]+$`)

// archiving is the options by which a cluster archives, none where it does not.
func (s *Server) archiving() string {
	b, err := os.ReadFile(filepath.Join(s.dir, archivePath))
	to := strings.TrimSpace(string(b))
	if err != nil || !safePath.MatchString(to) {
		return ""
	}
	file := to + "/wal/%f.gz"
	return fmt.Sprintf(" -c archive_mode=on -c archive_timeout=%d -c archive_command="+
		"'test ! -f %s && gzip < %%p > %s.part && mv %s.part %s'", lostAtMost, file, file, file, file)
}

// Archive has the cluster in a folder archive its changes from now on, and takes a first copy; where it does so already
// it takes another. Nothing else may use the cluster meanwhile.
func Archive(ctx context.Context, dir, to string) error {
	if !safePath.MatchString(to) {
		return ErrPath
	}
	free := flock.New(filepath.Join(dir, "using.lock"))
	if got, err := free.TryLock(); err == nil && !got {
		return ErrInUse
	}
	_ = free.Close()
	s, err := Start(ctx, dir, false)
	if err != nil {
		return err
	}
	if err := s.Stop(); err != nil { // so that it is started as it is to be
		return err
	}
	if err := s.owned(to, filepath.Join(to, "wal")); err != nil {
		return err
	}
	if err := os.WriteFile(filepath.Join(dir, archivePath), []byte(to+"\n"), 0o600); err != nil {
		return err
	}
	if s, err = Start(ctx, dir, false); err != nil {
		return errors.Join(err, os.Remove(filepath.Join(dir, archivePath)))
	}
	err = s.copyTo(to)
	if err == nil {
		err = s.archives(ctx)
	}
	if err != nil { // changes that cannot be archived would pile up
		err = errors.Join(err, os.Remove(filepath.Join(dir, archivePath)))
	}
	return errors.Join(err, s.Stop())
}

// archives is an error where a change does not arrive in the archive within a while.
func (s *Server) archives(ctx context.Context) error {
	c, err := pgx.Connect(ctx, s.DSN("postgres"))
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	var segment string
	if err := c.QueryRow(ctx, `select pg_walfile_name(pg_switch_wal())`).Scan(&segment); err != nil {
		return err
	}
	for range waits / 20 {
		var there bool
		var wrong *string
		if err := c.QueryRow(ctx, `select coalesce(last_archived_wal >= $1, false), last_failed_wal
			from pg_stat_archiver`, segment).Scan(&there, &wrong); err != nil || there {
			return err
		}
		if wrong != nil {
			return fmt.Errorf("%w: %s", ErrUnwritten, *wrong)
		}
		time.Sleep(pause)
	}
	return ErrUnwritten
}

// copyTo copies the cluster into its archive.
func (s *Server) copyTo(archive string) error {
	if err := os.WriteFile(filepath.Join(archive, "owner.password"), []byte(s.password+"\n"), 0o600); err != nil {
		return err
	}
	name := time.Now().UTC().Format(copyNamed)
	part := filepath.Join(archive, "part-"+name)
	if err := s.owned(part); err != nil {
		return err
	}
	cmd := s.command("pg_basebackup", "-h", "127.0.0.1", "-p", strconv.Itoa(s.port), "-U", owner, "-D", part, "-c",
		"fast", "-X", "stream")
	cmd.Env = append(os.Environ(), "PGPASSWORD="+s.password)
	if err := run(cmd); err != nil {
		return errors.Join(err, os.RemoveAll(part))
	}
	return os.Rename(part, filepath.Join(archive, name))
}

// owned makes folders that the cluster's user owns.
func (s *Server) owned(paths ...string) error {
	for _, path := range paths {
		if err := errors.Join(os.MkdirAll(path, 0o700), handOver(path)); err != nil {
			return err
		}
	}
	return nil
}

// Recover makes a cluster in a folder that has none from an archive, as it was at a moment, the last that is archived
// for the zero one. Where that cannot be, nothing is left of it.
func Recover(ctx context.Context, dir, archive string, at time.Time) error {
	archive, err := filepath.Abs(archive)
	if err != nil {
		return err
	}
	if !safePath.MatchString(archive) {
		return ErrPath
	}
	base, err := copyBefore(archive, at)
	if err != nil {
		return err
	}
	s, done, err := prepared(ctx, dir)
	if err != nil {
		return err
	}
	defer done()
	if _, err := os.Stat(filepath.Join(s.data, "PG_VERSION")); err == nil {
		return ErrThere
	}
	word, err := os.ReadFile(filepath.Join(archive, "owner.password"))
	if err != nil {
		return err
	}
	if err := os.WriteFile(filepath.Join(s.dir, "owner.password"), word, 0o600); err != nil {
		return err
	}
	s.password = strings.TrimSpace(string(word))
	if err := s.recover(ctx, base, archive, at); err != nil {
		_ = s.ctl("stop", "-m", "immediate")
		return errors.Join(err, os.RemoveAll(s.data), os.Remove(filepath.Join(s.dir, "owner.password")))
	}
	return s.ctl("stop", "-m", "fast")
}

// copyBefore is the last copy that an archive has from before a moment.
func copyBefore(archive string, at time.Time) (string, error) {
	entries, err := os.ReadDir(archive)
	if err != nil {
		return "", err
	}
	for _, e := range slices.Backward(entries) { // by name, which is by time
		if made, err := time.Parse(copyNamed, e.Name()); err == nil && (at.IsZero() || made.Before(at)) {
			return filepath.Join(archive, e.Name()), nil
		}
	}
	return "", ErrNoCopy
}

// recover copies a base and plays the archive over it.
func (s *Server) recover(ctx context.Context, base, archive string, at time.Time) error {
	if err := os.RemoveAll(s.data); err != nil {
		return err
	}
	if out, err := exec.Command("cp", "-a", base, s.data).CombinedOutput(); err != nil {
		return fmt.Errorf("cp: %w: %s", err, out)
	}
	settings := fmt.Sprintf("restore_command = 'gunzip < %s/wal/%%f.gz > %%p'\n"+
		"recovery_target_action = 'promote'\n", archive)
	if !at.IsZero() {
		settings += fmt.Sprintf("recovery_target_time = '%s'\n", at.UTC().Format("2006-01-02 15:04:05.999999+00"))
	}
	f, err := os.OpenFile(filepath.Join(s.data, "postgresql.auto.conf"), os.O_APPEND|os.O_WRONLY, 0)
	if err != nil {
		return err
	}
	_, err = f.WriteString(settings)
	if err = errors.Join(err, f.Close()); err != nil {
		return err
	}
	signal := filepath.Join(s.data, "recovery.signal")
	if err := os.WriteFile(signal, nil, 0o600); err != nil {
		return err
	}
	log, err := os.OpenFile(s.log, os.O_CREATE|os.O_APPEND, 0o600)
	if err != nil {
		return err
	}
	if err := errors.Join(log.Close(), handOver(s.data, signal, s.log)); err != nil {
		return err
	}
	return s.played(ctx)
}

// played starts the cluster and waits until everything that is wanted of the archive has been played.
func (s *Server) played(ctx context.Context) error {
	if err := s.fresh(); err != nil {
		return fmt.Errorf("%w: %w", ErrNotReached, err)
	}
	for range waits {
		c, err := pgx.Connect(ctx, s.DSN("postgres"))
		if err == nil {
			playing := true
			err = c.QueryRow(ctx, `select pg_is_in_recovery()`).Scan(&playing)
			_ = c.Close(ctx)
			if err == nil && !playing {
				return nil
			}
		}
		if !s.running() {
			return ErrNotReached
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(pause):
		}
	}
	return ErrNotReached
}
