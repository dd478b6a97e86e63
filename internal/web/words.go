package web

import (
	"path"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"urncloth/core/chair"
	"urncloth/core/plan"
	"urncloth/internal/app"
)

// nameWords gives every field whose Go type is a list of words that list as an enum of its own, so that the interface
// cannot misspell one. It walks the schemas beside the types they were made from.
func nameWords(schemas huma.Registry) {
	n := naming{map[string]*huma.Schema{}}
	for name, s := range schemas.Map() {
		t := schemas.TypeFromRef(schemaPrefix + name)
		for t != nil && t.Kind() == reflect.Pointer {
			t = t.Elem()
		}
		if t == nil || t.Kind() != reflect.Struct {
			continue
		}
		for _, f := range reflect.VisibleFields(t) {
			field, _, _ := strings.Cut(f.Tag.Get("json"), ",")
			if p := s.Properties[field]; p != nil {
				n.visit(f.Type, p)
			}
		}
	}
	for name, s := range n.enums {
		schemas.Map()[name] = s
	}
}

const schemaPrefix = "#/components/schemas/"

// naming is the enums as they are found.
type naming struct{ enums map[string]*huma.Schema }

func (n naming) visit(t reflect.Type, s *huma.Schema) {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	if words, is := words(t); is && s.Ref == "" {
		name := enumName(t)
		if n.enums[name] == nil {
			n.enums[name] = enum(words)
		}
		*s = huma.Schema{Ref: schemaPrefix + name}
		return
	}
	switch t.Kind() {
	case reflect.Slice, reflect.Array:
		if s.Items != nil {
			n.visit(t.Elem(), s.Items)
		}
	case reflect.Map:
		if of, is := s.AdditionalProperties.(*huma.Schema); is {
			n.visit(t.Elem(), of)
		}
	}
}

// words is the words that a Go type stands for: of the core, or of the application.
func words(t reflect.Type) (list []string, is bool) {
	switch t {
	case typeOf[app.Role]():
		return texts(app.Roles()), true
	case typeOf[app.First]():
		return texts(app.Firsts()), true
	case typeOf[app.Right]():
		return texts(app.Rights()), true
	case typeOf[app.Harm]():
		return texts(app.Harms()), true
	case typeOf[chair.State]():
		return texts(chair.States()), true
	}
	return plan.Enum(t)
}

func texts[W ~string](words []W) (list []string) {
	for _, w := range words {
		list = append(list, string(w))
	}
	return list
}

// enumName is the schema's name of a list of words: its package and type.
func enumName(t reflect.Type) string {
	pkg := path.Base(t.PkgPath())
	return strings.ToUpper(pkg[:1]) + pkg[1:] + t.Name()
}

func enum(words []string) *huma.Schema {
	s := &huma.Schema{Type: huma.TypeString}
	for _, w := range words {
		s.Enum = append(s.Enum, w)
	}
	return s
}
