package e2e

import (
	"context"
	"encoding/json"
	"io"
	"io/fs"
	"net/http"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"urncloth/core/say"
	"urncloth/core/testutil"
	"urncloth/demo"
	"urncloth/e2e/browser"
)

// table is a language's words of the interface, by their keys.
func table(t *testing.T, tag string) map[string]string {
	t.Helper()
	all := map[string]string{}
	for _, folder := range []string{"", "later/"} {
		data, err := os.ReadFile("../ui/src/i18n/" + folder + tag + ".json")
		if err != nil {
			t.Fatal(err)
		}
		var groups map[string]map[string]string
		if err := json.Unmarshal(data, &groups); err != nil {
			t.Fatal(err)
		}
		for group, words := range groups {
			for key, text := range words {
				if _, twice := all[group+"."+key]; twice {
					t.Errorf("%s: %s.%s stands twice", tag, group, key)
				}
				all[group+"."+key] = text
			}
		}
	}
	return all
}

// source is the interface's own code.
func source(t *testing.T) string {
	t.Helper()
	var b strings.Builder
	err := filepath.WalkDir("../ui/src", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".vue") && !strings.HasSuffix(path, ".ts") {
			return err
		}
		data, err := os.ReadFile(path)
		b.Write(data)
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	return b.String()
}

var slotOf = regexp.MustCompile(`\{\w+\}`)

func slots(text string) []string {
	list := slotOf.FindAllString(text, -1)
	slices.Sort(list)
	return slices.Compact(list)
}

func TestEveryWordOfTheInterfaceIsInEveryWholeLanguageWithTheSameSlotsAndForms(t *testing.T) {
	english := table(t, "en")
	for _, tag := range say.Tags {
		words := table(t, string(tag))
		for key, text := range words {
			want, known := english[key]
			if !known {
				t.Errorf("%s has %s, which nobody says", tag, key)
				continue
			}
			if got := slots(text); !slices.Equal(got, slots(want)) {
				t.Errorf("%s: %s has the slots %v, English %v", tag, key, got, slots(want))
			}
			if strings.Count(text, " | ") != strings.Count(want, " | ") {
				t.Errorf("%s: %s has another number of forms", tag, key)
			}
		}
		if !slices.Contains(say.Whole, tag) {
			continue
		}
		for key := range english {
			if words[key] == "" {
				t.Errorf("%s lacks %s", tag, key)
			}
		}
	}
}

func TestWhatTheInterfaceAsksForIsInItsTableAndNothingElseIs(t *testing.T) {
	code, english := source(t), table(t, "en")
	for _, m := range regexp.MustCompile(`\bt\(\s*'([a-zA-Z]+\.[a-zA-Z0-9_]+)'`).FindAllStringSubmatch(code, -1) {
		if english[m[1]] == "" {
			t.Errorf("%s is asked for and not there", m[1])
		}
	}
	// A key may also be put together of a group and a word of the API, or be handed on.
	made := regexp.MustCompile(`'([a-zA-Z]+\.)' \+`).FindAllStringSubmatch(code, -1)
	for key := range english {
		asked := strings.Contains(code, "'"+key+"'")
		for _, m := range made {
			asked = asked || strings.HasPrefix(key, m[1])
		}
		if !asked {
			t.Errorf("%s is there and not asked for", key)
		}
	}
}

// written is every word that stands in the demo's own data or is a name: it is in no table, rightly.
func written(t *testing.T) map[string]bool {
	t.Helper()
	d, err := demo.Read()
	if err != nil {
		t.Fatal(err)
	}
	data, err := json.Marshal(d)
	if err != nil {
		t.Fatal(err)
	}
	all := map[string]bool{}
	more := " Urn Cloth mg min SED PDF CSV UV SPF MED en GB EUR Europe Dublin Chromium Linux HeadlessChrome on" +
		" United Kingdom English Euro Headless Chrome Español Français presses Monday Tuesday Wednesday " +
		"Thursday Friday Saturday Sunday Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec June July"
	for _, w := range latin.FindAllString(string(data)+more, -1) {
		all[strings.ToLower(w)] = true
	}
	return all
}

var latin = regexp.MustCompile(`[A-Za-z]{2,}`)

func TestInAMadeLanguageNothingOfTheInterfaceStaysHardCodedOrRunsOverItsEdge(t *testing.T) {
	say.Teach(testutil.Pseudo())
	defer say.Teach(nil)
	s := open(t)
	s.enter()
	s.ottoline()
	sitting := strings.TrimSuffix(s.page.MustInfo().URL, "/prep")
	mine := written(t)
	s.do("the language", func() { s.page.MustEval(`() => document.cookie = 'urncloth-language=qps; path=/'`) })
	for view, see := range map[string]string{"/": ".list", "/?as=week": ".week", "/?as=month": ".month",
		"/clients": ".list", "/clients/new": "h1", "/kit": "table", "/people": "td", "/me": ".taste",
		sitting + "/intake": ".intake", sitting + "/prep": ".steps", sitting + "/wear": ".ups",
		sitting + "/lift-off": ".steps", sitting + "/night": ".steps"} {
		s.do(view, func() {
			s.page.MustNavigate(s.url + strings.TrimPrefix(view, s.url)).MustWaitLoad()
			s.page.MustElement(see)
			browser.Settle(s.page)
			told := map[string]bool{}
			for _, w := range latin.FindAllString(s.page.MustElement("body").MustText(), -1) {
				if !mine[strings.ToLower(w)] && !told[w] {
					told[w] = true
					t.Errorf("%s: %q stands in no table", view, w)
				}
			}
			for _, width := range []int{390, 1280} {
				s.page.MustSetViewport(width, 844, 1, false)
				browser.Settle(s.page)
				if over := s.page.MustEval(`() => document.documentElement.scrollWidth -
					document.documentElement.clientWidth`).Int(); over > 0 {
					t.Errorf("%s at %d: longer words run over by %d", view, width, over)
				}
			}
		})
	}
}

