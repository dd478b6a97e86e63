package web_test

import (
	"bytes"
	"compress/gzip"
	"encoding/json"
	"io"
	"net/http"
	"slices"
	"testing"
	"time"
)

// asked is an answer with its head, as it came over the line.
func (h *house) asked(path string, head map[string]string) (status int, headers http.Header, body []byte) {
	h.t.Helper()
	r, err := http.NewRequest("GET", h.url+path, nil)
	if err != nil {
		h.t.Fatal(err)
	}
	r.Header.Set("Accept-Encoding", "gzip") // else Go unpacks it by itself
	for name, value := range head {
		r.Header.Set(name, value)
	}
	res, err := h.client.Do(r)
	if err != nil {
		h.t.Fatal(err)
	}
	defer res.Body.Close()
	if body, err = io.ReadAll(res.Body); err != nil {
		h.t.Fatal(err)
	}
	if res.Header.Get("Content-Encoding") == "gzip" {
		zip, err := gzip.NewReader(bytes.NewReader(body))
		if err != nil {
			h.t.Fatal(err)
		}
		if body, err = io.ReadAll(zip); err != nil {
			h.t.Fatal(err)
		}
	}
	return res.StatusCode, res.Header, body
}

func TestASittingIsAnsweredAsItIsKeptUntilItsVersionLanguageOrDayIsAnother(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	path := "/api/sittings/" + s["id"].(string)
	status, head, first := h.asked(path, nil)
	tag := head.Get("ETag")
	if status != 200 || len(tag) < 8 || head.Get("Content-Encoding") != "gzip" ||
		head.Get("Content-Type") != "application/json" || head.Get("Cache-Control") != "no-store" {
		t.Fatalf("%d %v", status, head)
	}
	if status, head, again := h.asked(path, nil); status != 200 || head.Get("ETag") != tag ||
		!bytes.Equal(again, first) {
		t.Errorf("read again, from what is kept: %d %v, %d bytes of %d", status, head, len(again), len(first))
	}
	for _, known := range []string{tag, "W/" + tag} {
		if status, head, body := h.asked(path, map[string]string{"If-None-Match": known}); status != 304 ||
			len(body) != 0 || head.Get("ETag") != tag {
			t.Errorf("known by %s: %d %v %.80q", known, status, head, body)
		}
	}
	for _, takes := range []string{"identity", "gzip;q=0", "br"} {
		if status, head, plain := h.asked(path, map[string]string{"Accept-Encoding": takes}); status != 200 ||
			head.Get("Content-Encoding") != "" || !bytes.Equal(plain, first) {
			t.Errorf("%s: %d %v %d bytes", takes, status, head, len(plain))
		}
	}
	status, head, said := h.asked(path, map[string]string{"Accept-Language": "es", "If-None-Match": tag})
	if status != 200 || head.Get("ETag") == tag || bytes.Equal(said, first) ||
		!bytes.Contains(said, []byte("Lavarse las manos.")) {
		t.Errorf("in Spanish: %d %v %.120q", status, head, said)
	}

	e := edit(s)
	e["title"] = "Herald, once more"
	if res := h.call("PUT", path, e, nil); res.StatusCode != 200 {
		t.Fatal(res.Status)
	}
	status, head, changed := h.asked(path, map[string]string{"If-None-Match": tag})
	if status != 200 || head.Get("ETag") == tag || !bytes.Contains(changed, []byte("Herald, once more")) {
		t.Errorf("changed: %d %v", status, head)
	}
	tag = head.Get("ETag")

	*h.now = h.now.AddDate(0, 0, 1)
	h.enter()
	status, head, past := h.asked(path, map[string]string{"If-None-Match": tag})
	var out struct {
		Past bool `json:"past"`
	}
	if err := json.Unmarshal(past, &out); err != nil || status != 200 || head.Get("ETag") == tag || !out.Past {
		t.Errorf("a day later: %d %v %v past %v", status, head, err, out.Past)
	}
}

func TestWhatIsKeptToBeAnsweredIsToldToNobodyWhoMayNotReadItAndNotedForWhoDoes(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	path := "/api/sittings/" + s["id"].(string)
	_, head, _ := h.asked(path, nil)
	known := map[string]string{"If-None-Match": head.Get("ETag")}
	reads := func() (n int) {
		if err := query(t, h.dsn, `select count(*) from audit where act = 'read sitting'`, &n); err != nil {
			t.Fatal(err)
		}
		return n
	}
	if n := reads(); n != 1 {
		t.Fatalf("noted %d times after two readings within ten minutes", n)
	}
	*h.now = h.now.Add(11 * time.Minute)
	if status, _, _ := h.asked(path, known); status != 304 || reads() != 2 {
		t.Errorf("read later, known already: %d, noted %d times", status, reads())
	}
	if res := h.call("PUT", "/api/me/chair", map[string]any{"code": "4711"}, nil); res.StatusCode != 200 {
		t.Fatal(res.Status)
	}
	if res := h.call("POST", "/api/me/chair/lock", nil, nil); res.StatusCode >= 300 {
		t.Fatal(res.Status)
	}
	locked, _, body := h.asked(path, nil)
	knownLocked, _, _ := h.asked(path, known)
	h.client = h.visitor()
	out, _, _ := h.asked(path, known)
	if got := []int{locked, knownLocked, out}; !slices.Equal(got, []int{423, 423, 401}) || bytes.Contains(body,
		[]byte("Ottoline")) {
		t.Errorf("locked, locked and known, signed out: %v %.100q", got, body)
	}
	if status, _, _ := h.enter().asked("/api/sittings/"+s["client_id"].(string), nil); status != 404 {
		t.Errorf("no such sitting: %d", status)
	}
}
