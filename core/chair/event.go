// Package chair follows a sitting as it happens. Events of one or more devices are folded into where the sitting
// stands, and what is ahead is planned anew from there by the planners themselves. The fold does not depend on the
// order in which events arrive, nor on how often.
package chair

import (
	"bytes"
	"encoding/json"
	"slices"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/lift"
	"urncloth/core/say"
)

// Kind is what an event says.
type Kind string

// The kinds of events.
const (
	Start  Kind = "start"
	Hold   Kind = "hold"
	Resume Kind = "resume"
	Done   Kind = "done"
	Skip   Kind = "skip"
	Repeat Kind = "repeat"
	Swap   Kind = "swap"
	Took   Kind = "used"
	Touch  Kind = "touch"
	Pad    Kind = "pad"
	Read   Kind = "read"
	Sting  Kind = "sting"
	Worn   Kind = "wear"
	Note   Kind = "note"
	Photo  Kind = "photo"
	Undo   Kind = "undo"
)

// carries is what each kind carries beside what all do, and what of it must be there. Any may name a step and say why.
var carries = map[Kind]struct{ fields, needs []string }{
	Start:  {nil, []string{"step"}},
	Hold:   {nil, []string{"step"}},
	Resume: {nil, []string{"step"}},
	Done:   {nil, []string{"step"}},
	Skip:   {nil, []string{"step"}},
	Repeat: {nil, []string{"step"}},
	Swap:   {[]string{"product"}, []string{"step", "product"}},
	Took:   {[]string{"product", "grams", "count"}, []string{"product"}},
	Touch:  {[]string{"reads"}, []string{"reads"}},
	Pad:    {[]string{"reads"}, []string{"reads"}},
	Read:   {[]string{"surface_c", "temp_c", "humidity", "zones"}, nil},
	Sting:  {[]string{"zones", "product"}, []string{"product"}},
	Worn:   {[]string{"reads"}, []string{"reads"}},
	Note:   {[]string{"zones"}, []string{"text"}},
	Photo:  {[]string{"name", "zones"}, []string{"name"}},
	Undo:   {[]string{"of"}, []string{"of"}},
}

// ofAll is what every event may carry.
var ofAll = []string{"id", "device", "seq", "at", "kind", "step", "reason", "text"}

// Kinds lists the kinds of events.
func Kinds() []Kind {
	return []Kind{Start, Hold, Resume, Done, Skip, Repeat, Swap, Took, Touch, Pad, Read, Sting, Worn, Note, Photo, Undo}
}

// UnmarshalText accepts the words of Kinds.
func (k *Kind) UnmarshalText(b []byte) error { *k = Kind(b); return doc.OneOf(*k, Kinds()) }

// Feel is what a touch check says of a zone.
type Feel string

// The readings of a touch check.
const (
	Tight  Feel = "tight"
	Tacky  Feel = "tacky"
	Greasy Feel = "greasy"
	Even   Feel = "even"
)

// Feels lists the readings of a touch check.
func Feels() []Feel { return []Feel{Tight, Tacky, Greasy, Even} }

// UnmarshalText accepts the words of Feels.
func (f *Feel) UnmarshalText(b []byte) error { *f = Feel(b); return doc.OneOf(*f, Feels()) }

// Wore is how one zone wore. Without ShoneAt it did not shine while worn.
type Wore struct {
	ShoneAt  day.Local `json:"shone_at,omitzero"`
	Creased  bool      `json:"creased,omitempty"`
	Patchy   bool      `json:"patchy,omitempty"`
	Slid     bool      `json:"slid,omitempty"`
	Stung    bool      `json:"stung,omitempty"`
	BrokeOut bool      `json:"broke_out,omitempty"`
}

