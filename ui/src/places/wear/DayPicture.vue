<script setup lang="ts">
// DayPicture is the whole wear in one picture: UV and factor above, then the film, where the client is, when zones
// would
// shine, and the touch-ups as marks. Marks and the ends of a stretch are dragged in steps of five minutes.
import { t } from '../../i18n'
import { written } from '../../i18n/format'
import { useElementSize } from '@vueuse/core'
import { computed, defineAsyncComponent, useTemplateRef } from 'vue'
import type { Segment, TouchUp, Wear } from '../../api/client'
import { useDrag } from '../../parts/steps/useDrag'
import { useWords } from '../../parts/catalogue'
import { clock, names, plain, wall } from '../../parts/words'

const Curves = defineAsyncComponent(() => import('./Curves.vue'))
const props = defineProps<{ wear: Wear; segments: Segment[]; lit?: string }>()
const emit = defineEmits<{
  pick: [id: string]
  dragUp: [id: string, minutes: number]
  dropUp: [really: boolean]
  dragSegment: [n: number, edge: 'from' | 'to' | 'both', minutes: number]
  dropSegment: [really: boolean]
}>()

const left = 46
const right = 46
const every = 5
const box = useTemplateRef<HTMLElement>('box')
const { width } = useElementSize(box)
const at = (local: string) => wall(local) / 60_000
const start = computed(() => props.wear.curve[0]?.at ?? '')
const from = computed(() => at(start.value))
const to = computed(() => Math.max(from.value + 5, at(props.wear.curve.at(-1)!.at)))
const room = computed(() => Math.max(200, width.value - left - right))
const x = (local: string) =>
  left + (room.value * Math.min(to.value - from.value, Math.max(0, at(local) - from.value))) / (to.value - from.value)
const ticks = computed(() => {
  const step = to.value - from.value > 20 * 60 ? 240 : to.value - from.value > 10 * 60 ? 120 : 60
  const first = Math.ceil(from.value / step) * step
  return Array.from({ length: Math.max(0, Math.floor((to.value - first) / step) + 1) }, (_, i) =>
    new Date((first + i * step) * 60_000).toISOString().slice(0, 19),
  )
})
const { bounds } = useWords()
const most = computed(() => Math.max(bounds.value?.full_dose ?? 0, ...props.wear.curve.map((p) => p.film_mg_cm2)))
const film = computed(() => {
  const y = (q: number) => 40 - (34 * q) / most.value
  const pts = props.wear.curve.map((p) => `${x(p.at).toFixed(1)},${y(p.film_mg_cm2).toFixed(1)}`)
  return `M${x(start.value)},40L${pts.join('L')}L${x(props.wear.curve.at(-1)!.at)},40Z`
})
const full = computed(() => 40 - (34 * (bounds.value?.full_dose ?? 0)) / most.value)
const shines = computed(() => {
  const by = new Map<string, string[]>()
  for (const s of props.wear.shine) by.set(s.at, [...(by.get(s.at) ?? []), s.zone])
  // Each says its zones, or how many they are, to the right where there is room before the next, else to the left,
  // else only
  // when pointed at.
  let edge = left
  const marks = [...by]
    .sort()
    .map(([when, zones]) => ({ when, words: [names(zones), t('dayPicture.zones', { n: zones.length })], px: x(when) }))
  return marks.map((m, i) => {
    const next = (marks[i + 1]?.px ?? width.value) - 6
    for (const say of m.words) {
      const wide = say.length * 6.9 + 14
      const side = m.px + wide < next ? 1 : m.px - wide > edge ? -1 : 0
      if (!side) continue
      edge = side > 0 ? m.px + wide : m.px + 6
      return { ...m, say, side }
    }
    edge = m.px + 6
    return { ...m, say: '', side: 0 }
  })
})
const coat = (u: TouchUp) => u.steps.some((s) => s.act === 'reapply')
function held(s: Segment) {
  const words = [
    s.keep_free ? t('common.keepFree') : '',
    s.place,
    s.activity && s.activity !== 'still' ? s.activity : '',
  ].filter(Boolean)
  while (words.length > 1 && words.join(', ').length * 7.6 + 6 > x(s.to) - x(s.from)) words.pop()
  return words.join(', ')
}

