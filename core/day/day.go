// Package day holds the date, clock, place and weather of a sitting.
//
// A Local is what the clock on the wall shows; an instant (time.Time) is what arithmetic needs. Day.At turns the one
// into the other in the day's time zone, so that a night with a summer-time change is as long as it really is.
package day

import (
	"fmt"
	"slices"
	"strings"
	"sync"
	"time"
	_ "time/tzdata" // the zone database travels with the program

	"urncloth/core/doc"
	"urncloth/core/figure"
	"urncloth/core/say"
)

// Date is a calendar date, written 2027-06-19.
type Date struct{ t time.Time }

const dateForm = "2006-01-02"

const hoursADay = 24

// datable reports whether a date is in a year that is read.
func datable(t time.Time) bool { return t.Year() >= figure.FirstYear && t.Year() <= figure.LastYear }

// UnmarshalText reads 2027-06-19; a date that is not in the calendar is an error.
func (d *Date) UnmarshalText(text []byte) error {
	t, err := time.Parse(dateForm, string(text))
	if err != nil || !datable(t) {
		return say.Err(say.NotADate, "text", text)
	}
	d.t = t
	return nil
}

// MarshalText writes 2027-06-19.
func (d Date) MarshalText() ([]byte, error) { return []byte(d.String()), nil }

func (d Date) String() string { return d.t.Format(dateForm) }

// IsZero reports whether no date was given.
func (d Date) IsZero() bool { return d.t.IsZero() }

// AddDays returns the date n days later, or earlier where n is negative.
func (d Date) AddDays(n int) Date { return Date{d.t.AddDate(0, 0, n)} }

// AddMonths returns the date n months later.
func (d Date) AddMonths(n int) Date { return Date{d.t.AddDate(0, n, 0)} }

// Before reports whether d is earlier than e.
func (d Date) Before(e Date) bool { return d.t.Before(e.t) }

// DaysSince returns how many days d is after e.
func (d Date) DaysSince(e Date) int { return int(d.t.Sub(e.t).Hours() / hoursADay) }

// YearsSince returns the age in years, with the part of the running year as a fraction.
func (d Date) YearsSince(born Date) float64 {
	years := d.t.Year() - born.t.Year()
	last := born.t.AddDate(years, 0, 0)
	if last.After(d.t) {
		years--
		last = born.t.AddDate(years, 0, 0)
	}
	next := born.t.AddDate(years+1, 0, 0)
	return float64(years) + d.t.Sub(last).Hours()/next.Sub(last).Hours()
}

// Midnight is the start of the date as a wall-clock time.
func (d Date) Midnight() Local { return Local{t: d.t} }

// Local is a wall-clock time, written 2027-06-19T09:00:00. Seconds may be left out when read. An offset is understood
// wherever a time is read; it is written only where it is needed, with the second of two equal times of a night on
// which the clock goes back.
type Local struct {
	t   time.Time // what the clock shows, as if it were in UTC
	off offset
}

// offset is how far the clock is ahead of UTC, where that was said.
type offset struct {
	said    bool
	seconds int32
}

const (
	localForm  = "2006-01-02T15:04:05"
	offsetForm = "-07:00"
)

// localForms are the ways of writing a time that are understood, the offset after any of them.
var localForms = []string{localForm, "2006-01-02T15:04"}

// UnmarshalText reads 2027-06-19T09:00, 2027-06-19T09:00:30 or 2027-10-31T01:45:00+00:00.
func (l *Local) UnmarshalText(text []byte) error {
	for _, form := range localForms {
		if t, err := time.Parse(form, string(text)); len(form) == len(text) && err == nil && datable(t) {
			*l = Local{t: t}
			return nil
		}
		if t, err := time.Parse(form+"Z07:00", string(text)); err == nil && datable(t) && len(form) < len(text) {
			_, ahead := t.Zone()
			*l = Local{time.Unix(t.Unix()+int64(ahead), 0).UTC(), offset{true, int32(ahead)}}
			return nil
		}
	}
	return say.Err(say.NotATime, "text", text)
}

