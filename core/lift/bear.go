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
	age, known := c.Client.Age(c.Day.Date)
	old, young := known && age >= float64(figure.OldFrom), known && age < float64(figure.YoungUnder)
	sore, worn := sore(c), worn(c)
	for z := range face.N {
		times := 1.0
		switch {
		case c.Client.Sensitivity > figure.SensitiveFrom:
			times = figure.VerySensitiveTimes
		case c.Client.Sensitivity == figure.SensitiveFrom:
			times = figure.SensitiveTimes
		}
		if sore.Has(z) {
			times = max(times, figure.SoreTimes)
		}
		if old || young {
			times = max(times, figure.AgeTimes)
		}
		s.delicacy[z] = zoneDelicacy(z, c.Scarred.Has(z)) * times
		switch {
		case worn.Has(z):
			s.bears[z] = figure.BearsSore
		case c.Client.Sensitivity >= figure.SensitiveFrom || c.Client.Mature || old || young:
			s.bears[z] = figure.BearsSensitive
		case c.Method.Is(method.Massage, method.Long):
			s.bears[z] = figure.BearsLong
		default:
			s.bears[z] = figure.BearsSturdy
		}
		if near(z) || z == face.Lips {
			s.bears[z] *= figure.BearsNear
		}
	}
	return s
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
