package num

import (
	"encoding/binary"
	"hash/fnv"
	"math"
	"math/rand/v2"
	"testing"
)

// near reports whether two numbers differ by no more than so many units of the last place.
func near(a, b, units float64) bool {
	return a == b || math.Abs(a-b) <= units*math.Max(math.Abs(a), math.Abs(b))*0x1p-52
}

func TestExpLogAndPowAgreeWithTheStandardLibraryToTheLastPlaces(t *testing.T) {
	r := rand.New(rand.NewPCG(15, 3))
	for range 200_000 {
		x := r.Float64()*120 - 60
		if got, want := Exp(x), math.Exp(x); !near(got, want, 2) {
			t.Fatalf("exp %v: %v, want %v", x, got, want)
		}
		y := math.Exp(r.Float64()*200 - 100)
		if got, want := Log(y), math.Log(y); !near(got, want, 2) && math.Abs(got-want) > 1e-17 {
			t.Fatalf("log %v: %v, want %v", y, got, want)
		}
		b, e := r.Float64()*2, r.Float64()*6
		if Pow(b, 1) != b {
			t.Fatalf("%v to the one: %v", b, Pow(b, 1))
		}
		if got, want := Pow(b, e), math.Pow(b, e); !near(got, want, 4+2*math.Abs(e*math.Log(b))) {
			t.Fatalf("%v to the %v: %v, want %v", b, e, got, want)
		}
	}
}

func TestWhatIsExactIsExactAndWhatHasNoValueHasNone(t *testing.T) {
	for _, k := range []struct {
		name      string
		got, want float64
	}{
		{"exp 0", Exp(0), 1}, {"exp of much", Exp(1000), math.Inf(1)}, {"exp of little", Exp(-1000), 0},
		{"exp of almost too much", Exp(709.78), math.Exp(709.78)}, {"exp just too much", Exp(709.79), math.Inf(1)},
		{"exp of almost too little", Exp(-745.1), math.Exp(-745.1)}, {"exp just too little", Exp(-745.2), 0},
		{"exp of no end", Exp(math.Inf(1)), math.Inf(1)},
		{"log 1", Log(1), 0}, {"log 0", Log(0), math.Inf(-1)}, {"log of no end", Log(math.Inf(1)), math.Inf(1)},
		{"log 2", Log(2), math.Ln2}, {"log e", Log(math.E), 1},
		{"to the nought", Pow(0.3, 0), 1}, {"nought to it", Pow(0, 0), 1},
		{"of one", Pow(1, 7.5), 1}, {"to the one", Pow(0.3, 1), 0.3},
		{"squared", Pow(0.3, 2), 0.3 * 0.3}, {"of nought", Pow(0, 2.5), 0}, {"of nought, inverted", Pow(0, -1),
			math.Inf(1)},
		{"a half squared by halves", Pow(0.5, 3), 0.125},
	} {
		if !near(k.got, k.want, 1) {
			t.Errorf("%s: %v, want %v", k.name, k.got, k.want)
		}
	}
	for name, got := range map[string]float64{"log of less than nought": Log(-1), "exp of none": Exp(math.NaN()),
		"log of none": Log(math.NaN())} {
		if !math.IsNaN(got) {
			t.Errorf("%s: %v", name, got)
		}
	}
}

// The bits are the same on every machine: these were reckoned in WebAssembly.
func TestTheBitsAreTheSameOnEveryMachine(t *testing.T) {
	for _, k := range []struct {
		got  float64
		bits uint64
	}{{Exp(1.2345), 0x400b7e47790da685}, {Log(50), 0x400f4bd2b7ac1baf},
		{Pow(0.65, 7.25), 0x3fa6896a2e4dcaa8}, {Exp(-0.001), 0x3feff7cfe56f1a9e}} {
		if math.Float64bits(k.got) != k.bits {
			t.Errorf("%x, want %x", math.Float64bits(k.got), k.bits)
		}
	}
	r, sum := rand.New(rand.NewPCG(4, 4)), fnv.New64a()
	for range 100_000 {
		x, y := r.Float64()*120-60, r.Float64()*3
		for _, v := range []float64{Exp(x), Exp(x / 1000), Log(y), Log(y * 1e9), Log(1 + y/1e6), Pow(y, x/10),
			Pow(y, math.Round(y*8))} {
			if err := binary.Write(sum, binary.LittleEndian, v); err != nil {
				t.Fatal(err)
			}
		}
	}
	if got := sum.Sum64(); got != 0x5edaf2f36c77951e {
		t.Errorf("700,000 values: %#x", got)
	}
}

func TestPowersByWholeNumbersAreProductsAndNoMore(t *testing.T) {
	product := 1.0
	for n := 1; n <= mostTimes; n++ {
		product *= 1.1
		if n == 1 {
			product = 1.1
		}
		if got := Pow(1.1, float64(n)); got != product {
			t.Errorf("1.1 to the %d: %v, the product is %v", n, got, product)
		}
	}
	if got, want := Pow(1.1, mostTimes+1), Exp((mostTimes+1)*Log(1.1)); got != want {
		t.Errorf("beyond %d by the series: %v, want %v", mostTimes, got, want)
	}
	if got := Pow(0, 0.5); got != 0 {
		t.Errorf("nought to the half: %v", got)
	}
}

func TestExpIsInfiniteOrNothingAtTheBoundsThatItIsHeldTo(t *testing.T) {
	if !math.IsInf(Exp(mostExp), 1) || Exp(leastExp) != 0 {
		t.Errorf("exp is %v at the upper and %v at the lower bound", Exp(mostExp), Exp(leastExp))
	}
}
