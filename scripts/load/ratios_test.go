package main

import (
	"os"
	"strings"
	"testing"
)

func TestABenchFailsWhereARatioFallsByMoreThanAQuarterOrIsNotKept(t *testing.T) {
	text := []byte("| ratio | kept | runs |\n|---|---|---|\n| one sitting | 0.80 | – |\n" +
		"| one sitting, prepared | 0.40 | – |\n")
	for _, c := range []struct {
		is   ratio
		says string // "" where it holds
	}{
		{ratio{"one sitting", 0.80}, ""}, {ratio{"one sitting", 2}, ""}, {ratio{"one sitting", 0.61}, ""},
		{ratio{"one sitting", 0.59}, "one sitting: 0.59, and 0.80 is kept"},
		{ratio{"one sitting, prepared", 0.31}, ""}, {ratio{"one sitting, prepared", 0.29}, "0.40 is kept"},
		{ratio{"another", 1}, "another: 1.00 is not kept"},
	} {
		err := held([]ratio{c.is}, text)
		if (err == nil) != (c.says == "") || err != nil && !strings.Contains(err.Error(), c.says) {
			t.Errorf("%v: %v", c.is, err)
		}
	}
}

func TestEveryRatioThatTheDocsKeepIsANumberAndMeetsItsGoal(t *testing.T) {
	text, err := os.ReadFile("../../" + figures)
	if err != nil {
		t.Fatal(err)
	}
	goals := []ratio{{"events kept over the database's own", 0.7}, {"/api/me", 0.5}, {"one sitting", 0.5},
		{"plans beside reading: 40 ms over their p95", 1}, {"flat: a client's sittings", 0.75}, {"flat: a week", 0.75},
		{"flat: clients", 0.75}, {"flat: today", 0.75}, {"flat: trail", 0.75}}
	for _, g := range goals {
		if held([]ratio{{g.name, 1e9}}, text) != nil {
			t.Errorf("%s is not kept", g.name)
		}
		if err := held([]ratio{{g.name, g.is * (1 - allowed) * 0.999}}, text); err == nil {
			t.Errorf("%s: what is kept is below its goal of %g", g.name, g.is)
		}
	}
}
