package chair

import (
	"bytes"
	"encoding/json"
	"slices"
	"strings"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/plan"
	"urncloth/core/prep"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
)

// Format is the name and version of the document.
const Format = "urncloth.chair/1"

// Now is the step that runs, "" where none does, and how many seconds of it are left.
type Now struct {
	Step  string `json:"step"`
	State State  `json:"state"`
	LeftS int    `json:"left_s"`
}

// Step is how one step of the plan stands. Times are there once it has begun or is over.
type Step struct {
	ID      string     `json:"id"`
	Part    plan.Part  `json:"part"`
	State   State      `json:"state"`
	Name    string     `json:"name"` // its product, or what is done
	Started *day.Local `json:"started,omitempty"`
	Ended   *day.Local `json:"ended,omitempty"`
	Product string     `json:"product"`
	Grams   doc.Num    `json:"grams"`
	Reason  string     `json:"reason,omitempty"`
	Assumed bool       `json:"assumed,omitempty"` // nobody said that it was done
	LeftS   int        `json:"left_s,omitempty"`  // where it runs or is held
	OverS   int        `json:"over_s,omitempty"`  // how long it goes on beyond its time
}

// Setting is a zone whose topmost film is not set yet.
type Setting struct {
	Zone  face.Zone `json:"zone"`
	Until day.Local `json:"until"`
}

// GaveUp is one thing that the plan leaves out from here for want of time.
type GaveUp struct {
	Part plan.Part `json:"part"`
	What string    `json:"what"`
	Say  string    `json:"say"`
}

// Ask is a step that could be left out too, at the price of what it says: the program leaves it to the artist.
type Ask struct {
	Step   string     `json:"step"`
	SavesS int        `json:"saves_s"`
	Rules  []rules.ID `json:"rules"`
	Say    string     `json:"say"`
}

// Used is what was taken of one product: grams, or pieces.
type Used struct {
	Product string  `json:"product"`
	Grams   doc.Num `json:"grams"`
	Count   int     `json:"count"`
}

// Log is what of the sitting outlives it.
type Log struct {
	Used  []Used  `json:"used"`
	Stung []Stung `json:"stung"`
}

// Document is where a sitting stands at a moment.
type Document struct {
	Format  string     `json:"format"`
	At      day.Local  `json:"at"`
	Part    plan.Part  `json:"part"` // which is worked at
	Now     Now        `json:"now"`
	Next    string     `json:"next"`
	While   []string   `json:"meanwhile"` // steps for which skin is ready while the next one waits
	SlackS  int        `json:"slack_s"`
	Steps   []Step     `json:"steps"`
	Setting []Setting  `json:"setting"`
	Plan    *plan.Plan `json:"plan"`
	GaveUp  []GaveUp   `json:"gave_up"`
	Asks    []Ask      `json:"asks"`
	Says    []string   `json:"says"`
	Log     Log        `json:"log"`
}

// Quickly is Bear where the parts after the one that is worked at are those of a document of before: what is shown
// until they have been planned anew too.
func (c *Chair) Quickly(events []Event, moment time.Time, before *Document) *Document {
	f, _ := c.fold(events, moment)
	f.last = before
	return f.document(moment)
}

// At is where the sitting stands after some events, at a moment; the zero moment is that of the last event. Events
// after the moment have not happened. What cannot be followed is a fault that names the event by its place in the list.
func (c *Chair) At(events []Event, moment time.Time) (*Document, doc.Faults) {
	f, fs := c.fold(events, moment)
	if len(fs) > 0 {
		return nil, fs
	}
	return f.document(moment), nil
}

// Bear is At for events that were recorded already: what cannot be followed is left out and said, never refused.
func (c *Chair) Bear(events []Event, moment time.Time) *Document {
	f, fs := c.fold(events, moment)
	for _, wrong := range fs {
		f.says = append(f.says, f.words.Say(say.NotInPlan, "what", wrong.Words(f.words)))
	}
	return f.document(moment)
}

