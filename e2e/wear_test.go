package e2e

import (
	"io"
	"net/http"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	ics "github.com/arran4/golang-ical"
	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"urncloth/e2e/browser"
)

// wear opens the Wear leaf of the herald's sitting.
func (s *studio) wear() {
	s.ottoline()
	s.press("nav a", "Wear")
	s.see(".honest p", "is the least")
}

// marks is what the touch-ups in the picture say.
func (s *studio) marks() (list []string) {
	for _, e := range s.page.MustEval(`() => [...document.querySelectorAll('.up text')].map(t =>
		t.textContent.trim())`).Arr() {
		list = append(list, e.Str())
	}
	return list
}

// pull drags an element sideways by so many pixels.
func (s *studio) pull(e *rod.Element, by float64, before func()) {
	from := e.MustScrollIntoView().MustShape().Box()
	x, y := from.X+from.Width/2, from.Y+from.Height/2
	s.page.Mouse.MustMoveTo(x, y).MustDown(proto.InputMouseButtonLeft)
	for i := range 5 {
		s.page.Mouse.MustMoveTo(x+by*float64(i+1)/5, y)
		time.Sleep(60 * time.Millisecond)
	}
	before()
	s.page.Mouse.MustUp(proto.InputMouseButtonLeft)
}

func TestTheVowPutOverAReapplicationMovesIt(t *testing.T) {
	s := open(t)
	s.enter()
	s.wear()
	var was []string
	s.do("the vow is drawn out over the touch-up", func() {
		was = s.marks()
		if !slices.Contains(was, "13:10") {
			t.Fatalf("a touch-up is at 13:10, got %q", was)
		}
		// The stretch after the vow begins later, then the vow ends later: both edges lie at 13:00.
		edges := s.page.MustElements(".seg .edge")
		s.pull(edges[2], 60, func() {})
		s.saved()
		s.pull(s.page.MustElements(".seg .edge")[1], 58, func() {})
		s.saved()
	})
	s.do("it has moved", func() {
		for range 40 {
			if now := s.marks(); !slices.Equal(now, was) && !slices.Contains(now, "13:10") {
				return
			}
			time.Sleep(100 * time.Millisecond)
		}
		t.Fatalf("the touch-up stays at %q", s.marks())
	})
	s.do("and nothing interrupts the vow", func() {
		if strings.Contains(s.page.MustElement(".wear").MustText(), "falls into a time kept free") {
			t.Error("the planner interrupts what is kept free")
		}
	})
}

func TestATouchUpIsDraggedIntoTheVowSaidAndUndone(t *testing.T) {
	s := open(t)
	s.enter()
	s.wear()
	s.do("drag", func() {
		s.pull(s.page.MustElement(".up .coat"), -45, func() { s.see(".find", "kept free") })
		s.see(".mine", "Made by hand")
		s.saved()
	})
	s.do("kept over a reload", func() {
		s.page.MustReload()
		s.read()
		s.see(".find", "kept free")
		s.see(".mine", "Made by hand")
	})
	s.do("plan again, keep mine, plan again", func() {
		s.press("button", "Plan again")
		s.see(".ups .top", "13:10")
		s.press("button", "Keep mine")
		s.see(".find", "kept free")
		s.press("button", "Plan again")
		s.see(".ups .top", "13:10")
	})
}

func TestTheHonestNumberOfAPowderIsRead(t *testing.T) {
	s := open(t)
	s.enter()
	s.wear()
	s.do("powder in place of the mist", func() {
		s.press(".ups .top", "Sunscreen")
		s.press("button", "Another product")
		id := *s.page.MustElement(".take label").MustAttribute("for")
		s.page.MustElement(`[id="` + id + `"]`).MustInput("Sandbar")
		s.press(".ant-select-item-option-content", "Sandbar powder")
		s.see(".steps", "full passes")
		s.saved()
	})
	s.do("read it", func() {
		number := s.see(".big", `^1\.\d$`).MustText()
		if number < "1.1" || number > "2.0" {
			t.Errorf("a powder by itself gives %s", number)
		}
		s.see(".honest", "0.35 mg/cm²")
		s.see(".find", "by itself; its label says")
	})
}

