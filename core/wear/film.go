package wear

import (
	"math"
	"slices"
	"time"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/num"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// film is one coat lying on a zone: how much is left of it, in mg/cm², and what its label says.
type film struct {
	layer   *stack.Layer
	left    float64
	spf     float64
	log     float64 // ln of spf, 0 for none
	resists int
}

func newFilm(l *stack.Layer, left, spf float64, waterMin int) film {
	return film{l, left, spf, num.Log(max(spf, 1)), resistance(waterMin)}
}

// screen is the films on every zone.
type screen [face.N][]film

// logFactor is ln of the factor that films give together: Σ q/2·ln SPF, never above the highest label among them.
func logFactor(films []film) float64 { return logAfter(films, &[3]float64{1, 1, 1}) }

// logAfter is logFactor after a time that left so much of each film, by resistance.
func logAfter(films []film, keeps *[3]float64) float64 {
	var sum, highest float64
	for i := range films {
		f := &films[i]
		sum += min(f.left*keeps[f.resists], figure.FullDose) / figure.FullDose * f.log
		highest = max(highest, f.log)
	}
	return min(sum, highest)
}

// alike reports whether two zones have the same films on them.
func alike(a, b []film) bool {
	if len(a) != len(b) {
		return false
	}
	for i := range a {
		if a[i].left != b[i].left || a[i].log != b[i].log || a[i].resists != b[i].resists {
			return false
		}
	}
	return true
}

// firstCoat is the sunscreen that prep laid, as it is at base: worn off since it set, and stippled over by base.
func firstCoat(c *sitting.Case, layers *stack.Layers) screen {
	var s screen
	stippled := face.Set(0)
	if c.Look.Base != look.NoBase && c.Look.Coverage != look.NoCoverage {
		stippled = face.BaseArea &^ c.Unmade()
	}
	for z := range face.N {
		for i := range layers[z] {
			l := &layers[z][i]
			p := c.Product(l.Product)
			if p == nil || l.Kind.Of().Group != kit.Sunscreens {
				continue
			}
			left := c.OnSkin(z, float64(l.Film)) * primedOver(layers[z][i+1:])
			if d := c.BaseAt.Sub(l.Set()); d > 0 {
				left *= keeps(nil, 0, d.Hours())
			}
			if stippled.Has(z) {
				left *= figure.KeptUnder
			}
			s[z] = append(s[z], newFilm(l, left, p.SPF, p.WaterResistantMin))
		}
	}
	return s
}

// laidLate takes the films that set only after base out of a first coat, as coats of their own moment: prep that
// overruns protects nobody before it is done.
func laidLate(c *sitting.Case, layers *stack.Layers, first screen) (onTime screen, late []coat) {
	for z := range face.N {
		for _, f := range first[z] {
			i := slices.IndexFunc(layers[z], func(l stack.Layer) bool {
				return l.Product == f.layer.Product && l.SetAt == f.layer.SetAt
			})
			at := layers[z][max(i, 0)].Set()
			if i < 0 || !at.After(c.BaseAt) {
				onTime[z] = append(onTime[z], f)
				continue
			}
			late = append(late, coat{at: at, lays: []laid{{c.Product(f.layer.Product), f.left, face.SetOf(z)}}})
		}
	}
	return onTime, late
}

// primedOver is the share of a film that is left under the primers that were laid over it: patted, or rubbed.
func primedOver(above []stack.Layer) float64 {
	kept := 1.0
	for _, l := range above {
		switch {
		case l.Kind.Of().Group != kit.Primers:
		case l.Rubbed():
			kept *= figure.KeptRubbed
		default:
			kept *= figure.KeptUnder
		}
	}
	return kept
}

// covered is the zones of head, neck and chest that a first coat belongs on, whether it is there or not: those round
// the eyes only where it is. They are the zones of the day's dose and factor.
func covered(c *sitting.Case, s *screen) face.Set { return wide(c, s) & face.Upper }

// wide is the covered zones and those of the body, which are renewed with them.
func wide(c *sitting.Case, s *screen) face.Set {
	var laid face.Set
	for z := range s {
		if len(s[z]) > 0 {
			laid |= face.SetOf(face.Zone(z))
		}
	}
	ought := (face.Face&^face.SetOf(face.Lips, face.Eyelids, face.UnderEyes) | c.Neighbours()) &^ c.Unlayered()
	return laid&^face.SetOf(face.Lips) | ought
}

// over is the mean film on zones by area and the factor of the whole: area ÷ Σ (zone area ÷ zone factor).
func (s *screen) over(c *sitting.Case, zones face.Set) (mean, factor float64) {
	return s.overLike(s.like(c, zones))
}

// like is zones with the same films on them: one of them, and the area of all.
type like struct {
	zone face.Zone
	area float64
}

// like sorts zones by their films.
func (s *screen) like(c *sitting.Case, zones face.Set) []like {
	list := make([]like, 0, face.N)
	for _, z := range zones.List() {
		i := slices.IndexFunc(list, func(o like) bool { return alike(s[o.zone], s[z]) })
		if i < 0 {
			i, list = len(list), append(list, like{zone: z})
		}
		list[i].area += c.Area[z]
	}
	return list
}

func (s *screen) overLike(list []like) (mean, factor float64) {
	var area, grams, through float64
	for _, k := range list {
		films := s[k.zone]
		area += k.area
		for i := range films {
			grams += films[i].left * k.area
		}
		through += k.area * num.Exp(-logFactor(films))
	}
	if area == 0 {
		return 0, 1
	}
	return grams / area, area / through
}

// reckoned is what the evaluator makes of a day with its touch-ups.
type reckoned struct {
	curve  []Point
	dose   float64
	screen screen    // on the first of zones that fare alike, until the day is over
	after  []float64 // the factor just after each touch-up
	like   []like    // its zones by how they fare

	from   time.Time // until then the day is the one that was drawn
	enough float64   // it need not be told of a higher dose than that
}

// coat is what one touch-up does to films at an instant: zones blotted, and films laid.
type coat struct {
	at      time.Time
	blotted face.Set
	lays    []laid
}

// on is how many films it lays on a zone.
func (k *coat) on(z face.Zone) (n int) {
	for i := range k.lays {
		if k.lays[i].zones.Has(z) {
			n++
		}
	}
	return n
}

// touches is which of its films it lays on a zone, and whether it blots it.
func (k *coat) touches(z face.Zone) (which uint64) {
	for i := range k.lays {
		if k.lays[i].zones.Has(z) {
			which |= 2 << i
		}
	}
	if k.blotted.Has(z) {
		which |= 1
	}
	return which
}

// laid is one film that a touch-up lays.
type laid struct {
	product *kit.Product
	film    float64
	zones   face.Set
}

// fare sorts all zones into those that fare alike: the same films to begin with, and the same laid and blotted after.
func (s *screen) fare(coats []coat) (list []face.Set) {
	same := func(a, b face.Zone) bool {
		if !alike(s[a], s[b]) {
			return false
		}
		for i := range s[a] {
			if k, l := s[a][i].layer, s[b][i].layer; k.Product != l.Product || k.SetAt != l.SetAt {
				return false
			}
		}
		for i := range coats {
			if coats[i].touches(a) != coats[i].touches(b) {
				return false
			}
		}
		return true
	}
	for z := range face.N {
		i := slices.IndexFunc(list, func(o face.Set) bool { return same(o.First(), z) })
		if i < 0 {
			i, list = len(list), append(list, 0)
		}
		list[i] |= face.SetOf(z)
	}
	return list
}

// reckon runs the day from base to removal: films wear off by where the client is, touch-ups add theirs, and what
// passes through is added up; with the curve and the films at the end only where it is drawn.
// O(pieces × zones that fare otherwise × films).
func (w *course) reckon(s screen, zones face.Set, coats []coat, drawn bool) reckoned {
	r, fares := w.begin(s, zones, coats, drawn)
	if drawn {
		r.curve, r.after = make([]Point, 0, len(w.grid)), make([]float64, len(coats))
		w.doses = append(slices.Grow(w.doses[:0], len(w.all)+1), 0)
	}
	w.run(&r, coats, drawn)
	for _, on := range fares {
		for _, z := range on.List() {
			r.screen[z] = r.screen[on.First()]
		}
	}
	return r
}

// since is the dose of a day that is the one drawn until a moment. Where its films are never the better for what is
// other then, it is told no further than to a dose that is enough.
func (w *course) since(at time.Time, enough float64, s screen, zones face.Set, coats []coat) float64 {
	r, _ := w.begin(s, zones, coats, false)
	r.from, r.enough = at, enough
	w.run(&r, coats, false)
	return r.dose
}

// begin is a day as it stands at base, with the zones that fare alike.
func (w *course) begin(s screen, zones face.Set, coats []coat, drawn bool) (r reckoned, fares []face.Set) {
	r.like, r.enough = make([]like, 0, face.N), math.Inf(1)
	fares = s.fare(coats)
	for _, on := range fares {
		z, area := on.First(), 0.0
		for _, of := range (on & zones).List() {
			area += w.c.Area[of]
		}
		if on&zones != 0 {
			r.like = append(r.like, like{z, area})
		} else if !drawn {
			continue
		}
		n := len(s[z])
		for i := range coats {
			n += coats[i].on(z)
		}
		r.screen[z] = append(make([]film, 0, n), s[z]...)
	}
	return r, fares
}

// run lets the day go by.
func (w *course) run(r *reckoned, coats []coat, drawn bool) {
	order := make([]int, len(coats))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return coats[a].at.Compare(coats[b].at) })
	next := 0
	lay := func(until time.Time) {
		for ; next < len(order) && !coats[order[next]].at.After(until); next++ {
			w.lay(&r.screen, &coats[order[next]])
			if drawn {
				_, r.after[order[next]] = r.screen.overLike(r.like)
			}
		}
	}
	n := 0
	for k, t := range w.grid {
		if !drawn && k >= w.sunEnd {
			return
		}
		for i := range w.pieces[k] {
			p := &w.pieces[k][i]
			if p.towel {
				r.screen.towel()
			}
			lay(p.from)
			if drawn && i == 0 {
				r.curve = append(r.curve, w.point(k, r))
			}
			n++
			w.shine(r, p, n, drawn)
			r.screen.thin(p)
			if r.dose > r.enough {
				return
			}
		}
		if len(w.pieces[k]) == 0 { // the last moment of the grid is removal itself
			lay(t)
			if drawn {
				r.curve = append(r.curve, w.point(k, r))
			}
		}
	}
	lay(w.c.Until)
}

