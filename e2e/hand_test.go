package e2e

import (
	"fmt"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"urncloth/e2e/browser"
	"urncloth/internal/pgtest"
)

func TestWhatAnotherDeviceSavesAppearsWithinASecond(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	first := s.page
	s.page = browser.Page(s.b, s.url+"/sign-in")
	s.enter()
	s.ottoline()
	second := s.page
	s.do("one changes the day, the other looks at the plan", func() {
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Day")
		s.write("Base", "0950")
		s.page.Keyboard.MustType(input.Enter)
		s.saved()
	})
	saved := time.Now()
	s.page = first
	s.do("it is there", func() {
		s.see(".state", "base at 09:50")
		if took := time.Since(saved); took > time.Second {
			t.Errorf("it took %s", took)
		}
	})
	s.page = second
	s.do("and the day's page follows", func() {
		s.page.MustNavigate(s.url + "/").MustWaitLoad()
		s.see(".ready", "base 09:50")
	})
	s.page = first
	s.do("moved from the list, the other's list follows", func() {
		s.page.MustNavigate(s.url + "/").MustWaitLoad()
		s.press("[aria-label='More with Ottoline Pryce']", "⋯")
		s.write("In the chair at", "0930")
		s.press("button", "Move it there")
		s.see(".foot p", "moved to")
	})
	s.page = second
	s.do("within a second", func() { s.see(".when", "^09:30$") })
}

func TestUndoGoesBackThroughIntakeAndHandworkAndOutlivesAReload(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("change the look, then a step by hand", func() {
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Look")
		s.choose("Dewy")
		s.saved()
		time.Sleep(time.Second)
		s.press("nav a", "Prep")
		s.see(".bar", "As planned")
		s.press(".steps .a", "Protect")
		s.press(".panel button", "Take it out")
		s.see(".bar", "Made by hand")
		s.saved()
	})
	s.do("after a reload the step comes back, and it is as planned again", func() {
		s.page.MustReload()
		s.see(".bar", "Made by hand")
		s.press(".bar button", "^Undo$")
		s.see(".bar", "As planned")
		s.see(".steps .a", "Protect")
		s.saved()
	})
	s.do("and then the look", func() {
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Look")
		s.press(".on button", "^Undo$")
		s.page.MustWait(`() => ![...document.querySelectorAll('.choice')].find(c => c.innerText === 'Dewy')
			.querySelector('input').checked`)
		s.press(".on button", "^Redo$")
		s.page.MustWait(`() => [...document.querySelectorAll('.choice')].find(c => c.innerText === 'Dewy')
			.querySelector('input').checked`)
		s.saved()
	})
}

func TestASittingIsMovedCopiedCalledOffAndTakenOutEachWithUndo(t *testing.T) {
	s := open(t)
	s.enter()
	more := func(name string) { s.press(fmt.Sprintf("[aria-label='More with %s']", name), "⋯") }
	s.do("two at one chair are said", func() {
		more("Maren Tolcher")
		s.write("In the chair at", "0910")
		s.field("Chair").MustInput("Mirrin")
		s.press(".ant-select-item-option-content", "Mirrin Sallow")
		s.press("button", "Move it there")
		s.see(".verdict", "wanted twice, 09:10 to 09:40")
		s.press(".foot button", "Undo")
		s.see(".when", "^09:50$")
	})
	s.do("called off, and on again", func() {
		more("Aldous Quill")
		s.press("button", "Call it off")
		s.see(".verdict", "called off")
		s.press(".foot button", "Undo")
		s.page.MustWait(`() => !document.querySelector('.list .off')`)
	})
	s.do("taken out, and put back", func() {
		more("Aldous Quill")
		s.press("button.danger", "Take it out")
		s.page.MustWait(`() => !document.querySelector('.list').innerText.includes('Aldous')`)
		s.press(".foot button", "Undo")
		s.see(".who b", "Aldous Quill")
	})
	s.do("copied to another day, seen in its week and month", func() {
		more("Aldous Quill")
		s.write("Date", "21.6.2027")
		s.press("button", "Copy it there")
		s.see(".sub", "Monday 21 June 2027")
		s.page.MustNavigate(s.url + "/?on=2027-06-21&as=week").MustWaitLoad()
		s.see(".week li li", "Aldous Quill")
		s.see(".week li li a", "lift-off, Aldous Quill")
		s.choose("^Month$")
		s.see(".days a", "13:30 Aldous Quill")
		s.press(".days a", "Aldous")
		s.see("h1", "Monday 21 June 2027")
	})
}

