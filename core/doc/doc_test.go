package doc_test

import (
	"encoding/json"
	"errors"
	"math"
	"strings"
	"testing"

	"urncloth/core/doc"
	"urncloth/core/say"
)

type sample struct {
	Name  string             `json:"name" need:"yes" len:"1..5"`
	Grade *int               `json:"grade" in:"0..3"`
	Share float64            `json:"share" in:"0..1"`
	Tags  []string           `json:"tags" len:"0..2"`
	Films map[string]doc.Num `json:"films" in:"0..10"`
	Inner struct {
		On bool `json:"on"`
	} `json:"inner"`
}

func TestEveryFaultIsReportedWithThePathOfItsField(t *testing.T) {
	cases := []struct{ name, in, want string }{
		{"all well", `{"name":"a","grade":3,"share":0.5,"tags":["x"],"films":{"nose":2},"inner":{"on":true}}`, ""},
		{"grade out of range", `{"name":"a","grade":4}`, "grade: 4 is not between 0 and 3"},
		{"half a grade", `{"name":"a","grade":1.5}`, "grade: 1.5 is not a whole number"},
		{"text for a number", `{"name":"a","share":"much"}`, `share: needs a number, not the text "much"`},
		{"number for a text", `{"name":7}`, "name: needs a text, not the number 7"},
		{"missing field", `{}`, "name: is missing"},
		{"empty text", `{"name":""}`, "name: is empty"},
		{"too long", `{"name":"abcdef"}`, "name: has 6 characters, allowed are 1 to 5"},
		{"unknown field", `{"name":"a","inner":{"of":1}}`, "inner.of: is not a known field"},
		{"null", `{"name":null}`, "name: is null; leave the field out instead"},
		{"given twice", `{"name":"a","name":"b"}`, "name: is given twice"},
		{"in a map", `{"name":"a","films":{"nose":11}}`, "films.nose: 11 is not between 0 and 10"},
		{"in a list", `{"name":"a","tags":[1]}`, "tags[0]: needs a text, not the number 1"},
		{"list too long", `{"name":"a","tags":["1","2","3"]}`, "tags: has 3 entries, allowed are 0 to 2"},
		{"huge number", `{"name":"a","share":1e999}`, "share: 1e999 is not a number this program can hold"},
		{"object for a list", `{"name":"a","tags":{}}`, "tags: needs a list, not an object"},
		{"several at once", `{"grade":9,"share":2,"x":1}`,
			"name: is missing\ngrade: 9 is not between 0 and 3\nshare: 2 is not between 0 and 1\nx: is not a " +
				"known field"},
		{"not whole", `{"name":`, "document: is not whole JSON: it ends too early"},
		{"nothing", ` `, "document: is empty; a JSON object is needed"},
		{"more after the end", `{"name":"a"} {}`,
			"document: is not JSON at line 1, column 15: there is more after the end of the document"},
		{"not JSON", "{\n  name: 1}", "document: is not JSON at line 2"},
		{"a NUL in a text", `{"name":"a\u0000"}`, "name: holds a character that cannot be kept"},
		{"not UTF-8", "{\"name\":\"\xff\"}", "document: is not UTF-8 text"},
		{"too deep", strings.Repeat("[", 40) + strings.Repeat("]", 40), "document: is nested deeper than 32"},
		{"deep and not whole", strings.Repeat("[", 40), "document: is not whole JSON: it ends too early"},
		{"escapes and white space", " {\"na\\u006de\" :\t\"\\\"\\u00e9\" ,\n\"tags\": [ \"x\" , \"y\" ] , " +
			"\"share\" : 0.5 } ", ""},
		{"twice by an escape", `{"name":"a","na\u006de":"b"}`, "name: is given twice"},
		{"a list at the top", `[]`, "document: needs an object, not a list"},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			var s sample
			got := doc.Read([]byte(c.in), &s).Error()
			if c.want == "" && got != "" || !strings.HasPrefix(got, c.want) {
				t.Errorf("got  %q\nwant %q", got, c.want)
			}
		})
	}
}

