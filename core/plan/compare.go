package plan

import (
	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/lift"
	"urncloth/core/method"
	"urncloth/core/sitting"
)

// Variant is another way of taking the same face down: other house methods, or one remover instead of its rivals.
type Variant struct {
	Method  method.Choice `json:"method,omitempty"`
	Remover string        `json:"remover,omitempty" len:"0..80"`
}

// Compared is what a variant comes to.
type Compared struct {
	Removers []string    `json:"removers"` // product ids in order
	Passes   int         `json:"passes"`
	Minutes  doc.Num     `json:"minutes"`
	Pads     int         `json:"pads"`
	Cloths   int         `json:"cloths"`
	Price    doc.Num     `json:"price"`
	Left     doc.Num     `json:"left"` // the worst zone, in parts of its target; over 1 misses it
	Worst    string      `json:"worst"`
	Film     doc.Num     `json:"film"` // the most of a remover's own film that stays
	Missed   []face.Zone `json:"missed"`
}

// Compare plans the removal of one face in several ways.
func Compare(s *sitting.Sitting, h Hand, variants []Variant) []Compared {
	list := make([]Compared, len(variants))
	for i, v := range variants {
		other := *s
		other.Method = s.Method.Over(v.Method)
		c := sitting.Open(&other)
		day := made(c, h, TouchUps)
		list[i] = compared(lift.PlanWith(day.left(Removal), &day.worn.Layers, c.Product(v.Remover)))
	}
	return list
}

func compared(r lift.Result) Compared {
	l := r.Lift
	c := Compared{
		Removers: []string{},
		Passes:   l.Passes,
		Minutes:  l.Minutes,
		Pads:     l.Pads,
		Cloths:   l.Cloths,
		Price:    l.Price,
		Missed:   []face.Zone{},
	}
	seen := map[string]bool{}
	for _, s := range l.Steps {
		if s.Product != "" && (s.Act == act.Hold || s.Act == act.Massage) && !seen[s.Product] {
			seen[s.Product] = true
			c.Removers = append(c.Removers, s.Product)
		}
	}
	for z := range face.N {
		x, there := l.Residue[z]
		if !there {
			continue
		}
		if share := x.Left / x.Target; share > c.Left {
			c.Left, c.Worst = share, z.String()
		}
		c.Film = max(c.Film, x.Film)
		if x.Left > x.Target+figure.Same {
			c.Missed = append(c.Missed, z)
		}
	}
	return c
}
