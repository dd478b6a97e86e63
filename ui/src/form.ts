// The form of the program: light, or dark for the wings. As somebody chose it, or as their device has it.
import { usePreferredDark } from '@vueuse/core'
import { computed, ref, watchEffect } from 'vue'
import { choose, chosen } from './keep/choice'

const form = ref(chosen('form'))
const device = usePreferredDark()

export const dark = computed(() => (form.value ? form.value === 'dark' : device.value))

/** wear takes on the form that somebody has chosen; '' is as the device has it. */
export function wear(to: string) {
  if (to !== form.value) choose('form', to)
  form.value = to
}

watchEffect(() => (document.documentElement.dataset.form = dark.value ? 'dark' : 'light'))

/** inked is a colour of the material, for what draws by itself. */
export function inked(name: string) {
  void dark.value // read anew when the form changes
  return getComputedStyle(document.documentElement).getPropertyValue(name).trim()
}
