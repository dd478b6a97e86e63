import { onMounted, watch, type Ref } from 'vue'

/**
 * tied gives the input inside a component of the library what it does not pass on: which text is its fault, and that
 * it has one.
 */
export function tied(root: Ref<HTMLElement | undefined>, id: string, fault: () => string | undefined) {
  function tie() {
    const input = root.value?.querySelector('input')
    if (!input) return
    if (fault()) {
      input.setAttribute('aria-invalid', 'true')
      input.setAttribute('aria-describedby', id + '-fault')
    } else {
      input.removeAttribute('aria-invalid')
      input.removeAttribute('aria-describedby')
    }
  }
  onMounted(tie)
  watch(fault, tie, { flush: 'post' })
}
