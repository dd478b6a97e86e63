package app_test

import (
	"errors"
	"slices"
	"testing"
	"time"

	"urncloth/core/agenda"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/say"
	"urncloth/internal/app"
	"urncloth/internal/store"
)

// booked adds a sitting of a new client to a chair.
func (h *house) booked(name, artist, chair, base string) app.Sitting {
	h.t.Helper()
	c, err := h.SaveClient(h.t.Context(), h.owner, nil, ordinary(name))
	if err != nil {
		h.t.Fatal(err)
	}
	s, err := h.AddSitting(h.t.Context(), h.owner, app.NewSitting{ClientID: c.ID, Title: name, Artist: artist,
		ChairAt: wall(h.t, chair), BaseAt: wall(h.t, base)})
	if err != nil {
		h.t.Fatal(err)
	}
	return s
}

func (h *house) week(from string) app.Days {
	h.t.Helper()
	d, err := h.Days(h.t.Context(), h.owner, on(h.t, from), 7)
	if err != nil {
		h.t.Fatal(err)
	}
	return d
}

func TestAWeekShowsItsSittingsWhereAChairIsWantedTwiceAndWhereItIsFree(t *testing.T) {
	h := open(t)
	a := h.booked("One", "Mirrin", "2026-07-06T09:00", "2026-07-06T10:00")
	b := h.booked("Two", "mirrin ", "2026-07-06T09:50", "2026-07-06T10:30")
	h.booked("Three", "Mirrin", "2026-07-06T11:00", "2026-07-06T11:30")
	h.booked("Four", "Jonah", "2026-07-12T23:30", "2026-07-13T00:10")
	h.booked("Five", "Jonah", "2026-07-13T09:00", "2026-07-13T09:30")
	d := h.week("2026-07-06")
	var names []string
	for _, s := range d.Sittings {
		names = append(names, s.Title)
	}
	if !slices.Equal(names, []string{"One", "Two", "Three", "Four"}) {
		t.Errorf("the week holds %v", names)
	}
	i := slices.IndexFunc(d.Clashes, func(c app.Clash) bool { return c.Of == agenda.Prep })
	if i < 0 || d.Clashes[i].First != a.ID || d.Clashes[i].Second != b.ID || d.Clashes[i].From.Clock() != "09:50" ||
		d.Clashes[i].To.Clock() != "10:00" {
		t.Errorf("clashes %+v", d.Clashes)
	}
	if len(d.Gaps) == 0 || d.Gaps[0].From.Clock() != "10:30" || d.Gaps[0].To.Clock() != "11:00" {
		t.Errorf("gaps %+v", d.Gaps)
	}
	if _, err := h.CallOffSitting(t.Context(), h.owner, b.ID, app.CallOff{Version: 1, Off: true}); err != nil {
		t.Fatal(err)
	}
	if d = h.week("2026-07-06"); slices.ContainsFunc(d.Clashes, func(c app.Clash) bool { return c.Of == agenda.Prep }) {
		t.Errorf("what is called off takes no chair: %+v", d.Clashes)
	}
	for _, days := range []int{0, 43} {
		if _, err := h.Days(t.Context(), h.owner, on(t, "2026-07-06"), days); len(refused(err)) == 0 {
			t.Errorf("%d days: %v", days, err)
		}
	}
}

