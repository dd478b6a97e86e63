package wear_test

import (
	"fmt"
	"testing"
)

func TestZZ(t *testing.T) {
	for n, s := range longDays(t) {
		r, _ := planned(s)
		fmt.Println(n, r.Wear.DoseSED, r.Wear.BudgetSED, r.Wear.Honest, clocks(r.Wear.TouchUps), coats(r.Wear.TouchUps))
	}
}
