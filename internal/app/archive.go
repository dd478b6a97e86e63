package app

import (
	"context"
	"io"

	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/internal/store"
)

// Proof is one's own password, once more.
type Proof struct {
	Password string `json:"password" need:"yes" len:"1..1000"`
}

// WriteStudio writes everything of the studio as a zip of JSON Lines, as it stands at one moment, for an owner who says
// their password once more: it holds health data, and what its people sign in with.
func (a *App) WriteStudio(ctx context.Context, who Actor, proof Proof, w io.Writer) error {
	_, guess, matches, err := a.proven(ctx, &who, KeepPeople, proof.Password)
	if err != nil {
		return err
	}
	if !matches {
		return doc.Faults{doc.Wrong("password", passwordWrong)}
	}
	if err := a.Store.WentWell(ctx, a.Now(), []string{guess}); err != nil {
		return err
	}
	if err := a.as(ctx, &who, KeepPeople, func(tx pgx.Tx) error {
		return store.Note(ctx, tx, who.ID, "export studio", "")
	}); err != nil {
		return err
	}
	a.security("export studio")
	return inTurn(ctx, &who, func() error {
		return a.Store.InOneMoment(ctx, who.Studio, func(tx pgx.Tx) error {
			return store.WriteStudio(ctx, tx, store.Newest(), w)
		})
	})
}
