package password_test

import (
	"context"
	"errors"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"urncloth/internal/password"
)

func TestAPasswordIsKeptAsASaltedHash(t *testing.T) {
	one, errOne := password.Hash(t.Context(), "a long password")
	two, errTwo := password.Hash(t.Context(), "a long password")
	if errOne != nil || errTwo != nil || one == two || strings.Contains(one, "long") ||
		!strings.HasPrefix(one, "$argon2id$v=19$m=19456,t=2,p=1$") {
		t.Errorf("%q, %q, %v, %v", one, two, errOne, errTwo)
	}
	for given, want := range map[string]bool{"a long password": true, "a long Password": false, "": false} {
		if is, err := password.Matches(t.Context(), given, one); err != nil || is != want {
			t.Errorf("%q: %v, %v", given, is, err)
		}
	}
}

func TestWhatIsTriedFirstIsToldFromWhatIsNot(t *testing.T) {
	for given, want := range map[string]bool{
		"passwordpassword": true, "iloveyou1234": true, "qwertyuiopas": true, "saltmarsh.mirrin": true,
		"Summer2026!!": true,
		"P@ssw0rd2026": true, "Lantern2027!": true, "111122223333": true, "1q2w3e4r5t6y": true,
		"kV8#mq2Lx!pz": false, "lantern-regatta": false, "żółty dzięcioł 9": false,
		"wet slate under a green heron": false, strings.Repeat("wren tide ", 12): false,
	} {
		if got := password.Guessable(given, "mirrin@saltmarsh.example"); got != want {
			t.Errorf("%q: %t", given, got)
		}
	}
}

func TestNoMoreThanSomePasswordsAreComparedAtOnceAndTheOthersAreToldSo(t *testing.T) {
	hash, err := password.Hash(t.Context(), "a long password")
	if err != nil {
		t.Fatal(err)
	}
	ctx, cancel := context.WithTimeout(t.Context(), 200*time.Millisecond)
	defer cancel()
	var busy, done atomic.Int64
	var wg sync.WaitGroup
	for range 200 {
		wg.Go(func() {
			if _, err := password.Matches(ctx, "a long password", hash); errors.Is(err, password.ErrBusy) {
				busy.Add(1)
			} else if err == nil {
				done.Add(1)
			}
		})
	}
	wg.Wait()
	if busy.Load() == 0 || done.Load() == 0 || busy.Load()+done.Load() != 200 {
		t.Errorf("%d compared, %d told to wait", done.Load(), busy.Load())
	}
}
