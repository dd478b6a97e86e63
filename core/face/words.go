package face

import (
	"fmt"
	"strings"
)

var sprintf = fmt.Sprintf

// Names writes zones as an artist would say them: "forehead, nose and chin", or "the face" for all ten.
func Names(zs []Zone) string {
	set := SetOf(zs...)
	var words []string
	if set&Face == Face {
		words = append(words, "the face")
		set &^= Face
	}
	for _, z := range set.List() {
		words = append(words, z.Name())
	}
	return List(words)
}

// List joins words with commas and a last "and".
func List(words []string) string {
	if len(words) < 2 {
		return strings.Join(words, "")
	}
	return strings.Join(words[:len(words)-1], ", ") + " and " + words[len(words)-1]
}
