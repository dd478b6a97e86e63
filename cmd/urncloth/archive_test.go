package main

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"urncloth/core/log"
	. "urncloth/core/testutil"
)

func TestAStudioIsExportedBesideAServerAndImportedOnAnotherWhereItsPeopleSignIn(t *testing.T) {
	t.Setenv("DATABASE_URL", "")
	here, there := folder(t), folder(t)
	first := launched(t, here, "--demo")
	if out, errs, code := program(t, long, "studio", "--data", here, "--name", "Elder Yard", "--owner", "Ash",
		"--email", "ash@elder.example"); code != 0 {
		t.Fatalf("%s%s", out, errs)
	}
	file := filepath.Join(t.TempDir(), "elder.zip")
	if out, errs, code := program(t, "", "export", "--data", here, "--studio", "Elder Yard", file); code != 0 ||
		!strings.Contains(out, "health data") {
		t.Fatalf("export: %d %s%s", code, out, errs)
	}
	if info, err := os.Stat(file); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("the file is %v, %v", info.Mode(), err)
	}
	if got := first.status("ash@elder.example", strings.TrimSpace(long)); got != 200 {
		t.Errorf("the server beside it: %d", got)
	}
	whole, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	cut := filepath.Join(t.TempDir(), "cut.zip")
	if err := os.WriteFile(cut, whole[:len(whole)-40], 0o600); err != nil {
		t.Fatal(err)
	}
	for _, x := range []struct {
		args []string
		code int
		says string
	}{
		{[]string{"import", "--data", there, cut}, 2, "zip"},
		{[]string{"import", "--data", there, filepath.Join(t.TempDir(), "none.zip")}, 2, "none.zip"},
		{[]string{"import", "--data", there}, 2, "one file"},
		{[]string{"import", "--data", there, file}, 0, "Took in"},
		{[]string{"import", "--data", there, file}, 2, "is here already"},
		{[]string{"export", "--data", here, "--studio", "Nowhere", file + "2"}, 2, "none is called"},
	} {
		if out, errs, code := program(t, "", x.args...); code != x.code || !strings.Contains(out+errs, x.says) {
			t.Errorf("%q: %d %s%s", x.args, code, out, errs)
		}
	}
	if left, _ := filepath.Glob(file + "2*"); len(left) > 0 {
		t.Errorf("a refused export leaves %q", left)
	}
	if got := launched(t, there).status("ash@elder.example", strings.TrimSpace(long)); got != 200 {
		t.Errorf("where it was taken in: %d", got)
	}
}

func TestLearnSaysWhatSittingsTaughtAndNamesTheLineOfWhatItCannotRead(t *testing.T) {
	made, _, _ := program(t, string(JSON(t, Sitting(t))), "plan")
	line, err := json.Marshal(map[string]any{"plan": json.RawMessage(made), "events": []any{map[string]any{"id": "1",
		"device": "d", "seq": 1, "at": "2027-06-19T09:20", "kind": "touch",
		"reads": map[string]string{"cheeks": "tight"}}}})
	if err != nil {
		t.Fatal(err)
	}
	out, errs, code := program(t, string(line)+"\n"+string(line)+"\n", "learn")
	var d log.Document
	if err := json.Unmarshal([]byte(out), &d); err != nil || code != 0 || d.Format != log.Format ||
		len(d.From) != 1 || d.From[0].Sittings != 2 {
		t.Errorf("exit %d, %v, %s: %+v", code, err, errs, d)
	}
	file := filepath.Join(t.TempDir(), "past.jsonl")
	if err := os.WriteFile(file, line, 0o600); err != nil {
		t.Fatal(err)
	}
	if _, errs, code := program(t, "", "learn", file); code != 0 {
		t.Errorf("a file: exit %d, %s", code, errs)
	}
	for text, says := range map[string]string{
		string(line) + "\n{": "line 2: ",
		strings.Replace(string(line), `"kind":"touch"`, `"kind":"juggle"`, 1): "line 1: events[0].kind: ",
		`{"plan": {}}`: "line 1: plan.",
	} {
		out, errs, code := program(t, text, "learn")
		if code != exitBadInput || out != "" || !strings.HasPrefix(errs, says) {
			t.Errorf("exit %d, %.200q, want %q", code, errs, says)
		}
	}
}
