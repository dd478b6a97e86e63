package face

import (
	"strconv"

	"urncloth/core/figure"
	"urncloth/core/say"
)

// zoneNames is the message that names each zone.
var zoneNames = func() (ids [N]say.ID) {
	for z, row := range zones {
		ids[z] = say.Row("zone."+row.id, row.name)
	}
	return ids
}()

// NameIn is the zone's name in plain words of a language.
func (z Zone) NameIn(l *say.Language) string { return l.Say(zoneNames[z]) }

// Names writes zones as an artist would say them: "forehead, nose and chin", or "the face" for all ten.
func Names(l *say.Language, set Set) string { return NamesWith(l, set, N, "") }

// NamesWith is Names with another name for one of the zones.
func NamesWith(l *say.Language, set Set, other Zone, name string) string {
	var words []string
	if set&Face == Face {
		words = append(words, l.Say(say.TheFace))
		set &^= Face
	}
	for _, z := range set.List() {
		if z == other {
			words = append(words, name)
			continue
		}
		words = append(words, z.NameIn(l))
	}
	return l.List(words)
}

// The lists of words here, as they are named on a page.
var (
	MarkList      = say.Words("mark", Marks, nil)
	ConditionList = say.Words("condition", Conditions, nil)
	HairList      = say.Words("hair", Hairs, say.Labels{"scalp_hair": "hair on the scalp"})
	BeardList     = say.Words("beard", Beards, say.Labels{"": "not told"})
	TodayList     = say.Words("today", Todays, say.Labels{"": "as usual", "leave": "leave alone",
		"self":  "client does it",
		"clean": "no makeup on it"})
	WearList    = say.Words("wear", Wears, say.Labels{"contact_lenses_stay": "lenses that stay in"})
	EyeList     = say.Words("eyes", EyeShapes, nil)
	ByList      = say.Words("read_by", Bys, say.Labels{"blot": "blotting sheet", "probe": "probe (simulated)"})
	SheetList   = say.Words("sheet_looks", Sheets, nil)
	TypeList    = say.Words("skin_type", Types(), nil)
	OverlayList = say.Words("overlay", Overlays, nil)
)

// Grades are numbers; these lists name them, in order.
var (
	PhototypeList = say.Words("phototype", numbers(1, figure.PhototypeMost),
		say.Labels{"1": "I", "2": "II", "3": "III", "4": "IV", "5": "V",
			"6": "VI"})
	PhototypeHintList = say.Words("phototype_hint", numbers(1, figure.PhototypeMost),
		say.Labels{"1": "always burns", "2": "burns, tans little",
			"3": "burns now and then", "4": "rarely burns", "5": "brown skin", "6": "deeply pigmented skin"})
	SensitivityList = say.Words("sensitivity", numbers(0, figure.GradeMost),
		say.Labels{"0": "0 calm", "1": "1 a little", "2": "2 sensitive",
			"3": "3 reacts to most"})
	OilList = say.Words("oil", numbers(0, figure.GradeMost), say.Labels{"0": "0 none", "1": "1 little",
		"2": "2 by midday",
		"3": "3 in two hours"})
	WaterList = say.Words("water", numbers(0, figure.GradeMost), say.Labels{"0": "0 tight, flaky",
		"1": "1 tight after wash",
		"2": "2 comfortable", "3": "3 plump"})
)

// GradeList returns the grades of one of these lists, as words.
func GradeList(list string) []string {
	if list == PhototypeList || list == PhototypeHintList {
		return numbers(1, figure.PhototypeMost)
	}
	return numbers(0, figure.GradeMost)
}

func numbers(from, to int) (list []string) {
	for n := from; n <= to; n++ {
		list = append(list, strconv.Itoa(n))
	}
	return list
}
