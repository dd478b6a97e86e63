package main

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/spf13/cobra"

	"urncloth/internal/pgserver"
	"urncloth/internal/store"
)

// backupCommand writes a whole server by PostgreSQL's own means, beside whatever runs on it.
func backupCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "backup FILE",
		Short: "Write the whole server as it is at one moment: every studio, health data and password hashes too",
		Args:  oneFile,
		RunE: func(cmd *cobra.Command, args []string) error {
			return withDatabase(cmd.Context(), data, func(ctx context.Context, dsn string) error {
				if err := seesAll(ctx, dsn); err != nil {
					return err
				}
				return whole(cmd, args[0], func(f *os.File) error {
					return postgres(ctx, dsn, "pg_dump", f, "--format=custom", "--no-owner")
				})
			})
		},
	}
	dataFlag(c, &data)
	return c
}

// restoreCommand takes a whole server in.
func restoreCommand() *cobra.Command {
	var data, archive, at string
	c := &cobra.Command{
		Use:   "restore FILE, or restore --archive DIR",
		Short: "Take in what backup or archive wrote, on a server without a studio: whole, or not at all",
		RunE: func(cmd *cobra.Command, args []string) error {
			if archive != "" {
				return recovered(cmd, data, archive, at, args)
			}
			if err := oneFile(cmd, args); err != nil {
				return err
			}
			f, err := os.Open(args[0])
			if err != nil {
				return badInput{err}
			}
			defer f.Close()
			version, err := backedUp(cmd.Context(), args[0])
			switch {
			case err != nil:
				return badInput{fmt.Errorf("%s is no backup that can be read: %w", args[0], err)}
			case version > store.Newest():
				return badInput{fmt.Errorf("%s was written by a later version of the program (database %d, not %d)",
					args[0], version, store.Newest())}
			}
			return withDatabase(cmd.Context(), data, func(ctx context.Context, dsn string) error {
				if err := noStudio(ctx, dsn); err != nil {
					return err
				}
				var out bytes.Buffer
				if err := postgres(ctx, dsn, "pg_restore", &out, "--clean", "--if-exists", "--no-owner",
					"--single-transaction", "--exit-on-error", "--dbname", plain(dsn), args[0]); err != nil {
					return badInput{fmt.Errorf("nothing was changed: %w", err)}
				}
				if err := store.Migrate(ctx, dsn); err != nil {
					return fmt.Errorf("bring the database up to date: %w", err)
				}
				fmt.Fprintf(cmd.OutOrStdout(), "Took in %s.\n", args[0])
				return nil
			})
		},
	}
	c.Flags().StringVar(&archive, "archive", "", "folder of an archive, to restore from it")
	c.Flags().StringVar(&at, "at", "", "moment to restore it to, as 2027-06-19T14:30:00+01:00; its last for none")
	dataFlag(c, &data)
	return c
}

// archiveCommand has a private database archive every change from now on.
func archiveCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "archive DIR",
		Short: "Have the private database archive every change from now on, and take a copy to begin with",
		Args:  oneFile,
		RunE: func(cmd *cobra.Command, args []string) error {
			to, err := private(args[0])
			if err != nil {
				return err
			}
			if err := pgserver.Archive(cmd.Context(), data, to); err != nil {
				return refused(err)
			}
			fmt.Fprintf(cmd.OutOrStdout(), "Every change goes to %s from now on. It holds health data: keep it so.\n",
				to)
			return nil
		},
	}
	dataFlag(c, &data)
	return c
}

// private is the whole path of an archive, an error where the database is not the program's own.
func private(archive string) (string, error) {
	if os.Getenv("DATABASE_URL") != "" {
		return "", badInput{errors.New("DATABASE_URL names a PostgreSQL of your own: it archives by its own settings")}
	}
	return filepath.Abs(archive)
}

// recovered makes a private database from an archive.
func recovered(cmd *cobra.Command, data, archive, moment string, args []string) error {
	if len(args) > 0 {
		return badInput{errors.New("restore takes a file or an archive, not both")}
	}
	from, err := private(archive)
	if err != nil {
		return err
	}
	var at time.Time
	if moment != "" {
		if at, err = time.Parse(time.RFC3339, moment); err != nil {
			return badInput{fmt.Errorf("at: %q is not a moment like 2027-06-19T14:30:00+01:00", moment)}
		}
	}
	if err := pgserver.Recover(cmd.Context(), data, from, at); err != nil {
		return refused(err)
	}
	fmt.Fprintf(cmd.OutOrStdout(), "Restored from %s.\n", from)
	return nil
}

