package log_test

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/log"
	"urncloth/core/look"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

func oily(s *sitting.Sitting) { s.Client.Zones[face.Forehead] = face.Grades{Oil: P(3), Water: P(2)} }

// oneSeen is what one sitting says of a figure, 0 for nothing.
func oneSeen(t *testing.T, past log.Past, key string) float64 {
	t.Helper()
	for _, s := range log.Observe(past.Plan, past.Events) {
		if s.Key == key {
			return s.Value
		}
	}
	return 0
}

func TestAShineThatComesSoonerSaysSoMuchMoreOilWhateverThePlanWasReckonedBy(t *testing.T) {
	for name, change := range map[string]func(s *sitting.Sitting){
		"by the book": nil,
		"by what was learned of the client": func(s *sitting.Sitting) {
			s.Client.Learned.Sebum = map[face.Zone]float64{face.Forehead: 1.25}
		},
		"by the studio's own": func(s *sitting.Sitting) { s.Figures = sitting.Figures{"wear.sebum_3": 2.2} },
	} {
		b := &book{t: t}
		p := b.sits(func(s *sitting.Sitting) {
			oily(s)
			if change != nil {
				change(s)
			}
		})
		clean, shows, c := shows(t, p)
		rate := 1.8
		if v, is := p.Sitting.Figures["wear.sebum_3"]; is {
			rate = v
		}
		if l, is := p.Sitting.Client.Learned.Sebum[face.Forehead]; is {
			rate *= l
		}
		half := clean.Add(shows.Sub(clean) / 2)
		b.list = nil
		b.sat(p, worn(fmt.Sprintf(`{"shone_at": %q}`, day.Wall(half.In(c.Loc))))...)
		want := rate * shows.Sub(clean).Minutes() / half.Sub(clean).Minutes()
		if got := oneSeen(t, b.list[0], "wear.sebum_3"); math.Abs(got/want-1) > 0.01 {
			t.Errorf("%s: %g, want %g", name, got, want)
		}
		b.list = nil
		b.sat(p, worn(fmt.Sprintf(`{"shone_at": %q}`, day.Wall(clean.In(c.Loc))))...)
		if got := oneSeen(t, b.list[0], "wear.sebum_3"); got != 0 {
			t.Errorf("%s: that it shone as it was cleansed says %g", name, got)
		}
	}
}

func TestATouchCheckSpeaksOfItsOilGradeAloneAndOnlyWhereMoisturiserWasLaid(t *testing.T) {
	b := &book{t: t}
	p := b.sits(nil, `"kind": "touch", "reads": {"cheeks": "tight"}`)
	c := p.Foretold().Case
	oil, more := c.Skin[face.Cheeks].Oil, c.LeanMore(face.Cheeks)
	want := (figure.LeanByOil[oil]+more)*1.15 - more
	if got := oneSeen(t, b.list[0], sitting.LeanKey(oil)); math.Abs(got-want) > 1e-9 {
		t.Errorf("tight on oil %d, %g more for water: %g, want %g", oil, more, got, want)
	}
	bare := *p
	bare.Prep.Steps = nil
	b.list = nil
	b.sat(&bare, `"kind": "touch", "reads": {"cheeks": "tight"}`)
	if got := oneSeen(t, b.list[0], sitting.LeanKey(oil)); got != 0 {
		t.Errorf("nothing was laid, and it says %g", got)
	}
}

func TestTheScaleOfWhatIsTakenIsTheExponentOfWhatIsLeft(t *testing.T) {
	for _, b := range look.Binders[:10] {
		k := sitting.TakesKey(kit.Balm, b)
		m, is := sitting.MeasuredBy(k)
		if !is || math.Abs(m.Scale(1-(1-m.Book)*(1-m.Book))-2) > 1e-9 || math.Abs(m.Value(m.Scale(0.5))-0.5) > 1e-9 {
			t.Errorf("%s: %+v", k, m)
		}
	}
}

func TestAStudiosOwnValueIsFoundAmongClientsWhoDifferAndTheWeeklyOneIsNotTheStudio(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 4))
	truth, worst, runs := 1.3, 0.0, 60
	for range runs {
		var seen []log.Seen
		for client := range 20 {
			own := math.Exp(0.15 * r.NormFloat64())
			visits := 3
			if client == 0 {
				own, visits = 2.5, 60 // one who is quite otherwise, every week
			}
			for range visits {
				seen = append(seen, log.Seen{Key: "wear.sebum_2", Client: fmt.Sprint(client),
					Value: 1.0 * truth * own * math.Exp(0.08*r.NormFloat64())})
			}
		}
		all := log.Estimate(seen, say.English)
		if len(all) != 1 || all[0].Seen != 19*3+60 || all[0].Clients != 20 || !all[0].Enough || all[0].Book != 1 {
			t.Fatalf("%+v", all)
		}
		worst = max(worst, math.Abs(all[0].Value/truth-1))
	}
	if worst > 0.2 { // 2.5 among twenty moves the mean by 5 %
		t.Errorf("at worst it is off by %.0f %%", 100*worst)
	}
}

