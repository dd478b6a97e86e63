package web_test

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"os"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	ics "github.com/arran4/golang-ical"
	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/face"
	"urncloth/core/plan"
	"urncloth/core/testutil"
	"urncloth/demo"
	"urncloth/internal/app"
	"urncloth/internal/device"
	"urncloth/internal/pgtest"
	"urncloth/internal/store"
	"urncloth/internal/web"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

var morning = time.Date(2027, 6, 19, 8, 12, 0, 0, time.UTC)

// house is a running application with a fresh database.
type house struct {
	t      testing.TB
	url    string
	dsn    string
	client *http.Client
	now    *time.Time
}

func open(t testing.TB) *house { t.Helper(); return opened(t, web.Options{}) }

// opened is a house whose server has some options of its own.
func opened(t testing.TB, o web.Options) *house {
	t.Helper()
	dsn := pgtest.DSN(t)
	kept, err := store.OpenBeside(context.Background(), dsn)
	if err != nil {
		t.Fatal(err)
	}
	now := morning
	files := fstest.MapFS{"index.html": {Data: []byte("<title>Urn Cloth</title>")},
		"assets/a-1.js": {Data: []byte("1")}}
	o.App = &app.App{Store: kept, Bench: device.Simulation{}, Now: func() time.Time { return now }}
	if o.Metrics != nil {
		o.App.Happened, o.App.Planned = o.Metrics.Happened, o.Metrics.Planned
	}
	o.UI, o.Demo = files, &web.Demo{Email: demo.Email, Password: demo.Password}
	handler := web.New(o)
	server := httptest.NewServer(handler)
	t.Cleanup(func() { server.Close(); kept.Close() })
	h := &house{t: t, url: server.URL, dsn: dsn, now: &now}
	h.client = h.visitor()
	return h
}

func (h *house) visitor() *http.Client {
	jar, err := cookiejar.New(nil)
	if err != nil {
		h.t.Fatal(err)
	}
	return &http.Client{Jar: jar}
}

