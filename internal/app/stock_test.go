package app_test

import (
	"fmt"
	"math"
	"strings"
	"sync"
	"testing"

	"urncloth/core/chair"
	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/internal/app"
	"urncloth/internal/store"
)

// shelf is a product as it stands.
func (h *house) shelf(t *testing.T, id string) app.Shelved {
	t.Helper()
	list, err := h.Shelf(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	for _, s := range list {
		if s.Product.ID == id {
			return s
		}
	}
	t.Fatalf("no %s", id)
	return app.Shelved{}
}

// put keeps a product as it was counted.
func (h *house) put(t *testing.T, q app.Shelved) {
	t.Helper()
	e := app.ProductEdit{Version: q.Version, Product: q.Product}
	if _, err := h.SaveProduct(t.Context(), h.owner, e); err != nil {
		t.Fatal(err)
	}
}

// weighed is a product of the plan's prep of which it is known how much there is, and the step that takes of it.
func (h *house) weighed(t *testing.T, s app.Sitting) (step, product string, grams float64) {
	t.Helper()
	for _, st := range s.Plan.Prep.Steps {
		p := s.Plan.Sitting.Kit.Find(st.Product)
		if p == nil || st.Grams == 0 || p.Count != nil {
			continue
		}
		q := h.shelf(t, p.ID)
		left := 40.0
		q.Product.RemainingG = &left
		h.put(t, q)
		return st.ID, p.ID, float64(st.Grams)
	}
	t.Fatal("prep takes nothing")
	return
}

func (h *house) happens(t *testing.T, s app.Sitting, line string) {
	t.Helper()
	if _, err := h.Append(t.Context(), h.owner, s.ID, []byte(line), app.Sent{Now: h.now}); err != nil {
		t.Fatal(err)
	}
}

func near(a *float64, b float64) bool { return a != nil && math.Abs(*a-b) < 1e-9 }

func TestWhatIsDoneAtTheChairIsTakenFromTheKitOnceAndGivenBackWhenItIsTakenBack(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	step, id, grams := h.weighed(t, s)
	h.happens(t, s, eventLine("tablet", 1, "10:20:00", chair.Start, fmt.Sprintf(`, "step": %q`, step))+
		eventLine("tablet", 2, "10:22:00", chair.Done, fmt.Sprintf(`, "step": %q`, step)))
	var all sync.WaitGroup
	for range 8 { // two at once, and again
		all.Go(func() {
			if _, err := h.Shelf(t.Context(), h.owner); err != nil {
				t.Error(err)
			}
		})
	}
	all.Wait()
	if left := h.shelf(t, id).Product.RemainingG; !near(left, 40-grams) {
		t.Fatalf("of 40 g %g were taken, left are %v", grams, *left)
	}
	h.happens(t, s, eventLine("tablet", 3, "10:23:00", chair.Undo, `, "of": "tablet-2"`)+
		eventLine("tablet", 4, "10:23:01", chair.Undo, `, "of": "tablet-1"`))
	if left := h.shelf(t, id).Product.RemainingG; !near(left, 40) {
		t.Errorf("taken back, left are %v", *left)
	}
	moves, err := h.Stock(t.Context(), h.owner, id)
	if err != nil || len(moves) != 3 { // counted, taken, given back
		t.Fatalf("%+v, %v", moves, err)
	}
	if m := moves[0]; m.Sitting == nil || *m.Sitting != s.ID || math.Abs(m.Grams-grams) > 1e-9 || !near(m.LeftG, 40) {
		t.Errorf("what is given back is a line of its own: %+v", m)
	}
	if m := moves[2]; m.Sitting != nil || m.By == "" || !near(m.LeftG, 40) {
		t.Errorf("who counted: %+v", m)
	}
}

func TestACardThatIsKeptDoesNotBringBackWhatWasTakenMeanwhileUnlessSomebodyCounted(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	step, id, grams := h.weighed(t, s)
	card := h.shelf(t, id) // opened before
	h.happens(t, s, eventLine("tablet", 1, "10:22:00", chair.Done, fmt.Sprintf(`, "step": %q`, step)))
	h.shelf(t, id)
	no, yes := false, true
	card.Product.Maker = "Another"
	kept, err := h.SaveProduct(t.Context(), h.owner, app.ProductEdit{Version: card.Version, Counted: &no,
		Product: card.Product})
	if err != nil || kept.Product.Maker != "Another" || !near(kept.Product.RemainingG, 40-grams) {
		t.Fatalf("%v %v", kept.Product.RemainingG, err)
	}
	more := 100.0
	kept.Product.RemainingG = &more
	if kept, err = h.SaveProduct(t.Context(), h.owner, app.ProductEdit{Version: kept.Version, Counted: &yes,
		Product: kept.Product}); err != nil || !near(kept.Product.RemainingG, 100) {
		t.Fatalf("counted: %v %v", kept.Product.RemainingG, err)
	}
	moves, err := h.Stock(t.Context(), h.owner, id)
	if err != nil || len(moves) != 3 || !near(moves[0].LeftG, 100) || moves[0].Sitting != nil {
		t.Errorf("%+v %v", moves, err)
	}
}

func TestARehearsalAndWhatNobodyEverCountedTakeNothingAndNothingGoesBelowNothing(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	_, real := h.added(t)
	_, third := h.added(t)
	step, id, grams := h.weighed(t, s)
	q := h.shelf(t, id)
	little := grams / 2
	q.Product.RemainingG = &little
	h.put(t, q)
	done := eventLine("tablet", 1, "10:22:00", chair.Done, fmt.Sprintf(`, "step": %q`, step))
	if _, err := h.Append(t.Context(), h.owner, s.ID, []byte(done), app.Sent{Now: h.now, ShiftS: 86400}); err != nil {
		t.Fatal(err)
	}
	if left := h.shelf(t, id).Product.RemainingG; !near(left, little) {
		t.Errorf("a rehearsal took some: %v", *left)
	}
	h.happens(t, real, done)
	if left := h.shelf(t, id).Product.RemainingG; !near(left, 0) {
		t.Errorf("more was taken than there was: %v", *left)
	}
	h.happens(t, real, eventLine("tablet", 2, "10:23:00", chair.Undo, `, "of": "tablet-1"`))
	if left := h.shelf(t, id).Product.RemainingG; !near(left, little) {
		t.Errorf("given back: %v, there were %v", *left, little)
	}
	q = h.shelf(t, id)
	q.Product.RemainingG = nil
	h.put(t, q)
	h.happens(t, third, done)
	if left := h.shelf(t, id).Product.RemainingG; left != nil {
		t.Errorf("nobody knows how much there is, and it says %v", *left)
	}
}

func TestWhatIsDueIsSaidSkinTestsWhatRunsOutOrOutOfDateAndWhatToWash(t *testing.T) {
	h := open(t)
	cloth := 4
	if _, err := h.SaveProduct(t.Context(), h.owner, app.ProductEdit{Product: kit.Product{ID: "flannel",
		Name: "Flannel", Kind: kit.Cloth, Count: &cloth}}); err != nil {
		t.Fatal(err)
	}
	c, s := h.added(t)
	step, id, _ := h.weighed(t, s)
	all, err := h.Shelf(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	for _, q := range all { // all of it is new: whatever is chosen has to be tried first
		q.Product.FirstUse = true
		h.put(t, q)
	}
	e := ordinary("Ondine Vale")
	e.Version, e.Record.Sensitivity = c.Version, 3
	if _, err := h.SaveClient(t.Context(), h.owner, &c.ID, e); err != nil {
		t.Fatal(err)
	}
	if _, err := h.AddSitting(t.Context(), h.owner, app.NewSitting{ClientID: c.ID, ChairAt: wall(t, "2026-06-25T10:00"),
		BaseAt: wall(t, "2026-06-25T11:00")}); err != nil {
		t.Fatal(err)
	}
	q := h.shelf(t, id)
	little := 0.01
	q.Product.RemainingG, q.Product.ExpiresOn = &little, on(t, "2026-06-21")
	h.put(t, q)
	h.happens(t, s, eventLine("tablet", 1, "10:22:00", chair.Done, fmt.Sprintf(`, "step": %q`, step))+
		eventLine("tablet", 2, "10:23:00", chair.Took, fmt.Sprintf(
			`, "step": %q, "product": "flannel", "count": 2`, step)))
	due, err := h.Due(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	if len(due.Wash) != 1 || due.Wash[0] != (store.Dirty{Product: "flannel", Name: "Flannel", Pieces: 2}) {
		t.Errorf("to wash: %+v", due.Wash)
	}
	has := func(list []app.RestockLine) bool {
		for _, l := range list {
			if l.Product == id {
				return true
			}
		}
		return false
	}
	if !has(due.Short) || !has(due.Stale) {
		t.Errorf("%s runs out and goes out of date: %+v %+v", id, due.Short, due.Stale)
	}
	if len(due.Tests) == 0 || due.Tests[0].Client != "Ondine Vale" || due.Tests[0].By != on(t, "2026-06-24") ||
		!strings.HasPrefix(due.Tests[0].Say, "New to sensitive skin: ") {
		t.Errorf("skin tests (%s): %+v", rules.PatchTest, due.Tests)
	}
	if list, err := h.Washed(t.Context(), h.owner, "flannel"); err != nil || len(list) != 0 {
		t.Errorf("washed, there is still %+v %v", list, err)
	}
	if n := h.shelf(t, "flannel").Product.Count; n == nil || *n != 4 {
		t.Errorf("washed, of 4 there are %v", n)
	}
}