func TestNumbersKeepFourSignificantDigitsAndNoExponent(t *testing.T) {
	for in, want := range map[float64]string{0: "0", 1.23456: "1.235", 0.000012346: "0.00001235", 123456: "123500",
		-0.0000000001: "-0.0000000001", 1.0 / 3: "0.3333"} {
		b, err := json.Marshal(doc.Num(in))
		if err != nil || string(b) != want {
			t.Errorf("%g is written %s (%v), want %s", in, b, err, want)
		}
	}
}

func FuzzReadNeverPanicsAndNamesAFaultForWhatItRefuses(f *testing.F) {
	for _, seed := range []string{`{"name":"a"}`, `{"name":"a","films":{"nose":2}}`, `[1,`, `{"a":{"a":{}}}`, "\xff",
		`{"name":null,"tags":[null]}`} {
		f.Add([]byte(seed))
	}
	f.Fuzz(func(t *testing.T, in []byte) {
		var s sample
		fs := doc.Read(in, &s)
		if len(fs) == 0 && (s.Name == "" || !json.Valid(in)) {
			t.Errorf("accepted %q", in)
		}
		for _, fault := range fs {
			if fault.Say == "" {
				t.Errorf("a fault of %q says nothing", in)
			}
		}
	})
}

type edges struct {
	Flag  bool            `json:"flag"`
	Whole int             `json:"whole" in:"-2..5"`
	Small uint8           `json:"small" in:"0..9"`
	Long  int64           `json:"long"`
	Ptr   *float64        `json:"ptr" in:"1..2"`
	List  []float64       `json:"list" in:"0..1" len:"1..3"`
	Zones map[word]int    `json:"zones" in:"0..3"`
	Word  word            `json:"word"`
	Deep  struct{ X int } `json:"deep"`
	Skip  string          `json:"-"`
}

type word string

func (w *word) UnmarshalText(b []byte) error {
	*w = word(b)
	return doc.OneOf(*w, []word{"a", "b"})
}

func TestEdgesOfEveryKindOfField(t *testing.T) {
	for in, want := range map[string]string{
		`{"flag":true,"whole":-2,"small":9,"long":1000000000000,"ptr":2,"list":[0,1],"zones":{"a":3},"word":"b"}`: "",
		`{"flag":"yes"}`:          `flag: needs true or false, not the text "yes"`,
		`{"flag":0}`:              `flag: needs true or false, not the number 0`,
		`{"whole":-3}`:            "whole: -3 is not between -2 and 5",
		`{"whole":5.0}`:           "",
		`{"whole":6}`:             "whole: 6 is not between -2 and 5",
		`{"whole":true}`:          "whole: needs a number, not true",
		`{"small":10}`:            "small: 10 is not between 0 and 9",
		`{"small":2.5}`:           "small: 2.5 is not a whole number",
		`{"long":1000000000001}`:  "long: 1000000000001 is not a whole number",
		`{"ptr":0.9}`:             "ptr: 0.9 is not between 1 and 2",
		`{"ptr":null}`:            "ptr: is null; leave the field out instead",
		`{"list":[]}`:             "list: is empty",
		`{"list":[0,2,-1]}`:       "list[1]: 2 is not between 0 and 1\nlist[2]: -1 is not between 0 and 1",
		`{"list":[0,0,0,0]}`:      "list: has 4 entries, allowed are 1 to 3",
		`{"zones":{"c":1,"a":4}}`: "zones.c: \"c\" is not one of a, b\nzones.a: 4 is not between 0 and 3",
		`{"zones":[]}`:            "zones: needs an object, not a list",
		`{"word":"c"}`:            `word: "c" is not one of a, b`,
		`{"word":1}`:              "word: needs a text, not the number 1",
		`{"deep":[]}`:             "deep: needs an object, not a list",
		`{"Skip":"x"}`:            "Skip: is not a known field",
		`5`:                       "document: needs an object, not the number 5",
		`{"-":"x"}`:               "-: is not a known field",
		`{"a\u0000b":1}`: "document: has a field whose name holds a character that cannot be " +
			"kept\na\x00b: is not a known field",
		`{"word":"` + strings.Repeat("x", 41) + `"}`: `word: "` + strings.Repeat("x", 41) + `" is not one of a, b`,
		`{"flag":"` + strings.Repeat("x", 41) + `"}`: `flag: needs true or false, not the text "` +
			strings.Repeat("x", 40) + `…"`,
		`{"flag":"` + strings.Repeat("x", 40) + `"}`: `flag: needs true or false, not the text "` +
			strings.Repeat("x", 40) + `"`,
	} {
		var e edges
		if got := doc.Read([]byte(in), &e).Error(); got != want {
			t.Errorf("%s\ngot  %q\nwant %q", in, got, want)
		}
	}
	var e edges
	doc.Read([]byte(`{"flag":true,"whole":-2,"small":9,"long":7,"ptr":2,"list":[0.5],"zones":{"a":3},"word":"b"}`), &e)
	if !e.Flag || e.Whole != -2 || e.Small != 9 || e.Long != 7 || *e.Ptr != 2 || e.List[0] != 0.5 ||
		e.Zones["a"] != 3 || e.Word != "b" {
		t.Errorf("%+v", e)
	}
}

