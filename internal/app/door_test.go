package app_test

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/pquerna/otp/totp"

	"urncloth/core/plan"
	"urncloth/demo"
	"urncloth/internal/app"
	"urncloth/internal/store"
)

const long = "wet slate under a green heron"

func TestAWrongPasswordAndAnUnknownAccountAreToldAlike(t *testing.T) {
	h := open(t)
	_, wrong := h.knock(demo.Email, "not this", "a")
	_, unknown := h.knock("nobody@saltmarsh.example", "no such account", "a")
	if !errors.Is(wrong, app.ErrSignIn) || !errors.Is(unknown, app.ErrSignIn) || wrong.Error() != unknown.Error() {
		t.Errorf("wrong: %v; unknown: %v", wrong, unknown)
	}
}

// fail lets tries go wrong and returns how many were compared at all.
func (h *house) fail(n int, email, address string) (compared int) {
	h.t.Helper()
	for range n {
		if _, err := h.knock(email, "not this", address); errors.Is(err, app.ErrSignIn) {
			compared++
		} else if shut := (app.TooMany{}); !errors.As(err, &shut) {
			h.t.Fatal(err)
		}
	}
	return compared
}

func TestFiveFailuresShutAnAccountToTheirAddressForAQuarterHourFromTheFirstAndToNoOther(t *testing.T) {
	h := open(t)
	start := h.now
	for i := range 5 {
		h.now = start.Add(time.Duration(i) * time.Minute)
		if h.fail(1, demo.Email, "a") != 1 {
			t.Fatalf("failure %d is not compared", i)
		}
	}
	_, err := h.knock(demo.Email, demo.Password, "a")
	var shut app.TooMany
	if !errors.As(err, &shut) || shut.Wait != 11*time.Minute {
		t.Errorf("after five failures in four minutes: %v, wait %s", err, shut.Wait)
	}
	if _, err := h.knock(demo.Email, demo.Password, "b"); err != nil {
		t.Errorf("from another address: %v", err)
	}
	h.now = start.Add(15*time.Minute + time.Second)
	if _, err := h.knock(demo.Email, demo.Password, "a"); err != nil {
		t.Errorf("a quarter hour after the first: %v", err)
	}
	if n := h.fail(6, demo.Email, "a"); n != 5 {
		t.Errorf("after it went well %d failures are compared", n)
	}
}

func TestManyTriesFromManyAddressesShutAnAccountToStrangersAndNotToItsPerson(t *testing.T) {
	h := open(t)
	compared := 0
	for i := range 12 {
		compared += h.fail(5, demo.Email, "stranger "+string(rune('a'+i)))
	}
	if compared != 50 {
		t.Errorf("%d of 60 tries from twelve addresses were compared", compared)
	}
	var shut app.TooMany
	if _, err := h.knock(demo.Email, demo.Password, "one more"); !errors.As(err, &shut) {
		t.Errorf("from one more address: %v", err)
	}
	if _, err := h.knock(demo.Email, demo.Password, "chair"); err != nil { // where they signed in before
		t.Errorf("from the chair: %v", err)
	}
}

func TestSixtyFailuresShutAnAddressForEveryAccount(t *testing.T) {
	h := open(t)
	compared := 0
	for i := range 61 {
		compared += h.fail(1, string(rune('a'+i%26))+string(rune('a'+i/26))+"@x.example", "one address")
	}
	if compared != 60 {
		t.Errorf("%d compared", compared)
	}
	var shut app.TooMany
	if _, err := h.knock(demo.Email, demo.Password, "one address"); !errors.As(err, &shut) {
		t.Errorf("from that address: %v", err)
	}
	if _, err := h.knock(demo.Email, demo.Password, "another"); err != nil {
		t.Errorf("from another: %v", err)
	}
}

func TestOfFortyTriesAtOnceFiveAreCompared(t *testing.T) {
	h := open(t)
	var wg sync.WaitGroup
	results := make([]error, 40)
	for i := range results {
		wg.Go(func() { _, results[i] = h.knock(demo.Email, "not this", "a") })
	}
	wg.Wait()
	compared := 0
	for _, err := range results {
		var shut app.TooMany
		switch {
		case errors.Is(err, app.ErrSignIn):
			compared++
		case !errors.As(err, &shut):
			t.Error(err)
		}
	}
	if compared != 5 {
		t.Errorf("%d of 40 were compared", compared)
	}
}

