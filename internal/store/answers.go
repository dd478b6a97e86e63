package store

import (
	"context"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Answer is a sitting as it is answered. Tag says of which version, language and program, and whether the sitting is
// past; Body is what is kept under it, packed, and nil where nothing is or whoever asks has it already.
type Answer struct {
	Client uuid.UUID
	Tag    string
	Body   []byte
	Noted  bool // that the record was read was noted lately
	there  bool
}

// There is an error where there is no such sitting.
func (a *Answer) There() error {
	if !a.there {
		return ErrNotFound
	}
	return nil
}

// tagged is the tag of a sitting s now, $2, for $3: a language and a program.
const tagged = `s.version || case when s.base_at < $2 then 'p' else 'f' end || $3::text`

// Wanted is an answer that is asked for: of a sitting, at a moment, in a language and by a program. Known is the tag of
// one that is had already; Hash is that of the token of whoever asks, for Act.
type Wanted struct {
	Sitting                uuid.UUID
	Now                    time.Time
	Tongue, Program, Known string
	Hash                   []byte
	Act                    string
}

// Queue asks for a sitting as it is kept to be answered, where it is not known; and whether the act was noted lately.
func (w *Wanted) Queue(b *pgx.Batch, a *Answer) {
	b.Queue(`select client_id, tag, case when tag <> $5 then (select k.body from answers k
			where k.studio_id = t.studio_id and k.sitting_id = $1 and k.tongue = $4 and k.tag = t.tag) end,
			exists (select from audit a join sessions p on p.person_id = a.person_id
				where a.studio_id = t.studio_id and a.client_id = t.client_id and a.act = $7 and a.at > $8
					and p.hash = $6)
		from (select s.studio_id, s.client_id, `+tagged+` as tag from sittings s where s.id = $1) t`,
		w.Sitting, w.Now, w.Tongue+w.Program, w.Tongue, w.Known, w.Hash, w.Act, w.Now.Add(-onceIn),
	).QueryRow(gone(func(row pgx.Row) error {
		err := row.Scan(&a.Client, &a.Tag, &a.Body, &a.Noted)
		a.there = err == nil
		return err
	}))
}

// KeepAnswer keeps a sitting as it is answered by a tag, in a language.
func KeepAnswer(ctx context.Context, tx pgx.Tx, sitting uuid.UUID, tongue, tag string, body []byte) error {
	_, err := tx.Exec(ctx, `insert into answers (sitting_id, tongue, tag, body) values ($1, $2, $3, $4)
		on conflict (studio_id, sitting_id, tongue) do update set tag = excluded.tag, body = excluded.body`, sitting,
		tongue, tag, body)
	return err
}
