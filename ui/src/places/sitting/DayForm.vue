<script setup lang="ts">
import { t } from '../../i18n'
import { computed } from 'vue'
import { useMe } from '../../me'
import Choices from '../../parts/Choices.vue'
import DateField from '../../parts/fields/DateField.vue'
import ClockField from '../../parts/fields/ClockField.vue'
import Field from '../../parts/Field.vue'
import DayMore from './DayMore.vue'
import Segments from './Segments.vue'
import { useWords } from '../../parts/catalogue'
import { clock, onOrAfter, shifted } from '../../parts/words'
import { useTheSitting } from './useSitting'

const { draft, change, fault } = useTheSitting()
const { data: me } = useMe()
const day = computed(() => draft.value!.day)

/** on puts a time of day on the sitting's date, or on the next where it comes before the chair. */
const aDay = 86_400 // seconds
const on = (time: string, afterChair = true) =>
  afterChair ? onOrAfter(day.value.date, time, clock(day.value.chair_at), aDay) : `${day.value.date}T${time}:00`
function move(date: string) {
  if (!date) return
  change((d) => {
    const days = (Date.parse(date) - Date.parse(d.day.date)) / 86_400_000
    const shift = (l: string) => shifted(l, days * 86_400)
    d.day.date = date
    for (const k of ['chair_at', 'base_at', 'wear_until', 'lift_at'] as const) d.day[k] = shift(d.day[k])
    if (d.day.lift_by) d.day.lift_by = shift(d.day.lift_by)
    if (d.day.leaves_at) d.day.leaves_at = shift(d.day.leaves_at)
    for (const r of d.day.repairs ?? []) r.at = shift(r.at)
    if (d.day.washed) d.day.washed.at = shift(d.day.washed.at)
    for (const s of d.day.segments ?? []) {
      s.from = shift(s.from)
      s.to = shift(s.to)
      s.towelled_at = s.towelled_at?.map(shift)
    }
  })
}
const { list, bounds } = useWords()
const skies = list('sky')
const washes = [
  { value: 'long', label: t('dayForm.moreThanTwoHoursAgo') },
  { value: 'cool', label: t('dayForm.washedLukewarm') },
  { value: 'hot', label: t('dayForm.hotWashOrShower') },
]
const wash = computed(() => (!day.value.washed ? 'long' : day.value.washed.hot ? 'hot' : 'cool'))
function setWash(how?: string) {
  change((d) => {
    if (how === 'long') delete d.day.washed
    else d.day.washed = { at: d.day.washed?.at ?? d.day.chair_at, hot: how === 'hot' }
  })
}
const number = (v: unknown) => (v === '' || v === undefined || v === null ? undefined : Number(v))
function air(key: 'temp_c' | 'humidity', v: unknown, scale = 1) {
  change((d) => {
    const n = number(v)
    d.day.air = { ...d.day.air, [key]: n === undefined ? undefined : Math.round(n * scale * 1000) / 1000 }
  })
}
function surface(v: unknown) {
  change((d) => (d.day.surface_c = number(v)))
}
</script>

<template>
  <template v-if="draft">
    <div class="four">
      <DateField
        :label="t('common.date')"
        :model-value="day.date"
        :fault="fault('day.date')"
        @update:model-value="(v) => v && v !== day.date && move(v)"
      />
      <ClockField
        :label="t('common.chair')"
        :model-value="clock(day.chair_at)"
        :fault="fault('day.chair_at')"
        @update:model-value="(v) => change((d) => (d.day.chair_at = on(v, false)))"
      />
      <ClockField
        :label="t('dayForm.base')"
        :model-value="clock(day.base_at)"
        :fault="fault('day.base_at')"
        @update:model-value="(v) => change((d) => (d.day.base_at = onOrAfter(day.date, v, clock(day.chair_at))))"
      />
      <ClockField
        :label="t('dayForm.wornUntil')"
        :model-value="clock(day.wear_until)"
        :fault="fault('day.wear_until')"
        @update:model-value="(v) => change((d) => (d.day.wear_until = on(v)))"
      />
      <ClockField
        :label="t('dayForm.comesOffAt')"
        :model-value="clock(day.lift_at)"
        :fault="fault('day.lift_at')"
        @update:model-value="(v) => change((d) => (d.day.lift_at = on(v)))"
      />
    </div>
    <div class="wash">
      <Choices :legend="t('dayForm.lastWash')" :options="washes" :model-value="wash" @update:model-value="setWash" />
      <ClockField
        v-if="day.washed"
        class="narrow"
        :label="t('dayForm.washedAt')"
        :model-value="clock(day.washed.at)"
        :fault="fault('day.washed.at')"
        @update:model-value="(v) => change((d) => d.day.washed && (d.day.washed.at = `${d.day.date}T${v}:00`))"
      />
    </div>
    <div class="four">
      <Field
        :label="t('dayForm.roomC')"
        type="number"
        :model-value="day.air?.temp_c ?? bounds?.room_temp_c"
        :fault="fault('day.air.temp_c')"
        @update:model-value="(v) => air('temp_c', v)"
      />
      <Field
        :label="t('dayForm.humidity')"
        type="number"
        :model-value="Math.round((day.air?.humidity ?? bounds?.room_humidity ?? 0) * 100)"
        :fault="fault('day.air.humidity')"
        @update:model-value="(v) => air('humidity', v, 0.01)"
      />
      <Field
        :label="t('dayForm.cheekC')"
        type="number"
        step="0.1"
        :model-value="day.surface_c ?? ''"
        :fault="fault('day.surface_c')"
        :hint="bounds && t('dayForm.isStillHot', { hot_surface_c: bounds.hot_surface_c })"
        @update:model-value="surface"
      />
    </div>
    <Choices
      :legend="t('dayForm.sky')"
      :options="skies"
      :model-value="day.sky ?? 'clear'"
      @update:model-value="(v) => change((d) => (d.day.sky = v))"
    />
    <Segments
      :model-value="day.segments"
      :date="day.date"
      :chair="day.chair_at"
      :fault="fault"
      @update:model-value="(v) => change((d) => (d.day.segments = v))"
    />
    <DayMore :on="on" />
    <div class="four">
      <Field
        class="two"
        :label="t('common.forWhat')"
        :model-value="draft.title"
        @update:model-value="(v) => change((d) => (d.title = String(v ?? '')))"
      />
      <Choices
        class="two"
        :legend="t('dayForm.chairOf')"
        :options="(me?.people ?? []).map((p) => ({ value: p, label: p }))"
        :model-value="draft.artist"
        @update:model-value="(v) => change((d) => (d.artist = v))"
      />
    </div>
  </template>
</template>

<style scoped>
.four {
  display: grid;
  grid-template-columns: 1.7fr repeat(4, minmax(0, 1fr));
  gap: 14px;
  align-items: start;
}
.two {
  grid-column: span 2;
}
.two + .two {
  grid-column: span 3;
}
.wash {
  display: flex;
  gap: 18px;
  align-items: start;
}
.narrow {
  width: 90px;
}
@media (max-width: 700px) {
  .four {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
