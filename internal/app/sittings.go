package app

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	"urncloth/core/wear"
	"urncloth/internal/store"
)

// SittingLine is a sitting in a list. Times are local to the studio.
type SittingLine struct {
	ID       uuid.UUID `json:"id"`
	ClientID uuid.UUID `json:"client_id"`
	Client   string    `json:"client"`
	Title    string    `json:"title"`
	Artist   string    `json:"artist"`
	ChairAt  day.Local `json:"chair_at"`
	ReadyAt  string    `json:"ready_at"`
	BaseAt   day.Local `json:"base_at"`
	SlackS   int       `json:"slack_s"`
	Skin     string    `json:"skin"`
	Stops    int       `json:"stops"`
	Cautions int       `json:"cautions"`
	Told     bool      `json:"told" doc:"allergies were changed in the record since it was planned"`
	LiftAt   string    `json:"lift_at"`
	LiftMin  float64   `json:"lift_minutes"`
	Version  int       `json:"version"`
	Off      bool      `json:"off" doc:"called off"`
}

// Today is the sittings of one day.
type Today struct {
	Date     day.Date      `json:"date"`
	Today    day.Date      `json:"today"`
	Now      day.Local     `json:"now"`
	Next     string        `json:"next"` // the nearest day with sittings where this one has none
	Sittings []SittingLine `json:"sittings"`
	WearDue  []SittingLine `json:"wear_due" doc:"of the last week, over, and nobody has told how they wore"`
}

// dueFor is for how many days it is asked how a sitting wore, and dueMost for how many sittings at once.
const (
	dueFor  = 7
	dueMost = 8
)

// Sitting is one sitting with its plan. The input document stands in the plan.
type Sitting struct {
	ID       uuid.UUID   `json:"id"`
	ClientID uuid.UUID   `json:"client_id"`
	Version  int         `json:"version"`
	Title    string      `json:"title"`
	Artist   string      `json:"artist"`
	Past     bool        `json:"past"`               // base_at has passed: the kit stays as it was
	Plan     plan.Plan   `json:"plan"`               // what is kept: the planner's, or what the artist made of it
	ByHand   []plan.Part `json:"by_hand"`            // the parts of the plan that were made by hand
	Proposed *Proposed   `json:"proposed,omitempty"` // what the planner proposes, where a part is by hand
}

// Proposed is what the planner's own plan comes to, beside one with parts made by hand.
type Proposed struct {
	ReadyAt  day.Local `json:"ready_at"`
	SlackS   int       `json:"slack_s"`
	TouchUps int       `json:"touch_ups"`
	DoseSED  doc.Num   `json:"dose_sed"`
}

// NewSitting asks for a sitting of a client.
type NewSitting struct {
	ClientID uuid.UUID `json:"client_id" need:"yes"`
	Title    string    `json:"title,omitempty" len:"0..200"`
	Artist   string    `json:"artist,omitempty" len:"0..200"`
	ChairAt  day.Local `json:"chair_at" need:"yes"`
	BaseAt   day.Local `json:"base_at" need:"yes"`
}

// SittingEdit is a sitting as a person changed it. The kit is the studio's.
type SittingEdit struct {
	Version   int                `json:"version" need:"yes" in:"1..1000000000"`
	Title     string             `json:"title,omitempty" len:"0..200"`
	Artist    string             `json:"artist,omitempty" len:"0..200"`
	Client    face.Client        `json:"client" need:"yes"`
	Look      look.Look          `json:"look" need:"yes"`
	Day       day.Day            `json:"day" need:"yes"`
	Method    method.Choice      `json:"method,omitempty"`
	Overrides []sitting.Override `json:"lifted,omitempty" len:"0..100"`
	Asked     bool               `json:"asked,omitempty" doc:"the consultation has been asked at this sitting"`
	Byhand
}

// Byhand is the parts of a plan as a person made them; a part left out is the planner's.
type Byhand struct {
	Steps    []stack.Step    `json:"steps,omitempty" len:"0..200" doc:"the prep as made by hand"`
	TouchUps *[]wear.TouchUp `json:"touch_ups,omitempty" len:"0..200" doc:"made by hand; empty is none at all"`
	Lift     *[]stack.Step   `json:"lift,omitempty" len:"0..200" doc:"the removal as made by hand"`
	Night    *[]stack.Step   `json:"aftercare,omitempty" len:"0..200" doc:"the aftercare as made by hand"`
}

