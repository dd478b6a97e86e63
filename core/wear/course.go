package wear

import (
	"math"
	"slices"
	"sync"
	"time"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/num"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/core/sun"
)

// resistances are the labels for water: none, 40 and 80 minutes. A film decays by its own.
var resistances = [3]int{0, figure.Label40, figure.Label80}

func resistance(minutes int) int { return slices.Index(resistances[:], minutes) }

// stretch is a segment of the day as instants; seg is nil indoors between segments.
type stretch struct {
	from, to time.Time
	seg      *day.Segment
	towels   []time.Time
}

// piece is a time during which nothing about the client's surroundings changes, five minutes at most.
type piece struct {
	from    time.Time
	at      time.Duration // since base
	minutes float64
	rate    float64  // SED an hour on bare skin where the client is
	*decay           // of a film in it
	outdoor bool     // outdoors with the sun up
	wet     bool     // in water, or sweating outdoors, with the sun up
	glass   bool     // behind glass with the sun up
	goesOut bool     // the client goes out as it begins, at a UV index at which an old coat matters
	towel   bool     // towelled as it begins
	dark    bool     // no sun follows that a coat is for
	due     rules.ID // a coat falls due at once as it begins: after towelling, or after water where no label names it
}

// course is the client's day from base to removal: where they are, what the sun does there, and what that does to a
// film.
type course struct {
	indices   []doc.Num // of open sky, by moment of the grid, none until they are asked for
	c         *sitting.Case
	uv        sun.Service
	stretches []stretch
	grid      []time.Time // from base_at to lift_at
	pieces    [][]piece   // from each moment of the grid to the next, or to lift_at
	all       []piece     // the same, one after another
	broken    []float64   // room for the minutes under a broken label, by piece
	doses     []float64   // of the day as it was drawn: what had reached the skin before each piece, and after the last
	decay     *decay
	lastSun   time.Time // end of the last piece outdoors with the sun up, zero for none
	sunEnd    int       // moments of the grid after which no sun falls
	glassUp   bool      // glass runs the label clock too: there is pigment
}

// courses keeps the room of days that are done with for the next.
var courses = sync.Pool{New: func() any { return &course{} }}

// done gives the room of a day back. Nothing may hold on to the course after it.
func (w *course) done() {
	w.c = nil
	clear(w.stretches[:cap(w.stretches)])
	clear(w.all[:cap(w.all)])
	courses.Put(w)
}

// newCourse lays the day out. Cuts are moments beyond the grid at which something happens.
func newCourse(c *sitting.Case, cuts ...time.Time) *course {
	w := courses.Get().(*course)
	*w = course{c: c, uv: sun.Over(c.Day, c.BaseAt), stretches: w.stretches[:0], grid: w.grid[:0], pieces: w.pieces[:0],
		all: w.all[:0], indices: w.indices[:0], broken: w.broken[:0], doses: w.doses[:0]}
	at := func(l day.Local) time.Time { t, _ := l.In(c.Loc); return t }
	for i := range c.Day.Segments {
		s := &c.Day.Segments[i]
		st := stretch{from: at(s.From), to: at(s.To), seg: s}
		for _, t := range s.TowelledAt {
			st.towels = append(st.towels, at(t))
		}
		w.stretches = append(w.stretches, st)
	}
	slices.SortStableFunc(w.stretches, func(a, b stretch) int { return a.from.Compare(b.from) })
	w.grid = slices.Grow(w.grid, max(0, int(c.Until.Sub(c.BaseAt)/figure.Grid))+1)
	for t := c.BaseAt; !t.After(c.Until); t = t.Add(figure.Grid) {
		w.grid = append(w.grid, t)
	}
	for _, s := range w.stretches {
		cuts = append(append(cuts, s.from, s.to), s.towels...)
	}
	for z := range face.N {
		w.glassUp = w.glassUp || c.Skin[z].Has(face.Pigment) && !c.Barred().All().Has(z)
	}
	w.cut(cuts)
	return w
}

// cut lays out the pieces between the moments of the grid, and other moments at which something happens.
func (w *course) cut(cuts []time.Time) {
	all := slices.Grow(w.all, len(w.grid)+len(cuts))
	slices.SortFunc(cuts, time.Time.Compare)
	cuts = slices.CompactFunc(cuts, time.Time.Equal)
	var edges []time.Time
	for k, t := range w.grid {
		end := w.c.Until
		if k+1 < len(w.grid) {
			end = w.grid[k+1]
		}
		edges = append(edges[:0], t)
		for ; len(cuts) > 0 && cuts[0].Before(end); cuts = cuts[1:] {
			if cuts[0].After(t) {
				edges = append(edges, cuts[0])
			}
		}
		edges = append(edges, end)
		first := len(all)
		w.pieces = append(w.pieces, nil)
		for i := 0; i+1 < len(edges); i++ {
			if p := w.piece(edges[i], edges[i+1]); p.minutes > 0 || p.towel {
				all = append(all, p)
				w.pieces[k] = all[first:len(all):len(all)]
				if p.outdoor || p.glass && w.glassUp {
					w.lastSun = edges[i+1]
				}
				if p.outdoor || p.rate > 0 {
					w.sunEnd = k + 1
				}
			}
		}
	}
	w.all = all
	w.mark()
}

// mark notes on the pieces of a day at which of them something falls due.
func (w *course) mark() {
	all := w.all
	towels, ends := w.dues()
	for i := range all {
		p := &all[i]
		p.goesOut = p.goesOut && (i == 0 || !all[i-1].outdoor)
		p.dark = !p.from.Before(w.lastSun)
		switch {
		case slices.ContainsFunc(towels, p.from.Equal):
			p.due = rules.ReapplyAfterTowel
		case slices.ContainsFunc(ends, p.from.Equal):
			p.due = rules.ReapplyAfterWater
		}
	}
}

