<script setup lang="ts">
// StackPicture draws the layers of every zone: width by area, thickness by film, wet until it has set, and under each
// zone
// how full it is against its limit.
import { computed } from 'vue'
import type { Layer, Step } from '../api/client'
import { clock, plain, zones, type Zone } from '../parts/words'
import Textures from './Textures.vue'
import { bases, fillOf, nameOf } from './textures'

const props = defineProps<{
  layers: Record<string, Layer[]>
  areas: Record<string, number>
  limits: Record<string, number>
  steps: Step[]
  at: string // the moment shown, local
  lit?: string // step whose cells are lit
  names: Record<string, string> // product id to name
}>()
const emit = defineEmits<{ pick: [step: string] }>()

const left = 46
const width = 796
const top = 24
const floor = 220
const gap = 3

interface Cell {
  zone: Zone
  x: number
  w: number
  y: number
  h: number
  layer: Layer
  step?: Step
  wet: boolean
}

const columns = computed(() => {
  const shown = zones.filter((z) => z !== 'chest' || props.layers.chest)
  const total = shown.reduce((sum, z) => sum + Math.sqrt(props.areas[z] ?? 0), 0)
  const room = width - left - 8 - gap * (shown.length - 1)
  let x = left
  return shown.map((zone) => {
    const w = Math.max(38, (room * Math.sqrt(props.areas[zone] ?? 0)) / total)
    const c = { zone, x, w }
    x += w + gap
    return c
  })
})
const scaleX = computed(() => {
  const last = columns.value.at(-1)!
  return (width - left - 8) / (last.x + last.w - left)
})
const xOf = (x: number) => left + (x - left) * scaleX.value

const laidBy = (zone: Zone, layer: Layer) =>
  props.steps.find(
    (s) => s.product === layer.product && s.zones.includes(zone) && (s.act === 'apply' || s.act === 'cleanse'),
  )
const tallest = computed(() =>
  Math.max(3, ...Object.values(props.layers).map((ls) => ls.reduce((sum, l) => sum + l.film_mg_cm2, 0))),
)
const yOf = (film: number) => floor - ((floor - top) * film) / tallest.value
const marks = computed(() => Array.from({ length: Math.floor(tallest.value) + 1 }, (_, i) => i))

const cells = computed(() =>
  columns.value.flatMap(({ zone, x, w }) => {
    let film = 0
    const list: Cell[] = []
    for (const layer of props.layers[zone] ?? []) {
      const step = laidBy(zone, layer)
      if (step && step.start > props.at) continue
      const from = film
      film += layer.film_mg_cm2
      list.push({
        zone,
        x: xOf(x),
        w: w * scaleX.value,
        y: yOf(film),
        h: yOf(from) - yOf(film),
        layer,
        step,
        wet: layer.set_at > props.at,
      })
    }
    return list
  }),
)
const full = computed(() =>
  columns.value.map(({ zone, x, w }) => {
    const residue = cells.value.filter((c) => c.zone === zone).reduce((sum, c) => sum + c.layer.residue_mg_cm2, 0)
    return {
      zone,
      x: xOf(x),
      w: w * scaleX.value,
      share: residue / (props.limits[zone] ?? 1),
      any: cells.value.some((c) => c.zone === zone),
    }
  }),
)
const told = (zone: Zone) =>
  cells.value
    .filter((c) => c.zone === zone)
    .map(({ layer: l }) => `${props.names[l.product]} ${l.film_mg_cm2}, ${nameOf(l.base)}, ${clock(l.set_at)}`)
    .join('; ') || 'bare'
const used = computed(() =>
  bases.filter((b) => Object.values(props.layers).some((ls) => ls.some((l) => l.base === b))),
)
</script>

<template>
  <figure>
    <Textures />
    <div class="legend-row">
      <span v-for="b in used" :key="b"
        ><svg width="22" height="12" aria-hidden="true"><rect width="22" height="12" :fill="fillOf(b, false)" /></svg
        >{{ b }}</span
      >
      <span
        ><svg width="22" height="12" aria-hidden="true">
          <rect width="22" height="12" :fill="fillOf('emulsion', true)" /></svg
        >still wet at {{ clock(at) }}</span
      >
      <span class="cap">laid on, and how full each zone is</span>
    </div>
    <svg :viewBox="`0 0 ${width} 330`" aria-hidden="true" class="picture">
      <g v-for="m in marks" :key="m">
        <line :x1="left - 4" :x2="width - 8" :y1="yOf(m)" :y2="yOf(m)" class="grid" />
        <text :x="left - 9" :y="yOf(m) + 5" text-anchor="end" class="ax">{{ m }}</text>
      </g>
      <text x="4" y="12" class="ax">mg/cm²</text>
      <g
        v-for="(c, i) in cells"
        :key="i"
        class="cell"
        :class="{ lit: c.step && c.step.id === lit }"
        @click="c.step && emit('pick', c.step.id)"
      >
        <rect
          :x="c.x"
          :y="c.y"
          :width="c.w"
          :height="Math.max(0.8, c.h)"
          :fill="fillOf(c.layer.base, c.wet)"
          stroke="#fbf8f1"
        />
        <rect
          v-if="c.step && c.step.id === lit"
          :x="c.x + 1"
          :y="c.y + 1"
          :width="c.w - 2"
          :height="Math.max(1, c.h - 2)"
          class="ring"
        />
      </g>
      <g v-for="f in full" :key="f.zone">
        <text :transform="`translate(${f.x + f.w / 2 + 5},${floor + 10}) rotate(90)`" class="zn">
          {{ plain(f.zone) }}
        </text>
        <g v-if="f.any">
          <rect :x="f.x" y="302" :width="f.w" height="9" class="tray" />
          <rect
            :x="f.x"
            y="302"
            :width="f.w * Math.min(1, f.share)"
            height="9"
            :class="f.share > 0.9 ? 'nearly' : 'room'"
          />
          <text :x="f.x + f.w / 2" y="327" text-anchor="middle" class="pc" :class="{ tight: f.share > 0.9 }">
            {{ Math.round(f.share * 100) }}
          </text>
        </g>
      </g>
      <text x="36" y="311" text-anchor="end" class="ax">full</text>
      <text x="36" y="327" text-anchor="end" class="ax">%</text>
    </svg>
    <div class="visually-hidden">
      <table>
        <caption>
          Layers on each zone, the lowest first
        </caption>
        <thead>
          <tr>
            <th>Zone</th>
            <th>Layers: film in mg/cm², base, when set</th>
            <th>Full, %</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="f in full" :key="f.zone">
            <th scope="row">{{ plain(f.zone) }}</th>
            <td>{{ told(f.zone) }}</td>
            <td>{{ Math.round(f.share * 100) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  position: relative;
}
.legend-row {
  display: flex;
  gap: 20px;
  font-size: 15px;
  color: var(--soft);
  padding: 0 8px 6px 46px;
  align-items: center;
}
.legend-row svg {
  margin-right: 6px;
}
.cap {
  margin-left: auto;
}
.picture {
  width: 100%;
  height: auto;
  display: block;
}
.ax,
.pc {
  font-size: 14px;
  fill: var(--soft);
}
.zn {
  font-size: 15px;
  fill: var(--ink);
}
.grid {
  stroke: var(--fold);
}
.cell {
  cursor: pointer;
}
.ring {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.4;
}
.tray {
  fill: var(--fold);
}
.room {
  fill: var(--glaze);
}
.nearly {
  fill: var(--copper);
}
.tight {
  fill: var(--copper);
  font-weight: 700;
}
</style>
