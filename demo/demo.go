// Package demo holds the demo studio, Saltmarsh Row on the day of the Lantern Regatta, as data files. Every name,
// maker and place in it is invented.
package demo

import (
	"embed"
	"fmt"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/sitting"
)

//go:embed data/*.json
var data embed.FS

// The demo sign-in, shown in the terminal and on the demo's own sign-in page.
const (
	Email    = "mirrin@saltmarsh.example"
	Password = "lantern-regatta"
)

// Studio is the demo studio as its file has it.
type Studio struct {
	ID       string        `json:"id"`
	Name     string        `json:"name"`
	Timezone string        `json:"timezone"`
	Place    day.Place     `json:"place"`
	Method   method.Choice `json:"method"`
	People   []struct {
		Name  string `json:"name"`
		Email string `json:"email"`
		Role  string `json:"role"`
	} `json:"people"`
}

// Client is a client of the demo, by a key that its sittings use.
type Client struct {
	Key    string      `json:"key"`
	Notes  string      `json:"notes"`
	Record face.Client `json:"record"`
}

// Sitting is a sitting of the demo.
type Sitting struct {
	Client string    `json:"client"`
	Title  string    `json:"title"`
	Artist string    `json:"artist"`
	Look   look.Look `json:"look"`
	Day    day.Day   `json:"day"`
}

// Data is the whole demo.
type Data struct {
	Studio   Studio
	Kit      kit.Kit
	Clients  []Client
	Sittings []Sitting
}

// Read reads the demo's files as strictly as any other document.
func Read() (d Data, err error) {
	raw := func(name string) []byte {
		b, e := data.ReadFile("data/" + name + ".json")
		if e != nil && err == nil {
			err = e
		}
		return b
	}
	wrapped := []byte(fmt.Sprintf(`{"studio":%s,"kit":%s,"clients":%s,"sittings":%s}`, raw("studio"), raw("kit"),
		raw("clients"), raw("sittings")))
	if err != nil {
		return d, err
	}
	var all struct {
		Studio   Studio    `json:"studio"`
		Kit      kit.Kit   `json:"kit"`
		Clients  []Client  `json:"clients"`
		Sittings []Sitting `json:"sittings"`
	}
	if fs := doc.Read(wrapped, &all); len(fs) > 0 {
		return d, fs
	}
	return Data(all), nil
}

// Documents is the demo's sittings as documents, in order, for tests and benchmarks.
func (d Data) Documents() ([]sitting.Sitting, error) {
	byKey := map[string]face.Client{}
	for _, c := range d.Clients {
		byKey[c.Key] = c.Record
	}
	list := make([]sitting.Sitting, len(d.Sittings))
	for i, s := range d.Sittings {
		list[i] = sitting.Sitting{
			Format: sitting.Format,
			Client: byKey[s.Client],
			Look:   s.Look,
			Day:    s.Day,
			Method: d.Studio.Method,
			Kit:    d.Kit,
		}
		if fs := list[i].Check("", nil); len(fs) > 0 {
			return nil, fmt.Errorf("sitting of %s: %w", s.Client, fs)
		}
	}
	return list, nil
}
