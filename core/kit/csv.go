package kit

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"io"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"urncloth/core/doc"
	"urncloth/core/say"
)

// CSV form: RFC 4180 with a header row of the product's field names. Lists are joined by |, actives are name=percent.
// What a spreadsheet would run as a formula is written with an apostrophe before it, which reading takes off again.

const listMark = "|"

// RowFault is one thing wrong with one field of one row; rows count from 2, the first after the header.
type RowFault struct {
	Row   int    `json:"row"`
	Field string `json:"field"`
	Say   string `json:"say"`
}

// column is one field of a product as a column.
type column struct {
	name  string
	index int
	kind  reflect.Kind
	typ   reflect.Type
}

var columns = func() []column {
	t := reflect.TypeFor[Product]()
	var list []column
	for i := range t.NumField() {
		name, _, _ := strings.Cut(t.Field(i).Tag.Get("json"), ",")
		typ := t.Field(i).Type
		if typ.Kind() == reflect.Pointer {
			typ = typ.Elem()
		}
		list = append(list, column{name, i, typ.Kind(), typ})
	}
	return list
}()

// WriteCSV writes a kit, header first.
func WriteCSV(w io.Writer, k Kit) error {
	out := csv.NewWriter(w)
	header := make([]string, len(columns))
	for i, c := range columns {
		header[i] = c.name
	}
	if err := out.Write(header); err != nil {
		return err
	}
	for _, p := range k {
		row := make([]string, len(columns))
		for i, c := range columns {
			row[i] = guarded(cell(reflect.ValueOf(p).Field(c.index)))
		}
		if err := out.Write(row); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

func cell(v reflect.Value) string {
	if v.IsZero() {
		return ""
	}
	if v.Kind() == reflect.Pointer {
		return plainCell(v.Elem())
	}
	switch v.Kind() {
	case reflect.Slice:
		return strings.Join(v.Interface().([]string), listMark)
	case reflect.Map:
		m := v.Interface().(map[string]float64)
		parts := make([]string, 0, len(m))
		for _, name := range doc.Keys(m) {
			parts = append(parts, name+"="+strconv.FormatFloat(m[name], 'f', -1, 64))
		}
		return strings.Join(parts, listMark)
	}
	return plainCell(v)
}

func plainCell(v reflect.Value) string {
	if v.Kind() == reflect.Float64 {
		return strconv.FormatFloat(v.Float(), 'f', -1, 64)
	}
	return fmt.Sprint(v.Interface())
}

// runs is what a cell begins with that a spreadsheet runs, or takes for the mark against it; ends is what ends a cell
// or a row for a program that goes by semicolons, whose cells do not begin where the quotes do.
const (
	runs = "=+-@\t\r'\""
	ends = ";\n\r\t"
)

// guarded puts an apostrophe before whatever a spreadsheet would run, under commas or under semicolons.
func guarded(s string) string {
	var b strings.Builder
	for i := range len(s) {
		if strings.IndexByte(runs, s[i]) >= 0 && (i == 0 || strings.IndexByte(ends, s[i-1]) >= 0) {
			b.WriteByte('\'')
		}
		b.WriteByte(s[i])
	}
	return b.String()
}

// unguarded takes those apostrophes off again. A cell that somebody else wrote may have one at its head alone.
func unguarded(s string) string {
	s = strings.TrimPrefix(s, "'")
	var b strings.Builder
	for i := range len(s) {
		guard := s[i] == '\'' && i > 0 && strings.IndexByte(ends, s[i-1]) >= 0 && i+1 < len(s) &&
			strings.IndexByte(runs, s[i+1]) >= 0
		if !guard {
			b.WriteByte(s[i])
		}
	}
	return b.String()
}

// MostFaults is how many faults of a table are named; the rest are counted.
const MostFaults = 100

// ReadCSV reads products. Refused is set, with a reason a person can act on, for what is no such table at all;
// otherwise good holds the sound rows and faults the faults of the others, the first MostFaults by name. Tables with
// semicolons are read too.
func ReadCSV(l *say.Language, data []byte) (good Kit, faults []RowFault, refused error) {
	r, refused := csvReader(data)
	if refused != nil {
		return nil, nil, refused
	}
	t := &table{l: l, known: map[string]column{}, rows: map[string]int{}}
	for _, c := range columns {
		t.known[c.name] = c
	}
	if refused := t.readHeader(r); refused != nil {
		return nil, nil, refused
	}
	for n := 2; ; n++ {
		row, err := r.Read()
		switch {
		case err == io.EOF:
			if t.more > 0 {
				t.faults = append(t.faults, RowFault{n - 1, "", t.l.Say(say.MoreFaults, "n", t.more)})
			}
			return t.good, t.faults, nil
		case err != nil:
			t.fault(n, "", say.CannotBeRead, "why", err.Error())
		case len(row) > len(t.header):
			t.fault(n, "", say.HasCells, "cells", len(row), "header", len(t.header))
		default:
			t.take(n, row)
		}
	}
}

// csvReader is a reader of a table with commas or semicolons.
func csvReader(data []byte) (*csv.Reader, error) {
	data = bytes.TrimPrefix(data, []byte("\xef\xbb\xbf"))
	if bytes.HasPrefix(data, []byte("\xff\xfe")) || bytes.HasPrefix(data, []byte("\xfe\xff")) || !utf8.Valid(data) {
		return nil, say.Err(say.CSVNotUTF8)
	}
	if bytes.ContainsRune(data, 0) {
		return nil, say.Err(say.NotCSV)
	}
	head, _, _ := bytes.Cut(data, []byte("\n"))
	r := csv.NewReader(bytes.NewReader(data))
	r.FieldsPerRecord = -1
	if bytes.Count(head, []byte(";")) > bytes.Count(head, []byte(",")) {
		r.Comma = ';'
	}
	return r, nil
}

// table is a table as it is read.
type table struct {
	l      *say.Language
	header []string
	known  map[string]column
	rows   map[string]int // of each id
	good   Kit
	faults []RowFault
	more   int // faults beyond those that are named
}

func (t *table) fault(row int, column string, message say.ID, slots ...any) {
	t.note(RowFault{row, column, t.l.Say(message, slots...)})
}

func (t *table) note(f RowFault) {
	if len(t.faults) == MostFaults {
		t.more++
		return
	}
	t.faults = append(t.faults, f)
}

func (t *table) readHeader(r *csv.Reader) (refused error) {
	header, err := r.Read()
	if err != nil {
		return say.Err(say.CSVNoHeader, "why", err)
	}
	for i := range header {
		header[i] = strings.TrimSpace(header[i])
	}
	for _, need := range []string{"id", "name", "kind"} {
		if !slices.Contains(header, need) {
			return say.Err(say.CSVLacks, "column", need)
		}
	}
	for i, name := range header {
		if _, ok := t.known[name]; !ok {
			t.fault(1, name, say.UnknownColumn)
		}
		if slices.Contains(header[:i], name) {
			t.fault(1, name, say.StandsTwice)
		}
	}
	t.header = header
	return nil
}

// take reads one row.
func (t *table) take(n int, row []string) {
	p, fs := readRow(t.header, t.known, row)
	if first, twice := t.rows[p.ID]; twice && p.ID != "" {
		fs.Add("id", say.IDOfRow, "id", p.ID, "row", first)
	}
	t.rows[p.ID] = n
	if len(fs) == 0 {
		for _, f := range (Kit{p}).Check("") {
			f.Path = strings.TrimPrefix(f.Path, "[0].")
			fs = append(fs, f)
		}
	}
	for _, f := range fs {
		t.note(RowFault{n, f.Path, f.Say})
	}
	if len(fs) == 0 {
		t.good = append(t.good, p)
	}
}

func readRow(header []string, known map[string]column, row []string) (Product, doc.Faults) {
	object := map[string]any{}
	for i, text := range row {
		c, ok := known[header[i]]
		text = strings.TrimSpace(text)
		if !ok || text == "" {
			continue
		}
		object[c.name] = value(c, unguarded(text))
	}
	var p Product
	b, err := json.Marshal(object)
	if err != nil {
		return p, doc.Faults{{Path: "", Say: err.Error()}}
	}
	fs := doc.Read(b, &p)
	return p, fs
}

// value is a cell as the JSON that the strict reader takes; what does not fit is left as text for it to name.
func value(c column, text string) any {
	switch c.kind {
	case reflect.Float64, reflect.Int:
		number := text
		if !strings.Contains(text, ".") {
			number = strings.Replace(text, ",", ".", 1) // 14,50 as much of Europe writes it
		}
		if _, err := strconv.ParseFloat(number, 64); err == nil && json.Valid([]byte(number)) {
			return json.Number(number)
		}
	case reflect.Bool:
		switch strings.ToLower(text) {
		case "true", "yes", "1", "x":
			return true
		case "false", "no", "0":
			return false
		}
	case reflect.Slice:
		parts := strings.Split(text, listMark)
		for i := range parts {
			parts[i] = strings.TrimSpace(parts[i])
		}
		return parts
	case reflect.Map:
		m := map[string]any{}
		for _, part := range strings.Split(text, listMark) {
			name, percent, _ := strings.Cut(part, "=")
			m[strings.TrimSpace(name)] = value(column{kind: reflect.Float64}, strings.TrimSpace(percent))
		}
		return m
	}
	return text
}
