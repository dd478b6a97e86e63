package web

import (
	"path"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"urncloth/core/plan"
)

// nameWords gives every field whose Go type is a list of words that list as an enum of its own, so that the interface
// cannot misspell one. It walks the schemas beside the types they were made from.
func nameWords(schemas huma.Registry) {
	const prefix = "#/components/schemas/"
	enums := map[string]*huma.Schema{}
	var visit func(t reflect.Type, s *huma.Schema)
	visit = func(t reflect.Type, s *huma.Schema) {
		for t.Kind() == reflect.Pointer {
			t = t.Elem()
		}
		if words, is := plan.Enum(t); is && s.Ref == "" {
			name := enumName(t)
			if enums[name] == nil {
				enums[name] = enum(words)
			}
			*s = huma.Schema{Ref: prefix + name}
			return
		}
		switch t.Kind() {
		case reflect.Slice, reflect.Array:
			if s.Items != nil {
				visit(t.Elem(), s.Items)
			}
		case reflect.Map:
			if of, is := s.AdditionalProperties.(*huma.Schema); is {
				visit(t.Elem(), of)
			}
		}
	}
	for name, s := range schemas.Map() {
		t := schemas.TypeFromRef(prefix + name)
		for t != nil && t.Kind() == reflect.Pointer {
			t = t.Elem()
		}
		if t == nil || t.Kind() != reflect.Struct {
			continue
		}
		for _, f := range reflect.VisibleFields(t) {
			field, _, _ := strings.Cut(f.Tag.Get("json"), ",")
			if p := s.Properties[field]; p != nil {
				visit(f.Type, p)
			}
		}
	}
	for name, s := range enums {
		schemas.Map()[name] = s
	}
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
