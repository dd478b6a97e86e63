<script setup lang="ts">
// DayLine draws the day's chairs: from the chair to ready solid, from ready to base the time in hand.
import { computed } from 'vue'
import type { SittingLine } from '../../api/client'
import { between, clock, shifted } from '../../parts/words'

const props = defineProps<{ sittings: SittingLine[]; chairs: string[]; now: string }>()
const width = 1128
const label = 132
const row = 34

const span = computed(() => {
  const first = props.sittings[0]?.chair_at ?? ''
  const from = first.slice(0, 14) + '00:00'
  const last = props.sittings.reduce((m, s) => (s.base_at > m ? s.base_at : m), first)
  const hours = Math.max(2, Math.ceil(between(from, last) / 3600 + 0.25))
  return { from, hours }
})
const x = (t: string) => label + ((width - label - 12) * between(span.value.from, t)) / (span.value.hours * 3600)
const hour = (h: number) => shifted(span.value.from, h * 3600)
const y = (s: SittingLine) => 8 + props.chairs.indexOf(s.artist || 'No chair yet') * row
const height = computed(() => 8 + props.chairs.length * row + 24)
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" role="img" :aria-label="`The day by chair, ${sittings.length} sittings`">
    <g v-for="h in span.hours + 1" :key="h">
      <line :x1="x(hour(h - 1))" :x2="x(hour(h - 1))" y1="0" :y2="height - 22" class="tick" />
      <text :x="x(hour(h - 1))" :y="height - 5" :text-anchor="h - 1 === span.hours ? 'end' : 'middle'" class="t">
        {{ clock(hour(h - 1)) }}
      </text>
    </g>
    <text v-for="(c, i) in chairs" :key="c" x="0" :y="8 + i * row + 18" class="c">{{ c }}</text>
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
</template>

<style scoped>
svg {
  width: 100%;
  height: auto;
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
