package app

import (
	"bytes"
	"context"
	"crypto/hmac"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"errors"
	"fmt"
	"image/png"
	"strings"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/pquerna/otp"
	"github.com/pquerna/otp/hotp"
	"github.com/pquerna/otp/totp"

	"urncloth/core/doc"
	"urncloth/core/say"
	"urncloth/internal/password"
	"urncloth/internal/store"
)

// Knock is somebody at the door: what they say, and from where they say it.
type Knock struct {
	Email    string
	Password string
	Code     string // of the second factor, or a recovery code
	Address  string
	Device   string
}

// How many tries at signing in may go wrong in a window. An account is never shut to an address at which its own
// person signed in lately, however many others try. [W]
const (
	triesWindow  = 15 * time.Minute
	pairTries    = 5
	addressTries = 60
	accountTries = 50
	knownFor     = 90 * 24 * time.Hour
)

// TooMany says that sign-in is throttled, and for how long.
type TooMany struct{ Wait time.Duration }

func (t TooMany) Error() string { return "app: too many failed sign-ins" }

// ErrCode says that the second factor is missing or wrong.
var ErrCode = errors.New("app: the second factor")

// nobody is compared against where there is no such account, so that both cases take as long. Made at the first
// sign-in: a command that needs no accounts does not wait for it.
var nobody = sync.OnceValues(func() (string, error) { return password.Hash(context.Background(), "no such account") })

// tried is what tries are counted by: hashes, so that nobody reads who tried from where.
func tried(parts ...string) string {
	sum := sha256.Sum256([]byte(strings.Join(parts, "\x00")))
	return hex.EncodeToString(sum[:])
}

func accountKey(email string) string { return tried("account", email) }

// Tidied is an e-mail address as it is kept.
func Tidied(email string) string { return strings.ToLower(strings.TrimSpace(email)) }

// SignIn lets somebody in whose password, and second factor where there is one, are right, and returns who it is, with
// the token of a new session. The try is counted before anything is compared, so that the limits hold however many try
// at once.
func (a *App) SignIn(ctx context.Context, k Knock) (who Actor, err error) {
	none, err := nobody()
	if err != nil {
		return Actor{}, err
	}
	k.Email = Tidied(k.Email)
	pair, address, account := tried("pair", k.Email, k.Address), tried("address", k.Address), accountKey(k.Email)
	if err := a.counted(ctx, pair, address, account); err != nil {
		return Actor{}, err
	}
	list, err := a.Store.Accounts(ctx, k.Email)
	if err != nil {
		return Actor{}, err
	}
	var p *store.Account
	if len(list) == 0 {
		if _, err := password.Matches(ctx, k.Password, none); err != nil {
			return Actor{}, err
		}
	}
	for i := range list {
		matches, err := password.Matches(ctx, k.Password, list[i].PasswordHash)
		if err != nil {
			return Actor{}, err
		}
		if until := list[i].FirstUntil; matches && (until == nil || a.Now().Before(*until)) {
			p = &list[i]
			break
		}
	}
	if p == nil {
		a.security("sign-in refused")
		for i := range list {
			if err := a.refused(ctx, &list[i], k); err != nil {
				return Actor{}, err
			}
		}
		return Actor{}, ErrSignIn
	}
	if who, err = a.enter(ctx, p, k); err != nil {
		return Actor{}, err
	}
	return who, a.Store.WentWell(ctx, a.Now(), []string{pair, address, account})
}

// counted counts a try, and turns it away where there were too many.
func (a *App) counted(ctx context.Context, pair, address, account string) error {
	known, err := a.Store.WentWellSince(ctx, pair, a.Now().Add(-knownFor))
	if err != nil {
		return err
	}
	list := []store.Try{{Who: pair, Most: pairTries}, {Who: address, Most: addressTries}}
	if !known {
		list = append(list, store.Try{Who: account, Most: accountTries})
	}
	wait, err := a.Store.Tries(ctx, account, a.Now(), triesWindow, list)
	if err == nil && wait > 0 {
		a.security("sign-in throttled")
		err = TooMany{wait}
	}
	return err
}