// effort counts what a person does: taps and clicks, and keys.
type effort struct{ taps, keys int }

func (s *studio) effort() effort {
	v := s.page.MustEval(`() => window.effort`)
	return effort{v.Get("taps").Int(), v.Get("keys").Int()}
}

// countEffort counts from the next page on: what the browser itself sends, however it was made.
func (s *studio) countEffort() {
	s.page.MustEvalOnNewDocument(`(() => {
		const kept = JSON.parse(sessionStorage.getItem('effort') ?? '{"taps":0,"keys":0}'); window.effort = kept
		const more = k => { kept[k]++; sessionStorage.setItem('effort', JSON.stringify(kept)) }
		addEventListener('click', e => e.isTrusted && e.detail > 0 && more('taps'), true)
		addEventListener('keydown', e => e.isTrusted && !['Shift'].includes(e.key) && more('keys'), true)
	})()`)
}

// keys types a text key by key, as a person does.
func (s *studio) keys(text string) {
	for _, r := range text {
		s.page.MustInsertText(string(r))
		s.page.MustEval(`() => { window.effort.keys++; sessionStorage.setItem('effort',
			JSON.stringify(window.effort)) }`)
	}
}

func TestAStudiosFirstDayLeadsToItsFirstPlanWithinTwelveTapsAndFortyKeys(t *testing.T) {
	s := open(t)
	pgtest.AddStudio(t, s.dsn)
	s.page = browser.Page(s.b, s.url+"/sign-in")
	s.do("sign in", func() {
		s.in(pgtest.OtherEmail, pgtest.OtherPassword)
		s.see("h2", "The first day")
	})
	s.do("the place and the kit", func() {
		if s.page.MustHas(".first form") {
			s.write("Latitude, °", "51,5")
			s.write("Longitude, °", "-3")
			s.write("Emergency number here", "999")
			s.press(".first form button", "Save")
		}
		s.see(".first .done b", "The place")
		s.press("button", "Take the starter kit")
		s.see(".first .done b", "The kit")
	})
	s.countEffort()
	start := time.Now()
	s.do("from the day to a plan", func() {
		s.page.MustReload()
		s.page.MustElement(".turn")
		s.press(".turn button", "New sitting")
		s.field("Client").MustClick()
		s.keys("Ida Fenn")
		s.press(".ant-select-item-option-content", "Ida Fenn, a new client")
		s.press("button", "Plan it")
		s.see("legend", "Wears today")
		s.choose("^II$")
		s.press("button", "Asked, all noted")
		s.press("button", "Next: Skin")
		s.choose("2 by midday")
		s.saved()
		s.press("a", "To Prep")
		s.see(".why", "Ready at")
	})
	took := time.Since(start)
	e := s.effort()
	t.Logf("a first plan with a new client: %d taps, %d keys, %.1f s by machine", e.taps, e.keys, took.Seconds())
	if e.taps > 12 || e.keys > 40 {
		t.Errorf("%d taps and %d keys", e.taps, e.keys)
	}
	s.do("it is a plan that can be worked", func() {
		s.see(".steps .a", "Cleanse|Refresh")
		s.see(".steps .a", "Moisturise")
		s.press("button", "If it stings")
		s.see("[role=dialog] a", "^999$")
	})
}

