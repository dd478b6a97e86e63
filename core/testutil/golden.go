package testutil

import (
	"bytes"
	"flag"
	"fmt"
	"hash/fnv"
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// accept writes the golden files anew. Read the diff before it is committed: it is what the program says from then on.
var accept = flag.Bool("accept", false, "write the golden files anew, after reading the diff")

// Golden fails where something is not what the golden file of that name holds.
func Golden(t testing.TB, name string, got []byte) {
	t.Helper()
	path := filepath.Join("testdata", "golden", name)
	if *accept {
		if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(path, got, 0o644); err != nil {
			t.Fatal(err)
		}
		return
	}
	want, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	if bytes.Equal(got, want) {
		return
	}
	a, b := strings.Split(string(want), "\n"), strings.Split(string(got), "\n")
	for i := range max(len(a), len(b)) {
		if i >= len(a) || i >= len(b) || a[i] != b[i] {
			t.Fatalf("%s differs from line %d on\nwant %s\ngot  %s", name, i+1, lineAt(a, i), lineAt(b, i))
		}
	}
}

func lineAt(lines []string, i int) string {
	if i < len(lines) {
		return lines[i]
	}
	return "nothing"
}

// Sum is a short sum of something as it is written.
func Sum(t testing.TB, v any) string {
	t.Helper()
	h := fnv.New32a()
	h.Write(JSON(t, v))
	return fmt.Sprintf("%08x", h.Sum32())
}
