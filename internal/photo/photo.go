// Package photo makes of a picture that somebody hands in one that can be kept: the right way up, of a size for a
// screen, with nothing in it but what is seen.
package photo

import (
	"bytes"
	"errors"
	"fmt"
	"image"
	_ "image/png" // one of the two kinds that are taken
	"net/http"

	"github.com/disintegration/imaging"
)

// What is not taken.
var (
	ErrKind   = errors.New("photo: neither JPEG nor PNG")
	ErrBytes  = errors.New("photo: too many bytes")
	ErrPixels = errors.New("photo: too many pixels")
	ErrBroken = errors.New("photo: cannot be read")
)

// Bounds of what is taken in, and of what is kept. A picture is measured by its head before any of it is unpacked:
// pixels, not bytes, are what it takes of memory.
const (
	MaxBytes  = 8 << 20
	MaxPixels = 32_000_000 // [W]
	MaxSide   = 16_000     // [W]
	longSide  = 2048       // of what is kept
	smallSide = 480        // of what lists show
	quality   = 88
)

// Photo is a picture as it is kept: JPEG, and small again for lists.
type Photo struct {
	Body, Small   []byte
	Width, Height int
}

// Clean makes a picture to keep. It takes memory for MaxPixels: callers let few at it at once.
func Clean(data []byte) (p Photo, err error) {
	if len(data) > MaxBytes {
		return p, ErrBytes
	}
	if kind := http.DetectContentType(data); kind != "image/jpeg" && kind != "image/png" {
		return p, ErrKind
	}
	head, _, err := image.DecodeConfig(bytes.NewReader(data))
	if err != nil {
		return p, fmt.Errorf("%w: %w", ErrBroken, err)
	}
	if head.Width > MaxSide || head.Height > MaxSide || head.Width*head.Height > MaxPixels {
		return p, ErrPixels
	}
	whole, err := imaging.Decode(bytes.NewReader(data), imaging.AutoOrientation(true))
	if err != nil {
		return p, fmt.Errorf("%w: %w", ErrBroken, err)
	}
	kept := imaging.Fit(whole, longSide, longSide, imaging.Lanczos)
	p.Width, p.Height = kept.Bounds().Dx(), kept.Bounds().Dy()
	if p.Body, err = written(kept); err == nil {
		p.Small, err = written(imaging.Fit(kept, smallSide, smallSide, imaging.Lanczos))
	}
	return p, err
}

// written is a picture as JPEG, on white where it lets through.
func written(img image.Image) ([]byte, error) {
	var b bytes.Buffer
	solid := imaging.Overlay(imaging.New(img.Bounds().Dx(), img.Bounds().Dy(), image.White.C), img, image.Pt(0, 0), 1)
	err := imaging.Encode(&b, solid, imaging.JPEG, imaging.JPEGQuality(quality))
	return b.Bytes(), err
}
