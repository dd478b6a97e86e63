<script setup lang="ts">
// ClockField takes a time of day as it is written on the wall, 09:40. 940 and 9.40 will do; what is no time stays as
// typed
// and says so.
import AInput from 'ant-design-vue/es/input'
import { computed, ref, useId, watch } from 'vue'
import { timeOfDay } from './words'

const props = defineProps<{ label: string; fault?: string }>()
const model = defineModel<string>({ required: true })
const typed = ref(model.value)
watch(model, (m) => (typed.value = m))
const id = useId()

function read(text: string) {
  const m = /^(\d{1,2})[:.\s]?(\d{2})$/.exec(text.trim())
  return timeOfDay(m?.[1], m?.[2])
}
const wrong = computed(() => (read(typed.value) ? undefined : 'A time like 09:40'))
const trouble = computed(() => (typed.value === model.value ? props.fault : wrong.value))

function take() {
  const time = read(typed.value)
  if (!time) return
  typed.value = time
  if (time !== model.value) model.value = time
}
</script>

<template>
  <div class="field" :class="{ 'has-fault': trouble }">
    <label :for="id">{{ label }}</label>
    <AInput
      :id="id"
      v-model:value="typed"
      inputmode="numeric"
      autocomplete="off"
      :maxlength="5"
      :aria-invalid="trouble ? true : undefined"
      :aria-describedby="trouble ? id + '-fault' : undefined"
      @change="take"
      @blur="take"
      @press-enter="take"
    />
    <p v-if="trouble" :id="id + '-fault'" class="fault">{{ trouble }}</p>
  </div>
</template>
