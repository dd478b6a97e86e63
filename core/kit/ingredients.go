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
	for _, name := range separate(text) {
		word, placed := place(name)
		switch {
		case !placed && !slices.Contains(c.Unplaced, name):
			c.Unplaced = append(c.Unplaced, name)
		case word != "" && !slices.Contains(c.Holds, word):
			c.Holds = append(c.Holds, word)
		}
	}
	return c
}

// separate splits a list into names.
func separate(text string) (names []string) {
	if head, rest, titled := strings.Cut(text, ":"); titled && strings.Contains(strings.ToLower(head), "ingredients") {
		text = rest
	}
	letters := []rune(text)
	from := 0
	take := func(to int) {
		if name := strings.Trim(string(letters[from:to]), " \t.*()[]"); name != "" {
			names = append(names, name)
		}
		from = to + 1
	}
	for i, r := range letters {
		digits := r == ',' && i > 0 && i+1 < len(letters) && unicode.IsDigit(letters[i-1]) &&
			unicode.IsDigit(letters[i+1])
		if strings.ContainsRune(",;•·\n\r", r) && !digits {
			take(i)
		}
	}
	take(len(letters))
	return names
}

// place finds the word of the longest known name that a name on a pack begins with.
func place(name string) (word string, placed bool) {
	plain := strings.Join(strings.Fields(strings.ToLower(name)), " ")
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
