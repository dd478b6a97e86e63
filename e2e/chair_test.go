package e2e

import (
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"
	"unicode"

	"github.com/go-rod/rod/lib/input"
	"github.com/jackc/pgx/v5"

	"urncloth/core/plan"
	"urncloth/core/testutil"
	"urncloth/demo"
	"urncloth/e2e/browser"
	"urncloth/e2e/cut"
)

// line puts a line between the window and the server that can be cut.
func (s *studio) line() *cut.Line {
	s.t.Helper()
	l, err := cut.New(strings.TrimPrefix(s.url, "http://"))
	if err != nil {
		s.t.Fatal(err)
	}
	s.t.Cleanup(l.Close)
	s.url = "http://" + l.Address()
	s.page.MustNavigate(s.url + "/").MustWaitLoad()
	return l
}

// chair goes to the chair of Ottoline's sitting.
func (s *studio) chair() {
	s.t.Helper()
	s.enter()
	s.ottoline()
	at := strings.TrimSuffix(s.page.MustInfo().URL, "/prep")
	s.do("sit down", func() {
		s.page.MustNavigate(at + "/chair").MustWaitLoad()
		s.see(".step h2", "Ask")
	})
}

// now is the step that the chair shows.
func (s *studio) now() string { return s.page.MustElement(".step h2, .all").MustText() }

// sent waits until the server has everything that was tapped.
func (s *studio) sent() {
	s.t.Helper()
	s.do("everything is sent", func() { s.page.MustWait(`() => !document.querySelector('.unsent')`) })
}

// strike presses a key at the chair and waits until it is answered.
func (s *studio) strike(key input.Key) {
	s.t.Helper()
	s.page.MustEval(`() => { window.was = Number(document.querySelector('main').dataset.answered) }`)
	s.page.Keyboard.MustType(key)
	s.page.MustWait(`() => Number(document.querySelector('main').dataset.answered) > window.was`)
}

// on does the step that is shown, and says which it was.
func (s *studio) on() string {
	s.t.Helper()
	was := s.now()
	switch {
	case s.page.MustHas(".words"):
		if s.page.MustHas(".acts .main") {
			s.strike(input.Space)
		}
		key := input.KeyE
		if s.page.MustHas(`[aria-keyshortcuts=C]`) {
			key = input.KeyC
		}
		s.strike(key)
	case s.page.MustHas(`.acts .main[aria-keyshortcuts=Space]`):
		s.strike(input.Space)
		s.page.MustElement(`.acts .main[aria-keyshortcuts=Enter]`)
		s.strike(input.Enter)
	default:
		s.strike(input.Enter)
	}
	return was
}

// rows is what a query over the whole database gives, one text a row.
func (s *studio) rows(sql string) (list []string) {
	s.t.Helper()
	c, err := pgx.Connect(s.t.Context(), s.dsn)
	if err != nil {
		s.t.Fatal(err)
	}
	defer c.Close(s.t.Context())
	rows, err := c.Query(s.t.Context(), sql)
	if err != nil {
		s.t.Fatal(err)
	}
	if list, err = pgx.CollectRows(rows, pgx.RowTo[string]); err != nil {
		s.t.Fatal(err)
	}
	return list
}

// ids is the ids of the events that are on this device.
func (s *studio) ids() (list []string) {
	for _, v := range s.page.MustEval(`() => new Promise((done, fail) => {
		const open = indexedDB.open('urncloth')
		open.onsuccess = () => { const all = open.result.transaction('events').objectStore('events').getAllKeys()
			all.onsuccess = () => done(all.result) }
		open.onerror = fail })`).Arr() {
		list = append(list, v.Str())
	}
	return list
}

