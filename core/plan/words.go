package plan

import (
	"reflect"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/lift"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/wear"
)

// Word is one word of a list and how it is named on a page.
type Word struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// list is one list of words: the Go type they are constants of, the words in order, and the list that names them, ""
// for words that are not shown by themselves.
type list struct {
	of    reflect.Type
	words []string
	named string
}

func words[W ~string](named string, ws []W) list {
	l := list{of: reflect.TypeFor[W](), named: named}
	for _, w := range ws {
		l.words = append(l.words, string(w))
	}
	return l
}

// lists is every list of words that documents are made of.
var lists = []list{
	words(face.MarkList, face.Marks), words(face.ConditionList, face.Conditions), words(face.WearList, face.Wears),
	words(face.EyeList, face.EyeShapes), words(face.ByList, face.Bys), words(face.SheetList, face.Sheets),
	words(face.TodayList, face.Todays), words(face.HairList, face.Hairs), words(face.BeardList, face.Beards),
	words(face.TypeList, face.Types()), words(face.OverlayList, face.Overlays),
	words(day.SkyList, day.Skies), words(day.PlaceList, day.Places), words(day.GroundList, day.Grounds),
	words(day.ActivityList, day.Activities), words(day.BodyList, day.BodyZones),
	words(day.BookedList, day.BookedKinds),
	words(kit.KindList, kinds()), words(kit.BaseList, kit.Bases), words(kit.FilterList, kit.FilterFamilies),
	words(kit.ContainerList, kit.Containers),
	words(look.FinishList, look.Finishes), words(look.CoverageList, look.Coverages), words(look.BaseList, look.Bases),
	words(look.NecklineList, look.Necklines), words(look.BinderList, look.Binders),
	words(look.AttachList, look.Attaches),
	words(act.ActList, act.Acts()), words("", figure.Bases()), words("", rules.Severities()), words("", Parts()),
	words("", rules.Phases()),
	words(wear.BecauseList, wear.Reasons), words("", methodKeys()), words("", prep.GiveUps),
	words("", lift.PadReadings), words("", say.Tags),
	words(kit.StockList, kit.States), words(kit.AllergenList, kit.Allergenics),
	words(kit.LayerList, kinds()),
}

func kinds() (list []kit.Kind) {
	for _, k := range kit.Kinds() {
		list = append(list, k.ID)
	}
	return list
}

func methodKeys() (list []method.Key) {
	for _, m := range method.All(say.English) {
		list = append(list, m.Key)
	}
	return list
}

// Enum returns the words that a Go type stands for; ok is false for a type that is no list of words, and for rule
// ids, beside which documents may name other reasons.
func Enum(t reflect.Type) (words []string, ok bool) {
	if t == reflect.TypeFor[face.Zone]() {
		for z := range face.N {
			words = append(words, z.String())
		}
		return words, true
	}
	for _, l := range lists {
		if l.of == t && t != reflect.TypeFor[rules.ID]() {
			return l.words, true
		}
	}
	return nil, false
}

// named returns the lists that a page shows, with the names of their words.
func named(l *say.Language) map[string][]Word {
	all := map[string][]Word{}
	for z := range face.N {
		all["zone"] = append(all["zone"], Word{z.String(), z.NameIn(l)})
	}
	for _, list := range lists {
		for _, w := range list.words {
			if list.named != "" {
				all[list.named] = append(all[list.named], Word{w, l.Say(say.Word(list.named, w))})
			}
		}
	}
	for _, list := range []string{face.PhototypeList, face.PhototypeHintList, face.SensitivityList, face.OilList,
		face.WaterList} {
		for _, w := range face.GradeList(list) {
			all[list] = append(all[list], Word{w, l.Say(say.Word(list, w))})
		}
	}
	return all
}
