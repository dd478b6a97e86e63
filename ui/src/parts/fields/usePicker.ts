import { ref } from 'vue'

/**
 * usePicker mends a picker of the library for typing: its panel opens by tap alone, so that Tab leads on, and what is
 * typed is taken as soon as it can be read, not only when the panel is left in the right way. Enter and Escape close.
 */
export function usePicker(read: (text: string) => string | undefined, take: (value: string) => void) {
  const open = ref(false)
  const unread = ref(false)
  let tapped = false
  const on = {
    mousedown: () => (tapped = true),
    keydown(e: KeyboardEvent) {
      tapped = false
      if (e.key === 'Escape' && open.value) e.stopPropagation() // closes the panel, not what it stands in
      if (e.key === 'Enter' || e.key === 'Escape') open.value = false
    },
    input(e: Event) {
      const text = (e.target as HTMLInputElement).value
      const value = read(text)
      unread.value = text.trim() !== '' && value === undefined
      if (value !== undefined) take(value)
    },
  }
  const change = (wanted: boolean) => (open.value = wanted && tapped)
  return { open, unread, on, change }
}
