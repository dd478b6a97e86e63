package method_test

import (
	"reflect"
	"testing"

	"urncloth/core/method"
	"urncloth/core/say"
)

func TestTheFirstOptionIsTheDefaultAndAnyOtherIsPicked(t *testing.T) {
	for _, m := range method.All(say.English) {
		none := method.Choice{}
		if none.Get(m.Key) != m.Options[0].ID || method.Default(m.Key) != m.Options[0].ID ||
			!none.Is(m.Key, m.Options[0].ID) {
			t.Errorf("%s is %s by default", m.Key, none.Get(m.Key))
		}
		last := m.Options[len(m.Options)-1]
		if c := (method.Choice{m.Key: last.ID}); !c.Is(m.Key, last.ID) || c.Is(m.Key, m.Options[0].ID) {
			t.Errorf("%s is not %s when picked", m.Key, last.ID)
		}
		if m.Name == "" || len(m.Options) < 2 || method.Find(m.Key).Key != m.Key {
			t.Errorf("%+v", m)
		}
		for _, o := range m.Options {
			if o.Name == "" || o.Reason == "" || method.Reason(say.English, m.Key, o.ID) != o.Reason {
				t.Errorf("%s %s: %q", m.Key, o.ID, o.Reason)
			}
		}
	}
}

func TestASittingsChoiceLiesOverTheStudiosAndChangesNeither(t *testing.T) {
	studio := method.Choice{method.EyeOrder: method.EyesLast, method.Toner: method.Never}
	day := method.Choice{method.Toner: method.Always}
	both := studio.Over(day)
	if !both.Is(method.EyeOrder, method.EyesLast) || !both.Is(method.Toner, method.Always) ||
		!studio.Is(method.Toner, method.Never) || len(day) != 1 {
		t.Errorf("%v", both)
	}
}

func TestAMethodOrOptionThatDoesNotExistIsAFaultInOrderOfKey(t *testing.T) {
	fs := method.Choice{"toner": "sometimes", "hat": "on", "eye_order": method.EyesLast}.Check("method")
	if len(fs) != 2 || fs[0].String() != "method.hat: is not a house method" ||
		fs[1].String() != `method.toner: "sometimes" is not one of as_needed, always, never` {
		t.Errorf("%v", fs)
	}
	if method.Find("hat") != nil {
		t.Error("a method that nobody wrote is found")
	}
	for name, mistake := range map[string]func(){
		"an unknown key":    func() { method.Choice{}.Get("hat") },
		"an unknown option": func() { method.Reason(say.English, method.Toner, method.Cold) },
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

func TestReadingMethodsInOneLanguageLeavesTheOthersAlone(t *testing.T) {
	before := method.All(say.English)
	shared := method.All(say.English)
	for i := range shared {
		for j := range shared[i].Options {
			shared[i].Options[j].Name = "changed"
		}
	}
	if after := method.All(say.English); !reflect.DeepEqual(before, after) ||
		method.Find(before[0].Key).Options[0].Name == "changed" {
		t.Error("a list that was handed out is the program's own")
	}
}

func TestAKeptDocumentMeansTheDefaultsOfTheFirstEditionWhereItNamesNone(t *testing.T) {
	kept := method.Choice{method.Depuff: method.Cold}.Kept()
	for key, want := range map[method.Key]method.OptionID{
		method.Depuff: method.Cold, method.PrimerSPFOrder: method.PrimerThenSPF, method.EyeOrder: method.EyesFirst,
	} {
		if kept[key] != want {
			t.Errorf("%s is %q, want %q", key, kept[key], want)
		}
	}
	if fs := kept.Check("method"); len(fs) > 0 || len(kept) != len(method.All(say.English)) {
		t.Errorf("%v, %d of %d methods", fs, len(kept), len(method.All(say.English)))
	}
}