// call sends a request and decodes the answer into out where it is given.
func (h *house) call(method, path string, body, out any) *http.Response {
	h.t.Helper()
	var in io.Reader
	switch b := body.(type) {
	case nil:
	case string:
		in = strings.NewReader(b)
	default:
		text, err := json.Marshal(b)
		if err != nil {
			h.t.Fatal(err)
		}
		in = bytes.NewReader(text)
	}
	r, err := http.NewRequest(method, h.url+path, in)
	if err != nil {
		h.t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/json")
	if strings.HasSuffix(path, ".csv") || strings.Contains(path, ".csv?") {
		r.Header.Set("Content-Type", "text/csv")
	}
	return h.send(r, out)
}

func (h *house) send(r *http.Request, out any) *http.Response {
	h.t.Helper()
	res, err := h.client.Do(r)
	if err != nil {
		h.t.Fatal(err)
	}
	defer res.Body.Close()
	text, err := io.ReadAll(res.Body)
	if err != nil {
		h.t.Fatal(err)
	}
	if out != nil {
		if err := json.Unmarshal(text, out); err != nil {
			h.t.Fatalf("%s %s: %v: %s", r.Method, r.URL, err, text)
		}
	}
	return res
}

func (h *house) signIn(email, password string) *http.Response {
	h.t.Helper()
	return h.call("POST", "/api/session", map[string]string{"email": email, "password": password}, nil)
}

func (h *house) enter() *house {
	h.t.Helper()
	if res := h.signIn(demo.Email, demo.Password); res.StatusCode != 200 {
		h.t.Fatalf("sign-in: %d", res.StatusCode)
	}
	return h
}

// first is the demo's first sitting as the API gives it.
func (h *house) first() (s map[string]any) {
	h.t.Helper()
	var today app.Today
	h.call("GET", "/api/today?on=2027-06-19", nil, &today)
	if len(today.Sittings) != 6 {
		h.t.Fatalf("%d sittings", len(today.Sittings))
	}
	h.call("GET", "/api/sittings/"+today.Sittings[0].ID.String(), nil, &s)
	return s
}

// edit is what the interface sends back of a sitting.
func edit(s map[string]any) map[string]any {
	in := s["plan"].(map[string]any)["sitting"].(map[string]any)
	return map[string]any{"version": s["version"], "title": s["title"], "artist": s["artist"], "client": in["client"],
		"look": in["look"], "day": in["day"], "method": in["method"]}
}

type problem struct {
	Status int    `json:"status"`
	Detail string `json:"detail"`
	Errors []struct{ Location, Message string }
}

func TestNothingIsServedToSomebodyNotSignedIn(t *testing.T) {
	h := open(t)
	for _, path := range []string{"/api/me", "/api/today", "/api/clients", "/api/clients/" + uuid.NewString(),
		"/api/sittings/" + uuid.NewString(), "/api/catalogue"} {
		if res := h.call("GET", path, nil, nil); res.StatusCode != 401 ||
			res.Header.Get("Content-Type") != "application/problem+json" {
			t.Errorf("%s: %d %s", path, res.StatusCode, res.Header.Get("Content-Type"))
		}
	}
	var hello web.Hello
	if h.call("GET", "/api/hello", nil, &hello); hello.Demo == nil {
		t.Error("the demo's sign-in is not shown on the demo's own page")
	}
}

func TestSignInGivesACookieScriptsCannotReadAndSignOutEndsIt(t *testing.T) {
	h := open(t)
	res := h.signIn(demo.Email, demo.Password)
	c := res.Header.Get("Set-Cookie")
	if res.StatusCode != 200 || !strings.Contains(c, "HttpOnly") || !strings.Contains(c, "SameSite=Strict") ||
		len(res.Header.Values("Set-Cookie")) != 1 {
		t.Errorf("%d %q", res.StatusCode, res.Header.Values("Set-Cookie"))
	}
	if res := h.call("GET", "/api/me", nil, nil); res.StatusCode != 200 {
		t.Errorf("after sign-in: %d", res.StatusCode)
	}
	if res := h.call("DELETE", "/api/session", nil, nil); res.StatusCode != 204 {
		t.Errorf("sign-out: %d", res.StatusCode)
	}
	if res := h.call("GET", "/api/me", nil, nil); res.StatusCode != 401 {
		t.Errorf("after sign-out: %d", res.StatusCode)
	}
}

func TestSignInIsThrottledPerAccountAndTheThrottlePasses(t *testing.T) {
	h := open(t)
	for i := range 5 {
		if res := h.signIn("jonah@saltmarsh.example", "wrong"); res.StatusCode != 401 {
			t.Fatalf("try %d: %d", i, res.StatusCode)
		}
	}
	res := h.signIn("jonah@saltmarsh.example", demo.Password)
	if res.StatusCode != 429 || res.Header.Get("Retry-After") == "" {
		t.Errorf("the sixth try: %d, retry after %q", res.StatusCode, res.Header.Get("Retry-After"))
	}
	if res := h.signIn(demo.Email, demo.Password); res.StatusCode != 200 {
		t.Errorf("another account is not shut out: %d", res.StatusCode)
	}
	*h.now = morning.Add(16 * time.Minute)
	if res := h.signIn("jonah@saltmarsh.example", demo.Password); res.StatusCode != 200 {
		t.Errorf("a quarter of an hour later: %d", res.StatusCode)
	}
}

func TestAnotherSitesPageCannotWrite(t *testing.T) {
	h := open(t).enter()
	for name, header := range map[string][2]string{"fetch metadata": {"Sec-Fetch-Site", "cross-site"},
		"origin": {"Origin", "http://elsewhere.example"}} {
		r, _ := http.NewRequest("POST", h.url+"/api/clients", strings.NewReader(`{}`))
		r.Header.Set("Content-Type", "application/json")
		r.Header.Set(header[0], header[1])
		var p problem
		if res := h.send(r, &p); res.StatusCode != 403 {
			t.Errorf("%s: %d", name, res.StatusCode)
		}
	}
}

func TestSecurityHeadersStandOnEveryAnswer(t *testing.T) {
	h := open(t)
	for _, path := range []string{"/", "/api/hello", "/assets/a-1.js", "/sittings/x/prep"} {
		res := h.call("GET", path, nil, nil)
		for name, want := range map[string]string{"Content-Security-Policy": "default-src 'self'",
			"X-Content-Type-Options": "nosniff", "X-Frame-Options": "DENY", "Referrer-Policy": "same-origin"} {
			if got := res.Header.Get(name); !strings.HasPrefix(got, want) {
				t.Errorf("%s: %s is %q", path, name, got)
			}
		}
	}
}

func TestPagesAndAssets(t *testing.T) {
	h := open(t)
	for path, want := range map[string]int{"/": 200, "/clients": 200, "/sittings/" + uuid.NewString() + "/prep": 200,
		"/assets/a-1.js": 200, "/assets/gone.js": 404, "/api/nothing": 404, "/../../etc/passwd": 200} {
		if res := h.call("GET", path, nil, nil); res.StatusCode != want {
			t.Errorf("%s: %d, want %d", path, res.StatusCode, want)
		}
	}
	if got := h.call("GET", "/assets/a-1.js", nil, nil).Header.Get("Cache-Control"); !strings.Contains(got,
		"immutable") {
		t.Errorf("an asset is cached %q", got)
	}
	if got := h.call("GET", "/", nil, nil).Header.Get("Cache-Control"); got != "no-cache" {
		t.Errorf("the page is cached %q", got)
	}
}

func TestANewClientIsKeptFoundAndPlanned(t *testing.T) {
	h := open(t).enter()
	var c app.Client
	record := map[string]any{"name": "Wren Halloran", "phototype": 3,
		"zones": map[string]any{"forehead": map[string]any{"oil": 2, "water": 2},
			"cheeks": map[string]any{"oil": 1, "water": 1}}}
	if res := h.call("POST", "/api/clients", map[string]any{"record": record, "notes": "hums"},
		&c); res.StatusCode != 200 || c.Version != 1 || c.Skin.Type != "combination" {
		t.Fatalf("%d %+v", res.StatusCode, c)
	}
	var found []app.ClientLine
	if h.call("GET", "/api/clients?q=halLO", nil, &found); len(found) != 1 || found[0].ID != c.ID {
		t.Errorf("found %+v", found)
	}
	var s app.Sitting
	res := h.call("POST", "/api/sittings", map[string]any{"client_id": c.ID, "title": "Trial",
		"chair_at": "2027-06-20T10:00", "base_at": "2027-06-20T10:40"}, &s)
	if res.StatusCode != 200 || s.Plan.Prep.ReadyAt.IsZero() || len(s.Plan.Sitting.Kit) < 38 {
		t.Fatalf("%d %+v", res.StatusCode, s.Plan.Prep)
	}
	var again app.Sitting
	if h.call("GET", "/api/sittings/"+s.ID.String(), nil, &again); again.Plan.Prep.ReadyAt != s.Plan.Prep.ReadyAt {
		t.Errorf("read back %s, planned %s", again.Plan.Prep.ReadyAt, s.Plan.Prep.ReadyAt)
	}
}

func TestAChangedInputIsPlannedAnewAndAStaleEditGets409WithWhatStands(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	path := "/api/sittings/" + s["id"].(string)
	e := edit(s)
	e["day"].(map[string]any)["base_at"] = "2027-06-19T09:20:00"
	var saved app.Sitting
	if res := h.call("PUT", path, e, &saved); res.StatusCode != 200 || saved.Version != 2 ||
		len(saved.Plan.Prep.GaveUp) == 0 {
		t.Fatalf("%d, version %d, gave up %v", res.StatusCode, saved.Version, saved.Plan.Prep.GaveUp)
	}
	e["title"] = "mine"
	var stale struct {
		problem
		Current app.Sitting `json:"current"`
	}
	if res := h.call("PUT", path, e, &stale); res.StatusCode != 409 || stale.Current.Version != 2 ||
		stale.Current.Plan.Sitting.Day.BaseAt.Clock() != "09:20" {
		t.Errorf("%d, current version %d", res.StatusCode, stale.Current.Version)
	}
	if again := h.first(); again["title"] != s["title"] {
		t.Errorf("a stale edit was kept: %v", again["title"])
	}
}

func TestBadInputNamesTheFieldAndSavesNothing(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	path := "/api/sittings/" + s["id"].(string)
	with := func(change func(e map[string]any)) string {
		e := edit(h.first())
		change(e)
		b, err := json.Marshal(e)
		if err != nil {
			t.Fatal(err)
		}
		return string(b)
	}
	zone := func(e map[string]any) map[string]any {
		return e["client"].(map[string]any)["zones"].(map[string]any)["forehead"].(map[string]any)
	}
	cases := []struct {
		name, body string
		status     int
		location   string
	}{
		{"malformed", `{"version":`, 400, ""},
		{"empty", ``, 400, ""},
		{"not an object", `[]`, 400, ""},
		{"unknown field", with(func(e map[string]any) { e["mood"] = 1 }), 422, "mood"},
		{"grade", with(func(e map[string]any) { zone(e)["oil"] = 4 }), 422, "client.zones.forehead.oil"},
		{"half a grade", with(func(e map[string]any) { zone(e)["oil"] = 1.5 }), 422, "client.zones.forehead.oil"},
		{"impossible date", with(func(e map[string]any) { e["day"].(map[string]any)["date"] = "2027-02-30" }), 422,
			"day.date"},
		{"base before chair",
			with(func(e map[string]any) { e["day"].(map[string]any)["base_at"] = "2027-06-19T08:00" }), 422,
			"day.base_at"},
		{"unknown zone", with(func(e map[string]any) {
			e["client"].(map[string]any)["zones"].(map[string]any)["knee"] = map[string]any{"oil": 1}
		}), 422, "client.zones.knee"},
		{"no version", with(func(e map[string]any) { delete(e, "version") }), 422, "version"},
		{"a text of NUL", with(func(e map[string]any) { e["title"] = "a\x00b" }), 422, "title"},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			var p problem
			res := h.call("PUT", path, c.body, &p)
			if res.StatusCode != c.status || res.Header.Get("Content-Type") != "application/problem+json" {
				t.Fatalf("%d %+v", res.StatusCode, p)
			}
			if c.location != "" && (len(p.Errors) == 0 || p.Errors[0].Location != c.location ||
				p.Errors[0].Message == "") {
				t.Errorf("faults %+v, want one at %s", p.Errors, c.location)
			}
		})
	}
	if again := h.first(); again["version"] != s["version"] {
		t.Errorf("version is %v, was %v", again["version"], s["version"])
	}
	for path, want := range map[string]int{"/api/sittings/not-an-id": 422, "/api/sittings/" + uuid.NewString(): 404,
		"/api/today?on=2027-13-01": 422} {
		if res := h.call("GET", path, nil, nil); res.StatusCode != want {
			t.Errorf("%s: %d, want %d", path, res.StatusCode, want)
		}
	}
	if res := h.call("PUT", path, strings.Repeat("x", 5<<20), nil); res.StatusCode != 413 {
		t.Errorf("five megabytes: %d", res.StatusCode)
	}
}

