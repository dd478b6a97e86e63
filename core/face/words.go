package face

import (
	"strconv"

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
func Names(l *say.Language, set Set) string {
	var words []string
	if set&Face == Face {
		words = append(words, l.Say(say.TheFace))
		set &^= Face
	}
	for _, z := range set.List() {
		words = append(words, z.NameIn(l))
	}
	return l.List(words)
}

// The lists of words here, as they are named on a page.
var (
	MarkList      = say.Words("mark", Marks, nil)
	ConditionList = say.Words("condition", Conditions, nil)
	WearList      = say.Words("wear", Wears, say.Labels{"contact_lenses_stay": "lenses that stay in"})
	EyeList       = say.Words("eyes", EyeShapes, nil)
	ByList        = say.Words("read_by", Bys, say.Labels{"blot": "blotting sheet", "probe": "probe (simulated)"})
	SheetList     = say.Words("sheet_looks", Sheets, nil)
	TypeList      = say.Words("skin_type", Types(), nil)
	OverlayList   = say.Words("overlay", Overlays, nil)
)

// Grades are numbers; these name them, in order. Phototypes begin at 1, all others at 0.
var (
	PhototypeList = say.Words(
		"phototype",
		digits(1, 6),
		say.Labels{"1": "I", "2": "II", "3": "III", "4": "IV", "5": "V", "6": "VI"},
	)
	PhototypeHintList = say.Words(
		"phototype_hint",
		digits(1, 6),
		say.Labels{"1": "always burns", "2": "burns, tans little",
			"3": "burns now and then", "4": "rarely burns", "5": "brown skin", "6": "deeply pigmented skin"},
	)
	SensitivityList = say.Words(
		"sensitivity",
		digits(0, 3),
		say.Labels{"0": "0 calm", "1": "1 a little", "2": "2 sensitive", "3": "3 reacts to most"},
	)
	OilList = say.Words(
		"oil",
		digits(0, 3),
		say.Labels{"0": "0 none", "1": "1 little", "2": "2 by midday", "3": "3 in two hours"},
	)
	WaterList = say.Words(
		"water",
		digits(0, 3),
		say.Labels{"0": "0 tight, flaky", "1": "1 tight after wash", "2": "2 comfortable", "3": "3 plump"},
	)
)

// GradeLists lists how many grades each of these has, and the first.
var GradeLists = map[string][2]int{
	PhototypeList:     {1, 6},
	PhototypeHintList: {1, 6},
	SensitivityList:   {0, 3},
	OilList:           {0, 3},
	WaterList:         {0, 3},
}

func digits(from, to int) (list []string) {
	for n := from; n <= to; n++ {
		list = append(list, strconv.Itoa(n))
	}
	return list
}