func TestAWholePrepAndAWholeLiftOffAreDoneAtTheChairWithAStretchOfflineInEach(t *testing.T) {
	s := open(t)
	line := s.line()
	s.chair()
	s.do("wait until the device can do without the server", func() {
		s.page.MustEval(`async () => { await navigator.serviceWorker.ready; return true }`)
		for kept := false; !kept; time.Sleep(100 * time.Millisecond) {
			kept = s.page.MustEval(`async () =>
				!!await caches.match('/core/core.wasm.gz', { ignoreSearch: true })`).Bool()
		}
		s.page.MustReload().MustWaitLoad()
		s.see(".step h2", "Ask")
		s.page.MustWait(`() => !!navigator.serviceWorker.controller`)
	})
	var steps []string
	for n := 0; ; n++ {
		switch n {
		case 5, 27:
			line.Cut()
		case 9: // the server is away, and the page is loaded anew
			s.do("load anew without a server", func() {
				was := s.now()
				s.page.MustReload().MustWaitLoad()
				s.see(".step h2", "^"+was+"$")
				s.see(".unsent", "kept on this device")
			})
		case 12, 34:
			s.do("the server is back", func() {
				line.Mend()
				s.page.MustWait(`() => !document.querySelector('.unsent')`)
			})
		}
		if s.page.MustHas("h2.all") {
			break
		}
		if n > 120 {
			t.Fatalf("it does not end: %q", steps)
		}
		if n > 3 && steps[n-1] == "Blot" { // one touch-up is enough
			s.do("begin lift-off", func() { s.press(".acts button", "Begin lift-off") })
		}
		s.do("step "+s.now(), func() { steps = append(steps, s.on()) })
	}
	for _, want := range []string{"Ask", "Touch", "Protect", "Blot", "Massage", "Press and hold"} {
		if !slices.Contains(steps, want) {
			t.Errorf("%s was not among %q", want, steps)
		}
	}
	s.do("everything is sent", func() { s.page.MustWait(`() => !document.querySelector('.unsent')`) })
	here := len(s.ids())
	kept := s.rows(`select id from events`)
	if len(kept) != here || len(kept) < 60 {
		t.Errorf("%d events are kept of %d on the device", len(kept), here)
	}
	if steps := s.rows(`select distinct body->>'step' from events where body->>'kind' = 'done'`); len(steps) < 30 {
		t.Errorf("%d steps are done", len(steps))
	}
}

func TestTwoDevicesAtOneChairSeeEachOtherWithinASecond(t *testing.T) {
	s := open(t)
	s.chair()
	other := &studio{t: t, url: s.url, dsn: s.dsn, b: s.b, page: browser.Page(s.b, s.url+"/")}
	path := s.page.MustInfo().URL
	other.do("an assistant at the same chair", func() {
		other.in("fenna@saltmarsh.example", demo.Password)
		other.see("h1", "Saturday 19 June 2027")
		other.page.MustNavigate(path).MustWaitLoad()
		other.see(".step h2", "Ask")
	})
	s.do("begin", func() { s.strike(input.Space) })
	seen := time.Now()
	other.do("it runs there too", func() {
		other.page.MustElement(`.acts .main[aria-keyshortcuts=Enter]`)
	})
	if took := time.Since(seen); took > time.Second {
		t.Errorf("the other device sees it after %s", took)
	}
	other.do("done there", func() { other.strike(input.Enter) })
	seen = time.Now()
	s.do("and here", func() { s.see(".step h2", "Wash hands") })
	if took := time.Since(seen); took > time.Second {
		t.Errorf("the first device sees it after %s", took)
	}
	if who := s.rows(`select distinct p.email from events e join people p on p.id = e.person_id`); len(who) != 2 {
		t.Errorf("recorded by %q", who)
	}
}

