package wear

import (
	"slices"
	"strconv"
	"strings"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Begun is a wear that is under way.
type Begun struct {
	Now    time.Time // nothing ahead comes before it
	Done   []TouchUp // as they were done, in order of time
	Ahead  []TouchUp // what the plan had ahead, in order
	ByHand bool      // which are a person's: they keep their moments and products
}

// Resume plans the touch-ups ahead of a wear that is under way, on the films and the oil as what was done has left
// them. The search takes what was done as its beginning, at the moment of its grid at or after each; what it comes
// to is reckoned at the very moments. Touch-ups that stay keep their ids.
func Resume(c *sitting.Case, prep *stack.Result, b *Begun) Result {
	if b.ByHand {
		ups := slices.Clone(b.Done)
		for _, u := range b.Ahead {
			if at, _ := u.At.In(c.Loc); at.Before(b.Now) {
				u.At = day.Wall(b.Now)
			}
			ups = append(ups, u)
		}
		return Check(c, prep, ups)
	}
	if len(b.Done) == 0 && !b.Now.After(c.BaseAt) {
		return Plan(c, prep)
	}
	return plan(c, prep, b)
}

// done reports whether a touch-up stands as it was done.
func (b *Begun) done(id string) bool {
	return b != nil && slices.ContainsFunc(b.Done, func(u TouchUp) bool { return u.ID == id })
}

// moments is when what was done was done.
func (b *Begun) moments(c *sitting.Case) (list []time.Time) {
	if b == nil {
		return nil
	}
	for _, u := range b.Done {
		at, _ := u.At.In(c.Loc)
		list = append(list, at)
	}
	return list
}

// tends is what a touch-up that was done blotted and powdered.
func (p *planner) tends(u *TouchUp) (blot, powder face.Set) {
	for i := range u.Steps {
		s := &u.Steps[i]
		zones, _ := zonesOf(s.Zones)
		if len(s.Zones) == 0 {
			zones, _ = zonesOf(u.Zones)
		}
		q := p.c.Product(s.Product)
		switch {
		case s.Act == act.Blot:
			blot |= zones & blotted
		case s.Act == act.Apply && q != nil && q.Kind == kit.Powder:
			powder |= zones
		}
	}
	return blot, powder
}

// soFar is the oil of the zones that may be blotted, after what was done.
func (p *planner) soFar() *tended {
	oil := tend(p.tendable(), p.c.BaseAt, p.c.WearUntil)
	if p.begun == nil {
		return oil
	}
	for i, at := range p.begun.moments(p.c) {
		if at.Before(p.c.BaseAt) {
			continue
		}
		oil.until(at)
		oil.blot(p.tends(&p.begun.Done[i]))
	}
	return oil
}

// pins is what was done as interruptions of the search.
func (p *planner) pins(s *search) (list []halt) {
	for i, at := range p.begun.moments(p.c) {
		h := halt{node: max(1, s.from(at)),
			coat: slices.ContainsFunc(p.begun.Done[i].Steps, func(t TouchStep) bool { return t.Act == act.Reapply })}
		if n := len(list); n > 0 && list[n-1].node == h.node {
			list[n-1].coat = list[n-1].coat || h.coat
			continue
		}
		list = append(list, h)
	}
	return list
}

// begin is the node before which nothing new may come.
func (p *planner) begin(s *search) int {
	if p.begun == nil {
		return 1
	}
	return min(max(s.from(p.begun.Now), 1), len(p.grid))
}

// resume makes a search begin after some interruptions. Where it cannot place one, it goes by the others.
func (s *search) resume(pins []halt) {
	for _, h := range pins {
		if h.node >= s.end || h.node <= s.root.node {
			continue
		}
		from := s.root
		l := s.leaving(&from)
		r := &run{aim: endless}
		if !l.to(s, r, h.node) {
			continue
		}
		m := l.next
		if s.stand(&m, h) {
			m.before = 0
			s.root = m
		}
	}
	s.begin = max(s.begin, s.root.node+1)
}

// ahead is the best chain of coats from where the search begins.
func (s *search) ahead() chain {
	if s.root.node == 0 && s.begin <= 1 {
		return s.best[0]
	}
	last := s.root.last
	if s.root.coat {
		last = s.root.node
	}
	rest := s.rest[last][s.begin-1-last] // a coat may come at the very node where it begins
	return chain{s.root.score + rest.score, s.root.coats + rest.coats}
}

// ids gives touch-ups ahead the ids of those that the plan had ahead, in order, and new ones to those beyond.
func (b *Begun) ids(n int) []string {
	most := 0
	for _, list := range [][]TouchUp{b.Done, b.Ahead} {
		for _, u := range list {
			if k, err := strconv.Atoi(strings.TrimPrefix(u.ID, "t")); err == nil {
				most = max(most, k)
			}
		}
	}
	ids := make([]string, n)
	for i := range ids {
		if i < len(b.Ahead) {
			ids[i] = b.Ahead[i].ID
		} else {
			ids[i] = "t" + strconv.Itoa(most+i-len(b.Ahead)+1)
		}
	}
	return ids
}

// ids is how the touch-ups ahead are called.
func (p *planner) ids(n int) []string {
	if p.begun != nil {
		return p.begun.ids(n)
	}
	ids := make([]string, n)
	for i := range ids {
		ids[i] = "t" + strconv.Itoa(i+1)
	}
	return ids
}

// coatsDone is when coats were laid.
func (p *planner) coatsDone() (list []time.Time) {
	for i, at := range p.begun.moments(p.c) {
		if slices.ContainsFunc(p.begun.Done[i].Steps, func(t TouchStep) bool { return t.Act == act.Reapply }) {
			list = append(list, at)
		}
	}
	return list
}
