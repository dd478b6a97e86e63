package app

import (
	"context"
	"fmt"
	"slices"
	"time"

	"github.com/jackc/pgx/v5"

	"urncloth/internal/store"
)

// Unclear says why nobody was reinstated.
type Unclear string

func (u Unclear) Error() string { return string(u) }

// Reinstate makes somebody of a studio, named by id or name, an owner of it and lets them in again: with a new
// password, no session, no second factor and nothing counted against them. Somebody who is not there is added under
// their name. It takes the owner of the database.
func Reinstate(ctx context.Context, tx pgx.Tx, studio string, who store.Person, hash string,
	now time.Time) (store.Person, error) {
	if err := store.NameStudio(ctx, tx, studio); err != nil {
		return who, Unclear(fmt.Sprintf("studio: %v", err))
	}
	if err := store.HoldStudio(ctx, tx); err != nil {
		return who, err
	}
	list, err := store.People(ctx, tx)
	if err != nil {
		return who, err
	}
	if i := slices.IndexFunc(list, func(p store.Person) bool { return p.Email == who.Email }); i >= 0 {
		who = list[i]
	} else if who.Name == "" {
		return who, Unclear("name: nobody of the studio has that e-mail; give the name of somebody new")
	} else if who.ID, err = store.AddPerson(ctx, tx, store.Person{Email: who.Email, Name: who.Name, Role: string(Owner),
		PasswordHash: hash}); err != nil {
		return who, err
	}
	who.Role = string(Owner)
	if err := store.SavePerson(ctx, tx, who); err != nil {
		return who, err
	}
	if err := resetSignIn(ctx, tx, who, hash, nil); err != nil {
		return who, err
	}
	return who, store.Note(ctx, tx, who.ID, "made owner by the server's keeper", now.UTC().Format(time.RFC3339))
}
