package kit

import (
	"slices"
	"strings"

	"urncloth/core/doc"
	"urncloth/core/say"
)

// Standing is what the program makes of a word for an allergy.
type Standing string

// The standings.
const (
	Known   Standing = "known"   // it leads to a word of the program's own lists
	Noted   Standing = "noted"   // it is written down and matched with nothing
	Unnamed Standing = "unnamed" // it leads nowhere: what it is has to be named
)

// Standings lists the standings.
func Standings() []Standing { return []Standing{Known, Noted, Unnamed} }

// members is everything each family covers, its own members' members too.
var members = func() map[string][]string {
	all := map[string][]string{}
	for family := range families {
		all[family] = covered(family)
	}
	return all
}()

func covered(family string) []string {
	var list []string
	for _, m := range families[family] {
		list = append(list, m)
		list = append(list, covered(m)...)
	}
	slices.Sort(list)
	return slices.Compact(list)
}

// ancestors is the families that cover each word.
var ancestors = func() map[string][]string {
	all := map[string][]string{}
	for _, family := range doc.Keys(members) {
		for _, m := range members[family] {
			all[m] = append(all[m], family)
		}
	}
	return all
}()

// AllergyWords is the words that an allergy is matched by.
type AllergyWords struct {
	Known    []string            `json:"known"`    // every word that an allergy may lead to
	Families map[string][]string `json:"families"` // each family and everything it covers
	Synonyms map[string]string   `json:"synonyms"` // common words, and the known words they lead to
	Noted    []string            `json:"noted"`    // written down and matched with nothing
}

// Allergies returns the words.
func Allergies() AllergyWords {
	known := map[string]bool{}
	for family, list := range members {
		for _, w := range append([]string{family}, list...) {
			known[w] = true
		}
	}
	for _, w := range alone {
		known[w] = true
	}
	return AllergyWords{doc.Keys(known), members, synonyms, noted}
}

// Allergenic is a word of the program's own lists, known or noted.
type Allergenic string

// Allergenics is every word that an allergy may lead to, known or noted.
var Allergenics = func() (list []Allergenic) {
	for _, w := range append(Allergies().Known, noted...) {
		list = append(list, Allergenic(w))
	}
	return list
}()

// AllergenList names them.
var AllergenList = say.Words("allergen", Allergenics, nil)

// Labels is names as they are printed on packs, and the word each stands for.
func Labels() map[string]string { return labels }

// Allergen is the word of the program's own lists that somebody's word for an allergy leads to, and how it stands
// there. A word that leads nowhere is returned as it is written in tags.
func Allergen(word string) (string, Standing) {
	w := normal(word)
	for _, form := range []string{w, strings.TrimSuffix(w, "s"), strings.TrimSuffix(w, "es")} {
		if to, is := synonyms[form]; is {
			form = to
		}
		switch {
		case families[form] != nil, ancestors[form] != nil, slices.Contains(alone, form):
			return form, Known
		case slices.Contains(noted, form):
			return form, Noted
		case foreign[form] != "":
			return foreign[form], Noted
		}
	}
	return w, Unnamed
}

// UnnamedAmong is those of somebody's words for allergies that lead nowhere.
func UnnamedAmong(words []string) (list []string) {
	for _, w := range words {
		said := func(o string) bool { return strings.EqualFold(o, Plain(w)) }
		if _, standing := Allergen(w); standing == Unnamed && !slices.ContainsFunc(list, said) {
			list = append(list, Plain(w))
		}
	}
	return list
}

// Plain is a tag in plain words.
func Plain(tag string) string { return strings.ReplaceAll(tag, "_", " ") }

// Covers is everything that an allergy to a word is matched with: the word and, of a family, its members.
func Covers(word string) []string { return append([]string{word}, members[word]...) }

// Meeting is the way in which a product meets an allergy.
type Meeting string

// The ways.
const (
	Holds       Meeting = "holds"        // it holds the very thing
	HoldsMember Meeting = "holds_member" // it holds something of the family
	NamesFamily Meeting = "names_family" // it names the family alone, so that what of it is in there is not known
	MayHold     Meeting = "may_hold"     // what the word means is not known, nor all that the product holds
)

// Met is an allergy that a product meets: the client's word for it, and what of the product meets it.
type Met struct {
	Word string
	By   string
	Kind Meeting
}

// Meets returns the first of a client's allergies that the product meets. Families are matched both ways: who is
// allergic to a family may have none of its members, and who is allergic to a member nothing that names the family,
// unless the whole list of ingredients is confirmed. A word that leads nowhere is looked for as it stands, and keeps
// off everything whose list nobody has confirmed, sundries and water excepted.
func (p *Product) Meets(allergies []string) (Met, bool) {
	for _, word := range allergies {
		to, standing := Allergen(word)
		by, kind := "", Meeting("")
		switch standing {
		case Known:
			by, kind = p.meetsKnown(to)
		case Unnamed:
			by, kind = p.meetsUnnamed(to)
		}
		if kind != "" {
			return Met{word, by, kind}, true
		}
	}
	return Met{}, false
}

// TagsMeet is Meets for something of which no more is known than some tags. A word that leads nowhere does not keep it
// off: that is said once for the sitting.
func TagsMeet(tags, allergies []string) (Met, bool) {
	p := Product{Kind: CottonPad, Tags: tags}
	return p.Meets(allergies)
}

// NamesGlue reports whether tags say what a glue is made of.
func NamesGlue(tags []string) bool {
	p := Product{Tags: tags}
	return p.holdsAny(members[Adhesive]) != ""
}

// listed reports whether everything in the product is known.
func (p *Product) listed() bool { return p.IngredientsConfirmed && p.Ingredients != "" }

func (p *Product) meetsKnown(word string) (by string, kind Meeting) {
	if p.holds(word) {
		return word, Holds
	}
	if by = p.holdsAny(members[word]); by != "" {
		return by, HoldsMember
	}
	if by = p.holdsAny(ancestors[word]); by != "" && !p.listed() {
		return by, NamesFamily
	}
	return "", ""
}

func (p *Product) meetsUnnamed(word string) (by string, kind Meeting) {
	switch {
	case p.mentions(word):
		return word, Holds
	case p.listed() || p.Kind.Of().Group == Sundries || p.Kind == WaterMitt:
		return "", ""
	}
	return "", MayHold
}

// Relative is the relative of nuts that a product holds, for somebody allergic to nuts; "" for none.
func (p *Product) Relative(allergies []string) string {
	nuts := slices.ContainsFunc(allergies, func(word string) bool {
		to, _ := Allergen(word)
		return slices.Contains(Covers("nut_oil"), to)
	})
	if !nuts {
		return ""
	}
	return p.holdsAny(nutRelatives)
}

// holdsAny returns the first of some words that the product's tags, actives or list of ingredients hold.
func (p *Product) holdsAny(words []string) string {
	for _, w := range words {
		if p.holds(w) {
			return w
		}
	}
	return ""
}

// mentions reports whether a word stands anywhere in the product's name, tags or list of ingredients.
func (p *Product) mentions(word string) bool {
	plain := Plain(word)
	if p.holds(word) || strings.Contains(strings.ToLower(p.Name), plain) {
		return true
	}
	for _, t := range p.Tags {
		if strings.Contains(normal(t), word) {
			return true
		}
	}
	return strings.Contains(strings.ToLower(p.Ingredients), plain)
}
