// Package rough handles the program as no well-meaning client would: requests made from the API's own description and
// then damaged, and documents damaged on their way to the command line.
package rough

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os/exec"
	"slices"
	"strings"

	"github.com/google/uuid"

	"urncloth/internal/web"
)

// Schema is as much of a schema of the API as it takes to make something of it.
type Schema struct {
	Ref        string             `json:"$ref"`
	Type       any                `json:"type"`
	Format     string             `json:"format"`
	Enum       []any              `json:"enum"`
	Required   []string           `json:"required"`
	Properties map[string]*Schema `json:"properties"`
	Items      *Schema            `json:"items"`
}

// Operation is one operation of the API.
type Operation struct {
	ID          string `json:"operationId"`
	Method      string `json:"-"`
	Path        string `json:"-"`
	RequestBody struct {
		Content map[string]struct {
			Schema *Schema `json:"schema"`
		} `json:"content"`
	} `json:"requestBody"`
}

// Schemas are the schemas of the API by name.
type Schemas map[string]*Schema

// Described is the operations of the API, by id, and its schemas, as it describes itself.
func Described() (list []Operation, schemas Schemas, err error) {
	text, err := web.OpenAPI()
	if err != nil {
		return nil, nil, err
	}
	var api struct {
		Paths      map[string]map[string]Operation
		Components struct{ Schemas Schemas }
	}
	if err := json.Unmarshal(text, &api); err != nil {
		return nil, nil, err
	}
	for path, methods := range api.Paths {
		for method, op := range methods {
			op.Method, op.Path = strings.ToUpper(method), path
			list = append(list, op)
		}
	}
	slices.SortFunc(list, func(a, b Operation) int { return strings.Compare(a.ID, b.ID) })
	return list, api.Components.Schemas, nil
}

// Body is the least that an operation asks for, nil where it takes no JSON.
func (all Schemas) Body(op Operation) any {
	content, is := op.RequestBody.Content["application/json"]
	if !is {
		return nil
	}
	return all.made(content.Schema, 0)
}

const deepest = 8

func (all Schemas) made(s *Schema, depth int) any {
	if s == nil || depth > deepest {
		return nil
	}
	if name, is := strings.CutPrefix(s.Ref, "#/components/schemas/"); is {
		return all.made(all[name], depth+1)
	}
	if len(s.Enum) > 0 {
		return s.Enum[0]
	}
	kind, _ := s.Type.(string)
	switch {
	case s.Format == "uuid":
		return uuid.NewString()
	case kind == "object":
		o := map[string]any{}
		for _, name := range s.Required {
			o[name] = all.made(s.Properties[name], depth+1)
		}
		return o
	case kind == "array":
		return []any{}
	case kind == "integer", kind == "number":
		return 1
	case kind == "boolean":
		return false
	}
	return "x"
}

var foreign = []string{"null", "-1", "1e309", `""`, "[]", "{}", "\x00", "é", "99999999999999999999", "\xff", `{"a":`}

// Damaged changes a few bytes of a text.
func Damaged(r *rand.Rand, text []byte) []byte {
	out := bytes.Clone(text)
	for range 1 + r.IntN(4) {
		if len(out) == 0 {
			return []byte("{")
		}
		at := r.IntN(len(out))
		switch r.IntN(5) {
		case 0:
			out[at] = byte(r.IntN(256))
		case 1:
			out = slices.Delete(out, at, min(len(out), at+1+r.IntN(8)))
		case 2:
			out = slices.Insert(out, at, []byte(foreign[r.IntN(len(foreign))])...)
		case 3:
			out = slices.Insert(out, at, bytes.Clone(out[at:min(len(out), at+1+r.IntN(20))])...)
		default:
			out[at] ^= 1 << r.IntN(8)
		}
	}
	return out
}

// Room is what requests may name: ids by the beginning of their path, and good bodies by operation.
type Room struct {
	URL    string
	Client *http.Client
	IDs    map[string]string
	Bodies map[string]any
}

// Path is an operation's path with the ids of the room.
func (m *Room) Path(op Operation) string {
	for prefix, id := range m.IDs {
		if rest, is := strings.CutPrefix(op.Path, prefix+"{id}"); is {
			return prefix + id + rest
		}
		if rest, is := strings.CutPrefix(op.Path, prefix+"{token}"); is {
			return prefix + id + rest
		}
	}
	return op.Path
}

// shuts is what would shut the door or take away what the others need.
func shuts(op Operation) bool {
	return slices.Contains([]string{"sign-in", "sign-out", "erase-client", "change-password", "save-safety",
		"stay-at-chair", "lock-chair", "unlock-chair"}, op.ID) ||
		strings.HasPrefix(op.Path, "/api/people")
}

// Requests sends damaged requests and returns those that were a fault of the server, and how many were sent.
func (m *Room) Requests(n int, seed uint64) (faults []string, sent int, err error) {
	list, all, err := Described()
	if err != nil {
		return nil, 0, err
	}
	r := rand.New(rand.NewPCG(seed, 1))
	for sent < n {
		op := list[r.IntN(len(list))]
		if shuts(op) {
			continue
		}
		body, said := m.Bodies[op.ID]
		if !said {
			body = all.Body(op)
		}
		var text []byte
		if table, is := body.(string); is {
			text = []byte(table)
		} else if body != nil {
			if text, err = json.Marshal(body); err != nil {
				return faults, sent, err
			}
		}
		path := m.Path(op)
		if r.IntN(4) == 0 {
			path += "?" + string(Damaged(r, []byte("q=a&on=2027-06-19&take=true&before=1")))
		}
		text = Damaged(r, text)
		req, err := http.NewRequest(op.Method, m.URL+path, bytes.NewReader(text))
		if err != nil {
			continue // no request that a client could send
		}
		req.Header.Set("Content-Type", "application/json")
		if strings.HasSuffix(op.Path, ".csv") {
			req.Header.Set("Content-Type", "text/csv")
		} else if strings.HasSuffix(op.Path, "/events") {
			req.Header.Set("Content-Type", "application/x-ndjson")
		}
		sent++
		res, err := m.Client.Do(req)
		if err != nil {
			continue // not one that goes over the wire
		}
		_, _ = io.Copy(io.Discard, res.Body)
		res.Body.Close()
		if res.StatusCode >= 500 && res.StatusCode != http.StatusServiceUnavailable {
			faults = append(faults, fmt.Sprintf("%d: %s %s %.300q", res.StatusCode, op.Method, path, text))
		}
	}
	return faults, sent, nil
}

// Documents gives damaged documents to a command, and returns those that it neither took nor refused as a person can
// act on: it exits with 0, or with 2 and says why.
func Documents(program string, args []string, good []byte, n int, seed uint64) (faults []string) {
	r := rand.New(rand.NewPCG(seed, 2))
	for range n {
		in := Damaged(r, good)
		cmd := exec.Command(program, args...)
		cmd.Env = append(cmd.Environ(), "URNCLOTH_AS_PROGRAM=1")
		var said bytes.Buffer
		cmd.Stdin, cmd.Stderr = bytes.NewReader(in), &said
		err := cmd.Run()
		code := cmd.ProcessState.ExitCode()
		if code != 0 && (code != 2 || said.Len() == 0 || bytes.Contains(said.Bytes(), []byte("goroutine"))) {
			faults = append(faults, fmt.Sprintf("%d, %v: %.200s: %.300q", code, err, said.String(), in))
		}
	}
	return faults
}
