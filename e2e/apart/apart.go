// Package apart has two devices work at one sitting while the servers behind them are killed and the lines to them cut.
package apart

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"net/http/cookiejar"
	"strings"
	"sync"
	"time"

	"urncloth/demo"
	"urncloth/e2e/cut"
)

// Server is a running server and how it is killed.
type Server struct {
	URL  string
	Kill func()
}

// Outcome is what came of it: how much was disturbed, recorded and acknowledged, and what of it is lost or there twice.
type Outcome struct {
	Kills, Cuts               int
	Recorded, Acknowledged    int
	Kept, Lost, Twice, Unsent int
	Longest                   time.Duration // from a disturbance until something was acknowledged again
}

// device keeps what it records until a server has acknowledged it.
type device struct {
	name   string
	client *http.Client
	line   *cut.Line
	queue  []string
	acked  map[string]bool
	all    []string
	mu     sync.Mutex
}

const patience = 30 * time.Second // for everything to be sent at the end

// Run starts two servers and lets two devices record while they are disturbed so many times.
func Run(ctx context.Context, launch func() (Server, error), times int, seed uint64) (out Outcome, err error) {
	r := rand.New(rand.NewPCG(seed, 1))
	servers := make([]Server, 2)
	devices := make([]*device, 2)
	for i := range servers {
		if servers[i], err = launch(); err != nil {
			return out, err
		}
		defer func() { servers[i].Kill() }()
		if devices[i], err = arrive(fmt.Sprint("device-", i), servers[i].URL); err != nil {
			return out, err
		}
		defer devices[i].line.Close()
	}
	sitting, err := devices[0].sitting()
	if err != nil {
		return out, err
	}
	work, stop := context.WithCancel(ctx)
	var wg sync.WaitGroup
	for _, d := range devices {
		wg.Go(func() { d.work(work, sitting) })
	}
	for range times {
		i := r.IntN(2)
		before, from := devices[i].known(), time.Now()
		if r.IntN(5) == 0 {
			servers[i].Kill()
			if servers[i], err = launch(); err != nil {
				stop()
				return out, err
			}
			devices[i].line.Mend(strings.TrimPrefix(servers[i].URL, "http://"))
			out.Kills++
		} else {
			devices[i].line.Cut()
			time.Sleep(time.Duration(r.IntN(60)) * time.Millisecond)
			devices[i].line.Mend()
			out.Cuts++
		}
		for devices[i].known() <= before && time.Since(from) < patience {
			time.Sleep(2 * time.Millisecond)
		}
		out.Longest = max(out.Longest, time.Since(from))
	}
	stop()
	wg.Wait()
	return out, out.judge(devices, sitting)
}

// judge sends what is still queued and compares what is kept with what was recorded.
func (out *Outcome) judge(devices []*device, sitting string) error {
	var all []string
	for _, d := range devices {
		for end := time.Now().Add(patience); len(d.queue) > 0 && time.Now().Before(end); {
			if d.send(sitting) != nil {
				time.Sleep(20 * time.Millisecond)
			}
		}
		out.Recorded, out.Acknowledged, out.Unsent = out.Recorded+len(d.all), out.Acknowledged+len(d.acked),
			out.Unsent+len(d.queue)
		all = append(all, d.all...)
	}
	for i, d := range devices { // both servers tell the same
		ids, err := d.kept(sitting)
		if err != nil {
			return err
		}
		there := map[string]int{}
		for _, id := range ids {
			there[id]++
		}
		for _, id := range all {
			switch n := there[id]; {
			case n == 0:
				out.Lost++
			case n > 1:
				out.Twice++
			}
		}
		if i == 0 {
			out.Kept = len(ids)
		} else if len(ids) != out.Kept {
			return fmt.Errorf("apart: one server tells of %d events, the other of %d", out.Kept, len(ids))
		}
	}
	return nil
}