// added adds somebody and returns their first password.
func (h *house) person(name, email string, role app.Role) (p app.Person, first string) {
	h.t.Helper()
	out, err := h.SavePerson(h.t.Context(), h.owner, app.PersonEdit{Name: name, Email: email, Role: role})
	if err != nil || out.First == nil {
		h.t.Fatalf("%+v, %v", out, err)
	}
	i := slices.IndexFunc(out.People, func(p app.Person) bool { return p.Email == app.Tidied(email) })
	return out.People[i], out.First.Password
}

func TestAFirstPasswordIsMadeServesThreeDaysAndIsChangedBeforeAnythingElse(t *testing.T) {
	h := open(t)
	_, first := h.person("Wren", " Wren@Saltmarsh.Example ", app.Artist)
	wren, err := h.knock("wren@saltmarsh.example", first, "a")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := h.Clients(t.Context(), wren, "", 0); !errors.Is(err, app.ErrFirst) {
		t.Errorf("with a first password clients are read: %v", err)
	}
	if me, err := h.Me(t.Context(), wren); err != nil || !slices.Equal(me.First, []app.First{app.FirstPassword}) {
		t.Errorf("%+v, %v", me, err)
	}
	if err := h.ChangePassword(t.Context(), wren, app.NewPassword{Now: first, New: long}); err != nil {
		t.Fatal(err)
	}
	if _, err := h.Clients(t.Context(), wren, "", 0); err != nil {
		t.Error(err)
	}
	if _, err := h.knock("wren@saltmarsh.example", first, "a"); !errors.Is(err, app.ErrSignIn) {
		t.Errorf("the first password still serves: %v", err)
	}
	_, late := h.person("Finch", "finch@saltmarsh.example", app.Artist)
	h.now = h.now.Add(72 * time.Hour)
	if _, err := h.knock("finch@saltmarsh.example", late, "a"); !errors.Is(err, app.ErrSignIn) {
		t.Errorf("three days later the first password serves: %v", err)
	}
}

func TestAPasswordIsLongCountedInCharactersAndNotAmongTheFirstThatAreGuessed(t *testing.T) {
	h := open(t)
	change := func(now, then string) error {
		return h.ChangePassword(t.Context(), h.owner, app.NewPassword{Now: now, New: then})
	}
	for then, want := range map[string]string{
		"éééééééééé é":                     "", // twelve characters of 22 bytes
		"elevenchars":                      "at least 12",
		"ééééééééééé":                      "at least 12",
		"passwordpassword":                 "guessed",
		"qwertyuiop12":                     "guessed",
		"123456789012":                     "guessed",
		"mirrin@saltmarsh":                 "guessed",
		demo.Password:                      "the one you have",
		strings.Repeat("slate heron ", 20): "up to 128",
	} {
		if want == "" {
			continue
		}
		if err := change(demo.Password, then); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: %v", then, err)
		}
		h.now = h.now.Add(16 * time.Minute) // guesses are counted
	}
	if err := change("not this one", long); !slices.Equal(refused(err), []string{"now"}) {
		t.Errorf("a wrong one now: %v", err)
	}
	if err := change(demo.Password, "żółty dzięcioł 9"); err != nil {
		t.Errorf("sixteen characters in another script: %v", err)
	}
}

func TestAChangedPasswordEndsTheOtherSessionsAndGuessesAtItAreCounted(t *testing.T) {
	h := open(t)
	there, err := h.knock(demo.Email, demo.Password, "another chair")
	if err != nil {
		t.Fatal(err)
	}
	for i := range 6 {
		err := h.ChangePassword(t.Context(), there, app.NewPassword{Now: "guess", New: long})
		var shut app.TooMany
		if errors.As(err, &shut) != (i == 5) {
			t.Errorf("guess %d: %v", i+1, err)
		}
	}
	h.now = h.now.Add(16 * time.Minute)
	if err := h.ChangePassword(t.Context(), h.owner, app.NewPassword{Now: demo.Password, New: long}); err != nil {
		t.Fatal(err)
	}
	if _, err := h.Me(t.Context(), there); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("the other session lasts: %v", err)
	}
	if _, err := h.Me(t.Context(), h.owner); err != nil {
		t.Errorf("one's own session ended: %v", err)
	}
}

