<script setup lang="ts">
// Segments is where the client will be, stretch by stretch. Outside them all the client is indoors.
import { t } from '../../i18n'
import AInput from 'ant-design-vue/es/input'
import { read } from '../../i18n/format'
import type { Segment } from '../../api/client'
import ClockField from '../../parts/fields/ClockField.vue'
import Pick from '../../parts/fields/Pick.vue'
import Tick from '../../parts/fields/Tick.vue'
import { useWords } from '../../parts/catalogue'
import { clock, onOrAfter, shifted, timeOfDay } from '../../parts/words'

const props = defineProps<{ date: string; chair: string; fault: (path: string) => string | undefined }>()
const model = defineModel<Segment[]>()
const { list } = useWords()
const places = list('place')
const grounds = list('ground')
const activities = list('activity', [''])

const aDay = 86_400 // seconds
const on = (time: string) => onOrAfter(props.date, time, clock(props.chair), aDay)
const set = (i: number, change: Partial<Segment>) =>
  (model.value = (model.value ?? []).map((s, j) => (i === j ? { ...s, ...change } : s)))
const towels = (s: Segment) => (s.towelled_at ?? []).map(clock).join(' ')
/** dried takes the times of day that are written anywhere in a text. */
function dried(i: number, text: string) {
  const written = [...text.matchAll(/(\d{1,2})[:.](\d{2})/g)].map((m) => timeOfDay(m[1], m[2]))
  const times = written.filter((t) => t !== undefined).map((t) => on(t))
  const s = model.value?.[i]
  if (s && times.map(clock).join(' ') !== towels(s)) set(i, { towelled_at: times })
}
const wet = (i: number, s: Segment) =>
  s.towelled_at?.map((_, n) => props.fault(`day.segments[${i}].towelled_at[${n}]`)).find((f) => f)
const airs = [
  ['temp_c', t('segments.outdoorAirC'), 1],
  ['humidity', t('dayForm.humidity'), 100],
] as const
function breathe(i: number, s: Segment, key: 'temp_c' | 'humidity', text: string, scale: number) {
  const air = { ...s.air, [key]: text === '' ? undefined : Number(read(text)) / scale }
  set(i, { air: air.temp_c === undefined && air.humidity === undefined ? undefined : air })
}
function add() {
  const last = model.value?.at(-1)?.to
  const from = last ?? on('12:00')
  const to = shifted(from, 3600)
  model.value = [...(model.value ?? []), { from, to, place: 'sun' }]
}
</script>

<template>
  <fieldset>
    <legend class="legend">{{ t('segments.outAndAboutOtherwiseIndoors') }}</legend>
    <div v-for="(s, i) in model ?? []" :key="i" class="row">
      <ClockField
        :label="t('segments.from')"
        :model-value="clock(s.from)"
        :fault="fault(`day.segments[${i}].from`)"
        @update:model-value="(v) => set(i, { from: on(v) })"
      />
      <ClockField
        :label="t('segments.to')"
        :model-value="clock(s.to)"
        :fault="fault(`day.segments[${i}].to`)"
        @update:model-value="(v) => set(i, { to: on(v) })"
      />
      <Pick
        :label="t('common.where')"
        :model-value="s.place"
        :options="places"
        @update:model-value="(v) => set(i, { place: v })"
      />
      <Pick
        :label="t('segments.ground')"
        :model-value="s.ground ?? ''"
        :options="grounds"
        @update:model-value="(v) => set(i, { ground: v })"
      />
      <Pick
        :label="t('segments.doing')"
        :model-value="s.activity || 'still'"
        :options="activities"
        @update:model-value="(v) => set(i, { activity: v })"
      />
      <button
        type="button"
        class="quiet"
        :aria-label="t('segments.takeThisStretchAway')"
        @click="model = model?.filter((_, j) => j !== i)"
      >
        ×
      </button>
      <div class="more">
        <Tick
          :label="t('segments.wind')"
          :model-value="s.wind ?? false"
          @update:model-value="(v) => set(i, { wind: v })"
        />
        <Tick
          :label="t('segments.flash')"
          :model-value="s.flash ?? false"
          @update:model-value="(v) => set(i, { flash: v })"
        />
        <Tick
          :label="t('common.keepFree')"
          :model-value="s.keep_free ?? false"
          @update:model-value="(v) => set(i, { keep_free: v })"
        />
        <label v-for="[k, label, scale] in airs" :key="k" class="air">
          {{ label }}
          <AInput
            inputmode="decimal"
            :default-value="s.air?.[k] === undefined ? '' : Math.round(s.air[k]! * scale)"
            :placeholder="t('segments.roomS')"
            :status="fault(`day.segments[${i}].air.${k}`) ? 'error' : undefined"
            @change="(e) => breathe(i, s, k, (e.target as HTMLInputElement).value, scale)"
          />
        </label>
        <div class="field towel">
          <label :for="`towel-${i}`">{{ t('segments.towelledAt') }}</label>
          <AInput
            :id="`towel-${i}`"
            :key="towels(s)"
            :default-value="towels(s)"
            :placeholder="t('segments.none')"
            autocomplete="off"
            :maxlength="60"
            :status="wet(i, s) ? 'error' : undefined"
            :aria-invalid="wet(i, s) ? true : undefined"
            :aria-describedby="wet(i, s) ? `towel-${i}-fault` : undefined"
            @blur="(e) => dried(i, (e.target as HTMLInputElement).value)"
            @press-enter="(e) => dried(i, (e.target as HTMLInputElement).value)"
          />
          <p v-if="wet(i, s)" :id="`towel-${i}-fault`" class="fault">{{ wet(i, s) }}</p>
        </div>
      </div>
    </div>
    <button type="button" class="quiet" @click="add">{{ t('segments.addAStretch') }}</button>
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
  grid-template-columns: 72px 72px 1fr 1fr 1fr 44px;
  gap: 8px 10px;
  width: 100%;
  align-items: end;
  padding-bottom: 8px;
  border-bottom: 1px solid var(--fold);
}
.more {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  align-items: center;
}
.air {
  display: flex;
  gap: 8px;
  align-items: center;
}
.air :deep(.ant-input) {
  width: 84px;
}
.towel {
  flex-direction: row;
  align-items: center;
  gap: 8px;
  margin-left: auto;
}
.towel label {
  white-space: nowrap;
  margin: 0;
}
.towel :deep(.ant-input) {
  width: 132px;
}
.row .quiet {
  padding: 0;
}
.row + .row > :deep(.field) > label {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
@media (max-width: 700px) {
  .row {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