func TestAMovedSittingComesWholeAndCanBeMovedBack(t *testing.T) {
	h := open(t)
	s := h.booked("One", "Mirrin", "2026-07-06T09:00", "2026-07-06T10:00")
	e := edit(s)
	e.Artist = "Mirrin"
	e.Day.Segments = []day.Segment{{From: wall(t, "2026-07-06T11:00"), To: wall(t, "2026-07-06T12:00"),
		Place: day.InSun}}
	temp := 28.0
	e.Day.Air = day.Air{TempC: &temp}
	s, err := h.SaveSitting(t.Context(), h.owner, s.ID, e)
	if err != nil {
		t.Fatal(err)
	}
	to := "Jonah"
	moved, err := h.MoveSitting(t.Context(), h.owner, s.ID, app.Move{Version: s.Version,
		ChairAt: wall(t, "2026-07-08T13:30"), Artist: &to})
	if err != nil {
		t.Fatal(err)
	}
	d := moved.Plan.Sitting.Day
	if moved.Artist != "Jonah" || d.Date.String() != "2026-07-08" || d.BaseAt.Clock() != "14:30" ||
		d.Segments[0].From.String() != "2026-07-08T15:30:00" || d.Air.TempC != nil {
		t.Errorf("moved to %s, %s, %v, %v", moved.Artist, d.BaseAt, d.Segments, d.Air)
	}
	if moved.Plan.Prep.Steps[0].Start.Date().String() != "2026-07-08" {
		t.Errorf("it is planned for %s", moved.Plan.Prep.Steps[0].Start)
	}
	back, err := h.MoveSitting(t.Context(), h.owner, s.ID, app.Move{Version: moved.Version,
		ChairAt: s.Plan.Sitting.Day.ChairAt})
	if err != nil || back.Plan.Sitting.Day.BaseAt != s.Plan.Sitting.Day.BaseAt || back.Artist != "Jonah" {
		t.Errorf("back: %v, %v", back.Plan.Sitting.Day.BaseAt, err)
	}
	if _, err := h.MoveSitting(t.Context(), h.owner, s.ID, app.Move{Version: 1,
		ChairAt: s.Plan.Sitting.Day.ChairAt}); !errors.Is(err, store.ErrStale) {
		t.Errorf("moved at an old version: %v", err)
	}
}

func TestACopyHasTheLookTheDaysShapeAndTheMethodAndTheClientAsTheyAreNow(t *testing.T) {
	h := open(t)
	s := h.booked("One", "Mirrin", "2026-07-06T09:00", "2026-07-06T10:00")
	e := edit(s)
	e.Look.Finish, e.Asked = look.Dewy, true
	if _, err := h.SaveSitting(t.Context(), h.owner, s.ID, e); err != nil {
		t.Fatal(err)
	}
	other, err := h.SaveClient(t.Context(), h.owner, nil, ordinary("Another"))
	if err != nil {
		t.Fatal(err)
	}
	for _, client := range []*app.Client{nil, &other} {
		c := app.Copy{ChairAt: wall(t, "2026-07-09T10:00")}
		want := "One"
		if client != nil {
			c.ClientID, want = &client.ID, "Another"
		}
		got, err := h.CopySitting(t.Context(), h.owner, s.ID, c)
		if err != nil {
			t.Fatal(err)
		}
		in := got.Plan.Sitting
		if in.Client.Name != want || in.Look.Finish != look.Dewy || in.Day.BaseAt.String() != "2026-07-09T11:00:00" ||
			got.Version != 1 || in.Asked != nil || got.ID == s.ID {
			t.Errorf("%s: %s, %s, base %s, asked %v", want, in.Client.Name, in.Look.Finish, in.Day.BaseAt, in.Asked)
		}
	}
}

func TestWhatIsCalledOffStaysToBeSeenAndWhatIsTakenOutCanBePutBackForAWeek(t *testing.T) {
	h := open(t)
	s := h.booked("One", "Mirrin", "2026-07-06T09:00", "2026-07-06T10:00")
	off, err := h.CallOffSitting(t.Context(), h.owner, s.ID, app.CallOff{Version: 1, Off: true})
	if err != nil || !h.week("2026-07-06").Sittings[0].Off {
		t.Fatalf("called off: %v", err)
	}
	if _, err := h.CallOffSitting(t.Context(), h.owner, s.ID, app.CallOff{Version: 1}); !errors.Is(err,
		store.ErrStale) {
		t.Errorf("called on again at an old version: %v", err)
	}
	if _, err := h.CallOffSitting(t.Context(), h.owner, s.ID, app.CallOff{Version: off.Version}); err != nil ||
		h.week("2026-07-06").Sittings[0].Off {
		t.Errorf("on again: %v", err)
	}
	take := func() {
		t.Helper()
		if err := h.TakeOutSitting(t.Context(), h.owner, s.ID); err != nil {
			t.Fatal(err)
		}
	}
	take()
	if n := len(h.week("2026-07-06").Sittings); n != 0 {
		t.Errorf("%d sittings after it was taken out", n)
	}
	if _, err := h.Sitting(t.Context(), h.owner, s.ID); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("what is taken out is read: %v", err)
	}
	if err := h.PutBackSitting(t.Context(), h.owner, s.ID); err != nil || len(h.week("2026-07-06").Sittings) != 1 {
		t.Errorf("put back: %v", err)
	}
	take()
	h.now = h.now.Add(8 * 24 * time.Hour)
	if h.owner, err = h.knock("mirrin@saltmarsh.example", "lantern-regatta", "chair"); err != nil {
		t.Fatal(err)
	}
	other := h.booked("Two", "Mirrin", "2026-07-20T09:00", "2026-07-20T10:00")
	_ = h.TakeOutSitting(t.Context(), h.owner, other.ID) // sweeps what has lain too long
	if err := h.PutBackSitting(t.Context(), h.owner, s.ID); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("after a week it is put back: %v", err)
	}
}