func TestAPersonOfAnotherStudioGets404(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	client := s["client_id"].(string)
	pgtest.AddStudio(t, h.dsn)
	h.client = h.visitor()
	if res := h.signIn(pgtest.OtherEmail, pgtest.OtherPassword); res.StatusCode != 200 {
		t.Fatalf("sign-in: %d", res.StatusCode)
	}
	for _, path := range []string{"/api/sittings/" + s["id"].(string), "/api/clients/" + client} {
		if res := h.call("GET", path, nil, nil); res.StatusCode != 404 {
			t.Errorf("GET %s: %d", path, res.StatusCode)
		}
	}
	if res := h.call("PUT", "/api/sittings/"+s["id"].(string), edit(s), nil); res.StatusCode != 404 {
		t.Errorf("PUT: %d", res.StatusCode)
	}
	if res := h.call("POST", "/api/sittings", map[string]any{"client_id": client, "chair_at": "2027-06-20T10:00",
		"base_at": "2027-06-20T10:40"}, nil); res.StatusCode != 404 {
		t.Errorf("a sitting of another studio's client: %d", res.StatusCode)
	}
	var list []app.ClientLine
	if h.call("GET", "/api/clients", nil, &list); len(list) != 0 {
		t.Errorf("sees %d clients", len(list))
	}
}

