package e2e

import (
	"os"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"

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
		sitting + "/prep": ".steps", sitting + "/wear/card": "h1", sitting + "/lift-off/card": "h1",
		sitting + "/night": ".care", sitting + "/chair": ".step h2", sitting + "/log": ".wore",
		"/?as=week":  ".week",
		"/?as=month": "main table, main ol, main .month"} {
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
		s.press("button", "To buy")
		s.see("h2, h3", "To buy")
		at("to buy")
		s.page.MustNavigate(s.url + "/kit").MustWaitLoad()
		s.press("b", "Light lotion")
		s.see("h2", "Light lotion")
		at("a product")
		s.page.MustNavigate(s.url + "/").MustWaitLoad()
		s.press("[aria-label='More with Aldous Quill']", "⋯")
		s.see("button", "Move it there")
		at("more with a sitting")
		s.page.MustNavigate(s.url + "/").MustWaitLoad()
		s.press("button", "New sitting")
		s.see("h2", "New sitting")
		at("a new sitting")
		s.press("button", "If it stings")
		s.see("dt", "Stinging")
		at("if it stings")
		s.page.MustNavigate(s.url + "/clients").MustWaitLoad()
		s.press("a", "Ottoline")
		s.see("h2", "Skin, as last read")
		at("a client")
	})
	s.do("locked", func() {
		s.page.MustEval(`() => fetch('/api/me/chair', { method: 'PUT', headers: { 'Content-Type': 'application/json' },
			body: JSON.stringify({ code: '4071' }) })`)
		s.page.MustNavigate(s.url + "/me").MustWaitLoad()
		s.press("button", "^Lock$")
		s.see("h1", "Locked at the chair")
		at("locked at the chair")
		for _, n := range "4071" {
			s.press(".keys button", string(n))
		}
		s.press(".keys button", "^Open$")
		s.see("h1", "Mirrin")
	})
	s.do("open lists", func() {
		s.page.MustNavigate(sitting + "/prep").MustWaitLoad()
		s.press(".steps .a", "Protect")
		s.page.MustElement(".panel .ant-select-selector, .hand-panel .ant-select-selector").MustClick()
		s.page.MustElement(".ant-select-item-option-content")
		at("a step, its products open")
		s.page.MustNavigate(sitting + "/intake").MustWaitLoad()
		s.press("[role=tab]", "Day")
		s.page.MustElement(".ant-picker input").MustClick()
		s.page.MustElement(".ant-picker-dropdown")
		at("the day, its calendar open")
		s.press("[role=tab]", "Ask")
		s.press("button", "Add a condition")
		s.page.MustElement(".ant-select-selector").MustClick()
		s.page.MustElement(".ant-select-item-option-content")
		at("the conditions open")
	})
}

// rings is what of a page is given the focus by key without a ring that stands out from what lies behind it.
const rings = `async () => {
	const lum = c => { const v = c.map(x => { x /= 255; return x <= 0.03928
		? x / 12.92 : ((x + 0.055) / 1.055) ** 2.4 }); return 0.2126 * v[0] + 0.7152 * v[1] + 0.0722 * v[2] }
	const parse = s => { const m = /rgba?\(([^)]+)\)/.exec(s); return m ? m[1].split(',').map(Number) : [0, 0, 0, 0] }
	const behind = el => { for (let e = el; e; e = e.parentElement) {
		const c = parse(getComputedStyle(e).backgroundColor)
		if (c.length < 4 || c[3] > 0.99) return c.slice(0, 3) } return [255, 255, 255] }
	document.head.insertAdjacentHTML('beforeend', '<style>* { transition: none !important }</style>')
	const bad = []
	let seen = 0
	for (const el of document.querySelectorAll('a[href], button, input, textarea, [tabindex="0"]')) {
		if (el.disabled || el.tabIndex < 0 || !el.getClientRects().length) continue
		el.focus()
		if (document.activeElement !== el) continue
		const drawn = el.closest('.ant-select, .ant-picker') // which draw it anew
		for (let i = 0; drawn && i < 60 && (i < 3 || !/-focused/.test(drawn.className)); i++)
			await new Promise(requestAnimationFrame)
		seen++
		const held = [el, el.nextElementSibling, el.closest('.ant-select, .ant-picker, .ant-input-affix-wrapper'),
			el.closest('.ant-select')?.querySelector('.ant-select-selector'),
			el.querySelector('path')].filter(x => x)
		const ok = held.some(x => {
			const s = getComputedStyle(x)
			const cast = /^(rgb\([^)]+\)) 0px 0px 0px ([\d.]+)px$/.exec(s.boxShadow)
			const ring = s.outlineStyle === 'solid' && parseFloat(s.outlineWidth) >= 2 ? s.outlineColor
				: cast && Number(cast[2]) >= 2 ? cast[1]
				: x.closest('svg') && parseFloat(s.strokeWidth) >= 2 ? s.stroke : ''
			if (!ring) return false
			const a = lum(parse(ring).slice(0, 3)), b = lum(behind(x.parentElement))
			return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05) >= 3
		})
		if (!ok) bad.push(el.outerHTML.slice(0, 110))
	}
	return [seen, ...bad]
}`

func TestTheFocusHasARingOfThreeToOneWhereverItGoes(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	sitting := strings.TrimSuffix(s.page.MustInfo().URL, "/prep")
	for _, form := range []string{"light", "dark"} {
		s.do("choose a form", func() {
			s.page.MustEval(`(form) => fetch('/api/me/taste', { method: 'PUT',
				headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ form }) })`, form)
		})
		for view, see := range map[string]string{"/": ".list", "/clients": ".list", "/kit": "table",
			"/method": "legend", "/people": "td", "/me": "h1", sitting + "/prep": ".steps", sitting + "/wear": ".ups",
			sitting + "/lift-off": ".peeling", sitting + "/intake": ".intake"} {
			s.do(view, func() {
				s.page.MustNavigate(s.url + strings.TrimPrefix(view, s.url)).MustWaitLoad()
				s.page.MustElement(see)
				browser.Settle(s.page)
				s.page.Keyboard.MustType(input.Tab) // by key, so that rings are shown
				list := s.page.MustEval(rings).Arr()
				if list[0].Int() < 8 {
					t.Errorf("%s, %s: only %d places for the focus", view, form, list[0].Int())
				}
				for _, v := range list[1:] {
					t.Errorf("%s, %s: no ring on %s", view, form, v.Str())
				}
			})
		}
	}
}
