package prep

import (
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
)

// facial is a sitting with a facial before base and so many minutes in the chair.
func facial(t testing.TB, minutes int) (Prep, bool) {
	p, res, _ := planned(t, func(s *sitting.Sitting) {
		Add(s, kit.Product{ID: "clay", Name: "Clay", Kind: "mask_clay"},
			kit.Product{ID: "dew", Name: "Dew", Kind: "mask_hydrating"})
		s.Method[method.Facial] = method.Yes
		s.Day.BaseAt = s.Day.ChairAt.Add(minutes)
	})
	return p, len(Found(res.Findings, "method-not-met")) > 0
}

func gave(p Prep) string {
	var list []string
	for _, g := range p.GaveUp {
		list = append(list, g.What)
	}
	return strings.Join(list, ", ")
}

func TestWhereMinutesAreShortTheMaskGoesBeforeTheCareAndThePolishWithIt(t *testing.T) {
	whole, missed := facial(t, 60)
	masks, polishes := len(steps(whole, "treat", "mask_clay")), len(steps(whole, "treat", "enzyme_polish"))
	if gave(whole) != "" || missed || masks != 1 || polishes != 1 || whole.SlackS < 0 {
		t.Fatalf("an hour is enough: gave up %q", gave(whole))
	}
	needs := 60 - whole.SlackS/60
	short, missed := facial(t, needs-3)
	if gave(short) != "mask" || !missed || short.SlackS < 0 || len(steps(short, "treat", "mask_clay")) != 0 ||
		len(steps(short, "treat", "enzyme_polish")) != 1 {
		t.Errorf("three minutes short: gave up %q, the method is missed: %v, %d s in hand", gave(short), missed,
			short.SlackS)
	}
	if g := short.GaveUp[0]; g.SavesS < 300 || g.Cost != 0.5 ||
		!strings.Contains(short.GaveUp[0].Say, "No mask") || short.Cost <= whole.Cost {
		t.Errorf("what it saves and costs: %+v, %g of %g", g, short.Cost, whole.Cost)
	}
	none, _ := facial(t, 6)
	if none.SlackS >= 0 || !strings.HasPrefix(gave(none), "mask, polish, ") || len(steps(none, "treat", "")) != 0 {
		t.Errorf("six minutes: gave up %q with %d s in hand", gave(none), none.SlackS)
	}
}

func TestWhatFitsToTheSecondIsPreferredThenWhatCostsLessThenWhatIsReadySooner(t *testing.T) {
	for _, x := range []struct {
		is, than Prep
		want     bool
	}{
		{Prep{SlackS: 0, Cost: 5}, Prep{SlackS: -1, Cost: 1}, true},
		{Prep{SlackS: -1, Cost: 1}, Prep{SlackS: 0, Cost: 5}, false},
		{Prep{SlackS: 0, Cost: 1}, Prep{SlackS: 9, Cost: 2}, true},
		{Prep{SlackS: 9, Cost: 2}, Prep{SlackS: 0, Cost: 2}, false},
		{Prep{SlackS: -8, Cost: 9}, Prep{SlackS: -9, Cost: 1}, true},
		{Prep{SlackS: -9}, Prep{SlackS: -9}, false},
	} {
		if x.is.better(&x.than) != x.want {
			t.Errorf("%d s at %g before %d s at %g: %v", x.is.SlackS, x.is.Cost, x.than.SlackS, x.than.Cost, !x.want)
		}
	}
}

func TestACleanserSwappedForAnotherTakesAPassOfItAndLaysNoFilm(t *testing.T) {
	c := sitting.Open(Sitting(t))
	wash := &kit.Product{ID: "gel-x", Name: "Gel", Kind: kit.GelCleanser}
	s := Swap(c, stack.Step{Act: act.Cleanse, Product: "mic", Zones: []face.Zone{face.Cheeks}, Grams: 0.5}, wash)
	if len(s.Film) != 0 || float64(s.Grams) != kit.GelCleanser.PassGrams(true) || s.Product != "gel-x" {
		t.Errorf("%+v", s)
	}
}
