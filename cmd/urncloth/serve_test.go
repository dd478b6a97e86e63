package main

import (
	"bufio"
	"bytes"
	"crypto/tls"
	"crypto/x509"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"strings"
	"syscall"
	"testing"
	"time"

	"urncloth/demo"
)

// running is a server as its own process.
type running struct {
	t    *testing.T
	cmd  *exec.Cmd
	url  string
	data string
}

// folder is one that the user postgres may enter.
func folder(t *testing.T) string {
	t.Helper()
	dir, err := os.MkdirTemp("", "urncloth-serve")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(dir, 0o755); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { os.RemoveAll(dir) })
	return dir
}

func launched(t *testing.T, data string, args ...string) *running {
	t.Helper()
	cmd := exec.Command(os.Args[0], append([]string{"serve", "--address", "127.0.0.1:0", "--data", data}, args...)...)
	cmd.Env = append(os.Environ(), "URNCLOTH_AS_PROGRAM=1", "DATABASE_URL="+os.Getenv("URNCLOTH_TEST_DATABASE"))
	out, err := cmd.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	var log bytes.Buffer
	cmd.Stderr = &log
	if err := cmd.Start(); err != nil {
		t.Fatal(err)
	}
	r := &running{t: t, cmd: cmd, data: data}
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if _, url, is := strings.Cut(lines.Text(), "Urn Cloth is at "); is {
			r.url = url
		}
		if strings.HasPrefix(lines.Text(), "Ctrl-C") {
			break
		}
	}
	go func() { _, _ = io.Copy(io.Discard, out) }()
	if r.url == "" {
		t.Fatalf("does not serve: %s", log.String())
	}
	t.Cleanup(func() { _ = cmd.Process.Signal(syscall.SIGTERM); _ = cmd.Wait() })
	return r
}

// status is what a sign-in is answered with.
func (r *running) status(email, password string) int {
	r.t.Helper()
	body, _ := json.Marshal(map[string]string{"email": email, "password": password})
	res, err := http.Post(r.url+"/api/session", "application/json", bytes.NewReader(body))
	if err != nil {
		r.t.Fatal(err)
	}
	res.Body.Close()
	return res.StatusCode
}

const long = "wet slate under a green heron\n"

func TestCommandsWorkBesideAServerAndNeverStopIt(t *testing.T) {
	t.Setenv("DATABASE_URL", "")
	data := folder(t)
	first := launched(t, data, "--demo")
	second := launched(t, data)
	if out, errs, code := program(t, long, "studio", "--data", data, "--name", "Elder Yard", "--owner", "Ash",
		"--email", "Ash@Elder.Example"); code != 0 || !strings.Contains(out, "Added Elder Yard") {
		t.Errorf("studio: %d %s%s", code, out, errs)
	}
	if _, errs, code := program(t, "", "demo", "--data", data); code != 0 {
		t.Errorf("demo: %d %s", code, errs)
	}
	for _, r := range []*running{first, second} {
		if got := r.status("ash@elder.example", strings.TrimSpace(long)); got != 200 {
			t.Errorf("the new owner at %s: %d", r.url, got)
		}
	}
	_, errs, code := program(t, "", "serve", "--data", data, "--address", strings.TrimPrefix(first.url, "http://"))
	if code != 1 || !strings.Contains(errs, "already running") {
		t.Errorf("a second server at one address: %d %s", code, errs)
	}
	_ = first.cmd.Process.Signal(syscall.SIGTERM)
	_ = first.cmd.Wait()
	if got := second.status("ash@elder.example", strings.TrimSpace(long)); got != 200 {
		t.Errorf("after the first server has stopped: %d", got)
	}
}

func TestAnOwnerIsLetInAgainFromTheCommandLine(t *testing.T) {
	t.Setenv("DATABASE_URL", "")
	data := folder(t)
	if _, errs, code := program(t, long, "studio", "--data", data, "--name", "Elder Yard", "--owner", "Ash",
		"--email", "ash@elder.example"); code != 0 {
		t.Fatal(errs)
	}
	const other = "seven quiet barges past noon"
	for _, x := range []struct {
		in   string
		args []string
		code int
		says string
	}{
		{other, []string{"--studio", "Elder Yard", "--email", "ash@elder.example"}, 0, "Ash is an owner"},
		{other, []string{"--studio", "Nowhere", "--email", "ash@elder.example"}, 2, "none is called"},
		{other, []string{"--studio", "Elder Yard", "--email", "new@elder.example"}, 2, "name: "},
		{other, []string{"--studio", "Elder Yard", "--email", "new@elder.example", "--name", "Rowan"}, 0,
			"Rowan is an owner"},
		{"short", []string{"--studio", "Elder Yard", "--email", "ash@elder.example"}, 2, "password: needs at least 12"},
		{"passwordpassword", []string{"--studio", "Elder Yard", "--email", "ash@elder.example"}, 2, "guessed"},
		{"", []string{"--studio", "Elder Yard", "--email", "ash@elder.example"}, 2, "standard input"},
	} {
		out, errs, code := program(t, x.in, append([]string{"owner", "--data", data}, x.args...)...)
		if code != x.code || !strings.Contains(out+errs, x.says) {
			t.Errorf("%q %q: %d %s%s", x.in, x.args, code, out, errs)
		}
	}
	r := launched(t, data)
	for email, want := range map[string]int{"ash@elder.example": 200, "new@elder.example": 200} {
		if got := r.status(email, other); got != want {
			t.Errorf("%s: %d", email, got)
		}
	}
	if got := r.status("ash@elder.example", strings.TrimSpace(long)); got != 401 {
		t.Errorf("the password before: %d", got)
	}
}