// MarshalText writes 2027-06-19T09:00:00.
func (l Local) MarshalText() ([]byte, error) { return []byte(l.String()), nil }

func (l Local) String() string {
	s := l.t.Format(localForm)
	if l.off.said {
		s += l.t.In(time.FixedZone("", int(l.off.seconds))).Format(offsetForm)
	}
	return s
}

// Clock is the time of day alone, 09:00.
func (l Local) Clock() string { return l.t.Format("15:04") }

// Add is the wall clock so many minutes later, with no regard to changes of the clock.
func (l Local) Add(minutes int) Local {
	return Local{l.t.Add(time.Duration(minutes) * time.Minute), l.off}
}

// IsZero reports whether no time was given.
func (l Local) IsZero() bool { return l.t.IsZero() }

// Date is the calendar date of l.
func (l Local) Date() Date { return Date{l.t.Truncate(hoursADay * time.Hour)} }

// Place is where the client will be.
type Place struct {
	Lat     float64 `json:"lat" in:"-90..90" need:"yes" doc:"degrees, north positive"`
	Lon     float64 `json:"lon" in:"-180..180" need:"yes" doc:"degrees, east positive"`
	HeightM float64 `json:"height_m,omitempty" in:"-500..9000"`
}

// Air is the air of the room the prep is done in, or that of a segment.
type Air struct {
	TempC    *float64 `json:"temp_c,omitempty" in:"-30..55"`
	Humidity *float64 `json:"humidity,omitempty" in:"0..1" doc:"relative, 0 to 1"`
	Fan      bool     `json:"fan,omitempty" doc:"a fan runs at the chair"`
}

// BodyZone is a zone of the body that may be bare.
type BodyZone string

// BodyZones lists them.
var BodyZones = []BodyZone{"scalp", "nape", "shoulders", "torso", "hands", "forearms", "upper_arms", "back", "thighs",
	"lower_legs", "feet"}

// UnmarshalText accepts the words of BodyZones.
func (z *BodyZone) UnmarshalText(b []byte) error {
	*z = BodyZone(b)
	return doc.OneOf(*z, BodyZones)
}

// Repair is a mistake put right while making up: when, on which zone, and what slipped.
type Repair struct {
	At   Local  `json:"at" need:"yes"`
	Zone string `json:"zone" need:"yes" len:"1..40"`
	Item string `json:"item,omitempty" len:"0..80"`
}

// BookedKind is what may be booked: hair removal, and what heals.
type BookedKind string

// What may be booked.
const (
	Waxed       BookedKind = "waxed"
	Sugared     BookedKind = "sugared"
	Threaded    BookedKind = "threaded"
	HairCream   BookedKind = "hair_cream"
	Bladed      BookedKind = "bladed"
	PeelLight   BookedKind = "peel_light"
	PeelMedium  BookedKind = "peel_medium"
	PeelDeep    BookedKind = "peel_deep"
	Laser       BookedKind = "laser"
	Needling    BookedKind = "needling"
	Injectables BookedKind = "injectables"
	Toxin       BookedKind = "toxin"
	Filler      BookedKind = "filler"
	LashLift    BookedKind = "lash_lift"
	BrowTattoo  BookedKind = "brow_tattoo"
	LipTattoo   BookedKind = "lip_tattoo"
	LinerTattoo BookedKind = "liner_tattoo"
	SelfTan     BookedKind = "self_tan"
	Exfoliated  BookedKind = "exfoliated"
	Extraction  BookedKind = "extraction"
)

// BookedKinds lists it.
var BookedKinds = []BookedKind{Waxed, Sugared, Threaded, HairCream, Bladed, PeelLight, PeelMedium,
	PeelDeep, Laser, Needling, Injectables, Toxin, Filler, LashLift,
	BrowTattoo, LipTattoo, LinerTattoo, SelfTan, Exfoliated, Extraction}

