// Package cut is a line to a server that can be cut and mended.
package cut

import (
	"io"
	"net"
	"sync"
)

// Line hands every connection on to a server, while it is whole.
type Line struct {
	l       net.Listener
	to      string
	mu      sync.Mutex
	severed bool
	open    map[net.Conn]bool
}

// New is a line to the server at an address.
func New(to string) (*Line, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return nil, err
	}
	c := &Line{l: l, to: to, open: map[net.Conn]bool{}}
	go c.serve()
	return c, nil
}

// Address is where the line begins.
func (c *Line) Address() string { return c.l.Addr().String() }

// Cut cuts the line: what goes over it breaks off, and nothing new comes through.
func (c *Line) Cut() {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.severed = true
	for conn := range c.open {
		conn.Close()
	}
	c.open = map[net.Conn]bool{}
}

// Mend makes it whole again, and leads it on to an address where one is given.
func (c *Line) Mend(to ...string) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.severed = false
	if len(to) > 0 {
		c.to = to[0]
	}
}

// Close ends it.
func (c *Line) Close() { c.l.Close(); c.Cut() }

func (c *Line) serve() {
	for {
		in, err := c.l.Accept()
		if err != nil {
			return
		}
		c.mu.Lock()
		cut, to := c.severed, c.to
		c.mu.Unlock()
		if cut {
			in.Close()
			continue
		}
		go c.through(in, to)
	}
}

func (c *Line) through(in net.Conn, to string) {
	defer in.Close()
	out, err := net.Dial("tcp", to)
	if err != nil {
		return
	}
	defer out.Close()
	c.mu.Lock()
	if c.severed {
		c.mu.Unlock()
		return
	}
	c.open[in], c.open[out] = true, true
	c.mu.Unlock()
	done := make(chan struct{}, 2)
	for _, way := range [][2]net.Conn{{in, out}, {out, in}} {
		go func() { _, _ = io.Copy(way[1], way[0]); done <- struct{}{} }()
	}
	<-done
	c.mu.Lock()
	delete(c.open, in)
	delete(c.open, out)
	c.mu.Unlock()
}