func TestOnesOwnSessionsAreSeenAndEnded(t *testing.T) {
	h := open(t)
	there, err := h.SignIn(t.Context(), app.Knock{Email: demo.Email, Password: demo.Password, Device: "a slate"})
	if err != nil {
		t.Fatal(err)
	}
	list, err := h.Sessions(t.Context(), h.owner)
	if err != nil || len(list) != 2 {
		t.Fatalf("%+v, %v", list, err)
	}
	i := slices.IndexFunc(list, func(s app.Session) bool { return s.Device == "a slate" })
	if list[i].This || !list[1-i].This {
		t.Errorf("which is this: %+v", list)
	}
	id := uuid.MustParse(list[i].ID)
	if err := h.EndMySession(t.Context(), h.as(app.Artist), id); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("somebody else ends it: %v", err)
	}
	if err := h.EndMySession(t.Context(), h.owner, id); err != nil {
		t.Fatal(err)
	}
	if _, err := h.Me(t.Context(), there); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("an ended session: %v", err)
	}
	if err := h.SignOut(t.Context(), h.owner); err != nil {
		t.Fatal(err)
	}
	if _, err := h.Me(t.Context(), h.owner); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("signed out: %v", err)
	}
	if err := h.SignOut(t.Context(), h.owner); err != nil {
		t.Errorf("signed out twice: %v", err)
	}
}

// code is the code of a secret at the hour of the house.
func (h *house) code(secret string) string {
	h.t.Helper()
	c, err := totp.GenerateCode(secret, h.now)
	if err != nil {
		h.t.Fatal(err)
	}
	return c
}

func TestASecondFactorIsConfirmedAskedForTakenOnceAndReplacedByARecoveryCode(t *testing.T) {
	h := open(t)
	ctx := t.Context()
	if _, err := h.ConfirmFactor(ctx, h.owner, app.FactorCode{Code: "123456"}); len(refused(err)) != 1 {
		t.Errorf("nothing was begun: %v", err)
	}
	secret, err := h.BeginFactor(ctx, h.owner)
	if err != nil || !strings.HasPrefix(secret.URI, "otpauth://totp/") || !strings.Contains(secret.URI, secret.Secret) {
		t.Fatalf("%+v, %v", secret, err)
	}
	if _, err := h.knock(demo.Email, demo.Password, "a"); err != nil {
		t.Errorf("asked for before it is confirmed: %v", err)
	}
	if _, err := h.ConfirmFactor(ctx, h.owner, app.FactorCode{Code: "000000"}); len(refused(err)) != 1 {
		t.Errorf("a wrong code: %v", err)
	}
	out, err := h.ConfirmFactor(ctx, h.owner, app.FactorCode{Code: h.code(secret.Secret)})
	if err != nil || len(out.Codes) != 10 || out.Codes[0] == out.Codes[1] {
		t.Fatalf("%+v, %v", out, err)
	}
	enter := func(code string) error {
		_, err := h.SignIn(ctx, app.Knock{Email: demo.Email, Password: demo.Password, Code: code, Address: "a"})
		return err
	}
	used := h.code(secret.Secret)
	for _, x := range []struct {
		what, code string
		good       bool
	}{
		{"none", "", false}, {"one used already", used, false}, {"a wrong one", "000001", false},
		{"a recovery code", strings.ToLower(out.Codes[3]), true}, {"the same again", out.Codes[3], false},
	} {
		if err := enter(x.code); errors.Is(err, app.ErrCode) == x.good || x.good && err != nil {
			t.Errorf("%s: %v", x.what, err)
		}
	}
	h.now = h.now.Add(time.Minute)
	if err := enter(h.code(secret.Secret)); err != nil {
		t.Errorf("the code of the next minute: %v", err)
	}
	if _, err := h.SaveSafety(ctx, h.owner, app.Safety{IdleMin: 30, LifeH: 12, OwnersFactor: true}); err != nil {
		t.Fatal(err)
	}
	h.now = h.now.Add(time.Minute)
	if err := h.EndFactor(ctx, h.owner, app.FactorCode{Code: h.code(secret.Secret)}); len(refused(err)) != 1 {
		t.Errorf("taken away although the studio asks for it: %v", err)
	}
	if _, err := h.SaveSafety(ctx, h.owner, app.Safety{IdleMin: 30, LifeH: 12}); err != nil {
		t.Fatal(err)
	}
	if err := h.EndFactor(ctx, h.owner, app.FactorCode{Code: "000000"}); len(refused(err)) != 1 {
		t.Errorf("taken away by a wrong code: %v", err)
	}
	if err := h.EndFactor(ctx, h.owner, app.FactorCode{Code: h.code(secret.Secret)}); err != nil {
		t.Error(err)
	}
	if err := enter(""); err != nil {
		t.Errorf("taken away and still asked for: %v", err)
	}
}

