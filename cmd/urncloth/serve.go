package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"os"
	"os/signal"
	"strings"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"urncloth/demo"
	"urncloth/internal/app"
	"urncloth/internal/demoload"
	"urncloth/internal/device"
	"urncloth/internal/metrics"
	"urncloth/internal/pgserver"
	"urncloth/internal/store"
	"urncloth/internal/web"
	"urncloth/ui"
)

// How long a request and a connection may take, and how long the last ones may when the server stops.
const (
	headerWithin = 10 * time.Second
	bodyWithin   = 15 * time.Second
	writeWithin  = 60 * time.Second
	idleFor      = 2 * time.Minute
	stopWithin   = 8 * time.Second
	database     = "urncloth"
)

// serving is how a server is started.
type serving struct {
	address, data, metrics string
	hosts, proxies         []string
	demo, secure           bool
	connections            int32
	cert, key              string
}

// served lists the commands that need a database.
func served() []*cobra.Command {
	list := append([]*cobra.Command{serveCommand(), demoCommand()}, studioCommands()...)
	return append(list, openAPICommand(), certificateCommand())
}

// dataFlag is where the private database lives.
func dataFlag(c *cobra.Command, data *string) {
	c.Flags().StringVar(data, "data", env("URNCLOTH_DATA", ".data"),
		"folder of the private database, where DATABASE_URL names none (URNCLOTH_DATA)")
}

func serveCommand() *cobra.Command {
	var s serving
	c := &cobra.Command{
		Use:   "serve",
		Short: "Serve the web application",
		Args:  cobra.NoArgs,
		RunE:  func(cmd *cobra.Command, _ []string) error { return s.run(cmd.Context()) },
	}
	f := c.Flags()
	f.StringVar(&s.address, "address", env("URNCLOTH_ADDRESS", "127.0.0.1:8080"),
		"address to listen on (URNCLOTH_ADDRESS)")
	f.Int32Var(&s.connections, "connections", store.Workers,
		"connections to the database for work, beside five others")
	f.StringVar(&s.metrics, "metrics", env("URNCLOTH_METRICS", ""),
		"address to serve counts on, none without (URNCLOTH_METRICS)")
	f.StringSliceVar(&s.hosts, "hosts", list("URNCLOTH_HOSTS"),
		"names it answers under, beside addresses and localhost (URNCLOTH_HOSTS)")
	f.StringSliceVar(&s.proxies, "proxies", list("URNCLOTH_PROXIES"),
		"addresses or networks of proxies whose word for a visitor's address is taken (URNCLOTH_PROXIES)")
	f.BoolVar(&s.demo, "demo", false, "load the demo studio once, and show its sign-in")
	f.BoolVar(&s.secure, "secure-cookies", os.Getenv("URNCLOTH_SECURE") != "",
		"served over TLS alone (URNCLOTH_SECURE)")
	f.StringVar(&s.cert, "tls-cert", env("URNCLOTH_TLS_CERT", ""),
		"certificate to serve TLS with (URNCLOTH_TLS_CERT); urncloth certificate makes one for the local network")
	f.StringVar(&s.key, "tls-key", env("URNCLOTH_TLS_KEY", ""), "its key (URNCLOTH_TLS_KEY)")
	dataFlag(c, &s.data)
	return c
}

func demoCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "demo",
		Short: "Load the demo studio into the database, once",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			return withDatabase(cmd.Context(), data, func(ctx context.Context, dsn string) error {
				return demoload.Load(ctx, dsn)
			})
		},
	}
	dataFlag(c, &data)
	return c
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

// list is a setting of several words with commas between.
func list(name string) (words []string) {
	for _, w := range strings.Split(os.Getenv(name), ",") {
		if w = strings.TrimSpace(w); w != "" {
			words = append(words, w)
		}
	}
	return words
}

