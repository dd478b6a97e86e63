// Command shots takes a picture of every main view from the demo data, at 1280×800.
package main

import (
	"context"
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"strings"

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
			browser.Settle(p)
			p.MustScreenshot(filepath.Join(to, name+".png"))
			fmt.Println(name)
		}
		return rod.Try(func() { views(p, url, shot) })
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
	browser.Text(p, "b", "Corin")
	shot("clients")
	browser.Text(p, "a", "Ottoline").MustClick()
	browser.Text(p, "h2", "Skin, as last read")
	shot("client")
	p.MustNavigate(root + "/").MustWaitLoad()
	browser.Text(p, "a", "Ottoline").MustClick()
	browser.Text(p, ".steps .a", "Refresh").MustClick()
	top(p)
	shot("prep")
	p.MustSetViewport(390, 844, 1, false)
	browser.Text(p, ".steps .a", "Refresh").MustEval(`() => window.scrollTo(0, this.getBoundingClientRect().top - 130)`)
	shot("phone")
	p.MustSetViewport(browser.Width, browser.Height, 1, false)
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
	pick := func(label, words string) {
		id := *browser.Text(p, "label", label).MustAttribute("for")
		p.MustElement(`[id="` + id + `"]`).MustInput(words)
		browser.Text(p, ".ant-select-item-option-content", words).MustClick()
	}
	browser.Text(p, "h2", "Two ways compared").MustScrollIntoView()
	pick("^One$", "With Melt")
	pick("^The other$", "With Flood")
	browser.Text(p, ".compare td", "what may be")
	browser.Text(p, "h2", "Tonight and tomorrow").MustScrollIntoView()
	shot("lift-compared")
	browser.Text(p, "a", "Intake").MustClick()
	browser.Text(p, "legend", "Wears today")
	shot("intake-ask")
	browser.Text(p, "[role=tab]", "Skin").MustClick()
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
	top(p)
	shot("prep-squeezed")
	browser.Text(p, ".steps .a", "Moisturise").MustClick()
	browser.Text(p, "button", "Later in the order").MustScrollIntoView()
	browser.Text(p, "button", "Later in the order").MustClick()
	browser.Text(p, ".mine", "Made by hand")
	shot("prep-by-hand")
	p.MustNavigate(root + "/kit").MustWaitLoad()
	browser.Text(p, "b", "Light lotion")
	shot("kit")
	browser.Text(p, "b", "Light lotion").MustClick()
	browser.Text(p, "h2", "Light lotion")
	browser.Settle(p)
	browser.Text(p, "button", "Weigh ten").MustClick()
	browser.Text(p, "button", "Take this weight").MustScrollIntoView()
	shot("kit-product")
	p.MustNavigate(root + "/people").MustWaitLoad()
	browser.Text(p, "b", "Jonah")
	shot("people")
	p.MustNavigate(root + "/method").MustWaitLoad()
	browser.Text(p, "legend", "Puffiness")
	shot("method")
	browser.Text(p, "nav a", "Mirrin").MustClick()
	browser.Text(p, "button", "Set it up").MustClick()
	browser.Text(p, "code", "[A-Z2-7]{4} ")
	shot("my-sign-in")
}