func (b Byhand) hand() plan.Hand {
	h := plan.Hand{}
	if len(b.Steps) > 0 {
		h[plan.Prep] = plan.Made{Steps: b.Steps}
	}
	if b.TouchUps != nil {
		h[plan.TouchUps] = plan.Made{TouchUps: *b.TouchUps}
	}
	for part, steps := range map[plan.Part]*[]stack.Step{plan.Removal: b.Lift, plan.Night: b.Night} {
		if steps != nil {
			h[part] = plan.Made{Steps: *steps}
		}
	}
	return h
}

// wall is what the clock in the studio shows.
func (a *App) wall(s store.Studio) day.Local {
	_, loc := a.today(s)
	return day.Wall(a.Now().In(loc))
}

// noteTouch keeps grades that were changed by hand as readings by touch, with when. The latest of a zone by touch is
// written over while it is the same minute's work.
func noteTouch(now *face.Client, was face.Client, at day.Local) {
	now.Readings = was.Readings
	for z := range face.N {
		g, before := now.Zones[z], was.Zones[z]
		if same(g.Oil, before.Oil) && same(g.Water, before.Water) {
			continue
		}
		r := face.Reading{Zone: z, By: face.ByTouch, At: at, Oil: g.Oil, Water: g.Water}
		if n := len(now.Readings); n > 0 && now.Readings[n-1].Zone == z && now.Readings[n-1].By == face.ByTouch &&
			now.Readings[n-1].At.Clock() == at.Clock() {
			now.Readings = append(now.Readings[:n-1:n-1], r)
			continue
		}
		now.Readings = append(now.Readings, r)
	}
}

func same(a, b *int) bool { return (a == nil) == (b == nil) && (a == nil || *a == *b) }

// Trial asks what parts made by hand, or another course of the day, come to, without keeping them. A part left out
// stays as it is kept.
type Trial struct {
	Byhand
	Retime   bool           `json:"retime,omitempty" doc:"new starts of the prep in its order, early as can be"`
	Segments *[]day.Segment `json:"segments,omitempty" len:"0..200" doc:"in place of those that are kept"`
	Again    []plan.Part    `json:"again,omitempty" len:"0..4" doc:"parts to plan anew rather than as kept"`
}

// last is the part that a trial is about; nobody looks at those after it while something is being dragged.
func (t *Trial) last() plan.Part {
	switch {
	case t.Night != nil:
		return plan.Night
	case t.Lift != nil:
		return plan.Removal
	case t.TouchUps != nil || t.Segments != nil:
		return plan.TouchUps
	}
	return plan.Prep
}

// Comparison asks what other ways of taking a face down come to.
type Comparison struct {
	Variants []plan.Variant `json:"variants" need:"yes" len:"1..4"`
}

// Compare plans a sitting's removal in several ways, without keeping any.
func (a *App) Compare(ctx context.Context, who Actor, id uuid.UUID, q Comparison) (list []plan.Compared, err error) {
	was, kept, err := a.standing(ctx, &who, id, "compare removal")
	if err != nil {
		return nil, err
	}
	var fs doc.Faults
	for i, v := range q.Variants {
		at := fmt.Sprintf("variants[%d]", i)
		fs = append(fs, v.Method.Check(at+".method")...)
		if v.Remover != "" && was.Sitting.Kit.Find(v.Remover) == nil {
			fs.Add(at+".remover", say.NotInKit, "id", v.Remover)
		}
	}
	if len(fs) > 0 {
		return nil, fs
	}
	was.Sitting.Language = who.Tongue.Named()
	err = a.costly(ctx, &who, func() error {
		list = plan.Compare(&was.Sitting.Sitting, kept, q.Variants)
		return nil
	})
	return list, err
}

