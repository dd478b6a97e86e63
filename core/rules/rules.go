// Package rules is the one catalogue of rules. Planners obey it, the checker reports it.
package rules

import (
	"fmt"
	"slices"
	"strings"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/method"
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
	ID       ID          `json:"id"`
	Phase    Phase       `json:"phase"`
	Severity Severity    `json:"severity"`
	Final    bool        `json:"final"` // no reason lifts it
	When     string      `json:"when"`
	Say      string      `json:"say"`
	Because  string      `json:"because"`
	Instead  string      `json:"instead"`
	Mark     figure.Mark `json:"mark"`
	Source   string      `json:"source"`
	Method   method.Key  `json:"method"` // the house method that changes it, "" for none
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
	Lifted      string      `json:"lifted,omitempty"` // the reason a person wrote, where one lifted a stop
}

// Get returns the rule with that id. An unknown id is a mistake of the program.
func Get(id ID) Rule {
	at, known := order[id]
	if !known {
		panic("rules: no rule " + string(id))
	}
	return catalogue[at]
}

// order is the place of each rule in the catalogue.
var order = func() map[ID]int {
	m := make(map[ID]int, len(catalogue))
	for i, r := range catalogue {
		m[r.ID] = i
	}
	return m
}()

// Known reports whether there is a rule with that id.
func Known(id ID) bool {
	_, known := order[id]
	return known
}

// All returns the catalogue in the order of the handbook.
func All() []Rule { return catalogue }

// New makes a finding of a rule with the rule's own words. Where the plan knows more, the caller says so in say.
func New(id ID, phase Phase, step string, zones []face.Zone, say string, args ...any) Finding {
	r := Get(id)
	if zones == nil {
		zones = []face.Zone{}
	}
	f := Finding{Rule: id, Severity: r.Severity, Phase: phase, Step: step, Zones: zones, Say: r.Say,
		Because: r.Because, Instead: r.Instead, Overridable: !r.Final}
	if say != "" {
		f.Say = capital(fmt.Sprintf(say, args...))
	}
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

// Do returns the finding with other advice.
func (f Finding) Do(instead string, args ...any) Finding {
	f.Instead = capital(fmt.Sprintf(instead, args...))
	return f
}

func capital(s string) string {
	if s == "" {
		return s
	}
	return strings.ToUpper(s[:1]) + s[1:]
}

// Sort orders findings by severity, then by the order of the catalogue, and drops repetitions. A caution or note that several
// steps of a phase raise in the same words is said once, at the first of them, for the zones of all.
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
