package plan_test

import (
	"encoding/json"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// keptPlans is a plan of every edition that was ever kept, by the name of its file.
func keptPlans(t *testing.T) map[string][]byte {
	t.Helper()
	files, err := filepath.Glob("testdata/kept/edition-*.json")
	if err != nil {
		t.Fatal(err)
	}
	all := map[string][]byte{}
	for _, f := range files {
		if all[filepath.Base(f)], err = os.ReadFile(f); err != nil {
			t.Fatal(err)
		}
	}
	for n := range plan.Edition {
		prefix := "edition-" + strconv.Itoa(n+1)
		if !slices.ContainsFunc(files, func(f string) bool { return strings.Contains(f, prefix) }) {
			t.Errorf("no plan of edition %d is kept here to be read", n+1)
		}
	}
	return all
}

func TestAPlanOfEveryEditionEverKeptIsReadAsThePresentOne(t *testing.T) {
	for name, data := range keptPlans(t) {
		p, err := plan.ReadKept(data, false)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		if p.Edition != plan.Edition || len(p.Sitting.Method) != len(method.All(say.English)) || len(p.ByHand) != 0 {
			t.Errorf("%s: edition %d, %d methods, by hand %v", name, p.Edition, len(p.Sitting.Method), p.ByHand)
		}
		m := p.Sitting.Method
		if m[method.EyeOrder] != method.EyesLast || m[method.NightLayers] != method.Lean {
			t.Errorf("%s: methods %v", name, m)
		}
		var was plan.Plan
		if err := json.Unmarshal(data, &was); err != nil {
			t.Fatal(err)
		}
		if len(p.Prep.Steps) < 5 || p.Prep.Steps[3].Say != was.Prep.Steps[3].Say ||
			len(p.Findings) != len(was.Findings) {
			t.Errorf("%s: %d steps and %d findings of %d and %d", name, len(p.Prep.Steps), len(p.Findings),
				len(was.Prep.Steps), len(was.Findings))
		}
		read, fs := plan.Read(p.JSON())
		if len(fs) > 0 {
			t.Errorf("%s: upgraded, it cannot be read: %v", name, fs)
			continue
		}
		if strings.Contains(string(p.JSON()), ": null") {
			t.Errorf("%s: upgraded, it leaves something out", name)
		}
		plan.Check(read)
	}
}

func TestAPlanKeptBeforePartsWereNamedHadItsPrepByHand(t *testing.T) {
	for name, data := range keptPlans(t) {
		p, err := plan.ReadKept(data, true)
		if err != nil {
			t.Fatal(err)
		}
		want := []plan.Part{}
		if strings.HasPrefix(name, "edition-1") {
			want = []plan.Part{plan.Prep}
		}
		if !slices.Equal(p.ByHand, want) {
			t.Errorf("%s: by hand %v, want %v", name, p.ByHand, want)
		}
	}
}

func TestAKeptDocumentOfAnotherFormatOrALaterEditionIsNotTakenForOurs(t *testing.T) {
	made := string(plan.Make(&demoSittings(t)[0]).JSON())
	now := `"edition": ` + strconv.Itoa(plan.Edition)
	for name, data := range map[string]string{
		"another format":   strings.Replace(made, plan.Format, "urncloth.plan/2", 1),
		"a later edition":  strings.Replace(made, now, `"edition": `+strconv.Itoa(plan.Edition+1), 1),
		"no document":      "{",
		"a sitting's word": strings.Replace(made, `"finish": "matte"`, `"finish": "glass"`, 1),
	} {
		if p, err := plan.ReadKept([]byte(data), false); err == nil {
			t.Errorf("%s is read as edition %d", name, p.Edition)
		}
	}
	if _, err := plan.ReadKept([]byte(made), false); err != nil {
		t.Errorf("what was just made: %v", err)
	}
}

func TestPlansNameEveryHouseMethodAsItWasResolved(t *testing.T) {
	s := demoSittings(t)[0]
	s.Method = method.Choice{method.Depuff: method.Cold}
	for name, p := range map[string]*plan.Plan{"made": plan.Make(&s), "checked": plan.Check(plan.Make(&s))} {
		for _, m := range method.All(say.English) {
			want := method.Default(m.Key)
			if m.Key == method.Depuff {
				want = method.Cold
			}
			if got := p.Sitting.Method[m.Key]; got != want {
				t.Errorf("%s: %s is %q, want %q", name, m.Key, got, want)
			}
		}
	}
	if len(s.Method) != 1 {
		t.Error("planning changed the sitting it was given")
	}
}

func TestAKeptSittingMeansTheMethodsOfItsDay(t *testing.T) {
	b, err := json.Marshal(demoSittings(t)[0])
	if err != nil {
		t.Fatal(err)
	}
	var k sitting.Kept
	if err := json.Unmarshal(b, &k); err != nil || len(k.Method) != len(method.All(say.English)) {
		t.Errorf("%v, %d methods", err, len(k.Method))
	}
	other := strings.Replace(string(b), sitting.Format, "urncloth.sitting/2", 1)
	if err := json.Unmarshal([]byte(other), &k); err == nil {
		t.Error("a sitting of another format is taken for ours")
	}
}
