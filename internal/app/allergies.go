package app

import (
	"context"
	"slices"

	"github.com/jackc/pgx/v5"

	"urncloth/core/kit"
	"urncloth/core/sitting"
	"urncloth/internal/store"
)

// ToldWords is words that a client uses for allergies.
type ToldWords struct {
	Words []string `json:"words" need:"yes" len:"0..60"`
}

// Allergy is what a word for an allergy means, and what that does to the studio's kit.
type Allergy struct {
	Word     string       `json:"word"`
	Standing kit.Standing `json:"standing"`
	To       string       `json:"to" doc:"the program's own word that it leads to"`
	Covers   []string     `json:"covers" doc:"what else that word covers"`
	RulesOut []string     `json:"rules_out" doc:"names of the products that it rules out"`
	Asks     []string     `json:"asks" doc:"names of the products that the client is asked about"`
	Of       int          `json:"of" doc:"products in the kit"`
}

// Allergies says what words for allergies mean and what each would rule out.
func (a *App) Allergies(ctx context.Context, who Actor, told ToldWords) (list []Allergy, err error) {
	list = []Allergy{}
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		products, err := store.Kit(ctx, tx)
		for _, w := range told.Words {
			list = append(list, allergyTo(w, products))
		}
		return err
	})
	return list, err
}

func allergyTo(word string, products kit.Kit) Allergy {
	to, standing := kit.Allergen(word)
	out := Allergy{Word: word, Standing: standing, To: to, Covers: kit.Covers(to)[1:], RulesOut: []string{},
		Asks: []string{}, Of: len(products)}
	for i := range products {
		p := &products[i]
		if _, meets := p.Meets([]string{word}); meets || p.Unconfirmed {
			out.RulesOut = append(out.RulesOut, p.Name)
		} else if p.Relative([]string{word}) != "" {
			out.Asks = append(out.Asks, p.Name)
		}
	}
	return out
}

// reached is every sitting of a client that is not yet done, planned anew after allergies were told or taken back in
// the record, and marked. What was told in a sitting alone stays there, and so does its kit.
func (a *App) reached(ctx context.Context, who *Actor, studio store.Studio, ahead []store.Sitting,
	told sitting.Told) (list []store.Sitting, err error) {
	if len(told.Added)+len(told.Removed) == 0 {
		return nil, nil
	}
	for i := range ahead {
		kept, is, err := a.tell(ctx, who, studio, ahead[i], told)
		if err != nil {
			return nil, err
		}
		if is {
			list = append(list, kept)
		}
	}
	return list, nil
}

// tell plans one sitting anew for what was told; is is false where it tells it nothing new.
func (a *App) tell(ctx context.Context, who *Actor, studio store.Studio, was store.Sitting,
	told sitting.Told) (kept store.Sitting, is bool, err error) {
	s := was.Sitting.Sitting
	had := s.Client.Allergies
	told.Added, told.Removed = without(told.Added, had), without(told.Removed, without(told.Removed, had))
	if len(told.Added)+len(told.Removed) == 0 {
		return was, false, nil
	}
	s.Client.Allergies = append(without(had, told.Removed), told.Added...)
	if before := s.Told; before != nil { // not yet asked about: it stands, but for what is taken back since
		told.Added = append(without(before.Added, slices.Concat(told.Added, told.Removed)), told.Added...)
		told.Removed = append(without(before.Removed, slices.Concat(told.Added, told.Removed)), told.Removed...)
	}
	s.Asked, s.Told = nil, &told
	hand, err := handOf(was)
	if err != nil {
		return was, false, err
	}
	kept, _, err = a.planned(ctx, who, s, studio, hand)
	kept.ID, kept.ClientID, kept.Title, kept.Artist = was.ID, was.ClientID, was.Title, was.Artist
	kept.Version = was.Version
	return kept, true, err
}

// without is a list less what another holds.
func without(list, less []string) []string {
	rest := []string{}
	for _, w := range list {
		if !slices.Contains(less, w) {
			rest = append(rest, w)
		}
	}
	return rest
}
