// Mutate breaks the core on purpose, one small change at a time, and says which changes no test of the core notices.
// It flips comparisons and arithmetic, negates conditions, shifts constants and drops statements.
//
//	go run ./scripts/mutate [-sample n] [-seed s] [-jobs j] [package …]
//
// Packages are named as under core, all of them where none is named. A mutation is tried against its own package's
// tests first and, where those pass, against all of core's. Exit 1 when less was noticed than a package has to.
package main

import (
	"bytes"
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"
)

// needs is how many changes of a hundred have to be noticed in every package.
const needs = 90

// stages is what is tried one after the other: the package's own tests, whole plans, all of the core.
func stages(pkg string) [][]string {
	return [][]string{{"./core/" + pkg},
		{"-run", "VeryPlans|Catalogue|Unseen", "./core/plan", "./core/chair"}, {"./core/..."}}
}

// slow is how much longer tests may take than unbroken ones before they count as not ending: a test that is merely
// held up must not look as if it had noticed something.
const slow, slack = 4, time.Minute

// mutation is one change of one file.
type mutation struct {
	pkg, file string
	line      int
	from, to  int // offsets
	text      string
	what      string
}

// outcome is what the tests made of it.
type outcome int

const (
	noticed outcome = iota
	survived
	senseless // does not compile
)

func main() {
	count := flag.Bool("count", false, "only say how many there are")
	sample := flag.Int("sample", 0, "how many mutations of each package, 0 for all")
	seed := flag.Uint64("seed", 1, "of the sample")
	jobs := flag.Int("jobs", runtime.NumCPU(), "at once")
	flag.Parse()
	pkgs := flag.Args()
	if len(pkgs) == 0 {
		files, _ := filepath.Glob("core/*/*.go")
		for _, f := range files {
			p := filepath.Base(filepath.Dir(f))
			if p != "testutil" && !slices.Contains(pkgs, p) {
				pkgs = append(pkgs, p)
			}
		}
	}
	var list []mutation
	for _, p := range pkgs {
		list = append(list, drawn(p, *sample, *seed)...)
	}
	fmt.Printf("%d mutations in %s\n", len(list), strings.Join(pkgs, ", "))
	if *count {
		return
	}
	// Where tests fail as it is, every break would look noticed.
	from := time.Now()
	if out, err := exec.Command("go", "test", "-count=1", "-short", "./core/...").CombinedOutput(); err != nil {
		fmt.Fprintf(os.Stderr, "mutate: the tests fail before anything is broken\n%s", out)
		os.Exit(2)
	}
	limit = slow*time.Since(from) + slack
	if !report(pkgs, list, tried(list, *jobs)) {
		os.Exit(1)
	}
}

// drawn is the mutations of a package, or a sample of them.
func drawn(pkg string, sample int, seed uint64) []mutation {
	files, err := filepath.Glob(filepath.Join("core", pkg, "*.go"))
	if err != nil || len(files) == 0 {
		fmt.Fprintf(os.Stderr, "mutate: no package core/%s\n", pkg)
		os.Exit(2)
	}
	var all []mutation
	for _, f := range files {
		if !strings.HasSuffix(f, "_test.go") {
			all = append(all, mutations(pkg, f)...)
		}
	}
	if sample == 0 || sample >= len(all) {
		return all
	}
	r := rand.New(rand.NewPCG(seed, uint64(len(all))))
	r.Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	return all[:sample]
}

var flips = map[token.Token]token.Token{
	token.LSS:        token.LEQ,
	token.LEQ:        token.LSS,
	token.GTR:        token.GEQ,
	token.GEQ:        token.GTR,
	token.EQL:        token.NEQ,
	token.NEQ:        token.EQL,
	token.ADD:        token.SUB,
	token.SUB:        token.ADD,
	token.MUL:        token.QUO,
	token.QUO:        token.MUL,
	token.LAND:       token.LOR,
	token.LOR:        token.LAND,
	token.REM:        token.MUL,
	token.AND:        token.OR,
	token.OR:         token.AND,
	token.ADD_ASSIGN: token.SUB_ASSIGN,
	token.SUB_ASSIGN: token.ADD_ASSIGN,
	token.MUL_ASSIGN: token.QUO_ASSIGN,
	token.QUO_ASSIGN: token.MUL_ASSIGN,
	token.INC:        token.DEC,
	token.DEC:        token.INC,
}

