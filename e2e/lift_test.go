package e2e

import (
	"strings"
	"testing"
)

func (s *studio) liftOff() {
	s.press("nav a", "Lift-off")
	s.see(".why", "comes? clean")
}

func TestAnEveningLooksRemovalIsPlanned(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("take the evening look", func() {
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Look")
		s.press("button", "Long evening")
		s.saved()
	})
	s.do("its removal", func() {
		s.liftOff()
		s.see(".why", "Every zone comes clean")
		s.see(".steps .a", "Emulsify")
		s.see(".steps .a", "Pad check")
		s.see(".tray", "pads")
	})
	s.do("strong lips come before the base", func() {
		all := s.page.MustElement(".steps").MustText()
		if lips, base := strings.Index(all, "lips"), strings.Index(all, "Emulsify"); lips < 0 || base < lips {
			t.Errorf("lips at %d, base at %d", lips, base)
		}
	})
	s.do("the whole peeling is in sight, and a pass leads to its step", func() {
		s.see(".peeling caption", "per cent")
		s.see(".end", "every zone is within what may be left")
		s.press(".peeling thead button", "^2$")
		s.see(".steps .open", "over the face")
	})
	s.do("the card", func() {
		s.press("nav a", "Night")
		s.press("a", "Card to print")
		s.see(".card", "Taken off with")
		s.see(".card", "emergency number")
	})
}

func TestTwoRemoversAreCompared(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("balm against oil", func() {
		s.liftOff()
		for label, words := range map[string]string{"One": "With Melt balm", "The other": "With Flood cleansing oil"} {
			s.field(label).MustInput(words)
			s.press(".ant-select-item-option-content", words)
		}
		s.see(".compare td", "Melt balm")
		s.see(".compare td", "Flood cleansing oil")
		for _, row := range []string{"Passes", "Minutes", "Pads", "Price", "Makeup left"} {
			s.see(".compare th", row)
		}
	})
}

func TestTheEmulsifyingStepTakenOutIsMissedAndBroughtBack(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("take it out", func() {
		s.liftOff()
		s.press(".steps .a", "Emulsify")
		s.press("button", "Take it out")
		s.see(".find", "neither emulsified nor lifted with a cloth")
		s.see(".mine", "Made by hand")
		s.saved()
	})
	s.do("kept over a reload", func() {
		s.page.MustReload()
		s.read()
		s.see(".find", "neither emulsified")
	})
	s.do("plan again", func() {
		s.press("button", "Plan again")
		s.see(".steps .a", "Emulsify")
		s.press("button", "Keep mine")
		s.see(".find", "neither emulsified")
		s.press("button", "Plan again")
		s.see(".steps .a", "Emulsify")
	})
	s.do("a pass added by hand, by its name", func() {
		s.press(".steps .a", "Rinse")
		s.press("button", "Add a pass")
		s.field("Remover to add").MustInput("Clear micellar")
		s.press(".ant-select-item-option-content", "Clear micellar")
		s.see(".why", "Clear micellar on")
		s.saved()
	})
}

func TestAnHourSetForRemovalIsSaidFoldedAndCanBeTakenBack(t *testing.T) {
	s := open(t)
	s.enter()
	s.ottoline()
	s.do("off by an hour", func() {
		s.press("nav a", "Intake")
		s.press("[role=tab]", "Day")
		s.press("summary", "Off in a hurry")
		s.write("Off by", "23:50")
		s.see("summary", "Off in a hurry[^]*off by 23:50")
		s.saved()
	})
	s.do("and no hurry", func() {
		s.press("button", "^No hurry$")
		s.see("summary", "^[^0-9]*Off in a hurry[^0-9]*$")
		s.saved()
	})
}
