<script setup lang="ts" generic="T extends string">
// Toggles is a row of touch targets of which any number is taken.
defineProps<{ legend: string; options: { value: T; label: string }[] }>()
const model = defineModel<T[]>({ default: () => [] })

function flip(value: T, on: boolean) {
  model.value = on ? [...model.value, value] : model.value.filter((v) => v !== value)
}
</script>

<template>
  <fieldset class="choices-set">
    <legend class="legend">{{ legend }}</legend>
    <div class="choices">
      <label v-for="o in options" :key="o.value" class="choice">
        <input
          type="checkbox"
          :checked="model.includes(o.value)"
          @change="flip(o.value, ($event.target as HTMLInputElement).checked)"
        />
        <span>{{ o.label }}</span>
      </label>
    </div>
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
</style>
