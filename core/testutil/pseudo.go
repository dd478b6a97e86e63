package testutil

import (
	"regexp"
	"strings"

	"urncloth/core/say"
)

// Slot is a slot of a message; what is reckoned and formatted in it is the language's own.
var Slot = regexp.MustCompile(`\{([^}:|*/]*)[^}]*\}`)

// greek writes letters that no hard-coded word has.
func greek(words string) string {
	return strings.Map(func(r rune) rune {
		switch {
		case r >= 'a' && r <= 'z':
			return 'α' + (r-'a')%20
		case r >= 'A' && r <= 'Z':
			return 'Γ'
		}
		return r
	}, words)
}

// Pseudo is a language that says everything in Greek letters, longer by a third than English says it.
func Pseudo() *say.Language {
	l := &say.Language{Tag: "qps", Decimal: ",", And: " ϗ ", Quotes: [2]string{"‹", "›"}, Plural: say.English.Plural}
	for _, id := range say.IDs() {
		var b strings.Builder
		text, from := say.English.Text(id), 0
		for _, at := range Slot.FindAllStringIndex(text, -1) {
			b.WriteString(greek(text[from:at[0]]))
			name, forms, has := strings.Cut(text[at[0]:at[1]], "|")
			if has {
				name += "|" + greek(forms)
			}
			b.WriteString(name)
			from = at[1]
		}
		b.WriteString(greek(text[from:]))
		l.Set(id.String(), b.String())
	}
	return l
}
