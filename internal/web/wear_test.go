package web_test

import (
	"io"
	"net/http"
	"strings"
	"testing"

	"github.com/google/uuid"

	"urncloth/core/plan"
	"urncloth/core/wear"
	"urncloth/internal/app"
)

func TestTouchUpsAndRemovalMadeByHandAreTriedKeptAndGivenUpAgain(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	path := "/api/sittings/" + s["id"].(string)
	var was, kept app.Sitting
	h.call("GET", path, nil, &was)
	ups, steps := was.Plan.Wear.TouchUps, was.Plan.Lift.Steps
	if len(ups) == 0 || len(steps) == 0 {
		t.Fatal("the demo has touch-ups and a removal")
	}
	var tried plan.Plan
	if h.call("POST", path+"/check", map[string]any{"touch_ups": []any{}}, &tried); len(tried.Wear.TouchUps) != 0 ||
		tried.Wear.DoseSED <= was.Plan.Wear.DoseSED {
		t.Errorf("an empty list is no touch-ups at all: %d, %g SED", len(tried.Wear.TouchUps),
			float64(tried.Wear.DoseSED))
	}
	fresh := []any{map[string]any{"id": "h1", "at": "2027-06-19T15:00"}}
	if h.call("POST", path+"/check", map[string]any{"touch_ups": fresh}, &tried); len(tried.Wear.TouchUps) != 1 ||
		len(tried.Wear.TouchUps[0].Steps) < 2 {
		t.Errorf("a touch-up that is only a moment becomes a usual one: %+v", tried.Wear.TouchUps)
	}
	pass := []any{map[string]any{"id": "h1", "act": "massage", "product": "weir-gel", "start": "2027-06-19T17:30"}}
	if h.call("POST", path+"/check", map[string]any{"lift": pass, "retime": true},
		&tried); len(tried.Lift.Steps) != 1 || len(tried.Lift.Steps[0].Zones) < 5 || tried.Lift.Steps[0].ContactS == 0 {
		t.Errorf("a pass that is only a product goes where it usually does: %+v", tried.Lift.Steps)
	}
	e := edit(s)
	e["touch_ups"], e["lift"] = []any{}, steps[:len(steps)-2]
	if h.call("PUT", path, e, &kept); len(kept.ByHand) != 2 || len(kept.Plan.Wear.TouchUps) != 0 ||
		len(kept.Plan.Lift.Steps) != len(steps)-2 || kept.Proposed == nil || kept.Proposed.TouchUps != len(ups) {
		t.Fatalf("by hand %v, %d touch-ups, %d steps", kept.ByHand, len(kept.Plan.Wear.TouchUps),
			len(kept.Plan.Lift.Steps))
	}
	tried = plan.Plan{}
	if h.call("POST", path+"/check", map[string]any{"segments": []any{}},
		&tried); len(tried.Sitting.Day.Segments) != 0 || len(tried.Wear.TouchUps) != 0 || len(tried.Wear.Curve) == 0 {
		t.Error("another course of the day keeps what was made by hand")
	}
	e["version"] = kept.Version
	delete(e, "touch_ups")
	delete(e, "lift")
	if h.call("PUT", path, e, &kept); len(kept.ByHand) != 0 || len(kept.Plan.Wear.TouchUps) != len(ups) ||
		len(kept.Plan.Lift.Steps) != len(steps) {
		t.Errorf("planned again: by hand %v, %d touch-ups", kept.ByHand, len(kept.Plan.Wear.TouchUps))
	}
	e["version"] = kept.Version
	for _, c := range []struct {
		field string
		value any
		path  string
	}{
		{"touch_ups", []any{map[string]any{"at": "2027-06-19T04:00", "steps": []any{map[string]any{"act": "blot"}}}},
			"touch_ups[0].at"},
		{"touch_ups", []any{map[string]any{"at": "2027-06-19T14:00", "steps": []any{map[string]any{"act": "reapply",
			"product": "nectar"}}}}, "touch_ups[0].steps[0].product"},
		{"touch_ups", []any{map[string]any{"at": "2027-06-19T14:00", "zones": []any{"knee"},
			"steps": []any{map[string]any{"act": "blot"}}}}, "touch_ups[0].zones[0]"},
		{"lift", []any{map[string]any{"id": "r1", "act": "hold", "product": "nectar", "start": "2027-06-19T17:30"}},
			"steps[0].product"},
	} {
		var p problem
		e[c.field] = c.value
		if res := h.call("PUT", path, e, &p); res.StatusCode != 422 || len(p.Errors) == 0 ||
			p.Errors[0].Location != c.path {
			t.Errorf("%v: %d %+v", c.value, res.StatusCode, p.Errors)
		}
		delete(e, c.field)
	}
}

