package chair

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

// State is how a step stands.
type State string

// The states of a step.
const (
	Waiting State = "waiting"
	Running State = "running"
	Held    State = "held"
	Sets    State = "setting" // done, and its film is not set yet
	Finish  State = "done"
	Skipped State = "skipped"
)

// Chair is a plan that is followed.
type Chair struct {
	plan    *plan.Plan
	planned map[plan.Part]bool // the parts that are what the planner makes of the sitting, nil until somebody asks
	loc     *time.Location
	words   *say.Language
	kept    *fold           // after the events that were folded last
	taken   []string        // those events, as they stood
	tied    map[string]bool // steps that are blended with another
}

// Open makes a valid plan ready to be followed.
func Open(p *plan.Plan) *Chair {
	c := &Chair{plan: p, words: say.In(p.Sitting.Language), tied: map[string]bool{}}
	c.loc, _ = p.Sitting.Day.Zone()
	for _, part := range plan.Parts() {
		for _, s := range p.StepsOf(part) {
			if s.With != "" {
				c.tied[s.ID], c.tied[s.With] = true, true
			}
		}
	}
	return c
}

// byPlanner reports whether a part is what the planner makes of the sitting, and not a person's: found by planning it
// once.
func (c *Chair) byPlanner(part plan.Part) bool {
	if c.planned == nil {
		c.planned = c.plan.ByPlanner()
	}
	return c.planned[part]
}

// progress is how one step goes.
type progress struct {
	part    plan.Part
	step    stack.Step // as planned; of a touch-up only what it has in common with other steps
	up      string     // the touch-up that it belongs to
	state   State
	started time.Time
	ended   time.Time
	heldAt  time.Time // zero where it is not held
	held    time.Duration
	product string // chosen at the chair, "" for the plan's
	grams   float64
	weighed bool // grams were said
	reason  string
	asks    say.ID // the sentence by which a touch check asked for it, none where none did
	assumed bool   // nobody said that it was done

	inferred bool // it was over when all of its zones had been read
	read     face.Set
}

// over reports whether nothing more happens to a step.
func (p *progress) over() bool { return p.state == Finish || p.state == Skipped }

// taken is something that was used, as an event says.
type taken struct {
	product string
	grams   float64
	count   int
}

// Stung is a product that stung, and where.
type Stung struct {
	Product string      `json:"product"`
	Zones   []face.Zone `json:"zones"`
	At      day.Local   `json:"at"`
}

// fold is where a sitting stands after the events so far.
type fold struct {
	*Chair
	at      time.Time // of the last event
	steps   map[string]*progress
	order   []string // ids as they came to be known
	asked   []string // ids of what checks and repeats asked for, in order
	began   map[plan.Part]bool
	closed  map[plan.Part]bool
	current plan.Part
	used    []taken
	stung   []Stung
	read    time.Time // of the last reading of the skin
	aired   time.Time // of the last reading of skin or air
	sitting sitting.Sitting
	last    *Document // a document of before, where only what is worked at is planned anew
	wrong   doc.Faults
	says    []string
	spoken  map[string]bool // steps that events name
	later   []wear.TouchUp  // of plans after the first, by which somebody worked
}

// begin is a sitting of which nothing has happened.
func (c *Chair) begin() *fold {
	f := &fold{Chair: c, steps: map[string]*progress{}, began: map[plan.Part]bool{}, closed: map[plan.Part]bool{},
		current: plan.Prep, sitting: c.plan.Sitting}
	for _, part := range plan.Parts() {
		for _, s := range c.plan.StepsOf(part) {
			f.know(part, s, "")
		}
	}
	for _, u := range c.plan.Wear.TouchUps {
		for _, s := range u.Steps {
			f.know(plan.TouchUps, ofTouchUp(s, u.At), u.ID)
		}
	}
	f.at, _ = c.plan.Starts(plan.Prep).In(c.loc)
	return f
}

// know makes a step known.
func (f *fold) know(part plan.Part, s stack.Step, up string) *progress {
	if p, is := f.steps[s.ID]; is {
		return p
	}
	p := &progress{part: part, step: s, up: up, state: Waiting}
	f.steps[s.ID] = p
	f.order = append(f.order, s.ID)
	return p
}

