package plan_test

import (
	"reflect"
	"slices"
	"strings"
	"testing"

	"urncloth/core/act"
	"urncloth/core/doc"
	"urncloth/core/face"
	"urncloth/core/kit"
	"urncloth/core/method"
	"urncloth/core/plan"
	"urncloth/core/rules"
	"urncloth/core/say"
	"urncloth/core/stack"
	"urncloth/core/wear"
)

func TestPartsByHandAreNamedAndLaidOverThoseKept(t *testing.T) {
	p := plan.Make(&demoSittings(t)[0])
	names := plan.Parts()
	p.ByHand = names
	all := p.Hand()
	if got := all.Parts(); len(got) != 4 || !slices.Equal(got, names) {
		t.Fatalf("a plan by hand throughout names %v", got)
	}
	for i, name := range names {
		p.ByHand = names[i : i+1]
		if got := p.Hand().Parts(); !slices.Equal(got, p.ByHand) {
			t.Errorf("a plan with %s by hand names %v", name, got)
		}
		if got := (plan.Hand{}).Or(all, p.ByHand).Parts(); len(got) != 3 || slices.Contains(got, name) {
			t.Errorf("all but %s are %v", name, got)
		}
		if mine := (plan.Hand{name: {}}).Or(all, nil); len(mine[name].Steps)+len(mine[name].TouchUps) != 0 {
			t.Errorf("what is kept of %s lies over what is new", name)
		}
	}
}

func TestEveryPartByHandIsCheckedForProductsThatAreNotThere(t *testing.T) {
	p := plan.Make(&demoSittings(t)[0])
	bad := []stack.Step{{ID: "x", Act: act.Apply, Product: "nothing", Start: p.Sitting.Day.ChairAt}}
	ups := []wear.TouchUp{{ID: "u", At: p.Sitting.Day.BaseAt, Steps: []wear.TouchStep{{Act: act.Reapply,
		Product: "nothing"}}}}
	for path, h := range map[string]plan.Hand{
		"steps[0].product":              {plan.Prep: {Steps: bad}},
		"touch_ups[0].steps[0].product": {plan.TouchUps: {TouchUps: ups}},
		".product":                      {plan.Removal: {Steps: bad}},
		"[0].product":                   {plan.Night: {Steps: bad}},
	} {
		fs := p.CheckHand("", h)
		if !slices.ContainsFunc(fs, func(f doc.Fault) bool { return strings.HasSuffix(f.Path, path) }) {
			t.Errorf("%s: %v", path, fs)
		}
	}
}

func TestATouchUpThatIsOnlyAMomentIsWrittenAsThePlannerWould(t *testing.T) {
	s := demoSittings(t)[0]
	p := plan.Make(&s)
	i := slices.IndexFunc(p.Wear.TouchUps, func(u wear.TouchUp) bool {
		return slices.ContainsFunc(u.Steps, func(st wear.TouchStep) bool { return st.Act == act.Reapply })
	})
	if i < 0 {
		t.Fatal("the demo's first day has no coat")
	}
	theirs := p.Wear.TouchUps[i]
	mine := wear.TouchUp{ID: "mine", At: theirs.At}
	own := wear.TouchUp{ID: "own", At: theirs.At, Steps: theirs.Steps[:1]}
	both := plan.Made{TouchUps: []wear.TouchUp{own, mine}}
	for name, h := range map[string]plan.Hand{
		"on the planner's prep":    {plan.TouchUps: both},
		"on the same by hand":      {plan.TouchUps: both, plan.Prep: {Steps: p.Prep.Steps}},
		"on no prep, no sunscreen": {plan.TouchUps: both, plan.Prep: {}},
	} {
		ups := plan.Usual(&s, h)
		if len(ups) != 2 || !reflect.DeepEqual(ups[0].Steps, own.Steps) || ups[1].ID != "mine" || ups[1].At != mine.At {
			t.Fatalf("%s: %+v", name, ups)
		}
		prep, is := h[plan.Prep]
		bare := is && len(prep.Steps) == 0
		if len(ups[1].Steps) == 0 || !bare && !reflect.DeepEqual(products(ups[1].Steps), products(theirs.Steps)) {
			t.Errorf("%s: %v, planned %v", name, products(ups[1].Steps), products(theirs.Steps))
		}
	}
}

func products(steps []wear.TouchStep) (ids []string) {
	for _, s := range steps {
		ids = append(ids, s.Product)
	}
	return ids
}