// mutations lists every change of a file.
func mutations(pkg, path string) []mutation {
	src, err := os.ReadFile(path)
	if err != nil {
		panic(err)
	}
	set := token.NewFileSet()
	f, err := parser.ParseFile(set, path, src, 0)
	if err != nil {
		panic(err)
	}
	var list []mutation
	add := func(from, to token.Pos, text, what string) {
		p := set.Position(from)
		list = append(list, mutation{pkg, path, p.Line, p.Offset, set.Position(to).Offset, text, what})
	}
	flip := func(at token.Pos, op token.Token) {
		if other, known := flips[op]; known {
			add(at, at+token.Pos(len(op.String())), other.String(), fmt.Sprintf("%s for %s", other, op))
		}
	}
	drop := func(s ast.Stmt) {
		add(s.Pos(), s.End(), "", "dropped "+
			""+strings.TrimSpace(firstLine(src[set.Position(s.Pos()).Offset:set.Position(s.End()).Offset])))
	}
	ast.Inspect(f, func(n ast.Node) bool {
		switch x := n.(type) {
		case *ast.ImportSpec, *ast.ArrayType:
			return false
		case *ast.Field:
			return x.Tag == nil
		case *ast.CallExpr:
			if id, is := x.Fun.(*ast.Ident); is && id.Name == "panic" {
				return false
			}
		case *ast.BinaryExpr:
			flip(x.OpPos, x.Op)
		case *ast.AssignStmt:
			flip(x.TokPos, x.Tok)
			if x.Tok != token.DEFINE {
				drop(x)
			}
		case *ast.IncDecStmt:
			flip(x.TokPos, x.Tok)
		case *ast.ExprStmt:
			drop(x)
		case *ast.IfStmt:
			cond := string(src[set.Position(x.Cond.Pos()).Offset:set.Position(x.Cond.End()).Offset])
			add(x.Cond.Pos(), x.Cond.End(), "!("+cond+")", "condition negated")
		case *ast.BasicLit:
			switch x.Kind {
			case token.INT:
				if v, err := strconv.ParseInt(x.Value, 0, 64); err == nil {
					add(x.Pos(), x.End(), strconv.FormatInt(v+1, 10), fmt.Sprintf("%d for %s", v+1, x.Value))
				}
			case token.FLOAT:
				if v, err := strconv.ParseFloat(x.Value, 64); err == nil {
					add(x.Pos(), x.End(), strconv.FormatFloat(v*1.1+0.01, 'f', -1, 64), "a tenth more than "+x.Value)
				}
			}
		}
		return true
	})
	return list
}

func firstLine(b []byte) string {
	line, _, _ := bytes.Cut(b, []byte("\n"))
	return string(line)
}

// limit is how long the tests of a change may take.
var limit time.Duration

// tried runs the tests against every mutation, as many at once as the machine allows.
func tried(list []mutation, jobs int) []outcome {
	results := make([]outcome, len(list))
	next := make(chan int)
	var wait sync.WaitGroup
	var mu sync.Mutex
	done := 0
	for range jobs {
		wait.Go(func() {
			dir, err := os.MkdirTemp("", "mutate")
			if err != nil {
				panic(err)
			}
			defer os.RemoveAll(dir)
			for i := range next {
				results[i] = try(dir, list[i])
				mu.Lock()
				if results[i] == survived {
					fmt.Printf("survived  %s:%d: %s\n", list[i].file, list[i].line, list[i].what)
				}
				if done++; done%100 == 0 {
					fmt.Printf("  %d of %d\n", done, len(list))
				}
				mu.Unlock()
			}
		})
	}
	for i := range list {
		next <- i
	}
	close(next)
	wait.Wait()
	return results
}

// try lays the changed file over the tree and runs the tests. A test that does not end is one that noticed.
func try(dir string, m mutation) outcome {
	src, err := os.ReadFile(m.file)
	if err != nil {
		panic(err)
	}
	changed := filepath.Join(dir, "changed.go")
	text := slices.Concat(src[:m.from], []byte(m.text), src[m.to:])
	if err := os.WriteFile(changed, text, 0o644); err != nil {
		panic(err)
	}
	whole, err := filepath.Abs(m.file)
	if err != nil {
		panic(err)
	}
	laid, err := json.Marshal(map[string]map[string]string{"Replace": {whole: changed}})
	if err != nil {
		panic(err)
	}
	overlay := filepath.Join(dir, "overlay.json")
	if err := os.WriteFile(overlay, laid, 0o644); err != nil {
		panic(err)
	}
	for _, tests := range stages(m.pkg) {
		args := append([]string{"test", "-vet=off", "-short", "-failfast", "-timeout", limit.String()}, tests...)
		out, err := run(overlay, limit+slack, args...)
		if bytes.Contains(out, []byte("[build failed]")) || bytes.Contains(out, []byte("[setup failed]")) {
			return senseless
		}
		if err != nil {
			return noticed
		}
	}
	return survived
}

func run(overlay string, within time.Duration, args ...string) ([]byte, error) {
	ctx, cancel := context.WithTimeout(context.Background(), within)
	defer cancel()
	c := exec.CommandContext(ctx, "go", slices.Concat(args[:1], []string{"-overlay", overlay}, args[1:])...)
	c.Env = append(os.Environ(), "GOMAXPROCS=1")
	return c.CombinedOutput()
}

// report prints each package's share, and says whether all have what they must.
func report(pkgs []string, list []mutation, results []outcome) bool {
	well := true
	for _, p := range pkgs {
		var count [3]int
		for i, m := range list {
			if m.pkg == p {
				count[results[i]]++
			}
		}
		all := count[noticed] + count[survived]
		if all == 0 {
			continue
		}
		share, mark := 100*count[noticed]/all, ""
		if share < needs {
			well, mark = false, fmt.Sprintf(" (needs %d)", needs)
		}
		fmt.Printf("%-8s %3d %% of %d%s\n", p, share, all, mark)
	}
	return well
}
