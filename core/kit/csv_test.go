package kit_test

import (
	"bytes"
	"fmt"
	"reflect"
	"strconv"
	"strings"
	"testing"
	"time"

	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/say"
	. "urncloth/core/testutil"
)

func TestATableGoesOutAndComesBackWithoutLoss(t *testing.T) {
	in := kit.Kit{
		{ID: "a", Name: `Says "hello", twice`, Kind: "serum", Base: "water", Tags: []string{"fragrance", "oil_free"},
			Actives: map[string]float64{"niacinamide": 5, "zinc_pca": 0.5},
			PackG:   30, RemainingG: P(0.0), OpenedOn: On(t, "2027-01-02"), Container: "dropper", GramsPerUnit: 0.03,
			Price: 14.5, EyeSafe: true},
		{ID: "b", Name: "=SUM(A1)", Kind: "cotton_pad", Count: P(12), Maker: "@home", Suits: []string{"oily skin"}},
		{ID: "c", Name: "'quoted", Kind: "sunscreen", SPF: 50, BroadSpectrum: true, Filters: "mixed",
			WaterResistantMin: 80, ExpiresOn: On(t, "2030-01-01")},
		{ID: "d", Name: "two\nlines", Kind: "toner"},
	}
	var b bytes.Buffer
	if err := kit.WriteCSV(&b, in); err != nil {
		t.Fatal(err)
	}
	if strings.Contains(b.String(), ",=SUM") || strings.Contains(b.String(), ",@home") {
		t.Errorf("a spreadsheet would run a cell:\n%s", b.String())
	}
	out, faults, refused := kit.ReadCSV(say.English, b.Bytes())
	if refused != nil || len(faults) > 0 {
		t.Fatal(refused, faults)
	}
	if !reflect.DeepEqual(in, out) {
		t.Errorf("came back\n%+v\nwent out\n%+v", out, in)
	}
}

func TestATableWithFaultsNamesEveryRowAndField(t *testing.T) {
	table := "id,name,kind,spf,price,eye_safe,mood\n" +
		"ok,Fine,toner,0,12.5,yes,\n" +
		"bad,Bad,nectar,999,much,perhaps,\n" +
		",Nameless,toner,,,,\n" +
		"ok,Again,toner,,,,\n" +
		"wide,Wide,toner,,,,,,,\n" +
		"much,Much,toner,,Inf,,\n" +
		"hex,Hex,toner,,0x10,,\n"
	good, faults, refused := kit.ReadCSV(say.English, []byte(table))
	if refused != nil || len(good) != 1 || good[0].ID != "ok" || !good[0].EyeSafe || good[0].Price != 12.5 {
		t.Fatalf("%v %+v", refused, good)
	}
	got := fmt.Sprint(faults)
	for _, want := range []string{"1 mood is not a known column", `3 kind "nectar" is not a kind`,
		"3 spf 999 is not between 0 and 150", `3 price needs a number, not the text "much"`,
		`3 eye_safe needs true or false, not the text "perhaps"`, "4 id is missing",
		`5 id "ok" is already the id of row 2`, "6  has 10 cells, the header 7",
		`7 price needs a number, not the text "Inf"`, `8 price needs a number, not the text "0x10"`} {
		if !strings.Contains(got, want) {
			t.Errorf("%q is not named in %s", want, got)
		}
	}
}

func TestWhatIsNoTableIsRefusedWithAReason(t *testing.T) {
	for name, c := range map[string]struct{ in, want string }{
		"a picture":         {"\x89PNG\r\n\x1a\n\x00", "not UTF-8"},
		"another encoding":  {"id,name,kind\na,Cr\xe8me,toner\n", "not UTF-8"},
		"UTF-16":            {"\xff\xfei\x00d\x00", "not UTF-8"},
		"nothing":           {"", "not a CSV file"},
		"a letter":          {"Dear all,\nwe regret\n", `lacks "id"`},
		"no header":         {"a,A,toner\n", `lacks "id"`},
		"zeros in the text": {"id,name,kind\na,\x00,toner\n", "not a CSV file"},
	} {
		if _, _, refused := kit.ReadCSV(say.English, []byte(c.in)); refused == nil ||
			!strings.Contains(refused.Error(), c.want) {
			t.Errorf("%s: %v, want %q", name, refused, c.want)
		}
	}
}

func TestASpreadsheetsSemicolonsCommasAndMarkAreRead(t *testing.T) {
	good, faults, refused := kit.ReadCSV(say.English, []byte("\xef\xbb\xbfid;name;kind;price\r\na;A;toner;14,50\r\n"))
	if refused != nil || len(faults) != 0 || len(good) != 1 || good[0].Price != 14.5 {
		t.Errorf("%+v %v %v", good, faults, refused)
	}
}