// refused leaves a trace of a wrong password in the studio of the account.
func (a *App) refused(ctx context.Context, p *store.Account, k Knock) error {
	err := a.Store.Enter(ctx, p.StudioID, func(tx pgx.Tx) error {
		return store.Note(ctx, tx, p.ID, "sign-in refused", k.Device)
	})
	if err != nil {
		return err
	}
	return a.Store.ForgetTries(ctx, a.Now().Add(-knownFor))
}

// enter takes the second factor where there is one, and begins a session.
func (a *App) enter(ctx context.Context, p *store.Account, k Knock) (Actor, error) {
	token := rand.Text() + rand.Text()
	who := Bearing(token)
	who.Token, who.ID, who.Studio, who.Role = token, p.ID, p.StudioID, Role(p.Role)
	who.Name, who.Email = p.Name, p.Email
	var bad error
	err := a.Store.Enter(ctx, p.StudioID, func(tx pgx.Tx) error {
		if p.TOTP != "" {
			if bad = a.factor(ctx, tx, p, k.Code); errors.Is(bad, ErrCode) && k.Code != "" {
				return store.Note(ctx, tx, p.ID, "second factor refused", k.Device)
			}
			if bad != nil {
				return nil
			}
		}
		if err := store.Sweep(ctx, tx, a.Now()); err != nil {
			return err
		}
		if err := store.AddSession(ctx, tx, who.hash, store.Session{PersonID: p.ID, Since: a.Now(),
			Device: k.Device}); err != nil {
			return err
		}
		return store.Note(ctx, tx, p.ID, "sign in", k.Device)
	})
	if err == nil {
		err = bad
	}
	if err == nil {
		a.security("sign in")
	} else if bad != nil {
		a.security("second factor refused")
	}
	return who, err
}

// factor takes a code of the second factor, or a recovery code, each once.
func (a *App) factor(ctx context.Context, tx pgx.Tx, p *store.Account, code string) error {
	code = strings.ToUpper(strings.NewReplacer(" ", "", "-", "").Replace(code))
	if code == "" {
		return wrongCode(codeNeeded)
	}
	if step, is := stepOf(p.TOTP, code, a.Now()); is {
		first, err := store.TakeStep(ctx, tx, p.ID, step)
		if err != nil || first {
			return err
		}
		return wrongCode(codeWrong)
	}
	was, err := store.TakeRecovery(ctx, tx, p.ID, recoveryHash(code))
	if err == nil && !was {
		err = wrongCode(codeWrong)
	}
	return err
}

// Steps of a time-based code (RFC 6238): half a minute each, and one before and after is taken.
const (
	stepFor  = 30 * time.Second
	stepSkew = 1
)

// stepOf is the step of time whose code it is.
func stepOf(secret, code string, now time.Time) (step int64, is bool) {
	at := now.Unix() / int64(stepFor.Seconds())
	for s := at - stepSkew; s <= at+stepSkew; s++ {
		want, err := hotp.GenerateCode(secret, uint64(s))
		if err == nil && hmac.Equal([]byte(want), []byte(code)) {
			return s, true
		}
	}
	return 0, false
}

// wrongCode is ErrCode with what is wrong.
func wrongCode(id say.ID) error {
	return fmt.Errorf("%w: %w", ErrCode, doc.Faults{doc.Wrong("code", id)})
}

func recoveryHash(code string) string { return tried("recovery", code) }

// SignOut ends the session of who asks. One that is over already is no error.
func (a *App) SignOut(ctx context.Context, who Actor) error {
	err := a.as(ctx, &who, door, func(tx pgx.Tx) error {
		if err := store.EndSession(ctx, tx, who.ID, who.session); err != nil {
			return err
		}
		return store.Note(ctx, tx, who.ID, "sign out", "")
	})
	if errors.Is(err, ErrSignedOut) {
		return nil
	}
	return err
}

// NewPassword changes one's own password.
type NewPassword struct {
	Now string `json:"now" need:"yes" len:"1..200"`
	New string `json:"new" need:"yes" len:"1..1000"`
}

// CheckPassword finds what is wrong with a password that somebody chose, beside what is known of them.
func CheckPassword(path, given string, known ...string) (fs doc.Faults) {
	switch n := len([]rune(given)); {
	case n < password.Least:
		fs.Add(path, passwordTooShort, "least", password.Least)
	case n > password.Most:
		fs.Add(path, passwordTooLong, "n", n, "most", password.Most)
	case password.Guessable(given, known...):
		fs.Add(path, passwordGuessable)
	}
	return fs
}

