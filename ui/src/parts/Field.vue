<script setup lang="ts">
// Field is a labelled input with its fault, tied together for a screen reader.
import AInput from 'ant-design-vue/es/input'
import { computed, ref, useId, watch } from 'vue'
import { t } from '../i18n'
import { read, written } from '../i18n/format'

const props = defineProps<{
  label: string
  type?: string
  fault?: string
  autocomplete?: string
  hint?: string
  figures?: boolean
}>()
const model = defineModel<string | number>()
const number = computed(() => props.type === 'number')
// A number is typed with a comma or a point, and shown as the region writes it.
const text = ref('')
watch(model, (v) => Number(read(text.value)) === Number(v) || (text.value = written(v ?? '')), { immediate: true })
function typed(v: string) {
  text.value = v
  model.value = read(v)
}
const wrong = computed(
  () =>
    props.fault ??
    (number.value && Number.isNaN(Number(read(text.value))) ? t('field.aNumber', { like: written(1.5) }) : undefined),
)
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <AInput
      :id="id"
      :value="number ? text : model"
      :type="(number ? 'text' : (type ?? 'text')) as never"
      :inputmode="number ? 'decimal' : figures ? 'numeric' : undefined"
      :autocomplete="autocomplete ?? 'off'"
      :status="wrong ? 'error' : undefined"
      :aria-invalid="wrong ? true : undefined"
      :aria-describedby="wrong ? id + '-fault' : undefined"
      @update:value="(v: string) => (number ? typed(v) : (model = v))"
    />
    <p v-if="wrong" :id="id + '-fault'" class="fault">{{ wrong }}</p>
    <p v-else-if="hint" class="hint soft">{{ hint }}</p>
  </div>
</template>

<style scoped>
.hint {
  font-size: var(--tiny);
}
</style>
