package e2e

import (
	"archive/zip"
	"bytes"
	"image"
	"image/color"
	"image/png"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/jackc/pgx/v5"

	"urncloth/demo"
	"urncloth/e2e/browser"
	"urncloth/internal/pgtest"
	"urncloth/internal/store"
)

func TestASittingGoesFromTheChairToTheLogToTheNextPlansBecauseLastTime(t *testing.T) {
	s := open(t)
	s.chair()
	s.do("at the touch check cheeks are tight", func() {
		for s.now() != "Touch" {
			s.on()
		}
		s.press(".zones button", "Cheeks")
		s.press(".words button", "^Tight")
	})
	s.do("the log has it as planned beside as done", func() {
		s.page.MustNavigate(strings.Replace(s.page.MustInfo().URL, "/chair", "/log", 1)).MustWaitLoad()
		s.see(".done table", "Wash hands")
		s.see(".learned li", "Cheeks: 1 touch check")
	})
	s.do("how it wore is told", func() {
		s.press(".zones label", "^Forehead")
		s.press(".say button", "^13:00$")
		s.press(".say button", "^Creased$")
		s.press(".zones label", "^Nose")
		s.press(".say button", "^did not shine$")
		s.press(".wore button", "^Tell$")
		s.see(".part p[role=status]", "Kept")
		s.see(".zones label", "shone at 13:00, creased")
		s.see(".learned li", "Forehead: 1 wear report")
	})
	s.do("the next sitting is planned with it", func() {
		s.page.MustNavigate(s.url + "/").MustWaitLoad()
		s.press("[aria-label='More with Ottoline Pryce']", "⋯")
		s.press("button", "Copy it there")
		s.see("h1", "Ottoline")
		s.press("nav a", "Prep")
		s.see(".taught", "More on cheeks, because last time it was tight there")
	})
}

func TestAClientTellsByALinkOnAPhoneHowItWoreInAFewTaps(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	address := ""
	s.do("make a link", func() {
		s.page.MustNavigate(strings.Replace(s.page.MustInfo().URL, "/prep", "/log", 1)).MustWaitLoad()
		s.press("button", "Ask the client by a link")
		address = s.see(".address a", "/wear/").MustText()
	})
	phone := &studio{t: t, url: s.url, dsn: s.dsn, b: s.b, page: browser.Page(s.b, address)}
	phone.page.MustSetViewport(390, 844, 1, true)
	phone.do("tell", func() {
		phone.see("h1", "How did it wear")
		phone.press(".say button", "^14:00$") // the forehead comes first
		phone.press("button", "Nothing shone anywhere else")
		phone.press("button", "^Tell$")
		phone.see("[role=status]", "Thank you")
	})
	phone.do("hand in a photograph", func() {
		phone.page.MustElement("input[type=file]").MustSetFiles(photograph(t, color.NRGBA{200, 150, 130, 255}, 30, 40))
		phone.see("[role=status]", "The photographs are with the studio")
	})
	if text := phone.page.MustElement("body").MustText(); strings.Contains(text, "Ottoline") {
		t.Errorf("it tells whose it is: %.300s", text)
	}
	for _, v := range phone.axe() {
		t.Errorf("axe: %s", v)
	}
	if wide := phone.page.MustEval(`() => document.documentElement.scrollWidth - innerWidth`).Int(); wide > 0 {
		t.Errorf("%d px wider than the phone", wide)
	}
	s.do("the log has it", func() {
		s.page.MustReload().MustWaitLoad()
		s.see(".zones label", "shone at 14:00")
		s.page.MustWait(`() => document.querySelectorAll('.photos .strip img').length === 1`)
	})
	phone.do("a link that was altered opens nothing", func() {
		phone.page.MustNavigate(address[:len(address)-9] + "A" + address[len(address)-8:])
		phone.see("body", "not good any more")
	})
}