func TestAnAssistantRunsSittingsAndEditsNoClient(t *testing.T) {
	h := open(t)
	if res := h.signIn("fenna@saltmarsh.example", demo.Password); res.StatusCode != 200 {
		t.Fatal(res.StatusCode)
	}
	s := h.first()
	if res := h.call("PUT", "/api/sittings/"+s["id"].(string), edit(s), nil); res.StatusCode != 200 {
		t.Errorf("a sitting: %d", res.StatusCode)
	}
	var c app.Client
	h.call("GET", "/api/clients/"+s["client_id"].(string), nil, &c)
	if res := h.call("PUT", "/api/clients/"+c.ID.String(), map[string]any{"version": c.Version, "record": c.Record},
		nil); res.StatusCode != 403 {
		t.Errorf("a client's record: %d", res.StatusCode)
	}
}

func TestEveryReadOfAClientRecordIsInTheAuditTrail(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	h.call("GET", "/api/clients/"+s["client_id"].(string), nil, nil)
	c, err := pgx.Connect(t.Context(), h.dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(context.Background())
	for _, act := range []string{"read sitting", "read client"} {
		var n int
		if err := c.QueryRow(t.Context(), "select count(*) from audit where act = $1 and client_id = $2", act,
			s["client_id"]).Scan(&n); err != nil || n == 0 {
			t.Errorf("%s: %d entries, %v", act, n, err)
		}
	}
}

func TestAfterBaseTheKitStaysAsItWas(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	c, err := pgx.Connect(t.Context(), h.dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(context.Background())
	if _, err := c.Exec(t.Context(), "delete from products where id = 'chalkwell'"); err != nil {
		t.Fatal(err)
	}
	count := func() int {
		var out app.Sitting
		h.call("PUT", "/api/sittings/"+s["id"].(string), edit(h.first()), &out)
		return len(out.Plan.Sitting.Kit)
	}
	*h.now = morning.Add(24 * time.Hour)
	h.enter()
	was := len(s["plan"].(map[string]any)["sitting"].(map[string]any)["kit"].([]any))
	if got := count(); got != was {
		t.Errorf("the past was rewritten: %d products, were %d", got, was)
	}
	*h.now = morning
	h.enter()
	if got := count(); got != was-1 {
		t.Errorf("before base the kit is today's: %d products, want %d", got, was-1)
	}
}

func TestOnlyAnOwnerChangesTheHouseMethodAndAStaleChangeIsTold(t *testing.T) {
	h := open(t).enter()
	var house app.House
	h.call("GET", "/api/house", nil, &house)
	house.Method["depuff"] = "cold"
	house.Notes["patch-test"] = "Our borough asks for 48 hours."
	var now app.House
	if res := h.call("PUT", "/api/house", house, &now); res.StatusCode != 200 || now.Version != house.Version+1 ||
		now.Notes["patch-test"] == "" {
		t.Fatalf("%d %+v", res.StatusCode, now)
	}
	var me app.Me
	if h.call("GET", "/api/me", nil, &me); me.Method["depuff"] != "cold" {
		t.Errorf("the studio's method is %q", me.Method["depuff"])
	}
	if res := h.call("PUT", "/api/house", house, nil); res.StatusCode != 409 {
		t.Errorf("a stale change: %d", res.StatusCode)
	}
	for body, location := range map[string]string{
		`{"version":2,"method":{"moon":"full"},"notes":{}}`:                                  "method.moon",
		`{"version":2,"method":{},"notes":{"luck":"x"}}`:                                     "notes.luck",
		`{"version":2,"method":{"depuff":"hammer"},"notes":{}}`:                              "method.depuff",
		`{"version":2,"method":{},"notes":{"spf-low":1}}`:                                    "notes.spf-low",
		`{"version":2,"method":{}}`:                                                          "notes",
		`{"version":0,"method":{},"notes":{}}`:                                               "version",
		`{"version":2,"method":{},"notes":{},"motto":"onward"}`:                              "motto",
		`{"version":2,"method":{"wipes":["never"]},"notes":{}}`:                              "method.wipes",
		`{"version":2,"method":[],"notes":{}}`:                                               "method",
		`{"version":2.5,"method":{},"notes":{}}`:                                             "version",
		`{"version":"2","method":{},"notes":{}}`:                                             "version",
		`{"version":2,"method":{"toner":null},"notes":{}}`:                                   "method.toner",
		`{"version":2,"method":{},"notes":{"hot-skin":"` + strings.Repeat("x", 2001) + `"}}`: "notes.hot-skin",
	} {
		var p problem
		if res := h.call("PUT", "/api/house", body, &p); res.StatusCode != 422 || p.Errors[0].Location != location {
			t.Errorf("%.60s: %d %+v, want a fault at %s", body, res.StatusCode, p.Errors, location)
		}
	}
	h.client = h.visitor()
	h.signIn("jonah@saltmarsh.example", demo.Password)
	if res := h.call("PUT", "/api/house", now, nil); res.StatusCode != 403 {
		t.Errorf("an artist: %d", res.StatusCode)
	}
}

func TestAWrittenReasonIsKeptWithWhoGaveItAndWhen(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	e := edit(s)
	e["client"].(map[string]any)["born"] = "2018-01-01"
	var out app.Sitting
	path := "/api/sittings/" + s["id"].(string)
	h.call("PUT", path, e, &out)
	stops := func() (open int) {
		for _, f := range out.Plan.Findings {
			if f.Severity == "stop" && f.Override == "" {
				open++
			}
		}
		return open
	}
	before := stops()
	if before == 0 {
		t.Fatal("a child without a guardian is no stop")
	}
	e["version"], e["lifted"] = out.Version, []map[string]any{{"rule": "minor",
		"reason": "Her mother signed at the door.", "by": "somebody else", "on": "1999-01-01"}}
	h.call("PUT", path, e, &out)
	if stops() != before-1 {
		t.Errorf("%d stops open, were %d", stops(), before)
	}
	if l := out.Plan.Sitting.Overrides; len(l) != 1 || l[0].By != "Mirrin Sallow" || l[0].On.String() != "2027-06-19" {
		t.Errorf("who and when are the server's to write: %+v", l)
	}
	e["version"], e["lifted"] = out.Version, out.Plan.Sitting.Overrides
	h.client = h.visitor()
	h.signIn("jonah@saltmarsh.example", demo.Password)
	h.call("PUT", path, e, &out)
	if l := out.Plan.Sitting.Overrides; l[0].By != "Mirrin Sallow" {
		t.Errorf("a later save by another took the reason over: %+v", l)
	}
}

func TestTheCountdownIsAValidCalendar(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	res, err := h.client.Get(h.url + "/api/sittings/" + s["id"].(string) + "/countdown.ics")
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	if got := res.Header.Get("Content-Type"); !strings.HasPrefix(got, "text/calendar") {
		t.Errorf("sent as %s", got)
	}
	c, err := ics.ParseCalendar(res.Body)
	if err != nil {
		t.Fatal(err)
	}
	want := s["plan"].(map[string]any)["countdown"].([]any)
	if len(c.Events()) != len(want) || len(want) == 0 {
		t.Fatalf("%d entries, %d due", len(c.Events()), len(want))
	}
	for i, e := range c.Events() {
		due := want[i].(map[string]any)
		got := strings.ReplaceAll(e.GetProperty(ics.ComponentPropertySummary).Value, `\`, "")
		if want := "Ottoline Pryce: " + due["do"].(string); got != want {
			t.Errorf("entry %d says %q, want %q", i, got, want)
		}
		if at, err := e.GetAllDayStartAt(); err != nil || at.Format(time.DateOnly) != due["on"] {
			t.Errorf("entry %d is on %s, due %s (%v)", i, at, due["on"], err)
		}
	}
}

func TestTheKitIsKeptChangedRetiredAndPlannedWith(t *testing.T) {
	h := open(t).enter()
	var shelf []app.Shelved
	h.call("GET", "/api/kit", nil, &shelf)
	if len(shelf) != 48 {
		t.Fatalf("%d products", len(shelf))
	}
	first := shelf[0]
	first.Product.Name = "Clear micellar, new"
	change := map[string]any{"version": first.Version, "product": first.Product}
	var out app.Shelved
	if res := h.call("PUT", "/api/kit", change, &out); res.StatusCode != 200 || out.Version != first.Version+1 {
		t.Fatalf("%d %+v", res.StatusCode, out)
	}
	if res := h.call("PUT", "/api/kit", change, nil); res.StatusCode != 409 {
		t.Errorf("a stale change: %d", res.StatusCode)
	}
	fresh := map[string]any{"product": map[string]any{"id": "dew-two", "name": "Dew two", "kind": "primer_hydrating",
		"base": "water"}}
	if res := h.call("PUT", "/api/kit", fresh, &out); res.StatusCode != 200 || out.Version != 1 {
		t.Errorf("a new one: %d", res.StatusCode)
	}
	var p problem
	if res := h.call("PUT", "/api/kit", fresh, &p); res.StatusCode != 422 || p.Errors[0].Location != "product.id" {
		t.Errorf("the same id again: %d %+v", res.StatusCode, p.Errors)
	}
	if res := h.call("PUT", "/api/kit",
		`{"product":{"id":"x","name":"X","kind":"sunscreen","spf":999,"water_resistant_min":30}}`,
		&p); res.StatusCode != 422 || p.Errors[0].Location != "product.spf" {
		t.Errorf("a factor of 999: %d %+v", res.StatusCode, p.Errors)
	}
	retired := map[string]any{"version": 1, "retired": true, "product": out.Product}
	h.call("PUT", "/api/kit", retired, &out)
	s := h.first()
	var planned app.Sitting
	h.call("PUT", "/api/sittings/"+s["id"].(string), edit(s), &planned)
	if len(planned.Plan.Sitting.Kit) != 48 || planned.Plan.Sitting.Kit[0].Name != "Clear micellar, new" {
		t.Errorf("planned with %d products, first %s", len(planned.Plan.Sitting.Kit), planned.Plan.Sitting.Kit[0].Name)
	}
	h.client = h.visitor()
	h.signIn("fenna@saltmarsh.example", demo.Password)
	if res := h.call("PUT", "/api/kit", change, nil); res.StatusCode != 403 {
		t.Errorf("an assistant: %d", res.StatusCode)
	}
}

func TestATableIsPreviewedAndTakenOnlyWhenTold(t *testing.T) {
	h := open(t).enter()
	send := func(query, table string, out any) *http.Response {
		r, _ := http.NewRequest("POST", h.url+"/api/kit.csv"+query, strings.NewReader(table))
		r.Header.Set("Content-Type", "text/csv")
		return h.send(r, out)
	}
	table := "id,name,kind\nnew-one,New one,toner\nclear-micellar,Clear micellar again,micellar\nbad,Bad,nectar\n"
	var p app.Preview
	if res := send("", table, &p); res.StatusCode != 200 || p.Good != 2 || p.New != 1 || p.Changed != 1 ||
		len(p.Faults) != 1 || p.Taken {
		t.Fatalf("%d %+v", res.StatusCode, p)
	}
	if send("?take=true", table, &p); p.Taken {
		t.Error("taken in spite of its faults, without being told to take the good rows")
	}
	count := func() (n int) {
		var shelf []app.Shelved
		h.call("GET", "/api/kit", nil, &shelf)
		return len(shelf)
	}
	if count() != 48 {
		t.Error("a preview changed the kit")
	}
	if send("?take=true&good_only=true", table, &p); !p.Taken || count() != 49 {
		t.Errorf("%+v, %d products", p, count())
	}
	var bad problem
	if res := send("", "Dear all,\nwe regret\n", &bad); res.StatusCode != 422 ||
		!strings.Contains(bad.Errors[0].Message, "header") {
		t.Errorf("a letter: %d %+v", res.StatusCode, bad)
	}
	res, err := h.client.Get(h.url + "/api/kit.csv")
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	out, _ := io.ReadAll(res.Body)
	if send("", string(out), &p); len(p.Faults) != 0 || p.Changed != 49 {
		t.Errorf("the table that goes out does not come back: %+v", p)
	}
}

func TestAPumpIsWeighedOnTheSimulatedScaleAndAFaultIsSaid(t *testing.T) {
	h := open(t).enter()
	var c app.Calibration
	if res := h.call("POST", "/api/kit/light-lotion/strokes", nil, &c); res.StatusCode != 200 ||
		len(c.Strokes) != 10 || !c.Good || c.GramsPerUnit < 0.2 || c.GramsPerUnit > 0.4 {
		t.Errorf("%d %+v", res.StatusCode, c)
	}
	var p problem
	if res := h.call("POST", "/api/kit/light-lotion/strokes?fault=true", nil, &p); res.StatusCode != 502 ||
		!strings.Contains(p.Detail, "cable") {
		t.Errorf("%d %+v", res.StatusCode, p)
	}
	if res := h.call("POST", "/api/kit/nothing/strokes", nil, nil); res.StatusCode != 404 {
		t.Errorf("no such product: %d", res.StatusCode)
	}
}

func TestStepsMadeByHandAreTriedKeptAndGivenUpAgain(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	path := "/api/sittings/" + s["id"].(string)
	var was app.Sitting
	h.call("GET", path, nil, &was)
	steps := was.Plan.Prep.Steps
	var tried plan.Plan
	less := steps[:len(steps)-3]
	if res := h.call("POST", path+"/check", map[string]any{"steps": less, "retime": true},
		&tried); res.StatusCode != 200 || len(tried.Prep.Steps) != len(less) {
		t.Fatalf("%d", res.StatusCode)
	}
	added := []map[string]any{{"id": "h1", "act": "apply", "product": "lip-salve", "start": "2027-06-19T09:00"}}
	if h.call("POST", path+"/check", map[string]any{"steps": added, "retime": true},
		&tried); len(tried.Prep.Steps[0].Zones) != 1 || tried.Prep.Steps[0].Grams == 0 {
		t.Errorf("a layer just added goes where it usually does: %+v", tried.Prep.Steps[0])
	}
	e := edit(s)
	e["steps"] = less
	var kept app.Sitting
	if h.call("PUT", path, e, &kept); len(kept.ByHand) == 0 || kept.Proposed == nil ||
		kept.Proposed.SlackS != was.Plan.Prep.SlackS || len(kept.Plan.Prep.Steps) != len(less) {
		t.Fatalf("by hand %v, %d steps", kept.ByHand, len(kept.Plan.Prep.Steps))
	}
	var read app.Sitting
	reading := map[string]any{"version": kept.Version, "reading": map[string]any{"zone": "nose", "by": "blot",
		"sheet": "specks"}}
	if res := h.call("POST", path+"/readings", reading, &read); res.StatusCode != 200 || len(read.ByHand) == 0 ||
		len(read.Plan.Prep.Steps) != len(less) {
		t.Errorf("a reading drops what was made by hand: %d, by hand %v, %d steps", res.StatusCode, read.ByHand,
			len(read.Plan.Prep.Steps))
	}
	var stale struct{ Current app.Sitting }
	if res := h.call("POST", path+"/readings", reading, &stale); res.StatusCode != 409 ||
		stale.Current.Version != read.Version {
		t.Errorf("a reading on a stale version: %d, current %d", res.StatusCode, stale.Current.Version)
	}
	e["version"] = read.Version
	delete(e, "steps")
	if h.call("PUT", path, e, &kept); len(kept.ByHand) > 0 || len(kept.Plan.Prep.Steps) != len(steps) {
		t.Errorf("planned again it is still by hand: %v", kept.ByHand)
	}
	var p problem
	e["version"], e["steps"] = kept.Version, []map[string]any{{"id": "h1", "act": "apply", "product": "nectar",
		"start": "2027-06-19T09:00"}}
	if res := h.call("PUT", path, e, &p); res.StatusCode != 422 || p.Errors[0].Location != "steps[0].product" {
		t.Errorf("%d %+v", res.StatusCode, p.Errors)
	}
}

func TestReadingsOfEveryKindGiveGradesAndAreKeptWithTheirTime(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	path := "/api/sittings/" + s["id"].(string)
	var out app.Sitting
	h.call("GET", path, nil, &out)
	take := func(reading map[string]any, fault bool) (*http.Response, problem) {
		var p problem
		var raw json.RawMessage
		res := h.call("POST", path+"/readings", map[string]any{"version": out.Version, "reading": reading,
			"fault": fault}, &raw)
		if res.StatusCode == 200 {
			out = app.Sitting{}
			_ = json.Unmarshal(raw, &out)
		}
		_ = json.Unmarshal(raw, &p)
		return res, p
	}
	last := func() face.Reading {
		list := out.Plan.Sitting.Client.Readings
		return list[len(list)-1]
	}
	if res, p := take(map[string]any{"zone": "nose", "by": "blot", "sheet": "half_translucent"},
		false); res.StatusCode != 200 {
		t.Fatalf("%d %+v", res.StatusCode, p)
	}
	if g := out.Plan.Sitting.Client.Zones[face.Nose]; *g.Oil != 2 || g.Water != nil && *g.Water != 2 ||
		last().At.Clock() != "09:12" || last().By != "blot" {
		t.Errorf("a half translucent sheet at 09:12 is oil 2: %+v, %+v", g, last())
	}
	take(map[string]any{"zone": "chin", "by": "bare_wait", "tightness": 3, "shine": 1}, false)
	if g := out.Plan.Sitting.Client.Zones[face.Chin]; *g.Oil != 1 || *g.Water != 0 {
		t.Errorf("bare wait: %+v", g)
	}
	take(map[string]any{"zone": "cheeks", "by": "probe"}, false)
	if r := last(); r.SebumUG <= 0 || *r.Oil != face.SebumGrade(face.Cheeks, r.SebumUG) ||
		*r.Water != face.WaterGrade(r.Hydration) || *out.Plan.Sitting.Day.SurfaceC != r.SurfaceC {
		t.Errorf("probe: %+v", r)
	}
	if len(out.Plan.Sitting.Client.Readings) != 3 {
		t.Errorf("%d readings are kept", len(out.Plan.Sitting.Client.Readings))
	}
	if res, p := take(map[string]any{"zone": "cheeks", "by": "probe"}, true); res.StatusCode != 502 ||
		!strings.Contains(p.Detail, "cable") {
		t.Errorf("a probe at fault: %d %+v", res.StatusCode, p)
	}
	if res, p := take(map[string]any{"zone": "nose", "by": "blot", "sheet": "soaked"},
		false); res.StatusCode != 422 || p.Errors[0].Location != "reading.sheet" {
		t.Errorf("a soaked sheet: %d %+v", res.StatusCode, p)
	}
	var now map[string]any
	h.call("GET", path, nil, &now)
	e := edit(now)
	e["client"].(map[string]any)["zones"].(map[string]any)["jaw"] = map[string]any{"oil": 3, "water": 3}
	e["client"].(map[string]any)["readings"] = []any{}
	e["asked"] = true
	if h.call("PUT", path, e, &out); len(out.Plan.Sitting.Client.Readings) != 4 || last().By != "touch" ||
		*last().Oil != 3 {
		t.Errorf("grades by touch are a reading too, and none is lost: %+v", out.Plan.Sitting.Client.Readings)
	}
	if a := out.Plan.Sitting.Asked; a == nil || a.By != "Mirrin Sallow" || a.At.Clock() != "09:12" {
		t.Errorf("the consultation: %+v", a)
	}
	var skins []app.Skin
	if h.call("GET", "/api/clients/"+s["client_id"].(string)+"/skins", nil, &skins); len(skins) != 1 ||
		*skins[0].Zones[face.Jaw].Oil != 3 {
		t.Errorf("skins: %+v", skins)
	}
}

func TestOnlyAnOwnerKeepsThePeopleAndARoleHoldsAtOnce(t *testing.T) {
	h := open(t).enter()
	var out app.People
	h.call("GET", "/api/people", nil, &out)
	if len(out.People) != 3 {
		t.Fatalf("%d people", len(out.People))
	}
	id := func(name string) uuid.UUID {
		for _, p := range out.People {
			if p.Name == name {
				return p.ID
			}
		}
		t.Fatalf("no %s", name)
		return uuid.Nil
	}
	if res := h.call("PUT", "/api/people", map[string]any{"name": "Tamsin Rook", "email": "Tamsin@saltmarsh.example",
		"role": "artist"}, &out); res.StatusCode != 200 || len(out.People) != 4 || out.First == nil {
		t.Errorf("%d %+v", res.StatusCode, out)
	}
	for body, location := range map[string]string{
		`{"name":"X","email":"tamsin@saltmarsh.example","role":"artist"}`:                      "email",
		`{"name":"X","email":"nowhere","role":"artist"}`:                                       "email",
		`{"name":"X","email":"x@y.example","role":"queen"}`:                                    "role",
		`{"name":"","email":"x@y.example","role":"artist"}`:                                    "name",
		`{"id":"` + id("Mirrin Sallow").String() + `","name":"Mirrin Sallow","role":"artist"}`: "role",
	} {
		var p problem
		if res := h.call("PUT", "/api/people", body, &p); res.StatusCode != 422 || p.Errors[0].Location != location {
			t.Errorf("%s: %d %+v", body, res.StatusCode, p.Errors)
		}
	}
	owner := h.client
	h.client = h.visitor()
	h.signIn("jonah@saltmarsh.example", demo.Password)
	if res := h.call("PUT", "/api/people", map[string]any{"name": "Y", "email": "y@y.example",
		"role": "owner"}, nil); res.StatusCode != 403 {
		t.Errorf("an artist adds an owner: %d", res.StatusCode)
	}
	artist := h.client
	h.client = owner
	h.call("PUT", "/api/people", map[string]any{"id": id("Jonah Creedy"), "name": "Jonah Creedy",
		"role": "assistant"}, nil)
	h.client = artist
	var c app.Client
	s := h.first()
	h.call("GET", "/api/clients/"+s["client_id"].(string), nil, &c)
	if res := h.call("PUT", "/api/clients/"+c.ID.String(), map[string]any{"version": c.Version, "record": c.Record},
		nil); res.StatusCode != 403 {
		t.Errorf("an artist made assistant still edits records in the old session: %d", res.StatusCode)
	}
}

func TestAClientIsExportedWholeAndErasedForGood(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	client := s["client_id"].(string)
	var out app.Export
	if res := h.call("GET", "/api/clients/"+client+"/export.json", nil, &out); res.StatusCode != 200 ||
		out.Client.Record.Name != "Ottoline Pryce" || len(out.Sittings) != 1 || len(out.Audit) == 0 ||
		out.Client.Notes == "" {
		t.Errorf("%d %+v", res.StatusCode, out.Client.Record.Name)
	}
	assistant := h.visitor()
	owner := h.client
	h.client = assistant
	h.signIn("fenna@saltmarsh.example", demo.Password)
	if res := h.call("DELETE", "/api/clients/"+client, nil, nil); res.StatusCode != 403 {
		t.Errorf("an assistant erases: %d", res.StatusCode)
	}
	h.client = owner
	if res := h.call("DELETE", "/api/clients/"+client, nil, nil); res.StatusCode != 204 {
		t.Errorf("erase: %d", res.StatusCode)
	}
	for _, path := range []string{"/api/clients/" + client, "/api/sittings/" + s["id"].(string), "/api/clients/" +
		client + "/export.json"} {
		if res := h.call("GET", path, nil, nil); res.StatusCode != 404 {
			t.Errorf("%s after it: %d", path, res.StatusCode)
		}
	}
	c, err := pgx.Connect(t.Context(), h.dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(context.Background())
	var left int
	if err := c.QueryRow(t.Context(), `select (select count(*) from sittings
		where sitting::text like '%Ottoline%' or plan::text like '%Ottoline%') + (select count(*) from clients
		where record::text like '%Ottoline%')`).Scan(&left); err != nil || left != 0 {
		t.Errorf("%d rows still name her, %v", left, err)
	}
}

func TestListsStayQuickWithThousandsOfClientsAndProducts(t *testing.T) {
	h := open(t).enter()
	c, err := pgx.Connect(t.Context(), h.dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close(context.Background())
	_, err = c.Exec(t.Context(), `
		insert into clients (studio_id, name, record) select studio_id, 'Client ' || n, jsonb_set(record, '{name}',
			to_jsonb('Client ' || n)) from clients, generate_series(1, 5000) n where name = 'Maren Tolcher';
		insert into products (studio_id, id, position, product) select studio_id, 'extra-' || n, 100 + n,
			jsonb_set(product, '{id}', to_jsonb('extra-' || n)) from products, generate_series(1, 1952) n
			where id = 'light-lotion'`)
	if err != nil {
		t.Fatal(err)
	}
	for _, path := range []string{"/api/clients", "/api/clients?q=4999", "/api/kit"} {
		best := time.Hour
		for range 5 {
			start := time.Now()
			if res := h.call("GET", path, nil, nil); res.StatusCode != 200 {
				t.Fatalf("%s: %d", path, res.StatusCode)
			}
			best = min(best, time.Since(start))
		}
		t.Logf("%s: best of five %s", path, best)
		// the bar is 100 ms on a quiet machine; see docs/performance.md
		if best > time.Duration(300*testutil.Slower()*float64(time.Millisecond)) {
			t.Errorf("%s took %s", path, best)
		}
	}
}

func TestAStoppedDatabaseIsACalm503AndNothingAcknowledgedIsLost(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	e := edit(s)
	e["title"] = "acknowledged"
	if res := h.call("PUT", "/api/sittings/"+s["id"].(string), e, nil); res.StatusCode != 200 {
		t.Fatal(res.StatusCode)
	}
	server := pgtest.Server(t)
	if err := server.Stop(); err != nil {
		t.Fatal(err)
	}
	for _, path := range []string{"/api/me", "/api/today"} {
		var p problem
		res := h.call("GET", path, nil, &p)
		if res.StatusCode != 503 || res.Header.Get("Retry-After") == "" || strings.Contains(p.Detail, "127.0.0.1") {
			t.Errorf("%s: %d %q", path, res.StatusCode, p.Detail)
		}
	}
	for path, want := range map[string]int{"/healthz": 204, "/readyz": 503} { // alive, and not ready
		if res := h.call("GET", path, nil, nil); res.StatusCode != want {
			t.Errorf("%s: %d", path, res.StatusCode)
		}
	}
	if err := server.Again(t.Context()); err != nil {
		t.Fatal(err)
	}
	if again := h.first(); again["title"] != "acknowledged" {
		t.Errorf("after the database is back the title is %v", again["title"])
	}
}

func TestTheInterfacesTypesAreMadeFromThisAPI(t *testing.T) {
	want, err := web.OpenAPI()
	if err != nil {
		t.Fatal(err)
	}
	got, err := os.ReadFile("../../ui/src/api/openapi.json")
	if err != nil {
		t.Fatal(err)
	}
	if !bytes.Equal(bytes.TrimSpace(got), bytes.TrimSpace(want)) {
		t.Error("ui/src/api/openapi.json differs from the API: run make api")
	}
}
