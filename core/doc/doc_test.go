package doc_test

import (
	"encoding/json"
	"strings"
	"testing"

	"urncloth/core/doc"
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
		{"several at once", `{"grade":9,"share":2,"x":1}`, "name: is missing\ngrade: 9 is not between 0 and 3\nshare: 2 is not between 0 and 1\nx: is not a known field"},
		{"not whole", `{"name":`, "document: is not whole JSON: it ends too early"},
		{"nothing", ` `, "document: is empty; a JSON object is needed"},
		{"more after the end", `{"name":"a"} {}`, "document: is not JSON at line 1, column 15: there is more after the end of the document"},
		{"not JSON", "{\n  name: 1}", "document: is not JSON at line 2"},
		{"a NUL in a text", `{"name":"a\u0000"}`, "name: holds a character that cannot be kept"},
		{"not UTF-8", "{\"name\":\"\xff\"}", "document: is not UTF-8 text"},
		{"too deep", strings.Repeat("[", 40) + strings.Repeat("]", 40), "document: is nested deeper than 32"},
		{"deep and not whole", strings.Repeat("[", 40), "document: is not whole JSON: it ends too early"},
		{"escapes and white space", " {\"na\\u006de\" :\t\"\\\"\\u00e9\" ,\n\"tags\": [ \"x\" , \"y\" ] , \"share\" : 0.5 } ", ""},
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
	for in, want := range map[float64]string{0: "0", 1.23456: "1.235", 0.000012346: "0.00001235", 123456: "123500", -0.0000000001: "-0.0000000001", 1.0 / 3: "0.3333"} {
		b, err := json.Marshal(doc.Num(in))
		if err != nil || string(b) != want {
			t.Errorf("%g is written %s (%v), want %s", in, b, err, want)
		}
	}
}

func FuzzReadNeverPanicsAndNamesAFaultForWhatItRefuses(f *testing.F) {
	for _, seed := range []string{`{"name":"a"}`, `{"name":"a","films":{"nose":2}}`, `[1,`, `{"a":{"a":{}}}`, "\xff", `{"name":null,"tags":[null]}`} {
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