// standing reads a sitting for something to be tried on it, and notes that the client's record was read with it.
func (a *App) standing(ctx context.Context, who *Actor, id uuid.UUID, act string) (s store.Sitting, h plan.Hand,
	err error) {
	err = a.as(ctx, who, Work, func(tx pgx.Tx) error {
		if s, err = store.StandingOf(ctx, tx, id); err != nil {
			return err
		}
		if h, err = handOf(s); err != nil {
			return err
		}
		return store.AuditOnce(ctx, tx, who.ID, act, s.ClientID, a.Now())
	})
	return s, h, err
}

func sittingLines(rows []store.SittingLine, loc *time.Location) []SittingLine {
	list := make([]SittingLine, len(rows))
	for i, r := range rows {
		list[i] = SittingLine{r.ID, r.ClientID, r.Name, r.Title, r.Artist, day.Wall(r.ChairAt.In(loc)), r.ReadyAt,
			day.Wall(r.BaseAt.In(loc)), r.SlackS, r.Skin, r.Stops, r.Cautions, r.Told,
			r.LiftAt, r.LiftMin, r.Version, r.Off}
	}
	return list
}

// Today lists the sittings of a date, of today where none is given.
func (a *App) Today(ctx context.Context, who Actor, on day.Date) (t Today, err error) {
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		s, err := store.StudioOf(ctx, tx)
		if err != nil {
			return err
		}
		today, loc := a.today(s)
		if on.IsZero() {
			on = today
		}
		from, _ := on.Midnight().In(loc)
		to, _ := on.AddDays(1).Midnight().In(loc)
		rows, err := store.SittingsBetween(ctx, tx, from, to)
		if err != nil {
			return err
		}
		if err := store.NoteOnce(ctx, tx, who.ID, "list sittings", a.Now()); err != nil {
			return err
		}
		t = Today{Date: on, Today: today, Now: day.Wall(a.Now().In(loc)), Sittings: sittingLines(rows, loc)}
		late, err := store.WearDue(ctx, tx, a.Now().AddDate(0, 0, -dueFor), a.Now(), t.Now.String(), dueMost)
		if err != nil {
			return err
		}
		t.WearDue = sittingLines(late, loc)
		if len(rows) == 0 {
			at, err := store.NextSittingDay(ctx, tx, to)
			if err == nil {
				t.Next = day.Wall(at.In(loc)).Date().String()
			} else if !errors.Is(err, pgx.ErrNoRows) {
				return err
			}
		}
		return nil
	})
	return t, err
}

// sitting is a kept sitting as it is answered, in the language of who asks.
func (a *App) sitting(who Actor, s store.Sitting) (Sitting, error) {
	p, err := plan.ReadKept(s.Plan, len(s.Proposal) > 0)
	if err != nil {
		return Sitting{}, err
	}
	return a.answered(s, p.In(who.Tongue))
}

// handOf is what a kept sitting holds of steps made by hand.
func handOf(s store.Sitting) (plan.Hand, error) {
	if len(s.Proposal) == 0 {
		return plan.Hand{}, nil
	}
	p, err := plan.ReadKept(s.Plan, true)
	if err != nil {
		return nil, err
	}
	return p.Hand(), nil
}

// answered is a sitting with the plan that was just made or read.
func (a *App) answered(s store.Sitting, p *plan.Plan) (Sitting, error) {
	out := Sitting{
		ID:       s.ID,
		ClientID: s.ClientID,
		Version:  s.Version,
		Title:    s.Title,
		Artist:   s.Artist,
		Past:     s.BaseAt.Before(a.Now()),
		ByHand:   []plan.Part{},
		Plan:     *p,
	}
	if len(s.Proposal) == 0 {
		return out, nil
	}
	var said struct { // the little of the planner's own plan that is shown beside one by hand
		Prep struct {
			ReadyAt day.Local `json:"ready_at"`
			SlackS  int       `json:"slack_s"`
		}
		Wear struct {
			TouchUps []struct{} `json:"touch_ups"`
			DoseSED  doc.Num    `json:"dose_sed"`
		}
	}
	if err := json.Unmarshal(s.Proposal, &said); err != nil {
		return out, err
	}
	out.ByHand = p.ByHand
	out.Proposed = &Proposed{said.Prep.ReadyAt, said.Prep.SlackS, len(said.Wear.TouchUps), said.Wear.DoseSED}
	return out, nil
}

