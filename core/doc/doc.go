// Package doc reads JSON documents strictly and writes numbers plainly.
//
// Reading collects every fault with the path of its field instead of stopping at the first, so that a person can
// mend a document in one go: an unknown field, a repeated field, a null, a wrong type, a number out of bounds, a
// word that is not in its list.
package doc

import (
	"bytes"
	"encoding"
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"reflect"
	"slices"
	"sort"
	"strconv"
	"strings"
	"sync"
	"unicode/utf8"

	"urncloth/core/say"
)

// Limits on what is read at all, and on how much of it a fault repeats. None is a figure of the trade.
const (
	megabyte   = 1 << 20
	MaxBytes   = 16 * megabyte
	MaxDepth   = 32
	mostWhole  = 1e12 // whole numbers beyond it are slips
	mostQuoted = 40   // bytes of a text
	namedWords = 14   // a longer list of words is not repeated
	digits     = 4    // significant ones that are written
)

// Fault is one thing wrong with a document, at the path of the field.
type Fault struct {
	Path string `json:"path"`
	Say  string `json:"say"`

	why say.Error // what Say says, for another language
}

// Wrong makes a fault of a message.
func Wrong(path string, id say.ID, slots ...any) Fault {
	why := say.Error{ID: id, Slots: slots}
	return Fault{path, why.Error(), why}
}

func (f Fault) String() string { return f.In(say.English) }

// In says the fault in a language.
func (f Fault) In(l *say.Language) string {
	words := f.Words(l)
	if f.Path == "" {
		return l.Say(say.WholeDocument, "fault", words)
	}
	return f.Path + ": " + words
}

// Words is what is wrong, in a language, without the path.
func (f Fault) Words(l *say.Language) string {
	if f.why.ID == say.None {
		return f.Say
	}
	return l.Say(f.why.ID, f.why.Slots...)
}

// Faults is every fault of one document, in the order of the document.
type Faults []Fault

// Error gives one fault a line.
func (fs Faults) Error() string {
	lines := make([]string, len(fs))
	for i, f := range fs {
		lines[i] = f.String()
	}
	return strings.Join(lines, "\n")
}

// Add appends a fault at path.
func (fs *Faults) Add(path string, id say.ID, slots ...any) {
	*fs = append(*fs, Wrong(path, id, slots...))
}

// AddError appends an error as a fault at path.
func (fs *Faults) AddError(path string, err error) {
	f := Fault{Path: path, Say: err.Error()}
	errors.As(err, &f.why)
	*fs = append(*fs, f)
}

// Read decodes data into the struct that into points at and returns every fault found, none when all is well.
// Struct tags: `need:"yes"` for a field that must be there, `in:"0..3"` for the bounds of a number, `len:"1..200"`
// for those of a text (in characters) or list.
func Read(data []byte, into any) Faults {
	var fs Faults
	if fs = Oversized(data); fs != nil {
		return fs
	}
	if !utf8.Valid(data) {
		fs.Add("", say.NotUTF8)
		return fs
	}
	if err := json.Unmarshal(data, new(json.RawMessage)); err != nil {
		return Faults{place(data, err)}
	}
	r := reader{data: data, fs: &fs}
	root := r.parse("", 0)
	if r.deep {
		return Faults{Wrong("", say.TooDeep, "depth", MaxDepth)}
	}
	r.into(root, reflect.ValueOf(into).Elem(), "", bounds{})
	return fs
}

// Oversized is the fault of a document that is larger than is read, nil for none.
func Oversized(data []byte) (fs Faults) { return Beyond(data, MaxBytes) }

// Beyond is the fault of data of more than so many bytes, nil for none.
func Beyond(data []byte, most int) (fs Faults) {
	if len(data) > most {
		fs.Add("", say.TooLarge, "megabytes", most/megabyte)
	}
	return fs
}

// place says where and why data is not JSON.
func place(data []byte, err error) Fault {
	var syntax *json.SyntaxError
	if len(bytes.TrimSpace(data)) == 0 {
		return Wrong("", say.EmptyDocument)
	}
	if !errors.As(err, &syntax) || strings.HasPrefix(err.Error(), "unexpected end") {
		return Wrong("", say.EndsEarly)
	}
	var why any = err.Error()
	if strings.HasSuffix(err.Error(), "after top-level value") {
		why = say.MoreAfterEnd
	}
	before := data[:min(max(syntax.Offset, 0), int64(len(data)))]
	line := 1 + bytes.Count(before, []byte("\n"))
	column := len(before) - bytes.LastIndexByte(before, '\n')
	return Wrong("", say.NotJSON, "line", line, "column", column, "why", why)
}

