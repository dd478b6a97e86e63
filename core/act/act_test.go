package act_test

import (
	"slices"
	"testing"

	"urncloth/core/act"
)

func TestActsAreReadStrictlyAndEachStandsOnce(t *testing.T) {
	for i, a := range act.Acts() {
		var read act.Act
		if err := read.UnmarshalText([]byte(a)); err != nil || read != a || slices.Index(act.Acts(), a) != i {
			t.Errorf("%s: %v", a, err)
		}
	}
	var read act.Act
	if read.UnmarshalText([]byte("juggle")) == nil || read.UnmarshalText([]byte(act.Remove)) == nil {
		t.Error("only the acts of a step are read")
	}
	if len(act.Licensed()) != 6 || !slices.Contains(act.Licensed(), act.Blading) {
		t.Errorf("%v", act.Licensed())
	}
}
