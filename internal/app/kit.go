package app

import (
	"bytes"
	"context"
	"errors"
	"fmt"

	"github.com/jackc/pgx/v5"

	"urncloth/core/doc"
	"urncloth/core/figure"
	"urncloth/core/kit"
	"urncloth/core/prep"
	"urncloth/core/say"
	"urncloth/internal/store"
)

// Shelved is a product with what follows from it.
type Shelved struct {
	Product   kit.Product  `json:"product"`
	Version   int          `json:"version"`
	Retired   bool         `json:"retired"`
	State     kit.State    `json:"state"`
	UseBy     string       `json:"use_by"` // the last date, "" where not known
	Suits     []string     `json:"suits"`
	RulesOut  []string     `json:"rules_out"`
	Read      kit.Contents `json:"read" doc:"what the list of ingredients holds, and what could not be placed"`
	FaceGrams doc.Num      `json:"face_grams"`
	FacePrice doc.Num      `json:"face_price"`
}

// ProductEdit is a product as a person writes it. Version 0 adds a new one.
type ProductEdit struct {
	Version int         `json:"version,omitempty" in:"0..1000000000"`
	Retired bool        `json:"retired,omitempty"`
	Counted *bool       `json:"counted,omitempty" doc:"whether it was counted anew; left out: where the amounts differ"`
	Product kit.Product `json:"product" need:"yes"`
}

// Preview is what taking a table of products in would do.
type Preview struct {
	Good    int            `json:"good"`
	New     int            `json:"new"`
	Changed int            `json:"changed"`
	Faults  []kit.RowFault `json:"faults"`
	Taken   bool           `json:"taken"`
}

// Calibration is ten strokes weighed.
type Calibration struct {
	Strokes      []doc.Num `json:"strokes"`
	GramsPerUnit doc.Num   `json:"grams_per_unit"`
	Scatter      doc.Num   `json:"scatter"`
	Good         bool      `json:"good"`
}

func (a *App) shelved(s store.Shelved, studio store.Studio) Shelved {
	today, _ := a.today(studio)
	p := &s.Product
	out := Shelved{
		Product:   s.Product,
		Version:   s.Version,
		Retired:   s.Retired,
		State:     p.Standing(today),
		Suits:     suits(p),
		RulesOut:  p.RulesOut(),
		Read:      kit.ReadIngredients(p.Ingredients),
		FaceGrams: doc.Num(p.FaceGrams()),
		FacePrice: doc.Num(p.FacePrice()),
	}
	if last, known := p.UseBy(); known {
		out.UseBy = last.String()
	}
	if out.RulesOut == nil {
		out.RulesOut = []string{}
	}
	return out
}

// suits says in words which skin a product suits: the studio's own words, and for moisturisers the oil grades whose
// ideal weight is within half a step.
func suits(p *kit.Product) []string {
	list := append([]string{}, p.Suits...)
	if p.Kind.Moisturiser() {
		for _, oil := range prep.SuitsOil(p) {
			list = append(list, fmt.Sprintf("oil %d", oil))
		}
	}
	return list
}

// Shelf lists the studio's products.
func (a *App) Shelf(ctx context.Context, who Actor) (list []Shelved, err error) {
	list = []Shelved{}
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		if err := a.settle(ctx, tx); err != nil {
			return err
		}
		studio, err := store.StudioOf(ctx, tx)
		if err != nil {
			return err
		}
		rows, err := store.Shelf(ctx, tx)
		for _, r := range rows {
			list = append(list, a.shelved(r, studio))
		}
		return err
	})
	return list, err
}

// SaveProduct adds or changes a product. On store.ErrStale the product returned is the one that stands.
func (a *App) SaveProduct(ctx context.Context, who Actor, e ProductEdit) (out Shelved, err error) {
	stale := false
	err = a.as(ctx, &who, KeepKit, func(tx pgx.Tx) error {
		if fs := (kit.Kit{e.Product}).Check("product"); len(fs) > 0 {
			for i := range fs {
				fs[i].Path = "product" + fs[i].Path[len("product[0]"):]
			}
			return fs
		}
		studio, err := store.StudioOf(ctx, tx)
		if err != nil {
			return err
		}
		if e.Version == 0 {
			if err := room(ctx, tx, 1); err != nil {
				return err
			}
			n, err := store.AddProducts(ctx, tx, kit.Kit{e.Product})
			if err != nil {
				return err
			}
			if n == 0 {
				return doc.Faults{
					{Path: "product.id", Say: fmt.Sprintf("%q is already the id of a product", e.Product.ID)},
				}
			}
		} else if err := a.rewriteProduct(ctx, tx, &who, e); errors.Is(err, store.ErrStale) {
			stale = true
		} else if err != nil {
			return err
		}
		kept, err := store.ProductOf(ctx, tx, e.Product.ID)
		out = a.shelved(kept, studio)
		return err
	})
	if err == nil && stale {
		err = store.ErrStale
	}
	return out, err
}

// rewriteProduct writes a product over the one that is known by its id. What is left of it changes only where somebody
// counted: meanwhile it may have been taken down by what was done.
func (a *App) rewriteProduct(ctx context.Context, tx pgx.Tx, who *Actor, e ProductEdit) error {
	was, err := store.ProductHeld(ctx, tx, e.Product.ID)
	if err != nil {
		return err
	}
	if e.Counted != nil && !*e.Counted {
		e.Product.RemainingG, e.Product.Count = was.Product.RemainingG, was.Product.Count
	}
	if err := store.SaveProduct(ctx, tx, store.Shelved{Product: e.Product, Version: e.Version,
		Retired: e.Retired}); err != nil {
		return err
	}
	return a.recount(ctx, tx, who, &was.Product, &e.Product)
}