// withDatabase brings the database up to date and runs work on it, as its owner: the one of DATABASE_URL, or a private
// cluster, which other commands may use beside it and the last one stops.
func withDatabase(ctx context.Context, data string, work func(ctx context.Context, dsn string) error) error {
	dsn, err := addressOf("DATABASE_URL")
	if err != nil {
		return err
	}
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
		cluster.Watch(func(what string) { fmt.Fprintln(os.Stderr, what) })
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

// addressOf is the address of a database that a setting names, "" where it names none. Of several hosts the one is
// meant that can be written to.
func addressOf(name string) (string, error) {
	dsn := os.Getenv(name)
	if dsn == "" {
		return "", nil
	}
	dsn, err := store.Writable(dsn)
	if err != nil {
		return "", badInput{fmt.Errorf("%s: %w", name, err)}
	}
	return dsn, nil
}

// opened is a store on a database, signed in to as the application: at DATABASE_APP_URL where that is set, else as
// follows from the owner's address.
func (s *serving) opened(ctx context.Context, dsn string) (*store.Store, error) {
	own, err := addressOf("DATABASE_APP_URL")
	if err == nil && own == "" {
		own, err = store.AppDSN(dsn)
	}
	if err != nil {
		return nil, err
	}
	return store.OpenWide(ctx, own, s.connections)
}

// prefixes reads the addresses and networks of proxies.
func prefixes(words []string) (out []netip.Prefix, err error) {
	for _, w := range words {
		if a, wrong := netip.ParseAddr(w); wrong == nil {
			out = append(out, netip.PrefixFrom(a, a.BitLen()))
			continue
		}
		p, wrong := netip.ParsePrefix(w)
		if wrong != nil {
			return nil, badInput{fmt.Errorf("proxies: %q is neither an address nor a network like 10.0.0.0/8", w)}
		}
		out = append(out, p)
	}
	return out, nil
}

// run listens first, so that a second server at one address is turned away before it touches the database.
func (s *serving) run(ctx context.Context) error {
	ctx, stop := signal.NotifyContext(ctx, os.Interrupt, syscall.SIGTERM)
	defer stop()
	if s.connections < 1 {
		return badInput{fmt.Errorf("connections: there has to be one, not %d", s.connections)}
	}
	proxies, err := prefixes(s.proxies)
	if err != nil {
		return err
	}
	listener, err := listen(s.address)
	if err != nil {
		return err
	}
	defer listener.Close()
	scheme := "http"
	if s.cert != "" || s.key != "" {
		if listener, err = secured(listener, s.cert, s.key); err != nil {
			return err
		}
		scheme, s.secure = "https", true
	}
	var counts net.Listener
	if s.metrics != "" {
		if counts, err = listen(s.metrics); err != nil {
			return err
		}
		defer counts.Close()
	}
	return withDatabase(context.WithoutCancel(ctx), s.data, func(inner context.Context, dsn string) error {
		var shown *web.Demo
		if s.demo {
			if err := demoload.Load(inner, dsn); err != nil {
				return err
			}
			shown = &web.Demo{Email: demo.Email, Password: demo.Password}
		}
		kept, err := s.opened(inner, dsn)
		if err != nil {
			return err
		}
		defer kept.Close()
		m := metrics.New(kept.Stats)
		handler := web.New(web.Options{App: &app.App{Store: kept, Bench: device.Simulation{}, Now: time.Now,
			Demo: s.demo, Happened: m.Happened, Planned: m.Planned}, UI: ui.Files(), Demo: shown, Secure: s.secure,
			Hosts: s.hosts, Proxies: proxies, Metrics: m, Log: slog.New(slog.NewJSONHandler(os.Stderr, nil))})
		fmt.Printf("Urn Cloth is at %s://%s\n", scheme, listener.Addr())
		if shown != nil {
			fmt.Printf("Demo sign-in: %s, password %s\n", shown.Email, shown.Password)
		}
		fmt.Println("Ctrl-C stops it.")
		servers := map[net.Listener]http.Handler{listener: handler}
		if counts != nil {
			servers[counts] = m.Handler()
		}
		return until(ctx, inner, servers)
	})
}

func listen(address string) (net.Listener, error) {
	l, err := net.Listen("tcp", address)
	if err != nil {
		return nil, fmt.Errorf("cannot listen on %s: is Urn Cloth already running? (%w)", address, err)
	}
	return l, nil
}

// until serves until it is told to stop, and lets what was begun come to its end.
func until(ctx, inner context.Context, handlers map[net.Listener]http.Handler) error {
	failed := make(chan error, len(handlers))
	var servers []*http.Server
	for l, h := range handlers {
		server := &http.Server{Handler: h, ReadHeaderTimeout: headerWithin, ReadTimeout: bodyWithin,
			WriteTimeout: writeWithin, IdleTimeout: idleFor}
		if h, lasts := h.(interface{ Closing() }); lasts {
			server.RegisterOnShutdown(h.Closing)
		}
		servers = append(servers, server)
		go func() { failed <- server.Serve(l) }()
	}
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	fmt.Println("Stopping.")
	last, cancel := context.WithTimeout(inner, stopWithin)
	defer cancel()
	for _, server := range servers {
		if err := server.Shutdown(last); err != nil && !errors.Is(err, context.DeadlineExceeded) {
			return err
		}
	}
	return nil
}