func TestTwoDevicesCutOffForTenMinutesLoseNothingAndKeepNothingTwice(t *testing.T) {
	s := open(t)
	line := s.line()
	s.chair()
	other := &studio{t: t, url: s.url, dsn: s.dsn, b: s.b, page: browser.Page(s.b, s.url+"/")}
	path := s.page.MustInfo().URL
	other.do("an assistant at the same chair", func() {
		other.in("fenna@saltmarsh.example", demo.Password)
		other.see("h1", "Saturday 19 June 2027")
		other.page.MustNavigate(path).MustWaitLoad()
		other.see(".step h2", "Ask")
	})
	s.do("a step while the server is there", func() { s.on() })
	other.do("it is seen", func() { other.see(".step h2", "Wash hands") })
	line.Cut()
	for range 5 { // both go on by themselves
		s.pass(2*time.Minute, other)
		s.do("one records", func() { s.on() })
		other.do("the other too", func() { other.on() })
	}
	if n := len(s.rows(`select id from events`)); n != 2 {
		t.Errorf("%d events came through a line that is cut", n)
	}
	queued := map[string]bool{}
	for _, d := range []*studio{s, other} {
		d.page.MustElement(".unsent")
		for _, id := range d.ids() {
			queued[id] = true
		}
	}
	line.Mend()
	for _, d := range []*studio{s, other} {
		d.sent()
	}
	kept := s.rows(`select id from events`)
	if len(kept) != len(queued) || len(kept) < 2+10 {
		t.Errorf("%d events are kept of %d that were recorded", len(kept), len(queued))
	}
	for _, id := range kept {
		if !queued[id] {
			t.Errorf("%s was recorded by nobody", id)
		}
	}
	took := s.rows(`select (max((body->>'at')::timestamp) - min((body->>'at')::timestamp))::text from events`)[0]
	if took < "00:10:00" {
		t.Errorf("from the first to the last it was %s", took)
	}
	for _, d := range []*studio{s, other} {
		d.do("both show the same", func() {
			d.page.MustWait(`n => Number(document.querySelector('main').dataset.answered) === n`, len(kept))
		})
	}
	if a, b := s.now(), other.now(); a != b {
		t.Errorf("one shows %s, the other %s", a, b)
	}
}

func TestATimerIsRightToTheSecondAfterTheTabHasSlept(t *testing.T) {
	s := open(t)
	s.chair()
	left := func() (seconds int) {
		text := s.page.MustElement(".timer b").MustText()
		minutes, rest, _ := strings.Cut(strings.TrimPrefix(text, "+"), ":")
		m, err := strconv.Atoi(minutes)
		n, wrong := strconv.Atoi(rest)
		if err != nil || wrong != nil {
			t.Fatalf("the timer shows %q", text)
		}
		if seconds = 60*m + n; strings.HasPrefix(text, "+") {
			seconds = -seconds
		}
		return seconds
	}
	s.do("begin", func() { s.strike(input.Space) })
	from := time.Now()
	whole := left()
	began := time.Now()
	s.sent() // a tap on its way would be taken for one by a clock that is slow
	if whole < 60 {
		t.Fatalf("the first step takes %d s: too short for this", whole)
	}
	slept := time.Duration(0)
	for _, d := range []time.Duration{47 * time.Second, 20 * time.Minute} { // within its time, and far over it
		s.pass(d)
		slept += d
		time.Sleep(500 * time.Millisecond)
		most := whole - int((slept + time.Since(began)).Seconds())
		got := left()
		least := whole - int((slept + time.Since(from)).Seconds()) // reading takes its time where much else is done
		if got < least-1 || got > most+1 {
			t.Errorf("after %s of sleep it shows %d s, right is %d to %d", slept, got, least, most)
		}
	}
	s.do("held, it stands however long the tab sleeps", func() {
		s.strike(input.Space)
		s.sent()
		was := left()
		s.pass(10 * time.Minute)
		time.Sleep(500 * time.Millisecond)
		if got := left(); got != was {
			t.Errorf("held at %d s, it shows %d", was, got)
		}
	})
}