// mostProducts is how many products a studio's kit may hold, those it retired included.
const mostProducts = 5000

// room is a fault where a kit would hold too many products.
func room(ctx context.Context, tx pgx.Tx, more int) error {
	if err := store.HoldStudio(ctx, tx); err != nil {
		return err
	}
	n, err := store.Products(ctx, tx)
	if err == nil && n+more > mostProducts {
		return doc.Faults{doc.Wrong("file", kitFull, "n", n, "most", mostProducts)}
	}
	return err
}

// TakeCSV says what taking a table in would do; with take it is done, and with faults only where goodOnly says so.
func (a *App) TakeCSV(ctx context.Context, who Actor, table []byte, take, goodOnly bool) (out Preview, err error) {
	if err := a.as(ctx, &who, KeepKit, func(pgx.Tx) error { return nil }); err != nil {
		return out, err
	}
	var good kit.Kit
	var faults []kit.RowFault
	if err := a.costly(ctx, &who, func() (refused error) {
		if good, faults, refused = kit.ReadCSV(say.In(who.Tongue), table); refused != nil {
			fs := doc.Faults{}
			fs.AddError("file", refused)
			return fs
		}
		return nil
	}); err != nil {
		return out, err
	}
	err = a.as(ctx, &who, KeepKit, func(tx pgx.Tx) error {
		out = Preview{Good: len(good), Faults: faults}
		if out.Faults == nil {
			out.Faults = []kit.RowFault{}
		}
		return a.takeIn(ctx, tx, &who, good, take && (len(faults) == 0 || goodOnly), &out)
	})
	return out, err
}

// takeIn says what of some products is new and what is known, and takes them in where asked.
func (a *App) takeIn(ctx context.Context, tx pgx.Tx, who *Actor, good kit.Kit, take bool, out *Preview) error {
	shelf, err := store.Shelf(ctx, tx)
	if err != nil {
		return err
	}
	known := map[string]*kit.Product{}
	for i := range shelf {
		known[shelf[i].Product.ID] = &shelf[i].Product
	}
	for _, p := range good {
		if known[p.ID] != nil {
			out.Changed++
		} else {
			out.New++
		}
	}
	if !take || len(good) == 0 {
		return nil
	}
	if err := room(ctx, tx, out.New); err != nil {
		return err
	}
	out.Taken = true
	if err := store.Note(ctx, tx, who.ID, "kit taken in", fmt.Sprintf("%d rows", len(good))); err != nil {
		return err
	}
	if err := store.PutProducts(ctx, tx, good); err != nil {
		return err
	}
	for i := range good {
		if was := known[good[i].ID]; was != nil {
			if err := a.recount(ctx, tx, who, was, &good[i]); err != nil {
				return err
			}
		}
	}
	return nil
}

// KitCSV writes the kit as a table.
func (a *App) KitCSV(ctx context.Context, who Actor) ([]byte, error) {
	var b bytes.Buffer
	err := a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		k, err := store.Kit(ctx, tx)
		if err != nil {
			return err
		}
		if err := store.Note(ctx, tx, who.ID, "export kit", ""); err != nil {
			return err
		}
		return kit.WriteCSV(&b, k)
	})
	return b.Bytes(), err
}

const (
	strokesToWeigh = 10
	pumpG          = 0.3 // a pump not yet calibrated, about
)

// WeighStrokes lets ten strokes of a product's pump fall on the simulated scale, one after the other.
func (a *App) WeighStrokes(ctx context.Context, who Actor, id string, fault bool) (c Calibration, err error) {
	var p kit.Product
	err = a.as(ctx, &who, Work, func(tx pgx.Tx) error {
		s, err := store.ProductOf(ctx, tx, id)
		p = s.Product
		return err
	})
	if err != nil {
		return c, err
	}
	each := p.GramsPerUnit
	if each == 0 {
		each = pumpG
	}
	scale := a.Bench.Pump(id, each, fault)
	before := 0.0
	var strokes []float64
	for range strokesToWeigh {
		scale.Stroke()
		now, err := scale.Weigh()
		if err != nil {
			return c, err
		}
		strokes = append(strokes, now-before)
		c.Strokes = append(c.Strokes, doc.Num(now-before))
		before = now
	}
	g, scatter := kit.Calibrate(strokes)
	return Calibration{c.Strokes, doc.Num(doc.Round(g)), doc.Num(scatter), scatter <= figure.MostScatter}, nil
}

// StarterKit takes in a kit of generic kinds where the studio has none yet, and returns the shelf.
func (a *App) StarterKit(ctx context.Context, who Actor) ([]Shelved, error) {
	err := a.as(ctx, &who, KeepKit, func(tx pgx.Tx) error {
		k := kit.Starter(say.In(who.Tongue))
		if err := room(ctx, tx, len(k)); err != nil {
			return err
		}
		n, err := store.AddProducts(ctx, tx, k)
		if err != nil {
			return err
		}
		return store.Note(ctx, tx, who.ID, "kit taken in", fmt.Sprintf("%d rows", n))
	})
	if err != nil {
		return nil, err
	}
	return a.Shelf(ctx, who)
}
