package store

import (
	"context"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"
)

// Account is a person at sign-in, before a studio is known.
type Account struct {
	Person
	FirstUntil *time.Time // until when a first password serves
	TOTP       string     // the shared secret of the second factor, "" for none
	Waiting    string     // one that is not confirmed yet
	Step       int64      // the last step of time whose code was taken
	Recovery   []string   // SHA-256 of the codes that are left, hex
}

const accountColumns = `id, studio_id, email, name, role, password_hash, must_change, totp is not null, first_until,
	coalesce(totp, ''), coalesce(totp_new, ''), totp_step, recovery`

// Accounts finds the accounts of an address, the oldest first: one in each studio at most.
func (s *Store) Accounts(ctx context.Context, email string) (list []Account, err error) {
	err = begun(ctx, s.door, set("app.sign_in", email), func(tx pgx.Tx) error {
		rows, err := tx.Query(ctx, `select `+accountColumns+` from people where email = $1 and removed_at is null
			order by id limit $2`, email, mostAccounts)
		if err != nil {
			return err
		}
		list, err = pgx.CollectRows(rows, pgx.RowToStructByPos[Account])
		return err
	})
	return list, err
}

// mostAccounts is in how many studios one address is looked for at sign-in.
const mostAccounts = 4

// AccountOf reads the account of somebody of the transaction's studio.
func AccountOf(ctx context.Context, tx pgx.Tx, id uuid.UUID) (Account, error) {
	rows, err := tx.Query(ctx, `select `+accountColumns+` from people where id = $1 and removed_at is null`, id)
	if err != nil {
		return Account{}, err
	}
	return pgx.CollectExactlyOneRow(rows, pgx.RowToStructByPos[Account])
}

// SetPassword gives somebody a password. A first one serves until a moment and has to be changed then; nil is one of
// their own.
func SetPassword(ctx context.Context, tx pgx.Tx, id uuid.UUID, hash string, firstUntil *time.Time) error {
	return one(tx.Exec(ctx, `update people set password_hash = $2, first_until = $3::timestamptz,
		must_change = $3::timestamptz is not null where id = $1 and removed_at is null`, id, hash, firstUntil))
}

// Factor is a change of somebody's second factor: a secret that waits to be confirmed, one that holds, its codes.
func SetFactor(ctx context.Context, tx pgx.Tx, id uuid.UUID, secret, waiting string, recovery []string) error {
	if recovery == nil {
		recovery = []string{}
	}
	return one(tx.Exec(ctx, `update people set totp = nullif($2, ''), totp_new = nullif($3, ''), recovery = $4
		where id = $1 and removed_at is null`, id, secret, waiting, recovery))
}

// TakeStep notes that the code of a step of time was taken, and reports whether it was the first time.
func TakeStep(ctx context.Context, tx pgx.Tx, id uuid.UUID, step int64) (first bool, err error) {
	tag, err := tx.Exec(ctx, `update people set totp_step = $2 where id = $1 and totp_step < $2`, id, step)
	return tag.RowsAffected() == 1, err
}

// TakeRecovery uses up a recovery code by its hash, and reports whether it was there.
func TakeRecovery(ctx context.Context, tx pgx.Tx, id uuid.UUID, hash string) (was bool, err error) {
	tag, err := tx.Exec(ctx, `update people set recovery = array_remove(recovery, $2) where id = $1
		and $2 = any(recovery)`, id, hash)
	return tag.RowsAffected() == 1, err
}

// Enter runs work in the studio of an account that has just signed in. It does not wait behind people's work.
func (s *Store) Enter(ctx context.Context, studio uuid.UUID, work func(pgx.Tx) error) error {
	return begun(ctx, s.door, set("app.studio_id", studio.String()), work)
}

// Session is a sign-in that lasts.
type Session struct {
	ID       uuid.UUID
	PersonID uuid.UUID
	Since    time.Time
	Seen     time.Time
	Device   string
}

// AddSession keeps a session of the transaction's studio by the hash of its token.
func AddSession(ctx context.Context, tx pgx.Tx, hash []byte, s Session) error {
	_, err := tx.Exec(ctx, `insert into sessions (hash, person_id, since, seen, device) values ($1, $2, $3, $3, $4)`,
		hash, s.PersonID, s.Since, s.Device)
	return err
}

// SessionsOf lists the sessions of somebody of the transaction's studio, the latest seen first.
func SessionsOf(ctx context.Context, tx pgx.Tx, person uuid.UUID) ([]Session, error) {
	rows, err := tx.Query(ctx, `select id, person_id, since, seen, device from sessions where person_id = $1
		order by seen desc, id`, person)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[Session])
}

// EndSession ends one session of somebody of the transaction's studio.
func EndSession(ctx context.Context, tx pgx.Tx, person, session uuid.UUID) error {
	return one(tx.Exec(ctx, `delete from sessions where person_id = $1 and id = $2`, person, session))
}

// EndSessions ends the sessions of somebody of the transaction's studio but one; uuid.Nil spares none.
func EndSessions(ctx context.Context, tx pgx.Tx, person, but uuid.UUID) error {
	_, err := tx.Exec(ctx, `delete from sessions where person_id = $1 and id <> $2`, person, but)
	return err
}

