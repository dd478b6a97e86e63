package e2e

import (
	"image"
	"image/color"
	"image/draw"
	"image/png"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"golang.org/x/image/font"
	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/opentype"
	"golang.org/x/image/math/fixed"
)

// pack is a picture of lines as they are printed on a pack.
func pack(t *testing.T, lines ...string) string {
	t.Helper()
	parsed, err := opentype.Parse(goregular.TTF)
	if err != nil {
		t.Fatal(err)
	}
	face, err := opentype.NewFace(parsed, &opentype.FaceOptions{Size: 30, DPI: 72})
	if err != nil {
		t.Fatal(err)
	}
	img := image.NewGray(image.Rect(0, 0, 900, 60+44*len(lines)))
	draw.Draw(img, img.Bounds(), image.NewUniform(color.White), image.Point{}, draw.Src)
	pen := font.Drawer{Dst: img, Src: image.NewUniform(color.Black), Face: face}
	for i, line := range lines {
		pen.Dot = fixed.P(24, 52+44*i)
		pen.DrawString(line)
	}
	path := filepath.Join(t.TempDir(), "pack.png")
	f, err := os.Create(path)
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	if err := png.Encode(f, img); err != nil {
		t.Fatal(err)
	}
	return path
}

func TestAPhotographedIngredientListIsReadIntoTheCardAndSoAreItsAllergens(t *testing.T) {
	s := open(t)
	s.enter()
	file := pack(t, "INGREDIENTS: AQUA, GLYCERIN, LANOLIN,", "PARFUM, LIMONENE, TOCOPHEROL")
	s.do("scan it", func() {
		s.press(".rail a", "Kit")
		s.press("button", "New product")
		s.write("Name", "Scanned cream")
		s.page.MustElement(".scan input").MustSetFiles(file)
		list := s.page.MustElement("textarea")
		for !strings.Contains(list.MustProperty("value").Str(), "LIMONENE") {
			time.Sleep(100 * time.Millisecond)
		}
		if text := list.MustProperty("value").Str(); !strings.HasPrefix(text, "AQUA, GLYCERIN, LANOLIN, PARFUM") {
			t.Errorf("read as %q", text)
		}
		s.see(".scan p", "Check it against the picture")
		s.press("button", "Add to the kit")
		s.see("p", "Found: [^]*lanolin")
	})
	s.do("nobody has confirmed it yet", func() {
		if s.see(".tick", "I checked that this is the whole list").MustElement("input").MustProperty("checked").Bool() {
			t.Error("what was scanned counts as checked")
		}
	})
}
