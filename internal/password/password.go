// Package password hashes passwords, compares them, and says which are too easily guessed.
package password

import (
	"context"
	"errors"
	"regexp"
	"runtime"
	"strings"
	"sync"
	"time"
	"unicode"
	"unicode/utf8"

	"github.com/alexedwards/argon2id"
	"github.com/trustelem/zxcvbn/frequency"
	validator "github.com/wagslane/go-password-validator"
)

// costs of a hash: argon2id as recommended by the OWASP password storage cheat sheet.
var costs = &argon2id.Params{Memory: 19 * 1024, Iterations: 2, Parallelism: 1, SaltLength: 16, KeyLength: 32}

// Least and Most bound the length of a password, in characters. Source: OWASP ASVS 4.0.3, 2.1.1 and 2.1.2.
const (
	Least = 12
	Most  = 128
)

// Bits is what is left to guess of a password once all that is tried first is taken out of it. [W]
const Bits = 40

// common is how far down its list a word is tried first: of passwords in use the first ten thousand, of names and of
// words of films, books and encyclopaedias the first thousand. [W]
const (
	commonPassword = 10_000
	commonWord     = 1_000
)

// wordFrom is how many letters make a word: shorter ones stand inside others. [W]
const wordFrom = 4

// judged is how much of a long password is looked at.
const judged = 64

var year = regexp.MustCompile(`(19|20)[0-9][0-9]`)

// plain takes back what letters are commonly disguised as.
var plain = strings.NewReplacer("@", "a", "4", "a", "3", "e", "1", "i", "0", "o", "$", "s", "5", "s", "7", "t")

// tried is what is tried first. The lists ship with the program, and are ordered when a password is first judged.
var tried = sync.OnceValue(func() map[string]bool {
	set := map[string]bool{}
	for list, words := range frequency.FrequencyLists {
		most := commonWord
		if list == "passwords" {
			most = commonPassword
		}
		for _, w := range words[:min(most, len(words))] {
			set[w] = utf8.RuneCountInString(w) >= wordFrom
		}
	}
	return set
})

// Guessable reports whether a password is made of what is tried first: words and passwords in common use, names, years,
// keys that lie side by side, and what is known of the person. Of each of these one character is left to count.
func Guessable(password string, known ...string) bool {
	own := map[string]bool{}
	for _, k := range known {
		for _, w := range strings.FieldsFunc(strings.ToLower(k), func(r rune) bool { return !unicode.IsLetter(r) }) {
			own[w] = utf8.RuneCountInString(w) >= wordFrom
		}
	}
	runes := []rune(password)
	left := without(runes[:min(judged, len(runes))], func(piece string) bool {
		return tried()[piece] || own[piece] || tried()[plain.Replace(piece)] || own[plain.Replace(piece)]
	})
	return validator.GetEntropy(year.ReplaceAllString(left, "9")) < Bits
}

// without leaves of each known word in a password its first letter, the longest taken first.
func without(password []rune, known func(string) bool) string {
	var left []rune
	for at := 0; at < len(password); {
		end := len(password)
		for end > at+1 && !known(strings.ToLower(string(password[at:end]))) {
			end--
		}
		left, at = append(left, password[at]), end
	}
	return string(left)
}

// hashing is who may hash: it takes a core and tens of megabytes for a moment, and never all that there is.
var hashing = make(chan struct{}, max(2, runtime.NumCPU()))

// patience is how long one waits for that.
const patience = 4 * time.Second

// ErrBusy says that too many passwords are being compared just now.
var ErrBusy = errors.New("password: too many at once")

func hold(ctx context.Context) (release func(), err error) {
	ctx, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	select {
	case hashing <- struct{}{}:
		return func() { <-hashing }, nil
	case <-ctx.Done():
		return nil, ErrBusy
	}
}

// Hash returns the argon2id hash of a password.
func Hash(ctx context.Context, password string) (string, error) {
	release, err := hold(ctx)
	if err != nil {
		return "", err
	}
	defer release()
	return argon2id.CreateHash(password, costs)
}

// Matches reports whether a password is the one of a hash.
func Matches(ctx context.Context, password, hash string) (bool, error) {
	release, err := hold(ctx)
	if err != nil {
		return false, err
	}
	defer release()
	return argon2id.ComparePasswordAndHash(password, hash)
}
