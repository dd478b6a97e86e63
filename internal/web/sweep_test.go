package web_test

import (
	"bytes"
	"encoding/json"
	"io"
	"net/http"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"

	"urncloth/demo"
	"urncloth/e2e/rough"
	"urncloth/internal/app"
	"urncloth/internal/pgtest"
)

// described is the operations of the API, and its schemas, as it describes itself: what is added to it is in here
// without anybody's help.
func described(t testing.TB) ([]rough.Operation, rough.Schemas) {
	t.Helper()
	list, all, err := rough.Described()
	if err != nil || len(list) < 40 {
		t.Fatalf("%d operations, %v", len(list), err)
	}
	return list, all
}

// sweep is somebody's try at every operation, with what the demo studio holds.
type sweep struct {
	*house
	rough.Room
}

func swept(t *testing.T) *sweep {
	h := open(t).enter()
	s := h.first()
	var out app.People
	h.call("GET", "/api/people", nil, &out)
	var c app.Client
	h.call("GET", "/api/clients/"+s["client_id"].(string), nil, &c)
	var shelf []app.Shelved
	h.call("GET", "/api/kit", nil, &shelf)
	var house app.House
	h.call("GET", "/api/house", nil, &house)
	another := c.Record
	another.Name = "Somebody Else"
	i := slices.IndexFunc(out.People, func(p app.Person) bool { return p.Role == app.Artist })
	var looks []app.Look
	h.call("PUT", "/api/looks", map[string]any{"name": "Regatta", "look": bareLook}, &looks)
	ids := map[string]string{"/api/looks/": looks[0].ID.String(), "/api/clients/": c.ID.String(),
		"/api/sittings/": s["id"].(string),
		"/api/people/":   out.People[i].ID.String(), "/api/kit/": shelf[0].Product.ID,
		"/api/me/sessions/": uuid.NewString(), "/api/card/": "nothing", "/api/wear/": "nothing",
		"/api/photos/": h.photograph(s["id"].(string)).ID.String()}
	return &sweep{h, rough.Room{URL: h.url, Client: h.client, IDs: ids,
		Bodies: map[string]any{
			"save-client": map[string]any{"version": c.Version, "record": c.Record},
			"add-client":  map[string]any{"record": another},
			"add-sitting": map[string]any{"client_id": c.ID, "chair_at": "2027-06-20T10:00",
				"base_at": "2027-06-20T11:00"},
			"save-sitting": edit(s), "save-house": house,
			"move-sitting":     map[string]any{"version": 1, "chair_at": "2027-06-20T10:00"},
			"copy-sitting":     map[string]any{"chair_at": "2027-06-21T10:00"},
			"call-off-sitting": map[string]any{"version": 1, "off": true},
			"keep-look":        map[string]any{"name": "Regatta", "look": bareLook},
			"keep-incident":    map[string]any{"kind": "stinging", "note": "The toner.", "sitting_id": s["id"]},
			"save-taste":       map[string]any{"language": "es", "form": "dark"},
			"save-studio": map[string]any{"name": "Any Row", "timezone": "Europe/Dublin",
				"place": map[string]any{"lat": 53, "lon": -6}, "region": "en-IE", "currency": "EUR",
				"emergency": "112"},
			"save-product": map[string]any{"version": shelf[0].Version, "product": shelf[0].Product},
			"read-skin": map[string]any{"version": 1, "reading": map[string]any{"zone": "nose", "by": "touch",
				"oil": 1, "water": 1}},
			"compare-removal": map[string]any{"variants": []any{map[string]any{}}}, "try-steps": map[string]any{},
			"save-person":   map[string]any{"name": "X", "email": "x@y.example", "role": "artist"},
			"save-safety":   map[string]any{"idle_min": 30, "life_h": 12, "owners_factor": false, "backup_days": 1},
			"unlearn":       map[string]any{"key": "moisture/cheeks"},
			"reckon-amount": map[string]any{"label": 50}, "take-kit": "id,name,kind\n",
			"decide-figure": map[string]any{"key": "wear.sebum_2", "taken": false},
			"export-studio": map[string]any{"password": demo.Password},
			"keep-photo":    string(picture), "send-photo": string(picture),
			"send-events": `{"id": "e", "device": "d", "at": "2027-06-19T09:00", "kind": "start", "step": "p1"}`,
		}}}
}

// bareLook is a look of nothing but what has to be said.
var bareLook = map[string]any{"finish": "satin", "coverage": "medium", "base": "emulsion", "neckline": "closed"}

