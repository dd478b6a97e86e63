<script setup lang="ts">
// ZonePlan is thirteen tiles laid out like a face seen from the front, of our own drawing. Each shows its oil as
// ticks on
// the left, its water as a level, and a sign for its marks; a tap takes it up for grading.
import { t } from '../../i18n'
import type { Grades, Schemas } from '../../api/client'
import { useWords } from '../../parts/catalogue'
import { tiles } from '../../parts/tiles'
import { plain, sentence, zones, type PlanZone, type Zone } from '../../parts/words'

const props = defineProps<{ read: Record<string, Grades>; name?: string }>()
const chosen = defineModel<Zone>({ required: true })

const signs: Record<Schemas['FaceMark'], string> = {
  flaky: '≈',
  breakout: '•',
  pigment: '◐',
  scar: '/',
  irritated: '✶',
  sunburn: '☀',
  blister: '○',
  broken: '✕',
  cold_sore: '◆',
}
const { bounds, named: words } = useWords()
const named = words('today')
const alone = (z: Zone) => props.read[z]?.today === 'leave' || props.read[z]?.today === 'self'

function grades(z: Zone): Required<Pick<Grades, 'oil' | 'water'>> & { marks: Schemas['FaceMark'][]; own: boolean } {
  const g = props.read[z] ?? {}
  const f = props.read[bounds.value?.grade_from[z] ?? z] ?? {}
  return {
    oil: g.oil ?? f.oil ?? 0,
    water: g.water ?? f.water ?? 0,
    marks: g.marks ?? [],
    own: g.oil !== undefined || g.water !== undefined,
  }
}
const said = (z: Zone) => {
  const g = grades(z)
  const today = props.read[z]?.today
  const told = today ? [named.value[today] ?? ''] : []
  return [
    t('zonePlan.reads', { zone: sentence(plain(z)), oil: g.oil, water: g.water }),
    ...g.marks.map(plain),
    ...told,
  ].join(', ')
}
const roomy = ['forehead', 'nose', 'cheeks', 'chin', 'neck', 'chest']
const small = (z: Zone) => z === 'ears' || z === 'jaw'

function step(e: KeyboardEvent, by: number) {
  e.preventDefault()
  const i = (zones.indexOf(chosen.value as PlanZone) + by + zones.length) % zones.length
  const next = zones[i]
  if (!next) return
  chosen.value = next
  document.getElementById((props.name ?? 'zone') + '-' + next)?.focus()
}
</script>

<template>
  <svg
    viewBox="0 0 432 562"
    role="radiogroup"
    :aria-label="t('zonePlan.zonesOfTheFace')"
    @keydown.right="step($event, 1)"
    @keydown.down="step($event, 1)"
    @keydown.left="step($event, -1)"
    @keydown.up="step($event, -1)"
  >
    <g
      v-for="z in zones"
      :id="(name ?? 'zone') + '-' + z"
      :key="z"
      role="radio"
      :aria-checked="chosen === z"
      :aria-label="said(z)"
      :tabindex="chosen === z ? 0 : -1"
      :class="['tile', 'water-' + grades(z).water, { on: chosen === z, own: grades(z).own, alone: alone(z) }]"
      @click="chosen = z"
      @keydown.enter="chosen = z"
      @keydown.space.prevent="chosen = z"
    >
      <path :d="tiles[z].d" />
      <text v-if="!small(z)" :x="tiles[z].x" :y="tiles[z].y - (roomy.includes(z) ? 5 : -2)" text-anchor="middle">
        {{ plain(z) }}
      </text>
      <text v-else :x="tiles[z].x" :y="tiles[z].y - 8" text-anchor="middle">{{ plain(z) }}</text>
      <text v-if="roomy.includes(z) || small(z)" :x="tiles[z].x" :y="tiles[z].y + 14" text-anchor="middle" class="g">
        {{ '▪'.repeat(grades(z).oil) || '–' }}
        <tspan v-if="grades(z).marks.length">
          {{
            grades(z)
              .marks.map((m) => signs[m])
              .join('')
          }}
        </tspan>
      </text>
    </g>
  </svg>
  <p class="key soft"><b>▪</b> {{ t('zonePlan.oilUpToThreeThe') }}</p>
</template>

<style scoped>
svg {
  width: 100%;
  height: auto;
  display: block;
  max-height: 540px;
}
.tile {
  cursor: pointer;
}
.tile path {
  fill: var(--skin);
  stroke: var(--fold);
  stroke-width: 1.5;
  stroke-dasharray: 4 4;
}
.tile.own path {
  stroke: var(--ink);
  stroke-dasharray: none;
}
.tile.water-0 path {
  fill: var(--skin-0);
}
.tile.water-1 path {
  fill: var(--skin-1);
}
.tile.water-2 path {
  fill: var(--skin-2);
}
.tile.water-3 path {
  fill: var(--skin-3);
}
/* what is left alone is struck through, whatever its grades */
.tile.alone path {
  fill: var(--cloth);
  stroke: var(--madder);
  stroke-width: 3;
  stroke-dasharray: 10 5;
}
.tile.alone text {
  text-decoration: line-through;
}
.tile.on path {
  fill: var(--ink);
  stroke: var(--ember);
  stroke-width: 3;
  stroke-dasharray: none;
}
.tile text {
  font-size: 15px;
  fill: var(--ink);
  pointer-events: none;
}
.tile .g {
  font-size: 16px;
  letter-spacing: 2px;
}
.tile.on text {
  fill: var(--paper);
}
.tile:focus-visible {
  outline: none;
}
.tile:focus-visible path {
  stroke: var(--copper);
  stroke-width: 5;
}
.key {
  font-size: var(--tiny);
  margin-top: 8px;
}
</style>
