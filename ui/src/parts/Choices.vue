<script setup lang="ts" generic="T extends string | number">
// Choices is a row of touch targets of which one is taken. It is a group of radio buttons to keyboard and screen
// reader.
import Tooltip from 'ant-design-vue/es/tooltip'
import { useId } from 'vue'

defineProps<{
  legend: string
  options: { value: T; label: string; hint?: string }[]
  fault?: string
  bare?: boolean
}>()
const model = defineModel<T>()
const name = useId()
</script>

<template>
  <fieldset class="choices-set" :aria-describedby="fault ? name + '-fault' : undefined">
    <legend :class="bare ? 'visually-hidden' : 'legend'">{{ legend }}</legend>
    <div class="choices">
      <Tooltip v-for="o in options" :key="o.value" :title="o.hint" :mouse-enter-delay="0.4">
        <label class="choice">
          <input type="radio" :name="name" :value="o.value" :checked="model === o.value" @change="model = o.value" />
          <span>{{ o.label }}</span>
        </label>
      </Tooltip>
    </div>
    <p v-if="fault" :id="name + '-fault'" class="fault">{{ fault }}</p>
  </fieldset>
</template>

<style scoped>
.choices-set {
  border: 0;
  padding: 0;
  margin: 0;
  min-width: 0;
  display: grid;
  gap: 2px;
}
legend {
  padding: 0;
}
.fault {
  color: var(--madder);
  font-weight: 600;
  font-size: var(--small);
}
</style>
