package web_test

import (
	"bytes"
	"encoding/json"
	"image"
	"image/jpeg"
	"image/png"
	"net/http"
	"strings"
	"testing"
	"time"

	"urncloth/internal/app"
	"urncloth/internal/store"
)

// picture is a photograph of nothing.
var picture = func() []byte {
	var b bytes.Buffer
	if err := png.Encode(&b, image.NewNRGBA(image.Rect(0, 0, 60, 30))); err != nil {
		panic(err)
	}
	return b.Bytes()
}()

// hand sends a photograph.
func (h *house) hand(path, kind string, data []byte) (status int, list []store.Photo, p problem) {
	h.t.Helper()
	res, err := h.client.Post(h.url+path, kind, bytes.NewReader(data))
	if err != nil {
		h.t.Fatal(err)
	}
	defer res.Body.Close()
	var raw json.RawMessage
	if res.StatusCode != http.StatusNoContent {
		if err := json.NewDecoder(res.Body).Decode(&raw); err != nil {
			h.t.Fatal(err)
		}
	}
	if res.StatusCode == 200 {
		err = json.Unmarshal(raw, &list)
	} else if raw != nil {
		err = json.Unmarshal(raw, &p)
	}
	if err != nil {
		h.t.Fatal(err)
	}
	return res.StatusCode, list, p
}

// photograph keeps a photograph of a sitting.
func (h *house) photograph(sitting string) store.Photo {
	h.t.Helper()
	status, list, p := h.hand("/api/sittings/"+sitting+"/photos", "image/png", picture)
	if status != 200 || len(list) == 0 {
		h.t.Fatalf("%d %+v", status, p)
	}
	return list[0]
}

func TestAPhotographIsKeptShownGivenOutWithItsClientAndDeletedForGood(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	sitting, client := s["id"].(string), s["client_id"].(string)
	one := h.photograph(sitting)
	var list []store.Photo
	if h.call("GET", "/api/clients/"+client+"/photos", nil, &list); len(list) != 1 || list[0] != one ||
		one.Sitting.String() != sitting || one.Width != 60 || one.Height != 30 || one.By == "" {
		t.Errorf("it lists %+v", list)
	}
	for _, size := range []string{"", "?small=true"} {
		res, err := h.client.Get(h.url + "/api/photos/" + one.ID.String() + size)
		if err != nil {
			t.Fatal(err)
		}
		img, wrong := jpeg.Decode(res.Body)
		if res.Body.Close(); wrong != nil || img.Bounds().Dx() != 60 ||
			res.Header.Get("Content-Type") != "image/jpeg" ||
			res.Header.Get("Cache-Control") != "no-store" {
			t.Errorf("%q: %v, %v", size, wrong, res.Header)
		}
	}
	var all app.Export
	if h.call("GET", "/api/clients/"+client+"/export.json", nil, &all); len(all.Photos) != 1 ||
		!bytes.HasPrefix(all.Photos[0].JPEG, []byte("\xff\xd8")) {
		t.Errorf("%d photographs are handed out", len(all.Photos))
	}
	var p problem
	if res := h.call("DELETE", "/api/sittings/"+sitting, nil, &p); res.StatusCode != 409 {
		t.Errorf("its sitting is taken out: %d", res.StatusCode)
	}
	if res := h.call("DELETE", "/api/photos/"+one.ID.String(), nil, nil); res.StatusCode != 204 {
		t.Errorf("deleting it: %d", res.StatusCode)
	}
	if res := h.call("GET", "/api/photos/"+one.ID.String(), nil, &p); res.StatusCode != 404 {
		t.Errorf("deleted, it answers %d", res.StatusCode)
	}
	if res := h.call("DELETE", "/api/clients/"+client, nil, nil); res.StatusCode != 204 {
		t.Fatal(res.StatusCode)
	}
	var n int
	if err := query(t, h.dsn, `select count(*) from photos`, &n); err != nil || n != 0 {
		t.Errorf("of a client who was erased %d photographs are left, %v", n, err)
	}
}

func TestWhatIsNoPhotographIsRefusedKindlyAndOneTooManyToo(t *testing.T) {
	h := open(t).enter()
	path := "/api/sittings/" + h.first()["id"].(string) + "/photos"
	for name, c := range map[string]struct {
		kind   string
		data   []byte
		status int
		says   string
	}{
		"a page that says it is one": {"image/png", []byte("<html>"), 422, "neither a JPEG nor a PNG"},
		"another kind":               {"image/gif", []byte("GIF89a"), 415, "image/jpeg or image/png"},
		"one cut off":                {"image/png", picture[:40], 422, "cut off"},
		"9 MB":                       {"image/jpeg", make([]byte, 9<<20), 413, "8 MB"},
		"nothing":                    {"image/png", nil, 400, "required"},
	} {
		status, _, p := h.hand(path, c.kind, c.data)
		said := p.Detail
		for _, e := range p.Errors {
			said += " " + e.Message
		}
		if status != c.status || !strings.Contains(said, c.says) {
			t.Errorf("%s: %d %q", name, status, said)
		}
	}
	full := 0
	for range 25 {
		if status, _, _ := h.hand(path, "image/png", picture); status == 200 {
			full++
		}
	}
	if full != 24 {
		t.Errorf("%d photographs of one sitting are kept", full)
	}
}

func TestAClientHandsInPhotographsByTheLinkAloneSixAndNeverSeesOne(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	var link app.CardLink
	h.call("POST", "/api/sittings/"+s["id"].(string)+"/wear-link", nil, &link)
	owner := h.client
	h.client = h.visitor()
	path := "/api/wear/" + link.Token + "/photos"
	kept := 0
	for range 8 {
		if status, _, _ := h.hand(path, "image/png", picture); status == 204 {
			kept++
		}
	}
	if kept != 6 {
		t.Errorf("%d are kept by a link", kept)
	}
	for i := range link.Token {
		if i%9 != 0 {
			continue
		}
		wrong := []byte(link.Token)
		wrong[i] ^= 1
		if status, _, _ := h.hand("/api/wear/"+string(wrong)+"/photos", "image/png", picture); status != 404 &&
			status != 422 {
			t.Errorf("with character %d another: %d", i, status)
		}
	}
	*h.now = h.now.Add(8 * 24 * time.Hour)
	if status, _, _ := h.hand(path, "image/png", picture); status != 404 {
		t.Errorf("a day late: %d", status)
	}
	*h.now = h.now.Add(-8 * 24 * time.Hour)
	h.client = owner
	var list []store.Photo
	h.call("GET", "/api/clients/"+s["client_id"].(string)+"/photos", nil, &list)
	if len(list) != 6 || list[0].By != "" {
		t.Errorf("the studio sees %+v", list)
	}
}