// sorted is events in the order in which they happened, each once: by their instant, then device, then number. Of two
// with one id the one that sorts first counts.
func (c *Chair) sorted(events []Event) []Event {
	list := slices.Clone(events)
	instant := func(e *Event) time.Time { at, _ := e.At.In(c.loc); return at }
	slices.SortStableFunc(list, func(a, b Event) int {
		return cmp.Or(instant(&a).Compare(instant(&b)), strings.Compare(a.Device, b.Device), cmp.Compare(a.Seq, b.Seq),
			strings.Compare(a.ID, b.ID), strings.Compare(a.line, b.line))
	})
	seen := map[string]bool{}
	return slices.DeleteFunc(list, func(e Event) bool {
		twice := seen[e.ID]
		seen[e.ID] = true
		return twice
	})
}

// void is the events that are taken back: those that an undo names which is not taken back itself.
func void(list []Event) map[string]bool {
	by := map[string][]string{}
	for i := range list {
		if list[i].Kind == Undo {
			by[list[i].Of] = append(by[list[i].Of], list[i].ID)
		}
	}
	var is func(id string, above map[string]bool) bool
	is = func(id string, above map[string]bool) bool {
		above[id] = true
		defer delete(above, id)
		return slices.ContainsFunc(by[id], func(undo string) bool { return !above[undo] && !is(undo, above) })
	}
	out := map[string]bool{}
	for i := range list {
		if is(list[i].ID, map[string]bool{}) {
			out[list[i].ID] = true
		}
	}
	return out
}

// parted is the parts in the order of the day, by place.
func parted(p plan.Part) int { return slices.Index(plan.Parts(), p) }

// take lets one event happen.
func (f *fold) take(e *Event) doc.Faults {
	var fs doc.Faults
	at, ok := e.At.In(f.loc)
	if !ok {
		fs.Add("at", say.ClockSkips, "time", e.At, "zone", f.sitting.Day.Timezone)
		return fs
	}
	f.reach(e, at)
	if e.Product != "" && product(f.sitting.Kit, e.Product) == nil && e.Kind != Sting {
		fs.Add("product", say.NotInKit, "id", e.Product)
	}
	list := f.named(e.Step)
	if e.Step != "" && len(list) == 0 {
		fs.Add("step", say.NotAStep, "id", e.Step)
	}
	if len(fs) > 0 {
		return fs
	}
	if part, is := f.partOf(e, list); is {
		f.enter(part, at)
	}
	for _, p := range list {
		f.happens(p, e, at)
	}
	if does := ofItself[e.Kind]; does != nil {
		does(f, e, at)
	}
	f.at = at
	return nil
}

// reach lets what was planned anew since the last event be known to this one: an id that no plan has had yet is looked
// for in the plan as it stood when the event was made.
func (f *fold) reach(e *Event, at time.Time) {
	if e.Step == "" || len(f.named(e.Step)) > 0 {
		return
	}
	for _, moment := range []time.Time{at, f.at} {
		p := f.resumed(moment)
		for _, part := range plan.Parts() {
			for _, s := range p.StepsOf(part) {
				if s.ID == e.Step {
					f.know(part, s, "")
				}
			}
		}
		for _, u := range p.Wear.TouchUps {
			fresh := false
			for _, s := range u.Steps {
				if f.steps[s.ID] == nil && (u.ID == e.Step || s.ID == e.Step) {
					fresh = true
				}
			}
			if fresh {
				for _, s := range u.Steps {
					f.know(plan.TouchUps, ofTouchUp(s, u.At), u.ID)
				}
				f.later = append(f.later, u)
			}
		}
		if len(f.named(e.Step)) > 0 {
			return
		}
	}
}

// named is the steps that an id names: one, or all of a touch-up. What is blended in the palm goes with its partner,
// where nobody speaks of it by itself.
func (f *fold) named(id string) (list []*progress) {
	if id == "" {
		return nil
	}
	if p, is := f.steps[id]; is {
		list = append(list, p)
		for _, other := range f.order {
			if o := f.steps[other]; other != id && o.part == p.part && o.up == "" && !f.spoken[other] &&
				(o.step.With == id || p.step.With == other) {
				list = append(list, o)
			}
		}
		return list
	}
	for _, other := range f.order {
		if o := f.steps[other]; o.up == id {
			list = append(list, o)
		}
	}
	return list
}

