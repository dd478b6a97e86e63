package plan_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"

	"urncloth/core/act"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/plan"
	"urncloth/core/sitting"
	"urncloth/core/stack"
	. "urncloth/core/testutil"
	"urncloth/core/wear"
)

// strangers is how many sittings drawn at random are held to what they were.
const strangers = 400

// slip is a step as somebody might leave it by mistake.
func slip(r *rand.Rand, s stack.Step, in *sitting.Sitting) stack.Step {
	switch r.IntN(9) {
	case 0:
		s.ContactS *= r.IntN(4)
	case 1:
		s.HandsS *= r.IntN(4)
	case 2:
		s.Zones = append(slices.Clone(s.Zones), face.Zone(r.IntN(int(face.N))))
	case 3:
		s.Zones = s.Zones[:len(s.Zones)/2]
	case 4:
		s.Product = in.Kit[r.IntN(len(in.Kit))].ID
	case 5:
		s.Grams, s.Units = s.Grams*doc.Num(r.IntN(4)), 0
		film := map[face.Zone]doc.Num{}
		for z := range face.N {
			if f, is := s.Film[z]; is {
				film[z] = f * doc.Num(r.IntN(3))
			}
		}
		s.Film = film
	case 6:
		s.How = OneOf(r, act.Massaged, act.Palms, act.DampPad, act.Press, act.Smooth, act.Lay)
	case 7:
		s.Pads, s.PadFaces = s.Pads*r.IntN(3), s.PadFaces*r.IntN(3)
	default:
		s.Start = s.Start.Add(r.IntN(10) - 5)
	}
	return s
}

// slips is steps with some mistakes in them: one left out, two the other way round, one done twice, some changed.
func slips(r *rand.Rand, list []stack.Step, in *sitting.Sitting) []stack.Step {
	list = slices.Clone(list)
	for range 1 + r.IntN(3) {
		if len(list) < 2 {
			return list
		}
		i, j := r.IntN(len(list)), r.IntN(len(list))
		switch r.IntN(5) {
		case 0:
			list = slices.Delete(list, i, i+1)
		case 1:
			list[i], list[j] = list[j], list[i]
		case 2:
			again := list[i]
			again.ID += "-again"
			list = slices.Insert(list, j, again)
		default:
			list[i] = slip(r, list[i], in)
		}
	}
	return list
}

// stopSlips is touch-ups with some mistakes in them.
func stopSlips(r *rand.Rand, list []wear.TouchUp, in *sitting.Sitting) []wear.TouchUp {
	list = slices.Clone(list)
	for range 1 + r.IntN(2) {
		if len(list) == 0 {
			return list
		}
		i := r.IntN(len(list))
		u := list[i]
		u.Steps = slices.Clone(u.Steps)
		switch r.IntN(5) {
		case 0:
			list = slices.Delete(list, i, i+1)
			continue
		case 1:
			u.At = u.At.Add(r.IntN(120) - 60)
		case 2:
			if len(u.Steps) > 0 {
				u.Steps = u.Steps[1:]
			}
		case 3:
			for k := range u.Steps {
				u.Steps[k].Coats = r.IntN(4)
			}
		default:
			for k := range u.Steps {
				u.Steps[k].Product = in.Kit[r.IntN(len(in.Kit))].ID
			}
		}
		list[i] = u
	}
	return list
}

func TestFourHundredStrangersPlansAndTheChecksOfTheirSlipsDoNotMoveUnseen(t *testing.T) {
	t.Parallel()
	docs := demoSittings(t)
	var b bytes.Buffer
	b.WriteString("sitting: prep wear lift night findings, check of slips in prep, touch-ups, removal, night\n")
	for n := range strangers {
		r := rand.New(rand.NewPCG(uint64(n), 77))
		s := Stranger(t, r, docs)
		if n%3 == 2 { // with little time, in strong sun
			s.Day.BaseAt = s.Day.ChairAt.Add(8 + r.IntN(20))
			s.Day.Segments = []day.Segment{{From: s.Day.BaseAt.Add(60), To: s.Day.BaseAt.Add(60 + r.IntN(300)),
				Place: OneOf(r, day.InSun, day.InWater, day.InShade), Ground: OneOf(r, day.Grass, day.Snow, day.Sand)}}
		}
		if fs := s.Check("", nil); len(fs) > 0 {
			fmt.Fprintf(&b, "%d: refused %s\n", n, Sum(t, fs))
			continue
		}
		p := plan.Make(s)
		fmt.Fprintf(&b, "%d: %s %s %s %s %s,", n, Sum(t, p.Prep), Sum(t, p.Wear), Sum(t, p.Lift), Sum(t, p.Aftercare),
			Sum(t, p.Findings))
		for part := range 4 {
			q := *p
			switch part {
			case 0:
				q.Prep.Steps = slips(r, p.Prep.Steps, s)
			case 1:
				q.Wear.TouchUps = stopSlips(r, p.Wear.TouchUps, s)
			case 2:
				q.Lift.Steps = slips(r, p.Lift.Steps, s)
			default:
				q.Aftercare.Steps = slips(r, p.Aftercare.Steps, s)
			}
			text, err := json.Marshal(q)
			if err != nil {
				t.Fatal(err)
			}
			read, fs := plan.Read(text)
			if len(fs) > 0 {
				fmt.Fprintf(&b, " refused-%s", Sum(t, fs))
				continue
			}
			fmt.Fprintf(&b, " %s", Sum(t, plan.Check(read)))
		}
		b.WriteByte('\n')
	}
	Golden(t, "strangers.txt", b.Bytes())
}
