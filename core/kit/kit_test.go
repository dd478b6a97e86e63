package kit_test

import (
	"math"
	"strings"
	"testing"

	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/say"
	. "urncloth/core/testutil"
)

func TestHandMeasuresAreTheNearestOfAFewThings(t *testing.T) {
	for grams, want := range map[float64]string{0: "", 0.01: "less than a rice grain: what stays on a fingertip",
		0.05: "a rice grain",
		0.1:  "two rice grains", 0.25: "a pea", 0.5: "a bean",
		0.6: "a 20 mm coin", 0.75: "three peas", 1: "a hazelnut", 2: "a grape", 4.1: "two grapes", 20: "10 grapes"} {
		if got := kit.Hand(say.English, grams); got != want {
			t.Errorf("%g g is %q, want %q", grams, got, want)
		}
	}
}

func TestADoseIsSaidAllThreeWays(t *testing.T) {
	p := kit.Product{Container: "pump", GramsPerUnit: 0.3}
	n, unit := p.Units(0.46)
	if got := kit.Amount(say.English, 0.46, n, unit); got != "0.46 g, 1½ pumps, a bean" {
		t.Errorf("got %q", got)
	}
	drops := kit.Product{Container: "dropper"}
	if n, unit := drops.Units(0.24); math.Abs(n-8) > 1e-9 || unit != "drop" {
		t.Errorf("0.24 g is eight drops of 0.03 g: %g %s", n, unit)
	}
	if n, unit := (&kit.Product{}).Units(1); n != 0 || unit != "" {
		t.Errorf("a product without a unit has none: %g %q", n, unit)
	}
}

func TestGramsAndFilmAreInverse(t *testing.T) {
	if g := kit.Grams(2, 798); math.Abs(g-1.596) > 1e-9 {
		t.Errorf("2 mg/cm² on face, neck and ears without lips is 1.596 g, got %g", g)
	}
	if f := kit.Film(1.596, 798); math.Abs(f-2) > 1e-9 {
		t.Errorf("got %g", f)
	}
}

func TestTagsImplyOthers(t *testing.T) {
	cases := []struct {
		tag, allergy string
		want         bool
	}{{"essential_oil", "fragrance", true}, {"fragrance", "essential_oil", false}, {"beeswax", "bee", true},
		{"argan", "nut_oil", false}, {"almond", "nuts", true}, {"walnut", "tree nuts", true},
		{"latex", "adhesive", true}, {"lanolin", "bee", false}, {"Alcohol Denat", "alcohol_denat", true}}
	for _, c := range cases {
		p := kit.Product{Tags: []string{c.tag}}
		if got := p.Carries([]string{c.allergy}) != ""; got != c.want {
			t.Errorf("%s for somebody allergic to %s: %v", c.tag, c.allergy, got)
		}
	}
	active := kit.Product{Actives: map[string]float64{"niacinamide": 5}}
	if active.Carries([]string{"niacinamide"}) == "" {
		t.Error("an allergy to an active is an allergy")
	}
	waxed := kit.Product{Tags: []string{"beeswax"}}
	if waxed.Breaks([]string{"vegan"}, true) == "" || waxed.Breaks([]string{"no_alcohol"}, true) != "" {
		t.Error("vegan rules out beeswax, no alcohol does not")
	}
}

func TestInDateMeansBeforeExpiryAndBeforeTheEndOfPAO(t *testing.T) {
	day := On(t, "2027-06-19")
	cases := []struct {
		name string
		p    kit.Product
		want bool
	}{
		{"nothing known", kit.Product{}, true},
		{"expires tomorrow", kit.Product{ExpiresOn: On(t, "2027-06-20")}, true},
		{"expires today", kit.Product{ExpiresOn: On(t, "2027-06-19")}, false},
		{"six months from December", kit.Product{OpenedOn: On(t, "2026-12-20"), PAOMonths: 6}, true},
		{"six months are over", kit.Product{OpenedOn: On(t, "2026-12-19"), PAOMonths: 6}, false},
		{"PAO ends before expiry", kit.Product{OpenedOn: On(t, "2026-12-01"), PAOMonths: 6,
			ExpiresOn: On(t, "2030-01-01")}, false},
		{"never opened", kit.Product{PAOMonths: 6}, true},
	}
	for _, c := range cases {
		if got := c.p.InDate(day); got != c.want {
			t.Errorf("%s: in date is %v", c.name, got)
		}
	}
}