func TestErasingAClientTakesWhatWasTakenOutAndWhatHappened(t *testing.T) {
	h := open(t)
	s := h.booked("One", "Mirrin", "2026-07-06T09:00", "2026-07-06T10:00")
	if _, err := h.KeepIncident(t.Context(), h.owner, app.NewIncident{Kind: app.Stinging, Note: "the toner",
		SittingID: &s.ID}); err != nil {
		t.Fatal(err)
	}
	list, err := h.Incidents(t.Context(), h.owner, s.ClientID)
	if err != nil || len(list) != 1 || list[0].Note != "the toner" || list[0].By == "" || !list[0].At.Equal(h.now) {
		t.Errorf("what happened: %+v, %v", list, err)
	}
	out, err := h.ExportClient(t.Context(), h.owner, s.ClientID)
	if err != nil || len(out.Happened) != 1 {
		t.Errorf("the export holds %d, %v", len(out.Happened), err)
	}
	if err := h.TakeOutSitting(t.Context(), h.owner, s.ID); err != nil {
		t.Fatal(err)
	}
	if err := h.EraseClient(t.Context(), h.owner, s.ClientID); err != nil {
		t.Fatal(err)
	}
	if err := h.PutBackSitting(t.Context(), h.owner, s.ID); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("an erased client's sitting is put back: %v", err)
	}
}

func TestLooksAreKeptByNameAndAFaultyOneIsRefused(t *testing.T) {
	h := open(t)
	dewy := look.Look{Finish: look.Dewy, Coverage: look.Medium, Base: look.BaseEmulsion, Neckline: look.ClosedNeck}
	list, err := h.KeepLook(t.Context(), h.owner, app.NamedLook{Name: " Quay ", Look: dewy})
	if err != nil || len(list) != 1 || list[0].Name != "Quay" {
		t.Fatalf("%+v, %v", list, err)
	}
	dewy.Finish = look.Satin
	list, err = h.KeepLook(t.Context(), h.owner, app.NamedLook{Name: "Quay", Look: dewy})
	if err != nil || len(list) != 1 || list[0].Look.Finish != look.Satin {
		t.Errorf("kept again: %+v, %v", list, err)
	}
	dewy.Items = []look.Item{{Zone: look.Spot{Zones: face.SetOf(face.Lips)}, Item: "x", Binder: look.MagneticLiner,
		Load: 1}}
	if _, err := h.KeepLook(t.Context(), h.owner, app.NamedLook{Name: "Bad", Look: dewy}); len(refused(err)) == 0 {
		t.Errorf("a faulty look is kept: %v", err)
	}
	if list, err = h.DropLook(t.Context(), h.owner, list[0].ID); err != nil || len(list) != 0 {
		t.Errorf("dropped: %+v, %v", list, err)
	}
}

