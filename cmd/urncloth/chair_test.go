package main

import (
	"flag"
	"syscall"
	"testing"

	"urncloth/e2e/apart"
)

// ends is how often a server is killed or a line cut; make bench asks for a thousand.
var ends = flag.Int("ends", 50, "kills and cuts while two devices record")

func TestTwoServersServeTwoDevicesOfOneSittingAndNothingIsLostThroughFiftyKillsAndCuts(t *testing.T) {
	data := folder(t)
	launch := func() (apart.Server, error) {
		r := launched(t, data, "--demo")
		return apart.Server{URL: r.url,
			Kill: func() { _ = r.cmd.Process.Signal(syscall.SIGKILL); _ = r.cmd.Wait() }}, nil
	}
	out, err := apart.Run(t.Context(), launch, *ends, 1)
	t.Logf("%+v", out)
	if err != nil || out.Kills < *ends/10 || out.Cuts < *ends/2 || out.Lost > 0 || out.Twice > 0 || out.Unsent > 0 ||
		out.Kept != out.Recorded || out.Acknowledged != out.Recorded || out.Recorded < 4**ends {
		t.Errorf("%+v, %v", out, err)
	}
}
