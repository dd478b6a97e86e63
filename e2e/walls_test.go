package e2e

import (
	"context"
	"regexp"
	"strings"
	"testing"

	"github.com/jackc/pgx/v5"

	"urncloth/demo"
	"urncloth/e2e/browser"
)

// exec does something to the database as its owner.
func (s *studio) exec(sql string, args ...any) {
	s.t.Helper()
	c, err := pgx.Connect(context.Background(), s.dsn)
	if err != nil {
		s.t.Fatal(err)
	}
	defer c.Close(context.Background())
	if _, err := c.Exec(context.Background(), sql, args...); err != nil {
		s.t.Fatal(err)
	}
}

// stored is all that the window keeps, as anybody could read it.
func (s *studio) stored() string {
	return s.page.MustEval(`() => JSON.stringify({ ...sessionStorage }) + JSON.stringify({ ...localStorage })`).Str()
}

// in signs somebody in at the door that is shown.
func (s *studio) in(email, password string) {
	s.see("h1", "^(Sign in|Locked)$")
	s.write("E-mail", email)
	s.write("Password", password)
	s.press("button", "Open the studio")
}

const secretNote = "a wen behind the ear, quince-sized"

func TestAHealthNoteLeavesWithThePersonAndIsThereWhenTheyAreBack(t *testing.T) {
	s := open(t)
	s.enter()
	s.do("type a note and let the session end", func() {
		s.press("nav a", "Clients")
		s.see("h1", "Clients") // the day has a list too
		s.press(".list b", "Corin")
		s.see("h2", "Skin, as last read")
		s.page.MustElement("#notes").MustSelectAllText().MustInput(secretNote)
		s.page.MustWait(`() => Object.keys(sessionStorage).some(k => k.startsWith('sealed:'))`)
		s.exec(`delete from sessions`)
		s.press("nav a", "Kit")
		s.press("[role=dialog] button", "^Leave")
		s.see("h1", "^Locked$")
	})
	if text := s.page.MustElement("body").MustText() + s.stored(); strings.Contains(text, "quince") ||
		strings.Contains(text, "Corin") || strings.Contains(text, "Light lotion") {
		t.Errorf("locked, the window still tells: %.400s", text)
	}
	s.do("somebody else signs in", func() {
		s.in("jonah@saltmarsh.example", demo.Password)
		s.see("h1", "Saturday 19 June 2027")
		s.press("nav a", "Clients")
		s.press(".list b", "Corin")
		s.see("h2", "Skin, as last read")
	})
	if text := s.page.MustElement("#notes").MustText() + s.page.MustElement("body").MustText() + s.stored(); strings.
		Contains(text, "quince") {
		t.Error("another's sign-in is shown what was typed")
	}
	s.do("they sign out, and the person is back", func() {
		s.press("button", "Sign out")
		s.in(demo.Email, demo.Password)
		s.see("h1", "Saturday 19 June 2027")
		s.press("nav a", "Clients")
		s.press(".list b", "Corin")
		s.see("h2", "Skin, as last read")
		s.page.MustWait(`() => document.querySelector('#notes').value.includes('quince')`)
		s.press("button", "^Save$")
		s.see("button", "^Saved$")
	})
	s.do("sign out", func() {
		s.press("button", "Sign out")
		s.see("h1", "Sign in")
	})
	if kept := s.stored(); kept != "{}{}" {
		t.Errorf("signed out, the window keeps %s", kept)
	}
}

func TestALockedWindowOpensAgainWhereItWasAndGoesOn(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("the session ends while something is changed", func() {
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Day")
		s.exec(`delete from sessions`)
		s.write("Base", "09:50")
		s.page.MustElement("h1").MustClick()
		s.see("h1", "^Locked$")
	})
	s.do("the same person goes on", func() {
		s.write("Password", demo.Password)
		s.press("button", "Open the studio")
		s.see(".state", "base at 09:50")
	})
}

func TestANewClientsFormOpensEmptyAndOffersWhatOneHadBegun(t *testing.T) {
	s := open(t)
	s.enter()
	s.do("begin a client and leave", func() {
		s.page.MustNavigate(s.url + "/clients/new").MustWaitLoad()
		s.write("Name", "Half A Name")
		s.page.MustWait(`() => Object.keys(sessionStorage).some(k => k.includes('client:new'))`)
		s.page.MustNavigate(s.url + "/clients/new").MustWaitLoad()
		s.see("[role=status]", "You had begun a client")
	})
	if name := s.field("Name").MustText(); name != "" {
		t.Errorf("the form opens with %q", name)
	}
	s.do("bring it back", func() {
		s.press("button", "Bring it back")
		s.page.MustWait(`() => [...document.querySelectorAll('input')].some(i => i.value === 'Half A Name')`)
	})
}

func TestAnAssistantIsToldOfTheirLimitsBeforeTheyType(t *testing.T) {
	s := open(t)
	s.do("an assistant reads a record", func() {
		s.in("fenna@saltmarsh.example", demo.Password)
		s.see("h1", "Saturday 19 June 2027")
		s.press("nav a", "Clients")
		s.press(".list b", "Corin")
		s.see(".limit", "An assistant reads records")
		if !s.page.MustElement("#notes").MustEval(`() => this.matches(':disabled')`).Bool() {
			t.Error("notes can be typed")
		}
		if s.page.MustHasR("button", "Erase for good") {
			t.Error("erasing is offered")
		}
	})
	s.do("and a sitting", func() {
		s.press("nav a", "Today")
		s.ottoline()
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Ask")
		s.see(".limit", "An assistant reads this")
		if !s.field("Allergies").MustEval(`() => this.matches(':disabled')`).Bool() {
			t.Error("allergies can be typed")
		}
	})
}

