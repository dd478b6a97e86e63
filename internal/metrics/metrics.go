// Package metrics counts what a server does, in the text format that scrapers of time series read.
package metrics

import (
	"net/http"
	"strconv"
	"time"

	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"
)

// Metrics is the counts of one server.
type Metrics struct {
	registry *prometheus.Registry
	requests *prometheus.HistogramVec
	plans    prometheus.Histogram
	events   *prometheus.CounterVec
}

// latencies and planning are the bounds of the histograms, in seconds.
var (
	latencies = []float64{.002, .005, .01, .02, .04, .1, .2, .5, 1, 2, 5, 15}
	planning  = []float64{.002, .005, .01, .02, .04, .1, .2, .5, 1, 2}
)

// New returns the counts of a server whose pools are as stats says.
func New(stats func() map[string]*pgxpool.Stat) *Metrics {
	m := &Metrics{
		registry: prometheus.NewRegistry(),
		requests: prometheus.NewHistogramVec(prometheus.HistogramOpts{Name: "urncloth_request_seconds",
			Help: "How long requests took, by method, route and status.", Buckets: latencies},
			[]string{"method", "route", "status"}),
		plans: prometheus.NewHistogram(prometheus.HistogramOpts{Name: "urncloth_plan_seconds",
			Help: "How long planning, trying and comparing took, once there was a hand for it.", Buckets: planning}),
		events: prometheus.NewCounterVec(prometheus.CounterOpts{Name: "urncloth_events_total",
			Help: "What happened that has to do with who may come in, by kind."}, []string{"kind"}),
	}
	m.registry.MustRegister(m.requests, m.plans, m.events, pools{stats},
		collectors.NewGoCollector(), collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}))
	return m
}

// Handler serves the counts.
func (m *Metrics) Handler() http.Handler {
	return promhttp.HandlerFor(m.registry, promhttp.HandlerOpts{})
}

// Request counts an answer. Route is the pattern, never the path: paths hold ids.
func (m *Metrics) Request(method, route string, status int, took time.Duration) {
	m.requests.WithLabelValues(method, route, strconv.Itoa(status)).Observe(took.Seconds())
}

// Planned counts a plan that was made.
func (m *Metrics) Planned(took time.Duration) { m.plans.Observe(took.Seconds()) }

// Happened counts something that has to do with who may come in.
func (m *Metrics) Happened(kind string) { m.events.WithLabelValues(kind).Inc() }

// pools tells how busy the pools of connections are when somebody asks.
type pools struct {
	stats func() map[string]*pgxpool.Stat
}

var (
	inUse = prometheus.NewDesc("urncloth_pool_connections", "Connections to the database, by pool and state.",
		[]string{"pool", "state"}, nil)
	waited = prometheus.NewDesc("urncloth_pool_waited_seconds_total", "Time waited for a connection, by pool.",
		[]string{"pool"}, nil)
)

// Describe is part of prometheus.Collector.
func (p pools) Describe(ch chan<- *prometheus.Desc) { ch <- inUse; ch <- waited }

// Collect is part of prometheus.Collector.
func (p pools) Collect(ch chan<- prometheus.Metric) {
	for name, s := range p.stats() {
		for state, n := range map[string]int32{"busy": s.AcquiredConns(), "idle": s.IdleConns(), "most": s.MaxConns()} {
			ch <- prometheus.MustNewConstMetric(inUse, prometheus.GaugeValue, float64(n), name, state)
		}
		ch <- prometheus.MustNewConstMetric(waited, prometheus.CounterValue, s.EmptyAcquireWaitTime().Seconds(), name)
	}
}