func TestOverWhatIsTheHandbooksTable(t *testing.T) {
	for _, c := range []struct {
		over, under kit.Base
		want        float64
	}{{"water", "silicone", 3}, {"water", "oil", 4}, {"emulsion", "silicone", 1.5}, {"emulsion", "oil", 2},
		{"silicone", "oil", 2},
		{"silicone", "water", 0.3}, {"silicone", "emulsion", 0.3}, {"oil", "emulsion", 0.3}, {"oil", "silicone", 1.5},
		{"powder", "oil", 3},
		{"water", "water", 0}, {"powder", "emulsion", 0}, {"water", "emulsion", 0}, {"", "oil", 0}} {
		if got := kit.OverWhat(c.over, c.under); got != c.want {
			t.Errorf("%q over %q is %g, want %g", c.over, c.under, got, c.want)
		}
	}
}

func TestAKitIsRefusedWithTheFieldNamed(t *testing.T) {
	for want, k := range map[string]kit.Kit{
		"kit: is empty; a plan needs at least one product": {},
		`kit[1].id: "a" is already the id of kit[0]`: {{ID: "a", Name: "A", Kind: "toner"},
			{ID: "a", Name: "B", Kind: "mist"}},
		"kit[0].contact_min_s: 2 is more than contact_max_s (1)": {{ID: "a", Name: "A", Kind: "balm",
			ContactMinS: 2, ContactMaxS: 1}},
		"kit[0].water_resistant_min: 30 is not 0, 40 or 80": {{ID: "a", Name: "A", Kind: "sunscreen",
			WaterResistantMin: 30}},
	} {
		if got := k.Check("kit").Error(); got != want {
			t.Errorf("got %q, want %q", got, want)
		}
	}
}

func TestWishesThatRequireBindWhatStaysOnTheSkin(t *testing.T) {
	for name, c := range map[string]struct {
		p     kit.Product
		wish  string
		stays bool
		want  bool
	}{
		"an oil, oil-free": {kit.Product{Kind: "face_oil", Base: "oil"}, "oil_free", true, true},
		"an emulsion, oil-free": {kit.Product{Kind: "moisturiser_lotion", Base: "emulsion"}, "oil-free",
			true, true},
		"an emulsion that says so": {kit.Product{Base: "emulsion", Tags: []string{"oil_free"}}, "oil_free",
			true, false},
		"a gel": {kit.Product{Kind: "moisturiser_gel", Base: "water"}, "oil_free", true,
			false},
		"a balm that is rinsed off": {kit.Product{Kind: "balm", Base: "oil"}, "oil_free", false, false},
		"scent, fragrance-free": {kit.Product{Tags: []string{"essential_oil"}}, "fragrance_free", true,
			true},
		"no scent, fragrance-free": {kit.Product{Base: "emulsion"}, "fragrance free", true, false},
		"alcohol-free binds whatever is used": {kit.Product{Tags: []string{"alcohol_denat"}}, "alcohol_free", false,
			true},
	} {
		if got := c.p.Breaks([]string{c.wish}, c.stays); (got != "") != c.want {
			t.Errorf("%s: %q", name, got)
		}
	}
}

