// Package e2e does the main jobs by hand, in a real browser against a real server and database.
package e2e

import (
	"context"
	"net/http/httptest"
	"os"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"urncloth/demo"
	"urncloth/e2e/browser"
	"urncloth/internal/app"
	"urncloth/internal/pgtest"
	"urncloth/internal/store"
	"urncloth/internal/web"
	"urncloth/ui"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

var morning = time.Date(2027, 6, 19, 8, 12, 0, 0, time.UTC)

// studio is a running application and a browser in front of it.
type studio struct {
	t    *testing.T
	url  string
	dsn  string
	b    *rod.Browser
	page *rod.Page
}

func open(t *testing.T) *studio {
	t.Helper()
	dsn := pgtest.DSN(t)
	kept, err := store.Open(context.Background(), dsn)
	if err != nil {
		t.Fatal(err)
	}
	handler := web.New(web.Options{App: &app.App{Store: kept, Now: func() time.Time { return morning }}, UI: ui.Files(), Demo: &web.Demo{Email: demo.Email, Password: demo.Password}})
	server := httptest.NewServer(handler)
	b, err := browser.Start()
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = b.Close(); server.Close(); handler.Close(); kept.Close() })
	return &studio{t: t, url: server.URL, dsn: dsn, b: b, page: browser.Page(b, server.URL+"/")}
}

// do runs a piece of handiwork and fails the test with what it was waiting for.
func (s *studio) do(what string, work func()) {
	s.t.Helper()
	if err := rod.Try(work); err != nil {
		s.t.Fatalf("%s: %v\npage says: %.600s", what, err, s.page.MustElement("body").MustText())
	}
}

func (s *studio) see(selector, words string) *rod.Element {
	return browser.Text(s.page, selector, words)
}

// press clicks an element, again where the page was just being drawn anew.
func (s *studio) press(selector, words string) {
	for range 20 {
		if rod.Try(func() { s.see(selector, words).MustClick() }) == nil {
			return
		}
		time.Sleep(100 * time.Millisecond)
	}
	s.see(selector, words).MustClick()
}

// field is the input under a label.
func (s *studio) field(label string) *rod.Element {
	id := s.see("label", "^"+regexp.QuoteMeta(label)+"$").MustAttribute("for")
	return s.page.MustElement(`[id="` + *id + `"]`)
}

func (s *studio) write(label, text string) {
	s.field(label).MustSelectAllText().MustInput(text)
}

func (s *studio) enter() {
	s.do("sign in", func() {
		s.see("h1", "Sign in")
		s.write("E-mail", demo.Email)
		s.write("Password", demo.Password)
		s.press("button", "Open the studio")
		s.see("h1", "Saturday 19 June 2027")
	})
}

// tap takes up a zone of the plan. Its two halves lie left and right, so that the middle of it belongs to the nose.
func (s *studio) tap(zone string) {
	s.page.MustElement("#zone-" + zone + " path").MustEval(`() => this.dispatchEvent(new MouseEvent('click', { bubbles: true }))`)
}

func (s *studio) saved() { s.see(".state", "^Saved") }

func TestTheMainJobByHand(t *testing.T) {
	s := open(t)
	s.enter()
	s.do("add a client", func() {
		s.press("nav a", "Clients")
		s.press("a", "New client")
		s.write("Name", "Wren Halloran")
		s.press("button", "Add the client")
		s.see("h1", "Wren Halloran")
	})
	s.do("plan a sitting", func() {
		s.press("button", "New sitting")
		s.see("h2", "New sitting")
		s.write("For what", "Trial by the quay")
		s.page.MustElement(`input[type=date]`)
		s.field("Date").MustInputTime(time.Date(2027, 6, 19, 0, 0, 0, 0, time.UTC))
		s.press("button", "Plan it")
		s.see("h3", "Forehead")
	})
	s.do("grade two zones", func() {
		s.press(".choice", "3 in two hours")
		s.saved()
		s.tap("cheeks")
		s.see("h3", "Cheeks")
		s.press(".choice", "1 tight after wash")
		s.see(".type", "Combination skin")
		s.saved()
	})
	var ready string
	s.do("read the ready time", func() {
		s.press("nav a", "Prep")
		ready = s.see(".why", "Ready at").MustText()
		s.see(".steps .a", "Mattify")
	})
	if !regexp.MustCompile(`Ready at 09:\d\d`).MatchString(ready) {
		t.Fatalf("no ready time in %q", ready)
	}
	s.do("reload", func() {
		s.page.MustReload()
		if again := s.see(".why", "Ready at").MustText(); again != ready {
			t.Errorf("after the reload %q, before %q", again, ready)
		}
	})
	address := s.page.MustInfo().URL
	id := regexp.MustCompile(`sittings/([0-9a-f-]+)`).FindStringSubmatch(address)[1]

	pgtest.AddStudio(t, s.dsn)
	s.page = browser.Page(s.b, s.url+"/sign-in")
	s.do("somebody of another studio", func() {
		s.write("E-mail", pgtest.OtherEmail)
		s.write("Password", pgtest.OtherPassword)
		s.press("button", "Open the studio")
		s.see("h2", "No sittings on this day")
		status := s.page.MustEval(`id => fetch('/api/sittings/' + id).then(r => r.status)`, id).Int()
		if status != 404 {
			t.Errorf("the sitting of the first studio answers %d", status)
		}
		s.page.MustNavigate(address)
		s.see("h1", "There is no such sitting here")
	})
}