// Times that a new sitting is given until somebody says otherwise. [W]
const (
	wearFor    = 8 * time.Hour
	liftWithin = 30 * time.Minute
)

// AddSitting plans a first sitting from the client's record, the skin as it was read last, and the studio's kit and
// method. Where the record changes while it is planned, it is planned again.
func (a *App) AddSitting(ctx context.Context, who Actor, n NewSitting) (out Sitting, err error) {
	return again(func() (Sitting, error) {
		return a.newSitting(ctx, who, func(tx pgx.Tx, studio store.Studio) (newly, error) {
			client, err := store.ClientOf(ctx, tx, n.ClientID)
			if err != nil {
				return newly{}, err
			}
			s, err := a.blank(ctx, tx, studio, client, n)
			return newly{s, n.ClientID, client.Version, n.Title, n.Artist}, err
		})
	})
}

// mostAgain is how often something is made anew because what it was made of changed meanwhile.
const mostAgain = 5

// again does work until nothing has changed under it, and nobody stands in its way who waits for it in turn.
func again[T any](work func() (T, error)) (v T, err error) {
	for range mostAgain {
		if v, err = work(); !errors.Is(err, errMoved) && !store.Deadlocked(err) {
			return v, err
		}
	}
	return v, store.ErrAgain
}

// errMoved says that what something was made of has changed since it was read.
var errMoved = errors.New("app: changed meanwhile")

// newly is a sitting before it is planned for the first time, made of a client's record at a version.
type newly struct {
	sitting       sitting.Sitting
	client        uuid.UUID
	version       int
	title, artist string
}

// newSitting plans and keeps a sitting that make makes.
func (a *App) newSitting(ctx context.Context, who Actor,
	make func(tx pgx.Tx, studio store.Studio) (newly, error)) (out Sitting, err error) {
	var studio store.Studio
	var n newly
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if studio, err = store.StudioOf(ctx, tx); err != nil {
			return err
		}
		n, err = make(tx, studio)
		return err
	})
	if err != nil {
		return out, err
	}
	kept, made, err := a.planned(ctx, &who, n.sitting, studio, plan.Hand{})
	if err != nil {
		return out, err
	}
	kept.ClientID, kept.Title, kept.Artist, kept.Version = n.client, n.title, n.artist, 1
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if now, err := store.ClientHeld(ctx, tx, n.client); err != nil {
			return err
		} else if now.Version != n.version {
			return errMoved
		}
		if kept.ID, err = store.AddSitting(ctx, tx, kept); err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, "add sitting", n.client)
	})
	if err != nil {
		return out, err
	}
	return a.answered(kept, made)
}

// blank is a new sitting of a client before anybody has said more of it.
func (a *App) blank(ctx context.Context, tx pgx.Tx, studio store.Studio, client store.Client, n NewSitting) (
	sitting.Sitting, error) {
	s := sitting.Sitting{Format: sitting.Format, Client: client.Record, Method: method.Choice{}.Over(studio.Method),
		Look: look.Look{
			Finish:   look.Satin,
			Coverage: look.Medium,
			Base:     look.BaseEmulsion,
			Neckline: look.ClosedNeck,
		},
		Day: day.Day{
			Date:     n.ChairAt.Date(),
			Timezone: studio.Timezone,
			Place:    studio.Place,
			ChairAt:  n.ChairAt,
			BaseAt:   n.BaseAt,
		}}
	if last, err := store.LatestSittingOf(ctx, tx, n.ClientID); err == nil {
		s.Client.Zones = last.Sitting.Client.Zones
		s.Look = last.Sitting.Look
	} else if !errors.Is(err, pgx.ErrNoRows) {
		return s, err
	}
	loc, err := s.Day.Zone()
	if err != nil {
		return s, err
	}
	base, _ := n.BaseAt.In(loc)
	s.Day.WearUntil, s.Day.LiftAt = day.Wall(base.Add(wearFor)), day.Wall(base.Add(wearFor+liftWithin))
	if s.Client.Learned, err = learnedInto(ctx, tx, client); err != nil {
		return s, err
	}
	if s.Figures, err = figures(ctx, tx); err != nil {
		return s, err
	}
	s.Kit, err = a.kit(ctx, tx)
	return s, err
}