func TestAPersonIsAddedResetAndRemovedAndChoosesTheirOwnPassword(t *testing.T) {
	s := open(t)
	s.enter()
	var first string
	s.do("an owner adds somebody", func() {
		s.press("nav a", "People")
		s.write("Name", "Wren Tolley")
		s.write("E-mail", "wren@saltmarsh.example")
		s.press("button", "Add them")
		first = s.see(".word", "-").MustText()
		s.press("button", "I have said it")
		s.see("li b", "Wren Tolley")
		s.see("td", "Person added")
	})
	if !regexp.MustCompile(`^[a-z2-7]{4}(-[a-z2-7]{4}){3}$`).MatchString(first) {
		t.Errorf("first password %q", first)
	}
	s.do("they sign in and choose a password", func() {
		s.press("button", "Sign out")
		s.in("wren@saltmarsh.example", first)
		s.see("h1", "Before you begin, Wren Tolley")
		s.write("Password now", first)
		s.write("New password", "passwordpassword")
		s.press("button", "Change the password")
		s.see(".fault", "among the first that would be guessed")
		s.write("New password", "wet slate under a green heron")
		s.press("button", "Change the password")
		s.see("h1", "Saturday 19 June 2027")
		s.press("nav a", "Wren Tolley")
		s.see("li b", "on ")
		s.press("button", "Set it up")
		s.see("code", "[A-Z2-7]{4} ")
		s.press("button", "Sign out")
	})
	s.do("an owner takes them out", func() {
		s.in(demo.Email, demo.Password)
		s.see("h1", "Saturday 19 June 2027")
		s.press("nav a", "People")
		s.page.MustElementR("li", "Wren Tolley").MustElementR("button", "Access").MustClick()
		s.press("button", "Take out of the studio")
		s.press("button", "Yes, take Wren Tolley out")
		s.see(".said", "Wren Tolley is out")
		s.see("td", "Person removed")
		s.press("button", "Sign out")
		s.in("wren@saltmarsh.example", "wet slate under a green heron")
		s.see(".strip", "do not belong together")
	})
}

func TestASignOutInOneWindowEmptiesTheOther(t *testing.T) {
	s := open(t)
	s.enter()
	first := s.page
	s.do("a second window of the same browser", func() {
		s.press("nav a", "Clients")
		s.see("b", "Corin")
		second := first.Browser().MustPage(s.url + "/kit")
		second.MustWaitLoad()
		s.page = second.MustSetViewport(browser.Width, browser.Height, 1, false).Timeout(patience)
		s.see("b", "Light lotion")
		s.press("button", "Sign out")
		s.see("h1", "Sign in")
		s.page = first.Timeout(patience)
		s.see("h1", "^Locked$")
	})
	if text := s.page.MustElement("body").MustText(); strings.Contains(text, "Corin") {
		t.Error("the other window still shows clients")
	}
}

func TestAWindowThatNobodyTouchesLocksThoughItAsksByItself(t *testing.T) {
	s := open(t)
	s.enter()
	s.do("half an hour goes by", func() {
		s.see("b", "Ottoline Pryce")
		s.page.MustEval(`() => { const now = Date.now.bind(Date); Date.now = () => now() + 31 * 60_000 }`)
		s.see("h1", "^Locked$")
	})
	if text := s.page.MustElement("body").MustText(); strings.Contains(text, "Ottoline") {
		t.Error("locked, the window still shows who is in the chair")
	}
}

func TestWhatIsTypedIntoACardANoteOrANewSittingOutlivesAReload(t *testing.T) {
	s := open(t)
	s.enter()
	kept := func(key string) {
		s.page.MustWait(`key => Object.keys(sessionStorage).some(k => k.includes(key))`, key)
	}
	value := `text => [...document.querySelectorAll('input, textarea')].some(i => i.value === text)`
	s.do("a product's card", func() {
		s.press("nav a", "Kit")
		s.press(".list b", "Light lotion")
		s.write("Name", "Lighter lotion")
		kept(":product:")
		s.page.MustReload()
		s.press(".list b", "Light lotion")
		s.see("[role=status]", "is back")
		s.page.MustWait(value, "Lighter lotion")
	})
	s.do("a note on a method", func() {
		s.page.MustNavigate(s.url + "/method").MustWaitLoad()
		s.press("button", "Add our note")
		s.page.MustElement("textarea").MustInput("Our borough asks for 48 hours.")
		kept(":note:")
		s.page.MustReload()
		s.page.MustWait(value, "Our borough asks for 48 hours.")
	})
	s.do("a new sitting", func() {
		s.page.MustNavigate(s.url + "/?on=2027-06-19").MustWaitLoad()
		s.press("button", "New sitting")
		s.write("For what", "A trial by the weir")
		kept(":sitting:new")
		s.page.MustReload()
		s.press("button", "New sitting")
		s.page.MustWait(value, "A trial by the weir")
	})
}
