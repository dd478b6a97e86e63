package plan

import (
	"encoding/json"
	"reflect"

	"urncloth/core/say"
)

// In is the plan said in another language: it is made again of the same sitting and the same steps by hand. Where
// another edition of the program made it and this one would make another, it stays in the words it was kept in.
func (p *Plan) In(tag say.Tag) *Plan {
	s := p.Sitting
	if s.Language = tag.Named(); s.Language == p.Sitting.Language {
		return p
	}
	again := With(&s, p.Hand())
	if !reflect.DeepEqual(again.wordless(), p.wordless()) {
		return p
	}
	return again
}

// WordFields are the fields of a plan that hold sentences and names for people.
var WordFields = []string{"say", "because", "instead", "second", "amount", "hand", "tomorrow", "card",
	"do", "gave_up", "later", "slot", "language"}

// wordless is a plan without what is said in it.
func (p *Plan) wordless() (bare any) {
	data, err := json.Marshal(p)
	if err == nil {
		err = json.Unmarshal(data, &bare)
	}
	if err != nil {
		return err
	}
	hush(bare)
	return bare
}

func hush(v any) {
	switch v := v.(type) {
	case map[string]any:
		for _, name := range WordFields {
			delete(v, name)
		}
		for _, inner := range v {
			hush(inner)
		}
	case []any:
		for _, inner := range v {
			hush(inner)
		}
	}
}
