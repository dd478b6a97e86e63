<script setup lang="ts">
// StackSide is the stack on its side: a zone a row, its layers to the right by film, wet until they have set, and
// beside them how full the zone is of what it can carry. What is left alone says so in its row.
import { t } from '../i18n'
import { written } from '../i18n/format'
import { computed } from 'vue'
import type { Layer, Step } from '../api/client'
import { clock, plain, zones, type Zone } from '../parts/words'
import Textures from './Textures.vue'
import { bases, fillOf, nameOf } from './textures'

const props = defineProps<{
  layers: Record<string, Layer[]>
  limits: Record<string, number>
  steps: Step[]
  at: string // the moment shown, local
  lit?: string // step whose cells are lit
  names: Record<string, string> // product id to name
  alone?: readonly string[] // zones that nobody touches
}>()
const emit = defineEmits<{ pick: [step: string] }>()

const row = 30
const left = 100
const right = 300
const width = 356
const shown = computed(() => zones.filter((z) => z !== 'chest' || props.layers.chest))
const tallest = computed(() =>
  Math.max(3, ...Object.values(props.layers).map((ls) => ls.reduce((sum, l) => sum + l.film_mg_cm2, 0))),
)
const across = (film: number) => ((right - left) * film) / tallest.value
const laidBy = (zone: Zone, layer: Layer) =>
  props.steps.find(
    (s) => s.product === layer.product && s.zones.includes(zone) && (s.act === 'apply' || s.act === 'cleanse'),
  )
const rows = computed(() =>
  shown.value.map((zone, i) => {
    let x = left
    let residue = 0
    const cells = (props.layers[zone] ?? []).flatMap((layer) => {
      const step = laidBy(zone, layer)
      if (step && step.start > props.at) return []
      const w = across(layer.film_mg_cm2)
      const c = { x, w: Math.max(1.5, w), layer, step, wet: layer.set_at > props.at }
      x += w
      residue += layer.residue_mg_cm2
      return [c]
    })
    return { zone, y: i * row, cells, share: residue / (props.limits[zone] ?? 1) }
  }),
)
const told = (r: { cells: { layer: Layer }[] }) =>
  r.cells
    .map(
      ({ layer: l }) => `${props.names[l.product]} ${written(l.film_mg_cm2)}, ${nameOf(l.base)}, ${clock(l.set_at)}`,
    )
    .join('; ') || t('stackSide.bare')
const used = computed(() =>
  bases.filter((b) => Object.values(props.layers).some((ls) => ls.some((l) => l.base === b))),
)
</script>

<template>
  <figure class="side">
    <Textures />
    <figcaption>
      <span>{{ t('stackSide.onTheSkinAt', { at: clock(at) }) }}</span><span>{{ t('stackSide.full') }}</span>
    </figcaption>
    <svg :viewBox="`0 0 ${width} ${shown.length * row}`" aria-hidden="true">
      <g v-for="r in rows" :key="r.zone" :transform="`translate(0,${r.y})`">
        <text :x="left - 8" y="20" text-anchor="end" class="zn">{{ plain(r.zone) }}</text>
        <text v-if="alone?.includes(r.zone)" :x="left + 4" y="20" class="alone">{{ t('stackSide.leaveAlone') }}</text>
        <g
          v-for="(c, i) in r.cells"
          :key="i"
          class="cell"
          :class="{ lit: c.step && c.step.id === lit }"
          @click="c.step && emit('pick', c.step.id)"
        >
          <rect
            :x="c.x"
            y="3"
            :width="c.w"
            :height="row - 6"
            :fill="fillOf(c.layer.base, c.wet)"
            style="stroke: var(--cloth)"
          />
          <rect
            v-if="c.step && c.step.id === lit"
            :x="c.x + 1"
            y="4"
            :width="Math.max(1, c.w - 2)"
            :height="row - 8"
            class="ring"
          />
        </g>
        <template v-if="r.cells.length">
          <text :x="width - 2" y="20" text-anchor="end" class="pc" :class="{ tight: r.share > 0.9 }">
            {{ Math.round(r.share * 100) }} %
          </text>
        </template>
      </g>
    </svg>
    <ul class="legend-row">
      <li v-for="b in used" :key="b">
        <svg width="22" height="12" aria-hidden="true"><rect width="22" height="12" :fill="fillOf(b, false)" /></svg
        >{{ nameOf(b) }}
      </li>
      <li>
        <svg width="22" height="12" aria-hidden="true">
          <rect width="22" height="12" :fill="fillOf('emulsion', true)" /></svg
        >{{ t('stackSide.stillWet') }}
      </li>
    </ul>
    <div class="visually-hidden">
      <table>
        <caption>
          {{
            t('stackSide.layersOnEachZoneThe')
          }}
        </caption>
        <thead>
          <tr>
            <th>{{ t('common.zone') }}</th>
            <th>{{ t('stackSide.layersFilmInMgCm2') }}</th>
            <th>{{ t('stackSide.full2') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.zone">
            <th scope="row">{{ plain(r.zone) }}</th>
            <td>{{ alone?.includes(r.zone) ? t('stackSide.leftAlone') : told(r) }}</td>
            <td>{{ Math.round(r.share * 100) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </figure>
</template>

<style scoped>
.side {
  margin: 0;
  padding: 12px 14px 14px;
  position: relative;
}
figcaption {
  display: flex;
  justify-content: space-between;
  color: var(--soft);
  padding-bottom: 6px;
}
.side > svg {
  width: 100%;
  height: auto;
  display: block;
}
.zn {
  font-size: 14.5px;
  fill: var(--ink);
}
.pc {
  font-size: 14px;
  fill: var(--soft);
}
.tight {
  fill: var(--copper);
  font-weight: 700;
}
.alone {
  font-size: 14.5px;
  font-weight: 650;
  fill: var(--madder);
}
.cell {
  cursor: pointer;
}
.ring {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.4;
}
.legend-row {
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  font-size: var(--tiny);
  color: var(--soft);
}
.legend-row svg {
  margin-right: 6px;
}
</style>
