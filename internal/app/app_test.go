package app_test

import (
	"bytes"
	"errors"
	"maps"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/act"
	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/wear"
	"urncloth/demo"
	"urncloth/internal/app"
	"urncloth/internal/device"
	"urncloth/internal/pgtest"
	"urncloth/internal/store"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

// house is the demo studio with a clock that the test turns, and its owner.
type house struct {
	t *testing.T
	*app.App
	now   time.Time
	owner app.Actor
}

func open(t *testing.T) *house {
	t.Helper()
	return openOn(t, pgtest.DSN(t))
}

// openOn is open on a database of one's own.
func openOn(t *testing.T, dsn string) *house {
	t.Helper()
	h := &house{t: t, now: time.Date(2026, 6, 20, 5, 0, 0, 0, time.UTC)}
	h.App = &app.App{Store: pgtest.Open(t, dsn), Bench: device.Simulation{}, Now: func() time.Time { return h.now }}
	var err error
	if h.owner, err = h.knock(demo.Email, demo.Password, "chair"); err != nil {
		t.Fatal(err)
	}
	return h
}

// knock signs somebody in from an address.
func (h *house) knock(email, password, address string) (app.Actor, error) {
	h.t.Helper()
	return h.SignIn(h.t.Context(), app.Knock{Email: email, Password: password, Address: address})
}

// as is somebody of the demo studio in a role.
func (h *house) as(role app.Role) app.Actor {
	h.t.Helper()
	d, err := demo.Read()
	if err != nil {
		h.t.Fatal(err)
	}
	for _, p := range d.Studio.People {
		if app.Role(p.Role) == role {
			who, err := h.knock(p.Email, demo.Password, "chair")
			if err != nil {
				h.t.Fatal(err)
			}
			return who
		}
	}
	h.t.Fatalf("nobody is %s", role)
	return app.Actor{}
}

// skin is ordinary but for the oil of the nose.
func skin(nose int) map[face.Zone]face.Grades {
	oil, water := 1, 2
	return map[face.Zone]face.Grades{
		face.Forehead: {Oil: &oil, Water: &water}, face.Cheeks: {Oil: &oil, Water: &water}, face.Nose: {Oil: &nose},
	}
}

func ordinary(name string) app.ClientEdit {
	return app.ClientEdit{Record: face.Client{Name: name, Phototype: 2, Zones: skin(1)}, Notes: "likes the window seat"}
}

// added is a new client with a sitting.
func (h *house) added(t *testing.T) (app.Client, app.Sitting) {
	t.Helper()
	c, err := h.SaveClient(t.Context(), h.owner, nil, ordinary("Ondine Vale"))
	if err != nil {
		t.Fatal(err)
	}
	s, err := h.AddSitting(t.Context(), h.owner, app.NewSitting{
		ClientID: c.ID, Title: "trial",
		ChairAt: wall(t, "2026-06-20T10:00"), BaseAt: wall(t, "2026-06-20T11:00"),
	})
	if err != nil {
		t.Fatal(err)
	}
	return c, s
}

func wall(t *testing.T, text string) (l day.Local) {
	t.Helper()
	if err := l.UnmarshalText([]byte(text)); err != nil {
		t.Fatal(err)
	}
	return l
}

func on(t *testing.T, text string) (d day.Date) {
	t.Helper()
	if err := d.UnmarshalText([]byte(text)); err != nil {
		t.Fatal(err)
	}
	return d
}

func edit(s app.Sitting) app.SittingEdit {
	in := s.Plan.Sitting
	return app.SittingEdit{Version: s.Version, Title: s.Title, Client: in.Client, Look: in.Look, Day: in.Day,
		Method: in.Method}
}

// refused is the paths that an error names.
func refused(err error) (paths []string) {
	var fs doc.Faults
	errors.As(err, &fs)
	for _, f := range fs {
		paths = append(paths, f.Path)
	}
	return paths
}

func TestAnAssistantWritesNoClientNoProductNoHouseAndNoPeople(t *testing.T) {
	h := open(t)
	c, s := h.added(t)
	who, ctx := h.as("assistant"), t.Context()
	tries := map[string]func() error{
		"add client":    func() error { _, err := h.SaveClient(ctx, who, nil, ordinary("x")); return err },
		"change client": func() error { _, err := h.SaveClient(ctx, who, &c.ID, ordinary("x")); return err },
		"erase client":  func() error { return h.EraseClient(ctx, who, c.ID) },
		"product":       func() error { _, err := h.SaveProduct(ctx, who, app.ProductEdit{}); return err },
		"table":         func() error { _, err := h.TakeCSV(ctx, who, nil, true, false); return err },
		"house":         func() error { _, err := h.SaveHouse(ctx, who, app.House{Version: 1}); return err },
		"people":        func() error { _, err := h.SavePerson(ctx, who, app.PersonEdit{Name: "x"}); return err },
	}
	for what, try := range tries {
		if err := try(); !errors.Is(err, app.ErrForbidden) {
			t.Errorf("%s: %v", what, err)
		}
	}
	for what, try := range map[string]func(app.Actor) error{
		"house":  func(a app.Actor) error { _, err := h.SaveHouse(ctx, a, app.House{Version: 1}); return err },
		"people": func(a app.Actor) error { _, err := h.SavePerson(ctx, a, app.PersonEdit{Name: "x"}); return err },
	} {
		if err := try(h.as("artist")); !errors.Is(err, app.ErrForbidden) {
			t.Errorf("an artist, %s: %v", what, err)
		}
	}
	if _, err := h.SaveSitting(ctx, who, s.ID, edit(s)); err != nil {
		t.Errorf("an assistant runs sittings: %v", err)
	}
}

func TestARecordIsCheckedBeforeItIsKept(t *testing.T) {
	h := open(t)
	e := ordinary("")
	e.Record.Born = on(t, "2026-06-21") // tomorrow
	_, err := h.SaveClient(t.Context(), h.owner, nil, e)
	if got := refused(err); !slices.Contains(got, "record.name") || !slices.Contains(got, "record.born") {
		t.Errorf("%v: %v", got, err)
	}
	if list, _ := h.Clients(t.Context(), h.owner, "", 0); len(list) != 8 {
		t.Errorf("%d clients", len(list))
	}
}

func TestOfTwoEditsOfOneRecordTheSecondGetsTheFirst(t *testing.T) {
	h := open(t)
	c, _ := h.added(t)
	first := ordinary("Ondine Vale")
	first.Version, first.Notes = c.Version, "first"
	if kept, err := h.SaveClient(t.Context(), h.owner, &c.ID, first); err != nil || kept.Version != 2 {
		t.Fatalf("version %d, %v", kept.Version, err)
	}
	second := first
	second.Notes = "second"
	stands, err := h.SaveClient(t.Context(), h.owner, &c.ID, second)
	if !errors.Is(err, store.ErrStale) || stands.Notes != "first" || stands.Version != 2 {
		t.Errorf("%q, version %d, %v", stands.Notes, stands.Version, err)
	}
}

func TestANewSittingTakesTheSkinAndLookOfTheLastAndTheHousesPlaceAndMethod(t *testing.T) {
	h := open(t)
	c, s := h.added(t)
	d := s.Plan.Sitting.Day
	if d.WearUntil != wall(t, "2026-06-20T19:00") || d.LiftAt != wall(t, "2026-06-20T19:30") {
		t.Errorf("worn until %s, off at %s", d.WearUntil, d.LiftAt)
	}
	if d.PlannedOn != on(t, "2026-06-20") || d.Place.Lat == 0 || len(s.Plan.Sitting.Kit) == 0 {
		t.Errorf("planned on %s at %+v with %d products", d.PlannedOn, d.Place, len(s.Plan.Sitting.Kit))
	}
	house, err := h.House(t.Context(), h.owner)
	if err != nil || !maps.Equal(s.Plan.Sitting.Method, house.Method.Resolved()) {
		t.Errorf("method %v, of the house %v, %v", s.Plan.Sitting.Method, house.Method, err)
	}
	e := edit(s)
	e.Client.Zones = skin(3)
	e.Look.Finish = "matte"
	if _, err := h.SaveSitting(t.Context(), h.owner, s.ID, e); err != nil {
		t.Fatal(err)
	}
	next, err := h.AddSitting(t.Context(), h.owner, app.NewSitting{
		ClientID: c.ID, ChairAt: wall(t, "2026-06-21T10:00"), BaseAt: wall(t, "2026-06-21T11:00"),
	})
	if err != nil {
		t.Fatal(err)
	}
	in := next.Plan.Sitting
	if g := in.Client.Zones[face.Nose]; g.Oil == nil || *g.Oil != 3 || in.Look.Finish != "matte" {
		t.Errorf("nose %v, finish %s", in.Client.Zones[face.Nose], in.Look.Finish)
	}
}

func TestGradesChangedByHandAreKeptAsTouchOnceAMinute(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	touch := func(oil int) {
		e := edit(s)
		e.Client.Zones = skin(oil)
		var err error
		if s, err = h.SaveSitting(t.Context(), h.owner, s.ID, e); err != nil {
			t.Fatal(err)
		}
	}
	readings := func() []face.Reading { return s.Plan.Sitting.Client.Readings }
	touch(2)
	touch(3)
	if r := readings(); len(r) != 1 || r[0].By != face.ByTouch || r[0].Zone != face.Nose || *r[0].Oil != 3 {
		t.Fatalf("within a minute: %+v", r)
	}
	h.now = h.now.Add(time.Minute)
	touch(3)
	if r := readings(); len(r) != 1 {
		t.Errorf("nothing changed, yet %+v", r)
	}
	touch(1)
	if r := readings(); len(r) != 2 || *r[0].Oil != 3 || *r[1].Oil != 1 {
		t.Errorf("a minute later: %+v", r)
	}
}

func TestAProbesReadingGivesTheGradesAndAFaultGivesNone(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	read := func(fault bool) (app.Sitting, error) {
		return h.Read(t.Context(), h.owner, s.ID, app.NewReading{
			Version: s.Version, Fault: fault, Reading: face.Reading{Zone: face.Cheeks, By: face.ByProbe},
		})
	}
	if _, err := read(true); !errors.Is(err, device.ErrFault) {
		t.Fatalf("a fault: %v", err)
	}
	now, err := read(false)
	if err != nil {
		t.Fatal(err)
	}
	in := now.Plan.Sitting
	if len(in.Client.Readings) != 1 {
		t.Fatalf("%d readings", len(in.Client.Readings))
	}
	r, g := in.Client.Readings[0], in.Client.Zones[face.Cheeks]
	if r.SebumUG < 20 || r.At != wall(t, "2026-06-20T06:00") || *g.Oil != *r.Oil || *g.Water != *r.Water {
		t.Errorf("reading %+v, grades %+v", r, g)
	}
	if in.Day.SurfaceC == nil || *in.Day.SurfaceC != r.SurfaceC {
		t.Errorf("the cheek is %v °C, the day has %v", r.SurfaceC, in.Day.SurfaceC)
	}
	if _, err := read(false); !errors.Is(err, store.ErrStale) {
		t.Errorf("a reading on a sitting read before: %v", err)
	}
}

func TestWhoLiftsAStopIsTheOneSignedIn(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	e := edit(s)
	e.Overrides = []sitting.Override{{Rule: rules.All(say.English)[0].ID, Reason: "patch tested", By: "somebody else"}}
	kept, err := h.SaveSitting(t.Context(), h.owner, s.ID, e)
	if err != nil {
		t.Fatal(err)
	}
	if l := kept.Plan.Sitting.Overrides; len(l) != 1 || l[0].By != h.owner.Name || l[0].On != on(t, "2026-06-20") {
		t.Errorf("%+v", l)
	}
}

func TestATrialKeepsNothingAndStopsAtThePartItIsAbout(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	none := []wear.TouchUp{}
	p, err := h.Try(t.Context(), h.owner, s.ID, app.Trial{Byhand: app.Byhand{TouchUps: &none}})
	if err != nil || len(p.Wear.TouchUps) != 0 || len(p.Prep.Steps) == 0 {
		t.Fatalf("%d touch-ups, %d steps, %v", len(p.Wear.TouchUps), len(p.Prep.Steps), err)
	}
	if len(p.Sitting.Kit) != 0 {
		t.Error("a trial carries the kit with it")
	}
	unknown := []stack.Step{{Act: act.Apply, Product: "nothing", Zones: []face.Zone{face.Nose}}}
	if _, err := h.Try(t.Context(), h.owner, s.ID,
		app.Trial{Byhand: app.Byhand{Steps: unknown}}); len(refused(err)) == 0 {
		t.Errorf("a product that is not there: %v", err)
	}
	if now, err := h.Sitting(t.Context(), h.owner, s.ID); err != nil || now.Version != s.Version ||
		len(now.ByHand) != 0 {
		t.Errorf("version %d, by hand %v, %v", now.Version, now.ByHand, err)
	}
}

func TestAPartMadeByHandIsKeptBesideWhatThePlannerProposes(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	e := edit(s)
	none := []wear.TouchUp{}
	e.TouchUps = &none
	kept, err := h.SaveSitting(t.Context(), h.owner, s.ID, e)
	if err != nil || !slices.Equal(kept.ByHand, []plan.Part{plan.TouchUps}) || kept.Proposed == nil {
		t.Fatalf("by hand %v, proposed %+v, %v", kept.ByHand, kept.Proposed, err)
	}
	if kept.Proposed.TouchUps != len(s.Plan.Wear.TouchUps) || kept.Proposed.ReadyAt != s.Plan.Prep.ReadyAt ||
		kept.Proposed.SlackS != s.Plan.Prep.SlackS || kept.Proposed.DoseSED != s.Plan.Wear.DoseSED {
		t.Errorf("proposed %+v", kept.Proposed)
	}
	again, err := h.Sitting(t.Context(), h.owner, s.ID)
	if err != nil || !slices.Equal(again.ByHand, kept.ByHand) || *again.Proposed != *kept.Proposed {
		t.Errorf("read again: %v, %+v, %v", again.ByHand, again.Proposed, err)
	}
	back, err := h.SaveSitting(t.Context(), h.owner, s.ID, edit(again))
	if err != nil || len(back.ByHand) != 0 || back.Proposed != nil {
		t.Errorf("given up: %v, %+v, %v", back.ByHand, back.Proposed, err)
	}
}

func TestAComparisonWithAProductThatIsNotInTheKitIsRefused(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	_, err := h.Compare(t.Context(), h.owner, s.ID, app.Comparison{Variants: []plan.Variant{{}, {Remover: "nothing"}}})
	if got := refused(err); !slices.Equal(got, []string{"variants[1].remover"}) {
		t.Errorf("%v: %v", got, err)
	}
	if list, err := h.Compare(t.Context(), h.owner, s.ID, app.Comparison{Variants: []plan.Variant{{}}}); err != nil ||
		len(list) != 1 {
		t.Errorf("%d ways, %v", len(list), err)
	}
}

func TestADayWithoutSittingsNamesTheNearest(t *testing.T) {
	h := open(t)
	h.added(t)
	full, err := h.Today(t.Context(), h.owner, on(t, "2026-06-20"))
	if err != nil || len(full.Sittings) == 0 || full.Next != "" || full.Now != wall(t, "2026-06-20T06:00") {
		t.Errorf("%d sittings, next %q, now %s, %v", len(full.Sittings), full.Next, full.Now, err)
	}
	far, err := h.Today(t.Context(), h.owner, on(t, "2031-01-01"))
	if err != nil || len(far.Sittings) != 0 || far.Next == "" || far.Today != on(t, "2026-06-20") {
		t.Errorf("%+v, %v", far, err)
	}
}

func TestTheHouseTakesNotesToRulesAndMethodsAlone(t *testing.T) {
	h := open(t)
	house, err := h.House(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	rule, key := string(rules.All(say.English)[0].ID), string(method.All(say.English)[0].Key)
	house.Notes = map[string]string{"nothing": "x", rule: strings.Repeat("é", 2001), key: strings.Repeat("é", 2000)}
	_, err = h.SaveHouse(t.Context(), h.owner, house)
	want := []string{"notes." + rule, "notes.nothing"}
	if got := refused(err); !slices.Equal(slices.Sorted(slices.Values(got)), slices.Sorted(slices.Values(want))) {
		t.Errorf("%v: %v", got, err)
	}
	house.Notes = map[string]string{rule: "", key: "ask first"}
	kept, err := h.SaveHouse(t.Context(), h.owner, house)
	if err != nil || len(kept.Notes) != 1 || kept.Notes[key] != "ask first" || kept.Version != house.Version+1 {
		t.Fatalf("%+v, %v", kept, err)
	}
	house.Notes = map[string]string{}
	if stands, err := h.SaveHouse(t.Context(), h.owner, house); !errors.Is(err, store.ErrStale) ||
		len(stands.Notes) != 1 {
		t.Errorf("from an old read: %+v, %v", stands, err)
	}
}

func TestAnExportHoldsTheClientEverySittingAndWhoReadThem(t *testing.T) {
	h := open(t)
	c, s := h.added(t)
	lines := eventLine("tablet", 1, "10:00:00", chair.Start, `, "step": "p1"`) +
		eventLine("tablet", 2, "10:01:00", chair.Note, `, "text": "dry chin"`)
	if _, err := h.Append(t.Context(), h.owner, s.ID, []byte(lines), app.Sent{Now: h.now}); err != nil {
		t.Fatal(err)
	}
	out, err := h.ExportClient(t.Context(), h.owner, c.ID)
	if err != nil || out.Format != "urncloth.client/1" || out.Client.Notes != c.Notes || len(out.Sittings) != 1 ||
		out.Sittings[0].ID != s.ID || len(out.Sittings[0].Plan.Prep.Steps) == 0 {
		t.Fatalf("%+v, %v", out.Client, err)
	}
	if at := out.Chairs; len(at) != 1 || at[0].SittingID != s.ID || at[0].Plan["format"] != "urncloth.plan/1" ||
		len(at[0].Events) != 2 || at[0].Events[1]["text"] != "dry chin" {
		t.Errorf("of the chair: %+v", at)
	}
	var acts []string
	for _, line := range out.Audit {
		acts = append(acts, line.Act)
	}
	if want := []string{"add client", "add sitting", "begin sitting", "export client"}; !slices.Equal(acts, want) {
		t.Errorf("%q", acts)
	}
	if err := h.EraseClient(t.Context(), h.owner, c.ID); err != nil {
		t.Fatal(err)
	}
	if _, err := h.Client(t.Context(), h.owner, c.ID); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("after erasing: %v", err)
	}
	if _, err := h.Sitting(t.Context(), h.owner, s.ID); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("their sitting after erasing: %v", err)
	}
}

