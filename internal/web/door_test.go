package web_test

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/http/httptest"
	"net/netip"
	"net/url"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/pquerna/otp/totp"

	"urncloth/demo"
	"urncloth/internal/app"
	"urncloth/internal/metrics"
	"urncloth/internal/web"
)

// raw sends bytes as they are and returns the status of the answer, 0 for none.
func (h *house) raw(text string) int {
	h.t.Helper()
	c, err := net.Dial("tcp", strings.TrimPrefix(h.url, "http://"))
	if err != nil {
		h.t.Fatal(err)
	}
	defer c.Close()
	if _, err := io.WriteString(c, text); err != nil {
		h.t.Fatal(err)
	}
	_ = c.SetReadDeadline(time.Now().Add(10 * time.Second))
	res, err := http.ReadResponse(bufio.NewReader(c), nil)
	if err != nil {
		return 0
	}
	return res.StatusCode
}

func TestWhatIsNoRequestIsSaidAsWhatItIs(t *testing.T) {
	h := open(t)
	post := "POST /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\n"
	for what, x := range map[string]struct {
		text string
		want int
	}{
		"a NUL in a query":      {"GET /api/clients?q=a%00b HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n", 422},
		"broken UTF-8 in one":   {"GET /api/clients?q=%ff%fe HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n", 422},
		"half an escape":        {"GET /api/clients?q=%f HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n", 422},
		"a NUL in a path":       {"GET /api/kit/a%00b/strokes HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n", 422},
		"broken UTF-8 in one's": {"GET /%c3%28 HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n", 422},
		"a broken chunk": {post + "Content-Type: application/json\r\nTransfer-Encoding: chunked\r\n\r\nzz\r\n{}\r\n",
			400},
		"another kind": {post + "Content-Type: text/plain\r\nContent-Length: 2\r\n\r\n{}", 415},
		"no kind":      {post + "Content-Length: 2\r\n\r\n{}", 415},
		"another alphabet": {post + "Content-Type: application/json; charset=utf-16\r\nContent-Length: 2\r\n\r\n{}",
			415},
		"an unknown host":     {"GET / HTTP/1.1\r\nHost: evil.example\r\n\r\n", 421},
		"one that looks near": {"GET / HTTP/1.1\r\nHost: localhost.evil.example:80\r\n\r\n", 421},
		"localhost":           {"GET / HTTP/1.1\r\nHost: LOCALHOST:1\r\n\r\n", 200},
		"the longer address":  {"GET / HTTP/1.1\r\nHost: [::1]:1\r\n\r\n", 200},
	} {
		if got := h.raw(x.text); got != x.want {
			t.Errorf("%s: %d, want %d", what, got, x.want)
		}
	}
	if got := h.raw(post + "Content-Type: application/json\r\nContent-Length: 5000000\r\n\r\n" +
		strings.Repeat("x", 5_000_000)); got != 413 {
		t.Errorf("five megabytes: %d", got)
	}
	named := opened(t, web.Options{Hosts: []string{"Cloth.Example"}})
	if got := named.raw("GET / HTTP/1.1\r\nHost: cloth.example\r\n\r\n"); got != 200 {
		t.Errorf("a host that was named: %d", got)
	}
}

func TestAHeadIsAnsweredLikeAGetWithoutABody(t *testing.T) {
	h := open(t).enter()
	for _, path := range []string{"/", "/api/me", "/assets/a-1.js", "/healthz", "/api/nothing"} {
		get, head := h.call("GET", path, nil, nil), h.call("HEAD", path, nil, nil)
		if head.StatusCode != get.StatusCode || head.Header.Get("Content-Type") != get.Header.Get("Content-Type") {
			t.Errorf("%s: %d, head %d", path, get.StatusCode, head.StatusCode)
		}
	}
}

func TestOverTLSTheCookieIsTheHostsOwnAndPlainConnectionsAreNotTried(t *testing.T) {
	h := opened(t, web.Options{Secure: true})
	res := h.signIn(demo.Email, demo.Password)
	c := res.Header.Get("Set-Cookie")
	if !strings.HasPrefix(c, "__Host-urncloth=") || !strings.Contains(c, "Secure") || !strings.Contains(c, "Path=/") ||
		strings.Contains(c, "Domain") || !strings.Contains(c, "HttpOnly") || !strings.Contains(c, "SameSite=Strict") {
		t.Errorf("%q", c)
	}
	if hsts := res.Header.Get("Strict-Transport-Security"); !strings.Contains(hsts, "max-age=63072000") {
		t.Errorf("HSTS %q", hsts)
	}
	if plain := open(t).call("GET", "/", nil, nil); plain.Header.Get("Strict-Transport-Security") != "" {
		t.Error("HSTS without TLS")
	}
}