// UnmarshalText accepts the words of BookedKinds.
func (k *BookedKind) UnmarshalText(b []byte) error {
	*k = BookedKind(b)
	return doc.OneOf(*k, BookedKinds)
}

// Booked is hair removal or a treatment that is booked before the day.
type Booked struct {
	Kind BookedKind `json:"kind" need:"yes"`
	Zone string     `json:"zone,omitempty" len:"0..40"`
	On   Date       `json:"on" need:"yes"`
}

// Temp is the air's temperature in °C.
func (a Air) Temp() float64 { return or(a.TempC, figure.RoomTempC) }

// RH is the air's relative humidity, 0 to 1.
func (a Air) RH() float64 { return or(a.Humidity, figure.RoomHumidity) }

func or(p *float64, otherwise float64) float64 {
	if p == nil {
		return otherwise
	}
	return *p
}

// Wash is the last wash or shower.
type Wash struct {
	At  Local `json:"at" need:"yes"`
	Hot bool  `json:"hot,omitempty"`
}

// Sky is how much cloud there is.
type Sky string

// The skies, clearest first.
const (
	Clear     Sky = "clear"
	Scattered Sky = "scattered"
	BrokenSky Sky = "broken"
	Overcast  Sky = "overcast"
)

// Skies lists them.
var Skies = []Sky{Clear, Scattered, BrokenSky, Overcast}

// UnmarshalText accepts the words of Skies.
func (s *Sky) UnmarshalText(b []byte) error { *s = Sky(b); return doc.OneOf(*s, Skies) }

// Where is what stands between the client and the sun.
type Where string

// The places.
const (
	InSun       Where = "sun"
	InShade     Where = "shade"
	Indoors     Where = "indoors"
	BehindGlass Where = "glass"
	InWater     Where = "water"
)

// Places lists them.
var Places = []Where{InSun, InShade, Indoors, BehindGlass, InWater}

// UnmarshalText accepts the words of Places.
func (w *Where) UnmarshalText(b []byte) error { *w = Where(b); return doc.OneOf(*w, Places) }

// Outdoors reports whether the sunscreen label's clock runs there.
func (w Where) Outdoors() bool { return w == InSun || w == InShade || w == InWater }

// Ground is what lies underfoot.
type Ground string

// The grounds.
const (
	PlainGround Ground = ""
	Grass       Ground = "grass"
	OverWater   Ground = "water"
	Sand        Ground = "sand"
	Snow        Ground = "snow"
)

// Grounds lists them.
var Grounds = []Ground{PlainGround, Grass, OverWater, Sand, Snow}

// UnmarshalText accepts the words of Grounds.
func (g *Ground) UnmarshalText(b []byte) error { *g = Ground(b); return doc.OneOf(*g, Grounds) }

// Activity is what the client does meanwhile.
type Activity string

// The activities; none means still.
const (
	NoActivity Activity = ""
	Still      Activity = "still"
	Active     Activity = "active"
	Swim       Activity = "swim"
)

// Activities lists them.
var Activities = []Activity{NoActivity, Still, Active, Swim}

// UnmarshalText accepts the words of Activities.
func (a *Activity) UnmarshalText(b []byte) error {
	*a = Activity(b)
	return doc.OneOf(*a, Activities)
}

// Segment is a stretch of the wear, [From, To). Outside all segments the client is indoors.
type Segment struct {
	From       Local    `json:"from" need:"yes"`
	To         Local    `json:"to" need:"yes"`
	Place      Where    `json:"place" need:"yes"`
	Ground     Ground   `json:"ground,omitempty"`
	Activity   Activity `json:"activity,omitempty"`
	TowelledAt []Local  `json:"towelled_at,omitempty"`
	Flash      bool     `json:"flash,omitempty"`
	KeepFree   bool     `json:"keep_free,omitempty"`
	Wind       bool     `json:"wind,omitempty" doc:"windy: less of a mist lands"`
	Air        *Air     `json:"air,omitempty" doc:"outdoors, where it differs from the room's"`
	Note       string   `json:"note,omitempty" len:"0..200"`
}

