// What was just done to something as a whole, and how it is undone: said at the foot of the page until the next thing.
import { shallowRef } from 'vue'

export const undoable = shallowRef<{ said: string; undo: () => Promise<unknown> }>()

/** done says what was done, and keeps how it is undone. */
export const done = (said: string, undo: () => Promise<unknown>) => (undoable.value = { said, undo })
