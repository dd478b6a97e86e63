package say

import "strings"

// Labels is the English names of words that do not speak for themselves.
type Labels map[string]string

// Words adds the words of a list as messages: list.word, named as in labels, or as the word stands. It returns the
// list's name.
func Words[W ~string](list string, words []W, labels Labels) string {
	for _, w := range words {
		name, named := labels[string(w)]
		if !named {
			name = strings.ReplaceAll(string(w), "_", " ")
		}
		row(list+"."+string(w), name)
	}
	return list
}

// Word is the message that names a word of a list.
func Word[W ~string](list string, w W) ID { return Named(list + "." + string(w)) }