// Day is everything about the date, the clock, the place and the weather.
type Day struct {
	Date      Date       `json:"date" need:"yes"`
	Timezone  string     `json:"timezone" need:"yes" len:"1..60"`
	Place     Place      `json:"place" need:"yes"`
	Sky       Sky        `json:"sky,omitempty"`
	OzoneDU   *float64   `json:"ozone_du,omitempty" in:"100..600"`
	Air       Air        `json:"air,omitzero"`
	SurfaceC  *float64   `json:"surface_c,omitempty" in:"20..45" doc:"skin surface, °C, as read"`
	Washed    *Wash      `json:"washed,omitempty"`
	PlannedOn Date       `json:"planned_on,omitzero" doc:"made on; the countdown drops what is before it"`
	ShavedAt  Local      `json:"shaved_at,omitzero" doc:"when the beard was last shaved, where it was within a day"`
	ChairAt   Local      `json:"chair_at" need:"yes"`
	BaseAt    Local      `json:"base_at" need:"yes"`
	WearUntil Local      `json:"wear_until" need:"yes"`
	LiftAt    Local      `json:"lift_at" need:"yes"`
	BudgetMED *float64   `json:"budget_med,omitempty" in:"0..0.5"`
	Segments  []Segment  `json:"segments,omitempty" len:"0..200"`
	LiftBy    Local      `json:"lift_by,omitzero" doc:"when removal must be done"`
	LeavesAt  Local      `json:"leaves_at,omitzero" doc:"when the client goes out after removal"`
	Bare      []BodyZone `json:"bare,omitempty" len:"0..11" doc:"zones of the body that show"`
	AlreadyOn []string   `json:"already_on,omitempty" len:"0..24" doc:"left alone, but their makeup is on"`
	Repairs   []Repair   `json:"repairs,omitempty" len:"0..40"`
	Planned   []Booked   `json:"planned,omitempty" len:"0..40"`
	Licensed  []string   `json:"licensed,omitempty" len:"0..20" doc:"acts of a licensed person of the studio"`
}

// Zone returns the day's time zone from the embedded database.
func (d Day) Zone() (*time.Location, error) {
	if d.Timezone == "" || d.Timezone == "Local" || strings.HasPrefix(d.Timezone, "/") {
		return nil, say.Err(say.NotAZone, "text", d.Timezone)
	}
	if loc, read := zones.Load(d.Timezone); read {
		return loc.(*time.Location), nil
	}
	loc, err := time.LoadLocation(d.Timezone)
	if err != nil {
		return nil, say.Err(say.NotAZone, "text", d.Timezone)
	}
	zones.Store(d.Timezone, loc)
	return loc, nil
}

// zones are the time zones read so far: every plan and every check asks for one.
var zones sync.Map

// In returns the instant at which the wall clock in loc shows l, or the one that its offset says. Of a time that comes
// twice, the first; ok is false for a time that the clock skips.
func (l Local) In(loc *time.Location) (at time.Time, ok bool) {
	t := l.t
	if l.off.said {
		return time.Unix(t.Unix()-int64(l.off.seconds), 0).In(loc), true
	}
	at = time.Date(t.Year(), t.Month(), t.Day(), t.Hour(), t.Minute(), t.Second(), 0, loc)
	if earlier := at.Add(-time.Hour); shows(earlier).Equal(t) {
		return earlier, true
	}
	return at, shows(at).Equal(t)
}

// before compares two times by the clock of a place.
func (l Local) before(m Local, loc *time.Location) bool {
	a, _ := l.In(loc)
	b, _ := m.In(loc)
	return a.Before(b)
}

// settle writes a time that came with an offset as the clock of the place shows it.
func (l *Local) settle(loc *time.Location) {
	if l.off.said {
		at, _ := l.In(loc)
		*l = Wall(at)
	}
}