func TestASlowBodyEndsOnTimeAndCountsAreServedApart(t *testing.T) {
	t.Setenv("DATABASE_URL", "")
	port := freePort(t)
	r := launched(t, folder(t), "--metrics", port)
	start := time.Now()
	slow, write := io.Pipe()
	go func() {
		for range 60 {
			if _, err := write.Write([]byte(" ")); err != nil {
				return
			}
			time.Sleep(500 * time.Millisecond)
		}
		write.Close()
	}()
	res, err := http.Post(r.url+"/api/session", "application/json", slow)
	if err == nil {
		res.Body.Close()
	}
	if took := time.Since(start); took > bodyWithin+5*time.Second || err == nil && res.StatusCode != 408 &&
		res.StatusCode != 400 {
		t.Errorf("a slow body takes %s: %v", took, err)
	}
	res, err = http.Get("http://" + port + "/metrics")
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	text, _ := io.ReadAll(res.Body)
	if !strings.Contains(string(text), "urncloth_pool_connections") {
		t.Errorf("%.200s", text)
	}
	if res, err := http.Get(r.url + "/metrics"); err == nil {
		res.Body.Close()
		if res.Header.Get("Content-Type") == "text/plain; version=0.0.4; charset=utf-8; escaping=underscores" {
			t.Error("counts are served to everybody")
		}
	}
}

func TestProxiesAreAddressesOrNetworks(t *testing.T) {
	if out, err := prefixes([]string{"10.0.0.7", "192.168.0.0/16", "::1"}); err != nil || fmt.Sprint(out) !=
		"[10.0.0.7/32 192.168.0.0/16 ::1/128]" {
		t.Errorf("%v, %v", out, err)
	}
	if _, err := prefixes([]string{"proxy.example"}); err == nil {
		t.Error("a name is taken for an address")
	}
}

// freePort is an address nobody listens on.
func freePort(t *testing.T) string {
	t.Helper()
	l, err := listen("127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer l.Close()
	return l.Addr().String()
}

func TestTabletsAreServedOverTLSWithACertificateMadeForTheLocalNetwork(t *testing.T) {
	dir := folder(t)
	out, errs, code := program(t, "", "certificate", "--for", "studio.local,127.0.0.1", "--out", dir)
	if code != 0 || errs != "" || !strings.Contains(out, "--tls-cert") {
		t.Fatalf("exit %d, %s%s", code, out, errs)
	}
	if info, err := os.Stat(dir + "/" + keyFile); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("the key can be read by others: %v %v", info, err)
	}
	r := launched(t, folder(t), "--demo", "--tls-cert", dir+"/"+ownFile, "--tls-key", dir+"/"+keyFile)
	if !strings.HasPrefix(r.url, "https://") {
		t.Fatal(r.url)
	}
	pem, err := os.ReadFile(dir + "/" + authorityFile)
	if err != nil {
		t.Fatal(err)
	}
	pool := x509.NewCertPool()
	pool.AppendCertsFromPEM(pem)
	trusting := &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: pool}}}
	res, err := trusting.Post(r.url+"/api/session", "application/json",
		strings.NewReader(`{"email": "`+demo.Email+`", "password": "`+demo.Password+`"}`))
	if err != nil || res.StatusCode != http.StatusOK || !strings.Contains(res.Header.Get("Set-Cookie"), "Secure") {
		t.Errorf("%v, %+v", err, res)
	}
	if _, err := http.Get(r.url); err == nil {
		t.Error("a device that was not told to trust it takes it")
	}
	for _, args := range [][]string{{"--tls-cert", dir + "/" + ownFile}, {"--tls-cert", dir + "/none",
		"--tls-key", dir + "/" + keyFile},
		{"--tls-cert", dir + "/" + authorityFile, "--tls-key", dir + "/" + keyFile}} {
		if _, errs, code := program(t, "", append([]string{"serve", "--address", "127.0.0.1:0", "--data", dir},
			args...)...); code !=
			exitBadInput || !strings.Contains(errs, "certificate") {
			t.Errorf("%v: exit %d, %s", args, code, errs)
		}
	}
	if _, errs, code := program(t, "", "certificate"); code != exitBadInput || !strings.Contains(errs, "--for") {
		t.Errorf("for nobody: exit %d, %s", code, errs)
	}
}