func TestOnceLoadedEveryLeafOpensWithoutTheServerAndNothingTypedIsLost(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("everything is put by", func() {
		s.page.MustEval(`async () => { await navigator.serviceWorker.ready; return true }`)
		s.page.MustReload()
		s.see(".why", "Ready at")
		s.page.MustWait(`() => !!navigator.serviceWorker.controller`)
		kept := s.page.MustEval(`async () => { const all = []; for (const name of await caches.keys())
			for (const r of await (await caches.open(name)).keys()) all.push(new URL(r.url).pathname)
			return JSON.stringify(all) }`).Str()
		if strings.Contains(kept, "/api") || !strings.Contains(kept, "/assets/") {
			t.Errorf("what a device keeps for good: %s", kept)
		}
	})
	s.server.CloseClientConnections()
	s.server.Listener.Close()
	s.server.CloseClientConnections()
	s.do("every leaf of the sitting", func() {
		for leaf, see := range map[string]string{"Wear": ".ups", "Lift-off": ".peeling", "Night": ".care",
			"Intake": ".intake", "Prep": ".steps"} {
			s.press("nav.leaves a", leaf)
			s.page.MustElement(see)
		}
		s.press("nav.leaves a", "Intake")
		s.press("[role=tab]", "Look")
		s.choose("Dewy")
		s.see(".state", "Kept here, trying again")
	})
	s.do("and the other places say so calmly", func() {
		s.press(".rail a", "Method")
		s.see("[role=status], .trouble, p", "do not answer just now|does not answer just now")
	})
}

func TestTheDarkFormHasItsContrastOnEveryView(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	sitting := strings.TrimSuffix(s.page.MustInfo().URL, "/prep")
	s.do("choose it", func() {
		s.page.MustNavigate(s.url + "/me").MustWaitLoad()
		s.press(".choice", "Dark")
		s.page.MustWait(`() => document.documentElement.dataset.form === 'dark'`)
	})
	for view, see := range map[string]string{"/": ".list", "/clients": ".list", "/kit": "table", "/people": "td",
		sitting + "/prep": ".steps", sitting + "/wear": ".ups", sitting + "/lift-off": ".peeling",
		sitting + "/intake": ".intake"} {
		s.do(view, func() {
			s.page.MustNavigate(s.url + strings.TrimPrefix(view, s.url)).MustWaitLoad()
			s.page.MustElement(see)
			browser.Settle(s.page)
			for _, v := range s.axe() {
				t.Errorf("%s: %s", view, v)
			}
		})
	}
}

func TestAProductsCardTakesANameInAnyScriptAndPasteOfAnIngredientList(t *testing.T) {
	s := open(t)
	s.enter()
	s.do("two of one name", func() {
		for range 2 {
			s.press(".rail a", "Kit")
			s.press("button", "New product")
			s.write("Name", "しっとりクリーム")
			s.page.MustElement("textarea").MustInput("Aqua, Glycerin, Parfum, Limonene")
			s.press("button", "Add to the kit")
			s.see("h2", "しっとりクリーム")
			s.see("p", "Found: [^]*limonene")
			s.press(".taken button", "^Close$")
		}
		s.page.MustElement("#find-kit").MustInput("しっとり")
		s.page.MustWait(`() => document.querySelectorAll('.list .name').length === 2`)
	})
}

func TestKeysLeadThroughTheWholeOfASittingAndTheFocusGoesAlong(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("a step is moved, and the focus with it", func() {
		s.page.MustEval(`() => [...document.querySelectorAll('.steps .head')].find(h =>
			h.innerText.includes('Mattify')).focus()`)
		focus := func() string { return s.page.MustEval(`() => document.activeElement.innerText`).Str() }
		before := s.page.MustEval(`() => [...document.querySelectorAll('.steps .head')]
			.indexOf(document.activeElement)`).Int()
		if err := s.page.KeyActions().Press(input.AltLeft).Type(input.ArrowUp).Do(); err != nil {
			t.Fatal(err)
		}
		s.page.MustWait(`was => [...document.querySelectorAll('.steps .head')].findIndex(h =>
			h.innerText.includes('Mattify')) === was - 1`, before)
		if !strings.Contains(focus(), "Mattify") {
			t.Errorf("the focus is on %q", focus())
		}
	})
	s.do("leaves by number", func() {
		s.page.MustEval(`() => document.activeElement.blur()`)
		for key, see := range map[input.Key]string{input.Digit5: ".care", input.Digit4: ".peeling",
			input.Digit3: ".ups"} {
			s.page.Keyboard.MustType(key)
			s.page.MustElement(see)
		}
	})
}