// photograph is the file of one, of some colour.
func photograph(t *testing.T, c color.Color, w, h int) string {
	t.Helper()
	img := image.NewNRGBA(image.Rect(0, 0, w, h))
	for i := range w * h {
		img.Set(i%w, i/w, c)
	}
	path := filepath.Join(t.TempDir(), "photograph.png")
	file, err := os.Create(path)
	if err != nil {
		t.Fatal(err)
	}
	if err := png.Encode(file, img); err != nil {
		t.Fatal(err)
	}
	if err := file.Close(); err != nil {
		t.Fatal(err)
	}
	return path
}

func TestTwoPhotographsAreKeptComparedSideBySideAndOneDeletedAndWhatIsNoneIsRefusedInWords(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("hand in two", func() {
		s.page.MustNavigate(strings.Replace(s.page.MustInfo().URL, "/prep", "/log", 1)).MustWaitLoad()
		s.see(".photos p", "None yet")
		s.page.MustElement(".photos input[type=file]").MustSetFiles(
			photograph(t, color.NRGBA{200, 150, 130, 255}, 300, 400),
			photograph(t, color.NRGBA{150, 90, 70, 255}, 400, 300))
		s.page.MustWait(`() => document.querySelectorAll('.photos .strip img').length === 2`)
	})
	s.do("see them side by side", func() {
		for _, b := range s.page.MustElements(".photos .strip button") {
			b.MustClick()
		}
		s.page.MustWait(`() => {
			const all = [...document.querySelectorAll('.beside.two img')]
			const two = all.map((i) => [i.complete && i.naturalWidth, i.x, i.y])
			return two.length === 2 && two.every((i) => i[0] > 200) && two[0][1] < two[1][1] && two[0][2] === two[1][2]
		}`)
	})
	for _, v := range s.axe() {
		t.Errorf("axe: %s", v)
	}
	s.do("delete one, and not by one tap", func() {
		s.press(".beside button", "^Delete$")
		s.press(".beside button", "^Delete for good$")
		s.page.MustWait(`() => document.querySelectorAll('.photos .strip img').length === 1`)
	})
	s.do("what is none is refused in words", func() {
		page := filepath.Join(t.TempDir(), "page.png")
		if err := os.WriteFile(page, []byte("<html>"), 0o600); err != nil {
			t.Fatal(err)
		}
		s.page.MustElement(".photos input[type=file]").MustSetFiles(page)
		s.see(".photos [role=status]", "The photograph is neither a JPEG nor a PNG")
	})
	if n := s.rows(`select count(*)::text from photos`)[0]; n != "1" {
		t.Errorf("%s are kept", n)
	}
}

func TestWhatIsDueLeadsToWhereItIsSeenToAndWashedClothsAreBackInTheKit(t *testing.T) {
	s := open(t)
	s.enter()
	s.do("a cloth is used at the chair, and a toner goes out of date", func() {
		s.see("b", "Ottoline Pryce")
		s.page.MustEval(`async () => {
			const send = (method, path, kind, body) => fetch(path, { method, headers: { 'Content-Type': kind }, body })
			const put = (body) => send('PUT', '/api/kit', 'application/json', JSON.stringify(body))
			let cloth = ''
			for (const { version, product } of await (await fetch('/api/kit')).json()) {
				if (product.kind === 'toner') await put({ version, product: { ...product, expires_on: '2027-06-21' } })
				if (product.kind !== 'cloth') continue
				cloth = product.id
				await put({ version, product: { ...product, name: 'Flannel', count: 6 } })
			}
			const first = (await (await fetch('/api/today')).json()).sittings[0]
			await send('POST', '/api/sittings/' + first.id + '/events', 'application/x-ndjson', JSON.stringify({
				id: 'e', device: 'd', seq: 1, at: first.chair_at, kind: 'used', step: 'p1', product: cloth, count: 2 }))
		}`)
		s.page.MustReload().MustWaitLoad()
		s.see(".due h2", "From the kit")
		s.see(".due .two", "Flannel × 2")
	})
	for _, v := range s.axe() {
		t.Errorf("axe: %s", v)
	}
	s.do("it is washed", func() {
		s.press(".due button", "^Washed$")
		s.page.MustWait(`() => !document.querySelector('.due .two')`)
	})
	s.do("its card says so", func() {
		s.press(".due a", "toner")
		s.see("#card-title", "toner")
		s.page.MustElement("[aria-label=Close], .taken button").MustClick()
		s.press(".list .name", "^Flannel")
		s.press(".card summary", "Taken and counted")
		s.see(".card td", "a sitting, Mirrin Sallow")
		s.see(".card td", "counted, Mirrin Sallow")
		s.see(".card td", "left 6")
	})
}