// Bearer is who a session's token stands for.
type Bearer struct {
	Person
	Session Session
	Safety
	Studio   string
	Seal     []byte
	Language string
	Form     string
	Chair    Chair
}

// Chair is how a session lasts on a device that stays at a chair for its day: until when, zero where it does not; by
// what code it is unlocked, a hash; and whether it is locked.
type Chair struct {
	Until  time.Time
	Code   string
	Locked bool
}

const bearer = `select p.id, p.studio_id, p.email, p.name, p.role, '', p.must_change, p.totp is not null,
	s.id, s.person_id, s.since, s.seen, s.device, t.idle_min, t.life_h, t.owners_factor, t.backup_days, t.name, p.seal,
	p.language, p.form, coalesce(s.chair_until, timestamptz '0001-01-01 00:00Z'), s.code, s.locked
	from sessions s join people p on p.id = s.person_id join studios t on t.id = s.studio_id
	where s.hash = $1 and p.removed_at is null`

// As runs work in one transaction that sees only the rows of the studio in which a session's token is somebody's, who
// is read as the studio has them now. Where the session is gone, has lain idle or has lasted its time it is ErrNobody,
// and nothing is done. The studio is set in the round trip that begins the transaction.
func (s *Store) As(ctx context.Context, hash []byte, now time.Time, work func(pgx.Tx, Bearer) error) error {
	return s.as(ctx, s.Pool, hash, now, work)
}

// AsOneself is As for what somebody does with their own sign-in: it does not wait behind people's work.
func (s *Store) AsOneself(ctx context.Context, hash []byte, now time.Time, work func(pgx.Tx, Bearer) error) error {
	return s.as(ctx, s.door, hash, now, work)
}

// AskAs asks questions as As works, all of it in one round trip, which is a transaction of its own. They are answered
// before anybody has looked at what whoever asks may: that is for the caller to do before an answer is told.
func (s *Store) AskAs(ctx context.Context, hash []byte, now time.Time, questions func(*pgx.Batch)) (Bearer, error) {
	return s.ask(ctx, s.Pool, hash, now, questions)
}

// AskAsOneself is AskAs for what somebody asks of their own sign-in.
func (s *Store) AskAsOneself(ctx context.Context, hash []byte, now time.Time, questions func(*pgx.Batch)) (Bearer,
	error) {
	return s.ask(ctx, s.door, hash, now, questions)
}

func (s *Store) ask(ctx context.Context, pool *pgxpool.Pool, hash []byte, now time.Time,
	questions func(*pgx.Batch)) (Bearer, error) {
	var b Bearer
	found := ErrNobody
	var batch pgx.Batch
	bear(&batch, hash, &b, &found)
	questions(&batch)
	err := pool.SendBatch(ctx, &batch).Close()
	if err == nil {
		err = b.stands(found, now)
	}
	if err == nil && b.unseen(ctx, now) {
		err = s.Enter(ctx, b.StudioID, func(tx pgx.Tx) error { return seen(ctx, tx, hash, now) })
	}
	return b, Reason(err)
}

// bear opens a transaction of the studio in which a session's token is somebody's, and reads who that is; found says
// whether there is anybody.
func bear(batch *pgx.Batch, hash []byte, b *Bearer, found *error) {
	batch.Queue(`select enter($1)`, hash)
	batch.Queue(bearer, hash).QueryRow(func(row pgx.Row) error {
		*found = row.Scan(&b.ID, &b.StudioID, &b.Email, &b.Name, &b.Role, &b.PasswordHash,
			&b.MustChange, &b.Factor, &b.Session.ID, &b.Session.PersonID, &b.Session.Since, &b.Session.Seen,
			&b.Session.Device, &b.IdleMin, &b.LifeH, &b.OwnersFactor, &b.BackupDays, &b.Studio, &b.Seal,
			&b.Language, &b.Form, &b.Chair.Until, &b.Chair.Code, &b.Chair.Locked)
		return nil
	})
}

// stands is ErrNobody where a session is gone, has lain idle or has lasted its time.
func (b *Bearer) stands(found error, now time.Time) error {
	if found == pgx.ErrNoRows || found == nil && b.over(now) {
		return ErrNobody
	}
	return found
}

// unseen reports whether it is to be noted that a session is used.
func (b *Bearer) unseen(ctx context.Context, now time.Time) bool {
	return now.Sub(b.Session.Seen) >= seenEvery && ctx.Value(unattended{}) == nil
}

func (s *Store) as(ctx context.Context, pool *pgxpool.Pool, hash []byte, now time.Time,
	work func(pgx.Tx, Bearer) error) error {
	var b Bearer
	found := ErrNobody
	opening := func(batch *pgx.Batch) { bear(batch, hash, &b, &found) }
	return begun(ctx, pool, opening, func(tx pgx.Tx) error {
		if err := b.stands(found, now); err != nil {
			return err
		}
		if b.unseen(ctx, now) {
			note := func(tx pgx.Tx) error { return seen(ctx, tx, hash, now) }
			var err error
			if pool == s.door { // who holds one of its few does not ask for another
				err = note(tx)
			} else { // apart from what is done, which may fail
				err = s.Enter(ctx, b.StudioID, note)
			}
			if err != nil {
				return err
			}
		}
		return work(tx, b)
	})
}

