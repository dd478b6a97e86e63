// Command shots takes a picture of every main view from the demo data, at 1280×800.
package main

import (
	"bytes"
	"context"
	"flag"
	"fmt"
	"image"
	"image/draw"
	"image/png"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"

	"urncloth/e2e/browser"
	"urncloth/e2e/house"
)

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
	return house.With(context.Background(), true, func(url string) error {
		b, err := browser.Start()
		if err != nil {
			return err
		}
		defer b.Close()
		p := browser.Page(b, url+"/sign-in")
		shot := func(name string) {
			if !strings.Contains(name, only) {
				return
			}
			p.Mouse.MustMoveTo(browser.Width-1, browser.Height-1) // nothing looks as if it were pointed at
			browser.Settle(p)
			p.MustScreenshot(filepath.Join(to, name+".png"))
			fmt.Println(name)
		}
		for _, take := range []func(){
			func() { views(p, url, shot) },
			func() { phone(b, url, filepath.Join(to, "phone.png"), strings.Contains("phone", only)) },
			func() { forms(p, url, shot) },
			func() { intake(p, url, shot) },    // it changes a sitting
			func() { chairside(p, url, shot) }, // it begins one
			func() { p = firstDay(b, url); shot("first-day") },
		} {
			if err := rod.Try(take); err != nil {
				return err
			}
		}
		return nil
	})
}

// top scrolls to the head of the page.
func top(p *rod.Page) { p.MustEval(`() => window.scrollTo(0, 0)`) }

func views(p *rod.Page, root string, shot func(string)) {
	browser.Text(p, "button", "Enter the demo")
	shot("sign-in")
	browser.Text(p, "button", "Enter the demo").MustClick()
	browser.Text(p, "b", "Ottoline Pryce")
	shot("today")
	p.MustNavigate(root + "/clients").MustWaitLoad()
	browser.Text(p, "a", "Ottoline").MustClick()
	browser.Text(p, "h2", "Skin, as last read")
	shot("client")
	p.MustNavigate(root + "/").MustWaitLoad()
	browser.Text(p, "a", "Ottoline").MustClick()
	browser.Text(p, ".steps .a", "Refresh").MustClick()
	top(p)
	shot("prep")
	leaves(p, shot)
	places(p, root, shot)
}

func leaves(p *rod.Page, shot func(string)) {
	browser.Text(p, "nav a", "Wear").MustClick()
	browser.Text(p, ".honest p", "is the least")
	browser.Text(p, ".ups .top", "Sunscreen").MustClick()
	browser.Text(p, ".honest p", "by itself")
	top(p)
	shot("wear")
	browser.Text(p, "nav a", "Lift-off").MustClick()
	browser.Text(p, ".why", "comes clean")
	browser.Text(p, ".peeling button", "^2$").MustClick()
	top(p)
	shot("lift")
	browser.Text(p, "nav a", "Night").MustClick()
	browser.Text(p, ".steps .a", "Serum").MustClick()
	top(p)
	shot("night")
}

// intake is the talk, and a day that is squeezed until something stops.
func intake(p *rod.Page, root string, shot func(string)) {
	p.MustNavigate(root + "/").MustWaitLoad()
	browser.Text(p, "a", "Ottoline").MustClick()
	browser.Text(p, "a", "Intake").MustClick()
	browser.Text(p, "[role=tab]", "Skin").MustClick()
	browser.Text(p, "h3", "Forehead")
	shot("intake")
	browser.Text(p, "[role=tab]", "Day").MustClick()
	base := browser.Text(p, "label", "^Base$").MustAttribute("for")
	p.MustElement(`[id="` + *base + `"]`).MustSelectAllText().MustInput("0918")
	p.Keyboard.MustType(input.Enter)
	browser.Text(p, ".state", "base at 09:18")
	browser.Text(p, "nav a", "Prep").MustClick()
	browser.Text(p, ".gave", "to fit the clock")
	browser.Text(p, ".steps .a", "Moisturise").MustClick()
	browser.Text(p, "button", "Later in the order").MustClick()
	browser.Text(p, ".mine", "Made by hand")
	top(p)
	shot("prep-by-hand")
	browser.Text(p, "nav a", "Intake").MustClick()
	browser.Text(p, "[role=tab]", "Ask").MustClick()
	browser.Text(p, "button", "Add a condition").MustClick()
	browser.Text(p, "label", "^Condition$")
	id := *browser.Text(p, "label", "^Condition$").MustAttribute("for")
	p.MustElement(`[id="` + id + `"]`).MustInput("Eye infection")
	browser.Text(p, ".ant-select-item-option-content", "Eye infection").MustClick()
	browser.Text(p, ".state", "^Saved")
	browser.Text(p, "nav a", "Prep").MustClick()
	browser.Text(p, ".strip.stop", "Stop")
	top(p)
	shot("a-stop")
}