// planned plans a sitting and makes it ready to be kept: the planner's plan, or, where there are steps made by hand,
// those as checked, with the planner's beside them. Faults are returned as such. No transaction is open meanwhile.
func (a *App) planned(ctx context.Context, who *Actor, s sitting.Sitting, studio store.Studio,
	byHand plan.Hand) (kept store.Sitting, made *plan.Plan, err error) {
	if fs := s.Check("", nil); len(fs) > 0 {
		return store.Sitting{}, nil, fs
	}
	loc, _ := s.Day.Zone()
	chair, _ := s.Day.ChairAt.In(loc)
	base, _ := s.Day.BaseAt.In(loc)
	if s.Day.PlannedOn.IsZero() {
		s.Day.PlannedOn, _ = a.today(studio)
	}
	s.Method = s.Method.Resolved() // kept as it is meant today
	s.Language = who.Tongue.Named()
	kept = store.Sitting{Sitting: sitting.Kept{Sitting: s}, ChairAt: chair, BaseAt: base}
	err = a.costly(ctx, who, func() (err error) {
		made = plan.Make(&s)
		if len(byHand.Parts()) > 0 {
			if kept.Proposal, err = json.Marshal(made); err != nil {
				return err
			}
			if fs := made.CheckHand("", byHand); len(fs) > 0 {
				return fs
			}
			if mine := plan.With(&s, byHand); mine.Same(made) { // as planned again
				kept.Proposal = nil
			} else {
				made = mine
			}
		}
		kept.Plan, err = json.Marshal(made)
		return err
	})
	return kept, made, err
}

// Try says what steps made by hand come to, on the sitting as it stands.
func (a *App) Try(ctx context.Context, who Actor, id uuid.UUID, t Trial) (out plan.Plan, err error) {
	was, kept, err := a.standing(ctx, &who, id, "try steps")
	if err != nil {
		return out, err
	}
	p := plan.Plan{Format: plan.Format, Sitting: was.Sitting.Sitting}
	p.Sitting.Language = who.Tongue.Named()
	if t.Segments != nil {
		p.Sitting.Day.Segments = *t.Segments
		if fs := p.Sitting.Check("", nil); len(fs) > 0 {
			return out, fs
		}
	}
	h := t.hand().Or(kept, t.Again)
	if fs := p.CheckHand("", h); len(fs) > 0 {
		return out, fs
	}
	err = a.costly(ctx, &who, func() error {
		if _, is := h[plan.TouchUps]; is {
			h[plan.TouchUps] = plan.Made{TouchUps: plan.Usual(&p.Sitting, h)}
		}
		if prep, is := h[plan.Prep]; t.Retime && is {
			h[plan.Prep] = plan.Made{Steps: plan.Layers(&p.Sitting, prep.Steps)}
		}
		if t.Retime && t.Lift != nil {
			h[plan.Removal] = plan.Made{Steps: plan.Passes(&p.Sitting, h)}
		}
		out = *plan.Until(&p.Sitting, h, t.last())
		return nil
	})
	out.Sitting.Kit = kit.Kit{} // who asks has it; a drag asks many times a second
	return out, err
}

// SaveSitting plans a changed sitting anew and keeps both. Until base has begun the kit is the studio's as it is now;
// after that it stays what it was. On store.ErrStale the sitting returned is the one that stands.
func (a *App) SaveSitting(ctx context.Context, who Actor, id uuid.UUID, e SittingEdit) (Sitting, error) {
	return a.rewrite(
		ctx,
		who,
		id,
		e.Version,
		"change sitting",
		func(tx pgx.Tx, who Actor, studio store.Studio, was store.Sitting) (rewritten, error) {
			s := sitting.Sitting{
				Format:    sitting.Format,
				Client:    e.Client,
				Look:      e.Look,
				Day:       e.Day,
				Method:    e.Method,
				Kit:       was.Sitting.Kit,
				Figures:   was.Sitting.Figures,
				Overrides: e.Overrides,
			}
			if !was.BaseAt.Before(a.Now()) {
				var err error
				if s.Kit, err = a.kit(ctx, tx); err != nil {
					return rewritten{}, err
				}
			}
			on, _ := a.today(studio)
			for i := range s.Overrides { // who lifts a stop, and when, is not theirs to type
				if !slices.Contains(was.Sitting.Overrides, s.Overrides[i]) {
					s.Overrides[i].By, s.Overrides[i].On = who.Name, on
				}
			}
			now := a.wall(studio)
			if s.Asked = was.Sitting.Asked; e.Asked && s.Asked == nil {
				s.Asked = &sitting.Asked{At: now, By: who.Name}
			}
			if s.Asked == nil {
				keepTold(&s, was.Sitting.Told)
			}
			if !who.Role.May(KeepClients) {
				if fs := recordOnly(&s.Client, &was.Sitting.Client); len(fs) > 0 {
					return rewritten{}, fs
				}
			}
			noteTouch(&s.Client, was.Sitting.Client, now)
			return rewritten{s, e.Title, e.Artist, e.hand()}, nil
		},
	)
}

