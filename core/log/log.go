// Package log learns from what happened at the chair: how much moisture a client's skin wants, how fast it makes oil,
// how well removers work on what it wears, and what it never wants to meet again. Section 11 of the handbook.
package log

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// Format is the name and version of the document.
const Format = "urncloth.learned/1"

// The kinds of what is learned: what a key begins with.
const (
	Moisture = "moisture"
	Sebum    = "sebum"
	Lift     = "lift"
	Never    = "never"
)

// Past is one sitting as it was planned, and what happened at it.
type Past struct {
	Plan   *plan.Plan
	Events []chair.Event
}

// From is what one number was learned from; of a product that stung there is no number.
type From struct {
	Key      string   `json:"key"`
	Factor   doc.Num  `json:"factor,omitempty"`
	Sittings int      `json:"sittings"`
	Last     day.Date `json:"last"`
	Say      string   `json:"say"`
}

// Document is what was learned of one client.
type Document struct {
	Format   string                `json:"format"`
	Moisture map[face.Zone]doc.Num `json:"moisture"`
	Sebum    map[face.Zone]doc.Num `json:"sebum"`
	Lift     map[string]doc.Num    `json:"lift"`
	Never    []string              `json:"never"`
	From     []From                `json:"from"`
	Says     []string              `json:"says"` // what could not be counted
}

// taught is one number while it is learned.
type taught struct {
	factor   float64
	sittings int
	last     day.Date
	feels    map[chair.Feel]int
	product  string  // that stung, by its name
	by       float64 // over how many times the handbook's figure it is
}

// pupil is what is learned of a client so far.
type pupil struct {
	words *say.Language
	known map[string]*taught
	order []string // keys as they came to be known
	reset map[string]day.Local
	says  []string
	past  []Point
}

// Learn is what some sittings of one client teach, the oldest first, in a language. A key that was reset is learned
// from sittings that began after that alone. What cannot be followed is a fault, and teaches nothing.
func Learn(list []Past, reset map[string]day.Local, l *say.Language) (*Document, doc.Faults) {
	d, _, fs := Look(list, reset, nil, l)
	return d, fs
}

// Look is Learn for sittings to come that are reckoned by own values of figures, those of the last sitting where none
// are given, and what each sitting says by itself.
func Look(list []Past, reset map[string]day.Local, own *sitting.Figures, l *say.Language) (*Document, []Point,
	doc.Faults) {
	var fs doc.Faults
	digests := make([]Digest, len(list))
	for i := range list {
		at := l.Say(say.LineAt, "n", i+1)
		if i > 0 && list[i].date().Before(list[i-1].date()) {
			fs.Add(joined(at, "plan.sitting.day.date"), say.LearnOrder)
		}
		d, wrong := list[i].Digest()
		for _, f := range wrong {
			f.Path = joined(at, joined("events", f.Path))
			fs = append(fs, f)
		}
		digests[i] = d
	}
	d, points := Teach(digests, reset, own, l)
	return d, points, fs
}

// Teach is what sittings teach that were digested before, the oldest first.
func Teach(list []Digest, reset map[string]day.Local, own *sitting.Figures, l *say.Language) (*Document, []Point) {
	t := &pupil{words: l, known: map[string]*taught{}, reset: reset, past: []Point{}}
	for i := range list {
		t.sitting(&list[i])
	}
	if own != nil && len(list) > 0 {
		next := list[len(list)-1]
		next.Figures = *own
		t.rebase(&next)
	}
	return t.document(), t.past
}

func (p *Past) date() day.Date { return p.Plan.Sitting.Day.ChairAt.Date() }

// sitting lets one sitting teach.
func (t *pupil) sitting(d *Digest) {
	t.rebase(d)
	t.past = append(t.past, d.Point)
	for z := range face.N {
		if feel, read := d.Point.Feels[z]; read {
			t.feel(d, z, feel)
		}
		if s, said := d.Shone[z]; said {
			t.shine(d, z, s)
		}
	}
	t.removal(d)
	for _, s := range d.Stung {
		if k := t.of(d, Never+"/"+s.Product); k != nil {
			k.product = s.Name
		}
	}
}

