// Command load measures the web application: an open loop of plan requests against a server of its own on loopback,
// and the time from a change to a painted result in the browser. Then it handles the program roughly: damaged requests
// and documents, and a database that is killed under people's hands. Figures belong in docs/performance.md.
package main

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"net/http"
	"os"
	"slices"
	"sync"
	"time"

	"github.com/go-rod/rod"

	"urncloth/demo"
	"urncloth/e2e/browser"
	"urncloth/e2e/house"
	"urncloth/internal/app"
)

const (
	perSecond = 20
	seconds   = 15
	changes   = 25
)

func main() {
	only := map[string]*bool{"crowd": flag.Bool("crowd", false, "measure the crowd alone"),
		"ratios": flag.Bool("ratios", false, "measure the ratios alone")}
	flag.Parse()
	for name, work := range map[string]func() error{"crowd": crowd, "ratios": ratios} {
		if *only[name] {
			if err := work(); err != nil {
				fmt.Fprintln(os.Stderr, err)
				os.Exit(1)
			}
			return
		}
	}
	err := house.With(context.Background(), false, func(url string) error {
		took, err := plans(url)
		if err != nil {
			return err
		}
		report(fmt.Sprintf("plan request, %d/s open loop, %d requests", perSecond, len(took)), took)
		if err := paints(url); err != nil {
			return err
		}
		return requests(url)
	})
	if err = errors.Join(err, documents(), killed(), crowd(), ratios()); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

// plans sends plan requests at a fixed rate, whether or not earlier ones have been answered, spread over the sittings.
func plans(root string) (took []time.Duration, err error) {
	client, err := enter(root, demo.Email)
	if err != nil {
		return nil, err
	}
	var today app.Today
	if err := call(client, "GET", root+"/api/today?on=2027-06-19", nil, &today); err != nil {
		return nil, err
	}
	type sitting struct {
		sync.Mutex
		url  string
		edit app.SittingEdit
	}
	list := make([]*sitting, len(today.Sittings))
	for i, line := range today.Sittings {
		var s app.Sitting
		url := root + "/api/sittings/" + line.ID.String()
		if err := call(client, "GET", url, nil, &s); err != nil {
			return nil, err
		}
		in := s.Plan.Sitting
		list[i] = &sitting{
			url: url,
			edit: app.SittingEdit{
				Version: s.Version,
				Title:   s.Title,
				Artist:  s.Artist,
				Client:  in.Client,
				Look:    in.Look,
				Day:     in.Day,
				Method:  in.Method,
			},
		}
	}
	var wait sync.WaitGroup
	took = make([]time.Duration, perSecond*seconds)
	failed := make([]error, len(took))
	tick := time.NewTicker(time.Second / perSecond)
	defer tick.Stop()
	for i := range took {
		due := <-tick.C
		wait.Add(1)
		go func() {
			defer wait.Done()
			s := list[i%len(list)]
			s.Lock() // an edit needs the version the last one gave
			defer s.Unlock()
			var out app.Sitting
			failed[i] = call(client, "PUT", s.url, s.edit, &out)
			took[i] = time.Since(due)
			if failed[i] == nil {
				s.edit.Version = out.Version
			}
		}()
	}
	wait.Wait()
	for _, err := range failed {
		if err != nil {
			return nil, err
		}
	}
	return took, nil
}

func call(c *http.Client, method, url string, in, out any) error {
	var body io.Reader
	if in != nil {
		b, err := json.Marshal(in)
		if err != nil {
			return err
		}
		body = bytes.NewReader(b)
	}
	r, err := http.NewRequest(method, url, body)
	if err != nil {
		return err
	}
	r.Header.Set("Content-Type", "application/json")
	res, err := c.Do(r)
	if err != nil {
		return err
	}
	defer res.Body.Close()
	text, err := io.ReadAll(res.Body)
	if err != nil {
		return err
	}
	if res.StatusCode >= 300 {
		return fmt.Errorf("%s %s: %d %s", method, url, res.StatusCode, text)
	}
	if out == nil {
		return nil
	}
	return json.Unmarshal(text, out)
}

// paints measures in the browser: from a route change, and from a changed input, to the next painted frame that shows
// it.
func paints(root string) error {
	b, err := browser.Start()
	if err != nil {
		return err
	}
	defer b.Close()
	return rod.Try(func() {
		p := browser.Page(b, root+"/sign-in")
		browser.Text(p, "button", "Enter the demo").MustClick()
		browser.Text(p, "a", "Ottoline").MustClick()
		browser.Text(p, ".why", "Ready at")
		var routes []time.Duration
		for i := range changes {
			name, seen := "Intake", ".intake"
			if i%2 == 1 {
				name, seen = "Prep", ".prep"
			}
			routes = append(routes, browser.Painted(p, fmt.Sprintf(`() =>
				[...document.querySelectorAll('.leaves a')].find(a =>
				a.innerText.includes(%q)).click()`, name), fmt.Sprintf(`() => document.querySelector(%q)`, seen)))
		}
		report("route change to paint", routes[2:])
		if changes%2 == 1 { // the loop ended on Intake
			browser.Text(p, ".leaves a", "Prep").MustClick()
		}
		browser.Text(p, ".steps .a", "Mattify").MustClick()
		browser.Text(p, ".panel .now", ":")
		var edits []time.Duration
		for range changes {
			edits = append(
				edits,
				browser.Painted(
					p,
					`() => { window.was = document.querySelector('.panel .now').innerText;
						document.querySelector('[aria-label="+ 15 s, start later"]').click() }`,
					`() => document.querySelector('.panel .now').innerText !== window.was`,
				),
			)
			browser.Text(p, ".state", "^Saved")
			time.Sleep(300 * time.Millisecond)
		}
		report("change by hand to paint", edits[2:])
		browser.Text(p, ".leaves a", "Wear").MustClick()
		browser.Text(p, ".honest p", "is the least")
		p.MustEval(browser.GrabEdge)
		var drags []time.Duration
		for range changes {
			drags = append(drags, browser.Painted(p, browser.PullEdge, browser.EdgeMoved))
		}
		report("stretch dragged to paint", drags[2:])
		typed(p)
	})
}

// typed measures from a key in the room's warmth to the painted letter, and to the painted word that it is planned.
func typed(p *rod.Page) {
	browser.Text(p, ".leaves a", "Intake").MustClick()
	browser.Text(p, "[role=tab]", "Day").MustClick()
	id := browser.Text(p, "label", "^Room, °C$").MustAttribute("for")
	p.MustEval(`(id) => { window.room = document.getElementById(id); window.type = (text) => {
		Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(window.room, text)
		window.room.dispatchEvent(new InputEvent('input', { bubbles: true })); window.mid = false } }`, *id)
	var letters, planned []time.Duration
	for i := range changes {
		text := fmt.Sprintf("2%d", 1+i%8)
		key := fmt.Sprintf("() => window.type(%q)", text)
		const away = `const s = document.querySelector('.state').innerText; window.mid ||= !/^Saved/.test(s)`
		letters = append(letters, browser.Painted(p, key, fmt.Sprintf(`() => window.room.value === %q`, text)))
		browser.Text(p, ".state", "^Saved")
		time.Sleep(time.Second)
		key = fmt.Sprintf("() => window.type(%q)", text+".5")
		planned = append(planned, browser.Painted(p, key,
			`() => { `+away+`; return window.mid && /^Saved/.test(s) }`))
		time.Sleep(time.Second)
	}
	report("key to painted letter", letters[2:])
	report("key to painted plan", planned[2:])
}

func report(what string, took []time.Duration) {
	slices.Sort(took)
	at := func(q float64) time.Duration {
		return took[min(len(took)-1, int(q*float64(len(took))))].Round(100 * time.Microsecond)
	}
	fmt.Printf("%-50s p50 %v  p95 %v  p99 %v  max %v\n", what, at(0.5), at(0.95), at(0.99),
		took[len(took)-1].Round(100*time.Microsecond))
}
