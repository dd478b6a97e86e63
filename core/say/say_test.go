package say

import (
	"strings"
	"testing"
)

// other is a language made for a test, with two messages of its own.
func other() *Language {
	l := &Language{Tag: "xx", Decimal: ",", And: " y ", Plural: func(n float64) int {
		switch {
		case n == 1:
			return 0
		case n < 5:
			return 1
		}
		return 2
	}}
	l.Set("number.2", "dos")
	l.Set("amount.grams", "{grams:f2} gramos")
	l.Set("time.minutes", "{n:words} {n|uno|pocos|muchos}")
	return l
}

func TestSlotsAreFilledFormattedAndReckoned(t *testing.T) {
	row("test.formats", "{a} {b:g3} {c:f1} {share*100:f0} % {s/60} {word:q} {n:words} {type:roman} "+
		"{fit.infant*12} {sun.full_dose}")
	got := English.Say(Named("test.formats"), "a", "x", "b", 1234.5, "c", 0.25, "share", 0.125, "s", 300, "word",
		"say", "n", 7, "type", 4)
	if want := `x 1.23e+03 0.2 12 % 5 "say" seven IV 6 2`; got != want {
		t.Errorf("got  %s\nwant %s", got, want)
	}
	row("test.words", "{n:words} {m:words} {half:words}")
	if got := English.Say(Named("test.words"), "n", 20, "m", 15, "half", 1.5); got != "twenty 15 1.5" {
		t.Errorf("got %s", got)
	}
}

func TestFormsFollowTheNumberAndTheLanguage(t *testing.T) {
	for n, want := range map[int]string{0: "0 minutes", 1: "1 minute", 2: "2 minutes"} {
		if got := English.Say(Minutes, "n", n); got != want {
			t.Errorf("%d: %s", n, got)
		}
	}
	for n, want := range map[int]string{1: "1 uno", 2: "dos pocos", 9: "9 muchos"} {
		if got := other().Say(Minutes, "n", n); got != want {
			t.Errorf("%d: %s", n, got)
		}
	}
}

func TestALanguageWritesItsOwnNumbersAndListsAndFallsBackToEnglish(t *testing.T) {
	l := other()
	if got := l.Say(Grams, "grams", 1.5); got != "1,50 gramos" {
		t.Errorf("got %s", got)
	}
	if got := l.Say(Seconds, "n", 2); got != "2 seconds" {
		t.Errorf("what it lacks is said in English: %s", got)
	}
	if !l.Has(Grams) || l.Has(Seconds) || l.Has(ID(len(names)+5)) {
		t.Error("it has what it was given")
	}
	for n, want := range map[int]string{0: "", 1: "a", 2: "a y b", 3: "a, b y c"} {
		if got := l.List([]string{"a", "b", "c"}[:n]); got != want {
			t.Errorf("%d: %q", n, got)
		}
	}
}

func TestAMessageMayFillASlotOfAnother(t *testing.T) {
	if got := English.Say(NotAllowedLength, "n", 1, "of", Entries, "low", "2", "high",
		"3"); got != "has 1 entry, allowed are 2 to 3" {
		t.Errorf("got %s", got)
	}
	if got := Err(NotARule, "word", "luck").Error(); got != `"luck" is not a rule` {
		t.Errorf("got %s", got)
	}
}

func TestSlotsAreThoseTheCallerFillsEachOnce(t *testing.T) {
	row("test.slots", "{b} {a} {b|x|y} {sun.full_dose}")
	if got := strings.Join(English.Slots(Named("test.slots")), " "); got != "b a" {
		t.Errorf("got %s", got)
	}
}

func TestMistakesOfTheProgramAreNotPassedOver(t *testing.T) {
	for name, mistake := range map[string]func(){
		"a slot that nobody fills": func() { English.Say(Grams) },
		"a figure that is no row": func() {
			row("test.figure",
				"{sun.nothing}")
			English.Say(Named("test.figure"))
		},
		"a message twice":              func() { row("time.minutes", "again") },
		"a slot that does not close":   func() { row("test.open", "a {slot") },
		"a factor that is none":        func() { row("test.factor", "{n*x}") },
		"a name nobody has":            func() { Named("test.nobody") },
		"a text for a name nobody has": func() { other().Set("test.nobody", "x") },
	} {
		t.Run(name, func(t *testing.T) {
			defer func() {
				if recover() == nil {
					t.Error("it went through")
				}
			}()
			mistake()
		})
	}
}

func TestWordsOfAListAreNamedAsTheyStandOrByTheirLabel(t *testing.T) {
	Words("test_list", []string{"under_eyes", "x"}, Labels{"x": "the unknown"})
	if a, b := English.Say(Word("test_list", "under_eyes")), English.Say(Word("test_list", "x")); a != "under eyes" ||
		b != "the unknown" {
		t.Errorf("%s, %s", a, b)
	}
	if Word("test_list", "x").String() != "test_list.x" || len(IDs()) != len(names)-1 || IDs()[0] != 1 {
		t.Error("a message knows its name, and none is no message")
	}
}