// try sends an operation as whoever is signed in.
func (s *sweep) try(op rough.Operation, all rough.Schemas) (status int, text string) {
	s.t.Helper()
	path := s.Path(op)
	if strings.Contains(path, "{") {
		s.t.Fatalf("%s: what is meant by %s? Say it in the sweep", op.ID, path)
	}
	body, said := s.Bodies[op.ID]
	if !said {
		body = all.Body(op)
	}
	var in io.Reader
	if table, is := body.(string); is {
		in = strings.NewReader(table)
	} else if body != nil {
		b, err := json.Marshal(body)
		if err != nil {
			s.t.Fatal(err)
		}
		in = bytes.NewReader(b)
	}
	r, err := http.NewRequest(op.Method, s.url+path, in)
	if err != nil {
		s.t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/json")
	if strings.HasSuffix(path, ".csv") {
		r.Header.Set("Content-Type", "text/csv")
	} else if strings.HasSuffix(path, "/photos") {
		r.Header.Set("Content-Type", "image/png")
	} else if op.ID == "send-events" {
		r.Header.Set("Content-Type", "application/x-ndjson")
	}
	res, err := s.client.Do(r)
	if err != nil {
		s.t.Fatal(err)
	}
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	if err != nil {
		s.t.Fatal(err)
	}
	return res.StatusCode, string(b)
}

// open is what somebody may do who is not signed in.
var openToAll = []string{"hello", "sign-in", "sign-out", "open-card", "tell-card", "open-wear",
	"tell-wear", "send-photo"}

func TestNoRouteIsServedToSomebodyNotSignedInOrWithAnotherToken(t *testing.T) {
	s := swept(t)
	list, all := described(t)
	for _, token := range []string{"", "AAAAAAAAAAAAAAAAAAAAAAAAAA"} {
		s.client = s.visitor()
		if token != "" {
			s.client.Jar.SetCookies(mustURL(t, s.url), []*http.Cookie{{Name: "urncloth", Value: token}})
		}
		for _, op := range list {
			if status, _ := s.try(op, all); status != 401 && !slices.Contains(openToAll, op.ID) {
				t.Errorf("%s with token %q: %d", op.ID, token, status)
			}
		}
	}
}

// secrets are words of the demo studio that nobody else may read.
var secrets = []string{"Ottoline", "saltmarsh.example", "Saltmarsh", "Mirrin", "Jonah", "chalkwell"}

func TestNoRouteTellsOrChangesAnythingOfAnotherStudio(t *testing.T) {
	s := swept(t)
	pgtest.AddStudio(t, s.dsn)
	list, all := described(t)
	before := s.everything(t)
	s.client = s.visitor()
	for _, op := range list {
		if slices.Contains(openToAll, op.ID) {
			continue
		}
		if res := s.signIn(pgtest.OtherEmail, pgtest.OtherPassword); res.StatusCode != 200 {
			t.Fatalf("sign-in: %d", res.StatusCode)
		}
		status, text := s.try(op, all)
		if strings.Contains(op.Path, "{id}") && status < 400 {
			t.Errorf("%s with another studio's id: %d", op.ID, status)
		}
		if status >= 500 {
			t.Errorf("%s: %d", op.ID, status)
		}
		for _, secret := range secrets {
			if strings.Contains(text, secret) && op.ID != "catalogue" {
				t.Errorf("%s tells %q", op.ID, secret)
			}
		}
	}
	if after := s.everything(t); after != before {
		t.Errorf("the demo studio has changed:\n%s\n%s", before, after)
	}
}

// everything is a sum of all that the demo studio holds but what is noted of reading it.
func (s *sweep) everything(t *testing.T) string {
	t.Helper()
	var sum string
	err := query(t, s.dsn, `select md5(string_agg(x, '|' order by x)) from (
		select p::text from products p union all select c::text from clients c union all select s::text from sittings s
		union all select (q.id, q.email, q.name, q.role, q.password_hash, q.removed_at)::text from people q
		union all select g::text from gone_sittings g union all select l::text from looks l
		union all select i::text from incidents i union all select h::text from chairs h
		union all select v::text from events v union all select ph::text from photos ph
		union all select f::text from forgotten f
		union all select st::text from studios st) all_of_it(x) where x not like '%o@other%'
			and x not like '%Other%' and x like '%5a17ab5e-0000-4000-8000-000000000001%'
			or x like '%saltmarsh.example%'`, &sum)
	if err != nil {
		t.Fatal(err)
	}
	return sum
}

// What is not an owner's alone. Whatever is not named here is refused to everybody else: a new route too.
var (
	forAll = []string{"me", "list-sessions", "end-session", "change-password", "begin-second-factor",
		"confirm-second-factor", "end-second-factor", "catalogue", "get-house", "reckon-amount", "list-people",
		"list-clients",
		"get-client", "get-skins", "export-client", "list-kit", "allergies", "export-kit", "weigh-strokes", "today",
		"get-sitting", "add-sitting", "save-sitting", "try-steps", "compare-removal", "read-skin", "get-countdown",
		"get-touch-ups", "get-touch-up-card", "get-aftercare-card", "save-taste", "list-looks", "restock",
		"list-days", "get-incidents", "keep-incident", "stay-at-chair", "lock-chair", "unlock-chair",
		"make-wear-link", "get-learned", "keep-photo", "list-photos", "get-photo", "due", "get-stock", "washed",
		"own-figures",
		"move-sitting", "copy-sitting", "call-off-sitting", "take-out-sitting", "put-back-sitting",
		"send-events", "make-card-link", "list-events", "get-followed-plan", "follow-sitting"}
	forArtists = []string{"unlearn", "keep-look", "drop-look", "starter-kit", "add-client", "save-client",
		"erase-client", "save-product", "take-kit", "drop-photo"}
)

func TestNoRouteIsServedToARoleThatItIsNotNamedFor(t *testing.T) {
	list, all := described(t)
	for email, mine := range map[string][]string{"fenna@saltmarsh.example": forAll,
		"jonah@saltmarsh.example": slices.Concat(forAll, forArtists)} {
		s := swept(t)
		s.client = s.visitor()
		if res := s.signIn(email, demo.Password); res.StatusCode != 200 {
			t.Fatal(res.StatusCode)
		}
		for _, op := range list {
			if slices.Contains(openToAll, op.ID) || op.ID == "erase-client" {
				continue
			}
			status, text := s.try(op, all)
			if allowed := slices.Contains(mine, op.ID); allowed == (status == 403) || status == 401 || status >= 500 ||
				!allowed && status != 403 {
				t.Errorf("%s, %s: %d %.120s", email, op.ID, status, text)
			}
		}
	}
}

func TestWithAFirstPasswordNothingIsServedButOnesOwnSignIn(t *testing.T) {
	s := swept(t)
	var out app.People
	s.call("PUT", "/api/people", map[string]any{"name": "New", "email": "new@saltmarsh.example", "role": "owner"}, &out)
	s.client = s.visitor()
	if res := s.signIn("new@saltmarsh.example", out.First.Password); res.StatusCode != 200 {
		t.Fatal(res.StatusCode)
	}
	list, all := described(t)
	for _, op := range list {
		if slices.Contains(openToAll, op.ID) {
			continue
		}
		own := op.ID == "me" || strings.HasPrefix(op.Path, "/api/me/")
		if status, _ := s.try(op, all); own == (status == 403) {
			t.Errorf("%s: %d", op.ID, status)
		}
	}
}

func TestEveryWayOfReadingAClientIsOnRecord(t *testing.T) {
	s := swept(t)
	list, all := described(t)
	for _, op := range list {
		reads := op.Method == "GET" && (strings.HasPrefix(op.Path, "/api/clients") || strings.HasPrefix(op.Path,
			"/api/sittings") ||
			op.Path == "/api/today") || op.ID == "try-steps" || op.ID == "compare-removal"
		if !reads {
			continue
		}
		var before, after int
		if err := query(t, s.dsn, `select count(*) from audit`, &before); err != nil {
			t.Fatal(err)
		}
		if _, err := exec(t, s.dsn, `update audit set at = at - interval '1 hour'`); err != nil {
			t.Fatal(err)
		}
		if status, text := s.try(op, all); status != 200 {
			t.Errorf("%s: %d %.200s", op.ID, status, text)
		}
		if err := query(t, s.dsn, `select count(*) from audit`, &after); err != nil || after != before+1 {
			t.Errorf("%s leaves %d entries, %v", op.ID, after-before, err)
		}
	}
}

func TestDamagedRequestsAreNeverAFaultOfTheServer(t *testing.T) {
	s := swept(t)
	faults, sent, err := s.Requests(600, 1)
	if err != nil || sent != 600 {
		t.Fatal(sent, err)
	}
	for _, f := range faults {
		t.Error(f)
	}
}
