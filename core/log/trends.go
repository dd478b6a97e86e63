package log

import (
	"time"

	"urncloth/core/act"
	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/plan"
)

// Lasted is for how many minutes a zone stayed without shine, from when it was clean: as planned, and as it was seen.
// Where it did not shine while it was worn, or not before a touch-up tended it, at least so long.
type Lasted struct {
	PlannedMin int    `json:"planned_min"`
	SeenMin    int    `json:"seen_min"`
	AtLeast    bool   `json:"at_least"`
	Primer     string `json:"primer"` // by its name, "" for none
}

// Took is how many passes a zone was planned with, and how many it took until its pad read clean.
type Took struct {
	Planned int      `json:"planned"`
	Given   int      `json:"given"`
	Kind    kit.Kind `json:"kind"`   // of the remover that takes most
	Binder  string   `json:"binder"` // that keeps longest
}

// Point is what one sitting says by itself.
type Point struct {
	Date     day.Date                 `json:"date"`
	TempC    float64                  `json:"temp_c"`
	Humidity float64                  `json:"humidity"`
	Lasted   map[face.Zone]Lasted     `json:"lasted"`
	Took     map[face.Zone]Took       `json:"took"`
	Feels    map[face.Zone]chair.Feel `json:"feels"`
	Stung    []string                 `json:"stung"` // names
}

// point is what one sitting says.
func point(p *plan.Plan, f *plan.Foretold, r *chair.Recalled) Point {
	air := f.Case.Day.Air
	pt := Point{Date: p.Sitting.Day.ChairAt.Date(), TempC: air.Temp(), Humidity: air.RH(),
		Lasted: map[face.Zone]Lasted{}, Took: map[face.Zone]Took{}, Feels: r.Feels, Stung: []string{}}
	cleaned := f.Cleaned(r.Prep)
	for z := range face.N {
		if wore, said := r.Wore[z]; said && !f.Clean[z].IsZero() {
			at, seen := untended(f, r, z, wore)
			l := Lasted{int(f.Shows[z].Sub(f.Clean[z]).Minutes()), int(at.Sub(cleaned[z]).Minutes()), !seen,
				primer(p, r, z)}
			if l.SeenMin > 0 {
				pt.Lasted[z] = l
			}
		}
		if n := given(f, r, z); n > 0 {
			w := f.Lift[z]
			pt.Took[z] = Took{w.Passes, n, w.Kind, string(w.Binder)}
		}
	}
	for _, s := range r.Stung {
		name := s.Product
		if q := p.Sitting.Kit.Find(s.Product); q != nil {
			name = q.Name
		}
		pt.Stung = append(pt.Stung, name)
	}
	return pt
}

// untended is when a zone was seen to shine before anybody tended it; where it was not, until when it was watched.
func untended(f *plan.Foretold, r *chair.Recalled, z face.Zone, wore chair.Wore) (at time.Time, seen bool) {
	tended, was := r.Tended[z]
	if shone, ok := wore.ShoneAt.In(f.Case.Loc); ok && !wore.ShoneAt.IsZero() && (!was || shone.Before(tended)) {
		return shone, true
	}
	if was {
		return tended, false
	}
	return f.Case.WearUntil, false
}

// given is how many passes a zone had been given when its pad read clean, 0 where it never did or nothing lay there.
func given(f *plan.Foretold, r *chair.Recalled, z face.Zone) int {
	g, clean := r.Clean[z]
	if _, is := f.Lift[z]; !is || !clean {
		return 0
	}
	return f.Worked(g.Steps)[z].Passes
}

// primer is the name of the primer that was laid on a zone.
func primer(p *plan.Plan, r *chair.Recalled, z face.Zone) (name string) {
	for i := range r.Prep {
		s := &r.Prep[i]
		if s.Act != act.Apply || kit.Kind(s.Kind).Of().Group != kit.Primers || !face.SetOf(s.Zones...).Has(z) {
			continue
		}
		if q := p.Sitting.Kit.Find(s.Product); q != nil {
			name = q.Name
		}
	}
	return name
}
