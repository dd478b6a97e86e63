<script setup lang="ts" generic="T extends string">
import { libraryWords } from '../../i18n'
// Pick is a labelled list to choose one from. Escape closes an open list, not what it stands in.
import Select from 'ant-design-vue/es/select'
import { onMounted, ref, useId, watch } from 'vue'
import { mended } from './mended'
import { tied } from './tied'

const props = defineProps<{
  label: string
  options: { value: T; label: string }[]
  fault?: string
  bare?: boolean // the label is for screen readers alone
  find?: boolean // typing narrows the list
  elsewhere?: boolean // who gives the list narrows it, told what is typed
  opened?: boolean // open, with the focus in it
  placeholder?: string
}>()
const model = defineModel<T>()
const emit = defineEmits<{ blur: []; typed: [string] }>()
const id = useId()
const root = ref<HTMLElement>()
const open = ref(false)
const listed = ref(false) // the library has made its list, which stays
watch(open, (o) => o && (listed.value = true))
tied(root, id, () => props.fault)
mended(open, 'opened-' + id, (opened) => {
  const list = opened.querySelector('.rc-virtual-list-holder-inner')
  list?.setAttribute('role', 'listbox')
  list?.setAttribute('aria-label', props.label)
  for (const o of opened.querySelectorAll('.ant-select-item-option')) o.setAttribute('role', 'option')
})
onMounted(() => {
  if (!props.opened) return
  root.value?.querySelector('input')?.focus()
  open.value = true
})
function escape(e: KeyboardEvent) {
  if (!open.value) return
  e.stopPropagation()
  open.value = false
}
libraryWords()
</script>

<template>
  <div ref="root" class="field" @keydown.esc.capture="escape">
    <label :for="id" :class="{ 'visually-hidden': bare }">{{ label }}</label>
    <Select
      :id="id"
      :open="open"
      :popup-class-name="'opened-' + id"
      :value="model"
      :options="options"
      :show-search="find"
      :placeholder="placeholder"
      :status="fault ? 'error' : undefined"
      option-filter-prop="label"
      :filter-option="!elsewhere"
      @search="(w: string) => emit('typed', w)"
      @change="(v) => (model = v as T)"
      @dropdown-visible-change="(o: boolean) => (open = o)"
      @blur="emit('blur')"
    />
    <!-- While it is closed there is no list yet that the field says it controls. -->
    <span v-if="!listed" :id="id + '_list'" role="listbox" hidden
      ><span :id="id + '_list_0'" role="option"></span
    ></span>
    <p v-if="fault" :id="id + '-fault'" class="fault">{{ fault }}</p>
  </div>
</template>
