package agenda_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"urncloth/core/agenda"
)

// spells reads lines like "a Mirrin prep 09:00 10:30"; _ is no chair.
func spells(t *testing.T, lines ...string) (list []agenda.Spell) {
	t.Helper()
	for _, line := range lines {
		w := strings.Fields(line)
		from, err := time.Parse("15:04", w[3])
		if err != nil {
			t.Fatal(err)
		}
		to, err := time.Parse("15:04", w[4])
		if err != nil {
			t.Fatal(err)
		}
		list = append(list, agenda.Spell{Sitting: w[0], Chair: strings.Trim(w[1], "_"), Work: agenda.Work(w[2]),
			From: from, To: to})
	}
	return list
}

func clashes(list []agenda.Spell) string {
	var out []string
	for _, c := range agenda.Clashes(list) {
		out = append(out, c.First.Sitting+c.Second.Sitting)
	}
	return strings.Join(out, " ")
}

func TestOneChairTakenTwiceAtOnceIsAClashAndEndToEndIsNone(t *testing.T) {
	for name, c := range map[string]struct {
		lines []string
		want  string
	}{
		"overlap":            {[]string{"a Mirrin prep 09:00 10:30", "b Mirrin prep 10:29 11:00"}, "ab"},
		"end to end":         {[]string{"a Mirrin prep 09:00 10:30", "b Mirrin prep 10:30 11:00"}, ""},
		"two chairs":         {[]string{"a Mirrin prep 09:00 10:30", "b Tam prep 09:00 10:30"}, ""},
		"no chair":           {[]string{"a _ prep 09:00 10:30", "b _ prep 09:00 10:30"}, ""},
		"a name by hand":     {[]string{"a Mirrin prep 09:00 10:30", "b mirrin prep 10:00 10:30"}, "ab"},
		"removal meets prep": {[]string{"a Mirrin removal 09:00 09:20", "b Mirrin prep 09:10 10:00"}, "ab"},
		"one over three": {[]string{"c Mirrin prep 11:00 11:30", "a Mirrin prep 09:00 12:00",
			"b Mirrin prep 10:00 10:30", "d Mirrin prep 12:00 12:30"}, "ab ac"},
		"the same minute": {[]string{"b Mirrin prep 09:00 09:30", "a Mirrin prep 09:00 09:30"}, "ab"},
		"nothing long":    {[]string{"a Mirrin prep 09:00 09:00", "b Mirrin prep 09:00 09:30"}, ""},
	} {
		if got := clashes(spells(t, c.lines...)); got != c.want {
			t.Errorf("%s: %q, want %q", name, got, c.want)
		}
	}
}

func TestGapsLieBetweenSpellsOfOneChairWithinADay(t *testing.T) {
	list := spells(t, "a Mirrin prep 09:00 10:00", "b Mirrin prep 11:15 12:00", "c Mirrin prep 09:10 11:00",
		"d Tam prep 09:00 10:00", "e Tam prep 10:00 10:30", "f _ prep 20:00 21:00")
	next := list[1]
	next.From, next.To = next.From.AddDate(0, 0, 1), next.To.AddDate(0, 0, 1)
	var got []string
	for _, g := range agenda.Gaps(append(list, next), time.UTC) {
		got = append(got, fmt.Sprintf("%s %s-%s", g.Chair, g.From.Format("15:04"), g.To.Format("15:04")))
	}
	if want := "Mirrin 11:00-11:15"; strings.Join(got, ", ") != want {
		t.Errorf("got %v, want %s", got, want)
	}
}

func TestADayIsThePlacesOwn(t *testing.T) {
	west := time.FixedZone("west", -3*3600)
	at := func(clock string) time.Time {
		v, err := time.Parse(time.RFC3339, clock)
		if err != nil {
			t.Fatal(err)
		}
		return v
	}
	list := []agenda.Spell{
		{Sitting: "a", Chair: "Tam", From: at("2027-06-19T22:00:00Z"), To: at("2027-06-19T23:30:00Z")},
		{Sitting: "b", Chair: "Tam", From: at("2027-06-20T01:00:00Z"), To: at("2027-06-20T02:00:00Z")},
	}
	if n := len(agenda.Gaps(list, west)); n != 1 {
		t.Errorf("one evening there: %d gaps, want 1", n)
	}
	if n := len(agenda.Gaps(list, time.UTC)); n != 0 {
		t.Errorf("two days elsewhere: %d gaps, want none", n)
	}
}

func TestWhatIsFoundOfSeveralChairsComesByTimeThenByName(t *testing.T) {
	list := spells(t, "a Zora prep 09:00 10:00", "b Zora prep 09:30 10:00", "c Abe prep 08:00 11:00",
		"d Abe prep 10:30 11:00", "e Kit prep 07:00 09:20", "f Kit prep 09:10 09:20",
		"g Zora prep 12:00 12:30", "h Abe prep 12:00 12:30", "i Kit prep 13:00 13:30", "j Moss prep 09:00 10:00",
		"k Moss prep 09:30 10:00", "l Bea prep 10:00 11:00", "m Bea prep 12:00 13:00")
	for range 20 { // chairs are held in no order
		if got, want := clashes(list), "ef ab jk cd"; got != want {
			t.Fatalf("clashes %q, want %q", got, want)
		}
		var gaps []string
		for _, g := range agenda.Gaps(list, time.UTC) {
			gaps = append(gaps, g.Chair+g.From.Format("15"))
		}
		if got, want := strings.Join(gaps, " "), "Kit09 Zora10 Abe11 Bea11"; got != want {
			t.Fatalf("gaps %q, want %q", got, want)
		}
	}
}
