package app_test

import (
	"slices"
	"testing"

	"urncloth/core/kit"
	"urncloth/core/rules"
	"urncloth/core/sitting"
	"urncloth/internal/app"
)

func TestAWordForAnAllergySaysWhatItWouldRuleOutOfTheKit(t *testing.T) {
	h := open(t)
	list, err := h.Allergies(t.Context(), h.owner, app.ToldWords{Words: []string{"perfume", "pollen", "wobblewort"}})
	if err != nil || len(list) != 3 {
		t.Fatalf("%d, %v", len(list), err)
	}
	scent, pollen, unknown := list[0], list[1], list[2]
	if scent.To != "fragrance" || scent.Standing != kit.Known || !slices.Contains(scent.Covers, "essential_oil") ||
		len(scent.RulesOut) == 0 || len(scent.RulesOut) >= scent.Of {
		t.Errorf("perfume is fragrance, which rules out some of the kit: %+v", scent)
	}
	if pollen.Standing != kit.Noted || len(pollen.RulesOut) != 0 {
		t.Errorf("pollen is written down and rules out nothing: %+v", pollen)
	}
	if unknown.Standing != kit.Unnamed || len(unknown.RulesOut) < scent.Of/2 || len(unknown.RulesOut) == unknown.Of {
		t.Errorf("an unknown word rules out all whose list is not confirmed, sundries excepted: %d of %d",
			len(unknown.RulesOut), unknown.Of)
	}
}

func TestAnAllergyToldInTheRecordReachesEverySittingNotYetDone(t *testing.T) {
	h := open(t)
	c, s := h.added(t)
	e := edit(s)
	e.Client.Allergies, e.Asked = []string{"wool"}, true
	if _, err := h.SaveSitting(t.Context(), h.owner, s.ID, e); err != nil {
		t.Fatal(err)
	}
	record := ordinary("Ondine Vale")
	record.Version, record.Record.Allergies = c.Version, []string{"perfume", "wobblewort"}
	c, err := h.SaveClient(t.Context(), h.owner, &c.ID, record)
	if err != nil {
		t.Fatal(err)
	}
	if !c.Sittings[0].Told {
		t.Error("the sitting is marked where it is listed")
	}
	now, err := h.Sitting(t.Context(), h.owner, s.ID)
	if err != nil {
		t.Fatal(err)
	}
	in := now.Plan.Sitting
	if !slices.Equal(in.Client.Allergies, []string{"wool", "perfume", "wobblewort"}) {
		t.Errorf("what was told at the chair stays, what the record has is added: %v", in.Client.Allergies)
	}
	if in.Asked != nil || in.Told == nil || !slices.Equal(in.Told.Added, record.Record.Allergies) {
		t.Errorf("it is marked and to be asked again: %+v, %+v", in.Asked, in.Told)
	}
	if !slices.ContainsFunc(now.Plan.Findings, func(f rules.Finding) bool { return f.Rule == rules.AllergyUnknown }) {
		t.Error("the plan is made anew for them")
	}
	if _, err := h.SaveSitting(t.Context(), h.owner, s.ID, e); err == nil {
		t.Error("who had the sitting open learns that it has changed")
	}
	e.Version, e.Asked, e.Title = now.Version, false, "changed"
	kept, err := h.SaveSitting(t.Context(), h.owner, s.ID, e)
	if err != nil || !slices.Equal(kept.Plan.Sitting.Client.Allergies, in.Client.Allergies) ||
		kept.Plan.Sitting.Told == nil {
		t.Errorf("until asked again, what the record told stays: %+v, %v", kept.Plan.Sitting.Client.Allergies, err)
	}
	e = edit(kept)
	e.Asked = true
	if kept, err = h.SaveSitting(t.Context(), h.owner, s.ID, e); err != nil || kept.Plan.Sitting.Told != nil {
		t.Errorf("asked again, the mark goes: %+v, %v", kept.Plan.Sitting.Told, err)
	}
	record.Version, record.Record.Allergies = c.Version, []string{"perfume"}
	if _, err := h.SaveClient(t.Context(), h.owner, &c.ID, record); err != nil {
		t.Fatal(err)
	}
	now, err = h.Sitting(t.Context(), h.owner, s.ID)
	if err != nil || !slices.Equal(now.Plan.Sitting.Client.Allergies, []string{"wool", "perfume"}) ||
		!slices.Equal(now.Plan.Sitting.Told.Removed, []string{"wobblewort"}) {
		t.Errorf("what is taken back in the record goes: %v, %v", now.Plan.Sitting.Client.Allergies, err)
	}
}

func TestWhatTheRecordToldBeforeIsNotForgottenByWhatItTellsNext(t *testing.T) {
	h := open(t)
	c, s := h.added(t)
	record := ordinary("Ondine Vale")
	for _, told := range [][]string{{"latex"}, {"latex", "nuts"}, {"nuts"}} {
		record.Version, record.Record.Allergies = c.Version, told
		var err error
		if c, err = h.SaveClient(t.Context(), h.owner, &c.ID, record); err != nil {
			t.Fatal(err)
		}
		now, err := h.Sitting(t.Context(), h.owner, s.ID)
		if err != nil || !slices.Equal(now.Plan.Sitting.Told.Added, told) {
			t.Errorf("told %v, the mark says %+v, %v", told, now.Plan.Sitting.Told, err)
		}
	}
}

func TestASittingThatIsDoneKeepsTheAllergiesOfItsDay(t *testing.T) {
	h := open(t)
	c, err := h.SaveClient(t.Context(), h.owner, nil, ordinary("Ondine Vale"))
	if err != nil {
		t.Fatal(err)
	}
	s, err := h.AddSitting(t.Context(), h.owner, app.NewSitting{ClientID: c.ID,
		ChairAt: wall(t, "2026-06-10T10:00"), BaseAt: wall(t, "2026-06-10T11:00")})
	if err != nil {
		t.Fatal(err)
	}
	record := ordinary("Ondine Vale")
	record.Version, record.Record.Allergies = c.Version, []string{"latex"}
	if _, err := h.SaveClient(t.Context(), h.owner, &c.ID, record); err != nil {
		t.Fatal(err)
	}
	now, err := h.Sitting(t.Context(), h.owner, s.ID)
	if err != nil || len(now.Plan.Sitting.Client.Allergies) != 0 || now.Plan.Sitting.Told != nil ||
		now.Version != s.Version {
		t.Errorf("a sitting of the past is not touched: %+v, %v", now.Plan.Sitting.Told, err)
	}
}

func TestAChangeThatIsNoneLeavesSittingsAlone(t *testing.T) {
	h := open(t)
	c, s := h.added(t)
	record := ordinary("Ondine Vale")
	record.Version, record.Notes = c.Version, "likes the door"
	if _, err := h.SaveClient(t.Context(), h.owner, &c.ID, record); err != nil {
		t.Fatal(err)
	}
	now, err := h.Sitting(t.Context(), h.owner, s.ID)
	if err != nil || now.Version != s.Version || now.Plan.Sitting.Told != (*sitting.Told)(nil) {
		t.Errorf("version %d, %v", now.Version, err)
	}
}