func TestWrongCodesAreCountedLikeWrongPasswords(t *testing.T) {
	h := open(t)
	secret, err := h.BeginFactor(t.Context(), h.owner)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := h.ConfirmFactor(t.Context(), h.owner, app.FactorCode{Code: h.code(secret.Secret)}); err != nil {
		t.Fatal(err)
	}
	for i := range 6 {
		_, err := h.SignIn(t.Context(), app.Knock{Email: demo.Email, Password: demo.Password, Code: "000000"})
		var shut app.TooMany
		if errors.As(err, &shut) != (i == 5) {
			t.Errorf("code %d: %v", i+1, err)
		}
	}
}

func TestOwnersWithoutASecondFactorDoNothingElseWhereTheStudioAsksForOne(t *testing.T) {
	h := open(t)
	ctx := t.Context()
	if _, err := h.SaveSafety(ctx, h.owner, app.Safety{IdleMin: 30, LifeH: 12, OwnersFactor: true}); err != nil {
		t.Fatal(err)
	}
	if _, err := h.Clients(ctx, h.owner, "", 0); !errors.Is(err, app.ErrFirst) {
		t.Errorf("an owner without one: %v", err)
	}
	if _, err := h.Clients(ctx, h.as(app.Artist), "", 0); err != nil {
		t.Errorf("an artist is asked too: %v", err)
	}
	secret, err := h.BeginFactor(ctx, h.owner)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := h.ConfirmFactor(ctx, h.owner, app.FactorCode{Code: h.code(secret.Secret)}); err != nil {
		t.Fatal(err)
	}
	if _, err := h.Clients(ctx, h.owner, "", 0); err != nil {
		t.Errorf("an owner with one: %v", err)
	}
}

func TestAResetGivesAFirstPasswordEndsSessionsTakesTheFactorAndLiftsTheLimits(t *testing.T) {
	h := open(t)
	ctx := t.Context()
	p, first := h.person("Wren", "wren@saltmarsh.example", app.Artist)
	wren, err := h.knock(p.Email, first, "a")
	if err != nil {
		t.Fatal(err)
	}
	h.fail(9, p.Email, "a")
	out, err := h.ResetSignIn(ctx, h.owner, p.ID)
	if err != nil || out.First == nil || out.First.Email != p.Email || out.First.Password == first {
		t.Fatalf("%+v, %v", out.First, err)
	}
	if _, err := h.Me(ctx, wren); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("their session lasts: %v", err)
	}
	if _, err := h.knock(p.Email, out.First.Password, "a"); err != nil {
		t.Errorf("from where too many went wrong: %v", err)
	}
	if _, err := h.ResetSignIn(ctx, h.as(app.Artist), p.ID); !errors.Is(err, app.ErrForbidden) {
		t.Errorf("an artist resets: %v", err)
	}
	if _, err := h.ResetSignIn(ctx, h.owner, uuid.New()); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("nobody is reset: %v", err)
	}
}

