// Package core_test holds the core to how it is built: pure, every figure a row, every sentence a message, every word
// a named constant.
package core_test

import (
	"fmt"
	"go/ast"
	"go/build"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"urncloth/core/figure"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/say"
)

// source is one file of the core that is no test.
type source struct {
	path string // from core, as in wear/search.go
	file *ast.File
	set  *token.FileSet
}

func (s source) at(n ast.Node) string {
	return fmt.Sprintf("%s:%d", s.path, s.set.Position(n.Pos()).Line)
}

func sources(t *testing.T) []source { return under(t, ".") }

func under(t *testing.T, root string) []source {
	t.Helper()
	var list []source
	err := filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") ||
			strings.HasPrefix(path, "testutil") {
			return err
		}
		set := token.NewFileSet()
		f, err := parser.ParseFile(set, path, nil, parser.ParseComments)
		list = append(list, source{filepath.ToSlash(path), f, set})
		return err
	})
	if err != nil || len(list) < 5 {
		t.Fatalf("%d files of the core: %v", len(list), err)
	}
	return list
}

// Core is pure: nothing of the project outside core, nothing that reads, writes or tells the time of day. Its tests
// link no database and no browser either.
func TestCoreImportsNothingThatDoesIO(t *testing.T) {
	forbidden := []string{"os", "io/fs", "net", "net/http", "os/exec", "log", "log/slog", "math/rand", "math/rand/v2",
		"crypto/rand",
		"database/sql", "syscall", "embed", "path/filepath"}
	err := filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || !d.IsDir() || d.Name() == "testdata" {
			return err
		}
		pkg, err := build.ImportDir(path, 0)
		if _, none := err.(*build.NoGoError); none {
			return nil
		}
		if err != nil {
			return err
		}
		foreign := func(i string) bool {
			return strings.Contains(i, ".") || strings.HasPrefix(i, "urncloth/") &&
				!strings.HasPrefix(i, "urncloth/core/")
		}
		for _, i := range pkg.Imports {
			if !strings.HasPrefix(path, "testutil") && i != "embed" && slices.Contains(forbidden, i) || foreign(i) {
				t.Errorf("%s imports %s", path, i)
			}
		}
		for _, i := range slices.Concat(pkg.TestImports, pkg.XTestImports) {
			if foreign(i) && i != "urncloth/demo" {
				t.Errorf("a test of %s imports %s", path, i)
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	demo, err := build.ImportDir("../demo", 0)
	if err != nil {
		t.Fatal(err)
	}
	for _, i := range demo.Imports {
		if strings.Contains(i, ".") || strings.HasPrefix(i, "urncloth/internal") {
			t.Errorf("the demo's data imports %s", i)
		}
	}
}

// What the processor's own assembly reckons differs in the last place from what a browser does: core/num does not.
func TestNothingReckonsWithWhatDiffersFromMachineToMachine(t *testing.T) {
	differ := []string{"Exp", "Exp2", "Expm1", "Log", "Log2", "Log10", "Log1p", "Pow", "Hypot", "FMA", "Cbrt"}
	for _, s := range sources(t) {
		ast.Inspect(s.file, func(n ast.Node) bool {
			if x, is := n.(*ast.SelectorExpr); is {
				if p, is := x.X.(*ast.Ident); is && p.Name == "math" && slices.Contains(differ, x.Sel.Name) {
					t.Errorf("%s: math.%s; take core/num", s.at(x), x.Sel.Name)
				}
			}
			return true
		})
	}
}

// technical is the constants that are no figures of the trade, and why.
var technical = map[string]string{
	"megabyte": "unit", "MaxBytes": "size of a document", "MaxDepth": "depth of a document",
	"mostWhole": "slips of a key", "mostQuoted": "length of a quotation",
	"namedWords": "length of a list in a fault", "digits": "significant digits written", "hoursADay": "unit",
	"mgPerG": "unit",
	"circle": "unit", "secondsADay": "unit", "minutesADay": "unit", "minutesADegree": "unit",
	"noon": "hour of the clock", "metresAKM": "unit",
	"dayAndHalf": "unit", "unkindBits": "bits of a packed score", "countBits": "bits of a packed score",
	"missBits": "bits of a packed score",
	"keepBits": "bits of a packed score", "dims": "size of an array", "passMarks": "marks of a table",
	"sheetWidth": "width of a page", "MostFaults": "length of a list of faults",
	"usualLayers": "size of a memory", "listsKept": "size of a memory", "MaxEvents": "length of a list of events",
	"longestID": "letters of an id",
	"ln2High":   "the natural logarithm of two", "ln2Low": "the natural logarithm of two", "log2e": "its inverse",
	"mostExp": "bounds of a float", "leastExp": "bounds of a float",
	"mantissa": "bits of a float", "exponentOf1": "exponent of a float", "leastNormal": "bounds of a float",
	"mostNormal": "bounds of a float",
	"mostTimes":  "how a power is reckoned", "expTerms": "terms of a series", "logTerms": "terms of a series",
}

// identities is the numbers of mathematics itself, by function.
var identities = map[string][]string{
	"sun/sun.go sines":          {"3", "4"},      // sin 3A = sin A·(3 − 4 sin² A)
	"sun/sun.go Zenith":         {"4"},           // a quarter of a circle
	"wear/search.go newPassing": {"3"},           // marks beyond the last
	"kit/say.go Weight":         {"3"},           // decimal places
	"num/num.go Log":            {"3"},           // the second term of a series of odd powers
	"num/num.go series":         {"4", "6", "8"}, // which terms are taken together
}

func TestEveryFigureOfTheTradeStandsInARow(t *testing.T) {
	for _, s := range sources(t) {
		if strings.HasPrefix(s.path, "figure/") || strings.HasSuffix(s.path, "/figures.go") ||
			s.path == "look/presets.go" || s.path == "say/say.go" {
			continue
		}
		in := ""
		var visit func(n ast.Node) bool
		visit = func(n ast.Node) bool {
			switch x := n.(type) {
			case *ast.FuncDecl:
				in = x.Name.Name
			case *ast.Field:
				ast.Inspect(x.Type, visit)
				return false
			case *ast.ArrayType:
				ast.Inspect(x.Elt, visit)
				return false
			case *ast.IndexExpr:
				ast.Inspect(x.X, visit)
				return false
			case *ast.CallExpr:
				if f, is := x.Fun.(*ast.SelectorExpr); is {
					if p, is := f.X.(*ast.Ident); is && p.Name == "strconv" {
						return false
					}
				}
			case *ast.ValueSpec:
				if technical[x.Names[0].Name] != "" {
					return false
				}
			case *ast.BasicLit:
				if x.Kind != token.INT && x.Kind != token.FLOAT {
					return true
				}
				if v, _ := strconv.ParseFloat(x.Value, 64); v == 0 || v == 1 || v == 2 || v == 60 {
					return true
				}
				if !slices.Contains(identities[s.path+" "+in], x.Value) {
					t.Errorf("%s: %s in %s stands in no row", s.at(x), x.Value, in)
				}
			}
			return true
		}
		ast.Inspect(s.file, visit)
	}
}

// exprs calls visit with every selector pkg.Name of the core.
func selectors(list []source, pkg string, visit func(s source, x *ast.SelectorExpr)) {
	for _, s := range list {
		ast.Inspect(s.file, func(n ast.Node) bool {
			if x, is := n.(*ast.SelectorExpr); is {
				if p, is := x.X.(*ast.Ident); is && p.Name == pkg && p.Obj == nil {
					visit(s, x)
				}
			}
			return true
		})
	}
}

func TestEveryRowOfAFigureIsReadByTheCodeOrByAMessage(t *testing.T) {
	list := sources(t)
	read := map[string]bool{}
	selectors(append(under(t, "../internal"), list...), "figure", func(_ source,
		x *ast.SelectorExpr) {
		read[x.Sel.Name] = true
	})
	texts := ""
	for _, s := range list {
		ast.Inspect(s.file, func(n ast.Node) bool {
			if b, is := n.(*ast.BasicLit); is && b.Kind == token.STRING {
				texts += b.Value
			}
			return true
		})
	}
	for _, s := range list {
		if !strings.HasPrefix(s.path, "figure/") || s.path == "figure/figure.go" {
			continue
		}
		chapters := map[string]string{}
		ast.Inspect(s.file, func(n ast.Node) bool {
			v, is := n.(*ast.ValueSpec)
			if !is {
				return true
			}
			if id, is := v.Type.(*ast.Ident); is && id.Name == "chapter" {
				chapters[v.Names[0].Name], _ = strconv.Unquote(v.Values[0].(*ast.BasicLit).Value)
				return false
			}
			name := v.Names[0].Name
			if !ast.IsExported(name) || read[name] {
				return false
			}
			key := ""
			ast.Inspect(v, func(n ast.Node) bool {
				if c, is := n.(*ast.CallExpr); is {
					if f, is := c.Fun.(*ast.SelectorExpr); is && key == "" && len(c.Args) > 1 {
						k, _ := strconv.Unquote(c.Args[0].(*ast.BasicLit).Value)
						key = chapters[f.X.(*ast.Ident).Name] + "." + k
					}
				}
				return true
			})
			if !strings.Contains(texts, "{"+key) {
				t.Errorf("%s: nobody reads %s (%s)", s.at(v), name, key)
			}
			return false
		})
	}
}

func TestEveryFigureHasAKeyOfItsOwnAMarkAndASource(t *testing.T) {
	keys := map[string]bool{}
	for _, f := range plan.Everything(say.English).Figures {
		if f.Key == "" || keys[f.Key] || f.Name == "" || f.Source == "" || f.Basis != figure.Published &&
			f.Basis != figure.Working {
			t.Errorf("%+v is incomplete or stands twice", f)
		}
		keys[f.Key] = true
	}
	for _, f := range figure.Rows() {
		if !keys[f.Key] {
			t.Errorf("%s is in no part of the catalogue", f.Key)
		}
	}
	if len(keys) < 450 {
		t.Errorf("only %d figures", len(keys))
	}
}

// phrase reports whether a text is words for a person.
func phrase(text string) bool {
	letters, spaces := 0, 0
	for i, r := range text {
		switch {
		case r == ' ' && i > 0:
			spaces++
		case r >= 'a' && r <= 'z':
			letters++
		}
	}
	return spaces > 0 && letters > 2
}

// plainWords is the files whose texts are tables or words of data, not sentences of the core.
var plainWords = []string{"act/act.go", "look/presets.go", "kit/say.go", "rules/catalogue.go", "method/method.go"}

func TestEverySentenceOfTheCoreIsAMessageRow(t *testing.T) {
	for _, s := range sources(t) {
		if strings.HasPrefix(s.path, "figure/") || strings.HasPrefix(s.path, "say/") ||
			strings.HasSuffix(s.path, "/figures.go") || slices.Contains(plainWords, s.path) {
			continue
		}
		ast.Inspect(s.file, func(n ast.Node) bool {
			switch x := n.(type) {
			case *ast.ImportSpec, *ast.Field:
				return false
			case *ast.CallExpr: // a mistake of the program, and what another library says
				switch f := x.Fun.(type) {
				case *ast.Ident:
					if f.Name == "panic" {
						return false
					}
				case *ast.SelectorExpr:
					if f.Sel.Name == "Row" || f.Sel.Name == "Words" || f.Sel.Name == "HasPrefix" ||
						f.Sel.Name == "HasSuffix" || f.Sel.Name == "named" {
						return false
					}
				}
				if f, is := x.Fun.(*ast.Ident); is && (f.Name == "named" || f.Name == "fixes") {
					return false
				}
			case *ast.ValueSpec:
				// words of the kit's own data
				if slices.Contains([]string{"wishes", "perStroke", "layerLabels"}, x.Names[0].Name) {
					return false
				}
			case *ast.BasicLit:
				if text, err := strconv.Unquote(x.Value); err == nil && x.Kind == token.STRING && phrase(text) &&
					!strings.HasPrefix(text, "doc: ") && !strings.HasPrefix(text, "plan: ") {
					t.Errorf("%s: %s is no message row", s.at(x), x.Value)
				}
			}
			return true
		})
	}
}

func TestEverySlotOfAMessageIsFilledWhereItIsSaid(t *testing.T) {
	names := map[string]say.ID{} // by the name of its variable
	for _, s := range sources(t) {
		if !strings.HasPrefix(s.path, "say/") {
			continue
		}
		ast.Inspect(s.file, func(n ast.Node) bool {
			if v, is := n.(*ast.ValueSpec); is && len(v.Values) == 1 {
				if c, is := v.Values[0].(*ast.CallExpr); is {
					if f, is := c.Fun.(*ast.Ident); is && f.Name == "row" {
						name, _ := strconv.Unquote(c.Args[0].(*ast.BasicLit).Value)
						names[v.Names[0].Name] = say.Named(name)
					}
				}
			}
			return true
		})
	}
	said := map[string]bool{}
	for _, s := range sources(t) {
		ast.Inspect(s.file, func(n ast.Node) bool {
			c, is := n.(*ast.CallExpr)
			if !is {
				return true
			}
			for i, a := range c.Args {
				x, is := a.(*ast.SelectorExpr)
				if !is {
					continue
				}
				p, is := x.X.(*ast.Ident)
				id, known := names[x.Sel.Name]
				if !is || p.Name != "say" || !known {
					continue
				}
				said[x.Sel.Name] = true
				filled := map[string]bool{}
				if i > 0 {
					// it fills a slot of another message, with its slots
					if b, nested := c.Args[i-1].(*ast.BasicLit); nested && b.Value != `""` {
						continue
					}
				}
				for k := i + 1; k+1 < len(c.Args); k += 2 {
					b, is := c.Args[k].(*ast.BasicLit)
					if !is {
						return true // the slots come from elsewhere
					}
					name, _ := strconv.Unquote(b.Value)
					filled[name] = true
				}
				if callee(c) == "checkLen" {
					filled["n"] = true
				}
				if f, is := c.Fun.(*ast.SelectorExpr); is && f.Sel.Name == "when" || callee(c) == "add" ||
					callee(c) == "lay" || callee(c) == "routine" || callee(c) == "more" {
					filled["product"], filled["zones"], filled["amount"] = true, true, true // filled there
					filled["do"], filled["minutes"] = true, true
				}
				if callee(c) == "treat" {
					for _, slot := range []string{"product", "zones", "amount", "minutes", "why"} {
						filled[slot] = true // filled there
					}
				}
				if callee(c) == "on" || callee(c) == "met" || callee(c) == "tissue" {
					filled["zones"] = true // filled there
				}
				if c.Ellipsis.IsValid() {
					continue
				}
				for _, slot := range say.English.Slots(id) {
					if !filled[slot] {
						t.Errorf("%s: %s of %s is not filled", s.at(c), slot, x.Sel.Name)
					}
				}
				if callee(c) == "Say" || callee(c) == "find" || callee(c) == "Add" {
					for slot := range filled {
						if !slices.Contains(say.English.Slots(id), slot) && !slices.Contains(inNested, slot) {
							t.Errorf("%s: %s has no slot %s", s.at(c), x.Sel.Name, slot)
						}
					}
				}
			}
			return true
		})
	}
	for _, s := range sources(t) {
		if strings.HasPrefix(s.path, "say/") {
			continue
		}
		ast.Inspect(s.file, func(n ast.Node) bool {
			if x, is := n.(*ast.SelectorExpr); is {
				said[x.Sel.Name] = true
			}
			return true
		})
	}
	for name := range names {
		if !said[name] {
			t.Errorf("nobody says %s", name)
		}
	}
}

// inNested is slots of messages that fill a slot of another.
var inNested = []string{"n"}

func callee(c *ast.CallExpr) string {
	switch f := c.Fun.(type) {
	case *ast.Ident:
		return f.Name
	case *ast.SelectorExpr:
		return f.Sel.Name
	}
	return ""
}

func TestEveryMessageCanBeSaidAndItsFiguresAreRows(t *testing.T) {
	for _, id := range say.IDs() {
		var slots []any
		for _, s := range say.English.Slots(id) {
			slots = append(slots, s, 2)
		}
		text := say.English.Say(id, slots...) // a figure that is no row is a panic
		if strings.ContainsAny(text, "{}") || strings.Contains(text, "  .") {
			t.Errorf("%s is said as %q", id, text)
		}
	}
	if n := len(say.IDs()); n < 900 {
		t.Errorf("only %d messages", n)
	}
}

func TestEveryWordOfAListIsANamedConstant(t *testing.T) {
	words := map[string]bool{}
	for _, id := range say.IDs() { // the words of lists: list.word
		list, word, _ := strings.Cut(id.String(), ".")
		if slices.Contains([]string{"mark", "condition", "wear", "eyes", "read_by", "sky", "place", "kind", "finish",
			"coverage", "foundation",
			"binder_word", "attach", "act"}, list) {
			words[word] = true
		}
	}
	for _, r := range rules.All(say.English) {
		words[string(r.ID)] = true
	}
	for _, m := range method.All(say.English) {
		words[string(m.Key)] = true
		for _, o := range m.Options {
			words[string(o.ID)] = true
		}
	}
	for _, taken := range []string{"", "latex", "full", "open", "minor", "water", "oil", "powder", "face", "no",
		"yes", "n", "same", "none", "zones", "retinoid", "lips",
		"cloth", "mitt", "sponge", "sun", "lift", "kit", "wear", "separate", "rinse", "pad", "pads", "serum",
		"essence", "hands", "adhesive", "oil_free", "glasses", "jewellery", "moisturiser", "spray", "1", "x",
		"allergen", "presses"} {
		delete(words, taken) // words that are tags, slots, units or bases as well
	}
	for _, id := range say.IDs() { // slots are called by such words too
		for _, slot := range say.English.Slots(id) {
			delete(words, slot)
		}
	}
	for _, s := range sources(t) {
		tables := s.path == "rules/catalogue.go" || s.path == "lift/names.go" || strings.HasSuffix(s.path, "/words.go")
		if strings.HasPrefix(s.path, "figure/") || strings.HasPrefix(s.path, "say/") || tables {
			continue
		}
		ast.Inspect(s.file, func(n ast.Node) bool {
			switch x := n.(type) {
			case *ast.GenDecl:
				return x.Tok != token.CONST && x.Tok != token.IMPORT
			case *ast.Field:
				return false
			case *ast.BasicLit:
				if text, err := strconv.Unquote(x.Value); err == nil && x.Kind == token.STRING && words[text] {
					t.Errorf("%s: %q has a named constant", s.at(x), text)
				}
			}
			return true
		})
	}
	if len(words) < 200 {
		t.Errorf("only %d words", len(words))
	}
}
