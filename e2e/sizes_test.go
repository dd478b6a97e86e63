package e2e

import (
	"bytes"
	"io"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"urncloth/e2e/browser"
)

func TestNoViewScrollsSidewaysOnAPhoneATabletOrAWall(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	sitting := strings.TrimSuffix(s.page.MustInfo().URL, "/prep")
	views := map[string]string{"/": "h1", "/clients": ".list", "/clients/new": "h1", "/kit": "h1", "/method": "h1",
		"/people": "h1", "/me": "h1", sitting + "/intake": ".intake", sitting + "/prep": ".steps",
		sitting + "/wear": ".ups", sitting + "/lift-off": ".steps"}
	for view, see := range views {
		s.do(view, func() {
			s.page.MustNavigate(s.url + strings.TrimPrefix(view, s.url)).MustWaitLoad()
			s.page.MustElement(see)
			for _, width := range []int{390, 768, 1024, 1280, 1920} {
				s.page.MustSetViewport(width, 844, 1, false)
				browser.Settle(s.page)
				if over := s.page.MustEval(`() => document.documentElement.scrollWidth -
					document.documentElement.clientWidth`).Int(); over > 0 {
					t.Errorf("%s at %d scrolls sideways by %d", view, width, over)
				}
			}
		})
	}
}

func TestOnAPhonePlacesLieAtTheFootAndTheRarerOnesBehindATap(t *testing.T) {
	s := open(t)
	s.page.MustSetViewport(390, 844, 1, false)
	s.enter()
	s.do("the foot", func() {
		foot := s.page.MustElement(".rail").MustShape().Box()
		if foot.Y < 700 || foot.Height > 80 {
			t.Errorf("the places lie at %.0f, %.0f high", foot.Y, foot.Height)
		}
		if s.see("nav a", "People").MustVisible() {
			t.Error("the rarer places are in sight")
		}
		s.press("nav button", "More")
		s.press("nav a", "People")
		s.see("h1", "People")
		for _, a := range s.page.MustElements(".rail > a, .rail > button") {
			if box := a.MustShape().Box(); box.Height < 44 {
				t.Errorf("%s is %.0f high", a.MustText(), box.Height)
			}
		}
	})
	s.do("a step opens in its row, and the stack is behind a tap", func() {
		s.press("nav a", "Today")
		s.ottoline()
		s.press(".steps .a", "Protect")
		s.see(".steps .open", "Chosen")
		if s.page.MustElement(".side").MustVisible() {
			t.Error("the stack is in sight unasked")
		}
		s.press("button", "Show the stack")
		s.page.MustElement(".side").MustWaitVisible()
	})
}

func TestALeafPrintsAsARunSheetWithAllOfItsStepsTwentyToAPage(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	sitting := strings.TrimSuffix(s.page.MustInfo().URL, "/prep")
	for _, leaf := range []string{"/prep", "/lift-off"} {
		s.do(leaf, func() {
			s.page.MustNavigate(sitting + leaf).MustWaitLoad()
			s.page.MustElement(".steps")
			browser.Settle(s.page)
			steps := len(s.page.MustElements(".steps li"))
			pdf, err := s.page.PDF(&proto.PagePrintToPDF{PreferCSSPageSize: true})
			if err != nil {
				t.Fatal(err)
			}
			b, err := io.ReadAll(pdf)
			if err != nil {
				t.Fatal(err)
			}
			pages := bytes.Count(b, []byte("/Type /Page\n")) + bytes.Count(b, []byte("/Type /Page/")) +
				bytes.Count(b, []byte("/Type /Page ")) + bytes.Count(b, []byte("/Type /Page>"))
			if most := (steps + 19) / 20; pages == 0 || pages > most {
				t.Errorf("%s: %d steps on %d pages", leaf, steps, pages)
			}
			if err := (proto.EmulationSetEmulatedMedia{Media: "print"}).Call(s.page); err != nil {
				t.Fatal(err)
			}
			for _, p := range s.page.MustElements(".steps .printed") {
				if p.MustText() != "" && !p.MustVisible() {
					t.Errorf("%s: %q is not printed", leaf, p.MustText())
				}
			}
			if s.page.MustElement(".rail").MustVisible() {
				t.Errorf("%s: the places are printed", leaf)
			}
			if err := (proto.EmulationSetEmulatedMedia{Media: ""}).Call(s.page); err != nil {
				t.Fatal(err)
			}
		})
	}
}

