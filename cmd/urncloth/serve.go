package main

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"net"
	"net/http"
	"os"
	"os/signal"
	"strings"
	"syscall"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/spf13/cobra"

	"urncloth/core/day"
	"urncloth/demo"
	"urncloth/internal/app"
	"urncloth/internal/demoload"
	"urncloth/internal/device"
	"urncloth/internal/password"
	"urncloth/internal/pgserver"
	"urncloth/internal/store"
	"urncloth/internal/web"
	"urncloth/ui"
)

const (
	database    = "urncloth"
	readTimeout = 15 * time.Second
	stopWithin  = 8 * time.Second
)

// served lists the commands that need a database.
func served() []*cobra.Command {
	var address, data string
	var withDemo, secure bool
	serve := &cobra.Command{
		Use:   "serve",
		Short: "Serve the web application",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			return serve(cmd.Context(), address, data, withDemo, secure)
		},
	}
	serve.Flags().
		StringVar(&address, "address", env("URNCLOTH_ADDRESS", "127.0.0.1:8080"),
			"address to listen on (URNCLOTH_ADDRESS)")
	serve.Flags().BoolVar(&withDemo, "demo", false, "load the demo studio once, and show its sign-in")
	serve.Flags().
		BoolVar(&secure, "secure-cookies", os.Getenv("URNCLOTH_SECURE") != "",
			"send cookies over TLS only (URNCLOTH_SECURE)")

	loadDemo := &cobra.Command{
		Use:   "demo",
		Short: "Load the demo studio into the database, once",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			return withDatabase(
				cmd.Context(),
				data,
				func(ctx context.Context, dsn string) error { return demoload.Load(ctx, dsn) },
			)
		},
	}

	var name, email, person, zone string
	var place day.Place
	studio := &cobra.Command{
		Use:   "studio",
		Short: "Add a studio and its owner; the password is read from standard input",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			password, err := bufio.NewReader(cmd.InOrStdin()).ReadString('\n')
			password = strings.TrimRight(password, "\r\n")
			if err != nil && password == "" || len(password) < app.LeastPassword {
				return badInput{
					fmt.Errorf("password: needs at least %d characters, on standard input", app.LeastPassword),
				}
			}
			if _, err := (day.Day{Timezone: zone}).Zone(); err != nil {
				return badInput{fmt.Errorf("timezone: %w", err)}
			}
			return withDatabase(cmd.Context(), data, func(ctx context.Context, dsn string) error {
				return addStudio(ctx, dsn, store.Studio{ID: uuid.New(), Name: name, Timezone: zone, Place: place},
					store.Person{Email: strings.ToLower(email), Name: person, Role: "owner"}, password)
			})
		},
	}
	studio.Flags().StringVar(&name, "name", "", "the studio's name")
	studio.Flags().StringVar(&person, "owner", "", "the owner's name")
	studio.Flags().StringVar(&email, "email", "", "the owner's e-mail")
	studio.Flags().StringVar(&zone, "timezone", "UTC", "the studio's time zone, like Europe/Dublin")
	studio.Flags().Float64Var(&place.Lat, "lat", 0, "latitude of the studio, degrees, north positive")
	studio.Flags().Float64Var(&place.Lon, "lon", 0, "longitude of the studio, degrees, east positive")
	for _, f := range []string{"name", "owner", "email"} {
		_ = studio.MarkFlagRequired(f)
	}
	list := []*cobra.Command{serve, loadDemo, studio}
	for _, c := range list {
		c.Flags().
			StringVar(&data, "data", env("URNCLOTH_DATA", ".data"),
				"folder of the private database, where DATABASE_URL names none (URNCLOTH_DATA)")
	}
	return append(list, openAPICommand())
}

func openAPICommand() *cobra.Command {
	return &cobra.Command{
		Use:   "openapi",
		Short: "Print the description of the API",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			b, err := web.OpenAPI()
			if err == nil {
				_, err = fmt.Fprintln(cmd.OutOrStdout(), string(b))
			}
			return err
		},
	}
}

