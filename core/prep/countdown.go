package prep

import (
	"fmt"
	"slices"

	"urncloth/core/day"
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/sitting"
)

// Due is one thing to do before the day.
type Due struct {
	On   day.Date `json:"on"`
	Do   string   `json:"do"`
	Rule string   `json:"rule"`
}

// Countdown lists what to do before the day, the earliest first. Entries before the date on which the sitting was planned
// are dropped; where that date is not given all of them stand.
func Countdown(c *sitting.Case) []Due {
	on := c.Day.Date
	list := []Due{}
	add := func(before int, rule, say string, args ...any) {
		at := on.AddDays(-before)
		if !c.Day.PlannedOn.IsZero() && at.Before(c.Day.PlannedOn) {
			return
		}
		list = append(list, Due{at, fmt.Sprintf(say, args...), rule})
	}
	calm := c.Within(figure.IsotretinoinDays, face.Isotretinoin) == 0 && c.Chronic(face.Rosacea) == 0 && c.Client.Sensitivity < figure.SensitiveFrom
	add(figure.LastDeepPeel, "recent-procedure", "Last day for a deep peel.")
	add(figure.LastMediumPeel, "recent-procedure", "Last day for a medium peel.")
	add(figure.PatchTestBefore, "patch-test", "%s", patchWords(c))
	add(figure.RetinoidWaxing, "recent-retinoid", "Last retinoid, if waxing is planned.")
	add(figure.LastLightPeel, "recent-procedure", "Last day for a light peel.")
	add(figure.LastWax, "recent-retinoid", "Last wax, acid or retinoid.")
	evening := "Full removal"
	if calm {
		evening += ", an enzyme or fine polish only"
	}
	add(1, "strips-before-makeup", "%s, %s, lips.", evening, maskWords(c))
	if c.Look.CoversBeard() && c.ShavedAt.IsZero() {
		add(0, "shaven-skin", "Shave by %s, an hour before base; nothing with acid, alcohol or scent after it.", day.Wall(c.BaseAt.Add(-figure.ShaveBefore)).Clock())
	}
	add(0, "hot-skin", "No hot shower in the last half hour.")
	return list
}

func patchWords(c *sitting.Case) string {
	var fresh []string
	for _, p := range c.Kit {
		if p.FirstUse {
			fresh = append(fresh, p.Name)
		}
	}
	if len(fresh) > 0 && len(fresh) <= figure.FewNew {
		return "Patch test " + face.List(fresh) + "; no other new products from here."
	}
	return "Patch test what is new; no new products from here."
}

// maskWords says which mask goes where the evening before: hydrating, and clay only on oily zones.
func maskWords(c *sitting.Case) string {
	var oily []face.Zone
	for _, z := range face.BaseArea.List() {
		if s := c.Skin[z]; s.Oil >= figure.OilyFrom && s.Water >= figure.MoistFrom && z.Class() == face.Skin {
			oily = append(oily, z)
		}
	}
	hasClay := slices.ContainsFunc(c.Kit, func(p kit.Product) bool { return p.Kind == kit.MaskClay })
	if len(oily) == 0 || !hasClay {
		return "a hydrating mask"
	}
	return "a hydrating mask, clay on " + face.Names(oily) + " only"
}

// Clockface writes seconds as minutes and seconds, 3:20.
func Clockface(s int) string { return fmt.Sprintf("%d:%02d", s/60, s%60) }