// fold lets events happen in the order in which they did.
func (c *Chair) fold(events []Event, moment time.Time) (*fold, doc.Faults) {
	list := c.until(c.sorted(events), moment)
	gone := void(list)
	known, spoken := map[string]bool{}, map[string]bool{}
	for i := range list {
		known[list[i].ID] = true
		spoken[list[i].Step] = spoken[list[i].Step] || !gone[list[i].ID]
	}
	f, from := c.resume(list, spoken)
	fs := slices.Clone(f.wrong)
	for i := from; i < len(list); i++ {
		e := &list[i]
		switch {
		case e.Kind == Undo && !known[e.Of]:
			f.says = append(f.says, f.words.Say(say.NoSuch))
		case e.Kind == Undo, gone[e.ID]:
			if at, ok := e.At.In(c.loc); ok {
				f.at = at
			}
		default:
			for _, wrong := range f.take(e) {
				wrong.Path = joined(c.place(events, e), wrong.Path)
				fs = append(fs, wrong)
			}
		}
	}
	f.wrong = fs
	c.keep(f, list)
	return f, fs
}

// until is the events up to a moment: what comes after has not happened.
func (c *Chair) until(list []Event, moment time.Time) []Event {
	if moment.IsZero() {
		return list
	}
	return slices.DeleteFunc(list, func(e Event) bool {
		at, _ := e.At.In(c.loc)
		return at.After(moment)
	})
}

// place is where an event came in.
func (c *Chair) place(events []Event, e *Event) string {
	i := slices.IndexFunc(events, func(o Event) bool { return o.ID == e.ID })
	if n := events[i].number; n != "" {
		return n
	}
	return e.ID
}

// document writes where the sitting stands.
func (f *fold) document(moment time.Time) *Document {
	at := f.at
	if !moment.IsZero() {
		at = moment
	}
	at = at.In(f.loc)
	f.takeOver(at)
	p := f.shown(at)
	d := &Document{Format: Format, At: day.Wall(at), Now: Now{State: Waiting}, Steps: []Step{}, Setting: []Setting{},
		Plan: p, GaveUp: []GaveUp{}, Asks: []Ask{}, Says: []string{}, While: []string{}}
	f.list(d, p, at)
	f.setting(d, p, at)
	f.meanwhile(d, p, at)
	d.SlackS = f.slack(p)
	f.givenUp(d, p)
	d.Part = f.current
	d.Says = append(d.Says, f.says...)
	if d.Next == "" && d.Now.Step == "" {
		d.Says = append(d.Says, f.words.Say(say.AllDone))
	}
	d.Log = f.log()
	return d
}

// takeOver lets the part that is worked at be the next one once nothing of it is ahead.
func (f *fold) takeOver(at time.Time) {
	for parted(f.current) < len(plan.Parts())-1 {
		open := false
		for _, id := range f.order {
			p := f.steps[id]
			open = open || p.part == f.current && !p.over()
		}
		if open {
			return
		}
		f.current = plan.Parts()[parted(f.current)+1]
	}
}

// list writes every step of the plan as it stands, and what is now and next.
func (f *fold) list(d *Document, p *plan.Plan, at time.Time) {
	for _, part := range plan.Parts() {
		for _, s := range p.StepsOf(part) {
			f.line(d, part, s, at)
		}
		if part == plan.TouchUps {
			for _, u := range p.Wear.TouchUps {
				for _, s := range u.Steps {
					f.line(d, part, ofTouchUp(s, u.At), at)
				}
			}
		}
		for _, id := range f.order { // what was left out stands in no plan any more
			if q := f.steps[id]; q.part == part && q.state == Skipped {
				d.Steps = append(d.Steps, Step{ID: id, Part: part, State: Skipped, Name: f.title(&q.step),
					Product: q.uses(), Reason: q.reason})
			}
		}
	}
}

// line writes one step as it stands. Of several that run the one that began last is now.
func (f *fold) line(d *Document, part plan.Part, s stack.Step, at time.Time) {
	q := f.steps[s.ID]
	line := Step{ID: s.ID, Part: part, State: Waiting, Name: f.title(&s), Product: s.Product, Grams: s.Grams}
	if q != nil {
		f.fill(&line, q, &s, at)
		if q.runs() && (d.Now.Step == "" || !q.started.Before(f.steps[d.Now.Step].started)) {
			d.Now = Now{s.ID, q.state, line.LeftS}
		}
	}
	if line.State == Waiting && d.Next == "" && parted(part) >= parted(f.current) {
		d.Next = s.ID
	}
	d.Steps = append(d.Steps, line)
}

// runs reports whether a step has begun and is not over.
func (p *progress) runs() bool { return p.state == Running || p.state == Held }