// partOf is the part that an event belongs to, where it belongs to one.
func (f *fold) partOf(e *Event, list []*progress) (plan.Part, bool) {
	if len(list) > 0 {
		return list[0].part, true
	}
	switch e.Kind {
	case Touch:
		return plan.Prep, true
	case Pad:
		return plan.Removal, true
	}
	return "", false
}

// enter makes a part the one that is worked at. The parts before it are over: what nobody spoke of counts as done as it
// was planned, and where others of its part were spoken of, that is said.
func (f *fold) enter(part plan.Part, at time.Time) {
	for _, before := range plan.Parts()[:parted(part)] {
		if !f.closed[before] {
			f.closed[before] = true
			f.finish(before)
		}
	}
	f.began[part] = true
	if parted(part) > parted(f.current) {
		f.current = part
	}
}

// finish takes what of a part nobody spoke of as done as it was planned.
func (f *fold) finish(part plan.Part) {
	p := f.plan
	if f.began[part] {
		p = f.resumed(f.at)
	}
	var silent []string
	take := func(s stack.Step, up string) {
		q := f.know(part, s, up)
		if q.over() {
			return
		}
		if q.state == Waiting {
			q.step = s
			q.started, _ = s.Start.In(f.loc)
		}
		if q.ended = q.started.Add(takes(&q.step) + q.held); q.heldAt.After(q.started) {
			q.ended = q.heldAt
		}
		q.state, q.assumed = Finish, true
		if f.began[part] && !slices.Contains(stack.Exempt, s.Act) {
			silent = append(silent, f.title(&q.step))
		}
	}
	for _, s := range p.StepsOf(part) {
		take(s, "")
	}
	if part == plan.TouchUps {
		for _, u := range p.Wear.TouchUps {
			for _, s := range u.Steps {
				take(ofTouchUp(s, u.At), u.ID)
			}
		}
	}
	if len(silent) > 0 {
		f.says = append(f.says, f.words.Say(say.TakenAsDone, "what", f.words.List(silent)))
	}
}

// takes is for how long a step keeps hands or skin.
func takes(s *stack.Step) time.Duration {
	return time.Duration(max(s.HandsS, s.ContactS)) * time.Second
}

// title is what a step is called in a sentence: its product, or what is done.
func (f *fold) title(s *stack.Step) string {
	if p := f.sitting.Kit.Find(s.Product); p != nil {
		return p.Name
	}
	return f.words.Say(say.Word(act.ActList, s.Act))
}

// happens lets an event happen to a step.
func (f *fold) happens(p *progress, e *Event, at time.Time) {
	if p.assumed && ofSteps[e.Kind] != nil { // somebody speaks of it after all
		p.state, p.assumed, p.started, p.ended = Waiting, false, time.Time{}, time.Time{}
	}
	if does := ofSteps[e.Kind]; does != nil {
		does(f, p, e, at)
	}
}

// ofSteps is what each kind of event does to its step.
var ofSteps = map[Kind]func(f *fold, p *progress, e *Event, at time.Time){
	Start: func(f *fold, p *progress, _ *Event, at time.Time) {
		if p.state == Waiting {
			p.state, p.started = Running, at
			f.covers(p, at)
		}
	},
	Hold: func(_ *fold, p *progress, _ *Event, at time.Time) {
		if p.state == Running {
			p.state, p.heldAt = Held, at
		}
	},
	Resume: func(_ *fold, p *progress, _ *Event, at time.Time) {
		if p.state == Held {
			p.state, p.held, p.heldAt = Running, p.held+at.Sub(p.heldAt), time.Time{}
		}
	},
	Done: func(f *fold, p *progress, _ *Event, at time.Time) {
		if p.over() && !p.inferred {
			return
		}
		if p.state == Waiting || p.started.IsZero() {
			p.started = f.before(p, at)
			f.covers(p, at)
		}
		if p.state == Held {
			p.held, p.heldAt = p.held+at.Sub(p.heldAt), time.Time{}
		}
		p.state, p.ended, p.inferred = Finish, at, false
	},
	Skip: func(_ *fold, p *progress, e *Event, at time.Time) {
		if !p.over() || p.inferred {
			p.state, p.ended, p.reason, p.inferred = Skipped, at, e.Reason, false
		}
	},
	Swap: func(f *fold, p *progress, e *Event, _ time.Time) {
		if p.step.Product != "" && !p.over() {
			p.product = product(f.sitting.Kit, e.Product).ID
		}
	},
	Took: func(f *fold, p *progress, e *Event, _ time.Time) {
		if id := product(f.sitting.Kit, e.Product).ID; id == p.uses() && e.Grams > 0 {
			if !p.weighed {
				p.grams = 0
			}
			p.grams, p.weighed = p.grams+float64(e.Grams), true
		}
	},
	Repeat: (*fold).again,
}

