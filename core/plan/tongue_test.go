package plan_test

import (
	"encoding/json"
	"fmt"
	"maps"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"
	"testing"

	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
	. "urncloth/core/testutil"
)

func slots(text string) []string {
	named := map[string]bool{}
	for _, m := range Slot.FindAllStringSubmatch(text, -1) {
		named[m[1]] = true
	}
	return slices.Sorted(maps.Keys(named))
}

func TestAWholeLanguageHasEveryMessageAndNoSlotThatEnglishLacks(t *testing.T) {
	for _, tag := range say.Whole {
		l := say.In(tag)
		for _, id := range say.IDs() {
			english := slots(say.English.Text(id))
			switch {
			case !l.Has(id):
				t.Errorf("%s lacks %s", tag, id)
			case (l.Text(id) == "") != (say.English.Text(id) == ""):
				t.Errorf("%s says nothing for %s", tag, id)
			}
			for _, s := range slots(l.Text(id)) {
				if !slices.Contains(english, s) && !strings.Contains(s, ".") {
					t.Errorf("%s: %s has a slot %s that nothing fills", tag, id, s)
				}
			}
		}
	}
}

// spoken collects what a document says to people: texts of fields that hold sentences and names.
func spoken(v any, saying bool, at string, tell func(at, text string)) {
	switch v := v.(type) {
	case string:
		if saying {
			tell(at, v)
		}
	case map[string]any:
		for name, inner := range v {
			if name == "sitting" {
				continue
			}
			_, list := inner.([]any)
			says := slices.Contains(plan.WordFields, name) && (name != "because" || !list)
			spoken(inner, says, at+"."+name, tell)
		}
	case []any:
		for i, inner := range v {
			spoken(inner, saying, fmt.Sprintf("%s[%d]", at, i), tell)
		}
	}
}

// nameless is a sitting in which nothing a person wrote has letters.
func nameless(s *sitting.Sitting) *sitting.Sitting {
	out := *s
	out.Kit = slices.Clone(s.Kit)
	for i := range out.Kit {
		out.Kit[i].Name = fmt.Sprintf("№ %d", i)
		if strings.HasPrefix(out.Kit[i].Unit, "press") { // a studio's own word
			out.Kit[i].Unit = ""
		}
	}
	out.Look.Items = slices.Clone(s.Look.Items)
	for i := range out.Look.Items {
		out.Look.Items[i].Item = fmt.Sprintf("№ %d", i)
	}
	out.Client.Allergies, out.Client.Dislikes, out.Client.Wishes = nil, nil, nil
	return &out
}

func TestNothingThatAPlanSaysStandsOutsideTheTables(t *testing.T) {
	say.Teach(Pseudo())
	defer say.Teach(nil)
	latin := regexp.MustCompile(`[A-Za-z]{2,}`)
	told := map[string]bool{}
	check := func(s *sitting.Sitting) {
		s = nameless(s)
		s.Language = "qps"
		data, err := json.Marshal(plan.Make(s))
		if err != nil {
			t.Fatal(err)
		}
		var doc any
		if err := json.Unmarshal(data, &doc); err != nil {
			t.Fatal(err)
		}
		spoken(doc, false, "", func(at, text string) {
			if w := latin.FindString(text); w != "" && !told[w] {
				told[w] = true
				t.Errorf("%s: %q stands in no table: %s", at, w, text)
			}
		})
	}
	docs := demoSittings(t)
	for i := range docs {
		check(&docs[i])
	}
	for _, s := range people(t) {
		check(s)
	}
	r := rand.New(rand.NewPCG(3, 4))
	for range 60 {
		check(Stranger(t, r, docs))
	}
}

func TestAPlanIsTheSameInEveryLanguageButForItsWords(t *testing.T) {
	docs := demoSittings(t)
	for i := range docs {
		english := plan.Make(&docs[i])
		spanish := english.In(say.ES)
		if spanish.Sitting.Language != say.ES {
			t.Fatalf("%d: stays in English: the plan comes out another", i)
		}
		if n := len(spanish.Prep.Steps); n > 0 && !strings.HasPrefix(spanish.Prep.Steps[0].Say, "Volver a preguntar") {
			t.Errorf("%d: begins with %s", i, spanish.Prep.Steps[0].Say)
		}
		back, err := json.Marshal(spanish.In(say.EN))
		was, _ := json.Marshal(english)
		if err != nil || string(back) != string(was) {
			t.Errorf("%d: there and back is another plan", i)
		}
	}
}

func TestAPlanThatThisEditionWouldMakeOtherwiseStaysInItsOwnWords(t *testing.T) {
	docs := demoSittings(t)
	kept := plan.Make(&docs[0])
	kept.Prep.Steps[1].HandsS += 7
	if got := kept.In(say.ES); got != kept {
		t.Error("what was kept is replaced by what would be planned today")
	}
}
