package web_test

import (
	"io"
	"net/http"
	"strings"
	"testing"

	"urncloth/core/say"
)

func TestEverythingTheServerSaysIsInEveryWholeLanguage(t *testing.T) {
	for _, tag := range say.Whole {
		l := say.In(tag)
		for _, id := range say.IDs() {
			if !l.Has(id) {
				t.Errorf("%s lacks %s: %s", tag, id, say.English.Text(id))
				continue
			}
			for _, slot := range l.Slots(id) {
				if !strings.Contains(say.English.Text(id), "{"+slot) {
					t.Errorf("%s: %s has a slot %s that nothing fills", tag, id, slot)
				}
			}
		}
	}
}

// spoken asks for something in a language, as a browser does or as somebody chose at the window.
func (h *house) spoken(method, path, body, wish, chosen string) (status int, text string) {
	h.t.Helper()
	r, err := http.NewRequest(method, h.url+path, strings.NewReader(body))
	if err != nil {
		h.t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/json")
	r.Header.Set("Accept-Language", wish)
	if chosen != "" {
		r.AddCookie(&http.Cookie{Name: "urncloth-language", Value: chosen})
	}
	res, err := h.client.Do(r)
	if err != nil {
		h.t.Fatal(err)
	}
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	if err != nil {
		h.t.Fatal(err)
	}
	return res.StatusCode, string(b)
}

func TestAnswersAreInTheLanguageThatWasChosenElseInTheBrowsers(t *testing.T) {
	h := open(t).enter()
	for name, c := range map[string]struct{ wish, chosen, want string }{
		"the browser's":          {"es-MX,es;q=0.9,en;q=0.5", "", "Aquí no hay nada"},
		"the chosen one":         {"en-GB", "es", "Aquí no hay nada"},
		"the chosen over it":     {"es", "en", "There is nothing here"},
		"one nobody speaks":      {"fi", "", "There is nothing here"},
		"nonsense in the cookie": {"es", "xx", "Aquí no hay nada"},
	} {
		status, text := h.spoken("GET", "/api/sittings/5a17ab5e-0000-4000-8000-00000000dead", "", c.wish, c.chosen)
		if status != 404 || !strings.Contains(text, c.want) {
			t.Errorf("%s: %d %s", name, status, text)
		}
	}
	if _, text := h.spoken("PUT", "/api/house", `{"method":1}`, "es", ""); !strings.Contains(text,
		"necesita un objeto") {
		t.Errorf("a fault of a field: %s", text)
	}
	h.client = h.visitor()
	if _, text := h.spoken("POST", "/api/session", `{"email":"x@y.example","password":"no"}`, "es",
		""); !strings.Contains(text, "no van juntos") {
		t.Errorf("before anybody is known: %s", text)
	}
}

func TestASittingIsSaidInTheLanguageOfWhoReadsItAndKeptAsItWasDecided(t *testing.T) {
	h := open(t).enter()
	id := h.first()["id"].(string)
	_, spanish := h.spoken("GET", "/api/sittings/"+id, "", "es", "")
	_, english := h.spoken("GET", "/api/sittings/"+id, "", "en", "")
	if !strings.Contains(spanish, "Lavarse las manos.") || strings.Contains(spanish, "Wash your hands.") {
		t.Error("what was planned in English stays in English")
	}
	if !strings.Contains(english, "Wash your hands.") {
		t.Error("reading it in one language changes it for another")
	}
	if _, card := h.spoken("GET", "/api/sittings/"+id+"/touch-ups.ics", "", "es", ""); !strings.Contains(card,
		"SUMMARY:Ottoline Pryce: ") {
		t.Errorf("a calendar names nobody: %.300s", card)
	}
}
