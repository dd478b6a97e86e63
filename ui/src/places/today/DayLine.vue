<script setup lang="ts">
// DayLine draws the day's chairs: from the chair to ready solid, from ready to base the time in hand.
import { t } from '../../i18n'
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import type { SittingLine } from '../../api/client'
import { between, clock, shifted } from '../../parts/words'

const props = defineProps<{ sittings: SittingLine[]; chairs: string[]; now: string }>()
// Letters stay as large as letters: the drawing is as wide as its place, and where that is narrow a chair's name
// stands over its bar instead of beside it.
const narrow = 700
const box = useTemplateRef<HTMLElement>('box')
const size = useElementSize(box)
const width = computed(() => size.width.value || 1128)
const over = computed(() => width.value < narrow)
const label = computed(() => (over.value ? 22 : 132))
const head = computed(() => (over.value ? 22 : 0))
const row = computed(() => 34 + head.value)
const every = computed(() => (width.value - label.value < span.value.hours * 56 ? 2 : 1))
const hours = computed(() =>
  Array.from({ length: span.value.hours + 1 }, (_, h) => h).filter((h) => h % every.value === 0),
)

const span = computed(() => {
  const first = props.sittings[0]?.chair_at ?? ''
  const from = first.slice(0, 14) + '00:00'
  const last = props.sittings.reduce((m, s) => (s.base_at > m ? s.base_at : m), first)
  const hours = Math.max(2, Math.ceil(between(from, last) / 3600 + 0.25))
  return { from, hours }
})
const x = (t: string) =>
  label.value + ((width.value - label.value - 12) * between(span.value.from, t)) / (span.value.hours * 3600)
const hour = (h: number) => shifted(span.value.from, h * 3600)
const y = (s: SittingLine) => 8 + props.chairs.indexOf(s.artist || t('common.noChairYet2')) * row.value + head.value
const height = computed(() => 8 + props.chairs.length * row.value + 24)
</script>

<template>
  <div ref="box">
    <svg
      :viewBox="`0 0 ${width} ${height}`"
      :style="{ height: `${height}px` }"
      role="img"
      :aria-label="t('dayLine.theDayByChairSittings', { sittings: sittings.length })"
    >
      <g v-for="h in hours" :key="h">
        <line :x1="x(hour(h))" :x2="x(hour(h))" y1="0" :y2="height - 22" class="tick" />
        <text :x="x(hour(h))" :y="height - 5" :text-anchor="h === span.hours ? 'end' : 'middle'" class="t">
          {{ clock(hour(h)) }}
        </text>
      </g>
      <text v-for="(c, i) in chairs" :key="c" x="0" :y="8 + i * row + (over ? 15 : 18)" class="c">{{ c }}</text>
      <g v-for="s in sittings" :key="s.id">
        <rect
          :x="x(s.chair_at)"
          :y="y(s)"
          :width="Math.max(2, x(s.ready_at) - x(s.chair_at))"
          height="22"
          class="work"
        />
        <rect
          v-if="s.slack_s > 0"
          :x="x(s.ready_at)"
          :y="y(s)"
          :width="x(s.base_at) - x(s.ready_at)"
          height="22"
          class="spare"
        />
        <line :x1="x(s.base_at)" :x2="x(s.base_at)" :y1="y(s) - 4" :y2="y(s) + 26" class="base" />
      </g>
      <line v-if="now" :x1="x(now)" :x2="x(now)" y1="0" :y2="height - 20" class="now" />
    </svg>
  </div>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
.tick {
  stroke: var(--fold);
}
.t {
  font-size: 14px;
  fill: var(--soft);
}
.c {
  font-size: 15px;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--linen);
  stroke-width: 4px;
}
.work {
  fill: var(--ink);
}
.spare {
  fill: var(--glaze-wash);
  stroke: var(--glaze);
}
.base,
.now {
  stroke: var(--copper);
  stroke-width: 2.5;
}
</style>
