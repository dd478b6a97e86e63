<script setup lang="ts">
// Segments is where the client will be, stretch by stretch. Outside them all the client is indoors.
import Select from 'ant-design-vue/es/select'
import type { Segment } from '../../api/client'
import ClockField from '../../parts/ClockField.vue'
import { clock, sentence } from '../../parts/words'

const props = defineProps<{ date: string; chair: string; fault: (path: string) => string | undefined }>()
const model = defineModel<Segment[]>()
const list = (...words: string[]) => words.map((w) => ({ value: w, label: w === '' ? 'plain' : sentence(w) }))
const places = list('sun', 'shade', 'water', 'glass', 'indoors')
const grounds = list('', 'grass', 'water', 'sand', 'snow')
const activities = list('still', 'active', 'swim')

const on = (time: string) => {
  if (time >= clock(props.chair)) return `${props.date}T${time}:00`
  const t = new Date(props.date + 'T00:00Z')
  t.setUTCDate(t.getUTCDate() + 1)
  return `${t.toISOString().slice(0, 10)}T${time}:00`
}
const set = (i: number, change: Partial<Segment>) => (model.value = (model.value ?? []).map((s, j) => (i === j ? { ...s, ...change } : s)))
function add() {
  const last = model.value?.at(-1)?.to
  const from = last ?? on('12:00')
  const to = new Date(Date.parse(from + 'Z') + 3_600_000).toISOString().slice(0, 19)
  model.value = [...(model.value ?? []), { from, to, place: 'sun' }]
}
</script>

<template>
  <fieldset>
    <legend class="legend">Out and about; otherwise indoors</legend>
    <div v-for="(s, i) in model ?? []" :key="i" class="row">
      <ClockField label="From" :model-value="clock(s.from)" :fault="fault(`day.segments[${i}].from`)" @update:model-value="(v) => set(i, { from: on(v) })" />
      <ClockField label="To" :model-value="clock(s.to)" :fault="fault(`day.segments[${i}].to`)" @update:model-value="(v) => set(i, { to: on(v) })" />
      <div class="field"><label :for="`place-${i}`">Where</label><Select :id="`place-${i}`" :value="s.place" :options="places" @change="(v) => set(i, { place: String(v) })" /></div>
      <div class="field"><label :for="`ground-${i}`">Ground</label><Select :id="`ground-${i}`" :value="s.ground ?? ''" :options="grounds" @change="(v) => set(i, { ground: String(v) })" /></div>
      <div class="field"><label :for="`activity-${i}`">Doing</label><Select :id="`activity-${i}`" :value="s.activity || 'still'" :options="activities" @change="(v) => set(i, { activity: String(v) })" /></div>
      <label class="tick"><input type="checkbox" :checked="s.flash" @change="set(i, { flash: ($event.target as HTMLInputElement).checked })" /> flash</label>
      <label class="tick"><input type="checkbox" :checked="s.keep_free" @change="set(i, { keep_free: ($event.target as HTMLInputElement).checked })" /> keep free</label>
      <button type="button" class="quiet" aria-label="Take this stretch away" @click="model = model?.filter((_, j) => j !== i)">×</button>
    </div>
    <button type="button" class="quiet" @click="add">Add a stretch</button>
  </fieldset>
</template>

<style scoped>
fieldset { border: 0; padding: 0; margin: 0; display: grid; gap: 8px; justify-items: start; min-width: 0; }
legend { padding: 0; }
.row { display: grid; grid-template-columns: 66px 66px 1fr 1fr 1fr 62px 92px 40px; gap: 8px; width: 100%; align-items: end; }
.tick { display: flex; align-items: center; gap: 6px; min-height: 42px; font-size: 15px; }
.tick input { width: 20px; height: 20px; accent-color: var(--copper); flex: none; }
.row .quiet { padding: 0; }
.row :deep(.ant-input), .row :deep(.ant-select-selector) { padding: 0 6px !important; min-height: 42px; }
.row + .row :deep(label:not(.tick)) { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
</style>
