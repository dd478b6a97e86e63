package kit

import (
	_ "embed"
	"encoding/json"

	"urncloth/core/say"
)

// starter is the kit of a studio on its first day: generic kinds, as such products commonly are, to be replaced by the
// studio's own one by one. What is in them nobody knows, so none counts as confirmed. [W]
//
//go:embed starter.json
var starter []byte

// Starter is a kit of generic kinds, each named by its kind in a language.
func Starter(l *say.Language) Kit {
	var list []struct {
		Product
		Name string `json:"-"`
	}
	if err := json.Unmarshal(starter, &list); err != nil {
		panic("kit: the starter kit: " + err.Error())
	}
	k := make(Kit, len(list))
	for i, p := range list {
		k[i] = p.Product
		k[i].Name = l.Say(starterName, "kind", say.Word(KindList, p.Kind))
	}
	return k
}

var starterName = say.Row("kit.starter_name", "Any {kind}")
