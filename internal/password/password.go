// Package password hashes passwords, compares them, and says which are too easily guessed.
package password

import (
	"context"
	"errors"
	"runtime"
	"strings"
	"time"
	"unicode"
	"unicode/utf8"

	"github.com/alexedwards/argon2id"
	"github.com/trustelem/zxcvbn"
)

// costs of a hash: argon2id as recommended by the OWASP password storage cheat sheet.
var costs = &argon2id.Params{Memory: 19 * 1024, Iterations: 2, Parallelism: 1, SaltLength: 16, KeyLength: 32}

// Least and Most bound the length of a password, in characters. Source: OWASP ASVS 4.0.3, 2.1.1 and 2.1.2.
const (
	Least = 12
	Most  = 128
)

// Easily is how many guesses a password has to withstand: ten times where zxcvbn's third step of four begins, which any
// three words in a row reach. [W]
const Easily = 1e9

// guessedOver is how much of a long password is looked at for what is easily guessed.
const guessedOver = 64

// Guessable reports whether a password is made of what is tried first: words and passwords in common use, names, dates,
// keys that lie side by side, and what is known of the person. The lists ship with the program.
func Guessable(password string, known ...string) bool {
	head := password
	if utf8.RuneCountInString(head) > guessedOver {
		head = string([]rune(head)[:guessedOver])
	}
	var words []string
	for _, k := range known {
		words = append(append(words, k), strings.FieldsFunc(k, func(r rune) bool { return !unicode.IsLetter(r) })...)
	}
	return zxcvbn.PasswordStrength(head, words).Guesses < Easily
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
