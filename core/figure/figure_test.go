package figure

import (
	"slices"
	"testing"
	"time"
)

func TestARowIsFoundByItsKeyWithWhatTheCodeReads(t *testing.T) {
	for key, want := range map[string]float64{"wear.loss_indoors": LossIndoors,
		"sitting.cool_down": CoolDown.Minutes(), "wear.two_hours": TwoHours.Hours(),
		"wear.early_from": EarlyFrom.Minutes(), "prep.hands": float64(HandsS), "sitting.lean_oil_3": LeanByOil[3],
		"wear.med_1": MED[0], "fit.patch_test_latest": 24,
		"sun.before_sun": BeforeSun.Minutes(), "face.reference_bsa": 1.73} {
		f, ok := Find(key)
		if !ok || f.Value != want {
			t.Errorf("%s is %+v, and the code reads %g", key, f, want)
		}
	}
	if _, ok := Find("wear.nothing"); ok {
		t.Error("a row that nobody wrote")
	}
}

func TestAPublishedRowNamesItsSourceAndAWorkingOneSaysSo(t *testing.T) {
	dose, _ := Find("sun.full_dose")
	if dose.Basis != Published || dose.Source != "ISO 24444" || dose.Where != "sun" {
		t.Errorf("%+v", dose)
	}
	loss, _ := Find("wear.loss_active")
	if loss.Basis != Working || loss.Source != working || loss.Unit != "share an hour" {
		t.Errorf("%+v", loss)
	}
}

func TestAFormulasCoefficientsAreOneRow(t *testing.T) {
	f, ok := Find("sitting.magnus")
	if !ok || !slices.Equal(f.Values, []float64{6.112, 17.62, 243.12}) || f.Value != 6.112 || f.Basis != Published {
		t.Errorf("%+v", f)
	}
	if len(Rows("sitting"))+len(Rows("sun")) != len(Rows("sitting", "sun")) || len(Rows()) <= len(Rows("sun")) {
		t.Error("the rows of two parts are not those of each")
	}
}

func TestARowThatStandsTwiceIsAMistakeOfTheProgram(t *testing.T) {
	defer func() {
		if recover() == nil {
			t.Error("a second row of one key was taken")
		}
	}()
	add(W("sun", "full_dose", "again", 3, ""))
}

func TestTimesAreInTheUnitOfTheirRow(t *testing.T) {
	if Grid != 5*time.Minute || LongWear != 10*time.Hour || EarlyUntil != 30*time.Minute ||
		TouchWait != 2*time.Minute || FullPolishLead != 12*time.Hour {
		t.Errorf("%s %s %s %s %s", Grid, LongWear, EarlyUntil, TouchWait, FullPolishLead)
	}
}

func TestMarksAreReadStrictly(t *testing.T) {
	var m Basis
	if m.UnmarshalText([]byte("P")) != nil || m != Published || m.UnmarshalText([]byte("W")) != nil ||
		m.UnmarshalText([]byte("X")) == nil {
		t.Error("P and W are the marks")
	}
}