const perMinute = () => room.value / (to.value - from.value)
const snap = (px: number) => Math.round(px / perMinute() / every) * every
const grabUp = useDrag<{ id: string; from: number; by: number }>({
  move(e, h) {
    const by = snap(e.clientX - h.from)
    if (by !== h.by) emit('dragUp', h.id, (h.by = by))
  },
  end(h, really) {
    if (h.by !== 0) emit('dropUp', really)
    else if (really) emit('pick', h.id)
  },
})
const grabSegment = useDrag<{ n: number; edge: 'from' | 'to' | 'both'; from: number; by: number }>({
  move(e, h) {
    const by = snap(e.clientX - h.from)
    if (by !== h.by) emit('dragSegment', h.n, h.edge, (h.by = by))
  },
  end(h, really) {
    if (h.by !== 0) emit('dropSegment', really)
  },
})
</script>

<template>
  <div ref="box" class="day">
    <div class="key">
      <span><i class="uv" />{{ t('dayPicture.openSkyUvIndex') }}</span>
      <span><i class="factor" />{{ t('dayPicture.factorThatTheFilmsReally') }}</span>
      <span><i class="filmkey" />{{ t('dayPicture.filmTheLineIsMg', { full_dose: bounds?.full_dose }) }}</span>
    </div>
    <div class="sky">
      <Curves v-if="width" :curve="wear.curve" :left="left" :right="right" :label="wear.honest.label" />
    </div>
    <div class="ground">
      <svg
        v-if="width"
        :width="width"
        height="170"
        class="hand"
        role="img"
        :aria-label="t('dayPicture.filmWhereTheClientIs')"
      >
        <path :d="film" class="film" />
        <line :x1="left" :x2="width - right" :y1="full" :y2="full" class="full" />
        <text x="4" y="34" class="ax">{{ t('dayPicture.film') }}</text>
        <rect :x="left" y="46" :width="room" height="34" class="indoors" />
        <text x="4" y="68" class="ax">{{ t('dayPicture.place') }}</text>
        <g v-for="(s, n) in segments" :key="n" class="seg">
          <rect
            :x="x(s.from)"
            y="46"
            :width="Math.max(2, x(s.to) - x(s.from))"
            height="34"
            :class="['at', s.place, { vow: s.keep_free }]"
            @pointerdown="grabSegment($event, { n, edge: 'both', from: $event.clientX, by: 0 })"
          />
          <path
            v-if="s.activity === 'active' || s.activity === 'swim'"
            :d="`M${x(s.from)} 78H${x(s.to)}`"
            class="busy"
          />
          <text
            v-if="x(s.to) - x(s.from) > held(s).length * 7.6 + 2"
            :x="(x(s.from) + x(s.to)) / 2"
            y="68"
            text-anchor="middle"
            class="where"
            :class="{ light: s.place === 'water' || s.place === 'glass' || s.keep_free }"
          >
            {{ held(s) }}
          </text>
          <rect
            v-for="tick in s.towelled_at ?? []"
            :key="tick"
            :x="x(tick) - 1.5"
            y="42"
            width="3"
            height="42"
            class="towel"
          />
          <rect
            :x="x(s.from) - 5"
            y="44"
            width="10"
            height="38"
            class="edge"
            @pointerdown="grabSegment($event, { n, edge: 'from', from: $event.clientX, by: 0 })"
          />
          <rect
            :x="x(s.to) - 5"
            y="44"
            width="10"
            height="38"
            class="edge"
            @pointerdown="grabSegment($event, { n, edge: 'to', from: $event.clientX, by: 0 })"
          />
        </g>
        <text x="4" y="103" class="ax">{{ t('dayPicture.shine') }}</text>
        <g v-for="u in wear.touch_ups" :key="'s' + u.id">
          <line :x1="x(u.at)" :x2="x(u.at)" y1="0" y2="112" class="stem" :class="{ strong: u.id === lit }" />
        </g>
        <g v-for="s in shines" :key="s.when">
          <path :d="`M${s.px} 88l4 6-4 6-4-6z`" class="shine" />
          <text v-if="s.side" :x="s.px + 8 * s.side" y="99" class="sh" :text-anchor="s.side > 0 ? 'start' : 'end'">
            {{ s.say }}
          </text>
          <title>{{ clock(s.when) }} {{ s.words[0] }}</title>
        </g>
        <g
          v-for="u in wear.touch_ups"
          :key="u.id"
          class="up"
          :class="{ lit: u.id === lit }"
          @pointerdown="grabUp($event, { id: u.id!, from: $event.clientX, by: 0 })"
        >
          <rect :x="x(u.at) - 22" y="112" width="44" height="26" :class="coat(u) ? 'coat' : 'blot'" />
          <text :x="x(u.at)" y="130" text-anchor="middle" :class="coat(u) ? 'on' : 'off'">{{ clock(u.at) }}</text>
        </g>
        <line :x1="left" :x2="width - right" y1="144" y2="144" class="axis" />
        <g v-for="tick in ticks" :key="tick">
          <line :x1="x(tick)" :x2="x(tick)" y1="144" y2="150" class="axis" />
          <text :x="x(tick)" y="166" text-anchor="middle" class="ax">{{ clock(tick) }}</text>
        </g>
      </svg>
    </div>
    <div class="visually-hidden">
      <table>
        <caption>
          {{
            t('dayPicture.theDayHourByHour')
          }}
        </caption>
        <thead>
          <tr>
            <th>{{ t('common.at') }}</th>
            <th>{{ t('dayPicture.place2') }}</th>
            <th>{{ t('common.uvIndex') }}</th>
            <th>{{ t('dayPicture.filmMgCm2') }}</th>
            <th>{{ t('dayPicture.factor') }}</th>
            <th>{{ t('dayPicture.doseSed') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in wear.curve.filter((_, i) => i % 12 === 0)" :key="p.at">
            <td>{{ clock(p.at) }}</td>
            <td>{{ plain(p.place, 'place') }}</td>
            <td>{{ written(p.uvi) }}</td>
            <td>{{ written(p.film_mg_cm2) }}</td>
            <td>{{ written(p.spf_effective) }}</td>
            <td>{{ written(p.dose_sed) }}</td>
          </tr>
        </tbody>
      </table>
      <table>
        <caption>
          {{
            t('dayPicture.whenZonesWouldShine')
          }}
        </caption>
        <thead>
          <tr>
            <th>{{ t('common.zone') }}</th>
            <th>{{ t('common.at') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in wear.shine" :key="s.zone">
            <td>{{ plain(s.zone) }}</td>
            <td>{{ clock(s.at) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>

<style scoped>
.day {
  padding: 10px 0 4px;
  min-width: 0;
}
.key {
  display: flex;
  gap: 24px;
  padding: 0 46px 2px;
  font-size: var(--small);
  color: var(--soft);
}
.key i {
  display: inline-block;
  width: 24px;
  height: 0;
  margin-right: 7px;
  vertical-align: middle;
  border-top: 3px solid var(--glaze);
}
.key .uv {
  border-top: 2px dashed var(--of-oil);
  box-shadow: 0 7px 0 0 var(--sun);
}
.key .filmkey {
  border-top: 8px solid var(--flush);
}
.sky {
  height: 190px;
} /* their room is kept while they are loaded, so that nothing under them jumps */
.ground {
  height: 170px;
}
.hand {
  display: block;
}
.film {
  fill: var(--flush);
  stroke: var(--of-emulsion);
}
.full {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
.ax {
  font-size: 14px;
  fill: var(--soft);
}
.axis {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.indoors {
  fill: var(--wash);
}
.at {
  cursor: grab;
  touch-action: none;
  stroke: var(--cloth);
}
.sun {
  fill: var(--ember);
}
.shade {
  fill: var(--room);
}
.water {
  fill: var(--of-water);
}
.glass {
  fill: var(--of-silicone);
}
.at.indoors {
  fill: var(--shade);
}
.at.vow {
  fill: var(--madder);
}
.busy {
  stroke: var(--ink);
  stroke-width: 4;
  stroke-dasharray: 4 4;
}
.where {
  font-size: 15px;
  font-weight: 600;
  fill: var(--ink);
  pointer-events: none;
}
.where.light {
  fill: var(--paper);
}
.towel {
  fill: var(--ink);
}
.edge {
  fill: transparent;
  cursor: ew-resize;
  touch-action: none;
}
.edge:hover {
  fill: var(--copper);
}
.shine {
  fill: var(--of-oil);
}
.sh {
  font-size: 14px;
  fill: var(--soft);
  stroke: var(--cloth);
  stroke-width: 4px;
  paint-order: stroke;
}
.up {
  cursor: grab;
  touch-action: none;
}
.stem {
  stroke: var(--copper);
  stroke-width: 2;
}
.coat {
  fill: var(--copper);
}
.blot {
  fill: var(--cloth);
  stroke: var(--copper);
  stroke-width: 2;
}
.on {
  fill: var(--paper);
  font-size: 15px;
  font-weight: 650;
}
.off {
  fill: var(--copper);
  font-size: 15px;
  font-weight: 650;
}
.strong {
  stroke-width: 4;
}
.lit rect {
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