func TestTooLittleSaysNothingAndWhatTheBookExplainsDoesNotDiffer(t *testing.T) {
	seen := func(clients, each int, values ...float64) (list []log.Seen) {
		for c := range clients {
			for range each {
				list = append(list, log.Seen{Key: "wear.sebum_2", Client: fmt.Sprint(c), Value: values[c%len(values)]})
			}
		}
		return list
	}
	for _, k := range []struct {
		name            string
		list            []log.Seen
		enough, differs bool
	}{
		{"one client", seen(1, 30, 1.5), false, false},
		{"four clients", seen(4, 10, 1.5), false, false},
		{"five, seven observations", append(seen(5, 1, 1.5), seen(2, 1, 1.5)...), false, false},
		{"five, eight observations", append(seen(5, 1, 1.5), seen(3, 1, 1.5)...), true, true},
		{"about the book", seen(6, 3, 0.8, 1.3), true, false},
		{"a little off, and clients differ", seen(6, 3, 1, 1.25, 1.08), true, false},
		{"well off the book", seen(6, 3, 1.4, 1.6), true, true},
	} {
		all := log.Estimate(k.list, say.English)
		if len(all) != 1 || all[0].Enough != k.enough || all[0].Differs != k.differs {
			t.Errorf("%s: %+v", k.name, all)
		}
	}
	if all := log.Estimate([]log.Seen{{Key: "wear.shine_from", Value: 3}, {Key: "lift.balm_takes_nothing", Value: 1}},
		say.English); len(all) != 0 {
		t.Errorf("what checks do not measure: %+v", all)
	}
	two := log.Estimate(seen(2, 1, 1, 2), say.English)[0] // ln 2 apart: ln 2/√2 about the mean
	if want := math.Exp(math.Ln2 / math.Sqrt2); math.Abs(two.Spread-want) > 1e-3 || two.Low >= two.High {
		t.Errorf("two clients: %+v, want a spread of %.4f", two, want)
	}
	all := log.Estimate(seen(4, 3, 9), say.English)
	if all[0].Value != 4 { // four times the book's 1.0, and no further
		t.Errorf("out of all reason: %+v", all[0])
	}
}

func TestPlansAreReckonedByTheStudiosOwnValuesAndSayWhichOnesThatIs(t *testing.T) {
	by := func(f sitting.Figures) *plan.Plan {
		s := Sitting(t)
		oily(s)
		s.Figures = f
		return plan.Make(s)
	}
	said := func(p *plan.Plan, words string) bool {
		for _, l := range p.LastTime {
			if strings.Contains(l.Say, words) {
				return true
			}
		}
		return false
	}
	book := by(nil)
	if len(book.LastTime) != 0 {
		t.Errorf("by the book: %+v", book.LastTime)
	}
	_, was, _ := shows(t, book)
	sooner := by(sitting.Figures{"wear.sebum_3": 3.6})
	_, now, _ := shows(t, sooner)
	if !now.Before(was) || !said(sooner, "Where oil is 3 skin makes 3.60 µg/cm²/min by this studio's own log, "+
		"1.80 by the book") {
		t.Errorf("shine at %s, by the book %s: %+v", now, was, sooner.LastTime)
	}
	if absent := by(sitting.Figures{"wear.sebum_0": 0.2}); said(absent, "oil is 0") {
		t.Errorf("nobody's oil is 0 here: %+v", absent.LastTime)
	}
	oil := book.Foretold().Case.Skin[face.Cheeks].Oil
	key := sitting.LeanKey(oil)
	thick := by(sitting.Figures{key: figure.LeanByOil[oil] * 1.5})
	if !said(thick, "moisturiser is") {
		t.Errorf("%s: %+v", key, thick.LastTime)
	}
	w := book.Foretold().Lift[face.Forehead]
	weak := by(sitting.Figures{sitting.TakesKey(w.Kind, w.Binder): 0.3})
	if v := weak.Foretold().Lift[face.Forehead]; v.Kind == w.Kind && v.Passes <= w.Passes {
		t.Errorf("%s on %s takes a third: %+v, was %+v", w.Kind, w.Binder, v, w)
	}
	if same := by(sitting.Figures{sitting.TakesKey(w.Kind, w.Binder): look.Takes[w.Kind][w.Binder]}); !said(same,
		"in one pass by this studio's own log") {
		t.Errorf("what is used is said: %+v", same.LastTime)
	}
}