type unattended struct{}

// Unattended marks what a window asks by itself, while nobody is there: it does not keep a session from lying idle.
func Unattended(ctx context.Context) context.Context {
	return context.WithValue(ctx, unattended{}, true)
}

// seenEvery is how exactly it is known when a session was used last.
const seenEvery = time.Minute

// over reports whether a session has lain idle or lasted too long. One at a chair lasts for its day.
func (b *Bearer) over(now time.Time) bool {
	if !b.Chair.Until.IsZero() {
		return now.After(b.Chair.Until)
	}
	return now.Sub(b.Session.Seen) > time.Duration(b.IdleMin)*time.Minute ||
		now.Sub(b.Session.Since) > time.Duration(b.LifeH)*time.Hour
}

// seen notes that a session was used. It waits for nobody.
func seen(ctx context.Context, tx pgx.Tx, hash []byte, now time.Time) error {
	_, err := tx.Exec(ctx, `update sessions set seen = $2 where hash in (select hash from sessions
		where hash = $1 and seen < $2 for update skip locked)`, hash, now)
	return err
}

// StayAtChair lets a session last until a moment, to be unlocked by the code of a hash.
func StayAtChair(ctx context.Context, tx pgx.Tx, session uuid.UUID, until time.Time, code string) error {
	return one(tx.Exec(ctx, `update sessions set chair_until = $2, code = $3, locked = false where id = $1`, session,
		until, code))
}

// LockChair locks the session of a device at a chair, or unlocks it.
func LockChair(ctx context.Context, tx pgx.Tx, session uuid.UUID, locked bool) error {
	return one(tx.Exec(ctx, `update sessions set locked = $2 where id = $1 and code <> ''`, session, locked))
}

// Sweep forgets sessions of the transaction's studio that have lasted their time.
func Sweep(ctx context.Context, tx pgx.Tx, now time.Time) error {
	_, err := tx.Exec(ctx, `delete from sessions s using studios t where t.id = s.studio_id and
		(s.chair_until < $1 or s.chair_until is null and
			(s.seen < $1::timestamptz - t.idle_min * interval '1 minute' or
				s.since < $1::timestamptz - t.life_h * interval '1 hour'))`, now)
	return err
}

// Try is one thing that tries at signing in are counted by: Who, a hash, of which Most may go wrong in a window.
// Known is how long one that went well before is spared.
type Try struct {
	Who  string
	Most int
}

// Tries counts a try before anything is compared. It reports how long to wait where one of the counts is over its
// most, 0 where none is. Windows begin with their first try; tries that are turned away prolong nothing.
func (s *Store) Tries(ctx context.Context, account string, now time.Time, window time.Duration,
	list []Try) (wait time.Duration, err error) {
	err = begun(ctx, s.door, nil, func(tx pgx.Tx) error {
		for _, t := range list {
			var n int
			var since time.Time
			if err := tx.QueryRow(ctx, `insert into sign_in_tries as t (who, account, since, n) values ($1, $2, $3, 1)
				on conflict (who) do update set n = case when t.since <= $4 then 1 else t.n + 1 end,
					since = case when t.since <= $4 then $3 else t.since end
				returning n, since`, t.Who, account, now, now.Add(-window)).Scan(&n, &since); err != nil {
				return err
			}
			if n > t.Most {
				wait = max(wait, since.Add(window).Sub(now), time.Second)
			}
		}
		return nil
	})
	return wait, err
}

// WentWellSince reports whether one of who signed in since a moment.
func (s *Store) WentWellSince(ctx context.Context, who string, since time.Time) (well bool, err error) {
	err = begun(ctx, s.door, nil, func(tx pgx.Tx) error {
		return tx.QueryRow(ctx, `select exists (select from sign_in_tries where who = $1 and good_at > $2)`, who,
			since).
			Scan(&well)
	})
	return well, err
}

// WentWell takes a try back that went well: the first of who is cleared, the others count one less.
func (s *Store) WentWell(ctx context.Context, now time.Time, who []string) error {
	return begun(ctx, s.door, nil, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `update sign_in_tries set n = 0, good_at = $2 where who = $1`, who[0],
			now); err != nil {
			return err
		}
		_, err := tx.Exec(ctx, `update sign_in_tries set n = greatest(n - 1, 0) where who = any($1)`, who[1:])
		return err
	})
}

// ForgiveTries clears what an account's tries have counted, wherever they came from.
func ForgiveTries(ctx context.Context, tx pgx.Tx, account string) error {
	_, err := tx.Exec(ctx, `update sign_in_tries set n = 0 where account = $1`, account)
	return err
}

// ForgetTries forgets tries that began before a moment and went well no later.
func (s *Store) ForgetTries(ctx context.Context, before time.Time) error {
	_, err := s.door.Exec(ctx, `delete from sign_in_tries where since < $1 and coalesce(good_at, since) < $1`, before)
	return Reason(err)
}
