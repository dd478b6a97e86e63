package kit

import (
	"slices"
	"strings"
	"sync"
	"unicode"
)

// Contents is what was read from the list of ingredients on a pack: the words that it holds, in the order of the list,
// and the names that could not be placed. It reads labels; it does not judge formulas.
type Contents struct {
	Holds    []string `json:"holds"`
	Unplaced []string `json:"unplaced"`
}

// ReadIngredients reads a list as it is printed: separated by commas, semicolons, bullets or lines. A comma between
// digits belongs to a name. O(names × length of the longest known name).
func ReadIngredients(text string) Contents {
	c := Contents{Holds: []string{}, Unplaced: []string{}}
	text = contain.Replace(text)
	broken := strings.ContainsAny(text, separators)
	for _, name := range separate(text, broken) {
		if !c.add(name) && !slices.Contains(c.Unplaced, name) {
			c.Unplaced = append(c.Unplaced, name)
		}
	}
	if broken { // a line may end within a name, or after one
		for _, name := range separate(text, false) {
			c.add(name)
		}
	}
	return c
}

// contain begins the shades of a range and what is pointed out; those are ingredients too.
var contain = strings.NewReplacer("contains", ";", "Contains", ";", "contain", ";", "Contain", ";", "CONTAIN", ";")

// separators stand between names; where a list has none, its lines do.
const separators = ",;•·"

// add takes in what a name stands for, and what is named within it, as in Organic Almond Oil; it reports whether there
// is a place for it.
func (c *Contents) add(name string) bool {
	plain := strings.Join(strings.Fields(strings.ToLower(name)), " ")
	plain = strings.TrimLeft(plain, " :[]+/-±")
	if plain == "may" { // contain
		return true
	}
	word, placed := place(plain)
	words := []string{word}
	for _, w := range named {
		if within(plain, Plain(w)) {
			words, placed = append(words, w), true
		}
	}
	for _, w := range words {
		if w != "" && !slices.Contains(c.Holds, w) {
			c.Holds = append(c.Holds, w)
		}
	}
	return placed
}

// named is the allergens that are found by their own plain names, wherever in a name they stand: no families of
// several, whose names are common words.
var named = func() []string {
	list := slices.Clone(nutRelatives)
	for _, w := range Allergies().Known {
		if len(families[w]) == 0 && (families[w] != nil || ancestors[w] != nil) {
			list = append(list, w)
		}
	}
	return list
}()

// within reports whether some words stand whole in a name.
func within(name, words string) bool {
	for from := 0; ; {
		at := strings.Index(name[from:], words)
		if at < 0 {
			return false
		}
		at += from
		end := at + len(words)
		if (at == 0 || !letter(name[at-1])) && (end == len(name) || !letter(name[end])) {
			return true
		}
		from = end
	}
}

func letter(b byte) bool { return unicode.IsLetter(rune(b)) || unicode.IsDigit(rune(b)) || b == '-' }

// separate splits a list into names; broken is that its lines are broken anywhere.
func separate(text string, broken bool) (names []string) {
	if head, rest, titled := strings.Cut(text, ":"); titled && strings.Contains(strings.ToLower(head), "ingredients") {
		text = rest
	}
	letters := []rune(text)
	from := 0
	take := func(to int) {
		name := strings.Trim(string(letters[from:to]), " \t\r\n.*()[]")
		if name = strings.Join(strings.Fields(name), " "); name != "" {
			names = append(names, name)
		}
		from = to + 1
	}
	for i, r := range letters {
		digits := r == ',' && i > 0 && i+1 < len(letters) && unicode.IsDigit(letters[i-1]) &&
			unicode.IsDigit(letters[i+1])
		line := !broken && (r == '\n' || r == '\r')
		if (strings.ContainsRune(separators, r) || line) && !digits {
			take(i)
		}
	}
	take(len(letters))
	return names
}

// place finds the word of the longest known name that a name on a pack, in lower case, begins with.
func place(plain string) (word string, placed bool) {
	for end := len(plain); end > 0; end-- {
		if w, is := labels[plain[:end]]; is && whole(plain, end) {
			return w, true
		}
	}
	return "", false
}

// whole reports whether a name may end there: at its end, at the end of a word, or after a hyphen that is part of it.
func whole(name string, end int) bool {
	if end == len(name) || name[end-1] == '-' {
		return true
	}
	next := rune(name[end])
	return !unicode.IsLetter(next) && !unicode.IsDigit(next) && next != '-'
}

// listsKept is how many lists are remembered as they were read.
const listsKept = 4096

// lists is what lists of ingredients hold, each read once.
var lists = struct {
	sync.Mutex
	read map[string]Contents
}{read: map[string]Contents{}}

// contents is what a list of ingredients holds.
func contents(text string) Contents {
	lists.Lock()
	defer lists.Unlock()
	c, known := lists.read[text]
	if !known {
		if len(lists.read) == listsKept {
			clear(lists.read)
		}
		c = ReadIngredients(text)
		lists.read[text] = c
	}
	return c
}