// fill writes what is known of a step that somebody spoke of.
func (f *fold) fill(line *Step, q *progress, s *stack.Step, at time.Time) {
	line.State, line.Assumed, line.Reason = q.state, q.assumed, q.reason
	if q.state == Waiting {
		return
	}
	started := day.Wall(q.started.In(f.loc))
	line.Started = &started
	switch q.state {
	case Running, Held:
		left := int(q.left(at).Seconds())
		line.LeftS, line.OverS = max(0, left), max(0, -left)
	case Finish:
		ended := day.Wall(q.ended.In(f.loc))
		line.Ended = &ended
		if s.SetS > 0 && q.part != plan.TouchUps && q.ended.Add(time.Duration(s.SetS)*time.Second).After(at) {
			line.State = Sets
		}
	}
}

// setting writes the zones whose topmost film is not set yet.
func (f *fold) setting(d *Document, p *plan.Plan, at time.Time) {
	var until [face.N]time.Time
	for _, part := range plan.Parts() {
		for _, s := range p.StepsOf(part) {
			q := f.steps[s.ID]
			if q == nil || q.state != Finish || s.SetS == 0 {
				continue
			}
			for _, z := range s.Zones {
				until[z] = later(until[z], q.ended.Add(time.Duration(s.SetS)*time.Second))
			}
		}
	}
	for z := range face.N {
		if until[z].After(at) {
			d.Setting = append(d.Setting, Setting{z, day.Wall(until[z].In(f.loc))})
		}
	}
}

// meanwhile writes the steps that hands may go on with while the next one waits for its skin: those on zones that have
// set, and that no earlier step is to go on first.
func (f *fold) meanwhile(d *Document, p *plan.Plan, at time.Time) {
	var wet, before face.Set
	for _, s := range d.Setting {
		wet |= face.SetOf(s.Zone)
	}
	for _, s := range p.StepsOf(f.current) {
		if q := f.steps[s.ID]; q != nil && q.state != Waiting {
			continue
		}
		start, _ := s.Start.In(f.loc)
		zones := face.SetOf(s.Zones...)
		switch {
		case s.ID == d.Next && !start.After(at):
			return
		case s.ID != d.Next && zones != 0 && zones&(wet|before) == 0 && !slices.Contains(stack.Exempt, s.Act):
			d.While = append(d.While, s.ID)
		}
		before |= zones
	}
}

// slack is the seconds in hand: before base what prep leaves, then what removal leaves where it is bound.
func (f *fold) slack(p *plan.Plan) int {
	if by, said := p.Sitting.Day.LiftBy.In(f.loc); parted(f.current) >= parted(plan.Removal) && said &&
		!p.Sitting.Day.LiftBy.IsZero() {
		end := time.Time{}
		c := f.open()
		for i := range p.Lift.Steps {
			end = later(end, stack.Ends(c, &p.Lift.Steps[i]))
		}
		return int(by.Sub(end).Seconds())
	}
	return p.Prep.SlackS
}

// givenUp writes what the plan leaves out from here, what came back, and what could be left out at a price.
func (f *fold) givenUp(d *Document, p *plan.Plan) {
	if f.current == plan.Prep {
		for _, g := range p.Prep.GaveUp {
			d.GaveUp = append(d.GaveUp, GaveUp{plan.Prep, g.What, g.Say})
		}
		if back := f.back(p); len(back) > 0 {
			d.Says = append(d.Says, f.words.Say(say.ComesBack, "what", f.words.List(back)))
		}
		if p.Prep.SlackS < 0 {
			d.Says = append(d.Says, f.words.Say(say.Missing, "time", stack.Minutes(f.words, -p.Prep.SlackS), "ready",
				p.Prep.ReadyAt.Clock()))
			d.Asks = f.asks(p)
		}
	}
	for _, what := range p.Lift.GaveUp {
		if parted(f.current) <= parted(plan.Removal) {
			d.GaveUp = append(d.GaveUp, GaveUp{plan.Removal, what, what})
		}
	}
	if behind := f.behind(d); len(behind) > 0 && len(d.GaveUp) == 0 {
		d.Says = append(d.Says, f.words.Say(say.LeftBehind, "what", f.words.List(behind)))
	}
}

// back is what the plan gave up and gives up no more.
func (f *fold) back(p *plan.Plan) (what []string) {
	if !f.byPlanner(plan.Prep) {
		return nil
	}
	for _, g := range f.plan.Prep.GaveUp {
		if !slices.ContainsFunc(p.Prep.GaveUp, func(o prep.GaveUp) bool { return o.What == g.What }) {
			what = append(what, g.What)
		}
	}
	return what
}

