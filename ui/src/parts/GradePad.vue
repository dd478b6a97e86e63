<script setup lang="ts">
// GradePad is the touch pad of one zone: oil, water and marks.
import { t } from '../i18n'
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
    ...(props.grades.phototype
      ? [t('gradePad.phototype', { grade: phototypes.value[props.grades.phototype - 1]?.label ?? '' })]
      : []),
  ].join('; '),
)
const own = computed(() => [{ value: 0, label: t('gradePad.asTheClient') }, ...phototypes.value])
const set = (change: Partial<Grades>) => emit('change', { ...props.grades, ...change })
</script>

<template>
  <div class="pad">
    <h3>
      {{ title }} <span v-if="from" class="soft">{{ t('gradePad.asTheUntilGraded', { from: plain(from) }) }}</span>
    </h3>
    <Choices
      :legend="t('gradePad.oilShows')"
      :options="oil"
      :model-value="grades.oil"
      @update:model-value="(v) => set({ oil: v })"
    />
    <Choices
      :legend="t('gradePad.water')"
      :options="water"
      :model-value="grades.water"
      @update:model-value="(v) => set({ water: v })"
    />
    <Toggles
      :legend="t('gradePad.marks')"
      :options="marks"
      :model-value="grades.marks ?? []"
      @update:model-value="(v) => set({ marks: v })"
    />
    <Fold v-if="today" :title="t('gradePad.thisZoneToday')" :says="special || t('gradePad.asUsual')">
      <Choices
        :legend="t('common.today')"
        :options="todays"
        :model-value="grades.today ?? ''"
        @update:model-value="(v) => set({ today: v || undefined })"
      />
      <Choices
        :legend="t('gradePad.itsOwnPhototypeAsWith')"
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
  font-size: var(--small);
}
</style>