func TestInSpanishTheWholeOfTheMainLeavesIsSpanish(t *testing.T) {
	s := open(t)
	s.enter()
	s.do("choose it", func() {
		s.page.MustNavigate(s.url + "/me").MustWaitLoad()
		s.press(".choice", "Español")
		s.see("h2", "Cómo lo tiene usted")
	})
	s.do("the day and a plan", func() {
		s.page.MustNavigate(s.url + "/").MustWaitLoad()
		s.see("h1", "Sábado, 19 de junio de 2027|Sábado 19 de junio de 2027")
		s.press("a", "Ottoline Pryce")
		s.see(".bar", "Lista a las")
		s.press(".steps .a", "Proteger")
		s.see(".open", "Extender|Dar toques|Presionar")
		if got := s.page.MustEval(`() => document.documentElement.lang`).Str(); got != "es" {
			t.Errorf("the page says it is in %q", got)
		}
	})
	s.do("a decimal comma is a number", func() {
		s.page.MustNavigate(strings.Replace(s.page.MustInfo().URL, "/prep", "/intake", 1)).MustWaitLoad()
		s.press("[role=tab]", "Día")
		s.write("Sala, °C", "23,5")
		s.see(".state", "^Guardado")
	})
	s.do("what speaks against it", func() {
		s.write("Base", "0918")
		s.page.Keyboard.MustType(input.Tab)
		s.see(".state", "base a las 09:18")
		s.press("nav a", "Preparación")
		if s.page.MustElement(".speaks"); !s.page.MustHas(".speaks .find") {
			s.press(".speaks .link", "Leer")
		}
		s.see(".speaks .find", "Precaución[^]*después de la base")
		if text := s.page.MustElement(".speaks").MustText(); strings.Contains(text, "aution") ||
			strings.Contains(text, "Note") {
			t.Errorf("half of it is English: %s", text)
		}
	})
	s.do("at the chair", func() {
		s.page.MustNavigate(strings.Replace(s.page.MustInfo().URL, "/prep", "/chair", 1)).MustWaitLoad()
		s.see(".step h2", "Preguntar")
		text := s.page.MustElement("main").MustText()
		english := regexp.MustCompile(`\b([Tt]he|and|to|of|for|[Dd]one|[Ss]tart|[Nn]ext|with)\b`)
		if bad := english.FindString(text); bad != "" {
			t.Errorf("half of it is English, %q: %s", bad, text)
		}
	})
	s.do("what is kept", func() {
		kept := s.page.MustEval(`async () => { const id = location.pathname.split('/')[2];
			return (await (await fetch('/api/sittings/' + id)).json()).plan.sitting.day.air.temp_c }`).Num()
		if kept != 23.5 {
			t.Errorf("23,5 is kept as %g", kept)
		}
	})
}

// loaded adds the addresses of every script, style and table of words that the page has fetched.
func (s *studio) loaded(all map[string]bool) {
	script := `() => JSON.stringify(Object.fromEntries(performance.getEntriesByType('resource')
		.filter((e) => /\.(js|css|json)$/.test(new URL(e.name).pathname)).map((e) => [e.name, true])))`
	if err := json.Unmarshal([]byte(s.page.MustEval(script).Str()), &all); err != nil {
		s.t.Fatal(err)
	}
}

// wire is the bytes that an address takes on the wire to a browser that unpacks. The page itself cannot tell: of what
// its device has kept it says the size unpacked.
func (s *studio) wire(address string) int64 {
	r, err := http.NewRequestWithContext(context.Background(), http.MethodGet, address, nil)
	if err != nil {
		s.t.Fatal(err)
	}
	r.Header.Set("Accept-Encoding", "gzip, deflate, br, zstd")
	res, err := http.DefaultClient.Do(r)
	if err != nil {
		s.t.Fatal(err)
	}
	defer func() { _ = res.Body.Close() }()
	bytes, err := io.Copy(io.Discard, res.Body)
	if err != nil || res.StatusCode != http.StatusOK || bytes == 0 {
		s.t.Errorf("%s: %s, %d bytes, %v", address, res.Status, bytes, err)
	}
	return bytes
}

func TestTheFirstLoadIsUnderAQuarterMegabyteWithBothLanguages(t *testing.T) {
	const most = 250 * 1000
	s := open(t)
	all := map[string]bool{}
	s.do("sign in", func() {
		s.see("h1", "Sign in")
		s.loaded(all)
	})
	s.enter()
	s.do("the day in English", func() {
		s.see("b", "Ottoline Pryce")
		browser.Settle(s.page)
		s.loaded(all)
	})
	s.do("the day in Spanish", func() {
		s.page.MustEval(`() => fetch('/api/me/taste', { method: 'PUT', headers: { 'Content-Type': 'application/json' },
			body: JSON.stringify({ language: 'es' }) })`)
		s.page.MustNavigate(s.url + "/")
		s.page.MustWait(`() => document.documentElement.lang === 'es' && !!document.querySelector('.list b')`)
		browser.Settle(s.page)
		s.loaded(all)
	})
	sum := int64(0)
	for address := range all {
		sum += s.wire(address)
	}
	t.Logf("%d files, %d bytes", len(all), sum)
	if len(all) < 10 || sum > most {
		t.Errorf("%d files, %d bytes; the most is %d", len(all), sum, most)
	}
}
