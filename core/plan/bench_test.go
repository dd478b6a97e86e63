package plan_test

import (
	"testing"

	"urncloth/core/plan"
	. "urncloth/core/testutil"
)

func BenchmarkFullPlanOf80Products(b *testing.B) {
	s := FullDay(b)
	P99(b, func() { plan.Make(s) })
}

func BenchmarkFullCheckOf80Products(b *testing.B) {
	p := plan.Make(FullDay(b))
	P99(b, func() { plan.Check(p) })
}
