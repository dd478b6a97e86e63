package web_test

import (
	"bytes"
	"compress/zlib"
	"io"
	"regexp"
	"strings"
	"testing"

	ics "github.com/arran4/golang-ical"

	"urncloth/core/kit"
	"urncloth/internal/app"
)

// nasty is a name that no calendar and no card may trip over.
const nasty = "Haze; mist, \\ 30 \r\nEND:VCALENDAR\n\"x\" = 🌊 \u0007naïve \u2028 سارة 山田"

// renamed gives a product another name and plans the first sitting with it; it returns the sitting's address.
func (h *house) renamed(id, name string) (path string) {
	h.t.Helper()
	var shelf []app.Shelved
	h.call("GET", "/api/kit", nil, &shelf)
	for _, s := range shelf {
		if s.Product.ID == id {
			s.Product.Name = name
			if res := h.call("PUT", "/api/kit", map[string]any{"version": s.Version, "product": s.Product}, nil); res.
				StatusCode != 200 {
				h.t.Fatal(res.StatusCode)
			}
		}
	}
	s := h.first()
	e := edit(s)
	client := e["client"].(map[string]any)
	client["name"] = name
	if res := h.call("PUT", "/api/sittings/"+s["id"].(string), e, nil); res.StatusCode != 200 {
		h.t.Fatal(res.StatusCode)
	}
	return "/api/sittings/" + s["id"].(string)
}

// mistOf is the id of the mist of the demo's kit.
func mistOf(h *house) string {
	var shelf []app.Shelved
	h.call("GET", "/api/kit", nil, &shelf)
	for _, s := range shelf {
		if s.Product.Kind == kit.SPFMist {
			return s.Product.ID
		}
	}
	h.t.Fatal("no mist")
	return ""
}

// property is a line of a calendar: RFC 5545, 3.1.
var property = regexp.MustCompile(`^[A-Z][A-Z0-9-]*(;[A-Z0-9-]+=("[^"]*"|[^",;:]*))*:`)

// paper is what is served at a path to be printed or taken along.
func (h *house) paper(path string) []byte {
	h.t.Helper()
	res, err := h.client.Get(h.url + path)
	if err != nil {
		h.t.Fatal(err)
	}
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	if err != nil || res.StatusCode != 200 {
		h.t.Fatalf("%s: %d, %v", path, res.StatusCode, err)
	}
	return b
}

func TestCalendarsKeepToTheirStandardWhateverIsInAName(t *testing.T) {
	h := open(t).enter()
	path := h.renamed(mistOf(h), nasty)
	for _, name := range []string{"/touch-ups.ics", "/countdown.ics"} {
		b := h.paper(path + name)
		text := string(b)
		if !strings.HasSuffix(text, "END:VCALENDAR\r\n") || strings.Count(text,
			"END:VCALENDAR") != 1+strings.Count(text, `\nEND:VCALENDAR`) {
			t.Errorf("%s ends %.60q", name, text[max(0, len(text)-60):])
		}
		for _, line := range strings.Split(strings.TrimSuffix(text, "\r\n"), "\r\n") {
			if len(line) > 75 {
				t.Errorf("%s: a line of %d octets: %.90q", name, len(line), line)
			}
			for _, r := range line {
				if r < ' ' && r != '\t' || r == 0x7f {
					t.Errorf("%s: %q in %.80q", name, r, line)
					break
				}
			}
		}
		unfolded := strings.NewReplacer("\r\n ", "", "\r\n\t", "").Replace(text)
		depth := 0
		for _, line := range strings.Split(strings.TrimSuffix(unfolded, "\r\n"), "\r\n") {
			if !property.MatchString(line) {
				t.Errorf("%s: %q is no property", name, line)
			}
			if strings.HasPrefix(line, "BEGIN:") {
				depth++
			} else if strings.HasPrefix(line, "END:") {
				depth--
			}
		}
		if depth != 0 {
			t.Errorf("%s: %d parts are open", name, depth)
		}
		c, err := ics.ParseCalendar(bytes.NewReader(b))
		if err != nil || len(c.Events()) == 0 {
			t.Fatalf("%s: %d entries, %v", name, len(c.Events()), err)
		}
		named := false
		for _, e := range c.Events() {
			if e.GetProperty(ics.ComponentPropertyDtstamp) == nil || e.Id() == "" {
				t.Errorf("%s: an entry without stamp or id", name)
			}
			named = named || strings.Contains(e.GetProperty(ics.ComponentPropertyDescription).Value, "naïve")
		}
		if name == "/touch-ups.ics" && !named {
			t.Error("the product is not named at all")
		}
	}
}

// printed is the text of a PDF: what its fonts are told to set, as UTF-16.
func printed(t *testing.T, pdf []byte) string {
	t.Helper()
	var all strings.Builder
	for _, part := range bytes.Split(pdf, []byte("stream\n"))[1:] {
		r, err := zlib.NewReader(bytes.NewReader(part))
		if err != nil {
			continue
		}
		text, _ := io.ReadAll(r)
		for i := 0; i+1 < len(text); i++ {
			if text[i] == 0 && text[i+1] >= ' ' && text[i+1] < 0x7f {
				all.WriteByte(text[i+1])
				i++
			}
		}
	}
	return all.String()
}

func TestACardSaysInPlainWordsWhatItCannotSet(t *testing.T) {
	h := open(t).enter()
	path := h.renamed(mistOf(h), nasty)
	for _, name := range []string{"/touch-ups.pdf", "/aftercare.pdf"} {
		b := h.paper(path + name)
		text := printed(t, b)
		for _, want := range []string{"[picture sign]", "[Arabic]", "[Han]", "could not be printed here"} {
			if !strings.Contains(text, want) {
				t.Errorf("%s does not say %q: %.300q", name, want, text)
			}
		}
	}
	plain := open(t).enter()
	res, err := plain.client.Get(plain.url + "/api/sittings/" + plain.first()["id"].(string) + "/touch-ups.pdf")
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	b, _ := io.ReadAll(res.Body)
	if text := printed(t, b); strings.Contains(text, "could not be printed") || !strings.Contains(text, "Ottoline") {
		t.Errorf("a card without such signs: %.200q", text)
	}
}
