package look

import "urncloth/core/say"

// Preset is a look of our own that fills in what goes on.
type Preset struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Look Look   `json:"look"`
}

func onFace(item string, b Binder, load int) Item {
	var s Spot
	_ = s.UnmarshalText([]byte("face"))
	return Item{Zone: s, Item: item, Binder: b, Load: load}
}

func on(zone, item string, b Binder, load int) Item {
	var s Spot
	_ = s.UnmarshalText([]byte(zone))
	return Item{Zone: s, Item: item, Binder: b, Load: load}
}

// Presets lists the looks, lightest first. [W]
func Presets(l *say.Language) []Preset {
	lashes := on("eyelids", "strip lashes", Adhesive, 1)
	lashes.Attach, lashes.Keep = GlueStrip, true
	strong := on("lips", "transfer-proof lip", SiliconeFilm, 3)
	strong.Strong = true
	return []Preset{
		{"bare", l.Say(say.LookBare), Look{Finish: Satin, Coverage: NoCoverage, Base: NoBase, Neckline: ClosedNeck}},
		{"daylight", l.Say(say.LookDaylight), Look{Finish: Dewy, Coverage: Sheer, Base: BaseWater,
			Neckline: ClosedNeck, Items: []Item{
				onFace("skin tint", Emulsion, 1), on("eyelids", "tubing mascara", WaterFilm, 1),
				on("lips", "tinted balm", WaxOil, 1)}}},
		{"outdoors", l.Say(say.LookOutdoors), Look{Finish: Satin, Coverage: Sheer, Base: BaseEmulsion,
			Neckline: ClosedNeck, Items: []Item{
				onFace("light base", Emulsion, 1), on("eyelids", "waterproof mascara", WaterproofFilm, 2),
				on("brows", "brow gel", WaterproofFilm, 1)}}},
		{"evening", l.Say(say.LookEvening), Look{Finish: Matte, Coverage: Medium, Base: BaseSilicone,
			Neckline: OpenNeck, Items: []Item{
				onFace("long-wear base", SiliconeFilm, 2), onFace("powder", Powder, 1),
				on("eyelids", "liner", WaterproofFilm, 2), on("eyelids", "mascara", WaxOil, 2), strong}}},
		{"stage", l.Say(say.LookStage), Look{Finish: Matte, Coverage: Full, Base: BaseSilicone, Neckline: OpenNeck,
			Items: []Item{
				onFace("stage base", SiliconeFilm, 3), onFace("powder", Powder, 2),
				on("eyelids", "stage liner", WaterproofFilm, 3), on("eyelids", "waterproof mascara", WaterproofFilm,
					2), lashes, strong}}},
	}
}