// shine lets the sun of the n-th piece of the day through.
func (w *course) shine(r *reckoned, p *piece, n int, drawn bool) {
	if !drawn && p.from.Before(r.from) {
		r.dose = w.doses[n]
		return
	}
	if p.rate > 0 && len(r.like) > 0 {
		var area, through float64
		for _, k := range r.like {
			area += k.area
			through += k.area * num.Exp(-logAfter(r.screen[k.zone], &p.half))
		}
		r.dose += p.rate * p.minutes / 60 * through / area
	}
	if drawn {
		w.doses = append(w.doses, r.dose)
	}
	if !drawn && !math.IsInf(r.enough, 1) {
		if sure := r.dose + w.doses[len(w.doses)-1] - w.doses[n]; sure > r.enough {
			r.dose = sure
		}
	}
}

// thin is what a piece of the day leaves of films.
func (s *screen) thin(p *piece) {
	for z := range s {
		for i := range s[z] {
			f := &s[z][i]
			f.left *= p.keeps[f.resists]
		}
	}
}

func (s *screen) towel() {
	for z := range s {
		for i := range s[z] {
			s[z][i].left *= figure.KeptTowelled
		}
	}
}

// lay does to the films what a touch-up does.
func (w *course) lay(s *screen, k *coat) {
	for z := range s {
		if s[z] == nil || !k.blotted.Has(face.Zone(z)) {
			continue
		}
		for i := range s[z] {
			s[z][i].left *= figure.KeptBlotted
		}
	}
	for _, l := range k.lays {
		layer := l.layer(k.at)
		f := newFilm(&layer, l.film, l.product.SPF, l.product.WaterResistantMin)
		for z := range s {
			if s[z] != nil && l.zones.Has(face.Zone(z)) {
				s[z] = append(s[z], f)
			}
		}
	}
}