func TestTenThousandRowsAreReadInUnderTwoSeconds(t *testing.T) {
	var b strings.Builder
	b.WriteString("id,name,kind,base,weight,tags,price\n")
	for i := range 10000 {
		fmt.Fprintf(&b, "p%d,Product %d,moisturiser_lotion,emulsion,%d,fragrance|lanolin,%d\n", i, i, i%8, i%90)
	}
	var good kit.Kit
	var faults []kit.RowFault
	var refused error
	best := time.Hour
	for range 3 {
		start := time.Now()
		good, faults, refused = kit.ReadCSV(say.English, []byte(b.String()))
		best = min(best, time.Since(start))
	}
	if best > 2*time.Second {
		t.Errorf("took %s", best)
	}
	if refused != nil || len(good) != 7500 || len(faults) != kit.MostFaults+1 || // weights 6 and 7 are out of bounds
		faults[kit.MostFaults].Say != "and 2400 more faults after these" {
		t.Errorf("%d good, %d faults, %v", len(good), len(faults), refused)
	}
}

// cells cuts a table as a program does that goes by one separator: quotes count only where a cell begins with them.
func cells(table string, by byte) (list []string) {
	var cell strings.Builder
	quoted := false
	for i := 0; i < len(table); i++ {
		c := table[i]
		switch {
		case quoted && c == '"' && i+1 < len(table) && table[i+1] == '"':
			cell.WriteByte(c)
			i++
		case quoted && c == '"':
			quoted = false
		case !quoted && c == '"' && cell.Len() == 0:
			quoted = true
		case !quoted && (c == by || c == '\n' || c == '\r'):
			list = append(list, cell.String())
			cell.Reset()
		default:
			cell.WriteByte(c)
		}
	}
	return append(list, cell.String())
}

func TestNoCellIsOneThatASpreadsheetRunsUnderCommasOrSemicolonsAndAllComeBack(t *testing.T) {
	var names []string
	for _, bad := range []string{"=1+1", "+1", "-1", "@x", "\"=1", "'=1"} {
		names = append(names, bad, "a;"+bad, "a;;"+bad, "a\n"+bad, "a,"+bad, "a\";"+bad, "a\t"+bad, "a; "+bad,
			"a;'"+bad, ";"+bad)
	}
	var k kit.Kit
	for i, name := range names {
		k = append(k, kit.Product{ID: "p" + strconv.Itoa(i), Name: name, Maker: name + ";" + name, Kind: kit.Toner,
			Price: -0.5})
	}
	var b bytes.Buffer
	if err := kit.WriteCSV(&b, k); err != nil {
		t.Fatal(err)
	}
	for _, by := range []byte{',', ';', '\t'} {
		for _, cell := range cells(b.String(), by) {
			if cell != "" && strings.IndexByte("=+-@", cell[0]) >= 0 {
				t.Errorf("under %q a cell is %q", by, cell)
			}
		}
	}
	for i := range k {
		k[i].Price = 0
	}
	b.Reset()
	if err := kit.WriteCSV(&b, k); err != nil {
		t.Fatal(err)
	}
	back, faults, refused := kit.ReadCSV(say.English, b.Bytes())
	if refused != nil || len(faults) > 0 || len(back) != len(k) {
		t.Fatalf("%d of %d, %v, %v", len(back), len(k), faults, refused)
	}
	for i := range k {
		if back[i].Name != k[i].Name || back[i].Maker != k[i].Maker {
			t.Errorf("%q comes back as %q", k[i].Name, back[i].Name)
		}
	}
}

func FuzzTablesAreReadOrRefused(f *testing.F) {
	f.Add([]byte("id,name,kind\na,A,toner\n"))
	f.Add([]byte("id;name;kind;actives\na;A;serum;x=1|y\n"))
	f.Fuzz(func(t *testing.T, in []byte) {
		good, _, refused := kit.ReadCSV(say.English, in)
		if refused != nil {
			return
		}
		var b bytes.Buffer
		if err := kit.WriteCSV(&b, good); err != nil {
			t.Fatal(err)
		}
		again, faults, refused := kit.ReadCSV(say.English, b.Bytes())
		if refused != nil || len(faults) > 0 || len(again) != len(good) {
			t.Fatalf("what was read does not come back: %v %v", refused, faults)
		}
	})
}

func TestStandingRulingOutAndCalibration(t *testing.T) {
	day := On(t, "2027-06-19")
	for want, p := range map[kit.State]kit.Product{
		kit.InDate: {ExpiresOn: On(t, "2027-08-01")}, kit.Soon: {ExpiresOn: On(t, "2027-07-10")},
		kit.Out: {ExpiresOn: On(t, "2027-06-19")}, kit.Gone: {RemainingG: P(0.0)},
	} {
		if got := p.Standing(day); got != want {
			t.Errorf("%+v is %s, want %s", p.ExpiresOn, got, want)
		}
	}
	p := kit.Product{Tags: []string{"beeswax", "oil_free"}, Actives: map[string]float64{"niacinamide": 4}}
	if got := p.RulesOut(); !reflect.DeepEqual(got, []string{"bee", "beeswax", "niacinamide"}) {
		t.Errorf("ruled out by %v", got)
	}
	if g, scatter := kit.Calibrate([]float64{0.3, 0.31, 0.29, 0.3}); g != 0.3 || scatter > 0.03 {
		t.Errorf("%g g, scatter %g", g, scatter)
	}
	if _, scatter := kit.Calibrate([]float64{0.1, 0.5, 0.2}); scatter <= figure.MostScatter {
		t.Error("strokes all over the place pass as a calibration")
	}
}
