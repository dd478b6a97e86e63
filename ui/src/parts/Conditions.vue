<script setup lang="ts">
// Conditions is what the client tells of, each with the last date it applied and the zone it concerns.
import Select from 'ant-design-vue/es/select'
import { useId } from 'vue'
import type { Condition } from '../api/client'
import { useWords } from './catalogue'
import { plain, zones, type Zone } from './words'

const model = defineModel<Condition[]>()
const own = useId()
const kinds = useWords().list('condition')
const places = [{ value: '', label: 'the whole client' }, ...zones.map((z) => ({ value: z, label: plain(z) }))]

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
    <legend class="legend">Conditions the client tells of</legend>
    <div v-for="(c, i) in model ?? []" :key="i" class="row">
      <label class="visually-hidden" :for="`${own}-kind-${i}`">Condition</label>
      <Select
        :id="`${own}-kind-${i}`"
        :value="c.kind"
        :options="kinds"
        @change="(v) => set(i, { kind: v as Condition['kind'] })"
      />
      <input
        type="date"
        :value="c.on ?? ''"
        aria-label="Last date it applied, empty for now"
        @change="set(i, { on: ($event.target as HTMLInputElement).value })"
      />
      <label class="visually-hidden" :for="`${own}-zone-${i}`">Where</label>
      <Select
        :id="`${own}-zone-${i}`"
        :value="c.zone ?? ''"
        :options="places"
        @change="(v) => set(i, { zone: v as Zone })"
      />
      <button
        type="button"
        class="quiet"
        aria-label="Take this condition away"
        @click="model = model?.filter((_, j) => j !== i)"
      >
        ×
      </button>
    </div>
    <button type="button" class="quiet" @click="model = [...(model ?? []), { kind: 'eczema' }]">
      Add a condition
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
input {
  border: 0;
  border-bottom: 2px solid var(--ink);
  background: var(--cloth);
  font: inherit;
  color: inherit;
  min-height: 42px;
  min-width: 0;
}
</style>