// reader walks a document that is known to be JSON.
type reader struct {
	data []byte
	at   int
	deep bool // deeper than is read
	fs   *Faults
}

// field is one field of a struct as its tags have it.
type field struct {
	name  string
	index []int
	need  bool
	bounds
}

// node is a JSON value as it stood: a map of members, a list, or a scalar.
type node struct {
	value   any // string, json.Number, bool, nil
	keys    []string
	members map[string]*node
	items   []*node
	kind    byte // 'o', 'a', 's'
	raw     []byte
}

// next skips white space and returns the byte that comes.
func (r *reader) next() byte {
	for strings.IndexByte(" \t\r\n", r.data[r.at]) >= 0 {
		r.at++
	}
	return r.data[r.at]
}

func (r *reader) parse(path string, depth int) *node {
	if depth > MaxDepth {
		r.deep = true
	}
	if r.deep {
		return nil
	}
	r.next()
	from := r.at
	n := r.value(path, depth)
	if n != nil && !r.deep {
		n.raw = r.data[from:r.at]
	}
	return n
}

func (r *reader) value(path string, depth int) *node {
	switch c := r.next(); c {
	case '{':
		return r.parseObject(path, depth)
	case '[':
		return r.parseList(path, depth)
	case '"':
		text := r.text()
		if strings.IndexByte(text, 0) >= 0 {
			r.fs.Add(path, say.BadCharacter)
		}
		return &node{kind: 's', value: text}
	default:
		word := r.word()
		switch c {
		case 't', 'f':
			return &node{kind: 's', value: c == 't'}
		case 'n':
			return &node{kind: 's'}
		}
		return &node{kind: 's', value: json.Number(word)}
	}
}

func (r *reader) parseObject(path string, depth int) *node {
	n := &node{kind: 'o', members: map[string]*node{}}
	for r.at++; r.next() != '}' && !r.deep; {
		if r.data[r.at] == ',' {
			r.at++
			r.next()
		}
		key := r.text()
		if strings.IndexByte(key, 0) >= 0 {
			r.fs.Add(path, say.FieldName)
		}
		r.next()
		r.at++ // the colon
		at := join(path, key)
		v := r.parse(at, depth+1)
		if _, twice := n.members[key]; twice {
			r.fs.Add(at, say.GivenTwice)
			continue
		}
		n.keys = append(n.keys, key)
		n.members[key] = v
	}
	r.at++
	return n
}

func (r *reader) parseList(path string, depth int) *node {
	n := &node{kind: 'a'}
	for r.at++; r.next() != ']' && !r.deep; {
		if r.data[r.at] == ',' {
			r.at++
		}
		n.items = append(n.items, r.parse(item(path, len(n.items)), depth+1))
	}
	r.at++
	return n
}

// text reads a string, its quotes included.
func (r *reader) text() string {
	from, plain := r.at, true
	for r.at++; r.data[r.at] != '"'; r.at++ {
		if r.data[r.at] == '\\' {
			plain = false
			r.at++
		}
	}
	r.at++
	if plain {
		return string(r.data[from+1 : r.at-1])
	}
	var s string
	_ = json.Unmarshal(r.data[from:r.at], &s) // known to be JSON
	return s
}

// word reads a number, true, false or null.
func (r *reader) word() string {
	from := r.at
	for r.at < len(r.data) && strings.IndexByte(",]} \t\r\n", r.data[r.at]) < 0 {
		r.at++
	}
	return string(r.data[from:r.at])
}

func item(path string, i int) string { return path + "[" + strconv.Itoa(i) + "]" }

func join(path, key string) string {
	if path == "" {
		return key
	}
	return path + "." + key
}

type bounds struct{ in, length string }

var (
	textType = reflect.TypeFor[encoding.TextUnmarshaler]()
	rawType  = reflect.TypeFor[json.RawMessage]() // kept as it stands, to be read by somebody else
)