func TestSomebodyRemovedIsOutAtOnceAndTheirSittingsStaySignedByName(t *testing.T) {
	h := open(t)
	ctx := t.Context()
	artist := h.as(app.Artist)
	_, s := h.added(t)
	e := edit(s)
	e.Artist = artist.Name
	if _, err := h.SaveSitting(ctx, artist, s.ID, e); err != nil {
		t.Fatal(err)
	}
	before, err := h.People(ctx, h.owner)
	if err != nil {
		t.Fatal(err)
	}
	out, err := h.RemovePerson(ctx, h.owner, artist.ID)
	if err != nil || len(out.People) != len(before.People)-1 {
		t.Fatalf("%d people, %v", len(out.People), err)
	}
	if _, err := h.Me(ctx, artist); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("somebody removed is in: %v", err)
	}
	if _, err := h.knock(artist.Email, demo.Password, "x"); !errors.Is(err, app.ErrSignIn) {
		t.Errorf("somebody removed signs in: %v", err)
	}
	if now, err := h.Sitting(ctx, h.owner, s.ID); err != nil || now.Artist != artist.Name {
		t.Errorf("signed by %q, %v", now.Artist, err)
	}
	trail, err := h.Trail(ctx, h.owner, 0)
	if err != nil || !slices.ContainsFunc(trail, func(l app.Happening) bool {
		return l.Act == "change sitting" && l.By == artist.Name
	}) || !slices.ContainsFunc(trail, func(l app.Happening) bool {
		return l.Act == "person removed" && l.About == artist.Name && l.By == h.owner.Name
	}) {
		t.Errorf("%+v, %v", trail[:3], err)
	}
	if again, _ := h.person("Another", artist.Email, app.Artist); again.ID == artist.ID {
		t.Error("the address of somebody removed brings them back")
	}
}

func TestAStudioIsNeverWithoutAnOwnerHoweverManyLeaveAtOnce(t *testing.T) {
	h := open(t)
	ctx := t.Context()
	owners := []app.Actor{h.owner}
	for _, name := range []string{"a", "b", "c", "d"} {
		p, first := h.person(name, name+"@saltmarsh.example", app.Owner)
		who, err := h.knock(p.Email, first, name)
		if err != nil {
			t.Fatal(err)
		}
		if err := h.ChangePassword(ctx, who, app.NewPassword{Now: first, New: long}); err != nil {
			t.Fatal(err)
		}
		owners = append(owners, who)
	}
	var wg sync.WaitGroup
	for i, who := range owners {
		wg.Go(func() {
			if i%2 == 0 {
				_, _ = h.RemovePerson(ctx, who, who.ID)
				return
			}
			_, _ = h.SavePerson(ctx, who, app.PersonEdit{ID: &who.ID, Name: who.Name, Role: app.Assistant})
		})
	}
	wg.Wait()
	left := 0
	for _, who := range owners {
		if me, err := h.Me(context.Background(), who); err == nil && me.Role == app.Owner {
			left++
			_, err := h.RemovePerson(ctx, who, who.ID)
			if got := refused(err); !slices.Equal(got, []string{"role"}) {
				t.Errorf("the last owner leaves: %v", err)
			}
		}
	}
	if left != 1 {
		t.Errorf("%d owners are left", left)
	}
}

func TestAnAddressIsOnePersonsInAStudioAndNoOtherStudioIsTold(t *testing.T) {
	h := open(t)
	for path, e := range map[string]app.PersonEdit{
		"role":  {Name: "x", Email: "x@y.example", Role: "king"},
		"email": {Name: "x", Email: "wren", Role: "artist"},
	} {
		if _, err := h.SavePerson(t.Context(), h.owner, e); !slices.Contains(refused(err), path) {
			t.Errorf("%+v: %v", e, err)
		}
	}
	if _, err := h.SavePerson(t.Context(), h.owner, app.PersonEdit{Name: "x", Email: demo.Email,
		Role: app.Artist}); !slices.Equal(refused(err), []string{"email"}) {
		t.Errorf("taken in this studio: %v", err)
	}
	p, first := h.person("Elsewhere too", "o@other.example", app.Artist)
	who, err := h.knock(p.Email, first, "a")
	if err != nil || who.Studio != h.owner.Studio {
		t.Errorf("the address works in another studio: %+v, %v", who, err)
	}
	stranger := uuid.New()
	if _, err := h.SavePerson(t.Context(), h.owner, app.PersonEdit{ID: &stranger, Name: "x",
		Role: "artist"}); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("somebody who is not there: %v", err)
	}
}

