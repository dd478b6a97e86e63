package lift

import (
	"urncloth/core/face"
	"urncloth/core/figure"
	"urncloth/core/fit"
	"urncloth/core/method"
	"urncloth/core/sitting"
)

// skin is what each zone of a client can bear today.
type skin struct {
	delicacy [face.N]float64 // how much a pass costs
	bears    [face.N]float64 // seconds of massage and wiping over an evening
}

// skinOf reckons what skin can bear: by its zone, and by what it is today.
func skinOf(c *sitting.Case) *skin {
	s := &skin{}
	tender, thin, aged := sore(c), worn(c), agedSkin(c)
	for z := range face.N {
		times := sensitiveTimes(c)
		if tender.Has(z) {
			times = max(times, figure.SoreTimes)
		}
		if aged {
			times = max(times, figure.AgeTimes)
		}
		s.delicacy[z] = zoneDelicacy(z, c.Scarred.Has(z)) * times
		if s.bears[z] = bears(c, aged); thin.Has(z) {
			s.bears[z] = figure.BearsSore
		}
		if near(z) || z == face.Lips {
			s.bears[z] *= figure.BearsNear
		}
	}
	return s
}

// agedSkin reports whether the client is so old or so young that skin is thinner for it.
func agedSkin(c *sitting.Case) bool {
	age, known := c.Client.Age(c.Day.Date)
	return known && (age >= float64(figure.OldFrom) || age < float64(figure.YoungUnder))
}

// sensitiveTimes is by how much sensitivity makes every pass cost more.
func sensitiveTimes(c *sitting.Case) float64 {
	switch {
	case c.Client.Sensitivity > figure.SensitiveFrom:
		return figure.VerySensitiveTimes
	case c.Client.Sensitivity == figure.SensitiveFrom:
		return figure.SensitiveTimes
	}
	return 1
}

// bears is the seconds that skin bears which is not sore.
func bears(c *sitting.Case, aged bool) float64 {
	switch {
	case c.Client.Sensitivity >= figure.SensitiveFrom || c.Client.Mature || aged:
		return figure.BearsSensitive
	case c.Method.Is(method.Massage, method.Long):
		return figure.BearsLong
	}
	return figure.BearsSturdy
}

// near reports whether a zone is under the eyes or on the lids, where a pass over the face counts half.
func near(z face.Zone) bool { return face.NearEyes.Has(z) }

// sore is the skin on which a pass counts for more.
func sore(c *sitting.Case) face.Set {
	return c.Marked(face.Irritated) | c.Marked(face.Flaky)&c.Within(fit.RetinoidWindow(c), face.Retinoid) |
		fit.Healing(c) | c.Chronic(face.Rosacea) | c.Chronic(face.Eczema)
}

// worn is the skin that bears least.
func worn(c *sitting.Case) face.Set {
	return c.Marked(face.Irritated) | c.Marked(face.Sunburn) | fit.Healing(c) | c.Chronic(face.Rosacea) |
		c.Chronic(face.Eczema) | c.Chronic(face.Psoriasis) | c.Chronic(face.BloodThinner) | c.Chronic(face.ThinSkin) |
		c.Within(figure.IsotretinoinDays, face.Isotretinoin) |
		c.Within(figure.RadiotherapyDays, face.Radiotherapy) | c.Within(figure.ChemotherapyDays, face.Chemotherapy)
}

// zoneDelicacy is how much a pass costs the skin of a zone on any day. [W]
func zoneDelicacy(z face.Zone, scarred bool) float64 {
	d := figure.DelicacySkin
	switch {
	case z.Class() == face.Eye:
		d = figure.DelicacyEyes
	case z.Class() == face.Lip:
		d = figure.DelicacyLips
	case z == face.Neck || z == face.Chest:
		d = figure.DelicacyNeck
	}
	if scarred {
		d = max(d, figure.DelicacyScar)
	}
	return d
}

// mostOf is how many passes of one remover a zone may have.
func mostOf(z face.Zone) int {
	if z == face.Eyelids {
		return figure.MostOnLids
	}
	return figure.MostOfOne
}
