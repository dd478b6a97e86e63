// Package rules is the one catalogue of rules. Planners obey it, the checker reports it.
package rules

import (
	"slices"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/method"
	"urncloth/core/say"
)

// Severity is how much a finding weighs.
type Severity string

// A stop blocks the step until a person writes a reason; a caution must be seen; a note informs.
const (
	Stop    Severity = "stop"
	Caution Severity = "caution"
	Note    Severity = "note"
)

// Rank orders severities, the gravest first.
func (s Severity) Rank() int {
	switch s {
	case Stop:
		return 0
	case Caution:
		return 1
	}
	return 2
}

// ID names a rule. A step's because may also name what is no rule: a reason of the part that made it.
type ID string

// Phase is the part of the work that a rule belongs to.
type Phase string

// The phases.
const (
	Prep      Phase = "prep"
	Wear      Phase = "wear"
	Lift      Phase = "lift"
	Aftercare Phase = "aftercare"
)

// Phases lists the phases in the order of the day.
func Phases() []Phase { return []Phase{Prep, Wear, Lift, Aftercare} }

// Severities lists the severities, the gravest first.
func Severities() []Severity { return []Severity{Stop, Caution, Note} }

// Rule is one row of the catalogue.
type Rule struct {
	ID       ID           `json:"id"`
	Phase    Phase        `json:"phase"`
	Severity Severity     `json:"severity"`
	Final    bool         `json:"final"` // no reason lifts it
	Asks     bool         `json:"asks"`  // a caution that the client's own yes lifts
	When     string       `json:"when"`
	Say      string       `json:"say"`
	Because  string       `json:"because"`
	Instead  string       `json:"instead"`
	Basis    figure.Basis `json:"mark"`
	Source   string       `json:"source"`
	Method   method.Key   `json:"method"` // the house method that changes it, "" for none
}

// Finding is one rule met by one plan.
type Finding struct {
	Rule        ID          `json:"rule"`
	Severity    Severity    `json:"severity"`
	Phase       Phase       `json:"phase"`
	Step        string      `json:"step"`
	Zones       []face.Zone `json:"zones"`
	Say         string      `json:"say"`
	Because     string      `json:"because"`
	Instead     string      `json:"instead"`
	Overridable bool        `json:"overridable"`
	Override    string      `json:"lifted,omitempty"` // the reason a person wrote, where one lifted a stop
	Method      method.Key  `json:"method,omitempty"` // the house method that it is about
}

// Get returns the rule with that id, in English. An unknown id is a mistake of the program.
func Get(id ID) Rule { return catalogue[place(id)] }

func place(id ID) int {
	at, known := order[id]
	if !known {
		panic("rules: no rule " + string(id))
	}
	return at
}

// order is the place of each rule in the catalogue.
var order = func() map[ID]int {
	m := make(map[ID]int, len(catalogue))
	for i, r := range catalogue {
		m[r.ID] = i
	}
	return m
}()

// words is the messages of a rule.
type words struct{ when, say, because, instead say.ID }

// messages is the words of every rule as message rows, in the order of the catalogue.
var messages = func() []words {
	list := make([]words, len(catalogue))
	for i, r := range catalogue {
		at := "rule." + string(r.ID) + "."
		list[i] = words{say.Row(at+"when", r.When), say.Row(at+"say", r.Say),
			say.Row(at+"because", r.Because), say.Row(at+"instead", r.Instead)}
	}
	return list
}()

// Known reports whether there is a rule with that id.
func Known(id ID) bool {
	_, known := order[id]
	return known
}

// All returns the catalogue in the order of the handbook, its words in a language.
func All(l *say.Language) []Rule {
	list := slices.Clone(catalogue)
	for i := range list {
		r, w := &list[i], messages[i]
		r.When, r.Say, r.Because, r.Instead = l.Say(w.when), l.Say(w.say), l.Say(w.because), l.Say(w.instead)
	}
	return list
}

// Place is where in a plan a finding belongs: its phase, the id of its step, "" for none, and its zones.
type Place struct {
	Phase Phase
	Step  string
	Zones []face.Zone
}

// New makes a finding of a rule with the rule's own words. Where the plan knows more, the caller says so in a message
// and its slots; "" is the rule's own.
func New(l *say.Language, id ID, at Place, message say.ID, slots ...any) Finding {
	n := place(id)
	r, w := &catalogue[n], messages[n]
	if at.Zones == nil {
		at.Zones = []face.Zone{}
	}
	f := Finding{Rule: id, Severity: r.Severity, Phase: at.Phase, Step: at.Step, Zones: at.Zones,
		Because: l.Say(w.because), Instead: l.Say(w.instead), Overridable: !r.Final}
	if message == say.None {
		message = w.say
	}
	return f.Saying(l.Say(message, slots...))
}

// Saying returns the finding with other words.
func (f Finding) Saying(words string) Finding {
	f.Say = say.Capital(words)
	return f
}

// As returns the finding with another severity than its rule's usual one.
func (f Finding) As(s Severity) Finding {
	f.Severity = s
	return f
}

// NoReason returns the finding as one that no written reason lifts.
func (f Finding) NoReason() Finding {
	f.Overridable = false
	return f
}

// For returns the finding with another reason.
func (f Finding) For(because string) Finding {
	f.Because = say.Capital(because)
	return f
}

// Do returns the finding with other advice.
func (f Finding) Do(instead string) Finding {
	f.Instead = say.Capital(instead)
	return f
}

// Worse reports whether something is found on a zone, or at all, that was not found before.
func Worse(now, before []Finding) bool {
	count := func(fs []Finding, rule ID) (n int) {
		for i := range fs {
			if fs[i].Rule == rule {
				n++
			}
		}
		return n
	}
	return slices.ContainsFunc(now, func(f Finding) bool {
		if f.Rule == Needless {
			return false
		}
		if count(now, f.Rule) > count(before, f.Rule) {
			return true
		}
		if len(f.Zones) == 0 {
			return !slices.ContainsFunc(before, func(o Finding) bool { return o.Rule == f.Rule && o.Say == f.Say })
		}
		return slices.ContainsFunc(f.Zones, func(z face.Zone) bool {
			return !slices.ContainsFunc(before, func(o Finding) bool {
				return o.Rule == f.Rule && o.Severity == f.Severity && slices.Contains(o.Zones, z)
			})
		})
	})
}

// Sort orders findings by severity, then by the order of the catalogue, and drops repetitions. A caution or note that
// several steps of a phase raise in the same words is said once, at the first of them, for the zones of all.
func Sort(fs []Finding) []Finding {
	slices.SortStableFunc(fs, func(a, b Finding) int {
		if d := a.Severity.Rank() - b.Severity.Rank(); d != 0 {
			return d
		}
		return order[a.Rule] - order[b.Rule]
	})
	kept := fs[:0]
	for _, f := range fs {
		i := slices.IndexFunc(kept, func(k Finding) bool {
			same := k.Rule == f.Rule && k.Phase == f.Phase && k.Severity == f.Severity && k.Say == f.Say
			return same && (f.Severity != Stop || k.Step == f.Step && slices.Equal(k.Zones, f.Zones))
		})
		if i < 0 {
			kept = append(kept, f)
		} else if !slices.Equal(kept[i].Zones, f.Zones) {
			kept[i].Zones = (face.SetOf(kept[i].Zones...) | face.SetOf(f.Zones...)).List()
		}
	}
	return kept
}
