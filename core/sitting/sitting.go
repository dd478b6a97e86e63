// Package sitting is the document a plan is made from: client, look, day, method and kit.
package sitting

import (
	"encoding/json"
	"slices"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/rules"
	"urncloth/core/say"
)

// Format is the name and version of the document.
const Format = "urncloth.sitting/1"

// Override is a person's written reason for going on past a stop. Who and when belong to it.
type Override struct {
	Rule   rules.ID `json:"rule" need:"yes"`
	Reason string   `json:"reason" need:"yes" len:"1..500"`
	By     string   `json:"by,omitempty" len:"0..200"`
	Zone   string   `json:"zone,omitempty" len:"0..40"`
	On     day.Date `json:"on,omitzero"`
}

// Asked is the consultation: asked again at every sitting, by whom and when.
type Asked struct {
	At day.Local `json:"at,omitzero"`
	By string    `json:"by,omitempty" len:"0..200"`
}

// Told is what was changed of the client's allergies in the record after the sitting was planned: it was planned anew,
// and the consultation is to be asked again.
type Told struct {
	At      day.Local `json:"at,omitzero"`
	By      string    `json:"by,omitempty" len:"0..200"`
	Added   []string  `json:"added,omitempty" len:"0..60"`
	Removed []string  `json:"removed,omitempty" len:"0..60"`
}

// Sitting is one client, one look, one day, and what is at hand for it.
type Sitting struct {
	Format    string        `json:"format" need:"yes"`
	Language  say.Tag       `json:"language,omitempty"` // of what is said; English where none is named
	Client    face.Client   `json:"client" need:"yes"`
	Look      look.Look     `json:"look" need:"yes"`
	Day       day.Day       `json:"day" need:"yes"`
	Method    method.Choice `json:"method,omitempty"`
	Kit       kit.Kit       `json:"kit" need:"yes" len:"0..5000"`
	Figures   Figures       `json:"figures,omitempty"` // the studio's own, over the handbook's
	Overrides []Override    `json:"lifted,omitempty" len:"0..100"`
	Asked     *Asked        `json:"asked,omitempty"`
	Told      *Told         `json:"told,omitempty"` // until asked again
}

// Kept is a sitting as it was kept, which may be of any edition of the program so far.
type Kept struct{ Sitting }

// UnmarshalJSON reads a kept sitting: its format's version is checked, and every house method stands in it as it was
// meant on its day.
func (k *Kept) UnmarshalJSON(data []byte) error {
	if err := json.Unmarshal(data, &k.Sitting); err != nil {
		return err
	}
	if k.Format != Format {
		return say.Err(say.NotFormat, "word", k.Format, "format", Format)
	}
	k.Method = k.Method.Kept()
	return nil
}

// Read reads a sitting and returns every fault found in it.
func Read(data []byte) (*Sitting, doc.Faults) {
	var s Sitting
	fs := doc.Read(data, &s)
	if len(fs) > 0 && fs[0].Path == "" {
		return nil, fs
	}
	fs = append(fs, s.Check("", fs)...)
	if len(fs) > 0 {
		return nil, fs
	}
	return &s, nil
}

// Check returns what is wrong beyond the bounds of single fields. Faults already found keep a field that is merely
// unreadable from being called missing as well. Times that came with an offset are first written by the place's clock.
func (s *Sitting) Check(prefix string, already doc.Faults) doc.Faults {
	var fs doc.Faults
	s.Day.Settle()
	if s.Format != Format && !has(already, prefix+"format") {
		fs.Add(prefix+"format", say.NotFormat, "word", s.Format, "format", Format)
	}
	fs = append(fs, s.Client.Check(prefix+"client", s.Day.Date)...)
	fs = append(fs, s.Look.Check(prefix+"look")...)
	fs = append(fs, s.Day.Check(prefix+"day")...)
	fs = append(fs, s.words(prefix)...)
	fs = append(fs, s.Method.Check(prefix+"method")...)
	fs = append(fs, s.Figures.Check(prefix+"figures")...)
	if !has(already, prefix+"kit") {
		fs = append(fs, s.Kit.Check(prefix+"kit")...)
	}
	for i, l := range s.Overrides {
		if !rules.Known(l.Rule) {
			fs.Add(prefix+"lifted["+itoa(i)+"].rule", say.NotARule, "word", l.Rule)
		}
	}
	kept := fs[:0]
	for _, f := range fs {
		if !has(already, f.Path) {
			kept = append(kept, f)
		}
	}
	return kept
}

// words finds words that should name a zone or a kind of product, and do not.
func (s *Sitting) words(prefix string) (fs doc.Faults) {
	zone := func(path, word string) {
		var z face.Zone
		if err := z.UnmarshalText([]byte(word)); err != nil && word != "" {
			fs.AddError(prefix+"day."+path, err)
		}
	}
	for i, h := range s.Client.Routine {
		var k kit.Kind
		if err := k.UnmarshalText([]byte(h.Kind)); err != nil && h.Kind != "" {
			fs.AddError(prefix+"client.routine["+itoa(i)+"].kind", err)
		}
	}
	for i, z := range s.Day.AlreadyOn {
		zone("already_on["+itoa(i)+"]", z)
	}
	for i, r := range s.Day.Repairs {
		zone("repairs["+itoa(i)+"].zone", r.Zone)
	}
	for i, b := range s.Day.Planned {
		zone("planned["+itoa(i)+"].zone", b.Zone)
	}
	return fs
}

func has(fs doc.Faults, path string) bool {
	for _, f := range fs {
		if f.Path == path ||
			len(path) > len(f.Path) && path[:len(f.Path)] == f.Path &&
				(path[len(f.Path)] == '.' || path[len(f.Path)] == '[') {
			return true
		}
	}
	return false
}

// Overrule marks the findings that a person's written reason lifts.
func Overrule(s *Sitting, fs []rules.Finding) {
	for i, f := range fs {
		if f.Overridable && (f.Severity == rules.Stop || rules.Get(f.Rule).Asks) {
			fs[i].Override = s.Lifted(f.Rule, f.Zones...)
		}
	}
}

// Lifted is the reason that a person wrote against a rule on one of some zones; "" where nobody did.
func (s *Sitting) Lifted(rule rules.ID, zones ...face.Zone) (reason string) {
	for _, l := range s.Overrides {
		if l.Rule == rule &&
			(l.Zone == "" || slices.ContainsFunc(zones, func(z face.Zone) bool { return z.String() == l.Zone })) {
			reason = l.Reason
		}
	}
	return reason
}