func places(p *rod.Page, root string, shot func(string)) {
	p.MustNavigate(root + "/?as=week").MustWaitLoad()
	browser.Text(p, ".week", "Maren")
	shot("week")
	p.MustNavigate(root + "/kit").MustWaitLoad()
	browser.Text(p, "b", "Light lotion").MustClick()
	browser.Text(p, "h2", "Light lotion")
	top(p)
	shot("kit")
	p.MustNavigate(root + "/method").MustWaitLoad()
	browser.Text(p, "legend", "Puffiness")
	shot("method")
}

// chairside is a few steps into the work, one of them running.
func chairside(p *rod.Page, root string, shot func(string)) {
	p.MustNavigate(root + "/").MustWaitLoad()
	browser.Text(p, "a", "Maren").MustClick()
	browser.Text(p, "nav a", "At the chair").MustClick()
	browser.Text(p, ".step h2", "Ask")
	for _, key := range []input.Key{input.Space, input.Enter, input.Enter, input.Enter, input.Enter, input.Space} {
		p.Keyboard.MustType(key)
		time.Sleep(500 * time.Millisecond) // a tap within the same quarter second counts once
	}
	shot("chairside")
	logbook(p, shot)
}

// logbook is how that sitting wore, and what was done of it.
func logbook(p *rod.Page, shot func(string)) {
	p.MustNavigate(strings.Replace(p.MustInfo().URL, "/chair", "/log", 1)).MustWaitLoad()
	browser.Text(p, ".zones label", "^Forehead").MustClick()
	browser.Text(p, ".say button", "^13:00$").MustClick()
	browser.Text(p, ".say button", "^Creased$").MustClick()
	browser.Text(p, "button", "Nothing shone anywhere else").MustClick()
	shot("log")
}

// forms is the same on a phone, in the dark, in Spanish.
func forms(p *rod.Page, root string, shot func(string)) {
	taste := func(language, form string) {
		p.MustEval(`(language, form) => fetch('/api/me/taste', { method: 'PUT',
			headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ language, form }) })`,
			language, form)
		p.MustNavigate(root + "/")
		time.Sleep(2 * time.Second) // a window that learns of another language is read anew
	}
	taste("", "dark")
	browser.Text(p, "a", "Corin").MustClick()
	browser.Text(p, ".steps .a", "Protect|Mattify").MustClick()
	top(p)
	shot("dark")
	taste("es", "")
	browser.Text(p, ".list", "piel|Piel")
	browser.Text(p, "a", "Maren").MustClick()
	browser.Text(p, ".steps .a", "Proteger").MustClick()
	top(p)
	shot("spanish")
	taste("", "")
}

// firstDay is a new studio's first page.
func firstDay(b *rod.Browser, root string) *rod.Page {
	p := browser.Page(b, root+"/sign-in")
	for label, text := range map[string]string{"E-mail": house.NewEmail, "Password": house.NewPassword} {
		id := browser.Text(p, "label", "^"+label+"$").MustAttribute("for")
		p.MustElement(`[id="` + *id + `"]`).MustInput(text)
	}
	browser.Text(p, "button", "Open the studio").MustClick()
	browser.Text(p, "h2", "The first day")
	return p
}

// phone is two pages of a phone side by side on one sheet: the day, and a step open in its row.
func phone(b *rod.Browser, root, to string, wanted bool) {
	if !wanted {
		return
	}
	const wide, high = 390, 844
	p := browser.Page(b, root+"/sign-in").MustSetViewport(wide, high, 1, false)
	defer p.MustClose()
	browser.Text(p, "button", "Enter the demo").MustClick()
	browser.Text(p, "b", "Ottoline Pryce")
	browser.Settle(p)
	day := p.MustScreenshot()
	browser.Text(p, "a", "Maren").MustClick()
	browser.Text(p, ".steps .a", "Protect").MustClick()
	browser.Text(p, ".steps .a", "Protect").MustEval(`() => window.scrollTo(0, scrollY +
		this.getBoundingClientRect().top - 52)`)
	browser.Settle(p)
	sheet := image.NewRGBA(image.Rect(0, 0, 2*wide+20, high))
	for i, data := range [][]byte{day, p.MustScreenshot()} {
		img, err := png.Decode(bytes.NewReader(data))
		if err != nil {
			panic(err)
		}
		draw.Draw(sheet, image.Rect(i*(wide+20), 0, i*(wide+20)+wide, high), img, image.Point{}, draw.Src)
	}
	var out bytes.Buffer
	if err := png.Encode(&out, sheet); err != nil {
		panic(err)
	}
	if err := os.WriteFile(to, out.Bytes(), 0o644); err != nil {
		panic(err)
	}
	fmt.Println("phone")
}