func TestSkinsAreTheGradesOfEachSittingTheLatestFirst(t *testing.T) {
	h := open(t)
	c, s := h.added(t)
	e := edit(s)
	e.Client.Zones = skin(3)
	if _, err := h.SaveSitting(t.Context(), h.owner, s.ID, e); err != nil {
		t.Fatal(err)
	}
	list, err := h.Skins(t.Context(), h.owner, c.ID)
	if err != nil || len(list) != 1 || list[0].Sitting != s.ID || len(list[0].Zones) != int(face.N) ||
		*list[0].Zones[face.Nose].Oil != 3 || *list[0].Zones[face.Cheeks].Oil == 3 {
		t.Errorf("%+v, %v", list, err)
	}
	if _, err := h.Skins(t.Context(), h.owner, uuid.New()); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("a client that is not there: %v", err)
	}
}

func TestAnIdIsOneProductsAndAStaleEditGetsWhatStands(t *testing.T) {
	h := open(t)
	shelf, err := h.Shelf(t.Context(), h.owner)
	if err != nil || len(shelf) == 0 {
		t.Fatal(err)
	}
	p := shelf[0]
	_, err = h.SaveProduct(t.Context(), h.owner, app.ProductEdit{Product: p.Product})
	if got := refused(err); !slices.Equal(got, []string{"product.id"}) {
		t.Errorf("a second of that id: %v", err)
	}
	e := app.ProductEdit{Version: p.Version, Product: p.Product, Retired: true}
	if kept, err := h.SaveProduct(t.Context(), h.owner, e); err != nil || !kept.Retired || kept.Version != p.Version+1 {
		t.Fatalf("%+v, %v", kept, err)
	}
	e.Retired = false
	if stands, err := h.SaveProduct(t.Context(), h.owner, e); !errors.Is(err, store.ErrStale) || !stands.Retired {
		t.Errorf("from an old read: %+v, %v", stands, err)
	}
}