// recordOnly finds what an assistant may not change of a client in a sitting, as in the record: all but the skin as
// it is read at the chair.
func recordOnly(now, was *face.Client) (fs doc.Faults) {
	a, b := reflect.ValueOf(now).Elem(), reflect.ValueOf(was).Elem()
	for i := range a.NumField() {
		name, _, _ := strings.Cut(a.Type().Field(i).Tag.Get("json"), ",")
		if name == "zones" || name == "readings" {
			continue
		}
		one, _ := json.Marshal(a.Field(i).Interface())
		two, _ := json.Marshal(b.Field(i).Interface())
		if !bytes.Equal(one, two) && !(emptyList(one) && emptyList(two)) {
			fs.Add("client."+name, notForAssistant)
		}
	}
	return fs
}

func emptyList(b []byte) bool { return slices.Contains([]string{"null", "[]", "{}"}, string(b)) }

// keepTold keeps what the record told, and what it added, until the client has been asked again.
func keepTold(s *sitting.Sitting, told *sitting.Told) {
	if s.Told = told; told != nil {
		s.Client.Allergies = append(slices.Clone(s.Client.Allergies), without(told.Added, s.Client.Allergies)...)
	}
}

// rewritten is a sitting as a change leaves it, with its steps where they are made by hand.
type rewritten struct {
	sitting       sitting.Sitting
	title, artist string
	byHand        plan.Hand
}

// changing is what a change makes of a sitting, on behalf of somebody.
type changing func(tx pgx.Tx, who Actor, studio store.Studio, was store.Sitting) (rewritten, error)

// rewrite changes a sitting that was read at a version, plans it anew and keeps both. On store.ErrStale the sitting
// returned is the one that stands.
func (a *App) rewrite(ctx context.Context, who Actor, id uuid.UUID, version int, act string,
	change changing) (out Sitting, err error) {
	out, err = a.rewriteOnce(ctx, who, id, version, act, change)
	if errors.Is(err, store.ErrStale) {
		if now, readErr := a.Sitting(ctx, who, id); readErr == nil {
			return now, store.ErrStale
		}
	}
	return out, err
}

func (a *App) rewriteOnce(ctx context.Context, who Actor, id uuid.UUID, version int, act string,
	change changing) (out Sitting, err error) {
	var studio store.Studio
	var was store.Sitting
	var now rewritten
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if studio, err = store.StudioOf(ctx, tx); err != nil {
			return err
		}
		if was, err = store.StandingOf(ctx, tx, id); err != nil {
			return err
		}
		if was.Version != version {
			return store.ErrStale
		}
		now, err = change(tx, who, studio, was)
		return err
	})
	if err != nil {
		return out, err
	}
	kept, made, err := a.planned(ctx, &who, now.sitting, studio, now.byHand)
	if err != nil {
		return out, err
	}
	kept.ID, kept.ClientID, kept.Title, kept.Artist, kept.Version = id, was.ClientID, now.title, now.artist, version
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if kept.Version, err = store.SaveSitting(ctx, tx, kept); err != nil {
			return err
		}
		return store.Audit(ctx, tx, who.ID, act, was.ClientID)
	})
	if err != nil {
		return out, err
	}
	return a.answered(kept, made)
}