func TestARunSheetPrintsEveryStepOfEveryLeafOnA4(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	for _, leaf := range []string{"Prep", "Lift-off", "Night"} {
		s.do(leaf, func() {
			s.press("nav.leaves a", leaf)
			s.page.MustElement(".steps")
			if err := (proto.EmulationSetEmulatedMedia{Media: "print"}).Call(s.page); err != nil {
				t.Fatal(err)
			}
			browser.Settle(s.page) // until the leaf before is gone
			count := s.page.MustEval(`() => [[...document.querySelectorAll('.steps .printed')].filter(p =>
				p.offsetParent && p.innerText).length, document.querySelectorAll('.steps > li').length]`).Arr()
			shown, steps := count[0].Int(), count[1].Int()
			if shown != steps || steps == 0 {
				t.Errorf("%s: %d of %d steps are printed", leaf, shown, steps)
			}
			if menu := s.page.MustEval(`() => !!document.querySelector('.rail')?.offsetParent`).Bool(); menu {
				t.Errorf("%s: the places are printed", leaf)
			}
			if err := (proto.EmulationSetEmulatedMedia{Media: "screen"}).Call(s.page); err != nil {
				t.Fatal(err)
			}
		})
	}
}

// task is a main task of the studio, with the most that it may take: docs/performance.md has the table.
type task struct {
	name       string
	taps, keys int
	from       string // where it begins: "" is the day
	do         func(s *studio)
}

func TestMainTasksTakeNoMoreTapsAndKeysThanTheDocumentsSay(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	sitting := strings.TrimPrefix(strings.TrimSuffix(s.page.MustInfo().URL, "/prep"), s.url)
	s.countEffort()
	for _, k := range []task{
		{"find a client by an allergy", 2, 5, "/", func(s *studio) {
			s.press("nav a", "Clients")
			s.page.MustElement("#find").MustClick()
			s.keys("latex")
			s.see(".list b", "Ottoline Pryce")
		}},
		{"move a sitting by an hour", 2, 4, "/", func(s *studio) {
			s.press("[aria-label='More with Aldous Quill']", "⋯")
			s.field("In the chair at").MustFocus().MustSelectAllText()
			s.keys("1430")
			s.press("button", "Move it there")
			s.see(".foot p", "moved to")
		}},
		{"take a step out and put it back", 3, 0, sitting + "/prep", func(s *studio) {
			s.press(".steps .a", "Protect")
			s.press(".panel button", "Take it out")
			s.see(".bar", "Made by hand")
			s.press(".bar button", "^Undo$")
			s.see(".bar", "As planned")
			s.saved()
		}},
		{"another product for a layer", 3, 4, sitting + "/prep", func(s *studio) {
			s.press(".steps .a", "Mattify")
			s.page.MustElement(".hand-panel .ant-select-selector").MustClick()
			s.keys("dewl")
			s.press(".ant-select-item-option-content", "Dewlap primer")
			s.see(".bar", "Made by hand")
			s.saved()
		}},
		{"a consultation, all noted, with an allergy and a condition", 8, 0, sitting + "/intake", func(s *studio) {
			s.press("button.often", "nickel")
			s.see(".told li", "nickel")
			s.press("button", "Add a condition")
			s.press("button", "Asked, all noted")
			s.see(".done", "Asked at")
			s.press("button", "Next: Skin")
			s.choose("2 by midday")
			s.press("button", "Next: Look")
			s.choose("^Matte$")
			s.saved()
		}},
		{"what happened, kept with the client", 3, 9, sitting + "/prep", func(s *studio) {
			s.press("button", "If it stings")
			s.choose("^Stinging$")
			s.page.MustElement("#urgent-note").MustFocus()
			s.keys("the toner")
			s.press("button", "Keep it")
			s.see("[role=dialog] p", "^Kept")
		}},
	} {
		s.do(k.name, func() {
			s.page.MustEval(`() => sessionStorage.removeItem('effort')`)
			s.page.MustNavigate(s.url + k.from).MustWaitLoad()
			s.see("h1", ".") // the place itself is there
			browser.Settle(s.page)
			start := time.Now()
			k.do(s)
			e := s.effort()
			t.Logf("%s: %d taps, %d keys, %.1f s by machine", k.name, e.taps, e.keys, time.Since(start).Seconds())
			if e.taps > k.taps || e.keys > k.keys {
				t.Errorf("%s: %d taps and %d keys, at most %d and %d", k.name, e.taps, e.keys, k.taps, k.keys)
			}
		})
	}
}