func TestWhatIsNotSentStaysSealedUntilItsOwnerIsBackAndSigningOutAsks(t *testing.T) {
	s := open(t)
	s.chair()
	s.do("record something that cannot be sent", func() {
		s.exec(`alter table events rename to away`) // the server answers, and cannot keep it
		s.strike(input.Space)
		s.page.MustElement(".unsent")
	})
	s.do("signing out asks, and is taken back", func() {
		s.page.MustNavigate(s.url + "/me").MustWaitLoad()
		s.press("button", "^Sign out$")
		s.see("[role=dialog]", "on this device alone")
		s.press("[role=dialog] button", "^Stay")
		s.press("button", "^Sign out$")
		s.press("[role=dialog] button", "Sign out all the same")
		s.see("h1", "^Sign in$")
	})
	s.exec(`alter table away rename to events`)
	s.do("somebody else comes and goes", func() {
		s.in("jonah@saltmarsh.example", demo.Password)
		s.see("h1", "Saturday 19 June 2027")
		time.Sleep(time.Second)
	})
	if kept := s.rows(`select id from events`); len(kept) != 0 {
		t.Errorf("%d events were sent by another's hand", len(kept))
	}
	if text := s.page.MustEval(`() => new Promise(done => { const open = indexedDB.open('urncloth')
		open.onsuccess = () => { const all = open.result.transaction('events').objectStore('events').getAll()
			all.onsuccess = () => done(JSON.stringify(all.result)) } })`).Str(); strings.Contains(text, `"kind"`) ||
		strings.Contains(text, "p1") || !strings.Contains(text, `"sent":0`) {
		t.Errorf("the device holds %.300s", text)
	}
	s.do("their owner is back", func() {
		s.press("button", "^Sign out$")
		s.in(demo.Email, demo.Password)
		s.see("h1", "Saturday 19 June 2027")
	})
	for range 40 {
		if len(s.rows(`select id from events`)) == 1 {
			return
		}
		time.Sleep(100 * time.Millisecond)
	}
	t.Errorf("it is not sent when its owner is back: %q", s.rows(`select id from events`))
}

func TestATapIsAnsweredWithinAQuarterOfASecondOfflineToo(t *testing.T) {
	for _, away := range []bool{false, true} {
		for round := 1; ; round++ { // what else the machine does only adds: the quietest of three rounds counts
			s := open(t) // a sitting has not the steps for three
			line := s.line()
			s.chair()
			if away {
				line.Cut()
			}
			var took []time.Duration
			slower := 0.0
			s.do("twelve taps", func() {
				slower = browser.Slower(s.page)
				took = s.taps(12)
				slower = min(slower, browser.Slower(s.page))
			})
			median, most := took[len(took)/2], took[len(took)-1]
			t.Logf("offline %v: median %s, at most %s, on a machine %.1f times as slow as a quiet one", away, median,
				most, slower)
			if float64(median) <= slower*float64(100*time.Millisecond) &&
				float64(most) <= slower*float64(250*time.Millisecond) {
				break
			}
			if round == 3 {
				t.Errorf("offline %v: median %s, at most %s in the last of three rounds", away, median, most)
				break
			}
		}
	}
}

// taps presses the main key a few times and returns how long each took until the answer was painted, sorted.
func (s *studio) taps(n int) (took []time.Duration) {
	for range n {
		took = append(took, browser.Painted(s.page, `() => { window.was = document.querySelector('.acts').innerText
			+ document.querySelector('.step h2').innerText
			document.querySelector('.acts .main, .words button:last-child').click() }`,
			`() => document.querySelector('.acts').innerText
			+ document.querySelector('.step h2')?.innerText !== window.was`))
		time.Sleep(100 * time.Millisecond)
	}
	slices.Sort(took)
	return took
}

func TestTheChairHasLargeTargetsAndNothingIsWorkedByHoverOrDragAtAnySize(t *testing.T) {
	s := open(t)
	s.chair()
	for _, step := range []string{"Ask", "Touch"} {
		s.page.MustSetViewport(browser.Width, browser.Height, 1, false)
		for s.now() != step {
			s.do("step "+s.now(), func() { s.on() })
		}
		for _, size := range [][2]int{{390, 844}, {768, 1024}, {1024, 768}, {1280, 800}} {
			s.page.MustSetViewport(size[0], size[1], 1, false)
			browser.Settle(s.page)
			for _, b := range s.page.MustEval(`() => [...document.querySelectorAll('main button, main a, main summary')]
				.filter(e => { const r = e.getBoundingClientRect()
					return r.width && (r.width < 64 || r.height < 64) }).map(e => e.outerHTML.slice(0, 90))`).Arr() {
				t.Errorf("%v, %s: smaller than 64: %s", size, step, b.Str())
			}
			if wide := s.page.MustEval(`() => document.documentElement.scrollWidth - innerWidth`).Int(); wide > 0 {
				t.Errorf("%v, %s: %d px wider than the screen", size, step, wide)
			}
			first := s.page.MustElement(".acts button, .words button").MustShape().Box()
			if first.Y+first.Height > float64(size[1]) {
				t.Errorf("%v, %s: what to press lies under the fold", size, step)
			}
		}
	}
}