func TestAmountsAreWrittenAsAPersonAtAScaleWould(t *testing.T) {
	for grams, want := range map[float64]float64{0.0444: 0.044, 0.1: 0.1, 0.0999: 0.1, 1.596: 1.6, 2: 2, 12.345: 12.35,
		0: 0} {
		if got := kit.Weight(grams); got != want {
			t.Errorf("%g g is %g, want %g", grams, got, want)
		}
	}
	for n, want := range map[float64]string{0: "0", 0.25: "¼", 0.5: "½", 0.75: "¾", 1: "1", 1.12: "1", 1.13: "1¼",
		2.5: "2½", 3.9: "4"} {
		if got := kit.Quarters(n); got != want {
			t.Errorf("%g is %s, want %s", n, got, want)
		}
	}
	for want, p := range map[string]kit.Product{
		"0.6 g, 2 pumps, a 20 mm coin":         {Container: kit.Pump, GramsPerUnit: 0.3},
		"0.6 g, 1 drop, a 20 mm coin":          {Container: kit.Dropper, GramsPerUnit: 0.6},
		"0.6 g, 20 drops, a 20 mm coin":        {Container: kit.Dropper},
		"0.6 g, 3 spray seconds, a 20 mm coin": {Container: kit.SprayCan, GramsPerUnit: 0.2},
		"0.6 g, 4 passes, a 20 mm coin":        {Container: kit.Stick, GramsPerUnit: 0.15},
		"0.6 g, ½ scoop, a 20 mm coin":         {Container: kit.Jar, GramsPerUnit: 1.2},
		"0.6 g, 2 units, a 20 mm coin":         {Container: kit.Tube, GramsPerUnit: 0.3},
		"0.6 g, 2 squishes, a 20 mm coin":      {Container: kit.Tube, Unit: "squish", GramsPerUnit: 0.3},
		"0.6 g, 2 dabs, a 20 mm coin":          {Container: kit.Tube, Unit: "dab", GramsPerUnit: 0.3},
		"0.6 g, a 20 mm coin ":                 {Container: kit.Tube, Unit: "tin", GramsPerUnit: 9},
		"0.6 g, ¼ jar, a 20 mm coin":           {Container: kit.Tube, Unit: "jar", GramsPerUnit: 2.2},
		"0.6 g, 1½ squirts, a 20 mm coin":      {Container: kit.Pump, Unit: "squirt", GramsPerUnit: 0.4},
		"0.6 g, a 20 mm coin  ":                {Container: kit.Pump, GramsPerUnit: 0.48}, // 1¼ is no half
		"0.6 g, a 20 mm coin":                  {Container: kit.Tube},
	} {
		n, unit := p.Units(0.6)
		if got := kit.Amount(say.English, 0.6, n, unit); got != strings.TrimSpace(want) {
			t.Errorf("got %q, want %q", got, want)
		}
	}
	if got := kit.Amount(say.English, 0, 0, ""); got != "0 g" {
		t.Errorf("nothing is %q", got)
	}
}

func TestHandMeasuresAtTheirEdges(t *testing.T) {
	for grams, want := range map[float64]string{0.0434: "less than a rice grain: what stays on a fingertip",
		0.0436: "a rice grain", 0.08: "one to two rice grains",
		0.35: "between a pea and a bean", 0.16: "three rice grains", 0.3: "between a pea and a bean",
		8: "four grapes", 9: "four grapes", 9.01: "5 grapes", 0.15: "three rice grains",
		0.2: "four rice grains", 3: "three hazelnuts", -1: "", 4: "two grapes", 1.2: "two 20 mm coins"} {
		if got := kit.Hand(say.English, grams); got != want {
			t.Errorf("%g g is %q, want %q", grams, got, want)
		}
	}
	if kit.Film(1, 0) != 0 || kit.Film(1, -5) != 0 {
		t.Error("there is no film over no area")
	}
}

