// Package say holds every sentence that the core says, a row each: an id and a text with named slots. Sentences are
// rendered here and nowhere else, so that a second language is a second table.
//
// A slot is {name}, filled by the caller, or {chapter.key}, filled with that figure's value. It may reckon and
// format: {film:g3} three significant digits, {share*100:f0} per cent, {prep.cool_cloth/60} minutes of seconds,
// {n:roman}, {n:words}. A slot with forms, {n|pad|pads}, picks the form that the language wants beside that number.
package say

import (
	"fmt"
	"strconv"
	"strings"

	"urncloth/core/figure"
)

// ID is a message. Its name, as in "prep.wash_hands", is what a table of another language goes by.
type ID int

// None is no message.
const None ID = 0

func (id ID) String() string { return names[id] }

// names is the name of every message, in the order of the rows; byName finds them. None has no name.
var (
	names  = []string{""}
	byName = map[string]ID{}
)

// Named returns the message with that name. An unknown one is a mistake of the program.
func Named(name string) ID {
	id, known := byName[name]
	if !known {
		panic("say: no message " + name)
	}
	return id
}

// Language is one table of messages and how the language writes numbers and lists.
type Language struct {
	Tag     Tag
	Decimal string    // between whole and part
	And     string    // before the last of a list
	Quotes  [2]string // around what is quoted
	Plural  func(n float64) int
	texts   [][]part // by ID
}

// English is the language that is complete by construction: each row adds its text to it.
var English = &Language{Tag: EN, Decimal: ".", And: " and ", Quotes: [2]string{`"`, `"`}, Plural: oneOrMany}

// row adds a message with its English text and returns it.
func row(name, text string) ID {
	if _, twice := byName[name]; twice {
		panic("say: two messages " + name)
	}
	id := ID(len(names))
	names, byName[name] = append(names, name), id
	English.Set(name, text)
	return id
}

// Row adds a message of a table that stands elsewhere: a rule, a house method, a word.
func Row(name, text string) ID { return row(name, text) }

// IDs lists every message.
func IDs() []ID {
	var list []ID
	for id := range names {
		if ID(id) != None {
			list = append(list, ID(id))
		}
	}
	return list
}

// Set gives a message its text in this language. A text that is no text of slots is a mistake of the program.
func (l *Language) Set(name, text string) {
	id := Named(name)
	for len(l.texts) <= int(id) {
		l.texts = append(l.texts, nil)
	}
	l.texts[id] = parse(name, text)
}

// Has reports whether the language has the message.
func (l *Language) Has(id ID) bool { return int(id) < len(l.texts) && l.texts[id] != nil }

// part is a piece of a text: words, or a slot.
type part struct {
	words  string
	raw    string // a slot as it is written
	slot   string
	times  float64
	format string
	forms  []string
}

func parse(name, text string) []part {
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
			panic("say: a slot of " + name + " is not closed")
		}
		parts, text = append(parts, parseSlot(name, slot)), after
	}
	return parts
}

func parseSlot(of, text string) part {
	forms := strings.Split(text, "|")
	name, format, _ := strings.Cut(forms[0], ":")
	p := part{raw: text, times: 1, format: format, forms: forms[1:]}
	if at := strings.IndexAny(name, "*/"); at > 0 {
		n, err := strconv.ParseFloat(name[at+1:], 64)
		if err != nil {
			panic("say: " + of + ": " + err.Error())
		}
		if p.times = n; name[at] == '/' {
			p.times = 1 / n
		}
		name = name[:at]
	}
	p.slot = name
	return p
}

// Text is a message as the table has it, slots and all.
func (l *Language) Text(id ID) string {
	var b strings.Builder
	for _, p := range l.texts[id] {
		b.WriteString(p.words)
		if p.slot != "" {
			b.WriteString("{" + p.raw + "}")
		}
	}
	return b.String()
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

// Say renders a message. Slots are a name and a value by turns; a value is a text, a number, or another message,
// which the same slots fill. A language that lacks the message says it in English; a message that nobody has, or a
// slot that nobody fills, is a mistake of the program.
func (l *Language) Say(id ID, slots ...any) string {
	if !l.Has(id) {
		l = English
	}
	parts := l.texts[id]
	if len(parts) == 1 && parts[0].slot == "" {
		return parts[0].words
	}
	text := make([]byte, 0, 120)
	for i := range parts {
		p := &parts[i]
		if p.slot == "" {
			text = append(text, p.words...)
			continue
		}
		text = append(text, l.fill(id, p, slots)...)
	}
	return string(text)
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
		quoted := strconv.Quote(text)
		return l.Quotes[0] + quoted[1:len(quoted)-1] + l.Quotes[1]
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
	case p.format == "words":
		if id, written := byName["number."+strconv.Itoa(whole)]; written && float64(whole) == n && l.Has(id) {
			return l.Say(id)
		}
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

// Capital begins a text with a capital.
func Capital(text string) string {
	for i, r := range text {
		return strings.ToUpper(string(r)) + text[i+len(string(r)):]
	}
	return text
}

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