func TestAStudioIsTakenOutAClientErasedAndAnEmptyServerTakesTheStudioInWithHer(t *testing.T) {
	s := open(t)
	s.enter()
	var file []byte
	s.do("take it out", func() {
		s.page.MustNavigate(s.url + "/people").MustWaitLoad()
		s.see("#out-title", "The studio as a file")
		s.page.MustElement(".out input").MustInput("not it")
		s.press(".out button", "Take it out")
		s.see(".out", "is not your password")
		s.page.MustElement(".out input").MustSelectAllText().MustInput(demo.Password)
		wait := s.page.Browser().MustWaitDownload()
		s.press(".out button", "Take it out")
		file = wait()
	})
	s.do("erase her", func() {
		s.page.MustEval(`async () => {
			const list = await (await fetch('/api/clients?q=Ottoline')).json()
			await fetch('/api/clients/' + list[0].id, { method: 'DELETE' })
		}`)
		s.page.MustNavigate(s.url + "/clients").MustWaitLoad()
		s.see("main", "Jessamy Vole")
	})
	if text := s.page.MustElement("main").MustText(); strings.Contains(text, "Ottoline") {
		t.Error("she is erased and there")
	}
	z, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	if err != nil {
		t.Fatal(err)
	}
	empty := pgtest.Empty(t)
	pgtest.Owning(t, empty, func(tx pgx.Tx) error {
		_, err := store.ReadStudio(t.Context(), tx, z)
		return err
	})
	other := openOn(t, empty)
	other.enter()
	other.do("all is there", func() {
		other.see("b", "Ottoline Pryce")
		other.ottoline()
		other.see("main", "Nothing speaks against this plan")
	})
}

func TestAnOwnerTakesWhatTheLogSaysOfAFigureAndTheNextPlanSaysSo(t *testing.T) {
	s := open(t)
	s.enter()
	s.do("more sittings", func() {
		s.page.MustEval(`async () => {
			for (const l of (await (await fetch('/api/today')).json()).sittings.slice(0, 2))
				await fetch('/api/sittings/' + l.id + '/copy', { method: 'POST',
					headers: { 'Content-Type': 'application/json' },
					body: JSON.stringify({ chair_at: '2027-06-21T10:00:00' }) })
		}`)
	})
	s.rows(`with seen as (insert into observed (studio_id, sitting_id, client_id, key, value)
			select studio_id, id, client_id, 'wear.sebum_3', 2.5 from sittings returning 1)
		, more as (insert into observed (studio_id, sitting_id, client_id, key, value)
			select studio_id, id, client_id, 'wear.sebum_2', 1.5 from sittings limit 2 returning 1)
		select count(*)::text from seen`)
	s.do("take it", func() {
		s.page.MustNavigate(s.url + "/method").MustWaitLoad()
		s.press("[role=tab]", "Figures")
		s.see(".own li", "2.5 .*the book 1.8")
		s.see(".own li", "Too few to say anything")
		s.press("button[aria-label^='Take ours: Oil on skin where oil is 3']", "Take ours")
		s.see(".own li", "2.5 is gone by, said Mirrin Sallow")
	})
	for _, v := range s.axe() {
		t.Errorf("axe: %s", v)
	}
	s.do("a new sitting of somebody with such skin says so", func() {
		s.page.MustNavigate(s.url + "/").MustWaitLoad()
		s.press("[aria-label='More with Maren Tolcher']", "⋯")
		s.press("button", "Copy it there")
		s.see("h1", "Maren")
		s.press("nav a", "Wear")
		s.see(".taught", "Where oil is 3 skin makes 2.50 µg/cm²/min by this studio's own log, 1.80 by the book")
	})
}