// covers lets what a touch check asked for lapse where the next layer goes on before it: nobody lays cream over
// sunscreen.
func (f *fold) covers(p *progress, at time.Time) {
	if p.part != plan.Prep || p.step.Act != act.Apply || slices.Contains(f.asked, p.step.ID) {
		return
	}
	for _, id := range f.asked {
		q := f.steps[id]
		if q.asks == say.None || q.state != Waiting {
			continue
		}
		had := face.SetOf(q.step.Zones...)
		switch rest := had &^ face.SetOf(p.step.Zones...); rest {
		case had:
		case 0:
			q.state, q.ended, q.reason = Skipped, at, f.words.Say(say.CoveredNow, "what", f.title(&p.step))
		default:
			f.narrow(q, rest)
		}
	}
}

// uses is the product of a step as it is done.
func (p *progress) uses() string {
	if p.product != "" {
		return p.product
	}
	return p.step.Product
}

// before is when the step before one ended: the last of its part that was over by a moment; or when the part began.
func (f *fold) before(p *progress, at time.Time) time.Time {
	var last time.Time
	for _, id := range f.order {
		if o := f.steps[id]; o != p && o.part == p.part && o.state == Finish && !o.ended.After(at) &&
			o.ended.After(last) {
			last = o.ended
		}
	}
	if p.up != "" {
		last = later(last, at.Add(-takes(&p.step)))
	}
	if !last.IsZero() {
		return last
	}
	first, _ := f.plan.Starts(p.part).In(f.loc)
	if first.After(at) || p.part != plan.Prep && at.Sub(first) > takes(&p.step) {
		return at.Add(-takes(&p.step))
	}
	return first
}

