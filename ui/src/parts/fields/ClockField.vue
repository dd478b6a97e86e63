<script setup lang="ts">
// ClockField is a labelled time of day as it is written on the wall, picked or typed: 940 and 9.40 will do. What is no
// time stays as typed and says so.
import { libraryWords, t } from '../../i18n'
import TimePicker from 'ant-design-vue/es/time-picker'
import dayjs, { type Dayjs } from 'dayjs'
import { computed, ref, useId } from 'vue'
import { timeOfDay } from '../words'
import { tied } from './tied'
import { usePicker } from './usePicker'

const props = defineProps<{ label: string; fault?: string; bare?: boolean }>()
const model = defineModel<string>({ required: true })
const id = useId()
const root = ref<HTMLElement>()
const kept = 'HH:mm'
const { open, unread, on } = usePicker(
  (text) => {
    const m = /^(\d{1,2})[:.\s]?(\d{2})$/.exec(text.trim())
    return timeOfDay(m?.[1], m?.[2])
  },
  (time) => time !== model.value && (model.value = time),
)
const fault = computed(() => (unread.value ? t('clockField.aTimeLike0940') : props.fault))
tied(root, id, () => fault.value)
/** pick takes what is tapped in the panel at once: leaving it without "Ok" loses nothing. */
function pick(time: unknown) {
  unread.value = false
  const at = typeof time === 'string' ? time : dayjs(time as Dayjs).format(kept)
  if (time && at !== model.value) model.value = at
}
libraryWords()
</script>

<template>
  <div ref="root" class="field" @keydown.capture="on.keydown" @input.capture="on.input">
    <label :for="id" :class="{ 'visually-hidden': bare }">{{ label }}</label>
    <TimePicker
      :id="id"
      v-model:open="open"
      :value="model || undefined"
      :value-format="kept"
      :format="kept"
      :minute-step="5"
      :status="fault ? 'error' : undefined"
      :allow-clear="false"
      :show-now="false"
      placeholder=""
      @change="pick"
      @select="pick"
    >
      <template #suffixIcon><span /></template>
    </TimePicker>
    <p v-if="fault" :id="id + '-fault'" class="fault">{{ fault }}</p>
  </div>
</template>
