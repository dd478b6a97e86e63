package sitting

import (
	"math"
	"slices"
	"strconv"
	"time"

	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/method"
	"urncloth/core/num"
	"urncloth/core/say"
	"urncloth/core/sun"
)

func itoa(i int) string { return strconv.Itoa(i) }

// Case is a sitting with everything filled in that follows from it: what planners and rules ask again and again.
type Case struct {
	Words *say.Language // in which everything is said

	*Sitting
	Loc                               *time.Location
	ChairAt, BaseAt, WearUntil, Until time.Time
	Skin                              [face.N]face.State
	Area                              [face.N]float64
	Type                              face.Type
	Conditions                        []Condition
	ahead                             []Condition // what is booked for after the day
	Daylight                          bool        // so much of it that sunscreen has a place
	Strong                            bool        // outdoors at UV index 3 or more for ten minutes
	FirstSun                          time.Time   // zero where the client is never outdoors in daylight
	Flash                             bool
	Evaporation                       float64 // how much slower water leaves than at the reference
	Damp                              bool    // nothing evaporates: the figure above is a guess
	CoolAt                            time.Time
	Hot                               bool // a reading says the skin is still hot
	FreshlyWashed                     bool
	Shaven                            face.Set  // shaved within a day, or to be shaved under a beard cover
	ShavedAt                          time.Time // zero where not told
	Cold                              bool      // air under 5 °C: no mist, a richer moisturiser
	Swims                             bool
	ActiveFor                         time.Duration      // active or sweating, swimming too
	OverSnowOrWater                   bool               // outdoors there
	Items                             []look.Item        // the declared makeup that goes on
	LeftOut                           []LeftOut          // and what of it does not
	Scarred                           face.Set           // by a scar young enough to matter
	Spent                             map[string]float64 // grams of each product that the parts of the day before take
	UsedUp                            map[kit.Kind]int   // and how many of each sundry
	barred                            Barred
	unmade, bareBody                  face.Set
	products                          map[string]*kit.Product
	alike                             [face.N]face.Zone
	memo                              any
}

// Short reports whether so many grams of a product are more than what the parts of the day before leave of it.
func (c *Case) Short(p *kit.Product, grams float64) bool { return p.Short(grams + c.Spent[p.ID]) }

// Has is what the parts of the day before leave of a product, in grams.
func (c *Case) Has(p *kit.Product) float64 {
	if p.RemainingG == nil {
		return math.Inf(1)
	}
	return max(0, *p.RemainingG-c.Spent[p.ID])
}

// Memo is what follows from the case and is asked for again and again: made once. A case has room for one such thing.
func Memo[T any](c *Case, once func(c *Case) T) T {
	if v, made := c.memo.(T); made {
		return v
	}
	v := once(c)
	c.memo = v
	return v
}

// Condition is a condition that still matters on the day: Days since it last applied, 0 for now.
type Condition struct {
	Kind  face.ConditionKind
	Days  int
	Now   bool
	Dated bool
	Zone  face.Set // All where none was named
}

// Since is the case once one thing more holds.
func (c *Case) Since(k Condition) *Case {
	d := *c
	d.Conditions = append(slices.Clip(d.Conditions), k)
	d.memo = nil
	d.likeness()
	return &d
}

// Beard is the zones that are shaved.
var Beard = face.SetOf(face.UpperLip, face.Chin, face.Jaw)

