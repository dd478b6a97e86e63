import { watch, type Ref } from 'vue'

const frames = 30 // how long what opens may take to be there

/**
 * mended gives what a field opens (found by its class) the roles and names that the library leaves out, for as long as
 * it is open and whatever is drawn into it meanwhile.
 */
export function mended(open: Ref<boolean>, name: string, mend: (opened: Element) => void) {
  watch(open, (is, _was, onCleanup) => {
    if (!is) return
    let left = frames
    let next = 0
    const drawn = new MutationObserver(([m]) => m && look())
    function look() {
      const opened = document.querySelector('.' + name)
      if (!opened) {
        if (left-- > 0) next = requestAnimationFrame(look)
        return
      }
      mend(opened)
      drawn.observe(opened, { childList: true, subtree: true })
    }
    next = requestAnimationFrame(look)
    onCleanup(() => {
      cancelAnimationFrame(next)
      drawn.disconnect()
    })
  })
}