// Event is one thing that happened at the chair: made on a device, appended once however often it is sent.
type Event struct {
	ID       string      `json:"id" need:"yes" len:"1..64"`
	Device   string      `json:"device" need:"yes" len:"1..64"`
	Seq      int         `json:"seq" in:"0..1000000000"`
	At       day.Local   `json:"at" need:"yes"`
	Kind     Kind        `json:"kind" need:"yes"`
	Step     string      `json:"step,omitempty" len:"1..60"`
	Reason   string      `json:"reason,omitempty" len:"0..400"`
	Text     string      `json:"text,omitempty" len:"0..4000"`
	Product  string      `json:"product,omitempty" len:"1..80"`
	Grams    doc.Num     `json:"grams,omitempty" in:"0..1000"`
	Count    int         `json:"count,omitempty" in:"0..10000"`
	SurfaceC *float64    `json:"surface_c,omitempty" in:"0..45"`
	TempC    *float64    `json:"temp_c,omitempty" in:"-40..60"`
	Humidity *float64    `json:"humidity,omitempty" in:"0..1"`
	Zones    []face.Zone `json:"zones,omitempty" len:"0..24"`
	Name     string      `json:"name,omitempty" len:"1..200"`
	Of       string      `json:"of,omitempty" len:"1..64"`

	Feels map[face.Zone]Feel            `json:"-"` // of a touch check
	Pads  map[face.Zone]lift.PadReading `json:"-"` // of a pad check
	Wore  map[face.Zone]Wore            `json:"-"` // of a wear report

	line   string // as it stood, for telling two apart
	number string // of its line, where it was read from one
}

// Lines that carry readings differ in what these say.
type (
	touchLine struct {
		Event
		Reads map[face.Zone]Feel `json:"reads" need:"yes"`
	}
	padLine struct {
		Event
		Reads map[face.Zone]lift.PadReading `json:"reads" need:"yes"`
	}
	wearLine struct {
		Event
		Reads map[face.Zone]Wore `json:"reads" need:"yes"`
	}
)

// MaxEvents is the most events that are read at once.
const MaxEvents = 20_000

// ReadLines reads events, one JSON object a line; empty lines do not count. Every fault names its line.
func ReadLines(data []byte) ([]Event, doc.Faults) {
	var list []Event
	var fs doc.Faults
	if fs := doc.Oversized(data); fs != nil {
		return nil, fs
	}
	for i, line := range bytes.Split(data, []byte("\n")) {
		line = bytes.TrimSpace(line)
		if len(line) == 0 {
			continue
		}
		if len(list) >= MaxEvents {
			fs.Add(lineAt(i), say.TooManyEvents, "most", MaxEvents)
			break
		}
		e, wrong := ReadEvent(line, lineAt(i))
		e.number = lineAt(i)
		fs = append(fs, wrong...)
		list = append(list, e)
	}
	return list, fs
}

func lineAt(i int) string { return say.English.Say(say.LineAt, "n", i+1) }

// ReadEvent reads one event; at is put before the path of each fault.
func ReadEvent(line []byte, at string) (e Event, fs doc.Faults) {
	var peek struct {
		Kind Kind `json:"kind"`
	}
	var keys map[string]json.RawMessage
	_ = json.Unmarshal(line, &keys)
	_ = json.Unmarshal(keys["kind"], (*string)(&peek.Kind))
	switch peek.Kind {
	case Touch:
		var l touchLine
		fs = doc.Read(line, &l)
		e, e.Feels = l.Event, l.Reads
	case Pad:
		var l padLine
		fs = doc.Read(line, &l)
		e, e.Pads = l.Event, l.Reads
	case Worn:
		var l wearLine
		fs = doc.Read(line, &l)
		e, e.Wore = l.Event, l.Reads
	default:
		fs = doc.Read(line, &e)
	}
	if row, known := carries[e.Kind]; known {
		for _, key := range doc.Keys(keys) {
			if !slices.Contains(ofAll, key) && !slices.Contains(row.fields, key) && isField(key) {
				fs.Add(key, say.NotCarried, "kind", string(e.Kind))
			}
		}
		for _, key := range row.needs {
			if _, there := keys[key]; !there && key != "reads" {
				fs.Add(key, say.IsMissing)
			}
		}
	}
	for i := range fs {
		fs[i].Path = joined(at, fs[i].Path)
	}
	e.line = string(line)
	return e, fs
}

// Line is the event as it stood.
func (e *Event) Line() string { return e.line }

// isField reports whether some kind carries a field: what none does is a fault already.
func isField(key string) bool {
	for _, row := range carries {
		if slices.Contains(row.fields, key) {
			return true
		}
	}
	return false
}

func joined(at, path string) string {
	switch {
	case at == "":
		return path
	case path == "":
		return at
	}
	return at + ": " + path
}

// product finds what an event names, by id or by name.
func product(list kit.Kit, word string) *kit.Product {
	if p := list.Find(word); p != nil {
		return p
	}
	for i := range list {
		if list[i].Name == word {
			return &list[i]
		}
	}
	return nil
}
