package main

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"io"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/spf13/cobra"

	"urncloth/core/day"
	"urncloth/internal/app"
	"urncloth/internal/password"
	"urncloth/internal/store"
)

// studioCommands are what is done to a studio from outside it, by whoever keeps the server.
func studioCommands() []*cobra.Command {
	return []*cobra.Command{studioCommand(), ownerCommand(), exportCommand(), importCommand(), backupCommand(),
		restoreCommand(), archiveCommand()}
}

func studioCommand() *cobra.Command {
	var name, email, person, zone, data string
	var place day.Place
	c := &cobra.Command{
		Use:   "studio",
		Short: "Add a studio and its owner; the password is read from standard input",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			given, err := readPassword(cmd.InOrStdin(), email, person, name)
			if err != nil {
				return err
			}
			if _, err := (day.Day{Timezone: zone}).Zone(); err != nil {
				return badInput{fmt.Errorf("timezone: %w", err)}
			}
			return withDatabase(cmd.Context(), data, func(ctx context.Context, dsn string) error {
				s := store.Studio{ID: uuid.New(), Name: name, Timezone: zone, Place: place}
				owner := store.Person{Email: app.Tidied(email), Name: person, Role: string(app.Owner)}
				if owner.PasswordHash, err = password.Hash(ctx, given); err != nil {
					return err
				}
				err := asOwner(ctx, dsn, func(tx pgx.Tx) error {
					if err := store.AddStudio(ctx, tx, s); err != nil {
						return err
					}
					_, err := store.AddPerson(ctx, tx, owner)
					return err
				})
				if err == nil {
					fmt.Fprintf(cmd.OutOrStdout(), "Added %s, %s. %s signs in as %s.\n", s.Name, s.ID, owner.Name,
						owner.Email)
				}
				return err
			})
		},
	}
	c.Flags().StringVar(&name, "name", "", "the studio's name")
	c.Flags().StringVar(&person, "owner", "", "the owner's name")
	c.Flags().StringVar(&email, "email", "", "the owner's e-mail")
	c.Flags().StringVar(&zone, "timezone", "UTC", "the studio's time zone, like Europe/Dublin")
	c.Flags().Float64Var(&place.Lat, "lat", 0, "latitude of the studio, degrees, north positive")
	c.Flags().Float64Var(&place.Lon, "lon", 0, "longitude of the studio, degrees, east positive")
	required(c, "name", "owner", "email")
	dataFlag(c, &data)
	return c
}

// ownerCommand is the way back into a studio whose owners cannot sign in any more.
func ownerCommand() *cobra.Command {
	var studio, email, person, data string
	c := &cobra.Command{
		Use: "owner",
		Short: "Make somebody of a studio its owner and let them in again: their sessions end, their second " +
			"factor goes, " +
			"and the password is read from standard input",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			given, err := readPassword(cmd.InOrStdin(), email, person)
			if err != nil {
				return err
			}
			return withDatabase(cmd.Context(), data, func(ctx context.Context, dsn string) error {
				hash, err := password.Hash(ctx, given)
				if err != nil {
					return err
				}
				var made store.Person
				err = asOwner(ctx, dsn, func(tx pgx.Tx) (err error) {
					made, err = app.Reinstate(ctx, tx, studio, store.Person{Email: app.Tidied(email), Name: person},
						hash,
						time.Now())
					return err
				})
				var unclear app.Unclear
				if errors.As(err, &unclear) {
					return badInput{unclear}
				}
				if err == nil {
					fmt.Fprintf(cmd.OutOrStdout(), "%s is an owner and signs in as %s.\n", made.Name, made.Email)
				}
				return err
			})
		},
	}
	c.Flags().StringVar(&studio, "studio", "", "the studio's id or, where only one has it, its name")
	c.Flags().StringVar(&email, "email", "", "their e-mail; somebody new is added")
	c.Flags().StringVar(&person, "name", "", "their name, where they are new")
	required(c, "studio", "email")
	dataFlag(c, &data)
	return c
}

func required(c *cobra.Command, flags ...string) {
	for _, f := range flags {
		_ = c.MarkFlagRequired(f)
	}
}

// longestLine is how much of standard input is read for a password.
const longestLine = 4096

// readPassword reads a password from the first line of a stream, and says what is wrong with it.
func readPassword(in io.Reader, known ...string) (string, error) {
	line, err := bufio.NewReader(io.LimitReader(in, longestLine)).ReadString('\n')
	line = strings.TrimRight(line, "\r\n")
	if err != nil && line == "" {
		return "", badInput{errors.New("password: is read from standard input, and there is none")}
	}
	if fs := app.CheckPassword("password", line, known...); len(fs) > 0 {
		return "", badInput{fs}
	}
	return line, nil
}

// asOwner does something as the owner of the database.
func asOwner(ctx context.Context, dsn string, work func(pgx.Tx) error) error {
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	return store.Reason(pgx.BeginFunc(ctx, c, work))
}
