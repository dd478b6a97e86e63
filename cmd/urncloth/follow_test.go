package main

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"urncloth/core/chair"
	. "urncloth/core/testutil"
)

func TestFollowSaysWhereASittingStandsAndNamesTheLineOfWhatItCannotFollow(t *testing.T) {
	made, _, _ := program(t, string(JSON(t, Sitting(t))), "plan")
	dir := t.TempDir()
	file := filepath.Join(dir, "plan.json")
	if err := os.WriteFile(file, []byte(made), 0o600); err != nil {
		t.Fatal(err)
	}
	events := `{"id": "1", "device": "d", "seq": 1, "at": "2027-06-19T09:00", "kind": "start", "step": "p1"}
{"id": "2", "device": "d", "seq": 2, "at": "2027-06-19T09:02:10", "kind": "done", "step": "p1"}
`
	log := filepath.Join(dir, "events.jsonl")
	if err := os.WriteFile(log, []byte(events), 0o600); err != nil {
		t.Fatal(err)
	}
	var first string
	for _, args := range [][]string{{"follow", file}, {"follow", file, "-"}, {"follow", file, log}} {
		out, errs, code := program(t, events, args...)
		if code != 0 || errs != "" {
			t.Fatalf("%v: exit %d, %s", args, code, errs)
		}
		if first == "" {
			first = out
		}
		if out != first {
			t.Errorf("%v differs", args)
		}
	}
	var d chair.Document
	if err := json.Unmarshal([]byte(first), &d); err != nil || d.Format != chair.Format || d.Next != "p2" ||
		d.At != At(t, "09:02:10") || d.Plan.Format != "urncloth.plan/1" {
		t.Errorf("%v: %s at %s, next %s", err, d.Format, d.At, d.Next)
	}
	if out, _, code := program(t, made, "follow", "--at", "2027-06-19T09:01", "-", log); code != 0 ||
		!strings.Contains(out, `"state": "running"`) {
		t.Errorf("at a moment, the plan from standard input: exit %d, %.300s", code, out)
	}
	if out, _, code := program(t, events, "follow", "--text", file); code != 0 ||
		!strings.Contains(out, "next, at 09:02: Wash your hands.") {
		t.Errorf("as text: exit %d\n%.400s", code, out)
	}
	for _, k := range []struct{ events, says string }{
		{events + `{"id": "3", "device": "d", "at": "2027-06-19T09:03", "kind": "done", "step": "p77"}`,
			"line 3: step: "},
		{`{"id": "3", "device": "d", "at": "2027-06-19T09:03", "kind": "juggle"}`, "line 1: kind: "},
		{`{"id": "3"`, "line 1"},
	} {
		out, errs, code := program(t, k.events, "follow", file)
		if code != exitBadInput || out != "" || !strings.HasPrefix(errs, k.says) {
			t.Errorf("exit %d, %q, want %q", code, errs, k.says)
		}
	}
	for _, args := range [][]string{{"follow"}, {"follow", "-"}, {"follow", file, log, log}, {"follow", "--at",
		"noon", file},
		{"follow", filepath.Join(dir, "none.json")}} {
		if out, errs, code := program(t, "", args...); code != exitBadInput || out != "" || errs == "" {
			t.Errorf("%v: exit %d, %q", args, code, errs)
		}
	}
}