func TestALinkOpensTheCardOfTheBagOnAPhoneWithoutASignInAndItIsHeardAtTheChair(t *testing.T) {
	s := open(t)
	s.chair()
	token := ""
	s.do("make a link", func() {
		token = s.page.MustEval(`async () => (await (await fetch(location.pathname.replace('/sittings', '/api/sittings')
			.replace('/chair', '/card-link'), { method: 'POST' })).json()).token`).Str()
	})
	phone := &studio{t: t, url: s.url, dsn: s.dsn, b: s.b, page: browser.Page(s.b, s.url+"/card/"+token)}
	phone.page.MustSetViewport(390, 844, 1, true)
	phone.do("see what is next, and say it is done", func() {
		phone.see("h1", "Touch-ups")
		if text := phone.page.MustElement("body").MustText(); strings.Contains(text, "Ottoline") ||
			phone.page.MustHas("nav") {
			t.Errorf("the card tells more than the card: %.300s", text)
		}
		phone.press(".next button", "Done")
		phone.see("li.done", "done")
	})
	if said := s.rows(`select body->>'device' from events`); len(said) != 1 || said[0] != "card" {
		t.Errorf("kept: %q", said)
	}
	phone.do("take it back", func() {
		phone.press("li button", "Not done after all")
		phone.page.MustWait(`() => !document.querySelector('li.done')`)
	})
	phone.do("a link that was changed opens nothing", func() {
		wrong := []byte(token)
		if wrong[40]++; wrong[40] == 'z'+1 || !unicode.IsLetter(rune(wrong[40])) {
			wrong[40] = 'a' // another letter, whichever it was
		}
		phone.page.MustNavigate(s.url + "/card/" + string(wrong)).MustWaitLoad()
		phone.see("main", "not good any more")
	})
}

func TestADeviceAtTheChairIsLockedByItsCodeBetweenClientsWithAndWithoutTheServer(t *testing.T) {
	s := open(t)
	line := s.line()
	s.chair()
	name := s.page.MustElement("header h1").MustText()
	code := func(figures string) {
		for _, key := range figures {
			s.press(".keys button", string(key))
		}
		s.press(".keys button", "^Open$")
	}
	s.do("begin a step and lock, which asks for a code first", func() {
		s.strike(input.Space)
		s.press(".acts button", "^Lock$")
		s.write("Code for today, 4 to 8 figures", "1111")
		s.press("[role=dialog] button", "Stay signed in")
		s.see("[role=dialog]", "anybody would try first")
		s.page.MustElement("[role=dialog] input").MustSelectAllText().MustInput("4071")
		s.press("[role=dialog] button", "Stay signed in")
		s.see("h1", "^Locked at the chair$")
	})
	hidden := func(when string) {
		t.Helper()
		if text := s.page.MustElement("body").MustText(); strings.Contains(text, name) {
			t.Errorf("%s, the screen still tells: %.300s", when, text)
		}
		if got := s.page.MustEval(`async () => (await fetch('/api/today?on=2027-06-19')).status`).Int(); got != 423 {
			t.Errorf("%s, who asks the server for the day is answered %d", when, got)
		}
	}
	hidden("locked")
	s.do("what to do on somebody's skin is a tap away all the same", func() {
		s.press("button", "If it stings")
		s.see("[role=dialog]", "Rinse with lukewarm water")
		s.press("[role=dialog] button", "^Close$")
	})
	s.do("a reload does not open it", func() {
		s.page.MustReload().MustWaitLoad()
		s.see("h1", "^Locked at the chair$")
	})
	hidden("loaded anew")
	s.do("a wrong code does not open it, the right one goes on where it was", func() {
		code("4072")
		s.see(".pad", "not the code")
		code("4071")
		s.see(".chairside header h1", name)
		s.see(".acts .main", "Done")
	})
	s.do("without the server it is locked, stays so over a reload, and is opened by the device itself", func() {
		line.Cut()
		s.press(".acts button", "^Lock$")
		s.see("h1", "^Locked at the chair$")
		s.page.MustReload()
		s.see("h1", "^Locked at the chair$")
		code("4072")
		s.see(".pad", "not the code")
		code("4071")
		s.see(".chairside header h1", name)
		s.strike(input.Enter)
		s.page.MustElement(".unsent")
	})
	s.do("when the server is back what was tapped gets there", func() {
		line.Mend()
		for range 60 {
			if len(s.rows(`select id from events`)) == 2 {
				return
			}
			time.Sleep(200 * time.Millisecond)
		}
		t.Errorf("kept are %q", s.rows(`select id from events`))
	})
	s.do("somebody else signs in, and it is theirs", func() {
		s.press(".acts button", "^Lock$")
		s.press("button", "Somebody else signs in")
		s.in("jonah@saltmarsh.example", demo.Password)
		s.see("h1", "Saturday 19 June 2027")
	})
}

