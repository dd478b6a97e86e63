import { useEventListener } from '@vueuse/core'
import { onActivated, onDeactivated, ref } from 'vue'

const typing = 'input:not([type=radio]):not([type=checkbox]):not([type=range]), textarea'

/**
 * useUndoKeys lets Control Z and Control Shift Z undo and redo by hand while the leaf is the one shown; it stays
 * in memory otherwise.
 */
export function useUndoKeys(hand: { undo: () => void; redo: () => void }) {
  const live = ref(true)
  onActivated(() => (live.value = true))
  onDeactivated(() => (live.value = false))
  useEventListener(document, 'keydown', (e: KeyboardEvent) => {
    if (
      !live.value ||
      !(e.ctrlKey || e.metaKey) ||
      e.key.toLowerCase() !== 'z' ||
      (e.target as HTMLElement).matches(typing)
    )
      return
    e.preventDefault()
    if (e.shiftKey) hand.redo()
    else hand.undo()
  })
}