// of is a number that a sitting teaches, nil where it was reset after that sitting began.
func (t *pupil) of(d *Digest, key string) *taught {
	if from, was := t.reset[key]; was {
		loc, _ := d.zone()
		began, _ := d.ChairAt.In(loc)
		if since, _ := from.In(loc); began.Before(since) {
			return nil
		}
	}
	k := t.known[key]
	if k == nil {
		k = &taught{factor: 1, feels: map[chair.Feel]int{}, by: d.by(key)}
		t.known[key] = k
		t.order = append(t.order, key)
	}
	if k.sittings == 0 || k.last != d.ChairAt.Date() || !strings.HasPrefix(key, Never) {
		k.sittings++
	}
	k.last = d.ChairAt.Date()
	return k
}

// moister is by how much a touch check makes the film of a zone more.
var moister = map[chair.Feel]float64{chair.Tight: figure.LearnTight, chair.Tacky: -figure.LearnTacky,
	chair.Greasy: -figure.LearnGreasy, chair.Even: 0}

// feel: f ← f·(1 + s/√n), n the touch checks of that zone so far.
func (t *pupil) feel(d *Digest, z face.Zone, feel chair.Feel) {
	k := t.of(d, Moisture+"/"+z.String())
	if k == nil {
		return
	}
	k.feels[feel]++
	k.scale(1+moister[feel]/math.Sqrt(float64(k.sittings)), figure.LearnLeast, figure.LearnMost)
}

// scale changes a factor, and holds it.
func (k *taught) scale(by, least, most float64) { k.factor = min(max(k.factor*by, least), most) }

// shine: f ← f·√(predicted ÷ observed), minutes from the last cleanse to the first shine that nobody tended.
func (t *pupil) shine(d *Digest, z face.Zone, s Shone) {
	if s.Observed <= 0 {
		t.says = append(t.says, t.words.Say(say.LearnOdd, "zone", z.NameIn(t.words), "date", s.At.Date(), "time",
			s.At.Clock()))
		return
	}
	if k := t.of(d, Sebum+"/"+z.String()); k != nil {
		k.scale(math.Sqrt(s.Predicted/s.Observed), figure.LearnLeast, figure.LearnMost)
	}
}

// removal: g ← g·√(m/n), m passes planned over a zone, n given until its pad read clean. A sitting teaches a remover on
// a binder once, by the zone that asked for most.
func (t *pupil) removal(d *Digest) {
	for _, key := range doc.Keys(d.Passes) {
		if k := t.of(d, Lift+"/"+key); k != nil {
			k.scale(math.Sqrt(d.Passes[key]), figure.LearnLiftLeast, figure.LearnLiftMost)
		}
	}
}

// rebase turns what was learned over other figures into what it is over those of a sitting: the client stays as she is
// when the studio takes a value of its own, and is not reckoned by it twice.
func (t *pupil) rebase(d *Digest) {
	for _, key := range t.order {
		k := t.known[key]
		now := d.by(key)
		if now == k.by {
			continue
		}
		least, most := figure.LearnLeast, figure.LearnMost
		if strings.HasPrefix(key, Lift) {
			least, most = figure.LearnLiftLeast, figure.LearnLiftMost
		}
		k.scale(k.by/now, least, most)
		k.by = now
	}
}

// document writes what was learned. What is nearly 1 is nothing.
func (t *pupil) document() *Document {
	d := &Document{Format: Format, Moisture: map[face.Zone]doc.Num{}, Sebum: map[face.Zone]doc.Num{},
		Lift: map[string]doc.Num{}, Never: []string{}, From: []From{}, Says: append([]string{}, t.says...)}
	for _, kind := range []string{Moisture, Sebum, Lift, Never} {
		for _, key := range t.order {
			name, of := strings.CutPrefix(key, kind+"/")
			k := t.known[key]
			if !of || kind != Never && math.Abs(k.factor-1) <= figure.LearnNothing {
				continue
			}
			from := From{Key: key, Sittings: k.sittings, Last: k.last, Say: t.said(kind, name, k)}
			if kind != Never {
				from.Factor = doc.Num(doc.Round(k.factor))
			}
			d.keep(kind, name, from.Factor)
			d.From = append(d.From, from)
		}
	}
	return d
}

func (d *Document) keep(kind, name string, factor doc.Num) {
	switch kind {
	case Lift:
		d.Lift[name] = factor
	case Never:
		d.Never = append(d.Never, name)
	default:
		z := zoned(name)
		map[string]map[face.Zone]doc.Num{Moisture: d.Moisture, Sebum: d.Sebum}[kind][z] = factor
	}
}

