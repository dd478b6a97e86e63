package app

import (
	"bytes"
	"compress/gzip"
	"context"
	"crypto/sha256"
	"encoding/base64"
	"encoding/json"
	"io"
	"log/slog"
	"os"
	"strconv"
	"sync"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/internal/store"
)

// Packed is a document as it is kept and answered: JSON under gzip, and a tag by which it is known again. Body is nil
// where whoever asks has it already.
type Packed struct {
	Tag  string
	Body []byte
}

// readSitting is noted where a sitting is read.
const readSitting = "read sitting"

// program tells builds of this program apart: what one has kept another may say otherwise. Where its own file cannot be
// read it is only told apart from itself started anew.
var program = sync.OnceValue(func() string {
	sum := sha256.New()
	path, err := os.Executable()
	if err == nil {
		var file *os.File
		if file, err = os.Open(path); err == nil {
			defer file.Close()
			_, err = io.Copy(sum, file)
		}
	}
	if err != nil {
		slog.Warn("what is kept to be answered is made anew", "error", err)
		return uuid.NewString()
	}
	return base64.RawURLEncoding.EncodeToString(sum.Sum(nil)[:9])
})

// Sitting reads one sitting, and notes that the client's record was read with it.
func (a *App) Sitting(ctx context.Context, who Actor, id uuid.UUID) (out Sitting, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		s, err := store.SittingOf(ctx, tx, id)
		if err != nil {
			return err
		}
		if out, err = a.sitting(who, s); err != nil {
			return err
		}
		return store.AuditOnce(ctx, tx, who.ID, readSitting, s.ClientID, a.Now())
	})
	return out, err
}

// SittingPacked is Sitting as it is kept to be answered, where it is, in one round trip. known is the tag of what
// whoever asks has already.
func (a *App) SittingPacked(ctx context.Context, who Actor, id uuid.UUID, known string) (p Packed, err error) {
	now, tongue := a.Now(), string(who.Tongue.Named())
	var kept store.Answer
	wanted := store.Wanted{Sitting: id, Now: now, Tongue: tongue, Program: program(), Known: known, Hash: who.hash,
		Act: readSitting}
	if err := a.glance(ctx, &who, Work, func(b *pgx.Batch) { wanted.Queue(b, &kept) }); err != nil {
		return p, err
	}
	if err := kept.There(); err != nil {
		return p, err
	}
	p = Packed{kept.Tag, kept.Body}
	anew := p.Body == nil && p.Tag != known
	if kept.Noted && !anew {
		return p, nil
	}
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if anew {
			s, err := store.SittingOf(ctx, tx, id)
			if err != nil {
				return err
			}
			kept.Client = s.ClientID
			if p, err = a.pack(who, s); err != nil {
				return err
			}
			if err := store.KeepAnswer(ctx, tx, id, tongue, p.Tag, p.Body); err != nil {
				return err
			}
		}
		return store.AuditOnce(ctx, tx, who.ID, readSitting, kept.Client, now)
	})
	return p, err
}

// pack makes what is kept of a sitting to be answered. Its tag is that of store.Wanted.
func (a *App) pack(who Actor, s store.Sitting) (p Packed, err error) {
	out, err := a.sitting(who, s)
	if err != nil {
		return p, err
	}
	past := "f"
	if out.Past {
		past = "p"
	}
	p.Tag = strconv.Itoa(s.Version) + past + string(who.Tongue.Named()) + program()
	var b bytes.Buffer
	zip := gzip.NewWriter(&b)
	enc := json.NewEncoder(zip)
	enc.SetEscapeHTML(false)
	if err := enc.Encode(out); err != nil {
		return p, err
	}
	err = zip.Close()
	p.Body = b.Bytes()
	return p, err
}
