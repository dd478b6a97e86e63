package ui

import (
	"bytes"
	"compress/gzip"
	"io/fs"
	"path"
	"regexp"
	"strings"
	"testing"
)

var loaded = regexp.MustCompile(`(?:src|href)="/(assets/[^"]+\.(?:js|css))"`)

func TestTheFirstPageLoadsUnder350KilobytesAndNoCharts(t *testing.T) {
	files := Files()
	page, err := fs.ReadFile(files, "index.html")
	if err != nil {
		t.Fatalf("the interface is not built: %v", err)
	}
	var packed bytes.Buffer
	found := loaded.FindAllSubmatch(page, -1)
	for _, m := range found {
		name := string(m[1])
		if strings.HasPrefix(path.Base(name), "charts-") {
			t.Errorf("%s is loaded before anybody sees a curve", name)
		}
		text, err := fs.ReadFile(files, name)
		if err != nil {
			t.Fatal(err)
		}
		z := gzip.NewWriter(&packed)
		if _, err := z.Write(text); err != nil {
			t.Fatal(err)
		}
		if err := z.Close(); err != nil {
			t.Fatal(err)
		}
	}
	if len(found) < 2 || packed.Len() > 350_000 {
		t.Errorf("%d files of %d bytes packed", len(found), packed.Len())
	}
	t.Logf("%d files of %d bytes packed", len(found), packed.Len())
}