func (l *laid) layer(at time.Time) stack.Layer {
	kind := l.product.Kind
	return stack.Layer{
		Product: l.product.ID,
		Kind:    kind,
		Base:    l.product.Base,
		Film:    doc.Num(l.film),
		Residue: doc.Num(l.film * kind.Of().Stays),
		SetAt:   day.Wall(at),
	}
}

func (w *course) point(k int, r *reckoned) Point {
	t := w.grid[k]
	p := Point{At: day.Wall(t), Place: day.Indoors, DoseSED: doc.Num(r.dose)}
	if s := w.during(t); s != nil {
		p.Place = s.Place
	}
	p.UVI = w.index(k)
	mean, factor := r.screen.overLike(r.like)
	p.Film, p.SPF = doc.Num(mean), doc.Num(factor)
	return p
}

// index is the open-sky index at a moment of the grid, reckoned once.
func (w *course) index(k int) doc.Num {
	if len(w.indices) == 0 {
		w.indices = slices.Grow(w.indices, len(w.grid))
		for _, t := range w.grid {
			ground := day.PlainGround
			if s := w.during(t); s != nil {
				ground = s.Ground
			}
			w.indices = append(w.indices, doc.Num(w.uv.Index(t, ground)))
		}
	}
	return w.indices[k]
}