func TestTheWordOfAProxyIsTakenOnlyWhereItIsNamed(t *testing.T) {
	try := func(h *house, from string, n int) (last int) {
		for range n {
			r, _ := http.NewRequest("POST", h.url+"/api/session",
				strings.NewReader(`{"email":"x@y.example","password":"no"}`))
			r.Header.Set("Content-Type", "application/json")
			r.Header.Set("X-Forwarded-For", from)
			last = h.send(r, nil).StatusCode
		}
		return last
	}
	h := open(t)
	try(h, "203.0.113.1", 5)
	if got := try(h, "203.0.113.2", 1); got != 429 {
		t.Errorf("somebody gives themselves another address: %d", got)
	}
	h = opened(t, web.Options{Proxies: []netip.Prefix{netip.MustParsePrefix("127.0.0.0/8")}})
	try(h, "203.0.113.1", 5)
	if got := try(h, "203.0.113.2", 1); got != 401 {
		t.Errorf("two addresses behind a proxy that is named count as one: %d", got)
	}
	if got := try(h, "198.51.100.9, 203.0.113.1", 1); got != 429 {
		t.Errorf("what was there before the proxy's own word is believed: %d", got)
	}
	try(h, "2001:db8::1", 5)
	if got := try(h, "2001:db8::2:3", 1); got != 429 {
		t.Errorf("one household with many addresses counts as many: %d", got)
	}
}

func TestASignInWithASecondStepSaysWhichFieldItLacks(t *testing.T) {
	h := open(t).enter()
	var secret app.Secret
	h.call("POST", "/api/me/second-factor", nil, &secret)
	code, err := totp.GenerateCode(secret.Secret, *h.now)
	if err != nil {
		t.Fatal(err)
	}
	var out app.Recovery
	if res := h.call("PUT", "/api/me/second-factor", app.FactorCode{Code: code}, &out); res.StatusCode != 200 ||
		len(out.Codes) != 10 {
		t.Fatal(res.StatusCode)
	}
	h.client = h.visitor()
	var p problem
	if res := h.call("POST", "/api/session", web.Credentials{Email: demo.Email, Password: demo.Password}, &p); res.
		StatusCode != 401 || len(p.Errors) != 1 || p.Errors[0].Location != "code" {
		t.Errorf("%d %+v", res.StatusCode, p)
	}
	if res := h.call("POST", "/api/session", web.Credentials{Email: demo.Email, Password: demo.Password,
		Code: out.Codes[0]}, nil); res.StatusCode != 200 {
		t.Errorf("with a recovery code: %d", res.StatusCode)
	}
}

func TestAWindowThatAsksByItselfDoesNotKeepItsSession(t *testing.T) {
	h := open(t).enter()
	ask := func(minute int, alone bool) int {
		*h.now = morning.Add(time.Duration(minute) * time.Minute)
		r, _ := http.NewRequest("GET", h.url+"/api/today", nil)
		if alone {
			r.Header.Set("X-Unattended", "1")
		}
		return h.send(r, nil).StatusCode
	}
	for _, x := range []struct {
		minute int
		alone  bool
		want   int
	}{{20, false, 200}, {35, true, 200}, {49, true, 200}, {51, true, 401}} {
		if got := ask(x.minute, x.alone); got != x.want {
			t.Errorf("minute %d, alone %t: %d", x.minute, x.alone, got)
		}
	}
}

func TestSigningInAnewEndsTheSessionThatTheWindowHad(t *testing.T) {
	h := open(t).enter()
	token := h.client.Jar.Cookies(mustURL(t, h.url))[0]
	h.signIn("jonah@saltmarsh.example", demo.Password)
	r, _ := http.NewRequest("GET", h.url+"/api/me", nil)
	r.AddCookie(token)
	res, err := http.DefaultClient.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	res.Body.Close()
	if res.StatusCode != 401 {
		t.Errorf("the session before: %d", res.StatusCode)
	}
}