func TestWhatBookingsTakeMoreOfIsToBuyAndWhatRunsOutOfDateIsNamed(t *testing.T) {
	h := open(t)
	h.now = time.Date(2026, 7, 1, 5, 0, 0, 0, time.UTC)
	var err error
	if h.owner, err = h.knock("mirrin@saltmarsh.example", "lantern-regatta", "chair"); err != nil {
		t.Fatal(err)
	}
	s := h.booked("One", "Mirrin", "2026-07-06T09:00", "2026-07-06T10:00")
	used := s.Plan.Uses()
	var id string
	for _, step := range s.Plan.Prep.Steps {
		if p := s.Plan.Sitting.Kit.Find(step.Product); p != nil && p.RemainingG != nil && used[p.ID].Grams > 0 {
			id = p.ID
		}
	}
	shelf, err := h.Shelf(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	i := slices.IndexFunc(shelf, func(x app.Shelved) bool { return x.Product.ID == id })
	p := shelf[i].Product
	tiny := 0.001
	p.RemainingG = &tiny
	p.ExpiresOn = on(t, "2026-07-10")
	if _, err := h.SaveProduct(t.Context(), h.owner, app.ProductEdit{Version: shelf[i].Version,
		Product: p}); err != nil {
		t.Fatal(err)
	}
	got, err := h.Restock(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	has := func(list []app.RestockLine) *app.RestockLine {
		for i := range list {
			if list[i].Product == id {
				return &list[i]
			}
		}
		return nil
	}
	if l := has(got.Short); l == nil || float64(l.Needs) < used[id].Grams*0.99 || l.Packs != 1 || l.Pieces {
		t.Errorf("to buy: %+v of %+v", l, got.Short)
	}
	if l := has(got.Stale); l == nil || l.Until != "2026-07-09" {
		t.Errorf("out of date: %+v", got.Stale)
	}
	if _, err := h.CallOffSitting(t.Context(), h.owner, s.ID, app.CallOff{Version: s.Version, Off: true}); err != nil {
		t.Fatal(err)
	}
	if got, err = h.Restock(t.Context(), h.owner); err != nil || has(got.Short) != nil {
		t.Errorf("for what is called off nothing is bought: %+v, %v", got.Short, err)
	}
}

func TestAStudiosWaysAreCheckedAndToldAtOnce(t *testing.T) {
	h := open(t)
	me, err := h.Me(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	s := app.Studio{Name: "Elsewhere", Timezone: "Atlantic/Azores", Place: day.Place{Lat: 38, Lon: -28},
		Ways: app.Ways{Region: "es-ES", Currency: "EUR", Emergency: "112"}}
	if me, err = h.SaveStudio(t.Context(), h.owner, s); err != nil || me.Studio != "Elsewhere" ||
		me.Emergency != "112" ||
		me.Place.Lat != 38 || me.Region != "es-ES" || me.Timezone != "Atlantic/Azores" {
		t.Errorf("%+v, %v", me, err)
	}
	bad := app.Studio{Name: "X", Timezone: "Nowhere/There", Ways: app.Ways{Region: "??", Currency: "ZZZZ",
		Emergency: "call"}}
	_, err = h.SaveStudio(t.Context(), h.owner, bad)
	if got := refused(err); !slices.Equal(got, []string{"timezone", "region", "currency", "emergency"}) {
		t.Errorf("faults at %v", got)
	}
	if me, err = h.SaveTaste(t.Context(), h.as(app.Assistant), app.Taste{Language: "es", Form: "dark"}); err != nil ||
		me.Language != "es" || me.Form != "dark" {
		t.Errorf("%+v, %v", me, err)
	}
	_, err = h.SaveTaste(t.Context(), h.owner, app.Taste{Language: "xx", Form: "pink"})
	if got := refused(err); !slices.Equal(got, []string{"language", "form"}) {
		t.Errorf("faults at %v", got)
	}
}

func TestAStarterKitIsTakenInBesideWhatIsThereAndTwiceIsOnce(t *testing.T) {
	h := open(t)
	before, err := h.Shelf(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	want := len(before) + len(kit.Starter(say.English))
	for range 2 {
		after, err := h.StarterKit(t.Context(), h.owner)
		if err != nil || len(after) != want {
			t.Errorf("%d on the shelf, want %d, %v", len(after), want, err)
		}
	}
}

func TestWhatOneChangesTheOthersOfTheStudioHearAtOnceAndNobodyElse(t *testing.T) {
	h := open(t)
	changes, stop, err := h.Changes(t.Context(), h.as(app.Artist))
	if err != nil {
		t.Fatal(err)
	}
	defer stop()
	elsewhere, quiet := h.Store.Live.Listen(h.booked("One", "Mirrin", "2026-07-06T09:00", "2026-07-06T10:00").ID)
	defer quiet()
	hears := func(kind, id string) {
		t.Helper()
		within := time.After(time.Second)
		for {
			select {
			case c := <-changes:
				if c.Kind == kind && (id == "" || c.ID == id) {
					return
				}
			case <-within:
				t.Errorf("no word of %s %s within a second", kind, id)
				return
			}
		}
	}
	c, s := h.added(t)
	hears("client", c.ID.String())
	hears("sitting", s.ID.String())
	if _, err := h.SaveSitting(t.Context(), h.owner, s.ID, edit(s)); err != nil {
		t.Fatal(err)
	}
	hears("sitting", s.ID.String())
	if _, err := h.StarterKit(t.Context(), h.owner); err != nil {
		t.Fatal(err)
	}
	hears("kit", "")
	if len(elsewhere) > 0 {
		t.Errorf("another studio hears %v", <-elsewhere)
	}
}
