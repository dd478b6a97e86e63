package log

import (
	"math"
	"strings"
	"testing"
	"time"

	"urncloth/core/act"
	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

func TestWhatWasLearnedIsSaidWithTheWayItWent(t *testing.T) {
	p := &pupil{words: say.English}
	for _, x := range []struct {
		kind, name string
		k          taught
		has, not   string
	}{
		{Sebum, "forehead", taught{factor: 0.9}, "shone later than", "sooner"},
		{Sebum, "forehead", taught{factor: 1.1}, "shone sooner than", "later"},
		{Lift, "balm/powder", taught{factor: 1.2}, "took fewer", "more"},
		{Lift, "balm/powder", taught{factor: 0.8}, "took more", "fewer"},
		{Moisture, "cheeks", taught{factor: 1.1, sittings: 3,
			feels: map[chair.Feel]int{chair.Tight: 2, chair.Tacky: 1}}, "2 tight and 1 tacky", "greasy"},
	} {
		got := p.said(x.kind, x.name, &x.k)
		if !strings.Contains(got, x.has) || strings.Contains(got, x.not) {
			t.Errorf("%s %g: %q, want %q in it and not %q", x.kind, x.k.factor, got, x.has, x.not)
		}
	}
}

func TestWhatStungTwiceInADayIsOneSittingAndEveryOtherReportCounts(t *testing.T) {
	for _, x := range []struct {
		key       string
		same, two int
	}{{Never + "/rose-toner", 1, 2}, {Sebum + "/forehead", 2, 3}} {
		p := &pupil{known: map[string]*taught{}}
		d := &Digest{ChairAt: day.Wall(time.Date(2027, 6, 19, 9, 0, 0, 0, time.UTC)), Timezone: "Europe/Dublin"}
		p.of(d, x.key)
		if k := p.of(d, x.key); k.sittings != x.same {
			t.Errorf("%s twice on one day: %d, want %d", x.key, k.sittings, x.same)
		}
		d.ChairAt = d.ChairAt.Add(24 * 60)
		if k := p.of(d, x.key); k.sittings != x.two || k.last != d.ChairAt.Date() {
			t.Errorf("%s the day after: %d, want %d, last on %v", x.key, k.sittings, x.two, k.last)
		}
	}
}

func TestWhatIsLearnedIsOverTheStudiosOwnValueTogetherWithWhatSkinAddsToIt(t *testing.T) {
	own := sitting.Figures{sitting.LeanKey(2): 1.5 * figure.LeanByOil[2], sitting.SebumKey(1): 0.7,
		sitting.TakesKey(kit.Balm, look.Powder): 0.9}
	d := &Digest{Figures: own, Skin: map[face.Zone]Graded{face.Cheeks: {Oil: 2, More: 0.25},
		face.Chin: {Oil: 1}}}
	takes, _ := sitting.MeasuredBy(sitting.TakesKey(kit.Balm, look.Powder))
	for key, want := range map[string]float64{
		Moisture + "/cheeks":  (1.5*figure.LeanByOil[2] + 0.25) / (figure.LeanByOil[2] + 0.25),
		Sebum + "/chin":       0.7 / figure.Sebum[1],
		Lift + "/balm/powder": takes.Scale(0.9),
		Never + "/rose-toner": 1,
	} {
		if got := d.by(key); math.Abs(got-want) > 1e-12 {
			t.Errorf("%s: %v, want %v", key, got, want)
		}
	}
	d.Figures = nil
	if got := d.by(Moisture + "/cheeks"); got != 1 {
		t.Errorf("by the handbook: %v", got)
	}
}

func TestATouchCheckSaysNothingOfAZoneThatMoisturiserDidNotReach(t *testing.T) {
	chin, cheeks := []face.Zone{face.Chin}, []face.Zone{face.Cheeks}
	for name, prep := range map[string][]stack.Step{
		"moisturiser beside it, sunscreen on it": {
			{Act: act.Apply, Kind: act.Detail(kit.MoisturiserLotion), Zones: chin},
			{Act: act.Apply, Kind: act.Detail(kit.Sunscreen), Zones: cheeks},
		},
		"taken off it": {{Act: act.Remove, Kind: act.Detail(kit.MoisturiserLotion), Zones: cheeks}},
		"nothing":      {},
	} {
		o := &observer{r: &chair.Recalled{Prep: prep}, seen: map[string][]float64{}} // no plan: it must not be asked
		if o.feel(face.Cheeks, chair.Tight); len(o.seen) > 0 {
			t.Errorf("%s: %v", name, o.seen)
		}
	}
}

func TestADigestOfThisEditionIsTheFirst(t *testing.T) {
	if DigestEdition != 1 {
		t.Error("digests that were kept are made anew when the edition is raised: is that what is wanted?")
	}
}
