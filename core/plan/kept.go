package plan

import (
	"encoding/json"
	"errors"

	"urncloth/core/prep"
	"urncloth/core/say"
)

// Edition counts what a reader of kept plans has to know. Each plan says the one it was written in.
var Edition = len(upgrades) + 1

// upgrades brings a kept plan from each edition to the next, in one direction; the first is that of edition 1. A plan
// is mixed where the planner's own is kept beside it.
var upgrades = []func(p *Plan, mixed bool){
	// Edition 1 planned prep alone, and prep was all that could be made by hand.
	func(p *Plan, mixed bool) {
		if mixed {
			p.ByHand = []Part{Prep}
		}
	},
	// Edition 2 named only the house methods that somebody had picked.
	func(p *Plan, _ bool) { p.Sitting.Method = p.Sitting.Method.Kept() },
	// Edition 3 knew no masks or facials on the day, nor a method for exfoliants at night.
	func(p *Plan, _ bool) { p.Sitting.Method = p.Sitting.Method.Kept() },
	// Edition 4 knew no habit of a first remover, no limit for removal, and reset every long wear.
	func(p *Plan, _ bool) { p.Sitting.Method = p.Sitting.Method.Kept() },
}

// ErrLater is a kept plan that a later version of the program wrote.
var ErrLater = errors.New("later-edition")

// ReadKept reads a plan as this program kept it, in whichever edition, and upgrades it to the present one. It returns
// an error where the document is of another format, and ErrLater where it is of an edition that is yet to come.
func ReadKept(data []byte, mixed bool) (*Plan, error) {
	var p Plan
	if err := json.Unmarshal(data, &p); err != nil {
		return nil, err
	}
	if p.Format != Format {
		return nil, say.Err(say.NotFormat, "word", p.Format, "format", Format)
	}
	if p.Edition > Edition {
		return nil, errors.Join(ErrLater, say.Err(say.LaterEdition, "edition", p.Edition, "known", Edition))
	}
	if p.Edition == 0 { // editions were not counted yet
		if p.Edition = 2; p.Lift.Peel == nil {
			p.Edition = 1
		}
	}
	for ; p.Edition < Edition; p.Edition++ {
		upgrades[p.Edition-1](&p, mixed)
	}
	p.whole()
	return &p, nil
}

// whole fills the parts of a plan that JSON must never leave out.
func (p *Plan) whole() {
	if p.Lift.Peel == nil {
		r := &run{}
		r.stack.Dose = p.Wear.Dose
		for i := range parts {
			if parts[i].name != Prep {
				parts[i].empty(r)
			}
		}
		p.Wear, p.Lift, p.Aftercare = r.worn.Wear, r.off.Lift, r.night.Aftercare
	}
	p.Prep.Steps, p.Prep.GaveUp = complete(p.Prep.Steps), orEmpty(p.Prep.GaveUp)
	p.Prep.RunnerUp.Differs = orEmpty(p.Prep.RunnerUp.Differs)
	p.Lift.GaveUp, p.Lift.Later = orEmpty(p.Lift.GaveUp), orEmpty(p.Lift.Later)
	p.Countdown, p.Findings = orEmpty[prep.Due](p.Countdown), orEmpty(p.Findings)
}
