package log

import (
	"strings"
	"time"

	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/plan"
	"urncloth/core/sitting"
)

// DigestEdition is raised whenever a digest would hold something else of the same sitting.
const DigestEdition = 1

// Digest is what of one sitting teaches: all that learning asks of a plan and its events, small enough to be kept.
type Digest struct {
	ChairAt  day.Local            `json:"chair_at"`
	Timezone string               `json:"timezone"`
	Figures  sitting.Figures      `json:"figures,omitempty"` // that it was planned by
	Skin     map[face.Zone]Graded `json:"skin"`
	Shone    map[face.Zone]Shone  `json:"shone"`
	Passes   map[string]float64   `json:"passes"` // planned for each that was given, by remover and binder
	Stung    []Stung              `json:"stung"`
	Point    Point                `json:"point"`
}

// Graded is how a zone was, as far as figures ask: its oil, and how much more moisturiser than that says.
type Graded struct {
	Oil  int     `json:"oil"`
	More float64 `json:"more"`
}

// Shone is for how many minutes a zone stayed without shine, as planned and as it was seen.
type Shone struct {
	Predicted float64   `json:"predicted"`
	Observed  float64   `json:"observed"`
	At        day.Local `json:"at,omitzero"` // as it was told
}

// Stung is a product that stung, and its name.
type Stung struct {
	Product string `json:"product"`
	Name    string `json:"name"`
}

// Digest reckons what of the sitting teaches. What cannot be followed is a fault, and left aside.
func (p *Past) Digest() (Digest, doc.Faults) {
	r, fs := chair.Open(p.Plan).Recall(p.Events)
	return digest(p.Plan, r), fs
}

func digest(p *plan.Plan, r *chair.Recalled) Digest {
	f := p.Foretold()
	s := &p.Sitting
	d := Digest{ChairAt: s.Day.ChairAt, Timezone: s.Day.Timezone, Figures: s.Figures, Skin: map[face.Zone]Graded{},
		Shone: map[face.Zone]Shone{}, Passes: leastPasses(f, r), Stung: []Stung{}, Point: point(p, f, r)}
	for z := range face.N {
		d.Skin[z] = Graded{f.Case.Skin[z].Oil, f.Case.LeanMore(z)}
		if wore, said := r.Wore[z]; said {
			if predicted, observed, says := shone(f, r, z, wore); says {
				d.Shone[z] = Shone{predicted, observed, wore.ShoneAt}
			}
		}
	}
	for i, st := range r.Stung {
		d.Stung = append(d.Stung, Stung{st.Product, d.Point.Stung[i]})
	}
	return d
}

// zone is the clock of the place.
func (d *Digest) zone() (*time.Location, error) {
	at := day.Day{Timezone: d.Timezone}
	return at.Zone()
}

// by is how many times the handbook's figure behind a key is what the sitting was reckoned by, 1 where the studio had
// no value of its own. What is learned of a client is learned over that.
func (d *Digest) by(key string) float64 {
	if len(d.Figures) == 0 {
		return 1
	}
	s := sitting.Sitting{Figures: d.Figures}
	kind, name := split(key)
	switch kind {
	case Moisture:
		g := d.Skin[zoned(name)]
		return (s.LeanByOil(g.Oil) + g.More) / (figure.LeanByOil[g.Oil] + g.More)
	case Sebum:
		g := d.Skin[zoned(name)]
		return s.Sebum(g.Oil) / figure.Sebum[g.Oil]
	case Lift:
		remover, binder := cut(name)
		if m, is := sitting.MeasuredBy(sitting.TakesKey(remover, binder)); is {
			return m.Scale(s.Taken(remover, binder))
		}
	}
	return 1
}

// shone is for how many minutes a zone stayed without shine that nobody tended, as planned and as it was seen; false
// where that says nothing. A zone that did not shine although it was to counts as shining when the wear ended. One that
// shone before it was clean was observed for no minutes or fewer.
func shone(f *plan.Foretold, r *chair.Recalled, z face.Zone, wore chair.Wore) (predicted, observed float64, says bool) {
	if f.Clean[z].IsZero() { // none of the base
		return 0, 0, false
	}
	_, tended := r.Tended[z]
	at, seen := untended(f, r, z, wore)
	if !seen && (tended || !f.Shows[z].Before(at)) { // nobody knows, or nobody thought it would
		return 0, 0, false
	}
	return f.Shows[z].Sub(f.Clean[z]).Minutes(), at.Sub(f.Cleaned(r.Prep)[z]).Minutes(), true
}

// leastPasses is the passes planned for each that were given, m/n, by remover and binder: of the zone that asked for
// most.
func leastPasses(f *plan.Foretold, r *chair.Recalled) map[string]float64 {
	least := map[string]float64{}
	for z := range face.N {
		planned, n := f.Lift[z], given(f, r, z)
		if planned.Kind == "" || n == 0 {
			continue
		}
		key := string(planned.Kind) + "/" + string(planned.Binder)
		ratio := float64(planned.Passes) / float64(n)
		if was, there := least[key]; !there || ratio < was {
			least[key] = ratio
		}
	}
	return least
}

// cut is the remover and the binder of a key of leastPasses.
func cut(key string) (kit.Kind, look.Binder) {
	kind, binder := split(key)
	return kit.Kind(kind), look.Binder(binder)
}

// split is the two parts of a key.
func split(key string) (first, rest string) {
	first, rest, _ = strings.Cut(key, "/")
	return first, rest
}