// behind is the steps of prep that nobody spoke of and that are planned no more.
func (f *fold) behind(d *Document) (what []string) {
	there := map[string]bool{}
	for i := range d.Steps {
		there[d.Steps[i].ID] = true
	}
	for _, s := range f.plan.Prep.Steps {
		if q := f.steps[s.ID]; !there[s.ID] && q.state == Waiting && f.byPlanner(plan.Prep) {
			what = append(what, f.title(&q.step))
		}
	}
	return slices.Compact(what)
}

// asks is the steps ahead of prep that could be left out too, and what each would cost.
func (f *fold) asks(p *plan.Plan) (list []Ask) {
	list = []Ask{}
	c := f.open()
	slack := stack.Prep(c, stack.Retime(c, p.Prep.Steps)).SlackS
	for i := range p.Prep.Steps {
		s := &p.Prep.Steps[i]
		q := f.steps[s.ID]
		if q != nil && q.state != Waiting || slices.Contains(stack.Exempt, s.Act) && s.Act != act.TouchCheck {
			continue
		}
		without := stack.Prep(c, stack.Retime(c, slices.Delete(slices.Clone(p.Prep.Steps), i, i+1)))
		a := Ask{Step: s.ID, SavesS: without.SlackS - slack}
		worse, price := dearer(without.Findings, p.Findings)
		if a.Rules = worse; len(worse) == 0 && slices.Contains(f.asked, s.ID) {
			a.Rules, price = s.Because[:1], []string{f.words.Say(say.CheckAsked)}
		}
		if a.SavesS <= 0 || len(a.Rules) == 0 {
			continue
		}
		a.Say = f.words.Say(say.MayGoToo, "what", f.title(s), "time", stack.Minutes(f.words, a.SavesS), "price",
			strings.Join(price, " "))
		list = append(list, a)
	}
	return list
}

// dearer is the cautions that are raised now and were not before; none where there is a stop among them, which nobody
// is asked to accept.
func dearer(now, before []rules.Finding) (list []rules.ID, price []string) {
	for _, fd := range now {
		known := slices.ContainsFunc(before, func(o rules.Finding) bool {
			return o.Rule == fd.Rule && slices.Equal(o.Zones, fd.Zones)
		})
		switch {
		case known || fd.Severity == rules.Note || fd.Rule == rules.TimeShort:
		case fd.Severity == rules.Stop:
			return nil, nil
		default:
			if list = append(list, fd.Rule); !slices.Contains(price, fd.Say) {
				price = append(price, fd.Say)
			}
		}
	}
	return list, price
}

// tally is what was taken, by product.
type tally struct {
	grams map[string]float64
	count map[string]int
}

// log is what was really taken, product by product in the order of the kit, and what stung.
func (f *fold) log() Log {
	c := f.open()
	t := tally{map[string]float64{}, map[string]int{}}
	for _, id := range f.order {
		if p := f.steps[id]; p.state == Finish {
			s := f.asDone(c, p, f.at)
			t.step(c, &s)
		}
	}
	for _, u := range f.used {
		t.grams[u.product] += u.grams
		t.count[u.product] += u.count
	}
	l := Log{Used: []Used{}, Stung: f.stung}
	for i := range c.Kit {
		if id := c.Kit[i].ID; t.grams[id] > 0 || t.count[id] > 0 {
			l.Used = append(l.Used, Used{id, doc.Num(doc.Round(t.grams[id])), t.count[id]})
		}
	}
	if l.Stung == nil {
		l.Stung = []Stung{}
	}
	return l
}

// step counts what a step took.
func (t *tally) step(c *sitting.Case, s *stack.Step) {
	if q := c.Product(s.Product); q != nil && s.Act != act.Setup && s.Kind != act.Detail(kit.WaterMitt) {
		switch {
		case s.Wipes > 0:
			t.count[q.ID] += s.Wipes
		case q.Count != nil || q.Kind.Of().Group == kit.Sundries:
			t.count[q.ID]++
		default:
			t.grams[q.ID] += float64(s.Grams)
		}
	}
	for _, row := range stack.Pieces {
		n := row.Of(s)
		if k := slices.IndexFunc(c.Kit, func(o kit.Product) bool { return o.Kind == row.Kind }); k >= 0 && n > 0 {
			t.count[c.Kit[k].ID] += n
		}
	}
}

// JSON writes the document, indented, the same bytes for the same document.
func (d *Document) JSON() []byte {
	var b bytes.Buffer
	enc := json.NewEncoder(&b)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	if err := enc.Encode(d); err != nil {
		panic("chair: " + err.Error()) // every number in it is finite
	}
	return b.Bytes()
}
