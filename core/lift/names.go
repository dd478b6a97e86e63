package lift

import (
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/say"
)

// binderNames is the message that names what a binder holds.
var binderNames = map[look.Binder]say.ID{
	look.Care:           say.Row("binder."+string(look.Care), "care"),
	look.WaterFilm:      say.Row("binder."+string(look.WaterFilm), "water-soluble film"),
	look.Emulsion:       say.Row("binder."+string(look.Emulsion), "base"),
	look.Powder:         say.Row("binder."+string(look.Powder), "powder"),
	look.WaxOil:         say.Row("binder."+string(look.WaxOil), "wax and oil"),
	look.SiliconeFilm:   say.Row("binder."+string(look.SiliconeFilm), "long-wear film"),
	look.WaterproofFilm: say.Row("binder."+string(look.WaterproofFilm), "waterproof film"),
	look.SPFFilm:        say.Row("binder."+string(look.SPFFilm), "water-resistant sunscreen"),
	look.Adhesive:       say.Row("binder."+string(look.Adhesive), "lash glue"),
	look.MagneticLiner:  say.Row("binder."+string(look.MagneticLiner), "magnetic liner"),
	look.FXResin:        say.Row("binder."+string(look.FXResin), "resin adhesive"),
	look.FXAcrylic:      say.Row("binder."+string(look.FXAcrylic), "acrylic adhesive"),
	look.FXSilicone:     say.Row("binder."+string(look.FXSilicone), "silicone adhesive"),
	look.AlcoholFilm:    say.Row("binder."+string(look.AlcoholFilm), "alcohol film"),
}

// kindNames is the message that names a kind of remover to somebody who has to get one.
var kindNames = map[kit.Kind]say.ID{
	kit.Micellar:          say.Row("remover."+string(kit.Micellar), "micellar water"),
	kit.Biphase:           say.Row("remover."+string(kit.Biphase), "a two-phase remover"),
	kit.Balm:              say.Row("remover."+string(kit.Balm), "a cleansing balm"),
	kit.CleansingOil:      say.Row("remover."+string(kit.CleansingOil), "a cleansing oil"),
	kit.CreamCleanser:     say.Row("remover."+string(kit.CreamCleanser), "a cream cleanser"),
	kit.GelCleanser:       say.Row("remover."+string(kit.GelCleanser), "a gel wash"),
	kit.FoamCleanser:      say.Row("remover."+string(kit.FoamCleanser), "a foam wash"),
	kit.LashCleanser:      say.Row("remover."+string(kit.LashCleanser), "a lash cleanser"),
	kit.WaterMitt:         say.Row("remover."+string(kit.WaterMitt), "warm water and a mitt"),
	kit.Wipe:              say.Row("remover."+string(kit.Wipe), "a wipe"),
	kit.FXRemoverEster:    say.Row("remover."+string(kit.FXRemoverEster), "an ester remover for adhesives"),
	kit.FXRemoverSilicone: say.Row("remover."+string(kit.FXRemoverSilicone), "a silicone remover for adhesives"),
	kit.PlantOil:          say.Row("remover."+string(kit.PlantOil), "a plain oil"),
}
