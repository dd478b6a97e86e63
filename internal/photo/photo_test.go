package photo_test

import (
	"bytes"
	"compress/zlib"
	"encoding/binary"
	"errors"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"runtime"
	"testing"

	"urncloth/internal/photo"
)

// half is a picture whose left half is red.
func half(w, h int) image.Image {
	img := image.NewNRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			c := color.NRGBA{0, 0, 255, 255}
			if x < w/2 {
				c = color.NRGBA{255, 0, 0, 255}
			}
			img.SetNRGBA(x, y, c)
		}
	}
	return img
}

func asJPEG(t *testing.T, img image.Image) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, nil); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// exif puts a head of metadata into a JPEG: how it was held, and where it was taken.
func exif(data []byte, orientation byte) []byte {
	const secret = "51.70N 8.52W Marta's room"
	tiff := []byte("MM\x00\x2a\x00\x00\x00\x08\x00\x01" + "\x01\x12\x00\x03\x00\x00\x00\x01\x00")
	tiff = append(tiff, orientation, 0, 0, 0, 0, 0, 0)
	body := append([]byte("Exif\x00\x00"), tiff...)
	body = append(body, secret...)
	out := append([]byte{}, data[:2]...)
	out = append(out, 0xff, 0xe1)
	out = binary.BigEndian.AppendUint16(out, uint16(len(body)+2))
	return append(append(out, body...), data[2:]...)
}

func TestAPhotographIsTurnedAsItWasHeldAndKeepsNothingOfWhereItWasTaken(t *testing.T) {
	plain := asJPEG(t, half(80, 40))
	if p, err := photo.Clean(exif(plain, 1)); err != nil || p.Width != 80 || p.Height != 40 {
		t.Fatalf("held upright: %d×%d, %v", p.Width, p.Height, err)
	}
	p, err := photo.Clean(exif(plain, 6)) // a quarter turn: the left comes to stand on top
	if err != nil || p.Width != 40 || p.Height != 80 {
		t.Fatalf("held on its side: %d×%d, %v", p.Width, p.Height, err)
	}
	for _, body := range [][]byte{p.Body, p.Small} {
		if bytes.Contains(body, []byte("Exif")) || bytes.Contains(body, []byte("Marta")) {
			t.Error("metadata is kept")
		}
	}
	img, err := jpeg.Decode(bytes.NewReader(p.Body))
	if err != nil {
		t.Fatal(err)
	}
	if r, _, b, _ := img.At(20, 10).RGBA(); r < 0xc000 || b > 0x4000 {
		t.Errorf("on top it is %v, not red", img.At(20, 10))
	}
}

func TestALargePhotographIsKeptInTheSizeOfAScreenAndWhatLetsThroughLiesOnWhite(t *testing.T) {
	var b bytes.Buffer
	if err := png.Encode(&b, image.NewNRGBA(image.Rect(0, 0, 4096, 1024))); err != nil {
		t.Fatal(err)
	}
	p, err := photo.Clean(b.Bytes())
	if err != nil || p.Width != 2048 || p.Height != 512 {
		t.Fatalf("%d×%d, %v", p.Width, p.Height, err)
	}
	small, err := jpeg.Decode(bytes.NewReader(p.Small))
	if err != nil || small.Bounds().Dx() != 480 {
		t.Errorf("the small one is %v, %v", small.Bounds(), err)
	}
	if r, g, bl, _ := small.At(9, 9).RGBA(); r < 0xf000 || g < 0xf000 || bl < 0xf000 {
		t.Errorf("nothing is %v, not white", small.At(9, 9))
	}
}

// huge is the head of a PNG that says it is large, and nothing of it: a bomb of a few bytes.
func huge(w, h uint32) []byte {
	head := binary.BigEndian.AppendUint32([]byte("IHDR"), w)
	head = append(binary.BigEndian.AppendUint32(head, h), 8, 6, 0, 0, 0)
	out := append([]byte("\x89PNG\r\n\x1a\n"), 0, 0, 0, 13)
	return binary.BigEndian.AppendUint32(append(out, head...), crc32.ChecksumIEEE(head))
}

// bomb is a PNG of a few points whose packed bytes unpack to a great many.
func bomb(t *testing.T, unpacked int) []byte {
	t.Helper()
	var packed bytes.Buffer
	z := zlib.NewWriter(&packed)
	zeros := make([]byte, 1<<20)
	for range unpacked / len(zeros) {
		if _, err := z.Write(zeros); err != nil {
			t.Fatal(err)
		}
	}
	if err := z.Close(); err != nil {
		t.Fatal(err)
	}
	out := huge(16, 16)
	body := append([]byte("IDAT"), packed.Bytes()...)
	out = binary.BigEndian.AppendUint32(out, uint32(packed.Len()))
	out = binary.BigEndian.AppendUint32(append(out, body...), crc32.ChecksumIEEE(body))
	return append(out, "\x00\x00\x00\x00IEND\xaeB\x60\x82"...)
}

func TestAFewBytesThatUnpackToManyAreRefusedWithoutUnpackingThem(t *testing.T) {
	data := bomb(t, 512<<20)
	if len(data) > photo.MaxBytes {
		t.Fatalf("%d bytes are no bomb", len(data))
	}
	var before, after runtime.MemStats
	runtime.ReadMemStats(&before)
	_, err := photo.Clean(data)
	runtime.ReadMemStats(&after)
	if took := after.TotalAlloc - before.TotalAlloc; !errors.Is(err, photo.ErrBroken) || took > 16<<20 {
		t.Errorf("%v, of 512 MB %d bytes were taken", err, took)
	}
}

func TestWhatIsNoPhotographOrTooLargeIsRefusedBeforeItIsUnpacked(t *testing.T) {
	good := asJPEG(t, half(64, 64))
	for name, c := range map[string]struct {
		data []byte
		want error
	}{
		"nothing":            {nil, photo.ErrKind},
		"a page":             {[]byte("<!doctype html><script>alert(1)</script>"), photo.ErrKind},
		"a drawing":          {[]byte(`<svg xmlns="http://www.w3.org/2000/svg"/>`), photo.ErrKind},
		"a GIF":              {[]byte("GIF89a\x01\x00\x01\x00\x00\x00\x00;"), photo.ErrKind},
		"a zip":              {[]byte("PK\x03\x04 and more"), photo.ErrKind},
		"a JPEG in name":     {[]byte("\xff\xd8\xff and nothing"), photo.ErrBroken},
		"one cut off":        {good[:len(good)/2], photo.ErrBroken},
		"30,000 × 30,000":    {huge(30_000, 30_000), photo.ErrPixels},
		"a ribbon":           {huge(20_000, 2), photo.ErrPixels},
		"just too many":      {huge(8_001, 4_000), photo.ErrPixels},
		"a head alone":       {huge(100, 100), photo.ErrBroken},
		"more than 8 MB":     {append(bytes.Clone(good), make([]byte, photo.MaxBytes)...), photo.ErrBytes},
		"a side that wraps":  {huge(1<<31-1, 1<<31-1), photo.ErrBroken},
		"a PNG with no head": {[]byte("\x89PNG\r\n\x1a\n"), photo.ErrBroken},
	} {
		if _, err := photo.Clean(c.data); !errors.Is(err, c.want) {
			t.Errorf("%s: %v, want %v", name, err, c.want)
		}
	}
}