func env(name, otherwise string) string {
	if v := os.Getenv(name); v != "" {
		return v
	}
	return otherwise
}

// withDatabase brings the database up to date and runs work on it: the one of DATABASE_URL, or a private cluster that
// is stopped again afterwards.
func withDatabase(ctx context.Context, data string, work func(ctx context.Context, dsn string) error) error {
	dsn := os.Getenv("DATABASE_URL")
	if dsn == "" {
		cluster, err := pgserver.Start(ctx, data, false)
		if err != nil {
			return err
		}
		defer func() {
			if err := cluster.Stop(); err != nil {
				fmt.Fprintln(os.Stderr, "stopping the database:", err)
			}
		}()
		if err := cluster.EnsureDatabase(ctx, database); err != nil {
			return err
		}
		dsn = cluster.DSN(database)
	}
	if err := store.Migrate(ctx, dsn); err != nil {
		return fmt.Errorf("bring the database up to date: %w", err)
	}
	return work(ctx, dsn)
}

// serve listens first, so that a second server on one folder is turned away before it touches the database.
func serve(ctx context.Context, address, data string, withDemo, secure bool) error {
	ctx, stop := signal.NotifyContext(ctx, os.Interrupt, syscall.SIGTERM)
	defer stop()
	listener, err := net.Listen("tcp", address)
	if err != nil {
		return fmt.Errorf("cannot listen on %s: is Urn Cloth already running? (%w)", address, err)
	}
	defer listener.Close()
	return withDatabase(context.WithoutCancel(ctx), data, func(inner context.Context, dsn string) error {
		var shown *web.Demo
		if withDemo {
			if err := demoload.Load(inner, dsn); err != nil {
				return err
			}
			shown = &web.Demo{Email: demo.Email, Password: demo.Password}
		}
		kept, err := store.Open(inner, dsn)
		if err != nil {
			return err
		}
		defer kept.Close()
		handler := web.New(web.Options{App: &app.App{Store: kept, Bench: device.Simulation{},
			Now: time.Now}, UI: ui.Files(), Demo: shown,
			Secure: secure})
		defer handler.Close()
		server := &http.Server{
			Handler:           handler,
			ReadHeaderTimeout: readTimeout,
			ReadTimeout:       readTimeout,
			IdleTimeout:       2 * time.Minute,
		}
		fmt.Printf("Urn Cloth is at http://%s\n", listener.Addr())
		if shown != nil {
			fmt.Printf("Demo sign-in: %s, password %s\n", shown.Email, shown.Password)
		}
		fmt.Println("Ctrl-C stops it.")
		failed := make(chan error, 1)
		go func() { failed <- server.Serve(listener) }()
		select {
		case err := <-failed:
			return err
		case <-ctx.Done():
		}
		fmt.Println("Stopping.")
		last, cancel := context.WithTimeout(inner, stopWithin)
		defer cancel()
		if err := server.Shutdown(last); err != nil && !errors.Is(err, context.DeadlineExceeded) {
			return err
		}
		return nil
	})
}

func addStudio(ctx context.Context, dsn string, s store.Studio, owner store.Person, first string) error {
	hash, err := password.Hash(first)
	if err != nil {
		return err
	}
	owner.PasswordHash = hash
	c, err := pgx.Connect(ctx, dsn)
	if err != nil {
		return err
	}
	defer c.Close(ctx)
	err = pgx.BeginFunc(ctx, c, func(tx pgx.Tx) error {
		if err := store.AddStudio(ctx, tx, s); err != nil {
			return err
		}
		return store.AddPerson(ctx, tx, owner)
	})
	if err == nil {
		fmt.Printf("Added %s. %s signs in as %s.\n", s.Name, owner.Name, owner.Email)
	}
	return err
}
