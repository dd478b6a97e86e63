package look_test

import (
	"encoding"
	"testing"

	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/look"
	"urncloth/core/say"
)

func TestTheLoadLimitFollowsOilAndCoverage(t *testing.T) {
	for oil, want := range []float64{2.6, 2.0, 1.5, 1.5} {
		if got := (look.Look{Coverage: look.Medium}).Limit(oil); got != want {
			t.Errorf("oil %d: %g", oil, got)
		}
		if got := (look.Look{Coverage: look.Full}).Limit(oil); got < want-0.3-1e-12 || got > want-0.3+1e-12 {
			t.Errorf("oil %d under full coverage: %g", oil, got)
		}
	}
}

func spot(t *testing.T, zone string) (s look.Spot) {
	t.Helper()
	if err := s.UnmarshalText([]byte(zone)); err != nil {
		t.Fatal(err)
	}
	return s
}

func TestASpotIsAZoneOrTheFaceWithoutLidsBrowsAndLips(t *testing.T) {
	if spot(t, "face").Zones != face.BaseArea || spot(t, "lips").Zones != face.SetOf(face.Lips) {
		t.Error("face and lips")
	}
	for _, word := range []string{"face", "eyelids", "chest"} {
		if got := spot(t, word).String(); got != word {
			t.Errorf("%s comes back as %s", word, got)
		}
	}
	var s look.Spot
	if err := s.UnmarshalText([]byte("knee")); err == nil || err.Error() != `"knee" is neither a zone nor face` {
		t.Errorf("%v", err)
	}
}

func TestLashesAndMagneticLinerBelongOnTheLids(t *testing.T) {
	l := look.Look{Items: []look.Item{
		{Zone: spot(t, "eyelids"), Binder: look.Adhesive, Attach: look.GlueStrip},
		{Zone: spot(t, "brows"), Binder: look.Adhesive, Attach: look.Single},
		{Zone: spot(t, "lips"), Binder: look.MagneticLiner}, {Zone: spot(t, "eyelids"), Binder: look.MagneticLiner},
		{Binder: look.MagneticLiner, Attach: look.Single}}}
	fs := l.Check("look")
	if len(fs) != 2 || fs[0].String() != "look.items[1].attach: lashes are attached on eyelids, not on brows" ||
		fs[1].String() != "look.items[2].binder: magnetic_liner lies on eyelids, not on lips" {
		t.Errorf("%v", fs)
	}
}

func TestNecklineBaseAndBeardAreReadOffTheLook(t *testing.T) {
	if !(look.Look{Neckline: look.OpenNeck}).Open() || (look.Look{Neckline: look.ClosedNeck}).Open() {
		t.Error("an open neckline shows the chest")
	}
	if look.NoBase.Film() != kit.NoBase || look.BaseOil.Film() != kit.BaseOil {
		t.Error("a foundation's base is a film's, and none is none")
	}
	if !(look.Look{Items: []look.Item{{Item: "light"}, {Item: "Beard cover"}}}).CoversBeard() ||
		(look.Look{Items: []look.Item{{Item: "bear"}}}).CoversBeard() {
		t.Error("a beard cover is one by its name")
	}
}

func TestWordsOfALookAreReadStrictly(t *testing.T) {
	for word, into := range map[string]encoding.TextUnmarshaler{"matte": new(look.Finish),
		"sheer": new(look.Coverage), "silicone": new(look.Base),
		"open": new(look.Neckline), "wax_oil": new(look.Binder), "magnetic": new(look.Attach)} {
		if err := into.UnmarshalText([]byte(word)); err != nil {
			t.Errorf("%s: %v", word, err)
		}
		if err := into.UnmarshalText([]byte("gold")); err == nil {
			t.Errorf("gold is no word beside %s", word)
		}
	}
	var f look.Finish
	if f.UnmarshalText([]byte("dewy")); f != look.Dewy {
		t.Errorf("read as %q", f)
	}
	var read look.Look
	data := `{"finish":"satin","coverage":"full","base":"none","neckline":"open",
		"items":[{"zone":"face","item":"x","binder":"emulsion","load":2,"attach":"single"}]}`
	if fs := doc.Read([]byte(data), &read); len(fs) > 0 || read.Finish != look.Satin || read.Coverage != look.Full ||
		read.Base != look.NoBase ||
		read.Neckline != look.OpenNeck || read.Items[0].Binder != look.Emulsion || read.Items[0].Attach != look.Single {
		t.Errorf("%v: %+v", fs, read)
	}
}

func TestPresetsAreSoundLooksLightestFirst(t *testing.T) {
	all := look.Presets(say.English)
	loads := -1
	for _, p := range all {
		if fs := p.Look.Check(p.ID); len(fs) > 0 || p.Name == "" {
			t.Errorf("%s: %v", p.ID, fs)
		}
		sum := 0
		for _, it := range p.Look.Items {
			sum += it.Load
		}
		if sum < loads {
			t.Errorf("%s is lighter than the one before", p.ID)
		}
		loads = sum
	}
	if len(all) != 5 || loads != 14 {
		t.Errorf("%d presets, the heaviest %d", len(all), loads)
	}
}
