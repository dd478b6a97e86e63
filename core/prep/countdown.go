package prep

import (
	"fmt"
	"slices"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/kit"
	"urncloth/core/nature"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// Due is one thing to do before the day.
type Due struct {
	On   day.Date `json:"on"`
	Do   string   `json:"do"`
	Rule rules.ID `json:"rule"`
}

// Countdown lists what to do before the day, the earliest first. Entries before the date on which the sitting was
// planned are dropped; where that date is not given all of them stand.
func Countdown(c *sitting.Case) []Due {
	on := c.Day.Date
	list := []Due{}
	add := func(before int, rule rules.ID, message say.ID, slots ...any) {
		at := on.AddDays(-before)
		if !c.Day.PlannedOn.IsZero() && at.Before(c.Day.PlannedOn) {
			return
		}
		list = append(list, Due{at, c.Say(message, slots...), rule})
	}
	calm := c.Client.Sensitivity < figure.SensitiveFrom &&
		fit.RuledOut(c, nature.Polishes, rules.ScrubOnSore, rules.TooOften) == 0 // what is sore today may have healed
	add(figure.LastDeepPeel, rules.RecentProcedure, say.LastDeepPeel)
	add(figure.LastMediumPeel, rules.RecentProcedure, say.LastMediumPeel)
	if fresh := firstTimes(c); len(fresh) > 0 && len(fresh) <= figure.FewNew {
		add(figure.PatchTestBefore, rules.PatchTest, say.PatchTestThese, "products", c.List(fresh))
	} else {
		add(figure.PatchTestBefore, rules.PatchTest, say.PatchTestNew)
	}
	add(figure.RetinoidWaxing, rules.RecentRetinoid, say.LastRetinoid)
	add(figure.LastLightPeel, rules.RecentProcedure, say.LastLightPeel)
	add(figure.LastWax, rules.RecentRetinoid, say.LastWax)
	removal := say.FullRemoval
	if calm {
		removal = say.FullRemovalPolish
	}
	add(1, rules.StripsBeforeMakeup, say.EveningBefore, "removal", removal, "mask", maskWords(c))
	if c.Look.CoversBeard() && c.ShavedAt.IsZero() {
		add(0, rules.ShavenSkin, say.ShaveBy, "time", day.Wall(c.BaseAt.Add(-figure.ShaveBefore)).Clock())
	}
	add(0, rules.HotSkin, say.NoHotShower)
	return list
}

// firstTimes names the products that are new to this client.
func firstTimes(c *sitting.Case) []string {
	var fresh []string
	for _, p := range c.Kit {
		if p.FirstUse {
			fresh = append(fresh, p.Name)
		}
	}
	return fresh
}

// maskWords says which mask goes where the evening before: hydrating, and clay only on oily zones.
func maskWords(c *sitting.Case) string {
	var oily face.Set
	for _, z := range face.BaseArea.List() {
		if s := c.Skin[z]; s.Oil >= figure.OilyFrom && s.Water >= figure.MoistFrom && z.Class() == face.Skin {
			oily |= face.SetOf(z)
		}
	}
	hasClay := slices.ContainsFunc(c.Kit, func(p kit.Product) bool { return p.Kind == kit.MaskClay })
	if oily == 0 || !hasClay {
		return c.Say(say.MaskHydrating)
	}
	return c.Say(say.MaskWithClay, "zones", c.Names(oily))
}

// Clockface writes seconds as minutes and seconds, 3:20.
func Clockface(s int) string { return fmt.Sprintf("%d:%02d", s/60, s%60) }