func TestWhatAProductIsFollowsFromWhatItHolds(t *testing.T) {
	acid, retinol, scented := map[string]float64{"salicylic": 0.5}, map[string]float64{"retinol": 0.2},
		[]string{"fragrance"}
	for name, c := range map[string]struct {
		p                                    kit.Product
		acid, retinoid, bland, oily, screens bool
	}{
		"a plain lotion": {kit.Product{Kind: kit.MoisturiserLotion}, false, false, true, false, false},
		"soothing actives": {kit.Product{Kind: kit.Serum, Actives: map[string]float64{"urea": 5,
			"hyaluronic": 1}}, false, false, true, false, false},
		"an acid serum":      {kit.Product{Kind: kit.Serum, Actives: acid}, true, false, false, false, false},
		"an acid toner":      {kit.Product{Kind: kit.AcidToner}, true, false, false, false, false},
		"a retinol":          {kit.Product{Kind: kit.Serum, Actives: retinol}, false, true, false, false, false},
		"a retinoid by kind": {kit.Product{Kind: kit.Retinoid}, false, true, false, false, false},
		"scent":              {kit.Product{Kind: kit.Serum, Tags: scented}, false, false, false, false, false},
		"none of an active": {kit.Product{Kind: kit.Serum, Actives: map[string]float64{"vitamin_c": 0}}, false,
			false, true, false, false},
		"a scrub":          {kit.Product{Kind: kit.Scrub}, false, false, false, false, false},
		"a lip scrub":      {kit.Product{Kind: kit.LipScrub}, false, false, false, false, false},
		"an enzyme polish": {kit.Product{Kind: kit.EnzymePolish}, false, false, false, false, false},
		"a balm":           {kit.Product{Kind: kit.Balm}, false, false, true, true, false},
		"an oil-free biphase": {kit.Product{Kind: kit.Biphase, Tags: []string{"oil_free"}}, false, false, true,
			false, false},
		"an oil base":          {kit.Product{Kind: kit.Serum, Base: kit.BaseOil}, false, false, true, true, false},
		"a sunscreen":          {kit.Product{Kind: kit.Sunscreen}, false, false, true, false, true},
		"a factor over makeup": {kit.Product{Kind: kit.SPFStick}, false, false, true, false, true},
		"setting spray":        {kit.Product{Kind: kit.SettingSpray}, false, false, true, false, false},
	} {
		p := c.p
		if p.Acid() != c.acid || p.Retinoid() != c.retinoid || p.Bland() != c.bland || p.Oily() != c.oily ||
			p.Screens() != c.screens {
			t.Errorf("%s: acid %t, retinoid %t, bland %t, oily %t, screens %t", name, p.Acid(), p.Retinoid(),
				p.Bland(), p.Oily(), p.Screens())
		}
	}
	for k, want := range map[kit.Kind][3]bool{kit.MoisturiserRich: {true, false, false},
		kit.LipBalm: {false, true, false}, kit.DryPatchBalm: {false, true, false},
		kit.LipScrub: {false, false, true}, kit.Serum: {}, kit.MoisturiserSPF: {}} {
		if got := [3]bool{k.Moisturiser(), k.SpotBalm(), k.Polish()}; got != want {
			t.Errorf("%s: %v", k, got)
		}
	}
}