// ottoline opens the demo's first sitting on its Prep leaf.
func (s *studio) ottoline() {
	s.do("open the first sitting", func() {
		s.press("a", "Ottoline Pryce")
		s.see(".why", "Ready at")
	})
}

func TestAStoppedDatabaseGivesACalmPageAndNoTypingIsLost(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	server := pgtest.Server(t)
	s.do("type while the database is stopped", func() {
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Day")
		if err := server.Stop(); err != nil {
			t.Fatal(err)
		}
		s.write("Base", "09:50")
		s.page.Keyboard.MustType(input.Enter)
		s.see("[role=status]", "kept here and is saved as soon as they do")
	})
	if err := server.Again(context.Background()); err != nil {
		t.Fatal(err)
	}
	s.do("it is saved by itself", func() {
		s.saved()
		s.page.MustReload()
		s.see(".state", "base at 09:50")
	})
}

func TestTwoPeopleEditingOneSittingAreShownBothVersions(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	address := s.page.MustInfo().URL
	s.do("the second person saves first", func() {
		status := s.page.MustEval(`async id => {
			const s = await (await fetch('/api/sittings/' + id)).json(), p = s.plan.sitting
			const r = await fetch('/api/sittings/' + id, { method: 'PUT', headers: { 'Content-Type': 'application/json' },
				body: JSON.stringify({ version: s.version, title: 'Theirs', artist: s.artist, client: p.client, look: p.look, day: p.day, method: p.method }) })
			return r.status
		}`, regexp.MustCompile(`sittings/([0-9a-f-]+)`).FindStringSubmatch(address)[1]).Int()
		if status != 200 {
			t.Fatalf("their save: %d", status)
		}
	})
	s.do("the first is told", func() {
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Look")
		s.press(".choice", "Dewy")
		both := s.see("[role=alertdialog]", "Somebody changed this sitting").MustText()
		if !strings.Contains(both, "Theirs") || !strings.Contains(both, "dewy look") {
			t.Errorf("both versions must be shown: %s", both)
		}
		s.press("button", "Keep mine")
		s.saved()
	})
}

func TestChangingAnInputPlansAnewAtOnceAndSaysWhatWasGivenUp(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("squeeze to twelve minutes", func() {
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Day")
		s.write("Base", "0912")
		s.page.Keyboard.MustType(input.Enter)
		s.saved()
		s.press("nav a", "Prep")
		s.see(".gave", "No primer")
		s.see(".find", "missing")
	})
	s.do("a time that makes no sense", func() {
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Day")
		s.write("Base", "08:10")
		s.page.Keyboard.MustType(input.Enter)
		s.see(".fault", "is not after chair_at")
		s.see("[role=status]", "The plan below is of the last version that made sense")
	})
}

