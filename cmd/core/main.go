//go:build js && wasm

// Command core is the core as a browser runs it, in a worker: plans are followed on the device by the very code that
// the server runs. It puts one object, urncloth, into the global scope.
package main

import (
	"bytes"
	"encoding/json"
	"runtime/debug"
	"strings"
	"syscall/js"
	"time"

	"urncloth/core/chair"
	"urncloth/core/doc"
	"urncloth/core/plan"
)

// followed is a plan that is open, the events that were read of it, by their lines, and the last whole document.
type followed struct {
	*chair.Chair
	loc  *time.Location
	read map[string]chair.Event
	last *chair.Document
}

var open = map[int]*followed{}

// collectAt is from how many percent of garbage on it is collected: as in the server, time is dearer than memory.
const collectAt = 400

func main() {
	debug.SetGCPercent(collectAt)
	js.Global().Set("urncloth", js.ValueOf(map[string]any{
		"open":  js.FuncOf(opened),
		"at":    js.FuncOf(at),
		"close": js.FuncOf(func(_ js.Value, args []js.Value) any { delete(open, args[0].Int()); return nil }),
	}))
	select {}
}

// answer is what each call gives: a value, or what is wrong.
func answer(value any, fs doc.Faults) any {
	if len(fs) > 0 {
		return map[string]any{"wrong": fs.Error()}
	}
	return map[string]any{"value": value}
}

// opened reads a kept plan and gives the number by which it is asked: open(plan) → {value: number}.
func opened(_ js.Value, args []js.Value) any {
	p, err := plan.ReadKept([]byte(args[0].String()), false)
	if err != nil {
		return map[string]any{"wrong": err.Error()}
	}
	f := &followed{Chair: chair.Open(p), read: map[string]chair.Event{}}
	f.loc, _ = p.Sitting.Day.Zone()
	n := len(open) + 1
	for open[n] != nil {
		n++
	}
	open[n] = f
	return answer(n, nil)
}

// at says where the sitting stands after some events, one a line, as the document of the server: at(number, lines,
// milliseconds, quickly) → {value: JSON}. Quickly, only the part that is worked at is planned anew.
func at(_ js.Value, args []js.Value) any {
	f := open[args[0].Int()]
	events, fs := f.events(args[1].String())
	if len(fs) > 0 {
		return answer(nil, fs)
	}
	moment := time.Time{}
	if args[2].Type() == js.TypeNumber {
		moment = time.UnixMilli(int64(args[2].Float())).Truncate(time.Second)
	}
	var d *chair.Document
	if args[3].Truthy() && f.last != nil {
		d = f.Quickly(events, moment, f.last)
	} else {
		d = f.Bear(events, moment)
		f.last = d
	}
	b, err := json.Marshal(d)
	if err != nil {
		return map[string]any{"wrong": err.Error()}
	}
	return answer(string(bytes.TrimSpace(b)), nil)
}

// events reads lines, each once.
func (f *followed) events(lines string) (list []chair.Event, fs doc.Faults) {
	for line := range strings.SplitSeq(lines, "\n") {
		if line == "" {
			continue
		}
		e, known := f.read[line]
		if !known {
			if e, fs = chair.ReadEvent([]byte(line), ""); len(fs) > 0 {
				return nil, fs
			}
			f.read[line] = e
		}
		list = append(list, e)
	}
	return list, nil
}