func later(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

// again asks for a step once more.
func (f *fold) again(p *progress, e *Event, at time.Time) {
	if p.up != "" {
		f.says = append(f.says, f.words.Say(say.NotRepeated))
	}
	if p.up != "" || p.step.Act == act.Ready {
		return
	}
	s := p.step
	if p.product != "" {
		s = f.swapped(p)
	}
	s.ID, s.With, s.Start, s.Because = f.fresh(p.step.ID+".again"), "", day.Wall(at), []rules.ID{stack.Repeated}
	if e.Reason != "" {
		s.Say += " (" + e.Reason + ")"
	}
	f.ask(p.part, s)
}

// ask puts a step before what is ahead of its part.
func (f *fold) ask(part plan.Part, s stack.Step) {
	s.Complete()
	f.know(part, s, "")
	f.asked = append(f.asked, s.ID)
}

// fresh is an id that is not known yet.
func (f *fold) fresh(words string) string {
	id := words
	for n := 2; f.steps[id] != nil; n++ {
		id = fmt.Sprint(words, n)
	}
	return id
}

// ofItself is what the kinds do that are not about one step.
var ofItself = map[Kind]func(f *fold, e *Event, at time.Time){
	Touch: (*fold).touch,
	Pad:   (*fold).pad,
	Read: func(f *fold, e *Event, at time.Time) {
		d := f.sitting.Day
		f.aired = at
		if e.SurfaceC != nil {
			d.SurfaceC, f.read = e.SurfaceC, at
		}
		if e.TempC != nil {
			d.Air.TempC = e.TempC
		}
		if e.Humidity != nil {
			d.Air.Humidity = e.Humidity
		}
		f.sitting.Day = d
	},
	Sting: func(f *fold, e *Event, at time.Time) {
		id, name := e.Product, e.Product
		if p := product(f.sitting.Kit, e.Product); p != nil {
			id, name = p.ID, p.Name
		}
		zones := e.Zones
		if zones == nil {
			zones = []face.Zone{}
		}
		f.stung = append(f.stung, Stung{id, zones, e.At})
		for _, name := range f.order { // what is being laid of it is not laid
			if p := f.steps[name]; p.uses() == id && (p.state == Running || p.state == Held) {
				p.state, p.ended, p.inferred, p.reason = Skipped, at, true, f.words.Say(say.ItStung)
			}
		}
		if !slices.Contains(f.sitting.Client.Learned.Never, id) {
			f.sitting.Client.Learned.Never = append(slices.Clone(f.sitting.Client.Learned.Never), id)
		}
		f.says = append(f.says, f.words.Say(say.StungNow, "product", name))
	},
	Took: func(f *fold, e *Event, _ time.Time) {
		id := product(f.sitting.Kit, e.Product).ID
		for _, p := range f.named(e.Step) {
			if p.uses() == id && e.Grams > 0 {
				return
			}
		}
		f.used = append(f.used, taken{id, float64(e.Grams), e.Count})
	},
}

// check is the step that a reading belongs to: the one it names, else the check of that act that runs or was done last,
// else the next.
func (f *fold) check(e *Event, what act.Act) *progress {
	if p, is := f.steps[e.Step]; is && p.step.Act == what {
		return p
	}
	var best *progress
	rank := func(p *progress) int { return slices.Index([]State{Waiting, Finish, Held, Running}, p.state) }
	for _, id := range f.order {
		p := f.steps[id]
		if p.step.Act != what || p.state == Skipped {
			continue
		}
		if best == nil || rank(p) > rank(best) || rank(p) == rank(best) && p.state == Finish &&
			!p.ended.Before(best.ended) {
			best = p
		}
	}
	return best
}

// noted marks zones of a check as read; one of which every zone was read is over, unless somebody says when.
func (f *fold) noted(p *progress, zones face.Set, at time.Time) {
	if p == nil {
		return
	}
	p.read |= zones
	if p.assumed || p.over() {
		return
	}
	if p.state == Waiting {
		p.state, p.started = Running, f.before(p, at)
	}
	if face.SetOf(p.step.Zones...)&^p.read == 0 {
		p.state, p.ended, p.inferred = Finish, at, true
	}
}

// resume is a fold to go on with, and the first event that it has not taken: that of the last time where all it took
// comes first again and as it was; or a new one.
func (c *Chair) resume(list []Event, spoken map[string]bool) (f *fold, from int) {
	same := c.kept != nil && len(c.taken) <= len(list)
	for i := 0; same && i < len(c.taken); i++ {
		same = list[i].line == c.taken[i]
	}
	for i := len(c.taken); same && i < len(list); i++ {
		same = list[i].Kind != Undo && !c.tied[list[i].Step]
	}
	if !same {
		f = c.begin()
		f.spoken = spoken
		return f, 0
	}
	f = c.kept.own()
	f.spoken = spoken
	return f, len(c.taken)
}

// keep keeps a fold to go on with the next time.
func (c *Chair) keep(f *fold, list []Event) {
	c.kept, c.taken = f.own(), make([]string, len(list))
	for i := range list {
		c.taken[i] = list[i].line
	}
}

// own is a copy that what comes after may change.
func (f *fold) own() *fold {
	g := *f
	g.steps = make(map[string]*progress, len(f.steps))
	for id, p := range f.steps {
		q := *p
		g.steps[id] = &q
	}
	g.order, g.asked, g.says = slices.Clone(f.order), slices.Clone(f.asked), slices.Clone(f.says)
	g.used, g.stung, g.later = slices.Clone(f.used), slices.Clone(f.stung), slices.Clone(f.later)
	g.began, g.closed = maps.Clone(f.began), maps.Clone(f.closed)
	g.wrong = slices.Clone(f.wrong)
	return &g
}
