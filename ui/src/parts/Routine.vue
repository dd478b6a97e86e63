<script setup lang="ts">
// Routine is the client's own: what kind, which product, where, how often, and when last. It leads the night.
import { t } from '../i18n'
import type { Schemas } from '../api/client'
import { useWords } from './catalogue'
import Field from './Field.vue'
import DateField from './fields/DateField.vue'
import Pick from './fields/Pick.vue'
import Toggles from './Toggles.vue'
import { plain, sentence, zones, type Zone } from './words'

type Habit = Schemas['FaceHabit']
defineProps<{ fault?: (path: string) => string | undefined }>()
const model = defineModel<Habit[]>()
const kinds = useWords().list('kind')
const places = zones.map((z) => ({ value: z as Zone, label: sentence(plain(z)) }))

function set(i: number, change: Partial<Habit>) {
  model.value = (model.value ?? []).map((h, j) => {
    if (i !== j) return h
    const next = { ...h, ...change }
    if (!next.product) delete next.product
    if (!next.last_on) delete next.last_on
    if (!next.zones?.length) delete next.zones
    if (!next.per_week) delete next.per_week
    return next
  })
}
</script>

<template>
  <div class="list">
    <p class="soft">{{ t('routine.whatIsDueOfIt') }}</p>
    <div v-for="(h, i) in model ?? []" :key="i" class="habit">
      <Pick
        :label="t('common.kind')"
        find
        :model-value="h.kind as Schemas['KitKind']"
        :options="kinds"
        :fault="fault?.(`routine[${i}].kind`)"
        @update:model-value="(v) => set(i, { kind: v })"
      />
      <Field
        :label="t('routine.which')"
        :hint="t('routine.emptyForWhicheverTheKit')"
        :model-value="h.product"
        :fault="fault?.(`routine[${i}].product`)"
        @update:model-value="(v) => set(i, { product: String(v ?? '') })"
      />
      <Field
        :label="t('routine.timesAWeek')"
        type="number"
        min="0"
        max="14"
        :model-value="h.per_week ?? ''"
        :fault="fault?.(`routine[${i}].per_week`)"
        @update:model-value="(v) => set(i, { per_week: Number(v) || undefined })"
      />
      <DateField
        :label="t('routine.lastOn')"
        clear
        :model-value="h.last_on"
        :fault="fault?.(`routine[${i}].last_on`)"
        @update:model-value="(v) => set(i, { last_on: v })"
      />
      <Toggles
        class="where"
        :legend="t('routine.onlyOnNoneForWherever')"
        :options="places"
        :model-value="h.zones ?? []"
        @update:model-value="(v) => set(i, { zones: v })"
      />
      <button
        type="button"
        class="quiet"
        :aria-label="t('routine.takeOutOfTheRoutine', { kind: plain(h.kind) })"
        @click="model = model?.filter((_, j) => j !== i)"
      >
        {{ t('common.takeItOut') }}
      </button>
    </div>
    <button type="button" class="quiet" @click="model = [...(model ?? []), { kind: 'retinoid', per_week: 2 }]">
      {{ t('routine.addToTheRoutine') }}
    </button>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: 10px;
  justify-items: start;
  min-width: 0;
}
.habit {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 8px 12px;
  width: 100%;
  align-items: start;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--fold);
}
.where {
  grid-column: 1 / -1;
}
</style>
