import { ref } from 'vue'

/**
 * usePicker mends a picker of the library for typing: what is typed is taken as soon as it can be read, not only when
 * the panel is left in the right way; Tab leads on to the next field; Enter and Escape close the panel and nothing
 * round it.
 */
export function usePicker(read: (text: string) => string | undefined, take: (value: string) => void) {
  const open = ref(false)
  const unread = ref(false)
  const on = {
    keydown(e: KeyboardEvent) {
      if (!open.value || !['Tab', 'Enter', 'Escape'].includes(e.key)) return
      e.stopPropagation() // the library would keep Tab for its panel, and what stands round it would take Escape
      open.value = false
    },
    input(e: Event) {
      if (!e.isTrusted) return // the library setting its own text anew, not somebody typing
      const text = (e.target as HTMLInputElement).value
      const value = read(text)
      unread.value = text.trim() !== '' && value === undefined
      if (value !== undefined) take(value)
    },
  }
  return { open, unread, on }
}
