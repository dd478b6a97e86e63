package e2e

import (
	"os"
	"strings"
	"testing"

	"urncloth/e2e/browser"
)

// axe looks at the page as axe-core's rules do and returns what they find.
func (s *studio) axe() (found []string) {
	s.t.Helper()
	code, err := os.ReadFile("../ui/node_modules/axe-core/axe.min.js")
	if err != nil {
		s.t.Fatal(err)
	}
	s.page.MustEval(`() => { ` + string(code) + ` }`)
	list := s.page.MustEval(`async () => (await axe.run(document, { resultTypes: ['violations'] })).violations
		.flatMap(v => v.nodes.map(n => v.id + ': ' + n.target.join(' ') + ' ' + n.html.slice(0, 120)))`)
	for _, v := range list.Arr() {
		found = append(found, v.Str())
	}
	return found
}

func TestAxeFindsNothingOnAnyViewOrDialogOnALaptopOrAPhone(t *testing.T) {
	s := open(t)
	at := func(view string) {
		for _, width := range []int{browser.Width, 390} {
			s.page.MustSetViewport(width, 844, 1, false)
			browser.Settle(s.page)
			for _, v := range s.axe() {
				t.Errorf("%s at %d: %s", view, width, v)
			}
		}
		s.page.MustSetViewport(browser.Width, browser.Height, 1, false)
	}
	s.do("sign-in", func() { s.see("h1", "Sign in"); at("sign-in") })
	s.enter()
	s.ottoline()
	sitting := strings.TrimSuffix(s.page.MustInfo().URL, "/prep")
	for view, see := range map[string]string{"/": "h1", "/clients": ".list", "/clients/new": "h1", "/kit": "h1",
		"/method": "h1", "/people": "td", "/me": "h1", sitting + "/wear": ".ups", sitting + "/lift-off": ".steps",
		sitting + "/prep": ".steps", sitting + "/wear/card": "h1", sitting + "/lift-off/card": "h1"} {
		s.do(view, func() {
			s.page.MustNavigate(s.url + strings.TrimPrefix(view, s.url)).MustWaitLoad()
			s.page.MustElement(see)
			at(view)
		})
	}
	s.do("intake", func() {
		s.page.MustNavigate(sitting + "/intake").MustWaitLoad()
		for _, tab := range []string{"Ask", "Skin", "Look", "Day", "House method"} {
			s.press("[role=tab]", tab)
			at("intake, " + tab)
		}
	})
	s.do("dialogs", func() {
		s.page.MustNavigate(s.url + "/kit").MustWaitLoad()
		s.press("b", "Light lotion")
		s.see("h2", "Light lotion")
		at("a product")
		s.page.MustNavigate(s.url + "/").MustWaitLoad()
		s.press("button", "New sitting")
		s.see("h2", "New sitting")
		at("a new sitting")
		s.press("button", "If it stings")
		s.see("dt", "Stinging")
		at("if it stings")
	})
}
