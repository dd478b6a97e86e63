package log

import (
	"urncloth/core/chair"
	"urncloth/core/plan"
	"urncloth/core/say"
)

// Pupil is what is learned of a client so far, a sitting at a time.
type Pupil struct{ pupil }

// NewPupil knows nothing yet.
func NewPupil() *Pupil {
	return &Pupil{pupil{words: say.English, known: map[string]*taught{}}}
}

// Sitting lets one sitting teach.
func (t *Pupil) Sitting(p *plan.Plan, r *chair.Recalled) { d := digest(p, r); t.sitting(&d) }

// Factor is a number that was learned, 1 for none.
func (t *Pupil) Factor(key string) float64 {
	if k := t.known[key]; k != nil {
		return k.factor
	}
	return 1
}

// Past is what each sitting said by itself.
func (t *Pupil) Past() []Point { return t.past }