func TestAStopIsLiftedByAWrittenReasonAndTheCountdownCanBeTakenAlong(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("a cold sore stops work", func() {
		s.press("nav a", "Intake")
		s.tap("lips")
		s.see("h3", "Lips")
		s.press(".choice", "cold sore")
		s.saved()
		s.press("nav a", "Prep")
		s.see(".one.stop", "something catching")
	})
	s.do("a reason is written", func() {
		s.press("button", "Go on with a written reason")
		s.write("Why it is right to go on; kept with the sitting", "Healed; seen by her pharmacist")
		s.press("button", "Keep the reason")
		s.see(".one.lifted", "Healed; seen by her pharmacist")
		s.page.MustReload()
		s.see(".one.lifted", "Healed; seen by her pharmacist")
	})
	s.do("the countdown", func() {
		s.see(".count li", "Full removal")
		link := s.see("a", "Take it into a calendar").MustAttribute("href")
		text := s.page.MustEval(`u => fetch(u).then(r => r.text())`, *link).Str()
		if !strings.HasPrefix(text, "BEGIN:VCALENDAR") || strings.Count(text, "BEGIN:VEVENT") < 5 {
			t.Errorf("no calendar: %.80s", text)
		}
	})
}

// row is the place of a step in the list, by the word in its title.
func (s *studio) row(title string) *rod.Element {
	return s.page.Timeout(15*time.Second).MustElementR(".steps li", title).CancelTimeout()
}

func TestSunscreenDraggedUnderTheMoisturiserIsSeenAndUndone(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("drag", func() {
		grip := s.row("Day fluid 50").MustElement(".grip").MustScrollIntoView()
		from := grip.MustShape().OnePointInside()
		s.page.Mouse.MustMoveTo(from.X, from.Y).MustDown(proto.InputMouseButtonLeft)
		s.page.MustEval(`() => document.querySelector('.steps').scrollTo(0, 0)`)
		for range 3 { // the list may scroll under the hand
			box := s.row("Moisturise").MustShape().Box()
			s.page.Mouse.MustMoveTo(box.X+40, box.Y+6)
			time.Sleep(80 * time.Millisecond)
		}
		s.see(".find", "laid over the sunscreen")
		s.page.Mouse.MustUp(proto.InputMouseButtonLeft)
		s.see(".mine", "Made by hand")
		s.saved()
	})
	s.do("what was done by hand is what is kept", func() {
		s.page.MustReload()
		s.see(".mine", "Made by hand")
		s.see(".find", "laid over the sunscreen")
	})
	s.do("plan again, then undo, then plan again", func() {
		s.press("button", "Plan again")
		s.see(".clear", "Nothing speaks against this plan")
		s.press("button", "Keep mine")
		s.see(".find", "laid over the sunscreen")
		s.press("button", "Plan again")
		s.see(".clear", "Nothing speaks against this plan")
	})
}

func TestTheSameEditByKeyboardAlone(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("move sunscreen up by keys until it lies under the moisturiser", func() {
		s.row("Day fluid 50").MustElement("button").MustFocus()
		for range 8 {
			id := s.page.MustEval(`() => document.activeElement.dataset.step ?? ''`).Str()
			if id == "" {
				s.row("Day fluid 50").MustElement("button").MustFocus()
			}
			s.page.KeyActions().Press(input.AltLeft).Type(input.ArrowUp).MustDo()
			time.Sleep(250 * time.Millisecond)
		}
		s.see(".find", "laid over the sunscreen")
		s.saved()
	})
	s.do("undo by keys", func() {
		for range 8 {
			s.page.KeyActions().Press(input.ControlLeft).Type(input.KeyZ).MustDo()
			time.Sleep(250 * time.Millisecond)
		}
		s.see(".clear", "Nothing speaks against this plan")
	})
}

func TestStepsAreAddedSwappedChangedAndTakenOut(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	choose := func(words string) {
		s.page.MustElement("input[role=combobox]:focus, .ant-select-open input, .ant-select-focused input").MustInput(words)
		s.page.Keyboard.MustType(input.Enter)
	}
	s.do("add a layer", func() {
		s.press(".steps .a", "Mattify")
		s.press("button", "Add a layer")
		choose("Thistle oil")
		s.see(".steps li", "Thistle oil")
		s.saved()
	})
	s.do("less of it, elsewhere, and out again", func() {
		before := s.see(".panel .now", " g").MustText()
		s.press(".panel button", "^more$")
		s.saved()
		for range 50 {
			if s.see(".panel .now", " g").MustText() != before {
				break
			}
			time.Sleep(100 * time.Millisecond)
		}
		if after := s.see(".panel .now", " g").MustText(); after == before {
			t.Errorf("a tenth more of %s is still %s", before, after)
		}
		s.press(".panel .choice", "^jaw$")
		s.saved()
		s.press("button", "Take it out")
		s.saved()
		time.Sleep(300 * time.Millisecond)
		if has, _, _ := s.page.HasR(".steps li", "Thistle oil"); has {
			t.Error("the oil is still there")
		}
	})
}