// Open fills in a valid sitting.
func Open(s *Sitting) *Case {
	c := &Case{Sitting: s, Words: say.In(s.Language)}
	c.Loc, _ = s.Day.Zone()
	at := func(l day.Local) time.Time { t, _ := l.In(c.Loc); return t }
	c.ChairAt, c.BaseAt, c.WearUntil, c.Until = at(s.Day.ChairAt), at(s.Day.BaseAt), at(s.Day.WearUntil),
		at(s.Day.LiftAt)
	c.Skin = s.Client.States(s.Day.Date)
	c.Area = s.Client.Areas(s.Day.Date)
	c.Type = s.Client.TypeOf(c.Words, c.Skin)
	c.Strong = sun.StrongOutdoors(s.Day, c.Loc, c.BaseAt, c.Until) >= figure.StrongFor
	c.FirstSun, _ = sun.FirstOutdoors(s.Day, c.Loc, c.BaseAt, c.Until)
	c.Cold = s.Day.Air.Temp() < figure.ColdBelowC
	for _, seg := range s.Day.Segments {
		c.segment(seg)
	}
	if !s.Day.ShavedAt.IsZero() {
		c.ShavedAt = at(s.Day.ShavedAt)
	}
	if s.Look.CoversBeard() && !s.Client.HasBeard() || !c.ShavedAt.IsZero() &&
		c.BaseAt.Sub(c.ShavedAt) <= figure.ShavenFor {
		c.Shaven = Beard
	}
	surface := figure.SkinC
	if s.Day.SurfaceC != nil {
		surface = *s.Day.SurfaceC
		c.Hot = surface >= figure.HotSurfaceC
	}
	c.Evaporation, c.Damp = Drying(surface, s.Day.Air)
	if w := s.Day.Washed; w != nil {
		washed := at(w.At)
		c.FreshlyWashed = c.ChairAt.Sub(washed) <= figure.CleanFor
		if w.Hot {
			c.CoolAt = washed.Add(figure.CoolDown)
		}
	}
	c.products = make(map[string]*kit.Product, len(s.Kit))
	for i := range s.Kit {
		c.products[s.Kit[i].ID] = &s.Kit[i]
	}
	c.conditions()
	c.Daylight = c.daylight()
	c.Scarred = c.FreshScar()
	for _, z := range c.Scarred.List() {
		if c.Client.Zones[z].Oil == nil { // young scars make no oil
			c.Skin[z].Oil = 0
		}
	}
	c.bareBody = c.body()
	c.barred = c.bar()
	c.unmade = c.unmakeable()
	c.sortOut()
	c.likeness()
	return c
}

// segment takes note of one stretch of the wear. Outdoor rules go by its own air.
func (c *Case) segment(s day.Segment) {
	c.Flash = c.Flash || s.Flash
	c.Swims = c.Swims || s.Activity == day.Swim
	if s.Activity == day.Swim || s.Activity == day.Active {
		from, _ := s.From.In(c.Loc)
		to, _ := s.To.In(c.Loc)
		c.ActiveFor += to.Sub(from)
	}
	if s.Place.Outdoors() && s.Air != nil && s.Air.Temp() < figure.ColdBelowC {
		c.Cold = true
	}
	c.OverSnowOrWater = c.OverSnowOrWater || s.Place.Outdoors() &&
		(s.Ground == day.Snow || s.Ground == day.OverWater || s.Place == day.InWater)
}

// daylight is an hour or more of sun above the horizon between base and removal, or any time outdoors at a UV index of
// one or more; with pigment, or on skin that light harms or that a procedure has opened, any sun at all.
func (c *Case) daylight() bool {
	at := c.Day.Place
	if sun.UpFor(figure.DaylightFor, c.BaseAt, c.Until, at.Lat, at.Lon) ||
		sun.SomeOutdoors(c.Day, c.Loc, c.BaseAt, c.Until, figure.SomeUVI) {
		return true
	}
	return c.burnsEasily() && sun.Daylight(c.BaseAt, c.Until, at.Lat, at.Lon)
}

// burnsEasily reports whether any sun at all matters to the skin.
func (c *Case) burnsEasily() bool {
	return c.Marked(face.Pigment)|c.Chronic(face.Photosensitive)|c.Chronic(face.Porphyria)|
		c.Within(figure.RecentDays, face.PeelLight, face.PeelMedium, face.PeelDeep, face.Laser, face.Needling) != 0
}

// Say renders a message in the language of the case.
func (c *Case) Say(id say.ID, slots ...any) string { return c.Words.Say(id, slots...) }

// Names says zones as an artist would.
func (c *Case) Names(zones face.Set) string {
	if c.Client.Lacks(face.BrowHair) && zones&face.Face != face.Face && zones.Has(face.Brows) {
		return face.NamesWith(c.Words, zones, face.Brows, c.Say(say.BrowBones))
	}
	return face.Names(c.Words, zones)
}