func TestOwnValuesThatNothingMeasuresOrThatAreNothingLikeTheBooksAreRefused(t *testing.T) {
	for key, k := range map[string]struct {
		value float64
		good  bool
	}{
		"wear.sebum_3":    {7.2, true},
		"wear.sebum_2":    {4.01, false},
		"wear.sebum_1":    {0.09, false},
		"wear.sebum_4":    {1, false},
		"wear.shine_from": {150, false},
		sitting.TakesKey(kit.Balm, look.WaterproofFilm):   {0.5, true},
		sitting.TakesKey(kit.Biphase, look.WaxOil):        {1, false},
		sitting.TakesKey(kit.CleansingOil, look.WaxOil):   {0.01, false},
		sitting.TakesKey(kit.FXRemoverEster, look.WaxOil): {0.5, false}, // it takes none
		"lift.balm":          {0.5, false},
		"sitting.lean_oil_0": {2, true},
		"":                   {1, false},
	} {
		s := Sitting(t)
		s.Figures = sitting.Figures{key: k.value}
		if fs := s.Check("", nil); (len(fs) == 0) != k.good || !k.good && fs[0].Path != "figures."+key {
			t.Errorf("%s %g: %v", key, k.value, fs)
		}
	}
}

func TestAClientStaysAsSheIsWhenTheStudioTakesAValueOfItsOwn(t *testing.T) {
	b := &book{t: t}
	p := b.sits(oily)
	clean, shows, c := shows(t, p)
	half := clean.Add(shows.Sub(clean) / 2)
	b.list = nil
	b.sat(p, worn(fmt.Sprintf(`{"shone_at": %q}`, day.Wall(half.In(c.Loc))))...)
	was := float64(b.learns(nil).Sebum[face.Forehead])
	own := sitting.Figures{"wear.sebum_3": 1.8 * 1.2}
	d, _, fs := log.Look(b.list, nil, &own, say.English)
	if got := float64(d.Sebum[face.Forehead]); len(fs) > 0 || !near(got*1.2, was) {
		t.Errorf("she made %g times the book's oil, and now %g times 1.2 of it", was, got)
	}
	next := b.sits(func(s *sitting.Sitting) { oily(s); s.Figures = own })
	b.list[1].Events = []chair.Event{}
	if got := float64(b.learns(nil).Sebum[face.Forehead]); !near(got*1.2, was) {
		t.Errorf("after a sitting by the own value that taught nothing: %g times 1.2, not %g", got, was)
	}
	if next.Foretold().Case.Sebum(3) != 1.8*1.2 {
		t.Error("the sitting is not reckoned by it")
	}
	none := sitting.Figures{}
	d, _, _ = log.Look(b.list, nil, &none, say.English)
	if got := float64(d.Sebum[face.Forehead]); !near(got, was) {
		t.Errorf("given up again, she makes %g times the book's, not %g", got, was)
	}
}

func TestADigestThatWasKeptTeachesWhatTheSittingTaught(t *testing.T) {
	b := &book{t: t}
	p := b.sits(oily, `"kind": "touch", "reads": {"cheeks": "tight", "forehead": "even"}`,
		`"kind": "sting", "product": "serum", "zones": ["cheeks"]`)
	clean, shows, c := shows(t, p)
	half := clean.Add(shows.Sub(clean) / 2)
	b.sat(p, worn(fmt.Sprintf(`{"shone_at": %q}`, day.Wall(half.In(c.Loc))))...)
	b.sat(p, worn(`{}`)...)
	b.sits(func(s *sitting.Sitting) { oily(s); s.Figures = sitting.Figures{"wear.sebum_3": 2} }, worn(`{}`)...)
	want, points, fs := log.Look(b.list, nil, nil, say.English)
	if len(fs) > 0 || len(want.From) < 3 {
		t.Fatal(fs, want.From)
	}
	kept := make([]log.Digest, len(b.list))
	for i := range b.list {
		d, _ := b.list[i].Digest()
		text, err := json.Marshal(d)
		if err != nil {
			t.Fatal(err)
		}
		if err := json.Unmarshal(text, &kept[i]); err != nil {
			t.Fatalf("%v in %s", err, text)
		}
		if len(text) > 6_000 {
			t.Errorf("%d bytes", len(text))
		}
	}
	got, again := log.Teach(kept, nil, nil, say.English)
	if string(got.JSON()) != string(want.JSON()) || string(JSON(t, again)) != string(JSON(t, points)) {
		t.Errorf("kept, it teaches\n%s, not\n%s", got.JSON(), want.JSON())
	}
}