func TestTheTablesOfTheKitAreThoseOfTheHandbook(t *testing.T) {
	for k, want := range map[kit.Kind]kit.KindFigures{
		kit.Toner:            {Film: 0.8, Full: 0.8, SetS: 60, Evaporation: 1, Stays: 0.03},
		kit.Serum:            {Film: 0.3, Full: 0.3, SetS: 90, Evaporation: 0.7, Stays: 0.1},
		kit.EyeCream:         {Film: 0.8, Full: 0.8, SetS: 120, Evaporation: 0.3, Stays: 0.35},
		kit.MoisturiserGel:   {Film: 0.5, Full: 1.2, SetS: 120, Evaporation: 0.8, Stays: 0.2},
		kit.MoisturiserRich:  {Film: 0.5, Full: 1.2, SetS: 480, Evaporation: 0.2, Stays: 0.6},
		kit.FaceOil:          {Film: 0.15, Full: 0.3, SetS: 300, Stays: 1},
		kit.Sunscreen:        {Film: 2, Full: 2, SetS: 300, Evaporation: 0.5, Stays: 0.45},
		kit.PrimerMattifying: {Film: 0.4, Full: 0.4, SetS: 90, Evaporation: 0.6, Stays: 0.5},
	} {
		got := k.Of()
		got.ID, got.Group = "", 0
		if got != want {
			t.Errorf("%s: %+v", k, got)
		}
	}
	for k, grams := range map[kit.Kind]float64{kit.Micellar: 2, kit.Balm: 1.5, kit.CleansingOil: 2, kit.PlantOil: 2,
		kit.CreamCleanser: 2, kit.GelCleanser: 1, kit.FoamCleanser: 1, kit.Biphase: 1, kit.Wipe: 0} {
		if k.PassGrams(false) != grams || k.PassGrams(true) != grams*1.5 {
			t.Errorf("%s: %g g, with the neck %g", k, k.PassGrams(false), k.PassGrams(true))
		}
	}
	if off, is := kit.FoamCleanser.CleanserFit(face.Dry); !is || off != 1.2 {
		t.Errorf("foam on dry skin is off by %g", off)
	}
	if _, is := kit.Balm.CleanserFit(face.Dry); is {
		t.Error("a balm is no cleanser before makeup")
	}
	var k kit.Kind
	if err := k.UnmarshalText([]byte("nectar")); err == nil || k.UnmarshalText([]byte("toner")) != nil ||
		k != kit.Toner {
		t.Errorf("%v %s", err, k)
	}
}

func TestStockPriceAndWishesAtTheirEdges(t *testing.T) {
	if p := (kit.Product{RemainingG: P(1.0)}); p.Short(1) || !p.Short(1.001) || p.Empty() {
		t.Error("the last gram can be used, and no more")
	}
	if p := (kit.Product{RemainingG: P(0.0)}); !p.Empty() {
		t.Error("nothing left is empty")
	}
	if p := (kit.Product{Count: P(1), RemainingG: P(0.0)}); p.Short(5) || p.Empty() {
		t.Error("where pieces are counted grams are ignored")
	}
	if p := (kit.Product{Count: P(0)}); !p.Empty() {
		t.Error("no piece is empty")
	}
	if p := (kit.Product{}); p.Short(1000) || p.Empty() || p.PriceOf(3) != 0 {
		t.Error("what is not known is enough, and costs nothing")
	}
	if p := (kit.Product{PackG: 50, Price: 20}); p.PriceOf(5) != 2 {
		t.Errorf("five of fifty grams at twenty cost %g", p.PriceOf(5))
	}
	wool := kit.Product{Tags: []string{"lanolin", "Alcohol-Denat"}, Actives: map[string]float64{"vitamin_c": 5}}
	if wool.Breaks([]string{" Vegan "}, true) == "" || wool.Breaks([]string{"no animal fat"}, true) == "" ||
		wool.Breaks([]string{"alcohol_free"}, true) == "" || wool.Breaks([]string{"fragrance"}, true) != "" ||
		wool.Breaks([]string{"lanolin"}, true) != "lanolin" {
		t.Error("a wish rules out what it stands for")
	}
	if n := wool.CountCarried([]string{"lanolin", "alcohol denat", "vitamin c", "fragrance"}); n != 3 {
		t.Errorf("%d of the words are met", n)
	}
	if !wool.Has("x", "vitamin_c") || wool.Has("niacinamide") || !wool.Tagged("lanolin") || wool.Tagged("wool") {
		t.Error("actives and tags")
	}
	list := kit.Kit{{ID: "a"}, {ID: "b"}}
	if list.Find("b") != &list[1] || list.Find("c") != nil {
		t.Error("products are found by their ids")
	}
}