func TestAShelfSaysWhichSkinAMoisturiserSuits(t *testing.T) {
	h := open(t)
	shelf, err := h.Shelf(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	seen := 0
	for _, p := range shelf {
		said := slices.ContainsFunc(p.Suits, func(s string) bool { return strings.HasPrefix(s, "oil ") })
		if said && !p.Product.Kind.Moisturiser() {
			t.Errorf("%s is no moisturiser and suits %v", p.Product.ID, p.Suits)
		}
		if said {
			seen++
		}
	}
	if seen == 0 {
		t.Error("no moisturiser suits any skin")
	}
}

func TestATableIsTakenWholeOrOnlyItsGoodRowsWhenTold(t *testing.T) {
	h := open(t)
	table := []byte("id,name,maker,kind,base\n" +
		"new-toner,New toner,Fenwick,toner,water\n" +
		"bad,Bad,Fenwick,rocket,water\n")
	for _, c := range []struct{ take, goodOnly, taken bool }{{false, false, false}, {true, false, false},
		{true, true, true}} {
		got, err := h.TakeCSV(t.Context(), h.owner, table, c.take, c.goodOnly)
		if err != nil || got.Good != 1 || got.New != 1 || got.Changed != 0 || len(got.Faults) == 0 ||
			got.Taken != c.taken {
			t.Errorf("%+v: %+v, %v", c, got, err)
		}
	}
	got, err := h.TakeCSV(t.Context(), h.owner, table, false, true)
	if err != nil || got.New != 0 || got.Changed != 1 {
		t.Errorf("once it is there: %+v, %v", got, err)
	}
	text, err := h.KitCSV(t.Context(), h.owner)
	if err != nil || !strings.Contains(string(text), "new-toner") {
		t.Errorf("the written table lacks it, %v", err)
	}
	if _, err := h.TakeCSV(t.Context(), h.owner, []byte("\x00"), false, false); !slices.Equal(refused(err),
		[]string{"file"}) {
		t.Errorf("no table: %v", err)
	}
}

func TestTenStrokesGiveTheGramsOfOne(t *testing.T) {
	h := open(t)
	shelf, err := h.Shelf(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	i := slices.IndexFunc(shelf, func(p app.Shelved) bool { return p.Product.Container == kit.Pump })
	p := shelf[i].Product
	c, err := h.WeighStrokes(t.Context(), h.owner, p.ID, false)
	if err != nil || len(c.Strokes) != 10 || !c.Good {
		t.Fatalf("%+v, %v", c, err)
	}
	if g := float64(c.GramsPerUnit); g < 0.8*p.GramsPerUnit || g > 1.2*p.GramsPerUnit {
		t.Errorf("a stroke of %g g weighs %g", p.GramsPerUnit, g)
	}
	if _, err := h.WeighStrokes(t.Context(), h.owner, p.ID, true); !errors.Is(err, device.ErrFault) {
		t.Errorf("a fault: %v", err)
	}
	if _, err := h.WeighStrokes(t.Context(), h.owner, "nothing", false); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("no such product: %v", err)
	}
}

func TestMeIsThePersonAsTheStudioHasThem(t *testing.T) {
	h := open(t)
	me, err := h.Me(t.Context(), h.owner)
	if err != nil || me.Name != h.owner.Name || me.Role != "owner" || me.Studio == "" ||
		!slices.Contains(me.People, me.Name) ||
		len(me.Method) == 0 {
		t.Errorf("%+v, %v", me, err)
	}
	if _, err := h.Me(t.Context(), app.Bearing("another token")); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("somebody who is gone: %v", err)
	}
	for role, may := range map[app.Role][]app.Right{app.Owner: app.Rights(), app.Assistant: {app.Work},
		app.Artist: {app.Work, app.KeepClients, app.KeepKit}} {
		if me, err := h.Me(t.Context(), h.as(role)); err != nil || me.Role != role || !slices.Equal(me.May, may) {
			t.Errorf("%s is told %+v, %v", role, me.May, err)
		}
	}
	if app.Role("king").May(app.Work) {
		t.Error("a word that is no role may work")
	}
}