func TestAnAssistantChangesNothingOfAClientInASittingButTheSkin(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	who := h.as(app.Assistant)
	e := edit(s)
	e.Client.Zones = skin(3)
	now, err := h.SaveSitting(t.Context(), who, s.ID, e)
	if err != nil {
		t.Fatalf("the skin at the chair: %v", err)
	}
	e = edit(now)
	e.Client.Allergies, e.Client.Phototype = []string{"beeswax"}, 5
	_, err = h.SaveSitting(t.Context(), who, s.ID, e)
	if got := refused(err); len(got) != 2 || !slices.Contains(got, "client.allergies") {
		t.Errorf("allergies and phototype: %v", err)
	}
	if _, err := h.SaveSitting(t.Context(), h.as(app.Artist), s.ID, e); err != nil {
		t.Errorf("an artist: %v", err)
	}
}

func TestWhatHappensIsOnRecordForOwnersAlone(t *testing.T) {
	h := open(t)
	ctx := t.Context()
	h.fail(1, demo.Email, "x")
	c, s := h.added(t)
	_, _ = h.Sitting(ctx, h.owner, s.ID)
	for range 3 {
		if _, err := h.Try(ctx, h.owner, s.ID, app.Trial{}); err != nil {
			t.Fatal(err)
		}
	}
	_, _ = h.Clients(ctx, h.owner, "", 0)
	_, _ = h.ExportClient(ctx, h.owner, c.ID)
	_, _ = h.KitCSV(ctx, h.owner)
	_ = h.EraseClient(ctx, h.owner, c.ID)
	list, err := h.Trail(ctx, h.owner, 0)
	if err != nil {
		t.Fatal(err)
	}
	seen := map[string]int{}
	for _, l := range list {
		seen[l.Act]++
		if l.By != h.owner.Name || l.Name != "" { // the client is erased
			t.Errorf("%+v", l)
		}
	}
	for act, n := range map[string]int{"sign in": 1, "sign-in refused": 1, "add client": 1, "add sitting": 1,
		"read sitting": 1, "try steps": 1, "list clients": 1, "export client": 1, "export kit": 1, "erase client": 1} {
		if seen[act] != n {
			t.Errorf("%q is on record %d times", act, seen[act])
		}
	}
	if page, err := h.Trail(ctx, h.owner, list[2].ID); err != nil || len(page) != len(list)-3 ||
		page[0].ID >= list[2].ID {
		t.Errorf("the page after: %d, %v", len(page), err)
	}
	for _, role := range []app.Role{app.Artist, app.Assistant} {
		if _, err := h.Trail(ctx, h.as(role), 0); !errors.Is(err, app.ErrForbidden) {
			t.Errorf("%s: %v", role, err)
		}
	}
}

func TestASafetyThatIsChangedHoldsForEverySessionAtOnce(t *testing.T) {
	h := open(t)
	artist := h.as(app.Artist)
	if _, err := h.SaveSafety(t.Context(), h.owner, app.Safety{IdleMin: 5, LifeH: 1, BackupDays: 7}); err != nil {
		t.Fatal(err)
	}
	if me, err := h.Me(t.Context(), artist); err != nil || me.IdleMin != 5 || me.BackupDays != 7 {
		t.Errorf("%+v, %v", me, err)
	}
	h.now = h.now.Add(5*time.Minute + time.Second)
	if _, err := h.Me(t.Context(), artist); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("idle for five minutes: %v", err)
	}
	if _, err := h.SaveSafety(t.Context(), artist, app.Safety{}); !errors.Is(err, app.ErrSignedOut) {
		t.Errorf("%v", err)
	}
}

