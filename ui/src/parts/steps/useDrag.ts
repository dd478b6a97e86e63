import { onScopeDispose } from 'vue'

/**
 * useDrag follows a pointer over the whole window from a press to its release: the thing dragged may be drawn anew
 * meanwhile, which would end a pointer capture. Escape lets go.
 */
export function useDrag<T>(on: { move: (e: PointerEvent, held: T) => void; end: (held: T, really: boolean) => void }) {
  let stop: (() => void) | undefined
  function grab(e: PointerEvent, held: T) {
    if (e.button !== 0) return
    stop?.()
    const move = (m: PointerEvent) => on.move(m, held)
    const done = (really: boolean) => {
      stop?.()
      on.end(held, really)
    }
    const up = () => done(true)
    const cancel = () => done(false)
    const key = (k: KeyboardEvent) => k.key === 'Escape' && done(false)
    stop = () => {
      stop = undefined
      window.removeEventListener('pointermove', move)
      window.removeEventListener('pointerup', up)
      window.removeEventListener('pointercancel', cancel)
      window.removeEventListener('keydown', key)
    }
    window.addEventListener('pointermove', move)
    window.addEventListener('pointerup', up)
    window.addEventListener('pointercancel', cancel)
    window.addEventListener('keydown', key)
  }
  onScopeDispose(() => stop?.())
  return grab
}
