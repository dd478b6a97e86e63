package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"time"

	"urncloth/core/plan"
	"urncloth/demo"
	"urncloth/e2e/rough"
	"urncloth/internal/app"
	"urncloth/internal/pgtest"
)

// How much rough handling there is.
const (
	damagedRequests  = 10_000
	damagedDocuments = 1_500
	kills            = 1_000
)

// requests sends damaged requests, and fails where one was a fault of the server.
func requests(root string) error {
	jar, err := cookiejar.New(nil)
	if err != nil {
		return err
	}
	client := &http.Client{Jar: jar, Timeout: 30 * time.Second}
	if err := call(client, "POST", root+"/api/session", map[string]string{"email": demo.Email,
		"password": demo.Password}, nil); err != nil {
		return err
	}
	var today app.Today
	var s app.Sitting
	var shelf []app.Shelved
	if err := call(client, "GET", root+"/api/today?on=2027-06-19", nil, &today); err != nil {
		return err
	}
	line := today.Sittings[0]
	if err := errors.Join(call(client, "GET", root+"/api/sittings/"+line.ID.String(), nil, &s),
		call(client, "GET", root+"/api/kit", nil, &shelf)); err != nil {
		return err
	}
	in := s.Plan.Sitting
	room := rough.Room{URL: root, Client: client, IDs: map[string]string{"/api/sittings/": line.ID.String(),
		"/api/clients/": line.ClientID.String(), "/api/kit/": shelf[0].Product.ID},
		Bodies: map[string]any{
			"save-sitting": app.SittingEdit{Version: s.Version, Client: in.Client, Look: in.Look, Day: in.Day},
			"save-client":  app.ClientEdit{Version: 1, Record: in.Client},
			"save-product": app.ProductEdit{Version: 1, Product: shelf[0].Product},
			"add-sitting": app.NewSitting{ClientID: line.ClientID, ChairAt: in.Day.ChairAt,
				BaseAt: in.Day.BaseAt},
			"take-kit": "id,name,kind\na,A,toner\n"}}
	start := time.Now()
	faults, sent, err := room.Requests(damagedRequests, uint64(start.UnixNano()))
	fmt.Printf("%d damaged requests in %s: %d were a fault of the server\n", sent,
		time.Since(start).Round(time.Second), len(faults))
	return errors.Join(err, failed(faults))
}

// documents gives damaged documents to the command line.
func documents() error {
	dir, err := os.MkdirTemp("", "urncloth-rough")
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	program := filepath.Join(dir, "urncloth")
	if out, err := exec.Command("go", "build", "-o", program, "./cmd/urncloth").CombinedOutput(); err != nil {
		return fmt.Errorf("%w: %s", err, out)
	}
	d, err := demo.Read()
	if err != nil {
		return err
	}
	docs, err := d.Documents()
	if err != nil {
		return err
	}
	in, err := json.Marshal(docs[0])
	if err != nil {
		return err
	}
	made, err := json.Marshal(plan.Make(&docs[0]))
	if err != nil {
		return err
	}
	seed := uint64(time.Now().UnixNano())
	faults := append(rough.Documents(program, []string{"plan", "-"}, in, damagedDocuments/2, seed),
		rough.Documents(program, []string{"check", "-"}, made, damagedDocuments/2, seed)...)
	fmt.Printf("%d damaged documents: %d neither taken nor refused\n", damagedDocuments, len(faults))
	return failed(faults)
}

// killed kills the database again and again under people's hands.
func killed() error {
	out, err := pgtest.Kills(context.Background(), kills)
	fmt.Printf("%d kills, %d writes acknowledged, %d lost, longest until one was again %s\n", out.Kills,
		out.Acknowledged, out.Lost, out.Longest.Round(time.Millisecond))
	if err == nil && out.Lost > 0 {
		err = errors.New("what was acknowledged was lost")
	}
	return err
}

// appends compares the rate at which events are kept with that of the database's own benchmark.
func appends() ([]ratio, error) {
	ours, theirs, err := pgtest.Appends(context.Background(), 5*time.Second)
	if err != nil {
		return nil, err
	}
	fmt.Printf("%.0f events kept a second, the database's own transaction %.0f\n", ours, theirs)
	return []ratio{{"events kept over the database's own", ours / theirs}}, nil
}

func failed(faults []string) error {
	if len(faults) == 0 {
		return nil
	}
	return errors.New(strings.Join(faults[:min(len(faults), 10)], "\n"))
}