func TestSomebodyWhoAsksForTooMuchIsSlowedAndNobodyElseIs(t *testing.T) {
	h := open(t)
	_, s := h.added(t)
	app.Pace(0.01, 3)
	defer app.Pace(app.AsksASecond, app.AsksAtOnce)
	for i := range 4 {
		_, err := h.Try(t.Context(), h.owner, s.ID, app.Trial{})
		var slow app.Slow
		if errors.As(err, &slow) != (i == 3) || i < 3 && err != nil {
			t.Errorf("try %d: %v", i+1, err)
		}
	}
	if _, err := h.Try(t.Context(), h.as(app.Artist), s.ID, app.Trial{}); err != nil {
		t.Errorf("somebody else: %v", err)
	}
	if _, err := h.Sitting(t.Context(), h.owner, s.ID); err != nil {
		t.Errorf("reading is slowed: %v", err)
	}
}

func TestAKitTakesFiveThousandProductsAndNoMore(t *testing.T) {
	h := open(t)
	var b strings.Builder
	b.WriteString("id,name,kind\n")
	for i := range 4_990 {
		fmt.Fprintf(&b, "more-%d,More %d,toner\n", i, i)
	}
	if _, err := h.TakeCSV(t.Context(), h.owner, []byte(b.String()), true, false); !slices.Equal(refused(err),
		[]string{"file"}) {
		t.Errorf("beside the demo's own: %v", err)
	}
	list, err := h.Shelf(t.Context(), h.owner)
	if err != nil || len(list) > 100 {
		t.Errorf("%d products were kept, %v", len(list), err)
	}
	few := strings.Join(strings.SplitAfter(b.String(), "\n")[:4_901], "")
	if out, err := h.TakeCSV(t.Context(), h.owner, []byte(few), true, false); err != nil || out.New != 4_900 {
		t.Errorf("%+v, %v", out, err)
	}
}

func TestSigningInDoesNotWaitBehindWork(t *testing.T) {
	h := open(t)
	var held []*pgxpool.Conn
	for range h.Store.Pool.Config().MaxConns {
		c, err := h.Store.Pool.Acquire(t.Context())
		if err != nil {
			t.Fatal(err)
		}
		held = append(held, c)
	}
	ctx, cancel := context.WithTimeout(t.Context(), 5*time.Second)
	defer cancel()
	who, err := h.SignIn(ctx, app.Knock{Email: demo.Email, Password: demo.Password, Address: "b"})
	if err != nil {
		t.Fatal(err)
	}
	if _, err := h.Me(ctx, who); err != nil {
		t.Errorf("who one is: %v", err)
	}
	if err := h.Store.Ready(ctx); err != nil {
		t.Errorf("ready: %v", err)
	}
	for _, c := range held {
		c.Release()
	}
}

func TestNoTransactionIsOpenWhileSomethingIsPlanned(t *testing.T) {
	h := open(t)
	c, s := h.added(t)
	planned, open := 0, 0
	h.Planned = func(time.Duration) {
		planned++
		var n int
		err := h.Store.Pool.QueryRow(t.Context(), `select count(*) from pg_stat_activity where datname =
			current_database() and pid <> pg_backend_pid() and state like 'idle in transaction%'`).Scan(&n)
		if err != nil {
			t.Error(err)
		}
		open += n
	}
	e := edit(s)
	e.Title = "later"
	now, err := h.SaveSitting(t.Context(), h.owner, s.ID, e)
	if err != nil {
		t.Fatal(err)
	}
	_, _ = h.Try(t.Context(), h.owner, s.ID, app.Trial{})
	_, _ = h.Compare(t.Context(), h.owner, s.ID, app.Comparison{Variants: []plan.Variant{{}}})
	told := ordinary(c.Record.Name)
	told.Version, told.Record.Allergies = c.Version, []string{"beeswax"}
	if _, err := h.SaveClient(t.Context(), h.owner, &c.ID, told); err != nil {
		t.Fatal(err)
	}
	if after, err := h.Sitting(t.Context(), h.owner, s.ID); err != nil || after.Version != now.Version+1 {
		t.Errorf("the sitting ahead was not told: version %d, %v", after.Version, err)
	}
	if planned != 4 || open != 0 {
		t.Errorf("%d plans, %d open transactions", planned, open)
	}
}
