// Command shots takes a picture of every main view from the demo data, at 1280×800.
package main

import (
	"context"
	"flag"
	"fmt"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"

	"urncloth/demo"
	"urncloth/e2e/browser"
	"urncloth/internal/app"
	"urncloth/internal/pgserver"
	"urncloth/internal/store"
	"urncloth/internal/web"
	"urncloth/ui"
)

// The moment the pictures are taken at: the morning of the regatta.
var morning = time.Date(2027, 6, 19, 8, 12, 0, 0, time.UTC)

func main() {
	to := flag.String("to", "docs/screenshots", "folder for the pictures")
	only := flag.String("only", "", "take only the pictures whose name contains this")
	flag.Parse()
	if err := run(*to, *only); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(to, only string) error {
	ctx := context.Background()
	dir, err := os.MkdirTemp("", "urncloth-shots")
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	if err := os.Chmod(dir, 0o755); err != nil {
		return err
	}
	cluster, err := pgserver.Start(ctx, dir, true)
	if err != nil {
		return err
	}
	defer cluster.Stop()
	if err := cluster.EnsureDatabase(ctx, "shots"); err != nil {
		return err
	}
	dsn := cluster.DSN("shots")
	if err := store.Migrate(ctx, dsn); err != nil {
		return err
	}
	if err := demo.Load(ctx, dsn); err != nil {
		return err
	}
	kept, err := store.Open(ctx, dsn)
	if err != nil {
		return err
	}
	defer kept.Close()
	handler := web.New(web.Options{App: &app.App{Store: kept, Now: func() time.Time { return morning }}, UI: ui.Files(), Demo: &web.Demo{Email: demo.Email, Password: demo.Password}})
	defer handler.Close()
	server := httptest.NewServer(handler)
	defer server.Close()
	b, err := browser.Start()
	if err != nil {
		return err
	}
	defer b.Close()
	p := browser.Page(b, server.URL+"/sign-in")
	shot := func(name string) {
		if !strings.Contains(name, only) {
			return
		}
		browser.Settle(p)
		p.MustScreenshot(filepath.Join(to, name+".png"))
		fmt.Println(name)
	}
	return rod.Try(func() { views(p, server.URL, shot) })
}

func views(p *rod.Page, root string, shot func(string)) {
	browser.Text(p, "button", "Enter the demo")
	shot("sign-in")
	browser.Text(p, "button", "Enter the demo").MustClick()
	browser.Text(p, "b", "Ottoline Pryce")
	shot("today")
	p.MustNavigate(root + "/clients").MustWaitLoad()
	browser.Text(p, "b", "Corin")
	shot("clients")
	browser.Text(p, "a", "Ottoline").MustClick()
	browser.Text(p, "h2", "Skin, as last read")
	shot("client")
	p.MustNavigate(root + "/").MustWaitLoad()
	browser.Text(p, "a", "Ottoline").MustClick()
	browser.Text(p, ".steps .a", "Mattify").MustClick()
	shot("prep")
	browser.Text(p, "a", "Intake").MustClick()
	browser.Text(p, "h3", "Forehead")
	shot("intake")
	browser.Text(p, "[role=tab]", "Day").MustClick()
	shot("intake-day")
	base := browser.Text(p, "label", "^Base$").MustAttribute("for")
	p.MustElement(`[id="` + *base + `"]`).MustSelectAllText().MustInput("0918")
	p.Keyboard.MustType(input.Enter)
	browser.Text(p, ".state", "base at 09:18")
	browser.Text(p, "nav a", "Prep").MustClick()
	browser.Text(p, ".gave", "to fit the clock")
	browser.Text(p, ".steps .a", "Moisturise").MustClick()
	shot("prep-squeezed")
	p.MustNavigate(root + "/method").MustWaitLoad()
	browser.Text(p, "legend", "Puffiness")
	shot("method")
	browser.Text(p, "[role=tab]", "Rules").MustClick()
	p.MustElement("#find-method").MustInput("sunscreen")
	browser.Text(p, ".rule", "spf-missing")
	shot("method-rules")
}