func TestTheLimitsOfADocumentAreExact(t *testing.T) {
	var s sample
	room := doc.MaxBytes - len(`{"name":"a"}`)
	if fs := doc.Read([]byte(strings.Repeat(" ", room)+`{"name":"a"}`), &s); len(fs) > 0 {
		t.Errorf("sixteen megabytes are read: %s", fs)
	}
	if got := doc.Read([]byte(strings.Repeat(" ", room+1)+`{"name":"a"}`),
		&s).Error(); got != "document: is larger than 16 MB" {
		t.Errorf("got %q", got)
	}
	if got := doc.Read([]byte(`{"name":"a","tags":`+strings.Repeat("[", 31)+strings.Repeat("]", 31)+`}`),
		&s).Error(); strings.Contains(got, "deeper") {
		t.Errorf("thirty-two levels are read: %q", got)
	}
	if got := doc.Read([]byte(`{"name":"a","tags":`+strings.Repeat("[", 33)+strings.Repeat("]", 33)+`}`),
		&s).Error(); got != "document: is nested deeper than 32" {
		t.Errorf("got %q", got)
	}
	if got := doc.Read([]byte("{\n \"a\": tru}"), &s).Error(); !strings.HasPrefix(got,
		"document: is not JSON at line 2, column ") {
		t.Errorf("got %q", got)
	}
}

func TestALongListOfWordsIsNotRepeated(t *testing.T) {
	list := strings.Split("abcdefghijklmn", "")
	if err := doc.OneOf("z", list); err == nil || !strings.Contains(err.Error(), "is not one of a, b") {
		t.Errorf("fourteen words are named: %v", err)
	}
	if err := doc.OneOf("z", append(list, "o")); err == nil || err.Error() != `"z" is not a known word here` {
		t.Errorf("fifteen are not: %v", err)
	}
	if doc.OneOf("c", list) != nil {
		t.Error("c is one of them")
	}
}

func TestFaultsAreSaidInAnyLanguageAndKeepTheirPath(t *testing.T) {
	l := &say.Language{Decimal: ",", And: " y ", Plural: func(float64) int { return 0 }}
	l.Set("fault.is_missing", "falta")
	l.Set("fault.whole_document", "documento: {fault}")
	var fs doc.Faults
	fs.Add("name", say.IsMissing)
	fs.AddError("", say.Err(say.IsMissing))
	fs.AddError("word", errors.New("plainly"))
	if a, b, c := fs[0].In(l), fs[1].In(l), fs[2].In(l); a != "name: falta" || b != "documento: falta" ||
		c != "word: plainly" {
		t.Errorf("%s, %s, %s", a, b, c)
	}
	if fs.Error() != "name: is missing\ndocument: is missing\nword: plainly" {
		t.Errorf("%s", fs)
	}
}

func TestNumbersThatCannotBeWrittenAreRefused(t *testing.T) {
	for _, bad := range []float64{math.NaN(), math.Inf(1), math.Inf(-1)} {
		if _, err := doc.Num(bad).MarshalJSON(); err == nil {
			t.Errorf("%g was written", bad)
		}
	}
	if math.Signbit(doc.Round(math.Copysign(0, -1))) {
		t.Error("there is no minus zero")
	}
	if got := doc.Keys(map[word]int{"b": 1, "a": 2, "c": 3}); len(got) != 3 || got[0] != "a" || got[2] != "c" {
		t.Errorf("%v", got)
	}
}