func TestTheTouchUpCalendarIsDownloadedAndHasAnAlarmForEach(t *testing.T) {
	s := open(t)
	s.enter()
	s.wear()
	get := func(path string) (*http.Response, []byte) {
		var jar string
		for _, c := range s.page.MustCookies() {
			jar += c.Name + "=" + c.Value + "; "
		}
		req, err := http.NewRequest("GET", s.url+path, nil)
		if err != nil {
			t.Fatal(err)
		}
		req.Header.Set("Cookie", jar)
		res, err := http.DefaultClient.Do(req)
		if err != nil {
			t.Fatal(err)
		}
		defer res.Body.Close()
		b, err := io.ReadAll(res.Body)
		if err != nil {
			t.Fatal(err)
		}
		return res, b
	}
	var link, pdf string
	s.do("the links", func() {
		link = *s.see("a", "Calendar with alarms").MustAttribute("href")
		pdf = *s.see("a", "Card as PDF").MustAttribute("href")
	})
	res, b := get(link)
	c, err := ics.ParseCalendar(strings.NewReader(string(b)))
	if err != nil || res.StatusCode != 200 {
		t.Fatalf("%d %v", res.StatusCode, err)
	}
	if events := c.Events(); len(events) != 3 {
		t.Fatalf("%d events, want 3", len(events))
	}
	for _, e := range c.Events() {
		if len(e.Alarms()) != 1 {
			t.Errorf("%s has %d alarms", e.Id(), len(e.Alarms()))
		}
	}
	at, err := c.Events()[1].GetStartAt()
	// 13:10 in Irish summer time
	if want := time.Date(2027, 6, 19, 12, 10, 0, 0, time.UTC); err != nil || !at.Equal(want) {
		t.Errorf("the second is at %v, want %v (%v)", at, want, err)
	}
	if res, b := get(pdf); res.StatusCode != 200 || !strings.HasPrefix(string(b), "%PDF-") || len(b) < 2000 {
		t.Errorf("the card: %d, %d bytes", res.StatusCode, len(b))
	}
	s.do("the card to print", func() {
		s.press("a", "Card to print")
		s.see(".card b", "13:10")
		s.see(".card", "Shade, a hat and clothing come first")
	})
}

func TestTheCalculatorSaysWhatHalfGives(t *testing.T) {
	s := open(t)
	s.enter()
	s.wear()
	read := func() float64 {
		m := regexp.MustCompile(`^[\d.]+`).FindString(s.page.MustElement(".amount [role=status]").MustText())
		var n float64
		for _, r := range strings.ReplaceAll(m, ".", "") {
			n = n*10 + float64(r-'0')
		}
		if i := strings.Index(m, "."); i >= 0 {
			for range len(m) - i - 1 {
				n /= 10
			}
		}
		return n
	}
	s.do("the full dose, then half of it", func() {
		s.see(".amount", "full dose is 1.60 g")
		s.write("Grams", "1.6")
		s.see(".amount .number", "^50$")
		s.write("Grams", "0.8")
		s.see(".amount .number", `^7\.\d$`)
		if got := read(); got < 6.9 || got > 7.2 {
			t.Errorf("half of 50 gives about 7.1, got %g", got)
		}
		s.write("Grams", "lots")
		s.see(".amount .fault", "more than 0")
	})
}

func TestAStretchDraggedIsPaintedSoon(t *testing.T) {
	s := open(t)
	s.enter()
	s.wear()
	s.do("drag an edge by five minutes at a time", func() {
		s.page.MustEval(browser.GrabEdge)
		var took []time.Duration
		for range 12 {
			took = append(took, browser.Painted(s.page, browser.PullEdge, browser.EdgeMoved))
		}
		slices.Sort(took)
		median, slower := took[len(took)/2], browser.Slower(s.page)
		if float64(median) > slower*float64(250*time.Millisecond) {
			t.Errorf("a drag is painted after %s, on a machine %.1f times as slow as a quiet one", median, slower)
		}
	})
}

func TestATowelWrittenDownBringsACoatAtOnceAndATimeOutsideTheStretchIsSaid(t *testing.T) {
	s := open(t)
	s.enter()
	s.wear()
	towel := func(words string) {
		e := s.page.MustElement("#towel-1").MustScrollIntoView()
		e.MustSelectAllText().MustInput(words)
		s.page.Keyboard.MustType(input.Enter)
	}
	s.do("towelled in the afternoon's shade", func() {
		towel("13.40")
		s.see(".ups .top", "13:40")
		s.saved()
		s.see(".ups .why", "towelled")
		s.page.MustReload()
		s.see(".ups .top", "13:40")
	})
	s.do("a towel when the stretch is over", func() {
		towel("15:40")
		s.see("#towel-1-fault", "stretch|segment")
	})
	s.do("and none after all", func() {
		towel("none")
		s.saved()
		s.see(".ups .top", "13:10")
	})
}