// said is what one number was learned from.
func (t *pupil) said(kind, name string, k *taught) string {
	id, slots := say.LearnNever, []any{"product", k.product, "date", k.last, "n", k.sittings, "factor", k.factor}
	switch kind {
	case Moisture:
		var feels []string
		for _, feel := range chair.Feels() {
			if n := k.feels[feel]; n > 0 {
				feels = append(feels, t.words.Say(say.LearnTimes, "n", n, "feel", say.Word(chair.FeelList, feel)))
			}
		}
		id, slots = say.LearnMoisture, append(slots, "feels", t.words.List(feels))
	case Sebum:
		if id = say.LearnSooner; k.factor < 1 {
			id = say.LearnLater
		}
	case Lift:
		if id = say.LearnHarder; k.factor > 1 {
			id = say.LearnEasier
		}
		of, binder, _ := strings.Cut(name, "/")
		slots = append(slots, "kind", say.Word(kit.KindList, kit.Kind(of)), "binder",
			say.Word(look.BinderList, look.Binder(binder)))
	}
	if kind == Moisture || kind == Sebum {
		slots = append(slots, "zone", say.Capital(zoned(name).NameIn(t.words)))
	}
	return t.words.Say(id, slots...)
}

// zoned is the zone of a name; every name here was written by one.
func zoned(name string) (z face.Zone) {
	_ = z.UnmarshalText([]byte(name))
	return z
}

// Client is what was learned as a client's record carries it.
func (d *Document) Client() face.Learned {
	l := face.Learned{Moisture: map[face.Zone]float64{}, Sebum: map[face.Zone]float64{}, Lift: map[string]float64{},
		Never: slices.Clone(d.Never)}
	for z, n := range d.Moisture {
		l.Moisture[z] = float64(n)
	}
	for z, n := range d.Sebum {
		l.Sebum[z] = float64(n)
	}
	for key, n := range d.Lift {
		l.Lift[key] = float64(n)
	}
	return l
}

// JSON writes the document, indented, the same bytes for the same document.
func (d *Document) JSON() []byte {
	var b bytes.Buffer
	enc := json.NewEncoder(&b)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	if err := enc.Encode(d); err != nil {
		panic("log: " + err.Error()) // every number in it is finite
	}
	return b.Bytes()
}

// line is one sitting as it is read.
type line struct {
	Plan   json.RawMessage   `json:"plan" need:"yes"`
	Events []json.RawMessage `json:"events" len:"0..20000"`
}

// MaxBytes is the most that is read at once: some thousand sittings.
const MaxBytes = 16 * doc.MaxBytes

// Read reads sittings of one client, one {"plan": …, "events": […]} a line, the oldest first. Every fault names its
// line.
func Read(data []byte) (list []Past, fs doc.Faults) {
	if fs := doc.Beyond(data, MaxBytes); fs != nil {
		return nil, fs
	}
	for i, text := range bytes.Split(data, []byte("\n")) {
		if text = bytes.TrimSpace(text); len(text) == 0 {
			continue
		}
		p, wrong := readOne(text)
		for _, f := range wrong {
			f.Path = joined(say.English.Say(say.LineAt, "n", i+1), f.Path)
			fs = append(fs, f)
		}
		list = append(list, p)
	}
	return list, fs
}

func readOne(text []byte) (p Past, fs doc.Faults) {
	var l line
	if fs = doc.Read(text, &l); len(fs) > 0 {
		return p, fs
	}
	if p.Plan, fs = plan.Read(l.Plan); len(fs) > 0 {
		for i := range fs {
			fs[i].Path = strings.TrimSuffix("plan."+fs[i].Path, ".")
		}
	}
	for i, e := range l.Events {
		event, wrong := chair.ReadEvent(e, "")
		for k := range wrong {
			wrong[k].Path = strings.TrimSuffix(fmt.Sprintf("events[%d].%s", i, wrong[k].Path), ".")
		}
		p.Events, fs = append(p.Events, event), append(fs, wrong...)
	}
	return p, fs
}

func joined(at, path string) string { return strings.TrimSuffix(at+": "+path, ": ") }
