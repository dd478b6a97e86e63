package face

import (
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
