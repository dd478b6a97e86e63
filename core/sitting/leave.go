package sitting

import (
	"slices"

	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/look"
)

// Barred is the zones that must be left alone that day, by why: nothing touches them, before makeup or after.
type Barred struct {
	Contagious, Eye, Broken, Burnt face.Set
	Fresh                          face.Set // a treatment that has not closed yet
	Leave                          face.Set // told so
	Self                           face.Set // the client does them herself
}

// closing is how long after a treatment nothing may touch its zone. [W]
type closing struct {
	kinds []face.ConditionKind
	days  int
	only  face.Set // where it can be at all
}

// closings is the treatments that close a zone to everybody for some days.
var closings = []closing{
	{[]face.ConditionKind{face.PeelLight, face.Needling, face.Laser}, figure.ProcedureFirstDays,
		face.All},
	{[]face.ConditionKind{face.PeelMedium}, figure.PeelMediumCloses, face.All},
	{[]face.ConditionKind{face.PeelDeep}, figure.PeelDeepCloses, face.All},
	{[]face.ConditionKind{face.BrowTattoo}, figure.TattooCloses, face.SetOf(face.Brows)},
	{[]face.ConditionKind{face.LipTattoo}, figure.TattooCloses, face.SetOf(face.Lips)},
	{[]face.ConditionKind{face.LinerTattoo}, figure.TattooCloses, face.SetOf(face.Eyelids)},
}

// Barred returns the zones barred and why. A cold sore bars lips, upper lip and chin; an eye infection both eyes; a
// wound or blister its zone; blistering sunburn its zone; a treatment its zone until the skin has closed.
func (c *Case) Barred() Barred { return c.barred }

func (c *Case) bar() Barred {
	b := Barred{Leave: c.Client.Told(face.Leave), Self: c.Client.Told(face.Self)}
	if c.Marked(face.ColdSore) != 0 {
		b.Contagious = face.SetOf(face.Lips, face.UpperLip, face.Chin) | c.Marked(face.ColdSore)
	}
	if c.Within(figure.EyeInfectionDays, face.EyeInfection) != 0 {
		b.Eye = face.SetOf(face.Eyelids, face.UnderEyes)
	}
	blister := c.Marked(face.Blister)
	b.Broken = c.Marked(face.Broken) | blister
	b.Burnt = c.Marked(face.Sunburn) & blister
	for _, k := range closings {
		b.Fresh |= c.Within(k.days, k.kinds...) & k.only
	}
	return b
}

// All returns every barred zone.
func (b Barred) All() face.Set { return b.Alone() | b.Self }

// Alone returns the zones that nobody may touch.
func (b Barred) Alone() face.Set {
	return b.Contagious | b.Eye | b.Broken | b.Burnt | b.Fresh | b.Leave
}

// Unmade is the zones that wear no makeup that day, though the look may put some there: those left alone, those the
// client does herself, burnt skin, points injected within a day, skin whose hair was just taken off.
func (c *Case) Unmade() face.Set { return c.unmade }

func (c *Case) unmakeable() face.Set {
	return c.barred.All() | c.Marked(face.Sunburn) |
		c.Within(figure.InjectablePressDays, face.Injectables, face.Toxin, face.Filler) |
		c.Within(figure.HairBareDays, face.HairRemovals...)
}

// LeftOut is what the look would put on zones that wear no makeup that day.
type LeftOut struct {
	Item  *look.Item
	Zones face.Set
}

// Extended reports whether the client wears lash extensions: told of, or among the look.
func (c *Case) Extended() bool {
	return c.Client.Has(face.LashExtensions) ||
		slices.ContainsFunc(c.Items, func(it look.Item) bool { return it.Attach == look.Extensions })
}

// sortOut parts the declared makeup into what goes on, zone by zone, and what is left out. What is on already, though
// its zone should be left alone, stays on.
func (c *Case) sortOut() {
	on := c.alreadyOn()
	clean := c.Client.Told(face.CleanZone)
	for i := range c.Look.Items {
		it := &c.Look.Items[i]
		if out := it.Zone.Zones & c.unmade &^ on; out != 0 {
			c.LeftOut = append(c.LeftOut, LeftOut{it, out})
		}
		goes := *it
		goes.Zone.Zones &^= c.unmade&^on | clean
		if goes.Zone.Zones != 0 {
			c.Items = append(c.Items, goes)
		}
	}
}

// alreadyOn is the zones whose makeup is on though they must be left alone.
func (c *Case) alreadyOn() (zones face.Set) {
	for _, word := range c.Day.AlreadyOn {
		var z face.Zone
		if z.UnmarshalText([]byte(word)) == nil {
			zones |= face.SetOf(z)
		}
	}
	return zones
}

// Stranded is the zones that must be left alone and have makeup on all the same.
func (c *Case) Stranded() face.Set {
	var made face.Set
	for i := range c.Items {
		made |= c.Items[i].Zone.Zones
	}
	return made & c.barred.Alone()
}

// Pieces is the zones with an appliance or lace glued on.
func (c *Case) Pieces() (zones face.Set) {
	for i := range c.Items {
		if c.Items[i].Piece() {
			zones |= c.Items[i].Zone.Zones
		}
	}
	return zones
}

// Unlayered is the zones that get no layers before makeup: those that must be left alone, and those that a piece is
// glued on, where skin is cleansed, degreased and dry and bears a barrier film at most.
func (c *Case) Unlayered() face.Set { return c.barred.All() | c.Pieces() }

// Bare is the zones of the body that show or carry makeup.
func (c *Case) Bare() face.Set { return c.bareBody }

func (c *Case) body() (zones face.Set) {
	for _, word := range c.Day.Bare {
		var z face.Zone
		if z.UnmarshalText([]byte(word)) == nil {
			zones |= face.SetOf(z)
		}
	}
	for i := range c.Look.Items {
		zones |= c.Look.Items[i].Zone.Zones & face.Body
	}
	return zones
}

// FreshScar is the zones with a scar so young that only the client's clinician may say what it bears.
func (c *Case) FreshScar() face.Set {
	var zones face.Set
	for _, k := range c.Conditions {
		if k.Kind == face.ConditionKind(face.Scar) && k.Dated && k.Days <= figure.ScarDays {
			zones |= k.Zone
		}
	}
	return zones
}

// Patches is the zones with psoriasis, or with vitiligo, whose own phototype is fairer than the client's.
func (c *Case) Patches() face.Set {
	zones := c.Chronic(face.Psoriasis)
	for z := range face.N {
		if c.Client.PhototypeOf(z) < c.Client.Phototype {
			zones |= face.SetOf(z)
		}
	}
	return zones
}

// Child reports whether the client is known to be a child, for whom little is used.
func (c *Case) Child() bool {
	age, known := c.Client.Age(c.Day.Date)
	return known && age < figure.GuardianYears
}

// Bearded is where a beard is worn, stubbled or full.
func (c *Case) Bearded() face.Set {
	if c.Client.HasBeard() {
		return Beard
	}
	return 0
}

// BareFaced reports whether no makeup at all is worn.
func (c *Case) BareFaced() bool {
	return c.Look.Coverage == look.NoCoverage && len(c.Look.Items) == 0
}

// Habits returns the client's own habits of some kinds.
func (c *Case) Habits(kinds ...string) (list []face.Habit) {
	for _, h := range c.Client.Routine {
		if slices.Contains(kinds, h.Kind) {
			list = append(list, h)
		}
	}
	return list
}