func TestAFaultyTableIsPreviewedAndAPumpCalibrated(t *testing.T) {
	s := open(t)
	s.enter()
	file := t.TempDir() + "/kit.csv"
	if err := os.WriteFile(file, []byte("id,name,kind,spf\nnew,Brand new toner,toner,\nbad,Bad,nectar,999\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	s.do("take in a table with faults", func() {
		s.press("nav a", "Kit")
		s.see("b", "Clear micellar")
		s.press("button", "Table in")
		s.page.MustElement("input[type=file]").MustSetFiles(file)
		s.see("td", "is not a kind of product")
		s.see("td", "999 is not between 0 and 150")
		s.press("button", "Take the 1 good rows")
		s.see("p", "Taken: 1 products")
		s.page.MustElement("#find-kit").MustInput("brand new")
		s.see(".list b", "Brand new toner")
	})
	s.do("calibrate a pump", func() {
		s.page.MustElement("#find-kit").MustSelectAllText().MustInput("light lotion")
		s.press(".list b", "Light lotion")
		s.press("label", "the scale is at fault")
		s.press("button", "Weigh ten strokes")
		s.see(".strip", "check the cable")
		s.press("label", "the scale is at fault")
		s.press("button", "Weigh ten strokes")
		weight := strings.TrimSuffix(s.see(".weigh b", "g a stroke").MustText(), " g a stroke")
		s.press("button", "Take this weight")
		time.Sleep(300 * time.Millisecond)
		s.page.MustReload()
		s.press(".list b", "Light lotion")
		if got := s.field("Grams a unit").MustText(); got != weight {
			t.Errorf("the pump gives %s g, kept %s", weight, got)
		}
	})
}

func TestTheHouseMethodIsSearchedChangedAndNoted(t *testing.T) {
	s := open(t)
	s.enter()
	s.do("pick another way", func() {
		s.press("nav a", "Method")
		s.see("legend", "Puffiness")
		s.press(".choice", "^Cold pads")
		s.page.MustElement("#find-method").MustInput("uva index")
		s.see(".none", "Nothing by these words")
		s.page.MustElement("#find-method").MustSelectAllText().MustInput("patch test")
		s.press("[role=tab]", "Rules")
		s.see(".rule", "patch-test")
		s.press("button", "Add our note")
		s.write("Our note on local rules", "The borough asks for 48 hours.")
		s.press("button", "Keep the note")
		s.see(".note", "The borough asks for 48 hours.")
	})
	s.do("it stands after a reload, and for the next sitting", func() {
		s.page.MustReload()
		if on := s.see(".choice", "^Cold pads").MustElement("input").MustProperty("checked").Bool(); !on {
			t.Error("the method was not kept")
		}
		s.press("nav a", "Today")
		s.ottoline()
		s.press("nav a", "Intake")
		s.press("[role=tab]", "House method")
		s.see("label", "Puffiness · differs here")
	})
	s.do("what to do when it stings is one tap away", func() {
		s.press("button", "If it stings")
		s.see("dialog[open]", "emergency number")
	})
}

func TestStepsCellsAndKeysLeadToTheReasons(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("touch a step", func() {
		s.press(".steps .a", "Mattify")
		s.see(".why", "Chalkwell primer")
		s.see(".why", "Second choice")
		s.page.MustElement(".cell.lit")
	})
	s.do("by keyboard", func() {
		s.page.Keyboard.MustType(input.KeyJ)
		if s.page.MustElement(".steps [aria-current=step]").MustText() == "" {
			t.Error("no step is current")
		}
		s.page.Keyboard.MustType(input.Digit1)
		s.see("h3", "Forehead")
		s.page.MustElement("#zone-forehead").MustFocus()
		s.page.Keyboard.MustType(input.ArrowRight)
		s.see("h3", "Nose")
		s.page.MustElement("body").MustEval(`() => document.activeElement.blur()`)
		s.page.KeyActions().Press(input.ShiftLeft).Type('?').MustDo()
		s.see("#keys-title", "Keys")
	})
}
