package say

import (
	"embed"
	"encoding/json"
	"fmt"
	"slices"
	"sync"
)

// Tag names a language, as BCP 47 does.
type Tag string

// The languages. French is begun: what it lacks is said in English.
const (
	EN Tag = "en"
	ES Tag = "es"
	FR Tag = "fr"
)

// Named is the tag as a document names it: English goes without saying.
func (t Tag) Named() Tag {
	if t == EN {
		return ""
	}
	return t
}

// Tags lists the languages.
var Tags = []Tag{EN, ES, FR}

// Whole lists the languages that have every message.
var Whole = []Tag{EN, ES}

// UnmarshalText accepts the words of Tags.
func (t *Tag) UnmarshalText(b []byte) error {
	if *t = Tag(b); !slices.Contains(Tags, *t) {
		return Err(NotOneOf, "word", string(b), "list", string(EN+", "+ES+", "+FR))
	}
	return nil
}

// In is a language by its tag; no tag is English.
func In(t Tag) *Language {
	switch {
	case t == ES:
		return spanish()
	case t == FR:
		return french()
	case taught != nil && t == taught.Tag:
		return taught
	}
	return English
}

// Spoken reports whether there is a language of that tag.
func Spoken(t Tag) bool { return In(t).Tag == t }

// taught is a language that a test has added.
var taught *Language

// Teach adds a language: tests do, to find what is said without the tables.
func Teach(l *Language) { taught = l }

// tables is the texts of the languages beside English, a file each: the text of every message by its name.
//
//go:embed lang/*.json
var tables embed.FS

// A table is read when its language is first spoken: by then every package has added its rows.
var (
	spanish = sync.OnceValue(func() *Language {
		return read(&Language{Tag: ES, Decimal: ",", And: " y ", Quotes: [2]string{"«", "»"}, Plural: oneOrMany})
	})
	french = sync.OnceValue(func() *Language {
		return read(&Language{Tag: FR, Decimal: ",", And: " et ", Quotes: [2]string{"« ", " »"},
			Plural: noneOrOneOrMany})
	})
)

// read fills a language from its table. A table that names no message is a mistake of the program.
func read(l *Language) *Language {
	data, err := tables.ReadFile("lang/" + string(l.Tag) + ".json")
	texts := map[string]string{}
	if err == nil {
		err = json.Unmarshal(data, &texts)
	}
	if err != nil {
		panic(fmt.Sprintf("say: the table of %s: %v", l.Tag, err))
	}
	for name, text := range texts {
		if _, known := byName[name]; known { // a program that lacks a package lacks its messages
			l.Set(name, text)
		}
	}
	return l
}

func oneOrMany(n float64) int {
	if n == 1 {
		return 0
	}
	return 1
}

// noneOrOneOrMany is for languages in which nought and parts of one are singular.
func noneOrOneOrMany(n float64) int {
	if n < 2 {
		return 0
	}
	return 1
}
