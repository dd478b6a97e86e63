package main

import (
	"archive/zip"
	"context"
	"errors"
	"fmt"
	"os"

	"github.com/jackc/pgx/v5"
	"github.com/spf13/cobra"

	"urncloth/internal/store"
)

// exportCommand writes a studio, whole.
func exportCommand() *cobra.Command {
	var studio, data string
	c := &cobra.Command{
		Use:   "export FILE",
		Short: "Write a studio as a zip of JSON Lines: everything of it, health data and password hashes too",
		Args:  oneFile,
		RunE: func(cmd *cobra.Command, args []string) error {
			return withDatabase(cmd.Context(), data, func(ctx context.Context, dsn string) error {
				id := ""
				if err := asOwner(ctx, dsn, func(tx pgx.Tx) error {
					if err := store.NameStudio(ctx, tx, studio); err != nil {
						return badInput{fmt.Errorf("studio: %w", err)}
					}
					return tx.QueryRow(ctx, `select current_studio()::text`).Scan(&id)
				}); err != nil {
					return err
				}
				return whole(cmd, args[0], func(f *os.File) error {
					return inOneMoment(ctx, dsn, func(tx pgx.Tx) error {
						if _, err := tx.Exec(ctx, `select set_config('app.studio_id', $1, true)`, id); err != nil {
							return err
						}
						database, err := store.Migrated(ctx, tx)
						if err != nil {
							return err
						}
						return store.WriteStudio(ctx, tx, database, f)
					})
				})
			})
		},
	}
	c.Flags().StringVar(&studio, "studio", "", "the studio's id or, where only one has it, its name")
	required(c, "studio")
	dataFlag(c, &data)
	return c
}

// whole writes a file that its owner alone may read, under a name that says so until it is whole, and says what it is.
func whole(cmd *cobra.Command, path string, write func(f *os.File) error) error {
	part := path + ".part"
	f, err := os.OpenFile(part, os.O_CREATE|os.O_WRONLY|os.O_TRUNC, 0o600)
	if err != nil {
		return badInput{err}
	}
	if err := errors.Join(write(f), f.Sync(), f.Close()); err != nil {
		return errors.Join(err, os.Remove(part))
	}
	if err := os.Rename(part, path); err != nil {
		return err
	}
	fmt.Fprintf(cmd.OutOrStdout(), "Wrote %s. It holds health data and password hashes: keep it as such.\n", path)
	return nil
}

// importCommand takes a studio in.
func importCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "import FILE",
		Short: "Take in a studio that export wrote: whole, or not at all",
		Args:  oneFile,
		RunE: func(cmd *cobra.Command, args []string) error {
			z, err := zip.OpenReader(args[0])
			if err != nil {
				return badInput{fmt.Errorf("%s: %w", args[0], err)}
			}
			defer z.Close()
			return withDatabase(cmd.Context(), data, func(ctx context.Context, dsn string) error {
				err := asOwner(ctx, dsn, func(tx pgx.Tx) error {
					id, err := store.ReadStudio(ctx, tx, &z.Reader)
					if err == nil {
						fmt.Fprintf(cmd.OutOrStdout(), "Took in %s.\n", id)
					}
					return err
				})
				if errors.Is(err, store.ErrArchive) {
					return badInput{err}
				}
				return err
			})
		},
	}
	dataFlag(c, &data)
	return c
}

// inOneMoment reads as the owner of the database what is there at one moment.
func inOneMoment(ctx context.Context, dsn string, work func(pgx.Tx) error) error {
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	return store.Reason(pgx.BeginTxFunc(ctx, c, pgx.TxOptions{IsoLevel: pgx.RepeatableRead,
		AccessMode: pgx.ReadOnly}, work))
}

func oneFile(cmd *cobra.Command, args []string) error {
	if len(args) != 1 {
		return badInput{fmt.Errorf("%s takes one file, not %d", cmd.Name(), len(args))}
	}
	return nil
}
