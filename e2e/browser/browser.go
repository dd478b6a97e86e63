// Package browser drives headless Chromium against the application, for tests by hand and for pictures.
package browser

import (
	"errors"
	"os/exec"
	"slices"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/launcher"
	"github.com/go-rod/rod/lib/launcher/flags"
	"github.com/go-rod/rod/lib/proto"
)

// Size of the page every view is looked at in.
const (
	Width  = 1280
	Height = 800
	settle = 900 * time.Millisecond // fonts and fades
)

// Start opens Chromium from Debian's package.
func Start() (*rod.Browser, error) {
	path, err := exec.LookPath("chromium")
	if err != nil {
		return nil, errors.New("chromium is missing: install the Debian package chromium (as root: apt-get " +
			"install chromium)")
	}
	address := ""
	for range starts {
		if address, err = launch(path); err == nil {
			b := rod.New().ControlURL(address).NoDefaultDevice()
			return b, b.Connect()
		}
	}
	return nil, err
}

// starts is how often Chromium is tried: on a busy machine it sometimes dies before it listens.
const starts = 3

func launch(path string) (address string, err error) {
	l := launcher.New().Bin(path).Headless(true).NoSandbox(true)
	for _, f := range []string{"disable-gpu", "disable-quic", "no-first-run", "disable-background-networking",
		"disable-component-update", "disable-sync", "disable-breakpad"} {
		l = l.Set(flags.Flag(f))
	}
	return l.Launch()
}

// Page opens an address in a window of its own, with no cookies of another.
func Page(b *rod.Browser, address string) *rod.Page {
	p := b.MustIncognito().MustPage(address).MustSetViewport(Width, Height, 1, false)
	go p.EachEvent(func(*proto.PageJavascriptDialogOpening) { // a window that holds something unsaved asks: yes, leave
		_ = proto.PageHandleJavaScriptDialog{Accept: true}.Call(p)
	})()
	p.MustWaitLoad()
	return p
}

// Settle waits until fonts are there and animations have ended.
func Settle(p *rod.Page) {
	p.MustEval(`() => document.fonts.ready.then(() => true)`)
	time.Sleep(settle)
}

// Painted runs a script in the page and returns the time until a check of it holds and has been painted: the frame
// after the one that shows it has begun.
func Painted(p *rod.Page, act, holds string) time.Duration {
	ms := p.MustEval(`async () => {
		const from = performance.now();
		(` + act + `)();
		while (!(` + holds + `)()) await new Promise(requestAnimationFrame)
		await new Promise(requestAnimationFrame)
		return performance.now() - from
	}`).Num()
	return time.Duration(ms * float64(time.Millisecond))
}

// quietWork is what the work of Slower takes on a machine of its own with nothing else to do.
const quietWork = 30 * time.Millisecond

// Slower is how many times as long as on such a machine fixed work takes in a page just now, 1 at the least: something
// read, something reckoned and something laid out, as behind an answer, but none of the program. Bars of time are held
// against it, since a machine that is half as fast, or has other things to do, says nothing of the program.
func Slower(p *rod.Page) float64 {
	took := []float64{}
	for _, ms := range p.MustEval(`async () => {
		const took = [], text = JSON.stringify(Array.from({ length: 4000 }, (_, n) => ({ n, word: 'word ' + n })))
		for (let n = 0; n < 17; n++) {
			const from = performance.now(), list = document.createElement('div')
			for (let k = 0; k < 4; k++) list.append(...JSON.parse(text).slice(k * 100, k * 100 + 100).map(o =>
				Object.assign(document.createElement('p'), { innerText: o.word })))
			let sum = n
			for (let k = 1; k < 2_000_000; k++) sum = Math.imul(sum ^ k, 0x5bd1e995)
			document.body.append(list)
			list.dataset.sum = sum + list.offsetHeight
			list.remove()
			if (n > 5) took.push(performance.now() - from) // by then it is compiled
			await new Promise(requestAnimationFrame)
		}
		return took
	}`).Arr() {
		took = append(took, ms.Num())
	}
	slices.Sort(took)
	return max(1, took[len(took)/2]*float64(time.Millisecond)/float64(quietWork))
}

// Text waits for an element that contains the words and returns it.
func Text(p *rod.Page, selector, words string) *rod.Element {
	return p.Timeout(30*time.Second).MustElementR(selector, words).CancelTimeout()
}

// A stretch of the day dragged by its end, for measuring: taken hold of, pulled by a grid step, and drawn anew.
const (
	GrabEdge = `() => { const e = [...document.querySelectorAll('.seg .edge')].at(-1),
		b = e.getBoundingClientRect(); window.px = b.x + 5; window.py = b.y + 5;
		e.dispatchEvent(new PointerEvent('pointerdown', { clientX: window.px, clientY: window.py, button: 0,
			bubbles: true })) }`
	PullEdge = `() => { window.was = [...document.querySelectorAll('.seg .at')].at(-1).getAttribute('width');
		window.px += 14; window.dispatchEvent(new PointerEvent('pointermove', { clientX: window.px,
		clientY: window.py })) }`
	EdgeMoved = `() => [...document.querySelectorAll('.seg .at')].at(-1).getAttribute('width') !== window.was`
)
