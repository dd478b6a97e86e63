package web_test

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"io"
	"net/http"
	"strings"
	"testing"

	"github.com/jackc/pgx/v5"

	"urncloth/demo"
	"urncloth/internal/pgtest"
	"urncloth/internal/store"
)

// takeOut asks for the whole studio.
func (h *house) takeOut(word string) (int, []byte) {
	h.t.Helper()
	b, err := json.Marshal(map[string]any{"password": word})
	if err != nil {
		h.t.Fatal(err)
	}
	res, err := h.client.Post(h.url+"/api/studio/archive", "application/json", bytes.NewReader(b))
	if err != nil {
		h.t.Fatal(err)
	}
	defer res.Body.Close()
	data, err := io.ReadAll(res.Body)
	if err != nil {
		h.t.Fatal(err)
	}
	return res.StatusCode, data
}

func TestAnOwnerTakesTheWholeStudioOutByTheirPasswordAndItGoesIntoAnEmptyServerWithoutLoss(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	h.photograph(s["id"].(string))
	if status, data := h.takeOut("not it"); status != 422 || !strings.Contains(string(data), "not your password") {
		t.Errorf("with a wrong password: %d %.200s", status, data)
	}
	status, data := h.takeOut(demo.Password)
	if status != 200 {
		t.Fatalf("%d %.300s", status, data)
	}
	r, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
	if err != nil {
		t.Fatal(err)
	}
	var n int
	if err := query(t, h.dsn, `select count(*) from audit where act = 'export studio'`, &n); err != nil || n != 1 {
		t.Errorf("it is on record %d times, %v", n, err)
	}
	empty := pgtest.Empty(t)
	pgtest.Owning(t, empty, func(tx pgx.Tx) error {
		_, err := store.ReadStudio(t.Context(), tx, r)
		return err
	})
	for _, table := range []string{"people", "clients", "products", "sittings", "photos", "looks", "audit"} {
		sum := `select md5(string_agg(x, '|' order by x)) from (select t::text as x from ` + table + ` t) all_of_it`
		if table == "audit" { // whose ids are given anew
			sum = `select md5(string_agg(x, '|' order by x)) from (select concat(at, person_id, act, client_id) as x
				from audit) all_of_it`
		}
		var was, now *string
		if err := query(t, h.dsn, sum, &was); err != nil {
			t.Fatal(err)
		}
		if err := query(t, empty, sum, &now); err != nil || was != nil && (now == nil || *was != *now) {
			t.Errorf("%s differs, %v", table, err)
		}
	}
	h.client = h.visitor()
	if res := h.signIn("jonah@saltmarsh.example", demo.Password); res.StatusCode != 200 {
		t.Fatal(res.StatusCode)
	}
	if status, _ := h.takeOut(demo.Password); status != http.StatusForbidden {
		t.Errorf("an artist takes the studio out: %d", status)
	}
}