func (r *reader) into(n *node, v reflect.Value, path string, b bounds) {
	fs := r.fs
	if n.kind == 's' && n.value == nil {
		fs.Add(path, say.IsNull)
		return
	}
	if v.Kind() == reflect.Pointer {
		p := reflect.New(v.Type().Elem())
		before := len(*fs)
		r.into(n, p.Elem(), path, b)
		if len(*fs) == before {
			v.Set(p)
		}
		return
	}
	if v.Type() == rawType {
		v.SetBytes(n.raw)
		return
	}
	if v.CanAddr() && v.Addr().Type().Implements(textType) {
		n.intoText(v.Addr().Interface().(encoding.TextUnmarshaler), path, fs)
		return
	}
	switch v.Kind() {
	case reflect.Struct:
		r.intoStruct(n, v, path)
	case reflect.Map:
		r.intoMap(n, v, path, b)
	case reflect.Slice:
		r.intoList(n, v, path, b)
	case reflect.String:
		if s, ok := n.text(path, fs); ok {
			b.checkLen(path, utf8.RuneCountInString(s), say.Characters, fs)
			v.SetString(s)
		}
	case reflect.Bool:
		n.intoBool(v, path, fs)
	default:
		n.intoNumber(v, path, b, fs)
	}
}

func (n *node) intoText(v encoding.TextUnmarshaler, path string, fs *Faults) {
	if s, ok := n.text(path, fs); ok {
		if err := v.UnmarshalText([]byte(s)); err != nil {
			fs.AddError(path, err)
		}
	}
}

func (n *node) intoBool(v reflect.Value, path string, fs *Faults) {
	t, ok := n.value.(bool)
	if n.kind != 's' || !ok {
		fs.Add(path, say.NeedsBool, n.what()...)
		return
	}
	v.SetBool(t)
}

// text is the text of a node, a fault where it is none.
func (n *node) text(path string, fs *Faults) (string, bool) {
	s, ok := n.value.(string)
	if n.kind != 's' || !ok {
		fs.Add(path, say.NeedsText, n.what()...)
		return "", false
	}
	return s, true
}

func (r *reader) intoList(n *node, v reflect.Value, path string, b bounds) {
	if n.kind != 'a' {
		r.fs.Add(path, say.NeedsList, n.what()...)
		return
	}
	b.checkLen(path, len(n.items), say.Entries, r.fs)
	list := reflect.MakeSlice(v.Type(), len(n.items), len(n.items))
	for i := range n.items {
		r.into(n.items[i], list.Index(i), item(path, i), bounds{in: b.in})
	}
	v.Set(list)
}

func (r *reader) intoStruct(n *node, v reflect.Value, path string) {
	if n.kind != 'o' {
		r.fs.Add(path, say.NeedsObject, n.what()...)
		return
	}
	known := 0
	fields := fieldsOf(v.Type())
	for _, f := range fields {
		member, there := n.members[f.name]
		if !there {
			if f.need {
				r.fs.Add(join(path, f.name), say.IsMissing)
			}
			continue
		}
		known++
		r.into(member, v.FieldByIndex(f.index), join(path, f.name), f.bounds)
	}
	if known == len(n.keys) {
		return
	}
	for _, k := range n.keys {
		if !slices.ContainsFunc(fields, func(f field) bool { return f.name == k }) {
			r.fs.Add(join(path, k), say.UnknownField)
		}
	}
}

// fieldsByType keeps what fieldsOf found, for every reader.
var fieldsByType sync.Map

func fieldsOf(t reflect.Type) []field {
	if list, there := fieldsByType.Load(t); there {
		return list.([]field)
	}
	var list []field
	for _, f := range reflect.VisibleFields(t) {
		if name, _, _ := strings.Cut(f.Tag.Get("json"), ","); name != "" && name != "-" {
			list = append(list, field{name, f.Index, f.Tag.Get("need") == "yes",
				bounds{f.Tag.Get("in"), f.Tag.Get("len")}})
		}
	}
	fieldsByType.Store(t, list)
	return list
}

func (r *reader) intoMap(n *node, v reflect.Value, path string, b bounds) {
	fs := r.fs
	if n.kind != 'o' {
		fs.Add(path, say.NeedsObject, n.what()...)
		return
	}
	v.Set(reflect.MakeMapWithSize(v.Type(), len(n.keys)))
	for _, k := range n.keys {
		key := reflect.New(v.Type().Key())
		if u, ok := key.Interface().(encoding.TextUnmarshaler); ok {
			if err := u.UnmarshalText([]byte(k)); err != nil {
				fs.AddError(join(path, k), err)
				continue
			}
		} else {
			key.Elem().SetString(k)
		}
		value := reflect.New(v.Type().Elem()).Elem()
		r.into(n.members[k], value, join(path, k), b)
		v.SetMapIndex(key.Elem(), value)
	}
}