// guess counts a guess at what somebody who is signed in has to know, like those at the door.
func (a *App) guess(ctx context.Context, who *Actor) (key string, err error) {
	if err := a.as(ctx, who, self, func(pgx.Tx) error { return nil }); err != nil {
		return "", err
	}
	key = tried("own", who.ID.String())
	wait, err := a.Store.Tries(ctx, accountKey(who.Email), a.Now(), triesWindow, []store.Try{{Who: key,
		Most: pairTries}})
	if err == nil && wait > 0 {
		err = TooMany{wait}
	}
	return key, err
}

// proven reports whether somebody knows their own password, once more: a session may be in another's hands. The guess
// is to be said to have gone well by whoever goes on.
func (a *App) proven(ctx context.Context, who *Actor, right Right, now string) (p store.Account, guess string,
	matches bool, err error) {
	if err = a.as(ctx, who, right, func(tx pgx.Tx) (err error) {
		p, err = store.AccountOf(ctx, tx, who.ID)
		return err
	}); err != nil {
		return p, "", false, err
	}
	if guess, err = a.guess(ctx, who); err != nil {
		return p, "", false, err
	}
	matches, err = password.Matches(ctx, now, p.PasswordHash)
	return p, guess, matches, err
}

// ChangePassword gives somebody the password they chose, and ends all their other sessions.
func (a *App) ChangePassword(ctx context.Context, who Actor, n NewPassword) error {
	p, guess, matches, err := a.proven(ctx, &who, self, n.Now)
	if err != nil {
		return err
	}
	var fs doc.Faults
	if !matches {
		fs.Add("now", passwordWrong)
	} else if n.New == n.Now {
		fs.Add("new", passwordSame)
	}
	if fs = append(fs, CheckPassword("new", n.New, p.Email, p.Name, who.studio)...); len(fs) > 0 {
		return fs
	}
	hash, err := password.Hash(ctx, n.New)
	if err != nil {
		return err
	}
	if err := a.as(ctx, &who, self, func(tx pgx.Tx) error {
		if err := store.SetPassword(ctx, tx, who.ID, hash, nil); err != nil {
			return err
		}
		if err := store.EndSessions(ctx, tx, who.ID, who.session); err != nil {
			return err
		}
		return store.Note(ctx, tx, who.ID, "password changed", "")
	}); err != nil {
		return err
	}
	a.security("password changed")
	return a.Store.WentWell(ctx, a.Now(), []string{guess})
}

// Session is a sign-in of one's own that lasts.
type Session struct {
	ID     string    `json:"id"`
	Since  time.Time `json:"since"`
	Seen   time.Time `json:"seen"`
	Device string    `json:"device"`
	This   bool      `json:"this"`
}

// Sessions lists one's own sessions, the latest seen first.
func (a *App) Sessions(ctx context.Context, who Actor) (list []Session, err error) {
	list = []Session{}
	err = a.as(ctx, &who, self, func(tx pgx.Tx) error {
		if err := store.Sweep(ctx, tx, a.Now()); err != nil {
			return err
		}
		rows, err := store.SessionsOf(ctx, tx, who.ID)
		for _, s := range rows {
			list = append(list, Session{s.ID.String(), s.Since, s.Seen, s.Device, s.ID == who.session})
		}
		return err
	})
	return list, err
}

// Secret is a second factor to be taken into an authenticator.
type Secret struct {
	Secret string `json:"secret"`
	URI    string `json:"uri" doc:"the same as otpauth URI"`
	// Picture is the URI to be scanned.
	Picture string `json:"picture" doc:"the URI to be scanned: a PNG as data URI"`
}

// pictureSize is the edge of the picture in pixels.
const pictureSize = 200

// pictured is a key as a picture to scan.
func pictured(key *otp.Key) (string, error) {
	img, err := key.Image(pictureSize, pictureSize)
	if err != nil {
		return "", err
	}
	var b bytes.Buffer
	err = png.Encode(&b, img)
	return "data:image/png;base64," + base64.StdEncoding.EncodeToString(b.Bytes()), err
}