func TestAPlanThatCannotBeMadeSaysWhatIsMissingInWordsAndWhere(t *testing.T) {
	s := open(t)
	s.exec(`delete from products`)
	s.enter()
	s.do("with an empty kit", func() {
		s.press("button", "New sitting")
		s.field("Client").MustInput("Ottoline")
		s.press(".ant-select-item-option-content", "Ottoline Pryce")
		s.write("Date", "21.6.2027")
		s.press("button", "Plan it")
		s.see(".faults li", "Kit: is empty; a plan needs at least one product")
		s.press(".faults a", "Mend it there")
		s.see("[role=dialog]", "Not saved yet")
		s.press("[role=dialog] button", "Leave it for now")
		s.press("button", "Take the starter kit")
		s.see(".list b", "Any sunscreen")
	})
	s.do("and base before the chair", func() {
		s.press("nav a", "Today")
		s.press("button", "New sitting")
		s.write("In the chair at", "0900")
		s.write("Base at", "0830")
		s.press("button", "Plan it")
		s.see(".fault", "is not after chair_at|is not after")
	})
}

func TestALongNameWrapsAndNoRawIdentifierIsShown(t *testing.T) {
	s := open(t)
	long := strings.Repeat("Maximilianeleonorenbergsteigerin", 2)
	s.exec(`update clients set name = $1, record = jsonb_set(record, '{name}', to_jsonb($1::text))
		where name = 'Ottoline Pryce'`, long)
	s.enter()
	raw := func(view string) {
		words := s.page.MustElement("body").MustText()
		for _, w := range regexp.MustCompile(`\b[a-z]+_[a-z_]+\b`).FindAllString(words, -1) {
			if w != "mg_cm2" && !strings.Contains("like no_alcohol oil_free nut_oil", w) {
				t.Errorf("%s shows %q", view, w)
			}
		}
	}
	s.page.MustSetViewport(390, 844, 1, false)
	s.do("the record", func() {
		s.press(".rail a", "Clients")
		s.press(".list b", long)
		s.see("h1", long)
		s.see("h2", "Skin, as last read")
		browser.Settle(s.page)
		if over := s.page.MustEval(`() => document.documentElement.scrollWidth -
			document.documentElement.clientWidth`).Int(); over > 0 {
			t.Errorf("a long name runs over by %d", over)
		}
		raw("client")
	})
	s.page.MustSetViewport(browser.Width, browser.Height, 1, false)
	s.do("a sitting of the demo", func() {
		s.press(".rail a", "Today")
		s.press("a", "Jessamy Vole")
		s.see(".why", "Ready at")
	})
	sitting := strings.TrimSuffix(s.page.MustInfo().URL, "/prep")
	for _, view := range []string{sitting + "/prep", sitting + "/wear", sitting + "/lift-off", sitting + "/night",
		sitting + "/intake", s.url + "/", s.url + "/clients", s.url + "/kit", s.url + "/people", s.url + "/me"} {
		s.do(view, func() {
			s.page.MustNavigate(view).MustWaitLoad()
			s.page.MustElement("h1")
			browser.Settle(s.page)
			raw(view)
		})
	}
}