func TestTwoWaysOfRemovalAreComparedAndNothingIsKept(t *testing.T) {
	h := open(t).enter()
	s := h.first()
	path := "/api/sittings/" + s["id"].(string)
	var two []plan.Compared
	ask := map[string]any{"variants": []any{map[string]any{"remover": "melt-balm"},
		map[string]any{"method": map[string]string{"first_cleanse_off": "warm_cloth"}}}}
	if res := h.call("POST", path+"/compare", ask, &two); res.StatusCode != 200 || len(two) != 2 ||
		two[0].Passes == 0 || two[1].Cloths == 0 || two[0].Cloths == two[1].Cloths {
		t.Fatalf("%d %+v", res.StatusCode, two)
	}
	var now app.Sitting
	if h.call("GET", path, nil, &now); float64(now.Version) != s["version"].(float64) {
		t.Error("a comparison changed the sitting")
	}
	var p problem
	if res := h.call("POST", path+"/compare", map[string]any{"variants": []any{map[string]any{"remover": "nectar"}}},
		&p); res.StatusCode != 422 || p.Errors[0].Location != "variants[0].remover" {
		t.Errorf("%d %+v", res.StatusCode, p.Errors)
	}
	if res := h.call("POST", "/api/sittings/"+uuid.NewString()+"/compare", ask, nil); res.StatusCode != 404 {
		t.Errorf("a sitting that is not there: %d", res.StatusCode)
	}
}

func TestTheCalculatorNeedsNoSittingAndRefusesNonsense(t *testing.T) {
	h := open(t)
	if res := h.call("POST", "/api/amount", map[string]any{"label": 50, "grams": 1}, nil); res.StatusCode != 401 {
		t.Errorf("signed out: %d", res.StatusCode)
	}
	h.enter()
	var g wear.Gives
	if res := h.call("POST", "/api/amount", map[string]any{"label": 50, "film_mg_cm2": 1},
		&g); res.StatusCode != 200 || g.Gives < 7 || g.Gives > 7.2 {
		t.Errorf("half of 50: %d %+v", res.StatusCode, g)
	}
	var p problem
	if res := h.call("POST", "/api/amount", map[string]any{"label": 0}, &p); res.StatusCode != 422 ||
		p.Errors[0].Location != "label" {
		t.Errorf("%d %+v", res.StatusCode, p.Errors)
	}
}

func TestCardsAreFilesForPeopleOfTheStudioOnly(t *testing.T) {
	h := open(t).enter()
	path := "/api/sittings/" + h.first()["id"].(string)
	for _, name := range []string{"/touch-ups.pdf", "/aftercare.pdf", "/touch-ups.ics"} {
		res, err := h.client.Get(h.url + path + name)
		if err != nil {
			t.Fatal(err)
		}
		b, _ := io.ReadAll(res.Body)
		res.Body.Close()
		want := "%PDF-"
		if strings.HasSuffix(name, "ics") {
			want = "BEGIN:VCALENDAR"
		}
		if res.StatusCode != 200 || !strings.HasPrefix(string(b), want) ||
			!strings.Contains(res.Header.Get("Content-Disposition"), "attachment") {
			t.Errorf("%s: %d %.20q", name, res.StatusCode, b)
		}
		out, err := http.Get(h.url + path + name)
		if err != nil {
			t.Fatal(err)
		}
		out.Body.Close()
		if out.StatusCode != 401 {
			t.Errorf("%s for a stranger: %d", name, out.StatusCode)
		}
	}
}
