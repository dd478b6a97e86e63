package main_test

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"urncloth/core/chair"
	"urncloth/core/plan"
	. "urncloth/core/testutil"
	"urncloth/core/testutil/streams"
	"urncloth/demo"
)

// node runs the core as a browser does: it reads plans and streams, and writes the sum of every document.
const node = `
import fs from 'node:fs'
import { createHash } from 'node:crypto'
const [runtime, core, input] = process.argv.slice(2)
await import(runtime)
const go = new Go()
const { instance } = await WebAssembly.instantiate(fs.readFileSync(core), go.importObject)
go.run(instance)
const { plans, streams } = JSON.parse(fs.readFileSync(input, 'utf8'))
const open = plans.map((p) => globalThis.urncloth.open(p).value)
const sums = streams.map((s) => {
  const said = globalThis.urncloth.at(open[s.plan], s.lines, undefined, false)
  return said.wrong ?? createHash('sha256').update(said.value).digest('hex')
})
console.log(JSON.stringify(sums))
process.exit(0)
`

func TestTheCoreOnTheDeviceSaysTheSameBytesAsTheServerOnTwoHundredStreams(t *testing.T) {
	if _, err := exec.LookPath("node"); err != nil {
		t.Fatal("node is needed: it builds the interface too")
	}
	dir := t.TempDir()
	build := exec.Command("go", "build", "-o", filepath.Join(dir, "core.wasm"), "urncloth/cmd/core")
	build.Env = append(os.Environ(), "GOOS=js", "GOARCH=wasm")
	if out, err := build.CombinedOutput(); err != nil {
		t.Fatalf("%v\n%s", err, out)
	}
	root, err := exec.Command("go", "env", "GOROOT").Output()
	if err != nil {
		t.Fatal(err)
	}
	type stream struct {
		Plan  int    `json:"plan"`
		Lines string `json:"lines"`
	}
	var in struct {
		Plans   []string `json:"plans"`
		Streams []stream `json:"streams"`
	}
	data, err := demo.Read()
	if err != nil {
		t.Fatal(err)
	}
	docs, err := data.Documents()
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(15, 4))
	for range 6 {
		docs = append(docs, *Stranger(t, r, docs[:6]))
	}
	var plans []*plan.Plan
	for i := range docs {
		plans = append(plans, plan.Make(&docs[i]))
		in.Plans = append(in.Plans, string(plans[i].JSON()))
	}
	for n := range 200 {
		k := n % len(plans)
		in.Streams = append(in.Streams, stream{k, strings.Join(streams.Lines(r, plans[k]), "\n")})
	}
	file := filepath.Join(dir, "in.json")
	if err := os.WriteFile(file, JSON(t, in), 0o600); err != nil {
		t.Fatal(err)
	}
	script := filepath.Join(dir, "core.mjs")
	if err := os.WriteFile(script, []byte(node), 0o600); err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("node", script, filepath.Join(strings.TrimSpace(string(root)), "lib/wasm/wasm_exec.js"),
		filepath.Join(dir, "core.wasm"), file)
	var errs bytes.Buffer
	cmd.Stderr = &errs
	out, err := cmd.Output()
	if err != nil {
		t.Fatalf("%v\n%.2000s", err, errs.String())
	}
	var sums []string
	if err := json.Unmarshal(out, &sums); err != nil || len(sums) != 200 {
		t.Fatalf("%v: %.200s", err, out)
	}
	for n, s := range in.Streams {
		events, fs := chair.ReadLines([]byte(s.Lines))
		if len(fs) > 0 {
			t.Fatal(fs)
		}
		kept, err := plan.ReadKept([]byte(in.Plans[s.Plan]), false)
		if err != nil {
			t.Fatal(err)
		}
		b, err := json.Marshal(chair.Open(kept).Bear(events, time.Time{}))
		if err != nil {
			t.Fatal(err)
		}
		if sum := sha256.Sum256(b); hex.EncodeToString(sum[:]) != sums[n] {
			t.Errorf("stream %d of plan %d: not the same bytes (%s)", n, s.Plan, sums[n])
		}
	}
}