func TestRequestsAreLoggedWithAnIdAndWithoutBodiesNamesOrIdsOfClients(t *testing.T) {
	var log bytes.Buffer
	h := opened(t, web.Options{Log: slog.New(slog.NewJSONHandler(&log, nil))}).enter()
	s := h.first()
	res := h.call("GET", "/api/clients/"+s["client_id"].(string)+"?q=Ottoline", nil, nil)
	id := res.Header.Get("X-Request-Id")
	if len(id) < 16 || !strings.Contains(log.String(), id) {
		t.Errorf("request id %q", id)
	}
	for _, secret := range []string{"Ottoline", s["client_id"].(string), demo.Password, demo.Email} {
		if strings.Contains(log.String(), secret) {
			t.Errorf("the log tells %s", secret)
		}
	}
	var line struct {
		Msg, Method, Route string
		Status             int
		MS                 float64
	}
	lines := strings.Split(strings.TrimSpace(log.String()), "\n")
	if err := json.Unmarshal([]byte(lines[len(lines)-1]), &line); err != nil || line.Route != "/api/clients/:id" ||
		line.Status != 200 || line.MS <= 0 {
		t.Errorf("%s, %v", lines[len(lines)-1], err)
	}
}

func TestCountsAreKeptOfRequestsPlansPoolsAndEventsWithoutIds(t *testing.T) {
	m := metrics.New(func() map[string]*pgxpool.Stat { return nil })
	h := opened(t, web.Options{Metrics: m}).enter()
	s := h.first()
	h.call("PUT", "/api/sittings/"+s["id"].(string), edit(s), nil)
	h.signIn("jonah@saltmarsh.example", "wrong")
	rec := httptest.NewRecorder()
	m.Handler().ServeHTTP(rec, httptest.NewRequest("GET", "/metrics", nil))
	text := rec.Body.String()
	for _, want := range []string{
		`urncloth_request_seconds_count{method="GET",route="/api/sittings/:id",status="200"} 1`,
		`urncloth_plan_seconds_count 1`, `urncloth_events_total{kind="sign in"} 1`,
		`urncloth_events_total{kind="sign-in refused"} 1`, "go_goroutines",
	} {
		if !strings.Contains(text, want) {
			t.Errorf("no %s", want)
		}
	}
	if strings.Contains(text, s["id"].(string)) {
		t.Error("an id is counted by")
	}
}

func TestErasingAndPlanningAtOnceLeavesNothingHalfAndBreaksNothing(t *testing.T) {
	h := open(t).enter()
	for round := range 6 {
		var c app.Client
		h.call("POST", "/api/clients", map[string]any{"record": map[string]any{"name": fmt.Sprint("Brief ", round),
			"phototype": 2, "zones": map[string]any{"forehead": map[string]any{"oil": 1, "water": 2},
				"cheeks": map[string]any{"oil": 1, "water": 2}}}}, &c)
		answers := make([]int, 12)
		var wg sync.WaitGroup
		for i := range answers {
			wg.Go(func() {
				var res *http.Response
				switch i % 4 {
				case 0:
					res = h.call("DELETE", "/api/clients/"+c.ID.String(), nil, nil)
				case 1:
					res = h.call("PUT", "/api/clients/"+c.ID.String(), map[string]any{"version": 1,
						"record": c.Record}, nil)
				default:
					res = h.call("POST", "/api/sittings", map[string]any{"client_id": c.ID,
						"chair_at": "2027-06-20T10:00",
						"base_at":  "2027-06-20T11:00"}, nil)
				}
				answers[i] = res.StatusCode
			})
		}
		wg.Wait()
		gone := 0
		for i, status := range answers {
			switch {
			case i%4 == 0 && status == 204:
				gone++
			case status >= 500, i%4 == 0 && status != 404:
				t.Errorf("round %d, request %d: %d", round, i, status)
			}
		}
		if gone != 1 {
			t.Errorf("round %d: erased %d times", round, gone)
		}
		if res := h.call("GET", "/api/clients/"+c.ID.String(), nil, nil); res.StatusCode != 404 {
			t.Errorf("round %d: after it %d", round, res.StatusCode)
		}
		var today app.Today
		h.call("GET", "/api/today?on=2027-06-20", nil, &today)
		for _, s := range today.Sittings {
			if s.ClientID == c.ID {
				t.Errorf("round %d: a sitting of nobody is left", round)
			}
		}
	}
}