// Settle writes every time of the day that came with an offset as the clock of its place shows it.
func (d *Day) Settle() {
	loc, err := d.Zone()
	if err != nil {
		return
	}
	for _, l := range d.clockTimes() {
		l.settle(loc)
	}
}

// clockTimes is every clock time of the day.
func (d *Day) clockTimes() []*Local {
	list := []*Local{&d.ChairAt, &d.BaseAt, &d.WearUntil, &d.LiftAt, &d.ShavedAt, &d.LiftBy, &d.LeavesAt}
	if d.Washed != nil {
		list = append(list, &d.Washed.At)
	}
	for i := range d.Repairs {
		list = append(list, &d.Repairs[i].At)
	}
	for i := range d.Segments {
		s := &d.Segments[i]
		list = append(list, &s.From, &s.To)
		for j := range s.TowelledAt {
			list = append(list, &s.TowelledAt[j])
		}
	}
	return list
}

// Moved is the day begun at another time: every clock time of it as much later or earlier by the clock on the wall.
// What was read, washed or made on the old day, and the weather of it, does not come along to another date.
func (d Day) Moved(chair Local) Day {
	by := chair.t.Sub(d.ChairAt.t)
	d.Repairs, d.Segments = slices.Clone(d.Repairs), slices.Clone(d.Segments)
	for i := range d.Segments {
		d.Segments[i].TowelledAt = slices.Clone(d.Segments[i].TowelledAt)
	}
	if d.Washed != nil {
		washed := *d.Washed
		d.Washed = &washed
	}
	for _, l := range d.clockTimes() {
		if !l.IsZero() {
			*l = Local{t: l.t.Add(by)}
		}
	}
	if on := chair.Date(); on != d.Date {
		d.Date, d.Washed, d.SurfaceC, d.ShavedAt, d.OzoneDU = on, nil, nil, Local{}, nil
		d.Sky, d.Air, d.PlannedOn = "", Air{}, Date{}
		for i := range d.Segments {
			d.Segments[i].Air = nil
		}
	}
	return d
}

// shows is what the clock shows at an instant, in the instant's own zone, as if that were UTC.
func shows(at time.Time) time.Time {
	_, ahead := at.Zone()
	return showing(at, ahead)
}

// showing is what a clock so many seconds ahead shows.
func showing(at time.Time, ahead int) time.Time { return time.Unix(at.Unix()+int64(ahead), 0).UTC() }

// Wall returns what the clock shows at an instant, in the instant's own zone, with the offset where the clock shows it
// for the second time.
func Wall(at time.Time) Local {
	_, ahead := at.Zone()
	_, before := at.Add(-time.Hour).Zone()
	l := Local{t: showing(at, ahead)}
	if before-ahead == int(time.Hour/time.Second) {
		l.off = offset{true, int32(ahead)}
	}
	return l
}

// checker gathers what is wrong with a day.
type checker struct {
	Day
	fs   doc.Faults
	path string
	loc  *time.Location
}

// Check returns what is wrong with the day beyond the bounds of single fields; path is put before each field.
func (d Day) Check(path string) doc.Faults {
	k := &checker{Day: d, path: path}
	loc, err := d.Zone()
	if err != nil {
		k.fs.AddError(k.at("timezone"), err)
		return k.fs
	}
	k.loc = loc
	k.clocks()
	k.before()
	k.segments()
	k.later()
	return k.fs
}

func (k *checker) at(field string) string { return k.path + "." + field }

// real finds a time that the clock skips.
func (k *checker) real(field string, l Local) {
	if l.IsZero() {
		return
	}
	if _, ok := l.In(k.loc); !ok {
		k.fs.Add(k.at(field), say.ClockSkips, "time", l, "zone", k.Timezone)
	}
}

