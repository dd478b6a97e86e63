// Leaving something that was typed and not saved asks once. What was typed is kept, sealed, until it is saved or let
// go; a window that is closed takes it along, so that the browser asks then.
import { useEventListener } from '@vueuse/core'
import { shallowRef, type Ref } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'

interface Asking {
  what: string
  unsent?: boolean // events of the chair that the server does not have yet
  answer: (leave: boolean) => void
}

/** asking is the question that is open, if any. */
export const asking = shallowRef<Asking>()

/** useAskOnce asks before something unsaved is left: once, and not again for the same. */
export function useAskOnce(unsaved: Ref<boolean>, what: string) {
  let asked = false
  onBeforeRouteLeave(async () => {
    if (!unsaved.value || asked) return true
    asked = true
    const leave = await new Promise<boolean>((answer) => (asking.value = { what, answer }))
    asking.value = undefined
    return leave
  })
  useEventListener(window, 'beforeunload', (e) => unsaved.value && e.preventDefault())
}