func TestAFullDiskIsSaidAndOnceThereIsRoomAllIsWell(t *testing.T) {
	h := open(t).enter()
	if _, err := exec(t, h.dsn, `create function no_room() returns trigger language plpgsql as
		$$ begin raise exception using errcode = '53100'; end $$;
		create trigger no_room before insert on clients execute function no_room()`); err != nil {
		t.Fatal(err)
	}
	client := map[string]any{"record": map[string]any{"name": "Wet Hands", "phototype": 2, "zones": map[string]any{
		"forehead": map[string]any{"oil": 1, "water": 2}, "cheeks": map[string]any{"oil": 1, "water": 2}}}}
	var p problem
	res := h.call("POST", "/api/clients", client, &p)
	if res.StatusCode != 507 || !strings.Contains(p.Detail, "disk") ||
		res.Header.Get("Retry-After") == "" {
		t.Errorf("%d %q", res.StatusCode, p.Detail)
	}
	if _, err := exec(t, h.dsn, `drop trigger no_room on clients`); err != nil {
		t.Fatal(err)
	}
	if res := h.call("POST", "/api/clients", client, nil); res.StatusCode != 200 {
		t.Errorf("with room again: %d", res.StatusCode)
	}
}

func mustURL(t *testing.T, text string) *url.URL {
	t.Helper()
	u, err := url.Parse(text)
	if err != nil {
		t.Fatal(err)
	}
	return u
}

// query reads one value as the owner of the database.
func query(t testing.TB, dsn, sql string, into any) error {
	t.Helper()
	c, err := pgx.Connect(context.Background(), dsn)
	if err != nil {
		return err
	}
	defer c.Close(context.Background())
	return c.QueryRow(context.Background(), sql).Scan(into)
}

func exec(t testing.TB, dsn, sql string) (pgconn.CommandTag, error) {
	t.Helper()
	c, err := pgx.Connect(context.Background(), dsn)
	if err != nil {
		return pgconn.CommandTag{}, err
	}
	defer c.Close(context.Background())
	return c.Exec(context.Background(), sql)
}

func TestADeviceAtTheChairHasItsCookieForTheDayAndLockedIsAnsweredNothingButItsCode(t *testing.T) {
	h := open(t).enter()
	var me struct {
		ChairUntil *time.Time `json:"chair_until"`
	}
	res := h.call("PUT", "/api/me/chair", map[string]any{"code": "4071"}, &me)
	cookies := res.Cookies()
	if res.StatusCode != 200 || me.ChairUntil == nil || len(cookies) != 1 ||
		!cookies[0].Expires.Equal(me.ChairUntil.UTC().Truncate(time.Second)) || !cookies[0].HttpOnly {
		t.Fatalf("%d: until %v, %+v", res.StatusCode, me.ChairUntil, cookies)
	}
	h.client.Jar.SetCookies(mustURL(t, h.url), []*http.Cookie{{Name: cookies[0].Name, Value: cookies[0].Value}})
	for _, step := range []struct {
		method, path string
		body         any
		want         int
	}{
		{"POST", "/api/me/chair/lock", nil, 204},
		{"GET", "/api/me", nil, 423},
		{"GET", "/api/clients", nil, 423},
		{"PUT", "/api/me/chair", map[string]any{"code": "5820"}, 423},
		{"PUT", "/api/me/chair", map[string]any{}, 423},
		{"POST", "/api/me/chair/unlock", map[string]any{"code": "4072"}, 422},
		{"POST", "/api/me/chair/unlock", map[string]any{"code": "4071"}, 200},
		{"GET", "/api/clients", nil, 200},
		{"POST", "/api/me/chair/lock", nil, 204},
		{"DELETE", "/api/session", nil, 204},
		{"GET", "/api/me", nil, 401},
	} {
		if res := h.call(step.method, step.path, step.body, nil); res.StatusCode != step.want {
			t.Errorf("%s %s: %d, want %d", step.method, step.path, res.StatusCode, step.want)
		}
	}
}