func TestAPassThatIsOnlyAProductIsMadeAsUsualWhereItCanDoSomething(t *testing.T) {
	s := demoSittings(t)[0]
	p := plan.Make(&s)
	i := slices.IndexFunc(p.Lift.Steps, func(s stack.Step) bool { return s.Product != "" && s.Act == act.Massage })
	if i < 0 {
		t.Fatal("the demo's first removal has no massage")
	}
	bare := []stack.Step{{ID: "p", Act: act.Massage, Product: p.Lift.Steps[i].Product}}
	for name, h := range map[string]plan.Hand{
		"planned": {plan.Removal: {Steps: bare}},
		"by hand": {plan.Removal: {Steps: bare}, plan.Prep: {Steps: p.Prep.Steps},
			plan.TouchUps: {TouchUps: p.Wear.TouchUps}},
	} {
		got := plan.Passes(&s, h)
		if len(got) != 1 || got[0].Act != act.Massage || len(got[0].Zones) == 0 || got[0].ContactS < 10 ||
			got[0].HandsS < got[0].ContactS || got[0].Grams == 0 || got[0].Say == "" || got[0].Start.String() == "" {
			t.Errorf("%s: %+v", name, got)
		}
		for _, z := range got[0].Zones {
			if p.Lift.Residue[z].Target == 0 {
				t.Errorf("%s: a pass on %s, where nothing is", name, z)
			}
		}
	}
	// on a face without prep or sunscreen there is only the makeup to take off
	naked := plan.Passes(&s, plan.Hand{plan.Removal: {Steps: bare}, plan.Prep: {}, plan.TouchUps: {}})
	with := plan.Passes(&s, plan.Hand{plan.Removal: {Steps: bare}})
	if len(naked[0].Zones) >= len(with[0].Zones) {
		t.Errorf("without prep %v, with it %v", naked[0].Zones, with[0].Zones)
	}
	// steps that are whole keep all but their starts, one after the other
	whole := plan.Passes(&s, plan.Hand{plan.Removal: {Steps: p.Lift.Steps}})
	for j, was := range p.Lift.Steps {
		if now := whole[j]; now.ContactS != was.ContactS || !slices.Equal(now.Zones, was.Zones) ||
			now.Product != was.Product {
			t.Errorf("step %d was %+v, is %+v", j, was, now)
		}
	}
}

func TestWaysOfRemovalAreComparedByWhatTheyComeTo(t *testing.T) {
	s := demoSittings(t)[0]
	p := plan.Make(&s)
	var rival string // of the remover that does most
	first := s.Kit.Find(p.Lift.Steps[slices.IndexFunc(p.Lift.Steps, func(s stack.Step) bool {
		return s.Product != "" && s.Act == act.Massage
	})].Product)
	for _, q := range s.Kit {
		if q.ID != first.ID && slices.Contains([]kit.Kind{kit.CleansingOil, kit.Balm}, q.Kind) {
			rival = q.ID
		}
	}
	list := plan.Compare(&s, plan.Hand{}, []plan.Variant{
		{}, {Remover: rival}, {Method: method.Choice{method.SecondCleanse: method.Always}},
	})
	if len(list) != 3 {
		t.Fatalf("%d ways", len(list))
	}
	own := list[0]
	if own.Passes != p.Lift.Passes || own.Pads != p.Lift.Pads || own.Cloths != p.Lift.Cloths ||
		own.Price != p.Lift.Price || own.Minutes != p.Lift.Minutes || len(own.Missed) != 0 ||
		own.Left > 1.001 || own.Worst == "" {
		t.Errorf("the planner's own comes to %+v", own)
	}
	var most doc.Num
	for _, r := range p.Lift.Residue {
		most = max(most, r.Film)
	}
	if own.Film != most {
		t.Errorf("film %v, the plan has %v", own.Film, most)
	}
	if !slices.Contains(list[1].Removers, rival) || slices.Contains(list[1].Removers, first.ID) {
		t.Errorf("with %s instead of %s it takes %v", rival, first.ID, list[1].Removers)
	}
	if list[2].Passes < own.Passes {
		t.Errorf("with a second cleanse always %d passes, else %d", list[2].Passes, own.Passes)
	}
	poor := s
	poor.Kit = slices.DeleteFunc(slices.Clone(s.Kit), func(q kit.Product) bool {
		return slices.Contains(plan.Everything(say.English).Removers, q.Kind) && q.Kind != kit.Micellar
	})
	if bad := plan.Compare(&poor, plan.Hand{}, []plan.Variant{{}})[0]; len(bad.Missed) == 0 || bad.Left <= 1.001 {
		t.Errorf("a micellar alone comes to %+v", bad)
	}
	for i, r := range own.Removers {
		if slices.Contains(own.Removers[:i], r) {
			t.Errorf("%s is named twice in %v", r, own.Removers)
		}
	}
}

func TestListsOfWordsAreEnumsButForRuleIds(t *testing.T) {
	for _, c := range []struct {
		of   reflect.Type
		word string
	}{
		{reflect.TypeFor[face.Zone](), "upper_lip"},
		{reflect.TypeFor[face.Mark](), "cold_sore"},
		{reflect.TypeFor[rules.Severity](), "caution"},
		{reflect.TypeFor[method.Key](), "eye_order"},
		{reflect.TypeFor[rules.ID](), ""},
		{reflect.TypeFor[string](), ""},
	} {
		words, ok := plan.Enum(c.of)
		if ok != (c.word != "") || ok && !slices.Contains(words, c.word) {
			t.Errorf("%s: %v, %v", c.of, words, ok)
		}
	}
	if words, _ := plan.Enum(reflect.TypeFor[face.Zone]()); len(words) != int(face.N) {
		t.Errorf("%d zones", len(words))
	}
}