// List joins words with commas and a last "and".
func (c *Case) List(words []string) string { return c.Words.List(words) }

// Vapour is the saturation pressure of water over air of that temperature, in hPa. Source: Magnus formula, WMO guide.
func Vapour(tempC float64) float64 {
	m := figure.Magnus
	return m[0] * num.Exp(m[1]*tempC/(m[2]+tempC))
}

// Drying is how many times slower water leaves skin of that surface temperature in that air than skin of 32 °C in air
// of 21 °C and 45 %, held to 0.5–3; a fan makes the pull half as large again. Where nothing evaporates at all the air
// is damp, and what is returned no more than a guess. [W]
func Drying(surfaceC float64, air day.Air) (slower float64, damp bool) {
	pull := Vapour(surfaceC) - air.RH()*Vapour(air.Temp())
	if pull <= 0 {
		return figure.EvaporateMax, true
	}
	if air.Fan {
		pull *= figure.FanTimes
	}
	reference := Vapour(figure.SkinC) - figure.RoomHumidity*Vapour(figure.RoomTempC)
	return min(max(reference/pull, figure.EvaporateMin), figure.EvaporateMax), false
}

// DryS is how many seconds a film of a kind takes to set here: the absorbing part as it is, the evaporating part by
// film and air.
func (c *Case) DryS(k kit.Kind, film float64) int {
	f := k.Of()
	if f.SetS == 0 || f.Film == 0 {
		return int(f.SetS)
	}
	return int(math.Round(f.SetS * (1 - f.Evaporation + f.Evaporation*film/f.Film*c.Evaporation)))
}

// conditions reads how long ago each condition applied; one without a date applies now.
func (c *Case) conditions() {
	for _, k := range c.Client.Conditions {
		n := Condition{Kind: k.Kind, Now: true, Zone: face.All}
		if !k.On.IsZero() {
			n.Days = c.Day.Date.DaysSince(k.On)
			n.Now, n.Dated = n.Days <= 0, true
		}
		if k.Zone != nil {
			n.Zone = face.SetOf(*k.Zone)
		}
		if n.Days < 0 && slices.Contains(face.HairRemovals, k.Kind) { // it is to come
			c.ahead = append(c.ahead, n)
			continue
		}
		c.Conditions = append(c.Conditions, n)
	}
	for _, b := range c.Day.Planned { // what was booked and is over by the day counts like what was told
		n := Condition{Kind: face.ConditionKind(b.Kind), Days: c.Day.Date.DaysSince(b.On), Dated: true, Zone: face.All}
		var z face.Zone
		if z.UnmarshalText([]byte(b.Zone)) == nil {
			n.Zone = face.SetOf(z)
		}
		if n.Days >= 0 {
			c.Conditions = append(c.Conditions, n)
		} else {
			c.ahead = append(c.ahead, n)
		}
	}
}

// Ahead returns the zones on which something is booked within so many days after the day.
func (c *Case) Ahead(days int, kinds ...face.ConditionKind) face.Set {
	var zones face.Set
	for _, k := range c.ahead {
		if slices.Contains(kinds, k.Kind) && -k.Days <= days {
			zones |= k.Zone
		}
	}
	return zones
}

// likeness finds, for each zone, the first one that is alike in everything a rule for a single zone can ask about.
func (c *Case) likeness() {
	for z := range face.N {
		c.alike[z] = z
		if z.Class() == face.Eye || z.Class() == face.Lip {
			continue
		}
		for y := range z {
			if c.same(y, z) {
				c.alike[z] = y
				break
			}
		}
	}
}

// same reports whether two zones are alike.
func (c *Case) same(y, z face.Zone) bool {
	a, b := c.Skin[y], c.Skin[z]
	if y.Class() == face.Eye || y.Class() == face.Lip || a.Oil != b.Oil || a.Water != b.Water ||
		!slices.Equal(a.Marks, b.Marks) || c.Client.PhototypeOf(y) != c.Client.PhototypeOf(z) {
		return false
	}
	for _, zones := range []face.Set{c.Shaven, c.unmade, c.Scarred, c.barred.All(), c.Bearded()} {
		if zones.Has(y) != zones.Has(z) {
			return false
		}
	}
	parts := func(k Condition) bool { return k.Zone.Has(y) != k.Zone.Has(z) }
	if slices.ContainsFunc(c.Conditions, parts) || slices.ContainsFunc(c.ahead, parts) {
		return false
	}
	for i := range c.Client.Routine {
		if on := c.Client.Routine[i].Zones; slices.Contains(on, y) != slices.Contains(on, z) {
			return false
		}
	}
	return c.Pieces().Has(y) == c.Pieces().Has(z)
}

