package web

import (
	"bytes"
	"strings"

	"github.com/go-pdf/fpdf"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"

	"urncloth/internal/app"
)

// Sizes of a card on A5 paper, in mm and points.
const (
	cardMargin = 14.0
	cardText   = 12.0
	cardHead   = 20.0
	cardLine   = 6.2
)

// card is a page to hand to the client, as PDF: a title, whose it is and of what day, and lines of text. A clock time
// at the head of a line stands out.
func card(title string, s app.Sitting, lines []string) ([]byte, error) {
	pdf := fpdf.New("P", "mm", "A5", "")
	pdf.AddUTF8FontFromBytes("go", "", goregular.TTF)
	pdf.AddUTF8FontFromBytes("go", "B", gobold.TTF)
	pdf.SetMargins(cardMargin, cardMargin, cardMargin)
	pdf.SetAutoPageBreak(true, cardMargin)
	day := s.Plan.Sitting.Day
	loc, err := day.Zone()
	if err != nil {
		return nil, err
	}
	at, _ := day.ChairAt.In(loc)
	pdf.SetCreationDate(at.UTC()) // the same sitting makes the same file
	pdf.SetModificationDate(at.UTC())
	pdf.SetTitle(title, true)
	pdf.AddPage()
	pdf.SetFont("go", "B", cardHead)
	pdf.MultiCell(0, 9, title, "", "L", false)
	pdf.SetFont("go", "", cardText)
	pdf.MultiCell(0, cardLine, s.Plan.Sitting.Client.Name+", "+day.Date.String(), "", "L", false)
	pdf.Ln(4)
	for _, line := range lines {
		if head, rest, timed := strings.Cut(line, "  "); timed {
			pdf.SetFont("go", "B", cardText)
			pdf.MultiCell(0, cardLine, head, "", "L", false)
			pdf.SetFont("go", "", cardText)
			line = rest
		}
		pdf.MultiCell(0, cardLine, line, "", "L", false)
		pdf.Ln(2.2)
	}
	var b bytes.Buffer
	err = pdf.Output(&b)
	return b.Bytes(), err
}