// refused is bad input where an archive is used as it cannot be.
func refused(err error) error {
	for _, known := range []error{pgserver.ErrInUse, pgserver.ErrThere, pgserver.ErrNoCopy, pgserver.ErrNotReached,
		pgserver.ErrPath, pgserver.ErrUnwritten, os.ErrNotExist} {
		if errors.Is(err, known) {
			return badInput{err}
		}
	}
	return err
}

// seesAll is an error where the owner of the database would be shown some studios alone.
func seesAll(ctx context.Context, dsn string) error {
	var all bool
	var who string
	err := asOwner(ctx, dsn, func(tx pgx.Tx) error {
		return tx.QueryRow(ctx, `select rolsuper or rolbypassrls, rolname from pg_roles where rolname = current_user`).
			Scan(&all, &who)
	})
	if err == nil && !all {
		err = badInput{fmt.Errorf("%s sees one studio at a time: alter role %s bypassrls, or back up as another role",
			who, pgx.Identifier{who}.Sanitize())}
	}
	return err
}

// noStudio is an error where a database has studios already.
func noStudio(ctx context.Context, dsn string) error {
	if err := seesAll(ctx, dsn); err != nil {
		return err
	}
	var n int
	err := asOwner(ctx, dsn, func(tx pgx.Tx) error {
		return tx.QueryRow(ctx, `select count(*) from studios`).Scan(&n)
	})
	if err == nil && n > 0 {
		err = badInput{fmt.Errorf("there are studios here already (%d): a backup goes into an empty server", n)}
	}
	return err
}

var migration = regexp.MustCompile(`(?m)^\d+\t(\d+)\tt\t`)

// backedUp is the last migration of the database in a backup.
func backedUp(ctx context.Context, file string) (n int64, err error) {
	var out bytes.Buffer
	if err := postgres(ctx, "", "pg_restore", &out, "--data-only", "--table=goose_db_version", "--file=-",
		file); err != nil {
		return 0, err
	}
	for _, line := range migration.FindAllStringSubmatch(out.String(), -1) {
		v, err := strconv.ParseInt(line[1], 10, 64)
		if err != nil {
			return 0, err
		}
		n = max(n, v)
	}
	if n == 0 {
		return 0, errors.New("it holds no database of this program")
	}
	return n, nil
}

// postgres runs one of PostgreSQL's own programs against a database, "" for none. Its password is nowhere to be seen:
// not among the arguments, which everybody on the machine can list.
func postgres(ctx context.Context, dsn, name string, out io.Writer, args ...string) error {
	path, err := pgserver.Program(name)
	if err != nil {
		return err
	}
	if dsn != "" && name == "pg_dump" {
		args = append(args, "--dbname", plain(dsn))
	}
	cmd := exec.CommandContext(ctx, path, args...)
	cmd.Env = os.Environ()
	if dsn != "" {
		c, err := pgconn.ParseConfig(dsn)
		if err != nil {
			return badInput{err}
		}
		cmd.Env = append(cmd.Env, "PGPASSWORD="+c.Password)
	}
	var said bytes.Buffer
	cmd.Stdout, cmd.Stderr = out, &said
	if err := cmd.Run(); err != nil {
		return fmt.Errorf("%s: %w: %s", name, err, strings.TrimSpace(said.String()))
	}
	return nil
}

var wordOfPass = regexp.MustCompile(`(?i)\bpassword\s*=\s*('(?:[^'\\]|\\.)*'|\S*)`)

// plain is a database's address without its password.
func plain(dsn string) string {
	u, err := url.Parse(dsn)
	if err != nil || u.Scheme == "" {
		return wordOfPass.ReplaceAllString(dsn, "")
	}
	if u.User != nil {
		u.User = url.User(u.User.Username())
	}
	q := u.Query()
	q.Del("password")
	u.RawQuery = q.Encode()
	return u.String()
}