// Alike is the first zone that no rule for a single zone can tell from z.
func (c *Case) Alike(z face.Zone) face.Zone { return c.alike[z] }

// Product returns the product of the kit with that id, nil where there is none.
func (c *Case) Product(id string) *kit.Product {
	if id == "" {
		return nil
	}
	return c.products[id]
}

// Within returns the zones on which one of the kinds applied within so many days, 0 for none.
func (c *Case) Within(days int, kinds ...face.ConditionKind) face.Set {
	var zones face.Set
	for _, k := range c.Conditions {
		if slices.Contains(kinds, k.Kind) && k.Days <= days {
			zones |= k.Zone
		}
	}
	return zones
}

// Chronic returns the zones of a condition that does not pass, whatever its date.
func (c *Case) Chronic(kind face.ConditionKind) face.Set {
	var zones face.Set
	for _, k := range c.Conditions {
		if k.Kind == kind {
			zones |= k.Zone
		}
	}
	return zones
}

// Marked returns the zones that show the mark.
func (c *Case) Marked(m face.Mark) face.Set {
	var zones face.Set
	for z := range face.N {
		if c.Skin[z].Has(m) {
			zones |= face.SetOf(z)
		}
	}
	return zones
}

// Neighbours is what belongs to the face beyond its ten zones: neck, ears, the chest where it shows, and what of the
// body is bare.
func (c *Case) Neighbours() face.Set {
	s := face.SetOf(face.Neck, face.Ears)
	if c.Look.Open() {
		s |= face.SetOf(face.Chest)
	}
	return s | c.bareBody
}

// Limit is the load limit of a zone in mg/cm².
func (c *Case) Limit(z face.Zone) float64 { return c.Look.Limit(c.Skin[z].Oil) }

// Grams is what a film in mg/cm² on each of the zones weighs.
func (c *Case) Grams(film map[face.Zone]doc.Num) float64 {
	var g float64
	for z := range face.N { // in order, so that the sum is the same every time
		if f, there := film[z]; there {
			g += kit.Grams(float64(f), c.Area[z])
		}
	}
	return g
}

// OnSkin is the part of a film that reaches the skin of a zone: a beard holds a third of what is worked through it.
func (c *Case) OnSkin(z face.Zone, film float64) float64 {
	if c.Bearded().Has(z) {
		return film / figure.BeardDose
	}
	return film
}

// Film is the film in mg/cm² to lay of a kind on a zone: moisturisers by oil, water, age and what was learned, all
// others their nominal film.
func (c *Case) Film(k kit.Kind, z face.Zone) float64 {
	f := k.Of()
	beard := 1.0
	if c.Bearded().Has(z) && (k.Moisturiser() || f.Group == kit.Sunscreens) {
		beard = figure.BeardDose
	}
	if !k.Moisturiser() {
		return f.Film * beard
	}
	film, most := f.Film, math.Inf(1)
	if c.Method.Is(method.MoistureDose, method.Generous) {
		film, most = f.Full, figure.GenerousMost
	}
	times := c.LeanByOil(c.Skin[z].Oil) + c.LeanMore(z)
	if learned, ok := c.Client.Learned.Moisture[z]; ok {
		times *= learned
	}
	return min(film*times, most) * beard
}

// LeanMore is how much more than its oil grade says a zone's moisturiser is, times the lean film: for little water and
// mature skin.
func (c *Case) LeanMore(z face.Zone) (more float64) {
	switch c.Skin[z].Water {
	case 0:
		more += figure.LeanWater0
	case 1:
		more += figure.LeanWater1
	}
	if c.Client.Mature {
		more += figure.LeanMature
	}
	return more
}