// BeginFactor makes a secret for a second factor. It holds once a code of it has been confirmed.
func (a *App) BeginFactor(ctx context.Context, who Actor) (out Secret, err error) {
	err = a.as(ctx, &who, self, func(tx pgx.Tx) error {
		p, err := store.AccountOf(ctx, tx, who.ID)
		if err != nil {
			return err
		}
		key, err := totp.Generate(totp.GenerateOpts{Issuer: "Urn Cloth", AccountName: p.Email,
			Algorithm: otp.AlgorithmSHA1, Digits: otp.DigitsSix})
		if err != nil {
			return err
		}
		picture, err := pictured(key)
		if err != nil {
			return err
		}
		out = Secret{key.Secret(), key.URL(), picture}
		return store.SetFactor(ctx, tx, who.ID, p.TOTP, key.Secret(), p.Recovery)
	})
	return out, err
}

// FactorCode is a code of a second factor.
type FactorCode struct {
	Code string `json:"code" need:"yes" len:"1..60"`
}

// Recovery is codes that serve once each where the authenticator is lost.
type Recovery struct {
	Codes []string `json:"codes"`
}

// recoveryCodes is how many there are.
const recoveryCodes = 10

// ConfirmFactor lets a second factor hold from now on, and returns the recovery codes: they are shown this once. All
// other sessions end.
func (a *App) ConfirmFactor(ctx context.Context, who Actor, c FactorCode) (out Recovery, err error) {
	err = a.as(ctx, &who, self, func(tx pgx.Tx) error {
		p, err := store.AccountOf(ctx, tx, who.ID)
		if err != nil {
			return err
		}
		if p.Waiting == "" {
			return doc.Faults{doc.Wrong("code", noFactorBegun)}
		}
		step, is := stepOf(p.Waiting, strings.ReplaceAll(c.Code, " ", ""), a.Now())
		if !is {
			return doc.Faults{doc.Wrong("code", codeWrong)}
		}
		if _, err := store.TakeStep(ctx, tx, who.ID, step); err != nil {
			return err
		}
		hashes := []string{}
		for range recoveryCodes {
			code := rand.Text()[:16]
			out.Codes = append(out.Codes, code[:4]+"-"+code[4:8]+"-"+code[8:12]+"-"+code[12:])
			hashes = append(hashes, recoveryHash(code))
		}
		if err := store.SetFactor(ctx, tx, who.ID, p.Waiting, "", hashes); err != nil {
			return err
		}
		if err := store.EndSessions(ctx, tx, who.ID, who.session); err != nil {
			return err
		}
		return store.Note(ctx, tx, who.ID, "second factor on", "")
	})
	if err != nil {
		return Recovery{Codes: []string{}}, err
	}
	a.security("second factor on")
	return out, nil
}

// EndFactor takes one's own second factor away, against a code of it.
func (a *App) EndFactor(ctx context.Context, who Actor, c FactorCode) error {
	own, err := a.guess(ctx, &who)
	if err != nil {
		return err
	}
	err = a.as(ctx, &who, self, func(tx pgx.Tx) error {
		p, err := store.AccountOf(ctx, tx, who.ID)
		if err != nil || p.TOTP == "" {
			return err
		}
		if who.Role == Owner && who.safety.OwnersFactor {
			return doc.Faults{doc.Wrong("code", factorRequired)}
		}
		if err := a.factor(ctx, tx, &p, c.Code); err != nil {
			return err
		}
		if err := store.SetFactor(ctx, tx, who.ID, "", "", nil); err != nil {
			return err
		}
		return store.Note(ctx, tx, who.ID, "second factor off", "")
	})
	var fs doc.Faults
	if errors.Is(err, ErrCode) && errors.As(err, &fs) {
		return fs
	}
	if err != nil {
		return err
	}
	a.security("second factor off")
	return a.Store.WentWell(ctx, a.Now(), []string{own})
}

// EndMySession ends one session of one's own.
func (a *App) EndMySession(ctx context.Context, who Actor, id uuid.UUID) error {
	return a.as(ctx, &who, self, func(tx pgx.Tx) error {
		if err := store.EndSession(ctx, tx, who.ID, id); err != nil {
			return err
		}
		return store.Note(ctx, tx, who.ID, "session ended", "")
	})
}