// decay is what so many minutes leave of a film in a segment.
type decay struct {
	seg   *day.Segment
	long  float64
	keeps [3]float64 // share of a film that is left, by resistance
	half  [3]float64 // after half of the time
}

// during is the segment a moment falls into, nil for indoors between segments.
func (w *course) during(t time.Time) *day.Segment {
	for i := range w.stretches {
		if s := &w.stretches[i]; !t.Before(s.from) && t.Before(s.to) {
			return s.seg
		}
	}
	return nil
}

func (w *course) piece(from, to time.Time) piece {
	p := piece{from: from, at: from.Sub(w.c.BaseAt), minutes: to.Sub(from).Minutes()}
	middle := from.Add(to.Sub(from) / 2)
	seg := w.during(middle)
	hours := p.minutes / 60
	if seg != nil && (seg.Place != day.Indoors || inWater(seg)) {
		w.sun(&p, seg, middle)
	}
	if w.decay == nil || w.decay.seg != seg || w.decay.long != p.minutes { // neighbours are mostly alike
		d := &decay{seg: seg, long: p.minutes}
		for i := range resistances {
			d.keeps[i] = keeps(seg, i, hours)
			d.half[i] = math.Sqrt(d.keeps[i])
		}
		w.decay = d
	}
	p.decay = w.decay
	for i := range w.stretches {
		p.towel = p.towel || slices.ContainsFunc(w.stretches[i].towels, from.Equal)
	}
	return p
}

// sun is what the sun does where the client is, in the middle of a piece.
func (w *course) sun(p *piece, seg *day.Segment, middle time.Time) {
	index := w.uv.Index(middle, seg.Ground)
	up := index > 0 || sun.Up(middle, w.c.Day.Place)
	p.outdoor = up && seg.Place.Outdoors()
	p.wet = up && inWater(seg) || p.outdoor && seg.Activity == day.Active
	p.glass = up && seg.Place == day.BehindGlass
	p.goesOut = p.outdoor && index >= figure.StaleFrom
	p.rate = figure.SEDPerUVIHour * sun.Place(seg.Place) * index
}

func inWater(s *day.Segment) bool { return s.Activity == day.Swim || s.Place == day.InWater }

// keeps is the share of a film that is left after so many hours in a segment. [W]
func keeps(s *day.Segment, resists int, hours float64) float64 {
	switch {
	case s != nil && inWater(s) && resists == 0:
		return num.Pow(figure.KeptUnlabel, hours/figure.UnlabelIn.Hours())
	case s != nil && inWater(s):
		return num.Pow(figure.KeptInWater, hours*60/float64(resistances[resists]))
	case s != nil && s.Activity == day.Active:
		return num.Pow(1-[3]float64{figure.LossActive, figure.LossActive40, figure.LossActive80}[resists], hours)
	case s != nil && s.Place.Outdoors():
		return num.Pow(1-figure.LossOutdoors, hours)
	}
	return num.Pow(1-figure.LossIndoors, hours)
}

// unkind is how unkind a moment is to interrupt: while active or swimming, still, at a segment's edge or indoors.
func (w *course) unkind(t time.Time) int {
	for i := range w.stretches {
		if s := &w.stretches[i]; t.Equal(s.from) || t.Equal(s.to) {
			return 0
		}
	}
	switch s := w.during(t); {
	case s == nil:
		return 0
	case s.Activity == day.Active || s.Activity == day.Swim:
		return figure.UnkindActive
	case s.Place == day.Indoors:
		return 0
	}
	return figure.UnkindStill
}

// free reports whether nobody may interrupt then.
func (w *course) keptFree(t time.Time) bool {
	s := w.during(t)
	return s != nil && s.KeepFree
}

// dues are the moments at which a coat is due at once: after towelling, and, under a coat without a label for water,
// at the end of each stretch in water. Only those while the sun is up and after which the client is outdoors by day
// count.
func (w *course) dues() (towels, waterEnds []time.Time) {
	matters := func(t time.Time) bool {
		return t.Before(w.lastSun) && !t.Before(w.c.BaseAt) && sun.Up(t, w.c.Day.Place)
	}
	for i, s := range w.stretches {
		for _, t := range s.towels {
			if matters(t) {
				towels = append(towels, t)
			}
		}
		next := i+1 < len(w.stretches) && w.stretches[i+1].from.Equal(s.to) && inWater(w.stretches[i+1].seg)
		if inWater(s.seg) && !next && matters(s.to) {
			waterEnds = append(waterEnds, s.to)
		}
	}
	return towels, waterEnds
}

// Budget is the reddening dose in SED that the whole wear may bring: a share of a MED of the fairest covered zone, a
// smaller one for skin that light harms, and no more than 1.75 SED.
func Budget(c *sitting.Case) float64 {
	share := figure.BudgetMED
	if c.Day.BudgetMED != nil {
		share = *c.Day.BudgetMED
	}
	if fit.LightHarms(c) {
		share = min(share, figure.PhotosensitiveMED)
	}
	fairest := c.Client.Phototype
	for _, z := range ((face.Face | c.Neighbours()) &^ face.SetOf(face.Lips) &^ c.Unlayered()).List() {
		fairest = min(fairest, c.Client.PhototypeOf(z))
	}
	return min(share*figure.MED[fairest-1], figure.BudgetSED)
}

// wetMinutes is how long the client is in water or sweats while the sun is up.
func (w *course) wetMinutes() (minutes float64) {
	for _, ps := range w.pieces {
		for _, p := range ps {
			if p.wet {
				minutes += p.minutes
			}
		}
	}
	return minutes
}