// after finds a time that is not after another.
func (k *checker) after(field string, l Local, other string, m Local, equal bool) {
	if l.IsZero() || m.IsZero() {
		return
	}
	if l.before(m, k.loc) || !equal && !m.before(l, k.loc) {
		k.fs.Add(k.at(field), say.NotAfterField, "time", l, "field", other, "other", m)
	}
}

// clocks looks at the four times of the day.
func (k *checker) clocks() {
	k.real("chair_at", k.ChairAt)
	k.real("base_at", k.BaseAt)
	k.real("wear_until", k.WearUntil)
	k.real("lift_at", k.LiftAt)
	k.after("base_at", k.BaseAt, "chair_at", k.ChairAt, false)
	k.after("wear_until", k.WearUntil, "base_at", k.BaseAt, false)
	k.after("lift_at", k.LiftAt, "wear_until", k.WearUntil, true)
	if !k.ChairAt.IsZero() && !k.Date.IsZero() && k.ChairAt.Date() != k.Date {
		k.fs.Add(k.at("chair_at"), say.NotOnDate, "time", k.ChairAt, "date", k.Date)
	}
	chair, _ := k.ChairAt.In(k.loc)
	lift, _ := k.LiftAt.In(k.loc)
	if !k.LiftAt.IsZero() && !k.ChairAt.IsZero() && lift.Sub(chair) > figure.LongestDay {
		k.fs.Add(k.at("lift_at"), say.TooLongAfter, "time", k.LiftAt)
	}
}

// before looks at what was done before the chair.
func (k *checker) before() {
	if w := k.Washed; w != nil && !w.At.IsZero() {
		k.real("washed.at", w.At)
		if k.ChairAt.before(w.At, k.loc) && !k.ChairAt.IsZero() {
			k.fs.Add(k.at("washed.at"), say.AfterChair, "time", w.At, "chair", k.ChairAt)
		}
	}
	k.real("shaved_at", k.ShavedAt)
	if k.BaseAt.before(k.ShavedAt, k.loc) && !k.BaseAt.IsZero() {
		k.fs.Add(k.at("shaved_at"), say.AfterBase, "time", k.ShavedAt, "base", k.BaseAt)
	}
}

// later looks at what comes while making up, and after removal.
func (k *checker) later() {
	k.real("lift_by", k.LiftBy)
	k.after("lift_by", k.LiftBy, "lift_at", k.LiftAt, true)
	k.real("leaves_at", k.LeavesAt)
	k.after("leaves_at", k.LeavesAt, "lift_at", k.LiftAt, true)
	for i, r := range k.Repairs {
		name := fmt.Sprintf("repairs[%d].at", i)
		k.real(name, r.At)
		k.after(name, r.At, "base_at", k.BaseAt, true)
		if !r.At.IsZero() && !k.WearUntil.IsZero() && k.WearUntil.before(r.At, k.loc) {
			k.fs.Add(k.at(name), say.AfterWear, "time", r.At, "wear", k.WearUntil)
		}
	}
}

func (k *checker) segments() {
	for i, s := range k.Segments {
		name := fmt.Sprintf("segments[%d]", i)
		if s.From.IsZero() || s.To.IsZero() {
			continue
		}
		k.real(name+".from", s.From)
		k.real(name+".to", s.To)
		if !s.From.before(s.To, k.loc) {
			k.fs.Add(k.at(name+".to"), say.NotAfterFrom, "to", s.To, "from", s.From)
		}
		for j, other := range k.Segments[:i] {
			if s.From.before(other.To, k.loc) && other.From.before(s.To, k.loc) {
				k.fs.Add(k.at(name+".from"), say.Overlaps, "from", s.From, "to", s.To, "other", j)
			}
		}
		for j, t := range s.TowelledAt {
			if t.before(s.From, k.loc) || s.To.before(t, k.loc) {
				k.fs.Add(k.at(fmt.Sprintf("%s.towelled_at[%d]", name, j)), say.OutsideSegment, "time", t)
			}
		}
	}
}