func TestOneFaceAndOneStrokeOfAProduct(t *testing.T) {
	for want, p := range map[float64]kit.Product{2: {Kind: kit.Micellar}, 0.012: {Kind: kit.LipBalm},
		0.0144: {Kind: kit.EyeCream}, 0.036: {Kind: kit.LipScrub}, 0.1479: {Kind: kit.Serum},
		0: {Kind: kit.CottonPad}} {
		if got := p.FaceGrams(); math.Abs(got-want) > 1e-9 {
			t.Errorf("one face takes %g g of %s, want %g", got, p.Kind, want)
		}
	}
	if p := (kit.Product{Kind: kit.Micellar, PackG: 100, Price: 10}); p.FacePrice() != 0.2 {
		t.Errorf("%g", p.FacePrice())
	}
	if g, scatter := kit.Calibrate([]float64{1, 3}); g != 2 || scatter != 0.5 {
		t.Errorf("mean %g, scatter %g", g, scatter)
	}
	if g, scatter := kit.Calibrate(nil); g != 0 || scatter != 0 {
		t.Errorf("of nothing: %g, %g", g, scatter)
	}
	if g, scatter := kit.Calibrate([]float64{0, 0}); g != 0 || scatter != 0 {
		t.Errorf("of no weight: %g, %g", g, scatter)
	}
	on := On(t, "2027-06-19")
	for date, want := range map[string]kit.State{"2027-06-19": kit.Out, "2027-06-20": kit.Soon,
		"2027-07-19": kit.Soon, "2027-07-20": kit.InDate} {
		if got := (&kit.Product{ExpiresOn: On(t, date)}).Standing(on); got != want {
			t.Errorf("expires %s: %s, want %s", date, got, want)
		}
	}
	if last, ok := (&kit.Product{ExpiresOn: On(t, "2028-01-01"), OpenedOn: On(t, "2027-01-01"),
		PAOMonths: 6}).UseBy(); !ok || last.String() != "2027-06-30" {
		t.Errorf("used by %s", last)
	}
	if last, _ := (&kit.Product{ExpiresOn: On(t, "2027-02-01"), OpenedOn: On(t, "2027-01-01"),
		PAOMonths: 6}).UseBy(); last.String() != "2027-01-31" {
		t.Errorf("used by %s", last)
	}
	old := kit.Kit{{ID: "a", Name: "A", Kind: kit.Toner, ExpiresOn: On(t, "2000-01-01"), OpenedOn: On(t, "2020-01-02")}}
	if got := old.Check("kit").Error(); got != "kit[0].expires_on: 2000-01-01 is far before opened_on" {
		t.Errorf("%q", got)
	}
	old[0].OpenedOn = On(t, "2020-01-01")
	if got := old.Check("kit"); len(got) != 0 {
		t.Errorf("twenty years to the day is odd, and possible: %v", got)
	}
	if p := (kit.Product{Filters: kit.Mineral}); p.Filters.UnmarshalText([]byte("tin")) == nil ||
		p.Container.UnmarshalText([]byte("pump")) != nil || p.Container != kit.Pump ||
		p.Base.UnmarshalText([]byte("gold")) == nil {
		t.Error("words of a product are read strictly")
	}
}

func TestWhatIsTakenOffAgainOrIsOnlyAToolLeavesNoFilm(t *testing.T) {
	for _, k := range kit.Kinds() {
		tool := k.Group == kit.Sundries
		remover := k.Group == kit.Removers && k.ID != kit.Micellar && k.ID != kit.WaterMitt
		if (tool || remover) && (k.Film != 0 || k.Full != 0 || k.SetS != 0 || k.Evaporation != 0 || k.Stays != 0) {
			t.Errorf("%s: %+v", k.ID, k)
		}
		if k.Group == kit.Rinsed && (k.SetS != 0 || k.Evaporation != 0 || k.Stays != 0 || k.Full != k.Film) {
			t.Errorf("%s is rinsed off: %+v", k.ID, k)
		}
	}
}

func TestALipScrubAndMasksAreLaidThick(t *testing.T) {
	for k, film := range map[kit.Kind]float64{kit.LipScrub: 3, kit.Scrub: 3, kit.MaskClay: 5, kit.MaskHydrating: 5} {
		if k.Of().Film != film {
			t.Errorf("%s: %g", k, k.Of().Film)
		}
	}
}
