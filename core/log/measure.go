package log

import (
	"math"
	"slices"

	"urncloth/core/act"
	"urncloth/core/chair"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/num"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Seen is what one sitting says of one working figure: what its value would have been, for everything to come as it
// came.
type Seen struct {
	Key    string  `json:"key"`
	Client string  `json:"client"` // whose it was, by any name
	Value  float64 `json:"value"`
}

// Observe is what one sitting says of the working figures that checks measure. What the plan was reckoned by, the
// client's learned factors and the studio's own values, is taken into account: an observation speaks of the figure
// alone. It sees by the same rules as learning does.
func Observe(p *plan.Plan, events []chair.Event) (list []Seen) {
	r, _ := chair.Open(p).Recall(events)
	f := p.Foretold()
	o := &observer{p: p, f: f, r: r, seen: map[string][]float64{}}
	for z := range face.N {
		if feel, read := r.Feels[z]; read {
			o.feel(z, feel)
		}
		if wore, said := r.Wore[z]; said {
			o.shine(z, wore)
		}
	}
	least := leastPasses(f, r)
	for _, key := range doc.Keys(least) {
		kind, binder := cut(key)
		m, is := sitting.MeasuredBy(sitting.TakesKey(kind, binder))
		if is {
			o.add(m, o.learned(p.Sitting.Client.Learned.Lift, key)*least[key]*m.Scale(p.Sitting.Taken(kind, binder)))
		}
	}
	for _, key := range doc.Keys(o.seen) { // several zones of one grade are one face: they speak once
		m, _ := sitting.MeasuredBy(key)
		list = append(list, Seen{Key: key, Value: m.Value(middle(o.seen[key]))})
	}
	return list
}

// observer gathers what one sitting says, by key, each as a scale of the handbook's figure.
type observer struct {
	p    *plan.Plan
	f    *plan.Foretold
	r    *chair.Recalled
	seen map[string][]float64
}

func (o *observer) add(m sitting.Measured, scale float64) {
	if scale > 0 {
		o.seen[m.Key] = append(o.seen[m.Key], scale)
	}
}

// learned is the factor that a plan was reckoned with, 1 where it had none.
func (o *observer) learned(of map[string]float64, key string) float64 {
	if v, is := of[key]; is {
		return v
	}
	return 1
}

func (o *observer) zoned(of map[face.Zone]float64, z face.Zone) float64 {
	if v, is := of[z]; is {
		return v
	}
	return 1
}

// feel: what skin wanted is what it got, made more or less by the step that learning takes for that feel.
func (o *observer) feel(z face.Zone, feel chair.Feel) {
	laid := slices.ContainsFunc(o.r.Prep, func(s stack.Step) bool {
		return s.Act == act.Apply && kit.Kind(s.Kind).Moisturiser() && face.SetOf(s.Zones...).Has(z)
	})
	if !laid {
		return
	}
	oil := o.f.Case.Skin[z].Oil
	m, _ := sitting.MeasuredBy(sitting.LeanKey(oil))
	had := o.p.Sitting.LeanByOil(oil)
	more := o.f.Case.LeanMore(z) // for little water and mature skin, which this figure does not speak of
	wanted := (had+more)*o.zoned(o.p.Sitting.Client.Learned.Moisture, z)*(1+moister[feel]) - more
	o.add(m, m.Scale(max(wanted, figure.OwnLeastLean)))
}

// shine: oil came as many times as fast as it came sooner than planned.
func (o *observer) shine(z face.Zone, wore chair.Wore) {
	predicted, observed, says := shone(o.f, o.r, z, wore)
	if !says || observed <= 0 {
		return
	}
	oil := o.f.Case.Skin[z].Oil
	m, _ := sitting.MeasuredBy(sitting.SebumKey(oil))
	o.add(m, m.Scale(o.p.Sitting.Sebum(oil))*o.zoned(o.p.Sitting.Client.Learned.Sebum, z)*predicted/observed)
}

// middle is the geometric mean.
func middle(list []float64) float64 {
	var sum float64
	for _, v := range list {
		sum += num.Log(v)
	}
	return num.Exp(sum / float64(len(list)))
}

// Own is a studio's own value of a working figure beside the handbook's, with what it was seen from.
type Own struct {
	Key     string  `json:"key"`
	Name    string  `json:"name"`
	Unit    string  `json:"unit"`
	Book    float64 `json:"book"`
	Value   float64 `json:"value"`
	Low     float64 `json:"low" doc:"2.8 standard errors under the value, as five clients ask for"`
	High    float64 `json:"high"`
	Spread  float64 `json:"spread" doc:"between clients: a standard deviation is so many times the value, 1 for one"`
	Seen    int     `json:"seen"`
	Clients int     `json:"clients"`
	Enough  bool    `json:"enough" doc:"of so many observations and clients that it says something"`
	Differs bool    `json:"differs" doc:"enough, and the handbook's value lies outside low to high"`
}

// Estimate is what observations come to, figure by figure in the order of their keys. Each client speaks once, by the
// geometric mean of what was seen of them, so that a client who comes weekly is not the studio; the value is the
// geometric mean over clients. Shares are compared by the exponent of what they leave.
func Estimate(seen []Seen, l *say.Language) []Own {
	by := map[string]map[string][]float64{}
	count := map[string]int{}
	for _, s := range seen {
		m, is := sitting.MeasuredBy(s.Key)
		if !is {
			continue
		}
		if by[s.Key] == nil {
			by[s.Key] = map[string][]float64{}
		}
		by[s.Key][s.Client] = append(by[s.Key][s.Client], m.Scale(s.Value))
		count[s.Key]++
	}
	list := []Own{}
	for _, key := range doc.Keys(by) {
		m, _ := sitting.MeasuredBy(key)
		var logs []float64
		for _, client := range doc.Keys(by[key]) {
			logs = append(logs, num.Log(middle(by[key][client])))
		}
		mean, spread := spreadOf(logs)
		off := figure.OwnSure * spread / math.Sqrt(float64(len(logs)))
		o := Own{Key: key, Book: m.Book, Seen: count[key], Clients: len(logs), Spread: doc.Round(num.Exp(spread)),
			Value: doc.Round(m.Held(num.Exp(mean))), Low: doc.Round(m.Held(num.Exp(mean - off))),
			High: doc.Round(m.Held(num.Exp(mean + off)))}
		o.Name, o.Unit = named(m, l)
		o.Enough = o.Seen >= figure.OwnSeen && o.Clients >= figure.OwnClients
		o.Differs = o.Enough && (o.Book < o.Low || o.Book > o.High)
		list = append(list, o)
	}
	return list
}

// spreadOf is the mean of some numbers, and how far they lie around it.
func spreadOf(list []float64) (mean, spread float64) {
	for _, v := range list {
		mean += v / float64(len(list))
	}
	if len(list) < 2 {
		return mean, 0
	}
	for _, v := range list {
		off := v - mean
		spread += float64(off*off) / float64(len(list)-1)
	}
	return mean, math.Sqrt(spread)
}

// named is what a figure is called, and in what it is given.
func named(m sitting.Measured, l *say.Language) (name, unit string) {
	switch {
	case m.Takes():
		return l.Say(say.MeasuredTakes, "kind", say.Capital(l.Say(say.Word(kit.KindList, m.Kind))), "binder",
			say.Word(look.BinderList, m.Binder)), "share"
	case m.Key == sitting.LeanKey(m.Grade):
		return say.Capital(l.Say(say.MeasuredLean, "grade", m.Grade)), "times"
	}
	return say.Capital(l.Say(say.MeasuredSebum, "grade", m.Grade)), "µg/cm²/min"
}
