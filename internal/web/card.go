package web

import (
	"bytes"
	"strings"
	"sync"
	"unicode"

	"github.com/go-pdf/fpdf"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/sfnt"

	"urncloth/core/say"
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
func card(l *say.Language, head say.ID, s app.Sitting, lines []string) ([]byte, error) {
	title := l.Say(head)
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
	set := &setter{}
	pdf.MultiCell(0, cardLine, set.text(s.Plan.Sitting.Client.Name)+", "+day.Date.String(), "", "L", false)
	pdf.Ln(4)
	for _, line := range lines {
		line = set.text(line)
		if head, rest, timed := strings.Cut(line, "  "); timed {
			pdf.SetFont("go", "B", cardText)
			pdf.MultiCell(0, cardLine, head, "", "L", false)
			pdf.SetFont("go", "", cardText)
			line = rest
		}
		pdf.MultiCell(0, cardLine, line, "", "L", false)
		pdf.Ln(2.2)
	}
	if set.left {
		pdf.MultiCell(0, cardLine, l.Say(notSet), "", "L", false)
	}
	var b bytes.Buffer
	err = pdf.Output(&b)
	return b.Bytes(), err
}

// notSet stands on a card whose font lacks a sign.
var notSet = say.Row("web.not_set", "Signs in square brackets could not be printed here: the screen shows them.")

// Titles of cards.
var (
	cardTouchUps  = say.Row("web.card_touch_ups", "Touch-ups")
	cardAftercare = say.Row("web.card_aftercare", "Tonight and tomorrow")
)

// setter writes text with the signs that the card's font has, and in plain words what else there was.
type setter struct{ left bool }

var cardFont = sync.OnceValues(func() (*sfnt.Font, error) { return sfnt.Parse(goregular.TTF) })

// text is a text as it can be set: signs that the font lacks become the name of their script in square brackets, once
// for each run of them.
func (s *setter) text(text string) string {
	font, err := cardFont()
	if err != nil {
		return text
	}
	var b strings.Builder
	var buf sfnt.Buffer
	last := ""
	for _, r := range text {
		if unicode.IsControl(r) || unicode.In(r, unicode.Zl, unicode.Zp) {
			r = ' '
		}
		if glyph, err := font.GlyphIndex(&buf, r); err == nil && glyph != 0 && r <= unicode.MaxLatin1<<8 {
			b.WriteRune(r)
			if r != ' ' {
				last = ""
			}
			continue
		}
		if unicode.In(r, unicode.Mn, unicode.Me, unicode.Cf) {
			continue
		}
		s.left = true
		if name := "[" + scriptOf(r) + "]"; name != last {
			b.WriteString(name)
			last = name
		}
	}
	return b.String()
}

// scriptOf is the script a sign belongs to.
func scriptOf(r rune) string {
	for name, table := range unicode.Scripts {
		if name != "Common" && name != "Inherited" && unicode.Is(table, r) {
			return strings.ReplaceAll(name, "_", " ")
		}
	}
	return "picture sign"
}
