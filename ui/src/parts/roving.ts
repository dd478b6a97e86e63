// A list is one stop for Tab; its rows are gone through by the arrows, Home and End.
import type { Directive } from 'vue'

const stops = new WeakMap<HTMLElement, () => void>()

function items(list: HTMLElement, of: string) {
  return [...list.querySelectorAll<HTMLElement>(of)].filter((e) => e.offsetParent !== null)
}

/** one leaves one row of the list to Tab: the one that was last there, or the first. */
function one(list: HTMLElement, of: string, now?: HTMLElement) {
  const all = items(list, of)
  const stop = now ?? all.find((e) => e.tabIndex === 0 && e.hasAttribute('tabindex')) ?? all[0]
  for (const e of all) e.tabIndex = e === stop ? 0 : -1
}

/** vRoving makes what its value selects in an element rows that the arrows go through. */
export const vRoving: Directive<HTMLElement, string> = {
  mounted(list, { value: of }) {
    const row = (e: Event) => items(list, of).find((x) => x === (e.target as HTMLElement).closest(of))
    const focus = (e: FocusEvent) => row(e) && one(list, of, row(e))
    const key = (e: KeyboardEvent) => {
      const at = items(list, of).indexOf(row(e)!)
      if (at < 0 || e.altKey || e.ctrlKey || e.metaKey || e.target !== items(list, of)[at]) return
      const last = items(list, of).length - 1
      const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: last }[e.key]
      if (to === undefined) return
      e.preventDefault()
      items(list, of)[Math.max(0, Math.min(last, to))]?.focus()
    }
    list.addEventListener('focusin', focus)
    list.addEventListener('keydown', key)
    stops.set(list, () => {
      list.removeEventListener('focusin', focus)
      list.removeEventListener('keydown', key)
    })
    one(list, of)
  },
  updated: (list, { value: of }) => one(list, of),
  unmounted(list) {
    stops.get(list)?.()
    stops.delete(list)
  },
}
