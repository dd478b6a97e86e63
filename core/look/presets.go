package look

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
func Presets() []Preset {
	lashes := on("eyelids", "strip lashes", "adhesive", 1)
	lashes.Attach, lashes.Keep = "glue_strip", true
	strong := on("lips", "transfer-proof lip", "silicone_film", 3)
	strong.Strong = true
	return []Preset{
		{"bare", "Bare skin, cared for", Look{Finish: "satin", Coverage: "none", Base: "none", Neckline: "closed"}},
		{"daylight", "Quiet daylight", Look{Finish: "dewy", Coverage: "sheer", Base: "water", Neckline: "closed", Items: []Item{
			onFace("skin tint", "emulsion", 1), on("eyelids", "tubing mascara", "water_film", 1), on("lips", "tinted balm", "wax_oil", 1)}}},
		{"outdoors", "Outdoors, all weathers", Look{Finish: "satin", Coverage: "sheer", Base: "emulsion", Neckline: "closed", Items: []Item{
			onFace("light base", "emulsion", 1), on("eyelids", "waterproof mascara", "waterproof_film", 2), on("brows", "brow gel", "waterproof_film", 1)}}},
		{"evening", "Long evening", Look{Finish: "matte", Coverage: "medium", Base: "silicone", Neckline: "open", Items: []Item{
			onFace("long-wear base", "silicone_film", 2), onFace("powder", "powder", 1), on("eyelids", "liner", "waterproof_film", 2), on("eyelids", "mascara", "wax_oil", 2), strong}}},
		{"stage", "Stage, floodlit", Look{Finish: "matte", Coverage: "full", Base: "silicone", Neckline: "open", Items: []Item{
			onFace("stage base", "silicone_film", 3), onFace("powder", "powder", 2), on("eyelids", "stage liner", "waterproof_film", 3), on("eyelids", "waterproof mascara", "waterproof_film", 2), lashes, strong}}},
	}
}
