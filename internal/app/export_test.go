package app

import (
	"github.com/google/uuid"
	"golang.org/x/time/rate"
)

// Pace lets tests see what comes of asking for too much without asking for it.
func Pace(aSecond float64, atOnce int) {
	shared.mu.Lock()
	defer shared.mu.Unlock()
	shared.people = map[uuid.UUID]*rate.Limiter{}
	shared.pace, shared.burst = rate.Limit(aSecond), atOnce
}

// The pace that people have.
const (
	AsksASecond = asksASecond
	AsksAtOnce  = asksAtOnce
)
