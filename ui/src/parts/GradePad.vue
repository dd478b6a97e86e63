<script setup lang="ts">
// GradePad is the touch pad of one zone: oil, water and marks.
import type { Grades } from '../api/client'
import Choices from './Choices.vue'
import Toggles from './Toggles.vue'
import { useWords } from './catalogue'
import { plain } from './words'

const props = defineProps<{ title: string; grades: Grades; required?: boolean; from?: string }>()
const emit = defineEmits<{ change: [Grades] }>()

const { list, grades: graded } = useWords()
const marks = list('mark')
const oil = graded('oil')
const water = graded('water')
const set = (change: Partial<Grades>) => emit('change', { ...props.grades, ...change })
</script>

<template>
  <div class="pad">
    <h3>
      {{ title }} <span v-if="from" class="soft">as the {{ plain(from) }} until graded</span>
    </h3>
    <Choices
      legend="Oil shows"
      :options="oil"
      :model-value="grades.oil"
      @update:model-value="(v) => set({ oil: v })"
    />
    <Choices
      legend="Water"
      :options="water"
      :model-value="grades.water"
      @update:model-value="(v) => set({ water: v })"
    />
    <Toggles
      legend="Marks"
      :options="marks"
      :model-value="grades.marks ?? []"
      @update:model-value="(v) => set({ marks: v })"
    />
  </div>
</template>

<style scoped>
.pad {
  display: grid;
  gap: 10px;
}
h3 {
  font-size: 19px;
}
h3 span {
  font: 15px var(--sans);
}
.pad :deep(.choice span) {
  padding: 4px 10px;
  font-size: 15px;
}
</style>
