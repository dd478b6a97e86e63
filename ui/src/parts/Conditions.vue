<script setup lang="ts">
// Conditions is what the client tells of, each with the last date it applied and the zone it concerns.
import { t } from '../i18n'
import type { Condition } from '../api/client'
import { useWords } from './catalogue'
import DateField from './fields/DateField.vue'
import Pick from './fields/Pick.vue'
import { plain, zones, type Zone } from './words'

const model = defineModel<Condition[]>()
const kinds = useWords().list('condition')
const places: { value: Zone | ''; label: string }[] = [
  { value: '', label: t('common.theWholeClient') },
  ...zones.map((z) => ({ value: z, label: plain(z) })),
]

function set(i: number, change: Partial<Condition>) {
  model.value = (model.value ?? []).map((c, j) => {
    if (i !== j) return c
    const next = { ...c, ...change }
    if (!next.on) delete next.on
    if (!next.zone) delete next.zone
    return next
  })
}
</script>

<template>
  <fieldset>
    <legend class="legend">{{ t('conditions.conditionsTheClientTellsOf') }}</legend>
    <div v-for="(c, i) in model ?? []" :key="i" class="row">
      <Pick
        :label="t('conditions.condition')"
        bare
        find
        :model-value="c.kind"
        :options="kinds"
        @update:model-value="(v) => set(i, { kind: v })"
      />
      <DateField
        :label="t('conditions.lastDateItAppliedEmpty')"
        bare
        clear
        :model-value="c.on"
        @update:model-value="(v) => set(i, { on: v })"
      />
      <Pick
        :label="t('common.where')"
        bare
        :model-value="c.zone ?? ''"
        :options="places"
        @update:model-value="(v) => set(i, { zone: v as Zone })"
      />
      <button
        type="button"
        class="quiet"
        :aria-label="t('conditions.takeThisConditionAway')"
        @click="model = model?.filter((_, j) => j !== i)"
      >
        ×
      </button>
    </div>
    <button type="button" class="quiet" @click="model = [...(model ?? []), { kind: 'eczema' }]">
      {{ t('conditions.addACondition') }}
    </button>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 8px;
  justify-items: start;
  min-width: 0;
}
legend {
  padding: 0;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) minmax(0, 1.1fr) 44px;
  gap: 8px;
  width: 100%;
}
.row .quiet {
  padding: 0;
}
@media (max-width: 700px) {
  .row {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
