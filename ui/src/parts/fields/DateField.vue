<script setup lang="ts">
// DateField is a labelled date, picked or typed: 2027-06-19, 19.6.2027 and 19 Jun 2027 will do.
import { libraryWords, t } from '../../i18n'
import { shortDate, typed } from '../../i18n/format'
import DatePicker from 'ant-design-vue/es/date-picker'
import dayjs from 'dayjs'
import customParseFormat from 'dayjs/plugin/customParseFormat'
import { computed, ref, useId } from 'vue'
import { mended } from './mended'
import { tied } from './tied'
import { usePicker } from './usePicker'

dayjs.extend(customParseFormat)
const props = defineProps<{ label: string; fault?: string; bare?: boolean; clear?: boolean }>()
const model = defineModel<string>()
const id = useId()
const root = ref<HTMLElement>()
const kept = 'YYYY-MM-DD'
const formats = typed()
const { open, unread, on } = usePicker(
  (text) => {
    if (!text.trim()) return props.clear ? '' : undefined
    const d = dayjs(text.trim(), formats, dayjs.locale(), true)
    return d.isValid() ? d.format(kept) : undefined
  },
  (d) => (model.value = d),
)
const fault = computed(() =>
  unread.value ? t('dateField.aDateLike', { date: shortDate('2027-06-19') }) : props.fault,
)
tied(root, id, () => fault.value)
const turns = {
  'super-prev': t('dateField.aYearBack'),
  prev: t('dateField.aMonthBack'),
  next: t('dateField.aMonthOn'),
  'super-next': t('dateField.aYearOn'),
}
mended(open, 'opened-' + id, (opened) => {
  opened.setAttribute('role', 'dialog')
  opened.setAttribute('aria-label', props.label)
  for (const [which, name] of Object.entries(turns))
    opened.querySelector(`.ant-picker-header-${which}-btn`)?.setAttribute('aria-label', name)
})
function pick(d: unknown) {
  unread.value = false
  model.value = typeof d === 'string' ? d : ''
}
libraryWords()
</script>

<template>
  <div ref="root" class="field" @keydown.capture="on.keydown" @input.capture="on.input">
    <label :for="id" :class="{ 'visually-hidden': bare }">{{ label }}</label>
    <DatePicker
      :id="id"
      v-model:open="open"
      :popup-class-name="'opened-' + id"
      :value="model || undefined"
      :value-format="kept"
      :format="formats"
      :status="fault ? 'error' : undefined"
      :allow-clear="clear ?? false"
      placeholder=""
      @change="pick"
    />
    <p v-if="fault" :id="id + '-fault'" class="fault">{{ fault }}</p>
  </div>
</template>