func TestAPageIsTitledByItsPlaceAndNeverByAClient(t *testing.T) {
	s := open(t)
	s.enter()
	for place, want := range map[string]string{"Clients": "Clients · Urn Cloth", "Kit": "Kit · Urn Cloth"} {
		s.do(place, func() {
			s.press("nav a", place)
			s.page.MustWait(`want => document.title === want`, want)
		})
	}
	s.do("a sitting", func() {
		s.press("nav a", "Today")
		s.ottoline()
		if title := s.page.MustInfo().Title; title != "Prep · Urn Cloth" {
			t.Errorf("titled %q", title)
		}
	})
	s.do("the first key leads past the places", func() {
		s.page.MustReload()
		s.see(".why", "Ready at")
		s.page.Keyboard.MustType(input.Tab)
		s.page.Keyboard.MustType(input.Enter)
		if at := s.page.MustEval(`() => document.activeElement.id`).Str(); at != "place" {
			t.Errorf("the focus is on %q", at)
		}
	})
}

// small is what on the page a thumb would miss or an eye at arm's length not read, as the browser has drawn it.
const small = `() => {
	const said = e => (e.getAttribute('aria-label') ?? e.innerText ?? e.value ?? '').trim().slice(0, 30)
	const seen = e => e.offsetParent && getComputedStyle(e).visibility !== 'hidden' &&
		!e.closest('.visually-hidden, [aria-hidden=true]')
	const list = []
	for (const e of document.querySelectorAll('button, a[href], input, select, textarea, summary, [role=tab]')) {
		if (!seen(e) || getComputedStyle(e).opacity === '0') continue
		if (e.tagName === 'A' && getComputedStyle(e).display === 'inline') continue // in running text
		const field = e.closest('.ant-select, .ant-picker, .ant-input, label') ?? e
		const box = Math.max(e.getBoundingClientRect().height, field.getBoundingClientRect().height)
		if (box > 0 && box < 43.5) list.push('target ' + e.tagName + ' ' + said(e) + ' ' + Math.round(box))
	}
	const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
	while (walk.nextNode()) {
		const e = walk.currentNode.parentElement
		if (!walk.currentNode.data.trim() || !seen(e) || e.closest('svg, script, style')) continue
		const size = parseFloat(getComputedStyle(e).fontSize)
		if (size < 16) list.push('text ' + size + ' ' + walk.currentNode.data.trim().slice(0, 30))
	}
	return [...new Set(list)].slice(0, 12)
}`

func TestInTheHandEveryTargetIsFortyFourHighAndNoTextUnderSixteen(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	sitting := strings.TrimSuffix(s.page.MustInfo().URL, "/prep")
	s.page.MustSetViewport(390, 844, 1, true)
	for view, see := range map[string]string{"/": ".list", "/?as=week": ".week", "/?as=month": ".month",
		"/clients": ".list", "/clients/new": "h1", "/kit": "table", "/method": "h1", "/people": "td", "/me": ".taste",
		sitting + "/intake": ".intake", sitting + "/prep": ".steps", sitting + "/wear": ".ups",
		sitting + "/lift-off": ".peeling", sitting + "/night": ".care"} {
		s.do(view, func() {
			s.page.MustNavigate(s.url + strings.TrimPrefix(view, s.url)).MustWaitLoad()
			s.page.MustElement(see)
			browser.Settle(s.page)
			for _, x := range s.page.MustEval(small).Arr() {
				t.Errorf("%s: %s", view, x)
			}
		})
	}
}