func (n *node) intoNumber(v reflect.Value, path string, b bounds, fs *Faults) {
	num, ok := n.value.(json.Number)
	if n.kind != 's' || !ok {
		fs.Add(path, say.NeedsNumber, n.what()...)
		return
	}
	f, err := num.Float64()
	if err != nil || math.IsInf(f, 0) {
		fs.Add(path, say.NoSuchNumber, "number", num)
		return
	}
	if low, high, ok := b.numbers(b.in); ok && (f < low || f > high) {
		fs.Add(path, say.NotBetween, "number", num.String(), "low", plain(low), "high", plain(high))
		return
	}
	switch v.Kind() {
	case reflect.Float64:
		v.SetFloat(f)
	case reflect.Int, reflect.Int64, reflect.Uint8:
		if f != math.Trunc(f) || math.Abs(f) > mostWhole {
			fs.Add(path, say.NotWhole, "number", num)
			return
		}
		if v.Kind() == reflect.Uint8 {
			v.SetUint(uint64(f))
			return
		}
		v.SetInt(int64(f))
	default:
		panic("doc: no reader for " + v.Type().String())
	}
}

func (b bounds) numbers(text string) (low, high float64, ok bool) {
	a, z, found := strings.Cut(text, "..")
	if !found {
		return 0, 0, false
	}
	low, err1 := strconv.ParseFloat(a, 64)
	high, err2 := strconv.ParseFloat(z, 64)
	return low, high, err1 == nil && err2 == nil
}

func (b bounds) checkLen(path string, n int, of say.ID, fs *Faults) {
	low, high, ok := b.numbers(b.length)
	if !ok || (float64(n) >= low && float64(n) <= high) {
		return
	}
	if n == 0 {
		fs.Add(path, say.IsEmpty)
		return
	}
	fs.Add(path, say.NotAllowedLength, "n", n, "of", of, "low", plain(low), "high", plain(high))
}

// what says what stands where something else is needed, as slots of a message.
func (n *node) what() []any {
	switch n.kind {
	case 'o':
		return []any{"what", say.AnObject}
	case 'a':
		return []any{"what", say.AList}
	}
	switch v := n.value.(type) {
	case string:
		if len(v) > mostQuoted {
			v = v[:mostQuoted] + "…"
		}
		return []any{"what", say.TheText, "text", v}
	case json.Number:
		return []any{"what", say.TheNumber, "number", v.String()}
	}
	return []any{"what", fmt.Sprint(n.value)}
}

// OneOf returns nil when word is in list, else an error that names the list.
func OneOf[W ~string](word W, list []W) error {
	for _, w := range list {
		if w == word {
			return nil
		}
	}
	if len(list) > namedWords {
		return say.Err(say.NotKnownWord, "word", word)
	}
	names := make([]string, len(list))
	for i, w := range list {
		names[i] = string(w)
	}
	return say.Err(say.NotOneOf, "word", word, "list", strings.Join(names, ", "))
}

// Num is a number that is written with four significant digits.
type Num float64

// MarshalJSON writes n with four significant digits and no exponent.
func (n Num) MarshalJSON() ([]byte, error) {
	if math.IsNaN(float64(n)) || math.IsInf(float64(n), 0) {
		return nil, fmt.Errorf("doc: %v is not a number to write", float64(n))
	}
	return []byte(plain(Round(float64(n)))), nil
}

// Round keeps four significant digits of f.
func Round(f float64) float64 {
	r, _ := strconv.ParseFloat(strconv.FormatFloat(f, 'g', digits, 64), 64)
	if r == 0 {
		return 0 // no minus zero
	}
	return r
}

func plain(f float64) string { return strconv.FormatFloat(f, 'f', -1, 64) }

// Keys returns the keys of m in order, so that nothing depends on the order of a map.
func Keys[K ~string, V any](m map[K]V) []K {
	keys := make([]K, 0, len(m))
	for k := range m {
		keys = append(keys, k)
	}
	sort.Slice(keys, func(i, j int) bool { return keys[i] < keys[j] })
	return keys
}
