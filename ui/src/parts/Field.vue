<script setup lang="ts">
// Field is a labelled input with its fault, tied together for a screen reader.
import AInput from 'ant-design-vue/es/input'
import { useId } from 'vue'

defineProps<{
  label: string
  type?: string
  fault?: string
  autocomplete?: string
  step?: string
  min?: string | number
  max?: string | number
  hint?: string
}>()
const model = defineModel<string | number>()
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <AInput
      :id="id"
      v-model:value="model"
      :type="(type ?? 'text') as never"
      :autocomplete="autocomplete ?? 'off'"
      :step="step"
      :min="min"
      :max="max"
      :status="fault ? 'error' : undefined"
      :aria-invalid="fault ? true : undefined"
      :aria-describedby="fault ? id + '-fault' : undefined"
    />
    <p v-if="fault" :id="id + '-fault'" class="fault">{{ fault }}</p>
    <p v-else-if="hint" class="hint soft">{{ hint }}</p>
  </div>
</template>

<style scoped>
.hint {
  font-size: 14px;
}
</style>