// arrive signs in over a line of the device's own.
func arrive(name, url string) (*device, error) {
	line, err := cut.New(strings.TrimPrefix(url, "http://"))
	if err != nil {
		return nil, err
	}
	jar, err := cookiejar.New(nil)
	if err != nil {
		return nil, err
	}
	d := &device{name: name, line: line, acked: map[string]bool{},
		client: &http.Client{Jar: jar, Timeout: 5 * time.Second}}
	body, err := json.Marshal(map[string]string{"email": demo.Email, "password": demo.Password})
	if err != nil {
		return nil, err
	}
	_, err = d.ask(http.MethodPost, "/api/session", "application/json", body)
	return d, err
}

// ask sends one request and gives the answer's body.
func (d *device) ask(method, path, kind string, body []byte) ([]byte, error) {
	r, err := http.NewRequest(method, "http://"+d.line.Address()+path, bytes.NewReader(body))
	if err != nil {
		return nil, err
	}
	r.Header.Set("Content-Type", kind)
	res, err := d.client.Do(r)
	if err != nil {
		return nil, err
	}
	defer res.Body.Close()
	answer, err := io.ReadAll(res.Body)
	if err == nil && res.StatusCode >= http.StatusBadRequest {
		err = fmt.Errorf("apart: %s %s: %d %.200s", method, path, res.StatusCode, answer)
	}
	return answer, err
}

func (d *device) sitting() (id string, err error) {
	body, err := d.ask(http.MethodGet, "/api/today?on=2027-06-19", "application/json", nil)
	if err != nil {
		return "", err
	}
	var today struct {
		Sittings []struct {
			ID string `json:"id"`
		} `json:"sittings"`
	}
	if err := json.Unmarshal(body, &today); err != nil || len(today.Sittings) == 0 {
		return "", errors.Join(err, errors.New("apart: no sitting"))
	}
	return today.Sittings[0].ID, nil
}

// work records one event after the other, and sends what is queued whenever it can.
func (d *device) work(ctx context.Context, sitting string) {
	for n := 0; ctx.Err() == nil; n++ {
		id := fmt.Sprintf("%s-%d", d.name, n)
		line := fmt.Sprintf(`{"id": %q, "device": %q, "seq": %d, "at": "2027-06-19T09:%02d:%02d", `+
			`"kind": "note", "text": "%d"}`, id, d.name, n, n/60%60, n%60, n)
		d.mu.Lock()
		d.queue, d.all = append(d.queue, line), append(d.all, id)
		d.mu.Unlock()
		_ = d.send(sitting)
		time.Sleep(3 * time.Millisecond)
	}
}

// send sends all that is queued; what is acknowledged leaves the queue.
func (d *device) send(sitting string) error {
	d.mu.Lock()
	sent := append([]string{}, d.queue...)
	d.mu.Unlock()
	if len(sent) == 0 {
		return nil
	}
	_, err := d.ask(http.MethodPost, "/api/sittings/"+sitting+"/events", "application/x-ndjson",
		[]byte(strings.Join(sent, "\n")))
	if err != nil {
		return err
	}
	d.mu.Lock()
	defer d.mu.Unlock()
	for _, line := range sent {
		var e struct {
			ID string `json:"id"`
		}
		if json.Unmarshal([]byte(line), &e) == nil {
			d.acked[e.ID] = true
		}
	}
	d.queue = d.queue[len(sent):]
	return nil
}

func (d *device) known() int {
	d.mu.Lock()
	defer d.mu.Unlock()
	return len(d.acked)
}

// kept is the ids of all events that the server tells of.
func (d *device) kept(sitting string) (ids []string, err error) {
	body, err := d.ask(http.MethodGet, "/api/sittings/"+sitting+"/events", "application/json", nil)
	if err != nil {
		return nil, err
	}
	var out struct {
		Events []struct {
			ID string `json:"id"`
		} `json:"events"`
	}
	err = json.Unmarshal(body, &out)
	for _, e := range out.Events {
		ids = append(ids, e.ID)
	}
	return ids, err
}
