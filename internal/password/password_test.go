package password_test

import (
	"strings"
	"testing"

	"urncloth/internal/password"
)

func TestAPasswordIsKeptAsASaltedHash(t *testing.T) {
	one, errOne := password.Hash("a long password")
	two, errTwo := password.Hash("a long password")
	if errOne != nil || errTwo != nil || one == two || strings.Contains(one, "long") ||
		!strings.HasPrefix(one, "$argon2id$v=19$m=19456,t=2,p=1$") {
		t.Errorf("%q, %q, %v, %v", one, two, errOne, errTwo)
	}
	for given, want := range map[string]bool{"a long password": true, "a long Password": false, "": false} {
		if is, err := password.Matches(given, one); err != nil || is != want {
			t.Errorf("%q: %v, %v", given, is, err)
		}
	}
}
