// Package say holds every sentence that the core says, a row each: an id and a text with named slots. Sentences are rendered
// here and nowhere else, so that a second language is a second table.
//
// A slot is {name}, filled by the caller, or {chapter.key}, filled with that figure's value. It may reckon and format:
// {film:g3} three significant digits, {share*100:f0} per cent, {prep.cool_cloth/60} minutes of seconds, {n:roman}, {n:words}. A slot with
// forms, {n|pad|pads}, picks the form that the language wants beside that number.
package say

import (
	"fmt"
	"strconv"
	"strings"

	"urncloth/core/figure"
)

// ID names a message.
type ID string

// Language is one table of messages and how the language writes numbers and lists.
type Language struct {
	Tag     string         // as in BCP 47
	Decimal string         // between whole and part
	And     string         // before the last of a list
	Numbers map[int]string // whole numbers that are written out where a slot asks for words
	Plural  func(n float64) int
	texts   map[ID][]part
}

// English is the language that is complete by construction: each row adds its text to it.
var English = &Language{Tag: "en", Decimal: ".", And: " and ", Numbers: englishNumbers, texts: map[ID][]part{}, Plural: func(n float64) int {
	if n == 1 {
		return 0
	}
	return 1
}}

var englishNumbers = map[int]string{1: "one", 2: "two", 3: "three", 4: "four", 5: "five", 6: "six", 7: "seven", 8: "eight", 9: "nine",
	10: "ten", 11: "eleven", 12: "twelve", 20: "twenty"}

// ids is every message in the order of the rows.
var ids []ID

// row adds a message with its English text and returns its id.
func row(name, text string) ID {
	id := ID(name)
	English.Set(id, text)
	ids = append(ids, id)
	return id
}

// Row adds a message of a table that stands elsewhere: a rule, a house method, a word.
func Row(name, text string) ID { return row(name, text) }

// IDs lists every message.
func IDs() []ID { return ids }

// Set gives a message its text in this language. A text that is no text of slots is a mistake of the program.
func (l *Language) Set(id ID, text string) {
	if _, twice := l.texts[id]; twice {
		panic("say: two messages " + string(id))
	}
	l.texts[id] = parse(id, text)
}

// Has reports whether the language has the message.
func (l *Language) Has(id ID) bool { return l.texts[id] != nil }

// part is a piece of a text: words, or a slot.
type part struct {
	words  string
	slot   string
	times  float64
	format string
	forms  []string
}

func parse(id ID, text string) []part {
	parts := []part{}
	for text != "" {
		before, rest, open := strings.Cut(text, "{")
		if before != "" {
			parts = append(parts, part{words: before})
		}
		if !open {
			break
		}
		slot, after, closed := strings.Cut(rest, "}")
		if !closed {
			panic("say: a slot of " + string(id) + " is not closed")
		}
		parts, text = append(parts, parseSlot(id, slot)), after
	}
	return parts
}

func parseSlot(id ID, text string) part {
	forms := strings.Split(text, "|")
	name, format, _ := strings.Cut(forms[0], ":")
	p := part{times: 1, format: format, forms: forms[1:]}
	if at := strings.IndexAny(name, "*/"); at > 0 {
		n, err := strconv.ParseFloat(name[at+1:], 64)
		if err != nil {
			panic("say: " + string(id) + ": " + err.Error())
		}
		if p.times = n; name[at] == '/' {
			p.times = 1 / n
		}
		name = name[:at]
	}
	p.slot = name
	return p
}

// Slots lists the slots of a message that the caller fills, in the order of its text, each once.
func (l *Language) Slots(id ID) []string {
	var list []string
	seen := map[string]bool{}
	for _, p := range l.texts[id] {
		if p.slot != "" && !strings.Contains(p.slot, ".") && !seen[p.slot] {
			seen[p.slot], list = true, append(list, p.slot)
		}
	}
	return list
}

// Say renders a message. Slots are a name and a value by turns; a value is a text, a number, or another
// message, which the same slots fill. A language
// that lacks the message says it in English; a message that nobody has, or a slot that nobody fills, is a mistake of the
// program.
func (l *Language) Say(id ID, slots ...any) string {
	parts, there := l.texts[id]
	if !there {
		if parts, there = English.texts[id]; !there {
			panic("say: no message " + string(id))
		}
	}
	if len(parts) == 1 && parts[0].slot == "" {
		return parts[0].words
	}
	var b strings.Builder
	for i := range parts {
		p := &parts[i]
		if p.slot == "" {
			b.WriteString(p.words)
			continue
		}
		b.WriteString(l.fill(id, p, slots))
	}
	return b.String()
}

func (l *Language) fill(id ID, p *part, slots []any) string {
	for i := 0; i+1 < len(slots); i += 2 {
		if slots[i] == p.slot {
			return l.value(p, slots[i+1], slots)
		}
	}
	if f, is := figure.Find(p.slot); is {
		return l.number(p, f.Value)
	}
	panic(fmt.Sprintf("say: nothing fills %s of %s", p.slot, id))
}

// value writes what fills a slot.
func (l *Language) value(p *part, v any, slots []any) string {
	switch v := v.(type) {
	case ID:
		return l.Say(v, slots...)
	case int:
		return l.number(p, float64(v))
	case float64:
		return l.number(p, v)
	}
	text := fmt.Sprintf("%s", v) // a text, a word, or something that has a text
	if p.format == "q" {
		return strconv.Quote(text)
	}
	return text
}

// number writes a number as a slot wants it, or picks its form.
func (l *Language) number(p *part, n float64) string {
	n *= p.times
	if len(p.forms) > 0 {
		return p.forms[min(l.Plural(n), len(p.forms)-1)]
	}
	switch whole := int(n); {
	case p.format == "roman":
		return roman[whole]
	case p.format == "words" && float64(whole) == n && l.Numbers[whole] != "":
		return l.Numbers[whole]
	case p.format == "words":
		return strconv.FormatFloat(n, 'f', -1, 64)
	}
	how, digits := byte('f'), -1
	switch {
	case p.format != "":
		how = p.format[0]
		if len(p.format) > 1 {
			digits = int(p.format[1] - '0')
		}
	case p.times != 1:
		digits = 0
	}
	text := strconv.FormatFloat(n, how, digits, 64)
	if l.Decimal != "." {
		text = strings.Replace(text, ".", l.Decimal, 1)
	}
	return text
}

var roman = []string{"0", "I", "II", "III", "IV", "V", "VI"}

// List joins words with commas and a last "and".
func (l *Language) List(words []string) string {
	if len(words) < 2 {
		return strings.Join(words, "")
	}
	return strings.Join(words[:len(words)-1], ", ") + l.And + words[len(words)-1]
}

// Error is a message that went wrong somewhere it could not be said; it reads in English.
type Error struct {
	ID    ID
	Slots []any
}

// Err makes an error of a message.
func Err(id ID, slots ...any) error { return Error{id, slots} }

func (e Error) Error() string { return English.Say(e.ID, e.Slots...) }
