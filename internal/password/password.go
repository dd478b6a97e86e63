// Package password hashes passwords and compares them.
package password

import "github.com/alexedwards/argon2id"

// costs of a hash: argon2id as recommended by the OWASP password storage cheat sheet.
var costs = &argon2id.Params{Memory: 19 * 1024, Iterations: 2, Parallelism: 1, SaltLength: 16, KeyLength: 32}

// Hash returns the argon2id hash of a password.
func Hash(password string) (string, error) { return argon2id.CreateHash(password, costs) }

// Matches reports whether a password is the one of a hash.
func Matches(password, hash string) (bool, error) {
	return argon2id.ComparePasswordAndHash(password, hash)
}