func TestARoleThatWasTakenAwayIsGoneInTheVeryNextTransaction(t *testing.T) {
	h := open(t)
	jonah := h.as(app.Artist) // signed in as an artist, and still thinks so
	e := app.ClientEdit{Record: face.Client{Name: "Tamsin Quay", Phototype: 2, Zones: skin(1)}}
	if _, err := h.SaveClient(t.Context(), jonah, nil, e); err != nil {
		t.Fatal(err)
	}
	if _, err := h.SavePerson(t.Context(), h.owner, app.PersonEdit{ID: &jonah.ID, Name: "Jonah",
		Role: app.Assistant}); err != nil {
		t.Fatal(err)
	}
	if _, err := h.SaveClient(t.Context(), jonah, nil, e); !errors.Is(err, app.ErrForbidden) {
		t.Errorf("an assistant who was an artist writes a client: %v", err)
	}
}

func TestASittingKeptByAnEarlierEditionIsReadAndALaterOneIsNot(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	old, err := os.ReadFile("../../core/plan/testdata/kept/edition-1.json")
	if err != nil {
		t.Fatal(err)
	}
	err = h.Store.In(t.Context(), h.owner.Studio, func(tx pgx.Tx) error {
		_, err := tx.Exec(t.Context(), `update sittings set plan = $2, proposal = $2 where id = $1`, s.ID, old)
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	kept, err := h.Sitting(t.Context(), h.owner, s.ID)
	if err != nil || kept.Plan.Edition != plan.Edition || !slices.Equal(kept.ByHand, []plan.Part{plan.Prep}) ||
		kept.Plan.Lift.Steps == nil {
		t.Fatalf("edition %d, by hand %v, %v", kept.Plan.Edition, kept.ByHand, err)
	}
	later := bytes.Replace(old, []byte(`{"format"`), []byte(`{"edition":99,"format"`), 1)
	err = h.Store.In(t.Context(), h.owner.Studio, func(tx pgx.Tx) error {
		_, err := tx.Exec(t.Context(), `update sittings set plan = $2 where id = $1`, s.ID, later)
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	if _, err := h.Sitting(t.Context(), h.owner, s.ID); !errors.Is(err, plan.ErrLater) {
		t.Errorf("a plan of a later edition: %v", err)
	}
}