func TestWithAKitOfEightyProductsTheBrowserFitsTheRestAnewWithinThreeTenthsOfASecond(t *testing.T) {
	s := open(t)
	p := plan.Make(testutil.FullDay(t))
	document, err := json.Marshal(p)
	if err != nil {
		t.Fatal(err)
	}
	var events []string
	add := func(at time.Time, kind, rest string) {
		events = append(events, fmt.Sprintf(`{"id":"e%d","device":"d","seq":%d,"at":%q,"kind":%q%s}`, len(events),
			len(events), at.Format("2006-01-02T15:04:05"), kind, rest))
	}
	at, _ := p.Sitting.Day.ChairAt.In(time.UTC)
	for _, step := range p.Prep.Steps {
		if step.Product != "" { // longer than planned each time, and one that stings: the rest is chosen anew
			add(at, "start", fmt.Sprintf(`,"step":%q`, step.ID))
			if len(events) == 9 {
				add(at, "sting", fmt.Sprintf(`,"product":%q`, step.Product))
				continue
			}
		}
		at = at.Add(time.Duration(max(step.HandsS, step.ContactS)+15) * time.Second)
		add(at, "done", fmt.Sprintf(`,"step":%q`, step.ID))
	}
	for round := 1; ; round++ { // what else the machine does only adds: the quietest of three rounds counts
		took := s.refits(document, events)
		median, p95, slower := took[len(took)/2], took[len(took)*95/100], browser.Slower(s.page)
		t.Logf("%d events: median %s, p95 %s, at most %s, on a machine %.1f times as slow as a quiet one", len(took),
			median, p95, took[len(took)-1], slower)
		if len(took) >= 20 && float64(p95) <= slower*float64(300*time.Millisecond) {
			break
		}
		if round == 3 {
			t.Fatalf("%d events: p95 %s in the last of three rounds", len(took), p95)
		}
	}
}

// refits follows a plan in the browser, event by event, and returns how long the rest took to be fitted anew each time,
// sorted.
func (s *studio) refits(document []byte, events []string) (took []time.Duration) {
	list := s.page.MustEval(`async (plan, events) => {
		await new Promise((done, fail) => document.head.append(Object.assign(document.createElement('script'),
			{ src: '/core/wasm_exec.js', onload: done, onerror: fail })))
		const go = new Go(), packed = await fetch('/core/core.wasm.gz')
		const plain = packed.body.pipeThrough(new DecompressionStream('gzip'))
		const made = await WebAssembly.instantiateStreaming(
			new Response(plain, { headers: { 'Content-Type': 'application/wasm' } }), go.importObject)
		go.run(made.instance)
		const n = urncloth.open(plan).value, took = []
		for (let k = 1; k <= events.length; k++) {
			const lines = events.slice(0, k).join('\n'), from = performance.now()
			const answer = urncloth.at(n, lines, null, false)
			took.push(performance.now() - from)
			if (answer.wrong) throw new Error(answer.wrong)
			await new Promise(requestAnimationFrame)
		}
		return took
	}`, string(document), events).Arr()
	for _, v := range list {
		took = append(took, time.Duration(v.Num()*float64(time.Millisecond)))
	}
	slices.Sort(took)
	return took
}
