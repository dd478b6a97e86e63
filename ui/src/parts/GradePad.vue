<script setup lang="ts">
// GradePad is the touch pad of one zone: oil, water and marks.
import type { Grades } from '../api/client'
import { computed } from 'vue'
import Choices from './Choices.vue'
import Fold from './Fold.vue'
import Toggles from './Toggles.vue'
import { useWords } from './catalogue'
import { plain } from './words'

const props = defineProps<{ title: string; grades: Grades; required?: boolean; from?: string; today?: boolean }>()
const emit = defineEmits<{ change: [Grades] }>()

const { list, grades: graded } = useWords()
const marks = list('mark')
const oil = graded('oil')
const water = graded('water')
const todays = list('today')
const phototypes = graded('phototype')
const named = useWords().named('today')
const special = computed(() =>
  [
    ...(props.grades.today ? [named.value[props.grades.today] ?? ''] : []),
    ...(props.grades.phototype ? [`phototype ${phototypes.value[props.grades.phototype - 1]?.label ?? ''}`] : []),
  ].join('; '),
)
const own = computed(() => [{ value: 0, label: 'as the client' }, ...phototypes.value])
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
    <Fold v-if="today" title="This zone today" :says="special || 'as usual'">
      <Choices
        legend="Today"
        :options="todays"
        :model-value="grades.today ?? ''"
        @update:model-value="(v) => set({ today: v || undefined })"
      />
      <Choices
        legend="Its own phototype, as with vitiligo"
        :options="own"
        :model-value="grades.phototype ?? 0"
        @update:model-value="(v) => set({ phototype: v || undefined })"
      />
    </Fold>
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
